// Steps and pulses: exact steps per unit, resolution, pulse rate, what goes into the controller.
#pragma once

#include "result.h"
#include "fraction.h"
#include "units/quantity.h"
#include <optional>
#include <string>

namespace lw {

/// Lead as an exact fraction of millimetres; 25.4/tpi is 127/(5 tpi).
[[nodiscard]] Result<Fraction> leadFromMillimetres(double mm);
[[nodiscard]] Result<Fraction> leadFromThreadsPerInch(double tpi);

/// Exact steps per millimetre: full steps * microsteps * ratio / lead. Source: rational arithmetic, no rounding
/// anywhere.
[[nodiscard]] Result<Fraction> stepsPerMillimetre(int fullSteps, int microsteps, Fraction ratio, Fraction leadMm);

/// Decimal text for a controller: given places, or 4 and as many more as bring the error over the travel below 0.1 um.
struct RoundedSteps {
    std::string text;
    double errorOverTravel; ///< m, rounded less exact
    int places;
    bool exact; ///< nothing lost by the decimal form
};
[[nodiscard]] RoundedSteps roundedSteps(Fraction stepsPerMm, Length travel, std::optional<int> places = {});
/// What the decimal a controller is given leaves over the travel, m, signed as errorOverTravel; 0 when it is exact.
[[nodiscard]] double roundingOverTravel(Fraction stepsPerMm, Length travel);
/// Exact less typed, over the travel (m): what the axis falls short.
[[nodiscard]] Result<double> typedStepsError(Fraction exact, Fraction typed, double travel);

struct StepperResolution {
    Length deadZone;   ///< side to side
    Length dependable; ///< smallest step it is sure to make
};
/// Friction holds the rotor off by asin(T_f/T_pk)/N_r either way; to that comes 5 % of a full step, never finer than
/// one microstep. Source: PMSM-CIRCLE (load angle), step accuracy common practice.
[[nodiscard]] Result<StepperResolution> stepperResolution(Lead lead, double ratio, int fullSteps, int microsteps,
                                                          Torque peakStatic, Torque friction);
[[nodiscard]] Length travelPerMotorTurn(Lead lead, double ratio);
[[nodiscard]] Frequency stepRate(Speed v, Lead lead, double ratio, int fullSteps, int microsteps);
[[nodiscard]] Frequency drivePulseLimit(Duration high, Duration low);

} // namespace lw
