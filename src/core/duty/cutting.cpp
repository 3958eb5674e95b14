#include "duty/cutting.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
// Cutting-force constants as widely printed in manufacturing handbooks (from memory; docs/sources.md KIENZLE).
constexpr CutMaterial materials[] = {
    {"aluminium_wrought", "Aluminium, wrought", 700, 600, 800, 0.25, 'B'},
    {"aluminium_cast", "Aluminium, cast with silicon", 750, 600, 900, 0.25, 'B'},
    {"brass", "Brass, free-cutting", 650, 500, 780, 0.20, 'B'},
    {"gunmetal", "Gunmetal, leaded bronze", 700, 600, 900, 0.25, 'B'},
    {"bronze", "Tin or aluminium bronze", 1400, 1000, 1780, 0.20, 'C'},
    {"free_cutting_steel", "Free-cutting steel", 1350, 1200, 1500, 0.20, 'B'},
    {"mild_steel", "Mild steel", 1780, 1500, 1900, 0.17, 'A'},
    {"medium_carbon_steel", "Medium-carbon steel", 2220, 1700, 2300, 0.14, 'A'},
    {"alloy_steel", "Alloy steel", 2500, 1900, 2600, 0.26, 'A'},
    {"tool_steel", "Tool steel, annealed", 2000, 1800, 2300, 0.25, 'B'},
    {"stainless", "Stainless, austenitic", 2100, 1800, 2400, 0.21, 'B'},
    {"grey_iron", "Grey cast iron", 1160, 1000, 1300, 0.26, 'A'},
    {"ductile_iron", "Ductile iron", 1400, 1100, 1600, 0.25, 'B'},
    {"titanium", "Titanium 6Al-4V", 1400, 1300, 1600, 0.23, 'B'},
    {"acetal", "Acetal", 150, 100, 250, 0.20, 'C'},
    {"nylon", "Nylon", 130, 80, 220, 0.20, 'C'},
    {"mdf", "MDF", 25, 15, 50, 0.35, 'C'},
    {"hardwood", "Hardwood", 35, 20, 60, 0.35, 'C'},
};
constexpr double thinChip = 0.02; // mm; below it the edge radius rubs and the force no longer falls
} // namespace

std::span<const CutMaterial> cutMaterials() { return materials; }
const CutMaterial *cutMaterial(std::string_view code) {
    for (const auto &m : materials)
        if (m.code == code || m.name == code) return &m;
    return nullptr;
}

