// Every check has a row of inputs for each verdict it can give: what the input does to the verdict, check by check.
// The jobs are the demo's and the random ones; the verdicts were taken down once and read through: more torque, less
// pull, a shorter screw must not make anything worse.
#include "rare_jobs.h"
#include "proof/doubt/doubt.h"
#include "proof/machine.h"
#include "test_list.h"
#include <map>

using namespace lw;
using Json = nlohmann::json;

class TestCheckRows : public QObject {
    Q_OBJECT

    std::map<std::string, Json> m_jobs;

    /// A job as the rows name it: a sample, "random N", or a sample with one thing more.
    const Json &job(const std::string &name) {
        auto &job = m_jobs[name];
        if (!job.is_null()) return job;
        if (name == "thread") {
            job = threadJob();
        } else if (name == "climb") {
            job = climbJob();
        } else if (name == "servo") {
            job = servoJob();
        } else if (name == "two stages") {
            job = twoStageJob();
        } else if (name == "ribbed") {
            job = ribbedJob();
        } else if (name == "plates") {
            job = platesJob();
        } else if (name == "rack") {
            job = rackJob();
        } else if (name == "strain wave") {
            job = strainWaveJob();
        } else if (name.starts_with("random ")) {
            QFile f(QStringLiteral(LW_TEST_DATA "/format1/random.json"));
            if (!f.open(QIODevice::ReadOnly)) qFatal("no random jobs");
            const auto all = Json::parse(f.readAll().toStdString());
            job = readProject(all[std::stoul(name.substr(7))]["job"].dump(), name)->project;
        } else {
            job = demoJob(name.c_str());
        }
        return job;
    }
    static void change(Json &job, const std::string &pointer, const std::string &to) {
        if (to.starts_with('=')) return setAt(job, pointer, to.substr(1));
        const auto *was = nodeAt(job, pointer);
        Json value = was && was->is_object() ? *was : Json{{"standing", "stated"}};
        value["typed"] = to;
        setAt(job, pointer, value);
    }
    /// The row's finding once its change is made; none where the check does not speak of the subject.
    static std::optional<Finding> found(Json job, const Json &row, const Json &changes) {
        for (const auto &[pointer, to] : changes.items())
            change(job, pointer, to.get<std::string>());
        const std::string axis = row["axis"];
        const auto e = prove(readAxis(job, axis, shownDesign(job, axis)));
        for (const auto &f : e.findings)
            if (f.check->code == row["check"].get<std::string>() && f.check->title == row["title"].get<std::string>() &&
                f.subject.stage == row.value("stage", -1) && f.subject.cut == row.value("cut", -1) &&
                f.subject.side == row.value("side", -1) && int(f.subject.at) == row.value("at", 0) &&
                f.row == row.value("row", int(f.row)))
                return f;
        return {};
    }
    static Json rows() {
        QFile f(QStringLiteral(LW_TEST_DATA "/check_rows.json"));
        if (!f.open(QIODevice::ReadOnly)) qFatal("no rows");
        return Json::parse(f.readAll().toStdString());
    }
    static constexpr std::pair<const char *, Verdict> verdicts[] = {
        {"holds", Verdict::Holds}, {"watch", Verdict::Watch}, {"fails", Verdict::Fails}};

private slots:
    void everyCheckHasRows() {
        std::set<std::pair<std::string, std::string>> have;
        for (const auto &row : rows()) {
            have.emplace(row["check"], row["title"]);
            for (const auto &[name, verdict] : verdicts) {
                const bool never = row.contains("never") && row["never"].contains(name);
                QVERIFY2(row.contains(name) != never, (row["check"].get<std::string>() + " " + name).c_str());
            }
        }
        for (const auto *c : allChecks()) {
            const auto row = std::pair{std::string(c->code), std::string(c->title)};
            QVERIFY2(have.count(row), (row.first + " " + row.second + ": no row in check_rows.json").c_str());
        }
    }
    void inputsMoveVerdicts_data() {
        QTest::addColumn<QString>("row");
        for (const auto &row : rows())
            QTest::newRow((row["check"].get<std::string>() + " " + row["title"].get<std::string>()).c_str())
                << QString::fromStdString(row.dump());
    }
    void inputsMoveVerdicts() {
        QFETCH(QString, row);
        const auto r = Json::parse(row.toStdString());
        double last = std::numeric_limits<double>::infinity();
        for (const auto &[name, verdict] : verdicts) {
            if (!r.contains(name)) continue;
            const auto f = found(job(r["job"]), r, r[name]);
            QVERIFY2(f, (std::string(name) + ": no such finding").c_str());
            QVERIFY2(f->verdict == verdict, (std::string(name) + " is " + std::string(verdictCode(f->verdict)) +
                                             ", margin " + std::to_string(f->margin) + ", demand " +
                                             std::to_string(f->demand) + ", capacity " + std::to_string(f->capacity))
                                                .c_str());
            if (!(f->margin == f->margin)) continue;
            QVERIFY2(f->margin <= last, (std::string(name) + ": margin went up").c_str()); // worse verdict, less margin
            last = f->margin;
        }
    }
};
LW_TEST(TestCheckRows, "tst_check_rows")
#include "tst_check_rows.moc"
