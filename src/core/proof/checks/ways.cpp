// Ways, lead and play as they were found.
#include "proof/checks/common.h"
#include "proof/checks/limits.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// A row about something nobody has measured stays not known.
Finding unlessUnmeasured(bool measured, Finding f) {
    if (!measured) {
        f.verdict = Verdict::NotKnown;
        f.missing = true;
        f.margin = f.demand = notKnown;
    }
    return f;
}
struct Limits {
    double pass, fail;
};
constexpr Limits breakawayLimits{1.6, 2.5}, tightLooseLimits{1.5, 2.5}, directionLimits{0.15, 0.30},
    leadLimits{0.003, 0.01}, doubtLimits{0.25, 0.50}, drawerLimits{0.3, 0.6}, runOutLimits{runOutPass, runOutFail};
Finding upper(double value, Limits l) { return upperRow(value, l.pass, l.fail); }
void askPulls(const AxisModel &m, const Finding &, Asks &asks) {
    asks.ask(!m.readings.empty(), "the pull along the travel");
}
bool nothingPulled(const AxisModel &m) { return m.readings.empty() && !(m.hoistUp.known() && m.hoistDown.known()); }

/// Every way the lead of the old screw was found by; the name of its thread is one beside another.
std::vector<double> leadWays(const AxisModel &m) {
    auto ways = m.leadsFound();
    if (m.screw().saidLead.known() && !ways.empty()) ways.push_back(m.screw().saidLead.v);
    return ways;
}

