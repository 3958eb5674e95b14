#include "commission/limits.h"
#include <algorithm>
#include <cmath>

namespace lw {

Result<SetSpeed> setSpeed(const SetSpeedInput &in) {
    if (in.stalls.empty())
        return fail(CalcErrorCode::Missing, "stall_speeds_mm_min", 0, 0, "give at least one stall speed.");
    LW_REQUIRE_POSITIVE(in.stopping.braking.value(), "acceleration_m_s2");
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
    static_cast<StopRoom &>(s) = roomToStop(s.set, in.stopping);
    return s;
}

} // namespace lw
