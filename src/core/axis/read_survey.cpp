#include "axis/model_reader.h"
#include "machine/rides.h"
#include "machine/turning_bodies.h"
#include "machine/friction.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
/// Sliding friction, and the middle of the constant gib or seal drag, by kind of way (common practice).
struct WayRow {
    std::string_view code;
    double mu, dragBench, dragHeavy;
};
constexpr WayRow ways[] = {
    {"iron_dovetail", 0.12, 40, 125}, {"iron_dry", 0.25, 40, 125},  {"ptfe", 0.05, 65, 65},
    {"vee_flat", 0.145, 15, 15},      {"ball_rail", 0.004, 16, 24}, {"roller_rail", 0.003, 24, 36},
    {"ball_bush", 0.003, 14, 14},     {"bush", 0.18, 0, 0},         {"caged_rollers", 0.004, 5, 5}};
} // namespace

/// The lead of the old screw, by every way that was tried.
void ModelReader::readLead() {
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
        if (found->measured)
            m.leadMeasured = {found->measured->value(), travel.standing, found->measured->value() * 0.995,
                              found->measured->value() * 1.005, Shape::Triangular}; // ten turns against a rule
        if (found->dial) m.leadDial = {found->dial->value(), division.standing, notKnown, notKnown, Shape::None};
        if (found->thread) m.leadThread = {found->thread->value(), tpi.standing, notKnown, notKnown, Shape::None};
    }
    m.leadHandle = axis("survey/handle/travel_per_turn_mm");
    if (!m.leadHandle.known()) m.leadHandle = axis("survey/pull/travel_per_turn_mm");
}

