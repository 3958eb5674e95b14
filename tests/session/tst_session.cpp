// The open job: one door for edits, undo, files, journal.
#include "machine/project_file.h"
#include "session/session.h"
#include <QDir>
#include <QFile>
#include <QProcess>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>
#include <random>

using namespace lw;
using namespace Qt::StringLiterals;

class TestSession : public QObject {
    Q_OBJECT
    static QString demoFile() { return QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"); }
private slots:
    void anyOrderOfEditsUndoesAndRedoes() {
        Session s;
        QVERIFY(s.open(demoFile()).isEmpty());
        const auto start = s.project();
        std::mt19937 random(11);
        const QStringList fields{u"/axes/X/travel_mm"_s, u"/axes/X/survey/run_out_mm"_s, u"/axes/Y/designs/A/motor/holding_torque_Nm"_s, u"/axes/Z/survey/hoist/up_N"_s, u"/axes/Z/survey/hoist/down_N"_s, u"/spindle/power_W"_s, u"/parts/X-belt/price"_s, u"/parts/new-line/price"_s, u"/axes/X/survey/pull/readings/99/at_mm"_s};
        for (int n = 0; n < 300; ++n) {
            const auto &f = fields[int(random() % unsigned(fields.size()))];
            if (random() % 4 == 0) s.typeInto(f, {});
            else s.typeInto(f, QString::number(1 + int(random() % 50)));
            if (random() % 7 == 0) s.setText(u"/axes/Y/what"_s, QString::number(random() % 9), u"renamed"_s);
            if (random() % 9 == 0) s.undoStack()->undo();
            if (random() % 31 == 0) s.apply({{{"/axes/Z", nullptr}}, u"axis removed"_s});
        }
        const auto end = s.project();
        while (s.undoStack()->canUndo()) s.undoStack()->undo();
        QVERIFY(s.project() == start);
        while (s.undoStack()->canRedo()) s.undoStack()->redo();
        QVERIFY(s.project() == end);
    }
    void steppingIsOneUndo() {
        Session s;
        s.open(demoFile());
        for (int n = 0; n < 20; ++n) s.typeInto(u"/axes/X/travel_mm"_s, QString::number(300 + n) + u"mm"_s);
        QCOMPARE(s.undoStack()->count(), 1);
        s.undoStack()->undo();
        QCOMPARE(s.typedAt("/axes/X/travel_mm"), u"400mm"_s);
    }
    void nonsenseIsRefusedAndNothingChanges() {
        Session s;
        s.open(demoFile());
        const auto before = s.project();
        for (const auto &t : {u"five"_s, u"0mm"_s, u"-3mm"_s, u"1e300"_s, u"NaN"_s, u"1,500"_s, u"5kg"_s, QString(500, u'9')}) {
            const auto problem = s.typeInto(u"/axes/X/travel_mm"_s, t);
            QVERIFY2(!problem.isEmpty() && problem.endsWith(u'.'), qPrintable(t + u" -> "_s + problem));
        }
        QVERIFY(s.project() == before && !s.undoStack()->canUndo());
    }
    void standingFollowsTheReading() {
        Session s;
        s.open(demoFile());
        s.typeInto(u"/axes/X/designs/A/screw/efficiency"_s, u"0.31"_s, u"measured"_s); // was assumed
        QCOMPARE(QString::fromStdString(s.at("/axes/X/designs/A/screw/efficiency/standing").get<std::string>()), u"measured"_s);
        s.typeInto(u"/axes/X/designs/A/screw/efficiency"_s, u"0.33?"_s);
        QCOMPARE(QString::fromStdString(s.at("/axes/X/designs/A/screw/efficiency/standing").get<std::string>()), u"assumed"_s);
    }
    void onlyTheTouchedAxisIsProvedAgain() {
        Session s;
        s.open(demoFile());
        const auto *x = &s.proved("X"), *y = &s.proved("Y");
        s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        QVERIFY(&s.proved("Y") == y);
        QVERIFY(s.proved("X").model.travel.v > 0.3899 && s.proved("X").model.travel.v < 0.3901);
        (void)x;
    }

    void savesWithBackupAndReopens() {
        QTemporaryDir dir;
        const QString path = dir.filePath(u"mill.lathewright"_s);
        Session s;
        s.open(demoFile());
        s.typeInto(u"/axes/X/travel_mm"_s, u"15.75in"_s);
        QVERIFY(s.saveAs(path).isEmpty());
        QVERIFY(!s.isModified());
        s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        QVERIFY(s.isModified());
        QVERIFY(s.save().isEmpty());
        Session again, backup;
        QVERIFY(again.open(path).isEmpty());
        QVERIFY(again.project() == s.project());
        QVERIFY(backup.open(path + u"~"_s).isEmpty());
        QCOMPARE(backup.typedAt("/axes/X/travel_mm"), u"15.75in"_s); // what was typed stays typed
        QVERIFY(!s.saveAs(dir.filePath(u"no/such/folder/x.lathewright"_s)).isEmpty());
        QCOMPARE(QDir(dir.path()).entryList(QDir::Files).size(), 2); // nothing half-written lies about
    }
    void brokenFilesLeaveTheOpenJobAlone() {
        QTemporaryDir dir;
        Session s;
        s.open(demoFile());
        s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        const auto before = s.project();
        QSignalSpy spy(&s, &Session::changed);
        QFile whole(demoFile());
        QVERIFY(whole.open(QIODevice::ReadOnly));
        const QByteArray text = whole.readAll();
        int n = 0;
        for (const auto &content : {QByteArray(), QByteArray("\x00\x01\xff\xfe junk", 9), text.left(text.size() / 2), text.left(text.size() - 20), QByteArray("{}"), QByteArray("{\"program\":\"lathewright\",\"format\":2}")}) {
            QFile f(dir.filePath(QString::number(n++)));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write(content);
            f.close();
            const auto problem = s.open(f.fileName());
            QVERIFY2(!problem.isEmpty() && problem.endsWith(u'.'), qPrintable(problem));
        }
        QVERIFY(!s.open(dir.filePath(u"missing"_s)).isEmpty());
        QVERIFY(!s.open(dir.path()).isEmpty());
        QVERIFY(s.project() == before && s.undoStack()->canUndo());
        QCOMPARE(spy.count(), 0);
    }

    void killedWhileEditingAndSaving_data() {
        QTest::addColumn<int>("edits");
        for (int n : {1, 4, 5, 23, 61}) QTest::newRow(QByteArray::number(n).constData()) << n;
    }
    void killedWhileEditingAndSaving() {
        QFETCH(int, edits);
        QTemporaryDir dir;
        const QString file = dir.filePath(u"job.lathewright"_s), journal = dir.filePath(u"journal"_s);
        QProcess p;
        p.start(QStringLiteral(LW_BINARY_DIR "/journal_victim"), {journal, file});
        QVERIFY(p.waitForStarted());
        int last = 0;
        while (last < edits) {
            QVERIFY(p.waitForReadyRead(20000));
            const auto lines = p.readAllStandardOutput().split('\n');
            for (const auto &l : lines)
                if (!l.isEmpty()) last = std::max(last, l.toInt());
        }
        p.kill(); // SIGKILL
        p.waitForFinished();
        for (const auto &l : p.readAllStandardOutput().split('\n'))
            if (!l.isEmpty()) last = std::max(last, l.toInt());
        Session s(journal);
        const bool recovered = s.recover();
        int found = 0;
        if (recovered) {
            found = s.typedAt("/axes/X/travel_mm").remove(u"mm"_s).toInt() - 30;
        } else { // saved just before it died: the file has it all
            QVERIFY(s.open(file).isEmpty());
            found = s.typedAt("/axes/X/travel_mm").remove(u"mm"_s).toInt() - 30;
        }
        QVERIFY2(found >= last, qPrintable(u"found %1, had said %2"_s.arg(found).arg(last)));
        if (QFile::exists(file)) { // whole at any moment
            Session saved;
            QVERIFY(saved.open(file).isEmpty());
        }
        if (recovered) QVERIFY(s.isModified());
    }
    /// A hundred kills at random moments of a scripted job: all but the entry being typed is there.
    void killedAHundredTimes() {
        std::mt19937 random(11);
        int recoveries = 0;
        for (int round = 0; round < 100; ++round) {
            QTemporaryDir dir;
            const QString file = dir.filePath(u"job.lathewright"_s), journal = dir.filePath(u"journal"_s);
            QProcess p;
            p.start(QStringLiteral(LW_BINARY_DIR "/journal_victim"), {journal, file});
            QVERIFY(p.waitForStarted());
            QVERIFY(p.waitForReadyRead(20000));
            QTest::qSleep(int(random() % 40));
            p.kill(); // SIGKILL
            p.waitForFinished();
            int last = 0;
            const auto lines = p.readAllStandardOutput().split('\n');
            for (int k = 0; k + 1 < lines.size(); ++k) last = std::max(last, lines[k].toInt()); // the last may be cut
            Session s(journal);
            const bool recovered = s.recover();
            recoveries += recovered;
            if (!recovered) QVERIFY2(s.open(file).isEmpty(), qPrintable(u"round %1"_s.arg(round)));
            const int found = s.typedAt("/axes/X/travel_mm").remove(u"mm"_s).toInt() - 30;
            QVERIFY2(found >= last, qPrintable(u"round %1: found %2, had said %3"_s.arg(round).arg(found).arg(last)));
            // what went with each edit came with it: the ticked steps, the readings, the written entries
            int entries = 0;
            for (const auto &e : s.log()) entries += e.text.rfind("round ", 0) == 0;
            QVERIFY2(entries >= last / 4 && entries <= found / 4, qPrintable(u"%1 entries, had said %2, found %3"_s.arg(entries).arg(last).arg(found)));
        }
        QVERIFY(recoveries > 50);
    }
    void cleanCloseLeavesNoJournal() {
        QTemporaryDir dir;
        {
            Session s(dir.path());
            s.open(demoFile());
            s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
            QCOMPARE(QDir(dir.path()).entryList({u"*.journal"_s}).size(), 1);
            s.close();
        }
        QCOMPARE(QDir(dir.path()).entryList({u"*.journal"_s}).size(), 0);
        Session t(dir.path());
        QVERIFY(!t.recover());
    }
    void aRunningProgramKeepsItsJournal() {
        QTemporaryDir dir;
        Session one(dir.path());
        one.open(demoFile());
        one.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        Session two(dir.path());
        QVERIFY(!two.recover());
        QCOMPARE(QDir(dir.path()).entryList({u"*.journal"_s}).size(), 1);
    }
};
QTEST_GUILESS_MAIN(TestSession)
#include "tst_session.moc"
