// What the readings of each survey card say.
#include "survey/cards.h"
#include "units/plain_number.h"
#include "machine/friction.h"
#include "machine/fields.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using I = SurveyCardId;
using Json = nlohmann::json;

struct Judge {
    const Json &project;
    const AxisModel &m;
    const Evaluation &e;
    std::string a = "/axes/" + m.id + "/";

    Known at(const std::string &key) const { return knownAt(project, key.front() == '/' ? key : a + key); }
    std::string mm(double v, int digits = 3) const { return withUnit(v, Dimension::Length, "mm", digits); }
    std::string newton(double v) const { return withUnit(v, Dimension::Force, "N"); }
    const Finding *finding(CheckId id) const {
        for (const auto &f : e.findings)
            if (f.id == id) return &f;
        return nullptr;
    }
    /// A card whose verdict is that of a finding.
    void take(SurveyResult &r, CheckId id) const {
        if (const auto *f = finding(id)) {
            r.verdict = f->verdict;
            if (f->verdict != Verdict::Holds) r.cure = std::string(spec(id).advice);
        }
    }
    static Verdict graded(double v, double pass, double fail) {
        return !(v == v)                ? Verdict::NotKnown
               : v <= pass * (1 + 1e-9) ? Verdict::Holds
               : v <= fail * (1 + 1e-9) ? Verdict::Watch
                                        : Verdict::Fails;
    }
    /// Rows of a list below the axis, in order.
    std::vector<std::string> rows(const std::string &list) const {
        std::vector<std::string> out;
        if (const auto *node = nodeAt(project, a + list); node && node->is_object())
            for (const auto &[id, row] : node->items())
                out.push_back(id);
        return out;
    }

    SurveyResult pull() const;
    SurveyResult handle() const;
    SurveyResult loads() const;
    SurveyResult breakaway() const;
    SurveyResult hoist() const;
    SurveyResult strut() const;
    SurveyResult lostMotion() const;
    SurveyResult playAlong() const;
    SurveyResult lead() const;
    const ToothedBelt::Work *lastBelt() const;
    SurveyResult runOut() const;
    SurveyResult shaftRound() const;
    SurveyResult screwLine() const;
    SurveyResult mass() const;
    SurveyResult tram() const;
    SurveyResult square() const;
    SurveyResult bar() const;
    SurveyResult nose() const;
    SurveyResult room() const;
};

SurveyResult wanted(const std::string &what, bool begun = false) {
    return {Verdict::NotKnown, begun, begun ? "…" : "not yet", "Still wanted: " + what + ".", {}};
}

