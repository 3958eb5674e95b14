// Hybrid steppers: what torque is there at a speed, with this drive and supply.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>

namespace lw {

/// How the plate states its holding torque: both phases at rated current, or one.
enum class HoldingConvention { TwoPhasesOn, OnePhaseOn };

struct StepperMotor {
    Torque holding;
    HoldingConvention convention = HoldingConvention::TwoPhasesOn;
    Current rated;
    Current drivePeak;          ///< amplitude; a setting marked rms is sqrt(2) times that
    Resistance resistance;      ///< one phase, cold
    Resistance cable = ohms(0); ///< there and back, one phase
    Inductance inductance;
    int rotorTeeth = 50; ///< 50 for 1.8 degrees
};
struct StepperSupply {
    Voltage voltage;
    double sag = 0; ///< share lost under load
    Voltage bridgeDrop = volts(0);
    double modulation = 1; ///< 1 sinusoidal limit to 4/pi square wave
};

/// K_m = T_h / (sqrt 2 I_r) when the plate means two phases on, T_h / I_r for one.
[[nodiscard]] TorqueConstant torqueConstant(const StepperMotor &m);
/// The motor's torque at rest with this current amplitude: K_m I_p.
[[nodiscard]] Torque peakStaticTorque(const StepperMotor &m);
/// Holding torque by the two-phases-on convention.
[[nodiscard]] Torque holdingTwoPhases(const StepperMotor &m);

enum class PullOutRegion { CurrentLimit, Both, VoltageLimit, None };
struct PullOut {
    Torque torque;
    PullOutRegion region;
    Current field; ///< i_d, negative weakens the field
};
/// Quasi-steady pull-out torque: two-phase round-rotor machine, sinusoidal current, ideal chopper; the best torque
/// inside the current circle and the voltage circle. Source: PMSM-CIRCLE. Within 10 % below the corner, 20 % above.
[[nodiscard]] PullOut pullOutTorque(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed);
/// What a design may count on: 0.9 of it less losses T_h (0.02 + 0.03 n/1000 rpm). ASSUMED, low confidence.
[[nodiscard]] Torque designTorque(const StepperMotor &m, Torque pullOut, AngularSpeed speed);
/// Speed where torque starts to fall; none when the set current is not reached even at rest.
[[nodiscard]] std::optional<AngularSpeed> cornerSpeed(const StepperMotor &m, const StepperSupply &s);

/// What of the supply reaches the winding: sag and bridge taken off, times the modulation. V
[[nodiscard]] double busVoltage(const StepperSupply &s);
/// Checks nameplate and supply: positive, finite.
[[nodiscard]] Result<void> checkStepper(const StepperMotor &m, const StepperSupply &s);

} // namespace lw
