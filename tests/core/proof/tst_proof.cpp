// The proof of the demo's axes: figures worked by hand from the sheets' formulas, verdict rules, doubt, workings,
// mends.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include "proof/doubt/doubt.h"
#include "search/mends.h"
#include "proof/words/narrate.h"
#include "search/result_json.h"
#include "proof/words/summary.h"
#include "proof/words/working.h"
#include "catalogue/catalogue.h"
#include "catalogue/csv.h"
#include "shop/parts.h"
#include "commission/settings_sheet.h"
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

using namespace lw;
using Json = nlohmann::json;

namespace {
Json demo() { return demoJob(); }
Json value(const char *typed, const char *standing = "stated") { return {{"typed", typed}, {"standing", standing}}; }
const Finding *find(const Evaluation &e, CheckId id, Operating op = Operating::None, int cut = -2) {
    for (const auto &f : e.findings)
        if (f.id == id && (op == Operating::None || f.subject.at == op) && (cut == -2 || f.subject.cut == cut))
            return &f;
    return nullptr;
}
} // namespace

class TestProof : public QObject {
    Q_OBJECT
private slots:
    void demoFigures_data() {
        QTest::addColumn<QString>("axis");
        QTest::addColumn<QString>("design");
        QTest::addColumn<quint64>("id");
        QTest::addColumn<int>("cut");
        QTest::addColumn<double>("demand");
        QTest::addColumn<double>("capacity");
        QTest::addColumn<double>("within");
        QTest::addColumn<int>("verdict");
        auto row = [](const char *name, const char *axis, const char *design, CheckId id, int cut, double d, double c,
                      double within, Verdict v) {
            QTest::newRow(name) << axis << design << quint64(id.packed) << cut << d << c << within << int(v);
        };
        // The band of roughing reaches just below its must with the cold day counted in it (5 % point 1.42 of 1.43):
        // not known until the cut or the motor is known better. Nothing measured holds the head. The drill has the ways
        // to overcome and the head's net weight to help. worked by hand: (605 + 1.3*131.4) * 0.004/(2 pi 0.34) + 0.06,
        // over 1.5 * 0.96; curve 0.9*2.122 - 3.001*(0.02+0.03*0.042)
        row("X roughing", "X", "A", "C01"_check, 0, 1.050, 1.846, 0.002, Verdict::NotKnown);
        row("X roughing, ball screw", "X", "B", "C01"_check, 0, 0.788, 1.85, 0.02, Verdict::Holds);
        row("X lost motion", "X", "A", "S5"_check, -2, 0.0518e-3, 0.08e-3, 0.0001e-3, Verdict::Watch);
        row("X belt pull", "X", "A", "TR-07"_check, -2, 200.0, 268.4, 0.1, Verdict::Holds);
        row("X slot inward", "X", "A", "TR-13"_check, -2, 13.75e-3, 11.75e-3, 0.01e-3, Verdict::Watch);
        row("X belt swing", "X", "A", "TR-12"_check, -2, 20.2, 100.0, 0.1, Verdict::Watch);
        row("X shaft bends", "X", "A", "TR-16"_check, -2, 0.061e-3, 0.08e-3, 0.0005e-3, Verdict::Watch);
        row("X crash", "X", "A", "B4"_check, -2, 7384, 2600, 5, Verdict::Watch);
        row("X nut speed", "X", "A", "B15"_check, -2, 0.5905, 0.6, 0.0005, Verdict::Watch);
        row("X run-out", "X", "A", "TR-44"_check, -2, 0.048e-3, 0.05e-3, 1e-9, Verdict::Watch);
        row("X whip", "X", "A", "B1"_check, -2, 625, 6434, 1, Verdict::Holds);
        row("X pulses", "X", "A", "C24"_check, -2, 31250, 100000, 1, Verdict::Holds);
        row("Y belt form", "Y", "A", "TR-01"_check, -2, 9, 6, 0, Verdict::Fails);
        row("Y roughing, friction assumed", "Y", "A", "C01"_check, 0, 0.997, 1.846, 0.002, Verdict::NotKnown);
        row("Z runs down", "Z", "A", "M8"_check, -2, 0.2636, 0, 0.0002, Verdict::Fails);
        row("Z drilling", "Z", "A", "C02"_check, 0, 1.139, 1.847, 0.002, Verdict::Holds);
        row("Z drill thrust", "Z", "A", "P4"_check, 0, 2277, 3896 - 1.3 * 120 + 38 * 9.80665 - 300, 3,
            Verdict::Holds); // 3813
        row("Z lost motion", "Z", "A", "B9"_check, -2, 0.0107e-3, 0.025e-3, 0.0001e-3, Verdict::Holds);
    }
    void demoFigures() {
        QFETCH(QString, axis);
        QFETCH(QString, design);
        QFETCH(quint64, id);
        QFETCH(int, cut);
        QFETCH(double, demand);
        QFETCH(double, capacity);
        QFETCH(double, within);
        QFETCH(int, verdict);
        const auto m = readAxis(demo(), axis.toStdString(), design.toStdString());
        const auto e = prove(m);
        const auto *f = find(e, CheckId{id}, Operating::None, cut);
        QVERIFY(f);
        LW_COMPARE_WITHIN(f->demand, demand, within);
        LW_COMPARE_WITHIN(f->capacity, capacity, std::max(within, 1e-3 * capacity));
        QCOMPARE(int(f->verdict), verdict);
        if (f->rung)
            LW_COMPARE_WITHIN(f->margin, f->capacity / f->demand, 1e-12 * f->margin); // exactly the two numbers shown
    }

