#include "plan/trap.h"
#include <algorithm>
#include <map>
#include <optional>
#include <string_view>

namespace lw {
namespace {

/// Who must come before whom, closed over all links.
class Reach {
public:
    explicit Reach(std::size_t n) : m_n(n), m_reach(n * n, false) {}
    void link(std::size_t before, std::size_t after) {
        if (m_reach[before * m_n + after]) return;
        std::vector<std::size_t> froms{before}, tos{after};
        for (std::size_t k = 0; k < m_n; ++k) {
            if (has(k, before)) froms.push_back(k);
            if (has(after, k)) tos.push_back(k);
        }
        for (auto f : froms)
            for (auto t : tos)
                m_reach[f * m_n + t] = true;
    }
    [[nodiscard]] bool has(std::size_t before, std::size_t after) const { return m_reach[before * m_n + after]; }

private:
    std::size_t m_n;
    std::vector<bool> m_reach;
};

Result<Reach> reachOf(const std::vector<PlanTask> &tasks) {
    std::map<std::string, std::size_t> at;
    for (std::size_t k = 0; k < tasks.size(); ++k)
        at[tasks[k].id] = k;
    Reach reach(tasks.size());
    for (std::size_t k = 0; k < tasks.size(); ++k)
        for (const auto &before : tasks[k].after) {
            const auto it = at.find(before);
            if (it == at.end())
                return fail(CalcErrorCode::BadText, tasks[k].id, 0, 0,
                            "waits for '" + before + "', and there is no such step. Mend what it comes after.");
            reach.link(it->second, k);
        }
    std::string cycle;
    for (std::size_t k = 0; k < tasks.size(); ++k)
        if (reach.has(k, k)) cycle += (cycle.empty() ? "" : ", ") + tasks[k].id;
    if (!cycle.empty())
        return fail(CalcErrorCode::NoSolution, "order", 0, 0,
                    "these steps wait for each other in a circle: " + cycle + ". Take one link out.");
    return reach;
}

} // namespace

Result<std::vector<Trap>> findTraps(const std::vector<PlanTask> &tasks, const std::vector<Nest> &nest) {
    auto read = reachOf(tasks);
    if (!read) return tl::unexpected(read.error());
    const Reach &reach = *read;
    const std::size_t n = tasks.size();
    auto restores = [&](std::size_t r, const std::string &f, int quality) {
        return std::any_of(tasks[r].restores.begin(), tasks[r].restores.end(),
                           [&](const auto &x) { return x.function == f && x.quality >= quality; });
    };
    // What each task takes off, the outer slides that come off with an inner one included.
    std::vector<std::vector<std::string>> strips(n);
    auto contains = [](const std::vector<std::string> &v, const std::string &s) {
        return std::find(v.begin(), v.end(), s) != v.end();
    };
    for (std::size_t k = 0; k < n; ++k)
        strips[k] = tasks[k].strips;
    bool grown = true;
    while (grown) { // nests may be nested
        grown = false;
        for (std::size_t k = 0; k < n; ++k)
            for (const auto &[inner, outer] : nest) {
                if (!contains(strips[k], inner) || contains(strips[k], outer)) continue;
                // off already: taken off by a task before this one, and not put back between
                bool off = false;
                for (std::size_t o = 0; o < n && !off; ++o) {
                    if (o == k || !contains(tasks[o].strips, outer) || !reach.has(o, k)) continue;
                    off = true;
                    for (std::size_t r = 0; r < n; ++r)
                        if (reach.has(o, r) && reach.has(r, k) && restores(r, outer, 0)) off = false;
                }
                if (off) continue;
                strips[k].push_back(outer);
                grown = true;
            }
    }
    std::vector<Trap> traps;
    for (std::size_t m = 0; m < n; ++m)
        for (const auto &group : tasks[m].needs) {
            std::vector<Trap> ofGroup;
            bool safe = group.empty();
            for (const auto &need : group) {
                bool trapped = false;
                for (std::size_t s = 0; s < n; ++s) {
                    if (s == m || !contains(strips[s], need.function) || !reach.has(s, m))
                        continue; // may still be made before it
                    bool way = false;
                    Trap t{tasks[m].id, need.function, tasks[s].id, {}, {}};
                    for (std::size_t r = 0; r < n; ++r) {
                        if (r == m || !restores(r, need.function, need.quality)) continue;
                        if (!reach.has(s, r)) {
                            if (!reach.has(r, s) && !reach.has(m, r)) t.unlinked.push_back(tasks[r].id);
                            continue;
                        }
                        if (reach.has(m, r))
                            t.waits.push_back(tasks[r].id);
                        else
                            way = true; // before it already, or can be put before it
                    }
                    if (way) continue;
                    trapped = true;
                    ofGroup.push_back(std::move(t));
                }
                safe |= !trapped;
            }
            if (!safe) traps.insert(traps.end(), ofGroup.begin(), ofGroup.end());
        }
    return traps;
}

Result<std::vector<std::size_t>> workableOrder(const std::vector<PlanTask> &tasks) {
    if (auto reach = reachOf(tasks); !reach) return tl::unexpected(reach.error()); // circles and links to nothing
    std::map<std::string_view, std::size_t> at;
    for (std::size_t k = 0; k < tasks.size(); ++k)
        at[tasks[k].id] = k;
    std::vector<std::size_t> order;
    std::vector<bool> done(tasks.size(), false);
    while (order.size() < tasks.size())
        for (std::size_t k = 0; k < tasks.size(); ++k) {
            if (done[k]) continue;
            if (!std::all_of(tasks[k].after.begin(), tasks[k].after.end(), [&](const auto &b) { return done[at[b]]; }))
                continue;
            done[k] = true;
            order.push_back(k);
            break; // the earliest in the order given comes first
        }
    return order;
}

std::vector<Remedy> priceRemedies(std::vector<Remedy> options, double toleranceMm, double ratePerHour, double perDay) {
    for (auto &o : options) {
        o.cost = o.money + o.extraHours * ratePerHour + o.delayDays * perDay;
        o.reaches = toleranceMm <= 0 || o.reachMm <= toleranceMm * (1 + 1e-9);
    }
    std::sort(options.begin(), options.end(), [](const Remedy &a, const Remedy &b) {
        if (a.reaches != b.reaches) return a.reaches;
        if (a.cost != b.cost) return a.cost < b.cost;
        return a.text < b.text;
    });
    return options;
}

} // namespace lw
