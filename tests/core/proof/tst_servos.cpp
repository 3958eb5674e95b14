// Servos: what the bus allows held against the circuit solved apart, rows that move with what was typed, the rows of
// the catalogue against what such motors are, and a search that finds them where steppers end.
#include "test_list.h"
#include "compare.h"
#include "core/proof/rare_jobs.h"
#include "proof/check.h"
#include "proof/cycle.h"
#include "proof/words/narrate.h"
#include "search/size.h"
#include "shop/parts.h"
#include <boost/math/tools/roots.hpp>
#include <cmath>
#include <random>

using namespace lw;
using Json = nlohmann::json;

class TestServos : public QObject {
    Q_OBJECT

    static std::optional<Finding> row(const Json &job, const char *title, int at = 0, int cut = -1) {
        for (const auto &f : prove(readAxis(job, "X", "A")).findings)
            if (f.check->title == title && int(f.subject.at) == at && f.subject.cut == cut) return f;
        return {};
    }
    static ServoMotor servoOf(const Json &job) { return std::get<ServoMotor>(readAxis(job, "X", "A").motor); }

private slots:
    // A phase as a phasor: what it takes to push a current in phase with the back-EMF. Krause, Wasynczuk, Sudhoff,
    // Analysis of Electric Machinery, brushless d.c. machine in rotor coordinates, i_d = 0; from memory.
    void theBusAsThePhasorHasIt() {
        std::mt19937 random(11);
        const auto between = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
        for (int k = 0; k < 400; ++k) {
            ServoMotor m;
            m.named = true;
            m.continuous = {between(0.3, 8), Standing::Stated};
            m.peak = {m.continuous.v * between(1.5, 3.5), Standing::Stated};
            m.topSpeed = {between(200, 600), Standing::Stated};
            m.torqueConstant = {between(0.1, 1.5), Standing::Stated};
            m.lineResistance = {between(0.1, 5), Standing::Stated};
            m.lineInductance = {between(0.5e-3, 20e-3), Standing::Stated};
            m.polePairs = 2 + k % 5;
            DriveSettings drive;
            drive.peak = {between(5, 60), Standing::Stated};
            SupplyModel supply;
            supply.voltage = {between(40, 330), Standing::Stated};
            supply.sag = {0.03, Standing::Stated};
            supply.unregulated = k % 2;
            const auto work = motorAtWork(m, drive, supply, {{0.1, Standing::Stated}, {}});
            const double V = supply.voltage.v * 0.97 * (k % 2 ? 0.9 : 1) / std::sqrt(3.0),
                         R = m.lineResistance.v / 2 + 0.05, L = m.lineInductance.v / 2;
            for (const double share : {0.0, 0.2, 0.5, 0.8, 1.0, 1.05}) {
                const double w = m.topSpeed.v * share, we = w * m.polePairs;
                // power of the shaft is power of the back-EMF: 3/2 e i = T w
                const double e = w * m.torqueConstant.v * std::sqrt(2.0) / 3;
                const auto volts = [&](double i) { return std::hypot(R * i + e, we * L * i) - V; };
                double i = 0;
                if (volts(0) < 0) {
                    std::uintmax_t steps = 200;
                    const auto root = boost::math::tools::toms748_solve(
                        volts, 0.0, V / R * 1.01, boost::math::tools::eps_tolerance<double>(48), steps);
                    i = root.first;
                }
                const double most = std::min({m.peak.v, m.torqueConstant.v * drive.peak.v / std::sqrt(2.0),
                                              m.torqueConstant.v * i / std::sqrt(2.0)});
                const auto given = torquesAt(work, w * 60 / (2 * pi));
                const double expected = share > 1 ? 0 : most;
                LW_COMPARE_WITHIN(given.countedOn, expected, 1e-6 * m.peak.v);
                LW_COMPARE_WITHIN(given.continuous, std::min(m.continuous.v, expected), 1e-6 * m.peak.v);
            }
        }
    }
    // V = R I + k w and T = k (I - I0): a motor with brushes solved for its torque. Common textbook model.
    void brushesAsTheCircuitHasThem() {
        const auto job = servoJob(true);
        const auto m = servoOf(job);
        const auto axis = readAxis(job, "X", "A");
        const auto work = motorAtWork(axis.motor, axis.drive, axis.supply, axis.cable);
        const double V = axis.supply.voltage.v * (1 - axis.supply.sag.v), k = m.torqueConstant.v,
                     R = m.lineResistance.v + axis.cable.resistance.v;
        for (const double rpm : {0.0, 800.0, 2000.0, 3400.0}) {
            const double current = std::min((V - k * rpm * 2 * pi / 60) / R, axis.drive.peak.v + m.noLoad.v);
            const double torque = std::min({k * (current - m.noLoad.v), m.peak.v});
            LW_COMPARE_WITHIN(torquesAt(work, rpm).countedOn, torque, 1e-3);
        }
        QCOMPARE(torquesAt(work, 3600).countedOn, 0.0); // beyond what its plate allows
    }
    // Volts a thousand turns, rms between two leads: sqrt(3) of it in V s/rad is N m per A rms.
    void everyEntryMovesARow() {
        const auto job = servoJob();
        const auto base = row(job, "Servo, torque for a moment", 2);
        QVERIFY(base && !base->missing);
        const auto with = [&](const char *key, const char *typed, const char *title, int at = 0, int cut = -1) {
            auto changed = job;
            put(changed, std::string("/axes/X/designs/A/") + key, typed);
            const auto f = row(changed, title, at, cut);
            if (!f) qFatal("no row %s", title);
            return *f;
        };
        const char *moment = "Servo, torque for a moment", *lasting = "Servo, torque that lasts",
                   *cycle = "Servo over the cycle";
        QVERIFY(with("motor/peak_torque_Nm", "2N m", moment, 2).capacity < base->capacity);
        QVERIFY(with("motor/torque_constant_Nm_A", "0.2", moment, 2).capacity < base->capacity); // the drive ends it
        QVERIFY(with("drive/current_A", "3A", moment, 2).capacity < base->capacity);
        QVERIFY(with("motor/rotor_inertia_kgm2", "2000gcm2", moment, 2).demand > base->demand);
        QVERIFY(with("motor/line_resistance_ohm", "150ohm", moment, 2).capacity < base->capacity);
        QVERIFY(with("motor/line_inductance_mH", "900mH", moment, 2).capacity < base->capacity);
        QVERIFY(with("motor/pole_pairs", "25", moment, 2).capacity <= base->capacity);
        QVERIFY(with("drive/torque_limit_Nm", "1N m", moment, 2).capacity < 1.01);
        const auto cut = *row(job, lasting, 5, 0);
        QVERIFY(with("motor/continuous_torque_Nm", "1.5N m", lasting, 5, 0).capacity > cut.capacity);
        QVERIFY(with("motor/continuous_torque_Nm", "1.5N m", cycle).capacity > row(job, cycle)->capacity);
        QCOMPARE(with("motor/continuous_torque_Nm", "0.4N m", cycle).verdict, Verdict::Fails);
        QCOMPARE(with("motor/top_speed_rpm", "900rpm", "Servo speed").verdict, Verdict::Fails);
        QCOMPARE(with("motor/rated_speed_rpm", "900rpm", "Servo speed").verdict, Verdict::Watch);
        const double sure = row(job, "Smallest step")->demand;
        QVERIFY(with("motor/encoder_lines", "100", "Smallest step").demand > sure);
        QVERIFY(with("drive/pulses_a_turn", "400", "Smallest step").demand > sure);
        QVERIFY(with("drive/pulses_a_turn", "20000", "Pulse rate").demand > row(job, "Pulse rate")->demand);
        // what a stepper is judged by is not asked of it
        for (const char *title : {"Torque", "Drive current", "Motor warmth", "Sudden load",
                                  "Supply against motor warmth", "Mid-band howl", "Load against rotor inertia"})
            QVERIFY2(!row(job, title), title);
        // what is not typed is asked for by name, never taken for zero
        auto bare = job;
        setAt(bare, "/axes/X/designs/A/motor/torque_constant_Nm_A", nullptr);
        const auto asked = row(bare, moment, 2);
        QVERIFY(asked && asked->missing);
        QCOMPARE(asked->verdict, Verdict::NotKnown);
        bare = job;
        setAt(bare, "/axes/X/designs/A/motor/encoder_lines", nullptr);
        setAt(bare, "/axes/X/designs/A/drive/pulses_a_turn", nullptr);
        for (const auto &[title, word] :
             {std::pair{"Smallest step", "encoder lines"}, {"Pulse rate", "pulses a turn"}}) {
            const auto open = row(bare, title);
            QVERIFY(open && open->missing);
            const auto m = readAxis(bare, "X", "A");
            QVERIFY2(sentenceOf(m, evaluate(m).state, *open).find(word) != std::string::npos,
                     sentenceOf(m, evaluate(m).state, *open).c_str());
        }
        // the peak nobody typed is three times what it gives all day, and says so
        bare = job;
        setAt(bare, "/axes/X/designs/A/motor/peak_torque_Nm", nullptr);
        QVERIFY(servoOf(bare).peak.assumed());
        LW_COMPARE_WITHIN(servoOf(bare).peak.v, 3 * servoOf(bare).continuous.v, 1e-12);
    }
    // The RMS of the cycle against its torque sampled: ramps by the moment, runs and stands by their blocks.
    void theRmsIsOfTheWholeCycle() {
        auto job = servoJob();
        const auto m = readAxis(job, "X", "A");
        const auto e = evaluate(m);
        const auto cycle = cycleOf(m, e.state);
        QVERIFY(cycle.whole && cycle.rmsTorque == cycle.rmsTorque);
        LW_COMPARE_WITHIN(row(job, "Servo over the cycle")->demand, cycle.rmsTorque, 1e-12);
        // a longer pause rests the copper
        double stands = 0;
        for (const auto &[id, move] : job["axes"]["X"]["duty"]["cycle"].items())
            stands += move.value("kind", "") == "stand";
        const auto before = cycle.rmsTorque;
        auto rested = m;
        Move pause;
        pause.kind = MoveKind::Stand;
        pause.time = {cycle.total, Standing::Stated};
        rested.moves.push_back(pause);
        LW_COMPARE_WITHIN(cycleOf(rested, e.state).rmsTorque, before / std::sqrt(2.0), 1e-9);
    }
    void theCatalogueHasMotorsThatCanBe() {
        const auto &shop = shippedCatalogue();
        QVERIFY(shop.servos.size() >= 12 && shop.servoDrives.size() >= 6);
        std::set<int> faces;
        for (const auto &s : shop.servos) {
            faces.insert(int(s.face));
            const double omega = s.rated * 2 * pi / 60, watts = s.continuous * omega;
            QVERIFY2(watts > 90 && watts < 1700, s.name.c_str());
            QVERIFY2(s.peak / s.continuous >= 2 && s.peak / s.continuous <= 6, s.name.c_str());
            // electrical and mechanical time constants of such motors, ms: common practice
            const double kt = s.constant, J = s.inertia * 1e-7,
                         mechanical =
                             (s.brushed() ? s.resistance * J / (kt * kt) : 1.5 * s.resistance * J / (kt * kt)) * 1e3,
                         electrical = s.inductance / s.resistance;
            QVERIFY2(mechanical > 0.1 && mechanical < 15, (s.name + " " + std::to_string(mechanical)).c_str());
            QVERIFY2(electrical > 0.5 && electrical < 10, (s.name + " " + std::to_string(electrical)).c_str());
            // its heat all day is what a body of its size loses
            const double rated = s.continuous / kt, heat = (s.brushed() ? 1 : 1.5) * rated * rated * s.resistance;
            QVERIFY2(heat < 0.18 * watts, (s.name + " " + std::to_string(heat)).c_str());
            // some drive and supply of the list turn it at its rated speed with its rated torque
            bool turns = false;
            for (const auto &supply : shop.supplies) {
                const double high = supply.volts * (supply.followsMains() ? 1.1 : 1);
                const auto *drive = shop.servoDriveFor(high, rated, s.brushed());
                if (!drive) continue;
                const std::string d = "/axes/X/designs/A/";
                auto job = patched(patched(demoJob(), motorPatches(d, s)), drivePatches(d, s, *drive));
                job = patched(job, supplyPatches(textAt(job, d + "supply"), supply));
                const auto m = readAxis(job, "X", "A");
                turns |= torquesAt(motorAtWork(m.motor, m.drive, m.supply, m.cable), s.rated).continuous >=
                         0.999 * s.continuous;
            }
            QVERIFY2(turns, s.name.c_str());
        }
        for (const int face : {60, 80, 110, 130})
            QVERIFY(faces.count(face));
    }
    void aStepperAfterAServoLeavesNothingOfIt() {
        const auto &shop = shippedCatalogue();
        const std::string d = "/axes/X/designs/A/";
        const auto plain = patched(demoJob(), motorPatches(d, shop.motors[8]));
        const auto round = patched(servoJob(), motorPatches(d, shop.motors[8]));
        const auto *a = nodeAt(plain, d + "motor"), *b = nodeAt(round, d + "motor");
        QVERIFY(a && b && *a == *b);
        QVERIFY(!readAxis(round, "X", "A").servo());
        QVERIFY(!nodeAt(round, d + "drive/pulses_a_turn"));
    }
    // Thirty metres a minute on a fine screw: no stepper turns so fast, a servo does; it is proposed, and proves as
    // promised.
    void theSearchFindsOneWhereSteppersEnd() {
        auto job = bareJob("bench_mill", "X");
        for (const auto &[key, typed] : {std::pair{"targets/rapid_mm_min", "10m/min"},
                                         {"targets/acceleration_m_s2", "8m/s2"},
                                         {"travel_mm", "300mm"},
                                         {"targets/lost_motion_mm", "0.1mm"},
                                         {"survey/pull/readings/1/away_N", "40N"}})
            put(job, std::string("/axes/X/") + key, typed);
        auto shop = firstLook(shippedCatalogue());
        shop.servos = shippedCatalogue().servos;
        const auto found = sizeDesigns(job, "X", "A", {}, shop, {}, nullptr, 2);
        QVERIFY(found);
        SizeLimits open;
        open.loop = "open";
        const auto steppers = sizeDesigns(job, "X", "A", open, shop, {}, nullptr, 2);
        QVERIFY(steppers);
        for (const auto &f : steppers->result.front)
            QVERIFY(!steppers->space->trains[f.candidate.train].servo);
        int servos = 0;
        useCatalogue(shop);
        for (const auto &f : found->result.front) {
            const auto &train = found->space->trains[f.candidate.train];
            if (!train.servo) continue;
            ++servos;
            const auto p = propose(*found->space, f.candidate);
            const auto m = readAxis(patched(job, p.patches), "X", "A");
            const auto e = evaluate(m);
            QVERIFY(m.servo() && holdsByDesign(m, e));
            LW_COMPARE_WITHIN(std::min(99.0, worstTorque(e)->margin), f.margin, 0.0051);
            double price = 0;
            for (const auto &part : partsAsked(m, e.state))
                if (part.ref != "switches" && part.ref != "bumpers") price += part.price;
            LW_COMPARE_WITHIN(std::floor(price + 0.5), f.price, 1e-9);
        }
        useCatalogue(shippedCatalogue());
        QString seen;
        for (const auto &f : found->result.front)
            seen += QString::fromStdString(rowName(*found->space, f.candidate)) + QLatin1Char('\n');
        if (found->result.closest)
            for (const auto &w : found->result.closest->failing)
                seen += QString::fromStdString(found->result.closest->name + ": " + w) + QLatin1Char('\n');
        QVERIFY2(servos > 0, qPrintable(seen));
    }
};
LW_TEST(TestServos, "tst_servos")
#include "tst_servos.moc"
