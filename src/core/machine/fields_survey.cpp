// Fields of the survey cards beyond the first evening: pulls at several loads, the handle, play along the travel, the shaft
// read round, the screw against the ways, strut, room for parts, and the machine's own baseline. Columns as in fields.cpp.
#include "machine/fields.h"

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr double any = -1e9; ///< no hard limit below
constexpr FieldSpec table[] = {
    {"axes/*/rides_on", K::Text, D::Number, "", 0, 0, 0, false, "Rides on", "The axis that carries this one along: a table rides on the saddle. Its pieces then count there too.", ""},
    {"axes/*/survey/moving_mass/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Or by its size", "Not weighed: what sort of casting, and its outside sizes. Good to a quarter; weighing is better.", "table=T-slotted table|cross_slide=cross slide|saddle=saddle|carriage=carriage and apron|head=head, add its motor|knee=knee|column=column, bed|plate=solid plate"},
    {"axes/*/survey/moving_mass/*/length_mm", K::Value, D::Length, "mm", 10, 3000, 0, true, "Long", "Outside.", ""},
    {"axes/*/survey/moving_mass/*/width_mm", K::Value, D::Length, "mm", 10, 1500, 0, true, "Wide", "Outside.", ""},
    {"axes/*/survey/moving_mass/*/height_mm", K::Value, D::Length, "mm", 5, 1500, 0, true, "High", "Outside.", ""},
    {"axes/*/incline_deg", K::Value, D::Angle, "deg", 5, 85, 0, true, "Slope", "Over level, by a level with an angle scale; plus is uphill.", ""},
    {"axes/*/survey/lead/left_hand", K::Choice, D::Number, "", 0, 0, 0, false, "Hand", "Left hand is normal on cross feeds: hold it upright, the thread rises to the left.", "no=right hand|yes=left hand"},
    {"axes/*/used_from_mm", K::Value, D::Length, "mm", 0, 3000, 0, false, "Used from", "Where most work is done, from the same stop as the pulls.", ""},
    {"axes/*/used_to_mm", K::Value, D::Length, "mm", 1, 3000, 0, true, "Used to", "The other end of it.", ""},
    {"axes/*/survey/loads/*/mass_kg", K::Value, D::Mass, "kg", 1, 1500, 0, true, "On the slide", "All that slides: the slide itself and what you put on it.", ""},
    {"axes/*/survey/loads/*/pull_N", K::Value, D::Force, "N", 1, 1500, 0, false, "Pull", "Slow and steady, at one place, mean of both ways.", ""},
    {"axes/*/survey/handle/pull_N", K::Value, D::Force, "N", 2, 200, 0, true, "At the rim", "String round the rim, scale square to the arm, crank taken off or four positions averaged.", ""},
    {"axes/*/survey/handle/radius_mm", K::Value, D::Length, "mm", 30, 150, 0, true, "Rim radius", "From the handle axis to where you pull.", ""},
    {"axes/*/survey/handle/travel_per_turn_mm", K::Value, D::Length, "mm", 1, 40, 0, true, "Travel a turn", "Slide travel for one handle turn; measure it, never assume.", ""},
    {"axes/*/survey/handle/no_load_drag_Nm", K::Value, D::Torque, "Nm", 0, 0.5, 0, false, "Drag, nut off", "Handle torque with the nut off.", ""},
    {"axes/*/survey/handle/efficiency", K::Value, D::Number, "", 0.15, 0.92, 0, true, "Screw lets through", "Sliding 0.15 to 0.5; blank: 0.30.", ""},
    {"axes/*/survey/lost_motion/places/*/at_mm", K::Value, D::Length, "mm", 0, 3000, 0, false, "Place", "From one stop.", ""},
    {"axes/*/survey/lost_motion/places/*/lost_mm", K::Value, D::Length, "mm", 0, 3, 0, false, "Lost there", "Gauge on the table, handle turned back until it moves.", ""},
    {"axes/*/survey/round/*/at_mm", K::Value, D::Length, "mm", 0, 3000, 0, false, "Place", "Along the shaft, from its driven end.", ""},
    {"axes/*/survey/round/*/readings/*", K::Value, D::Length, "um", -500, 500, any, false, "Dial", "Dial at this mark, shaft turned by hand.", ""},
    {"axes/*/survey/screw_line/*/at_mm", K::Value, D::Length, "mm", 0, 3000, any, false, "Place", "Of the slide, along the travel.", ""},
    {"axes/*/survey/screw_line/*/up_mm", K::Value, D::Length, "mm", -1, 1, any, false, "On top", "Dial on the slide, stylus on top of the screw or test bar; the same screw angle each time.", ""},
    {"axes/*/survey/screw_line/*/side_mm", K::Value, D::Length, "mm", -1, 1, any, false, "At the side", "The same, stylus at the side.", ""},
    {"axes/*/survey/screw_bearings/fixed_mm", K::Value, D::Length, "mm", -500, 3500, any, false, "Fixed bearing at", "On the same scale as the places.", ""},
    {"axes/*/survey/screw_bearings/far_mm", K::Value, D::Length, "mm", -500, 3500, any, false, "Far bearing at", "On the same scale.", ""},
    {"axes/*/survey/balance/stroke_mm", K::Value, D::Length, "mm", 20, 800, 0, true, "Strut stroke", "From rod out to rod in.", ""},
    {"axes/*/survey/balance/progression", K::Value, D::Number, "%", 0, 0.6, 0, true, "Strut stiffens", "Force with the rod in over force with the rod out, less one: 20 to 50 %.", ""},
    {"axes/*/survey/balance/temperature_C", K::Value, D::Temperature, "C", -10, 45, -50, false, "Coldest day", "The gas weakens in the cold; stamped at 20 °C.", ""},
    {"axes/*/survey/room/shaft_mm", K::Value, D::Length, "mm", 4, 60, 0, true, "Shaft end", "Where a pulley or coupling goes: micrometer, three places.", ""},
    {"axes/*/survey/room/shaft_length_mm", K::Value, D::Length, "mm", 5, 200, 0, true, "Its length", "Free of shoulder and thread.", ""},
    {"axes/*/survey/room/boss_mm", K::Value, D::Length, "mm", 10, 200, 0, true, "Boss", "Outside diameter a plate can sit on.", ""},
    {"axes/*/survey/room/bore_mm", K::Value, D::Length, "mm", 5, 150, 0, true, "Bore", "Of the bracket.", ""},
    {"axes/*/survey/room/tapped", K::Text, D::Number, "", 0, 0, 0, false, "Tapped holes", "4 x M6, 14 deep, on 70 mm square.", ""},
    {"axes/*/survey/room/t_slot_mm", K::Value, D::Length, "mm", 4, 30, 0, true, "T-slot", "Width at the top.", ""},
    {"axes/*/survey/room/motor_length_mm", K::Value, D::Length, "mm", 20, 500, 0, true, "Free, long", "Room behind the face before something is in the way, table at its end.", ""},
    {"axes/*/survey/room/motor_square_mm", K::Value, D::Length, "mm", 20, 300, 0, true, "Free, square", "Across, where the motor hangs.", ""},
    {"axes/*/survey/room/pulley_mm", K::Value, D::Length, "mm", 10, 400, 0, true, "Free for a pulley", "Largest disc that turns free round the screw end.", ""},
    {"axes/*/survey/room/portal_mm", K::Value, D::Length, "mm", 20, 1500, 0, true, "Under the portal", "Height over the table that stays free.", ""},
    {"baseline/tram_x_mm", K::Value, D::Length, "mm", -1, 1, any, false, "Tram, left less right", "Dial in the spindle, swept over the table.", ""},
    {"baseline/tram_y_mm", K::Value, D::Length, "mm", -1, 1, any, false, "Tram, back less front", "The same, front to back.", ""},
    {"baseline/swing_mm", K::Value, D::Length, "mm", 50, 400, 0, true, "Swept circle", "Distance between the touch points.", ""},
    {"baseline/square_mm", K::Value, D::Length, "mm", -1, 1, any, false, "X and Y, off square", "Square along X, dial run along Y; turned over and read again, half the difference.", ""},
    {"baseline/square_over_mm", K::Value, D::Length, "mm", 50, 500, 0, true, "over", "Length the dial ran.", ""},
    {"baseline/nose_mm", K::Value, D::Length, "mm", 0, 0.2, 0, false, "Spindle nose", "Whole swing of the needle in the taper, turned by hand.", ""},
    {"baseline/bar_head_mm", K::Value, D::Length, "mm", 5, 150, 0, true, "Bar, head end", "Light cut, same tool, no touch between.", ""},
    {"baseline/bar_tail_mm", K::Value, D::Length, "mm", 5, 150, 0, true, "Bar, tail end", "Micrometer, same spot of the anvils.", ""},
    {"baseline/bar_between_mm", K::Value, D::Length, "mm", 50, 500, 0, true, "Between them", "Between the two places measured.", ""},
    {"baseline/centres_mm", K::Value, D::Length, "mm", 60, 2000, 0, true, "Between centres", "Whole length; blank: turned in the chuck.", ""},
};
} // namespace

std::span<const FieldSpec> surveyFields() { return table; }

} // namespace lw
