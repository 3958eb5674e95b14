// The slot of a toothed belt with the belts in stock at the centres they ask.
#pragma once

#include "proof/evaluate.h"
#include <QPainter>
#include <vector>

namespace lw {

struct BeltStop {
    int teeth;
    double lengthMm, centre; ///< m
    QRectF box;
    bool current = false, inSlot = false;
};
struct BeltStrip {
    std::vector<BeltStop> stops;
    std::size_t stage = 0;   ///< place of the belt in the chain
    double from = 0, to = 0; ///< m at the ends of the strip
    QRectF track;
    [[nodiscard]] double centreAt(double x) const { return from + (x - track.left()) / track.width() * (to - from); }
};
/// @param stage place of the belt in the chain
BeltStrip paintBeltStrip(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s, std::size_t stage);

} // namespace lw
