#include "axis/rotary_table.h"
#include <numbers>

namespace lw {
namespace {
constexpr double second = std::numbers::pi / 648000, minute = 60 * second, rpm = std::numbers::pi / 30, um = 1e-6;
constexpr double none = notKnown;
using P = RotaryPurpose;
constexpr RotaryTargets rows[] = {
    {P::NotChosen, "", "no purpose yet", none, none, none, none, none, none, none, none, none, none, none, none, false,
     "what it is for decides how fine, how fast and how stiff"},
    {P::Index, "index", "indexing", 36 * second, none, 4, 8, 15, 30, 4 * rpm, 2 * rpm, 10 * minute, 20 * minute, none,
     none, true, "comes back to its place and is clamped; speed comes second"},
    {P::Continuous, "continuous", "turning while it cuts", 18 * second, 5 * um, 3, 6, 10, 20, 10 * rpm, 5 * rpm, minute,
     3 * minute, 10 * um, 30 * um, false, "stiff, no play, no clamp while it cuts"},
    {P::Wrap, "wrap", "wrapping and engraving", 108 * second, 20 * um, 2, 4, 6, 12, 20 * rpm, 10 * rpm, 6 * minute,
     12 * minute, 30 * um, 90 * um, false, "speed at a small radius"},
    {P::Log, "log", "logs between centres", 216 * second, 50 * um, 1, 3, 3, 6, 30 * rpm, 15 * rpm, 15 * minute,
     30 * minute, 50 * um, 150 * um, false, "length, swing, slender work, knocks from square blanks"},
    {P::Spin, "spin", "a turning spindle", 360 * second, none, none, none, none, none, 1000 * rpm, 500 * rpm, none,
     none, none, none, false, "power, bearings, balance; no worm, no high ratio"},
    {P::Tombstone, "tombstone", "a tombstone", 36 * second, none, 6, 12, 20, 40, 3 * rpm, 1.5 * rpm, 10 * minute,
     20 * minute, none, none, true, "weight out of the middle, large inertia, lifting"},
};
} // namespace

const RotaryTargets &rotaryTargets(RotaryPurpose p) {
    for (const auto &row : rows)
        if (row.purpose == p) return row;
    return rows[0];
}
RotaryPurpose rotaryPurpose(std::string_view code) {
    for (const auto &row : rows)
        if (!code.empty() && row.code == code) return row.purpose;
    return P::NotChosen;
}
namespace {
double passed(const Known &wished, double target, double most) { return wished.v * (most == most ? most / target : 2); }
} // namespace
double RotaryTable::quarterAtMost() const {
    const auto &p = rotaryTargets(purpose);
    return passed(quarter, p.quarter, p.quarterMost);
}
double RotaryTable::turnAtMost() const {
    const auto &p = rotaryTargets(purpose);
    return passed(turn, p.turn, p.turnMost);
}
double RotaryTable::playAtMost() const {
    const auto &p = rotaryTargets(purpose);
    return passed(play, p.play, p.playMost);
}

} // namespace lw
