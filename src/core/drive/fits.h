// Fits: limits of ISO 286, what heat does to them, press fits, glue, holes that have to meet, stacks of parts.
#pragma once

#include "drive/belt.h"
#include "grade.h"
#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>
#include <string_view>

namespace lw {

/// Deviations of a class ("H7", "k6") for a nominal size up to 120 mm; see readToleratedSize. Source: ISO-286.
[[nodiscard]] Result<ToleranceBand> toleranceOf(Length nominal, std::string_view toleranceClass);
struct FitClearance {
    Length most, least; ///< below zero: tight
};
[[nodiscard]] FitClearance clearanceOf(const ToleranceBand &hole, const ToleranceBand &shaft);

/// Bore and outside of a rolling bearing's rings, normal class, up to 120 mm; nothing below 2.5 mm or beyond. Source:
/// ISO-492.
[[nodiscard]] std::optional<ToleranceBand> ringBore(Length nominal);
[[nodiscard]] std::optional<ToleranceBand> ringOutside(Length nominal);
/// Radial clearance of a deep-groove bearing by its bore, least and most; "CN" or "C3". Source: ISO-5753.
struct RadialClearance {
    Length least, most;
};
[[nodiscard]] std::optional<RadialClearance> radialClearance(Length bore, std::string_view group);

/// A bored part warmed so that another slips in. Expansions 1/K, temperatures C. Source: MECH.
struct WarmFit {
    Length bore, part; ///< as measured at `room`
    double boreExpansion = 0, partExpansion = 12e-6;
    double room = 20, partAt = 20;
    /// Clearance with the bored part at this temperature.
    [[nodiscard]] Length clearanceAt(double celsius) const;
    /// The temperature of the bored part that gives a clearance.
    [[nodiscard]] double temperatureFor(Length clearance) const;
};
/// How a fit shifts when both parts are at a temperature, 20 C the base; plus: looser.
[[nodiscard]] Length fitShift(Length diameter, double boreExpansion, double partExpansion, double celsius);

/// A ring pressed on a shaft, both elastic, thick. Source: MECH (Lame).
struct PressFit {
    Length diameter, interference, bore{}, outside; ///< bore: of the inner part, 0 solid
    Pressure inner, outer;                          ///< Young's moduli
    double innerPoisson = 0.3, outerPoisson = 0.3;
};
struct PressFitFigures {
    Pressure pressure, hoop; ///< hoop: pull in the outer part at its bore
    Length growth;           ///< of the outside, on diameter
};
/// @param f bore < diameter < outside
[[nodiscard]] Result<PressFitFigures> pressFit(const PressFit &f);
/// Push along a cylinder under a pressure, or a glue's shear. Half of it times the diameter: torque.
[[nodiscard]] Force gripAlong(Pressure stress, Length diameter, Length length);

/// Chance that a bolt does not go in: two normal errors of a hole's place against its float. @param errors 3 sigma
[[nodiscard]] double chanceHoleMisses(Length play, std::span<const Length> errors);
[[nodiscard]] Length sigmaOf(std::span<const Length> errors);

} // namespace lw
