// Fields of the test cards, of what was said against what it is, and of the settings typed by hand. The columns are those
// of fields.cpp.
#include "machine/fields.h"

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr FieldSpec table[] = {
    {"axes/*/cards/stop_works/bond_ohm", K::Value, D::Resistance, "ohm", 0.001, 5, 0, false, "Earth bond", "Earth pin to each metal part, power off; the worst of them.", ""},
    {"axes/*/cards/stop_works/insulation", K::Choice, D::Number, "", 0, 0, 0, false, "Insulation", "500 V DC on the mains parts only, electronics unplugged; by a licensed hand.", "ok=at least 1 MΩ|low=less"},
    {"axes/*/cards/stop_works/supply_V", K::Value, D::Voltage, "V", 10, 400, 0, true, "Supply reads", "Drives unplugged, at the drive plug, polarity looked at.", ""},
    {"axes/*/cards/stop_works/fall_s", K::Value, D::Time, "s", 0.1, 120, 0, false, "Falls below 60 V in", "After switch-off; 0 for a supply that never is above.", ""},
    {"axes/*/cards/stop_works/stops_cut", K::Choice, D::Number, "", 0, 0, 0, false, "Stops cut", "Every stop device, three times, power gone at the motor output.", "yes=yes, each time|no=no"},
    {"axes/*/cards/stop_works/limits_cut", K::Choice, D::Number, "", 0, 0, 0, false, "Limits cut", "Each limit wire pulled, three times.", "yes=yes, each time|no=no"},
    {"axes/*/cards/stop_works/back_on_release", K::Choice, D::Number, "", 0, 0, 0, false, "On release", "Power must stay away until a separate reset.", "no=stays away|yes=comes back"},
    {"axes/*/cards/hold/holds_by_hand", K::Choice, D::Number, "", 0, 0, 0, false, "Holds", "Push by hand, drive enabled at its lowest current.", "yes=holds|no=gives"},
    {"axes/*/cards/hold/case_C", K::Value, D::Temperature, "C", 10, 120, -50, false, "Case", "Motor case after twenty minutes.", ""},
    {"axes/*/cards/hold/room_C", K::Value, D::Temperature, "C", 0, 45, -50, false, "Room", "Beside it, out of the draught.", ""},
    {"axes/*/cards/which_way/right_way", K::Choice, D::Number, "", 0, 0, 0, false, "Plus goes", "Plus moves the tool plus against the work.", "yes=the right way|no=the wrong way"},
    {"axes/*/cards/which_way/distance_mm", K::Value, D::Length, "mm", 9, 11, 0, true, "Ten went", "Told ten millimetres; what the dial or rule says.", ""},
    {"axes/*/cards/home/readings/*", K::Value, D::Length, "um", -50, 50, -1000000000.0, false, "Trip", "Dial at home, against the first.", ""},
    {"axes/*/cards/home/edge_to_index_mm", K::Value, D::Length, "mm", 0, 20, 0, false, "Edge to index", "From the switch edge to the index mark; only with an encoder.", ""},
    {"axes/*/cards/home/index_spacing_mm", K::Value, D::Length, "mm", 0.5, 25, 0, true, "Index every", "Travel between two index marks.", ""},
    {"axes/*/cards/steps/commanded/*", K::Value, D::Length, "mm", 0, 3000, -1000000000.0, false, "Told", "Where it was sent.", ""},
    {"axes/*/cards/steps/measured/*", K::Value, D::Length, "mm", 0, 3000, -1000000000.0, false, "Went", "What the gauge says.", ""},
    {"axes/*/cards/steps/doubt_mm", K::Value, D::Length, "mm", 0.002, 0.2, 0, true, "Gauge good to", "Over the whole length; 0.02 is taken.", ""},
    {"axes/*/cards/stall/readings/*", K::Value, D::Speed, "mm/min", 50, 60000, 0, true, "Stalled", "Feed at which it lost steps, at one place.", ""},
    {"axes/*/cards/stall/safe_fraction", K::Value, D::Number, "", 0.4, 0.8, 0, true, "Use of it", "0.6; 0.5 upright or heavy; 0.7 with an encoder.", ""},
    {"axes/*/cards/speed_up/lost_at_m_s2", K::Value, D::Acceleration, "m/s2", 0.05, 20, 0, true, "Lost at", "Acceleration at which steps were lost, at the set speed.", ""},
    {"axes/*/cards/warm_up/readings/*", K::Value, D::Temperature, "C", 5, 150, -50, false, "Case", "Motor case.", ""},
    {"axes/*/cards/warm_up/interval_min", K::Value, D::Time, "min", 2, 60, 0, true, "Apart", "Minutes between the readings, all alike.", ""},
    {"axes/*/cards/warm_up/room_C", K::Value, D::Temperature, "C", 0, 45, -50, false, "Room", "During the run.", ""},
    {"axes/*/cards/warm_up/drift_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Drift", "Against a stop, cold to warm.", ""},
    {"axes/*/cards/many_moves/readings/*", K::Value, D::Length, "um", -200, 200, -1000000000.0, false, "Drift", "After each hundred moves.", ""},
    {"axes/*/cards/lost_motion/readings/*", K::Value, D::Length, "um", 0, 1000, 0, false, "Lost", "Dial, from the turn until it moves.", ""},
    {"axes/*/cards/lost_motion/resolution_mm", K::Value, D::Length, "mm", 0.0005, 0.02, 0, true, "Dial reads", "Its smallest step; 0.001 is taken.", ""},
    {"axes/*/cards/lost_motion/target_mm", K::Value, D::Length, "mm", 0.005, 0.3, 0, true, "Accept", "What you can live with; the wish of As found is taken.", ""},
    {"axes/*/cards/soft_ends/room_mm", K::Value, D::Length, "mm", 0.5, 200, 0, false, "Beyond the switch", "From the switch to iron, at the tighter end.", ""},
    {"axes/*/cards/soft_ends/stops_inside", K::Choice, D::Number, "", 0, 0, 0, false, "Stops inside", "Both ends, up to the set speed.", "yes=yes|no=no"},
    {"axes/*/cards/soft_ends/switch_touched", K::Choice, D::Number, "", 0, 0, 0, false, "Switch touched", "It must not be.", "no=never|yes=yes"},
    {"axes/*/cards/test_piece/held", K::Choice, D::Number, "", 0, 0, 0, false, "Held", "Between centres the tailstock shows, in the chuck alone the bed.", "centres=between centres|chuck=in the chuck"},
    {"axes/*/cards/test_piece/head_mm", K::Value, D::Length, "mm", 3, 300, 0, true, "Headstock end", "Diameter there.", ""},
    {"axes/*/cards/test_piece/tail_mm", K::Value, D::Length, "mm", 3, 300, 0, true, "Tail end", "Diameter there.", ""},
    {"axes/*/cards/test_piece/apart_mm", K::Value, D::Length, "mm", 20, 1000, 0, true, "Apart", "Between the two places.", ""},
    {"axes/*/cards/test_piece/whole_mm", K::Value, D::Length, "mm", 20, 2000, 0, true, "Between centres", "The whole length of the bar.", ""},
    {"axes/*/cards/test_piece/d0_mm", K::Value, D::Length, "mm", 10, 400, 0, true, "Across 0°", "Diameter of the milled disc, in that direction.", ""},
    {"axes/*/cards/test_piece/d45_mm", K::Value, D::Length, "mm", 10, 400, 0, true, "Across 45°", "Diameter of the milled disc, in that direction.", ""},
    {"axes/*/cards/test_piece/d90_mm", K::Value, D::Length, "mm", 10, 400, 0, true, "Across 90°", "Diameter of the milled disc, in that direction.", ""},
    {"axes/*/cards/test_piece/d135_mm", K::Value, D::Length, "mm", 10, 400, 0, true, "Across 135°", "Diameter of the milled disc, in that direction.", ""},
    {"axes/*/cards/first_cut/wanted_mm", K::Value, D::Length, "mm", 0.5, 500, 0, true, "Wanted", "The size on the drawing.", ""},
    {"axes/*/cards/first_cut/came_mm", K::Value, D::Length, "mm", 0.5, 500, 0, true, "Came out", "The size measured.", ""},
    {"axes/*/cards/first_cut/marks", K::Choice, D::Number, "", 0, 0, 0, false, "Marks", "Count them against lead and belt pitch.", "none=none|lead=at the screw pitch|tooth=at the belt pitch"},
    {"axes/*/cards/hand_over/stop_again", K::Choice, D::Number, "", 0, 0, 0, false, "Stop card again", "Done once more, all of it.", "yes=done|no=not done"},
    {"axes/*/cards/hand_over/sheet_printed", K::Choice, D::Number, "", 0, 0, 0, false, "Sheet in the panel", "Printed and put there.", "yes=done|no=not done"},
    {"axes/*/cards/*/waived", K::Text, D::Number, "", 0, 0, 0, false, "Waived because", "The reason; stays in the log. Card 1 cannot be waived.", ""},
    {"axes/*/cards/*/note", K::Text, D::Number, "", 0, 0, 0, false, "Note", "Who, how warm, what stood out.", ""},
    {"axes/*/as_built/friction/said_N", K::Value, D::Force, "N", 1, 3000, 0, true, "Friction, said", "Pull of the finished slide. As it was said before it was built; blank: as the design says now.", ""},
    {"axes/*/as_built/friction/is_N", K::Value, D::Force, "N", 1, 3000, 0, true, "Friction, is", "Pull of the finished slide. As it came out; a test card says it too.", ""},
    {"axes/*/as_built/lost_motion/said_mm", K::Value, D::Length, "um", 1, 500, 0, true, "Lost motion, said", "At reversal. As it was said before it was built; blank: as the design says now.", ""},
    {"axes/*/as_built/lost_motion/is_mm", K::Value, D::Length, "um", 1, 500, 0, true, "Lost motion, is", "At reversal. As it came out; a test card says it too.", ""},
    {"axes/*/as_built/stall/said_mm_min", K::Value, D::Speed, "mm/min", 50, 60000, 0, true, "Stall, said", "Lowest speed that lost steps. As it was said before it was built; blank: as the design says now.", ""},
    {"axes/*/as_built/stall/is_mm_min", K::Value, D::Speed, "mm/min", 50, 60000, 0, true, "Stall, is", "Lowest speed that lost steps. As it came out; a test card says it too.", ""},
    {"axes/*/as_built/warm/said_K", K::Value, D::Number, "", 2, 120, 0, true, "Motor warms, said", "Case over the room, kelvin. As it was said before it was built; blank: as the design says now.", ""},
    {"axes/*/as_built/warm/is_K", K::Value, D::Number, "", 2, 120, 0, true, "Motor warms, is", "Case over the room, kelvin. As it came out; a test card says it too.", ""},
    {"axes/*/as_built/steps/said_per_mm", K::Value, D::Number, "", 10, 50000, 0, true, "Steps a mm, said", "By the gauge. As it was said before it was built; blank: as the design says now.", ""},
    {"axes/*/as_built/steps/is_per_mm", K::Value, D::Number, "", 10, 50000, 0, true, "Steps a mm, is", "By the gauge. As it came out; a test card says it too.", ""},
    {"axes/*/settings/home_fast_mm_min", K::Value, D::Speed, "mm/min", 50, 5000, 0, true, "Home, fast", "To the switch.", ""},
    {"axes/*/settings/home_slow_mm_min", K::Value, D::Speed, "mm/min", 5, 500, 0, true, "Home, slow", "Off the switch.", ""},
    {"axes/*/settings/idle_current_pct", K::Value, D::Number, "%", 20, 100, 0, true, "Idle current", "Share of the run current while it stands; not on a slope.", ""},
};
} // namespace

std::span<const FieldSpec> cardFields() { return table; }

} // namespace lw
