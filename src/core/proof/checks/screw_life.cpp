// How long a ball screw lasts, how warmth and its grade move the table.
#include "drive/screw_life.h"
#include "proof/checks/torque_steps.h"
#include "proof/cycle.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

constexpr double usualShocks = 1.3; ///< what a duty is worse than its mean; common practice
constexpr double hobbyRise = 3, coolRise = 1,
                 hotRise = 8;         ///< K; milling at a hobby's pace, hardly moved, rapids all day
constexpr double expansion = 11.5e-6; ///< 1/K, steel

struct Life {
    double hours = notKnown, mean = notKnown, turns = notKnown, rpm = notKnown;
};
/// Of the duty's cycle, a preloaded nut by both its halves.
Life lifeOf(const AxisModel &m, const AxisState &s) {
    Life l;
    const auto work = screwDutyOf(m, s);
    if (!work || !m.screw().dynamicRating.known()) return l;
    const auto &duty = work->stretches;
    const Force rating = newtons(m.screw().dynamicRating.v), preload = newtons(m.screw().preload.v);
    l.rpm = work->turns / work->time * 60;
    if (m.screw().preload.v > 0) {
        const auto pair = pairLife(duty, rating, preload, usualShocks);
        l.mean = std::fmax(pair.mean[0].value(), pair.mean[1].value());
        l.turns = pair.both;
    } else {
        const auto mean = screwMean(duty).load;
        l.mean = mean.value();
        l.turns = screwTurns(rating, mean, usualShocks);
    }
    l.hours = l.turns / (60 * l.rpm);
    return l;
}
double growthAt(const AxisModel &m, double rise) { return expansion * rise * m.travel.v; }

const AxisCheck screwLifeList[] = {
    {{.code = "B5",
      .title = "Life of the ball screw",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "h",
      .advice = "A larger nut, less preload, the screw covered.",
      .source = "ISO-3408-5",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              asks.ask(m.screw().dynamicRating.known() && !m.screw().dynamicRating.assumed(),
                       "the nut's dynamic rating, of its sheet");
              askCutForces(m, asks);
              asks.ask(!m.moves.empty(), "what a day's work is");
              asks.ask(f.demand == f.demand, "how far its moves go");
          },
      .say = [](const AxisScope &,
                const Finding &f) { return "At its duty nine of ten would last " + hoursText(f.capacity) + "."; },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Five thousand are some ten years of a hobby; by turns, half as much again for shocks.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto l = lifeOf(a.m, a.s);
              const auto mean = newtonTerm("F_m", "mean that wears alike", l.mean);
              const auto C = term("C", "dynamic rating", a.m.screw().dynamicRating, Dm::Force, "N");
              if (a.m.screw().preload.v > 0)
                  w.step("Turns of both halves of the nut", "L", "L_b", {constant("L_b", "by both halves", l.turns)},
                         l.turns);
              else
                  w.step("Turns", "L", "10^6*(C/(f*F_m))^3", {C, constant("f", "shocks", usualShocks), mean}, l.turns);
              w.step("That long", "t", "L/n",
                     {constant("L", "turns", l.turns), constant("n", "turns a second, mean", l.rpm / 60)}, f.capacity,
                     Dm::Time, "h");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.ballScrew()) return;
         if (!a.m.screw().dynamicRating.known() || a.m.screw().dynamicRating.assumed()) {
             auto f = plainRow(Verdict::NotKnown); // a class rating decides nothing
             f.missing = true;
             return rows.add(f);
         }
         rows.add(unlessOpen(lowerRow(lifeOf(a.m, a.s).hours * 3600, 5000 * 3600.0, 2000 * 3600.0), a.s.cutsOpen));
     }},
    {{.code = "B11",
      .title = "Screw grows warm",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "um",
      .advice = "Warm it up before fine work, cooler rapids, a scale.",
      .source = "MECH",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().rise.known(), "how warm the screw gets: a thermometer on it after an hour's work");
              asks.ask(m.repeatTarget.known(), "how well it shall repeat");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const double rise = a.m.screw().rise.known() ? a.m.screw().rise.v : hobbyRise;
              return numberText(rise, 2) + "\u00a0K warmer the far end of the travel moves by " +
                     micrometres(a.m.screw().rise.known() ? f.demand : growthAt(a.m, hobbyRise)) +
                     "; it shall repeat within " + micrometres(a.m.repeatTarget.v) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const double rise = f.demand / (expansion * a.m.travel.v);
              w.step("Grows", "x", "a*K*L",
                     {term("a", "steel, a kelvin", expansion), term("K", "kelvin warmer", rise),
                      term("L", "travel", a.m.travel, Dm::Length, "mm")},
                     f.demand, Dm::Length, "um");
              if (!a.m.screw().rise.known())
                  w.assume("1 to 8 K: hardly moved, and rapids all day; nobody measured it.");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.travel.known() || !a.m.repeatTarget.known()) return;
         const double pass = a.m.repeatTarget.v, fail = 3 * pass;
         if (a.m.screw().rise.known()) return rows.add(upperRow(growthAt(a.m, a.m.screw().rise.v), pass, fail));
         // nobody measured it: it holds where even a hot screw holds, and fails where a cool one fails
         auto f = upperRow(growthAt(a.m, hotRise), pass, fail);
         if (f.verdict == Verdict::Holds) return rows.add(f);
         const auto cool = upperRow(growthAt(a.m, coolRise), pass, fail);
         if (cool.verdict == Verdict::Fails) return rows.add(cool);
         f = upperRow(growthAt(a.m, hobbyRise), pass, fail);
         f.verdict = Verdict::NotKnown;
         rows.add(f);
     }},
    {{.code = "B13",
      .title = "Slender screw",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "",
      .advice = "A thicker screw, a turning nut, a rack.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The screw is " + numberText(f.demand, 2) + " times as long as thick; 50 is good, 70 too much.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Length over thickness", "s", "L/d",
                     {term("L", "between the bearings", a.m.screw().span, Dm::Length, "mm"),
                      term("d", "screw", a.m.screw().thread.nominal.value(), Dm::Length, "mm")},
                     f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &s = a.m.screw();
         if (a.m.wheel() || !s.named || !s.span.known()) return;
         rows.add(upperRow(s.span.v / s.thread.nominal.value(), 50, 70));
     }},
    {{.code = "B14",
      .title = "Grade of the screw",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "um",
      .advice = "A table of corrections in the controller, a better grade, a scale. A grade cures no play.",
      .source = "ISO-3408-5",
      .needs = [](const AxisModel &m, const Finding &,
                  Asks &asks) { asks.ask(m.screw().per300.known(), "the screw's grade, of its sheet"); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "By its grade it may be out by " + micrometres(f.demand) + " over the travel; " +
                     micrometres(a.m.accuracyTarget.v) + " is wanted.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "The same each time, so a table of corrections takes it out; it is not play.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Out over the travel", "e", "2*v*L/0.3",
                     {term("v", "in any 300 mm", a.m.screw().per300, Dm::Length, "um"),
                      term("L", "travel", a.m.travel, Dm::Length, "mm")},
                     f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.accuracyTarget.known()) return;
         rows.add(
             upperRow(2 * a.m.screw().per300.v * a.m.travel.v / 0.3, a.m.accuracyTarget.v, 3 * a.m.accuracyTarget.v));
     }},
};
} // namespace

std::span<const AxisCheck> screwLifeChecks() { return screwLifeList; }

} // namespace lw