    void brakeMendsTheHead() {
        auto p = demo();
        const auto mends = [&] {
            const auto m = readAxis(p, "Z", "A");
            const auto e = prove(m);
            return findMends(p, m, *find(e, "M8"_check));
        }();
        QVERIFY(!mends.empty());
        QCOMPARE(mends.front().verdict, Verdict::Holds);
        p = patched(p, mends.front().patches);
        const auto e = prove(readAxis(p, "Z", "A"));
        LW_COMPARE_WITHIN(find(e, "M8"_check)->margin, 0.6 / (38 * 9.80665 * 0.005 / (2 * pi)), 1e-9);
        QCOMPARE(find(e, "M9"_check)->verdict, Verdict::Holds);
        QCOMPARE(find(e, "M10"_check)->verdict, Verdict::Holds);
        LW_COMPARE_WITHIN(find(e, "M9"_check)->demand, 0.34e-3, 0.03e-3);
        // on the motor side of a belt it is refused
        setAt(p, "/axes/Z/designs/A/brake/where", "motor");
        QVERIFY(find(prove(readAxis(p, "Z", "A")), "M10"_check)->verdict != Verdict::Holds);
    }
    void everyMendDoesWhatItSays() {
        const auto p = demo();
        int tried = 0;
        for (const char *axis : {"X", "Y", "Z"}) {
            const auto m = readAxis(p, axis, "A");
            const auto e = prove(m);
            for (const auto &f : e.findings) {
                if (f.verdict == Verdict::Holds) continue;
                for (const auto &mend : findMends(p, m, f)) {
                    const auto after = prove(readAxis(patched(p, mend.patches), axis, "A"));
                    const auto *g = find(after, f.id, f.subject.at, f.subject.cut);
                    QVERIFY(g);
                    QVERIFY2(g->verdict > f.verdict && g->verdict == mend.verdict, mend.words.c_str());
                    if (g->rung) LW_COMPARE_WITHIN(g->margin, mend.margin, 1e-9 * g->margin);
                    ++tried;
                }
            }
        }
        QVERIFY(tried > 10);
    }
    void beltMendFitsPulleysAndSlot() {
        const auto p = demo();
        const auto m = readAxis(p, "Y", "A");
        const auto e = prove(m);
        const auto mends = findMends(p, m, *find(e, "TR-01"_check));
        QVERIFY(!mends.empty());
        const auto after = readAxis(patched(p, mends.front().patches), "Y", "A");
        const auto e2 = prove(after);
        QCOMPARE(find(e2, "TR-01"_check)->verdict, Verdict::Holds);
        QVERIFY(after.stageAs<ToothedBelt>(0)->beltTeeth() == 75);
        QVERIFY(find(e2, "TR-13"_check)->verdict != Verdict::Fails);
        LW_COMPARE_WITHIN(mends.front().price, 9, 1e-9);
    }

