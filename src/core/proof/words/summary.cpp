#include "proof/words/summary.h"
#include "proof/words/rotary_words.h"
#include "units/plain_number.h"
#include "proof/doubt/doubt.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
const Finding *torqueRow(const Evaluation &e, Operating kind) {
    for (const auto &f : e.findings)
        if (f.check->torqueRow && (f.subject.at == kind)) return &f;
    return nullptr;
}
std::string newtons3(double v) {
    return v >= 1995 ? withUnit(v, Dimension::Force, "kN", 2) : withUnit(v, Dimension::Force, "N", 3);
}
std::string lowerFirst(std::string s) {
    if (s.size() > 1 && s[1] >= 'a' && s[1] <= 'z') s[0] = lowerCase(s[0]);
    return s;
}
/// "5M belt 375", or "coupled direct".
std::string driveWords(const AxisModel &m) {
    std::string words;
    for (const auto &placed : m.stages)
        if (const auto *b = std::get_if<ToothedBelt>(&placed.stage); b && b->beltProfileRead())
            words += (words.empty() ? "" : ", ") + std::string(b->beltProfileRead()->name) + " belt " +
                     numberText(b->read->lengthMm.value_or(0), 4);
        else if (const auto *g = std::get_if<Gears>(&placed.stage); g && g->toothed())
            words += (words.empty() ? "" : ", ") + std::string("gears ") + std::to_string(g->driver.teeth) + ":" +
                     std::to_string(g->driven.teeth);
    return words.empty() ? "coupled direct" : words;
}
} // namespace

Verdict worstOf(const Evaluation &e, StationId station) {
    Verdict v = Verdict::Holds;
    for (const auto &f : e.findings)
        if (f.check->station == station) v = std::min(v, f.verdict);
    return v;
}

const Finding *worstFinding(const Evaluation &e, StationId station) {
    for (const auto &f : e.findings) // sorted worst first
        if (f.check->station == station) return &f;
    return nullptr;
}

Verdict stationVerdict(StationId station, const AxisModel &m, const Evaluation &e) {
    const auto v = worstOf(e, station);
    const bool usual = station == StationId::Duty && !m.cuts.empty() &&
                       std::ranges::all_of(m.cuts, [](const Cut &c) { return c.standing == Standing::Assumed; });
    return usual ? std::min(v, Verdict::NotKnown) : v;
}

namespace {
/// "1.2 N·m at 625 rpm": the most any operating point asks at the motor's shaft; empty where it is not known.
std::string asksOfMotor(const AxisModel &, const AxisState &s) {
    const OperatingPoint *most = nullptr;
    for (const auto &p : s.points)
        if (p.demand == p.demand && (!most || p.demand > most->demand)) most = &p;
    return most ? withUnit(most->demand, Dimension::Torque, "Nm", 2) + " at " + numberText(most->rpm, 3) + " rpm" : "";
}
} // namespace

TightAndLoose tightAndLoose(const AxisModel &m) {
    TightAndLoose t;
    for (const auto &r : m.readings) {
        const double mean = (r.away + r.back).value() / 2;
        if (!(mean <= t.tight)) t.tight = mean; // the first, too
        if (!(mean >= t.loose)) t.loose = mean;
    }
    return t;
}

