// Properties that must hold whatever the figures: more friction never helps, broken jobs never crash or speak nonsense,
// units do not matter, every card and case keeps its promises on damaged jobs. Random, from fixed seeds.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "machine/fields.h"
#include "proof/cycle.h"
#include "proof/doubt/doubt.h"
#include "proof/doubt/measure_next.h"
#include "search/mends.h"
#include "proof/words/narrate.h"
#include "axis/other_metals.h"
#include "proof/program_report.h"
#include "search/result_json.h"
#include "proof/words/summary.h"
#include "proof/words/working.h"
#include "survey/map.h"
#include "survey/readings_table.h"
#include "machine/rides.h"
#include <random>
#include <sstream>

using namespace lw;
using Json = nlohmann::json;

namespace {
/// All places of a job where a typed value stands.
void typedPlaces(const Json &node, const std::string &at, std::vector<std::string> &out) {
    if (!node.is_object()) return;
    if (node.contains("typed")) {
        out.push_back(at);
        return;
    }
    for (const auto &[key, child] : node.items())
        typedPlaces(child, at + "/" + key, out);
}
/// Everything that reads an axis, for its crashes and its words; how many sentences were made.
std::size_t readAll(const Json &job, const std::string &axis) {
    const auto m = readAxis(job, axis, shownDesign(job, axis));
    const auto e = prove(m);
    std::size_t words = 0;
    const auto add = [&](const std::string &s) {
        if (s.find("nan") != std::string::npos && s.find("nanometre") == std::string::npos) qWarning("%s", s.c_str());
        words += s.size();
    };
    for (const auto &f : e.findings) {
        add(sentenceOf(m, e.state, f));
        add(reasonOf(m, e.state, f));
        add(figuresOf(f));
        add(marginText(f));
        add(missingOf(m, f));
        if (!f.missing) words += explain(m, e.state, f).steps.size();
    }
    for (int k = 0; k <= int(SurveyCardId::Room); ++k) {
        const auto r = judgeSurveyCard(job, m, e, SurveyCardId(k));
        add(r.sentence);
        add(r.cure);
    }
    add(surveyMap(job, m).sentence);
    add(machineHealth(job, m, e).sentence);
    const auto c = cycleOf(m, e.state);
    for (const auto &b : c.blocks)
        add(b.missing);
    for (const auto &d : demandCases(m, e.state))
        add(d.name);
    for (const auto &w : targetWarnings(m, e.state))
        add(w);
    for (const auto &cut : m.cuts)
        words += sameCutInOtherMetals(cut).size();
    words += rideStack(job, axis).size();
    static int calls = 0; // what to measure next evaluates once for each pair of inputs: asked of one job in six
    if (calls++ % 6 == 0) words += measureNext(m, e).all.size();
    return words;
}
double torqueAsked(const Json &job, const char *axis = "X") {
    const auto m = readAxis(job, axis, "A");
    const auto e = evaluate(m);
    double most = 0;
    for (const auto &c : demandCases(m, e.state))
        most = std::max(most, std::fabs(c.torque));
    return most;
}
double rms(const Json &job) {
    const auto m = readAxis(job, "X", "A");
    return cycleOf(m, evaluate(m).state).rmsTorque;
}
} // namespace

