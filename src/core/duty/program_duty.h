// What a part program asks of the axes: time, speed and acceleration shares, reversals, the worst second, RMS demand.
#pragma once

#include "duty/gcode.h"

namespace lw {

struct AxisLimits {
    double rapid = 0;        ///< m/s
    double acceleration = 0; ///< m/s^2
};
/// How the control takes the corners between cutting moves.
enum class CornerMode {
    StopAtEach, ///< every move from rest to rest: the safe side, as a control in exact-stop mode
    RunThrough, ///< at a corner each axis may jump by what it gains in `cornerTime`; tangents run on
};
struct ProgramLimits {
    std::array<AxisLimits, 3> axis;
    CornerMode corners = CornerMode::StopAtEach;
    double cornerTime = 0.005; ///< s, ASSUMED: a jump in speed the drive swallows
};

inline constexpr int programBins = 20;
struct AxisUse {
    double moving = 0;           ///< s
    double way = 0;              ///< m, both directions together
    double least = 0, most = 0;  ///< m, places reached
    double peakSpeed = 0;        ///< m/s
    double peakAcceleration = 0; ///< m/s^2
    std::int64_t reversals = 0;
    std::array<double, programBins> speedSeconds{}; ///< time by |speed|, bins of rapid / 20; standing apart
    std::array<double, programBins> accelSeconds{}; ///< time by |acceleration|, bins of the limit / 20
    double squareAccel = 0;                         ///< integral of a^2 dt, m^2/s^3
    double cutting = 0;                             ///< s moving in cutting moves
    double worstSecondRms = 0; ///< m/s^2: largest RMS acceleration over any second, to a tenth of a second
    std::int64_t worstSecondLine = 0;
    double worstSecondAt = 0; ///< s from the start
};
struct ProgramDuty {
    ProgramText text;
    std::int64_t moves = 0;
    double time = 0, cutting = 0, rapid = 0, dwell = 0; ///< s
    double path = 0, cutPath = 0;                       ///< m
    std::int64_t feedMoves = 0, feedReached = 0;        ///< cutting moves, and those that reach the feed written
    double feedMovesTimeAsWritten = 0;                  ///< s, path over feed
    std::array<AxisUse, 3> axis;
};
/// Runs a program through the limits. Trapezoidal moves; along a move no axis exceeds its rapid or its acceleration;
/// round an arc the pull to the centre takes at most 0.9 of the weaker axis and the way along it what is left. Every
/// duty is exact for straight moves; arcs are spread over the axes in steps of 5 degrees. Source: KIN. Limits must be
/// above zero.
ProgramDuty programDuty(std::istream &in, std::int64_t size, const ProgramOptions &options,
                        const ProgramLimits &limits);

/// RMS force along an axis with inertia, friction and one cutting force: a and the drag never correlate over a whole
/// move.
/// @param mass kg, inertia of screw and motor included as seen at the slide  @param friction, cut N
double programRmsForce(const AxisUse &use, double wholeTime, double mass, double friction, double cut);

} // namespace lw
