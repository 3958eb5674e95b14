// The survey's, the duty's and the motor's checks.
#include "proof/evaluate.h"
#include "drive/steps.h"
#include <algorithm>
#include <cmath>

namespace lw {

void addSurveyChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out) {
    using I = CheckId;
    auto unless = [&](bool known, Finding f) {
        if (!known) {
            f.verdict = Verdict::NotKnown;
            f.missing = true;
            f.margin = notKnown;
            f.demand = notKnown;
        }
        out.push_back(f);
    };
    unless(m.breakawayMeasured, upperRow(I::S1, m.breakaway.v, 1.6, 2.5));
    const bool profile = m.readings.size() > 1;
    if (m.readings.empty() && !(m.hoistUp.known() && m.hoistDown.known())) {
        unless(false, upperRow(I::S2, notKnown, 1.5, 2.5));
        if (!m.vertical) unless(false, upperRow(I::S3, notKnown, 0.15, 0.30));
    } else if (profile) {
        out.push_back(upperRow(I::S2, m.tightLoose, 1.5, 2.5));
        if (!m.vertical) out.push_back(upperRow(I::S3, m.asymmetry, 0.15, 0.30));
    }
    if (m.keepsScrew) {
        std::vector<double> leads;
        for (const auto *k : {&m.leadMeasured, &m.leadDial, &m.leadThread})
            if (k->known()) leads.push_back(k->v);
        if (m.hasScrew && !leads.empty())
            leads.push_back(m.thread.lead().value()); // the name of its thread is a way too
        if (leads.size() >= 2) {
            const auto [lo, hi] = std::minmax_element(leads.begin(), leads.end());
            out.push_back(upperRow(I::S4, (*hi - *lo) / *hi, 0.003, 0.01));
        } else if (!m.wheel) {
            unless(false, upperRow(I::S4, notKnown, 0.003, 0.01));
        }
        if (m.cls && !m.ballScrew())
            out.push_back(upperRow(I::S5, s.lostMotion == s.lostMotion ? s.lostMotion : notKnown,
                                   m.cls->lostPass * 1e-3, m.cls->lostFail * 1e-3));
    }
    if (!m.vertical) { // how heavily it runs for its weight
        const double weight = m.mass.v * standardGravity;
        if (m.readings.empty()) {
            out.push_back(plainRow(I::S6, Verdict::NotKnown));
        } else if (m.way.find("rail") != std::string::npos || m.way == "caged_rollers" || m.way == "ball_bush") {
            const double expected = m.wayFriction * weight + m.constantDrag;
            out.push_back(upperRow(I::S6, m.pullMean.v / expected, 3, 5));
        } else if (m.constantDrag <= 0.6 * m.pullMean.v) {
            const double mu = (m.pullMean.v - m.constantDrag) / weight;
            const Verdict v = !(mu == mu)              ? Verdict::NotKnown
                              : mu > 0.45              ? Verdict::Fails
                              : mu < 0.03 || mu > 0.30 ? Verdict::Watch
                                                       : Verdict::Holds;
            out.push_back(plainRow(I::S6, v, mu));
        }
    }
    // A pull that was only guessed has no doubt of its own yet to judge: it is not known.
    out.push_back(m.pullMeasured ? upperRow(I::S7, m.frictionDoubt, 0.25, 0.50) : [] {
        Finding f = plainRow(I::S7, Verdict::NotKnown);
        f.missing = true;
        return f;
    }());
    const bool slides = m.way.find("rail") == std::string::npos && m.way != "caged_rollers" && m.way != "ball_bush";
    if (slides && !m.wheel && s.rigidityKnown) {
        const double jump = 2 * s.friction * (m.breakaway.v - 1) / s.stiffness.total.value();
        out.push_back(marginRow(I::S9, jump, m.repeatTarget.v, 1, 2));
    }
    if (m.vertical) {
        const double carried = m.strut.v + (m.counterweight.known() ? m.counterweight.v : 0) * standardGravity;
        if (!(carried == carried) || carried > 0) {
            const double share = std::max(carried, m.strutMost) / s.weightUnbalanced; // rod in, where it pulls most
            const Verdict v = !(share == share)             ? Verdict::NotKnown
                              : share > 1                   ? Verdict::Fails
                              : share < 0.5 || share > 0.97 ? Verdict::Watch
                                                            : Verdict::Holds;
            out.push_back(plainRow(I::S8, v, carried, s.weightUnbalanced));
        }
        if (m.guideOffset.known() && m.guideLength.known())
            out.push_back(upperRow(I::S10, 2 * m.wayFriction * m.guideOffset.v / m.guideLength.v, 0.3, 0.6));
    }
    if (m.belt && !m.wheel) out.push_back(upperRow(I::TR44, m.runOut.v, 0.02e-3, 0.05e-3));
}

void addDutyChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out) {
    using I = CheckId;
    for (std::size_t k = 0; k < m.cuts.size(); ++k) {
        const auto &c = m.cuts[k];
        auto add = [&](Finding f) {
            f.cut = static_cast<int>(k);
            out.push_back(f);
        };
        if (c.kind == CutKind::Given) continue;
        if (c.kind == CutKind::Threading) { // room to come up to speed before the first thread
            add(marginRow(I::P5, c.runInNeeded, c.runInFree, 1, 1.5));
            continue;
        }
        add(marginRow(I::P1, c.power * m.factorOf(c).v / m.spindleEfficiency.v, m.spindlePower.v, 1, 1.25));
        if (c.kind == CutKind::Milling) {
            const bool big = c.cutter >= 8e-3 * (1 - 1e-9);
            const double thinPass = big ? 0.01e-3 : 0.005e-3, thinFail = 0.003e-3, thickPass = big ? 0.3e-3 : 0.05e-3,
                         thickFail = big ? 0.5e-3 : 0.1e-3;
            const double h = c.chip;
            const Verdict v = !(h == h)                       ? Verdict::NotKnown
                              : h < thinFail || h > thickFail ? Verdict::Fails
                              : h < thinPass || h > thickPass ? Verdict::Watch
                                                              : Verdict::Holds;
            add(plainRow(I::P2, v, h, h < thinPass ? thinPass : thickPass));
            if (c.climbPull > 0) {
                // held where it runs loosest, and on no guess: a class range must hold at its lower end
                const double pull = c.climbPull * m.factorOf(c).v;
                const double play = s.playStays, friction = m.pullLoosest.v;
                const bool guessed = !m.pullMeasured;
                const auto holds = [&](double f) { return f >= 1.5 * pull; };
                Verdict p = play <= 10e-6 || holds(guessed ? m.pullLoosest.low : friction) ? Verdict::Holds
                            : play <= 20e-6                                                ? Verdict::Watch
                                                                                           : Verdict::Fails;
                if (p == Verdict::Fails && guessed && holds(m.pullLoosest.high)) p = Verdict::NotKnown;
                if (!(play == play) && p != Verdict::Holds) p = Verdict::NotKnown;
                add(plainRow(I::P3, p, pull, friction));
            }
        } else if (c.kind == CutKind::Drilling && m.vertical) {
            double available = notKnown;
            for (const auto &p : s.points)
                if (p.cut == static_cast<int>(k) &&
                    p.design == p.design) // what is left for the drill: the ways rub, the weight helps going down
                    available = thrustAtNut(s.chain, newtonMetres(p.design)).value() - s.sizingPull -
                                m.directionOf(static_cast<int>(k)) * s.netWeight;
            add(marginRow(I::P4, c.force.v * m.factorOf(c).v, available, 1, 1 / 0.7));
        }
    }
}

void addMotorChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out) {
    using I = CheckId;
    const I torque = m.closedLoop ? I::C02 : I::C01;
    const double must = m.closedLoop ? 1 / 0.9 : 1 / 0.7;
    const double wanted = m.closedLoop ? 1 / 0.75 : 1 / 0.5;
    double cornerAsked = 0;
    for (const auto &p : s.points) {
        auto f = marginRow(torque, p.demand, p.design, must, wanted);
        f.operating = p.kind;
        f.cut = p.cut;
        out.push_back(f);
        cornerAsked = std::max(cornerAsked, p.rpm);
    }
    // Back-EMF beyond the supply: no motoring point at rapid.
    if (s.motorKnown) {
        const auto top = torqueAtSpeed(m, s, s.motorRpm);
        out.push_back(plainRow(I::C03,
                               !(s.motorRpm == s.motorRpm)         ? Verdict::NotKnown
                               : top.region == PullOutRegion::None ? Verdict::Fails
                                                                   : Verdict::Holds,
                               s.motorRpm));
    } else {
        out.push_back(plainRow(I::C03, Verdict::NotKnown));
    }
    out.push_back(marginRow(I::C04, m.drivePeak.v, std::sqrt(2.0) * m.rated.v, 1 / 1.1, 1));
    out.push_back(marginRow(I::C06, loadInertiaAtMotor(s.chain).value(), m.rotor.v, 0.1, 0.2));
    if (m.closedLoop || m.damping)
        out.push_back(plainRow(I::C07, Verdict::Holds, cornerAsked, s.corner));
    else
        out.push_back(plainRow(I::C07,
                               !s.motorKnown || !(cornerAsked == cornerAsked) ? Verdict::NotKnown
                               : cornerAsked <= s.corner                      ? Verdict::Holds
                                                                              : Verdict::Watch,
                               cornerAsked, s.corner));
    if (!m.closedLoop) { // acceleration and cut arriving together, open loop
        Finding worstRow;
        bool any = false;
        for (const auto &p : s.points) {
            if (p.kind != Operating::Cutting) continue;
            const auto &cut = m.cuts[static_cast<std::size_t>(p.cut)];
            const int direction = m.directionOf(p.cut);
            const auto t = torqueAt(s.chain, {direction, fromSi<Acceleration>(m.acceleration.v * direction),
                                              fromSi<Speed>(cut.feed), newtons(processForce(m, cut))});
            auto f = marginRow(I::C08, std::fabs(t.motor.value()), p.quasi, 1 / 0.7246, 2);
            f.cut = p.cut;
            if (!any || (!worstRow.missing && !(f.margin >= worstRow.margin))) worstRow = f;
            any = true;
        }
        if (any) out.push_back(worstRow);
    }
    const double mainsHigh = m.unregulated ? 1.1 : 1.0; // a plain transformer follows the mains
    out.push_back(marginRow(I::C17, m.supply.v * mainsHigh, m.voltLimit.v, 1, 1 / 0.9));
    auto warm = marginRow(I::C18, m.supply.v, 32 * std::sqrt(m.inductance.v * 1e3), 0, 1);
    out.push_back(warm);
    out.push_back(marginRow(I::C24, s.stepRate, s.rateLimit, 1, 1.25));
    // Steps per millimetre in the controller: exact, or the decimal's error over the travel.
    const Fraction lead = m.leadFraction();
    if (lead.num > 0) {
        const auto steps = stepsPerMillimetre(4 * m.rotorTeeth, m.microsteps, m.ratioFraction(), lead);
        if (!steps) {
            out.push_back(plainRow(I::C26, Verdict::NotKnown));
        } else {
            double error = 0;
            if (!m.stepsTyped.empty()) {
                const auto typed = readFraction(m.stepsTyped);
                const auto off =
                    typed && typed->num > 0 ? typedStepsError(*steps, *typed, m.travel.v) : Result<double>(notKnown);
                error = off ? std::fabs(*off) : notKnown;
            } else {
                const auto r = roundedSteps(*steps, metres(m.travel.v));
                error = r.exact ? 0 : std::fabs(r.errorOverTravel);
            }
            // exact steps of a lead that is not exact: what it is out by over the travel stays until the steps are
            // calibrated
            const double leadOut = !m.lead.assumed() && m.lead.shape != Shape::None && m.lead.high > m.lead.low
                                       ? (m.lead.high - m.lead.low) / 2 / m.lead.v * m.travel.v
                                       : 0;
            Verdict v = !(error == error) ? Verdict::NotKnown
                        : error == 0      ? Verdict::Holds
                        : error <= 1e-6   ? Verdict::Watch
                                          : Verdict::Fails;
            if (m.lead.assumed())
                v = std::min(v, Verdict::NotKnown);
            else if (leadOut > 1e-6)
                v = std::min(v, Verdict::Watch);
            auto f = plainRow(I::C26, v, error + leadOut, 1e-6);
            f.missing = !(error == error) || m.lead.assumed();
            f.variant = leadOut > 1e-6 ? 1 : 0;
            out.push_back(f);
        }
    } else {
        out.push_back(plainRow(I::C26, Verdict::NotKnown));
    }
    if (m.usable.known()) out.push_back(marginRow(I::M4, s.motorRpm, m.usable.v * 60 / (2 * pi), 1, 1 / 0.9));
    if (m.repeatTarget.known()) out.push_back(marginRow(I::M5, s.dependable, m.repeatTarget.v, 1, 3));
    const double ramp = m.rapid.v * m.rapid.v / 2 * (1 / m.acceleration.v + 1 / m.slowing());
    out.push_back(marginRow(I::M6, ramp, m.travel.v, 2, 4));
}

} // namespace lw
