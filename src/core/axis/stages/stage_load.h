// What a stage is asked to carry.
#pragma once

#include "drive/chain.h"
#include "machine/known.h"

namespace lw {

struct StageLoad {
    double peakIn = notKnown;                   ///< N m, the most that comes in at its input shaft
    double rpmIn = notKnown, rpmOut = notKnown; ///< at rapid
    double runOut = notKnown;  ///< m, full swing of the seat on its output shaft; only the last stage's is measured
    double workOut = notKnown; ///< N m that the work asks at its output shaft, losses behind it left out; of a table
    double travelATurn = notKnown; ///< m of axis travel for a turn of its output shaft
};

/// Its shafts lie beside each other, so far off the motor's face; centres and pull are still to be found.
inline void standsBeside(StageFigures &f, Length offFace) {
    f.offFace = offFace;
    f.centre = metres(notKnown);
    f.sideways = newtons(notKnown);
}

} // namespace lw
