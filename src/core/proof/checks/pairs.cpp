// Parts of a chain that have to go together: shaft and hub, bearing and journal, pulley and plate; sizes that look
// alike.
#include "drive/screw_life.h"
#include "proof/checks/common.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

/// Sizes one takes for another, mm; common practice.
struct Alike {
    double a, b;
    std::string_view names;
};
constexpr Alike alikeShafts[] = {{6, 6.35, "6 and 1/4 in (6.35)"},      {8, 7.9375, "8 and 5/16 in (7.94)"},
                                 {9.525, 10, "3/8 in (9.53) and 10"},   {12, 12.7, "12 and 1/2 in (12.70)"},
                                 {15.875, 16, "5/8 in (15.88) and 16"}, {19, 19.05, "19 and 3/4 in (19.05)"}};
constexpr Alike alikePitches[] = {{2.032, 2, "MXL (2.032) and 2 mm"}, {5.08, 5, "XL (5.08) and 5 mm"}};

const Alike *pairOf(std::span<const Alike> pairs, double one, double other, double within) {
    const auto is = [&](double x, double y) { return std::fabs(x - y) < within; };
    for (const auto &p : pairs)
        if ((is(one, p.a) && is(other, p.b)) || (is(one, p.b) && is(other, p.a))) return &p;
    return nullptr;
}
/// The shaft a wheel or hub sits on: the motor's, or the final one.
const FitSize *shaftAtEnd(const AxisModel &m, std::size_t place, std::size_t side) {
    if (place == 0 && side == 0) return &m.motorBody().shaft;
    if (place + 1 == m.stages.size() && side == 1) return &m.screwEnd;
    return nullptr;
}
const Alike *alikeAt(const AxisModel &m, const Subject &s) {
    const auto place = static_cast<std::size_t>(s.stage);
    if (s.side < 0) { // belt and pulleys
        const auto *b = m.stageAs<ToothedBelt>(place);
        const auto *belt = b ? b->beltProfileRead() : nullptr;
        return belt && b->driver.profile ? pairOf(alikePitches, belt->pitch, b->driver.profile->pitch, 1e-3) : nullptr;
    }
    const auto *bore = seatOf(m.stages[place].stage, static_cast<std::size_t>(s.side)).bore;
    const auto *shaft = shaftAtEnd(m, place, static_cast<std::size_t>(s.side));
    if (!bore || !shaft || !bore->known() || !shaft->known()) return nullptr;
    return pairOf(alikeShafts, bore->nominal * 1e3, shaft->nominal * 1e3, 0.03);
}
std::string seatName(const AxisModel &m, const Finding &f) {
    const auto place = static_cast<std::size_t>(f.subject.stage);
    return std::string(seatOf(m.stages[place].stage, std::size_t(f.subject.side)).what) +
           (place == 0 && f.subject.side == 0 ? " on the motor" : " on the screw");
}
constexpr double flangeThick = 1.6e-3; ///< m, of a pulley as sold; common practice
double plateThick(const AxisModel &m) { return m.plate && m.plate->thickness.known() ? m.plate->thickness.v : 0; }
/// Between plate (or motor face) and what turns, m.
double freeBeside(const AxisModel &m) {
    const auto *b = m.stageAs<ToothedBelt>(0);
    return b->offFace.v - b->driver.faceWidth.v / 2 - (b->driver.flanges > 0 ? flangeThick : 0) - plateThick(m);
}
/// Motor shaft that is inside its pulley, m.
double shaftInHub(const AxisModel &m) {
    const auto *b = m.stageAs<ToothedBelt>(0);
    const double from = b->offFace.v - b->driver.faceWidth.v / 2, to = b->offFace.v + b->driver.faceWidth.v / 2;
    return std::max(0.0, std::min(m.motorBody().shaftLength.v, to) - from);
}
double hubWanted(const AxisModel &m) {
    return std::max(0.8 * m.stageAs<ToothedBelt>(0)->driver.faceWidth.v, m.motorBody().shaft.nominal);
}
constexpr double slips = 0.5; ///< N m, a grub screw on a round shaft; common practice
/// How well a bearing takes a push endways, by its name; nothing where the name does not say.
bool poorFixedEnd(const std::string &kind) {
    std::string t;
    for (const char c : kind)
        t += char(c >= 'A' && c <= 'Z' ? c + 32 : c);
    return t.find("deep") != std::string::npos || t.find("collar") != std::string::npos ||
           t.find("plain") != std::string::npos;
}
constexpr double usualRiseOfScrew = 3; ///< K, a hobby's milling

