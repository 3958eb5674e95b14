#include "proof/cycle.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace lw {
namespace {

int directionOf(const AxisModel &m, const Move &move) { return m.vertical ? (move.up ? 1 : -1) : 1; }

Force processOf(const AxisModel &m, const Move &move) {
    if (move.cut < 0) return newtons(0);
    return newtons(processForce(m, m.cuts[std::size_t(move.cut)]));
}

double cubed(double load) { return std::fabs(load * load * load); }

struct Ramps {
    double time, peak, up, down, upAcceleration, downAcceleration;
    double rise = 0; ///< s of rounding at each end of a ramp
    bool reaches;
};
Result<Ramps> rampsOf(const AxisModel &m, const Move &move) {
    const double a = m.acceleration.v, d = m.deceleration.known() ? m.deceleration.v : a;
    if (m.jerk.known() && !m.deceleration.known()) {
        const auto s = scurveMove(metres(move.length.v), fromSi<Speed>(move.speed.v), fromSi<Acceleration>(a),
                                  fromSi<Jerk>(m.jerk.v));
        if (!s) return tl::unexpected(s.error());
        return Ramps{s->time.value(),
                     s->peak.value(),
                     s->toSpeed.value(),
                     s->toSpeed.value(),
                     s->peakAcceleration.value(),
                     s->peakAcceleration.value(),
                     s->jerkTime.value(),
                     s->kind == ScurveCase::Cruise};
    }
    const auto t = trapezoidMove(metres(move.length.v), fromSi<Speed>(move.speed.v), fromSi<Acceleration>(a),
                                 fromSi<Acceleration>(d));
    if (!t) return tl::unexpected(t.error());
    return Ramps{t->time.value(), t->peak.value(), t->peak.value() / a, t->peak.value() / d, a, d, 0, t->reachesSpeed};
}
} // namespace

