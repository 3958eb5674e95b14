// Exact ratio of two 64-bit integers, always reduced, denominator positive. Tooth counts and leads stay exact in it.
#pragma once

#include "result.h"
#include <cstdint>
#include <string>
#include <string_view>

namespace lw {

struct Fraction {
    std::int64_t num = 0;
    std::int64_t den = 1;
    bool operator==(const Fraction &) const = default;
    [[nodiscard]] double value() const { return static_cast<double>(num) / static_cast<double>(den); }
    [[nodiscard]] std::string text() const; ///< "3/2", or "2" when whole
};

/// Reduced fraction; fails on a zero denominator.
[[nodiscard]] Result<Fraction> makeFraction(std::int64_t num, std::int64_t den);
/// Product; fails when it does not fit 64 bits.
[[nodiscard]] Result<Fraction> multiply(Fraction a, Fraction b);
[[nodiscard]] Result<Fraction> divide(Fraction a, Fraction b);
/// Reads "num/den", a whole number, or a finite decimal such as "25.4" exactly.
[[nodiscard]] Result<Fraction> readFraction(std::string_view text);
/// The shortest decimal that gives this double back, read exactly: 0.1 becomes 1/10.
[[nodiscard]] Result<Fraction> fromDecimal(double value);
/// Nearest whole number, halves away from zero.
[[nodiscard]] std::int64_t roundHalfAway(Fraction f);
/// Decimal text with that many places, half up, no binary rounding on the way.
[[nodiscard]] std::string decimalText(Fraction f, int places);

} // namespace lw
