#include "machine/new_axis.h"
#include "machine/classes.h"
#include "machine/known.h"
#include <algorithm>
#include <map>
#include <set>

namespace lw {
using Json = nlohmann::json;

namespace {
std::string freeLetter(const std::vector<std::string> &taken, std::string wished) {
    auto free = [&](const std::string &l) { return std::find(taken.begin(), taken.end(), l) == taken.end(); };
    for (const char *other : {"X", "Y", "Z", "W", "U", "V"})
        if (!free(wished)) wished = other;
    for (int n = 2; !free(wished); ++n)
        wished = "X" + std::to_string(n);
    return wished;
}
std::string usualLetter(const std::string &axis) {
    return axis.size() == 1                        ? axis
           : axis == "table" || axis == "gantry"   ? "X"
           : axis == "cross" || axis == "carriage" ? "Y"
           : axis == "quill"                       ? "W"
                                                   : "Z";
}
std::string whatMoves(const std::string &machine, const std::string &axis) {
    if (axis.size() > 1) return axis;
    if (machine.find("lathe") != std::string::npos) return axis == "X" ? "cross slide" : "carriage";
    static const std::map<std::string, std::string> what{{"X", "table"}, {"Y", "saddle"}, {"Z", "head"}};
    return what.contains(axis) ? what.at(axis) : axis;
}
/// The axis of the class that carries this one along: a cross slide rides on its carriage, a mill's table on its
/// saddle, a saddle on the knee where there is one, a router's head on what crosses its gantry.
std::string_view carrierAxis(const std::string &machine, std::string_view axis) {
    if (machine.find("lathe") != std::string::npos) return axis == "X" ? "Z" : "";
    if (machine == "knee_mill") return axis == "X" ? "Y" : axis == "Y" ? "knee" : "";
    if (machine.find("mill") != std::string::npos) return axis == "X" ? "Y" : "";
    if (machine == "router") return axis == "Z" ? "carriage" : axis == "carriage" ? "gantry" : "";
    return axis == "table" && machine.find("grinder") != std::string::npos ? "cross" : "";
}
Json axisNode(const std::string &machine, const ClassAxis &cls, const std::string &letter) {
    const std::string axis(cls.axis);
    return {{"letter", letter},
            {"what", whatMoves(machine, axis)},
            {"class_axis", axis},
            {"orientation", cls.vertical ? "vertical" : "horizontal"},
            {"design_shown", "A"}};
}
} // namespace

std::vector<Patch> setUpMachine(const std::string &machineClass) {
    std::vector<Patch> out{{"/class", machineClass}};
    std::vector<std::string> order;
    for (const auto &a : classAxes()) {
        if (a.machine != machineClass) continue;
        const auto letter = freeLetter(order, usualLetter(std::string(a.axis)));
        out.push_back({"/axes/" + letter, axisNode(machineClass, a, letter)});
        order.push_back(letter);
    }
    for (auto &rider : out)
        if (rider.pointer.starts_with("/axes/"))
            for (const auto &carrier : out)
                if (carrier.pointer.starts_with("/axes/") &&
                    carrier.value["class_axis"] == carrierAxis(machineClass, rider.value.value("class_axis", "")))
                    rider.value["rides_on"] = carrier.pointer.substr(6);
    out.push_back({"/axis_order", order});
    return out;
}

AddedAxis addAxis(const Json &project, const std::string &machineClass, const std::string &axis) {
    const auto *cls = classAxis(machineClass, axis);
    if (!cls) return {};
    auto order = axisOrder(project);
    const auto letter = freeLetter(order, usualLetter(axis));
    auto node = axisNode(machineClass, *cls, letter);
    AddedAxis out{letter, {}};
    const auto before = textAt(project, "/class");
    if (order.empty() || before.empty())
        out.patches.push_back({"/class", machineClass});
    else if (machineClass != before)
        node["class"] = machineClass;
    for (const auto &id : order)
        if (machineClass == before && textAt(project, "/axes/" + id + "/class_axis") == carrierAxis(machineClass, axis))
            node["rides_on"] = id;
    order.push_back(letter);
    out.patches.push_back({"/axes/" + letter, std::move(node)});
    out.patches.push_back({"/axis_order", order});
    return out;
}

AddedAxis addRotaryAxis(const Json &project, const std::string &machineClass) {
    auto order = axisOrder(project);
    std::string letter = "A";
    for (const char *other : {"A", "B", "C"})
        if (std::find(order.begin(), order.end(), letter) != order.end()) letter = other;
    letter = freeLetter(order, letter);
    AddedAxis out{letter, {}};
    if (order.empty() || textAt(project, "/class").empty()) out.patches.push_back({"/class", machineClass});
    Json node{{"letter", letter}, {"what", "rotary table"}, {"kind", "rotary"}};
    node["designs"]["A"]["stages"]["1"] = {{"kind", "reducer"}};
    node["designs"]["A"]["stage_order"] = {"1"};
    node["design_shown"] = "A";
    order.push_back(letter);
    out.patches.push_back({"/axes/" + letter, std::move(node)});
    out.patches.push_back({"/axis_order", order});
    return out;
}

AddedAxis copyAxis(const Json &project, const std::string &axis) {
    auto node = valueAt(project, "/axes/" + axis);
    if (!node.is_object()) return {};
    auto order = axisOrder(project);
    const auto letter = freeLetter(order, axis);
    for (const char *key : {"cards", "as_built", "settings"})
        node.erase(key);
    node["letter"] = letter;
    const auto at = std::find(order.begin(), order.end(), axis);
    order.insert(at == order.end() ? at : at + 1, letter);
    AddedAxis out{letter, {}};
    for (const auto &design : designsOf(project, axis)) { // a supply of its own for each design
        const auto supply = valueAt(project, "/supplies/" + supplyOf(project, axis, design));
        std::string id = letter + "-" + design;
        while (!valueAt(project, "/supplies/" + id).is_null())
            id += "_";
        node["designs"][design]["supply"] = id;
        if (supply.is_object()) out.patches.push_back({"/supplies/" + id, supply});
    }
    out.patches.insert(out.patches.begin(), {{"/axes/" + letter, std::move(node)}, {"/axis_order", order}});
    return out;
}

std::vector<Patch> copyDesign(const Json &project, const std::string &axis, const std::string &from,
                              const std::string &to) {
    const std::string base = "/axes/" + axis + "/designs/";
    auto copy = valueAt(project, base + from);
    if (!copy.is_object()) return {};
    const auto supply = valueAt(project, "/supplies/" + supplyOf(project, axis, from));
    std::string id = axis + "-" + to;
    while (!valueAt(project, "/supplies/" + id).is_null())
        id += "_";
    copy["supply"] = id;
    std::vector<Patch> out{{base + to, std::move(copy)}};
    if (supply.is_object()) out.push_back({"/supplies/" + id, supply});
    return out;
}

std::string freeDesign(const Json &project, const std::string &axis) {
    for (const auto *letter : designLetters)
        if (!valueAt(project, "/axes/" + axis + "/designs/" + letter).is_object()) return letter;
    return {};
}

std::vector<Patch> takeOver(const Json &project, const std::string &axis, const std::string &from,
                            const std::string &to, DesignPart part) {
    const std::string base = "/axes/" + axis + "/designs/";
    const auto source = valueAt(project, base + from), target = valueAt(project, base + to);
    if (from == to || !source.is_object() || !target.is_object()) return {};
    std::vector<Patch> out;
    const auto put = [&](const std::string &place, const Json &value) {
        if (valueAt(project, place) != value) out.push_back({place, value});
    };
    const auto keys = part == DesignPart::Train    ? std::vector<const char *>{"motor", "drive", "cable"}
                      : part == DesignPart::Stages ? std::vector<const char *>{"stages", "stage_order"}
                                                   : std::vector<const char *>{"screw",
                                                                               "nut",
                                                                               "ends",
                                                                               "fixed_end",
                                                                               "far_end",
                                                                               "bracket_stiffness_N_um",
                                                                               "brake",
                                                                               "thread_beyond_a_mm",
                                                                               "thread_beyond_b_mm",
                                                                               "steps_typed"};
    for (const char *key : keys)
        put(base + to + "/" + key, valueAt(source, std::string("/") + key));
    if (part == DesignPart::Train) {
        const auto supply = valueAt(project, "/supplies/" + supplyOf(project, axis, from));
        if (supply.is_object()) put("/supplies/" + supplyOf(project, axis, to), supply);
    }
    return out;
}

std::vector<Patch> removeDesign(const Json &project, const std::string &axis, const std::string &design) {
    const auto all = designsOf(project, axis);
    if (all.size() < 2 || std::find(all.begin(), all.end(), design) == all.end()) return {};
    const auto other = *std::find_if(all.begin(), all.end(), [&](const auto &d) { return d != design; });
    std::vector<Patch> out{{"/axes/" + axis + "/designs/" + design, nullptr}};
    if (shownDesign(project, axis) == design) out.push_back({"/axes/" + axis + "/design_shown", other});
    const auto supply = supplyOf(project, axis, design);
    bool used = false;
    for (const auto &one : axisOrder(project))
        for (const auto &d : designsOf(project, one))
            used |= (one != axis || d != design) && supplyOf(project, one, d) == supply;
    if (!used && !valueAt(project, "/supplies/" + supply).is_null()) out.push_back({"/supplies/" + supply, nullptr});
    return out;
}

std::vector<Patch> swapDesigns(const Json &project, const std::string &axis, const std::string &a,
                               const std::string &b) {
    const std::string base = "/axes/" + axis + "/designs/";
    auto first = valueAt(project, base + a), second = valueAt(project, base + b);
    if (!first.is_object() || !second.is_object()) return {};
    first["supply"] = supplyOf(project, axis, a);
    second["supply"] = supplyOf(project, axis, b);
    return {{base + a, std::move(second)}, {base + b, std::move(first)}};
}

std::vector<Patch> moveAxis(const Json &project, const std::string &axis, int by) {
    auto order = axisOrder(project);
    const auto at = std::find(order.begin(), order.end(), axis);
    const auto to = at - order.begin() + by;
    if (at == order.end() || to < 0 || to >= static_cast<std::ptrdiff_t>(order.size())) return {};
    std::iter_swap(at, order.begin() + to);
    return {{"/axis_order", order}};
}

std::vector<Patch> removeAxis(const Json &project, const std::string &axis) {
    auto order = axisOrder(project);
    std::erase(order, axis);
    std::vector<Patch> out{{"/axes/" + axis, nullptr}, {"/axis_order", order}};
    // supplies that nobody else hangs on go with it
    std::set<std::string> used;
    for (const auto &other : order)
        for (const auto &design : designsOf(project, other))
            used.insert(supplyOf(project, other, design));
    for (const auto &design : designsOf(project, axis))
        if (const auto id = supplyOf(project, axis, design);
            used.insert(id).second && !valueAt(project, "/supplies/" + id).is_null())
            out.push_back({"/supplies/" + id, nullptr});
    for (const char *list : {"parts", "tasks"})
        if (const auto *rows = nodeAt(project, std::string("/") + list); rows && rows->is_object())
            for (const auto &[key, row] : rows->items())
                if (row.is_object() && (row.value("axis", std::string()) == axis ||
                                        (!row.contains("axis") && key.starts_with(axis + "-"))))
                    out.push_back({std::string("/") + list + "/" + key, nullptr});
    return out;
}

} // namespace lw
