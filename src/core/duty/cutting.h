// Forces of cutting: milling, drilling, and the largest cut a spindle can make.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>
#include <string_view>

namespace lw {

/// Material constants of the cutting-force equation k_c = kc1.1 * h^-mc (h in mm).
struct CutMaterial {
    std::string_view code, name;
    double kc11;      ///< N/mm^2 for a chip 1 mm thick
    double low, high; ///< what tables print
    double mc;
    char confidence; ///< A widely printed, B tables differ by 15 %, C order of magnitude
};
std::span<const CutMaterial> cutMaterials();
const CutMaterial *cutMaterial(std::string_view code);

enum class MillingMode { Conventional, Climb };

struct MillingCut {
    Length cutter;
    Length width, depth; ///< a_e across the feed, a_p along the spindle
    Length feedPerTooth;
    int teeth = 2;
    std::optional<AngularSpeed> spindle;
    Angle edge = degrees(90);
    Pressure kc11;
    double mc = 0;
    double wear = 1.3, toolSpeed = 1.0, radialRatio = 0.4;
    std::optional<MillingMode> mode;
    bool clampThinChip = false; ///< for sizing: below 0.02 mm the force hardly falls further
    bool withExactMean = true;  ///< integrate the exact mean force as well (costs some microseconds)
};
struct MillingForces {
    Angle engagement;
    Length chip; ///< mean chip thickness
    Pressure kc;
    double teethEngaged;
    Force tangentialMean, tangentialMeanExact, toothPeak;
    std::optional<Speed> feed;
    std::optional<Speed> cuttingSpeed;
    std::optional<double> removal; ///< m^3/s
    std::optional<Power> power;
    std::optional<Force> feedForce, normalForce; ///< feedForce < 0: the cutter pulls the table along
    /// Mean thrust that bounds either horizontal axis: sqrt(1 + (k_r sin kappa)^2) F_t, at least 1.1 F_t.
    Force axisThrust;
};
/// Mean forces of a milling cut by chip geometry and the cutting-force equation.
/// Source: KIENZLE, MILL-MECH. Valid for chips of about 0.02 to 1 mm; two digits at best.
[[nodiscard]] Result<MillingForces> millingForces(const MillingCut &cut);

struct DrillCut {
    Length drill;
    Length feedPerTurn;
    Angle point = degrees(118);
    Pressure kc11;
    double mc = 0;
    double wear = 1.3, toolSpeed = 1.0, thrustFactor = 1.2, torqueFactor = 1.3;
    std::optional<AngularSpeed> spindle;
};
struct DrillForces {
    Length chip;
    Pressure kc;
    Force thrust;
    Torque torque;
    std::optional<Power> power;
    std::optional<Speed> feed;
};
/// Thrust and torque of a twist drill; two lips at D/4. Source: KIENZLE, DRILL-LIP.
[[nodiscard]] Result<DrillForces> drillForces(const DrillCut &cut);

struct SpindleBound {
    Speed cuttingSpeed;
    Force byPower, byTorque, tangential, axisThrust;
};
/// Largest cutting force of a spindle: the power line and the torque cap, the smaller. Source: EB-1.
/// The power line goes to infinity at low speed, so the torque cap is asked for, never assumed.
[[nodiscard]] Result<SpindleBound> spindleBound(Power rated, Ratio driveEfficiency, Ratio overload, Length cutter,
                                                AngularSpeed spindle, Torque torqueCap, Ratio thrustOverTangential);

} // namespace lw
