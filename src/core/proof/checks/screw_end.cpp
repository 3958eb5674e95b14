// The end of the screw with its lock nut and shoulder, and the nut with the screw and the casting it goes into.
#include "drive/joints.h"
#include "proof/checks/common.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

std::string threadText(const MetricThread &t) {
    return "M" + numberText(inMillimetres(t.diameter), 4) + "x" + numberText(inMillimetres(t.pitch), 3) +
           (t.leftHand ? " LH" : "");
}
double endRoot(const AxisModel &m) { return m.seat.endThread ? m.seat.endThread->root().value() : notKnown; }

/// What of the nut is not the screw's; nothing where all is the same.
std::string notAPair(const AxisModel &m) {
    const auto &s = m.screw();
    std::string out;
    const auto differs = [&](bool yes, const std::string &what) {
        if (yes) out += (out.empty() ? "" : ", ") + what;
    };
    if (s.nutThread && s.named) {
        const auto &n = *s.nutThread, &t = s.thread;
        differs(std::fabs((n.lead() - t.lead()).value()) > 2e-6,
                "lead " + mm(n.lead().value()) + ", the screw's " + mm(t.lead().value()));
        differs(n.starts != t.starts, std::to_string(n.starts) + " starts, the screw " + std::to_string(t.starts));
        differs(std::fabs((n.nominal - t.nominal).value()) > 0.1e-3,
                "for " + mm(n.nominal.value()) + ", the screw has " + mm(t.nominal.value()));
        differs(n.ball != t.ball, n.ball ? "with balls, the screw slides" : "without balls, the screw rolls");
    }
    if (s.ball.known() && s.nutBall.known())
        differs(std::fabs(s.ball.v - s.nutBall.v) > 2e-6,
                "balls of " + mm(s.nutBall.v, 4) + ", the screw's " + mm(s.ball.v, 4));
    return out;
}
/// A nut that is still to be fitted: it comes on a sleeve and has to find room.
bool newBallNut(const AxisModel &m) { return !m.wheel() && m.ballScrew() && !m.keepsScrew; }
constexpr double roundNut = 1e-3; ///< free all round a nut in its casting; common practice

