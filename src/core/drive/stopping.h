// The way an axis goes on after it is told to stop: braked, and with the power cut.
#pragma once

#include "units/quantity.h"
#include <optional>

namespace lw {

struct Stopping {
    Acceleration braking{};                 ///< > 0
    Duration reaction{}, brakeDelay{};      ///< brakeDelay: until a holding brake grips
    Length margin{};                        ///< to spare
    Mass equivalent{};                      ///< all that keeps moving, the rotor included
    Force friction{}, netWeight{}, brake{}; ///< weight less counterbalance, going down; brake at the slide
};
struct StopRoom {
    bool known = true;                                   ///< all that the run-out asks for is
    Length stop{}, inset{};                              ///< braked; with the margin
    std::optional<Length> runOut, roomLeast, roomNeeded; ///< none: nothing stops it with the power gone, or not known
};
/// Braked v t_r + v^2/2a; with the power gone v t_r + m v^2/(2F), and upright the speed gained until the brake bites.
/// Room: the larger times 1.25, or plus the margin. Source: KIN; the factors are common practice.
[[nodiscard]] StopRoom roomToStop(Speed speed, const Stopping &s);

} // namespace lw
