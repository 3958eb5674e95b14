// Torque along the chain, screws, springs and steps. Expected figures are worked by hand beside each check, or follow
// from another law than the one used.
#include "test_list.h"
#include "compare.h"
#include "drive/axis_torque.h"
#include "drive/belt.h"
#include "drive/screw.h"
#include "drive/stepper.h"
#include "drive/steps.h"
#include "fraction.h"
#include <random>

using namespace lw;

namespace {
constexpr double g = 9.80665; // ISO 80000-3
/// A level table on a 4 mm screw with a 1.5 : 1 belt, no losses but those asked for.
AxisChain table() {
    AxisChain c;
    c.moving = kilograms(50);
    c.lead = perRevolution(millimetres(4));
    c.efficiencyForward = 1;
    StageFigures belt;
    belt.reduction = {3, 2};
    c.stages.push_back(belt);
    return c;
}
StepperMotor motor() {
    StepperMotor m{};
    return m;
}
} // namespace

class TestChain : public QObject {
    Q_OBJECT
private slots:
    void losslessTorqueIsForceTimesLead() { // T = F l / 2 pi i: 600 N, 4 mm, 1.5
        const auto t = torqueAt(table(), {1, fromSi<Acceleration>(0), fromSi<Speed>(0.01), newtons(600)});
        LW_COMPARE_WITHIN(t.screw.value(), 600 * 0.004 / (2 * pi), 1e-9);
        LW_COMPARE_WITHIN(t.motor.value(), 600 * 0.004 / (2 * pi) / 1.5, 1e-9);
        // the motor turns 1.5 times for each 4 mm, and what goes in comes out
        LW_COMPARE_WITHIN(t.motorSpeed.value(), 0.01 / 0.004 * 1.5 * 2 * pi, 1e-9);
        LW_COMPARE_WITHIN(t.motorPower.value(), 600 * 0.01, 1e-9);
    }
    void accelerationTakesMassAndInertia() {
        auto c = table();
        c.final = kilogramSquareMetres(4e-5);
        c.motor = kilogramSquareMetres(8e-5);
        const double a = 0.5, alphaScrew = a / (0.004 / (2 * pi)), alphaMotor = alphaScrew * 1.5;
        const auto t = torqueAt(c, {1, fromSi<Acceleration>(a), fromSi<Speed>(0), newtons(0)});
        const double hand = (50 * a * 0.004 / (2 * pi) + 4e-5 * alphaScrew) / 1.5 + 8e-5 * alphaMotor;
        LW_COMPARE_WITHIN(t.motor.value(), hand, 1e-9);
    }
    void uprightCarriesItsWeight() {
        auto c = table();
        c.incline = radians(pi / 2);
        LW_COMPARE_WITHIN(netGravity(c).value(), 50 * g, 1e-9);
        const auto up = torqueAt(c, {1, fromSi<Acceleration>(0), fromSi<Speed>(0.01), newtons(0)});
        const auto down = torqueAt(c, {-1, fromSi<Acceleration>(0), fromSi<Speed>(0.01), newtons(0)});
        LW_COMPARE_WITHIN(up.motor.value(), 50 * g * 0.004 / (2 * pi) / 1.5, 1e-9);
        LW_COMPARE_WITHIN(down.motor.value(), up.motor.value(), 1e-9); // lossless: the same to lower
        QVERIFY(down.loadDrives && down.motorPower.value() < 0);
        // a weight on a rope, and half the way with half the rope
        c.counterweight = kilograms(50);
        LW_COMPARE_WITHIN(netGravity(c).value(), 0, 1e-9);
        LW_COMPARE_WITHIN(acceleratedMass(c).value(), 100, 1e-9);
        c.counterweightRatio = 0.5;
        LW_COMPARE_WITHIN(netGravity(c).value(), 25 * g, 1e-9);
        LW_COMPARE_WITHIN(acceleratedMass(c).value(), 50 + 0.25 * 50, 1e-9);
        // a strut lifts and adds nothing to swing
        c.counterweight = kilograms(0);
        c.strut = newtons(300);
        LW_COMPARE_WITHIN(netGravity(c).value(), 50 * g - 300, 1e-9);
        LW_COMPARE_WITHIN(acceleratedMass(c).value(), 50, 1e-9);
    }
    void lossesNeverHelp() { // raising costs more, lowering gives back less, for any efficiency
        std::mt19937 random(11);
        std::uniform_real_distribution<double> eta(0.2, 1.0), force(10, 3000);
        for (int k = 0; k < 300; ++k) {
            auto c = table();
            c.efficiencyForward = eta(random);
            c.stages[0].forward = std::max(0.5, eta(random));
            const double f = force(random);
            const Moment against{1, fromSi<Acceleration>(0), fromSi<Speed>(0.01), newtons(f)};
            const double ideal = f * 0.004 / (2 * pi) / 1.5;
            QVERIFY(torqueAt(c, against).motor.value() >= ideal - 1e-12);
            LW_COMPARE_WITHIN(torqueAt(c, against).motor.value(), ideal / c.efficiencyForward / c.stages[0].forward,
                              1e-9);
            const double back = backwardEfficiency(c);
            LW_COMPARE_WITHIN(back, 2 - 1 / c.efficiencyForward, 1e-12);
            QCOMPARE(back <= 0, c.efficiencyForward <= 0.5); // below one half a screw locks
        }
    }
    void thrustIsTheInverseOfTorque() {
        auto c = table();
        c.efficiencyForward = 0.34;
        c.stages[0].forward = 0.96;
        c.bearingDrag = newtonMetres(0.06);
        const auto t = torqueAt(c, {1, fromSi<Acceleration>(0), fromSi<Speed>(0.001), newtons(700)});
        LW_COMPARE_WITHIN(thrustAtNut(c, t.motor).value(), 700, 1e-6);
    }
    void cycleRmsLiesBetweenMeanAndPeak() {
        auto c = table();
        c.friction = newtons(120);
        c.efficiencyForward = 0.34;
        CycleInput in;
        in.rapidDistance = millimetres(200);
        in.rapid = fromSi<Speed>(2.5 / 60);
        in.acceleration = fromSi<Acceleration>(0.3);
        in.cutDistance = millimetres(100);
        in.cutFeed = fromSi<Speed>(0.112 / 60);
        in.cutProcess = newtons(600);
        in.dwell = seconds(2);
        const auto cycle = axisCycle(c, in);
        QVERIFY(cycle.has_value());
        QVERIFY(cycle->rms < cycle->peak && cycle->rms.value() > 0);
        // rest to rest with both ramps: s/v + v/a
        LW_COMPARE_WITHIN(cycle->rapidTime.value(), 0.2 / (2.5 / 60) + (2.5 / 60) / 0.3, 1e-9);
        LW_COMPARE_WITHIN(cycle->cutTime.value(), 0.1 / (0.112 / 60), 1);
        in.rapid = fromSi<Speed>(0);
        QVERIFY(!axisCycle(c, in));
    }
    void holdingAndTheBrake() { // 380 N on a 5 mm ball screw: 0.302 N m at the screw
        const auto h =
            gravityHold(newtons(380), newtons(70), perRevolution(millimetres(5)), 2, 0.9, newtonMetres(0.05), 2);
        LW_COMPARE_WITHIN(h.holdDesignAtScrew.value(), 380 * 0.005 / (2 * pi), 1e-9);
        LW_COMPARE_WITHIN(h.holdMinAtScrew.value(), 310 * 0.005 / (2 * pi) * 0.9, 1e-9);
        LW_COMPARE_WITHIN(h.brakeAtScrew.value(), 2 * h.holdDesignAtScrew.value(), 1e-12);
        LW_COMPARE_WITHIN(h.brakeAtMotor.value(), h.holdDesignAtScrew.value(), 1e-12);
        QVERIFY(h.backDrives);
        QVERIFY(!gravityHold(newtons(380), newtons(70), perRevolution(millimetres(5)), 2, 0.0, newtonMetres(0.05), 2)
                     .backDrives);
        QCOMPARE(fallAcceleration(newtons(380), kilograms(38), perRevolution(millimetres(5)), -0.2, newtonMetres(0),
                                  kilogramSquareMetres(1e-5))
                     .value(),
                 0.0);
    }
    void aCrashIsAtLeastTheStallForce() {
        auto c = table();
        c.efficiencyForward = 0.9;
        c.motor = kilogramSquareMetres(8e-5);
        const auto slow = crashThrust(c, fromSi<Speed>(0), newtonMetres(2), newtonsPerMicrometre(60));
        LW_COMPARE_WITHIN(slow.crash.value(), 2 * slow.stall.value(), 1e-6); // a load put on at once doubles
        const auto fast = crashThrust(c, fromSi<Speed>(0.04), newtonMetres(2), newtonsPerMicrometre(60));
        QVERIFY(fast.crash > slow.crash && fast.inertia.value() > 0);
    }

