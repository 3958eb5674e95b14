// A table that turns: how its work is held and set, how evenly it goes round, what test cuts say.
#include "drive/joints.h"
#include "machine/alignment.h"
#include "proof/checks/limits.h"
#include "proof/checks/rotary_terms.h"
#include <algorithm>

namespace lw {
namespace {
using namespace checks;
using Dm = Dimension;

const WorkHolding &holding(const AxisModel &m) { return table(m).holding; }
/// Nobody said anything of work, chuck or tailstock yet: then nothing is asked of them.
bool workKnown(const AxisModel &m) {
    const auto &h = holding(m);
    return h.by != HeldBy::NotSaid || h.mounted != Mounted::NotSaid || table(m).stock.known();
}
bool turnsUnderTool(RotaryPurpose p) { return p == RotaryPurpose::Spin || p == RotaryPurpose::Log; }

// ---- what lets go (ROT-29)
enum class Grip : std::int8_t { Sure, Unscrews, MayUnscrew, NotTold, LooseTaper };
Grip gripOf(const AxisModel &m) {
    const auto &h = holding(m);
    switch (h.mounted) {
    case Mounted::NotSaid: return Grip::NotTold;
    case Mounted::Bolted:
    case Mounted::Taper: return Grip::Sure;
    case Mounted::LooseTaper: return Grip::LooseTaper;
    case Mounted::Screwed: break;
    }
    if (h.locked == Said::Yes) return Grip::Sure;
    if (h.reverses == Said::No) return Grip::MayUnscrew;
    return h.locked == Said::No ? Grip::Unscrews : Grip::NotTold;
}
std::string sayGrip(const AxisScope &a, const Finding &f) {
    switch (Grip(f.row)) {
    case Grip::Sure:
        return holding(a.m).mounted == Mounted::Screwed ? "Screwed on and locked: it stays whichever way it turns."
                                                        : "It stays whichever way it turns.";
    case Grip::Unscrews: return "Screwed on by its thread alone: turning back, or a hard stop, unscrews it.";
    case Grip::MayUnscrew:
        return "Screwed on by its thread alone: it stays as long as it only ever turns one way and stops gently.";
    case Grip::LooseTaper: return "A taper without a drawbar: a push from the side lets it out.";
    case Grip::NotTold: break;
    }
    return {};
}

// ---- the work itself (ROT-30 to ROT-32)
double across(const AxisModel &m) {
    return table(m).finish.known() ? std::min(table(m).finish.v, table(m).stock.v) : table(m).stock.v;
}
Term acrossTerm(const AxisModel &m) {
    return term("d", table(m).finish.known() ? "turned to" : "work", across(m), Dm::Length, "mm");
}
void askWork(const AxisModel &m, Asks &asks) {
    asks.ask(table(m).stock.known() && table(m).stockLength.known(), "how thick and how long the work is");
    asks.ask(holding(m).material != nullptr, "what the work is of");
}
/// Deflection under a unit force, m/N: in the middle between centres, at the free end in the chuck alone.
double giveOf(const AxisModel &m) {
    const auto *of = holding(m).material;
    if (!of) return notKnown;
    const double L = table(m).stockLength.v, I = pi * std::pow(across(m), 4) / 64;
    return L * L * L / ((table(m).tailstock ? 48 : 3) * of->youngs * I);
}
void youngsAssumed(const AxisModel &m, Steps &w) {
    if (holding(m).material->wood) w.assume("Wood differs by half: taken at the soft end of its kind.");
}
double whipSpeed(const AxisModel &m) { // rad/s; the work's own weight alone
    const auto *of = holding(m).material;
    if (!of) return notKnown;
    const double d = across(m), L = table(m).stockLength.v, square = table(m).tailstock ? pi * pi : 3.516;
    return square / (L * L) * std::sqrt(of->youngs / of->density) * d / 4;
}
// ---- a test cut (ROT-14)
struct Taper {
    double per = notKnown;  ///< on the diameter over its length
    double move = notKnown; ///< m, of the tailstock towards the tool
    bool cut = false;       ///< a cut was measured
};
Taper taperOf(const AxisModel &m) {
    const auto &t = table(m);
    const auto &h = t.holding;
    Taper out;
    if (h.head.known() && h.tail.known() && h.apart.known()) {
        const auto bar =
            testBar(metres(h.head.v), metres(h.tail.v), metres(h.apart.v),
                    t.tailstock && t.stockLength.known() ? std::optional(metres(t.stockLength.v)) : std::nullopt);
        if (!bar) return out;
        out.per = bar->taper;
        out.cut = true;
        if (bar->moveTailstock) out.move = bar->moveTailstock->value();
    } else if (h.tailHigh.known() && t.stockLength.known()) {
        // the tool stands above: height is its direction; what sits high comes out thin
        out.per = -2 * h.tailHigh.v / t.stockLength.v;
        out.move = -h.tailHigh.v;
    }
    return out;
}

// ---- a trial cut (ROT-26)
double comesTo(const AxisModel &m) {
    const auto &h = holding(m);
    return h.trial.v - (h.movedAs == MoveAs::Radius ? 2 : 1) * h.moved.v;
}
constexpr double trialGood = 0.02e-3; ///< on the diameter; what an outside micrometer on a mill tells apart

const AxisCheck rotaryHoldingList[] = {
    {{.code = "ROT-14",
      .title = "Turns it straight",
      .part = Part::Table,
      .station = StationId::Duty,
      .unit = "um",
      .advice = "Move the tailstock, cut and measure again.",
      .source = "TRIG",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              const auto &h = holding(m);
              asks.ask(h.head.known() && h.tail.known() && h.apart.known(),
                       "a test cut over the length: both diameters and how far apart");
          },
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          const auto taper = taperOf(a.m);
          const std::string what = (taper.cut ? "Over 100\u00a0mm its diameter differs by "
                                              : "By the height of its tailstock it will differ over 100\u00a0mm by ") +
                                   micrometres(f.demand) + ", the " + (taper.per > 0 ? "far" : "chuck's") +
                                   " end the thicker.";
          if (f.verdict == Verdict::Holds) return what;
          if (!(taper.move == taper.move)) return what + " No tailstock: it is the chuck's axis that is out.";
          return what + " Move the tailstock " + mm(std::fabs(taper.move), 2) +
                 (taper.move > 0 ? " towards the tool." : " away from the tool.");
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &h = holding(a.m);
              if (taperOf(a.m).cut)
                  w.step("Taper over 100 mm", "T", "0.1*abs(D_t - D_h)/L",
                         {term("D_t", "at the other end", h.tail, Dm::Length, "mm"),
                          term("D_h", "at the chuck", h.head, Dm::Length, "mm"),
                          term("L", "apart", h.apart, Dm::Length, "mm")},
                         f.demand, Dm::Length, "um");
              else
                  w.step("Taper over 100 mm", "T", "0.2*abs(v)/L",
                         {term("v", "tailstock higher by", h.tailHigh, Dm::Length, "mm"),
                          term("L", "between chuck and tailstock", table(a.m).stockLength, Dm::Length, "mm")},
                         f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto taper = taperOf(a.m);
         if (!table(a.m).tailstock && !taper.cut) return;
         const double times = table(a.m).purpose == RotaryPurpose::Log ? 5 : 1;
         rows.add(upperRow(std::fabs(taper.per) * 0.1, times * 10e-6, times * 30e-6));
     }},
    {{.code = "ROT-18",
      .title = "Goes round evenly",
      .part = Part::Table,
      .station = StationId::Drive,
      .unit = "arcmin",
      .advice = "Dial the pulleys and bore them true, a better reducer, a table of corrections.",
      .source = "BELT-GEOM",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              for (std::size_t k = 0; k < m.stages.size(); ++k)
                  if (const auto *r = m.stageAs<Reducer>(k))
                      asks.ask(r->wave.known(), "how evenly the reducer goes round, of its sheet");
                  else if (const auto *b = m.stageAs<ToothedBelt>(k))
                      asks.ask(b->toothed() && b->driven.profile, "the pulleys");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Once a turn, and oftener, it runs ahead and behind: " + angle(f.demand) + " from peak to peak; " +
                     angle(f.capacity) + " is the most.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Holes of a circle come uneven by it. Waves of several wheels meet by chance: added as squares.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              double after = 1;
              std::string sum;
              std::vector<Term> all;
              const auto add = [&](const std::string &title, const std::string &formula, std::vector<Term> terms,
                                   double wave) {
                  const auto name = "w_" + std::to_string(all.size() + 1);
                  w.step(title, name, formula, std::move(terms), wave, Dm::Angle, "arcmin");
                  sum += (sum.empty() ? "" : " + ") + name + "^2";
                  all.push_back(term(name, title, wave, Dm::Angle, "arcmin"));
              };
              for (std::size_t k = m.stages.size(); k-- > 0;) {
                  const auto behind = constant("i_a", "reduction behind it", after);
                  if (const auto *r = m.stageAs<Reducer>(k))
                      add("Of the reducer", "w/i_a",
                          {term("w", "uneven at its output", r->wave, Dm::Angle, "arcmin"), behind}, r->wave.v / after);
                  else if (const auto *b = m.stageAs<ToothedBelt>(k); b && b->driven.profile) {
                      const double radius = b->driven.teeth * b->driven.profile->pitch * 1e-3 / (2 * pi);
                      for (const auto *p : {&b->driver, &b->driven})
                          add(p == &b->driver ? "Of the driving pulley" : "Of the driven pulley", "t/r/i_a",
                              {term("t", "runs out", p->runOut, Dm::Length, "mm"),
                               term("r", "driven pulley", radius, Dm::Length, "mm"), behind},
                              p->runOut.v / radius / after);
                  }
                  after *= a.s.chain.stages[k].reduction.value();
              }
              if (!all.empty()) w.step("All together", "w", "sqrt(" + sum + ")", all, f.demand, Dm::Angle, "arcmin");
          },
      .levers = {Lever::Ratio}},
     [](const AxisScope &a, Rows &rows) {
         const auto p = table(a.m).purpose;
         if (p != RotaryPurpose::Continuous && p != RotaryPurpose::Index && p != RotaryPurpose::Tombstone) return;
         if (a.m.stages.empty()) return; // straight on the motor: what its encoder makes of it is not ours
         rows.add(upperRow(a.s.rotary.wave, pi / 10800, 3 * pi / 10800));
     }},
    {{.code = "ROT-26",
      .title = "What the trial cut asks",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "um",
      .advice = "Enter half of what the diameter is out by, on a radius.",
      .source = "TRIG",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              const auto &h = holding(m);
              asks.ask(table(m).finish.known(), "what it shall be turned to");
              asks.ask(h.movedAs != MoveAs::NotSaid, "whether the entry counts on the radius or the diameter");
          },
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          const auto &h = holding(a.m);
          const double wanted = table(a.m).finish.v, off = h.trial.v - wanted;
          const std::string right = "Too " + std::string(off > 0 ? "thick" : "thin") + " by " + mm(std::fabs(off), 3) +
                                    ": enter " + mm(std::fabs(off) / (h.movedAs == MoveAs::Diameter ? 1 : 2), 3) +
                                    (off > 0 ? " deeper." : " back.");
          if (f.verdict == Verdict::Holds) return right + " It then comes to " + mm(comesTo(a.m), 5) + ".";
          const bool whole = h.movedAs == MoveAs::Radius && std::fabs(h.moved.v - off) < trialGood;
          return "With " + mm(h.moved.v, 3) + " entered it comes to " + mm(comesTo(a.m), 5) + ", not " + mm(wanted, 5) +
                 (whole ? ": that is the whole difference, a radius takes half. " : ". ") + right;
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &h = holding(a.m);
              w.step("It comes to", "D", h.movedAs == MoveAs::Radius ? "D_m - 2*x" : "D_m - x",
                     {term("D_m", "trial cut", h.trial, Dm::Length, "mm"),
                      term("x", "entered", h.moved, Dm::Length, "mm")},
                     comesTo(a.m), Dm::Length, "mm");
              w.step("Beside what is wanted", "e", "abs(D - D_w)",
                     {term("D", "it comes to", comesTo(a.m), Dm::Length, "mm"),
                      term("D_w", "turned to", table(a.m).finish, Dm::Length, "mm")},
                     f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &h = holding(a.m);
         if (!h.trial.known() || !h.moved.known()) return;
         if (h.movedAs == MoveAs::NotSaid) return rows.add(plainRow(Verdict::NotKnown));
         const double off = std::fabs(comesTo(a.m) - table(a.m).finish.v);
         rows.add(upperRow(off, trialGood, 2.5 * trialGood));
     }},
    {{.code = "ROT-29",
      .title = "Stays on the nose",
      .part = Part::Table,
      .station = StationId::Duty,
      .unit = "",
      .advice = "Lock it: a clamp ring, a screw on the register, bolts through a flange.",
      .source = "PRACTICE",
      .overridable = false,
      .hazard = "A chuck that unscrews jumps off with the work in it. Lock it, and stand out of its plane.",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              const auto &h = holding(m);
              asks.ask(h.mounted != Mounted::NotSaid, "how chuck or plate sits on the nose");
              asks.ask(h.mounted != Mounted::Screwed || h.locked != Said::NotSaid,
                       "whether it is kept from unscrewing");
          },
      .say = sayGrip,
      .figure = [](const Finding &f) -> std::string {
          return Grip(f.row) == Grip::Sure ? "stays" : Grip(f.row) == Grip::NotTold ? "" : "lets go";
      },
      .caution = [](const AxisScope &, const Finding &f) -> std::string {
          return f.verdict == Verdict::Fails ? "The chuck can come off while it turns: do not run it like that."
                                             : std::string();
      }},
     [](const AxisScope &a, Rows &rows) {
         if (!workKnown(a.m)) return;
         const auto grip = gripOf(a.m);
         auto f = plainRow(grip == Grip::Sure         ? Verdict::Holds
                           : grip == Grip::NotTold    ? Verdict::NotKnown
                           : grip == Grip::MayUnscrew ? Verdict::Watch
                           : grip == Grip::LooseTaper && table(a.m).purpose == RotaryPurpose::Wrap
                               ? Verdict::Watch // hardly pushed
                               : Verdict::Fails);
         f.row = std::int8_t(grip);
         rows.add(f);
     }},
    {{.code = "ROT-30",
      .title = "What grips the work",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "",
      .advice = "Four jaws or a faceplate for what is not round, a chuck or faceplate for thick wood.",
      .source = "PRACTICE",
      .needs = [](const AxisModel &m, const Finding &,
                  Asks &asks) { asks.ask(holding(m).material != nullptr, "what the work is of"); },
      .say = [](const AxisScope &a, const Finding &f) -> std::string {
          const auto &t = table(a.m);
          switch (f.row) {
          case 1: return "Three jaws do not hold a square blank: two touch, one does not.";
          case 2: return "A collet holds what is round.";
          case 3: return "Spurs bite into wood; metal and plastic slip on them.";
          case 4:
              return "Spurs tear out of soft wood as thick as " + mm(t.stock.v) +
                     ": a faceplate or a chuck above 80\u00a0mm.";
          case 5:
              return "Spurs need a tailstock that presses the work on; set it again after five minutes, wood gives.";
          default: return t.square ? "It holds a square blank." : "It holds such work.";
          }
      },
      .figure = [](const Finding &f) -> std::string { return f.row ? "slips" : "grips"; }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         const auto &h = t.holding;
         if (h.by == HeldBy::NotSaid || !t.stock.known()) return;
         const auto put = [&](Verdict v, int row) {
             auto f = plainRow(v);
             f.row = std::int8_t(row);
             rows.add(f);
         };
         if (t.square && h.by == HeldBy::ThreeJaws) return put(Verdict::Fails, 1);
         if (t.square && h.by == HeldBy::Collet) return put(Verdict::Fails, 2);
         if (h.by == HeldBy::Spurs) {
             if (!h.material) return put(Verdict::NotKnown, 0);
             if (!h.material->wood) return put(Verdict::Fails, 3);
             if (!t.tailstock) return put(Verdict::Fails, 5);
             if (h.material->code == "softwood" && t.stock.v > 80e-3) return put(Verdict::Watch, 4);
         }
         put(Verdict::Holds, 0);
     }},
    {{.code = "ROT-31",
      .title = "Work gives under the cut",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "um",
      .advice = "A tailstock, a steady, a lighter cut, shorter work.",
      .source = "BEAM",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askWork(m, asks);
              asks.ask(table(m).force.known(), "the force of the cut");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              return std::string(table(a.m).tailstock ? "In its middle" : "At its free end") + " the work gives " +
                     micrometres(f.demand) + " under the cut; " + micrometres(f.capacity) + " is the most.";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              const auto &t = table(m);
              const double I = pi * std::pow(across(m), 4) / 64;
              w.step("Force", "F", "k_c*F_t",
                     {term("k_c", "what is not known of a cut", m.factorOf(m.cuts.front())),
                      term("F_t", "along the circle", t.force, Dm::Force, "N")},
                     t.force.v * m.factorOf(m.cuts.front()).v, Dm::Force, "N");
              w.step("Section", "I", "pi*d^4/64", {acrossTerm(m)}, I);
              w.step("Gives", "x", t.tailstock ? "F*L^3/(48*E*I)" : "F*L^3/(3*E*I)",
                     {newtonTerm("F", "force", t.force.v * m.factorOf(m.cuts.front()).v),
                      term("L", "sticks out", t.stockLength, Dm::Length, "mm"),
                      constant("E", "stiffness of its material", t.holding.material->youngs),
                      constant("I", "section", I)},
                     f.demand, Dm::Length, "um");
              youngsAssumed(m, w);
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &m = a.m;
         const auto &t = table(m);
         if (!t.stockLength.known() || !t.stock.known()) return;
         const double F = m.cuts.empty() ? notKnown : t.force.v * m.factorOf(m.cuts.front()).v;
         const auto &p = asked(m);
         const double pass = p.twist == p.twist ? p.twist : 10e-6;
         rows.add(upperRow(F * giveOf(m), pass, p.twistMost == p.twistMost ? p.twistMost : 3 * pass));
     }},
    {{.code = "ROT-32",
      .title = "Work whips",
      .part = Part::CutPart,
      .station = StationId::Duty,
      .unit = "rpm",
      .advice = "Slower, shorter, a steady in the middle.",
      .source = "BEAM",
      .overridable = false,
      .hazard = "Long work that whips bends, comes out and flies. Start slow; stand out of its plane.",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askWork(m, asks); },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "It turns at " + rpmText(f.demand) + "; such work whips near " + rpmText(f.capacity) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              w.step("Whips at", "n", "30/pi*b/L^2*sqrt(E/r)*d/4",
                     {constant("b", table(m).tailstock ? "between centres" : "one end held",
                               table(m).tailstock ? pi * pi : 3.516),
                      term("L", "sticks out", table(m).stockLength, Dm::Length, "mm"),
                      constant("E", "stiffness of its material", holding(m).material->youngs),
                      constant("r", "density of it", holding(m).material->density), acrossTerm(m)},
                     f.capacity);
              youngsAssumed(m, w);
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &t = table(a.m);
         if (!turnsUnderTool(t.purpose) || !t.stockLength.known() || !t.stock.known()) return;
         rows.add(marginRow(a.m.rapid.v * 30 / pi, whipSpeed(a.m) * 30 / pi, 1 / whipUse, 1 / 0.7));
     }},
    {{.code = "ROT-33",
      .title = "Square on the table",
      .part = Part::Table,
      .station = StationId::AsFound,
      .unit = "um",
      .advice = "Fitted keys farther apart, or set it by dial each time.",
      .source = "TRIG",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              const auto &h = holding(m);
              asks.ask(h.squared != SquaredBy::NotSaid, "what squares it: keys, a dial");
              if (h.squared != SquaredBy::Keys) return;
              asks.ask(h.keyClearance.known() && h.keysApart.known(), "how loose the keys are and how far apart");
              asks.ask(table(m).stockLength.known(), "how long the work is");
          },
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          return f.row == 1   ? "Set by dial each time, then bolted: as good as the dial."
                 : f.row == 2 ? "Set by eye: over the work it may be out by half a millimetre."
                              : "Its keys let it stand askew by " + micrometres(f.demand) + " over the work; " +
                                    micrometres(f.capacity) + " is the most.";
      },
      .figure = [](const Finding &f) -> std::string {
          return f.row == 1 ? "by dial" : f.row == 2 ? "by eye" : micrometres(f.demand);
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              if (f.row) return;
              const auto &h = holding(a.m);
              w.step("Askew over the work", "e", "c/S*L",
                     {term("c", "keys loose by", h.keyClearance, Dm::Length, "mm"),
                      term("S", "keys apart", h.keysApart, Dm::Length, "mm"),
                      term("L", "work", table(a.m).stockLength, Dm::Length, "mm")},
                     f.demand, Dm::Length, "um");
          }},
     [](const AxisScope &a, Rows &rows) {
         const auto &h = holding(a.m);
         if (!table(a.m).bolts.known() && h.squared == SquaredBy::NotSaid) return; // not on a table yet
         if (h.squared == SquaredBy::Keys)
             return rows.add(upperRow(h.keyClearance.v / h.keysApart.v * table(a.m).stockLength.v, 10e-6, 30e-6));
         auto f = plainRow(h.squared == SquaredBy::Dial      ? Verdict::Holds
                           : h.squared == SquaredBy::Nothing ? Verdict::Watch
                                                             : Verdict::NotKnown);
         f.row = h.squared == SquaredBy::Dial ? 1 : h.squared == SquaredBy::Nothing ? 2 : 0;
         rows.add(f);
     }},
};
} // namespace

std::span<const AxisCheck> rotaryHoldingChecks() { return rotaryHoldingList; }

} // namespace lw
