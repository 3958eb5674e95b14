// The plates of an axis as they stand, its belt's needs read from what was worked out.
#pragma once

#include "plate/plate.h"
#include "proof/evaluate.h"

namespace lw {

[[nodiscard]] std::optional<Plate> plateOfAxis(const AxisModel &m, const AxisState &s,
                                               PlateKind kind = PlateKind::Motor);
/// "PL-01" and "PL-02" of the motor's, others of the others: metal at the edges, metal between the openings.
struct PlateCodes {
    std::string_view edge, wall;
};
[[nodiscard]] const PlateCodes &plateCodes(PlateKind kind);

} // namespace lw
