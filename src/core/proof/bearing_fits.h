// The fixed bearings in their housing and on their journal: free or tight, warmed to slip in, what is left inside.
#pragma once

#include "axis/axis_model.h"
#include "drive/fits.h"
#include <optional>

namespace lw {

/// A hole and what goes in, by their limits in m.
struct SeatFit {
    double nominal = notKnown;
    double holeLeast = notKnown, holeMost = notKnown, partLeast = notKnown, partMost = notKnown;
    [[nodiscard]] bool known() const { return holeLeast == holeLeast && partLeast == partLeast; }
    [[nodiscard]] double most() const { return holeMost - partLeast; } ///< below zero: tight
    [[nodiscard]] double least() const { return holeLeast - partMost; }
    [[nodiscard]] double middle() const { return (most() + least()) / 2; }
};
struct BearingFits {
    SeatFit housing, journal;              ///< rings of the normal class
    double room = 20, warmedTo = notKnown; ///< C
    double slipsAt = notKnown;             ///< C of the housing, ten micrometres free with the worst of both sizes
    double freeWarm = notKnown;            ///< m at `warmedTo`, the worst of both
    double innerClearance = notKnown;      ///< m, radial, left on the journal at the middle of all tolerances
};
[[nodiscard]] BearingFits bearingFits(const AxisModel &m);
/// What a housing slips at: ten micrometres free. Common practice.
inline constexpr double slipFree = 10e-6;

} // namespace lw
