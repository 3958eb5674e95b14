// What a design may be at most: the limits a person sets for an axis, saved with the job.
#pragma once

#include "catalogue/catalogue.h"
#include "machine/known.h"
#include "json.h"
#include <array>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

/// One key a limit has everywhere: in the job, on the command line, in JSON.
// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class LimitKey { Budget, Volts, Face, MotorLength, KeepScrew, KeepThread, Loop, Stages, LeadDays, Turning };
#pragma GCC diagnostic pop
inline constexpr std::size_t limitCount = 10;
struct LimitSpec {
    std::string_view key;    ///< "face_mm"
    std::string_view name;   ///< "Motor face"
    std::string_view unit;   ///< of its number; empty: a choice
    std::string_view reason; ///< what a candidate is that breaks it: "a larger motor face"
};
[[nodiscard]] const LimitSpec &limitSpec(LimitKey k);
[[nodiscard]] std::optional<LimitKey> limitFromKey(std::string_view key);

/// Unset: NaN for numbers, false or empty for choices.
struct SizeLimits {
    double budget = notKnown, volts = notKnown, faceMm = notKnown, motorLengthMm = notKnown, stages = notKnown,
           leadDays = notKnown;
    bool keepScrew = false, keepThread = false, noTurning = false;
    std::string loop; ///< "open", "closed"; empty: either

    [[nodiscard]] bool set(LimitKey k) const;
    /// As it is shown: "200", "yes", "closed"; empty when it is not set.
    [[nodiscard]] std::string shown(LimitKey k) const;
    /// Sets one from text; a sentence when it makes no sense. "none" takes it away.
    [[nodiscard]] std::string take(LimitKey k, std::string_view text);
    bool operator==(const SizeLimits &) const = default;
};
/// /axes/X/limits; the job's budget is no limit of one axis.
[[nodiscard]] SizeLimits limitsOf(const nlohmann::json &project, const std::string &axis);

/// Names of catalogue rows the user has: /junk_box.
[[nodiscard]] std::set<std::string> haveOf(const nlohmann::json &project);
/// The catalogue rows that words name, "57 mm 1.9 N m motor and a 48 V supply": one a part of the sentence, the first
/// whose name has all its figures. Empty where nothing fits.
[[nodiscard]] std::vector<std::string> rowsNamed(const Catalogue &catalogue, std::string_view words);

} // namespace lw
