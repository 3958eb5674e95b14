// One part of a design exchanged for every other of its kind, the axis as it stands otherwise: what each would do.
#pragma once

#include "search/space.h"

namespace lw {

// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class Exchanged { Motor, Drive, Supply, Reduction, Screw, Reducer, Bearings, Nut, Bush };
#pragma GCC diagnostic pop

struct Alternative {
    std::string name;
    double price = 0;         ///< of the part alone, in the job's currency, assumed
    double margin = notKnown; ///< worst torque row with it
    std::string at;           ///< which one
    int fails = 0;            ///< rows of the design that fail with it
    std::string firstFailure; ///< the sentence of one
    std::vector<Patch> patches;
    bool watch = false;                       ///< nothing fails, but a row has less than one would wish
    double ratio = notKnown, lead = notKnown; ///< motor turns a turn of the screw, travel of that, m; with it
};
/// What holds first, of that the cheapest first; then what fails least.
[[nodiscard]] std::vector<Alternative> alternatives(const nlohmann::json &project, const std::string &axis,
                                                    const std::string &design, const Catalogue &catalogue,
                                                    Exchanged what);

} // namespace lw
