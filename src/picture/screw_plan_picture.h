// A screw along its travel: to scale, with what it does at each place under it, and how it is ordered.
#pragma once

#include "proof/screw_plan.h"
#include <QPainter>

namespace lw {

struct ScrewPlanPicture {
    double left = 0, right = 0; ///< pixels of the middle of the nut at the ends of its travel
    QRectF drawing, curves, order;
    QRectF farBearing;          ///< null where its place is not known
    double zero = 0, scale = 0; ///< pixel of the thrust bearing; pixels a metre
    /// Where of the travel a pixel is, 0 to 1.
    [[nodiscard]] double shareAt(double x) const {
        return right > left ? std::min(1.0, std::max(0.0, (x - left) / (right - left))) : 0;
    }
};
/// @param share where the nut stands, 0 near the thrust bearing to 1
ScrewPlanPicture paintScrewPlan(QPainter &p, QRectF area, const ScrewPlan &plan, const AxisModel &m, const AxisState &s,
                                double share);
/// The place under work in words: stiffness, what is lost, what it may be pushed with.
[[nodiscard]] QString placeWords(const ScrewPlan &plan, double share);

} // namespace lw
