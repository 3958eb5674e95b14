// A rotary unit on the table under the head, from the front and from the right, to scale.
#pragma once

#include "proof/evaluate.h"
#include <QPainter>
#include <QRectF>

namespace lw {

/// What is not known is drawn dashed at a usual size and named so.
/// @return its scale, pixels per metre
double paintRotaryViews(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s);

} // namespace lw
