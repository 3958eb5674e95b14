// How torque at the motor comes about, shaft by shaft, and what the motor gives: steps several checks share.
#pragma once

#include "proof/checks/common.h"

namespace lw::checks {

void askTorque(const AxisModel &m, const Finding &f, Asks &asks);
/// Bearings and preload, at the final shaft.
Term dragTerm(const AxisScope &a);
/// From what pushes along the axis to the torque at the motor, one step a shaft; the last gives |moment.motor|.
/// @param accel +1 speeding up, -1 slowing down, 0 steady
void torqueSteps(const AxisScope &a, const OperatingPoint &p, const Moment &at, double accel, Steps &w);
/// What the motor may be counted on for at the point's speed.
void motorGivesSteps(const AxisScope &a, const OperatingPoint &p, Steps &w);

} // namespace lw::checks
