// A belt round any number of circles: pulleys inside it, idlers inside or on its back.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <span>
#include <vector>

namespace lw {

/// A circle the belt's pitch line bends about, in running order.
struct BeltCircle {
    Length x, y, radius; ///< radius to the pitch line: a back idler's own plus the belt behind it
    bool inside = true;  ///< false: it presses on the back
};
struct BeltPath {
    Length length;
    std::vector<Length> spans; ///< from each circle to the next
    std::vector<Angle> wraps;  ///< round each circle
    std::vector<Angle> ways;   ///< in which each span runs, from the x axis
};
/// Two tangents and an arc at every circle, running anticlockwise round those inside. Source: BELT-GEOM. Refused: fewer
/// than two circles, circles that overlap.
[[nodiscard]] Result<BeltPath> beltPath(std::span<const BeltCircle> circles);

/// An idler that takes up what a belt has too much, both pulleys where they are.
struct IdlerPlace {
    Length off;    ///< its middle off the line of centres, on the side of the span it presses
    Length slack;  ///< belt there is beyond what two pulleys alone ask
    BeltPath path; ///< driver, driven, idler
};
/// Source: BELT-GEOM, the place found by bisection to 1 nm. Refused: a belt that is no longer than two pulleys ask, one
/// so long that the idler meets the other span or goes past the pulleys.
/// @param idler radius the belt's pitch line bends to; inside: toothed, on the belt's inner side
/// @param along from the driver's middle towards the driven, between both
[[nodiscard]] Result<IdlerPlace> placeIdler(Length driver, Length driven, Length centre, Length belt, Length idler,
                                            Length along, bool inside);

/// Pull of a span from its note, an ideal string: T = 4 m S^2 f^2. Source: MECH. @param mass kg/m
[[nodiscard]] Force spanPull(double mass, Length span, Frequency note);
[[nodiscard]] Frequency spanNote(double mass, Length span, Force pull);
/// Force in the middle of a span that presses it in by this much.
[[nodiscard]] Force pressFor(Force pull, Length span, Length in);

} // namespace lw
