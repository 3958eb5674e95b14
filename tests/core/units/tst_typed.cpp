// What people type, what they see, and the quantities behind it.
#include "test_list.h"
#include "compare.h"
#include "fraction.h"
#include "units/quantity.h"
#include "units/typed.h"

using namespace lw;
using D = Dimension;

class TestTyped : public QObject {
    Q_OBJECT
private slots:
    void reads_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<int>("dimension");
        QTest::addColumn<QString>("unit");
        QTest::addColumn<double>("si");
        auto row = [](const char *typed, D d, const char *unit, double si) {
            QTest::newRow(typed) << QString::fromUtf8(typed) << int(d) << QString::fromUtf8(unit) << si;
        };
        // International yard and pound agreement, 1959: 1 in = 25.4 mm, 1 lb = 0.45359237 kg, exactly.
        row("3/8in", D::Length, "mm", 0.009525);
        row("1 3/8in", D::Length, "mm", 0.034925);
        row("0.2\"", D::Length, "mm", 0.00508);
        row("5tpi", D::Lead, "mm", 0.00508);
        row("8 tpi", D::Lead, "mm", 0.003175);
        row("5mm", D::Lead, "mm", 0.005);
        row("2*14.5mm", D::Length, "mm", 0.029);
        row("17.2kg + 16.9kg", D::Mass, "kg", 34.1);
        row("0,5", D::Length, "mm", 0.0005);
        row("0,500", D::Length, "mm", 0.0005);
        row("12,5mm", D::Length, "mm", 0.0125);
        row("100mm/4", D::Length, "mm", 0.025);
        row("4 thou", D::Length, "mm", 0.0001016);
        // Standard gravity 9.80665 m/s2 by definition (3rd CGPM, 1901)
        row("1.2kgf", D::Force, "N", 11.76798);
        row("425 ozf·in", D::Torque, "Nm", 425 * 0.45359237 * 9.80665 / 16 * 0.0254);
        row("425ozf in", D::Torque, "Nm", 425 * 0.45359237 * 9.80665 / 16 * 0.0254);
        row("10 lbf in", D::Torque, "Nm", 1.1298482902761668);
        row("1.2kgf @ 110mm", D::Torque, "Nm", 1.2 * 9.80665 * 0.110);
        row("840 g cm2", D::Inertia, "gcm2", 8.4e-5);
        row("0.5", D::Torque, "Nm", 0.5);
        row("100ipm", D::Speed, "mm/min", 2.54 / 60);
        row("2500mm/min", D::Speed, "mm/min", 2.5 / 60);
        row("0.3m/s²", D::Acceleration, "m/s2", 0.3);
        row("700rpm", D::RotationSpeed, "rpm", 700 * 2 * pi / 60);
        row("100 N/um", D::Stiffness, "N/um", 1e8);
        row("0.75mm2", D::Area, "mm2", 0.75e-6);
        row("15%", D::Number, "%", 0.15);
        row("900EUR", D::Money, "EUR", 900);
        row("€ 64", D::Money, "EUR", 64);
        row("50.5e-6 kg m2/m", D::InertiaPerLength, "kgm2/m", 50.5e-6);
        row("≈22kg?", D::Mass, "kg", 22);
        // Water freezes at 32 degrees Fahrenheit and boils at 212 (NIST SP 811, B.6: t/C = (t/F - 32)/1.8)
        row("212 °F", D::Temperature, "C", 100);
        row("104F", D::Temperature, "C", 40);
    }
    void reads() {
        QFETCH(QString, typed);
        QFETCH(int, dimension);
        QFETCH(QString, unit);
        QFETCH(double, si);
        const auto v = readTyped(typed.toStdString(), D(dimension), unit.toStdString());
        QVERIFY2(v.has_value(), v ? "" : v.error().sentence.c_str());
        LW_COMPARE_WITHIN(v->si, si, 1e-12 * std::fabs(si) + 1e-18);
    }

    void refuses_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<int>("dimension");
        QTest::addColumn<QString>("says");
        auto row = [](const char *name, const char *typed, D d, const char *says) {
            QTest::newRow(name) << QString::fromUtf8(typed) << int(d) << QString::fromUtf8(says);
        };
        row("thousands or decimals", "1,500", D::Length, "1500 or 1.500");
        row("half a unit", "5tp", D::Lead, "5tpi");
        row("wrong dimension", "5 kg", D::Force, "a mass");
        row("sum of Fahrenheit", "70F + 2F", D::Temperature, "one at a time");
        row("mixed", "3in + 2", D::Length, "Give each summand its unit");
        row("prose", "please make it strong", D::Torque, "is not");
        row("empty", "", D::Length, "Nothing typed");
        row("huge", "1e999", D::Length, "beyond");
        row("nan", "NaN", D::Length, "is not");
        row("divided by nothing", "1/0", D::Length, "cannot be worked out");
        row("half a tooth", "20.5", D::Count, "whole number");
        row("two numbers", "3 4mm", D::Length, "side by side");
        row("two points", "1.2.3", D::Length, "decimal mark");
        row("unit alone", "mm", D::Length, "number is missing");
        row("torn", "2*(3mm", D::Length, "cannot be worked out");
    }
    void refuses() {
        QFETCH(QString, typed);
        QFETCH(int, dimension);
        QFETCH(QString, says);
        const auto v = readTyped(typed.toStdString(), D(dimension), "mm");
        QVERIFY(!v);
        const auto t = QString::fromStdString(v.error().sentence);
        QVERIFY2(t.contains(says), qPrintable(t));
    }
    void asksBothReadingsOfAComma() {
        const auto v = readTyped("1,500", D::Length, "mm");
        QVERIFY(!v);
        QCOMPARE(v.error().meant, (std::vector<std::string>{"1500", "1.500"}));
    }
    void guessIsMarked() {
        QVERIFY(readTyped("22kg?", D::Mass, "kg")->guess && !readTyped("22kg", D::Mass, "kg")->guess);
    }

    void steps() {
        QCOMPARE(stepTyped("2500mm/min", 1), std::string("2501mm/min"));
        QCOMPARE(stepTyped("0.34", -1), std::string("0.33"));
        QCOMPARE(stepTyped("0.34", 10), std::string("0.44"));
        QCOMPARE(stepTyped("0,5", 1), std::string("0,6"));
        QCOMPARE(stepTyped("0.3m/s2", 1), std::string("0.4m/s2"));
        QCOMPARE(stepTyped("9.9mm", 1), std::string("10.0mm"));
        QCOMPARE(stepTyped("0mm", -1), std::string("0mm"));
        QCOMPARE(stepTyped("375-5M-15", 1), std::string("375-5M-16"));
    }
    void shows() {
        QCOMPARE(numberText(0.0005, 3), std::string("0.0005"));
        QCOMPARE(numberText(1234.5, 3),
                 std::string("1234")); // whole numbers keep their digits: 1234.5 rounds half to even
        QCOMPARE(numberText(-2.5, 2), std::string("−2.5"));
        QCOMPARE(numberText(std::nan(""), 2), std::string("not known"));
        QCOMPARE(valueText(0.00508, D::Lead, "tpi"), std::string("5"));
        QCOMPARE(valueText(0.0254, D::Length, "in"), std::string("1"));
    }
    void spreads() {
        const auto a = readSpread("±10%", 100, D::Force, "N");
        QVERIFY(a && !a->factor);
        LW_COMPARE_WITHIN(a->low, 90, 1e-9);
        const auto b = readSpread("x0.85..1.15", 100, D::Force, "N");
        QVERIFY(b && b->factor);
        LW_COMPARE_WITHIN(b->high, 115, 1e-9);
        const auto c = readSpread("0.30..0.38", 0.34, D::Number, "");
        QVERIFY(c);
        LW_COMPARE_WITHIN(c->low, 0.30, 1e-12);
        QVERIFY(!readSpread("about", 1, D::Number, ""));
    }
    void fractionsAreExact() {
        const auto third = makeFraction(2, 6);
        QCOMPARE(third->text(), std::string("1/3"));
        QCOMPARE(readFraction("25.4")->text(), std::string("127/5"));
        QCOMPARE(fromDecimal(0.1)->text(), std::string("1/10"));
        QCOMPARE(decimalText(*makeFraction(6400, 9), 4), std::string("711.1111"));
        QCOMPARE(decimalText(*makeFraction(1, 8), 2), std::string("0.13")); // half up
        QCOMPARE(roundHalfAway(*makeFraction(-5, 2)), std::int64_t(-3));
        QVERIFY(!makeFraction(1, 0));
        QVERIFY(!multiply({INT64_MAX, 1}, {3, 1}));
        QVERIFY(!readFraction("five"));
    }
    void angleIsADimension() {
        // compile-time: force * lead is a torque, and the lead of 5 mm a turn moves 5 mm in 2 pi
        LW_COMPARE_WITHIN((newtons(1000) * perRevolution(millimetres(5))).value(), 0.795774715459, 1e-9);
        LW_COMPARE_WITHIN(inMillimetresPerMinute(perRevolution(millimetres(5)) * revolutionsPerMinute(600)), 3000,
                          1e-9);
    }
};
LW_TEST(TestTyped, "tst_typed")
#include "tst_typed.moc"
