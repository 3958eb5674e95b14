#include "drive/spindle_encoder.h"
#include "book/book.h"
#include <numeric>

namespace lw {

EncoderGearing encoderGearing(int onSpindle, int onEncoder) {
    const int g = std::gcd(onSpindle, onEncoder);
    return {onSpindle / g, onEncoder / g};
}
double countsATurn(int lines, const EncoderGearing &gearing) { return 4.0 * lines * gearing.value(); }
Frequency countRate(double countsATurn, AngularSpeed spindle) {
    return fromSi<Frequency>(countsATurn * spindle.value() / (2 * pi));
}
AngularSpeed spindleSpeedFor(double countsATurn, Frequency limit) {
    return fromSi<AngularSpeed>(2 * pi * limit.value() / countsATurn);
}

namespace book {
namespace {
/// A disc with slots and one sensor: a display, no direction.
Result<void> slottedDisc(const Inputs &in, Outputs &out) {
    const double slots = in.number("disc_slots");
    if (in.has("gate_s")) out.number("gate_resolution_rpm", 60 / (slots * in.number("gate_s")));
    if (!in.has("spindle_rpm")) return {};
    const double rpm = in.number("spindle_rpm");
    if (!(rpm > 0)) return fail(CalcErrorCode::NotPositive, "spindle_rpm", rpm);
    if (in.has("timer_Hz")) {
        out.number("period_resolution_rpm", rpm * rpm * slots / (60 * in.number("timer_Hz")));
        out.number("period_update_s", 60 / (rpm * slots));
    }
    return {};
}
constexpr Calculation spindleEncoderTable[] = {
    {"spindle_encoder",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         if (!in.has("encoder_lines") && !in.has("disc_slots"))
             return fail(CalcErrorCode::Missing, "encoder_lines", 0, 0, "give the lines, or the slots of a disc.");
         if (in.has("disc_slots"))
             if (auto disc = slottedDisc(in, out); !disc) return disc;
         if (!in.has("encoder_lines")) return {};
         const auto gearing = encoderGearing(in.integer("spindle_teeth"), in.integer("encoder_teeth"));
         out.number("encoder_turns_per_spindle_turn", gearing.value());
         out.json("index_phases", gearing.indexAngles());
         const double counts = countsATurn(in.integer("encoder_lines"), gearing);
         out.number("counts_per_spindle_rev", counts);
         if (const auto speed = in.maybe<AngularSpeed>("spindle_rpm"))
             out.put("count_rate_Hz", countRate(counts, *speed));
         if (const auto limit = in.maybe<Frequency>("count_rate_limit_Hz"))
             out.put("limit_spindle_rpm", spindleSpeedFor(counts, *limit));
         // a program that looks once a period sees two edges at best, and may be late by as much again
         if (const auto look = in.maybe<Duration>("sample_period_us"))
             out.put("limit_sampled_rpm", spindleSpeedFor(counts, fromSi<Frequency>(0.5 / look->value())));
         if (in.has("lead_mm")) out.number("axial_um_per_count", in.number("lead_mm") * 1000 / counts);
         return {};
     },
     "PRACTICE"},
};
} // namespace
std::span<const Calculation> spindleEncoderCalculations() { return spindleEncoderTable; }
} // namespace book
} // namespace lw
