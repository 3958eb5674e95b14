// Whether a design holds: the question a search asks of an evaluation.
#pragma once

#include "proof/evaluate.h"

namespace lw {

/// Whether it holds: no row of the design fails, at middle values; what the survey and the duty say by themselves is
/// not the design's fault. Rows that lack an input rule nothing out.
[[nodiscard]] bool holdsByDesign(const AxisModel &m, const Evaluation &e);
/// A row that says something of the design: not of the survey, not of the duty, not held against a table of such parts.
[[nodiscard]] bool judgesDesign(const AxisModel &m, const Finding &f);
/// The worst row of the design, doubt counted, as a proposal's mark shows it.
[[nodiscard]] Verdict worstOfDesign(const Evaluation &proved);
/// The worst torque row; null when there is none.
[[nodiscard]] const Finding *worstTorque(const Evaluation &e);

} // namespace lw
