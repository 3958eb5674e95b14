// What the stall test allows: top speed, room to stop, soft ends.
#pragma once

#include "drive/stopping.h"
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
    Stopping stopping;
};
enum class SpeedGoverns { Stall, Pulses, Screw };
struct SetSpeed : StopRoom {                       ///< the room it needs at that speed
    Speed byStall{}, byPulses{}, byScrew{}, set{}; ///< set: the least, down to 10 mm/min; those that do not limit are 0
    SpeedGoverns governs = SpeedGoverns::Stall;
};
/// v = floor(min(k * least stall, 0.8 f / steps, n_lim * lead)/10)*10, and the room it needs to stop (roomToStop).
/// Source: KIN; the factors are common practice.
[[nodiscard]] Result<SetSpeed> setSpeed(const SetSpeedInput &in);

} // namespace lw
