// Money and lists: worked by hand in minor units.
#include "test_list.h"
#include "compare.h"
#include "catalogue/catalogue.h"
#include "catalogue/csv.h"
#include "drive/screw.h"
#include <algorithm>
#include <array>
#include <set>
#include "shop/cost.h"
#include "shop/parts.h"

using namespace lw;

namespace {
CostInput euros() {
    CostInput in;
    in.digits = {{"EUR", 2}, {"JPY", 0}};
    in.basePerUnit = {{"EUR", {1, 1}}, {"JPY", {6, 1000}}};
    in.budget = 90000;
    return in;
}
CostLine line(const char *id, std::int64_t need, std::int64_t price, PartState state = PartState::Idea,
              const char *order = "o") {
    CostLine l;
    l.id = id;
    l.order = order;
    l.currency = "EUR";
    l.need = need;
    l.packPrice = price;
    l.state = state;
    return l;
}
} // namespace

class TestShop : public QObject {
    Q_OBJECT
private slots:
    void packsAreWhole() { // 7 and 2 spare, 1 in the box: 8 wanted, packs of 5: 2
        auto in = euros();
        auto l = line("bolts", 7, 350);
        l.spare = 2;
        l.have = 1;
        l.packQuantity = 5;
        in.lines = {l};
        in.orders = {{"o", "EUR", 0, {0, 1}}};
        const auto t = rollUpCost(in);
        QVERIFY(t.has_value());
        QCOMPARE(t->packs.at("bolts"), std::int64_t(2));
        QCOMPARE(t->lines.at("bolts"), std::int64_t(700));
        QCOMPARE(t->remaining, std::int64_t(700));
        QCOMPARE(t->contingency, std::int64_t(105)); // 15 % of what is still to buy
        QCOMPARE(t->forecast, std::int64_t(805));
    }
    void enoughInTheBoxCostsNothing() {
        auto in = euros();
        auto l = line("nut", 2, 900);
        l.have = 5;
        in.lines = {l};
        in.orders = {{"o", "EUR", 1500, {1, 5}}}; // no parts, no postage
        const auto t = rollUpCost(in);
        QCOMPARE(t->forecast, std::int64_t(0));
    }
    void postageAndTaxCountOncePerOrder() { // (2000 + 500) x 1.19 = 2975
        auto in = euros();
        in.lines = {line("a", 1, 1500), line("b", 1, 500)};
        in.orders = {{"o", "EUR", 500, {19, 100}}};
        QCOMPARE(rollUpCost(in)->orders.at("o"), std::int64_t(2975));
    }
    void whatIsOrderedIsSpent() {
        auto in = euros();
        in.lines = {line("a", 1, 10000, PartState::Ordered, "first"), line("b", 1, 4000, PartState::Idea, "second"),
                    line("c", 1, 99999, PartState::Dropped, "second")};
        in.orders = {{"first", "EUR", 0, {0, 1}}, {"second", "EUR", 0, {0, 1}}};
        const auto t = rollUpCost(in);
        QCOMPARE(t->committed, std::int64_t(10000));
        QCOMPARE(t->remaining, std::int64_t(4000));
        QCOMPARE(t->left, in.budget - 10000 - 4000 - 600);
    }
    void otherCurrenciesRoundOnce() { // 1234 yen at 0.006: 7.404 -> 7.40
        auto in = euros();
        auto l = line("far", 1, 1234);
        l.currency = "JPY";
        in.lines = {l};
        in.orders = {{"o", "EUR", 0, {0, 1}}};
        QCOMPARE(rollUpCost(in)->lines.at("far"), std::int64_t(740));
        in.lines[0].currency = "XXX";
        QVERIFY(!rollUpCost(in));
    }
    void verdictsOfTheBudget_data() {
        QTest::addColumn<qlonglong>("budget");
        QTest::addColumn<int>("verdict");
        using V = CostTotals::Verdict;
        QTest::newRow("just enough") << qlonglong(11500) << int(V::Pass);
        QTest::newRow("a cent short") << qlonglong(11499) << int(V::Attention);
        QTest::newRow("over by a tenth") << qlonglong(10455) << int(V::Attention); // 11500 / 1.1 = 10454.5
        QTest::newRow("over by more") << qlonglong(10454) << int(V::Fail);
    }
    void verdictsOfTheBudget() {
        QFETCH(qlonglong, budget);
        QFETCH(int, verdict);
        auto in = euros();
        in.budget = budget;
        in.lines = {line("a", 1, 10000)};
        in.orders = {{"o", "EUR", 0, {0, 1}}};
        QCOMPARE(int(rollUpCost(in)->verdict), verdict);
    }
    void aLineWithoutItsOrderIsSaid() {
        auto in = euros();
        in.lines = {line("a", 1, 100, PartState::Idea, "nowhere")};
        const auto t = rollUpCost(in);
        QVERIFY(!t);
        QVERIFY(sentence(t.error()).find("nowhere") != std::string::npos);
    }

