// Torque at a table over a whole turn: the weight out of the middle, the cut on top of it, and what stands against
// both.
#pragma once

#include "proof/evaluate.h"
#include <QPainter>
#include <QRectF>

namespace lw {

/// The heaviest side starts level. Nothing known of what turns: says so.
void paintTableTorque(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s);

} // namespace lw
