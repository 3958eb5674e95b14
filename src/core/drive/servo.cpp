#include "drive/servo.h"
#include "drive/stepper_inputs.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
constexpr double perKrpm = 2 * pi * 1000 / 60; ///< rad/s
/// Peak flux linkage of a phase, V s, from T = 3/2 p psi i_peak.
double flux(const Servo &m) { return m.torqueConstant * std::sqrt(2.0) / (3 * m.polePairs); }
double phaseVoltage(Voltage bus, double modulation) { return modulation * bus.value() / std::sqrt(3.0); }
} // namespace

double torqueConstantOf(double lineRmsPerKrpm) { return std::sqrt(3.0) * lineRmsPerKrpm / perKrpm; }
double torqueConstantOfPhase(double phasePeak) { return 1.5 * phasePeak * std::sqrt(2.0); }

double servoCurrent(const Servo &m, Voltage bus, double modulation, AngularSpeed speed) {
    const double we = m.polePairs * std::fabs(speed.value()), E = flux(m) * we, R = m.line.value() / 2,
                 X = we * m.lineInductance.value() / 2, V = phaseVoltage(bus, modulation), square = R * R + X * X;
    const double disc = R * R * E * E - square * (E * E - V * V);
    if (!(square > 0) || disc < 0) return 0;
    return std::max(0.0, (-R * E + std::sqrt(disc)) / square) / std::sqrt(2.0);
}
AngularSpeed servoNoLoadSpeed(const Servo &m, Voltage bus, double modulation) {
    return fromSi<AngularSpeed>(phaseVoltage(bus, modulation) / (flux(m) * m.polePairs));
}
std::optional<AngularSpeed> servoSpeedFor(const Servo &m, Voltage bus, double modulation, Torque torque) {
    // (R i + psi w)^2 + (w L i)^2 = V^2
    const double i = torque.value() / m.torqueConstant * std::sqrt(2.0), R = m.line.value() / 2, psi = flux(m),
                 L = m.lineInductance.value() / 2, V = phaseVoltage(bus, modulation), a = psi * psi + L * L * i * i,
                 b = 2 * R * i * psi, c = R * R * i * i - V * V;
    if (c > 0) return {};
    return fromSi<AngularSpeed>((-b + std::sqrt(b * b - 4 * a * c)) / (2 * a) / m.polePairs);
}

AngularSpeed brushedSpeed(const BrushedMotor &m, Voltage supply, Torque load) {
    const double current = load.value() / m.torqueConstant + m.noLoad.value();
    return fromSi<AngularSpeed>((supply.value() - m.resistance.value() * current) / m.torqueConstant);
}
Torque brushedTorque(const BrushedMotor &m, Voltage supply, AngularSpeed speed) {
    const double current = (supply.value() - m.torqueConstant * speed.value()) / m.resistance.value();
    return newtonMetres(m.torqueConstant * (current - m.noLoad.value()));
}

TwoMasses twoMasses(TorsionalStiffness k, Inertia rotor, Inertia load) {
    const auto hertz = [&](double inverse) { return fromSi<Frequency>(std::sqrt(k.value() * inverse) / (2 * pi)); };
    return {hertz(1 / load.value()), hertz(1 / rotor.value() + 1 / load.value()), load / rotor};
}

Voltage handTurnedVoltage(const StepperMotor &m, AngularSpeed speed) {
    return volts(torqueConstant(m).value() * std::fabs(speed.value()));
}

