// The window under attack: jobs that were lost, files that others change, disks that fill up, tables of thousands of
// rows, values that make no sense. As the hand does it, and what the screen says.
#include "test_list.h"
#include "demo_job.h"
#include "machine/project_file.h"
#include "picture/ticks.h"
#include "commission/settings_sheet.h"
#include "window_fixture.h"
#include <csignal>
#include <sys/resource.h>

using namespace lw;
using Json = nlohmann::json;

#define LW_NEAR(a, b) QVERIFY2(std::fabs((a) - (b)) < 1e-9, qPrintable(QString::number(a)))

class TestAttack : public WindowFixture {
    Q_OBJECT
    QTemporaryDir m_dir;
    QString demoFile() { return QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"); }
    /// A journal as a killed program leaves it.
    static void left(const QString &folder, const QString &name, const QString &path, const QString &travel) {
        Session s(folder);
        if (path.isEmpty())
            s.newJob();
        else if (!s.open(path).isEmpty())
            qFatal("no job");
        s.setText(u"/name"_s, name, u"name"_s);
        s.typeInto(u"/axes/X/travel_mm"_s, travel);
        QFile::copy(s.journalFile(), folder + u"/"_s + name + u".journal"_s);
        s.close();
    }
    void openWith(const QString &journal) {
        openWindow();
        m_window.reset();
        m_session = std::make_unique<Session>(journal);
        m_session->clock = [] { return std::string("2026-03-12T19:42:10"); };
        m_window = std::make_unique<MainWindow>(m_session.get());
        m_window->askSave = [] { return int(QMessageBox::Discard); };
        m_window->show();
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }

private slots:
    void initTestCase() { QVERIFY(loadFonts()); }
    void cleanup() { closeWindow(); }

    void waitingJobsAreOfferedOneAfterAnother() {
        QTemporaryDir dir;
        left(dir.path(), u"first"_s, {}, u"310mm"_s);
        QTest::qSleep(15);
        left(dir.path(), u"second"_s, {}, u"320mm"_s);
        openWith(dir.path());
        QStringList offered;
        m_window->askLeft = [&](const WaitingJournal &w) {
            offered << w.name;
            return w.name == u"first"_s ? MainWindow::Left::Open : MainWindow::Left::Later;
        };
        m_window->begin({}, {});
        QCOMPARE(offered, (QStringList{u"second"_s, u"first"_s}));
        QCOMPARE(m_session->typedAt("/axes/X/travel_mm"), u"310mm"_s);
        QVERIFY2(m_window->status().contains(u"Recovered first"_s), qPrintable(m_window->status()));
        QCOMPARE(m_session->waiting().size(), std::size_t(1)); // the other still waits, under Job, Recover
        offered.clear();
        m_window->askLeft = [&](const WaitingJournal &w) {
            offered << w.name;
            return MainWindow::Left::ThrowAway;
        };
        m_window->findChild<QAction *>(u"recover"_s)->trigger();
        QCOMPARE(offered, QStringList{u"second"_s});
        QVERIFY(m_session->waiting().empty());
        m_window->findChild<QAction *>(u"recover"_s)->trigger();
        QVERIFY(m_window->status().contains(u"Nothing waits"_s));
    }
    /// The offer as a person meets it: a box with the job's name and its moment, answered by key.
    void theOfferIsABoxWithNames() {
        QTemporaryDir dir;
        left(dir.path(), u"shed mill"_s, {}, u"310mm"_s);
        openWith(dir.path());
        QString words;
        QTimer::singleShot(50, this, [&] {
            auto *box = qobject_cast<QMessageBox *>(QApplication::activeModalWidget());
            if (!box) return;
            words = box->text() + box->informativeText();
            QTest::keyClick(box, Qt::Key_Return);
        });
        m_window->begin({}, {});
        QVERIFY2(words.contains(u"shed mill"_s) &&
                     words.contains(QDateTime::currentDateTime().toString(u"ddd d MMM"_s)) && words.contains(u"edit"_s),
                 qPrintable(words));
        QCOMPARE(m_session->typedAt("/axes/X/travel_mm"), u"310mm"_s);
        // Escape leaves it for later
        closeWindow();
        left(dir.path(), u"other"_s, {}, u"320mm"_s);
        openWith(dir.path());
        QTimer::singleShot(50, this, [&] {
            if (auto *box = QApplication::activeModalWidget()) QTest::keyClick(box, Qt::Key_Escape);
        });
        m_window->begin({}, {});
        QVERIFY(!m_session->hasJob());
        QCOMPARE(m_session->waiting().size(), std::size_t(1));
    }
    void whatWasAskedForIsOpened() {
        QTemporaryDir dir;
        const auto file = m_dir.filePath(u"asked.lathewright"_s), other = m_dir.filePath(u"other.lathewright"_s);
        QVERIFY(QFile::copy(demoFile(), file) && QFile::copy(demoFile(), other));
        left(dir.path(), u"lost one"_s, other, u"310mm"_s);
        openWith(dir.path());
        int offers = 0;
        m_window->askLeft = [&](const WaitingJournal &) { return ++offers, MainWindow::Left::Open; };
        m_window->begin(file, {});
        QCOMPARE(offers, 0);
        QCOMPARE(m_session->path(), file);
        QVERIFY2(m_window->status().contains(u"lost one was not saved"_s), qPrintable(m_window->status()));
        QCOMPARE(m_session->waiting().size(), std::size_t(1));
        m_window->begin({}, [&] { m_window->openDemo(); }); // --demo
        QCOMPARE(offers, 0);
        QVERIFY(m_session->path().isEmpty() && m_session->axes().size() == 4);
        // the file that was lost itself: its edits are offered in its place
        m_window->begin(other, {});
        QCOMPARE(offers, 1);
        QCOMPARE(m_session->typedAt("/axes/X/travel_mm"), u"310mm"_s);
        QCOMPARE(m_session->path(), other);
    }
    void anotherProgramsChangeIsAskedAbout_data() {
        QTest::addColumn<int>("whose");
        for (const auto &[name, w] : {std::pair{"mine", MainWindow::Whose::Mine},
                                      {"theirs", MainWindow::Whose::Theirs},
                                      {"beside", MainWindow::Whose::Beside},
                                      {"cancel", MainWindow::Whose::Cancel}})
            QTest::newRow(name) << int(w);
    }
    void anotherProgramsChangeIsAskedAbout() {
        QFETCH(int, whose);
        const auto file = m_dir.filePath(u"shared %1.lathewright"_s.arg(whose));
        QVERIFY(QFile::copy(demoFile(), file));
        openWindow();
        m_window->openFile(file);
        m_session->typeInto(u"/axes/X/travel_mm"_s, u"391mm"_s);
        Session other;
        QVERIFY(other.open(file).isEmpty());
        other.typeInto(u"/axes/X/travel_mm"_s, u"400mm"_s);
        QVERIFY(other.save().isEmpty());
        int asked = 0;
        m_window->askWhose = [&] { return ++asked, MainWindow::Whose(whose); };
        QTest::keyClick(m_window.get(), Qt::Key_S, Qt::ControlModifier);
        QCOMPARE(asked, 1);
        Session check;
        QVERIFY(check.open(file).isEmpty());
        switch (MainWindow::Whose(whose)) {
        case MainWindow::Whose::Mine:
            QCOMPARE(check.typedAt("/axes/X/travel_mm"), u"391mm"_s);
            QVERIFY(!m_session->isModified());
            break;
        case MainWindow::Whose::Theirs: QCOMPARE(m_session->typedAt("/axes/X/travel_mm"), u"400mm"_s); break;
        case MainWindow::Whose::Beside:
            QCOMPARE(check.typedAt("/axes/X/travel_mm"), u"400mm"_s);
            QVERIFY(m_session->path() != file &&
                    QFileInfo(m_session->path()).absolutePath() == QFileInfo(file).absolutePath());
            QVERIFY(check.open(m_session->path()).isEmpty());
            QCOMPARE(check.typedAt("/axes/X/travel_mm"), u"391mm"_s);
            break;
        case MainWindow::Whose::Cancel:
            QVERIFY(m_session->isModified());
            QCOMPARE(check.typedAt("/axes/X/travel_mm"), u"400mm"_s);
            break;
        }
    }
    void fullDiskIsSaidInTheStatusRow() {
        QTemporaryDir dir;
        openWith(dir.path());
        m_window->openDemo();
        const auto right = [&] { return m_window->findChild<QLabel *>(u"statusRight"_s)->text(); };
        m_session->typeInto(u"/axes/X/travel_mm"_s, u"391mm"_s);
        QVERIFY2(right().contains(u"every edit is in the journal"_s), qPrintable(right()));
        struct rlimit old {};
        ::getrlimit(RLIMIT_FSIZE, &old);
        const auto held = ::signal(SIGXFSZ, SIG_IGN);
        struct rlimit tight {
            rlim_t(QFileInfo(m_session->journalFile()).size()), old.rlim_max
        };
        ::setrlimit(RLIMIT_FSIZE, &tight);
        m_session->typeInto(u"/axes/X/travel_mm"_s, u"392mm"_s);
        const auto while1 = right(), said = m_window->status();
        ::setrlimit(RLIMIT_FSIZE, &old);
        ::signal(SIGXFSZ, held);
        QVERIFY2(while1.contains(u"cannot be written"_s) && !while1.contains(u"every edit is in"_s),
                 qPrintable(while1));
        QVERIFY2(said.contains(u"journal cannot be written"_s), qPrintable(said));
        QTRY_VERIFY_WITH_TIMEOUT(right().contains(u"every edit is in the journal"_s), 6000); // tried again by itself
    }
    /// Up and Down on Build while its table cannot take the focus came back to the page for ever.
    void arrowsOnBuildWithoutItsTable() {
        openWindow();
        m_window->openDemo();
        m_window->showStation(StationId::Build, "X");
        auto *page = m_window->page(StationId::Build);
        auto *table = page->findChild<CellsView *>();
        QVERIFY(table);
        table->setFocusPolicy(Qt::NoFocus);
        table->setEnabled(false);
        page->setFocus();
        for (auto k : {Qt::Key_Up, Qt::Key_Down, Qt::Key_Down})
            QTest::keyClick(page, k);
        QVERIFY(page->isVisible());
    }
    /// A table of two thousand readings is read, judged and plotted; a screenful has entries, the others a way to them.
    void twoThousandReadings() {
        openWindow();
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        auto *page = static_cast<AsFoundPage *>(m_window->page(StationId::AsFound));
        QString rows;
        for (int k = 0; k < 2000; ++k)
            rows += u"%1\t%2\n"_s.arg(k % 300).arg(0.1 + (k % 7) * 0.01);
        page->goTo(u"play_along"_s);
        const auto said = page->cards()->readTable(rows);
        QVERIFY2(said.contains(u"2000 rows"_s), qPrintable(said));
        QCOMPARE(m_session->proved("X").model.playAlong.size(),
                 std::size_t(2000) +
                     demoJob()["axes"]["X"]["survey"]["lost_motion"].value("places", Json::object()).size());
        int entries = 0;
        for (auto *e : page->findChildren<ValueEntry *>())
            entries += e->objectName().contains(u"/places/"_s);
        QVERIFY2(entries > 10 && entries < 120, qPrintable(QString::number(entries)));
        auto *words = page->cards()->findChild<QLabel *>(u"rowSlice"_s);
        QVERIFY(words && words->isVisible());
        const auto before = words->text();
        auto *later = page->cards()->findChild<QPushButton *>(u"rowsLater"_s);
        later->click();
        QVERIFY2(words->text() != before && words->text().contains(u"25–48 of"_s), qPrintable(words->text()));
        m_session->undoStack()->undo();
        QVERIFY(!words->isVisible());
        // the pulls along the travel too
        Json many = Json::object();
        for (int k = 0; k < 400; ++k)
            many[std::to_string(1000 + k)] = {{"at_mm", typedValue(std::to_string(k) + "mm")},
                                              {"away_N", typedValue("100N")},
                                              {"back_N", typedValue("90N")}};
        m_session->apply({{{"/axes/X/survey/pull/readings", many}}, u"many"_s});
        int pulls = 0;
        for (auto *e : page->findChildren<ValueEntry *>())
            pulls += e->objectName().contains(u"/pull/readings/"_s) && e->isVisible();
        QVERIFY2(pulls > 60 && pulls <= 130, qPrintable(QString::number(pulls)));
        QCOMPARE(m_session->proved("X").model.readings.size(), std::size_t(400));
    }
    void scalesEnd() {
        QCOMPARE(ticksBetween(0, 10, 2.5), (std::vector<double>{0, 2.5, 5, 7.5, 10}));
        const double inf = std::numeric_limits<double>::infinity();
        QVERIFY(ticksBetween(0, inf, 1).empty() && ticksBetween(0, 10, 0).empty() &&
                ticksBetween(0, notKnown, 1).empty() && ticksBetween(0, 1, -1).empty());
        QVERIFY(ticksBetween(0, 1e300, 1e-300).size() <= 102);
        QVERIFY(ticksBetween(0, 1e9, 1, 40).size() <= 41);
        QCOMPARE(ticksBetween(1e17, 1e17 + 64, 1e-3).size() <= 102, true); // a step below the last digit
    }
    void absurdValuesEndOnEveryStation() {
        openWindow();
        m_window->openDemo();
        for (const auto &[pointer, words] : {std::pair{u"/axes/X/duty/moves/01/length_mm"_s, u"1e20mm"_s},
                                             {u"/axes/X/targets/rapid_mm_min"_s, u"1e-20mm/min"_s},
                                             {u"/axes/X/targets/acceleration_m_s2"_s, u"1e-25m/s2"_s},
                                             {u"/axes/X/travel_mm"_s, u"1e25mm"_s},
                                             {u"/axes/X/designs/A/motor/holding_torque_Nm"_s, u"1e28N m"_s},
                                             {u"/axes/X/survey/pull/readings/01/away_N"_s, u"1e29N"_s}}) {
            m_session->apply(
                {{{pointer.toStdString(), {{"typed", words.toStdString()}, {"standing", "stated"}}}}, u"absurd"_s});
            for (int k = 1; k <= 8; ++k) {
                m_window->showStation(StationId(k), "X");
                (void)m_window->grab();
            }
            (void)makeReportQuietly();
        }
    }
    void numbersStayNumbersUnderAnyLocale() { // the window sets them right whatever its desktop says
        openWindow();
        QCOMPARE(QByteArray(std::localeconv()->decimal_point), QByteArray("."));
        QCOMPARE(QLocale().toString(0.5), u"0.5"_s);
    }
    /// Saved by its key and read again, in whatever locale this runs: every value is there, every figure has its point.
    void savesByKeyAndReads() {
        const auto file = m_dir.filePath(u"saved.lathewright"_s);
        QFile::remove(file);
        QVERIFY(QFile::copy(demoFile(), file));
        openWindow();
        m_window->openFile(file);
        m_window->showStation(StationId::AsFound, "X");
        type(u"/axes/X/travel_mm"_s, u"390,5mm"_s); // a comma that is typed still reads
        m_session->typeInto(u"/axes/X/cards/home/readings/1"_s, u"-7um"_s, u"measured"_s);
        QTest::keyClick(m_window.get(), Qt::Key_S, Qt::ControlModifier);
        QVERIFY2(m_window->status().contains(u"Saved"_s), qPrintable(m_window->status()));
        QVERIFY(!m_session->isModified());
        QFile f(file);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const auto text = f.readAll().toStdString();
        const auto raw = Json::parse(text);
        LW_NEAR(raw["axes"]["X"]["travel_mm"]["value"].get<double>(), 390.5);
        LW_NEAR(raw["axes"]["X"]["cards"]["home"]["readings"]["1"]["value"].get<double>(), -7);
        const auto again = readProject(text, "saved");
        QVERIFY(again && again->notes.empty());
        QVERIFY(again->project == m_session->project());
        for (const auto &line : settingsSheet(m_session->proved("X").model, m_session->proved("X").evaluation.state))
            QVERIFY2(line.value.find(',') == std::string::npos, line.value.c_str());
        QVERIFY(m_session->proved("X").evaluation.findings.size() > 40);
    }
    void theBoardWarnsOfTheEnds() {
        openWindow();
        m_window->openDemo();
        m_window->showBoard();
        auto *caution = m_window->findChild<QLabel *>(u"boardCaution"_s);
        QVERIFY(caution && caution->isVisible());
        QVERIFY2(caution->text().contains(u"X 7.4\u00a0kN of 2.6\u00a0kN"_s), qPrintable(caution->text()));
        // a slow end and a limit take it away
        for (const auto &[key, words] :
             {std::pair{"end_speed_mm_min", "100mm/min"}, {"drive/torque_limit_Nm", "0.8Nm"}})
            m_session->typeInto(u"/axes/X/designs/A/"_s + QString::fromLatin1(key), QString::fromLatin1(words));
        for (const auto &id : {"Y", "Z"})
            m_session->typeInto(u"/axes/%1/designs/A/fixed_end/static_axial_N"_s.arg(QString::fromLatin1(id)),
                                u"90kN"_s);
        QVERIFY2(!caution->isVisible(), qPrintable(caution->text()));
    }
    void theSoftEndsCardWarnsToo() {
        openWindow();
        m_window->openDemo();
        m_window->showStation(StationId::FirstCuts, "X");
        auto *page = m_window->page(StationId::FirstCuts);
        page->goTo(u"soft_ends"_s);
        bool found = false;
        for (auto *l : page->findChildren<QLabel *>())
            found |= l->isVisible() && l->text().contains(u"stop at rapid"_s);
        QVERIFY(found);
    }
    /// The entries of this design: this screw is the old one, limits, bumper, a slow end; each reaches the proof by the
    /// keyboard.
    void newEntriesReachTheProof() {
        openWindow();
        m_window->openDemo();
        m_window->showStation(StationId::Drive, "X");
        const auto crash = [&] {
            for (const auto &f : m_session->proved("X").evaluation.findings)
                if (f.id == "B4"_check && f.subject.side == 1) return f.demand;
            return notKnown;
        };
        double last = crash();
        for (const auto &[key, words] : {std::pair{u"end_speed_mm_min"_s, u"600mm/min"_s},
                                         {u"drive/torque_limit_Nm"_s, u"1Nm"_s},
                                         {u"bumper/stroke_mm"_s, u"5mm"_s},
                                         {u"bumper/force_N"_s, u"1500N"_s}}) {
            type(u"/axes/X/designs/A/"_s + key, words);
            if (key != u"bumper/stroke_mm"_s) QVERIFY2(crash() != last, qPrintable(key));
            last = crash();
        }
        choose(u"/axes/X/designs/A/screw/kept"_s, u"no"_s);
        QVERIFY(!m_session->proved("X").model.keepsScrew);
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(m_session->proved("X").model.keepsScrew);
    }

private:
    std::size_t makeReportQuietly() { return m_session->plan().steps.size() + m_session->predictions().size(); }
};
LW_TEST(TestAttack, "tst_attack")
#include "tst_attack.moc"
