// Fields of a motor's plate. The columns are those of fields.cpp.
#include "machine/field_tables.h"

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr FieldSpec plateFieldsTable[] = {
    {"axes/*/designs/*/plate/thickness_mm", K::Value, D::Length, "mm", 3, 40, 0, true, "Plate, thick",
     "Calliper on the piece you have.", ""},
    {"axes/*/designs/*/plate/material", K::Choice, D::Number, "", 0, 0, 0, false, "Plate of", "For its weight.",
     "aluminium=aluminium|steel=steel|iron=grey iron"},
    {"axes/*/designs/*/plate/width_mm", K::Value, D::Length, "mm", 20, 600, 0, true, "Wide",
     "Across the belt, finished.", ""},
    {"axes/*/designs/*/plate/above_mm", K::Value, D::Length, "mm", 5, 400, 0, true, "Above the shaft",
     "From the middle of the screw's end to the edge away from the motor.", ""},
    {"axes/*/designs/*/plate/below_mm", K::Value, D::Length, "mm", 5, 900, 0, true, "Below the shaft",
     "From the middle of the screw's end to the edge beyond the motor.", ""},
    {"axes/*/designs/*/plate/bore_mm", K::Value, D::Length, "mm", 4, 200, 0, true, "Shaft passes through",
     "Hole the screw's end or its hub turns in, 2 mm to spare.", ""},
    {"axes/*/designs/*/plate/motor_square_mm", K::Value, D::Length, "mm", 15, 200, 0, false, "Mount's bolt square",
     "Of a mount that is there: caliper over two holes side by side, less one of them.", ""},
    {"axes/*/designs/*/plate/pilot_bore_mm", K::Value, D::Length, "mm", 10, 150, 0, false, "Mount's bore for the pilot",
     "Of a mount that is there: caliper in it.", ""},
    {"axes/*/designs/*/plate/recess_mm", K::Value, D::Length, "mm", 0.5, 30, -1e-9, false, "Mount's recess, deep",
     "Of a mount whose bore is not through: depth gauge.", ""},
    {"axes/*/designs/*/plate/post/apart_mm", K::Value, D::Length, "mm", 5, 500, 0, true, "Posts apart",
     "Across the belt, middle to middle, at the bracket they screw into.", ""},
    {"axes/*/designs/*/plate/post/above_mm", K::Value, D::Length, "mm", 2, 400, -1e-9, true, "the upper above",
     "From the middle of the screw's end.", ""},
    {"axes/*/designs/*/plate/post/below_mm", K::Value, D::Length, "mm", 2, 400, -1e-9, true, "the lower below",
     "From the middle of the screw's end.", ""},
    {"axes/*/designs/*/plate/post/thread_mm", K::Value, D::Length, "mm", 3, 16, 0, true, "Post screws, M",
     "4, 5, 6, 8, 10 or 12.", ""},
    {"axes/*/designs/*/plate/post/length_mm", K::Value, D::Length, "mm", 3, 200, 0, true, "Posts, long",
     "Turned together, equal to 0.02 mm.", ""},
    {"axes/*/designs/*/plate/post/how", K::Choice, D::Number, "", 0, 0, 0, false, "Their holes are found by",
     "A hole that matches one on the machine is punched through it, not measured.",
     "punch=transfer punch, through the bracket|measured=measuring"},
    {"axes/*/designs/*/plate/bolt_length_mm", K::Value, D::Length, "mm", 4, 80, 0, true, "Motor's screws, long",
     "Under the head.", ""},
    {"axes/*/designs/*/plate/dowels", K::Value, D::Count, "", 0, 8, -1e-9, false, "Dowels",
     "Once the belt is set: two, far apart, reamed through both. Blank: slots alone.", ""},
    {"axes/*/designs/*/plate/dowel_mm", K::Value, D::Length, "mm", 1, 16, 0, true, "Pins, thick", "m6 in H7.", ""},
    {"axes/*/designs/*/plate/washer_mm", K::Value, D::Length, "mm", 0, 8, -1e-9, false, "Washers, thick",
     "All under one head.", ""},
    {"axes/*/designs/*/motor/thread_depth_mm", K::Value, D::Length, "mm", 2, 30, 0, true, "Threads in its face, deep",
     "A matchstick down the hole, calliper on the match; through holes: leave blank.", ""},
    {"axes/*/designs/*/plate/paper", K::Choice, D::Number, "", 0, 0, 0, false, "Paper", "What the printer has.",
     "a4=A4|letter=letter"},
    {"axes/*/designs/*/plate/bar_mm", K::Value, D::Length, "mm", 80, 120, 0, true, "The 100 bar measures",
     "Calliper over the printed bar, outside to outside.", ""},
};
} // namespace

std::span<const FieldSpec> plateFields() { return plateFieldsTable; }

} // namespace lw
