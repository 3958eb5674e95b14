// Bores on the shafts they sit on, and the keys in them: the motor's, and the driven end of the final shaft.
#include "drive/fits.h"
#include "drive/hubs.h"
#include "drive/materials.h"
#include "proof/checks/common.h"
#include <cmath>

namespace lw {
namespace {
using namespace checks;

/// How far a bore may be smaller or larger than its shaft, m; by what holds it. Common practice.
struct FitBand {
    double failLow, passLow, passHigh, failHigh;
};
FitBand fitBand(std::string_view hub) {
    if (hub == "set_screw") return {0, 0, 0.03e-3, 0.05e-3};
    if (hub == "keyed") return {-0.025e-3, -0.015e-3, 0.03e-3, 0.05e-3};
    return {-0.005e-3, 0, 0.035e-3, 0.05e-3};
}
Verdict boreVerdict(std::string_view hub, double low, double high) {
    if (!(low == low)) return Verdict::NotKnown;
    const auto b = fitBand(hub);
    constexpr double hair = 1e-9;
    if (low < b.failLow - hair || high > b.failHigh + hair) return Verdict::Fails;
    return low < b.passLow - hair || high > b.passHigh + hair ? Verdict::Watch : Verdict::Holds;
}
/// What sits on the motor shaft (0) or on the final shaft (1), and the shaft.
struct Seat : StageSeat {
    const FitSize *shaft = nullptr;
};
Seat seatAt(const AxisModel &m, int side) {
    if (m.stages.empty()) return {};
    const auto place = side == 0 ? std::size_t(0) : m.stages.size() - 1;
    return {seatOf(m.stages[place].stage, std::size_t(side)), side == 0 ? &m.motorBody().shaft : &m.screwEnd};
}

/// Width of the seat for a key in the shaft on that side.
const Known &keyInShaft(const AxisModel &m, int side) { return side == 0 ? m.motorBody().key : m.seat.key; }
Finding atSeat(const AxisModel &m, Finding f, int side) {
    f.subject.side = static_cast<std::int8_t>(side);
    f.subject.stage = static_cast<std::int8_t>(side == 0 ? 0 : m.stages.size() - 1);
    return f;
}
std::string onWhich(const Finding &f) { return f.subject.side == 0 ? ", motor" : ", screw"; }
/// The pulley on that side when a taper bush holds it.
const Pulley *bushedAt(const AxisModel &m, int side) {
    if (m.stages.empty()) return nullptr;
    const auto *b = m.stageAs<ToothedBelt>(side == 0 ? 0 : m.stages.size() - 1);
    const auto *p = b ? &b->pulley(std::size_t(side)) : nullptr;
    return p && p->hub == "bush" ? p : nullptr;
}
/// A taper bush by the number on it: XXYY, bores up to XX/10 in. Screws' torque from memory of such tables.
struct TaperBush {
    std::string_view code;
    double boreMost, screws; ///< mm, N m
};
constexpr TaperBush taperBushes[] = {{"1008", 25, 5.7}, {"1108", 28, 5.7}, {"1210", 32, 20},
                                     {"1610", 42, 20},  {"2012", 50, 31},  {"2517", 60, 49}};
const TaperBush *taperBush(const std::string &text) {
    for (const auto &b : taperBushes)
        if (text.starts_with(b.code)) return &b;
    return nullptr;
}

constexpr double steelYoungs = 206e9; ///< Pa
/// A hub of metal on a shaft that turns both ways; DIN 6892 in the mean, common practice.
constexpr double keyPressure = 50e6;
const Pulley *keyedAt(const AxisModel &m, int side) {
    if (m.stages.empty()) return nullptr;
    const auto *b = m.stageAs<ToothedBelt>(side == 0 ? 0 : m.stages.size() - 1);
    const auto *p = b ? &b->pulley(std::size_t(side)) : nullptr;
    return p && p->hub == "keyed" ? p : nullptr;
}
/// The key its shaft takes: by inches where the shaft is written so.
std::optional<ParallelKey> keyOf(const FitSize &shaft) {
    if (!shaft.known()) return {};
    const auto d = metres(shaft.nominal);
    if (shaft.text.find("in") == std::string::npos && shaft.text.find('"') == std::string::npos) return keyForShaft(d);
    const auto square = inchKeyForShaft(d);
    if (!square) return {};
    return ParallelKey{*square, *square, *square * 0.5};
}
int shaftAt(const AxisModel &m, int side) { return side == 0 ? 0 : int(m.stages.size()); }

/// What a hub's bore may be pulled all day: half of what makes the softest of its kind give, of iron what it bears in
/// pull. Common practice.
double hubPull(const Pulley &pulley) {
    const auto &material = pulley.material;
    return !pulley.materialTold                            ? notKnown
           : material == "aluminium" || material == "iron" ? 100e6
           : material == "steel"                           ? 115e6
           : material == "brass"                           ? 60e6
           : material == "acetal"                          ? 30e6
                                                           : notKnown;
}
/// A pulley that its shaft is larger than: by how much at worst, and to what it is bored out of.
struct TightHub {
    const Pulley *pulley = nullptr;                             ///< null: it goes on free, or a taper bush holds it
    double shaft = notKnown, tight = notKnown, root = notKnown; ///< m
    std::optional<PressFitFigures> fit;
};
TightHub tightHubAt(const AxisModel &m, const AxisState &s, int side) {
    TightHub t;
    const auto seat = seatAt(m, side);
    if (!seat.bore || !seat.bore->known() || !seat.shaft->known() || seat.hub == "bush") return t;
    t.tight = seat.shaft->most - seat.bore->least;
    const auto place = side == 0 ? std::size_t(0) : m.stages.size() - 1;
    const auto *belt = m.stageAs<ToothedBelt>(place);
    const auto *work = s.stageWork<ToothedBelt>(place);
    if (!(t.tight > 1e-9) || !belt || !work) return t;
    t.pulley = &belt->pulley(std::size_t(side));
    t.shaft = seat.shaft->nominal;
    t.root = work->pulleys[std::size_t(side)].grooveRoot.value();
    const auto *of = material(t.pulley->material);
    if (!of || !(t.root > t.shaft)) return t;
    PressFit f{metres(t.shaft),
               metres(t.tight),
               {},
               metres(t.root),
               fromSi<Pressure>(steelYoungs),
               fromSi<Pressure>(of->youngs)};
    if (const auto figures = pressFit(f)) t.fit = *figures;
    return t;
}

const AxisCheck seatChecksList[] = {
    {{.code = "TR-43",
      .title = "Hub tight on its shaft",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "N/mm2",
      .advice = "Bore the hub to H7, or ease the shaft with a strip of cloth.",
      .source = "MECH",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto place = f.subject.side == 0 ? std::size_t(0) : m.stages.size() - 1;
              const auto *belt = m.stageAs<ToothedBelt>(place);
              const auto &pulley = belt->pulley(std::size_t(f.subject.side));
              asks.ask(hubPull(pulley) == hubPull(pulley), "what the pulley is of");
              asks.ask(pulley.teeth > 0 && pulley.profile, "the pulley's teeth and profile");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto t = tightHubAt(a.m, a.s, f.subject.side);
              return "Pressed on, " + mm(t.tight, 2) + " tight at worst: its bore is pulled by " +
                     numberText(f.demand / 1e6, 2) + " of " + numberText(f.capacity / 1e6, 3) + "\u00a0N/mm².";
          },
      .name = [](const AxisModel &, const Finding &f) { return std::string(f.check->title) + onWhich(f); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto t = tightHubAt(a.m, a.s, f.subject.side);
              if (!t.fit) return;
              const auto size = [](const char *symbol, const char *name, double v) {
                  return term(symbol, name, v, Dimension::Length, "mm", Standing::Stated);
              };
              const auto d = size("d", "shaft", t.shaft), D = size("D", "to the root of its grooves", t.root);
              w.step(
                  "Pressure at the bore", "p", "t/(d*((1 - v)/E_i + ((D^2 + d^2)/(D^2 - d^2) + v)/E_o))",
                  {size("t", "tight, at worst", t.tight), d, D, constant("v", "drawn thinner, of metals", 0.3),
                   term("E_i", "steel shaft", steelYoungs, Dimension::Pressure, "N/mm2"),
                   term("E_o", t.pulley->material, material(t.pulley->material)->youngs, Dimension::Pressure, "N/mm2")},
                  t.fit->pressure.value(), Dimension::Pressure, "N/mm2");
              w.step("Pull at the bore", "s", "p*(D^2 + d^2)/(D^2 - d^2)",
                     {term("p", "pressure", t.fit->pressure.value(), Dimension::Pressure, "N/mm2"), D, d}, f.demand,
                     Dimension::Pressure, "N/mm2");
          }},
     [](const AxisScope &a, Rows &rows) {
         for (int side : {0, 1}) {
             const auto t = tightHubAt(a.m, a.s, side);
             if (t.pulley)
                 rows.add(
                     atSeat(a.m, marginRow(t.fit ? t.fit->hoop.value() : notKnown, hubPull(*t.pulley), 1, 1.25), side));
         }
     }},
    {{.code = "TR-34",
      .title = "Key in its hub",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "Nm",
      .advice = "A clamp hub or a taper bush: a key gets loose on a shaft that turns both ways.",
      .source = "DIN-6885",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *p = keyedAt(m, f.subject.side);
              asks.ask(p && p->keyLength.known(), "the key's length");
              asks.ask(p && p->material != "acetal", "a hub of metal: what a key may press on plastic is in no table");
              if (f.subject.side == 0)
                  asks.ask(!m.motorBody().shaft.empty(), "the motor shaft");
              else
                  asks.ask(!m.screwEnd.empty(), "the screw end, by micrometer");
              askMotor(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The key carries " + torqueText(f.capacity) + "; the motor brings up to " + torqueText(f.demand) +
                     ".";
          },
      .name = [](const AxisModel &, const Finding &f) { return std::string(f.check->title) + onWhich(f); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *p = keyedAt(a.m, f.subject.side);
              const auto seat = seatAt(a.m, f.subject.side);
              const auto key = seat.shaft ? keyOf(*seat.shaft) : std::nullopt;
              if (!p || !key) return;
              const auto mmTerm = [](const char *symbol, const char *name, double v) {
                  return term(symbol, name, v, Dimension::Length, "mm", Standing::Stated);
              };
              w.step("Key carries", "T", "p*(h - t_1)*l*d/2",
                     {term("p", "on the key's side, turning both ways", keyPressure, Dimension::Pressure, "N/mm2",
                           Standing::Assumed),
                      mmTerm("h", "height of the key", key->height.value()),
                      mmTerm("t_1", "of it in the shaft", key->inShaft.value()),
                      term("l", "its length", p->keyLength, Dimension::Length, "mm"),
                      mmTerm("d", "shaft", seat.shaft->nominal)},
                     f.capacity, Dimension::Torque, "Nm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.hasMotor()) return;
         for (int side : {0, 1}) {
             const auto *p = keyedAt(a.m, side);
             if (!p) continue;
             const auto seat = seatAt(a.m, side);
             const auto key = seat.shaft ? keyOf(*seat.shaft) : std::nullopt;
             double carries = notKnown;
             if (key && p->keyLength.known() && p->material != "acetal")
                 carries =
                     keyTorque(*key, metres(seat.shaft->nominal), metres(p->keyLength.v), fromSi<Pressure>(keyPressure))
                         .value();
             rows.add(atSeat(a.m, marginRow(peakAt(a.s, shaftAt(a.m, side)), carries, 1.2, 2), side));
         }
     }},
    {{.code = "R10",
      .title = "Taper bush in its pulley",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "The bush of the pulley's number, bored for the shaft.",
      .source = "PRACTICE",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto *p = bushedAt(m, f.subject.side);
              asks.ask(p && taperBush(p->bushSeries), "the bush's number on the pulley: 1108");
              asks.ask(p && taperBush(p->bush), "the number on the bush");
              asks.ask(p && p->bore.known(), "the bush's bore");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const auto *p = bushedAt(a.m, f.subject.side);
              const auto *takes = taperBush(p->bushSeries), *bush = taperBush(p->bush);
              if (takes != bush)
                  return "The pulley takes " + std::string(takes->code) + ", the bush is " + std::string(bush->code) +
                         ".";
              if (f.verdict == Verdict::Fails)
                  return "A " + std::string(bush->code) + " is bored to " + mm(f.capacity) + " at most, not " +
                         mm(f.demand) + ".";
              return "Pulley and bush are both " + std::string(bush->code) + ": dry, its screws to " +
                     torqueText(bush->screws) + " in turn.";
          },
      .name = [](const AxisModel &, const Finding &f) { return std::string(f.check->title) + onWhich(f); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto *p = bushedAt(a.m, f.subject.side);
              w.step("Bored", "d", "d_1",
                     {term("d_1", "the bush's bore", p->bore.nominal, Dimension::Length, "mm", Standing::Stated)},
                     f.demand, Dimension::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         for (int side : {0, 1}) {
             const auto *p = bushedAt(a.m, side);
             if (!p) continue;
             const auto *takes = taperBush(p->bushSeries), *bush = taperBush(p->bush);
             const bool known = takes && bush && p->bore.known();
             const bool fits = known && takes == bush && p->bore.nominal <= bush->boreMost * 1e-3 + 1e-9;
             rows.add(atSeat(a.m,
                             plainRow(!known ? Verdict::NotKnown
                                      : fits ? Verdict::Holds
                                             : Verdict::Fails,
                                      p->bore.nominal, bush ? bush->boreMost * 1e-3 : notKnown),
                             side));
         }
     }},
    {{.code = "R11",
      .title = "Key seats of shaft and hub",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A stepped key, or a clamp hub: the key is left out of it and the clamp's grip counts.",
      .source = "DIN-6885",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              const auto seat = seatAt(m, f.subject.side);
              asks.ask(seat.keyWidth && seat.keyWidth->known(), "the width of the key seat in the hub (0: none)");
              asks.ask(keyInShaft(m, f.subject.side).known(), "the width of the key seat in the shaft (0: none)");
          },
      .say = [](const AxisScope &, const Finding &f) -> std::string {
          if (f.verdict == Verdict::Holds)
              return f.demand > 0 ? "Key seats of shaft and hub are both " + mm(f.demand) + " wide."
                                  : "Neither shaft nor hub has a key seat.";
          if (f.demand == 0) return "The hub has a seat for a key, its shaft has none.";
          if (f.capacity == 0) return "The shaft has a seat for a key, its hub has none: leave the key out.";
          return "The shaft's key seat is " + mm(f.demand) + " wide, the hub's " + mm(f.capacity) + ".";
      },
      .name = [](const AxisModel &, const Finding &f) { return std::string(f.check->title) + onWhich(f); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("In the shaft", "b", "b_1",
                     {term("b_1", "its key seat", keyInShaft(a.m, f.subject.side), Dimension::Length, "mm")}, f.demand,
                     Dimension::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         for (int side : {0, 1}) {
             const auto seat = seatAt(a.m, side);
             const auto &shaft = keyInShaft(a.m, side);
             if (!seat.keyWidth || (!seat.keyWidth->known() && !shaft.known())) continue;
             const bool known = seat.keyWidth->known() && shaft.known();
             const bool same = known && std::fabs(seat.keyWidth->v - shaft.v) < 0.05e-3;
             const bool keyed = seat.hub == "keyed" || (known && seat.keyWidth->v > 0 && shaft.v > 0);
             rows.add(atSeat(a.m,
                             plainRow(!known  ? Verdict::NotKnown
                                      : same  ? Verdict::Holds
                                      : keyed ? Verdict::Fails
                                              : Verdict::Watch,
                                      shaft.v, seat.keyWidth->v),
                             side));
         }
     }},
    {{.code = "TR-31",
      .title = "Bore on shaft",
      .part = Part::SmallPulley,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Bore a new hub to the shaft.",
      .source = "ISO-286",
      .overridable = false,
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              if (f.subject.side == 0)
                  asks.ask(!m.motorBody().shaft.empty(), "the motor shaft");
              else
                  asks.ask(!m.screwEnd.empty(), "the screw end, by micrometer");
          },
      .say =
          [](const AxisScope &a, const Finding &f) {
              const std::string where = std::string(seatAt(a.m, f.subject.side).what) +
                                        (f.subject.side == 0 ? " on the motor" : " on the screw");
              if (f.demand < -1e-9 && f.verdict == Verdict::Fails)
                  return where + ": bore " + mm(-f.demand, 2) + " too small, it will not enter.";
              return where + ": " + mm(f.demand, 2) + " to " + mm(f.capacity, 2) + " free.";
          },
      .name = [](const AxisModel &, const Finding &f) { return std::string(f.check->title) + onWhich(f); },
      .figure = [](const Finding &f) { return mm(f.capacity, 2); },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto seat = seatAt(a.m, f.subject.side);
              const auto size = [](const char *symbol, const char *name, double v) {
                  return term(symbol, name, v, Dimension::Length, "mm", Standing::Stated);
              };
              w.step("Loosest", "c_hi", "B_hi - d_lo",
                     {size("B_hi", "largest bore", seat.bore->most), size("d_lo", "thinnest shaft", seat.shaft->least)},
                     f.capacity, Dimension::Length, "mm");
              w.step(
                  "Tightest", "c_lo", "B_lo - d_hi",
                  {size("B_lo", "smallest bore", seat.bore->least), size("d_hi", "thickest shaft", seat.shaft->most)},
                  f.demand, Dimension::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         for (int side : {0, 1}) {
             const auto seat = seatAt(a.m, side);
             if (!seat.bore || seat.bore->empty()) continue;
             const bool both = seat.bore->known() && seat.shaft->known();
             const double low = both ? seat.bore->least - seat.shaft->most : notKnown,
                          high = both ? seat.bore->most - seat.shaft->least : notKnown;
             rows.add(atSeat(a.m, plainRow(boreVerdict(seat.hub, low, high), low, high), side));
         }
     }},
};
} // namespace

std::span<const AxisCheck> seatChecks() { return seatChecksList; }

} // namespace lw
