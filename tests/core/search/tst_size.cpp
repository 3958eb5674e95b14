// The search for whole designs against trying every one of them, written apart: same counts, same front, same answers.
#include "test_list.h"
#include "compare.h"
#include "core/search/small_catalogue.h"
#include "core/search/try_everything.h"
#include "demo_job.h"
#include "machine/known.h"
#include "machine/new_axis.h"
#include "proof/checks/limits.h"
#include "search/alternatives.h"
#include "search/draws.h"
#include "search/size_json.h"
#include "search/why.h"
#include "shop/parts.h"
#include <algorithm>
#include <boost/math/tools/minima.hpp>
#include <cmath>
#include <random>
#include <set>
#include <thread>

using namespace lw;
using Json = nlohmann::json;

using test::freshJob;
using test::Tried;
using test::tryEverything;

namespace {
SizeLimits limitsBySeed(unsigned seed) {
    std::mt19937 random(seed + 77);
    SizeLimits l;
    if (random() % 3 == 0) l.budget = 120 + double(random() % 200);
    if (random() % 3 == 0) l.volts = 24 + double(random() % 40);
    if (random() % 4 == 0) l.faceMm = 60;
    if (random() % 5 == 0) l.motorLengthMm = 90;
    if (random() % 4 == 0) l.keepScrew = true;
    if (random() % 6 == 0) l.keepThread = true;
    if (random() % 5 == 0) l.stages = 0;
    if (random() % 5 == 0) l.leadDays = 14;
    if (random() % 6 == 0) l.loop = random() % 2 ? "open" : "closed";
    return l;
}
std::vector<std::pair<double, double>> figures(const std::vector<Sized> &front) {
    std::vector<std::pair<double, double>> out;
    for (const auto &f : front)
        out.emplace_back(f.price, f.margin);
    return out;
}
} // namespace

class TestSize : public QObject {
    Q_OBJECT

