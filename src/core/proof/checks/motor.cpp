// Motor, drive, supply and controller.
#include "drive/stepper_dynamics.h"
#include "drive/steps.h"
#include "catalogue/catalogue.h"
#include "proof/checks/limits.h"
#include "proof/checks/torque_steps.h"
#include "proof/cycle.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace lw {

TorqueRails torqueRails(bool closedLoop) {
    return closedLoop ? TorqueRails{1 / 0.9, 1 / 0.75} : TorqueRails{1 / 0.7, 1 / 0.5};
}
TorqueRails torqueRails(const Motor &motor, bool lasting) {
    if (std::holds_alternative<ServoMotor>(motor)) return {lasting ? 1 : 1 / 0.95, 1 / 0.8};
    return torqueRails(std::get<Stepper>(motor).encoder);
}
double safeLine(const Motor &motor, const Torques &given) {
    return std::holds_alternative<ServoMotor>(motor) ? given.continuous : given.countedOn / torqueRails(motor).wanted;
}

namespace {
using namespace checks;
using Dm = Dimension;

constexpr std::string_view aboveSixty = "Above 60 V d.c., or with coolant about, cover every bus. Mains wiring is for "
                                        "those licensed for it where you live.";

std::string highVoltage(const AxisScope &, const Finding &f) { return std::string(f.demand > 60 ? aboveSixty : ""); }

/// @param of the points: those that last, those of a moment, or any
void torqueRows(const AxisScope &a, Rows &rows, std::optional<bool> lasting) {
    for (const auto &p : a.s.points) {
        if (lasting && *lasting != lasts(p.kind)) continue;
        const auto rails = torqueRails(a.m.motor, lasts(p.kind));
        auto f = marginRow(p.demand, p.design, rails.must, rails.wanted);
        f.subject.at = p.kind;
        f.subject.cut = static_cast<std::int16_t>(p.cut);
        rows.add(f);
    }
}
std::string torqueName(const AxisModel &m, const Finding &f) {
    if (m.rotary() && f.subject.at == Operating::RapidUp) return "Turning, speeding up";
    if (m.rotary() && f.subject.at == Operating::Braking) return "Turning, braking";
    if (m.rotary() && f.subject.at == Operating::Hold) return "Held against the cut";
    switch (f.subject.at) {
    case Operating::Breakaway: return "Breaking away";
    case Operating::RapidUp: return m.vertical ? "Rapid up, speeding up" : "Rapid, speeding up";
    case Operating::RapidDown: return "Rapid down, speeding up";
    case Operating::Braking: return m.vertical ? "Braking on the way down" : "Braking from rapid";
    case Operating::Hold: return "Holding still";
    case Operating::Cutting:
        if (const auto *c = cutOf(m, f)) return c->name;
        break;
    case Operating::None: break;
    }
    return std::string(f.check->title);
}
std::string sayTorque(const AxisScope &a, const Finding &f) {
    return torqueName(a.m, f) + " asks " + torqueText(f.demand) + ", the motor has " + torqueText(f.capacity) +
           " there.";
}
std::string whyTorque(const AxisScope &a, const Finding &f) {
    const auto *p = pointOf(a, f);
    std::string t = "At " + rpmText(p ? p->rpm : 0) + " of the motor";
    if (f.subject.at != Operating::Cutting) return t + ".";
    const auto *c = cutOf(a.m, f);
    t += a.m.rotary() ? ", the table at " + rpmText(c ? c->feed * 30 / pi : 0) + "."
                      : ", " + numberText(c ? c->feed * 60e3 : 0, 3) + "\u00a0mm/min.";
    if (c && c->capped) t += " Capped by the spindle.";
    return t;
}
void cutForceStep(const AxisScope &a, const Finding &f, Steps &w) {
    const auto *c = cutOf(a.m, f);
    if (!c || !c->force.known() || c->capped) return;
    if (c->kind == CutKind::Milling && c->tangential == c->tangential && c->force.standing == Standing::Computed)
        w.step("Force of the cut on the axis", "F_cut", "x*F_t",
               {constant("x", "radial push bounded", c->uncapped / c->tangential),
                newtonTerm("F_t", "at the tooth, material table and edge wear", c->tangential)},
               c->force.v, Dm::Force, "N");
    if (c->kind == CutKind::Drilling && c->force.standing == Standing::Computed) {
        const auto &d = c->drill;
        const double half = std::sin(d.point.value() / 2);
        w.step("Push of the drill", "F_cut", "k_th*k_c*D*f/2*sin(sigma/2)",
               {constant("k_th", "point kind", d.thrustFactor),
                term("k_c", "cutting force at this chip",
                     d.kc11.value() * std::pow(inMillimetres(d.feedPerTurn) / 2 * half, -d.mc) * d.wear * d.toolSpeed,
                     Dm::Pressure, "N/mm2"),
                term("D", "drill", d.drill.value(), Dm::Length, "mm"),
                term("f", "feed a turn", d.feedPerTurn.value(), Dm::Length, "mm"),
                term("sigma", "point angle", d.point.value(), Dm::Angle, "deg")},
               c->force.v, Dm::Force, "N");
    }
}
void workTorque(const AxisScope &a, const Finding &f, Steps &w) {
    const auto *p = pointOf(a, f);
    if (!p) return;
    cutForceStep(a, f, w);
    const double accel = p->kind == Operating::RapidUp || p->kind == Operating::RapidDown ? 1
                         : p->kind == Operating::Braking                                  ? -1
                                                                                          : 0;
    torqueSteps(a, *p, p->moment, accel, w);
    motorGivesSteps(a, *p, w);
}
/// The fastest the motor turns at any operating point, rpm; not known when the rapid's is not.
double fastestAsked(const AxisState &s) {
    if (!(s.motorRpm == s.motorRpm)) return notKnown;
    double most = 0;
    for (const auto &p : s.points)
        most = std::max(most, p.rpm);
    return most;
}
/// The cut biting in the moment the axis speeds up along its feed.
Moment suddenLoad(const AxisModel &m, const OperatingPoint &p) {
    Moment at = p.moment;
    at.acceleration = fromSi<Acceleration>(m.acceleration.v * at.direction);
    return at;
}
/// Torque is one check under two codes: open loop and closed are judged by other rails.
Check torqueCheck(std::string_view code, std::string_view title, std::string_view advice) {
    return {.code = code,
            .title = title,
            .part = Part::Motor,
            .station = StationId::Proof,
            .unit = "Nm",
            .advice = advice,
            .source = "PMSM-CIRCLE",
            .needs = askTorque,
            .say = sayTorque,
            .why = whyTorque,
            .name = torqueName,
            .work = workTorque,
            .levers = {Lever::Ratio, Lever::Voltage, Lever::Rapid, Lever::Acceleration, Lever::Current, Lever::Motor},
            .torqueRow = true};
}

/// Load against rotor is one check under two codes: a servo is mended otherwise than a stepper.
Check inertiaCheck(std::string_view code, std::string_view title, std::string_view advice) {
    return {.code = code,
            .title = title,
            .part = Part::Motor,
            .station = StationId::Proof,
            .unit = "gcm2",
            .advice = advice,
            .source = "PRACTICE",
            .needs =
                [](const AxisModel &m, const Finding &, Asks &asks) {
                    asks.ask(m.motorBody().rotor.known(), "rotor inertia");
                    asks.ask(m.mass.known(), "what moves");
                },
            .say = [](const AxisScope &,
                      const Finding &f) { return "The load is " + timesText(f.demand / f.capacity) + " the rotor."; },
            .why = [](const AxisScope &, const Finding &) -> std::string {
                return "A heavy load behind a light rotor rings.";
            },
            .work =
                [](const AxisScope &a, const Finding &f, Steps &w) {
                    const auto &c = a.s.chain;
                    const auto m =
                        term("m", "what moves", acceleratedMass(c).value(), Dm::Mass, "kg", a.m.mass.standing);
                    const auto l = leadTerm(a.m);
                    if (c.stages.size() == 1) {
                        w.step("Load as the motor feels it", "J_L", "(m*(l/(2*pi))^2 + J_s)/i^2 + J_1",
                               {m, l,
                                term("J_s", "screw and its pulley", (c.final + c.stages[0].out).value(), Dm::Inertia,
                                     "gcm2"),
                                reductionTerm(a),
                                term("J_1", "motor pulley or coupling", c.stages[0].in.value(), Dm::Inertia, "gcm2")},
                               f.demand, Dm::Inertia, "gcm2");
                        return;
                    }
                    Inertia J = acceleratedMass(c) * c.lead * c.lead + c.final;
                    w.step("At the final shaft", "J_s", "m*(l/(2*pi))^2 + J_f",
                           {m, l, term("J_f", "final element", c.final.value(), Dm::Inertia, "gcm2")}, J.value(),
                           Dm::Inertia, "gcm2");
                    for (std::size_t k = c.stages.size(); k-- > 0;) {
                        const auto &stage = c.stages[k];
                        const auto before = J;
                        J = inertiaAtMotor({&stage, 1}, J);
                        w.step(k == 0 ? "Load as the motor feels it" : "At shaft " + std::to_string(k),
                               "J_" + std::to_string(k), "(J_b + J_o)/i^2 + J_i",
                               {term("J_b", "behind it", before.value(), Dm::Inertia, "gcm2"),
                                term("J_o", "at its output", stage.out.value(), Dm::Inertia, "gcm2"),
                                term("i", "its reduction", stage.reduction.value()),
                                term("J_i", "at its input", stage.in.value(), Dm::Inertia, "gcm2")},
                               J.value(), Dm::Inertia, "gcm2");
                    }
                },
            .levers = {Lever::Ratio, Lever::Motor}};
}
void inertiaRow(const AxisScope &a, Rows &rows) {
    rows.add(marginRow(loadInertiaAtMotor(a.s.chain).value(), a.m.motorBody().rotor.v, 0.1, 0.2));
}

const AxisCheck motorChecksList[] = {
    {torqueCheck("C01", "Torque", "Above the speed where the torque falls more volts help, below it more reduction."),
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.closedLoop()) torqueRows(a, rows, {});
     }},
    {torqueCheck("C02", "Torque, closed loop",
                 "Above the speed where the torque falls less speed helps, below it more reduction."),
     [](const AxisScope &a, Rows &rows) {
         if (a.m.closedLoop() && !a.m.servo()) torqueRows(a, rows, {});
     }},
    {torqueCheck("C11", "Servo, torque for a moment", "Less acceleration, more reduction, a higher bus."),
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) torqueRows(a, rows, false);
     }},
    {torqueCheck("C10", "Servo, torque that lasts", "More reduction, or a larger frame."),
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) torqueRows(a, rows, true);
     }},
    {{.code = "C03",
      .title = "Supply against back-EMF",
      .part = Part::Supply,
      .station = StationId::Proof,
      .unit = "rpm",
      .advice = "More voltage or less speed; never more current.",
      .source = "PMSM-CIRCLE",
      .needs = askMotorAndLead,
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Holds ? "The supply can oppose the back-EMF at rapid."
                                             : "At rapid the back-EMF is beyond the supply: the motor would brake.";
      },
      .work = motorSpeedStep,
      .levers = {Lever::Ratio, Lever::Voltage, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) { // no motoring point at rapid
         if (!a.s.motorKnown) return rows.add(plainRow(Verdict::NotKnown));
         const auto top = torquesAt(a.s.motor, a.s.motorRpm);
         rows.add(plainRow(!(a.s.motorRpm == a.s.motorRpm)     ? Verdict::NotKnown
                           : top.region == PullOutRegion::None ? Verdict::Fails
                                                               : Verdict::Holds,
                           a.s.motorRpm));
     }},
    {{.code = "C04",
      .title = "Drive current",
      .part = Part::Drive,
      .station = StationId::Drive,
      .unit = "A",
      .advice = "Set the drive lower.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &,
                  Asks &asks) { asks.ask(m.stepper().rated.known(), "plate current"); },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The drive puts " + withUnit(f.demand, Dm::Current, "A", 2) + " peak into a motor that stands " +
                     withUnit(f.capacity, Dm::Current, "A", 2) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Most the windings stand", "I_max", "sqrt(2)*I_r",
                     {term("I_r", "plate current", a.m.stepper().rated, Dm::Current, "A")}, f.capacity, Dm::Current,
                     "A");
          },
      .levers = {Lever::Current}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) return; // its drive keeps it within its own peak
         rows.add(marginRow(a.m.drive.peak.v, std::sqrt(2.0) * a.m.stepper().rated.v, 1 / 1.1, 1));
     }},
    {{.code = "C05",
      .title = "Motor warmth",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "C",
      .advice = "Less current, or a plate that takes the heat off.",
      .source = "NEWTON-COOLING",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.stepper().rated.known(), "plate current");
              asks.ask(m.drive.peak.known(), "drive current");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Its case reaches " + numberText(f.demand, 2) + "\u00a0°C at the set current; " +
                     numberText(f.capacity, 3) + " is the most.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Above 60 it burns the hand and softens printed brackets.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m.stepper();
              const double share = f.demand - m.room.v;
              w.step("Heat over that of the plate", "q", "I_p^2 / (2*I_r^2)",
                     {term("I_p", "drive current", a.m.drive.peak, Dm::Current, "A"),
                      term("I_r", "plate current", m.rated, Dm::Current, "A")},
                     a.m.drive.peak.v * a.m.drive.peak.v / (2 * m.rated.v * m.rated.v), Dm::Number, "");
              w.step("Case, copper warm", "T", "T_0 + rise",
                     {term("T_0", "air round it", m.room, Dm::Temperature, "C"),
                      term("rise", "of the set current", {share, Standing::Assumed}, Dm::Number, "")},
                     f.demand, Dm::Temperature, "C");
          },
      .levers = {Lever::Current, Lever::Motor}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) return; // warmed by what it does, not by what is set: C10
         const auto &m = a.m.stepper();
         // the winding's resistance falls out: only the share of the plate's heat counts
         const auto heat = stepperHeat(amperes(m.rated.v), m.ratedRise.v, ohms(1), amperes(a.m.drive.peak.v), m.room.v);
         const bool known = m.rated.known() && a.m.drive.peak.known() && heat.has_value();
         const double body = !known ? notKnown : heat->rise ? m.room.v + *heat->rise : 1e3;
         rows.add(marginRow(body, bodyMost, 1, bodyMost / bodyWanted));
     }},
    {inertiaCheck("C06", "Load against rotor inertia", "More reduction: it falls with its square."),
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.servo()) inertiaRow(a, rows);
     }},
    {inertiaCheck("C13", "Load against a servo's rotor",
                  "A stiffer coupling, belt or screw first; then more reduction."),
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) inertiaRow(a, rows);
     }},
    {{.code = "C12",
      .title = "Servo speed",
      .part = Part::Motor,
      .station = StationId::Proof,
      .unit = "rpm",
      .advice = "Less reduction or a coarser lead.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.servo() && m.servo()->ratedSpeed.known(), "the servo's rated speed");
              asks.ask(m.lead.known(), "the lead");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At its fastest the motor turns " + rpmText(f.demand) + "; " + rpmText(f.capacity) +
                     " is the most.";
          },
      .work = motorSpeedStep,
      .levers = {Lever::Ratio, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) { // up to the rated speed it holds, up to the top speed it is watched
         const auto *servo = a.m.servo();
         if (!servo) return;
         const double top = servo->topSpeed.v * 60 / (2 * pi), rated = servo->ratedSpeed.v * 60 / (2 * pi);
         rows.add(marginRow(a.s.motorRpm, top, 1, std::max(1.0, top / rated)));
     }},
    {{.code = "C10",
      .title = "Servo over the cycle",
      .part = Part::Motor,
      .station = StationId::Proof,
      .unit = "Nm",
      .advice = "A longer pause, less acceleration, a counterbalance, more reduction, a larger frame.",
      .source = "DUTY-RMS",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askMotorAndLead(m, f, asks);
              asks.ask(!m.moves.empty(), "a work cycle (Duty)");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Over the work cycle it is loaded with " + torqueText(f.demand) + " rms; all day it gives " +
                     torqueText(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Its copper warms with the square of the torque, pauses counted.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto cycle = cycleOf(a.m, a.s);
              w.step("Rms of the cycle's torque", "T_rms", "T_r",
                     {term("T_r", "ramps, runs and stands by their time, " + numberText(cycle.total, 3) + "\u00a0s",
                           f.demand, Dm::Torque, "Nm")},
                     f.demand, Dm::Torque, "Nm");
          },
      .levers = {Lever::Ratio, Lever::Acceleration, Lever::Motor}},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.servo()) return;
         const auto cycle = cycleOf(a.m, a.s);
         const double all = a.s.motorKnown ? torquesAt(a.s.motor, 0).continuous : notKnown;
         rows.add(marginRow(cycle.whole ? cycle.rmsTorque : notKnown, all, 1, 1 / 0.8));
     }},
    {{.code = "C07",
      .title = "Mid-band howl",
      .part = Part::Motor,
      .station = StationId::Proof,
      .unit = "rpm",
      .advice = "A damper, an anti-resonance drive, or closed loop.",
      .source = "PRACTICE",
      .needs = askMotorAndLead,
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          if (a.m.closedLoop()) return "Closed loop: no mid-band stall.";
          if (a.m.drive.damping) return "The drive damps the mid-band.";
          if (f.verdict == Verdict::Holds)
              return "All speeds stay below " + rpmText(a.s.corner) + ", where the torque begins to fall.";
          return "It works up to " + rpmText(f.demand) + "; the torque falls from " + rpmText(a.s.corner) + " on" +
                 ": it may howl or stall there.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const OperatingPoint *fastest = nullptr;
              for (const auto &p : a.s.points)
                  if (p.rpm == f.demand && !fastest) fastest = &p;
              if (!fastest) return;
              w.step("Fastest it works, motor, rpm", "n", "60*v*i/l",
                     {term("v", fastest->kind == Operating::Cutting ? "feed of that cut" : "rapid",
                           fastest->moment.speed.value(), Dm::Speed, "mm/min"),
                      reductionTerm(a), leadTerm(a.m)},
                     f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) return;
         const double asked = fastestAsked(a.s);
         Verdict v = Verdict::Holds;
         if (!a.m.closedLoop() && !a.m.drive.damping)
             v = !a.s.motorKnown || !(asked == asked) ? Verdict::NotKnown
                 : asked <= a.s.corner                ? Verdict::Holds
                                                      : Verdict::Watch;
         rows.add(plainRow(v, asked, asked == asked ? a.s.corner : notKnown));
     }},
    {{.code = "C08",
      .title = "Sudden load",
      .part = Part::Motor,
      .station = StationId::Proof,
      .unit = "Nm",
      .advice = "Jerk-limited ramp; halve the acceleration.",
      .source = "EQUAL-AREA",
      .needs = askTorque,
      .say =
          [](const AxisScope &a, const Finding &f) {
              return cutName(a.m, f) + " biting while it speeds up asks " + torqueText(f.demand) + " at once of " +
                     torqueText(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "The rotor overshoots under a load that comes all at once.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              if (const auto *p = pointOf(a, f)) torqueSteps(a, *p, suddenLoad(a.m, *p), 1, w);
          },
      .levers = {Lever::Ratio, Lever::Acceleration, Lever::Motor}},
     [](const AxisScope &a, Rows &rows) { // acceleration and cut arriving together, open loop
         if (a.m.closedLoop()) return;
         Finding worstRow;
         bool any = false;
         for (const auto &p : a.s.points) {
             if (p.kind != Operating::Cutting) continue;
             const auto t = torqueAt(a.s.chain, suddenLoad(a.m, p));
             auto f = marginRow(std::fabs(t.motor.value()), p.quasi, 1 / 0.7246, 2);
             f.subject.cut = static_cast<std::int16_t>(p.cut);
             if (!any || (!worstRow.missing && !(f.margin >= worstRow.margin))) worstRow = f;
             any = true;
         }
         if (any) rows.add(worstRow);
     }},
    {{.code = "C17",
      .title = "Supply against the drive's limit",
      .part = Part::Supply,
      .station = StationId::Drive,
      .unit = "V",
      .advice = "A lower supply voltage.",
      .source = "PRACTICE",
      .hazard = aboveSixty,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.supply.voltage.known(), "supply voltage");
              asks.ask(m.drive.voltLimit.known(), "the drive's voltage limit");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The supply brings " + voltText(f.demand) + " to a drive for " + voltText(f.capacity) + ".";
          },
      .caution = highVoltage,
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("What comes to the drive", "V", "k_m*V_s",
                     {constant("k_m", a.m.supply.unregulated ? "mains high: a plain transformer follows" : "regulated",
                               a.m.supply.mainsHigh()),
                      term("V_s", "supply", a.m.supply.voltage, Dm::Voltage, "V")},
                     f.demand, Dm::Voltage, "V");
          },
      .levers = {Lever::Voltage}},
     [](const AxisScope &a, Rows &rows) {
         rows.add(marginRow(a.m.supply.voltage.v * a.m.supply.mainsHigh(), a.m.drive.voltLimit.v, 1, 1 / voltageUse));
     }},
    {{.code = "C18",
      .title = "Supply against motor warmth",
      .part = Part::Supply,
      .station = StationId::Drive,
      .unit = "V",
      .advice = "Watch the body temperature, even at idle.",
      .source = "PRACTICE",
      .hazard = aboveSixty,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.supply.voltage.known(), "supply voltage");
              asks.ask(m.stepper().inductance.known(), "winding inductance");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return voltText(f.demand) + " on windings that stay cool up to about " + voltText(f.capacity, 2) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "A rule of warmth, not a limit."; },
      .caution = highVoltage,
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Rule of warmth", "V", "32*sqrt(L*1000)",
                     {term("L", "inductance", a.m.stepper().inductance, Dm::Inductance, "mH")}, f.capacity, Dm::Voltage,
                     "V");
          },
      .levers = {Lever::Voltage}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo()) return;
         rows.add(marginRow(a.m.supply.voltage.v, 32 * std::sqrt(a.m.stepper().inductance.v * 1e3), 0, 1));
     }},
    {{.code = "C24",
      .title = "Pulse rate",
      .part = Part::Controller,
      .station = StationId::Proof,
      .unit = "kHz",
      .advice = "Fewer microsteps: 10 loses nothing measurable.",
      .source = "RATIONAL",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.pulseLimit.known(), "the controller's fastest pulses");
              asks.ask(m.lead.known(), "the lead");
              asks.ask(m.pulsesATurn() > 0, "pulses a turn");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return withUnit(f.demand, Dm::Frequency, "kHz", 3) + " of pulses at rapid, " +
                     withUnit(f.capacity, Dm::Frequency, "kHz", 3) + " can be made.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Pulses at rapid", "f", "v*" + pulsesFormula(a.m) + "*i/l",
                     pulsesTerms(a.m, {speedTerm(a.m, "rapid", a.m.rapid), reductionTerm(a), leadTerm(a.m)}), f.demand,
                     Dm::Frequency, "kHz");
          },
      .levers = {Lever::Microsteps, Lever::Ratio, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) { rows.add(marginRow(a.s.stepRate, a.s.rateLimit, 1, 1.25)); }},
    {{.code = "M4",
      .title = "Motor speed at rapid",
      .part = Part::Motor,
      .station = StationId::Proof,
      .unit = "rpm",
      .advice = "Coarser lead, less reduction, more supply voltage.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At rapid the motor turns " + rpmText(f.demand) + " of " + rpmText(f.capacity) + " usable.";
          },
      .work = motorSpeedStep,
      .levers = {Lever::Ratio, Lever::Voltage, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         const auto &usable = a.m.stepper().usable;
         if (usable.known()) rows.add(marginRow(a.s.motorRpm, usable.v * 60 / (2 * pi), 1, 1 / 0.9));
     }},
};
} // namespace

std::span<const AxisCheck> motorChecks() { return motorChecksList; }

} // namespace lw
