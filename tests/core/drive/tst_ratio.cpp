// Optimum ratio, band of ratios and best lead against a numerical optimiser that knows nothing of their formulas
// (Boost.Math, Brent's method), and margins against closed forms.
#include "test_list.h"
#include "compare.h"
#include "drive/ratio.h"
#include "proof/doubt/doubt.h"
#include "proof/doubt/margin_sums.h"
#include <QTest>
#include <boost/math/distributions/lognormal.hpp>
#include <boost/math/distributions/normal.hpp>
#include <boost/math/tools/minima.hpp>
#include <boost/math/tools/roots.hpp>
#include <cmath>
#include <random>

using namespace lw;

namespace {
RatioCase drawn(std::mt19937 &random) {
    const auto between = [&](double low, double high) {
        return low * std::pow(high / low, double(random()) / double(std::mt19937::max()));
    };
    return {newtonMetres(between(0.5, 12)), newtonMetres(between(0.05, 8)), kilogramSquareMetres(between(3e-6, 3e-4)),
            kilogramSquareMetres(between(1e-5, 5e-3)), between(0.85, 1)};
}
} // namespace

class TestRatio : public QObject {
    Q_OBJECT
private slots:
    void theOptimumIsWhereTheOptimiserFindsIt() {
        std::mt19937 random(1);
        for (int k = 0; k < 200; ++k) {
            const auto c = drawn(random);
            const auto o = optimumRatio(c);
            QVERIFY(o.has_value());
            const auto [x, y] = boost::math::tools::brent_find_minima(
                [&](double logI) { return -screwAcceleration(c, std::exp(logI)); }, std::log(1e-3), std::log(1e4), 40);
            LW_COMPARE_WITHIN(o->ratio, std::exp(x), 1e-4 * o->ratio); // flat: the place is found to root of the step
            LW_COMPARE_WITHIN(o->acceleration, -y, 1e-9 * std::fabs(y));
            // half the torque turns the motor's own side (common textbook result), whatever the load
            LW_COMPARE_WITHIN(o->acceleration, c.motor.value() / (2 * c.motorSide.value() * o->ratio),
                              1e-9 * o->acceleration);
        }
        // inertia match of the textbooks: no load, no loss, ratio = sqrt(J_L/J_m); 9 to 1 asks 3 to 1
        const auto match =
            optimumRatio({newtonMetres(1), newtonMetres(0), kilogramSquareMetres(1e-4), kilogramSquareMetres(9e-4), 1});
        LW_COMPARE_WITHIN(match->ratio, 3, 1e-12);
        QVERIFY(!optimumRatio({newtonMetres(0), newtonMetres(1), kilogramSquareMetres(1), kilogramSquareMetres(1), 1}));
    }
    void theBandEndsWhereTheAccelerationIsJustReached() {
        std::mt19937 random(2);
        int bands = 0;
        for (int k = 0; k < 300; ++k) {
            const auto c = drawn(random);
            const auto lead = millimetres(4);
            const double a = 0.4, alpha = a / (lead.value() / (2 * pi));
            const auto b = ratioBand(c, lead, fromSi<AngularSpeed>(2000 * 2 * pi / 60), fromSi<Speed>(0.05),
                                     fromSi<Acceleration>(a));
            QVERIFY(b.has_value());
            LW_COMPARE_WITHIN(b->speedLimit, 2000.0 / 60 * 0.004 / 0.05, 1e-9);
            if (b->discriminant < 0) {
                for (double i = 0.01; i < 1000; i *= 1.05) // no ratio reaches it
                    QVERIFY(screwAcceleration(c, i) < alpha);
                continue;
            }
            ++bands;
            const auto o = optimumRatio(c);
            const auto f = [&](double i) { return screwAcceleration(c, i) - alpha; };
            std::uintmax_t most = 200;
            const auto low = boost::math::tools::toms748_solve(f, 1e-6, o->ratio,
                                                               boost::math::tools::eps_tolerance<double>(45), most);
            LW_COMPARE_WITHIN(*b->low, low.first, 1e-7 * low.first);
            LW_COMPARE_WITHIN(screwAcceleration(c, *b->high), alpha, 1e-7 * alpha);
            QVERIFY(*b->upper <= b->speedLimit && *b->upper <= *b->high);
        }
        QVERIFY(bands > 50);
    }
    void theBestLeadsAreWhereTheOptimiserFindsThem() {
        std::mt19937 random(3);
        for (int k = 0; k < 100; ++k) {
            const double J = 1e-5 + 1e-3 * double(random()) / double(std::mt19937::max()),
                         m = 20 + double(random() % 200), F = 20 + double(random() % 900),
                         a = 0.1 + 0.01 * double(random() % 200), e = 0.9, T = 3;
            const auto least =
                leadForLeastTorque(fromSi<Acceleration>(a), kilograms(m), newtons(F), kilogramSquareMetres(J), e);
            const auto torque = [&](double logP) { // force through the screw and the rotor's own
                const double p = std::exp(logP);
                return (F + m * a) * p / (2 * pi * e) + J * a * 2 * pi / p;
            };
            const auto [x, y] = boost::math::tools::brent_find_minima(torque, std::log(1e-5), std::log(1.0), 40);
            LW_COMPARE_WITHIN(least->lead.value(), std::exp(x), 1e-4 * least->lead.value());
            LW_COMPARE_WITHIN(least->value, y, 1e-9 * y);
            const auto most =
                leadForMostAcceleration(newtonMetres(T), newtons(F), kilograms(m), kilogramSquareMetres(J), e);
            const auto acceleration = [&](double logP) {
                const double u = 2 * pi / std::exp(logP);
                return -(e * T * u - F) / (m + e * J * u * u);
            };
            const auto [x2, y2] =
                boost::math::tools::brent_find_minima(acceleration, std::log(1e-5), std::log(1.0), 40);
            LW_COMPARE_WITHIN(most->lead.value(), std::exp(x2), 1e-4 * most->lead.value());
            LW_COMPARE_WITHIN(most->acceleration.value(), -y2, 1e-9 * -y2);
        }
    }
    // Against Boost's normal and lognormal distributions.
    void quantilesAndChances() {
        const boost::math::normal n;
        for (const double u : {1e-6, 0.001, 0.05, 0.3, 0.5, 0.9, 0.999})
            LW_COMPARE_WITHIN(normalQuantile(u), quantile(n, u), 1e-9);
        const auto m = lognormalMargin(newtonMetres(2), 0.9, 1.2, newtonMetres(1), 0.8, 1.5, 10000, 0.3);
        const boost::math::lognormal margin(std::log(m->median), m->sigma);
        LW_COMPARE_WITHIN(m->chance, 1 - cdf(margin, 1), 1e-9);
        LW_COMPARE_WITHIN(m->p5, quantile(margin, 0.05), 1e-9);
        LW_COMPARE_WITHIN(m->p5Error, std::sqrt(0.05 * 0.95 / 10000) / pdf(margin, m->p5), 1e-9);
    }
    // With friction alone uncertain the drawn margin has a closed form: T/(T_f x + rest), x lognormal.
    void drawsMeetTheClosedForm() {
        const MarginSpreads s{1.2, 0.5, 0.2, 0.1, 0.7, 1.6, 0, 0, 0, 1};
        const auto d = drawnMargin(s);
        const double mu = std::log(std::sqrt(0.7 * 1.6)), sigma = std::log(1.6 / 0.7) / (2 * z95);
        const double edge = (1.2 - 0.3) / 0.5; // friction factor at which the margin is 1
        LW_COMPARE_WITHIN(d->chance, normalBelow((std::log(edge) - mu) / sigma), 3 * std::sqrt(0.05 * 0.95 / 60000));
        LW_COMPARE_WITHIN(d->p50, 1.2 / (0.5 * std::exp(mu) + 0.3), 1e-3);
        LW_COMPARE_WITHIN(d->p5, 1.2 / (0.5 * 1.6 + 0.3), 2e-3);
        QVERIFY(!drawnMargin({1, 0, 0, 0, 1, 1, 0, 0, 0, 1}));
        QVERIFY(!drawnMargin({1, 1, 0, 0, 1.5, 1, 0, 0, 0, 1}));
    }
};

LW_TEST(TestRatio, "tst_ratio")
#include "tst_ratio.moc"
