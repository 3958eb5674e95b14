// Ratio and lead swept: against the proof itself at the place of the design, at every lead, and at both ends of the
// band; against the optimiser of Boost.Math where the best lies.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "machine/known.h"
#include "search/size.h"
#include "search/sweep.h"
#include "units/plain_number.h"
#include <boost/math/tools/minima.hpp>
#include <cmath>

using namespace lw;
using Json = nlohmann::json;

class TestSweep : public QObject {
    Q_OBJECT

    static AxisModel axis(const std::vector<std::pair<std::string, std::string>> &typed = {}) {
        auto job = demoJob();
        for (const auto &[place, words] : typed)
            setAt(job, "/axes/X/" + place, {{"typed", words}, {"standing", "stated"}});
        return readAxis(job, "X", "A");
    }
    static double worst(const AxisModel &m) {
        const auto e = evaluate(m);
        const auto *f = worstTorque(e);
        return f ? f->margin : notKnown;
    }

private slots:
    void theCurveGoesThroughTheDesign() {
        const auto m = axis();
        const auto s = sweepOf(m, Swept::Ratio);
        LW_COMPARE_WITHIN(s.now, 1.5, 1e-12); // 20:30
        for (std::size_t k = 1; k < s.curve.size(); ++k)
            if (s.curve[k - 1].at <= s.now && s.now <= s.curve[k].at) {
                const double margin = worst(m); // between two places a hundredth apart
                const auto [low, high] = std::minmax(s.curve[k - 1].margin, s.curve[k].margin);
                QVERIFY2(margin >= low - 1e-9 && margin <= high + 1e-9, numberText(margin, 6).c_str());
            }
    }
    void everyLeadIsAsTheProofHasIt() {
        auto m = axis();
        const auto s = sweepOf(m, Swept::Lead);
        QVERIFY(s.curve.size() > 100);
        for (std::size_t k = 0; k < s.curve.size(); k += 7) {
            m.lead.v = s.curve[k].at;
            LW_COMPARE_WITHIN(s.curve[k].margin, worst(m), 1e-6 * s.curve[k].margin);
        }
        // and the best where an optimiser that asks the proof finds it (Boost.Math, Brent's method); a corner of two
        // rows is found to the step of the curve
        const auto [x, y] = boost::math::tools::brent_find_minima(
            [&](double logLead) {
                m.lead.v = std::exp(logLead);
                return -worst(m);
            },
            std::log(s.best) - 0.1, std::log(s.best) + 0.1, 30);
        LW_COMPARE_WITHIN(s.best, std::exp(x), 0.02 * s.best);
        LW_COMPARE_WITHIN(s.bestMargin, -y, 0.01 * s.bestMargin);
    }
    void theBandEndsWhereTheMustIsJustKept() {
        auto m = axis();
        const auto s = sweepOf(m, Swept::Lead);
        QVERIFY(s.reaches && s.low.at < s.best && s.best < s.high.at);
        for (const auto &[end, outwards] : {std::pair{s.low, 0.999}, std::pair{s.high, 1.001}}) {
            m.lead.v = end.at;
            LW_COMPARE_WITHIN(worst(m), s.must, 1e-4);
            m.lead.v = end.at * outwards;
            QVERIFY(worst(m) < s.must);
            QVERIFY(!end.by.empty());
        }
        QVERIFY(s.flatLow >= s.low.at * (1 - 1e-9) || 0.9 * s.bestMargin < s.must);
        for (const double at : {s.flatLow, s.flatHigh}) {
            m.lead.v = at;
            LW_COMPARE_WITHIN(worst(m), 0.9 * s.bestMargin, 1e-4 * s.bestMargin);
        }
    }
    void whatIsAskedMovesTheBand() {
        const auto usual = sweepOf(axis(), Swept::Ratio),
                   quick = sweepOf(axis({{"targets/rapid_mm_min", "4000mm/min"}}), Swept::Ratio),
                   strong = sweepOf(axis({{"designs/A/motor/holding_torque_Nm", "8 N m"}}), Swept::Ratio);
        QVERIFY(usual.reaches && quick.reaches && strong.reaches);
        QVERIFY(quick.high.at < usual.high.at); // the motor turns faster for the same travel
        QVERIFY(strong.low.at < usual.low.at);
        QVERIFY2(sweepWords(usual).find("Ratio ") == 0, sweepWords(usual).c_str());
        auto bare = demoJob();
        setAt(bare, "/axes/X/designs/A/motor", nullptr);
        QVERIFY(sweepOf(readAxis(bare, "X", "A"), Swept::Ratio).missing.find("Choose motor") == 0);
    }
    void anEmptyBandNamesTheNearerLever() {
        auto job = demoJob();
        const auto set = [&](const char *place, const char *words) {
            setAt(job, std::string("/axes/X/") + place, {{"typed", words}, {"standing", "stated"}});
        };
        set("targets/acceleration_m_s2", "30 m/s2");
        const auto s = sweepOf(readAxis(job, "X", "A"), Swept::Lead);
        QVERIFY(!s.reaches);
        QVERIFY2(s.lever.find("Speeding up at ") == 0, s.lever.c_str());
        const auto told = s.lever.substr(15, s.lever.find("\u00a0m/s") - 15);
        set("targets/acceleration_m_s2", (told + " m/s2").c_str());
        const auto mended = sweepOf(readAxis(job, "X", "A"), Swept::Lead);
        QVERIFY2(mended.bestMargin > 0.97 * mended.must, s.lever.c_str()); // told to two figures
        QVERIFY(s.bestMargin < 0.9 * s.must);
        QVERIFY(sweepWords(s).find("No lead does it") == 0);
    }
    void everyPartSoldIsProvedAndPutInItsPlace() {
        const auto job = demoJob();
        const auto s = sweep(job, "X", "A", catalogueInUse(), Swept::Ratio);
        QVERIFY(s.parts.size() > 50);
        double last = 0;
        for (std::size_t k = 0; k < s.parts.size(); ++k) {
            QVERIFY(s.parts[k].ratio >= last);
            last = s.parts[k].ratio;
            if (k % 37) continue;
            auto taken = job;
            for (const auto &p : s.parts[k].patches)
                setAt(taken, p.pointer, p.value);
            const auto m = readAxis(taken, "X", "A");
            LW_COMPARE_WITHIN(s.parts[k].ratio, evaluate(m).state.ratio(), 1e-12);
            LW_COMPARE_WITHIN(s.parts[k].margin, worst(m), 1e-12);
        }
        const auto leads = sweep(job, "X", "A", catalogueInUse(), Swept::Lead);
        QVERIFY(std::any_of(leads.parts.begin(), leads.parts.end(),
                            [](const Alternative &a) { return std::fabs(a.lead - 5e-3) < 1e-9; }));
    }
};
LW_TEST(TestSweep, "tst_sweep")
#include "tst_sweep.moc"
