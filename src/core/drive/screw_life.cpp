#include "drive/screw_life.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>
#include <numbers>
#include <vector>

namespace lw {

namespace {
/// @param loadOf what of a stretch wears
template <class LoadOf> ScrewMean meanOver(std::span<const ScrewStretch> duty, LoadOf &&loadOf) {
    double cube = 0, turns = 0, time = 0;
    for (const auto &s : duty) {
        const double n = s.speed.value() * s.share, F = loadOf(s).value();
        cube += std::fabs(F * F * F) * n;
        turns += n;
        time += s.share;
    }
    return {newtons(std::cbrt(cube / turns)), fromSi<AngularSpeed>(turns / time)};
}
} // namespace

ScrewMean screwMean(std::span<const ScrewStretch> duty) {
    return meanOver(duty, [](const ScrewStretch &s) { return s.load; });
}
double screwTurns(Force rating, Force mean, double factor) {
    const double ratio = rating.value() / (factor * mean.value());
    return 1e6 * ratio * ratio * ratio;
}
Force loadOfHalf(Force load, Force preload) {
    const double F = load.value(), p = preload.value(), off = 2 * std::numbers::sqrt2 * p;
    if (p <= 0) return newtons(std::max(F, 0.0));
    const double size = std::fabs(F), over = 1 + size / off, loaded = size < off ? p * over * std::sqrt(over) : size;
    return newtons(F >= 0 ? loaded : std::max(loaded - size, 0.0));
}
double bothTurns(double first, double second) {
    return std::pow(std::pow(first, -10.0 / 9) + std::pow(second, -10.0 / 9), -0.9);
}
PairLife pairLife(std::span<const ScrewStretch> duty, Force rating, Force preload, double shocks, Force sideways) {
    PairLife l;
    for (const int half : {0, 1}) {
        const auto mean = meanOver(
            duty, [&](const ScrewStretch &s) { return loadOfHalf(half ? -s.load : s.load, preload) + sideways; });
        l.mean[half] = mean.load;
        l.speed = mean.speed;
        l.turns[half] = screwTurns(rating, mean.load, shocks);
    }
    l.both = bothTurns(l.turns[0], l.turns[1]);
    return l;
}
Length heatGrowth(Length length, double rise, double expansion) { return length * (expansion * rise); }
Force pretension(Length root, double rise, double expansion, Pressure youngs) {
    return newtons(youngs.value() * pi / 4 * root.value() * root.value() * expansion * rise);
}
double gradeVariation(std::string_view grade) {
    static constexpr std::pair<std::string_view, double> rows[] = {
        {"0", 3.5}, {"1", 6}, {"3", 12}, {"5", 23}, {"7", 52}, {"9", 130}, {"10", 210}, {"rolled", 130}};
    for (const auto &[code, um] : rows)
        if (grade == code) return um * 1e-6;
    return 0;
}
Length travelError(Length per300, Length travel) { return per300 * (2 * travel.value() / 0.3); }

namespace book {
namespace {
Result<std::vector<ScrewStretch>> dutyFrom(const Inputs &in) {
    std::vector<ScrewStretch> duty;
    double turns = 0;
    for (const auto &s : in.json("segments")) {
        ScrewStretch x{newtons(s.at("load_N").get<double>()),
                       revolutionsPerMinute(std::fabs(s.at("speed_rpm").get<double>())), s.at("share").get<double>()};
        turns += x.speed.value() * x.share;
        duty.push_back(x);
    }
    if (!(turns > 0))
        return fail(CalcErrorCode::OutOfRange, "segments", 0, 1, "the screw turns in none of them: nothing wears.");
    return duty;
}
constexpr Calculation screwLifeTable[] = {
    {"screw_life",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(duty, dutyFrom(in));
         const auto mean = screwMean(duty);
         LW_REQUIRE_POSITIVE(mean.load.value(), "segments");
         const double turns = screwTurns(in.get<Force>("dynamic_load_rating_N"), mean.load, in.number("load_factor"));
         out.put("mean_load_N", mean.load);
         out.put("mean_rpm", mean.speed);
         out.number("life_rev", turns);
         out.number("life_h", turns * 2 * pi / mean.speed.value() / 3600);
         if (in.has("lead_mm")) out.number("life_km", turns * in.number("lead_mm") * 1e-6);
         if (in.has("static_load_rating_N") && in.has("max_load_N") && in.number("max_load_N") > 0)
             out.number("static_safety", in.number("static_load_rating_N") / in.number("max_load_N"));
         return {};
     },
     "ISO-3408-5"},
    {"screw_life_preloaded",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(duty, dutyFrom(in));
         const auto C = in.get<Force>("dynamic_load_rating_N"), preload = in.get<Force>("preload_N");
         const auto life = pairLife(duty, C, preload, 1);
         for (const int half : {0, 1}) {
             out.put(half ? "mean_load_nut2_N" : "mean_load_nut1_N", life.mean[half]);
             out.number(half ? "life_nut2_rev" : "life_nut1_rev", life.turns[half]);
         }
         out.number("life_rev", life.both);
         out.number("life_h", life.both * 2 * pi / life.speed.value() / 3600);
         return {};
     },
     "ISO-3408-5"},
    {"screw_thermal_growth",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto L = in.get<Length>("length_mm");
         const double a = in.number("expansion_per_K");
         out.put("growth_um", heatGrowth(L, in.number("rise_K"), a));
         if (!in.has("pretension_K")) return {};
         const double K = in.number("pretension_K");
         if (const auto root = in.maybe<Length>("root_d_mm"))
             out.put("pretension_N", pretension(*root, K, a, in.get<Pressure>("youngs_modulus_GPa")));
         out.put("stretch_um", heatGrowth(L, K, a));
         return {};
     },
     "MECH"},
    {"travel_error",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto per = in.get<Length>("travel_variation_300_um"), L = in.get<Length>("length_mm");
         out.put("travel_error_um", travelError(per, L));
         out.put("worst_300_um", per);
         if (in.has("rise_K")) out.put("growth_um", heatGrowth(L, in.number("rise_K")));
         return {};
     },
     "ISO-3408-5"},
};
} // namespace
std::span<const Calculation> screwLifeCalculations() { return screwLifeTable; }
} // namespace book
} // namespace lw
