// Moves from rest to rest, the acceleration they ask for, and what a cycle of them does to a motor.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>

namespace lw {

struct TrapezoidMove {
    bool reachesSpeed;
    Speed peak;
    Duration time;
    Length accelDistance;
    Speed mean;
};
/// Rest-to-rest move with constant acceleration and deceleration. Source: KIN.
[[nodiscard]] Result<TrapezoidMove> trapezoidMove(Length distance, Speed speed, Acceleration accel, Acceleration decel);

using Jerk = Per<Acceleration, Duration>;
enum class ScurveCase { Cruise, FullAcceleration, JerkOnly };
struct ScurveMove {
    ScurveCase kind;
    Speed peak;
    Acceleration peakAcceleration;
    Duration time, toSpeed, jerkTime, cruise;
    Acceleration rmsAcceleration; ///< over the whole move: what heats a motor that only has inertia to move
};
/// Rest-to-rest move with limited jerk, symmetric, seven pieces. Source: KIN.
/// Each case: the speed is reached, the acceleration but not the speed, or neither.
[[nodiscard]] Result<ScurveMove> scurveMove(Length distance, Speed speed, Acceleration accel, Jerk jerk);

struct AccelerationChoice {
    std::optional<Acceleration> byRadius, byTime;
    Acceleration asked; ///< the larger
    Length accelDistance, shortestMoveAtRapid;
};
/// Acceleration for holding the feed round a small radius (v^2/r) and for reaching rapid in a given time. Source: KIN.
/// One of the two routes at least.
[[nodiscard]] Result<AccelerationChoice> chooseAcceleration(std::optional<Speed> contourFeed,
                                                            std::optional<Length> smallestRadius, Speed rapid,
                                                            std::optional<Duration> timeToSpeed);

/// One stretch of a cycle; torque and speed run straight from start to end.
struct DutySegment {
    Torque from, to;
    AngularSpeed speedFrom{}, speedTo{};
    Duration time;
};
struct DutyLoad {
    Torque rms, peak;
    AngularSpeed meanSpeed;
    Duration cycle;
};
/// RMS torque of a cycle, dwell included; a ramp from T1 to T2 counts (T1^2 + T1 T2 + T2^2)/3. Source: DUTY-RMS.
/// For a servo; a stepper draws its set current at all times and is judged by its torque at speed.
[[nodiscard]] Result<DutyLoad> dutyLoad(std::span<const DutySegment> segments);
/// How long an overload may last when (I^2 - 1) t is kept: t = t_r (k_r^2 - 1)/(k^2 - 1); none when it is no overload.
[[nodiscard]] std::optional<Duration> overloadTime(Torque wanted, Torque continuous, Ratio ratedFactor,
                                                   Duration ratedTime);

struct ListedMove {
    Length distance{}; ///< minus for back
    Speed speed{};
    Force process{};  ///< against the move when positive
    Duration dwell{}; ///< a move without distance stands this long
};
struct ScrewDrive {
    Lead lead;
    Ratio efficiency = 0.9;
    Inertia motorAndScrew;
    Mass mass;
    Acceleration acceleration;
    Force friction;
    Torque holding{}; ///< while standing
};
struct MovesLoad {
    Inertia atScrew;
    Duration cycle;
    Torque peak, rms;
    AngularSpeed peakSpeed, meanSpeed;
    Force meanLoad; ///< cubic mean by distance, for the life of the screw
};
/// Duty of a list of trapezoidal moves on a motor that sits on the screw; friction and cutting force act against the
/// move, the efficiency follows the flow of power (2 - 1/eta when the load drives). Source: EB-1, DUTY-RMS, ISO-3408-5.
[[nodiscard]] Result<MovesLoad> movesLoad(const ScrewDrive &drive, std::span<const ListedMove> moves);

} // namespace lw
