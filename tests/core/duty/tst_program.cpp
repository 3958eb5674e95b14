// Part programs whose length and time are known in closed form, and broken ones.
#include "test_list.h"
#include "compare.h"
#include "duty/program_duty.h"
#include "duty/motion.h"
#include <QTest>
#include <cmath>
#include <numbers>
#include <random>
#include <sstream>

using namespace lw;
constexpr double PI = std::numbers::pi;

class TestProgram : public QObject {
    Q_OBJECT
    static ProgramLimits limits(CornerMode mode = CornerMode::StopAtEach) {
        ProgramLimits l;
        l.axis.fill({2.5 / 60, 0.3}); // 2500 mm/min, 0.3 m/s2
        l.axis[2] = {1.5 / 60, 0.3};
        l.corners = mode;
        return l;
    }
    static ProgramDuty run(const std::string &text, const ProgramLimits &l = limits(), const ProgramOptions &o = {}) {
        std::istringstream in(text);
        return programDuty(in, std::int64_t(text.size()), o, l);
    }
    static std::vector<ProgramMove> moves(const std::string &text, const ProgramOptions &o = {}) {
        std::istringstream in(text);
        std::vector<ProgramMove> all;
        readProgram(in, 0, o, [&](const ProgramMove &m) { all.push_back(m); });
        return all;
    }

private slots:
    void straightMoveIsATrapezoid() {
        const auto d = run("G21 G90\nG1 X100 F600\n");
        const auto t = trapezoidMove(millimetres(100), millimetresPerMinute(600), metresPerSecondSquared(0.3),
                                     metresPerSecondSquared(0.3));
        LW_COMPARE_WITHIN(d.time, t->time.value(), 1e-12);
        LW_COMPARE_WITHIN(d.path, 0.1, 1e-12);
        LW_COMPARE_WITHIN(d.axis[0].peakSpeed, 0.01, 1e-12);
        LW_COMPARE_WITHIN(d.axis[0].squareAccel, 2 * 0.3 * 0.3 * (0.01 / 0.3), 1e-12);
        QCOMPARE(d.axis[0].reversals, 0);
        QCOMPARE(d.axis[1].moving, 0.0);
        QCOMPARE(d.feedReached, 1);
        // a move too short to reach its feed: v = sqrt(a s)
        const auto s = run("G1 X0.1 F600\n");
        LW_COMPARE_WITHIN(s.time, 2 * std::sqrt(0.1e-3 / 0.3), 1e-12);
        QCOMPARE(s.feedReached, 0);
    }
    void rapidsKeepEveryAxisWithinItsOwn() {
        // 3-4-5: along the line Z's 1500 mm/min allow 1500/0.8, X's 2500 allow 2500/0.6: Z decides
        const auto d = run("G0 X30 Z40\n");
        LW_COMPARE_WITHIN(d.axis[2].peakSpeed, 1.5 / 60, 1e-12);
        LW_COMPARE_WITHIN(d.axis[0].peakSpeed, 1.5 / 60 * 0.75, 1e-12);
        LW_COMPARE_WITHIN(d.axis[2].peakAcceleration, 0.3, 1e-12);
        const double v = 1.5 / 60 / 0.8, a = 0.3 / 0.8;
        LW_COMPARE_WITHIN(d.time, 0.05 / v + v / a, 1e-12);
    }
    void circleInClosedForm() {
        const double r = 0.010, v = 0.010, centre = v * v / r, along = std::sqrt(0.3 * 0.3 - centre * centre);
        const auto d = run("G17 G21\nG2 X0 Y0 I10 F600\n");
        LW_COMPARE_WITHIN(d.path, 2 * PI * r, 1e-12);
        LW_COMPARE_WITHIN(d.time, 2 * PI * r / v + v / along, 1e-9);
        QCOMPARE(d.axis[0].reversals, 1); // from the leftmost place: over and back
        QCOMPARE(d.axis[1].reversals, 2); // up, down, up
        LW_COMPARE_WITHIN(d.axis[0].most, 0.020, 1e-9);
        LW_COMPARE_WITHIN(d.axis[1].most, 0.010, 1e-9);
        LW_COMPARE_WITHIN(d.axis[1].least, -0.010, 1e-9);
        LW_COMPARE_WITHIN(d.axis[0].way, 0.040, 0.040 * 2e-3); // in steps of five degrees
        // at steady speed an axis of a circle has RMS v^2/r/sqrt 2; both together v^2/r
        const double both =
            std::sqrt((d.axis[0].squareAccel + d.axis[1].squareAccel - 2 * along * along * v / along) / d.time);
        LW_COMPARE_WITHIN(both, centre, centre * 0.01);
        // too fast for the radius: the pull to the centre stays at nine tenths of the axis
        const auto tight = run("G3 X2 Y0 I1 F2500\n");
        QVERIFY(tight.axis[0].peakAcceleration <= 0.3 * 1.0001);
        QVERIFY(tight.axis[0].peakSpeed <= std::sqrt(0.9 * 0.3 * 0.001) + 1e-12);
    }
    void helixAndPlanes() {
        const auto d = run("G17 G3 X0 Y0 Z5 I10 F600\n");
        LW_COMPARE_WITHIN(d.path, std::hypot(2 * PI * 0.010, 0.005), 1e-12);
        for (const auto &[text, a, b] :
             {std::tuple{"G18 G2 Z0 X0 I10 F600\n", 0, 2}, {"G19 G2 Y0 Z0 J10 F600\n", 1, 2}}) {
            const auto p = run(text);
            LW_COMPARE_WITHIN(p.path, 2 * PI * 0.010, 1e-12);
            LW_COMPARE_WITHIN(p.axis[std::size_t(a)].most - p.axis[std::size_t(a)].least, 0.020, 1e-9);
            LW_COMPARE_WITHIN(p.axis[std::size_t(b)].most - p.axis[std::size_t(b)].least, 0.020, 1e-9);
        }
        // ISO 841 / ISO 6983-1: G2 in the ZX plane is clockwise seen from +Y: from Z0 X0 to Z10 X10 about Z10 X0 goes
        // by +X first
        const auto m = moves("G18 G2 Z10 X10 K10 I0 F100\n");
        QCOMPARE(m.size(), std::size_t(1));
        LW_COMPARE_WITHIN(m[0].sweep, -PI / 2, 1e-12);
    }
    void arcByRadiusIsTheSameArc() {
        for (const auto &[r, ij] : {std::pair{"G2 X20 Y0 R12 F300", "G2 X20 Y0 I10 J-6.6332495807 F300"},
                                    {"G2 X20 Y0 R-12 F300", "G2 X20 Y0 I10 J6.6332495807 F300"},
                                    {"G3 X20 Y0 R12 F300", "G3 X20 Y0 I10 J6.6332495807 F300"}}) {
            const auto a = moves(r), b = moves(ij);
            LW_COMPARE_WITHIN(a[0].sweep, b[0].sweep, 1e-8);
            LW_COMPARE_WITHIN(a[0].radius, b[0].radius, 1e-9);
        }
    }
    void triangleWaveInClosedForm() {
        // n legs of a zigzag at 45 degrees, 5 mm each way, rest to rest
        std::string text = "G90 G21 F600\n";
        const int n = 40;
        for (int k = 1; k <= n; ++k)
            text += "G1 X" + std::to_string(5 * k) + " Y" + (k % 2 ? "5" : "0") + "\n";
        const auto d = run(text);
        const double leg = 0.005 * std::sqrt(2.0), v = 0.010, a = 0.3 * std::sqrt(2.0);
        LW_COMPARE_WITHIN(d.path, n * leg, 1e-12);
        LW_COMPARE_WITHIN(d.time, n * (leg / v + v / a), 1e-9);
        QCOMPARE(d.axis[1].reversals, n - 1);
        QCOMPARE(d.axis[0].reversals, 0);
        LW_COMPARE_WITHIN(d.axis[1].squareAccel, n * 2 * 0.3 * 0.3 * (v / a), 1e-9);
        double bins = 0;
        for (double s : d.axis[1].speedSeconds)
            bins += s;
        LW_COMPARE_WITHIN(bins, d.axis[1].moving, 1e-9);
        LW_COMPARE_WITHIN(d.axis[1].moving, d.time, 1e-9);
        // running through, X is not held up at the corners, but Y may only jump by a t
        const auto through = run(text, limits(CornerMode::RunThrough));
        QVERIFY(through.time < d.time);
        QVERIFY(through.time >= n * leg / v);
        LW_COMPARE_WITHIN(through.path, d.path, 1e-12);
    }
    void spiralRunsThroughAtItsFeed() {
        // Archimedes: r = b theta; length b/2 (theta sqrt(1 + theta^2) + asinh theta)
        const double b = 0.5, turns = 8, end = 2 * PI * turns;
        std::ostringstream text;
        text.precision(9);
        text << std::fixed << "G1 F300\n";
        const int n = 20000;
        for (int k = 1; k <= n; ++k) {
            const double t = end * k / n;
            text << "X" << b * t * std::cos(t) << " Y" << b * t * std::sin(t) << "\n";
        }
        const double length = b / 2 * (end * std::sqrt(1 + end * end) + std::asinh(end)) * 1e-3;
        const auto d = run(text.str(), limits(CornerMode::RunThrough));
        QCOMPARE(d.moves, n);
        LW_COMPARE_WITHIN(d.path, length, length * 1e-5);
        LW_COMPARE_WITHIN(d.time, length / 0.005 + 0.005 / 0.3, length / 0.005 * 1e-3);
        QVERIFY(run(text.str()).time > d.time); // stopping at each is slower
    }
    void inchesAreInches() {
        const auto mm = run("G21 G1 X50.8 Y25.4 F254\nG2 X76.2 Y0 J-25.4\n"),
                   in = run("G20 G1 X2 Y1 F10\nG2 X3 Y0 J-1\n");
        LW_COMPARE_WITHIN(mm.time, in.time, 1e-9);
        LW_COMPARE_WITHIN(mm.path, in.path, 1e-12);
    }
    void incrementsAndWordsWrittenTogether() {
        const auto a = run("N10G91G1X10F300(over)\nN20Y5;up\nG90X0Y0\n"), b = run("g1 x10 f300\nY5\nX0 Y0\n");
        LW_COMPARE_WITHIN(a.time, b.time, 1e-12);
        QCOMPARE(a.text.skippedCount, 0);
        const auto c = run("/G1 X 1 0 F300\nM30\nG1 X500\n"); // "X 1 0" is a slip, not ten
        QCOMPARE(c.text.skippedCount, 1);
        QCOMPARE(c.text.lines, 2); // nothing after the end
    }
    void diametersCountHalf() {
        ProgramOptions o;
        o.xIsDiameter = true;
        LW_COMPARE_WITHIN(run("G0 X40\n", limits(), o).axis[0].most, 0.020, 1e-12);
        const auto arc = moves("G18 G1 X20 Z0 F100\nG3 X40 Z-10 K-10\n", o); // quarter of radius 10 in true size
        QCOMPARE(arc.size(), std::size_t(2));
        LW_COMPARE_WITHIN(arc[1].radius, 0.010, 1e-12);
        LW_COMPARE_WITHIN(std::fabs(arc[1].sweep), PI / 2, 1e-9);
    }
    void cyclesAreTheirLongHand() {
        const auto g81 = run("G0 Z10\nG98 G81 X10 Y0 Z-5 R2 F100\nX20\nG80\n");
        const auto by = run("G0 Z10\nG0 X10\nG0 Z2\nG1 Z-5 F100\nG0 Z10\nG0 X20\nG0 Z2\nG1 Z-5\nG0 Z10\n");
        LW_COMPARE_WITHIN(g81.time, by.time, 1e-12);
        LW_COMPARE_WITHIN(run("G0 Z10\nG99 G81 X10 Z-5 R2 F100\nX20\n").time,
                          run("G0 Z10\nG0 X10\nG0 Z2\nG1 Z-5 F100\nG0 Z2\nG0 X20\nG1 Z-5\nG0 Z2\n").time, 1e-12);
        const auto g83 = run("G0 Z5\nG99 G83 Z-5 R1 Q2.5 F100\nX0 Y0\n"); // Z only: no hole without a place? the block
                                                                          // itself drills here
        const auto pecks = run("G0 Z5\nG0 Z1\nG1 Z-1.5 F100\nG0 Z1\nG0 Z-1\nG1 Z-4\nG0 Z1\nG0 Z-3.5\nG1 Z-5\nG0 Z1\n");
        QVERIFY(g83.time > pecks.time * 1.9); // two holes on one place
        QCOMPARE(g83.text.skippedCount, 0);
        LW_COMPARE_WITHIN(run("G0 Z5\nG99 G83 Z-5 R1 Q2.5 F100\n").time, pecks.time, 1e-12);
        LW_COMPARE_WITHIN(run("G82 X1 Z-1 R0 P2 F60\n").dwell, 2, 1e-12);
        LW_COMPARE_WITHIN(run("G91 G81 X10 Z-3 R-1 L3 F100\n").axis[0].most, 0.030, 1e-12);
    }
    void dwellStandsInTheTime() {
        const auto d = run("G4 P2.5\nG1 X1 F60\n");
        LW_COMPARE_WITHIN(d.dwell, 2.5, 1e-12);
        LW_COMPARE_WITHIN(d.time, 2.5 + d.cutting, 1e-12);
        QVERIFY(d.text.notes.front().find("seconds") != std::string::npos);
    }
    void theWorstSecondIsFound() {
        std::string text = "G1 X100 F600\n";
        for (int k = 0; k < 60; ++k)
            text += std::string("X") + (k % 2 ? "100" : "100.3") + "\n";
        text += "X0\n";
        const auto d = run(text);
        // 0.3 mm is less than v^2/a = 0.333: always speeding up or slowing down, RMS = a
        LW_COMPARE_WITHIN(d.axis[0].worstSecondRms, 0.3, 0.3 * 0.05);
        QVERIFY2(d.axis[0].worstSecondLine > 2 && d.axis[0].worstSecondLine < 62,
                 qPrintable(QString::number(d.axis[0].worstSecondLine)));
        QCOMPARE(d.axis[0].reversals, 59); // the first and the last stretch go on the way they came
        // no second can be worse than the limit, nor milder than the whole
        QVERIFY(d.axis[0].worstSecondRms <= 0.3 * (1 + 1e-9));
        QVERIFY(d.axis[0].worstSecondRms >= std::sqrt(d.axis[0].squareAccel / d.time));
    }
    void rmsForceOfAWholeProgram() {
        // against the list of moves of motion.h with a lossless screw: torque / lead is the force
        const auto d = run("G1 X100 F600\nG0 X0\n");
        ScrewDrive s{perRevolution(millimetres(5)), 1.0,         kilogramSquareMetres(0), kilograms(60),
                     metresPerSecondSquared(0.3),   newtons(80), newtonMetres(0)};
        const ListedMove list[] = {{millimetres(100), millimetresPerMinute(600), newtons(400)},
                                   {millimetres(-100), millimetresPerMinute(2500)}};
        const auto m = movesLoad(s, list);
        LW_COMPARE_WITHIN(programRmsForce(d.axis[0], d.time, 60, 80, 400), m->rms.value() / (0.005 / (2 * PI)), 1e-6);
    }
    void whatIsNotFollowedIsListed_data() {
        QTest::addColumn<QString>("block");
        QTest::addColumn<QString>("says");
        for (const auto &[block, says] : {std::pair{"G5 X1", "G5 is not followed"},
                                          {"G43 H1", "tool length"},
                                          {"G41 D1", "cutter radius"},
                                          {"#1=5", "variables"},
                                          {"G1 X[1+2]", "variables"},
                                          {"G1 A90", "A is not one"},
                                          {"G93", "inverse time"},
                                          {"M98 P10", "subprograms"},
                                          {"G1 X5 X6 F10", "two X"},
                                          {"G1 X F10", "no number after X"},
                                          {"(open", "not closed"},
                                          {"G2 X1 Y1 F10", "needs I, J, K or R"},
                                          {"G2 X10 Y0 R1 F10", "farther apart"},
                                          {"G2 X10 Y0 I3 F10", "not equally far"},
                                          {"G1 X1 F-5", "above zero"},
                                          {"G83 Z-5 R1 F10 X1", "needs Q"},
                                          {"G81 Z5 R1 F10 X1", "above R"},
                                          {"G1 X9999999 F10", "kilometre"},
                                          {"X5", "in force"},
                                          {"@", "not a word"},
                                          {"G1 Z1", "no feed"},
                                          {"G4", "without its time"},
                                          {"G4 P99999", "milliseconds"}})
            QTest::newRow(block) << block << says;
    }
    void whatIsNotFollowedIsListed() {
        QFETCH(QString, block);
        QFETCH(QString, says);
        const auto d = run("G21\n" + block.toStdString() + "\n");
        QCOMPARE(d.text.skippedCount, 1);
        QCOMPARE(d.text.skipped[0].line, 2);
        QVERIFY2(QString::fromStdString(d.text.skipped[0].why).contains(says), d.text.skipped[0].why.c_str());
    }
    /// Feed a turn: 0.2 mm a turn at 600 rpm is 120 mm/min, so 100 mm take 50 s, less what the ramps leave (2 mm/s at
    /// 0.3 m/s2: 7 ms).
    void feedATurnGoesByTheSpindle() {
        const auto d = run("G21 G95 S600 M3\nG1 X100 F0.2\n");
        QCOMPARE(d.text.skippedCount, 0);
        LW_COMPARE_WITHIN(d.time, 50.0, 0.02);
        // another speed, the same feed a turn; back to feed a minute F must be written anew
        LW_COMPARE_WITHIN(run("G95 S600\nG1 X50 F0.2\nS1200\nX100\n").time, 25 + 12.5, 0.04);
        const auto stale = run("G95 S1000\nG1 X10 F0.2\nG94\nX20\n");
        QCOMPARE(stale.text.skippedCount, 1);
        QVERIFY(stale.text.skipped[0].why.find("no feed") != std::string::npos);
        QVERIFY(stale.text.timeOpen);
        QCOMPARE(run("G94 G1 X10 F100\nG95\nX20\n").text.skippedCount, 1);
        // no spindle speed: a line of the list, its time open
        const auto still = run("G95\nG1 X10 F0.2\n");
        QCOMPARE(still.text.skippedCount, 1);
        QVERIFY(still.text.skipped[0].why.find("no S") != std::string::npos && still.text.timeOpen);
        // inches: 0.01 in a turn at 300 rpm is 76.2 mm/min
        LW_COMPARE_WITHIN(run("G20 G95 S300\nG1 X1 F0.01\n").time, 25.4 / 76.2 * 60, 0.02);
    }
    /// Constant speed of cut: facing from radius r1 to r2 takes 2 pi (r1^2 - r2^2) / (2 f v), the integral of dr / (f
    /// n(r)).
    void surfaceSpeedFollowsTheRadius() {
        const auto d = run("G95 G96 S100\nG0 X50\nG1 X10 F0.2\n");
        LW_COMPARE_WITHIN(d.cutting, 2 * PI * (0.05 * 0.05 - 0.01 * 0.01) / 2 / (0.2e-3 * 100 / 60), 0.05);
        const auto centre = run("G95 G96 S100\nG1 X0 F0.2\nG92 S2000\nG1 X-10\n");
        QCOMPARE(centre.text.skippedCount, 0); // from 0 to 0 nothing moves; then the clamp turns it
        LW_COMPARE_WITHIN(centre.cutting, 10 / (0.2 * 2000) * 60, 0.05);
    }
    void noWordIsReadByHalf_data() {
        QTest::addColumn<QString>("block");
        for (const char *b : {"G1 X1e9 F100", "G1 X1E3 F100", "G1 X1e-3 F100", "G1 X1.2.3 F100", "G1 X1.5.F100",
                              "G1e1 X5", "G1 X5 F1e2"})
            QTest::newRow(b) << QString::fromLatin1(b);
    }
    void noWordIsReadByHalf() {
        QFETCH(QString, block);
        const auto d = run("G21\n" + block.toStdString() + "\n");
        QCOMPARE(d.text.skippedCount, 1);
        QCOMPARE(d.moves, 0);
        QVERIFY2(QString::fromStdString(d.text.skipped[0].why).contains(QStringLiteral("cannot be read")),
                 d.text.skipped[0].why.c_str());
        QCOMPARE(run("G1 X5 F100 E5\n").moves, 1); // an E word of its own is none of ours
    }
    void latinTextIsShownAsLetters() {
        const auto d = run("G5 (K\xfchlung an) X1\n\xff\xfe\x80 \x1b[31m\n");
        QCOMPARE(d.text.skippedCount, 2);
        QCOMPARE(d.text.skipped[0].text, std::string("G5 (K\u00fchlung an) X1"));
        for (const auto &s : d.text.skipped) {
            QVERIFY(QString::fromUtf8(s.text.c_str()).toUtf8() == s.text.c_str()); // whole UTF-8
            QVERIFY(s.text.find('\x1b') == std::string::npos);
        }
    }
    void skippedTimeIsSaid() {
        const auto d = run("G1 X10 F60\nG5 X70\n");
        LW_COMPARE_WITHIN(d.text.skipped[0].maySeconds, 60, 1e-9);
        LW_COMPARE_WITHIN(d.text.skippedSeconds, 60, 1e-9);
    }
    void stopsWhenAsked() {
        std::string text;
        for (int k = 0; k < 200000; ++k)
            text += "G1 X" + std::to_string(k % 100) + " F100\n";
        ProgramOptions o;
        int calls = 0;
        double last = -1;
        o.progress = [&](double share) {
            const bool rises = share >= last;
            last = share;
            return rises && ++calls < 3;
        };
        const auto d = run(text, limits(), o);
        QVERIFY(d.text.cancelled);
        QCOMPARE(calls, 3);
        QVERIFY(d.text.lines < 200000);
    }
    /// Programs torn, shuffled and filled with rubbish: no crash, nothing infinite, no negative time.
    void brokenProgramsDoNoHarm() {
        std::mt19937 rng(20260310);
        const std::string good = "N1 G90 G21 G17\nG0 X10 Y20 Z5\nG1 Z-1 F120.5\nG2 X20 Y20 I5 J0\nG3 X10 R6\nG83 X1 Y1 "
                                 "Z-9 R1 Q.5\nG91 X3 L2\nG80 G4 P.2\nM6 T3 S900\n(text) ; more\n";
        const std::string pieces = "GXYZIJKRFPQLNMST0123456789.-+()%;#[]=/ \n";
        for (int round = 0; round < 3000; ++round) {
            std::string text = good;
            const int cuts = 1 + int(rng() % 12);
            for (int k = 0; k < cuts; ++k) {
                const std::size_t at = rng() % text.size();
                switch (rng() % 4) {
                case 0: text[at] = pieces[rng() % pieces.size()]; break;
                case 1: text.erase(at, 1 + rng() % 7); break;
                case 2: text.insert(at, 1, char(rng() % 256)); break;
                default: text.insert(at, text.substr(rng() % text.size(), rng() % 20)); break;
                }
                if (text.empty()) text = "G";
            }
            for (auto mode : {CornerMode::StopAtEach, CornerMode::RunThrough}) {
                const auto d = run(text, limits(mode));
                QVERIFY2(std::isfinite(d.time) && d.time >= 0 && std::isfinite(d.path), text.c_str());
                for (const auto &u : d.axis)
                    QVERIFY2(std::isfinite(u.squareAccel) && u.moving <= d.time * (1 + 1e-9) + 1e-9 &&
                                 std::isfinite(u.worstSecondRms),
                             text.c_str());
            }
        }
    }
};
LW_TEST(TestProgram, "tst_program")
#include "tst_program.moc"
