// How each calculation is written down, and how far it may be trusted.
#pragma once

#include <span>
#include <string_view>

namespace lw::book {

enum class Trust { Exact, Handbook, RuleOfThumb };
struct Formula {
    std::string_view name;  ///< of the calculation
    std::string_view lines; ///< one formula a line, in the field's usual symbols
    Trust trust;
    std::string_view answer = {}; ///< the output people came for; empty: the first
};
/// Null when the name is not registered.
const Formula *formulaOf(std::string_view name);

/// Where a figure of a calculation can go in the design: an output (or an input) by its key, the field it becomes.
struct DesignUse {
    std::string_view calculation, key;
    std::string_view field; ///< below the axis, "design/" for the design shown
};
std::span<const DesignUse> designUses();

} // namespace lw::book
