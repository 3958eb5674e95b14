// The bearings that hold a screw endways: what they carry and how long, when a pair lets go, how fast they turn, what
// they float.
#include "drive/screw_life.h"
#include "proof/checks/torque_steps.h"
#include "proof/cycle.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// Once one figure of the sheet stands, the sheet is there to read: the others are asked for, none is guessed.
bool sheetRead(const AxisModel &m) {
    const auto &s = m.screw();
    return !m.wheel() && (s.bearingDynamic.known() || s.bearingPreload.known() || s.bearingTop.known());
}
/// Greased screw bearings, bore and outside in the mean, mm times turns a minute; common practice.
constexpr double greased = 250000;
double meanDiameter(const AxisModel &m) { return (m.screw().bearingBore.v + m.screw().bearingOutside.v) / 2; }
double topOf(const AxisModel &m) { // rad/s
    if (m.screw().bearingTop.known()) return m.screw().bearingTop.v;
    return greased / (meanDiameter(m) * 1000) * 2 * pi / 60;
}
double fastest(const AxisModel &m) { return 2 * pi * m.rapid.v / m.lead.v; }
/// A belt or a gear on the screw's end pulls it sideways; a coupling does not.
double sideways(const AxisState &s) { return s.stages.empty() ? 0 : s.stages.back().figures.sideways.value(); }

struct BearingLife {
    double hours = notKnown, mean = notKnown, turns = notKnown, rpm = notKnown;
};
/// Each bearing of the pair by its own load, both as a chain of two. Screw bearings of 60 degrees: 0.92 of what pulls
/// sideways and all that pushes. Source: ISO-281, X and Y from memory.
BearingLife bearingLifeOf(const AxisModel &m, const AxisState &s) {
    BearingLife l;
    const auto work = screwDutyOf(m, s);
    const auto &screw = m.screw();
    if (!work || !screw.bearingDynamic.known() || !screw.bearingPreload.known()) return l;
    l.rpm = work->turns / work->time * 60;
    const auto pair = pairLife(work->stretches, newtons(screw.bearingDynamic.v), newtons(screw.bearingPreload.v), 1,
                               newtons(0.92 * sideways(s)));
    l.mean = std::fmax(pair.mean[0].value(), pair.mean[1].value());
    l.turns = pair.both;
    l.hours = l.turns / (60 * l.rpm);
    return l;
}

