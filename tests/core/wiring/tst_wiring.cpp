// The electrics of a whole machine: each statement moves its own finding, nothing unstated passes, and the sums against
// hand values and against the proof's own torque.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "catalogue/catalogue.h"
#include "machine/fields.h"
#include "machine/known.h"
#include "proof/cycle.h"
#include "wiring/wiring.h"
#include <QTest>
#include <cmath>
#include <map>
#include <optional>
#include <utility>

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
    const WireFinding *find(std::string_view code, std::string_view title = {}) const & {
        for (const auto &f : sheet.findings)
            if (f.code == code && (title.empty() || f.title == title)) return &f;
        return nullptr;
    }
    /// Of a sheet that is gone with the line: the finding itself.
    std::optional<WireFinding> find(std::string_view code, std::string_view title = {}) && {
        const auto *f = std::as_const(*this).find(code, title);
        return f ? std::optional(*f) : std::nullopt;
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

    void makeTheTableHeavy() {
        for (const auto &[place, words] : {std::pair{"/axes/X/targets/rapid_mm_min", "12000mm/min"},
                                           {"/axes/X/targets/acceleration_m_s2", "3 m/s2"},
                                           {"/axes/X/designs/A/screw/thread", "2010"},
                                           {"/axes/X/designs/A/screw/efficiency", "0.9"}})
            set(place, std::string(place).ends_with("thread") ? Json(words) : typed(words));
        set("/axes/X/designs/A/screw/kept", "no");
        set("/axes/X/designs/A/drive/current_A", typed("1A"));
    }

private slots:
    void init() { m_job = straightDemo(); }

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
        row("/cabinet/exhaust_m3h", "=500", "C23", Verdict::Fails); // more drawn out than blown in
        row("/cabinet/dust", "conducting", "C23", Verdict::Fails);
        row("/axes/X/switch_room_mm", "=1mm", "C29", Verdict::Fails);
        row("/axes/X/cards/soft_ends/room_mm", "=1mm", "C29", Verdict::Fails); // what was found goes before
        row("/supplies/X-A/power_W", "=30W", "C19", Verdict::Fails);
        row("/supplies/X-A/kind", "unregulated", "C38", Verdict::NotKnown);
    }
    void everyStatementMovesItsFinding() {
        QFETCH(QString, place);
        QFETCH(QString, value);
        QFETCH(QString, code);
        QFETCH(int, verdict);
        set("/axes/Z/designs/A/drive/fuse_A", typed("1A")); // the demo leaves it open
        if (place.contains(QStringLiteral("exhaust"))) set("/cabinet/exhaust_fans", typed("1"));
        if (code == QStringLiteral("C29"))
            for (const char *axis : {"X", "Y", "Z"})
                set((std::string("/axes/") + axis + "/switch_room_mm").c_str(), typed("200mm"));
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
    /// Who ever speeds up at once is asked of the supply; the others still hold with their full current.
    void onlyWhatMovesAtOnceIsAsked() {
        set("/axes/Z/designs/A/supply", "X-A");
        set("/axes/Y/designs/A/supply", "X-A");
        const auto shared = [&](const char *together) {
            set("/supplies/X-A/together", *together ? Json(together) : Json(nullptr));
            return Wired(m_job).sheet.supplies.front();
        };
        const auto all = shared("all"), level = shared("level"), one = shared("one"), unsaid = shared("");
        const Wired w(m_job);
        double copper = 0;
        std::map<std::string, double> moving;
        for (const auto &a : w.sheet.axes) {
            if (a.id == "B") continue;
            copper += a.copper;
            moving[a.id] = a.moving;
        }
        LW_COMPARE_WITHIN(all.drawn * 0.9, copper + moving["X"] + moving["Y"] + moving["Z"], 1e-9);
        LW_COMPARE_WITHIN(level.drawn * 0.9, copper + std::max(moving["X"] + moving["Y"], moving["Z"]), 1e-9);
        LW_COMPARE_WITHIN(one.drawn * 0.9, copper + std::max({moving["X"], moving["Y"], moving["Z"]}), 1e-9);
        QCOMPARE(unsaid.drawn, all.drawn);
        // over the cycles: copper all day, and less than if every axis drove hard without a rest
        QVERIFY(one.lasting > copper / 0.9 && one.lasting < all.drawn);
        const auto says = [&](const char *together) {
            set("/supplies/X-A/together", *together ? Json(together) : Json(nullptr));
            for (const auto &f : Wired(m_job).sheet.findings)
                if (f.code == "C19" && f.title != "24 V supply") return f.sentence;
            return std::string();
        };
        QVERIFY(says("").find("nobody said less") != std::string::npos);
        QVERIFY(says("one").find("One after another") == 0);
    }
    void aSwitchNeedsRoomBehindIt() {
        set("/axes/X/switch_room_mm", nullptr);
        const auto open = *Wired(m_job).find("C29", "Room beyond the switch of X");
        QCOMPARE(open.verdict, Verdict::NotKnown);
        QVERIFY(open.lever.find("Leave ") == 0);
        // by hand: v t + v^2/2a braked; with the power cut v t + m v^2/2F, the rotor's share in m
        const auto m = readAxis(m_job, "X", "A");
        const auto s = evaluate(m).state;
        const double v = m.rapid.v, l = m.lead.v / (2 * M_PI),
                     heavy = m.mass.v + rotatingInertiaAtScrew(s.chain).value() / (l * l);
        const double braked = v * 0.05 + v * v / 2 / m.slowing(), cut = v * 0.05 + heavy * v * v / 2 / s.friction;
        const double least = std::max(braked, cut), wanted = std::max(1.25 * least, least + 2e-3);
        const auto at = [&](double room) {
            set("/axes/X/switch_room_mm", typed((std::to_string(room * 1e3) + "mm").c_str()));
            return Wired(m_job).find("C29", "Room beyond the switch of X")->verdict;
        };
        QCOMPARE(at(least * 0.99), Verdict::Fails);
        QCOMPARE(at(least * 1.01), Verdict::Watch);
        QCOMPARE(at(wanted * 1.001), Verdict::Holds);
        set("/chain/limits", "none");
        QVERIFY(!Wired(m_job).find("C29", "Room beyond the switch of X")); // no switch, nothing behind it
    }
    void dustOfAGrinderStaysOut() {
        set("/class", "surface_grinder");
        QCOMPARE(Wired(m_job).find("C23", "Air through the cabinet")->verdict, Verdict::Fails);
        set("/cabinet/dust", "clean");
        QVERIFY(!Wired(m_job).find("C23", "Air through the cabinet")); // blown in, nothing drawn out
        set("/cabinet/fans", typed("0"));
        set("/cabinet/exhaust_fans", typed("1"));
        set("/cabinet/exhaust_m3h", typed("55"));
        const Wired drawn(m_job);
        QCOMPARE(drawn.sheet.flow, 55.0); // through gaps: it cools, and brings the dust
        QCOMPARE(drawn.find("C23", "Air through the cabinet")->verdict, Verdict::Fails);
        set("/cabinet/fans", typed("2"));
        set("/cabinet/fan_m3h", typed("55"));
        const Wired both(m_job);
        LW_COMPARE_WITHIN(both.sheet.flow, 2 * 55 * 0.6, 1e-9); // counted once, where it comes in
        QCOMPARE(both.find("C23", "Air through the cabinet")->verdict, Verdict::Holds);
    }
    /// What has a size is a line to buy, out of the catalogue: the right current, the bus it must break, enough cable.
    void theWiringIsBoughtByItsSizes() {
        set("/axes/X/designs/A/cable/length_mm", typed("3m"));
        set("/axes/X/designs/A/drive/fuse_A", typed("5A"));
        const auto parts = partsOfWiring(Wired(m_job).sheet);
        const auto line = [&](const std::string &key) {
            for (const auto &p : parts)
                if (p.key == key) return p.text;
            return std::string();
        };
        QCOMPARE(line("wire-X-motor"), std::string("Cable 4 × 0.75 mm², screened, 3.5\u00a0m"));
        QCOMPARE(line("wire-X-fuse"), std::string("Fuse 5 A, slow, 125 V d.c., with holder"));
        QVERIFY(line("wire-Z-encoder").find("pairs") != std::string::npos); // Z alone is closed loop
        QVERIFY(line("wire-X-encoder").empty() && line("wire-X-A-resistor").empty());
        QVERIFY(line("wire-contactors").find("2 of Contactor") == 0);
        auto patches = listedParts(m_job, parts);
        QCOMPARE(patches.size(), parts.size());
        for (const auto &p : patches)
            setAt(m_job, p.pointer, p.value);
        QVERIFY(listedParts(m_job, parts).empty()); // once
        set("/axes/X/designs/A/drive/fuse_A", typed("6.3A"));
        patches = listedParts(m_job, partsOfWiring(Wired(m_job).sheet));
        QCOMPARE(patches.size(), std::size_t(1)); // the same line, another fuse
        QCOMPARE(patches[0].pointer, std::string("/parts/wire-X-fuse"));
        set("/parts/wire-X-fuse/state", "ordered"); // what is on its way is not changed under one's hands
        QVERIFY(listedParts(m_job, partsOfWiring(Wired(m_job).sheet)).empty());
        // a bus of 170 V wants a fuse that breaks it
        const auto &cat = catalogueInUse();
        QVERIFY(cat.fuseOf(4, 170)->dcVolts >= 170 && cat.fuseOf(4, 50)->dcVolts < 170);
        QVERIFY(!cat.fuseOf(4, 900));
        QVERIFY(cat.resistorFor(9, 11, 150)->watts >= 150 && !cat.resistorFor(9, 11, 5000));
    }
    /// A table at speed on a screw that turns easily: more comes back than the windings burn.
    void aHeavyTablePumpsItsSupplyUp() {
        makeTheTableHeavy();
        const Wired w(m_job);
        const auto &a = w.sheet.axes[0];
        QVERIFY2(a.back > 0, "no power comes back");
        const auto *f = w.find("C14", "Pump-up on X");
        QVERIFY(0.9 * a.back > a.copper);
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
    void aBrakingResistorSitsInItsWindow_data() {
        QTest::addColumn<QString>("on");
        QTest::addColumn<QString>("ohm");
        QTest::addColumn<QString>("carries");
        QTest::addColumn<QString>("watt");
        QTest::addColumn<int>("window");
        QTest::addColumn<int>("heat"); // -1: not looked at
        const int fails = int(Verdict::Fails), open = int(Verdict::NotKnown), holds = int(Verdict::Holds);
        QTest::newRow("right") << "52V"
                               << "22ohm"
                               << "10A"
                               << "50W" << holds << holds;
        QTest::newRow("takes too little") << "52V"
                                          << "400ohm"
                                          << "10A"
                                          << "50W" << fails << -1;
        QTest::newRow("too much for its switch") << "52V"
                                                 << "3ohm"
                                                 << "10A"
                                                 << "50W" << fails << -1;
        QTest::newRow("burns all day") << "47V"
                                       << "22ohm"
                                       << "10A"
                                       << "50W" << fails << -1;
        QTest::newRow("too late") << "58V"
                                  << "22ohm"
                                  << "10A"
                                  << "50W" << fails << -1;
        QTest::newRow("nothing fits") << "52V"
                                      << "22ohm"
                                      << "0.5A"
                                      << "50W" << fails << -1;
        QTest::newRow("nobody read its watts") << "52V"
                                               << "22ohm"
                                               << "10A"
                                               << "" << holds << open;
        QTest::newRow("nobody read the switch") << "52V"
                                                << "22ohm"
                                                << ""
                                                << "50W" << open << -1;
    }
    void aBrakingResistorSitsInItsWindow() {
        QFETCH(QString, on);
        QFETCH(QString, ohm);
        QFETCH(QString, carries);
        QFETCH(QString, watt);
        QFETCH(int, window);
        QFETCH(int, heat);
        makeTheTableHeavy();
        const auto put = [&](const char *key, const QString &v) {
            if (!v.isEmpty()) set((std::string("/supplies/X-A/") + key).c_str(), typed(v.toUtf8().constData()));
        };
        put("resistor_on_V", on);
        put("resistor_ohm", ohm);
        put("resistor_switch_A", carries);
        put("resistor_W", watt);
        const Wired w(m_job);
        const auto *f = w.find("C15", "Braking resistor of supply 48\u00a0V");
        QVERIFY(f);
        QVERIFY2(int(f->verdict) == window, f->sentence.c_str());
        QVERIFY(!w.find("C14", "Pump-up on X")); // one place says what braking does
        const auto *g = w.find("C15", "Heat of the resistor of supply 48\u00a0V");
        QCOMPARE(g ? int(g->verdict) : -1, heat);
        if (window == int(Verdict::Holds)) {
            // the window by hand: V^2/(P_0 - P_L) and the trip over the switch
            const auto &a = w.sheet.axes[0];
            const double most = 52 * 52 / (0.9 * a.back - a.copper), least = w.models[0].drive.voltLimit.v / 10;
            LW_COMPARE_WITHIN(f->margin, std::min(most / 22, 22 / least), 1e-9);
            QCOMPARE(w.sheet.supplies[0].pumpsTo, 52.0);
            // its heat by hand: what each rapid of the cycle leaves over, and half as much again
            const auto cycle = cycleOf(w.models[0], w.proofs[0].state);
            const double over = 0.9 * a.back - a.copper, each = over * over * a.brakeTime / (1.8 * a.back);
            const auto rapids = std::count_if(w.models[0].moves.begin(), w.models[0].moves.end(),
                                              [](const auto &move) { return move.kind == MoveKind::Rapid; });
            const double needed = 1.5 * double(rapids) * each / cycle.total;
            QVERIFY(rapids > 0 && needed > 0);
            for (const double share : {0.9, 1.1}) {
                set("/supplies/X-A/resistor_W", typed((std::to_string(needed * share) + "W").c_str()));
                const Wired again(m_job);
                QCOMPARE(again.find("C15", "Heat of the resistor of supply 48\u00a0V")->verdict,
                         share < 1 ? Verdict::Fails : Verdict::Holds);
            }
        }
        for (const auto *bad : {f, g})
            if (bad && !bad->patches.empty()) {
                for (const auto &p : bad->patches)
                    setAt(m_job, p.pointer, p.value);
                const Wired mended(m_job);
                const auto *now = mended.find(bad->code, bad->title);
                QVERIFY2(now && now->verdict == Verdict::Holds, now ? now->sentence.c_str() : "gone");
            }
    }
    void signalsStandLongEnough() {
        const auto timing = [&](const char *title) {
            const auto f = Wired(m_job).find("C25", title);
            return f ? int(f->verdict) : -1;
        };
        QCOMPARE(timing("Drives' signal timing"), int(Verdict::NotKnown));
        for (const char *axis : {"X", "Y", "Z"})
            set((std::string("/axes/") + axis + "/designs/A/drive/dir_setup_us").c_str(), typed("5us"));
        QCOMPARE(timing("Drives' signal timing"), -1);
        QCOMPARE(timing("Signal timing"), int(Verdict::NotKnown)); // the controller has not been asked
        set("/controller/direction_us", typed("8us"));
        QCOMPARE(timing("Signal timing of X"), int(Verdict::Holds));
        set("/controller/direction_us", typed("6us"));
        QCOMPARE(timing("Signal timing of X"), int(Verdict::Watch));
        set("/controller/direction_us", typed("4us"));
        QCOMPARE(timing("Signal timing of X"), int(Verdict::Fails));
        const auto f = *Wired(m_job).find("C25", "Signal timing of X");
        QVERIFY(f.sentence.find("every reversal") != std::string::npos);
        for (const auto &p : f.patches)
            setAt(m_job, p.pointer, p.value);
        QCOMPARE(timing("Signal timing of X"), int(Verdict::Holds));
        set("/controller/pulse_us", typed("1us")); // the demo's drive wants 2.5
        QCOMPARE(timing("Signal timing of X"), int(Verdict::Fails));
        QVERIFY(Wired(m_job).find("C25", "Signal timing of X")->sentence.find("Pulses last") == 0);
    }
    void anEncoderOnTheSpindle() {
        const auto verdict = [&](const char *code) {
            const auto f = Wired(m_job).find(code);
            return f ? int(f->verdict) : -1;
        };
        QCOMPARE(verdict("C28"), -1); // a mill that cuts no thread is not asked
        set("/spindle/encoder_lines", typed("1024"));
        QCOMPARE(verdict("C28"), int(Verdict::NotKnown));
        set("/spindle/spindle_teeth", typed("36"));
        set("/spindle/encoder_teeth", typed("24"));
        QCOMPARE(verdict("C28"), int(Verdict::Fails)); // 3:2, three places to start
        set("/spindle/spindle_teeth", typed("24"));
        set("/spindle/encoder_teeth", typed("48"));
        QCOMPARE(verdict("C28"), int(Verdict::Watch)); // every other turn
        set("/spindle/spindle_teeth", typed("48"));
        QCOMPARE(verdict("C28"), int(Verdict::Holds));
        QCOMPARE(verdict("C27"), int(Verdict::NotKnown));
        // 4096 counts at 1464.84 rpm are 100 kHz: counting, no source needed
        set("/controller/encoder_limit_Hz", typed("100kHz"));
        for (const auto &[rpm, v] : {std::pair{"1170rpm", Verdict::Holds},
                                     {"1180rpm", Verdict::Watch},
                                     {"1460rpm", Verdict::Watch},
                                     {"1470rpm", Verdict::Fails}}) {
            set("/spindle/top_rpm", typed(rpm));
            QVERIFY2(verdict("C27") == int(v), rpm);
        }
        QVERIFY(Wired(m_job).find("C27")->lever.find("816 lines") != std::string::npos);
    }
    void theLathesThreadAsksForItsEncoder() {
        m_job = demoJob("beck-lathe");
        set("/axes/Z/duty/moves/99", {{"kind", "threading"}, {"material", "mild_steel"}});
        for (const auto &[key, words] : {std::pair{"pitch_mm", "1.5mm"}, {"spindle_rpm", "200rpm"}})
            set((std::string("/axes/Z/duty/moves/99/") + key).c_str(), typed(words));
        const Wired w(m_job);
        const auto *f = w.find("C28");
        QVERIFY(f && f->verdict == Verdict::NotKnown);
    }
    void theControlSupplyIsWeighed() {
        set("/cabinet/control_supply_W", typed("40W")); // the demo uses 38
        QCOMPARE(Wired(m_job).find("C19", "24 V supply")->verdict, Verdict::Watch);
        set("/cabinet/control_supply_W", typed("30W"));
        QCOMPARE(Wired(m_job).find("C19", "24 V supply")->verdict, Verdict::Fails);
        set("/cabinet/control_supply_W", typed("60W"));
        QCOMPARE(Wired(m_job).find("C19", "24 V supply")->verdict, Verdict::Holds);
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
