// What the later stations say, setting up machines, and what to measure next: every class, every sample.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "axis/each_input.h"
#include "logbook/station_words.h"
#include "machine/classes.h"
#include "machine/new_axis.h"
#include "machine/project_file.h"
#include "proof/doubt/measure_next.h"
#include <QFile>
#include <QTest>
#include <set>

using namespace lw;
using Json = nlohmann::json;

namespace {
Json typed(const char *t, const char *standing = "stated") { return {{"typed", t}, {"standing", standing}}; }
/// A machine of a class with a motor on each axis.
Json motorised(const std::string &cls) {
    auto project = patched(emptyProject(), setUpMachine(cls));
    for (const auto &id : axisOrder(project)) {
        const std::string d = "/axes/" + id + "/designs/A/";
        for (const auto &[k, v] : {std::pair{"motor/holding_torque_Nm", "3Nm"},
                                   {"motor/rated_current_A", "4.2A"},
                                   {"motor/resistance_ohm", "0.7"},
                                   {"motor/inductance_mH", "2.6mH"},
                                   {"motor/rotor_inertia_kgm2", "840"}})
            setAt(project, d + k, typed(v));
        setAt(project, "/supplies/" + id + "-A/voltage_V", typed("48V"));
        setAt(project, d + "motor/kind", "stepper_open");
        setAt(project, d + "stages/1/kind", "coupling");
    }
    return project;
}
struct Proved {
    Json project;
    std::vector<AxisModel> models;
    std::vector<Evaluation> evaluations;
    std::vector<PartLine> parts;
    BuildPlan plan;
    explicit Proved(Json p) : project(std::move(p)) {
        std::vector<DesignedAxis> designed;
        for (const auto &id : axisOrder(project))
            models.push_back(readAxis(project, id, shownDesign(project, id)));
        for (const auto &m : models)
            evaluations.push_back(prove(m));
        for (std::size_t k = 0; k < models.size(); ++k)
            designed.push_back({&models[k], &evaluations[k].state});
        parts = partLines(project, designed);
        plan = buildPlan(project, designed, parts);
    }
};
} // namespace

