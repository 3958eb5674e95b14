#include "drive/stepper_dynamics.h"
#include "drive/stepper_inputs.h"
#include <algorithm>
#include <cmath>
#include <complex>

namespace lw {

double WindingData::torqueConstant() const { return holding.value() / (std::sqrt(2.0) * current.value()); }
double WindingData::copperLoss() const { return 2 * current.value() * current.value() * resistance.value(); }

WindingData joined(const WindingData &from, Winding as, Winding to) {
    struct Factors {
        double current, resistance, inductance, torque; // over one half of the coil
    };
    const auto factors = [](Winding w) -> Factors {
        const double r = std::sqrt(2.0);
        switch (w) {
        case Winding::Series: return {1 / r, 2, 4, r};
        case Winding::Parallel: return {r, 0.5, 1, r};
        default: return {1, 1, 1, 1};
        }
    };
    const auto a = factors(as), b = factors(to);
    return {from.current * (b.current / a.current), from.resistance * (b.resistance / a.resistance),
            from.inductance * (b.inductance / a.inductance), from.holding * (b.torque / a.torque)};
}

ShockLimit shockLimit() {
    // left side minus right falls from -2 at 0 through zero once below 90 degrees
    double low = 0.1, high = pi / 2;
    for (int k = 0; k < 80; ++k) {
        const double d = (low + high) / 2;
        (std::sin(d) * (pi - d) - 1 - std::cos(d) < 0 ? low : high) = d;
    }
    return {std::sin(low), radians(low)};
}

Result<AngularSpeed> pullInSpeed(Torque peak, Torque load, Inertia inertia, int rotorTeeth) {
    LW_REQUIRE_POSITIVE(peak.value(), "peak_static_torque_Nm");
    LW_REQUIRE_NOT_NEGATIVE(load.value(), "load_torque_Nm");
    LW_REQUIRE_POSITIVE(inertia.value(), "inertia_kgm2");
    if (load > peak)
        return fail(CalcErrorCode::OutOfRange, "load_torque_Nm", load.value(), peak.value(),
                    "the load is more than the motor can hold.");
    const double d = std::asin(load / peak);
    return fromSi<AngularSpeed>(
        std::sqrt(2 * peak.value() / (rotorTeeth * inertia.value()) * (2 * std::cos(d) - (pi - 2 * d) * std::sin(d))));
}

namespace {
/// Greatest real part of the roots of x^4 + a x^3 + b x^2 + c x + d. Durand and Kerner's simultaneous iteration, on
/// roots scaled to about one.
double greatestRealPart(double a, double b, double c, double d) {
    using C = std::complex<double>;
    const double scale = std::max(
        {std::fabs(a), std::sqrt(std::fabs(b)), std::cbrt(std::fabs(c)), std::sqrt(std::sqrt(std::fabs(d))), 1e-30});
    a /= scale;
    b /= scale * scale;
    c /= scale * scale * scale;
    d /= scale * scale * scale * scale;
    std::array<C, 4> x;
    for (int k = 0; k < 4; ++k)
        x[std::size_t(k)] = std::pow(C(0.4, 0.9), k);
    for (int n = 0; n < 200; ++n) {
        double moved = 0;
        for (std::size_t k = 0; k < 4; ++k) {
            C below = 1;
            for (std::size_t j = 0; j < 4; ++j)
                if (j != k) below *= x[k] - x[j];
            const C step = ((((x[k] + a) * x[k] + b) * x[k] + c) * x[k] + d) / below;
            x[k] -= step;
            moved = std::max(moved, std::abs(step));
        }
        if (moved < 1e-15) break;
    }
    double most = -1e300;
    for (const auto &r : x)
        most = std::max(most, r.real());
    return most * scale;
}
using Matrix = std::array<std::array<double, 4>, 4>;
/// Greatest real part of its eigenvalues; the characteristic polynomial by Faddeev and Le Verrier.
double greatestRealPart(const Matrix &A) {
    std::array<double, 4> c{};
    Matrix M{};
    for (int k = 0; k < 4; ++k) {
        Matrix next{};
        for (std::size_t i = 0; i < 4; ++i)
            for (std::size_t j = 0; j < 4; ++j) {
                for (std::size_t l = 0; l < 4; ++l)
                    next[i][j] += A[i][l] * M[l][j];
                if (k == 0) next[i][j] = 0;
            }
        for (std::size_t i = 0; i < 4; ++i)
            next[i][i] += k == 0 ? 1 : c[std::size_t(k - 1)];
        M = next;
        double trace = 0;
        for (std::size_t i = 0; i < 4; ++i)
            for (std::size_t l = 0; l < 4; ++l)
                trace += A[i][l] * M[l][i];
        c[std::size_t(k)] = -trace / (k + 1);
    }
    return greatestRealPart(c[0], c[1], c[2], c[3]);
}
} // namespace

std::optional<double> midbandGrowth(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed, Torque load,
                                    Inertia inertia, double damping) {
    const double Km = torqueConstant(m).value(), N = m.rotorTeeth, L = m.inductance.value(),
                 R = (m.resistance + m.cable).value(), V = busVoltage(s), J = inertia.value(), w = speed.value(),
                 we = N * w, X = we * L, E = Km * w;
    // the steady state that carries the load: i_q from the torque, i_d from the voltage circle
    const double iq = load.value() / Km, square = R * R + X * X;
    const double rest = X * X * iq * iq + (R * iq + E) * (R * iq + E) - V * V, disc = X * X * E * E - square * rest;
    if (!(disc >= 0) || !(square > 0)) return {};
    const double id = (-X * E + std::sqrt(disc)) / square;
    const double vd = R * id - X * iq, vq = R * iq + X * id + E;
    const double sine = -vd / V, cosine = vq / V;
    const Matrix A{{{-R / L, we, N * iq, -V * cosine / L},
                    {-we, -R / L, -N * id - Km / L, -V * sine / L},
                    {0, Km / J, -damping / J, 0},
                    {0, 0, -N, 0}}};
    return greatestRealPart(A);
}
std::optional<double> midbandDamping(const StepperMotor &m, const StepperSupply &s, AngularSpeed speed, Torque load,
                                     Inertia inertia) {
    const auto at = [&](double damping) { return midbandGrowth(m, s, speed, load, inertia, damping); };
    const auto bare = at(0);
    if (!bare) return {};
    if (*bare <= 0) return 0.0;
    double low = 0, high = 1e-5;
    while (*at(high) > 0 && high < 1e3)
        high *= 2;
    for (int k = 0; k < 60; ++k) {
        const double mid = (low + high) / 2;
        (*at(mid) > 0 ? low : high) = mid;
    }
    return high;
}

Result<StepperHeat> stepperHeat(Current rated, double ratedRise, Resistance cold, Current peak, double ambient,
                                double coefficient) {
    LW_REQUIRE_POSITIVE(rated.value(), "rated_current_A");
    LW_REQUIRE_POSITIVE(ratedRise, "rated_rise_K");
    LW_REQUIRE_POSITIVE(cold.value(), "resistance_ohm");
    LW_REQUIRE_POSITIVE(peak.value(), "drive_current_peak_A");
    const double plate = 2 * rated.value() * rated.value() * cold.value();
    StepperHeat h{ratedRise / (plate * (1 + coefficient * ratedRise)), peak.value() * peak.value() * cold.value(), {}};
    const double left = 1 - coefficient * h.copperCold * h.thermalResistance;
    if (left > 0) h.rise = h.copperCold * h.thermalResistance * (1 + coefficient * (ambient - 20)) / left;
    return h;
}

namespace book {
namespace {
constexpr Calculation stepperDynamicsTable[] = {
    {"winding_connections",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         constexpr std::pair<const char *, Winding> names[] = {{"unipolar", Winding::Unipolar},
                                                               {"half_coil", Winding::HalfCoil},
                                                               {"series", Winding::Series},
                                                               {"parallel", Winding::Parallel}};
         const WindingData given{in.get<Current>("current_A"), in.get<Resistance>("resistance_ohm"),
                                 in.get<Inductance>("inductance_mH"), in.get<Torque>("holding_torque_Nm")};
         LW_REQUIRE_POSITIVE(given.current.value(), "current_A");
         auto as = Winding::Unipolar;
         for (const auto &[name, w] : names)
             if (in.text("connection") == name) as = w;
         for (const auto &[name, w] : names) {
             const auto d = joined(given, as, w);
             out.json(name, {{"current_A", d.current.value()},
                             {"resistance_ohm", d.resistance.value()},
                             {"inductance_mH", d.inductance.value() * 1e3},
                             {"holding_torque_Nm", d.holding.value()},
                             {"torque_constant_Nm_per_A", d.torqueConstant()},
                             {"copper_loss_W", d.copperLoss()}});
         }
         if (in.has("supply_V")) {
             StepperSupply s;
             s.voltage = in.get<Voltage>("supply_V");
             const auto corner = [&](Winding w) {
                 const auto d = joined(given, as, w);
                 StepperMotor m;
                 m.holding = d.holding;
                 m.rated = m.drivePeak = d.current;
                 m.resistance = d.resistance;
                 m.inductance = d.inductance;
                 m.rotorTeeth = in.integer("rotor_teeth");
                 return cornerSpeed(m, s);
             };
             const auto series = corner(Winding::Series), parallel = corner(Winding::Parallel);
             out.json("series_corner_over_parallel",
                      series && parallel ? Json(series->value() / parallel->value()) : Json(nullptr));
         }
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_shock_pull_in",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto limit = shockLimit();
         const auto peak = in.get<Torque>("peak_static_torque_Nm");
         out.number("shock_angle_electrical_deg", inDegrees(limit.electrical));
         out.number("shock_limit_fraction", limit.share);
         out.put("shock_limit_Nm", peak * limit.share);
         if (!in.has("inertia_kgm2")) return {};
         const auto J = in.get<Inertia>("inertia_kgm2");
         LW_TRY(free, pullInSpeed(peak, newtonMetres(0), J, in.integer("rotor_teeth")));
         out.put("pull_in_no_load_rpm", free);
         if (!in.has("load_torque_Nm")) return {};
         LW_TRY(loaded, pullInSpeed(peak, in.get<Torque>("load_torque_Nm"), J, in.integer("rotor_teeth")));
         out.put("pull_in_rpm", loaded);
         return {};
     },
     "EQUAL-AREA"},
    {"stepper_midband",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(both, stepperAtSupply(in));
         const auto J = in.get<Inertia>("inertia_kgm2");
         LW_REQUIRE_POSITIVE(J.value(), "inertia_kgm2");
         const auto load = in.get<Torque>("load_torque_Nm");
         Json growth = Json::array(), damping = Json::array();
         for (const auto &n : in.list<AngularSpeed>("speeds_rpm")) {
             const auto g = midbandGrowth(both.motor, both.supply, n, load, J, in.number("damping_Nms"));
             if (!g)
                 return fail(CalcErrorCode::NoSolution, "speeds_rpm", inRevolutionsPerMinute(n), 0,
                             "the motor cannot carry that load at this speed; the pull-out curve says how far it can.");
             growth.push_back(*g);
             damping.push_back(*midbandDamping(both.motor, both.supply, n, load, J));
         }
         out.json("growth_rate_per_s", growth);
         out.json("critical_damping_Nms", damping);
         return {};
     },
     "PMSM-CIRCLE"},
    {"stepper_heat",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         if (in.has("drive_current_peak_A") && in.has("drive_current_rms_A"))
             return fail(CalcErrorCode::OutOfRange, "drive_current_rms_A", 0, 0,
                         "give the drive current as peak or as rms, not both.");
         const auto rated = in.get<Current>("rated_current_A");
         const auto peak = in.has("drive_current_rms_A") ? in.get<Current>("drive_current_rms_A") * std::sqrt(2.0)
                                                         : in.getOr<Current>("drive_current_peak_A", rated);
         const double room = in.number("ambient_C");
         LW_TRY(h, stepperHeat(rated, in.number("rated_rise_K"), in.get<Resistance>("resistance_ohm"), peak, room,
                               in.number("copper_coefficient_per_K")));
         out.number("thermal_resistance_K_per_W", h.thermalResistance);
         out.number("copper_loss_cold_W", h.copperCold);
         out.json("runaway", !h.rise.has_value());
         if (!h.rise) return {};
         out.number("rise_K", *h.rise);
         out.number("body_C", room + *h.rise);
         if (in.has("run_time_min"))
             out.number("rise_after_time_K",
                        *h.rise * (1 - std::exp(-in.number("run_time_min") / in.number("time_constant_min"))));
         return {};
     },
     "NEWTON-COOLING"},
};
} // namespace
std::span<const Calculation> stepperDynamicsCalculations() { return stepperDynamicsTable; }
} // namespace book
} // namespace lw
