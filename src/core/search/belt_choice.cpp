#include "search/belt_choice.h"
#include "drive/belt.h"
#include <algorithm>
#include <cmath>

namespace lw {

std::optional<BeltChoice> bestBelt(const ToothedBelt &b, int driver, int driven) {
    if (!b.driver.profile) return {};
    const double pitch = b.driver.profile->pitch;
    const bool slot = b.slotFrom.known() && b.slotTo.known();
    std::optional<BeltChoice> best;
    double bestScore = -1e9;
    for (int teeth : stockBelts(b.driver.profile->name)) {
        const auto found = beltToCentres(millimetres(pitch), driver, driven, teeth);
        if (!found) continue;
        const double c = found->centre.value();
        double score;
        if (slot) {
            const auto need = centreTravel(found->length, metres(b.tolerance.v), settingStrain, found->wrapSmall,
                                           fitAllowance(*b.driver.profile, b.flangedPulleys()));
            if (!need || c < b.slotFrom.v || c > b.slotTo.v) continue;
            score = std::min((c - b.slotFrom.v) / need->inward->value(), (b.slotTo.v - c) / need->outward.value());
            score = std::min(score, 1.2) - 1e-3 * std::fabs(c - (b.centre.known() ? b.centre.v : c));
        } else {
            score = -std::fabs(c - (b.centre.known() ? b.centre.v : 0.12));
        }
        if (score > bestScore) {
            bestScore = score;
            best = BeltChoice{teeth, c};
        }
    }
    return best;
}

} // namespace lw
