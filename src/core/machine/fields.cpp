#include "machine/field_tables.h"
#include "drive/belt.h"
#include "duty/cutting.h"
#include "json.h"
#include <algorithm>
#include <cmath>
#include <unordered_map>

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr FieldSpec axisFieldsTable[] = {
    // pattern, kind, dimension, unit, plausible from, to, hard limit, limit excluded, label, help, choices
    {"name", K::Text, D::Number, "", 0, 0, 0, false, "Job", "What you call the machine; it names the file too.", ""},
    {"mass_kg", K::Value, D::Mass, "kg", 30, 3000, 0, true, "Machine weighs",
     "From its plate or a shipping note; only shown.", ""},
    {"budget", K::Value, D::Money, "EUR", 20, 20000, 0, false, "Budget", "What you will not go beyond.", ""},
    {"contingency", K::Value, D::Number, "%", 0, 50, 0, false, "Contingency",
     "Share of what is still to buy, kept for surprises.", ""},
    {"cold_day_factor", K::Value, D::Number, "", 1, 2, 0, true, "Cold day",
     "Way oil thickens: 1.3 in a heated shop, 1.6 in an unheated one.", ""},
    {"controller/pulse_limit_Hz", K::Value, D::Frequency, "kHz", 10, 10000, 0, true, "Controller pulses",
     "Fastest pulses the controller makes, from its data.", ""},
    {"spindle/power_W", K::Value, D::Power, "W", 50, 15000, 0, true, "Spindle motor", "Rated power on its plate.", ""},
    {"spindle/drive_efficiency", K::Value, D::Number, "", 0.6, 1, 0, true, "Spindle drive",
     "Share of the motor's power that reaches the cutter after belt and bearings: 0.85 usual, 0.75 with gears.", ""},
    {"spindle/torque_max_Nm", K::Value, D::Torque, "Nm", 1, 500, 0, true, "Spindle torque cap",
     "Where the belt slips, the motor pulls out or the tool breaks. Without it the spindle caps nothing.", ""},
    {"spindle/overload", K::Value, D::Number, "", 1, 2.5, 0, true, "Spindle overload",
     "How far the motor can be overloaded for a moment, 1.5 usual.", ""},
    {"axes/*/letter", K::Text, D::Number, "", 0, 0, 0, false, "Axis", "Its letter.", ""},
    {"axes/*/what", K::Text, D::Number, "", 0, 0, 0, false, "What moves", "Table, saddle, head, carriage ...", ""},
    {"axes/*/orientation", K::Choice, D::Number, "", 0, 0, 0, false, "Lies", "Level, up and down, or on a slope.",
     "horizontal=level|vertical=upright|slanted=slanted"},
    {"axes/*/way", K::Choice, D::Number, "", 0, 0, 0, false, "Ways", "Look under the gib or the end of the saddle.",
     "iron_dovetail=iron on iron, oiled|iron_dry=iron, dry or gummed|ptfe=PTFE facing on iron|vee_flat=V and flat, "
     "iron|ball_rail=ball rails|roller_rail=roller rails|ball_bush=ball bushes on shafts|bush=plain bushes on "
     "shafts|caged_rollers=rollers in a cage"},
    {"axes/*/travel_mm", K::Value, D::Length, "mm", 30, 3000, 0, true, "Travel",
     "Stop to stop, with a rule or by the dial.", ""},
    {"axes/*/targets/rapid_mm_min", K::Value, D::Speed, "mm/min", 300, 20000, 0, true, "Rapid",
     "Fastest move with no cut.", ""},
    {"axes/*/targets/acceleration_m_s2", K::Value, D::Acceleration, "m/s2", 0.05, 3, 0, true, "Speeding up",
     "0.3 for a bench mill, 0.4 for a knee mill.", ""},
    {"axes/*/targets/lost_motion_mm", K::Value, D::Length, "mm", 0.003, 0.5, 0, true, "Lost motion wished",
     "What you can live with at reversal.", ""},
    {"axes/*/targets/accuracy_mm", K::Value, D::Length, "mm", 0.003, 1, 0, true, "Over the travel within",
     "How far a long length may be out. Blank: not asked.", ""},
    {"axes/*/targets/repeatability_mm", K::Value, D::Length, "mm", 0.001, 0.5, 0, true, "Repeats within",
     "How near it must come back to a place, from the same side: half the tolerance of what you make, or less.", ""},
    {"axes/*/survey/moving_mass/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Piece", "Table, vice, work ...", ""},
    {"axes/*/survey/moving_mass/*/mass_kg", K::Value, D::Mass, "kg", 0.2, 1500, 0, true, "Mass",
     "Hang one end on the scale, the other on packing; swap; add the two.", ""},
    {"axes/*/survey/pull/way", K::Choice, D::Number, "", 0, 0, 0, false, "Pulled",
     "Direct is better: with the nut off the old screw does not matter.",
     "direct=direct, nut off|rim=at the handwheel rim"},
    {"axes/*/survey/pull/readings/*/at_mm", K::Value, D::Length, "mm", 0, 3000, 0, false, "Place",
     "Rule or dial from one stop of the travel; keep the same stop for all readings.", ""},
    {"axes/*/survey/pull/readings/*/away_N", K::Value, D::Force, "N", 1, 1500, 0, false, "away",
     "Scale hooked square, pull slow and steady, read while it moves.", ""},
    {"axes/*/survey/pull/readings/*/back_N", K::Value, D::Force, "N", 1, 1500, 0, false, "back",
     "The same the other way. Upright or on a slope: letting down slowly, the scale uphill both times.", ""},
    {"axes/*/survey/pull/rim_radius_mm", K::Value, D::Length, "mm", 30, 150, 0, true, "Rim radius",
     "From the handle axis to where you pull.", ""},
    {"axes/*/survey/pull/travel_per_turn_mm", K::Value, D::Lead, "mm", 1, 40, 0, true, "Travel a turn",
     "Slide travel for one handle turn; measure it, never assume.", ""},
    {"axes/*/survey/pull/efficiency", K::Value, D::Number, "", 0.15, 0.92, 0, true, "Handle efficiency",
     "Share of the handle work that reaches the slide; the weak link of a rim pull.", ""},
    {"axes/*/survey/pull/no_load_drag_Nm", K::Value, D::Torque, "Nm", 0, 0.5, 0, false, "Drag, nut off",
     "Cord round the handle's hub, scale on it, nut off: pull times hub radius.", ""},
    {"axes/*/survey/breakaway/to_start_N", K::Value, D::Force, "N", 1, 3000, 0, true, "To start",
     "The highest reading as it first moves.", ""},
    {"axes/*/survey/breakaway/to_keep_going_N", K::Value, D::Force, "N", 1, 1500, 0, true, "To keep going",
     "At the same place, moving slowly.", ""},
    {"axes/*/survey/lead/measured_travel_mm", K::Value, D::Length, "mm", 1, 400, 0, true, "Turns moved",
     "Gauge or rule travel over the turns, always from the same side.", ""},
    {"axes/*/survey/lead/turns", K::Value, D::Count, "", 10, 50, 0, true, "Turns made", "Ten or more.", ""},
    {"axes/*/survey/lead/dial_divisions", K::Value, D::Count, "", 10, 400, 0, true, "Dial divisions",
     "Marks on the dial for one turn.", ""},
    {"axes/*/survey/lead/dial_value_mm", K::Value, D::Length, "mm", 0.005, 0.2, 0, true, "One division",
     "What one mark is worth: 0.05 mm, 0.001 in ...", ""},
    {"axes/*/survey/lead/reads_diameter", K::Choice, D::Number, "", 0, 0, 0, false, "Dial reads",
     "Lathe cross slides often read diameter.",
     "no=travel;a turn of the dial moves the slide by its figure|yes=diameter;the slide moves half of what the dial "
     "says"},
    {"axes/*/survey/lead/threads_per_inch", K::Value, D::Number, "", 1, 40, 0, true, "Threads an inch",
     "Count the crests along one inch.", ""},
    {"axes/*/survey/lead/starts", K::Value, D::Count, "", 1, 6, 0, true, "Starts",
     "Threads seen at the end of the screw.", ""},
    {"axes/*/survey/lost_motion/total_mm", K::Value, D::Length, "mm", 0.01, 3, 0, false, "Lost in all",
     "Gauge on the table, handle turned back until it moves.", ""},
    {"axes/*/survey/lost_motion/thrust_float_mm", K::Value, D::Length, "mm", 0, 1, 0, false, "Thrust bearing",
     "Gauge on the end of the screw while rocking the handle.", ""},
    {"axes/*/survey/lost_motion/nut_in_slot_mm", K::Value, D::Length, "mm", 0, 1, 0, false, "Nut in its slot",
     "Gauge on the nut body against the saddle.", ""},
    {"axes/*/survey/lost_motion/wind_up_mm", K::Value, D::Length, "mm", 0, 0.3, 0, false, "Wind-up",
     "Push and pull the table by hand, 50 to 100 N.", ""},
    {"axes/*/survey/lost_motion/after_thrust_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Bearing, fixed",
     "What is left once the bearing is done: 0 for a preloaded pair.", ""},
    {"axes/*/survey/lost_motion/after_slot_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Slot, fixed",
     "What is left once refitted and dowelled.", ""},
    {"axes/*/survey/lost_motion/after_thread_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Thread, fixed",
     "What is left in the nut thread: 0.04 for a split nut.", ""},
    {"axes/*/survey/run_out_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Run-out, full swing",
     "Dial at the pulley seat, screw turned by hand; the whole swing of the needle.", ""},
    {"axes/*/survey/hoist/up_N", K::Value, D::Force, "N", 1, 8000, 0, true, "Hoist, up",
     "Nut off, slow and steady, counterbalance as in use.", ""},
    {"axes/*/survey/hoist/down_N", K::Value, D::Force, "N", 0, 8000, 0, false, "Hoist, down", "The same letting down.",
     ""},
    {"axes/*/survey/balance/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Balance",
     "What carries part of the weight.",
     "none=none;screw and motor carry it all|strut=gas strut;light, its force changes along the "
     "stroke|counterweight=counterweight;even, but its mass is accelerated too"},
    {"axes/*/survey/balance/force_N", K::Value, D::Force, "N", 10, 8000, 0, true, "Strut pulls",
     "Stamped on it, or weighed; all struts together.", ""},
    {"axes/*/survey/balance/mass_kg", K::Value, D::Mass, "kg", 1, 500, 0, true, "Counterweight", "The hanging mass.",
     ""},
    {"axes/*/survey/screw_from_guide_mm", K::Value, D::Length, "mm", 0, 400, 0, false, "Screw off the guide",
     "Rule from the screw's axis to the guide that steers it: the longer, the more it binds like a drawer.", ""},
    {"axes/*/survey/guide_length_mm", K::Value, D::Length, "mm", 40, 1500, 0, true, "Guide length",
     "Rule along the gib: how much of the slide is in the ways.", ""},
    {"axes/*/survey/screw_end", K::Text, D::Number, "", 0, 0, 0, false, "Screw end",
     "Micrometer on the pulley seat: 13.99, or 14 h6.", ""},
    {"supplies/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Supply named", "What you call it.", ""},
    {"supplies/*/voltage_V", K::Value, D::Voltage, "V", 12, 160, 0, true, "Supply",
     "Nameplate, or a meter on its terminals with nothing moving.", ""},
    {"supplies/*/power_W", K::Value, D::Power, "W", 20, 3000, 0, true, "Supply power",
     "Nameplate, watts; or its volts times amperes.", ""},
    {"supplies/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Supply kind", "A plain transformer sags under load.",
     "regulated=regulated, switching;keeps its voltage under load|unregulated=plain transformer;sags by a tenth under "
     "load, takes back what braking brings|mains=mains, rectified in the drive;325 V from 230 V; follows the mains"},
    {"supplies/*/sag", K::Value, D::Number, "", 0, 0.2, 0, false, "Sag",
     "Meter on the supply at rest and while all axes move: what it loses over what it had. 0.02 regulated, 0.10 plain.",
     ""},
};

