// Checks against something outside the project: published standards and textbooks (values from memory where it says
// so), constants, and independent routes by a general-purpose library. The source stands beside each.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "proof/evaluate.h"
#include "drive/axis_torque.h"
#include "drive/belt.h"
#include "drive/screw.h"
#include "drive/steps.h"
#include "drive/stepper.h"
#include "duty/cutting.h"
#include "duty/motion.h"
#include "machine/survey.h"
#include "shop/cost.h"
#include <boost/math/quadrature/gauss_kronrod.hpp>
#include <boost/math/tools/roots.hpp>
#include <random>

using namespace lw;

class TestPublished : public QObject {
    Q_OBJECT
private slots:
    void powerScrewExample() {
        // Shigley, Mechanical Engineering Design, power-screw example (from memory): square thread 32 mm, pitch 4,
        // double, mu = mu_c = 0.08, collar 40 mm, 6.4 kN: 26.18 N m to raise, 9.77 to lower, efficiency 0.311.
        SlidingScrew s{millimetres(30), millimetres(4), 2, radians(0), 0.08, 0.08, millimetres(40)};
        const auto f = slidingScrew(s, newtons(6400));
        LW_COMPARE_WITHIN(f->raise->value(), 26.18, 0.005);
        LW_COMPARE_WITHIN(-f->holdBack->value(), 9.77, 0.005);
        LW_COMPARE_WITHIN(f->withCollar, 0.311, 0.0005);
    }
    void trapezoidalThreads_data() {
        // ISO 2904 / DIN 103 (from memory): pitch diameter d2 and root d3 of the external thread.
        QTest::addColumn<QString>("name");
        QTest::addColumn<double>("d2");
        QTest::addColumn<double>("d3");
        QTest::newRow("ISO 2904 Tr10x2") << "Tr10x2" << 9.0 << 7.5;
        QTest::newRow("ISO 2904 Tr16x4") << "Tr16x4" << 14.0 << 11.5;
        QTest::newRow("ISO 2904 Tr20x4") << "Tr20x4" << 18.0 << 15.5;
        QTest::newRow("ISO 2904 Tr24x5") << "Tr24x5" << 21.5 << 18.5;
        QTest::newRow("ISO 2904 Tr32x6") << "Tr32x6" << 29.0 << 25.0;
        QTest::newRow("ASME B1.5 acme 1-5, minor diameter 0.780 in") << "acme 1-5" << 22.86 << 19.812;
        QTest::newRow("two starts") << "Tr20x8 P4" << 18.0 << 15.5;
    }
    void trapezoidalThreads() {
        QFETCH(QString, name);
        QFETCH(double, d2);
        QFETCH(double, d3);
        const auto t = readThread(name.toStdString());
        QVERIFY2(t.has_value(), t ? "" : t.error().detail.c_str());
        LW_COMPARE_WITHIN(inMillimetres(t->mean), d2, 1e-9);
        LW_COMPARE_WITHIN(inMillimetres(t->root), d3, 1e-9);
    }
    void nonsenseThreadsAreRefused() {
        for (const char *t :
             {"Tr", "Tr0x4", "Tr20x0", "Tr4x4", "Tr20x5 P4", "M10", "acme -5", "acme 1-0", "banana", "1606", ""})
            QVERIFY2(!readThread(t), t);
    }
    void bendingWaveRoots() {
        // Rao, Mechanical Vibrations, beam table: beta L = 1.875104, pi, 3.926602, 4.730041; found again as roots of
        // the frequency equations by Boost.Math.
        auto root = [](auto f, double a, double b) {
            std::uintmax_t n = 200;
            const auto r = boost::math::tools::toms748_solve(f, a, b, boost::math::tools::eps_tolerance<double>(48), n);
            return (r.first + r.second) / 2;
        };
        const double beta[] = {root([](double x) { return std::cos(x) * std::cosh(x) + 1; }, 1.5, 2.5), pi,
                               root([](double x) { return std::tan(x) - std::tanh(x); }, 3.6, 4.2),
                               root([](double x) { return std::cos(x) * std::cosh(x) - 1; }, 4.3, 5.2)};
        for (auto e : {Ends::FixedFree, Ends::SupportedSupported, Ends::FixedSupported, Ends::FixedFixed}) {
            const double b = beta[static_cast<int>(e)];
            const double expected = b * b / (0.9 * 0.9) * 0.0129 / 4 * std::sqrt(206e9 / 7850);
            LW_COMPARE_WITHIN(criticalSpeed(millimetres(12.9), millimetres(900), e)->value(), expected,
                              expected * 1e-9);
        }
    }
    void columnFactors() {
        // Timoshenko & Gere, Theory of Elastic Stability: 0.25, 1, 20.19/pi^2 = 2.0457, 4.
        const double pinned = buckling(millimetres(10), millimetres(1000), Ends::SupportedSupported)->euler.value();
        LW_COMPARE_WITHIN(buckling(millimetres(10), millimetres(1000), Ends::FixedSupported)->euler.value() / pinned,
                          20.1907 / (pi * pi), 5e-5);
        LW_COMPARE_WITHIN(buckling(millimetres(10), millimetres(1000), Ends::FixedFree)->euler.value() / pinned, 0.25,
                          1e-9);
        LW_COMPARE_WITHIN(buckling(millimetres(10), millimetres(1000), Ends::FixedFixed)->euler.value() / pinned, 4,
                          1e-9);
        LW_COMPARE_WITHIN(pinned, 998.0, 0.05); // Euler by hand: pi^2 E I / L^2, E 206 GPa, I = 490.87 mm4
    }
    void pulleyDiameters_data() {
        // ISO 5294 (from memory): pitch and outside diameter, mm.
        QTest::addColumn<QString>("profile");
        QTest::addColumn<int>("teeth");
        QTest::addColumn<double>("pitchD");
        QTest::addColumn<double>("outside");
        QTest::newRow("ISO 5294 XL 20") << "XL" << 20 << 32.34 << 31.83;
        QTest::newRow("ISO 5294 L 20") << "L" << 20 << 60.64 << 59.88;
        QTest::newRow("ISO 5294 H 20") << "H" << 20 << 80.85 << 79.48;
        QTest::newRow("ISO 5294 MXL 40") << "MXL" << 40 << 25.87 << 25.36;
        QTest::newRow("ISO 13050 8M 22") << "8M" << 22 << 56.02 << 54.65;
    }
    void pulleyDiameters() {
        QFETCH(QString, profile);
        QFETCH(int, teeth);
        QFETCH(double, pitchD);
        QFETCH(double, outside);
        const auto s = pulleySize(*beltProfile(profile.toStdString()), teeth, {}, millimetres(0));
        LW_COMPARE_WITHIN(inMillimetres(s->pitchDiameter), pitchD, 0.006);
        LW_COMPARE_WITHIN(inMillimetres(s->outside), outside, 0.006);
    }
    void inchBeltLengths_data() {
        // ISO 5296 (from memory): code, pitch length mm, teeth.
        QTest::addColumn<QString>("code");
        QTest::addColumn<double>("length");
        QTest::addColumn<int>("teeth");
        QTest::newRow("ISO 5296 100 XL") << "100 XL 037" << 254.0 << 50;
        QTest::newRow("ISO 5296 260 XL") << "260 XL 037" << 660.4 << 130;
        QTest::newRow("ISO 5296 124 L") << "124 L 050" << 314.33 << 33;
        QTest::newRow("ISO 5296 285 L") << "285 L 100" << 723.9 << 76;
        QTest::newRow("ISO 5296 480 L") << "480 L 100" << 1219.2 << 128;
    }
    void inchBeltLengths() {
        QFETCH(QString, code);
        QFETCH(double, length);
        QFETCH(int, teeth);
        const auto d = readDesignation(code.toStdString(), "belt");
        QVERIFY(d && d->wholeTeeth.value_or(false));
        LW_COMPARE_WITHIN(*d->lengthMm, length, 0.006);
        QCOMPARE(int(*d->beltTeeth), teeth);
    }
    void limitsOfSize_data() {
        // ISO 286-2: H7 and h6 in micrometres.
        QTest::addColumn<QString>("size");
        QTest::addColumn<double>("upper");
        QTest::addColumn<double>("lower");
        QTest::newRow("ISO 286-2 6 H7") << "6 H7" << 12.0 << 0.0;
        QTest::newRow("ISO 286-2 10 H7") << "10 H7" << 15.0 << 0.0;
        QTest::newRow("ISO 286-2 14 H7") << "14 H7" << 18.0 << 0.0;
        QTest::newRow("ISO 286-2 25 H7") << "25 H7" << 21.0 << 0.0;
        QTest::newRow("ISO 286-2 50 H7, range includes its end") << "50 H7" << 25.0 << 0.0;
        QTest::newRow("ISO 286-2 10 h6") << "10 h6" << 0.0 << -9.0;
        QTest::newRow("ISO 286-2 19 h6") << "19 h6" << 0.0 << -13.0;
        QTest::newRow("measured") << "13.99" << 0.0 << 0.0;
    }
    void limitsOfSize() {
        QFETCH(QString, size);
        QFETCH(double, upper);
        QFETCH(double, lower);
        const auto s = readToleratedSize(size.toStdString());
        QVERIFY(s.has_value());
        LW_COMPARE_WITHIN(s->band.upper, upper, 1e-9);
        LW_COMPARE_WITHIN(s->band.lower, lower, 1e-9);
    }
    void teethInMeshFactor() { // ISO 5295 (from memory): k_z = 1 - 0.2 (6 - z_m) below six teeth
        LW_COMPARE_WITHIN(beltToCentres(millimetres(5), 12, 72, 120)->meshFactor, 0.8, 1e-12);
    }
    void beltLengthAgainstPolygon() {
        // Independent route: perimeter of the convex hull of two finely sampled circles, by the support function
        // integrated with Boost.Math (Cauchy: perimeter = integral of the support function).
        const double R1 = 20 * 5 / (2 * pi), R2 = 60 * 5 / (2 * pi), C = 150;
        auto support = [&](double q) { return std::max(R1, R2 + C * std::cos(q)); };
        const double kink = std::acos((R1 - R2) / C);
        using G = boost::math::quadrature::gauss_kronrod<double, 31>;
        const double length = 2 * (G::integrate(support, 0.0, kink) + G::integrate(support, kink, pi));
        LW_COMPARE_WITHIN(inMillimetres(beltFromCentres(millimetres(5), 20, 60, millimetres(150))->length), length,
                          1e-6);
    }
    void beltThereAndBack() {
        for (int belt : {80, 92, 100, 120})
            for (auto [a, b] : {std::pair{20, 30}, {20, 60}, {40, 20}, {30, 30}}) {
                const auto there = beltToCentres(millimetres(5), a, b, belt);
                if (!there) continue;
                const auto back = beltFromCentres(millimetres(5), b, a, there->centre);
                LW_COMPARE_WITHIN(back->beltTeeth, double(belt), 1e-9);
            }
    }
    void meanMillingForceByQuadrature() {
        // The same chip law integrated by Boost.Math instead of our own rule.
        MillingCut c;
        c.cutter = millimetres(16);
        c.width = millimetres(5);
        c.depth = millimetres(3);
        c.feedPerTooth = millimetres(0.07);
        c.teeth = 3;
        c.kc11 = megapascals(2220);
        c.mc = 0.14;
        c.mode = MillingMode::Climb;
        const auto f = millingForces(c);
        const double phi = std::acos(1 - 2 * 5.0 / 16);
        auto F = [&](double q) { return 2220 * 1.3 * 3 * std::pow(0.07 * std::sin(q), 0.86); };
        using G = boost::math::quadrature::gauss_kronrod<double, 61>;
        LW_COMPARE_WITHIN(f->tangentialMeanExact.value(), 3 / (2 * pi) * G::integrate(F, 0.0, phi, 15, 1e-12),
                          1e-4 * f->tangentialMeanExact.value());
        const double feed =
            3 / (2 * pi) *
            G::integrate([&](double q) { return F(q) * (std::cos(q) + 0.4 * std::sin(q)); }, pi - phi, pi, 15, 1e-12);
        LW_COMPARE_WITHIN(f->feedForce->value(), feed, 1e-3 * std::fabs(feed));
        // power = mean force times cutting speed (identity)
        c.spindle = revolutionsPerMinute(800);
        const auto p = millingForces(c);
        LW_COMPARE_WITHIN(p->power->value(), (p->tangentialMean * *p->cuttingSpeed).value(), 1e-9 * p->power->value());
    }
    void drillWorkIsRemovalTimesItsEnergy() {
        // A turn removes pi/4 D^2 f and takes 2 pi T of work: the same energy a cubic millimetre as the chip law gives
        // (energy balance; the lips are not looked at). Chip of a 118 degree point: f/2 sin 59.
        for (const auto &[D, f] : {std::pair{10.0, 0.2}, {6.0, 0.12}, {13.0, 0.22}}) {
            DrillCut c;
            c.drill = millimetres(D);
            c.feedPerTurn = millimetres(f);
            c.kc11 = megapascals(1780);
            c.mc = 0.17;
            c.wear = c.torqueFactor = 1;
            const double removed = pi / 4 * D * D * f,
                         energy = 1780 * std::pow(f / 2 * std::sin(59 * pi / 180), -0.17); // mm^3, N/mm^2
            LW_COMPARE_WITHIN(2 * pi * drillForces(c)->torque.value() * 1e3, removed * energy, 1e-9 * removed * energy);
        }
    }
    void bestCurrentVectorByGrid() {
        // Pull-out torque: no current vector inside both circles gives more (brute force over a grid).
        StepperMotor m{newtonMetres(3),   HoldingConvention::TwoPhasesOn,
                       amperes(4.2),      amperes(4.2),
                       ohms(0.7),         ohms(0.14),
                       millihenries(2.6), 50};
        StepperSupply s{volts(48), 0.02, volts(0), 1};
        const double Km = torqueConstant(m).value();
        for (double rpm : {200.0, 600.0, 900.0, 1500.0, 2500.0}) {
            const double w = rpm * 2 * pi / 60, X = 50 * w * 2.6e-3, R = 0.84, E = Km * w, V = 48 * 0.98;
            double best = 0;
            for (int i = 0; i <= 900; ++i)
                for (int j = 0; j <= 900; ++j) {
                    const double q = 4.2 * i / 900, d = -4.2 * j / 900;
                    if (q * q + d * d > 4.2 * 4.2) continue;
                    if (std::pow(R * d - X * q, 2) + std::pow(R * q + X * d + E, 2) <= V * V)
                        best = std::max(best, Km * q);
                }
            const double ours = pullOutTorque(m, s, revolutionsPerMinute(rpm)).torque.value();
            LW_COMPARE_WITHIN(ours, best, 0.004 * ours + 1e-4);
        }
    }
    void holdingConventionTrap() {
        // Vector sum of two equal currents at right angles is sqrt 2 of one: the plate's two readings differ by that.
        StepperMotor two{newtonMetres(1.8), HoldingConvention::TwoPhasesOn,
                         amperes(4.2),      amperes(4.2),
                         ohms(0.4),         ohms(0),
                         millihenries(1.2), 50};
        StepperMotor one = two;
        one.convention = HoldingConvention::OnePhaseOn;
        LW_COMPARE_WITHIN(torqueConstant(one) / torqueConstant(two), std::sqrt(2.0), 1e-12);
    }
    void suddenLoadLimit() {
        // Equal-area criterion (Kimbark, Power System Stability): a load that comes at once is carried up to sin d of
        // the pull-out, where sin d (pi - d) = 1 + cos d. What the check asks of a cut that bites is that.
        std::uintmax_t n = 100;
        const auto r =
            boost::math::tools::toms748_solve([](double d) { return std::sin(d) * (pi - d) - 1 - std::cos(d); }, 0.3,
                                              1.5, boost::math::tools::eps_tolerance<double>(48), n);
        const auto e = evaluate(readAxis(demoJob(), "X", "A"));
        int asked = 0;
        for (const auto &f : e.findings)
            if (f.id == "C08"_check) {
                ++asked;
                LW_COMPARE_WITHIN(1 / f.must, std::sin(r.first), 0.00005);
            }
        QCOMPARE(asked, 1);
    }
    /// Energy in = work + what each stage keeps, over random chains of none to six stages, driven both ways: power is
    /// followed from the slide to the motor, shaft by shaft, by products of torque and speed alone.
    void energyAlongTheChain() {
        std::mt19937 random(7);
        auto between = [&](double a, double b) { return a + (b - a) * double(random()) / double(std::mt19937::max()); };
        for (int k = 0; k < 700; ++k) {
            AxisChain c;
            c.incline = radians(k % 2 ? pi / 2 : 0);
            c.moving = kilograms(between(5, 300));
            c.friction = newtons(between(10, 400));
            c.lead = perRevolution(millimetres(between(2, 10)));
            c.efficiencyForward = between(0.3, 0.95);
            c.bearingDrag = newtonMetres(between(0, 0.2));
            c.final = kilogramSquareMetres(between(0, 1e-3));
            c.motor = kilogramSquareMetres(between(1e-5, 1e-3));
            for (int n = k % 7; n > 0; --n) {
                StageFigures stage;
                stage.reduction = *makeFraction(8 + int(random() % 60), 8 + int(random() % 60));
                stage.forward = between(0.4, 1);
                stage.backward = between(0.1, 1);
                stage.in = kilogramSquareMetres(between(0, 1e-4));
                stage.out = kilogramSquareMetres(between(0, 1e-4));
                stage.drag = newtonMetres(between(0, 0.02));
                c.stages.push_back(stage);
            }
            const int s = k % 3 == 0 ? -1 : 1;
            const double a = between(-1, 1), v = between(0.005, 0.1);
            const auto t = torqueAt(c, {s, fromSi<Acceleration>(a), fromSi<Speed>(v), newtons(between(0, 1500))});
            double w = v / c.lead.value(), alpha = a / c.lead.value();
            const double useful = t.axial.value() * s * v; // into slide, friction, cut, weight
            const double nutOut = t.loadDrives ? useful * backwardEfficiency(c) : useful / c.efficiencyForward;
            double power = nutOut + c.bearingDrag.value() * w + c.final.value() * alpha * s * w;
            for (std::size_t n = c.stages.size(); n-- > 0;) {
                const auto &stage = c.stages[n];
                power += stage.out.value() * alpha * s * w + stage.drag.value() * w;
                LW_COMPARE_WITHIN(t.shafts[n + 1].torque.value() * s * w, power, 1e-9 * std::fabs(power) + 1e-12);
                LW_COMPARE_WITHIN(t.shafts[n + 1].speed.value(), w, 1e-9 * w);
                power = power >= 0 ? power / stage.forward : power * stage.backward; // lost on the way, never gained
                w *= stage.reduction.value();
                alpha *= stage.reduction.value();
                power += stage.in.value() * alpha * s * w;
            }
            power += c.motor.value() * alpha * s * w;
            LW_COMPARE_WITHIN(t.motorPower.value(), power, 1e-9 * std::fabs(power) + 1e-9);
            LW_COMPARE_WITHIN(ratioOf(c.stages), w / (v / c.lead.value()), 1e-9 * ratioOf(c.stages));
            // what the screw keeps for itself is never negative; a locking screw (eta_back < 0) wants pushing besides
            if (t.loadDrives)
                QVERIFY(nutOut - useful >= -1e-12);
            else
                QVERIFY(nutOut >= useful - 1e-12);
            // what goes forward comes back: steady and driven, the motor's torque gives the final shaft's
            const auto steady = carriedBack(c.stages, {newtonMetres(2), fromSi<AngularSpeed>(1), {}}, 1);
            LW_COMPARE_WITHIN(carriedForward(c.stages, steady[0].torque).value(), 2, 1e-9);
            // inertia: half J w^2 of everything, at either end
            double energy = 0, turns = 1;
            for (std::size_t n = c.stages.size(); n-- > 0;) {
                energy += c.stages[n].out.value() * turns * turns / 2;
                turns *= c.stages[n].reduction.value();
                energy += c.stages[n].in.value() * turns * turns / 2;
            }
            const auto none = kilogramSquareMetres(0);
            LW_COMPARE_WITHIN(inertiaAtFinal(c.stages, none).value() / 2, energy, 1e-9 * energy + 1e-18);
            LW_COMPARE_WITHIN(inertiaAtMotor(c.stages, none).value() * turns * turns / 2, energy,
                              1e-9 * energy + 1e-18);
        }
    }
    /// Springs in series, and exact ratios that no double could keep.
    void stagesInARow() {
        StageRow row;
        QVERIFY(std::isinf(stiffnessAtFinal(row).value()));
        StageFigures soft;
        soft.reduction = {3, 1};
        soft.stiffness = fromSi<TorsionalStiffness>(100);
        row.push_back(soft);
        LW_COMPARE_WITHIN(stiffnessAtFinal(row).value(), 100, 1e-9);
        row.push_back(soft); // the first twists a third as much behind 3 : 1 and is felt as 900
        LW_COMPARE_WITHIN(stiffnessAtFinal(row).value(), 1 / (1 / 100.0 + 1 / 900.0), 1e-9);
        soft.stiffness = fromSi<TorsionalStiffness>(notKnown);
        row.push_back(soft);
        QVERIFY(!(stiffnessAtFinal(row).value() == stiffnessAtFinal(row).value()));
        QCOMPARE(reductionOf(row), (Fraction{27, 1}));
        StageRow odd;
        for (int n : {17, 19, 23}) {
            StageFigures stage;
            stage.reduction = *makeFraction(n + 1, n);
            odd.push_back(stage);
        }
        QCOMPARE(reductionOf(odd), *makeFraction(18 * 20 * 24, 17 * 19 * 23));
    }
    void inchEqualsMetric() {
        LeadReadings metric, inches;
        metric.measuredTravel = millimetres(50.8);
        metric.turns = 10;
        inches.threadsPerInch = 5;
        LW_COMPARE_WITHIN(findLead(metric)->measured->value(), findLead(inches)->thread->value(), 1e-15);
        const auto a = stepsPerMillimetre(200, 10, {2, 1}, *leadFromThreadsPerInch(5));
        const auto b = stepsPerMillimetre(200, 10, {2, 1}, *leadFromMillimetres(5.08));
        QCOMPARE(a->text(), std::string("100000/127"));
        QCOMPARE(*a, *b);
    }
    void couplingOfBars() { // Roark: solid shaft G pi d^4 / 32 L; bar A E / L. 16 mm, 1 m: 514.7 N m/rad, 41.4 N/um
        RigidityChain c;
        c.root = millimetres(16);
        c.span = c.nutAt = millimetres(1000);
        c.bearing = c.nut = c.bracket = newtonsPerMicrometre(1e9);
        c.lead = perRevolution(millimetres(5));
        const auto r = rigidity(c);
        LW_COMPARE_WITHIN(1 / r->windUp, 514.7, 0.05);
        LW_COMPARE_WITHIN(inNewtonsPerMicrometre(r->screw), 41.42, 0.005);
    }
    void fallingHead() { // d'Alembert: a frictionless coarse drum falls with m g / (m + J/r^2)
        const auto a = fallAcceleration(newtons(98.0665), kilograms(10), perRadian(millimetres(20)), 1.0,
                                        newtonMetres(0), kilogramSquareMetres(10 * 0.02 * 0.02));
        LW_COMPARE_WITHIN(a.value(), 9.80665 / 2, 1e-9);
        LW_COMPARE_WITHIN(fallAcceleration(newtons(100), kilograms(10), perRevolution(millimetres(5)), -0.4,
                                           newtonMetres(0), kilogramSquareMetres(1e-4))
                              .value(),
                          0, 0);
    }
    void overhungByUnitLoads() {
        // Castigliano by quadrature: y = integral of M m / EI over span and overhang; slope with a unit moment at the
        // end
        const double F = 200, a = 0.030, l = 0.073, EI = 206e9 * pi * std::pow(0.010, 4) / 64;
        using G = boost::math::quadrature::gauss_kronrod<double, 31>;
        const auto over = [&](auto &&unitSpan, auto &&unitOver) {
            return G::integrate([&](double x) { return F * a * x / l * unitSpan(x) / EI; }, 0.0, l) +
                   G::integrate([&](double x) { return F * (a - x) * unitOver(x) / EI; }, 0.0, a);
        };
        const auto s = overhungShaft(newtons(F), newtonMetres(0), millimetres(10), metres(a), metres(l), 1);
        const double y = over([&](double x) { return a * x / l; }, [&](double x) { return a - x; }),
                     slope = over([&](double x) { return x / l; }, [](double) { return 1.0; });
        LW_COMPARE_WITHIN(s->deflection.value(), y, 1e-6 * y);
        LW_COMPARE_WITHIN(s->slope.value(), slope, 1e-6 * slope);
        // the front bearing carries more than the pull: moments about the rear one
        LW_COMPARE_WITHIN(s->front.value(), F * (l + a) / l, 1e-9 * F);
    }
    void outboardByUnitLoads() {
        // the same with a third bearing: the bend there, by Castigliano from the moments its own reaction leaves, is
        // none
        using G = boost::math::quadrature::gauss_kronrod<double, 31>;
        for (const double c : {0.045, 0.06, 0.09}) {
            const double F = 200, a = 0.030, l = 0.073, EI = 206e9 * pi * std::pow(0.010, 4) / 64;
            const auto s =
                overhungShaft(newtons(F), newtonMetres(0), millimetres(10), metres(a), metres(l), 1, metres(c));
            const double R = s->outboard.value();
            // span from the rear bearing, overhang from the front one, in two pieces where the pull stands
            const auto over = [&](auto &&unit) {
                const auto moment = [&](double x) { return F * std::max(0.0, a - x) - R * (c - x); };
                const auto piece = [&](double from, double to) {
                    return G::integrate([&](double x) { return moment(x) * unit(x) / EI; }, from, to);
                };
                return G::integrate([&](double x) { return moment(0) * unit(0.0) * x * x / l / l / EI; }, 0.0, l) +
                       piece(0, a) + piece(a, c);
            };
            const double free = overhungShaft(newtons(F), newtonMetres(0), millimetres(10), metres(a), metres(l), 1)
                                    ->deflection.value();
            QVERIFY(std::fabs(over([&](double x) { return c - x; })) < 1e-9 * free);
            const double bends = over([&](double x) { return std::max(0.0, a - x); }),
                         tips = over([&](double x) { return x < a ? 1.0 : 0.0; });
            LW_COMPARE_WITHIN(s->deflection.value(), std::fabs(bends), 1e-6 * free);
            LW_COMPARE_WITHIN(s->slope.value(), std::fabs(tips), 1e-6 * free / a);
            LW_COMPARE_WITHIN(s->front.value() + s->rear.value() + R, F, 1e-9 * F); // nothing is left over
            QVERIFY(s->deflection.value() < free / 3 && s->felt.value() < F);
        }
        // one that stands nearer than the pull holds nothing
        const auto near =
            overhungShaft(newtons(200), newtonMetres(0), millimetres(10), metres(0.03), metres(0.073), 1, metres(0.02));
        QCOMPARE(near->outboard.value(), 0.0);
    }
    void rejects() {
        QVERIFY(!rimPull(newtons(10), millimetres(80), newtonMetres(0), millimetres(0), 0.3));
        QCOMPARE(rimPull(newtons(10), millimetres(80), newtonMetres(0), millimetres(0), 0.3).error().code,
                 CalcErrorCode::NotPositive);
        QVERIFY(!frictionProfile({}));
        QVERIFY(!checkedTorqueAt({}, {}));
        QVERIFY(!beltToCentres(millimetres(5), 20, 60, 60));
        QVERIFY(!trapezoidMove(millimetres(10), fromSi<Speed>(std::nan("")), fromSi<Acceleration>(1),
                               fromSi<Acceleration>(1)));
        QVERIFY(!readToleratedSize("10 K9")); // ISO 286-2 has K to grade 8
        QVERIFY(!readDesignation("603 potatoes"));
        QVERIFY(!*readDesignation("603-5M-15")->wholeTeeth);
    }
};
LW_TEST(TestPublished, "tst_published")
#include "tst_published.moc"
