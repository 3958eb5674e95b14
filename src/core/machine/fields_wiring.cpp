// Fields of mains, cabinet, wires and the stop chain. The columns are those of fields.cpp. Nothing here has a default:
// what nobody stated is not known.
#include "machine/fields.h"

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr FieldSpec wiringFieldsTable[] = {
    {"mains/voltage_V", K::Value, D::Voltage, "V", 100, 420, 0, true, "Mains",
     "Printed at the outlet's meter or on other machines in the shop.", ""},
    {"mains/breaker_A", K::Value, D::Current, "A", 2, 63, 0, true, "Breaker",
     "Printed on the breaker that drops when this outlet is overloaded; what else hangs on it counts too.", ""},
    {"mains/section_mm2", K::Value, D::Area, "mm2", 0.5, 10, 0, true, "Mains cord",
     "Printed on its sheath: 3 × 1.5 has 1.5 mm².", ""},
    {"cabinet/width_mm", K::Value, D::Length, "mm", 100, 2000, 0, true, "Cabinet, wide", "Outside, tape.", ""},
    {"cabinet/height_mm", K::Value, D::Length, "mm", 100, 2000, 0, true, "high", "Outside, tape.", ""},
    {"cabinet/depth_mm", K::Value, D::Length, "mm", 80, 1000, 0, true, "deep", "Outside, tape.", ""},
    {"cabinet/mounting", K::Choice, D::Number, "", 0, 0, 0, false, "Mounted",
     "Its back against a wall gives off no heat.", "wall=on a wall|free=free all round"},
    {"cabinet/material", K::Choice, D::Number, "", 0, 0, 0, false, "Made of", "How well its walls give off heat.",
     "steel=painted steel;5.5 W a square metre and kelvin|stainless=bare stainless;4.5|plastic=plastic;3.5|"
     "aluminium=bare aluminium;12, the least sure"},
    {"cabinet/room_C", K::Value, D::Temperature, "C", 5, 45, -50, false, "Room at most",
     "A thermometer by the cabinet on the hottest day.", ""},
    {"cabinet/fans", K::Value, D::Number, "", 0, 8, 0, false, "Fans, in",
     "Those that blow in through a filter; fans that draw out move the same air and do not count.", ""},
    {"cabinet/fan_m3h", K::Value, D::Number, "", 5, 400, 0, true, "One moves, m³/h",
     "Printed on the fan or its sheet, blowing free.", ""},
    {"cabinet/filter", K::Choice, D::Number, "", 0, 0, 0, false, "Filter",
     "Chips and mist find every opening without one; a filter takes two fifths of the air.", "yes=yes|no=no"},
    {"cabinet/control_W", K::Value, D::Power, "W", 5, 500, 0, false, "Used at 24 V",
     "Sum of relays, sensors, brakes, lamps: their plates.", ""},
    {"cabinet/control_supply_W", K::Value, D::Power, "W", 10, 1000, 0, true, "24 V supply", "Its plate.", ""},
    {"chain/stop_button", K::Choice, D::Number, "", 0, 0, 0, false, "Stop button",
     "Look inside: two separate contacts, each with its own wire, are two channels.",
     "two=two channels;one that sticks is caught by the other|one=one channel|none=none"},
    {"chain/limits", K::Choice, D::Number, "", 0, 0, 0, false, "Limit switches",
     "Meter on one, nothing pressed: it conducts when it is normally closed.",
     "closed=normally closed;a broken wire stops like a pressed switch|open=normally open|none=none fitted"},
    {"chain/cuts", K::Choice, D::Number, "", 0, 0, 0, false, "The chain cuts", "Follow the wires of the stop relay.",
     "mains=the mains of the supplies;contactors|dc=the d.c. of the drives;needs d.c. contacts|enable=only the drives' "
     "enable|software=only an input of the controller"},
    {"chain/reset", K::Choice, D::Number, "", 0, 0, 0, false, "After a stop",
     "Release the button and watch: power must wait for a separate reset.",
     "apart=waits for a reset|itself=comes back by itself"},
    {"chain/relay_ms", K::Value, D::Time, "ms", 5, 200, 0, false, "Stop relay lets go in",
     "Its data sheet; 20 ms usual.", ""},
    {"supplies/*/capacitance_uF", K::Value, D::Number, "", 100, 100000, 0, true, "Capacitors, µF",
     "Printed on the output capacitors; add those of the drives on it.", ""},
    {"supplies/*/bleeder_ohm", K::Value, D::Resistance, "ohm", 10, 100000, 0, true, "Bleeder",
     "Resistor across the capacitors; none: leave blank.", ""},
    {"supplies/*/covered", K::Choice, D::Number, "", 0, 0, 0, false, "Terminals",
     "Above 60 V, or behind a plain transformer that does not isolate, nothing bare may be reached.",
     "yes=covered, no finger reaches them|no=bare"},
    {"axes/*/designs/*/drive/alarm", K::Choice, D::Number, "", 0, 0, 0, false, "Alarm goes to",
     "Follow its wire: a drive that lost count stops only itself unless the others hear of it.",
     "chain=the stop chain;all axes stop|controller=the controller only|none=nowhere"},
    {"axes/*/designs/*/drive/fuse_A", K::Value, D::Current, "A", 0.5, 32, 0, true, "Fuse",
     "Printed on it; on the d.c. side it must be rated for d.c.", ""},
    {"axes/*/designs/*/brake/dropped_by", K::Choice, D::Number, "", 0, 0, 0, false, "Brake let go by",
     "Follow its wire: what cuts the motor must drop the brake with it.",
     "chain=the stop chain;it grips whenever power goes|drive=the drive or controller only"},
};
} // namespace

std::span<const FieldSpec> wiringFields() { return wiringFieldsTable; }

} // namespace lw
