// A stepper in time: windings, an ideal chopper, the rotor, and a load behind a spring with play. Slow beside the
// quasi-steady curve, and free of its assumptions: it shows what the curve leaves out.
//
// Model: two-phase round-rotor machine (PMSM-CIRCLE), averaged chopper with a time constant of 20 us, semi-implicit
// Euler in steps of 2 us; no current ripple, no iron loss. Rotor angle and load angle electrical where they say so.
#pragma once

#include "drive/stepper.h"
#include <vector>

namespace lw {

/// Best mean torque over the load angle with the rotor turned at exactly that speed. Source: PMSM-CIRCLE.
[[nodiscard]] Torque forcedTorque(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed);
/// Load at which a free rotor at constant commanded speed falls out, the load raised over 1.3 s; half a per cent to one
/// above what a standing load would do. @param damping about the commanded speed, N m s
[[nodiscard]] Torque simulatedPullOut(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed,
                                      Inertia inertia, double damping);
/// Whether an undamped rotor keeps step when it is told to run at that speed at once.
[[nodiscard]] bool startsAt(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed, Inertia inertia,
                            Torque load);

/// A rotor and its load behind a spring, told to run up, run 0.1 s, stop and rest 0.15 s.
struct SpringyRamp {
    Inertia rotor, load;               ///< > 0
    TorsionalStiffness stiffness;      ///< > 0
    double springDamping = 0;          ///< N m s
    Angle play = radians(0);           ///< whole gap
    Torque friction = newtonMetres(0); ///< on the load
    double damping = 0;                ///< of the rotor about the commanded speed, N m s
    AngularAcceleration acceleration;  ///< > 0
    AngularSpeed top;                  ///< > 0
};
struct RampOutcome {
    double use;        ///< torque asked over peak static torque
    int lostFullSteps; ///< a multiple of 4: the rotor falls into another tooth
    Angle worstLag;    ///< electrical
};
[[nodiscard]] RampOutcome simulatedRamp(const StepperMotor &m, const StepperSupply &s, const SpringyRamp &ramp);

} // namespace lw
