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
/// A table that turns: nothing of it is usual for a class. Lies level, a reducer in its chain, motor to be chosen.
[[nodiscard]] AddedAxis addRotaryAxis(const nlohmann::json &project, const std::string &machineClass);
[[nodiscard]] AddedAxis addAxis(const nlohmann::json &project, const std::string &machineClass,
                                const std::string &classAxis);
/// The axis once more under a free letter: survey, duty and designs with it; its parts, steps and cards begin anew.
[[nodiscard]] AddedAxis copyAxis(const nlohmann::json &project, const std::string &axis);
/// One place up (-1) or down (+1); empty when it stands at the end already.
/// A design begun as a copy of another, with a supply of its own, so that a change of the one leaves the other alone.
[[nodiscard]] std::vector<Patch> copyDesign(const nlohmann::json &project, const std::string &axis,
                                            const std::string &from, const std::string &to);
/// Designs an axis may have side by side: A, B, C, D.
inline constexpr const char *designLetters[] = {"A", "B", "C", "D"};
/// The first letter without a design; empty when all four have one.
[[nodiscard]] std::string freeDesign(const nlohmann::json &project, const std::string &axis);
/// What of one design may be taken over into another: motor with drive, supply and cable; the stages; the final element
/// with its ends, nut and brake.
// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class DesignPart { Train, Stages, Screw };
#pragma GCC diagnostic pop
/// The entries of that part put in place of those of another design; each keeps the supply it uses, its figures are
/// copied. Empty where nothing would change.
[[nodiscard]] std::vector<Patch> takeOver(const nlohmann::json &project, const std::string &axis,
                                          const std::string &from, const std::string &to, DesignPart part);
/// A design taken away, with its supply when nobody else hangs on it; another is shown. Empty: it is the only one.
[[nodiscard]] std::vector<Patch> removeDesign(const nlohmann::json &project, const std::string &axis,
                                              const std::string &design);
/// Two designs change places; each keeps the supply it uses.
[[nodiscard]] std::vector<Patch> swapDesigns(const nlohmann::json &project, const std::string &axis,
                                             const std::string &a, const std::string &b);
[[nodiscard]] std::vector<Patch> moveAxis(const nlohmann::json &project, const std::string &axis, int by);
/// The axis and what belongs to it alone: parts, steps. The log keeps its entries.
[[nodiscard]] std::vector<Patch> removeAxis(const nlohmann::json &project, const std::string &axis);

} // namespace lw
