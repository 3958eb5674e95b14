// Changing the job by places: what an edit, a mend and the journal are made of.
#pragma once

#include "json.h"
#include <string>
#include <vector>

namespace lw {

/// One change of the project: the value that shall stand at a place (null takes it away).
struct Patch {
    std::string pointer;
    nlohmann::json value;
    bool operator==(const Patch &) const = default;
};
/// A project with the patches applied.
[[nodiscard]] nlohmann::json patched(const nlohmann::json &project, const std::vector<Patch> &patches);
/// Sets one place, making objects on the way; a null value takes the place away.
void setAt(nlohmann::json &project, const std::string &pointer, const nlohmann::json &value);
/// What stands at a place; null when nothing does.
[[nodiscard]] nlohmann::json valueAt(const nlohmann::json &project, const std::string &pointer);

} // namespace lw
