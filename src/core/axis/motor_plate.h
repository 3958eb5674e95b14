// What is written down of the plate a motor sits on: a record of the design.
#pragma once

#include "machine/known.h"
#include <string>

namespace lw {

struct MotorPlate {
    Known thickness, width, above, below; ///< m: edges from the middle of the driven shaft; below: beyond the motor
    Known bore;                           ///< hole the driven shaft passes through
    Known postApart, postAbove, postBelow, postThread, postLength;
    bool postsPunched = true;                   ///< found through the bracket, not by measuring
    Known boltLength, washer, threadDepth, bar; ///< motor's screws; threads in its face; the printed bar
    std::string material = "aluminium";
    bool letter = false; ///< paper
    [[nodiscard]] double density() const {
        return material == "steel" ? 7850 : material == "iron" ? 7200 : 2700;
    } ///< kg/m^3
};

} // namespace lw
