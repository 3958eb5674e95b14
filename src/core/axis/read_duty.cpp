// The duty of an axis: targets, spindle, cuts and the cycle they stand in.
#include "axis/model_reader.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {

/// What one cut is read with: its row, the axis, and the spindle that caps it.
struct CutReader {
    ModelReader &reader;
    const Json &project;
    const AxisModel &m;
    std::string p;
    double overload;
    Known spindle;

    Known need(const char *key) { return reader.value(p + key); }
    double given(const char *key, double other) {
        const auto k = need(key);
        return k.known() ? k.v : other;
    }
    bool chosen(const char *key, std::string_view code) { return textAt(project, p + key) == code; }
    /// Of the cutting force, over that of the table's tool: 1 - 0.015 (rake - 6 degrees), kept between 0.6 and 1.4
    /// (KIENZLE).
    double rake() {
        const auto k = need("rake_deg");
        return k.known() ? std::clamp(1 - 0.015 * (k.v * 180 / pi - 6), 0.6, 1.4) : 1.0;
    }
    /// What the spindle can turn at this speed, N m: its torque cap, or its power with a moment's overload.
    double spindleTorque() const {
        if (!m.spindleTorque.known()) return notKnown;
        if (!m.spindlePower.known() || !spindle.known()) return m.spindleTorque.v;
        return std::min(m.spindleTorque.v, m.spindlePower.v * m.spindleEfficiency.v * overload / spindle.v);
    }
    /// A cut that asks more torque than the spindle has stalls it: force and power end there.
    void capByTorque(Cut &c) const {
        const double most = spindleTorque();
        if (!(c.torque > most)) return;
        const double share = most / c.torque;
        c.force.v *= share;
        c.toothPeak *= share;
        c.pressing *= share;
        c.torque = most;
        if (c.power == c.power) c.power *= share;
        c.capped = true;
    }
    void missing(Cut &c, const char *what) { c.problem = c.name + ": " + what; }
};

void readMilling(CutReader &r, Cut &c) {
    MillingCut mc;
    const auto cutter = r.need("cutter_mm"), teeth = r.need("teeth"), width = r.need("width_mm"),
               depth = r.need("depth_mm"), fz = r.need("feed_per_tooth_mm");
    mc.cutter = metres(cutter.v);
    mc.teeth = teeth.known() ? static_cast<int>(teeth.v) : 0;
    mc.width = metres(width.v);
    mc.depth = metres(depth.v);
    mc.feedPerTooth = metres(fz.v);
    mc.edge = radians(r.given("edge_angle_deg", pi / 2));
    mc.wear = r.given("wear_factor", 1.3);
    mc.toolSpeed = r.given("speed_factor", 1.0) * r.rake();
    mc.radialRatio = r.given("radial_ratio", 0.4);
    mc.clampThinChip = true;
    mc.withExactMean = false;
    if (r.spindle.known()) mc.spindle = fromSi<AngularSpeed>(r.spindle.v);
    const bool climb = r.chosen("mode", "climb");
    if (climb) mc.mode = MillingMode::Climb;
    c.cutter = cutter.v;
    double thrust = notKnown, over = 1.1;
    if (c.material) {
        mc.kc11 = megapascals(c.material->kc11);
        mc.mc = c.material->mc;
        if (const auto f = millingForces(mc)) {
            thrust = f->axisThrust.value();
            over = f->axisThrust / f->tangentialMean;
            c.tangential = f->tangentialMean.value();
            c.chip = f->chip.value();
            c.toothPeak = f->toothPeak.value();
            if (f->feed) c.feed = f->feed->value();
            if (f->power) c.power = f->power->value();
            if (climb && f->feedForce) c.climbPull = std::max(0.0, -f->feedForce->value());
        } else {
            const bool all = cutter.known() && width.known() && depth.known() && fz.known() && teeth.known();
            c.problem = c.name + ": " +
                        (all ? sentence(f.error()) : "cutter, teeth, width, depth and feed a tooth are needed.");
        }
    } else if (fz.known() && teeth.known() && r.spindle.known()) {
        c.feed = fz.v * teeth.v * r.spindle.v / (2 * pi);
    }
    c.mill = mc;
    c.uncapped = thrust;
    const auto &m = r.m;
    if (r.spindle.known() && m.spindlePower.known() && m.spindleTorque.known() && cutter.known())
        if (const auto b = spindleBound(watts(m.spindlePower.v), m.spindleEfficiency.v, r.overload,
                                        cutter.known() ? metres(cutter.v) : metres(0),
                                        fromSi<AngularSpeed>(r.spindle.v), newtonMetres(m.spindleTorque.v), over)) {
            // material unknown: the spindle's upper bound; known: no more than that
            const bool bound = !c.material || b->axisThrust.value() < thrust;
            if (bound) {
                thrust = b->axisThrust.value();
                c.capped = true;
            }
        }
    if (!c.material && !c.capped) r.missing(c, "choose the material.");
    if (!c.material) c.uncapped = thrust;
    c.force = {thrust, Standing::Computed};
}

