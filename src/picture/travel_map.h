// The travel of an axis as a strip: tight, loose and worn zones, play at its places, the screw's line, where work is
// done.
#pragma once

#include "survey/map.h"
#include <QPainter>

namespace lw {

/// @param left, right pixels of the two ends of the travel  @param screwLine place and height of the screw over the
/// ways, m
void paintTravelMap(QPainter &p, QRectF area, double left, double right, const AxisModel &m, const SurveyMap &map,
                    const std::vector<std::pair<double, double>> &screwLine);

} // namespace lw
