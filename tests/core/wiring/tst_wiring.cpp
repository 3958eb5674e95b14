// The electrics of a whole machine: each statement moves its own finding, nothing unstated passes, and the sums against
// hand values and against the proof's own torque.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "machine/fields.h"
#include "machine/known.h"
#include "wiring/wiring.h"
#include <QTest>
#include <cmath>

using namespace lw;
using Json = nlohmann::json;

namespace {
struct Wired {
    explicit Wired(const Json &job) {
        for (const auto &id : axisOrder(job))
            models.push_back(readAxis(job, id, shownDesign(job, id)));
        for (const auto &m : models)
            proofs.push_back(evaluate(m));
        std::vector<WiredDesign> designs;
        for (std::size_t k = 0; k < models.size(); ++k)
            designs.push_back({&models[k], &proofs[k].state});
        sheet = wiringOf(job, designs);
    }
    const WireFinding *find(std::string_view code, std::string_view title = {}) const {
        for (const auto &f : sheet.findings)
            if (f.code == code && (title.empty() || f.title == title)) return &f;
        return nullptr;
    }
    std::vector<AxisModel> models;
    std::vector<Evaluation> proofs;
    WiringSheet sheet;
};
Json typed(const char *words) { return {{"typed", words}, {"standing", "stated"}}; }
} // namespace

class TestWiring : public QObject {
    Q_OBJECT

    Json m_job;
    void set(const char *place, Json v) { setAt(m_job, place, std::move(v)); }

private slots:
    void init() { m_job = demoJob(); }

