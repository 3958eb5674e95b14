// What parts are made of: one table of densities, stiffness, growth and what their teeth stand.
#pragma once

#include "units/quantity.h"
#include <string_view>

namespace lw {

/// Common practice, from memory; wood along the grain, at the soft end of its kind.
struct Material {
    std::string_view code, name;
    double density, youngs; ///< kg/m^3, Pa
    double expansion;       ///< 1/K; NaN: not asked of it
    double toothStress;     ///< Pa at a tooth's root, what an estimate may go to; NaN: in no table
    bool wood = false;
};
/// Null for a code that is none.
[[nodiscard]] const Material *material(std::string_view code);
/// The same, of what nobody said the usual one. @param usual a code of the table
[[nodiscard]] const Material &materialOr(std::string_view code, std::string_view usual);

} // namespace lw
