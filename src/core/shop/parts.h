// The parts list derived from the design, merged with what the user has typed about each line.
#pragma once

#include "proof/evaluate.h"
#include "shop/cost.h"
#include <nlohmann/json.hpp>
#include <span>
#include <string>
#include <vector>

namespace lw {

struct PartLine {
    std::string key;        ///< place under /parts
    std::string axis, text, designRef, category, source, from, note;
    PartState state = PartState::Idea;
    int quantity = 1;
    double price = notKnown; ///< for one
    bool priceAssumed = false;
    int leadDays = -1;
    bool derived = false;   ///< demanded by the design
    bool matches = true;    ///< false: the line says something the design no longer asks for
    std::string wanted;     ///< what the design asks for, when it does not match
};
/// An axis as it stands evaluated; what its design asks for follows from it.
struct DesignedAxis {
    const AxisModel *model;
    const AxisState *state;
};
/// Lines of these axes, in their order; of each the design's lines first, in the order of the power path.
[[nodiscard]] std::vector<PartLine> partLines(const nlohmann::json &project, std::span<const DesignedAxis> axes);
/// Of every axis of the job, each read and evaluated here; who holds them evaluated calls the other.
[[nodiscard]] std::vector<PartLine> partLines(const nlohmann::json &project);
struct PartTotals {
    double committed = 0, remaining = 0, contingency = 0, forecast = 0, budget = notKnown;
    int inHand = 0, all = 0, unpriced = 0;
    Verdict verdict = Verdict::NotKnown;
};
[[nodiscard]] PartTotals partTotals(const nlohmann::json &project, const std::vector<PartLine> &lines);
/// RFC 4180 with a header row.
[[nodiscard]] std::string partsCsv(const std::vector<PartLine> &lines, const std::string &currency);
[[nodiscard]] std::string_view stateCode(PartState s);

} // namespace lw
