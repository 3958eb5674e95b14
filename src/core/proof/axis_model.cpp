#include "proof/axis_model.h"
#include "drive/steps.h"
#include "machine/fields.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {

Known assumed(double v, double low = notKnown, double high = notKnown, Shape shape = Shape::None) {
    return {v, Standing::Assumed, low, high, shape};
}
void spreadBy(Known &k, double lowFactor, double highFactor, Shape shape) {
    if (!k.known() || k.shape != Shape::None) return;
    k.low = k.v * lowFactor;
    k.high = k.v * highFactor;
    k.shape = shape;
}

} // namespace

Fraction AxisModel::ratioFraction() const {
    if (!belt || small.teeth < 1 || large.teeth < 1) return {1, 1};
    return makeFraction(large.teeth, small.teeth).value_or(Fraction{1, 1});
}
Fraction AxisModel::leadFraction() const {
    if (!lead.known()) return {0, 1};
    if (hasScrew && thread.lead().value() > 0) {
        // thread names are exact: metric leads as written, acme pitches through threads an inch
        if (thread.flankHalfAngle == degrees(14.5)) {
            const auto tpi = fromDecimal(std::round(25.4 / inMillimetres(thread.pitch) * 1000) / 1000);
            if (tpi)
                if (const auto f = divide(Fraction{127LL * thread.starts, 5}, *tpi)) return *f;
        }
        if (const auto f = fromDecimal(std::round(inMillimetres(thread.lead()) * 1e6) / 1e6)) return *f;
    }
    if (leadText.size() > 3 && leadText.ends_with("tpi"))
        if (const auto n = readTyped(leadText.substr(0, leadText.size() - 3), Dimension::Number, ""))
            if (const auto f = leadFromThreadsPerInch(n->si)) return *f;
    return fromDecimal(std::round(lead.v * 1e9) / 1e6).value_or(Fraction{0, 1});
}
const BeltProfile *AxisModel::beltProfileUsed() const {
    if (beltRead && beltRead->profile) return beltRead->profile;
    return small.profile;
}
int AxisModel::beltTeeth() const {
    return beltRead && beltRead->beltTeeth && beltRead->wholeTeeth.value_or(true) ? static_cast<int>(std::round(*beltRead->beltTeeth)) : 0;
}

namespace {

class Reader {
public:
    Reader(const Json &project, AxisModel &model) : m_project(project), m(model), a("/axes/" + model.id + "/"), d(a + "designs/" + model.designId + "/") {}

    Known value(const std::string &pointer) {
        std::string problem;
        const auto k = knownAt(m_project, pointer, &problem);
        if (!problem.empty()) m.problems.push_back(problem);
        return k;
    }
    Known axis(const char *key) { return value(a + key); }
    Known design(const char *key) { return value(d + key); }
    std::string axisText(const char *key, std::string other = {}) { return textAt(m_project, a + key, std::move(other)); }
    std::string designText(const char *key, std::string other = {}) { return textAt(m_project, d + key, std::move(other)); }

