// The duty: the cycle as blocks, every case at the motor, other metals, targets out of reach, the handwheel, a part
// program's demand on an axis; and the cutting and motion sums against published sources, named beside each (values
// from memory).
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "duty/handwheel.h"
#include "duty/motion.h"
#include "machine/alignment.h"
#include "proof/cycle.h"
#include "axis/other_metals.h"
#include "proof/program_report.h"
#include "proof/words/working.h"
#include <boost/math/quadrature/gauss_kronrod.hpp>
#include <sstream>

using namespace lw;
using Json = nlohmann::json;

namespace {
struct Read {
    AxisModel m;
    Evaluation e;
    explicit Read(const Json &job, const char *axis = "X") : m(readAxis(job, axis, "A")), e(prove(m)) {}
};
bool holdsWords(const std::string &text, const char *words) { return text.find(words) != std::string::npos; }
} // namespace

class TestDemand : public QObject {
    Q_OBJECT
private slots:
    // ---- the cycle
    void demoCycleByHand() {
        const Read r(demoJob());
        const auto c = cycleOf(r.m, r.e.state);
        QVERIFY(c.whole);
        QCOMPARE(c.blocks.size(), std::size_t(8));
        // a trapezoid takes s/v + v/a: 180 mm at 2500 mm/min and 0.3 m/s^2, 60 mm at 112, 160 and 168 mm/min
        const double v = 2.5 / 60, a = 0.3;
        LW_COMPARE_WITHIN(c.blocks[0].time, 0.180 / v + v / a, 1e-9);
        LW_COMPARE_WITHIN(c.blocks[1].time, 0.060 / (0.112 / 60) + 0.112 / 60 / a, 1e-9);
        LW_COMPARE_WITHIN(c.rapid, 2 * (0.180 / v + v / a) + 2 * (0.060 / v + v / a), 1e-9);
        LW_COMPARE_WITHIN(c.standing, 30, 1e-12);
        LW_COMPARE_WITHIN(c.total, c.cutting + c.rapid + c.standing, 1e-9);
        LW_COMPARE_WITHIN(std::fabs(c.blocks[1].axial), 605.0 + 1.3 * 131.4, 1.0);
        LW_COMPARE_WITHIN(c.blocks[1].torque, 1.05, 0.005);
        QVERIFY(c.peakTorque >= c.rmsTorque && c.rmsTorque > 0);
        // the RMS again, by adding up the squares of the blocks; ramps are short here
        double square = 0;
        for (const auto &b : c.blocks)
            square += b.torque * b.torque * b.time;
        LW_COMPARE_WITHIN(c.rmsTorque, std::sqrt(square / c.total), 0.02 * c.rmsTorque);
        // a moment in the roughing cut, half a second before its end
        const auto now = momentOfCycle(r.m, c, c.blocks[1].from + c.blocks[1].time - 0.5);
        QCOMPARE(now.block, 1);
        LW_COMPARE_WITHIN(now.screwRpm, 28, 0.01); // 112 mm/min on 4 mm
        // half way up a ramp the slide goes half as fast
        LW_COMPARE_WITHIN(momentOfCycle(r.m, c, c.blocks[0].ramp / 2).speed, v / 2, 1e-12);
        QCOMPARE(momentOfCycle(r.m, c, c.total + 1).block, -1);
    }
    void shortMovesNeverReachTheirSpeed() {
        auto job = demoJob();
        put(job, "/axes/X/duty/moves/01/length_mm", "2mm"); // v^2/a is 5.8 mm
        const Read r(job);
        const auto b = cycleOf(r.m, r.e.state).blocks[0];
        QVERIFY(!b.reaches);
        LW_COMPARE_WITHIN(b.speed, std::sqrt(0.002 * 0.3), 1e-9);
        LW_COMPARE_WITHIN(b.time, 2 * std::sqrt(0.002 / 0.3), 1e-9);
    }
    void unequalAndRoundedRamps() {
        auto job = demoJob();
        put(job, "/axes/X/targets/deceleration_m_s2", "0.6m/s2");
        const double v = 2.5 / 60;
        {
            const Read r(job);
            const auto b = cycleOf(r.m, r.e.state).blocks[0];
            LW_COMPARE_WITHIN(b.ramp, v / 0.3, 1e-12);
            LW_COMPARE_WITHIN(b.slow, v / 0.6, 1e-12);
            LW_COMPARE_WITHIN(b.time, 0.180 / v + v / 0.6 + v / 1.2, 1e-12); // s/v + v/2a + v/2d
        }
        setAt(job, "/axes/X/targets/deceleration_m_s2", nullptr);
        put(job, "/axes/X/targets/jerk_m_s3", "6");
        const Read straight(demoJob()), round(job);
        const auto b = cycleOf(round.m, round.e.state).blocks[0];
        LW_COMPARE_WITHIN(b.ramp, v / 0.3 + 0.3 / 6, 1e-12); // v/a + a/j
        LW_COMPARE_WITHIN(b.time, 0.180 / v + v / 0.3 + 0.3 / 6, 1e-12);
        // a round ramp pushes as hard, for longer at less: the RMS of a rapid alone falls
        for (auto *j : {&job}) {
            Json only = *j;
            Json flat = demoJob();
            for (auto *k : {&only, &flat})
                setAt(*k, "/axes/X/duty/moves", {{"01", {{"kind", "rapid"}, {"length_mm", typedValue("5mm")}}}});
            const Read a(only), c(flat);
            const auto rounded = cycleOf(a.m, a.e.state), plain = cycleOf(c.m, c.e.state);
            QVERIFY(rounded.rmsTorque < plain.rmsTorque);
            QVERIFY(rounded.total > plain.total);
            QVERIFY(rounded.peakTorque <= plain.peakTorque * (1 + 1e-9));
        }
    }
    void rakeTakesForceOff() {
        auto job = demoJob();
        const double before = Read(job).m.cuts[0].force.v;
        put(job, "/axes/X/duty/moves/02/rake_deg", "16deg"); // ten degrees over the table's six, 1.5 % each
        LW_COMPARE_WITHIN(Read(job).m.cuts[0].force.v / before, 0.85, 1e-9);
        put(job, "/axes/X/duty/moves/02/rake_deg", "6deg");
        LW_COMPARE_WITHIN(Read(job).m.cuts[0].force.v, before, 1e-9);
    }
    void everyCutEndsWhereTheSpindleStalls() {
        auto job = demoJob();
        const auto free = Read(job, "Z").m.cuts[0];
        QVERIFY(!free.capped);
        put(job, "/spindle/torque_max_Nm", "2Nm"); // the drill asks more
        const auto stalled = Read(job, "Z").m.cuts[0];
        QVERIFY(free.torque > 2 && stalled.capped);
        LW_COMPARE_WITHIN(stalled.torque, 2, 1e-12);
        LW_COMPARE_WITHIN(stalled.force.v, free.force.v * 2 / free.torque, 1e-6);
        LW_COMPARE_WITHIN(stalled.uncapped, free.force.v, 1e-9);
    }
    void whatIsMissingIsSaidPerBlock() {
        auto job = demoJob();
        setAt(job, "/axes/X/duty/moves/02/length_mm", nullptr);
        const Read r(job);
        const auto c = cycleOf(r.m, r.e.state);
        QVERIFY(!c.whole);
        QVERIFY(c.blocks[1].time != c.blocks[1].time);
        QVERIFY(holdsWords(c.blocks[1].missing, "type how far"));
        QVERIFY(c.total > 0);
    }
    void nothingTypedIsTheClassCycleAndAssumed() {
        auto job = bareJob("bench_mill", "X");
        const Read r(job);
        QCOMPARE(r.m.moves.size(), std::size_t(3));
        for (const auto &move : r.m.moves)
            QVERIFY(move.assumed && move.id.empty());
        const auto c = cycleOf(r.m, r.e.state);
        LW_COMPARE_WITHIN(c.cutting / c.rapid, 6, 0.05);
        LW_COMPARE_WITHIN(c.standing / c.rapid, 3, 0.05);
    }
    void everyCaseOfAnUprightAxis() {
        const Read r(demoJob(), "Z");
        const auto cases = demandCases(r.m, r.e.state);
        QStringList names;
        for (const auto &c : cases)
            names << QString::fromStdString(c.name);
        for (const char *name : {"Speed up, going up", "Brake, going down", "Hold still"})
            QVERIFY2(names.contains(QLatin1String(name)), name);
        const auto at = [&](const char *name) { return cases[std::size_t(names.indexOf(QLatin1String(name)))]; };
        QVERIFY(at("Speed up, going up").torque > at("Run up").torque);
        QVERIFY(at("Run up").torque > at("Brake, going up").torque);
        // holding: net weight times lead over 2 pi over the ratio, no friction credited: (38 g - 300) * 0.005 / 2 pi /
        // 2
        LW_COMPARE_WITHIN(std::fabs(at("Hold still").torque), (38 * 9.80665 - 300) * 0.005 / (2 * pi) / 2, 0.003);
        for (const auto &c : cases)
            QVERIFY(c.design > 0);
    }
    void slantedAxisCarriesItsShare() {
        auto job = demoJob();
        const Read upright(job, "Z");
        setAt(job, "/axes/Z/orientation", "slanted");
        const Read unknown(job, "Z");
        QCOMPARE(unknown.m.problems.size(), std::size_t(1)); // how steep? upright until then, the safe side
        LW_COMPARE_WITHIN(unknown.e.state.weightUnbalanced, upright.e.state.weightUnbalanced, 1e-9);
        put(job, "/axes/Z/incline_deg", "30deg");
        const Read slope(job, "Z");
        QVERIFY(slope.m.problems.empty());
        LW_COMPARE_WITHIN(slope.e.state.weightUnbalanced, 38 * 9.80665 * 0.5, 1e-9); // half the weight on 30 degrees
        LW_COMPARE_WITHIN(slope.e.state.netWeight, 38 * 9.80665 * 0.5 - 300, 1e-9);
        // workings still work out to what the evaluation has
        int steps = 0;
        for (const auto &f : slope.e.findings)
            if (!f.missing &&
                (f.id == "M8"_check || f.subject.at == Operating::Hold || f.subject.at == Operating::RapidUp))
                for (const auto &s : explain(slope.m, slope.e.state, f).steps)
                    if (const double again = recompute(s); again == again && s.result == s.result) {
                        LW_COMPARE_WITHIN(again, s.result, 1e-6 * std::max(1e-9, std::fabs(s.result)));
                        ++steps;
                    }
        QVERIFY(steps > 0);
    }
    void targetsOutOfReachAreNamed() {
        auto job = demoJob();
        QVERIFY(targetWarnings(Read(job).m, Read(job).e.state).empty());
        put(job, "/axes/X/targets/rapid_mm_min", "20000mm/min"); // v^2/a = 0.37 m of 0.4
        const Read fast(job);
        std::string all;
        for (const auto &w : targetWarnings(fast.m, fast.e.state))
            all += w;
        QVERIFY2(holdsWords(all, "hardly ever reached") && holdsWords(all, "10392"),
                 all.c_str());                         // sqrt(0.4 * 0.3 / 4)
        QVERIFY2(holdsWords(all, "kHz"), all.c_str()); // 20000/60 * 750 steps = 250 kHz of 100
    }
    // ---- the same cut elsewhere
    void otherMetalsKeepTheCut() {
        const Read r(demoJob());
        const auto metals = sameCutInOtherMetals(r.m.cuts[0]);
        QCOMPARE(metals.size(), std::size_t(6));
        double before = 0;
        for (const auto &o : metals) {
            QVERIFY(o.force >= before && o.low <= o.force && o.high >= o.force);
            before = o.force;
            // same chip: force goes with kc1.1 h^-mc, h = 0.0255 mm
            const double h = r.m.cuts[0].chip * 1e3,
                         own = r.m.cuts[0].material->kc11 * std::pow(h, -r.m.cuts[0].material->mc);
            LW_COMPARE_WITHIN(o.force / r.m.cuts[0].uncapped, o.material->kc11 * std::pow(h, -o.material->mc) / own,
                              1e-6);
            QCOMPARE(o.current, o.material->code == "mild_steel");
        }
        Cut none;
        QVERIFY(sameCutInOtherMetals(none).empty());
    }
    void turningSharesStayWhenTheMetalChanges() {
        auto job = bareJob("mid_lathe", "Z");
        for (const auto &[k, v] : {std::pair{"diameter_mm", "40mm"},
                                   {"depth_mm", "2mm"},
                                   {"feed_per_turn_mm", "0.2mm"},
                                   {"spindle_rpm", "500rpm"},
                                   {"length_mm", "80mm"},
                                   {"wear_factor", "1"}})
            put(job, std::string("/axes/Z/duty/moves/01/") + k, v);
        setAt(job, "/axes/Z/duty/moves/01/kind", "turning");
        setAt(job, "/axes/Z/duty/moves/01/material", "medium_carbon_steel");
        const auto cut = Read(job, "Z").m.cuts[0];
        // Kienzle's equation with C45 as the German table books print it (kc1.1 2220, mc 0.14): h 0.2, b 2 -> 1112 N;
        // feed 0.45 of it
        LW_COMPARE_WITHIN(cut.tangential, 2220 * std::pow(0.2, -0.14) * 2 * 0.2, 0.5);
        LW_COMPARE_WITHIN(cut.force.v, 0.45 * cut.tangential, 0.5);
        for (const auto &o : sameCutInOtherMetals(cut))
            if (o.current) LW_COMPARE_WITHIN(o.force, cut.uncapped, 1e-6);
    }
    // ---- the handwheel: what v = clicks x click x turns gives (worked by hand)
    void handwheelFeelByHand() {
        const auto f =
            handwheelFeel(millimetres(1), 100, millimetresPerMinute(3000), millimetres(400), millimetres(0.005));
        LW_COMPARE_WITHIN(inMillimetres(f->perDetent), 0.01, 1e-12);
        LW_COMPARE_WITHIN(f->fastestTurns, 50, 1e-9);
        LW_COMPARE_WITHIN(f->edgesAtFastest, 20000, 1e-6);
        LW_COMPARE_WITHIN(f->turnsForTravel, 400, 1e-9);
        LW_COMPARE_WITHIN(f->stepsPerDetent, 2, 1e-9);
        QVERIFY(!handwheelFeel(millimetres(0), 100, millimetresPerMinute(3000), millimetres(400), millimetres(0.005)));
        QVERIFY(!handwheelFeel(millimetres(1), -1, millimetresPerMinute(3000), millimetres(400), millimetres(0.005)));
        LW_COMPARE_WITHIN(followingFeed(millimetres(0.2), revolutionsPerMinute(500)).value() * 60e3, 100, 1e-9);
    }
    // ---- a part program on an axis
    void programDemandByHand() {
        const auto job = demoJob();
        const Read r(job);
        auto limits = programLimits(job);
        QVERIFY(limits.notes.empty());
        LW_COMPARE_WITHIN(limits.limits.axis[2].rapid * 60e3, 1500, 1e-6);
        std::istringstream in("G1 X100 F112\nX0\n");
        const auto duty = programDuty(in, 0, {}, limits.limits);
        const auto d = programDemand(r.m, r.e.state, duty, 0);
        LW_COMPARE_WITHIN(d.cut, 605, 0.5);
        // all the time feeding at 605 + 171, the ramps next to nothing
        LW_COMPARE_WITHIN(d.rmsForce, 776, 1.5);
        LW_COMPARE_WITHIN(d.rmsTorque, 776 * 0.004 / (2 * pi) / 1.5 / 0.34 / 0.96, 0.01);
        // an axis the program leaves alone rests; one that is not there borrows the slowest and says so
        LW_COMPARE_WITHIN(programDemand(Read(job, "Y").m, Read(job, "Y").e.state, duty, 1).rmsForce, 0, 1e-9);
        const auto alone = programLimits(bareJob("bench_mill", "X"));
        QCOMPARE(alone.notes.size(), std::size_t(2));
        QVERIFY(holdsWords(alone.notes[0], "assumption"));
        QCOMPARE(programLimits(Json::object()).notes.size(), std::size_t(3));
        const auto j = programJson(duty, limits.limits);
        LW_COMPARE_WITHIN(j["time_s"].get<double>(), duty.time, 1e-12);
        QCOMPARE(j["axes"]["X"]["reversals"].get<int>(), 1);
        QVERIFY(holdsWords(programSentence(duty), "2 moves"));
        QCOMPARE(spanText(200), std::string("3 min 20 s"));
        QCOMPARE(spanText(7320), std::string("2 h 2 min"));
    }
    void demoProgramShips() {
        QFile f(QStringLiteral(LW_SOURCE_DIR "/data/demo/mounting-plate.nc"));
        QVERIFY(f.open(QIODevice::ReadOnly));
        std::istringstream in(f.readAll().toStdString());
        const auto d = programDuty(in, 0, {}, programLimits(demoJob()).limits);
        QCOMPARE(d.text.skippedCount, 3); // tool length, cutter radius, a subprogram: said, not guessed
        QVERIFY(d.text.timeOpen && holdsWords(programSentence(d), "the time is a least one"));
        LW_COMPARE_WITHIN(d.axis[0].most, 0.070, 1e-9);
        QVERIFY(d.cutting > 0.9 * d.time);
    }

