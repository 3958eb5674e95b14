#include "duty/motion.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

Result<TrapezoidMove> trapezoidMove(Length distance, Speed speed, Acceleration accel, Acceleration decel) {
    const double D = distance.value();
    const double v = speed.value();
    const double a = accel.value();
    const double d = decel.value();
    LW_REQUIRE_NOT_NEGATIVE(D, "distance_mm");
    LW_REQUIRE_POSITIVE(v, "speed_mm_min");
    LW_REQUIRE_POSITIVE(a, "acceleration_m_s2");
    LW_REQUIRE_POSITIVE(d, "deceleration_m_s2");
    const bool reaches = D >= v * v / (2 * a) + v * v / (2 * d);
    const double peak = reaches ? v : std::sqrt(2 * D * a * d / (a + d));
    const double t = reaches ? D / v + v / (2 * a) + v / (2 * d) : peak / a + peak / d;
    return TrapezoidMove{reaches, fromSi<Speed>(peak), seconds(t), metres(peak * peak / (2 * a)),
                         fromSi<Speed>(t > 0 ? D / t : 0)};
}

Result<ScurveMove> scurveMove(Length distance, Speed speed, Acceleration accel, Jerk jerk) {
    const double D = distance.value(), v = speed.value(), a = accel.value(), j = jerk.value();
    LW_REQUIRE_NOT_NEGATIVE(D, "distance_mm");
    LW_REQUIRE_POSITIVE(v, "speed_mm_min");
    LW_REQUIRE_POSITIVE(a, "acceleration_m_s2");
    LW_REQUIRE_POSITIVE(j, "jerk_m_s3");
    double tj = v * j >= a * a ? a / j : std::sqrt(v / j);
    double ta = v * j >= a * a ? tj + v / a : 2 * tj;
    ScurveMove m{};
    double cruise = D / v - ta, peak = v;
    if (cruise >= 0) {
        m.kind = ScurveCase::Cruise;
    } else {
        cruise = 0;
        if (D >= 2 * a * a * a / (j * j)) {
            m.kind = ScurveCase::FullAcceleration;
            tj = a / j;
            ta = tj / 2 + std::sqrt(tj * tj / 4 + D / a);
        } else {
            m.kind = ScurveCase::JerkOnly;
            tj = std::cbrt(D / (2 * j));
            ta = 2 * tj;
        }
        peak = ta > 0 ? D / ta : 0;
    }
    const double ap = j * tj, time = 2 * ta + cruise;
    m.peak = fromSi<Speed>(peak);
    m.peakAcceleration = fromSi<Acceleration>(ap);
    m.time = seconds(time);
    m.toSpeed = seconds(ta);
    m.jerkTime = seconds(tj);
    m.cruise = seconds(cruise);
    m.rmsAcceleration = fromSi<Acceleration>(time > 0 ? std::sqrt(2 * ap * ap * (ta - 4 * tj / 3) / time) : 0);
    return m;
}

Result<AccelerationChoice> chooseAcceleration(std::optional<Speed> contourFeed, std::optional<Length> smallestRadius,
                                              Speed rapid, std::optional<Duration> timeToSpeed) {
    LW_REQUIRE_POSITIVE(rapid.value(), "rapid_mm_min");
    AccelerationChoice c{};
    if (contourFeed && smallestRadius) {
        LW_REQUIRE_POSITIVE(contourFeed->value(), "contour_feed_mm_min");
        LW_REQUIRE_POSITIVE(smallestRadius->value(), "min_radius_mm");
        c.byRadius = fromSi<Acceleration>(contourFeed->value() * contourFeed->value() / smallestRadius->value());
    }
    if (timeToSpeed) {
        LW_REQUIRE_POSITIVE(timeToSpeed->value(), "time_to_speed_s");
        c.byTime = rapid / *timeToSpeed;
    }
    if (!c.byRadius && !c.byTime)
        return fail(CalcErrorCode::Missing, "time_to_speed_s", 0, 0,
                    "a time to reach rapid, or a contour feed and the smallest radius, is needed.");
    c.asked = std::max(c.byRadius.value_or(Acceleration{}), c.byTime.value_or(Acceleration{}));
    const double v = rapid.value();
    c.accelDistance = metres(v * v / (2 * c.asked.value()));
    c.shortestMoveAtRapid = metres(v * v / c.asked.value());
    return c;
}

