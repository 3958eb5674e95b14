// The open job: one door for edits, undo, files, journal.
#include "test_list.h"
#include "demo_job.h"
#include "machine/project_file.h"
#include "session/disk.h"
#include "session/session.h"
#include <QDir>
#include <QFile>
#include <QProcess>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>
#include <csignal>
#include <random>
#include <sys/resource.h>
#include <unistd.h>

using namespace lw;
using namespace Qt::StringLiterals;

class TestSession : public QObject {
    Q_OBJECT
    static QString demoFile() { return QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"); }
    /// Ends a session as a kill does: its journal stays.
    static void leaveBehind(Session &s) {
        static int n = 0;
        const QFileInfo own(s.journalFile());
        QVERIFY(QFile::copy(own.filePath(), own.path() + u"/left-%1.journal"_s.arg(++n)));
        s.close();
    }
    static void leftBehind(QTemporaryDir &dir, const char *name, const char *pointer, const char *value) {
        Session s(dir.path());
        s.newJob();
        s.setText(u"/name"_s, QString::fromLatin1(name), u"name"_s);
        s.typeInto(QString::fromLatin1(pointer), QString::fromLatin1(value));
        const auto own = s.journalFile();
        QFile::copy(own, dir.filePath(QString::fromLatin1(name) + u".journal"_s));
        s.close();
    }

private slots:
    void anyOrderOfEditsUndoesAndRedoes() {
        Session s;
        QVERIFY(s.open(demoFile()).isEmpty());
        const auto start = s.project();
        std::mt19937 random(11);
        const QStringList fields{u"/axes/X/travel_mm"_s,
                                 u"/axes/X/survey/run_out_mm"_s,
                                 u"/axes/Y/designs/A/motor/holding_torque_Nm"_s,
                                 u"/axes/Z/survey/hoist/up_N"_s,
                                 u"/axes/Z/survey/hoist/down_N"_s,
                                 u"/spindle/power_W"_s,
                                 u"/parts/X-belt/price"_s,
                                 u"/parts/new-line/price"_s,
                                 u"/axes/X/survey/pull/readings/99/at_mm"_s};
        for (int n = 0; n < 300; ++n) {
            const auto &f = fields[int(random() % unsigned(fields.size()))];
            if (random() % 4 == 0)
                s.typeInto(f, {});
            else
                s.typeInto(f, QString::number(1 + int(random() % 50)));
            if (random() % 7 == 0) s.setText(u"/axes/Y/what"_s, QString::number(random() % 9), u"renamed"_s);
            if (random() % 9 == 0) s.undoStack()->undo();
            if (random() % 31 == 0) s.apply({{{"/axes/Z", nullptr}}, u"axis removed"_s});
        }
        const auto end = s.project();
        while (s.undoStack()->canUndo())
            s.undoStack()->undo();
        QVERIFY(s.project() == start);
        while (s.undoStack()->canRedo())
            s.undoStack()->redo();
        QVERIFY(s.project() == end);
    }
    void steppingIsOneUndo() {
        Session s;
        s.open(demoFile());
        for (int n = 0; n < 20; ++n)
            s.typeInto(u"/axes/X/travel_mm"_s, QString::number(300 + n) + u"mm"_s);
        QCOMPARE(s.undoStack()->count(), 1);
        s.undoStack()->undo();
        QCOMPARE(s.typedAt("/axes/X/travel_mm"), u"400mm"_s);
    }
    void nonsenseIsRefusedAndNothingChanges() {
        Session s;
        s.open(demoFile());
        const auto before = s.project();
        for (const auto &t :
             {u"five"_s, u"0mm"_s, u"-3mm"_s, u"1e300"_s, u"NaN"_s, u"1,500"_s, u"5kg"_s, QString(500, u'9')}) {
            const auto problem = s.typeInto(u"/axes/X/travel_mm"_s, t);
            QVERIFY2(!problem.isEmpty() && problem.endsWith(u'.'), qPrintable(t + u" -> "_s + problem));
        }
        QVERIFY(s.project() == before && !s.undoStack()->canUndo());
    }
    void standingFollowsTheReading() {
        Session s;
        s.open(demoFile());
        s.typeInto(u"/axes/X/designs/A/screw/efficiency"_s, u"0.31"_s, u"measured"_s); // was assumed
        QCOMPARE(QString::fromStdString(s.at("/axes/X/designs/A/screw/efficiency/standing").get<std::string>()),
                 u"measured"_s);
        s.typeInto(u"/axes/X/designs/A/screw/efficiency"_s, u"0.33?"_s);
        QCOMPARE(QString::fromStdString(s.at("/axes/X/designs/A/screw/efficiency/standing").get<std::string>()),
                 u"assumed"_s);
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
    /// A job of format 1 is read and carried over; the first save keeps it as it was, later saves leave that alone.
    void firstSaveKeepsTheOldFormat() {
        QTemporaryDir dir;
        const QString path = dir.filePath(u"old.lathewright"_s), kept = path + u".format1"_s;
        QVERIFY(QFile::copy(QStringLiteral(LW_TEST_DATA "/format1/sill-grinder.lathewright"), path));
        QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner);
        const auto content = [](const QString &name) {
            QFile f(name);
            return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
        };
        const auto old = content(path);
        Session s;
        QVERIFY(s.open(path).isEmpty());
        QVERIFY(s.at("/format") == nlohmann::json(projectFormat));
        s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        QVERIFY(s.save().isEmpty());
        QCOMPARE(content(kept), old);
        s.typeInto(u"/axes/X/travel_mm"_s, u"380mm"_s);
        QVERIFY(s.save().isEmpty());
        QCOMPARE(content(kept), old);
        Session again;
        QVERIFY(again.open(path).isEmpty());
        QVERIFY(again.project() == s.project());
    }
    /// What a version of format 1 left in its journal is replayed on its job, then carried over.
    void oldJournalIsReplayedThenCarriedOver() {
        QTemporaryDir dir;
        QFile old(QStringLiteral(LW_TEST_DATA "/format1/tarn-mill.lathewright"));
        QVERIFY(old.open(QIODevice::ReadOnly));
        const auto job = nlohmann::json::parse(old.readAll().toStdString());
        QFile journal(dir.filePath(u"left.journal"_s));
        QVERIFY(journal.open(QIODevice::WriteOnly));
        const nlohmann::json ground = {{"path", ""}, {"project", job}};
        const nlohmann::json edit = {
            {{"at", "/axes/X/designs/A/large_pulley/teeth"}, {"value", {{"typed", "40"}, {"standing", "stated"}}}}};
        journal.write(QByteArray::fromStdString(ground.dump() + "\n" + edit.dump() + "\n"));
        journal.close();
        Session s(dir.path());
        QVERIFY(s.recover());
        QCOMPARE(s.typedAt("/axes/X/designs/A/stages/1/driven/teeth"), u"40"_s);
        QVERIFY(s.at("/axes/X/designs/A/large_pulley").is_null());
        QCOMPARE(s.proved("X").model.ratio(), 2.0);
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
        for (const auto &content : {QByteArray(), QByteArray("\x00\x01\xff\xfe junk", 9), text.left(text.size() / 2),
                                    text.left(text.size() - 20), QByteArray("{}"),
                                    QByteArray("{\"program\":\"lathewright\",\"format\":3}")}) {
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
        for (int n : {1, 4, 5, 23, 61})
            QTest::newRow(QByteArray::number(n).constData()) << n;
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
            for (int k = 0; k + 1 < lines.size(); ++k)
                last = std::max(last, lines[k].toInt()); // the last may be cut
            Session s(journal);
            const bool recovered = s.recover();
            recoveries += recovered;
            if (!recovered) QVERIFY2(s.open(file).isEmpty(), qPrintable(u"round %1"_s.arg(round)));
            const int found = s.typedAt("/axes/X/travel_mm").remove(u"mm"_s).toInt() - 30;
            QVERIFY2(found >= last, qPrintable(u"round %1: found %2, had said %3"_s.arg(round).arg(found).arg(last)));
            // what went with each edit came with it: the ticked steps, the readings, the written entries
            int entries = 0;
            for (const auto &e : s.log())
                entries += e.text.rfind("round ", 0) == 0;
            QVERIFY2(entries >= last / 4 && entries <= found / 4,
                     qPrintable(u"%1 entries, had said %2, found %3"_s.arg(entries).arg(last).arg(found)));
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
    /// Two jobs lost: both wait, newest first, with name, time and edits; taking one leaves the other.
    void everyWaitingJournalIsKept() {
        QTemporaryDir dir;
        leftBehind(dir, "first", "/axes/X/travel_mm", "310mm");
        QTest::qSleep(20);
        leftBehind(dir, "second", "/axes/X/travel_mm", "320mm");
        QTest::qSleep(20);
        leftBehind(dir, "third", "/axes/X/travel_mm", "330mm");
        Session s(dir.path());
        auto all = s.waiting();
        QCOMPARE(all.size(), std::size_t(3));
        QCOMPARE(all[0].name, u"third"_s);
        QCOMPARE(all[2].name, u"first"_s);
        for (const auto &w : all)
            QVERIFY(w.edits >= 1 && w.when.isValid() && w.path.isEmpty());
        QVERIFY(s.recover(all[1].file).isEmpty());
        QCOMPARE(s.typedAt("/axes/X/travel_mm"), u"320mm"_s);
        QVERIFY(s.isModified());
        QCOMPARE(s.waiting().size(), std::size_t(2)); // its own is none of them
        // killed again before any edit: still there
        leaveBehind(s);
        Session t(dir.path());
        all = t.waiting();
        QCOMPARE(all.size(), std::size_t(3));
        QVERIFY(std::any_of(all.begin(), all.end(), [](const auto &w) { return w.name == u"second"_s; }));
        t.throwAway(all[0]);
        QCOMPARE(t.waiting().size(), std::size_t(2));
    }
    /// A sample only looked at is nothing to bring back; one that was edited is, whole.
    void aSampleWaitsOnceItIsEdited() {
        QTemporaryDir dir;
        for (const bool edited : {false, true}) {
            Session s(dir.path());
            s.openCopy(demoJob());
            QVERIFY(s.hasJob() && !s.isModified() && s.path().isEmpty());
            if (edited) s.typeInto(u"/axes/X/travel_mm"_s, u"377mm"_s);
            const auto shown = s.project();
            leaveBehind(s);
            Session t(dir.path());
            QCOMPARE(t.waiting().size(), std::size_t(edited));
            if (!edited) continue;
            QCOMPARE(t.waiting().front().edits, 1);
            QVERIFY(t.recover());
            QVERIFY(t.project() == shown);
            QCOMPARE(t.typedAt("/axes/X/travel_mm"), u"377mm"_s);
        }
    }
    /// A fault while the recovered job is shown, here an exception out of a slot, loses nothing.
    void aFaultWhileShowingKeepsIt() {
        QTemporaryDir dir;
        leftBehind(dir, "mill", "/axes/X/travel_mm", "310mm");
        {
            Session s(dir.path());
            connect(&s, &Session::changed, [] { throw std::runtime_error("a page that cannot show it"); });
            QVERIFY_EXCEPTION_THROWN((void)s.recover(s.waiting().front().file), std::runtime_error);
            leaveBehind(s);
        }
        Session t(dir.path());
        QVERIFY(!t.waiting().empty());
        QVERIFY(t.recover());
        QCOMPARE(t.typedAt("/axes/X/travel_mm"), u"310mm"_s);
    }
    /// Earlier versions kept a lock file that names the machine; machines are renamed.
    void aLockOfAnotherHostIsNoLock() {
        QTemporaryDir dir;
        leftBehind(dir, "mill", "/axes/X/travel_mm", "310mm");
        const auto journal = QDir(dir.path()).entryInfoList({u"*.journal"_s}).front();
        QFile lock(dir.filePath(journal.completeBaseName() + u".lock"_s));
        QVERIFY(lock.open(QIODevice::WriteOnly));
        lock.write("1\nlathewright\nanother-host\n\n");
        lock.close();
        Session s(dir.path());
        QVERIFY(s.recover());
        QVERIFY(!QFile::exists(lock.fileName()));
    }
    void aJournalThatCannotBeReadStays() {
        QTemporaryDir dir;
        QFile f(dir.filePath(u"broken.journal"_s));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"project\": {\"program\": \"lathe");
        f.close();
        Session s(dir.path());
        QVERIFY(s.waiting().empty());
        QVERIFY(f.exists());
        // what is in it is no job: said, kept
        QFile g(dir.filePath(u"odd.journal"_s));
        QVERIFY(g.open(QIODevice::WriteOnly));
        g.write("{\"path\":\"\",\"project\":{\"program\":\"lathewright\",\"format\":1,\"axes\":{}}}\n[{\"at\":\"/"
                "axes\",\"value\":7}]\n");
        g.close();
        QVERIFY(s.recover(g.fileName()).endsWith(u'.'));
        QVERIFY(g.exists());
    }
    void journalsAreNobodyElses() {
        QTemporaryDir dir;
        const auto folder = dir.filePath(u"journal"_s);
        Session s(folder);
        s.newJob();
        s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        QCOMPARE(QFileInfo(folder).permissions() & (QFile::ReadGroup | QFile::ReadOther | QFile::WriteOther),
                 QFile::Permissions());
        const auto file = QDir(folder).entryInfoList({u"*.journal"_s}).front();
        QCOMPARE(file.permissions() & (QFile::ReadGroup | QFile::ReadOther | QFile::WriteGroup), QFile::Permissions());
    }
    /// The disk is full (a limit on the size of files stands in): it is said, every edit is kept and written once there
    /// is room.
    void fullDiskIsSaidAndCaughtUp() {
        QTemporaryDir dir;
        const auto journal = dir.filePath(u"journal"_s), file = dir.filePath(u"job.lathewright"_s);
        Session s(journal);
        s.open(demoFile());
        QVERIFY(s.saveAs(file).isEmpty());
        s.typeInto(u"/axes/X/travel_mm"_s, u"390mm"_s);
        QVERIFY(s.save().isEmpty()); // the version before is the backup now
        s.typeInto(u"/axes/X/travel_mm"_s, u"391mm"_s);
        QVERIFY(s.journalProblem().isEmpty());
        const auto content = [](const QString &path) {
            QFile f(path);
            return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
        };
        const auto before = content(file), backup = content(file + u"~"_s);
        QVERIFY(before.contains("390mm") && !backup.isEmpty() && !backup.contains("390mm"));
        QSignalSpy spy(&s, &Session::journalChanged);
        struct rlimit old {};
        ::getrlimit(RLIMIT_FSIZE, &old);
        const auto held = ::signal(SIGXFSZ, SIG_IGN);
        const auto size = QDir(journal).entryInfoList({u"*.journal"_s}).front().size();
        struct rlimit tight {
            rlim_t(size + 20), old.rlim_max
        }; // part of a line still fits: it must not stay
        ::setrlimit(RLIMIT_FSIZE, &tight);
        s.typeInto(u"/axes/X/travel_mm"_s, u"392mm"_s);
        s.typeInto(u"/axes/X/travel_mm"_s, u"393mm"_s);
        const auto problem = s.journalProblem();
        const auto saying = s.save();
        ::setrlimit(RLIMIT_FSIZE, &old);
        ::signal(SIGXFSZ, held);
        QVERIFY2(problem.contains(u"cannot be written"_s), qPrintable(problem));
        QVERIFY(spy.count() >= 1);
        QVERIFY2(!saying.isEmpty() && saying.endsWith(u'.'), qPrintable(saying));
        QCOMPARE(content(file), before); // what stood there stands there
        QCOMPARE(content(file + u"~"_s), backup);
        QVERIFY(s.isModified());
        s.typeInto(u"/axes/X/travel_mm"_s, u"394mm"_s); // room again
        QVERIFY(s.journalProblem().isEmpty());
        QVERIFY(spy.count() >= 2);
        leaveBehind(s);
        Session t(journal);
        QVERIFY(t.recover());
        QCOMPARE(t.typedAt("/axes/X/travel_mm"), u"394mm"_s);
        t.undoStack()->clear();
    }
    void backupStandsUntilTheNewOneDoes() {
        QTemporaryDir dir;
        const auto file = dir.filePath(u"job.lathewright"_s);
        Session s;
        s.open(demoFile());
        QVERIFY(s.saveAs(file).isEmpty());
        s.typeInto(u"/axes/X/travel_mm"_s, u"391mm"_s);
        QVERIFY(s.save().isEmpty());
        QFile backup(file + u"~"_s);
        QVERIFY(backup.open(QIODevice::ReadOnly));
        const auto first = backup.readAll();
        backup.close();
        struct rlimit old {};
        ::getrlimit(RLIMIT_FSIZE, &old);
        const auto held = ::signal(SIGXFSZ, SIG_IGN);
        struct rlimit tight {
            1000, old.rlim_max
        };
        ::setrlimit(RLIMIT_FSIZE, &tight);
        s.typeInto(u"/axes/X/travel_mm"_s, u"392mm"_s);
        const auto saying = s.save();
        ::setrlimit(RLIMIT_FSIZE, &old);
        ::signal(SIGXFSZ, held);
        QVERIFY2(saying.contains(u"backup"_s), qPrintable(saying));
        QVERIFY(backup.open(QIODevice::ReadOnly));
        QCOMPARE(backup.readAll(), first);
    }
    /// Another program wrote the file meanwhile: nothing is overwritten unasked.
    void anotherProgramsChangeIsSeen() {
        QTemporaryDir dir;
        const auto file = dir.filePath(u"job.lathewright"_s);
        Session one, two;
        one.open(demoFile());
        QVERIFY(one.saveAs(file).isEmpty());
        QVERIFY(two.open(file).isEmpty());
        QVERIFY(!one.changedOnDisk() && !two.changedOnDisk());
        two.typeInto(u"/axes/X/travel_mm"_s, u"391mm"_s);
        QVERIFY(two.save().isEmpty());
        QVERIFY(one.changedOnDisk());
        one.typeInto(u"/axes/X/travel_mm"_s, u"392mm"_s);
        const auto problem = one.save();
        QVERIFY2(problem.contains(u"another program"_s), qPrintable(problem));
        Session check;
        QVERIFY(check.open(file).isEmpty());
        QCOMPARE(check.typedAt("/axes/X/travel_mm"), u"391mm"_s);
        QVERIFY(one.save(true).isEmpty()); // mine; theirs is the backup
        QVERIFY(!one.changedOnDisk());
        QVERIFY(check.open(file + u"~"_s).isEmpty());
        QCOMPARE(check.typedAt("/axes/X/travel_mm"), u"391mm"_s);
        // the same length in the same second, another node: a synced folder puts a new file in its place
        QFile f(file);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const auto content = f.readAll();
        f.close();
        QFile other(dir.filePath(u"other"_s));
        QVERIFY(other.open(QIODevice::WriteOnly));
        other.write(content);
        other.close();
        QCOMPARE(::rename(QFile::encodeName(other.fileName()).constData(), QFile::encodeName(file).constData()), 0);
        QVERIFY(one.changedOnDisk());
        // taken away altogether: saving makes it anew
        QVERIFY(QFile::remove(file));
        QVERIFY(!one.changedOnDisk());
        QVERIFY(one.save().isEmpty());
    }
    void namesKeepTheirPoints() {
        QTemporaryDir dir;
        Session s;
        s.open(demoFile());
        QVERIFY(s.saveAs(dir.filePath(u"mill v1.2"_s)).isEmpty());
        QVERIFY(QFile::exists(dir.filePath(u"mill v1.2.lathewright"_s)));
        QVERIFY(s.saveAs(dir.filePath(u"Mill.LATHEWRIGHT"_s)).isEmpty());
        QVERIFY(QFile::exists(dir.filePath(u"Mill.LATHEWRIGHT"_s)));
    }
    void devicesAndFoldersAreNeverReplaced() {
        QTemporaryDir dir;
        Session s;
        s.open(demoFile());
        for (const QString &path : {u"/dev/null"_s, dir.path()}) {
            const auto problem = writeWhole(path, "x");
            QVERIFY2(problem.endsWith(u'.'), qPrintable(problem));
        }
        QFile::link(u"/dev/null"_s, dir.filePath(u"job.lathewright"_s));
        QVERIFY(!s.saveAs(dir.filePath(u"job.lathewright"_s)).isEmpty());
        QVERIFY(!QFileInfo(u"/dev/null"_s).isFile());
        QVERIFY(!readWhole(u"/dev/zero"_s) && !readWhole(dir.path()));
        QVERIFY(readWhole(QByteArray("gone-\xff.lathewright")).error().contains(u"UTF-8"_s));
        // a name that is not UTF-8 is read all the same where its bytes arrive
        QFile f(dir.filePath(u"plain"_s));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("words");
        f.close();
        const QByteArray odd = QFile::encodeName(dir.path()) + "/odd-\xff";
        QCOMPARE(::rename(QFile::encodeName(f.fileName()).constData(), odd.constData()), 0);
        QCOMPARE(readWhole(odd).value(), QByteArray("words"));
        ::unlink(odd.constData());
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
LW_TEST(TestSession, "tst_session")
#include "tst_session.moc"
