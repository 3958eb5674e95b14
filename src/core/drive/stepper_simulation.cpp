#include "drive/stepper_simulation.h"
#include "drive/stepper_inputs.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
constexpr double dt = 2e-6, chopper = 20e-6;

/// Two windings behind an ideal current regulator that sees its reference a little ahead.
class Windings {
public:
    Windings(const StepperMotor &m, const StepperSupply &s)
        : m_Km(torqueConstant(m).value()), m_N(m.rotorTeeth), m_R((m.resistance + m.cable).value()),
          m_L(m.inductance.value()), m_Ip(m.drivePeak.value()), m_V(busVoltage(s)), m_b(m_Ip) {}
    /// One step. @param told electrical angle of the command @param toldSpeed electrical, rad/s @return torque
    double step(double told, double toldSpeed, double theta, double omega) {
        const double sine = std::sin(m_N * theta), cosine = std::cos(m_N * theta), ea = -m_Km * omega * sine,
                     eb = m_Km * omega * cosine, ahead = told + toldSpeed * chopper;
        const double va = std::clamp(m_L * (-m_Ip * std::sin(ahead) - m_a) / chopper + m_R * m_a + ea, -m_V, m_V),
                     vb = std::clamp(m_L * (m_Ip * std::cos(ahead) - m_b) / chopper + m_R * m_b + eb, -m_V, m_V);
        const double torque = m_Km * (-m_a * sine + m_b * cosine);
        m_a += dt * (va - m_R * m_a - ea) / m_L;
        m_b += dt * (vb - m_R * m_b - eb) / m_L;
        return torque;
    }
    /// Where the rotor stands at rest with no load, the command at 0.
    [[nodiscard]] double restAngle() const { return pi / 2 / m_N; }
    [[nodiscard]] double timeConstant() const { return m_L / std::max(m_R, 1e-9); }
    [[nodiscard]] double teeth() const { return m_N; }

private:
    double m_Km, m_N, m_R, m_L, m_Ip, m_V, m_a = 0, m_b;
};
/// Lag of the rotor behind its command, electrical: 0 with no load, 90 degrees at the most torque below the corner.
double lagOf(double told, double teeth, double theta) { return told - teeth * theta + pi / 2; }
} // namespace

Torque forcedTorque(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed) {
    const double w = speed.value(), we = m.rotorTeeth * w;
    if (!(we > 0)) return peakStaticTorque(m);
    const auto mean = [&](double lag) { // of whole turns of the field, once it has settled
        Windings windings(m, s);
        const double period = 2 * pi / we, settle = std::max({6 * windings.timeConstant(), 4 * period, 2e-3});
        const double turns = std::max(2.0, std::ceil(2e-3 / period));
        const auto first = std::size_t(settle / dt), n = std::size_t(std::llround(turns * period / dt));
        double sum = 0;
        for (std::size_t k = 0; k < first + n; ++k) {
            const double theta = w * double(k) * dt;
            const double t = windings.step(m.rotorTeeth * theta + lag - pi / 2, we, theta, w);
            if (k >= first) sum += t;
        }
        return sum / double(n);
    };
    // one hump over the lag: a coarse look, then thirds
    double best = 0, top = -1e300;
    for (int k = 0; k <= 18; ++k)
        if (const double t = mean(pi * k / 18); t > top) {
            top = t;
            best = pi * k / 18;
        }
    double low = best - pi / 18, high = best + pi / 18;
    for (int k = 0; k < 14; ++k) {
        const double a = low + (high - low) / 3, b = high - (high - low) / 3;
        (mean(a) < mean(b) ? low : high) = mean(a) < mean(b) ? a : b;
    }
    return newtonMetres(std::max(top, mean((low + high) / 2)));
}

Torque simulatedPullOut(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed, Inertia inertia,
                        double damping) {
    const double w0 = speed.value(), J = inertia.value(), N = m.rotorTeeth;
    StepperSupply sinusoidal = s;
    sinusoidal.modulation = 1;
    const double curve = pullOutTorque(m, sinusoidal, speed).torque.value();
    Windings windings(m, s);
    double theta = windings.restAngle(), w = w0;
    for (std::size_t k = 0; double(k) * dt < 2.5; ++k) {
        const double t = double(k) * dt;
        const double load = t < 0.3 ? 0.8 * curve * t / 0.3 : curve * (0.8 + 0.4 * (t - 0.3));
        const double told = N * w0 * t, torque = windings.step(told, N * w0, theta, w);
        w += dt * (torque - load - damping * (w - w0)) / J;
        theta += dt * w;
        if (lagOf(told, N, theta) > pi) return newtonMetres(load);
    }
    return newtonMetres(curve * 1.68); // never: the load has grown past anything it can do
}

bool startsAt(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed, Inertia inertia, Torque load) {
    const double w0 = speed.value(), J = inertia.value(), N = m.rotorTeeth, T = load.value(),
                 peak = peakStaticTorque(m).value();
    if (T >= peak) return false;
    Windings windings(m, s);
    const double natural = std::sqrt(N * peak / J) / (2 * pi);
    double theta = windings.restAngle() - std::asin(T / peak) / N, w = 0;
    for (std::size_t k = 0; double(k) * dt < 20 / natural; ++k) { // twenty swings
        const double told = N * w0 * double(k) * dt, torque = windings.step(told, N * w0, theta, w);
        w += dt * (torque - T) / J;
        theta += dt * w;
        if (std::fabs(lagOf(told, N, theta)) > 2 * pi) return false;
    }
    return true;
}