const AxisCheck pairList[] = {
    {{.code = "R09",
      .title = "Sizes that look alike",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Measure both with a micrometer; ten pitches of a belt with a rule.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto *pair = alikeAt(a.m, f.subject);
              return std::string(f.subject.side < 0 ? "Belt and pulleys: " : seatName(a.m, f) + ": ") +
                     std::string(pair ? pair->names : "") + "\u00a0mm look alike and do not fit. Which is it?";
          },
      .figure = [](const Finding &f) { return mm(std::fabs(f.capacity - f.demand), 2); },
      .work =
          [](const AxisScope &, const Finding &f, Steps &w) {
              w.step("One of them", "a", "a_1",
                     {term("a_1", "as written", f.demand, Dm::Length, "mm", Standing::Stated)}, f.demand, Dm::Length,
                     "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         for (std::size_t k = 0; k < a.m.stages.size(); ++k)
             for (const int side : {-1, 0, 1}) {
                 Subject at;
                 at.stage = static_cast<std::int8_t>(k);
                 at.side = static_cast<std::int8_t>(side);
                 const auto *pair = alikeAt(a.m, at);
                 if (!pair) continue;
                 auto f = plainRow(Verdict::Watch, pair->a * 1e-3, pair->b * 1e-3);
                 f.subject = at;
                 rows.add(f);
             }
     }},
    {{.code = "R06",
      .title = "Flanges that keep the belt",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "",
      .advice = "A pulley with two flanges, or one on each pulley, on opposite sides.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *b = m.stageAs<ToothedBelt>(std::size_t(f.subject.stage));
              asks.ask(b->driver.flangesTold && b->driven.flangesTold, "the flanges of both pulleys");
          },
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Holds ? "Flanges keep the belt on both sides."
                                             : "No pulley has two flanges: the belt may climb off.";
      },
      .work =
          [](const AxisScope &, const Finding &f, Steps &w) {
              w.step("Most flanges on one", "n", "n_1", {constant("n_1", "counted", f.capacity)}, f.capacity);
          }},
     [](const AxisScope &a, Rows &rows) {
         for (std::size_t k = 0; k < a.m.stages.size(); ++k) {
             const auto *b = a.m.stageAs<ToothedBelt>(k);
             if (!b || !b->toothed()) continue;
             const int most = std::max(b->driver.flanges, b->driven.flanges);
             const bool oneEach = b->driver.flanges >= 1 && b->driven.flanges >= 1;
             const bool told = b->driver.flangesTold && b->driven.flangesTold;
             if (!told && most < 2) continue; // nobody counted: the pulleys ask for it themselves
             auto f = plainRow(most >= 2 || oneEach ? Verdict::Holds : Verdict::Watch, 2, most);
             f.subject.stage = static_cast<std::int8_t>(k);
             rows.add(f);
         }
     }},
    {{.code = "R12",
      .title = "Grub screw on a round shaft",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "File a flat under it, a key, or a clamp hub.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askMotor(m, asks); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return seatName(a.m, f) + ": up to " + torqueText(f.demand) +
                     " on a grub screw; from half a newton metre on it slips and raises a burr.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Motor's peak, there", "T", "T_p",
                     {term("T_p", "by the ratios before it",
                           peakAt(a.s, f.subject.side == 0 ? f.subject.stage : f.subject.stage + 1), Dm::Torque, "Nm")},
                     f.demand, Dm::Torque, "Nm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.hasMotor()) return;
         for (std::size_t k = 0; k < a.m.stages.size(); ++k)
             for (const std::size_t side : {0, 1}) {
                 const auto seat = seatOf(a.m.stages[k].stage, side);
                 if (!seat.bore || seat.hub != "set_screw") continue;
                 const double peak = peakAt(a.s, int(k + side));
                 // never more than watched: some hold for years
                 auto f = plainRow(peak <= slips  ? Verdict::Holds
                                   : peak > slips ? Verdict::Watch
                                                  : Verdict::NotKnown,
                                   peak, slips);
                 f.subject.stage = static_cast<std::int8_t>(k);
                 f.subject.side = static_cast<std::int8_t>(side);
                 rows.add(f);
             }
     }},
    {{.code = "TR-33",
      .title = "Pulley free of the plate",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A spacer, or the pulley farther out; mind the shaft left in its hub.",
      .source = "PRACTICE",
      .overridable = false,
      .say =
          [](const AxisScope &a, const Finding &f) {
              const std::string what = plateThick(a.m) > 0 ? "the plate" : "the motor's face";
              if (f.capacity <= 0) return "The pulley lies " + mm(-freeBeside(a.m), 2) + " in " + what + ".";
              return "The pulley turns " + mm(f.capacity, 2) + " beside " + what + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *b = a.m.stageAs<ToothedBelt>(0);
              w.step("Free", "c", "max(0, a - b/2 - f - t)",
                     {term("a", "middle of the belt off the face", b->offFace, Dm::Length, "mm"),
                      term("b", "toothed part", b->driver.faceWidth, Dm::Length, "mm"),
                      term("f", "flange", b->driver.flanges > 0 ? flangeThick : 0, Dm::Length, "mm", Standing::Assumed),
                      term("t", "plate", plateThick(a.m), Dm::Length, "mm", Standing::Stated)},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto *b = a.m.stageAs<ToothedBelt>(0);
         if (!b || b->offFace.assumed() || b->driver.faceWidth.assumed()) return;
         auto f = lowerRow(std::max(0.0, freeBeside(a.m)), 1e-3, 0.5e-3);
         f.subject.stage = 0;
         f.subject.side = 0;
         rows.add(f);
     }},
    {{.code = "R29",
      .title = "Shaft in the hub",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "The pulley nearer the face, hub turned round, a motor with a longer shaft.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &, const Finding &f) {
              return mm(f.capacity, 3) + " of the motor's shaft are in the hub; " + mm(f.demand, 3) + " is wanted.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *b = a.m.stageAs<ToothedBelt>(0);
              w.step("In the hub", "l", "max(0, min(L, a + b/2) - (a - b/2))",
                     {term("L", "shaft out of the motor", a.m.motorBody().shaftLength, Dm::Length, "mm"),
                      term("a", "middle of the belt off the face", b->offFace, Dm::Length, "mm"),
                      term("b", "pulley along the shaft", b->driver.faceWidth, Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto *b = a.m.stageAs<ToothedBelt>(0);
         if (!b || b->offFace.assumed() || !a.m.motorBody().shaftLength.known() || !a.m.motorBody().shaft.known())
             return;
         auto f = marginRow(hubWanted(a.m), shaftInHub(a.m), 0.4, 1); // it still grips where half of it is in
         f.subject.stage = 0;
         f.subject.side = 0;
         rows.add(f);
     }},
    {{.code = "R14",
      .title = "Bearing on its journal",
      .part = Part::Bearings,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Bearings of the journal's size, or the journal turned to theirs.",
      .source = "PRACTICE",
      .overridable = false,
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.verdict == Verdict::Holds
                         ? "Bearings and journal are both " + mm(f.capacity) + "."
                         : "The bearings' bore is " + mm(f.capacity) + ", the journal " + mm(f.demand) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step(
                  "Journal", "d", "d_1",
                  {term("d_1", "under the bearings", a.m.seat.journal.nominal, Dm::Length, "mm", Standing::Measured)},
                  f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &bore = a.m.screw().bearingBore;
         if (a.m.wheel() || !a.m.seat.journal.known() || !bore.known()) return;
         const double off = a.m.seat.journal.nominal - bore.v; // a ground journal measures a little under its nominal
         rows.add(plainRow(off <= 0.02e-3 && off >= -0.06e-3 ? Verdict::Holds : Verdict::Fails,
                           a.m.seat.journal.nominal, bore.v));
     }},
    {{.code = "R17",
      .title = "Journal and root of the thread",
      .part = Part::Screw,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A smaller bearing, or a sleeve pressed and bonded on.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The journal has " + mm(f.demand) + ", the thread's root " + mm(f.capacity) +
                     (f.verdict == Verdict::Holds ? ": it can be turned from the screw."
                                                  : ": grooves of the thread would show in it.");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Root", "d_r", "d_1", {term("d_1", "of the thread", a.m.screw().root, Dm::Length, "mm")},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.seat.journal.known() || !a.m.screw().root.known()) return;
         const bool room = a.m.seat.journal.nominal <= a.m.screw().root.v * (1 + 1e-9);
         rows.add(plainRow(room ? Verdict::Holds : Verdict::Watch, a.m.seat.journal.nominal, a.m.screw().root.v));
     }},
    {{.code = "R24",
      .title = "What takes the push",
      .part = Part::Bearings,
      .station = StationId::Drive,
      .unit = "",
      .advice = "A pair of angular bearings, or a ready end block.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &a, const Finding &) {
              return a.m.screw().fixedKind + ": its float is backlash, one to one. Two deep-groove bearings against a "
                                             "shoulder are no fixed end.";
          },
      .work =
          [](const AxisScope &, const Finding &f, Steps &w) {
              w.step("Floats by about ten times its clearance", "n", "n_1",
                     {constant("n_1", "common practice, 8 to 12", f.demand)}, f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !poorFixedEnd(a.m.screw().fixedKind)) return;
         rows.add(plainRow(Verdict::Watch, 10, 0));
     }},
    {{.code = "R25",
      .title = "Both ends fixed",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "Stretch it by this when fitting, the far block pulled by its nut; else let the far end float.",
      .source = "MECH",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().root.known(), "the screw's root");
              asks.ask(m.screw().span.known(), "the length between the bearings");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const double rise = a.m.screw().rise.known() ? a.m.screw().rise.v : usualRiseOfScrew;
              return "Held at both ends it cannot grow: " + numberText(rise, 2) + "\u00a0K push with " +
                     newton(f.demand) + " on both bearings, unless it is stretched by " +
                     micrometres(heatGrowth(metres(a.m.screw().span.v), rise).value()) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &s = a.m.screw();
              w.step("Push of the heat", "F", "E*a*K*pi*d^2/4",
                     {term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated),
                      term("a", "grows, a kelvin", 11.5e-6),
                      s.rise.known() ? term("K", "warmer, kelvin", s.rise)
                                     : term("K", "warmer, kelvin", usualRiseOfScrew, Dm::Number, {}, Standing::Assumed),
                      term("d", "root", s.root, Dm::Length, "mm")},
                     f.demand, Dm::Force, "N");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &s = a.m.screw();
         if (a.m.wheel() || s.ends != Ends::FixedFixed) return;
         const double rise = s.rise.known() ? s.rise.v : usualRiseOfScrew;
         const double push = pretension(metres(s.root.v), rise, 11.5e-6, megapascals(206e3)).value();
         auto f = plainRow(s.root.known() && s.span.known() ? Verdict::Watch : Verdict::NotKnown, push);
         f.missing = !(s.root.known() && s.span.known());
         rows.add(f);
     }},
    {{.code = "R55",
      .title = "Handwheel on a driven shaft",
      .part = Part::ScrewEnd,
      .station = StationId::Drive,
      .unit = "rpm",
      .advice = "Take it off, a folding handle, or a clutch that lets go under power.",
      .source = "PRACTICE",
      .overridable = false,
      .say =
          [](const AxisScope &, const Finding &f) {
              if (f.verdict == Verdict::Holds) return std::string("No handle sticks out while the motor turns it.");
              return "Its handle whips round with " + rpmText(f.demand) +
                     (f.row == 1 ? ": folded in, each time, before the power." : ": it breaks wrists.");
          },
      .caution = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Fails
                     ? "A loose handle on a powered shaft breaks wrists and throws its knob: take "
                       "it off before the first move."
                     : "";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("At rapid", "n", "n_1", {constant("n_1", "turns a minute of the screw", a.s.screwRpm)}, f.demand);
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.hasMotor() || a.m.handle == Handle::NotSaid) return;
         auto f = plainRow(a.m.handle == Handle::Off       ? Verdict::Holds
                           : a.m.handle == Handle::Folding ? Verdict::Watch
                                                           : Verdict::Fails,
                           a.s.screwRpm, 0);
         f.row = a.m.handle == Handle::Folding ? 1 : 0;
         rows.add(f);
     }},
};
} // namespace

std::span<const AxisCheck> pairChecks() { return pairList; }

} // namespace lw
