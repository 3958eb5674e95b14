// Bores on the shafts they sit on: the motor's, and the driven end of the final shaft.
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
struct Seat {
    const FitSize *bore = nullptr, *shaft = nullptr;
    std::string_view hub = "clamp";
    bool pulley = false;
};
Seat seatAt(const AxisModel &m, int side) {
    Seat seat;
    if (m.stages.empty()) return seat;
    const auto place = side == 0 ? std::size_t(0) : m.stages.size() - 1;
    if (const auto *b = m.stageAs<ToothedBelt>(place)) {
        const auto &p = b->pulley(std::size_t(side));
        seat = {&p.bore, nullptr, p.hub, true};
    } else if (const auto *c = m.stageAs<Coupling>(place)) {
        seat = {side == 0 ? &c->boreIn : &c->boreOut, nullptr, "clamp", false};
    }
    seat.shaft = side == 0 ? &m.motorBody().shaft : &m.screwEnd;
    return seat;
}

const AxisCheck seatChecksList[] = {
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
              const std::string where = std::string(seatAt(a.m, f.subject.side).pulley ? "Pulley" : "Coupling") +
                                        (f.subject.side == 0 ? " on the motor" : " on the screw");
              if (f.demand < -1e-9 && f.verdict == Verdict::Fails)
                  return where + ": bore " + mm(-f.demand, 2) + " too small, it will not enter.";
              return where + ": " + mm(f.demand, 2) + " to " + mm(f.capacity, 2) + " free.";
          },
      .name =
          [](const AxisModel &, const Finding &f) {
              return std::string(f.check->title) + (f.subject.side == 0 ? ", motor" : ", screw");
          },
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
             auto f = plainRow(boreVerdict(seat.hub, low, high), low, high);
             f.subject.side = static_cast<std::int8_t>(side);
             f.subject.stage = static_cast<std::int8_t>(side == 0 ? 0 : a.m.stages.size() - 1);
             rows.add(f);
         }
     }},
};
} // namespace

std::span<const AxisCheck> seatChecks() { return seatChecksList; }

template <> std::span<const StageCheck<Coupling>> stageChecks<Coupling>() { return {}; }

} // namespace lw
