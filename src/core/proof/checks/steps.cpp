// What the controller is told of a straight axis, what its smallest step is, and the room its ramps take.
#include "drive/steps.h"
#include "proof/checks/limits.h"
#include "proof/checks/torque_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// What the lead is out by over the travel at most, m; zero when it is exact or assumed.
double leadDoubt(const AxisModel &m) {
    const auto &l = m.lead;
    if (l.assumed() || l.shape == Shape::None || !(l.high > l.low)) return 0;
    return (l.high - l.low) / 2 / l.v * m.travel.v;
}
std::string sayStepError(const Finding &f) {
    if (f.row == 1)
        return "The travel a turn is known to " + micrometres(f.demand) +
               " over the travel: the steps are set right at the first cuts.";
    return f.demand == 0 ? "Steps a millimetre come out exactly."
                         : "The decimal is off by " + micrometres(f.demand) + " over the travel.";
}
void smallestStepSteps(const AxisScope &a, Steps &w) {
    const auto &m = a.m;
    const auto &s = a.s;
    if (!s.motorKnown) return;
    if (m.servo()) {
        w.step(
            "One count of the encoder, or one pulse where that is more", "s", "max(q, p)",
            {term("q", "a count", s.fullStep, Dm::Length, "um"), term("p", "a pulse", s.microstep, Dm::Length, "um")},
            s.dependable, Dm::Length, "um");
        return;
    }
    const double friction = (s.friction * s.chain.lead.value() / m.efficiency.v + m.bearingDrag.v + s.preloadDrag) /
                            (s.ratio() * forwardOf(s.chain.stages));
    const auto lead = term("l", "lead", m.lead, Dm::Lead, "mm");
    w.step("Friction at the motor", "T_f", "(F*l/(2*pi*eta) + T_drag)/(i*eta_d)",
           {term("F", "pull of the ways", m.pull, Dm::Force, "N"), lead, term("eta", "screw", m.efficiency),
            dragTerm(a), reductionTerm(a), driveTerm(a)},
           friction, Dm::Torque, "Nm");
    if (!std::isfinite(s.dependable)) { // more friction than the motor can move: no step is sure
        w.step("Repeats within, wished", "r", "r_w", {term("r_w", "target", m.repeatTarget, Dm::Length, "um")},
               m.repeatTarget.v, Dm::Length, "um");
        return;
    }
    const auto full = term("q", "full step", s.fullStep, Dm::Length, "um");
    if (s.dependable > s.microstep * (1 + 1e-12))
        w.step("Dead zone and 5 % of a full step", "s", "2*asin(T_f/T_pk)/N*l/(2*pi*i) + 0.05*q",
               {term("T_f", "friction", friction, Dm::Torque, "Nm"),
                term("T_pk", "motor at rest", s.peakStatic, Dm::Torque, "Nm"),
                constant("N", "rotor teeth", m.stepper().rotorTeeth), lead, reductionTerm(a), full},
               s.dependable, Dm::Length, "um");
    else
        w.step("Never finer than a microstep", "s", "q/u", {full, microstepsTerm(m)}, s.dependable, Dm::Length, "um");
}

