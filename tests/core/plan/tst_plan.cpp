// The order of the work: the trap proved against every order of the tasks, derived steps, remedies, hours, dates.
#include "test_list.h"
#include "compare.h"
#include "catalogue/catalogue.h"
#include "demo_job.h"
#include "machine/project_file.h"
#include "plan/build_plan.h"
#include <QFile>
#include <QTest>
#include <algorithm>
#include <numeric>
#include <random>

using namespace lw;
using Json = nlohmann::json;

namespace {
std::vector<PlanTask> tasksOf(const Json &inputs) {
    std::vector<PlanTask> out;
    for (const auto &t : inputs.at("tasks")) {
        PlanTask p;
        p.id = t.at("id");
        for (const auto &b : t.value("preds", Json::array()))
            p.after.push_back(b.at("id"));
        for (const auto &n : t.value("needs", Json::array()))
            p.needs.push_back({{n.at("function"), n.value("quality", 1)}});
        for (const auto &s : t.value("strips", Json::array()))
            p.strips.push_back(s);
        for (const auto &r : t.value("restores", Json::array()))
            p.restores.push_back({r.at("function"), r.value("quality", 2)});
        out.push_back(std::move(p));
    }
    return out;
}
/// Whether any order of the tasks that keeps the links lets this task find its functions usable. Tries them all.
bool someOrderWorks(const std::vector<PlanTask> &tasks, std::size_t m) {
    std::vector<std::size_t> order(tasks.size());
    std::iota(order.begin(), order.end(), 0);
    do {
        std::vector<std::size_t> place(tasks.size());
        for (std::size_t k = 0; k < order.size(); ++k)
            place[order[k]] = k;
        bool keeps = true;
        for (std::size_t k = 0; k < tasks.size() && keeps; ++k)
            for (const auto &b : tasks[k].after)
                for (std::size_t j = 0; j < tasks.size(); ++j)
                    if (tasks[j].id == b) keeps &= place[j] < place[k];
        if (!keeps) continue;
        std::map<std::string, int> quality;
        for (auto k : order) {
            if (k == m) {
                bool all = true;
                for (const auto &group : tasks[m].needs)
                    all &= std::any_of(group.begin(), group.end(), [&](const auto &n) {
                        return !quality.contains(n.function) || quality[n.function] >= n.quality;
                    });
                if (all) return true;
                break;
            }
            for (const auto &s : tasks[k].strips)
                quality[s] = -1;
            for (const auto &r : tasks[k].restores)
                quality[r.function] = r.quality;
        }
    } while (std::next_permutation(order.begin(), order.end()));
    return false;
}
Json demo() { return demoJob(); }
/// Everything of a job that the plan is made of.
struct Job {
    Json project;
    std::vector<AxisModel> models;
    std::vector<AxisState> states;
    BuildPlan plan;
    explicit Job(Json p) : project(std::move(p)) {
        for (const auto &id : axisOrder(project)) {
            models.push_back(readAxis(project, id, shownDesign(project, id)));
            states.push_back(evaluate(models.back()).state);
        }
        std::vector<DesignedAxis> designed;
        for (std::size_t k = 0; k < models.size(); ++k)
            designed.push_back({&models[k], &states[k]});
        plan = buildPlan(project, designed, partLines(project, designed));
    }
};
} // namespace

