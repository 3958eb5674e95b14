#include "drive/belt_path.h"
#include "book/book.h"
#include "drive/belt.h"
#include <algorithm>
#include <cmath>
#include <string>

namespace lw {

Result<BeltPath> beltPath(std::span<const BeltCircle> circles) {
    const std::size_t n = circles.size();
    if (n < 2) return fail(CalcErrorCode::Missing, "circles", double(n), 2, "a belt runs round two at least.");
    BeltPath path;
    std::vector<double> direction(n);
    double length = 0;
    for (std::size_t k = 0; k < n; ++k) {
        const auto &a = circles[k], &b = circles[(k + 1) % n];
        const double dx = (b.x - a.x).value(), dy = (b.y - a.y).value(), D = std::hypot(dx, dy);
        const double step = (b.inside ? 1 : -1) * b.radius.value() - (a.inside ? 1 : -1) * a.radius.value();
        const bool crossed = a.inside != b.inside;
        if (!(D > std::fabs(step)) || (crossed && !(D > a.radius.value() + b.radius.value())))
            return fail(CalcErrorCode::OutOfRange, "circles", D * 1e3, std::fabs(step) * 1e3,
                        "circles " + std::to_string(k + 1) + " and " + std::to_string((k + 1) % n + 1) +
                            " are too close for a belt between them.");
        const double span = std::sqrt(D * D - step * step);
        path.spans.push_back(metres(span));
        direction[k] = std::atan2(dy, dx) - std::asin(step / D);
        path.ways.push_back(radians(direction[k]));
        length += span;
    }
    for (std::size_t k = 0; k < n; ++k) {
        const double side = circles[k].inside ? 1 : -1;
        double turn = std::fmod((direction[k] - direction[(k + n - 1) % n]) * side, 2 * pi);
        if (turn < -1e-9) turn += 2 * pi;
        path.wraps.push_back(radians(std::max(0.0, turn)));
        length += circles[k].radius.value() * path.wraps.back().value();
    }
    path.length = metres(length);
    return path;
}

Result<IdlerPlace> placeIdler(Length driver, Length driven, Length centre, Length belt, Length idler, Length along,
                              bool inside) {
    LW_REQUIRE_POSITIVE(idler.value(), "idler_radius_mm");
    const double C = centre.value(), x = along.value(), r = idler.value();
    if (!(x > 0 && x < C))
        return fail(CalcErrorCode::OutOfRange, "idler_along_mm", x * 1e3, C * 1e3,
                    "the idler has to stand between both pulleys.");
    const auto round = [&](double off) {
        const BeltCircle circles[] = {{metres(0), metres(0), driver, true},
                                      {centre, metres(0), driven, true},
                                      {along, metres(off), idler, inside}};
        return beltPath(circles);
    };
    const BeltCircle two[] = {{metres(0), metres(0), driver, true}, {centre, metres(0), driven, true}};
    LW_TRY(open, beltPath(two));
    const double slack = (belt - open.length).value();
    if (!(slack > 1e-6))
        return fail(CalcErrorCode::NoSolution, "belt_length_mm", inMillimetres(belt), inMillimetres(open.length),
                    "the belt is no longer than both pulleys alone ask: an idler has nothing to take.");
    // the span it presses, where the idler stands: height of the pitch line there, and how it slopes
    const double slope = std::asin((driver - driven).value() / C);
    const double span = (driver.value() - x * std::sin(slope)) / std::cos(slope);
    // touching: then on, into the belt from outside or outwards from inside, a step at a time until it is long enough
    double from = inside ? span - r / std::cos(slope) : span + r / std::cos(slope), to = from;
    const double step = (inside ? 1 : -1) * std::max(r, C) / 400, other = -span + r; // meets the other span below it
    for (int k = 0;; ++k) {
        to += step;
        const auto path = round(to);
        if (!path || k > 2000 || (!inside && to < other))
            return fail(CalcErrorCode::NoSolution, "belt_length_mm", inMillimetres(belt), inMillimetres(open.length),
                        "the belt is so long that the idler meets a pulley or the other span: a shorter one.");
        if (path->length >= belt) break;
        from = to;
    }
    for (int k = 0; k < 60 && std::fabs(to - from) > 1e-9; ++k) {
        const double mid = (from + to) / 2;
        const auto path = round(mid);
        (path && path->length < belt ? from : to) = mid;
    }
    LW_TRY(path, round(to));
    return IdlerPlace{metres(to), metres(slack), path};
}

Force spanPull(double mass, Length span, Frequency note) {
    return newtons(4 * mass * span.value() * span.value() * note.value() * note.value());
}
Frequency spanNote(double mass, Length span, Force pull) {
    return fromSi<Frequency>(std::sqrt(pull.value() / mass) / (2 * span.value()));
}
Force pressFor(Force pull, Length span, Length in) { return pull * (4 * (in / span)); }

namespace book {
namespace {
constexpr Calculation beltPathTable[] = {
    {"belt_idler_length",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto c = in.get<Length>("centre_mm"), r = in.get<Length>("pulley_radius_mm");
         const BeltCircle circles[] = {
             {metres(0), metres(0), r, true},
             {c, metres(0), r, true},
             {c / 2.0, in.get<Length>("idler_height_mm"), in.get<Length>("idler_radius_mm"), false}};
         LW_TRY(path, beltPath(circles));
         out.put("belt_length_mm", path.length);
         return {};
     },
     "BELT-GEOM"},
    {"belt_tension_by_sound",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         double mass = 0; // kg/m
         if (in.has("belt_mass_g_per_m"))
             mass = in.number("belt_mass_g_per_m") / 1000;
         else if (in.has("belt_mass_g_per_m_mm") && in.has("belt_width_mm"))
             mass = in.number("belt_mass_g_per_m_mm") * in.number("belt_width_mm") / 1000;
         else
             return fail(CalcErrorCode::Missing, "belt_mass_g_per_m", 0, 0,
                         "weigh a metre of it, or give its mass a metre and millimetre and its width.");
         Length span{};
         if (in.has("span_mm"))
             span = in.get<Length>("span_mm");
         else if (in.has("centre_mm") && in.has("pitch_d_1_mm") && in.has("pitch_d_2_mm")) {
             const double c = in.number("centre_mm"), d = (in.number("pitch_d_1_mm") - in.number("pitch_d_2_mm")) / 2;
             if (!(c > std::fabs(d)))
                 return fail(CalcErrorCode::OutOfRange, "centre_mm", c, std::fabs(d), "the pulleys lie in each other.");
             span = millimetres(std::sqrt(c * c - d * d));
         } else
             return fail(CalcErrorCode::Missing, "span_mm", 0, 0,
                         "give the free span, or the centre distance and both pitch diameters.");
         out.put("span_mm", span);
         out.number("belt_mass_g_per_m", mass * 1000);
         if (const auto f = in.maybe<Frequency>("frequency_Hz")) out.put("tension_N", spanPull(mass, span, *f));
         if (const auto T = in.maybe<Force>("target_tension_N"))
             out.put("target_frequency_Hz", spanNote(mass, span, *T));
         return {};
     },
     "MECH"},
    {"belt_windup",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto *p = beltProfile(in.text("belt_profile"));
         const int z1 = in.integer("driver_teeth"), z2 = in.integer("driven_teeth");
         LW_TRY(open, beltFromCentres(millimetres(p->pitch), z1, z2, in.get<Length>("centre_mm")));
         const auto width = in.get<Length>("belt_width_mm");
         const double mesh = in.number("mesh_stiffness_factor");
         const double span = p->stiffnessPerWidth * inMillimetres(width) / open.span.value(); // N/m
         const double line = span * mesh * (in.boolean("both_spans") ? 2 : 1);
         const double radius = z2 * p->pitch * 1e-3 / (2 * pi), K = line * radius * radius;
         const double twist = in.number("driven_torque_Nm") / K;
         out.number("span_stiffness_N_per_um", span * 1e-6);
         out.number("linear_stiffness_N_per_um", line * 1e-6);
         out.number("torsional_stiffness_Nm_per_rad", K);
         out.put("wind_up_arcmin", radians(twist));
         if (const auto lead = in.maybe<Length>("lead_mm")) out.put("axis_error_um", *lead * (twist / (2 * pi)));
         return {};
     },
     "MECH"},
    {"overhung_shaft",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto T = in.getOr<Torque>("torque_Nm", newtonMetres(0));
         LW_TRY(s,
                overhungShaft(in.get<Force>("force_N"), T, in.get<Length>("shaft_d_mm"), in.get<Length>("overhang_mm"),
                              in.get<Length>("bearing_span_mm"), in.number("notch_factor")));
         out.put("bending_MPa", s.bending);
         if (in.has("torque_Nm")) {
             out.put("torsion_MPa", s.torsion);
             out.put("von_mises_MPa", s.combined);
         }
         out.put("deflection_um", s.deflection);
         out.put("slope_arcmin", s.slope);
         out.put("front_reaction_N", s.front);
         out.put("rear_reaction_N", s.rear);
         return {};
     },
     "BEAM"},
    {"motor_radial_allow",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double F = in.number("reference_force_N"), ref = in.number("reference_distance_mm"),
                      x = in.number("distance_mm"), s0 = in.number("bearing_to_face_mm"),
                      l = in.number("bearing_span_mm");
         if (!(s0 + x > 0))
             return fail(CalcErrorCode::OutOfRange, "distance_mm", x, 0, "the belt runs beyond the front bearing.");
         out.number("allow_bearing_N", F * (l + s0 + ref) / (l + s0 + x));
         out.number("allow_bending_N", F * (s0 + ref) / (s0 + x));
         out.put("allow_N",
                 radialAllowance(newtons(F), millimetres(ref), millimetres(x), millimetres(s0), millimetres(l)));
         return {};
     },
     "BEAM"},
};
} // namespace
std::span<const Calculation> beltPathCalculations() { return beltPathTable; }
} // namespace book
} // namespace lw
