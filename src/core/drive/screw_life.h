// How long a ball screw lasts at its duty, how heat and its grade move the table, what holds it straight.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <span>
#include <string_view>

namespace lw {

/// A stretch of a duty: standing still it makes no turns and wears nothing.
struct ScrewStretch {
    Force load;         ///< along the screw; its sign tells which half of a double nut carries
    AngularSpeed speed; ///< size
    double share = 0;   ///< of the time, or seconds
};
struct ScrewMean {
    Force load; ///< cubic mean by turns
    AngularSpeed speed;
};
/// Source: ISO-3408-5. @return loads of no stretch that turns: NaN
[[nodiscard]] ScrewMean screwMean(std::span<const ScrewStretch> duty);
/// Turns that nine of ten outlive. @param factor 1.2 smooth to 3 shocks
[[nodiscard]] double screwTurns(Force rating, Force mean, double factor);
/// What the loaded half of a preloaded nut carries under a load either way. Source: ISO-3408-5, from memory.
[[nodiscard]] Force loadOfHalf(Force load, Force preload);
/// Both halves together: as a chain of two, by their spread of lives.
[[nodiscard]] double bothTurns(double first, double second);
/// A preloaded pair, halves of a nut or two bearings: each by its own share of the load, then both as a chain.
struct PairLife {
    Force mean[2]{}; ///< of the half that plus loads, of the other
    double turns[2]{}, both = 0;
    AngularSpeed speed; ///< mean
};
/// @param shocks as of screwTurns @param sideways what either half carries besides, as load along the screw
[[nodiscard]] PairLife pairLife(std::span<const ScrewStretch> duty, Force rating, Force preload, double shocks,
                                Force sideways = {});

[[nodiscard]] Length heatGrowth(Length length, double rise, double expansion = 11.5e-6);
/// Pull that stretches it by as much.
[[nodiscard]] Force pretension(Length root, double rise, double expansion, Pressure youngs);
/// What a grade ("7", "C7") allows in any 300 mm, m; 0 for one that is not in the table. Source: ISO-3408-5.
[[nodiscard]] double gradeVariation(std::string_view grade);
/// What a grade allows over a travel; `per300` is its figure. Source: ISO-3408-5, transport screws.
[[nodiscard]] Length travelError(Length per300, Length travel);

} // namespace lw
