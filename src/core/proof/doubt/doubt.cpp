#include "proof/doubt/doubt.h"
#include "axis/each_input.h"
#include "proof/check.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <random>

namespace lw {
namespace {

double triangularAt(double lo, double mode, double hi, double u) {
    if (!(hi > lo)) return mode;
    const double c = (mode - lo) / (hi - lo);
    return u < c ? lo + std::sqrt(u * (hi - lo) * (mode - lo)) : hi - std::sqrt((1 - u) * (hi - lo) * (hi - mode));
}

double logOf(double margin) { return std::log(std::clamp(margin, 1e-9, 1e9)); }

/// A deviation below this is rounding, not doubt.
constexpr double noise = 1e-7;

/// The row that judges the same thing; the place it stood at last time is looked at first.
const Finding *rowOf(const Evaluation &e, const Finding &f, std::size_t hint) {
    if (hint < e.findings.size() && sameSubject(e.findings[hint], f)) return &e.findings[hint];
    for (const auto &g : e.findings)
        if (sameSubject(g, f)) return &g;
    return nullptr;
}

/// Chance that the reserve stays above one, from its middle and its 5 and 95 % shifts (of the logarithm).
double chanceAbove(double middle, double down, double up) {
    if (middle == 0) return 0.5;
    const double side = middle > 0 ? down : up; // the side of the band the limit lies on
    if (!(side > 0)) return middle > 0 ? 1 : 0;
    return normalBelow(middle / side * z95);
}
} // namespace

/// Inverse normal by bisection on erfc: slow enough, exact, and the same on every library.
double normalQuantile(double u) {
    double lo = -9, hi = 9;
    for (int k = 0; k < 60; ++k) {
        const double mid = (lo + hi) / 2;
        (0.5 * std::erfc(-mid / std::numbers::sqrt2) < u ? lo : hi) = mid;
    }
    return (lo + hi) / 2;
}

double normalBelow(double z) { return 0.5 * std::erfc(-z / std::numbers::sqrt2); }

double quantileAt(const Known &k, double u) {
    switch (k.shape) {
    case Shape::None: return k.v;
    case Shape::Lognormal: {
        const double mu = std::log(std::sqrt(k.low * k.high));
        const double sigma = std::log(k.high / k.low) / (2 * z95);
        return std::exp(mu + sigma * normalQuantile(u));
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
    eachInput(c, [](const InputId &, Known &k) {
        if (k.known()) k.v = quantiles(k).middle;
    });
    return c;
}

namespace {
/// An input that can be moved, in the model it is moved in, and where it may lie.
struct Movable {
    InputId id;
    Known *value;
    Quantiles at;
    bool assumed;
};
/// Of a model at its middle, the inputs whose spread is known in `m`.
std::vector<Movable> movables(AxisModel &middle, const AxisModel &m) {
    std::vector<Movable> out;
    std::vector<Quantiles> spread;
    eachInput(m, [&](const InputId &, const Known &k) { spread.push_back(quantiles(k)); });
    std::size_t n = 0;
    eachInput(middle, [&](const InputId &id, Known &k) {
        const auto q = spread[n++];
        if (k.known() && q.high > q.low) out.push_back({id, &k, q, k.assumed()});
    });
    return out;
}
/// Judges with one input elsewhere, and puts it back.
void evaluateWith(AxisModel &c, const Movable &in, double value, Evaluation &into) {
    const double middle = in.value->v;
    in.value->v = value;
    evaluate(c, into);
    in.value->v = middle;
}
} // namespace

void addBands(const AxisModel &m, std::vector<Finding> &findings) {
    const std::size_t n = findings.size();
    AxisModel c = medianModel(m);
    const auto base = evaluate(c);
    std::vector<const Finding *> middle(n);
    for (std::size_t i = 0; i < n; ++i)
        middle[i] = rowOf(base, findings[i], i);
    std::vector<double> up(n, 0), down(n, 0);
    std::vector<char> assumed(n, 0);
    Evaluation e;
    for (const auto &in : movables(c, m)) {
        for (const double value : {in.at.low, in.at.high}) {
            evaluateWith(c, in, value, e);
            for (std::size_t i = 0; i < n; ++i) {
                if (!middle[i] || !findings[i].rung) continue;
                const auto *g = rowOf(e, findings[i], i);
                const double d = g ? logOf(g->reserve()) - logOf(middle[i]->reserve()) : 0;
                if (!(std::fabs(d) > noise)) continue;
                (d > 0 ? up : down)[i] += d * d;
                if (in.assumed) assumed[i] = 1;
            }
        }
    }
    for (std::size_t i = 0; i < n; ++i) {
        auto &f = findings[i];
        if (!f.rung || f.missing) continue;
        // a limit read from a table of such motors is no limit of this one
        const bool tableRating = f.id == "TR-14"_check && m.motorBody().radialLoad.assumed();
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
        } else if (assumed[i] && f.chance == f.chance && f.check->overridable) { // a geometry or gravity refusal stays
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
    AxisModel c = medianModel(m);
    Evaluation e;
    const auto reserveWith = [&](const Movable &in, double value) {
        evaluateWith(c, in, value, e);
        const auto *g = rowOf(e, f, e.findings.size());
        return g ? g->reserve() : notKnown;
    };
    double total = 0;
    for (const auto &in : movables(c, m)) {
        const double d = logOf(reserveWith(in, in.at.high)) - logOf(reserveWith(in, in.at.low));
        if (!(std::fabs(d) > noise)) continue;
        out.push_back({in.id, in.id.spec, d * d, in.value->standing, inputOf(m, in.id)->v, in.at.low, in.at.high});
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
    AxisModel c = m;
    std::vector<Known *> values;
    std::vector<Known> spread;
    std::vector<std::mt19937_64> streams; // one an input: adding an input leaves the others' draws alone
    eachInput(c, [&](const InputId &id, Known &k) {
        if (!k.known() || k.shape == Shape::None) return;
        unsigned own = seed + 7919u * static_cast<unsigned>(id.stage + 1);
        for (const char letter : id.spec->key)
            own = own * 31u + static_cast<unsigned char>(letter);
        values.push_back(&k);
        spread.push_back(k);
        streams.emplace_back(own);
    });
    const double scale = f.must > 0 ? f.must : f.wanted;
    int above = 0;
    Evaluation e;
    for (int d = 0; d < draws; ++d) {
        for (std::size_t k = 0; k < values.size(); ++k) {
            const double u = (static_cast<double>(streams[k]() >> 11) + 0.5) / 9007199254740992.0;
            values[k]->v = quantileAt(spread[k], u);
        }
        evaluate(c, e);
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
