// Which reduction, which lead: the optimum, how wide the band is that does the job.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>

namespace lw {

/// What turns a screw through a reduction: torque of the motor at that speed, load and inertias on both sides.
struct RatioCase {
    Torque motor = newtonMetres(0);              ///< > 0, at the speed of the point looked at
    Torque load = newtonMetres(0);               ///< friction, weight and cut at the screw, >= 0
    Inertia motorSide = kilogramSquareMetres(0), ///< rotor and motor pulley, > 0
        loadSide = kilogramSquareMetres(0);      ///< screw, its pulley and the mass, at the screw, >= 0
    Ratio efficiency = 1;                        ///< of the reduction, (0, 1]
};
/// Acceleration of the screw with a ratio, rad/s^2. Source: energy balance (EB-1).
[[nodiscard]] double screwAcceleration(const RatioCase &c, double ratio);
struct OptimumRatio {
    double ratio;        ///< of the most acceleration
    double pureInertia;  ///< by inertia alone
    double acceleration; ///< of the screw with it, rad/s^2
};
/// i* = (T_L + sqrt(T_L^2 + eta T_m^2 J_L/J_m)) / (eta T_m). Derived: d alpha / d i = 0. The optimum is flat.
[[nodiscard]] Result<OptimumRatio> optimumRatio(const RatioCase &c);
struct RatioBand {
    double discriminant;             ///< N^2 m^2; negative: no ratio gives that acceleration
    std::optional<double> low, high; ///< that the torque allows
    double speedLimit;               ///< largest the motor's speed allows
    std::optional<double> upper;     ///< the lower of the two
    bool feasible;
};
/// Ratios that give an acceleration (m/s^2) and a speed of the axis. @param lead travel of a screw turn, > 0
[[nodiscard]] Result<RatioBand> ratioBand(const RatioCase &c, Length lead, AngularSpeed motorMost, Speed rapid,
                                          Acceleration acceleration);
struct BestLead {
    Length lead;
    double value; ///< what is best of it: torque, N m, or acceleration, m/s^2
};
/// Travel of a motor turn that asks the least torque for a force and an acceleration.
/// p* = 2 pi sqrt(J a eta / (F + m a)). Derived: dT/dp = 0; +30 % off costs 3.5 %.
[[nodiscard]] Result<BestLead> leadForLeastTorque(Acceleration a, Mass m, Force f, Inertia motor, Ratio efficiency);
struct AccelerationLead {
    Length lead, pureInertia;
    Acceleration acceleration;
};
/// Travel of a turn that gives the most acceleration, direct drive. @param rotating rotor, coupling and screw, > 0
[[nodiscard]] Result<AccelerationLead> leadForMostAcceleration(Torque t, Force f, Mass m, Inertia rotating,
                                                               Ratio efficiency);

} // namespace lw
