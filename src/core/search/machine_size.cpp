#include "search/machine_size.h"
#include "search/tried_axis.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {
/// A choice for the axes looked at so far: which design of each, and what counts of it.
struct Combo {
    double price, margin, watts;
    std::vector<std::pair<std::uint32_t, std::uint32_t>> designs; ///< front and place in it, axis by axis
};
bool before(const Combo &a, const Combo &b) {
    if (a.price != b.price) return a.price < b.price;
    if (a.margin != b.margin) return a.margin > b.margin;
    if (a.watts != b.watts) return a.watts < b.watts;
    return a.designs < b.designs;
}
/// Takes out what is dearer, weaker and hungrier than another.
void prune(std::vector<Combo> &list) {
    std::sort(list.begin(), list.end(), before);
    std::vector<Combo> kept;
    for (auto &c : list)
        if (std::none_of(kept.begin(), kept.end(),
                         [&](const Combo &k) { return k.margin >= c.margin && k.watts <= c.watts; }))
            kept.push_back(std::move(c));
    list = std::move(kept);
}
struct Axis {
    const SizeSpace *space;
    std::vector<TrainFront> fronts;
};
using Group = std::pair<double, std::string>; ///< volts and kind of a supply

/// All axes on supplies of one voltage and kind; with one motor only, when it is given.
std::vector<Combo> combined(const std::vector<Axis> &axes, const Group &group, const std::string *motor) {
    std::vector<Combo> all{{0, std::numeric_limits<double>::infinity(), 0, {}}};
    for (const auto &axis : axes) {
        std::vector<Combo> own, next;
        for (std::uint32_t f = 0; f < axis.fronts.size(); ++f) {
            const auto &t = axis.space->trains[axis.fronts[f].train];
            if (Group{t.supply->volts, t.supply->kind} != group || (motor && t.motor->name != *motor)) continue;
            for (std::uint32_t k = 0; k < axis.fronts[f].designs.size(); ++k) {
                const auto &d = axis.fronts[f].designs[k];
                own.push_back({d.price, d.margin, t.watts, {{f, k}}});
            }
        }
        prune(own);
        for (const auto &a : all)
            for (const auto &b : own) {
                auto designs = a.designs;
                designs.push_back(b.designs.front());
                next.push_back(
                    {a.price + b.price, std::min(a.margin, b.margin), a.watts + b.watts, std::move(designs)});
            }
        prune(next);
        all = std::move(next);
    }
    return all;
}
/// An id nobody else's design hangs on.
std::string sharedSupply(const Json &project, const std::vector<std::string> &axes) {
    for (int n = 1;; ++n) {
        const std::string id = n == 1 ? "machine" : "machine-" + std::to_string(n);
        bool free = true;
        for (const auto &axis : axisOrder(project))
            for (const auto &design : designsOf(project, axis)) {
                const bool ours =
                    std::find(axes.begin(), axes.end(), axis) != axes.end() && design == shownDesign(project, axis);
                free &= ours || supplyOf(project, axis, design) != id;
            }
        if (free) return id;
    }
}
} // namespace

