// A coupling: what its clamps hold, what it carries, how far it twists at the nut, what it forgives.
#include "drive/hubs.h"
#include "drive/joints.h"
#include "proof/checks/common.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

const Coupling &couplingOf(const AxisModel &m, const Finding &f) {
    return *m.stageAs<Coupling>(std::size_t(std::max<int>(f.subject.stage, 0)));
}
double thinnerBore(const Coupling &c) {
    const double in = c.boreIn.nominal, out = c.boreOut.nominal;
    return in == in && out == out ? std::min(in, out) : notKnown;
}
/// Screws of a hub are 12.9, tightened to 0.65 of their proof stress; VDI 2230, from memory.
double clampForce(const Coupling &c) {
    const auto size = c.clampScrew.known() ? boltSize(std::round(c.clampScrew.v * 1e4) / 10) : std::nullopt;
    if (!size) return notKnown;
    return boltPreload(stressArea(size->diameter, size->pitch), megapascals(970), 0.65).value() *
           (c.clampScrews.known() ? c.clampScrews.v : 1);
}
constexpr double shaftsApart = 0.5e-3; ///< m, the least inside a coupling; common practice
constexpr double cleanAndDry = 0.12;   ///< friction of a degreased clamp; common practice
/// The largest torque its output shaft sees at work, N m.
double worked(const AxisState &s, int place) {
    double most = 0;
    for (const auto &p : s.points) {
        const double t = std::fabs(p.shafts[std::size_t(place) + 1].torque.value());
        if (!(t == t)) return notKnown;
        most = std::max(most, t);
    }
    return s.points.empty() ? notKnown : most;
}
Term peakTerm(const AxisScope &a, int place) {
    return term("T", "motor's most, at the coupling", peakAt(a.s, place), Dm::Torque, "Nm");
}
using CouplingScope = StageScope<Coupling>;

