// The map of an axis: drag, play and line of the screw along the travel, and what a fitter would say of them together.
#pragma once

#include "survey/cards.h"

namespace lw {

struct MapZone {
    double from, to;  ///< m
    std::string name; ///< tight, loose, worn
    Verdict verdict;
};
struct SurveyMap {
    std::vector<MapZone> zones;
    double usedFrom = notKnown, usedTo = notKnown; ///< m, where most work is done
    std::string sentence;                          ///< in a fitter's words; empty while too little is read
};
[[nodiscard]] SurveyMap surveyMap(const nlohmann::json &project, const AxisModel &m);

/// Is it worth a motor? Holds: yes. Watch: mend on the way. Fails: repair first, money for motors would be wasted.
struct MachineHealth {
    Verdict verdict = Verdict::NotKnown;
    std::string sentence;
    std::vector<std::string> repairs; ///< in order of cost
};
[[nodiscard]] MachineHealth machineHealth(const nlohmann::json &project, const AxisModel &m, const Evaluation &e);

} // namespace lw