void readDrilling(CutReader &r, Cut &c) {
    DrillCut dc;
    const auto drill = r.need("drill_mm"), f = r.need("feed_per_turn_mm");
    dc.drill = metres(drill.v);
    dc.feedPerTurn = metres(f.v);
    dc.point = radians(r.given("point_angle_deg", 118 * pi / 180));
    dc.wear = r.given("wear_factor", 1.3);
    dc.thrustFactor = r.given("thrust_factor", 1.2);
    dc.torqueFactor = r.given("torque_factor", 1.3);
    if (r.spindle.known()) dc.spindle = fromSi<AngularSpeed>(r.spindle.v);
    c.cutter = drill.v;
    double thrust = notKnown;
    if (!c.material) {
        r.missing(c, "choose the material.");
    } else {
        dc.kc11 = megapascals(c.material->kc11);
        dc.mc = c.material->mc;
        if (const auto d = drillForces(dc)) {
            thrust = d->thrust.value();
            c.toothPeak = thrust;
            c.torque = d->torque.value();
            c.chip = d->chip.value();
            if (d->power) c.power = d->power->value();
            if (d->feed) c.feed = d->feed->value();
        } else {
            c.problem = c.name + ": " +
                        (drill.known() && f.known() ? sentence(d.error()) : "drill and feed a turn are needed.");
        }
    }
    c.drill = dc;
    c.uncapped = thrust;
    c.force = {thrust, Standing::Computed};
    r.capByTorque(c);
}

/// Turning, facing and parting: the axis that feeds takes the feed force, the other the passive one.
void readTurning(CutReader &r, Cut &c, bool parting) {
    TurningCut tc;
    const auto depth = r.need(parting ? "width_mm" : "depth_mm"), f = r.need("feed_per_turn_mm"),
               diameter = r.need("diameter_mm");
    tc.depth = metres(depth.v);
    tc.feedPerTurn = metres(f.v);
    tc.edge = radians(parting ? pi / 2 : r.given("edge_angle_deg", pi / 2));
    tc.wear = r.given("wear_factor", 1.3);
    tc.toolSpeed = r.given("speed_factor", 1.0) * r.rake();
    if (parting) tc.feedRatio = 0.5;
    double force = notKnown;
    if (!c.material) {
        r.missing(c, "choose the material.");
    } else {
        tc.kc11 = megapascals(c.material->kc11);
        tc.mc = c.material->mc;
        if (const auto t = turningForces(tc)) {
            force = r.chosen("role", "passive") ? t->passive.value() : t->feed.value();
            c.tangential = c.pressing = t->main.value();
            c.chip = t->chip.value();
            c.toothPeak = force;
            if (diameter.known()) {
                c.torque = t->main.value() * diameter.v / 2;
                if (r.spindle.known()) c.power = c.torque * r.spindle.v;
            }
        } else {
            c.problem = c.name + ": " +
                        (depth.known() && f.known() ? sentence(t.error())
                         : parting                  ? "blade width and feed a turn are needed."
                                                    : "depth and feed a turn are needed.");
        }
    }
    if (f.known() && r.spindle.known()) c.feed = f.v * r.spindle.v / (2 * pi);
    c.cutter = diameter.v;
    c.turn = tc;
    c.uncapped = force;
    c.force = {force, Standing::Computed};
    r.capByTorque(c);
}

