// How the work is held on a table that turns, what it is of, and what a trial cut said.
#pragma once

#include "drive/materials.h"
#include "machine/known.h"
#include <string_view>

namespace lw {

// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class HeldBy { NotSaid, ThreeJaws, FourJaws, Faceplate, Collet, Spurs };
enum class Mounted { NotSaid, Bolted, Screwed, Taper, LooseTaper }; ///< what holds it: to the nose
enum class Said { NotSaid, No, Yes };
enum class SquaredBy { NotSaid, Keys, Dial, Nothing };
enum class MoveAs { NotSaid, Radius, Diameter };
#pragma GCC diagnostic pop

struct WorkHolding {
    HeldBy by = HeldBy::NotSaid;
    Mounted mounted = Mounted::NotSaid;
    Said locked = Said::NotSaid, reverses = Said::NotSaid;
    const Material *material = nullptr; ///< null: not said
    SquaredBy squared = SquaredBy::NotSaid;
    Known keyClearance, keysApart; ///< m
    // a test cut over the length
    Known head, tail, apart, tailHigh; ///< m: diameters; between them; tailstock above the chuck's axis
    // a trial cut
    Known trial, moved; ///< m: diameter it came to; what is to be entered
    MoveAs movedAs = MoveAs::NotSaid;
};

} // namespace lw
