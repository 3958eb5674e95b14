// The screw's, the belt's and the gravity axis' checks.
#include "proof/evaluate.h"
#include <algorithm>
#include <cmath>

namespace lw {

void addScrewChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out) {
    using I = CheckId;
    if (m.wheel) return;
    out.push_back(marginRow(I::B1, s.screwRpm, s.critical, 1 / 0.8, 1 / 0.7));
    if (s.bucklingKnown) { // Euler and plain compression, the nearer
        auto euler = marginRow(I::B2, s.maxAxial, s.buckling.euler.value(), 2, 2.5);
        auto stress = marginRow(I::B2, s.maxAxial, s.buckling.allowedStress.value(), 1, 1 / 0.7);
        stress.variant = 1;
        out.push_back(unlessOpen(stress.reserve() < euler.reserve() ? stress : euler, s.cutsOpen));
    } else {
        out.push_back(marginRow(I::B2, notKnown, notKnown, 2, 2.5));
    }
    if (m.ballScrew()) {
        const double dn = inMillimetres(m.thread.nominal) * s.screwRpm;
        out.push_back(upperRow(I::B3, dn, 50000, 70000));
    }
    // Against a stop: static safety of the nut, and crash thrust against nut and bearing.
    {
        const double rating = m.ballScrew() ? m.staticRating.v : notKnown;
        double carries = m.bearingStatic.v;
        if (rating == rating) carries = carries == carries ? std::min(carries, rating) : rating;
        // The crash is an accident and its sum an upper bound: at worst a watch. Pushing while it stands is the nut's
        // daily load.
        auto crash = marginRow(I::B4, s.crashThrust, carries, 0, 1);
        crash.variant = 1;
        out.push_back(crash);
        if (m.ballScrew()) {
            const double most = std::max(s.maxAxial, s.stallThrust == s.stallThrust ? s.stallThrust : s.maxAxial);
            out.push_back(unlessOpen(marginRow(I::B4, most, rating, 1.5, 3), s.cutsOpen));
        }
    }
    out.push_back(marginRow(I::B6, s.stallThrust, s.permittedAxial, 1, 1.25));
    if (m.ballScrew() && m.preload.v > 0) {
        double peak = 0;
        for (const auto &c : m.cuts)
            peak =
                std::max(peak, std::max(c.toothPeak == c.toothPeak ? c.toothPeak : 0, c.force.known() ? c.force.v : 0) *
                                   m.factorOf(c).v);
        out.push_back(unlessOpen(marginRow(I::B8, peak, 2 * std::sqrt(2.0) * m.preload.v, 1, 1.25), s.cutsOpen));
    }
    if (!m.keepsScrew || m.ballScrew())
        out.push_back(upperRow(I::B9, s.lostMotion, m.lostTarget.v * 0.5, m.lostTarget.v));
    out.push_back(lowerRow(
        I::B10, s.rigidityKnown ? axialFrequency(s.stiffness.total, acceleratedMass(s.chain)).value() : notKnown, 50,
        25));
    if (m.beyondA.known() || m.beyondB.known()) {
        const double least = m.beyondA.known() && m.beyondB.known() ? std::min(m.beyondA.v, m.beyondB.v) : notKnown;
        out.push_back(lowerRow(I::B12, least, std::max(25e-3, s.stop + 2 * m.lead.v), std::max(10e-3, s.stop)));
    } else if (m.threadLength.known() && m.nutLength.known()) {
        const double each = (m.threadLength.v - m.travel.v - m.nutLength.v) / 2;
        out.push_back(lowerRow(I::B12, each, std::max(25e-3, s.stop + 2 * m.lead.v), std::max(10e-3, s.stop)));
    } else {
        out.push_back(lowerRow(I::B12, notKnown, 25e-3, 10e-3));
    }
    if (m.slidingScrew()) {
        auto speed = upperRow(I::B15, s.nutSpeed, 0.3, 0.6);
        auto pressure = upperRow(I::B15, s.nutPressure, 5e6, 10e6);
        pressure.variant = 1;
        if (m.nutTurns.known() && s.cutsOpen) pressure = unlessOpen(pressure, true);
        const bool open = pressure.missing && m.nutTurns.known() && speed.verdict != Verdict::Fails;
        out.push_back(open || pressure.margin < speed.margin ? pressure : speed);
    }
}

namespace {
Verdict boreVerdict(const std::string &hub, double low, double high) {
    if (!(low == low)) return Verdict::NotKnown;
    struct Band {
        double failLow, passLow, passHigh, failHigh;
    };
    const Band b = hub == "set_screw" ? Band{0, 0, 0.03e-3, 0.05e-3}
                   : hub == "keyed"   ? Band{-0.025e-3, -0.015e-3, 0.03e-3, 0.05e-3}
                                      : Band{-0.005e-3, 0, 0.035e-3, 0.05e-3};
    constexpr double hair = 1e-9;
    if (low < b.failLow - hair || high > b.failHigh + hair) return Verdict::Fails;
    return low < b.passLow - hair || high > b.passHigh + hair ? Verdict::Watch : Verdict::Holds;
}
} // namespace

void addBeltChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out) {
    using I = CheckId;
    for (std::size_t k = 0; k < 2; ++k) { // bore on shaft, motor then screw
        const bool asked = m.belt ? !(k == 0 ? m.small.bore : m.large.bore).empty()
                                  : !(k == 0 ? m.couplingBoreMotor : m.couplingBoreScrew).empty();
        if (!asked) continue;
        const std::string hub = m.belt ? (k == 0 ? m.small.hub : m.large.hub) : "clamp";
        auto f = plainRow(I::TR31, boreVerdict(hub, s.boreClearLow[k], s.boreClearHigh[k]), s.boreClearLow[k],
                          s.boreClearHigh[k]);
        f.variant = static_cast<int>(k);
        out.push_back(f);
    }
    if (!m.belt) return;
    // TR-02 the code on the belt
    if (m.beltCode.empty()) {
        out.push_back(plainRow(I::TR02, Verdict::NotKnown));
    } else if (!m.beltRead) {
        out.push_back(plainRow(I::TR02, Verdict::NotKnown));
    } else {
        const auto &d = *m.beltRead;
        const Verdict v = d.kind == Designation::Kind::AskPitch || d.codeUnclear ? Verdict::Watch
                          : !d.wholeTeeth.value_or(true)                         ? Verdict::Fails
                                                                                 : Verdict::Holds;
        out.push_back(plainRow(I::TR02, v));
    }
    const auto *belt = m.beltRead && m.beltRead->profile ? m.beltRead->profile : nullptr;
    // TR-01 profile against profile
    Verdict match = Verdict::NotKnown;
    if (belt && m.small.profile && m.large.profile) {
        if (belt == m.small.profile && belt == m.large.profile)
            match = Verdict::Holds;
        else if (s.beltMatches)
            match = Verdict::Watch;
        else
            match = Verdict::Fails;
    }
    auto profile =
        plainRow(I::TR01, match, s.teethMesh > 0 ? s.teethMesh : notKnown, s.teethSeat > 0 ? s.teethSeat : notKnown);
    profile.missing = match == Verdict::NotKnown;
    out.push_back(profile);
    const int small = std::min(m.small.teeth, m.large.teeth);
    const auto *pulleyProfile = m.small.profile;
    if (small > 0 && pulleyProfile)
        out.push_back(lowerRow(I::TR03, small, pulleyProfile->teethRecommended, pulleyProfile->teethLeast));
    else
        out.push_back(lowerRow(I::TR03, notKnown, 16, 12));
    const double beltSpeed =
        small > 0 && pulleyProfile
            ? small * pulleyProfile->pitch * 1e-3 * (m.small.teeth <= m.large.teeth ? s.motorRpm : s.screwRpm) / 60
            : notKnown;
    out.push_back(upperRow(I::TR04, beltSpeed, 30, 40));
    const bool fits = match == Verdict::Holds || match == Verdict::Watch;
    if (fits) {
        const double half = match == Verdict::Watch ? 0.5 : 1.0; // a G belt on H pulleys counts half the pull
        out.push_back(lowerRow(I::TR05, s.beltGeometry ? s.open.teethInMesh : notKnown, 6, 4));
        double gap = notKnown;
        if (s.beltGeometry) {
            auto over = [&](std::size_t k, int flanges) {
                const double od = s.pulleys[k].outside.value();
                return flanges > 0 ? od + (2 * (belt->thickness - belt->toothHeight) + 2) * 1e-3 : od;
            };
            gap = s.centre - (over(0, m.small.flanges) + over(1, m.large.flanges)) / 2;
        }
        out.push_back(lowerRow(I::TR06, gap, 3e-3, 0.5e-3));
        const auto &b = s.beltForces;
        const bool known = s.beltForcesKnown;
        out.push_back(marginRow(I::TR07, known ? b.pull.value() * m.service.v : notKnown,
                                known ? b.allowable.value() * half : notKnown, 1, 1.3));
        out.push_back(
            marginRow(I::TR08, known ? b.pull.value() / 2 : notKnown, known ? b.install.value() : notKnown, 1, 1.2));
        out.push_back(marginRow(I::TR09, known ? b.tight.value() : notKnown,
                                known ? b.allowableStill.value() : notKnown, 1 / 1.5, 1));
        double working = 0;
        for (const auto &p : s.points)
            if (p.kind == Operating::Cutting) working = std::max(working, p.screwTorque);
        const double windUp =
            known && s.beltStiffness > 0 ? working / s.beltStiffness * s.chain.lead.value() : notKnown;
        out.push_back(unlessOpen(upperRow(I::TR10, windUp, 3e-6, 10e-6), s.cutsOpen));
        auto swing = marginRow(I::TR12, s.swing, known ? b.install.value() : notKnown, 2, 5);
        if (known && s.swing == s.swing && b.install.value() - b.pull.value() / 2 - s.swing < 0) {
            swing.verdict = Verdict::Fails;
            swing.variant = 1;
        }
        out.push_back(swing);
        auto inward = marginRow(I::TR13, s.needInward, s.slotInward, 0.8, 1);
        auto outward = marginRow(I::TR13, s.needOutward, s.slotOutward, 0.8, 1);
        outward.variant = 1;
        if (!m.slotFrom.known() || !m.slotTo.known()) inward = marginRow(I::TR13, notKnown, notKnown, 0.8, 1);
        out.push_back(outward.margin < inward.margin ? outward : inward);
    }
    out.push_back(marginRow(I::TR14, s.shaftLoad, s.shaftAllowed, 1, 1.25));
    const bool bent = s.shaftAllowed == s.shaftAllowed && s.overhung.combined.value() > 0;
    out.push_back(upperRow(I::TR15, bent ? s.overhung.combined.value() : notKnown, 100e6, 150e6));
    auto deflection = upperRow(I::TR16, bent ? s.overhung.deflection.value() : notKnown, 0.03e-3, 0.08e-3);
    auto slope = upperRow(I::TR16, bent ? s.overhung.slope.value() : notKnown, 1e-3, 4.4e-3);
    slope.variant = 1;
    const bool slopeWorse =
        slope.verdict < deflection.verdict || (slope.verdict == deflection.verdict && slope.margin < deflection.margin);
    out.push_back(slopeWorse ? slope : deflection);
    if (fits && m.beltWidth.known() && m.small.beltWidth.known()) {
        const double widest =
            m.large.beltWidth.known() ? std::min(m.small.beltWidth.v, m.large.beltWidth.v) : m.small.beltWidth.v;
        Verdict v = Verdict::Holds;
        if (m.beltWidth.v > widest + 1e-5) {
            v = Verdict::Fails;
        } else {
            int steps = 0;
            for (double w : usualWidths(belt->name))
                if (w * 1e-3 > m.beltWidth.v + 1e-5 && w * 1e-3 <= widest + 1e-5) ++steps;
            if (steps > 1) v = Verdict::Watch;
        }
        out.push_back(plainRow(I::TR50, v, m.beltWidth.v, widest));
    }
    for (std::size_t k = 0; k < 2; ++k)
        if (s.wall[k] == s.wall[k]) {
            auto f = lowerRow(I::TR51, s.wall[k], 3e-3, 1.5e-3);
            f.variant = static_cast<int>(k);
            out.push_back(f);
        }
}

void addGravityChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out) {
    using I = CheckId;
    if (!m.vertical) return;
    const double hold = s.weightUnbalanced * s.chain.lead.value();
    if (m.hasBrake) {
        const double atScrew = m.brakeTorque.v * (m.brakeOnScrew ? 1 : s.chain.ratio);
        out.push_back(marginRow(I::M8, hold, atScrew, 1.3, 2));
        out.push_back(upperRow(I::M9, s.fall, 0.5e-3, 2e-3));
        if (m.belt) {
            const double safety =
                s.beltForcesKnown ? s.beltForces.allowable.value() / s.beltForces.pull.value() : notKnown;
            const Verdict v = m.brakeOnScrew ? Verdict::Holds
                              : safety >= 5  ? Verdict::Watch
                              : safety < 5   ? Verdict::Fails
                                             : Verdict::NotKnown;
            out.push_back(plainRow(I::M10, v, m.brakeOnScrew ? notKnown : 5, m.brakeOnScrew ? notKnown : safety));
        }
        return;
    }
    // Nothing holds it but the screw. A seal's drag that nobody measured, and the ways, are not counted on: both are
    // less on the day it matters.
    const double measuredDrag = m.bearingDrag.standing == Standing::Measured ? m.bearingDrag.v : 0;
    if (m.slidingScrew() && s.locksDependably) {
        auto f = plainRow(I::M8, Verdict::Holds);
        f.variant = 1;
        out.push_back(f);
        return;
    }
    const double backward = m.wheel ? s.backward : s.backwardAtLock; // without its thread a sliding screw is not known
    auto f = marginRow(I::M8, hold * backward, backward == backward ? measuredDrag : notKnown, 1, 2);
    f.variant = 2;
    f.verdict = std::min(f.verdict, Verdict::Watch);
    out.push_back(f);
}

} // namespace lw
