// Dimension-checked quantities: the only header that spells Boost.Units' long names.
// Plane angle is a real dimension here: a torque is N*m/rad and a lead m/rad, so force * lead is a torque and a
// forgotten 2*pi, a pitch given for a lead, or an energy given for a torque does not compile.
// If the compiler says it cannot convert a "unit<list<dim<...": the two sides have different dimensions. A force times
// a length is an energy; a torque is force times length per angle.
#pragma once

#include <boost/units/quantity.hpp>
#include <boost/units/cmath.hpp>
#include <boost/units/systems/si.hpp>
#include <numbers>

namespace lw {

namespace si = boost::units::si;
template <class U> using Quantity = boost::units::quantity<U, double>;
template <class A, class B> using Times = decltype(A{} * B{});
template <class A, class B> using Per = decltype(A{} / B{});

using Ratio = double; ///< a plain number
using Angle = Quantity<si::plane_angle>;
using Length = Quantity<si::length>;
using Mass = Quantity<si::mass>;
using Duration = Quantity<si::time>;
using Force = Quantity<si::force>;
using Energy = Quantity<si::energy>;
using Power = Quantity<si::power>;
using Pressure = Quantity<si::pressure>;
using Density = Quantity<si::mass_density>;
using Speed = Quantity<si::velocity>;
using Acceleration = Quantity<si::acceleration>;
using Frequency = Quantity<si::frequency>;
using Current = Quantity<si::current>;
using Voltage = Quantity<si::electric_potential>;
using Resistance = Quantity<si::resistance>;
using Inductance = Quantity<si::inductance>;
using Temperature = Quantity<si::temperature>;
using AngularSpeed = Quantity<si::angular_velocity>;
using AngularAcceleration = Quantity<si::angular_acceleration>;
using Torque = Quantity<si::torque>;             ///< N m / rad
using Inertia = Quantity<si::moment_of_inertia>; ///< kg m^2 / rad^2
using Lead = Per<Length, Angle>;                 ///< travel per turn, held as m / rad
using Stiffness = Per<Force, Length>;
using TorsionalStiffness = Per<Torque, Angle>;
using TorqueConstant = Per<Torque, Current>;
using LinearDensity = Per<Mass, Length>;

static_assert(std::is_same_v<Times<Force, Lead>, Torque>);
static_assert(std::is_same_v<Times<Times<Mass, Lead>, Lead>, Inertia>);
static_assert(std::is_same_v<Times<Lead, AngularSpeed>, Speed>);
static_assert(std::is_same_v<Times<Torque, AngularSpeed>, Power>);

/// A quantity from its value in coherent SI units (m, kg, s, A, rad).
template <class Q> constexpr Q fromSi(double value) { return Q::from_value(value); }

inline constexpr double pi = std::numbers::pi;
/// Standard acceleration of free fall, exact by definition (3rd CGPM, 1901).
inline constexpr double standardGravity = 9.80665;

// Named units: making and reading. Exact factors where they are defined so.
constexpr Length metres(double v) { return fromSi<Length>(v); }
constexpr Length millimetres(double v) { return fromSi<Length>(v * 1e-3); }
constexpr double inMillimetres(Length v) { return v.value() * 1e3; }
constexpr double inMicrometres(Length v) { return v.value() * 1e6; }
constexpr Mass kilograms(double v) { return fromSi<Mass>(v); }
constexpr Force newtons(double v) { return fromSi<Force>(v); }
constexpr Torque newtonMetres(double v) { return fromSi<Torque>(v); }
constexpr Inertia kilogramSquareMetres(double v) { return fromSi<Inertia>(v); }
constexpr Duration seconds(double v) { return fromSi<Duration>(v); }
constexpr Speed millimetresPerMinute(double v) { return fromSi<Speed>(v * 1e-3 / 60.0); }
constexpr double inMillimetresPerMinute(Speed v) { return v.value() * 60e3; }
constexpr Acceleration metresPerSecondSquared(double v) { return fromSi<Acceleration>(v); }
constexpr AngularSpeed revolutionsPerMinute(double v) { return fromSi<AngularSpeed>(v * 2 * pi / 60.0); }
constexpr double inRevolutionsPerMinute(AngularSpeed v) { return v.value() * 60.0 / (2 * pi); }
constexpr Angle radians(double v) { return fromSi<Angle>(v); }
constexpr Angle degrees(double v) { return fromSi<Angle>(v * pi / 180.0); }
constexpr double inDegrees(Angle v) { return v.value() * 180.0 / pi; }
constexpr Current amperes(double v) { return fromSi<Current>(v); }
constexpr Voltage volts(double v) { return fromSi<Voltage>(v); }
constexpr Resistance ohms(double v) { return fromSi<Resistance>(v); }
constexpr Inductance millihenries(double v) { return fromSi<Inductance>(v * 1e-3); }
constexpr Power watts(double v) { return fromSi<Power>(v); }
constexpr Pressure megapascals(double v) { return fromSi<Pressure>(v * 1e6); }
constexpr double inMegapascals(Pressure v) { return v.value() * 1e-6; }
constexpr Stiffness newtonsPerMicrometre(double v) { return fromSi<Stiffness>(v * 1e6); }
constexpr double inNewtonsPerMicrometre(Stiffness v) { return v.value() * 1e-6; }
constexpr Density kilogramsPerCubicMetre(double v) { return fromSi<Density>(v); }
/// A lead given as travel per whole turn.
constexpr Lead perRevolution(Length v) { return fromSi<Lead>(v.value() / (2 * pi)); }
constexpr Length perTurn(Lead v) { return fromSi<Length>(v.value() * 2 * pi); }
/// A radius is a travel per radian.
constexpr Lead perRadian(Length v) { return fromSi<Lead>(v.value()); }

} // namespace lw
