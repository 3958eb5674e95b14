// A toothed belt: does it fit its pulleys, does it carry, does its slot let it on.
#include "proof/checks/limits.h"
#include "proof/checks/belt_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;
using Scope = StageScope<ToothedBelt>;

/// Belt and pulleys go together, well or with play.
Verdict match(const Scope &b) {
    const auto *belt = b.stage.beltProfileRead();
    if (!belt || !b.stage.driver.profile || !b.stage.driven.profile) return Verdict::NotKnown;
    if (belt == b.stage.driver.profile && belt == b.stage.driven.profile) return Verdict::Holds;
    return b.work.matches ? Verdict::Watch : Verdict::Fails;
}
bool fits(const Scope &b) {
    const auto v = match(b);
    return v == Verdict::Holds || v == Verdict::Watch;
}
double speedOfFewer(const ToothedBelt &b, const StageLoad &load) {
    return b.driverIsSmaller() ? load.rpmIn : load.rpmOut;
}

void askBeltAndMotor(const AxisModel &m, const Finding &f, Asks &asks) {
    askBelt(m, f, asks);
    askMotor(m, asks);
}
void askForces(const AxisModel &m, const Finding &f, Asks &asks) {
    askBeltAndMotor(m, f, asks);
    asks.ask(beltOf(m, f).width.known(), "belt width");
}
/// Over its flanges, where it has any, and the belt standing proud of them.
/// Teeth of the smallest pulley that is recommended for its profile, and what an idler has to have for it, m: on the
/// back a quarter more. ISO 5295; common practice.
int idlerTeeth(const ToothedBelt &b) { return b.driver.profile->teethRecommended; }
double idlerLeast(const ToothedBelt &b) {
    return (b.idler.inside ? 1 : 1.25) * idlerTeeth(b) * b.driver.profile->pitch * 1e-3 / pi;
}
double overAll(const ToothedBelt &b, const ToothedBelt::Work &w, std::size_t k) {
    const double outside = w.pulleys[k].outside.value();
    if (b.pulley(k).flanges == 0) return outside;
    const auto *belt = b.beltProfileRead();
    return outside + (2 * (belt->thickness - belt->toothHeight) + 2) * 1e-3;
}
/// A G belt on H pulleys counts half the pull.
double halfPull(const ToothedBelt::Work &w, const ToothedBelt &b) {
    return w.matches && b.beltProfileRead() != b.driver.profile ? 0.5 : 1.0;
}
/// The most torque a cut asks of the output shaft of a stage, N m.
double heaviestCut(const AxisState &s, std::size_t place) {
    double most = 0;
    for (const auto &p : s.points)
        if (p.kind == Operating::Cutting) most = std::max(most, std::fabs(p.shafts[place + 1].torque.value()));
    return most;
}
std::string pulleyName(const AxisModel &m, const Finding &f) {
    const bool first = f.subject.stage == 0, last = f.subject.stage + 1 == static_cast<int>(m.stages.size());
    if (f.subject.side == 0) return first ? "motor" : "driving";
    return last ? "screw" : "driven";
}
constexpr double strain = settingStrain; ///< a belt is strained by when it is set tight, common practice

