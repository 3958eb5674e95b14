#include "proof/doubt/measure_next.h"
#include "axis/each_input.h"
#include "proof/check.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
/// The input as it would be known once measured.
void measured(const InputSpec &in, Known &k) {
    k.standing = Standing::Measured;
    k.low = k.v * (1 - in.leaves);
    k.high = k.v * (1 + in.leaves);
    k.shape = in.shape;
}
Finding bandOf(const AxisModel &m, const Finding &f) {
    auto e = evaluate(m);
    addBands(m, e.findings);
    for (const auto &g : e.findings)
        if (sameSubject(g, f)) return g;
    return f;
}
} // namespace

MeasurePlan measureNext(const AxisModel &m, const Evaluation &e) {
    MeasurePlan plan;
    for (const auto &f : e.findings)
        if (f.check->torqueRow && !f.missing && f.margin == f.margin)
            if (!plan.decides || f.margin / f.wanted < plan.decides->margin / plan.decides->wanted) plan.decides = f;
    if (!plan.decides) return plan;
    const Finding now = *plan.decides;
    const AxisModel centre = medianModel(m);
    std::vector<InputId> candidates;
    eachInput(m, [&](const InputId &id, const Known &k) {
        if (!id.spec->how.empty() && k.standing != Standing::Measured && k.known() && k.high > k.low)
            candidates.push_back(id);
    });
    for (const auto &id : candidates) {
        const Known &k = *inputOf(m, id);
        NextMeasurement n;
        n.id = id;
        n.input = id.spec;
        n.value = k.v;
        n.low = k.low;
        n.high = k.high;
        n.minutes = id.spec->minutes;
        // this one alone at its ends, the others at their middle
        AxisModel alone = centre;
        eachInput(alone, [&](const InputId &other, Known &o) {
            if (other == id) {
                o = k;
                return;
            }
            o.shape = Shape::None;
            o.low = o.high = notKnown;
        });
        const auto swayed = bandOf(alone, now);
        if (!(swayed.low == swayed.low) || std::fabs(std::log(swayed.high / swayed.low)) < 0.005) continue; // hardly
        n.swayLow = swayed.low;
        n.swayHigh = swayed.high;
        AxisModel after = m;
        measured(*id.spec, *inputOf(after, id));
        const auto then = bandOf(after, now);
        n.bandLow = then.low;
        n.bandHigh = then.high;
        n.makesVerdict = now.verdict == Verdict::NotKnown && then.verdict != Verdict::NotKnown;
        if (!n.makesVerdict && std::log(n.bandHigh / n.bandLow) > 0.98 * std::log(now.high / now.low))
            continue; // not worth the minutes
        plan.all.push_back(n);
    }
    std::stable_sort(plan.all.begin(), plan.all.end(), [](const auto &a, const auto &b) {
        return a.makesVerdict != b.makesVerdict ? a.makesVerdict
                                                : std::log(a.bandHigh / a.bandLow) < std::log(b.bandHigh / b.bandLow);
    });
    AxisModel step = m;
    for (std::size_t k = 0; k < plan.all.size() && k < 3; ++k) {
        measured(*plan.all[k].input, *inputOf(step, plan.all[k].id));
        auto f = bandOf(step, now);
        plan.ladder.push_back(f);
        plan.minutes += plan.all[k].minutes;
    }
    return plan;
}

nlohmann::json nextJson(const nlohmann::json &project, const std::string &axis) {
    auto out = nlohmann::json::array();
    const auto m = readAxis(project, axis, shownDesign(project, axis));
    const auto plan = measureNext(m, prove(m));
    const auto band = [](double low, double high) {
        return std::isfinite(low) && std::isfinite(high) ? nlohmann::json{low, high} : nlohmann::json(nullptr);
    };
    for (const auto &n : plan.all)
        out.push_back(
            {{"id", plan.decides ? nlohmann::json(plan.decides->check->code) : nlohmann::json(nullptr)},
             {"what", std::string(n.input->name) + ": " + std::string(n.input->how)},
             {"minutes", n.minutes},
             {"band_now", plan.decides ? band(plan.decides->low, plan.decides->high) : nlohmann::json(nullptr)},
             {"band_then", band(n.bandLow, n.bandHigh)}});
    return out;
}

} // namespace lw
