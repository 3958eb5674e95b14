// Torque over speed of up to four motors on one axis, each with what the axis asks of it: which one is enough.
#pragma once

#include "proof/evaluate.h"
#include <QPainter>
#include <QString>
#include <vector>

namespace lw {

struct ComparedMotor {
    QString name;
    std::vector<QPointF> curve, upper; ///< rpm, N m: what a design counts on, and a saturated chopper's at the most
    std::vector<QPointF> asks;         ///< rpm, N m of every operating point
    bool enough = false;               ///< every point keeps its must
};
/// @param most rpm to which the curve goes
[[nodiscard]] ComparedMotor comparedMotor(const QString &name, const AxisState &s, double must, double most);
/// The first is the design as it stands, the second the one looked at, the rest are kept beside them.
void paintCompared(QPainter &p, QRectF area, const std::vector<ComparedMotor> &motors);

} // namespace lw
