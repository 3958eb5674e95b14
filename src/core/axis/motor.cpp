#include "axis/motor.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {

MotorAtWork atWork(const Stepper &m, const DriveSettings &drive, const SupplyModel &supply, const MotorCable &cable) {
    if (!m.named) return {};
    StepperAtWork w;
    w.motor.holding = newtonMetres(m.holding.v);
    w.motor.convention = m.convention;
    w.motor.rated = amperes(m.rated.v);
    w.motor.drivePeak = amperes(drive.peak.v * drive.currentFactor.v);
    w.motor.resistance = ohms(m.resistance.v);
    w.motor.cable = ohms(cable.resistance.v);
    w.motor.inductance = fromSi<Inductance>(m.inductance.v);
    w.motor.rotorTeeth = m.rotorTeeth;
    w.supply.voltage = volts(supply.voltage.v);
    w.supply.sag = supply.sag.v;
    if (!checkStepper(w.motor, w.supply)) return {};
    w.torqueFactor = m.torqueFactor.v;
    w.limit = drive.torqueLimit.v;
    w.peakStatic = peakStaticTorque(w.motor).value();
    const auto corner = cornerSpeed(w.motor, w.supply);
    w.corner = corner ? inRevolutionsPerMinute(*corner) : 0;
    return w;
}

Torques at(std::monostate, double) { return {notKnown, notKnown, notKnown, notKnown, PullOutRegion::None}; }
Torques at(const StepperAtWork &m, double rpm) {
    const auto speed = revolutionsPerMinute(rpm);
    const auto p = pullOutTorque(m.motor, m.supply, speed);
    StepperSupply square = m.supply;
    square.modulation = 4 / pi;
    const auto most = pullOutTorque(m.motor, square, speed);
    const double limit = m.limit == m.limit ? m.limit : std::numeric_limits<double>::infinity();
    const auto given = [&](double t) { return t == t ? std::min(std::max(0.0, t), limit) : t; };
    const double counted = given(designTorque(m.motor, p.torque, speed).value() * m.torqueFactor);
    return {counted, given(most.torque.value()), counted, given(p.torque.value() * m.torqueFactor), p.region};
}

} // namespace

MotorAtWork motorAtWork(const Motor &m, const DriveSettings &drive, const SupplyModel &supply,
                        const MotorCable &cable) {
    return std::visit([&](const auto &kind) { return atWork(kind, drive, supply, cable); }, m);
}
Torques torquesAt(const MotorAtWork &m, double rpm) {
    return std::visit([&](const auto &kind) { return at(kind, rpm); }, m);
}

} // namespace lw
