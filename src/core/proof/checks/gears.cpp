// A pair of gears in the open: its play, how its teeth share the load, what bends them.
#include "proof/checks/common.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;
using GearScope = StageScope<Gears>;

constexpr double minuteOfArc = pi / 10800;
constexpr int leastTeeth = 18; ///< of 20 degrees, without undercut

const Gears &gearsOf(const AxisModel &m, const Finding &f) {
    return *m.stageAs<Gears>(static_cast<std::size_t>(f.subject.stage));
}
const Gears::Work &gearWork(const AxisScope &a, const Finding &f) {
    return *a.s.stageWork<Gears>(static_cast<std::size_t>(f.subject.stage));
}
void askTeeth(const AxisModel &m, const Finding &f, Asks &asks) {
    asks.ask(gearsOf(m, f).toothed(), "the teeth of both gears");
    asks.ask(gearsOf(m, f).module.known(), "their module: outside diameter over teeth and two");
}
std::string gearName(const Finding &f) { return f.subject.side == 1 ? "driven gear" : "driving gear"; }

const StageCheck<Gears> gearChecks[] = {
    {{.code = "TR-19",
      .title = "Play of the gears",
      .part = Part::LargePulley,
      .station = StationId::Drive,
      .unit = "arcmin",
      .advice = "Bring the centres closer until they turn freely all the way round, or a split gear under a spring.",
      .source = "INVOLUTE",
      .needs = askTeeth,
      .say =
          [](const AxisScope &, const Finding &f) {
              if (f.demand < 0) return std::string("So close the teeth bind.");
              return "The driven gear gives " + withUnit(f.demand, Dm::Angle, "arcmin", 2) + ".";
          },
      .why = [](const AxisScope &a, const Finding &f) -> std::string {
          const auto &g = gearsOf(a.m, f);
          return g.play.known()     ? "As it was clocked."
                 : g.centre.known() ? "By the centres as they stand, " + mm(g.apart.v, 2) + " apart from closest."
                                    : "By centres bored as one usually can.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &g = gearsOf(a.m, f);
              const auto &work = gearWork(a, f);
              if (g.play.known())
                  return w.step("Clocked", "b", "b_1", {term("b_1", "at the driven gear", g.play, Dm::Angle, "arcmin")},
                                f.demand, Dm::Angle, "arcmin");
              if (!work.meshes)
                  return w.step("No room for the flanks", "b", "0 - b_1",
                                {constant("b_1", "closer than closest", 1e-3)}, f.demand, Dm::Angle, "arcmin");
              w.step("Along the pitch circle", "j", "2*(a + e)*(inv_w - inv)",
                     {term("a", "closest centres", work.pair.centre.value(), Dm::Length, "mm"),
                      term("e", "farther apart", g.apart, Dm::Length, "mm"),
                      constant("inv_w", "involute of the working angle",
                               work.pair.play.value() / (2 * (work.pair.centre.value() + g.apart.v)) +
                                   (std::tan(pi / 9) - pi / 9)),
                      constant("inv", "involute of 20 degrees", std::tan(pi / 9) - pi / 9)},
                     work.pair.play.value(), Dm::Length, "mm");
              w.step("At the driven gear", "b", "j/R",
                     {term("j", "play", work.pair.play.value(), Dm::Length, "mm"),
                      term("R", "its pitch radius", g.radius(1), Dm::Length, "mm")},
                     f.demand, Dm::Angle, "arcmin");
          }},
     [](const GearScope &g, Rows &rows) {
         const double b = g.work.playAtOutput;
         if (b < 0) {
             auto f = plainRow(Verdict::Fails, b, 8 * minuteOfArc);
             return rows.add(f);
         }
         rows.add(upperRow(b, 3 * minuteOfArc, 8 * minuteOfArc));
     }},
    {{.code = "TR-20",
      .title = "Teeth that share the load",
      .part = Part::LargePulley,
      .station = StationId::Drive,
      .unit = "",
      .advice = "More teeth of a finer module; centres closer.",
      .source = "INVOLUTE",
      .needs = askTeeth,
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &g = gearsOf(a.m, f);
              const int fewer = std::min(g.driver.teeth, g.driven.teeth);
              return numberText(f.capacity, 3) + " teeth carry in the mean; below 1.1 they knock." +
                     (fewer < leastTeeth ? " " + std::to_string(fewer) + " teeth are undercut: it is less than that."
                                         : std::string());
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &g = gearsOf(a.m, f);
              const double m = g.module.v, r1 = g.radius(0), r2 = g.radius(1), c = std::cos(pi / 9),
                           wide = gearWork(a, f).pair.centre.value() + g.apart.v;
              const auto reach = [&](double r) { return std::sqrt((r + m) * (r + m) - r * r * c * c); };
              w.step("Contact ratio", "e", "(x_1 + x_2 - x_a)/p_b",
                     {term("x_1", "flank of the driving gear", reach(r1), Dm::Length, "mm"),
                      term("x_2", "flank of the driven gear", reach(r2), Dm::Length, "mm"),
                      term("x_a", "between the base circles", std::sqrt(wide * wide - std::pow((r1 + r2) * c, 2)),
                           Dm::Length, "mm"),
                      term("p_b", "base pitch", pi * m * c, Dm::Length, "mm")},
                     f.capacity);
          }},
     [](const GearScope &g, Rows &rows) {
         if (!g.work.meshes) return;
         // an undercut tooth has less flank than this form knows
         auto f = lowerRow(g.work.pair.contact, 1.2, 1.1);
         if (std::min(g.stage.driver.teeth, g.stage.driven.teeth) < leastTeeth && f.verdict == Verdict::Holds)
             f.verdict = Verdict::Watch;
         rows.add(f);
     }},
    {{.code = "TR-20",
      .title = "Teeth of the gears bend",
      .part = Part::LargePulley,
      .station = StationId::Drive,
      .unit = "N/mm2",
      .advice = "Wider gears, a coarser module, steel; less torque of the motor.",
      .source = "LEWIS",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto &g = gearsOf(m, f);
              askTeeth(m, f, asks);
              asks.ask(g.width.known(), "how wide they are");
              const auto *of = g.wheel(std::size_t(std::max<int>(f.subject.side, 0))).material;
              asks.ask(of && of->toothStress == of->toothStress,
                       of ? "what teeth of this material stand: it is in no table" : "what they are made of");
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At the motor's peak its teeth are bent to " + withUnit(f.demand, Dm::Pressure, "N/mm2", 2) +
                     " of " + withUnit(f.capacity, Dm::Pressure, "N/mm2", 2) + ".";
          },
      .name = [](const AxisModel &, const Finding &f) { return "Teeth of the " + gearName(f) + " bend"; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &g = gearsOf(a.m, f);
              const auto &work = gearWork(a, f);
              const auto &wheel = g.wheel(std::size_t(f.subject.side));
              w.step("At the root", "s", "F/(k_v*b*m*Y)",
                     {newtonTerm("F", "along the pitch circle", work.force),
                      constant("k_v", "for its speed, 6.1/(6.1 + v)", 6.1 / (6.1 + std::fabs(work.speed))),
                      term("b", "width", g.width, Dm::Length, "mm"), term("m", "module", g.module, Dm::Length, "mm"),
                      constant("Y", "form, pi*(0.154 - 0.912/z)", pi * (0.154 - 0.912 / wheel.teeth))},
                     f.demand, Dm::Pressure, "N/mm2");
              w.assume("An estimate: a tooth as a short beam, all the load on one.");
          },
      .levers = {Lever::Current}},
     [](const GearScope &g, Rows &rows) {
         if (!g.m.hasMotor()) return;
         for (const int side : {0, 1}) {
             auto f = marginRow(g.work.stress[std::size_t(side)], g.work.allowed[std::size_t(side)], 1, 1.5);
             f.subject.side = static_cast<std::int8_t>(side);
             rows.add(f);
         }
     }},
};
} // namespace

template <> std::span<const StageCheck<Gears>> stageChecks<Gears>() { return gearChecks; }

} // namespace lw
