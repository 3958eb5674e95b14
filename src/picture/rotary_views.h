// A rotary unit on the table under the head, from the front and from the right, to scale.
#pragma once

#include "proof/evaluate.h"
#include <QPainter>
#include <QRectF>

namespace lw {

struct RotaryViews {
    double scale = 0;        ///< pixels per metre; 0: nothing is known to draw
    QRectF head, unit, jaws; ///< where they stand in the front view
};
/// What is not known is drawn dashed at a usual size and named so.
RotaryViews paintRotaryViews(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s);

} // namespace lw
