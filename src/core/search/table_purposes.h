// What a table as it is designed would be good for: each purpose asked in turn.
#pragma once

#include "axis/rotary_table.h"
#include "json.h"
#include <string>
#include <vector>

namespace lw {

struct PurposeServed {
    RotaryPurpose purpose = RotaryPurpose::NotChosen;
    bool serves = false;
    std::string fails; ///< the first thing it would fail at, in words; empty where it serves
};
/// The same table with the targets of each purpose; what was wished by hand belongs to its own purpose and is left out.
/// Asked are time, speed, step, play, twist, ringing, evenness and whether it is geared to spin: what cannot be worked
/// out does not count against it. Empty for an axis that does not turn or has no motor.
[[nodiscard]] std::vector<PurposeServed> purposesServed(const nlohmann::json &project, const std::string &axis,
                                                        const std::string &design);

} // namespace lw
