// All that fails at once against trying every single change and every pair on the job itself, written apart.
#include "test_list.h"
#include "demo_job.h"
#include "machine/known.h"
#include "search/mend_all.h"
#include <QTest>
#include <set>
#include <tuple>

using namespace lw;
using Json = nlohmann::json;

class TestMendAll : public QObject {
    Q_OBJECT

    static std::size_t fails(const Json &job, const std::string &axis) {
        std::size_t n = 0;
        for (const auto &f : prove(readAxis(job, axis, shownDesign(job, axis))).findings)
            n += f.verdict == Verdict::Fails;
        return n;
    }
    static Json with(const Json &job, const std::vector<Patch> &patches) {
        auto out = job;
        for (const auto &p : patches)
            setAt(out, p.pointer, p.value);
        return out;
    }

private slots:
    void asTryingEveryPair_data() {
        QTest::addColumn<QString>("axis");
        QTest::addColumn<QStringList>("spoilt");
        QTest::newRow("a head with no brake") << "Z" << QStringList{};
        QTest::newRow("a foreign belt") << "Y" << QStringList{};
        QTest::newRow("too slow a supply, too quick a rapid")
            << "X" << QStringList{"/supplies/X-A/voltage_V=24V", "/axes/X/targets/rapid_mm_min=6000mm/min"};
        QTest::newRow("too hot, and a foreign belt")
            << "Y" << QStringList{"/axes/Y/designs/A/motor/rated_current_A=2.4A"};
        QTest::newRow("too high a bus") << "X" << QStringList{"/axes/X/designs/A/drive/volt_limit_V=40V"};
        QTest::newRow("weak, high and hot")
            << "X"
            << QStringList{"/axes/X/designs/A/drive/volt_limit_V=40V", "/axes/X/designs/A/motor/rated_current_A=2.4A"};
    }
    void asTryingEveryPair() {
        QFETCH(QString, axis);
        QFETCH(QStringList, spoilt);
        auto job = demoJob();
        for (const auto &s : spoilt)
            setAt(job, s.section('=', 0, 0).toStdString(),
                  {{"typed", s.section('=', 1).toStdString()}, {"standing", "stated"}});
        const auto id = axis.toStdString();
        const auto m = readAxis(job, id, shownDesign(job, id));
        const auto before = fails(job, id);
        QVERIFY(before > 0);
        // the five best mends of each failing row, as one would note them down
        std::vector<Mend> single;
        std::set<std::string> seen;
        std::vector<std::vector<Mend>> each;
        for (const auto &f : prove(m).findings)
            if (f.verdict == Verdict::Fails) each.push_back(findMends(job, m, f));
        for (std::size_t rank = 0; rank < 5; ++rank)
            for (const auto &mends : each)
                if (rank < mends.size() && !mends[rank].patches.empty() && single.size() < 24) {
                    std::string key;
                    for (const auto &p : mends[rank].patches)
                        key += p.pointer + p.value.dump();
                    if (seen.insert(key).second) single.push_back(mends[rank]);
                }
        using Best = std::tuple<std::size_t, std::size_t, double>; // left, changes, price
        Best best{SIZE_MAX, 0, 0};
        const MendFinder finder(job, m);
        for (std::size_t a = 0; a < single.size(); ++a)
            for (std::size_t b = a; b < single.size(); ++b) {
                std::vector<Mend> set{single[a]};
                if (b != a) set.push_back(single[b]);
                auto patched = job;
                for (const auto &one : set)
                    patched = with(patched, one.patches);
                best = std::min(best, Best{fails(patched, id), set.size(), finder.together(set).price});
            }
        const auto sets = mendAll(job, m);
        if (std::get<0>(best) == before || single.empty()) {
            QVERIFY(sets.empty() || sets.front().left.size() < before);
            return;
        }
        QVERIFY(!sets.empty());
        const auto &first = sets.front();
        if (first.changes.size() <= 2) {
            QCOMPARE(first.left.size(), std::get<0>(best));
            QCOMPARE(first.changes.size(), std::get<1>(best));
            QCOMPARE(first.whole.price, std::get<2>(best));
        } else
            QVERIFY(first.left.size() < std::get<0>(best)); // three changes only where two do not
        // what is promised is what comes of it, and no part of a set is idle
        for (const auto &s : sets) {
            QCOMPARE(fails(with(job, s.whole.patches), id), s.left.size());
            QVERIFY(s.left.size() < before);
        }
    }
    void whereNothingFailsNothingIsOffered() {
        const auto job = demoJob();
        QCOMPARE(fails(job, "X"), std::size_t(0));
        QVERIFY(mendAll(job, readAxis(job, "X", "A")).empty());
    }
};
LW_TEST(TestMendAll, "tst_mend_all")
#include "tst_mend_all.moc"
