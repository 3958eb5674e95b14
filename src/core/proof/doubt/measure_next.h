// What to measure next: how far each guess sways the verdict, and what measuring it would gain. Worked out on the
// design as it stands, anew with each reading.
#pragma once

#include "proof/doubt/doubt.h"
#include <optional>
#include <string>
#include <vector>

namespace lw {

struct NextMeasurement {
    InputId id;
    const InputSpec *input = nullptr;                         ///< of the id
    double value = notKnown, low = notKnown, high = notKnown; ///< SI, as it is guessed
    double swayLow = notKnown, swayHigh = notKnown;           ///< margin with this input alone at its ends
    double bandLow = notKnown, bandHigh = notKnown;           ///< the whole band once this one is measured
    bool makesVerdict = false; ///< a class default decides now; once this is measured there is a verdict
    int minutes = 0;
};
struct MeasurePlan {
    std::optional<Finding> decides;   ///< the finding all this is about, with its band now; none: nothing to prove yet
    std::vector<NextMeasurement> all; ///< what sways and can be measured better than it is known, the most gain first
    std::vector<Finding> ladder;      ///< the finding as it would stand after the first, the first two, the first three
    int minutes = 0;                  ///< for the first three together
};
/// Of the torque rows the one nearest its limit decides. What measuring leaves: pull x 0.85..1.15, mass +-2 %, travel a
/// turn +-0.5 %, breakaway, cutting force and belt +-10 %, screw efficiency +-21 %, drive current +-2 %, others +-5 %
/// (as such readings come, common practice); the value is taken to stay. What narrows the band by less than a fiftieth
/// and makes no verdict either is left out.
[[nodiscard]] MeasurePlan measureNext(const AxisModel &m, const Evaluation &e);

/// The same list for other programs: [{"id","what","minutes","band_now":[5 %,95 %],"band_then"}] of the shown design,
/// bands of the finding that decides; null where they are not known.
[[nodiscard]] nlohmann::json nextJson(const nlohmann::json &project, const std::string &axis);

} // namespace lw
