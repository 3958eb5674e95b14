// The proof of one axis: demand at every operating point against what the motor gives there, and all the checks.
#pragma once

#include "drive/axis_torque.h"
#include "proof/finding.h"
#include <array>

namespace lw {

/// One operating point at the motor shaft.
struct OperatingPoint {
    Operating kind = Operating::None;
    int cut = -1;
    double rpm = 0;
    double process = 0;                                          ///< N
    double axial = 0;                                            ///< N at the nut, in the direction of motion
    double screwTorque = 0, demand = 0;                          ///< N m, size
    double design = notKnown, quasi = notKnown, most = notKnown; ///< counted on, pull-out, most it can give
    PullOutRegion region = PullOutRegion::CurrentLimit;
};

/// Everything worked out on the way; the workings and the drawings read it.
struct AxisState {
    AxisChain chain; ///< with the sizing pull
    double sizingPull = notKnown, friction = notKnown;
    double netWeight = 0, weightUnbalanced = 0; ///< N; the second with strut and counterweight lost
    double backward = notKnown;
    StepperMotor motor;
    StepperSupply supply;
    bool motorKnown = false;
    double peakStatic = notKnown, corner = notKnown; ///< N m, rpm
    std::vector<OperatingPoint> points;
    double screwRpm = notKnown, motorRpm = notKnown; ///< at rapid
    // screw
    bool rigidityKnown = false;
    Rigidity stiffness{};
    double playStays = notKnown, springLoss = notKnown, lostMotion = notKnown;
    double critical = notKnown; ///< rpm
    BucklingLimits buckling{};
    bool bucklingKnown = false;
    bool cutsOpen = false;            ///< the force of a cut is not known: what is largest is not known either
    double crashEnergy = notKnown;    ///< J left after the bumper
    double backwardAtLock = notKnown; ///< screw driven by the load, at the least thread friction a lock may count on
    double maxAxial = notKnown, stallThrust = notKnown, crashThrust = notKnown, permittedAxial = notKnown;
    double nutPressure = notKnown, nutSpeed = notKnown;
    double stop = notKnown;
    double preloadDrag = 0;
    bool locksDependably = false;
    // belt
    bool beltMatches = false, beltGeometry = false;
    OpenBelt open{};
    BeltForces beltForces{};
    bool beltForcesKnown = false;
    double centre = notKnown;
    double slotInward = notKnown, slotOutward = notKnown, needInward = notKnown, needOutward = notKnown;
    double swing = notKnown, beltStiffness = notKnown, beltWindUp = notKnown;
    int teethSeat = 0, teethMesh = 0;
    double perToothError = 0;
    double shaftLoad = notKnown, shaftAllowed = notKnown;
    OverhungShaft overhung{};
    std::array<double, 2> boreClearLow{notKnown, notKnown}, boreClearHigh{notKnown, notKnown}, wall{notKnown, notKnown};
    std::array<PulleySize, 2> pulleys{};
    double motorPulleyInertia = 0, screwPulleyInertia = 0;
    // steps
    double fullStep = notKnown, microstep = notKnown, dependable = notKnown, stepRate = notKnown, rateLimit = notKnown;
    double holdForce = notKnown; ///< N at the nut that turns it with the motor off; infinite when it locks
    double fall = notKnown;      ///< m until the brake bites
};

struct Evaluation {
    AxisState state;
    std::vector<Finding> findings; ///< in a fixed order for the same model; see finish()
};

/// Pure and fast: no text, no doubt. The findings stand in a fixed order.
[[nodiscard]] Evaluation evaluate(const AxisModel &m);
/// Adds the doubt (bands, "not known" where an assumed input decides), then sorts: fails, not known, watch, holds, and
/// inside each by nearness to its limit.
void finish(const AxisModel &m, Evaluation &e);
/// Both.
[[nodiscard]] Evaluation prove(const AxisModel &m);
/// Worst verdict of a station, or of all; holds when nothing is asked.
[[nodiscard]] Verdict worst(const Evaluation &e);

// The checks, by subject.
void addSurveyChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out);
void addDutyChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out);
void addScrewChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out);
void addMotorChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out);
void addBeltChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out);
void addGravityChecks(const AxisModel &m, const AxisState &s, std::vector<Finding> &out);

/// What a cut pushes along the axis against its feed, with the friction it presses on the ways and the doubt's factor,
/// N.
[[nodiscard]] double processForce(const AxisModel &m, const Cut &c);
/// Torque counted on, and the most the motor can give (square-wave drive, no derating), at a speed.
struct TorqueAtSpeed {
    double design, quasi, most; ///< N m
    PullOutRegion region;
};
[[nodiscard]] TorqueAtSpeed torqueAtSpeed(const AxisModel &m, const AxisState &s, double rpm);

} // namespace lw
