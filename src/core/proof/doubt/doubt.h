// The doubt: how far a margin may lie from its figure, and which input makes it.
#pragma once

#include "axis/inputs.h"
#include "proof/evaluate.h"

namespace lw {

/// 5, 50 and 95 % points of a spread.
struct Quantiles {
    double low, middle, high;
};
[[nodiscard]] Quantiles quantiles(const Known &k);
/// 95 % point of the standard normal distribution, and the distribution itself.
inline constexpr double z95 = 1.6448536269514722;
[[nodiscard]] double normalBelow(double z);
/// Inverse of the standard normal distribution; u in (0, 1). The same on every library.
[[nodiscard]] double normalQuantile(double u);
/// Inverse of the spread's distribution, for the simulation. u in (0, 1).
[[nodiscard]] double quantileAt(const Known &k, double u);

/// One input's part in a finding's doubt.
struct DoubtShare {
    InputId id;
    const InputSpec *input; ///< of the id
    double share;           ///< of the variance of ln(margin), 0..1
    Standing standing;
    double value, low, high;
};
/// The model the doubt starts from: every input at its middle, the cold day counted in.
[[nodiscard]] AxisModel medianModel(const AxisModel &m);
/// Bands of all findings, index by index, one input moved at a time to its 5 and 95 % point, the others at their
/// middle; each side's deviations of ln(margin over must) added by their squares (first order, independent inputs; JCGM
/// 100). Which row of a check decides may change on the way: its reserve counts. Where an assumed input sways a row,
/// the chance that it keeps its must judges: below one in four it fails, below 95 in 100 it is not known. Rows that
/// cannot be waived are judged by their middle value; the pull on a motor shaft rated by a table of such motors stays
/// not known.
void addBands(const AxisModel &m, std::vector<Finding> &findings);
/// Shares of the doubt of one finding, largest first.
[[nodiscard]] std::vector<DoubtShare> doubtShares(const AxisModel &m, const Finding &f);

/// Monte Carlo of the whole axis (JCGM 101): the same finding's margin over n draws. Seeded, one stream an input.
struct DrawnMargins {
    double p5, median, p95, chanceAboveMust, standardError;
};
[[nodiscard]] DrawnMargins simulateMargins(const AxisModel &m, const Finding &f, int draws, unsigned seed);

} // namespace lw
