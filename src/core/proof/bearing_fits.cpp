#include "proof/bearing_fits.h"
#include <cmath>

namespace lw {
namespace {
SeatFit fitOf(const FitSize *hole, const FitSize *part, const Known &ring,
              std::optional<ToleranceBand> (*band)(Length)) {
    SeatFit f;
    f.nominal = ring.v;
    if (!ring.known()) return f;
    const auto limits = band(metres(ring.v));
    if (!limits) return f;
    const double least = ring.v + limits->lower * 1e-6, most = ring.v + limits->upper * 1e-6;
    const auto *other = hole ? hole : part;
    if (!other->known()) return f;
    (hole ? f.holeLeast : f.partLeast) = other->least;
    (hole ? f.holeMost : f.partMost) = other->most;
    (hole ? f.partLeast : f.holeLeast) = least;
    (hole ? f.partMost : f.holeMost) = most;
    return f;
}
constexpr double ringExpansion = 12e-6; ///< 1/K, bearing steel
} // namespace

BearingFits bearingFits(const AxisModel &m) {
    BearingFits b;
    const auto &screw = m.screw();
    b.housing = fitOf(&m.seat.housing, nullptr, screw.bearingOutside, &ringOutside);
    b.journal = fitOf(nullptr, &m.seat.journal, screw.bearingBore, &ringBore);
    b.warmedTo = m.seat.housingWarmed.v;
    if (b.housing.known() && m.seat.housingOf && m.seat.housingOf->expansion == m.seat.housingOf->expansion) {
        WarmFit warm{metres(b.housing.holeLeast),
                     metres(b.housing.partMost),
                     m.seat.housingOf->expansion,
                     ringExpansion,
                     b.room,
                     b.room};
        b.slipsAt = warm.temperatureFor(metres(slipFree));
        if (b.warmedTo == b.warmedTo) b.freeWarm = warm.clearanceAt(b.warmedTo).value();
    }
    if (b.journal.known() && !m.seat.clearanceGroup.empty())
        if (const auto g = radialClearance(metres(screw.bearingBore.v), m.seat.clearanceGroup)) {
            const double tight = std::max(0.0, -b.journal.middle());
            // the race, a quarter of the section out, grows with the ring on a solid journal of the same steel
            const double race = screw.bearingBore.v + 0.25 * (screw.bearingOutside.v - screw.bearingBore.v);
            b.innerClearance = (g->least.value() + g->most.value()) / 2 - tight * screw.bearingBore.v / race;
        }
    return b;
}

} // namespace lw
