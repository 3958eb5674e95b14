#include "logbook/log.h"
#include "units/plain_number.h"
#include "machine/fields.h"
#include "catalogue/csv.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

std::string_view logKindCode(LogKind k) {
    constexpr std::string_view codes[] = {"measured", "decided", "bought", "made",
                                          "ruined",   "learnt",  "safety", "note"};
    return codes[static_cast<std::size_t>(k)];
}
namespace {
constexpr LogKind kinds[] = {LogKind::Measured, LogKind::Decided, LogKind::Bought, LogKind::Made,
                             LogKind::Ruined,   LogKind::Learnt,  LogKind::Safety, LogKind::Note};
LogKind kindFrom(const std::string &c) {
    for (auto k : kinds)
        if (logKindCode(k) == c) return k;
    return LogKind::Note;
}
std::string countWord(int n) {
    constexpr std::string_view words[] = {"no",    "one",   "two",  "three", "four",   "five",  "six",
                                          "seven", "eight", "nine", "ten",   "eleven", "twelve"};
    return n >= 0 && n <= 12 ? std::string(words[static_cast<std::size_t>(n)]) : std::to_string(n);
}
} // namespace

std::vector<LogEntry> logEntries(const Json &project) {
    std::vector<LogEntry> out;
    const auto *log = nodeAt(project, "/log");
    if (!log || !log->is_object()) return out;
    static const FieldSpec *const hours = fieldAt("/log/x/hours"), *const money = fieldAt("/log/x/money");
    out.reserve(log->size());
    for (const auto &[id, stored] : log->items()) {
        if (!stored.is_object()) continue;
        auto at = [s = &stored](const char *key) {
            const auto it = s->find(key);
            return it != s->end() && it->is_string() ? it->get<std::string>() : std::string();
        };
        LogEntry e;
        e.id = id;
        e.date = at("date");
        e.axis = at("axis");
        e.text = at("text");
        e.reason = at("reason");
        e.label = at("label");
        e.before = at("before");
        e.after = at("after");
        e.figure = at("figure");
        e.phase = at("phase");
        e.pinned = at("pinned");
        e.amends = at("of");
        e.kind = kindFrom(at("kind"));
        if (e.pinned == "none") e.pinned.clear();
        if (const auto it = stored.find("hours"); it != stored.end() && !it->is_null())
            if (const auto h = knownOf(*it, *hours); h.known()) e.hours = h.v / 3600;
        if (const auto it = stored.find("money"); it != stored.end() && !it->is_null())
            if (const auto spent = knownOf(*it, *money); spent.known()) e.money = spent.v;
        e.automatic = at("by") == "program";
        if (e.kind == LogKind::Decided) {
            const auto typed = at("verdict");
            e.verdictWords = at("verdict_words");
            e.heldOpen = typed == "open";
            if (typed == "right" || typed == "dear" || typed == "wrong") {
                e.judged = true;
                e.verdict = typed == "right" ? Verdict::Holds : typed == "dear" ? Verdict::Watch : Verdict::Fails;
                if (e.verdictWords.empty()) e.verdictWords = typed;
            }
        }
        out.push_back(std::move(e));
    }
    std::stable_sort(out.begin(), out.end(), [](const LogEntry &a, const LogEntry &b) {
        return a.date != b.date ? a.date > b.date : a.id > b.id;
    });
    return out;
}

void judgeDecisions(std::vector<LogEntry> &entries, const PredictionsByAxis &predictions) {
    for (auto &e : entries) {
        if (e.kind != LogKind::Decided || e.judged || e.heldOpen || e.figure.empty()) continue;
        const auto of = predictions.find(e.axis);
        if (of == predictions.end()) continue;
        for (const auto &q : of->second)
            if (q.key == e.figure && q.verdict != Verdict::NotKnown) {
                e.judged = true;
                e.verdict = q.verdict;
                const std::string is =
                    q.unit == "K" || q.unit == "1/mm" ? numberText(q.is, 6) : valueText(q.is, q.dimension, q.unit, 4);
                e.verdictWords = (q.verdict == Verdict::Holds   ? "right: "
                                  : q.verdict == Verdict::Watch ? "look again: "
                                                                : "wrong: ") +
                                 is + "\u00a0" + unitLabel(q.unit);
            }
    }
}

