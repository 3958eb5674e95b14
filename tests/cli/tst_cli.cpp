// The command line as a person types it: part programs, proofs, sums; what it prints, and what it says to nonsense.
#include "compare.h"
#include "demo_job.h"
#include "proof/program_report.h"
#include <QProcess>
#include <QTemporaryDir>
#include <fstream>

using namespace lw;
using Json = nlohmann::json;

class TestCli : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    struct Run {
        int code;
        QByteArray out, err;
    };
    Run run(const QStringList &args, const QByteArray &in = {}) {
        QProcess p;
        p.start(QStringLiteral(LW_BINARY_DIR "/lathewright-cli"), args);
        p.write(in);
        p.closeWriteChannel();
        if (!p.waitForFinished(30000)) return {-1, {}, "did not end"};
        return {p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -2, p.readAllStandardOutput(), p.readAllStandardError()};
    }
    QString file(const char *name, const QByteArray &content) {
        QFile f(m_dir.filePath(QString::fromLatin1(name)));
        if (!f.open(QIODevice::WriteOnly)) qFatal("temp");
        f.write(content);
        return f.fileName();
    }
    const QString job = QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"), plate = QStringLiteral(LW_SOURCE_DIR "/data/demo/mounting-plate.nc");
private slots:
    void programOfTheDemo() {
        const auto r = run({"program", plate, "--job", job});
        QCOMPARE(r.code, 0);
        QVERIFY2(r.out.contains("61 moves") && r.out.contains("line 64") && r.out.contains("subprograms"), r.out);
        QVERIFY(r.err.isEmpty());
    }
    void programAsJsonIsTheCores() {
        const auto r = run({"program", plate, "--job", job, "--json"});
        QCOMPARE(r.code, 0);
        const auto j = Json::parse(r.out.toStdString());
        std::ifstream in(plate.toStdString());
        const auto limits = programLimits(demoJob());
        const auto duty = programDuty(in, 0, {}, limits.limits);
        LW_COMPARE_WITHIN(j["time_s"].get<double>(), duty.time, 1e-9 * duty.time);
        QCOMPARE(j["skipped"].size(), duty.text.skipped.size());
        QVERIFY(j["skipped"][2]["may_take_s"].is_null()); // nobody can say
        double shares = 0;
        for (double s : j["axes"]["X"]["speed_seconds"].get<std::vector<double>>()) shares += s;
        LW_COMPARE_WITHIN(shares, j["axes"]["X"]["moving_s"].get<double>(), 1e-6);
        // running through is never slower
        const auto through = Json::parse(run({"program", plate, "--job", job, "--json", "--run-through"}).out.toStdString());
        QVERIFY(through["time_s"].get<double>() <= j["time_s"].get<double>());
    }
    void programOnALathe() {
        const QString turned = file("turn.nc", "G21 G18\nG0 X40 Z2\nG1 Z-30 F100\nX44\nG0 Z2\nM30\n");
        const auto radius = Json::parse(run({"program", turned, "--json"}).out.toStdString()), diameter = Json::parse(run({"program", turned, "--json", "--diameters"}).out.toStdString());
        LW_COMPARE_WITHIN(radius["axes"]["X"]["most_mm"].get<double>(), 44, 1e-9);
        LW_COMPARE_WITHIN(diameter["axes"]["X"]["most_mm"].get<double>(), 22, 1e-9);
        LW_COMPARE_WITHIN(diameter["axes"]["Z"]["least_mm"].get<double>(), -30, 1e-9);
        QVERIFY(run({"program", turned}).err.contains("assumption")); // no job: a bench mill's axes, said so
    }
    void programsThatCannotBe_data() {
        QTest::addColumn<QStringList>("args");
        QTest::addColumn<int>("code");
        QTest::addColumn<QByteArray>("says");
        QTest::newRow("no such file") << QStringList{"program", "gone.nc"} << 2 << QByteArray("cannot be opened");
        QTest::newRow("no such job") << QStringList{"program", plate, "--job", "gone.lathewright"} << 2 << QByteArray("cannot be opened");
        QTest::newRow("job that is none") << QStringList{"program", plate, "--job", plate} << 2 << QByteArray("mounting-plate.nc");
        QTest::newRow("no file named") << QStringList{"program"} << 2 << QByteArray("--help");
        QTest::newRow("unknown flag") << QStringList{"program", plate, "--fast"} << 2 << QByteArray("--help");
        QTest::newRow("no such command") << QStringList{"turn"} << 2 << QByteArray("--help");
    }
    void programsThatCannotBe() {
        QFETCH(QStringList, args);
        QFETCH(int, code);
        QFETCH(QByteArray, says);
        const auto r = run(args);
        QCOMPARE(r.code, code);
        QVERIFY2(r.err.contains(says), r.err);
        QVERIFY(r.out.isEmpty());
    }
    void nonsenseProgramsEndWell() {
        for (const QByteArray &text : {QByteArray(), QByteArray("\x00\x01\x02", 3), QByteArray("G2 X1\nG1 X1e9\n"), QByteArray(100000, 'G'), QByteArray("(never closed\nG1 X5 F100\n"), QByteArray("%\n%\n%\n")}) {
            const auto r = run({"program", file("x.nc", text)});
            QCOMPARE(r.code, 0);
            QVERIFY(!r.out.isEmpty());
        }
    }
    void evaluateSaysItInWords() {
        const auto r = run({"evaluate", job});
        QCOMPARE(r.code, 1); // something fails
        for (const char *words : {"X  design A", "watch", "fails", "holds", "->"}) QVERIFY2(r.out.contains(words), words);
        const auto json = Json::parse(run({"evaluate", job, "--json"}).out.toStdString());
        std::size_t findings = 0;
        for (const auto &[id, axis] : json["axes"].items()) findings += axis["findings"].size();
        QCOMPARE(std::size_t(r.out.count('\n')), findings + json["axes"].size());
    }
    void calcReadsFromStandardInput() {
        const auto r = run({"calc", "trapezoid", "--in", "-"}, R"({"distance_mm":90,"speed_mm_min":60000,"acceleration_m_s2":1,"deceleration_m_s2":1})");
        QCOMPARE(r.code, 0);
        LW_COMPARE_WITHIN(Json::parse(r.out.toStdString())["time_s"].get<double>(), 0.6, 1e-9); // bang-bang, 2 sqrt(0.09)
        QCOMPARE(run({"calc", "trapezoid", "--in", "-"}, "not json").code, 2);
        QCOMPARE(run({"calc", "trapezoid"}).code, 2);
        QCOMPARE(run({"calc"}).code, 2);
        QVERIFY(run({"calc", "--help"}).out.contains("--list"));
    }
    void everyCalculationHasHelp() {
        const auto names = run({"calc", "--list"}).out.split('\n');
        QVERIFY(names.size() > 60);
        for (const auto &name : {"friction_split", "grinding", "tapping", "scurve", "head_tram", "stick_slip_jump"}) {
            QVERIFY(names.contains(name));
            const auto help = run({"calc", name, "--help"});
            QCOMPARE(help.code, 0);
            QVERIFY(help.out.size() > 80);
        }
    }
    void schemaNamesTheNewFields() {
        const auto j = Json::parse(run({"schema"}).out.toStdString());
        for (const char *part : {"baseline", "handwheel", "part_program", "axes"}) QVERIFY2(j["properties"].contains(part), part);
    }
};

QTEST_GUILESS_MAIN(TestCli)
#include "tst_cli.moc"
