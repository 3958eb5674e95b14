// What a code printed on a belt or pulley says, and toleranced sizes such as "10 H7".
#include "drive/belt.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <charconv>
#include <cmath>

namespace lw {
namespace {

std::string tidy(std::string_view text) {
    std::string t = upperCase(text);
    for (const std::string_view from : {"×", "–", "−"})
        for (std::size_t at; (at = t.find(from)) != std::string::npos;)
            t.replace(at, from.size(), from == "×" ? "X" : "-");
    std::string out;
    for (char c : t)
        out += (c == ',') ? '.' : (c == '_' ? ' ' : c);
    return out;
}

struct Token {
    bool number;
    double value;
    std::string word;
};

/// Numbers and words, separators dropped. A profile such as T2.5 or 5M stays one word.
std::vector<Token> tokens(const std::string &t) {
    std::vector<Token> out;
    std::size_t k = 0;
    while (k < t.size()) {
        const char c = t[k];
        if (isDigit(c)) {
            double v = 0;
            const auto r = std::from_chars(t.data() + k, t.data() + t.size(), v, std::chars_format::fixed);
            std::size_t end = static_cast<std::size_t>(r.ptr - t.data());
            // "5M", "3GT", "2MGT": a digit glued to M or G names a profile
            if (v < 100 && end < t.size() && (t[end] == 'M' || t[end] == 'G')) {
                std::size_t e = end;
                while (e < t.size() && isLetter(t[e]))
                    ++e;
                const std::string word = t.substr(k, e - k);
                if (beltProfile(word)) {
                    out.push_back({false, 0, word});
                    k = e;
                    continue;
                }
            }
            out.push_back({true, v, t.substr(k, end - k)});
            k = end;
        } else if (isLetter(c)) {
            std::size_t e = k;
            while (e < t.size() && isLetter(t[e]))
                ++e;
            std::string word = t.substr(k, e - k);
            // "T5", "AT10", "T2.5", "GT2", "G3M", "S5M": letters and the digits that belong to them
            if ((word == "T" || word == "AT" || word == "GT" || word == "G" || word == "S") && e < t.size() &&
                isDigit(t[e])) {
                std::size_t d = e;
                while (d < t.size() && (isDigit(t[d]) || (t[d] == '.' && word[0] != 'G')))
                    ++d;
                word += t.substr(e, d - e);
                if (d < t.size() && t[d] == 'M' && (word[0] == 'G' || word[0] == 'S')) word += t[d++];
                e = d;
            }
            out.push_back({false, 0, word});
            k = e;
        } else {
            ++k;
        }
    }
    return out;
}

bool isInch(std::string_view profile) {
    return profile == "MXL" || profile == "XL" || profile == "L" || profile == "H";
}

constexpr struct {
    const char *code;
    double mm;
} inchWidths[] = {{"012", 3.175}, {"019", 4.7625}, {"025", 6.35}, {"031", 7.9375}, {"037", 9.525}, {"050", 12.7},
                  {"075", 19.05}, {"100", 25.4},   {"150", 38.1}, {"200", 50.8},   {"300", 76.2}};
double inchWidth(const std::string &code, double value) {
    for (const auto &row : inchWidths)
        if (code == row.code) return row.mm;
    return value / 100 * 25.4;
}

bool nearWhole(double v) { return std::fabs(v - std::round(v)) < 1e-6; }

void asBelt(Designation &d, double lengthMm) {
    d.kind = Designation::Kind::Belt;
    d.lengthMm = lengthMm;
    d.beltTeeth = lengthMm / d.profile->pitch;
    d.wholeTeeth = nearWhole(*d.beltTeeth);
    if (*d.wholeTeeth) d.beltTeeth = std::round(*d.beltTeeth);
}

void asPulley(Designation &d, double teeth) {
    d.kind = Designation::Kind::Pulley;
    d.pulleyTeeth = static_cast<int>(std::round(teeth));
}

void inchBelt(Designation &d, double codeNumber) {
    const double inches = codeNumber / 10;
    const double teeth = inches * 25.4 / d.profile->pitch;
    d.kind = Designation::Kind::Belt;
    d.lengthFromCodeMm = inches * 25.4;
    if (std::fabs(teeth - std::round(teeth)) <= 0.15) { // codes are cut or rounded: go through the teeth
        d.beltTeeth = std::round(teeth);
        d.wholeTeeth = true;
        d.lengthMm = *d.beltTeeth * d.profile->pitch;
        d.lengthInch = *d.lengthMm / 25.4;
    } else {
        d.beltTeeth = teeth;
        d.wholeTeeth = false;
        d.lengthMm = inches * 25.4;
        d.lengthInch = inches;
    }
}
} // namespace

Result<Designation> readDesignation(std::string_view text, std::optional<std::string_view> kind) {
    const auto bad = [&] {
        return fail(CalcErrorCode::BadText, "text", 0, 0,
                    "'" + std::string(text.substr(0, 60)) +
                        "' is not a belt or pulley code I know. Write 375-5M-15, 150 XL 037 or 16 T5/500.");
    };
    if (text.size() > 80) return bad();
    const auto t = tokens(tidy(text));
    std::size_t at = t.size();
    Designation d;
    bool tradeName = false;
    for (std::size_t k = 0; k < t.size(); ++k) {
        if (t[k].number) continue;
        const auto &w = t[k].word;
        if (w == "GT" || w == "GT2" || w == "GT3" || w == "GT5" || w == "MGT") {
            tradeName = true;
            at = k;
            break;
        }
        if (const auto *p = beltProfile(w)) {
            d.profile = p;
            at = k;
            break;
        }
    }
    if (at == t.size()) return bad();
    std::vector<Token> before;
    std::vector<Token> after;
    for (std::size_t k = 0; k < t.size(); ++k)
        if (t[k].number) (k < at ? before : after).push_back(t[k]);
    using K = Designation::Kind;
    if (tradeName) {
        // "GT2" with a length and a width means the 2 mm pitch; alone, or "GT3" (a generation), the pitch must be
        // asked.
        if (t[at].word == "GT2" && before.size() == 1 && after.size() == 1) {
            d.profile = beltProfile("G2M");
        } else {
            d.kind = K::AskPitch;
            d.possible = {"G2M", "G3M", "G5M"};
            if (before.size() == 1 && after.size() == 1) d.width = after[0].value;
            return d;
        }
    }
    for (const auto &list : {before, after})
        for (const auto &n : list)
            if (!(n.value > 0) || n.value > 1e5) return bad();
    const std::string_view name = d.profile->name;
    const bool asksPulley = kind && *kind == "pulley";
    const bool asksBelt = kind && *kind == "belt";
    if (name[0] == 'T' || name[0] == 'A') { // width / profile / length; a pulley has its teeth and flanges last
        if (before.empty() && after.size() == 1) {
            asBelt(d, after[0].value);
            return d;
        }
        if (before.size() != 1 || after.empty()) return bad();
        if (after.size() == 2 || asksPulley) {
            asPulley(d, after[0].value);
            // A printed pulley width is about 11 mm over its belt; take the nearest usual width below.
            for (double w : usualWidths(name))
                if (w <= before[0].value) d.width = w;
            return d;
        }
        d.width = before[0].value;
        asBelt(d, after[0].value);
        return d;
    }
    if (before.size() != 1) return bad();
    const double n = before[0].value;
    if (isInch(name)) {
        if (!after.empty()) d.width = inchWidth(after[0].word, after[0].value);
        d.codeUnclear = name == "MXL";
        const bool tooShortForBelt = n / 10 * 25.4 / d.profile->pitch < 20 && nearWhole(n);
        if (asksPulley || (!asksBelt && tooShortForBelt)) {
            asPulley(d, n);
            return d;
        }
        inchBelt(d, n);
        return d;
    }
    if (!after.empty()) d.width = after[0].value;
    if (asksBelt || (!asksPulley && n >= 160)) {
        asBelt(d, n);
    } else if (asksPulley || n <= 72) {
        if (!nearWhole(n)) return bad();
        asPulley(d, n);
    } else {
        d.kind = K::Ask;
        d.beltTeethIfBelt = n / d.profile->pitch;
        d.pulleyTeethIfPulley = static_cast<int>(std::round(n));
    }
    return d;
}

std::string beltCode(const BeltProfile &p, int teeth, double widthMm) {
    const double length = teeth * p.pitch;
    if (isInch(p.name)) { // tenths of an inch, as printed rounded; the width in hundredths, cut
        std::string width = zeroPadded(std::lround(widthMm / 25.4 * 100), 3);
        for (const auto &row : inchWidths)
            if (std::fabs(row.mm - widthMm) < 0.05) width = row.code;
        return numberText(std::round(length / 25.4 * 10), 6) + " " + std::string(p.name) + " " + width;
    }
    if (p.name[0] == 'T' || p.name[0] == 'A')
        return numberText(widthMm, 5) + " " + std::string(p.name) + "/" + numberText(length, 6);
    return numberText(length, 6) + "-" + std::string(p.name) + "-" + numberText(widthMm, 5);
}

namespace {
// ISO 286-1 and -2, micrometres, by nominal range (upper limit included), up to 120 mm. From memory; held against the
// formulas of the standard in the tests.
constexpr std::size_t steps = 8;
constexpr double upTo[steps] = {3, 6, 10, 18, 30, 50, 80, 120};
constexpr int leastGrade = 4, mostGrade = 11;
constexpr double it[steps][mostGrade - leastGrade + 1] = {
    {3, 4, 6, 10, 14, 25, 40, 60},     {4, 5, 8, 12, 18, 30, 48, 75},     {4, 6, 9, 15, 22, 36, 58, 90},
    {5, 8, 11, 18, 27, 43, 70, 110},   {6, 9, 13, 21, 33, 52, 84, 130},   {7, 11, 16, 25, 39, 62, 100, 160},
    {8, 13, 19, 30, 46, 74, 120, 190}, {10, 15, 22, 35, 54, 87, 140, 220}};
struct Deviation {
    char letter;
    double um[steps]; ///< f, g, h: the upper one of a shaft; k, m, n, p: the lower one
};
constexpr Deviation deviations[] = {{'f', {-6, -10, -13, -16, -20, -25, -30, -36}},
                                    {'g', {-2, -4, -5, -6, -7, -9, -10, -12}},
                                    {'h', {0, 0, 0, 0, 0, 0, 0, 0}},
                                    {'k', {0, 1, 1, 1, 2, 2, 2, 3}},
                                    {'m', {2, 4, 6, 7, 8, 9, 11, 13}},
                                    {'n', {4, 8, 10, 12, 15, 17, 20, 23}},
                                    {'p', {6, 12, 15, 18, 22, 26, 32, 37}}};
constexpr double upperJ6[steps] = {2, 5, 5, 6, 8, 10, 13, 16}, upperJ7[steps] = {4, 6, 8, 10, 12, 14, 18, 22},
                 upperj5[steps] = {2, 3, 4, 5, 5, 6, 6, 6}, upperj6[steps] = {4, 6, 7, 8, 9, 11, 12, 13};

/// The band of a class such as h6, K7, js5; none when the table has it not.
std::optional<ToleranceBand> bandOf(std::string_view cls, double nominalMm) {
    std::size_t row = 0;
    while (row < steps && nominalMm > upTo[row] * (1 + 1e-12))
        ++row;
    const std::size_t letters = cls.size() > 1 && !isDigit(cls[1]) ? 2 : 1;
    int grade = 0;
    const auto r = std::from_chars(cls.data() + std::min(letters, cls.size()), cls.data() + cls.size(), grade);
    if (row == steps || r.ec != std::errc() || r.ptr != cls.data() + cls.size() || grade < leastGrade ||
        grade > mostGrade)
        return {};
    const double width = it[row][grade - leastGrade];
    const bool hole = cls[0] >= 'A' && cls[0] <= 'Z';
    if (letters == 2)
        return cls.substr(0, 2) == (hole ? "JS" : "js") ? std::optional<ToleranceBand>({width / 2, -width / 2})
                                                        : std::nullopt;
    const auto upper = [&](const double(&table)[steps]) {
        return std::optional<ToleranceBand>({table[row], table[row] - width});
    };
    if (cls == "J6") return upper(upperJ6);
    if (cls == "J7") return upper(upperJ7);
    if (cls == "j5") return upper(upperj5);
    if (cls == "j6") return upper(upperj6);
    if (cls == "N9") return row == 0 ? ToleranceBand{-4, -29} : ToleranceBand{0, -width};
    for (const auto &d : deviations) {
        if (d.letter != lowerCase(cls[0])) continue;
        const double v = d.um[row];
        const bool clears = d.letter <= 'h';
        if (!hole) {
            if (d.letter == 'k' && grade > 7) return {};
            return clears ? ToleranceBand{v, v - width} : ToleranceBand{v + width, v};
        }
        if (clears) return ToleranceBand{-v + width, -v};
        if (d.letter != 'p' && grade > 8) return {};
        const bool finer = row > 0 && grade > leastGrade && (d.letter != 'p' || grade <= 7);
        const double top = -v + (finer ? width - it[row][grade - leastGrade - 1] : 0);
        return ToleranceBand{top, top - width};
    }
    return {};
}
} // namespace

Result<ToleratedSize> readToleratedSize(std::string_view text) {
    const auto bad = [&](const std::string &why) {
        return fail(CalcErrorCode::BadText, "size", 0, 0, "'" + std::string(text.substr(0, 40)) + "' " + why);
    };
    std::string t;
    for (char c : text)
        if (c != ' ') t += c == ',' ? '.' : c;
    double v = 0;
    const auto r = std::from_chars(t.data(), t.data() + t.size(), v);
    if (r.ec != std::errc() || !(v > 0) || v > 500)
        return bad("is not a size. Write 10 H7, 0.5in h6, or what the micrometer says: 13.99.");
    std::string_view rest(r.ptr, static_cast<std::size_t>(t.data() + t.size() - r.ptr));
    bool inch = false;
    if (rest.starts_with("mm")) rest.remove_prefix(2);
    for (const std::string_view unit : {"inch", "in", "\""})
        if (!inch && rest.starts_with(unit)) {
            inch = true;
            rest.remove_prefix(unit.size());
        }
    if (inch) v *= 25.4;
    if (v > 500) return bad("is not a size. Write 10 H7, 0.5in h6, or what the micrometer says: 13.99.");
    if (rest.empty()) return ToleratedSize{v, {0, 0}, false};
    if (v > upTo[steps - 1]) return bad("is beyond the table of fits, 120 mm. Write what the micrometer says.");
    if (const auto band = bandOf(rest, v)) return ToleratedSize{v, *band, true};
    return bad("has a class that is not in the table: f g h j js k m n p, holes in capitals, grades 4 to 11. Write "
               "what the micrometer says instead.");
}

} // namespace lw
