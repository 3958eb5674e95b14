#include "search/result_json.h"
#include "search/mends.h"
#include "proof/words/narrate.h"
#include <cmath>

namespace lw {
namespace {
/// Null is not known; what has no end (a margin with nothing asked) says so.
nlohmann::json number(double v) {
    return std::isfinite(v) ? nlohmann::json(v) : v == v ? nlohmann::json("endless") : nlohmann::json(nullptr);
}
std::string jsonUnit(const Finding &f) {
    if (f.id == CheckId::B15) return f.variant == 1 ? "N/mm2" : "m/s";
    if (f.id == CheckId::TR16 && f.variant == 1) return "mrad";
    const auto u = spec(f.id).unit;
    return u.empty() ? "-" : u == "Nm" ? "N*m" : u == "gcm2" ? "g*cm2" : u == "mm·rpm" ? "mm*rpm" : std::string(u);
}
} // namespace

nlohmann::json resultJson(const nlohmann::json &project, bool withLevers) {
    nlohmann::json out = {{"axes", nlohmann::json::object()}};
    for (const auto &id : axisOrder(project)) {
        const auto design = shownDesign(project, id);
        const auto m = readAxis(project, id, design);
        const auto e = prove(m);
        const auto finder = withLevers ? std::make_unique<MendFinder>(project, m) : nullptr;
        auto rows = nlohmann::json::array();
        for (const auto &f : e.findings) {
            std::string lever;
            if (f.verdict != Verdict::Holds) {
                lever = std::string(spec(f.id).lever);
                if (finder)
                    if (const auto mends = finder->of(f); !mends.empty())
                        lever = mends.front().words + (mends.front().price > 0
                                                           ? ", about " + numberText(mends.front().price, 3) + " " +
                                                                 textAt(project, "/currency", "EUR")
                                                           : "");
            }
            nlohmann::json row = {{"id", spec(f.id).code},
                                  {"verdict", verdictCode(f.verdict)},
                                  {"demand", number(inRowUnit(f, f.demand))},
                                  {"capacity", number(inRowUnit(f, f.capacity))},
                                  {"margin", f.rung && !f.missing ? number(f.margin) : nlohmann::json(nullptr)},
                                  {"unit", jsonUnit(f)},
                                  {"part", partName(spec(f.id).part)},
                                  {"subject", titleOf(m, f)},
                                  {"sentence", sentenceOf(m, e.state, f)},
                                  {"lever", lever.empty() ? nlohmann::json(nullptr) : nlohmann::json(lever)}};
            if (f.low == f.low) row["band"] = {number(f.low), number(f.high)};
            if (f.chance == f.chance) row["chance"] = f.chance;
            if (const auto caution = cautionOf(m, e.state, f); !caution.empty()) row["caution"] = caution;
            rows.push_back(row);
        }
        out["axes"][id] = {{"design", design}, {"findings", rows}};
    }
    return out;
}

} // namespace lw
