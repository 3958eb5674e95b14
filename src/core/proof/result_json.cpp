#include "proof/result_json.h"
#include "proof/mends.h"
#include "proof/narrate.h"
#include <cmath>

namespace lw {
namespace {
nlohmann::json number(double v) { return std::isfinite(v) ? nlohmann::json(v) : nlohmann::json(nullptr); }
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
        auto rows = nlohmann::json::array();
        for (const auto &f : e.findings) {
            std::string lever;
            if (f.verdict != Verdict::Holds) {
                lever = std::string(spec(f.id).lever);
                if (withLevers)
                    if (const auto mends = findMends(project, m, f); !mends.empty()) lever = mends.front().words + (mends.front().price > 0 ? ", about " + numberText(mends.front().price, 3) + " " + project.value("currency", "EUR") : "");
            }
            nlohmann::json row = {{"id", spec(f.id).code}, {"verdict", verdictCode(f.verdict)}, {"demand", number(inRowUnit(f, f.demand))},
                                  {"capacity", number(inRowUnit(f, f.capacity))}, {"margin", f.rung ? number(f.margin) : nlohmann::json(nullptr)},
                                  {"unit", jsonUnit(f)}, {"part", partName(spec(f.id).part)}, {"subject", titleOf(m, f)},
                                  {"sentence", sentenceOf(m, e.state, f)}, {"lever", lever.empty() ? nlohmann::json(nullptr) : nlohmann::json(lever)}};
            if (f.low == f.low) row["band"] = {number(f.low), number(f.high)};
            rows.push_back(row);
        }
        out["axes"][id] = {{"design", design}, {"findings", rows}};
    }
    return out;
}

} // namespace lw