    // ---- screws
    void screwToOrder() { // 400 + 48 + 2 x max(30, stop + bumper + 2 leads)
        ScrewLength s{};
        s.travel = millimetres(400);
        s.nut = millimetres(48);
        s.rapid = fromSi<Speed>(2.5 / 60);
        s.deceleration = fromSi<Acceleration>(0.3);
        s.lead = millimetres(4);
        const auto n = screwLength(s);
        const double stop = (2.5 / 60) * (2.5 / 60) / 0.6 + (2.5 / 60) * 0.05;
        LW_COMPARE_WITHIN(n->stop.value(), stop, 1e-12);
        LW_COMPARE_WITHIN(n->margin.value(), std::max(0.03, stop + 0.008), 1e-12);
        LW_COMPARE_WITHIN(n->thread.value(), 0.448 + 2 * n->margin.value(), 1e-12);
        s.marginDefault = millimetres(0);
        LW_COMPARE_WITHIN(screwLength(s)->margin.value(), stop + 0.008, 1e-12);
    }
    void whipGoesWithTheSquareOfTheLength() {
        const auto n = [](double mm) {
            return criticalSpeed(millimetres(15.5), millimetres(mm), Ends::FixedSupported).value().value();
        };
        LW_COMPARE_WITHIN(n(400) / n(800), 4.0, 1e-9);
        QVERIFY(criticalSpeed(millimetres(15.5), millimetres(600), Ends::FixedFixed)->value() >
                criticalSpeed(millimetres(15.5), millimetres(600), Ends::FixedFree)->value());
        QVERIFY(!criticalSpeed(millimetres(0), millimetres(600), Ends::FixedFixed));
    }
    void springsInSeriesAreSofterThanTheSoftest() {
        RigidityChain c{};
        c.root = millimetres(15.5);
        c.span = millimetres(640);
        c.nutAt = millimetres(500);
        c.bearing = newtonsPerMicrometre(100);
        c.nut = newtonsPerMicrometre(150);
        c.bracket = newtonsPerMicrometre(120);
        c.lead = perRevolution(millimetres(4));
        const auto r = rigidity(c);
        QVERIFY(r.has_value());
        QVERIFY(r->total < c.bearing && r->total < r->screw);
        // bar A E / L, held at one end: 188.7 mm2 x 206 GPa / 0.5 m
        LW_COMPARE_WITHIN(r->screw.value(), pi / 4 * 15.5e-3 * 15.5e-3 * 206e9 / 0.5, 1e3);
        QVERIFY(lostMotion(newtons(128), r->total, millimetres(0.04)).value() > 0.04e-3);
        LW_COMPARE_WITHIN(lostMotion(newtons(128), r->total, millimetres(0)).value(), 2 * 128 / r->total.value(),
                          1e-12);
    }
    void barOfSteel() { // J = m d^2 / 8
        const auto j = barInertia(millimetres(20), millimetres(640), fromSi<Density>(7850));
        const double m = 7850 * pi / 4 * 0.02 * 0.02 * 0.64;
        LW_COMPARE_WITHIN(barMass(millimetres(20), millimetres(640), fromSi<Density>(7850)).value(), m, 1e-12);
        LW_COMPARE_WITHIN(j->value(), m * 0.02 * 0.02 / 8, 1e-15);
    }

