#include "machine/chain_edits.h"
#include "drive/chain.h"
#include "machine/known.h"
#include <algorithm>

namespace lw {
namespace {
std::string baseOf(const std::string &axis, const std::string &design) {
    return "/axes/" + axis + "/designs/" + design + "/";
}
/// The order as it is evaluated: a design that says nothing has one coupling.
std::vector<std::string> orderOf(const nlohmann::json &project, const std::string &axis, const std::string &design) {
    auto order = stageOrder(project, axis, design);
    if (order.empty()) order.push_back("1");
    return order;
}
} // namespace

std::vector<Patch> addStage(const nlohmann::json &project, const std::string &axis, const std::string &design,
                            int behind, const std::string &kind) {
    auto order = orderOf(project, axis, design);
    if (order.size() >= mostStages || behind < -1 || behind >= int(order.size())) return {};
    const auto base = baseOf(axis, design);
    std::vector<Patch> out;
    if (stageOrder(project, axis, design).empty()) out.push_back({base + "stages/1/kind", "coupling"});
    int id = 1;
    while (std::find(order.begin(), order.end(), std::to_string(id)) != order.end())
        ++id;
    out.push_back({base + "stages/" + std::to_string(id), {{"kind", kind}}});
    order.insert(order.begin() + behind + 1, std::to_string(id));
    out.push_back({base + "stage_order", order});
    return out;
}

std::vector<Patch> removeStage(const nlohmann::json &project, const std::string &axis, const std::string &design,
                               int place) {
    auto order = stageOrder(project, axis, design);
    if (place < 0 || place >= int(order.size())) return {};
    const auto base = baseOf(axis, design), id = order[std::size_t(place)];
    if (order.size() == 1) return {{base + "stages/" + id, {{"kind", "coupling"}}}};
    order.erase(order.begin() + place);
    return {{base + "stages/" + id, nullptr}, {base + "stage_order", order}};
}

std::vector<Patch> moveStage(const nlohmann::json &project, const std::string &axis, const std::string &design,
                             int place, int by) {
    auto order = stageOrder(project, axis, design);
    const int to = place + by;
    if (place < 0 || place >= int(order.size()) || to < 0 || to >= int(order.size())) return {};
    std::swap(order[std::size_t(place)], order[std::size_t(to)]);
    return {{baseOf(axis, design) + "stage_order", order}};
}

} // namespace lw