const AxisCheck screwBearingList[] = {
    {{.code = "B7",
      .title = "Thrust bearings against the work",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "A larger end block.",
      .source = "ISO-281",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().bearingStatic.known(), "what the thrust bearings carry, of their sheet");
              askCutForces(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The work pushes with " + newton(f.demand) + " at most; the thrust bearings carry " +
                     newton(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const OperatingPoint *most = nullptr;
              for (const auto &p : a.s.points)
                  if (!most || std::fabs(p.axial) > std::fabs(most->axial)) most = &p;
              w.step("Largest force along the screw", "F", "F_x",
                     {newtonTerm("F_x", most && most->cut >= 0 ? a.m.cuts[std::size_t(most->cut)].name : "of all moves",
                                 f.demand)},
                     f.demand, Dm::Force, "N");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || (!a.m.ballScrew() && !a.m.screw().bearingStatic.known())) return;
         rows.add(unlessOpen(marginRow(a.s.maxAxial, a.m.screw().bearingStatic.v, 1.2, 2), a.s.cutsOpen));
     }},
    {{.code = "TR-35",
      .title = "Screw floats in its bearings",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "um",
      .advice = "Shim the pair until the needle stands; an angular pair for a deep-groove bearing.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &, const Finding &, Asks &) {},
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The screw floats by " + micrometres(f.demand) + " endways; a preloaded pair leaves " +
                     micrometres(2e-6) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Floats", "b", "b_1",
                     {term("b_1", "by dial on its end", a.m.screw().bearingPlay, Dm::Length, "mm")}, f.demand,
                     Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.screw().bearingPlay.known()) return;
         rows.add(upperRow(a.m.screw().bearingPlay.v, 2e-6, 10e-6));
     }},
    {{.code = "TR-36",
      .title = "Pair lets go",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "More preload, or a larger pair.",
      .source = "HERTZ",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().bearingPreload.known(), "the preload of the bearings, of their sheet");
              askCutForces(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The work pushes with " + newton(f.demand) + " at most; one bearing of the pair lifts off at " +
                     newton(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Lifts off", "F", "2^1.5*P", {term("P", "preload", a.m.screw().bearingPreload, Dm::Force, "N")},
                     f.capacity, Dm::Force, "N");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!sheetRead(a.m)) return;
         rows.add(unlessOpen(marginRow(a.s.maxAxial, std::pow(2, 1.5) * a.m.screw().bearingPreload.v, 1, 1 / 0.7),
                             a.s.cutsOpen));
     }},
    {{.code = "TR-38",
      .title = "Life of the screw's bearings",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "h",
      .advice = "A larger end block; less pull of the belt.",
      .source = "ISO-281",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              asks.ask(m.screw().bearingDynamic.known(), "the dynamic rating of the bearings, of their sheet");
              asks.ask(m.screw().bearingPreload.known(), "their preload, of their sheet");
              askCutForces(m, asks);
              asks.ask(!m.moves.empty(), "what a day's work is");
              asks.ask(f.capacity == f.capacity, "how far its moves go, what the belt pulls");
          },
      .say = [](const AxisScope &,
                const Finding &f) { return "At its duty nine of ten would last " + hoursText(f.capacity) + "."; },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "By the work endways, the preload and what the belt pulls sideways.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto l = bearingLifeOf(a.m, a.s);
              w.step("Mean of the harder worked one", "P", "P_m",
                     {newtonTerm("P_m", "endways and 0.92 of what pulls sideways", l.mean)}, l.mean, Dm::Force, "N");
              w.step("Turns of both", "L", "L_b", {constant("L_b", "(C/P)^3 each, both as a chain", l.turns)}, l.turns);
              w.step("That long", "t", "L/n",
                     {constant("L", "turns", l.turns), constant("n", "turns a second, mean", l.rpm / 60)}, f.capacity,
                     Dm::Time, "h");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!sheetRead(a.m)) return;
         rows.add(
             unlessOpen(lowerRow(bearingLifeOf(a.m, a.s).hours * 3600, 5000 * 3600.0, 2000 * 3600.0), a.s.cutsOpen));
     }},
    {{.code = "TR-39",
      .title = "Speed of the bearings",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "rpm",
      .advice = "Slower rapids, a longer lead, oil for grease.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().bearingTop.known() ||
                           (m.screw().bearingBore.known() && m.screw().bearingOutside.known()),
                       "their limiting speed, of their sheet");
              asks.ask(m.lead.known(), "travel a turn");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At rapid the screw turns with " + withUnit(f.demand, Dm::RotationSpeed, "rpm", 3) +
                     "; its bearings are good for " + withUnit(f.capacity, Dm::RotationSpeed, "rpm", 3) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Turns at rapid", "n", "2*pi*v/l",
                     {term("v", "rapid", a.m.rapid, Dm::Speed, "mm/min"), leadTerm(a.m)}, f.demand, Dm::RotationSpeed,
                     "rpm");
              if (a.m.screw().bearingTop.known()) return;
              w.step(
                  "Good for", "n_max", "2*pi/60*N/(1000*d_m)",
                  {term("N", "greased, millimetres times turns a minute", greased, Dm::Number, {}, Standing::Assumed),
                   term("d_m", "mean of bore and outside", meanDiameter(a.m), Dm::Length, "mm")},
                  f.capacity, Dm::RotationSpeed, "rpm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!sheetRead(a.m)) return;
         rows.add(marginRow(fastest(a.m), topOf(a.m), 1, 1.25));
     }},
};
} // namespace

std::span<const AxisCheck> screwBearingChecks() { return screwBearingList; }

} // namespace lw
