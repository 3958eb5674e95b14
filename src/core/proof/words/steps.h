// The steps of a working: formula, numbers put in, result. Checks and stages write them; words/working shows them.
#pragma once

#include "machine/known.h"
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

inline Term term(std::string symbol, std::string name, double v, Dimension d = Dimension::Number, std::string unit = {},
                 Standing s = Standing::Computed) {
    return {std::move(symbol), std::move(name), v, s, d, std::move(unit)};
}
inline Term term(std::string symbol, std::string name, const Known &k, Dimension d = Dimension::Number,
                 std::string unit = {}) {
    return {std::move(symbol), std::move(name), k.v, k.standing, d, std::move(unit)};
}
inline Term constant(std::string symbol, std::string name, double v) {
    return {std::move(symbol), std::move(name), v, Standing::Stated, Dimension::Number, {}};
}
inline Term newtonTerm(std::string symbol, std::string name, double v, Standing s = Standing::Computed) {
    return term(std::move(symbol), std::move(name), v, Dimension::Force, "N", s);
}

/// Writes a working step by step.
class Steps {
public:
    explicit Steps(Working &w) : m_working(w) {}
    void step(std::string name, std::string symbol, std::string formula, std::vector<Term> terms, double result,
              Dimension d = Dimension::Number, std::string unit = {}) {
        m_working.steps.push_back(
            {std::move(name), std::move(symbol), std::move(formula), std::move(terms), result, d, std::move(unit)});
    }
    void assume(std::string what) { m_working.assumptions.push_back(std::move(what)); }

private:
    Working &m_working;
};

} // namespace lw
