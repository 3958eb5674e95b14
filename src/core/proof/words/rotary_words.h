// What the stations say of a table that turns, and the ratios that serve what it is for.
#pragma once

#include "proof/words/summary.h"

namespace lw {

[[nodiscard]] StationSummary turningSummary(StationId station, const AxisModel &m, const Evaluation &e);
[[nodiscard]] std::string turningHeadline(StationId station, const AxisModel &m, const Evaluation &e);
/// "5 rpm", of a speed at one metre.
[[nodiscard]] std::string tableSpeedText(double metresPerSecondAtOneMetre);

/// Motor turns for a turn of the table between which it is fine enough (from `least`) and quick enough (to `most`).
/// Not known: NaN, what is not asked or not known of motor and steps. Source: KIN.
struct RatioWindow {
    double least = notKnown, most = notKnown;
};
[[nodiscard]] RatioWindow ratioWindow(const AxisModel &m);
/// As another purpose would ask it.
[[nodiscard]] RatioWindow ratioWindow(const AxisModel &m, RotaryPurpose purpose);
/// The window in a sentence; that there is none, and what gives both. Empty where it is not known.
[[nodiscard]] std::string noSingleRatio(const AxisModel &m);

} // namespace lw