    void verdictRules() {
        QCOMPARE(judge(2.0, 1 / 0.7, 2.0), Verdict::Holds);
        QCOMPARE(judge(1 / 0.7, 1 / 0.7, 2.0), Verdict::Watch);
        QCOMPARE(judge(1.42, 1 / 0.7, 2.0), Verdict::Fails);
        QCOMPARE(judge(notKnown, 1, 2), Verdict::NotKnown);
        const auto u = upperRow(1.6, 1.6, 2.5);
        QCOMPARE(u.verdict, Verdict::Holds);
        LW_COMPARE_WITHIN(u.capacity, 2.5, 0);
        QCOMPARE(upperRow(2.51, 1.6, 2.5).verdict, Verdict::Fails);
        QCOMPARE(lowerRow(30, 50, 25).verdict, Verdict::Watch);
        QVERIFY(upperRow(notKnown, 1, 2).missing);
    }
    void findingsComeWorstFirst() {
        for (const char *axis : {"X", "Y", "Z"}) {
            const auto e = prove(readAxis(demo(), axis, "A"));
            for (std::size_t k = 1; k < e.findings.size(); ++k)
                QVERIFY(e.findings[k - 1].verdict <= e.findings[k].verdict);
        }
    }
    void whatIsNotAskedIsLeftOut() {
        const auto e = prove(readAxis(demo(), "X", "A"));
        for (auto id : {"M8"_check, "M9"_check, "M10"_check, "S8"_check, "B3"_check, "B8"_check, "B9"_check, "P3"_check,
                        "P4"_check, "C02"_check})
            QVERIFY2(!find(e, id), std::string(spec(id).code).c_str());
        const auto z = prove(readAxis(demo(), "Z", "A"));
        for (auto id : {"S3"_check, "S6"_check, "B15"_check, "S5"_check, "C01"_check, "C08"_check, "M9"_check})
            QVERIFY2(!find(z, id), std::string(spec(id).code).c_str());
        // while the belt does not match, TR-05 to TR-13 and TR-50 are left out
        const auto y = prove(readAxis(demo(), "Y", "A"));
        for (auto id : {"TR-05"_check, "TR-06"_check, "TR-07"_check, "TR-08"_check, "TR-09"_check, "TR-10"_check,
                        "TR-12"_check, "TR-13"_check, "TR-50"_check})
            QVERIFY2(!find(y, id), std::string(spec(id).code).c_str());
    }
    void nothingKnownIsNotKnownNeverZero() {
        auto p = emptyProject();
        setAt(p, "/axes/X", {{"letter", "X"}, {"class_axis", "X"}});
        const auto m = readAxis(p, "X", "A");
        const auto e = prove(m);
        for (const auto &f : e.findings) {
            QVERIFY2(!(f.id == "C01"_check && f.verdict != Verdict::NotKnown), "a verdict without a motor");
            const auto s = sentenceOf(m, e.state, f);
            QVERIFY2(!s.empty() && s.find("nan") == std::string::npos, s.c_str());
            if (f.missing)
                QVERIFY2(s.find("Needed") != std::string::npos || s.find("not a belt code") != std::string::npos,
                         s.c_str());
        }
        QCOMPARE(measuredOfSeven(p, "X"), 0);
        for (const auto &l : settingsSheet(m, e.state))
            QVERIFY(l.value != "0");
    }
    void absurdInputsNeverCrash() {
        const char *texts[] = {
            "0", "-5", "1e300", "NaN", "", "1,500", "please", "1/0", "1e-300", "99999999999999999999", "0T", "-1mm"};
        const auto p = demo();
        int n = 0;
        for (const char *axis : {"X", "Z"})
            for (const auto &f : fieldTable()) {
                std::string pattern(f.pattern);
                if (pattern.rfind("axes/*/", 0) != 0) continue;
                pattern = "/axes/" + std::string(axis) + pattern.substr(6);
                if (const auto at = pattern.find("designs/*"); at != std::string::npos)
                    pattern.replace(at, 9, "designs/A");
                for (const auto &[list, id] : {std::pair{"moving_mass/*", "moving_mass/01"},
                                               {"readings/*", "readings/03"},
                                               {"moves/*", "moves/01"}})
                    if (const auto at = pattern.find(list); at != std::string::npos)
                        pattern.replace(at, std::string(list).size(), id);
                const char *t = texts[n++ % std::size(texts)];
                auto q = p;
                setAt(q, pattern, f.kind == FieldKind::Value ? value(t) : Json(t));
                const auto m = readAxis(q, axis, "A");
                const auto e = prove(m);
                for (const auto &g : e.findings) {
                    (void)sentenceOf(m, e.state, g);
                    (void)reasonOf(m, e.state, g);
                    (void)explain(m, e.state, g);
                    if (g.verdict == Verdict::Holds && g.rung) QVERIFY2(g.margin == g.margin, pattern.c_str());
                }
                (void)resultJson(q, false);
                (void)partLines(q);
            }
        QVERIFY(n > 200);
    }

