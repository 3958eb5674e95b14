#include "search/table_ways.h"
#include "drive/belt.h"
#include "proof/check.h"
#include "proof/words/narrate.h"
#include "proof/words/rotary_words.h"
#include "search/belt_choice.h"
#include "search/space.h"
#include "search/tried_axis.h"
#include "search/verdict.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

namespace lw {
namespace {
using Json = nlohmann::json;

/// A motor with its drive and supply, and the entries they fill.
struct Train {
    std::string name;
    double price = 0, face = 0, shaft = 0; ///< mm
    std::vector<Patch> patches;
};
/// Steppers and servos with the cheapest drive on the supply there is; servos also on drives that live on the mains.
std::vector<Train> trainsFor(const Catalogue &shop, const std::string &d, const std::string &supplyId, double volts,
                             double mainsHigh, double supplyPrice, const std::vector<Patch> &supply) {
    std::vector<Train> out;
    const auto put = [&](const SoldMotor &motor, const SoldDrive &drive, double more, std::vector<Patch> patches,
                         const std::vector<Patch> &fed) {
        patches.insert(patches.end(), fed.begin(), fed.end());
        out.push_back({motor.name, motor.price + drive.price + more, motor.face, motor.shaft, std::move(patches)});
    };
    for (const auto &motor : shop.motors) {
        if (motor.shaftBothEnds) continue;
        const auto *drive = shop.driveFor(volts, setPeak(1e9, motor.current), motor.encoder);
        if (!drive) continue;
        auto p = motorPatches(d, motor);
        for (const Patch &entry :
             std::initializer_list<Patch>{{d + "drive/current_A", filled(setPeak(drive->peak, motor.current), "A")},
                                          {d + "drive/current_kind", "peak"},
                                          {d + "drive/volt_limit_V", filled(drive->voltsMost, "V")},
                                          {d + "drive/microsteps", filled(10, "")}})
            p.push_back(entry);
        put(motor, *drive, supplyPrice, std::move(p), supply);
    }
    for (const auto &motor : shop.servos) {
        const auto servo = [&](double at, double more, const std::vector<Patch> &fed) {
            const auto *drive = shop.servoDriveFor(at, motor.continuous / motor.constant, motor.brushed());
            if (!drive) return;
            auto p = motorPatches(d, motor);
            for (auto &entry : drivePatches(d, motor, *drive))
                p.push_back(std::move(entry));
            put(motor, *drive, more, std::move(p), fed);
        };
        servo(volts * mainsHigh, supplyPrice, supply);
        for (const auto &row : shop.supplies)
            if (row.kind == "mains") servo(row.highest(), row.price, supplyPatches(supplyId, row));
    }
    return out;
}

struct Reduction {
    std::string name;
    double ratio = 1, price = 0;
    std::vector<Patch> patches;
};
/// A pulley made for the belt, bored for what it sits on.
void pulleyPatches(std::vector<Patch> &p, const std::string &at, int teeth, const BeltProfile &profile, double width,
                   double bore) {
    p.push_back({at + "teeth", filled(teeth, "")});
    p.push_back({at + "profile", std::string(profile.name)});
    p.push_back({at + "belt_width_mm", filled(width, "mm")});
    p.push_back({at + "bore", numberText(bore, 4) + " H7"});
    p.push_back({at + "hub", "clamp"});
}
/// One belt from the motor to the next shaft.
std::optional<Reduction> beltTo(const Catalogue &shop, const std::string &at, const char *profileName, int driver,
                                int driven, double motorShaft, double nextShaft) {
    const auto *profile = beltProfile(profileName);
    if (!profile) return {};
    const auto sold = [&](int z, double bore) {
        return std::any_of(shop.pulleys.begin(), shop.pulleys.end(), [&](const auto &row) {
            return row.profile == profile->name && int(row.teeth) == z && !(row.boreMost < bore);
        });
    };
    if (!sold(driver, motorShaft) || !sold(driven, nextShaft)) return {};
    ToothedBelt b;
    b.driver.profile = b.driven.profile = profile;
    b.driver.teeth = driver;
    b.driven.teeth = driven;
    b.centre = {0.09 + 0.0005 * (driver + driven), Standing::Assumed};
    const auto belt = bestBelt(b, driver, driven);
    if (!belt) return {};
    const double width = profile->pitch > 4 ? 15 : 9;
    Reduction r;
    r.name = "belt " + std::to_string(driver) + ":" + std::to_string(driven);
    r.ratio = double(driven) / driver;
    r.price = shop.pulleyPrice(profile->name, driver) + shop.pulleyPrice(profile->name, driven) +
              shop.beltPrice(profile->name, belt->teeth * profile->pitch);
    r.patches.push_back({at + "kind", "belt"});
    r.patches.push_back({at + "code", beltCode(*profile, belt->teeth, width)});
    r.patches.push_back({at + "centre_mm", filled(std::round(belt->centre * 1e5) / 100, "mm", "stated")});
    pulleyPatches(r.patches, at + "driver/", driver, *profile, width, motorShaft);
    pulleyPatches(r.patches, at + "driven/", driven, *profile, width, nextShaft);
    return r;
}
} // namespace

TableWays tableWays(const Json &project, const AxisModel &m, const Catalogue &shop, const std::atomic<bool> *stop) {
    TableWays out;
    const auto *t = m.rotary();
    if (!t) return out;
    if (t->purpose == RotaryPurpose::NotChosen)
        out.problem = "Say first what the table is for: Duty (2).";
    else if (m.cuts.empty() || !m.cuts.front().force.known())
        out.problem = "Say first the force of the cut and its radius: Duty (2).";
    else if (!m.mass.known())
        out.problem = "Say first what turns with the table, sizes or masses: Duty (2).";
    if (!out.problem.empty()) return out;

    const std::string d = "/axes/" + m.id + "/designs/" + m.designId + "/", stages = d + "stages";
    TriedAxis tried(project, m.id, m.designId);
    double volts = m.supply.voltage.v, supplyPrice = 0;
    std::vector<Patch> supply;
    if (!(volts == volts)) { // the usual one for such steppers
        const auto *row = shop.supplyFor(48, 150);
        if (!row) {
            out.problem = "No supply of 48 V is in the list: name the supply first.";
            return out;
        }
        volts = row->volts;
        supplyPrice = row->price;
        supply = supplyPatches(m.supply.id, *row);
    }
    const auto asks = ratioWindow(m);
    const double mostPlay = t->purpose != RotaryPurpose::Spin ? t->playAtMost() : notKnown;
    // the same pulleys on the same shafts come again behind every motor
    std::map<std::tuple<const char *, int, int, double, double>, std::optional<Reduction>> belted;
    const auto beltBetween = [&](const char *profile, int driver, int driven, double from,
                                 double to) -> const std::optional<Reduction> & {
        const auto [it, isNew] = belted.try_emplace({profile, driver, driven, from, to});
        if (isNew) it->second = beltTo(shop, stages + "/1/", profile, driver, driven, from, to);
        return it->second;
    };
    const std::optional<Reduction> straight = Reduction{};
    std::vector<TableWay> holds;
    for (const auto &train : trainsFor(shop, d, m.supply.id, volts, m.supply.mainsHigh(), supplyPrice, supply)) {
        if (stop && *stop) break;
        const char *profile = train.face > 70 ? "5M" : "3M";
        const CatalogueReducer *none = nullptr;
        std::vector<const CatalogueReducer *> reducers{none};
        for (const auto &r : shop.reducers)
            reducers.push_back(&r);
        for (const auto *reducer : reducers) {
            const double next = reducer ? reducer->bore : 20; // a table's own shaft; common practice
            std::vector<const std::optional<Reduction> *> belts;
            if (reducer) belts.push_back(&straight);
            for (const int driver : {18, 24})
                for (const int driven : {18, 20, 24, 30, 36, 40, 48, 60, 72})
                    if (driven >= driver) belts.push_back(&beltBetween(profile, driver, driven, train.shaft, next));
            // what the reducer's own row breaks whatever turns it: play, and the cut alone against what it carries
            const bool broken =
                reducer && (reducer->play * pi / 10800 > mostPlay * (1 + 1e-9) || tableHolds(m) > reducer->torque);
            for (const auto *way : belts) {
                const auto &belt = *way;
                if (!belt) continue;
                if (broken) {
                    ++out.tried;
                    continue;
                }
                const double ratio = belt->ratio * (reducer ? reducer->ratio : 1);
                // twice as coarse or half as quick as asked fails: no other row can mend that
                ++out.tried;
                if (ratio < 0.49 * asks.least * m.pulsesATurn() / 2000 || ratio > 2.1 * asks.most) continue;
                auto patches = train.patches;
                patches.push_back({stages, Json::object()});
                Json order = Json::array();
                int n = 0;
                const bool hasBelt = !belt->patches.empty();
                if (!hasBelt && train.shaft > reducer->bore + 0.01) continue; // it does not go in
                if (hasBelt) {
                    patches.insert(patches.end(), belt->patches.begin(), belt->patches.end());
                    order.push_back(std::to_string(++n));
                }
                if (reducer) {
                    const auto id = std::to_string(++n);
                    for (auto &p : reducerPatches(stages + "/" + id + "/", *reducer))
                        patches.push_back(std::move(p));
                    order.push_back(id);
                }
                patches.push_back({d + "stage_order", order});
                patches.push_back({d + "text", (hasBelt ? belt->name : std::string("straight in")) +
                                                   (reducer ? ", " + numberText(reducer->ratio, 4) + ":1" : "")});
                const auto model = tried.with(patches);
                const auto e = evaluate(model);
                if (!holdsByDesign(model, e)) continue;
                bool fails = false; // of the duty too: a table is judged by what it is for
                for (const auto &f : e.findings)
                    fails |= f.verdict == Verdict::Fails && f.check->station != StationId::AsFound;
                if (fails) continue;
                TableWay w;
                w.name = train.name + "; " + (hasBelt ? belt->name : std::string("straight in")) +
                         (reducer ? "; " + reducer->name : std::string());
                w.price = train.price + belt->price + (reducer ? reducer->price : 0);
                w.ratio = model.ratio();
                w.turn = e.state.rotary.turn;
                w.play = e.state.rotary.play;
                w.twist = e.state.rotary.twist;
                w.patches = std::move(patches);
                holds.push_back(std::move(w));
            }
        }
    }
    out.hold = holds.size();
    // the same belt and reducer behind another motor is no other way
    const auto drivesAlike = [](const TableWay &a, const TableWay &b) {
        return a.name.substr(a.name.find(';')) == b.name.substr(b.name.find(';'));
    };
    const auto take = [&](auto better) {
        const TableWay *best = nullptr;
        for (const auto &w : holds) {
            const bool there = std::any_of(out.three.begin(), out.three.end(),
                                           [&](const auto &other) { return drivesAlike(other, w); });
            if (!there && (!best || better(w, *best))) best = &w;
        }
        if (best) out.three.push_back(*best);
    };
    take([](const auto &a, const auto &b) { return a.price < b.price; });
    take([](const auto &a, const auto &b) { return a.turn < b.turn || (a.turn == b.turn && a.price < b.price); });
    take([](const auto &a, const auto &b) {
        const bool known = a.twist == a.twist, other = b.twist == b.twist;
        return known != other ? known : known && (a.twist < b.twist || (a.twist == b.twist && a.price < b.price));
    });
    for (auto &w : out.three) { // words only for what is told
        const auto model = tried.with(w.patches);
        const auto proved = prove(model);
        w.verdict = worstOfDesign(proved);
        for (const auto &f : proved.findings)
            if (f.verdict == w.verdict && f.check->station != StationId::AsFound &&
                f.check->station != StationId::Duty) {
                w.worst = titleOf(model, f) + (f.verdict == Verdict::Holds ? ", " + marginText(f) : "");
                break;
            }
    }
    if (out.three.empty()) {
        const auto why = noSingleRatio(m);
        out.problem = "Nothing of the list does it: " + (why.empty() ? "a wider purpose, or your own rows" : why) + ".";
    }
    return out;
}

} // namespace lw