bool matches(std::string_view pattern, std::string_view path) {
    while (true) {
        const auto a = pattern.find('/');
        const auto b = path.find('/');
        const auto pa = pattern.substr(0, a);
        if (pa != "*" && pa != path.substr(0, b)) return false;
        if ((a == std::string_view::npos) != (b == std::string_view::npos)) return false;
        if (a == std::string_view::npos) return true;
        pattern.remove_prefix(a + 1);
        path.remove_prefix(b + 1);
    }
}
} // namespace

std::span<const FieldSpec> fieldTable() {
    static const auto all = [] {
        std::vector<FieldSpec> t(std::begin(axisFieldsTable), std::end(axisFieldsTable));
        for (auto more : {motorFields(), chainFields(), surveyFields(), dutyFields(), shopFields(), cardFields(),
                          wiringFields(), rotaryFields(), plateFields()})
            t.insert(t.end(), more.begin(), more.end());
        return t;
    }();
    return all;
}

const FieldSpec *fieldAt(std::string_view pointer) {
    // by the last name first: the whole table is walked for every value of every proof otherwise
    const auto lastName = [](std::string_view path) { return path.substr(path.rfind('/') + 1); };
    static const auto byLastName = [&] {
        std::unordered_multimap<std::string_view, const FieldSpec *> index;
        for (const auto &f : fieldTable())
            index.emplace(lastName(f.pattern), &f);
        return index;
    }();
    if (pointer.starts_with('/')) pointer.remove_prefix(1);
    for (const auto name : {lastName(pointer), std::string_view("*")}) { // rows of readings end in their number
        const auto [from, to] = byLastName.equal_range(name);
        for (auto it = from; it != to; ++it)
            if (matches(it->second->pattern, pointer)) return it->second;
    }
    return nullptr;
}