class TestWords : public QObject {
    Q_OBJECT
private slots:
    void everyClassSetsItselfUp_data() {
        QTest::addColumn<QString>("code");
        for (const auto &c : machineClasses())
            QTest::newRow(std::string(c.code).c_str()) << QString::fromUtf8(c.code.data(), qsizetype(c.code.size()));
    }
    void everyClassSetsItselfUp() {
        QFETCH(QString, code);
        const auto cls = code.toStdString();
        const auto project = patched(emptyProject(), setUpMachine(cls));
        const auto order = axisOrder(project);
        std::size_t expected = 0;
        for (const auto &a : classAxes())
            expected += a.machine == cls;
        QCOMPARE(order.size(), expected);
        QCOMPARE(std::set<std::string>(order.begin(), order.end()).size(), expected); // no letter twice
        for (const auto &id : order) {
            const auto m = readAxis(project, id, "A");
            QVERIFY(m.cls);
            QVERIFY(m.travel.assumed() && m.mass.assumed() && m.pull.assumed()); // class sizes, all guesses
            QCOMPARE(measuredOfSeven(project, id), 0);
            LW_COMPARE_WITHIN(m.travel.v * 1e3, m.cls->travel, 1e-9);
        }
        QVERIFY(readProject(writeProject(project), "set up")->notes.empty());
    }
    /// With motors on, each class has an order of work without a knot or trap, in which nothing comes before what it
    /// waits for.
    void everyClassHasAWorkableOrder_data() { everyClassSetsItselfUp_data(); }
    void everyClassHasAWorkableOrder() {
        QFETCH(QString, code);
        const Proved job(motorised(code.toStdString()));
        QCOMPARE(job.plan.problem, std::string());
        QVERIFY(job.plan.steps.size() >= 7 * job.models.size());
        std::set<std::string> before;
        for (const auto &s : job.plan.steps) {
            QVERIFY2(s.traps.empty(), s.key.c_str());
            for (const auto &b : s.after)
                QVERIFY2(before.contains(b), (s.key + " before " + b).c_str());
            before.insert(s.key);
            QVERIFY(s.hours >= 0);
            if (s.kind == StepKind::Strip || s.kind == StepKind::Wire || s.kind == StepKind::Commission)
                QVERIFY2(!s.cautions.empty(), s.key.c_str());
            if (s.kind == StepKind::Commission && !s.axis.empty())
                QVERIFY(!s.refusal.empty()); // nothing moves before card 1
        }
        LW_COMPARE_WITHIN(job.plan.left, job.plan.planned, 1e-9);
        // all ticked: every slide proven
        auto done = job.project;
        for (const auto &s : job.plan.steps)
            setAt(done, "/tasks/" + s.key + "/done_on", "2026-03-12");
        const Proved built(done);
        for (const auto &f : built.plan.functions)
            QVERIFY2(f.state == SlideState::Proven || f.name == "spindle", f.name.c_str());
        LW_COMPARE_WITHIN(built.plan.left, 0, 1e-9);
    }
    void summariesSpeakForEverySample_data() {
        QTest::addColumn<QString>("name");
        for (const char *n : {"tarn-mill", "beck-lathe", "sill-grinder"})
            QTest::newRow(n) << QString::fromLatin1(n);
    }
    void summariesSpeakForEverySample() {
        QFETCH(QString, name);
        const Proved job(demoJob(name.toLatin1().constData()));
        const auto log = logEntries(job.project, {});
        for (std::size_t k = 0; k < job.models.size(); ++k) {
            const auto &m = job.models[k];
            std::vector<PartLine> own;
            for (const auto &l : job.parts)
                if (l.axis == m.id) own.push_back(l);
            for (const auto &s : {partsSummary(job.project, own), buildSummary(job.plan, m.id),
                                  cardsSummary(job.project, m, job.evaluations[k].state), logSummary(log, m.id)}) {
                QVERIFY(!s.figure.empty());
                QVERIFY(!s.sentence.empty());
                if (s.of > 0) QVERIFY(s.done >= 0 && s.done <= s.of);
            }
            QVERIFY(!buildHeadline(job.plan, m.id).empty());
            QVERIFY(!cardsHeadline(judgeCards(job.project, m, job.evaluations[k].state), cardsOf(m)).empty());
        }
    }
    void finishedJobsSayFinished() {
        auto project = demoJob("beck-lathe");
        const Proved job(project);
        QCOMPARE(buildVerdict(job.plan, "Z"), Verdict::Holds);
        QCOMPARE(buildHeadline(job.plan, "Z"), std::string("Built: every step is ticked"));
        const auto s = cardsSummary(project, job.models[0], job.evaluations[0].state);
        QCOMPARE(s.figure, std::string("11 of 14"));
        QCOMPARE(s.verdict, Verdict::Watch);
    }
    /// What measuring would leave of the doubt, a second time by drawing (JCGM 101): the same model with the guess
    /// replaced.
    void measuringAgreesWithDrawing() {
        const auto project = demoJob("sill-grinder");
        const auto m = readAxis(project, "X", "A");
        const auto e = prove(m);
        const auto plan = measureNext(m, e);
        QVERIFY(plan.decides);
        QVERIFY(!plan.all.empty());
        for (const auto &n : plan.all) {
            AxisModel measured = m;
            auto &k = *inputOf(measured, n.id);
            const double width = n.input->name == "pull of the ways" ? 0.15
                                 : n.input->name == "what moves"     ? 0.02
                                 : n.input->name == "travel a turn"  ? 0.005
                                 : n.input->name == "breakaway"      ? 0.10
                                 : n.input->name == "drive current"  ? 0.02
                                                                     : 0.05;
            k.low = k.v * (1 - width);
            k.high = k.v * (1 + width);
            const auto drawn = simulateMargins(measured, *plan.decides, 4000, 5);
            LW_COMPARE_WITHIN(n.bandLow / drawn.p5, 1, 0.08);
            LW_COMPARE_WITHIN(n.bandHigh / drawn.p95, 1, 0.08);
        }
        // nothing to prove: nothing to say
        auto bare = project;
        bare["axes"]["X"].erase("designs");
        const auto none = readAxis(bare, "X", "A");
        QVERIFY(!measureNext(none, prove(none)).decides);
    }
    void axesAreCopiedAndMoved() {
        const auto project = demoJob("beck-lathe");
        const auto copy = copyAxis(project, "Z");
        QVERIFY(!copy.id.empty() && copy.id != "Z" && copy.id != "X");
        const auto with = patched(project, copy.patches);
        QVERIFY(!with["axes"][copy.id].contains("cards")); // they begin anew
        auto designs = with["axes"][copy.id]["designs"], model = project["axes"]["Z"]["designs"];
        for (auto &[id, design] : designs.items()) { // a supply of its own, as good as the other
            QVERIFY(design["supply"] != model[id]["supply"]);
            QVERIFY(with["supplies"][design["supply"].get<std::string>()] ==
                    project["supplies"][model[id]["supply"].get<std::string>()]);
            design.erase("supply");
            model[id].erase("supply");
        }
        QVERIFY(designs == model);
        QVERIFY(copyAxis(project, "Q").patches.empty());
        QVERIFY(moveAxis(project, "Z", -1).empty());
        QCOMPARE(axisOrder(patched(project, moveAxis(project, "Z", 1))).front(), std::string("X"));
        const auto without = patched(project, removeAxis(project, "X"));
        QCOMPARE(axisOrder(without).size(), std::size_t(1));
        for (const auto &[key, part] : without["parts"].items())
            QVERIFY(part.value("axis", std::string()) != "X");
        QVERIFY(without["log"] == project["log"]); // history stays
        for (int n = 0; n < 20; ++n)
            QVERIFY(!addAxis(project, "bench_mill", "X").id.empty());
        QVERIFY(addAxis(project, "bench_mill", "none").patches.empty());
    }
    void cautionsAreShortAndComplete() {
        std::set<std::string_view> ids;
        for (const auto &c : cautionTexts()) {
            QVERIFY(ids.insert(c.id).second);
            QVERIFY(!c.head.empty() && c.words.size() > 20 && c.words.size() < 260);
            QVERIFY(caution(c.id, 34).words.find('{') == std::string::npos);
        }
        for (const char *local : {"S01", "S06", "S07"})
            QVERIFY(cautionText(local)->words.find("local rules") != std::string_view::npos); // mains and lifting
        QVERIFY(caution("S06", 34).words.find("34 kg") != std::string::npos);
        QVERIFY(caution("S06", std::nan("")).words.find("unknown") != std::string::npos); // never a silent zero
        QVERIFY(!cautionText("S99"));
        QVERIFY(localRulesFirst().find("cannot make a machine safe") != std::string_view::npos);
    }
};
LW_TEST(TestWords, "tst_words")
#include "tst_words.moc"
