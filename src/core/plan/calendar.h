// Civil dates without a zone, as people type and read them. No clock in here: today is always handed in.
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <string_view>

namespace lw {

using Day = std::chrono::sys_days;

/// "2026-03-12", "12.3.2026", "12 Mar 2026", "12 Mar" (in the year that lies nearest to today). Nothing when it is no
/// date.
[[nodiscard]] std::optional<Day> readDay(std::string_view text, Day today);
/// "2026-03-12": how files hold it. Nothing else is read back from files.
[[nodiscard]] std::string isoDay(Day d);
[[nodiscard]] std::optional<Day> dayFromIso(std::string_view text);
/// "Thu 12 Mar"; with the year when it is not that of `beside`.
[[nodiscard]] std::string shownDay(Day d, std::optional<Day> beside = {});
[[nodiscard]] inline int daysBetween(Day from, Day to) { return static_cast<int>((to - from).count()); }

} // namespace lw
