// Rolling bearings of screw ends and spindles: stiffness, play, spread, speed and heat, and life under both loads.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>

namespace lw {

/// An angular-contact ball bearing, and a pair of them under preload.
struct AngularPair {
    int balls = 15;
    Length ball;
    Angle contact;
    Force preload;
};
struct AngularPairFigures {
    Force ballLoad;
    Length give;         ///< of one bearing at the preload
    Stiffness one, pair; ///< at the preload
    Force preloadGone;   ///< outside load that lifts one of them off
};
/// d = 4.4e-4/sin a (Q^2/D)^(1/3), mm and N. Source: HERTZ (handbook form). @param p preload > 0
[[nodiscard]] AngularPairFigures angularPair(const AngularPair &p);
/// Free contact angle of a deep-groove bearing pushed along, and its float from side to side. @param clearance radial
struct AxialFloat {
    Angle contact;
    Length play;
};
[[nodiscard]] AxialFloat axialFloat(Length clearance, Length ball, double groove = 0.52);

/// Distance of the load lines of a pair on its axis: back to back, face to face. Source: TRIG.
[[nodiscard]] Length spreadBackToBack(Length width, Length mean, Angle contact);
[[nodiscard]] Length spreadFaceToFace(Length width, Length mean, Angle contact);

/// Lean of a shaft in two bearings with play, each way; how far a point beyond shakes, side to side. Source: TRIG.
[[nodiscard]] Angle shaftLean(Length play, Length spacing);
[[nodiscard]] Length endShake(Length play, Length spacing, Length overhang);

/// Torque of friction of a bearing under a load. @param mean of bore and outside
[[nodiscard]] Torque bearingDragOf(double friction, Force load, Length mean, Torque seals);

} // namespace lw
