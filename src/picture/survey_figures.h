// Figures inside survey cards: a strut's pull along its stroke, what rides on what.
#pragma once

#include "picture/theme.h"
#include "survey/cards.h"
#include "machine/rides.h"
#include <QPainter>

namespace lw {

/// Pull of the strut over its stroke, the weight as a line: between them what stays for the screw.
void paintStrutCurve(QPainter &p, QRectF area, const std::vector<StrutPlace> &curve);
/// The stack from the base up; what moves with the axis asked for is filled.
void paintRideStack(QPainter &p, QRectF area, const std::vector<RideLevel> &stack);
inline constexpr double rideRow = 27;

} // namespace lw
