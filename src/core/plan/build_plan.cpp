#include "plan/build_plan.h"
#include "proof/check.h"
#include "book/book.h"
#include "commission/cards.h"
#include "plan/steps_of_axis.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <unordered_map>

namespace lw {
using Json = nlohmann::json;

std::string_view stepKindCode(StepKind k) {
    constexpr std::string_view codes[] = {"measure", "order", "make", "strip", "fit", "wire", "commission", "work"};
    return codes[static_cast<std::size_t>(k)];
}
std::string_view phaseOf(StepKind k) {
    switch (k) {
    case StepKind::Measure:
    case StepKind::Work: return phaseCodes[0];
    case StepKind::Order:
    case StepKind::Make: return phaseCodes[1];
    case StepKind::Strip:
    case StepKind::Fit: return phaseCodes[2];
    case StepKind::Wire: return phaseCodes[3];
    case StepKind::Commission: return phaseCodes[4];
    }
    return phaseCodes[0];
}
std::string_view phaseWord(std::string_view code) {
    constexpr std::string_view words[] = {"measure", "make", "strip, fit", "wire", "first cuts"};
    for (std::size_t k = 0; k < std::size(phaseCodes); ++k)
        if (phaseCodes[k] == code) return words[k];
    return code;
}
std::string_view slideWord(SlideState s) {
    constexpr std::string_view words[] = {"whole", "off", "by hand", "under power, unproven", "proven"};
    return words[static_cast<std::size_t>(s)];
}

const BuildStep *BuildPlan::step(std::string_view key) const {
    for (const auto &s : steps)
        if (s.key == key) return &s;
    return nullptr;
}

namespace {
std::string trimmed(std::string_view t) {
    const auto from = t.find_first_not_of(" \t");
    if (from == std::string_view::npos) return {};
    return std::string(t.substr(from, t.find_last_not_of(" \t") - from + 1));
}
std::vector<std::string> listOf(std::string_view text, char separator = ',') {
    std::vector<std::string> out;
    while (true) {
        const auto at = text.find(separator);
        if (auto one = trimmed(text.substr(0, at)); !one.empty()) out.push_back(std::move(one));
        if (at == std::string_view::npos) return out;
        text.remove_prefix(at + 1);
    }
}
/// "X@2": function and quality; what is left out is `otherwise`.
FunctionNeed needOf(const std::string &text, int otherwise) {
    const auto at = text.rfind('@');
    if (at == std::string::npos) return {text, otherwise};
    const auto digits = trimmed(std::string_view(text).substr(at + 1));
    return {trimmed(std::string_view(text).substr(0, at)), digits == "0" ? 0 : digits == "2" ? 2 : 1};
}
std::string replaced(const std::string &text, const std::string &from, const std::string &to) {
    std::string out;
    for (const auto &one : listOf(text))
        out += (out.empty() ? "" : ", ") + (one == from ? to : one);
    return out;
}

/// Reads what the user typed about a step over what the design asks for.
void readStored(const Json &project, BuildStep &s) {
    const std::string p = "/tasks/" + s.key;
    s.text = textAt(project, p + "/text", s.text);
    s.note = textAt(project, p + "/note", s.note);
    s.axis = textAt(project, p + "/axis", s.axis);
    const auto kind = textAt(project, p + "/kind");
    for (auto k : {StepKind::Measure, StepKind::Order, StepKind::Make, StepKind::Strip, StepKind::Fit, StepKind::Wire,
                   StepKind::Commission, StepKind::Work})
        if (stepKindCode(k) == kind) s.kind = k;
    if (const auto h = knownAt(project, p + "/hours"); h.known()) {
        s.hours = h.v / 3600;
        s.hoursTyped = true;
    }
    if (const auto h = knownAt(project, p + "/hours_spent"); h.known()) s.spent = h.v / 3600;
    if (const auto t = knownAt(project, p + "/tolerance_mm"); t.known()) s.toleranceMm = t.v * 1e3;
    s.doneOn = textAt(project, p + "/done_on");
    const auto take = [&](const char *key, std::string &into) {
        if (const auto *n = nodeAt(project, p + key); n && n->is_string()) into = n->get<std::string>();
    };
    take("/after", s.afterText);
    take("/needs", s.needsText);
    take("/strips", s.stripsText);
    take("/restores", s.restoresText);
    std::string parts;
    take("/parts", parts);
    if (!parts.empty()) s.parts = listOf(parts);
    s.needBy = dayFromIso(textAt(project, p + "/need_by"));
}
bool dropped(const Json &project, const std::string &key) {
    return textAt(project, "/tasks/" + key + "/state") == "dropped";
}

std::vector<Nest> nests(const Json &project) {
    std::vector<Nest> out;
    const auto typed = textAt(project, "/nest");
    for (const auto &rule : listOf(typed, ';')) {
        const auto colon = rule.find(':');
        if (colon == std::string::npos) continue;
        for (const auto &outer : listOf(std::string_view(rule).substr(colon + 1)))
            out.push_back({trimmed(std::string_view(rule).substr(0, colon)), outer});
    }
    if (!typed.empty()) return out;
    // by the way such machines are built: what stands on what
    const auto cls = textAt(project, "/class");
    const bool lathe = cls.find("lathe") != std::string::npos, grinder = cls.find("grinder") != std::string::npos;
    const std::string inner = lathe             ? "Z"
                              : grinder         ? "cross"
                              : cls == "router" ? "gantry"
                                                : "Y",
                      outer = lathe             ? "X"
                              : grinder         ? "table"
                              : cls == "router" ? "carriage"
                                                : "X";
    std::string in, on;
    for (const auto &id : axisOrder(project)) {
        const auto name = textAt(project, "/axes/" + id + "/class_axis", id);
        if (name == inner) in = id;
        if (name == outer) on = id;
    }
    if (!in.empty() && !on.empty()) out.push_back({in, on});
    return out;
}

std::vector<Remedy> remediesOf(const Json &project, const BuildPlan &plan, const BuildStep &s) {
    std::vector<Remedy> out;
    const auto *strip = plan.step(s.traps.front().strip);
    out.push_back({Remedy::Kind::MakeFirst, "Make it now, before " + (strip ? strip->text : s.traps.front().strip),
                   "measure what it must fit before stripping, leave it long if unsure", "", 0, 0, 0, 0.02});
    bool hand = false;
    if (const auto *machines = nodeAt(project, "/machines"); machines && machines->is_object())
        for (const auto &[key, machine] : machines->items()) {
            const std::string p = "/machines/" + key;
            const auto name = textAt(project, p + "/name", key), place = textAt(project, p + "/place", "own"),
                       functions = textAt(project, p + "/functions");
            const auto reach = knownAt(project, p + "/reach_mm"), cost = knownAt(project, p + "/cost"),
                       days = knownAt(project, p + "/days"), factor = knownAt(project, p + "/time_factor");
            const auto all = listOf(functions);
            Remedy r{Remedy::Kind::OtherMachine,
                     place == "sent_out" ? "Send it out" : name,
                     "",
                     name + ": " + (all.empty() ? std::string("made there") : all.back()),
                     cost.known() ? cost.v : 0,
                     place == "sent_out" ? 0 : s.hours * ((factor.known() ? factor.v : 1.5) - 1),
                     days.known() ? days.v : 0,
                     reach.known() ? reach.v * 1e3 : 0.02};
            if (place == "hand")
                r.text = "By hand: " + functions;
            else if (place != "sent_out" && !all.empty())
                r.text += ", " + all.back();
            hand |= place == "hand";
            out.push_back(std::move(r));
        }
    if (!hand)
        out.push_back({Remedy::Kind::OtherMachine, "By hand: saw and file to a line", "", "hand: saw and file", 0,
                       3 * s.hours, 0, 0.15});
    const BuildStep *refit = nullptr;
    for (const auto &w : s.traps.front().waits)
        if (!refit) refit = plan.step(w);
    out.push_back({Remedy::Kind::Refit, "Refit for it, then strip again",
                   "one more strip and refit; gib, tram and alignment open again", "", 0,
                   (strip ? strip->hours : 1.5) + (refit ? refit->hours : 2.5), 0, 0.02});
    const auto rate = knownAt(project, "/labour_rate"), day = knownAt(project, "/delay_rate");
    auto priced = priceRemedies(std::move(out), s.toleranceMm == s.toleranceMm ? s.toleranceMm : 0,
                                rate.known() ? rate.v : 10, day.known() ? day.v : 2);
    for (auto &r : priced)
        if (r.why.empty())
            r.why = "reaches " + numberText(r.reachMm, 2) + "\u00a0mm" +
                    (r.reaches ? "" : ", " + numberText(s.toleranceMm, 2) + " needed");
    return priced;
}

/// Belts and gears take fingers in.
bool pulledIn(const AxisModel &m) {
    return std::any_of(m.stages.begin(), m.stages.end(), [](const auto &s) { return besideEachOther(s.stage); });
}
void addCautions(const AxisModel *m, BuildStep &s) {
    const double mass = m && m->mass.known() ? m->mass.v : notKnown;
    auto add = [&](std::string_view id) { s.cautions.push_back(caution(id, mass)); };
    switch (s.kind) {
    case StepKind::Strip:
        if (m && m->vertical) add("S04");
        if (mass > 20) add("S06");
        if (mass > 40) add("S07");
        add("S05");
        add("S27");
        break;
    case StepKind::Fit:
        if (m && m->vertical) add("S04");
        if (s.key.find("motor") != std::string::npos && m && pulledIn(*m)) add("S22");
        if (s.key.find("fit") != std::string::npos) {
            add("S15");
            add("S16");
        }
        break;
    case StepKind::Make:
        add("S19");
        if (s.needsText.find("athe") != std::string::npos || (m && m->lathe))
            add("S09");
        else
            add("S11");
        add("S08");
        break;
    case StepKind::Wire:
        add("S01");
        add("S02");
        add("S21");
        add("S25");
        break;
    case StepKind::Commission:
        add("S03");
        if (m && m->vertical) add("S04");
        if (m && pulledIn(*m)) add("S22");
        add("S23");
        add("S26");
        break;
    default: break;
    }
    std::stable_sort(s.cautions.begin(), s.cautions.end(),
                     [](const Caution &a, const Caution &b) { return a.text->severity < b.text->severity; });
}
} // namespace

BuildPlan buildPlan(const Json &project, std::span<const DesignedAxis> axes, const std::vector<PartLine> &parts) {
    BuildPlan plan;
    std::vector<BuildStep> listed;
    std::string before;
    for (const auto &a : axes) {
        auto steps = stepsOfAxis(project, *a.model, before);
        if (!steps.empty()) before = a.model->id + "-first";
        for (auto &s : steps)
            listed.push_back(std::move(s));
    }
    if (!listed.empty()) {
        BuildStep hand;
        hand.key = "M-handover";
        hand.text = "Hand over: all cards, print the sheet";
        hand.kind = StepKind::Commission;
        hand.hours = 1;
        for (const auto &a : axes)
            if (std::any_of(listed.begin(), listed.end(),
                            [&](const auto &s) { return s.key == a.model->id + "-first"; }))
                hand.afterText += (hand.afterText.empty() ? "" : ", ") + a.model->id + "-first";
        hand.derived = true;
        listed.push_back(std::move(hand));
    }
    if (const auto *tasks = nodeAt(project, "/tasks"); tasks && tasks->is_object())
        for (const auto &[key, stored] : tasks->items()) {
            if (!stored.is_object() ||
                std::any_of(listed.begin(), listed.end(), [k = key](const auto &s) { return s.key == k; }))
                continue;
            BuildStep own;
            own.key = key;
            own.text = key;
            listed.push_back(std::move(own));
        }
    const auto nest = nests(project);
    for (auto &s : listed) {
        // an outer slide that came off with an inner one goes back with it
        if (s.derived && !s.axis.empty())
            for (const auto &[inner, outer] : nest)
                if (inner == s.axis && !s.restoresText.empty() && s.key != s.axis + "-motor")
                    s.restoresText += ", " + outer + (s.key == s.axis + "-first" ? "@2" : "@1");
        readStored(project, s);
        s.after = listOf(s.afterText);
    }
    // what waits for a dropped step waits for what that one waited for
    for (bool again = true; again;) {
        again = false;
        for (auto it = listed.begin(); it != listed.end(); ++it)
            if (dropped(project, it->key)) {
                const auto gone = *it;
                listed.erase(it);
                for (auto &s : listed)
                    if (const auto at = std::find(s.after.begin(), s.after.end(), gone.key); at != s.after.end()) {
                        s.after.erase(at);
                        for (const auto &b : gone.after)
                            if (b != s.key && std::find(s.after.begin(), s.after.end(), b) == s.after.end())
                                s.after.push_back(b);
                    }
                again = true;
                break;
            }
    }
    std::vector<PlanTask> tasks;
    for (auto &s : listed) {
        s.task.id = s.key;
        s.task.after = s.after;
        for (const auto &group : listOf(s.needsText)) {
            s.task.needs.emplace_back();
            for (const auto &one : listOf(group, '|'))
                s.task.needs.back().push_back(needOf(one, 1));
        }
        s.task.strips = listOf(s.stripsText);
        for (const auto &one : listOf(s.restoresText))
            s.task.restores.push_back(needOf(one, 2));
        tasks.push_back(s.task);
    }
    const auto order = workableOrder(tasks);
    if (!order) {
        plan.problem = sentence(order.error());
        plan.steps = std::move(listed);
    } else {
        for (auto k : *order)
            plan.steps.push_back(listed[k]);
        if (const auto traps = findTraps(tasks, nest))
            for (const auto &t : *traps)
                for (auto &s : plan.steps)
                    if (s.key == t.task && !s.done()) s.traps.push_back(t);
    }
    std::unordered_map<std::string_view, const PartLine *> byKey;
    byKey.reserve(parts.size());
    for (const auto &l : parts)
        byKey.emplace(l.key, &l);
    for (auto &s : plan.steps) {
        for (const auto &b : s.after)
            if (const auto *o = plan.step(b); o && !o->done()) s.waits.push_back(b);
        for (const auto &key : s.parts) {
            if (const auto it = byKey.find(key); it != byKey.end() && it->second->state != PartState::Arrived &&
                                                 it->second->state != PartState::Fitted &&
                                                 it->second->state != PartState::Dropped)
                s.missing.push_back(it->second->text);
            if (s.needBy && !s.done())
                if (const auto [at, fresh] = plan.neededBy.try_emplace(key, *s.needBy, s.text);
                    !fresh && *s.needBy < at->second.first)
                    at->second = {*s.needBy, s.text};
        }
        const AxisModel *m = nullptr;
        const AxisState *state = nullptr;
        for (const auto &a : axes)
            if (a.model->id == s.axis) {
                m = a.model;
                state = a.state;
            }
        addCautions(m, s);
        if (!s.traps.empty()) s.remedies = remediesOf(project, plan, s);
        if (s.kind == StepKind::Commission && m && state) {
            std::vector<Finding> gravity;
            Rows rows(gravity);
            judgeAll(gravityChecks(), AxisScope{*m, *state}, {}, rows);
            if (std::any_of(gravity.begin(), gravity.end(), [](const auto &f) { return f.verdict == Verdict::Fails; }))
                s.refusal = "No override: the axis would run down when power goes. Put that right first (Proof).";
            else if (judgeCard(project, *m, *state, CardId::StopWorks).verdict != Verdict::Holds)
                s.refusal = "No override: nothing moves before the stop works. Do card 1 of First cuts.";
        }
    }
    // hours
    std::vector<PlannedHours> hours;
    for (const auto &s : plan.steps) {
        // done in nobody knows how many hours says nothing about the pace
        if (!s.done() || s.spent == s.spent) hours.push_back({s.hours, s.spent == s.spent ? s.spent : 0, s.done()});
        plan.planned += s.hours;
        plan.spent += s.spent == s.spent ? s.spent : 0;
        (s.done() ? plan.done : plan.open) += 1;
    }
    const auto f = forecastHours(hours);
    plan.factor = f.factor;
    plan.left = f.remaining;
    // the machine as the ticked steps leave it
    for (const auto &a : axes)
        plan.functions.push_back({a.model->id, SlideState::Whole});
    plan.functions.push_back({"spindle", SlideState::Whole});
    for (const auto &s : plan.steps) {
        if (!s.done()) continue;
        std::vector<std::string> off = s.task.strips;
        for (const auto &[inner, outer] : nest)
            if (std::find(off.begin(), off.end(), inner) != off.end()) off.push_back(outer);
        for (auto &fn : plan.functions) {
            if (std::find(off.begin(), off.end(), fn.name) != off.end()) fn.state = SlideState::Stripped;
            for (const auto &r : s.task.restores)
                if (r.function == fn.name)
                    fn.state = r.quality == 2   ? SlideState::Proven
                               : r.quality == 1 ? SlideState::ByHand
                                                : SlideState::Unproven;
        }
    }
    return plan;
}

Verdict buildVerdict(const BuildPlan &plan, const std::string &axis, const BuildStep **from) {
    if (!plan.problem.empty()) return Verdict::Fails;
    for (const auto &s : plan.steps)
        if (s.axis == axis && !s.traps.empty()) {
            if (from) *from = &s;
            return Verdict::Fails;
        }
    return Verdict::Holds;
}

HoursForecast forecastHours(std::span<const PlannedHours> tasks) {
    HoursForecast f;
    double plan = 0, actual = 0;
    int done = 0;
    for (const auto &t : tasks)
        if (t.done && t.plan > 0) {
            plan += t.plan;
            actual += t.actual;
            ++done;
        }
    if (done >= 2 && plan > 0) f.factor = std::clamp(actual / plan, 0.5, 5.0);
    double spent = 0;
    for (const auto &t : tasks) {
        spent += t.actual;
        if (!t.done) f.remaining += std::max(0.0, f.factor * t.plan - t.actual);
    }
    f.total = spent + f.remaining;
    return f;
}

OrderBy orderBy(const PartLine &line, const BuildPlan &plan, Day today) {
    OrderBy o;
    o.needBy = dayFromIso(line.needBy);
    o.because = "need-by typed on the line";
    if (!o.needBy)
        if (const auto it = plan.neededBy.find(line.key); it != plan.neededBy.end()) {
            o.needBy = it->second.first;
            o.because = it->second.second;
        }
    o.leadAssumed = line.leadDays < 0;
    if (!o.leadAssumed) o.leadDays = line.leadDays;
    if (!o.needBy) {
        o.because.clear();
        return o;
    }
    constexpr int toSpare = 3;
    o.day = *o.needBy - std::chrono::days(o.leadDays + toSpare);
    o.late = std::max(0, daysBetween(*o.day, today));
    o.verdict = o.late == 0 ? Verdict::Holds : o.late <= 7 ? Verdict::Watch : Verdict::Fails;
    return o;
}

std::vector<Patch> remedyPatches(const BuildPlan &plan, const BuildStep &step, const Remedy &remedy) {
    const std::string p = "/tasks/" + step.key;
    if (step.traps.empty()) return {};
    const auto &trap = step.traps.front();
    const auto *strip = plan.step(trap.strip);
    if (!strip) return {};
    auto join = [](const std::vector<std::string> &keys) {
        std::string t;
        for (const auto &k : keys)
            t += (t.empty() ? "" : ", ") + k;
        return t;
    };
    if (remedy.kind == Remedy::Kind::OtherMachine) {
        std::vector<Patch> out{{p + "/needs", remedy.machine}};
        if (remedy.extraHours > 0)
            out.push_back(
                {p + "/hours", {{"typed", numberText(step.hours + remedy.extraHours, 4)}, {"standing", "stated"}}});
        return out;
    }
    if (remedy.kind == Remedy::Kind::MakeFirst) {
        // Its links to the strip, and to whatever waits for the strip, go; what it waited for besides stays.
        std::function<bool(const std::string &)> afterStrip = [&](const std::string &key) {
            if (key == strip->key) return true;
            const auto *s = plan.step(key);
            return s && std::any_of(s->after.begin(), s->after.end(), afterStrip);
        };
        std::vector<std::string> kept;
        std::function<void(const BuildStep &)> keep = [&](const BuildStep &s) {
            for (const auto &b : s.after)
                if (!afterStrip(b)) {
                    // of what only the strip waited for, its sister parts need not come first
                    const auto *before = plan.step(b);
                    if (&s != &step && before && before->kind == StepKind::Make) continue;
                    if (b != step.key && std::find(kept.begin(), kept.end(), b) == kept.end()) kept.push_back(b);
                } else if (const auto *inner = plan.step(b))
                    keep(*inner);
        };
        keep(step);
        auto stripAfter = strip->after;
        if (std::find(stripAfter.begin(), stripAfter.end(), step.key) == stripAfter.end())
            stripAfter.push_back(step.key);
        return {{p + "/after", join(kept)}, {"/tasks/" + strip->key + "/after", join(stripAfter)}};
    }
    // one more refit before it and one more strip after it
    const std::string refit = step.key + "-refit", again = step.key + "-strip";
    std::vector<Patch> out;
    const BuildStep *back = trap.waits.empty() ? nullptr : plan.step(trap.waits.front());
    auto hours = [](double h) { return Json{{"typed", numberText(h, 4)}, {"standing", "assumed"}}; };
    out.push_back({"/tasks/" + refit,
                   {{"text", "Refit for it: " + step.text},
                    {"axis", step.axis},
                    {"kind", "fit"},
                    {"after", step.afterText},
                    {"restores", trap.function + "@1"},
                    {"hours", hours(back ? back->hours : 2.5)}}});
    out.push_back({"/tasks/" + again,
                   {{"text", "Strip again"},
                    {"axis", step.axis},
                    {"kind", "strip"},
                    {"after", step.key},
                    {"strips", trap.function},
                    {"hours", hours(strip->hours)}}});
    out.push_back({p + "/after", refit});
    std::string needs;
    for (const auto &group : step.task.needs)
        for (std::size_t k = 0; k < group.size(); ++k)
            needs += (k               ? " | "
                      : needs.empty() ? ""
                                      : ", ") +
                     group[k].function +
                     (group[k].function == trap.function ? "@1" : "@" + std::to_string(group[k].quality));
    out.push_back({p + "/needs", needs});
    for (const auto &s : plan.steps)
        if (s.key != step.key && std::find(s.after.begin(), s.after.end(), step.key) != s.after.end())
            out.push_back({"/tasks/" + s.key + "/after", replaced(s.afterText, step.key, again)});
    return out;
}

std::vector<const Caution *> unreadDangers(const Json &project, const BuildStep &step, Day today) {
    std::vector<const Caution *> out;
    for (const auto &c : step.cautions)
        if (c.text->severity == Severity::Danger &&
            textAt(project, "/cautions/" + std::string(c.text->id) + "/read_on") != isoDay(today))
            out.push_back(&c);
    return out;
}

namespace book {
namespace {
constexpr Calculation planCalculationsTable[] = {
    {"teardown_remedy",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<Remedy> options;
         for (const auto &o : in.json("options"))
             options.push_back({Remedy::Kind::OtherMachine, o.at("id"), "", "", o.at("money_minor").get<double>(),
                                o.at("extra_hours_h").get<double>(), o.at("delay_days").get<double>(),
                                o.at("tolerance_mm").get<double>()});
         const auto priced = priceRemedies(std::move(options), in.number("needed_tolerance_mm"),
                                           in.number("labour_rate_minor_per_h"), in.number("delay_cost_minor_per_day"));
         Json cost = Json::object(), rejected = Json::array();
         for (const auto &r : priced) {
             if (r.reaches)
                 cost[r.text] = r.cost;
             else
                 rejected.push_back(r.text);
         }
         out.json("cost_minor", cost);
         out.json("rejected", rejected);
         out.json("best", priced.empty() || !priced.front().reaches ? Json(nullptr) : Json(priced.front().text));
         return {};
     },
     "PRACTICE"},
    {"hours_forecast",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<PlannedHours> tasks;
         for (const auto &t : in.json("tasks"))
             tasks.push_back({t.at("plan_h").get<double>(), t.value("actual_h", 0.0), t.value("done", false)});
         const auto f = forecastHours(tasks);
         out.number("factor", f.factor);
         out.number("remaining_h", f.remaining);
         out.number("total_h", f.total);
         if (in.number("hours_per_week") > 0) out.number("weeks_left", f.remaining / in.number("hours_per_week"));
         return {};
     },
     "DERIVED"},
};
} // namespace
std::span<const Calculation> planCalculations() { return planCalculationsTable; }
} // namespace book
} // namespace lw
