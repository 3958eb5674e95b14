// Proposals, "why not" and mends for other programs.
#pragma once

#include "search/machine_size.h"
#include "json.h"

namespace lw {

/// What `size --json` prints of one axis. @param top proposals at most
[[nodiscard]] nlohmann::json sizeJson(const SizeSpace &space, const SizeResult &result, std::size_t top = 3);
/// Computed mends of every finding that does not hold, the window's own list, in its order.
[[nodiscard]] nlohmann::json mendJson(const nlohmann::json &project, const std::string &axis);

/// Sets of changes after which nothing fails, or least.
[[nodiscard]] nlohmann::json mendAllJson(const nlohmann::json &project, const std::string &axis);
/// Designs of the whole machine: the front, and the cheapest with one motor on every axis.
[[nodiscard]] nlohmann::json machineJson(const MachineResult &r);

} // namespace lw
