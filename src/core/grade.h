// How a reading is judged on its own, before it becomes a verdict of the job.
#pragma once

#include <string_view>

namespace lw {

enum class Grade { Pass, Attention, Fail };
constexpr std::string_view gradeCode(Grade g) {
    return g == Grade::Pass ? "pass" : g == Grade::Attention ? "attention" : "fail";
}

} // namespace lw
