// The plate of an axis as it stands, its belt's needs read from what was worked out.
#pragma once

#include "plate/plate.h"
#include "proof/evaluate.h"

namespace lw {

[[nodiscard]] std::optional<Plate> plateOfAxis(const AxisModel &m, const AxisState &s);

} // namespace lw
