// The first evening's readings. Expected figures are worked by hand beside each check.
#include "test_list.h"
#include "compare.h"
#include "machine/classes.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include "machine/survey.h"
#include <random>

using namespace lw;
using Json = nlohmann::json;

namespace {
PullReading reading(double mm, double away, double back) { return {millimetres(mm), newtons(away), newtons(back)}; }
template <class T> std::optional<CalcError> errorOf(const Result<T> &r) {
    return r ? std::nullopt : std::optional(r.error());
}
} // namespace

class TestSurvey : public QObject {
    Q_OBJECT
private slots:
    // ---- the handle
    void rimPullByWork_data() {
        QTest::addColumn<double>("pull");   // N at the rim
        QTest::addColumn<double>("radius"); // mm
        QTest::addColumn<double>("travel"); // mm a turn
        QTest::addColumn<double>("eta");
        QTest::addColumn<double>("friction"); // N, (F r 2 pi eta) / p by hand
        QTest::newRow("12 N, 60 mm, 4 mm, 0.30") << 12.0 << 60.0 << 4.0 << 0.30 << 339.292;
        QTest::newRow("5 N, 80 mm, 5 mm, 0.90") << 5.0 << 80.0 << 5.0 << 0.90 << 452.389;
        QTest::newRow("nothing") << 0.0 << 80.0 << 5.0 << 0.90 << 0.0;
    }
    void rimPullByWork() {
        QFETCH(double, pull);
        QFETCH(double, radius);
        QFETCH(double, travel);
        QFETCH(double, eta);
        QFETCH(double, friction);
        const auto r = rimPull(newtons(pull), millimetres(radius), newtonMetres(0), millimetres(travel), eta);
        QVERIFY(r.has_value());
        LW_COMPARE_WITHIN(r->axialFriction.value(), friction, 1e-3);
        LW_COMPARE_WITHIN(r->handleTorque.value(), pull * radius * 1e-3, 1e-12);
        // the drag of the handle itself comes off first
        const auto dragged =
            rimPull(newtons(pull), millimetres(radius), newtonMetres(pull * radius * 0.5e-3), millimetres(travel), eta);
        QVERIFY(dragged.has_value());
        LW_COMPARE_WITHIN(dragged->axialFriction.value(), friction / 2, 1e-3);
    }

    // ---- friction along the travel
    void profileOfThreePlaces() {
        const std::vector<PullReading> r{reading(0, 100, 80), reading(100, 60, 40), reading(300, 120, 100)};
        const auto p = frictionProfile(r);
        QVERIFY(p.has_value());
        QCOMPARE(p->largest.value(), 120.0);
        QCOMPARE(p->smallest.value(), 40.0);
        // means of both directions 90, 50, 110: trapezia 70*100 + 80*200 = 23000 over 300
        LW_COMPARE_WITHIN(p->mean.value(), 23000.0 / 300, 1e-9);
        LW_COMPARE_WITHIN(p->tightOverLoose, 110.0 / 50, 1e-12);
        LW_COMPARE_WITHIN(p->bias.value(), 10.0, 1e-12); // half of 20 everywhere
        LW_COMPARE_WITHIN(p->asymmetry, 20.0 / 100, 1e-12);
    }
    void orderOfReadingsDoesNotMatter() {
        std::vector<PullReading> r{reading(0, 108, 100), reading(50, 95, 89),  reading(100, 79, 73),
                                   reading(200, 64, 60), reading(300, 87, 81), reading(400, 128, 125)};
        const auto first = frictionProfile(r);
        std::mt19937 random(7);
        for (int k = 0; k < 20; ++k) {
            std::shuffle(r.begin(), r.end(), random);
            const auto again = frictionProfile(r);
            QVERIFY(again.has_value());
            LW_COMPARE_WITHIN(again->mean.value(), first->mean.value(), 1e-9);
            LW_COMPARE_WITHIN(again->bias.value(), first->bias.value(), 1e-9);
            QCOMPARE(again->largest.value(), first->largest.value());
        }
    }
    void onePlaceIsItsOwnMean() {
        const std::vector<PullReading> r{reading(40, 90, 70)};
        const auto p = frictionProfile(r);
        QVERIFY(p.has_value());
        LW_COMPARE_WITHIN(p->mean.value(), 80.0, 1e-12);
        LW_COMPARE_WITHIN(p->tightOverLoose, 1.0, 1e-12);
    }
    void betweenPlacesItIsLinearAndBeyondItIsHeld() {
        const std::vector<PullReading> r{reading(100, 60, 40), reading(300, 120, 100)};
        const auto at = [&](double mm) { return frictionAt(r, millimetres(mm)).value().value(); };
        LW_COMPARE_WITHIN(at(100), 50, 1e-9);
        LW_COMPARE_WITHIN(at(200), 80, 1e-9);
        LW_COMPARE_WITHIN(at(250), 95, 1e-9);
        LW_COMPARE_WITHIN(at(0), 50, 1e-9);
        LW_COMPARE_WITHIN(at(999), 110, 1e-9);
    }

