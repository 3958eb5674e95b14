// The kinds of stage an axis may have, in one list. A new kind is a file of its own beside these and one entry in
// `Stage` (CONTRIBUTING.md); everything that walks a chain asks through the functions below.
#pragma once

#include "axis/stages/coupling.h"
#include "axis/stages/gears.h"
#include "axis/stages/layshaft.h"
#include "axis/stages/reducer.h"
#include "axis/stages/ribbed_belt.h"
#include "axis/stages/toothed_belt.h"
#include <string>
#include <variant>
#include <vector>

namespace lw {

using Stage = std::variant<Coupling, ToothedBelt, Reducer, RibbedBelt, Gears>;

/// What was worked out of a stage of one of these kinds: its own figures, and what any kind gives.
template <class AnyStage> struct StageWorkOf;
template <class... Kinds> struct StageWorkOf<std::variant<Kinds...>> {
    using type = std::variant<typename Kinds::Work...>;
};
template <class AnyStage> struct StageStateOf {
    StageFigures figures;
    typename StageWorkOf<AnyStage>::type work;
    StageLoad load; ///< what it was last loaded with
};
using StageState = StageStateOf<Stage>;

/// Geometry, ratio, inertia: what does not ask how hard it is driven.
template <class AnyStage> void prepareStage(const AnyStage &stage, StageStateOf<AnyStage> &state) {
    std::visit(
        [&](const auto &kind) {
            typename std::decay_t<decltype(kind)>::Work work;
            state.figures = kind.figures(work);
            state.work = std::move(work);
        },
        stage);
}
/// Forces, stiffness, limits under a load.
template <class AnyStage> void loadStage(const AnyStage &stage, StageStateOf<AnyStage> &state, const StageLoad &load) {
    state.load = load;
    std::visit(
        [&](const auto &kind) {
            kind.load(std::get<typename std::decay_t<decltype(kind)>::Work>(state.work), state.figures, load);
        },
        stage);
}

/// "belt", "gears": what people call a stage of its kind; how its losses are known.
[[nodiscard]] inline std::string_view nounOf(const Stage &stage) {
    return std::visit([](const auto &kind) { return std::decay_t<decltype(kind)>::noun; }, stage);
}
[[nodiscard]] inline Standing lossesKnownBy(const Stage &stage) {
    return std::visit([](const auto &kind) { return kind.knownBy(); }, stage);
}

/// Its shafts lie beside each other: a belt, gears.
[[nodiscard]] inline bool besideEachOther(const Stage &stage) {
    return std::visit([](const auto &kind) { return std::decay_t<decltype(kind)>::beside; }, stage);
}
[[nodiscard]] inline StageSeat seatOf(const Stage &stage, std::size_t side) {
    return std::visit([&](const auto &kind) { return kind.seat(side); }, stage);
}

/// A stage in its place: the id under which the job keeps it, and the shaft behind it where another stage follows.
struct PlacedStage {
    std::string id;
    Stage stage;
    Layshaft after = {};
};

} // namespace lw
