#include "search/figures.h"
#include "proof/checks/limits.h"
#include "search/verdict.h"
#include <algorithm>
#include <cmath>

namespace lw {

const FigureSpec &figureSpec(SizeFigure f) {
    static constexpr FigureSpec specs[figureCount] = {
        {"margin", "Worst margin", Dimension::Number, "", true, 0.2, 20},
        {"rapid", "Fastest rapid", Dimension::Speed, "mm/min", true, 1e-3, 5},
        {"step", "Full step", Dimension::Length, "um", false, 1e-8, 2e-3},
        {"acceleration", "Most acceleration", Dimension::Acceleration, "m/s2", true, 1e-2, 200},
        {"lost_motion", "Lost motion", Dimension::Length, "um", false, 1e-8, 2e-3},
        {"motor_length", "Motor's length", Dimension::Length, "mm", false, 0.01, 0.5}};
    return specs[std::size_t(f)];
}
std::optional<SizeFigure> figureFromKey(std::string_view key) {
    for (std::size_t k = 0; k < figureCount; ++k)
        if (figureSpec(SizeFigure(k)).key == key) return SizeFigure(k);
    return {};
}

namespace {
bool rapidPoint(const OperatingPoint &p) {
    return p.kind == Operating::RapidUp || p.kind == Operating::RapidDown || p.kind == Operating::Braking;
}
/// What the torque rows alone would allow of a rapid: no design holds beyond it. The demand does not ask how fast it
/// travels, only the torque does.
double torqueAllows(const AxisModel &m, const AxisState &s) {
    double demand = 0, rpm = notKnown;
    for (const auto &p : s.points)
        if (rapidPoint(p)) {
            demand = std::max(demand, p.demand);
            rpm = p.rpm;
        }
    const double most = 100 * m.rapid.v, need = torqueRails(m.motor).must * demand * (1 - 1e-9);
    if (!s.motorKnown || !std::isfinite(need) || !std::isfinite(rpm)) return most;
    double low = 0, high = most;
    for (int k = 0; k < 24; ++k) {
        const double mid = (low + high) / 2;
        (torquesAt(s.motor, rpm * mid / m.rapid.v).countedOn >= need ? low : high) = mid;
    }
    return high;
}
/// To three digits.
double threeDigits(double v) {
    const double unit = std::pow(10.0, std::floor(std::log10(v)) - 2);
    return std::round(v / unit) * unit;
}
/// The largest value of a member with which the design holds, up to `most`, to less than a thousandth.
double reach(AxisModel &m, const Evaluation &asIs, Known AxisModel::*member, double most, Evaluation &scratch,
             const FigureSettled &settled) {
    Known &value = m.*member;
    if (!value.known() || !(value.v > 0)) return notKnown;
    const double asked = value.v;
    const auto keeps = [&](double v) {
        value.v = v;
        evaluateDesign(m, scratch);
        return holdsByDesign(m, scratch);
    };
    double low = std::min(asked, most), high = most;
    if (!(low == asked ? holdsByDesign(m, asIs) : keeps(low))) {
        high = low;
        for (low = asked / 2; low > asked / 1000 && !keeps(low); low /= 2)
            high = low;
        if (low <= asked / 1000) low = notKnown;
    } else if (keeps(most)) {
        low = high;
    } else {
        for (double up = low * 1.5; up < most && keeps(up); up *= 1.5) // doubt lies nearer what is asked than the most
            low = up;
        high = std::min(most, low * 1.5);
    }
    while (high > low * 1.0005 && !(settled && settled(threeDigits(low), threeDigits(high)))) {
        const double mid = std::sqrt(low * high);
        (keeps(mid) ? low : high) = mid;
    }
    value.v = asked;
    return low;
}
} // namespace

namespace {
double fastest(AxisModel &m, const Evaluation &asIs, Evaluation &scratch, const FigureSettled &settled) {
    return m.rapid.known() ? reach(m, asIs, &AxisModel::rapid, torqueAllows(m, asIs.state), scratch, settled)
                           : notKnown;
}
double briskest(AxisModel &m, const Evaluation &asIs, Evaluation &scratch, const FigureSettled &settled) {
    return m.acceleration.known() ? reach(m, asIs, &AxisModel::acceleration, 100 * m.acceleration.v, scratch, settled)
                                  : notKnown;
}
} // namespace

double rapidReach(AxisModel &m, Evaluation &scratch) {
    Evaluation asIs;
    evaluateDesign(m, asIs);
    return fastest(m, asIs, scratch, {});
}

double figureOf(SizeFigure f, AxisModel &m, const Evaluation &asIs, double margin, Evaluation &scratch,
                const FigureSettled &settled) {
    double v = notKnown;
    switch (f) {
    case SizeFigure::Margin: return margin;
    case SizeFigure::Rapid: v = fastest(m, asIs, scratch, settled); break;
    case SizeFigure::Step: v = asIs.state.fullStep; break;
    case SizeFigure::Acceleration: v = briskest(m, asIs, scratch, settled); break;
    case SizeFigure::LostMotion: v = asIs.state.lostMotion; break;
    case SizeFigure::MotorLength: v = m.motorBody().body.v; break;
    }
    if (!(v > 0) || !std::isfinite(v)) return notKnown;
    return threeDigits(v);
}

} // namespace lw
