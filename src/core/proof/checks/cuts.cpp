// What each cut asks of spindle, edge, ways and the room before it.
#include "proof/checks/common.h"
#include "proof/checks/torque_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// A chip between these cuts clean; outside the outer pair it rubs or breaks the edge. By cutters from 8 mm and below.
struct ChipLimits {
    double thinFail, thinPass, thickPass, thickFail;
};
ChipLimits chipLimits(const Cut &c) {
    const bool big = c.cutter >= 8e-3 * (1 - 1e-9);
    return big ? ChipLimits{0.003e-3, 0.01e-3, 0.3e-3, 0.5e-3} : ChipLimits{0.003e-3, 0.005e-3, 0.05e-3, 0.1e-3};
}

const CutCheck cutChecksList[] = {
    {{.code = "P5",
      .title = "Room before the thread",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "mm",
      .advice = "Turn slower, or speed up harder; a longer relief.",
      .source = "KIN",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *cut = cutOf(m, f);
              asks.ask(cut && cut->runInNeeded == cut->runInNeeded, "pitch and spindle speed");
              asks.ask(cut && cut->runInFree == cut->runInFree, "the room before the thread");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return cutName(a.m, f, "The thread") + " needs " + mm(f.demand, 2) + " to come up to speed, " +
                     mm(f.capacity, 2) + " are free.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Else the first threads are of another pitch.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *c = cutOf(a.m, f);
              const double pitch = c->thread.pitch.value(), v = c->feed, acc = a.m.acceleration.v;
              w.step("Room needed", "s", "v^2/(2*a) + v*t + 2*P",
                     {term("v", "feed", v, Dm::Speed, "mm/min"),
                      term("a", "speeding up", a.m.acceleration, Dm::Acceleration, "m/s2"),
                      term("t", "settles in", (c->runInNeeded - 2 * pitch - v * v / (2 * acc)) / v, Dm::Time, "s"),
                      term("P", "pitch", pitch, Dm::Length, "mm")},
                     f.demand, Dm::Length, "mm");
          }},
     [](const CutScope &c, Rows &rows) { // room to come up to speed before the first thread
         if (c.cut.kind == CutKind::Threading) rows.add(marginRow(c.cut.runInNeeded, c.cut.runInFree, 1, 1.5));
     }},
    {{.code = "P1",
      .title = "Spindle power",
      .part = Part::Spindle,
      .station = StationId::Duty,
      .unit = "W",
      .advice = "Less width, depth or feed; do not size the axis for it.",
      .source = "KIENZLE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *cut = cutOf(m, f);
              asks.ask(m.spindlePower.known(), "spindle power");
              asks.ask(cut && cut->power == cut->power, "spindle speed and the cut");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return cutName(a.m, f) + " asks " + withUnit(f.demand, Dm::Power, "W") + " of the spindle's " +
                     withUnit(f.capacity, Dm::Power, "W") + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Beyond it the cut stalls the spindle before it troubles the axis.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *c = cutOf(a.m, f);
              w.step("Power asked of the motor", "P", "P_c/eta",
                     {term("P_c", "at the cutter", c->power * a.m.factorOf(*c).v, Dm::Power, "W"),
                      term("eta", "spindle drive", a.m.spindleEfficiency)},
                     f.demand, Dm::Power, "W");
          }},
     [](const CutScope &c, Rows &rows) {
         if (c.cut.kind == CutKind::Given || c.cut.kind == CutKind::Threading) return;
         rows.add(
             marginRow(c.cut.power * c.m.factorOf(c.cut).v / c.m.spindleEfficiency.v, c.m.spindlePower.v, 1, 1.25));
     }},
    {{.code = "P2",
      .title = "Chip",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "mm",
      .advice = "Change the feed a tooth or the number of teeth.",
      .source = "KIENZLE",
      .needs = [](const AxisModel &, const Finding &, Asks &asks) { asks.ask(false, "the cut"); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return cutName(a.m, f) +
                     (f.verdict == Verdict::Holds ? " makes a chip of "
                      : f.demand < f.capacity     ? " rubs: a chip of "
                                                  : " bites hard: a chip of ") +
                     mm(f.demand, 2) + ".";
          },
      .why = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Holds ? "Cuts clean."
                 : f.demand < f.capacity     ? "Rubs instead of cutting."
                                             : "May break the edge.";
      },
      .figure = [](const Finding &f) { return mm(f.demand, 2); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &k = cutOf(a.m, f)->mill;
              const auto width = term("a_e", "width", k.width.value(), Dm::Length, "mm"),
                         cutter = term("D", "cutter", k.cutter.value(), Dm::Length, "mm");
              const double phi = std::acos(std::clamp(1 - 2 * (k.width / k.cutter), -1.0, 1.0));
              w.step("Angle in the cut", "phi", "acos(1 - 2*a_e/D)", {width, cutter}, phi, Dm::Angle, "deg");
              w.step("Mean chip", "h", "f_z*sin(kappa)*(2*a_e/D)/phi",
                     {term("f_z", "feed a tooth", k.feedPerTooth.value(), Dm::Length, "mm"),
                      term("kappa", "edge angle", k.edge.value(), Dm::Angle, "deg"), width, cutter,
                      term("phi", "angle in the cut", phi, Dm::Angle, "deg")},
                     f.demand, Dm::Length, "mm");
          }},
     [](const CutScope &c, Rows &rows) {
         if (c.cut.kind != CutKind::Milling) return;
         const auto limits = chipLimits(c.cut);
         const double h = c.cut.chip;
         const Verdict v = !(h == h)                                     ? Verdict::NotKnown
                           : h < limits.thinFail || h > limits.thickFail ? Verdict::Fails
                           : h < limits.thinPass || h > limits.thickPass ? Verdict::Watch
                                                                         : Verdict::Holds;
         rows.add(plainRow(v, h, h < limits.thinPass ? limits.thinPass : limits.thickPass));
     }},
    {{.code = "P3",
      .title = "Climb cut pulls the table",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "N",
      .advice = "Cut against the feed, or take the play out.",
      .source = "MILL-MECH",
      .needs = [](const AxisModel &, const Finding &, Asks &asks) { asks.ask(false, "the cut"); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "The cutter pulls with " + newton(f.demand) + ", the ways hold " + newton(f.capacity) + ", " +
                     mm(a.s.playStays, 2) + " of play is left.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "The table snatches by the play and breaks cutters.";
      },
      .figure = [](const Finding &f) { return newton(f.demand); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *c = cutOf(a.m, f);
              w.step("The cutter pulls along", "F_k", "k*F_x",
                     {term("k", "what is not known of a cut", a.m.factorOf(*c)),
                      newtonTerm("F_x", "along the feed, at the tooth", c->climbPull)},
                     f.demand, Dm::Force, "N");
          }},
     [](const CutScope &c, Rows &rows) {
         if (c.cut.kind != CutKind::Milling || !(c.cut.climbPull > 0)) return;
         // held where it runs loosest, and on no guess: a class range must hold at its lower end
         const double pull = c.cut.climbPull * c.m.factorOf(c.cut).v;
         const double play = c.s.playStays, friction = c.m.pullLoosest().v;
         const bool guessed = !c.m.pullMeasured;
         const auto holds = [&](double f) { return f >= 1.5 * pull; };
         Verdict p = play <= 10e-6 || holds(guessed ? c.m.pullLoosest().low : friction) ? Verdict::Holds
                     : play <= 20e-6                                                    ? Verdict::Watch
                                                                                        : Verdict::Fails;
         if (p == Verdict::Fails && guessed && holds(c.m.pullLoosest().high)) p = Verdict::NotKnown;
         if (!(play == play) && p != Verdict::Holds) p = Verdict::NotKnown;
         rows.add(plainRow(p, pull, friction));
     }},
    {{.code = "P4",
      .title = "Drill thrust",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "N",
      .advice = "Split point, pilot hole, then more reduction.",
      .source = "KIENZLE",
      .needs = askTorque,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The drill pushes with " + newton(f.demand) + ", the axis can push " + newton(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "Drilling stalls the axis."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *p = pointOf(a, f);
              if (!p || !(p->design == p->design)) return;
              w.step("Thrust of the axis at that feed", "F_max",
                     std::string("(T_d*i*eta_d - T_drag)*eta*2*pi/l - k_cold*F_pull ") +
                         (a.m.directionOf(f.subject.cut) > 0 ? "- F_g" : "+ F_g"),
                     {term("k_cold", "cold day", a.m.coldFactor),
                      term("F_pull", "pull of the ways", a.m.pull, Dm::Force, "N"),
                      newtonTerm("F_g", "weight less balance", a.s.netWeight),
                      term("T_d", "motor gives", p->design, Dm::Torque, "Nm"), reductionTerm(a), driveTerm(a),
                      dragTerm(a), term("eta", "screw efficiency", a.m.efficiency),
                      term("l", "lead", a.m.lead, Dm::Lead, "mm")},
                     f.capacity, Dm::Force, "N");
          },
      .levers = {Lever::Ratio}},
     [](const CutScope &c, Rows &rows) {
         if (c.cut.kind != CutKind::Drilling || !c.m.vertical) return;
         double available = notKnown;
         for (const auto &p : c.s.points)
             if (p.cut == c.index && p.design == p.design)
                 // what is left for the drill: the ways rub, the weight helps going down
                 available = thrustAtNut(c.s.chain, newtonMetres(p.design)).value() - c.s.sizingPull -
                             c.m.directionOf(c.index) * c.s.netWeight;
         rows.add(marginRow(c.cut.force.v * c.m.factorOf(c.cut).v, available, 1, 1 / 0.7));
     }},
};
} // namespace

std::span<const CutCheck> cutChecks() { return cutChecksList; }

} // namespace lw
