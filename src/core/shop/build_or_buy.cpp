#include "shop/build_or_buy.h"
#include "units/plain_number.h"
#include <algorithm>

namespace lw {
namespace {
/// What a line's money goes into: by which part of the design asked for it, else by its words.
std::string groupOf(const PartLine &l) {
    std::string t = l.designRef + " ";
    for (const char c : l.text)
        t += lowerCase(c);
    const auto any = [&](std::initializer_list<std::string_view> words) {
        return std::any_of(words.begin(), words.end(),
                           [&](std::string_view w) { return t.find(w) != std::string::npos; });
    };
    if (any({"reducer", "worm", "strain-wave", "planetary", "cycloidal", "rotary table"})) return "reducer";
    if (any({"chuck", "faceplate", "tailstock", "collet", "jaws"})) return "chuck and tailstock";
    if (any({"pulley", "belt", "coupling"})) return "belts";
    if (any({"drive", "supply"}) && l.category == "electrical") return "drive and supply";
    if (any({"motor"})) return "motor";
    if (l.category == "electrical") return "drive and supply";
    if (l.category == "fasteners" || any({"bolt", "screw", "bearing"})) return "hardware";
    return "metal and the rest";
}
} // namespace

BuildOrBuy buildOrBuy(const nlohmann::json &project, const std::string &axis, const std::vector<PartLine> &lines,
                      double hours) {
    BuildOrBuy out;
    out.hours = hours;
    const std::string at = "/axes/" + axis + "/rotary/";
    if (const auto k = knownAt(project, at + "hour_worth"); k.known()) out.hourWorth = k.v;
    out.bought = knownAt(project, at + "bought_price").v;
    for (const auto &l : lines) {
        if (l.state == PartState::Dropped || l.source == "have") continue;
        const double rate = currencyRate(project, l.currency),
                     price = l.price * rate * std::max(1, l.quantity + l.spare);
        if (!(price == price)) {
            ++out.open;
            continue;
        }
        out.parts += price;
        if (price <= 0) continue;
        const auto group = groupOf(l);
        const auto it =
            std::find_if(out.groups.begin(), out.groups.end(), [&](const auto &g) { return g.first == group; });
        if (it == out.groups.end())
            out.groups.emplace_back(group, price);
        else
            it->second += price;
    }
    std::stable_sort(out.groups.begin(), out.groups.end(),
                     [](const auto &a, const auto &b) { return a.second > b.second; });
    return out;
}

} // namespace lw