void ModelReader::readPull() {
    const std::string p = a + "survey/pull/";
    m.pullDirect = axisText("survey/pull/way", "direct") != "rim";
    const auto *rows = nodeAt(m_project, a + "survey/pull/readings");
    Standing standing = Standing::Measured;
    double spreadLow = 0.85, spreadHigh = 1.15; // spring balance
    Known rim, turn, eta, drag;
    if (!m.pullDirect) {
        rim = axis("survey/pull/rim_radius_mm");
        turn = travelOfATurn("survey/pull/travel_per_turn_mm");
        eta = axis("survey/pull/efficiency");
        drag = axis("survey/pull/no_load_drag_Nm");
        if (eta.known())
            m.screwEfficiencyFound = eta;
        else
            eta = assumed(0.30);
        if (!drag.known())
            drag = assumed(m.cls && m.cls->mass > 150 ? 0.15 : 0.05);
        else
            m.handleDrag = drag;
        const double etaDoubt = eta.assumed() ? 0.30 : 0.15; // efficiency of an old screw, guessed or worked out
        const double both = std::hypot(0.15, etaDoubt);
        spreadLow = 1 - both;
        spreadHigh = 1 + both;
    }
    const auto usedFrom = axis("used_from_mm"), usedTo = axis("used_to_mm");
    std::vector<PullReading> inUse;
    double weight = 0, weighed = 0;
    bool oneWay = false, contradicts = false;
    if (rows && rows->is_object())
        for (const auto &[id, row] : rows->items()) {
            const std::string r = p + "readings/" + id + "/";
            if (row.contains("struck") && row["struck"] == true) continue;
            const auto at = value(r + "at_mm");
            auto away = value(r + "away_N");
            auto back = value(r + "back_N");
            if (!away.known() && !back.known()) continue;
            Force fa, fb;
            if (m.vertical) { // uphill holds weight and friction, letting down the weight less the friction
                if (!away.known() || !back.known()) {
                    oneWay = true;
                    continue;
                }
                WeightAndFriction s = splitWeight(newtons(away.v), newtons(back.v));
                if (!m.pullDirect) { // a sliding screw must be driven down: its torque then is below zero
                    const double etaBack = 2 - 1 / eta.v;
                    const auto byScrew = splitWeightByScrew(
                        newtonMetres(away.v * rim.v), newtonMetres(etaBack > 0 ? back.v * rim.v : -back.v * rim.v),
                        newtonMetres(drag.v), metres(turn.v), eta.v, etaBack);
                    if (!byScrew) continue;
                    s = *byScrew;
                }
                if (!(s.friction.value() > 0) || !(s.netWeight.value() > 0)) {
                    contradicts = true;
                    continue;
                }
                fa = fb = s.friction;
                weight += s.netWeight.value();
                ++weighed;
            } else {
                if (!away.known()) away = back;
                if (!back.known()) back = away;
                const auto along = [&](double v) { // F = 2 pi eta (F_r r - T0) / p_h
                    return newtons(m.pullDirect                  ? v
                                   : turn.known() && rim.known() ? 2 * pi * eta.v * (v * rim.v - drag.v) / turn.v
                                                                 : notKnown);
                };
                fa = along(away.v);
                fb = along(back.v);
                if (!(fa.value() > 0) || !(fb.value() > 0)) continue;
            }
            if (away.assumed() || back.assumed()) standing = Standing::Assumed;
            m.readings.push_back({metres(at.known() ? at.v : 0), fa, fb});
            const double place = at.known() ? at.v : 0;
            const bool outside =
                (usedFrom.known() && place < usedFrom.v - 1e-9) || (usedTo.known() && place > usedTo.v + 1e-9);
            if (!outside) inUse.push_back(m.readings.back());
        }
    if (oneWay)
        m.problems.push_back("On a slope or upright a pull one way holds weight and friction together: read both ways, "
                             "up and letting down.");
    if (contradicts)
        m.problems.push_back("A pull going up must be more than letting down, and both hold weight: read again, the "
                             "scale uphill both times.");
    if (weighed > 0) m.weightFound = {weight / weighed, standing, notKnown, notKnown, Shape::None};
    if (const auto spread = textAt(m_project, p + "spread"); !spread.empty())
        if (const auto s = readSpread(spread, 1, Dimension::Number, "")) {
            spreadLow = s->low;
            spreadHigh = s->high;
        }
    const auto spreadPull = [&](double v, Standing how, double low, double high) {
        return Known{v, how, v * low, v * high, Shape::Lognormal};
    };
    if (const auto profile = frictionProfile(m.readings)) {
        // the motor must move it everywhere; a climb cut is held where work is done
        const auto used = inUse.empty() ? profile : frictionProfile(inUse);
        m.pullMeasured = standing == Standing::Measured;
        m.pull = spreadPull(profile->largest.value(), standing, spreadLow, spreadHigh);
        m.meanOverPull = profile->mean / profile->largest;
        m.loosestOverPull = used->smallest / profile->largest;
        if (m.readings.size() > 1) m.tightLoose = profile->tightOverLoose;
        m.asymmetry = profile->asymmetry;
        auto mean = [](const PullReading &r) { return (r.away + r.back).value(); };
        const auto [lo, hi] = std::minmax_element(m.readings.begin(), m.readings.end(),
                                                  [&](const auto &x, const auto &y) { return mean(x) < mean(y); });
        m.looseAt = lo->at.value();
        m.tightAt = hi->at.value();
        m.frictionDoubt = (spreadHigh - spreadLow) / 2;
        return;
    }
    if (m.hoistUp.known() && m.hoistDown.known()) {
        const auto s = splitWeight(newtons(m.hoistUp.v), newtons(m.hoistDown.v));
        if (s.friction.value() > 0) {
            m.pull = spreadPull(s.friction.value(), m.hoistUp.standing, 0.85, 1.15);
            m.pullMeasured = m.pull.standing == Standing::Measured;
            m.pullDirect = true;
            m.frictionDoubt = 0.15;
            return;
        }
    }
    if (m.handlePull.known() && !m.vertical) { // nothing pulled direct: the handle's word, through a guessed efficiency
        m.pull = {m.handlePull.v, m.handlePull.standing, m.handlePull.low, m.handlePull.high, Shape::Lognormal};
        m.pullMeasured = m.pull.standing == Standing::Measured;
        m.pullDirect = false;
        m.frictionDoubt = (m.pull.high - m.pull.low) / 2 / m.pull.v;
        return;
    }
    if (m.cls) {
        const bool range = m.cls->pullHigh > 0;
        m.pull = assumed(m.cls->pull, range ? m.cls->pullLow : m.cls->pull * 0.7,
                         range ? m.cls->pullHigh : m.cls->pull * 1.6, Shape::Lognormal);
        m.frictionDoubt = (m.pull.high - m.pull.low) / 2 / m.pull.v;
    }
}

