// An electronic handwheel: what a turn and a click move, how fast it may be cranked, what its counter must keep up
// with.
#pragma once

#include "result.h"
#include "units/quantity.h"

namespace lw {

struct HandwheelFeel {
    Length perDetent;
    double fastestTurns;   ///< rev/s the axis can follow at its rapid
    double edgesAtFastest; ///< counter edges/s then, four to a detent
    double turnsForTravel; ///< turns from end to end
    double stepsPerDetent; ///< smallest commanded steps in a click; below 1: clicks that do nothing
};
/// Source: KIN; four edges to a click is common practice. All arguments above zero.
[[nodiscard]] Result<HandwheelFeel> handwheelFeel(Length perTurn, double detents, Speed rapid, Length travel,
                                                  Length step);

/// Feed of an axis that follows the spindle. Source: KIN.
[[nodiscard]] Speed followingFeed(Length perTurn, AngularSpeed spindle);

} // namespace lw
