// Toothed belts: profiles, geometry, forces, stiffness, what a code printed on one means.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

/// One row of the profile table. Pitch and pitch-line distance after ISO 5294/5296, DIN 7721, ISO 13050; pull of MXL,
/// XL, L, H after ISO 5295 (all from memory), the other pulls and all stiffnesses ASSUMED and cautious.
struct BeltProfile {
    std::string_view name;
    double pitch;          ///< mm
    double pitchLineTwice; ///< pitch diameter less outside diameter, mm
    double toothHeight, thickness;
    int teethRecommended, teethLeast;
    double baseWidth, basePull; ///< mm, N
    double widthExponent;
    double massPerWidth;                 ///< g per metre and mm
    double stiffnessPerWidth;            ///< N per mm width (tensile EA)
    std::string_view form;               ///< trapezoidal, H, G, S: which tooth
    double fitOneFlanged, fitTwoFlanged; ///< inward travel to slip the belt on, mm
};
std::span<const BeltProfile> beltProfiles();
/// Accepts the trade spellings 2GT, GT2 ... as the G form where the pitch is clear.
const BeltProfile *beltProfile(std::string_view name);
/// Usual belt widths of a profile, mm, narrowest first.
std::span<const double> usualWidths(std::string_view profile);
/// Stock belts of a profile as tooth counts, shortest first; empty where no list is kept.
std::span<const int> stockBelts(std::string_view profile);

struct OpenBelt {
    Length length, span, centre;
    Angle wrapSmall;
    int teethInMesh;
    double beltTeeth;  ///< not rounded
    double meshFactor; ///< 1 from six teeth in mesh, falling by 0.2 a tooth (ISO 5295)
    Length centreApprox;
};
/// Exact open belt: two tangents and two arcs. Source: BELT-GEOM. Pulleys in either order.
[[nodiscard]] Result<OpenBelt> beltFromCentres(Length pitch, int z1, int z2, Length centre);
[[nodiscard]] Result<OpenBelt> beltToCentres(Length pitch, int z1, int z2, int beltTeeth);

/// Wrap, teeth in mesh and their factor as an idler leaves them on the pulley of z teeth.
void wrapAnew(OpenBelt &b, int z, Angle wrap);

struct PitchMismatch {
    int teethInMesh;
    Length perTooth, overMesh, perRev, rideUp;
    int teethThatSeat; ///< before the groove clearance of 8 % of the pitch is used up (ASSUMED)
};
[[nodiscard]] Result<PitchMismatch> pitchMismatch(Length belt, Length pulley, int teeth, Angle wrap);

struct PulleySize {
    Length pitchDiameter, outside, grooveRoot;
    std::optional<Length> wall;
};
[[nodiscard]] Result<PulleySize> pulleySize(const BeltProfile &p, int teeth, std::optional<Length> bore, Length keyway);

struct RingBody {
    Mass mass;
    Inertia inertia;
};
/// Pulley as a ring with a hub ring beside it. Source: MECH; tooth gaps neglected (3 to 8 % high).
[[nodiscard]] Result<RingBody> pulleyBody(Length outside, Length bore, Length width, Density density, Length hub,
                                          Length hubLength);

struct BeltDrive {
    const BeltProfile *profile = nullptr;
    Length width;
    int small = 0, large = 0;
    Length centre;
    Torque peakAtSmall;
    AngularSpeed smallSpeed;
    double service = 1.5, install = 0.75;
    std::optional<Angle> wrapSmall = {}; ///< with an idler; none: as two pulleys have it
};
struct BeltForces {
    Force pull, install, tight, slack, shaftWorking, shaftStatic, allowable, allowableStill;
    Speed beltSpeed;
    int teethInMesh;
    double widthFactor;
    Torque allowableTorque;
    double margin;
    Length span;
    Frequency note;
    Angle wrapSmall;
};
/// Pull, tension and margin of a belt drive. Source: ISO-5295 form, string frequency MECH.
[[nodiscard]] Result<BeltForces> beltForces(const BeltDrive &d);