    void doubtAgreesWithMonteCarlo() {
        // First-order bands (JCGM 100) against drawing the inputs (JCGM 101): a few per cent.
        for (const char *axis : {"X", "Y"}) {
            const auto m = readAxis(demo(), axis, "A");
            const auto e = prove(m);
            const auto *f = find(e, "C01"_check, Operating::Cutting, 0);
            const auto mc = simulateMargins(m, *f, 6000, 12345);
            LW_COMPARE_WITHIN(f->low, mc.p5, 0.05 * mc.p5);
            LW_COMPARE_WITHIN(f->high, mc.p95, 0.06 * mc.p95);
            const auto again = simulateMargins(m, *f, 6000, 12345);
            QCOMPARE(mc.p5, again.p5); // seeded
        }
    }
    void bandsOfTheDemo() {
        const auto x = prove(readAxis(demo(), "X", "A"));
        const auto *f = find(x, "C01"_check, Operating::Cutting, 0);
        LW_COMPARE_WITHIN(f->low, 1.42, 0.01);
        LW_COMPARE_WITHIN(f->high, 2.20, 0.01);
        const auto y = prove(readAxis(demo(), "Y", "A"));
        const auto *g = find(y, "C01"_check, Operating::Cutting, 0);
        QVERIFY(g->assumedDecides && g->low < g->must && g->high > g->must);
    }
    void quantilesOfSpreads() {
        // JCGM 100, 4.3: triangular of half width a has standard uncertainty a/sqrt 6; its 5 % point by integration is
        // a (1 - sqrt 0.1) below the middle. Lognormal: median is the geometric mean of its 5 and 95 % points.
        const Known t{100, Standing::Assumed, 70, 130, Shape::Triangular};
        LW_COMPARE_WITHIN(quantiles(t).low, 100 - 30 * (1 - std::sqrt(0.1)), 1e-9);
        const Known l{1, Standing::Assumed, 0.7, 1.6, Shape::Lognormal};
        LW_COMPARE_WITHIN(quantiles(l).middle, 1.0583, 0.00005);
        LW_COMPARE_WITHIN(quantileAt(l, 0.05), 0.7, 1e-6);
        const Known u{1, Standing::Stated, 0.9, 1.1, Shape::Uniform};
        LW_COMPARE_WITHIN(quantiles(u).high, 1.09, 1e-12);
    }
    void sharesAddUp() {
        const auto m = readAxis(demo(), "X", "A");
        const auto e = prove(m);
        const auto shares = doubtShares(m, *find(e, "C01"_check, Operating::Cutting, 0));
        double sum = 0;
        for (const auto &s : shares)
            sum += s.share;
        LW_COMPARE_WITHIN(sum, 1, 1e-12);
        QCOMPARE(std::string(shares.front().input->name), std::string("cutting force"));
    }

