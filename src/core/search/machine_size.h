// Whole designs for all axes of a machine at once: one supply, counted once, motors alike where that costs little.
#pragma once

#include "search/size.h"
#include <map>

namespace lw {

struct MachinePick {
    std::string axis;
    Candidate candidate;
    double price = 0, margin = notKnown; ///< without the supply
};
struct MachineDesign {
    std::vector<MachinePick> picks; ///< one for each axis, in their order
    const CatalogueSupply *supply = nullptr;
    double price = 0, watts = 0;         ///< the supply counted once; what it must give
    double margin = notKnown;            ///< of the weakest axis
    std::string weakest;                 ///< that axis
    Verdict verdict = Verdict::NotKnown; ///< of the worst row of any axis, doubt counted
};
struct MachineResult {
    std::vector<std::string> axes;
    std::map<std::string, SizeSpace> spaces;
    std::string supply;                 ///< the id the designs' supply is kept under
    std::vector<MachineDesign> front;   ///< cheapest first, each stronger than all before it
    std::optional<MachineDesign> alike; ///< the cheapest with one motor on every axis
    std::string problem;                ///< why there is none: which axis has none
};

/// Exact over what each axis' own search keeps: designs that hold there, within that axis' limits (a budget is one of
/// the machine, not of an axis). The supply must give what all axes ask together, as if all worked at once.
/// @param limits of each axis; an axis without has none
/// @param have names of catalogue rows that cost nothing
/// @return nothing when it was stopped
[[nodiscard]] std::optional<MachineResult> sizeMachine(const nlohmann::json &project,
                                                       const std::map<std::string, SizeLimits> &limits,
                                                       const Catalogue &catalogue,
                                                       const std::set<std::string> &have = {},
                                                       SizeWatch *watch = nullptr, unsigned threads = 1);
/// All entries of all axes and the supply; one step.
[[nodiscard]] std::vector<Patch> machinePatches(const MachineResult &r, const MachineDesign &d);
[[nodiscard]] bool oneMotor(const MachineResult &r, const MachineDesign &d);
/// "48 V, 57 mm 1.9 N·m on X and Y, 60 mm 3 N·m on Z".
[[nodiscard]] std::string machineName(const MachineResult &r, const MachineDesign &d);
/// What one motor everywhere costs beside the cheapest: "One motor on all axes: 14 more, and one spare does.".
[[nodiscard]] std::string alikeWords(const MachineResult &r);

} // namespace lw