Cycle cycleOf(const AxisModel &m, const AxisState &s) {
    Cycle cycle;
    std::vector<DutySegment> segments;
    segments.reserve(3 * m.moves.size());
    cycle.blocks.reserve(m.moves.size());
    bool torques = s.motorKnown && m.lead.known();
    double cube = 0, way = 0, at = 0;
    for (std::size_t k = 0; k < m.moves.size(); ++k) {
        const auto &move = m.moves[k];
        CycleBlock b;
        b.move = int(k);
        b.from = at;
        const auto rpm = [&](double v) {
            return revolutionsPerMinute(m.lead.known() ? v * 60 / m.lead.v * s.ratio() : 0);
        };
        if (move.kind == MoveKind::Stand) {
            b.time = move.time.v;
            b.speed = 0;
            if (!move.time.known()) b.missing = "its time is not known: type how long it stands";
            const auto hold = torqueAt(s.chain, {0, {}, {}, newtons(0)});
            b.axial = m.vertical ? std::fabs(hold.axial.value()) : 0;
            b.torque = move.brakeHolds ? 0 : std::fabs(hold.motor.value());
            if (move.time.known())
                segments.push_back({newtonMetres(b.torque), newtonMetres(b.torque), {}, {}, seconds(move.time.v)});
            cycle.standing += move.time.known() ? move.time.v : 0;
        } else {
            const int way1 = directionOf(m, move);
            const Force process = processOf(m, move);
            const auto running = torqueAt(s.chain, {way1, {}, fromSi<Speed>(move.speed.v), process});
            b.speed = move.speed.v;
            b.axial = running.axial.value() * way1;
            b.ways = std::min(s.sizingPull, std::fabs(b.axial));
            b.cut = process.value();
            b.torque = running.motor.value() * way1;
            if (!move.length.known())
                b.missing = "its length is not known: type how far it goes";
            else if (!move.speed.known())
                b.missing = "its speed is not known";
            else if (const auto t = rampsOf(m, move)) {
                b.time = t->time;
                b.reaches = t->reaches;
                b.speed = t->peak;
                b.ramp = t->up;
                b.slow = t->down;
                b.accelUp = t->upAcceleration;
                b.accelDown = t->downAcceleration;
                const auto pushed = [&](double a) {
                    return torqueAt(s.chain, {way1, fromSi<Acceleration>(a * way1), fromSi<Speed>(b.speed), process});
                };
                const auto up = pushed(t->upAcceleration), down = pushed(-t->downAcceleration);
                b.axialUp = up.axial.value() * way1;
                b.axialDown = down.axial.value() * way1;
                const double on = std::max(0.0, b.time - b.ramp - b.slow);
                // a rounded ramp: the push rises, stays, falls; a straight one has no rise
                const auto ramp = [&](Torque full, double time, double rise, double peak, bool speedingUp) {
                    if (!(time > 0)) return;
                    const double low = peak * rise / (2 * (time - rise)),
                                 high = b.speed - low; // speeds where the push is full and where it ends
                    std::array<DutySegment, 3> pieces;
                    std::size_t n = 0;
                    if (rise > 0) pieces[n++] = {running.motor, full, {}, rpm(low), seconds(rise)};
                    if (time - 2 * rise > 1e-12)
                        pieces[n++] = {full, full, rpm(rise > 0 ? low : 0), rpm(rise > 0 ? high : b.speed),
                                       seconds(time - 2 * rise)};
                    if (rise > 0) pieces[n++] = {full, running.motor, rpm(high), rpm(b.speed), seconds(rise)};
                    if (speedingUp)
                        return void(segments.insert(segments.end(), pieces.begin(), pieces.begin() + long(n)));
                    while (n-- > 0) {
                        const auto &p = pieces[n];
                        segments.push_back({p.to, p.from, p.speedTo, p.speedFrom, p.time});
                    }
                };
                ramp(up.motor, b.ramp, t->rise, b.speed, true);
                if (on > 0) segments.push_back({running.motor, running.motor, rpm(b.speed), rpm(b.speed), seconds(on)});
                ramp(down.motor, b.slow, t->rise, b.speed, false);
                cube += cubed(up.axial.value()) * b.speed * b.ramp / 2 +
                        cubed(down.axial.value()) * b.speed * b.slow / 2 + cubed(b.axial) * b.speed * on;
                way += move.length.v;
                (move.kind == MoveKind::Rapid ? cycle.rapid : cycle.cutting) += b.time;
            } else {
                b.missing = sentence(t.error());
            }
            if (!(b.axial == b.axial)) b.missing = b.missing.empty() ? "its force is not known" : b.missing;
        }
        if (b.time == b.time)
            at += b.time;
        else
            cycle.whole = false;
        torques = torques && b.torque == b.torque;
        cycle.blocks.push_back(std::move(b));
    }
    cycle.total = at;
    if (torques && !segments.empty())
        if (const auto load = dutyLoad(segments)) {
            cycle.rmsTorque = load->rms.value();
            cycle.peakTorque = load->peak.value();
            cycle.meanRpm = inRevolutionsPerMinute(load->meanSpeed);
        }
    if (way > 0) cycle.meanLoad = std::cbrt(cube / way);
    return cycle;
}

std::optional<ScrewDuty> screwDutyOf(const AxisModel &m, const AxisState &s) {
    const auto cycle = cycleOf(m, s);
    ScrewDuty d{{}, 0, cycle.total};
    if (!cycle.whole || !(cycle.total > 0)) return {};
    const auto add = [&](double load, double way, double time) {
        if (!(time > 0)) return;
        d.turns += way / m.lead.v;
        d.stretches.push_back({newtons(load), fromSi<AngularSpeed>(2 * pi * way / m.lead.v / time), time});
    };
    for (const auto &b : cycle.blocks) {
        const auto &move = m.moves[static_cast<std::size_t>(b.move)];
        if (!(b.axial == b.axial)) return {};
        if (move.kind == MoveKind::Stand) {
            add(b.axial, 0, b.time);
            continue;
        }
        if (!move.length.known()) return {};
        const double up = b.speed * b.ramp / 2, down = b.speed * b.slow / 2; // way of either
        const int direction = directionOf(m, move);                          // which half of the nut carries
        add(direction * b.axialUp, up, b.ramp);
        add(direction * b.axial, std::max(0.0, move.length.v - up - down), std::max(0.0, b.time - b.ramp - b.slow));
        add(direction * b.axialDown, down, b.slow);
    }
    if (!(d.turns > 0)) return {};
    return d;
}

