#include "duty/program_duty.h"
#include "units/quantity.h"
#include <algorithm>
#include <cmath>
#include <deque>
#include <limits>

namespace lw {
namespace {

constexpr double arcStep = 5 * pi / 180;

/// A move with what the axes allow along it.
struct Planned {
    ProgramMove move;
    double length = 0, speed = 0, accel = 0;
    Point3 startDir{}, endDir{};
    double entry = 0; ///< speed at its start
};

Point3 minus(const Point3 &a, const Point3 &b) { return {a[0] - b[0], a[1] - b[1], a[2] - b[2]}; }

/// Direction of an arc after a share of its sweep, a unit vector along the path.
Point3 arcDirection(const ProgramMove &m, double length, double share) {
    const auto f = std::size_t(m.first), s = std::size_t(m.second), t = std::size_t(3 - m.first - m.second);
    const double start = std::atan2(m.from[s] - m.centreSecond, m.from[f] - m.centreFirst),
                 at = start + m.sweep * share;
    const double turn = m.radius * m.sweep / length; // signed share of the path in the plane
    Point3 d{};
    d[f] = -std::sin(at) * turn;
    d[s] = std::cos(at) * turn;
    d[t] = (m.to[t] - m.from[t]) / length;
    return d;
}

/// Sums of the last ten tenths of a second, for each axis.
class WorstSecond {
public:
    void add(double from, double to, double square, std::int64_t source) {
        if (!(square > 0) || !(to > from)) return;
        double t = from;
        while (t < to) {
            const auto bin = std::int64_t(std::floor(t * 10 + 1e-9));
            const double end = std::min(to, double(bin + 1) / 10);
            put(bin, square * (std::max(end, t) - t), source);
            t = end > t ? end : to;
        }
    }
    double worst = 0, at = 0;
    std::int64_t line = 0;

private:
    void put(std::int64_t bin, double v, std::int64_t l) {
        if (bin - m_last >= 10) {
            m_ring.fill(0);
            m_sum = 0;
        } else {
            for (std::int64_t b = m_last + 1; b <= bin; ++b) {
                auto &slot = m_ring[std::size_t(b % 10)];
                m_sum -= slot;
                slot = 0;
            }
        }
        m_last = std::max(m_last, bin);
        m_ring[std::size_t(bin % 10)] += v;
        m_sum += v;
        if (m_sum > worst * (1 + 1e-12)) {
            worst = m_sum;
            at = std::max(0.0, double(bin + 1) / 10 - 1);
            line = l;
        }
    }
    std::array<double, 10> m_ring{};
    double m_sum = 0;
    std::int64_t m_last = -1;
};

class Planner {
public:
    Planner(const ProgramLimits &limits, ProgramDuty &duty) : m_limits(limits), m_duty(duty) {}

