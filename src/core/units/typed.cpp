#include "units/typed.h"
#include "units/shown_units.h"
#include "units/plain_number.h"
#include "units/quantity.h"
#include <unordered_map>
#include <muParser.h>
#include <algorithm>
#include <charconv>
#include <cmath>

namespace lw {
namespace {

using D = Dimension;
constexpr double inch = 0.0254;                // exact
constexpr double poundForce = 4.4482216152605; // exact
constexpr double ounceForce = poundForce / 16;

struct UnitRow {
    std::string_view text; ///< as typed, blanks and dots taken out, lower case unless case matters
    Dimension dimension;
    double factor;
};
// Longest first among those that begin alike; matching is by the longest text that fits.
constexpr UnitRow unitTable[] = {
    {"mm", D::Length, 1e-3},
    {"cm", D::Length, 1e-2},
    {"m", D::Length, 1},
    {"um", D::Length, 1e-6},
    {"µm", D::Length, 1e-6},
    {"μm", D::Length, 1e-6},
    {"inch", D::Length, inch},
    {"in", D::Length, inch},
    {"\"", D::Length, inch},
    {"ft", D::Length, 12 * inch},
    {"thou", D::Length, inch / 1000},
    {"mil", D::Length, inch / 1000},
    {"kg", D::Mass, 1},
    {"g", D::Mass, 1e-3},
    {"t", D::Mass, 1000},
    {"lb", D::Mass, 0.45359237},
    {"lbs", D::Mass, 0.45359237},
    {"oz", D::Mass, 0.45359237 / 16},
    {"N", D::Force, 1},
    {"kN", D::Force, 1e3},
    {"kgf", D::Force, standardGravity},
    {"gf", D::Force, standardGravity / 1000},
    {"lbf", D::Force, poundForce},
    {"ozf", D::Force, ounceForce},
    {"Nm", D::Torque, 1},
    {"Ncm", D::Torque, 1e-2},
    {"mNm", D::Torque, 1e-3},
    {"Nmm", D::Torque, 1e-3},
    {"ozfin", D::Torque, ounceForce *inch},
    {"ozin", D::Torque, ounceForce *inch},
    {"lbfin", D::Torque, poundForce *inch},
    {"lbin", D::Torque, poundForce *inch},
    {"lbfft", D::Torque, poundForce * 12 * inch},
    {"lbft", D::Torque, poundForce * 12 * inch},
    {"kgfcm", D::Torque, standardGravity / 100},
    {"kgcm", D::Torque, standardGravity / 100},
    {"kgm2", D::Inertia, 1},
    {"kgcm2", D::Inertia, 1e-4},
    {"gcm2", D::Inertia, 1e-7},
    {"lbin2", D::Inertia, 0.45359237 * inch *inch},
    {"ozin2", D::Inertia, 0.45359237 / 16 * inch *inch},
    {"ozfins2", D::Inertia, ounceForce *inch},
    {"kgm2/m", D::InertiaPerLength, 1},
    {"kgcm2/m", D::InertiaPerLength, 1e-4},
    {"mm/min", D::Speed, 1e-3 / 60},
    {"m/min", D::Speed, 1.0 / 60},
    {"mm/s", D::Speed, 1e-3},
    {"m/s", D::Speed, 1},
    {"ipm", D::Speed, inch / 60},
    {"in/min", D::Speed, inch / 60},
    {"m/s2", D::Acceleration, 1},
    {"mm/s2", D::Acceleration, 1e-3},
    {"in/s2", D::Acceleration, inch},
    {"rpm", D::RotationSpeed, 2 * pi / 60},
    {"r/min", D::RotationSpeed, 2 * pi / 60},
    {"rev/s", D::RotationSpeed, 2 * pi},
    {"s", D::Time, 1},
    {"ms", D::Time, 1e-3},
    {"us", D::Time, 1e-6},
    {"µs", D::Time, 1e-6},
    {"μs", D::Time, 1e-6},
    {"min", D::Time, 60},
    {"h", D::Time, 3600},
    {"A", D::Current, 1},
    {"mA", D::Current, 1e-3},
    {"V", D::Voltage, 1},
    {"mV", D::Voltage, 1e-3},
    {"ohm", D::Resistance, 1},
    {"ohms", D::Resistance, 1},
    {"Ω", D::Resistance, 1},
    {"Ω", D::Resistance, 1},
    {"mohm", D::Resistance, 1e-3},
    {"kohm", D::Resistance, 1e3},
    {"kΩ", D::Resistance, 1e3},
    {"Mohm", D::Resistance, 1e6},
    {"MOhm", D::Resistance, 1e6},
    {"MΩ", D::Resistance, 1e6},
    {"MΩ", D::Resistance, 1e6},
    {"mH", D::Inductance, 1e-3},
    {"H", D::Inductance, 1},
    {"uH", D::Inductance, 1e-6},
    {"W", D::Power, 1},
    {"kW", D::Power, 1e3},
    {"hp", D::Power, 745.69987158227},
    {"Hz", D::Frequency, 1},
    {"kHz", D::Frequency, 1e3},
    {"MHz", D::Frequency, 1e6},
    {"deg", D::Angle, pi / 180},
    {"°", D::Angle, pi / 180},
    {"arcmin", D::Angle, pi / 10800},
    {"arcsec", D::Angle, pi / 648000},
    {"rad", D::Angle, 1},
    {"N/um", D::Stiffness, 1e6},
    {"N/µm", D::Stiffness, 1e6},
    {"N/μm", D::Stiffness, 1e6},
    {"N/mm", D::Stiffness, 1e3},
    {"N/m", D::Stiffness, 1},
    {"lbf/in", D::Stiffness, poundForce / inch},
    {"Nm/rad", D::TorsionalStiffness, 1},
    {"N/mm2", D::Pressure, 1e6},
    {"MPa", D::Pressure, 1e6},
    {"GPa", D::Pressure, 1e9},
    {"psi", D::Pressure, poundForce / (inch * inch)},
    {"mm2", D::Area, 1e-6},
    {"EUR", D::Money, 1},
    {"€", D::Money, 1},
    {"USD", D::Money, 1},
    {"$", D::Money, 1},
    {"GBP", D::Money, 1},
    {"£", D::Money, 1},
    {"JPY", D::Money, 1},
    {"SEK", D::Money, 1},
    {"CHF", D::Money, 1},
    // Celsius within; a Fahrenheit reading is shifted where it is read, and stands alone
    {"C", D::Temperature, 1},
    {"degC", D::Temperature, 1},
    {"°C", D::Temperature, 1},
    {"F", D::Temperature, 1 / 1.8},
    {"degF", D::Temperature, 1 / 1.8},
    {"°F", D::Temperature, 1 / 1.8},
    {"%", D::Number, 0.01},
    {"T", D::Count, 1},
    {"teeth", D::Count, 1},
};

std::string_view dimensionName(Dimension d) {
    switch (d) {
    case D::Number: return "a plain number";
    case D::Count: return "a whole number";
    case D::Length: return "a length";
    case D::Lead: return "a travel per turn";
    case D::Mass: return "a mass";
    case D::Force: return "a force";
    case D::Torque: return "a torque";
    case D::Inertia: return "an inertia";
    case D::InertiaPerLength: return "an inertia per length";
    case D::Speed: return "a speed";
    case D::Acceleration: return "an acceleration";
    case D::RotationSpeed: return "a turning speed";
    case D::Time: return "a time";
    case D::Current: return "a current";
    case D::Voltage: return "a voltage";
    case D::Resistance: return "a resistance";
    case D::Inductance: return "an inductance";
    case D::Power: return "a power";
    case D::Frequency: return "a frequency";
    case D::Angle: return "an angle";
    case D::Stiffness: return "a stiffness";
    case D::TorsionalStiffness: return "a turning stiffness";
    case D::Pressure: return "a pressure";
    case D::Area: return "a cross-section";
    case D::Money: return "a price";
    case D::Temperature: return "a temperature in °C";
    }
    return "a value";
}

std::string examples(Dimension d, std::string_view number) {
    const std::string n(number);
    std::string first;
    int count = 0;
    if (d == D::Lead) return n + "mm or " + n + "tpi";
    for (const auto &u : unitTable)
        if (u.dimension == d && count < 3 && u.text != "m" && u.text != "t") {
            first += (count ? " or " : "") + n + std::string(u.text);
            if (++count == 2) break;
        }
    return first.empty() ? n : first;
}

/// Dimension rows usable for a field: a lead accepts lengths, and tpi is handled apart.
bool fits(Dimension unit, Dimension field) {
    return unit == field || (field == D::Lead && unit == D::Length) ||
           (field == D::Count && unit == D::Number && false);
}

struct Piece {
    enum Kind { Number, Unit, Operator } kind;
    std::string text;     ///< number with a decimal point, or operator
    std::size_t from, to; ///< in the source
    double factor = 1;
};

/// Longest unit text at position k; blanks, dots and stars between its parts are passed over. Prefers the field's
/// dimension.
const UnitRow *matchUnit(std::string_view s, std::size_t k, Dimension field, std::size_t &end) {
    const UnitRow *best = nullptr;
    std::size_t bestEnd = k;
    bool bestFits = false;
    for (const auto &row : unitTable) {
        std::size_t at = k;
        std::size_t q = 0;
        bool ok = true;
        while (q < row.text.size()) {
            if (q > 0) {
                std::size_t skip = at;
                for (;;) {
                    if (skip < s.size() && s[skip] == ' ')
                        ++skip;
                    else if (s.substr(skip).starts_with("·"))
                        skip += std::string_view("·").size();
                    else if (s.substr(skip).starts_with("⋅"))
                        skip += std::string_view("⋅").size();
                    else if (skip < s.size() && (s[skip] == '*' || s[skip] == '.') && skip + 1 < s.size() &&
                             isLetter(s[skip + 1]))
                        ++skip;
                    else
                        break;
                }
                if (skip > at && skip < s.size() && s[skip] == row.text[q]) at = skip;
            }
            if (row.text[q] == '2' && s.substr(at).starts_with("²")) {
                at += std::string_view("²").size();
                ++q;
                continue;
            }
            if (row.text[q] == '2' && at < s.size() && s[at] == '^') ++at;
            if (at >= s.size() || s[at] != row.text[q]) {
                ok = false;
                break;
            }
            ++at;
            ++q;
        }
        if (!ok) continue;
        // A unit made of letters must not run on into more letters.
        if (isLetter(row.text.back()) && at < s.size() && isLetter(s[at])) continue;
        const bool f = fits(row.dimension, field);
        if (!best || at > bestEnd || (at == bestEnd && f && !bestFits)) {
            best = &row;
            bestEnd = at;
            bestFits = f;
        }
    }
    end = bestEnd;
    return best;
}

tl::unexpected<TypedProblem> problem(std::string sentence, std::vector<std::string> meant = {}) {
    return tl::unexpected(TypedProblem{std::move(sentence), std::move(meant)});
}

std::optional<double> evaluateSum(const std::vector<Piece> &pieces, double scale) {
    std::string expression;
    for (const auto &p : pieces) {
        if (p.kind == Piece::Unit) {
            expression += "*" + generalNumber(p.factor * scale, 17);
        } else {
            expression += p.text;
        }
    }
    try {
        static thread_local mu::Parser parser;
        parser.SetExpr(expression);
        const double v = parser.Eval();
        return std::isfinite(v) ? std::optional<double>(v) : std::nullopt;
    } catch (const mu::Parser::exception_type &) { return {}; }
}

} // namespace

std::optional<double> unitInSi(std::string_view unit, Dimension dimension) {
    if (unit.empty() || unit == "-") return 1.0;
    if (dimension == D::Lead && unit == "mm/rev") return 1e-3;
    for (const auto &u : unitTable)
        if (u.text == unit && fits(u.dimension, dimension)) return u.factor;
    return {};
}

tl::expected<TypedValue, TypedProblem> readTyped(std::string_view source, Dimension dimension,
                                                 std::string_view fieldUnit) {
    std::string_view s = source;
    while (!s.empty() && (s.front() == ' ' || s.front() == '\t'))
        s.remove_prefix(1);
    while (!s.empty() && (s.back() == ' ' || s.back() == '\t'))
        s.remove_suffix(1);
    TypedValue out;
    if (s.starts_with("≈")) {
        s.remove_prefix(std::string_view("≈").size());
        out.guess = true;
    }
    for (const std::string_view word : {"about ", "approx. ", "approx ", "circa ", "ca. ", "ca ", "~"})
        if (s.size() > word.size() && s.starts_with(word)) {
            s.remove_prefix(word.size());
            while (!s.empty() && s.front() == ' ')
                s.remove_prefix(1);
            out.guess = out.rough = true;
            break;
        }
    if (!s.empty() && s.back() == '?') {
        s.remove_suffix(1);
        out.guess = true;
    }
    const std::string shown(s.substr(0, 40));
    if (s.empty()) return problem("Nothing typed; write " + examples(dimension, "5") + ", or leave it blank.");
    if (s.size() > 120)
        return problem("That is too long for a value. Write a number, such as " + examples(dimension, "5") + ".");

    // force @ arm is a torque
    if (dimension == D::Torque)
        if (const auto at = s.find('@'); at != std::string_view::npos) {
            const auto force = readTyped(s.substr(0, at), D::Force, "N");
            if (!force) return problem(force.error().sentence);
            const auto arm = readTyped(s.substr(at + 1), D::Length, "mm");
            if (!arm) return problem(arm.error().sentence);
            out.si = force->si * arm->si;
            out.unit = "@";
            return out;
        }

    // Thread counts: the lead is an inch over the number.
    if (dimension == D::Lead) {
        std::string low = lowerCase(s);
        while (!low.empty() && low.back() == ' ')
            low.pop_back();
        if (low.size() > 3 && low.ends_with("tpi")) {
            const auto n = readTyped(std::string_view(low).substr(0, low.size() - 3), D::Number, "");
            if (!n) return problem(n.error().sentence);
            if (!(n->si > 0)) return problem("'" + shown + "': a thread count must be above zero. Write 5tpi.");
            out.si = inch / n->si;
            out.unit = "tpi";
            return out;
        }
    }

    std::vector<Piece> pieces;
    bool anyUnit = false;
    for (std::size_t k = 0; k < s.size();) {
        const char c = s[k];
        if (c == ' ') {
            ++k;
            continue;
        }
        if (isDigit(c) || ((c == '.' || c == ',') && k + 1 < s.size() && isDigit(s[k + 1]))) {
            std::size_t e = k;
            std::string digits;
            std::size_t commas = 0, points = 0;
            while (e < s.size() &&
                   (isDigit(s[e]) || ((s[e] == '.' || s[e] == ',') && e + 1 < s.size() && isDigit(s[e + 1])))) {
                commas += s[e] == ',';
                points += s[e] == '.';
                digits += s[e++];
            }
            if (commas + points > 1)
                return problem("'" + digits +
                               "' has more than one decimal mark. Write thousands without a mark, such as 1500.");
            if (commas == 1) {
                const auto at = digits.find(',');
                const std::string before = digits.substr(0, at);
                const std::string after = digits.substr(at + 1);
                if (after.size() == 3 && !before.empty() && before != "0" && before.size() <= 3)
                    return problem("'" + digits + "' could be " + before + after + " or " + before + "." + after +
                                       ". Which one? Write it without the comma.",
                                   {before + after, before + "." + after});
                digits[at] = '.';
            }
            // exponent, as in 84e-6
            if (e < s.size() && (s[e] == 'e' || s[e] == 'E') && e + 1 < s.size() &&
                (isDigit(s[e + 1]) ||
                 ((s[e + 1] == '-' || s[e + 1] == '+') && e + 2 < s.size() && isDigit(s[e + 2])))) {
                digits += 'e';
                ++e;
                digits += s[e++];
                while (e < s.size() && isDigit(s[e]))
                    digits += s[e++];
            }
            if (digits.front() == '.') digits.insert(digits.begin(), '0');
            if (digits.size() > 40) return problem("'" + shown + "' has too many digits.");
            // "1 3/8in": a whole number before a fraction is added to it
            if (!pieces.empty() && pieces.back().kind == Piece::Number) {
                std::size_t f = e;
                while (f < s.size() && s[f] == ' ')
                    ++f;
                if (f >= s.size() || s[f] != '/')
                    return problem("'" + shown + "': two numbers side by side. Put an operator between them.");
                std::size_t g = f + 1;
                while (g < s.size() && (isDigit(s[g]) || s[g] == ' '))
                    ++g;
                std::string den;
                for (std::size_t q = f + 1; q < g; ++q)
                    if (isDigit(s[q])) den += s[q];
                if (den.empty()) return problem("'" + shown + "': the fraction has no lower number.");
                pieces.back().text = "(" + pieces.back().text + "+" + digits + "/" + den + ")";
                k = g;
                continue;
            }
            pieces.push_back({Piece::Number, digits, k, e});
            k = e;
            continue;
        }
        if (std::string_view("+-*/()").find(c) != std::string_view::npos) {
            pieces.push_back({Piece::Operator, std::string(1, c), k, k + 1});
            ++k;
            continue;
        }
        if (s.substr(k).starts_with("×") || s.substr(k).starts_with("−") || s.substr(k).starts_with("·")) {
            const bool minus = s.substr(k).starts_with("−");
            pieces.push_back({Piece::Operator, minus ? "-" : "*", k, k + 1});
            k += minus ? std::string_view("−").size() : std::string_view("×").size();
            continue;
        }
        std::size_t end = k;
        const auto *unit = matchUnit(s, k, dimension, end);
        if (!unit) {
            std::size_t e = k;
            while (e < s.size() && s[e] != ' ' && !isDigit(s[e]))
                ++e;
            const std::string word(s.substr(k, std::max<std::size_t>(1, e - k)));
            std::string number;
            for (const auto &p : pieces)
                if (p.kind == Piece::Number) number = p.text;
            if (number.empty())
                return problem("'" + shown + "' is not a value. Write " + examples(dimension, "5") + ".");
            std::vector<std::string> meant;
            if (dimension == D::Lead) meant = {number + "tpi", number + "mm"};
            return problem(shown + "? '" + word + "' is not a unit I know here. Write " + examples(dimension, number) +
                               ".",
                           meant);
        }
        if (pieces.empty() || pieces.back().kind == Piece::Operator) {
            if (pieces.empty() || pieces.back().text != ")") {
                if (unit->dimension == D::Money) { // a currency may stand in front
                    k = end;
                    continue;
                }
                return problem("'" + shown + "': a number is missing before " + std::string(unit->text) + ".");
            }
        }
        if (!fits(unit->dimension, dimension)) {
            std::string number;
            for (const auto &p : pieces)
                if (p.kind == Piece::Number) number = p.text;
            return problem("'" + shown + "': " + std::string(unit->text) + " is " +
                           std::string(dimensionName(unit->dimension)) + "; here goes " +
                           std::string(dimensionName(dimension)) + ". Write " + examples(dimension, number) + ".");
        }
        Piece p{Piece::Unit, std::string(unit->text), k, end};
        p.factor = unit->factor;
        pieces.push_back(p);
        out.unit = std::string(unit->text);
        anyUnit = true;
        k = end;
    }
    if (pieces.empty()) return problem("'" + shown + "' is not a value. Write " + examples(dimension, "5") + ".");

    const double own = unitInSi(fieldUnit, dimension).value_or(1.0);
    const bool fahrenheit = dimension == D::Temperature && anyUnit && out.unit.ends_with('F');
    double value = 0;
    if (pieces.size() <= 2 && pieces[0].kind == Piece::Number &&
        (pieces.size() == 1 || pieces[1].kind == Piece::Unit) && pieces[0].text.front() != '(') {
        const auto r = std::from_chars(pieces[0].text.data(), pieces[0].text.data() + pieces[0].text.size(), value);
        if (r.ec != std::errc()) return problem("'" + shown + "' is beyond any size a number can have.");
        if (fahrenheit) value -= 32;
        value *= pieces.size() == 2 ? pieces[1].factor : own;
    } else {
        if (fahrenheit) return problem("'" + shown + "': degrees Fahrenheit are read one at a time. Write 70F.");
        const auto at1 = evaluateSum(pieces, 1);
        if (!at1) return problem("'" + shown + "' cannot be worked out. Check the signs and brackets.");
        value = *at1;
        if (anyUnit) {
            // With units scaled by two a proper length sum doubles, and a pure ratio stays.
            const auto at2 = evaluateSum(pieces, 2);
            const double tiny = 1e-9 * std::fabs(value);
            if (dimension != D::Number && (!at2 || std::fabs(*at2 - 2 * value) > tiny))
                return problem("'" + shown +
                               "': some parts have a unit and some have none. Give each summand its unit.");
        } else {
            value *= own;
        }
    }
    // far beyond anything in a workshop, far below what the sums behind it can carry
    if (!std::isfinite(value) || std::fabs(value) > 1e30 || std::fabs(value / own) > 1e30)
        return problem("'" + shown + "' is beyond any size a machine can have. Check the exponent.");
    if (dimension == D::Count && std::fabs(value - std::round(value)) > 1e-9)
        return problem("'" + shown + "': a whole number is wanted here.");
    out.si = value;
    return out;
}

std::string numberText(double v, int significant) {
    if (!std::isfinite(v)) return "not known";
    if (v == 0) return "0";
    const int magnitude = static_cast<int>(std::floor(std::log10(std::fabs(v)) + 1e-12));
    const int decimals = std::clamp(significant - 1 - magnitude, 0, 9);
    const double scale = std::pow(10.0, std::max(0, magnitude + 1 - significant));
    const double rounded = decimals == 0 && scale > 1 && std::fabs(v) >= 1e5 ? std::round(v / scale) * scale : v;
    std::string t = fixedNumber(rounded, decimals);
    if (t.find('.') != std::string::npos) {
        while (t.back() == '0')
            t.pop_back();
        if (t.back() == '.') t.pop_back();
    }
    if (t == "-0") t = "0";
    if (t.front() == '-') t = "−" + t.substr(1);
    return t;
}

std::string valueText(double si, Dimension dimension, std::string_view unit, int significant) {
    if (dimension == D::Lead && unit == "tpi") return numberText(inch / si, significant);
    return numberText(si / unitInSi(unit, dimension).value_or(1.0), significant);
}

std::string_view inchUnit(std::string_view metric) {
    if (metric == "mm") return "in";
    if (metric == "um") return "thou";
    if (metric == "kg") return "lb";
    if (metric == "N") return "lbf";
    if (metric == "Nm") return "lbfin";
    if (metric == "mm/min") return "ipm";
    if (metric == "m/s2") return "in/s2";
    if (metric == "N/um") return "lbf/in";
    return metric;
}

std::string unitLabel(std::string_view unit) {
    if (unit == "Nm") return "N·m";
    if (unit == "um") return "µm";
    if (unit == "us") return "µs";
    if (unit == "N/um") return "N/µm";
    if (unit == "Nm/rad") return "N·m/rad";
    if (unit == "gcm2") return "g·cm²";
    if (unit == "kgm2") return "kg·m²";
    if (unit == "kgm2/m") return "kg·m²/m";
    if (unit == "m/s2") return "m/s²";
    if (unit == "mm/s2") return "mm/s²";
    if (unit == "in/s2") return "in/s²";
    if (unit == "mm2") return "mm²";
    if (unit == "lbfin") return "lbf·in";
    if (unit == "ohm") return "Ω";
    if (unit == "Mohm") return "MΩ";
    if (unit == "deg") return "°";
    if (unit == "arcmin") return "′";
    if (unit == "arcsec") return "″";
    if (unit == "C") return "°C";
    if (unit == "EUR") return "€";
    if (unit == "-") return "";
    return std::string(unit);
}

std::string stepTyped(std::string_view text, long steps) {
    // the last number that is not the power in a unit such as m/s2
    std::size_t from = std::string_view::npos, to = 0;
    for (std::size_t k = 0; k < text.size();) {
        if (isDigit(text[k])) {
            std::size_t e = k;
            while (e < text.size() && (isDigit(text[e]) || ((text[e] == '.' || text[e] == ',') && e + 1 < text.size() &&
                                                            isDigit(text[e + 1]))))
                ++e;
            const bool power = k > 0 && (isLetter(text[k - 1]) || text[k - 1] == '^');
            if (!power) {
                from = k;
                to = e;
            }
            k = e;
        } else {
            ++k;
        }
    }
    if (from == std::string_view::npos) return std::string(text);
    std::string number(text.substr(from, to - from));
    const auto mark = number.find_first_of(".,");
    const std::size_t decimals = mark == std::string::npos ? 0 : number.size() - mark - 1;
    const char sign = mark == std::string::npos ? '.' : number[mark];
    if (mark != std::string::npos) number.erase(mark, 1);
    if (number.size() > 15) return std::string(text);
    long long v = std::stoll(number) + steps;
    if (v < 0) v = 0;
    std::string digits = std::to_string(v);
    while (digits.size() <= decimals)
        digits.insert(digits.begin(), '0');
    if (decimals) digits.insert(digits.size() - decimals, 1, sign);
    return std::string(text.substr(0, from)) + digits + std::string(text.substr(to));
}

std::optional<SpreadRange> readSpread(std::string_view text, double nominal, Dimension dimension,
                                      std::string_view fieldUnit) {
    std::string t(text);
    for (std::size_t at; (at = t.find("×")) != std::string::npos;)
        t.replace(at, std::string_view("×").size(), "x");
    if (t.rfind("±", 0) == 0) {
        const auto v = readTyped(std::string_view(t).substr(std::string_view("±").size()), D::Number, "");
        if (!v || !(v->si > 0 && v->si < 1)) return {};
        return SpreadRange{nominal * (1 - v->si), nominal * (1 + v->si), false};
    }
    const auto dots = t.find("..");
    if (dots == std::string::npos) return {};
    const bool factor = t.front() == 'x';
    const std::string low = t.substr(factor ? 1 : 0, dots - (factor ? 1 : 0));
    const std::string high = t.substr(dots + 2);
    const auto a = readTyped(low, factor ? D::Number : dimension, factor ? "" : fieldUnit);
    const auto b = readTyped(high, factor ? D::Number : dimension, factor ? "" : fieldUnit);
    if (!a || !b || !(a->si > 0) || !(b->si > a->si)) return {};
    if (factor) return SpreadRange{nominal * a->si, nominal * b->si, true};
    return SpreadRange{a->si, b->si, false};
}

tl::expected<TypedValue, TypedProblem> readTypedAgain(std::string_view text, Dimension dimension,
                                                      std::string_view fieldUnit) {
    thread_local std::unordered_map<std::string, tl::expected<TypedValue, TypedProblem>> known;
    std::string key(text);
    key += '\n'; // no entry holds one
    key += static_cast<char>(' ' + static_cast<int>(dimension));
    key += fieldUnit;
    if (const auto it = known.find(key); it != known.end()) return it->second;
    if (known.size() > 4000) known.clear();
    return known.emplace(std::move(key), readTyped(text, dimension, fieldUnit)).first->second;
}

UnitSystem &shownUnits() {
    static UnitSystem units = UnitSystem::Metric;
    return units;
}
std::string_view shownUnit(std::string_view metric) {
    return shownUnits() == UnitSystem::Inch ? inchUnit(metric) : metric;
}
double shownScale(Dimension d, std::string_view metric) {
    const auto shown = shownUnit(metric);
    return shown == metric ? 1 : unitInSi(metric, d).value_or(1) / unitInSi(shown, d).value_or(1);
}
std::string shownNumber(double si, Dimension d, std::string_view metric, int significant) {
    const auto shown = shownUnit(metric);
    if (shown == metric || !(si == si)) return valueText(si, d, metric, significant);
    const double v = si / unitInSi(shown, d).value_or(1);
    if (shown == "in" && std::fabs(v) >= 0.005) return numberText(std::round(v * 2000) / 2000, 7);
    if (shown == "ipm" && std::fabs(v) >= 10) return numberText(std::round(v), 9);
    return numberText(v, significant);
}

std::string inShownUnits(std::string_view prose) {
    std::string out;
    for (std::size_t at = 0; at < prose.size();) {
        const auto open = prose.find('{', at), close = open == prose.npos ? open : prose.find('}', open);
        if (close == prose.npos) return out.append(prose.substr(at));
        out.append(prose.substr(at, open - at));
        auto inside = prose.substr(open + 1, close - open - 1);
        const auto unit = inside.substr(inside.rfind(' ') + 1);
        auto numbers = inside.substr(0, inside.size() - unit.size());
        if (const auto to = numbers.find(" to "); to != numbers.npos) {
            const auto low = readNumber(numbers.substr(0, to));
            out += (low ? shownNumber(*low * unitInSi(unit, Dimension::Length).value_or(1), Dimension::Length, unit, 2)
                        : std::string(numbers.substr(0, to))) +
                   " to ";
            numbers.remove_prefix(to + 4);
        }
        numbers.remove_suffix(1);
        const auto high = readNumber(numbers);
        out += high ? withUnit(*high * unitInSi(unit, Dimension::Length).value_or(1), Dimension::Length, unit, 3)
                    : std::string(inside);
        at = close + 1;
    }
    return out;
}

std::string withUnit(double si, Dimension d, std::string_view unit, int significant) {
    const std::string label = unitLabel(shownUnit(unit));
    return shownNumber(si, d, unit, significant) + (label.empty() || !(si == si) ? "" : "\u00a0" + label);
}

} // namespace lw
