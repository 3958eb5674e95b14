// What holds a hub on a shaft and a screw in its hole: clamps, keys, threads, motor faces; how far a coupling twists.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <string_view>

namespace lw {

/// Torque a clamp hub holds: two lines of contact at least, even pressure at best. @param force of all its screws
struct ClampHub {
    Torque sure, best;
};
[[nodiscard]] ClampHub clampHub(Force force, double friction, Length bore);

/// A parallel key.
struct ParallelKey {
    Length width, height, inShaft;
};
/// By shaft diameter, 6 to 65 mm; nothing outside. Source: DIN-6885.
[[nodiscard]] std::optional<ParallelKey> keyForShaft(Length shaft);
/// The square inch key of a shaft of 5/16 to 2 in; nothing outside. Source: ASME-B17.1.
[[nodiscard]] std::optional<Length> inchKeyForShaft(Length shaft);
[[nodiscard]] Torque keyTorque(const ParallelKey &k, Length shaft, Length bearing, Pressure allowed);

/// Load at which the tapped thread strips, and at which the screw breaks. Source: ISO-898-1.
struct ThreadStrength {
    Force breaks, strips;
    Length equal; ///< engagement at which both are equal
};
[[nodiscard]] Result<ThreadStrength> threadStrength(double boltMillimetres, std::string_view grade, Length engaged,
                                                    Pressure shear);
/// Shear strength of what is tapped: "aluminium_cast", "aluminium", "iron", "steel"; assumed.
[[nodiscard]] std::optional<Pressure> tappedShear(std::string_view material);

/// A screw through a stack into a blind hole of a motor's face.
struct FaceScrew {
    Length entry, limit, engaged; ///< limit: so that half a millimetre or a pitch stays free under it
    [[nodiscard]] bool bottoms() const { return entry > limit; }
};
[[nodiscard]] FaceScrew faceScrew(Length screw, Length stack, Length depth, Length pitch);

/// What a kind of coupling forgives; common practice.
struct CouplingType {
    std::string_view code, name;
    double lateral, angular; ///< m, rad
};
/// Null for a code that is none.
[[nodiscard]] const CouplingType *couplingType(std::string_view code);

[[nodiscard]] inline Angle twistOf(Torque torque, TorsionalStiffness stiffness) {
    return radians(torque.value() / stiffness.value());
}
[[nodiscard]] inline Length atNut(Angle twist, Length lead) { return lead * (twist.value() / (2 * pi)); }

} // namespace lw
