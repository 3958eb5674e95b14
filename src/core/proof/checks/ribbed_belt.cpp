// A V-ribbed belt: ribs for its pull, pulleys large enough, and what it must not drive.
#include "proof/checks/common.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;
using RibScope = StageScope<RibbedBelt>;

const RibbedBelt &ribbedOf(const AxisModel &m, const Finding &f) {
    return *m.stageAs<RibbedBelt>(static_cast<std::size_t>(f.subject.stage));
}
void askSection(const AxisModel &m, const Finding &f, Asks &asks) {
    asks.ask(ribbedOf(m, f).section(), "the belt's code, as 6 PJ 610");
    asks.ask(ribbedOf(m, f).sized(), "the diameters of both pulleys");
}
const Known &smaller(const RibbedBelt &b) { return b.driver.v <= b.driven.v ? b.driver : b.driven; }

const StageCheck<RibbedBelt> ribbedChecks[] = {
    {{.code = "TR-17",
      .title = "Ribs of the belt",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "",
      .advice = "More ribs, a bigger small pulley, an idler on the slack side.",
      .source = "RIBBED",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askSection(m, f, asks);
              askMotor(m, asks);
              asks.ask(m.rapid.known(), "the rapid");
              asks.ask(ribbedOf(m, f).centre.known() || ribbedOf(m, f).read.has_value(), "the centre distance");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At the motor's peak it takes " + numberText(f.demand, 2) + " ribs; the belt has " +
                     numberText(f.capacity, 2) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &b = ribbedOf(a.m, f);
              const auto &work = *a.s.stageWork<RibbedBelt>(static_cast<std::size_t>(f.subject.stage));
              if (!work.forcesKnown) return;
              w.step("Ribs", "n", "F*k_s/(F_r*k_w)",
                     {newtonTerm("F", "pull", work.forces.pull.value()), term("k_s", "service", b.service),
                      newtonTerm("F_r", "a rib carries", b.section()->pull, Standing::Assumed),
                      constant("k_w", "for the wrap, 1.25*(1 - 5^(-wrap/pi))", work.forces.wrapFactor)},
                     f.demand);
          },
      .levers = {Lever::Current}},
     [](const RibScope &b, Rows &rows) {
         const bool known = b.work.forcesKnown && b.stage.read;
         rows.add(marginRow(known ? b.work.forces.ribsExact : notKnown, b.stage.read ? b.stage.read->ribs : notKnown,
                            0.9, 1));
     }},
    {{.code = "TR-17",
      .title = "Smallest ribbed pulley",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A bigger pulley, or a finer section.",
      .source = "RIBBED",
      .needs = askSection,
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "The smaller pulley has " + mm(f.capacity) + "; " + std::string(ribbedOf(a.m, f).section()->name) +
                     " belts want " + mm(f.demand) + " at least.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Smaller pulley", "d", "d_1",
                     {term("d_1", "effective diameter", smaller(ribbedOf(a.m, f)), Dm::Length, "mm")}, f.capacity,
                     Dm::Length, "mm");
          }},
     [](const RibScope &b, Rows &rows) {
         const auto *s = b.stage.section();
         auto f =
             marginRow(s ? s->leastDiameter * 1e-3 : notKnown, b.stage.sized() ? smaller(b.stage).v : notKnown, 0.9, 1);
         f.subject.side = b.stage.sized() && b.stage.driven.v < b.stage.driver.v ? 1 : 0;
         rows.add(f);
     }},
    {{.code = "TR-18",
      .title = "Ribbed belt where a place is kept",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "",
      .advice = "A toothed belt.",
      .source = "PRACTICE",
      .overridable = false,
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Holds
                     ? "It only turns: that is what such belts are for."
                     : "Such a belt creeps by half to one turn in a hundred and slips: the axis "
                       "loses its place.";
      },
      .figure = [](const Finding &f) { return std::string(f.verdict == Verdict::Holds ? "turns" : "creeps"); },
      .work =
          [](const AxisScope &, const Finding &f, Steps &w) {
              w.step("Creeps", "c", "c_0", {constant("c_0", "of every turn, common practice", 0.01)}, f.demand);
          }},
     [](const RibScope &b, Rows &rows) {
         const bool turns = b.m.rotary() && b.m.rotary()->purpose == RotaryPurpose::Spin;
         rows.add(plainRow(turns ? Verdict::Holds : Verdict::Fails, 0.01, 0));
     }},
};
} // namespace

template <> std::span<const StageCheck<RibbedBelt>> stageChecks<RibbedBelt>() { return ribbedChecks; }

} // namespace lw
