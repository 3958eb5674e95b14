// What the checks of a toothed belt and of the shaft it pulls ask and show alike. The finding's stage is a toothed
// belt.
#pragma once

#include "proof/checks/common.h"

namespace lw::checks {

[[nodiscard]] const ToothedBelt &beltOf(const AxisModel &m, const Finding &f);
[[nodiscard]] const ToothedBelt::Work &workOf(const AxisScope &a, const Finding &f);
[[nodiscard]] const StageLoad &loadOf(const AxisScope &a, const Finding &f);
Term teethTerm(const ToothedBelt &b, const char *name = "its teeth");
Term pitchTerm(const ToothedBelt &b, const char *name = "belt pitch");
Term centreTerm(const AxisScope &a, const Finding &f);
Term pullTerm(const AxisScope &a, const Finding &f);
void pullStep(const AxisScope &a, const Finding &f, Steps &w);
void setTightStep(const AxisScope &a, const Finding &f, Steps &w);

} // namespace lw::checks
