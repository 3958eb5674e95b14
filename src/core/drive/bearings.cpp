#include "drive/bearings.h"
#include "book/book.h"
#include <cmath>

namespace lw {

AngularPairFigures angularPair(const AngularPair &p) {
    AngularPairFigures f;
    const double s = std::sin(p.contact.value()), Q = p.preload.value() / (p.balls * s);
    f.ballLoad = newtons(Q);
    f.give = millimetres(4.4e-4 / s * std::cbrt(Q * Q / inMillimetres(p.ball)));
    f.one = p.preload * 1.5 / f.give; // the load goes with the give to three halves
    f.pair = f.one * 2.0;
    f.preloadGone = p.preload * std::pow(2.0, 1.5);
    return f;
}
AxialFloat axialFloat(Length clearance, Length ball, double groove) {
    const double A = (2 * groove - 1) * ball.value();
    const double a = std::acos(1 - clearance.value() / (2 * A));
    return {radians(a), metres(2 * A * std::sin(a))};
}
Length spreadBackToBack(Length width, Length mean, Angle contact) { return width + mean * std::tan(contact.value()); }
Length spreadFaceToFace(Length width, Length mean, Angle contact) {
    return metres(std::fabs((width - mean * std::tan(contact.value())).value()));
}
Angle shaftLean(Length play, Length spacing) { return radians(play / spacing); }
Length endShake(Length play, Length spacing, Length overhang) {
    return play + overhang * (2 * static_cast<double>(play / spacing));
}
Torque bearingDragOf(double friction, Force load, Length mean, Torque seals) {
    return newtonMetres(friction * load.value() * mean.value() / 2) + seals;
}

namespace book {
namespace {
constexpr Calculation bearingTable[] = {
    {"ac_pair",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto f = angularPair({in.integer("balls"), in.get<Length>("ball_d_mm"),
                                     in.get<Angle>("contact_angle_deg"), in.get<Force>("preload_N")});
         out.put("ball_load_N", f.ballLoad);
         out.put("deflection_um", f.give);
         out.put("stiffness_single_N_per_um", f.one);
         out.put("stiffness_pair_N_per_um", f.pair);
         out.put("preload_lost_at_N", f.preloadGone);
         return {};
     },
     "HERTZ"},
    {"dg_axial_play",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto f = axialFloat(in.get<Length>("radial_clearance_um"), in.get<Length>("ball_d_mm"));
         if (!(f.contact.value() == f.contact.value()))
             return fail(CalcErrorCode::OutOfRange, "radial_clearance_um", in.number("radial_clearance_um"),
                         160 * in.number("ball_d_mm"), "no bearing has that much room.");
         out.put("free_contact_angle_deg", f.contact);
         out.put("axial_play_um", f.play);
         return {};
     },
     "TRIG"},
    {"pair_spread",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto B = in.get<Length>("bearing_width_mm"), d = in.get<Length>("mean_d_mm");
         const auto a = in.get<Angle>("contact_angle_deg");
         out.put("spread_back_to_back_mm", spreadBackToBack(B, d, a));
         out.put("spread_face_to_face_mm", spreadFaceToFace(B, d, a));
         return {};
     },
     "TRIG"},
    {"shaft_wobble",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto c = in.get<Length>("play_mm"), s = in.get<Length>("spacing_mm");
         out.put("tilt_arcmin", shaftLean(c, s));
         if (const auto x = in.maybe<Length>("overhang_mm")) out.put("end_shake_mm", endShake(c, s, *x));
         return {};
     },
     "TRIG"},
    {"bearing_heat",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto d = in.get<Length>("bore_d_mm"), D = in.get<Length>("outside_d_mm");
         if (!(D.value() > d.value()))
             return fail(CalcErrorCode::OutOfRange, "outside_d_mm", in.number("outside_d_mm"), in.number("bore_d_mm"),
                         "it is larger than the bore.");
         const auto mean = (d + D) / 2.0;
         const double ndm = in.number("speed_rpm") * inMillimetres(mean);
         out.put("mean_d_mm", mean);
         out.number("n_dm_mm_rpm", ndm);
         if (in.has("n_dm_limit_mm_rpm")) out.number("n_dm_used", ndm / in.number("n_dm_limit_mm_rpm"));
         const auto M = bearingDragOf(in.number("friction_coefficient"), in.get<Force>("load_N"), mean,
                                      in.get<Torque>("seal_torque_Nm"));
         const double heat = M.value() * in.get<AngularSpeed>("speed_rpm").value();
         out.put("friction_torque_Nm", M);
         out.number("heat_W", heat);
         if (in.has("area_m2")) out.number("rise_K", heat / (in.number("heat_transfer_W_m2K") * in.number("area_m2")));
         return {};
     },
     "PRACTICE"},
};
} // namespace
std::span<const Calculation> bearingCalculations() { return bearingTable; }
} // namespace book
} // namespace lw