void readThreading(CutReader &r, Cut &c) {
    ThreadCut tc;
    const auto pitch = r.need("pitch_mm"), starts = r.need("starts"), passes = r.need("passes");
    tc.pitch = metres(pitch.v);
    tc.starts = starts.known() ? std::max(1, static_cast<int>(starts.v)) : 1;
    tc.passes = passes.known() ? std::max(1, static_cast<int>(passes.v)) : 10;
    double force = notKnown;
    if (!c.material) {
        r.missing(c, "choose the material.");
    } else {
        tc.kc11 = megapascals(c.material->kc11);
        tc.mc = c.material->mc;
        if (const auto t = threadForces(tc)) {
            constexpr double feedRatio = 0.45; // of the main force, as in turning
            force = t->forceLast.value() * feedRatio;
            c.tangential = c.pressing = t->forceLast.value();
            c.toothPeak = force;
        } else {
            c.problem = c.name + ": " + (pitch.known() ? sentence(t.error()) : "the pitch is needed.");
        }
    }
    if (pitch.known() && r.spindle.known()) {
        c.feed = pitch.v * tc.starts * r.spindle.v / (2 * pi);
        const double settle = r.given("settle_s", 0.01);
        if (r.m.acceleration.known())
            c.runInNeeded =
                threadRunIn(fromSi<Speed>(c.feed), fromSi<Acceleration>(r.m.acceleration.v), seconds(settle)).value() +
                2 * pitch.v;
    }
    c.runInFree = r.given("free_mm", notKnown);
    c.thread = tc;
    c.uncapped = force;
    c.force = {force, Standing::Computed};
}

void readTapping(CutReader &r, Cut &c) {
    const auto pitch = r.need("pitch_mm"), diameter = r.need("diameter_mm");
    if (!c.material) {
        r.missing(c, "choose the material.");
    } else {
        // the thin chip of a tap: half the pitch shared over the lead of the tap, common practice 0.05 mm
        const double kc = c.material->kc11 * std::pow(0.05, -c.material->mc);
        if (const auto t = tapTorque(metres(pitch.v), metres(diameter.v), megapascals(kc), 1.3)) {
            c.torque = t->value();
            if (r.spindle.known()) c.power = c.torque * r.spindle.v;
        } else {
            r.missing(c, "pitch and diameter are needed.");
        }
    }
    if (pitch.known() && r.spindle.known()) c.feed = pitch.v * r.spindle.v / (2 * pi);
    c.cutter = diameter.v;
    // spindle and axis keep step: what is left is what the holder springs, typed when it is known
    const double holder = r.given("force_N", 0);
    c.uncapped = c.toothPeak = holder;
    c.force = {c.problem.empty() ? holder : notKnown, Standing::Computed};
}

void readGrinding(CutReader &r, Cut &c) {
    const auto depth = r.need("depth_mm"), width = r.need("width_mm"), table = r.need("feed_mm_min"),
               wheel = r.need("wheel_speed_m_s");
    double force = notKnown;
    if (const auto g =
            grindingForces(metres(depth.v), metres(width.v), fromSi<Speed>(table.v), r.given("energy_J_mm3", 40) * 1e9,
                           fromSi<Speed>(wheel.known() ? wheel.v : 28), 0.4)) {
        force = r.chosen("role", "passive") ? g->normal.value() : g->tangential.value();
        c.tangential = g->tangential.value();
        c.pressing = r.m.vertical ? 0 : g->normal.value();
        c.power = g->power.value();
        c.toothPeak = force;
    } else {
        r.missing(c, "depth, width and table speed are needed.");
    }
    c.uncapped = force;
    c.force = {force, Standing::Computed};
}

