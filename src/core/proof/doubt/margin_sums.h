// A torque margin with its spreads, for the bench book: closed where a closed form exists, drawn where none does.
#pragma once

#include "result.h"
#include "units/quantity.h"

namespace lw {

/// Two lognormal torques by their 5 and 95 % factors.
struct LognormalMargin {
    double sigmaAvailable, sigmaRequired, nominal, median, sigma;
    double chance;               ///< that the margin is above 1
    double p5;                   ///< its 5 % point
    double chanceError, p5Error; ///< standard errors of so many draws
};
/// @param correlation -1 to 1: how far both go together. Source: logarithms of lognormals are normal (JCGM 101).
[[nodiscard]] Result<LognormalMargin> lognormalMargin(Torque available, double lowA, double highA, Torque required,
                                                      double lowR, double highR, int samples, double correlation);

/// Torque asked in its three parts, and what each factor may be.
struct MarginSpreads {
    double available, friction, cut, acceleration;        ///< N m
    double frictionLow, frictionHigh;                     ///< 5 and 95 % factors, lognormal
    double cutPlusMinus, massPlusMinus, pullOutPlusMinus; ///< triangular, uniform, triangular: full limits
    double sagLow;                                        ///< uniform up to 1
};
struct DrawnMargin {
    double nominal, chance, p5, p50;
};
/// Stratified and seeded: the same on every machine. @param draws > 100
[[nodiscard]] Result<DrawnMargin> drawnMargin(const MarginSpreads &s, int draws = 60000);
struct MarginSwings {
    double middle, friction, cut, mass, pullOut, sag;
};
[[nodiscard]] Result<MarginSwings> marginSwings(const MarginSpreads &s);

} // namespace lw
