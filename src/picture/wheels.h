// Wheels and what runs round them, seen from their end, to scale; the lines of such drawings.
#pragma once

#include "axis/stages/stage.h"
#include <QPainter>
#include <QPen>

namespace lw {

[[nodiscard]] QPen partEdge(bool chosen, double width = 1.6);
[[nodiscard]] QPen centreLine();
[[nodiscard]] QPen hiddenLine();
[[nodiscard]] double boreOf(const FitSize &size, double otherwise);

/// A pair of wheels on the shafts of a stage, in true teeth or grooves.
struct PairFace {
    QPointF in, out;                ///< middles of the driving and the driven wheel
    double scale = 1;               ///< pixels a metre
    double boreIn = 0, boreOut = 0; ///< m
    bool wrong = false;             ///< what runs between them does not belong on them
    bool chosenIn = false, chosenBetween = false, chosenOut = false;
};
/// Nothing for a stage whose shafts are in line, or whose sizes are not known.
void paintPairFace(QPainter &p, const Stage &stage, const StageState &state, const PairFace &face);
/// A spur gear, or a pinion. @param from the angle of a tooth's middle, radians
void paintGearFace(QPainter &p, QPointF middle, double module, int teeth, double scale, double from, double bore,
                   bool chosen);
/// A rack with its teeth up, its pitch line at y. Metres but for the places.
void paintRackFace(QPainter &p, double left, double right, double y, double module, double scale, double phase,
                   bool chosen);

} // namespace lw
