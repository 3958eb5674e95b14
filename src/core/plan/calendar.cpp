#include "plan/calendar.h"
#include "units/plain_number.h"
#include <algorithm>
#include <array>
#include <cstdio>
#include <vector>

namespace lw {
namespace {
constexpr std::array<std::string_view, 12> months{"Jan", "Feb", "Mar", "Apr", "May", "Jun",
                                                  "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"};
constexpr std::array<std::string_view, 7> weekdays{"Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"};

std::optional<Day> made(long y, long m, long d) {
    if (y < 1900 || y > 2200 || m < 1 || m > 12 || d < 1 || d > 31) return {};
    const std::chrono::year_month_day ymd{std::chrono::year(static_cast<int>(y)),
                                          std::chrono::month(static_cast<unsigned>(m)),
                                          std::chrono::day(static_cast<unsigned>(d))};
    if (!ymd.ok()) return {};
    return Day(ymd);
}
long year(Day d) { return static_cast<int>(std::chrono::year_month_day(d).year()); }
} // namespace

std::optional<Day> dayFromIso(std::string_view t) {
    if (t.size() != 10 || t[4] != '-' || t[7] != '-') return {};
    long part[3] = {0, 0, 0};
    const std::size_t from[3] = {0, 5, 8}, length[3] = {4, 2, 2};
    for (int k = 0; k < 3; ++k)
        for (char c : t.substr(from[k], length[k])) {
            if (!isDigit(c)) return {};
            part[k] = part[k] * 10 + (c - '0');
        }
    return made(part[0], part[1], part[2]);
}

std::optional<Day> readDay(std::string_view text, Day today) {
    while (!text.empty() && text.front() == ' ')
        text.remove_prefix(1);
    while (!text.empty() && text.back() == ' ')
        text.remove_suffix(1);
    if (auto iso = dayFromIso(text)) return iso;
    // words and numbers, whatever stands between them
    std::vector<long> numbers;
    long month = 0;
    for (std::size_t k = 0; k < text.size();) {
        const char c = text[k];
        if (isDigit(c)) {
            long v = 0;
            while (k < text.size() && isDigit(text[k]) && v < 100000)
                v = v * 10 + (text[k++] - '0');
            numbers.push_back(v);
        } else if (isLetter(c)) {
            std::size_t e = k;
            while (e < text.size() && isLetter(text[e]))
                ++e;
            std::string word(text.substr(k, std::min<std::size_t>(3, e - k)));
            for (auto &w : word)
                w = lowerCase(w);
            if (!word.empty()) word[0] = upperCase(word[0]);
            const auto m = std::find(months.begin(), months.end(), word);
            const bool weekday = std::find(weekdays.begin(), weekdays.end(), word) != weekdays.end();
            if (m != months.end() && !month)
                month = m - months.begin() + 1;
            else if (!weekday)
                return {};
            k = e;
        } else if (c == ' ' || c == '.' || c == ',')
            ++k;
        else
            return {};
    }
    long d = 0, m = month, y = 0;
    if (month && (numbers.size() == 1 || numbers.size() == 2)) {
        d = numbers[0];
        if (numbers.size() == 2) y = numbers[1];
    } else if (!month && (numbers.size() == 2 || numbers.size() == 3)) {
        d = numbers[0];
        m = numbers[1];
        if (numbers.size() == 3) y = numbers[2];
    } else
        return {};
    if (y) return made(y < 100 ? 2000 + y : y, m, d);
    std::optional<Day> best;
    for (long candidate = year(today) - 1; candidate <= year(today) + 1; ++candidate)
        if (const auto day = made(candidate, m, d);
            day && (!best || std::abs(daysBetween(today, *day)) < std::abs(daysBetween(today, *best))))
            best = day;
    return best;
}

std::string isoDay(Day d) {
    const std::chrono::year_month_day ymd(d);
    return zeroPadded(static_cast<int>(ymd.year()), 4) + "-" + zeroPadded(static_cast<unsigned>(ymd.month()), 2) + "-" +
           zeroPadded(static_cast<unsigned>(ymd.day()), 2);
}

std::string shownDay(Day d, std::optional<Day> beside) {
    const std::chrono::year_month_day ymd(d);
    std::string t(weekdays[std::chrono::weekday(d).c_encoding()]);
    t += "\u00a0" + std::to_string(static_cast<unsigned>(ymd.day())) + "\u00a0" +
         std::string(months[static_cast<unsigned>(ymd.month()) - 1]);
    if (beside && year(*beside) != year(d)) t += "\u00a0" + std::to_string(year(d));
    return t;
}

} // namespace lw
