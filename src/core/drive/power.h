// Power: what a braking axis pumps back, what a supply must give, wires, capacitors and the heat of a cabinet.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>

namespace lw {

/// What mains may bring, lowest and highest, over what they are called (EN 50160: 10 % either way).
inline constexpr double mainsLow = 0.9, mainsHighest = 1.1;

// ---- braking

/// Something heavy brought down from one speed to another by its drive; all at the same shaft.
struct BusBraking {
    Inertia inertia;                   ///< > 0
    AngularSpeed from, to;             ///< from > to >= 0
    Torque friction = newtonMetres(0); ///< helps to stop, >= 0
    double efficiency = 0.9;           ///< share of the braking power that reaches the bus, (0, 1]
    Power losses = watts(0);           ///< drawn from the bus all the time, >= 0
    double capacitance = 0;            ///< F, of all that hangs on the bus, > 0
    Voltage before = volts(0);         ///< > 0
};
struct BusRise {
    Torque braking; ///< of the drive; below zero friction alone is quicker
    Power first;    ///< into the bus at the start
    Power last;     ///< at the end
    Energy excess;  ///< that the losses do not eat
    Voltage peak;   ///< the capacitors take it all
};
[[nodiscard]] Energy kineticEnergy(const BusBraking &b);
/// Constant deceleration over a time > 0: power falls linearly, what is above the losses goes into the capacitors.
/// Source: EB-1.
[[nodiscard]] BusRise busRise(const BusBraking &b, Duration time);
/// Stopped at once: every joule that reaches the bus, no torque to speak of.
[[nodiscard]] BusRise busRiseAtOnce(const BusBraking &b);
/// Shortest time without a trip; 0 when the capacitors can hold all of it.
[[nodiscard]] Duration shortestBraking(const BusBraking &b, Voltage trip);
/// Until friction alone stops it; none without friction.
[[nodiscard]] std::optional<Duration> coastTime(const BusBraking &b);

/// A resistor that is switched on at a voltage.
struct BrakeResistor {
    Energy perStop;
    std::optional<Resistance> most; ///< more takes too little power; none: no resistor is needed
    Resistance least;               ///< less takes too much current at the trip voltage
};
[[nodiscard]] BrakeResistor brakeResistor(const BusBraking &b, const BusRise &rise, Voltage on, Voltage trip,
                                          Current chopper);

/// Volts a bus goes to when energy is put into its capacitors.
[[nodiscard]] Voltage pumpedUp(double capacitance, Voltage before, Energy in);

// ---- supplies

/// What a motor asks while it moves, or stands.
struct SupplyLoad {
    Torque torque;
    AngularSpeed speed;
    Current peak;
    Resistance cold;
};
/// Resistance of copper, 1/K about 20 C. IEC 60028, from memory.
inline constexpr double copperCoefficient = 0.00393;
/// Share of a supply's power that reaches the motors behind its drives. Common practice.
inline constexpr double driveEfficiency = 0.9;
/// Copper at work over copper at 20 C, about 76 K warmer. IEC 60028, from memory.
inline constexpr double hotCopper = 1.3;
struct SupplyDemand {
    Power mechanical, copper;
    [[nodiscard]] Power drawn(double efficiency) const { return (mechanical + copper) / efficiency; }
};
/// Source: EB-1. Copper of both phases of each motor, whether it moves or not.
[[nodiscard]] SupplyDemand supplyDemand(std::span<const SupplyLoad> axes, double hot = hotCopper);
/// Current from the mains, A, for a power drawn behind the supply.
[[nodiscard]] Current mainsCurrent(Power out, double efficiency, Voltage mains, double powerFactor);
/// Size of a transformer behind a rectifier and capacitors, VA over W: its current is peaky. Common practice.
inline constexpr double transformerOverPower = 1.7;

// ---- wires

/// ASTM B258, from memory: 0.127 mm 92^((36 - n)/39).
[[nodiscard]] Length wireDiameter(int awg);
/// mm^2.
[[nodiscard]] double wireSection(int awg);
/// Of one conductor, ohm per metre. IEC 60028: 1.7241e-8 ohm m at 20 C. @param section mm^2, > 0 @param celsius of
/// copper
[[nodiscard]] double wireResistance(double section, double celsius = 20);
/// There and back.
[[nodiscard]] Resistance loopResistance(double section, Length oneWay, double celsius);
/// Section that keeps the drop, mm^2.
[[nodiscard]] double sectionForDrop(Length oneWay, Current i, double celsius, Voltage drop);
/// Current a copper conductor in PVC may carry, one circuit in trunking at 40 C, A: IEC 60204-1 table for method B2,
/// from memory, to be looked up before it is relied on. None below 0.75 mm^2: no value is printed.
[[nodiscard]] std::optional<double> ampacity(double section);
/// What is left of it in another air. IEC 60204-1, from memory. @param celsius 30 to 60
[[nodiscard]] double ampacityInAir(double celsius);

// ---- capacitors

/// Seconds until a bus has fallen through a resistor.
[[nodiscard]] Duration dischargeTime(double capacitance, Resistance bleeder, Voltage from, Voltage to);
/// The largest resistor that does it in time; none when it starts below.
[[nodiscard]] std::optional<Resistance> bleederFor(double capacitance, Voltage from, Voltage to, Duration time);

// ---- cabinets

enum class CabinetMounting { Wall, FreeStanding };
struct Cabinet {
    Length height, width, depth;
    CabinetMounting mounting = CabinetMounting::Wall;
    double heatTransfer = 5.5; ///< W/(m^2 K): painted steel; stainless 4.5, plastic 3.5. Common practice
};
/// Wall that gives off heat, m^2. IEC TR 60890, from memory.
[[nodiscard]] double coolingArea(const Cabinet &c);
/// kg/m^3 of the standard atmosphere's pressure at a height, at a temperature. ISO 2533, from memory.
[[nodiscard]] double airDensity(double celsius, double altitude = 0);
/// m^3/h that carry a watt off at one kelvin; 3.1 near 35 C at sea level.
[[nodiscard]] double airflowPerWattKelvin(double celsius, double altitude = 0);
/// How much warmer inside, K. @param flow m^3/h of air that really goes through @param perWattKelvin as above
[[nodiscard]] double cabinetRise(const Cabinet &c, Power losses, double flow, double perWattKelvin,
                                 bool wallCounts = true);
/// m^3/h that keep it to a rise, K; 0 when the wall alone does.
[[nodiscard]] double airflowNeeded(const Cabinet &c, Power losses, double rise, double perWattKelvin,
                                   bool wallCounts = true);

} // namespace lw
