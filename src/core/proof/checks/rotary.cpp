// A table that turns: fine enough, fast enough, stiff enough. What it carries and the room it has: rotary_room.cpp.
#include "drive/rotary.h"
#include "proof/checks/limits.h"
#include "proof/checks/rotary_terms.h"
#include <algorithm>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

std::string secondsText(double s) { return withUnit(s, Dm::Time, "s", 3); }
std::string tableRpm(double radPerSecond) { return rpmText(radPerSecond * 30 / pi); }
void askPurpose(const AxisModel &m, Asks &asks, bool known) {
    asks.ask(known || table(m).purpose != RotaryPurpose::NotChosen, "what the table is for");
}
void askTurning(const AxisModel &m, Asks &asks) {
    asks.ask(m.stepsATurn().has_value(), "the reduction");
    asks.ask(m.rapid.known(), "the motor's speed");
}
Term tableSpeed(const AxisModel &m) { return term("w", "table", m.rapid, Dm::RotationSpeed, "rpm"); }
void turnStep(const AxisScope &a, Steps &w, double turned, const char *name, double result) {
    const auto &m = a.m;
    const bool reaches = turned >= m.rapid.v * m.rapid.v / m.acceleration.v;
    w.step("Table at the motor's speed", "w", "n/i",
           {term("n", "motor", table(m).motorSpeed, Dm::RotationSpeed, "rpm"), reductionTerm(a)}, m.rapid.v,
           Dm::RotationSpeed, "rpm");
    std::vector<Term> t{term("q", "angle", turned, Dm::Angle, "deg"), tableSpeed(m)};
    if (reaches)
        t.push_back(term("t_r", "ramp", table(m).ramp, Dm::Time, "s"));
    else
        t.push_back(term("t_r", "ramp, not run out", table(m).ramp, Dm::Time, "s"));
    t.push_back(term("t_c", "clamp and settle", table(m).clampTime, Dm::Time, "s"));
    w.step(name, "t", reaches ? "q/w + t_r + t_c" : "2*sqrt(q*t_r/w) + t_c", t, result, Dm::Time, "s");
}
std::string tooFine(const AxisScope &a) {
    const auto &r = a.s.rotary;
    const auto &t = table(a.m);
    return t.step.known() && r.step < 0.5 * t.step.v
               ? " A step is " + angle(r.step) + ", " + angle(t.step.v) + " would do: less reduction."
               : std::string();
}

/// A quarter turn and a whole one are one question asked twice.
template <bool quarter> AxisCheck timeCheck(std::string_view code, std::string_view title) {
    static constexpr auto wished = [](const AxisModel &m) -> const Known & {
        return quarter ? table(m).quarter : table(m).turn;
    };
    return {{.code = code,
             .title = title,
             .part = Part::Table,
             .station = StationId::Drive,
             .unit = "s",
             .advice = "Less reduction, a faster motor, more volts, a servo.",
             .source = "KIN",
             .needs =
                 [](const AxisModel &m, const Finding &, Asks &asks) {
                     askPurpose(m, asks, wished(m).known());
                     askTurning(m, asks);
                 },
             .say =
                 [](const AxisScope &a, const Finding &f) {
                     return (quarter ? "A quarter turn takes " : "A turn takes ") + secondsText(f.demand) + " at " +
                            tableRpm(a.m.rapid.v) + "; " + secondsText(wished(a.m).v) + " wanted." + tooFine(a);
                 },
             .why = [](const AxisScope &a,
                       const Finding &) { return "For " + std::string(asked(a.m).name) + ", clamp and all."; },
             .work =
                 [](const AxisScope &a, const Finding &f, Steps &w) {
                     turnStep(a, w, quarter ? pi / 2 : 2 * pi, quarter ? "A quarter turn" : "A whole turn", f.demand);
                 },
             .levers = {Lever::Ratio}},
            [](const AxisScope &a, Rows &rows) {
                if (table(a.m).purpose == RotaryPurpose::Spin) return;
                const auto &t = table(a.m);
                rows.add(upperRow(quarter ? a.s.rotary.quarter : a.s.rotary.turn, wished(a.m).v,
                                  quarter ? t.quarterAtMost() : t.turnAtMost()));
            }};
}