    // ---- codes printed on belts
    void designations_data() {
        QTest::addColumn<QString>("code");
        QTest::addColumn<QString>("profile");
        QTest::addColumn<double>("length"); // mm
        QTest::addColumn<double>("width");  // mm
        QTest::newRow("metric") << "375-5M-15"
                                << "5M" << 375.0 << 15.0;
        QTest::newRow("metric, 9 wide") << "300-3M-9"
                                        << "3M" << 300.0 << 9.0;
        // ISO 5296: the number before XL and L is tenths of an inch; after it the width in hundredths of an inch
        QTest::newRow("inch XL") << "150XL037"
                                 << "XL" << 381.0 << 9.398;
        QTest::newRow("inch L") << "210L050"
                                << "L" << 533.4 << 12.7;
    }
    void designations() {
        QFETCH(QString, code);
        QFETCH(QString, profile);
        QFETCH(double, length);
        QFETCH(double, width);
        const auto d = readDesignation(code.toStdString());
        QVERIFY2(d.has_value(), d ? "" : sentence(d.error()).c_str());
        QVERIFY(d->profile);
        QCOMPARE(QString::fromUtf8(d->profile->name.data(), qsizetype(d->profile->name.size())), profile);
        const double mm = d->lengthMm           ? *d->lengthMm
                          : d->lengthFromCodeMm ? *d->lengthFromCodeMm
                          : d->lengthInch       ? *d->lengthInch * 25.4
                                                : std::nan("");
        LW_COMPARE_WITHIN(mm, length, 1e-6);
        QVERIFY(d->width);
        LW_COMPARE_WITHIN(*d->width, width, 0.15); // sold widths are rounded
    }
    void metricBeltOnInchPulleyClimbs() { // 5 mm against 5.08: 0.08 mm a tooth
        const auto m = pitchMismatch(millimetres(5), millimetres(5.08), 30, radians(pi));
        QVERIFY(m.has_value());
        QVERIFY(m->teethThatSeat >= 1 && m->teethThatSeat < 15);
        QVERIFY(pitchMismatch(millimetres(5), millimetres(5), 30, radians(pi))->teethThatSeat >= 15);
    }