const AxisCheck screwEndList[] = {
    {{.code = "R15",
      .title = "Lock nut on its thread",
      .part = Part::ScrewEnd,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "The lock nut the thread was cut for; a thread gauge tells.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.seat.endThread.has_value(), "the thread of the screw's end");
              asks.ask(m.seat.lockNut.has_value(), "the thread of the lock nut");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto nut = threadText(*a.m.seat.lockNut), end = threadText(*a.m.seat.endThread);
              return f.verdict == Verdict::Holds ? "Lock nut and screw end are both " + end + "."
                                                 : "The lock nut is " + nut + ", the screw end " + end + ".";
          },
      .figure =
          [](const Finding &f) {
              return f.verdict == Verdict::Holds ? std::string("fits") : std::string("does not fit");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Pitch of the end", "P", "P_1",
                     {term("P_1", "as written", a.m.seat.endThread->pitch.value(), Dm::Length, "mm", Standing::Stated)},
                     f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &e = a.m.seat;
         if (a.m.wheel() || (!e.endThread && !e.lockNut)) return;
         if (!e.endThread || !e.lockNut) return rows.add(plainRow(Verdict::NotKnown));
         rows.add(plainRow(*e.endThread == *e.lockNut ? Verdict::Holds : Verdict::Fails, e.endThread->pitch.value(),
                           e.lockNut->pitch.value()));
     }},
    {{.code = "R16",
      .title = "Lock nut passes the seat",
      .part = Part::ScrewEnd,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A smaller seat for pulley or coupling, or a larger thread.",
      .source = "ISO-724",
      .overridable = false,
      .needs = [](const AxisModel &m, const Finding &,
                  Asks &asks) { asks.ask(m.screwEnd.known(), "the screw end, by micrometer"); },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return "The seat has " + mm(f.demand) + ", the root of " + threadText(*a.m.seat.endThread) + " " +
                     mm(f.capacity) + (f.verdict == Verdict::Holds ? ": the lock nut passes." : ": it cannot pass.");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto stated = [](const char *s, const char *name, Length v) {
                  return term(s, name, v.value(), Dm::Length, "mm", Standing::Stated);
              };
              w.step("Root of the thread", "d_3", "d - 1.226869*P",
                     {stated("d", "thread", a.m.seat.endThread->diameter),
                      stated("P", "pitch", a.m.seat.endThread->pitch)},
                     f.capacity, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.seat.endThread) return;
         if (!a.m.screwEnd.known()) return rows.add(plainRow(Verdict::NotKnown));
         const double root = endRoot(a.m);
         rows.add(plainRow(a.m.screwEnd.nominal <= root ? Verdict::Holds : Verdict::Fails, a.m.screwEnd.nominal, root));
     }},
    {{.code = "R18",
      .title = "Shoulder behind the bearing",
      .part = Part::Bearings,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A spacer ring, flat and parallel to 0.005 mm.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.seat.shoulder.known(), "the shoulder's diameter");
              asks.ask(m.seat.abutment.known(), "the least shoulder of the bearing's sheet");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The shoulder has " + mm(f.capacity) + "; the bearing asks for " + mm(f.demand) + " at least.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Asked for", "d_a", "d_1", {term("d_1", "by its sheet", a.m.seat.abutment, Dm::Length, "mm")},
                     f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &e = a.m.seat;
         if (a.m.wheel() || (!e.shoulder.known() && !e.abutment.known())) return;
         rows.add(plainRow(!e.shoulder.known() || !e.abutment.known() ? Verdict::NotKnown
                           : e.shoulder.v >= e.abutment.v             ? Verdict::Holds
                                                                      : Verdict::Fails,
                           e.abutment.v, e.shoulder.v));
     }},
    {{.code = "R20",
      .title = "Nut and screw are a pair",
      .part = Part::Screw,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Nut and screw of one maker and one number; never a nut forced on.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().named, "the screw's thread");
              asks.ask(m.screw().nutThread.has_value(), "the nut's thread");
          },
      .say =
          [](const AxisScope &a, const Finding &) {
              const auto why = notAPair(a.m);
              return why.empty() ? std::string("Nut and screw are of one thread.")
                                 : "Nut and screw are not a pair. The nut: " + why + ".";
          },
      .figure = [](const Finding &f) { return mm(f.capacity); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step(
                  "Lead of the screw", "l", "l_1",
                  {term("l_1", "by its thread", a.m.screw().thread.lead().value(), Dm::Length, "mm", Standing::Stated)},
                  f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &s = a.m.screw();
         if (a.m.wheel() || s.nutThreadText.empty()) return;
         if (!s.named || !s.nutThread) return rows.add(plainRow(Verdict::NotKnown));
         rows.add(plainRow(notAPair(a.m).empty() ? Verdict::Holds : Verdict::Fails, s.thread.lead().value(),
                           s.nutThread->lead().value()));
     }},
    {{.code = "R22",
      .title = "Nut in the casting",
      .part = Part::Screw,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A smaller nut, or its flange turned down or left outside; metal is taken from the casting only where "
                "its walls stay thick.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().nutRoom.known(), "the room for a nut in saddle or table");
              asks.ask(m.screw().nutBody.known() && !m.screw().nutBody.assumed(), "the nut's diameter");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto &flange = a.m.screw().nutFlange;
              const std::string asks = "The nut asks for " + mm(f.demand) + ", its room has " + mm(f.capacity);
              if (f.verdict == Verdict::Watch)
                  return asks + ": the body goes in, its flange of " + mm(flange.v) + " stays outside.";
              return asks + (f.verdict == Verdict::Holds ? ", flange and all." : ": it does not go in.");
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Asked for", "D", "d + 2*c",
                     {term("d", "nut", a.m.screw().nutBody, Dm::Length, "mm"),
                      term("c", "free all round", roundNut, Dm::Length, "mm", Standing::Assumed)},
                     f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &s = a.m.screw();
         if (a.m.wheel() || !(newBallNut(a.m) || (s.nutRoom.known() && s.nutBody.known()))) return;
         if (!s.nutRoom.known() || !s.nutBody.known() || s.nutBody.assumed())
             return rows.add(plainRow(Verdict::NotKnown));
         const double free = s.nutRoom.v - 2 * roundNut;
         const bool flangeToo = !s.nutFlange.known() || s.nutFlange.v <= free + 1e-9;
         rows.add(plainRow(s.nutBody.v > free + 1e-9 ? Verdict::Fails
                           : flangeToo               ? Verdict::Holds
                                                     : Verdict::Watch,
                           s.nutBody.v + 2 * roundNut, s.nutRoom.v));
     }},
    {{.code = "R23",
      .title = "Sleeve for the nut's balls",
      .part = Part::Screw,
      .station = StationId::Drive,
      .unit = "mm",
      .advice =
          "A sleeve turned to the root of the thread less a tenth or two; the nut goes from it onto the screw and "
          "back.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().nutArbor.known(), "the sleeve in the nut (0 where there is none)");
              asks.ask(m.screw().root.known(), "the screw's root");
          },
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          if (f.capacity == 0) return "No sleeve: never run the nut off the thread, its balls fall out.";
          return "The sleeve has " + mm(f.capacity) + ", the thread's root " + mm(f.demand) +
                 (f.verdict == Verdict::Holds ? ": the nut slips over." : ": balls fall between the two.");
      },
      .figure = [](const Finding &f) { return f.capacity == 0 ? std::string("none") : mm(f.capacity); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Root", "d_r", "d_1", {term("d_1", "of the thread", a.m.screw().root, Dm::Length, "mm")}, f.demand,
                     Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &s = a.m.screw();
         if (!newBallNut(a.m) || !s.nutArbor.known()) return;
         if (!s.root.known()) return rows.add(plainRow(Verdict::NotKnown));
         // a sleeve far below the root lets the balls down as well as one above it stops the nut
         const bool fits = s.nutArbor.v > 0 && s.nutArbor.v <= s.root.v + 1e-9 && s.nutArbor.v >= s.root.v - 0.5e-3;
         rows.add(plainRow(fits ? Verdict::Holds : Verdict::Fails, s.root.v, s.nutArbor.v));
     }},
};
} // namespace

std::span<const AxisCheck> screwEndChecks() { return screwEndList; }

} // namespace lw
