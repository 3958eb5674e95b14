// The whole machine: every axis with the design shown, and what they share. A keystroke proves one axis; this proves
// them all, and is where checks of what is shared belong.
#pragma once

#include "proof/check.h"
#include <span>
#include <string>
#include <vector>

namespace lw {

/// A supply and the axes whose shown design hangs on it.
struct SharedSupply {
    std::string id;
    SupplyModel supply;
    std::vector<std::size_t> axes; ///< places in MachineModel::axes
};
struct MachineModel {
    std::vector<AxisModel> axes; ///< in the order of the job
    std::vector<SharedSupply> supplies;
    Known spindlePower, pulseLimit; ///< W; Hz
};
/// Every axis read with the design it shows. Never fails, as readAxis.
[[nodiscard]] MachineModel readMachine(const nlohmann::json &project);

struct MachineEvaluation {
    std::vector<Evaluation> axes;  ///< place by place as the model's
    std::vector<Finding> findings; ///< of what they share
};
struct MachineScope {
    const MachineModel &m;
    std::span<const Evaluation> axes;
};
/// A check of what axes share; its words take the machine, the rest of its entry is as any other's.
struct MachineCheck {
    Check check;
    void (*judge)(const MachineScope &machine, Rows &rows);
    std::string (*say)(const MachineScope &machine, const Finding &f);
};
/// All axes evaluated, then the checks of what they share. Pure; the axes' figures are those of evaluate(AxisModel).
[[nodiscard]] MachineEvaluation evaluate(const MachineModel &m, std::span<const MachineCheck> checks = {});
/// The same with the doubt of every axis; see prove(AxisModel).
[[nodiscard]] MachineEvaluation prove(const MachineModel &m, std::span<const MachineCheck> checks = {});

} // namespace lw