class TestPlan : public QObject {
    Q_OBJECT
private slots:
    /// The proved traps of the check rows: what the links as entered alone leave no way for.
    void trapsOfTheCheckRows_data() {
        QTest::addColumn<QString>("row");
        QFile f(QStringLiteral(LW_TEST_DATA "/build-and-commission.json"));
        QVERIFY(f.open(QIODevice::ReadOnly));
        const auto all = Json::parse(f.readAll().toStdString());
        for (const auto &r : all.is_array() ? all : all.contains("checks") ? all["checks"] : all["cases"])
            if (r.at("calc") == "teardown_trap")
                QTest::newRow(r.at("id").get<std::string>().c_str()) << QString::fromStdString(r.dump());
    }
    void trapsOfTheCheckRows() {
        QFETCH(QString, row);
        const auto r = Json::parse(row.toStdString());
        std::vector<Nest> nest;
        for (const auto &n : r["inputs"].value("nest", Json::array()))
            nest.push_back({n.at("inner"), n.at("outer")});
        const auto traps = findTraps(tasksOf(r["inputs"]), nest);
        QVERIFY(traps);
        std::vector<std::string> expected, found;
        for (const auto &f : r["expected"]["findings"])
            if (f.at("verdict") == "trap")
                expected.push_back(f["task"].get<std::string>() + " " + f["function"].get<std::string>() + " " +
                                   f["strip"].get<std::string>());
        for (const auto &t : *traps)
            found.push_back(t.task + " " + t.function + " " + t.strip);
        QCOMPARE(found, expected);
    }
    /// Another route: of random small plans, no order at all of the tasks lets a trapped part be made.
    void aTrapHasNoOrder() {
        std::mt19937 random(7);
        int trapped = 0;
        for (int plan = 0; plan < 400; ++plan) {
            const std::size_t n = 4 + random() % 3;
            std::vector<PlanTask> tasks(n);
            for (std::size_t k = 0; k < n; ++k) {
                tasks[k].id = "t" + std::to_string(k);
                for (std::size_t j = 0; j < k; ++j)
                    if (random() % 3 == 0) tasks[k].after.push_back("t" + std::to_string(j));
                const std::string f = random() % 2 ? "X" : "Y";
                switch (random() % 4) {
                case 0: tasks[k].strips = {f}; break;
                case 1: tasks[k].restores = {{f, int(random() % 3)}}; break;
                case 2: tasks[k].needs = {{{f, 1 + int(random() % 2)}}}; break;
                default: break;
                }
            }
            const auto traps = findTraps(tasks, {});
            QVERIFY(traps);
            for (const auto &t : *traps) {
                if (!t.unlinked.empty()) continue; // a link is missing, not an order
                ++trapped;
                for (std::size_t k = 0; k < n; ++k)
                    if (tasks[k].id == t.task)
                        QVERIFY2(!someOrderWorks(tasks, k), "a proved trap can be made after all");
            }
        }
        QVERIFY(trapped > 20); // the check must have had something to check
    }
    void circlesAndLostLinksAreNamed() {
        std::vector<PlanTask> tasks(2);
        tasks[0].id = "a";
        tasks[0].after = {"b"};
        tasks[1].id = "b";
        tasks[1].after = {"a"};
        QCOMPARE(sentence(findTraps(tasks, {}).error()),
                 std::string("order: these steps wait for each other in a circle: a, b. Take one link out."));
        tasks[1].after = {"nowhere"};
        QVERIFY(sentence(workableOrder(tasks).error()).find("'nowhere'") != std::string::npos);
    }
    /// The demo's one trap: the motor plate waits for the table to come off, and the table goes back only with it on.
    void demoHasOneTrapAndEveryRemedyMendsIt() {
        const Job job(demo());
        QCOMPARE(job.plan.problem, std::string());
        int traps = 0;
        const BuildStep *plate = nullptr;
        for (const auto &s : job.plan.steps)
            if (!s.traps.empty()) {
                ++traps;
                plate = &s;
            }
        QCOMPARE(traps, 1);
        QCOMPARE(plate->key, std::string("X-plate"));
        QCOMPARE(buildVerdict(job.plan, "X"), Verdict::Fails);
        QCOMPARE(buildVerdict(job.plan, "Y"), Verdict::Holds);
        QVERIFY(plate->remedies.size() >= 4);
        QCOMPARE(plate->remedies.front().kind, Remedy::Kind::MakeFirst);
        QCOMPARE(plate->remedies.front().cost, 0.0);
        for (std::size_t k = 1; k < plate->remedies.size(); ++k)
            QVERIFY(plate->remedies[k - 1].reaches > plate->remedies[k].reaches ||
                    plate->remedies[k - 1].cost <= plate->remedies[k].cost || !plate->remedies[k].reaches);
        QVERIFY(!plate->remedies.back().reaches); // saw and file holds 0.15 of the 0.05 needed
        for (const auto &remedy : plate->remedies) {
            const auto patches = remedyPatches(job.plan, *plate, remedy);
            QVERIFY(!patches.empty());
            const Job mended(patched(job.project, patches));
            QCOMPARE(mended.plan.problem, std::string());
            for (const auto &s : mended.plan.steps)
                QVERIFY2(s.traps.empty(), (remedy.text + ": " + s.key).c_str());
        }
    }
    void stepsFollowTheDesign() {
        auto project = demo();
        project.erase("tasks");
        const Job job(project);
        QVERIFY(job.plan.step("X-nut")); // kept screw: a split nut is made
        QVERIFY(!job.plan.step("X-bracket"));
        QVERIFY(job.plan.step("X-true"));    // its end is bent by 0.048
        QVERIFY(job.plan.step("Z-bracket")); // ball screw
        QVERIFY(!job.plan.step("Z-nut"));
        for (const auto &s : job.plan.steps)
            QVERIFY2(s.traps.empty(), s.key.c_str()); // the derived order has no trap
        // no motor, nothing to build
        auto bare = project;
        for (const auto &id : {"X", "Y", "Z", "B"})
            bare["axes"][id].erase("designs");
        QVERIFY(Job(bare).plan.steps.empty());
        // a step left out hands on its links
        setAt(project, "/tasks/X-strip/state", "dropped");
        const Job without(project);
        QVERIFY(!without.plan.step("X-strip"));
        const auto &after = without.plan.step("X-fit")->after;
        QVERIFY(std::find(after.begin(), after.end(), "X-plate") != after.end());
    }
    void slidesFollowTheTicks() {
        auto project = demo();
        auto state = [](const Job &j, const std::string &f) {
            for (const auto &x : j.plan.functions)
                if (x.name == f) return x.state;
            return SlideState::Whole;
        };
        QCOMPARE(state(Job(project), "X"), SlideState::Whole);
        setAt(project, "/tasks/X-strip/done_on", "2026-03-17");
        QCOMPARE(state(Job(project), "X"), SlideState::Stripped);
        setAt(project, "/tasks/X-refit/done_on", "2026-03-31");
        QCOMPARE(state(Job(project), "X"), SlideState::ByHand);
        setAt(project, "/tasks/X-motor/done_on", "2026-04-02");
        QCOMPARE(state(Job(project), "X"), SlideState::Unproven);
        setAt(project, "/tasks/X-first/done_on", "2026-04-04");
        QCOMPARE(state(Job(project), "X"), SlideState::Proven);
        setAt(project, "/tasks/Y-strip/done_on", "2026-04-10"); // the saddle takes the table off
        QCOMPARE(state(Job(project), "X"), SlideState::Stripped);
        QCOMPARE(state(Job(project), "Y"), SlideState::Stripped);
    }
    void gatesCannotBeOverridden() {
        const Job job(demo());
        QVERIFY(job.plan.step("X-first")->refusal.find("stop works") != std::string::npos);
        QVERIFY(job.plan.step("Z-motor")->refusal.find("run down") != std::string::npos); // no brake on the head
        const auto *strip = job.plan.step("Z-strip");
        const auto unread = unreadDangers(job.project, *strip, *dayFromIso("2026-03-12"));
        QVERIFY(!unread.empty());
        QCOMPARE(std::string(unread.front()->text->id), std::string("S04"));
        auto read = job.project;
        for (const auto *c : unread)
            setAt(read, "/cautions/" + std::string(c->text->id) + "/read_on", "2026-03-12");
        QVERIFY(unreadDangers(read, *strip, *dayFromIso("2026-03-12")).empty());
        QCOMPARE(unreadDangers(read, *strip, *dayFromIso("2026-03-13")).size(), unread.size()); // once a day
        for (const auto &c : strip->cautions)
            QVERIFY(c.words.find("{m}") == std::string::npos);
    }
    /// The price of a line nobody typed is that of the cheapest row which has the ratio and carries the torque.
    void aReducersPriceFollowsItsSheet() {
        auto project = demo();
        setAt(project, "/parts/B-reducer", nullptr);
        const auto price = [&](const char *ratio, const char *torque) {
            setAt(project, "/axes/B/designs/A/stages/2/ratio", ratio);
            setAt(project, "/axes/B/designs/A/stages/2/torque_Nm", {{"typed", torque}, {"standing", "stated"}});
            for (const auto &l : partLines(project))
                if (l.key == "B-reducer") return l.price;
            return -1.0;
        };
        const auto row = [](const char *name) {
            for (const auto &r : catalogueInUse().reducers)
                if (r.name == name) return r.price;
            return -1.0;
        };
        QCOMPARE(price("50:1", "5N m"), row("Strain-wave 14, 50:1"));
        QCOMPARE(price("50:1", "16N m"), row("Strain-wave 17, 50:1"));
        QCOMPARE(price("50:1", "20N m"), row("Strain-wave 20, 50:1"));
        const double unlisted = price("37:1", "5N m"), none = price("?", "5N m");
        QVERIFY(!(unlisted == unlisted) && !(none == none)); // not known, never nothing to pay
    }
    void orderByCountsBack() {
        auto project = demo();
        const auto today = *dayFromIso("2026-03-12");
        const Job plain(project);
        const auto parts = partLines(project);
        const auto line =
            std::find_if(parts.begin(), parts.end(), [](const auto &l) { return l.key == "X-fixed_end"; });
        QVERIFY(line != parts.end());
        setAt(project, "/tasks/X-fit/need_by", nullptr);
        QVERIFY(!orderBy(*line, Job(project).plan, today).day); // not known, never a silent date
        setAt(project, "/tasks/X-fit/need_by", "2026-03-26");
        auto o = orderBy(*line, Job(project).plan, today);
        QCOMPARE(isoDay(*o.day), std::string("2026-03-14")); // 26 March less 9 days on the way and 3 to spare
        QCOMPARE(o.verdict, Verdict::Holds);
        QCOMPARE(orderBy(*line, Job(project).plan, today + std::chrono::days(9)).verdict, Verdict::Watch);
        QCOMPARE(orderBy(*line, Job(project).plan, today + std::chrono::days(10)).verdict, Verdict::Fails);
        setAt(project, "/parts/X-fixed_end/need_by", "2026-04-26"); // the line's own date wins
        const auto dated = partLines(project);
        const auto own = std::find_if(dated.begin(), dated.end(), [](const auto &l) { return l.key == "X-fixed_end"; });
        QCOMPARE(isoDay(*orderBy(*own, Job(project).plan, today).day), std::string("2026-04-14"));
    }
    /// Facts of the Gregorian calendar; weekdays a second time by Zeller's congruence (Zeller, Acta Mathematica 9,
    /// 1887).
    void calendarKeepsToTheFacts() {
        QCOMPARE(shownDay(*dayFromIso("1970-01-01")), std::string("Thu\u00a01\u00a0Jan"));
        QVERIFY(dayFromIso("2024-02-29"));
        QVERIFY(!dayFromIso("2023-02-29"));
        QVERIFY(!dayFromIso("1900-02-29"));
        QVERIFY(dayFromIso("2000-02-29"));
        const char *names[] = {"Sat", "Sun", "Mon", "Tue", "Wed", "Thu", "Fri"};
        const auto from = *dayFromIso("2026-01-01");
        for (int k = 0; k < 800; ++k) {
            const auto d = from + std::chrono::days(k);
            const std::chrono::year_month_day ymd(d);
            int m = int(unsigned(ymd.month())), y = int(ymd.year());
            if (m < 3) m += 12, --y;
            const int h =
                (int(unsigned(ymd.day())) + 13 * (m + 1) / 5 + y % 100 + y % 100 / 4 + y / 100 / 4 + 5 * (y / 100)) % 7;
            QCOMPARE(shownDay(d).substr(0, 3), std::string(names[h]));
            QCOMPARE(dayFromIso(isoDay(d)), std::optional(d));
        }
        const auto today = *dayFromIso("2026-03-12");
        for (const char *same : {"2026-03-26", "26.3.2026", "26 Mar 2026", "26 Mar", "Thu 26 March", "26.3.", "26.3"})
            QCOMPARE(readDay(same, today), dayFromIso("2026-03-26"));
        QCOMPARE(readDay("3 Jan", *dayFromIso("2026-12-20")), dayFromIso("2027-01-03"));
        for (const char *bad : {"", "soon", "31.2.2026", "12", "1/2/3", "26 Foo", "0.0.0"})
            QVERIFY2(!readDay(bad, today), bad);
    }
};
LW_TEST(TestPlan, "tst_plan")
#include "tst_plan.moc"
