#include "search/result_json.h"
#include "search/mends.h"
#include "proof/machine.h"
#include "proof/words/narrate.h"
#include <cmath>

namespace lw {
namespace {
/// Null is not known; what has no end (a margin with nothing asked) says so.
nlohmann::json number(double v) {
    return std::isfinite(v) ? nlohmann::json(v) : v == v ? nlohmann::json("endless") : nlohmann::json(nullptr);
}
std::string jsonUnit(const Finding &f) {
    const auto u = f.unit;
    return u.empty() ? "-" : u == "Nm" ? "N*m" : u == "gcm2" ? "g*cm2" : u == "mm·rpm" ? "mm*rpm" : std::string(u);
}
} // namespace

nlohmann::json resultJson(const nlohmann::json &project, bool withLevers) {
    nlohmann::json out = {{"axes", nlohmann::json::object()}};
    const auto machine = readMachine(project);
    const auto proved = prove(machine);
    for (std::size_t k = 0; k < machine.axes.size(); ++k) {
        const auto &m = machine.axes[k];
        const auto &e = proved.axes[k];
        const auto finder = withLevers ? std::make_unique<MendFinder>(project, m) : nullptr;
        auto rows = nlohmann::json::array();
        for (const auto &f : e.findings) {
            std::string lever;
            if (f.verdict != Verdict::Holds) {
                lever = leverOf(m, f);
                if (finder)
                    if (const auto mends = finder->of(f); !mends.empty())
                        lever = mends.front().words + (mends.front().price > 0
                                                           ? ", about " + numberText(mends.front().price, 3) + " " +
                                                                 textAt(project, "/currency", "EUR")
                                                           : "");
            }
            nlohmann::json row = {{"id", f.check->code},
                                  {"verdict", verdictCode(f.verdict)},
                                  {"demand", number(inRowUnit(f, f.demand))},
                                  {"capacity", number(inRowUnit(f, f.capacity))},
                                  {"margin", f.rung && !f.missing ? number(f.margin) : nlohmann::json(nullptr)},
                                  {"unit", jsonUnit(f)},
                                  {"part", partName(f.check->part)},
                                  {"subject", titleOf(m, f)},
                                  {"sentence", sentenceOf(m, e.state, f)},
                                  {"lever", lever.empty() ? nlohmann::json(nullptr) : nlohmann::json(lever)}};
            if (f.subject.stage >= 0) {
                row["stage"] = m.stages[std::size_t(f.subject.stage)].id;
                // the shaft it is judged at: its stage's output, unless it is the input side's affair
                row["shaft"] = f.subject.side == 0 ? f.subject.stage : f.subject.stage + 1;
            } else if (f.subject.at != Operating::None) {
                row["shaft"] = 0; // torque is judged at the motor's
            }
            if (f.low == f.low) row["band"] = {number(f.low), number(f.high)};
            if (f.chance == f.chance) row["chance"] = f.chance;
            if (const auto caution = cautionOf(m, e.state, f); !caution.empty()) row["caution"] = caution;
            rows.push_back(row);
        }
        out["axes"][m.id] = {{"design", m.designId}, {"findings", rows}};
    }
    return out;
}

} // namespace lw