std::optional<std::vector<ReducerStretch>> stageDutyOf(const AxisModel &m, const AxisState &s, std::size_t place) {
    const auto cycle = cycleOf(m, s);
    if (!cycle.whole || !(cycle.total > 0)) return {};
    std::vector<ReducerStretch> duty;
    double turns = 0;
    bool known = true;
    const double uneven = m.rotary() ? m.rotary()->unbalance : 0;
    for (const auto &b : cycle.blocks) {
        const auto &move = m.moves[static_cast<std::size_t>(b.move)];
        if (move.kind == MoveKind::Stand) { // it stands: no turns, but time goes on
            duty.push_back({newtonMetres(0), fromSi<AngularSpeed>(0), seconds(b.time)});
            continue;
        }
        const int way = directionOf(m, move);
        const Force process = processOf(m, move) + newtons(uneven);
        const auto add = [&](double acceleration, double time, double mean) {
            if (!(time > 0)) return;
            const auto t =
                torqueAt(s.chain, {way, fromSi<Acceleration>(acceleration * way), fromSi<Speed>(b.speed), process});
            const auto speed = t.shafts[place].speed * (mean / b.speed);
            known &= t.shafts[place + 1].torque.value() == t.shafts[place + 1].torque.value();
            turns += speed.value() * time;
            duty.push_back({t.shafts[place + 1].torque, speed, seconds(time)});
        };
        add(b.accelUp, b.ramp, b.speed / 2);
        add(0, std::max(0.0, b.time - b.ramp - b.slow), b.speed);
        add(-b.accelDown, b.slow, b.speed / 2);
    }
    if (!known || !(turns > 0)) return {};
    return duty;
}

CycleMoment momentOfCycle(const AxisModel &m, const Cycle &cycle, double t) {
    CycleMoment now;
    for (std::size_t k = 0; k < cycle.blocks.size(); ++k) {
        const auto &b = cycle.blocks[k];
        if (!(b.time == b.time) || t < b.from || t > b.from + b.time) continue;
        now.block = int(k);
        now.axial = std::fabs(b.axial);
        now.speed = b.speed;
        if (b.ramp > 0 && b.slow > 0)
            now.speed = b.speed * std::clamp(std::min((t - b.from) / b.ramp, (b.from + b.time - t) / b.slow), 0.0, 1.0);
        if (m.lead.known()) now.screwRpm = now.speed * 60 / m.lead.v;
    }
    return now;
}