void readGivenForce(CutReader &r, Cut &c) {
    const auto f = r.need("force_N");
    c.toothPeak = c.uncapped = f.v;
    c.standing = f.known() ? f.standing : Standing::Unknown;
    if (!f.known()) r.missing(c, "type the force.");
    c.force = f;
}

/// A force that was measured in such a cut stands above what the tables make of it.
void takeMeasuredForce(CutReader &r, Cut &c) {
    if (c.kind == CutKind::Given || c.kind == CutKind::Tapping) return;
    const auto f = r.need("force_N");
    if (!f.known()) return;
    c.toothPeak = c.toothPeak == c.toothPeak && c.force.v > 0 ? std::max(f.v, c.toothPeak * f.v / c.force.v) : f.v;
    c.force = f;
    c.uncapped = f.v;
    c.capped = false;
    c.standing = f.standing;
    c.problem.clear();
}

struct KindOfCut {
    std::string_view code, name;
    CutKind kind;
};
constexpr KindOfCut kindsOfCut[] = {
    {"milling", "Milling", CutKind::Milling}, {"drilling", "Drilling", CutKind::Drilling},
    {"turning", "Turning", CutKind::Turning}, {"facing", "Facing", CutKind::Turning},
    {"parting", "Parting", CutKind::Turning}, {"threading", "Threading", CutKind::Threading},
    {"tapping", "Tapping", CutKind::Tapping}, {"grinding", "Grinding", CutKind::Grinding},
    {"force", "Cut", CutKind::Given}};

} // namespace