SurveyResult Judge::pull() const {
    if (m.readings.empty()) return wanted("the pull at five places, both ways");
    SurveyResult r{Verdict::Holds, true, newton(m.pull.v), {}, {}};
    r.sentence = m.readings.size() < 3
                     ? "Read at " + std::to_string(m.readings.size()) +
                           (m.readings.size() == 1 ? " place" : " places") + ": five show where it is worn."
                     : "Worst " + newton(m.pull.v) + " at " + mm(m.tightAt) + ", least at " + mm(m.looseAt) +
                           ", mean " + newton(m.pullMean().v) + ".";
    take(r, "S2"_check);
    if (const auto *f = finding("S3"_check); f && f->verdict < r.verdict) take(r, "S3"_check);
    return r;
}
SurveyResult Judge::handle() const {
    const auto rim = at("survey/handle/pull_N");
    if (!m.handlePull.known()) return wanted("pull at the rim, its radius and the travel of one turn", rim.known());
    SurveyResult r{Verdict::Holds, true, newton(m.handlePull.v), {}, {}};
    const bool direct = m.pullDirect && !m.readings.empty();
    if (!direct) {
        r.verdict = Verdict::Watch;
        r.sentence = "By the handle the slide pulls " + newton(m.handlePull.v) + ", through a screw that is " +
                     std::string(at("survey/handle/efficiency").known()
                                     ? numberText(at("survey/handle/efficiency").v * 100, 2) + " % efficient."
                                     : "30 % efficient, a guess that moves it by 30 %.");
        r.cure = "Take the nut off and pull the slide directly.";
        return r;
    }
    r.sentence = "The handle says " + newton(m.handlePull.v) + ", the direct pull " + newton(m.pullMean().v) +
                 ": the direct one is believed. ";
    if (const double eta = m.efficiencyByBothPulls; eta == eta) {
        r.sentence += "So the old screw is " + numberText(eta * 100, 2) + " % efficient" +
                      (m.keepsScrew && m.efficiency.v == m.screwEfficiencyFound.v ? ": that is counted with."
                       : m.keepsScrew ? "; what is typed at the screw is counted with."
                                      : "; this design has another screw.");
        r.verdict = eta > 1 || eta < 0.08 ? Verdict::Fails : eta < 0.15 || eta > 0.95 ? Verdict::Watch : Verdict::Holds;
        if (eta > 1)
            r.cure = "More came out than went in: read rim, radius and travel of a turn again.";
        else if (r.verdict != Verdict::Holds)
            r.cure = "Hardly anything comes through: dry or bent screw, or the drag with the nut off was left out.";
    }
    return r;
}
SurveyResult Judge::loads() const {
    std::vector<Mass> masses;
    std::vector<Force> pulls;
    const auto ids = rows("survey/loads");
    for (const auto &id : ids) {
        const auto mass1 = at("survey/loads/" + id + "/mass_kg"), pull1 = at("survey/loads/" + id + "/pull_N");
        if (!mass1.known() || !pull1.known()) continue;
        masses.push_back(kilograms(mass1.v));
        pulls.push_back(newtons(pull1.v));
    }
    if (masses.size() < 2) return wanted("the pull at two loads or more", !ids.empty());
    const auto [least, most] = std::minmax_element(masses.begin(), masses.end());
    const auto line = splitFriction(masses, pulls);
    if (!line) return {Verdict::NotKnown, true, "…", sentence(line.error()), {}};
    SurveyResult r{Verdict::Holds, true, "µ " + numberText(line->coefficient, 2), {}, {}};
    r.sentence = "Constant " + newton(line->constantDrag.value()) + ", and " + numberText(line->coefficient, 2) +
                 " of the weight; the line is missed by " + newton(line->maxResidual.value()) + " at most.";
    if (*most < 1.3 * *least) {
        r.verdict = Verdict::Watch;
        r.cure = "The loads are too alike, the slope is noise: put on at least a third more.";
    } else if (line->constantDrag.value() < 0 || line->coefficient < 0.001) {
        r.verdict = Verdict::Fails;
        r.cure = "The readings contradict each other: pull again at one place, slide oiled.";
    } else if (line->coefficient > 0.45) {
        r.verdict = Verdict::Fails;
        r.cure = "No oiled way rubs that hard: recheck the masses, then gib and chips.";
    } else if (line->coefficient > 0.30) {
        r.verdict = Verdict::Watch;
        r.cure = "Dry or gummed ways: clean and oil, pull again.";
    }
    return r;
}
SurveyResult Judge::breakaway() const {
    if (!m.breakawayMeasured)
        return wanted("the pull to start and to keep going",
                      at("survey/breakaway/to_start_N").known() || at("survey/breakaway/to_keep_going_N").known());
    SurveyResult r{Verdict::Holds,
                   true,
                   timesText(m.breakaway.v),
                   "It takes " + timesText(m.breakaway.v) + " the running pull to start it.",
                   {}};
    take(r, "S1"_check);
    return r;
}
SurveyResult Judge::hoist() const {
    if (!m.hoistUp.known() || !m.hoistDown.known())
        return wanted("the scale going up and going down", m.hoistUp.known() || m.hoistDown.known());
    const auto s = splitWeight(newtons(m.hoistUp.v), newtons(m.hoistDown.v));
    SurveyResult r{Verdict::Holds,
                   true,
                   newton(s.netWeight.value()),
                   "Net weight " + newton(s.netWeight.value()) + " (" +
                       withUnit(s.netWeight.value() / standardGravity, Dimension::Mass, "kg") + "), friction " +
                       newton(s.friction.value()) + " each way.",
                   {}};
    if (s.friction.value() <= 0) {
        r.verdict = Verdict::Fails;
        r.cure = "Less going up than down: the readings are the wrong way round, or the sling slipped.";
        return r;
    }
    take(r, "S10"_check);
    return r;
}
SurveyResult Judge::strut() const {
    const auto kind = textAt(project, a + "survey/balance/kind", "none");
    if (kind == "none")
        return {Verdict::Holds, true, "none", "Nothing balances it: the screw, the motor or a brake carries all.", {}};
    SurveyResult r{Verdict::Holds, true, {}, {}, {}};
    if (kind == "counterweight") {
        if (!m.counterweight.known()) return wanted("the hanging mass", true);
        r.figure = withUnit(m.counterweight.v, Dimension::Mass, "kg");
        r.sentence = "The counterweight is accelerated with the slide: it is inertia as well.";
        take(r, "S8"_check);
        return r;
    }
    if (!m.strut.known()) return wanted("what the strut pulls", true);
    r.figure = newton(m.strut.v);
    const auto curve = strutCurve(project, m);
    take(r, "S8"_check);
    if (curve.empty()) {
        r.sentence = "Taken as " + newton(m.strut.v) + " all along; type stroke and stiffening for its curve.";
        return r;
    }
    const double weight = e.state.weightUnbalanced, lost = weight;
    double least = 1e99, most = -1e99;
    for (const auto &p : curve) {
        least = std::min(least, p.net);
        most = std::max(most, p.net);
    }
    r.sentence = "From " + newton(curve.front().force) + " to " + newton(curve.back().force) + " along the stroke; " +
                 newton(least) + " to " + newton(most) + " stay for the screw. If the strut fails, all " +
                 newton(lost) + " hang on screw and brake.";
    if (least < 0) {
        r.verdict = Verdict::Fails;
        r.cure =
            "It overtakes the weight: the load changes sides and the play shows. A weaker strut, or less pressure.";
    } else if (least < 0.03 * weight) {
        r.verdict = std::min(r.verdict, Verdict::Watch);
        r.cure = "Nearly balanced: friction can turn the load round. A little weaker is better.";
    }
    return r;
}
SurveyResult Judge::lostMotion() const {
    const auto total = at("survey/lost_motion/total_mm");
    if (!total.known())
        return wanted("the whole, then bearing, nut and wind-up", m.lostThrust.known() || m.lostSlot.known());
    SurveyResult r{Verdict::Holds, true, mm(total.v), {}, {}};
    if (m.lostThread.v < -1e-9) {
        r.verdict = Verdict::Fails;
        r.sentence = "The parts say more than the whole.";
        r.cure = "Measure again: the gauge on the table moved with the nut, or the whole was read short.";
        return r;
    }
    if (!m.lostThrust.known() && !m.lostSlot.known() && !m.lostWindUp.known()) {
        take(r, "S5"_check);
        r.verdict = std::min(r.verdict, Verdict::Watch);
        r.sentence = "In all; not yet shared out between bearing, nut and thread.";
        r.cure = "Read the parts: gauge on the screw's end, then on the nut. What is fixed first depends on it.";
        return r;
    }
    struct Piece {
        const char *name, *cure;
        double v;
    };
    std::vector<Piece> pieces{{"the thrust bearing", "preload it, shim it, or fit an angular-contact pair",
                               m.lostThrust.known() ? m.lostThrust.v : 0},
                              {"the nut in its slot", "refit it, dowel it", m.lostSlot.known() ? m.lostSlot.v : 0},
                              {"wind-up", "a stiffer bracket", m.lostWindUp.known() ? m.lostWindUp.v : 0},
                              {"the nut's thread", "split the nut, or a new one", std::max(0.0, m.lostThread.v)}};
    std::sort(pieces.begin(), pieces.end(), [](const auto &x, const auto &y) { return x.v > y.v; });
    r.sentence = "Most of it is " + std::string(pieces[0].name) + ", " + mm(pieces[0].v) + "; then " + pieces[1].name +
                 ", " + mm(pieces[1].v) + ".";
    take(r, "S5"_check);
    r.cure.clear(); // piece by piece says more than the check's own line
    for (const auto &p : pieces)
        if (p.v > 0.005e-3)
            r.cure += (r.cure.empty() ? "" : "; ") + std::string(p.name) + " " + mm(p.v, 2) + ": " + p.cure;
    if (r.cure.empty()) return r;
    r.cure += ".";
    r.cure[0] = upperCase(r.cure[0]);
    if (m.ballScrew()) {
        r.verdict = Verdict::Holds;
        r.sentence += " The new screw replaces nut and thread.";
    }
    return r;
}
SurveyResult Judge::playAlong() const {
    if (m.playAlong.size() < 3) return wanted("the play at the middle and both ends", !m.playAlong.empty());
    double least = 1e99, most = -1e99, where = 0;
    for (const auto &[place, lost] : m.playAlong) {
        least = std::min(least, lost);
        if (lost > most) {
            most = lost;
            where = place;
        }
    }
    SurveyResult r{Verdict::Holds, true, mm(most - least) + " apart", {}, {}};
    r.sentence = mm(least) + " to " + mm(most) + ", most at " + mm(where) + ".";
    if (most - least > 0.03e-3 * (1 + 1e-9)) {
        r.verdict = most - least > 0.10e-3 ? Verdict::Fails : Verdict::Watch;
        r.cure = "The screw itself is worn there: no nut adjustment cures it; set for the middle it jams at the ends. "
                 "A new screw.";
    } else {
        r.sentence += " Even: bearing or nut, the screw is good.";
    }
    return r;
}
SurveyResult Judge::lead() const {
    const auto ways = m.leadsFound();
    if (ways.empty()) return wanted("ten turns against a rule, or the dial");
    SurveyResult r{Verdict::Watch, true, mm(ways.front(), 4) + (m.leftHand ? ", left" : ""), {}, {}};
    const std::string hand =
        m.leftHand ? " Left hand: turn the sense round in the controller, not by swapping wires." : "";
    if (ways.size() == 1) {
        r.sentence = "One way only: a second one shows whether the dial reads diameter or the handle is geared." + hand;
        return r;
    }
    const auto [lo, hi] = std::minmax_element(ways.begin(), ways.end());
    const double apart = (*hi - *lo) / *hi;
    r.verdict = graded(apart, 0.003, 0.01);
    r.sentence = "The ways agree within " + numberText(apart * 100, 2) + " %." + hand;
    if (r.verdict == Verdict::Holds) return r;
    // what the ratio smells of
    const double ratio = *hi / *lo;
    if (std::fabs(ratio - 2) < 0.02)
        r.cure = "Twice: the dial reads diameter, or the thread has two starts.";
    else if (std::fabs(ratio - 1.016) < 0.004)
        r.cure = "1.6 % apart: an inch dial on a metric screw, or the other way round.";
    else if (std::fabs(ratio - std::round(ratio)) < 0.02 && ratio > 1.5)
        r.cure = "A whole number of times: starts, or a geared handle.";
    else
        r.cure = "Measure ten turns again, from the same side.";
    return r;
}
/// The belt on the final shaft, where there is one: its pulley sits on the seat that is measured.
const ToothedBelt::Work *Judge::lastBelt() const {
    return m.stages.empty() ? nullptr : e.state.stageWork<ToothedBelt>(m.stages.size() - 1);
}
SurveyResult Judge::runOut() const {
    const auto swing = at("survey/run_out_mm");
    if (!swing.known() && m.rounds.empty()) return wanted("the whole swing of the needle at the pulley seat");
    SurveyResult r{graded(m.runOut.v, runOutPass, runOutFail), true, mm(m.runOut.v, 2), {}, {}};
    r.sentence = "The seat runs " + mm(m.runOut.v / 2, 2) + " off centre" +
                 (swing.known() ? "." : ", from the shaft read round.");
    if (const auto *w = lastBelt(); w && w->swing == w->swing)
        r.sentence += " The belt's pull swings by " + newton(w->swing) + " every turn.";
    if (r.verdict != Verdict::Holds)
        r.cure = "Turn the end between its bearings, or straighten it; a tighter belt cannot take it out.";
    return r;
}
SurveyResult Judge::shaftRound() const {
    const auto ids = rows("survey/round");
    if (m.rounds.empty()) return wanted("the dial at eight marks, three places along the shaft", !ids.empty());
    SurveyResult r{Verdict::Watch, true, {}, {}, {}};
    if (m.rounds.size() < 3) {
        r.figure = mm(2 * m.rounds.front().fit.eccentricity.value(), 2) + " swing";
        r.sentence = "Highest at " + withUnit(m.rounds.front().fit.highSpot.value(), Dimension::Angle, "deg", 3) +
                     ". Three places tell a bend from a shaft that is held askew.";
        return r;
    }
    std::vector<Length> places;
    std::vector<RunOutRound> fits;
    for (const auto &round : m.rounds) {
        places.push_back(metres(round.at));
        fits.push_back(round.fit);
    }
    const auto bent = bentShaft(places, fits);
    if (!bent) return {Verdict::NotKnown, true, "…", sentence(bent.error()), {}};
    // the swing at mid-span is twice the bend: 0.10 and 0.20 of the inspection sheet
    r.verdict = graded(2 * bent->bend.value(), 0.10e-3, 0.20e-3);
    r.figure = "bend " + mm(bent->bend.value(), 2);
    r.sentence = "Bent by " + mm(bent->bend.value(), 2) + " at " + mm(bent->at.value()) + ", high at " +
                 withUnit(bent->highSpot.value(), Dimension::Angle, "deg", 3) + ".";
    const double seat = 2 * fits.front().eccentricity.value();
    if (seat > 0.02e-3) {
        const Verdict end = graded(seat, 0.02e-3, 0.05e-3);
        r.verdict = std::min(r.verdict, end);
        r.figure = "end " + mm(seat, 2);
        r.sentence += " The driven end swings " + mm(seat, 2) + ", high at " +
                      withUnit(fits.front().highSpot.value(), Dimension::Angle, "deg", 3) + ": the end is bent.";
        r.cure = "Press the end straight at its high spot, or turn it between its bearings";
    }
    double rough = 0;
    for (const auto &fit : fits)
        rough = std::max(rough, fit.residual.value());
    if (rough > 0.02e-3) r.sentence += " Out of round by " + mm(rough, 2) + " besides.";
    if (!r.cure.empty()) r.cure += ". ";
    if (2 * bent->bend.value() > 0.10e-3 * (1 + 1e-9))
        r.cure += "Carry it in vee blocks at the seats, press at the high spot, check again; never hammer the thread.";
    return r;
}
SurveyResult Judge::screwLine() const {
    if (!m.screwLine[0] && !m.screwLine[1])
        return wanted("readings every 50 to 100 mm, on top and at the side", !rows("survey/screw_line").empty());
    SurveyResult r{Verdict::Holds, true, {}, {}, {}};
    double worst = 0;
    for (int k = 0; k < 2; ++k) {
        const auto &line = m.screwLine[std::size_t(k)];
        if (!line) {
            r.verdict = std::min(r.verdict, Verdict::NotKnown);
            r.sentence += k ? "The side is still to be read. " : "The top is still to be read. ";
            continue;
        }
        const Verdict v = line->grade == Grade::Pass        ? Verdict::Holds
                          : line->grade == Grade::Attention ? Verdict::Watch
                                                            : Verdict::Fails;
        r.verdict = std::min(r.verdict, v);
        worst = std::max(worst, std::fabs(line->slope) * 0.300);
        r.sentence += std::string(k ? "Seen from above " : "Seen from the side ") +
                      mm(std::fabs(line->slope) * 0.300, 2) + " in 300" +
                      (line->residualRange.value() > 0.02e-3 ? ", scatter " + mm(line->residualRange.value(), 2)
                                                             : std::string()) +
                      ". ";
        if (v != Verdict::Holds) {
            if (m.screwEndsTold)
                r.cure += std::string(k ? "Shift" : "Shim") + " the far bearing by " +
                          mm(std::fabs(line->shiftFarEnd.value()), 2) +
                          (line->shiftFarEnd.value() > 0 ? " towards plus. " : " towards minus. ");
            else
                r.cure +=
                    "Type where the two bearings sit: then it says how far to " + std::string(k ? "shift. " : "shim. ");
        }
    }
    r.figure = mm(worst, 2) + " in 300";
    if (m.screw().root.known() && worst > 0 && m.screw().nutFar.known() && m.travel.known()) {
        const double nearest = std::max(0.03, m.screw().nutFar.v - m.travel.v);
        if (const auto side = nutSideLoad(metres(m.screw().root.v), fromSi<Pressure>(206e9), metres(nearest),
                                          metres(worst / 0.300 * nearest)))
            r.sentence += "Near the bearing the nut is pushed sideways with " + newton(side->hinged.value()) + " to " +
                          newton(side->rigid.value()) + ".";
    }
    return r;
}
SurveyResult Judge::mass() const {
    const bool pieces = !rows("survey/moving_mass").empty();
    if (!m.mass.known() || (m.mass.assumed() && !pieces)) return wanted("the pieces that move, weighed", pieces);
    if (m.mass.assumed())
        return {Verdict::NotKnown, true, "≈ " + withUnit(m.mass.v, Dimension::Mass, "kg"),
                "A third of it or more is guessed: " + withUnit(m.mass.low, Dimension::Mass, "kg") + " to " +
                    withUnit(m.mass.high, Dimension::Mass, "kg") + ".",
                "Weigh the largest piece."};
    SurveyResult r{Verdict::Holds,
                   true,
                   withUnit(m.mass.v, Dimension::Mass, "kg"),
                   "Good to " + numberText((m.mass.high / m.mass.v - 1) * 100, 2) + " %.",
                   {}};
    std::string riders;
    if (const auto *axes = nodeAt(project, "/axes"); axes && axes->is_object())
        for (const auto &[id, row] : axes->items())
            if (textAt(project, "/axes/" + id + "/rides_on") == m.id) riders += (riders.empty() ? "" : ", ") + id;
    if (!riders.empty()) r.sentence += " Carries " + riders + " along: its pieces count here too.";
    take(r, "S6"_check);
    if (r.verdict == Verdict::NotKnown) r.verdict = Verdict::Holds;
    return r;
}
SurveyResult Judge::tram() const {
    const auto x = at("/baseline/tram_x_mm"), y = at("/baseline/tram_y_mm");
    auto swing = at("/baseline/swing_mm");
    if (!x.known() && !y.known()) return wanted("the dial swept left and right, front and back");
    if (!swing.known()) return wanted("the swept circle", true);
    SurveyResult r{Verdict::Holds, true, {}, {}, {}};
    double worst = 0;
    for (const auto &[k, way, high] : {std::tuple{&x, "Left", "left"}, {&y, "Back", "back"}}) {
        if (!k->known()) continue;
        const auto h = headTram(metres(k->v), metres(swing.v), millimetres(63), millimetres(50));
        if (!h) continue;
        const double in200 = std::fabs(h->tilt) * 0.200;
        worst = std::max(worst, in200);
        r.sentence += std::string(way) + (std::string(way) == "Left" ? " to right " : " to front ") + mm(in200, 2) +
                      " in 200, a 63 mm cutter leaves " + mm(h->dish.value(), 2) + " hollow. ";
        if (in200 > 0.02e-3 * (1 + 1e-9))
            r.cure += std::string(high) + " side is " + (k->v > 0 ? "high" : "low") + ". ";
    }
    r.figure = mm(worst, 2) + " in 200";
    r.verdict = graded(worst, 0.02e-3, 0.05e-3);
    if (r.verdict != Verdict::Holds) r.cure += "Nod or tilt the head, or shim under it.";
    if (!r.cure.empty()) r.cure[0] = upperCase(r.cure[0]);
    return r;
}
SurveyResult Judge::square() const {
    const auto off = at("/baseline/square_mm"), over = at("/baseline/square_over_mm");
    if (!off.known()) return wanted("the dial along Y on the square, turned over once");
    if (!over.known()) return wanted("over what length the dial ran", true);
    const double in300 = std::fabs(off.v) / over.v * 0.300;
    SurveyResult r{graded(in300, 0.02e-3, 0.05e-3),
                   true,
                   mm(in300, 2) + " in 300",
                   "X and Y stand off square by " + mm(in300, 2) + " in 300.",
                   {}};
    if (r.verdict != Verdict::Holds)
        r.cure = "The ways, or the saddle on them: scraping. A controller can correct for it; the machine keeps it.";
    return r;
}
SurveyResult Judge::bar() const {
    const auto head = at("/baseline/bar_head_mm"), tail = at("/baseline/bar_tail_mm"),
               between = at("/baseline/bar_between_mm"), centres = at("/baseline/centres_mm");
    if (!head.known() || !tail.known() || !between.known())
        return wanted("both diameters and the length between them", head.known() || tail.known());
    const auto b = testBar(metres(head.v), metres(tail.v), metres(between.v),
                           centres.known() ? std::optional<Length>(metres(centres.v)) : std::nullopt);
    if (!b) return {Verdict::NotKnown, true, "…", sentence(b.error()), {}};
    const double in300 = std::fabs(b->taper) / 2 * 0.300;
    SurveyResult r{graded(in300, 0.02e-3, 0.04e-3),
                   true,
                   mm(in300, 2) + " in 300",
                   "Taper " + numberText(b->taper * 1000, 2) + " mm a metre on diameter.",
                   {}};
    if (r.verdict == Verdict::Holds) return r;
    if (b->moveTailstock)
        r.cure = "Move the tailstock " + mm(std::fabs(b->moveTailstock->value()), 2) +
                 (b->moveTailstock->value() > 0 ? " towards" : " away from") +
                 " the tool, dial on its quill; turn the bar again.";
    else
        r.cure = "Turned in the chuck it is not the tailstock: level the bed, then the headstock.";
    return r;
}
SurveyResult Judge::nose() const {
    const auto swing = at("/baseline/nose_mm");
    if (!swing.known()) return wanted("the swing of the needle in the taper");
    SurveyResult r{
        graded(swing.v, 0.01e-3, 0.02e-3), true, mm(swing.v, 2), "The nose swings " + mm(swing.v, 2) + ".", {}};
    if (r.verdict != Verdict::Holds) r.cure = "Clean the taper; then the spindle bearings, before any motor.";
    return r;
}
SurveyResult Judge::room() const {
    int known = 0, all = 0;
    for (const auto key : surveyCard(I::Room).fields) {
        const std::string k(key);
        ++all;
        if (k.ends_with("tapped") ? !textAt(project, a + k).empty() : at(k).known()) ++known;
    }
    if (!known) return wanted("shaft, boss, tapped holes, free room");
    SurveyResult r{known >= 4 ? Verdict::Holds : Verdict::NotKnown,
                   true,
                   std::to_string(known) + " of " + std::to_string(all),
                   {},
                   {}};
    const auto square1 = at("survey/room/motor_square_mm"), length = at("survey/room/motor_length_mm"),
               disc = at("survey/room/pulley_mm");
    const double pulley = lastBelt() ? lastBelt()->pulleys[1].outside.value() : 0;
    if (disc.known() && pulley > disc.v) {
        r.verdict = Verdict::Fails;
        r.cure = "The screw pulley is " + mm(pulley) + " over its teeth; " + mm(disc.v) + " turn free.";
    } else if (square1.known() && m.motorBody().face.known() && m.motorBody().face.v > square1.v) {
        r.verdict = Verdict::Fails;
        r.cure = "The motor is " + mm(m.motorBody().face.v) + " square; " + mm(square1.v) + " are free.";
    } else if (length.known() && m.motorBody().body.known() && m.motorBody().body.v > length.v) {
        r.verdict = Verdict::Fails;
        r.cure = "The motor is " + mm(m.motorBody().body.v) + " long; " + mm(length.v) + " are free.";
    } else if (square1.known() && m.motorBody().face.known() && length.known() && m.motorBody().body.known()) {
        r.sentence = "The motor goes in: " + mm(m.motorBody().face.v) + " square and " + mm(m.motorBody().body.v) +
                     " long of " + mm(square1.v) + " and " + mm(length.v) + ".";
    }
    if (r.sentence.empty())
        r.sentence = r.cure.empty() ? "What is typed here is held against motor and pulleys as they are chosen."
                                    : "It does not go in.";
    return r;
}
} // namespace

