// What a line of the log says besides its words: kind, axis, figure, before and after, hours, money. Plain words are
// read by patterns, nothing is guessed: what is not understood stays the entry's text.
#pragma once

#include "logbook/log.h"
#include <set>

namespace lw {

enum class EntryPiece { Kind, Axis, Figure, BeforeAfter, Hours, Money };

struct ReadEntry {
    std::string text; ///< the line without a leading "learnt:" and trailing hours
    LogKind kind = LogKind::Note;
    std::string axis, label, before, after, hours, money;
    /// What was understood, in the order of the line's meaning, with words for people: "0.34 → 0.05".
    std::vector<std::pair<EntryPiece, std::string>> pieces;
};
/// Reads a line as people write it: "lost motion X was 0.34, now 0.05, took 1.5 h", "bought belt 14 EUR".
/// @param axes ids of the job's axes, to know one when it is named
/// @param taken what was understood and taken back: it stays words
[[nodiscard]] ReadEntry readEntry(const std::string &line, LogKind otherwise, const std::vector<std::string> &axes,
                                  const std::set<EntryPiece> &taken = {});
/// Patch of the entry as read.
[[nodiscard]] Patch writtenEntry(const nlohmann::json &project, const ReadEntry &read, const std::string &axis,
                                 const std::string &now);

} // namespace lw
