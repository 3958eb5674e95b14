// What a stage is asked to carry.
#pragma once

#include "machine/known.h"

namespace lw {

struct StageLoad {
    double peakIn = notKnown;                   ///< N m, the most that comes in at its input shaft
    double rpmIn = notKnown, rpmOut = notKnown; ///< at rapid
    double runOut = notKnown;  ///< m, full swing of the seat on its output shaft; only the last stage's is measured
    double workOut = notKnown; ///< N m that the work asks at its output shaft, losses behind it left out; of a table
    double travelATurn = notKnown; ///< m of axis travel for a turn of its output shaft
};

} // namespace lw
