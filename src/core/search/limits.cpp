#include "search/limits.h"
#include "machine/fields.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
constexpr LimitSpec specs[limitCount] = {
    {"budget", "Price at most", "EUR", "dearer designs"},
    {"volts", "Supply at most", "V", "higher voltages"},
    {"face_mm", "Face at most", "mm", "larger motor faces"},
    {"motor_length_mm", "Motor length", "mm", "longer motors"},
    {"keep_screw", "Keep the screw", "", "a new screw"},
    {"keep_thread", "Keep the thread", "", "another thread"},
    {"loop", "Open or closed", "", "the other kind of motor"},
    {"stages", "Belts in a row", "", "a belt"},
    {"lead_days", "Wait, days", "days", "parts that take longer"},
    {"turning", "Turning of pulleys", "", "pulleys bored out at home"},
};
double SizeLimits::*numberOf(LimitKey k) {
    switch (k) {
    case LimitKey::Budget: return &SizeLimits::budget;
    case LimitKey::Volts: return &SizeLimits::volts;
    case LimitKey::Face: return &SizeLimits::faceMm;
    case LimitKey::MotorLength: return &SizeLimits::motorLengthMm;
    case LimitKey::Stages: return &SizeLimits::stages;
    case LimitKey::LeadDays: return &SizeLimits::leadDays;
    default: return nullptr;
    }
}
bool SizeLimits::*flagOf(LimitKey k) {
    switch (k) {
    case LimitKey::KeepScrew: return &SizeLimits::keepScrew;
    case LimitKey::KeepThread: return &SizeLimits::keepThread;
    case LimitKey::Turning: return &SizeLimits::noTurning;
    default: return nullptr;
    }
}
} // namespace

const LimitSpec &limitSpec(LimitKey k) { return specs[std::size_t(k)]; }
std::optional<LimitKey> limitFromKey(std::string_view key) {
    for (std::size_t k = 0; k < limitCount; ++k)
        if (specs[k].key == key) return LimitKey(k);
    return {};
}

bool SizeLimits::set(LimitKey k) const { return !shown(k).empty(); }
std::string SizeLimits::shown(LimitKey k) const {
    if (const auto n = numberOf(k)) return this->*n == this->*n ? numberText(this->*n, 6) : "";
    if (const auto f = flagOf(k)) return this->*f ? (k == LimitKey::Turning ? "no" : "yes") : "";
    return loop;
}
std::string SizeLimits::take(LimitKey k, std::string_view text) {
    const auto quoted = std::string(specs[std::size_t(k)].key) + " '" + std::string(text) + "'";
    const bool none = text == "none" || text.empty();
    if (const auto n = numberOf(k)) {
        if (none) return this->*n = notKnown, "";
        const auto read = readTyped(std::string(text), Dimension::Number, "");
        if (!read) return quoted + " is no number.";
        if (!(read->si >= 0)) return quoted + " cannot be below zero.";
        this->*n = read->si;
        return {};
    }
    if (const auto f = flagOf(k)) {
        if (!none && text != "yes" && text != "no") return quoted + " must be yes or no.";
        this->*f = text == (k == LimitKey::Turning ? "no" : "yes"); // no turning is the limit
        return {};
    }
    if (!none && text != "open" && text != "closed") return quoted + " must be open or closed.";
    loop = none ? "" : std::string(text);
    return {};
}

std::set<std::string> haveOf(const nlohmann::json &project) {
    std::set<std::string> out;
    if (const auto *box = nodeAt(project, "/junk_box"); box && box->is_object())
        for (const auto &[id, row] : box->items())
            if (const auto name = textAt(row, "/name"); !name.empty()) out.insert(name);
    return out;
}

namespace {
/// Figures with what stands behind them, and words, of a name or of what was typed: "57mm", "1.9nm", "supply".
std::set<std::string> tokensOf(std::string_view text) {
    std::set<std::string> out;
    std::string flat;
    for (const char c : text)
        flat += c == ',' || c == '(' || c == ')' ? ' ' : lowerCase(c);
    for (const auto &[from, to] : {std::pair{"n·m", "nm"}, {"n m", "nm"}, {"×", "x"}})
        for (std::size_t at; (at = flat.find(from)) != std::string::npos;)
            flat.replace(at, std::string_view(from).size(), to);
    std::string word;
    std::string before;
    const auto end = [&] {
        if (word.empty()) return;
        const auto unit = [](const std::string &w) {
            return w == "mm" || w == "nm" || w == "v" || w == "w" || w == "a";
        };
        if (unit(word) && !before.empty() && before.back() >= '0' && before.back() <= '9') {
            out.erase(before);
            word = before + word;
        }
        out.insert(word);
        before = word;
        word.clear();
    };
    for (const char c : flat + " ")
        if (c == ' ')
            end();
        else
            word += c;
    return out;
}
bool isFigure(const std::string &t) { return !t.empty() && t[0] >= '0' && t[0] <= '9'; }
} // namespace

std::vector<std::string> rowsNamed(const Catalogue &catalogue, std::string_view words) {
    std::vector<std::string> out;
    std::string rest(words);
    for (std::size_t at; (at = rest.find(" and ")) != std::string::npos;)
        rest.replace(at, 5, "\n");
    std::size_t from = 0;
    while (from <= rest.size()) {
        const auto to = std::min(rest.find('\n', from), rest.size());
        const auto asked = tokensOf(std::string_view(rest).substr(from, to - from));
        from = to + 1;
        std::string found;
        std::size_t least = SIZE_MAX, most = 0;
        const auto look = [&](const auto &rows, std::initializer_list<std::string_view> kinds) {
            const bool kind =
                std::any_of(kinds.begin(), kinds.end(), [&](auto k) { return asked.count(std::string(k)) > 0; });
            const bool other = !kind && (asked.count("motor") || asked.count("drive") || asked.count("supply") ||
                                         asked.count("screw") || asked.count("brake"));
            if (other) return;
            for (const auto &r : rows) {
                const auto has = tokensOf(r.name);
                bool all = false;
                for (const auto &t : asked) {
                    if (!isFigure(t)) continue;
                    all = has.count(t) > 0;
                    if (!all) break;
                }
                if (!all) continue;
                // of those that fit the one with most of the words, then the plainest
                std::size_t met = 0;
                for (const auto &t : asked)
                    met += has.count(t);
                if (met > most || (met == most && has.size() < least)) {
                    most = met;
                    least = has.size();
                    found = r.name;
                }
            }
        };
        look(catalogue.motors, {"motor", "stepper"});
        look(catalogue.servos, {"motor", "servo"});
        look(catalogue.servoDrives, {"drive"});
        look(catalogue.supplies, {"supply"});
        look(catalogue.drives, {"drive"});
        look(catalogue.screws, {"screw"});
        look(catalogue.brakes, {"brake"});
        if (!found.empty()) out.push_back(found);
    }
    return out;
}

SizeLimits limitsOf(const nlohmann::json &project, const std::string &axis) {
    SizeLimits out;
    const std::string at = "/axes/" + axis + "/limits/";
    for (std::size_t k = 0; k < limitCount; ++k) {
        const auto key = LimitKey(k);
        const auto place = at + std::string(specs[k].key);
        if (const auto n = numberOf(key)) {
            if (const auto v = knownAt(project, place); v.known()) {
                const auto *field = fieldAt(place);
                out.*n = field ? v.v / unitInSi(field->unit, field->dimension).value_or(1.0) : v.v;
            }
        } else if (const auto text = textAt(project, place); !text.empty())
            (void)out.take(key, text);
    }
    return out;
}

} // namespace lw
