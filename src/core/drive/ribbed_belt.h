// V-ribbed belts: how many ribs a power asks, what they pull, the grooves of a pulley to be turned.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <span>
#include <string_view>

namespace lw {

/// A section; pitch and angle after ISO 9982, the rest from memory, the pull of a rib assumed and cautious. mm, N.
struct RibSection {
    std::string_view name; ///< PH ... PM
    double pitch, pitchTolerance, leastDiameter, edge, topRadius, rootRadius, depth, pull;
};
[[nodiscard]] std::span<const RibSection> ribSections();
/// "PJ", "J"; null when there is none.
[[nodiscard]] const RibSection *ribSection(std::string_view name);

struct RibbedDrive {
    const RibSection *section = nullptr;
    Power power;
    Length small, large, centre; ///< effective diameters
    AngularSpeed smallSpeed;
    double service = 1.3;
};
struct RibbedForces {
    Angle wrapSmall;
    Speed speed;
    Force pull, tight, slack, atRest;
    double designRatio, slipRatio; ///< tight over slack: as designed (5 at half a turn), at which it slips
    double wrapFactor, ribsExact;
    int ribs;
    Length lastGroove; ///< from the first groove to the last
};
/// Refused: pulleys that lie in each other. Source: RIBBED (V-belt convention), capstan with the wedge of 40 degrees,
/// friction 0.3.
[[nodiscard]] Result<RibbedForces> ribbedForces(const RibbedDrive &d);
/// The centres at which a belt of an effective length is tight on two pulleys; open belt. Refused: too short to go
/// round both side by side. Source: BELT-GEOM.
[[nodiscard]] Result<Length> centreOfBelt(Length d1, Length d2, Length belt);
/// Where a groove is turned, from the edge of the pulley. @param groove from 0
[[nodiscard]] Length grooveAt(const RibSection &s, int groove);

/// "6 PJ 1200", "1200 J 6", "470 J 6" (47.0 inches): ribs, effective length; nothing when it cannot be told.
struct RibbedCode {
    const RibSection *section = nullptr;
    int ribs = 0;
    Length length{};
    bool inch = false;
};
[[nodiscard]] Result<RibbedCode> readRibbedCode(std::string_view text);

} // namespace lw
