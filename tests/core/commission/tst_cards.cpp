// The test cards: every judge with what passes and what fails, against published data where there is any.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "commission/cards.h"
#include "commission/limits.h"
#include "commission/readings.h"
#include "machine/patch.h"
#include "machine/project_file.h"
#include "shop/buying.h"
#include "units/typed.h"
#include <QFile>
#include <QTest>
#include <random>

using namespace lw;
using Json = nlohmann::json;

namespace {
Json sample(const char *name) { return demoJob(name); }
struct Axis {
    Json project;
    AxisModel m;
    AxisState s;
    Axis(Json p, const std::string &id) : project(std::move(p)), m(readAxis(project, id, "A")), s(evaluate(m).state) {}
    [[nodiscard]] CardResult card(CardId id) const { return judgeCard(project, m, s, id); }
};
Json read(const char *text) { return {{"typed", text}, {"standing", "measured"}}; }
} // namespace

class TestCards : public QObject {
    Q_OBJECT
private slots:
    /// NIST/SEMATECH Statistical Reference Datasets, Norris: linear regression of level "lower", certified values.
    void lineAgainstCertifiedValues() {
        const std::vector<double> y{0.1, 338.8, 118.1, 888.0, 9.2,   228.1, 668.5, 998.5, 449.1, 778.9, 559.2, 0.3,
                                    0.1, 778.1, 668.8, 339.3, 448.9, 10.8,  557.7, 228.3, 998.0, 888.8, 119.6, 0.3,
                                    0.6, 557.6, 339.3, 888.0, 998.5, 778.9, 10.2,  117.6, 228.9, 668.4, 449.2, 0.2};
        const std::vector<double> x{0.2, 337.4, 118.2, 884.6, 10.1,  226.5, 666.3, 996.3, 448.6, 777.0, 558.2, 0.4,
                                    0.6, 775.5, 666.9, 338.0, 447.5, 11.6,  556.0, 228.1, 995.8, 887.6, 120.2, 0.3,
                                    0.3, 556.8, 339.1, 887.2, 999.0, 779.0, 11.1,  118.3, 229.2, 669.1, 448.9, 0.5};
        const auto f = calibrateSteps({1, x, y, {}, {}});
        QVERIFY(f);
        LW_COMPARE_WITHIN(f->scale, 1.00211681802045, 1e-12);
        LW_COMPARE_WITHIN(f->intercept * 1e3, -0.262323073774029, 1e-9);
        LW_COMPARE_WITHIN(f->standardError, 0.429796848199937e-3, 1e-12);
        LW_COMPARE_WITHIN(f->interceptStandardError * 1e3, 0.232818234301152, 1e-9);
    }
    /// NIST StRD NumAcc1: 10000001, 10000003, 10000002 has the standard deviation 1 exactly.
    void scatterAgainstCertifiedValues() {
        const std::vector<Length> trips{millimetres(10000001), millimetres(10000003), millimetres(10000002)};
        const auto f = judgeHoming(trips, millimetres(1), millimetres(10), millimetres(1), millimetres(2));
        QVERIFY(f);
        LW_COMPARE_WITHIN(inMillimetres(f->deviation), 1.0, 1e-6);
        LW_COMPARE_WITHIN(inMillimetres(f->range), 2.0, 1e-6);
    }
    /// Boyce & DiPrima, Elementary Differential Equations, law of cooling: coffee at 200 °F in a room of 70, 190 after
    /// one minute, reaches 150 after 6.07 min (from memory). Three readings a minute apart must give room and constant
    /// back.
    void coolingAgainstTheTextbook() {
        const double k = std::log(13.0 / 12);
        auto at = [&](double t) { return 70 + 130 * std::exp(-k * t); };
        const auto f = warmUp(at(0), at(1), at(2), 1, 70, 80, 100);
        QVERIFY(f && f->settles);
        LW_COMPARE_WITHIN(f->finalC, 70, 1e-6);
        LW_COMPARE_WITHIN(f->timeConstantMin * std::log(130.0 / 80), 6.07, 0.005);
        QVERIFY(!warmUp(20, 30, 45, 10, 20, 80, 100)->settles); // still gathering speed
        QVERIFY(!warmUp(20, 30, 30, 10, 20, 80, 100)->settles);
    }
    /// AASHTO, A Policy on Geometric Design of Highways and Streets: 60 mph, 2.5 s, 11.2 ft/s²: 220.5 + 345.5 ft (from
    /// memory).
    void stoppingAgainstTheRoadTable() {
        SetSpeedInput in;
        const double foot = 0.3048, v = 60 * 1609.344 / 3600;
        in.stalls = {fromSi<Speed>(v)};
        in.safeFraction = 1;
        in.stopping.braking = fromSi<Acceleration>(11.2 * foot);
        in.stopping.reaction = seconds(2.5);
        const auto s = setSpeed(in);
        QVERIFY(s);
        LW_COMPARE_WITHIN(s->stop.value() / foot, 566.0, 1.0);
    }
    /// Going down upright with the brake late: the same fall stepped through in small steps.
    void runOutAgainstSmallSteps() {
        SetSpeedInput in;
        in.stalls = {millimetresPerMinute(4000)};
        in.safeFraction = 0.5;
        in.stopping.braking = fromSi<Acceleration>(0.4);
        in.stopping.reaction = seconds(0.05);
        in.stopping.brakeDelay = seconds(0.04);
        in.stopping.margin = millimetres(2);
        in.stopping.equivalent = kilograms(180);
        in.stopping.friction = newtons(80);
        in.stopping.netWeight = newtons(350);
        in.stopping.brake = newtons(900);
        const auto s = setSpeed(in);
        QVERIFY(s && s->runOut);
        double v = s->set.value(), x = 0, t = 0;
        const double dt = 1e-6;
        while (v > 0) {
            const double force = t < 0.09 ? 350 - 80 : 350 - 80 - 900;
            x += v * dt + force / 180 * dt * dt / 2;
            v += force / 180 * dt;
            t += dt;
        }
        LW_COMPARE_WITHIN(inMillimetres(*s->runOut), x * 1e3, 0.01);
        in.stopping.brake = newtons(0);
        QVERIFY(!setSpeed(in)->runOut); // nothing stops it
    }
    /// ISO 4762 usual lengths from M3 to M12 (from memory): whatever is chosen is one of them, grips, and does not
    /// bottom.
    void screwLengthsAreOfTheSeries() {
        const std::vector<double> usual{3,  4,  5,  6,  8,  10, 12, 16, 20, 25,  30,  35,
                                        40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120};
        std::mt19937 random(3);
        auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
        int passes = 0;
        for (int k = 0; k < 2000; ++k) {
            const double d = between(3, 12), pitch = between(0.5, 1.75), grip = between(0, 60), depth = between(2, 40),
                         want = between(0.8, 2);
            const auto s = screwIntoTap(millimetres(d), millimetres(pitch), millimetres(grip), millimetres(0),
                                        millimetres(depth), want);
            QVERIFY(s);
            if (!s->length) continue;
            const double l = inMillimetres(*s->length);
            QVERIFY(std::any_of(usual.begin(), usual.end(), [&](double u) { return std::fabs(u - l) < 1e-9; }));
            QVERIFY(l <= grip + depth - std::max(0.5, pitch) + 1e-6); // never on the bottom
            if (s->grade == Grade::Pass) {
                ++passes;
                QVERIFY(l - grip >= want * d - 1e-6);
            }
        }
        QVERIFY(passes > 300);
    }
    /// ISO 13528: E_n of 1 is z = 2 at k = 2. Break-even: at that rate both cost the same (any text on cost
    /// accounting).
    void numbersOfTheStandardAndTheShop() {
        const auto f = comparePrediction(100, 110, 8, 6); // 10 over the root of 100
        LW_COMPARE_WITHIN(f->en, 1.0, 1e-12);
        QCOMPARE(f->agreement, Agreement::Agrees);
        QCOMPARE(comparePrediction(100, 115.1, 8, 6)->agreement, Agreement::Wrong);
        const std::vector<BuyOption> o{{"build", 800, 100, 90}, {"ready", 2150, 0, 14}};
        const auto c = compareOptions(o, 0, "build", "ready");
        QVERIFY(c->breakEven);
        const auto even = compareOptions(o, *c->breakEven, "build", "ready");
        LW_COMPARE_WITHIN(even->total.at("build"), even->total.at("ready"), 1e-9);
        QCOMPARE(compareOptions(o, *c->breakEven * 1.01, "build", "ready")->cheapest, std::string("ready"));
        QVERIFY(!compareOptions({{"a", 1, 0, 5}, {"b", 2, 0, 5}}, 1, "a", "b")->breakEven);
    }
    /// Exact by definition: an inch is 25.4 mm; 5 tpi is 5.08 mm. The wrong lead is named from the scale it leaves.
    void suspectsAreNamed() {
        QCOMPARE(scaleSuspects(5.08 / 5, 0, 0).front().code, std::string_view("lead_5_08_and_5"));
        QCOMPARE(scaleSuspects(1 / 25.4, 0, 0).front().code, std::string_view("inch_and_mm"));
        QCOMPARE(scaleSuspects(0.5, 20, 40).front().code, std::string_view("microsteps_power_of_two"));
        QCOMPARE(scaleSuspects(0.95, 20, 40).front().code, std::string_view("pulley_teeth"));
        QVERIFY(scaleSuspects(0.9522, 20, 40).empty()); // 19:40 is 0.23 % away
        QVERIFY(!suspectWords("pulleys_swapped").empty());
    }
    void backlashSetsTheLeast() {
        const std::vector<std::vector<Length>> places{{millimetres(0.018), millimetres(0.0184)}, {millimetres(0.03)}};
        const auto f = backlashAlong(places, millimetres(0.001), millimetres(0.02));
        LW_COMPARE_WITHIN(inMillimetres(f->compensation), 0.018, 1e-9);
        LW_COMPARE_WITHIN(inMillimetres(f->leftOver), 0.012, 1e-9);
        QVERIFY(!f->even);
        QVERIFY(!backlashAlong({}, millimetres(0.001), millimetres(0.02)));
    }
    /// The finished lathe: what its cards say, and what they set.
    void beckLatheCameOut() {
        const Axis z(sample("beck-lathe"), "Z");
        const auto results = judgeCards(z.project, z.m, z.s);
        QCOMPARE(results.size(), cardsOf(z.m).size());
        for (std::size_t k = 0; k < 10; ++k)
            QVERIFY2(results[k].passes(), (std::string(cardsOf(z.m)[k]->title) + ": " + results[k].sentence).c_str());
        QCOMPARE(z.card(CardId::TestPiece).verdict, Verdict::Watch);
        QVERIFY2(z.card(CardId::TestPiece).sentence.find("0.014\u00a0mm towards the tool") != std::string::npos,
                 z.card(CardId::TestPiece).sentence.c_str());
        QCOMPARE(results[10].verdict, Verdict::NotKnown); // soft ends open
        QVERIFY(!results[10].waits);
        QVERIFY(results.back().waits);
        std::map<std::string, std::string> sheet;
        std::map<std::string, char> source;
        for (const auto &l : settingsSheet(z.project, z.m, z.s)) {
            sheet[l.key] = l.value;
            source[l.key] = l.source;
        }
        QCOMPARE(sheet["steps_per_mm"], std::string("800")); // within the gauge's doubt: left
        QCOMPARE(source["steps_per_mm"], 'd');
        QCOMPARE(sheet["vmax_mm_min"], std::string("2460"));
        QCOMPARE(source["vmax_mm_min"], 'c');
        QCOMPARE(sheet["acc_mm_s2"], std::string("300"));
        QCOMPARE(sheet["backlash_mm"], std::string("0.018"));
        QCOMPARE(sheet["pulse_high_us"], std::string("3.2"));
        QCOMPARE(sheet["dir_setup_us"], std::string("6.3"));
        QCOMPARE(source["home_fast_mm_min"], 't');
        for (const auto &p : predictions(z.project, z.m, z.s))
            if (p.key != "taper") QVERIFY2(p.verdict == Verdict::Holds, std::string(p.key).c_str());
    }
    /// Each judge turns over where its limit lies.
    void judgesTurnOver_data() {
        QTest::addColumn<int>("card");
        QTest::addColumn<QString>("place");
        QTest::addColumn<QString>("value");
        QTest::addColumn<int>("verdict");
        auto row = [](const char *name, CardId id, const char *place, const char *value, Verdict v) {
            QTest::newRow(name) << int(id) << QString::fromLatin1(place) << QString::fromUtf8(value) << int(v);
        };
        row("bond", CardId::StopWorks, "bond_ohm", "0.11ohm", Verdict::Fails);
        row("stop does not cut", CardId::StopWorks, "stops_cut", "no", Verdict::Fails);
        row("comes back", CardId::StopWorks, "back_on_release", "yes", Verdict::Fails);
        row("low insulation", CardId::StopWorks, "insulation", "0.4 MΩ", Verdict::Fails);
        row("low, as kept before", CardId::StopWorks, "insulation", "low", Verdict::Fails);
        row("just too low", CardId::StopWorks, "insulation", "990kohm", Verdict::Fails);
        row("supply off", CardId::StopWorks, "supply_V", "43V", Verdict::Watch);
        row("supply beyond the drive", CardId::StopWorks, "supply_V", "56V", Verdict::Watch);
        row("hot", CardId::Hold, "case_C", "60C", Verdict::Fails);
        row("wrong way", CardId::WhichWay, "right_way", "no", Verdict::Fails);
        row("half way", CardId::WhichWay, "distance_mm", "5mm", Verdict::Fails);
        row("home wanders a little", CardId::Home, "readings/3", "14um", Verdict::Watch);
        row("home wanders", CardId::Home, "readings/3", "40um", Verdict::Fails);
        row("slow", CardId::Stall, "readings/2", "2000mm/min", Verdict::Watch);
        row("soft", CardId::SpeedUp, "lost_at_m_s2", "0.5m/s2", Verdict::Watch);
        row("drifts", CardId::WarmUp, "drift_mm", "0.03mm", Verdict::Watch);
        row("too hot", CardId::WarmUp, "readings/3", "66C", Verdict::Fails);
        row("creeps", CardId::ManyMoves, "readings/10", "40um", Verdict::Fails);
        row("marks", CardId::TestPiece, "tail_mm", "24.99mm", Verdict::Watch);
        row("straight", CardId::TestPiece, "tail_mm", "24.98mm", Verdict::Holds);
        row("crooked", CardId::TestPiece, "tail_mm", "25.02mm", Verdict::Fails);
    }
    void judgesTurnOver() {
        QFETCH(int, card);
        QFETCH(QString, place);
        QFETCH(QString, value);
        QFETCH(int, verdict);
        auto project = sample("beck-lathe");
        const bool choice = value == "no" || value == "yes" || value == "low";
        setAt(project, "/axes/Z/cards/" + std::string(cardSpec(CardId(card)).code) + "/" + place.toStdString(),
              choice ? Json(value.toStdString()) : read(value.toUtf8().constData()));
        const auto r = Axis(project, "Z").card(CardId(card));
        QVERIFY2(int(r.verdict) == verdict, r.sentence.c_str());
        QVERIFY(!r.sentence.empty());
    }
    /// A table comes round, gives, and is as quick as it was said.
    void aTableIsTriedRound() {
        auto job = sample("tarn-mill");
        const auto m = readAxis(job, "B", "A");
        std::vector<CardId> ids;
        for (const auto *spec : cardsOf(m))
            ids.push_back(spec->id);
        QVERIFY((ids == std::vector{CardId::StopWorks, CardId::WholeTurns, CardId::TablePlay, CardId::QuarterTurn,
                                    CardId::WarmUp}));
        for (const auto *spec : cardsOf(readAxis(job, "X", "A")))
            QVERIFY(spec->id != CardId::WholeTurns && spec->id != CardId::TablePlay);
        const auto type = [&](const char *place, const char *value) {
            setAt(job, std::string("/axes/B/cards/") + place, read(value));
        };
        const auto judged = [&](CardId id) { return Axis(job, "B").card(id); };
        // ten turns at 100 mm: a ratio of 51 told as 50 is off by ten fiftieths of a turn; here a hundredth of that
        QCOMPARE(judged(CardId::WholeTurns).verdict, Verdict::NotKnown);
        type("whole_turns/radius_mm", "100mm");
        type("whole_turns/off_mm", "0.01mm");
        QCOMPARE(judged(CardId::WholeTurns).verdict, Verdict::Holds);
        type("whole_turns/off_mm", "1.2mm");
        QVERIFY(judged(CardId::WholeTurns).sentence.find("Once more") != std::string::npos);
        type("whole_turns/again_mm", "2.41mm");
        auto r = judged(CardId::WholeTurns);
        QCOMPARE(r.verdict, Verdict::Fails);
        QVERIFY2(r.sentence.find("the ratio is wrong") != std::string::npos, r.sentence.c_str());
        // 1.2 mm on 10 turns of 628.3 mm: 1.91e-4 of a turn too far each
        const double steps = readAxis(job, "B", "A").stepsATurn()->value();
        QVERIFY2(r.sentence.find(numberText(steps / (1 + 1.2 / (2 * pi * 100) / 10), 8)) != std::string::npos,
                 r.sentence.c_str());
        type("whole_turns/again_mm", "1.3mm");
        QVERIFY(judged(CardId::WholeTurns).sentence.find("steps are lost") != std::string::npos);
        // play: the largest of eight, at its radius; continuous work asks for three minutes of arc
        type("table_play/radius_mm", "100mm");
        for (int k = 1; k <= 8; ++k)
            type(("table_play/readings/" + std::to_string(k)).c_str(), k == 5 ? "29um" : "20um");
        r = judged(CardId::TablePlay);
        LW_COMPARE_WITHIN(r.measured, 0.29e-3, 1e-12); // 1 minute of arc at 100 mm is 29 um
        const double wished = readAxis(job, "B", "A").rotary()->play.v;
        QCOMPARE(r.verdict, r.measured <= wished ? Verdict::Holds : Verdict::Watch);
        type("table_play/readings/3", "900um");
        QCOMPARE(judged(CardId::TablePlay).verdict, Verdict::Fails);
        for (int k = 1; k <= 3; ++k)
            type(("quarter_turn/readings/" + std::to_string(k)).c_str(), "1s");
        QCOMPARE(judged(CardId::QuarterTurn).verdict, Verdict::Holds);
        for (int k = 1; k <= 3; ++k)
            type(("quarter_turn/readings/" + std::to_string(k)).c_str(), "40s");
        QCOMPARE(judged(CardId::QuarterTurn).verdict, Verdict::Fails);
        // what the cards found stands against what was said
        const Axis axis(job, "B");
        for (const auto &p : predictions(job, axis.m, axis.s)) {
            if (p.key == "play") LW_COMPARE_WITHIN(p.is, 9e-3, 1e-12);
            if (p.key == "quarter") {
                LW_COMPARE_WITHIN(p.is, 40, 1e-12);
                QCOMPARE(p.verdict, Verdict::Fails);
            }
        }
    }
    /// IEC 60204-1 (from memory): 18.2.2 the bond's resistance in the range to be expected from length, section and
    /// material of its conductor; 18.3 insulation 1 megohm at least; 6.2.4 below 60 V within 5 s. The 0.1 ohm is common
    /// practice: what 6 m of 1 mm2 copper have (IEC 60028: 1/58 ohm mm2/m). At the limit it holds, a hair beyond it
    /// fails.
    void stopCardKeepsToTheStandard() {
        const auto with = [](const char *place, const char *value) {
            auto project = sample("beck-lathe");
            setAt(project, "/supplies/Z-A/voltage_V", read("70V"));
            setAt(project, "/axes/Z/designs/A/drive/volt_limit_V", read("90V"));
            setAt(project, "/axes/Z/cards/stop_works/supply_V", read("70V"));
            setAt(project, std::string("/axes/Z/cards/stop_works/") + place, read(value));
            return Axis(project, "Z").card(CardId::StopWorks).verdict;
        };
        QCOMPARE(with("bond_ohm", "0.1ohm"), Verdict::Holds);
        QCOMPARE(with("bond_ohm", "0.101ohm"), Verdict::Fails);
        QCOMPARE(with("fall_s", "5s"), Verdict::Holds);
        QCOMPARE(with("fall_s", "5.1s"), Verdict::Fails);
    }
    /// Taper by plane trigonometry: turned between centres with the tailstock off by e over the length L, the two
    /// diameters differ by 2 e a/L over the distance a between them. The card must give e back. (Any text on turning.)
    void taperGivesTheOffsetBack() {
        for (double e : {0.02, 0.035, 0.08}) {
            auto project = sample("beck-lathe");
            const double apart = 120, whole = 300;
            setAt(project, "/axes/Z/cards/test_piece/whole_mm", read("300mm"));
            setAt(project, "/axes/Z/cards/test_piece/head_mm", read("25mm"));
            setAt(project, "/axes/Z/cards/test_piece/tail_mm",
                  read((std::to_string(25 + 2 * e * apart / whole) + "mm").c_str()));
            const auto r = Axis(project, "Z").card(CardId::TestPiece);
            if (r.verdict == Verdict::Holds) continue;
            QVERIFY2(r.sentence.find(numberText(e, 2) + "\u00a0mm towards the tool") != std::string::npos,
                     r.sentence.c_str());
        }
    }
    /// Gates: card 1 cannot be waived, later ones can; a struck reading no longer counts; blanks are never a zero.
    void gatesWaiversAndStrikes() {
        auto project = sample("beck-lathe");
        setAt(project, "/axes/Z/cards/stop_works/waived", "no time");
        setAt(project, "/axes/Z/cards/stop_works/bond_ohm", read("3ohm"));
        QVERIFY(!Axis(project, "Z").card(CardId::StopWorks).passes());
        const Axis blocked(project, "Z");
        for (const auto &r : judgeCards(project, blocked.m, blocked.s))
            QVERIFY(&r == &r && (r.waits || r.verdict == Verdict::Fails));
        project = sample("beck-lathe");
        setAt(project, "/axes/Z/cards/home/readings/3", read("40um"));
        setAt(project, "/axes/Z/cards/home/waived", "the switch is on order");
        auto r = Axis(project, "Z").card(CardId::Home);
        QCOMPARE(r.verdict, Verdict::Fails); // the verdict stays
        QVERIFY(r.passes());
        project["axes"]["Z"]["cards"]["home"]["readings"]["3"]["struck"] = true;
        r = Axis(project, "Z").card(CardId::Home);
        QCOMPARE(r.verdict, Verdict::NotKnown); // nine trips left
        QVERIFY(r.sentence.find("1 more trip") != std::string::npos);
        setAt(project, "/axes/Z/cards", nullptr);
        const Axis empty(project, "Z");
        for (const auto &c : judgeCards(project, empty.m, empty.s)) {
            QCOMPARE(c.verdict, Verdict::NotKnown);
            QVERIFY(c.sets.empty());
        }
    }
    /// The stall speed said beforehand is where demand meets supply: a hair below it moves, a hair above it does not.
    void stallIsWhereTheCurvesMeet() {
        Axis z(sample("beck-lathe"), "Z");
        std::get<Stepper>(z.m.motor).usable = {}; // nothing ends the prediction but the curves
        z.s.rateLimit = z.s.critical = notKnown;
        const auto stall = stallSpeed(z.m, z.s);
        const double v = stall.speed;
        QVERIFY(v > 0 && !stall.notBefore);
        auto chain = z.s.chain;
        chain.friction = newtons(z.s.friction);
        auto spare = [&](double speed) {
            const auto t = torqueAt(chain, {1, fromSi<Acceleration>(0), fromSi<Speed>(speed), newtons(0)});
            return torquesAt(z.s.motor, inRevolutionsPerMinute(t.motorSpeed)).pullOut - std::fabs(t.motor.value());
        };
        QVERIFY(spare(v * 0.999) > 0);
        QVERIFY(spare(v * 1.001) < 0);
    }
    void settingsGoOutAsDraft() {
        const Axis z(sample("beck-lathe"), "Z");
        const std::vector<SettingsOfAxis> all{{"Z", settingsSheet(z.project, z.m, z.s), true}};
        QVERIFY(settingsCsv(all).starts_with("# DRAFT"));
        QVERIFY(settingsIni(all).starts_with("; DRAFT"));
        const auto j = Json::parse(settingsJson(all));
        QVERIFY(j.contains("draft"));
        QCOMPARE(j["axes"]["Z"]["steps_per_mm"]["num"], Json(800));
        QCOMPARE(j["axes"]["Z"]["steps_per_mm"]["den"], Json(1));
        QCOMPARE(j["axes"]["Z"]["vmax_mm_min"]["source"], Json("card"));
        auto done = all;
        done[0].draft = false;
        QVERIFY(settingsCsv(done).starts_with("axis,key"));
        QVERIFY(settingsIni(done).starts_with("[Z]"));
        QVERIFY(!Json::parse(settingsJson(done)).contains("draft"));
    }
};
LW_TEST(TestCards, "tst_cards")
#include "tst_cards.moc"
