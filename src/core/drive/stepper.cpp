#include "drive/stepper.h"
#include "drive/stepper_inputs.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

TorqueConstant torqueConstant(const StepperMotor &m) {
    return m.holding / m.rated / (m.convention == HoldingConvention::TwoPhasesOn ? std::sqrt(2.0) : 1.0);
}
Torque peakStaticTorque(const StepperMotor &m) { return torqueConstant(m) * m.drivePeak; }
Torque holdingTwoPhases(const StepperMotor &m) { return torqueConstant(m) * m.rated * std::sqrt(2.0); }

double busVoltage(const StepperSupply &s) {
    return std::max(0.0, s.modulation * (s.voltage.value() * (1 - s.sag) - s.bridgeDrop.value()));
}

PullOut pullOutTorque(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed) {
    const double Km = torqueConstant(m).value();
    const double Ip = m.drivePeak.value();
    const double R = (m.resistance + m.cable).value();
    const double L = m.inductance.value();
    const double V = busVoltage(s);
    const double w = std::fabs(speed.value());
    const double X = m.rotorTeeth * w * L;
    const double Z = std::sqrt(R * R + X * X); // ohms: nothing overflows, and a search asks this by the million
    const double E = Km * w;
    auto result = [&](double iq, double id, PullOutRegion region) {
        return PullOut{newtonMetres(Km * iq), region, amperes(id)};
    };
    const double va = R * Ip + E;
    const double vb = X * Ip;
    if (va * va + vb * vb <= V * V) return result(Ip, 0, PullOutRegion::CurrentLimit);
    if (Z > 0) {
        const double iq = (V - E * R / Z) / Z;
        const double id = -E * X / (Z * Z);
        if (iq > 0 && iq * iq + id * id <= Ip * Ip) return result(iq, id, PullOutRegion::VoltageLimit);
    }
    if (!(E > 0) || !(Z > 0)) return result(0, 0, PullOutRegion::None);
    const double k = (V * V - Z * Z * Ip * Ip - E * E) / (2 * E * Z * Ip);
    if (k < -1 - 1e-12) return result(0, 0, PullOutRegion::None);
    // the current's angle is atan2(X, R) - acos(k): its cosine and sine by the sum rules, with no angle in between
    const double c = std::clamp(k, -1.0, 1.0), up = std::sqrt(1 - c * c);
    const double along = (R * c + X * up) / Z, across = (X * c - R * up) / Z;
    if (along <= 0) return result(0, 0, PullOutRegion::None);
    return result(Ip * along, Ip * across, PullOutRegion::Both);
}

Torque designTorque(const StepperMotor &m, Torque pullOut, AngularSpeed speed) {
    constexpr double derating = 0.90;     // plate tolerance and saturation
    constexpr double lossAtRest = 0.02;   // hysteresis, bearings, as a share of holding torque
    constexpr double lossPerSpeed = 0.03; // eddy loss, per 1000 rpm
    const double krpm = std::fabs(inRevolutionsPerMinute(speed)) / 1000;
    const double loss = m.holding.value() * (lossAtRest + lossPerSpeed * krpm);
    return newtonMetres(std::max(0.0, derating * pullOut.value() - loss));
}

std::optional<AngularSpeed> cornerSpeed(const StepperMotor &m, const StepperSupply &s) {
    const double Km = torqueConstant(m).value();
    const double Ip = m.drivePeak.value();
    const double R = (m.resistance + m.cable).value();
    const double V = busVoltage(s);
    const double NLI = m.rotorTeeth * m.inductance.value() * Ip;
    const double c = R * Ip * R * Ip - V * V;
    if (c >= 0) return {};
    const double a = Km * Km + NLI * NLI;
    const double b = R * Ip * Km;
    return fromSi<AngularSpeed>((-b + std::sqrt(b * b - a * c)) / a);
}

Result<void> checkStepper(const StepperMotor &m, const StepperSupply &s) {
    LW_REQUIRE_POSITIVE(m.holding.value(), "holding_torque_Nm");
    LW_REQUIRE_POSITIVE(m.rated.value(), "rated_current_A");
    LW_REQUIRE_POSITIVE(m.drivePeak.value(), "drive_current_peak_A");
    LW_REQUIRE_NOT_NEGATIVE(m.resistance.value(), "resistance_ohm");
    LW_REQUIRE_NOT_NEGATIVE(m.cable.value(), "cable_loop_resistance_ohm");
    LW_REQUIRE_POSITIVE(m.inductance.value(), "inductance_mH");
    LW_REQUIRE_POSITIVE(s.voltage.value(), "supply_V");
    if (m.rotorTeeth < 1) return fail(CalcErrorCode::NotPositive, "rotor_teeth", m.rotorTeeth);
    return {};
}

