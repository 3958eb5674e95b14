// What others take from the sheet of the wiring: JSON, the list of cables, the fields of a box or wire.
#include "wiring/wiring.h"
#include "catalogue/csv.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {
std::string sectionText(const Known &area) { return area.known() ? numberText(area.v * 1e6, 2) : "?"; } ///< mm^2
std::string metresText(const Known &length) { return length.known() ? numberText(length.v, 3) : "?"; }  ///< m
} // namespace

Json wiringJson(const WiringSheet &s) {
    const auto number = [](double v) { return std::isfinite(v) ? Json(v) : Json(nullptr); };
    Json out{{"verdict", verdictCode(s.worst())}, {"mains_A", number(s.mainsCurrent)}, {"cabinet_C", number(s.aired)}};
    out["cabinet_shut_C"] = number(s.shut);
    for (const auto &u : s.supplies) {
        Json on = Json::array();
        for (const auto k : u.axes)
            on.push_back(s.axes[k].id);
        out["supplies"][u.id] = {{"axes", on},
                                 {"drawn_W", number(u.drawn)},
                                 {"rated_W", number(u.rated)},
                                 {"rises_to_V", number(u.pumpsTo == u.pumpsTo ? u.pumpsTo : u.risesTo)}};
    }
    for (const auto &a : s.axes)
        out["axes"][a.id] = {{"cable_share", number(a.share)}, {"back_W", number(a.back)}, {"supply_A", number(a.fed)}};
    out["chain"] = Json::array();
    for (const auto &c : s.chain)
        out["chain"].push_back({{"name", c.name}, {"is", c.words}, {"verdict", verdictCode(c.verdict)}});
    out["findings"] = Json::array();
    for (const auto &f : s.findings) {
        Json patch = Json::array();
        for (const auto &p : f.patches)
            patch.push_back({{"path", p.pointer}, {"value", p.value}});
        out["findings"].push_back({{"id", f.code},
                                   {"title", f.title},
                                   {"verdict", verdictCode(f.verdict)},
                                   {"margin", number(f.margin)},
                                   {"words", f.sentence},
                                   {"lever", f.lever},
                                   {"patch", patch}});
    }
    return out;
}

std::vector<std::vector<std::string>> cableList(const WiringSheet &s) {
    std::vector<std::vector<std::string>> rows{
        {"id", "from", "to", "for", "cores", "mm2", "length_m", "screen", "plug", "note"}};
    int n = 0;
    const auto row = [&](const std::string &from, const std::string &to, const std::string &what,
                         const std::string &cores, const std::string &mm2, const std::string &length,
                         const std::string &screen, const std::string &plug, const std::string &note) {
        rows.push_back({"W" + std::to_string(++n), from, to, what, cores, mm2, length, screen, plug, note});
    };
    row("mains", "main switch", "mains in", "3", sectionText(s.cord), "?", "no", "mains", "by a licensed hand");
    for (const auto &u : s.supplies)
        row("contactors", u.name, "mains of the supply", "3", "1.5", "?", "no", "terminals", "by a licensed hand");
    for (const auto &a : s.axes) {
        if (!a.chosen) continue;
        row("drive " + a.id, "motor " + a.id, "motor", "4", sectionText(a.section), metresText(a.length), "both ends",
            "motor " + a.id + ", keyed", "never unplug under power; 100 to 200 mm off signal wires");
        if (a.closedLoop)
            row("drive " + a.id, "encoder " + a.id, "encoder", "8, pairs", "0.14", metresText(a.length),
                "by the drive's sheet", "encoder " + a.id + ", keyed", "");
        row("controller", "limits " + a.id, "two limits, one home", "4", "0.25", metresText(a.length), "one end",
            "limits " + a.id + ", keyed", "normally closed");
        if (a.brake)
            row("stop relay", "brake " + a.id, "brake", "2", "0.5", metresText(a.length), "no",
                "brake " + a.id + ", keyed", "zener across the coil");
    }
    row("cabinet", "stop button", "stop chain", "4", "0.5", "?", "no", "stop, keyed", "two channels");
    return rows;
}

std::string cablesCsv(const WiringSheet &s) {
    std::string csv;
    for (const auto &row : cableList(s)) {
        for (std::size_t k = 0; k < row.size(); ++k)
            csv += (k ? "," : "") + csvText(row[k]);
        csv += "\r\n";
    }
    return csv;
}

std::vector<std::string> fieldsOf(const WiringSheet &s, const WirePlace &place) {
    using Kind = WirePlace::Kind;
    std::string d;
    for (const auto &a : s.axes)
        if (a.id == place.id) d = "/axes/" + a.id + "/designs/" + a.design + "/";
    switch (place.kind) {
    case Kind::Mains: return {"/mains/voltage_V", "/mains/breaker_A", "/mains/section_mm2"};
    case Kind::Supply: {
        const std::string u = "/supplies/" + place.id + "/";
        return {u + "voltage_V",         u + "power_W",    u + "kind",    u + "capacitance_uF", u + "covered",
                u + "bleeder_ohm",       u + "sag",        u + "name",    u + "resistor_ohm",   u + "resistor_on_V",
                u + "resistor_switch_A", u + "resistor_W", u + "together"};
    }
    case Kind::Drive:
        return {d + "drive/current_A", d + "drive/current_kind", d + "drive/volt_limit_V", d + "drive/fuse_A",
                d + "supply",          d + "drive/alarm",        d + "drive/dir_setup_us", d + "drive/pulse_high_us"};
    case Kind::Cable: return {d + "cable/length_mm", d + "cable/cross_section_mm2"};
    case Kind::Motor:
        return {d + "motor/rated_current_A", d + "motor/resistance_ohm", d + "motor/inductance_mH", d + "motor/kind"};
    case Kind::Brake: return {d + "brake/dropped_by", d + "brake/torque_Nm", d + "brake/delay_s", d + "brake/where"};
    case Kind::Controller:
        return {"/controller/pulse_limit_Hz",   "/controller/direction_us", "/controller/pulse_us",
                "/controller/encoder_limit_Hz", "/spindle/encoder_lines",   "/spindle/spindle_teeth",
                "/spindle/encoder_teeth",       "/spindle/top_rpm"};
    case Kind::Chain: {
        std::vector<std::string> out{"/chain/stop_button", "/chain/limits", "/chain/cuts", "/chain/reset",
                                     "/chain/relay_ms"};
        for (const auto &a : s.axes)
            if (a.closedLoop && (place.id.empty() || a.id == place.id))
                out.insert(place.id.empty() ? out.end() : out.begin(),
                           "/axes/" + a.id + "/designs/" + a.design + "/drive/alarm");
        for (const auto &a : s.axes)
            if (a.chosen && !a.turns && (place.id.empty() || a.id == place.id))
                out.insert(place.id.empty() ? out.end() : out.begin(), "/axes/" + a.id + "/switch_room_mm");
        return out;
    }
    case Kind::Cabinet:
        return {"/cabinet/width_mm",    "/cabinet/height_mm", "/cabinet/depth_mm",         "/cabinet/mounting",
                "/cabinet/room_C",      "/cabinet/fans",      "/cabinet/fan_m3h",          "/cabinet/filter",
                "/cabinet/control_W",   "/cabinet/material",  "/cabinet/control_supply_W", "/cabinet/exhaust_fans",
                "/cabinet/exhaust_m3h", "/cabinet/dust"};
    case Kind::Machine: break;
    }
    return {};
}

} // namespace lw
