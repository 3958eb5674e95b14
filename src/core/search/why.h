// "Why not this one?": a part or a whole design somebody has in mind, answered by what it lacks and by the nearest
// change that would make it do.
#pragma once

#include "search/size.h"
#include <map>

namespace lw {

struct WhyNot {
    std::string problem;             ///< nothing like it in the catalogue; then the rest is empty
    Proposal asked;                  ///< the best design with these parts
    bool holds = false;              ///< it does, within the limits
    std::vector<std::string> breaks; ///< limits it breaks, by name
    std::vector<std::string> worst;  ///< sentences of its worst and second worst row
    std::optional<Proposal> nearest; ///< the fewest changes, then the cheapest, that hold
    std::vector<std::string> change; ///< what changes for it: "belt 5M 18:72 for belt 5M 18:36"
};
/// @param parts kind ("motor", "drive", "supply", "reduction", "screw") to words; each word must stand in the row's
/// name
[[nodiscard]] WhyNot whyNot(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue,
                            const std::map<std::string, std::string> &parts);
/// Free words, as they are typed into the line: every word must stand somewhere among the design's parts.
[[nodiscard]] WhyNot whyNot(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue,
                            const std::string &words);

} // namespace lw