    void formulaShownIsFormulaRun() {
        int steps = 0, explained = 0;
        auto p = demo();
        setAt(p, "/axes/Z/designs/A/brake",
              {{"torque_Nm", value("0.6 N m")}, {"where", "screw"}, {"delay_s", value("0.05s")}});
        for (const auto &[axis, design] : {std::pair{"X", "A"}, {"X", "B"}, {"Y", "A"}, {"Z", "A"}}) {
            const auto m = readAxis(p, axis, design);
            const auto e = prove(m);
            for (const auto &f : e.findings) {
                const auto w = explain(m, e.state, f);
                QVERIFY(!w.source.empty() && !w.sourceTitle.empty());
                explained += !w.steps.empty();
                for (const auto &s : w.steps) {
                    const double again = recompute(s);
                    QVERIFY2(std::fabs(again - s.result) <= 1e-9 * std::fabs(s.result) + 1e-15,
                             (std::string(f.check->code) + " " + s.symbol + " = " + s.formula + ": shown " +
                              std::to_string(s.result) + ", run " + std::to_string(again))
                                 .c_str());
                    QVERIFY(!figuresText(s).empty() && !formulaText(s.formula).empty());
                    ++steps;
                }
            }
        }
        QVERIFY2(steps > 250 && explained > 120, QByteArray::number(steps).constData());
    }
    void explainedTorqueEndsAtTheDemand() {
        const auto m = readAxis(demo(), "Z", "A");
        const auto e = prove(m);
        for (const auto &f : e.findings) {
            if (f.id != "C02"_check) continue;
            const auto w = explain(m, e.state, f);
            bool found = false;
            for (const auto &s : w.steps)
                if (s.symbol == "T_m") {
                    LW_COMPARE_WITHIN(s.result, f.demand, 1e-9);
                    found = true;
                }
            QVERIFY(found);
        }
    }

    void spindleCapsOnlyWithItsTorque() {
        auto p = demo();
        setAt(p, "/spindle/power_W", value("0.1kW"));
        setAt(p, "/spindle/torque_max_Nm", value("2 N m"));
        const auto capped = readAxis(p, "X", "A");
        QVERIFY(capped.cuts[0].capped && capped.cuts[0].force.v < capped.cuts[0].uncapped);
        LW_COMPARE_WITHIN(capped.cuts[0].force.v, 100 * 0.85 * 1.5 / (pi * 0.012 * 700 / 60) * 1.1, 0.01);
        setAt(p, "/spindle/torque_max_Nm", nullptr);
        QVERIFY(!readAxis(p, "X", "A").cuts[0].capped);
    }
    void rimPullIsConverted() {
        auto p = demo();
        setAt(p, "/axes/X/survey/pull",
              {{"way", "rim"},
               {"rim_radius_mm", value("80mm")},
               {"travel_per_turn_mm", value("5.08mm")},
               {"efficiency", value("0.312")},
               {"no_load_drag_Nm", value("0.12 N m")},
               {"readings",
                {{"01",
                  {{"at_mm", value("0mm", "measured")},
                   {"away_N", value("14N", "measured")},
                   {"back_N", value("14N", "measured")}}}}}});
        LW_COMPARE_WITHIN(readAxis(p, "X", "A").pull.v, 385.896, 0.001);
    }
    void hoistGivesFriction() {
        auto p = demo();
        setAt(p, "/axes/Z/survey/hoist", {{"up_N", value("640N", "measured")}, {"down_N", value("410N", "measured")}});
        const auto m = readAxis(p, "Z", "A");
        LW_COMPARE_WITHIN(m.pull.v, 115, 1e-9);
        QVERIFY(m.pullMeasured);
    }
    void counterweightAddsMass() {
        auto p = demo();
        setAt(p, "/axes/Z/survey/balance", {{"kind", "counterweight"}, {"mass_kg", value("30kg")}});
        const auto e = prove(readAxis(p, "Z", "A"));
        LW_COMPARE_WITHIN(acceleratedMass(e.state.chain).value(), 68, 1e-9);
        LW_COMPARE_WITHIN(e.state.netWeight, 8 * 9.80665, 1e-9);
    }

