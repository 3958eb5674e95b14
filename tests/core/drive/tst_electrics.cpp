// Motors and power against published tables and other routes: gauges and air of the handbooks, energy balances
// integrated by Boost.Odeint, brute force over currents, the swing of a rotor followed in time.
#include "test_list.h"
#include "compare.h"
#include "drive/power.h"
#include "drive/servo.h"
#include "drive/stepper_dynamics.h"
#include "drive/stepper_simulation.h"
#include <QTest>
#include <array>
#include <boost/numeric/odeint.hpp>
#include <cmath>
#include <random>

using namespace lw;

namespace {
StepperMotor reference() {
    StepperMotor m;
    m.holding = newtonMetres(1.8);
    m.rated = m.drivePeak = amperes(4.2);
    m.resistance = ohms(0.4);
    m.inductance = millihenries(1.2);
    return m;
}
StepperSupply bus(double v) {
    StepperSupply s;
    s.voltage = volts(v);
    return s;
}
template <std::size_t N, class F>
std::array<double, N> integrated(std::array<double, N> x, double until, double step, F &&rate) {
    namespace ode = boost::numeric::odeint;
    ode::integrate_adaptive(ode::make_controlled<ode::runge_kutta_dopri5<std::array<double, N>>>(1e-10, 1e-10), rate, x,
                            0.0, until, step);
    return x;
}
} // namespace

