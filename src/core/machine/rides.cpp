#include "machine/rides.h"
#include "machine/survey.h"
#include <algorithm>
#include <set>

namespace lw {

Known pieceMass(const nlohmann::json &project, const std::string &place) {
    if (auto weighed = knownAt(project, place + "/mass_kg"); weighed.known()) return weighed;
    const double fill = fillFactor(textAt(project, place + "/kind"));
    const auto length = knownAt(project, place + "/length_mm"), width = knownAt(project, place + "/width_mm"),
               height = knownAt(project, place + "/height_mm");
    if (!(fill > 0) || !length.known() || !width.known() || !height.known()) return {};
    const auto m = estimateMass(metres(length.v), metres(width.v), metres(height.v), fromSi<Density>(7200), fill,
                                kilograms(0)); // grey iron
    if (!m) return {};
    const double v = m->casting.value();
    return {v, Standing::Assumed, 0.75 * v, 1.25 * v, Shape::Uniform};
}

std::vector<std::string> carriedBy(const nlohmann::json &project, const std::string &axis) {
    std::vector<std::string> carried{axis};
    const auto axes = project.find("axes");
    if (axes == project.end() || !axes->is_object()) return carried;
    for (std::size_t k = 0; k < carried.size(); ++k)
        for (auto it = axes->begin(); it != axes->end();
             ++it) { // by hand: a job may have a thousand axes, each asking this
            if (!it->is_object()) continue;
            const auto on = it->find("rides_on");
            if (on != it->end() && on->is_string() && on->get_ref<const std::string &>() == carried[k] &&
                std::find(carried.begin(), carried.end(), it.key()) == carried.end())
                carried.push_back(it.key());
        }
    return carried;
}

namespace {

std::string carrierOf(const nlohmann::json &project, const std::string &axis) {
    return textAt(project, "/axes/" + axis + "/rides_on");
}
std::vector<std::string> ridersOf(const nlohmann::json &project, const std::string &axis) {
    std::vector<std::string> out;
    for (const auto &id : axisOrder(project))
        if (id != axis && carrierOf(project, id) == axis) out.push_back(id);
    return out;
}
double ownMass(const nlohmann::json &project, const std::string &axis) {
    double sum = 0;
    const std::string place = "/axes/" + axis + "/survey/moving_mass";
    if (const auto *rows = nodeAt(project, place); rows && rows->is_object())
        for (const auto &[id, row] : rows->items())
            if (const auto k = pieceMass(project, place + "/" + id); k.known()) sum += k.v;
    return sum;
}
} // namespace

std::vector<RideLevel> rideStack(const nlohmann::json &project, const std::string &axis) {
    std::string root = axis;
    std::set<std::string> seen{axis};
    for (std::string below = carrierOf(project, root);
         !below.empty() && nodeAt(project, "/axes/" + below) && seen.insert(below).second;
         below = carrierOf(project, root))
        root = below;
    std::vector<RideLevel> out;
    seen.clear();
    // depth first, so that a rider stands on its carrier
    const auto climb = [&](auto &&self, const std::string &id, int height, bool counts) -> double {
        if (!seen.insert(id).second) return 0;
        const bool mine = counts || id == axis;
        const std::size_t at = out.size();
        out.push_back(
            {id, textAt(project, "/axes/" + id + "/what", id), ownMass(project, id), 0, mine, id == axis, height});
        double sum = out[at].own;
        for (const auto &rider : ridersOf(project, id))
            sum += self(self, rider, height + 1, mine);
        out[at].carried = sum;
        return sum;
    };
    climb(climb, root, 0, false);
    return out;
}

double fillFactor(std::string_view kind) {
    constexpr std::pair<std::string_view, double> fills[] = {{"table", 0.75},    {"cross_slide", 0.65}, {"saddle", 0.5},
                                                             {"carriage", 0.45}, {"head", 0.4},         {"knee", 0.35},
                                                             {"column", 0.3},    {"plate", 1.0}};
    for (const auto &[code, fill] : fills)
        if (code == kind) return fill;
    return 0;
}

} // namespace lw
