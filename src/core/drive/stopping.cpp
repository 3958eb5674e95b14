#include "drive/stopping.h"
#include "drive/screw.h"
#include <algorithm>

namespace lw {

StopRoom roomToStop(Speed speed, const Stopping &in) {
    StopRoom s;
    s.stop = stoppingDistance(speed, in.braking, in.reaction);
    s.inset = s.stop + in.margin;
    const double m = in.equivalent.value(), v = speed.value(), tr = in.reaction.value() + in.brakeDelay.value();
    const double hold = in.friction.value() + in.brake.value() - in.netWeight.value();
    s.known = hold == hold && m == m && s.stop == s.stop;
    if (hold > 0 && m > 0) {
        const double gained =
            std::max(0.0, in.netWeight.value() - in.friction.value()) / m; // speeds up until the brake bites
        const double late = v + gained * tr;
        s.runOut = metres(v * tr + 0.5 * gained * tr * tr + m * late * late / (2 * hold));
        const double d = std::max(s.stop.value(), s.runOut->value());
        s.roomLeast = metres(d);
        s.roomNeeded = metres(std::max(1.25 * d, d + in.margin.value()));
    }
    return s;
}

} // namespace lw
