// What a code printed on a belt or pulley says, and toleranced sizes such as "10 H7".
#include "drive/belt.h"
#include <algorithm>
#include <charconv>
#include <cmath>
#include <cctype>

namespace lw {
namespace {

std::string tidy(std::string_view text) {
    std::string t;
    for (char c : text) t += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    for (const std::string_view from : {"×", "–", "−"})
        for (std::size_t at; (at = t.find(from)) != std::string::npos;) t.replace(at, from.size(), from == "×" ? "X" : "-");
    std::string out;
    for (char c : t) out += (c == ',') ? '.' : (c == '_' ? ' ' : c);
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
        if (std::isdigit(static_cast<unsigned char>(c))) {
            double v = 0;
            const auto r = std::from_chars(t.data() + k, t.data() + t.size(), v, std::chars_format::fixed);
            std::size_t end = static_cast<std::size_t>(r.ptr - t.data());
            // "5M", "3GT", "2MGT": a digit glued to M or G names a profile
            if (v < 100 && end < t.size() && (t[end] == 'M' || t[end] == 'G')) {
                std::size_t e = end;
                while (e < t.size() && std::isalpha(static_cast<unsigned char>(t[e]))) ++e;
                const std::string word = t.substr(k, e - k);
                if (beltProfile(word)) {
                    out.push_back({false, 0, word});
                    k = e;
                    continue;
                }
            }
            out.push_back({true, v, t.substr(k, end - k)});
            k = end;
        } else if (std::isalpha(static_cast<unsigned char>(c))) {
            std::size_t e = k;
            while (e < t.size() && std::isalpha(static_cast<unsigned char>(t[e]))) ++e;
            std::string word = t.substr(k, e - k);
            // "T5", "AT10", "T2.5", "GT2", "G3M", "S5M": letters and the digits that belong to them
            if ((word == "T" || word == "AT" || word == "GT" || word == "G" || word == "S") && e < t.size() &&
                std::isdigit(static_cast<unsigned char>(t[e]))) {
                std::size_t d = e;
                while (d < t.size() && (std::isdigit(static_cast<unsigned char>(t[d])) || (t[d] == '.' && word[0] != 'G'))) ++d;
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

bool isInch(std::string_view profile) { return profile == "MXL" || profile == "XL" || profile == "L" || profile == "H"; }

double inchWidth(const std::string &code, double value) {
    static constexpr struct {
        const char *code;
        double mm;
    } table[] = {{"012", 3.175}, {"019", 4.7625}, {"025", 6.35}, {"031", 7.9375}, {"037", 9.525}, {"050", 12.7},
                 {"075", 19.05}, {"100", 25.4},   {"150", 38.1}, {"200", 50.8},   {"300", 76.2}};
    for (const auto &row : table)
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
                    "'" + std::string(text.substr(0, 60)) + "' is not a belt or pulley code I know. Write 375-5M-15, 150 XL 037 or 16 T5/500.");
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
        // "GT2" with a length and a width means the 2 mm pitch; alone, or "GT3" (a generation), the pitch must be asked.
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

namespace {
// Standard tolerances IT6 and IT7 in micrometres by nominal range (upper limit included), ISO 286-1 table 1.
constexpr struct {
    double upTo, it6, it7;
} itTable[] = {{3, 6, 10}, {6, 8, 12}, {10, 9, 15}, {18, 11, 18}, {30, 13, 21}, {50, 16, 25}, {80, 19, 30}, {120, 22, 35}};
} // namespace

Result<ToleratedSize> readToleratedSize(std::string_view text) {
    const auto bad = [&] {
        return fail(CalcErrorCode::BadText, "size", 0, 0, "'" + std::string(text.substr(0, 40)) + "' is not a size. Write 10 H7, 10 h6, or what the micrometer says: 13.99.");
    };
    std::string t;
    for (char c : text)
        if (c != ' ') t += c == ',' ? '.' : c;
    double v = 0;
    const auto r = std::from_chars(t.data(), t.data() + t.size(), v);
    if (r.ec != std::errc() || !(v > 0) || v > 500) return bad();
    std::string_view rest(r.ptr, static_cast<std::size_t>(t.data() + t.size() - r.ptr));
    if (rest.starts_with("mm")) rest.remove_prefix(2);
    if (rest.starts_with("in") || rest.starts_with("\"")) {
        v *= 25.4;
        rest = {};
    }
    ToleratedSize s{v, {0, 0}, false};
    if (rest.empty()) return s;
    for (const auto &row : itTable)
        if (v <= row.upTo) {
            if (rest == "H7") s.band = {row.it7, 0};
            else if (rest == "H6") s.band = {row.it6, 0};
            else if (rest == "h6") s.band = {0, -row.it6};
            else if (rest == "h7") s.band = {0, -row.it7};
            else return bad();
            s.toleranced = true;
            return s;
        }
    return bad();
}

} // namespace lw
