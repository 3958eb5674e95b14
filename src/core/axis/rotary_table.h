// A table that turns, as the final element of a chain. What turns is told to the chain at a radius of one metre: there
// a force is a torque about the axis, a mass an inertia, a speed an angular speed. The radius of the work has no part
// in that: it moves what is felt at the work, never how long a turn takes.
#pragma once

#include "axis/work_holding.h"
#include "machine/known.h"
#include <string_view>

namespace lw {

// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class RotaryPurpose { NotChosen, Index, Continuous, Wrap, Log, Spin, Tombstone };
#pragma GCC diagnostic pop

/// What a purpose asks; SI. A second figure is how far it may be watched before it fails. Not known: not asked.
struct RotaryTargets {
    RotaryPurpose purpose;
    std::string_view code, name;
    double step, stepAtWork;     ///< rad; m at the radius of the cut
    double quarter, quarterMost; ///< s
    double turn, turnMost;       ///< s
    double speed, speedLeast;    ///< rad/s
    double play, playMost;       ///< rad
    double twist, twistMost;     ///< m at the radius, under the cut
    bool clamped;                ///< it stands clamped while it is cut
    std::string_view demands;    ///< in a few words
};
/// Common practice; what is typed for the axis goes before it.
[[nodiscard]] const RotaryTargets &rotaryTargets(RotaryPurpose p);
[[nodiscard]] RotaryPurpose rotaryPurpose(std::string_view code);

struct RotaryTable {
    RotaryPurpose purpose = RotaryPurpose::NotChosen;
    RotaryPurpose second = RotaryPurpose::NotChosen; ///< what else it shall do
    bool lies = true;                                ///< axis level: a weight out of the middle turns it
    bool twoPeople = false;
    Known radius, force, feed;              ///< of the cut: m, N along the circle, m/s at the radius
    Known step, quarter, turn, speed, play; ///< wished: rad, s, s, rad/s, rad; the purpose's where nobody typed
    double unbalance = notKnown;            ///< N m, the worst of a turn with the axis level
    double turning = notKnown;              ///< kg, all that turns
    Known clamp, clampTime;                 ///< N m; s, both ways and settling
    bool clampTold = false, hasClamp = false;
    Known shaftStiffness;   ///< N m/rad, from the last stage to the work
    Known motorSpeed, ramp; ///< rad/s the motor shall turn at; s to get there
    // room
    Known chuck, length;       ///< m: its body across, unit from its back to the jaws
    Known height, jaws, swing; ///< m: axis over the table; circle of the open jaws; largest work wished
    Known nose, noseLow, tool; ///< m: spindle nose over the table, highest and lowest; tool out of it
    Known portal;              ///< m: underside of what passes over it; not known: nothing does
    Known bedGap;              ///< m under the work
    // work
    Known stock, stockFlats, stockLength, offCentre, finish; ///< m
    bool tailstock = false;
    // as it stands
    Known weight;          ///< kg, the heaviest piece that is lifted
    Known bolts, boltSize; ///< how many, m
    Known chuckSpeed;      ///< rad/s, marked on it
    Known offset;          ///< m, middle of the mass off the axis, when it spins
    bool square = false;   ///< the stock has flats
    WorkHolding holding;
    /// How far what is wished may be passed before it fails: as far as the purpose has it, or twice. Not known: not
    /// asked.
    [[nodiscard]] double quarterAtMost() const;
    [[nodiscard]] double turnAtMost() const;
    [[nodiscard]] double playAtMost() const;
};

} // namespace lw