class TestProperties : public QObject {
    Q_OBJECT
private slots:
    void moreOfItNeverHelps_data() {
        QTest::addColumn<QString>("place");
        QTest::addColumn<QStringList>("rising");
        const QString x = QStringLiteral("/axes/X/");
        QTest::newRow("pull at one place")
            << x + "survey/pull/readings/07/away_N" << QStringList{"100N", "131N", "200N", "500N"};
        QTest::newRow("cold day") << QStringLiteral("/cold_day_factor") << QStringList{"1", "1.3", "1.8"};
        QTest::newRow("depth of cut") << x + "duty/moves/02/depth_mm" << QStringList{"1mm", "3mm", "5mm", "8mm"};
        QTest::newRow("width of cut") << x + "duty/moves/02/width_mm" << QStringList{"1mm", "3mm", "6mm", "12mm"};
        QTest::newRow("feed a tooth") << x + "duty/moves/02/feed_per_tooth_mm"
                                      << QStringList{"0.02mm", "0.04mm", "0.1mm"};
        QTest::newRow("edge wear") << x + "duty/moves/02/wear_factor" << QStringList{"1", "1.3", "1.5"};
        QTest::newRow("acceleration") << x + "targets/acceleration_m_s2" << QStringList{"0.1m/s2", "0.3m/s2", "2m/s2"};
        QTest::newRow("mass") << x + "survey/moving_mass/01/mass_kg" << QStringList{"10kg", "34kg", "200kg"};
    }
    void moreOfItNeverHelps() {
        QFETCH(QString, place);
        QFETCH(QStringList, rising);
        auto job = demoJob();
        double before = 0, heatBefore = 0;
        for (const auto &v : rising) {
            put(job, place.toStdString(), v.toStdString());
            const double now = torqueAsked(job), heat = rms(job);
            QVERIFY2(now >= before * (1 - 1e-12), qPrintable(v));
            if (!place.endsWith("tooth_mm"))
                QVERIFY2(heat >= heatBefore * (1 - 1e-9),
                         qPrintable(v)); // a faster feed heats harder, but for a shorter time
            before = now;
            heatBefore = heat;
        }
    }
    void moreReductionAsksLessTorqueAndMoreTurns() {
        auto job = demoJob();
        double torque = 1e9, turns = 0;
        for (const char *teeth : {"20", "30", "40", "60"}) {
            put(job, "/axes/X/designs/A/stages/1/driven/teeth", teeth);
            const auto m = readAxis(job, "X", "A");
            const auto e = evaluate(m);
            for (const auto &c : demandCases(m, e.state))
                if (c.cut == 0) {
                    QVERIFY(c.torque < torque && c.rpm > turns);
                    torque = c.torque;
                    turns = c.rpm;
                }
        }
    }
    void unitsDoNotMatter_data() {
        QTest::addColumn<QString>("place");
        QTest::addColumn<QString>("metric");
        QTest::addColumn<QString>("other");
        QTest::newRow("force") << "/axes/X/survey/pull/readings/03/away_N"
                               << "98.0665N"
                               << "10kgf";
        QTest::newRow("place") << "/axes/X/survey/pull/readings/03/at_mm"
                               << "101.6mm"
                               << "4in";
        QTest::newRow("mass") << "/axes/X/survey/moving_mass/02/mass_kg"
                              << "4.5359237kg"
                              << "10lb";
        QTest::newRow("feed") << "/axes/X/targets/rapid_mm_min"
                              << "2540mm/min"
                              << "100in/min";
        QTest::newRow("depth") << "/axes/X/duty/moves/02/depth_mm"
                               << "3.175mm"
                               << "1/8in";
        QTest::newRow("torque") << "/axes/X/designs/A/motor/holding_torque_Nm"
                                << "3.0011595Nm"
                                << "425 ozf in";
    }
    void unitsDoNotMatter() {
        QFETCH(QString, place);
        QFETCH(QString, metric);
        QFETCH(QString, other);
        auto a = demoJob(), b = demoJob();
        put(a, place.toStdString(), metric.toStdString());
        put(b, place.toStdString(), other.toStdString());
        const auto x = prove(readAxis(a, "X", "A")), y = prove(readAxis(b, "X", "A"));
        QCOMPARE(x.findings.size(), y.findings.size());
        for (std::size_t k = 0; k < x.findings.size(); ++k) {
            QVERIFY(x.findings[k].id == y.findings[k].id);
            QCOMPARE(int(x.findings[k].verdict), int(y.findings[k].verdict));
            if (x.findings[k].margin == x.findings[k].margin)
                LW_COMPARE_WITHIN(y.findings[k].margin / x.findings[k].margin, 1, 1e-5);
        }
    }
    void blocksInAnyOrderAddUpTheSame() {
        auto job = demoJob();
        const auto m = readAxis(job, "X", "A");
        const auto before = cycleOf(m, evaluate(m).state);
        std::mt19937 random(5);
        const auto rows = job["axes"]["X"]["duty"]["moves"];
        std::vector<Json> contents;
        for (const auto &[id, row] : rows.items())
            contents.push_back(row);
        for (int round = 0; round < 10; ++round) {
            std::shuffle(contents.begin(), contents.end(), random);
            std::size_t k = 0;
            for (const auto &[id, row] : rows.items())
                job["axes"]["X"]["duty"]["moves"][id] = contents[k++];
            const auto now = readAxis(job, "X", "A");
            const auto c = cycleOf(now, evaluate(now).state);
            LW_COMPARE_WITHIN(c.total, before.total, 1e-9);
            LW_COMPARE_WITHIN(c.rmsTorque, before.rmsTorque, 1e-9);
            LW_COMPARE_WITHIN(c.meanLoad, before.meanLoad, 1e-6);
            LW_COMPARE_WITHIN(c.peakTorque, before.peakTorque, 1e-12);
        }
    }
    void eachBlankIsSurvived_data() {
        QTest::addColumn<QString>("sample");
        for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"})
            QTest::newRow(name) << name;
    }
    void eachBlankIsSurvived() { // one value at a time goes missing: no crash, no figure made of nothing
        QFETCH(QString, sample);
        const auto whole = demoJob(qPrintable(sample));
        std::vector<std::string> places;
        for (const char *part : {"axes", "spindle", "controller", "baseline", "handwheel"})
            if (whole.contains(part)) typedPlaces(whole[part], std::string("/") + part, places);
        QVERIFY(places.size() > 20);
        for (const auto &place : places) {
            auto job = whole;
            setAt(job, place, nullptr);
            for (const auto &axis : axisOrder(job))
                if (place.starts_with("/axes/" + axis + "/") || !place.starts_with("/axes/"))
                    QVERIFY2(readAll(job, axis) > 0, place.c_str());
        }
    }
    void nonsenseIsSurvived() {
        const auto whole = demoJob();
        std::vector<std::string> places;
        typedPlaces(whole["axes"], "/axes", places);
        std::mt19937 random(77);
        const char *typed[] = {"0",    "-1", "1e300", "1e-300", "0.0001mm", "999999", "",         "abc",  "1/0",
                               "5tpi", "∞",  "((((",  "1e",     "−3mm",     "0kg",    "1000000N", "-5rpm"};
        for (int round = 0; round < 400; ++round) {
            auto job = whole;
            for (int k = 0; k < 6; ++k) {
                const auto &place = places[random() % places.size()];
                switch (random() % 5) {
                case 0: setAt(job, place, nullptr); break;
                case 1: setAt(job, place, Json::array({1, "x"})); break;
                case 2: setAt(job, place, "bare text"); break;
                default: put(job, place, typed[random() % std::size(typed)], random() % 2 ? "measured" : "assumed");
                }
            }
            for (const auto &axis : axisOrder(job)) {
                const auto m = readAxis(job, axis, "A");
                for (const auto &f : prove(m).findings) {
                    // a verdict stands on two numbers, or it is not one
                    if (f.verdict != Verdict::NotKnown && f.rung) QVERIFY2(f.margin == f.margin, place(f).c_str());
                    if (f.missing) QVERIFY2(f.verdict == Verdict::NotKnown, place(f).c_str());
                }
                readAll(job, axis);
            }
        }
    }
    static std::string place(const Finding &f) { return std::string(f.check->code); }
    void brokenShapesAreSurvived() {
        const auto whole = demoJob();
        std::mt19937 random(3);
        // any node of an axis replaced by something of another shape
        std::vector<std::string> nodes;
        const auto walk = [&](auto &&self, const Json &node, const std::string &at) -> void {
            nodes.push_back(at);
            if (node.is_object())
                for (const auto &[key, child] : node.items())
                    self(self, child, at + "/" + key);
        };
        walk(walk, whole["axes"]["X"], "/axes/X");
        const Json shapes[] = {
            Json::array(), Json::object(), "text", 5, true, Json(nullptr), Json::array({Json::object()})};
        for (const auto &node : nodes)
            for (const auto &shape : {shapes[random() % std::size(shapes)], shapes[random() % std::size(shapes)]}) {
                if (node == "/axes/X" && !shape.is_object()) continue;
                auto job = whole;
                setAt(job, node, shape);
                readAll(job, "X");
                QVERIFY(!rideStack(job, "Y").empty());
            }
    }
    void tablesOfNonsense() {
        const FieldSpec *columns[] = {fieldAt("/axes/X/survey/loads/1/mass_kg"),
                                      fieldAt("/axes/X/survey/loads/1/pull_N")};
        std::mt19937 random(11);
        const char letters[] = "0123456789.,;\t\n\r\"'()[]-+eE kgNmlbf#µ\xff\xfe";
        int taken = 0;
        for (int round = 0; round < 3000; ++round) {
            std::string text;
            const auto n = random() % 120;
            for (unsigned k = 0; k < n; ++k)
                text += letters[random() % (sizeof letters - 1)];
            const auto r = readReadingsText(text, columns);
            QVERIFY(r.taken() == !r.rows.empty());
            QVERIFY(r.taken() || !r.problem.empty());
            taken += r.taken();
            for (const auto &row : r.rows) {
                QVERIFY(row.size() <= 2 && !row[0].empty());
                for (std::size_t c = 0; c < row.size(); ++c)
                    if (!row[c].empty())
                        QVERIFY(readTyped(row[c], columns[c]->dimension,
                                          columns[c]->unit)); // what is taken can be read again
            }
        }
        QVERIFY(taken > 5); // the luck of the dice: some are tables
    }
    void whatIsReadTwiceIsTheSame() { // the remembered reading and the fresh one
        std::mt19937 random(2);
        const char *typed[] = {"1", "1mm",    "3/8in",      "5tpi", "2*14.5mm",       "0,5", "1,500", "x",
                               "",  "12 kgf", "425 ozf in", "5?",   "17.2kg + 16.9kg"};
        for (int round = 0; round < 20000; ++round) {
            const char *text = typed[random() % std::size(typed)];
            const auto dimension = Dimension(random() % 12);
            const auto a = readTyped(text, dimension, "mm"), b = readTypedAgain(text, dimension, "mm");
            QCOMPARE(a.has_value(), b.has_value());
            if (a)
                QVERIFY(a->si == b->si && a->guess == b->guess && a->unit == b->unit);
            else
                QCOMPARE(a.error().sentence, b.error().sentence);
        }
    }
    void jsonOfTheCommandLineMatchesTheProof() {
        for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"}) {
            const auto job = demoJob(name);
            const auto j = resultJson(job, false);
            for (const auto &axis : axisOrder(job)) {
                const auto e = prove(readAxis(job, axis, shownDesign(job, axis)));
                QCOMPARE(j["axes"][axis]["findings"].size(), e.findings.size());
                for (std::size_t k = 0; k < e.findings.size(); ++k)
                    QCOMPARE(j["axes"][axis]["findings"][k]["id"].get<std::string>(),
                             std::string(spec(e.findings[k].id).code));
            }
        }
    }
};

LW_TEST(TestProperties, "tst_properties")
#include "tst_properties.moc"
