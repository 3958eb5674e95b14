// The proof of a whole job as JSON: what evaluate --json prints, and what tests compare.
#pragma once

#include "json.h"

namespace lw {

/// {"axes":{"X":{"design":"A","findings":[...]}}}; null = not known. @param withLevers compute mends (slower)
[[nodiscard]] nlohmann::json resultJson(const nlohmann::json &project, bool withLevers);

} // namespace lw
