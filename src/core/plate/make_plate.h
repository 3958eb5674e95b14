// What the makers of plates share. Internal to core/plate.
#pragma once

#include "plate/plate.h"

namespace lw {

/// What was written, or the usual and a word of what is open.
[[nodiscard]] double writtenOr(Plate &p, const Known &k, double usual, const char *what);
/// Hole for a screw to pass, m; ISO 273, medium. @param thread of it, m
[[nodiscard]] double passesThrough(double thread);
/// Hole that is tapped for a screw, m: thread less pitch, common practice.
[[nodiscard]] double tappedFor(double thread);
/// Edges as written, else one and a half holes of metal; then what to saw and what it weighs.
/// @param reach of what else must lie between its sides, from the middle
void finishPlate(Plate &p, const PlateSaid &said, double reach = 0);
[[nodiscard]] std::optional<Plate> motorPlateOf(const AxisModel &m, const BeltPlace &belt);
[[nodiscard]] std::optional<Plate> facePlateOf(const AxisModel &m, PlateKind kind, const BeltPlace &belt);

} // namespace lw
