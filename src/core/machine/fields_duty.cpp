// Fields of the duty: the blocks of the cycle, the part program, the electronic handwheel. The columns are those of fields.cpp.
#include "machine/fields.h"

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr FieldSpec table[] = {
    {"axes/*/duty/moves/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Name", "What you call it.", ""},
    {"axes/*/duty/moves/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Kind", "What sort of block: a cut, a rapid, a stand.", "milling=milling|drilling=drilling|turning=turning along|facing=facing|parting=parting, grooving|threading=threading|tapping=tapping|grinding=grinding|force=a force I know|rapid=rapid, no cut|stand=standing"},
    {"axes/*/duty/moves/*/cutter_mm", K::Value, D::Length, "mm", 1, 160, 0, true, "Cutter", "Diameter.", ""},
    {"axes/*/duty/moves/*/teeth", K::Value, D::Count, "", 1, 12, 0, true, "Teeth", "Cutting edges round it.", ""},
    {"axes/*/duty/moves/*/width_mm", K::Value, D::Length, "mm", 0.05, 160, 0, true, "Width", "Across the feed.", ""},
    {"axes/*/duty/moves/*/depth_mm", K::Value, D::Length, "mm", 0.05, 60, 0, true, "Depth", "Along the spindle.", ""},
    {"axes/*/duty/moves/*/feed_per_tooth_mm", K::Value, D::Length, "mm", 0.005, 0.3, 0, true, "A tooth", "Feed per tooth.", ""},
    {"axes/*/duty/moves/*/spindle_rpm", K::Value, D::RotationSpeed, "rpm", 20, 20000, 0, true, "Spindle", "Turns a minute.", ""},
    {"axes/*/duty/moves/*/edge_angle_deg", K::Value, D::Angle, "deg", 20, 90, 0, true, "Edge angle", "90 for an end mill, 45 for a face mill.", ""},
    {"axes/*/duty/moves/*/material", K::Choice, D::Number, "", 0, 0, 0, false, "Material", "What is cut; the table gives its cutting force.", "@materials"},
    {"axes/*/duty/moves/*/wear_factor", K::Value, D::Number, "", 1, 1.6, 0, true, "Edge wear", "1 sharp, 1.3 usual, 1.5 blunt.", ""},
    {"axes/*/duty/moves/*/speed_factor", K::Value, D::Number, "", 1, 1.3, 0, true, "Tool", "1 carbide, 1.2 slow high-speed steel.", ""},
    {"axes/*/duty/moves/*/radial_ratio", K::Value, D::Number, "", 0.3, 1, 0, true, "Radial push", "Radial over cutting force, 0.4 usual.", ""},
    {"axes/*/duty/moves/*/mode", K::Choice, D::Number, "", 0, 0, 0, false, "Cut", "Climb cutting pulls the table along; any play snatches.", "conventional=against the feed|climb=with the feed (climb)"},
    {"axes/*/duty/moves/*/drill_mm", K::Value, D::Length, "mm", 0.5, 40, 0, true, "Drill", "Diameter.", ""},
    {"axes/*/duty/moves/*/feed_per_turn_mm", K::Value, D::Length, "mm", 0.01, 0.8, 0, true, "A turn", "Feed per turn of the drill.", ""},
    {"axes/*/duty/moves/*/point_angle_deg", K::Value, D::Angle, "deg", 60, 160, 0, true, "Point", "118 ordinary.", ""},
    {"axes/*/duty/moves/*/thrust_factor", K::Value, D::Number, "", 0.3, 1.5, 0, true, "Point kind", "1.2 plain, 0.85 split, 0.3 over a pilot hole.", ""},
    {"axes/*/duty/moves/*/torque_factor", K::Value, D::Number, "", 1, 1.6, 0, true, "Chisel and chips", "1.3 for sizing.", ""},
    {"axes/*/duty/moves/*/force_N", K::Value, D::Force, "N", 5, 8000, 0, true, "Force", "Along the axis, against the feed.", ""},
    {"axes/*/duty/moves/*/feed_mm_min", K::Value, D::Speed, "mm/min", 5, 20000, 0, true, "Feed", "Of the axis.", ""},
    {"axes/*/duty/moves/*/length_mm", K::Value, D::Length, "mm", 0.5, 3000, 0, true, "Length", "How far this block goes.", ""},
    {"axes/*/duty/moves/*/speed_mm_min", K::Value, D::Speed, "mm/min", 5, 40000, 0, true, "Speed", "Of the rapid; blank: the axis' own.", ""},
    {"axes/*/duty/moves/*/time_s", K::Value, D::Time, "s", 0.1, 3600, 0, true, "Stands", "How long it stands still.", ""},
    {"axes/*/duty/moves/*/held_by", K::Choice, D::Number, "", 0, 0, 0, false, "Held by", "What keeps the axis where it is meanwhile.", "motor=the motor|brake=a brake|screw=the screw locks"},
    {"axes/*/duty/moves/*/direction", K::Choice, D::Number, "", 0, 0, 0, false, "Goes", "Only matters on an upright axis.", "up=up|down=down"},
    {"axes/*/duty/moves/*/role", K::Choice, D::Number, "", 0, 0, 0, false, "This axis", "The axis that feeds takes the feed force; the other is pushed off.", "feed=feeds|passive=is pushed off"},
    {"axes/*/duty/moves/*/diameter_mm", K::Value, D::Length, "mm", 1, 500, 0, true, "Diameter", "Of the work, or of the tap.", ""},
    {"axes/*/duty/moves/*/pitch_mm", K::Value, D::Lead, "mm", 0.2, 8, 0, true, "Pitch", "1.5mm, or 16tpi.", ""},
    {"axes/*/duty/moves/*/starts", K::Value, D::Count, "", 1, 8, 0, true, "Starts", "1 for an ordinary thread.", ""},
    {"axes/*/duty/moves/*/passes", K::Value, D::Count, "", 1, 60, 0, true, "Passes", "Of equal chip area; ten for a 1.5 mm pitch.", ""},
    {"axes/*/duty/moves/*/free_mm", K::Value, D::Length, "mm", 0.5, 100, 0, true, "Free before it", "Room before the thread, or the relief behind it: the shorter.", ""},
    {"axes/*/duty/moves/*/settle_s", K::Value, D::Time, "s", 0.005, 0.3, 0, true, "Settles in", "0.01 for a stepper, 0.1 for a servo.", ""},
    {"axes/*/duty/moves/*/wheel_speed_m_s", K::Value, D::Speed, "m/s", 10, 45, 0, true, "Wheel rim", "Rim speed of the wheel; 28 usual. Never above the mark on it.", ""},
    {"axes/*/duty/moves/*/energy_J_mm3", K::Value, D::Number, "", 20, 60, 0, true, "Energy", "Joules for each cubic millimetre ground away; 40 for steel.", ""},
    {"axes/*/duty/moves/*/rake_deg", K::Value, D::Angle, "deg", -12, 30, -1e9, false, "Rake", "6 is what the table is for; each degree more takes 1.5 % off.", ""},
    {"axes/*/targets/deceleration_m_s2", K::Value, D::Acceleration, "m/s2", 0.05, 3, 0, true, "Slowing down", "Blank: as speeding up.", ""},
    {"axes/*/targets/jerk_m_s3", K::Value, D::Number, "", 0.5, 500, 0, true, "Jerk", "How fast the push may rise, in m/s³: a controller with rounded ramps. Blank: straight ramps.", ""},
    {"axes/*/targets/resolution_mm", K::Value, D::Length, "mm", 0.0001, 0.1, 0, true, "Smallest step", "The finest move you want to command.", ""},
    {"part_program/file", K::Text, D::Number, "", 0, 0, 0, false, "Program", "The part program this duty was read from.", ""},
    {"part_program/corners", K::Choice, D::Number, "", 0, 0, 0, false, "Corners", "Stopping at each is the safe side; most controls run through.", "stop=stops at each|run=runs through"},
    {"part_program/x_is", K::Choice, D::Number, "", 0, 0, 0, false, "X words", "Lathe programs often write diameters.", "radius=are travel|diameter=are diameters"},
    {"handwheel/mm_per_turn", K::Value, D::Length, "mm", 0.05, 20, 0, true, "A turn moves", "What one turn of an electronic handwheel should move.", ""},
    {"handwheel/detents", K::Value, D::Count, "", 20, 400, 0, true, "Clicks a turn", "100 on most.", ""},
};
} // namespace

std::span<const FieldSpec> dutyFields() { return table; }

} // namespace lw
