#include "search/part_entries.h"
#include "machine/fields.h"
#include "search/tried_axis.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace lw {
using Json = nlohmann::json;

std::vector<Patch> drivePatches(const std::string &d, const CatalogueDrive &drive, double peak) {
    return {{d + "drive/volt_limit_V", filled(drive.voltsMost, "V")},
            {d + "drive/pulse_high_us", drive.pulseHigh > 0 ? filled(drive.pulseHigh, "us") : Json(nullptr)},
            {d + "drive/damping", drive.damping ? "yes" : "no"},
            {d + "drive/current_A", filled(peak, "A")},
            {d + "drive/current_kind", "peak"},
            {d + "drive/torque_limit_Nm", nullptr}};
}
std::vector<Patch> supplyPatches(const std::string &id, const CatalogueSupply &c) {
    const std::string s = "/supplies/" + id + "/";
    return {{s + "voltage_V", filled(c.volts, "V")},
            {s + "power_W", filled(c.watts, "W")},
            {s + "kind", c.kind},
            {s + "sag", nullptr}};
}
namespace {
/// All that is known of a motor by its entries; those of another kind, or of another motor, are taken away.
class MotorEntries {
public:
    explicit MotorEntries(std::string motor) : m_motor(std::move(motor)) {}
    void put(const char *key, double v, const char *unit) { m_out[key] = filled(v, unit); }
    void say(const char *key, std::string v) { m_out[key] = std::move(v); }
    void body(const SoldMotor &c) {
        put("face_mm", c.face, "mm");
        put("rotor_inertia_kgm2", c.inertia, " g cm2");
        put("body_length_mm", c.body, "mm");
        put("bolt_square_mm", c.boltSquare, "mm");
        put("pilot_mm", c.pilot, "mm");
        put("shaft_length_mm", c.shaftLength, "mm");
        say("shaft", numberText(c.shaft, 5) + " h6");
    }
    [[nodiscard]] std::vector<Patch> patches() const {
        static const std::vector<std::string> keys = [] { // every field a motor has
            constexpr std::string_view at = "axes/*/designs/*/motor/";
            std::vector<std::string> all;
            for (const auto &field : fieldTable())
                if (field.pattern.starts_with(at)) all.emplace_back(field.pattern.substr(at.size()));
            return all;
        }();
        std::vector<Patch> out;
        for (const auto &key : keys) {
            const auto known = m_out.find(key);
            out.push_back({m_motor + key, known == m_out.end() ? Json(nullptr) : known->second});
        }
        return out;
    }

private:
    std::string m_motor;
    std::map<std::string, Json> m_out;
};
} // namespace

