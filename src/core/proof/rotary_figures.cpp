#include "proof/rotary_figures.h"
#include "drive/rotary.h"
#include "proof/evaluate.h"
#include <algorithm>
#include <cmath>

namespace lw {

double heldTorque(const AxisModel &m, const AxisState &s) { return s.rotary.cut + m.rotary()->unbalance; }

double tableHolds(const AxisModel &m) {
    return m.cuts.empty() ? notKnown : m.cuts.front().force.v * m.factorOf(m.cuts.front()).v + m.rotary()->unbalance;
}

void rotaryFigures(const AxisModel &m, const AxisState &s, RotaryState &r) {
    const auto &t = *m.rotary();
    const double i = s.ratio(), clamp = t.clampTime.v;
    const auto time = [&](double angle) {
        return indexTime(radians(angle), fromSi<AngularSpeed>(m.rapid.v), fromSi<AngularAcceleration>(m.acceleration.v))
                   .value() +
               clamp;
    };
    r.quarter = time(pi / 2);
    r.turn = time(2 * pi);
    const auto steps = m.stepsATurn();
    r.step = steps ? 2 * pi / steps->value() : notKnown;
    r.fullStep = steps && m.ownStepsATurn() > 0 ? 2 * pi / (i * m.ownStepsATurn()) : notKnown;
    r.play = 0;
    double behind = 1, waves = 0; // waves of several wheels meet by chance: their squares add
    for (std::size_t k = s.stages.size(); k-- > 0;) {
        r.play += s.chain.stages[k].play.value() / behind;
        const auto wave = [&](double peakToPeak) { waves += std::pow(peakToPeak / behind, 2); };
        if (const auto *reducer = m.stageAs<Reducer>(k)) {
            wave(reducer->wave.v);
        } else if (const auto *belt = m.stageAs<ToothedBelt>(k)) {
            const double radius =
                belt->driven.profile ? belt->driven.teeth * belt->driven.profile->pitch * 1e-3 / (2 * pi) : notKnown;
            wave(belt->driver.runOut.v / radius);
            wave(belt->driven.runOut.v / radius);
        }
        behind *= s.chain.stages[k].reduction.value();
        if (const auto *reducer = m.stageAs<Reducer>(k)) r.locks |= reducer->locks();
    }
    r.wave = std::sqrt(waves);
    const double shaft = t.shaftStiffness.known() ? 1 / t.shaftStiffness.v : 0;
    r.stiffness = 1 / (1 / s.driveStiffness + shaft);
    if (!m.cuts.empty()) {
        r.twist = r.cut / r.stiffness * t.radius.v;
        if (s.motorKnown && !m.servo()) {
            const double load = (r.cut + t.unbalance) / (i * forwardOf(s.chain.stages));
            r.loadAngle = load < s.peakStatic ? std::asin(load / s.peakStatic) / m.stepper().rotorTeeth / i * t.radius.v
                          : load >= s.peakStatic ? std::numeric_limits<double>::infinity()
                                                 : notKnown;
        }
    }
    r.frequency = torsionalFrequency(fromSi<TorsionalStiffness>(r.stiffness), kilogramSquareMetres(m.mass.v)).value();
    if (s.motorKnown) r.output = s.peakStatic * i * forwardOf(s.chain.stages);
    if (t.feed.known()) r.smallestFullFeed = t.feed.v / m.rapid.v;

    const auto lesser = [](double a, double b) { return !(a == a) ? b : !(b == b) ? a : std::min(a, b); };
    const double overTool = t.nose.v - t.tool.v - t.height.v, underPortal = t.portal.v - t.height.v;
    r.gap = lesser(overTool, underPortal) - t.jaws.v / 2;
    r.largestWork = lesser(2 * (t.height.v - t.bedGap.v), lesser(2 * overTool, 2 * underPortal));
    const double tip = t.noseLow.v - t.tool.v - t.height.v;
    r.lowestTip = tip == tip ? std::max(0.0, tip) : notKnown;
    if (m.rapid.v > 0)
        r.permittedOffset = permissibleOffset(fromSi<Speed>(6.3e-3), fromSi<AngularSpeed>(m.rapid.v)).value();
    if (!t.height.known()) r.gap = r.largestWork = notKnown;

    // what the controller is told: as typed, else as steps a degree with the places it usually takes
    if (!steps) return;
    if (!m.stepsTyped.empty()) {
        if (!m.stepsTypedRead) return;
        // a number near the steps of a degree is meant a degree, else a turn
        const double typed = m.stepsTypedRead->value(), degree = steps->value() / 360;
        const bool aDegree = std::fabs(std::log(typed / degree)) < std::fabs(std::log(typed / steps->value()));
        r.drift = (typed * (aDegree ? 360 : 1) / steps->value() - 1) * 100 * 2 * pi;
        return;
    }
    for (r.driftPlaces = 0; r.driftPlaces < 4; ++r.driftPlaces)
        if (const auto exact = typedDegreeSteps(*steps, r.driftPlaces, 100); exact && exact->drift.value() == 0) break;
    if (const auto off = typedDegreeSteps(*steps, r.driftPlaces, 100)) r.drift = off->drift.value();
}

} // namespace lw
