// What a unit costs that one builds, by what the money goes into, beside one that is bought.
#pragma once

#include "shop/parts.h"
#include <string>
#include <utility>
#include <vector>

namespace lw {

struct BuildOrBuy {
    std::vector<std::pair<std::string, double>> groups; ///< "reducer", money still and already spent; none empty
    double parts = 0, open = 0;                         ///< money; lines without a price
    double hours = notKnown, hourWorth = 0;             ///< h; money
    double bought = notKnown;                           ///< money, as typed
    [[nodiscard]] double built() const { return parts + (hours == hours ? hours * hourWorth : 0); }
};
/// @param lines of the axis, as its design asks and as typed @param hours planned for it; NaN: not known
[[nodiscard]] BuildOrBuy buildOrBuy(const nlohmann::json &project, const std::string &axis,
                                    const std::vector<PartLine> &lines, double hours);

} // namespace lw