std::vector<Patch> bearingPatches(const std::string &designPointer, const CatalogueBearing &b) {
    const std::string at = designPointer + "fixed_end/";
    return {{at + "kind", b.name},
            {at + "bore_mm", filled(b.bore, "mm")},
            {at + "outside_mm", filled(b.outside, "mm")},
            {at + "stiffness_N_um", filled(b.stiffness, "N/um")},
            {at + "static_axial_N", filled(b.staticAxial, "N")},
            {at + "dynamic_N", filled(b.dynamic, "N")},
            {at + "preload_N", filled(b.preload, "N")},
            {at + "top_rpm", filled(b.topRpm, "rpm")},
            {at + "drag_Nm", filled(b.drag, " N m")}};
}
std::vector<Patch> nutPatches(const std::string &d, const CatalogueNut &n) {
    const std::string at = d + "nut/";
    const auto carries = [](double v) { return v > 0 ? filled(v, "N") : Json(nullptr); };
    return {{at + "kind", n.name},
            {at + "thread", n.screw},
            {at + "body_mm", filled(n.body, "mm")},
            {at + "flange_mm", n.flange > 0 ? filled(n.flange, "mm") : Json(nullptr)},
            {at + "length_mm", filled(n.length, "mm")},
            {at + "stiffness_N_um", filled(n.stiffness, "N/um")},
            {at + "preload_N", filled(n.preload, "N")},
            {at + "play_mm", nullptr}, // read of the one that was there
            {d + "screw/dynamic_N", carries(n.dynamic)},
            {d + "screw/static_N", carries(n.fixed)}};
}
std::vector<Patch> bushPatches(const std::string &at, const CatalogueBush &b) {
    return {{at + "hub", "bush"},
            {at + "bush_series", b.series},
            {at + "bush", b.series},
            {at + "bore", numberText(b.bore, 5)}};
}
std::vector<Patch> reducerPatches(const std::string &at, const CatalogueReducer &r) {
    return {{at + "kind", "reducer"},
            {at + "type", r.kind},
            {at + "ratio", numberText(r.ratio, 6) + ":1"},
            {at + "torque_Nm", filled(r.torque, "N m")},
            {at + "peak_Nm", filled(r.peak, "N m")},
            {at + "play_arcmin", filled(r.play, "arcmin")},
            {at + "drag_Nm", filled(r.drag, "N m")},
            {at + "wave_arcmin", filled(r.wave, "arcmin")},
            {at + "stiffness_Nm_rad", filled(r.stiffness, "Nm/rad")},
            {at + "efficiency", filled(r.efficiency, "")},
            {at + "input_rpm", filled(r.inputRpm, "rpm")},
            {at + "bore_in", numberText(r.bore, 4) + " H7"},
            {at + "runs", "grease"}};
}
std::vector<Patch> motorPatches(const std::string &d, const CatalogueMotor &c) {
    MotorEntries e(d + "motor/");
    e.body(c);
    e.put("holding_torque_Nm", c.holding, " N m");
    e.put("rated_current_A", c.current, "A");
    e.put("resistance_ohm", c.resistance, "ohm");
    e.put("inductance_mH", c.inductance, "mH");
    e.say("kind", c.encoder ? "stepper_closed" : "stepper_open");
    e.say("torque_convention", "two_phases_on");
    auto out = e.patches();
    out.push_back({d + "drive/pulses_a_turn", nullptr});
    return out;
}
std::vector<Patch> motorPatches(const std::string &d, const CatalogueServo &c) {
    MotorEntries e(d + "motor/");
    e.body(c);
    e.say("kind", c.brushed() ? "servo_brushed" : "servo");
    e.put("continuous_torque_Nm", c.continuous, " N m");
    e.put("peak_torque_Nm", c.peak, " N m");
    e.put("rated_speed_rpm", c.rated, "rpm");
    e.put("top_speed_rpm", c.top, "rpm");
    e.put("torque_constant_Nm_A", c.constant, "");
    e.put("line_resistance_ohm", c.resistance, "ohm");
    e.put("line_inductance_mH", c.inductance, "mH");
    e.put("encoder_lines", c.lines, "");
    if (c.brushed())
        e.put("no_load_current_A", c.noLoad, "A");
    else
        e.put("pole_pairs", c.polePairs, "");
    return e.patches();
}
/// Pulses a turn a servo drive is set to: as fine as a stepper with ten microsteps, and no controller runs out of them.
constexpr double servoPulses = 2000;
double servoPeak(const CatalogueServo &c, const CatalogueServoDrive &drive) {
    return std::floor(std::min(drive.peak, c.peak / c.constant) * 100) / 100;
}
std::vector<Patch> drivePatches(const std::string &d, const CatalogueServo &c, const CatalogueServoDrive &drive) {
    return {{d + "drive/volt_limit_V", filled(drive.voltsMost, "V")},
            {d + "drive/pulse_high_us", drive.pulseHigh > 0 ? filled(drive.pulseHigh, "us") : Json(nullptr)},
            {d + "drive/damping", nullptr},
            {d + "drive/current_A", filled(servoPeak(c, drive), "A")},
            {d + "drive/current_kind", c.brushed() ? "peak" : "rms"},
            {d + "drive/pulses_a_turn", filled(std::min(4 * c.lines, servoPulses), "", "assumed")},
            {d + "drive/torque_limit_Nm", nullptr}};
}

} // namespace lw
