// One axis with one design, as the proof takes it: every number in coherent SI with how it is known and its spread.
// The members are plain Known values, not quantities, because the doubt is found by moving them one by one through
// pointers to members; every calculation that is called from here takes typed quantities (docs/architecture.md).
#pragma once

#include "duty/cutting.h"
#include "duty/turning.h"
#include "drive/belt.h"
#include "drive/screw.h"
#include "drive/stepper.h"
#include "machine/classes.h"
#include "machine/known.h"
#include "machine/alignment.h"
#include "machine/survey.h"
#include "fraction.h"
#include <algorithm>
#include "json.h"
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

struct AxisModel {
    std::string id, what, designId;
    const ClassAxis *cls = nullptr;
    bool vertical = false, wheel = false, lathe = false; ///< vertical: weight acts along it, upright or on a slope
    double incline = 0;                                  ///< rad over level, plus uphill; upright pi/2
    bool leftHand = false;
    std::string way;
    // duty
    Known travel, rapid, acceleration, lostTarget, repeatTarget;
    Known deceleration, jerk, stepTarget; ///< unknown: as speeding up, straight ramps, not asked
    std::vector<Cut> cuts;
    std::vector<Move> moves;
    Known cutFactor{1, Standing::Assumed, 0.7, 1.3, Shape::Triangular};          ///< on cuts worked out or guessed
    Known measuredCutFactor{1, Standing::Measured, 0.9, 1.1, Shape::Triangular}; ///< on cuts whose force was measured
    // survey
    std::vector<PullReading> readings;
    Known pull, pullMean, coldFactor, breakaway, mass, runOut;
    Known pullLoosest; ///< N, the least reading where work is done: what holds against a climb cut
    double tightLoose = notKnown, asymmetry = notKnown;
    double tightAt = notKnown, looseAt = notKnown;
    bool pullMeasured = false, pullDirect = false, breakawayMeasured = false, runOutMeasured = false;
    double frictionDoubt = notKnown; ///< relative half width
    Known leadMeasured, leadDial, leadThread;
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
    std::vector<Round> rounds;               ///< the shaft read round, by place from the driven end
    Known handlePull;                        ///< axial friction by the handle, N
    double efficiencyByBothPulls = notKnown; ///< as the readings have it, believable or not
    Known screwEfficiencyFound;              ///< of the old screw: from both pulls, else as it was typed for the handle
    std::string screwEnd;
    // machine
    Known spindlePower, spindleEfficiency, spindleTorque, pulseLimit;
    // motor, drive, supply
    bool hasMotor = false, closedLoop = false, damping = false, unregulated = false;
    HoldingConvention convention = HoldingConvention::TwoPhasesOn;
    bool conventionTyped = false, currentKindTyped = false;
    Known holding, rated, drivePeak, resistance, inductance, rotor, detent, usable;
    Known torqueLimit; ///< N m at the motor, set in the drive
    Known idleShare;   ///< of the current while it stands still
    Known torqueFactor{1, Standing::Assumed, 0.85, 1.15, Shape::Triangular};
    Known currentFactor{1, Standing::Assumed, 0.95, 1.05, Shape::Triangular};
    int rotorTeeth = 50, microsteps = 10;
    Known supply, supplyPower, sag, voltLimit, cable, pulseHigh, cableLength;
    std::string motorShaft;
    Known face, body, shaftLength, boltSquare, pilot, radialLoad, radialAt, frontBearing;
    // transmission
    bool belt = false;
    struct Pulley {
        int teeth = 0;
        const BeltProfile *profile = nullptr;
        Known beltWidth, faceWidth;
        int flanges = 0;
        std::string bore, hub, material;
    } small, large;
    std::string beltCode;
    Result<Designation> beltRead = fail(CalcErrorCode::Missing, "belt");
    Known centre, slotFrom, slotTo, beltTolerance, beltWidth, service, install, beltEfficiency, mesh, beltOffFace;
    Known beltStiffnessFactor{1, Standing::Assumed, 0.5, 2.0, Shape::Lognormal};
    Known couplingStiffness, couplingInertia;
    std::string couplingBoreMotor, couplingBoreScrew;
    // screw and its ends
    bool hasScrew = false;
    bool keepsScrew = true; ///< the old screw (or rack) and its nut stay: what was found on them holds for this design
    ThreadForm thread;
    std::string threadProblem;
    Known lead, efficiency, root, span, nutFar, threadLength, screwLength, dynamicRating, staticRating, screwInertia;
    Ends ends = Ends::FixedSupported;
    std::string fixedKind, farKind, nutKind;
    Known bumperStroke, bumperForce, endSpeed; ///< at the ends of travel: what stops it, and how fast it comes there
    Known bearingDrag, bearingStiffness, bearingStatic, bearingBore, bearingOutside;
    Known nutPlay, nutStiffness, nutLength, nutTurns, preload, bracket, beyondA, beyondB;
    // brake
    bool hasBrake = false, brakeOnScrew = true;
    Known brakeTorque, brakeDelay;
    std::string stepsTyped;
    std::vector<std::string> problems; ///< sentences about text that cannot be read

    /// Weight along the axis of all that moves, no balance counted, N.
    [[nodiscard]] double weightAlong() const;
    [[nodiscard]] bool ballScrew() const { return hasScrew && thread.ball; }
    [[nodiscard]] bool slidingScrew() const { return hasScrew && !thread.ball; }
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
    [[nodiscard]] double ratio() const {
        return belt && small.teeth > 0 && large.teeth > 0 ? double(large.teeth) / small.teeth : 1.0;
    }
    [[nodiscard]] Fraction ratioFraction() const;
    [[nodiscard]] Fraction leadFraction() const;              ///< mm a turn, exact; 0 when not known
    [[nodiscard]] const BeltProfile *beltProfileUsed() const; ///< of the belt, else of the pulleys
    [[nodiscard]] int beltTeeth() const;                      ///< 0 when not known
    std::string leadText;                                     ///< as typed, for the exact fraction
};

/// Reads one axis with the given design ("A", "B"). Never fails: what cannot be read is not known and leaves a
/// sentence.
AxisModel readAxis(const nlohmann::json &project, const std::string &axis, const std::string &design);

} // namespace lw
