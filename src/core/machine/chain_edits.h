// Edits of a design's chain: a stage put in, taken out, moved. Stages keep their ids, so what names one keeps meaning
// it.
#pragma once

#include "machine/patch.h"
#include <string>
#include <vector>

namespace lw {

/// A stage of a kind ("belt", "coupling") behind the stage at a place; -1: first. Empty where the chain is full.
[[nodiscard]] std::vector<Patch> addStage(const nlohmann::json &project, const std::string &axis,
                                          const std::string &design, int behind, const std::string &kind);
/// Without the stage at a place; the last one cannot go, it becomes a coupling. Empty where there is none.
[[nodiscard]] std::vector<Patch> removeStage(const nlohmann::json &project, const std::string &axis,
                                             const std::string &design, int place);
/// The stage at a place nearer the motor (by -1) or the final shaft (+1). Empty where it cannot go further.
[[nodiscard]] std::vector<Patch> moveStage(const nlohmann::json &project, const std::string &axis,
                                           const std::string &design, int place, int by);

} // namespace lw