const AxisCheck stepChecksList[] = {
    {{.code = "C26",
      .title = "Steps a millimetre",
      .part = Part::Controller,
      .station = StationId::FirstCuts,
      .unit = "um",
      .advice = "Enter the exact fraction.",
      .source = "RATIONAL",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.lead.known() && !m.lead.assumed(), "the lead, ten turns against a rule");
              asks.ask(m.pulsesATurn() > 0, "pulses a turn");
          },
      .say = [](const AxisScope &, const Finding &f) { return sayStepError(f); },
      .figure =
          [](const Finding &f) {
              return f.row == 1 ? sayStepError(f) : f.demand == 0 ? std::string("exact") : micrometres(f.demand);
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              const auto lead = term("l", "travel a turn", m.lead, Dm::Lead, "mm");
              w.step("Steps a metre", "q", pulsesFormula(m) + "*i/l", pulsesTerms(m, {reductionTerm(a), lead}),
                     1 / a.s.microstep);
              const double own = f.row == 1 ? leadDoubt(m) : 0;
              const auto rounding = term("d_r",
                                         m.stepsTyped.empty() ? "the decimal's rounding, over the travel"
                                                              : "what is typed less what is right, over the travel",
                                         f.demand - own, Dm::Length, "um");
              if (f.row == 1)
                  w.step("Out by over the travel", "d", "(l_hi - l_lo)/2/l*L + d_r",
                         {term("l_hi", "travel a turn at most", m.lead.high, Dm::Lead, "mm", m.lead.standing),
                          term("l_lo", "at least", m.lead.low, Dm::Lead, "mm", m.lead.standing), lead,
                          term("L", "travel", m.travel, Dm::Length, "mm"), rounding},
                         f.demand, Dm::Length, "um");
              else
                  w.step("Out by over the travel", "d", "d_r", {rounding}, f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) { // exact, or the decimal's error over the travel
         const auto &m = a.m;
         const auto steps = m.stepsAMillimetre();
         if (!steps) return rows.add(plainRow(Verdict::NotKnown));
         double error = notKnown;
         if (m.stepsTyped.empty()) {
             error = std::fabs(roundingOverTravel(*steps, metres(m.travel.v)));
         } else if (m.stepsTypedRead) {
             if (const auto off = typedStepsError(*steps, *m.stepsTypedRead, m.travel.v)) error = std::fabs(*off);
         }
         // exact steps of a lead that is not exact: what it is out by over the travel stays until the steps are
         // calibrated
         const double leadOut = leadDoubt(m);
         Verdict v = !(error == error)         ? Verdict::NotKnown
                     : error == 0              ? Verdict::Holds
                     : error <= stepErrorLimit ? Verdict::Watch
                                               : Verdict::Fails;
         if (m.lead.assumed())
             v = std::min(v, Verdict::NotKnown);
         else if (leadOut > stepErrorLimit)
             v = std::min(v, Verdict::Watch);
         auto f = plainRow(v, error + leadOut, stepErrorLimit);
         f.missing = !(error == error) || m.lead.assumed();
         f.row = leadOut > stepErrorLimit ? 1 : 0;
         rows.add(f);
     }},
    {{.code = "M5",
      .title = "Smallest step",
      .part = Part::Motor,
      .station = StationId::Proof,
      .unit = "um",
      .advice = "Less friction or more torque, then reduction.",
      .source = "PMSM-CIRCLE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askMotorAndLead(m, f, asks);
              asks.ask(m.ownStepsATurn() > 0, "encoder lines");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The smallest sure step is " + micrometres(f.demand) + " of " + micrometres(f.capacity) +
                     " wished.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Friction holds the rotor off; microsteps are smoothness, not accuracy.";
      },
      .work = [](const AxisScope &a, const Finding &, Steps &w) { smallestStepSteps(a, w); },
      .levers = {Lever::Ratio}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.repeatTarget.known()) rows.add(marginRow(a.s.dependable, a.m.repeatTarget.v, 1, 3));
     }},
    {{.code = "M6",
      .title = "Room to reach rapid",
      .part = Part::Axis,
      .station = StationId::Proof,
      .unit = "mm",
      .advice = "Speed up harder, or accept a lower rapid.",
      .source = "KIN",
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Speeding up and braking take " + mm(f.demand, 2) + " of " + mm(f.capacity) + " travel.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              w.step("Room for both ramps", "s", "v^2/(2*a) + v^2/(2*d)",
                     {term("v", "rapid", m.rapid, Dm::Speed, "mm/min"),
                      term("a", "speeding up", m.acceleration, Dm::Acceleration, "m/s2"),
                      term("d", "slowing down", m.slowing(), Dm::Acceleration, "m/s2",
                           m.deceleration.known() ? m.deceleration.standing : m.acceleration.standing)},
                     f.demand, Dm::Length, "mm");
          },
      .levers = {Lever::Acceleration, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         const double ramp = a.m.rapid.v * a.m.rapid.v / 2 * (1 / a.m.acceleration.v + 1 / a.m.slowing());
         rows.add(marginRow(ramp, a.m.travel.v, 2, 4));
     }},
};
} // namespace

std::span<const AxisCheck> stepChecks() { return stepChecksList; }

} // namespace lw
