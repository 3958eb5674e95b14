// A shaft in two bearings with wheels on it that pull it aside.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <span>

namespace lw {

/// A pull across the shaft. @param at from the first bearing towards the second; below zero, beyond the second:
/// overhung
struct SidePull {
    Force pull;
    Length at;
};
struct PulledShaft {
    Force first, second;        ///< on the bearings, size
    Torque moment;              ///< largest
    Pressure bending, combined; ///< at the surface; with the torque (von Mises)
    Length bend[2]{};           ///< at the first two pulls
    Angle slope[2]{};
};
/// Round shaft, steel, free to tilt in its bearings. Nobody knows which way its wheels pull in the end: what each does
/// adds up, as if they pulled the same way. Source: BEAM (double integration); small bending, no shear.
/// @param spacing, diameter > 0 @param pulls one or two
[[nodiscard]] Result<PulledShaft> pulledShaft(Length diameter, Length spacing, std::span<const SidePull> pulls,
                                              Torque torque);

} // namespace lw
