// What a stepper does that its pull-out curve does not say: sudden loads, starting without a ramp, swinging above the
// corner, getting hot; and its windings joined another way.
#pragma once

#include "drive/power.h"
#include "drive/stepper.h"
#include <array>
#include <vector>

namespace lw {

/// How the coils of a six or eight lead motor are joined.
enum class Winding { Unipolar, HalfCoil, Series, Parallel };
struct WindingData {
    Current current;
    Resistance resistance;
    Inductance inductance;
    Torque holding;
    /// Two phases sharing it, N m/A.
    [[nodiscard]] double torqueConstant() const;
    /// Of both phases at that current, W.
    [[nodiscard]] double copperLoss() const;
};
/// The same copper at the same heat, joined another way. Saturation left out: series and parallel really gain 30 to 40
/// % over one half, not 41. Source: PMSM-CIRCLE (ampere-turns).
[[nodiscard]] WindingData joined(const WindingData &from, Winding as, Winding to);

/// Share of the peak static torque that may come at once on an undamped rotor, and the static angle of such a load,
/// electrical. sin d (pi - d) = 1 + cos d. Source: EQUAL-AREA.
struct ShockLimit {
    double share;
    Angle electrical;
};
[[nodiscard]] ShockLimit shockLimit();
/// Speed at which an undamped rotor just starts without a ramp, below the corner; use half of it.
/// @param peak static torque > 0 @param load against it, >= 0 @param inertia all that turns with the rotor, > 0
/// Source: EQUAL-AREA (depth of the well). Fails when the load is more than the motor holds.
[[nodiscard]] Result<AngularSpeed> pullInSpeed(Torque peak, Torque load, Inertia inertia, int rotorTeeth);

/// Linear test of the mid-band: greatest real part of the swing fed with a fixed voltage, 1/s. Above zero a swing grows
/// by itself: look out, never proof of the other. None where the motor cannot carry the load at that speed.
/// Source: PMSM-CIRCLE, linearised about the steady load.
/// @param damping about the commanded speed, N m s
[[nodiscard]] std::optional<double> midbandGrowth(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed,
                                                  Torque load, Inertia inertia, double damping);
/// Damping that just stops it, N m s; 0 when none is needed.
[[nodiscard]] std::optional<double> midbandDamping(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed,
                                                   Torque load, Inertia inertia);

/// Heat of the windings at rest or slow speed, iron losses left out.
struct StepperHeat {
    double thermalResistance;   ///< K/W, from the plate's rise with both phases at rated direct current in 20 C
    double copperCold;          ///< W, both phases, copper at 20 C
    std::optional<double> rise; ///< K above the room; none: it gets hotter without end
};
/// @param ratedRise K, > 0 @param peak amplitude of the drive's current @param ambient C
/// dT = P R (1 + a (T - 20)) / (1 - a P R). Source: NEWTON-COOLING with copper's own coefficient.
[[nodiscard]] Result<StepperHeat> stepperHeat(Current rated, double ratedRise, Resistance cold, Current peak,
                                              double ambient, double coefficient = copperCoefficient);

} // namespace lw
