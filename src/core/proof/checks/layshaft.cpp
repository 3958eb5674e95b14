// A shaft between two stages that both pull it aside: its bearings, its bending.
#include "drive/joints.h"
#include "drive/layshaft.h"
#include "proof/checks/common.h"
#include "proof/cycle.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// A shaft of its own, not the reducer's or the motor's: what comes in and what goes on both lie beside it.
bool isLayshaft(const AxisModel &m, std::size_t k) {
    return k + 1 < m.stages.size() && besideEachOther(m.stages[k].stage) && besideEachOther(m.stages[k + 1].stage);
}
std::size_t placeOf(const Finding &f) { return static_cast<std::size_t>(f.subject.stage); }
const Layshaft &shaftOf(const AxisModel &m, const Finding &f) { return m.stages[placeOf(f)].after; }
/// As it stands written, else the bore of the wheel on it.
Known diameterOf(const AxisModel &m, std::size_t k) {
    const auto &l = m.stages[k].after;
    if (l.diameter.known()) return l.diameter;
    const auto *bore = seatOf(m.stages[k].stage, 1).bore;
    return bore && bore->known() ? Known{bore->nominal, Standing::Stated} : Known{};
}
struct Bent {
    SidePull pulls[2];
    double torque = notKnown;
    std::optional<PulledShaft> shaft;
};
Bent bentOf(const AxisModel &m, const AxisState &s, std::size_t k) {
    Bent b;
    const auto &l = m.stages[k].after;
    b.torque = peakAt(s, int(k) + 1);
    b.pulls[0] = {s.stages[k].figures.sideways, metres(-l.inBeyond.v)};
    b.pulls[1] = {s.stages[k + 1].figures.sideways, metres(l.spacing.v + l.outBeyond.v)};
    const auto d = diameterOf(m, k);
    const bool pulled = b.pulls[0].pull.value() > 0 && b.pulls[1].pull.value() > 0;
    if (!l.spacing.known() || !l.inBeyond.known() || !l.outBeyond.known() || !d.known() || !pulled) return b;
    if (const auto shaft = pulledShaft(metres(d.v), metres(l.spacing.v), b.pulls, newtonMetres(b.torque)))
        b.shaft = *shaft;
    return b;
}
void askPlaces(const AxisModel &m, const Finding &f, Asks &asks) {
    const auto &l = shaftOf(m, f);
    asks.ask(diameterOf(m, placeOf(f)).known(), "the layshaft's diameter");
    asks.ask(l.spacing.known(), "how far its bearings are apart");
    asks.ask(l.inBeyond.known() && l.outBeyond.known(), "where its two wheels sit");
    asks.ask(m.hasMotor(), "the motor");
}
Term diameterTerm(const AxisScope &a, const Finding &f) {
    return term("d", "shaft", diameterOf(a.m, placeOf(f)), Dm::Length, "mm");
}
void pullSteps(const AxisScope &a, const Finding &f, Steps &w) {
    const auto b = bentOf(a.m, a.s, placeOf(f));
    if (!b.shaft) return;
    w.step("Bends it most", "M", "M_1",
           {term("M_1", "at a bearing or a wheel, both pulls added", b.shaft->moment.value(), Dm::Torque, "Nm")},
           b.shaft->moment.value(), Dm::Torque, "Nm");
    w.assume("As if both wheels pulled the same way: nobody knows how it will be turned.");
}
/// N on the worse bearing.
double bearingLoad(const Bent &b) {
    return b.shaft ? std::max(b.shaft->first.value(), b.shaft->second.value()) : notKnown;
}
double shaftRpm(const AxisModel &m, const AxisState &s, std::size_t k) {
    double i = 1;
    for (std::size_t n = 0; n <= k; ++n)
        i *= s.stages[n].figures.reduction.value();
    return cycleOf(m, s).meanRpm / i;
}
void eachLayshaft(const AxisScope &a, Rows &rows, Finding (*judge)(const AxisScope &, std::size_t)) {
    for (std::size_t k = 0; k + 1 < a.s.stages.size(); ++k) {
        if (!isLayshaft(a.m, k)) continue;
        auto f = judge(a, k);
        f.subject.stage = static_cast<std::int8_t>(k);
        f.subject.side = 1;
        rows.add(f);
    }
}

