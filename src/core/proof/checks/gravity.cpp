// What holds an upright or slanted axis with the power off.
#include "proof/checks/torque_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// Torque of the weight at the final shaft, balance lost, N m.
double weightTorque(const AxisScope &a) { return a.s.weightUnbalanced * a.s.chain.lead.value(); }
/// How the screw lets the load drive it where nothing else holds; without its thread a sliding screw is not known.
double backwardThen(const AxisScope &a) { return a.m.wheel() ? a.s.backward : a.s.backwardAtLock; }
void balanceLost(Steps &w) { w.assume("Balance counted as lost, guide friction not counted on."); }
void askWeight(const AxisModel &m, const Finding &, Asks &asks) {
    asks.ask(m.mass.known(), "what moves");
    asks.ask(m.screw().named || m.wheel(),
             m.screw().threadProblem.empty() ? "the screw's thread" : "a thread that can be read");
    asks.ask(m.lead.known(), "the lead");
}
std::string comesDown(const AxisScope &a, const Finding &f) {
    if (f.verdict != Verdict::Fails) return {};
    return "With the power off " + whatMoves(a.m) +
           " comes down by itself: prop it before the power goes or the nut comes off, hands out from under it.";
}
/// The least allowable pull over pull of all belts between motor and final shaft.
double beltSafety(const AxisState &s) {
    double least = notKnown;
    for (std::size_t k = 0; k < s.stages.size(); ++k)
        if (const auto *w = s.stageWork<ToothedBelt>(k); w && w->forcesKnown) {
            const double safety = w->forces.allowable.value() / w->forces.pull.value();
            least = least == least ? std::min(least, safety) : safety;
        }
    return least;
}
constexpr std::string_view mindTheDrop = "Mind the drop: a head or knee that runs down crushes hands. Prop it before "
                                         "you work under it, and follow the rules "
                                         "for lifting where you are.";
// rows of M8
constexpr std::int8_t byBrake = 0, byThread = 1, byNothing = 2;

