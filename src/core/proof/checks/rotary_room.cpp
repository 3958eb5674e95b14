// A table that turns: the room it has, what it carries and what holds it, the work on it.
#include "drive/joints.h"
#include "proof/checks/limits.h"
#include "proof/checks/rotary_terms.h"
#include <algorithm>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// The friction that keeps the flanks of a reducer together, at the table.
double holdsBack(const AxisScope &a) {
    return a.m.pull.v + (a.s.chain.stages.empty() ? 0 : a.s.chain.stages.back().drag.value());
}

void unbalanceStep(const AxisScope &a, const Finding &f, Steps &w) {
    w.step("Weight out of the middle, the worst of a turn", "T", "T_u", {unbalanceTerm(a.m)}, f.demand, Dm::Torque,
           "Nm");
}

const AxisCheck rotaryRoomList[] = {
    {{.code = "ROT-08",
      .title = "Clamp against the cut",
      .part = Part::Brake,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "A second clamp, a larger radius of it, a lighter cut.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(table(m).clamp.known(), "what the clamp holds");
              askCut(m, asks);
              askLoad(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The cut and the weight ask " + torqueText(f.demand) + ", the clamp holds " +
                     torqueText(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              cutStep(a, w);
              w.step("To be held", "T", "T_c + T_u",
                     {term("T_c", "cut", a.s.rotary.cut, Dm::Torque, "Nm"), unbalanceTerm(a.m)}, f.demand, Dm::Torque,
                     "Nm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!clampedCut(a.m) || !table(a.m).hasClamp) return;
         rows.add(marginRow(heldTorque(a.m, a.s), table(a.m).clamp.v, 1.3, 2));
     }},
    {{.code = "ROT-09",
      .title = "Weight out of the middle",
      .part = Part::Table,
      .station = StationId::Duty,
      .unit = "Nm",
      .advice = "A counterweight opposite the heavy part, or load all faces.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askLoad(m, asks);
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "At its worst the weight turns the table with " + torqueText(f.demand) + "; its drive gives " +
                     torqueText(a.s.rotary.output) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("What the drive gives at the table", "T_o", "T_pk*i*eta_d",
                     {term("T_pk", "motor at rest", a.s.peakStatic, Dm::Torque, "Nm"), reductionTerm(a), driveTerm(a)},
                     a.s.rotary.output, Dm::Torque, "Nm");
              w.step("Weight may take of it", "T", "0.4*T_o",
                     {term("T_o", "the drive gives", a.s.rotary.output, Dm::Torque, "Nm")}, f.capacity, Dm::Torque,
                     "Nm");
          },
      .levers = {Lever::Ratio}},
     [](const AxisScope &a, Rows &rows) {
         if (!table(a.m).lies) return;
         rows.add(marginRow(table(a.m).unbalance, 0.4 * a.s.rotary.output, 1, 2));
     }},
    {{.code = "ROT-10",
      .title = "Falls through its play",
      .part = Part::Table,
      .station = StationId::Duty,
      .unit = "Nm",
      .advice = "A counterweight, brake drag, or preload.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askLoad(m, asks); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return f.verdict == Verdict::Holds
                         ? "Drag, " + torqueText(f.capacity) + ", keeps the flanks together against the weight's " +
                               torqueText(f.demand) + "."
                         : "The weight, " + torqueText(f.demand) + ", beats the drag, " + torqueText(f.capacity) +
                               ": twice a turn the work drops through " + angle(a.s.rotary.play) + " of play.";
          },
      .work = unbalanceStep},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!t.lies || !(a.s.rotary.play > 0) || t.purpose == RotaryPurpose::Spin) return;
         const double hold = holdsBack(a);
         if (!(t.unbalance == t.unbalance)) return rows.add(plainRow(Verdict::NotKnown));
         rows.add(plainRow(t.unbalance < hold              ? Verdict::Holds
                           : clampedCut(a.m) && t.hasClamp ? Verdict::Watch
                                                           : Verdict::Fails,
                           t.unbalance, hold));
     }},
    {{.code = "ROT-15",
      .title = "Goes under the head",
      .part = Part::Table,
      .station = StationId::AsFound,
      .unit = "mm",
      .advice = "A lower unit, a riser under the head, a shorter tool; or never pass over it.",
      .source = "TRIG",
      .overridable = false,
      .hazard = "Jaws that open into a tool or a portal are thrown. Turn it once by hand, jaws open, before power.",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              const auto &t = table(m);
              asks.ask(t.height.known(), "height of the axis");
              asks.ask(t.jaws.known(), "reach of the open jaws");
              asks.ask(t.portal.known() || (t.nose.known() && t.tool.known()), "spindle nose and tool, or the portal");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return f.capacity < 0 ? "The open jaws stand " + mm(-f.capacity) + " into what is above."
                                    : "Open jaws clear what is above by " + mm(f.capacity) +
                                          (a.s.rotary.largestWork > 0
                                               ? "; work up to " + mm(a.s.rotary.largestWork) + " across fits."
                                               : ".");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &t = table(a.m);
              const bool tool = t.nose.known() && t.tool.known(), portal = t.portal.known();
              std::vector<Term> terms;
              std::string above;
              if (tool) {
                  above = "Z - l";
                  terms.push_back(term("Z", "nose at the top", t.nose, Dm::Length, "mm"));
                  terms.push_back(term("l", "tool", t.tool, Dm::Length, "mm"));
              }
              if (portal) {
                  above = tool ? "min(Z - l, H)" : "H";
                  terms.push_back(term("H", "portal", t.portal, Dm::Length, "mm"));
              }
              terms.push_back(term("h", "axis over the table", t.height, Dm::Length, "mm"));
              terms.push_back(term("D", "open jaws", t.jaws, Dm::Length, "mm"));
              w.step("Room over the open jaws", "g", above + " - h - D/2", terms, f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         auto f = lowerRow(a.s.rotary.gap, 10e-3, 3e-3);
         rows.add(f);
     }},
    {{.code = "ROT-16",
      .title = "Largest work",
      .part = Part::Table,
      .station = StationId::AsFound,
      .unit = "mm",
      .advice = "Smaller work, a riser, or the unit turned about.",
      .source = "TRIG",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(table(m).height.known(), "height of the axis");
              asks.ask(table(m).swing.known(), "the largest work");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "Work up to " + mm(f.capacity) + " across fits; " + mm(f.demand) + " is wanted" +
                     (table(a.m).square ? ", over the corners." : ".");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &t = table(a.m);
              std::vector<Term> terms{term("h", "axis over the table", t.height, Dm::Length, "mm"),
                                      term("c", "room under the work", t.bedGap, Dm::Length, "mm")};
              std::string formula = "2*min(h - c";
              if (t.nose.known() && t.tool.known()) {
                  formula += ", Z - l - h";
                  terms.push_back(term("Z", "nose at the top", t.nose, Dm::Length, "mm"));
                  terms.push_back(term("l", "tool", t.tool, Dm::Length, "mm"));
              }
              if (t.portal.known()) {
                  formula += ", H - h";
                  terms.push_back(term("H", "portal", t.portal, Dm::Length, "mm"));
              }
              if (formula == "2*min(h - c") formula = "2*(h - c";
              w.step("Largest work", "D", formula + ")", terms, f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const double wished = table(a.m).swing.v;
         if (!table(a.m).swing.known()) return;
         rows.add(marginRow(wished, a.s.rotary.largestWork, 1, (wished + 10e-3) / wished));
     }},
    {{.code = "ROT-16",
      .title = "Tool reaches the work",
      .part = Part::Table,
      .station = StationId::AsFound,
      .unit = "mm",
      .advice = "A longer tool, a riser under the unit, or a head that comes lower.",
      .source = "TRIG",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              const auto &t = table(m);
              asks.ask(t.tool.known(), "the tool");
              asks.ask(t.height.known(), "height of the axis");
              asks.ask(t.finish.known() || t.radius.known(), "the radius of the cut");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Head down, the tool comes to " + mm(f.demand) + " of the axis; the cut is at " + mm(f.capacity) +
                     ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &t = table(a.m);
              w.step("Nearest to the axis", "r", "max(0, Z_0 - l - h)",
                     {term("Z_0", "nose at the bottom", t.noseLow, Dm::Length, "mm"),
                      term("l", "tool", t.tool, Dm::Length, "mm"),
                      term("h", "axis over the table", t.height, Dm::Length, "mm")},
                     f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!t.noseLow.known()) return;
         const double cut = t.finish.known() ? t.finish.v / 2 : t.radius.v, tip = a.s.rotary.lowestTip;
         rows.add(plainRow(!(cut == cut) || !(tip == tip) ? Verdict::NotKnown
                           : tip <= cut                   ? Verdict::Holds
                                                          : Verdict::Fails,
                           tip, cut));
     }},
    {{.code = "ROT-17",
      .title = "Heaviest piece to lift",
      .part = Part::Table,
      .station = StationId::AsFound,
      .unit = "kg",
      .advice = "A hoist, or a second person; take it apart.",
      .source = "ISO-11228",
      .overridable = false,
      .hazard = "Over 20 kg: two people; over 40 kg: a hoist. Nobody under the load.",
      .say =
          [](const AxisScope &a, const Finding &f) {
              return withUnit(f.demand, Dm::Mass, "kg", 3) + " to lift, " + (table(a.m).twoPeople ? "two" : "one") +
                     " to lift it; " + withUnit(f.capacity, Dm::Mass, "kg", 3) + " is the most.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("To lift", "m", "m_p", {term("m_p", "heaviest piece", table(a.m).weight, Dm::Mass, "kg")},
                     f.demand, Dm::Mass, "kg");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (t.weight.known()) rows.add(upperRow(t.weight.v, 20, t.twoPeople ? 40 : 25));
     }},
    {{.code = "ROT-19",
      .title = "Chuck's marked speed",
      .part = Part::Table,
      .station = StationId::Duty,
      .unit = "rpm",
      .advice = "A chuck marked for it, or slower.",
      .source = "PRACTICE",
      .overridable = false,
      .hazard = "A chuck past its mark throws its jaws. Guard closed, stand aside, never past the mark.",
      .say =
          [](const AxisScope &, const Finding &f) {
              return "It shall turn at " + rpmText(f.demand) + "; the chuck is good for " + rpmText(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &mark = table(a.m).chuckSpeed;
              w.step(mark.known() ? "Marked on the chuck" : "No mark: 500 at most", "n", "30/pi*n_c",
                     {mark.known() ? term("n_c", "marked", mark, Dm::RotationSpeed, "rpm")
                                   : term("n_c", "without a mark", f.capacity * pi / 30, Dm::RotationSpeed, "rpm",
                                          Standing::Assumed)},
                     f.capacity);
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (t.purpose != RotaryPurpose::Spin && t.second != RotaryPurpose::Spin) return;
         rows.add(marginRow(a.m.rapid.v * 30 / pi, t.chuckSpeed.known() ? t.chuckSpeed.v * 30 / pi : 500, 1, 1));
     }},
    {{.code = "ROT-19",
      .title = "Balance",
      .part = Part::Table,
      .station = StationId::Duty,
      .unit = "mm",
      .advice = "Balance it, or slower.",
      .source = "ISO-21940-11",
      .hazard = "What is out of balance throws the work. Bring it up slowly, guard closed, stand aside.",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(table(m).offset.known(), "how far the mass lies off the axis");
              asks.ask(m.rapid.known(), "the speed");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The mass lies " + mm(f.demand, 2) + " off the axis; at that speed " + mm(f.capacity / 2, 2) +
                     " is good.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Twice what the grade allows", "e", "2*G/w",
                     {term("G", "balance grade G 6.3, m/s", 6.3e-3, Dm::Number, {}, Standing::Stated),
                      term("w", "table", a.m.rapid, Dm::RotationSpeed, "rpm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (t.purpose != RotaryPurpose::Spin && t.second != RotaryPurpose::Spin) return;
         rows.add(upperRow(t.offset.v, a.s.rotary.permittedOffset, 2 * a.s.rotary.permittedOffset));
     }},
    {{.code = "ROT-20",
      .title = "Geared too low to spin",
      .part = Part::Reducer,
      .station = StationId::Drive,
      .unit = "",
      .advice = "A belt of 1:1 to 3:1 for turning; this reducer for the other work.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &a, const Finding &f) {
              return f.verdict == Verdict::Holds
                         ? "A belt's reduction, as a spindle wants it."
                         : "A turning spindle wants 1:1 to 3:1; this is " + numberText(a.s.ratio(), 3) + ":1.";
          },
      .work = [](const AxisScope &a, const Finding &f,
                 Steps &w) { w.step("Reduction", "r", "i", {reductionTerm(a)}, f.demand); }},
     [](const AxisScope &a, Rows &rows) {
         if (table(a.m).purpose != RotaryPurpose::Spin && table(a.m).second != RotaryPurpose::Spin) return;
         bool worm = false;
         for (const auto &s : a.m.stages)
             if (const auto *r = std::get_if<Reducer>(&s.stage)) worm |= r->worm();
         rows.add(plainRow(worm || a.s.ratio() > 10 ? Verdict::Fails : Verdict::Holds, a.s.ratio(), 10));
     }},
    {{.code = "ROT-21",
      .title = "Stands with the power off",
      .part = Part::Brake,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "A brake or a clamp.",
      .source = "PRACTICE",
      .overridable = false,
      .hazard = "An uneven load turns by itself when the power goes. Block it before hands go near.",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askLoad(m, asks);
              asks.ask(table(m).clampTold, "whether there is a clamp or brake");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &t = table(a.m);
              return f.demand < f.capacity ? "Drag alone holds what it carries."
                     : t.hasClamp          ? "A clamp or brake holds it."
                     : a.s.rotary.locks    ? "Only the worm holds it: vibration lets it go."
                                           : "Power off, " + torqueText(f.demand) + " of weight turns it by itself.";
          },
      .work = unbalanceStep},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!t.lies) return;
         const double hold = holdsBack(a);
         if (!(t.unbalance == t.unbalance)) return rows.add(plainRow(Verdict::NotKnown));
         rows.add(plainRow(t.unbalance < hold || t.hasClamp ? Verdict::Holds
                           : !t.clampTold                   ? Verdict::NotKnown
                           : a.s.rotary.locks               ? Verdict::Watch
                                                            : Verdict::Fails,
                           t.unbalance, hold));
     }},
    {{.code = "ROT-23",
      .title = "Slender work",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "",
      .advice = "A tailstock, or a steady.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "It is " + numberText(f.demand, 2) + " times as long as thick; " +
                     (table(a.m).tailstock ? "between centres " : "in the chuck alone ") + numberText(f.capacity, 2) +
                     " is the most.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Length over thickness", "s", "L/D",
                     {term("L", "sticks out", table(a.m).stockLength, Dm::Length, "mm"),
                      term("D", "work", table(a.m).stock, Dm::Length, "mm")},
                     f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!t.stockLength.known() || !t.stock.known()) return;
         rows.add(t.tailstock ? upperRow(t.stockLength.v / t.stock.v, 10, 15)
                              : upperRow(t.stockLength.v / t.stock.v, 3, 5));
     }},
    {{.code = "ROT-24",
      .title = "Bolted down",
      .part = Part::Table,
      .station = StationId::AsFound,
      .unit = "N",
      .advice = "More bolts, clean faces, keys in the slots; tighten crosswise in three rounds.",
      .source = "ISO-898-1",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(table(m).boltSize.known() && boltSize(table(m).boltSize.v * 1e3).has_value(),
                       "bolt size, M5 to M12");
              asks.ask(table(m).force.known(), "the force of the cut");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.row == 1 ? "One bolt is a pivot: two at least."
                                : "Its bolts hold " + newton(f.capacity) + " sideways; the cut pushes " +
                                      newton(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &t = table(a.m);
              const auto size = boltSize(t.boltSize.v * 1e3);
              if (!size || f.row == 1) return;
              const double area = stressArea(size->diameter, size->pitch), half = 0.5 * 0.65 * 580e6;
              w.step("Clamp force of a bolt, half of what it bears: slot lips of iron", "F_b", "p*A",
                     {term("p", "half of 0.65 of the proof stress of 8.8", half, Dm::Pressure, "N/mm2"),
                      term("A", "section that carries", area, Dm::Area, "mm2")},
                     half * area, Dm::Force, "N");
              w.step("Slips at", "F", "mu*n*F_b",
                     {term("mu", "clean faces", 0.15, Dm::Number, {}, Standing::Assumed), term("n", "bolts", t.bolts),
                      newtonTerm("F_b", "a bolt", half * area)},
                     f.capacity, Dm::Force, "N");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!t.bolts.known()) return;
         const auto size = t.boltSize.known() ? boltSize(t.boltSize.v * 1e3) : std::nullopt;
         const double clamp =
             size ? 0.5 * boltPreload(stressArea(size->diameter, size->pitch), megapascals(580), 0.65).value()
                  : notKnown;
         auto f = marginRow(t.force.v * (a.m.cuts.empty() ? 1 : a.m.factorOf(a.m.cuts.front()).v),
                            0.15 * t.bolts.v * clamp, 1.5, 3);
         if (t.bolts.v < 1.5) {
             f = plainRow(Verdict::Fails, 2, 1);
             f.row = 1;
         }
         rows.add(f);
     }},
    {{.code = "ROT-25",
      .title = "Round from the blank",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "mm",
      .advice = "A bigger blank, or centre it better.",
      .source = "TRIG",
      .say =
          [](const AxisScope &a, const Finding &f) {
              const double flat = f.demand - f.capacity;
              return flat > 0
                         ? "Flats stay: the blank gives " + mm(f.capacity) + " round, " + mm(f.demand) + " is wanted."
                         : "The blank gives " + mm(f.capacity) + " round; " + mm(table(a.m).finish.v) + " is wanted.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Largest round in it", "D", "a - 2*c",
                     {term("a", "blank across", table(a.m).stock, Dm::Length, "mm"),
                      term("c", "off centre", table(a.m).offCentre, Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!t.finish.known() || !t.stock.known()) return;
         rows.add(marginRow(t.finish.v, t.stock.v - 2 * t.offCentre.v, 1, (t.finish.v + 1e-3) / t.finish.v));
     }},
};
} // namespace

std::span<const AxisCheck> rotaryRoomChecks() { return rotaryRoomList; }

} // namespace lw
