// The check values of every sheet, as rows, through the same name table as the command line.
#include "test_list.h"
#include "book/book.h"
#include <QTest>
#include <QDir>
#include <cmath>
#include <fstream>
#include <set>

using Json = nlohmann::json;

namespace {

Json load(const QString &file) {
    std::ifstream in(file.toStdString());
    return Json::parse(in, nullptr, false);
}

std::set<std::string> pending() {
    std::set<std::string> names;
    std::ifstream in(LW_TEST_DATA "/pending.txt");
    for (std::string line; std::getline(in, line);)
        if (!line.empty()) names.insert(line);
    return names;
}

/// Empty when equal; else where and how they differ.
QString difference(const Json &got, const Json &want, double rel, double abs, const QString &at) {
    if (want.is_number_float() || (want.is_number() && got.is_number_float())) {
        if (!got.is_number()) return at + ": not a number";
        const double g = got.get<double>();
        const double w = want.get<double>();
        const bool exact = want.is_number_integer();
        if (exact ? g == w : std::fabs(g - w) <= std::max(abs, rel * std::fabs(w))) return {};
        return QStringLiteral("%1: got %2, want %3, relative %4")
            .arg(at)
            .arg(g, 0, 'g', 12)
            .arg(w, 0, 'g', 12)
            .arg((g - w) / w);
    }
    if (want.is_object()) {
        for (auto it = want.begin(); it != want.end(); ++it) {
            if (!got.is_object() || !got.contains(it.key()))
                return at + "." + QString::fromStdString(it.key()) + ": missing";
            const auto d = difference(got.at(it.key()), *it, rel, abs, at + "." + QString::fromStdString(it.key()));
            if (!d.isEmpty()) return d;
        }
        return {};
    }
    if (want.is_array()) {
        if (!got.is_array() || got.size() != want.size()) return at + ": list of another length";
        for (std::size_t k = 0; k < want.size(); ++k) {
            const auto d = difference(got[k], want[k], rel, abs, QStringLiteral("%1[%2]").arg(at).arg(k));
            if (!d.isEmpty()) return d;
        }
        return {};
    }
    return got == want ? QString()
                       : QStringLiteral("%1: got %2, want %3")
                             .arg(at, QString::fromStdString(got.dump()), QString::fromStdString(want.dump()));
}

} // namespace

class TestBenchBook : public QObject {
    Q_OBJECT
private slots:
    void checkValues_data() {
        QTest::addColumn<QString>("row");
        const auto waiting = pending();
        int rows = 0;
        for (const auto &file :
             {"linear-axis", "motors-and-power", "transmissions", "rotary-and-motion", "build-and-commission"}) {
            const Json cases = load(QStringLiteral(LW_TEST_DATA "/%1.json").arg(QLatin1String(file)));
            QVERIFY2(cases.is_array(), file);
            for (const auto &c : cases) {
                ++rows;
                const std::string name = c.at("calc");
                if (!lw::book::find(name) && waiting.contains(name)) continue;
                QTest::addRow("%s %s %s", file, c.at("id").get<std::string>().c_str(), name.c_str())
                    << QString::fromStdString(c.dump());
            }
        }
        QCOMPARE(rows, 397); // all five files were read whole
    }
    void checkValues() {
        QFETCH(QString, row);
        const Json c = Json::parse(row.toStdString());
        const std::string name = c.at("calc");
        QVERIFY2(lw::book::find(name), "this calculation is not registered and not pending");
        const auto outcome = lw::book::calculate(name, c.at("inputs"));
        QVERIFY2(outcome.has_value(), outcome ? "" : outcome.error().c_str());
        const auto d = difference(outcome->outputs, c.at("expected"), c.value("tolerance_rel", 0.0),
                                  c.value("tolerance_abs", 0.0), {});
        QVERIFY2(d.isEmpty(), qPrintable(d));
    }

    void pendingListOnlyShrinks() {
        for (const auto &name : pending())
            QVERIFY2(!lw::book::find(name), (name + " is registered; take it off pending.txt").c_str());
    }

    void everyCalculationKeepsToItsDescription() {
        QVERIFY(lw::book::names().size() >= 39);
        for (const auto name : lw::book::names()) {
            const auto *desc = lw::book::description(name);
            QVERIFY2(desc, std::string(name).c_str());
            QVERIFY(!lw::book::helpText(name).empty());
            QVERIFY(!lw::book::find(name)->source.empty());
            for (const char *side : {"inputs", "outputs"})
                for (const auto &f : desc->at(side))
                    lw::book::unitFactor(f.at("unit").get<std::string>()); // throws on an unknown unit
        }
        // No output outside the description: every check case is run again and its keys looked up.
        for (const auto &file : {"linear-axis", "motors-and-power", "transmissions", "build-and-commission"})
            for (const auto &c : load(QStringLiteral(LW_TEST_DATA "/%1.json").arg(QLatin1String(file)))) {
                const std::string name = c.at("calc");
                const auto *desc = lw::book::description(name);
                if (!desc) continue;
                const auto outcome = lw::book::calculate(name, c.at("inputs"));
                QVERIFY(outcome);
                for (auto it = outcome->outputs.begin(); it != outcome->outputs.end(); ++it) {
                    bool known = false;
                    for (const auto &f : desc->at("outputs"))
                        known |= f.at("key") == it.key();
                    QVERIFY2(known, (name + ": " + it.key()).c_str());
                }
            }
    }

