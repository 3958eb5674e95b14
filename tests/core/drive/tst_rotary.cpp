// Tables that turn, reducers and joints against sums done another way and against handbook tables.
#include "test_list.h"
#include "compare.h"
#include "drive/joints.h"
#include "drive/reducers.h"
#include "drive/rotary.h"
#include "duty/rotary_work.h"
#include <QTest>
#include <cmath>
#include <random>
#include <vector>

using namespace lw;

class TestRotary : public QObject {
    Q_OBJECT
private slots:
    // The move stepped through in time: speed up, hold, slow down so as to stop on the angle.
    void indexTimesAsIntegrated() {
        for (const double angle : {5.0, 30.0, 90.0, 360.0})
            for (const double rpm : {2.0, 10.0, 60.0}) {
                const double top = rpm * 2 * pi / 60, ramp = 2.0, goal = angle * pi / 180, dt = 1e-5;
                double at = 0, speed = 0, t = 0;
                while (at < goal && t < 100) {
                    const bool brake = goal - at <= speed * speed / (2 * ramp);
                    speed = brake ? std::max(speed - ramp * dt, 1e-6) : std::min(speed + ramp * dt, top);
                    at += speed * dt;
                    t += dt;
                    if (brake && speed < 1e-5) break;
                }
                const double found =
                    indexTime(radians(goal), fromSi<AngularSpeed>(top), fromSi<AngularAcceleration>(ramp)).value();
                LW_COMPARE_WITHIN(found, t, 0.01 + 0.002 * t);
            }
    }
    // Moments of inertia as a sum over small cubes; unbalance as the largest of 3600 angles.
    void loadsAsSummedUp() {
        std::mt19937 draw(4);
        std::uniform_real_distribution<double> size(0.02, 0.2), share(0.2, 0.8), turn(0, 2 * pi);
        for (int run = 0; run < 30; ++run) {
            std::vector<TurningBody> bodies;
            for (int k = 0; k < 4; ++k) {
                TurningBody b;
                b.shape = static_cast<TurningBody::Shape>(k % 3);
                b.a = metres(size(draw));
                b.b = b.shape == TurningBody::Shape::Tube ? share(draw) * b.a : metres(size(draw));
                b.mass = massOf(b, metres(0.1), kilogramsPerCubicMetre(7850));
                b.offset = metres(size(draw) / 2);
                b.direction = radians(turn(draw));
                bodies.push_back(b);
            }
            double J = 0, worst = 0;
            for (const auto &b : bodies) {
                const int n = 300;
                const double wide = std::max(b.a.value(), b.shape == TurningBody::Shape::Box ? b.b.value() : 0.0);
                double inside = 0, about = 0;
                const double cx = b.offset.value() * std::cos(b.direction.value()),
                             cy = b.offset.value() * std::sin(b.direction.value());
                for (int i = 0; i < n; ++i)
                    for (int j = 0; j < n; ++j) {
                        const double x = ((i + 0.5) / n - 0.5) * wide, y = ((j + 0.5) / n - 0.5) * wide,
                                     r = std::hypot(x, y);
                        const bool in = b.shape == TurningBody::Shape::Box
                                            ? std::fabs(x) < b.a.value() / 2 && std::fabs(y) < b.b.value() / 2
                                            : r < b.a.value() / 2 &&
                                                  (b.shape == TurningBody::Shape::Cylinder || r > b.b.value() / 2);
                        if (!in) continue;
                        inside += 1;
                        about += (x + cx) * (x + cx) + (y + cy) * (y + cy);
                    }
                J += b.mass.value() * about / inside;
            }
            for (int k = 0; k < 3600; ++k) {
                double T = 0;
                for (const auto &b : bodies)
                    T += b.mass.value() * standardGravity * b.offset.value() *
                         std::cos(b.direction.value() + k * pi / 1800);
                worst = std::max(worst, T);
            }
            const auto load = turningLoad(bodies);
            LW_COMPARE_WITHIN(load.inertia.value(), J, 0.01 * J);
            LW_COMPARE_WITHIN(load.worst().value(), worst, 1e-6 * worst);
        }
    }
    // ISO 21940-11, the line of G 6.3: 20 um at 3000 rpm, 40 at 1500; G 2.5: 8 at 3000 (from memory).
    void balanceGrades() {
        for (const auto &[grade, rpm, um] :
             {std::tuple{6.3, 3000.0, 20.0}, {6.3, 1500.0, 40.0}, {2.5, 3000.0, 8.0}, {2.5, 1500.0, 16.0}})
            LW_COMPARE_WITHIN(inMicrometres(permissibleOffset(fromSi<Speed>(grade / 1000), revolutionsPerMinute(rpm))),
                              um, 0.01 * um);
    }
    // Shigley, Mechanical Engineering Design, efficiency of worm gearsets at f = 0.05 (from memory; its flank is 14.5
    // degrees, which an equal friction angle brings to ours).
    void wormsOfATextbook() {
        const double friction = 0.05 * std::cos(20 * pi / 180) / std::cos(14.5 * pi / 180);
        for (const auto &[lead, percent] : {std::pair{1.0, 25.2},
                                            {2.5, 45.7},
                                            {5.0, 62.6},
                                            {7.5, 71.3},
                                            {10.0, 76.6},
                                            {15.0, 82.7},
                                            {20.0, 85.9},
                                            {30.0, 89.1}}) {
            Worm w{1, metres(std::tan(lead * pi / 180)), metres(1), 40, friction};
            LW_COMPARE_WITHIN(100 * wormFigures(w).forward, percent, 0.35);
        }
        // forward and backward of one friction: the short rule holds for flat leads
        const Worm flat{1, millimetres(2), millimetres(30), 60, 0.05};
        LW_COMPARE_WITHIN(backwardOf(wormFigures(flat).forward), wormFigures(flat).backward, 0.02);
    }
    // Play by the thickness both teeth have left on the circles they roll on.
    void gearPlayByToothThickness() {
        const auto inv = [](double a) { return std::tan(a) - a; };
        const double alpha = 20 * pi / 180;
        for (const double e : {-0.02, 0.0, 0.03, 0.1})
            for (const auto &[z1, z2] : {std::pair{18, 18}, {20, 60}, {40, 80}}) {
                const double m = 1, a = m * (z1 + z2) / 2, aw = a + e, at = std::acos(a * std::cos(alpha) / aw);
                const double r1 = aw * z1 / (z1 + z2), r2 = aw * z2 / (z1 + z2);
                const auto thick = [&](double r, int z) { return 2 * r * (pi / (2 * z) + inv(alpha) - inv(at)); };
                const auto g = gearPair({millimetres(m), z1, z2, millimetres(e)});
                QVERIFY(g);
                LW_COMPARE_WITHIN(inMillimetres(g->play), 2 * pi * r1 / z1 - thick(r1, z1) - thick(r2, z2), 1e-9);
                if (e > 0 && z1 == 40) LW_COMPARE_WITHIN(g->playShort / g->play, 1.0, 0.01);
            }
        QVERIFY(!gearPair({millimetres(1), 10, 10, millimetres(-1)})); // no tangent is left
    }
    // Lewis form factors, 20 degrees full depth, Shigley (from memory); the short formula stays within a twelfth.
    void toothForms() {
        for (const auto &[teeth, Y] : {std::pair{20, 0.322}, {30, 0.359}, {60, 0.422}, {100, 0.447}}) {
            const auto b = toothBending(millimetres(1), teeth, millimetres(10), newtonMetres(1), fromSi<Speed>(0));
            LW_COMPARE_WITHIN(b->form, Y, Y / 12);
        }
        QVERIFY(!toothBending(millimetres(1), 5, millimetres(10), newtonMetres(1), fromSi<Speed>(0)));
    }
    void strainWavesAreOneCurve() {
        for (const int size : {14, 17, 20, 25, 32})
            for (const double ratio : {50.0, 100.0}) {
                const auto f = *strainWaveFrame(size, ratio);
                for (const auto &knee : {f.knee1, f.knee2}) {
                    const double under = strainWaveTwist(f, knee * 0.999999).value(),
                                 over = strainWaveTwist(f, knee * 1.000001).value();
                    LW_COMPARE_WITHIN(over / under, 1.0, 1e-5);
                }
                QCOMPARE(strainWaveTwist(f, newtonMetres(-9)).value(), -strainWaveTwist(f, newtonMetres(9)).value());
            }
        QVERIFY(!strainWaveFrame(15, 50));
        // a duty that never changes is its own mean
        const std::vector<ReducerStretch> even(3, {newtonMetres(7), revolutionsPerMinute(500), seconds(4)});
        LW_COMPARE_WITHIN(reducerMean(even).torque.value(), 7.0, 1e-12);
        LW_COMPARE_WITHIN(inRevolutionsPerMinute(reducerMean(even).input), 500.0, 1e-9);
    }
    // ISO 898-1, nominal stress areas; tightening torques over preload of VDI 2230 at 0.14 (both from memory).
    void boltsOfTheTables() {
        for (const auto &[d, area, factor] : {std::tuple{5.0, 14.2, 0.197},
                                              {6.0, 20.1, 0.196},
                                              {8.0, 36.6, 0.195},
                                              {10.0, 58.0, 0.193},
                                              {12.0, 84.3, 0.191}}) {
            const auto b = *boltSize(d);
            const double A = stressArea(b.diameter, b.pitch) * 1e6;
            LW_COMPARE_WITHIN(A, area, 0.005 * area);
            const auto T = tighteningTorque(b, newtons(1000), 0.14);
            LW_COMPARE_WITHIN(T.value() / d, factor, 0.03 * factor);
        }
        // two legs at 60 degrees carry the whole weight each: the triangle of forces is equal-sided
        LW_COMPARE_WITHIN(slingTension(kilograms(100), degrees(60), 2).value(), 100 * standardGravity, 1e-6);
        QCOMPARE(bearingTurns(newtons(9000), newtons(9000), 3), 1e6); // ISO 281: the rating is a million turns
    }
    // Facets and flats measured on points of the circle itself.
    void facetsAndFlatsAsDrawn() {
        const double R = 25, step = 3 * pi / 180;
        double least = R, most = R;
        for (int k = 0; k <= 1000; ++k) { // along the chord between two points, along two flats that touch
            const double s = k / 1000.0, x = R + s * (R * std::cos(step) - R), y = s * R * std::sin(step);
            least = std::min(least, std::hypot(x, y));
            most = std::max(most, std::hypot(R, s * R * std::tan(step / 2)));
        }
        LW_COMPARE_WITHIN(inMicrometres(facetBelow(millimetres(R), radians(step))), (R - least) * 1000, 0.01);
        LW_COMPARE_WITHIN(inMicrometres(facetAbove(millimetres(R), radians(step))), (most - R) * 1000, 0.01);
        LW_COMPARE_WITHIN(inDegrees(facetStep(millimetres(R), facetAbove(millimetres(R), radians(step)))), 3.0, 1e-9);
        // a circle of 19.2 in a square of 38: how much of each side stays
        const auto t = turnedBlank({4, millimetres(38), metres(0)}, millimetres(38), millimetres(0.2));
        int on = 0;
        const int n = 200000;
        for (int k = 0; k < n; ++k)
            on += std::hypot(19.0, (k + 0.5) / n * 38 - 19) < 19.2;
        LW_COMPARE_WITHIN(inMillimetres(t.flatWidth), 38.0 * on / n, 0.001);
        QCOMPARE(flatLeft({4, millimetres(38), metres(0)}, millimetres(37)).value(), 0.0);
    }
    void roundedDegreesAreCountedExactly() {
        const auto whole = typedDegreeSteps({240000, 1}, 2, 1); // 666 2/3 typed as 666.67
        LW_COMPARE_WITHIN(whole->drift.value() / (2 * pi) * 240000, 1.2, 1e-9);
        QCOMPARE(typedDegreeSteps({360000, 1}, 0, 100)->drift.value(), 0.0);
    }
};
LW_TEST(TestRotary, "tst_rotary")
#include "tst_rotary.moc"
