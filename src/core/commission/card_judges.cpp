// One function a card: readings in, verdict, sentence and settings out.
#include "commission/cards.h"
#include "units/plain_number.h"
#include "commission/limits.h"
#include "proof/stopping.h"
#include "commission/readings.h"
#include "drive/steps.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {
Verdict verdictOf(Grade g) {
    return g == Grade::Pass ? Verdict::Holds : g == Grade::Attention ? Verdict::Watch : Verdict::Fails;
}
std::string um(double si) { return withUnit(si, Dimension::Length, "um", 3); }
std::string mm(double si, int digits = 4) { return withUnit(si, Dimension::Length, "mm", digits); }
SettingLine card(std::string key, std::string label, std::string value, std::string unit, std::string unrounded,
                 std::string how) {
    return {std::move(key),
            std::move(label),
            std::move(value),
            std::move(unit),
            std::move(unrounded),
            std::move(how),
            'c',
            true,
            ""};
}

/// What one card's judge reads and fills in.
class Judge {
public:
    Judge(const Json &project, const AxisModel &model, const AxisState &state, const CardSpec &spec)
        : m_project(project), m(model), s(state), m_spec(spec),
          m_base("/axes/" + model.id + "/cards/" + std::string(spec.code) + "/") {}

    CardResult run() {
        if (const auto *n = nodeAt(m_project, m_base.substr(0, m_base.size() - 1)); n && n->is_object())
            r.begun = !n->empty();
        r.waived = !m_spec.gate && !textAt(m_project, m_base + "waived").empty();
        switch (m_spec.id) {
        case CardId::StopWorks: stopWorks(); break;
        case CardId::Hold: hold(); break;
        case CardId::WhichWay: whichWay(); break;
        case CardId::Home: home(); break;
        case CardId::Steps: steps(); break;
        case CardId::Stall: stall(); break;
        case CardId::SpeedUp: speedUp(); break;
        case CardId::WarmUp: warm(); break;
        case CardId::ManyMoves: manyMoves(); break;
        case CardId::LostMotion: lost(); break;
        case CardId::SoftEnds: softEnds(); break;
        case CardId::TestPiece: m.lathe ? testBar() : circle(); break;
        case CardId::FirstCut: firstCut(); break;
        case CardId::HandOver: handOver(); break;
        case CardId::WholeTurns: wholeTurns(); break;
        case CardId::TablePlay: tablePlay(); break;
        case CardId::QuarterTurn: quarterTurn(); break;
        }
        if (r.verdict == Verdict::NotKnown && r.sentence.empty())
            r.sentence = m_missing.empty() ? "Nothing read yet." : "Still wanted: " + m_missing + ".";
        return r;
    }

    /// The set speed out of the stall readings, with what it rests on.
    std::optional<SetSpeed> speed() {
        const auto readings = typed(cardSpec(CardId::Stall), 0);
        if (readings.empty() || !m.acceleration.known()) return {};
        SetSpeedInput in;
        for (double v : readings)
            in.stalls.push_back(fromSi<Speed>(v));
        const auto k = knownAt(m_project, "/axes/" + m.id + "/cards/stall/safe_fraction");
        in.safeFraction = k.known() ? k.v : m.vertical ? 0.5 : m.closedLoop() ? 0.7 : 0.6;
        in.pulseLimit = s.rateLimit == s.rateLimit ? s.rateLimit : 0;
        const double steps = designSteps(m);
        in.stepsPerMm = steps == steps ? steps : 0;
        if (s.critical == s.critical) in.screwLimit = revolutionsPerMinute(0.8 * s.critical);
        in.lead = metres(m.lead.known() ? m.lead.v : 0);
        in.stopping = stoppingOf(m, s);
        const auto found = setSpeed(in);
        return found ? std::optional(*found) : std::nullopt;
    }

private:
    double value(const char *field, const char *name) {
        const auto k = knownAt(m_project, m_base + field);
        if (!k.known() && name) want(name);
        return k.v;
    }
    std::string choice(const char *field, const char *name) {
        auto c = textAt(m_project, m_base + field);
        if (c.empty() && name) want(name);
        return c;
    }
    void want(const std::string &name) { m_missing += (m_missing.empty() ? "" : ", ") + name; }
    [[nodiscard]] bool complete() const { return m_missing.empty(); }
    std::vector<double> typed(const CardSpec &spec, std::size_t series) {
        std::vector<double> out;
        for (const auto &x : cardReadings(m_project, m.id, spec, spec.series[series]))
            if (!x.struck && x.si == x.si) out.push_back(x.si);
        return out;
    }
    void say(Verdict v, std::string sentence) {
        r.verdict = v;
        r.sentence = std::move(sentence);
    }

