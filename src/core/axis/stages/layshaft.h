// The shaft between two stages that both pull it aside.
#pragma once

#include "machine/known.h"

namespace lw {

struct Layshaft {
    Known diameter, spacing; ///< m: between the middles of its bearings
    Known inBeyond;  ///< m: middle of the wheel that drives it beyond the bearing beside it; below zero: between
    Known outBeyond; ///< m: the same of the wheel that goes on, at the other bearing
    Known rating;    ///< N, dynamic, of one bearing
};

} // namespace lw
