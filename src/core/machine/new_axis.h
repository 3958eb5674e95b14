// Setting up a machine and its axes: what one key does.
#pragma once

#include "machine/patch.h"
#include "json.h"
#include <string>
#include <vector>

namespace lw {

/// All axes of a class on its usual sizes, nothing measured. Letters and what moves follow the class.
[[nodiscard]] std::vector<Patch> setUpMachine(const std::string &machineClass);
/// One axis of a class added; its id comes back.
struct AddedAxis {
    std::string id;
    std::vector<Patch> patches;
};
[[nodiscard]] AddedAxis addAxis(const nlohmann::json &project, const std::string &machineClass,
                                const std::string &classAxis);
/// The axis once more under a free letter: survey, duty and designs with it; its parts, steps and cards begin anew.
[[nodiscard]] AddedAxis copyAxis(const nlohmann::json &project, const std::string &axis);
/// One place up (-1) or down (+1); empty when it stands at the end already.
/// A design begun as a copy of another, with a supply of its own, so that a change of the one leaves the other alone.
[[nodiscard]] std::vector<Patch> copyDesign(const nlohmann::json &project, const std::string &axis,
                                            const std::string &from, const std::string &to);
/// Two designs change places; each keeps the supply it uses.
[[nodiscard]] std::vector<Patch> swapDesigns(const nlohmann::json &project, const std::string &axis,
                                             const std::string &a, const std::string &b);
[[nodiscard]] std::vector<Patch> moveAxis(const nlohmann::json &project, const std::string &axis, int by);
/// The axis and what belongs to it alone: parts, steps. The log keeps its entries.
[[nodiscard]] std::vector<Patch> removeAxis(const nlohmann::json &project, const std::string &axis);

} // namespace lw
