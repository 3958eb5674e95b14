#include "plan/steps_of_axis.h"
#include "catalogue/catalogue.h"

namespace lw {
namespace {
/// Which functions of this machine mill a flat part with holes: only slides that are axes of the job can be taken apart
/// here, so only those are named.
std::string plateNeeds(const nlohmann::json &project) {
    const auto cls = textAt(project, "/class");
    if (cls.find("grinder") != std::string::npos || cls == "router") return {};
    const bool lathe = cls.find("lathe") != std::string::npos;
    std::string out = "spindle@2";
    for (const auto &id : axisOrder(project)) {
        const auto name = textAt(project, "/axes/" + id + "/class_axis", id);
        if (name == "X" || (lathe ? name == "Z" : name == "Y")) out += ", " + id + "@2";
    }
    return out;
}
/// Turned parts: on the job's own lathe, else on another one that is named.
std::string turnedNeeds(const nlohmann::json &project) {
    if (textAt(project, "/class").find("lathe") != std::string::npos) return plateNeeds(project);
    if (const auto *machines = nodeAt(project, "/machines"); machines && machines->is_object())
        for (const auto &[key, m] : machines->items())
            if (textAt(project, "/machines/" + key + "/functions").find("lathe") != std::string::npos)
                return textAt(project, "/machines/" + key + "/name", key) + ": lathe spindle";
    return {};
}

constexpr const char *motorParts[] = {
    "motor",    "small_pulley", "belt",        "large_pulley", "cover", "small_pulley_bush", "large_pulley_bush",
    "coupling", "driving_gear", "driven_gear", "gear_cover"};
std::string motorStepWords(const AxisModel &m) {
    if (m.hasStage<Gears>() && !m.hasStage<ToothedBelt>()) return "Motor, gears, play clocked, cover";
    return m.hasStage<ToothedBelt>() || m.hasStage<RibbedBelt>() ? "Motor, belt, cover" : "Motor and coupling";
}

/// A unit is put together on the bench: the machine stays whole. What the chuck hides comes before the chuck.
std::vector<BuildStep> stepsOfTable(const nlohmann::json &project, const AxisModel &m, const std::string &afterStep) {
    std::vector<BuildStep> out;
    const std::string &id = m.id;
    const auto part = [&](const std::string &ref) { return id + "-" + ref; };
    std::string last = afterStep;
    const auto add = [&](const char *key, std::string text, StepKind kind, double hours) -> BuildStep & {
        BuildStep s;
        s.key = part(key);
        s.axis = id;
        s.text = std::move(text);
        s.kind = kind;
        s.hours = hours;
        s.afterText = last;
        s.derived = true;
        last = s.key;
        out.push_back(std::move(s));
        return out.back();
    };
    add("measure", "Measure the unit and its room", StepKind::Measure, 1);
    add("order", "Order what is still missing", StepKind::Order, 0);
    auto &plate = add("plate", "Base plate, and the motor's", StepKind::Make, 5);
    plate.needsText = plateNeeds(project);
    plate.toleranceMm = 0.02;
    bool reducer = false;
    for (const auto &s : m.stages)
        reducer |= std::holds_alternative<Reducer>(s.stage);
    if (reducer) {
        auto &fit = add("reducer", "Reducer on its plate, filled, play clocked", StepKind::Fit, 3);
        for (const auto &s : m.stages)
            if (std::holds_alternative<Reducer>(s.stage)) fit.parts.push_back(part("reducer"));
    }
    add("hidden", "Bolts the chuck hides, crosswise in 3 rounds", StepKind::Fit, 1);
    add("chuck", "Backplate turned true, chuck on, dial it", StepKind::Fit, 3);
    auto &motor = add("motor", motorStepWords(m), StepKind::Fit, 3);
    for (const char *ref : motorParts)
        motor.parts.push_back(part(ref));
    add("down", "On the table: keyed, indicated, bolted down", StepKind::Fit, 1.5);
    if (m.rotary()->tailstock) add("tailstock", "Tailstock to the same height, test bar", StepKind::Fit, 2);
    auto &wire = add("wire", "Wire " + id + ", its home switch", StepKind::Wire, 1);
    for (const char *ref : {"drive", "supply", "switches"})
        wire.parts.push_back(part(ref));
    add("first", "First turns of " + id + ", by hand before power", StepKind::Commission, 1);
    return out;
}
} // namespace

std::vector<BuildStep> stepsOfAxis(const nlohmann::json &project, const AxisModel &m, const std::string &afterStep) {
    std::vector<BuildStep> out;
    if (!m.hasMotor()) return out;
    if (m.rotary()) return stepsOfTable(project, m, afterStep);
    const std::string &id = m.id;
    const std::string what = m.what.empty() ? "axis " + id : m.what.substr(0, m.what.find(','));
    auto part = [&](const char *ref) { return id + "-" + ref; };
    auto add = [&](const char *key, std::string text, StepKind kind, double hours, std::string after) -> BuildStep & {
        BuildStep s;
        s.key = part(key);
        s.axis = id;
        s.text = std::move(text);
        s.kind = kind;
        s.hours = hours;
        s.afterText = std::move(after);
        s.derived = true;
        out.push_back(std::move(s));
        return out.back();
    };
    const std::string measured = part("measure");
    const std::string ready = measured + (afterStep.empty() ? "" : ", " + afterStep);
    add("measure", "Measure as found", StepKind::Measure, 1, "");
    add("order", "Order what is still missing", StepKind::Order, 0, measured);
    std::string made = ready;
    auto make = [&](const char *key, const std::string &text, double hours, const std::string &needs,
                    double tolerance) -> BuildStep & {
        auto &s = add(key, text, StepKind::Make, hours, ready);
        s.needsText = needs;
        s.toleranceMm = tolerance;
        made += ", " + s.key;
        return s;
    };
    const bool boughtNut = !m.wheel() && catalogueInUse().nutNamed(m.screw().nutKind);
    const bool splitNut = m.keepsScrew && !m.wheel() && !m.screw().nutKind.empty() && !boughtNut;
    if (splitNut)
        make("nut",
             m.screw().nutKind.find("split") != std::string::npos ? "Split nut and clamp" : "Nut: " + m.screw().nutKind,
             3, turnedNeeds(project), 0.02);
    if (m.ballScrew() || m.facePlate(PlateKind::Bracket)) make("bracket", "Nut bracket", 3, plateNeeds(project), 0.02);
    const bool boughtBlock = m.screw().fixedKind.find("block") != std::string::npos;
    if (m.facePlate(PlateKind::Block) ||
        (!m.wheel() && !boughtBlock && (!m.screw().fixedKind.empty() || m.screw().bearingBore.known())))
        make("block", "Bearing block", 4, plateNeeds(project), 0.02);
    make("plate", "Motor plate", 3, plateNeeds(project), 0.05);
    auto &strip =
        add("strip", m.vertical ? "Block the " + what + " with timber, old screw out" : "Strip the " + what + ", clean",
            StepKind::Strip, 2, made);
    strip.stripsText = id;
    std::string before = strip.key;
    if (m.keepsScrew && !m.wheel() && m.runOutMeasured && m.runOut.v > 0.02e-3) {
        auto &s = add("true", "True the screw end", StepKind::Make, 1, before);
        s.needsText = turnedNeeds(project);
        s.toleranceMm = 0.02;
        before += ", " + s.key;
    }
    auto &fit = add("fit",
                    m.ballScrew() ? "Ball screw and its ends, align"
                    : m.wheel()   ? "Wheel and rack, set the backlash"
                                  : "Bearings, nut, dowels",
                    StepKind::Fit, m.ballScrew() ? 5 : 3, before);
    for (const char *ref : {"fixed_end", "far_end"})
        fit.parts.push_back(part(ref));
    if (m.ballScrew()) fit.parts.push_back(part("screw"));
    if (boughtNut) fit.parts.push_back(part("nut"));
    if (m.rack() && !m.keepsScrew)
        for (const char *ref : {"rack", "pinion"})
            fit.parts.push_back(part(ref));
    std::string last = fit.key;
    if (m.hasBrake) {
        auto &s = add("brake", "Brake on the screw; prove it before the balance is trusted", StepKind::Fit, 2, last);
        s.parts.push_back(part("brake"));
        last = s.key;
    }
    auto &refit = add("refit", "Refit the " + what + ", by hand", StepKind::Fit, 2, last);
    refit.restoresText = id + "@1";
    auto &motor = add("motor", motorStepWords(m), StepKind::Fit, 2, refit.key);
    motor.restoresText = id + "@0";
    for (const char *ref : motorParts)
        motor.parts.push_back(part(ref));
    std::string mounted = motor.key;
    if (m.motorBody().outboard.known()) {
        auto &s = add("outboard", "Outboard bearing: set by dial to 0.02, bolted last", StepKind::Fit, 1, mounted);
        s.toleranceMm = 0.02;
        s.parts.push_back(part("outboard"));
        mounted = s.key;
    }
    auto &wire = add("wire", "Wire " + id + ", switches", StepKind::Wire, 1, mounted);
    for (const char *ref : {"drive", "supply", "switches"})
        wire.parts.push_back(part(ref));
    auto &first = add("first", "First moves of " + id, StepKind::Commission, 1, wire.key);
    first.restoresText = id + "@2";
    return out;
}

} // namespace lw
