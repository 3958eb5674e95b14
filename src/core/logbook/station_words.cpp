#include "logbook/station_words.h"
#include <algorithm>

namespace lw {
namespace {
std::string hoursText(double h) { return numberText(h, 3) + "\u00a0h"; }
} // namespace

StationSummary partsSummary(const nlohmann::json &project, const std::vector<PartLine> &lines) {
    StationSummary s;
    const auto t = partTotals(project, lines);
    s.done = t.inHand;
    s.of = t.all;
    s.figure = t.all ? std::to_string(t.inHand) + " of " + std::to_string(t.all) : "none";
    s.begun = t.all > 0;
    const auto currency = unitLabel(textAt(project, "/currency", "EUR"));
    s.sentence = t.all ? "parts in hand, " + numberText(t.remaining, 4) + "\u00a0" + currency + " to spend"
                       : "the design asks for nothing yet";
    s.verdict = t.inHand == t.all ? Verdict::Holds : Verdict::Watch;
    for (const auto &l : lines)
        if (!l.matches) s.sentence += "; " + l.text + " no longer matches";
    return s;
}

StationSummary buildSummary(const BuildPlan &plan, const std::string &axis) {
    StationSummary s;
    const BuildStep *trap = nullptr;
    s.verdict = buildVerdict(plan, axis, &trap);
    double left = 0;
    int open = 0, done = 0;
    const BuildStep *next = nullptr;
    for (const auto &step : plan.steps) {
        if (step.axis != axis) continue;
        (step.done() ? done : open) += 1;
        if (!step.done()) {
            left += std::max(0.0, plan.factor * step.hours - (step.spent == step.spent ? step.spent : 0));
            if (!next && step.waits.empty()) next = &step;
        }
    }
    s.begun = open + done > 0;
    if (!s.begun) {
        s.figure = "no steps";
        s.sentence = "they come with a motor";
        s.verdict = Verdict::NotKnown;
        return s;
    }
    s.done = done;
    s.of = open + done;
    if (!plan.problem.empty()) {
        s.figure = "a knot";
        s.sentence = plan.problem;
    } else if (trap) {
        s.figure = "1 trap";
        s.sentence = trap->text + ": made after its slide is off";
    } else if (open == 0) {
        s.figure = "done";
        s.sentence = "every step is ticked";
    } else {
        s.figure = hoursText(left);
        s.sentence = next ? "left; next: " + next->text : "left; waits for another axis";
    }
    return s;
}

std::string buildHeadline(const BuildPlan &plan, const std::string &axis) {
    if (!plan.problem.empty()) return plan.problem;
    const BuildStep *trap = nullptr;
    if (buildVerdict(plan, axis, &trap) == Verdict::Fails && trap)
        return trap->text + ": to be made while the machine is in pieces";
    const auto s = buildSummary(plan, axis);
    if (!s.begun) return "Nothing to build yet: the steps come with a motor";
    if (s.done == s.of) return "Built: every step is ticked";
    for (const auto &step : plan.steps)
        if (step.axis == axis && !step.done() && step.waits.empty())
            return "Next: " + step.text + ", " + hoursText(step.hours);
    return "Waits for another axis";
}

StationSummary cardsSummary(const nlohmann::json &project, const AxisModel &m, const AxisState &s) {
    StationSummary out;
    const auto specs = cardsOf(m);
    const auto cards = judgeCards(project, m, s);
    int passed = 0;
    bool begun = false;
    out.verdict = Verdict::Holds;
    for (const auto &c : cards) {
        passed += c.passes();
        begun |= c.begun;
        if (c.begun) out.verdict = std::min(out.verdict, c.verdict);
    }
    out.done = passed;
    out.of = static_cast<int>(cards.size());
    out.begun = begun;
    out.figure = std::to_string(passed) + " of " + std::to_string(cards.size());
    if (!begun) {
        out.verdict = Verdict::NotKnown;
        out.sentence = "not yet";
        if (s.lostMotion == s.lostMotion)
            out.sentence = "predicted: " + withUnit(s.lostMotion, Dimension::Length, "mm", 2) + " lost motion";
        return out;
    }
    if (passed < out.of && out.verdict == Verdict::Holds) out.verdict = Verdict::Watch;
    for (std::size_t k = 0; k < cards.size(); ++k)
        if (cards[k].begun && !cards[k].waived && cards[k].verdict < Verdict::Holds) {
            out.sentence = cards[k].sentence;
            return out;
        }
    for (std::size_t k = 0; k < cards.size(); ++k)
        if (!cards[k].passes()) {
            out.sentence = "next card: " + std::string(specs[k]->title);
            return out;
        }
    out.sentence = "handed over";
    return out;
}

std::string cardsHeadline(const std::vector<CardResult> &cards, const std::vector<const CardSpec *> &specs) {
    int passed = 0, watch = 0;
    bool begun = false;
    const CardResult *bad = nullptr, *odd = nullptr;
    const CardSpec *next = nullptr;
    for (std::size_t k = 0; k < cards.size(); ++k) {
        begun |= cards[k].begun;
        passed += cards[k].passes();
        if (cards[k].verdict == Verdict::Fails && !cards[k].waived && !bad) bad = &cards[k];
        if (cards[k].verdict == Verdict::Watch) {
            ++watch;
            odd = &cards[k];
        }
        if (!cards[k].passes() && !next) next = specs[k];
    }
    if (!begun) return "No card read yet: stop works comes first";
    if (bad) return bad->sentence;
    if (watch == 1 && odd) return "As it should, save one: " + odd->sentence.substr(0, odd->sentence.find(". ") + 1);
    if (next)
        return std::to_string(passed) + " of " + std::to_string(cards.size()) +
               " cards; next: " + std::string(next->title);
    return watch ? "Handed over, " + std::to_string(watch) + " to watch" : "Handed over: every card holds";
}

StationSummary logSummary(const std::vector<LogEntry> &entries, const std::string &axis) {
    StationSummary s;
    int n = 0;
    const LogEntry *last = nullptr;
    s.verdict = Verdict::Holds;
    for (const auto &e : entries) {
        if (e.axis != axis) continue;
        ++n;
        if (!last) last = &e;
        if (e.judged && e.verdict != Verdict::Holds) s.verdict = std::min(s.verdict, Verdict::Watch);
    }
    s.begun = n > 0;
    s.figure = std::to_string(n) + (n == 1 ? " note" : " notes");
    s.sentence = "nothing written";
    if (last) {
        s.sentence = "last: " + last->text;
        if (const auto d = dayFromIso(last->date)) s.sentence += ", " + shownDay(*d);
    }
    if (!s.begun) s.verdict = Verdict::NotKnown;
    return s;
}

} // namespace lw
