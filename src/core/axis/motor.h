// What turns an axis: the motor as a variant, its drive, the supply it hangs on, its cable.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "drive/power.h"
#include "drive/servo.h"
#include "machine/known.h"
#include <memory>
#include <span>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <utility>
#include <variant>
#include <vector>

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
    Known pilotHeight; ///< m, the pilot stands off the face
    Known key;         ///< m, width of the key seat in the shaft; 0: none
    Known face, body, shaftLength, boltSquare, pilot, radialLoad, radialAt, frontBearing;
    Known outboard; ///< m off the face: middle of a bearing beyond what sits on the shaft; not known: none
};
/// Pull-out torque over speed as somebody has it: from a data sheet, or found at a brake.
struct TorqueCurve {
    std::vector<std::pair<double, double>> points; ///< rpm rising from 0 on, N m
    double volts = notKnown;                       ///< of the supply it was taken at
    /// At another supply: the speed goes with the voltage, the torque at rest stays. Beyond the last point nothing.
    [[nodiscard]] double at(double rpm, double supply) const;
};
/// How far a curve may be carried to another voltage, either way.
inline constexpr double curveReach = 2;
/// "0:1.9 300:1.8 600:1.1" or what a table gives when it is pasted; a sentence when it makes no sense.
[[nodiscard]] tl::expected<std::vector<std::pair<double, double>>, std::string> readCurve(std::string_view text);

/// The same written so that it reads back: "0:1.9 300:1.8".
[[nodiscard]] std::string curveText(std::span<const std::pair<double, double>> points);
/// A point moved, kept between its neighbours and above nothing; the first stays at rest.
/// @param rpm @param torque N m, of the voltage the curve was taken at
void moveCurvePoint(std::vector<std::pair<double, double>> &points, std::size_t index, double rpm, double torque);

/// A hybrid stepper by its plate.
struct Stepper : MotorBody {
    bool encoder = false; ///< knows when it lost steps
    HoldingConvention convention = HoldingConvention::TwoPhasesOn;
    bool conventionTyped = false;
    Known holding, rated, resistance, inductance, detent, usable;
    Known ratedRise, room; ///< K that the plate's current brings; C of the air round it
    Known torqueFactor{1, Standing::Assumed, 0.85, 1.15, Shape::Triangular}; ///< what the curve worked out is good to
    int rotorTeeth = 50;
    std::shared_ptr<const TorqueCurve> curve; ///< instead of the plate's; null: none
    /// Of six and eight leads: what the plate's figures are for and how the coils are joined; the figures above are as
    /// joined. Not told: taken as the plate has them.
    bool manyLeads = false, joiningTold = false;

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
/// A servo by its plate and data sheet: brushless (three phases) or with brushes.
struct ServoMotor : MotorBody {
    bool brushed = false;
    Known continuous, peak;               ///< N m: all day, for a moment
    Known ratedSpeed, topSpeed;           ///< rad/s
    Known torqueConstant;                 ///< N m per A rms; with brushes per A
    Known lineResistance, lineInductance; ///< between two leads
    Known noLoad;                         ///< A running free, of a motor with brushes
    Known torqueFactor{1, Standing::Assumed, 0.92, 1.03, Shape::Triangular}; ///< hot magnets give less; common practice
    int polePairs = 4;
    int counts = 0, pulses = 0; ///< encoder counts, and pulses the drive takes, for a turn; 0: not known

    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::torqueFactor, self.torqueFactor);
        visit(input::rotor, self.rotor);
        visit(input::radialLoad, self.radialLoad);
        visit(input::continuousTorque, self.continuous);
        visit(input::peakTorque, self.peak);
        visit(input::torqueConstant, self.torqueConstant);
        visit(input::resistance, self.lineResistance);
        visit(input::inductance, self.lineInductance);
    }
};
using Motor = std::variant<Stepper, ServoMotor>;

struct DriveSettings {
    Known peak;                                                               ///< A, amplitude of a phase
    Known currentFactor{1, Standing::Assumed, 0.95, 1.05, Shape::Triangular}; ///< what the setting is good to
    bool currentKindTyped = false;
    Known torqueLimit; ///< N m at the motor, set in the drive
    Known idleShare;   ///< of the current while it stands still; a servo keeps all of it
    Known voltLimit, pulseHigh;
    int microsteps = 10;
    bool damping = false;
};
struct SupplyModel {
    std::string id;
    Known voltage, power, sag;
    bool unregulated = false; ///< its voltage follows the mains
    /// How far the mains may lift it: a plain transformer follows them, +10 % (EN 50160), a regulated one does not.
    [[nodiscard]] double mainsHigh() const { return unregulated ? mainsHighest : 1.0; }
};
struct MotorCable {
    Known resistance, length; ///< there and back, one phase; m
};

[[nodiscard]] inline const MotorBody &bodyOf(const Motor &motor) {
    return std::visit([](const auto &kind) -> const MotorBody & { return kind; }, motor);
}

/// What a motor with its drive and supply gives at a speed, N m; NaN where the plate does not say enough.
struct Torques {
    double continuous; ///< all day; what a cut or a hold may count on
    double peak;       ///< the most it can give for a moment, nothing taken off
    double countedOn;  ///< what speeding up or breaking away may count on
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
    std::shared_ptr<const TorqueCurve> curve;  ///< pull-out by it instead of by the plate
};
/// The same of a servo.
struct ServoAtWork {
    bool brushed = false;
    Servo sine;
    BrushedMotor dc;
    Voltage bus = volts(0);                        ///< at low mains, under load
    double continuous = notKnown, peak = notKnown; ///< N m, of motor and drive together, no bus counted
    double torqueFactor = 1, limit = notKnown;     ///< limit: N m set in the drive, none: NaN
    double topRpm = notKnown;
    double peakStatic = notKnown; ///< N m at rest
    double corner = notKnown;     ///< rpm where the bus begins to take from the peak
};
using MotorAtWork = std::variant<std::monostate, StepperAtWork, ServoAtWork>;

/// std::monostate when there is no motor or its plate does not say enough (all of it, and the supply, finite and
/// positive).
[[nodiscard]] MotorAtWork motorAtWork(const Motor &m, const DriveSettings &drive, const SupplyModel &supply,
                                      const MotorCable &cable);
/// @param rpm >= 0. Quasi-steady, see pullOutTorque; beyond the speed where nothing is left there is nothing, not less.
[[nodiscard]] Torques torquesAt(const MotorAtWork &m, double rpm);

} // namespace lw