    void settingsOfTheDemo() {
        const auto m = readAxis(demo(), "X", "A");
        const auto lines = settingsSheet(m, prove(m).state);
        QCOMPARE(lines[0].value, std::string("750"));
        QCOMPARE(lines[1].value, std::string("750"));
        auto p = demo();
        setAt(p, "/axes/X/designs/A/screw/thread", "acme 3/4-5");
        setAt(p, "/axes/X/designs/A/screw/kept", "no"); // the old one was measured to 4 mm
        setAt(p, "/axes/X/designs/A/stages/1/kind", "coupling");
        const auto inch = readAxis(p, "X", "A");
        const auto sheet = settingsSheet(inch, prove(inch).state);
        QCOMPARE(sheet[1].value, std::string("50000/127"));
        QCOMPARE(find(prove(inch), "C26"_check)->verdict, Verdict::Watch); // the decimal is rounded
        setAt(p, "/axes/X/designs/A/steps_typed", "393.7");
        QCOMPARE(find(prove(readAxis(p, "X", "A")), "C26"_check)->verdict, Verdict::Watch);
        setAt(p, "/axes/X/designs/A/steps_typed", "394");
        QCOMPARE(find(prove(readAxis(p, "X", "A")), "C26"_check)->verdict, Verdict::Fails);
        setAt(p, "/axes/X/designs/A/steps_typed", "50000/127");
        QCOMPARE(find(prove(readAxis(p, "X", "A")), "C26"_check)->verdict, Verdict::Holds);
    }
    void partsOfTheDemo() {
        const auto p = demo();
        const auto all = partLines(p);
        const auto t = partTotals(p, all);
        LW_COMPARE_WITHIN(t.committed, 412, 1e-9);
        LW_COMPARE_WITHIN(t.remaining, 396, 1e-9);
        LW_COMPARE_WITHIN(t.contingency, 59.4, 1e-9);
        int mismatched = 0;
        for (const auto &l : all)
            if (!l.matches) {
                ++mismatched;
                QCOMPARE(l.key, std::string("X-belt"));
                QCOMPARE(l.wanted, std::string("Belt 5M-15, 375"));
            }
        QCOMPARE(mismatched, 1);
        auto hostile = p;
        setAt(hostile, "/parts/X-09/text", "=2+2, \"quoted\"");
        const auto rows = readCsv(partsCsv(partLines(hostile)));
        QVERIFY(rows.has_value());
        QCOMPARE(rows->size(), partLines(hostile).size());
        bool found = false;
        for (const auto &r : *rows)
            found |= r.at("text") == "'=2+2, \"quoted\"";
        QVERIFY(found);
    }
    void catalogueReads() {
        QVERIFY(shippedCatalogue().motors.size() >= 6);
        LW_COMPARE_WITHIN(shippedCatalogue().beltPrice("5M", 375), 9, 0);
        LW_COMPARE_WITHIN(shippedCatalogue().pulleyPrice("5M", 40), 22, 0);
        QVERIFY(!readCsv("a,b\n1\n") && !readCsv("a\n\"open"));
    }