Result<DutyLoad> dutyLoad(std::span<const DutySegment> segments) {
    if (segments.empty()) return fail(CalcErrorCode::Missing, "segments", 0, 0, "one stretch of the cycle at least.");
    double square = 0, turned = 0, time = 0, peak = 0;
    for (const auto &s : segments) {
        LW_REQUIRE_POSITIVE(s.time.value(), "segments.duration_s");
        const double a = s.from.value(), b = s.to.value(), t = s.time.value();
        square += (a * a + a * b + b * b) / 3 * t;
        const double n1 = s.speedFrom.value(), n2 = s.speedTo.value();
        // |n| along a straight ramp; through zero it is two triangles
        turned += n1 * n2 >= 0 ? std::fabs(n1 + n2) / 2 * t : (n1 * n1 + n2 * n2) / (2 * std::fabs(n1 - n2)) * t;
        time += t;
        peak = std::max({peak, std::fabs(a), std::fabs(b)});
    }
    return DutyLoad{newtonMetres(std::sqrt(square / time)), newtonMetres(peak), fromSi<AngularSpeed>(turned / time),
                    seconds(time)};
}

std::optional<Duration> overloadTime(Torque wanted, Torque continuous, Ratio ratedFactor, Duration ratedTime) {
    const double k = wanted / continuous;
    if (!(k > 1)) return {};
    return ratedTime * ((ratedFactor * ratedFactor - 1) / (k * k - 1));
}

Result<MovesLoad> movesLoad(const ScrewDrive &d, std::span<const ListedMove> moves) {
    const double l = d.lead.value(), m = d.mass.value(), a = d.acceleration.value(), j = d.motorAndScrew.value();
    LW_REQUIRE_POSITIVE(l, "lead_mm");
    LW_REQUIRE_POSITIVE(d.efficiency, "efficiency");
    LW_REQUIRE_POSITIVE(m, "moving_mass_kg");
    LW_REQUIRE_POSITIVE(a, "acceleration_m_s2");
    LW_REQUIRE_NOT_NEGATIVE(d.friction.value(), "friction_N");
    if (moves.empty()) return fail(CalcErrorCode::Missing, "moves", 0, 0, "one move at least.");
    const double back = 2 - 1 / d.efficiency;
    double square = 0, time = 0, turned = 0, peak = 0, peakSpeed = 0, cube = 0, way = 0;
    const auto stretch = [&](double force, double accel, double t, double distance, double meanSpeed) {
        const double torque = j * accel / l + (force > 0 ? force * l / d.efficiency : force * l * back);
        square += torque * torque * t;
        time += t;
        turned += meanSpeed / l * t;
        peak = std::max(peak, std::fabs(torque));
        cube += std::pow(std::fabs(force), 3) * distance;
        way += distance;
    };
    for (const auto &move : moves) {
        const double D = std::fabs(move.distance.value());
        if (!(D > 0)) {
            LW_REQUIRE_POSITIVE(move.dwell.value(), "moves.dwell_s");
            const double h = d.holding.value();
            square += h * h * move.dwell.value();
            time += move.dwell.value();
            peak = std::max(peak, std::fabs(h));
            continue;
        }
        LW_REQUIRE_POSITIVE(move.speed.value(), "moves.speed_mm_min");
        const auto move1 = trapezoidMove(metres(D), move.speed, d.acceleration, d.acceleration);
        if (!move1) return tl::unexpected(move1.error());
        const double v = move1->peak.value(), up = v / a, on = std::max(0.0, D - v * v / a),
                     drag = d.friction.value() + move.process.value();
        stretch(drag + m * a, a, up, v * up / 2, v / 2);
        if (on > 0) stretch(drag, 0, on / v, on, v);
        stretch(drag - m * a, -a, up, v * up / 2, v / 2);
        peakSpeed = std::max(peakSpeed, v / l);
    }
    return MovesLoad{kilogramSquareMetres(j + m * l * l),
                     seconds(time),
                     newtonMetres(peak),
                     newtonMetres(std::sqrt(square / time)),
                     fromSi<AngularSpeed>(peakSpeed),
                     fromSi<AngularSpeed>(turned / time),
                     newtons(way > 0 ? std::cbrt(cube / way) : 0)};
}

