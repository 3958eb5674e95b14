// The order of the work: steps derived from the designs of all axes, merged with what the user typed about each, and
// what the machine can still do while it is in pieces.
#pragma once

#include "plan/calendar.h"
#include "plan/cautions.h"
#include "plan/trap.h"
#include "machine/patch.h"
#include "shop/parts.h"
#include "json.h"
#include <map>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace lw {

enum class StepKind { Measure, Order, Make, Strip, Fit, Wire, Commission, Work };
std::string_view stepKindCode(StepKind k);
/// Phases in which hours are planned and spent: measure, make, strip and fit, wire, first cuts.
inline constexpr std::string_view phaseCodes[] = {"measure", "make", "strip_fit", "wire", "first_cuts"};
std::string_view phaseOf(StepKind k);
std::string_view phaseWord(std::string_view code);

struct BuildStep {
    std::string key, axis, text, note;
    StepKind kind = StepKind::Work;
    double hours = 0; ///< planned
    bool hoursTyped = false;
    double spent = notKnown; ///< h
    std::string doneOn;      ///< ISO date; empty: open
    std::string needsText, stripsText, restoresText, afterText;
    double toleranceMm = notKnown;
    std::vector<std::string> after;
    PlanTask task;                    ///< what the trap is looked for in
    std::vector<std::string> parts;   ///< keys under /parts that must be in hand
    std::vector<std::string> missing; ///< of those, the texts of what is not
    std::vector<Caution> cautions;
    std::vector<Trap> traps;
    std::vector<Remedy> remedies;   ///< of the first trap, cheapest first
    std::vector<std::string> waits; ///< open steps it comes after
    std::optional<Day> needBy;      ///< typed
    bool derived = false;
    std::string refusal; ///< why it cannot be ticked whatever one says; empty: it can
    [[nodiscard]] bool done() const { return !doneOn.empty(); }
};

enum class SlideState { Whole, Stripped, ByHand, Unproven, Proven };
std::string_view slideWord(SlideState s);
struct MachineFunction {
    std::string name; ///< axis id, or spindle
    SlideState state = SlideState::Whole;
    [[nodiscard]] bool mills() const {
        return state == SlideState::Whole || state == SlideState::ByHand || state == SlideState::Proven;
    }
};

struct BuildPlan {
    std::vector<BuildStep> steps;           ///< in a workable order
    std::vector<MachineFunction> functions; ///< of the machine, as the ticked steps leave it
    std::string problem;                    ///< a circle, a link to nothing: the order as listed, no trap looked for
    double planned = 0, spent = 0, left = 0;
    double factor = 1; ///< hours taken over hours planned, of the steps done
    int open = 0, done = 0;
    std::map<std::string, std::pair<Day, std::string>, std::less<>>
        neededBy; ///< part key -> earliest typed date of an open step, and its text
    [[nodiscard]] const BuildStep *step(std::string_view key) const;
};
/// @param parts all part lines of the job, as partLines gives them
[[nodiscard]] BuildPlan buildPlan(const nlohmann::json &project, std::span<const DesignedAxis> axes,
                                  const std::vector<PartLine> &parts);
/// Verdict of one axis' steps (fails: a trap without its remedy), and the step it comes from.
[[nodiscard]] Verdict buildVerdict(const BuildPlan &plan, const std::string &axis, const BuildStep **from = nullptr);

/// Factor = hours taken over hours planned of what is done (0.5 to 5; with fewer than two done steps 1), and what that
/// leaves to do. Source: DERIVED.
struct HoursForecast {
    double factor = 1, remaining = 0, total = 0;
};
struct PlannedHours {
    double plan = 0, actual = 0;
    bool done = false;
};
[[nodiscard]] HoursForecast forecastHours(std::span<const PlannedHours> tasks);

/// When a line must be ordered: need-by less the days on the way and three to spare.
struct OrderBy {
    std::optional<Day> day, needBy; ///< none: no need-by date is typed
    bool leadAssumed = false;       ///< 14 days taken, not typed
    int leadDays = 14;
    int late = 0; ///< days past it, today
    Verdict verdict = Verdict::NotKnown;
    std::string because; ///< the step or the line that says so
};
[[nodiscard]] OrderBy orderBy(const PartLine &line, const BuildPlan &plan, Day today);

/// The edits a remedy asks for: the step before the stripping, on another machine, or between a refit and a new strip.
[[nodiscard]] std::vector<Patch> remedyPatches(const BuildPlan &plan, const BuildStep &step, const Remedy &remedy);
/// Danger cautions of a step that were not ticked today.
[[nodiscard]] std::vector<const Caution *> unreadDangers(const nlohmann::json &project, const BuildStep &step,
                                                         Day today);

} // namespace lw
