// The plate a motor sits on: whether the motor stays put, its screws.
#include "plate/plate.h"
#include "drive/hubs.h"
#include "drive/joints.h"
#include "proof/checks/limits.h"
#include "proof/checks/plate_of.h"
#include "proof/checks/torque_steps.h"
#include <algorithm>

namespace lw {

namespace {
using namespace checks;
using Dm = Dimension;

constexpr double dowelShear = 150e6;   ///< Pa, a hardened pin; common practice
constexpr double plateFriction = 0.12; ///< painted off, dry; common practice

/// What holds the motor: its four screws, tightened as their size wants, half of that where slots have thick washers.
double clampOf(const Plate &p) {
    const auto size = boltSize(p.bolts.size);
    return size ? boltPreload(stressArea(size->diameter, size->pitch), megapascals(580), 0.65).value() : notKnown;
}
double pullOn(const AxisState &s) { return s.stages.empty() ? notKnown : s.stages[0].figures.sideways.value(); }
FaceScrew screwOf(const AxisModel &m, const Plate &p) {
    const auto &said = *m.plate;
    const auto size = boltSize(p.bolts.size);
    return faceScrew(metres(said.boltLength.v), metres(p.thickness + (said.washer.known() ? said.washer.v : 0)),
                     metres(said.threadDepth.v), size ? size->pitch : millimetres(0.45));
}

const PlateCheck motorPlateList[] = {
    {{.code = "TR-47",
      .title = "Motor stays put in its slots",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "Thicker washers and clean, dry faces; a push screw behind the motor; larger screws.",
      .source = "ISO-898-1",
      .needs = [](const AxisModel &m, const Finding &f, Asks &asks) { askBelt(m, f, asks); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto p = *plateOfAxis(a.m, a.s, PlateKind::Motor);
              return "Four M" + numberText(p.bolts.size, 2) + ", tightened right, grip " + newton(f.capacity) +
                     " by friction; the belt pulls " + newton(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto p = *plateOfAxis(a.m, a.s, PlateKind::Motor);
              const auto size = boltSize(p.bolts.size);
              if (!size) return;
              const double area = stressArea(size->diameter, size->pitch);
              w.step("Clamp force of a screw, 8.8", "F_b", "0.65*S_p*A",
                     {term("S_p", "proof stress", 580e6, Dm::Pressure, "N/mm2"),
                      term("A", "section that carries", area, Dm::Area, "mm2")},
                     clampOf(p), Dm::Force, "N");
              w.step("Grip", "F", "4*mu*F_b",
                     {term("mu", "dry faces", plateFriction, Dm::Number, {}, Standing::Assumed),
                      newtonTerm("F_b", "a screw", clampOf(p))},
                     f.capacity, Dm::Force, "N");
          },
      .levers = {Lever::Teeth}},
     [](const PlateScope &a, Rows &rows) {
         const auto &p = a.plate;
         if (!p.slotted) return;
         rows.add(marginRow(pullOn(a.s), slipLoad(4, plateFriction, newtons(clampOf(p))).value(), 1.2, 1.5));
     }},
    {{.code = "TR-32",
      .title = "Screws in the motor's face",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Another length of screw, a washer more or less.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.plate->boltLength.known(), "how long the motor's screws are");
              asks.ask(m.plate->threadDepth.known(), "how deep the threads in its face are");
              asks.ask(m.plate->thickness.known(), "how thick the plate is");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto p = *plateOfAxis(a.m, a.s, PlateKind::Motor);
              const auto screw = screwOf(a.m, p);
              if (screw.bottoms())
                  return "They go " + mm(screw.entry.value(), 2) + " in, " + mm(screw.limit.value(), 2) +
                         " is the most: they press on the winding before the head sits.";
              return "They go " + mm(screw.entry.value(), 2) + " in; " + mm(screw.engaged.value(), 2) +
                     " of thread hold" + (f.verdict == Verdict::Holds ? "." : ", one diameter is wanted.");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto p = *plateOfAxis(a.m, a.s, PlateKind::Motor);
              const auto screw = screwOf(a.m, p);
              const auto stack = p.thickness + (a.m.plate->washer.known() ? a.m.plate->washer.v : 0);
              w.step("Goes in", "x", "L - t",
                     {term("L", "screw", a.m.plate->boltLength, Dm::Length, "mm"),
                      term("t", "plate and washers", stack, Dm::Length, "mm")},
                     screw.entry.value(), Dm::Length, "mm");
              if (f.row == 1) return;
              w.step("Thread that holds", "e", "min(x, h)",
                     {term("x", "goes in", screw.entry.value(), Dm::Length, "mm"),
                      term("h", "thread deep", a.m.plate->threadDepth, Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const PlateScope &a, Rows &rows) {
         const auto &m = a.m;
         const auto &p = a.plate;
         // through holes take a nut; a tapped face asks
         if (!p.bolts.tapped && !m.plate->threadDepth.known()) return;
         if (!m.plate->boltLength.known() || !m.plate->threadDepth.known() || !m.plate->thickness.known())
             return rows.add(plainRow(Verdict::NotKnown));
         const auto screw = screwOf(m, p);
         const double d = p.bolts.size * 1e-3;
         const bool shallow = m.plate->threadDepth.v < 1.3 * d; // then less is enough, gently tightened
         auto f = marginRow(d, screw.engaged.value(), shallow ? 0.6 : 0.8, shallow ? 0.7 : 1);
         if (screw.bottoms()) {
             f = marginRow(screw.entry.value(), std::max(screw.limit.value(), 0.0), 1, 1);
             f.row = 1;
         }
         rows.add(f);
     }},
    {{.code = "TR-48",
      .title = "Dowels against the belt",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "Thicker pins, or one more, far from the first; ream both parts together.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &f, Asks &asks) { askBelt(m, f, asks); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return numberText(a.m.plate->dowels.v, 2) + " pins of " + mm(a.m.plate->dowel.v) + " stand " +
                     newton(f.capacity) + " across; the belt pulls " + newton(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Pins shear at", "F", "n*t*pi*d^2/4",
                     {term("n", "pins", a.m.plate->dowels),
                      term("t", "hardened pin, in shear", dowelShear, Dm::Pressure, "N/mm2", Standing::Assumed),
                      term("d", "pin", a.m.plate->dowel, Dm::Length, "mm")},
                     f.capacity, Dm::Force, "N");
          }},
     [](const PlateScope &a, Rows &rows) {
         const auto &said = *a.m.plate;
         if (!said.dowels.known() || !said.dowel.known() || !(said.dowels.v > 0))
             return; // slots alone hold by friction
         rows.add(marginRow(pullOn(a.s), said.dowels.v * dowelShear * pi / 4 * said.dowel.v * said.dowel.v, 1.3, 2));
     }},
    {{.code = "TR-49",
      .title = "Threads in the motor's face",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "N",
      .advice = "Longer screws as far as the hole is deep, an insert; tighten to 60 %.",
      .source = "ISO-898-1",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.plate->boltLength.known(), "how long the motor's screws are");
              asks.ask(m.plate->thickness.known(), "how thick the plate is");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.verdict == Verdict::Holds
                         ? "A screw would break before its thread in the face strips."
                         : "The thread in the face strips at " + newton(f.capacity) + ", the screw breaks at " +
                               newton(f.demand) + ": tightened hard, the face is lost.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto p = *plateOfAxis(a.m, a.s, PlateKind::Motor);
              w.step("Thread strips at", "F_s", "t*0.875*pi*d*e",
                     {term("t", "cast aluminium, in shear", tappedShear("aluminium_cast")->value(), Dm::Pressure,
                           "N/mm2", Standing::Assumed),
                      term("d", "screw", p.bolts.size * 1e-3, Dm::Length, "mm"),
                      term("e", "thread that holds", screwOf(a.m, p).engaged.value(), Dm::Length, "mm")},
                     f.capacity, Dm::Force, "N");
          }},
     [](const PlateScope &a, Rows &rows) {
         const auto &m = a.m;
         if (!m.plate->threadDepth.known()) return; // through holes take a nut
         if (!m.plate->boltLength.known() || !m.plate->thickness.known()) return rows.add(plainRow(Verdict::NotKnown));
         const auto engaged = screwOf(m, a.plate).engaged;
         if (!(engaged.value() > 0)) return; // said by the screw's own row
         const auto s = threadStrength(a.plate.bolts.size, "8.8", engaged, *tappedShear("aluminium_cast"));
         rows.add(s ? marginRow(s->breaks.value(), s->strips.value(), 1, 1.2) : plainRow(Verdict::NotKnown));
     }},
};
} // namespace

std::span<const PlateCheck> motorPlateChecks() { return motorPlateList; }

} // namespace lw
