#include "drive/steps.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

Result<Fraction> leadFromMillimetres(double mm) {
    LW_REQUIRE_POSITIVE(mm, "lead_mm");
    return fromDecimal(mm);
}
Result<Fraction> leadFromThreadsPerInch(double tpi) {
    LW_REQUIRE_POSITIVE(tpi, "threads_per_inch");
    LW_TRY(t, fromDecimal(tpi));
    return divide(Fraction{127, 5}, t);
}

Result<Fraction> stepsPerMillimetre(int fullSteps, int microsteps, Fraction ratio, Fraction leadMm) {
    if (fullSteps < 1) return fail(CalcErrorCode::NotPositive, "full_steps_per_rev", fullSteps);
    if (microsteps < 1) return fail(CalcErrorCode::NotPositive, "microsteps", microsteps);
    if (leadMm.num <= 0) return fail(CalcErrorCode::NotPositive, "lead_mm", leadMm.value());
    if (ratio.num <= 0) return fail(CalcErrorCode::NotPositive, "ratio_fraction", ratio.value());
    LW_TRY(perTurn, multiply(Fraction{static_cast<std::int64_t>(fullSteps) * microsteps, 1}, ratio));
    return divide(perTurn, leadMm);
}

RoundedSteps roundedSteps(Fraction exact, Length travel, std::optional<int> places) {
    RoundedSteps r{};
    for (int p = places.value_or(4);; ++p) {
        r.places = p;
        r.text = decimalText(exact, p);
        const auto typed = readFraction(r.text);
        const auto off = typed                          ? typedStepsError(exact, *typed, travel.value())
                         : typed.error().detail.empty() ? Result<double>(0.0)
                                                        : Result<double>(0.0);
        r.errorOverTravel = -off.value_or(0.0);
        r.exact = typed && *typed == exact;
        if (places || p >= 12 || std::fabs(r.errorOverTravel) < 0.1e-6) return r;
    }
}

double roundingOverTravel(Fraction exact, Length travel) {
    __extension__ typedef __int128 Wide;
    std::int64_t unit = 1000;
    for (int places = 4;; ++places) { // the same ladder as roundedSteps, in whole numbers
        unit *= 10;
        const Wide scaled = (Wide(exact.num) * unit * 2 + exact.den) / (2 * Wide(exact.den)); // half up
        if (scaled > std::numeric_limits<std::int64_t>::max()) return 0;
        const auto typed = makeFraction(static_cast<std::int64_t>(scaled), unit);
        if (!typed || *typed == exact) return 0;
        const double off = typedStepsError(exact, *typed, travel.value()).value_or(0.0);
        if (places >= 12 || std::fabs(off) < 0.1e-6) return -off;
    }
}
Result<double> typedStepsError(Fraction exact, Fraction typed, double travel) {
    // (exact - typed)/exact = 1 - typed/exact, the quotient kept exact until the last division
    LW_TRY(q, divide(typed, exact));
    LW_TRY(missing, makeFraction(q.den - q.num, q.den));
    return missing.value() * travel;
}

Result<StepperResolution> stepperResolution(Lead lead, double ratio, int fullSteps, int microsteps, Torque peakStatic,
                                            Torque friction) {
    LW_REQUIRE_POSITIVE(lead.value(), "lead_mm");
    LW_REQUIRE_POSITIVE(ratio, "ratio");
    LW_REQUIRE_POSITIVE(peakStatic.value(), "peak_static_torque_Nm");
    const double u = friction / peakStatic;
    if (!(u <= 1))
        return fail(CalcErrorCode::OutOfRange, "friction_torque_Nm", friction.value(), peakStatic.value(),
                    "the friction is more than the motor can move.");
    const double rotorTeeth = fullSteps / 4.0;
    const double half = std::asin(u) / rotorTeeth;
    const double perMotorRad = lead.value() / ratio;
    const double fullStep = 2 * pi / fullSteps * perMotorRad;
    StepperResolution r{};
    r.deadZone = metres(2 * half * perMotorRad);
    r.dependable = metres(std::max(fullStep / microsteps, r.deadZone.value() + 0.05 * fullStep));
    return r;
}

Length travelPerMotorTurn(Lead lead, double ratio) { return perTurn(lead) / ratio; }
Frequency stepRate(Speed v, Lead lead, double ratio, int fullSteps, int microsteps) {
    return fromSi<Frequency>(v.value() / travelPerMotorTurn(lead, ratio).value() * fullSteps * microsteps);
}
Frequency drivePulseLimit(Duration high, Duration low) { return 1.0 / (high + low); }

