// Numbers and letters as files, formulas and shop words spell them: a point for the decimals and the letters A to Z,
// whatever language the desktop speaks. The C library asks the locale in snprintf, strtod and tolower; these never do.
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace lw {

/// With so many decimals: 2.5, 2 -> "2.50". "nan" and "inf" for what is no number.
[[nodiscard]] std::string fixedNumber(double value, int decimals);
/// With at most so many significant digits, trailing zeros dropped, an exponent where it is shorter: 0.0000125 ->
/// "1.25e-05".
[[nodiscard]] std::string generalNumber(double value, int significant);
/// The shortest text that gives the same double back.
[[nodiscard]] std::string exactNumber(double value);
/// A whole number with zeros in front up to so many digits: 7, 2 -> "07".
[[nodiscard]] std::string zeroPadded(long value, std::size_t digits);
/// The whole text as one number with a decimal point, signs and exponent allowed; none when anything else stands in it
/// or it is beyond a double.
[[nodiscard]] std::optional<double> readNumber(std::string_view text);

[[nodiscard]] constexpr bool isDigit(char c) { return c >= '0' && c <= '9'; }
[[nodiscard]] constexpr bool isLetter(char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z'); }
[[nodiscard]] constexpr bool isBlank(char c) { return c == ' ' || (c >= '\t' && c <= '\r'); }
[[nodiscard]] constexpr char lowerCase(char c) { return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c; }
[[nodiscard]] constexpr char upperCase(char c) { return c >= 'a' && c <= 'z' ? static_cast<char>(c - 'a' + 'A') : c; }
/// Text from a file on one line of a terminal or a settings file: control characters, line ends and direction marks,
/// which could hide or forge what stands beside them, become blanks. UTF-8 in, UTF-8 out.
[[nodiscard]] std::string oneLine(std::string_view text);
[[nodiscard]] std::string lowerCase(std::string_view text);
[[nodiscard]] std::string upperCase(std::string_view text);

} // namespace lw
