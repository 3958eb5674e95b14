// Units people asked to see. Files and the command line speak millimetres; a window may ask for inches, and then every
// sentence, chart and table that is written by withUnit or shownNumber follows.
#pragma once

#include "units/typed.h"
#include <string>
#include <string_view>

namespace lw {

enum class UnitSystem { Metric, Inch };
/// What is shown; metric until somebody asks. Set by the window, before anything is drawn.
[[nodiscard]] UnitSystem &shownUnits();
/// The unit that is shown for a metric one: "in" for "mm" where inches are asked for.
[[nodiscard]] std::string_view shownUnit(std::string_view metric);
/// The number alone, in that unit: inches from 0.005 on to half a thousandth, inches a
/// minute whole from ten on.
[[nodiscard]] std::string shownNumber(double si, Dimension d, std::string_view metric, int significant = 3);
/// Prose with lengths in it, "within {0.02 mm}" or "{0.05 to 0.15 mm}", in the units that are shown; braces go.
[[nodiscard]] std::string inShownUnits(std::string_view prose);
/// What a metric unit's number is to be multiplied by to be shown.
[[nodiscard]] double shownScale(Dimension d, std::string_view metric);

} // namespace lw
