// What was measured is what counts: every reading of the survey, the duty and the drive is followed from where it is
// entered to the finding it moves.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "machine/fields.h"
#include "machine/friction.h"
#include "proof/doubt/measure_next.h"
#include "proof/words/narrate.h"
#include "proof/words/working.h"
#include "axis/each_input.h"
#include "proof_of.h"
#include "survey/cards.h"
#include <set>

using namespace lw;
using Json = nlohmann::json;

namespace {
constexpr double g = 9.80665;
void text(Json &job, const std::string &pointer, const char *words) { setAt(job, pointer, words); }
/// The demo's X with nothing found yet, a sliding thread of no typed efficiency, and a climb cut in its duty.
Json level() {
    auto job = demoJob();
    setAt(job, "/axes/X/survey", nullptr);
    for (const char *k : {"screw/efficiency", "fixed_end/kind", "fixed_end/drag_Nm", "nut/play_mm", "screw/kept"})
        setAt(job, std::string("/axes/X/designs/A/") + k, nullptr);
    setAt(job, "/axes/X/used_from_mm", nullptr);
    setAt(job, "/axes/X/used_to_mm", nullptr);
    int n = 0;
    for (const auto &[at, away, back] :
         {std::tuple{"0mm", "150N", "140N"}, {"150mm", "100N", "90N"}, {"300mm", "130N", "128N"}}) {
        const std::string r = "/axes/X/survey/pull/readings/" + std::to_string(++n) + "/";
        put(job, r + "at_mm", at);
        put(job, r + "away_N", away);
        put(job, r + "back_N", back);
    }
    put(job, "/axes/X/survey/moving_mass/1/mass_kg", "40kg");
    put(job, "/axes/X/survey/lead/measured_travel_mm", "40mm");
    put(job, "/axes/X/survey/lead/turns", "10");
    for (const auto &[key, row] : job["axes"]["X"]["duty"]["moves"].items())
        if (row["kind"] == "milling") row["mode"] = "climb";
    return job;
}
/// A bench mill's head, upright, with the demo's motor and a sliding screw coupled direct.
Json upright() {
    auto job = demoJob();
    setAt(job, "/axes/Z/survey", nullptr);
    return job;
}
void handle(Json &job, const char *pull) {
    put(job, "/axes/X/survey/handle/pull_N", pull);
    put(job, "/axes/X/survey/handle/radius_mm", "60mm");
    put(job, "/axes/X/survey/handle/travel_per_turn_mm", "4mm");
    put(job, "/axes/X/survey/handle/no_load_drag_Nm", "0.04Nm");
}

struct FieldCase {
    const char *pattern, *pointer, *from, *to;
    const char *moves;                                       ///< code of the finding; empty: none does
    const char *why;                                         ///< when none does
    std::vector<std::pair<const char *, const char *>> with; ///< put before; values typed, choices as they are
    const char *axis = "X";
};
#define RD "axes/*/survey/pull/readings/*/"
const std::vector<std::pair<const char *, const char *>> rim{{"/axes/X/survey/pull/way", "=rim"},
                                                             {"/axes/X/survey/pull/rim_radius_mm", "60mm"},
                                                             {"/axes/X/survey/pull/travel_per_turn_mm", "4mm"},
                                                             {"/axes/X/survey/pull/efficiency", "0.3"},
                                                             {"/axes/X/survey/pull/no_load_drag_Nm", "0.02Nm"}};
const std::vector<std::pair<const char *, const char *>> both{{"/axes/X/survey/handle/pull_N", "7N"},
                                                              {"/axes/X/survey/handle/radius_mm", "60mm"},
                                                              {"/axes/X/survey/handle/travel_per_turn_mm", "4mm"},
                                                              {"/axes/X/survey/handle/no_load_drag_Nm", "0.04Nm"}};
const std::vector<std::pair<const char *, const char *>> strut{{"/axes/Z/survey/balance/kind", "=strut"},
                                                               {"/axes/Z/survey/balance/force_N", "200N"},
                                                               {"/axes/Z/survey/moving_mass/1/mass_kg", "38kg"}};
const std::vector<std::pair<const char *, const char *>> sized{{"/axes/X/survey/moving_mass/1/mass_kg", ""},
                                                               {"/axes/X/survey/moving_mass/1/kind", "=table"},
                                                               {"/axes/X/survey/moving_mass/1/length_mm", "600mm"},
                                                               {"/axes/X/survey/moving_mass/1/width_mm", "160mm"},
                                                               {"/axes/X/survey/moving_mass/1/height_mm", "60mm"}};
const std::vector<std::pair<const char *, const char *>> parts{{"/axes/X/survey/lost_motion/total_mm", "0.2mm"},
                                                               {"/axes/X/survey/lost_motion/after_thrust_mm", "0mm"},
                                                               {"/axes/X/survey/lost_motion/after_slot_mm", "0mm"},
                                                               {"/axes/X/survey/lost_motion/thrust_float_mm", "0.05mm"},
                                                               {"/axes/X/survey/lost_motion/nut_in_slot_mm", "0.05mm"}};
const std::vector<std::pair<const char *, const char *>> dial{{"/axes/X/survey/lead/dial_divisions", "80"},
                                                              {"/axes/X/survey/lead/dial_value_mm", "0.05mm"}};
const std::vector<std::pair<const char *, const char *>> threads{{"/axes/X/survey/lead/threads_per_inch", "6"},
                                                                 {"/axes/X/survey/lead/starts", "1"}};
const std::vector<std::pair<const char *, const char *>> loads{{"/axes/X/survey/loads/1/mass_kg", "50kg"},
                                                               {"/axes/X/survey/loads/1/pull_N", "79N"},
                                                               {"/axes/X/survey/loads/2/mass_kg", "100kg"},
                                                               {"/axes/X/survey/loads/2/pull_N", "128N"}};
const std::vector<std::pair<const char *, const char *>> turned{{"/axes/X/survey/run_out_mm", ""},
                                                                {"/axes/X/survey/round/1/at_mm", "0mm"},
                                                                {"/axes/X/survey/round/1/readings/0", "0um"},
                                                                {"/axes/X/survey/round/1/readings/90", "20um"},
                                                                {"/axes/X/survey/round/1/readings/180", "40um"},
                                                                {"/axes/X/survey/round/1/readings/270", "20um"},
                                                                {"/axes/X/survey/round/2/at_mm", "100mm"},
                                                                {"/axes/X/survey/round/2/readings/0", "0um"},
                                                                {"/axes/X/survey/round/2/readings/90", "5um"},
                                                                {"/axes/X/survey/round/2/readings/180", "10um"},
                                                                {"/axes/X/survey/round/2/readings/270", "5um"}};
const std::vector<std::pair<const char *, const char *>> lined{
    {"/axes/X/survey/screw_line/1/at_mm", "0mm"},    {"/axes/X/survey/screw_line/1/up_mm", "0mm"},
    {"/axes/X/survey/screw_line/1/side_mm", "0mm"},  {"/axes/X/survey/screw_line/2/at_mm", "300mm"},
    {"/axes/X/survey/screw_line/2/up_mm", "0.01mm"}, {"/axes/X/survey/screw_line/2/side_mm", "0.01mm"}};
const char *const onCard = "judged on its own card: what is to be shimmed, scraped or straightened, before any motor";
const char *const room = "held against motor and pulleys on its own card";

const FieldCase cases[] = {
    {"axes/*/survey/pull/way", "/axes/X/survey/pull/way", "=direct", "=rim", "C01", "", {rim.begin() + 1, rim.end()}},
    {RD "at_mm",
     "/axes/X/survey/pull/readings/2/at_mm",
     "150mm",
     "20mm",
     "P3",
     "",
     {{"/axes/X/used_from_mm", "100mm"}, {"/axes/X/used_to_mm", "350mm"}}},
    {RD "away_N", "/axes/X/survey/pull/readings/1/away_N", "150N", "190N", "C01", "", {}},
    {RD "back_N", "/axes/X/survey/pull/readings/2/back_N", "90N", "60N", "S3", "", {}},
    {"axes/*/survey/pull/rim_radius_mm", "/axes/X/survey/pull/rim_radius_mm", "60mm", "80mm", "C01", "", rim},
    {"axes/*/survey/pull/travel_per_turn_mm", "/axes/X/survey/pull/travel_per_turn_mm", "4mm", "5mm", "C01", "", rim},
    {"axes/*/survey/pull/efficiency", "/axes/X/survey/pull/efficiency", "0.3", "0.2", "C01", "", rim},
    {"axes/*/survey/pull/no_load_drag_Nm", "/axes/X/survey/pull/no_load_drag_Nm", "0.02Nm", "0.3Nm", "C01", "", rim},
    {"axes/*/survey/handle/pull_N", "/axes/X/survey/handle/pull_N", "7N", "9N", "C01", "", both},
    {"axes/*/survey/handle/radius_mm", "/axes/X/survey/handle/radius_mm", "60mm", "75mm", "C01", "", both},
    {"axes/*/survey/handle/travel_per_turn_mm", "/axes/X/survey/handle/travel_per_turn_mm", "4mm", "3mm", "C01", "",
     both},
    {"axes/*/survey/handle/no_load_drag_Nm", "/axes/X/survey/handle/no_load_drag_Nm", "0.04Nm", "0.1Nm", "C01", "",
     both},
    {"axes/*/survey/handle/efficiency", "/axes/X/survey/handle/efficiency", "0.3", "0.2", "C01", "", {}},
    {"axes/*/survey/loads/*/mass_kg", "/axes/X/survey/loads/2/mass_kg", "100kg", "120kg", "S6", "", loads},
    {"axes/*/survey/loads/*/pull_N", "/axes/X/survey/loads/2/pull_N", "128N", "140N", "S6", "", loads},
    {"axes/*/survey/breakaway/to_start_N",
     "/axes/X/survey/breakaway/to_start_N",
     "150N",
     "220N",
     "S1",
     "",
     {{"/axes/X/survey/breakaway/to_keep_going_N", "100N"}}},
    {"axes/*/survey/breakaway/to_keep_going_N",
     "/axes/X/survey/breakaway/to_keep_going_N",
     "100N",
     "60N",
     "S1",
     "",
     {{"/axes/X/survey/breakaway/to_start_N", "150N"}}},
    {"axes/*/survey/hoist/up_N",
     "/axes/Z/survey/hoist/up_N",
     "640N",
     "700N",
     "M8",
     "",
     {{"/axes/Z/survey/hoist/down_N", "410N"},
      {"/axes/Z/survey/moving_mass", ""},
      {"/axes/Z/designs/A/brake/torque_Nm", "1.2Nm"}},
     "Z"},
    {"axes/*/survey/hoist/down_N",
     "/axes/Z/survey/hoist/down_N",
     "410N",
     "350N",
     "M8",
     "",
     {{"/axes/Z/survey/hoist/up_N", "640N"}, {"/axes/Z/designs/A/brake/torque_Nm", "1.2Nm"}},
     "Z"},
    {"axes/*/survey/screw_from_guide_mm",
     "/axes/Z/survey/screw_from_guide_mm",
     "70mm",
     "200mm",
     "S10",
     "",
     {{"/axes/Z/survey/guide_length_mm", "260mm"}},
     "Z"},
    {"axes/*/survey/guide_length_mm",
     "/axes/Z/survey/guide_length_mm",
     "260mm",
     "120mm",
     "S10",
     "",
     {{"/axes/Z/survey/screw_from_guide_mm", "70mm"}},
     "Z"},
    {"axes/*/survey/balance/kind",
     "/axes/Z/survey/balance/kind",
     "=none",
     "=strut",
     "C02",
     "",
     {strut.begin() + 1, strut.end()},
     "Z"},
    {"axes/*/survey/balance/force_N", "/axes/Z/survey/balance/force_N", "200N", "300N", "S8", "", strut, "Z"},
    {"axes/*/survey/balance/mass_kg",
     "/axes/Z/survey/balance/mass_kg",
     "20kg",
     "30kg",
     "S8",
     "",
     {{"/axes/Z/survey/balance/kind", "=counterweight"}, {"/axes/Z/survey/moving_mass/1/mass_kg", "38kg"}},
     "Z"},
    {"axes/*/survey/balance/stroke_mm",
     "/axes/Z/survey/balance/stroke_mm",
     "",
     "200mm",
     "S8",
     "",
     {strut[0], {"/axes/Z/survey/balance/force_N", "300N"}, strut[2]},
     "Z"},
    {"axes/*/survey/balance/progression",
     "/axes/Z/survey/balance/progression",
     "20%",
     "40%",
     "S8",
     "",
     {strut[0], {"/axes/Z/survey/balance/force_N", "300N"}, strut[2]},
     "Z"},
    {"axes/*/survey/balance/temperature_C", "/axes/Z/survey/balance/temperature_C", "20C", "-10C", "C02", "", strut,
     "Z"},
    {"axes/*/survey/lost_motion/total_mm", "/axes/X/survey/lost_motion/total_mm", "0.2mm", "0.3mm", "S5", "", {}},
    {"axes/*/survey/lost_motion/thrust_float_mm", "/axes/X/survey/lost_motion/thrust_float_mm", "0.05mm", "0.1mm", "S5",
     "", parts},
    {"axes/*/survey/lost_motion/nut_in_slot_mm", "/axes/X/survey/lost_motion/nut_in_slot_mm", "0.05mm", "0.1mm", "S5",
     "", parts},
    {"axes/*/survey/lost_motion/wind_up_mm",
     "/axes/X/survey/lost_motion/wind_up_mm",
     "0mm",
     "0.05mm",
     "S5",
     "",
     {parts[0]}},
    {"axes/*/survey/lost_motion/after_thrust_mm", "/axes/X/survey/lost_motion/after_thrust_mm", "0mm", "0.03mm", "S5",
     "", parts},
    {"axes/*/survey/lost_motion/after_slot_mm", "/axes/X/survey/lost_motion/after_slot_mm", "0mm", "0.03mm", "S5", "",
     parts},
    {"axes/*/survey/lost_motion/after_thread_mm", "/axes/X/survey/lost_motion/after_thread_mm", "0.02mm", "0.05mm",
     "S5", "", parts},
    {"axes/*/survey/lost_motion/places/*/at_mm",
     "/axes/X/survey/lost_motion/places/1/at_mm",
     "0mm",
     "50mm",
     "",
     "says where along the travel, for the map; how much is what moves",
     {{"/axes/X/survey/lost_motion/places/1/lost_mm", "0.2mm"}}},
    {"axes/*/survey/lost_motion/places/*/lost_mm",
     "/axes/X/survey/lost_motion/places/1/lost_mm",
     "0.2mm",
     "0.3mm",
     "S5",
     "",
     {{"/axes/X/survey/lost_motion/places/1/at_mm", "0mm"}}},
    {"axes/*/survey/lead/measured_travel_mm", "/axes/X/survey/lead/measured_travel_mm", "40mm", "50mm", "C01", "", {}},
    {"axes/*/survey/lead/turns", "/axes/X/survey/lead/turns", "10", "12", "C01", "", {}},
    {"axes/*/survey/lead/dial_divisions", "/axes/X/survey/lead/dial_divisions", "80", "100", "S4", "", dial},
    {"axes/*/survey/lead/dial_value_mm", "/axes/X/survey/lead/dial_value_mm", "0.05mm", "0.06mm", "S4", "", dial},
    {"axes/*/survey/lead/reads_diameter", "/axes/X/survey/lead/reads_diameter", "=no", "=yes", "S4", "", dial},
    {"axes/*/survey/lead/threads_per_inch", "/axes/X/survey/lead/threads_per_inch", "6", "5", "S4", "", threads},
    {"axes/*/survey/lead/starts", "/axes/X/survey/lead/starts", "1", "2", "S4", "", threads},
    {"axes/*/survey/lead/left_hand",
     "/axes/X/survey/lead/left_hand",
     "=no",
     "=yes",
     "",
     "turns the sense round in the controller; no figure depends on it",
     {}},
    {"axes/*/survey/run_out_mm", "/axes/X/survey/run_out_mm", "0.03mm", "0.045mm", "TR-44", "", {}},
    {"axes/*/survey/screw_end", "/axes/X/survey/screw_end", "=14 h6", "=13.9", "TR-31", "", {}},
    {"axes/*/survey/round/*/at_mm", "/axes/X/survey/round/1/at_mm", "0mm", "200mm", "TR-44", "", turned},
    {"axes/*/survey/round/*/readings/*", "/axes/X/survey/round/1/readings/180", "40um", "80um", "TR-44", "", turned},
    {"axes/*/survey/screw_line/*/at_mm", "/axes/X/survey/screw_line/2/at_mm", "300mm", "100mm", "TR-45", "", lined},
    {"axes/*/survey/screw_line/*/up_mm", "/axes/X/survey/screw_line/2/up_mm", "0.01mm", "0.06mm", "TR-45", "", lined},
    {"axes/*/survey/screw_line/*/side_mm", "/axes/X/survey/screw_line/2/side_mm", "0.01mm", "0.06mm", "TR-45", "",
     lined},
    {"axes/*/survey/screw_bearings/fixed_mm", "", "", "", "", onCard, {}},
    {"axes/*/survey/screw_bearings/far_mm", "", "", "", "", onCard, {}},
    {"axes/*/survey/moving_mass/*/name", "", "", "", "", "a name", {}},
    {"axes/*/survey/moving_mass/*/mass_kg", "/axes/X/survey/moving_mass/1/mass_kg", "40kg", "60kg", "C06", "", {}},
    {"axes/*/survey/moving_mass/*/kind", "/axes/X/survey/moving_mass/1/kind", "=table", "=knee", "C06", "", sized},
    {"axes/*/survey/moving_mass/*/length_mm", "/axes/X/survey/moving_mass/1/length_mm", "600mm", "800mm", "C06", "",
     sized},
    {"axes/*/survey/moving_mass/*/width_mm", "/axes/X/survey/moving_mass/1/width_mm", "160mm", "200mm", "C06", "",
     sized},
    {"axes/*/survey/moving_mass/*/height_mm", "/axes/X/survey/moving_mass/1/height_mm", "60mm", "80mm", "C06", "",
     sized},
    {"axes/*/survey/room/shaft_mm", "/axes/X/survey/room/shaft_mm", "14mm", "13.9mm", "TR-31", "", {}},
    {"axes/*/survey/room/shaft_length_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/boss_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/bore_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/nut_mm",
     "/axes/X/survey/room/nut_mm",
     "29mm",
     "52mm",
     "R22",
     "",
     {{"/axes/X/designs/A/nut/body_mm", "28mm"}}},
    {"axes/*/survey/room/tapped", "", "", "", "", room, {}},
    {"axes/*/survey/room/t_slot_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/motor_length_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/motor_square_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/pulley_mm", "", "", "", "", room, {}},
    {"axes/*/survey/room/portal_mm", "", "", "", "", room, {}},
    {"baseline/tram_x_mm", "", "", "", "", onCard, {}},
    {"baseline/tram_y_mm", "", "", "", "", onCard, {}},
    {"baseline/swing_mm", "", "", "", "", onCard, {}},
    {"baseline/square_mm", "", "", "", "", onCard, {}},
    {"baseline/square_over_mm", "", "", "", "", onCard, {}},
    {"baseline/nose_mm", "", "", "", "", onCard, {}},
    {"baseline/bar_head_mm", "", "", "", "", onCard, {}},
    {"baseline/bar_tail_mm", "", "", "", "", onCard, {}},
    {"baseline/bar_between_mm", "", "", "", "", onCard, {}},
    {"baseline/centres_mm", "", "", "", "", onCard, {}},
};
void place(Json &job, const char *pointer, const std::string &value) {
    if (value.empty())
        setAt(job, pointer, nullptr);
    else if (value.front() == '=')
        setAt(job, pointer, value.substr(1));
    else
        put(job, pointer, value);
}
std::set<std::string> moved(const Proof &a, const Proof &b) {
    std::set<std::string> out;
    const auto same = [](double x, double y) { return x == y || (x != x && y != y); };
    for (const auto &f : a.e.findings) {
        const Finding *other = nullptr;
        for (const auto &h : b.e.findings)
            if (sameSubject(f, h) && !other) other = &h;
        if (!other || !same(f.demand, other->demand) || !same(f.capacity, other->capacity) ||
            f.verdict != other->verdict)
            out.insert(std::string(f.check->code));
    }
    for (const auto &h : b.e.findings)
        if (std::none_of(a.e.findings.begin(), a.e.findings.end(), [&](const Finding &f) { return sameSubject(f, h); }))
            out.insert(std::string(spec(h.id).code));
    return out;
}
} // namespace

