// The log: what was measured, decided, bought, made, ruined and learnt; hours against the plan; whether decisions were
// right. Entries are never edited away: a correction is an entry that points to the one it amends.
#pragma once

#include "commission/cards.h"
#include "machine/patch.h"
#include "plan/build_plan.h"
#include "json.h"
#include <map>
#include <string>
#include <vector>

namespace lw {

enum class LogKind { Measured, Decided, Bought, Made, Ruined, Learnt, Safety, Note };
std::string_view logKindCode(LogKind k);

struct LogEntry {
    std::string id, date, axis, text, reason, label, before, after, figure, phase, pinned, amends;
    LogKind kind = LogKind::Note;
    double hours = 0, money = 0;
    bool automatic = false;
    /// Of a decision: not known while its figure is open, else right (holds), dear (watch) or wrong (fails).
    bool judged = false, heldOpen = false; ///< heldOpen: typed as open, whatever its figure says
    Verdict verdict = Verdict::NotKnown;
    std::string verdictWords;
};
/// What is known per axis of said and is; keyed by axis id.
using PredictionsByAxis = std::map<std::string, std::vector<Prediction>>;
/// All entries as written, the newest first; on one day the later written first. Typed verdicts are read.
[[nodiscard]] std::vector<LogEntry> logEntries(const nlohmann::json &project);
/// Gives open decisions the verdict of their figure, where that is measured.
void judgeDecisions(std::vector<LogEntry> &entries, const PredictionsByAxis &predictions);
/// Both.
[[nodiscard]] std::vector<LogEntry> logEntries(const nlohmann::json &project, const PredictionsByAxis &predictions);

struct DecisionCount {
    int decisions = 0, right = 0, dear = 0, wrong = 0, open = 0;
};
[[nodiscard]] DecisionCount countDecisions(const std::vector<LogEntry> &entries);
/// "Nine decisions: seven right, one dear, one wrong".
[[nodiscard]] std::string logHeadline(const std::vector<LogEntry> &entries);

struct PhaseHours {
    std::string phase;
    double planned = 0, spent = 0, left = 0;
};
/// Planned by the steps, spent by the log, left by the steps that are open. By phase, in the order of the work.
[[nodiscard]] std::vector<PhaseHours> phaseHours(const BuildPlan &plan, const std::vector<LogEntry> &entries);

/// The entry that an edit writes by itself: a caution read, a card's or the survey's reading,
/// a waiver, another design shown. Empty when it is none of these. Its id follows from what and when, so that two
/// edits of one thing on one day leave one entry.
/// @param now ISO date and time "2026-03-12T19:42"; @param before the project without the edit
[[nodiscard]] std::vector<Patch> automaticEntry(const nlohmann::json &before, const std::vector<Patch> &edit,
                                                const std::string &now);
/// A step ticked with the hours it took (typed text, may be empty), and its entry, as one edit.
[[nodiscard]] std::vector<Patch> stepTicked(const BuildStep &step, const std::string &hours, const std::string &now);
/// A part moved on, and its entry.
[[nodiscard]] std::vector<Patch> partMoved(const nlohmann::json &project, const PartLine &line, PartState to,
                                           const std::string &now);
/// A mend or a remedy that was taken.
[[nodiscard]] Patch decisionEntry(const std::string &axis, const std::string &words, const std::string &reason,
                                  const std::string &now);
/// A key for a new entry that none has.
[[nodiscard]] std::string newEntryId(const nlohmann::json &project, const std::string &now);

[[nodiscard]] std::string logCsv(const std::vector<LogEntry> &entries);
[[nodiscard]] std::string logMarkdown(const std::vector<LogEntry> &entries, const std::string &job);

} // namespace lw