std::optional<MachineResult> sizeMachine(const Json &project, const std::map<std::string, SizeLimits> &limitsByAxis,
                                         const Catalogue &catalogue, const std::set<std::string> &have,
                                         SizeWatch *watch, unsigned threads) {
    MachineResult out;
    for (const auto &axis : axisOrder(project)) // a table that turns is searched apart
        if (textAt(project, "/axes/" + axis + "/kind") != "rotary") out.axes.push_back(axis);
    out.supply = sharedSupply(project, out.axes);
    std::vector<Axis> axes;
    std::vector<std::string> none;
    const auto progress = watch ? watch->progress : nullptr;
    for (std::size_t k = 0; k < out.axes.size(); ++k) {
        const auto &id = out.axes[k];
        const auto given = limitsByAxis.find(id);
        auto limits = given == limitsByAxis.end() ? SizeLimits{} : given->second;
        limits.budget = notKnown;
        if (watch && progress)
            watch->progress = [&, k](double share) { progress((double(k) + share) / double(out.axes.size())); };
        auto &space = out.spaces[id];
        const auto search = [&](SpaceStages stages) {
            space = sizeSpace(project, id, shownDesign(project, id), catalogue, have, stages);
            space.supply = out.supply;
            return trainFronts(space, limits, catalogue, watch, threads);
        };
        auto fronts = search(SpaceStages::One);
        if (fronts && fronts->empty()) fronts = search(SpaceStages::Two); // as the axis' own sizing does
        if (watch) watch->progress = progress;
        if (!fronts) return {};
        if (fronts->empty()) none.push_back(id);
        axes.push_back({&space, std::move(*fronts)});
    }
    if (out.axes.empty()) out.problem = "There is no axis yet.";
    for (const auto &id : none)
        out.problem += (out.problem.empty() ? "Nothing in the catalogue holds on " : ", ") + id;
    if (!none.empty()) out.problem += ": see its own sizing, which says what comes closest.";
    if (!out.problem.empty()) return out;

    std::vector<std::pair<Combo, const CatalogueSupply *>> whole, alike;
    const auto fed = [&](std::vector<Combo> combos, const Group &group, auto &into) {
        for (const auto &supply : catalogue.supplies) {
            if (Group{supply.volts, supply.kind} != group) continue;
            const double price = have.count(supply.name) ? 0 : supply.price;
            for (auto c : combos)
                if (c.watts <= supply.watts) {
                    c.price = std::floor(c.price + price + 0.5);
                    into.emplace_back(std::move(c), &supply);
                }
        }
    };
    std::set<Group> groups;
    for (const auto &s : catalogue.supplies)
        groups.insert({s.volts, s.kind});
    std::set<std::string> motors; // one on all axes is one of the first
    for (const auto &f : axes.front().fronts)
        motors.insert(axes.front().space->trains[f.train].motor->name);
    for (const auto &group : groups) {
        if (watch && watch->stop) return {};
        fed(combined(axes, group, nullptr), group, whole);
        for (const auto &name : motors)
            fed(combined(axes, group, &name), group, alike);
    }
    const auto less = [](const auto &a, const auto &b) {
        if (a.first.price != b.first.price || a.first.margin != b.first.margin || a.first.watts != b.first.watts ||
            a.second->name == b.second->name)
            return before(a.first, b.first);
        return a.second->name < b.second->name;
    };
    const auto told = [&](const std::pair<Combo, const CatalogueSupply *> &c) {
        MachineDesign d;
        d.supply = c.second;
        d.price = c.first.price;
        d.watts = c.first.watts;
        d.margin = c.first.margin;
        d.verdict = Verdict::Holds;
        for (std::size_t k = 0; k < axes.size(); ++k) {
            const auto [front, place] = c.first.designs[k];
            const auto &design = axes[k].fronts[front].designs[place];
            d.picks.push_back({out.axes[k], design.candidate, design.price, design.margin});
            auto m = axes[k].space->base;
            compose(m, *axes[k].space, design.candidate);
            d.verdict = std::min(d.verdict, worstOfDesign(prove(m)));
            if (d.weakest.empty() && design.margin == d.margin) d.weakest = out.axes[k];
        }
        return d;
    };
    std::sort(whole.begin(), whole.end(), less);
    double best = 0;
    for (const auto &c : whole)
        if (c.first.margin > best) {
            best = c.first.margin;
            out.front.push_back(told(c));
        }
    if (const auto first = std::min_element(alike.begin(), alike.end(), less); first != alike.end())
        out.alike = told(*first);
    if (out.front.empty())
        out.problem = "No supply of the catalogue feeds all axes at one voltage. Bring one of your own, or let an axis "
                      "have its own supply: its own sizing proposes one.";
    return out;
}

std::vector<Patch> machinePatches(const MachineResult &r, const MachineDesign &d) {
    std::vector<Patch> out;
    for (const auto &pick : d.picks) {
        auto own = patchesOf(r.spaces.at(pick.axis), pick.candidate);
        out.insert(out.end(), own.begin(), own.end());
    }
    // each axis' train came with the smallest supply for it alone; the one for all goes last
    for (auto &p : supplyPatches(r.supply, *d.supply))
        out.push_back(std::move(p));
    return out;
}
bool oneMotor(const MachineResult &r, const MachineDesign &d) {
    std::set<std::string> names;
    for (const auto &pick : d.picks)
        names.insert(r.spaces.at(pick.axis).trains[pick.candidate.train].motor->name);
    return names.size() == 1;
}
std::string machineName(const MachineResult &r, const MachineDesign &d) {
    std::vector<std::pair<std::string, std::string>> motors; // name, axes
    for (const auto &pick : d.picks) {
        const auto &name = r.spaces.at(pick.axis).trains[pick.candidate.train].motor->name;
        const auto same = std::find_if(motors.begin(), motors.end(), [&](const auto &m) { return m.first == name; });
        if (same == motors.end())
            motors.emplace_back(name, pick.axis);
        else
            same->second += ", " + pick.axis;
    }
    std::string t = d.supply->name;
    for (const auto &[name, on] : motors)
        t += "; " + name + (motors.size() == 1 ? " on all axes" : " on " + on);
    return t;
}
std::string alikeWords(const MachineResult &r) {
    if (r.axes.size() < 2 || r.front.empty()) return {};
    if (!r.alike) return "No one motor does it on all axes.";
    const double more = r.alike->price - r.front.front().price;
    const auto &name = r.spaces.at(r.axes.front()).trains[r.alike->picks.front().candidate.train].motor->name;
    return "One motor on all axes (" + name + "): " + (more < 0.5 ? "no dearer" : numberText(more, 4) + " more") +
           ", and one spare does.";
}

} // namespace lw
