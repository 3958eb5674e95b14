#include "drive/power.h"
#include "book/book.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace lw {

namespace {
constexpr double copperResistivity = 1.7241e-8;   // ohm m at 20 C; IEC 60028
constexpr double airGas = 287.05, airHeat = 1006; // J/(kg K)
} // namespace

Energy kineticEnergy(const BusBraking &b) {
    const double w0 = b.from.value(), w1 = b.to.value();
    return fromSi<Energy>(b.inertia.value() * (w0 * w0 - w1 * w1) / 2);
}
Voltage pumpedUp(double capacitance, Voltage before, Energy in) {
    return volts(std::sqrt(before.value() * before.value() + 2 * in.value() / capacitance));
}
BusRise busRise(const BusBraking &b, Duration time) {
    const double t = time.value(), w0 = b.from.value(), w1 = b.to.value(), losses = b.losses.value();
    const double torque = b.inertia.value() * (w0 - w1) / t - b.friction.value();
    const double first = b.efficiency * torque * w0, last = b.efficiency * torque * w1;
    double excess = 0;
    if (first > losses) {
        const double above = std::max(0.0, last - losses);
        // the power falls from first to last; only what lies above the losses counts
        excess = first > last ? t * ((first - losses) * (first - losses) - above * above) / (2 * (first - last))
                              : t * (first - losses);
    }
    const auto e = fromSi<Energy>(excess);
    return {newtonMetres(torque), watts(first), watts(last), e, pumpedUp(b.capacitance, b.before, e)};
}
BusRise busRiseAtOnce(const BusBraking &b) {
    const auto e = kineticEnergy(b) * b.efficiency;
    const double none = std::numeric_limits<double>::infinity();
    return {newtonMetres(none), watts(none), watts(none), e, pumpedUp(b.capacitance, b.before, e)};
}
Duration shortestBraking(const BusBraking &b, Voltage trip) {
    const double room = b.capacitance * (trip.value() * trip.value() - b.before.value() * b.before.value()) / 2;
    if (b.efficiency * kineticEnergy(b).value() <= room) return seconds(0);
    // beyond the time where friction and losses eat the first watt nothing rises
    const double w0 = b.from.value(), w1 = b.to.value(),
                 least = b.friction.value() + b.losses.value() / (b.efficiency * w0);
    double low = 1e-6, high = least > 0 ? b.inertia.value() * (w0 - w1) / least : 1e6;
    for (int k = 0; k < 200; ++k) {
        const double mid = (low + high) / 2;
        (busRise(b, seconds(mid)).peak > trip ? low : high) = mid;
    }
    return seconds(high);
}
std::optional<Duration> coastTime(const BusBraking &b) {
    if (!(b.friction.value() > 0)) return {};
    return seconds(b.inertia.value() * (b.from.value() - b.to.value()) / b.friction.value());
}
BrakeResistor brakeResistor(const BusBraking &b, const BusRise &rise, Voltage on, Voltage trip, Current chopper) {
    BrakeResistor r;
    const double held = b.capacitance * (on.value() * on.value() - b.before.value() * b.before.value()) / 2;
    r.perStop = fromSi<Energy>(std::max(0.0, rise.excess.value() - held));
    const double left = rise.first.value() - b.losses.value();
    if (left > 0) r.most = ohms(on.value() * on.value() / left);
    r.least = ohms(trip.value() / chopper.value());
    return r;
}

SupplyDemand supplyDemand(std::span<const SupplyLoad> axes, double hot) {
    double mechanical = 0, copper = 0;
    for (const auto &a : axes) {
        mechanical += std::fabs(a.torque.value() * a.speed.value());
        copper += hot * a.peak.value() * a.peak.value() * a.cold.value();
    }
    return {watts(mechanical), watts(copper)};
}
Current mainsCurrent(Power out, double efficiency, Voltage mains, double powerFactor) {
    return amperes(out.value() / (efficiency * mains.value() * powerFactor));
}

