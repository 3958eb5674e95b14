// What the stall test allows: top speed, room to stop, soft ends.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <vector>

namespace lw {

struct SetSpeedInput {
    std::vector<Speed> stalls; ///< speeds at which it stalled; at least one
    double safeFraction = 0.6; ///< of the lowest: 0.5 upright or heavy, 0.7 closed loop
    double pulseLimit = 0;     ///< Hz; 0: does not limit
    double pulseUse = 0.8;
    double stepsPerMm = 0;
    AngularSpeed screwLimit{}; ///< 0: does not limit
    Length lead{};             ///< a screw turn
    Acceleration acceleration{};
    Duration reaction{}, brakeDelay{};
    Length margin{};
    Mass equivalent{};                      ///< all that keeps moving, the rotor included
    Force friction{}, netWeight{}, brake{}; ///< weight less counterbalance, going down; brake at the slide
};
enum class SpeedGoverns { Stall, Pulses, Screw };
struct SetSpeed {
    Speed byStall{}, byPulses{}, byScrew{}, set{}; ///< set: the least, down to 10 mm/min; those that do not limit are 0
    SpeedGoverns governs = SpeedGoverns::Stall;
    Length stop{}, inset{};
    std::optional<Length> runOut, roomLeast, roomNeeded; ///< none: nothing stops it with the power gone
};
/// v = floor(min(k * least stall, 0.8 f / steps, n_lim * lead)/10)*10; braked stop v t_r + v^2/2a; with the power gone
/// v t_r + m v^2/(2F), and upright the speed gained until the brake bites. Room: the larger times 1.25, or plus the
/// margin. Source: KIN; the factors are common practice.
[[nodiscard]] Result<SetSpeed> setSpeed(const SetSpeedInput &in);

} // namespace lw
