// The motor's own shaft, pulled sideways by what sits on it: a belt, a gear.
#include "proof/checks/belt_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

double pullOnShaft(const AxisState &s) { return s.stages.empty() ? notKnown : s.stages[0].figures.sideways.value(); }
std::string firstNoun(const AxisModel &m) { return std::string(nounOf(m.stages[0].stage)); }
bool bent(const AxisState &s) { return s.shaftAllowed == s.shaftAllowed && s.overhung.combined.value() > 0; }
/// A coupling or a reducer in line does not pull.
void addPulled(const AxisScope &a, Rows &rows, Finding f) {
    if (a.m.stages.empty() || !besideEachOther(a.m.stages[0].stage)) return;
    f.subject.stage = 0;
    rows.add(f);
}
void askShaft(const AxisModel &m, const Finding &f, Asks &asks) {
    if (m.stageAs<ToothedBelt>(0))
        askBelt(m, f, asks);
    else
        asks.ask(false, "what pulls it: sizes of the " + firstNoun(m));
    askMotor(m, asks);
    if (f.id == "TR-14"_check) asks.ask(m.motorBody().radialLoad.known(), "the motor's radial rating");
    asks.ask(m.motorBody().body.known(), "motor body length");
    asks.ask(!m.motorBody().shaft.empty(), "motor shaft");
}
void shaftPullSteps(const AxisScope &a, const Finding &f, Steps &w) {
    const double F = pullOnShaft(a.s);
    if (a.m.stageAs<ToothedBelt>(0)) {
        const auto &forces = workOf(a, f).forces;
        pullStep(a, f, w);
        setTightStep(a, f, w);
        const bool still = forces.shaftStatic.value() >= forces.shaftWorking.value();
        w.step(still ? "Pull on the shaft, standing" : "Pull on the shaft, working", "F_s", "F_v",
               {newtonTerm("F_v", "both sides of the belt, by their angle", F)}, F, Dm::Force, "N");
    } else if (const auto *gears = a.s.stageWork<Gears>(0)) {
        w.step("Push on the shaft", "F_s", "F_t/c",
               {newtonTerm("F_t", "along the pitch circle, at the motor's peak", gears->force),
                constant("c", "cosine of 20 degrees", std::cos(pi / 9))},
               F, Dm::Force, "N");
    } else if (const auto *ribs = a.s.stageWork<RibbedBelt>(0)) {
        w.step("Pull on the shaft", "F_s", "T_1 + T_2",
               {newtonTerm("T_1", "tight side, at the motor's peak", ribs->forces.tight.value()),
                newtonTerm("T_2", "slack side", ribs->forces.slack.value())},
               F, Dm::Force, "N");
    }
}
Term overhangTerm(const AxisScope &a) {
    return term("a", "its middle to the front bearing",
                a.s.stages[0].figures.offFace.value() + a.m.motorBody().frontBearing.v, Dm::Length, "mm");
}
Term bearingsTerm(const AxisScope &a) {
    return term("b", "bearing to bearing", std::max(0.01, a.m.motorBody().body.v - 15e-3), Dm::Length, "mm",
                Standing::Assumed);
}
Term shaftTerm(const AxisScope &a) {
    return term("d", "shaft", a.m.motorBody().shaft.nominal, Dm::Length, "mm", Standing::Catalogue);
}

/// A third bearing that counts: beyond the middle of what pulls.
bool heldOutboard(const AxisScope &a) { return a.s.overhung.outboard.value() > 0; }
Term outboardTerm(const AxisScope &a) {
    return term("c", "outboard to front bearing", a.m.motorBody().outboard.v + a.m.motorBody().frontBearing.v,
                Dm::Length, "mm", a.m.motorBody().outboard.standing);
}
void outboardStep(const AxisScope &a, Steps &w) {
    w.step("Outboard bearing holds", "R", "F*(b*c*a/3 + a^2*(3*c - a)/6)/(c^2*(b + c)/3)",
           {newtonTerm("F", "pull on the shaft", pullOnShaft(a.s)), overhangTerm(a), bearingsTerm(a), outboardTerm(a)},
           a.s.overhung.outboard.value(), Dm::Force, "N");
    w.assume("Its seat does not give and stands in line: bolted last, its ring free to slide.");
}