const AxisCheck layshaftList[] = {
    {{.code = "TR-37",
      .title = "Bearings of the layshaft",
      .part = Part::Layshaft,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Spread them, or a third bearing beyond the wheel.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              asks.ask(diameterOf(m, placeOf(f)).known(), "the layshaft's diameter");
              asks.ask(shaftOf(m, f).spacing.known(), "how far its bearings are apart");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Its bearings are " + mm(f.capacity) + " apart, " + numberText(f.margin, 2) +
                     " times its diameter; two and a half is good.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Closer, the play of the bearings is felt twice over at its wheels.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Apart", "s", "s_1", {term("s_1", "middle to middle", shaftOf(a.m, f).spacing, Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         eachLayshaft(a, rows, [](const AxisScope &s, std::size_t k) {
             return marginRow(diameterOf(s.m, k).v, s.m.stages[k].after.spacing.v, 1.5, 2.5);
         });
     }},
    {{.code = "TR-15",
      .title = "Stress in the layshaft",
      .part = Part::Layshaft,
      .station = StationId::Drive,
      .unit = "N/mm2",
      .advice = "A thicker shaft; its wheels nearer the bearings.",
      .source = "BEAM",
      .needs = askPlaces,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The layshaft is stressed to " + withUnit(f.demand, Dm::Pressure, "N/mm2", 2) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto b = bentOf(a.m, a.s, placeOf(f));
              if (!b.shaft) return;
              pullSteps(a, f, w);
              w.step("Bending and torsion together", "s_v", "sqrt((32*M/(pi*d^3))^2 + 3*(16*T/(pi*d^3))^2)",
                     {term("M", "bends it", b.shaft->moment.value(), Dm::Torque, "Nm"),
                      term("T", "peak of the motor, there", b.torque, Dm::Torque, "Nm"), diameterTerm(a, f)},
                     f.demand, Dm::Pressure, "N/mm2");
          }},
     [](const AxisScope &a, Rows &rows) {
         eachLayshaft(a, rows, [](const AxisScope &s, std::size_t k) {
             const auto b = bentOf(s.m, s.s, k);
             return upperRow(b.shaft ? b.shaft->combined.value() : notKnown, 100e6, 150e6);
         });
     }},
    {{.code = "TR-16",
      .title = "Layshaft bends",
      .part = Part::Layshaft,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A thicker shaft, its wheels nearer the bearings, the bearings closer to both.",
      .source = "BEAM",
      .needs = askPlaces,
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.row == 1 ? "A wheel on it tips by " + plain(f.demand * 1e3) + " mrad."
                                : "It bends " + mm(f.demand, 2) + " at a wheel.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "The belt walks to one side."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              pullSteps(a, f, w);
              const char *name = f.row == 1 ? "Tips, the worse wheel" : "Bends, at the worse wheel";
              if (f.row == 1)
                  w.step(name, "phi", "phi_1", {constant("phi_1", "by double integration", f.demand)}, f.demand);
              else
                  w.step(name, "y", "y_1", {term("y_1", "by double integration", f.demand, Dm::Length, "mm")}, f.demand,
                         Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         eachLayshaft(a, rows, [](const AxisScope &s, std::size_t k) {
             const auto b = bentOf(s.m, s.s, k);
             const auto most = [&](const auto &two) { return std::max(two[0].value(), two[1].value()); };
             const auto bend = upperRow(b.shaft ? most(b.shaft->bend) : notKnown, 0.03e-3, 0.08e-3);
             auto slope = upperRow(b.shaft ? most(b.shaft->slope) : notKnown, 1e-3, 4.4e-3);
             slope.row = 1;
             slope.unit = "mrad";
             return slope.verdict < bend.verdict || (slope.verdict == bend.verdict && slope.margin < bend.margin)
                        ? slope
                        : bend;
         });
     }},
    {{.code = "TR-38",
      .title = "Life of the layshaft's bearings",
      .part = Part::Layshaft,
      .station = StationId::Drive,
      .unit = "h",
      .advice = "Larger bearings; less pull of the belts.",
      .source = "ISO-281",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askPlaces(m, f, asks);
              asks.ask(shaftOf(m, f).rating.known(), "the dynamic rating of its bearings, of their sheet");
              asks.ask(!m.moves.empty(), "what a day's work is");
          },
      .say = [](const AxisScope &,
                const Finding &f) { return "At its duty nine of ten would last " + hoursText(f.capacity) + "."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto k = placeOf(f);
              const auto b = bentOf(a.m, a.s, k);
              pullSteps(a, f, w);
              w.step("That long", "t", "10^6*(C/R)^3/n",
                     {term("C", "of its sheet", shaftOf(a.m, f).rating, Dm::Force, "N"),
                      newtonTerm("R", "on the worse of them, at the motor's peak", bearingLoad(b)),
                      constant("n", "turns a second, mean of the cycle", shaftRpm(a.m, a.s, k) / 60)},
                     f.capacity, Dm::Time, "h");
          }},
     [](const AxisScope &a, Rows &rows) {
         eachLayshaft(a, rows, [](const AxisScope &s, std::size_t k) {
             const auto &rating = s.m.stages[k].after.rating;
             const auto b = bentOf(s.m, s.s, k);
             const double turns =
                 rating.known() && b.shaft ? bearingTurns(newtons(rating.v), newtons(bearingLoad(b)), 3) : notKnown;
             return lowerRow(turns / (shaftRpm(s.m, s.s, k) / 60), 5000 * 3600.0, 2000 * 3600.0);
         });
     }},
};
} // namespace

std::span<const AxisCheck> layshaftChecks() { return layshaftList; }

} // namespace lw
