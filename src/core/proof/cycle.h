// The work cycle of an axis as blocks over time, and every case of its demand at the motor.
#pragma once

#include "drive/reducers.h"
#include "drive/screw_life.h"
#include "duty/motion.h"
#include "proof/evaluate.h"
#include <optional>

namespace lw {

struct CycleBlock {
    int move = -1;                                   ///< index into AxisModel::moves
    double from = 0, time = notKnown;                ///< s
    double speed = notKnown;                         ///< m/s reached
    double ramp = 0, slow = 0;                       ///< s of speeding up, of slowing down
    bool reaches = true;                             ///< the speed asked for is reached
    double axial = notKnown;                         ///< N along the screw while it goes, in its direction of motion
    double axialUp = notKnown, axialDown = notKnown; ///< the same, speeding up and slowing down; of a stand not known
    double accelUp = 0, accelDown = 0;               ///< m/s^2, size, the most of a ramp
    double ways = 0, cut = 0;                        ///< of it, N
    double torque = notKnown;                        ///< N m at the motor while it goes
    std::string missing;                             ///< what is not known of it, a sentence
};
struct Cycle {
    std::vector<CycleBlock> blocks;
    double cutting = 0, rapid = 0, standing = 0, total = 0;                 ///< s, of the blocks whose time is known
    bool whole = true;                                                      ///< every block's time is known
    double rmsTorque = notKnown, peakTorque = notKnown, meanRpm = notKnown; ///< N m and rpm at the motor
    double meanLoad = notKnown; ///< N, cubic mean by way, for the screw's life
};
/// Blocks in order, each a move from rest to rest: a trapezoid, its two ramps unequal when slowing down has its own
/// figure, or with rounded ramps when the jerk is known (both ramps alike then); a stand takes its time. Torque of each
/// stretch by the chain. Source: KIN, EB-1, DUTY-RMS. The RMS is for a servo; a stepper draws its set current at all
/// times.
[[nodiscard]] Cycle cycleOf(const AxisModel &m, const AxisState &s);

/// The screw's work in a cycle, stretch by stretch, ramps apart; loads signed along plus; a stand counts as time.
struct ScrewDuty {
    std::vector<ScrewStretch> stretches;
    double turns = 0, time = 0; ///< of one cycle; s
};
/// @return none where a move's time, way or force is not known, or nothing moves
[[nodiscard]] std::optional<ScrewDuty> screwDutyOf(const AxisModel &m, const AxisState &s);

/// The work of a stage in a cycle, stretch by stretch, ramps apart: torque at its output, speed at its input. A table's
/// weight counts at the worst place of a turn.
/// @return none where a move's time, way or torque is not known, or nothing turns
[[nodiscard]] std::optional<std::vector<ReducerStretch>> stageDutyOf(const AxisModel &m, const AxisState &s,
                                                                     std::size_t place);

/// One moment of the cycle.
struct CycleMoment {
    int block = -1;
    double speed = notKnown, axial = notKnown; ///< m/s, N: size
    double screwRpm = notKnown;
};
/// @param t s from the start; blocks of unknown time are passed over. Speed rises and falls along the ramps.
[[nodiscard]] CycleMoment momentOfCycle(const AxisModel &m, const Cycle &cycle, double t);

/// One case of the demand table.
struct DemandCase {
    std::string name;
    int cut = -1;
    double rpm = 0, torque = notKnown; ///< at the motor, sign along plus
    double power = 0;                  ///< W; below zero the load feeds the motor
    double design = notKnown;          ///< N m the motor may be counted on for, at that speed
};
/// Horizontal: break away, speed up, run, brake, each cut. Upright: the same up and down, and holding still.
[[nodiscard]] std::vector<DemandCase> demandCases(const AxisModel &m, const AxisState &s);

/// Whether a target can be had at all: sentences of what is out of reach, empty when all can.
/// Travel: v^2/a beyond a quarter (a half) of it; screw: whirling or ball speed; controller: pulses.
[[nodiscard]] std::vector<std::string> targetWarnings(const AxisModel &m, const AxisState &s);

} // namespace lw
