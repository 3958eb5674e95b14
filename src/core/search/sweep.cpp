#include "search/sweep.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include "search/size.h"
#include "search/tried_axis.h"
#include "units/plain_number.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
constexpr int places = 241;
constexpr double ratioLeast = 0.3, ratioMost = 12, leadLeast = 0.5e-3, leadMost = 40e-3;
/// Of a belt stage with nothing chosen yet, tensioned right: common practice.
constexpr double usualBelt = 0.96;

/// The axis with everything but the figure that is swept held as it stands.
class Ground {
public:
    Ground(const AxisModel &m, const AxisState &s, Swept what)
        : m_what(what), m_state(s), m_chain(s.chain), m_idle(m.drive.idleShare.v) {
        if (what == Swept::Lead) return;
        StageFigures one; // the row of stages as one
        if (m_chain.stages.empty() || std::fabs(s.ratio() - 1) < 1e-9)
            one.forward = one.backward = m_chain.stages.empty() ? usualBelt : forwardOf(m_chain.stages);
        else
            one = m_chain.stages[0];
        if (m_chain.stages.size() > 1) one.forward = one.backward = forwardOf(m_chain.stages);
        m_chain.stages.clear();
        m_chain.stages.push_back(one);
    }
    /// Worst margin there, and of which point. The acceleration and the speed of rapid may be had for less.
    std::pair<double, std::size_t> marginAt(double x, double accelerate = 1, double hurry = 1) {
        if (m_what == Swept::Lead)
            m_chain.lead = perRevolution(metres(x));
        else
            m_chain.stages[0].reduction = Fraction{std::int64_t(std::llround(x * 1e6)), 1000000};
        std::pair<double, std::size_t> worst{std::numeric_limits<double>::infinity(), 0};
        for (std::size_t k = 0; k < m_state.points.size(); ++k) {
            auto moment = m_state.points[k].moment;
            moment.acceleration = moment.acceleration * accelerate;
            if (m_state.points[k].kind != Operating::Cutting) moment.speed = moment.speed * hurry;
            const auto t = torqueAt(m_chain, moment);
            const double has = torquesAt(m_state.motor, t.motorSpeed.value() * 60 / (2 * pi)).countedOn *
                               (m_state.points[k].kind == Operating::Hold ? m_idle : 1);
            const double margin = has / std::fabs(t.motor.value());
            if (margin < worst.first) worst = {margin, k};
        }
        return worst;
    }

private:
    Swept m_what;
    const AxisState &m_state;
    AxisChain m_chain;
    double m_idle;
};

double bestOf(Ground &ground, double least, double most, double accelerate, double hurry) {
    double best = 0;
    for (int k = 0; k < 61; ++k)
        best = std::max(best, ground.marginAt(least * std::pow(most / least, k / 60.0), accelerate, hurry).first);
    return best;
}
/// The largest share of a wish at which some place keeps the must; 0 when none does.
template <class Best> double shareThatDoes(double must, Best best) {
    double low = 0.02, high = 1;
    if (best(low) < must) return 0;
    for (int k = 0; k < 14; ++k) {
        const double mid = std::sqrt(low * high);
        (best(mid) >= must ? low : high) = mid;
    }
    return low;
}
std::string figureOf(const Sweep &s, double x) {
    return s.what == Swept::Ratio ? numberText(x, 2) : withUnit(x, Dimension::Length, "mm", 2);
}
} // namespace

