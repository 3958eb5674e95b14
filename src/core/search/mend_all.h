// All that fails on an axis at once: the fewest changes of the design after which nothing does, the cheapest first.
#pragma once

#include "search/mends.h"

namespace lw {

struct MendSet {
    std::vector<std::string> changes; ///< in words, what each single one is
    Mend whole;                       ///< patches, price of all together; breaks: rows that did not fail before
    std::vector<std::string> left;    ///< titles of rows that still fail
};
/// The mends of every failing row alone, in pairs, and, where no pair does, up to four: each set proved anew, doubt
/// counted. What leaves least failing first, then the fewest changes, then the cheapest. Empty when nothing fails, or
/// nothing the design can change does.
/// @param most sets returned
[[nodiscard]] std::vector<MendSet> mendAll(const nlohmann::json &project, const AxisModel &m, std::size_t most = 6);

} // namespace lw
