#include "drive/axis_torque.h"
#include "duty/cutting.h"
#include "duty/motion.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

Force netGravity(const AxisChain &c) {
    const double g = standardGravity;
    return newtons((c.moving.value() * std::sin(c.incline.value()) - c.counterweightRatio * c.counterweight.value()) *
                   g) -
           c.strut;
}
Ratio backwardEfficiency(const AxisChain &c) { return c.efficiencyBackward.value_or(2 - 1 / c.efficiencyForward); }
Mass acceleratedMass(const AxisChain &c) {
    return c.moving + c.counterweight * (c.counterweightRatio * c.counterweightRatio);
}
Inertia loadInertiaAtMotor(const AxisChain &c) {
    return inertiaAtMotor(c.stages, acceleratedMass(c) * c.lead * c.lead + c.final);
}
Inertia rotatingInertiaAtScrew(const AxisChain &c) { return c.final + inertiaAtFinal(c.stages, c.motor); }

MomentTorque torqueAt(const AxisChain &c, const Moment &m) {
    const double s = m.direction;
    MomentTorque r{};
    r.axial = acceleratedMass(c) * m.acceleration + netGravity(c) + (s == 0 ? m.process : (c.friction + m.process) * s);
    const bool motorDrives = s == 0 || r.axial.value() * s >= 0;
    r.loadDrives = !motorDrives;
    const Torque nut = s == 0        ? r.axial * c.lead // design holding torque: no friction credited either way
                       : motorDrives ? r.axial * c.lead / c.efficiencyForward
                                     : r.axial * c.lead * backwardEfficiency(c);
    const AngularAcceleration alpha = m.acceleration / c.lead;
    const ShaftDemand atFinal{nut + (c.preloadDrag + c.bearingDrag) * s + c.final * alpha, m.speed / c.lead, alpha};
    r.shafts = carriedBack(c.stages, atFinal, m.direction);
    r.screw = r.shafts.back().torque;
    const auto &first = r.shafts[0];
    r.motor = first.torque + c.motor * first.acceleration + c.motorDrag * s;
    r.motorSpeed = first.speed;
    r.motorPower = r.motor * r.motorSpeed * s;
    return r;
}

namespace {
Result<void> checkChain(const AxisChain &c) {
    LW_REQUIRE_POSITIVE(c.moving.value(), "moving_mass_kg");
    LW_REQUIRE_NOT_NEGATIVE(c.friction.value(), "friction_N");
    LW_REQUIRE_POSITIVE(c.lead.value(), "lead_mm");
    LW_REQUIRE_POSITIVE(c.efficiencyForward, "screw_efficiency_forward");
    for (const auto &stage : c.stages) {
        LW_REQUIRE_POSITIVE(stage.reduction.value(), "ratio");
        LW_REQUIRE_POSITIVE(stage.forward, "drive_efficiency");
    }
    LW_REQUIRE_NOT_NEGATIVE(c.motor.value(), "motor_inertia_kgm2");
    return {};
}
} // namespace

Result<MomentTorque> checkedTorqueAt(const AxisChain &c, const Moment &m) {
    if (auto ok = checkChain(c); !ok) return tl::unexpected(ok.error());
    const auto r = torqueAt(c, m);
    if (!std::isfinite(r.motor.value())) return fail(CalcErrorCode::NotFinite, "motor_torque_Nm", r.motor.value());
    return r;
}

Force thrustAtNut(const AxisChain &c, Torque motor) {
    const Torque screw = carriedForward(c.stages, motor) - c.preloadDrag - c.bearingDrag;
    return screw * c.efficiencyForward / c.lead;
}