/// What the slide does for a turn of the handle: as read with the pull, else as the lead was found.
Known ModelReader::travelOfATurn(const char *field) {
    const auto read = axis(field);
    if (read.known()) return read;
    const auto *lead = m.oldLead();
    return lead ? *lead : Known{};
}

/// Axial friction by the handle of a level axis; with a direct pull beside it, the efficiency of the old screw.
void ModelReader::readHandle() {
    const auto pull = axis("survey/handle/pull_N"), radius = axis("survey/handle/radius_mm"),
               turn = travelOfATurn("survey/handle/travel_per_turn_mm");
    auto eta = axis("survey/handle/efficiency"), drag = axis("survey/handle/no_load_drag_Nm");
    if (eta.known()) m.screwEfficiencyFound = eta;
    if (drag.known()) m.handleDrag = drag;
    if (!pull.known() || !radius.known() || !turn.known()) return;
    const bool guessed = !eta.known() || eta.assumed();
    if (!eta.known()) eta = assumed(0.30);
    if (!drag.known()) drag = assumed(m.cls && m.cls->mass > 150 ? 0.15 : 0.05);
    const auto f = rimPull(newtons(pull.v), metres(radius.v), newtonMetres(drag.v), metres(turn.v), eta.v);
    if (!f || !(f->axialFriction.value() > 0)) return;
    const double doubt = std::hypot(0.15, guessed ? 0.30 : 0.15);
    // measured, through a screw whose efficiency is its doubt
    m.handlePull = {f->axialFriction.value(), pull.standing, f->axialFriction.value() * (1 - doubt),
                    f->axialFriction.value() * (1 + doubt), Shape::Lognormal};
    m.handleTorqueLessDrag = pull.v * radius.v - drag.v;
    m.handleTravel = turn.v;
}

/// What came out at the slide over what went in at the handle: the old screw's efficiency, measured.
void ModelReader::findEfficiency() {
    if (!m.pullDirect || m.readings.empty() || !(m.handleTorqueLessDrag > 0)) return;
    // turning it up an upright axis lifts the weight too
    const double along = m.pullMean().v + (m.vertical ? m.weightFound.v : 0);
    const double eta = along * m.handleTravel / (2 * pi * m.handleTorqueLessDrag);
    if (!(eta > 0)) return;
    m.efficiencyByBothPulls = eta;
    if (eta < 0.08 || eta > 1) { // more than went in, or next to nothing: one of the readings is wrong
        m.problems.push_back("Handle and direct pull contradict each other (the screw would be " +
                             numberText(eta * 100, 2) +
                             " % efficient): read both again. Neither is used for the screw.");
        return;
    }
    constexpr double doubt = 0.21; // two spring balances, 15 % each
    m.screwEfficiencyFound = {eta, m.pullMeasured ? Standing::Measured : Standing::Assumed, eta * (1 - doubt),
                              std::min(0.98, eta * (1 + doubt)), Shape::Triangular};
}

/// Hoisted, or pulled both ways on a slope: the weight along the axis, and with the balance in use the mass that moves.
void ModelReader::findWeight() {
    if (!m.vertical) return;
    if (m.hoistUp.known() && m.hoistDown.known() && m.hoistUp.v > m.hoistDown.v) {
        const auto s = splitWeight(newtons(m.hoistUp.v), newtons(m.hoistDown.v));
        const bool guessed = m.hoistUp.assumed() || m.hoistDown.assumed();
        m.weightFound = {s.netWeight.value(), guessed ? Standing::Assumed : Standing::Measured, notKnown, notKnown,
                         Shape::None};
    }
    if (!m.weightFound.known() || !m.strut.known() || !m.counterweight.known()) return;
    const double along = m.weightFound.v + m.strut.v + m.counterweight.v * standardGravity;
    const double mass = along / (standardGravity * std::sin(m.incline));
    const Known byWeight{mass, m.weightFound.standing, mass * 0.98, mass * 1.02, Shape::Uniform};
    if (!m.mass.known() || (m.mass.assumed() && !byWeight.assumed()))
        m.mass = byWeight;
    else if (!byWeight.assumed() && std::fabs(mass / m.mass.v - 1) > 0.10)
        m.problems.push_back("Weighed in pieces it is " + numberText(m.mass.v, 3) + " kg, by the hoist " +
                             numberText(mass, 3) + " kg: is a piece left out, or the balance?");
}