    // ---- weight
    void hoistUpAndDown() { // F_up = W + F, F_down = W - F
        const auto w = splitWeight(newtons(450), newtons(310));
        QCOMPARE(w.netWeight.value(), 380.0);
        QCOMPARE(w.friction.value(), 70.0);
        // over-balanced: it wants up, and the sign says so
        const auto light = splitWeight(newtons(40), newtons(-100));
        QCOMPARE(light.netWeight.value(), -30.0);
        QCOMPARE(light.friction.value(), 70.0);
    }
    void strutStiffensAsTheRodGoesIn() { // Boyle: p V constant; rod 10 mm, 100 mm in, 40 cm3
        const double swept = 3.14159265358979 / 4 * 1e-4 * 0.1;
        const auto s = gasStrut(newtons(300), 40e-6, millimetres(10), millimetres(100), 20, 1, kilograms(38));
        QVERIFY(s.has_value());
        LW_COMPARE_WITHIN(s->perStrut.value(), 300 * 40e-6 / (40e-6 - swept), 1e-9);
        LW_COMPARE_WITHIN(s->progression, 40e-6 / (40e-6 - swept) - 1, 1e-12);
        LW_COMPARE_WITHIN(s->netWeight->value(), 38 * 9.80665 - s->perStrut.value(), 1e-9);
        // a cold shop: the charge follows the absolute temperature
        const auto cold = gasStrut(newtons(300), 40e-6, millimetres(10), millimetres(100), 0, 1, {});
        LW_COMPARE_WITHIN(cold->perStrut / s->perStrut, 273.15 / 293.15, 1e-12);
        QVERIFY(!cold->netWeight);
        QVERIFY(!gasStrut(newtons(300), 7e-6, millimetres(10), millimetres(100), 20, 1, {})); // no room for the rod
    }

    // ---- lead
    void leadByThreeWays() {
        LeadReadings r;
        r.dialDivisions = 80;
        r.valuePerDivision = millimetres(0.05);
        r.measuredTravel = millimetres(40.02);
        r.turns = 10;
        const auto l = findLead(r);
        QVERIFY(l.has_value());
        LW_COMPARE_WITHIN(l->dial->value(), 4e-3, 1e-12);
        LW_COMPARE_WITHIN(l->measured->value(), 4.002e-3, 1e-12);
        LW_COMPARE_WITHIN(std::fabs(*l->disagreementDial), 0.0005, 2e-6);
        r.dialReadsDiameter = true; // the slide moves half of what the dial says
        LW_COMPARE_WITHIN(findLead(r)->dial->value(), 2e-3, 1e-12);
    }
    void inchThreadsGiveInchLeads() {
        LeadReadings r;
        r.threadsPerInch = 5;
        LW_COMPARE_WITHIN(findLead(r)->thread->value(), 5.08e-3, 1e-12);
        r.starts = 2;
        LW_COMPARE_WITHIN(findLead(r)->thread->value(), 10.16e-3, 1e-12);
    }

