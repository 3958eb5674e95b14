#include "commission/limits.h"
#include "drive/screw.h"
#include <algorithm>
#include <cmath>

namespace lw {

Result<SetSpeed> setSpeed(const SetSpeedInput &in) {
    if (in.stalls.empty())
        return fail(CalcErrorCode::Missing, "stall_speeds_mm_min", 0, 0, "give at least one stall speed.");
    LW_REQUIRE_POSITIVE(in.acceleration.value(), "acceleration_m_s2");
    SetSpeed s;
    s.byStall = *std::min_element(in.stalls.begin(), in.stalls.end()) * in.safeFraction;
    double least = inMillimetresPerMinute(s.byStall);
    if (in.pulseLimit > 0 && in.stepsPerMm > 0) {
        s.byPulses = millimetresPerMinute(in.pulseUse * in.pulseLimit * 60 / in.stepsPerMm);
        if (inMillimetresPerMinute(s.byPulses) < least) {
            least = inMillimetresPerMinute(s.byPulses);
            s.governs = SpeedGoverns::Pulses;
        }
    }
    if (in.screwLimit.value() > 0 && in.lead.value() > 0) {
        s.byScrew = millimetresPerMinute(inRevolutionsPerMinute(in.screwLimit) * inMillimetres(in.lead));
        if (inMillimetresPerMinute(s.byScrew) < least) {
            least = inMillimetresPerMinute(s.byScrew);
            s.governs = SpeedGoverns::Screw;
        }
    }
    s.set = millimetresPerMinute(std::floor(least / 10 + 1e-9) * 10);
    s.stop = stoppingDistance(s.set, in.acceleration, in.reaction);
    s.inset = s.stop + in.margin;
    const double m = in.equivalent.value(), v = s.set.value(), tr = in.reaction.value() + in.brakeDelay.value();
    const double hold = in.friction.value() + in.brake.value() - in.netWeight.value();
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