Length wireDiameter(int awg) { return millimetres(0.127 * std::pow(92.0, (36.0 - awg) / 39)); }
double wireSection(int awg) {
    const double d = inMillimetres(wireDiameter(awg));
    return pi * d * d / 4;
}
double wireResistance(double section, double celsius) {
    return copperResistivity / (section * 1e-6) * (1 + copperCoefficient * (celsius - 20));
}
Resistance loopResistance(double section, Length oneWay, double celsius) {
    return ohms(2 * oneWay.value() * wireResistance(section, celsius));
}
double sectionForDrop(Length oneWay, Current i, double celsius, Voltage drop) {
    return 2 * oneWay.value() * i.value() * wireResistance(1, celsius) / drop.value();
}
std::optional<double> ampacity(double section) {
    constexpr std::array<std::pair<double, double>, 8> table{
        {{0.75, 8.5}, {1.0, 10.1}, {1.5, 13.1}, {2.5, 17.4}, {4, 23}, {6, 30}, {10, 40}, {16, 54}}};
    if (section < table.front().first * (1 - 1e-9)) return {};
    double most = 0;
    for (const auto &[area, current] : table) // never more than the next smaller size carries
        if (area <= section * (1 + 1e-9)) most = current;
    return most;
}
double ampacityInAir(double celsius) {
    constexpr std::array<std::pair<double, double>, 4> table{{{30, 1.15}, {40, 1.0}, {50, 0.82}, {60, 0.58}}};
    if (celsius <= table.front().first) return table.front().second;
    for (std::size_t k = 1; k < table.size(); ++k)
        if (celsius <= table[k].first) {
            const auto &[t0, f0] = table[k - 1];
            const auto &[t1, f1] = table[k];
            return f0 + (f1 - f0) * (celsius - t0) / (t1 - t0);
        }
    return 0;
}

Duration dischargeTime(double capacitance, Resistance bleeder, Voltage from, Voltage to) {
    return seconds(from > to ? bleeder.value() * capacitance * std::log(from / to) : 0);
}
std::optional<Resistance> bleederFor(double capacitance, Voltage from, Voltage to, Duration time) {
    if (!(from > to)) return {};
    return ohms(time.value() / (capacitance * std::log(from / to)));
}

double coolingArea(const Cabinet &c) {
    const double H = c.height.value(), W = c.width.value(), D = c.depth.value();
    return c.mounting == CabinetMounting::Wall ? 1.4 * W * (H + D) + 1.8 * H * D : 1.8 * H * (W + D) + 1.4 * W * D;
}
double airDensity(double celsius, double altitude) {
    return 101325 * std::pow(1 - 2.25577e-5 * altitude, 5.25588) / (airGas * (celsius + 273.15));
}
double airflowPerWattKelvin(double celsius, double altitude) {
    return 3600 / (airDensity(celsius, altitude) * airHeat);
}
double cabinetRise(const Cabinet &c, Power losses, double flow, double perWattKelvin, bool wallCounts) {
    return losses.value() / ((wallCounts ? c.heatTransfer * coolingArea(c) : 0) + flow / perWattKelvin);
}
double airflowNeeded(const Cabinet &c, Power losses, double rise, double perWattKelvin, bool wallCounts) {
    const double wall = wallCounts ? c.heatTransfer * coolingArea(c) * rise : 0;
    return std::max(0.0, perWattKelvin * (losses.value() - wall) / rise);
}

