#include "search/verdict.h"
#include "proof/check.h"
#include <algorithm>

namespace lw {

bool judgesDesign(const AxisModel &m, const Finding &f) {
    if (f.check->station == StationId::AsFound || f.check->station == StationId::Duty) return false;
    // the pull on a motor's shaft, held against a table of such motors, is not known rather than too much
    return !(f.id == "TR-14"_check && m.motorBody().radialLoad.assumed());
}
bool holdsByDesign(const AxisModel &m, const Evaluation &e) {
    return std::none_of(e.findings.begin(), e.findings.end(),
                        [&](const Finding &f) { return f.verdict == Verdict::Fails && judgesDesign(m, f); });
}
Verdict worstOfDesign(const Evaluation &proved) {
    auto worst = Verdict::Holds;
    for (const auto &f : proved.findings)
        if (f.check->station != StationId::AsFound && f.check->station != StationId::Duty)
            worst = std::min(worst, f.verdict);
    return worst;
}
const Finding *worstTorque(const Evaluation &e) {
    const Finding *worst = nullptr;
    for (const auto &f : e.findings)
        if (f.check->torqueRow && f.margin == f.margin && (!worst || f.margin < worst->margin)) worst = &f;
    return worst;
}

} // namespace lw