Result<AxisCycle> axisCycle(const AxisChain &c, const CycleInput &in) {
    if (auto ok = checkChain(c); !ok) return tl::unexpected(ok.error());
    LW_REQUIRE_POSITIVE(in.cutFeed.value(), "cut_feed_mm_min");
    LW_REQUIRE_NOT_NEGATIVE(in.cutDistance.value(), "cut_distance_mm");
    LW_TRY(move, trapezoidMove(in.rapidDistance, in.rapid, in.acceleration, in.acceleration));
    const int s = in.rapidDirection;
    const double sign = s;
    AxisCycle r{};
    r.accelerating = torqueAt(c, {s, in.acceleration * sign, move.peak, newtons(0)}).motor;
    r.running = torqueAt(c, {s, fromSi<Acceleration>(0), move.peak, newtons(0)}).motor;
    r.decelerating = torqueAt(c, {s, in.acceleration * -sign, move.peak, newtons(0)}).motor;
    const auto cut = torqueAt(c, {-s, fromSi<Acceleration>(0), in.cutFeed, in.cutProcess});
    r.cutting = cut.motor;
    r.holding = torqueAt(c, {0, fromSi<Acceleration>(0), fromSi<Speed>(0), newtons(0)}).motor;
    const double ramp = (move.peak / in.acceleration).value();
    const double run = std::max(0.0, move.time.value() - 2 * ramp);
    r.rapidTime = move.time;
    r.cutTime = in.cutDistance / in.cutFeed;
    r.cycle = r.rapidTime + r.cutTime + in.dwell;
    const Torque dwellTorque = in.brakeInDwell ? newtonMetres(0) : r.holding;
    auto sq = [](Torque t) { return t.value() * t.value(); };
    const double sum = (sq(r.accelerating) + sq(r.decelerating)) * ramp + sq(r.running) * run +
                       sq(r.cutting) * r.cutTime.value() + sq(dwellTorque) * in.dwell.value();
    r.rms = newtonMetres(std::sqrt(sum / r.cycle.value()));
    double peak = 0;
    for (Torque t : {r.accelerating, r.running, r.decelerating, r.cutting, dwellTorque})
        peak = std::max(peak, std::fabs(t.value()));
    r.peak = newtonMetres(peak);
    r.rapid = move.peak / c.lead * ratioOf(c.stages);
    r.mean = (r.rapid * seconds(ramp) + r.rapid * seconds(run) + cut.motorSpeed * r.cutTime) / r.cycle;
    return r;
}

GravityHold gravityHold(Force weight, Force friction, Lead lead, Ratio ratio, std::optional<Ratio> backward,
                        Torque drag, Ratio brakeFactor) {
    GravityHold h{};
    const Ratio eta = std::max(0.0, backward.value_or(1.0));
    const Force drives = newtons(std::max(0.0, (weight - friction).value()));
    h.holdMinAtScrew = drives * lead * eta;
    h.holdDesignAtScrew = newtonMetres(std::fabs((weight * lead).value()));
    h.holdDesignAtMotor = h.holdDesignAtScrew / ratio;
    h.backDrives = h.holdMinAtScrew > drag;
    h.brakeAtScrew = h.holdDesignAtScrew * brakeFactor;
    h.brakeAtMotor = h.brakeAtScrew / ratio;
    return h;
}

Acceleration fallAcceleration(Force weight, Mass moving, Lead lead, Ratio backward, Torque drag, Inertia rotating) {
    if (backward <= 0) return fromSi<Acceleration>(0);
    const double drive = (weight * lead * backward - drag).value();
    const double mass = (rotating / lead + moving * lead * backward).value();
    return fromSi<Acceleration>(std::max(0.0, drive / mass));
}

CrashThrust crashThrust(const AxisChain &c, Speed speed, Torque motorPeak, Stiffness axial) {
    CrashThrust t{};
    t.stall = carriedForward(c.stages, motorPeak) * c.efficiencyForward / c.lead;
    const double omega = (speed / c.lead).value();
    t.inertia = newtons(omega * std::sqrt(rotatingInertiaAtScrew(c).value() * axial.value()));
    t.crash = t.stall + newtons(std::hypot(t.stall.value(), t.inertia.value()));
    return t;
}

