// A reducer in the chain: what it carries, what strips it, how fast it may turn.
#include "proof/checks/common.h"
#include "proof/cycle.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

const Reducer *reducerOf(const AxisModel &m, const Finding &f) {
    return m.stageAs<Reducer>(static_cast<std::size_t>(std::max<int>(f.subject.stage, 0)));
}

constexpr double ratedHours = 7000; ///< a strain-wave's wave bearing at its rated torque and speed; from memory

/// The mean of the cycle at a strain-wave's output, and how long its bearing lasts. Source: STRAIN-WAVE.
struct WaveWear {
    ReducerMean mean{fromSi<Torque>(notKnown), fromSi<AngularSpeed>(notKnown)};
    double seconds = notKnown;
};
WaveWear waveWear(const AxisModel &m, const AxisState &s, const Reducer &r, std::size_t place) {
    WaveWear w;
    const auto duty = stageDutyOf(m, s, place);
    if (!duty) return w;
    w.mean = reducerMean(*duty);
    w.seconds =
        ratedHours * 3600 * std::pow(r.lasting.v / w.mean.torque.value(), 3) * (r.ratedSpeed.v / w.mean.input.value());
    return w;
}
WaveWear waveWear(const AxisScope &a, const Finding &f) {
    return waveWear(a.m, a.s, *reducerOf(a.m, f), static_cast<std::size_t>(f.subject.stage));
}
void askDuty(const AxisModel &m, Asks &asks) {
    asks.ask(m.rapid.known() && m.mass.known(), "what turns, and how fast");
    if (!m.rotary()) return;
    asks.ask(m.rotary()->force.known() || m.cuts.empty(), "the force of the cut");
    asks.ask(m.rotary()->radius.known() || m.cuts.empty(), "the radius of the cut");
}
/// Twist of this reducer alone under the cut, at the radius, m.
double ownTwist(const AxisModel &m, const AxisState &s, std::size_t place) {
    if (!m.rotary() || m.cuts.empty()) return notKnown;
    double behind = 1;
    for (std::size_t k = m.stages.size(); k-- > place + 1;)
        behind *= s.chain.stages[k].reduction.value();
    // torque and angle are both divided by what reduces behind it
    return s.rotary.cut / behind / s.chain.stages[place].stiffness.value() / behind * m.rotary()->radius.v;
}
void meanSteps(const AxisScope &a, const Finding &f, Steps &w) {
    const auto wear = waveWear(a, f);
    w.step("Torque that wears it alike", "T_m", "T_c",
           {term("T_c", "cubic mean of the cycle by turns, ramps in it", wear.mean.torque.value(), Dm::Torque, "Nm")},
           wear.mean.torque.value(), Dm::Torque, "Nm");
}

/// Somebody relies on it: it hangs, or lies unevenly loaded, and nothing else holds it.
bool lockNeeded(const AxisModel &m, const AxisState &s) {
    if (!m.rotary()) return m.vertical && !m.hasBrake && s.netWeight > 0;
    return m.rotary()->lies && !m.rotary()->hasClamp && m.rotary()->unbalance > 0;
}
constexpr double surelyLocks = 0.6; ///< of the friction's angle: what shakes and wear leave of it; common practice

