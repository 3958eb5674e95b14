// The same cut in other metals: what changes when the next piece of work is not the one the axis was sized for.
#pragma once

#include "axis/axis_model.h"
#include <vector>

namespace lw {

struct OtherMetal {
    const CutMaterial *material = nullptr;
    double force = notKnown, low = notKnown,
           high = notKnown; ///< N along the axis, before the spindle's cap; by the printed spread
    bool current = false;
};
/// The usual metals of a shop and the one in use, softest first. Empty for cuts no material decides, or while an input
/// is missing. Source: as the cut itself (KIENZLE); low and high are what tables print for k_c1.1.
[[nodiscard]] std::vector<OtherMetal> sameCutInOtherMetals(const Cut &cut);

} // namespace lw
