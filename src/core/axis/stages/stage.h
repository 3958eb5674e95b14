// The kinds of stage an axis may have, in one list. A new kind is a file of its own beside these and one entry in
// `Stage` (CONTRIBUTING.md); everything that walks a chain asks through the functions below.
#pragma once

#include "axis/stages/coupling.h"
#include "axis/stages/reducer.h"
#include "axis/stages/toothed_belt.h"
#include <string>
#include <variant>
#include <vector>

namespace lw {

using Stage = std::variant<Coupling, ToothedBelt, Reducer>;

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

/// A stage in its place: the id under which the job keeps it.
struct PlacedStage {
    std::string id;
    Stage stage;
};

} // namespace lw
