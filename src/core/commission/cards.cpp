#include "commission/cards.h"
#include <algorithm>

namespace lw {
using Json = nlohmann::json;

namespace {
const std::vector<CardSpec> &specs() {
    static const std::vector<CardSpec> all{
        {CardId::StopWorks,
         "stop_works",
         "Stop works",
         true,
         "Unplugged: pull every wire, bond from the earth pin to each metal part. Then power on, drives still "
         "unplugged: each supply, and how long it takes to fall. Then press every stop, pull each limit wire, unplug "
         "the stop cable: three times each.",
         "Bond as length and section of its wire make one expect, 0.1 Ω at the most for wires of a usual machine; "
         "insulation at least 1 MΩ, supply within 5 %, under 60 V in 5 s, motor power gone each time and not back on "
         "release.",
         "S01",
         {"bond_ohm", "insulation", "supply_V", "fall_s", "stops_cut", "limits_cut", "back_on_release"},
         {},
         ""},
        {CardId::Hold,
         "hold",
         "Hold",
         false,
         "Lowest current, enable, twenty minutes. Push the slide by hand; touch nothing hot.",
         "Holds against the hand, the case no more than 40 K above the room.",
         "S03",
         {"holds_by_hand", "case_C", "room_C"},
         {},
         ""},
        {CardId::WhichWay,
         "which_way",
         "Which way",
         false,
         "Coupling loose if you can, table in the middle, half the current. One millimetre slowly, both ways, then "
         "ten.",
         "Plus moves the tool plus against the work, so a table goes the other way; ten millimetres within 5 %.",
         "S03",
         {"right_way", "distance_mm"},
         {},
         "mm"},
        {CardId::Home,
         "home",
         "Home",
         false,
         "Push the switch by hand first. Fast, back off, slow; ten trips, read by the dial.",
         "All ten within {0.01 mm}; with an index mark the edge a quarter away from it.",
         "S03",
         {"edge_to_index_mm", "index_spacing_mm"},
         {{"readings", "trip", {}, 10, "um"}},
         "um"},
        {CardId::Steps,
         "steps",
         "Steps",
         false,
         "Five places or more over the longest gauge you trust, all come to from one side. Not a job for a calliper "
         "over {20 mm}.",
         "Leave it within the gauge's doubt; above 0.2 % find the cause, do not scale.",
         "S03",
         {"doubt_mm"},
         {{"commanded", "told", {}, 6, "mm"}, {"measured", "went", {}, 6, "mm"}},
         ""},
        {CardId::Stall,
         "stall",
         "Stall",
         false,
         "Clear, soft ends narrow, never near iron. Zero the dial, there and back, the feed a tenth more each time, "
         "both ways, three places, drives warm; then with the heaviest vice.",
         "Set speed at least the rapid wanted.",
         "S03",
         {"safe_fraction"},
         {{"readings", "stalls at", {}, 4, "mm/min"}},
         ""},
        {CardId::SpeedUp,
         "speed_up",
         "Speed up",
         false,
         "At the set speed double the acceleration until steps are lost, then half-way between.",
         "Half of what lost steps is at least what the design took.",
         "S03",
         {"lost_at_m_s2"},
         {},
         ""},
        {CardId::WarmUp,
         "warm_up",
         "Warm up",
         false,
         "Mixed moves, half the time moving. The motor case three times at equal times apart, the room once; the place "
         "against a stop.",
         "Case at most 80 °C in a room of 40; drift at most {0.02 mm}.",
         "S03",
         {"interval_min", "room_C", "drift_mm"},
         {{"readings", "case", {}, 3, "C"}},
         ""},
        {CardId::ManyMoves,
         "many_moves",
         "1000 moves",
         false,
         "A thousand moves here and there, back to the dial every hundred.",
         "Creeps by no more than a full step, or {0.01 mm}.",
         "S03",
         {},
         {{"readings", "drift", {}, 10, "um"}},
         "um"},
        {CardId::LostMotion,
         "lost_motion",
         "Lost motion",
         false,
         "Axis warm. Come from one side by a turn, zero, go back in small steps until the dial moves. Five times at "
         "three places.",
         "Ball screw {0.02 mm}, sliding screw {0.10 mm}; climb cuts only to {0.02 mm}. Set the least of three, never "
         "their "
         "mean.",
         "S03",
         {"resolution_mm", "target_mm"},
         {{"readings", "", {"one end", "middle", "other end"}, 5, "um"}},
         "um"},
        {CardId::SoftEnds,
         "soft_ends",
         "Soft ends",
         false,
         "First at a tenth of the speed, then at the set speed, both ends.",
         "Stops inside, the switch never touched.",
         "S03",
         {"room_mm", "stops_inside", "switch_touched"},
         {},
         ""},
        {CardId::TestPiece,
         "test_piece",
         "Test bar",
         false,
         "Light finishing cuts, one tool, nothing moved between: measure both ends.",
         "Taper at most {0.02 mm} on the radius over {300 mm}.",
         "S09",
         {"held", "head_mm", "tail_mm", "apart_mm", "whole_mm"},
         {},
         ""},
        {CardId::FirstCut,
         "first_cut",
         "First cut",
         false,
         "Air pass {20 mm} above, then wax, plastic or soft aluminium: half the feed, half a millimetre deep, override "
         "at a tenth as it touches. Clamped twice, guard on.",
         "Within {0.1 mm} of the size, no marks at the pitch of belt or screw.",
         "S11",
         {"wanted_mm", "came_mm", "marks"},
         {},
         ""},
        {CardId::HandOver,
         "hand_over",
         "Hand over",
         false,
         "Print the settings into the panel, do the stop card once more, repeat the first evening's measurements.",
         "Every card before it holds or is waived with its reason.",
         "S03",
         {"stop_again", "sheet_printed"},
         {},
         ""},
        {CardId::WholeTurns,
         "whole_turns",
         "Whole turns",
         false,
         "Dial on a flat or a bar in the chuck, as far out as it reaches, zero. Ten whole turns the one way, back onto "
         "the flat from the same side: read. Plus is beyond it.",
         "Back within {0.02 mm}. The same again each ten turns is a wrong ratio, another each time lost steps.",
         "S03",
         {"radius_mm", "turns", "off_mm", "again_mm"},
         {},
         ""},
        {CardId::TablePlay,
         "table_play",
         "Play at the table",
         false,
         "Motor holding. Dial on a bar at a radius, pushed and pulled by hand with one force, at eight places round.",
         "The largest of the eight within what its purpose asks: play is never the same all the way round.",
         "S03",
         {"radius_mm"},
         {{"readings", "place", {}, 8, "um"}},
         "um"},
        {CardId::QuarterTurn,
         "quarter_turn",
         "Quarter turn",
         false,
         "A quarter turn as the program will make it, clamp and all; a stopwatch, three times.",
         "As quick as it is wished, and as it was said.",
         "S03",
         {},
         {{"readings", "took", {}, 3, "s"}},
         ""},
    };
    return all;
}
const CardSpec &circleSpec() {
    static const CardSpec circle{CardId::TestPiece,
                                 "test_piece",
                                 "Circle",
                                 false,
                                 "Pen or dial first, then a disc in soft material, both directions, two feeds. Measure "
                                 "the disc at 0, 45, 90 and 135°.",
                                 "Within {0.02 mm} of round.",
                                 "S11",
                                 {"d0_mm", "d45_mm", "d90_mm", "d135_mm"},
                                 {},
                                 ""};
    return circle;
}
} // namespace

const CardSpec &cardSpec(CardId id) { return specs()[static_cast<std::size_t>(id)]; }
const CardSpec *cardByCode(std::string_view code) {
    for (const auto &s : specs())
        if (s.code == code) return &s;
    return nullptr;
}
std::vector<const CardSpec *> cardsOf(const AxisModel &m) {
    std::vector<const CardSpec *> out;
    const bool grinder = m.cls && m.cls->machine.find("grinder") != std::string_view::npos;
    for (const auto &s : specs()) {
        const bool turns = s.id == CardId::WholeTurns || s.id == CardId::TablePlay || s.id == CardId::QuarterTurn;
        if (m.rotary()) { // those that ask nothing along a straight travel
            if (s.id == CardId::StopWorks || turns) out.push_back(&s);
            continue;
        }
        if (turns) continue;
        if (s.id != CardId::TestPiece)
            out.push_back(&s);
        else if (!grinder)
            out.push_back(m.lathe ? &s : &circleSpec());
    }
    if (m.rotary()) out.push_back(&cardSpec(CardId::WarmUp)); // once it is known to come round
    return out;
}

std::vector<CardReading> cardReadings(const Json &project, const std::string &axis, const CardSpec &card,
                                      const CardSeries &series) {
    std::vector<CardReading> out;
    const std::string p = "/axes/" + axis + "/cards/" + std::string(card.code) + "/" + std::string(series.key) + "/";
    const int rows = std::max<int>(1, static_cast<int>(series.places.size()));
    for (int r = 0; r < rows; ++r)
        for (int c = 0; c < series.across; ++c) {
            CardReading reading;
            reading.id =
                series.places.empty() ? std::to_string(c + 1) : std::to_string(r + 1) + "-" + std::to_string(c + 1);
            reading.place = r;
            reading.at = c;
            reading.si = knownAt(project, p + reading.id).v;
            if (const auto *n = nodeAt(project, p + reading.id); n && n->is_object())
                reading.struck = n->value("struck", false);
            out.push_back(std::move(reading));
        }
    return out;
}

std::vector<CardResult> judgeCards(const Json &project, const AxisModel &m, const AxisState &s) {
    std::vector<CardResult> out;
    bool open = true;
    std::string openAt;
    for (const auto *spec : cardsOf(m)) {
        auto r = judgeCard(project, m, s, spec->id);
        r.waits = !open;
        if (spec->id == CardId::HandOver && !open) {
            r.verdict = Verdict::NotKnown;
            r.sentence = "Waits for card " + openAt + ".";
        }
        if (open && !r.passes()) {
            open = false;
            openAt = std::string(spec->title);
        }
        out.push_back(std::move(r));
    }
    return out;
}

} // namespace lw
