#include "search/size_json.h"
#include "proof/words/narrate.h"
#include "search/mend_all.h"
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {
Json numberOrNull(double v) { return std::isfinite(v) ? Json(v) : Json(nullptr); }
Json partsJson(const SizeSpace &space, const Candidate &c) {
    const auto &t = space.trains[c.train];
    return {{"motor", t.motor->name},
            {"drive", t.drive->name},
            {"supply", t.supply->name},
            {"reduction", space.reductions[t.fit][c.reduction].name},
            {"screw", space.screws[c.screw].name}};
}
Json patchJson(const std::vector<Patch> &patches) {
    Json out = Json::array();
    for (const auto &p : patches)
        out.push_back({{"path", p.pointer}, {"value", p.value}});
    return out;
}
Json proposalJson(const SizeSpace &space, const Proposal &p) {
    return {{"name", p.name},
            {"price", p.price},
            {"margin", numberOrNull(p.margin)},
            {"at", p.at},
            {"verdict", verdictCode(p.verdict)},
            {"chance", numberOrNull(p.chance)},
            {"reaches_mm_min", numberOrNull(p.reaches * 60e3)},
            {"full_step_um", numberOrNull(p.fullStep * 1e6)},
            {"lost_motion_mm", numberOrNull(p.lostMotion * 1e3)},
            {"stays_power_off", p.stays > 0    ? Json(true)
                                : p.stays == 0 ? Json(false)
                                               : Json(nullptr)},
            {"lead_days", p.leadDays},
            {"waits_for", p.waitsFor},
            {"not_known", p.notKnownRows},
            {"fails", p.failing},
            {"parts", partsJson(space, p.candidate)},
            {"patch", patchJson(p.patches)}};
}
} // namespace

Json sizeJson(const SizeSpace &space, const SizeResult &r, std::size_t top) {
    Json out{{"tried", r.tried},
             {"kept", r.kept},
             {"limits", Json::array()},
             {"proposals", Json::array()},
             {"front", Json::array()}};
    if (!r.problem.empty()) out["problem"] = r.problem;
    for (const auto &l : r.limits)
        out["limits"].push_back(
            {{"key", limitSpec(l.key).key},
             {"value", l.value},
             {"ruled_out", l.ruledOut},
             {"without",
              l.without ? Json{{"margin", l.without->margin}, {"price", l.without->price}} : Json(nullptr)}});
    for (std::size_t k = 0; k < std::min(top, r.proposals.size()); ++k)
        out["proposals"].push_back(proposalJson(space, r.proposals[k]));
    if (r.closest) out["closest"] = proposalJson(space, *r.closest);
    for (const auto &f : r.front)
        out["front"].push_back({{"price", f.price}, {"margin", f.margin}, {"parts", partsJson(space, f.candidate)}});
    for (std::size_t k = 1; k < figureCount; ++k) {
        const auto &spec = figureSpec(SizeFigure(k));
        auto &list = out["by"][std::string(spec.key)] = Json{{"unit", spec.unit}, {"front", Json::array()}};
        for (const auto &f : frontBy(r, SizeFigure(k)))
            list["front"].push_back({{"price", f.price},
                                     {"value", f.value / unitInSi(spec.unit, spec.dimension).value_or(1)},
                                     {"margin", f.margin},
                                     {"parts", partsJson(space, f.candidate)}});
    }
    return out;
}

Json machineJson(const MachineResult &r) {
    const auto one = [&](const MachineDesign &d) {
        Json axes = Json::object();
        for (const auto &pick : d.picks) {
            auto parts = partsJson(r.spaces.at(pick.axis), pick.candidate);
            parts["supply"] = d.supply->name;
            axes[pick.axis] = {{"price", pick.price}, {"margin", numberOrNull(pick.margin)}, {"parts", parts}};
        }
        return Json{{"name", machineName(r, d)},
                    {"price", d.price},
                    {"margin", numberOrNull(d.margin)},
                    {"weakest", d.weakest},
                    {"watts", d.watts},
                    {"supply", d.supply->name},
                    {"axes", std::move(axes)},
                    {"patch", patchJson(machinePatches(r, d))}};
    };
    Json out{{"front", Json::array()}, {"one_motor", nullptr}};
    if (!r.problem.empty()) out["problem"] = r.problem;
    for (const auto &d : r.front)
        out["front"].push_back(one(d));
    if (r.alike) out["one_motor"] = one(*r.alike);
    return out;
}

Json mendAllJson(const Json &project, const std::string &axis) {
    Json out = Json::array();
    for (const auto &s : mendAll(project, readAxis(project, axis, shownDesign(project, axis))))
        out.push_back({{"changes", s.changes},
                       {"price", s.whole.priced ? Json(s.whole.price) : Json(nullptr)},
                       {"breaks", s.whole.breaks},
                       {"left", s.left},
                       {"patch", patchJson(s.whole.patches)}});
    return out;
}

Json mendJson(const Json &project, const std::string &axis) {
    const auto m = readAxis(project, axis, shownDesign(project, axis));
    const auto e = prove(m);
    const MendFinder finder(project, m);
    Json out = Json::array();
    for (const auto &f : e.findings) {
        if (f.verdict == Verdict::Holds) continue;
        Json mends = Json::array();
        for (const auto &mend : finder.of(f))
            mends.push_back({{"words", mend.words},
                             {"margin", numberOrNull(mend.margin)},
                             {"verdict", verdictCode(mend.verdict)},
                             {"price", mend.priced ? Json(mend.price) : Json(nullptr)},
                             {"breaks", mend.breaks},
                             {"patch", patchJson(mend.patches)}});
        out.push_back({{"id", f.check->code}, {"subject", titleOf(m, f)}, {"mends", std::move(mends)}});
    }
    return out;
}

} // namespace lw
