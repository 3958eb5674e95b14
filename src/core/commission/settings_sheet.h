// The numbers for the controller, from the design.
#pragma once

#include "proof/evaluate.h"
#include <string>
#include <vector>

namespace lw {

struct SettingLine {
    std::string key, label, value, unit, unrounded, how; ///< value "?" when not known
    char source = 'd';                                   ///< d design, c test card, t typed
    bool known = true;
    std::string missing; ///< what is needed when it is not known
};
[[nodiscard]] std::vector<SettingLine> settingsSheet(const AxisModel &m, const AxisState &s);

} // namespace lw
