#include "drive/fits.h"
#include "book/book.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>
#include <string>

namespace lw {

Result<ToleranceBand> toleranceOf(Length nominal, std::string_view toleranceClass) {
    LW_TRY(size, readToleratedSize(numberText(inMillimetres(nominal), 9) + " " + std::string(toleranceClass)));
    return size.band;
}
FitClearance clearanceOf(const ToleranceBand &hole, const ToleranceBand &shaft) {
    return {metres((hole.upper - shaft.lower) * 1e-6), metres((hole.lower - shaft.upper) * 1e-6)};
}

namespace {
struct RingStep {
    double upTo, lower; // mm, um
};
std::optional<ToleranceBand> ringBand(std::span<const RingStep> table, Length nominal, double least) {
    const double d = inMillimetres(nominal);
    if (!(d >= least)) return {};
    for (const auto &s : table)
        if (d <= s.upTo + 1e-9) return ToleranceBand{0, s.lower};
    return {};
}
} // namespace
std::optional<ToleranceBand> ringBore(Length nominal) {
    static constexpr RingStep table[] = {{18, -8}, {30, -10}, {50, -12}, {80, -15}, {120, -20}};
    return ringBand(table, nominal, 2.5);
}
std::optional<ToleranceBand> ringOutside(Length nominal) {
    static constexpr RingStep table[] = {{18, -8}, {30, -9}, {50, -11}, {80, -13}, {120, -15}};
    return ringBand(table, nominal, 6);
}
std::optional<RadialClearance> radialClearance(Length bore, std::string_view group) {
    struct Row {
        double upTo;
        int cn[2], c3[2]; // um
    };
    constexpr Row rows[] = {{18, {3, 18}, {11, 25}}, {30, {5, 20}, {13, 28}}, {40, {6, 20}, {15, 33}}};
    const double d = inMillimetres(bore);
    if (d < 10) return {};
    for (const auto &r : rows)
        if (d <= r.upTo + 1e-9) {
            const auto &g = group == "C3" ? r.c3 : r.cn;
            return RadialClearance{metres(g[0] * 1e-6), metres(g[1] * 1e-6)};
        }
    return {};
}

namespace {
Length partNow(const WarmFit &f) { return f.part * (1 + f.partExpansion * (f.partAt - f.room)); }
} // namespace
Length WarmFit::clearanceAt(double celsius) const {
    return bore * (1 + boreExpansion * (celsius - room)) - partNow(*this);
}
double WarmFit::temperatureFor(Length clearance) const {
    return room + (partNow(*this) - bore + clearance).value() / (bore.value() * boreExpansion);
}
Length fitShift(Length diameter, double boreExpansion, double partExpansion, double celsius) {
    return diameter * ((boreExpansion - partExpansion) * (celsius - 20));
}

Result<PressFitFigures> pressFit(const PressFit &f) {
    const double d = f.diameter.value(), di = f.bore.value(), D = f.outside.value();
    if (!(di < d)) return fail(CalcErrorCode::OutOfRange, "bore_d_mm", di * 1e3, d * 1e3, "the inner part is a ring.");
    if (!(D > d)) return fail(CalcErrorCode::OutOfRange, "outside_d_mm", D * 1e3, d * 1e3, "the outer part is a ring.");
    const double inner = ((d * d + di * di) / (d * d - di * di) - f.innerPoisson) / f.inner.value(),
                 wide = (D * D + d * d) / (D * D - d * d), outer = (wide + f.outerPoisson) / f.outer.value();
    const double p = f.interference.value() / (d * (inner + outer));
    return PressFitFigures{fromSi<Pressure>(p), fromSi<Pressure>(p * wide),
                           metres(2 * p * d * d * D / (f.outer.value() * (D * D - d * d)))};
}
Force gripAlong(Pressure stress, Length diameter, Length length) {
    return newtons(stress.value() * pi * diameter.value() * length.value());
}

Length sigmaOf(std::span<const Length> errors) {
    double sum = 0;
    for (const auto &e : errors)
        sum += e.value() * e.value();
    return metres(std::sqrt(sum) / 3);
}
double chanceHoleMisses(Length play, std::span<const Length> errors) {
    const double s = sigmaOf(errors).value();
    return s > 0 ? std::exp(-play.value() * play.value() / (2 * s * s)) : play.value() >= 0 ? 0 : 1;
}

namespace book {
namespace {
Result<ToleranceBand> bandFrom(const Inputs &in, const std::string &of, Length nominal) {
    if (in.has((of + "_class").c_str())) return toleranceOf(nominal, in.text((of + "_class").c_str()));
    const auto upper = of + "_upper_um", lower = of + "_lower_um";
    if (!in.has(upper.c_str()) || !in.has(lower.c_str()))
        return fail(CalcErrorCode::Missing, of + "_class", 0, 0, "give its class, or both of its limits.");
    if (in.number(upper.c_str()) < in.number(lower.c_str()))
        return fail(CalcErrorCode::OutOfRange, upper, in.number(upper.c_str()), in.number(lower.c_str()),
                    "the upper limit lies below the lower one.");
    return ToleranceBand{in.number(upper.c_str()), in.number(lower.c_str())};
}

constexpr Calculation fitTable[] = {
    {"bore_match",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto c = in.get<Length>("bore_d_mm") - in.get<Length>("shaft_d_mm");
         out.put("clearance_mm", c);
         // a set screw pushes it over as far as it goes; what is tight is centred
         const auto free = std::max(c, metres(0));
         out.put("eccentricity_mm", free / 2.0);
         out.put("runout_tir_mm", free);
         return {};
     },
     "TRIG"},
    {"iso_fit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto nominal = in.get<Length>("nominal_mm");
         LW_TRY(hole, bandFrom(in, "hole", nominal));
         LW_TRY(shaft, bandFrom(in, "shaft", nominal));
         out.number("hole_upper_um", hole.upper);
         out.number("hole_lower_um", hole.lower);
         out.number("shaft_upper_um", shaft.upper);
         out.number("shaft_lower_um", shaft.lower);
         const auto c = clearanceOf(hole, shaft);
         out.put("max_clearance_um", c.most);
         out.put("min_clearance_um", c.least);
         return {};
     },
     "ISO-286"},
    {"thermal_assembly",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         WarmFit f{in.get<Length>("bore_d_mm"),        in.get<Length>("part_d_mm"), in.number("outer_expansion_per_K"),
                   in.number("inner_expansion_per_K"), in.number("ambient_C"),      in.number("ambient_C")};
         if (in.has("part_C")) f.partAt = in.number("part_C");
         out.put("interference_um", f.part - f.bore);
         out.number("zero_clearance_C", f.temperatureFor(metres(0)));
         const double slip = f.temperatureFor(in.get<Length>("slip_um"));
         out.number("slip_temperature_C", slip);
         out.number("slip_rise_K", slip - f.room);
         std::optional<Grade> grade;
         if (in.has("heat_C")) {
             const double heat = in.number("heat_C");
             out.put("growth_um", f.bore * (f.boreExpansion * (heat - f.room)));
             const auto c = f.clearanceAt(heat);
             out.put("clearance_at_heat_um", c);
             if (in.has("limit_C"))
                 grade = heat > in.number("limit_C") || c.value() < 0    ? Grade::Fail
                         : c.value() < in.get<Length>("slip_um").value() ? Grade::Attention
                                                                         : Grade::Pass;
         } else if (in.has("limit_C"))
             grade = slip > in.number("limit_C") ? Grade::Fail : Grade::Pass;
         if (grade) out.json("verdict", gradeCode(*grade));
         return {};
     },
     "MECH"},
    {"fit_at_temperature",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto shift = fitShift(in.get<Length>("d_mm"), in.number("outer_expansion_per_K"),
                                     in.number("inner_expansion_per_K"), in.number("temperature_C"));
         out.put("shift_um", shift);
         if (const auto cold = in.maybe<Length>("cold_clearance_um")) out.put("clearance_um", *cold + shift);
         return {};
     },
     "MECH"},
    {"press_fit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const PressFit f{in.get<Length>("d_mm"),
                          in.get<Length>("interference_um"),
                          in.get<Length>("bore_d_mm"),
                          in.get<Length>("outside_d_mm"),
                          in.get<Pressure>("inner_modulus_GPa"),
                          in.get<Pressure>("outer_modulus_GPa"),
                          in.number("inner_poisson"),
                          in.number("outer_poisson")};
         LW_TRY(p, pressFit(f));
         out.put("pressure_MPa", p.pressure);
         out.put("hoop_stress_MPa", p.hoop);
         out.put("outer_growth_um", p.growth);
         if (const auto length = in.maybe<Length>("length_mm")) {
             const auto push = gripAlong(p.pressure * in.number("friction_coefficient"), f.diameter, *length);
             out.put("press_force_N", push);
             out.number("torque_Nm", push.value() * f.diameter.value() / 2);
         }
         return {};
     },
     "MECH"},
    {"retaining_compound",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto d = in.get<Length>("d_mm");
         const auto push =
             gripAlong(in.get<Pressure>("shear_MPa") / in.number("safety_factor"), d, in.get<Length>("length_mm"));
         out.put("axial_force_N", push);
         out.number("torque_Nm", push.value() * d.value() / 2);
         return {};
     },
     "MECH"},
    {"hole_fit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto bolt = in.get<Length>("bolt_d_mm");
         auto play = (in.get<Length>("clearance_hole_d_mm") - bolt) / 2.0;
         if (const auto far = in.maybe<Length>("far_hole_d_mm")) play = play + (*far - bolt) / 2.0;
         if (play.value() < 0)
             return fail(CalcErrorCode::OutOfRange, "clearance_hole_d_mm", in.number("clearance_hole_d_mm"),
                         in.number("bolt_d_mm"), "the bolt is thicker than its hole.");
         const auto errors = in.list<Length>("errors_3sigma_mm");
         const double one = chanceHoleMisses(play, errors);
         out.put("float_mm", play);
         out.put("sigma_mm", sigmaOf(errors));
         out.number("chance_one_fails", one);
         out.number("chance_all_go_in", std::pow(1 - one, in.integer("bolts")));
         return {};
     },
     "JCGM-101"},
    {"stackup",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         double gap = 0, worst = 0, squares = 0;
         for (const auto &p : in.json("chain")) {
             const double a = p.at("factor").get<double>(), t = p.at("tolerance_mm").get<double>();
             gap += a * p.at("nominal_mm").get<double>();
             worst += std::fabs(a) * t;
             squares += a * a * t * t;
         }
         const double rss = std::sqrt(squares), likely = in.number("rss_inflation") * rss,
                      over = std::min(worst, likely) + in.number("cleanup_mm");
         out.number("nominal_mm", gap);
         out.number("worst_case_mm", worst);
         out.number("rss_mm", rss);
         out.number("inflated_rss_mm", likely);
         if (in.has("limit_mm"))
             out.number("chance_outside_limit",
                        rss > 0 ? std::erfc(in.number("limit_mm") / (rss / 3 * std::sqrt(2.0))) : 0.0);
         out.number("overlong_allowance_mm", over);
         if (in.has("rough_part_nominal_mm")) out.number("rough_length_mm", in.number("rough_part_nominal_mm") + over);
         return {};
     },
     "JCGM-101"},
    {"finish_to_size",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double cut = in.number("measured_offset_mm") - in.number("target_offset_mm");
         double squares = 0;
         for (const auto &u : in.list<Length>("standard_uncertainties_mm"))
             squares += inMillimetres(u) * inMillimetres(u);
         const double doubt = 2 * std::sqrt(squares), ratio = in.number("joint_tolerance_mm") / doubt;
         out.number("cut_mm", std::max(cut, 0.0));
         out.number("finished_length_mm", in.number("rough_length_mm") - std::max(cut, 0.0));
         out.number("expanded_uncertainty_mm", doubt);
         out.number("tolerance_ratio", ratio);
         out.json("verdict", gradeCode(cut < 0 || ratio < 1 ? Grade::Fail
                                       : ratio < 4          ? Grade::Attention
                                                            : Grade::Pass));
         out.number("shim_mm", std::max(-cut, 0.0));
         return {};
     },
     "JCGM-101"},
};
} // namespace
std::span<const Calculation> fitCalculations() { return fitTable; }
} // namespace book
} // namespace lw
