// One axis with one design, as the proof takes it: every number in coherent SI with how it is known and its spread.
// The members are plain Known values, not quantities, because the doubt is found by moving them one by one through
// pointers to members; every calculation that is called from here takes typed quantities (docs/architecture.md).
#pragma once

#include "duty/cutting.h"
#include "duty/turning.h"
#include "axis/final_element.h"
#include "drive/joints.h"
#include "axis/motor.h"
#include "axis/plate_said.h"
#include "axis/stages/stage.h"
#include "machine/classes.h"
#include "machine/known.h"
#include "machine/alignment.h"
#include "machine/survey.h"
#include "fraction.h"
#include <algorithm>
#include "json.h"
#include <array>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace lw {

enum class CutKind { Milling, Drilling, Turning, Threading, Tapping, Grinding, Given };
struct Cut {
    std::string id, name;
    CutKind kind = CutKind::Given;
    Standing standing = Standing::Assumed;               ///< assumed: the class default
    Known force;                                         ///< along the axis against the feed, after the spindle cap
    double uncapped = notKnown;                          ///< before the cap
    double feed = notKnown;                              ///< m/s
    double chip = notKnown;                              ///< m
    double cutter = notKnown;                            ///< m
    double power = notKnown;                             ///< W at the cutter
    double torque = notKnown;                            ///< N m at the spindle
    double toothPeak = notKnown;                         ///< N
    double climbPull = 0;                                ///< N, above zero when the cutter pulls the table along
    double tangential = notKnown;                        ///< N at the tooth
    double pressing = 0;                                 ///< N normal to the ways: adds way friction of its own
    double runInNeeded = notKnown, runInFree = notKnown; ///< m before the thread, two pitches included
    bool capped = false;
    const CutMaterial *material = nullptr;
    MillingCut mill; ///< what it was worked out from
    DrillCut drill;
    TurningCut turn;
    ThreadCut thread;
    std::string problem; ///< a sentence when the cut cannot be worked out
};

/// What becomes of the handwheel when a motor turns its shaft.
enum class Handle { NotSaid, Off, Folding, Fixed };

enum class MoveKind { Rapid, Cut, Stand };
/// One block of the work cycle, in order.
struct Move {
    std::string id, name;
    MoveKind kind = MoveKind::Cut;
    int cut = -1;              ///< index of the cut
    Known length, speed, time; ///< of a rapid or a cut: length; of a stand: time
    bool up = true;            ///< on an upright axis
    bool brakeHolds = false;   ///< while standing: the motor may rest
    bool assumed = false;      ///< the default cycle of a class
};

/// The end of the screw under its thrust bearings, and the housing they sit in.
struct EndSeat {
    FitSize journal;                     ///< under the bearings
    FitSize housing;                     ///< bore their outside sits in
    const Material *housingOf = nullptr; ///< null: not said
    Known housingWarmed;                 ///< C, to slip the bearings in
    Known fitFrom, fitTo;                ///< m free, below zero tight: how the housing is wished
    std::string clearanceGroup;          ///< "CN", "C3"; empty: not said
    Known bearingRise;                   ///< K, of the block at work
    /// Of the screw's end, of the nut that pulls the bearings together; nothing: not said, or no thread.
    std::optional<MetricThread> endThread, lockNut;
    Known shoulder, abutment; ///< m: the shoulder the bearing is pulled against, and the least its sheet asks
    Known key;                ///< m, width of the seat for a key where the hub sits; 0: none
};

/// How the slide is carried, read once from the code of its ways.
struct WayKind {
    bool rolls = false; ///< rails, cage or bush of balls or rollers
    bool onRails = false;
};

/// What an axis has that turns no screw, or is turned by no stepper. Not made when it is asked for: it is asked by
/// every row.
inline const Screw emptyScrew{};
inline const Stepper emptyStepper{};

