// What a table that turns does with every pulley that can be bought for its belt: a turn's time, a step.
#pragma once

#include "machine/patch.h"
#include "proof/evaluate.h"
#include <string>
#include <vector>

namespace lw {

struct TableRatio {
    double ratio = notKnown;                    ///< motor turns for a turn of the table
    std::string words;                          ///< "18:36"
    double turn = notKnown, quarter = notKnown; ///< s
    double step = notKnown;                     ///< rad
    double price = notKnown;                    ///< of pulley and belt
    Verdict verdict = Verdict::NotKnown;        ///< worst of the table's own rows and the torque rows
    bool now = false;                           ///< the design as it stands
    std::vector<Patch> patches;
};
/// Of the first belt of the chain, the driven pulley changed, each with a stock belt in its slot; by ratio, the design
/// itself among them. Empty where there is no belt with teeth. Each is proved as the design would be.
[[nodiscard]] std::vector<TableRatio> tableRatios(const nlohmann::json &project, const AxisModel &m);

} // namespace lw
