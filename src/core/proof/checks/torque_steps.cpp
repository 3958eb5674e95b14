#include "proof/checks/torque_steps.h"
#include <algorithm>
#include <cmath>

namespace lw::checks {
using Dm = Dimension;

void askTorque(const AxisModel &m, const Finding &f, Asks &asks) {
    askMotor(m, asks);
    asks.ask(m.mass.known(), m.rotary() ? "what turns with the table, sizes or masses" : "what moves");
    if (m.rotary()) asks.ask(m.rapid.known(), "the reduction");
    asks.ask(m.pull.known(), "the pull");
    asks.ask(m.lead.known(), "the lead");
    if (const auto *cut = cutOf(m, f)) asks.ask(cut->force.known(), "the force of " + cut->name);
}

Term dragTerm(const AxisScope &a) {
    return term("T_drag", a.s.preloadDrag > 0 ? "bearings and preload" : "bearings",
                a.m.bearingDrag.v + a.s.preloadDrag, Dm::Torque, "Nm", a.m.bearingDrag.standing);
}

namespace {
/// The force along the axis in the direction of motion.
void forceStep(const AxisScope &a, const OperatingPoint &p, const Moment &at, double accel, double force, Steps &w) {
    const auto &m = a.m;
    std::vector<Term> t{term("k_cold", "cold day", m.coldFactor),
                        term("F_pull", "pull of the ways", m.pull, Dm::Force, "N")};
    std::string formula = "k_cold*F_pull";
    if (p.kind == Operating::Breakaway) {
        formula += "*b";
        t.push_back(term("b", "to start over to keep moving", m.breakaway));
    } else if (at.process.value() != 0) {
        const auto &cut = m.cuts[static_cast<std::size_t>(p.cut)];
        const auto &factor = m.factorOf(cut);
        const bool presses = cut.pressing > 0 && m.wayFriction > 0;
        formula = (factor.v != 1 ? presses ? "k_c*(F_cut + mu_w*F_n) + " : "k_c*F_cut + "
                   : presses     ? "F_cut + mu_w*F_n + "
                                 : "F_cut + ") +
                  formula;
        t.push_back(newtonTerm("F_cut", cut.name, cut.force.v));
        if (factor.v != 1) t.push_back(term("k_c", "what is not known of a cut", factor));
        if (presses) {
            t.push_back(term("mu_w", "friction of such ways", m.wayFriction));
            t.push_back(newtonTerm("F_n", "what the cut presses on them", cut.pressing));
        }
    }
    if (accel != 0) {
        formula += accel > 0 ? " + m*a" : " - m*a";
        t.push_back(term("m", "what is sped up", acceleratedMass(a.s.chain).value(), Dm::Mass, "kg", m.mass.standing));
        t.push_back(accel < 0 && m.deceleration.known()
                        ? term("a", "slowing down", m.deceleration, Dm::Acceleration, "m/s2")
                        : term("a", "acceleration", m.acceleration, Dm::Acceleration, "m/s2"));
    }
    if (m.vertical) {
        formula += at.direction > 0 ? " + F_g" : " - F_g";
        t.push_back(newtonTerm("F_g", "weight less balance", a.s.netWeight,
                               m.strut.v > 0 ? m.strut.standing : m.mass.standing));
    }
    w.step("Force along the screw", "F", formula, t, force, Dm::Force, "N");
}

/// What turns the table, and what has to be turned with it; weight at the worst place of a turn.
void tableStep(const AxisScope &a, const OperatingPoint &p, const Moment &at, double accel, double torque, Steps &w) {
    const auto &m = a.m;
    const auto &t = *m.rotary();
    const auto drag = term("T_f", "drag of the table", m.pull, Dm::Torque, "Nm");
    const auto uneven = term("T_u", "weight out of the middle", t.unbalance, Dm::Torque, "Nm", m.mass.standing);
    std::vector<Term> terms;
    std::string formula;
    const bool cuts = p.kind == Operating::Cutting || p.kind == Operating::Hold;
    if (cuts) {
        formula = "k_c*F*R + T_u";
        terms = {term("k_c", "what is not known of a cut", m.factorOf(m.cuts.front())),
                 term("F", "along the circle", t.force, Dm::Force, "N"),
                 term("R", "radius of the cut", t.radius, Dm::Length, "mm"), uneven};
    } else {
        formula = accel < 0 ? "-T_u" : "T_u";
        terms = {uneven};
    }
    if (p.kind != Operating::Hold) {
        formula += p.kind == Operating::Breakaway ? " + b*T_f" : " + T_f";
        terms.push_back(drag);
        if (p.kind == Operating::Breakaway) terms.push_back(term("b", "to start over to keep turning", m.breakaway));
    }
    if (accel != 0) {
        const auto &c = a.s.chain;
        const double out = c.stages.empty() ? 0 : c.stages.back().out.value();
        formula += accel > 0 ? " + (J + J_o)*alpha" : " - (J + J_o)*alpha";
        terms.push_back(term("J", "what turns", m.mass.v, Dm::Inertia, "kgm2", m.mass.standing));
        terms.push_back(term("J_o", "last wheel of the drive", out, Dm::Inertia, "kgm2"));
        terms.push_back(term("alpha", "table speeds up, rad/s2", std::fabs(at.acceleration.value())));
    }
    if (const double stageDrag = a.s.chain.stages.empty() ? 0 : a.s.chain.stages.back().drag.value();
        stageDrag > 0 && p.kind != Operating::Hold) {
        formula += " + T_r";
        terms.push_back(term("T_r", "drag of the reducer", stageDrag, Dm::Torque, "Nm"));
    }
    w.step("Torque at the table", "T_s", formula, terms, torque, Dm::Torque, "Nm");
}

/// What a stage does to the torque that leaves it, and what turns at its input shaft.
void stageStep(const AxisScope &a, std::size_t k, double out, double in, double alphaIn, Steps &w) {
    const auto &stages = a.s.chain.stages;
    const auto &stage = stages[k];
    const bool one = stages.size() == 1;
    const std::string below = one ? "s" : std::to_string(k + 1);
    const bool drives = out >= 0;
    const std::string eta = drives ? "eta_d" : stage.backward == stage.forward ? "eta_d" : "eta_db";
    std::string formula = drives ? "T_" + below + "/(i*" + eta + ")" : "T_" + below + "*" + eta + "/i";
    const Term share = term(eta, std::string(nounOf(a.m.stages[k].stage)), drives ? stage.forward : stage.backward,
                            Dm::Number, {}, lossesKnownBy(a.m.stages[k].stage));
    std::vector<Term> t{
        term("T_" + below, one ? "at the screw" : "at shaft " + std::to_string(k + 1), out, Dm::Torque, "Nm"),
        term("i", "reduction", stage.reduction.value()), share};
    if (alphaIn != 0) {
        const double J = (stage.in + (k == 0 ? a.s.chain.motor : stages[k - 1].out)).value();
        formula += " + J*i*alpha";
        t.push_back(term("J",
                         k > 0 ? std::string("what turns with that shaft")
                         : seatOf(a.m.stages[0].stage, 0).what == "Pulley"
                             ? "rotor and its pulley"
                             : "rotor and " + std::string(nounOf(a.m.stages[0].stage)),
                         J, Dm::Inertia, "gcm2", k == 0 ? a.m.motorBody().rotor.standing : Standing::Computed));
        t.push_back(term("alpha", one ? "screw speeds up, rad/s2" : "output speeds up, rad/s2",
                         alphaIn / stage.reduction.value()));
    }
    if (k == 0 && in < 0) {
        formula = "-(" + formula + ")";
        in = -in;
    }
    w.step(k == 0 ? "Torque at the motor" : "Torque at shaft " + std::to_string(k),
           k == 0 ? "T_m" : "T_" + std::to_string(k), formula, t, in, Dm::Torque, "Nm");
}
/// From the final shaft to the motor. @param alpha of the final shaft, in the direction of motion
void chainSteps(const AxisScope &a, const MomentTorque &moment, double sign, double accel, double alpha, Steps &w) {
    const auto &m = a.m;
    const auto &c = a.s.chain;
    for (std::size_t k = c.stages.size(); k-- > 0;) {
        const double in = k == 0 ? moment.motor.value() : moment.shafts[k].torque.value();
        stageStep(a, k, moment.shafts[k + 1].torque.value() * sign, in * sign,
                  accel == 0 ? 0 : moment.shafts[k].acceleration.value() * sign, w);
    }
    if (c.stages.empty()) {
        std::vector<Term> own{term("T_s", "at the screw", moment.screw.value() * sign, Dm::Torque, "Nm"),
                              term("J", "rotor", c.motor.value(), Dm::Inertia, "gcm2", m.motorBody().rotor.standing),
                              term("alpha", "it speeds up, rad/s2", alpha)};
        const double motor = moment.motor.value() * sign;
        w.step("Torque at the motor", "T_m", motor < 0 ? "-(T_s + J*alpha)" : "T_s + J*alpha", own, std::fabs(motor),
               Dm::Torque, "Nm");
    }
}
} // namespace

void torqueSteps(const AxisScope &a, const OperatingPoint &p, const Moment &at, double accel, Steps &w) {
    const auto &m = a.m;
    const auto &s = a.s;
    const auto &c = s.chain;
    if (p.kind == Operating::Hold && m.rotary()) {
        tableStep(a, p, at, 0, torqueAt(c, at).axial.value(), w);
        w.step("Held at the motor, no friction counted", "T_m", "T_s/i",
               {term("T_s", "at the table", torqueAt(c, at).axial.value(), Dm::Torque, "Nm"), reductionTerm(a)},
               p.demand, Dm::Torque, "Nm");
        return;
    }
    if (p.kind == Operating::Hold) {
        w.step("Weight along the screw", "F_g",
               weightFormula(m) + (m.strut.v > 0 ? " - F_strut" : "") +
                   (m.counterweight.known() && m.counterweight.v > 0 ? " - m_c*g" : ""),
               weightTerms(m, {term("F_strut", "strut", m.strut, Dm::Force, "N"),
                               term("m_c", "counterweight", m.counterweight, Dm::Mass, "kg")}),
               s.netWeight, Dm::Force, "N");
        w.step("Held at the motor, no friction counted", "T_m", "F_g*l/(2*pi*i)",
               {newtonTerm("F_g", "weight, its size", std::fabs(s.netWeight)),
                term("l", "lead", m.lead, Dm::Lead, "mm"), reductionTerm(a)},
               p.demand, Dm::Torque, "Nm");
        return;
    }
    const auto moment = torqueAt(c, at);
    const double sign = at.direction;
    if (m.rotary()) {
        tableStep(a, p, at, accel, moment.screw.value() * sign, w);
        const double alphaTable = (at.acceleration / c.lead).value() * sign;
        return chainSteps(a, moment, sign, accel, alphaTable, w);
    }
    const double force = moment.axial.value() * sign;
    forceStep(a, p, at, accel, force, w);
    const double alpha = (at.acceleration / c.lead).value() * sign; // of the final shaft, in the direction of motion
    const bool drives = force >= 0;
    std::vector<Term> t{newtonTerm("F", "force", force), term("l", "lead", m.lead, Dm::Lead, "mm")};
    std::string formula = drives ? "F*l/(2*pi*eta)" : "F*l*eta_back/(2*pi)";
    if (drives)
        t.push_back(term("eta", "screw efficiency", m.efficiency));
    else
        t.push_back(term("eta_back", "screw driven by the load", s.backward));
    formula += " + T_drag";
    t.push_back(dragTerm(a));
    if (accel != 0) {
        const double J = (c.final + (c.stages.empty() ? kilogramSquareMetres(0) : c.stages.back().out)).value();
        formula += " + J_s*alpha";
        t.push_back(term("J_s", "screw and its pulley", J, Dm::Inertia, "gcm2"));
        t.push_back(term("alpha", "screw speeds up, rad/s2", alpha));
    }
    w.step("Torque at the screw", "T_s", formula, t, moment.screw.value() * sign, Dm::Torque, "Nm");
    chainSteps(a, moment, sign, accel, alpha, w);
}

namespace {
/// What the bus lets through at that speed, what motor and drive can, and the less of both.
void servoGivesSteps(const AxisScope &a, const ServoAtWork &at, const OperatingPoint &p, Steps &w) {
    const auto &m = a.m;
    const auto &servo = *m.servo();
    std::vector<Term> low{term("V", "supply", m.supply.voltage, Dm::Voltage, "V"),
                          term("s", "sag under load", m.supply.sag)};
    if (m.supply.unregulated) low.push_back(constant("k_m", "mains low", mainsLow));
    w.step("Bus at its lowest", "V_b", m.supply.unregulated ? "V*(1 - s)*k_m" : "V*(1 - s)", low, at.bus.value(),
           Dm::Voltage, "V");
    const double omega = p.rpm * 2 * pi / 60, kt = servo.torqueConstant.v;
    const auto constantTerm = term("k_t", "torque constant, N m/A", servo.torqueConstant);
    const bool turns = !(p.rpm > at.topRpm * (1 + 1e-9));
    double bus = 0;
    if (at.brushed) {
        bus = brushedTorque(at.dc, at.bus, fromSi<AngularSpeed>(omega)).value();
        w.step("Torque the bus allows at " + numberText(p.rpm, 3) + " rpm", "T_b", "k_t*((V_b - k_t*w)/R - I_0)",
               {constantTerm, term("V_b", "bus", at.bus.value(), Dm::Voltage, "V"), term("w", "speed, rad/s", omega),
                term("R", "winding and cable", at.dc.resistance.value(), Dm::Resistance, "ohm"),
                term("I_0", "running free", at.dc.noLoad.value(), Dm::Current, "A")},
               bus, Dm::Torque, "Nm");
    } else {
        bus = kt * servoCurrent(at.sine, at.bus, 1, fromSi<AngularSpeed>(omega));
        const double poles = at.sine.polePairs, psi = kt * std::sqrt(2.0) / (3 * poles), E = psi * poles * omega,
                     X = poles * omega * at.sine.lineInductance.value() / 2, R = at.sine.line.value() / 2,
                     V = at.bus.value() / std::sqrt(3.0);
        if (bus > 0)
            w.step("Torque the bus allows at " + numberText(p.rpm, 3) + " rpm", "T_b",
                   "k_t*(sqrt(R^2*E^2 - (R^2 + X^2)*(E^2 - V_p^2)) - R*E)/(R^2 + X^2)/sqrt(2)",
                   {constantTerm, term("R", "half of two leads, with the cable", R, Dm::Resistance, "ohm"),
                    term("X", "half of two leads' reactance", X, Dm::Resistance, "ohm"),
                    term("E", "back-EMF of a phase, peak", E, Dm::Voltage, "V"),
                    term("V_p", "bus / sqrt(3)", V, Dm::Voltage, "V")},
                   bus, Dm::Torque, "Nm");
    }
    const bool lasting = lasts(p.kind);
    const double can = lasting ? at.continuous : at.peak, most = turns ? std::max(0.0, std::min(can, bus)) : 0;
    const double limit = m.drive.torqueLimit.known() ? m.drive.torqueLimit.v : std::numeric_limits<double>::infinity();
    const double given = std::min(most * at.torqueFactor, limit);
    if (!turns || !(bus > 0))
        w.step("Nothing is left at that speed", "T_d", "0*T_c",
               {term("T_c", lasting ? "all day" : "for a moment", can, Dm::Torque, "Nm")}, 0, Dm::Torque, "Nm");
    else if (most * at.torqueFactor > limit)
        w.step("Limited in the drive", "T_d", "T_lim",
               {term("T_lim", "torque limit", m.drive.torqueLimit, Dm::Torque, "Nm")}, given, Dm::Torque, "Nm");
    else
        w.step(lasting ? "What it gives all day" : "What it gives for a moment", "T_d", "k_T*min(T_c, T_b)",
               {term("k_T", "hot magnets", servo.torqueFactor),
                term("T_c", lasting ? "rated torque" : "peak of motor and drive", can, Dm::Torque, "Nm"),
                term("T_b", "by the bus", bus, Dm::Torque, "Nm")},
               given, Dm::Torque, "Nm");
    if (servo.peak.assumed()) w.assume("Peak torque taken as three times the rated: type it from the data sheet.");
    if (!m.drive.currentKindTyped && !at.brushed)
        w.assume("Drive current read as peak; if it is rms the motor gives 1.41 times as much.");
}
} // namespace

void motorGivesSteps(const AxisScope &a, const OperatingPoint &p, Steps &w) {
    if (const auto *servo = std::get_if<ServoAtWork>(&a.s.motor)) return servoGivesSteps(a, *servo, p, w);
    const auto *motor = std::get_if<StepperAtWork>(&a.s.motor);
    if (!motor) return;
    const auto &m = a.m;
    const auto &stepper = m.stepper();
    if (stepper.manyLeads && !stepper.joiningTold)
        w.assume("Six or eight leads, but not said what the plate is for and how they are joined: taken as the plate "
                 "has it.");
    if (motor->curve) {
        const double most = motor->curve->at(p.rpm, m.supply.voltage.v);
        const double worked = 0.9 * most * stepper.torqueFactor.v;
        w.step("Speed on the curve, rpm", "n_c", "n*V_c/V",
               {term("n", "motor, rpm", p.rpm), term("V_c", "curve taken at", motor->curve->volts, Dm::Voltage, "V"),
                term("V", "supply", m.supply.voltage, Dm::Voltage, "V")},
               p.rpm * motor->curve->volts / m.supply.voltage.v);
        w.step("What the motor gives at " + numberText(p.rpm, 3) + " rpm", "T_d", "0.9*k_T*T_c",
               {term("k_T", "what is not known of the curve", stepper.torqueFactor),
                term("T_c", "torque curve there", most, Dm::Torque, "Nm")},
               worked, Dm::Torque, "Nm");
        if (m.drive.torqueLimit.known() && worked > m.drive.torqueLimit.v)
            w.step("Limited in the drive", "T_d", "T_lim",
                   {term("T_lim", "torque limit", m.drive.torqueLimit, Dm::Torque, "Nm")}, m.drive.torqueLimit.v,
                   Dm::Torque, "Nm");
        if (p.kind == Operating::Hold)
            w.step("At the current it has while standing", "T_i", "k_i*T_d",
                   {term("k_i", "idle current", m.drive.idleShare),
                    term("T_d", "at full current", torquesAt(a.s.motor, p.rpm).countedOn, Dm::Torque, "Nm")},
                   p.design, Dm::Torque, "Nm");
        w.assume("The curve typed, carried to this supply by its speed; nine tenths of it are our own caution.");
        return;
    }
    const double pull = pullOutTorque(motor->motor, motor->supply, revolutionsPerMinute(p.rpm)).torque.value();
    const double worked = (0.9 * pull - stepper.holding.v * (0.02 + 0.03 * p.rpm / 1000)) * m.stepper().torqueFactor.v;
    std::vector<Term> t{term("T_q", "pull-out at that speed and voltage", pull, Dm::Torque, "Nm"),
                        term("T_h", "holding torque", stepper.holding, Dm::Torque, "Nm"),
                        term("n", "motor, rpm", p.rpm)};
    std::string formula = "0.9*T_q - T_h*(0.02 + 0.03*n/1000)";
    if (stepper.torqueFactor.v != 1) {
        formula = "k_T*(" + formula + ")";
        t.push_back(term("k_T", "what is not known of the curve", stepper.torqueFactor));
    }
    w.step("What the motor gives at " + numberText(p.rpm, 3) + " rpm", "T_d", formula, t, worked, Dm::Torque, "Nm");
    const double limit = m.drive.torqueLimit.known() ? m.drive.torqueLimit.v : std::numeric_limits<double>::infinity();
    const double counted = std::min(std::max(0.0, worked), limit);
    if (worked > limit)
        w.step("Limited in the drive", "T_d", "T_lim",
               {term("T_lim", "torque limit", m.drive.torqueLimit, Dm::Torque, "Nm")}, limit, Dm::Torque, "Nm");
    else if (worked < 0)
        w.step("Nothing is left at that speed", "T_d", "0*T_q", {term("T_q", "pull-out", pull, Dm::Torque, "Nm")}, 0,
               Dm::Torque, "Nm");
    if (p.kind == Operating::Hold)
        w.step(
            "At the current it has while standing", "T_i", "k_i*T_d",
            {term("k_i", "idle current", m.drive.idleShare), term("T_d", "at full current", counted, Dm::Torque, "Nm")},
            p.design, Dm::Torque, "Nm");
    w.assume(
        "Pull-out by the plate: good to 10 % below the corner, 20 % above; 0.9 and the losses are our own caution.");
    if (!stepper.conventionTyped) w.assume("Plate read as holding torque with both phases on.");
    if (!m.drive.currentKindTyped)
        w.assume("Drive current read as peak; if it is rms the motor gives 1.41 times as much.");
}

} // namespace lw::checks
