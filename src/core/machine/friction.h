// Friction of ways as it is measured: what is constant and what follows the weight, how it falls with speed, how far
// the slide jumps when it lets go, and what handle torques up and down say of a hanging slide.
#pragma once

#include "machine/survey.h"

namespace lw {

struct FrictionLine {
    Ratio coefficient;  ///< friction per weight, the guide's shape included
    Force constantDrag; ///< what gibs, wipers and seals take whatever the load; below zero: the readings contradict
                        ///< each other
    Force maxResidual;
};
/// Drag at several loads: F = F_c + mu_eff * m * g, least squares.
/// Source: MECH (Coulomb friction), LEAST-SQUARES. Means little while the largest load is below 1.3 times the smallest.
/// @param masses > 0, at least two different  @param pulls >= 0, one for each mass
[[nodiscard]] Result<FrictionLine> splitFriction(std::span<const Mass> masses, std::span<const Force> pulls);

/// Handle torques raising and lowering, positive in the raising sense; T0 = drag with the nut free.
/// W + F_f = (T_up - T0) eta / l, W - F_f = (T_down + T0) / (eta_b l). On a screw that locks T_down and eta_b are both
/// negative. Source: EB-1. @param efficiency (0, 1]  @param efficiencyBackward not 0, <= 1
[[nodiscard]] Result<WeightAndFriction> splitWeightByScrew(Torque up, Torque down, Torque noLoadDrag,
                                                           Length travelPerTurn, Ratio efficiency,
                                                           Ratio efficiencyBackward);

/// Friction of a V-and-flat pair over that of a flat way: q / sin(gamma/2) + 1 - q. Source: MECH (normals of the
/// flanks).
/// @param included angle of the V, (0, 180) degrees  @param shareOnVee of the load, 0..1
[[nodiscard]] Result<Ratio> veeFlatFactor(Angle included, Ratio shareOnVee);

struct StribeckCurve {
    Force sliding, atRest;
    Speed knee = fromSi<Speed>(5e-3);
    double exponent = 2;
    double viscous = 0; ///< N s/m
};
/// Friction at a speed: sgn(v) [F_c + (F_s - F_c) exp(-(|v|/v_s)^delta) + k_v |v|]; at rest whatever balances, so 0
/// here. Source: STRIBECK. Parameters scatter from machine to machine.
[[nodiscard]] Result<Force> stribeckFriction(const StribeckCurve &curve, Speed speed);

struct StickSlip {
    Length windUp; ///< before it lets go
    Length jump;   ///< 2 (F_s - F_c) / K, undamped, drive standing
};
/// Source: MECH (half a swing of a mass on a spring). @param atRest >= sliding >= 0  @param stiffness of the drive > 0
[[nodiscard]] Result<StickSlip> stickSlip(Force atRest, Force sliding, Stiffness stiffness);

} // namespace lw