const AxisCheck wayChecksList[] = {
    {{.code = "S1",
      .title = "Pull to start moving",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "",
      .advice = "Clean and oil the ways, way oil, then the gib.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &,
                  Asks &asks) { asks.ask(m.breakawayMeasured, "the pull to start and to keep going"); },
      .say =
          [](const AxisScope &a, const Finding &) {
              return "It takes " + timesText(a.m.breakaway.v) + " the running pull to start it.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Sticks and jumps; a stepper may lose steps.";
      },
      .work =
          [](const AxisScope &a, const Finding &, Steps &w) {
              const auto &m = a.m;
              w.step("To start over to keep moving", "b", "F_b/F_r",
                     {newtonTerm("F_b", "to start", m.breakaway.v * m.pull.v),
                      newtonTerm("F_r", "to keep going", m.pull.v)},
                     m.breakaway.v);
          }},
     [](const AxisScope &a, Rows &rows) {
         rows.add(unlessUnmeasured(a.m.breakawayMeasured, upper(a.m.breakaway.v, breakawayLimits)));
     }},
    {{.code = "S2",
      .title = "Tight and loose along the travel",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "",
      .advice = "Set the gib where it binds, then pull again.",
      .source = "PRACTICE",
      .needs = askPulls,
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "Tight at " + mm(a.m.tightAt) + ", loose at " + mm(a.m.looseAt) + ": " + timesText(f.demand) +
                     " apart.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Worn where it is used; the gib can only be set where it is tight.";
      },
      .work =
          [](const AxisScope &a, const Finding &, Steps &w) {
              double tight = 0, loose = 1e99;
              for (const auto &r : a.m.readings) {
                  const double mean = (r.away + r.back).value() / 2;
                  tight = std::max(tight, mean);
                  loose = std::min(loose, mean);
              }
              if (!a.m.readings.empty())
                  w.step("Tight over loose, mean of both ways", "r", "F_tight/F_loose",
                         {newtonTerm("F_tight", "where it binds", tight, Standing::Measured),
                          newtonTerm("F_loose", "where it runs free", loose, Standing::Measured)},
                         a.m.tightLoose);
          }},
     [](const AxisScope &a, Rows &rows) {
         if (nothingPulled(a.m))
             rows.add(unlessUnmeasured(false, upper(notKnown, tightLooseLimits)));
         else if (a.m.readings.size() > 1)
             rows.add(upper(a.m.tightLoose, tightLooseLimits));
     }},
    {{.code = "S3",
      .title = "Pull differs with direction",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "",
      .advice = "Level the machine; line the nut bracket up at both ends.",
      .source = "PRACTICE",
      .needs = askPulls,
      .say = [](const AxisScope &,
                const Finding &f) { return "The two directions differ by " + plain(f.demand * 100) + " %."; },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Tilt, a bent screw, or the nut off line.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const PullReading *most = nullptr;
              for (const auto &r : a.m.readings) {
                  const double share = std::fabs((r.away - r.back).value()) / (r.away + r.back).value();
                  if (!most || share > std::fabs((most->away - most->back).value()) / (most->away + most->back).value())
                      most = &r;
              }
              if (most)
                  w.step("Half the difference over the mean", "d", "(F_1 - F_2)/(F_1 + F_2)",
                         {newtonTerm("F_1", "the harder way", std::max(most->away, most->back).value(),
                                     Standing::Measured),
                          newtonTerm("F_2", "the easier way", std::min(most->away, most->back).value(),
                                     Standing::Measured)},
                         f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.vertical) return;
         if (nothingPulled(a.m))
             rows.add(unlessUnmeasured(false, upper(notKnown, directionLimits)));
         else if (a.m.readings.size() > 1)
             rows.add(upper(a.m.asymmetry, directionLimits));
     }},
    {{.code = "S4",
      .title = "Lead, two ways",
      .part = Part::ScrewLead,
      .station = StationId::AsFound,
      .unit = "%",
      .advice = "Measure ten turns again; does the dial read diameter, is the handle geared?",
      .source = "PRACTICE",
      .needs = [](const AxisModel &, const Finding &, Asks &asks) { asks.ask(false, "the lead by a second way"); },
      .say = [](const AxisScope &,
                const Finding &f) { return "Two ways of finding the lead differ by " + plain(f.demand * 100) + " %."; },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "A wrong lead scales every dimension."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto ways = leadWays(a.m);
              const auto [lo, hi] = std::ranges::minmax(ways);
              w.step("Apart", "d", "(l_hi - l_lo)/l_hi",
                     {term("l_hi", "by one way", hi, Dm::Lead, "mm"), term("l_lo", "by another", lo, Dm::Lead, "mm")},
                     f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &m = a.m;
         if (!m.keepsScrew) return;
         if (const auto ways = leadWays(m); ways.size() >= 2) {
             const auto [lo, hi] = std::ranges::minmax(ways);
             rows.add(upper((hi - lo) / hi, leadLimits));
         } else if (!m.wheel())
             rows.add(unlessUnmeasured(false, upper(notKnown, leadLimits)));
     }},
    {{.code = "S5",
      .title = "Lost motion, kept screw",
      .part = Part::LostMotion,
      .station = StationId::AsFound,
      .unit = "mm",
      .advice = "Thrust bearing float first, then the nut's fixing, then a split nut.",
      .source = "PRACTICE",
      .needs = askLostMotion,
      .say =
          [](const AxisScope &, const Finding &f) {
              return mm(f.demand, 2) + " is lost at reversal after the fixes; " + mm(f.capacity, 2) +
                     " is the limit for a kept screw.";
          },
      .why = reversalMarks,
      .work = lostMotionSteps},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.keepsScrew && a.m.cls && !a.m.ballScrew())
             rows.add(upperRow(a.s.lostMotion, a.m.cls->lostPass * 1e-3, a.m.cls->lostFail * 1e-3));
     }},
    {{.code = "S6",
      .title = "Friction for its weight",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "",
      .advice = "Weigh again; then look at gib and chips.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askPulls(m, f, asks);
              asks.ask(m.mass.known(), "what moves");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return a.m.way.onRails ? "The rails run " + timesText(f.demand) + " as hard as they should."
                                     : "The ways rub with µ " + plain(f.demand) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Outside what such ways do: a measuring error, or the gib.";
      },
      .figure = [](const Finding &f) { return "µ " + plain(f.demand); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              if (!(f.demand == f.demand)) return;
              std::vector<Term> terms{term("F", "mean pull", m.pullMean(), Dm::Force, "N"),
                                      newtonTerm("F_c", "gib and wipers", m.constantDrag, Standing::Assumed),
                                      term("m", "what moves", m.mass, Dm::Mass, "kg"),
                                      constant("g", "free fall", standardGravity)};
              if (!m.way.rolls) {
                  w.step("Friction of the ways", "mu", "(F - F_c)/(m*g)", std::move(terms), f.demand);
              } else {
                  terms.push_back(constant("mu_w", "of such ways", m.wayFriction));
                  w.step("Pull over what such ways should pull", "r", "F/(mu_w*m*g + F_c)", std::move(terms), f.demand);
              }
          }},
     [](const AxisScope &a, Rows &rows) { // how heavily it runs for its weight
         const auto &m = a.m;
         if (m.vertical) return;
         const double weight = m.mass.v * standardGravity;
         if (m.readings.empty()) {
             rows.add(plainRow(Verdict::NotKnown));
         } else if (m.way.rolls) {
             const double expected = m.wayFriction * weight + m.constantDrag;
             rows.add(upperRow(m.pullMean().v / expected, 3, 5));
         } else if (m.constantDrag <= 0.6 * m.pullMean().v) {
             const double mu = (m.pullMean().v - m.constantDrag) / weight;
             const Verdict v = !(mu == mu)              ? Verdict::NotKnown
                               : mu > 0.45              ? Verdict::Fails
                               : mu < 0.03 || mu > 0.30 ? Verdict::Watch
                                                        : Verdict::Holds;
             rows.add(plainRow(v, mu));
         }
     }},
    {{.code = "S7",
      .title = "How well the pull is known",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "",
      .advice = "Pull the table directly with the nut free.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { asks.ask(m.pull.known(), "the pull"); },
      .say = [](const AxisScope &,
                const Finding &f) { return "The pull is known to ±" + plain(f.demand * 100) + " %."; },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "The motor would be chosen by guess."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Half the spread", "u", "(x_hi - x_lo)/2",
                     {constant("x_hi", "largest likely, times", a.m.pull.high / a.m.pull.v),
                      constant("x_lo", "smallest likely, times", a.m.pull.low / a.m.pull.v)},
                     f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         // A pull that was only guessed has no doubt of its own yet to judge: it is not known.
         if (a.m.pullMeasured) return rows.add(upper(a.m.frictionDoubt, doubtLimits));
         rows.add(plainRow(Verdict::NotKnown));
     }},
    {{.code = "S9",
      .title = "Sticks and jumps",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "um",
      .advice = "Oil and gib, a PTFE facing, then a stiffer drive.",
      .source = "MECH",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.repeatTarget.known(), "how near it must repeat");
              asks.ask(m.screw().root.known() && m.screw().nutFar.known(), "the screw and where its nut runs");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Before it lets go the drive winds up; then it jumps " + micrometres(f.demand) + ", " +
                     micrometres(f.capacity) + " is to be repeated.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Smaller steps than that cannot be made.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              stiffnessStep(a, w);
              w.step("Jump", "x", "2*F*(b - 1)/K",
                     {term("F", "pull of the ways", a.m.pull, Dm::Force, "N"),
                      term("b", "to start over to keep moving", a.m.breakaway),
                      term("K", "stiffness", a.s.stiffness.total.value(), Dm::Stiffness, "N/um")},
                     f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.way.rolls || a.m.wheel() || !a.s.rigidityKnown) return;
         const double jump = 2 * a.s.friction * (a.m.breakaway.v - 1) / a.s.stiffness.total.value();
         rows.add(marginRow(jump, a.m.repeatTarget.v, 1, 2));
     }},
    {{.code = "S8",
      .title = "Balance of the weight",
      .part = Part::Balance,
      .station = StationId::AsFound,
      .unit = "N",
      .advice = "A weaker strut, or less pressure.",
      .source = "MECH",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.strut.known(), "what the strut pulls");
              asks.ask(m.counterweight.known(), "the counterweight");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The balance carries " + newton(f.demand) + " of " + newton(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Above the weight the load changes sides along the stroke.";
      },
      .figure = [](const Finding &f) { return plain(f.demand / f.capacity); },
      .work = [](const AxisScope &a, const Finding &, Steps &w) { weightStep(a, w); }},
     [](const AxisScope &a, Rows &rows) {
         const auto &m = a.m;
         if (!m.vertical) return;
         const double carried = m.strut.v + (m.counterweight.known() ? m.counterweight.v : 0) * standardGravity;
         if (carried == carried && !(carried > 0)) return;
         const double share = std::max(carried, m.strutMost) / a.s.weightUnbalanced; // rod in, where it pulls most
         const Verdict v = !(share == share)             ? Verdict::NotKnown
                           : share > 1                   ? Verdict::Fails
                           : share < 0.5 || share > 0.97 ? Verdict::Watch
                                                         : Verdict::Holds;
         rows.add(plainRow(v, carried, a.s.weightUnbalanced));
     }},
    {{.code = "S10",
      .title = "Drawer effect",
      .part = Part::Ways,
      .station = StationId::AsFound,
      .unit = "",
      .advice = "Screw nearer to the guide, or a longer slide.",
      .source = "MECH",
      .overridable = false,
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "Screw " + mm(a.m.guideOffset.v) + " off a guide of " + mm(a.m.guideLength.v) +
                     ": drawer effect " + plain(f.demand) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Friction multiplies, then it jams like a drawer.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Drawer effect", "d", "2*mu*e/h",
                     {constant("mu", "friction of such ways", a.m.wayFriction),
                      term("e", "screw off the guide", a.m.guideOffset, Dm::Length, "mm"),
                      term("h", "guide length", a.m.guideLength, Dm::Length, "mm")},
                     f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.vertical && a.m.guideOffset.known() && a.m.guideLength.known())
             rows.add(upper(2 * a.m.wayFriction * a.m.guideOffset.v / a.m.guideLength.v, drawerLimits));
     }},
    {{.code = "TR-44",
      .title = "Screw end runs out",
      .part = Part::ScrewEnd,
      .station = StationId::AsFound,
      .unit = "mm",
      .advice = "Straighten the end, or remake it.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &,
                  Asks &asks) { asks.ask(m.runOut.known(), "run-out of the screw end"); },
      .say = [](const AxisScope &,
                const Finding &f) { return "The pulley seat swings by " + mm(f.demand, 2) + " a turn."; },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "Tension and position swing each turn."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Swing of the seat", "t", "t_s",
                     {term("t_s", "run-out, full swing", a.m.runOut, Dm::Length, "mm")}, f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.stages.empty() && a.m.stageAs<ToothedBelt>(a.m.stages.size() - 1) && !a.m.wheel())
             rows.add(upper(a.m.runOut.v, runOutLimits));
     }},
    {{.code = "TR-45",
      .title = "Screw in line with the ways",
      .part = Part::ScrewLead,
      .station = StationId::AsFound,
      .unit = "mm",
      .advice = "Shim or shift the far bearing; its card says by how much.",
      .source = "LEAST-SQUARES",
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &line = *a.m.screwLine[std::size_t(f.row)];
              return std::string(f.row ? "Seen from above" : "Seen from the side") + " the screw leans by " +
                     mm(std::fabs(static_cast<double>(line.slope)) * 0.300, 2) + " in 300 mm, scatter " +
                     mm(line.residualRange.value(), 2) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "It pushes its nut aside: stiff near the bearings, and worn soon.";
      },
      .name =
          [](const AxisModel &, const Finding &f) {
              return std::string(f.check->title) + (f.row ? ", from above" : ", from the side");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &line = *a.m.screwLine[std::size_t(f.row)];
              w.step("Off the line", "e", "max(abs(m)*0.3, r)",
                     {constant("m", "slope through the readings", static_cast<double>(line.slope)),
                      term("r", "scatter about it", line.residualRange.value(), Dimension::Length, "mm",
                           Standing::Measured)},
                     f.demand, Dimension::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel()) return;
         for (const std::size_t plane : {0, 1}) {
             if (!a.m.screwLine[plane]) continue; // its card asks for it
             auto f = upperRow(a.m.screwLine[plane]->off().value(), screwLinePass, screwLineFail);
             f.row = static_cast<std::int8_t>(plane);
             rows.add(f);
         }
     }},
};
} // namespace

std::span<const AxisCheck> wayChecks() { return wayChecksList; }

} // namespace lw
