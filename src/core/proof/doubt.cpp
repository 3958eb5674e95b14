#include "proof/doubt.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <random>

namespace lw {
namespace {

constexpr DoubtInput inputs[] = {
    {&AxisModel::cutFactor, "cutting force", "", 0},
    {&AxisModel::pull, "pull of the ways", "Pull the table with a spring scale, nut off", 10},
    {&AxisModel::efficiency, "screw efficiency", "", 0},
    {&AxisModel::mass, "what moves", "Weigh it end by end", 15},
    {&AxisModel::torqueFactor, "motor's torque curve", "", 0},
    {&AxisModel::currentFactor, "drive current", "Clamp ammeter on one phase", 5},
    {&AxisModel::rotor, "rotor inertia", "", 0},
    {&AxisModel::sag, "supply sag", "Meter on the supply while it moves", 5},
    {&AxisModel::breakaway, "breakaway", "Read the scale as it first moves", 5},
    {&AxisModel::lead, "travel a turn", "Ten turns against a rule", 5},
    {&AxisModel::runOut, "run-out", "Dial on the pulley seat", 5},
    {&AxisModel::strut, "strut", "Hang it on the scale", 10},
    {&AxisModel::beltStiffnessFactor, "belt stiffness", "", 0},
    {&AxisModel::radialLoad, "motor's radial rating", "Read the data sheet", 5},
    {&AxisModel::couplingStiffness, "coupling stiffness", "Read the data sheet", 5},
    {&AxisModel::lostNow, "lost motion", "Gauge on the table, handle turned back", 5},
    {&AxisModel::nutPlay, "nut play", "Gauge on the table, nut held", 10},
    {&AxisModel::holding, "holding torque", "", 0},
    {&AxisModel::resistance, "winding resistance", "Ohmmeter across a phase", 5},
    {&AxisModel::inductance, "winding inductance", "", 0},
};

double triangularAt(double lo, double mode, double hi, double u) {
    if (!(hi > lo)) return mode;
    const double c = (mode - lo) / (hi - lo);
    return u < c ? lo + std::sqrt(u * (hi - lo) * (mode - lo)) : hi - std::sqrt((1 - u) * (hi - lo) * (hi - mode));
}

/// Inverse normal by bisection on erfc: slow enough, exact, and the same on every library.
double normalAt(double u) {
    double lo = -9, hi = 9;
    for (int k = 0; k < 60; ++k) {
        const double mid = (lo + hi) / 2;
        (0.5 * std::erfc(-mid / std::numbers::sqrt2) < u ? lo : hi) = mid;
    }
    return (lo + hi) / 2;
}

double logOf(double margin) { return std::log(std::clamp(margin, 1e-9, 1e9)); }

/// A deviation below this is rounding, not doubt.
constexpr double noise = 1e-7;

bool sameRow(const Finding &a, const Finding &b) { return a.id == b.id && a.cut == b.cut && a.operating == b.operating && (a.variant == b.variant || a.id == CheckId::TR13); }

/// Moves an input, remembering that lost motion feeds the play that stays.
void move(AxisModel &m, const DoubtInput &in, double value) {
    const double before = (m.*in.member).v;
    (m.*in.member).v = value;
    if (in.member == &AxisModel::pull && before > 0) {
        m.pullMean.v *= value / before;
    } else if (in.member == &AxisModel::lostNow || in.member == &AxisModel::nutPlay) {
        const bool counts = in.member == &AxisModel::nutPlay || (!m.ballScrew() && !m.afterThread.known() && !m.nutPlay.known());
        if (counts) m.playStays = std::max(0.0, m.playStays + value - before);
    }
}
} // namespace

std::span<const DoubtInput> doubtInputs() { return inputs; }

double quantileAt(const Known &k, double u) {
    switch (k.shape) {
    case Shape::None: return k.v;
    case Shape::Lognormal: {
        const double mu = std::log(std::sqrt(k.low * k.high));
        const double sigma = std::log(k.high / k.low) / (2 * 1.6448536269514722);
        return std::exp(mu + sigma * normalAt(u));
    }
    case Shape::Triangular: return triangularAt(k.low, k.v, k.high, u);
    case Shape::Uniform: return k.low + u * (k.high - k.low);
    }
    return k.v;
}

Quantiles quantiles(const Known &k) {
    if (k.shape == Shape::None || !(k.low == k.low) || !(k.high > k.low)) return {k.v, k.v, k.v};
    if (k.shape == Shape::Lognormal) return {k.low, std::sqrt(k.low * k.high), k.high};
    return {quantileAt(k, 0.05), quantileAt(k, 0.5), quantileAt(k, 0.95)};
}

AxisModel medianModel(const AxisModel &m) {
    AxisModel c = m;
    c.coldFactor.v = 1; // the cold-day factor sizes; the doubt starts from the reading itself
    for (const auto &in : inputs)
        if ((m.*in.member).known()) move(c, in, quantiles(m.*in.member).middle);
    return c;
}

void addBands(const AxisModel &m, std::vector<Finding> &findings) {
    const std::size_t n = findings.size();
    const AxisModel centre = medianModel(m);
    const auto base = evaluate(centre);
    if (base.findings.size() != n) return; // another branch of the model: no band rather than a wrong one
    std::vector<double> up(n, 0), down(n, 0);
    std::vector<char> assumed(n, 0), moved(n, 0);
    AxisModel c = centre;
    for (const auto &in : inputs) {
        const auto &k = m.*in.member;
        const auto q = quantiles(k);
        if (!k.known() || !(q.high > q.low)) continue;
        std::array<std::vector<double>, 2> delta{std::vector<double>(n), std::vector<double>(n)};
        bool usable = true;
        for (int side = 0; side < 2; ++side) {
            c = centre;
            move(c, in, side == 0 ? q.low : q.high);
            const auto e = evaluate(c);
            if (e.findings.size() != n) {
                usable = false;
                break;
            }
            for (std::size_t i = 0; i < n; ++i)
                delta[std::size_t(side)][i] = sameRow(e.findings[i], base.findings[i]) ? logOf(e.findings[i].margin) - logOf(base.findings[i].margin) : 0;
        }
        if (!usable) continue;
        for (std::size_t i = 0; i < n; ++i) {
            for (int side = 0; side < 2; ++side) {
                const double d = delta[std::size_t(side)][i];
                if (!(std::fabs(d) > noise)) continue;
                (d > 0 ? up : down)[i] += d * d;
                moved[i] = 1;
                if (k.assumed()) assumed[i] = 1;
            }
        }
    }
    for (std::size_t i = 0; i < n; ++i) {
        auto &f = findings[i];
        if (!moved[i] || !f.rung || f.missing || !sameRow(f, base.findings[i])) continue;
        const double mid = logOf(base.findings[i].margin);
        f.low = std::exp(mid - std::sqrt(down[i]));
        f.high = std::exp(mid + std::sqrt(up[i]));
        // An assumed input whose band spans "must" leaves the verdict open; a geometry or gravity refusal stays.
        if (assumed[i] && f.must > 0 && f.low < f.must && f.high > f.must && spec(f.id).overridable) {
            f.assumedDecides = true;
            f.verdict = Verdict::NotKnown;
        }
    }
}

void finish(const AxisModel &m, Evaluation &e) {
    addBands(m, e.findings);
    auto nearness = [](const Finding &f) {
        if (!(f.margin == f.margin)) return 0.0;
        return f.margin / (f.must > 0 ? f.must : f.wanted);
    };
    std::stable_sort(e.findings.begin(), e.findings.end(), [&](const Finding &a, const Finding &b) {
        if (a.verdict != b.verdict) return a.verdict < b.verdict;
        if (a.rung != b.rung && a.verdict >= Verdict::Watch) return a.rung; // rows without a place on the ladder come last
        return nearness(a) < nearness(b);
    });
}

Evaluation prove(const AxisModel &m) {
    auto e = evaluate(m);
    finish(m, e);
    return e;
}

std::vector<DoubtShare> doubtShares(const AxisModel &m, const Finding &f) {
    std::vector<DoubtShare> out;
    const AxisModel centre = medianModel(m);
    auto marginOf = [&](const AxisModel &x) {
        for (const auto &g : evaluate(x).findings)
            if (sameRow(g, f)) return g.margin;
        return notKnown;
    };
    double total = 0;
    for (const auto &in : inputs) {
        const auto &k = m.*in.member;
        const auto q = quantiles(k);
        if (!k.known() || !(q.high > q.low)) continue;
        AxisModel a = centre;
        move(a, in, q.low);
        const double low = marginOf(a);
        a = centre;
        move(a, in, q.high);
        const double d = logOf(marginOf(a)) - logOf(low);
        if (!(std::fabs(d) > noise)) continue;
        out.push_back({&in, d * d, k.standing, k.v, q.low, q.high});
        total += d * d;
    }
    for (auto &s : out) s.share /= total;
    std::sort(out.begin(), out.end(), [](const auto &a, const auto &b) { return a.share > b.share; });
    return out;
}

DrawnMargins simulateMargins(const AxisModel &m, const Finding &f, int draws, unsigned seed) {
    std::vector<double> margins;
    margins.reserve(static_cast<std::size_t>(draws));
    std::vector<std::mt19937_64> streams; // one an input: adding an input leaves the others' draws alone
    for (std::size_t k = 0; k < std::size(inputs); ++k) streams.emplace_back(seed + 7919u * static_cast<unsigned>(k));
    AxisModel centre = m;
    centre.coldFactor.v = 1;
    int above = 0;
    for (int d = 0; d < draws; ++d) {
        AxisModel c = centre;
        for (std::size_t k = 0; k < std::size(inputs); ++k) {
            const double u = (static_cast<double>(streams[k]() >> 11) + 0.5) / 9007199254740992.0;
            const auto &known = m.*inputs[k].member;
            if (known.known() && known.shape != Shape::None) move(c, inputs[k], quantileAt(known, u));
        }
        double margin = notKnown;
        for (const auto &g : evaluate(c).findings)
            if (sameRow(g, f)) {
                margin = g.margin;
                break;
            }
        if (!(margin == margin)) continue;
        margins.push_back(margin);
        above += margin >= f.must;
    }
    std::sort(margins.begin(), margins.end());
    if (margins.empty()) return {notKnown, notKnown, notKnown, notKnown, notKnown};
    auto at = [&](double p) { return margins[std::min(margins.size() - 1, static_cast<std::size_t>(p * static_cast<double>(margins.size())))]; };
    const double n = static_cast<double>(margins.size());
    const double p = above / n;
    return {at(0.05), at(0.5), at(0.95), p, std::sqrt(p * (1 - p) / n)};
}

} // namespace lw