    // ---- steps
    void stepsAMillimetre_data() {
        QTest::addColumn<int>("micro");
        QTest::addColumn<int>("large");
        QTest::addColumn<int>("small");
        QTest::addColumn<QString>("lead"); // mm or tpi
        QTest::addColumn<QString>("steps");
        QTest::newRow("10, 20:30, 4 mm") << 10 << 30 << 20 << "4"
                                         << "750";
        QTest::newRow("8, direct, 5 mm") << 8 << 1 << 1 << "5"
                                         << "320";
        QTest::newRow("10, direct, 5 tpi: 2000 * 5 / 25.4") << 10 << 1 << 1 << "5tpi"
                                                            << "50000/127";
        QTest::newRow("16, 18:50, 8 tpi") << 16 << 50 << 18 << "8tpi"
                                          << "3200000/1143";
    }
    void stepsAMillimetre() {
        QFETCH(int, micro);
        QFETCH(int, large);
        QFETCH(int, small);
        QFETCH(QString, lead);
        QFETCH(QString, steps);
        const auto l = lead.endsWith(QLatin1String("tpi")) ? leadFromThreadsPerInch(lead.chopped(3).toDouble())
                                                           : leadFromMillimetres(lead.toDouble());
        QVERIFY(l.has_value());
        const auto s = stepsPerMillimetre(200, micro, makeFraction(large, small).value(), *l);
        QVERIFY(s.has_value());
        QCOMPARE(QString::fromStdString(s->text()), steps);
        // the decimal for the controller loses less than a tenth of a micrometre over the travel
        const auto r = roundedSteps(*s, millimetres(400));
        QVERIFY(std::fabs(r.errorOverTravel) < 0.1e-6);
        QCOMPARE(r.exact, r.errorOverTravel == 0.0);
        const auto typed = readFraction(r.text);
        QVERIFY(typed.has_value());
        LW_COMPARE_WITHIN(*typedStepsError(*s, *typed, 0.4), -r.errorOverTravel, 1e-12);
    }
    void fractionsStayExact() {
        std::mt19937_64 random(3);
        std::uniform_int_distribution<std::int64_t> small(-5000, 5000);
        for (int k = 0; k < 500; ++k) {
            const auto a = makeFraction(small(random), std::max<std::int64_t>(1, std::llabs(small(random)))).value();
            const auto b = makeFraction(std::max<std::int64_t>(1, small(random)),
                                        std::max<std::int64_t>(1, std::llabs(small(random))))
                               .value();
            const auto product = multiply(a, b);
            QVERIFY(product.has_value());
            QCOMPARE(divide(*product, b).value(), a);
            QVERIFY(product->den > 0 && std::gcd(product->num, product->den) == 1);
            QCOMPARE(readFraction(a.text()).value(), a);
        }
        QVERIFY(!makeFraction(1, 0));
        QVERIFY(!divide({1, 2}, {0, 1}));
        QVERIFY(!multiply({INT64_MAX, 1}, {3, 1})); // does not fit: said, not wrapped
        QVERIFY(!readFraction("three"));
        QVERIFY(!readFraction(""));
        QCOMPARE(readFraction("25.4").value(), (Fraction{127, 5}));
        QCOMPARE(decimalText({2, 3}, 4), std::string("0.6667"));
        QCOMPARE(decimalText({-1, 8}, 2), std::string("-0.13"));
        QCOMPARE(roundHalfAway({5, 2}), std::int64_t(3));
        QCOMPARE(roundHalfAway({-5, 2}), std::int64_t(-3));
    }
    void aMotorWithoutItsPlateIsRefused() {
        const auto r = checkStepper(motor(), {});
        QVERIFY(!r);
        QVERIFY(!r.error().parameter.empty());
    }
    void pulsesTheDriveCanTake() { // 2.5 us high, 2.5 us low: 200 kHz
        LW_COMPARE_WITHIN(drivePulseLimit(seconds(2.5e-6), seconds(2.5e-6)).value(), 200e3, 1e-6);
        // 2500 mm/min, 4 mm, 1.5, 2000 a turn: 41.67 mm/s x 750
        LW_COMPARE_WITHIN(stepRate(fromSi<Speed>(2.5 / 60), perRevolution(millimetres(4)), 1.5, 200, 10).value(), 31250,
                          1e-6);
    }
};
LW_TEST(TestChain, "tst_chain")
#include "tst_chain.moc"