    void readSurvey();
    void readDuty();
    void readMotor();
    void readTransmission();
    void readScrew();

private:
    void readPull();
    const Json &m_project;
    AxisModel &m;
    std::string a, d;
};

/// Sliding friction, and the middle of the constant gib or seal drag, by kind of way (common practice).
struct WayRow {
    std::string_view code;
    double mu, dragBench, dragHeavy;
};
constexpr WayRow ways[] = {{"iron_dovetail", 0.12, 40, 125}, {"iron_dry", 0.25, 40, 125},  {"ptfe", 0.05, 65, 65},
                           {"vee_flat", 0.145, 15, 15},      {"ball_rail", 0.004, 16, 24}, {"roller_rail", 0.003, 24, 36},
                           {"ball_bush", 0.003, 14, 14},     {"bush", 0.18, 0, 0},         {"caged_rollers", 0.004, 5, 5}};

void Reader::readPull() {
    const std::string p = a + "survey/pull/";
    m.pullDirect = axisText("survey/pull/way", "direct") != "rim";
    const auto *rows = nodeAt(m_project, a + "survey/pull/readings");
    Standing standing = Standing::Measured;
    Known typed;
    double convert = 1;
    double offset = 0;
    double spreadLow = 0.85, spreadHigh = 1.15; // spring balance
    if (!m.pullDirect) {
        const auto r = axis("survey/pull/rim_radius_mm");
        const auto turn = axis("survey/pull/travel_per_turn_mm");
        auto eta = axis("survey/pull/efficiency");
        auto drag = axis("survey/pull/no_load_drag_Nm");
        if (!eta.known()) eta = assumed(0.30);
        if (!drag.known()) drag = assumed(m.cls && m.cls->mass > 150 ? 0.15 : 0.05);
        // F = 2 pi eta (F_r r - T0) / p_h: linear in the pull
        convert = turn.known() && r.known() ? 2 * pi * eta.v * r.v / turn.v : notKnown;
        offset = turn.known() ? -2 * pi * eta.v * drag.v / turn.v : 0;
        const double etaDoubt = eta.assumed() ? 0.30 : 0.15; // efficiency of an old screw, guessed or worked out
        const double both = std::hypot(0.15, etaDoubt);
        spreadLow = 1 - both;
        spreadHigh = 1 + both;
    }
    if (rows && rows->is_object())
        for (const auto &[id, row] : rows->items()) {
            const std::string r = p + "readings/" + id + "/";
            if (row.contains("struck") && row["struck"] == true) continue;
            const auto at = value(r + "at_mm");
            auto away = value(r + "away_N");
            auto back = value(r + "back_N");
            if (!away.known() && !back.known()) continue;
            if (!away.known()) away = back;
            if (!back.known()) back = away;
            if (away.shape != Shape::None) typed = away;
            if (away.assumed() || back.assumed()) standing = Standing::Assumed;
            const double fa = away.v * convert + offset;
            const double fb = back.v * convert + offset;
            if (!(fa > 0) || !(fb > 0)) continue;
            m.readings.push_back({metres(at.known() ? at.v : 0), newtons(fa), newtons(fb)});
        }
    if (const auto spread = textAt(m_project, p + "spread"); !spread.empty())
        if (const auto s = readSpread(spread, 1, Dimension::Number, "")) {
            spreadLow = s->low;
            spreadHigh = s->high;
        }
    if (const auto profile = frictionProfile(m.readings)) {
        m.pullMeasured = standing == Standing::Measured;
        m.pull = {profile->largest.value(), standing, profile->largest.value() * spreadLow, profile->largest.value() * spreadHigh, Shape::Lognormal};
        m.pullMean = {profile->mean.value(), standing, profile->mean.value() * spreadLow, profile->mean.value() * spreadHigh, Shape::Lognormal};
        m.pullSmallest = profile->smallest.value();
        if (m.readings.size() > 1) m.tightLoose = profile->tightOverLoose;
        m.asymmetry = profile->asymmetry;
        auto mean = [](const PullReading &r) { return (r.away + r.back).value(); };
        const auto [lo, hi] = std::minmax_element(m.readings.begin(), m.readings.end(), [&](const auto &x, const auto &y) { return mean(x) < mean(y); });
        m.looseAt = lo->at.value();
        m.tightAt = hi->at.value();
        m.frictionDoubt = (spreadHigh - spreadLow) / 2;
        return;
    }
    if (m.hoistUp.known() && m.hoistDown.known()) {
        const auto s = splitWeight(newtons(m.hoistUp.v), newtons(m.hoistDown.v));
        if (s.friction.value() > 0) {
            m.pull = {s.friction.value(), m.hoistUp.standing, s.friction.value() * 0.85, s.friction.value() * 1.15, Shape::Lognormal};
            m.pullMean = m.pull;
            m.pullMeasured = m.pull.standing == Standing::Measured;
            m.pullDirect = true;
            m.frictionDoubt = 0.15;
            return;
        }
    }
    if (m.cls) {
        const bool range = m.cls->pullHigh > 0;
        m.pull = assumed(m.cls->pull, range ? m.cls->pullLow : m.cls->pull * 0.7, range ? m.cls->pullHigh : m.cls->pull * 1.6, Shape::Lognormal);
        m.pullMean = m.pull;
        m.frictionDoubt = (m.pull.high - m.pull.low) / 2 / m.pull.v;
    }
}

void Reader::readSurvey() {
    m.way = axisText("way", "iron_dovetail");
    const bool heavy = m.cls && m.cls->mass > 100;
    for (const auto &w : ways)
        if (w.code == m.way) {
            m.wayFriction = w.mu;
            m.constantDrag = heavy ? w.dragHeavy : w.dragBench;
        }
    m.coldFactor = value("/cold_day_factor");
    if (!m.coldFactor.known()) m.coldFactor = assumed(1.3);
    m.hoistUp = axis("survey/hoist/up_N");
    m.hoistDown = axis("survey/hoist/down_N");
    readPull();

    if (const auto *rows = nodeAt(m_project, a + "survey/moving_mass"); rows && rows->is_object()) {
        double sum = 0, low = 0, high = 0;
        Standing worst = Standing::Measured;
        bool any = false;
        for (const auto &[id, row] : rows->items()) {
            auto k = value(a + "survey/moving_mass/" + id + "/mass_kg");
            if (!k.known()) continue;
            const double share = k.standing == Standing::Measured || k.standing == Standing::Stated ? 0.02 : 0.10;
            spreadBy(k, 1 - share, 1 + share, Shape::Uniform);
            sum += k.v;
            low += k.low;
            high += k.high;
            any = true;
            if (k.standing == Standing::Assumed && k.v > 0.5 * sum) worst = Standing::Assumed;
        }
        if (any) m.mass = {sum, worst, low, high, Shape::Uniform};
    }
    if (!m.mass.known() && m.cls) m.mass = assumed(m.cls->mass, m.cls->massLow, m.cls->massHigh, Shape::Lognormal);

    const auto start = axis("survey/breakaway/to_start_N");
    const auto going = axis("survey/breakaway/to_keep_going_N");
    if (start.known() && going.known() && going.v > 0) {
        m.breakaway = {std::max(1.0, start.v / going.v), start.standing};
        m.breakawayMeasured = true;
    } else if (m.cls) {
        m.breakaway = assumed(m.way.find("rail") != std::string::npos ? 1.2 : m.cls->breakaway);
        if (m.cls->machine == "hand_grinder") spreadBy(m.breakaway, 1.2 / 1.5, 2.5 / 1.5, Shape::Lognormal);
    }

    LeadReadings lr;
    const auto travel = axis("survey/lead/measured_travel_mm");
    const auto turns = axis("survey/lead/turns");
    const auto divisions = axis("survey/lead/dial_divisions");
    const auto division = axis("survey/lead/dial_value_mm");
    const auto tpi = axis("survey/lead/threads_per_inch");
    const auto starts = axis("survey/lead/starts");
    if (travel.known()) {
        lr.measuredTravel = metres(travel.v);
        lr.turns = turns.known() ? std::max(1, static_cast<int>(turns.v)) : 10;
    }
    if (divisions.known() && division.known()) {
        lr.dialDivisions = static_cast<int>(divisions.v);
        lr.valuePerDivision = metres(division.v);
    }
    lr.dialReadsDiameter = axisText("survey/lead/reads_diameter") == "yes";
    if (tpi.known()) lr.threadsPerInch = tpi.v;
    lr.starts = starts.known() ? std::max(1, static_cast<int>(starts.v)) : 1;
    if (const auto found = findLead(lr)) {
        if (found->measured) m.leadMeasured = {found->measured->value(), travel.standing, notKnown, notKnown, Shape::None};
        if (found->dial) m.leadDial = {found->dial->value(), division.standing, notKnown, notKnown, Shape::None};
        if (found->thread) m.leadThread = {found->thread->value(), tpi.standing, notKnown, notKnown, Shape::None};
    }

    m.lostNow = axis("survey/lost_motion/total_mm");
    if (!m.lostNow.known()) m.lostNow = assumed(0.30e-3, 0.1e-3, 0.6e-3, Shape::Lognormal);
    m.lostThrust = axis("survey/lost_motion/thrust_float_mm");
    m.lostSlot = axis("survey/lost_motion/nut_in_slot_mm");
    m.lostWindUp = axis("survey/lost_motion/wind_up_mm");
    m.afterThrust = axis("survey/lost_motion/after_thrust_mm");
    m.afterSlot = axis("survey/lost_motion/after_slot_mm");
    m.afterThread = axis("survey/lost_motion/after_thread_mm");
    auto part = [](const Known &k) { return k.known() ? k.v : 0.0; };
    m.lostThread = {m.lostNow.v - part(m.lostThrust) - part(m.lostSlot) - part(m.lostWindUp), Standing::Computed};
    auto stays = [](const Known &after, double now) { return after.known() ? after.v : now; };
    m.playStays = std::max(0.0, stays(m.afterThrust, part(m.lostThrust)) + stays(m.afterSlot, part(m.lostSlot)) +
                                    stays(m.afterThread, std::max(0.0, m.lostThread.v)));

    m.runOut = axis("survey/run_out_mm");
    m.runOutMeasured = m.runOut.known() && !m.runOut.assumed();
    if (!m.runOut.known()) m.runOut = assumed(0.05e-3, 0.02e-3, 0.10e-3, Shape::Lognormal);
    const auto balance = axisText("survey/balance/kind", "none");
    m.strut = Known{0, Standing::Stated};
    m.counterweight = Known{0, Standing::Stated};
    if (balance == "strut") m.strut = axis("survey/balance/force_N");
    if (balance == "counterweight") m.counterweight = axis("survey/balance/mass_kg");
    m.guideOffset = axis("survey/screw_from_guide_mm");
    m.guideLength = axis("survey/guide_length_mm");
    m.screwEnd = axisText("survey/screw_end");
}

void Reader::readDuty() {
    m.travel = axis("travel_mm");
    m.rapid = axis("targets/rapid_mm_min");
    m.acceleration = axis("targets/acceleration_m_s2");
    m.lostTarget = axis("targets/lost_motion_mm");
    m.repeatTarget = axis("targets/repeatability_mm");
    if (m.cls) {
        if (!m.travel.known()) m.travel = assumed(m.cls->travel * 1e-3);
        if (!m.rapid.known()) m.rapid = assumed(m.cls->rapid * 1e-3 / 60);
        if (!m.acceleration.known()) m.acceleration = assumed(m.cls->acceleration);
        if (!m.lostTarget.known()) m.lostTarget = assumed(m.cls->lostUm * 1e-6);
        if (!m.repeatTarget.known()) m.repeatTarget = assumed(m.cls->repeatUm * 1e-6);
    }
    m.spindlePower = value("/spindle/power_W");
    m.spindleEfficiency = value("/spindle/drive_efficiency");
    if (!m.spindleEfficiency.known()) m.spindleEfficiency = assumed(0.85);
    m.spindleTorque = value("/spindle/torque_max_Nm");
    auto overload = value("/spindle/overload");
    if (!overload.known()) overload = assumed(1.5);

    const auto *moves = nodeAt(m_project, a + "duty/moves");
    if (moves && moves->is_object())
        for (const auto &[id, row] : moves->items()) {
            const std::string p = a + "duty/moves/" + id + "/";
            Cut c;
            c.id = id;
            const auto kind = textAt(m_project, p + "kind", "force");
            c.kind = kind == "milling" ? CutKind::Milling : kind == "drilling" ? CutKind::Drilling : CutKind::Given;
            c.name = textAt(m_project, p + "name", c.kind == CutKind::Drilling ? "Drilling" : c.kind == CutKind::Milling ? "Milling" : "Cut");
            c.standing = Standing::Computed;
            auto need = [&](const char *key) { return value(p + key); };
            auto given = [&](const char *key, double other) {
                const auto k = value(p + key);
                return k.known() ? k.v : other;
            };
            const auto *material = cutMaterial(textAt(m_project, p + "material"));
            const auto spindle = need("spindle_rpm");
            double thrust = notKnown;
            double over = 1.1;
            if (c.kind == CutKind::Milling) {
                MillingCut mc;
                const auto cutter = need("cutter_mm"), teeth = need("teeth"), width = need("width_mm"), depth = need("depth_mm"), fz = need("feed_per_tooth_mm");
                mc.cutter = metres(cutter.v);
                mc.teeth = teeth.known() ? static_cast<int>(teeth.v) : 0;
                mc.width = metres(width.v);
                mc.depth = metres(depth.v);
                mc.feedPerTooth = metres(fz.v);
                mc.edge = radians(given("edge_angle_deg", pi / 2));
                mc.wear = given("wear_factor", 1.3);
                mc.toolSpeed = given("speed_factor", 1.0);
                mc.radialRatio = given("radial_ratio", 0.4);
                mc.clampThinChip = true;
                mc.withExactMean = false;
                if (spindle.known()) mc.spindle = fromSi<AngularSpeed>(spindle.v);
                const bool climb = textAt(m_project, p + "mode") == "climb";
                if (climb) mc.mode = MillingMode::Climb;
                c.cutter = cutter.v;
                c.mill = mc;
                if (material) {
                    mc.kc11 = megapascals(material->kc11);
                    mc.mc = material->mc;
                    c.mill = mc;
                    const auto f = millingForces(mc);
                    if (f) {
                        thrust = f->axisThrust.value();
                        over = f->axisThrust / f->tangentialMean;
                        c.tangential = f->tangentialMean.value();
                        c.chip = f->chip.value();
                        c.toothPeak = f->toothPeak.value();
                        if (f->feed) c.feed = f->feed->value();
                        if (f->power) c.power = f->power->value();
                        if (climb && f->feedForce) c.climbPull = std::max(0.0, -f->feedForce->value());
                    } else {
                        c.problem = c.name + ": " + (cutter.known() && width.known() && depth.known() && fz.known() && teeth.known() ? sentence(f.error()) : "cutter, teeth, width, depth and feed a tooth are needed.");
                    }
                } else if (spindle.known() && m.spindlePower.known() && cutter.known() && m.spindleTorque.known()) {
                    // material unknown: the spindle's upper bound
                    if (const auto b = spindleBound(watts(m.spindlePower.v), m.spindleEfficiency.v, overload.v, metres(cutter.v), fromSi<AngularSpeed>(spindle.v), newtonMetres(m.spindleTorque.v), over)) {
                        thrust = b->axisThrust.value();
                        c.capped = true;
                    }
                    if (fz.known() && teeth.known()) c.feed = fz.v * teeth.v * spindle.v / (2 * pi);
                } else {
                    c.problem = c.name + ": choose the material.";
                }
            } else if (c.kind == CutKind::Drilling) {
                DrillCut dc;
                const auto drill = need("drill_mm"), f = need("feed_per_turn_mm");
                dc.drill = metres(drill.v);
                dc.feedPerTurn = metres(f.v);
                dc.point = radians(given("point_angle_deg", 118 * pi / 180));
                dc.wear = given("wear_factor", 1.3);
                dc.thrustFactor = given("thrust_factor", 1.2);
                dc.torqueFactor = given("torque_factor", 1.3);
                if (spindle.known()) dc.spindle = fromSi<AngularSpeed>(spindle.v);
                c.cutter = drill.v;
                if (material) {
                    dc.kc11 = megapascals(material->kc11);
                    dc.mc = material->mc;
                    c.drill = dc;
                    if (const auto r = drillForces(dc)) {
                        thrust = r->thrust.value();
                        c.toothPeak = thrust;
                        if (r->power) c.power = r->power->value();
                        if (r->feed) c.feed = r->feed->value();
                    } else {
                        c.problem = c.name + ": " + sentence(r.error());
                    }
                } else {
                    c.problem = c.name + ": choose the material.";
                }
            } else {
                const auto f = need("force_N");
                thrust = f.v;
                c.toothPeak = f.v;
                c.standing = f.known() ? f.standing : Standing::Unknown;
                if (!f.known()) c.problem = c.name + ": type the force.";
            }
            if (const auto feed = need("feed_mm_min"); feed.known()) c.feed = feed.v;
            c.uncapped = thrust;
            if (c.kind == CutKind::Milling && m.spindlePower.known() && m.spindleTorque.known() && spindle.known() && c.cutter == c.cutter && thrust == thrust)
                if (const auto b = spindleBound(watts(m.spindlePower.v), m.spindleEfficiency.v, overload.v, metres(c.cutter), fromSi<AngularSpeed>(spindle.v), newtonMetres(m.spindleTorque.v), over))
                    if (b->axisThrust.value() < thrust) {
                        thrust = b->axisThrust.value();
                        c.capped = true;
                    }
            c.force = {thrust, Standing::Computed};
            if (c.feed != c.feed && m.cls) c.feed = m.cls->feedHigh * 1e-3 / 60;
            m.cuts.push_back(std::move(c));
        }
    if (m.cuts.empty() && m.cls) {
        Cut c;
        c.id = "class";
        c.name = "Class default cut";
        c.force = assumed(m.cls->thrust);
        c.uncapped = m.cls->thrust;
        c.toothPeak = m.cls->thrustPeak;
        c.feed = m.cls->feedHigh * 1e-3 / 60;
        m.cuts.push_back(std::move(c));
    }
}

void Reader::readMotor() {
    m.pulseLimit = value("/controller/pulse_limit_Hz");
    const auto kind = designText("motor/kind");
    m.closedLoop = kind == "stepper_closed";
    m.holding = design("motor/holding_torque_Nm");
    m.rated = design("motor/rated_current_A");
    m.resistance = design("motor/resistance_ohm");
    m.inductance = design("motor/inductance_mH");
    m.rotor = design("motor/rotor_inertia_kgm2");
    spreadBy(m.rotor, 0.95, 1.05, Shape::Uniform);
    m.hasMotor = m.holding.known() || m.rated.known() || !kind.empty();
    const auto convention = designText("motor/torque_convention");
    m.conventionTyped = !convention.empty();
    if (convention == "one_phase_on") m.convention = HoldingConvention::OnePhaseOn;
    m.detent = design("motor/detent_torque_Nm");
    if (!m.detent.known() && m.holding.known()) m.detent = assumed(0.04 * m.holding.v);
    m.usable = design("motor/usable_speed_rpm");
    const auto step = design("motor/step_angle_deg");
    if (step.known()) m.rotorTeeth = std::max(1, static_cast<int>(std::lround(90 / (step.v * 180 / pi))));
    const auto current = design("drive/current_A");
    const auto currentKind = designText("drive/current_kind");
    m.currentKindTyped = !currentKind.empty();
    if (current.known()) {
        m.drivePeak = current;
        if (currentKind == "rms") m.drivePeak.v *= std::sqrt(2.0);
        m.drivePeak.shape = Shape::None; // its spread is currentFactor
    } else if (m.rated.known()) {
        m.drivePeak = assumed(m.rated.v);
    }
    const auto micro = design("drive/microsteps");
    if (micro.known()) m.microsteps = std::clamp(static_cast<int>(micro.v), 1, 1024);
    m.voltLimit = design("drive/volt_limit_V");
    m.pulseHigh = design("drive/pulse_high_us");
    m.damping = designText("drive/damping") == "yes";
    m.supply = design("supply/voltage_V");
    m.supplyPower = design("supply/power_W");
    m.unregulated = designText("supply/kind") == "unregulated";
    m.sag = design("supply/sag");
    if (!m.sag.known()) m.sag = assumed(m.unregulated ? 0.10 : 0.02);
    if (m.unregulated) {
        m.sag.low = 0.0;
        m.sag.high = 0.15;
        m.sag.shape = Shape::Uniform;
    } else {
        m.sag.shape = Shape::None;
    }
    m.cableLength = design("cable/length_mm");
    const auto area = design("cable/cross_section_mm2");
    // Loop of two conductors, copper 0.0175 ohm mm2/m (IEC 60028 at 20 C: 1/58).
    m.cable = m.cableLength.known() && area.known() ? Known{2 * m.cableLength.v / (58e6 * area.v), Standing::Computed} : assumed(0);
    m.motorShaft = designText("motor/shaft");
    m.face = design("motor/face_mm");
    m.body = design("motor/body_length_mm");
    m.shaftLength = design("motor/shaft_length_mm");
    m.boltSquare = design("motor/bolt_square_mm");
    m.pilot = design("motor/pilot_mm");
    m.radialLoad = design("motor/radial_load_N");
    m.radialAt = design("motor/radial_load_at_mm");
    if (!m.radialAt.known()) m.radialAt = assumed(20e-3);
    if (!m.radialLoad.known() && m.face.known()) {
        const double f = m.face.v * 1e3; // generic frame class, weak
        const double rating = f <= 43 ? 28 : f <= 58 ? 75 : f <= 62 ? 90 : f <= 90 ? 220 : 400;
        m.radialLoad = assumed(rating, rating * 0.7, rating * 2, Shape::Lognormal);
    }
    m.frontBearing = design("motor/front_bearing_mm");
    if (!m.frontBearing.known()) m.frontBearing = assumed(5e-3);
    m.stepsTyped = designText("steps_typed");
}

void Reader::readTransmission() {
    m.belt = designText("transmission", "direct") == "belt";
    auto pulley = [&](const std::string &p, AxisModel::Pulley &out) {
        const auto teeth = design((p + "/teeth").c_str());
        out.teeth = teeth.known() ? static_cast<int>(std::min(teeth.v, 1e4)) : 0;
        out.profile = beltProfile(designText((p + "/profile").c_str()));
        out.beltWidth = design((p + "/belt_width_mm").c_str());
        out.faceWidth = design((p + "/face_width_mm").c_str());
        const auto flanges = design((p + "/flanges").c_str());
        out.flanges = flanges.known() ? static_cast<int>(flanges.v) : 0;
        out.bore = designText((p + "/bore").c_str());
        out.hub = designText((p + "/hub").c_str(), "clamp");
        out.material = designText((p + "/material").c_str(), "aluminium");
        if (!out.faceWidth.known()) out.faceWidth = out.beltWidth.known() ? assumed(out.beltWidth.v + 6e-3) : assumed(16e-3);
    };
    if (m.belt) {
        pulley("small_pulley", m.small);
        pulley("large_pulley", m.large);
        m.beltCode = designText("belt/code");
        if (!m.beltCode.empty()) m.beltRead = readDesignation(m.beltCode, "belt");
        if (m.beltRead && m.beltRead->width) m.beltWidth = {*m.beltRead->width * 1e-3, Standing::Catalogue};
        else if (m.small.beltWidth.known()) m.beltWidth = assumed(m.small.beltWidth.v);
        m.centre = design("belt/centre_mm");
        m.slotFrom = design("belt/slot_from_mm");
        m.slotTo = design("belt/slot_to_mm");
        m.beltTolerance = design("belt/length_tolerance_mm");
        if (!m.beltTolerance.known()) m.beltTolerance = assumed(0.5e-3);
        m.service = design("belt/service_factor");
        if (!m.service.known()) m.service = assumed(1.5);
        m.install = design("belt/install_factor");
        if (!m.install.known()) m.install = assumed(0.75);
        m.mesh = design("belt/mesh_factor");
        if (!m.mesh.known()) m.mesh = assumed(0.7);
        m.beltOffFace = design("belt/from_face_mm");
        if (!m.beltOffFace.known()) m.beltOffFace = assumed(15e-3);
    } else {
        m.couplingStiffness = design("coupling/stiffness_Nm_rad");
        if (!m.couplingStiffness.known()) m.couplingStiffness = assumed(400, 200, 600, Shape::Triangular);
        m.couplingInertia = design("coupling/inertia_kgm2");
        if (!m.couplingInertia.known()) m.couplingInertia = assumed(60e-7);
        m.couplingBoreMotor = designText("coupling/bore_motor");
        m.couplingBoreScrew = designText("coupling/bore_screw");
    }
    m.beltEfficiency = m.belt ? design("belt/efficiency") : Known{1, Standing::Stated};
    if (!m.beltEfficiency.known()) m.beltEfficiency = assumed(0.96);
}

void Reader::readScrew() {
    const auto name = designText("screw/thread");
    if (!name.empty()) {
        if (auto t = readThread(name)) {
            m.thread = *t;
            m.hasScrew = true;
        } else {
            m.threadProblem = t.error().detail;
            m.problems.push_back(m.threadProblem);
        }
    }
    m.wheel = m.cls && m.cls->wheel && !m.hasScrew;
    if (m.hasScrew) {
        m.lead = {m.thread.lead().value(), Standing::Catalogue};
    } else if (m.leadMeasured.known()) {
        m.lead = m.leadMeasured;
        m.leadText = numberText(m.leadMeasured.v * 1e3, 7);
    } else if (m.leadThread.known()) {
        m.lead = m.leadThread;
        m.leadText = textAt(m_project, a + "survey/lead/threads_per_inch/typed") + "tpi";
    } else if (m.leadDial.known()) {
        m.lead = m.leadDial;
    } else if (m.cls) {
        m.lead = assumed(m.cls->lead * 1e-3, m.wheel ? m.cls->lead * 0.83e-3 : notKnown, m.wheel ? m.cls->lead * 1.25e-3 : notKnown, m.wheel ? Shape::Lognormal : Shape::None);
    }
    const auto *size = m.ballScrew() ? ballScrewSize(m.thread.name) : nullptr;
    m.efficiency = design("screw/efficiency");
    if (!m.efficiency.known()) {
        if (m.wheel) m.efficiency = assumed(0.85);
        else if (m.ballScrew()) m.efficiency = assumed(0.90);
        else if (m.hasScrew) {
            const auto f = slidingScrew({m.thread.mean, m.thread.pitch, m.thread.starts, m.thread.flankHalfAngle, 0.13}, {});
            m.efficiency = assumed(f ? f->forward : 0.30);
        } else m.efficiency = assumed(0.30);
    }
    if (m.efficiency.v > 1) m.efficiency.v = notKnown;
    if (m.efficiency.shape == Shape::None && m.efficiency.known()) {
        m.efficiency.shape = Shape::Triangular;
        m.efficiency.low = m.wheel ? 0.8 : m.ballScrew() ? 0.85 : std::min(0.20, m.efficiency.v);
        m.efficiency.high = m.wheel ? 0.9 : m.ballScrew() ? 0.95 : std::max(0.45, m.efficiency.v);
    }
    m.root = design("screw/root_mm");
    if (!m.root.known() && m.hasScrew) m.root = {m.thread.root.value(), size ? Standing::Assumed : Standing::Catalogue};
    m.span = design("screw/bearing_span_mm");
    m.nutFar = design("screw/nut_far_mm");
    m.threadLength = design("screw/thread_length_mm");
    m.screwLength = design("screw/overall_length_mm");
    if (!m.screwLength.known()) m.screwLength = m.threadLength.known() ? assumed(m.threadLength.v + 0.06) : m.span;
    m.dynamicRating = design("screw/dynamic_N");
    m.staticRating = design("screw/static_N");
    if (size) {
        if (!m.dynamicRating.known()) m.dynamicRating = assumed(size->dynamic);
        if (!m.staticRating.known()) m.staticRating = assumed(size->staticLoad);
    }
    m.screwInertia = design("screw/inertia_per_m");
    if (m.screwInertia.known() && m.screwLength.known()) m.screwInertia.v *= m.screwLength.v;
    else if (m.hasScrew && m.screwLength.known()) {
        const auto j = barInertia(m.thread.nominal, metres(m.screwLength.v), kilogramsPerCubicMetre(7850));
        m.screwInertia = Known{j ? j->value() : notKnown, Standing::Computed};
    } else m.screwInertia = assumed(0);
    m.ends = endsFromCode(designText("ends", "fixed_supported")).value_or(Ends::FixedSupported);
    m.fixedKind = designText("fixed_end/kind");
    m.farKind = designText("far_end/kind");
    m.nutKind = designText("nut/kind");
    m.bearingDrag = design("fixed_end/drag_Nm");
    if (!m.bearingDrag.known()) m.bearingDrag = assumed(0.06);
    m.bearingStiffness = design("fixed_end/stiffness_N_um");
    if (!m.bearingStiffness.known()) m.bearingStiffness = assumed(100e6);
    m.bearingStatic = design("fixed_end/static_axial_N");
    m.bearingBore = design("fixed_end/bore_mm");
    m.bearingOutside = design("fixed_end/outside_mm");
    m.nutPlay = design("nut/play_mm");
    m.nutStiffness = design("nut/stiffness_N_um");
    if (!m.nutStiffness.known()) m.nutStiffness = assumed(size ? size->nutStiffness * 1e6 : 100e6);
    m.nutLength = design("nut/length_mm");
    m.nutTurns = design("nut/engaged_turns");
    m.preload = design("nut/preload_N");
    if (!m.preload.known()) m.preload = Known{0, Standing::Stated};
    m.bracket = design("bracket_stiffness_N_um");
    if (!m.bracket.known()) m.bracket = assumed(100e6);
    m.beyondA = design("thread_beyond_a_mm");
    m.beyondB = design("thread_beyond_b_mm");
    m.brakeTorque = design("brake/torque_Nm");
    m.hasBrake = m.brakeTorque.known();
    m.brakeOnScrew = designText("brake/where", "screw") != "motor";
    m.brakeDelay = design("brake/delay_s");
    if (!m.brakeDelay.known()) m.brakeDelay = assumed(0.06);
    if (m.ballScrew()) m.playStays = m.nutPlay.known() ? m.nutPlay.v : 0.05e-3;
    else if (m.nutPlay.known() && !m.afterThread.known()) m.playStays = std::max(0.0, m.playStays - std::max(0.0, m.lostThread.v)) + m.nutPlay.v;
}
} // namespace

AxisModel readAxis(const Json &project, const std::string &axis, const std::string &design) {
    AxisModel m;
    m.id = axis;
    m.designId = design;
    const auto *node = nodeAt(project, "/axes/" + axis);
    const auto machine = textAt(project, "/class");
    m.cls = classAxis(textAt(project, "/axes/" + axis + "/class", machine), textAt(project, "/axes/" + axis + "/class_axis"));
    m.lathe = m.cls && m.cls->machine.find("lathe") != std::string_view::npos;
    m.vertical = textAt(project, "/axes/" + axis + "/orientation", m.cls && m.cls->vertical ? "vertical" : "horizontal") == "vertical";
    m.what = textAt(project, "/axes/" + axis + "/what");
    if (!node) return m;
    Reader r(project, m);
    r.readSurvey();
    r.readDuty();
    r.readMotor();
    r.readTransmission();
    r.readScrew();
    return m;
}

} // namespace lw