std::vector<DemandCase> demandCases(const AxisModel &m, const AxisState &s) {
    std::vector<DemandCase> out;
    const double a = m.acceleration.v, d = m.slowing();
    const auto add = [&](std::string name, int direction, double accel, double speed, Force process, int cut = -1) {
        const auto t = torqueAt(s.chain, {direction, fromSi<Acceleration>(accel), fromSi<Speed>(speed), process});
        DemandCase c;
        c.name = std::move(name);
        c.cut = cut;
        c.rpm = inRevolutionsPerMinute(t.motorSpeed);
        c.torque = t.motor.value();
        c.power = t.motorPower.value();
        if (s.motorKnown) c.design = torquesAt(s.motor, c.rpm).countedOn * (direction == 0 ? m.drive.idleShare.v : 1);
        out.push_back(std::move(c));
    };
    const Force none = newtons(0);
    const double v = m.rapid.v;
    if (m.vertical) {
        add("Speed up, going up", 1, a, v, none);
        add("Run up", 1, 0, v, none);
        add("Brake, going up", 1, -d, v, none);
        add("Speed up, going down", -1, -a, v, none);
        add("Run down", -1, 0, v, none);
        add("Brake, going down", -1, d, v, none);
    } else {
        add("Break away", 1, 0, 0, newtons(s.sizingPull * (m.breakaway.v - 1)));
        add("Speed up", 1, a, v, none);
        add("Run", 1, 0, v, none);
        add("Brake", 1, -d, v, none);
    }
    for (const auto &move : m.moves)
        if (move.cut >= 0)
            add(move.name, directionOf(m, move), 0, m.cuts[std::size_t(move.cut)].feed, processOf(m, move), move.cut);
    if (m.vertical) add("Hold still", 0, 0, 0, none);
    return out;
}

std::vector<std::string> targetWarnings(const AxisModel &m, const AxisState &s) {
    std::vector<std::string> out;
    const double mean = 2 / (1 / m.acceleration.v + 1 / m.slowing()); // of both ramps
    const double share = m.rapid.v * m.rapid.v / mean / m.travel.v;
    if (share > 0.25) {
        const double reachable = std::sqrt(0.25 * m.travel.v * mean);
        out.push_back("Rapid " + withUnit(m.rapid.v, Dimension::Speed, "mm/min", 4) + " takes " +
                      numberText(share * 100, 2) + " % of the travel to speed up and slow down: " +
                      (share > 0.5 ? "it is hardly ever reached. " : "seldom reached. ") +
                      withUnit(reachable, Dimension::Speed, "mm/min", 3) + " is what this travel can use.");
    }
    if (s.critical == s.critical && s.screwRpm > whipUse * s.critical)
        out.push_back("At this rapid the screw turns " + numberText(s.screwRpm, 3) + " rpm; it whirls at " +
                      numberText(s.critical, 3) + ". Beyond 0.8 of that: not to be had with this screw.");
    if (m.ballScrew()) {
        const double dn = inMillimetres(m.screw().thread.nominal) * s.screwRpm;
        if (dn > ballSpeedLimit)
            out.push_back("Ball speed (diameter times turns) is " + numberText(dn, 3) +
                          "; beyond 70 000 the returns break. A coarser lead turns slower.");
    }
    if (const auto *belt = m.stageAs<ToothedBelt>(0); belt && belt->driver.teeth > 0 && s.motorRpm > 6000)
        out.push_back("The motor pulley turns " + numberText(s.motorRpm, 3) + " rpm: beyond 6000 ask its maker.");
    if (s.stepRate > s.rateLimit)
        out.push_back("This rapid asks " + numberText(s.stepRate / 1e3, 3) +
                      " kHz of pulses; controller and drive take " + numberText(s.rateLimit / 1e3, 3) +
                      " kHz. Fewer microsteps, or slower.");
    if (s.dependable == s.dependable && m.repeatTarget.known() && s.dependable > m.repeatTarget.v)
        out.push_back("The smallest step that is sure is " +
                      (std::isfinite(s.dependable) ? withUnit(s.dependable, Dimension::Length, "um", 2)
                                                   : std::string("none: friction holds the rotor off")) +
                      "; repeating within " + withUnit(m.repeatTarget.v, Dimension::Length, "um", 2) +
                      " is beyond it.");
    if (s.microstep == s.microstep && m.stepTarget.known() && s.microstep > m.stepTarget.v * (1 + 1e-9))
        out.push_back("A step of the drive is " + withUnit(s.microstep, Dimension::Length, "um", 2) + "; " +
                      withUnit(m.stepTarget.v, Dimension::Length, "um", 2) +
                      " was wished. More microsteps or more reduction.");
    return out;
}

} // namespace lw
