// The command line as a person types it: part programs, proofs, sums; what it prints, and what it says to nonsense.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "proof/program_report.h"
#include <QDir>
#include <QFileInfo>
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
        if (!p.waitForFinished(180000)) return {-1, {}, "did not end"};
        return {p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -2, p.readAllStandardOutput(),
                p.readAllStandardError()};
    }
    QString file(const char *name, const QByteArray &content) {
        QFile f(m_dir.filePath(QString::fromLatin1(name)));
        if (!f.open(QIODevice::WriteOnly)) qFatal("temp");
        f.write(content);
        return f.fileName();
    }
    const QString job = QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"),
                  plate = QStringLiteral(LW_SOURCE_DIR "/data/demo/mounting-plate.nc");
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
        for (double s : j["axes"]["X"]["speed_seconds"].get<std::vector<double>>())
            shares += s;
        LW_COMPARE_WITHIN(shares, j["axes"]["X"]["moving_s"].get<double>(), 1e-6);
        // running through is never slower
        const auto through =
            Json::parse(run({"program", plate, "--job", job, "--json", "--run-through"}).out.toStdString());
        QVERIFY(through["time_s"].get<double>() <= j["time_s"].get<double>());
    }
    void programOnALathe() {
        const QString turned = file("turn.nc", "G21 G18\nG0 X40 Z2\nG1 Z-30 F100\nX44\nG0 Z2\nM30\n");
        const auto radius = Json::parse(run({"program", turned, "--json"}).out.toStdString()),
                   diameter = Json::parse(run({"program", turned, "--json", "--diameters"}).out.toStdString());
        LW_COMPARE_WITHIN(radius["axes"]["X"]["most_mm"].get<double>(), 44, 1e-9);
        LW_COMPARE_WITHIN(diameter["axes"]["X"]["most_mm"].get<double>(), 22, 1e-9);
        LW_COMPARE_WITHIN(diameter["axes"]["Z"]["least_mm"].get<double>(), -30, 1e-9);
        QVERIFY(run({"program", turned}).err.contains("assumption")); // no job: a bench mill's axes, said so
    }
    void programsThatCannotBe_data() {
        QTest::addColumn<QStringList>("args");
        QTest::addColumn<int>("code");
        QTest::addColumn<QByteArray>("says");
        QTest::newRow("no such file") << QStringList{"program", "gone.nc"} << 2 << QByteArray("there is no such file");
        QTest::newRow("no such job") << QStringList{"program", plate, "--job", "gone.lathewright"} << 2
                                     << QByteArray("there is no such file");
        QTest::newRow("job that is none")
            << QStringList{"program", plate, "--job", plate} << 2 << QByteArray("mounting-plate.nc");
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
    void programSaysForceTorqueAndMargin() {
        const auto r = run({"program", plate, "--job", job});
        for (const char *words : {"X moves", "along the axis", "at the motor", "over the worst second", "\xc3\x97"})
            QVERIFY2(r.out.contains(words), words);
        const auto j = Json::parse(run({"program", plate, "--job", job, "--json"}).out.toStdString());
        const auto &x = j["axes"]["X"];
        LW_COMPARE_WITHIN(x["margin"].get<double>(),
                          x["motor_gives_Nm"].get<double>() / x["worst_second_torque_Nm"].get<double>(), 1e-9);
        QVERIFY(x["rms_force_N"].get<double>() > 100 && x["rms_torque_Nm"].get<double>() > 0.05);
        QVERIFY(!run({"program", plate}).out.contains("at the motor")); // no job, no motor
    }
    void nextListsWhatToMeasure() {
        const auto r = run({"next", job});
        QCOMPARE(r.code, 0);
        QVERIFY2(r.out.contains("min: C01") && r.out.contains("becomes"), r.out);
        const auto j = Json::parse(run({"next", job, "--axis", "Y", "--json"}).out.toStdString());
        QCOMPARE(j["axes"].size(), std::size_t(1));
        const auto &rows = j["axes"]["Y"];
        QVERIFY(rows.is_array() && !rows.empty());
        for (const auto &row : rows) {
            for (const char *key : {"id", "what", "minutes", "band_now", "band_then"})
                QVERIFY2(row.contains(key), key);
            QVERIFY(row["band_now"][0].get<double>() < row["band_now"][1].get<double>());
            QVERIFY(std::log(row["band_then"][1].get<double>() / row["band_then"][0].get<double>()) <
                    std::log(row["band_now"][1].get<double>() / row["band_now"][0].get<double>()));
        }
        QCOMPARE(run({"next", job, "--axis", "Q"}).code, 2);
        QCOMPARE(run({"next", "gone.lathewright"}).code, 2);
    }
    void outputThatCannotBeWritten() {
        if (!QFile::exists(QStringLiteral("/dev/full"))) QSKIP("no /dev/full here");
        const auto cli = QStringLiteral(LW_BINARY_DIR "/lathewright-cli");
        for (const QString &args :
             {QStringLiteral("evaluate '%1'").arg(job), QStringLiteral("evaluate '%1' --json").arg(job),
              QStringLiteral("calc --list"), QStringLiteral("schema"), QStringLiteral("--help"),
              QStringLiteral("next '%1'").arg(job)})
            for (const char *to : {">/dev/full", ">&-", ">&4"}) { // 4: a pipe whose reader has gone
                QProcess p;
                p.start(QStringLiteral("bash"),
                        {QStringLiteral("-c"),
                         QStringLiteral("d=$(mktemp -d); mkfifo $d/p; exec 3<>$d/p 4>$d/p 3<&-; rm -r $d; '%1' %2 %3")
                             .arg(cli, args, QLatin1String(to))});
                QVERIFY(p.waitForFinished(30000));
                const auto err = p.readAllStandardError();
                QVERIFY2(p.exitCode() == 2,
                         qPrintable(args + QLatin1String(to) + QString::number(p.exitCode()) + QString::fromUtf8(err)));
                QVERIFY2(err.contains("could not be written"), err);
            }
    }
    void whatIsNoFileIsRefused() {
        const auto pipe = m_dir.filePath(QStringLiteral("pipe"));
        QCOMPARE(QProcess::execute(QStringLiteral("mkfifo"), {pipe}), 0);
        for (const auto &args : {QStringList{"evaluate", pipe},
                                 {"program", pipe},
                                 {"next", "/dev/zero"},
                                 {"calc", "milling", "--in", "/dev/zero"},
                                 {"report", pipe, "-o", m_dir.filePath("x.pdf")}}) {
            const auto r = run(args);
            QCOMPARE(r.code, 2);
            QVERIFY2(r.err.contains("device or a pipe"), r.err);
        }
        QCOMPARE(run({"evaluate", m_dir.path()}).code, 2);
        // an output name never replaces a device or a folder
        for (const auto &out : {QStringLiteral("/dev/null.pdf"), m_dir.path() + "/folder.pdf"}) {
            if (out.startsWith(m_dir.path())) QVERIFY(QDir().mkdir(out));
            QFile::link(QStringLiteral("/dev/null"), m_dir.filePath("null.pdf"));
            const auto r = run({"report", job, "-o", out.startsWith("/dev") ? m_dir.filePath("null.pdf") : out});
            QCOMPARE(r.code, 2);
            QVERIFY(r.err.trimmed().endsWith('.'));
        }
        QVERIFY(QFileInfo(QStringLiteral("/dev/null")).exists() && !QFileInfo(QStringLiteral("/dev/null")).isFile());
        // beyond the bound: 64 MB
        QFile big(m_dir.filePath("big.lathewright"));
        QVERIFY(big.open(QIODevice::WriteOnly) && big.resize(70ll * 1024 * 1024));
        const auto r = run({"evaluate", big.fileName()});
        QCOMPARE(r.code, 2);
        QVERIFY2(r.err.contains("too large"), r.err);
    }
    void jobsThatUsedToKill_data() {
        QTest::addColumn<QByteArray>("content");
        QTest::newRow("number beyond a double") << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"x\":1e999}");
        QTest::newRow("today no text") << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"today\":7}");
        QTest::newRow("currency no text") << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"currency\":[]}");
        QTest::newRow("class no text") << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"class\":{}}");
        QTest::newRow("name no text") << QByteArray("{\"program\":\"lathewright\",\"format\":1,\"name\":1}");
        QTest::newRow("format beyond all")
            << QByteArray("{\"program\":\"lathewright\",\"format\":99999999999999999999}");
        QTest::newRow("format half read") << QByteArray("{\"program\":\"lathewright\",\"format\":4294967297}");
    }
    void jobsThatUsedToKill() {
        QFETCH(QByteArray, content);
        const auto path = file("bad.lathewright", content);
        for (const auto &args : {QStringList{"evaluate", path},
                                 {"next", path},
                                 {"program", plate, "--job", path},
                                 {"report", path, "-o", m_dir.filePath("bad.pdf")}}) {
            const auto r = run(args);
            QCOMPARE(r.code, 2);
            QVERIFY2(r.err.contains("bad.lathewright") && r.err.trimmed().endsWith('.'), r.err);
        }
    }
    void latinTextInAProgramAsJson() {
        const auto r = run({"program", file("latin.nc", "G5 (K\xfchlung) X1\nG1 X5 F100\n"), "--json"});
        QCOMPARE(r.code, 0);
        QCOMPARE(Json::parse(r.out.toStdString())["skipped"][0]["text"].get<std::string>(),
                 std::string("G5 (K\u00fchlung) X1"));
    }
    /// An id or a name out of a file cannot colour, move or forge lines on the terminal.
    void namesCannotSteerTheTerminal() {
        auto j = demoJob();
        auto axis = j["axes"]["X"];
        axis["what"] = "table\x1b[2J\nZ  design A";
        j["axes"]["\x1b]0;evil\x07Q"] = axis;
        const auto r = run({"evaluate", file("evil.lathewright", QByteArray::fromStdString(j.dump()))});
        QVERIFY(!r.out.contains('\x1b') && !r.out.contains('\x07') && !r.err.contains('\x1b'));
        QVERIFY(!r.out.contains("\nZ  design A\n  forged"));
    }
    void nonsenseProgramsEndWell() {
        for (const QByteArray &text :
             {QByteArray(), QByteArray("\x00\x01\x02", 3), QByteArray("G2 X1\nG1 X1e9\n"), QByteArray(100000, 'G'),
              QByteArray("(never closed\nG1 X5 F100\n"), QByteArray("%\n%\n%\n")}) {
            const auto r = run({"program", file("x.nc", text)});
            QCOMPARE(r.code, 0);
            QVERIFY(!r.out.isEmpty());
        }
    }
    void evaluateSaysItInWords() {
        const auto r = run({"evaluate", job});
        QCOMPARE(r.code, 1); // something fails
        for (const char *words : {"X  design A", "watch", "fails", "holds", "->"})
            QVERIFY2(r.out.contains(words), words);
        const auto json = Json::parse(run({"evaluate", job, "--json"}).out.toStdString());
        std::size_t findings = 0;
        for (const auto &[id, axis] : json["axes"].items())
            findings += axis["findings"].size();
        QCOMPARE(std::size_t(r.out.count('\n')), findings + json["axes"].size());
    }
    void calcReadsFromStandardInput() {
        const auto r = run({"calc", "trapezoid", "--in", "-"},
                           R"({"distance_mm":90,"speed_mm_min":60000,"acceleration_m_s2":1,"deceleration_m_s2":1})");
        QCOMPARE(r.code, 0);
        LW_COMPARE_WITHIN(Json::parse(r.out.toStdString())["time_s"].get<double>(), 0.6,
                          1e-9); // bang-bang, 2 sqrt(0.09)
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
        for (const char *part : {"baseline", "handwheel", "part_program", "axes"})
            QVERIFY2(j["properties"].contains(part), part);
    }
    // Proposals, why not and mends: what the window has, for other programs.
    void sizesAnAxis() {
        const QByteArray fresh = R"({"format":2,"program":"lathewright","name":"F","class":"bench_mill","axes":{"X":
            {"letter":"X","class_axis":"X","orientation":"horizontal","design_shown":"A"}},"axis_order":["X"]})";
        const auto path = file("fresh.lathewright", fresh);
        const auto out = m_dir.filePath(QStringLiteral("taken.lathewright"));
        const auto r = run({"size", path, "--axis", "X", "--keep-screw", "--budget", "140", "--limit", "face_mm=60",
                            "--limit", "stages=0", "--write", out, "--json"});
        QVERIFY2(r.code == 0, r.err);
        const auto x = Json::parse(r.out.toStdString())["axes"]["X"];
        QVERIFY(x["tried"].get<std::uint64_t>() > 1000000 && x["kept"].get<int>() > 0);
        QCOMPARE(x["limits"].size(), std::size_t(4));
        double before = 0;
        for (const auto &f : x["front"]) { // dearer is stronger, or it would not be on it
            QVERIFY(f["price"].get<double>() <= 140 && f["margin"].get<double>() > before);
            before = f["margin"];
        }
        const auto &first = x["proposals"][0];
        QVERIFY(first["parts"]["screw"] == "kept screw" && first["margin"].get<double>() >= 1.42);
        // taken into a job, its proof says the same
        const auto proof = run({"evaluate", out, "--json"});
        double worst = 1e9;
        const auto proved = Json::parse(proof.out.toStdString());
        for (const auto &f : proved["axes"]["X"]["findings"])
            if (f["id"] == "C01" || f["id"] == "C02") worst = std::min(worst, f["margin"].get<double>());
        LW_COMPARE_WITHIN(worst, first["margin"].get<double>(), 0.0051);
        QCOMPARE(run({"size", path, "--axis", "Q"}).code, 2);
        QCOMPARE(run({"size", path, "--limit", "colour=red"}).code, 2);
        QCOMPARE(run({"size", path, "--limit", "volts=many"}).code, 2);
        QCOMPARE(run({"size", path, "--have", m_dir.filePath(QStringLiteral("none.csv"))}).code, 2);
        const auto why = run({"why", path, "--axis", "X", "--with", "motor=57 mm, 1.9", "--with", "screw=1605",
                              "--with", "reduction=direct", "--json"});
        const auto w = Json::parse(why.out.toStdString());
        QVERIFY(w["holds"].is_boolean() && w["name"].get<std::string>().find("1605") != std::string::npos);
        QCOMPARE(run({"why", path, "--axis", "X", "--with", "banana"}).code, 2);
    }
    void mendsAreListedAndApplied() {
        const auto r = run({"mend", job, "--axis", "X", "--json"});
        QVERIFY2(r.code == 0, r.err);
        const auto x = Json::parse(r.out.toStdString())["axes"]["X"];
        int number = 0;
        Json chosen;
        std::string code;
        for (const auto &f : x)
            for (const auto &m : f["mends"]) {
                QVERIFY(!m["words"].get<std::string>().empty() && !m["patch"].empty() && m["breaks"].is_number());
                if (chosen.is_null()) ++number;
                if (chosen.is_null() && m["verdict"] == "holds" && m["breaks"] == 0) {
                    chosen = m;
                    code = f["id"];
                }
            }
        QVERIFY(!chosen.is_null());
        const auto out = m_dir.filePath(QStringLiteral("mended.lathewright"));
        const auto applied = run({"mend", job, "--axis", "X", "--apply", QString::number(number), "-o", out});
        QVERIFY2(applied.code == 0, applied.err);
        const auto proved = Json::parse(run({"evaluate", out, "--json"}).out.toStdString());
        bool holds = false;
        for (const auto &f : proved["axes"]["X"]["findings"])
            holds |= f["id"] == code && f["verdict"] == "holds";
        QVERIFY2(holds, code.c_str());
        QCOMPARE(run({"mend", job, "--apply", "9999", "-o", out}).code, 2);
        QCOMPARE(run({"mend", job, "--apply", "1"}).code, 2);
    }
};

LW_TEST(TestCli, "tst_cli")
#include "tst_cli.moc"
