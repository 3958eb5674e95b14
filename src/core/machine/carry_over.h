// Jobs kept by an older version, carried over to the format of this one without loss.
#pragma once

#include "json.h"

namespace lw {

/// Format 1 had one belt or coupling a design and a supply inside each design. Every key it had keeps its value in a
/// new place; keys it did not know are kept beside them. Two equal supplies stay two until a person joins them.
/// @param job an object whose "format" is 1; anything that is no object is left as it stands
void carryOverFormat1(nlohmann::json &job);

} // namespace lw
