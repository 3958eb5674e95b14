#include "proof/doubt/doubt.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <random>

namespace lw {
namespace {

constexpr DoubtInput inputs[] = {
    {&AxisModel::cutFactor, "cutting force", "Watch the spindle's power in such a cut, type the force", 20},
    {&AxisModel::measuredCutFactor, "measured cutting force", "", 0},
    {&AxisModel::pull, "pull of the ways", "Pull the table with a spring scale, nut off", 10},
    {&AxisModel::efficiency, "screw efficiency", "Pull at the handle rim beside the direct pull", 10},
    {&AxisModel::mass, "what moves", "Weigh it end by end", 15},
    {&AxisModel::torqueFactor, "motor's torque curve",
     "Arm and scale on the shaft for holding torque, LCR meter on a winding", 20},
    {&AxisModel::currentFactor, "drive current", "Clamp ammeter on one phase", 5},
    {&AxisModel::rotor, "rotor inertia", "", 0},
    {&AxisModel::sag, "supply sag", "Meter on the supply while it moves", 5},
    {&AxisModel::breakaway, "breakaway", "Read the scale as it first moves", 5},
    {&AxisModel::lead, "travel a turn", "Ten turns against a rule", 5},
    {&AxisModel::runOut, "run-out", "Dial on the pulley seat", 5},
    {&AxisModel::strut, "strut", "Hang it on the scale", 10},
    {&AxisModel::beltStiffnessFactor, "belt stiffness", "Hang a weight on a length of the belt, measure its stretch",
     15},
    {&AxisModel::radialLoad, "motor's radial rating", "Read the data sheet", 5},
    {&AxisModel::couplingStiffness, "coupling stiffness", "Read the data sheet", 5},
    {&AxisModel::lostNow, "lost motion", "Gauge on the table, handle turned back", 5},
    {&AxisModel::nutPlay, "nut play", "Gauge on the table, nut held", 10},
    {&AxisModel::holding, "holding torque", "Arm and scale on the shaft, rated current on", 10},
    {&AxisModel::resistance, "winding resistance", "Ohmmeter across a phase", 5},
    {&AxisModel::inductance, "winding inductance", "LCR meter across a phase", 5},
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

/// Moves an input; the mean and the loosest pull are of the same readings and go with the tightest.
void move(AxisModel &m, const DoubtInput &in, double value) {
    const double before = (m.*in.member).v;
    (m.*in.member).v = value;
    if (in.member == &AxisModel::pull && before > 0) {
        m.pullMean.v *= value / before;
        m.pullLoosest.v *= value / before;
    }
}

/// The row that judges the same thing; the place it stood at last time is looked at first.
const Finding *rowOf(const Evaluation &e, const Finding &f, std::size_t hint) {
    if (hint < e.findings.size() && sameSubject(e.findings[hint], f)) return &e.findings[hint];
    for (const auto &g : e.findings)
        if (sameSubject(g, f)) return &g;
    return nullptr;
}

/// Standard normal distribution.
double below(double z) { return 0.5 * std::erfc(-z / std::numbers::sqrt2); }
constexpr double z95 = 1.6448536269514722;

/// Chance that the reserve stays above one, from its middle and its 5 and 95 % shifts (of the logarithm).
double chanceAbove(double middle, double down, double up) {
    if (middle == 0) return 0.5;
    const double side = middle > 0 ? down : up; // the side of the band the limit lies on
    if (!(side > 0)) return middle > 0 ? 1 : 0;
    return below(middle / side * z95);
}
} // namespace

std::span<const DoubtInput> doubtInputs() { return inputs; }

double quantileAt(const Known &k, double u) {
    switch (k.shape) {
    case Shape::None: return k.v;
    case Shape::Lognormal: {
        const double mu = std::log(std::sqrt(k.low * k.high));
        const double sigma = std::log(k.high / k.low) / (2 * z95);
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
    AxisModel c = m; // the cold-day factor stays in: the figure shown lies in its own band
    for (const auto &in : inputs)
        if ((m.*in.member).known()) move(c, in, quantiles(m.*in.member).middle);
    return c;
}

void addBands(const AxisModel &m, std::vector<Finding> &findings) {
    const std::size_t n = findings.size();
    const AxisModel centre = medianModel(m);
    const auto base = evaluate(centre);
    std::vector<const Finding *> middle(n);
    for (std::size_t i = 0; i < n; ++i)
        middle[i] = rowOf(base, findings[i], i);
    std::vector<double> up(n, 0), down(n, 0);
    std::vector<char> assumed(n, 0);
    AxisModel c = centre;
    for (const auto &in : inputs) {
        const auto &k = m.*in.member;
        const auto q = quantiles(k);
        if (!k.known() || !(q.high > q.low)) continue;
        for (const double value : {q.low, q.high}) {
            c = centre;
            move(c, in, value);
            const auto e = evaluate(c);
            for (std::size_t i = 0; i < n; ++i) {
                if (!middle[i] || !findings[i].rung) continue;
                const auto *g = rowOf(e, findings[i], i);
                const double d = g ? logOf(g->reserve()) - logOf(middle[i]->reserve()) : 0;
                if (!(std::fabs(d) > noise)) continue;
                (d > 0 ? up : down)[i] += d * d;
                if (k.assumed()) assumed[i] = 1;
            }
        }
    }
    for (std::size_t i = 0; i < n; ++i) {
        auto &f = findings[i];
        if (!f.rung || f.missing) continue;
        // a limit read from a table of such motors is no limit of this one
        const bool tableRating = f.id == CheckId::TR14 && m.radialLoad.assumed();
        if (middle[i] && (up[i] > 0 || down[i] > 0)) {
            const double scale = f.must > 0 ? f.must : f.wanted, mid = logOf(middle[i]->reserve());
            const double lower = std::sqrt(down[i]), upper = std::sqrt(up[i]);
            f.low = scale * std::exp(mid - lower);
            f.high = scale * std::exp(mid + upper);
            if (f.must > 0) f.chance = chanceAbove(mid, lower, upper);
        }
        if (tableRating) {
            f.assumedDecides = true;
            f.verdict = Verdict::NotKnown;
        } else if (assumed[i] && f.chance == f.chance &&
                   spec(f.id).overridable) { // a geometry or gravity refusal stays
            constexpr double fails = 0.25, judged = 0.95;
            if (f.chance < fails) {
                f.likely = f.verdict != Verdict::Fails;
                f.verdict = Verdict::Fails;
            } else if (f.chance < judged) {
                f.assumedDecides = true;
                f.verdict = Verdict::NotKnown;
            }
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
        if (a.rung != b.rung && a.verdict >= Verdict::Watch)
            return a.rung; // rows without a place on the ladder come last
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
    auto reserveOf = [&](const AxisModel &x) {
        const auto e = evaluate(x);
        const auto *g = rowOf(e, f, e.findings.size());
        return g ? g->reserve() : notKnown;
    };
    double total = 0;
    for (const auto &in : inputs) {
        const auto &k = m.*in.member;
        const auto q = quantiles(k);
        if (!k.known() || !(q.high > q.low)) continue;
        AxisModel a = centre;
        move(a, in, q.low);
        const double low = reserveOf(a);
        a = centre;
        move(a, in, q.high);
        const double d = logOf(reserveOf(a)) - logOf(low);
        if (!(std::fabs(d) > noise)) continue;
        out.push_back({&in, d * d, k.standing, k.v, q.low, q.high});
        total += d * d;
    }
    for (auto &s : out)
        s.share /= total;
    std::sort(out.begin(), out.end(), [](const auto &a, const auto &b) { return a.share > b.share; });
    return out;
}

DrawnMargins simulateMargins(const AxisModel &m, const Finding &f, int draws, unsigned seed) {
    std::vector<double> margins;
    margins.reserve(static_cast<std::size_t>(draws));
    std::vector<std::mt19937_64> streams; // one an input: adding an input leaves the others' draws alone
    for (std::size_t k = 0; k < std::size(inputs); ++k)
        streams.emplace_back(seed + 7919u * static_cast<unsigned>(k));
    const AxisModel &centre = m;
    const double scale = f.must > 0 ? f.must : f.wanted;
    int above = 0;
    for (int d = 0; d < draws; ++d) {
        AxisModel c = centre;
        for (std::size_t k = 0; k < std::size(inputs); ++k) {
            const double u = (static_cast<double>(streams[k]() >> 11) + 0.5) / 9007199254740992.0;
            const auto &known = m.*inputs[k].member;
            if (known.known() && known.shape != Shape::None) move(c, inputs[k], quantileAt(known, u));
        }
        const auto e = evaluate(c);
        const auto *g = rowOf(e, f, e.findings.size());
        const double margin = g ? g->reserve() * scale : notKnown; // another row may decide in this draw
        if (!(margin == margin)) continue;
        margins.push_back(margin);
        above += margin >= f.must;
    }
    std::sort(margins.begin(), margins.end());
    if (margins.empty()) return {notKnown, notKnown, notKnown, notKnown, notKnown};
    auto at = [&](double p) {
        return margins[std::min(margins.size() - 1, static_cast<std::size_t>(p * static_cast<double>(margins.size())))];
    };
    const double n = static_cast<double>(margins.size());
    const double p = above / n;
    return {at(0.05), at(0.5), at(0.95), p, std::sqrt(p * (1 - p) / n)};
}

} // namespace lw
