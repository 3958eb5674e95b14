// The motor on a mount that is there already: its holes, its pilot.
#include "proof/checks/common.h"
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

constexpr double holesForgive = 0.3e-3; ///< of a bolt square, by the clearance of its holes; common practice

const AxisCheck mountList[] = {
    {{.code = "R26",
      .title = "Motor on its mount",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Another mount, or an adapter plate; never holes drawn out with a file.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              if (f.row == 0)
                  asks.ask(m.motorBody().boltSquare.known(), "the motor's bolt square");
              else
                  asks.ask(m.motorBody().pilot.known(), "the motor's pilot");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              const bool fits = f.verdict == Verdict::Holds;
              return f.row == 0 ? "The motor's holes stand " + mm(f.demand) + " apart, the mount's " + mm(f.capacity) +
                                      (fits ? "." : ": it does not fit.")
                                : "The motor's pilot has " + mm(f.demand) + ", the mount's bore " + mm(f.capacity) +
                                      (fits ? "." : ": it does not go in.");
          },
      .name = [](const AxisModel &,
                 const Finding &f) { return std::string(f.check->title) + (f.row == 0 ? ", holes" : ", pilot"); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              if (f.row == 0)
                  w.step("Motor's holes", "s", "s_1",
                         {term("s_1", "bolt square", a.m.motorBody().boltSquare, Dm::Length, "mm")}, f.demand,
                         Dm::Length, "mm");
              else
                  w.step("Motor's pilot", "d", "d_1", {term("d_1", "pilot", a.m.motorBody().pilot, Dm::Length, "mm")},
                         f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.plate || !a.m.hasMotor() || !a.m.plate->square.known()) return; // a plate that is made is made for it
         const auto &motor = a.m.motorBody();
         const auto row = [&](const Known &has, const Known &mount, bool fits, std::int8_t n) {
             auto f = plainRow(!has.known() ? Verdict::NotKnown
                               : fits       ? Verdict::Holds
                                            : Verdict::Fails,
                               has.v, mount.v);
             f.row = n;
             rows.add(f);
         };
         row(motor.boltSquare, a.m.plate->square, std::fabs(motor.boltSquare.v - a.m.plate->square.v) <= holesForgive,
             0);
         if (a.m.plate->pilotBore.known())
             row(motor.pilot, a.m.plate->pilotBore, motor.pilot.v <= a.m.plate->pilotBore.v + 1e-9, 1);
     }},
    {{.code = "R27",
      .title = "Pilot in its recess",
      .part = Part::Motor,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "The recess deeper, or bored through: else the motor sits on its pilot and leans.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.motorBody().pilotHeight.known(), "how far the motor's pilot stands out");
              asks.ask(m.plate && m.plate->recess.known(), "how deep the mount's recess is");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The pilot stands out " + mm(f.demand, 2) + ", the recess is " + mm(f.capacity, 2) + " deep" +
                     (f.verdict == Verdict::Holds ? "." : ": the motor would sit on its pilot.");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Pilot", "h", "h_1",
                     {term("h_1", "off the motor's face", a.m.motorBody().pilotHeight, Dm::Length, "mm")}, f.demand,
                     Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.plate || !a.m.hasMotor()) return;
         const auto &height = a.m.motorBody().pilotHeight, &recess = a.m.plate->recess;
         if (!recess.known()) return; // bored through, as the plate is drawn
         rows.add(plainRow(!height.known()        ? Verdict::NotKnown
                           : recess.v >= height.v ? Verdict::Holds
                                                  : Verdict::Fails,
                           height.v, recess.v));
     }},
};
} // namespace

std::span<const AxisCheck> mountChecks() { return mountList; }

} // namespace lw