const AxisCheck gravityChecksList[] = {
    {{.code = "M8",
      .title = "Runs down with the power off",
      .part = Part::Brake,
      .station = StationId::Proof,
      .unit = "Nm",
      .advice = "A brake on the screw.",
      .source = "EB-1",
      .overridable = false,
      .hazard = mindTheDrop,
      .needs = askWeight,
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          if (f.row == byThread)
              return "The screw's thread holds the weight by itself: it locks with room for vibration.";
          if (f.row == byBrake)
              return "The brake holds " + torqueText(f.capacity) + ", the weight turns with " + torqueText(f.demand) +
                     ".";
          const std::string what =
              "The " + numberText(a.m.mass.v, 2) + "\u00a0kg " + (a.m.what.empty() ? "slide" : a.m.what);
          if (f.verdict != Verdict::Fails)
              return what +
                     " is held by nothing but the drag of its bearings, measured: it just stays with the power off.";
          return what + " runs down without a brake" +
                 (f.capacity > 0 ? ": the drag measured at its bearings does not hold it."
                                 : ": nothing that was measured holds it.");
      },
      .why = [](const AxisScope &a, const Finding &f) -> std::string {
          if (a.m.hasBrake) return "With strut or counterweight lost; twice is wanted.";
          if (f.row != byNothing) return {};
          return torqueText(f.demand) + " turns the screw" +
                 (a.m.slidingScrew() ? " at the least friction its thread may have" : "") + ", " +
                 (f.capacity > 0 ? "its drag holds " + torqueText(f.capacity)
                                 : std::string("a seal's drag nobody measured is not counted on")) +
                 ". Balance not counted.";
      },
      .caution = comesDown,
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              if (f.row == byThread) return;
              weightStep(a, w);
              const auto W = newtonTerm("W", "weight", a.s.weightUnbalanced);
              const auto l = term("l", "lead", a.m.lead, Dm::Lead, "mm");
              if (f.row == byBrake)
                  w.step("Turns the screw with", "T", "W*l/(2*pi)", {W, l}, f.demand, Dm::Torque, "Nm");
              else
                  w.step("Turns the screw with", "T", "W*l/(2*pi)*eta_back",
                         {W, l,
                          term("eta_back",
                               a.m.slidingScrew() ? "load drives the screw, thread friction 0.056"
                                                  : "load drives the screw",
                               backwardThen(a))},
                         f.demand, Dm::Torque, "Nm");
              balanceLost(w);
          },
      .levers = {Lever::Brake}},
     [](const AxisScope &a, Rows &rows) {
         const auto &m = a.m;
         if (!m.vertical) return;
         if (m.hasBrake) {
             const double atScrew = m.brakeTorque.v * (m.brakeOnScrew ? 1 : a.s.ratio());
             return rows.add(marginRow(weightTorque(a), atScrew, 1.3, 2));
         }
         if (m.slidingScrew() && a.s.locksDependably) {
             auto f = plainRow(Verdict::Holds);
             f.row = byThread;
             return rows.add(f);
         }
         // Nothing holds it but the screw. A seal's drag that nobody measured, and the ways, are not counted on: both
         // are less on the day it matters.
         const double drag = m.bearingDrag.standing == Standing::Measured ? m.bearingDrag.v : 0;
         const double backward = backwardThen(a);
         auto f = marginRow(weightTorque(a) * backward, backward == backward ? drag : notKnown, 1, 2);
         f.row = byNothing;
         f.verdict = std::min(f.verdict, Verdict::Watch);
         rows.add(f);
     }},
    {{.code = "M9",
      .title = "Falls before the brake bites",
      .part = Part::Brake,
      .station = StationId::Proof,
      .unit = "mm",
      .advice = "A faster brake, or balance.",
      .source = "EB-1",
      .overridable = false,
      .hazard = mindTheDrop,
      .say = [](const AxisScope &,
                const Finding &f) { return "It falls " + mm(f.demand, 2) + " before the brake bites."; },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "Guide friction is not counted on."; },
      .caution = [](const AxisScope &a, const Finding &f) -> std::string {
          if (f.verdict != Verdict::Fails) return {};
          return "Before the brake bites " + whatMoves(a.m) + " falls " + mm(f.demand, 2) +
                 ": hands and tools out from under it.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              weightStep(a, w);
              const double J = rotatingInertiaAtScrew(a.s.chain).value();
              const double e = std::max(0.0, a.s.backward);
              if (f.demand > 0)
                  w.step("Falls", "x", "(W*l/(2*pi)*e - T_drag)/(J*2*pi/l + m*l/(2*pi)*e)*t^2/2",
                         {newtonTerm("W", "weight", a.s.weightUnbalanced), term("l", "lead", a.m.lead, Dm::Lead, "mm"),
                          term("e", "screw driven by the load", e), dragTerm(a),
                          term("J", "all that turns, at the screw", J, Dm::Inertia, "gcm2"),
                          term("m", "what moves", a.s.chain.moving.value(), Dm::Mass, "kg", a.m.mass.standing),
                          term("t", "until the brake bites", a.m.brakeDelay, Dm::Time, "s")},
                         f.demand, Dm::Length, "mm");
              else
                  w.step("Stays: the drag holds it", "x", "0*t",
                         {term("t", "until the brake bites", a.m.brakeDelay, Dm::Time, "s")}, 0, Dm::Length, "mm");
              balanceLost(w);
          },
      .levers = {Lever::Brake}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.vertical && a.m.hasBrake) rows.add(upperRow(a.s.fall, 0.5e-3, 2e-3));
     }},
    {{.code = "M10",
      .title = "Where the brake sits",
      .part = Part::Brake,
      .station = StationId::Proof,
      .unit = "",
      .advice = "Move the brake to the screw: a torn belt drops the head.",
      .source = "PRACTICE",
      .overridable = false,
      .hazard = mindTheDrop,
      .say = [](const AxisScope &a, const Finding &) -> std::string {
          return a.m.brakeOnScrew ? "The brake sits on the screw: a torn belt drops nothing."
                                  : "The brake sits on the motor: a torn belt drops the weight.";
      },
      .work =
          [](const AxisScope &, const Finding &f, Steps &w) {
              if (f.capacity == f.capacity)
                  w.step("Allowable over pull, the weakest belt", "S", "s_b", {term("s_b", "of the belts", f.capacity)},
                         f.capacity);
          },
      .levers = {Lever::Brake}},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.vertical || !a.m.hasBrake || !a.m.hasStage<ToothedBelt>()) return;
         const double safety = beltSafety(a.s);
         const bool screw = a.m.brakeOnScrew;
         const Verdict v = screw         ? Verdict::Holds
                           : safety >= 5 ? Verdict::Watch
                           : safety < 5  ? Verdict::Fails
                                         : Verdict::NotKnown;
         rows.add(plainRow(v, screw ? notKnown : 5, screw ? notKnown : safety));
     }},
};
} // namespace

std::span<const AxisCheck> gravityChecks() { return gravityChecksList; }

} // namespace lw
