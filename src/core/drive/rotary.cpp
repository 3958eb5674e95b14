#include "drive/rotary.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>
#include <vector>

namespace lw {

Duration indexTime(Angle angle, AngularSpeed top, AngularAcceleration ramp) {
    const double q = angle.value(), w = top.value(), a = ramp.value();
    return seconds(q >= w * w / a ? q / w + w / a : 2 * std::sqrt(q / a));
}

namespace {
double sectionOf(const TurningBody &b) {
    switch (b.shape) {
    case TurningBody::Shape::Cylinder: return pi / 4 * b.a.value() * b.a.value();
    case TurningBody::Shape::Tube: return pi / 4 * (b.a.value() * b.a.value() - b.b.value() * b.b.value());
    case TurningBody::Shape::Box: break;
    }
    return b.a.value() * b.b.value();
}
} // namespace

Mass massOf(const TurningBody &body, Length length, Density density) {
    return kilograms(sectionOf(body) * length.value() * density.value());
}

TurningLoad turningLoad(std::span<const TurningBody> bodies) {
    TurningLoad t;
    double mass = 0, J = 0, x = 0, y = 0;
    for (const auto &b : bodies) {
        const double m = b.mass.value(), e = b.offset.value(), p = b.a.value() * b.a.value(),
                     q = b.b.value() * b.b.value();
        const double own = b.shape == TurningBody::Shape::Cylinder ? m * p / 8
                           : b.shape == TurningBody::Shape::Tube   ? m * (p + q) / 8
                                                                   : m * (p + q) / 12;
        mass += m;
        J += own + m * e * e;
        x += m * e * std::cos(b.direction.value());
        y += m * e * std::sin(b.direction.value());
    }
    t.mass = kilograms(mass);
    t.inertia = kilogramSquareMetres(J);
    t.unbalance = std::hypot(x, y);
    return t;
}

TorsionalStiffness beltAtTable(Stiffness specific, double mesh, Length width, Length span1, Length span2,
                               Length pitchDiameter) {
    const double r = pitchDiameter.value() / 2;
    return fromSi<TorsionalStiffness>(mesh * specific.value() * width.value() *
                                      (1 / span1.value() + 1 / span2.value()) * r * r);
}
TorsionalStiffness shaftStiffness(Length diameter, Length length, Pressure shearModulus) {
    const double d = diameter.value();
    return fromSi<TorsionalStiffness>(shearModulus.value() * pi * d * d * d * d / (32 * length.value()));
}
std::optional<TorsionalStiffness> inSeries(const RotarySprings &s) {
    double soft = 0;
    for (const auto &k : {s.belt, s.shaft, s.gear})
        if (k) soft += 1 / k->value();
    if (!(soft > 0)) return {};
    return fromSi<TorsionalStiffness>(1 / soft);
}
Frequency torsionalFrequency(TorsionalStiffness k, Inertia J) {
    return fromSi<Frequency>(std::sqrt(k.value() / J.value()) / (2 * pi));
}

AngleWave eccentricWave(EccentricAt where, Length runOut, Length tablePitchDiameter, double ratio, Angle pressure) {
    const double e = runOut.value() / 2, r = tablePitchDiameter.value() / 2;
    if (where == EccentricAt::GearTable) return {radians(e / (r * std::cos(pressure.value()))), 1};
    return {radians(e / r), where == EccentricAt::BeltDriver ? static_cast<int>(std::lround(ratio)) : 1};
}

Result<DegreeSteps> typedDegreeSteps(Fraction perTurn, int decimals, int turns) {
    LW_TRY(perDegree, divide(perTurn, Fraction{360, 1}));
    LW_TRY(typed, readFraction(decimalText(perDegree, decimals)));
    LW_TRY(whole, multiply(typed, Fraction{360, 1}));
    LW_TRY(off, divide(whole, perTurn)); // exact until here
    return DegreeSteps{perTurn, typed.value(), radians((off.value() - 1) * turns * 2 * pi)};
}

Length permissibleOffset(Speed grade, AngularSpeed speed) { return metres(grade.value() / speed.value()); }

namespace book {
namespace {
Result<TurningBody> bodyFrom(const Json &b) {
    const auto has = [&](const char *key) { return b.contains(key) && !b.at(key).is_null(); };
    const auto length = [&](const char *key) { return millimetres(has(key) ? b.at(key).get<double>() : 0.0); };
    const auto kind = b.value("kind", std::string("solid_cyl"));
    TurningBody body;
    const char *first = kind == "box" ? "side_a_mm" : kind == "tube" ? "outside_d_mm" : "d_mm";
    const char *second = kind == "box" ? "side_b_mm" : kind == "tube" ? "inside_d_mm" : nullptr;
    body.shape = kind == "box"    ? TurningBody::Shape::Box
                 : kind == "tube" ? TurningBody::Shape::Tube
                                  : TurningBody::Shape::Cylinder;
    if (!has(first)) return fail(CalcErrorCode::Missing, std::string("bodies.") + first);
    if (second && !has(second)) return fail(CalcErrorCode::Missing, std::string("bodies.") + second);
    body.a = length(first);
    if (second) body.b = length(second);
    if (kind == "tube" && !(body.b < body.a))
        return fail(CalcErrorCode::OutOfRange, "bodies.inside_d_mm", inMillimetres(body.b), inMillimetres(body.a),
                    "the hole must be smaller than the outside.");
    if (has("mass_kg"))
        body.mass = kilograms(b.at("mass_kg").get<double>());
    else if (has("density_kg_m3") && has("length_mm"))
        body.mass = massOf(body, length("length_mm"), kilogramsPerCubicMetre(b.at("density_kg_m3").get<double>()));
    else
        return fail(CalcErrorCode::Missing, "bodies.mass_kg", 0, 0, "give its mass, or its length and density.");
    body.offset = length("offset_mm");
    body.direction = degrees(has("angle_deg") ? b.at("angle_deg").get<double>() : 0.0);
    return body;
}

constexpr Calculation rotaryTable[] = {
    {"rotary_index",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double perTurn = in.number("full_steps_per_rev") * in.number("microsteps") * in.number("ratio");
         const auto top = fromSi<AngularSpeed>(in.get<AngularSpeed>("motor_rpm").value() / in.number("ratio"));
         const auto ramp = fromSi<AngularAcceleration>(in.number("table_acceleration_deg_s2") * pi / 180);
         out.number("steps_per_deg", perTurn / 360);
         out.number("arcsec_per_step", 1296000 / perTurn);
         out.number("step_at_radius_um", in.number("radius_mm") * 1000 * 2 * pi / perTurn);
         out.number("full_step_arcmin", 21600 / (in.number("full_steps_per_rev") * in.number("ratio")));
         out.put("table_rpm", top);
         for (const auto &[key, angle] :
              {std::pair{"index_90_s", 90.0}, {"index_180_s", 180.0}, {"index_360_s", 360.0}})
             out.number(key, indexTime(degrees(angle), top, ramp).value() + in.number("clamp_time_s"));
         return {};
     },
     "KIN"},
    {"steps_rounding",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(ratio, readFraction(in.text("ratio_fraction")));
         if (ratio.num <= 0) return fail(CalcErrorCode::NotPositive, "ratio_fraction", ratio.value());
         if (in.integer("decimals") > 12) return fail(CalcErrorCode::OutOfRange, "decimals", in.number("decimals"), 12);
         LW_TRY(
             perTurn,
             multiply(ratio, Fraction{std::int64_t(in.integer("full_steps_per_rev")) * in.integer("microsteps"), 1}));
         LW_TRY(typed, typedDegreeSteps(perTurn, in.integer("decimals"), in.integer("table_revs")));
         out.number("steps_per_output_rev", perTurn.value());
         out.number("typed_steps_per_deg", typed.typed);
         out.number("error_deg", inDegrees(typed.drift));
         return {};
     },
     "PRACTICE"},
    {"inertia_bodies",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<TurningBody> bodies;
         for (const auto &b : in.json("bodies")) {
             LW_TRY(body, bodyFrom(b));
             bodies.push_back(body);
         }
         if (bodies.empty()) return fail(CalcErrorCode::Missing, "bodies", 0, 0, "name at least one body.");
         const auto load = turningLoad(bodies);
         LW_REQUIRE_POSITIVE(load.mass.value(), "bodies.mass_kg");
         out.put("mass_kg", load.mass);
         out.put("inertia_kgm2", load.inertia);
         out.number("unbalance_kg_mm", load.unbalance * 1000);
         out.put("eccentricity_mm", load.eccentricity());
         out.put("unbalance_torque_Nm", load.worst());
         const bool cuts = in.has("cut_force_N") && in.has("cut_radius_mm");
         const double cut = cuts ? in.number("cut_force_N") * in.number("cut_radius_mm") / 1000 : 0;
         if (cuts) out.number("cut_torque_Nm", cut);
         if (!in.has("ratio")) return {};
         const double i = in.number("ratio"), eta = in.has("efficiency") ? in.number("efficiency") : 0,
                      drag = in.has("friction_torque_Nm") ? in.number("friction_torque_Nm") : 0;
         const double J = load.inertia.value() / (i * i);
         out.number("reflected_inertia_kgm2", J);
         if (cuts && eta > 0) out.number("motor_torque_cut_Nm", (cut + load.worst().value() + drag) / (i * eta));
         if (!in.has("motor_inertia_kgm2")) return {};
         const double Jm = in.number("motor_inertia_kgm2");
         if (in.has("table_acceleration_deg_s2") && eta > 0) {
             const double a = in.number("table_acceleration_deg_s2") * pi / 180;
             out.number("motor_torque_index_Nm",
                        (load.inertia.value() * a + load.worst().value() + drag) / (i * eta) + Jm * a * i);
         }
         if (Jm > 0) out.number("inertia_ratio", J / Jm);
         return {};
     },
     "MECH"},
    {"rotary_stiffness",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         RotarySprings s;
         if (in.has("belt_specific_stiffness_N_per_mm")) {
             for (const char *key : {"belt_width_mm", "span_1_mm", "span_2_mm", "table_pitch_d_mm"})
                 if (!in.has(key)) return fail(CalcErrorCode::Missing, key, 0, 0, "the belt needs it.");
             s.belt =
                 beltAtTable(in.get<Stiffness>("belt_specific_stiffness_N_per_mm"), in.number("mesh_stiffness_factor"),
                             in.get<Length>("belt_width_mm"), in.get<Length>("span_1_mm"), in.get<Length>("span_2_mm"),
                             in.get<Length>("table_pitch_d_mm"));
             out.put("belt_stiffness_Nm_per_rad", *s.belt);
         }
         if (in.has("shaft_d_mm")) {
             for (const char *key : {"shaft_length_mm", "shear_modulus_GPa"})
                 if (!in.has(key)) return fail(CalcErrorCode::Missing, key, 0, 0, "the shaft needs it.");
             s.shaft = shaftStiffness(in.get<Length>("shaft_d_mm"), in.get<Length>("shaft_length_mm"),
                                      in.get<Pressure>("shear_modulus_GPa"));
             out.put("shaft_stiffness_Nm_per_rad", *s.shaft);
         }
         s.gear = in.maybe<TorsionalStiffness>("gear_stiffness_Nm_per_rad");
         const auto k = inSeries(s);
         if (!k) return fail(CalcErrorCode::Missing, "gear_stiffness_Nm_per_rad", 0, 0, "give a belt, shaft or gear.");
         const double torque = in.number("force_N") * in.number("radius_mm") / 1000, twist = torque / k->value();
         out.put("torsional_stiffness_Nm_per_rad", *k);
         out.number("torque_Nm", torque);
         out.put("wind_up_arcmin", radians(twist));
         out.number("deflection_um", twist * in.number("radius_mm") * 1000);
         if (in.has("inertia_kgm2") && in.number("inertia_kgm2") > 0)
             out.put("natural_Hz", torsionalFrequency(*k, in.get<Inertia>("inertia_kgm2")));
         return {};
     },
     "MECH"},
    {"rotary_runout_error",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto kind = in.text("kind");
         const auto where = kind == "belt_driver"  ? EccentricAt::BeltDriver
                            : kind == "belt_table" ? EccentricAt::BeltTable
                                                   : EccentricAt::GearTable;
         if (where == EccentricAt::GearTable && !in.has("pressure_angle_deg"))
             return fail(CalcErrorCode::Missing, "pressure_angle_deg", 0, 0, "gear teeth need it; mostly 20.");
         const auto wave = eccentricWave(where, in.get<Length>("runout_tir_mm"), in.get<Length>("table_pitch_d_mm"),
                                         in.number("ratio"), in.getOr<Angle>("pressure_angle_deg", radians(0)));
         out.put("amplitude_arcmin", wave.amplitude);
         out.put("peak_to_peak_arcmin", 2.0 * wave.amplitude);
         out.number("peak_to_peak_um", 2 * wave.amplitude.value() * in.number("radius_mm") * 1000);
         out.json("cycles_per_table_rev", wave.wavesATurn);
         return {};
     },
     "BELT-GEOM"},
    {"worm_torque",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double forward = in.number("efficiency_forward"), back = 2 - 1 / forward;
         const double at = in.number("load_torque_Nm") / in.number("ratio");
         out.number("efficiency_backward", back);
         out.json("self_locking", back <= 0);
         out.number("motor_torque_raise_Nm", at / forward);
         out.number("motor_torque_lower_Nm", -at * back + 0.0);
         return {};
     },
     "EB-1"},
    {"turning_power",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double force = in.number("kc_N_mm2") * in.number("depth_of_cut_mm") * in.number("feed_mm_rev");
         const double d = in.number("work_d_mm") / 1000, i = in.number("ratio");
         const auto speed = in.get<AngularSpeed>("spindle_rpm");
         const double torque = force * d / 2;
         out.number("main_force_N", force);
         out.number("cutting_speed_m_min", d / 2 * speed.value() * 60);
         out.number("power_W", torque * speed.value());
         out.number("torque_Nm", torque);
         out.number("motor_torque_Nm", torque / (i * in.number("efficiency")));
         out.number("motor_rpm", in.number("spindle_rpm") * i);
         if (speed.value() > 0)
             out.put("permissible_offset_um",
                     permissibleOffset(fromSi<Speed>(in.number("balance_grade_mm_s") / 1000), speed));
         out.number("unbalance_force_N", in.number("rotor_mass_kg") * std::fabs(in.number("mass_offset_mm")) / 1000 *
                                             speed.value() * speed.value());
         return {};
     },
     "ISO-21940-11"},
};
} // namespace
std::span<const Calculation> rotaryCalculations() { return rotaryTable; }
} // namespace book
} // namespace lw
