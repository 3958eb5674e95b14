// Fits of the fixed bearings, how warm they get, what pushes the nut sideways.
#include "proof/bearing_fits.h"
#include "machine/alignment.h"
#include "proof/checks/common.h"
#include "proof/cycle.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

std::string freeOrTight(double v) { return v < 0 ? micrometres(-v) + " tight" : micrometres(v) + " free"; }
constexpr double beyondWished = 3e-6; ///< how far a fit may lie outside what is wished and only be watched
/// A block's six faces give off heat, W/(m^2 K); common practice, 15 to 25.
constexpr double lowAir = 15, air = 20, highAir = 25;
double blockFaces(const AxisModel &m) {
    const double side = m.screw().bearingOutside.v + 14e-3, deep = 28e-3;
    return 2 * side * side + 4 * side * deep;
}
double riseWith(const AxisModel &m, const AxisState &s, double h) {
    const double shaft = cycleOf(m, s).meanRpm / s.ratio();
    return m.bearingDrag.v * shaft * pi / 30 / (h * blockFaces(m));
}
double nearest(const AxisModel &m) { return m.screw().nutFar.v - m.travel.v; }
double sidePush(const AxisModel &m) {
    if (!m.screw().root.known() || !(nearest(m) > 0)) return notKnown;
    const auto f =
        nutSideLoad(metres(m.screw().root.v), megapascals(206e3), metres(nearest(m)), metres(m.screw().nutBeside.v));
    return f ? f->rigid.value() : notKnown;
}