const AxisCheck rotaryChecksList[] = {
    timeCheck<true>("ROT-01", "A quarter turn"),
    timeCheck<false>("ROT-02", "A whole turn"),
    {{.code = "ROT-03",
      .title = "Speed of the table",
      .part = Part::Table,
      .station = StationId::Drive,
      .unit = "rpm",
      .advice = "Less reduction, or a faster motor.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askPurpose(m, asks, table(m).speed.known());
              askTurning(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "It turns at " + rpmText(f.capacity) + "; " + rpmText(f.demand * f.wanted) + " wanted.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Table at the motor's speed", "n_t", "30/pi*n/i",
                     {term("n", "motor", table(a.m).motorSpeed, Dm::RotationSpeed, "rpm"), reductionTerm(a)},
                     f.capacity);
          },
      .levers = {Lever::Ratio}},
     [](const AxisScope &a, Rows &rows) {
         const double wished = table(a.m).speed.v * 30 / pi;
         rows.add(lowerRow(a.m.rapid.v * 30 / pi, wished, wished / 2));
     }},
    {{.code = "ROT-04",
      .title = "Step of the table",
      .part = Part::Table,
      .station = StationId::Drive,
      .unit = "arcsec",
      .advice = "More reduction, or finer steps.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askPurpose(m, asks, table(m).step.known());
              askTurning(m, asks);
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &R = table(a.m).radius;
              return "A step is " + angle(f.demand) +
                     (R.known() ? ", " + micrometres(f.demand * R.v) + " at " + mm(R.v) : std::string()) +
                     "; full steps are " + angle(a.s.rotary.fullStep) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Microsteps are what is commanded: under load a stepper rests off its place.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("A step", "d", "2*pi/(" + pulsesFormula(a.m) + "*i)", pulsesTerms(a.m, {reductionTerm(a)}),
                     f.demand, Dm::Angle, "arcsec");
          },
      .levers = {Lever::Ratio, Lever::Microsteps}},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         double wished = t.step.v;
         if (const double at = asked(a.m).stepAtWork; at == at && t.radius.known())
             wished = std::min(wished, at / t.radius.v);
         rows.add(upperRow(a.s.rotary.step, wished, 2 * wished));
     }},
    {{.code = "ROT-05",
      .title = "Rotor off its place in the cut",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "More reduction, a bigger motor, a closed loop.",
      .source = "PMSM-CIRCLE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askMotor(m, asks);
              askTurning(m, asks);
              askCut(m, asks);
              askLoad(m, asks);
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "Under the cut the rotor hangs back by " + micrometres(f.demand) + " at " +
                     mm(table(a.m).radius.v) + "; " + micrometres(f.capacity) + " is the most.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              cutStep(a, w);
              const auto &s = a.s;
              const double load = (s.rotary.cut + table(a.m).unbalance) / (s.ratio() * forwardOf(s.chain.stages));
              w.step("At the motor", "T_m", "(T_c + T_u)/(i*eta_d)",
                     {term("T_c", "cut", s.rotary.cut, Dm::Torque, "Nm"), unbalanceTerm(a.m), reductionTerm(a),
                      driveTerm(a)},
                     load, Dm::Torque, "Nm");
              if (!std::isfinite(f.demand))
                  return w.step("More than the motor holds", "x", "2*x_m",
                                {term("x_m", "the most", f.capacity, Dm::Length, "um")}, 2 * f.capacity, Dm::Length,
                                "um");
              w.step("Off its place, at the radius", "x", "asin(T_m/T_pk)/N*R/i",
                     {term("T_m", "load", load, Dm::Torque, "Nm"),
                      term("T_pk", "motor at rest", s.peakStatic, Dm::Torque, "Nm"),
                      constant("N", "rotor teeth", a.m.stepper().rotorTeeth), radiusTerm(a.m), reductionTerm(a)},
                     f.demand, Dm::Length, "um");
          },
      .levers = {Lever::Ratio, Lever::Motor}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.servo() || a.m.closedLoop() || clampedCut(a.m) || table(a.m).purpose == RotaryPurpose::Spin) return;
         const double x = a.s.rotary.loadAngle;
         if (std::isinf(x)) return rows.add(marginRow(30e-6, 0, 1, 3)); // it does not hold the cut at all
         rows.add(upperRow(x, 10e-6, 30e-6));
     }},
    {{.code = "ROT-12",
      .title = "Twist in the cut",
      .part = Part::Table,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "A wider belt, a bigger wheel on the table, shorter spans; or a clamp.",
      .source = "MECH",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askCut(m, asks);
              for (const auto &s : m.stages)
                  if (const auto *r = std::get_if<Reducer>(&s.stage))
                      asks.ask(r->stiffness.known(), "stiffness of the reducer");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "The cut winds it up by " + micrometres(f.demand) + " at " + mm(table(a.m).radius.v) + "; " +
                     micrometres(f.capacity) + " is the most.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              cutStep(a, w);
              w.step("Wind-up at the radius", "x", "T_c/k*R",
                     {term("T_c", "cut", a.s.rotary.cut, Dm::Torque, "Nm"),
                      term("k", "motor to work", a.s.rotary.stiffness, Dm::TorsionalStiffness, "Nm/rad"),
                      radiusTerm(a.m)},
                     f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &p = asked(a.m);
         if (!(p.twist == p.twist)) return;
         rows.add(upperRow(a.s.rotary.twist, p.twist, p.twistMost));
     }},
    {{.code = "ROT-13",
      .title = "It rings",
      .part = Part::Table,
      .station = StationId::Drive,
      .unit = "Hz",
      .advice = "Stiffer drive, lighter fixture.",
      .source = "MECH",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askLoad(m, asks);
              for (const auto &s : m.stages)
                  if (const auto *r = std::get_if<Reducer>(&s.stage))
                      asks.ask(r->stiffness.known(), "stiffness of the reducer");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Motor held it swings at " + withUnit(f.capacity, Dm::Frequency, "Hz", 2) +
                     "; 60 is good, below 30 it chatters.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Frequency", "f", "sqrt(k/J)/(2*pi)",
                     {term("k", "motor to work", a.s.rotary.stiffness, Dm::TorsionalStiffness, "Nm/rad"),
                      term("J", "what turns", a.m.mass.v, Dm::Inertia, "kgm2", a.m.mass.standing)},
                     f.capacity, Dm::Frequency, "Hz");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (table(a.m).purpose != RotaryPurpose::Continuous) return;
         rows.add(lowerRow(a.s.rotary.frequency, 60, 30));
     }},
    {{.code = "ROT-28",
      .title = "Play at the table",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "arcmin",
      .advice = "Clock it before you pay; adjust it out; or clamp for the cut.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askPurpose(m, asks, table(m).play.known()); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &R = table(a.m).radius;
              return "It gives " + angle(f.demand) +
                     (R.known() ? ", " + micrometres(f.demand * R.v) + " at " + mm(R.v) : std::string()) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              std::vector<Term> t;
              std::string formula;
              double behind = 1;
              for (std::size_t k = a.m.stages.size(); k-- > 0;) {
                  if (const auto *r = a.m.stageAs<Reducer>(k)) {
                      const auto n = std::to_string(k);
                      formula += (formula.empty() ? "b_" : " + b_") + n + "/j_" + n;
                      t.push_back(term("b_" + n, "play of the reducer", r->play, Dm::Angle, "arcmin"));
                      t.push_back(term("j_" + n, "reduced behind it by", behind));
                  }
                  behind *= a.s.chain.stages[k].reduction.value();
              }
              w.step("Play at the table", "b", formula, t, f.demand, Dm::Angle, "arcmin");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.hasStage<Reducer>() || table(a.m).purpose == RotaryPurpose::Spin) return;
         rows.add(upperRow(a.s.rotary.play, table(a.m).play.v, table(a.m).playAtMost()));
     }},
    {{.code = "ROT-22",
      .title = "Steps a degree",
      .part = Part::Controller,
      .station = StationId::FirstCuts,
      .unit = "deg",
      .advice = "Enter steps a turn, or the exact fraction.",
      .source = "RATIONAL",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askTurning(m, asks); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto turn = a.m.stepsATurn();
              if (!turn) return std::string("Not known.");
              const auto degree = divide(*turn, Fraction{360, 1}).value_or(Fraction{0, 1});
              if (f.demand == 0) return degree.text() + " steps a degree come out exactly.";
              return (a.m.stepsTyped.empty()
                          ? "Steps a degree, " + degree.text() + ", are no whole number: typed with " +
                                std::to_string(a.s.rotary.driftPlaces) + " places it is off by "
                          : "What is typed is off by ") +
                     angle(f.demand) + " after a hundred turns. Exact: " + turn->text() + " a turn.";
          },
      .figure = [](const Finding &f) { return f.demand == 0 ? std::string("exact") : angle(f.demand); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto turn = a.m.stepsATurn();
              if (!turn) return;
              w.step("Steps a turn of the table", "q", pulsesFormula(a.m) + "*i", pulsesTerms(a.m, {reductionTerm(a)}),
                     turn->value());
              w.step("Out after a hundred turns", "d", "d_r",
                     {term("d_r", "what is typed less what is right", f.demand, Dm::Angle, "deg")}, f.demand, Dm::Angle,
                     "deg");
          }},
     [](const AxisScope &a, Rows &rows) {
         const double off = std::fabs(a.s.rotary.drift), most = 0.05 * pi / 180;
         rows.add(plainRow(!(off == off)            ? Verdict::NotKnown
                           : off <= a.s.rotary.step ? Verdict::Holds
                           : off <= most            ? Verdict::Watch
                           : a.m.stepsTyped.empty() ? Verdict::Watch // nothing is typed yet
                                                    : Verdict::Fails,
                           off, most));
     }},
    {{.code = "ROT-27",
      .title = "Feed at the radius",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "mm",
      .advice = "A lower feed, or less reduction; expect it to take longer.",
      .source = "KIN",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(table(m).radius.known(), "the radius of the cut");
              askTurning(m, asks);
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "The full feed of " + withUnit(table(a.m).feed.v, Dm::Speed, "mm/min", 3) + " is reached from " +
                     mm(f.demand) + " on; the cut is at " + mm(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Smallest radius of the full feed", "R_0", "v/w",
                     {term("v", "feed", table(a.m).feed, Dm::Speed, "mm/min"), tableSpeed(a.m)}, f.demand, Dm::Length,
                     "mm");
          },
      .levers = {Lever::Ratio}},
     [](const AxisScope &a, Rows &rows) {
         if (!table(a.m).feed.known() || clampedCut(a.m)) return;
         rows.add(marginRow(a.s.rotary.smallestFullFeed, table(a.m).radius.v, 0.5, 1));
     }},
};
} // namespace

std::span<const AxisCheck> rotaryChecks() { return rotaryChecksList; }

} // namespace lw
