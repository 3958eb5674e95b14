// What rides on what: the axes stacked as they carry one another, and what moves on each.
#pragma once

#include "machine/known.h"
#include "json.h"
#include <string>
#include <vector>

namespace lw {

/// Mass of one piece, at its place in the project: as weighed, or by its outside sizes and the kind of casting, then
/// assumed and good to a quarter. Unknown when neither is there.
[[nodiscard]] Known pieceMass(const nlohmann::json &project, const std::string &place);

/// An axis and all that rides on it, itself first; rings are broken where they close. Looks at every axis of the job.
[[nodiscard]] std::vector<std::string> carriedBy(const nlohmann::json &project, const std::string &axis);

struct RideLevel {
    std::string axis, what;
    double own = 0;      ///< kg, the pieces entered on this axis that are known
    double carried = 0;  ///< kg, own and everything that rides on it: what this axis moves
    bool counts = false; ///< moves when the axis asked for moves
    bool asked = false;
    int height = 0; ///< 0 stands on the base
};
/// The stack an axis belongs to, from the base up: what it rides on, itself, what rides on it. Rings are broken where
/// they close.
[[nodiscard]] std::vector<RideLevel> rideStack(const nlohmann::json &project, const std::string &axis);

/// Fill of the outside box of a casting that iron takes, good to a quarter: by the code of the field `kind`; 0 for
/// none. Common practice: T-slotted table 0.75, cross slide 0.65, saddle 0.5, carriage with apron 0.45, head 0.4, knee
/// 0.35, column 0.3.
[[nodiscard]] double fillFactor(std::string_view kind);

} // namespace lw
