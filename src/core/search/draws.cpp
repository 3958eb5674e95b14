#include "search/draws.h"
#include "axis/each_input.h"
#include "proof/check.h"
#include "proof/doubt/doubt.h"
#include "search/size.h"
#include <algorithm>
#include <cmath>
#include <numeric>
#include <random>

namespace lw {
namespace {

/// Hash of a stream's name: the same on every machine (FNV-1a).
std::uint64_t nameOf(const InputId &id) {
    std::uint64_t h = 1469598103934665603ULL;
    for (const char c : id.spec->key)
        h = (h ^ static_cast<unsigned char>(c)) * 1099511628211ULL;
    return (h ^ static_cast<std::uint64_t>(id.stage + 1)) * 1099511628211ULL;
}
} // namespace

Sureness sureness(const AxisModel &m, int draws, std::uint64_t seed) {
    AxisModel c = m;
    std::vector<Known *> values;
    std::vector<std::vector<double>> table;
    std::vector<const Known *> spreads;
    std::vector<InputId> ids;
    eachInput(m, [&](const InputId &id, const Known &k) {
        spreads.push_back(&k);
        ids.push_back(id);
    });
    std::size_t n = 0;
    eachInput(c, [&](const InputId &, Known &k) {
        const auto &spread = *spreads[n];
        const auto id = ids[n++];
        const auto q = quantiles(spread);
        if (!spread.known() || !(q.high > q.low)) return;
        std::mt19937_64 random(seed * 0x9E3779B97F4A7C15ULL ^ nameOf(id));
        std::vector<std::uint32_t> slice(static_cast<std::size_t>(draws));
        std::iota(slice.begin(), slice.end(), 0U);
        for (std::size_t at = slice.size(); at > 1; --at) // std::shuffle differs between libraries
            std::swap(slice[at - 1], slice[random() % at]);
        std::vector<double> row(slice.size());
        for (std::size_t at = 0; at < row.size(); ++at) {
            const double inside = (double(random() >> 11) + 0.5) * 0x1.0p-53;
            row[at] = quantileAt(spread, std::clamp((slice[at] + inside) / draws, 1e-9, 1 - 1e-9));
        }
        values.push_back(&k);
        table.push_back(std::move(row));
    });
    Evaluation e;
    int kept = 0;
    for (int d = 0; d < draws; ++d) {
        for (std::size_t v = 0; v < values.size(); ++v)
            values[v]->v = table[v][std::size_t(d)];
        evaluateDesign(c, e);
        kept += holdsByDesign(c, e);
    }
    Sureness s;
    s.draws = draws;
    s.chance = double(kept) / draws;
    s.standardError = std::sqrt(s.chance * (1 - s.chance) / draws);
    return s;
}

std::vector<Swing> tornado(const AxisModel &m) {
    AxisModel c = medianModel(m);
    std::vector<const Known *> spreads;
    eachInput(m, [&](const InputId &, const Known &k) { spreads.push_back(&k); });
    Evaluation e;
    const auto margin = [&] {
        evaluateTorque(c, e);
        const auto *f = worstTorque(e);
        return f ? f->margin : notKnown;
    };
    const double middle = margin();
    std::vector<Swing> out;
    std::size_t n = 0;
    eachInput(c, [&](const InputId &id, Known &k) {
        const auto &spread = *spreads[n++];
        const auto q = quantiles(spread);
        if (!k.known() || !(q.high > q.low)) return;
        const double kept = k.v;
        Swing s{id, 0, 0, spread.standing};
        k.v = quantileAt(spread, 0.1);
        s.low = margin();
        k.v = quantileAt(spread, 0.9);
        s.high = margin();
        k.v = kept;
        if (std::fabs(s.low - s.high) > 1e-9 * middle) out.push_back(s);
    });
    std::stable_sort(out.begin(), out.end(), [](const Swing &a, const Swing &b) {
        return std::fabs(std::log(a.high / a.low)) > std::fabs(std::log(b.high / b.low));
    });
    return out;
}

} // namespace lw
