// A cut seen from above with the bite drawn to scale, and its depth beside it.
#pragma once

#include "picture/theme.h"
#include "axis/other_metals.h"
#include <QPainter>

namespace lw {

/// Where the grips of a cut lie; none where its kind has no such grip. One pixel of a grip is `scale` metres.
struct CutGrips {
    QRectF width, depth;
    double widthScale = 0, depthScale = 0;
};
CutGrips paintCut(QPainter &p, QRectF area, const Cut &cut);

/// Bars of force in other metals; a line over the bar is what tables differ by.
void paintOtherMetals(QPainter &p, QRectF area, const std::vector<OtherMetal> &metals, double cap);
inline constexpr double otherMetalRow = 24;

} // namespace lw
