// Servos: what torque a bus allows at a speed, brushed and brushless; motor and load on a spring; a motor turned by
// hand.
#pragma once

#include "drive/stepper.h"
#include <optional>

namespace lw {

/// A permanent-magnet synchronous servo, star of phases; no field weakening.
struct Servo {
    double torqueConstant = 0;                   ///< N m per A rms, > 0
    int polePairs = 4;                           ///< >= 1
    Resistance line = ohms(0);                   ///< between two leads, >= 0
    Inductance lineInductance = millihenries(1); ///< between two leads, > 0
};
/// Torque per rms ampere from a voltage constant given as volts rms, line to line, per 1000 rpm: sqrt(3) Ke in SI.
/// Source: EB-1 (power of the shaft is power of the back-EMF).
[[nodiscard]] double torqueConstantOf(double lineRmsPerKrpm);
/// And from one given as peak volts of a phase per rad/s: 3/2 of it per peak ampere.
[[nodiscard]] double torqueConstantOfPhase(double phasePeak);
/// Largest rms current the bus can drive at a speed, A; 0 beyond the no-load speed. Source: PMSM-CIRCLE with i_d = 0.
/// @param bus at low mains @param modulation 1 space vector, 0.866 sine against triangle
[[nodiscard]] double servoCurrent(const Servo &m, Voltage bus, double modulation, AngularSpeed speed);
[[nodiscard]] AngularSpeed servoNoLoadSpeed(const Servo &m, Voltage bus, double modulation);
/// Speed up to which the bus allows a torque; none when not even at rest.
[[nodiscard]] std::optional<AngularSpeed> servoSpeedFor(const Servo &m, Voltage bus, double modulation, Torque torque);

struct BrushedMotor {
    double torqueConstant = 0; ///< N m/A = V s/rad, > 0
    Resistance resistance;     ///< between the brushes, > 0
    Current noLoad;            ///< running free, >= 0
};
[[nodiscard]] AngularSpeed brushedSpeed(const BrushedMotor &m, Voltage supply, Torque load);
/// What is left for the load at a speed; below zero the motor brakes.
[[nodiscard]] Torque brushedTorque(const BrushedMotor &m, Voltage supply, AngularSpeed speed);

/// Rotor and load on the spring between them. Source: MECH.
struct TwoMasses {
    Frequency held, free; ///< rotor held; both ends free
    double ratio;         ///< load over rotor
};
[[nodiscard]] TwoMasses twoMasses(TorsionalStiffness k, Inertia rotor, Inertia load);

/// Peak voltage a phase makes when the motor is turned with its drive off, V. Source: PMSM-CIRCLE.
[[nodiscard]] Voltage handTurnedVoltage(const StepperMotor &m, AngularSpeed speed);

} // namespace lw
