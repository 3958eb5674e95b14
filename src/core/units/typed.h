// Reading what people type ("3/8in", "5tpi", "425 ozf·in", "2*14.5mm", "0,5") and showing values back.
#pragma once

#include <tl/expected.hpp>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

/// What a field holds. Values are in coherent SI (m, kg, s, A, rad); a lead is held as metres per turn here, at the
/// edge.
// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class Dimension {
    Number,
    Count,
    Length,
    Lead,
    Mass,
    Force,
    Torque,
    Inertia,
    InertiaPerLength,
    Speed,
    Acceleration,
    RotationSpeed,
    Time,
    Current,
    Voltage,
    Resistance,
    Inductance,
    Power,
    Frequency,
    Angle,
    Stiffness,
    TorsionalStiffness,
    Pressure,
    Area,
    Money,
    Temperature,
};
#pragma GCC diagnostic pop

struct TypedValue {
    double si = 0;
    bool guess = false;    ///< a "?" behind it: the user's own guess, stays an assumption
    bool rough = false;    ///< "about", "~", "ca": a guess with a wide doubt
    std::string unit = {}; ///< the unit found, empty when the field's own was taken
};
/// Why text could not be read, as one sentence, and what was probably meant.
struct TypedProblem {
    std::string sentence;
    std::vector<std::string> meant; ///< texts that can be read, likeliest first
};
/// Reads an entry. A bare number takes the field's unit. Sums and fractions are allowed; every summand needs a unit or
/// none. A comma is a decimal comma; "1,500" could be two things and asks.
[[nodiscard]] tl::expected<TypedValue, TypedProblem> readTyped(std::string_view text, Dimension dimension,
                                                               std::string_view fieldUnit);

/// The same, remembered: between two edits all but one of the texts of a job are the ones read before.
[[nodiscard]] tl::expected<TypedValue, TypedProblem> readTypedAgain(std::string_view text, Dimension dimension,
                                                                    std::string_view fieldUnit);

/// SI value of one of a unit ("mm" -> 0.001); none when the unit is unknown or of another dimension.
[[nodiscard]] std::optional<double> unitInSi(std::string_view unit, Dimension dimension);

/// A number with so many significant digits, no exponent, trailing zeros dropped, "-" as minus sign.
[[nodiscard]] std::string numberText(double value, int significant = 4);
/// Value in the given unit, without the unit.
[[nodiscard]] std::string valueText(double si, Dimension dimension, std::string_view unit, int significant = 4);
/// "1.05 N·m": number and unit, kept together by a no-break space.
[[nodiscard]] std::string withUnit(double si, Dimension d, std::string_view unit, int significant = 3);
/// The unit people in inches use for a metric field unit ("mm" -> "in"); the same unit where there is none.
[[nodiscard]] std::string_view inchUnit(std::string_view metric);
/// "N·m", "mm/min", "µm": a unit as printed.
[[nodiscard]] std::string unitLabel(std::string_view unit);

/// The text with the last digit of its last number stepped: "2500mm/min" + 1 -> "2501mm/min", "0.34" + 10 -> "0.44".
[[nodiscard]] std::string stepTyped(std::string_view text, long steps);

/// A spread typed as "±10%", "x0.85..1.15" or "0.30..0.38": lowest and highest value around a nominal one (SI).
struct SpreadRange {
    double low, high;
    bool factor; ///< typed as factors: taken as lognormal
};
[[nodiscard]] std::optional<SpreadRange> readSpread(std::string_view text, double nominalSi, Dimension dimension,
                                                    std::string_view fieldUnit);

} // namespace lw
