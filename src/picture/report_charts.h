// Charts as painters of values, for paper and SVG: torque over speed, pull along the travel.
#pragma once

#include "picture/theme.h"
#include "proof/evaluate.h"
#include <QPainter>
#include <span>

namespace lw {

/// Counted-on torque solid, the most it can give dashed, the wanted half dotted, duty points as pins with their names.
/// Speed by its square root, as on the screen. @param findings of the axis, for the pins
void paintTorqueChart(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s,
                      std::span<const Finding> findings);
/// Mean of both directions, each reading, what sizing uses, what heats.
void paintPullChart(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s);

} // namespace lw
