// Gear pairs, worms and strain-wave reducers by their own sizes.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>

namespace lw {

/// A spur pair of the basic rack of ISO 53, 20 degrees.
struct GearPair {
    Length module;
    int teeth1 = 1, teeth2 = 1;
    Length centreError = millimetres(0.03); ///< apart by more than without play; below zero: closer
};
struct GearPairFigures {
    Length centre, tip1, tip2;
    Length playShort, play; ///< along the pitch circle: 2 e tan 20, and by the involutes; below zero the teeth bind
    Angle playAtSecond;
    Ratio contact; ///< teeth that share the load
};
/// Source: INVOLUTE.
[[nodiscard]] Result<GearPairFigures> gearPair(const GearPair &g);
/// Stress at a tooth's root by the Lewis form with Barth's speed factor; an estimate. Source: LEWIS.
struct ToothBending {
    Ratio form, velocity;
    Force tangential;
    Pressure stress;
};
[[nodiscard]] Result<ToothBending> toothBending(Length module, int teeth, Length width, Torque torque,
                                                Speed pitchSpeed);

struct Worm {
    int starts = 1;
    Length axialModule, pitchDiameter;
    int wheelTeeth = 1;
    double friction = 0.08;
};
struct WormFigures {
    Ratio reduction;
    Angle lead, frictionAngle;
    Ratio forward, backward; ///< backward 0 or less: it locks
};
/// Screw and nut on the flank of 20 degrees. Source: SCREW-TEXT.
[[nodiscard]] WormFigures wormFigures(const Worm &w);
/// Share that comes back of one that is known only forward: 2 - 1/eta, small angles. Source: EB-1.
[[nodiscard]] Ratio backwardOf(Ratio forward);

/// Typical component sets, from memory; a sheet knows better. @param ratio below 80: the softer row
struct StrainWaveFrame {
    int size;
    TorsionalStiffness k1, k2, k3;
    Torque knee1, knee2;
};
/// Nothing for another frame than 14, 17, 20, 25, 32.
[[nodiscard]] std::optional<StrainWaveFrame> strainWaveFrame(int size, double ratio);
/// Twist in three straight pieces, alike both ways. Source: STRAIN-WAVE.
[[nodiscard]] Angle strainWaveTwist(const StrainWaveFrame &f, Torque torque);
/// Torque at its input: mesh losses and what it takes unloaded. Source: STRAIN-WAVE.
[[nodiscard]] Torque strainWaveInput(Torque out, double ratio, double mesh, Torque noLoad);
/// A stretch of a duty at the output.
struct ReducerStretch {
    Torque torque;
    AngularSpeed input;
    Duration time;
};
struct ReducerMean {
    Torque torque; ///< wears the same
    AngularSpeed input;
};
/// Cubic mean by turns. Source: STRAIN-WAVE.
[[nodiscard]] ReducerMean reducerMean(std::span<const ReducerStretch> duty);

} // namespace lw
