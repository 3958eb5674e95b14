// The project as text: reading with a sentence for whatever is wrong, writing in a stable order.
#pragma once

#include "json.h"
#include <tl/expected.hpp>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

inline constexpr int projectFormat = 2;

struct ReadProject {
    nlohmann::json project;
    std::vector<std::string>
        notes; ///< sentences about entries that stand but cannot be read, or that contradict themselves
};
/// Parses and checks a job. The error says what, where (line or JSON pointer) and how to mend it; nothing is half-read.
[[nodiscard]] tl::expected<ReadProject, std::string> readProject(std::string_view text, std::string_view fileName);
/// The format a file says it has; 0 when it says none or is no job. Reads no further than it must be sure.
[[nodiscard]] int formatOf(std::string_view text);
/// JSON with sorted keys; every readable value also in the unit of its key, for other programs.
[[nodiscard]] std::string writeProject(const nlohmann::json &project);
/// An empty job.
[[nodiscard]] nlohmann::json emptyProject();

} // namespace lw