/// Pulls at several loads: which part of the drag is constant, which follows the weight.
void ModelReader::readLoads() {
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
    if (!line || line->constantDrag.value() < 0 || line->coefficient < 0.001 || line->coefficient > 0.6)
        return; // the readings contradict each other
    m.dragMeasured = {line->constantDrag.value(), Standing::Measured};
    m.constantDrag = line->constantDrag.value();
    m.wayFriction = line->coefficient;
}

/// What moves: the pieces of this axis and of every axis that rides on it.
void ModelReader::readMass() {
    double sum = 0, low = 0, high = 0, guessed = 0;
    bool any = false, own = false;
    for (const auto &id : carriedBy(m_project, m.id)) {
        const std::string place = "/axes/" + id + "/survey/moving_mass";
        const auto *rows = nodeAt(m_project, place);
        if (id != m.id && textAt(m_project, "/axes/" + id + "/kind") == "rotary") { // a table with all that turns on it
            const auto rides = tableMass(m_project, id);
            if (rides.known()) {
                sum += rides.v;
                low += rides.low;
                high += rides.high;
                any = true;
                if (rides.assumed()) guessed += rides.v;
            }
        }
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
            own |= id == m.id;
            if (k.standing == Standing::Assumed) guessed += k.v;
        }
    }
    if (any && !own) { // only what rides on it was weighed: its own casting is not known, the class speaks for both
        const double likely = std::max(m.cls ? m.cls->mass : 0, sum);
        m.mass =
            assumed(likely, std::max(low, m.cls && m.cls->massLow > 0 ? m.cls->massLow : 0.7 * likely),
                    std::max(high, m.cls && m.cls->massHigh > 0 ? m.cls->massHigh : 1.5 * likely), Shape::Lognormal);
        return;
    }
    // a guess for the work on the table does not undo a weighed casting; a third of it guessed does
    if (any) m.mass = {sum, guessed > sum / 3 ? Standing::Assumed : Standing::Measured, low, high, Shape::Uniform};
}

/// Play at places along the travel, and the shaft read round: both feed the figures of the first evening when those are
/// blank.
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
                marks.push_back(degrees(readNumber(mark).value_or(notKnown)));
                readings.push_back(metres(k.v));
            }
            if (const auto fit = runOutRound(marks, readings)) m.rounds.push_back({at.v, *fit});
        }
    std::sort(m.rounds.begin(), m.rounds.end(), [](const auto &x, const auto &y) { return x.at < y.at; });
}

void ModelReader::readScrewLine() {
    const auto *rows = nodeAt(m_project, a + "survey/screw_line");
    if (!rows || !rows->is_object()) return;
    std::array<std::vector<Length>, 2> places, readings;
    for (const auto &[id, row] : rows->items()) {
        if (row.contains("struck") && row["struck"] == true) continue;
        const std::string r = a + "survey/screw_line/" + id + "/";
        const auto place = value(r + "at_mm");
        if (!place.known()) continue;
        for (const std::size_t plane : {0, 1})
            if (const auto v = value(r + (plane == 0 ? "up_mm" : "side_mm")); v.known()) {
                places[plane].push_back(metres(place.v));
                readings[plane].push_back(metres(v.v));
            }
    }
    const auto fixed = axis("survey/screw_bearings/fixed_mm"), far = axis("survey/screw_bearings/far_mm");
    m.screwEndsTold = fixed.known() && far.known();
    for (const std::size_t plane : {0, 1})
        if (const auto line = alignScrew(places[plane], readings[plane], metres(m.screwEndsTold ? fixed.v : 0),
                                         metres(m.screwEndsTold ? far.v : 0)))
            m.screwLine[plane] = *line;
}