const StageCheck<Coupling> couplingList[] = {
    {{.code = "TR-29",
      .title = "Coupling's clamp",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "A larger clamp screw, two of them, or a key; degrease shaft and bore.",
      .source = "MECH",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto &c = couplingOf(m, f);
              asks.ask(c.clampScrew.known(), "the size of the coupling's clamp screws");
              asks.ask(c.boreIn.known() && c.boreOut.known(), "both its bores");
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The clamp surely holds " + torqueText(f.capacity) + "; the motor brings up to " +
                     torqueText(f.demand) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "On the thinner of its shafts, clean and dry; oil takes a third.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &c = couplingOf(a.m, f);
              const auto size = boltSize(std::round(c.clampScrew.v * 1e4) / 10);
              if (!size) return;
              w.step("Force of the clamp", "F", "n*0.65*S_p*A",
                     {constant("n", "screws", c.clampScrews.known() ? c.clampScrews.v : 1),
                      term("S_p", "proof stress of 12.9", 970e6, Dm::Pressure, "N/mm2"),
                      term("A", "section that carries", stressArea(size->diameter, size->pitch), Dm::Area, "mm2")},
                     clampForce(c), Dm::Force, "N");
              w.step("Surely holds", "T", "mu*F*d",
                     {term("mu", "clean and dry", cleanAndDry, Dm::Number, {}, Standing::Assumed),
                      newtonTerm("F", "clamp", clampForce(c)),
                      term("d", "thinner shaft", thinnerBore(c), Dm::Length, "mm")},
                     f.capacity, Dm::Torque, "Nm");
          }},
     [](const CouplingScope &c, Rows &rows) {
         if (!c.m.hasMotor()) return;
         const double force = clampForce(c.stage), bore = thinnerBore(c.stage);
         rows.add(marginRow(peakAt(c.s, c.place),
                            force == force && bore == bore
                                ? clampHub(newtons(force), cleanAndDry, metres(bore)).sure.value()
                                : notKnown,
                            1.3, 2));
     }},
    {{.code = "R31",
      .title = "Coupling's rating",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "The next size of coupling.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              asks.ask(couplingOf(m, f).rated.known(), "what the coupling carries, of its sheet");
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The coupling is made for " + torqueText(f.capacity) + "; the motor brings up to " +
                     torqueText(f.demand) + ", half as much again is wanted.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Brought to it", "T_1", "T", {peakTerm(a, f.subject.stage)}, f.demand, Dm::Torque, "Nm");
          }},
     [](const CouplingScope &c, Rows &rows) {
         if (!c.m.hasMotor()) return;
         rows.add(marginRow(peakAt(c.s, c.place), c.stage.rated.v, 1, 1.5));
     }},
    {{.code = "TR-30",
      .title = "Coupling winds up",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "um",
      .advice = "A stiffer kind: bellows or discs; a larger one.",
      .source = "MECH",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askMotorAndLead(m, {}, asks); },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At work the coupling twists by " + micrometres(f.demand) + " at the nut; " +
                     micrometres(f.capacity) + " is the most.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &c = couplingOf(a.m, f);
              w.step("Twist at the nut", "x", "T_w/K*l/(2*pi)",
                     {term("T_w", "largest torque at work", worked(a.s, f.subject.stage), Dm::Torque, "Nm"),
                      term("K", "coupling", c.stiffness, Dm::TorsionalStiffness, "Nm/rad"), leadTerm(a.m)},
                     f.demand, Dm::Length, "um");
          }},
     [](const CouplingScope &c, Rows &rows) {
         if (!c.last() || c.m.rotary() || !c.m.hasMotor()) return; // a table counts its twist with the whole chain
         const auto twist =
             twistOf(newtonMetres(worked(c.s, c.place)), fromSi<TorsionalStiffness>(c.stage.stiffness.v));
         rows.add(upperRow(atNut(twist, metres(c.m.lead.v)).value(), 3e-6, 10e-6));
     }},
    {{.code = "TR-28",
      .title = "Coupling out of line",
      .part = Part::Motor,
      .station = StationId::Build,
      .unit = "mm",
      .advice = "Shim or shift the motor until both needles stand; or a kind that forgives more.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &f,
                  Asks &asks) { asks.ask(couplingOf(m, f).type() != nullptr, "what kind of coupling it is"); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto *t = couplingOf(a.m, f).type();
              return std::string(f.row == 1 ? "The shafts lean by " + withUnit(f.demand, Dm::Angle, "deg", 2) + "; "
                                            : "The shafts stand " + mm(f.demand, 2) + " beside each other; ") +
                     (t ? "a " + std::string(t->name) + " stands " : std::string("it stands ")) +
                     (f.row == 1 ? withUnit(f.capacity, Dm::Angle, "deg", 2) : mm(f.capacity, 2)) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &c = couplingOf(a.m, f);
              if (f.row == 1)
                  w.step("Lean", "a", "a_1", {term("a_1", "by dial on the hub's face", c.lean, Dm::Angle, "deg")},
                         f.demand, Dm::Angle, "deg");
              else
                  w.step("Beside each other", "e", "e_1",
                         {term("e_1", "half the dial's swing", c.offset, Dm::Length, "mm")}, f.demand, Dm::Length,
                         "mm");
          }},
     [](const CouplingScope &c, Rows &rows) {
         const auto &s = c.stage;
         const auto *t = s.type();
         if (s.offset.known()) rows.add(upperRow(s.offset.v, t ? t->lateral / 2 : notKnown, t ? t->lateral : notKnown));
         if (s.lean.known()) {
             auto f = upperRow(s.lean.v, t ? t->angular / 2 : notKnown, t ? t->angular : notKnown);
             f.unit = "deg";
             f.row = 1;
             f.subject.side = 1;
             rows.add(f);
         }
     }},
    {{.code = "R30",
      .title = "Shafts in the coupling",
      .part = Part::Motor,
      .station = StationId::Build,
      .unit = "mm",
      .advice = "The motor further out, a spacer, a millimetre off the longer shaft.",
      .source = "PRACTICE",
      .overridable = false,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The shafts end " + mm(f.capacity, 2) + " apart in the coupling" +
                     (f.verdict == Verdict::Holds ? "." : ": they butt when they grow warm.");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Apart", "g", "g_1",
                     {term("g_1", "length less what is in it", couplingOf(a.m, f).gap, Dm::Length, "mm")}, f.capacity,
                     Dm::Length, "mm");
          }},
     [](const CouplingScope &c, Rows &rows) {
         if (c.stage.gap.known()) rows.add(lowerRow(c.stage.gap.v, shaftsApart, shaftsApart));
     }},
};
} // namespace

template <> std::span<const StageCheck<Coupling>> stageChecks<Coupling>() { return couplingList; }

} // namespace lw