StationSummary summarise(StationId station, const nlohmann::json &project, const AxisModel &m, const Evaluation &e) {
    if (m.rotary() && station != StationId::Proof) return turningSummary(station, m, e);
    StationSummary s;
    s.verdict = stationVerdict(station, m, e);
    const auto *bad = worstFinding(e, station);
    switch (station) {
    case StationId::AsFound: {
        s.done = measuredOfSeven(project, m.id);
        s.of = 7;
        if (m.readings.empty() || !m.pullMeasured) {
            s.figure = std::to_string(s.done) + " of 7";
            s.sentence = "measured; pull assumed " + newtons3(m.pull.v);
            if (m.pullMeasured) s.sentence = "measured; the slide pulls " + newtons3(m.pull.v);
            if (!m.pull.known()) s.sentence = "measured; the pull is not known";
        } else {
            const auto [tight, loose] = tightAndLoose(m);
            s.figure = newtons3(tight);
            s.sentence = m.readings.size() > 1
                             ? "pull at " + withUnit(m.tightAt, Dimension::Length, "mm") + "; runs free at " +
                                   withUnit(m.looseAt, Dimension::Length, "mm") + ", " + newtons3(loose)
                             : "pull at one place";
        }
        break;
    }
    case StationId::Duty: {
        const OperatingPoint *heaviest = nullptr;
        for (const auto &p : e.state.points)
            if (p.kind == Operating::Cutting && p.axial == p.axial &&
                (!heaviest || std::fabs(p.axial) > std::fabs(heaviest->axial)))
                heaviest = &p;
        if (heaviest) {
            const auto &cut = m.cuts[static_cast<std::size_t>(heaviest->cut)];
            s.figure = newtons3(std::fabs(heaviest->axial));
            s.sentence = cut.name + (cut.standing == Standing::Assumed ? ", assumed" : "");
            // along an upright axis a force has a way: against the weight, or held back on the way down
            if (m.vertical) s.sentence += heaviest->axial < 0 ? ", lowers against the screw" : ", lifts";
            if (cut.capped) s.sentence += ", capped by the spindle";
        } else {
            s.figure = "?";
            s.sentence = "the cut is not known";
            s.verdict = std::min(s.verdict, Verdict::NotKnown);
        }
        if (bad && bad->verdict != Verdict::Holds)
            s.sentence += "; " + lowerFirst(sentenceOf(m, e.state, *bad));
        else
            s.sentence += ", ways included";
        break;
    }
    case StationId::Drive:
        s.figure = m.hasMotor() ? "direct" : "open";
        if (m.hasStage<ToothedBelt>() || m.hasStage<Gears>()) {
            s.figure.clear();
            for (const auto &placed : m.stages)
                if (const auto *g = std::get_if<Gears>(&placed.stage))
                    s.figure +=
                        (s.figure.empty() ? "" : ", ") +
                        (g->toothed() ? std::to_string(g->driver.teeth) + " : " + std::to_string(g->driven.teeth)
                                      : std::string("? : ?"));
                else if (const auto *b = std::get_if<ToothedBelt>(&placed.stage))
                    s.figure +=
                        (s.figure.empty() ? "" : ", ") +
                        (b->toothed() ? std::to_string(b->driver.teeth) + " : " + std::to_string(b->driven.teeth)
                                      : std::string("? : ?"));
        }
        if (!m.hasMotor()) {
            s.sentence = "nothing chosen yet: it proposes designs that hold";
            s.verdict = std::min(s.verdict, Verdict::NotKnown);
        } else if (!m.screw().threadProblem.empty()) {
            s.sentence = m.screw().threadProblem;
            s.verdict = std::min(s.verdict, Verdict::NotKnown);
        } else if (bad && bad->verdict != Verdict::Holds) {
            s.sentence = sentenceOf(m, e.state, *bad);
            if (const auto *b =
                    bad->id == "TR-01"_check ? m.stageAs<ToothedBelt>(std::size_t(bad->subject.stage)) : nullptr)
                if (const auto *w = e.state.stageWork<ToothedBelt>(std::size_t(bad->subject.stage));
                    w && w->perToothError != 0) {
                    s.figure = withUnit(std::fabs(w->perToothError), Dimension::Length, "mm", 2);
                    s.sentence = "a tooth: " + std::string(b->beltProfileRead() ? b->beltProfileRead()->name : "") +
                                 " belt on " + std::string(b->driver.profile->name) + " pulleys climbs out";
                }
        } else {
            s.sentence = (m.screw().named ? m.screw().thread.name + ", " : std::string()) + driveWords(m);
        }
        break;
    case StationId::Proof: {
        s.finding = bad;
        if (bad && bad->verdict == Verdict::Fails) {
            s.figure = marginText(*bad);
            s.sentence = sentenceOf(m, e.state, *bad);
            if (bad->id == "M8"_check && bad->row == 2) {
                s.figure = withUnit(m.mass.v, Dimension::Mass, "kg", 2);
                s.sentence = "runs down when power goes: no brake";
            }
            break;
        }
        const Finding *tight = nullptr; // the torque row nearest its limit
        for (const auto &f : e.findings)
            if (f.check->torqueRow &&
                (!tight || f.verdict < tight->verdict || (f.verdict == tight->verdict && f.margin < tight->margin)))
                tight = &f;
        if (!tight || tight->missing) {
            s.figure = "?";
            s.sentence = tight ? "needed: " + missingOf(m, *tight) : "nothing to prove yet";
            if (const auto most = asksOfMotor(m, e.state); !m.hasMotor() && !most.empty()) {
                s.figure = most.substr(0, most.find(" at "));
                s.sentence = "asked of a motor" + most.substr(most.find(" at ")) + "; nothing chosen yet";
            }
            s.verdict = Verdict::NotKnown;
            s.finding = nullptr;
            break;
        }
        s.finding = tight;
        if (tight->verdict == Verdict::NotKnown && tight->low == tight->low) {
            s.figure = bandText(*tight);
            const auto shares = doubtShares(m, *tight);
            const InputSpec *most = nullptr; // the guess that makes most of the doubt
            for (const auto &share : shares)
                if (share.standing == Standing::Assumed && !most) most = share.input;
            s.sentence = !most ? "until the doubt is less"
                               : "until the " + std::string(most->name) +
                                     (most->how.empty() ? " is known better"
                                                        : " is measured, " + std::to_string(most->minutes) + " min");
            s.sentence += ", at " + lowerFirst(titleOf(m, *tight));
        } else {
            s.figure = marginText(*tight);
            s.sentence = "at " + lowerFirst(titleOf(m, *tight)) + ", " + timesText(tight->wanted) + " wanted";
            if (const auto *rapid = torqueRow(e, Operating::RapidUp); rapid && rapid != tight)
                s.sentence += "; " + timesText(rapid->margin) + " at rapid";
        }
        break;
    }
    default: s.begun = false; break;
    }
    return s;
}

