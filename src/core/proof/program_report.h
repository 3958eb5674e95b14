// What a part program says of one axis, in figures a person compares: against the limits it was run with and the drive
// it has.
#pragma once

#include "duty/program_duty.h"
#include "proof/evaluate.h"
#include "json.h"
#include <array>
#include <optional>

namespace lw {

/// Limits of X, Y and Z from the axes of a job; an axis the job has not takes the slowest of the others, with a note.
struct JobProgramLimits {
    ProgramLimits limits;
    std::vector<std::string> notes;
};
[[nodiscard]] JobProgramLimits programLimits(const nlohmann::json &project);

struct ProgramDemand {
    double rmsForce = notKnown;          ///< N along the axis over the whole program
    double rmsTorque = notKnown;         ///< N m at the motor, screw and belt losses included
    double worstSecondTorque = notKnown; ///< N m RMS at the motor over the worst second
    double counted = notKnown;           ///< N m counted on at the motor's fastest in the program
    double margin = notKnown;            ///< counted over the worst second
    double cut = 0;                      ///< N, the cutting force taken while feeding, the heaviest of the axis
    bool assumed = false;
};
/// Speeding up by m_eq a, rubbing while it moves, the heaviest cut while it feeds, the weight all the time on an
/// upright axis (in quadrature: up and down balance). Source: KIN, DUTY-RMS.
[[nodiscard]] ProgramDemand programDemand(const AxisModel &m, const AxisState &s, const ProgramDuty &duty, int axis);

/// Of the axes X, Y, Z that the job has.
using ProgramDemands = std::array<std::optional<ProgramDemand>, 3>;
[[nodiscard]] ProgramDemands programDemands(const nlohmann::json &project, const ProgramDuty &duty);
/// What an axis does in it and what that asks, in sentences; the same in the window and on the command line.
[[nodiscard]] std::string programAxisWords(const ProgramDuty &duty, int axis, const ProgramDemand *demand);

[[nodiscard]] nlohmann::json programJson(const ProgramDuty &duty, const ProgramLimits &limits,
                                         const ProgramDemands &demands = {});
/// "12 400 moves, 3 min 20 s: 80 % cutting." and the like.
[[nodiscard]] std::string programSentence(const ProgramDuty &duty);
/// "3 min 20 s"
[[nodiscard]] std::string spanText(double seconds);

} // namespace lw
