// Limits that stand in a check and are asked for elsewhere: drawings, settings sheet, mends, cautions. Each stands
// once.
#pragma once

#include "axis/axis_model.h"
#include "proof/finding.h"

namespace lw {

/// Rails of the torque rows: capacity over demand. Common practice.
struct TorqueRails {
    double must, wanted;
};
[[nodiscard]] TorqueRails torqueRails(bool closedLoop); ///< of steppers, open and closed loop
/// Of a motor; a servo's peak is held tighter than what it gives all day (`lasting`).
[[nodiscard]] TorqueRails torqueRails(const Motor &motor, bool lasting = false);
/// The line drawn below a motor's curve: what is wanted to be kept of a stepper's, what a servo gives all day.
[[nodiscard]] double safeLine(const Motor &motor, const Torques &given);
/// Steps a millimetre may be out by this over the travel, m.
inline constexpr double stepErrorLimit = 1e-6;
/// Diameter times turns of a ball screw, mm rpm: beyond it the returns break. Common practice.
inline constexpr double ballSpeedLimit = 70000;
/// Of the speed at which a screw whips, the share it may run at. Common practice.
inline constexpr double whipUse = 0.8;
/// Run-out of a pulley seat, full swing, m. Common practice.
inline constexpr double runOutPass = 0.02e-3, runOutFail = 0.05e-3;
/// Of the room a belt asks in its slot, what it must have and what it should.
inline constexpr double slotMust = 0.8, slotWanted = 1;
/// Driven into a stop, capacity over thrust: below this somebody can be hurt by what gives way.
inline constexpr double dangerousCrash = 0.5;
[[nodiscard]] bool crashEndangers(const Finding &f);

} // namespace lw