RampOutcome simulatedRamp(const StepperMotor &m, const StepperSupply &s, const SpringyRamp &r) {
    const double N = m.rotorTeeth, Jm = r.rotor.value(), JL = r.load.value(), k = r.stiffness.value(),
                 half = r.play.value() / 2, a = r.acceleration.value(), top = r.top.value(), up = top / a, dwell = 0.1,
                 rest = 0.15, friction = r.friction.value();
    constexpr double smooth = 0.05; // rad/s, over which the friction turns its sign
    Windings windings(m, s);
    const double start = windings.restAngle();
    double theta = start, w = 0, thetaL = start, wL = 0, angle = 0, worst = 0;
    const double end = 2 * up + dwell + rest;
    for (std::size_t n = 0; double(n) * dt < end; ++n) {
        const double t = double(n) * dt;
        double speed;
        if (t < up) {
            speed = a * t;
            angle = a * t * t / 2;
        } else if (t < up + dwell) {
            speed = top;
            angle = top * up / 2 + top * (t - up);
        } else if (t < 2 * up + dwell) {
            const double left = 2 * up + dwell - t;
            speed = a * left;
            angle = top * (up + dwell) - a * left * left / 2;
        } else {
            speed = 0;
            angle = top * (up + dwell);
        }
        const double torque = windings.step(N * angle, N * speed, theta, w);
        const double d = theta - thetaL, gap = d > half ? d - half : d < -half ? d + half : 0;
        const double spring = gap == 0 ? 0 : k * gap + r.springDamping * (w - wL);
        w += dt * (torque - spring - r.damping * (w - speed)) / Jm;
        wL += dt * (spring - friction * std::tanh(wL / smooth)) / JL;
        theta += dt * w;
        thetaL += dt * wL;
        worst = std::max(worst, std::fabs(lagOf(N * angle, N, theta)));
    }
    RampOutcome out;
    out.use = ((Jm + JL) * a + friction) / peakStaticTorque(m).value();
    out.lostFullSteps = 4 * int(std::lround((angle - (theta - start)) * N / (2 * pi)));
    out.worstLag = radians(worst);
    return out;
}

namespace book {
namespace {
constexpr Calculation stepperSimulationTable[] = {
    {"stepper_forced_simulation",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(both, stepperAtSupply(in));
         Json torque = Json::array();
         for (const auto &n : in.list<AngularSpeed>("speeds_rpm"))
             torque.push_back(forcedTorque(both.motor, both.supply, n).value());
         out.json("torque_Nm", torque);
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_pull_out_simulation",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(both, stepperAtSupply(in));
         const auto J = in.get<Inertia>("inertia_kgm2");
         LW_REQUIRE_POSITIVE(J.value(), "inertia_kgm2");
         Json torque = Json::array();
         for (const auto &n : in.list<AngularSpeed>("speeds_rpm"))
             torque.push_back(simulatedPullOut(both.motor, both.supply, n, J, in.number("damping_Nms")).value());
         out.json("torque_Nm", torque);
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_start_simulation",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(both, stepperAtSupply(in));
         const auto J = in.get<Inertia>("inertia_kgm2");
         LW_REQUIRE_POSITIVE(J.value(), "inertia_kgm2");
         Json holds = Json::array();
         for (const auto &n : in.list<AngularSpeed>("speeds_rpm"))
             holds.push_back(startsAt(both.motor, both.supply, n, J, in.get<Torque>("load_torque_Nm")));
         out.json("holds", holds);
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_ramp_simulation",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(both, stepperAtSupply(in));
         const SpringyRamp r{in.get<Inertia>("rotor_inertia_kgm2"),
                             in.get<Inertia>("load_inertia_kgm2"),
                             in.get<TorsionalStiffness>("coupling_stiffness_Nm_per_rad"),
                             in.number("coupling_damping_Nms"),
                             in.get<Angle>("backlash_deg"),
                             in.get<Torque>("friction_torque_Nm"),
                             in.number("damping_Nms"),
                             in.get<AngularAcceleration>("angular_acceleration_rad_s2"),
                             in.get<AngularSpeed>("top_rpm")};
         LW_REQUIRE_POSITIVE(r.rotor.value(), "rotor_inertia_kgm2");
         LW_REQUIRE_POSITIVE(r.load.value(), "load_inertia_kgm2");
         LW_REQUIRE_POSITIVE(r.stiffness.value(), "coupling_stiffness_Nm_per_rad");
         LW_REQUIRE_POSITIVE(r.acceleration.value(), "angular_acceleration_rad_s2");
         LW_REQUIRE_POSITIVE(r.top.value(), "top_rpm");
         // a step of the integration must be short beside the quickest swing, and the whole must end
         const double quickest = std::sqrt(r.stiffness.value() / std::min(r.rotor.value(), r.load.value()));
         if (quickest * 2e-6 > 0.3)
             return fail(CalcErrorCode::OutOfRange, "coupling_stiffness_Nm_per_rad", r.stiffness.value(), 0,
                         "a spring that stiff swings faster than the simulation steps; take it as rigid.");
         if (r.top.value() / r.acceleration.value() > 10)
             return fail(CalcErrorCode::OutOfRange, "angular_acceleration_rad_s2", r.acceleration.value(), 0,
                         "the ramp takes more than ten seconds; it is not simulated.");
         const auto o = simulatedRamp(both.motor, both.supply, r);
         out.number("torque_use", o.use);
         out.json("lost_full_steps", o.lostFullSteps);
         out.json("loses_step", o.lostFullSteps != 0);
         out.number("load_angle_peak_electrical_deg", inDegrees(o.worstLag));
         return {};
     },
     "PMSM-CIRCLE"},
};
} // namespace
std::span<const Calculation> stepperSimulationCalculations() { return stepperSimulationTable; }
} // namespace book
} // namespace lw