const StageCheck<Reducer> reducerChecks[] = {
    {{.code = "TR-21",
      .title = "Worm stands by itself",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "deg",
      .advice = "A brake or a clamp; a single-start worm of smaller lead.",
      .source = "MECH",
      .overridable = false,
      .say =
          [](const AxisScope &, const Finding &f) {
              const auto angle = [](double v) { return withUnit(v, Dm::Angle, "deg", 2); };
              const std::string both = "Its lead is " + angle(f.demand) + ", its friction " + angle(f.capacity);
              return both + (f.verdict == Verdict::Holds ? ": it stands, shaken too."
                             : f.demand <= f.capacity    ? ": it stands until it is shaken or run in."
                                                         : ": it runs back.");
          },
      .caution = [](const AxisScope &a, const Finding &f) -> std::string {
          return f.verdict == Verdict::Fails && lockNeeded(a.m, a.s)
                     ? "What it carries turns by itself when the power goes: block it before hands go near."
                     : "";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *r = reducerOf(a.m, f);
              w.step("Angle of its friction", "rho", "atan(tan(l)/eta) - l",
                     {term("l", "lead angle", r->lead, Dm::Angle, "deg"), term("eta", "motor drives", r->efficiency)},
                     f.capacity, Dm::Angle, "deg");
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         if (!r.stage.worm() || !r.stage.lead.known()) return;
         const double rho = r.stage.frictionAngle(), lead = r.stage.lead.v;
         if (!(rho == rho)) return rows.add(plainRow(Verdict::NotKnown, lead));
         auto f = plainRow(lead <= surelyLocks * rho * (1 + 1e-9) ? Verdict::Holds
                           : lead <= rho || !lockNeeded(r.m, r.s) ? Verdict::Watch
                                                                  : Verdict::Fails,
                           lead, rho);
         rows.add(f);
     }},
    {{.code = "TR-25",
      .title = "Wind-up of the reducer",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "A bigger reducer, a belt before it instead of behind it.",
      .source = "STRAIN-WAVE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *r = reducerOf(m, f);
              asks.ask(r && r->stiffness.known(),
                       r && r->strainWave() ? "its stiffness, or its size" : "its stiffness");
              if (!m.rotary()) return;
              asks.ask(m.rotary()->force.known(), "the force of the cut");
              asks.ask(m.rotary()->radius.known(), "the radius of the cut");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "Of the twist in the cut " + micrometres(f.demand) + " at " + mm(a.m.rotary()->radius.v) +
                     " are the reducer's; " + micrometres(f.capacity) + " is the most for all.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto place = static_cast<std::size_t>(f.subject.stage);
              double behind = 1;
              for (std::size_t k = a.m.stages.size(); k-- > place + 1;)
                  behind *= a.s.chain.stages[k].reduction.value();
              w.step("Wind-up at the radius", "x", "T_c/(k*j^2)*R",
                     {term("T_c", "cut", a.s.rotary.cut, Dm::Torque, "Nm"),
                      term("k", "the reducer, at its output", a.s.chain.stages[place].stiffness.value(),
                           Dm::TorsionalStiffness, "Nm/rad", reducerOf(a.m, f)->wavePart.standing),
                      term("j", "reduced behind it by", behind),
                      term("R", "radius of the cut", a.m.rotary()->radius, Dm::Length, "mm")},
                     f.demand, Dm::Length, "um");
              if (reducerOf(a.m, f)->wavePart.assumed())
                  w.assume("Stiffness by its size, three straight pieces, as at the torque of the cut; a sheet knows "
                           "better.");
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         if (!r.m.rotary()) return;
         const auto &p = rotaryTargets(r.m.rotary()->purpose);
         if (!(p.twistMost == p.twistMost)) return;
         rows.add(upperRow(ownTwist(r.m, r.s, std::size_t(r.place)), 0.3 * p.twistMost, p.twistMost));
     }},
    {{.code = "TR-26",
      .title = "Life of the strain-wave",
      .part = Part::Reducer,
      .station = StationId::Proof,
      .unit = "h",
      .advice = "A bigger unit; slower; a lighter fixture.",
      .source = "STRAIN-WAVE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *r = reducerOf(m, f);
              asks.ask(r && r->lasting.known(), "what the reducer carries, of its sheet");
              askDuty(m, asks);
          },
      .say = [](const AxisScope &,
                const Finding &f) { return "At its duty the wave bearing would last " + hoursText(f.capacity) + "."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *r = reducerOf(a.m, f);
              const auto wear = waveWear(a, f);
              meanSteps(a, f, w);
              w.step(
                  "That long", "t", "L_n*(T_r/T_m)^3*n_r/n_m",
                  {term("L_n", "at its rating, common practice", ratedHours * 3600, Dm::Time, "h", Standing::Assumed),
                   term("T_r", "by its sheet", r->lasting, Dm::Torque, "Nm"),
                   term("T_m", "mean", wear.mean.torque.value(), Dm::Torque, "Nm"),
                   term("n_r", "input it is rated at", r->ratedSpeed, Dm::RotationSpeed, "rpm"),
                   term("n_m", "input in the mean, standing counted", wear.mean.input.value(), Dm::RotationSpeed,
                        "rpm")},
                  f.capacity, Dm::Time, "h");
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         if (!r.stage.strainWave()) return;
         rows.add(unlessOpen(
             lowerRow(waveWear(r.m, r.s, r.stage, std::size_t(r.place)).seconds, 10000 * 3600.0, 3000 * 3600.0),
             r.s.cutsOpen));
     }},
    {{.code = "TR-52",
      .title = "Mean torque of the strain-wave",
      .part = Part::Reducer,
      .station = StationId::Proof,
      .unit = "Nm",
      .advice = "A bigger unit: its sleeve tires and warms before its bearing wears out.",
      .source = "STRAIN-WAVE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *r = reducerOf(m, f);
              asks.ask(r && r->meanMost.known(), "the limit of its mean torque, of its sheet");
              askDuty(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "In the mean it carries " + torqueText(f.demand) + " of " + torqueText(f.capacity) + ".";
          },
      .work = [](const AxisScope &a, const Finding &f, Steps &w) { meanSteps(a, f, w); }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         if (!r.stage.strainWave()) return;
         const auto mean = waveWear(r.m, r.s, r.stage, std::size_t(r.place)).mean.torque.value();
         rows.add(unlessOpen(marginRow(mean, r.stage.meanMost.v, 1, 1.25), r.s.cutsOpen));
     }},
    {{.code = "ROT-07",
      .title = "Reducer against its load",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "A bigger reducer, a gentler ramp, a lighter cut.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *r = reducerOf(m, f);
              asks.ask(r && r->lasting.known(), "what the reducer carries");
              asks.ask(m.mass.known(), m.rotary() ? "what turns with the table, sizes or masses" : "what moves");
              if (m.rotary()) {
                  asks.ask(m.rotary()->force.known(), "the force of the cut");
                  asks.ask(m.rotary()->radius.known(), "the radius of the cut");
              }
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "It is asked " + torqueText(f.demand) + " and carries " + torqueText(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *r = reducerOf(a.m, f);
              w.step("Carries", "T", "T_r", {term("T_r", "by its sheet", r->lasting, Dm::Torque, "Nm")}, f.capacity,
                     Dm::Torque, "Nm");
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         double most = 0;
         for (const auto &p : r.s.points)
             most = std::max(most, std::fabs(p.shafts[std::size_t(r.place) + 1].torque.value()));
         bool open = r.s.points.empty();
         for (const auto &p : r.s.points)
             open |= !(p.demand == p.demand);
         rows.add(unlessOpen(marginRow(most, r.stage.lasting.v, 1, 1.5), open));
     }},
    {{.code = "TR-23",
      .title = "Motor against the reducer",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "Limit the torque in the drive, or a bigger reducer: a jam strips it otherwise.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *r = reducerOf(m, f);
              asks.ask(r && r->peak.known(), "what the reducer stands for a moment");
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Jammed, the motor makes " + torqueText(f.demand) + " at its output; it stands " +
                     torqueText(f.capacity) + " for a moment.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Gears and flexing sleeves go at once, without a sign.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto k = static_cast<std::size_t>(f.subject.stage);
              const auto &figures = a.s.chain.stages[k];
              w.step("Motor's peak at its output", "T", "T_p*i*eta",
                     {term("T_p", "peak that comes in", a.s.stages[k].load.peakIn, Dm::Torque, "Nm"),
                      term("i", "reduction", figures.reduction.value()),
                      term("eta", "efficiency", reducerOf(a.m, f)->efficiency)},
                     f.demand, Dm::Torque, "Nm");
          },
      .levers = {Lever::Current}},
     [](const StageScope<Reducer> &r, Rows &rows) { rows.add(marginRow(r.work.peakOut, r.stage.peak.v, 1, 1.5)); }},
    {{.code = "TR-24",
      .title = "Reducer's input speed",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "rpm",
      .advice = "Slower, or reduce before it.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *r = reducerOf(m, f);
              asks.ask(r && r->fastest.known(), "the reducer's highest input speed");
              asks.ask(m.rapid.known(), "the rapid");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Its input turns at " + rpmText(f.demand) + " of " + rpmText(f.capacity) + " allowed.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Input at its fastest", "n", "30/pi*n_i",
                     {term("n_i", "shaft before it",
                           a.s.stages[static_cast<std::size_t>(f.subject.stage)].load.rpmIn * pi / 30,
                           Dm::RotationSpeed, "rpm")},
                     f.demand);
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         rows.add(marginRow(r.load.rpmIn, r.stage.fastest.v * 30 / pi, 1, 1 / 0.9));
     }},
    {{.code = "TR-31",
      .title = "Shaft in the reducer",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A sleeve for a bore too large, slit where it is clamped; too small: bore it out or another motor.",
      .source = "PRACTICE",
      .overridable = false,
      .say =
          [](const AxisScope &a, const Finding &f) {
              const double free = f.capacity - f.demand;
              return "The motor's shaft has " + mm(a.m.motorBody().shaft.nominal) + ", the reducer takes " +
                     mm(f.capacity) +
                     (free < 0 ? ": it does not go in."
                      : free > 50e-6
                          ? ": a sleeve of " + mm(free / 2) + " wall" + (free < 1e-3 ? ", too thin unless slit." : ".")
                          : ".");
          },
      .figure = [](const Finding &f) { return mm(f.capacity - f.demand); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Bore", "b", "b_r",
                     {term("b_r", "what the reducer takes", reducerOf(a.m, f)->bore.nominal, Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         const auto &shaft = r.m.motorBody().shaft;
         if (!r.first() || !shaft.known() || !r.stage.bore.known()) return;
         const double free = r.stage.bore.nominal - shaft.nominal;
         rows.add(plainRow(free < -1e-6   ? Verdict::Fails
                           : free > 50e-6 ? Verdict::Watch
                                          : Verdict::Holds,
                           shaft.nominal, r.stage.bore.nominal));
     }},
    {{.code = "TR-24",
      .title = "Reducer runs dry",
      .part = Part::Reducer,
      .station = StationId::Build,
      .unit = "",
      .advice = "Fill it before it turns: as its plate says.",
      .source = "PRACTICE",
      .overridable = false,
      .say = [](const AxisScope &, const Finding &) -> std::string {
          return "It runs without oil or grease: minutes ruin it.";
      },
      .work =
          [](const AxisScope &, const Finding &f, Steps &w) {
              w.step("Turns dry", "x", "x_0", {constant("x_0", "nothing inside", f.demand)}, f.demand);
          }},
     [](const StageScope<Reducer> &r, Rows &rows) {
         if (r.stage.dry) rows.add(plainRow(Verdict::Fails, 1, 0));
     }},
};
} // namespace

template <> std::span<const StageCheck<Reducer>> stageChecks<Reducer>() { return reducerChecks; }

} // namespace lw
