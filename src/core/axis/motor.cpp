#include "axis/motor.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {

double TorqueCurve::at(double rpm, double supply) const {
    const double n = rpm * volts / supply;
    if (points.empty() || n > points.back().first) return 0;
    if (n <= points.front().first) return points.front().second;
    const auto above =
        std::lower_bound(points.begin(), points.end(), n, [](const auto &p, double v) { return p.first < v; });
    const auto below = above - 1;
    const double share = (n - below->first) / (above->first - below->first);
    return below->second + share * (above->second - below->second);
}
tl::expected<std::vector<std::pair<double, double>>, std::string> readCurve(std::string_view typed) {
    std::string text(typed);
    // where pairs or columns have a sign of their own a comma is a decimal comma
    if (text.find_first_of(":;\t") != std::string::npos) std::replace(text.begin(), text.end(), ',', '.');
    std::vector<double> numbers;
    for (std::size_t k = 0; k < text.size();) {
        const auto digit = [&](std::size_t at) { return at < text.size() && text[at] >= '0' && text[at] <= '9'; };
        if (digit(k) || (text[k] == '.' && digit(k + 1))) {
            std::size_t end = k;
            while (digit(end) || (end < text.size() && text[end] == '.'))
                ++end;
            const auto n = readNumber(std::string_view(text).substr(k, end - k));
            if (!n) return tl::unexpected("'" + text.substr(k, end - k) + "' is no number.");
            numbers.push_back(*n);
            k = end;
        } else if (std::string_view(" \t\r\n:;,|").find(text[k]) != std::string_view::npos) {
            ++k;
        } else
            return tl::unexpected(std::string("'") + text[k] +
                                  "' is no part of a curve: write rpm:torque pairs, "
                                  "0:1.9 300:1.8 600:1.1.");
    }
    if (numbers.size() < 4 || numbers.size() % 2)
        return tl::unexpected(std::string("A curve is at least two pairs of rpm and N m: 0:1.9 600:1.1."));
    std::vector<std::pair<double, double>> out;
    for (std::size_t k = 0; k < numbers.size(); k += 2) {
        if (!out.empty() && !(numbers[k] > out.back().first))
            return tl::unexpected("The speeds must rise: " + numberText(numbers[k], 5) + " comes after " +
                                  numberText(out.back().first, 5) + ".");
        if (numbers[k] > 1e5 || numbers[k + 1] > 1e4)
            return tl::unexpected("No motor turns " + numberText(numbers[k], 5) + " rpm with " +
                                  numberText(numbers[k + 1], 5) + " N m.");
        out.emplace_back(numbers[k], numbers[k + 1]);
    }
    return out;
}

std::string curveText(std::span<const std::pair<double, double>> points) {
    std::string out;
    for (const auto &[rpm, torque] : points)
        out += (out.empty() ? "" : " ") + numberText(rpm, 5) + ":" + numberText(torque, 4);
    return out;
}
void moveCurvePoint(std::vector<std::pair<double, double>> &points, std::size_t index, double rpm, double torque) {
    if (index >= points.size()) return;
    auto &p = points[index];
    p.second = std::clamp(torque, 0.0, 1e4);
    if (index == 0) return; // at rest
    const double least = points[index - 1].first + 1,
                 most = index + 1 < points.size() ? points[index + 1].first - 1 : 1e5;
    if (least <= most) p.first = std::clamp(std::round(rpm), least, most);
}

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
    if (m.curve) { // only near the voltage it was taken at
        const double ratio = supply.voltage.v / m.curve->volts;
        if (!(ratio <= curveReach) || !(ratio >= 1 / curveReach)) return {};
        w.curve = m.curve;
    }
    w.torqueFactor = m.torqueFactor.v;
    w.limit = drive.torqueLimit.v;
    w.peakStatic = peakStaticTorque(w.motor).value();
    const auto corner = cornerSpeed(w.motor, w.supply);
    w.corner = corner ? inRevolutionsPerMinute(*corner) : 0;
    return w;
}