/// Torsional stiffness at the driven shaft with the driver locked, both spans pulling: k = 2 c_s b/S * f_m * R^2.
[[nodiscard]] TorsionalStiffness beltStiffness(const BeltProfile &p, Length width, Length span,
                                               Length drivenPitchRadius, double meshFactor);

struct EccentricSwing {
    Length eccentricity;
    Force upper, lower;
    Length beltError;
    std::optional<Length> axisError;
};
/// What a bent shaft or eccentric pulley does to belt tension: dL = 2 e cos(alpha). Source: BELT-GEOM.
[[nodiscard]] Result<EccentricSwing> eccentricPulley(const BeltProfile &p, Length width, int z1, int z2, Length centre,
                                                     Length tir, std::optional<int> screwTeeth,
                                                     std::optional<Length> lead, double meshFactor);

struct CentreTravel {
    Length outward;
    std::optional<Length> inward, slot;
};
[[nodiscard]] Result<CentreTravel> centreTravel(Length beltLength, Length tolerance, double strain, Angle wrapSmall,
                                                std::optional<Length> fitAllowance);
/// Handbook allowance to slip the belt over flanges, by number of flanged pulleys (0, 1, 2).
[[nodiscard]] Length fitAllowance(const BeltProfile &p, int flangedPulleys);

struct OverhungShaft {
    Pressure bending, torsion, combined;
    Length deflection;
    Angle slope;
    Force front, rear;
    Force outboard; ///< on a third bearing beyond the pulley; 0 where there is none
    /// The pull at the pulley that would load front bearing or shaft as much were there no third bearing.
    Force felt;
};
/// Motor shaft with a pulley beyond its front bearing. Source: BEAM (double integration; with a third bearing that does
/// not give, by the deflection it takes away).
/// @param outboard middle of a third bearing from the front one, beyond the pulley
[[nodiscard]] Result<OverhungShaft> overhungShaft(Force load, Torque torque, Length diameter, Length overhang,
                                                  Length bearings, double notch, std::optional<Length> outboard = {});
/// Radial rating moved from x_ref to x: bearing and shaft-bending limits, the smaller.
[[nodiscard]] Force radialAllowance(Force rated, Length reference, Length at, Length frontBehindFace, Length bearings);

/// What a code printed on a belt or pulley says.
struct Designation {
    enum class Kind { Belt, Pulley, Ask, AskPitch } kind = Kind::Ask;
    const BeltProfile *profile = nullptr;
    std::optional<double> width; ///< mm
    std::optional<double> beltTeeth, lengthMm, lengthInch, lengthFromCodeMm;
    std::optional<bool> wholeTeeth;
    std::optional<int> pulleyTeeth;
    std::optional<double> beltTeethIfBelt;
    std::optional<int> pulleyTeethIfPulley;
    std::vector<std::string> possible; ///< profiles when the pitch must be asked
    bool codeUnclear = false;          ///< MXL codes: some sellers print teeth
};
[[nodiscard]] Result<Designation> readDesignation(std::string_view text, std::optional<std::string_view> kind = {});

/// The code a belt of this profile, so many teeth and this width is ordered by: what readDesignation reads back as the
/// same belt. @param widthMm > 0
[[nodiscard]] std::string beltCode(const BeltProfile &profile, int teeth, double widthMm);

/// Limits of a tolerance of ISO 286 on a nominal size, micrometres, upper and lower.
struct ToleranceBand {
    double upper, lower;
};
/// Reads "10 H7", "0.5in h6", "13.99": nominal size and its band (0, 0 when a plain measured size). Classes f g h j js
/// k m n p and their holes, grades 4 to 11, up to 120 mm; any other class is refused with a sentence. Source: ISO-286.
struct ToleratedSize {
    double nominal; ///< mm
    ToleranceBand band;
    bool toleranced;
};
[[nodiscard]] Result<ToleratedSize> readToleratedSize(std::string_view text);

} // namespace lw
