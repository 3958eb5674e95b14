// What the stations of the later work say about an axis in one glance, and their headlines.
#pragma once

#include "logbook/log.h"
#include "proof/words/summary.h"

namespace lw {

/// @param lines of this axis alone
[[nodiscard]] StationSummary partsSummary(const nlohmann::json &project, const std::vector<PartLine> &lines);
[[nodiscard]] StationSummary buildSummary(const BuildPlan &plan, const std::string &axis);
[[nodiscard]] StationSummary cardsSummary(const nlohmann::json &project, const AxisModel &m, const AxisState &s);
[[nodiscard]] StationSummary logSummary(const std::vector<LogEntry> &entries, const std::string &axis);
[[nodiscard]] std::string buildHeadline(const BuildPlan &plan, const std::string &axis);
[[nodiscard]] std::string cardsHeadline(const std::vector<CardResult> &cards,
                                        const std::vector<const CardSpec *> &specs);

} // namespace lw
