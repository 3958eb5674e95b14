// Kinds of stage beside toothed belts, the shaft between two of them, a carriage on a rack: against other routes.
#include "test_list.h"
#include "compare.h"
#include "drive/layshaft.h"
#include "drive/reducers.h"
#include "drive/ribbed_belt.h"
#include "proof/bearing_fits.h"
#include "proof/cycle.h"
#include "proof/screw_plan.h"
#include "proof/words/narrate.h"
#include "rare_jobs.h"
#include <cmath>
#include <random>

using namespace lw;
using Json = nlohmann::json;

class TestStages : public QObject {
    Q_OBJECT
private:
    static Evaluation proved(const Json &job, const char *axis) { return prove(readAxis(job, axis, "A")); }
    static const Finding *rowOf(const Evaluation &e, std::string_view code, std::string_view title, int side = -2) {
        for (const auto &f : e.findings)
            if (f.check->code == code && f.check->title == title && (side == -2 || f.subject.side == side)) return &f;
        return nullptr;
    }
    /// Deflection of a shaft in two bearings under one pull, by integrating its curvature: two runs with another slope
    /// at the left end, then the mix of both that is straight on both bearings.
    static double bentAt(double EI, double L, double x, double F, double at) {
        const double left = std::min(0.0, x), R0 = F * (1 - x / L), R1 = F * x / L;
        // steps so small that the middle of each stands for it: exact to the square of a step
        const auto run = [&](double slope, double to) {
            constexpr int n = 4000;
            const double dz = (to - left) / n;
            double y = 0;
            for (int k = 0; k < n; ++k) {
                const double z = left + (k + 0.5) * dz;
                const double M = (z > 0 ? R0 * z : 0) + (z > L ? R1 * (z - L) : 0) - (z > x ? F * (z - x) : 0);
                y += dz * (slope + M / EI * dz / 2);
                slope += M / EI * dz;
            }
            return y;
        };
        // y(0) and y(L) shall be nothing: y = run + c + slope * (z - left)
        const double y0 = left < 0 ? run(0, 0) : 0, yL = run(0, L), slope = -(yL - y0) / L, c = -y0 + slope * left;
        return run(0, at) + c + slope * (at - left);
    }

private slots:
    /// A worm's efficiency and lead angle give its friction back: eta = tan(l)/tan(l + rho), self-locking from l = rho
    /// on, where no more than half of the power comes through (any textbook of machine elements, from memory).
    void aWormsFrictionComesOutOfItsEfficiency() {
        for (const double lead : {2.0, 4.574, 11.31, 20.0})
            for (const double friction : {1.5, 3.0, 6.0}) {
                const double l = lead * pi / 180, rho = friction * pi / 180;
                Reducer r;
                r.kindCode = "worm";
                r.lead = {l, Standing::Stated};
                r.efficiency = {std::tan(l) / std::tan(l + rho), Standing::Stated};
                LW_COMPARE_WITHIN(r.frictionAngle(), rho, 1e-12);
                if (lead < friction) QVERIFY(r.efficiency.v < 0.5); // it locks
            }
        Reducer planetary;
        planetary.kindCode = "planetary";
        planetary.lead = {0.1, Standing::Stated};
        QVERIFY(!(planetary.frictionAngle() == planetary.frictionAngle()));
    }
    /// Source: its curvature stepped through twice; and the overhanging beam of Shigley's table of beams
    /// (simple supports, overhanging load), F a^2 (L + a) / (3 E I), from memory.
    void aPulledShaftBendsAsItsCurvatureSays() {
        std::mt19937 random(7);
        const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
        for (int k = 0; k < 60; ++k) {
            const double d = between(6e-3, 25e-3), L = between(20e-3, 120e-3), EI = 206e9 * pi * std::pow(d, 4) / 64;
            const double x = k % 3 == 0   ? -between(5e-3, 40e-3)
                             : k % 3 == 1 ? between(0.1, 0.9) * L
                                          : L + between(5e-3, 40e-3);
            const double F = between(50, 900);
            const SidePull one[] = {{newtons(F), metres(x)}};
            const auto bent = pulledShaft(metres(d), metres(L), one, newtonMetres(0));
            QVERIFY(bent);
            const double expected = std::fabs(bentAt(EI, L, x, F, x));
            LW_COMPARE_WITHIN(bent->bend[0].value(), expected, 2e-3 * expected);
            const double a = x < 0 ? -x : x > L ? x - L : 0;
            if (a > 0) {
                LW_COMPARE_WITHIN(bent->bend[0].value(), F * a * a * (L + a) / (3 * EI), 1e-12);
                LW_COMPARE_WITHIN(bent->moment.value(), F * a, 1e-9);
            }
            // bearings carry the pull: their forces and moments balance
            const double near = bent->first.value(), far = bent->second.value();
            LW_COMPARE_WITHIN(a > 0 ? std::fabs(near - far) : near + far, F, 1e-9 * F);
        }
    }
    void twoPullsAddAsIfTheyPulledOneWay() {
        const SidePull both[] = {{newtons(300), metres(-14e-3)}, {newtons(500), metres(54e-3)}};
        const auto all = pulledShaft(metres(12e-3), metres(40e-3), both, newtonMetres(3));
        const auto a = pulledShaft(metres(12e-3), metres(40e-3), {both, 1}, newtonMetres(0)),
                   b = pulledShaft(metres(12e-3), metres(40e-3), {both + 1, 1}, newtonMetres(0));
        QVERIFY(all && a && b);
        LW_COMPARE_WITHIN(all->first.value(), a->first.value() + b->first.value(), 1e-9);
        QVERIFY(all->moment.value() >= std::max(a->moment.value(), b->moment.value()));
        // 32 M / pi d^3 and 16 T / pi d^3 as von Mises has them
        const double s = 32 * all->moment.value() / (pi * std::pow(12e-3, 3)), t = 16 * 3 / (pi * std::pow(12e-3, 3));
        LW_COMPARE_WITHIN(all->combined.value(), std::sqrt(s * s + 3 * t * t), 1);
    }
    /// A chain of belt and gears: the motor's torque is the screw's over both ratios and both losses.
    void gearsReduceBehindABelt() {
        const auto job = twoStageJob();
        const auto m = readAxis(job, "X", "A");
        const auto e = prove(m);
        QVERIFY(m.stages.size() == 2 && m.stageAs<Gears>(1));
        const double i1 = m.stageAs<ToothedBelt>(0)->ratio();
        QVERIFY((m.stageAs<Gears>(1)->reduction() == Fraction{3, 2}));
        LW_COMPARE_WITHIN(e.state.ratio(), i1 * 1.5, 1e-12);
        for (const auto &p : e.state.points)
            if (p.kind == Operating::Cutting)
                LW_COMPARE_WITHIN(p.demand, p.screwTorque / (i1 * 1.5 * 0.96 * 0.97), 1e-9);
        // play by the involutes, the centres 0.03 mm wide: 2 e tan 20 over the pitch radius, to a hundredth
        const auto *play = rowOf(e, "TR-19", "Play of the gears");
        QVERIFY(play);
        LW_COMPARE_WITHIN(play->demand, 2 * 0.03e-3 * std::tan(pi / 9) / 27e-3, 0.01 * play->demand);
        QCOMPARE(play->verdict, Verdict::NotKnown); // on a guess of the centres nothing holds
        // that play is lost at the slide, its share of the lead
        const double stiff = lostMotion(newtons(e.state.friction), e.state.stiffness.total, metres(0)).value();
        LW_COMPARE_WITHIN(e.state.lostMotion, e.state.playStays + stiff + play->demand * m.lead.v / (2 * pi), 1e-12);
        // what goes on pushes the layshaft by the flank's angle
        const double Ft = e.state.stageWork<Gears>(1)->force;
        LW_COMPARE_WITHIN(e.state.stages[1].figures.sideways.value(), Ft / std::cos(pi / 9), 1e-9);
        LW_COMPARE_WITHIN(Ft, e.state.peakStatic * i1 * 0.96 / 18e-3, 1e-6);
    }
    void gearsSetTooCloseBind() {
        auto job = twoStageJob();
        put(job, "/axes/X/designs/A/stages/2/centre_mm", "44.9mm");
        const auto e = proved(job, "X");
        const auto *f = rowOf(e, "TR-19", "Play of the gears");
        QVERIFY(f && f->verdict == Verdict::Fails && f->demand < 0);
        QCOMPARE(sentenceOf(readAxis(job, "X", "A"), e.state, *f), std::string("So close the teeth bind."));
        // and what was clocked goes before what a rule says of the centres
        put(job, "/axes/X/designs/A/stages/2/play_arcmin", "2");
        const auto clocked = proved(job, "X");
        QCOMPARE(rowOf(clocked, "TR-19", "Play of the gears")->verdict, Verdict::Holds);
    }
    /// A gear or a ribbed belt on the motor pulls its shaft as a toothed belt does.
    void whateverSitsOnTheMotorPullsIt() {
        auto geared = twoStageJob();
        setAt(geared, "/axes/X/designs/A/stage_order", {"2"});
        setAt(geared, "/axes/X/designs/A/stages/1", nullptr);
        for (const auto &job : {geared, ribbedJob()}) {
            const auto e = proved(job, "X");
            const auto *f = rowOf(e, "TR-14", "Pull on the motor shaft");
            QVERIFY(f);
            LW_COMPARE_WITHIN(f->demand, e.state.stages[0].figures.sideways.value(), 1e-9);
            QVERIFY(f->demand > 50);
        }
    }
    void aLayshaftNobodyMeasuredAsks() {
        auto job = twoStageJob();
        setAt(job, "/axes/X/designs/A/stages/1/shaft", nullptr);
        const auto e = proved(job, "X");
        for (const auto &[code, title] : {std::pair{"TR-37", "Bearings of the layshaft"},
                                          {"TR-15", "Stress in the layshaft"},
                                          {"TR-16", "Layshaft bends"},
                                          {"TR-38", "Life of the layshaft's bearings"}}) {
            const auto *f = rowOf(e, code, title);
            QVERIFY2(f && f->verdict == Verdict::NotKnown, title);
            const auto said = sentenceOf(readAxis(job, "X", "A"), e.state, *f);
            QVERIFY2(said.find("bearings are apart") != std::string::npos, said.c_str());
        }
        // a coupling between leaves no shaft of its own
        for (const auto &f : proved(demoJob(), "X").findings)
            QVERIFY(f.check->part != Part::Layshaft);
    }
    /// An open belt's length by walking along it: two arcs and two tangents, as polygons of many corners.
    void aRibbedBeltsCentresByItsLength() {
        std::mt19937 random(11);
        for (int k = 0; k < 40; ++k) {
            const auto between = [&](double a, double b) {
                return std::uniform_real_distribution<double>(a, b)(random);
            };
            const double r1 = between(0.01, 0.06), r2 = between(0.01, 0.12), C = r1 + r2 + between(0.01, 0.4);
            // support function of both circles, the greater of the two, all the way round: the hull's perimeter
            double length = 0;
            const int n = 200000;
            for (int i = 0; i < n; ++i) {
                const double a = 2 * pi * (i + 0.5) / n;
                length += std::max(r1, r2 + C * std::cos(a)) * 2 * pi / n;
            }
            const auto centre = centreOfBelt(metres(2 * r1), metres(2 * r2), metres(length));
            QVERIFY(centre);
            LW_COMPARE_WITHIN(centre->value(), C, 1e-6);
        }
        QVERIFY(!centreOfBelt(millimetres(100), millimetres(100), millimetres(500)));
    }
    /// One turn of the pinion moves the carriage by as many pitches as it has teeth; a push on it is a torque at the
    /// pitch radius.
    void aCarriageOnARack() {
        const auto job = rackJob();
        const auto m = readAxis(job, "Z", "A");
        QVERIFY(m.rack() && m.wheel() && !m.keepsScrew);
        LW_COMPARE_WITHIN(m.lead.v, pi * 1.5e-3 * 18, 1e-12);
        const auto e = prove(m);
        const auto &p = e.state.points.back();
        LW_COMPARE_WITHIN(p.screwTorque, p.axial * 13.5e-3 / m.efficiency.v + m.bearingDrag.v, 1e-3 * p.screwTorque);
        // stall: the motor's torque at the pinion over its radius
        LW_COMPARE_WITHIN(e.state.stallThrust,
                          e.state.peakStatic * e.state.ratio() * forwardOf(e.state.chain.stages) * m.efficiency.v /
                              13.5e-3,
                          1e-6 * e.state.stallThrust);
        // Lewis, pinion of 18: Y = pi (0.154 - 0.912/18), from memory 0.3246
        const auto *pinion = rowOf(e, "TR-20", "Teeth of pinion and rack", 0),
                   *rack = rowOf(e, "TR-20", "Teeth of pinion and rack", 1);
        QVERIFY(pinion && rack);
        const double v = 6.1 / (6.1 + m.rapid.v);
        LW_COMPARE_WITHIN(pinion->demand,
                          std::max(e.state.stallThrust, e.state.maxAxial) / (v * 15e-3 * 1.5e-3 * 0.3246),
                          1e-3 * pinion->demand);
        QVERIFY(rack->demand < pinion->demand); // a wheel without end
        LW_COMPARE_WITHIN(rack->capacity, 45e6, 1);
        // play typed at the rack is lost at reversal, with what the belt winds up
        const auto *lost = rowOf(e, "B9", "Lost motion");
        QVERIFY(lost);
        LW_COMPARE_WITHIN(lost->demand, 0.05e-3 + e.state.springLoss, 1e-12);
        auto loose = job;
        put(loose, "/axes/Z/designs/A/rack/play_mm", "0.2mm");
        LW_COMPARE_WITHIN(rowOf(proved(loose, "Z"), "B9", "Lost motion")->demand, lost->demand + 0.15e-3, 1e-12);
    }
    void aRackKeepsWhatWasMeasuredOnTheOldOne() {
        auto job = rackJob();
        setAt(job, "/axes/Z/designs/A/screw/kept", "yes");
        setAt(job, "/axes/Z/survey/lead", nullptr);
        setAt(job, "/axes/Z/survey/handle", nullptr);
        setAt(job, "/axes/Z/survey/pull/travel_per_turn_mm", nullptr);
        put(job, "/axes/Z/survey/lead/measured_travel_mm", "848mm"); // ten turns by a rule: 1.5 x 18 x pi = 84.82
        const auto m = readAxis(job, "Z", "A");
        QVERIFY(m.keepsScrew);
        LW_COMPARE_WITHIN(m.lead.v, pi * 27e-3, 1e-12);              // they agree: the teeth are exact
        put(job, "/axes/Z/survey/lead/measured_travel_mm", "500mm"); // they do not: what was measured counts
        LW_COMPARE_WITHIN(readAxis(job, "Z", "A").lead.v, 50e-3, 1e-12);
    }
    /// The cycle's mean torque at a strain-wave by stepping through the cycle in time.
    void aStrainWavesMeanByTime() {
        const auto job = strainWaveJob();
        const auto m = readAxis(job, "B", "A");
        const auto e = prove(m);
        const auto duty = stageDutyOf(m, e.state, 1);
        QVERIFY(duty);
        const auto mean = reducerMean(*duty);
        double cubes = 0, turns = 0, time = 0;
        const double J = m.mass.v, drag = m.pull.v + m.stageAs<Reducer>(1)->drag.v, uneven = m.rotary()->unbalance;
        const double a = m.acceleration.v;
        for (const auto &move : m.moves) {
            if (move.kind == MoveKind::Stand) {
                time += move.time.v;
                continue;
            }
            const double way = move.length.v, top = std::min(move.speed.v, std::sqrt(way * a)), up = top / a;
            const double all = way / top + up, cut = move.cut >= 0 ? e.state.rotary.cut : 0;
            const int n = 200000;
            for (int i = 0; i < n; ++i) {
                const double t = all * (i + 0.5) / n, dt = all / n;
                const bool rising = t<up, falling = t> all - up;
                const double w = rising ? a * t : falling ? a * (all - t) : top;
                const double T = drag + uneven + cut + (rising ? J * a : falling ? -J * a : 0);
                cubes += 51 * w * dt * std::pow(std::fabs(T), 3);
                turns += 51 * w * dt;
            }
            time += all;
        }
        LW_COMPARE_WITHIN(mean.input.value(), turns / time, 1e-4 * mean.input.value());
        LW_COMPARE_WITHIN(mean.torque.value(), std::cbrt(cubes / turns), 1e-4 * mean.torque.value());
        // life by the cube: half the rating lasts an eighth
        const auto *life = rowOf(e, "TR-26", "Life of the strain-wave");
        auto half = job;
        put(half, "/axes/B/designs/A/stages/2/torque_Nm", "8Nm");
        LW_COMPARE_WITHIN(rowOf(proved(half, "B"), "TR-26", "Life of the strain-wave")->capacity, life->capacity / 8,
                          1e-9 * life->capacity);
    }
    /// Size 17 of 51:1 gives 8100 N m/rad up to 3.9 N m, then 11 000: as stiff as a chord at the torque of the cut.
    void aStrainWaveIsAsStiffAsItsLoadMakesIt() {
        auto job = strainWaveJob();
        const auto stiffness = [&](const char *force) {
            put(job, "/axes/B/rotary/force_N", force);
            return proved(job, "B").state.chain.stages[1].stiffness.value();
        };
        LW_COMPARE_WITHIN(stiffness("20N"), 8100, 1e-6); // well below the knee
        auto m = readAxis(job, "B", "A");
        const double soft = stiffness("60N"), hard = stiffness("250N");
        QVERIFY(soft >= 8100 - 1e-6 && hard > soft && hard < 11000);
        m = readAxis(job, "B", "A");
        const double T = tableHolds(m);
        LW_COMPARE_WITHIN(hard, T / (3.9 / 8100 + (T - 3.9) / 11000), 1e-6);
        // a sheet goes before the size
        put(job, "/axes/B/designs/A/stages/2/stiffness_Nm_rad", "9000Nm/rad");
        QCOMPARE(proved(job, "B").state.chain.stages[1].stiffness.value(), 9000.0);
    }
    /// Along the travel the screw is the same springs as in the proof: at the far end to the last digit, stiffer
    /// before.
    void aScrewAlongItsTravel() {
        const auto job = demoJob();
        const auto m = readAxis(job, "X", "A");
        const auto e = evaluate(m);
        const auto plan = screwPlan(m, e.state);
        QVERIFY(plan.missing.empty());
        QCOMPARE(plan.places.size(), std::size_t(41));
        LW_COMPARE_WITHIN(plan.places.back().stiffness, e.state.stiffness.total.value(), 1e-6);
        LW_COMPARE_WITHIN(plan.places.back().buckles, e.state.buckling.allowed.value(), 1e-6);
        for (std::size_t k = 1; k < plan.places.size(); ++k)
            QVERIFY(plan.places[k].stiffness < plan.places[k - 1].stiffness);
        LW_COMPARE_WITHIN(plan.nutFar - plan.nutNear, m.travel.v, 1e-12);
        // springs in series by hand, nut in the middle: screw as a bar, bearing, nut, bracket, twist and drive
        const auto &middle = plan.places[20];
        const auto &screw = m.screw();
        const double A = pi / 4 * std::pow(screw.root.v, 2), J = pi / 32 * std::pow(screw.root.v, 4);
        const double l = m.lead.v / (2 * pi);
        const double softness = middle.at / (206e9 * A) + 1 / screw.bearingStiffness.v + 1 / screw.nutStiffness.v +
                                1 / screw.bracket.v + l * l * middle.at / (80e9 * J) + l * l / e.state.driveStiffness;
        LW_COMPARE_WITHIN(middle.stiffness, 1 / softness, 1e-3 * middle.stiffness);
        // what is ordered is the sum of its pieces; the spare thread stops it from rapid
        double sum = 0;
        for (const auto &piece : plan.pieces)
            sum += piece.length;
        LW_COMPARE_WITHIN(plan.order, sum, 1e-12);
        LW_COMPARE_WITHIN(plan.thread, m.travel.v + screw.nutLength.v + 2 * plan.margin, 1e-12);
        QVERIFY(plan.margin >= 30e-3 && plan.margin >= plan.stop);
        // quicker at the ends asks for more thread; a bumper too
        auto quick = job;
        put(quick, "/axes/X/targets/rapid_mm_min", "12000mm/min");
        put(quick, "/axes/X/targets/acceleration_m_s2", "0.2m/s2");
        const auto fast = readAxis(quick, "X", "A");
        const auto longer = screwPlan(fast, evaluate(fast).state);
        QVERIFY(longer.margin > plan.margin && longer.order > plan.order);
        // nothing said: it asks, and draws nothing on a guess
        const auto bare = bareJob("mini_lathe", "Z");
        const auto none = readAxis(bare, "Z", "A");
        const auto nothing = screwPlan(none, evaluate(none).state);
        QVERIFY(nothing.places.empty() && nothing.pieces.empty() && !nothing.missing.empty());
    }
    /// A ring of 52 in a bore of 51.990: by D a T the iron one is ten micrometres free from 57 degrees on (hand value).
    void aWarmHousingLetsItsRingIn() {
        auto job = demoJob();
        const std::string end = "/axes/X/designs/A/fixed_end/";
        put(job, end + "outside_mm", "52mm");
        setAt(job, end + "housing", "51.990");
        setAt(job, end + "housing_of", "iron");
        const auto fits = [&] { return bearingFits(readAxis(job, "X", "A")); };
        LW_COMPARE_WITHIN(fits().slipsAt, 20 + 20e-6 / (51.990e-3 * 10.5e-6), 0.05); // 56.6
        setAt(job, end + "housing_of", "aluminium");
        LW_COMPARE_WITHIN(fits().slipsAt, 20 + 20e-6 / (51.990e-3 * 23e-6), 0.05); // 36.7
        // ten tight with the largest ring, three free with the smallest (0 to -13 by ISO 492)
        LW_COMPARE_WITHIN(fits().housing.least(), -10e-6, 1e-12);
        LW_COMPARE_WITHIN(fits().housing.most(), 3e-6, 1e-12);
        // nobody said of what it is: the temperature is not known, and the row asks
        setAt(job, end + "housing_of", nullptr);
        QVERIFY(std::isnan(fits().slipsAt));
        const auto e = proved(job, "X");
        const auto *row = rowOf(e, "TR-42", "Housing warmed to slip it in");
        QVERIFY(row && row->verdict == Verdict::NotKnown);
        QVERIFY(row->check->hazard.find("Gloves") != std::string_view::npos);
    }
    void aRibbedBeltMayTurnASpindle() {
        auto job = demoJob();
        setAt(job, "/axes/B/designs/A/stages/1", {{"kind", "ribbed"}, {"code", "6 PJ 610"}});
        put(job, "/axes/B/designs/A/stages/1/driver/diameter_mm", "40mm");
        put(job, "/axes/B/designs/A/stages/1/driven/diameter_mm", "80mm");
        QCOMPARE(rowOf(proved(job, "B"), "TR-18", "Ribbed belt where a place is kept")->verdict, Verdict::Fails);
        setAt(job, "/axes/B/rotary/purpose", "spin");
        QCOMPARE(rowOf(proved(job, "B"), "TR-18", "Ribbed belt where a place is kept")->verdict, Verdict::Holds);
    }
};
LW_TEST(TestStages, "tst_stages")
#include "tst_stages.moc"
