#include "survey/cards.h"
#include "proof/words/narrate.h"

namespace lw {
namespace {
using I = SurveyCardId;

const std::vector<SurveyCardSpec> &table() {
    static const std::vector<SurveyCardSpec> cards{
        {I::Pull,
         "pull",
         "Pull along the travel",
         "Sizes the motor, and shows where the ways are worn.",
         "Spring or hoist scale, rule, nut taken off the screw.",
         "Gib and locks as in use, oiled, a few full strokes first. Hook the scale square in the end of the slide, "
         "pull slowly and steadily, read while it moves.",
         "Five places or more along the travel, both ways at each.",
         "Bench mill 60 to 140 N, knee mill 150 to 350 N, rails 15 to 40 N.",
         "The pull that sizes the motor, the mean that heats it, tight over loose, the difference of the ways.",
         "Pulling crooked; reading the jerk as it starts; one place only; a dry gib.",
         {"survey/pull/way"},
         {},
         10},
        {I::Handle,
         "handle",
         "Handle against direct pull",
         "Tells the old screw's efficiency; stands in for a direct pull when the nut cannot come off.",
         "Scale, string, rule.",
         "Crank off, string round the rim, pull square to the arm, one slow turn; average it. Then the same with the "
         "nut free for the drag alone.",
         "One whole turn each way.",
         "A good sliding screw lets 0.25 to 0.40 through, a worn dry one 0.15 to 0.25.",
         "Friction by the handle; with a direct pull beside it the efficiency of the screw as it is.",
         "A heavy crank handle adds its weight on one side; geared handles move more or less than the lead.",
         {"survey/handle/pull_N", "survey/handle/radius_mm", "survey/handle/travel_per_turn_mm",
          "survey/handle/no_load_drag_Nm", "survey/handle/efficiency"},
         {},
         10},
        {I::Loads,
         "loads",
         "Drag at several loads",
         "Tells the drag of gib and wipers from the friction that follows the weight: what a vice and a block of steel "
         "will add.",
         "Scale, and 50 to 100 kg that can be weighed.",
         "Pull the bare slide, then with the vice, then with the heaviest thing it will carry; always at the same "
         "place.",
         "Two loads or more, the largest at least 1.3 times the smallest.",
         "Oiled iron 0.08 to 0.18, PTFE facing 0.03 to 0.08; gib 20 to 60 N on a bench mill.",
         "Constant drag, friction per weight, how well a line fits.",
         "Loads too alike: the slope is then noise.",
         {},
         {"survey/loads", {"mass_kg", "pull_N"}},
         15},
        {I::Breakaway,
         "breakaway",
         "To start, to keep going",
         "A slide that sticks loses steps and makes no small moves.",
         "Scale.",
         "Let it stand a minute, pull up slowly, read the highest just as it moves; then read while it creeps.",
         "Three times at one place, the mean.",
         "1.2 to 1.6 on oiled iron.",
         "Pull to start over pull to keep moving.",
         "Pulling fast hides it.",
         {"survey/breakaway/to_start_N", "survey/breakaway/to_keep_going_N"},
         {},
         5},
        {I::Hoist,
         "hoist",
         "Hung on a scale, up and down",
         "Weight and friction of what hangs, in one go.",
         "Hoist scale, a hoist that carries twice the load, timber under it.",
         "Prop it first. Nut off, counterbalance as in use; raise slowly, read; lower slowly, read.",
         "Up and down at the middle, and near both ends.",
         "Bench mill head 250 to 700 N, friction 60 to 200 N.",
         "Net weight = half the sum, friction = half the difference.",
         "Standing under it; a sling that slips; reading while it swings.",
         {"survey/hoist/up_N", "survey/hoist/down_N", "survey/screw_from_guide_mm", "survey/guide_length_mm"},
         {},
         10},
        {I::Strut,
         "strut",
         "Strut or counterweight",
         "A balance that overtakes the weight anywhere lets the play change sides.",
         "The stamp on the strut, or the scale; a rule.",
         "Read the stamped force (rod out), measure the stroke, and look up how much it stiffens; or hang it on the "
         "scale with the rod out and in.",
         "Rod out, rod in.",
         "Stiffens by 20 to 50 % over the stroke; loses some per cent a year.",
         "Pull along the stroke, warm and on the coldest day, and what stays for the screw.",
         "Sizing the brake as if the strut could not fail.",
         {"survey/balance/kind", "survey/balance/force_N", "survey/balance/mass_kg", "survey/balance/stroke_mm",
          "survey/balance/progression", "survey/balance/temperature_C"},
         {},
         10},
        {I::LostMotion,
         "lost_motion",
         "Lost motion, four readings",
         "Says which part to fix, before a new screw is bought.",
         "Dial gauge with a magnetic foot.",
         "Gauge on the table, turn back until it moves: the whole. Gauge on the screw's end while rocking the handle: "
         "the bearing. Gauge on the nut against the saddle: its fixing. Push and pull the table by hand: wind-up. The "
         "thread is what is left.",
         "At the middle of the travel; each three times.",
         "New sliding nut {0.05 to 0.15 mm}, worn {0.2 to 0.8 mm}.",
         "Each part, and the cure of each.",
         "Calling it all the nut.",
         {"survey/lost_motion/total_mm", "survey/lost_motion/thrust_float_mm", "survey/lost_motion/nut_in_slot_mm",
          "survey/lost_motion/wind_up_mm"},
         {},
         20},
        {I::PlayAlong,
         "play_along",
         "Play along the travel",
         "Tells a worn screw from a worn nut.",
         "Dial gauge.",
         "The same reading of the whole at three places or more.",
         "Middle and both ends.",
         "Even within {0.03 mm}: nut or bearing. More: the screw.",
         "Play along the travel.",
         "Setting a split nut for the middle: it jams at the ends.",
         {},
         {"survey/lost_motion/places", {"at_mm", "lost_mm"}},
         10},
        {I::LeadWays,
         "lead",
         "Lead by several ways",
         "A wrong lead scales every dimension.",
         "Rule or gauge block, and eyes.",
         "Ten turns against a rule, always from the same side; then the dial: divisions times the value of one; then "
         "the thread itself.",
         "Two ways at least.",
         "5.08 (5 an inch), 2.54, 3.175; metric 2 to 6. Left hand is normal on cross feeds.",
         "The lead, and how far the ways disagree.",
         "Dials that read diameter, geared handles, two starts, an inch dial on a metric screw.",
         {"survey/lead/measured_travel_mm", "survey/lead/turns", "survey/lead/threads_per_inch", "survey/lead/starts",
          "survey/lead/dial_divisions", "survey/lead/dial_value_mm", "survey/lead/reads_diameter",
          "survey/lead/left_hand"},
         {},
         10},
        {I::RunOut,
         "run_out",
         "Run-out at the pulley seat",
         "A bent end pulls the belt tight and slack once a turn.",
         "Dial gauge.",
         "Stylus on the seat, turn the screw by hand, read the whole swing of the needle.",
         "One turn, twice.",
         "0.01 to 0.02 new, 0.05 the most.",
         "Full swing = twice the eccentricity.",
         "Reading over a key-way or a burr.",
         {"survey/run_out_mm", "survey/screw_end"},
         {},
         5},
        {I::ShaftRound,
         "round",
         "Shaft read round and along",
         "Where it is bent and which way to press.",
         "Two vee blocks at the bearing seats, dial gauge, a pen for eight marks.",
         "Mark the end every 45 degrees. At each place read the dial at each mark.",
         "Three places or more, eight marks each.",
         "Bend at mid-span {0.10 mm}, {0.20 mm} the most.",
         "Bend, its place and its high spot, by the first harmonic round the shaft.",
         "Hammering the thread; reading on worn crests.",
         {},
         {"survey/round", {"at_mm"}, 8},
         20},
        {I::ScrewLine,
         "screw_line",
         "Screw against the ways",
         "A screw out of line pushes the nut sideways, hardest near the bearing.",
         "Dial gauge on the slide, test bar or the screw itself.",
         "Dial on the slide, stylus on top of the screw, then at its side; the same screw angle each time.",
         "Every {50 to 100 mm}, both planes.",
         "{0.02 mm} in {300 mm}, {0.05 mm} the most.",
         "Shim and shift at the far bearing, and what scatter is left.",
         "Letting the bend of the screw into the reading.",
         {"survey/screw_bearings/fixed_mm", "survey/screw_bearings/far_mm"},
         {"survey/screw_line", {"at_mm", "up_mm", "side_mm"}},
         30},
        {I::MovingMass,
         "mass",
         "What moves",
         "Inertia and, upright, the weight.",
         "Scale; or a rule and the kind of casting.",
         "Hang one end on the scale, the other on packing; swap; add the two. What rides on another axis is entered "
         "once, on its own axis.",
         "Each casting once.",
         "Bench mill table 25 to 60 kg with its vice.",
         "Moving mass, the pieces of carried axes included.",
         "Forgetting vice, work and the motor that rides along.",
         {"rides_on"},
         {},
         15},
        {I::Tram,
         "tram",
         "Head square to the table",
         "The baseline to come back to after the head was off.",
         "Dial on an arm in the spindle.",
         "Sweep left and right, front and back, on a clean table; the same spot of a parallel.",
         "Two readings each way.",
         "0.02 in 200, 0.05 the most.",
         "Tilt, and the hollow a 63 mm face mill leaves.",
         "Sweeping over a T-slot.",
         {"/baseline/tram_x_mm", "/baseline/tram_y_mm", "/baseline/swing_mm"},
         {},
         10},
        {I::Square,
         "square",
         "X square to Y",
         "The baseline of the ways; a screw cannot cure it, a controller can.",
         "Good square or a ground block, dial.",
         "Set the square along X by the dial, run along Y on its other leg; turn it over, read again, half the "
         "difference.",
         "Both sides of the square.",
         "0.02 in 300, 0.05 the most.",
         "Out of square over {300 mm}.",
         "Trusting the square instead of turning it over.",
         {"/baseline/square_mm", "/baseline/square_over_mm"},
         {},
         15},
        {I::Bar,
         "bar",
         "Turned test bar",
         "Tailstock and headstock in line.",
         "A bar, a sharp tool, a micrometer.",
         "Light finishing cuts, same tool, nothing touched between; measure at both ends.",
         "Two diameters.",
         "0.02 in 300 on radius, 0.04 the most.",
         "Taper, and how far to move the tailstock.",
         "A slim bar that bends: no longer than 12 diameters between centres, 6 in the chuck.",
         {"/baseline/bar_head_mm", "/baseline/bar_tail_mm", "/baseline/bar_between_mm", "/baseline/centres_mm"},
         {},
         30},
        {I::Nose,
         "nose",
         "Spindle nose",
         "Bearings before motors.",
         "Dial gauge.",
         "Stylus in the taper, turn by hand.",
         "One turn.",
         "0.01, 0.02 the most.",
         "Full swing.",
         "Dirt in the taper.",
         {"/baseline/nose_mm"},
         {},
         5},
        {I::Room,
         "room",
         "Room for parts",
         "What motor, pulleys and plates must fit later.",
         "Rule, micrometer, calliper.",
         "Shafts and bosses by micrometer at three places; free room with the slide at both ends of its travel.",
         "Each once; sizes that fit something, three times.",
         "A 57 mm motor is 56 square and 76 to 112 long.",
         "The envelope parts are held against.",
         "Measuring with the slide in the middle.",
         {"survey/room/shaft_mm", "survey/room/shaft_length_mm", "survey/room/boss_mm", "survey/room/bore_mm",
          "survey/room/nut_mm", "survey/room/tapped", "survey/room/t_slot_mm", "survey/room/motor_length_mm",
          "survey/room/motor_square_mm", "survey/room/pulley_mm", "survey/room/portal_mm"},
         {},
         15},
    };
    return cards;
}
} // namespace

const SurveyCardSpec &surveyCard(SurveyCardId id) { return table()[static_cast<std::size_t>(id)]; }

const SurveyCardSpec *surveyCardByCode(std::string_view code) {
    for (const auto &c : table())
        if (c.code == code) return &c;
    return nullptr;
}

const SurveyCardSpec *surveyCardOfField(std::string_view pointer) {
    const auto under = [&](std::string_view list) {
        return !list.empty() && pointer.find("/" + std::string(list) + "/") != std::string_view::npos;
    };
    for (const auto &c : table()) {
        if (under(c.table.list) || (c.id == I::MovingMass && under("survey/moving_mass"))) return &c;
        for (const auto field : c.fields)
            if (field.front() == '/' ? pointer == field : pointer.ends_with("/" + std::string(field))) return &c;
    }
    return nullptr;
}

std::string usualOfClass(SurveyCardId id, const AxisModel &m, std::string_view machineClassCode) {
    const auto *machine = machineClass(machineClassCode);
    const auto *c = m.cls;
    if (!machine || !c) return {};
    const auto range = [](double middle, double low, double high, Dimension d, std::string_view unit) {
        const double si = unitInSi(unit, d).value_or(1);
        return low > 0 && high > low ? withUnit(low * si, d, unit) + " to " + withUnit(high * si, d, unit)
                                     : withUnit(middle * si, d, unit);
    };
    std::string what;
    switch (id) {
    case I::Pull:
    case I::Handle: what = range(c->pull, c->pullLow, c->pullHigh, Dimension::Force, "N"); break;
    case I::MovingMass: what = range(c->mass, c->massLow, c->massHigh, Dimension::Mass, "kg"); break;
    case I::Breakaway: what = timesText(c->breakaway); break;
    case I::LeadWays: what = withUnit(c->lead * 1e-3, Dimension::Length, "mm") + " a turn"; break;
    case I::LostMotion:
    case I::PlayAlong:
        what = "good up to " + withUnit(c->lostPass * 1e-3, Dimension::Length, "mm", 2) + ", tired beyond " +
               withUnit(c->lostFail * 1e-3, Dimension::Length, "mm", 2);
        break;
    default: return {};
    }
    return std::string(machine->shown) + ", " + std::string(c->axis) + ": " + what + ".";
}

std::vector<const SurveyCardSpec *> surveyCardsOf(const AxisModel &m, std::string_view machineClass) {
    const bool lathe = machineClass.find("lathe") != std::string_view::npos;
    const bool grinder = machineClass.find("grinder") != std::string_view::npos;
    std::vector<const SurveyCardSpec *> out;
    for (const auto &c : table()) {
        switch (c.id) {
        case I::Hoist:
        case I::Strut:
            if (!m.vertical) continue;
            break;
        case I::ShaftRound:
        case I::ScrewLine:
        case I::PlayAlong:
            if (m.wheel()) continue;
            break;
        case I::Tram:
        case I::Square:
            if (lathe || grinder) continue;
            break;
        case I::Bar:
            if (!lathe) continue;
            break;
        case I::Nose:
            if (grinder) continue;
            break;
        default: break;
        }
        out.push_back(&c);
    }
    return out;
}

} // namespace lw