MotorAtWork atWork(const ServoMotor &m, const DriveSettings &drive, const SupplyModel &supply,
                   const MotorCable &cable) {
    if (!m.named) return {};
    ServoAtWork w;
    w.brushed = m.brushed;
    const double kt = m.torqueConstant.v, R = m.lineResistance.v + cable.resistance.v, L = m.lineInductance.v;
    const double bus = supply.voltage.v * (1 - supply.sag.v) * (supply.unregulated ? mainsLow : 1);
    // the drive's current as an amplitude; a motor with brushes takes it as it is
    const double most = kt * drive.peak.v * drive.currentFactor.v / (m.brushed ? 1 : std::sqrt(2.0));
    for (const double v : {m.continuous.v, m.peak.v, m.topSpeed.v, kt, bus, most})
        if (!(v > 0) || !std::isfinite(v)) return {};
    if (!(R > 0) || !(m.brushed || L > 0) || !std::isfinite(R)) return {};
    w.sine = {kt, std::max(1, m.polePairs), ohms(R), fromSi<Inductance>(m.brushed ? 1e-3 : L)};
    w.dc = {kt, ohms(R), amperes(m.noLoad.known() ? m.noLoad.v : 0)};
    w.bus = volts(bus);
    w.torqueFactor = m.torqueFactor.v;
    w.limit = drive.torqueLimit.v;
    w.peak = std::min(m.peak.v, most);
    w.continuous = std::min(m.continuous.v, w.peak);
    w.topRpm = m.topSpeed.v * 60 / (2 * pi);
    w.peakStatic = std::min(w.peak * w.torqueFactor, w.limit == w.limit ? w.limit : w.peak * w.torqueFactor);
    const auto asked = newtonMetres(w.peak);
    const auto corner =
        m.brushed ? std::optional(brushedSpeed(w.dc, w.bus, asked)) : servoSpeedFor(w.sine, w.bus, 1, asked);
    w.corner = std::min(w.topRpm, corner ? std::max(0.0, inRevolutionsPerMinute(*corner)) : 0.0);
    return w;
}

/// Torque set in the drive, N m; without one it sets no limit.
double limitOf(const auto &motor) {
    return motor.limit == motor.limit ? motor.limit : std::numeric_limits<double>::infinity();
}
Torques at(std::monostate, double) { return {notKnown, notKnown, notKnown, notKnown, PullOutRegion::None}; }
Torques at(const StepperAtWork &m, double rpm) {
    if (m.curve) { // as it was taken: losses are in it, nine tenths of it are counted on
        const double most = m.curve->at(rpm, m.supply.voltage.value());
        const double limit = limitOf(m);
        const double counted = std::min(0.9 * most * m.torqueFactor, limit);
        return {counted, std::min(most, limit), counted, std::min(most * m.torqueFactor, limit),
                most > 0 ? PullOutRegion::Both : PullOutRegion::None};
    }
    const auto speed = revolutionsPerMinute(rpm);
    const auto p = pullOutTorque(m.motor, m.supply, speed);
    StepperSupply square = m.supply;
    square.modulation = 4 / pi;
    const auto most = pullOutTorque(m.motor, square, speed);
    const double limit = limitOf(m);
    const auto given = [&](double t) { return t == t ? std::min(std::max(0.0, t), limit) : t; };
    const double counted = given(designTorque(m.motor, p.torque, speed).value() * m.torqueFactor);
    return {counted, given(most.torque.value()), counted, given(p.torque.value() * m.torqueFactor), p.region};
}

Torques at(const ServoAtWork &m, double rpm) {
    const auto speed = revolutionsPerMinute(rpm);
    const double bus = m.brushed ? brushedTorque(m.dc, m.bus, speed).value()
                                 : m.sine.torqueConstant * servoCurrent(m.sine, m.bus, 1, speed);
    const double most = rpm > m.topRpm * (1 + 1e-9) ? 0 : std::max(0.0, std::min(m.peak, bus));
    const double limit = limitOf(m);
    const auto given = [&](double t) { return std::min(t * m.torqueFactor, limit); };
    const auto region = !(most > 0)    ? PullOutRegion::None
                        : bus < m.peak ? PullOutRegion::VoltageLimit
                                       : PullOutRegion::CurrentLimit;
    return {given(std::min(m.continuous, most)), std::min(most, limit), given(most), given(most), region};
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