namespace {
std::string profileWords(const BeltProfile &p) {
    const std::string teeth = p.form == "H" || p.form == "S" ? "round teeth, "
                              : p.form == "G"                ? "deep round teeth, "
                                                             : "flat teeth, ";
    const std::string use = p.pitch <= 2.6   ? "; printers and light routers"
                            : p.pitch <= 3.1 ? "; small mills and routers"
                            : p.pitch <= 5.1 ? "; usual for mills and lathes of bench size"
                            : p.pitch <= 9   ? "; large mills, knees"
                                             : "; beyond most home machines";
    return teeth + numberText(p.pitch, 4) + " mm" + use;
}
} // namespace

std::vector<ChoiceOption> choicesOf(const FieldSpec &field) {
    std::vector<ChoiceOption> out;
    if (field.choices == "@materials") {
        for (const auto &m : cutMaterials())
            out.push_back({std::string(m.code), std::string(m.name)});
        return out;
    }
    if (field.choices == "@profiles") {
        // the likely ones first: what shops keep for machines of this size, then the rest
        constexpr std::string_view usual[] = {"5M", "8M", "3M", "XL", "T5"};
        const auto rank = [&](std::string_view name) {
            return std::find(std::begin(usual), std::end(usual), name) - std::begin(usual);
        };
        for (const auto &p : beltProfiles())
            out.push_back({std::string(p.name), std::string(p.name), profileWords(p)});
        std::stable_sort(out.begin(), out.end(),
                         [&](const auto &a, const auto &b) { return rank(a.code) < rank(b.code); });
        return out;
    }
    std::string_view rest = field.choices;
    while (!rest.empty()) {
        const auto bar = rest.find('|');
        const auto one = rest.substr(0, bar);
        const auto eq = one.find('=');
        const auto label = one.substr(eq + 1);
        const auto semicolon = label.find(';');
        out.push_back({std::string(one.substr(0, eq)), std::string(label.substr(0, semicolon)),
                       semicolon == std::string_view::npos ? std::string() : std::string(label.substr(semicolon + 1))});
        if (bar == std::string_view::npos) break;
        rest.remove_prefix(bar + 1);
    }
    return out;
}

