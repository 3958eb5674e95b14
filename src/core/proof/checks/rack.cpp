// Rack and pinion of a carriage: what bends their teeth.
#include "proof/checks/common.h"
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// The most the teeth pass on: the work, or the motor held at a stop.
double rackForce(const AxisState &s) { return std::fmax(s.maxAxial, s.stallThrust); }
const Material *rackMaterial(const Rack &r, int side) { return side == 1 ? r.rack : r.pinion; }
/// A rack's tooth is that of a wheel without end.
double formOf(const Rack &r, int side) { return pi * (0.154 - (side == 1 ? 0 : 0.912 / r.teeth)); }
double speedFactor(const AxisModel &m) { return 6.1 / (6.1 + m.rapid.v); }
double rackStress(const AxisModel &m, const AxisState &s, int side) {
    const auto &r = *m.rack();
    if (!r.sized() || !(formOf(r, side) > 0)) return notKnown;
    return rackForce(s) / (speedFactor(m) * r.width.v * r.module.v * formOf(r, side));
}

const AxisCheck rackList[] = {
    {{.code = "TR-20",
      .title = "Teeth of pinion and rack",
      .part = Part::Rack,
      .station = StationId::Drive,
      .unit = "N/mm2",
      .advice = "A coarser module, a wider pinion, steel; less torque of the motor.",
      .source = "LEWIS",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto &r = *m.rack();
              asks.ask(r.module.known(), "the rack's module: ten teeth by caliper, over 31.4");
              asks.ask(r.teeth > 0, "the pinion's teeth");
              asks.ask(r.width.known(), "how wide they meet");
              const auto *of = rackMaterial(r, f.subject.side);
              asks.ask(of, f.subject.side == 1 ? "what the rack is made of" : "what the pinion is made of");
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return (a.s.maxAxial > a.s.stallThrust ? "The work pushes with "
                                                     : "Held at a stop the motor pushes with ") +
                     newton(rackForce(a.s)) + ": teeth bent to " + withUnit(f.demand, Dm::Pressure, "N/mm2", 2) +
                     " of " + withUnit(f.capacity, Dm::Pressure, "N/mm2", 2) + ".";
          },
      .name = [](const AxisModel &, const Finding &f) -> std::string {
          return f.subject.side == 1 ? "Teeth of the rack" : "Teeth of the pinion";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &r = *a.m.rack();
              w.step("At the root", "s", "F/(k_v*b*m*Y)",
                     {newtonTerm("F", "along the rack", rackForce(a.s)),
                      constant("k_v", "for its speed, 6.1/(6.1 + v)", speedFactor(a.m)),
                      term("b", "width", r.width, Dm::Length, "mm"), term("m", "module", r.module, Dm::Length, "mm"),
                      constant("Y", "form, pi*(0.154 - 0.912/z)", formOf(r, f.subject.side))},
                     f.demand, Dm::Pressure, "N/mm2");
              w.assume("An estimate: a tooth as a short beam, all the load on one.");
          },
      .levers = {Lever::Current}},
     [](const AxisScope &a, Rows &rows) {
         const auto *r = a.m.rack();
         if (!r || !a.m.hasMotor() || !r->sized()) return; // an old rack nobody counted asks nothing more
         for (const int side : {0, 1}) {
             const auto *of = rackMaterial(*r, side);
             auto f = marginRow(rackStress(a.m, a.s, side), of ? of->toothStress : notKnown, 1, 1.5);
             f.subject.side = static_cast<std::int8_t>(side);
             rows.add(f);
         }
     }},
};
} // namespace

std::span<const AxisCheck> rackChecks() { return rackList; }

} // namespace lw
