// Judgement calls of the parts list that are arithmetic: how long a screw, build or buy, when to order.
#pragma once

#include "grade.h"
#include "result.h"
#include "units/quantity.h"
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace lw {

struct TappedScrew {
    Length shortest, longest;     ///< that grips, that does not bottom
    std::optional<Length> length; ///< of the series; none fits: none
    Length engagement{};
    double engagementInD = 0;
    Grade grade = Grade::Fail;
};
/// Screw into a blind tapped hole: t + w + k d at least, and clear of the bottom by the greater of 0.5 mm and a pitch.
/// Lengths of the usual series (ISO 888, ISO 4762, from memory); engagement k common practice: steel 1, cast iron 1.25,
/// aluminium 1.5 to 2. @param d, pitch, threadDepth > 0  @param grip, washer >= 0  @param k > 0
[[nodiscard]] Result<TappedScrew> screwIntoTap(Length d, Length pitch, Length grip, Length washer, Length threadDepth,
                                               double k);
struct NutScrew {
    Length need;
    std::optional<Length> length, protrusion;
};
/// Screw through with a nut: grip, washer, nut and two pitches. Source: PRACTICE.
[[nodiscard]] Result<NutScrew> screwWithNut(Length d, Length pitch, Length grip, Length washer, Length nutHeight);

struct BuyOption {
    std::string id;
    double money = 0, resale = 0; ///< in minor units
    double hours = 0;
};
struct OptionsCompared {
    std::map<std::string, double> total; ///< money - resale + rate * hours
    std::string cheapest;
    std::optional<double> breakEven; ///< hour value at which the pair is even; none when both take the same hours
};
/// Source: arithmetic (DERIVED). Fails when an id of the pair is not among the options.
[[nodiscard]] Result<OptionsCompared> compareOptions(const std::vector<BuyOption> &options, double ratePerHour,
                                                     const std::string &first, const std::string &second);

} // namespace lw
