#include "proof/model_reader.h"
#include "survey/rides.h"
#include "machine/friction.h"
#include <algorithm>
#include <cmath>
#include <cstdlib>

namespace lw {
namespace {
/// Sliding friction, and the middle of the constant gib or seal drag, by kind of way (common practice).
struct WayRow {
    std::string_view code;
    double mu, dragBench, dragHeavy;
};
constexpr WayRow ways[] = {{"iron_dovetail", 0.12, 40, 125}, {"iron_dry", 0.25, 40, 125},  {"ptfe", 0.05, 65, 65},
                           {"vee_flat", 0.145, 15, 15},      {"ball_rail", 0.004, 16, 24}, {"roller_rail", 0.003, 24, 36},
                           {"ball_bush", 0.003, 14, 14},     {"bush", 0.18, 0, 0},         {"caged_rollers", 0.004, 5, 5}};
} // namespace

void ModelReader::readPull() {
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
    if (m.handlePull.known()) { // nothing pulled direct: the handle's word, through a guessed efficiency
        m.pull = {m.handlePull.v, m.handlePull.standing, m.handlePull.low, m.handlePull.high, Shape::Lognormal};
        m.pullMean = m.pull;
        m.pullMeasured = m.pull.standing == Standing::Measured;
        m.pullDirect = false;
        m.frictionDoubt = (m.pull.high - m.pull.low) / 2 / m.pull.v;
        return;
    }
    if (m.cls) {
        const bool range = m.cls->pullHigh > 0;
        m.pull = assumed(m.cls->pull, range ? m.cls->pullLow : m.cls->pull * 0.7, range ? m.cls->pullHigh : m.cls->pull * 1.6, Shape::Lognormal);
        m.pullMean = m.pull;
        m.frictionDoubt = (m.pull.high - m.pull.low) / 2 / m.pull.v;
    }
}

/// Axial friction by the handle; with a direct pull beside it, what the old screw lets through.
void ModelReader::readHandle() {
    const auto pull = axis("survey/handle/pull_N"), radius = axis("survey/handle/radius_mm"), turn = axis("survey/handle/travel_per_turn_mm");
    auto eta = axis("survey/handle/efficiency"), drag = axis("survey/handle/no_load_drag_Nm");
    if (!pull.known() || !radius.known() || !turn.known()) return;
    const bool guessed = !eta.known() || eta.assumed();
    if (!eta.known()) eta = assumed(0.30);
    if (!drag.known()) drag = assumed(m.cls && m.cls->mass > 150 ? 0.15 : 0.05);
    const auto f = rimPull(newtons(pull.v), metres(radius.v), newtonMetres(drag.v), metres(turn.v), eta.v);
    if (!f || !(f->axialFriction.value() > 0)) return;
    const double doubt = std::hypot(0.15, guessed ? 0.30 : 0.15);
    m.handlePull = {f->axialFriction.value(), guessed ? Standing::Assumed : pull.standing, f->axialFriction.value() * (1 - doubt), f->axialFriction.value() * (1 + doubt), Shape::Lognormal};
    m.handleTorqueLessDrag = pull.v * radius.v - drag.v;
    m.handleTravel = turn.v;
}

/// Pulls at several loads: which part of the drag is constant, which follows the weight.
void ModelReader::readLoads() {
    if (m.handlePull.known() && m.pullDirect && !m.readings.empty() && m.handleTorqueLessDrag > 0)
        m.handleEfficiency = {m.pullMean.v * m.handleTravel / (2 * pi * m.handleTorqueLessDrag), Standing::Computed};
    const auto *rows = nodeAt(m_project, a + "survey/loads");
    if (!rows || !rows->is_object()) return;
    std::vector<Mass> masses;
    std::vector<Force> pulls;
    for (const auto &[id, row] : rows->items()) {
        if (row.contains("struck") && row["struck"] == true) continue;
        const std::string r = a + "survey/loads/" + id + "/";
        const auto mass = value(r + "mass_kg"), pull = value(r + "pull_N");
        if (!mass.known() || !pull.known()) continue;
        masses.push_back(kilograms(mass.v));
        pulls.push_back(newtons(pull.v));
    }
    if (masses.size() < 2) return;
    const auto [least, most] = std::minmax_element(masses.begin(), masses.end());
    if (*most < 1.3 * *least) return; // the slope would be noise
    const auto line = splitFriction(masses, pulls);
    if (!line || line->constantDrag.value() < 0 || line->coefficient < 0.001 || line->coefficient > 0.6) return; // the readings contradict each other
    m.dragMeasured = {line->constantDrag.value(), Standing::Measured};
    m.constantDrag = line->constantDrag.value();
    m.wayFriction = line->coefficient;
}

/// What moves: the pieces of this axis and of every axis that rides on it.
void ModelReader::readMass() {
    double sum = 0, low = 0, high = 0, guessed = 0;
    bool any = false;
    std::vector<std::string> carried{m.id};
    if (const auto *axes = nodeAt(m_project, "/axes"); axes && axes->is_object())
        for (std::size_t k = 0; k < carried.size(); ++k)
            for (const auto &[id, row] : axes->items())
                if (textAt(m_project, "/axes/" + id + "/rides_on") == carried[k] && std::find(carried.begin(), carried.end(), id) == carried.end()) carried.push_back(id);
    for (const auto &id : carried) {
        const std::string place = "/axes/" + id + "/survey/moving_mass";
        const auto *rows = nodeAt(m_project, place);
        if (!rows || !rows->is_object()) continue;
        for (const auto &[piece, row] : rows->items()) {
            auto k = value(place + "/" + piece + "/mass_kg");
            if (k.known()) {
                const double share = k.standing == Standing::Measured || k.standing == Standing::Stated ? 0.02 : 0.10;
                spreadBy(k, 1 - share, 1 + share, Shape::Uniform);
            } else {
                k = pieceMass(m_project, place + "/" + piece);
                if (!k.known()) continue;
            }
            sum += k.v;
            low += k.low;
            high += k.high;
            any = true;
            if (k.standing == Standing::Assumed) guessed += k.v;
        }
    }
    // a guess for the work on the table does not undo a weighed casting; a third of it guessed does
    if (any) m.mass = {sum, guessed > sum / 3 ? Standing::Assumed : Standing::Measured, low, high, Shape::Uniform};
}

/// Play at places along the travel, and the shaft read round: both feed the figures of the first evening when those are blank.
void ModelReader::readPlaces() {
    if (const auto *rows = nodeAt(m_project, a + "survey/lost_motion/places"); rows && rows->is_object())
        for (const auto &[id, row] : rows->items()) {
            if (row.contains("struck") && row["struck"] == true) continue;
            const std::string r = a + "survey/lost_motion/places/" + id + "/";
            const auto at = value(r + "at_mm"), lost = value(r + "lost_mm");
            if (at.known() && lost.known()) m.playAlong.emplace_back(at.v, lost.v);
        }
    std::sort(m.playAlong.begin(), m.playAlong.end());
    if (const auto *rows = nodeAt(m_project, a + "survey/round"); rows && rows->is_object())
        for (const auto &[id, row] : rows->items()) {
            const std::string r = a + "survey/round/" + id + "/";
            const auto at = value(r + "at_mm");
            const auto *dial = nodeAt(m_project, r + "readings");
            if (!at.known() || !dial || !dial->is_object()) continue;
            std::vector<Angle> marks;
            std::vector<Length> readings;
            for (const auto &[mark, reading] : dial->items()) {
                const auto k = value(r + "readings/" + mark);
                if (!k.known()) continue;
                marks.push_back(degrees(std::strtod(mark.c_str(), nullptr)));
                readings.push_back(metres(k.v));
            }
            if (const auto fit = runOutRound(marks, readings)) m.rounds.push_back({at.v, *fit});
        }
    std::sort(m.rounds.begin(), m.rounds.end(), [](const auto &x, const auto &y) { return x.at < y.at; });
}

void ModelReader::readSurvey() {
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
    readHandle();
    readPull();
    readLoads();
    readMass();
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

    readPlaces();
    m.lostNow = axis("survey/lost_motion/total_mm");
    if (!m.lostNow.known() && !m.playAlong.empty()) {
        double most = 0;
        for (const auto &[at, lost] : m.playAlong) most = std::max(most, lost);
        m.lostNow = {most, Standing::Measured};
    }
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
    if (!m.runOut.known() && !m.rounds.empty()) m.runOut = {2 * m.rounds.front().fit.eccentricity.value(), Standing::Measured};
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

} // namespace lw