namespace book {
Result<StepperMotor> stepperPlate(const Inputs &in, double rated) {
    StepperMotor m;
    m.holding = in.get<Torque>("holding_torque_Nm");
    m.convention = in.text("holding_convention") == "one_phase_on" ? HoldingConvention::OnePhaseOn
                                                                   : HoldingConvention::TwoPhasesOn;
    m.rated = amperes(rated);
    m.drivePeak = m.rated;
    if (in.has("drive_current_peak_A") && in.has("drive_current_rms_A"))
        return fail(CalcErrorCode::OutOfRange, "drive_current_rms_A", 0, 0,
                    "give the drive current as peak or as rms, not both.");
    if (in.has("drive_current_peak_A")) m.drivePeak = in.get<Current>("drive_current_peak_A");
    if (in.has("drive_current_rms_A")) m.drivePeak = in.get<Current>("drive_current_rms_A") * std::sqrt(2.0);
    if (in.has("rotor_teeth")) m.rotorTeeth = in.integer("rotor_teeth");
    return m;
}
Result<StepperAtSupply> stepperAtSupply(const Inputs &in) {
    LW_TRY(m, stepperPlate(in, in.number("rated_current_A")));
    m.resistance = in.get<Resistance>("resistance_ohm");
    m.cable = in.get<Resistance>("cable_loop_resistance_ohm");
    m.inductance = in.get<Inductance>("inductance_mH");
    StepperSupply s;
    s.voltage = in.get<Voltage>("supply_V");
    s.sag = in.number("bus_sag_fraction");
    s.bridgeDrop = in.get<Voltage>("bridge_drop_V");
    s.modulation = in.number("modulation_factor");
    if (auto ok = checkStepper(m, s); !ok) return tl::unexpected(ok.error());
    return StepperAtSupply{m, s};
}
namespace {

constexpr Calculation stepperCalculationsTable[] = {
    {"stepper_pull_out",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(both, stepperAtSupply(in));
         const auto &[m, s] = both;
         const double Km = torqueConstant(m).value();
         const double psi = Km / m.rotorTeeth;
         const double L = m.inductance.value();
         const double LI = L * m.drivePeak.value();
         const double V = busVoltage(s);
         out.number("torque_constant_Nm_per_A", Km);
         out.put("holding_torque_two_phases_on_Nm", holdingTwoPhases(m));
         out.put("peak_static_torque_Nm", peakStaticTorque(m));
         out.number("characteristic_current_A", psi / L);
         out.number("flux_linkage_Vs", psi);
         const auto corner = cornerSpeed(m, s);
         out.json("region_a_exists", corner.has_value());
         out.json("corner_rpm", corner ? Json(inRevolutionsPerMinute(*corner)) : Json(nullptr));
         // Closed forms without resistance.
         auto rpm = [&](double electrical) { return electrical / m.rotorTeeth * 60 / (2 * pi); };
         const double corner0 = rpm(V / std::hypot(psi, LI));
         out.number("corner_r0_rpm", corner0);
         out.json("zero_torque_r0_rpm", LI < psi ? Json(rpm(V / (psi - LI))) : Json(nullptr));
         out.json("region_c_start_r0_rpm", LI > psi ? Json(rpm(V / std::sqrt(LI * LI - psi * psi))) : Json(nullptr));
         out.number("constant_power_r0_W", Km * V / (m.rotorTeeth * L));
         // Rule of thumb: time to reverse the current in one full step; a motor turn has 4 N_r full steps.
         const double rule = 60 * V / (2 * LI * 4 * m.rotorTeeth);
         out.number("corner_rule_rpm", rule);
         out.number("corner_r0_over_rule", corner0 / rule);
         if (in.has("speeds_rpm")) {
             Json torque = Json::array(), region = Json::array(), field = Json::array(), design = Json::array();
             for (const auto &n : in.list<AngularSpeed>("speeds_rpm")) {
                 const auto p = pullOutTorque(m, s, n);
                 torque.push_back(p.torque.value());
                 region.push_back(std::string(1, "abcx"[static_cast<int>(p.region)]));
                 field.push_back(p.field.value());
                 design.push_back(designTorque(m, p.torque, n).value());
             }
             out.json("torque_Nm", torque);
             out.json("region", region);
             out.json("field_current_A", field);
             out.json("design_torque_Nm", design);
         }
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_static",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const bool byRatio = in.has("drive_peak_over_rated");
         if (!in.has("rated_current_A") && !byRatio)
             return fail(CalcErrorCode::Missing, "rated_current_A", 0, 0,
                         "give rated_current_A (and the drive current), or drive_peak_over_rated.");
         LW_TRY(m, stepperPlate(in, in.has("rated_current_A") ? in.number("rated_current_A") : 1.0));
         if (byRatio) m.drivePeak = m.rated * in.number("drive_peak_over_rated");
         const Torque peak = peakStaticTorque(m);
         const double Tpk = peak.value();
         if (in.has("rated_current_A")) out.number("torque_constant_Nm_per_A", torqueConstant(m).value());
         out.put("peak_static_torque_Nm", peak);
         const double perRad = in.has("lead_mm") ? in.number("lead_mm") * 1e3 / (2 * pi) : 0; // um per radian
         if (in.has("load_torque_Nm")) {
             const double u = in.number("load_torque_Nm") / Tpk;
             if (u > 1)
                 return fail(CalcErrorCode::OutOfRange, "load_torque_Nm", in.number("load_torque_Nm"), Tpk,
                             "the load is more than the motor can hold.");
             const double angle = std::asin(u) / m.rotorTeeth;
             out.number("load_angle_deg", angle * 180 / pi);
             if (perRad > 0) out.number("load_error_um", angle * perRad);
         }
         if (in.has("friction_torque_Nm")) {
             const double u = in.number("friction_torque_Nm") / Tpk;
             if (u > 1)
                 return fail(CalcErrorCode::OutOfRange, "friction_torque_Nm", in.number("friction_torque_Nm"), Tpk,
                             "the friction is more than the motor can move.");
             const double half = std::asin(u) / m.rotorTeeth;
             out.number("dead_zone_half_width_deg", half * 180 / pi);
             if (perRad > 0) out.number("dead_zone_half_width_um", half * perRad);
             if (u > 0) {
                 const double finest = (pi / 2) / std::asin(u);
                 out.number("finest_microsteps_exact", finest);
                 out.number("finest_microsteps", std::floor(finest + 1e-9));
             }
         }
         if (in.has("microsteps")) out.number("microstep_torque_Nm", Tpk * std::sin(pi / 2 / in.number("microsteps")));
         if (in.has("rotor_inertia_kgm2")) {
             const double J = in.number("rotor_inertia_kgm2") + in.number("load_inertia_kgm2");
             LW_REQUIRE_POSITIVE(J, "rotor_inertia_kgm2");
             const double f = std::sqrt(m.rotorTeeth * Tpk / J) / (2 * pi);
             out.number("natural_Hz", f);
             out.number("full_step_resonance_rpm", 60 * f / (4 * m.rotorTeeth));
         }
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_supply",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         if (in.has("inductance_mH")) out.number("rule_voltage_V", 32 * std::sqrt(in.number("inductance_mH")));
         if (in.has("rated_current_A") && in.has("resistance_ohm")) {
             const double plateV = in.number("rated_current_A") * in.number("resistance_ohm");
             out.number("plate_voltage_V", plateV);
             out.number("rule_voltage_25x_V", 25 * plateV);
         }
         if (in.has("rated_current_A") && in.has("axes"))
             out.number("rule_current_A", 2.0 / 3 * in.number("rated_current_A") * in.number("axes"));
         if (in.has("transformer_V_ac")) {
             const double ac = in.number("transformer_V_ac") * std::sqrt(2.0);
             const double drop = in.number("diode_drop_V");
             out.number("peak_dc_V", ac - drop);
             out.number("highest_dc_V",
                        ac * (1 + in.number("mains_high_fraction")) * (1 + in.number("no_load_regulation_fraction")) -
                            drop);
         }
         const double f = in.number("mains_Hz");
         if (in.has("load_current_A") && in.has("loaded_V"))
             out.number("capacitor_uF", in.number("load_current_A") /
                                            (2 * f * in.number("ripple_fraction") * in.number("loaded_V")) * 1e6);
         out.number("rule_80000_ripple_fraction", 1 / (2 * f * 80000e-6));
         return {};
     },
     "PRACTICE"},
};
} // namespace
std::span<const Calculation> stepperCalculations() { return stepperCalculationsTable; }
} // namespace book
} // namespace lw