const StageCheck<ToothedBelt> toothedBeltChecksList[] = {
    {{.code = "TR-02",
      .title = "Belt code",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "",
      .advice = "Say which it is: belt or pulley.",
      .source = "ISO-5296",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto &b = beltOf(m, f);
              asks.ask(!b.beltText.empty(), "the belt");
              if (!b.beltText.empty()) asks.ask(b.read.has_value(), "a belt code that can be read");
          },
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          const auto &code = beltOf(a.m, f).beltText;
          if (f.missing && !code.empty())
              return "'" + code + "' is not a belt code I know. Write 375-5M-15, 150 XL 037 or 16 T5/500.";
          if (f.missing) return {};
          if (f.verdict == Verdict::Fails) return "'" + code + "' is no whole number of teeth: no such belt.";
          return f.verdict == Verdict::Watch ? "'" + code + "' can be read two ways: say which pitch."
                                             : "'" + code + "' is understood.";
      },
      .levers = {Lever::Belt}},
     [](const Scope &b, Rows &rows) {
         if (b.stage.beltText.empty() || !b.stage.read) return rows.add(plainRow(Verdict::NotKnown));
         const auto &d = *b.stage.read;
         rows.add(plainRow(d.kind == Designation::Kind::AskPitch || d.codeUnclear ? Verdict::Watch
                           : !d.wholeTeeth.value_or(true)                         ? Verdict::Fails
                                                                                  : Verdict::Holds));
     }},
    {{.code = "TR-01",
      .title = "Belt on its pulleys",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "",
      .advice = "One profile on belt and both pulleys; the belt is the cheapest to change.",
      .source = "ISO-5296",
      .overridable = false,
      .needs = askBelt,
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          if (f.verdict == Verdict::Holds) return "Belt and pulleys are of one profile.";
          if (f.verdict == Verdict::Watch) return "A G-form belt on H-form pulleys runs, with play and wear.";
          const auto &b = beltOf(a.m, f);
          const auto &w = workOf(a, f);
          if (w.perToothError != 0 && b.beltProfileRead() && b.driver.profile)
              return std::string(b.beltProfileRead()->name) + " belt on " + std::string(b.driver.profile->name) +
                     " pulleys climbs: " + mm(std::fabs(w.perToothError), 2) + " a tooth, " + plain(f.capacity) +
                     " teeth seat, " + plain(f.demand) + " must.";
          return "Belt and pulleys have different teeth: it will not run.";
      },
      .why = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Fails ? "It is wedged outwards, drops in, and the motor flaps on its plate."
                                             : "";
      },
      .figure = [](const Finding &f) -> std::string {
          if (f.verdict == Verdict::Fails && f.capacity == f.capacity)
              return plain(f.capacity) + " of " + plain(f.demand);
          return f.verdict == Verdict::Holds ? "same" : "no";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              const auto &work = workOf(a, f);
              if (work.perToothError == 0 || !b.beltProfileRead() || !b.driver.profile) return;
              const auto error = work.perToothError;
              w.step(
                  "Error a tooth", "d", "p_b - p_p",
                  {term("p_b", "belt pitch", b.beltProfileRead()->pitch * 1e-3, Dm::Length, "mm", Standing::Catalogue),
                   term("p_p", "pulley pitch", b.driver.profile->pitch * 1e-3, Dm::Length, "mm", Standing::Catalogue)},
                  error, Dm::Length, "mm");
              if (f.demand == f.demand && work.geometry)
                  w.step("Teeth in mesh", "z_m", "floor(z*theta/(2*pi) + 1e-9)",
                         {teethTerm(b),
                          term("theta", "wrap on the small pulley", work.open.wrapSmall.value(), Dm::Angle, "deg")},
                         f.demand);
          },
      .levers = {Lever::Belt}},
     [](const Scope &b, Rows &rows) {
         const auto v = match(b);
         auto f = plainRow(v, b.work.teethMesh > 0 ? b.work.teethMesh : notKnown,
                           b.work.teethSeat > 0 ? b.work.teethSeat : notKnown);
         f.missing = v == Verdict::NotKnown;
         rows.add(f);
     }},
    {{.code = "TR-03",
      .title = "Teeth on the small pulley",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "",
      .advice = "More teeth.",
      .source = "PRACTICE",
      .needs = askBelt,
      .say =
          [](const AxisScope &, const Finding &f) {
              return plain(f.capacity) + " teeth on the small pulley; " + plain(f.demand * f.wanted) + " are better, " +
                     plain(f.demand) + " the least.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              w.step(
                  "The fewer teeth", "z", "min(z_1, z_2)",
                  {constant("z_1", "driving pulley", b.driver.teeth), constant("z_2", "driven pulley", b.driven.teeth)},
                  f.capacity);
          },
      .levers = {Lever::Ratio}},
     [](const Scope &b, Rows &rows) {
         const int small = b.stage.fewerTeeth();
         const auto *p = b.stage.driver.profile;
         rows.add(small > 0 && p ? lowerRow(small, p->teethRecommended, p->teethLeast) : lowerRow(notKnown, 16, 12));
     }},
    {{.code = "TR-04",
      .title = "Belt speed",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "m/s",
      .advice = "A smaller pulley.",
      .source = "PRACTICE",
      .needs = askBelt,
      .say = [](const AxisScope &,
                const Finding &f) { return "The belt runs at " + withUnit(f.demand, Dm::Speed, "m/s", 2) + "."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              w.step("Belt runs at", "v", "z*p*n/60",
                     {teethTerm(b, "teeth of the small pulley"), pitchTerm(b, "pitch"),
                      term("n", "its speed, rpm", speedOfFewer(b, loadOf(a, f)))},
                     f.demand, Dm::Speed, "m/s");
          }},
     [](const Scope &b, Rows &rows) {
         const int small = b.stage.fewerTeeth();
         const auto *p = b.stage.driver.profile;
         rows.add(upperRow(small > 0 && p ? small * p->pitch * 1e-3 * speedOfFewer(b.stage, b.load) / 60 : notKnown, 30,
                           40));
     }},
    {{.code = "TR-05",
      .title = "Teeth in mesh",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "",
      .advice = "Longer centres, less ratio, or a back idler.",
      .source = "ISO-5295",
      .overridable = false,
      .needs = askBelt,
      .say =
          [](const AxisScope &, const Finding &f) {
              return plain(f.capacity) + " teeth in mesh on the small pulley, " + plain(f.demand * f.wanted) +
                     " wanted.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              const double unit = b.driver.profile->pitch * 1e-3 / (2 * pi);
              const double R1 = b.fewerTeeth() * unit, R2 = std::max(b.driver.teeth, b.driven.teeth) * unit;
              const double wrap = workOf(a, f).open.wrapSmall.value();
              if (workOf(a, f).idler)
                  w.step("Wrap on the small pulley", "theta", "theta_1",
                         {term("theta_1", "with the idler, tangent to tangent", wrap, Dm::Angle, "deg")}, wrap,
                         Dm::Angle, "deg");
              else
                  w.step("Wrap on the small pulley", "theta", "2*acos((R_2 - R_1)/C)",
                         {term("R_2", "large pitch radius", R2, Dm::Length, "mm"),
                          term("R_1", "small pitch radius", R1, Dm::Length, "mm"), centreTerm(a, f)},
                         wrap, Dm::Angle, "deg");
              w.step("Whole teeth in it", "z_m", "floor(z*theta/(2*pi) + 1e-9)",
                     {teethTerm(b), term("theta", "wrap", wrap, Dm::Angle, "deg")}, f.capacity);
          },
      .levers = {Lever::Ratio}},
     [](const Scope &b, Rows &rows) {
         if (fits(b)) rows.add(lowerRow(b.work.geometry ? b.work.open.teethInMesh : notKnown, 6, 4));
     }},
    {{.code = "TR-03",
      .title = "Idler wide enough",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A larger idler: bent more sharply the belt cracks.",
      .source = "ISO-5295",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askBelt(m, f, asks);
              asks.ask(beltOf(m, f).idler.diameter.known(), "the idler's diameter");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return std::string(beltOf(a.m, f).idler.inside ? "The toothed idler has " : "The smooth idler has ") +
                     mm(f.capacity) + "; the belt asks for " + mm(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              w.step("Asked for", "D", b.idler.inside ? "z*p/pi" : "1.25*z*p/pi",
                     {constant("z", "fewest teeth of a pulley", idlerTeeth(b)),
                      term("p", "pitch", b.driver.profile->pitch * 1e-3, Dm::Length, "mm")},
                     f.demand, Dm::Length, "mm");
          }},
     [](const Scope &b, Rows &rows) {
         if (!b.stage.idler.said || !fits(b)) return;
         rows.add(marginRow(idlerLeast(b.stage), b.stage.idler.diameter.v, 0.9, 1));
     }},
    {{.code = "TR-13",
      .title = "Idler takes the belt up",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A belt longer by a tooth or two, or the idler elsewhere. Never sprung where the axis turns both ways.",
      .source = "BELT-GEOM",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askBelt(m, f, asks);
              asks.ask(beltOf(m, f).beltTeeth() > 0, "the belt's length, by its code");
              asks.ask(beltOf(m, f).idler.diameter.known(), "the idler's diameter");
              asks.ask(beltOf(m, f).idler.along.known(), "how far along from the motor's pulley it stands");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &work = workOf(a, f);
              if (!work.idler) return "No place for the idler: " + work.idlerProblem;
              return "Bolted " + mm(work.idler->off.value(), 3) +
                     " off the line of centres it takes the belt up; out, " + mm(f.capacity, 3) +
                     " of belt are free, " + mm(f.demand, 3) + " are asked to slip it on.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &work = workOf(a, f);
              if (!work.idler) return;
              w.step("Free with the idler out", "s", "L - L_2",
                     {term("L", "belt", work.idler->path.length.value(), Dm::Length, "mm", Standing::Stated),
                      term("L_2", "round both pulleys alone", (work.idler->path.length - work.idler->slack).value(),
                           Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const Scope &b, Rows &rows) {
         const auto &i = b.stage.idler;
         if (!i.said || !fits(b)) return;
         if (!b.work.idler) return rows.add(plainRow(b.work.idlerProblem.empty() ? Verdict::NotKnown : Verdict::Fails));
         // what the centres would have to close by, in belt: both spans give at each pulley
         const double asked = 2 * std::sin(b.work.open.wrapSmall.value() / 2) * b.work.needInward;
         rows.add(marginRow(asked, b.work.idler->slack.value(), slotMust, slotWanted));
     }},
    {{.code = "TR-06",
      .title = "Pulleys clear each other",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A longer belt.",
      .source = "BELT-GEOM",
      .overridable = false,
      .needs = askBelt,
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Fails ? "The pulleys run into each other."
                                             : mm(f.capacity, 2) + " between the pulleys.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              const auto outer = [&](const char *symbol, std::size_t k) {
                  return term(symbol, k == 0 ? "driving pulley over all" : "driven pulley over all",
                              overAll(b, workOf(a, f), k), Dm::Length, "mm", Standing::Catalogue);
              };
              w.step("Between them", "g", "C - (D_1 + D_2)/2", {centreTerm(a, f), outer("D_1", 0), outer("D_2", 1)},
                     f.capacity, Dm::Length, "mm");
          },
      .levers = {Lever::Belt}},
     [](const Scope &b, Rows &rows) {
         if (!fits(b)) return;
         const double gap = b.work.geometry
                                ? b.work.centre - (overAll(b.stage, b.work, 0) + overAll(b.stage, b.work, 1)) / 2
                                : notKnown;
         rows.add(lowerRow(gap, 3e-3, 0.5e-3));
     }},
    {{.code = "TR-07",
      .title = "Belt at motor peak",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "A wider belt, then more teeth on both pulleys.",
      .source = "ISO-5295",
      .overridable = false,
      .needs = askForces,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The motor's peak pulls " + newton(f.demand) + " with service, " + newton(f.capacity) +
                     " allowed.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              const auto &work = workOf(a, f);
              const auto &p = *b.driver.profile;
              const double width = work.matches                 ? b.width.v
                                   : b.driver.beltWidth.known() ? b.driver.beltWidth.v
                                                                : b.width.v;
              const double half = halfPull(work, b);
              w.step("Pull it may have", "F_all",
                     half < 1 ? "k_h*(F_0*(b/b_0)^k*K_z - m_b*v^2)" : "F_0*(b/b_0)^k*K_z - m_b*v^2",
                     {newtonTerm("F_0", "at base width", p.basePull, Standing::Assumed),
                      term("b", "belt width", width, Dm::Length, "mm", Standing::Catalogue),
                      term("b_0", "base width", p.baseWidth * 1e-3, Dm::Length, "mm", Standing::Catalogue),
                      constant("k", "width exponent", p.widthExponent),
                      constant("K_z", "teeth in mesh", work.open.meshFactor),
                      constant("m_b", "belt, kg/m", p.massPerWidth * width),
                      term("v", "belt speed", work.forces.beltSpeed.value(), Dm::Speed, "m/s"),
                      constant("k_h", "a G belt on H pulleys", half)},
                     f.capacity, Dm::Force, "N");
              pullStep(a, f, w);
              w.step("Pull with service", "D", "K_s*F_e", {term("K_s", "service", b.service), pullTerm(a, f)}, f.demand,
                     Dm::Force, "N");
              w.assume("Pull and tooth shear lumped; the belt maker's own table overrides it.");
          },
      .levers = {Lever::Ratio, Lever::Teeth, Lever::Width, Lever::Current}},
     [](const Scope &b, Rows &rows) {
         if (!fits(b)) return;
         const auto &forces = b.work.forces;
         const bool known = b.work.forcesKnown;
         rows.add(marginRow(known ? forces.pull.value() * b.stage.service.v : notKnown,
                            known ? forces.allowable.value() * halfPull(b.work, b.stage) : notKnown, 1, 1.3));
     }},
    {{.code = "TR-08",
      .title = "Slack side stays tight",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "Set the belt tighter.",
      .source = "BELT-GEOM",
      .overridable = false,
      .needs = askForces,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Set to " + newton(f.capacity) + "; half the pull is " + newton(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              pullStep(a, f, w);
              setTightStep(a, f, w);
          }},
     [](const Scope &b, Rows &rows) {
         if (!fits(b)) return;
         const bool known = b.work.forcesKnown;
         rows.add(marginRow(known ? b.work.forces.pull.value() / 2 : notKnown,
                            known ? b.work.forces.install.value() : notKnown, 1, 1.2));
     }},
    {{.code = "TR-09",
      .title = "Tight side against the cords",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "A wider belt, or set it less tight.",
      .source = "ISO-5295",
      .needs = askForces,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The tight side carries " + newton(f.demand) + " of " + newton(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              pullStep(a, f, w);
              setTightStep(a, f, w);
              w.step("Tight side", "T_1", "T_i + F_e/2",
                     {newtonTerm("T_i", "at rest", workOf(a, f).forces.install.value()), pullTerm(a, f)}, f.demand,
                     Dm::Force, "N");
          },
      .levers = {Lever::Teeth, Lever::Width, Lever::Current}},
     [](const Scope &b, Rows &rows) {
         if (!fits(b)) return;
         const bool known = b.work.forcesKnown;
         rows.add(marginRow(known ? b.work.forces.tight.value() : notKnown,
                            known ? b.work.forces.allowableStill.value() : notKnown, 1 / 1.5, 1));
     }},
    {{.code = "TR-10",
      .title = "Belt winds up",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "A wider belt, bigger pulleys, closer centres.",
      .source = "BELT-GEOM",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askForces(m, f, asks);
              askCutForces(m, asks);
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "The belt stretches by " + micrometres(f.demand) + ", felt at " +
                     (a.m.wheel() ? whatMoves(a.m) : std::string("the nut")) + ", in the cut.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto place = static_cast<std::size_t>(f.subject.stage);
              w.step("Stretch, felt at the nut", "x", "T/K*l/(2*pi)",
                     {term("T", "heaviest cut, on the driven shaft", heaviestCut(a.s, place), Dm::Torque, "Nm"),
                      term("K", "belt at the driven shaft, N m/rad", workOf(a, f).stiffness),
                      term("l", "travel for a turn of that shaft", loadOf(a, f).travelATurn, Dm::Lead, "mm")},
                     f.demand, Dm::Length, "um");
          }},
     [](const Scope &b, Rows &rows) {
         if (!fits(b) || b.m.rotary()) return; // felt at the work of a table: ROT-12 has the whole drive
         const double windUp = b.work.forcesKnown && b.work.stiffness > 0
                                   ? heaviestCut(b.s, static_cast<std::size_t>(b.place)) / b.work.stiffness *
                                         b.load.travelATurn / (2 * pi)
                                   : notKnown;
         rows.add(unlessOpen(upperRow(windUp, 3e-6, 10e-6), b.s.cutsOpen));
     }},
    {{.code = "TR-12",
      .title = "Belt swing, bent end",
      .part = Part::ScrewEnd,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "True the pulley and its seat.",
      .source = "BELT-GEOM",
      .needs = askForces,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The belt's " + newton(f.capacity) + " swings by " + newton(f.demand) + " every turn.";
          },
      .why = [](const AxisScope &a, const Finding &) { return mm(a.m.runOut.v, 2) + " run-out at the seat."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              const double width = workOf(a, f).matches ? b.width.v : b.driver.beltWidth.v;
              w.step("Tension swing, upper bound", "D_T", "f_m*EA*k_b*e/C",
                     {term("f_m", "mesh", b.mesh),
                      newtonTerm("EA", "belt stretch stiffness", b.driver.profile->stiffnessPerWidth * width * 1e3,
                                 Standing::Assumed),
                      term("k_b", "what is not known of it", b.stiffnessFactor),
                      term("e", "half the run-out", a.m.runOut.v / 2, Dm::Length, "mm", a.m.runOut.standing),
                      centreTerm(a, f)},
                     f.demand, Dm::Force, "N");
          },
      .levers = {Lever::Teeth}},
     [](const Scope &b, Rows &rows) {
         if (!fits(b) || !b.last()) return;
         const auto &w = b.work;
         auto f = marginRow(w.swing, w.forcesKnown ? w.forces.install.value() : notKnown, 2, 5);
         if (w.forcesKnown && w.swing == w.swing &&
             w.forces.install.value() - w.forces.pull.value() / 2 - w.swing < 0) {
             f.verdict = Verdict::Fails;
             f.row = 1;
         }
         rows.add(f);
     }},
    {{.code = "TR-13",
      .title = "Slot for the belt",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Lengthen the slot, or slip pulley and belt on together.",
      .source = "BELT-GEOM",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askBelt(m, f, asks);
              asks.ask(beltOf(m, f).slotFrom.known() && beltOf(m, f).slotTo.known(), "both ends of the slot");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              if (f.row == 2)
                  return "At " + mm(f.capacity, 5) +
                         (f.capacity < f.demand ? " between centres the belt hangs slack; it asks "
                                                : " between centres the belt cannot be put on; it asks ") +
                         mm(f.demand, 5) + ".";
              return (f.row == 1 ? "Tensioning needs " + mm(f.demand) + " outward; the slot gives "
                                 : "Slipping the belt on needs " + mm(f.demand) + " inward; the slot gives ") +
                     mm(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &f) -> std::string {
          return f.row == 2 ? "A slack belt jumps teeth, a strained one pulls the bearings."
                            : "Flanges must be passed before the belt sits.";
      },
      .name = [](const AxisModel &, const Finding &f) -> std::string {
          if (f.row == 2) return "Centres the belt asks";
          return f.row == 1 ? "Slot, outward to tension" : "Slot, inward to slip on";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              const auto &work = workOf(a, f);
              const auto good = term("D_L", "length good to", b.tolerance, Dm::Length, "mm");
              const auto half = constant("h", "sine of half the wrap", std::sin(work.open.wrapSmall.value() / 2));
              if (f.row == 2)
                  w.step("Centres the belt asks", "C_b", "C - d",
                         {centreTerm(a, f),
                          term("d", "off, by its teeth", work.centreOff, Dm::Length, "mm", Standing::Computed)},
                         f.demand, Dm::Length, "mm");
              else if (f.row == 0)
                  w.step(
                      "Inward to slip it on", "s_in", "D_L/(2*h) + a_f",
                      {good, half,
                       term("a_f", "to pass the flanges", fitAllowance(*b.driver.profile, b.flangedPulleys()).value(),
                            Dm::Length, "mm", Standing::Assumed)},
                      f.demand, Dm::Length, "mm");
              else
                  w.step("Outward to tension", "s_out", "(D_L + e*L)/(2*h)",
                         {good, constant("e", "strained by", strain),
                          term("L", "belt length", work.open.length.value(), Dm::Length, "mm"), half},
                         f.demand, Dm::Length, "mm");
          },
      .levers = {Lever::Slot, Lever::Belt}},
     [](const Scope &b, Rows &rows) {
         if (!fits(b)) return;
         const auto &w = b.work;
         if (b.stage.idler.said) return; // it takes the belt up, not the slot
         if (w.centreOff != 0) {         // slot and tension are of the place the belt asks, not of this one
             auto off = plainRow(Verdict::Fails, w.centre - w.centreOff, w.centre);
             off.row = 2;
             return rows.add(off);
         }
         auto inward = marginRow(w.needInward, w.slotInward, slotMust, slotWanted);
         auto outward = marginRow(w.needOutward, w.slotOutward, slotMust, slotWanted);
         outward.row = 1;
         if (!b.stage.slotFrom.known() || !b.stage.slotTo.known())
             inward = marginRow(notKnown, notKnown, slotMust, slotWanted);
         rows.add(outward.margin < inward.margin ? outward : inward);
     }},
    {{.code = "TR-50",
      .title = "Belt width and pulley width",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Match the widths.",
      .source = "PRACTICE",
      .overridable = false,
      .say = [](const AxisScope &,
                const Finding &f) { return "Belt " + mm(f.demand) + " wide on pulleys for " + mm(f.capacity) + "."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = beltOf(a.m, f);
              if (b.driven.beltWidth.known())
                  w.step("Widest belt both pulleys take", "b_p", "min(b_1, b_2)",
                         {term("b_1", "driving pulley", b.driver.beltWidth, Dm::Length, "mm"),
                          term("b_2", "driven pulley", b.driven.beltWidth, Dm::Length, "mm")},
                         f.capacity, Dm::Length, "mm");
              else
                  w.step("Widest belt the pulley takes", "b_p", "b_1",
                         {term("b_1", "driving pulley", b.driver.beltWidth, Dm::Length, "mm")}, f.capacity, Dm::Length,
                         "mm");
          },
      .levers = {Lever::Belt}},
     [](const Scope &b, Rows &rows) {
         const auto &stage = b.stage;
         if (!fits(b) || !stage.width.known() || !stage.driver.beltWidth.known()) return;
         const double widest = stage.driven.beltWidth.known()
                                   ? std::min(stage.driver.beltWidth.v, stage.driven.beltWidth.v)
                                   : stage.driver.beltWidth.v;
         Verdict v = Verdict::Holds;
         if (stage.width.v > widest + 1e-5) {
             v = Verdict::Fails;
         } else {
             int steps = 0;
             for (double w : usualWidths(stage.beltProfileRead()->name))
                 if (w * 1e-3 > stage.width.v + 1e-5 && w * 1e-3 <= widest + 1e-5) ++steps;
             if (steps > 1) v = Verdict::Watch;
         }
         rows.add(plainRow(v, stage.width.v, widest));
     }},
    {{.code = "TR-51",
      .title = "Wall over the bore",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "More teeth, a hub-side clamp, or a smaller bore.",
      .source = "PRACTICE",
      .overridable = false,
      .say =
          [](const AxisScope &a, const Finding &f) {
              return mm(f.capacity, 2) + " of wall over the " + pulleyName(a.m, f) + " pulley's bore.";
          },
      .name = [](const AxisModel &m,
                 const Finding &f) { return std::string(f.check->title) + ", " + pulleyName(m, f); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto k = static_cast<std::size_t>(f.subject.side);
              w.step("Wall over the bore", "t", "(d_g - d)/2",
                     {term("d_g", "groove root", workOf(a, f).pulleys[k].grooveRoot.value(), Dm::Length, "mm",
                           Standing::Catalogue),
                      term("d", "bore", beltOf(a.m, f).pulley(k).bore.nominal, Dm::Length, "mm", Standing::Stated)},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const Scope &b, Rows &rows) {
         for (std::size_t k = 0; k < 2; ++k)
             if (b.work.wall[k] == b.work.wall[k]) {
                 auto f = lowerRow(b.work.wall[k], 3e-3, 1.5e-3);
                 f.subject.side = static_cast<std::int8_t>(k);
                 rows.add(f);
             }
     }},
};
} // namespace

template <> std::span<const StageCheck<ToothedBelt>> stageChecks<ToothedBelt>() { return toothedBeltChecksList; }

} // namespace lw
