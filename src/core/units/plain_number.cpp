#include "units/plain_number.h"
#include <algorithm>
#include <charconv>
#include <cmath>

namespace lw {
namespace {
template <class... How> std::string written(double value, How... how) {
    char buffer[400]; // the longest: 1.8e308 with its decimals
    const auto r = std::to_chars(buffer, buffer + sizeof buffer, value, how...);
    return r.ec == std::errc() ? std::string(buffer, r.ptr) : std::string("?");
}
} // namespace

std::string fixedNumber(double value, int decimals) {
    return written(value, std::chars_format::fixed, std::clamp(decimals, 0, 40));
}
std::string generalNumber(double value, int significant) {
    return written(value, std::chars_format::general, std::clamp(significant, 1, 17));
}
std::string exactNumber(double value) { return written(value); }

std::string zeroPadded(long value, std::size_t digits) {
    std::string t = std::to_string(value < 0 ? -value : value);
    if (t.size() < digits) t.insert(0, digits - t.size(), '0');
    return value < 0 ? "-" + t : t;
}

std::optional<double> readNumber(std::string_view text) {
    while (!text.empty() && isBlank(text.front()))
        text.remove_prefix(1);
    while (!text.empty() && isBlank(text.back()))
        text.remove_suffix(1);
    if (text.size() > 1 && text.front() == '+' && text[1] != '-') text.remove_prefix(1);
    double v = 0;
    const auto r = std::from_chars(text.data(), text.data() + text.size(), v);
    if (r.ec != std::errc() || r.ptr != text.data() + text.size() || !std::isfinite(v)) return {};
    return v;
}

std::string oneLine(std::string_view text) {
    std::string out;
    for (std::size_t k = 0; k < text.size(); ++k) {
        const auto byte = [&](std::size_t at) { return at < text.size() ? static_cast<unsigned char>(text[at]) : 0u; };
        const unsigned c = byte(k);
        std::size_t hidden = 0;
        if (c < 0x20 || c == 0x7F)
            hidden = 1;
        else if (c == 0xC2 && byte(k + 1) >= 0x80 && byte(k + 1) < 0xA0)
            hidden = 2; // C1
        else if (c == 0xE2 && byte(k + 1) == 0x80 &&
                 (byte(k + 2) == 0x8E || byte(k + 2) == 0x8F || (byte(k + 2) >= 0xA8 && byte(k + 2) <= 0xAE)))
            hidden = 3; // LRM, RLM, separators, embeddings
        else if (c == 0xE2 && byte(k + 1) == 0x81 && byte(k + 2) >= 0xA6 && byte(k + 2) <= 0xA9)
            hidden = 3; // isolates
        if (hidden) {
            out += ' ';
            k += hidden - 1;
        } else {
            out += text[k];
        }
    }
    return out;
}

std::string lowerCase(std::string_view text) {
    std::string out(text);
    for (char &c : out)
        c = lowerCase(c);
    return out;
}
std::string upperCase(std::string_view text) {
    std::string out(text);
    for (char &c : out)
        c = upperCase(c);
    return out;
}

} // namespace lw