void ModelReader::readDuty() {
    m.travel = axis("travel_mm");
    m.rapid = axis("targets/rapid_mm_min");
    m.acceleration = axis("targets/acceleration_m_s2");
    m.lostTarget = axis("targets/lost_motion_mm");
    m.repeatTarget = axis("targets/repeatability_mm");
    m.accuracyTarget = axis("targets/accuracy_mm");
    m.deceleration = axis("targets/deceleration_m_s2");
    m.jerk = axis("targets/jerk_m_s3");
    m.stepTarget = axis("targets/resolution_mm");
    if (m.cls) {
        if (!m.travel.known()) m.travel = assumed(m.cls->travel * 1e-3);
        if (!m.rapid.known()) m.rapid = assumed(m.cls->rapid * 1e-3 / 60);
        if (!m.acceleration.known()) m.acceleration = assumed(m.cls->acceleration);
        if (!m.lostTarget.known()) m.lostTarget = assumed(m.cls->lostUm * 1e-6);
        if (!m.repeatTarget.known()) m.repeatTarget = assumed(m.cls->repeatUm * 1e-6);
        if (!m.stepTarget.known()) m.stepTarget = assumed(m.cls->stepUm * 1e-6);
    }
    m.spindlePower = value("/spindle/power_W");
    m.spindleEfficiency = value("/spindle/drive_efficiency");
    if (!m.spindleEfficiency.known()) m.spindleEfficiency = assumed(0.85);
    m.spindleTorque = value("/spindle/torque_max_Nm");
    auto overload = value("/spindle/overload");
    if (!overload.known()) overload = assumed(1.5);

    const auto *rows = nodeAt(m_project, a + "duty/moves");
    if (rows && rows->is_object())
        for (const auto &[id, row] : rows->items()) {
            const std::string p = a + "duty/moves/" + id + "/";
            const auto code = textAt(m_project, p + "kind", "force");
            Move move;
            move.id = id;
            move.length = value(p + "length_mm");
            move.up = textAt(m_project, p + "direction", code == "rapid" ? "up" : "down") == "up";
            move.brakeHolds = textAt(m_project, p + "held_by", "motor") != "motor";
            if (code == "rapid" || code == "stand") {
                move.kind = code == "rapid" ? MoveKind::Rapid : MoveKind::Stand;
                move.name = textAt(m_project, p + "name", code == "rapid" ? "Rapid" : "Stand");
                move.speed = value(p + "speed_mm_min");
                if (!move.speed.known()) move.speed = m.rapid;
                move.time = value(p + "time_s");
                m.moves.push_back(std::move(move));
                continue;
            }
            const KindOfCut *kind = &std::end(kindsOfCut)[-1];
            for (const auto &k : kindsOfCut)
                if (k.code == code) kind = &k;
            Cut c;
            c.id = id;
            c.kind = kind->kind;
            c.name = textAt(m_project, p + "name", std::string(kind->name));
            c.standing = Standing::Computed;
            c.material = cutMaterial(textAt(m_project, p + "material"));
            CutReader r{*this, m_project, m, p, overload.v, value(p + "spindle_rpm")};
            switch (c.kind) {
            case CutKind::Milling: readMilling(r, c); break;
            case CutKind::Drilling: readDrilling(r, c); break;
            case CutKind::Turning: readTurning(r, c, code == "parting"); break;
            case CutKind::Threading: readThreading(r, c); break;
            case CutKind::Tapping: readTapping(r, c); break;
            case CutKind::Grinding: readGrinding(r, c); break;
            case CutKind::Given: readGivenForce(r, c); break;
            }
            takeMeasuredForce(r, c);
            if (c.force.standing == Standing::Measured && c.force.shape != Shape::None) {
                auto &factor = m.measuredCutFactor; // one factor for all measured cuts: the widest
                factor.low = std::min(factor.low, c.force.low / c.force.v);
                factor.high = std::max(factor.high, c.force.high / c.force.v);
            }
            if (const auto feed = value(p + "feed_mm_min"); feed.known()) c.feed = feed.v;
            if (c.feed != c.feed && m.cls) c.feed = m.cls->feedHigh * 1e-3 / 60;
            move.kind = MoveKind::Cut;
            move.name = c.name;
            move.cut = static_cast<int>(m.cuts.size());
            move.speed = {c.feed, Standing::Computed};
            m.moves.push_back(std::move(move));
            m.cuts.push_back(std::move(c));
        }
    if (m.cuts.empty() && m.cls) {
        Cut c;
        c.id = "class";
        c.name = "Usual cut of its class";
        c.force = assumed(m.cls->thrust);
        c.uncapped = m.cls->thrust;
        c.toothPeak = m.cls->thrustPeak;
        c.feed = m.cls->feedHigh * 1e-3 / 60;
        m.cuts.push_back(std::move(c));
    }
    if (m.moves.empty() && m.cls && m.travel.known() && m.rapid.v > 0) {
        // nobody has said: of the time six tenths cutting, one in rapid, three standing (common practice), one travel a
        // rapid
        const double rapidTime = m.travel.v / m.rapid.v + m.rapid.v / m.acceleration.v, cutTime = 6 * rapidTime;
        m.moves.push_back({"", "Rapid", MoveKind::Rapid, -1, assumed(m.travel.v), m.rapid, {}, true, false, true});
        m.moves.push_back({"",
                           m.cuts.front().name,
                           MoveKind::Cut,
                           0,
                           assumed(cutTime * m.cuts.front().feed),
                           assumed(m.cuts.front().feed),
                           {},
                           false,
                           false,
                           true});
        m.moves.push_back(
            {"", "Change the work", MoveKind::Stand, -1, {}, {}, assumed(3 * rapidTime), true, false, true});
    }
}

} // namespace lw
