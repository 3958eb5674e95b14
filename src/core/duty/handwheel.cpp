#include "duty/handwheel.h"
#include "book/book.h"

namespace lw {

Result<HandwheelFeel> handwheelFeel(Length perTurn, double detents, Speed rapid, Length travel, Length step) {
    LW_REQUIRE_POSITIVE(perTurn.value(), "mm_per_turn");
    LW_REQUIRE_POSITIVE(detents, "detents");
    LW_REQUIRE_POSITIVE(rapid.value(), "rapid_mm_min");
    LW_REQUIRE_POSITIVE(travel.value(), "travel_mm");
    LW_REQUIRE_POSITIVE(step.value(), "step_mm");
    constexpr double edgesPerDetent = 4;
    HandwheelFeel f{};
    f.perDetent = perTurn * (1 / detents);
    f.fastestTurns = rapid.value() / perTurn.value();
    f.edgesAtFastest = edgesPerDetent * detents * f.fastestTurns;
    f.turnsForTravel = travel.value() / perTurn.value();
    f.stepsPerDetent = f.perDetent.value() / step.value();
    return f;
}

Speed followingFeed(Length perTurn, AngularSpeed spindle) {
    return fromSi<Speed>(perTurn.value() * spindle.value() / (2 * pi));
}

} // namespace lw