namespace book {
namespace {

AxisChain chainFrom(const Inputs &in) {
    AxisChain c;
    c.incline = in.get<Angle>("incline_deg");
    c.counterweight = in.get<Mass>("counterweight_kg");
    c.counterweightRatio = in.number("counterweight_ratio");
    c.strut = in.get<Force>("strut_N");
    c.moving = in.get<Mass>("moving_mass_kg");
    c.friction = in.get<Force>("friction_N");
    c.lead = perRevolution(in.get<Length>("lead_mm"));
    c.efficiencyForward = in.number("screw_efficiency_forward");
    if (in.has("screw_efficiency_backward")) c.efficiencyBackward = in.number("screw_efficiency_backward");
    c.preloadDrag = in.get<Torque>("preload_torque_Nm");
    c.bearingDrag = in.get<Torque>("bearing_torque_Nm");
    c.final = in.get<Inertia>("screw_inertia_kgm2");
    StageFigures stage;
    stage.reduction = fromDecimal(in.number("ratio")).value_or(Fraction{0, 1});
    stage.forward = stage.backward = in.number("drive_efficiency");
    stage.in = in.get<Inertia>("motor_pulley_inertia_kgm2");
    stage.out = in.get<Inertia>("screw_pulley_inertia_kgm2");
    c.stages.push_back(stage);
    c.motor = in.get<Inertia>("motor_inertia_kgm2");
    c.motorDrag = in.get<Torque>("motor_drag_Nm");
    return c;
}

constexpr Calculation axisCalculationsTable[] = {
    {"axis_torque",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto c = chainFrom(in);
         Moment m;
         m.direction = in.integer("direction");
         m.acceleration = in.get<Acceleration>("acceleration_m_s2");
         m.speed = in.getOr("speed_mm_min", fromSi<Speed>(0));
         m.process = in.get<Force>("process_force_N");
         LW_TRY(r, checkedTorqueAt(c, m));
         out.put("axial_force_N", r.axial);
         out.put("screw_torque_Nm", r.screw);
         out.put("motor_torque_Nm", r.motor);
         out.put("load_inertia_at_motor_kgm2", loadInertiaAtMotor(c));
         if (c.motor.value() > 0) out.number("inertia_ratio", loadInertiaAtMotor(c) / c.motor);
         if (in.has("speed_mm_min")) {
             out.put("motor_rpm", r.motorSpeed);
             out.put("motor_power_W", r.motorPower);
         }
         out.json("load_drives_screw", r.loadDrives);
         return {};
     },
     "EB-1"},
    {"axis_cycle",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         CycleInput i;
         i.rapidDirection = in.integer("rapid_direction");
         i.rapidDistance = in.get<Length>("rapid_distance_mm");
         i.rapid = in.get<Speed>("rapid_mm_min");
         i.acceleration = in.get<Acceleration>("acceleration_m_s2");
         i.cutDistance = in.get<Length>("cut_distance_mm");
         i.cutFeed = in.get<Speed>("cut_feed_mm_min");
         i.cutProcess = in.get<Force>("cut_process_force_N");
         i.dwell = in.get<Duration>("dwell_s");
         i.brakeInDwell = in.boolean("brake_in_dwell");
         LW_TRY(r, axisCycle(chainFrom(in), i));
         out.put("torque_accel_Nm", r.accelerating);
         out.put("torque_run_Nm", r.running);
         out.put("torque_decel_Nm", r.decelerating);
         out.put("torque_cut_Nm", r.cutting);
         out.put("torque_hold_Nm", r.holding);
         out.put("time_rapid_s", r.rapidTime);
         out.put("time_cut_s", r.cutTime);
         out.put("cycle_s", r.cycle);
         out.put("peak_torque_Nm", r.peak);
         out.put("rms_torque_Nm", r.rms);
         out.put("mean_rpm", r.mean);
         out.put("rapid_rpm", r.rapid);
         return {};
     },
     "EB-1"},
    {"gravity_drop",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const Lead lead = perRevolution(in.get<Length>("lead_mm"));
         const auto mass = in.get<Mass>("moving_mass_kg");
         const auto J = in.get<Inertia>("rotating_inertia_at_screw_kgm2");
         LW_REQUIRE_POSITIVE(mass.value(), "moving_mass_kg");
         LW_REQUIRE_POSITIVE(J.value(), "rotating_inertia_at_screw_kgm2");
         // here the friction that was measured is credited; the proof does not
         const double a = fallAcceleration(in.get<Force>("net_weight_N") - in.get<Force>("friction_N"), mass, lead,
                                           std::max(0.0, in.number("screw_efficiency_backward")),
                                           in.get<Torque>("drag_torque_Nm"), J)
                              .value();
         const double t = in.number("brake_delay_s"), v = in.get<Speed>("speed_down_mm_min").value();
         out.number("fall_acceleration_m_s2", a);
         out.put("fall_speed_mm_min", fromSi<Speed>(v + a * t));
         out.put("fall_distance_mm", metres(v * t + a * t * t / 2));
         out.put("fall_from_rest_mm", metres(a * t * t / 2));
         return {};
     },
     "EB-1"},
    {"axis_crash",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         AxisChain c;
         c.lead = perRevolution(in.get<Length>("lead_mm"));
         c.efficiencyForward = in.number("screw_efficiency_forward");
         c.final = in.get<Inertia>("screw_inertia_kgm2") + in.get<Inertia>("screw_pulley_inertia_kgm2");
         c.motor = in.get<Inertia>("motor_inertia_kgm2") + in.get<Inertia>("motor_pulley_inertia_kgm2");
         StageFigures stage;
         LW_TRY(ratio, fromDecimal(in.number("ratio")));
         stage.reduction = ratio;
         stage.forward = in.number("drive_efficiency");
         c.stages.push_back(stage);
         const auto v = in.get<Speed>("speed_mm_min");
         const auto f =
             crashThrust(c, v, in.get<Torque>("motor_peak_torque_Nm"), in.get<Stiffness>("stiffness_N_per_um"));
         const auto J = rotatingInertiaAtScrew(c);
         const double w = v.value() / c.lead.value();
         out.put("rotating_inertia_at_screw_kgm2", J);
         out.put("stall_thrust_N", f.stall);
         out.put("inertia_thrust_N", f.inertia);
         out.put("crash_thrust_N", f.crash);
         // over its stroke the bumper takes what turns, its force growing with the way
         if (in.has("bumper_stroke_mm"))
             out.put("bumper_force_N", newtons(J.value() * w * w / in.get<Length>("bumper_stroke_mm").value()));
         return {};
     },
     "EB-1"},
    {"gravity_axis",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         Force weight = newtons(0);
         if (in.has("net_weight_N"))
             weight = in.get<Force>("net_weight_N");
         else if (in.has("moving_mass_kg"))
             weight = newtons(in.number("moving_mass_kg") * standardGravity) - in.get<Force>("counterbalance_N");
         else
             return fail(CalcErrorCode::Missing, "net_weight_N", 0, 0,
                         "give net_weight_N, or moving_mass_kg (and counterbalance_N).");
         Length lead = millimetres(0);
         if (in.has("lead_mm"))
             lead = in.get<Length>("lead_mm");
         else if (in.has("threads_per_inch"))
             lead = millimetres(25.4 / in.number("threads_per_inch"));
         else
             return fail(CalcErrorCode::Missing, "lead_mm", 0, 0, "give lead_mm or threads_per_inch.");
         std::optional<Ratio> back;
         if (in.has("screw_efficiency_backward"))
             back = in.number("screw_efficiency_backward");
         else if (in.has("screw_efficiency_forward"))
             back = 2 - 1 / in.number("screw_efficiency_forward");
         const Force friction = in.get<Force>("friction_N");
         const auto h = gravityHold(weight, friction, perRevolution(lead), in.number("ratio"), back,
                                    in.get<Torque>("drag_torque_Nm"), in.number("brake_factor"));
         out.put("net_weight_N", weight);
         if (back) out.number("screw_efficiency_backward", *back);
         out.put("hold_design_at_screw_Nm", h.holdDesignAtScrew);
         out.put("hold_design_at_motor_Nm", h.holdDesignAtMotor);
         out.put("brake_at_screw_Nm", h.brakeAtScrew);
         out.put("brake_at_motor_Nm", h.brakeAtMotor);
         out.put("hold_min_at_screw_Nm", h.holdMinAtScrew);
         out.json("back_drives", h.backDrives);
         // Lowering: the net load drives, less friction and what the back-driven screw keeps for itself.
         const double eta = std::max(0.0, back.value_or(1.0)) * in.number("efficiency_to_bus");
         const double drive = std::max(0.0, (weight - friction).value());
         if (in.has("lowering_speed_mm_min")) {
             const auto v = in.get<Speed>("lowering_speed_mm_min");
             const double drag = (in.get<Torque>("drag_torque_Nm") * (v / perRevolution(lead))).value();
             out.number("power_to_bus_W",
                        std::max(0.0, drive * v.value() * eta - drag * in.number("efficiency_to_bus")));
             if (in.has("lowering_distance_mm"))
                 out.number("energy_to_bus_J", v.value() > 0
                                                   ? out.values().at("power_to_bus_W").get<double>() *
                                                         in.get<Length>("lowering_distance_mm").value() / v.value()
                                                   : 0.0);
         }
         return {};
     },
     "EB-1"},
};
} // namespace
std::span<const Calculation> axisCalculations() { return axisCalculationsTable; }
} // namespace book
} // namespace lw