    void badInputGetsASentence_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("input");
        QTest::addColumn<QString>("key");
        QTest::newRow("missing") << "buckling"
                                 << R"({"root_d_mm":16,"ends":"fixed_free"})"
                                 << "length_mm";
        QTest::newRow("null where needed") << "buckling"
                                           << R"({"root_d_mm":16,"length_mm":null,"ends":"fixed_free"})"
                                           << "length_mm";
        QTest::newRow("unknown") << "buckling"
                                 << R"({"root_d_mm":16,"length_mm":500,"ends":"fixed_free","colour":3})"
                                 << "colour";
        QTest::newRow("zero") << "buckling"
                              << R"({"root_d_mm":0,"length_mm":500,"ends":"fixed_free"})"
                              << "root_d_mm";
        QTest::newRow("choice") << "buckling"
                                << R"({"root_d_mm":16,"length_mm":500,"ends":"glued"})"
                                << "ends";
        QTest::newRow("text for a number") << "buckling"
                                           << R"({"root_d_mm":"16","length_mm":500,"ends":"fixed_free"})"
                                           << "root_d_mm";
        QTest::newRow("not whole") << "belt_to_centres"
                                   << R"({"belt_pitch_mm":5,"teeth_1":20.5,"teeth_2":60,"belt_teeth":100})"
                                   << "teeth_1";
        QTest::newRow("teeth 0") << "belt_to_centres"
                                 << R"({"belt_pitch_mm":5,"teeth_1":0,"teeth_2":60,"belt_teeth":100})"
                                 << "teeth_1";
        QTest::newRow("belt too short") << "belt_to_centres"
                                        << R"({"belt_pitch_mm":5,"teeth_1":20,"teeth_2":60,"belt_teeth":50})"
                                        << "belt_teeth";
        QTest::newRow("overflow") << "screw_inertia"
                                  << R"({"screw_d_mm":1e300,"length_mm":1e300})"
                                  << "screw_";
        QTest::newRow("wider than the cutter")
            << "milling"
            << R"({"tool_d_mm":12,"width_of_cut_mm":13,"depth_of_cut_mm":5,"feed_per_tooth_mm":0.05,)"
               R"("cutter_teeth":4,"kc11_N_mm2":1780,"mc":0.17})"
            << "width_of_cut_mm";
        QTest::newRow("list of unequal lengths")
            << "friction_profile"
            << R"({"positions_mm":[0,1],"forces_plus_N":[3],"forces_minus_N":[3,4]})"
            << "positions_mm";
        QTest::newRow("negative load torque above the motor")
            << "stepper_static"
            << R"({"holding_torque_Nm":1,"rated_current_A":1,"load_torque_Nm":5})"
            << "load_torque_Nm";
        QTest::newRow("nonsense code") << "parse_designation"
                                       << R"({"text":"please help me with my mill"})"
                                       << "text";
        QTest::newRow("not an object") << "buckling"
                                       << "[1,2]"
                                       << "object";
    }
    void badInputGetsASentence() {
        QFETCH(QString, name);
        QFETCH(QString, input);
        QFETCH(QString, key);
        const auto outcome = lw::book::calculate(name.toStdString(), Json::parse(input.toStdString()));
        QVERIFY(!outcome);
        const auto text = QString::fromStdString(outcome.error());
        QVERIFY2(text.contains(key) && text.endsWith('.'), qPrintable(text));
    }

    void unlikelyInputIsComputedWithANote() {
        const auto outcome = lw::book::calculate(
            "mass_estimate",
            Json{
                {"length_mm", 100}, {"width_mm", 100}, {"height_mm", 10}, {"density_kg_m3", 7200}, {"fill_factor", 1}});
        QVERIFY(outcome && outcome->notes.empty());
        const auto odd = lw::book::calculate(
            "belt_to_centres", Json{{"belt_pitch_mm", 5}, {"teeth_1", 8}, {"teeth_2", 20}, {"belt_teeth", 60}});
        QVERIFY(odd);
        QCOMPARE(odd->notes.size(), std::size_t(1));
        QVERIFY(odd->notes.front().find("teeth_1") != std::string::npos);
    }
};

LW_TEST(TestBenchBook, "tst_bench_book")
#include "tst_bench_book.moc"