namespace book {
namespace {
constexpr Calculation powerTable[] = {
    {"bus_deceleration",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         BusBraking b{in.get<Inertia>("inertia_kgm2"),        in.get<AngularSpeed>("speed_rpm"),
                      in.get<AngularSpeed>("end_speed_rpm"),  in.get<Torque>("friction_torque_Nm"),
                      in.number("efficiency_to_bus"),         in.get<Power>("constant_losses_W"),
                      in.number("bus_capacitance_uF") * 1e-6, in.get<Voltage>("bus_V")};
         LW_REQUIRE_POSITIVE(b.inertia.value(), "inertia_kgm2");
         if (!(b.to < b.from))
             return fail(CalcErrorCode::OutOfRange, "end_speed_rpm", inRevolutionsPerMinute(b.to),
                         inRevolutionsPerMinute(b.from), "it must be below the speed at the start.");
         const auto trip = in.maybe<Voltage>("trip_V");
         if (trip && !(*trip > b.before))
             return fail(CalcErrorCode::OutOfRange, "trip_V", trip->value(), b.before.value(),
                         "the trip must lie above the bus before stopping.");
         if (!trip && !in.has("decel_time_s"))
             return fail(CalcErrorCode::Missing, "decel_time_s", 0, 0,
                         "give the ramp time, or the trip voltage for the shortest one.");
         out.put("kinetic_energy_J", kineticEnergy(b));
         if (const auto coast = coastTime(b)) out.put("coast_time_s", *coast);
         std::optional<Duration> shortest;
         if (trip) {
             shortest = shortestBraking(b, *trip);
             out.put("min_decel_time_s", *shortest);
         }
         const auto time = in.has("decel_time_s") ? in.get<Duration>("decel_time_s") : *shortest;
         const bool atOnce = !(time.value() > 0);
         const auto rise = atOnce ? busRiseAtOnce(b) : busRise(b, time);
         if (!atOnce) {
             out.put("braking_torque_Nm", rise.braking);
             out.put("bus_power_W", rise.first);
         }
         out.put("excess_energy_J", rise.excess);
         out.put("bus_peak_V", rise.peak);
         if (!in.has("chopper_on_V") || atOnce) return {};
         const auto on = in.get<Voltage>("chopper_on_V");
         const auto r = brakeResistor(b, rise, on, trip.value_or(on),
                                      amperes(in.has("chopper_current_A") ? in.number("chopper_current_A") : 1));
         out.put("resistor_energy_J", r.perStop);
         out.json("resistor_max_ohm", r.most ? Json(r.most->value()) : Json(nullptr));
         if (trip && in.has("chopper_current_A")) out.put("resistor_min_ohm", r.least);
         if (in.has("cycle_s")) out.number("resistor_average_W", r.perStop.value() / in.number("cycle_s"));
         return {};
     },
     "EB-1"},
    {"supply_energy",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::vector<SupplyLoad> axes;
         for (const auto &a : in.json("axes"))
             axes.push_back(
                 {newtonMetres(a.at("torque_Nm").get<double>()), revolutionsPerMinute(a.at("speed_rpm").get<double>()),
                  amperes(a.at("drive_current_peak_A").get<double>()), ohms(a.at("resistance_ohm").get<double>())});
         const auto d = supplyDemand(axes, in.number("hot_copper_factor"));
         out.put("mechanical_W", d.mechanical);
         out.put("copper_W", d.copper);
         out.number("supply_current_A", d.drawn(in.number("drive_efficiency")).value() / in.number("supply_V"));
         return {};
     },
     "EB-1"},
    {"mains_current",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto P = in.get<Power>("output_W");
         out.number("input_W", P.value() / in.number("supply_efficiency"));
         out.put("mains_current_A", mainsCurrent(P, in.number("supply_efficiency"), in.get<Voltage>("mains_V"),
                                                 in.number("power_factor")));
         out.number("transformer_VA", transformerOverPower * P.value());
         return {};
     },
     "EB-1"},
    {"bus_pump_up",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double v = in.get<Speed>("speed_mm_min").value(), w = in.get<AngularSpeed>("speed_rpm").value();
         const auto E = fromSi<Energy>(in.number("moving_mass_kg") * v * v / 2 + in.number("inertia_kgm2") * w * w / 2);
         const auto back = E * in.number("recovered_fraction");
         const auto bus = in.get<Voltage>("bus_V");
         out.put("kinetic_energy_J", E);
         out.put("bus_peak_V", pumpedUp(in.number("bus_capacitance_uF") * 1e-6, bus, back));
         if (!in.has("limit_V")) return {};
         const double limit = in.number("limit_V");
         if (!(limit > bus.value()))
             return fail(CalcErrorCode::OutOfRange, "limit_V", limit, bus.value(),
                         "the limit must lie above the bus before stopping.");
         out.number("capacitance_needed_uF", 2 * back.value() / (limit * limit - bus.value() * bus.value()) * 1e6);
         return {};
     },
     "EB-1"},
    {"wire_gauge",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto length = in.get<Length>("length_one_way_mm");
         const auto current = in.get<Current>("current_A");
         const double warm = in.number("conductor_temperature_C");
         if (in.has("awg")) {
             Json diameter = Json::array(), area = Json::array(), cold = Json::array(), loop = Json::array(),
                  drop = Json::array(), share = Json::array();
             for (const auto &g : in.json("awg")) {
                 const int n = g.get<int>();
                 const double section = wireSection(n), R = loopResistance(section, length, warm).value();
                 diameter.push_back(inMillimetres(wireDiameter(n)));
                 area.push_back(section);
                 cold.push_back(wireResistance(section) * 1e3);
                 loop.push_back(R);
                 drop.push_back(R * current.value());
                 if (in.has("supply_V")) share.push_back(R * current.value() / in.number("supply_V"));
             }
             out.json("diameter_mm", diameter);
             out.json("area_mm2", area);
             out.json("resistance_20C_mohm_m", cold);
             out.json("loop_resistance_ohm", loop);
             out.json("drop_V", drop);
             if (in.has("supply_V")) out.json("drop_fraction", share);
         }
         if (in.has("supply_V") && in.has("drop_limit_fraction")) {
             const double section =
                 sectionForDrop(length, current, warm, volts(in.number("supply_V") * in.number("drop_limit_fraction")));
             out.number("area_needed_mm2", section);
             int gauge = 40;
             while (gauge >= 0 && wireSection(gauge) < section)
                 gauge -= 2;
             out.json("smallest_even_awg", gauge >= 0 ? Json(gauge) : Json(nullptr));
         }
         return {};
     },
     "IEC-60028"},
    {"capacitor_discharge",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double C = in.number("capacitance_uF") * 1e-6;
         const auto from = in.get<Voltage>("voltage_V"), to = in.get<Voltage>("safe_voltage_V");
         const double square = from.value() * from.value();
         out.number("energy_J", C * square / 2);
         const auto most = bleederFor(C, from, to, in.get<Duration>("time_s"));
         out.json("bleeder_max_ohm", most ? Json(most->value()) : Json(nullptr));
         if (most) out.number("bleeder_power_W", square / most->value());
         if (const auto own = in.maybe<Resistance>("bleeder_ohm")) {
             out.put("time_with_bleeder_s", dischargeTime(C, *own, from, to));
             out.number("power_with_bleeder_W", square / own->value());
         }
         return {};
     },
     "IEC-60204-1"},
    {"cabinet_heat",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const Cabinet c{in.get<Length>("height_mm"), in.get<Length>("width_mm"), in.get<Length>("depth_mm"),
                         in.text("mounting") == "wall" ? CabinetMounting::Wall : CabinetMounting::FreeStanding,
                         in.number("heat_transfer_W_m2K")};
         const double room = in.number("ambient_C"), high = in.number("altitude_m");
         const double per =
             in.has("airflow_coefficient") ? in.number("airflow_coefficient") : airflowPerWattKelvin(room, high);
         const double wall = c.heatTransfer * coolingArea(c);
         out.number("area_m2", coolingArea(c));
         out.number("air_density_kg_m3", airDensity(room, high));
         out.number("airflow_coefficient", per);
         std::optional<double> rise;
         if (in.has("rise_allowed_K")) rise = in.number("rise_allowed_K");
         if (in.has("internal_limit_C")) {
             const double by = in.number("internal_limit_C") - room;
             LW_REQUIRE_POSITIVE(by, "internal_limit_C");
             rise = rise ? std::min(*rise, by) : by;
         }
         if (rise) out.number("sealed_loss_limit_W", wall * *rise);
         if (!in.has("losses_W")) return {};
         const auto P = in.get<Power>("losses_W");
         const bool counts = in.boolean("wall_counts");
         out.number("sealed_rise_K", P.value() / wall);
         const double filter = in.number("filter_factor");
         if (rise) {
             const double flow = airflowNeeded(c, P, *rise, per, counts);
             out.number("airflow_m3h", flow);
             if (in.has("fan_flow_m3h"))
                 out.json("fans", int(std::ceil(flow / (in.number("fan_flow_m3h") * filter) - 1e-9)));
         }
         std::optional<double> through;
         if (in.has("flow_m3h"))
             through = in.number("flow_m3h");
         else if (in.has("fans_fitted") && in.has("fan_flow_m3h"))
             through = in.number("fans_fitted") * in.number("fan_flow_m3h") * filter;
         if (through && (counts || *through > 0))
             out.number("rise_with_flow_K", cabinetRise(c, P, *through, per, counts));
         return {};
     },
     "IEC-60890"},
};
} // namespace
std::span<const Calculation> powerCalculations() { return powerTable; }
} // namespace book
} // namespace lw
