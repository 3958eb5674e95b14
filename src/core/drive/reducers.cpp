#include "drive/reducers.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>
#include <vector>

namespace lw {
namespace {
constexpr double pressure20 = 20 * pi / 180;
double involute(double a) { return std::tan(a) - a; }
} // namespace

Result<GearPairFigures> gearPair(const GearPair &g) {
    LW_REQUIRE_POSITIVE(g.module.value(), "module_mm");
    const double m = g.module.value(), r1 = m * g.teeth1 / 2, r2 = m * g.teeth2 / 2, a = r1 + r2;
    const double e = g.centreError.value(), working = a + e, c = a * std::cos(pressure20) / working;
    if (!(c < 1) || !(working > 0))
        return fail(CalcErrorCode::OutOfRange, "centre_error_mm", e * 1e3, 0,
                    "so close the flanks have no common tangent; the gears cannot be meshed.");
    GearPairFigures f;
    const double aw = std::acos(c);
    f.centre = metres(a);
    f.tip1 = metres(2 * r1 + 2 * m);
    f.tip2 = metres(2 * r2 + 2 * m);
    f.playShort = metres(2 * e * std::tan(pressure20));
    f.play = metres(2 * working * (involute(aw) - involute(pressure20)));
    f.playAtSecond = radians(f.play.value() / r2);
    const auto reach = [&](double r) {
        const double base = r * std::cos(pressure20);
        return std::sqrt((r + m) * (r + m) - base * base);
    };
    f.contact = (reach(r1) + reach(r2) - working * std::sin(aw)) / (pi * m * std::cos(pressure20));
    return f;
}

Result<ToothBending> toothBending(Length module, int teeth, Length width, Torque torque, Speed pitchSpeed) {
    ToothBending b;
    b.form = pi * (0.154 - 0.912 / teeth);
    if (!(b.form > 0))
        return fail(CalcErrorCode::OutOfRange, "teeth", teeth, 6, "the form factor holds from 6 teeth on.");
    b.tangential = newtons(2 * std::fabs(torque.value()) / (module.value() * teeth));
    b.velocity = 6.1 / (6.1 + std::fabs(pitchSpeed.value()));
    b.stress = fromSi<Pressure>(b.tangential.value() / (b.velocity * width.value() * module.value() * b.form));
    return b;
}

WormFigures wormFigures(const Worm &w) {
    WormFigures f;
    f.reduction = double(w.wheelTeeth) / w.starts;
    const double lead = std::atan(w.starts * w.axialModule.value() / w.pitchDiameter.value());
    const double rub = std::atan(w.friction / std::cos(pressure20));
    f.lead = radians(lead);
    f.frictionAngle = radians(rub);
    f.forward = std::tan(lead) / std::tan(lead + rub);
    f.backward = std::tan(lead - rub) / std::tan(lead);
    return f;
}
Ratio backwardOf(Ratio forward) { return 2 - 1 / forward; }

std::optional<StrainWaveFrame> strainWaveFrame(int size, double ratio) {
    struct Row {
        int size;
        double soft[3], stiff[3], knees[2]; // 10^3 N m/rad below 80:1 and from 80:1 on, N m
    };
    constexpr Row rows[] = {{14, {3.4, 4.7, 5.7}, {4.7, 6.1, 7.1}, {2.0, 6.9}},
                            {17, {8.1, 11, 13}, {10, 14, 16}, {3.9, 12}},
                            {20, {13, 18, 23}, {16, 25, 29}, {7.0, 25}},
                            {25, {25, 34, 44}, {31, 50, 57}, {14, 48}},
                            {32, {54, 78, 98}, {67, 110, 120}, {29, 108}}};
    for (const auto &r : rows)
        if (r.size == size) {
            const auto &k = ratio < 80 ? r.soft : r.stiff;
            const auto at = [&](int n) { return fromSi<TorsionalStiffness>(k[n] * 1e3); };
            return StrainWaveFrame{size, at(0), at(1), at(2), newtonMetres(r.knees[0]), newtonMetres(r.knees[1])};
        }
    return {};
}
Angle strainWaveTwist(const StrainWaveFrame &f, Torque torque) {
    const double T = std::fabs(torque.value()), t1 = f.knee1.value(), t2 = f.knee2.value();
    const double twist = std::min(T, t1) / f.k1.value() + std::clamp(T - t1, 0.0, t2 - t1) / f.k2.value() +
                         std::max(0.0, T - t2) / f.k3.value();
    return radians(std::copysign(twist, torque.value()));
}
Torque strainWaveInput(Torque out, double ratio, double mesh, Torque noLoad) { return out / (ratio * mesh) + noLoad; }
ReducerMean reducerMean(std::span<const ReducerStretch> duty) {
    double cubes = 0, turns = 0, time = 0;
    for (const auto &s : duty) {
        const double n = s.input.value() * s.time.value();
        cubes += n * std::pow(std::fabs(s.torque.value()), 3);
        turns += n;
        time += s.time.value();
    }
    return {newtonMetres(std::cbrt(cubes / turns)), fromSi<AngularSpeed>(turns / time)};
}

namespace book {
namespace {
constexpr Calculation reducerTable[] = {
    {"gear_pair",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(f, gearPair({in.get<Length>("module_mm"), in.integer("teeth_1"), in.integer("teeth_2"),
                             in.get<Length>("centre_error_mm")}));
         out.put("centre_mm", f.centre);
         out.put("tip_d_1_mm", f.tip1);
         out.put("tip_d_2_mm", f.tip2);
         out.put("backlash_linear_mm", f.playShort);
         out.put("backlash_exact_mm", f.play);
         out.put("backlash_gear_2_arcmin", f.playAtSecond);
         out.number("contact_ratio", f.contact);
         return {};
     },
     "INVOLUTE"},
    {"gear_root_bending",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, toothBending(in.get<Length>("module_mm"), in.integer("teeth"), in.get<Length>("face_width_mm"),
                                in.get<Torque>("torque_Nm"), in.get<Speed>("pitch_speed_m_s")));
         out.number("form_factor", b.form);
         out.put("tangential_N", b.tangential);
         out.number("velocity_factor", b.velocity);
         out.put("bending_MPa", b.stress);
         return {};
     },
     "LEWIS"},
    {"worm_geometry",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto f =
             wormFigures({in.integer("starts"), in.get<Length>("axial_module_mm"), in.get<Length>("worm_pitch_d_mm"),
                          in.integer("wheel_teeth"), in.number("friction_coefficient")});
         out.number("ratio", f.reduction);
         out.put("lead_angle_deg", f.lead);
         out.put("friction_angle_deg", f.frictionAngle);
         out.number("efficiency_forward", f.forward);
         out.number("efficiency_backward", f.backward);
         out.json("self_locking", f.backward <= 0);
         if (in.has("backlash_arcmin") && in.has("radius_mm"))
             out.number("backlash_at_radius_mm", in.get<Angle>("backlash_arcmin").value() * in.number("radius_mm"));
         return {};
     },
     "SCREW-TEXT"},
    {"strain_wave_windup",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto frame = strainWaveFrame(in.integer("size"), in.number("ratio"));
         if (!frame) return fail(CalcErrorCode::OutOfRange, "size", in.number("size"), 32, "14, 17, 20, 25 or 32.");
         const auto twist = strainWaveTwist(*frame, in.get<Torque>("torque_Nm"));
         out.put("wind_up_arcmin", twist);
         if (in.has("radius_mm")) out.number("at_radius_um", twist.value() * in.number("radius_mm") * 1000);
         return {};
     },
     "STRAIN-WAVE"},
    {"strain_wave_efficiency",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto load = in.get<Torque>("output_torque_Nm");
         const double i = in.number("ratio");
         const auto input = strainWaveInput(load, i, in.number("mesh_efficiency"), in.get<Torque>("no_load_torque_Nm"));
         out.put("input_torque_Nm", input);
         if (input.value() > 0 && load.value() >= 0) out.number("efficiency", load.value() / (i * input.value()));
         return {};
     },
     "STRAIN-WAVE"},
    {"strain_wave_life",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto torques = in.list<Torque>("torques_Nm");
         const auto speeds = in.list<AngularSpeed>("input_speeds_rpm");
         const auto times = in.list<Duration>("durations_s");
         if (torques.empty() || torques.size() != speeds.size() || torques.size() != times.size())
             return fail(CalcErrorCode::Missing, "torques_Nm", double(torques.size()), double(times.size()),
                         "each stretch wants a torque, a speed and a time.");
         std::vector<ReducerStretch> duty;
         for (std::size_t k = 0; k < torques.size(); ++k)
             duty.push_back({torques[k], speeds[k], times[k]});
         const auto mean = reducerMean(duty);
         LW_REQUIRE_POSITIVE(mean.input.value(), "input_speeds_rpm");
         out.put("mean_torque_Nm", mean.torque);
         out.put("mean_input_rpm", mean.input);
         if (mean.torque.value() > 0)
             out.number("life_h", in.number("rated_life_h") *
                                      std::pow(in.number("rated_torque_Nm") / mean.torque.value(), 3) *
                                      (in.get<AngularSpeed>("rated_input_rpm") / mean.input));
         if (const auto limit = in.maybe<Torque>("mean_torque_limit_Nm"))
             out.number("mean_torque_use", mean.torque / *limit);
         return {};
     },
     "STRAIN-WAVE"},
};
} // namespace
std::span<const Calculation> reducerCalculations() { return reducerTable; }
} // namespace book
} // namespace lw
