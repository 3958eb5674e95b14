// Designs by their price and one figure: the front of them, and how many fall on each place of a chart.
#pragma once

#include "search/figures.h"
#include "search/space.h"
#include <algorithm>
#include <cstdint>
#include <functional>
#include <vector>

namespace lw {

/// A candidate with the two figures designs are compared by. Price to a unit of currency, margin to a hundredth: finer
/// differences are no reason to prefer one.
struct Sized {
    Candidate candidate;
    double price = 0;
    double margin = notKnown; ///< the worst of the torque rows
};

/// A design with its value of another figure.
struct Figured : Sized {
    double value = notKnown; ///< SI
};
/// How many candidates fall on each place of a chart: price to 1, the figure on a logarithmic scale.
struct SizeCloud {
    static constexpr int across = 160, up = 96;
    double dearest = 1, least = 0.2, most = 20; ///< of the scales
    std::vector<std::uint32_t> inside = std::vector<std::uint32_t>(std::size_t(across) * up, 0), outside = inside;

    /// Where on its scale a value stands, 0 to 1; beyond it the end.
    [[nodiscard]] double shareOf(double value) const;
    [[nodiscard]] int row(double value) const;
    void count(int row, double price, std::uint32_t n, bool within) {
        const int column = std::clamp(int(price / dearest * across), 0, across - 1);
        (within ? inside : outside)[std::size_t(row) * across + std::size_t(column)] += n;
    }
    void merge(const SizeCloud &other);
};
struct FigureFront {
    std::vector<Figured> designs; ///< cheapest first, each better than all before it
    SizeCloud cloud;

    /// Keeps it when nothing as cheap is as good; of equals the one that stands first in the order given.
    void add(const Figured &d, bool more, const std::function<bool(const Figured &, const Figured &)> &first);
    /// Something as cheap is better than this value: no design of this price that has it would be kept.
    [[nodiscard]] bool beats(double price, double value, bool more) const;
};
/// Which of a front to show: the cheapest, the knee (farthest from the line between its ends, price and logarithm of
/// the figure made 0 to 1, as the chart shows them), the best. At most three places in it, ascending.
[[nodiscard]] std::vector<std::size_t> chosenOf(const std::vector<Figured> &front);

} // namespace lw
