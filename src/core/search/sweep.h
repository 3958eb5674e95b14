// Ratio and lead as one may choose them: what each would leave, where the band that does the job ends and what ends
// it, where the best lies and how flat it is, and which of them can be bought.
#pragma once

#include "search/alternatives.h"

namespace lw {

#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class Swept { Ratio, Lead };
#pragma GCC diagnostic pop

/// One end of the band.
struct SweepEnd {
    double at = notKnown; ///< ratio, or lead in m
    std::string by;       ///< title of the row that asks too much beyond; empty: it goes on as far as was looked
};
struct Sweep {
    Swept what = Swept::Ratio;
    std::string missing; ///< what must be known first; then nothing else is told
    double now = notKnown;
    double must = 1, wanted = 1;
    struct Place {
        double at, margin;
        int row; ///< of `rows`: which asks the most there
    };
    std::vector<Place> curve; ///< evenly on a logarithmic scale, least first
    std::vector<std::string> rows;
    bool reaches = false; ///< somewhere on the curve every row keeps its must
    SweepEnd low, high;   ///< of the stretch round the best that does
    double best = notKnown, bestMargin = notKnown;
    double flatLow = notKnown, flatHigh = notKnown; ///< within a tenth of the best margin
    std::string lever;                              ///< when nothing reaches: the nearer lever, a sentence
    std::vector<Alternative> parts;                 ///< that can be bought, by ratio or lead, then by price
    /// Ratio or lead of a part.
    [[nodiscard]] double of(const Alternative &a) const { return what == Swept::Ratio ? a.ratio : a.lead; }
};
/// The curve takes efficiency and inertia of the reduction (of the screw) as the design has them, whatever the ratio:
/// near the design it is right, far from it a guide; parts are proved one by one. Ratio 0.3 to 12, lead 0.5 to 40 mm.
/// Source: EB-1 at every operating point; the motor's torque is taken at the speed the ratio asks of it.
[[nodiscard]] Sweep sweepOf(const AxisModel &m, Swept what);
/// With the parts.
[[nodiscard]] Sweep sweep(const nlohmann::json &project, const std::string &axis, const std::string &design,
                          const Catalogue &catalogue, Swept what);
/// What the chart says, in a sentence or two.
[[nodiscard]] std::string sweepWords(const Sweep &s);

} // namespace lw