Result<MillingForces> millingForces(const MillingCut &cut) {
    const double D = inMillimetres(cut.cutter);
    const double ae = inMillimetres(cut.width);
    const double ap = inMillimetres(cut.depth);
    const double fz = inMillimetres(cut.feedPerTooth);
    const double kc11 = inMegapascals(cut.kc11);
    LW_REQUIRE_POSITIVE(D, "tool_d_mm");
    LW_REQUIRE_POSITIVE(ae, "width_of_cut_mm");
    LW_REQUIRE_POSITIVE(ap, "depth_of_cut_mm");
    LW_REQUIRE_POSITIVE(fz, "feed_per_tooth_mm");
    LW_REQUIRE_POSITIVE(kc11, "kc11_N_mm2");
    LW_REQUIRE_POSITIVE(cut.wear * cut.toolSpeed, "wear_factor");
    if (cut.teeth < 1) return fail(CalcErrorCode::NotPositive, "cutter_teeth", cut.teeth);
    if (!(cut.mc >= 0 && cut.mc < 1)) return fail(CalcErrorCode::OutOfRange, "mc", cut.mc, 1);
    if (ae > D * (1 + 1e-12))
        return fail(CalcErrorCode::OutOfRange, "width_of_cut_mm", ae, D,
                    "wider than the cutter; the width of cut is at most its diameter.");
    const double sinK = std::sin(cut.edge.value());
    LW_REQUIRE_POSITIVE(sinK, "edge_angle_deg");
    const double phi = std::acos(std::clamp(1 - 2 * ae / D, -1.0, 1.0));
    const double b = ap / sinK;
    const double chip = fz * sinK * (2 * ae / D) / phi;
    const double factor = cut.wear * cut.toolSpeed;
    const double chipForForce = cut.clampThinChip ? std::max(chip, thinChip) : chip;
    const double kc = kc11 * std::pow(chip, -cut.mc) * factor;
    const double perWidth = kc11 * factor * std::pow(chipForForce, 1 - cut.mc);
    const double ze = cut.teeth * phi / (2 * pi);
    MillingForces f{};
    f.engagement = radians(phi);
    f.chip = millimetres(chip);
    f.kc = megapascals(kc);
    f.teethEngaged = ze;
    f.tangentialMean = newtons(ze * b * perWidth);
    const double phiPeak = std::min(phi, pi / 2);
    f.toothPeak = newtons(kc11 * factor * b * std::pow(fz * sinK * std::sin(phiPeak), 1 - cut.mc));
    // Exact means over the engagement by Gauss-Legendre on sub-intervals; the integrand is smooth save at phi = 0,
    // where h^(1-mc) has a root-like start, so the substitution phi = u^2 takes the edge off.
    const double radial = cut.radialRatio * sinK;
    auto mean = [&](double from, double to, auto &&g) {
        constexpr int panels = 64;
        constexpr double node[3] = {-0.7745966692414834, 0.0, 0.7745966692414834};
        constexpr double weight[3] = {5.0 / 9, 8.0 / 9, 5.0 / 9};
        const double a = 0;
        const double c = std::sqrt(to - from);
        double sum = 0;
        for (int p = 0; p < panels; ++p)
            for (int q = 0; q < 3; ++q) {
                const double h = (c - a) / panels;
                const double u = a + h * (p + 0.5 * (1 + node[q]));
                sum += weight[q] * h / 2 * 2 * u * g(u * u);
            }
        return sum * cut.teeth / (2 * pi);
    };
    auto force = [&](double angle) {
        return kc11 * factor * b * std::pow(std::max(0.0, fz * sinK * std::sin(angle)), 1 - cut.mc);
    };
    // The chip is zero at phi = 0 (conventional) and at phi = pi (climb): each half is taken from its own end.
    auto direct = [&](double from, double to, auto &&g) {
        double s = 0;
        const double mid = std::clamp(pi / 2, from, to);
        if (mid > from) s += mean(0, mid - from, [&](double t) { return g(from + t); });
        if (to > mid) s += mean(0, to - mid, [&](double t) { return g(to - t); });
        return s;
    };
    if (cut.withExactMean) f.tangentialMeanExact = newtons(direct(0, phi, force));
    if (cut.mode) {
        const bool climb = *cut.mode == MillingMode::Climb;
        const double from = climb ? pi - phi : 0;
        const double to = climb ? pi : phi;
        f.feedForce =
            newtons(direct(from, to, [&](double t) { return force(t) * (std::cos(t) + radial * std::sin(t)); }));
        f.normalForce =
            newtons(direct(from, to, [&](double t) { return force(t) * (std::sin(t) - radial * std::cos(t)); }));
    }
    f.axisThrust = f.tangentialMean * std::max(1.1, std::sqrt(1 + radial * radial));
    if (cut.spindle) {
        const double rps = cut.spindle->value() / (2 * pi);
        f.feed = metres(fz * 1e-3 * cut.teeth) * fromSi<Frequency>(rps);
        f.cuttingSpeed = cut.cutter * fromSi<Frequency>(pi * rps);
        const double removal = ap * ae * 1e-6 * f.feed->value();
        f.removal = removal;
        f.power = watts(kc * 1e6 * removal);
    }
    return f;
}

Result<DrillForces> drillForces(const DrillCut &cut) {
    const double D = inMillimetres(cut.drill);
    const double f = inMillimetres(cut.feedPerTurn);
    const double kc11 = inMegapascals(cut.kc11);
    LW_REQUIRE_POSITIVE(D, "drill_d_mm");
    LW_REQUIRE_POSITIVE(f, "feed_mm_rev");
    LW_REQUIRE_POSITIVE(kc11, "kc11_N_mm2");
    LW_REQUIRE_POSITIVE(cut.point.value(), "point_angle_deg");
    const double s = std::sin(cut.point.value() / 2);
    const double chip = f / 2 * s;
    const double kc = kc11 * std::pow(chip, -cut.mc) * cut.wear * cut.toolSpeed;
    DrillForces r{};
    r.chip = millimetres(chip);
    r.kc = megapascals(kc);
    r.thrust = newtons(cut.thrustFactor * kc * D * f / 2 * s);
    r.torque = newtonMetres(cut.torqueFactor * kc * D * D * f / 8000);
    if (cut.spindle) {
        r.power = r.torque * *cut.spindle;
        r.feed = metres(f * 1e-3) * fromSi<Frequency>(cut.spindle->value() / (2 * pi));
    }
    return r;
}

