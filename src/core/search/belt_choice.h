// Which stock belt goes round two pulleys.
#pragma once

#include "axis/stages/toothed_belt.h"
#include <optional>

namespace lw {

/// The stock belt of the pulleys' profile whose centre lies best in the slot (or nearest today's centre).
struct BeltChoice {
    int teeth;
    double centre; ///< m
};
[[nodiscard]] std::optional<BeltChoice> bestBelt(const ToothedBelt &b, int driver, int driven);

} // namespace lw