SurveyResult judgeSurveyCard(const Json &project, const AxisModel &m, const Evaluation &e, SurveyCardId id) {
    const Judge j{project, m, e};
    switch (id) {
    case I::Pull: return j.pull();
    case I::Handle: return j.handle();
    case I::Loads: return j.loads();
    case I::Breakaway: return j.breakaway();
    case I::Hoist: return j.hoist();
    case I::Strut: return j.strut();
    case I::LostMotion: return j.lostMotion();
    case I::PlayAlong: return j.playAlong();
    case I::LeadWays: return j.lead();
    case I::RunOut: return j.runOut();
    case I::ShaftRound: return j.shaftRound();
    case I::ScrewLine: return j.screwLine();
    case I::MovingMass: return j.mass();
    case I::Tram: return j.tram();
    case I::Square: return j.square();
    case I::Bar: return j.bar();
    case I::Nose: return j.nose();
    case I::Room: return j.room();
    }
    return {};
}

std::vector<StrutPlace> strutCurve(const Json &project, const AxisModel &m) {
    const std::string a = "/axes/" + m.id + "/survey/balance/";
    const auto stroke = knownAt(project, a + "stroke_mm");
    auto progression = knownAt(project, a + "progression");
    const auto cold = knownAt(project, a + "temperature_C");
    const auto stamped = knownAt(project, a + "force_N");
    if (textAt(project, a + "kind") != "strut" || !stamped.known() || !stroke.known() || !(stroke.v > 0)) return {};
    if (!progression.known()) progression.v = 0.3; // common practice, middle of 20 to 50 %
    if (!(progression.v > 0)) progression.v = 1e-6;
    // any rod will do: the gas volume is the one that gives this stiffening over this stroke
    const Length rod = millimetres(10);
    const double area = pi / 4 * 1e-4, volume = area * stroke.v * (1 + progression.v) / progression.v;
    std::vector<StrutPlace> out;
    for (int k = 0; k <= 10; ++k) {
        const double x = stroke.v * k / 10;
        const auto f = gasStrut(newtons(stamped.v), volume, rod, metres(x), cold.known() ? cold.v : 20.0, 1, {});
        if (!f) return {};
        out.push_back({x, f->perStrut.value(), m.weightAlong() - f->perStrut.value()});
    }
    return out;
}

} // namespace lw
