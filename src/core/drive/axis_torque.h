// Torque at the motor shaft, stage by stage along the chain moved thing -> screw -> belt -> motor, each stage's
// efficiency taken in the direction the power flows.
#pragma once

#include "drive/chain.h"
#include "result.h"
#include "units/quantity.h"
#include <optional>

namespace lw {

/// What the axis is made of, as the torque sees it.
struct AxisChain {
    Angle incline = radians(0);              ///< 0 level, pi/2 upright (+ is up)
    Mass counterweight = kilograms(0);       ///< hangs vertically at any incline
    Ratio counterweightRatio = 1;            ///< travel of the weight over travel of the axis
    Force strut = newtons(0);                ///< pulls up along the axis, adds no mass
    Mass moving = kilograms(0);              ///< > 0
    Force friction = newtons(0);             ///< guide friction, >= 0
    Lead lead = fromSi<Lead>(0);             ///< > 0
    Ratio efficiencyForward = 0.9;           ///< (0, 1]
    std::optional<Ratio> efficiencyBackward; ///< 2 - 1/forward when not given; 0 or less: the screw locks
    Torque preloadDrag = newtonMetres(0), bearingDrag = newtonMetres(0);
    Inertia final = kilogramSquareMetres(0); ///< of the final element itself: screw, wheel, pinion
    StageRow stages;                         ///< from the motor to the final shaft
    Inertia motor = kilogramSquareMetres(0); ///< rotor
    Torque motorDrag = newtonMetres(0);
};
/// One moment of motion.
struct Moment {
    int direction = 1;                                   ///< +1 or -1, up positive; 0 stands
    Acceleration acceleration = fromSi<Acceleration>(0); ///< along plus: negative when braking from plus
    Speed speed = fromSi<Speed>(0);                      ///< size only
    Force process = newtons(0);                          ///< opposes the motion when positive; standing: what is held
};
struct MomentTorque {
    Force axial;         ///< at the nut, signed along plus
    ShaftRow shafts;     ///< demand of every shaft, the motor's first and without its rotor
    Torque screw, motor; ///< at the final shaft and at the motor, rotor included; signed along plus
    AngularSpeed motorSpeed;
    Power motorPower; ///< negative: fed back to the supply
    bool loadDrives;
};

/// Net weight along the axis, positive downwards against plus.
[[nodiscard]] Force netGravity(const AxisChain &c);
[[nodiscard]] Ratio backwardEfficiency(const AxisChain &c);
/// Mass that must be accelerated: the counterweight adds k^2 of its own.
[[nodiscard]] Mass acceleratedMass(const AxisChain &c);
/// Everything beyond the rotor, seen by the motor.
[[nodiscard]] Inertia loadInertiaAtMotor(const AxisChain &c);
/// All that turns, seen at the screw.
[[nodiscard]] Inertia rotatingInertiaAtScrew(const AxisChain &c);

/// Demand of one moment at the motor shaft. Source: EB-1. Valid for rigid chains and steady efficiencies.
[[nodiscard]] MomentTorque torqueAt(const AxisChain &c, const Moment &m);
/// The same with its bounds checked (positive mass, lead, efficiencies, ratio; nothing infinite).
[[nodiscard]] Result<MomentTorque> checkedTorqueAt(const AxisChain &c, const Moment &m);

/// Thrust at the nut that a motor torque gives when it pushes steadily, screw and bearing drag taken off.
[[nodiscard]] Force thrustAtNut(const AxisChain &c, Torque motor);

struct AxisCycle {
    Torque accelerating, running, decelerating, cutting, holding, peak, rms;
    Duration rapidTime, cutTime, cycle;
    AngularSpeed mean, rapid;
};
struct CycleInput {
    int rapidDirection = 1;
    Length rapidDistance;
    Speed rapid;
    Acceleration acceleration;
    Length cutDistance;
    Speed cutFeed;
    Force cutProcess = newtons(0);
    Duration dwell = seconds(0);
    bool brakeInDwell = false;
};
/// One rapid, one cut back, one dwell: peak and RMS torque. Source: EB-1, RMS by the integral of the squares.
[[nodiscard]] Result<AxisCycle> axisCycle(const AxisChain &c, const CycleInput &in);

/// Standing still on a gravity axis.
struct GravityHold {
    Torque holdMinAtScrew;    ///< guide friction helping; runs down by itself when this beats the drag
    Torque holdDesignAtScrew; ///< no friction credited
    Torque holdDesignAtMotor;
    bool backDrives;
    Torque brakeAtScrew, brakeAtMotor;
};
/// @param weight net, @param backward efficiency of the screw when the load drives (unknown: 1, the safe side)
[[nodiscard]] GravityHold gravityHold(Force weight, Force friction, Lead lead, Ratio ratio,
                                      std::optional<Ratio> backward, Torque drag, Ratio brakeFactor);

/// Acceleration with which a load runs down while nothing holds it; zero when it stays put.
/// a_f = (W l eta_b - T_drag) / (J/l + m l eta_b); guide friction is not credited. Source: EB-1.
[[nodiscard]] Acceleration fallAcceleration(Force weight, Mass moving, Lead lead, Ratio backward, Torque drag,
                                            Inertia rotatingAtScrew);

struct CrashThrust {
    Force stall, inertia, crash;
};
/// Driven against something solid at speed: F <= F_s + sqrt(F_s^2 + F_k^2), F_k = omega_s sqrt(J_s K).
/// Rotor energy into the axial spring, losses neglected: an upper bound. Source: EB-1.
[[nodiscard]] CrashThrust crashThrust(const AxisChain &c, Speed speed, Torque motorPeak, Stiffness axial);

} // namespace lw