    /// Teeth of the first belt's pulleys, driving and driven; 0: none, or not known.
    [[nodiscard]] std::pair<int, int> pulleyTeeth() const {
        const auto *b = m.stageAs<ToothedBelt>(m.placeOf<ToothedBelt>());
        return b ? std::pair{b->driver.teeth, b->driven.teeth} : std::pair{0, 0};
    }
    void stopWorks() {
        const double bond = value("bond_ohm", "the bond"), supply = value("supply_V", "the supply"),
                     fall = value("fall_s", "the fall below 60 V");
        // jobs kept before the figure was asked for have a word there
        auto word = textAt(m_project, m_base + "insulation/typed", choice("insulation", nullptr));
        if (word != "ok" && word != "low") word.clear();
        const double insulation = word.empty() ? value("insulation", "the insulation") : notKnown;
        const auto stops = choice("stops_cut", "the stops"), limits = choice("limits_cut", "the limits"),
                   back = choice("back_on_release", "what comes back on release");
        if (bond > 0.1)
            return say(Verdict::Fails, "The bond has " + withUnit(bond, Dimension::Resistance, "ohm", 3) +
                                           ": its length and section make one expect less, 0.1 at the most here. "
                                           "Scrape paint, star washer. Nothing moves before.");
        constexpr double leastInsulation = 1e6; // ohm; IEC 60204-1, 18.3, from memory
        if (word == "low" || insulation < leastInsulation)
            return say(Verdict::Fails,
                       "The insulation is too low" +
                           (insulation == insulation
                                ? ", " + withUnit(insulation, Dimension::Resistance, "Mohm", 2) + " of 1 at least"
                                : std::string()) +
                           ": find the wire. Mains by a licensed hand.");
        if (stops == "no" || limits == "no")
            return say(Verdict::Fails,
                       "A stop or limit does not cut the motor power: rewire in hardware. Nothing moves before.");
        if (back == "yes")
            return say(Verdict::Fails,
                       "Power comes back on release: a separate reset is needed. Nothing moves before.");
        if (fall > 5 && supply > 60)
            return say(Verdict::Fails,
                       "Above 60 V for " + numberText(fall, 3) + "\u00a0s, 5 at most: fit a bleeder, mark the panel.");
        if (!complete()) return;
        if (m.supply.voltage.known() && std::fabs(supply / m.supply.voltage.v - 1) > 0.05)
            return say(Verdict::Watch, "The supply gives " + numberText(supply, 3) + "\u00a0V where the design has " +
                                           numberText(m.supply.voltage.v, 3) + ": other tap, or change the design.");
        if (m.drive.voltLimit.known() && supply * 1.1 > m.drive.voltLimit.v)
            return say(Verdict::Fails, "With the mains a tenth high the drives would see " +
                                           numberText(supply * 1.1, 3) + "\u00a0V of " +
                                           numberText(m.drive.voltLimit.v, 3) + ".");
        say(Verdict::Holds, "The stop takes the power away, and it stays away.");
    }
    void hold() {
        const auto holds = choice("holds_by_hand", "whether it holds by hand");
        const double rise = value("case_C", "the case") - value("room_C", "the room");
        if (holds == "no")
            return say(Verdict::Fails, "It does not hold: a phase pair swapped, or the wrong current switch.");
        if (!complete()) return;
        if (rise > 40)
            return say(Verdict::Fails,
                       "The case is " + numberText(rise, 3) + "\u00a0K above the room, 40 at most: less idle current.");
        say(Verdict::Holds, "Holds, " + numberText(rise, 3) + "\u00a0K warm.");
    }
    void whichWay() {
        const auto right = choice("right_way", "the direction");
        const double went = value("distance_mm", "how far ten millimetres went");
        if (right == "no")
            return say(Verdict::Fails, "Plus goes the wrong way: turn the direction flag. Never swap phases live.");
        if (!complete()) return;
        const double off = std::fabs(std::fabs(went) / 0.010 - 1);
        r.dial = went;
        if (off <= 0.05) {
            r.sets.push_back(card("direction", "Direction", "as wired", "", "", "card 3"));
            return say(Verdict::Holds, "Plus is plus, and ten millimetres are " + mm(went, 4) + ".");
        }
        std::string why = "Ten millimetres came out as " + mm(went, 4) + ".";
        const auto teeth = pulleyTeeth();
        if (const auto suspects = scaleSuspects(std::fabs(went) / 0.010, teeth.first, teeth.second); !suspects.empty())
            why += " Look first: " + std::string(suspectWords(suspects.front().code)) + ".";
        say(Verdict::Fails, why);
    }
    void home() {
        std::vector<Length> trips;
        for (double v : typed(m_spec, 0))
            trips.push_back(metres(v));
        if (!trips.empty()) r.dial = trips.back().value();
        if (trips.size() < 10) want(std::to_string(10 - trips.size()) + " more trips");
        const double edge = value("edge_to_index_mm", nullptr), spacing = value("index_spacing_mm", nullptr);
        const bool index = edge == edge && spacing == spacing;
        const auto f = judgeHoming(trips, metres(s.fullStep == s.fullStep ? s.fullStep : 10e-6), millimetres(0.01),
                                   metres(index ? edge : 0.5), metres(index ? spacing : 1));
        if (!f) return;
        if (f->grade == Grade::Fail)
            return say(Verdict::Fails,
                       "Home comes back within " + um(f->range.value()) + ", 20 at most: stiffer dog, cleaner switch.");
        if (!complete()) return;
        if (index && !f->indexSafe)
            return say(Verdict::Fails,
                       "The edge lies " + numberText(f->indexFraction, 2) +
                           " between two index marks: move the dog, or home jumps a whole turn one day.");
        say(verdictOf(f->grade), "Ten trips within " + um(f->range.value()) + ".");
    }
    void steps() {
        const auto told = cardReadings(m_project, m.id, m_spec, m_spec.series[0]),
                   went = cardReadings(m_project, m.id, m_spec, m_spec.series[1]);
        ScaleInput in;
        const double now = designSteps(m);
        in.stepsPerMm = now;
        for (std::size_t k = 0; k < told.size(); ++k)
            if (told[k].si == told[k].si && went[k].si == went[k].si && !told[k].struck && !went[k].struck) {
                in.commanded.push_back(told[k].si * 1e3);
                in.measured.push_back(went[k].si * 1e3);
            }
        if (!(now == now)) return want("the lead of the screw");
        if (in.commanded.size() < 3) return want(std::to_string(5 - in.commanded.size()) + " more places");
        in.travel = metres(m.travel.known() ? m.travel.v : 0.3);
        const double doubt = value("doubt_mm", nullptr);
        in.doubt = metres(doubt > 0 ? doubt : 0.02e-3);
        const auto teeth = pulleyTeeth();
        in.driverTeeth = teeth.first;
        in.drivenTeeth = teeth.second;
        const auto f = calibrateSteps(in);
        if (!f) return say(Verdict::Fails, sentence(f.error()));
        const double percent = (f->scale - 1) * 100;
        const std::string off = numberText(std::fabs(percent), 2) + "\u00a0% " + (percent < 0 ? "short" : "long");
        r.measured = f->newStepsPerMm;
        if (*f->action == ScaleAction::FindCause)
            return say(Verdict::Fails, "Goes " + off + ": find the cause, do not scale." +
                                           (f->suspect ? " Likeliest: " + std::string(suspectWords(*f->suspect)) + "."
                                                       : std::string()));
        if (in.commanded.size() < 5) return want(std::to_string(5 - in.commanded.size()) + " more places");
        if (*f->action == ScaleAction::Correct) {
            r.sets.push_back(card("steps_per_mm", "Steps per mm", numberText(f->newStepsPerMm, 8), "1/mm",
                                  numberText(f->newStepsPerMm, 12), "card 5: was " + numberText(now, 8) + ", " + off));
            return say(Verdict::Watch, "Goes " + off + ", more than the gauge's doubt: enter " +
                                           numberText(f->newStepsPerMm, 8) + " and read once more.");
        }
        say(Verdict::Holds, "Steps " + off + ", within the gauge's own doubt. Leave " + numberText(now, 8) + ".");
    }
    void stall() {
        const auto v = speed();
        const auto read = typed(m_spec, 0);
        r.predicted = stallSpeed(m, s).speed;
        if (!read.empty()) r.dial = read.back();
        if (read.size() < 3) want(std::to_string(3 - read.size()) + " more places");
        if (!v) return;
        const double least = *std::min_element(read.begin(), read.end());
        const std::string set = numberText(inMillimetresPerMinute(v->set), 6);
        const char *why = v->governs == SpeedGoverns::Stall    ? "of the lowest stall"
                          : v->governs == SpeedGoverns::Pulses ? "the pulse limit governs"
                                                               : "the screw's whip governs";
        const double fraction = v->byStall.value() / least;
        r.sets.push_back(card("vmax_mm_min", "Top speed", set, "mm/min", numberText(inMillimetresPerMinute(v->set), 8),
                              v->governs == SpeedGoverns::Stall
                                  ? "card 6: " + numberText(fraction, 2) + " of stall " + numberText(least * 60e3, 5)
                                  : std::string("card 6: ") + why));
        if (!complete()) return;
        if (m.rapid.known() && v->set.value() < m.rapid.v * (1 - 1e-9))
            return say(Verdict::Watch, "Set " + set + "\u00a0mm/min, " + numberText(m.rapid.v * 60e3, 5) +
                                           " wanted: more volts, less friction, another ratio, or a lower rapid.");
        say(Verdict::Holds, "Set " + set + "\u00a0mm/min: " + why + ", and the wanted rapid is below it.");
    }
    void speedUp() {
        const double lost = value("lost_at_m_s2", "where steps were lost");
        if (!complete()) return;
        const double set = 0.5 * lost * 1e3,
                     rounded = set < 100 ? std::floor(set + 1e-9) : std::floor(set / 10 + 1e-9) * 10;
        r.sets.push_back(card("acc_mm_s2", "Speeding up", numberText(rounded, 6), "mm/s2", numberText(set, 8),
                              "card 7: half of " + numberText(lost * 1e3, 5) + " lost"));
        if (m.acceleration.known() && set < m.acceleration.v * 1e3 * (1 - 1e-9))
            return say(Verdict::Watch, "Set " + numberText(rounded, 5) + "\u00a0mm/s², the design took " +
                                           numberText(m.acceleration.v * 1e3, 5) + ": mass, rotor or current.");
        say(Verdict::Holds, "Set " + numberText(rounded, 5) + "\u00a0mm/s², as the design took.");
    }
    void warm() {
        const auto t = typed(m_spec, 0);
        const double interval = value("interval_min", "the minutes between"), room = value("room_C", "the room"),
                     drift = value("drift_mm", "the drift against the stop");
        if (t.size() < 3) want(std::to_string(3 - t.size()) + " more readings");
        if (t.size() == 3 && interval == interval && room == room) {
            const auto f = warmUp(t[0], t[1], t[2], interval / 60, room, 80, 100);
            if (!f) return;
            if (!f->settles) return say(Verdict::NotKnown, "Not settling: run longer.");
            r.measured = f->finalC - room;
            if (f->grade == Grade::Fail)
                return say(Verdict::Fails, "Would reach " + numberText(f->atFortyC, 3) +
                                               "\u00a0°C in a room of 40: less idle current, a fan, a heat path.");
            if (!complete()) return;
            if (drift > 0.02e-3 * (1 + 1e-9))
                return say(Verdict::Watch,
                           "Drifts " + mm(drift, 2) + " as it warms, 0.02 at most: warm up before fine work.");
            return say(verdictOf(f->grade), "Settles at " + numberText(f->finalC, 3) + "\u00a0°C, " +
                                                numberText(f->finalC - room, 3) + "\u00a0K above the room; " +
                                                numberText(f->atFortyC, 3) + "\u00a0°C on a day of 40.");
        }
    }
    void manyMoves() {
        const auto d = typed(m_spec, 0);
        if (d.empty()) return want("the drift");
        double worst = 0;
        for (double v : d)
            worst = std::max(worst, std::fabs(v));
        r.dial = d.back();
        const double limit = std::max(0.01e-3, s.fullStep == s.fullStep ? s.fullStep : 0);
        if (worst > limit * (1 + 1e-9)) {
            const bool steady = d.size() >= 3 && std::is_sorted(d.begin(), d.end());
            return say(Verdict::Fails, "Creeps " + um(worst) +
                                           (steady ? ", steadily: direction set-up time, or noise on the step line."
                                                   : ", in jumps: it stalls, or a tooth slips."));
        }
        if (d.size() < 10) return want(std::to_string(10 - d.size()) + " more readings");
        say(Verdict::Holds, "Comes back within " + um(worst) + " over a thousand moves.");
    }
    void lost() {
        std::vector<std::vector<Length>> places(3);
        for (const auto &x : cardReadings(m_project, m.id, m_spec, m_spec.series[0]))
            if (!x.struck && x.si == x.si) {
                places[static_cast<std::size_t>(x.place)].push_back(metres(x.si));
                r.dial = x.si;
            }
        r.predicted = s.lostMotion;
        for (std::size_t k = 0; k < places.size(); ++k)
            if (places[k].size() < 3) want(std::string(m_spec.series[0].places[k]));
        std::erase_if(places, [](const auto &p) { return p.empty(); });
        const double res = value("resolution_mm", nullptr), target = value("target_mm", nullptr);
        const double wished = target == target       ? target
                              : m.lostTarget.known() ? m.lostTarget.v
                              : m.ballScrew()        ? 0.02e-3
                                                     : 0.10e-3;
        const auto f = backlashAlong(places, metres(res == res ? res : 0.001e-3), metres(wished));
        if (!f) return;
        double sum = 0;
        for (auto mean : f->means)
            sum += mean.value();
        r.measured = sum / double(f->means.size());
        if (!complete()) return;
        r.sets.push_back(card("backlash_mm", "Lost motion", numberText(inMillimetres(f->compensation), 3), "mm",
                              numberText(r.measured * 1e3, 6), "card 10: the least of three, not the mean"));
        std::string t = f->even ? "Even along the travel: bearing, coupling and bracket, not a worn screw."
                                : "Varies by " + um(f->range.value()) + " along the travel: worn screw, or the gib.";
        t += " Set " + mm(f->compensation.value(), 3) + ", the least of three.";
        if (f->compensation.value() > 0.05e-3) t += " That much is better fixed first: a climb cut would still snatch.";
        say(f->compensation.value() > 0.05e-3 ? std::min(Verdict::Watch, verdictOf(f->grade)) : verdictOf(f->grade), t);
    }
    void softEnds() {
        const auto v = speed();
        if (!v) want("card 6, stall");
        const double room = value("room_mm", "the room beyond the switch");
        const auto inside = choice("stops_inside", "whether it stops inside"),
                   touched = choice("switch_touched", "whether a switch was touched");
        if (v && m.travel.known()) {
            const double inset = std::ceil(inMillimetres(v->inset) * 10 - 1e-9) / 10;
            const double travel = std::floor((m.travel.v * 1e3 - 2 * inset) * 10 + 1e-6) / 10;
            r.sets.push_back(card("travel_mm", "Travel", numberText(travel, 6), "mm",
                                  numberText(m.travel.v * 1e3 - 2 * inMillimetres(v->inset), 8),
                                  numberText(m.travel.v * 1e3, 5) + " less twice " + numberText(inset, 3)));
            r.sets.push_back(card("soft_min_mm", "Soft end, low", numberText(inset, 4), "mm",
                                  numberText(inMillimetres(v->inset), 8),
                                  "stop " + numberText(inMillimetres(v->stop), 3) + " and 2 to spare"));
            r.sets.push_back(
                card("soft_max_mm", "Soft end, high", numberText(inset + travel, 6), "mm", "", "from the same end"));
        }
        if (inside == "no" || touched == "yes")
            return say(Verdict::Fails, "Runs past its soft end: larger inset, lower speed or softer ramp.");
        if (v && !v->known) want("what moves and its friction");
        if (v && v->known && !v->roomLeast)
            return say(Verdict::Fails, "With the power gone nothing stops it: a brake is needed.");
        if (!complete()) return;
        if (room < v->roomLeast->value())
            return say(Verdict::Fails, "Needs " + mm(v->roomLeast->value(), 3) +
                                           " beyond the switch to run out, there are " + mm(room, 3) +
                                           ": lower the speed, move the switch, a bumper.");
        if (room < v->roomNeeded->value() * (1 - 1e-9))
            return say(Verdict::Watch, "Runs out in " + mm(v->roomLeast->value(), 3) + " of " + mm(room, 3) + "; " +
                                           mm(v->roomNeeded->value(), 3) + " would leave some to spare.");
        say(Verdict::Holds, "Stops " + mm(v->inset.value(), 3) + " before the switch, and runs out well before iron.");
    }
    void testBar() {
        const auto held = choice("held", "how it is held");
        const double head = value("head_mm", "the headstock end"), tail = value("tail_mm", "the tail end"),
                     apart = value("apart_mm", "how far apart");
        const bool centres = held == "centres";
        const double whole = centres ? value("whole_mm", "the whole length") : apart;
        if (!complete() || !(apart > 0)) return;
        const double taper = (tail - head) / apart, per300 = std::fabs(taper) / 2 * 0.3;
        r.measured = std::fabs(tail - head);
        const auto v = per300 <= 0.02e-3 * (1 + 1e-9)   ? Verdict::Holds
                       : per300 <= 0.04e-3 * (1 + 1e-9) ? Verdict::Watch
                                                        : Verdict::Fails;
        if (v == Verdict::Holds)
            return say(v, "Turns round and straight: " + um(r.measured) + " over " + mm(apart, 3) + ".");
        if (centres) {
            const double offset = taper * whole / 2;
            return say(v, std::string("Taper: the ") + (taper > 0 ? "tail" : "head") + " end is bigger by " +
                              mm(r.measured, 2) + ". Move the tailstock " + mm(std::fabs(offset), 2) +
                              (taper > 0 ? " towards" : " away from") + " the tool, turn the bar again.");
        }
        say(v, std::string("Taper in the chuck: ") + mm(r.measured, 2) + " over " + mm(apart, 3) +
                   ". Not the tailstock: level the bed, then the headstock.");
    }
    void circle() {
        const double d0 = value("d0_mm", "0°"), d45 = value("d45_mm", "45°"), d90 = value("d90_mm", "90°"),
                     d135 = value("d135_mm", "135°");
        if (!complete()) return;
        const double round = (std::max({d0, d45, d90, d135}) - std::min({d0, d45, d90, d135})) / 2;
        const double square = (d45 - d135) / d0 * 0.3, scale = (d0 - d90) / d0;
        r.measured = round;
        const auto v = round <= 0.02e-3 * (1 + 1e-9)   ? Verdict::Holds
                       : round <= 0.05e-3 * (1 + 1e-9) ? Verdict::Watch
                                                       : Verdict::Fails;
        std::string t = "Out of round by " + um(round) + ".";
        if (v != Verdict::Holds)
            t += std::fabs(d45 - d135) > std::fabs(d0 - d90)
                     ? " Mostly squareness: " + mm(std::fabs(square), 2) + " over 300."
                     : " Mostly scale: " + numberText(std::fabs(scale) * 1e6, 2) +
                           " parts in a million between the axes.";
        say(v, t);
    }
    void firstCut() {
        const double wanted = value("wanted_mm", "the size wanted"), came = value("came_mm", "the size it came to");
        const auto marks = choice("marks", "whether there are marks");
        if (!complete()) return;
        const double off = came - wanted;
        if (marks == "lead") return say(Verdict::Fails, "Marks at the pitch of the screw: bend, or the coupling.");
        if (marks == "tooth")
            return say(Verdict::Fails, "Marks at the pitch of the belt: tension, or a pulley out of true.");
        if (std::fabs(off) > 0.1e-3 * (1 + 1e-9))
            return say(Verdict::Fails, "Came out " + mm(std::fabs(off), 2) + (off > 0 ? " big" : " small") +
                                           ", 0.1 at most: look at the lost motion.");
        say(Verdict::Holds, "Within " + mm(std::fabs(off), 2) + " of the size, clean.");
    }
    void handOver() {
        const auto stop = choice("stop_again", "the stop card once more"),
                   printed = choice("sheet_printed", "the printed sheet");
        if (stop == "no" || printed == "no")
            return say(Verdict::Fails, "Not handed over: the stop card and the printed sheet belong to it.");
        if (complete()) say(Verdict::Holds, "Handed over.");
    }

