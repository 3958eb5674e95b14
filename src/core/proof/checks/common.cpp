#include "proof/checks/common.h"

namespace lw::checks {

void askMotor(const AxisModel &m, Asks &asks) {
    if (!m.hasMotor()) return asks.ask(false, "the motor");
    if (const auto *servo = m.servo()) {
        asks.ask(servo->continuous.known(), "rated torque");
        asks.ask(servo->topSpeed.known(), "rated speed");
        asks.ask(servo->torqueConstant.known(), "torque constant");
        asks.ask(servo->lineResistance.known(), "resistance between two leads");
        asks.ask(servo->brushed || servo->lineInductance.known(), "inductance between two leads");
        asks.ask(m.supply.voltage.known(), "supply voltage");
        return;
    }
    const auto &s = m.stepper();
    asks.ask(s.holding.known(), "holding torque");
    asks.ask(s.rated.known(), "plate current");
    asks.ask(s.resistance.known(), "winding resistance");
    asks.ask(s.inductance.known(), "winding inductance");
    asks.ask(m.supply.voltage.known(), "supply voltage");
}
void askBelt(const AxisModel &m, const Finding &f, Asks &asks) {
    const auto *b = m.stageAs<ToothedBelt>(static_cast<std::size_t>(std::max<int>(f.subject.stage, 0)));
    if (!b) return asks.ask(false, "the belt");
    asks.ask(b->driver.teeth > 0, f.subject.stage == 0 ? "teeth of the motor pulley" : "teeth of the driving pulley");
    asks.ask(b->driven.teeth > 0, f.subject.stage + 1 == static_cast<int>(m.stages.size())
                                      ? "teeth of the screw pulley"
                                      : "teeth of the driven pulley");
    asks.ask(b->driver.profile && b->driven.profile, "belt form of the pulleys");
    asks.ask(b->read.has_value(), b->beltText.empty() ? "the belt" : "a belt code that can be read");
}
void askCutForces(const AxisModel &m, Asks &asks) {
    for (const auto &c : m.cuts)
        asks.ask(c.force.known(), "the force of " + c.name);
}

Term speedTerm(const AxisModel &m, const char *name, const Known &v) {
    return m.rotary() ? term("v", name, v, Dimension::RotationSpeed, "rpm")
                      : term("v", name, v, Dimension::Speed, "mm/min");
}
Term leadTerm(const AxisModel &m) {
    return m.rotary() ? term("l", "a whole turn", m.lead, Dimension::Angle, "deg")
                      : term("l", "lead", m.lead, Dimension::Lead, "mm");
}
void askMotorAndLead(const AxisModel &m, const Finding &, Asks &asks) {
    askMotor(m, asks);
    asks.ask(m.lead.known(), "the lead");
}
void motorSpeedStep(const AxisScope &a, const Finding &, Steps &w) {
    w.step("Motor at rapid, rpm", "n", "60*v*i/l",
           {speedTerm(a.m, "rapid", a.m.rapid), reductionTerm(a), leadTerm(a.m)}, a.s.motorRpm);
}
Term fullStepsTerm(const AxisModel &m) { return constant("N", "full steps a turn", m.ownStepsATurn()); }
Term microstepsTerm(const AxisModel &m) { return constant("u", "microsteps", m.drive.microsteps); }
std::string pulsesFormula(const AxisModel &m) { return m.servo() ? "N" : "N*u"; }
std::vector<Term> pulsesTerms(const AxisModel &m, std::vector<Term> others) {
    std::vector<Term> out;
    if (m.servo())
        out.push_back(constant("N", "pulses a turn", m.pulsesATurn()));
    else
        out = {fullStepsTerm(m), microstepsTerm(m)};
    out.insert(out.end(), others.begin(), others.end());
    return out;
}

const OperatingPoint *pointOf(const AxisScope &a, const Finding &f) {
    const auto &at = f.subject;
    for (const auto &p : a.s.points)
        if (p.cut == at.cut && (p.kind == at.at || (at.at == Operating::None && p.kind == Operating::Cutting)))
            return &p;
    return nullptr;
}

namespace {
bool slope(const AxisModel &m) { return m.incline < pi / 2 - 1e-9; }
} // namespace
std::string weightFormula(const AxisModel &m) { return slope(m) ? "m*g*s" : "m*g"; }
std::vector<Term> weightTerms(const AxisModel &m, std::vector<Term> more) {
    std::vector<Term> t{term("m", "what moves", m.mass, Dimension::Mass, "kg"),
                        constant("g", "free fall", standardGravity)};
    if (slope(m)) t.push_back(constant("s", "sine of the slope", std::sin(m.incline)));
    t.insert(t.end(), more.begin(), more.end());
    return t;
}
void weightStep(const AxisScope &a, Steps &w) {
    w.step("Weight, balance lost", "W", weightFormula(a.m), weightTerms(a.m), a.s.weightUnbalanced, Dimension::Force,
           "N");
}

void stiffnessStep(const AxisScope &a, Steps &w) {
    const auto &r = a.s.stiffness;
    const auto &screw = a.m.screw();
    auto K = [](const char *symbol, std::string name, double v, Standing standing = Standing::Computed) {
        return term(symbol, std::move(name), v, Dimension::Stiffness, "N/um", standing);
    };
    const double l = a.s.chain.lead.value();
    std::vector<Term> t;
    std::string formula;
    if (screw.ends == Ends::FixedFixed) {
        formula = "1/(1/K_axial + 1/K_tor";
        t = {K("K_axial", "screw between two bearings, nut, bracket", r.axial.value()),
             K("K_tor", "screw twist", r.torsion.value())};
    } else {
        formula = "1/(1/K_screw + 1/K_brg + 1/K_nut + 1/K_brk + 1/K_tor";
        t = {K("K_screw", "screw as a bar", r.screw.value()),
             K("K_brg", "thrust bearing", screw.bearingStiffness.v, screw.bearingStiffness.standing),
             K("K_nut", "nut", screw.nutStiffness.v, screw.nutStiffness.standing),
             K("K_brk", "bracket", screw.bracket.v, screw.bracket.standing),
             K("K_tor", "screw twist", r.torsion.value())};
    }
    if (a.s.driveStiffness > 0 && std::isfinite(a.s.driveStiffness)) {
        formula += " + 1/K_drive";
        t.push_back(
            K("K_drive", driveNoun(a.m) + ", felt at the nut", a.s.driveStiffness / (l * l), Standing::Assumed));
    }
    w.step("Stiffness from bearing to table", "K", formula + ")", t, r.total.value(), Dimension::Stiffness, "N/um");
}

std::string driveNoun(const AxisModel &m) {
    return m.stages.size() == 1 ? std::string(nounOf(m.stages[0].stage)) : "all stages";
}

double peakAt(const AxisState &s, int place) {
    double peak = s.peakStatic;
    for (int k = 0; k < place; ++k)
        peak *= s.chain.stages[std::size_t(k)].reduction.value() * s.chain.stages[std::size_t(k)].forward;
    return peak;
}
void askLostMotion(const AxisModel &m, const Finding &, Asks &asks) {
    asks.ask(m.wheel() || m.screw().root.known(), "the screw");
    asks.ask(m.wheel() || m.screw().nutFar.known(), "nut at its farthest from the bearing");
    if (m.keepsScrew)
        asks.ask(m.lostNow.known(), "what is lost at reversal");
    else
        asks.ask(m.nutPlay.known(), m.rack() ? "play of pinion and rack" : "play of the nut");
}
std::string reversalMarks(const AxisScope &, const Finding &) { return "Marks at each reversal; a climb cut grabs."; }
void lostMotionSteps(const AxisScope &a, const Finding &, Steps &w) {
    using Dm = Dimension;
    const auto &m = a.m;
    const auto &s = a.s;
    const auto play = term("b",
                           m.keepsScrew                    ? "play left after the fixes"
                           : m.rack()                      ? "play of pinion and rack"
                           : m.screw().bearingPlay.known() ? "play of the nut and float of the bearings"
                                                           : "play of the nut",
                           s.playStays, Dm::Length, "mm",
                           !m.keepsScrew           ? m.nutPlay.standing
                           : m.afterThread.known() ? m.afterThread.standing
                                                   : m.lostNow.standing);
    const bool gears = s.drivePlay > 0;
    const auto others = [&](std::vector<Term> terms) {
        if (gears) terms.push_back(term("b_d", "play of the drive, at the slide", s.drivePlay, Dm::Length, "um"));
        return terms;
    };
    const std::string more = gears ? " + b_d" : "";
    const auto pull = term("F", "pull of the ways", m.pull, Dm::Force, "N");
    if (m.wheel()) {
        const double l = s.chain.lead.value();
        if (s.springLoss > 0)
            w.step("Lost at reversal", "L", "b + 2*F*(l/(2*pi))^2/K_belt" + more,
                   others({play, pull, term("l", "travel of a wheel turn", m.lead, Dm::Lead, "mm"),
                           term("K_belt", driveNoun(m) + ", at the wheel, N m/rad",
                                2 * s.friction * l * l / s.springLoss)}),
                   s.lostMotion, Dm::Length, "mm");
        else
            w.step("Lost at reversal", "L", "b" + more, others({play}), s.lostMotion, Dm::Length, "mm");
        return;
    }
    if (!s.rigidityKnown) return;
    stiffnessStep(a, w);
    w.step("Lost at reversal", "L", "2*F/K + b" + more,
           others({pull, term("K", "stiffness", s.stiffness.total.value(), Dm::Stiffness, "N/um"), play}), s.lostMotion,
           Dm::Length, "mm");
}

Term reductionTerm(const AxisScope &a) { return term("i", "reduction", a.s.ratio()); }
Term driveTerm(const AxisScope &a) {
    return term("eta_d", driveNoun(a.m), forwardOf(a.s.chain.stages), Dimension::Number, {},
                a.m.stages.size() == 1 ? lossesKnownBy(a.m.stages[0].stage) : Standing::Computed);
}

} // namespace lw::checks