Sweep sweepOf(const AxisModel &m, Swept what) {
    Sweep s;
    s.what = what;
    if (m.wheel() && what == Swept::Lead) {
        s.missing = "A wheel has no lead; its ratio is chosen above.";
        return s;
    }
    const auto e = evaluate(m);
    const auto &state = e.state;
    s.now = what == Swept::Ratio ? state.ratio() : m.lead.v;
    const auto *worst = worstTorque(e);
    if (!state.motorKnown || !worst || state.points.empty()) {
        s.missing = !state.motorKnown ? "Choose motor and supply first: Sizing proposes whole designs."
                                      : "What the axis asks of a motor is not known yet: see Duty.";
        return s;
    }
    const auto rails = torqueRails(m.motor);
    s.must = rails.must;
    s.wanted = rails.wanted;
    for (const auto &p : state.points) {
        const auto row = std::find_if(e.findings.begin(), e.findings.end(), [&](const Finding &f) {
            return f.check == worst->check && f.subject.at == p.kind && f.subject.cut == p.cut;
        });
        s.rows.push_back(row == e.findings.end() ? std::string("another moment") : titleOf(m, *row));
    }
    const double least = what == Swept::Ratio ? ratioLeast : leadLeast,
                 most = what == Swept::Ratio ? ratioMost : leadMost;
    Ground ground(m, state, what);
    for (int k = 0; k < places; ++k) {
        const double x = least * std::pow(most / least, double(k) / (places - 1));
        const auto [margin, at] = ground.marginAt(x);
        if (!(margin == margin)) {
            s.curve.clear();
            s.missing = "What the axis asks of a motor is not known yet: see Duty.";
            return s;
        }
        s.curve.push_back({x, margin, int(at)});
    }
    const auto top = std::max_element(s.curve.begin(), s.curve.end(),
                                      [](const auto &a, const auto &b) { return a.margin < b.margin; });
    s.best = top->at;
    s.bestMargin = top->margin;
    s.reaches = top->margin >= s.must;
    // outwards from the best to where a level is crossed, the crossing found between two places
    const auto crossing = [&](double level, int way) {
        auto k = top - s.curve.begin();
        const auto end = way < 0 ? 0 : std::ptrdiff_t(s.curve.size()) - 1;
        while (k != end && s.curve[std::size_t(k + way)].margin >= level)
            k += way;
        SweepEnd out{s.curve[std::size_t(k)].at, {}};
        if (k == end) return out;
        double in = out.at, beyond = s.curve[std::size_t(k + way)].at;
        for (int n = 0; n < 30; ++n) {
            const double mid = std::sqrt(in * beyond);
            (ground.marginAt(mid).first >= level ? in : beyond) = mid;
        }
        out.at = in;
        out.by = s.rows[ground.marginAt(beyond).second];
        return out;
    };
    s.flatLow = crossing(0.9 * s.bestMargin, -1).at;
    s.flatHigh = crossing(0.9 * s.bestMargin, 1).at;
    if (s.reaches) {
        s.low = crossing(s.must, -1);
        s.high = crossing(s.must, 1);
        return s;
    }
    const double slower = shareThatDoes(s.must, [&](double x) { return bestOf(ground, least, most, x, 1); }),
                 later = shareThatDoes(s.must, [&](double x) { return bestOf(ground, least, most, 1, x); });
    std::string words;
    if (std::max(slower, later) > 0.02) {
        words = slower >= later
                    ? "Speeding up at " + numberText(m.acceleration.v * slower, 2) + "\u00a0m/s² would do"
                    : "A rapid of " + withUnit(m.rapid.v * later, Dimension::Speed, "mm/min", 2) + " would do";
        words += "; or a motor with ";
    } else
        words = "Nearest: a motor with ";
    s.lever = words + timesText(std::ceil(s.must / s.bestMargin * 20) / 20) + " the torque.";
    return s;
}

Sweep sweep(const nlohmann::json &project, const std::string &axis, const std::string &design,
            const Catalogue &catalogue, Swept what) {
    auto s = sweepOf(readAxis(project, axis, design), what);
    if (!s.missing.empty()) return s;
    s.parts =
        alternatives(project, axis, design, catalogue, what == Swept::Ratio ? Exchanged::Reduction : Exchanged::Screw);
    std::erase_if(s.parts, [&](const Alternative &a) { return !(s.of(a) > 0); });
    std::stable_sort(s.parts.begin(), s.parts.end(), [&](const Alternative &a, const Alternative &b) {
        if (s.of(a) != s.of(b)) return s.of(a) < s.of(b);
        return a.price < b.price;
    });
    return s;
}

std::string sweepWords(const Sweep &s) {
    if (!s.missing.empty()) return s.missing;
    const std::string name = s.what == Swept::Ratio ? "ratio" : "lead";
    if (!s.reaches)
        return "No " + name + " does it with this motor: at best " + timesText(s.bestMargin) + ", at " +
               figureOf(s, s.best) + ", for " + timesText(s.must) + " that it must. " + s.lever;
    std::string t = s.what == Swept::Ratio ? "Ratio " : "Lead ";
    t += figureOf(s, s.low.at) + " to " + figureOf(s, s.high.at) + " does the job";
    const auto lower = [](std::string w) {
        if (!w.empty()) w[0] = lowerCase(w[0]);
        return w;
    };
    if (!s.low.by.empty()) t += "; below, " + lower(s.low.by) + " asks too much";
    if (!s.high.by.empty()) t += "; above, " + lower(s.high.by);
    t += ". Best " + figureOf(s, s.best) + " with " + timesText(s.bestMargin) + "; anything from " +
         figureOf(s, s.flatLow) + " to " + figureOf(s, s.flatHigh) + " costs at most a tenth of that.";
    return t;
}

} // namespace lw