    void wholeTurns() {
        const double radius = value("radius_mm", "the radius of the dial"), off = value("off_mm", "what it is off by"),
                     again = value("again_mm", nullptr);
        const auto typedTurns = knownAt(m_project, m_base + "turns");
        const double turns = typedTurns.known() ? typedTurns.v : 10;
        if (!complete() || !(radius > 0)) return;
        const double aTurn = off / (2 * pi * radius) / turns; // of a turn, too far each turn
        r.measured = off / radius;
        const auto v = std::fabs(off) <= 0.02e-3 * (1 + 1e-9)   ? Verdict::Holds
                       : std::fabs(off) <= 0.05e-3 * (1 + 1e-9) ? Verdict::Watch
                                                                : Verdict::Fails;
        if (v == Verdict::Holds) return say(v, "Comes round to where it was.");
        const std::string what = "Off by " + mm(std::fabs(off), 3) + " after " + numberText(turns, 3) + " turns, " +
                                 withUnit(std::fabs(off / radius), Dimension::Angle, "arcmin", 2) + ".";
        if (!(again == again)) return say(v, what + " Once more as many turns: twice as much is the ratio.");
        if (std::fabs(again - 2 * off) > std::max(0.02e-3, 0.25 * std::fabs(off)))
            return say(std::min(v, Verdict::Fails),
                       what + " Not twice as much the second time: steps are lost, or the chuck slips.");
        std::string ratio;
        if (const auto steps = m.stepsATurn())
            ratio = " A turn is " + numberText(steps->value() / (1 + aTurn), 8) + " steps, not " +
                    numberText(steps->value(), 8) + ": count the teeth, a strain-wave of 50 may be 51.";
        say(std::min(v, Verdict::Fails), what + " Twice that the second time: the ratio is wrong." + ratio);
    }
    void tablePlay() {
        const double radius = value("radius_mm", "the radius of the dial");
        const auto readings = typed(m_spec, 0);
        if (readings.size() < 8) want("eight places round");
        if (!readings.empty()) {
            r.dial = readings.back();
            r.predicted = s.rotary.play * radius;
        }
        if (!complete() || !(radius > 0)) return;
        const auto [least, most] = std::minmax_element(readings.begin(), readings.end());
        const double play = *most / radius;
        r.measured = play;
        const auto &wished = m.rotary()->play;
        std::string what = "Gives " + withUnit(play, Dimension::Angle, "arcmin", 2) + " at most, " +
                           withUnit(*least / radius, Dimension::Angle, "arcmin", 2) + " at least.";
        if (*most > 2 * *least + 2e-6) what += " Uneven round: the wheel runs out, adjust it at its tightest.";
        if (!wished.known()) return say(Verdict::Watch, what + " Nobody said what it is for: no limit.");
        say(play <= wished.v * (1 + 1e-9)                   ? Verdict::Holds
            : play <= m.rotary()->playAtMost() * (1 + 1e-9) ? Verdict::Watch
                                                            : Verdict::Fails,
            what + " " + withUnit(wished.v, Dimension::Angle, "arcmin", 2) + " is wished.");
    }
    void quarterTurn() {
        const auto readings = typed(m_spec, 0);
        if (readings.size() < 3) want("three readings");
        if (!complete()) return;
        double sum = 0;
        for (const double t : readings)
            sum += t;
        const double mean = sum / double(readings.size());
        r.measured = mean;
        const auto seconds = [](double t) { return withUnit(t, Dimension::Time, "s", 3); };
        std::string what = "Takes " + seconds(mean) + "; " +
                           (s.rotary.quarter == s.rotary.quarter ? seconds(s.rotary.quarter) + " was said"
                                                                 : std::string("nothing was said"));
        const auto &wished = m.rotary()->quarter;
        if (!wished.known()) return say(Verdict::Holds, what + ", none wished.");
        say(mean <= wished.v * (1 + 1e-9)                      ? Verdict::Holds
            : mean <= m.rotary()->quarterAtMost() * (1 + 1e-9) ? Verdict::Watch
                                                               : Verdict::Fails,
            what + ", " + seconds(wished.v) + " is wished.");
    }

