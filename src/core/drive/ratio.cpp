#include "drive/ratio.h"
#include "book/book.h"
#include "drive/chain.h"
#include <algorithm>
#include <cmath>

namespace lw {

double screwAcceleration(const RatioCase &c, double i) {
    return (i * c.efficiency * c.motor.value() - c.load.value()) /
           (c.loadSide.value() + c.efficiency * i * i * c.motorSide.value());
}

Result<OptimumRatio> optimumRatio(const RatioCase &c) {
    LW_REQUIRE_POSITIVE(c.motor.value(), "motor_torque_Nm");
    LW_REQUIRE_NOT_NEGATIVE(c.load.value(), "load_torque_Nm");
    LW_REQUIRE_POSITIVE(c.motorSide.value(), "motor_inertia_kgm2");
    LW_REQUIRE_NOT_NEGATIVE(c.loadSide.value(), "load_inertia_kgm2");
    const double T = c.motor.value(), L = c.load.value(), e = c.efficiency,
                 k = c.loadSide.value() / c.motorSide.value();
    OptimumRatio o{(L + std::sqrt(L * L + e * T * T * k)) / (e * T), std::sqrt(k / e), 0};
    if (!(o.ratio > 0))
        return fail(CalcErrorCode::NoSolution, "load_torque_Nm", L, 0,
                    "with neither load nor inertia to move no ratio is best.");
    o.acceleration = screwAcceleration(c, o.ratio);
    return o;
}

Result<RatioBand> ratioBand(const RatioCase &c, Length lead, AngularSpeed motorMost, Speed rapid, Acceleration a) {
    LW_REQUIRE_POSITIVE(c.motor.value(), "motor_torque_Nm");
    LW_REQUIRE_NOT_NEGATIVE(c.load.value(), "load_torque_Nm");
    LW_REQUIRE_POSITIVE(c.motorSide.value(), "motor_inertia_kgm2");
    LW_REQUIRE_NOT_NEGATIVE(c.loadSide.value(), "load_inertia_kgm2");
    LW_REQUIRE_POSITIVE(lead.value(), "lead_mm");
    LW_REQUIRE_POSITIVE(motorMost.value(), "motor_max_rpm");
    LW_REQUIRE_POSITIVE(rapid.value(), "rapid_mm_min");
    LW_REQUIRE_POSITIVE(a.value(), "acceleration_m_s2");
    const double alpha = a.value() / (lead.value() / (2 * pi));
    const double square = c.motorSide.value() * alpha, T = c.motor.value(),
                 rest = (c.load.value() + c.loadSide.value() * alpha) / c.efficiency;
    RatioBand b{
        T * T - 4 * square * rest, {}, {}, motorMost.value() / (2 * pi) * lead.value() / rapid.value(), {}, false};
    if (b.discriminant < 0) return b;
    const double root = std::sqrt(b.discriminant);
    b.high = (T + root) / (2 * square);
    b.low = 2 * rest / (T + root); // the other root without cancellation
    b.upper = std::min(*b.high, b.speedLimit);
    b.feasible = *b.low <= *b.upper;
    return b;
}

Result<BestLead> leadForLeastTorque(Acceleration a, Mass m, Force f, Inertia motor, Ratio efficiency) {
    LW_REQUIRE_POSITIVE(a.value(), "acceleration_m_s2");
    LW_REQUIRE_POSITIVE(m.value(), "moving_mass_kg");
    LW_REQUIRE_POSITIVE(motor.value(), "motor_inertia_kgm2");
    const double force = f.value() + m.value() * a.value();
    LW_REQUIRE_POSITIVE(force, "force_N");
    return BestLead{metres(2 * pi * std::sqrt(motor.value() * a.value() * efficiency / force)),
                    2 * std::sqrt(motor.value() * a.value() * force / efficiency)};
}

Result<AccelerationLead> leadForMostAcceleration(Torque t, Force f, Mass m, Inertia rotating, Ratio efficiency) {
    LW_REQUIRE_POSITIVE(t.value(), "motor_torque_Nm");
    LW_REQUIRE_POSITIVE(m.value(), "moving_mass_kg");
    LW_REQUIRE_POSITIVE(rotating.value(), "rotating_inertia_kgm2");
    const double T = t.value(), F = f.value(), J = rotating.value();
    const double u = (F + std::sqrt(F * F + efficiency * T * T * m.value() / J)) / (efficiency * T); // rad/m
    return AccelerationLead{metres(2 * pi / u), metres(2 * pi * std::sqrt(efficiency * J / m.value())),
                            fromSi<Acceleration>((efficiency * T * u - F) / (m.value() + efficiency * J * u * u))};
}

namespace book {
namespace {
RatioCase caseOf(const Inputs &in) {
    return {in.get<Torque>("motor_torque_Nm"), in.get<Torque>("load_torque_Nm"), in.get<Inertia>("motor_inertia_kgm2"),
            in.get<Inertia>("load_inertia_kgm2"), in.number("drive_efficiency")};
}
constexpr Calculation ratioCalculationsTable[] = {
    {"optimum_ratio",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto c = caseOf(in);
         LW_TRY(o, optimumRatio(c));
         out.number("ratio_optimum", o.ratio);
         out.number("ratio_pure_inertia", o.pureInertia);
         out.number("screw_acceleration_rad_s2", o.acceleration);
         if (in.has("lead_mm")) {
             const double l = in.get<Length>("lead_mm").value() / (2 * pi);
             out.number("axis_acceleration_m_s2", o.acceleration * l);
             if (in.has("motor_max_rpm"))
                 out.number("top_speed_mm_min", in.number("motor_max_rpm") * in.number("lead_mm") / o.ratio);
             if (in.has("given_ratio"))
                 out.number("axis_acceleration_at_given_ratio_m_s2",
                            screwAcceleration(c, in.number("given_ratio")) * l);
         }
         return {};
     },
     "EB-1"},
    {"ratio_band",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, ratioBand(caseOf(in), in.get<Length>("lead_mm"), in.get<AngularSpeed>("motor_max_rpm"),
                             in.get<Speed>("rapid_mm_min"), in.get<Acceleration>("acceleration_m_s2")));
         out.json("feasible", b.feasible);
         out.number("discriminant_N2m2", b.discriminant);
         if (b.low) out.number("ratio_torque_low", *b.low);
         if (b.high) out.number("ratio_torque_high", *b.high);
         out.number("ratio_speed_limit", b.speedLimit);
         if (b.upper) out.number("ratio_upper", *b.upper);
         return {};
     },
     "EB-1"},
    {"ratio_chain",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         Fraction n{1, 1};
         for (const auto &s : in.json("stages")) {
             LW_TRY(stage, readFraction(s.get<std::string>()));
             if (stage.num <= 0)
                 return fail(CalcErrorCode::NotPositive, "stages", stage.value(), 0, "every stage must be above zero.");
             LW_TRY(next, multiply(n, stage));
             n = next;
         }
         LW_TRY(steps, multiply(n, {std::int64_t(in.integer("full_steps_per_rev")) * in.integer("microsteps"), 1}));
         out.json("ratio_fraction", n.text());
         out.number("ratio", n.value());
         out.number("steps_per_output_rev", steps.value());
         out.json("steps_per_output_rev_whole", steps.den == 1);
         out.number("steps_per_deg", steps.value() / 360);
         out.number("arcsec_per_step", 1296000 / steps.value());
         out.number("drift_per_rev_arcsec", (std::round(steps.value()) - steps.value()) * 1296000 / steps.value());
         if (in.has("motor_rpm")) {
             const double rpm = in.number("motor_rpm") / n.value();
             out.number("output_rpm", rpm);
             out.number("output_deg_s", 6 * rpm);
             if (in.has("index_deg")) out.number("index_time_s", in.number("index_deg") / (6 * rpm));
         }
         return {};
     },
     "DERIVED"},
    {"lead_for_least_torque",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, leadForLeastTorque(in.get<Acceleration>("acceleration_m_s2"), in.get<Mass>("moving_mass_kg"),
                                      in.get<Force>("force_N"), in.get<Inertia>("motor_inertia_kgm2"),
                                      in.number("efficiency")));
         out.put("feed_per_motor_rev_mm", b.lead);
         out.number("motor_torque_Nm", b.value);
         LW_REQUIRE_POSITIVE(in.number("motor_max_rpm"), "motor_max_rpm");
         out.number("window_low_mm", in.number("rapid_mm_min") / in.number("motor_max_rpm"));
         out.number("window_high_mm", in.number("resolution_mm") * in.number("counts_per_rev"));
         return {};
     },
     "DERIVED"},
    {"lead_for_most_acceleration",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, leadForMostAcceleration(in.get<Torque>("motor_torque_Nm"), in.get<Force>("force_N"),
                                           in.get<Mass>("moving_mass_kg"), in.get<Inertia>("rotating_inertia_kgm2"),
                                           in.number("efficiency")));
         out.put("lead_mm", b.lead);
         out.put("axis_acceleration_m_s2", b.acceleration);
         out.put("lead_pure_inertia_mm", b.pureInertia);
         return {};
     },
     "EB-1"},
};
} // namespace
std::span<const Calculation> ratioCalculations() { return ratioCalculationsTable; }
} // namespace book
} // namespace lw