struct AxisModel {
    std::string id, what, designId;
    const ClassAxis *cls = nullptr;
    bool vertical = false, lathe = false; ///< vertical: weight acts along it, upright or on a slope
    double incline = 0;                   ///< rad over level, plus uphill; upright pi/2
    bool leftHand = false;
    WayKind way;
    // duty
    Known travel, rapid, acceleration, lostTarget, repeatTarget;
    Known accuracyTarget;                 ///< m over the travel; not known: not asked
    Known deceleration, jerk, stepTarget; ///< unknown: as speeding up, straight ramps, not asked
    std::vector<Cut> cuts;
    std::vector<Move> moves;
    Known cutFactor{1, Standing::Assumed, 0.7, 1.3, Shape::Triangular};          ///< on cuts worked out or guessed
    Known measuredCutFactor{1, Standing::Measured, 0.9, 1.1, Shape::Triangular}; ///< on cuts whose force was measured
    // survey
    std::vector<PullReading> readings;
    Known pull;                                   ///< N, the tightest reading
    double meanOverPull = 1, loosestOverPull = 1; ///< of the same readings
    Known coldFactor, breakaway, mass, runOut;
    double tightLoose = notKnown, asymmetry = notKnown;
    double tightAt = notKnown, looseAt = notKnown;
    bool pullMeasured = false, pullDirect = false, breakawayMeasured = false, runOutMeasured = false;
    double frictionDoubt = notKnown;                      ///< relative half width
    Known leadMeasured, leadThread, leadDial, leadHandle; ///< the old screw's: ten turns, counted, dial, one turn
    [[nodiscard]] std::array<const Known *, 4> leadWays() const {
        return {&leadMeasured, &leadThread, &leadDial, &leadHandle};
    }
    /// The way of the best standing, of equal ones the surest; nothing when none was tried.
    [[nodiscard]] const Known *oldLead() const;
    /// The ways that can be held against each other: one turn of the handle is good to a hundredth and says nothing
    /// within it.
    [[nodiscard]] std::vector<double> leadsFound() const;
    Known lostNow, lostThrust, lostSlot, lostWindUp, lostThread, afterThrust, afterSlot, afterThread;
    Known hoistUp, hoistDown, strut, counterweight, guideOffset, guideLength; ///< strut: the least along its stroke
    double strutMost = 0; ///< N, rod in: what S8 holds against the weight
    Known weightFound;    ///< N along the axis, balance in use: hoisted or pulled both ways
    double wayFriction = notKnown, constantDrag = notKnown;
    Known dragMeasured; ///< constant part of the drag, from pulls at several loads
    double handleTorqueLessDrag = notKnown, handleTravel = notKnown;
    Known handleDrag;                                 ///< N m, old screw turned with the nut off
    std::vector<std::pair<double, double>> playAlong; ///< place, lost there; m
    struct Round {
        double at;
        RunOutRound fit;
    };
    std::vector<Round> rounds; ///< the shaft read round, by place from the driven end
    /// The screw against the ways, seen from the side and from above; nothing: fewer than two readings.
    std::array<std::optional<ScrewLine>, 2> screwLine;
    bool screwEndsTold = false;              ///< where its bearings sit: how far to shift them is known
    Known handlePull;                        ///< axial friction by the handle, N
    double efficiencyByBothPulls = notKnown; ///< as the readings have it, believable or not
    Known screwEfficiencyFound;              ///< of the old screw: from both pulls, else as it was typed for the handle
    EndSeat seat;
    Handle handle = Handle::NotSaid;
    FitSize screwEnd; ///< the seat at the driven end of the final shaft
    // machine
    Known spindlePower, spindleEfficiency, spindleTorque, pulseLimit;
    // the chain: motor, stages in the order the power takes, final element
    Motor motor;
    DriveSettings drive;
    SupplyModel supply;
    MotorCable cable;
    std::vector<PlacedStage> stages;
    std::shared_ptr<const MotorPlate> plate;      ///< what the motor sits on; null: nothing written of it
    std::shared_ptr<const FacePlates> facePlates; ///< null: nothing written of any
    /// Null: nothing written of it, or it is the motor's.
    [[nodiscard]] const FacePlate *facePlate(PlateKind kind) const {
        const auto at = std::size_t(kind) - 1;
        return kind != PlateKind::Motor && facePlates && (*facePlates)[at] ? &*(*facePlates)[at] : nullptr;
    }
    [[nodiscard]] const PlateSaid *plateSaid(PlateKind kind) const {
        return kind == PlateKind::Motor ? static_cast<const PlateSaid *>(plate.get()) : facePlate(kind);
    }
    FinalElement final;
    bool keepsScrew = true; ///< the old screw (or rack) and its nut stay: what was found on them holds for this design
    Known lead, efficiency; ///< travel for a turn of the final shaft, m; of the final element, driven by the motor
    Known bearingDrag;      ///< N m at the final shaft
    Known nutPlay;          ///< m, of a new nut
    Known bumperStroke, bumperForce, endSpeed; ///< at the ends of travel: what stops it, and how fast it comes there
    // brake
    bool hasBrake = false, brakeOnScrew = true;
    Known brakeTorque, brakeDelay;
    std::string stepsTyped;                 ///< what stands in the controller
    std::optional<Fraction> stepsTypedRead; ///< none: blank or not a number
    std::vector<std::string> problems;      ///< sentences about text that cannot be read

