#include "book/formulas.h"
#include <string>

namespace lw::book {
namespace {
using T = Trust;
constexpr Formula table[] = {
    {"axis_cycle", "T_rms = √(Σ T²·t / Σ t)\npeak = greatest of speeding up, running, braking, cutting", T::Exact},
    {"axis_torque", "F = F_f + F_c + m·a ± m·g·sin α\nT_screw = F·l/η + T_pre + T_bearing + J·a/l\nT_motor = T_screw/(i·η_d) + J_m·a·i/l", T::Exact, "motor_torque_Nm"},
    {"backlash_split", "lost = divisions lost · travel a turn / divisions\nnut = lost − thrust − movement − spring", T::Exact},
    {"backlash_test", "mean of each place; s² pooled over the places\nset = ⌊least mean / step⌋ · step", T::RuleOfThumb, "compensation_mm"},
    {"ball_screw_torque", "T = F·l / η\nη_back = 2 − 1/η\nT_pre = K·F_pr·l,  K = 0.05/√tan λ", T::Handbook},
    {"belt_drive_tension", "F = 2·T·k/d\nset = tension factor · F\nshaft = √(F₁² + F₂² + 2·F₁·F₂·cos δ)", T::Handbook},
    {"belt_from_centres", "a = p·(z₂ − z₁)/2π,  θ = 2·acos(a/C)\nL = 2·√(C² − a²) + r₁·θ + r₂·(2π − θ)", T::Exact},
    {"belt_to_centres", "a = p·(z₂ − z₁)/2π,  θ = 2·acos(a/C)\nL = 2·√(C² − a²) + r₁·θ + r₂·(2π − θ), C halved until it fits", T::Exact},
    {"buckling", "F_cr = K·π²·E·I / L²,  I = π·d⁴/64\nallowed = half of it, and 147 N/mm² at most", T::Handbook},
    {"centre_adjust", "inward = flange height + tooth, outward = stretch and tolerance, over 2·sin(θ/2)", T::RuleOfThumb},
    {"controller_settings", "steps = full · micro · z₂/z₁ / lead, as a fraction\nf = steps · v / 60", T::Exact},
    {"cost_rollup", "packs = ⌈(need + spare − have)/pack⌉\norder = Σ lines + carriage + tax\nforecast = committed + remaining + kept back", T::Exact, "forecast_minor"},
    {"critical_speed", "n = (β²/2πL²)·√(E·I/(ρ·A))", T::Handbook},
    {"drilling", "F = k·k_c·D·f/2·sin κ,  T = k·k_c·D²·f/8", T::Handbook},
    {"eccentric_pulley", "the path of the belt grows and shrinks with the swing e once a turn\nΔF = ΔL · stiffness of both spans and the mesh", T::RuleOfThumb},
    {"en_number", "E_n = (is − said)/√(U_s² + U_i²)", T::Handbook},
    {"exact_steps", "steps = full · micro · ratio / lead, num/den kept whole", T::Exact},
    {"fastener_length", "least = t + w + k·d\nmost = t + w + h − max(0.5, P)", T::RuleOfThumb, "length_mm"},
    {"friction_profile", "F = (F₊ + F₋)/2 at each place\nmean = ∫F dx / travel (trapezium)", T::Exact},
    {"gas_strut", "F = F₀·V₀/(V₀ − A·x) · T/293", T::Handbook},
    {"gravity_axis", "T_hold = (W − F_f)·l·η_back\nbrake = factor · W·l", T::Exact, "brake_at_screw_Nm"},
    {"gravity_split_direct", "W = (F_up + F_down)/2\nF_f = (F_up − F_down)/2", T::Exact},
    {"homing", "s = √(Σ(x − x̄)²/(n − 1)),  range = most − least\nfraction = (edge mod spacing)/spacing", T::Exact, "range_mm"},
    {"hours_forecast", "f = Σ taken / Σ planned of what is done (0.5 to 5)\nleft = Σ max(0, f·plan − taken)", T::RuleOfThumb, "remaining_h"},
    {"lead_from_dial", "l = divisions · value\nl = 25.4 · starts / tpi\nl = travel / turns", T::Exact},
    {"mass_estimate", "m = L·W·H·ρ·fill + added", T::RuleOfThumb},
    {"milling", "h = f_z·sin φ·sin κ,  dF_t = k_c1.1·h^(1−m_c)·b\nmean and peak over the bite", T::Handbook},
    {"option_compare", "total = money − resale + rate·hours\neven at (M₂ − M₁)/(h₁ − h₂)", T::Exact, "break_even_minor_per_h"},
    {"parse_designation", "read from the code: pitch, length, width; nominal and band of ISO 286", T::Handbook},
    {"pitch_mismatch", "error a tooth = p₁ − p₂\nseated = tooth play / error", T::RuleOfThumb},
    {"pulley_dimensions", "d_p = z·p/π,  d_o = d_p − 2·u", T::Handbook},
    {"pulley_inertia", "m = ρ·π/4·(D² − d²)·b,  J = m·(D² + d²)/8", T::Exact},
    {"resolution", "dead zone = 2·asin(T_f/T_pk)/N_r · l\nsure step = max(micro, dead + 0.05·full)", T::Handbook},
    {"rigidity", "1/K = 1/K_screw + 1/K_bearing + 1/K_nut + 1/K_bracket + l²/K_turn\nK_screw = E·A/L", T::Handbook},
    {"screw_inertia", "J = π·ρ·d⁴·L/32", T::Exact},
    {"screw_length", "thread = travel + nut + 2·(stop + bumper + clear)", T::RuleOfThumb, "thread_length_mm"},
    {"sliding_screw", "tan λ = l/(π·d₂),  ρ = atan(µ/cos β)\nη = tan λ / tan(λ + ρ),  T = F·d₂/2·tan(λ + ρ)", T::Handbook, "efficiency_forward"},
    {"speed_limit", "v = least of k·stall, 0.8·f/steps, n·lead; down to 10\ns = v·t + v²/2a,  run-out = v·t + m·v²/2F", T::RuleOfThumb, "set_speed_mm_min"},
    {"spindle_bound", "F = P·η/v, no more than T/r", T::Handbook},
    {"step_rate", "f = v · steps, limit = 1/(t_high + t_low)", T::Exact},
    {"stepper_pull_out", "T(ω) inside the circles of current and voltage, less losses", T::Handbook},
    {"stepper_static", "T_pk = T_hold · I/I_rated · convention", T::Handbook},
    {"stepper_supply", "V = 32·√L (mH)\nC = I·t/ΔV", T::RuleOfThumb},
    {"steps_calibration", "measured = a + b·told, least squares\nnew = old/b; only beyond 3 standard errors and the gauge", T::Handbook, "new_steps_per_mm"},
    {"stop_distance", "s = v²/2a + v·t", T::Exact},
    {"survey_rim_pull", "(F·r − T₀)·2π·η = F_f·l", T::Exact},
    {"teardown_remedy", "cost = money + hours·rate + days·value\nwhat does not hold the tolerance is out", T::RuleOfThumb, "best"},
    {"temperature_rise_fit", "θ = (θ₁θ₃ − θ₂²)/(θ₁ + θ₃ − 2θ₂)\nτ = Δt / ln((θ₂ − θ₁)/(θ₃ − θ₂))", T::Exact, "final_temperature_C"},
    {"friction_split", "F = F_c + µ·m·g, least squares over the loads", T::Exact},
    {"gravity_split_screw", "W + F_f = (T_up − T₀)·2π·η/l\nW − F_f = (T_down + T₀)·2π/(η_back·l)", T::Exact},
    {"vee_flat", "µ_eff = µ·(q/sin(γ/2) + 1 − q)", T::Exact, "friction_coefficient_effective"},
    {"stribeck", "F = F_c + (F_s − F_c)·exp(−(v/v_s)^δ) + k_v·v", T::RuleOfThumb},
    {"turning", "h = f·sin κ,  b = a_p/sin κ\nF_c = k_c1.1·h^(−m_c)·b·h,  F_f = 0.45·F_c,  F_p = 0.3·F_c", T::Handbook, "main_force_N"},
    {"thread_passes", "h₃ = 0.61343·P,  d_k = h₃·√(k/N)\nF = 1.3·k_c1.1·b·h^(1−m_c),  run-in = v²/2a + v·t", T::Handbook, "force_last_N"},
    {"duty_rms", "T_rms = √(Σ (T₁² + T₁·T₂ + T₂²)/3·t / Σ t)\noverload lasts t_r·(k_r² − 1)/(k² − 1)", T::Exact},
    {"accel_choice", "a = v²/r,  a = v/t: the larger\ns = v²/2a", T::Exact, "acceleration_m_s2"},
    {"grinding", "F_t = u·a·b·v_w/v_s,  F_n = F_t/ratio", T::Handbook, "tangential_N"},
    {"tapping", "T = P²·d·k_c/8000 · friction\nrun-on = v·t/2", T::RuleOfThumb},
    {"tailstock_alignment", "taper = (d_tail − d_head)/l\nmove the tailstock by taper·L/2", T::Exact, "tailstock_offset_mm"},
    {"scurve", "T_a = v/a + a/j,  t = s/v + T_a\nshort: v = a/2·(−a/j + √((a/j)² + 4s/a)), or t = 4·∛(s/2j)", T::Exact, "time_s"},
    {"move_duty", "T = J·a/l + F·l/η, driven F·l·(2 − 1/η)\nT_rms = √(Σ T²·t/Σ t),  F_m = ∛(Σ F³·s/Σ s)", T::Exact, "rms_torque_Nm"},
    {"stick_slip_jump", "wind-up = F_s/K,  jump = 2·(F_s − F_c)/K", T::Handbook, "jump_um"},
    {"screw_alignment", "y = m·x + c, least squares\nshift = −m·(far − fixed),  F = 3·E·I·δ/a³ to 12·E·I·δ/a³", T::Exact},
    {"head_tram", "tan α = Δ/D\ndish = (r − √(r² − w²/4))·sin α", T::Exact, "tilt_mm_per_300mm"},
    {"trapezoid", "t = s/v + v/a; short: 2·√(s/a)", T::Exact},
};
constexpr DesignUse uses[] = {
    {"belt_to_centres", "centre_mm", "design/belt/centre_mm"},
    {"belt_to_centres", "teeth_1", "design/small_pulley/teeth"},
    {"belt_to_centres", "teeth_2", "design/large_pulley/teeth"},
    {"belt_from_centres", "centre_mm", "design/belt/centre_mm"},
    {"sliding_screw", "efficiency_forward", "design/screw/efficiency"},
    {"screw_length", "thread_length_mm", "design/screw/thread_length_mm"},
    {"screw_length", "bearing_span_mm", "design/screw/bearing_span_mm"},
    {"speed_limit", "set_speed_mm_min", "targets/rapid_mm_min"},
    {"gas_strut", "force_per_strut_N", "survey/balance/force_N"},
    {"gravity_axis", "brake_at_screw_Nm", "design/brake/torque_Nm"},
    {"lead_from_dial", "measured_travel_mm", "survey/lead/measured_travel_mm"},
    {"lead_from_dial", "turns", "survey/lead/turns"},
    {"backlash_split", "backlash_mm", "survey/lost_motion/total_mm"},
    {"accel_choice", "acceleration_m_s2", "targets/acceleration_m_s2"},
    {"mass_estimate", "moving_mass_kg", "survey/moving_mass/book/mass_kg"},
    {"stepper_static", "drive_current_peak_A", "design/drive/current_A"},
};
} // namespace

const Formula *formulaOf(std::string_view name) {
    for (const auto &f : table)
        if (f.name == name) return &f;
    return nullptr;
}
std::span<const DesignUse> designUses() { return uses; }

} // namespace lw::book
