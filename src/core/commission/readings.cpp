#include "commission/readings.h"
#include "commission/limits.h"
#include "book/book.h"
#include "drive/screw.h"
#include <algorithm>
#include <cmath>
#include <numeric>

namespace lw {

std::string_view scaleActionCode(ScaleAction a) {
    return a == ScaleAction::Leave ? "leave" : a == ScaleAction::Correct ? "correct" : "find_cause";
}
std::string_view agreementCode(Agreement a) {
    return a == Agreement::Agrees ? "agrees" : a == Agreement::LookAgain ? "look_again" : "model_or_measurement_wrong";
}

std::vector<ScaleSuspect> scaleSuspects(double scale, int z1, int z2) {
    std::vector<ScaleSuspect> all;
    auto add = [&](std::string_view code, double ratio) {
        const double deviation = std::fabs(scale - ratio) / ratio;
        if (deviation <= 0.002) all.push_back({code, ratio, deviation});
    };
    for (int k = -8; k <= 8; ++k)
        if (k != 0) add("microsteps_power_of_two", std::pow(2.0, k));
    for (double r : {1.25, 0.8})
        add("microsteps_10_and_8", r);
    for (double r : {25.4, 1 / 25.4})
        add("inch_and_mm", r);
    for (double r : {5.08 / 5, 5 / 5.08})
        add("lead_5_08_and_5", r);
    for (double r : {3.175 / 3, 3 / 3.175})
        add("lead_3_175_and_3", r);
    for (double r : {0.5, 2.0})
        add("step_angle_or_starts", r);
    if (z1 > 1 && z2 > 1) {
        for (int a = -1; a <= 1; ++a)
            for (int b = -1; b <= 1; ++b)
                if (a || b)
                    add("pulley_teeth", (static_cast<double>(z1 + a) / (z2 + b)) / (static_cast<double>(z1) / z2));
        const double q = static_cast<double>(z2) / z1;
        add("pulleys_swapped", q * q);
        add("pulleys_swapped", 1 / (q * q));
    }
    std::stable_sort(all.begin(), all.end(), [](const auto &x, const auto &y) { return x.deviation < y.deviation; });
    return all;
}

std::string_view suspectWords(std::string_view code) {
    static constexpr std::pair<std::string_view, std::string_view> words[] = {
        {"microsteps_power_of_two", "microsteps set twice or half of what the controller thinks"},
        {"microsteps_10_and_8", "10 and 8 microsteps mixed up"},
        {"inch_and_mm", "inches and millimetres mixed up"},
        {"lead_5_08_and_5", "the screw is 5.08 where 5 was taken, or the reverse"},
        {"lead_3_175_and_3", "the screw is 3.175 where 3 was taken, or the reverse"},
        {"step_angle_or_starts", "0.9° and 1.8° steps mixed up, or a two-start screw"},
        {"pulley_teeth", "a pulley has one tooth more or less than counted"},
        {"pulleys_swapped", "the two pulleys are swapped"}};
    for (const auto &[c, w] : words)
        if (c == code) return w;
    return {};
}

Result<ScaleFound> calibrateSteps(const ScaleInput &in) {
    LW_REQUIRE_POSITIVE(in.stepsPerMm, "steps_per_mm");
    const std::size_t n = in.commanded.size();
    if (n != in.measured.size())
        return fail(CalcErrorCode::OutOfRange, "measured_mm", double(in.measured.size()), double(n),
                    "as many measured as commanded places are needed.");
    if (n < 3)
        return fail(CalcErrorCode::Missing, "commanded_mm", double(n), 3,
                    "at least three places are needed; five make a verdict.");
    const double count = double(n);
    const double mx = std::accumulate(in.commanded.begin(), in.commanded.end(), 0.0) / count,
                 my = std::accumulate(in.measured.begin(), in.measured.end(), 0.0) / count;
    double sxx = 0, sxy = 0;
    for (std::size_t k = 0; k < n; ++k) {
        sxx += (in.commanded[k] - mx) * (in.commanded[k] - mx);
        sxy += (in.commanded[k] - mx) * (in.measured[k] - my);
    }
    if (!(sxx > 0)) return fail(CalcErrorCode::NoSolution, "commanded_mm", 0, 0, "the places must differ.");
    ScaleFound f{};
    f.scale = sxy / sxx;
    if (!(f.scale > 0))
        return fail(CalcErrorCode::NoSolution, "measured_mm", f.scale, 0,
                    "the readings run against the commands; check the signs.");
    const double a = my - f.scale * mx;
    double residual = 0;
    for (std::size_t k = 0; k < n; ++k) {
        const double e = in.measured[k] - a - f.scale * in.commanded[k];
        residual += e * e;
    }
    const double s2 = residual / (count - 2);
    f.standardError = std::sqrt(s2 / sxx);
    f.intercept = a * 1e-3;
    f.interceptStandardError = std::sqrt(s2 * (1 / count + mx * mx / sxx)) * 1e-3;
    if (f.standardError > 0) f.t = std::fabs(f.scale - 1) / f.standardError;
    f.newStepsPerMm = in.stepsPerMm / f.scale;
    const auto far =
        static_cast<std::size_t>(std::max_element(in.commanded.begin(), in.commanded.end(),
                                                  [](double x, double y) { return std::fabs(x) < std::fabs(y); }) -
                                 in.commanded.begin());
    f.singlePointStepsPerMm =
        in.measured[far] != 0 ? in.stepsPerMm * in.commanded[far] / in.measured[far] : in.stepsPerMm;
    if (in.travel) f.errorOverTravel = (f.scale - 1) * in.travel->value();
    if (in.travel && in.doubt) {
        const double off = std::fabs(f.scale - 1);
        const bool seen = off > 3 * f.standardError && off * in.travel->value() >= in.doubt->value();
        f.action = !seen         ? ScaleAction::Leave
                   : off > 0.002 ? ScaleAction::FindCause
                   : n < 5       ? ScaleAction::Leave
                                 : ScaleAction::Correct;
        if (f.action == ScaleAction::FindCause)
            if (const auto s = scaleSuspects(f.scale, in.driverTeeth, in.drivenTeeth); !s.empty())
                f.suspect = s.front().code;
    }
    return f;
}

Result<BacklashFound> backlashAlong(std::span<const std::vector<Length>> places, Length resolution, Length target) {
    LW_REQUIRE_POSITIVE(resolution.value(), "resolution_mm");
    LW_REQUIRE_POSITIVE(target.value(), "target_mm");
    if (places.empty()) return fail(CalcErrorCode::Missing, "readings_mm");
    BacklashFound f{};
    double squares = 0, least = 1e99, most = -1e99, sum = 0;
    int freedom = 0;
    for (const auto &place : places) {
        if (place.empty()) return fail(CalcErrorCode::Missing, "readings_mm", 0, 0, "a place has no reading.");
        double mean = 0;
        for (auto r : place) {
            LW_REQUIRE_NOT_NEGATIVE(r.value(), "readings_mm");
            mean += r.value();
        }
        mean /= double(place.size());
        for (auto r : place)
            squares += (r.value() - mean) * (r.value() - mean);
        freedom += int(place.size()) - 1;
        f.means.push_back(metres(mean));
        least = std::min(least, mean);
        most = std::max(most, mean);
        sum += mean;
    }
    f.pooledDeviation = metres(freedom > 0 ? std::sqrt(squares / freedom) : 0);
    f.range = metres(most - least);
    f.compensation = metres(std::floor(least / resolution.value() + 1e-9) * resolution.value());
    f.leftOver = metres(most) - f.compensation;
    f.even = f.range.value() <= std::max(0.005e-3, 0.25 * sum / double(places.size())) * (1 + 1e-12);
    const double t = target.value() * (1 + 1e-9);
    f.grade = most <= t ? Grade::Pass : most <= 2 * t ? Grade::Attention : Grade::Fail;
    return f;
}

Result<HomingFound> judgeHoming(std::span<const Length> trips, Length fullStep, Length target, Length edgeToIndex,
                                Length indexSpacing) {
    LW_REQUIRE_POSITIVE(fullStep.value(), "full_step_mm");
    LW_REQUIRE_POSITIVE(target.value(), "target_mm");
    LW_REQUIRE_POSITIVE(indexSpacing.value(), "index_spacing_mm");
    if (trips.size() < 2)
        return fail(CalcErrorCode::Missing, "trips_mm", double(trips.size()), 2,
                    "at least two trips are needed; ten make a verdict.");
    double mean = 0, least = 1e99, most = -1e99, squares = 0;
    for (auto t : trips) {
        mean += t.value() / double(trips.size());
        least = std::min(least, t.value());
        most = std::max(most, t.value());
    }
    for (auto t : trips)
        squares += (t.value() - mean) * (t.value() - mean);
    HomingFound f{};
    f.deviation = metres(std::sqrt(squares / double(trips.size() - 1)));
    f.range = metres(most - least);
    f.fourSigma = f.deviation * 4.0;
    f.rangeInFullSteps = f.range / fullStep;
    const double t = target.value() * (1 + 1e-9);
    f.grade = f.range.value() <= t ? Grade::Pass : f.range.value() <= 2 * t ? Grade::Attention : Grade::Fail;
    double rest = std::fmod(edgeToIndex.value(), indexSpacing.value());
    if (rest < 0) rest += indexSpacing.value();
    f.indexFraction = rest / indexSpacing.value();
    f.indexSafe = f.indexFraction >= 0.25 - 1e-9 && f.indexFraction <= 0.75 + 1e-9;
    return f;
}

Result<WarmUpFound> warmUp(double t1, double t2, double t3, double intervalMin, double roomC, double limitC,
                           double attentionC, double expansionPerK, std::optional<Length> length) {
    LW_REQUIRE_POSITIVE(intervalMin, "interval_min");
    WarmUpFound f;
    const double first = t2 - t1, second = t3 - t2;
    f.settles = first * second > 0 && std::fabs(second) < std::fabs(first);
    if (!f.settles) return f;
    f.finalC = (t1 * t3 - t2 * t2) / (t1 + t3 - 2 * t2);
    f.timeConstantMin = intervalMin / std::log(first / second);
    f.atFortyC = f.finalC + 40 - roomC;
    if (length) f.growth = *length * (expansionPerK * (f.finalC - t1));
    f.grade = f.atFortyC <= limitC + 1e-9       ? Grade::Pass
              : f.atFortyC <= attentionC + 1e-9 ? Grade::Attention
                                                : Grade::Fail;
    return f;
}

Result<PredictionFound> comparePrediction(double predicted, double measured, double predictedU, double measuredU) {
    LW_REQUIRE_POSITIVE(predicted, "predicted");
    LW_REQUIRE_POSITIVE(predictedU, "predicted_uncertainty");
    LW_REQUIRE_POSITIVE(measuredU, "measured_uncertainty");
    if (!std::isfinite(measured)) return fail(CalcErrorCode::NotFinite, "measured", measured);
    PredictionFound f{};
    f.en = (measured - predicted) / std::hypot(predictedU, measuredU);
    f.deviationPercent = (measured / predicted - 1) * 100;
    const double e = std::fabs(f.en);
    f.agreement = e <= 1 ? Agreement::Agrees : e <= 1.5 ? Agreement::LookAgain : Agreement::Wrong;
    return f;
}

namespace book {
namespace {
std::vector<double> numbers(const Inputs &in, const char *key) { return in.json(key).get<std::vector<double>>(); }

constexpr Calculation commissioningCalculationsTable[] = {
    {"steps_calibration",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         ScaleInput s{in.number("steps_per_mm"), numbers(in, "commanded_mm"), numbers(in, "measured_mm"),
                      in.maybe<Length>("travel_mm"), in.maybe<Length>("instrument_uncertainty_mm")};
         if (in.has("driver_teeth")) s.driverTeeth = in.integer("driver_teeth");
         if (in.has("driven_teeth")) s.drivenTeeth = in.integer("driven_teeth");
         LW_TRY(f, calibrateSteps(s));
         out.number("scale", f.scale);
         out.number("scale_standard_error", f.standardError);
         out.number("intercept_um", f.intercept * 1e6);
         out.number("intercept_standard_error_um", f.interceptStandardError * 1e6);
         out.number("scale_error_um_per_m", (f.scale - 1) * 1e6);
         out.number("scale_standard_error_um_per_m", f.standardError * 1e6);
         if (f.t) out.number("t_value", *f.t);
         out.number("new_steps_per_mm", f.newStepsPerMm);
         out.number("single_point_steps_per_mm", f.singlePointStepsPerMm);
         if (f.errorOverTravel) out.number("error_over_travel_mm", *f.errorOverTravel * 1e3);
         if (f.action) {
             out.json("action", std::string(scaleActionCode(*f.action)));
             out.json("suspect", f.suspect ? Json(std::string(*f.suspect)) : Json(nullptr));
         }
         return {};
     },
     "LEAST-SQUARES"},
    {"backlash_test",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<std::vector<Length>> places;
         for (const auto &row : in.json("readings_mm")) {
             places.emplace_back();
             for (const auto &v : row)
                 places.back().push_back(millimetres(v.get<double>()));
         }
         LW_TRY(f, backlashAlong(places, in.get<Length>("resolution_mm"), in.get<Length>("target_mm")));
         Json means = Json::array();
         for (auto m : f.means)
             means.push_back(inMillimetres(m));
         out.json("mean_by_position_mm", means);
         out.put("pooled_std_mm", f.pooledDeviation);
         out.put("range_mm", f.range);
         out.put("compensation_mm", f.compensation);
         out.put("left_over_mm", f.leftOver);
         out.json("cause", f.even ? "even_along_travel" : "varies_along_travel");
         out.json("verdict", std::string(gradeCode(f.grade)));
         return {};
     },
     "PRACTICE"},
    {"homing",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto trips = in.list<Length>("trips_mm");
         LW_TRY(f, judgeHoming(trips, in.get<Length>("full_step_mm"), in.get<Length>("target_mm"),
                               in.get<Length>("edge_to_index_mm"), in.get<Length>("index_spacing_mm")));
         out.put("std_mm", f.deviation);
         out.put("range_mm", f.range);
         out.put("four_sigma_mm", f.fourSigma);
         out.number("range_in_full_steps", f.rangeInFullSteps);
         out.json("verdict", std::string(gradeCode(f.grade)));
         out.number("index_fraction", f.indexFraction);
         out.json("index_safe", f.indexSafe);
         return {};
     },
     "PRACTICE"},
    {"temperature_rise_fit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto t = numbers(in, "temperatures_C");
         if (t.size() != 3)
             return fail(CalcErrorCode::OutOfRange, "temperatures_C", double(t.size()), 3,
                         "three readings, evenly spaced in time, are wanted.");
         const double limit = in.number("limit_C");
         LW_TRY(f, warmUp(t[0], t[1], t[2], in.number("interval_min"), in.number("ambient_C"), limit,
                          in.has("attention_limit_C") ? in.number("attention_limit_C") : limit + 20,
                          in.has("expansion_per_K") ? in.number("expansion_per_K") : 11.5e-6,
                          in.maybe<Length>("length_mm")));
         out.json("settles", f.settles);
         out.json("verdict", std::string(gradeCode(f.grade)));
         if (!f.settles) return {};
         out.number("final_temperature_C", f.finalC);
         out.number("time_constant_min", f.timeConstantMin);
         out.number("at_40C_room_C", f.atFortyC);
         out.number("time_to_95_percent_min", 3 * f.timeConstantMin);
         if (f.growth) out.number("growth_um", inMicrometres(*f.growth));
         return {};
     },
     "NEWTON-COOLING"},
    {"speed_limit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         SetSpeedInput i;
         i.stalls = in.list<Speed>("stall_speeds_mm_min");
         i.safeFraction = in.number("safe_fraction");
         i.pulseLimit = in.number("step_rate_limit_Hz");
         i.pulseUse = in.number("step_rate_use");
         i.stepsPerMm = in.number("steps_per_mm");
         i.screwLimit = in.get<AngularSpeed>("screw_limit_rpm");
         i.lead = in.get<Length>("lead_mm");
         i.stopping.braking = in.get<Acceleration>("acceleration_m_s2");
         i.stopping.reaction = in.get<Duration>("reaction_s");
         i.stopping.brakeDelay = in.get<Duration>("brake_delay_s");
         i.stopping.margin = in.get<Length>("margin_mm");
         i.stopping.equivalent = in.get<Mass>("equivalent_mass_kg");
         i.stopping.friction = in.get<Force>("friction_N");
         i.stopping.netWeight = in.get<Force>("net_weight_N");
         i.stopping.brake = in.get<Force>("brake_force_N");
         LW_TRY(s, setSpeed(i));
         out.put("limit_stall_mm_min", s.byStall);
         out.put("limit_step_rate_mm_min", s.byPulses);
         out.put("limit_critical_speed_mm_min", s.byScrew);
         out.json("governs", s.governs == SpeedGoverns::Stall    ? "stall"
                             : s.governs == SpeedGoverns::Pulses ? "step_rate"
                                                                 : "critical_speed");
         out.put("set_speed_mm_min", s.set);
         out.put("stop_distance_mm", s.stop);
         out.put("soft_limit_inset_mm", s.inset);
         out.json("stops_unpowered", s.runOut.has_value());
         auto length = [](const std::optional<Length> &l) { return l ? Json(inMillimetres(*l)) : Json(nullptr); };
         out.json("run_out_unpowered_mm", length(s.runOut));
         out.json("room_minimum_mm", length(s.roomLeast));
         out.json("room_needed_mm", length(s.roomNeeded));
         return {};
     },
     "KIN"},
    {"stop_distance",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         out.put("stop_distance_mm",
                 stoppingDistance(in.get<Speed>("speed_mm_min"), in.get<Acceleration>("deceleration_m_s2"),
                                  in.get<Duration>("reaction_s")));
         return {};
     },
     "KIN"},
    {"en_number",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(f, comparePrediction(in.number("predicted"), in.number("measured"), in.number("predicted_uncertainty"),
                                     in.number("measured_uncertainty")));
         out.number("en_number", f.en);
         out.number("deviation_percent", f.deviationPercent);
         out.json("verdict", std::string(agreementCode(f.agreement)));
         return {};
     },
     "ISO-13528"},
};
} // namespace
std::span<const Calculation> commissioningCalculations() { return commissioningCalculationsTable; }
} // namespace book
} // namespace lw
