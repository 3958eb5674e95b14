// The figures designs may be compared by beside their price, and what a design has of each.
#pragma once

#include "proof/evaluate.h"
#include "units/typed.h"
#include <functional>
#include <optional>
#include <string_view>

namespace lw {

// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class SizeFigure { Margin, Rapid, Step, Acceleration, LostMotion, MotorLength };
#pragma GCC diagnostic pop
inline constexpr std::size_t figureCount = 6;
struct FigureSpec {
    std::string_view key;  ///< "rapid"; on the command line and in JSON
    std::string_view name; ///< "Fastest rapid"
    Dimension dimension;   ///< Number: a margin, shown as times
    std::string_view unit; ///< what it is shown in
    bool more;             ///< more of it is better
    double least, most;    ///< SI; what a chart of it holds at most
};
[[nodiscard]] const FigureSpec &figureSpec(SizeFigure f);
[[nodiscard]] std::optional<SizeFigure> figureFromKey(std::string_view key);

/// The fastest rapid with which the design still holds (no row of it fails at middle values), m/s: torque, screw,
/// belts, pulses and stops all have their say. At most a hundred times the rapid asked; not known when it does not hold
/// as slow as a thousandth of it, or no rapid is asked.
/// @param m its rapid is moved and put back, @param scratch is overwritten
[[nodiscard]] double rapidReach(AxisModel &m, Evaluation &scratch);
/// Asked of the two values, to three digits, that a figure is known to lie between: whether any of them would do, as
/// all between say the same to who asks. Then the search for it ends there, at the worse.
using FigureSettled = std::function<bool(double low, double high)>;
/// What an evaluated design has of a figure, to three digits: finer differences are no reason to prefer one. Not known
/// where an input lacks.
/// Acceleration is the most at the rapid asked, m/s^2; braking follows it unless it has a target of its own.
/// @param asIs what evaluateDesign says of it already, @param margin its worst torque row
[[nodiscard]] double figureOf(SizeFigure f, AxisModel &m, const Evaluation &asIs, double margin, Evaluation &scratch,
                              const FigureSettled &settled = {});

} // namespace lw