    const Json &m_project;
    const AxisModel &m;
    const AxisState &s;
    const CardSpec &m_spec;
    std::string m_base, m_missing;
    CardResult r;
};
} // namespace

CardResult judgeCard(const Json &project, const AxisModel &m, const AxisState &s, CardId id) {
    for (const auto *spec : cardsOf(m))
        if (spec->id == id) return Judge(project, m, s, *spec).run();
    return {};
}

double designSteps(const AxisModel &m) {
    const auto steps = m.stepsAMillimetre();
    return steps ? steps->value() : notKnown;
}

StallPrediction stallSpeed(const AxisModel &m, const AxisState &s) {
    if (!s.motorKnown || !m.lead.known() || !m.pull.known()) return {};
    AxisChain chain = s.chain;
    chain.friction = newtons(s.friction);
    const auto deficit = [&](double v) { // demand beyond what the motor gives
        const auto t = torqueAt(chain, {1, fromSi<Acceleration>(0), fromSi<Speed>(v), newtons(0)});
        return std::fabs(t.motor.value()) - torquesAt(s.motor, inRevolutionsPerMinute(t.motorSpeed)).pullOut;
    };
    if (!(deficit(0) < 0)) return {};
    // Where pulses end or the motor is not meant to run, nobody can stall it and the curve has not been looked at.
    StallPrediction p{std::numeric_limits<double>::infinity(), false, {}};
    const double perTurn = m.lead.v / s.ratio();
    const auto ends = [&](double v, const char *why) {
        if (v > 0 && v < p.speed) p = {v, true, why};
    };
    if (m.stepper().usable.known()) ends(m.stepper().usable.v / (2 * pi) * perTurn, "the motor is usable to there");
    if (s.rateLimit == s.rateLimit && s.microstep > 0) ends(s.rateLimit * s.microstep, "the pulses end there");
    if (s.critical == s.critical) ends(s.critical / 60 * m.lead.v, "the screw whips there");
    double low = 0, high = std::min(10.0, p.speed);
    if (deficit(high) < 0) return std::isfinite(p.speed) ? p : StallPrediction{};
    for (int k = 0; k < 60; ++k)
        (deficit((low + high) / 2) < 0 ? low : high) = (low + high) / 2;
    return {low, false, {}};
}

