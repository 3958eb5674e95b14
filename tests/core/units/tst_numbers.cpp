// Numbers and letters whatever language the desktop speaks, and the rules that keep it so.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "drive/belt.h"
#include "drive/screw.h"
#include "machine/fields.h"
#include "search/result_json.h"
#include "proof/words/working.h"
#include "shop/parts.h"
#include "commission/settings_sheet.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <QDirIterator>
#include <QDir>
#include <QFile>
#include <QRegularExpression>
#include <clocale>
#include <random>
#include <tuple>

using namespace lw;

class TestNumbers : public QObject {
    Q_OBJECT
private slots:
    /// The test itself must stand in the locale it says: else it proves nothing.
    void theLocaleIsTheOneAskedFor() {
        const QByteArray wanted = qgetenv("LC_ALL");
        QCOMPARE(QByteArray(std::localeconv()->decimal_point),
                 wanted.startsWith("de") || wanted.startsWith("tr") ? QByteArray(",") : QByteArray("."));
        QVERIFY(lwLocaleSet);
    }
    void numbersHavePoints() {
        QCOMPARE(fixedNumber(2.5, 2), std::string("2.50"));
        QCOMPARE(fixedNumber(-0.0072, 4), std::string("-0.0072"));
        QCOMPARE(fixedNumber(1e22, 0), std::string("10000000000000000000000"));
        QCOMPARE(generalNumber(0.0000125, 3), std::string("1.25e-05"));
        QCOMPARE(generalNumber(1234.5, 12), std::string("1234.5"));
        QCOMPARE(numberText(1234.56, 5), std::string("1234.6"));
        QCOMPARE(numberText(-0.00725, 3), std::string("−0.00725"));
        QCOMPARE(zeroPadded(7, 3), std::string("007"));
        QCOMPARE(*readNumber(" -7.25e-3 "), -7.25e-3);
        for (const char *bad : {"", " ", "7,5", "1.2.3", "1e999", "nan", "inf", "0x10", "5 mm", "--5"})
            QVERIFY2(!readNumber(bad), bad);
    }
    void everyDoubleComesBack() {
        std::mt19937_64 random(3);
        for (int k = 0; k < 20000; ++k) {
            const double v = std::ldexp(double(random() >> 11) / 9007199254740992.0 - 0.5, int(random() % 200) - 100);
            QCOMPARE(*readNumber(exactNumber(v)), v);
        }
    }
    void typedTextReads() {
        for (const auto &[text, d, unit, si] :
             {std::tuple{"-7um", Dimension::Length, "um", -7e-6},
              {"0,5mm", Dimension::Length, "mm", 0.5e-3},
              {"2*14.5mm", Dimension::Length, "mm", 29e-3},
              {"1 3/8in", Dimension::Length, "mm", 0.034925},
              {"425 ozf in", Dimension::Torque, "Nm", 425 * 4.4482216152605 / 16 * 0.0254},
              {"10TPI", Dimension::Lead, "mm", 2.54e-3},
              {"1.2kgf @ 110mm", Dimension::Torque, "Nm", 1.2 * 9.80665 * 0.11}}) {
            const auto r = readTyped(text, d, unit);
            QVERIFY2(r, text);
            LW_COMPARE_WITHIN(r->si, si, 1e-12 * std::fabs(si));
        }
    }
    void sizesBeyondAllSenseAreRefused() {
        for (const char *text : {"1e308m", "1e999", "9e40mm", "1e30*1e30mm"}) {
            const auto r = readTyped(text, Dimension::Length, "mm");
            QVERIFY2(!r && r.error().sentence.ends_with('.'), text);
        }
        QVERIFY(readTyped("1e3m", Dimension::Length, "mm"));
    }
    void lettersAreThoseOfTheTrade() { // a Turkish I is no i
        QCOMPARE(lowerCase("TPI LINI"), std::string("tpi lini"));
        QCOMPARE(upperCase("150 xl 037i"), std::string("150 XL 037I"));
        QVERIFY(readThread("TR20X4") && readThread("ACME 3/4-5"));
        QVERIFY(readDesignation("150 xl 037"));
        QCOMPARE(oneLine("a\x1b[31mred\n[Z]\u202eevil\u2028x"), std::string("a [31mred [Z] evil x"));
    }
    /// Written and read again a job is the same, its values are numbers in the file, its sheets have points.
    void jobsAndSheetsAreTheSame() {
        for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"}) {
            const auto job = demoJob(name);
            const auto text = writeProject(job);
            const auto again = readProject(text, "again");
            QVERIFY2(again, again ? "" : again.error().c_str());
            QVERIFY(again->project == job);
            QVERIFY(text.find("\"value\": 0,") == std::string::npos);
            for (const auto &axis : axisOrder(job)) {
                const auto m = readAxis(job, axis, "A");
                for (const auto &line : settingsSheet(m, evaluate(m).state))
                    QVERIFY2(line.value.find(',') == std::string::npos, line.value.c_str());
            }
            const auto csv = partsCsv(partLines(job));
            QVERIFY(!QRegularExpression(QStringLiteral("\\d,\\d\\d,(EUR|assumed|stated)"))
                         .match(QString::fromStdString(csv))
                         .hasMatch());
        }
        const auto m = readAxis(demoJob(), "X", "A");
        for (const auto &f : prove(m).findings)
            for (const auto &step : explain(m, evaluate(m).state, f).steps)
                QVERIFY(std::fabs(recompute(step) - step.result) <= 1e-6 * std::max(1e-12, std::fabs(step.result)));
        LW_COMPARE_WITHIN(prove(m).state.sizingPull, 131.4 * 1.3, 0.1);
    }

    /// Every stock belt is ordered by a code that reads back as that belt, in every usual width.
    void everyStockBeltReadsBack() {
        int belts = 0;
        for (const auto profile : {"MXL", "XL", "L", "H", "T2.5", "T5", "T10", "AT5", "AT10", "3M", "5M", "8M", "14M",
                                   "G2M", "G3M", "G5M", "S3M", "S5M", "S8M"}) {
            const auto *p = beltProfile(profile);
            QVERIFY2(p, profile);
            std::vector<int> teeth;
            for (int z : stockBelts(profile))
                teeth.push_back(z);
            if (teeth.empty()) teeth = {60, 80, 100, 125};
            for (int z : teeth)
                for (double w : usualWidths(profile)) {
                    const auto code = beltCode(*p, z, w);
                    const auto d = readDesignation(code, "belt");
                    QVERIFY2(d && d->profile && d->beltTeeth && d->width, code.c_str());
                    QCOMPARE(d->profile->name, p->name);
                    QVERIFY2(d->wholeTeeth.value_or(false) && std::lround(*d->beltTeeth) == z,
                             (code + " reads " + std::to_string(*d->beltTeeth) + ", " + std::to_string(z) + " meant")
                                 .c_str());
                    LW_COMPARE_WITHIN(*d->width, w, 0.05);
                    ++belts;
                }
        }
        QVERIFY2(belts > 700, qPrintable(QString::number(belts)));
        // as printed: ISO 5296 numbers a belt by its length in tenths of an inch (from memory: 124 L of 33 teeth)
        QCOMPARE(beltCode(*beltProfile("L"), 33, 12.7), std::string("124 L 050"));
        QCOMPARE(beltCode(*beltProfile("XL"), 75, 9.525), std::string("150 XL 037"));
    }

    void fits_data() {
        QTest::addColumn<QString>("size");
        QTest::addColumn<double>("nominal");
        QTest::addColumn<double>("upper");
        QTest::addColumn<double>("lower");
        // ISO 286-2, from memory
        QTest::newRow("25 k6") << "25 k6" << 25.0 << 15.0 << 2.0;
        QTest::newRow("35 g6") << "35 g6" << 35.0 << -9.0 << -25.0;
        QTest::newRow("10 H7") << "10 H7" << 10.0 << 15.0 << 0.0;
        QTest::newRow("14 h6") << "14 h6" << 14.0 << 0.0 << -11.0;
        QTest::newRow("20 m6") << "20 m6" << 20.0 << 21.0 << 8.0;
        QTest::newRow("40 js5") << "40 js5" << 40.0 << 5.5 << -5.5;
        QTest::newRow("15 K7") << "15 K7" << 15.0 << 6.0 << -12.0;
        QTest::newRow("25 N7") << "25 N7" << 25.0 << -7.0 << -28.0;
        QTest::newRow("25 P7") << "25 P7" << 25.0 << -14.0 << -35.0;
        QTest::newRow("8 P9") << "8 P9" << 8.0 << -15.0 << -51.0;
        QTest::newRow("60 G7") << "60 G7" << 60.0 << 40.0 << 10.0;
        QTest::newRow("30 J7") << "30 J7" << 30.0 << 12.0 << -9.0;
        QTest::newRow("12 j6") << "12 j6" << 12.0 << 8.0 << -3.0;
        QTest::newRow("8 N9, keyway") << "8 N9" << 8.0 << 0.0 << -36.0;
        QTest::newRow("30 H11") << "30 H11" << 30.0 << 130.0 << 0.0;
        QTest::newRow("inch with its class") << "0.5in h6" << 12.7 << 0.0 << -11.0;
        QTest::newRow("inch with its class, sign") << "0.5\" H7" << 12.7 << 18.0 << 0.0;
        QTest::newRow("inch measured") << "0.75in" << 19.05 << 0.0 << 0.0;
    }
    void fits() {
        QFETCH(QString, size);
        QFETCH(double, nominal);
        QFETCH(double, upper);
        QFETCH(double, lower);
        const auto s = readToleratedSize(size.toStdString());
        QVERIFY2(s, s ? "" : s.error().detail.c_str());
        LW_COMPARE_WITHIN(s->nominal, nominal, 1e-9);
        LW_COMPARE_WITHIN(s->band.upper, upper, 1e-9);
        LW_COMPARE_WITHIN(s->band.lower, lower, 1e-9);
    }
    /// The table against the formulas of ISO 286-1 (from memory): IT6 10 i, IT7 16 i ..., i = 0.45 D^(1/3) + 0.001 D
    /// over the geometric mean of the step; g 2.5 D^0.34, f 5.5 D^0.41, n 5 D^0.34, m = IT7 - IT6.
    void fitsFollowTheirFormulas() {
        const double limits[] = {3, 6, 10, 18, 30, 50, 80, 120};
        for (int k = 1; k < 8; ++k) {
            const double D = std::sqrt(limits[k - 1] * limits[k]), i = 0.45 * std::cbrt(D) + 0.001 * D;
            const auto band = [&](const char *cls) {
                return readToleratedSize(std::to_string(int(limits[k])) + " " + cls)->band;
            };
            for (const auto &[grade, factor] :
                 {std::pair{"H6", 10.0}, {"H7", 16.0}, {"H8", 25.0}, {"H9", 40.0}, {"H10", 64.0}, {"H11", 100.0}})
                LW_COMPARE_WITHIN(band(grade).upper, factor * i, std::max(1.0, 0.055 * factor * i));
            LW_COMPARE_WITHIN(-band("g6").upper, 2.5 * std::pow(D, 0.34), 0.9);
            LW_COMPARE_WITHIN(-band("f7").upper, 5.5 * std::pow(D, 0.41), 0.9);
            LW_COMPARE_WITHIN(band("n6").lower, 5 * std::pow(D, 0.34), 0.9);
            LW_COMPARE_WITHIN(band("m6").lower, band("H7").upper - band("H6").upper, 1.01);
        }
    }
    void classesBeyondTheTableAreRefusedAloud() {
        for (const char *text :
             {"10 x6", "10 h3", "10 k8", "10 K9", "150 H7", "10 H", "10 H7x", "ten H7", "", "-5 h6"}) {
            const auto s = readToleratedSize(text);
            QVERIFY2(!s && !s.error().detail.empty(), text);
        }
    }

    /// The C library's number functions ask the locale: none of them stands in the product, but where a library is
    /// called that does, on purpose.
    void noNumbersByLocaleInTheProduct() {
        static const QRegularExpression forbidden(QStringLiteral(
            "\\b(s?n?printf|strto[dflu]l*|ato[fil]l*|std::sto(d|f|ld|i|l|ll)|setprecision|std::to(lower|upper)|std::is("
            "alpha|digit|alnum|space|upper|lower)|to_string\\((?:\\w+\\.)*(v|margin|value|si)\\))\\s*\\("));
        int files = 0;
        for (QDirIterator it(QStringLiteral(LW_SOURCE_DIR "/src"), {QStringLiteral("*.cpp"), QStringLiteral("*.h")},
                             QDir::Files, QDirIterator::Subdirectories);
             it.hasNext();) {
            QFile f(it.next());
            QVERIFY(f.open(QIODevice::ReadOnly));
            ++files;
            int number = 0;
            for (const auto &line : QString::fromUtf8(f.readAll()).split(QLatin1Char('\n'))) {
                ++number;
                if (line.trimmed().startsWith(QLatin1String("//"))) continue;
                const auto found = forbidden.match(line);
                if (found.hasMatch() && !line.contains(QLatin1String("std::stoll")))
                    QFAIL(qPrintable(
                        QStringLiteral("%1:%2 calls %3").arg(f.fileName()).arg(number).arg(found.captured(1))));
            }
        }
        QVERIFY(files > 150);
    }
};
LW_TEST(TestNumbers, "tst_numbers")
#include "tst_numbers.moc"
