// Places of the marks along a scale. Counted, not summed: a step too small for the range, or a range that is no number,
// would never come to its end.
#pragma once

#include <cmath>
#include <vector>

namespace lw {

/// first, first + step ... up to last, at most `most` of them (a larger range takes every second, third ... step).
/// Empty when the range or the step is not finite or not above zero.
[[nodiscard]] inline std::vector<double> ticksBetween(double first, double last, double step, int most = 100) {
    std::vector<double> out;
    if (!std::isfinite(first) || !std::isfinite(last) || !std::isfinite(step) || !(step > 0) || last < first)
        return out;
    const double count = (last - first) / step * (1 + 1e-9);
    if (!std::isfinite(count)) return {first};
    const double each = count > most ? std::ceil(count / most) : 1;
    for (int k = 0; k * each <= count && k <= most; ++k)
        out.push_back(first + k * each * step);
    return out;
}

/// A round step that makes at most `most` of a range: 1, 2 or 5 times a power of ten.
[[nodiscard]] inline double roundStep(double range, int most) {
    const double rough = range / most, unit = std::pow(10.0, std::floor(std::log10(rough)));
    for (const double k : {1.0, 2.0, 5.0})
        if (k * unit >= rough) return k * unit;
    return 10 * unit;
}

} // namespace lw