class TestReadings : public QObject {
    Q_OBJECT
private slots:
    /// Every field of every card has a row above, and every row does what it says.
    void everyFieldOfEveryCardMovesAFinding() {
        std::set<std::string> listed;
        for (const auto &c : cases)
            listed.insert(c.pattern);
        int fields = 0;
        for (const auto &f : fieldTable()) {
            if (!f.pattern.starts_with("axes/*/survey/") && !f.pattern.starts_with("baseline/")) continue;
            ++fields;
            QVERIFY2(listed.count(std::string(f.pattern)), std::string(f.pattern).c_str());
        }
        QVERIFY(fields > 70);
        for (const auto &c : cases) {
            if (!*c.pointer) {
                QVERIFY2(std::string_view(c.why).size() > 5, c.pattern);
                continue;
            }
            auto job = *c.axis == 'Z' ? upright() : level();
            for (const auto &[pointer, value] : c.with)
                place(job, pointer, value);
            place(job, c.pointer, c.from);
            const auto before = proof(job, c.axis);
            place(job, c.pointer, c.to);
            const auto after = proof(job, c.axis);
            const auto changed = moved(before, after);
            std::string all;
            for (const auto &m : changed)
                all += m + " ";
            if (*c.moves)
                QVERIFY2(changed.count(c.moves),
                         (std::string(c.pointer) + " moves " + all + "and not " + c.moves).c_str());
            else
                QVERIFY2(changed.empty() && std::string_view(c.why).size() > 5,
                         (std::string(c.pointer) + " moves " + all).c_str());
        }
    }

