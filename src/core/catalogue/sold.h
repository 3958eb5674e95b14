// What every row of the catalogue has.
#pragma once

#include <string>

namespace lw {

/// What every row has.
struct Sold {
    std::string name;
    double price = 0;     ///< in the job's currency, assumed
    double leadDays = 14; ///< from order to bench
    bool own = false;     ///< the user's own row, not a shipped one
};

} // namespace lw