std::vector<LogEntry> logEntries(const Json &project, const PredictionsByAxis &predictions) {
    auto out = logEntries(project);
    judgeDecisions(out, predictions);
    return out;
}

DecisionCount countDecisions(const std::vector<LogEntry> &entries) {
    DecisionCount c;
    for (const auto &e : entries) {
        if (e.kind != LogKind::Decided) continue;
        ++c.decisions;
        if (!e.judged)
            ++c.open;
        else
            ++(e.verdict == Verdict::Holds ? c.right : e.verdict == Verdict::Watch ? c.dear : c.wrong);
    }
    return c;
}

std::string logHeadline(const std::vector<LogEntry> &entries) {
    if (entries.empty()) return "Nothing written yet: N begins an entry";
    const auto c = countDecisions(entries);
    if (c.decisions == 0)
        return std::to_string(entries.size()) + (entries.size() == 1 ? " entry, no decision" : " entries, no decision");
    std::string t = countWord(c.decisions) + (c.decisions == 1 ? " decision" : " decisions");
    t[0] = upperCase(t[0]);
    std::string parts;
    auto add = [&](int n, const char *word) {
        if (n) parts += (parts.empty() ? "" : ", ") + countWord(n) + " " + word;
    };
    add(c.right, "right");
    add(c.dear, "dear");
    add(c.wrong, "wrong");
    add(c.open, "open");
    return t + ": " + parts;
}

std::vector<PhaseHours> phaseHours(const BuildPlan &plan, const std::vector<LogEntry> &entries) {
    std::vector<PhaseHours> out;
    for (auto code : phaseCodes)
        out.push_back({std::string(code)});
    auto of = [&](std::string_view code) -> PhaseHours & {
        for (auto &p : out)
            if (p.phase == code) return p;
        return out.front();
    };
    for (const auto &s : plan.steps) {
        auto &p = of(phaseOf(s.kind));
        p.planned += s.hours;
        if (!s.done()) p.left += std::max(0.0, plan.factor * s.hours - (s.spent == s.spent ? s.spent : 0));
    }
    for (const auto &e : entries) {
        std::string phase = e.phase;
        if (phase.empty())
            phase =
                e.kind == LogKind::Made || e.kind == LogKind::Ruined || e.kind == LogKind::Bought ? "make" : "measure";
        of(phase).spent += e.hours;
    }
    return out;
}

namespace {
std::string day(const std::string &now) { return now.substr(0, 10); }
/// Ids sort in the order they are written: the moment, then what it is about.
std::string plain(std::string t) {
    for (auto &c : t)
        if (!isLetter(c) && !isDigit(c) && c != '-') c = '-';
    return t;
}
std::vector<std::string> split(const std::string &pointer) {
    std::vector<std::string> parts;
    std::size_t k = 1;
    while (k < pointer.size()) {
        const auto slash = std::min(pointer.find('/', k), pointer.size());
        parts.push_back(pointer.substr(k, slash - k));
        k = slash + 1;
    }
    return parts;
}
Patch entry(const std::string &id, Json content) { return {"/log/" + id, std::move(content)}; }
std::string typedText(const Json &v) {
    return v.is_object() ? v.value("typed", std::string()) : v.is_string() ? v.get<std::string>() : std::string();
}
} // namespace

