// How sure a whole design is: all its inputs drawn at once, every row asked each time.
#pragma once

#include "proof/evaluate.h"
#include "axis/inputs.h"
#include <cstdint>
#include <vector>

namespace lw {

/// In how many draws it holds, that is keeps every row's must; rows that fail at middle values whatever the design
/// (what the survey and the duty say) are not asked.
struct Sureness {
    double chance = notKnown;        ///< 0..1
    double standardError = notKnown; ///< of that figure, plain sampling: the plan's own is smaller
    int draws = 0;
};
/// Stratified over every input (each has one value in each of n equal slices of its probability), the slices matched by
/// a seeded permutation of its own: one stream an input, so that another input changes no other. JCGM 101.
/// @param draws > 1
[[nodiscard]] Sureness sureness(const AxisModel &m, int draws, std::uint64_t seed = 1);

/// One input at its 10 and 90 % point, the others at their middle: what the worst torque margin becomes.
struct Swing {
    InputId id;
    double low, high; ///< margin at the 10 % and at the 90 % point of the input
    Standing standing;
};
/// Widest swing first; inputs that move nothing are left out.
[[nodiscard]] std::vector<Swing> tornado(const AxisModel &m);

} // namespace lw