namespace {
/// Half width of a typed spread, relative; the default when there is none.
double doubtOf(const Known &k, double otherwise) {
    if (!k.known() || !(k.low == k.low) || k.v == 0) return otherwise;
    return (k.high - k.low) / 2 / std::fabs(k.v);
}
} // namespace

std::vector<Prediction> predictions(const Json &project, const AxisModel &m, const AxisState &s) {
    const std::string base = "/axes/" + m.id + "/as_built/";
    std::vector<Prediction> out;
    auto add = [&](std::string_view key, std::string_view label, std::string_view unit, Dimension d, const char *suffix,
                   double computed, double measured, double saidU, double isU) {
        Prediction p;
        p.key = key;
        p.label = label;
        p.unit = unit;
        p.dimension = d;
        const auto said = knownAt(project, base + std::string(key) + "/said_" + suffix),
                   is = knownAt(project, base + std::string(key) + "/is_" + suffix);
        p.saidTyped = said.known();
        p.said = p.saidTyped ? said.v : computed;
        p.is = measured == measured ? measured : is.v;
        p.saidU = doubtOf(said, saidU) * std::fabs(p.said);
        p.isU = doubtOf(is, isU) * std::fabs(p.is);
        if (const auto f = comparePrediction(p.said, p.is, p.saidU, p.isU)) {
            p.en = f->en;
            p.verdict = f->agreement == Agreement::Agrees      ? Verdict::Holds
                        : f->agreement == Agreement::LookAgain ? Verdict::Watch
                                                               : Verdict::Fails;
        }
        out.push_back(std::move(p));
    };
    const auto cardOf = [&](CardId id) { return judgeCard(project, m, s, id); };
    double lowestStall = notKnown;
    for (const auto &x : cardReadings(project, m.id, cardSpec(CardId::Stall), cardSpec(CardId::Stall).series[0]))
        if (!x.struck && x.si == x.si) lowestStall = lowestStall == lowestStall ? std::min(lowestStall, x.si) : x.si;
    if (m.rotary()) {
        add("play", "Play at the table", "arcmin", Dimension::Angle, "arcmin", s.rotary.play,
            cardOf(CardId::TablePlay).measured, 0.50, 0.10);
        add("quarter", "Quarter turn", "s", Dimension::Time, "s", s.rotary.quarter,
            cardOf(CardId::QuarterTurn).measured, 0.10, 0.05);
        add("warm", "Motor warms by", "K", Dimension::Number, "K", notKnown, cardOf(CardId::WarmUp).measured, 0.25,
            0.05);
        return out;
    }
    add("friction", "Friction of the slide", "N", Dimension::Force, "N", s.friction, notKnown, 0.25, 0.10);
    add("lost_motion", "Lost motion", "um", Dimension::Length, "mm", s.lostMotion, cardOf(CardId::LostMotion).measured,
        0.50, 0.08);
    const auto stall = stallSpeed(m, s);
    add("stall", "Stalls at", "mm/min", Dimension::Speed, "mm_min", stall.speed, lowestStall, 0.20, 0.05);
    if (auto &p = out.back(); stall.notBefore && !p.saidTyped) { // its band is open above: later is as said
        p.notBefore = true;
        p.note = stall.why;
        if (p.is == p.is && p.is >= p.said) {
            p.verdict = Verdict::Holds;
            p.en = 0;
        }
    }
    add("warm", "Motor warms by", "K", Dimension::Number, "K", notKnown, cardOf(CardId::WarmUp).measured, 0.25, 0.05);
    add("steps", "Steps", "1/mm", Dimension::Number, "per_mm", designSteps(m), cardOf(CardId::Steps).measured, 0.0004,
        0.0002);
    if (m.lathe) {
        const auto bar = cardOf(CardId::TestPiece);
        const double apart = knownAt(project, "/axes/" + m.id + "/cards/test_piece/apart_mm").v;
        Prediction p;
        p.key = "taper";
        p.label = "Taper of the bar";
        p.unit = "mm";
        p.dimension = Dimension::Length;
        p.said = 2 * 0.02e-3 / 0.3 * apart; // what the card lets pass
        p.is = bar.measured;
        p.verdict = bar.measured == bar.measured ? bar.verdict : Verdict::NotKnown;
        p.note = "wanted at most";
        out.push_back(std::move(p));
    }
    return out;
}

} // namespace lw
