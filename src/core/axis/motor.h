// What turns an axis: the motor as a variant, its drive, the supply it hangs on, its cable.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "drive/stepper.h"
#include "machine/known.h"
#include <string>
#include <variant>

namespace lw {

/// What a plate's current brings with both phases on, K, and the air of a shop on a warm day, C: common practice.
inline constexpr double usualRise = 80, usualRoom = 30;
/// A motor's case may be so warm, C, and should be no warmer than that: above it burns, and printed brackets go soft.
/// Common practice; ISO 13732-1 asks for a guard or a label above about 60.
inline constexpr double bodyMost = 100, bodyWanted = 80;

/// What any motor has on the outside, as the drawing, the plate and the pulley need it.
struct MotorBody {
    bool named = false; ///< there is one: its plate or its kind was typed
    Known rotor;        ///< kg m^2
    FitSize shaft;
    Known face, body, shaftLength, boltSquare, pilot, radialLoad, radialAt, frontBearing;
};
/// A hybrid stepper by its plate.
struct Stepper : MotorBody {
    bool encoder = false; ///< knows when it lost steps
    HoldingConvention convention = HoldingConvention::TwoPhasesOn;
    bool conventionTyped = false;
    Known holding, rated, resistance, inductance, detent, usable;
    Known ratedRise, room; ///< K that the plate's current brings; C of the air round it
    Known torqueFactor{1, Standing::Assumed, 0.85, 1.15, Shape::Triangular}; ///< what the curve worked out is good to
    int rotorTeeth = 50;

    /// Calls visit(InputSpec, Known &) for each input of the doubt; static, so that it serves const and other motors.
    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::torqueFactor, self.torqueFactor);
        visit(input::rotor, self.rotor);
        visit(input::ratedRise, self.ratedRise);
        visit(input::room, self.room);
        visit(input::radialLoad, self.radialLoad);
        visit(input::holding, self.holding);
        visit(input::resistance, self.resistance);
        visit(input::inductance, self.inductance);
    }
};
using Motor = std::variant<Stepper>;

struct DriveSettings {
    Known peak;                                                               ///< A, amplitude of a phase
    Known currentFactor{1, Standing::Assumed, 0.95, 1.05, Shape::Triangular}; ///< what the setting is good to
    bool currentKindTyped = false;
    Known torqueLimit; ///< N m at the motor, set in the drive
    Known idleShare;   ///< of the current while it stands still
    Known voltLimit, pulseHigh;
    int microsteps = 10;
    bool damping = false;
};
struct SupplyModel {
    std::string id;
    Known voltage, power, sag;
    bool unregulated = false;
    /// How far the mains may lift it: a plain transformer follows them, +10 % (EN 50160), a regulated one does not.
    [[nodiscard]] double mainsHigh() const { return unregulated ? 1.1 : 1.0; }
};
struct MotorCable {
    Known resistance, length; ///< there and back, one phase; m
};

/// What a motor with its drive and supply gives at a speed, N m; NaN where the plate does not say enough.
struct Torques {
    double continuous; ///< all day
    double peak;       ///< the most it can give for a moment, nothing taken off
    double countedOn;  ///< what a design may count on
    double pullOut;    ///< where it loses hold (steppers), the model's own figure
    PullOutRegion region;
};
/// A motor made ready for one evaluation: plate, setting and supply put together once.
struct StepperAtWork {
    StepperMotor motor;
    StepperSupply supply;
    double torqueFactor = 1, limit = notKnown; ///< limit: N m set in the drive, none: NaN
    double peakStatic = notKnown;              ///< N m at rest at the set current
    double corner = notKnown;                  ///< rpm where torque starts to fall
};
using MotorAtWork = std::variant<std::monostate, StepperAtWork>;

/// std::monostate when there is no motor or its plate does not say enough (all of it, and the supply, finite and
/// positive).
[[nodiscard]] MotorAtWork motorAtWork(const Motor &m, const DriveSettings &drive, const SupplyModel &supply,
                                      const MotorCable &cable);
/// @param rpm >= 0. Quasi-steady, see pullOutTorque; beyond the speed where nothing is left there is nothing, not less.
[[nodiscard]] Torques torquesAt(const MotorAtWork &m, double rpm);

} // namespace lw