/// What carries part of the weight. A strut is weakest with its rod out and on the coldest day: that sizes the drive;
/// strongest rod in, as stamped: that is held against the weight (Boyle and Gay-Lussac; stamped at 20 C).
void ModelReader::readBalance() {
    const auto balance = axisText("survey/balance/kind", "none");
    m.strut = Known{0, Standing::Stated};
    m.counterweight = Known{0, Standing::Stated};
    if (balance == "counterweight") m.counterweight = axis("survey/balance/mass_kg");
    if (balance != "strut") return;
    m.strut = axis("survey/balance/force_N");
    m.strutMost = m.strut.v;
    if (const auto stiffens = axis("survey/balance/progression"); stiffens.known())
        m.strutMost *= 1 + stiffens.v;
    else if (axis("survey/balance/stroke_mm").known())
        m.strutMost *= 1.3; // middle of 20 to 50 %, common practice
    if (const auto cold = axis("survey/balance/temperature_C"); cold.known()) {
        const double share = (std::min(cold.v, 20.0) + 273.15) / 293.15;
        for (double *v : {&m.strut.v, &m.strut.low, &m.strut.high})
            *v *= share;
    }
}

void ModelReader::readSurvey() {
    const auto way = axisText("way", "iron_dovetail");
    m.way.onRails = way.find("rail") != std::string::npos;
    m.way.rolls = m.way.onRails || way == "caged_rollers" || way == "ball_bush";
    const bool heavy = m.cls && m.cls->mass > 100;
    for (const auto &w : ways)
        if (w.code == way) {
            m.wayFriction = w.mu;
            m.constantDrag = heavy ? w.dragHeavy : w.dragBench;
        }
    m.coldFactor = value("/cold_day_factor");
    if (!m.coldFactor.known()) m.coldFactor = assumed(1.3);
    m.hoistUp = axis("survey/hoist/up_N");
    m.hoistDown = axis("survey/hoist/down_N");
    readBalance();
    readLead();
    readHandle();
    readPull();
    findEfficiency();
    readLoads();
    readMass();
    findWeight();
    if (!m.mass.known() && m.cls) m.mass = assumed(m.cls->mass, m.cls->massLow, m.cls->massHigh, Shape::Lognormal);

    const auto start = axis("survey/breakaway/to_start_N");
    const auto going = axis("survey/breakaway/to_keep_going_N");
    if (start.known() && going.known() && going.v > 0) {
        m.breakaway = {std::max(1.0, start.v / going.v), start.standing};
        m.breakawayMeasured = true;
    } else if (m.cls) {
        m.breakaway = assumed(m.way.onRails ? 1.2 : m.cls->breakaway);
        if (m.cls->machine == "hand_grinder") spreadBy(m.breakaway, 1.2 / 1.5, 2.5 / 1.5, Shape::Lognormal);
    }

    readPlaces();
    readScrewLine();
    m.lostNow = axis("survey/lost_motion/total_mm");
    if (!m.lostNow.known() && !m.playAlong.empty()) {
        double most = 0;
        for (const auto &[at, lost] : m.playAlong)
            most = std::max(most, lost);
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

    m.runOut = axis("survey/run_out_mm");
    if (!m.runOut.known() && !m.rounds.empty())
        m.runOut = {2 * m.rounds.front().fit.eccentricity.value(), Standing::Measured};
    m.runOutMeasured = m.runOut.known() && !m.runOut.assumed();
    if (!m.runOut.known()) m.runOut = assumed(0.05e-3, 0.02e-3, 0.10e-3, Shape::Lognormal);
    m.guideOffset = axis("survey/screw_from_guide_mm");
    m.guideLength = axis("survey/guide_length_mm");
    m.screwEnd = readFitSize(axisText("survey/screw_end"));
    if (m.screwEnd.empty()) // the room card holds the same micrometer reading
        if (const auto shaft = axis("survey/room/shaft_mm"); shaft.known())
            m.screwEnd = readFitSize(numberText(shaft.v * 1e3, 6));
}

} // namespace lw