namespace book {
namespace {

Result<Fraction> leadOf(const Inputs &in, const char *mm, const char *tpi) {
    if (in.has(mm)) return leadFromMillimetres(in.number(mm));
    if (in.has(tpi)) return leadFromThreadsPerInch(in.number(tpi));
    return fail(CalcErrorCode::Missing, mm, 0, 0, "give lead_mm or threads_per_inch.");
}

Result<Json> exactAxis(const Json &a) {
    auto has = [&](const char *k) { return a.contains(k) && !a.at(k).is_null(); };
    auto whole = [&](const char *k) { return static_cast<int>(a.at(k).get<double>()); };
    Fraction ratio{1, 1};
    if (has("ratio_fraction")) {
        LW_TRY(r, readFraction(a.at("ratio_fraction").get<std::string>()));
        if (r.num <= 0) return fail(CalcErrorCode::NotPositive, "ratio_fraction", r.value());
        ratio = r;
    }
    Json out = Json::object();
    LW_TRY(perTurn,
           multiply(Fraction{static_cast<std::int64_t>(whole("full_steps_per_rev")) * whole("microsteps"), 1}, ratio));
    std::optional<Fraction> typed;
    if (has("typed_value")) {
        auto t = readFraction(a.at("typed_value").get<std::string>());
        if (!t)
            return fail(CalcErrorCode::BadText, "typed_value", 0, 0,
                        "'" + a.at("typed_value").get<std::string>() + "' is not a decimal number.");
        typed = *t;
    }
    if (has("lead_mm") || has("threads_per_inch")) {
        auto lead = has("lead_mm") ? leadFromMillimetres(a.at("lead_mm").get<double>())
                                   : leadFromThreadsPerInch(a.at("threads_per_inch").get<double>());
        if (!lead) return tl::unexpected(lead.error());
        LW_TRY(perMm, divide(perTurn, *lead));
        LW_TRY(perInch, multiply(perMm, Fraction{127, 5}));
        out["steps_per_mm_fraction"] = perMm.text();
        out["steps_per_mm"] = perMm.value();
        out["steps_per_inch_fraction"] = perInch.text();
        if (has("step_rate_limit_Hz"))
            out["limit_speed_mm_min"] = a.at("step_rate_limit_Hz").get<double>() * 60 / perMm.value();
        if (typed && has("travel_mm")) {
            LW_TRY(e, typedStepsError(perMm, *typed, a.at("travel_mm").get<double>() * 1e3));
            out["typed_error_um"] = e;
        }
        return out;
    }
    LW_TRY(perDeg, divide(perTurn, Fraction{360, 1}));
    out["steps_per_deg_fraction"] = perDeg.text();
    out["steps_per_turn_fraction"] = perTurn.text();
    if (typed && has("turns")) {
        LW_TRY(e, typedStepsError(perDeg, *typed, a.at("turns").get<double>() * 360));
        out["typed_error_deg"] = e;
    }
    if (has("divisions")) {
        const int n = whole("divisions");
        if (n > 100000) return fail(CalcErrorCode::OutOfRange, "divisions", n, 100000);
        Json steps = Json::array();
        std::int64_t last = 0, least = 0, most = 0;
        double worst = 0;
        for (int k = 0; k <= n; ++k) {
            LW_TRY(part, makeFraction(k, n));
            LW_TRY(at, multiply(perTurn, part));
            const std::int64_t s = roundHalfAway(at);
            LW_TRY(off, makeFraction(at.num - s * at.den, at.den));
            worst = std::max(worst, std::fabs(off.value()));
            if (k == 1) least = most = s - last;
            if (k > 1) {
                least = std::min(least, s - last);
                most = std::max(most, s - last);
            }
            last = s;
            steps.push_back(s);
        }
        LW_TRY(one, divide(perTurn, Fraction{n, 1}));
        LW_TRY(sum, makeFraction(roundHalfAway(one) * n * perTurn.den - perTurn.num, perTurn.den));
        out["division_steps"] = steps;
        out["increment_spread_steps"] = most - least;
        out["division_error_max_steps"] = worst;
        out["accumulated_error_steps"] = std::fabs(sum.value());
    }
    return out;
}

constexpr Calculation stepsCalculationsTable[] = {
    {"exact_steps",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         Json axes = Json::array();
         for (const auto &a : in.json("axes")) {
             LW_TRY(one, exactAxis(a));
             axes.push_back(one);
         }
         out.json("axes", axes);
         return {};
     },
     "RATIONAL"},
    {"step_rate",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double perMm =
             in.number("full_steps_per_rev") * in.number("microsteps") * in.number("ratio") / in.number("lead_mm");
         if (in.has("speed_mm_min")) out.number("step_rate_Hz", in.number("speed_mm_min") / 60 * perMm);
         double limit = in.has("step_rate_limit_Hz") ? in.number("step_rate_limit_Hz") : 0;
         if (in.has("pulse_high_us") && in.has("pulse_low_us")) {
             const auto drive = drivePulseLimit(in.get<Duration>("pulse_high_us"), in.get<Duration>("pulse_low_us"));
             out.put("pulse_limit_Hz", drive);
             if (limit > 0) limit = std::min(limit, drive.value());
         }
         if (limit > 0) out.number("limit_speed_mm_min", limit * 60 / perMm);
         return {};
     },
     "RATIONAL"},
    {"lost_motion",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double F = in.get<Force>("friction_N").value(), K = in.get<Stiffness>("stiffness_N_per_um").value();
         LW_REQUIRE_POSITIVE(K, "stiffness_N_per_um");
         const double elastic = 2 * F / K, play = in.number("backlash_um");
         out.number("elastic_um", elastic * 1e6);
         out.number("backlash_um", play);
         double rotor = 0; // a servo's loop takes it out
         if (in.has("peak_static_torque_Nm") && in.has("rotor_teeth") && in.has("ratio") && in.has("efficiency")) {
             const Length turn = travelPerMotorTurn(perRevolution(in.get<Length>("lead_mm")), in.number("ratio"));
             const double torque = F * turn.value() / (2 * pi * in.number("efficiency")),
                          peak = in.number("peak_static_torque_Nm");
             if (torque > peak)
                 return fail(CalcErrorCode::OutOfRange, "friction_N", F, 0,
                             "the friction is more than the motor can move.");
             rotor = 2 * std::asin(torque / peak) / in.integer("rotor_teeth") * turn.value() / (2 * pi);
             out.number("stepper_um", rotor * 1e6);
         }
         out.number("lost_motion_um", (elastic + rotor) * 1e6 + play);
         return {};
     },
     "EB-1"},
    {"resolution",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const Lead lead = perRevolution(in.get<Length>("lead_mm"));
         const double ratio = in.number("ratio");
         const Length perTurnOfMotor = travelPerMotorTurn(lead, ratio);
         out.put("feed_per_motor_rev_mm", perTurnOfMotor);
         const int micro = in.integer("microsteps");
         if (in.has("full_steps_per_rev")) {
             const double n = in.number("full_steps_per_rev");
             out.put("full_step_um", perTurnOfMotor / n);
             out.put("microstep_um", perTurnOfMotor / (n * micro));
             if (in.has("rapid_mm_min"))
                 out.put("step_rate_Hz",
                         stepRate(in.get<Speed>("rapid_mm_min"), lead, ratio, in.integer("full_steps_per_rev"), micro));
             if (in.has("peak_static_torque_Nm") && in.has("friction_torque_Nm")) {
                 LW_TRY(r, stepperResolution(lead, ratio, in.integer("full_steps_per_rev"), micro,
                                             in.get<Torque>("peak_static_torque_Nm"),
                                             in.get<Torque>("friction_torque_Nm")));
                 out.put("stepper_dead_zone_um", r.deadZone);
                 out.put("stepper_resolution_um", r.dependable);
             }
         }
         if (in.has("encoder_lines")) {
             const Length count = perTurnOfMotor / (4 * in.number("encoder_lines"));
             out.put("encoder_count_um", count);
             out.put("servo_resolution_um", count * 4.0);
             if (in.has("rapid_mm_min"))
                 out.number("count_rate_Hz", in.get<Speed>("rapid_mm_min").value() / count.value());
         }
         if (in.has("rapid_mm_min")) out.put("motor_rpm", in.get<Speed>("rapid_mm_min") / lead * ratio);
         return {};
     },
     "PMSM-CIRCLE"},
    {"controller_settings",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(lead, leadOf(in, "lead_mm", "threads_per_inch"));
         LW_TRY(ratio, makeFraction(in.integer("driven_teeth"), in.integer("driver_teeth")));
         LW_TRY(spu, stepsPerMillimetre(in.integer("full_steps_per_rev"), in.integer("microsteps"), ratio, lead));
         std::optional<int> places;
         if (in.has("decimals")) places = std::min(in.integer("decimals"), 15);
         const auto r = roundedSteps(spu, in.get<Length>("travel_mm"), places);
         out.json("steps_per_mm_fraction", spu.text());
         out.json("steps_per_mm_text", r.text);
         out.number("error_over_travel_um", r.errorOverTravel * 1e6);
         out.number("microstep_um", 1e3 / spu.value());
         const double f = spu.value() * in.number("speed_mm_min") / 60;
         const double limit =
             std::min(in.number("step_rate_limit_Hz"),
                      drivePulseLimit(in.get<Duration>("pulse_high_us"), in.get<Duration>("pulse_low_us")).value());
         out.number("step_rate_Hz", f);
         out.number("rate_limit_Hz", limit);
         out.number("rate_use", f / limit);
         out.number("speed_at_80_percent_mm_min", std::floor(0.8 * limit * 60 / spu.value() / 10 + 1e-9) * 10);
         out.json("verdict", f <= 0.8 * limit ? "pass" : f <= limit ? "attention" : "fail");
         return {};
     },
     "RATIONAL"},
};
} // namespace
std::span<const Calculation> stepsCalculations() { return stepsCalculationsTable; }
} // namespace book
} // namespace lw
