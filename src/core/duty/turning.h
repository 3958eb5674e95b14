// Forces of the lathe and the grinder: turning, threading pass by pass, tapping, grinding.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>

namespace lw {

struct TurningCut {
    Length depth; ///< a_p on radius
    Length feedPerTurn;
    Angle edge = degrees(90);
    Pressure kc11;
    double mc = 0, wear = 1.3, toolSpeed = 1.0;
    double feedRatio = 0.45, passiveRatio = 0.3; ///< over the main force; both swap when a_p is below the nose radius
};
struct TurningForces {
    Length chip;
    Pressure kc;
    Force main;    ///< along the cutting speed: presses on the carriage
    Force feed;    ///< against the feed
    Force passive; ///< pushes tool and work apart
};
/// b = a_p / sin kappa, h = f sin kappa, F_c = k_c b h. Source: KIENZLE; the ratios 0.45 and 0.3 scatter from 0.3 to
/// 0.6.
[[nodiscard]] Result<TurningForces> turningForces(const TurningCut &cut);

struct ThreadCut {
    Length pitch;
    int starts = 1, passes = 10;
    Pressure kc11;
    double mc = 0, veeFactor = 1.3;
};
struct ThreadForces {
    Length depth, first, lastInfeed; ///< full depth on radius; infeed of the first and of the last pass
    Force forceFirst, forceLast;     ///< main cutting force, radial infeed; flank infeed takes about half
};
/// External 60 degree thread in passes of equal area, d_k = h3 sqrt(k/N); the last pass is the hardest.
/// Source: ISO-68-1 (h3 = 0.61343 P), KIENZLE.
[[nodiscard]] Result<ThreadForces> threadForces(const ThreadCut &cut);
/// Depth on radius after pass k of N.
[[nodiscard]] Length threadDepthAfter(Length pitch, int pass, int passes);
/// Way the carriage needs to be at speed before the work: v^2/2a + v t. Source: KIN. @param accel > 0
[[nodiscard]] Length threadRunIn(Speed feed, Acceleration accel, Duration settle);

/// Torque on a tap: P^2 d k_c / 8000 (mm, N/mm^2), times friction. Source: TAP (handbooks, from memory).
[[nodiscard]] Result<Torque> tapTorque(Length pitch, Length diameter, Pressure kc, double friction);

struct GrindingForces {
    double removal; ///< m^3/s
    Force tangential, normal;
    Power power;
};
/// F_t = u a b v_w / v_s, F_n = F_t / ratio. Source: GRIND. @param energy J/m^3, 20 to 60 J/mm^3 for steel
[[nodiscard]] Result<GrindingForces> grindingForces(Length depth, Length width, Speed table, double energy, Speed wheel,
                                                    double ratio);

} // namespace lw
