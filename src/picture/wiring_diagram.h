// The electrics as a one-line diagram: power from the mains left to the motors right, the stop chain under it, the
// cabinet's heat below. Every box and wire can be picked; what a finding is about carries its pin.
#pragma once

#include "wiring/wiring.h"
#include <QPainter>
#include <vector>

namespace lw {

struct WiringPicture {
    struct Area {
        QRectF area;
        WirePlace place;
    };
    std::vector<Area> areas; ///< in the order of the wire
    /// The place under a point; null when nothing is.
    [[nodiscard]] const WirePlace *at(QPointF p) const;
};
WiringPicture paintWiring(QPainter &p, QRectF area, const WiringSheet &sheet, const WirePlace &chosen);

} // namespace lw
