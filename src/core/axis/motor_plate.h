// What is written down of the plate a motor sits on: a record of the design.
#pragma once

#include "drive/materials.h"
#include "machine/known.h"
#include <string>

namespace lw {

struct MotorPlate {
    Known thickness, width, above, below; ///< m: edges from the middle of the driven shaft; below: beyond the motor
    /// Of a mount that is there: bolt square, bore for the pilot, how deep that is.
    Known square, pilotBore, recess;
    Known bore; ///< hole the driven shaft passes through
    Known postApart, postAbove, postBelow, postThread, postLength;
    bool postsPunched = true;                   ///< found through the bracket, not by measuring
    Known dowels, dowel;                        ///< how many pins; m
    Known boltLength, washer, threadDepth, bar; ///< motor's screws; threads in its face; the printed bar
    std::string material = "aluminium";
    bool letter = false;                                                                       ///< paper
    [[nodiscard]] double density() const { return materialOr(material, "aluminium").density; } ///< kg/m^3
};

} // namespace lw