    // ---- lost motion
    void partsOfTheLostMotion() { // 4 mm a turn, 80 divisions, 6.8 lost: 0.34 mm
        const auto p = splitBacklash(millimetres(4), 80, 6.8, millimetres(0.11), millimetres(0.08), millimetres(0.03));
        QVERIFY(p.has_value());
        LW_COMPARE_WITHIN(p->total.value(), 0.34e-3, 1e-12);
        LW_COMPARE_WITHIN(p->nutClearance->value(), 0.12e-3, 1e-12);
        LW_COMPARE_WITHIN(*p->shareThrust, 0.11 / 0.34, 1e-9);
        // parts that say more than the whole show it, not zero
        const auto wrong = splitBacklash(millimetres(4), 80, 2, millimetres(0.11), millimetres(0.08), millimetres(0));
        QVERIFY(wrong->nutClearance->value() < 0);
        // a part not measured leaves the rest not known
        QVERIFY(!splitBacklash(millimetres(4), 80, 6.8, {}, millimetres(0.08), millimetres(0))->nutClearance);
    }
    void massFromOutside() { // 0.6 x 0.16 x 0.06 m of iron 7200 kg/m3, 60 % full, and a 10 kg vice
        const auto m = estimateMass(millimetres(600), millimetres(160), millimetres(60), fromSi<Density>(7200), 0.6,
                                    kilograms(10));
        LW_COMPARE_WITHIN(m->casting.value(), 24.8832, 1e-9);
        LW_COMPARE_WITHIN(m->moving.value(), 34.8832, 1e-9);
    }
    void nonsenseIsRefusedByName_data() {
        QTest::addColumn<int>("which");
        for (int k = 0; k < 6; ++k)
            QTest::newRow(QByteArray::number(k).constData()) << k;
    }
    void nonsenseIsRefusedByName() {
        QFETCH(int, which);
        const double nan = std::nan("");
        const std::optional<CalcError> errors[] = {
            errorOf(rimPull(newtons(-1), millimetres(60), newtonMetres(0), millimetres(4), 0.3)),
            errorOf(rimPull(newtons(1), millimetres(0), newtonMetres(0), millimetres(4), 0.3)),
            errorOf(rimPull(newtons(1), millimetres(60), newtonMetres(0), millimetres(nan), 0.3)),
            errorOf(splitBacklash(millimetres(0), 80, 1, {}, {}, millimetres(0))),
            errorOf(splitBacklash(millimetres(4), 0, 1, {}, {}, millimetres(0))),
            errorOf(
                estimateMass(millimetres(-1), millimetres(1), millimetres(1), fromSi<Density>(1), 1, kilograms(0)))};
        QVERIFY2(errors[which], "it was computed all the same");
        const auto &e = *errors[which];
        QVERIFY(!e.parameter.empty());
        const auto said = sentence(e);
        QVERIFY2(said.find(e.parameter) != std::string::npos && said.size() > 12, said.c_str());
    }

    // ---- the project file
    void unknownKeysSurvive() {
        auto p = emptyProject();
        p["someone_elses"] = {{"kept", 1}};
        p["axes"]["X"] = {{"letter", "X"},
                          {"class_axis", "X"},
                          {"future_key", "stays"},
                          {"travel_mm", {{"typed", "16in"}, {"standing", "measured"}, {"colour", "red"}}}};
        const auto text = writeProject(p);
        const auto back = readProject(text, "job");
        QVERIFY2(back.has_value(), back ? "" : back.error().c_str());
        QCOMPARE(back->project["someone_elses"]["kept"].get<int>(), 1);
        QCOMPARE(back->project["axes"]["X"]["future_key"].get<std::string>(), std::string("stays"));
        QCOMPARE(back->project["axes"]["X"]["travel_mm"]["colour"].get<std::string>(), std::string("red"));
        QCOMPARE(back->project["axes"]["X"]["travel_mm"]["typed"].get<std::string>(), std::string("16in"));
        // for other programs the size stands beside what was typed
        LW_COMPARE_WITHIN(Json::parse(text)["axes"]["X"]["travel_mm"]["value"].get<double>(), 406.4, 1e-9);
    }
    void writingTwiceIsTheSame() {
        auto p = emptyProject();
        p["axes"]["Z"] = {{"letter", "Z"}, {"class_axis", "Z"}};
        p["axes"]["A"] = {{"letter", "A"}, {"class_axis", "X"}};
        const auto once = writeProject(p);
        QCOMPARE(writeProject(readProject(once, "job")->project), once);
    }
    void fieldsAreFoundByTheirPlace() {
        QVERIFY(fieldAt("/axes/X/travel_mm"));
        QVERIFY(fieldAt("axes/anything/designs/B/motor/holding_torque_Nm"));
        QCOMPARE(fieldAt("/axes/X/travel_mm")->unit, std::string_view("mm"));
        QVERIFY(!fieldAt("/axes/X/no_such_thing"));
        QVERIFY(!fieldAt("/travel_mm"));
        QVERIFY(!fieldAt("/axes/X/deeper/travel_mm"));
        QVERIFY(!fieldAt(""));
        for (const auto &f : fieldTable()) { // every row finds itself
            std::string place(f.pattern);
            for (auto at = place.find('*'); at != std::string::npos; at = place.find('*'))
                place.replace(at, 1, "id");
            QVERIFY2(fieldAt(place) == &f, place.c_str());
        }
    }
};
LW_TEST(TestSurvey, "tst_survey")
#include "tst_survey.moc"
