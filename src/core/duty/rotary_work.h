// Work on a table that turns: what fits, what is left of a blank, how far the tool moves, how fast it may feed.
#pragma once

#include "units/quantity.h"

namespace lw {

/// Room over a table and under whatever stands above it. Heights from the table.
struct RotaryRoom {
    Length axisHeight, bedGap;      ///< axis over the table; room wanted under the work
    Length portal, safeGap;         ///< underside of what stands above; room wanted under it
    Length noseHighest, noseLowest; ///< of the tool spindle
    Length tool;                    ///< out of the nose
};
struct RotaryFit {
    Length overTable, underPortal, underTool; ///< largest diameter by each of the three
    Length lowestTip;                         ///< nearest to the axis the tool's tip comes
    [[nodiscard]] Length largest() const;     ///< round work; square work: over the square root of two
};
[[nodiscard]] RotaryFit rotaryFit(const RotaryRoom &r);
/// Room above the open jaws; below zero they hit.
[[nodiscard]] Length chuckGap(const RotaryRoom &r, Length swing);

/// A blank with flats turned round.
struct Blank {
    int sides = 4; ///< 3 or more
    Length acrossFlats, offCentre;
};
struct TurnedBlank {
    Length inscribed;                          ///< largest round in it
    Length corner;                             ///< circle through its corners: keep clear of it
    Length trueDiameter, flatWidth, flatDepth; ///< flats zero where none are left
};
/// @param zeroHigh tool zero set too high by @param target diameter
[[nodiscard]] TurnedBlank turnedBlank(const Blank &b, Length target, Length zeroHigh);
/// Width of a flat on a round of a diameter; zero where none is left.
[[nodiscard]] Length flatLeft(const Blank &b, Length diameter);

/// A move of a straight and a turning axis together, with a feed along the surface at a radius > 0.
struct RotaryFeed {
    Length path;
    Duration time;
    AngularSpeed turning; ///< of the rotary part
    Speed naive;          ///< the feed that comes of degrees put into one root with millimetres
    AngularSpeed pure;    ///< when only the table turns
};
[[nodiscard]] RotaryFeed rotaryFeed(Length radius, Speed feed, Length straight, Angle turned);
/// Below this radius the table is too slow for the feed. @param fastest > 0
[[nodiscard]] Length radiusOfFullFeed(Speed feed, AngularSpeed fastest);

/// How much a facet between two passes stays off the circle: points on it, and flats that touch it.
[[nodiscard]] Length facetBelow(Length radius, Angle step);
[[nodiscard]] Length facetAbove(Length radius, Angle step);
/// Largest step for a height of the second kind.
[[nodiscard]] Angle facetStep(Length radius, Length height);

} // namespace lw
