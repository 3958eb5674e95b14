// Plain enumeration: every design of a space put together and proved, written apart from the search.
#pragma once

#include "json.h"
#include "machine/known.h"
#include "machine/new_axis.h"
#include "proof/checks/limits.h"
#include "search/size.h"
#include <cmath>
#include <random>
#include <set>

namespace lw::test {
using Json = nlohmann::json;

/// A fresh job of a class, its first axis asked a little differently by the seed.
inline Json freshJob(const char *machine, const std::string &axis, unsigned seed) {
    std::mt19937 random(seed);
    auto job = patched(Json::object(), setUpMachine(machine));
    const auto put = [&](const std::string &place, const std::string &typed) {
        setAt(job, "/axes/" + axis + "/" + place, {{"typed", typed}, {"standing", "stated"}});
    };
    put("targets/rapid_mm_min", std::to_string(800 + random() % 2500) + "mm/min");
    put("targets/lost_motion_mm", "0." + std::to_string(10 + random() % 80) + "mm");
    if (random() % 2) put("survey/screw_end", std::to_string(9 + random() % 8));
    if (random() % 2) setAt(job, "/axes/" + axis + "/survey/screw_end", std::to_string(9 + random() % 8) + " h6");
    return job;
}
struct Tried {
    Candidate c;
    double price, margin;
    bool holds;
    std::set<LimitKey> breaks;
};
/// Every candidate by the whole proof, one after another: nothing is left out, nothing is clever.
inline std::vector<Tried> tryEverything(const SizeSpace &space, const Catalogue &shop, const SizeLimits &l) {
    std::vector<Tried> out;
    AxisModel m = space.base;
    for (std::size_t t = 0; t < space.trains.size(); ++t) {
        const auto &train = space.trains[t];
        for (std::size_t r = 0; r < space.reductions[train.fit].size(); ++r)
            for (std::size_t s = 0; s < space.screws.size(); ++s) {
                const auto &reduction = space.reductions[train.fit][r];
                const auto &screw = space.screws[s];
                const double end = screw.end.known() ? screw.end.nominal * 1e3 : 0;
                if (reduction.stages.size() == 1 &&
                    std::holds_alternative<Coupling>(
                        reduction.stages[0].stage)) { // the cheapest coupling that takes both shafts and the torque
                    const CatalogueCoupling *best = nullptr;
                    for (const auto &c : shop.couplings)
                        if (c.boreMost >= std::max(end, train.motor->shaft) && c.torque >= train.motor->torqueMost() &&
                            (!best || c.price < best->price))
                            best = &c;
                    if (reduction.coupling != best) continue;
                } else if (end > reduction.drivenBoreWorst)
                    continue;
                Tried x{{t, r, s}, train.price + reduction.price + screw.price, 0, false, {}};
                compose(m, space, x.c);
                const auto e = evaluate(m);
                double margin = INFINITY;
                bool enough = true;
                x.holds = true;
                for (const auto &f : e.findings) {
                    if (f.check->torqueRow && f.margin == f.margin) {
                        margin = std::min(margin, f.margin);
                        // a stepper by one rail, a servo by one for a moment and one for what lasts
                        const bool lasting = f.subject.at == Operating::Cutting || f.subject.at == Operating::Hold;
                        const double must = !train.servo ? (train.motor->encoder ? 1 / 0.9 : 1 / 0.7)
                                            : lasting    ? 1
                                                         : 1 / 0.95;
                        enough &= f.margin >= must * (1 - 1e-9);
                    }
                    if (f.verdict == Verdict::Fails && judgesDesign(m, f)) x.holds = false;
                }
                if (!enough) x.holds = false;
                x.margin = std::round(std::min(margin, 99.0) * 100) / 100;
                const auto breaks = [&](LimitKey k, bool yes) {
                    if (yes) x.breaks.insert(k);
                };
                breaks(LimitKey::Budget, x.price > l.budget);
                breaks(LimitKey::Volts, train.supply->volts > l.volts);
                breaks(LimitKey::Face, train.motor->face > l.faceMm);
                breaks(LimitKey::MotorLength, train.motor->body > l.motorLengthMm);
                breaks(LimitKey::KeepScrew, l.keepScrew && !screw.keepsScrew);
                breaks(LimitKey::KeepThread, l.keepThread && screw.newThread);
                breaks(LimitKey::Loop, !l.loop.empty() && (l.loop == "closed") != train.motor->encoder);
                int belts = 0;
                for (const auto &stage : m.stages)
                    belts += std::holds_alternative<ToothedBelt>(stage.stage);
                breaks(LimitKey::Stages, belts > l.stages);
                breaks(LimitKey::LeadDays, std::max({train.leadDays, reduction.leadDays, screw.leadDays}) > l.leadDays);
                x.price = std::floor(x.price + 0.5);
                out.push_back(std::move(x));
            }
    }
    return out;
}
} // namespace lw::test