    void whatNobodyStatedNeverHolds() {
        for (const char *part : {"/mains", "/cabinet", "/chain"})
            set(part, nullptr);
        for (const char *axis : {"X", "Y", "Z"}) {
            const std::string d = std::string("/axes/") + axis + "/designs/A/";
            for (const char *key : {"cable", "drive/fuse_A", "drive/alarm"})
                setAt(m_job, d + key, nullptr);
        }
        const Wired w(m_job);
        for (const auto &[code, title] : {std::pair{"C20", ""},
                                          {"C23", ""},
                                          {"C30", "Stop chain"},
                                          {"C21", "Drive fuses"},
                                          {"C22", "Cable of X"},
                                          {"C22", "Cable of Z"}}) {
            const auto *f = w.find(code, title);
            QVERIFY2(f && f->verdict == Verdict::NotKnown, code);
            QVERIFY(!f->sentence.empty());
        }
        QVERIFY(!w.find("C21", "Mains cord")); // nothing is said of a cord nobody named
        QCOMPARE(w.sheet.worst(), Verdict::NotKnown);
    }
    void everyStatementMovesItsFinding_data() {
        QTest::addColumn<QString>("place");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("code");
        QTest::addColumn<int>("verdict");
        const auto row = [](const char *place, const char *value, const char *code, Verdict v) {
            QTest::addRow("%s %s", place, value) << place << value << code << int(v);
        };
        row("/chain/stop_button", "none", "C30", Verdict::Fails);
        row("/chain/stop_button", "one", "C30", Verdict::Watch);
        row("/chain/limits", "open", "C30", Verdict::Fails);
        row("/chain/cuts", "software", "C30", Verdict::Fails);
        row("/chain/cuts", "enable", "C30", Verdict::Watch);
        row("/chain/reset", "itself", "C30", Verdict::Fails);
        row("/axes/Z/designs/A/drive/alarm", "none", "C30", Verdict::Fails);
        row("/axes/Z/designs/A/drive/alarm", "controller", "C30", Verdict::Fails);
        row("/mains/breaker_A", "=1A", "C20", Verdict::Fails);
        row("/mains/breaker_A", "=1.6A", "C20", Verdict::Watch);
        row("/mains/section_mm2", "=0.5mm2", "C21", Verdict::Fails);
        row("/axes/X/designs/A/drive/fuse_A", "=1A", "C21", Verdict::Fails);
        row("/axes/X/designs/A/drive/fuse_A", "=10A", "C21", Verdict::Watch);
        row("/axes/X/designs/A/cable/length_mm", "=10m", "C22", Verdict::Fails);
        row("/cabinet/fans", "=0", "C23", Verdict::Fails);
        row("/cabinet/room_C", "=45C", "C23", Verdict::Fails);
        row("/cabinet/material", "plastic", "C23", Verdict::Holds);
        row("/supplies/X-A/power_W", "=30W", "C19", Verdict::Fails);
        row("/supplies/X-A/kind", "unregulated", "C38", Verdict::NotKnown);
    }
    void everyStatementMovesItsFinding() {
        QFETCH(QString, place);
        QFETCH(QString, value);
        QFETCH(QString, code);
        QFETCH(int, verdict);
        set("/axes/Z/designs/A/drive/fuse_A", typed("1A")); // the demo leaves it open
        const Wired before(m_job);
        setAt(m_job, place.toStdString(),
              value.startsWith('=') ? typed(value.mid(1).toUtf8().constData()) : Json(value.toStdString()));
        const Wired after(m_job);
        const auto worst = [&](const Wired &w) {
            int v = 9;
            for (const auto &f : w.sheet.findings)
                if (f.code == code.toStdString()) v = std::min(v, int(f.verdict));
            return v;
        };
        QCOMPARE(worst(after), verdict);
        if (verdict != int(Verdict::Holds)) QVERIFY(worst(before) != verdict || code == QStringLiteral("C22"));
        // a change of the job that is offered mends it
        for (const auto &f : after.sheet.findings) {
            if (f.code != code.toStdString() || int(f.verdict) != verdict || f.patches.empty()) continue;
            auto mended = m_job;
            for (const auto &p : f.patches)
                setAt(mended, p.pointer, p.value);
            const Wired again(mended);
            const auto *now = again.find(f.code, f.title);
            QVERIFY2(!now || now->verdict > f.verdict || now->margin > f.margin, f.title.c_str());
        }
    }
    void theSumsAreTheAxesOwn() {
        // one supply for two axes: both at once, copper warm, by hand
        set("/axes/Z/designs/A/supply", "Y-A");
        const Wired w(m_job);
        const auto *shared = &w.sheet.supplies.front();
        for (const auto &s : w.sheet.supplies)
            if (s.id == "Y-A") shared = &s;
        QCOMPARE(shared->axes.size(), std::size_t(2));
        double sum = 0;
        for (const auto k : shared->axes) {
            const auto &m = w.models[k];
            double most = 0; // of the proof's own operating points
            for (const auto &p : w.proofs[k].state.points)
                if (p.kind != Operating::Hold && p.kind != Operating::Breakaway)
                    most = std::max(most, torqueAt(w.proofs[k].state.chain, p.moment).motorPower.value());
            sum += 1.3 * m.drive.peak.v * m.drive.peak.v * m.stepper().resistance.v + most;
        }
        LW_COMPARE_WITHIN(shared->drawn, sum / 0.9, 1e-9 * sum);
        // 3 m of 0.75 mm^2 there and back at 70 C: 6 x 22.988 mohm x 1.1965, over 0.7 ohm
        LW_COMPARE_WITHIN(w.sheet.axes[0].share, 6 * 22.988e-3 * 1.1965 / 0.7, 1e-4);
        // the mains: all of it through the switching supplies, power factor 0.65
        double all = 38;
        for (const auto &s : w.sheet.supplies)
            all += s.drawn;
        LW_COMPARE_WITHIN(w.sheet.mainsCurrent, all / (0.88 * 230 * 0.65), 1e-9);
    }
    void aHeavyTablePumpsItsSupplyUp() {
        // a table of two tons on rails at speed: more comes back than the windings burn
        for (const auto &[place, words] : {std::pair{"/axes/X/targets/rapid_mm_min", "12000mm/min"},
                                           {"/axes/X/targets/acceleration_m_s2", "3 m/s2"},
                                           {"/axes/X/designs/A/screw/thread", "2010"},
                                           {"/axes/X/designs/A/screw/efficiency", "0.9"}})
            set(place, std::string(place).ends_with("thread") ? Json(words) : typed(words));
        set("/axes/X/designs/A/screw/kept", "no");
        set("/axes/X/designs/A/drive/current_A", typed("1A"));
        set("/axes/X/survey/moving_mass_kg", typed("400kg"));
        const Wired w(m_job);
        const auto &a = w.sheet.axes[0];
        QVERIFY2(a.back > 0, "no power comes back");
        const auto *f = w.find("C14", "Pump-up on X");
        if (0.9 * a.back <= a.copper) QSKIP("not enough comes back on this machine");
        QVERIFY(f && f->verdict == Verdict::NotKnown); // the capacitors are not stated
        set("/supplies/X-A/capacitance_uF", typed("470"));
        const Wired low(m_job);
        const double small = low.sheet.supplies[0].pumpsTo;
        const double back = 0.9 * a.back, excess = (back - a.copper) * (back - a.copper) * a.brakeTime / (2 * back);
        LW_COMPARE_WITHIN(small, std::sqrt(48 * 48 + 2 * excess / 470e-6), 1e-6 * small);
        set("/supplies/X-A/capacitance_uF", typed("47000"));
        const Wired high(m_job);
        QVERIFY(high.sheet.supplies[0].pumpsTo < small);
        QVERIFY(high.find("C14", "Pump-up on X")->margin > low.find("C14", "Pump-up on X")->margin);
    }
    void aHighBusIsCoveredAndBledOff() {
        set("/supplies/X-A/voltage_V", typed("72V"));
        const Wired bare(m_job);
        QCOMPARE(bare.find("C38", "Touch, supply 72\u00a0V")->verdict, Verdict::NotKnown);
        set("/supplies/X-A/covered", "yes");
        set("/supplies/X-A/capacitance_uF", typed("22000"));
        set("/supplies/X-A/bleeder_ohm", typed("2200ohm"));
        const Wired slow(m_job); // 8.8 s: the sum of a handbook, R C ln(72/60)
        QCOMPARE(slow.find("C38", "Touch, supply 72\u00a0V")->verdict, Verdict::Holds);
        QCOMPARE(slow.find("C38", "Charge of supply 72\u00a0V")->verdict, Verdict::Fails);
        LW_COMPARE_WITHIN(5 / slow.find("C38", "Charge of supply 72\u00a0V")->margin, 8.824, 0.01);
        set("/supplies/X-A/bleeder_ohm", typed("1200ohm"));
        QCOMPARE(Wired(m_job).find("C38", "Charge of supply 72\u00a0V")->verdict, Verdict::Holds);
    }
    void anAssumedRoomDoesNotDecide() {
        set("/cabinet/room_C", nullptr);
        set("/cabinet/fans", nullptr);
        const Wired shut(m_job); // 52 at an assumed 30: may be 42 or 60
        QVERIFY(shut.sheet.roomAssumed);
        QVERIFY(shut.find("C23")->verdict == Verdict::Fails || shut.find("C23")->verdict == Verdict::NotKnown);
        QVERIFY(shut.find("C23")->sentence.find("assumed") != std::string::npos);
    }
    void everyCableIsOnTheList() {
        const Wired w(m_job);
        const auto rows = cableList(w.sheet);
        const auto count = [&](std::string_view what) {
            return std::count_if(rows.begin(), rows.end(), [&](const auto &r) { return r[3] == what; });
        };
        QCOMPARE(count("motor"), 3);
        QCOMPARE(count("encoder"), 1);
        for (const auto &r : rows)
            QCOMPARE(r.size(), rows.front().size());
        // every place of the diagram has its entries, and each is a field
        for (const auto &f : w.sheet.findings)
            for (const auto &pointer : fieldsOf(w.sheet, f.place))
                QVERIFY2(fieldAt(pointer), pointer.c_str());
    }
};
LW_TEST(TestWiring, "tst_wiring")
#include "tst_wiring.moc"
