// The working of a finding: formula, numbers put in, result, source, assumptions. Made only when somebody looks.
#pragma once

#include "proof/evaluate.h"
#include "proof/words/steps.h"
#include "units/typed.h"
#include <string>
#include <vector>

namespace lw {

[[nodiscard]] Working explain(const AxisModel &m, const AxisState &s, const Finding &f);
/// The formula with its terms, worked out; NaN when it cannot be.
[[nodiscard]] double recompute(const WorkingStep &step);
/// "F_cut + k_cold*F_pull" as a machinist writes it: "F cut + k cold · F pull".
[[nodiscard]] std::string formulaText(const std::string &formula);
/// The formula with its numbers put in.
[[nodiscard]] std::string figuresText(const WorkingStep &step);
/// Title behind a source key.
[[nodiscard]] std::string sourceTitle(std::string_view key);

} // namespace lw