    static constexpr const char *machines[] = {"bench_mill", "mini_lathe", "knee_mill", "bench_mill"};
    static std::string axisOf(const Json &job, unsigned seed) {
        const auto order = axisOrder(job);
        return order[seed % order.size()];
    }

private slots:
    void asTryingEverything_data() {
        QTest::addColumn<int>("from");
        for (int from = 0; from < 200; from += 40)
            QTest::newRow(qPrintable(QString::number(from))) << from;
    }
    void asTryingEverything() {
        QFETCH(int, from);
        int fronts = 0, limited = 0; // that the figures compared are there to be compared
        for (unsigned seed = unsigned(from); seed < unsigned(from) + 40; ++seed) {
            const auto shop = test::smallCatalogue(seed);
            const char *machine = machines[seed % 4];
            const auto probe = patched(Json::object(), setUpMachine(machine));
            const auto axis = axisOf(probe, seed / 4);
            const auto job = freshJob(machine, axis, seed);
            const auto limits = limitsBySeed(seed);
            const auto space = sizeSpace(job, axis, "A", shop);
            const auto all = tryEverything(space, shop, limits);
            const auto r = sizeAxis(space, limits, shop, nullptr, 1 + seed % 3);
            QVERIFY(r.has_value());
            if (space.trains.empty()) continue;
            QCOMPARE(r->tried, std::uint64_t(all.size()));
            QCOMPARE(r->kept, std::uint64_t(std::count_if(all.begin(), all.end(),
                                                          [](const Tried &t) { return t.holds && t.breaks.empty(); })));
            // the front by its definition: no other that holds within the limits is better to buy
            std::set<std::pair<double, double>> front;
            for (const auto &a : all) {
                if (!a.holds || !a.breaks.empty()) continue;
                bool beaten = false;
                for (const auto &b : all)
                    beaten |= b.holds && b.breaks.empty() && b.price <= a.price && b.margin >= a.margin &&
                              (b.price < a.price || b.margin > a.margin);
                if (!beaten) front.insert({a.price, a.margin});
            }
            const auto found = figures(r->front);
            QVERIFY2((std::set<std::pair<double, double>>(found.begin(), found.end()) == front &&
                      found.size() == front.size()),
                     qPrintable(QStringLiteral("seed %1: %2 of %3").arg(seed).arg(found.size()).arg(front.size())));
            for (const auto &told : r->limits) {
                std::uint64_t breaks = 0;
                std::pair<double, double> best{0, 0}; // margin, minus price
                for (const auto &t : all) {
                    breaks += t.breaks.count(told.key);
                    if (t.holds && t.breaks.size() == 1 && t.breaks.count(told.key))
                        best = std::max(best, {t.margin, -t.price});
                }
                QCOMPARE(told.ruledOut, breaks);
                QVERIFY2(told.without.has_value() == (best.first > 0),
                         qPrintable(QStringLiteral("seed %1 limit %2 best %3 %4")
                                        .arg(seed)
                                        .arg(int(told.key))
                                        .arg(best.first)
                                        .arg(best.second)));
                if (told.without) {
                    LW_COMPARE_WITHIN(told.without->margin, best.first, 1e-9);
                    LW_COMPARE_WITHIN(told.without->price, -best.second, 1e-9);
                }
            }
            if (!r->front.empty()) QVERIFY(!r->proposals.empty() && r->proposals.size() <= 3);
            fronts += r->front.size() > 1;
            limited += !r->limits.empty();
        }
        QVERIFY2(fronts >= 1 && limited >= 5, qPrintable(QStringLiteral("%1 %2").arg(fronts).arg(limited)));
    }
    // The fronts by the other figures, by their definition over every design that holds: the figure of each found
    // apart, the reach of rapid and acceleration by halving over the whole proof.
    void otherFrontsAsTryingEverything() {
        int compared = 0;
        for (unsigned seed = 0; seed < 24; ++seed) {
            const auto shop = test::smallCatalogue(seed);
            const char *machine = machines[seed % 4];
            const auto axis = axisOf(patched(Json::object(), setUpMachine(machine)), seed / 4);
            const auto job = freshJob(machine, axis, seed);
            const auto limits = limitsBySeed(seed);
            const auto space = sizeSpace(job, axis, "A", shop);
            const auto r = sizeAxis(space, limits, shop, nullptr, 1 + seed % 3);
            const auto again = sizeAxis(space, limits, shop, nullptr, 1 + (seed + 1) % 3);
            if (r->front.empty()) continue;
            std::array<std::vector<std::pair<double, double>>, figureCount> all; // price, value
            for (const auto &t : tryEverything(space, shop, limits)) {
                if (!t.holds || !t.breaks.empty()) continue;
                AxisModel m = space.base;
                compose(m, space, t.c);
                const auto e = evaluate(m);
                const auto most = [&](Known AxisModel::*member) {
                    auto moved = m;
                    auto &value = moved.*member;
                    const double asked = value.v;
                    const auto keeps = [&](double v) {
                        value.v = v;
                        return holdsByDesign(moved, evaluate(moved));
                    };
                    double low = asked, high = 100 * asked;
                    if (keeps(high)) return high;
                    for (double v = asked; v < high; v *= 1.1) // the first place where it breaks
                        if (keeps(v))
                            low = v;
                        else
                            high = v;
                    for (int k = 0; k < 40; ++k)
                        (keeps((low + high) / 2) ? low : high) = (low + high) / 2;
                    return low;
                };
                const auto put = [&](SizeFigure f, double v) {
                    if (v == v) all[std::size_t(f)].emplace_back(t.price, v);
                };
                if (m.rapid.known()) put(SizeFigure::Rapid, most(&AxisModel::rapid));
                put(SizeFigure::Step, e.state.fullStep);
                put(SizeFigure::Acceleration, most(&AxisModel::acceleration));
                put(SizeFigure::LostMotion, e.state.lostMotion);
                put(SizeFigure::MotorLength, m.motorBody().body.v);
            }
            for (std::size_t f = 1; f < figureCount; ++f) {
                const bool more = figureSpec(SizeFigure(f)).more;
                const auto front = frontBy(*r, SizeFigure(f));
                QCOMPARE(front.empty(), all[f].empty());
                // as many dots as designs that hold; the same whatever the threads
                std::uint64_t dots = 0;
                for (const auto n : r->by[f].cloud.inside)
                    dots += n;
                QCOMPARE(dots, std::uint64_t(all[f].size()));
                QVERIFY(r->by[f].cloud.inside == again->by[f].cloud.inside);
                const auto other = frontBy(*again, SizeFigure(f));
                QCOMPARE(other.size(), front.size());
                for (std::size_t k = 0; k < front.size(); ++k)
                    QVERIFY(other[k].candidate == front[k].candidate && other[k].value == front[k].value);
                constexpr double digits = 6e-3; // three digits, and what halving leaves
                const auto better = [&](double a, double b) {
                    return more ? a > b * (1 + digits) : a < b * (1 - digits);
                };
                for (std::size_t k = 0; k < front.size(); ++k) {
                    if (k) QVERIFY(front[k].price > front[k - 1].price && front[k].value != front[k - 1].value);
                    for (const auto &[price, value] : all[f])
                        QVERIFY2(price > front[k].price || !better(value, front[k].value),
                                 qPrintable(QStringLiteral("seed %1 figure %2: %3 at %4 beats %5 at %6")
                                                .arg(seed)
                                                .arg(f)
                                                .arg(value)
                                                .arg(price)
                                                .arg(front[k].value)
                                                .arg(front[k].price)));
                    compared += 1;
                }
                for (const auto &[price, value] : all[f]) { // and each is covered by one of the front
                    const bool covered =
                        std::any_of(front.begin(), front.end(), [&, p = price, v = value](const Figured &d) {
                            return d.price <= p && !better(v, d.value);
                        });
                    QVERIFY(covered);
                }
            }
        }
        QVERIFY2(compared > 20, qPrintable(QString::number(compared)));
    }
    // A dear, weak-looking motor whose rotor is the lightest wins where speeding up decides: no rule of thumb by
    // holding torque would have kept it.
    void thePlantedWinnerIsFound() {
        auto shop = test::smallCatalogue(3);
        const auto &all = shippedCatalogue().motors;
        shop.motors = {all[0], all[0]};
        for (const auto &m : all)
            if (m.face > 80 && m.face < 90 && !m.encoder && !m.shaftBothEnds) shop.motors[0] = m;
        shop.motors[1] = shop.motors[0];
        shop.motors[1].name = "light rotor";
        shop.motors[1].holding *= 0.6;
        shop.motors[1].inertia *= 0.02;
        shop.motors[0].price = shop.motors[1].price = 50;
        shop.drives = shippedCatalogue().drives;
        shop.supplies = shippedCatalogue().supplies;
        auto job = freshJob("bench_mill", "X", 1);
        setAt(job, "/axes/X/targets/acceleration_m_s2", {{"typed", "12m/s2"}});
        setAt(job, "/axes/X/targets/rapid_mm_min", {{"typed", "6000mm/min"}});
        const auto space = sizeSpace(job, "X", "A", shop);
        const auto r = sizeAxis(space, {}, shop, nullptr, 1);
        QVERIFY(r && (!r->front.empty() || r->closest));
        const auto &best = r->front.empty() ? r->closest->candidate : r->front.back().candidate;
        QCOMPARE(space.trains[best.train].motor->name, std::string("light rotor"));
    }
    // Any number of threads and any order of the rows: the same, to the bit.
    void orderAndThreadsChangeNothing() {
        auto shop = test::smallCatalogue(11);
        const auto job = freshJob("bench_mill", "X", 11);
        const auto first =
            sizeJson(sizeSpace(job, "X", "A", shop), *sizeAxis(sizeSpace(job, "X", "A", shop), {}, shop, nullptr, 1));
        for (unsigned threads : {2U, 5U}) {
            const auto space = sizeSpace(job, "X", "A", shop);
            QCOMPARE(sizeJson(space, *sizeAxis(space, {}, shop, nullptr, threads)).dump(), first.dump());
        }
        std::reverse(shop.motors.begin(), shop.motors.end());
        std::reverse(shop.drives.begin(), shop.drives.end());
        std::reverse(shop.supplies.begin(), shop.supplies.end());
        std::reverse(shop.screws.begin(), shop.screws.end());
        std::reverse(shop.pulleys.begin(), shop.pulleys.end());
        const auto space = sizeSpace(job, "X", "A", shop);
        QCOMPARE(sizeJson(space, *sizeAxis(space, {}, shop, nullptr, 2)).dump(), first.dump());
    }
    // What is taken is what was promised: read back from the job and proved, same margin, step, lost motion, and the
    // list of parts costs what the card said.
    void aProposalTakenKeepsItsPromise() {
        for (unsigned seed : {2U, 5U, 8U, 13U, 21U, 34U}) {
            const auto shop = shippedCatalogue();
            auto small = test::smallCatalogue(seed);
            for (auto &m : small.motors) // shelf prices: the list of parts asks the catalogue in use
                for (const auto &s : shop.motors)
                    if (s.name == m.name) m.price = s.price;
            for (auto &d : small.drives)
                for (const auto &s : shop.drives)
                    if (s.name == d.name) d.price = s.price;
            for (auto &p : small.supplies)
                for (const auto &s : shop.supplies)
                    if (s.name == p.name) p.price = s.price;
            useCatalogue(small);
            const auto axis = std::string(seed % 3 == 2 ? "Z" : "X");
            const auto job = freshJob("bench_mill", axis, seed);
            const auto space = sizeSpace(job, axis, "A", small);
            const auto r = sizeAxis(space, {}, small, nullptr, 2);
            QVERIFY(r.has_value());
            for (const auto &p : r->proposals) {
                const auto taken = patched(job, p.patches);
                const auto m = readAxis(taken, axis, "A");
                const auto e = prove(m);
                const auto *worst = worstTorque(e);
                QVERIFY(worst);
                LW_COMPARE_WITHIN(std::round(worst->margin * 100) / 100, p.margin, 1e-9);
                QVERIFY(holdsByDesign(m, evaluate(m)));
                if (p.lostMotion == p.lostMotion) LW_COMPARE_WITHIN(e.state.lostMotion, p.lostMotion, 1e-12);
                LW_COMPARE_WITHIN(e.state.fullStep, p.fullStep, 1e-15);
                double price = 0;
                for (const auto &part : partsAsked(m, e.state))
                    if (part.ref != "switches" && part.ref != "bumpers") price += part.price;
                LW_COMPARE_WITHIN(std::floor(price + 0.5), p.price, 1e-9);
                QVERIFY(partsStillOpen(m).empty());
            }
            useCatalogue(shippedCatalogue());
        }
    }
    // A lathe's carriage may get a rack: read back from the job it is what was tried, and costs what the list says. The
    // same axis short and upright, or on a mill, is offered none.
    void aCarriageIsOfferedARack() {
        auto shop = test::smallCatalogue(3);
        shop.racks = shippedCatalogue().racks;
        shop.gears = shippedCatalogue().gears;
        shop.screws.push_back(*std::ranges::find(shippedCatalogue().screws, "1605", &CatalogueScrew::name));
        const auto racks = [](const SizeSpace &space) {
            return std::count_if(space.screws.begin(), space.screws.end(),
                                 [](const ScrewChoice &s) { return s.name.starts_with("rack"); });
        };
        const auto job = freshJob("mid_lathe", "Z", 3);
        const auto space = sizeSpace(job, "Z", "A", shop);
        QVERIFY(racks(space) > 5);
        for (std::size_t k = 0; k < space.screws.size(); ++k) {
            if (!space.screws[k].name.starts_with("rack")) continue;
            Candidate c{0, 0, k};
            AxisModel tried = space.base;
            compose(tried, space, c);
            const auto m = readAxis(patched(job, patchesOf(space, c)), "Z", "A");
            QVERIFY(m.rack() && m.rack()->sized() && !m.keepsScrew);
            LW_COMPARE_WITHIN(m.lead.v, pi * m.rack()->module.v * m.rack()->teeth, 1e-12);
            QCOMPARE(evaluate(m).state.ratio(), evaluate(tried).state.ratio());
            double price = 0;
            for (const auto &part : partsAsked(m, {}))
                if (part.ref == "rack" || part.ref == "pinion") price += part.price;
            LW_COMPARE_WITHIN(space.screws[k].price, price, 1e-9);
        }
        // a screw chosen after it takes the rack away again
        const auto first = std::find_if(space.screws.begin(), space.screws.end(),
                                        [](const ScrewChoice &s) { return s.name.starts_with("rack"); });
        const auto onRack = patched(job, patchesOf(space, {0, 0, std::size_t(first - space.screws.begin())}));
        const auto again = sizeSpace(onRack, "Z", "A", shop);
        const auto ball = std::find_if(again.screws.begin(), again.screws.end(),
                                       [](const ScrewChoice &s) { return s.name.starts_with("ball screw"); });
        QVERIFY(ball != again.screws.end());
        const auto back =
            readAxis(patched(onRack, patchesOf(again, {0, 0, std::size_t(ball - again.screws.begin())})), "Z", "A");
        QVERIFY(!back.rack() && back.ballScrew());
        // and what is kept is the old screw, not the rack that was tried
        const auto kept = std::ranges::find_if(again.screws, [](const auto &s) { return s.name.starts_with("kept"); });
        const auto old =
            readAxis(patched(onRack, patchesOf(again, {0, 0, std::size_t(kept - again.screws.begin())})), "Z", "A");
        QVERIFY(!old.wheel() && old.keepsScrew);
        QCOMPARE(racks(sizeSpace(freshJob("bench_mill", "X", 3), "X", "A", shop)), 0);
    }
    // A heavy table on a weak motor: one pair of pulleys holds nothing, two with a layshaft do; and the answer is that
    // of trying every one of them.
    void twoBeltsWhereOneHoldsNothing() {
        const auto &all = shippedCatalogue();
        auto shop = test::smallCatalogue(1);
        shop.pulleys.clear();
        for (const auto &p : all.pulleys)
            if ((p.profile == "5M" && (p.teeth == 16 || p.teeth == 18 || p.teeth == 40 || p.teeth == 60)) ||
                (p.profile == "8M" && (p.teeth == 22 || p.teeth == 48 || p.teeth == 72)))
                shop.pulleys.push_back(p);
        shop.drives = all.drives;
        shop.supplies = all.supplies;
        int two = 0, one = 0;
        for (const double holding : {2.0, 4.0}) {
            shop.motors.clear();
            for (const auto &m : all.motors)
                if (m.face < 62 && m.face > 50 && m.holding < holding && !m.encoder && !m.shaftBothEnds)
                    shop.motors.push_back(m);
            auto job = freshJob("knee_mill", "X", 5);
            setAt(job, "/axes/X/targets/rapid_mm_min", {{"typed", "400mm/min"}, {"standing", "stated"}});
            setAt(job, "/axes/X/targets/acceleration_m_s2", {{"typed", "0.05m/s2"}, {"standing", "stated"}});
            SizeLimits limits;
            limits.keepScrew = true;
            const auto first = sizeSpace(job, "X", "A", shop);
            const auto simple = sizeAxis(first, limits, shop, nullptr, 2);
            std::size_t early = 0;
            const auto found = sizeDesigns(job, "X", "A", limits, shop, {}, nullptr, 2,
                                           [&](const SizedSpace &e) { early = e.result.front.size(); });
            QVERIFY(simple && found);
            QCOMPARE(early, found->result.front.size());
            if (!simple->front.empty()) {
                ++one;
                QCOMPARE(found->result.front.size(), simple->front.size());
                continue;
            }
            const auto everything = tryEverything(*found->space, shop, limits);
            const auto &r = found->result;
            QVERIFY2(!r.front.empty(), r.closest ? (r.closest->name + ": " + r.closest->failing.front()).c_str() : "");
            QCOMPARE(r.tried, std::uint64_t(everything.size()) + simple->tried);
            ++two;
            double cheapest = INFINITY;
            std::uint64_t kept = 0;
            for (const auto &t : everything)
                if (t.holds && t.breaks.empty()) {
                    cheapest = std::min(cheapest, t.price);
                    ++kept;
                }
            QCOMPARE(r.kept, kept);
            LW_COMPARE_WITHIN(r.front.front().price, cheapest, 1e-9);
            // what is taken is what was promised, layshaft and all
            useCatalogue(shop);
            const auto taken = patched(job, r.proposals.front().patches);
            const auto m = readAxis(taken, "X", "A");
            QCOMPARE(m.stages.size(), std::size_t(2));
            const auto e = evaluate(m);
            QVERIFY(holdsByDesign(m, e));
            double price = 0;
            int shafts = 0;
            for (const auto &part : partsAsked(m, e.state)) {
                if (part.ref != "switches" && part.ref != "bumpers") price += part.price;
                shafts += part.ref == "layshaft";
            }
            useCatalogue(all);
            LW_COMPARE_WITHIN(std::floor(price + 0.5), r.front.front().price, 1e-9);
            QCOMPARE(shafts, 1);
            const auto *in = m.stageAs<ToothedBelt>(0), *out = m.stageAs<ToothedBelt>(1);
            QVERIFY(in && out);
            LW_COMPARE_WITHIN(in->driven.bore.nominal, out->driver.bore.nominal, 1e-12);
            // a limit of one stage gives it up again, and is told what it costs
            limits.stages = 1;
            const auto limited = sizeDesigns(job, "X", "A", limits, shop, {}, nullptr, 1);
            QVERIFY(limited && limited->result.front.empty());
            const auto told = std::find_if(limited->result.limits.begin(), limited->result.limits.end(),
                                           [](const LimitTold &l) { return l.key == LimitKey::Stages; });
            QVERIFY(told != limited->result.limits.end() && told->without);
            LW_COMPARE_WITHIN(told->without->margin, r.front.back().margin, 1e-9);
        }
        QVERIFY2(two >= 1 && one >= 1, qPrintable(QStringLiteral("%1 %2").arg(two).arg(one)));
    }
    void anUprightAxisNeverHangsOnNothing() {
        for (unsigned seed = 0; seed < 12; ++seed) {
            const auto shop = test::smallCatalogue(seed);
            const auto job = freshJob("bench_mill", "Z", seed);
            const auto space = sizeSpace(job, "Z", "A", shop);
            const auto r = sizeAxis(space, {}, shop, nullptr, 1);
            QVERIFY(r.has_value());
            for (const auto &p : r->proposals)
                QVERIFY2(p.model->hasBrake || evaluate(*p.model).state.locksDependably, p.name.c_str());
        }
    }
    // More money, a wider limit, another part on the shelf: nothing gets worse.
    void moreNeverGivesLess() {
        for (unsigned seed = 0; seed < 10; ++seed) {
            auto shop = test::smallCatalogue(seed);
            const auto job = freshJob("bench_mill", "Y", seed);
            double best = 0;
            std::uint64_t kept = 0;
            for (const double budget : {90.0, 140.0, 220.0, 400.0}) {
                SizeLimits l;
                l.budget = budget;
                const auto space = sizeSpace(job, "Y", "A", shop);
                const auto r = sizeAxis(space, l, shop, nullptr, 1);
                const double now = r->front.empty() ? 0 : r->front.back().margin;
                QVERIFY(now >= best && r->kept >= kept);
                best = now;
                kept = r->kept;
            }
            const auto before = sizeAxis(sizeSpace(job, "Y", "A", shop), {}, shop, nullptr, 1)->front;
            shop.motors.push_back(shippedCatalogue().motors[seed * 3 + 1]);
            const auto after = sizeAxis(sizeSpace(job, "Y", "A", shop), {}, shop, nullptr, 1)->front;
            for (const auto &b : before)
                QVERIFY(std::any_of(after.begin(), after.end(),
                                    [&](const Sized &a) { return a.price <= b.price && a.margin >= b.margin; }));
        }
    }
    void whatIsInHandIsPaid() {
        const auto shop = test::smallCatalogue(4);
        const auto job = freshJob("bench_mill", "X", 4);
        const auto space = sizeSpace(job, "X", "A", shop);
        const auto r = sizeAxis(space, {}, shop, nullptr, 1);
        QVERIFY(!r->front.empty());
        const auto &first = r->front.front();
        const auto *motor = space.trains[first.candidate.train].motor;
        const auto with = sizeAxis(sizeSpace(job, "X", "A", shop, {motor->name}), {}, shop, nullptr, 1);
        LW_COMPARE_WITHIN(with->front.front().price, first.price - motor->price, 0.51);
    }
    void aSearchCanBeStopped() {
        const auto job = freshJob("bench_mill", "X", 1);
        SizeWatch watch;
        std::optional<SizeResult> result;
        const auto &shop = shippedCatalogue();
        const auto space = sizeSpace(job, "X", "A", shop);
        std::jthread search([&] { result = sizeAxis(space, {}, shop, &watch, 2); });
        while (!watch.stop) {
            std::this_thread::sleep_for(std::chrono::milliseconds(5));
            watch.stop = true;
        }
        search.join();
        QVERIFY(!result.has_value());
    }
    void whyNotIsAnswered() {
        const auto shop = test::smallCatalogue(6);
        const auto job = freshJob("bench_mill", "X", 6);
        const auto space = sizeSpace(job, "X", "A", shop);
        const SizeLimits none;
        QVERIFY(!whyNot(space, none, shop, std::string("banana")).problem.empty());
        QVERIFY(!whyNot(space, none, shop, std::string()).problem.empty());
        QVERIFY(!whyNot(space, none, shop, std::map<std::string, std::string>{{"wheel", "x"}}).problem.empty());
        const auto all = tryEverything(space, shop, none);
        for (const auto &train : space.trains) {
            const auto answer =
                whyNot(space, none, shop, std::map<std::string, std::string>{{"motor", train.motor->name}});
            const bool any = std::any_of(all.begin(), all.end(), [&](const Tried &t) {
                return t.holds && space.trains[t.c.train].motor->name.find(train.motor->name) != std::string::npos;
            });
            QCOMPARE(answer.holds, any);
            QVERIFY(answer.holds || !answer.worst.empty());
            if (!answer.holds && answer.nearest) QVERIFY(!answer.change.empty());
        }
    }
    void limitsAreReadAndRefused() {
        SizeLimits l;
        QVERIFY(!l.take(LimitKey::Volts, "many").empty());
        QVERIFY(!l.take(LimitKey::Budget, "-5").empty());
        QVERIFY(!l.take(LimitKey::KeepScrew, "perhaps").empty());
        QVERIFY(!l.take(LimitKey::Loop, "half").empty());
        QVERIFY(l.take(LimitKey::Turning, "no").empty() && l.noTurning && l.shown(LimitKey::Turning) == "no");
        QVERIFY(l.take(LimitKey::Volts, "48").empty() && l.volts == 48);
        QVERIFY(l.take(LimitKey::Volts, "none").empty() && !l.set(LimitKey::Volts));
        auto job = freshJob("bench_mill", "X", 1);
        setAt(job, "/axes/X/limits/volts", {{"typed", "36V"}});
        setAt(job, "/axes/X/limits/face_mm", {{"typed", "2.4in"}});
        setAt(job, "/axes/X/limits/keep_screw", "yes");
        const auto read = limitsOf(job, "X");
        LW_COMPARE_WITHIN(read.volts, 36, 1e-9);
        LW_COMPARE_WITHIN(read.faceMm, 60.96, 1e-9); // 2.4 x 25.4
        QVERIFY(read.keepScrew);
    }
    // Each alternative of a part, taken into the job, is what the list said it would be.
    void alternativesKeepTheirPromise() {
        auto shop = test::smallCatalogue(7);
        const auto job = freshJob("bench_mill", "X", 7);
        const auto space = sizeSpace(job, "X", "A", shop);
        const auto r = sizeAxis(space, {}, shop, nullptr, 1);
        QVERIFY(!r->proposals.empty());
        const auto taken = patched(job, r->proposals.front().patches);
        for (const auto what :
             {Exchanged::Motor, Exchanged::Drive, Exchanged::Supply, Exchanged::Reduction, Exchanged::Screw}) {
            const auto all = alternatives(taken, "X", "A", shop, what);
            QVERIFY(!all.empty());
            for (std::size_t k = 1; k < all.size(); ++k)
                QVERIFY(all[k - 1].fails <= all[k].fails);
            for (const auto &a : all) {
                const auto m = readAxis(patched(taken, a.patches), "X", "A");
                const auto e = evaluate(m);
                const auto *worst = worstTorque(e);
                QVERIFY(worst || !(a.margin == a.margin));
                if (worst) LW_COMPARE_WITHIN(worst->margin, a.margin, 1e-12);
                QCOMPARE(holdsByDesign(m, e), a.fails == 0);
                QVERIFY((a.fails == 0) == a.firstFailure.empty());
            }
        }
    }
    // A nut of the list: its figures decide what was asked of a sheet, and it is a line of the parts.
    void nutsAndBushesAreOffered() {
        auto job = demoJob();
        put(job, "/axes/Z/survey/room/nut_mm", "70mm");
        setAt(job, "/axes/Z/designs/A/nut/body_mm", nullptr);
        setAt(job, "/axes/Z/designs/A/screw/dynamic_N", nullptr);
        const auto asks = [](const nlohmann::json &of, CheckId id) {
            for (const auto &f : evaluate(readAxis(of, "Z", "A")).findings)
                if (f.id == id) return f.missing || f.verdict == Verdict::NotKnown;
            return false;
        };
        QVERIFY(asks(job, "R22"_check) && asks(job, "B5"_check));
        const auto nuts = alternatives(job, "Z", "A", shippedCatalogue(), Exchanged::Nut);
        QVERIFY(nuts.size() >= 2);
        for (const auto &a : nuts) {
            const auto taken = patched(job, a.patches);
            QVERIFY2(!asks(taken, "R22"_check) && !asks(taken, "B5"_check), a.name.c_str());
            const auto m = readAxis(taken, "Z", "A");
            QVERIFY(!m.screw().nutThread || m.screw().nutThread->name == m.screw().thread.name);
            const auto parts = partsAsked(m, evaluate(m).state);
            const auto line = std::ranges::find(parts, "nut", &PartAsked::ref);
            QVERIFY(line != parts.end() && line->text == a.name);
            QCOMPARE(line->price, a.price);
            const auto screw = std::ranges::find(parts, "screw", &PartAsked::ref);
            QVERIFY(screw->text.find("with") == std::string::npos); // not paid for twice
        }
        // of bushes those bored for the shafts there are: 8 mm on the motor is smaller than any
        setAt(job, "/axes/X/designs/A/stages/1/driven/bush_series", "1108");
        for (const auto &a : alternatives(job, "X", "A", shippedCatalogue(), Exchanged::Bush)) {
            const auto m = readAxis(patched(job, a.patches), "X", "A");
            const auto &pulley = m.stageAs<ToothedBelt>(0)->pulley(a.name.ends_with("motor") ? 0 : 1);
            QCOMPARE(pulley.hub, std::string("bush"));
            if (!a.name.ends_with("motor")) {
                QCOMPARE(pulley.bush, std::string("1108"));
                QVERIFY(std::fabs(pulley.bore.nominal - m.screwEnd.nominal) < 1e-4);
                for (const auto &f : evaluate(m).findings)
                    if (f.id == "R10"_check && f.subject.side == 1) QCOMPARE(f.verdict, Verdict::Holds);
                const auto parts = partsAsked(m, evaluate(m).state);
                QVERIFY(std::ranges::count(parts, "large_pulley_bush", &PartAsked::ref) == 1);
            }
        }
        QVERIFY(!alternatives(job, "X", "A", shippedCatalogue(), Exchanged::Bush).empty());
    }
    // The end of a new screw as its design has it decides what is bored for it; the old one's reading does not.
    void aNewScrewsEndIsTheDesigns() {
        const auto job = demoJob();
        const auto seat = [&](const char *design, const char *end) {
            const auto m =
                readAxis(patched(job, {{"/axes/X/designs/" + std::string(design) + "/screw/end", end}}), "X", design);
            for (const auto &f : evaluate(m).findings)
                if (f.id == "TR-31"_check && f.subject.side == 1) return f.verdict;
            return Verdict::NotKnown;
        };
        QVERIFY(!readAxis(job, "X", "B").keepsScrew && readAxis(job, "X", "A").keepsScrew);
        QVERIFY(seat("B", "4 h6") != seat("B", "10 h6") || seat("B", "30 h6") != seat("B", "10 h6"));
        QCOMPARE(seat("B", "30 h6"), Verdict::Fails);     // no bore there takes it
        QCOMPARE(seat("A", "30 h6"), seat("A", "14 h6")); // kept: the micrometer's reading counts
    }
    void partsInHandAreUnderstood() {
        const auto rows = rowsNamed(shippedCatalogue(), "a 57 mm 1.9 N·m motor and a 48 V 350 W supply");
        QCOMPARE(rows.size(), std::size_t(2));
        QCOMPARE(rows[0], std::string("Stepper 57 mm, 1.9 N·m"));
        QCOMPARE(rows[1], std::string("Supply 48 V 350 W"));
        QVERIFY(rowsNamed(shippedCatalogue(), "a 999 mm motor").empty());
        QVERIFY(rowsNamed(shippedCatalogue(), "").empty());
    }
    // Draws laid out in slices against plain draws of the same inputs (JCGM 101), within three of the plain ones'
    // errors.
    void surenessAgreesWithPlainDraws() {
        const auto shop = test::smallCatalogue(9);
        const auto job = freshJob("bench_mill", "X", 9);
        const auto space = sizeSpace(job, "X", "A", shop);
        const auto r = sizeAxis(space, {}, shop, nullptr, 1);
        QVERIFY(!r->proposals.empty());
        const auto &m = *r->proposals.front().model;
        const auto a = sureness(m, 4000, 1);
        double sum = 0, squares = 0;
        constexpr int runs = 12;
        for (int k = 0; k < runs; ++k) { // other seeds: their scatter is the plan's own error
            const double c = sureness(m, 1000, std::uint64_t(k) + 100).chance;
            sum += c;
            squares += c * c;
        }
        const double mean = sum / runs, scatter = std::sqrt(std::max(0.0, squares / runs - mean * mean));
        QVERIFY(std::fabs(a.chance - mean) <= 3 * std::max(a.standardError, scatter / std::sqrt(double(runs))) + 1e-3);
        QVERIFY(scatter <= 1.3 * std::sqrt(mean * (1 - mean) / 1000) + 1e-3); // no worse than plain sampling
        LW_COMPARE_WITHIN(sureness(m, 500, 7).chance, sureness(m, 500, 7).chance, 0);
    }
    void theTornadoIsSortedAndMoves() {
        const auto shop = test::smallCatalogue(9);
        const auto job = freshJob("bench_mill", "X", 9);
        const auto space = sizeSpace(job, "X", "A", shop);
        const auto r = sizeAxis(space, {}, shop, nullptr, 1);
        const auto swings = tornado(*r->proposals.front().model);
        QVERIFY(swings.size() >= 3);
        for (std::size_t k = 1; k < swings.size(); ++k)
            QVERIFY(std::fabs(std::log(swings[k - 1].high / swings[k - 1].low)) >=
                    std::fabs(std::log(swings[k].high / swings[k].low)) - 1e-12);
    }
};

LW_TEST(TestSize, "tst_size")
#include "tst_size.moc"