Result<SpindleBound> spindleBound(Power rated, Ratio driveEfficiency, Ratio overload, Length cutter,
                                  AngularSpeed spindle, Torque torqueCap, Ratio thrustOverTangential) {
    LW_REQUIRE_POSITIVE(rated.value(), "spindle_power_W");
    LW_REQUIRE_POSITIVE(cutter.value(), "tool_d_mm");
    LW_REQUIRE_POSITIVE(spindle.value(), "spindle_rpm");
    LW_REQUIRE_POSITIVE(torqueCap.value(), "spindle_torque_max_Nm");
    SpindleBound s{};
    s.cuttingSpeed = perRadian(cutter * 0.5) * spindle;
    s.byPower = rated * driveEfficiency * overload / s.cuttingSpeed;
    s.byTorque = torqueCap / perRadian(cutter * 0.5);
    s.tangential = std::min(s.byPower, s.byTorque);
    s.axisThrust = s.tangential * thrustOverTangential;
    return s;
}

namespace book {
namespace {
constexpr Calculation cuttingCalculationsTable[] = {
    {"milling",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         MillingCut c;
         c.cutter = in.get<Length>("tool_d_mm");
         c.width = in.get<Length>("width_of_cut_mm");
         c.depth = in.get<Length>("depth_of_cut_mm");
         c.feedPerTooth = in.get<Length>("feed_per_tooth_mm");
         c.teeth = in.integer("cutter_teeth");
         c.spindle = in.maybe<AngularSpeed>("spindle_rpm");
         c.edge = in.get<Angle>("edge_angle_deg");
         c.kc11 = in.get<Pressure>("kc11_N_mm2");
         c.mc = in.number("mc");
         c.wear = in.number("wear_factor");
         c.toolSpeed = in.number("tool_speed_factor");
         c.radialRatio = in.number("radial_ratio");
         if (in.has("mode")) c.mode = in.text("mode") == "climb" ? MillingMode::Climb : MillingMode::Conventional;
         LW_TRY(f, millingForces(c));
         out.put("engagement_deg", f.engagement);
         out.put("chip_thickness_mm", f.chip);
         out.put("kc_N_mm2", f.kc);
         out.number("teeth_engaged", f.teethEngaged);
         out.putIf("feed_mm_min", f.feed);
         out.putIf("cutting_speed_m_min", f.cuttingSpeed);
         if (f.removal) out.number("removal_cm3_min", *f.removal * 1e6 * 60);
         out.putIf("power_W", f.power);
         out.put("tangential_mean_N", f.tangentialMean);
         out.put("tangential_mean_exact_N", f.tangentialMeanExact);
         out.putIf("feed_force_mean_N", f.feedForce);
         out.putIf("normal_force_mean_N", f.normalForce);
         out.put("tooth_peak_N", f.toothPeak);
         return {};
     },
     "KIENZLE"},
    {"drilling",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         DrillCut c;
         c.drill = in.get<Length>("drill_d_mm");
         c.feedPerTurn = in.get<Length>("feed_mm_rev");
         c.point = in.get<Angle>("point_angle_deg");
         c.kc11 = in.get<Pressure>("kc11_N_mm2");
         c.mc = in.number("mc");
         c.wear = in.number("wear_factor");
         c.toolSpeed = in.number("tool_speed_factor");
         c.thrustFactor = in.number("thrust_factor");
         c.torqueFactor = in.number("torque_factor");
         c.spindle = in.maybe<AngularSpeed>("spindle_rpm");
         LW_TRY(f, drillForces(c));
         out.put("chip_thickness_mm", f.chip);
         out.put("kc_N_mm2", f.kc);
         out.put("thrust_N", f.thrust);
         out.put("torque_Nm", f.torque);
         out.putIf("power_W", f.power);
         out.putIf("feed_mm_min", f.feed);
         return {};
     },
     "KIENZLE"},
    {"spindle_bound",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(s, spindleBound(in.get<Power>("spindle_power_W"), in.number("spindle_drive_efficiency"),
                                in.number("overload_factor"), in.get<Length>("tool_d_mm"),
                                in.get<AngularSpeed>("spindle_rpm"), in.get<Torque>("spindle_torque_max_Nm"),
                                in.number("thrust_over_tangential")));
         out.put("cutting_speed_m_min", s.cuttingSpeed);
         out.put("tangential_by_power_N", s.byPower);
         out.put("tangential_by_torque_N", s.byTorque);
         out.put("tangential_bound_N", s.tangential);
         out.put("axis_thrust_bound_N", s.axisThrust);
         return {};
     },
     "EB-1"},
};
} // namespace
std::span<const Calculation> cuttingCalculations() { return cuttingCalculationsTable; }
} // namespace book
} // namespace lw
