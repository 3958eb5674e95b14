// The working of a finding: formula, numbers put in, result, source, assumptions. Made only when somebody looks.
#pragma once

#include "proof/evaluate.h"
#include "units/typed.h"
#include <string>
#include <vector>

namespace lw {

struct Term {
    std::string symbol, name;
    double si = 0;
    Standing standing = Standing::Computed;
    Dimension dimension = Dimension::Number;
    std::string unit; ///< to show it in
};
/// One line: symbol = formula of its terms. The formula is plain text that can be worked out again (SI inside).
struct WorkingStep {
    std::string name, symbol, formula;
    std::vector<Term> terms;
    double result = 0; ///< SI, as the evaluation has it
    Dimension dimension = Dimension::Number;
    std::string unit;
};
struct Working {
    std::vector<WorkingStep> steps;
    std::string source;      ///< key of docs/sources.md
    std::string sourceTitle; ///< the same in words
    std::vector<std::string> assumptions;
};

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
