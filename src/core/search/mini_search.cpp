// A search small enough to be followed by hand: motors with a knee, ratios, screws; for the bench book.
#include "book/book.h"
#include "units/quantity.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <vector>

namespace lw::book {
namespace {
struct Tried {
    std::string id;
    double score, step;
    std::int64_t cost;
};
/// Beats: no worse in score, cost and step, better in one of them.
bool beats(const Tried &a, const Tried &b) {
    return a.score >= b.score && a.cost <= b.cost && a.step <= b.step &&
           (a.score > b.score || a.cost < b.cost || a.step < b.step);
}
Result<void> miniSearch(const Inputs &in, Outputs &out) {
    const double force = in.number("friction_N") + in.number("cut_force_N"), m = in.number("moving_mass_kg"),
                 a = in.number("acceleration_m_s2"), e = in.number("efficiency"), feed = in.number("cut_feed_mm_min"),
                 rapid = in.number("rapid_mm_min");
    LW_REQUIRE_POSITIVE(force, "cut_force_N");
    const auto &shop = in.json("catalogue");
    std::vector<Tried> holds;
    Json rejected = Json::object();
    int candidates = 0;
    for (const auto &motor : shop.at("motors"))
        for (const auto &ratio : shop.at("ratios"))
            for (const auto &screw : shop.at("screws")) {
                ++candidates;
                const double r = ratio.at("ratio"), lead = screw.at("lead_mm");
                LW_REQUIRE_POSITIVE(r, "catalogue.ratios[].ratio");
                LW_REQUIRE_POSITIVE(lead, "catalogue.screws[].lead_mm");
                const double knee = motor.at("knee_rpm"), hold = motor.at("holding_torque_Nm");
                LW_REQUIRE_POSITIVE(knee, "catalogue.motors[].knee_rpm");
                const auto gives = [&](double rpm) { return hold / std::sqrt(1 + rpm / knee * (rpm / knee)); };
                const double k = 2 * pi * r / (lead * 1e-3); // motor turns in rad for a metre of travel
                const double atCut = gives(feed * r / lead), atRapid = gives(rapid * r / lead);
                const double inertia = motor.at("inertia_kgm2").get<double>() + ratio.value("inertia_kgm2", 0.0) +
                                       screw.at("inertia_kgm2").get<double>() / (r * r);
                const double cut = force / (k * e);
                const double speedUp = (in.number("friction_N") + m * a) / (k * e) + inertia * k * a;
                const double step = lead / (200 * r);
                // each as a share of what is wanted of it; the first of equals names the reason
                const std::pair<const char *, double> rows[] = {
                    {"cut", atCut / cut / in.number("margin_cut")},
                    {"acceleration", atRapid / speedUp / in.number("margin_acceleration")},
                    {"resolution", in.number("resolution_mm") / step},
                    {"speed", in.number("motor_max_rpm") / (rapid * r / lead)}};
                const auto *worst = std::min_element(std::begin(rows), std::end(rows),
                                                     [](const auto &x, const auto &y) { return x.second < y.second; });
                const auto id = motor.at("id").get<std::string>() + "/" + ratio.at("id").get<std::string>() + "/" +
                                screw.at("id").get<std::string>();
                if (worst->second < 1 - 1e-12)
                    rejected[id] = worst->first;
                else
                    holds.push_back(
                        {id, std::min(rows[0].second, rows[1].second), step,
                         std::int64_t(motor.at("cost_minor").get<double>() + ratio.at("cost_minor").get<double>() +
                                      screw.at("cost_minor").get<double>())});
            }
    out.json("candidates", candidates);
    out.json("feasible", holds.size());
    out.json("rejected", rejected);
    std::vector<std::string> front;
    const Tried *best = nullptr, *cheapest = nullptr;
    for (const auto &x : holds) {
        if (std::none_of(holds.begin(), holds.end(), [&](const Tried &y) { return beats(y, x); }))
            front.push_back(x.id);
        if (!best || x.score > best->score) best = &x;
        if (!cheapest || x.cost < cheapest->cost || (x.cost == cheapest->cost && x.score > cheapest->score))
            cheapest = &x;
    }
    std::sort(front.begin(), front.end());
    out.json("front", front);
    if (!best) return {};
    out.json("best_score_id", best->id);
    out.number("best_score", best->score);
    out.json("cheapest_id", cheapest->id);
    out.json("cheapest_cost_minor", cheapest->cost);
    out.number("cheapest_score", cheapest->score);
    return {};
}
constexpr Calculation searchCalculationsTable[] = {{"mini_search", miniSearch, "DERIVED"}};
} // namespace
std::span<const Calculation> searchCalculations() { return searchCalculationsTable; }
} // namespace lw::book
