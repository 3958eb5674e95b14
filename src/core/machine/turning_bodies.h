// What turns with a table, as it is written down; what a table adds to the axis it rides on.
#pragma once

#include "drive/rotary.h"
#include "machine/known.h"
#include <string>
#include <vector>

namespace lw {

struct TurningBodies {
    std::vector<TurningBody> bodies;
    std::vector<std::string> problems; ///< of pieces that could not be read: then the sum is not known
    Standing standing = Standing::Measured;
};
/// @param list the place of the list, e.g. "/axes/B/rotary/bodies"
[[nodiscard]] TurningBodies readTurningBodies(const nlohmann::json &project, const std::string &list);
/// A table with all that turns on it, as it is carried: the piece that is lifted and the bodies. Not known when one of
/// them is not.
[[nodiscard]] Known tableMass(const nlohmann::json &project, const std::string &axis);

} // namespace lw