std::vector<Patch> automaticEntry(const Json &before, const std::vector<Patch> &edit, const std::string &now) {
    const std::string date = day(now);
    for (const auto &p : edit) {
        const auto at = split(p.pointer);
        if (at.size() < 2 || at[0] == "log") continue;
        const auto was = typedText(valueAt(before, p.pointer)), is = typedText(p.value);
        if (was == is) continue;
        if (at[0] == "cautions" && at.size() == 3 && !is.empty()) {
            const auto *text = cautionText(at[1]);
            return {entry(date + "-caution-" + plain(at[1]),
                          {{"date", date},
                           {"kind", "safety"},
                           {"text", std::string("Read: ") + (text ? std::string(text->head) : at[1])},
                           {"by", "program"}})};
        }
        if (at[0] != "axes" || at.size() < 3) continue;
        const std::string &axis = at[1];
        if (at.size() == 5 && at[2] == "cards" && at[4] == "waived" && !is.empty()) {
            const auto *card = cardByCode(at[3]);
            return {entry(date + "-waived-" + plain(axis + "-" + at[3]),
                          {{"date", date},
                           {"kind", "decided"},
                           {"axis", axis},
                           {"text", "Card waived: " + std::string(card ? card->title : at[3])},
                           {"reason", is},
                           {"by", "program"}})};
        }
        if (at[2] == "cards" && at.size() >= 5 && !is.empty()) {
            const auto *card = cardByCode(at[3]);
            if (!card) continue;
            return {entry(date + "-card-" + plain(axis + "-" + at[3]),
                          {{"date", date},
                           {"kind", "measured"},
                           {"axis", axis},
                           {"text", "Card " + std::string(card->title) + " read"},
                           {"phase", "first_cuts"},
                           {"by", "program"}})};
        }
        if (at[2] == "design_shown" && !is.empty() && !was.empty()) {
            // looked at and come back from is no decision; looked at further, it is still one over the first
            const std::string id = date + "-design-" + plain(axis);
            const auto said = textAt(before, "/log/" + id + "/text");
            const auto over = said.find(" over ");
            const std::string first = over == std::string::npos ? was : said.substr(over + 6);
            if (first == is) return {{"/log/" + id, nullptr}};
            return {entry(id, {{"date", date},
                               {"kind", "decided"},
                               {"axis", axis},
                               {"text", "Design " + is + " over " + first},
                               {"by", "program"}})};
        }
        if ((at[2] == "survey" || at[2] == "travel_mm") && !is.empty()) {
            const auto *f = fieldAt(p.pointer);
            if (!f || f->kind != FieldKind::Value ||
                (p.value.is_object() && (p.value.value("standing", std::string()) == "assumed" ||
                                         p.value.value("standing", std::string()) == "computed")))
                continue; // no reading
            const std::string subject = at[2] == "travel_mm" ? "travel" : at.size() > 3 ? at[3] : "survey";
            std::string name = subject;
            std::replace(name.begin(), name.end(), '_', ' ');
            if (name == "run out mm") name = "run-out";
            Json e = {{"date", date},
                      {"kind", "measured"},
                      {"axis", axis},
                      {"text", "As found: " + name},
                      {"label", std::string(f->label)},
                      {"after", is},
                      {"phase", "measure"},
                      {"by", "program"}};
            if (!was.empty()) e["before"] = was;
            return {entry(date + "-survey-" + plain(axis + "-" + subject), std::move(e))};
        }
    }
    return {};
}

std::vector<Patch> stepTicked(const BuildStep &step, const std::string &hours, const std::string &now) {
    const std::string date = day(now);
    Json e = {{"date", date},
              {"kind", step.kind == StepKind::Measure ? "measured"
                       : step.kind == StepKind::Order ? "bought"
                                                      : "made"},
              {"axis", step.axis},
              {"text", step.text},
              {"phase", std::string(phaseOf(step.kind))},
              {"by", "program"}};
    std::vector<Patch> out{{"/tasks/" + step.key + "/done_on", date}};
    if (!hours.empty()) {
        const Json typed = {{"typed", hours}, {"standing", "stated"}};
        e["hours"] = typed;
        out.push_back({"/tasks/" + step.key + "/hours_spent", typed});
    }
    out.push_back(entry(date + "-step-" + plain(step.key), std::move(e)));
    return out;
}

