// The steps one axis asks for, before anything is typed about them.
#pragma once

#include "plan/build_plan.h"

namespace lw {

/// Empty while the axis has no motor: there is nothing to build yet. Hours are our own guesses (ASSUMED), one axis at a
/// time is common practice: the rest of the machine stays useful.
/// @param afterStep the last step of the axis before; its parts are made once that axis runs. Empty: none
[[nodiscard]] std::vector<BuildStep> stepsOfAxis(const nlohmann::json &project, const AxisModel &m,
                                                 const std::string &afterStep);

} // namespace lw