    void filesRoundTrip() {
        const auto p = demo();
        const auto textOnce = writeProject(p);
        const auto again = readProject(textOnce, "again");
        QVERIFY(again.has_value());
        QVERIFY(again->project == p);
        QVERIFY(again->notes.empty());
        QCOMPARE(writeProject(again->project), textOnce);
        auto odd = p;
        odd["mine"] = {{"anything", {1, 2, 3}}}; // unknown keys are kept
        QVERIFY(readProject(writeProject(odd), "odd")->project == odd);
    }
    void badFilesGetASentence_data() {
        QTest::addColumn<QByteArray>("content");
        QTest::addColumn<QString>("says");
        QTest::newRow("empty") << QByteArray("") << "empty";
        QTest::newRow("prose") << QByteArray("Dear friend,\nyour mill") << "not JSON";
        QTest::newRow("truncated")
            << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"axes\":{\"X\":{\"travel_mm\":{\"typed\":\"40")
            << "breaks off";
        QTest::newRow("foreign") << QByteArray("{\"widgets\":[1,2]}") << "not a Lathewright job";
        QTest::newRow("future") << QByteArray("{\"program\":\"lathewright\",\"format\":99}") << "newer";
        QTest::newRow("list") << QByteArray("[1,2,3]") << "not a Lathewright job";
        QTest::newRow("axes a list") << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"axes\":[]}") << "/axes";
        QTest::newRow("value a list")
            << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"axes\":{\"X\":{\"travel_mm\":[1]}}}")
            << "/axes/X/travel_mm";
        QTest::newRow("unknown choice")
            << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"axes\":{\"X\":{\"way\":\"butter\"}}}")
            << "butter";
        QTest::newRow("nested") << QByteArray(500, '[') << "nested";
    }
    void badFilesGetASentence() {
        QFETCH(QByteArray, content);
        QFETCH(QString, says);
        const auto r = readProject(content.toStdString(), "job.lathewright");
        QVERIFY(!r);
        const auto t = QString::fromStdString(r.error());
        QVERIFY2(t.startsWith(QStringLiteral("job.lathewright")) && t.contains(says) && t.endsWith(u'.'),
                 qPrintable(t));
    }
    void schemaShipsAsTheTableSaysIt() {
        QFile f(QStringLiteral(LW_SOURCE_DIR "/docs/lathewright.schema.json"));
        QVERIFY(f.open(QIODevice::ReadOnly));
        QCOMPARE(f.readAll().toStdString(), projectSchema());
        const auto schema = Json::parse(projectSchema());
        QVERIFY(schema["properties"]["axes"]["additionalProperties"]["properties"].contains("travel_mm"));
    }
    void everyFieldHasHelpUnitAndBounds() {
        for (const auto &f : fieldTable()) {
            const std::string name(f.pattern);
            QVERIFY2(!f.label.empty(), name.c_str());
            if (f.kind == FieldKind::Value) {
                QVERIFY2(f.most > f.least || f.dimension == Dimension::Count, name.c_str());
                QVERIFY2(unitInSi(f.unit, f.dimension).has_value(), name.c_str());
                if (name.rfind("parts/", 0) != 0) QVERIFY2(!f.help.empty(), name.c_str());
            }
            if (f.kind == FieldKind::Choice) QVERIFY2(choicesOf(f).size() >= 2, name.c_str());
        }
    }

    void commandLineSaysTheSame() {
        const QString cli = QStringLiteral(LW_BINARY_DIR "/lathewright-cli");
        auto run = [&](const QStringList &args, int code) {
            QProcess p;
            p.start(cli, args);
            const bool ended = p.waitForFinished(20000);
            const auto out = p.readAllStandardOutput();
            const auto err = p.readAllStandardError();
            if (!ended || p.exitCode() != code) qWarning() << args << p.exitCode() << err;
            return std::tuple{ended && p.exitCode() == code, out, err};
        };
        const QString job = QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright");
        const auto [ok, out, err] = run({QStringLiteral("evaluate"), job, QStringLiteral("--json")}, 1);
        QVERIFY(ok);
        QVERIFY(Json::parse(out.toStdString()) == Json::parse(resultJson(demo(), true).dump()));
        QTemporaryDir dir;
        auto file = [&](const QByteArray &content) {
            QFile f(dir.filePath(QStringLiteral("in.json")));
            if (!f.open(QIODevice::WriteOnly)) qFatal("temp");
            f.write(content);
            return f.fileName();
        };
        const auto [ok2, out2, err2] =
            run({QStringLiteral("calc"), QStringLiteral("trapezoid"), QStringLiteral("--in"),
                 file(R"({"distance_mm":300,"speed_mm_min":6000,"acceleration_m_s2":0.5,"deceleration_m_s2":0.8})")},
                0);
        QVERIFY(ok2 && err2.isEmpty());
        LW_COMPARE_WITHIN(Json::parse(out2.toStdString()).at("time_s").get<double>(), 3.1625, 1e-9);
        const auto [ok3, out3, err3] = run({QStringLiteral("calc"), QStringLiteral("trapezoid"), QStringLiteral("--in"),
                                            file(R"({"distance_mm":300})")},
                                           2);
        QVERIFY(ok3 && out3.isEmpty() && err3.contains("speed_mm_min"));
        const auto [ok4, out4, err4] =
            run({QStringLiteral("calc"), QStringLiteral("trapezoid"), QStringLiteral("--in"),
                 file(R"({"distance_mm":300,"speed_mm_min":6000,"acceleration_m_s2":50,"deceleration_m_s2":0.8})")},
                0);
        QVERIFY(ok4 && err4.contains("acceleration_m_s2"));
        QVERIFY(std::get<0>(run({QStringLiteral("evaluate"), file("not a job")}, 2)));
        QVERIFY(std::get<0>(run({QStringLiteral("calc"), QStringLiteral("no_such")}, 2)));
        QVERIFY(std::get<0>(run({QStringLiteral("nonsense")}, 2)));
        const auto [ok5, list, e5] = run({QStringLiteral("calc"), QStringLiteral("--list")}, 0);
        QVERIFY(ok5 && list.count('\n') >= 39);
        QVERIFY(std::get<1>(run({QStringLiteral("calc"), QStringLiteral("buckling"), QStringLiteral("--help")}, 0))
                    .contains("root_d_mm"));
        QVERIFY(std::get<1>(run({QStringLiteral("--version")}, 0)).contains("lathewright-cli"));
    }
};
LW_TEST(TestProof, "tst_proof")
#include "tst_proof.moc"