    /// Handle and direct pull give the old screw's efficiency: 150 N come out of (7*0.06 - 0.04) N m over 4 mm a turn.
    void efficiencyFoundIsUsed() {
        auto job = level();
        const auto guess = proof(job);
        QVERIFY(guess.m.efficiency.assumed());
        handle(job, "7N");
        const auto found = proof(job);
        const double mean = found.m.pullMean().v, eta = mean * 0.004 / (2 * M_PI * 0.38);
        LW_COMPARE_WITHIN(found.m.efficiency.v, eta, 1e-12);
        QCOMPARE(found.m.efficiency.standing, Standing::Measured);
        LW_COMPARE_WITHIN(found.m.efficiency.high / found.m.efficiency.v, 1 + std::hypot(0.15, 0.15), 0.005);
        // demand at rapid by hand: (F/eta * p/2pi + drag)/(i * 0.96), drag measured with the nut off
        const auto *run = found.of("C01"_check, Operating::Breakaway);
        const double F = 1.3 * 150 * found.m.breakaway.v;
        LW_COMPARE_WITHIN(run->demand, (F * 0.004 / (2 * M_PI * eta) + 0.04) / (1.5 * 0.96), 1e-9);
        // typed beats found
        put(job, "/axes/X/designs/A/screw/efficiency", "0.34", "stated");
        LW_COMPARE_WITHIN(proof(job).m.efficiency.v, 0.34, 1e-12);
        // the card says which one counts
        const auto p = proof(job);
        QVERIFY(judgeSurveyCard(job, p.m, p.e, SurveyCardId::Handle).sentence.find("typed at the screw") !=
                std::string::npos);
    }
    void whatTheOldScrewSaidHoldsOnlyWhileItStays() {
        auto job = level();
        put(job, "/axes/X/survey/lost_motion/total_mm", "0.2mm");
        const auto before = proof(job, "X", "B"); // the demo's ball screw
        QVERIFY(!before.m.keepsScrew && before.m.ballScrew());
        const double margin = before.of("C01"_check, Operating::RapidUp)->margin;
        handle(job, "7N");
        put(job, "/axes/X/survey/lost_motion/total_mm", "0.6mm");
        put(job, "/axes/X/survey/lead/measured_travel_mm", "42mm");
        const auto after = proof(job, "X", "B");
        LW_COMPARE_WITHIN(after.of("C01"_check, Operating::RapidUp)->margin, margin, 1e-12);
        LW_COMPARE_WITHIN(after.e.state.playStays, before.e.state.playStays, 1e-15);
        // friction of the ways and what moves hold for both
        put(job, "/axes/X/survey/pull/readings/1/away_N", "250N");
        QVERIFY(proof(job, "X", "B").of("C01"_check, Operating::RapidUp)->margin < margin);
        // a ball screw that was there before is an old one too
        text(job, "/axes/X/designs/B/screw/kept", "yes");
        QVERIFY(proof(job, "X", "B").m.keepsScrew);
        LW_COMPARE_WITHIN(proof(job, "X", "B").m.lead.v, 4.2e-3, 1e-12);
        // and a new sliding one is none
        text(job, "/axes/X/designs/A/screw/kept", "no");
        const auto fresh = proof(job, "X", "A");
        QVERIFY(fresh.m.efficiency.assumed() && !fresh.of("S5"_check) && fresh.of("B9"_check));
        LW_COMPARE_WITHIN(fresh.e.state.playStays, 0.10e-3, 1e-12);
    }
    void leadMeasuredBeatsTheNameOfTheThread() {
        auto job = level();
        LW_COMPARE_WITHIN(proof(job).m.lead.v, 4e-3, 1e-12); // agrees: the name is exact
        QCOMPARE(proof(job).m.lead.standing, Standing::Catalogue);
        put(job, "/axes/X/survey/lead/measured_travel_mm", "25.4mm");
        const auto p = proof(job);
        LW_COMPARE_WITHIN(p.m.lead.v, 2.54e-3, 1e-12);
        QCOMPARE(p.m.lead.standing, Standing::Measured);
        QCOMPARE(p.of("S4"_check)->verdict, Verdict::Fails); // and the difference is told
        // a lead from ten turns is out by half a per cent: 300 mm of travel are not known to a micron
        const auto *c26 = p.of("C26"_check);
        QCOMPARE(c26->verdict, Verdict::Watch);
        LW_COMPARE_WITHIN(c26->demand, 0.005 * p.m.travel.v, 1e-6);
    }
    void contradictingPullsAreNotUsed() {
        auto job = level();
        handle(job, "1N"); // more comes out than goes in
        const auto p = proof(job);
        QVERIFY(p.m.efficiency.assumed());
        QVERIFY(!p.m.problems.empty());
    }