std::string headline(StationId station, const AxisModel &m, const Evaluation &e) {
    if (m.rotary() && station != StationId::Proof) return turningHeadline(station, m, e);
    switch (station) {
    case StationId::AsFound: {
        if (m.readings.size() > 1) {
            const auto [tight, loose] = tightAndLoose(m);
            return "Tight at " + withUnit(m.tightAt, Dimension::Length, "mm") + ": " + newtons3(tight) + ", free at " +
                   withUnit(m.looseAt, Dimension::Length, "mm") + ": " + newtons3(loose);
        }
        if (m.pullMeasured)
            return m.pullDirect ? "The slide pulls " + newtons3(m.pull.v)
                                : "By the handle the slide pulls " + newtons3(m.pull.v) + ", give or take " +
                                      numberText(m.frictionDoubt * 100, 2) + " %";
        return m.pull.known() ? "Pull not measured: assumed " + newtons3(m.pull.v) + " of its class"
                              : "Nothing measured yet";
    }
    case StationId::Duty: {
        double most = 0;
        for (const auto &p : e.state.points)
            if (p.kind == Operating::Cutting && p.axial == p.axial) most = std::max(most, p.axial);
        return "Asks at most " + newtons3(most) + ", and " + withUnit(m.rapid.v, Dimension::Speed, "mm/min", 4) +
               " with no cut";
    }
    case StationId::Drive: {
        if (!m.hasMotor()) return "Nothing chosen yet: sizing proposes designs that hold";
        const auto *bad = worstFinding(e, StationId::Drive);
        if (!bad || bad->verdict == Verdict::Holds) return "The parts fit each other";
        return sentenceOf(m, e.state, *bad);
    }
    case StationId::Proof: {
        const auto *bad = worstFinding(e, StationId::Proof);
        const auto *rapid = torqueRow(e, Operating::RapidUp);
        if (bad && bad->verdict == Verdict::Fails) return sentenceOf(m, e.state, *bad);
        if (const auto most = asksOfMotor(m, e.state); !m.hasMotor() && !most.empty())
            return "Nothing chosen yet. It asks " + most + " of a motor, its rotor left out";
        if (!rapid || rapid->missing)
            return "Not known: " + (rapid ? missingOf(m, *rapid) : std::string("no motor")) + " needed";
        const Finding *tight = nullptr;
        for (const auto &f : e.findings)
            if (f.check->torqueRow && (!tight || f.margin / f.wanted < tight->margin / tight->wanted)) tight = &f;
        std::string t = std::string(rapid->verdict == Verdict::Holds   ? "Holds at rapid, "
                                    : rapid->verdict == Verdict::Watch ? "Just holds at rapid, "
                                                                       : "At rapid ") +
                        marginText(*rapid);
        if (tight && tight != rapid) t += ". Weakest: " + lowerFirst(titleOf(m, *tight)) + ", " + marginText(*tight);
        return t;
    }
    default: return {};
    }
}

} // namespace lw