const AxisCheck motorShaftList[] = {
    {{.code = "TR-14",
      .title = "Pull on the motor shaft",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "Read the motor's data sheet; then an outboard bearing or a larger small pulley.",
      .source = "BEAM",
      .needs = askShaft,
      .say =
          [](const AxisScope &a, const Finding &f) {
              return heldOutboard(a) ? "With " + newton(a.s.overhung.outboard.value()) +
                                           " on the outboard bearing the motor feels " + newton(f.demand) + " of " +
                                           newton(f.capacity) + "."
                                     : "The " + firstNoun(a.m) + " pulls the motor shaft with " + newton(f.demand) +
                                           " of " + newton(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              shaftPullSteps(a, f, w);
              if (!heldOutboard(a)) return;
              outboardStep(a, w);
              w.step("Felt as if it pulled there alone", "F_m",
                     "max(abs(F - R + (F*a - R*c)/b)*b/(b + a), abs(F*a - R*c)/a)",
                     {newtonTerm("F", "pull on the shaft", pullOnShaft(a.s)),
                      newtonTerm("R", "outboard bearing", a.s.overhung.outboard.value()), overhangTerm(a),
                      bearingsTerm(a), outboardTerm(a)},
                     f.demand, Dm::Force, "N");
          },
      .levers = {Lever::Teeth, Lever::Nearer, Lever::Outboard}},
     [](const AxisScope &a, Rows &rows) {
         addPulled(
             a, rows,
             marginRow(heldOutboard(a) ? a.s.overhung.felt.value() : pullOnShaft(a.s), a.s.shaftAllowed, 1, 1.25));
     }},
    {{.code = "TR-15",
      .title = "Stress in the motor shaft",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "N/mm2",
      .advice = "An outboard bearing, or a thicker shaft.",
      .source = "BEAM",
      .needs = askShaft,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The motor shaft is stressed to " + withUnit(f.demand, Dm::Pressure, "N/mm2", 2) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              shaftPullSteps(a, f, w);
              const auto bending = a.s.overhung.bending.value(), torsion = a.s.overhung.torsion.value();
              w.step("Bending and torsion together", "s_v", "sqrt(s_b^2 + 3*s_t^2)",
                     {term("s_b", "bending, notch counted", bending, Dm::Pressure, "N/mm2"),
                      term("s_t", "torsion, notch counted", torsion, Dm::Pressure, "N/mm2")},
                     f.demand, Dm::Pressure, "N/mm2");
          },
      .levers = {Lever::Teeth, Lever::Nearer, Lever::Outboard, Lever::Motor}},
     [](const AxisScope &a, Rows &rows) {
         addPulled(a, rows, upperRow(bent(a.s) ? a.s.overhung.combined.value() : notKnown, 100e6, 150e6));
     }},
    {{.code = "TR-16",
      .title = "Motor shaft bends",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "An outboard bearing; belt closer to the face.",
      .source = "BEAM",
      .needs = askShaft,
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.row == 1 ? "The pulley tips by " + plain(f.demand * 1e3) + " mrad."
                                : "The motor shaft bends " + mm(f.demand, 2) + " at the pulley.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "A belt walks to one side, gears bear on one end of their teeth.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              shaftPullSteps(a, f, w);
              const auto F = newtonTerm("F", "pull on the shaft", pullOnShaft(a.s));
              const auto E = term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated);
              if (heldOutboard(a)) {
                  outboardStep(a, w);
                  const auto R = newtonTerm("R", "outboard bearing", a.s.overhung.outboard.value());
                  const std::vector<Term> terms{F, R,           overhangTerm(a), bearingsTerm(a), outboardTerm(a),
                                                E, shaftTerm(a)};
                  if (f.row == 0)
                      return w.step("Bends at the pulley", "y",
                                    "abs(F*a^2*(b + a)/3 - R*(b*c*a/3 + a^2*(3*c - a)/6))/(E*pi*d^4/64)", terms,
                                    f.demand, Dm::Length, "mm");
                  return w.step("Tips at the pulley", "phi",
                                "abs(F*a*(2*b + 3*a)/6 - R*(b*c/3 + c*a - a^2/2))/(E*pi*d^4/64)", terms, f.demand);
              }
              if (f.row == 0)
                  w.step("Bends at the pulley", "y", "F*a^2*(b + a)/(3*E*pi*d^4/64)",
                         {F, overhangTerm(a), bearingsTerm(a), E, shaftTerm(a)}, f.demand, Dm::Length, "mm");
              else
                  w.step("Tips at the pulley", "phi", "F*a*(2*b + 3*a)/(6*E*pi*d^4/64)",
                         {F, overhangTerm(a), bearingsTerm(a), E, shaftTerm(a)}, f.demand);
          },
      .levers = {Lever::Nearer, Lever::Teeth, Lever::Outboard, Lever::Motor}},
     [](const AxisScope &a, Rows &rows) {
         const auto &o = a.s.overhung;
         const auto deflection = upperRow(bent(a.s) ? o.deflection.value() : notKnown, 0.03e-3, 0.08e-3);
         auto slope = upperRow(bent(a.s) ? o.slope.value() : notKnown, 1e-3, 4.4e-3);
         slope.row = 1;
         slope.unit = "mrad";
         const bool slopeWorse = slope.verdict < deflection.verdict ||
                                 (slope.verdict == deflection.verdict && slope.margin < deflection.margin);
         addPulled(a, rows, slopeWorse ? slope : deflection);
     }},
};
} // namespace

std::span<const AxisCheck> motorShaftChecks() { return motorShaftList; }

} // namespace lw
