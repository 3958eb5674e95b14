#include "duty/turning.h"
#include "book/book.h"
#include <cmath>

namespace lw {
namespace {
constexpr double isoExternalDepth = 0.61343; ///< h3 over the pitch, ISO 68-1: 17/24 of the sharp V's height
}

Result<TurningForces> turningForces(const TurningCut &c) {
    const double ap = inMillimetres(c.depth), f = inMillimetres(c.feedPerTurn), kc11 = inMegapascals(c.kc11),
                 s = std::sin(c.edge.value());
    LW_REQUIRE_POSITIVE(ap, "depth_of_cut_mm");
    LW_REQUIRE_POSITIVE(f, "feed_mm_rev");
    LW_REQUIRE_POSITIVE(kc11, "kc11_N_mm2");
    LW_REQUIRE_POSITIVE(s, "edge_angle_deg");
    const double h = f * s, kc = kc11 * std::pow(h, -c.mc) * c.wear * c.toolSpeed, main = kc * (ap / s) * h;
    return TurningForces{millimetres(h), megapascals(kc), newtons(main), newtons(main * c.feedRatio),
                         newtons(main * c.passiveRatio)};
}

Length threadDepthAfter(Length pitch, int pass, int passes) {
    return pitch * (isoExternalDepth * std::sqrt(double(pass) / passes));
}

Result<ThreadForces> threadForces(const ThreadCut &c) {
    const double P = inMillimetres(c.pitch), kc11 = inMegapascals(c.kc11);
    LW_REQUIRE_POSITIVE(P, "pitch_mm");
    LW_REQUIRE_POSITIVE(kc11, "kc11_N_mm2");
    if (c.passes < 1 || c.passes > 1000) return fail(CalcErrorCode::OutOfRange, "passes", c.passes, 1000);
    const double h3 = isoExternalDepth * P, area = std::tan(pi / 6) * h3 * h3 / c.passes;
    const auto force = [&](int k) {
        const double edge = 2 * h3 * std::sqrt(double(k) / c.passes) / std::cos(pi / 6), chip = area / edge;
        return newtons(c.veeFactor * kc11 * edge * std::pow(chip, 1 - c.mc));
    };
    return ThreadForces{millimetres(h3), threadDepthAfter(c.pitch, 1, c.passes),
                        threadDepthAfter(c.pitch, c.passes, c.passes) -
                            threadDepthAfter(c.pitch, c.passes - 1, c.passes),
                        force(1), force(c.passes)};
}

Length threadRunIn(Speed feed, Acceleration accel, Duration settle) {
    return feed * feed / (2.0 * accel) + feed * settle;
}

Result<Torque> tapTorque(Length pitch, Length diameter, Pressure kc, double friction) {
    const double P = inMillimetres(pitch), d = inMillimetres(diameter), k = inMegapascals(kc);
    LW_REQUIRE_POSITIVE(P, "pitch_mm");
    LW_REQUIRE_POSITIVE(d, "thread_d_mm");
    LW_REQUIRE_POSITIVE(k, "kc_N_mm2");
    LW_REQUIRE_POSITIVE(friction, "friction_factor");
    return newtonMetres(P * P * d * k / 8000 * friction);
}

Result<GrindingForces> grindingForces(Length depth, Length width, Speed table, double energy, Speed wheel,
                                      double ratio) {
    LW_REQUIRE_POSITIVE(depth.value(), "depth_of_cut_mm");
    LW_REQUIRE_POSITIVE(width.value(), "width_of_cut_mm");
    LW_REQUIRE_POSITIVE(table.value(), "table_speed_mm_min");
    LW_REQUIRE_POSITIVE(energy, "specific_energy_J_mm3");
    LW_REQUIRE_POSITIVE(wheel.value(), "wheel_speed_m_s");
    LW_REQUIRE_POSITIVE(ratio, "tangential_over_normal");
    const double removal = depth.value() * width.value() * table.value(), power = energy * removal,
                 ft = power / wheel.value();
    return GrindingForces{removal, newtons(ft), newtons(ft / ratio), watts(power)};
}

namespace book {
namespace {
constexpr Calculation turningCalculationsTable[] = {
    {"turning",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         TurningCut c{in.get<Length>("depth_of_cut_mm"),
                      in.get<Length>("feed_mm_rev"),
                      in.get<Angle>("edge_angle_deg"),
                      in.get<Pressure>("kc11_N_mm2"),
                      in.number("mc"),
                      in.number("wear_factor"),
                      in.number("tool_speed_factor"),
                      in.number("feed_force_ratio"),
                      in.number("passive_force_ratio")};
         LW_TRY(f, turningForces(c));
         out.put("chip_thickness_mm", f.chip);
         out.put("kc_N_mm2", f.kc);
         out.put("main_force_N", f.main);
         out.put("feed_force_N", f.feed);
         out.put("passive_force_N", f.passive);
         if (in.has("cutting_speed_m_min")) out.put("power_W", Power(f.main * in.get<Speed>("cutting_speed_m_min")));
         return {};
     },
     "KIENZLE"},
    {"thread_passes",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         ThreadCut c{in.get<Length>("pitch_mm"),     in.integer("starts"), in.integer("passes"),
                     in.get<Pressure>("kc11_N_mm2"), in.number("mc"),      in.number("vee_factor")};
         LW_TRY(f, threadForces(c));
         out.put("thread_depth_mm", f.depth);
         out.put("first_depth_mm", f.first);
         out.put("last_infeed_mm", f.lastInfeed);
         out.put("force_first_N", f.forceFirst);
         out.put("force_last_N", f.forceLast);
         if (in.has("spindle_rpm")) {
             const Speed feed = perRevolution(c.pitch * double(c.starts)) * in.get<AngularSpeed>("spindle_rpm");
             out.put("feed_mm_min", feed);
             if (in.has("acceleration_m_s2") && in.has("settle_s"))
                 out.put("run_in_mm",
                         threadRunIn(feed, in.get<Acceleration>("acceleration_m_s2"), in.get<Duration>("settle_s")));
         }
         return {};
     },
     "KIENZLE"},
    {"tapping",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto pitch = in.get<Length>("pitch_mm");
         LW_TRY(torque, tapTorque(pitch, in.get<Length>("thread_d_mm"), in.get<Pressure>("kc_N_mm2"),
                                  in.number("friction_factor")));
         out.put("torque_Nm", torque);
         if (in.has("spindle_rpm")) {
             const Speed feed = perRevolution(pitch) * in.get<AngularSpeed>("spindle_rpm");
             out.put("feed_mm_min", feed);
             if (in.has("spindle_stop_s"))
                 out.put("stop_distance_mm", Length(feed * in.get<Duration>("spindle_stop_s") / 2.0));
         }
         return {};
     },
     "TAP"},
    {"grinding",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(f, grindingForces(in.get<Length>("depth_of_cut_mm"), in.get<Length>("width_of_cut_mm"),
                                  in.get<Speed>("table_speed_mm_min"), in.number("specific_energy_J_mm3") * 1e9,
                                  in.get<Speed>("wheel_speed_m_s"), in.number("tangential_over_normal")));
         out.number("removal_mm3_s", f.removal * 1e9);
         out.put("tangential_N", f.tangential);
         out.put("normal_N", f.normal);
         out.put("power_W", f.power);
         return {};
     },
     "GRIND"},
};
} // namespace
std::span<const Calculation> turningCalculations() { return turningCalculationsTable; }
} // namespace book
} // namespace lw
