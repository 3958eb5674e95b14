// The settings sheet with what the cards found and what was typed, and as files for the controller.
#include "catalogue/csv.h"
#include "commission/cards.h"
#include "commission/limits.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

std::vector<SettingLine> settingsSheet(const Json &project, const AxisModel &m, const AxisState &s) {
    auto lines = settingsSheet(m, s);
    auto put = [&](SettingLine line) {
        for (auto &l : lines)
            if (l.key == line.key) {
                l = std::move(line);
                return;
            }
        lines.push_back(std::move(line));
    };
    for (const auto &c : judgeCards(project, m, s))
        for (const auto &line : c.sets)
            put(line);
    const std::string base = "/axes/" + m.id + "/settings/";
    auto typedLine = [&](const char *key, const char *label, Dimension d, const char *unit, const char *how,
                         double factor = 1) {
        const auto k = knownAt(project, base + key);
        if (k.known())
            put({key, label, numberText(k.v / unitInSi(unit, d).value_or(1) * factor, 6), unit, "", how, 't', true,
                 ""});
    };
    typedLine("home_fast_mm_min", "Home, fast", Dimension::Speed, "mm/min", "typed");
    typedLine("home_slow_mm_min", "Home, slow", Dimension::Speed, "mm/min", "typed");
    typedLine("idle_current_pct", "Idle current", Dimension::Number, "%",
              m.vertical ? "upright: full current while it hangs" : "not on a slope");
    if (const auto k = knownAt(project, "/axes/" + m.id + "/designs/" + m.designId + "/drive/dir_setup_us"); k.known())
        put({"dir_setup_us", "Direction wait", numberText(std::ceil(k.v * 1e6 * 1.25 * 10 - 1e-6) / 10, 4), "us",
             numberText(k.v * 1e6 * 1.25, 6), "drive's least × 1.25", 'd', true, ""});
    return lines;
}

namespace {
const char *sourceWord(char c) { return c == 'd' ? "design" : c == 'c' ? "card" : "typed"; }
bool anyDraft(const std::vector<SettingsOfAxis> &axes) {
    return std::any_of(axes.begin(), axes.end(), [](const auto &a) { return a.draft; });
}
constexpr const char *draftWords = "DRAFT: test cards are open; do not run the machine on these figures alone";
} // namespace

std::string settingsCsv(const std::vector<SettingsOfAxis> &axes) {
    std::string out;
    if (anyDraft(axes)) out += std::string("# ") + draftWords + "\r\n";
    out += "axis,key,value,unit,source,unrounded\r\n";
    for (const auto &a : axes)
        for (const auto &l : a.lines)
            if (l.known)
                out += csvText(a.axis) + "," + l.key + "," + csvText(l.value) + "," + l.unit + "," +
                       sourceWord(l.source) + "," + csvText(l.unrounded) + "\r\n";
    return out;
}
std::string settingsJson(const std::vector<SettingsOfAxis> &axes) {
    nlohmann::ordered_json j;
    if (anyDraft(axes)) j["draft"] = draftWords;
    j["schema"] = 1;
    j["units"] = "mm";
    j["axes"] = nlohmann::ordered_json::object();
    for (const auto &a : axes) {
        auto &of = j["axes"][a.axis] = nlohmann::ordered_json::object();
        for (const auto &l : a.lines) {
            if (!l.known || l.key == "steps_per_mm_exact") continue;
            nlohmann::ordered_json one;
            if (l.key == "steps_per_mm" && l.source == 'd')
                if (const auto f = readFraction(l.unrounded)) {
                    one["num"] = f->num;
                    one["den"] = f->den;
                }
            one["text"] = l.value;
            one["unit"] = l.unit;
            one["source"] = sourceWord(l.source);
            if (!l.unrounded.empty()) one["unrounded"] = l.unrounded;
            of[l.key] = one;
        }
    }
    return j.dump(2) + "\n";
}
std::string settingsIni(const std::vector<SettingsOfAxis> &axes) {
    std::string out;
    if (anyDraft(axes)) out += std::string("; ") + draftWords + "\n";
    for (const auto &a : axes) {
        std::string section = oneLine(a.axis);
        for (char &c : section)
            if (c == ']' || c == '[' || c == ';' || c == '#') c = '_';
        out += "[" + section + "]\n";
        for (const auto &l : a.lines)
            if (l.known && l.key != "steps_per_mm_exact")
                out += oneLine(l.key + " = " + l.value + " ; " +
                               (l.unrounded.empty() || l.unrounded == l.value ? std::string() : l.unrounded + ", ")) +
                       sourceWord(l.source) + "\n";
        out += "\n";
    }
    return out;
}

} // namespace lw
