// Bolted joints, what lifts a part, and the life of a bearing.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <string_view>

namespace lw {

/// A metric screw. Sizes by ISO 261 (coarse), heads by ISO 4762, holes by ISO 273 medium.
struct BoltSize {
    Length diameter, pitch, head, hole;
};
/// Nothing for a size that is not in the table: 2, 2.5, 3, 4, 5, 6, 8, 10, 12 mm. @param millimetres nominal
[[nodiscard]] std::optional<BoltSize> boltSize(double millimetres);
/// A metric thread as written on a shaft end or a lock nut: "M12x1", "M20x1.5 LH", "M8" (coarse).
struct MetricThread {
    Length diameter, pitch;
    bool leftHand = false;
    /// Of the external thread. Source: ISO-724.
    [[nodiscard]] Length root() const { return diameter - pitch * 1.226869; }
    [[nodiscard]] bool operator==(const MetricThread &o) const; ///< to the thousandth of a millimetre
};
/// Nothing for what is none, or where no pitch stands and none is usual.
[[nodiscard]] std::optional<MetricThread> readMetricThread(std::string_view text);
/// Proof stress of 8.8, 10.9, 12.9. Source: ISO-898-1.
[[nodiscard]] std::optional<Pressure> proofStress(std::string_view grade);
/// Area that carries, mm^2 in m^2. Source: ISO-898-1.
[[nodiscard]] double stressArea(Length diameter, Length pitch);
[[nodiscard]] Force boltPreload(double area, Pressure proof, double share);
/// Thread ramp, thread friction and head friction. Source: VDI-2230.
[[nodiscard]] Torque tighteningTorque(const BoltSize &b, Force preload, double friction);
/// The short rule K F d.
[[nodiscard]] Torque tighteningTorque(Length diameter, Force preload, double nutFactor);
/// Sideways load at which a joint slips, friction of its faces alone.
[[nodiscard]] Force slipLoad(int bolts, double friction, Force preload);

/// Pull in one leg of a sling. @param fromPlumb [0, 90) degrees
[[nodiscard]] Force slingTension(Mass mass, Angle fromPlumb, int legs);

/// Ten of a hundred have failed after so many turns. Source: ISO-281. @param exponent 3 balls, 10/3 rollers
[[nodiscard]] double bearingTurns(Force rating, Force equivalent, double exponent);

} // namespace lw
