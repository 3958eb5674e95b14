#include "shop/buying.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
/// Usual screw lengths, mm. ISO 888 and ISO 4762, from memory.
constexpr double series[] = {3,  4,  5,  6,  8,  10, 12, 16, 20, 25,  30,  35,
                             40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120};
constexpr double hair = 1e-9; // mm: decimals such as 22.6 must not lose a length to binary rounding
} // namespace

Result<TappedScrew> screwIntoTap(Length d, Length pitch, Length grip, Length washer, Length threadDepth, double k) {
    LW_REQUIRE_POSITIVE(d.value(), "thread_d_mm");
    LW_REQUIRE_POSITIVE(pitch.value(), "pitch_mm");
    LW_REQUIRE_NOT_NEGATIVE(grip.value(), "grip_mm");
    LW_REQUIRE_NOT_NEGATIVE(washer.value(), "washer_mm");
    LW_REQUIRE_POSITIVE(threadDepth.value(), "thread_depth_mm");
    LW_REQUIRE_POSITIVE(k, "engagement_factor");
    const double clamped = inMillimetres(grip + washer);
    TappedScrew s;
    s.shortest = millimetres(clamped + k * inMillimetres(d));
    s.longest = millimetres(clamped + inMillimetres(threadDepth) - std::max(0.5, inMillimetres(pitch)));
    const double upTo = std::min(inMillimetres(s.longest), clamped + 2 * inMillimetres(d));
    for (double l : series)
        if (l <= upTo + hair && l > clamped) s.length = millimetres(l);
    if (!s.length) return s;
    const double e = inMillimetres(*s.length) - clamped;
    s.engagement = millimetres(e);
    s.engagementInD = e / inMillimetres(d);
    s.grade = s.engagementInD >= k - hair         ? Grade::Pass
              : s.engagementInD >= 0.8 * k - hair ? Grade::Attention
                                                  : Grade::Fail;
    return s;
}

Result<NutScrew> screwWithNut(Length d, Length pitch, Length grip, Length washer, Length nutHeight) {
    LW_REQUIRE_POSITIVE(d.value(), "thread_d_mm");
    LW_REQUIRE_POSITIVE(pitch.value(), "pitch_mm");
    LW_REQUIRE_NOT_NEGATIVE(grip.value(), "grip_mm");
    LW_REQUIRE_NOT_NEGATIVE(washer.value(), "washer_mm");
    LW_REQUIRE_POSITIVE(nutHeight.value(), "nut_height_mm");
    NutScrew s{grip + washer + nutHeight + pitch * 2.0, {}, {}};
    for (double l : series)
        if (l >= inMillimetres(s.need) - hair) {
            s.length = millimetres(l);
            s.protrusion = *s.length - grip - washer - nutHeight;
            break;
        }
    return s;
}

Result<OptionsCompared> compareOptions(const std::vector<BuyOption> &options, double rate, const std::string &first,
                                       const std::string &second) {
    LW_REQUIRE_NOT_NEGATIVE(rate, "labour_rate_minor_per_h");
    OptionsCompared c;
    const BuyOption *a = nullptr, *b = nullptr;
    for (const auto &o : options) {
        const double total = o.money - o.resale + rate * o.hours;
        if (c.cheapest.empty() || total < c.total[c.cheapest] || (total == c.total[c.cheapest] && o.id < c.cheapest))
            c.cheapest = o.id;
        c.total[o.id] = total;
        if (o.id == first) a = &o;
        if (o.id == second) b = &o;
    }
    if (!a || !b) return fail(CalcErrorCode::BadText, "pair", 0, 0, "both names must be among the options.");
    if (a->hours != b->hours) c.breakEven = ((b->money - b->resale) - (a->money - a->resale)) / (a->hours - b->hours);
    return c;
}

namespace book {
namespace {
constexpr Calculation buyingCalculationsTable[] = {
    {"fastener_length",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto d = in.get<Length>("thread_d_mm"), pitch = in.get<Length>("pitch_mm"),
                    grip = in.get<Length>("grip_mm"), washer = in.get<Length>("washer_mm");
         if (in.text("mode") == "nut") {
             if (!in.has("nut_height_mm"))
                 return fail(CalcErrorCode::Missing, "nut_height_mm", 0, 0,
                             "not known; with a nut its height is needed.");
             LW_TRY(s, screwWithNut(d, pitch, grip, washer, in.get<Length>("nut_height_mm")));
             out.put("need_mm", s.need);
             out.json("length_mm", s.length ? Json(inMillimetres(*s.length)) : Json(nullptr));
             out.json("protrusion_mm", s.protrusion ? Json(inMillimetres(*s.protrusion)) : Json(nullptr));
             return {};
         }
         if (!in.has("thread_depth_mm"))
             return fail(CalcErrorCode::Missing, "thread_depth_mm", 0, 0,
                         "not known; measure the full thread in the hole.");
         LW_TRY(s, screwIntoTap(d, pitch, grip, washer, in.get<Length>("thread_depth_mm"),
                                in.has("engagement_factor") ? in.number("engagement_factor") : 1.0));
         out.put("length_min_mm", s.shortest);
         out.put("length_max_mm", s.longest);
         out.json("length_mm", s.length ? Json(inMillimetres(*s.length)) : Json(nullptr));
         if (s.length) {
             out.put("engagement_mm", s.engagement);
             out.number("engagement_in_d", s.engagementInD);
         }
         out.json("verdict", std::string(gradeCode(s.grade)));
         return {};
     },
     "PRACTICE"},
    {"option_compare",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<BuyOption> options;
         for (const auto &o : in.json("options"))
             options.push_back({o.at("id"), o.at("money_minor").get<double>(), o.at("resale_minor").get<double>(),
                                o.at("hours_h").get<double>()});
         const auto pair = in.json("pair").get<std::vector<std::string>>();
         if (pair.size() != 2)
             return fail(CalcErrorCode::OutOfRange, "pair", double(pair.size()), 2, "two names are wanted.");
         LW_TRY(c, compareOptions(options, in.number("labour_rate_minor_per_h"), pair[0], pair[1]));
         out.json("total_minor", c.total);
         out.json("cheapest", c.cheapest);
         out.json("break_even_minor_per_h", c.breakEven ? Json(*c.breakEven) : Json(nullptr));
         return {};
     },
     "DERIVED"},
};
} // namespace
std::span<const Calculation> buyingCalculations() { return buyingCalculationsTable; }
} // namespace book
} // namespace lw