    /// Weight along the axis of all that moves, no balance counted, N.
    [[nodiscard]] double weightAlong() const;
    [[nodiscard]] bool hasMotor() const { return motorBody().named; }
    /// What any motor has.
    [[nodiscard]] const MotorBody &motorBody() const { return bodyOf(motor); }
    /// The motor knows where it stands, or that it lost its place.
    [[nodiscard]] bool closedLoop() const { return servo() || stepper().encoder; }
    /// Null where it is none.
    [[nodiscard]] const ServoMotor *servo() const { return std::get_if<ServoMotor>(&motor); }
    /// Steps of the drive's pulses, and of what the motor itself knows, for a turn: microsteps and full steps, pulses
    /// and encoder counts. Not known: 0.
    [[nodiscard]] int pulsesATurn() const;
    [[nodiscard]] int ownStepsATurn() const;
    /// The stepper, or one of which nothing is known.
    [[nodiscard]] const Stepper &stepper() const {
        const auto *s = std::get_if<Stepper>(&motor);
        return s ? *s : emptyStepper;
    }
    /// The screw, or one of which nothing is known where the axis has none.
    [[nodiscard]] const Screw &screw() const {
        const auto *s = std::get_if<Screw>(&final);
        return s ? *s : emptyScrew;
    }
    /// The table of an axis that turns; null where it runs straight.
    [[nodiscard]] const RotaryTable *rotary() const { return std::get_if<RotaryTable>(&final); }
    /// The rack of a carriage; null where something else moves it.
    [[nodiscard]] const Rack *rack() const { return std::get_if<Rack>(&final); }
    [[nodiscard]] bool wheel() const { return !std::holds_alternative<Screw>(final); } ///< rack or wheel: no screw
    [[nodiscard]] bool ballScrew() const { return screw().named && screw().thread.ball; }
    [[nodiscard]] bool slidingScrew() const { return screw().named && !screw().thread.ball; }
    /// The stage at a place when it is of that kind, else null. Places from 0 at the motor.
    template <class Kind> [[nodiscard]] const Kind *stageAs(std::size_t place) const {
        return place < stages.size() ? std::get_if<Kind>(&stages[place].stage) : nullptr;
    }
    /// The place of the first stage of a kind; stages.size() when there is none.
    template <class Kind> [[nodiscard]] std::size_t placeOf() const {
        std::size_t k = 0;
        while (k < stages.size() && !std::holds_alternative<Kind>(stages[k].stage))
            ++k;
        return k;
    }
    template <class Kind> [[nodiscard]] bool hasStage() const {
        return std::any_of(stages.begin(), stages.end(),
                           [](const auto &s) { return std::holds_alternative<Kind>(s.stage); });
    }
    [[nodiscard]] Known pullMean() const { return scaled(pull, meanOverPull); }
    /// The least reading where work is done: what holds against a climb cut.
    [[nodiscard]] Known pullLoosest() const { return scaled(pull, loosestOverPull); }
    /// Slowing down, m/s^2: its own target, else as speeding up.
    [[nodiscard]] double slowing() const { return deceleration.known() ? deceleration.v : acceleration.v; }
    /// How fast it comes to the ends of its travel, m/s.
    [[nodiscard]] double speedAtEnds() const { return endSpeed.known() ? std::min(endSpeed.v, rapid.v) : rapid.v; }
    /// The factor for what is not known of a cut's force.
    [[nodiscard]] const Known &factorOf(const Cut &c) const {
        return c.force.standing == Standing::Measured ? measuredCutFactor : cutFactor;
    }
    /// Along an upright axis: the way a cut feeds; level: forward.
    [[nodiscard]] int directionOf(int cut) const;
    /// Play between screw and slide that stays after the chosen mends, m.
    [[nodiscard]] double playStays() const;
    /// Motor turns for a turn of the final shaft, as the teeth say; stages whose teeth are not known count one to one.
    [[nodiscard]] Fraction ratioFraction() const;
    [[nodiscard]] double ratio() const { return ratioFraction().value(); }
    [[nodiscard]] Fraction leadFraction() const; ///< mm a turn, exact; 0 when not known
    std::string leadText;                        ///< as typed, for the exact fraction
    /// Pulses a millimetre, exact; an error where lead or pulses are not known.
    [[nodiscard]] Result<Fraction> stepsAMillimetre() const;
    /// Pulses a turn of the table, exact; an error where pulses or a ratio are not known.
    [[nodiscard]] Result<Fraction> stepsATurn() const;
};

/// Where in the job the fields of a stage of this axis' design, and of the supply it uses, stand; ends in a slash.
[[nodiscard]] std::string stagePointer(const AxisModel &m, std::size_t place);
[[nodiscard]] std::string supplyPointer(const AxisModel &m);

/// Reads one axis with the given design ("A", "B"). Never fails: what cannot be read is not known and leaves a
/// sentence.
AxisModel readAxis(const nlohmann::json &project, const std::string &axis, const std::string &design);

/// Reads only the motor with its drive, supply and cable, or only the stages, into a model whose axis and design are
/// set: for a search that tries thousands of them.
void rereadMotor(const nlohmann::json &project, AxisModel &m);
void rereadStages(const nlohmann::json &project, AxisModel &m);

} // namespace lw