    void take(const ProgramMove &move) {
        ++m_duty.moves;
        if (move.kind == ProgramMoveKind::Dwell) {
            finishChain();
            if (move.dwell > 0) {
                m_duty.dwell += move.dwell;
                m_time += move.dwell;
            } else {
                --m_duty.moves; // a stop, no move
            }
            return;
        }
        Planned p;
        p.move = move;
        p.length = pathLength(move);
        if (!(p.length > 0)) {
            --m_duty.moves;
            return;
        }
        const bool arc = move.kind == ProgramMoveKind::Arc;
        double rapid = std::numeric_limits<double>::infinity(), accel = rapid;
        if (arc) {
            p.startDir = arcDirection(move, p.length, 0);
            p.endDir = arcDirection(move, p.length, 1);
            const auto &a = m_limits.axis[std::size_t(move.first)], &b = m_limits.axis[std::size_t(move.second)];
            const double inPlane = std::fabs(move.radius * move.sweep) / p.length;
            rapid = std::min(a.rapid, b.rapid) / inPlane;
            const auto third = std::size_t(3 - move.first - move.second);
            const double along = std::fabs(p.startDir[third]);
            if (along > 0) rapid = std::min(rapid, m_limits.axis[third].rapid / along);
            const double weaker = std::min(a.acceleration, b.acceleration);
            // pull to the centre (v inPlane)^2 / r
            rapid = std::min(rapid, std::sqrt(0.9 * weaker * move.radius) / inPlane);
            p.speed = std::min(move.feed, rapid);
            const double centre = p.speed * inPlane * p.speed * inPlane / move.radius;
            accel = std::sqrt(weaker * weaker - centre * centre) / inPlane;
            if (along > 0) accel = std::min(accel, m_limits.axis[third].acceleration / along);
        } else {
            const Point3 d = minus(move.to, move.from);
            for (std::size_t k = 0; k < 3; ++k) {
                const double share = std::fabs(d[k]) / p.length;
                p.startDir[k] = p.endDir[k] = d[k] / p.length;
                if (!(share > 1e-12)) continue;
                rapid = std::min(rapid, m_limits.axis[k].rapid / share);
                accel = std::min(accel, m_limits.axis[k].acceleration / share);
            }
            p.speed = move.kind == ProgramMoveKind::Rapid ? rapid : std::min(move.feed, rapid);
        }
        p.accel = accel;
        const bool joins =
            m_limits.corners == CornerMode::RunThrough && move.kind != ProgramMoveKind::Rapid && !m_chain.empty();
        if (!joins)
            finishChain();
        else
            p.entry = cornerSpeed(m_chain.back(), p);
        m_chain.push_back(std::move(p));
        if (move.stopAfter || m_limits.corners == CornerMode::StopAtEach || m_chain.size() >= 200000) finishChain();
    }
    void finish() {
        finishChain();
        m_duty.time = m_time;
        for (std::size_t k = 0; k < 3; ++k) {
            auto &u = m_duty.axis[k];
            u.worstSecondRms = std::sqrt(m_worst[k].worst);
            u.worstSecondAt = m_worst[k].at;
            u.worstSecondLine = m_worst[k].line;
        }
    }

private:
    /// Fastest speed at which the change of direction stays within what each axis swallows.
    [[nodiscard]] double cornerSpeed(const Planned &a, const Planned &b) const {
        double v = std::min(a.speed, b.speed);
        for (std::size_t k = 0; k < 3; ++k) {
            const double jump = std::fabs(b.startDir[k] - a.endDir[k]);
            if (jump > 1e-9) v = std::min(v, m_limits.axis[k].acceleration * m_limits.cornerTime / jump);
        }
        return v;
    }
    void finishChain() {
        if (m_chain.empty()) return;
        double exit = 0; // looking back from the stop at its end
        for (std::size_t k = m_chain.size(); k-- > 0;) {
            auto &p = m_chain[k];
            p.entry = std::min(p.entry, std::sqrt(exit * exit + 2 * p.accel * p.length));
            exit = p.entry;
        }
        double speed = 0;
        for (std::size_t k = 0; k < m_chain.size(); ++k) {
            auto &p = m_chain[k];
            const double next = k + 1 < m_chain.size() ? m_chain[k + 1].entry : 0;
            const double out = std::min(next, std::sqrt(speed * speed + 2 * p.accel * p.length));
            run(p, speed, out);
            speed = out;
        }
        m_chain.clear();
    }
    void run(const Planned &p, double in, double out) {
        const double a = p.accel, L = p.length;
        const double top = std::max({in, out, std::min(p.speed, std::sqrt((2 * a * L + in * in + out * out) / 2))});
        const double upWay = (top * top - in * in) / (2 * a), downWay = (top * top - out * out) / (2 * a),
                     onWay = std::max(0.0, L - upWay - downWay);
        const double up = (top - in) / a, down = (top - out) / a, on = onWay / top;
        const bool rapid = p.move.kind == ProgramMoveKind::Rapid;
        m_duty.path += L;
        (rapid ? m_duty.rapid : m_duty.cutting) += up + on + down;
        if (!rapid) {
            m_duty.cutPath += L;
            ++m_duty.feedMoves;
            m_duty.feedReached += top >= p.move.feed * (1 - 1e-9);
            m_duty.feedMovesTimeAsWritten += L / p.move.feed;
        }
        if (p.move.kind != ProgramMoveKind::Arc) {
            for (std::size_t k = 0; k < 3; ++k) {
                reach(k, p.move.from[k]);
                reach(k, p.move.to[k]);
            }
            stretch(p, p.startDir, in, top, up, a, rapid);
            stretch(p, p.startDir, top, top, on, 0, rapid);
            stretch(p, p.startDir, top, out, down, -a, rapid);
            return;
        }
        // arcs: short chords, each with the speed the path has there
        const int n = std::max(1, int(std::ceil(std::fabs(p.move.sweep) / arcStep)));
        const auto f = std::size_t(p.move.first), s = std::size_t(p.move.second);
        const double start = std::atan2(p.move.from[s] - p.move.centreSecond, p.move.from[f] - p.move.centreFirst);
        const double inPlane = std::fabs(p.move.radius * p.move.sweep) / L;
        for (int k = 0; k < n; ++k) {
            const double s0 = L * k / n, s1 = L * (k + 1) / n, mid = (k + 0.5) / n;
            const Point3 d = arcDirection(p.move, L, mid);
            const double angle = start + p.move.sweep * (k + 1.0) / n;
            reach(f, p.move.centreFirst + p.move.radius * std::cos(angle));
            reach(s, p.move.centreSecond + p.move.radius * std::sin(angle));
            for (double w0 = s0; w0 < s1 - 1e-15;) { // cut where the ramp ends
                double w1 = s1;
                if (w0 < upWay - 1e-15)
                    w1 = std::min(w1, upWay);
                else if (w0 < upWay + onWay - 1e-15)
                    w1 = std::min(w1, upWay + onWay);
                const double along = w0 < upWay - 1e-15 ? a : w0 < upWay + onWay - 1e-15 ? 0 : -a;
                const double v0 = speedAt(w0, in, top, out, upWay, onWay, a, L),
                             v1 = speedAt(w1, in, top, out, upWay, onWay, a, L);
                const double t = v0 + v1 > 0 ? 2 * (w1 - w0) / (v0 + v1) : 0;
                const double centre = std::pow((v0 + v1) / 2 * inPlane, 2) / p.move.radius;
                stretchArc(p, d, angle - p.move.sweep / n / 2, v0, v1, t, along, centre);
                w0 = w1;
            }
        }
        for (std::size_t k = 0; k < 3; ++k)
            reach(k, p.move.to[k]);
    }
    static double speedAt(double w, double in, double top, double out, double upWay, double onWay, double a, double L) {
        if (w <= upWay) return std::sqrt(in * in + 2 * a * w);
        if (w <= upWay + onWay) return top;
        return std::sqrt(out * out + 2 * a * std::max(0.0, L - w));
    }
    void reach(std::size_t k, double place) {
        auto &u = m_duty.axis[k];
        if (!m_placed[k]) {
            u.least = u.most = place;
            m_placed[k] = true;
        }
        u.least = std::min(u.least, place);
        u.most = std::max(u.most, place);
    }
    void axisTime(std::size_t k, double direction, double v0, double v1, double t, bool rapid) {
        auto &u = m_duty.axis[k];
        const double share = std::fabs(direction);
        if (!(share > 1e-12)) return;
        const auto &limit = m_limits.axis[k];
        u.moving += t;
        if (!rapid) u.cutting += t;
        u.way += share * (v0 + v1) / 2 * t;
        const double lo = share * std::min(v0, v1), hi = share * std::max(v0, v1);
        u.peakSpeed = std::max(u.peakSpeed, hi);
        const double width = limit.rapid / programBins;
        const int b0 = std::clamp(int(lo / width), 0, programBins - 1),
                  b1 = std::clamp(int(hi / width * (1 - 1e-12)), b0, programBins - 1);
        if (b0 == b1 || !(hi > lo))
            u.speedSeconds[std::size_t(b1)] += t;
        else
            for (int b = b0; b <= b1; ++b) {
                const double from = std::max(lo, b * width),
                             to = b == programBins - 1 ? hi : std::min(hi, (b + 1) * width);
                u.speedSeconds[std::size_t(b)] += t * std::max(0.0, to - from) / (hi - lo);
            }
        const int sign = direction > 0 ? 1 : -1;
        if (m_direction[k] && m_direction[k] != sign) ++u.reversals;
        m_direction[k] = sign;
    }
    void axisAccel(std::size_t k, double a, double t, std::int64_t line) {
        auto &u = m_duty.axis[k];
        const double size = std::fabs(a);
        if (!(size > 1e-6 * m_limits.axis[k].acceleration)) return;
        u.peakAcceleration = std::max(u.peakAcceleration, size);
        u.accelSeconds[std::size_t(
            std::clamp(int(size / m_limits.axis[k].acceleration * programBins * (1 - 1e-9)), 0, programBins - 1))] += t;
        u.squareAccel += a * a * t;
        m_worst[k].add(m_time, m_time + t, a * a, line);
    }
    void stretch(const Planned &p, const Point3 &d, double v0, double v1, double t, double a, bool rapid) {
        if (!(t > 0)) return;
        for (std::size_t k = 0; k < 3; ++k) {
            axisTime(k, d[k], v0, v1, t, rapid);
            axisAccel(k, a * d[k], t, p.move.line);
        }
        m_time += t;
    }
    void stretchArc(const Planned &p, const Point3 &d, double angle, double v0, double v1, double t, double along,
                    double centre) {
        if (!(t > 0)) return;
        const auto f = std::size_t(p.move.first), s = std::size_t(p.move.second);
        for (std::size_t k = 0; k < 3; ++k) {
            axisTime(k, d[k], v0, v1, t, false);
            const double pull = k == f ? -std::cos(angle) * centre : k == s ? -std::sin(angle) * centre : 0;
            axisAccel(k, along * d[k] + pull, t, p.move.line);
        }
        m_time += t;
    }

    const ProgramLimits &m_limits;
    ProgramDuty &m_duty;
    std::vector<Planned> m_chain;
    std::array<WorstSecond, 3> m_worst;
    std::array<int, 3> m_direction{};
    std::array<bool, 3> m_placed{};
    double m_time = 0;
};

} // namespace

ProgramDuty programDuty(std::istream &in, std::int64_t size, const ProgramOptions &options,
                        const ProgramLimits &limits) {
    ProgramDuty duty;
    Planner planner(limits, duty);
    const std::function<void(const ProgramMove &)> sink = [&](const ProgramMove &m) { planner.take(m); };
    duty.text = readProgram(in, size, options, sink);
    planner.finish();
    return duty;
}

double programRmsForce(const AxisUse &use, double wholeTime, double mass, double friction, double cut) {
    if (!(wholeTime > 0)) return std::numeric_limits<double>::quiet_NaN();
    const double plain = std::max(0.0, use.moving - use.cutting);
    return std::sqrt((mass * mass * use.squareAccel + friction * friction * plain +
                      (friction + cut) * (friction + cut) * use.cutting) /
                     wholeTime);
}

} // namespace lw