class TestElectrics : public QObject {
    Q_OBJECT

private slots:
    // American wire gauge, solid annealed copper at 20 C: the table of the handbooks (ASTM B258; diameter in mm, ohm a
    // km)
    void gaugesOfTheHandbook_data() {
        QTest::addColumn<int>("awg");
        QTest::addColumn<double>("diameter");
        QTest::addColumn<double>("ohmPerKm");
        QTest::newRow("10") << 10 << 2.588 << 3.277;
        QTest::newRow("14") << 14 << 1.628 << 8.286;
        QTest::newRow("18") << 18 << 1.024 << 20.95;
        QTest::newRow("22") << 22 << 0.644 << 52.96;
        QTest::newRow("24") << 24 << 0.511 << 84.22;
    }
    void gaugesOfTheHandbook() {
        QFETCH(int, awg);
        QFETCH(double, diameter);
        QFETCH(double, ohmPerKm);
        LW_COMPARE_WITHIN(inMillimetres(wireDiameter(awg)), diameter, 6e-4);
        LW_COMPARE_WITHIN(wireResistance(wireSection(awg)) * 1e3, ohmPerKm, 1e-3 * ohmPerKm);
    }
    void copperAndCables() {
        // 100 m of 1.5 mm^2 at 20 C: 1.15 ohm (common practice: 12.1 ohm/km for stranded, IEC 60228 class 5 at
        // most 13.3)
        LW_COMPARE_WITHIN(wireResistance(1.5) * 100, 1.149, 0.001);
        // copper is a fifth more at 70 C (IEC 60228 annex: factor 1.20 over 20 C)
        LW_COMPARE_WITHIN(wireResistance(1, 70) / wireResistance(1, 20), 1.1965, 1e-9);
        LW_COMPARE_WITHIN(1 + 0.00393 * 76, hotCopper, 0.002);
        // the section found drops just what it may
        const double section = sectionForDrop(metres(5), amperes(10), 70, volts(0.48));
        LW_COMPARE_WITHIN(loopResistance(section, metres(5), 70).value() * 10, 0.48, 1e-12);
        QVERIFY(!ampacity(0.5));
        QCOMPARE(*ampacity(1.49), 10.1); // between two sizes the smaller counts
        LW_COMPARE_WITHIN(ampacityInAir(45), 0.91, 1e-12);
        for (double s = 1; s < 10; s += 0.25)
            QVERIFY(*ampacity(s) <= *ampacity(s + 0.25));
    }
    // ISO 2533, the standard atmosphere: density over height, at the temperature of that height
    void airOfTheStandardAtmosphere() {
        for (const auto &[height, celsius, density] :
             {std::array{0.0, 15.0, 1.2250}, {1000, 8.5, 1.1117}, {2000, 2.0, 1.0066}, {3000, -4.49, 0.9093}})
            LW_COMPARE_WITHIN(airDensity(celsius, height), density, 1e-3 * density);
        LW_COMPARE_WITHIN(airflowPerWattKelvin(35), 3.1, 0.03); // the handy value of fan makers, common practice
        // what the flow is found for is what it then does
        const Cabinet c{metres(0.6), metres(0.4), metres(0.25)};
        const double flow = airflowNeeded(c, watts(140), 10, airflowPerWattKelvin(35));
        LW_COMPARE_WITHIN(cabinetRise(c, watts(140), flow, airflowPerWattKelvin(35)), 10, 1e-9);
        QCOMPARE(airflowNeeded(c, watts(10), 10, 3.1), 0.0);
    }
    void aCapacitorRunsDownThroughItsBleeder() {
        const double C = 22e-3;
        // to 1/e in one time constant, to 0.7 % in five (common practice)
        LW_COMPARE_WITHIN(dischargeTime(C, ohms(100), volts(1), volts(std::exp(-1))).value(), 2.2, 1e-12);
        LW_COMPARE_WITHIN(dischargeTime(C, ohms(100), volts(100), volts(0.674)).value(), 5 * 2.2, 0.01);
        // IEC 60204-1: down to 60 V within five seconds of switching off, from memory
        const auto r = bleederFor(C, volts(72), volts(60), seconds(5));
        const auto left =
            integrated<1>({72}, 5, 1e-3, [&](const auto &x, auto &d, double) { d[0] = -x[0] / (r->value() * C); });
        LW_COMPARE_WITHIN(left[0], 60, 1e-6);
        QVERIFY(!bleederFor(C, volts(48), volts(60), seconds(5)));
    }
    void brakingFollowedInTime() {
        std::mt19937 random(5);
        const auto between = [&](double low, double high) {
            return low + (high - low) * double(random()) / double(std::mt19937::max());
        };
        int rises = 0;
        for (int n = 0; n < 60; ++n) {
            BusBraking b;
            b.inertia = kilogramSquareMetres(between(1e-4, 5e-2));
            b.from = revolutionsPerMinute(between(500, 4000));
            b.to = n % 3 ? revolutionsPerMinute(0) : b.from * between(0, 0.8);
            b.friction = newtonMetres(between(0, 0.5));
            b.efficiency = between(0.7, 1);
            b.losses = watts(between(0, 100));
            b.capacitance = between(2e-4, 3e-3);
            b.before = volts(between(40, 340));
            const double t = between(0.02, 1.5), deceleration = (b.from - b.to).value() / t,
                         torque = b.inertia.value() * deceleration - b.friction.value();
            const auto rise = busRise(b, seconds(t));
            // speed and bus voltage, the losses taken from what comes back; they do not pull the bus down
            const auto end =
                integrated<2>({b.from.value(), b.before.value()}, t, t / 1000, [&](const auto &x, auto &d, double) {
                    d[0] = -deceleration;
                    const double in = b.efficiency * torque * x[0] - b.losses.value();
                    d[1] = std::max(0.0, in) / (b.capacitance * x[1]);
                });
            LW_COMPARE_WITHIN(rise.peak.value(), end[1], 1e-4 * end[1]);
            rises += rise.peak > b.before;
            // the shortest time just does not trip
            const auto trip = b.before * 1.15;
            const auto least = shortestBraking(b, trip);
            if (least.value() > 0)
                LW_COMPARE_WITHIN(busRise(b, least).peak.value(), trip.value(), 1e-6 * trip.value());
            else
                QVERIFY(busRiseAtOnce(b).peak <= trip);
        }
        QVERIFY(rises > 30);
    }
    void aServoWithinItsBus() {
        Servo m{torqueConstantOf(30), 4, ohms(5), millihenries(12)};
        // one volt per 1000 rpm is 9.5493 mV s/rad; three phases: sqrt 3 of it (any drives text)
        LW_COMPARE_WITHIN(torqueConstantOf(1), std::sqrt(3.0) * 9.5493e-3, 1e-6);
        LW_COMPARE_WITHIN(torqueConstantOfPhase(0.2), 0.3 * std::sqrt(2.0), 1e-12);
        const double psi = m.torqueConstant * std::sqrt(2.0) / 12, V = 311 / std::sqrt(3.0);
        for (double rpm = 0; rpm < 8000; rpm += 250) {
            double most = 0; // brute force: the largest current whose voltage stays inside the circle
            const double we = 4 * rpm * 2 * pi / 60;
            for (double i = 0; i < 120; i += 0.01)
                if (std::hypot(2.5 * i + psi * we, we * 6e-3 * i) <= V) most = i;
            LW_COMPARE_WITHIN(servoCurrent(m, volts(311), 1, revolutionsPerMinute(rpm)) * std::sqrt(2.0), most, 0.011);
        }
        const auto n = servoSpeedFor(m, volts(311), 1, newtonMetres(3.8));
        LW_COMPARE_WITHIN(servoCurrent(m, volts(311), 1, *n) * m.torqueConstant, 3.8, 1e-9);
        QVERIFY(!servoSpeedFor(m, volts(20), 1, newtonMetres(50)));
    }
    void aBrushedMotorKeepsItsPower() {
        const BrushedMotor m{0.12, ohms(0.9), amperes(0.6)};
        for (double load = 0; load < 6; load += 0.5) {
            const auto w = brushedSpeed(m, volts(60), newtonMetres(load));
            LW_COMPARE_WITHIN(brushedTorque(m, volts(60), w).value(), load, 1e-9);
            const double i = load / 0.12 + 0.6; // electrical in = shaft + friction + copper
            LW_COMPARE_WITHIN(60 * i, load * w.value() + 0.6 * 0.12 * w.value() + i * i * 0.9, 1e-6);
        }
    }
    void twoMassesSwingAtTheirRoots() {
        const double k = 250, a = 1.1e-4, b = 4.4e-4;
        const auto f = twoMasses(fromSi<TorsionalStiffness>(k), kilogramSquareMetres(a), kilogramSquareMetres(b));
        const double w = f.free.value() * 2 * pi; // det of the free pair vanishes there
        LW_COMPARE_WITHIN((k - a * w * w) * (k - b * w * w) / (k * k), 1, 1e-9);
        LW_COMPARE_WITHIN(f.free.value() / f.held.value(), std::sqrt(1 + b / a), 1e-12);
    }
    void heatSettlesWhereTheLoopDoes() {
        for (const double peak : {2.0, 4.2, 5.0, 5.9}) {
            const auto h = stepperHeat(amperes(4.2), 80, ohms(0.4), amperes(peak), 35);
            QVERIFY(h && h->rise);
            double t = 35; // warm copper heats more, until it does not any more
            for (int n = 0; n < 400; ++n)
                t = 35 + peak * peak * 0.4 * (1 + copperCoefficient * (t - 20)) * h->thermalResistance;
            LW_COMPARE_WITHIN(*h->rise, t - 35, 1e-6);
        }
        QVERIFY(!stepperHeat(amperes(4.2), 80, ohms(0.4), amperes(15), 35)->rise); // runs away
    }
    void windingsKeepTheirAmpereTurns() {
        // parallel against series: twice the current, a quarter of resistance and inductance, the same torque
        // (Acarnley, Stepping Motors)
        const WindingData half{amperes(3), ohms(0.8), millihenries(2.4), newtonMetres(1.3)};
        const auto s = joined(half, Winding::Unipolar, Winding::Series),
                   p = joined(half, Winding::Unipolar, Winding::Parallel);
        LW_COMPARE_WITHIN(p.current / s.current, 2, 1e-12);
        LW_COMPARE_WITHIN(s.resistance / p.resistance, 4, 1e-12);
        LW_COMPARE_WITHIN(s.inductance / p.inductance, 4, 1e-12);
        LW_COMPARE_WITHIN(s.holding / p.holding, 1, 1e-12);
        const auto back = joined(joined(half, Winding::Unipolar, Winding::Series), Winding::Series, Winding::Unipolar);
        LW_COMPARE_WITHIN(back.inductance.value(), half.inductance.value(), 1e-15);
    }
    void aSuddenLoadThrowsTheRotorBeyondItsLimit() {
        // the pendulum of the rotor, electrical: d'' = sin at its command less the load; Kimbark's equal areas
        const auto limit = shockLimit();
        LW_COMPARE_WITHIN(inDegrees(limit.electrical), 46.4365, 1e-3);
        for (const double load : {0.98 * limit.share, 1.02 * limit.share}) {
            double most = 0;
            std::array<double, 2> x{0, 0};
            for (int n = 0; n < 60; ++n) {
                x = integrated<2>(x, 0.2, 1e-3, [&](const auto &y, auto &d, double) {
                    d[0] = y[1];
                    d[1] = load - std::sin(y[0]);
                });
                most = std::max(most, x[0]);
            }
            QCOMPARE(most > pi, load > limit.share);
        }
    }
    void aSwingGrowsAsTheLinearTestSays() {
        // the voltage-fed machine itself, a little off its steady state, followed by Boost.Odeint
        const auto m = reference();
        const double Km = torqueConstant(m).value(), N = 50, R = 0.4, L = 1.2e-3, V = 48, J = 9.6e-5, load = 0.3;
        for (const double rpm : {900.0, 1800.0}) {
            const double w0 = rpm * 2 * pi / 60;
            const auto growth =
                midbandGrowth(m, bus(48), revolutionsPerMinute(rpm), newtonMetres(load), kilogramSquareMetres(J), 0);
            QVERIFY(growth);
            const double iq = load / Km, X = N * w0 * L, E = Km * w0, Z2 = R * R + X * X,
                         rest = X * X * iq * iq + (R * iq + E) * (R * iq + E) - V * V,
                         id = (-X * E + std::sqrt(X * X * E * E - Z2 * rest)) / Z2,
                         delta = std::atan2(-(R * id - X * iq), R * iq + X * id + E);
            std::array<double, 4> x{id, iq, w0 * (1 + 1e-6), delta};
            const auto follow = [&](double time) { // largest swing of the speed over that time
                double most = 0;
                for (int n = 0; n < 200; ++n) {
                    x = integrated<4>(x, time / 200, 1e-5, [&](const auto &y, auto &d, double) {
                        d[0] = (-V * std::sin(y[3]) - R * y[0] + N * y[2] * L * y[1]) / L;
                        d[1] = (V * std::cos(y[3]) - R * y[1] - N * y[2] * L * y[0] - Km * y[2]) / L;
                        d[2] = (Km * y[1] - load) / J;
                        d[3] = N * (w0 - y[2]);
                    });
                    most = std::max(most, std::fabs(x[2] - w0));
                }
                return most;
            };
            (void)follow(0.2); // what dies away has died
            const double first = follow(0.1), second = follow(0.1);
            LW_COMPARE_WITHIN(std::log(second / first) / 0.1, *growth, 0.1 * *growth + 0.05);
            // and the damping that just stops it does
            const auto D =
                midbandDamping(m, bus(48), revolutionsPerMinute(rpm), newtonMetres(load), kilogramSquareMetres(J));
            LW_COMPARE_WITHIN(
                *midbandGrowth(m, bus(48), revolutionsPerMinute(rpm), newtonMetres(load), kilogramSquareMetres(J), *D),
                0, 1e-6);
        }
    }
    void inTimeItLiesBetweenSineAndSquare() {
        // below 0.9 of the corner the torque is the current's; above it between the two modulations
        std::mt19937 random(9);
        for (int n = 0; n < 4; ++n) {
            StepperMotor m = reference();
            m.holding = newtonMetres(0.5 + double(random() % 60) / 10);
            m.inductance = millihenries(1 + double(random() % 40) / 10);
            m.resistance = ohms(0.3 + double(random() % 10) / 10);
            const auto corner = cornerSpeed(m, bus(48));
            QVERIFY(corner);
            LW_COMPARE_WITHIN(forcedTorque(m, bus(48), *corner * 0.6).value(), peakStaticTorque(m).value(),
                              0.015 * peakStaticTorque(m).value());
            const auto twice = *corner * 2.0;
            if (m.rotorTeeth * twice.value() / (2 * pi) > 2500) continue;
            StepperSupply square = bus(48);
            square.modulation = 4 / pi;
            const double t = forcedTorque(m, bus(48), twice).value();
            QVERIFY(t > 0.96 * pullOutTorque(m, bus(48), twice).torque.value());
            QVERIFY(t < 1.02 * pullOutTorque(m, square, twice).torque.value());
        }
    }
};
LW_TEST(TestElectrics, "tst_electrics")
#include "tst_electrics.moc"