const AxisCheck fitList[] = {
    {{.code = "TR-41",
      .title = "Bearing in its housing",
      .part = Part::Bearings,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "Another letter, or bore it to the ring as it measures.",
      .source = "ISO-492",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().bearingOutside.known(), "the bearings' outside");
              asks.ask(m.seat.fitFrom.known() && m.seat.fitTo.known(), "how free or tight it is wished, from and to");
          },
      .say =
          [](const AxisScope &a, const Finding &) {
              const auto f = bearingFits(a.m).housing;
              if (!f.known()) return std::string("Whether the ring sits as wished is not known.");
              return "From " + freeOrTight(f.least()) + " to " + freeOrTight(f.most()) + "; wished " +
                     freeOrTight(a.m.seat.fitFrom.v) + " to " + freeOrTight(a.m.seat.fitTo.v) + ".";
          },
      .figure =
          [](const Finding &f) { return f.demand == f.demand ? micrometres(std::max(0.0, f.demand)) + " off" : "?"; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto b = bearingFits(a.m).housing;
              const auto t = [](const char *s, const char *n, double v) {
                  return term(s, n, v, Dm::Length, "mm", Standing::Stated);
              };
              w.step("Loosest", "c_hi", "B_hi - d_lo",
                     {t("B_hi", "largest housing", b.holeMost), t("d_lo", "smallest ring", b.partLeast)}, b.most(),
                     Dm::Length, "um");
              w.step("Tightest", "c_lo", "B_lo - d_hi",
                     {t("B_lo", "smallest housing", b.holeLeast), t("d_hi", "largest ring", b.partMost)}, b.least(),
                     Dm::Length, "um");
              w.step("Beyond what is wished", "x", "max(c_hi - w_hi, w_lo - c_lo)",
                     {t("c_hi", "loosest", b.most()), term("w_hi", "wished at most", a.m.seat.fitTo, Dm::Length, "um"),
                      term("w_lo", "wished at least", a.m.seat.fitFrom, Dm::Length, "um"),
                      t("c_lo", "tightest", b.least())},
                     f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || a.m.seat.housing.empty()) return;
         const auto f = bearingFits(a.m).housing;
         if (!f.known() || !a.m.seat.fitFrom.known() || !a.m.seat.fitTo.known())
             return rows.add(plainRow(Verdict::NotKnown));
         const double off = std::max(f.most() - a.m.seat.fitTo.v, a.m.seat.fitFrom.v - f.least());
         rows.add(plainRow(off <= 1e-9                    ? Verdict::Holds
                           : off <= beyondWished * 1.0001 ? Verdict::Watch
                                                          : Verdict::Fails,
                           off, 0));
     }},
    {{.code = "TR-42",
      .title = "Housing warmed to slip it in",
      .part = Part::Bearings,
      .station = StationId::Build,
      .unit = "um",
      .advice = "Hotter, or the bearing from the freezer in a dry bag.",
      .source = "MECH",
      .hazard = "Gloves and tongs: hot metal looks cold. Heat the housing, not the bearing; 80 \u00b0C at most near "
                "grease or "
                "seals, and no flame by oil.",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.seat.housingOf, "what the housing is made of");
              asks.ask(m.seat.housingWarmed.known(), "how warm it is made");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto b = bearingFits(a.m);
              const std::string at = b.slipsAt == b.slipsAt ? "It slips in, ten micrometres free, from " +
                                                                  numberText(b.slipsAt, 2) + " \u00b0C on"
                                                            : std::string("It is tight when cold");
              if (!(f.capacity == f.capacity)) return at + ", with the largest ring and the smallest housing.";
              return at + "; at " + numberText(b.warmedTo, 3) + " \u00b0C it is " + freeOrTight(b.freeWarm) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "The ring takes the housing's heat in seconds: one move, no stop half-way.";
      },
      .figure = [](const Finding &f) { return f.capacity == f.capacity ? freeOrTight(f.capacity) : std::string("?"); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto b = bearingFits(a.m);
              w.step("Free when warm", "c", "B*(1 + a*(t - t_0)) - d",
                     {term("B", "smallest housing", b.housing.holeLeast, Dm::Length, "mm", Standing::Stated),
                      term("a", "grows, a kelvin", a.m.seat.housingOf ? a.m.seat.housingOf->expansion : notKnown),
                      term("t", "warmed to, degrees", b.warmedTo), constant("t_0", "room, degrees", b.room),
                      term("d", "largest ring", b.housing.partMost, Dm::Length, "mm", Standing::Stated)},
                     f.capacity, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel()) return;
         const auto b = bearingFits(a.m);
         if (!b.housing.known() || b.housing.least() >= 0) return; // goes in cold
         const double c = b.freeWarm;
         rows.add(plainRow(!(c == c)                    ? Verdict::NotKnown
                           : c >= slipFree * (1 - 1e-9) ? Verdict::Holds
                           : c >= 0                     ? Verdict::Watch
                                                        : Verdict::Fails,
                           slipFree, c));
     }},
    {{.code = "TR-43",
      .title = "Clearance left in the bearing",
      .part = Part::Bearings,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "A lighter fit on the journal, or C3.",
      .source = "ISO-5753",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().bearingBore.known() && m.screw().bearingOutside.known(),
                       "bore and outside of the bearing");
              asks.ask(m.seat.journal.known(), "its journal");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "On its journal " + freeOrTight(f.capacity) + " are left between balls and races.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto b = bearingFits(a.m);
              const auto &s = a.m.screw();
              const auto g = radialClearance(metres(s.bearingBore.v), a.m.seat.clearanceGroup);
              if (!g) return;
              w.step(
                  "Left inside", "c", "G - t*d/(d + (D - d)/4)",
                  {term("G", "by its group, in the mean", (g->least.value() + g->most.value()) / 2, Dm::Length, "um",
                        Standing::Catalogue),
                   term("t", "tight on the journal, in the mean", std::max(0.0, -b.journal.middle()), Dm::Length, "um"),
                   term("d", "bore", s.bearingBore, Dm::Length, "mm"),
                   term("D", "outside", s.bearingOutside, Dm::Length, "mm")},
                  f.capacity, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || a.m.seat.clearanceGroup.empty()) return;
         const double c = bearingFits(a.m).innerClearance;
         rows.add(plainRow(!(c == c)                ? Verdict::NotKnown
                           : c >= 3e-6 * (1 - 1e-9) ? Verdict::Holds
                           : c >= 0                 ? Verdict::Watch
                                                    : Verdict::Fails,
                           3e-6, c));
     }},
    {{.code = "TR-40",
      .title = "Bearings get warm",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "K",
      .advice = "Less preload, slower, less grease.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.seat.bearingRise.known(),
                       "how warm the block gets: a thermometer on it after half an hour's run");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return std::string(a.m.seat.bearingRise.known() ? "The block gets "
                                                              : "By its drag the block would get ") +
                     numberText(f.demand, 2) + "\u00a0K warmer; from 35 on the preload runs away.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              if (a.m.seat.bearingRise.known())
                  return w.step("Warmer", "K", "K_1", {term("K_1", "by thermometer", a.m.seat.bearingRise)}, f.demand);
              w.step("Warmer", "K", "M*w/(h*A)",
                     {term("M", "drag", a.m.bearingDrag, Dm::Torque, "Nm"),
                      term("w", "turns at the mean of the cycle", cycleOf(a.m, a.s).meanRpm / a.s.ratio() * pi / 30,
                           Dm::RotationSpeed, "rpm"),
                      term("h", "to the air, W/m2K", air, Dm::Number, {}, Standing::Assumed),
                      term("A", "faces of its block", blockFaces(a.m), Dm::Area, "mm2", Standing::Assumed)},
                     f.demand);
              w.assume("15 to 25 W/(m\u00b2 K) to still air; nobody measured it.");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &m = a.m;
         if (m.wheel()) return;
         if (m.seat.bearingRise.known()) return rows.add(upperRow(m.seat.bearingRise.v, 25, 35));
         // a guess is said once its sheet was read, and decides nothing where the air could
         if (!m.screw().bearingPreload.known() || !m.screw().bearingOutside.known()) return;
         auto f = upperRow(riseWith(m, a.s, air), 25, 35);
         const auto worst = upperRow(riseWith(m, a.s, lowAir), 25, 35),
                    best = upperRow(riseWith(m, a.s, highAir), 25, 35);
         if (worst.verdict != best.verdict) f.verdict = Verdict::NotKnown;
         rows.add(f);
     }},
    {{.code = "TR-46",
      .title = "Screw pushes its nut aside",
      .part = Part::Nut,
      .station = StationId::Build,
      .unit = "N",
      .advice = "Loosen the nut's bracket, run to the bearing, tighten it there; then the far bearing at the far end.",
      .source = "BEAM",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().dynamicRating.known(), "the nut's dynamic rating");
              asks.ask(m.screw().root.known(), "the screw's root");
              asks.ask(m.screw().nutFar.known(), "nut at its farthest from the bearing");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return mm(a.m.screw().nutBeside.v, 2) + " beside its line, " + mm(nearest(a.m), 3) +
                     " from the bearing, the screw pushes the nut sideways with " + newton(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Sideways", "F", "12*E*(pi*d^4/64)*x/l^3",
                     {term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated),
                      term("d", "root", a.m.screw().root, Dm::Length, "mm"),
                      term("x", "beside its line", a.m.screw().nutBeside, Dm::Length, "mm"),
                      term("l", "nut nearest the bearing", nearest(a.m), Dm::Length, "mm")},
                     f.demand, Dm::Force, "N");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.ballScrew() || !a.m.screw().nutBeside.known()) return;
         const double C = a.m.screw().dynamicRating.v;
         rows.add(upperRow(sidePush(a.m), 0.01 * C, 0.03 * C));
     }},
};
} // namespace

std::span<const AxisCheck> bearingFitChecks() { return fitList; }

} // namespace lw
