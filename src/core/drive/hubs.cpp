#include "drive/hubs.h"
#include "book/book.h"
#include "drive/joints.h"
#include <algorithm>
#include <cmath>

namespace lw {

const CouplingType *couplingType(std::string_view code) {
    constexpr double degree = pi / 180;
    static constexpr CouplingType all[] = {
        {"sleeve", "rigid sleeve", 0.01e-3, 0.02 * degree}, {"beam", "cut spiral", 0.2e-3, 3 * degree},
        {"bellows", "bellows", 0.15e-3, 1.5 * degree},      {"disc", "pair of discs", 0.2e-3, 1.5 * degree},
        {"jaw", "jaw coupling", 0.1e-3, 1 * degree},        {"oldham", "sliding disc", 0.8e-3, 0.5 * degree},
    };
    for (const auto &t : all)
        if (t.code == code) return &t;
    return nullptr;
}

ClampHub clampHub(Force force, double friction, Length bore) {
    const double sure = friction * force.value() * bore.value();
    return {newtonMetres(sure), newtonMetres(pi / 2 * sure)};
}
std::optional<ParallelKey> keyForShaft(Length shaft) {
    struct Row {
        double upTo, b, h, t1;
    };
    static constexpr Row rows[] = {{8, 2, 2, 1.2},   {10, 3, 3, 1.8},   {12, 4, 4, 2.5},  {17, 5, 5, 3.0},
                                   {22, 6, 6, 3.5},  {30, 8, 7, 4.0},   {38, 10, 8, 5.0}, {44, 12, 8, 5.0},
                                   {50, 14, 9, 5.5}, {58, 16, 10, 6.0}, {65, 18, 11, 7.0}};
    const double d = inMillimetres(shaft);
    if (!(d > 6)) return {};
    for (const auto &r : rows)
        if (d <= r.upTo + 1e-9) return ParallelKey{millimetres(r.b), millimetres(r.h), millimetres(r.t1)};
    return {};
}
std::optional<Length> inchKeyForShaft(Length shaft) {
    struct Row {
        double upTo, key; // inches; a shaft over the row before
    };
    static constexpr Row rows[] = {{0.4375, 3.0 / 32}, {0.5625, 0.125}, {0.875, 0.1875}, {1.25, 0.25},
                                   {1.375, 0.3125},    {1.75, 0.375},   {2.25, 0.5}};
    const double d = inMillimetres(shaft) / 25.4;
    if (!(d > 0.3125 - 1e-9)) return {};
    for (const auto &r : rows)
        if (d <= r.upTo + 1e-9) return millimetres(25.4 * r.key);
    return {};
}
Torque keyTorque(const ParallelKey &k, Length shaft, Length bearing, Pressure allowed) {
    return newtonMetres(allowed.value() * (k.height - k.inShaft).value() * bearing.value() * shaft.value() / 2);
}

Result<ThreadStrength> threadStrength(double millimetresNominal, std::string_view grade, Length engaged,
                                      Pressure shear) {
    const auto size = boltSize(millimetresNominal);
    if (!size)
        return fail(CalcErrorCode::OutOfRange, "thread_d_mm", millimetresNominal, 12, "3, 4, 5, 6, 8, 10 or 12.");
    const double tensile = grade == "8.8" ? 800e6 : grade == "10.9" ? 1040e6 : grade == "12.9" ? 1220e6 : 0;
    if (!(tensile > 0)) return fail(CalcErrorCode::BadText, "strength_grade", 0, 0, "8.8, 10.9 or 12.9.");
    const double breaks = tensile * stressArea(size->diameter, size->pitch);
    const double perLength = shear.value() * 0.875 * pi * size->diameter.value();
    return ThreadStrength{newtons(breaks), newtons(perLength * engaged.value()), metres(breaks / perLength)};
}
std::optional<Pressure> tappedShear(std::string_view material) {
    return material == "aluminium_cast" ? std::optional(megapascals(110))
           : material == "aluminium"    ? std::optional(megapascals(180))
           : material == "iron"         ? std::optional(megapascals(180))
           : material == "steel"        ? std::optional(megapascals(250))
                                        : std::nullopt;
}
FaceScrew faceScrew(Length screw, Length stack, Length depth, Length pitch) {
    FaceScrew f;
    f.entry = screw - stack;
    f.limit = depth - std::max(millimetres(0.5), pitch);
    f.engaged = std::max(metres(0), std::min(f.entry, depth));
    return f;
}

namespace book {
namespace {
constexpr Calculation hubTable[] = {
    {"clamp_hub",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto h = clampHub(in.get<Force>("screw_force_N") * double(in.integer("screws")),
                                 in.number("friction_coefficient"), in.get<Length>("bore_d_mm"));
         out.put("torque_lower_Nm", h.sure);
         out.put("torque_upper_Nm", h.best);
         return {};
     },
     "MECH"},
    {"coupling_windup",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto twist =
             twistOf(in.get<Torque>("torque_Nm"), in.get<TorsionalStiffness>("torsional_stiffness_Nm_per_rad"));
         out.put("wind_up_arcmin", twist);
         out.put("axis_error_um", atNut(twist, in.get<Length>("lead_mm")));
         return {};
     },
     "MECH"},
    {"face_screw",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double d = in.number("thread_d_mm");
         const auto size = boltSize(d);
         if (!size && !in.has("pitch_mm") && d >= 3)
             return fail(CalcErrorCode::Missing, "pitch_mm", 0, 0, "no usual pitch is known for this diameter.");
         const auto f =
             faceScrew(in.get<Length>("screw_length_mm"), in.get<Length>("stack_mm"), in.get<Length>("thread_depth_mm"),
                       in.getOr<Length>("pitch_mm", size ? size->pitch : millimetres(0.45)));
         out.put("entry_mm", f.entry);
         out.put("entry_limit_mm", f.limit);
         out.put("engagement_mm", f.engaged);
         out.json("bottoms", f.bottoms());
         out.number("engagement_in_d", inMillimetres(f.engaged) / d);
         return {};
     },
     "PRACTICE"},
    {"parallel_key",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const ParallelKey k{in.get<Length>("key_width_mm"), in.get<Length>("key_height_mm"),
                             in.get<Length>("shaft_key_depth_mm")};
         if (!(k.inShaft < k.height) || !(k.inShaft.value() > 0))
             return fail(CalcErrorCode::OutOfRange, "shaft_key_depth_mm", inMillimetres(k.inShaft),
                         inMillimetres(k.height), "part of the key lies in the shaft, part in the hub.");
         const auto d = in.get<Length>("shaft_d_mm"), l = in.get<Length>("length_mm");
         const auto T = keyTorque(k, d, l, in.get<Pressure>("allowable_pressure_MPa"));
         out.put("torque_Nm", T);
         out.put("key_shear_MPa", fromSi<Pressure>(2 * T.value() / (d.value() * k.width.value() * l.value())));
         return {};
     },
     "DIN-6885"},
    {"thread_strip",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(s, threadStrength(in.number("thread_d_mm"), in.text("strength_grade"), in.get<Length>("engagement_mm"),
                                  in.get<Pressure>("shear_MPa")));
         out.put("bolt_break_N", s.breaks);
         out.put("strip_N", s.strips);
         out.number("strip_over_break", s.strips / s.breaks);
         out.put("engagement_for_equal_mm", s.equal);
         return {};
     },
     "ISO-898-1"},
};
} // namespace
std::span<const Calculation> hubCalculations() { return hubTable; }
} // namespace book
} // namespace lw
