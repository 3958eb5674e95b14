// Whole drives for a table that turns: which motor, belt and reducer would do what it is for, and at what price.
#pragma once

#include "catalogue/catalogue.h"
#include "machine/patch.h"
#include "proof/evaluate.h"
#include <atomic>
#include <string>
#include <vector>

namespace lw {

struct TableWay {
    std::string name;                         ///< "Stepper 57 mm, 1.9 N·m; belt 18:36; strain-wave 17, 50:1"
    double price = notKnown;                  ///< of what the list sells; what is there already is not counted again
    double ratio = notKnown, turn = notKnown; ///< turn: s
    double play = notKnown, twist = notKnown; ///< rad; m at the radius
    Verdict verdict = Verdict::NotKnown;      ///< its worst row at middle values
    std::string worst;                        ///< that row, in words
    std::vector<Patch> patches;               ///< that make the design it
};
struct TableWays {
    std::vector<TableWay> three; ///< the cheapest that holds, the quickest, the stiffest: those that differ
    std::size_t tried = 0, hold = 0;
    std::string problem; ///< what has to be said of the table first
};
/// A way holds when none of its rows that can be worked out fails; the purpose's limits are among them. Answers only
/// when purpose, cut and load are said. @param stop ends it early: what was found by then
[[nodiscard]] TableWays tableWays(const nlohmann::json &project, const AxisModel &m, const Catalogue &catalogue,
                                  const std::atomic<bool> *stop = nullptr);

} // namespace lw
