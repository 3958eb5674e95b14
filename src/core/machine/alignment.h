// Is it straight, square and in line: screw against the ways, a bent shaft, the head's tram, the tailstock.
#pragma once

#include "grade.h"
#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>
#include <vector>

namespace lw {

/// One plane of the screw against the ways.
struct ScrewLine {
    Ratio slope;          ///< screw off the ways, along the travel
    Length shiftFarEnd;   ///< move the far bearing by this, the fixed one left alone
    Length residualRange; ///< scatter about the line: bend, or a poor reading
    Grade grade;          ///< of `off`
    /// What is held against the limits, m: the worse of slope over 300 mm and residual.
    [[nodiscard]] Length off() const;
};
/// m in 300 mm: holds up to, watched up to. Common practice.
inline constexpr double screwLinePass = 0.02e-3, screwLineFail = 0.05e-3;
/// Readings of a gauge riding on the slide against the screw, least squares. Source: LEAST-SQUARES; limits PRACTICE.
/// @param places and readings of equal number, two or more different places
[[nodiscard]] Result<ScrewLine> alignScrew(std::span<const Length> places, std::span<const Length> readings,
                                           Length fixedBearing, Length farBearing);

struct NutSideLoad {
    Force hinged; ///< nut can tilt: 3 E I d / a^3
    Force rigid;  ///< nut held square: 12 E I d / a^3
};
/// Side force on a nut that sits off the screw's line. Source: BEAM (end-loaded cantilever; guided end).
[[nodiscard]] Result<NutSideLoad> nutSideLoad(Length root, Pressure youngs, Length nutFromBearing, Length offset);

/// Readings round a shaft at one place: x_k = c + r cos(phi_k - phi0), least squares on the first harmonic.
struct RunOutRound {
    Length eccentricity; ///< r: half the swing once a turn
    Length swing;        ///< the needle's whole swing as read
    Angle highSpot;      ///< where it is highest
    Length residual;     ///< largest distance from the fit: out of round, dirt, a key-way
};
/// Source: Fourier coefficients of readings (FOURIER); exact for evenly spaced marks, least squares otherwise.
/// @param marks angles of the readings  @param readings as many; three or more different marks
[[nodiscard]] Result<RunOutRound> runOutRound(std::span<const Angle> marks, std::span<const Length> readings);

/// A shaft read round at several places along it: where it is bent, and where and which way to press.
struct BentShaft {
    Length bend;                 ///< largest offset of the axis from the line through the end readings
    Length at;                   ///< where
    Angle highSpot;              ///< press here, downwards, with the shaft carried at its ends
    std::vector<Length> offsets; ///< size of the offset at each place
};
/// The eccentricities are vectors; those on the line between the first and the last place are a shaft set askew, not a
/// bend. Source: MECH. @param places increasing, three or more; @param rounds one fit for each
[[nodiscard]] Result<BentShaft> bentShaft(std::span<const Length> places, std::span<const RunOutRound> rounds);

struct HeadTram {
    Ratio tilt;  ///< tangent of the angle out of square
    Length dish; ///< hollow a face mill leaves
};
/// Source: TRIG. @param difference of the two dial readings  @param swing between the touch points > 0
/// @param cutter > 0  @param width of the pass, no wider than the cutter
[[nodiscard]] Result<HeadTram> headTram(Length difference, Length swing, Length cutter, Length width);

struct TestBar {
    Ratio taper;                         ///< on diameter, tail less head over the length
    std::optional<Length> moveTailstock; ///< towards the tool when positive; between centres only
};
/// Source: TRIG. @param centres whole length between the centres; none: turned in the chuck
[[nodiscard]] Result<TestBar> testBar(Length headDiameter, Length tailDiameter, Length between,
                                      std::optional<Length> centres);

} // namespace lw
