#include "fraction.h"
#include <charconv>
#include <cmath>
#include <cstdlib>
#include <limits>
#include <numeric>

namespace lw {
namespace {
__extension__ typedef __int128 Wide;
constexpr Wide largest = std::numeric_limits<std::int64_t>::max();

Wide gcdWide(Wide a, Wide b) {
    if (a < 0) a = -a;
    while (b != 0) {
        const Wide r = a % b;
        a = b;
        b = r < 0 ? -r : r;
    }
    return a;
}

Result<Fraction> reduce(Wide num, Wide den) {
    if (den == 0) return fail(CalcErrorCode::NotPositive, "denominator");
    if (den < 0) {
        num = -num;
        den = -den;
    }
    if (num <= largest && num >= -largest && den <= largest) { // nearly always: machine words, no long division
        const auto n = static_cast<std::int64_t>(num), d = static_cast<std::int64_t>(den);
        if (d == 1) return Fraction{n, 1};
        const auto g = std::max<std::int64_t>(1, std::gcd(n, d));
        return Fraction{n / g, d / g};
    }
    const Wide g = gcdWide(num, den);
    if (g > 1) {
        num /= g;
        den /= g;
    }
    if (num > largest || num < -largest || den > largest)
        return fail(CalcErrorCode::OutOfRange, "fraction", static_cast<double>(num), static_cast<double>(largest));
    return Fraction{static_cast<std::int64_t>(num), static_cast<std::int64_t>(den)};
}
} // namespace

std::string Fraction::text() const {
    return den == 1 ? std::to_string(num) : std::to_string(num) + "/" + std::to_string(den);
}

Result<Fraction> makeFraction(std::int64_t num, std::int64_t den) { return reduce(num, den); }
Result<Fraction> multiply(Fraction a, Fraction b) { return reduce(Wide(a.num) * b.num, Wide(a.den) * b.den); }
Result<Fraction> divide(Fraction a, Fraction b) { return reduce(Wide(a.num) * b.den, Wide(a.den) * b.num); }

Result<Fraction> readFraction(std::string_view text) {
    const auto slash = text.find('/');
    if (slash != std::string_view::npos) {
        const auto a = readFraction(text.substr(0, slash));
        const auto b = readFraction(text.substr(slash + 1));
        if (!a) return a;
        if (!b) return b;
        return divide(*a, *b);
    }
    while (!text.empty() && text.front() == ' ')
        text.remove_prefix(1);
    while (!text.empty() && text.back() == ' ')
        text.remove_suffix(1);
    bool negative = false;
    if (!text.empty() && (text.front() == '-' || text.front() == '+')) {
        negative = text.front() == '-';
        text.remove_prefix(1);
    }
    Wide num = 0;
    Wide den = 1;
    bool point = false;
    bool any = false;
    std::size_t k = 0;
    for (; k < text.size(); ++k) {
        const char c = text[k];
        if (c == '.' && !point) {
            point = true;
        } else if (c >= '0' && c <= '9') {
            any = true;
            num = num * 10 + (c - '0');
            if (point) den *= 10;
            if (num > largest || den > largest) return fail(CalcErrorCode::OutOfRange, "fraction");
        } else {
            break;
        }
    }
    int exponent = 0;
    if (k < text.size() && (text[k] == 'e' || text[k] == 'E')) {
        const char *from = text.data() + k + 1;
        if (k + 1 < text.size() && *from == '+') ++from;
        const auto r = std::from_chars(from, text.data() + text.size(), exponent);
        k = r.ec == std::errc() ? static_cast<std::size_t>(r.ptr - text.data()) : k;
    }
    if (!any || k != text.size())
        return fail(CalcErrorCode::BadText, "fraction", 0, 0, "'" + std::string(text) + "' is not a number");
    for (; exponent > 0 && num <= largest; --exponent)
        num *= 10;
    for (; exponent < 0 && den <= largest; ++exponent)
        den *= 10;
    return reduce(negative ? -num : num, den);
}

Result<Fraction> fromDecimal(double value) {
    if (!std::isfinite(value)) return fail(CalcErrorCode::NotFinite, "fraction", value);
    // of no more than six places and fifteen figures the shortest decimal is the one there is: nothing is written out
    for (const std::int64_t parts : {1, 100, 1000000})
        if (const double n = std::nearbyint(value * double(parts)); std::fabs(n) < 1e15 && n / double(parts) == value)
            return reduce(static_cast<std::int64_t>(n), parts);
    char buffer[64];
    const auto r = std::to_chars(buffer, buffer + sizeof buffer, value);
    return readFraction(std::string_view(buffer, static_cast<std::size_t>(r.ptr - buffer)));
}

std::int64_t roundHalfAway(Fraction f) {
    const Wide twice = Wide(f.num < 0 ? -Wide(f.num) : Wide(f.num)) * 2 + f.den;
    const auto q = static_cast<std::int64_t>(twice / (Wide(2) * f.den));
    return f.num < 0 ? -q : q;
}

std::string decimalText(Fraction f, int places) {
    Wide scale = 1;
    for (int k = 0; k < places; ++k)
        scale *= 10;
    const bool negative = f.num < 0;
    const Wide n = (negative ? -Wide(f.num) : Wide(f.num)) * scale;
    Wide q = (2 * n + f.den) / (Wide(2) * f.den);
    std::string digits;
    do {
        digits.insert(digits.begin(), static_cast<char>('0' + static_cast<int>(q % 10)));
        q /= 10;
    } while (q > 0);
    while (static_cast<int>(digits.size()) <= places)
        digits.insert(digits.begin(), '0');
    if (places > 0) digits.insert(digits.size() - static_cast<std::size_t>(places), ".");
    return (negative ? "-" : "") + digits;
}

} // namespace lw