namespace book {
namespace {
constexpr Calculation motionCalculationsTable[] = {
    {"trapezoid",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, trapezoidMove(in.get<Length>("distance_mm"), in.get<Speed>("speed_mm_min"),
                                 in.get<Acceleration>("acceleration_m_s2"), in.get<Acceleration>("deceleration_m_s2")));
         out.json("reaches_speed", m.reachesSpeed);
         out.put("peak_speed_mm_min", m.peak);
         out.put("time_s", m.time);
         out.put("accel_distance_mm", m.accelDistance);
         out.put("mean_speed_mm_min", m.mean);
         return {};
     },
     "KIN"},
    {"scurve",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, scurveMove(in.get<Length>("distance_mm"), in.get<Speed>("speed_mm_min"),
                              in.get<Acceleration>("acceleration_m_s2"), in.get<Jerk>("jerk_m_s3")));
         out.json("case", m.kind == ScurveCase::Cruise             ? "cruise"
                          : m.kind == ScurveCase::FullAcceleration ? "no_cruise_full_acceleration"
                                                                   : "jerk_only");
         out.put("peak_speed_mm_min", m.peak);
         out.put("time_s", m.time);
         out.put("peak_acceleration_m_s2", m.peakAcceleration);
         out.put("accel_time_s", m.toSpeed);
         out.put("jerk_time_s", m.jerkTime);
         out.put("cruise_time_s", m.cruise);
         out.put("rms_acceleration_m_s2", m.rmsAcceleration);
         return {};
     },
     "KIN"},
    {"accel_choice",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(c, chooseAcceleration(in.maybe<Speed>("contour_feed_mm_min"), in.maybe<Length>("min_radius_mm"),
                                      in.get<Speed>("rapid_mm_min"), in.maybe<Duration>("time_to_speed_s")));
         out.putIf("acceleration_by_radius_m_s2", c.byRadius);
         out.putIf("acceleration_by_time_m_s2", c.byTime);
         out.put("acceleration_m_s2", c.asked);
         out.put("accel_distance_mm", c.accelDistance);
         out.put("shortest_move_at_rapid_mm", c.shortestMoveAtRapid);
         return {};
     },
     "KIN"},
    {"duty_rms",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<DutySegment> segments;
         for (const auto &s : in.json("segments")) {
             const auto or0 = [&](const char *key, double otherwise) {
                 return s.contains(key) && s[key].is_number() ? s[key].get<double>() : otherwise;
             };
             const double t = s.at("torque_start_Nm"), n = or0("speed_start_rpm", 0);
             segments.push_back({newtonMetres(t), newtonMetres(or0("torque_end_Nm", t)), revolutionsPerMinute(n),
                                 revolutionsPerMinute(or0("speed_end_rpm", n)), seconds(s.at("duration_s"))});
         }
         LW_TRY(load, dutyLoad(segments));
         out.put("rms_torque_Nm", load.rms);
         out.put("peak_torque_Nm", load.peak);
         out.put("mean_rpm", load.meanSpeed);
         out.put("cycle_s", load.cycle);
         if (const auto rating = in.maybe<Torque>("continuous_torque_Nm")) {
             out.number("rms_over_continuous", load.rms / *rating);
             if (const auto wanted = in.maybe<Torque>("overload_torque_Nm")) {
                 const auto t = overloadTime(*wanted, *rating, in.number("overload_factor"),
                                             in.get<Duration>("overload_rating_s"));
                 out.json("overload_time_s", t ? Json(t->value()) : Json(nullptr));
             }
         }
         return {};
     },
     "DUTY-RMS"},
    {"move_duty",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         ScrewDrive d{perRevolution(in.get<Length>("lead_mm")),    in.number("efficiency"),
                      in.get<Inertia>("motor_screw_inertia_kgm2"), in.get<Mass>("moving_mass_kg"),
                      in.get<Acceleration>("acceleration_m_s2"),   in.get<Force>("friction_N"),
                      in.get<Torque>("holding_torque_Nm")};
         std::vector<ListedMove> moves;
         for (const auto &s : in.json("moves")) {
             const auto or0 = [&](const char *key) {
                 return s.contains(key) && s[key].is_number() ? s[key].get<double>() : 0.0;
             };
             moves.push_back({millimetres(or0("distance_mm")), millimetresPerMinute(or0("speed_mm_min")),
                              newtons(or0("process_force_N")), seconds(or0("dwell_s"))});
         }
         LW_TRY(load, movesLoad(d, moves));
         out.put("inertia_at_screw_kgm2", load.atScrew);
         out.put("cycle_s", load.cycle);
         out.put("peak_torque_Nm", load.peak);
         out.put("rms_torque_Nm", load.rms);
         out.put("peak_rpm", load.peakSpeed);
         out.put("mean_rpm", load.meanSpeed);
         out.put("mean_load_N", load.meanLoad);
         return {};
     },
     "DUTY-RMS"},
};
} // namespace
std::span<const Calculation> motionCalculations() { return motionCalculationsTable; }
} // namespace book
} // namespace lw