    // ---- published
    void coarseThreadDepths_data() {
        // DIN 13-1, coarse series, minor diameter d3 of the external thread; its depth (d - d3)/2 is ISO 68-1's 0.61343
        // P
        QTest::addColumn<double>("d");
        QTest::addColumn<double>("pitch");
        QTest::addColumn<double>("d3");
        QTest::newRow("DIN 13-1 M6") << 6.0 << 1.0 << 4.773;
        QTest::newRow("DIN 13-1 M8") << 8.0 << 1.25 << 6.466;
        QTest::newRow("DIN 13-1 M10") << 10.0 << 1.5 << 8.160;
        QTest::newRow("DIN 13-1 M12") << 12.0 << 1.75 << 9.853;
        QTest::newRow("DIN 13-1 M16") << 16.0 << 2.0 << 13.546;
        QTest::newRow("DIN 13-1 M20") << 20.0 << 2.5 << 16.933;
    }
    void coarseThreadDepths() {
        QFETCH(double, d);
        QFETCH(double, pitch);
        QFETCH(double, d3);
        const auto t = threadForces({millimetres(pitch), 1, 10, megapascals(1780), 0.17});
        LW_COMPARE_WITHIN(inMillimetres(t->depth), (d - d3) / 2, 0.001);
        // equal chip area: the section of a 60 degree vee grows with the square of its depth
        const double half = inMillimetres(threadDepthAfter(millimetres(pitch), 5, 10)) / inMillimetres(t->depth);
        LW_COMPARE_WITHIN(half * half, 0.5, 1e-9);
    }
    void specificEnergy_data() {
        // Groover, Fundamentals of Modern Manufacturing, specific energy at 0.25 mm chip, J/mm^3, as printed (from
        // memory): carbon steel 150-200 HB 1.6, 201-250 2.2, 251-300 2.8; alloy steel 251-300 2.8, 301-350 3.6;
        // stainless 150-250 2.8; cast iron 125-175 1.1, 175-250 1.6. A material stands between the two rows its usual
        // hardness lies between; the tables of cutting force themselves differ by 5 % and more.
        QTest::addColumn<QString>("material");
        QTest::addColumn<double>("low");
        QTest::addColumn<double>("high");
        QTest::newRow("Groover: carbon steel, 150-200 and 201-250 HB") << "mild_steel" << 1.6 << 2.2;
        QTest::newRow("Groover: carbon steel, 201-250 and 251-300 HB") << "medium_carbon_steel" << 2.2 << 2.8;
        QTest::newRow("Groover: alloy steel, 251-300 and 301-350 HB") << "alloy_steel" << 2.8 << 3.6;
        QTest::newRow("Groover: stainless, 150-250 HB") << "stainless" << 2.8 << 2.8;
        QTest::newRow("Groover: cast iron, 125-175 and 175-250 HB") << "grey_iron" << 1.1 << 1.6;
    }
    void specificEnergy() {
        QFETCH(QString, material);
        QFETCH(double, low);
        QFETCH(double, high);
        const auto *c = cutMaterial(material.toStdString());
        QVERIFY(c);
        // the energy of a cubic millimetre by our own turning: power over removal, edge square, chip 0.25 mm
        TurningCut cut{millimetres(2), millimetres(0.25), radians(pi / 2), megapascals(c->kc11), c->mc};
        cut.wear = cut.toolSpeed = 1;
        const double energy = turningForces(cut)->main.value() / (2e-3 * 0.25e-3) * 1e-9; // N over mm^2 is J/cm^3
        constexpr double tables = 0.05;
        QVERIFY2(energy >= low * (1 - tables) && energy <= high * (1 + tables), qPrintable(QString::number(energy)));
    }
    void drillThrustAndTorque() {
        // Machinery's Handbook, thrust and torque of drilling: 1/2 in drill, 0.008 in a turn, steel of 200 HB (Kd 24
        // 000 in its inch form, Ff 0.021, FT 0.574, FM 0.287, chisel factors A 1.085, B 1.355, J 0.030): 964 lbf and
        // 157 lbf in
        DrillCut c;
        c.drill = millimetres(12.7);
        c.feedPerTurn = millimetres(0.2032);
        const auto *c45 = cutMaterial("medium_carbon_steel"); // normalised it has about 200 HB (common practice)
        c.kc11 = megapascals(c45->kc11);
        c.mc = c45->mc;
        c.wear = 1;
        const auto f = drillForces(c);
        const double thrust = (2 * 24000 * 0.021 * 0.574 * 1.355 + 24000 * 0.25 * 0.030) * 4.448222,
                     torque = 24000 * 0.021 * 0.287 * 1.085 * 0.1129848;
        LW_COMPARE_WITHIN(f->thrust.value(), thrust, 0.10 * thrust);
        LW_COMPARE_WITHIN(f->torque.value(), torque, 0.10 * torque);
    }
    void meanChipOfASlot() {
        // Altintas, Manufacturing Automation: mean chip c (cos phi_st - cos phi_ex)/(phi_ex - phi_st); slotting 0..pi:
        // 2 c / pi
        MillingCut c;
        c.cutter = c.width = millimetres(12);
        c.depth = millimetres(3);
        c.feedPerTooth = millimetres(0.05);
        c.teeth = 4;
        c.kc11 = megapascals(1780);
        c.mc = 0.17;
        LW_COMPARE_WITHIN(inMillimetres(millingForces(c)->chip), 2 * 0.05 / pi, 1e-9);
        c.width = millimetres(6); // half: 0..pi/2, the same mean
        LW_COMPARE_WITHIN(inMillimetres(millingForces(c)->chip), 2 * 0.05 / pi, 1e-9);
    }
    void jerkLimitedRamp() {
        // Biagiotti and Melchiorri, Trajectory Planning, double-S example (0 to 10, v 5, a 10, j 30): the run-down from
        // 5 to rest takes 0.8333 with jerk phases of 0.3333
        const auto s = scurveMove(metres(10), fromSi<Speed>(5), fromSi<Acceleration>(10), fromSi<Jerk>(30));
        QCOMPARE(s->kind, ScurveCase::Cruise);
        LW_COMPARE_WITHIN(s->toSpeed.value(), 0.8333, 5e-5);
        LW_COMPARE_WITHIN(s->jerkTime.value(), 0.3333, 5e-5);
        // area of the speed diagram: 10 = 5 (T - 0.8333)
        LW_COMPARE_WITHIN(s->time.value(), 10.0 / 5 + 0.8333, 1e-4);
        // bang-bang, as every robotics text has it: T = 2 sqrt(h/a)
        LW_COMPARE_WITHIN(
            trapezoidMove(metres(0.09), fromSi<Speed>(10), fromSi<Acceleration>(1), fromSi<Acceleration>(1))
                ->time.value(),
            0.6, 1e-12);
    }
    void rmsOfAScrewTakingTurns() {
        // definition in every drives text: sqrt(sum T^2 t / sum t); 10 N m 2 s, 4 N m 5 s, -8 N m 1 s, 0 for 2 s
        // -> 5.865
        const std::vector<DutySegment> s{{newtonMetres(10), newtonMetres(10), {}, {}, seconds(2)},
                                         {newtonMetres(4), newtonMetres(4), {}, {}, seconds(5)},
                                         {newtonMetres(-8), newtonMetres(-8), {}, {}, seconds(1)},
                                         {{}, {}, {}, {}, seconds(2)}};
        LW_COMPARE_WITHIN(dutyLoad(s)->rms.value(), 5.865, 5e-4);
        // a ramp, integrated by a general-purpose library
        const std::vector<DutySegment> ramp{{newtonMetres(-1), newtonMetres(3), {}, {}, seconds(2)}};
        const double square = boost::math::quadrature::gauss_kronrod<double, 31>::integrate(
            [](double t) { return (-1 + 2 * t) * (-1 + 2 * t); }, 0.0, 2.0);
        LW_COMPARE_WITHIN(dutyLoad(ramp)->rms.value(), std::sqrt(square / 2), 1e-9);
    }
    void sideLoadOnTheNut() {
        // Castigliano by quadrature: deflection at the nut = integral of M m / EI along the screw; a nut that can tilt
        // leaves the end free, one held square adds the moment that keeps its slope at nothing, found from the two
        // unit-load integrals
        const double E = 206e9, a = 0.080, d = 0.05e-3, EI = E * pi * std::pow(0.0155, 4) / 64;
        using G = boost::math::quadrature::gauss_kronrod<double, 31>;
        const double ff = G::integrate([&](double x) { return (a - x) * (a - x) / EI; }, 0.0, a),
                     fm = G::integrate([&](double x) { return (a - x) / EI; }, 0.0, a),
                     mm = G::integrate([&](double) { return 1 / EI; }, 0.0, a);
        const auto f = nutSideLoad(millimetres(15.5), fromSi<Pressure>(E), metres(a), metres(d));
        LW_COMPARE_WITHIN(f->hinged.value(), d / ff, 1e-6 * d / ff);
        LW_COMPARE_WITHIN(f->rigid.value(), d / (ff - fm * fm / mm), 1e-6 * d / ff);
    }
    /// A part program's torque: what turns with the motor is turned with no loss in between. Rapids there and back with
    /// nothing to rub and an endless mass of rotor: RMS torque is J alpha, whatever the screw's efficiency.
    void programTorqueOfTheRotor() {
        auto job = bareJob("bench_mill", "X");
        put(job, "/axes/X/survey/moving_mass/1/mass_kg", "0.2kg");
        put(job, "/axes/X/survey/pull/readings/1/away_N", "1N");
        put(job, "/axes/X/duty/moves/1/force_N", "5N");
        setAt(job, "/axes/X/duty/moves/1/kind", "force");
        setAt(job, "/axes/X/designs/A/screw/thread", "Tr20x4");
        for (const auto &[key, typed] : {std::pair{"motor/holding_torque_Nm", "3N m"},
                                         {"motor/rated_current_A", "4.2A"},
                                         {"motor/resistance_ohm", "0.7ohm"},
                                         {"motor/inductance_mH", "2.6mH"},
                                         {"motor/rotor_inertia_kgm2", "20000 g cm2"},
                                         {"fixed_end/drag_Nm", "0N m"}})
            put(job, std::string("/axes/X/designs/A/") + key, typed);
        put(job, "/supplies/X-A/voltage_V", "48V");
        std::istringstream in("G0 X50\nG0 X0\n");
        const auto duty = programDuty(in, 0, {}, programLimits(job).limits);
        for (const char *eta : {"0.3", "0.9"}) {
            put(job, "/axes/X/designs/A/screw/efficiency", eta);
            const auto d = *programDemands(job, duty)[0];
            const double rms = std::sqrt(duty.axis[0].squareAccel / duty.time), rotor = 2e-3 * rms / (0.004 / (2 * pi));
            LW_COMPARE_WITHIN(d.rmsTorque, rotor, 0.02 * rotor);
        }
    }
    void tailstockSetOver() {
        // Machinery's Handbook, taper turning: set-over = taper per foot x length over 24: 0.6 in a foot on 12 in ->
        // 0.300 in
        const auto b = testBar(metres(0.0254), metres(1.05 * 0.0254), metres(0.0254), metres(12 * 0.0254));
        LW_COMPARE_WITHIN(std::fabs(b->moveTailstock->value()) / 0.0254, 0.300, 1e-9);
        LW_COMPARE_WITHIN(b->taper * 12, 0.6, 1e-9);
    }
    void hollowOfATiltedFaceMill() {
        // from the circle itself: points of a tilted rim seen along the feed, across a strip as wide as 50 of 63 mm
        const double r = 31.5e-3, tilt = 0.05 / 200, w = 50e-3;
        const auto h = headTram(millimetres(0.05), millimetres(200), millimetres(63), millimetres(50));
        const auto height = [&](double x) { return std::sqrt(r * r - x * x) * std::sin(std::atan(tilt)); };
        LW_COMPARE_WITHIN(h->dish.value(), height(0) - height(w / 2), 1e-12);
    }
    void grindingPower() {
        // Malkin and Guo, Grinding Technology: energy times removal is power; 40 J/mm^3 on 0.01 x 10 mm at 12 m/min is
        // 800 W, over a wheel at 25 m/s 32 N
        const auto g =
            grindingForces(millimetres(0.01), millimetres(10), fromSi<Speed>(0.2), 40e9, fromSi<Speed>(25), 0.4);
        LW_COMPARE_WITHIN(g->power.value(), 800, 1e-6);
        LW_COMPARE_WITHIN(g->tangential.value(), 32, 1e-9);
        LW_COMPARE_WITHIN(g->normal.value(), 80, 1e-9);
    }
    void tapTorqueOfTheTrade() {
        // common practice: an M10 tap in mild steel takes about 10 to 15 N m with a usual edge, an M6 about a fifth
        const double kc = 1780 * std::pow(0.05, -0.17);
        const double m10 = tapTorque(millimetres(1.5), millimetres(10), megapascals(kc), 1.3)->value(),
                     m6 = tapTorque(millimetres(1), millimetres(6), megapascals(kc), 1.3)->value();
        QVERIFY2(m10 > 8 && m10 < 15, qPrintable(QString::number(m10)));
        LW_COMPARE_WITHIN(m6 / m10, 6.0 / 22.5, 1e-9);
    }
};

LW_TEST(TestDemand, "tst_demand")
#include "tst_demand.moc"
