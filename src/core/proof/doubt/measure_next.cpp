#include "proof/doubt/measure_next.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
/// The input as it would be known once measured.
Known measuredKnown(const DoubtInput &in, Known k) {
    if (in.member == &AxisModel::torqueFactor)
        return {1, Standing::Measured, 0.9, 1.1, Shape::Triangular}; // the model's own doubt stays
    const double width = in.member == &AxisModel::pull   ? 0.15
                         : in.member == &AxisModel::mass ? 0.02
                         : in.member == &AxisModel::lead ? 0.005
                         : in.member == &AxisModel::breakaway || in.member == &AxisModel::cutFactor ||
                                 in.member == &AxisModel::beltStiffnessFactor
                             ? 0.10
                         : in.member == &AxisModel::efficiency    ? 0.21
                         : in.member == &AxisModel::currentFactor ? 0.02
                                                                  : 0.05;
    k.standing = Standing::Measured;
    k.low = k.v * (1 - width);
    k.high = k.v * (1 + width);
    k.shape = in.member == &AxisModel::pull ? Shape::Lognormal : Shape::Triangular;
    return k;
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
        if ((f.id == CheckId::C01 || f.id == CheckId::C02) && !f.missing && f.margin == f.margin)
            if (!plan.decides || f.margin / f.wanted < plan.decides->margin / plan.decides->wanted) plan.decides = f;
    if (!plan.decides) return plan;
    const Finding now = *plan.decides;
    const AxisModel centre = medianModel(m);
    for (const auto &in : doubtInputs()) {
        const Known &k = m.*in.member;
        if (in.how.empty() || k.standing == Standing::Measured || !k.known() || !(k.high > k.low)) continue;
        NextMeasurement n;
        n.input = &in;
        n.value = k.v;
        n.low = k.low;
        n.high = k.high;
        n.minutes = in.minutes;
        // this one alone at its ends, the others at their middle
        AxisModel alone = centre;
        for (const auto &other : doubtInputs())
            if (&other != &in) {
                auto &o = alone.*other.member;
                o.shape = Shape::None;
                o.low = o.high = notKnown;
            }
        (alone.*in.member) = k;
        const auto swayed = bandOf(alone, now);
        if (!(swayed.low == swayed.low) || std::fabs(std::log(swayed.high / swayed.low)) < 0.005) continue; // hardly
        n.swayLow = swayed.low;
        n.swayHigh = swayed.high;
        AxisModel after = m;
        (after.*in.member) = measuredKnown(in, k);
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
        const auto &in = *plan.all[k].input;
        (step.*in.member) = measuredKnown(in, m.*in.member);
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
            {{"id", plan.decides ? nlohmann::json(spec(plan.decides->id).code) : nlohmann::json(nullptr)},
             {"what", std::string(n.input->name) + ": " + std::string(n.input->how)},
             {"minutes", n.minutes},
             {"band_now", plan.decides ? band(plan.decides->low, plan.decides->high) : nlohmann::json(nullptr)},
             {"band_then", band(n.bandLow, n.bandHigh)}});
    return out;
}

} // namespace lw