    // ---- CSV, RFC 4180
    void csvQuotes() {
        const auto rows = readCsv("name,price\r\n\"Plate, 10 mm\",3.5\r\n\"say \"\"when\"\"\",2\n");
        QVERIFY2(rows.has_value(), rows ? "" : rows.error().c_str());
        QCOMPARE(rows->size(), std::size_t(2));
        QCOMPARE(rows->at(0).at("name"), std::string("Plate, 10 mm"));
        QCOMPARE(rows->at(1).at("name"), std::string("say \"when\""));
    }
    void csvThereAndBack_data() {
        QTest::addColumn<QString>("field");
        for (const char *f :
             {"plain", "with, comma", "with \"quotes\"", "two\nlines", " spaces ", "ünïcode Ø 15 µm", ""})
            QTest::newRow(f) << QString::fromUtf8(f);
    }
    void csvThereAndBack() {
        QFETCH(QString, field);
        const auto text = "a,b\n" + csvText(field.toStdString()) + ",x\n";
        const auto rows = readCsv(text);
        QVERIFY2(rows.has_value(), rows ? "" : rows.error().c_str());
        QCOMPARE(QString::fromStdString(rows->at(0).at("a")), field);
    }
    void formulasAreDisarmed() { // a part called =1+1 must not run in a spreadsheet
        for (const char *hostile : {"=1+1", "+SUM(A1)", "-2", "@cmd"})
            QVERIFY2(csvText(hostile).find('\'') != std::string::npos, hostile);
    }
    void brokenCsvNamesTheLine() {
        for (const char *broken : {"a,b\n1,2,3\n", "a,b\n\"open,2\n"}) {
            const auto rows = readCsv(broken);
            QVERIFY2(!rows, broken);
            QVERIFY2(rows.error().find('2') != std::string::npos || rows.error().find("line") != std::string::npos,
                     rows.error().c_str());
        }
    }
    // Rows people add: what makes no sense is refused alone, by line and reason; the rest stands.
    void badCatalogueRowsAreRefusedAlone() {
        const auto read = [](std::string_view kind, std::string_view text) {
            const std::array files{CatalogueFile{kind, text, true}};
            return readCatalogue(files);
        };
        const auto refused = [&](std::string_view kind, std::string_view text, const char *says) {
            const auto r = read(kind, text);
            QVERIFY2(r.refused.size() == 1 && QString::fromStdString(r.refused[0]).contains(QString::fromUtf8(says)),
                     r.refused.empty() ? "nothing refused" : r.refused[0].c_str());
        };
        const std::string brakes = "name,torque_Nm,price,lead_days\n";
        refused("brakes", brakes + "a,1,60,7\nb,much,60,7\n", "brakes.csv, line 3: torque_Nm 'much' is no number.");
        refused("brakes", brakes + "a,-1,60,7\n", "torque_Nm '-1' must lie from");
        refused("brakes", brakes + "a,1,60\n", "line 2: 3 columns, the header has 4");
        refused("brakes", "name,price,lead_days\na,1,1\n", "the column torque_Nm is missing");
        refused("brakes", brakes + ",1,60,7\n", "name is empty");
        refused("brakes", "", "brakes.csv, line 1");
        refused("widgets", "a\n", "no such kind of part");
        refused("supplies", "name,volts,watts,kind,price,lead_days\ns,48,350,steam,20,7\n", "is none of regulated");
        refused("servo_drives",
                "name,kind,volts_least,volts_most,peak_current_A,pulse_high_us,price,lead_days\n"
                "s,steam,20,60,20,1,70,7\n",
                "neither brushless nor brushed");
        refused("drives",
                "name,volts_least,volts_most,peak_current_A,closed_loop,damping,pulse_high_us,price,lead_days\n"
                "d,60,40,4,yes,no,2,20,7\n",
                "not below its most");
        refused("screws", "name,price_per_m,nut_price,preloaded_nut_price,nut_kind,lead_days\n1699,20,10,0,nut,7\n",
                "not a thread I know");
        refused("pulleys", "profile,teeth,belt_widths_mm,bore_most_mm,price,lead_days\n9M,20,9;15,8,10,7\n",
                "no belt profile");
        QCOMPARE(read("brakes", brakes + "a,1,60,7\nb,much,60,7\nc,0.5,30,7\n").rows.brakes.size(), std::size_t(2));
        QVERIFY(read("brakes", brakes + "a,1,60,7\n").rows.brakes[0].own);
    }
    // Every row we ship is taken, and a stepper's figures hang together: heat at the plate's current within what its
    // body can lose, winding time constant and torque for its inertia in the range of such motors (common practice).
    void shippedRowsArePlausible() {
        std::vector<CatalogueFile> files;
        std::vector<QByteArray> texts;
        for (const auto &k : catalogueKinds()) {
            QFile f(QStringLiteral(LW_SOURCE_DIR "/data/catalogue/") +
                    QString::fromUtf8(k.kind.data(), qsizetype(k.kind.size())) + QStringLiteral(".csv"));
            QVERIFY2(f.open(QIODevice::ReadOnly), std::string(k.kind).c_str());
            texts.push_back(f.readAll());
            files.push_back({k.kind, {}, false});
        }
        for (std::size_t k = 0; k < files.size(); ++k)
            files[k].text = {texts[k].constData(), std::size_t(texts[k].size())};
        const auto read = readCatalogue(files);
        QVERIFY2(read.refused.empty(), read.refused.empty() ? "" : read.refused[0].c_str());
        const auto &c = read.rows;
        QVERIFY(c.motors.size() >= 60 && c.drives.size() >= 12 && c.supplies.size() >= 12);
        std::set<double> faces;
        std::set<std::string> names;
        for (const auto &m : c.motors) {
            faces.insert(m.face);
            QVERIFY2(names.insert(m.name).second, m.name.c_str());
            const double tau = m.inductance / m.resistance;                   // ms
            const double heat = 2 * m.current * m.current * m.resistance;     // W, both phases on
            const double lively = m.holding / (m.inertia * 1e-7) / 1000;      // krad/s^2 unloaded
            const double mass = 7800 * 1e-9 * m.face * m.face * m.body * 0.8; // kg, iron and copper
            QVERIFY2(tau > 1 && tau < 20, m.name.c_str());
            QVERIFY2(heat > 4 && heat < 80, m.name.c_str());
            QVERIFY2(lively > 15 && lively < 90, m.name.c_str());
            QVERIFY2(m.holding / mass > 0.4 && m.holding / mass < 4, m.name.c_str()); // N m a kilogram
            QVERIFY2(m.price > 0, m.name.c_str());
        }
        QCOMPARE(faces.size(), std::size_t(5));
    }
    void shippedPricesGrowWithSize() {
        const auto &c = shippedCatalogue();
        QVERIFY(c.motors.size() >= 4 && !c.pulleys.empty() && !c.belts.empty() && !c.screws.empty());
        QVERIFY(c.pulleyPrice("5M", 40) > c.pulleyPrice("5M", 20));
        QVERIFY(c.beltPrice("5M", 900) >= c.beltPrice("5M", 300));
        QVERIFY(c.screwPrice("1605", 900, SoldNut::Single) > c.screwPrice("1605", 400, SoldNut::Single));
        QVERIFY(c.screwPrice("1605", 400, SoldNut::None) < c.screwPrice("1605", 400, SoldNut::Single));
        QVERIFY(!(c.screwPrice("Tr20x4", 400, SoldNut::Preloaded) > 0)); // none is sold
        // every screw that is sold has a nut in the list, every ball nut the size of its screw
        for (const auto &screw : c.screws)
            QVERIFY2(std::ranges::count(c.nuts, screw.name, &CatalogueNut::screw) > 0, screw.name.c_str());
        for (const auto &nut : c.nuts)
            if (const auto *size = ballScrewSize(nut.screw))
                QVERIFY2(nut.body == size->nutBody && nut.flange == size->nutFlange && nut.dynamic == size->dynamic,
                         nut.name.c_str());
        // a bush by its number: bores up to some XX/10 in, a sixteenth more of some (common practice)
        for (const auto &bush : c.bushes)
            QVERIFY2(bush.bore <= std::stod(bush.series.substr(0, 2)) * 2.54 + 1.6, bush.name.c_str());
        const double between = c.pulleyPrice("5M", 25);
        QVERIFY(between >= c.pulleyPrice("5M", 20) && between <= c.pulleyPrice("5M", 30));
        QVERIFY(c.pulleyPrice("no such profile", 20) > 0); // a guess by size, shown as assumed; never free
        for (const auto &m : c.motors)
            QVERIFY2(m.holding > 0 && m.current > 0 && m.resistance > 0 && m.inductance > 0 && m.inertia > 0 &&
                         m.price > 0,
                     m.name.c_str());
    }
};
LW_TEST(TestShop, "tst_shop")
#include "tst_shop.moc"
