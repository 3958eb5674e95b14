// The proof of one axis: demand at every operating point against what the motor gives there, and all the checks.
#pragma once

#include "drive/axis_torque.h"
#include "proof/finding.h"
#include "proof/rotary_figures.h"
#include <array>

namespace lw {

/// One operating point, at the motor shaft and at every other.
struct OperatingPoint {
    Operating kind = Operating::None;
    int cut = -1;
    Moment moment; ///< as it is folded back
    double rpm = 0;
    double axial = 0;                                            ///< N at the nut, in the direction of motion
    double screwTorque = 0, demand = 0;                          ///< N m, size
    ShaftRow shafts;                                             ///< demand of every shaft, the motor's first
    double design = notKnown, quasi = notKnown, most = notKnown; ///< counted on, pull-out, most it can give
    PullOutRegion region = PullOutRegion::CurrentLimit;
};

/// Everything worked out on the way; the workings and the drawings read it.
struct AxisState {
    AxisChain chain; ///< with the sizing pull
    double sizingPull = notKnown, friction = notKnown;
    double netWeight = 0, weightUnbalanced = 0; ///< N; the second with strut and counterweight lost
    double backward = notKnown;
    MotorAtWork motor;
    bool motorKnown = false;
    double peakStatic = notKnown, corner = notKnown; ///< N m, rpm
    std::vector<OperatingPoint> points;
    double screwRpm = notKnown, motorRpm = notKnown; ///< at rapid
    std::vector<StageState> stages;                  ///< place by place
    // motor shaft, pulled sideways by what sits on it
    OverhungShaft overhung{};
    double shaftAllowed = notKnown; ///< N at that place
    // screw
    bool rigidityKnown = false;
    Rigidity stiffness{};
    double driveStiffness = notKnown; ///< N m/rad of all stages, felt at the final shaft
    double drivePlay = 0;             ///< m at the slide, of gears and reducers in the chain
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
    // steps
    double fullStep = notKnown, microstep = notKnown, dependable = notKnown, stepRate = notKnown, rateLimit = notKnown;
    double fall = notKnown; ///< m until the brake bites
    RotaryState rotary;     ///< of an axis that turns

    /// What was worked out of the stage at a place when it is of that kind, else null.
    template <class Kind> [[nodiscard]] const typename Kind::Work *stageWork(std::size_t place) const {
        return place < stages.size() ? std::get_if<typename Kind::Work>(&stages[place].work) : nullptr;
    }
    [[nodiscard]] double ratio() const { return ratioOf(chain.stages); }
};

struct Evaluation {
    AxisState state;
    std::vector<Finding> findings; ///< in a fixed order for the same model; see finish()
};

/// The springs from bearing to table with the nut at this place from the thrust bearing, m.
[[nodiscard]] RigidityChain screwChain(const AxisModel &m, const AxisState &s, double nutAt);

/// Pure and fast: no text is read or made, no doubt. The findings stand in a fixed order.
[[nodiscard]] Evaluation evaluate(const AxisModel &m);
/// The same into one that was used before: in steady state nothing is allocated.
void evaluate(const AxisModel &m, Evaluation &into);
/// Only the rows that judge the design: not those of the survey and of the cuts by themselves.
void evaluateDesign(const AxisModel &m, Evaluation &into);
/// Only the torque rows, as a search asks them by the million.
void evaluateTorque(const AxisModel &m, Evaluation &into);
/// Adds the doubt (bands, "not known" where an assumed input decides), then sorts: fails, not known, watch, holds, and
/// inside each by nearness to its limit.
void finish(const AxisModel &m, Evaluation &e);
/// Both.
[[nodiscard]] Evaluation prove(const AxisModel &m);
/// Worst verdict of a station, or of all; holds when nothing is asked.
[[nodiscard]] Verdict worst(const Evaluation &e);

/// What a cut pushes along the axis against its feed, with the friction it presses on the ways and the doubt's factor,
/// N.
[[nodiscard]] double processForce(const AxisModel &m, const Cut &c);

} // namespace lw
