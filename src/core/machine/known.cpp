#include "machine/known.h"
#include "machine/fields.h"
#include <algorithm>

namespace lw {
using Json = nlohmann::json;

std::string_view standingCode(Standing s) {
    constexpr std::string_view codes[] = {"unknown", "measured", "stated", "catalogue", "assumed", "computed"};
    return codes[static_cast<std::size_t>(s)];
}
Standing standingFromCode(std::string_view c) {
    for (auto s : {Standing::Measured, Standing::Stated, Standing::Catalogue, Standing::Assumed, Standing::Computed})
        if (standingCode(s) == c) return s;
    return Standing::Stated;
}

const Json *nodeAt(const Json &project, const std::string &pointer) {
    const Json *at = &project;
    std::size_t k = 1;
    while (k <= pointer.size()) {
        const auto slash = std::min(pointer.find('/', k), pointer.size());
        if (!at->is_object()) return nullptr;
        const auto it = at->find(pointer.substr(k, slash - k));
        if (it == at->end() || it->is_null()) return nullptr;
        at = &*it;
        k = slash + 1;
    }
    return at;
}

std::string textAt(const Json &project, const std::string &pointer, std::string otherwise) {
    const auto *n = nodeAt(project, pointer);
    return n && n->is_string() ? n->get<std::string>() : otherwise;
}

Known knownAt(const Json &project, const std::string &pointer, std::string *problem) {
    const auto *n = nodeAt(project, pointer);
    const auto *spec = n ? fieldAt(pointer) : nullptr;
    return spec ? knownOf(*n, *spec, problem) : Known{};
}

Known knownOf(const Json &node, const FieldSpec &field, std::string *problem) {
    Known k;
    const auto *n = &node;
    const auto *spec = &field;
    std::string typed;
    std::string spread;
    std::string standing = "stated";
    if (n->is_object()) {
        const auto get = [&](const char *key) {
            const auto it = n->find(key);
            return it != n->end() && it->is_string() ? it->get<std::string>() : std::string();
        };
        typed = get("typed");
        spread = get("spread");
        if (const auto s = get("standing"); !s.empty()) standing = s;
    }
    if (typed.empty()) return k;
    const auto value = readTypedAgain(typed, spec->dimension, spec->unit);
    const double own = unitInSi(spec->unit, spec->dimension).value_or(1.0);
    const double hard = spec->hardLeast * own;
    if (!value || (spec->hardAbove ? !(value->si > hard) : !(value->si >= hard))) {
        if (problem)
            *problem =
                std::string(spec->label) + ": " +
                (value ? "'" + typed + "' must be above " + numberText(spec->hardLeast) + "." : value.error().sentence);
        return k;
    }
    k.v = value->si;
    k.standing = value->guess ? Standing::Assumed : standingFromCode(standing);
    if (value->rough && k.v > 0) { // "about": as wide as people are off who say so, common practice
        k.low = k.v / 1.3;
        k.high = k.v * 1.3;
        k.shape = Shape::Lognormal;
    }
    if (!spread.empty())
        if (const auto r = readSpread(spread, k.v, spec->dimension, spec->unit)) {
            k.low = r->low;
            k.high = r->high;
            k.shape = r->factor ? Shape::Lognormal : Shape::Triangular;
        }
    return k;
}

std::vector<std::string> axisOrder(const Json &project) {
    std::vector<std::string> out;
    const auto *axes = nodeAt(project, "/axes");
    if (!axes || !axes->is_object()) return out;
    if (const auto *order = nodeAt(project, "/axis_order"); order && order->is_array())
        for (const auto &id : *order)
            if (id.is_string() && axes->contains(id.get<std::string>()) &&
                std::find(out.begin(), out.end(), id.get<std::string>()) == out.end())
                out.push_back(id);
    for (const auto &[id, axis] : axes->items())
        if (std::find(out.begin(), out.end(), id) == out.end() && axis.is_object()) out.push_back(id);
    return out;
}

std::string shownDesign(const Json &project, const std::string &axis) {
    return textAt(project, "/axes/" + axis + "/design_shown", "A");
}

std::string supplyOf(const Json &project, const std::string &axis, const std::string &design) {
    return textAt(project, "/axes/" + axis + "/designs/" + design + "/supply", axis + "-" + design);
}

std::vector<std::string> stageOrder(const Json &project, const std::string &axis, const std::string &design) {
    std::vector<std::string> order;
    const std::string base = "/axes/" + axis + "/designs/" + design;
    const auto *stages = nodeAt(project, base + "/stages");
    if (!stages || !stages->is_object()) return order;
    const auto known = [&](const std::string &id) { return std::find(order.begin(), order.end(), id) != order.end(); };
    if (const auto *listed = nodeAt(project, base + "/stage_order"); listed && listed->is_array())
        for (const auto &id : *listed)
            if (id.is_string() && stages->contains(id.get<std::string>()) && !known(id.get<std::string>()))
                order.push_back(id.get<std::string>());
    for (const auto &[id, stage] : stages->items())
        if (stage.is_object() && !known(id)) order.push_back(id);
    return order;
}

std::vector<std::string> designsOf(const Json &project, const std::string &axis) {
    std::vector<std::string> ids;
    if (const auto *designs = nodeAt(project, "/axes/" + axis + "/designs"); designs && designs->is_object())
        for (const auto &[id, design] : designs->items())
            if (design.is_object()) ids.push_back(id);
    return ids;
}

int measuredOfSeven(const Json &project, const std::string &axis) {
    const std::string a = "/axes/" + axis + "/";
    auto good = [&](const std::string &p) {
        const auto k = knownAt(project, a + p);
        return k.known() && (k.standing == Standing::Measured || k.standing == Standing::Stated);
    };
    int n = 0;
    const auto listGood = [&](const char *list, const char *member) {
        const auto *rows = nodeAt(project, a + list);
        if (!rows || !rows->is_object()) return false;
        for (const auto &[id, row] : rows->items())
            if (good(std::string(list) + "/" + id + "/" + member)) return true;
        return false;
    };
    n += listGood("survey/moving_mass", "mass_kg");
    n += listGood("survey/pull/readings", "away_N") || (good("survey/hoist/up_N") && good("survey/hoist/down_N")) ||
         (good("survey/handle/pull_N") && good("survey/handle/radius_mm"));
    n += good("survey/breakaway/to_start_N") && good("survey/breakaway/to_keep_going_N");
    n += good("survey/lead/measured_travel_mm") || good("survey/lead/threads_per_inch") ||
         good("survey/lead/dial_value_mm") || good("survey/handle/travel_per_turn_mm");
    n += good("travel_mm");
    n += good("survey/lost_motion/total_mm");
    n += good("survey/run_out_mm");
    return n;
}

} // namespace lw
