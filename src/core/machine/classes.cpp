#include "machine/classes.h"

namespace lw {
namespace {
constexpr MachineClass classes[] = {
    {"bench_mill", "Mill, bench", 40, 350},          {"knee_mill", "Mill, knee, turret", 250, 1200},
    {"bed_mill", "Mill, bed", 600, 2500},            {"horizontal_mill", "Mill, horizontal", 400, 1500},
    {"mini_lathe", "Lathe, bench", 40, 150},         {"mid_lathe", "Lathe, on cabinets", 170, 700},
    {"hand_grinder", "Grinder, hand, bench", 80, 200}, {"surface_grinder", "Grinder, surface", 500, 1200},
    {"router", "A gantry router", 40, 400},
};
// machine, axis, travel, mass (low, high), pull (low, high), lead, rapid, feed, a, step, repeat, lost, thrust, vertical, wheel, breakaway, kept screw
constexpr ClassAxis axes[] = {
    {"bench_mill", "X", 300, 40, 25, 60, 100, 0, 0, 4, 2500, 10, 1000, 0.3, 5, 15, 25, 400, 1000, false, false, 1.4, 0.025, 0.08},
    {"bench_mill", "Y", 120, 60, 40, 90, 100, 0, 0, 4, 2500, 10, 1000, 0.3, 5, 15, 25, 400, 1000, false, false, 1.4, 0.025, 0.08},
    {"bench_mill", "Z", 180, 45, 25, 70, 120, 0, 0, 4, 1500, 10, 1000, 0.3, 5, 15, 25, 800, 2000, true, false, 1.4, 0.025, 0.08},
    {"knee_mill", "X", 400, 200, 140, 300, 250, 0, 0, 5.08, 4000, 10, 1500, 0.4, 5, 10, 20, 1200, 3000, false, false, 1.4, 0.025, 0.08},
    {"knee_mill", "Y", 170, 320, 220, 450, 320, 0, 0, 5.08, 4000, 10, 1500, 0.4, 5, 10, 20, 1200, 3000, false, false, 1.4, 0.025, 0.08},
    {"knee_mill", "knee", 260, 500, 350, 650, 600, 0, 0, 2.54, 1000, 10, 500, 0.15, 5, 15, 25, 1500, 4000, true, false, 1.4, 0.025, 0.08},
    {"knee_mill", "quill", 120, 12, 8, 15, 60, 0, 0, 5, 2000, 10, 500, 0.4, 5, 15, 25, 1500, 4000, true, false, 1.4, 0.025, 0.08},
    {"bed_mill", "X", 600, 300, 200, 500, 250, 0, 0, 5, 6000, 10, 3000, 0.7, 2.5, 8, 15, 1500, 4000, false, false, 1.4, 0.025, 0.08},
    {"bed_mill", "Y", 300, 500, 350, 800, 350, 0, 0, 5, 6000, 10, 3000, 0.7, 2.5, 8, 15, 1500, 4000, false, false, 1.4, 0.025, 0.08},
    {"bed_mill", "Z", 350, 250, 150, 400, 350, 0, 0, 5, 4000, 10, 3000, 0.7, 2.5, 8, 15, 2000, 5000, true, false, 1.4, 0.025, 0.08},
    {"horizontal_mill", "X", 500, 220, 150, 350, 280, 0, 0, 5.08, 3000, 10, 1000, 0.3, 5, 15, 25, 1500, 4000, false, false, 1.4, 0.025, 0.08},
    {"horizontal_mill", "Y", 200, 350, 250, 500, 350, 0, 0, 5.08, 2000, 10, 1000, 0.3, 5, 15, 25, 1500, 4000, false, false, 1.4, 0.025, 0.08},
    {"horizontal_mill", "knee", 350, 600, 400, 800, 700, 0, 0, 2.54, 1000, 10, 500, 0.15, 5, 15, 25, 1500, 4000, true, false, 1.4, 0.025, 0.08},
    {"mini_lathe", "Z", 300, 12, 8, 18, 50, 0, 0, 2, 2000, 5, 500, 0.3, 5, 15, 25, 300, 800, false, false, 1.4, 0.025, 0.08},
    {"mini_lathe", "X", 80, 5, 3, 8, 35, 0, 0, 1, 1000, 5, 500, 0.3, 2.5, 10, 10, 200, 500, false, false, 1.4, 0.010, 0.03},
    {"mid_lathe", "Z", 420, 65, 40, 100, 130, 0, 0, 5, 4000, 5, 1000, 0.4, 5, 10, 15, 1200, 3000, false, false, 1.4, 0.025, 0.08},
    {"mid_lathe", "X", 110, 20, 12, 30, 80, 0, 0, 2.5, 2000, 5, 1000, 0.4, 1, 5, 5, 800, 2000, false, false, 1.4, 0.010, 0.03},
    {"hand_grinder", "table", 300, 25, 16, 40, 9, 5, 22, 60, 12000, 3000, 12000, 1.2, 100, 500, 500, 50, 100, false, true, 1.5, 0.5, 1.0},
    {"hand_grinder", "cross", 120, 40, 25, 70, 40, 0, 0, 2, 1000, 10, 500, 0.2, 5, 10, 20, 25, 75, false, false, 1.5, 0.025, 0.08},
    {"hand_grinder", "down", 200, 30, 20, 50, 60, 0, 0, 1, 300, 10, 500, 0.1, 0.5, 2, 3, 50, 150, true, false, 1.5, 0.003, 0.006},
    {"surface_grinder", "table", 450, 90, 50, 120, 80, 0, 0, 80, 12000, 3000, 20000, 1.5, 50, 500, 500, 100, 200, false, true, 1.4, 0.5, 1.0},
    {"surface_grinder", "cross", 150, 140, 80, 200, 120, 0, 0, 5, 1000, 10, 500, 0.2, 5, 10, 20, 50, 150, false, false, 1.4, 0.025, 0.08},
    {"surface_grinder", "down", 300, 120, 80, 200, 250, 0, 0, 2, 300, 10, 500, 0.1, 0.5, 2, 3, 100, 300, true, false, 1.4, 0.003, 0.006},
    {"router", "gantry", 900, 35, 15, 60, 40, 0, 0, 10, 8000, 200, 5000, 1, 20, 30, 50, 150, 400, false, false, 1.2, 0.025, 0.08},
    {"router", "carriage", 600, 12, 8, 20, 25, 0, 0, 10, 8000, 200, 5000, 1, 20, 30, 50, 150, 400, false, false, 1.2, 0.025, 0.08},
    {"router", "Z", 120, 7, 4, 12, 20, 0, 0, 5, 3000, 200, 5000, 1, 20, 30, 50, 150, 500, true, false, 1.2, 0.025, 0.08},
};
} // namespace

std::span<const MachineClass> machineClasses() { return classes; }
std::span<const ClassAxis> classAxes() { return axes; }
const MachineClass *machineClass(std::string_view code) {
    for (const auto &c : classes)
        if (c.code == code) return &c;
    return nullptr;
}
const ClassAxis *classAxis(std::string_view machine, std::string_view axis) {
    for (const auto &a : axes)
        if (a.machine == machine && a.axis == axis) return &a;
    return nullptr;
}

} // namespace lw