namespace book {
namespace {
constexpr Calculation servoTable[] = {
    {"servo_torque_limit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         Servo m;
         const bool line = in.has("ke_V_rms_ll_per_krpm"), phase = in.has("ke_phase_peak_Vs_per_rad");
         if (line == phase)
             return fail(CalcErrorCode::Missing, "ke_V_rms_ll_per_krpm", 0, 0,
                         "give the voltage constant one way: line to line per 1000 rpm, or of one phase.");
         m.torqueConstant = line ? torqueConstantOf(in.number("ke_V_rms_ll_per_krpm"))
                                 : torqueConstantOfPhase(in.number("ke_phase_peak_Vs_per_rad"));
         LW_REQUIRE_POSITIVE(m.torqueConstant, line ? "ke_V_rms_ll_per_krpm" : "ke_phase_peak_Vs_per_rad");
         m.polePairs = in.integer("pole_pairs");
         m.line = in.get<Resistance>("line_resistance_ohm");
         m.lineInductance = in.get<Inductance>("line_inductance_mH");
         const auto bus = in.get<Voltage>("bus_V");
         const double modulation = in.number("modulation_factor");
         out.number("torque_constant_Nm_per_A_rms", m.torqueConstant);
         out.number("ke_V_rms_ll_per_krpm", m.torqueConstant / torqueConstantOf(1));
         out.put("no_load_rpm", servoNoLoadSpeed(m, bus, modulation));
         if (in.has("speeds_rpm")) {
             Json current = Json::array(), torque = Json::array();
             for (const auto &n : in.list<AngularSpeed>("speeds_rpm")) {
                 const double i = servoCurrent(m, bus, modulation, n);
                 current.push_back(i);
                 torque.push_back(i * m.torqueConstant);
             }
             out.json("current_rms_A", current);
             out.json("torque_Nm", torque);
         }
         if (in.has("torques_wanted_Nm")) {
             Json current = Json::array(), limit = Json::array();
             for (const auto &t : in.list<Torque>("torques_wanted_Nm")) {
                 current.push_back(t.value() / m.torqueConstant);
                 const auto n = servoSpeedFor(m, bus, modulation, t);
                 limit.push_back(n ? Json(inRevolutionsPerMinute(*n)) : Json(nullptr));
             }
             out.json("current_for_torque_A", current);
             out.json("limit_for_torque_rpm", limit);
         }
         return {};
     },
     "PMSM-CIRCLE"},
    {"brushed_motor",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const BrushedMotor m{in.number("torque_constant_Nm_per_A"), in.get<Resistance>("resistance_ohm"),
                              in.get<Current>("no_load_current_A")};
         LW_REQUIRE_POSITIVE(m.torqueConstant, "torque_constant_Nm_per_A");
         LW_REQUIRE_POSITIVE(m.resistance.value(), "resistance_ohm");
         const auto supply = in.get<Voltage>("supply_V");
         out.number("ke_V_per_krpm", m.torqueConstant * perKrpm);
         out.put("no_load_rpm", brushedSpeed(m, supply, newtonMetres(0)));
         out.number("stall_current_A", supply.value() / m.resistance.value());
         if (in.has("load_torque_Nm"))
             out.put("speed_at_load_rpm", brushedSpeed(m, supply, in.get<Torque>("load_torque_Nm")));
         if (in.has("speed_rpm"))
             out.put("torque_at_speed_Nm", brushedTorque(m, supply, in.get<AngularSpeed>("speed_rpm")));
         return {};
     },
     "EB-1"},
    {"drive_resonance",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto k = in.get<TorsionalStiffness>("torsional_stiffness_Nm_per_rad");
         const auto rotor = in.get<Inertia>("motor_inertia_kgm2"), load = in.get<Inertia>("load_inertia_kgm2");
         LW_REQUIRE_POSITIVE(k.value(), "torsional_stiffness_Nm_per_rad");
         LW_REQUIRE_POSITIVE(rotor.value(), "motor_inertia_kgm2");
         LW_REQUIRE_POSITIVE(load.value(), "load_inertia_kgm2");
         const auto f = twoMasses(k, rotor, load);
         out.put("antiresonance_Hz", f.held);
         out.put("resonance_Hz", f.free);
         out.number("inertia_ratio", f.ratio);
         return {};
     },
     "MECH"},
    {"hand_turning",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, stepperPlate(in, in.number("rated_current_A")));
         LW_REQUIRE_POSITIVE(m.rated.value(), "rated_current_A");
         LW_REQUIRE_POSITIVE(m.holding.value(), "holding_torque_Nm");
         const double Km = torqueConstant(m).value(), diodes = in.number("diode_drop_V");
         const bool lead = in.has("lead_mm");
         out.number("torque_constant_Nm_per_A", Km);
         std::optional<AngularSpeed> turned = in.maybe<AngularSpeed>("speed_rpm");
         if (!turned && in.has("push_speed_mm_min")) {
             if (!lead)
                 return fail(CalcErrorCode::Missing, "lead_mm", 0, 0,
                             "the lead says how fast the motor turns when the table is pushed.");
             turned = fromSi<AngularSpeed>(in.get<Speed>("push_speed_mm_min").value() /
                                           perRevolution(in.get<Length>("lead_mm")).value());
         }
         if (turned) {
             const double emf = handTurnedVoltage(m, *turned).value();
             out.number("emf_peak_V", emf);
             out.number("bus_V", std::max(0.0, emf - diodes));
         }
         if (in.has("wake_V")) {
             const auto wake = fromSi<AngularSpeed>((in.number("wake_V") + diodes) / Km);
             out.put("wake_rpm", wake);
             if (lead) out.number("wake_speed_mm_min", inRevolutionsPerMinute(wake) * in.number("lead_mm"));
         }
         return {};
     },
     "PMSM-CIRCLE"},
};
} // namespace
std::span<const Calculation> servoCalculations() { return servoTable; }
} // namespace book
} // namespace lw
