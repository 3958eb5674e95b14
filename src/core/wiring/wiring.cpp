// The sheet of the wiring put together.
#include "wiring/wirer.h"

namespace lw {
namespace wiring {
WiringSheet Wirer::run() {
    axes();
    supplies();
    mains();
    chain();
    cabinet();
    axisFindings();
    roomFindings();
    supplyFindings();
    mainsFindings();
    timingFindings();
    spindleEncoderFindings();
    chainFindings();
    cabinetFindings();
    airFindings();
    std::stable_sort(m_out.findings.begin(), m_out.findings.end(), [](const auto &a, const auto &b) {
        const auto rank = [](Verdict v) {
            return v == Verdict::Fails ? 0 : v == Verdict::NotKnown ? 1 : v == Verdict::Watch ? 2 : 3;
        };
        return rank(a.verdict) < rank(b.verdict);
    });
    return std::move(m_out);
}
} // namespace wiring

Verdict WiringSheet::worst() const {
    if (findings.empty()) return Verdict::NotKnown;
    return findings.front().verdict;
}

double fuseFor(double a) {
    for (const double size : {0.5, 1.0, 1.6, 2.0, 2.5, 3.15, 4.0, 5.0, 6.3, 8.0, 10.0, 12.5, 16.0, 20.0, 25.0, 32.0})
        if (a <= size * (1 + 1e-9)) return size;
    return 0;
}

WiringSheet wiringOf(const nlohmann::json &project, std::span<const WiredDesign> axes) {
    return wiring::Wirer(project, axes).run();
}

} // namespace lw
