// What the stations say of a table that turns, in one glance.
#include "proof/words/rotary_words.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
std::string torqueOf(double v) { return withUnit(v, Dimension::Torque, "Nm", 3); }
/// What a tape and a scale say of it: drag, room, what turns, bolts.
std::pair<int, int> measuredOfTable(const AxisModel &m) {
    const auto &t = *m.rotary();
    const bool have[] = {m.pullMeasured, t.height.known(), t.jaws.known(),
                         m.mass.known(), t.weight.known(), t.bolts.known() && t.boltSize.known()};
    return {static_cast<int>(std::count(std::begin(have), std::end(have), true)), 6};
}
std::string stagesOf(const AxisModel &m) {
    std::string out;
    for (const auto &placed : m.stages) {
        std::string one;
        if (const auto *b = std::get_if<ToothedBelt>(&placed.stage))
            one = b->toothed() ? std::to_string(b->driver.teeth) + ":" + std::to_string(b->driven.teeth) : "?:?";
        else if (const auto *g = std::get_if<Gears>(&placed.stage))
            one = g->toothed() ? std::to_string(g->driver.teeth) + ":" + std::to_string(g->driven.teeth) : "?:?";
        else if (const auto *r = std::get_if<Reducer>(&placed.stage))
            one = r->stated.num > 0 ? numberText(r->stated.value(), 4) + ":1" : "?:1";
        if (!one.empty()) out += (out.empty() ? "" : ", ") + one;
    }
    return out.empty() ? "direct" : out;
}
} // namespace

std::string tableSpeedText(double metresPerSecondAtOneMetre) {
    return numberText(metresPerSecondAtOneMetre * 30 / pi, 3) + "\u00a0rpm";
}

StationSummary turningSummary(StationId station, const AxisModel &m, const Evaluation &e) {
    StationSummary s;
    s.verdict = stationVerdict(station, m, e);
    const auto *bad = worstFinding(e, station);
    const bool wrong = bad && bad->verdict != Verdict::Holds;
    const auto &r = e.state.rotary;
    const auto &t = *m.rotary();
    switch (station) {
    case StationId::AsFound: {
        const auto [done, of] = measuredOfTable(m);
        s.done = done;
        s.of = of;
        s.figure = std::to_string(done) + " of " + std::to_string(of);
        s.sentence = wrong            ? sentenceOf(m, e.state, *bad)
                     : r.gap == r.gap ? "known; open jaws clear by " + withUnit(r.gap, Dimension::Length, "mm", 3)
                                      : "known of the unit and its room";
        if (done == 0) s.verdict = std::min(s.verdict, Verdict::NotKnown);
        break;
    }
    case StationId::Duty:
        s.figure = r.cut == r.cut ? torqueOf(r.cut) : "?";
        s.sentence = std::string(rotaryTargets(t.purpose).name);
        if (t.purpose == RotaryPurpose::NotChosen || m.cuts.empty()) s.verdict = std::min(s.verdict, Verdict::NotKnown);
        if (m.cuts.empty()) s.sentence += "; the cut is not known";
        if (wrong) s.sentence = sentenceOf(m, e.state, *bad);
        break;
    case StationId::Drive:
        s.figure = m.hasMotor() ? stagesOf(m) : "open";
        s.sentence = !m.hasMotor() ? "no motor chosen yet"
                     : wrong       ? sentenceOf(m, e.state, *bad)
                                   : "a turn takes " + withUnit(r.turn, Dimension::Time, "s", 3);
        if (!m.hasMotor()) s.verdict = std::min(s.verdict, Verdict::NotKnown);
        break;
    default: break;
    }
    return s;
}

std::string turningHeadline(StationId station, const AxisModel &m, const Evaluation &e) {
    const auto &t = *m.rotary();
    const auto &r = e.state.rotary;
    const auto *bad = worstFinding(e, station);
    const bool wrong = bad && bad->verdict != Verdict::Holds;
    switch (station) {
    case StationId::AsFound:
        if (wrong && (bad->verdict != Verdict::NotKnown || r.gap == r.gap)) return sentenceOf(m, e.state, *bad);
        return r.gap == r.gap
                   ? "It goes under the head; open jaws clear by " + withUnit(r.gap, Dimension::Length, "mm", 3)
                   : "Not measured yet: its height and its jaws say whether it fits";
    case StationId::Duty: {
        const auto &asks = rotaryTargets(t.purpose);
        if (t.purpose == RotaryPurpose::NotChosen) return "What it is for says how fine, how fast and how stiff";
        if (wrong) return sentenceOf(m, e.state, *bad);
        return "For " + std::string(asks.name) + ": " + std::string(asks.demands);
    }
    case StationId::Drive: {
        if (!m.hasMotor()) return "No motor yet: type what it is, or pick one with F2";
        if (r.turn > t.turn.v && t.step.known() && r.step < 0.5 * t.step.v)
            return "Finer than it need be: " + withUnit(r.turn, Dimension::Time, "s", 3) + " a turn, " +
                   withUnit(t.turn.v, Dimension::Time, "s", 3) + " wanted";
        return wrong ? sentenceOf(m, e.state, *bad) : "The parts fit each other";
    }
    default: return {};
    }
}

std::string noSingleRatio(const AxisModel &m) {
    const auto w = ratioWindow(m);
    if (!(w.least == w.least) || !(w.most == w.most)) return {};
    const auto n = [](double v) { return numberText(v, 3) + ":1"; };
    if (w.least <= w.most)
        return "From " + n(w.least) + " to " + n(w.most) + " it is both fine enough and quick enough";
    return "No single ratio gives both: fine enough from " + n(w.least) + ", quick enough up to " + n(w.most) +
           ". Two belt stages, a servo, or two units";
}

RatioWindow ratioWindow(const AxisModel &m, RotaryPurpose purpose) {
    const auto &t = *m.rotary();
    auto asks = rotaryTargets(purpose);
    if (purpose == t.purpose) { // what was typed goes before
        asks.step = t.step.v;
        asks.turn = t.turn.v;
        asks.quarter = t.quarter.v;
        asks.speed = t.speed.v;
    }
    RatioWindow w;
    const double pulses = m.pulsesATurn(), motor = t.motorSpeed.v, rest = t.ramp.v + t.clampTime.v;
    double step = asks.step;
    if (asks.stepAtWork == asks.stepAtWork && t.radius.known()) step = std::min(step, asks.stepAtWork / t.radius.v);
    if (pulses > 0 && step == step) w.least = 2 * pi / (pulses * step);
    const auto upTo = [&](double most) {
        if (most == most && most > 0) w.most = w.most == w.most ? std::min(w.most, most) : most;
    };
    upTo(motor / asks.speed);
    upTo(motor * (asks.turn - rest) / (2 * pi));
    upTo(motor * (asks.quarter - rest) / (pi / 2));
    return w;
}
RatioWindow ratioWindow(const AxisModel &m) { return ratioWindow(m, m.rotary()->purpose); }

} // namespace lw
