#include "logbook/entry_reader.h"
#include "machine/known.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <regex>

namespace lw {
using Json = nlohmann::json;

namespace {
constexpr LogKind allKinds[] = {LogKind::Measured, LogKind::Decided, LogKind::Bought, LogKind::Made,
                                LogKind::Ruined,   LogKind::Learnt,  LogKind::Safety, LogKind::Note};

/// The verbs of a kind as people use them; the first that stands in the line decides.
struct Verb {
    const char *words;
    LogKind kind;
};
constexpr Verb verbs[] = {{"learnt|learned|lesson", LogKind::Learnt},
                          {"decided|decide|chose|chosen", LogKind::Decided},
                          {"bought|ordered|paid", LogKind::Bought},
                          {"ruined|scrapped|broke|snapped", LogKind::Ruined},
                          {"measured|gauged|weighed", LogKind::Measured},
                          {"made|milled|turned|drilled|bored|filed|tapped|ground", LogKind::Made}};

/// Figures a line may name, and the field's code of those a decision can be judged by.
constexpr const char *figures[] = {"lost motion", "backlash", "run-out", "runout",  "friction", "pull",  "stall",
                                   "warming",     "taper",    "rapid",   "preload", "swing",    "travel"};

std::string trimmedAt(const std::string &t) {
    const auto from = t.find_first_not_of(" \t,;"), to = t.find_last_not_of(" \t,;");
    return from == std::string::npos ? std::string() : t.substr(from, to - from + 1);
}
const std::string number = R"([-+]?\d+(?:[.,]\d+)?)";
const std::string unit = R"((?:\s?(?:mm/min|mm|um|µm|in|thou|Nm|N·m|N|kN|kgf|kg|rpm|V|A|%|K|C|s)\b)?)";
std::regex pattern(const std::string &p) { return std::regex(p, std::regex::ECMAScript | std::regex::icase); }
std::regex asWord(const std::string &words) { return pattern("(^|\\W)(" + words + ")(?=$|\\W)"); }
} // namespace

ReadEntry readEntry(const std::string &line, LogKind otherwise, const std::vector<std::string> &axes,
                    const std::set<EntryPiece> &taken) {
    static const auto hours =
        pattern(R"((^|[\s,;(])((?:took|for|in)\s+)?()" + number + R"()\s?(h|hrs?|hours?|min|minutes)(?=$|[\s,;.)]))");
    static const auto arrow = pattern("(" + number + unit + R"()\s*(?:->|→|=>)\s*()" + number + unit + ")");
    static const auto wasNow =
        pattern(R"(\bwas\s+()" + number + unit + R"()\W+(?:and\s+)?(?:is\s+)?now\s+()" + number + unit + ")");
    static const auto fromTo = pattern(R"(\bfrom\s+()" + number + unit + R"()\s+to\s+()" + number + unit + ")");
    static const auto price = pattern(R"((?:(€|\$|£|EUR|USD|GBP)\s?()" + number + R"())|(?:()" + number +
                                      R"()\s?(€|\$|£|EUR\b|USD\b|GBP\b|euros?\b|dollars?\b|pounds?\b)))");
    // made once: the line is read at each key
    static const auto byVerb = [] {
        std::vector<std::pair<std::regex, LogKind>> all;
        for (const auto &verb : verbs)
            all.emplace_back(asWord(verb.words), verb.kind);
        return all;
    }();
    static const auto named = [] {
        std::vector<std::pair<const char *, std::regex>> all;
        for (const char *name : figures)
            all.emplace_back(name, asWord(name));
        return all;
    }();
    ReadEntry read;
    read.kind = otherwise;
    read.text = trimmedAt(line);
    const auto understood = [&](EntryPiece piece, std::string words) {
        if (taken.contains(piece)) return false;
        read.pieces.emplace_back(piece, std::move(words));
        return true;
    };
    const std::string small = lowerCase(read.text);
    // the kind: said in front, or by its verb
    bool said = false;
    for (const auto k : allKinds) {
        const std::string head = std::string(logKindCode(k)) + ":";
        if (said || !small.starts_with(head) || small.size() == head.size()) continue;
        said = understood(EntryPiece::Kind, std::string(logKindCode(k)));
        if (!said) break;
        read.kind = k;
        read.text = trimmedAt(read.text.substr(head.size()));
    }
    if (!said) {
        std::size_t first = std::string::npos;
        LogKind kind = otherwise;
        for (const auto &[words, kindOf] : byVerb) {
            std::smatch m;
            if (!std::regex_search(small, m, words)) continue;
            if (const auto at = std::size_t(m.position(2)); at < first) {
                first = at;
                kind = kindOf;
            }
        }
        if (first != std::string::npos && understood(EntryPiece::Kind, std::string(logKindCode(kind))))
            read.kind = kind;
    }
    // an axis named: its id as a word of its own, "X", "X:", "X's"
    for (const auto &id : axes) {
        const std::string escaped = std::regex_replace(id, std::regex(R"([.^$|()\[\]{}*+?\\])"), R"(\$&)");
        std::smatch m;
        if (std::regex_search(read.text, m, std::regex("(^|[\\s,;(])" + escaped + "(?='s|$|[\\s,:;.)])")) &&
            understood(EntryPiece::Axis, id)) {
            read.axis = id;
            break;
        }
    }
    for (const auto &[name, words] : named)
        if (std::regex_search(small, words)) {
            if (understood(EntryPiece::Figure, name)) read.label = name;
            break;
        }
    std::smatch m;
    if (std::regex_search(read.text, m, arrow) || std::regex_search(read.text, m, wasNow) ||
        std::regex_search(read.text, m, fromTo)) {
        const std::string before = trimmedAt(m[1].str()), after = trimmedAt(m[2].str());
        if (understood(EntryPiece::BeforeAfter, before + " → " + after)) {
            read.before = before;
            read.after = after;
        }
    }
    if (std::regex_search(read.text, m, price)) {
        const std::string sum = m[2].matched ? m[2].str() : m[3].str();
        const std::string shown = trimmedAt(m[0].str());
        if (understood(EntryPiece::Money, shown)) read.money = sum;
    }
    if (std::regex_search(read.text, m, hours)) {
        const std::string typed = m[3].str() + (lowerCase(m[4].str()).starts_with("m") ? "min" : "h");
        if (readTyped(typed, Dimension::Time, "h") && understood(EntryPiece::Hours, typed)) {
            read.hours = typed;
            // at the end they are no part of the sentence
            if (std::size_t(m.position(0) + m.length(0)) == read.text.size() && !m[2].matched)
                read.text = trimmedAt(read.text.substr(0, std::size_t(m.position(0))));
        }
    }
    return read;
}

Patch writtenEntry(const Json &project, const ReadEntry &read, const std::string &axis, const std::string &now) {
    Json e = {{"date", now.substr(0, 10)}, {"kind", std::string(logKindCode(read.kind))}, {"text", read.text}};
    if (const auto &own = read.axis.empty() ? axis : read.axis; !own.empty()) e["axis"] = own;
    for (const auto &[key, words] : {std::pair{"label", &read.label}, {"before", &read.before}, {"after", &read.after}})
        if (!words->empty()) e[key] = *words;
    for (const auto &[key, typed] : {std::pair{"hours", &read.hours}, {"money", &read.money}})
        if (!typed->empty()) e[key] = {{"typed", *typed}, {"standing", "stated"}};
    return {"/log/" + newEntryId(project, now), std::move(e)};
}

} // namespace lw
