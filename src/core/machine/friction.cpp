#include "machine/friction.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

Result<FrictionLine> splitFriction(std::span<const Mass> masses, std::span<const Force> pulls) {
    if (masses.size() != pulls.size() || masses.size() < 2)
        return fail(CalcErrorCode::Missing, "frictions_N", 0, 0, "one pull for each load, and two loads or more.");
    const double n = double(masses.size());
    double sm = 0, sf = 0;
    for (std::size_t k = 0; k < masses.size(); ++k) {
        LW_REQUIRE_POSITIVE(masses[k].value(), "moving_masses_kg");
        LW_REQUIRE_NOT_NEGATIVE(pulls[k].value(), "frictions_N");
        sm += masses[k].value();
        sf += pulls[k].value();
    }
    const double meanM = sm / n, meanF = sf / n;
    double sxx = 0, sxy = 0;
    for (std::size_t k = 0; k < masses.size(); ++k) {
        const double d = masses[k].value() - meanM;
        sxx += d * d;
        sxy += d * (pulls[k].value() - meanF);
    }
    if (!(sxx > 0))
        return fail(CalcErrorCode::NoSolution, "moving_masses_kg", 0, 0,
                    "all loads are the same: put something heavy on for the second pull.");
    const double slope = sxy / sxx, constant = meanF - slope * meanM;
    double worst = 0;
    for (std::size_t k = 0; k < masses.size(); ++k)
        worst = std::max(worst, std::fabs(pulls[k].value() - constant - slope * masses[k].value()));
    return FrictionLine{slope / standardGravity, newtons(constant), newtons(worst)};
}

Result<WeightAndFriction> splitWeightByScrew(Torque up, Torque down, Torque noLoadDrag, Length travelPerTurn,
                                             Ratio efficiency, Ratio efficiencyBackward) {
    LW_REQUIRE_POSITIVE(travelPerTurn.value(), "travel_per_turn_mm");
    LW_REQUIRE_POSITIVE(efficiency, "efficiency_forward");
    LW_REQUIRE_NOT_NEGATIVE(noLoadDrag.value(), "no_load_drag_Nm");
    if (!(std::fabs(efficiencyBackward) > 0) || !(efficiencyBackward <= 1))
        return fail(CalcErrorCode::OutOfRange, "efficiency_backward", efficiencyBackward, 1,
                    "above 0 when the load can drive the screw, below 0 when it locks, never 0.");
    const double l = travelPerTurn.value() / (2 * pi);
    const double sum = (up - noLoadDrag).value() * efficiency / l;                  // W + F_f
    const double difference = (down + noLoadDrag).value() / efficiencyBackward / l; // W - F_f
    return WeightAndFriction{newtons((sum + difference) / 2), newtons((sum - difference) / 2)};
}

Result<Ratio> veeFlatFactor(Angle included, Ratio shareOnVee) {
    LW_REQUIRE_POSITIVE(included.value(), "vee_included_angle_deg");
    if (!(included.value() < pi))
        return fail(CalcErrorCode::OutOfRange, "vee_included_angle_deg", included.value() * 180 / pi, 180);
    if (!(shareOnVee >= 0 && shareOnVee <= 1)) return fail(CalcErrorCode::OutOfRange, "share_on_vee", shareOnVee, 1);
    return shareOnVee / std::sin(included.value() / 2) + 1 - shareOnVee;
}

Result<Force> stribeckFriction(const StribeckCurve &c, Speed speed) {
    LW_REQUIRE_NOT_NEGATIVE(c.sliding.value(), "friction_kinetic_N");
    LW_REQUIRE_NOT_NEGATIVE(c.atRest.value(), "friction_static_N");
    LW_REQUIRE_POSITIVE(c.knee.value(), "stribeck_speed_mm_min");
    LW_REQUIRE_POSITIVE(c.exponent, "stribeck_exponent");
    LW_REQUIRE_NOT_NEGATIVE(c.viscous, "viscous_Ns_per_m");
    const double v = speed.value(), w = std::fabs(v);
    if (w == 0) return newtons(0);
    const double f = c.sliding.value() +
                     (c.atRest - c.sliding).value() * std::exp(-std::pow(w / c.knee.value(), c.exponent)) +
                     c.viscous * w;
    return newtons(v > 0 ? f : -f);
}

Result<StickSlip> stickSlip(Force atRest, Force sliding, Stiffness stiffness) {
    LW_REQUIRE_NOT_NEGATIVE(sliding.value(), "friction_kinetic_N");
    LW_REQUIRE_NOT_NEGATIVE(atRest.value(), "friction_static_N");
    LW_REQUIRE_POSITIVE(stiffness.value(), "stiffness_N_per_um");
    const Force more =
        atRest > sliding ? atRest - sliding : newtons(0); // no less at rest than sliding: it does not stick
    return StickSlip{atRest / stiffness, 2.0 * more / stiffness};
}

namespace book {
namespace {
constexpr Calculation frictionCalculationsTable[] = {
    {"friction_split",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto m = in.list<Mass>("moving_masses_kg");
         const auto f = in.list<Force>("frictions_N");
         LW_TRY(line, splitFriction(m, f));
         out.number("friction_coefficient_effective", line.coefficient);
         out.put("constant_drag_N", line.constantDrag);
         out.put("max_residual_N", line.maxResidual);
         return {};
     },
     "LEAST-SQUARES"},
    {"gravity_split_screw",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(s, splitWeightByScrew(in.get<Torque>("torque_up_Nm"), in.get<Torque>("torque_down_Nm"),
                                      in.get<Torque>("no_load_drag_Nm"), in.get<Length>("travel_per_turn_mm"),
                                      in.number("efficiency_forward"), in.number("efficiency_backward")));
         out.put("net_weight_N", s.netWeight);
         out.number("net_mass_kg", s.netWeight.value() / standardGravity);
         out.put("friction_N", s.friction);
         return {};
     },
     "EB-1"},
    {"vee_flat",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(factor, veeFlatFactor(in.get<Angle>("vee_included_angle_deg"), in.number("share_on_vee")));
         out.number("geometry_factor", factor);
         out.number("friction_coefficient_effective", factor * in.number("friction_coefficient"));
         return {};
     },
     "MECH"},
    {"stribeck",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(f, stribeckFriction({in.get<Force>("friction_kinetic_N"), in.get<Force>("friction_static_N"),
                                     in.get<Speed>("stribeck_speed_mm_min"), in.number("stribeck_exponent"),
                                     in.number("viscous_Ns_per_m")},
                                    in.get<Speed>("speed_mm_min")));
         out.put("friction_N", f);
         return {};
     },
     "STRIBECK"},
    {"stick_slip_jump",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(s, stickSlip(in.get<Force>("friction_static_N"), in.get<Force>("friction_kinetic_N"),
                             in.get<Stiffness>("stiffness_N_per_um")));
         out.put("wind_up_um", s.windUp);
         out.put("jump_um", s.jump);
         return {};
     },
     "MECH"},
};
} // namespace
std::span<const Calculation> frictionCalculations() { return frictionCalculationsTable; }
} // namespace book
} // namespace lw
