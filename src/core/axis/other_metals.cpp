#include "axis/other_metals.h"
#include <algorithm>

namespace lw {
namespace {

double forceWith(const Cut &c, double kc11, double mc, double own) {
    const auto put = [&](auto cut) {
        cut.kc11 = megapascals(kc11);
        cut.mc = mc;
        return cut;
    };
    switch (c.kind) {
    case CutKind::Milling:
        if (const auto f = millingForces(put(c.mill))) return f->axisThrust.value();
        return notKnown;
    case CutKind::Drilling:
        if (const auto f = drillForces(put(c.drill))) return f->thrust.value();
        return notKnown;
    case CutKind::Turning:
        // feed or passive force: the same share of the main force as in the metal it was typed for
        if (const auto f = turningForces(put(c.turn))) return own * f->main.value();
        return notKnown;
    case CutKind::Threading:
        if (const auto f = threadForces(put(c.thread))) return own * f->forceLast.value();
        return notKnown;
    default: return notKnown;
    }
}
} // namespace

std::vector<OtherMetal> sameCutInOtherMetals(const Cut &cut) {
    std::vector<OtherMetal> out;
    if (!cut.material || !(cut.uncapped == cut.uncapped)) return out;
    constexpr std::string_view usual[] = {"brass",      "aluminium_wrought",   "grey_iron",
                                          "mild_steel", "medium_carbon_steel", "stainless"};
    const double share = cut.tangential == cut.tangential && cut.tangential > 0 ? cut.uncapped / cut.tangential : 1;
    for (const auto &m : cutMaterials()) {
        const bool current = &m == cut.material;
        if (!current && std::find(std::begin(usual), std::end(usual), m.code) == std::end(usual)) continue;
        OtherMetal o{&m, forceWith(cut, m.kc11, m.mc, share), forceWith(cut, m.low, m.mc, share),
                     forceWith(cut, m.high, m.mc, share), current};
        if (o.force == o.force) out.push_back(o);
    }
    std::stable_sort(out.begin(), out.end(), [](const auto &a, const auto &b) { return a.force < b.force; });
    return out;
}

} // namespace lw
