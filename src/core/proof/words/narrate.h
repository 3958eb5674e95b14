// Findings in shop words. Made only when somebody looks.
#pragma once

#include "proof/check.h"
#include "units/shown_units.h"
#include <string>

namespace lw {

/// "Roughing cut", "Rapid, speeding up", "Belt swing, bent end": a row of the ladder.
[[nodiscard]] std::string titleOf(const AxisModel &m, const Finding &f);
/// One sentence with the numbers: "Roughing asks 1.05 N·m, the motor has 1.85 there."
[[nodiscard]] std::string sentenceOf(const AxisModel &m, const AxisState &s, const Finding &f);
/// Why it matters, one short sentence; what is missing when it is not known.
[[nodiscard]] std::string reasonOf(const AxisModel &m, const AxisState &s, const Finding &f);
/// What can hurt a person because of this very finding, with its figures; empty where nothing does.
[[nodiscard]] std::string dangerOf(const AxisModel &m, const AxisState &s, const Finding &f);
/// The same, else the usual caution beside such work while the finding does not hold: for report and command line.
[[nodiscard]] std::string cautionOf(const AxisModel &m, const AxisState &s, const Finding &f);
/// "1.05 of 1.85 N·m": demand of capacity.
[[nodiscard]] std::string figuresOf(const Finding &f);
/// "1.8×", or the quantity itself where the row has no rung.
[[nodiscard]] std::string marginText(const Finding &f);
[[nodiscard]] std::string timesText(double ratio);
/// "1.5–2.3×" when a band is known.
[[nodiscard]] std::string bandText(const Finding &f);
/// Inputs the check needs that are not known, in words.
[[nodiscard]] std::string missingOf(const AxisModel &m, const Finding &f);
/// Nothing is chosen yet, and the row waits for that alone: no error, a next step.
[[nodiscard]] bool waitsForDesign(const AxisModel &m, const Finding &f);
/// The first lever of a finding in words: its check's, or that a design has to be chosen first.
[[nodiscard]] std::string leverOf(const AxisModel &m, const Finding &f);
/// Demand or capacity in the row's unit, for JSON.
[[nodiscard]] double inRowUnit(const Finding &f, double si);
/// Where a finding's numbers live: the dimension of its unit.
[[nodiscard]] Dimension rowDimension(const Finding &f);

} // namespace lw
