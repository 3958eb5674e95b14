#include "proof/words/working.h"
#include "proof/check.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include <muParser.h>
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
/// What the row is judged by: capacity over demand, of exactly the two numbers shown.
void marginStep(const Finding &f, Steps &w) {
    if (!f.rung || f.missing || !std::isfinite(f.margin)) return;
    const auto d = rowDimension(f);
    const std::string u(f.unit);
    const bool torque = f.subject.at != Operating::None;
    // what cannot be done at all has no margin
    w.step("Margin", "M", f.capacity > 0 ? "C/D" : "0*C/D",
           {term("C", torque ? "given" : "limit", f.capacity, d, u),
            term("D", torque ? "asked" : "demand", f.demand, d, u)},
           f.margin);
}
} // namespace

std::string sourceTitle(std::string_view key) {
    static constexpr struct {
        std::string_view key, title;
    } titles[] = {{"EB-1", "energy balance over one turn"},
                  {"MECH", "statics and mechanics of materials"},
                  {"KIN", "kinematics"},
                  {"KIENZLE", "cutting-force equation, handbook constants"},
                  {"MILL-MECH", "mechanistic milling model"},
                  {"BEAM", "beam and column theory"},
                  {"PMSM-CIRCLE", "current and voltage circles of a two-phase machine"},
                  {"EQUAL-AREA", "equal-area criterion"},
                  {"BELT-GEOM", "geometry of the open belt"},
                  {"ISO-5294", "ISO 5294 pulleys"},
                  {"ISO-5295", "ISO 5295 form of belt rating"},
                  {"ISO-5296", "ISO 5296 belts"},
                  {"ISO-286", "ISO 286 limits and fits"},
                  {"ISO-492", "ISO 492 limits of rolling bearings"},
                  {"ISO-5753", "ISO 5753-1 radial clearance of bearings"},
                  {"JIS-B1192", "JIS B 1192 ball screws"},
                  {"HERTZ", "Hertz contact"},
                  {"RATIONAL", "exact fractions"},
                  {"LEAST-SQUARES", "least squares, statistics text"},
                  {"NEWTON-COOLING", "one exponential, law of cooling"},
                  {"ISO-13528", "ISO 13528, number E_n"},
                  {"DERIVED", "arithmetic"},
                  {"ASSUMED", "our own choice"},
                  {"PRACTICE", "common practice"},
                  {"SCREW-TEXT", "power screw, machine-design text"},
                  {"BOYLE", "Boyle's law"}};
    for (const auto &t : titles)
        if (t.key == key) return std::string(t.title);
    return std::string(key);
}

Working explain(const AxisModel &m, const AxisState &s, const Finding &f) {
    Working w;
    w.source = f.check->source;
    w.sourceTitle = sourceTitle(w.source);
    if (!f.missing) {
        Steps steps(w);
        if (f.check->work) f.check->work({m, s}, f, steps);
        marginStep(f, steps);
    }
    for (const auto &step : w.steps)
        for (const auto &t : step.terms)
            if (t.standing == Standing::Assumed) {
                std::string a = t.name + " assumed";
                if (std::find(w.assumptions.begin(), w.assumptions.end(), a) == w.assumptions.end())
                    w.assumptions.push_back(a);
            }
    return w;
}

double recompute(const WorkingStep &step) {
    try {
        mu::Parser parser;
        parser.DefineConst("pi", pi);
        parser.DefineFun("floor", static_cast<double (*)(double)>(std::floor));
        for (const auto &t : step.terms)
            parser.DefineConst(t.symbol, t.si);
        parser.SetExpr(step.formula);
        return parser.Eval();
    } catch (const mu::Parser::exception_type &) { return notKnown; }
}

namespace {
const std::pair<std::string_view, std::string_view> greek[] = {
    {"eta", "η"}, {"pi", "π"}, {"alpha", "α"}, {"beta", "β"},   {"rho", "ρ"},   {"theta", "θ"},
    {"phi", "φ"}, {"mu", "µ"}, {"sigma", "σ"}, {"lambda", "λ"}, {"kappa", "κ"}, {"sqrt", "√"}};

/// Walks the formula, handing each word to `name`.
template <class F> std::string rewrite(const std::string &formula, F &&name) {
    std::string out;
    for (std::size_t k = 0; k < formula.size();) {
        const char c = formula[k];
        if (isLetter(c)) {
            std::size_t e = k;
            while (e < formula.size() && (isLetter(formula[e]) || isDigit(formula[e]) || formula[e] == '_'))
                ++e;
            out += name(formula.substr(k, e - k));
            k = e;
        } else if (isDigit(c)) {
            while (k < formula.size() && (isDigit(formula[k]) || formula[k] == '.'))
                out += formula[k++];
        } else {
            if (c == '*')
                out += " · ";
            else if (c == '/')
                out += " / ";
            else if (c == '^' && k + 1 < formula.size() && formula[k + 1] == '2') {
                out += "²";
                ++k;
            } else if (c == '-')
                out += "−";
            else
                out += c;
            ++k;
        }
    }
    return out;
}
} // namespace

std::string formulaText(const std::string &formula) {
    return rewrite(formula, [](const std::string &word) {
        std::string out;
        std::size_t k = 0;
        while (k <= word.size()) {
            const auto bar = std::min(word.find('_', k), word.size());
            std::string part = word.substr(k, bar - k);
            for (const auto &[from, to] : greek)
                if (part == from) part = to;
            out += (k ? " " : "") + part;
            k = bar + 1;
        }
        return out;
    });
}

std::string figuresText(const WorkingStep &step) {
    return rewrite(step.formula, [&](const std::string &word) -> std::string {
        for (const auto &t : step.terms)
            if (t.symbol == word) {
                if (std::fabs(t.si) >= 1e5 || (t.si != 0 && std::fabs(t.si) < 1e-3)) return generalNumber(t.si, 3);
                return numberText(t.si, 4);
            }
        return word == "pi" ? "π" : word == "sqrt" ? "√" : word;
    });
}

} // namespace lw
