// Designs for a whole machine against trying every pair of designs on every supply, written apart.
#include "test_list.h"
#include "core/search/small_catalogue.h"
#include "core/search/try_everything.h"
#include "search/machine_size.h"
#include <QTest>
#include <map>

using namespace lw;
using Json = nlohmann::json;

class TestMachine : public QObject {
    Q_OBJECT

    static Json twoAxes(unsigned seed) {
        auto job = test::freshJob("bench_mill", seed % 2 ? "X" : "Y", seed);
        job["axes"].erase("Z");
        if (seed % 3 == 2) // one leisurely, one in a hurry: two motors may be the cheaper way
            for (const auto &[axis, rapid] : {std::pair{"X", "300mm/min"}, std::pair{"Y", "4000mm/min"}})
                setAt(job, std::string("/axes/") + axis + "/targets/rapid_mm_min",
                      {{"typed", rapid}, {"standing", "stated"}});
        return job;
    }
    /// What of a catalogue's designs hold, with what they ask of a supply. The supply they came with is left out.
    struct Own {
        double price, margin, watts, volts;
        std::string kind, motor;
    };
    static std::vector<Own> own(const SizeSpace &space, const Catalogue &shop) {
        std::vector<Own> out;
        for (const auto &t : test::tryEverything(space, shop, {})) {
            const auto &train = space.trains[t.c.train];
            if (t.holds)
                out.push_back({std::floor(priceOf(space, t.c) - train.supply->price + 0.5), t.margin, train.watts,
                               train.supply->volts, train.supply->kind, train.motor->name});
        }
        return out;
    }

private slots:
    void asTryingEveryPair() {
        int fronts = 0, alikes = 0, unlike = 0;
        for (unsigned seed = 0; seed < 36; ++seed) {
            auto shop = test::smallCatalogue(seed);
            for (auto &s : shop.supplies)
                s.watts *= 1 + seed % 3; // some feed both axes, some do not
            const auto job = twoAxes(seed);
            const auto axes = axisOrder(job);
            QCOMPARE(axes.size(), std::size_t(2));
            std::vector<std::vector<Own>> each;
            for (const auto &axis : axes)
                each.push_back(own(sizeSpace(job, axis, "A", shop), shop));
            std::map<double, double> best; // price: the strongest for it
            double alike = INFINITY;
            for (const auto &s : shop.supplies)
                for (const auto &a : each[0])
                    for (const auto &b : each[1]) {
                        if (a.volts != s.volts || b.volts != s.volts || a.kind != s.kind || b.kind != s.kind ||
                            a.watts + b.watts > s.watts)
                            continue;
                        const double price = std::floor(a.price + b.price + s.price + 0.5);
                        auto &m = best[price];
                        m = std::max(m, std::min(a.margin, b.margin));
                        if (a.motor == b.motor) alike = std::min(alike, price);
                    }
            std::vector<std::pair<double, double>> front, found;
            for (const auto &[price, margin] : best)
                if (front.empty() || margin > front.back().second) front.emplace_back(price, margin);
            const auto r = sizeMachine(job, {}, shop);
            QVERIFY(r);
            for (const auto &d : r->front)
                found.emplace_back(d.price, d.margin);
            QCOMPARE(found, front);
            QCOMPARE(r->alike ? r->alike->price : INFINITY, alike);
            QCOMPARE(r->front.empty(), !r->problem.empty());
            fronts += front.size() > 1;
            alikes += r->alike.has_value();
            unlike += !front.empty() && alike > front.front().first;
        }
        QVERIFY2(fronts > 3 && alikes > 3 && unlike > 0,
                 qPrintable(QString("%1 %2 %3").arg(fronts).arg(alikes).arg(unlike)));
    }
    void whatIsTakenIsProvedAsPromised() {
        auto shop = test::smallCatalogue(4);
        for (auto &s : shop.supplies)
            s.watts *= 3;
        const auto job = twoAxes(4);
        const auto r = sizeMachine(job, {}, shop);
        QVERIFY(r && !r->front.empty());
        for (const auto &d : r->front) {
            auto taken = job;
            for (const auto &p : machinePatches(*r, d))
                setAt(taken, p.pointer, p.value);
            double worst = INFINITY;
            for (const auto &pick : d.picks) {
                const auto m = readAxis(taken, pick.axis, "A");
                QCOMPARE(m.supply.id, r->supply); // one supply for all
                const auto e = evaluate(m);
                QVERIFY(holdsByDesign(m, e));
                const double margin = std::round(std::min(worstTorque(e)->margin, 99.0) * 100) / 100;
                QCOMPARE(margin, pick.margin);
                worst = std::min(worst, margin);
            }
            QCOMPARE(worst, d.margin);
            QVERIFY(machineName(*r, d).find(d.supply->name) == 0);
        }
        // any number of threads, any order of rows: the same
        auto turned = shop;
        std::reverse(turned.motors.begin(), turned.motors.end());
        std::reverse(turned.supplies.begin(), turned.supplies.end());
        const auto again = sizeMachine(job, {}, turned, {}, nullptr, 3);
        QCOMPARE(again->front.size(), r->front.size());
        for (std::size_t k = 0; k < r->front.size(); ++k) {
            QCOMPARE(again->front[k].price, r->front[k].price);
            QCOMPARE(machineName(*again, again->front[k]), machineName(*r, r->front[k]));
        }
    }
    void anAxisWithoutADesignIsNamed() {
        auto job = twoAxes(1);
        setAt(job, "/axes/Y/targets/rapid_mm_min", {{"typed", "90000mm/min"}, {"standing", "stated"}});
        const auto r = sizeMachine(job, {}, test::smallCatalogue(1));
        QVERIFY(r && r->front.empty());
        QVERIFY2(r->problem.find("Nothing in the catalogue holds on Y") == 0, r->problem.c_str());
        SizeWatch watch;
        watch.stop = true;
        QVERIFY(!sizeMachine(job, {}, test::smallCatalogue(1), {}, &watch));
    }
};
LW_TEST(TestMachine, "tst_machine")
#include "tst_machine.moc"
