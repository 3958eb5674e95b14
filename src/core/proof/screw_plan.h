// A screw along its travel: where nut, ends and spare thread stand, what it does at each place, how long to order it.
#pragma once

#include "proof/evaluate.h"
#include <string>
#include <vector>

namespace lw {

/// With the nut at one place; NaN: not known.
struct ScrewPlace {
    double at;                   ///< m, middle of the nut from the thrust bearing
    double stiffness = notKnown; ///< N/m, bearing to table
    double lost = notKnown;      ///< m at reversal, play as read nearest there
    double buckles = notKnown;   ///< N it may be pushed with
};
/// A stretch of the screw as it is ordered, the driven end first.
struct ScrewPiece {
    std::string name;
    double length;
    Standing standing;
};
/// Lengths in m from the thrust bearing along the screw.
struct ScrewPlan {
    double travel = notKnown, nut = notKnown, span = notKnown;
    double nutNear = notKnown, nutFar = notKnown; ///< middle of the nut at the ends of the travel
    double threadFrom = notKnown, threadTo = notKnown;
    double margin = notKnown;                         ///< thread that is needed beyond the nut at either end
    double spareNear = notKnown, spareFar = notKnown; ///< thread there is beyond it
    double stop = notKnown; ///< way to stop from the speed at the ends: the soft ends stand so far inside
    double bumper = 0;      ///< stroke; 0: none
    double critical = notKnown, rpm = notKnown;      ///< rpm: whips from; at rapid
    std::vector<ScrewPiece> pieces;                  ///< of the order; empty where its length cannot be told
    double order = 0, thread = 0;                    ///< overall, thread
    std::string less;                                ///< what 50 mm less would cost, a sentence
    std::vector<ScrewPlace> places;                  ///< along the travel, near end first
    std::string missing;                             ///< what is asked for first; empty: all is known
    [[nodiscard]] const ScrewPlace *softest() const; ///< null where no stiffness is known
};
/// Stiffness with the nut at each place by the same springs as the proof; at the far end it is the proof's own.
/// Order: travel, nut and both margins (screwLength), ends as such bearings and hubs are long. Source: MECH, BEAM,
/// PRACTICE.
[[nodiscard]] ScrewPlan screwPlan(const AxisModel &m, const AxisState &s, std::size_t places = 41);

} // namespace lw