std::vector<Patch> partMoved(const Json &project, const PartLine &line, PartState to, const std::string &now) {
    const std::string p = "/parts/" + line.key;
    std::vector<Patch> out{{p + "/state", std::string(stateCode(to))}};
    if (!nodeAt(project, p + "/axis") && !line.axis.empty()) out.push_back({p + "/axis", line.axis});
    if (to == PartState::Ordered || to == PartState::Arrived || to == PartState::Fitted) {
        if (line.derived && !nodeAt(project, p + "/text"))
            out.push_back({p + "/text", line.text}); // from now on it is this very part
        out.push_back(
            entry(day(now) + "-part-" + plain(line.key), {{"date", day(now)},
                                                          {"kind", to == PartState::Fitted ? "made" : "bought"},
                                                          {"axis", line.axis},
                                                          {"text", line.text + " " + std::string(stateCode(to))},
                                                          {"by", "program"}}));
    }
    return out;
}

Patch decisionEntry(const std::string &axis, const std::string &words, const std::string &reason,
                    const std::string &now) {
    return entry(plain(now) + "-mend-" + plain(axis), {{"date", day(now)},
                                                       {"kind", "decided"},
                                                       {"axis", axis},
                                                       {"text", words},
                                                       {"reason", reason},
                                                       {"by", "program"}});
}

std::string newEntryId(const Json &project, const std::string &now) {
    std::string id = plain(now);
    for (int n = 2; nodeAt(project, "/log/" + id); ++n)
        id = plain(now) + "-" + std::to_string(n);
    return id;
}

std::string logCsv(const std::vector<LogEntry> &entries) {
    std::string out = "id,date,kind,axis,text,reason,figure,before,after,verdict,hours,phase,pinned,amends\r\n";
    for (const auto &e : entries)
        out += csvText(e.id) + "," + csvText(e.date) + "," + std::string(logKindCode(e.kind)) + "," + csvText(e.axis) +
               "," + csvText(e.text) + "," + csvText(e.reason) + "," + csvText(e.label) + "," + csvText(e.before) +
               "," + csvText(e.after) + "," + csvText(e.verdictWords) + "," +
               (e.hours > 0 ? numberText(e.hours, 4) : "") + "," + e.phase + "," + e.pinned + "," + csvText(e.amends) +
               "\r\n";
    return out;
}

std::string logMarkdown(const std::vector<LogEntry> &entries, const std::string &job) {
    auto cell = [](std::string t) {
        std::string out;
        for (char c : t) {
            if (c == '|') out += '\\';
            out += c == '\n' || c == '\r' ? ' ' : c;
        }
        return out;
    };
    std::string out = "# Log of " + job + "\n", date;
    for (const auto &e : entries) {
        if (e.date != date) {
            date = e.date;
            out += "\n## " + (date.empty() ? std::string("no date") : date) +
                   "\n\n| kind | axis | what | figures | hours |\n| --- | --- | --- | --- | --- |\n";
        }
        std::string figures = e.label;
        if (!e.before.empty() || !e.after.empty())
            figures += (figures.empty() ? "" : ": ") + e.before + (e.before.empty() ? "" : " → ") + e.after;
        out += "| " + std::string(logKindCode(e.kind)) + " | " + cell(e.axis) + " | " +
               cell(e.text + (e.reason.empty() ? "" : " (" + e.reason + ")") +
                    (e.verdictWords.empty() ? "" : ". " + e.verdictWords)) +
               " | " + cell(figures) + " | " + (e.hours > 0 ? numberText(e.hours, 4) : "") + " |\n";
    }
    return out;
}

} // namespace lw
