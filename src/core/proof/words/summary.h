// What a station says about an axis in one glance: the cell of the board.
#pragma once

#include "proof/words/narrate.h"

namespace lw {

/// Of the places pulled at, mean of both ways, N; not known without readings. What sizes the motor is the largest
/// single reading (AxisModel::pull).
struct TightAndLoose {
    double tight = notKnown, loose = notKnown;
};
[[nodiscard]] TightAndLoose tightAndLoose(const AxisModel &m);

struct StationSummary {
    Verdict verdict = Verdict::NotKnown;
    bool begun = true;
    std::string figure, sentence;
    int done = -1, of = 0;            ///< ticks; -1: none
    const Finding *finding = nullptr; ///< for the rung; points into the evaluation
};
[[nodiscard]] StationSummary summarise(StationId station, const nlohmann::json &project, const AxisModel &m,
                                       const Evaluation &e);
/// Worst verdict of one station's findings; holds when nothing is asked there.
[[nodiscard]] Verdict worstOf(const Evaluation &e, StationId station);
/// The mark of a station: its worst row, and not known where all it rests on is the usual of its class.
[[nodiscard]] Verdict stationVerdict(StationId station, const AxisModel &m, const Evaluation &e);
/// The finding that matters most on a station; null when none is asked.
[[nodiscard]] const Finding *worstFinding(const Evaluation &e, StationId station);
/// "Holds at rapid, 3.4×. Weakest: Roughing, 1.8×": the answer of the proof.
[[nodiscard]] std::string headline(StationId station, const AxisModel &m, const Evaluation &e);

} // namespace lw
