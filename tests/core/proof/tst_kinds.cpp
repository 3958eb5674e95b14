// Kinds of stage and checks: a made-up kind works from the first day, every check has a row for each of its verdicts,
// and every working ends in one of the two numbers its finding shows.
#include "test_list.h"
#include "compare.h"
#include "made_up_stage.h"
#include "proof/machine.h"
#include "proof/words/narrate.h"
#include "proof/words/working.h"
#include "proof_of.h"
#include "rare_jobs.h"

using namespace lw;
using Json = nlohmann::json;

class TestKinds : public QObject {
    Q_OBJECT
    /// The list of kinds with the made-up one in it: the one line it takes.
    using Kinds = std::variant<Coupling, ToothedBelt, FrictionWheel>;

private slots:
    void aMadeUpStageCarriesDemand() {
        FrictionWheel wheel;
        wheel.wheel = {0.010, Standing::Stated};
        wheel.disc = {0.045, Standing::Stated};
        wheel.slipsAt = {2.0, Standing::Stated};
        Coupling coupling;
        coupling.stiffness = {400, Standing::Stated};
        coupling.inertia = {6e-6, Standing::Stated};
        const std::vector<Kinds> chain{coupling, wheel};
        std::vector<StageStateOf<Kinds>> states(chain.size());
        StageRow row;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            prepareStage(chain[k], states[k]);
            StageLoad load;
            load.peakIn = 1.5;
            loadStage(chain[k], states[k], load);
            row.push_back(states[k].figures);
        }
        QCOMPARE(reductionOf(row), (Fraction{9, 2}));
        // 3 N m at the disc: over 4.5 and 0.9 at the motor, by hand
        const auto shafts = carriedBack(row, {newtonMetres(3), fromSi<AngularSpeed>(10), {}}, 1);
        LW_COMPARE_WITHIN(shafts[0].torque.value(), 3 / 4.5 / 0.9, 1e-12);
        LW_COMPARE_WITHIN(shafts[0].speed.value(), 45, 1e-12);
        LW_COMPARE_WITHIN(std::get<FrictionWheel::Work>(states[1].work).pressed, 1500, 1e-9);
        // its inputs are walked
        int inputs = 0;
        for (const auto &stage : chain)
            std::visit(
                [&](const auto &kind) { kind.eachInput(kind, [&](const InputSpec &, const Known &) { ++inputs; }); },
                stage);
        QCOMPARE(inputs, 3); // two of the coupling, one of the wheel
        // and its check judges it, in its place
        AxisModel m;
        AxisState s;
        OperatingPoint point;
        point.shafts = carriedBack(row, {newtonMetres(3), fromSi<AngularSpeed>(10), {}}, 1);
        s.points.push_back(point);
        std::vector<Finding> findings;
        Rows rows(findings);
        const auto &state = states[1];
        const StageScope<FrictionWheel> scope{
            m, s, wheel, std::get<FrictionWheel::Work>(state.work), state.figures, state.load, 1};
        Subject subject;
        subject.stage = 1;
        judgeAll(stageChecks<FrictionWheel>(), scope, subject, rows);
        QCOMPARE(findings.size(), std::size_t(1));
        QVERIFY(findings[0].id == "XX-1"_check && findings[0].subject.stage == 1);
        QCOMPARE(findings[0].verdict, Verdict::Fails);
        LW_COMPARE_WITHIN(findings[0].margin, 2.0 / 3, 1e-12);
        QCOMPARE(sentenceOf(m, s, findings[0]), std::string("The wheel carries 2 of 3."));
    }
    /// The machine's axes are what each is alone, and a check of what they share sees them all.
    void theMachineIsItsAxesAndWhatTheyShare() {
        auto job = straightDemo();
        setAt(job, "/axes/Y/designs/A/supply", "X-A"); // joined by hand
        const auto machine = readMachine(job);
        QCOMPARE(machine.axes.size(), std::size_t(3));
        QCOMPARE(machine.supplies.size(), std::size_t(2));
        QCOMPARE(machine.supplies.front().axes, (std::vector<std::size_t>{0, 1}));
        static const MachineCheck shared[] = {
            {{.code = "XX-2",
              .title = "Phases on one supply",
              .part = Part::Supply,
              .station = StationId::Drive,
              .unit = "A",
              .advice = "A second supply.",
              .source = "MECH"},
             [](const MachineScope &scope, Rows &rows) {
                 for (const auto &supply : scope.m.supplies) {
                     double sum = 0;
                     for (const auto axis : supply.axes)
                         sum += scope.m.axes[axis].drive.peak.v;
                     rows.add(marginRow(sum, 6, 1, 1.5));
                 }
             },
             [](const MachineScope &, const Finding &f) { return numberText(f.demand, 3) + " A together"; }}};
        const auto e = evaluate(machine, shared);
        QCOMPARE(e.findings.size(), std::size_t(2));
        LW_COMPARE_WITHIN(e.findings[0].demand, machine.axes[0].drive.peak.v + machine.axes[1].drive.peak.v, 1e-12);
        QCOMPARE(e.findings[0].verdict, Verdict::Fails);
        for (std::size_t k = 0; k < machine.axes.size(); ++k) {
            const auto alone = evaluate(machine.axes[k]);
            QCOMPARE(e.axes[k].findings.size(), alone.findings.size());
            for (std::size_t n = 0; n < alone.findings.size(); ++n)
                QVERIFY(sameSubject(alone.findings[n], e.axes[k].findings[n]) &&
                        alone.findings[n].verdict == e.axes[k].findings[n].verdict);
        }
        // one supply changed is both axes changed
        setAt(job, "/supplies/X-A/voltage_V", typedValue("24V"));
        const auto weak = readMachine(job);
        for (std::size_t k : {0, 1})
            QCOMPARE(weak.axes[k].supply.voltage.v, 24.0);
    }
    void codesAreTheirOwn() {
        std::set<std::pair<std::string_view, std::string_view>> seen;
        for (const auto *c : allChecks()) {
            QVERIFY2(seen.emplace(c->code, c->title).second, std::string(c->title).c_str());
            QVERIFY2(c->say && !c->advice.empty() && !c->source.empty(), std::string(c->code).c_str());
            QVERIFY(checkOf(c->id()));
        }
        QVERIFY(seen.size() > 60);
        QVERIFY(!checkOf("ZZ-9"_check));
    }
    /// The last step before the margin gives demand or capacity of its finding, and every formula gives its own result.
    void everyWorkingEndsInItsFinding() {
        int workings = 0;
        std::map<std::string_view, std::set<Verdict>> met;
        std::vector<std::pair<std::string, Json>> jobs;
        for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"})
            jobs.emplace_back(name, demoJob(name));
        QFile f(QStringLiteral(LW_TEST_DATA "/format1/random.json"));
        QVERIFY(f.open(QIODevice::ReadOnly));
        int n = 0;
        for (const auto &one : Json::parse(f.readAll().toStdString())) {
            const auto r = readProject(one["job"].dump(), "random");
            QVERIFY(r);
            jobs.emplace_back("random " + std::to_string(n++), r->project);
        }
        // a thread to cut, a climb cut on a table that slides, servos: none of those jobs has them
        jobs.emplace_back("thread", threadJob());
        jobs.emplace_back("climb", climbJob());
        for (const char *play : {"", "2", "12"}) {
            auto job = twoStageJob();
            if (*play) put(job, "/axes/X/designs/A/stages/2/play_arcmin", play);
            jobs.emplace_back("two stages", job);
        }
        {
            auto tight = twoStageJob(); // flanks without room
            put(tight, "/axes/X/designs/A/stages/2/centre_mm", "40mm");
            jobs.emplace_back("too close", tight);
        }
        for (const char *kind : {"gears", "ribbed"}) { // either of them on the motor's shaft
            auto job = kind == std::string("gears") ? twoStageJob() : ribbedJob();
            if (kind == std::string("gears")) {
                setAt(job, "/axes/X/designs/A/stage_order", {"2"});
                setAt(job, "/axes/X/designs/A/stages/1", nullptr);
            }
            jobs.emplace_back(kind, job);
        }
        {
            auto job = demoJob(); // parts that do not quite go together
            const std::string d = "/axes/X/designs/A/";
            setAt(job, d + "stages/1/driver/bore", "9.525");
            setAt(job, d + "stages/1/driver/hub", "set_screw");
            setAt(job, d + "screw/journal", "17 k5");
            setAt(job, d + "fixed_end/kind", "two deep-groove bearings");
            setAt(job, d + "ends", "fixed_fixed");
            setAt(job, d + "screw/end_thread", "M12x1");
            setAt(job, d + "fixed_end/lock_nut", "M12x1.5");
            for (const auto &[key, typed] : {std::pair{"screw/shoulder_mm", "17mm"},
                                             {"fixed_end/abutment_mm", "18mm"},
                                             {"motor/key_width_mm", "3mm"},
                                             {"stages/1/driver/key_width_mm", "0mm"},
                                             {"plate/motor_square_mm", "50mm"},
                                             {"plate/pilot_bore_mm", "38mm"},
                                             {"plate/recess_mm", "1.5mm"},
                                             {"motor/pilot_height_mm", "1.6mm"}})
                put(job, d + key, typed);
            setAt(job, d + "stages/1/driven/hub", "bush");
            setAt(job, d + "stages/1/driven/bush_series", "1108");
            setAt(job, "/axes/Z/designs/A/nut/thread", "1610");
            put(job, "/axes/Z/designs/A/nut/body_mm", "28mm");
            put(job, "/axes/Z/designs/A/nut/arbor_mm", "0mm");
            put(job, "/axes/Z/survey/room/nut_mm", "40mm");
            put(job, "/axes/X/designs/B/stages/1/gap_mm", "0.3mm");
            for (const char *handle : {"off", "folding", "fixed"}) {
                setAt(job, d + "stages/1/driven/bush", handle == std::string("off") ? "1210" : "1108");
                setAt(job, d + "handle", handle);
                jobs.emplace_back("pairs", job);
            }
        }
        for (const char *housing :
             {"31.990", "32.02"}) { // bearings in housings as they measure, warmed; a plate pinned
            auto job = demoJob();
            const std::string d = "/axes/X/designs/A/", end = d + "fixed_end/";
            setAt(job, end + "housing", housing);
            setAt(job, end + "housing_of", "iron");
            setAt(job, end + "clearance", "CN");
            setAt(job, d + "screw/journal", "15 k5");
            for (const auto &[key, typed] : {std::pair{"fixed_end/warm_C", "60C"},
                                             {"fixed_end/free_from_um", "-20um"},
                                             {"fixed_end/free_to_um", "10um"},
                                             {"fixed_end/preload_N", "400N"},
                                             {"plate/dowels", "2"},
                                             {"plate/dowel_mm", "5mm"},
                                             {"plate/thickness_mm", "10mm"},
                                             {"plate/bolt_length_mm", "16mm"},
                                             {"motor/thread_depth_mm", "20mm"}})
                put(job, d + key, typed);
            put(job, "/axes/Z/designs/A/nut/beside_mm", "0.02mm");
            jobs.emplace_back("fits", job);
        }
        for (const char *side : {"back", "inside"}) { // a belt longer than its centres ask
            auto job = demoJob();
            const std::string s = "/axes/X/designs/A/stages/1/";
            setAt(job, s + "code", "390-5M-15");
            setAt(job, s + "idler/side", side);
            put(job, s + "idler/diameter_mm", "32mm");
            put(job, s + "idler/along_mm", "60mm");
            jobs.emplace_back("idler", job);
        }
        jobs.emplace_back("rack", rackJob());
        jobs.emplace_back("strain wave", strainWaveJob());
        {
            auto job = demoJob(); // a worm whose lead was read
            setAt(job, "/axes/B/designs/A/stages/2/type", "worm");
            put(job, "/axes/B/designs/A/stages/2/lead_deg", "4deg");
            jobs.emplace_back("worm", job);
        }
        for (const bool brushed : {false, true})
            for (const char *rapid : {"1500mm/min", "9000mm/min", "30000mm/min"}) {
                auto job = servoJob(brushed);
                put(job, "/axes/X/targets/rapid_mm_min", rapid);
                jobs.emplace_back(brushed ? "brushes" : "servo", job);
            }
        for (auto &job : rotaryJobs())
            jobs.emplace_back("rotary", std::move(job));
        auto held = demoJob(); // a test cut, a trial cut, keys, work that is long and thin
        for (const auto &[key, typed] : {std::pair{"stock_mm", "30mm"},
                                         {"stock_length_mm", "200mm"},
                                         {"finish_mm", "28mm"},
                                         {"head_d_mm", "29mm"},
                                         {"tail_d_mm", "29.03mm"},
                                         {"apart_mm", "180mm"},
                                         {"trial_mm", "28.5mm"},
                                         {"move_mm", "0.5mm"},
                                         {"key_clearance_mm", "0.04mm"},
                                         {"keys_apart_mm", "130mm"}})
            put(held, std::string("/axes/B/rotary/") + key, typed);
        for (const auto &[key, said] :
             {std::pair{"move_as", "radius"}, {"squared", "keys"}, {"tailstock", "yes"}, {"purpose", "log"}})
            setAt(held, std::string("/axes/B/rotary/") + key, said);
        jobs.emplace_back("held", held);
        for (const char *cut : {"head_d_mm", "tail_d_mm", "apart_mm"})
            setAt(held, std::string("/axes/B/rotary/") + cut, nullptr);
        put(held, "/axes/B/rotary/tail_high_mm", "0.02mm");
        setAt(held, "/axes/B/rotary/move_as", "diameter");
        setAt(held, "/axes/B/rotary/tailstock", nullptr);
        jobs.emplace_back("held, chuck alone", held);
        {
            auto job = demoJob(); // direct, its shafts a little out of line
            put(job, "/axes/X/designs/B/stages/1/offset_mm", "0.1mm");
            put(job, "/axes/X/designs/B/stages/1/lean_deg", "1deg");
            jobs.emplace_back("out of line", job);
        }
        {
            auto job = demoJob(); // keyed both ends, the sheet of the screw's bearings read
            for (const char *side : {"driver", "driven"}) {
                const std::string pulley = std::string("/axes/X/designs/A/stages/1/") + side;
                setAt(job, pulley + "/hub", "keyed");
                put(job, pulley + "/key_mm", "14mm");
            }
            put(job, "/axes/X/designs/A/fixed_end/dynamic_N", "8kN");
            put(job, "/axes/X/designs/A/fixed_end/preload_N", "400N");
            put(job, "/axes/X/designs/A/fixed_end/play_mm", "0.002mm");
            jobs.emplace_back("keyed", job);
        }
        for (const char *material : {"aluminium", "acetal", "steel"}) { // pulleys pressed on
            auto job = demoJob();
            setAt(job, "/axes/X/designs/A/stages/1/driver/material", material);
            setAt(job, "/axes/X/designs/A/stages/1/driver/bore", "7.99");
            jobs.emplace_back("pressed", job);
        }
        for (const char *preload : {"0N", "400N"}) { // a ball screw whose sheets were read
            auto job = demoJob();
            put(job, "/axes/Z/targets/accuracy_mm", "0.05mm");
            setAt(job, "/axes/Z/designs/A/screw/grade", "7");
            setAt(job, "/axes/Z/designs/A/screw/rise_K", nullptr);
            put(job, "/axes/Z/designs/A/nut/preload_N", preload);
            jobs.emplace_back("read", job);
        }
        for (const char *width : {"70mm", "88mm", "200mm"}) { // a plate, its screws in a tapped face
            auto job = demoJob();
            const std::string plate = "/axes/X/designs/A/plate/";
            put(job, plate + "width_mm", width);
            put(job, plate + "above_mm", width == std::string("70mm") ? "100mm" : "40mm");
            put(job, plate + "below_mm", width == std::string("88mm") ? "300mm" : "170mm");
            put(job, plate + "thickness_mm", "10mm");
            put(job, plate + "bolt_length_mm", "16mm");
            put(job, "/axes/X/designs/A/motor/thread_depth_mm", "8mm");
            jobs.emplace_back("plate", job);
        }
        for (const char *large :
             {"40mm", "110mm", "190mm"}) { // bearing block, bracket and cover too small, fit, and large
            auto job = platesJob();
            const std::string d = "/axes/X/designs/A/plates/";
            for (const char *name : {"block", "bracket", "cover"})
                put(job, d + name + "/width_mm", large);
            put(job, d + "bracket/below_mm", large);
            put(job, d + "block/below_mm", large);
            setAt(job, d + "bracket/fix/into", large == std::string("110mm") ? "below" : "above");
            jobs.emplace_back("plates", job);
        }
        auto curve = demoJob();
        setAt(curve, "/axes/X/designs/A/motor/curve", "0:3.1 300:3 600:2.4 1200:1.4 2400:0.5");
        put(curve, "/axes/X/designs/A/motor/curve_V", "36V");
        jobs.emplace_back("curve", curve);
        for (const auto &[name, job] : jobs)
            for (const auto &axis : axisOrder(job))
                for (const auto &design : designsOf(job, axis)) {
                    const auto m = readAxis(job, axis, design);
                    const auto e = prove(m);
                    for (const auto &finding : e.findings) {
                        met[finding.check->code].insert(finding.verdict);
                        const bool demand = std::isfinite(finding.demand), capacity = std::isfinite(finding.capacity);
                        if (finding.missing || (!demand && !capacity)) continue;
                        const auto w = explain(m, e.state, finding);
                        const std::string where = name + " " + axis + design + " " + std::string(finding.check->code);
                        for (const auto &step : w.steps)
                            if (std::isfinite(step.result))
                                QVERIFY2(std::fabs(recompute(step) - step.result) <=
                                             1e-9 * std::fabs(step.result) + 1e-15,
                                         (where + ": " + step.symbol + " = " + step.formula + " gives " +
                                          std::to_string(recompute(step)) + ", not " + std::to_string(step.result))
                                             .c_str());
                        std::size_t last = w.steps.size();
                        if (last > 0 && w.steps.back().symbol == "M") --last;
                        QVERIFY2(last > 0, (where + ": no working").c_str());
                        const double result = w.steps[last - 1].result;
                        const auto is = [&](double v) { return std::fabs(result - v) <= 1e-9 * std::fabs(v) + 1e-18; };
                        QVERIFY2((demand && is(finding.demand)) || (capacity && is(finding.capacity)),
                                 (where + ": ends in " + w.steps[last - 1].name + " " + std::to_string(result) +
                                  ", not in " + std::to_string(finding.demand) + " or " +
                                  std::to_string(finding.capacity))
                                     .c_str());
                        // the ladder says its figures in a unit of what the working found
                        const auto &found = w.steps[last - 1];
                        const auto &unit = finding.unit;
                        static const std::set<std::string_view> plain{"", "rpm", "mrad", "deg", "%", "K", "mm·rpm"};
                        QVERIFY2(found.dimension == Dimension::Number ? plain.count(unit) > 0
                                                                      : unitInSi(unit, found.dimension).has_value(),
                                 (where + ": shown in " + std::string(unit) + ", worked out in " + found.unit).c_str());
                        ++workings;
                    }
                }
        // a check that none of these jobs asks is one nobody has tried
        int several = 0;
        for (const auto *c : allChecks()) {
            QVERIFY2(met.count(c->code), std::string(c->code).c_str());
            several += met[c->code].size() > 1;
        }
        QVERIFY2(several > 50, qPrintable(QString::number(several)));
        QVERIFY2(workings > 900, qPrintable(QString::number(workings)));
    }
};
LW_TEST(TestKinds, "tst_kinds")
#include "tst_kinds.moc"