    /// Hoisted 640 N up and 410 N down: 525 N hang, 115 N rub (ISO has no word for it; statics). With a strut of 100 N
    /// beside it the mass is 625/g.
    void hoistWeighs() {
        auto job = upright();
        put(job, "/axes/Z/survey/hoist/up_N", "640N");
        put(job, "/axes/Z/survey/hoist/down_N", "410N");
        put(job, "/axes/Z/designs/A/brake/torque_Nm", "1.2Nm");
        auto p = proof(job, "Z");
        LW_COMPARE_WITHIN(p.m.mass.v, 525 / g, 1e-9);
        QCOMPARE(p.m.mass.standing, Standing::Measured);
        LW_COMPARE_WITHIN(p.m.pull.v, 115, 1e-9);
        LW_COMPARE_WITHIN(p.of("M8"_check)->demand, 525 * p.m.lead.v / (2 * M_PI), 1e-9);
        text(job, "/axes/Z/survey/balance/kind", "strut");
        put(job, "/axes/Z/survey/balance/force_N", "100N");
        p = proof(job, "Z");
        LW_COMPARE_WITHIN(p.m.mass.v, 625 / g, 1e-9);
        LW_COMPARE_WITHIN(p.e.state.netWeight, 525, 1e-9);
        // pieces that were weighed stand; a difference is told
        put(job, "/axes/Z/survey/moving_mass/1/mass_kg", "40kg");
        p = proof(job, "Z");
        LW_COMPARE_WITHIN(p.m.mass.v, 40, 1e-12);
        QVERIFY(std::any_of(p.m.problems.begin(), p.m.problems.end(),
                            [](const auto &s) { return s.find("by the hoist") != std::string::npos; }));
    }
    void pullsOnASlopeAreSplit() {
        for (const char *lies : {"vertical", "slanted"}) {
            auto job = upright();
            text(job, "/axes/Z/orientation", lies);
            put(job, "/axes/Z/incline_deg", "30deg");
            put(job, "/axes/Z/survey/pull/readings/1/away_N", "640N");
            put(job, "/axes/Z/survey/pull/readings/1/back_N", "410N");
            const auto p = proof(job, "Z");
            LW_COMPARE_WITHIN(p.m.pull.v, 115, 1e-9);
            LW_COMPARE_WITHIN(p.m.mass.v, 525 / g / (std::string(lies) == "vertical" ? 1.0 : 0.5), 1e-9);
            const auto *up = p.of("C02"_check, Operating::RapidUp);
            QVERIFY(up);
            // the force is 1.3*115 + 525 + m a, and not 640 with the weight added again
            for (const auto &q : p.e.state.points)
                if (q.kind == Operating::RapidUp)
                    LW_COMPARE_WITHIN(q.axial, 1.3 * 115 + 525 + p.m.mass.v * p.m.acceleration.v, 1e-6);
            // one way only cannot be split
            setAt(job, "/axes/Z/survey/pull/readings/1/back_N", nullptr);
            const auto half = proof(job, "Z");
            QVERIFY(!half.m.pullMeasured && !half.m.problems.empty());
        }
    }
    void slowingDownHasItsOwnTarget() {
        auto job = level();
        const auto as = proof(job);
        put(job, "/axes/X/targets/deceleration_m_s2", "0.05m/s2");
        const auto slow = proof(job);
        const double v = slow.m.rapid.v, a = slow.m.acceleration.v;
        LW_COMPARE_WITHIN(slow.of("M6"_check)->demand, v * v / (2 * a) + v * v / 0.1, 1e-12);
        LW_COMPARE_WITHIN(slow.e.state.stop, v * v / 0.1 + v * 0.05, 1e-12);
        QVERIFY(slow.of("B12"_check)->demand * slow.of("B12"_check)->wanted >=
                as.of("B12"_check)->demand * as.of("B12"_check)->wanted);
        put(job, "/axes/X/targets/deceleration_m_s2", "3m/s2");
        const auto hard = proof(job);
        // braking from rapid by hand: the ways help, the mass pushes on
        const auto *f = hard.of("C01"_check, Operating::Braking);
        QVERIFY(f->demand > as.of("C01"_check, Operating::Braking)->demand);
    }
    void whatIsMeasuredShrinksItsDoubt() {
        auto job = level();
        const auto width = [&](CheckId id) {
            const auto p = proof(job);
            const auto *f = p.of(id, Operating::Cutting);
            return std::log(f->high / f->low);
        };
        double last = width("C01"_check);
        const auto shrinks = [&](const char *what) {
            const double now = width("C01"_check);
            QVERIFY2(now < last * 0.9995, what);
            last = now;
        };
        put(job, "/axes/X/designs/A/drive/current_A", "4.2A");
        shrinks("drive current by clamp ammeter");
        put(job, "/axes/X/designs/A/motor/inductance_mH", "3.2mH");
        put(job, "/axes/X/designs/A/motor/holding_torque_Nm", "3N m");
        shrinks("holding torque and inductance");
        handle(job, "7N");
        shrinks("screw efficiency by both pulls");
        for (const auto &[key, row] : job["axes"]["X"]["duty"]["moves"].items())
            if (row["kind"] == "milling") row["force_N"] = typedValue("500N");
        const auto p = proof(job);
        for (const auto &c : p.m.cuts) {
            LW_COMPARE_WITHIN(c.force.v, 500, 1e-12);
            QCOMPARE(&p.m.factorOf(c), &p.m.measuredCutFactor);
        }
        shrinks("cutting force");
        // what was measured is not proposed again
        for (const auto &n : measureNext(p.m, p.e).all)
            QVERIFY2(n.input != &input::currentFactor && n.input != &input::efficiency && n.input != &input::cutFactor,
                     std::string(n.input->name).c_str());
    }
    void sagAsMeasuredCounts() {
        auto job = level();
        text(job, "/supplies/X-A/kind", "unregulated");
        const auto guess = proof(job);
        QCOMPARE(guess.m.supply.sag.standing, Standing::Assumed);
        put(job, "/supplies/X-A/sag", "0.08");
        const auto p = proof(job);
        LW_COMPARE_WITHIN(p.m.supply.sag.low, 0.072, 1e-12);
        LW_COMPARE_WITHIN(p.m.supply.sag.high, 0.088, 1e-12);
    }
    /// With everything measured that can be, no row is left open by doubt.
    void everythingMeasuredLeavesNothingOpen() {
        auto job = level();
        handle(job, "7N");
        const auto all = [&](const char *pointer, const char *typed) {
            put(job, std::string("/axes/X/") + pointer, typed);
        };
        all("survey/breakaway/to_start_N", "150N");
        all("survey/breakaway/to_keep_going_N", "110N");
        all("survey/lost_motion/total_mm", "0.1mm");
        all("survey/run_out_mm", "0.01mm");
        all("designs/A/drive/current_A", "4.2A");
        all("designs/A/motor/inductance_mH", "3.2mH");
        all("designs/A/motor/holding_torque_Nm", "3N m");
        all("designs/A/motor/resistance_ohm", "0.9ohm");
        all("designs/A/motor/rotor_inertia_kgm2", "840 g cm2");
        all("designs/A/motor/radial_load_N", "220N");
        all("designs/A/motor/rated_rise_K", "80");
        put(job, "/cabinet/room_C", "30C");
        all("designs/A/fixed_end/drag_Nm", "0.06N m");
        all("designs/A/fixed_end/stiffness_N_um", "100N/um");
        all("designs/A/nut/stiffness_N_um", "100N/um");
        all("designs/A/bracket_stiffness_N_um", "100N/um");
        all("designs/A/stages/1/efficiency", "0.96");
        all("designs/A/stages/1/mesh_factor", "0.7");
        all("designs/A/stages/1/pull_for_1mm_a_metre_N", "200N");
        put(job, "/supplies/X-A/sag", "0.02");
        for (const auto &[key, row] : job["axes"]["X"]["duty"]["moves"].items())
            if (row["kind"] == "milling") row["force_N"] = typedValue("400N");
        const auto p = proof(job);
        for (const auto &f : p.e.findings)
            QVERIFY2(!f.assumedDecides, std::string(f.check->code).c_str());
        eachInput(p.m, [&](const InputId &in, const Known &k) {
            if (k.known() && k.high > k.low)
                QVERIFY2(k.standing == Standing::Measured || in.spec == &input::cutFactor || in.spec == &input::sag ||
                             in.spec == &input::couplingStiffness || in.spec == &input::nutPlay ||
                             in.spec == &input::driverRunOut || in.spec == &input::drivenRunOut || // a table's alone
                             in.spec == &input::brakeDelay, // a level axis has no brake
                         std::string(in.spec->name).c_str());
        });
    }
    void everyDoubtCanBeMeasuredOrIsSaidNotTo() {
        const AxisModel any;
        eachInput(any, [](const InputId &in, const Known &) {
            const InputSpec *cannot[] = {&input::rotor,       &input::measuredCutFactor, &input::afterThrust,
                                         &input::afterSlot,   &input::afterThread,       &input::coldFactor,
                                         &input::screwInertia};
            QVERIFY2(!in.spec->how.empty() ||
                         std::find(std::begin(cannot), std::end(cannot), in.spec) != std::end(cannot),
                     std::string(in.spec->name).c_str());
        });
        auto job = level();
        put(job, "/axes/X/designs/A/motor/inductance_mH", "3.2mH", "assumed");
        put(job, "/axes/X/targets/rapid_mm_min", "5000mm/min");
        const auto p = proof(job);
        const auto plan = measureNext(p.m, p.e);
        std::set<std::string_view> names;
        for (const auto &n : plan.all)
            names.insert(n.input->name);
        QVERIFY(names.count("screw efficiency") && names.count("winding inductance"));
    }
    void climbPullIsHeldByTheLoosestPlace() {
        auto job = level();
        put(job, "/axes/X/survey/lost_motion/total_mm", "0.2mm");
        const auto *f = [&] {
            static Proof p;
            p = proof(job);
            return p.of("P3"_check);
        }();
        QVERIFY(f);
        LW_COMPARE_WITHIN(f->capacity, 90, 1e-9); // least single reading, no cold day
        // where work is done it never runs that loose
        put(job, "/axes/X/used_from_mm", "200mm");
        put(job, "/axes/X/used_to_mm", "350mm");
        LW_COMPARE_WITHIN(proof(job).of("P3"_check)->capacity, 128, 1e-9);
        // nothing pulled: a guess holds no cutter
        setAt(job, "/axes/X/survey/pull", nullptr);
        const auto guessed = proof(job);
        QVERIFY(guessed.of("P3"_check)->verdict != Verdict::Holds ||
                guessed.m.pullLoosest().low >= 1.5 * guessed.of("P3"_check)->demand);
    }
    void aCutOfUnknownForceIsNotNothing() {
        for (const auto &[axis, ids] : {std::pair{"X", std::vector{"B2"_check, "TR-10"_check}},
                                        {"Z", std::vector{"B2"_check, "B8"_check, "B4"_check}}}) {
            auto job = demoJob();
            const std::string place = std::string("/axes/") + axis + "/duty/moves";
            setAt(job, place,
                  Json{{"1", {{"kind", "force"}, {"name", "My cut"}, {"feed_mm_min", typedValue("100mm/min")}}}});
            setAt(job, std::string("/axes/") + axis + "/designs/A/nut/engaged_turns", typedValue("6"));
            auto p = proof(job, axis);
            for (const auto id : ids) {
                const auto *f = p.of(id, Operating::None, id == "B4"_check ? 0 : -1);
                QVERIFY2(f && (f->verdict == Verdict::NotKnown || f->verdict == Verdict::Fails),
                         std::string(spec(id).code).c_str());
                if (f->verdict == Verdict::NotKnown)
                    QVERIFY2(missingOf(p.m, *f).find("My cut") != std::string::npos, missingOf(p.m, *f).c_str());
            }
            if (*axis == 'X')
                QVERIFY(p.of("B15"_check)->verdict == Verdict::NotKnown ||
                        p.of("B15"_check)->verdict == Verdict::Fails);
            put(job, place + "/1/force_N", "50N");
            p = proof(job, axis);
            for (const auto id : ids)
                QVERIFY(p.of(id, Operating::None, id == "B4"_check ? 0 : -1)->verdict != Verdict::NotKnown);
        }
    }
    /// A turned cut presses on the carriage: 0.12 of its main force is friction besides, also when it bites while
    /// speeding up.
    void suddenLoadTakesThePressureAndTheWay() {
        auto job = level();
        setAt(job, "/axes/X/duty/moves",
              Json{{"1",
                    {{"kind", "turning"},
                     {"material", "mild_steel"},
                     {"depth_mm", typedValue("1mm")},
                     {"feed_per_turn_mm", typedValue("0.1mm")},
                     {"diameter_mm", typedValue("30mm")},
                     {"spindle_rpm", typedValue("600rpm")}}}});
        const auto p = proof(job);
        const auto *f = p.of("C08"_check);
        QVERIFY(f);
        const auto &cut = p.m.cuts[std::size_t(f->subject.cut)];
        QVERIFY(cut.pressing > 0);
        const auto &c = p.e.state.chain;
        const double F = cut.force.v + p.m.wayFriction * cut.pressing + 1.3 * p.m.pull.v +
                         p.m.mass.v * p.m.acceleration.v,
                     l = c.lead.value();
        const double screw = F * l / p.m.efficiency.v + p.m.bearingDrag.v + p.e.state.preloadDrag +
                             (c.final + c.stages[0].out).value() * p.m.acceleration.v / l;
        const double motor = screw / (ratioOf(c.stages) * forwardOf(c.stages)) +
                             (c.motor + c.stages[0].in).value() * ratioOf(c.stages) * p.m.acceleration.v / l;
        LW_COMPARE_WITHIN(f->demand, motor, 1e-9);
    }
    void drillThrustGoesAgainstTheWaysAndWithTheWeight() {
        auto job = demoJob();
        const auto down = proof(job, "Z");
        const auto &s = down.e.state;
        for (const auto &[key, row] : job["axes"]["Z"]["duty"]["moves"].items())
            if (row["kind"] == "drilling") row["direction"] = "up"; // a knee that feeds the work onto the drill
        const auto up = proof(job, "Z");
        LW_COMPARE_WITHIN(down.of("P4"_check)->capacity - up.of("P4"_check)->capacity, 2 * s.netWeight,
                          20); // the motor turns as fast, and gives the same
    }
    void wheelsLoseMotionToo() {
        auto job = demoJob("sill-grinder");
        auto p = proof(job);
        QVERIFY(p.m.wheel());
        put(job, "/axes/X/survey/lost_motion/total_mm", "0.8mm");
        p = proof(job);
        QVERIFY(p.of("S5"_check));
        QVERIFY(p.of("S5"_check)->demand >= 0.8e-3);
        QCOMPARE(p.of("S5"_check)->verdict, Verdict::Watch); // 0.5 wished, 1.0 the limit for such a table
        put(job, "/axes/X/survey/lost_motion/total_mm", "1.2mm");
        QCOMPARE(proof(job).of("S5"_check)->verdict, Verdict::Fails);
    }
    void idleCurrentHoldsTheHead() {
        auto job = demoJob();
        const auto half = proof(job, "Z");
        const double at50 = half.of("C02"_check, Operating::Hold)->capacity;
        put(job, "/axes/Z/settings/idle_current_pct", "100%");
        LW_COMPARE_WITHIN(proof(job, "Z").of("C02"_check, Operating::Hold)->capacity, 2 * at50, 1e-9);
        put(job, "/axes/Z/settings/idle_current_pct", "25%");
        LW_COMPARE_WITHIN(proof(job, "Z").of("C02"_check, Operating::Hold)->capacity, at50 / 2, 1e-9);
    }
    void limitsBumpersAndASlowEndChangeTheSum() {
        auto job = demoJob();
        const auto plain = proof(job);
        const auto crash = [](const Proof &p) { return p.of("B4"_check, Operating::None, 1)->demand; };
        const auto &s = plain.e.state;
        const double J = rotatingInertiaAtScrew(s.chain).value(), K = s.stiffness.total.value(),
                     l = s.chain.lead.value();
        const auto byEnergy = [&](double v, double stall, double taken) {
            return stall + std::sqrt(stall * stall + 2 * (J * v * v / (l * l) / 2 - taken) * K);
        };
        LW_COMPARE_WITHIN(crash(plain), byEnergy(plain.m.rapid.v, s.stallThrust, 0), 1e-6);
        put(job, "/axes/X/designs/A/end_speed_mm_min", "500mm/min");
        LW_COMPARE_WITHIN(crash(proof(job)), byEnergy(500 / 60e3, s.stallThrust, 0), 1e-6);
        setAt(job, "/axes/X/designs/A/end_speed_mm_min", nullptr);
        put(job, "/axes/X/designs/A/bumper/stroke_mm", "2mm");
        put(job, "/axes/X/designs/A/bumper/force_N", "2000N");
        const double taken = (2000.0 / 2 - s.stallThrust) * 2e-3, energy = J * std::pow(plain.m.rapid.v / l, 2) / 2;
        LW_COMPARE_WITHIN(
            crash(proof(job)),
            taken < energy ? byEnergy(plain.m.rapid.v, s.stallThrust, taken) : std::max(s.stallThrust, 2000.0), 1e-6);
        put(job, "/axes/X/designs/A/bumper/stroke_mm", "40mm");
        put(job, "/axes/X/designs/A/bumper/force_N", "9kN");
        LW_COMPARE_WITHIN(crash(proof(job)), 9000, 1e-9); // it is stopped within the bumper
        for (const char *k : {"bumper/stroke_mm", "bumper/force_N"})
            setAt(job, std::string("/axes/X/designs/A/") + k, nullptr);
        // a torque limit caps the stall and what the motor is counted on for; the rotor keeps its energy
        put(job, "/axes/X/designs/A/drive/torque_limit_Nm", "1Nm");
        const auto limited = proof(job);
        LW_COMPARE_WITHIN(limited.e.state.stallThrust, s.stallThrust / s.peakStatic, 1e-6 * s.stallThrust);
        LW_COMPARE_WITHIN(crash(limited), byEnergy(plain.m.rapid.v, limited.e.state.stallThrust, 0), 1e-6);
        for (const auto &q : limited.e.state.points)
            QVERIFY(q.design <= 1 + 1e-12);
    }
    void workingsEndAtTheFinding() {
        auto job = level();
        handle(job, "7N");
        put(job, "/axes/X/targets/deceleration_m_s2", "1m/s2");
        put(job, "/axes/X/designs/A/drive/torque_limit_Nm", "1.5Nm");
        put(job, "/axes/X/designs/A/end_speed_mm_min", "900mm/min");
        put(job, "/axes/X/designs/A/bumper/stroke_mm", "3mm");
        put(job, "/axes/X/designs/A/bumper/force_N", "900N");
        for (const auto &[j, axes] : {std::pair{job, std::vector{"X", "Z"}},
                                      {demoJob("beck-lathe"), std::vector{"X", "Z"}},
                                      {demoJob("sill-grinder"), std::vector{"X"}}})
            for (const char *axis : axes) {
                const auto p = proof(j, axis);
                for (const auto &f : p.e.findings)
                    for (const auto &step : explain(p.m, p.e.state, f).steps) {
                        const double again = recompute(step);
                        QVERIFY2(std::fabs(again - step.result) <= 1e-6 * std::max(1e-12, std::fabs(step.result)),
                                 (std::string(axis) + " " + std::string(f.check->code) + ": " + step.symbol + " = " +
                                  step.formula + " shown " + std::to_string(step.result) + " run " +
                                  std::to_string(again))
                                     .c_str());
                    }
            }
    }
};
LW_TEST(TestReadings, "tst_readings")
#include "tst_readings.moc"