std::string boundProblem(const FieldSpec &field, double si) {
    const double hard = field.hardLeast * unitInSi(field.unit, field.dimension).value_or(1.0);
    if (field.hardAbove ? !(si > hard) : !(si >= hard))
        return std::string(field.label) + " must be " + (field.hardAbove ? "above " : "at least ") +
               numberText(field.hardLeast) + ".";
    if (std::abs(si) > 1e12) return std::string(field.label) + ": that is far beyond anything real. Check the zeros.";
    return {};
}

std::string choiceLabel(const FieldSpec &field, std::string_view code) {
    for (const auto &c : choicesOf(field))
        if (c.code == code) return c.label;
    return std::string(code);
}

std::string projectSchema() {
    using Json = nlohmann::json;
    Json root = {
        {"$schema", "https://json-schema.org/draft/2020-12/schema"},
        {"title", "Lathewright job"},
        {"description", "A value is what was typed, its size in the unit of the key, how it is known, and its spread. "
                        "Unknown keys are kept."},
        {"type", "object"},
        {"required", {"format", "program"}},
        {"$defs",
         {{"value",
           {{"type", "object"},
            {"required", {"typed"}},
            {"properties",
             {{"typed", {{"type", "string"}, {"description", "as the person typed it"}}},
              {"value",
               {{"type", "number"}, {"description", "the same in the unit of the key; written for other programs"}}},
              {"standing", {{"enum", {"measured", "stated", "catalogue", "assumed", "computed"}}}},
              {"spread", {{"type", "string"}, {"description", "about 5 to 95 %: ±10%, x0.85..1.15, 0.30..0.38"}}},
              {"note", {{"type", "string"}}}}}}}}}};
    root["properties"]["format"] = {{"const", 1}};
    root["properties"]["program"] = {{"const", "lathewright"}};
    root["properties"]["class"] = {{"type", "string"}, {"description", "machine class code"}};
    root["properties"]["currency"] = {{"type", "string"}, {"description", "ISO 4217"}};
    root["properties"]["today"] = {{"type", "string"},
                                   {"description", "ISO date a sample is looked at on; blank: the real day"}};
    root["properties"]["axis_order"] = {{"type", "array"}, {"items", {{"type", "string"}}}};
    for (const auto &f : fieldTable()) {
        Json *at = &root;
        std::string_view rest = f.pattern;
        while (true) {
            const auto slash = rest.find('/');
            const std::string part(rest.substr(0, slash));
            (*at)["type"] = "object";
            at = part == "*" ? &(*at)["additionalProperties"] : &(*at)["properties"][part];
            if (slash == std::string_view::npos) break;
            rest.remove_prefix(slash + 1);
        }
        if (f.kind == FieldKind::Value) (*at)["$ref"] = "#/$defs/value";
        if (f.kind == FieldKind::Text) (*at)["type"] = "string";
        if (f.kind == FieldKind::Choice) {
            (*at)["enum"] = Json::array();
            for (const auto &c : choicesOf(f))
                (*at)["enum"].push_back(c.code);
        }
        std::string words(f.label);
        if (!f.help.empty()) words += ". " + std::string(f.help);
        (*at)["description"] =
            words + (f.kind == FieldKind::Value && !f.unit.empty() ? " Unit: " + std::string(f.unit) + "." : "");
    }
    // Lists are objects keyed by the rows' own numbers, so that an edit names a place that stays.
    return root.dump(2) + "\n";
}

} // namespace lw
