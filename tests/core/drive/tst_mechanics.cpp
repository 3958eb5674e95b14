// Fits, hubs, bearings, the life of a screw, belts round idlers and ribbed belts, against standards' tables and other
// routes.
#include "test_list.h"
#include "compare.h"
#include "drive/bearings.h"
#include "drive/belt.h"
#include "drive/belt_path.h"
#include "drive/fits.h"
#include "drive/hubs.h"
#include "drive/joints.h"
#include "drive/ribbed_belt.h"
#include "drive/screw_life.h"
#include <QTest>
#include <boost/numeric/odeint.hpp>
#include <cmath>
#include <random>

using namespace lw;

namespace {
double um(double metresLong) { return metresLong * 1e6; }
} // namespace

class TestMechanics : public QObject {
    Q_OBJECT

private slots:
    /// ISO 492, normal class (from memory): deviations of bore and outside, micrometres; ISO 5753-1, radial clearance.
    void ringsOfBearings() {
        const auto lower = [](auto band) { return band ? band->lower : 1e9; };
        for (const auto &[d, um_] :
             {std::pair{10.0, -8.0}, {18.0, -8.0}, {20.0, -10.0}, {35.0, -12.0}, {60.0, -15.0}, {100.0, -20.0}})
            QCOMPARE(lower(ringBore(millimetres(d))), um_);
        for (const auto &[d, um_] : {std::pair{18.0, -8.0}, {22.0, -9.0}, {47.0, -11.0}, {62.0, -13.0}, {110.0, -15.0}})
            QCOMPARE(lower(ringOutside(millimetres(d))), um_);
        QVERIFY(!ringBore(millimetres(2)) && !ringBore(millimetres(130)));
        QVERIFY(std::fabs(um(radialClearance(millimetres(15), "CN")->most.value()) - 18) < 1e-9);
        QVERIFY(std::fabs(um(radialClearance(millimetres(25), "C3")->least.value()) - 13) < 1e-9);
        QVERIFY(!radialClearance(millimetres(8), "CN"));
    }
    /// ISO 286-2, tables of limit deviations, micrometres (from memory): a step's lower and upper end and its middle
    /// all give the same, a nominal on the boundary belongs to the lower step.
    void limitsOfFits_data() {
        QTest::addColumn<double>("nominal");
        QTest::addColumn<QString>("what");
        QTest::addColumn<double>("upper");
        QTest::addColumn<double>("lower");
        const auto row = [](double d, const char *c, double u, double l) {
            QTest::addRow("%g %s", d, c) << d << QString::fromLatin1(c) << u << l;
        };
        row(3, "H7", 10, 0);
        row(6, "H7", 12, 0);
        row(10, "H7", 15, 0);
        row(18, "H7", 18, 0);
        row(30, "H7", 21, 0);
        row(50, "H7", 25, 0);
        row(80, "H7", 30, 0);
        row(120, "H7", 35, 0);
        row(8, "H6", 9, 0);
        row(25, "H8", 33, 0);
        row(40, "H11", 160, 0);
        row(8, "h6", 0, -9);
        row(14, "h6", 0, -11);
        row(25, "h7", 0, -21);
        row(8, "g6", -5, -14);
        row(25, "g6", -7, -20);
        row(40, "f7", -25, -50);
        row(12, "k6", 12, 1);
        row(25, "k6", 15, 2);
        row(25, "m6", 21, 8);
        row(25, "n6", 28, 15);
        row(25, "p6", 35, 22);
        row(40, "js6", 8, -8);
        row(25, "K7", 6, -15);
        row(40, "M7", 0, -25);
        row(25, "N7", -7, -28);
        row(25, "P7", -14, -35);
        row(60, "J7", 18, -12);
        row(5, "P9", -12, -42);
    }
    void limitsOfFits() {
        QFETCH(double, nominal);
        QFETCH(QString, what);
        QFETCH(double, upper);
        QFETCH(double, lower);
        const auto band = toleranceOf(millimetres(nominal), what.toStdString());
        QVERIFY2(band, band ? "" : band.error().detail.c_str());
        QCOMPARE(band->upper, upper);
        QCOMPARE(band->lower, lower);
    }
    /// The standard's own formula for the width of a grade: i = 0.45 D^1/3 + 0.001 D over the geometric mean of the
    /// step, 7, 10, 16, 25, 40 of it; the table rounds it by a tenth at most. Every hole of H starts at zero, of a
    /// shaft h ends there; a hole's letter mirrors its shaft's.
    void gradesFollowTheirFormula() {
        const double steps[] = {3, 6, 10, 18, 30, 50, 80, 120};
        const std::pair<const char *, double> grades[] = {{"5", 7}, {"6", 10}, {"7", 16}, {"8", 25}, {"9", 40}};
        for (int k = 0; k + 1 < 8; ++k) {
            const double D = std::sqrt(steps[k] * steps[k + 1]), i = 0.45 * std::cbrt(D) + 0.001 * D;
            for (const auto &[grade, times] : grades)
                for (const double nominal : {steps[k] + 0.01, D, steps[k + 1]}) {
                    const auto hole = toleranceOf(millimetres(nominal), std::string("H") + grade),
                               shaft = toleranceOf(millimetres(nominal), std::string("h") + grade);
                    QVERIFY(hole && shaft);
                    LW_COMPARE_WITHIN(hole->upper - hole->lower, times * i, 0.12 * times * i);
                    QCOMPARE(hole->lower, 0.0);
                    QCOMPARE(shaft->lower, -hole->upper);
                    for (const char *letter : {"f", "g"}) {
                        const auto s = toleranceOf(millimetres(nominal), letter + std::string(grade));
                        const auto h = toleranceOf(millimetres(nominal), std::string(1, char(letter[0] - 32)) + grade);
                        QCOMPARE(h->lower, -s->upper);
                    }
                }
        }
        for (const char *bad : {"Z7", "H3", "H12", "7H", ""})
            QVERIFY2(!toleranceOf(millimetres(20), bad) || !*bad, bad);
        QVERIFY(!toleranceOf(millimetres(140), "H7"));
    }
    /// Housing warmed to slip a bearing in (trade case): 51.990 bore, 52.000 ring, zero clearance at 36.7 C in steel,
    /// 28.4 C in aluminium; there and back.
    void warmthSlipsARingIn() {
        WarmFit f{millimetres(51.990), millimetres(52.0), 11.5e-6, 12e-6};
        LW_COMPARE_WITHIN(f.temperatureFor(metres(0)), 36.73, 0.01);
        LW_COMPARE_WITHIN(um(f.clearanceAt(f.temperatureFor(micro(10))).value()), 10, 1e-9);
        f.boreExpansion = 23e-6;
        LW_COMPARE_WITHIN(f.temperatureFor(metres(0)), 28.36, 0.01);
        f.partAt = -18; // the ring from the freezer
        QVERIFY(f.temperatureFor(metres(0)) < 20);
    }
    /// Shrink fit of a steel ring 100/200 on a solid shaft, 0.05 mm over: Lame's equations stepped through the wall
    /// instead of solved.
    void aPressedRingAgainstItsDifferentialEquation() {
        const PressFit f{millimetres(100), micro(50),          metres(0),
                         millimetres(200), megapascals(206e3), megapascals(206e3)};
        const auto found = pressFit(f);
        QVERIFY(found);
        // radial equilibrium and plane stress: u'' + u'/r - u/r^2 = 0, integrated outwards with u(a) and u'(a) from the
        // pressure; the outside must be free
        const double E = 206e9, nu = 0.3, a = 0.05, b = 0.1, p = found->pressure.value();
        const double shaft = -p * a * (1 - nu) / E; // a solid one shrinks evenly
        const double u0 = shaft + 25e-6;
        const double du0 = (-p * (1 - nu * nu) / E - nu * u0 / a);
        std::array<double, 2> x{u0, du0};
        boost::numeric::odeint::integrate_const(
            boost::numeric::odeint::runge_kutta4<std::array<double, 2>>(),
            [](const std::array<double, 2> &y, std::array<double, 2> &d, double r) {
                d = {y[1], y[0] / (r * r) - y[1] / r};
            },
            x, a, b, (b - a) / 4000);
        const double outside = E / (1 - nu * nu) * (x[1] + nu * x[0] / b);
        QVERIFY2(std::fabs(outside) < 1e-4 * p, qPrintable(QString::number(outside / p)));
        LW_COMPARE_WITHIN(2 * x[0], found->growth.value(), 1e-4 * found->growth.value());
        // Shigley, Mechanical Engineering Design: members of one material, solid shaft, p = E d/(2 D^3)... as (D^2 -
        // d^2)
        LW_COMPARE_WITHIN(p, E * 50e-6 / (2 * 0.1 * 0.2 * 0.2) * (0.2 * 0.2 - 0.1 * 0.1), 1e-6 * p);
        QVERIFY(!pressFit({millimetres(100), micro(50), millimetres(100), millimetres(200), f.inner, f.outer}));
    }
    /// Bolts through four holes a little off: the chance counted in two hundred thousand throws.
    void holesThatMeetByChance() {
        const Length errors[] = {millimetres(0.1), millimetres(0.1), millimetres(0.15)};
        std::mt19937 random(7);
        std::normal_distribution<double> off(0, sigmaOf(errors).value());
        int missed = 0;
        const int n = 200000;
        for (int k = 0; k < n; ++k)
            missed += std::hypot(off(random), off(random)) > 0.2e-3;
        LW_COMPARE_WITHIN(double(missed) / n, chanceHoleMisses(millimetres(0.2), errors), 3e-3);
    }
    /// DIN 6885-1 and ASME B17.1, keys of usual shafts (from memory).
    void keysOfShafts() {
        for (const auto &[shaft, b, h, t1] : {std::tuple{8.0, 2, 2, 1.2},
                                              {10.0, 3, 3, 1.8},
                                              {12.0, 4, 4, 2.5},
                                              {14.0, 5, 5, 3.0},
                                              {19.0, 6, 6, 3.5},
                                              {24.0, 8, 7, 4.0},
                                              {38.0, 10, 8, 5.0}}) {
            const auto k = keyForShaft(millimetres(shaft));
            QVERIFY(k);
            LW_COMPARE_WITHIN(inMillimetres(k->width), b, 1e-9);
            LW_COMPARE_WITHIN(inMillimetres(k->height), h, 1e-9);
            LW_COMPARE_WITHIN(inMillimetres(k->inShaft), t1, 1e-9);
        }
        QVERIFY(!keyForShaft(millimetres(5)) && !keyForShaft(millimetres(80)));
        for (const auto &[inch, sixteenths] : {std::pair{0.5, 2.0}, {0.625, 3.0}, {0.75, 3.0}, {1.0, 4.0}, {1.5, 6.0}})
            LW_COMPARE_WITHIN(inMillimetres(*inchKeyForShaft(millimetres(25.4 * inch))), 25.4 * sixteenths / 16, 1e-9);
        // half of an inch key lies in the shaft: its torque is that of half its height on the flank
        const ParallelKey square{millimetres(6.35), millimetres(6.35), millimetres(3.175)};
        LW_COMPARE_WITHIN(keyTorque(square, millimetres(25.4), millimetres(30), megapascals(100)).value(),
                          100e6 * 3.175e-3 * 30e-3 * 12.7e-3, 1e-9);
    }
    /// ISO 898-1: M6 8.8 breaks at 16.1 kN (from memory). In steel the thread of one diameter outlasts the screw, in
    /// cast aluminium it does not (common practice: one and a half to two diameters there).
    void threadsStripOrScrewsBreak() {
        const auto steel = threadStrength(6, "8.8", millimetres(6), *tappedShear("steel"));
        LW_COMPARE_WITHIN(steel->breaks.value(), 16100, 30);
        QVERIFY(steel->strips > steel->breaks);
        const auto cast = threadStrength(6, "8.8", millimetres(6), *tappedShear("aluminium_cast"));
        QVERIFY(cast->strips < cast->breaks);
        QVERIFY(inMillimetres(cast->equal) > 8 && inMillimetres(cast->equal) < 12);
        QVERIFY(!threadStrength(7, "8.8", millimetres(6), megapascals(100)) &&
                !threadStrength(6, "4.6", millimetres(6), megapascals(100)));
    }
    /// A pair under preload: the outside load that lifts one bearing off, by bisecting the balance of two hertzian
    /// springs instead of the power of two.
    void aPairLiftsOffWhereItsSpringsSay() {
        const auto f = angularPair({15, millimetres(6.35), degrees(60), newtons(2150)});
        const double k = 2150 / std::pow(f.give.value(), 1.5); // F = k d^3/2
        double low = 0, high = 20000;
        for (int n = 0; n < 60; ++n) {
            const double load = (low + high) / 2;
            double a = 0, b = f.give.value(); // shift of the ring
            for (int j = 0; j < 60; ++j) {
                const double x = (a + b) / 2;
                const double held =
                    k * std::pow(f.give.value() + x, 1.5) - k * std::pow(std::max(0.0, f.give.value() - x), 1.5);
                (held < load ? a : b) = x;
            }
            ((a + b) / 2 < f.give.value() * (1 - 1e-9) ? low : high) = load;
        }
        LW_COMPARE_WITHIN(low, f.preloadGone.value(), 1e-4 * low);
        // and its stiffness there: half a newton either way
        const double x = 1e-9, both = k * (std::pow(f.give.value() + x, 1.5) - std::pow(f.give.value() - x, 1.5));
        LW_COMPARE_WITHIN(both / x, f.pair.value(), 1e-6 * f.pair.value());
        // ten micrometres of radial room are about a hundred along the shaft (common practice)
        const auto play = axialFloat(micro(10), millimetres(6));
        QVERIFY(um(play.play.value()) > 80 && um(play.play.value()) < 120);
    }
    /// Miner's sum over turns: nine of ten outlive the same damage whichever way it is put together.
    void aScrewsLifeIsASumOfDamage() {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> load(100, 3000), rpm(10, 1200), share(0.05, 1);
        for (int k = 0; k < 200; ++k) {
            std::vector<ScrewStretch> duty;
            double damage = 0, turns = 0;
            for (int n = 0; n < 5; ++n) {
                const double F = load(random), r = rpm(random), t = share(random);
                duty.push_back({newtons(F), revolutionsPerMinute(r), t});
                damage += r * t / (1e6 * std::pow(11500 / (1.3 * F), 3));
                turns += r * t;
            }
            duty.push_back({newtons(9000), revolutionsPerMinute(0), 5}); // standing wears nothing
            const double life = screwTurns(newtons(11500), screwMean(duty).load, 1.3);
            LW_COMPARE_WITHIN(life, turns / damage, 1e-9 * life);
        }
        // a preloaded nut without load: both halves carry the preload; beyond 2.83 of it one half is free
        QCOMPARE(loadOfHalf(newtons(0), newtons(500)).value(), 500.0);
        LW_COMPARE_WITHIN(loadOfHalf(newtons(std::pow(2.0, 1.5) * 500), newtons(500)).value(), std::pow(2.0, 1.5) * 500,
                          1e-9);
        QCOMPARE(loadOfHalf(newtons(-2000), newtons(500)).value(), 0.0);
        // ISO 3408-3, grade 7: 52 micrometres in 300 mm (from memory)
        LW_COMPARE_WITHIN(um(gradeVariation("7")), 52, 1e-9);
        LW_COMPARE_WITHIN(um(travelError(metres(gradeVariation("5")), millimetres(600)).value()), 92, 1e-9);
    }
    /// Round any two pulleys as the exact open belt has it, and round many inside ones as long as the hull of their
    /// circles, found from points on them: ten thousand layouts.
    void beltsRoundAnyCircles() {
        std::mt19937 random(11);
        std::uniform_real_distribution<double> place(0, 0.4), size(0.01, 0.06);
        for (int k = 0; k < 10000; ++k) {
            const double r1 = size(random), r2 = size(random), c = r1 + r2 + place(random) + 1e-3;
            const BeltCircle two[] = {{metres(0), metres(0), metres(r1)}, {metres(c), metres(0), metres(r2)}};
            const auto path = beltPath(two);
            QVERIFY(path);
            // two tangents and two arcs, by the triangle
            const double span = std::sqrt(c * c - (r2 - r1) * (r2 - r1)), lean = std::asin((r2 - r1) / c);
            LW_COMPARE_WITHIN(path->length.value(), 2 * span + r1 * (pi - 2 * lean) + r2 * (pi + 2 * lean), 1e-9);
        }
        int hulls = 0;
        for (int k = 0; k < 400; ++k) { // on a rough circle, so that all are on the hull
            std::vector<BeltCircle> circles;
            std::vector<std::pair<double, double>> points;
            const int n = 3 + k % 4;
            for (int i = 0; i < n; ++i) {
                const double a = 2 * pi * i / n, R = 0.25 + 0.02 * place(random);
                const double x = R * std::cos(a), y = R * std::sin(a), r = 0.02 + size(random) / 6;
                circles.push_back({metres(x), metres(y), metres(r)});
                for (int j = 0; j < 2880; ++j)
                    points.emplace_back(x + r * std::cos(2 * pi * j / 2880), y + r * std::sin(2 * pi * j / 2880));
            }
            std::sort(points.begin(), points.end());
            std::vector<std::pair<double, double>> hull;
            for (const bool down : {true, false}) {
                const std::size_t start = hull.size();
                for (std::size_t i = 0; i < points.size(); ++i) {
                    const auto &p = points[down ? i : points.size() - 1 - i];
                    while (hull.size() >= start + 2) {
                        const auto &a = hull[hull.size() - 2], &b = hull.back();
                        if ((b.first - a.first) * (p.second - a.second) - (b.second - a.second) * (p.first - a.first) >
                            0)
                            break;
                        hull.pop_back();
                    }
                    hull.push_back(p);
                }
                hull.pop_back();
            }
            double length = 0;
            for (std::size_t i = 0; i < hull.size(); ++i)
                length += std::hypot(hull[i].first - hull[(i + 1) % hull.size()].first,
                                     hull[i].second - hull[(i + 1) % hull.size()].second);
            const auto path = beltPath(circles);
            QVERIFY(path);
            LW_COMPARE_WITHIN(path->length.value(), length, 2e-6);
            ++hulls;
        }
        QCOMPARE(hulls, 400);
    }
    /// An idler on the back: pushed in from where it just touches the belt runs as without it; the deeper, the longer,
    /// and by as much as the shortest way round three circles, found by trying where it leaves and meets them.
    void anIdlerOnTheBack() {
        std::mt19937 random(5);
        std::uniform_real_distribution<double> size(0.012, 0.04), deep(0, 0.02);
        for (int k = 0; k < 500; ++k) {
            const double r = size(random), c = 0.2, ri = size(random) / 2, h = r + ri - deep(random);
            const BeltCircle circles[] = {{metres(0), metres(0), metres(r)},
                                          {metres(c), metres(0), metres(r)},
                                          {metres(c / 2), metres(h), metres(ri), false}};
            const auto path = beltPath(circles);
            QVERIFY(path);
            // by symmetry half the upper side: over the pulley by an angle, straight on, round the idler by as much;
            // the angle where the straight piece leaves square to the radius, by bisection
            double low = 0, high = pi / 2, way = 0;
            for (int n = 0; n < 100; ++n) {
                const double t = (low + high) / 2, dx = c / 2 - r * std::sin(t), dy = h - r * std::cos(t),
                             D = std::hypot(dx, dy);
                if (D <= ri) {
                    high = t;
                    continue;
                }
                way = std::sqrt(D * D - ri * ri);
                const double heading = std::atan2(dy, dx) - std::asin(ri / D); // passes below it
                (heading < -t ? low : high) = t;
            }
            const double whole = 2 * ((low + high) / 2 * (r + ri) + way) + c + 2 * pi * r;
            LW_COMPARE_WITHIN(path->length.value(), whole, 1e-9);
            double sum = 0; // it turns once round, what the idler takes back counts off
            for (std::size_t i = 0; i < 3; ++i)
                sum += (circles[i].inside ? 1 : -1) * path->wraps[i].value();
            LW_COMPARE_WITHIN(sum, 2 * pi, 1e-9);
        }
        const BeltCircle over[] = {{metres(0), metres(0), metres(0.05)}, {metres(0.03), metres(0), metres(0.01)}};
        QVERIFY(!beltPath(over)); // one lies in the other
    }
    /// Ten thousand belts with an idler, walked round by short straight pieces: the walk is as long as the belt, comes
    /// back to where it began and keeps to every circle; known the other way round, the idler stands where the sheet
    /// of a symmetrical drive has it.
    void anIdlerTakesUpAnyBelt() {
        std::mt19937 random(23);
        std::uniform_real_distribution<double> size(0.010, 0.035), apart(0.02, 0.2), share(0.25, 0.75),
            more(1e-3, 0.02);
        int placed = 0;
        for (int k = 0; k < 10000; ++k) {
            const double r1 = size(random), r2 = size(random), r = size(random) / 2, C = r1 + r2 + apart(random);
            const bool inside = k % 2;
            const BeltCircle two[] = {{metres(0), metres(0), metres(r1)}, {metres(C), metres(0), metres(r2)}};
            const double L = beltPath(two)->length.value() + more(random), x = C * share(random);
            const auto at = placeIdler(metres(r1), metres(r2), metres(C), metres(L), metres(r), metres(x), inside);
            if (!at) continue; // it would meet a pulley or the other span
            ++placed;
            const double cx[] = {0, C, x}, cy[] = {0, 0, at->off.value()}, cr[] = {r1, r2, r};
            double length = 0, px = notKnown, py = notKnown, fx = notKnown, fy = notKnown;
            for (std::size_t i = 0; i < 3; ++i) {
                const double side = i == 2 && !inside ? -1 : 1, from = at->path.ways[(i + 2) % 3].value();
                constexpr int pieces = 400;
                for (int n = 0; n <= pieces; ++n) {
                    const double way = from + side * at->path.wraps[i].value() * n / pieces;
                    const double qx = cx[i] + side * cr[i] * std::sin(way), qy = cy[i] - side * cr[i] * std::cos(way);
                    if (px == px) {
                        const double step = std::hypot(qx - px, qy - py);
                        // a span runs straight the way it says
                        if (n == 0 && step > 1e-6) {
                            const double turn = std::remainder(std::atan2(qy - py, qx - px) - from, 2 * pi);
                            QVERIFY(std::fabs(turn) < 1e-6);
                        }
                        length += step;
                    } else {
                        fx = qx;
                        fy = qy;
                    }
                    px = qx;
                    py = qy;
                }
            }
            length += std::hypot(px - fx, py - fy);
            LW_COMPARE_WITHIN(length, L, 2e-6);
            // free belt is what the two pulleys alone leave
            LW_COMPARE_WITHIN(at->slack.value(), L - beltPath(two)->length.value(), 1e-12);
            QVERIFY(inside || at->path.wraps[2].value() > 0);
        }
        QVERIFY2(placed > 7000, std::to_string(placed).c_str());
        const auto even = placeIdler(millimetres(20), millimetres(20), millimetres(160), millimetres(447.488),
                                     millimetres(10), millimetres(80), false);
        LW_COMPARE_WITHIN(inMillimetres(even->off), 18, 2e-3);
        // nothing to take, no place between, too much
        QVERIFY(!placeIdler(millimetres(20), millimetres(20), millimetres(160), millimetres(440), millimetres(10),
                            millimetres(80), false));
        QVERIFY(!placeIdler(millimetres(20), millimetres(20), millimetres(160), millimetres(450), millimetres(10),
                            millimetres(170), false));
        QVERIFY(!placeIdler(millimetres(20), millimetres(20), millimetres(160), millimetres(700), millimetres(10),
                            millimetres(80), false));
    }
    /// A guitar's string: 0.648 m, 0.4 g/m, at 330 Hz 73 N (common practice); pressed in by a sixty-fourth it takes a
    /// sixteenth of the pull.
    void tensionByItsNote() {
        LW_COMPARE_WITHIN(spanPull(0.4e-3, metres(0.648), fromSi<Frequency>(329.6)).value(), 73, 0.5);
        LW_COMPARE_WITHIN(spanNote(0.4e-3, metres(0.648), newtons(73)).value(), 329.6, 0.6);
        LW_COMPARE_WITHIN(pressFor(newtons(160), metres(0.64), metres(0.01)).value(), 10, 1e-9);
    }
    /// ISO 9982: rib pitch of PJ 2.34 mm, PK 3.56 (from memory). Two tensions that differ by what the power asks; the
    /// ratio five at half a turn, a factor three below where it slips.
    void ribbedBelts() {
        QCOMPARE(ribSection("PJ")->pitch, 2.34);
        QCOMPARE(ribSection("K")->pitch, 3.56);
        QVERIFY(!ribSection("QX"));
        const RibbedDrive equal{ribSection("PJ"), fromSi<Power>(750), millimetres(80),
                                millimetres(80),  millimetres(300),   revolutionsPerMinute(1400)};
        const auto f = ribbedForces(equal);
        QVERIFY(f);
        LW_COMPARE_WITHIN(f->wrapSmall.value(), pi, 1e-12);
        LW_COMPARE_WITHIN(f->designRatio, 5, 1e-12);
        LW_COMPARE_WITHIN(f->wrapFactor, 1, 1e-12);
        LW_COMPARE_WITHIN((f->tight - f->slack).value() * f->speed.value(), 750, 1e-9);
        LW_COMPARE_WITHIN(f->tight / f->slack, 5, 1e-12);
        LW_COMPARE_WITHIN(f->slipRatio / f->designRatio, 3.15, 0.05);
        LW_COMPARE_WITHIN(inMillimetres(grooveAt(*equal.section, 3)), 1.8 + 3 * 2.34, 1e-9);
        // names people type
        for (const auto &[code, ribs, mm] : {std::tuple{"6 PJ 1200", 6, 1200.0},
                                             {"6PJ1200", 6, 1200.0},
                                             {"1200 J 6", 6, 1200.0},
                                             {"470 J 6", 6, 1193.8},
                                             {"4 pk 830", 4, 830.0}}) {
            const auto read = readRibbedCode(code);
            QVERIFY2(read, code);
            QCOMPARE(read->ribs, ribs);
            LW_COMPARE_WITHIN(inMillimetres(read->length), mm, 1e-9);
        }
        std::mt19937 random(1);
        std::string any;
        for (int k = 0; k < 20000; ++k) { // nothing typed kills it
            any.clear();
            for (int n = int(random() % 12); n > 0; --n)
                any += "0123456789 PJKLM-./x"[random() % 20];
            const auto read = readRibbedCode(any);
            QVERIFY(!read || (read->ribs > 0 && read->length.value() > 0));
        }
        for (const char *bad : {"", "PJ", "6 PJ", "PJ 6 1200 3", "1.5 PJ 700", "6 QJ 1200"})
            QVERIFY2(!readRibbedCode(bad), bad);
    }

private:
    static Length micro(double v) { return metres(v * 1e-6); }
};
LW_TEST(TestMechanics, "tst_mechanics")
#include "tst_mechanics.moc"
