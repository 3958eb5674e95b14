// The real window, driven as a machinist would: by keys, by mouse, reading what the screen says.
#include "test_list.h"
#include <QAbstractItemModelTester>
#include "app/stations/drive/side_by_side.h"
#include "app/window_fixture.h"

using namespace lw;
using namespace Qt::StringLiterals;

class TestWindow : public WindowFixture {
    Q_OBJECT
private:
    /// Centre distance of the axis' first belt, m.
    [[nodiscard]] double centreOf(const char *axis) const {
        return m_session->proved(axis).evaluation.state.stageWork<ToothedBelt>(0)->centre;
    }

private slots:
    void initTestCase() {
        loadFonts();
        QFont f = face(13);
        const QFontMetrics fm(f);
        QVERIFY(fm.horizontalAdvance(u'.') < fm.horizontalAdvance(u'0')); // the face itself, not its mono sister
    }
    void init() { openWindow(); }
    void cleanup() { closeWindow(); }

    void wholeJobByKeys() { // from the empty board to the settings sheet, no mouse
        QVERIFY(m_window->onBoard());
        key(Qt::Key_A);
        QVERIFY(m_window->board()->choosing());
        auto *classes = m_window->findChild<QListWidget *>(u"classes"_s);
        QCOMPARE(QApplication::focusWidget(), classes);
        QTest::keyClick(classes, Qt::Key_Down);
        QTest::keyClick(classes, Qt::Key_Up);
        QTest::keyClick(classes, Qt::Key_Return);
        QCOMPARE(m_session->axes(), std::vector<std::string>{"X"});
        QVERIFY(cell(u"X"_s, 1)->words().contains(u"0 of 7"_s));
        QVERIFY(cell(u"X"_s, 4)->words().contains(u"nothing chosen yet"_s));
        // 1 as found
        key(Qt::Key_1);
        QVERIFY(headline().contains(u"assumed"_s));
        type(u"/axes/X/travel_mm"_s, u"400mm"_s);
        type(u"/axes/X/survey/lead/measured_travel_mm"_s, u"40.02mm"_s);
        type(u"/axes/X/survey/lead/dial_divisions"_s, u"80"_s);
        type(u"/axes/X/survey/lead/dial_value_mm"_s, u"0,05"_s);
        m_window->page(StationId::AsFound)->setFocus();
        for (const auto &[place, away, back] : {std::tuple{u"0mm"_s, u"108N"_s, u"100N"_s},
                                                {u"200mm"_s, u"64N"_s, u"60N"_s},
                                                {u"400mm"_s, u"13.4kgf"_s, u"125N"_s}}) {
            m_window->page(StationId::AsFound)->setFocus();
            key(Qt::Key_Insert);
            const auto rows = m_session->at("/axes/X/survey/pull/readings");
            const QString id = QString::fromStdString(std::prev(rows.end()).key());
            type(u"/axes/X/survey/pull/readings/%1/at_mm"_s.arg(id), place);
            type(u"/axes/X/survey/pull/readings/%1/away_N"_s.arg(id), away);
            type(u"/axes/X/survey/pull/readings/%1/back_N"_s.arg(id), back);
        }
        QVERIFY2(headline().contains(u"128"_s), qPrintable(headline()));
        type(u"/axes/X/survey/breakaway/to_start_N"_s, u"87N"_s);
        type(u"/axes/X/survey/breakaway/to_keep_going_N"_s, u"62N"_s);
        type(u"/axes/X/survey/run_out_mm"_s, u"0.02mm"_s);
        type(u"/axes/X/survey/lost_motion/total_mm"_s, u"0.34mm"_s);
        reveal(u"/axes/X/survey/moving_mass/01/mass_kg"_s);
        QTest::mouseClick(m_window->findChild<QPushButton *>(u"addMass"_s), Qt::LeftButton);
        type(u"/axes/X/survey/moving_mass/01/mass_kg"_s, u"17.2kg + 16.9kg"_s);
        QCOMPARE(measuredOfSeven(m_session->project(), "X"), 7);
        // 2 duty
        m_window->page(StationId::AsFound)->setFocus();
        key(Qt::Key_2);
        key(Qt::Key_Insert);
        const QString cut = u"/axes/X/duty/moves/01/"_s;
        choose(cut + u"material"_s, u"mild_steel"_s);
        for (const auto &[k, v] : {std::pair{u"cutter_mm"_s, u"12mm"_s},
                                   {u"teeth"_s, u"4"_s},
                                   {u"width_mm"_s, u"6mm"_s},
                                   {u"depth_mm"_s, u"5mm"_s},
                                   {u"feed_per_tooth_mm"_s, u"0.04"_s},
                                   {u"spindle_rpm"_s, u"700"_s}})
            type(cut + k, v);
        QCOMPARE(m_window->findChild<QLabel *>(u"cutFigure"_s)->text(), u"605\u00a0N"_s);
        type(u"/axes/X/targets/rapid_mm_min"_s, u"2500"_s);
        // 3 drive
        m_window->page(StationId::Duty)->setFocus();
        key(Qt::Key_3);
        const QString d = u"/axes/X/designs/A/"_s;
        for (const auto &[k, v] : {std::pair{u"motor/holding_torque_Nm"_s, u"425 ozf in"_s},
                                   {u"motor/rated_current_A"_s, u"4.2A"_s},
                                   {u"motor/resistance_ohm"_s, u"0.7"_s},
                                   {u"motor/inductance_mH"_s, u"2.6mH"_s},
                                   {u"motor/rotor_inertia_kgm2"_s, u"840"_s},
                                   {u"screw/thread"_s, u"Tr20x4"_s}})
            type(d + k, v);
        type(u"/supplies/X-A/voltage_V"_s, u"48V"_s);
        choose(d + u"motor/torque_convention"_s, u"two_phases_on"_s);
        choose(d + u"stages/1/kind"_s, u"belt"_s);
        type(d + u"stages/1/driver/teeth"_s, u"20"_s);
        choose(d + u"stages/1/driver/profile"_s, u"5M"_s);
        type(d + u"stages/1/driven/teeth"_s, u"30"_s);
        choose(d + u"stages/1/driven/profile"_s, u"5M"_s);
        type(d + u"stages/1/code"_s, u"375-5M-15"_s);
        const auto &state = m_session->proved("X").evaluation.state;
        QVERIFY(std::fabs(state.stageWork<ToothedBelt>(0)->centre - 0.12475) < 1e-4); // where the belt asks it
        // 4 proof
        m_window->page(StationId::Drive)->setFocus();
        key(Qt::Key_4);
        QVERIFY2(headline().contains(u"Weakest: milling"_s), qPrintable(headline()));
        auto *proof = qobject_cast<ProofPage *>(m_window->page(StationId::Proof));
        QVERIFY(proof->opened()->words().contains(u"Working"_s));
        QVERIFY(proof->opened()->words().contains(u"F cut + k cold · F pull"_s));
        const QString first = proof->ladder()->rowText(0);
        key(Qt::Key_Down);
        key(Qt::Key_Down);
        QVERIFY(proof->current() && !first.isEmpty());
        // 5 parts, 7 first cuts
        m_window->page(StationId::Proof)->setFocus();
        key(Qt::Key_5);
        QCOMPARE(int(m_window->station()), 5);
        QVERIFY(qobject_cast<PartsPage *>(m_window->page(StationId::Parts))->model()->rowCount() >= 6);
        m_window->page(StationId::Parts)->setFocus();
        key(Qt::Key_7);
        QCOMPARE(setting(u"steps_per_mm"_s), u"750"_s);
        QCOMPARE(setting(u"vmax_mm_min"_s), u"2500"_s);
        QCOMPARE(setting(u"pulse_rate_Hz"_s), u"31.25"_s);
        // save, reopen
        QTemporaryDir dir;
        const QString path = dir.filePath(u"mine.lathewright"_s);
        QVERIFY(m_session->saveAs(path).isEmpty());
        const auto before = m_session->project();
        m_session->newJob();
        m_window->openFile(path);
        QVERIFY(m_session->project() == before);
        QVERIFY(m_window->onBoard());
        // undo everything from wherever we are: nothing left but the saved job itself
        QVERIFY(!m_session->undoStack()->canUndo());
    }

    void demoByMouse() {
        QTest::mouseClick(m_window->findChild<QPushButton *>(u"openDemo"_s), Qt::LeftButton);
        QCOMPARE(m_session->axes().size(), std::size_t(4));
        QVERIFY(m_window->findChild<QLabel *>(u"ready"_s)->text().startsWith(u"Not ready"_s));
        QVERIFY(m_window->findChild<QLabel *>(u"money"_s)->text().contains(u"of 900"_s));
        QTest::mouseClick(cell(u"X"_s, 4), Qt::LeftButton);
        QVERIFY(!m_window->onBoard());
        QVERIFY(headline().contains(u"Weakest: roughing, 1.8×"_s));
        // apply the mend of the roughing cut, and take it back
        m_window->mendNow();
        auto *first = m_window->findChild<QPushButton *>(u"mend0"_s); // what costs nothing stands first
        QVERIFY(first && first->text().contains(u"Drive set to 5.3"_s));
        auto *mend = m_window->findChild<QPushButton *>(u"mend1"_s);
        QVERIFY(mend && mend->text().contains(u"Pulleys 20:36"_s));
        QTest::mouseClick(mend, Qt::LeftButton);
        QCOMPARE(m_session->typedAt("/axes/X/designs/A/stages/1/driven/teeth"), u"36"_s);
        QVERIFY2(headline().contains(u"2.1×"_s), qPrintable(headline()));
        key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(m_session->typedAt("/axes/X/designs/A/stages/1/driven/teeth"), u"30"_s);
        key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(m_session->typedAt("/axes/X/designs/A/stages/1/driven/teeth"), u"36"_s);
        key(Qt::Key_Z, Qt::ControlModifier);
        // other axis by the strip, other station by the spine, home by the corner
        auto *strip = m_window->findChild<AxisStrip *>(u"axisStrip"_s);
        QTest::mouseClick(strip, Qt::LeftButton, {}, strip->rowRect(2).center().toPoint());
        QCOMPARE(m_window->axis(), std::string("Z"));
        QVERIFY2(headline().contains(u"runs down without a brake"_s), qPrintable(headline()));
        auto *spine = m_window->findChild<StationSpine *>(u"spine"_s);
        QTest::mouseClick(spine, Qt::LeftButton, {}, spine->headRect(StationId::Duty).center().toPoint());
        QCOMPARE(int(m_window->station()), 2);
        QTest::mouseClick(spine, Qt::LeftButton, {}, QPoint(40, 20));
        QVERIFY(m_window->onBoard());
        // mends from the board: one undo each
        m_window->mendNow();
        const int before = m_session->undoStack()->index();
        auto *boardMend = m_window->findChild<QPushButton *>(u"boardMend"_s);
        QVERIFY(boardMend && boardMend->text().contains(u"375-5M-15"_s));
        QTest::mouseClick(boardMend, Qt::LeftButton);
        QCOMPARE(m_session->undoStack()->index(), before + 1);
        QVERIFY(!cell(u"Y"_s, 3)->words().contains(u"climbs"_s));
    }

    void entriesReadKeepConvertAndRefuse() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        const QString p = u"/axes/X/survey/pull/readings/07/away_N"_s;
        auto *e = entry(p);
        QVERIFY(e);
        QCOMPARE(e->line()->text(), u"13.4kgf"_s); // as typed
        type(p, u"30 lbf"_s);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"30 lbf"_s);
        QVERIFY(std::fabs(m_session->proved("X").model.pull.v - 133.447) < 0.01);
        // nonsense: the text stays, a sentence comes, the old value works on
        e->line()->setFocus();
        e->line()->selectAll();
        QTest::keyClicks(e->line(), u"13 stones"_s);
        QTest::keyClick(e->line(), Qt::Key_Return);
        QVERIFY(e->problem().contains(u"not a unit"_s));
        QVERIFY(m_window->status().contains(u"stones"_s));
        QCOMPARE(e->line()->text(), u"13 stones"_s);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"30 lbf"_s);
        QTest::keyClick(e->line(), Qt::Key_Escape);
        QVERIFY(e->problem().isEmpty());
        // a comma that could be two things asks, and the answer is a click away
        e->line()->setFocus();
        e->line()->selectAll();
        QTest::keyClicks(e->line(), u"1,500"_s);
        QTest::keyClick(e->line(), Qt::Key_Return);
        QVERIFY(e->problem().contains(u"Which one"_s));
        const auto meant = m_window->findChildren<QPushButton *>(u"meant"_s);
        QCOMPARE(meant.size(), 2);
        QTest::mouseClick(meant[0], Qt::LeftButton);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"1500"_s);
        key(Qt::Key_Z, Qt::ControlModifier);
        // arrow keys and wheel step the last digit, one undo for the run
        const int before = m_session->undoStack()->index();
        type(p, u"131N"_s);
        e->line()->setFocus();
        for (int k = 0; k < 5; ++k)
            QTest::keyClick(e->line(), Qt::Key_Up);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"136N"_s);
        QTest::keyClick(e->line(), Qt::Key_Down, Qt::ShiftModifier);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"126N"_s);
        QWheelEvent wheel(QPointF(5, 5), e->line()->mapToGlobal(QPointF(5, 5)), {}, QPoint(0, 120), Qt::NoButton,
                          Qt::NoModifier, Qt::NoScrollPhase, false);
        QApplication::sendEvent(e->line(), &wheel);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"127N"_s);
        QVERIFY(m_session->undoStack()->index() <= before + 2);
        // dragging the label plays with the value
        QTest::mousePress(e, Qt::LeftButton, {}, QPoint(10, 8));
        QTest::mouseMove(e, QPoint(30, 8));
        QMouseEvent drag(QEvent::MouseMove, QPointF(30, 8), e->mapToGlobal(QPointF(30, 8)), Qt::NoButton,
                         Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(e, &drag);
        QTest::mouseRelease(e, Qt::LeftButton, {}, QPoint(30, 8));
        QCOMPARE(m_session->typedAt(p.toStdString()), u"132N"_s);
        // blank is allowed: not known, not zero
        type(u"/axes/X/survey/breakaway/to_start_N"_s, QString());
        QVERIFY(!m_session->proved("X").model.breakawayMeasured);
    }
    void assumedLooksAssumed() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "Y");
        reveal(u"/axes/Y/survey/run_out_mm"_s);
        m_window->page(StationId::AsFound)->setFocus(); // an opened card puts the cursor in its first entry
        auto *run = entry(u"/axes/Y/survey/run_out_mm"_s);
        QVERIFY(run);
        QVERIFY2(run->line()->text().startsWith(u"≈"_s), qPrintable(run->line()->text()));
        QVERIFY(run->line()->accessibleDescription().contains(u"assumed"_s));
        run->line()->setFocus();
        QTest::keyClick(run->line(), Qt::Key_Return); // passing through leaves the assumption one
        QVERIFY(m_session->typedAt("/axes/Y/survey/run_out_mm").isEmpty());
        type(u"/axes/Y/survey/run_out_mm"_s, u"0.02mm"_s);
        QVERIFY(!run->line()->text().startsWith(u"≈"_s));
    }
    void inchesAndMillimetres() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        const auto before = m_session->project();
        key(Qt::Key_U, Qt::ControlModifier);
        QVERIFY2(entry(u"/axes/X/travel_mm"_s)->line()->text().contains(u"15.748"_s),
                 qPrintable(entry(u"/axes/X/travel_mm"_s)->line()->text()));
        key(Qt::Key_U, Qt::ControlModifier);
        QVERIFY(m_session->project() == before); // only the showing changed
    }

    void pullPointsAreDragged() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        auto *chart = m_window->findChild<PullChart *>();
        emit chart->dragged(u"07"_s, true, 140);
        QCOMPARE(m_session->typedAt("/axes/X/survey/pull/readings/07/away_N"), u"140N"_s);
        emit chart->placeAsked(0.25, 70);
        QCOMPARE(m_session->proved("X").model.readings.size(), std::size_t(8));
        m_window->page(StationId::AsFound)->setFocus();
        auto *e = entry(u"/axes/X/survey/pull/readings/08/at_mm"_s);
        QVERIFY(e);
        key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(m_session->proved("X").model.readings.size(), std::size_t(7));
    }
    void powerPathIsPickedAndDragged() {
        m_window->openDemo();
        m_window->showStation(StationId::Drive, "X");
        QApplication::processEvents();
        auto *page = qobject_cast<DrivePage *>(m_window->page(StationId::Drive));
        auto *view = page->view();
        view->repaint();
        // a stock belt by a click on its box
        const auto stops = view->strip().stops;
        auto at = std::find_if(stops.begin(), stops.end(), [](const auto &s) { return s.teeth == 73; });
        QVERIFY(at != stops.end() && at->inSlot);
        QTest::mouseClick(view, Qt::LeftButton, {}, at->box.center().toPoint());
        QCOMPARE(m_session->typedAt("/axes/X/designs/A/stages/1/code"), u"365-5M-15"_s);
        QVERIFY(std::fabs(centreOf("X") - 0.11975) < 2e-4);
        key(Qt::Key_Z, Qt::ControlModifier);
        view->repaint();
        // the small pulley dragged along the slot
        const QPoint small = view->picture().smallCentre.toPoint();
        const double before = centreOf("X");
        QTest::mousePress(view, Qt::LeftButton, {}, small);
        QMouseEvent move(QEvent::MouseMove, QPointF(small) + QPointF(0, 5),
                         view->mapToGlobal(QPointF(small) + QPointF(0, 5)), Qt::NoButton, Qt::LeftButton,
                         Qt::NoModifier);
        QApplication::sendEvent(view, &move);
        QTest::mouseRelease(view, Qt::LeftButton, {}, small + QPoint(0, 5));
        QVERIFY(centreOf("X") > before + 1e-3);
        key(Qt::Key_Z, Qt::ControlModifier);
        // parts by . and arrows by a tenth
        page->setFocus();
        page->pick(1);
        key(Qt::Key_Period); // the small pulley
        key(Qt::Key_Right);
        QVERIFY(std::fabs(centreOf("X") - before - 0.1e-3) < 5.1e-6); // typed in hundredths of a millimetre
        // the table along its travel
        page->pick(7);
        const double nut = view->nut();
        key(Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY(view->nut() > nut);
        QVERIFY(view->scales().contains(u"1 :"_s) && !view->scales().contains(u"1 : 0.0"_s));
    }
    /// A second belt put in by key, filled, moved, taken out and undone; strip, drawing and figures follow.
    void chainOfStagesByKeys() {
        m_window->openDemo();
        m_window->showStation(StationId::Drive, "X");
        auto *page = qobject_cast<DrivePage *>(m_window->page(StationId::Drive));
        const double one = m_session->proved("X").model.ratio();
        QVERIFY(!page->strip()->rectOf(7).isEmpty() && page->strip()->rectOf(8).isEmpty());
        page->setFocus();
        page->pick(1); // behind the motor
        key(Qt::Key_D, Qt::ControlModifier);
        QCOMPARE(m_session->proved("X").model.stages.size(), std::size_t(2));
        QVERIFY(!page->strip()->rectOf(11).isEmpty());
        const QString stage = u"/axes/X/designs/A/stages/2/"_s;
        type(stage + u"driver/teeth"_s, u"18"_s);
        choose(stage + u"driver/profile"_s, u"5M"_s);
        type(stage + u"driven/teeth"_s, u"36"_s);
        choose(stage + u"driven/profile"_s, u"5M"_s);
        type(stage + u"code"_s, u"300-5M-15"_s);
        const auto &p = m_session->proved("X");
        QCOMPARE(p.model.ratio(), 2 * one);
        QCOMPARE(p.model.stages.front().id, std::string("2"));
        QVERIFY(p.evaluation.state.stageWork<ToothedBelt>(0)->forcesKnown);
        // every part can be picked in the drawing
        page->view()->repaint();
        for (int part = 1; part <= 11; ++part) {
            const auto &areas = page->view()->picture().areas;
            QVERIFY2(std::any_of(areas.begin(), areas.end(), [&](const auto &a) { return a.part == part; }),
                     qPrintable(QString::number(part)));
        }
        auto *name = m_window->findChild<QLabel *>(u"openedPartName"_s);
        QCOMPARE(name->text(), u"Belt"_s);
        page->setFocus();
        key(Qt::Key_Right, Qt::AltModifier);
        QCOMPARE(m_session->proved("X").model.stages.back().id, std::string("2"));
        QCOMPARE(m_session->proved("X").model.ratio(), 2 * one); // order does not matter to the ratio
        key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(m_session->proved("X").model.stages.front().id, std::string("2"));
        page->pick(3);
        page->setFocus();
        key(Qt::Key_Delete, Qt::ShiftModifier);
        QCOMPARE(m_session->proved("X").model.stages.size(), std::size_t(1));
        QCOMPARE(m_session->proved("X").model.ratio(), one);
        QVERIFY(page->strip()->rectOf(8).isEmpty());
        while (m_session->undoStack()->canUndo())
            m_session->undoStack()->undo();
        QCOMPARE(m_session->proved("X").model.ratio(), one);
    }
    void designsSideBySide() {
        m_window->openDemo();
        m_window->showStation(StationId::Drive, "X");
        auto *table = m_window->findChild<QTableWidget *>(u"sideBySide"_s);
        QCOMPARE(table->item(0, 0)->text(), u"Heaviest cut"_s);
        QCOMPARE(table->item(0, 1)->text(), u"1.8×"_s);
        QVERIFY(table->item(0, 2)->font().bold() && !table->item(0, 1)->font().bold());
        QTest::mouseClick(m_window->findChild<QPushButton *>(u"designB"_s), Qt::LeftButton);
        QCOMPARE(m_session->design("X"), std::string("B"));
        // Ctrl+B on an axis with one design keeps it and begins another
        m_window->showStation(StationId::Drive, "Z");
        key(Qt::Key_B, Qt::ControlModifier);
        QCOMPARE(m_session->design("Z"), std::string("B"));
        auto kept = m_session->at("/axes/Z/designs/A"), begun = m_session->at("/axes/Z/designs/B");
        QVERIFY(kept["supply"] != begun["supply"]); // a supply of its own, as good as the other
        QVERIFY(m_session->proved("Z", "A").model.supply.voltage.v ==
                m_session->proved("Z", "B").model.supply.voltage.v);
        kept.erase("supply");
        begun.erase("supply");
        QVERIFY(kept == begun);
        key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(m_session->at("/axes/Z/designs/B").is_null());
    }
    // Four designs of one axis, every figure side by side, a part of one taken over into another: by keys alone.
    void fourDesignsAndPartsTakenOver() {
        m_window->openDemo();
        m_window->showStation(StationId::Drive, "X");
        auto *page = m_window->page(StationId::Drive);
        for (const char *letter : {"C", "D"}) {
            key(Qt::Key_B, Qt::ControlModifier);
            QCOMPARE(m_session->design("X"), std::string(letter));
        }
        key(Qt::Key_B, Qt::ControlModifier); // a fifth: says how to mend it, changes nothing
        QCOMPARE(designsOf(m_session->project(), "X").size(), std::size_t(4));
        for (const char *button : {"designA", "designB", "designC", "designD"})
            QVERIFY(m_window->findChild<QPushButton *>(QString::fromLatin1(button))->isVisible());
        auto *sides = m_window->findChild<QTableWidget *>(u"sideBySide"_s);
        QCOMPARE(sides->columnCount(), 5);
        // D is what is shown, a copy of A; B has the ball screw
        QTest::keyClick(page, Qt::Key_O);
        auto *dialog = m_window->findChild<OptionsDialog *>(u"optionsDialog"_s);
        auto *table = dialog->table();
        QVERIFY(dialog->isVisible() && table->columnCount() == 5 && table->rowCount() >= 12);
        for (int r = 0; r < table->rowCount(); ++r)
            for (int c = 0; c < 5; ++c)
                QVERIFY(table->item(r, c) && !table->item(r, c)->text().isEmpty());
        QVERIFY(!m_session->proved("X").model.ballScrew());
        const int screwRow = table->rowCount() - 1;
        QVERIFY(table->item(screwRow, 2)->text().contains(u"1605"_s));
        const int steps = m_session->undoStack()->count();
        table->setCurrentCell(screwRow, 2);
        QTest::keyClick(table, Qt::Key_Return);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QVERIFY(m_session->proved("X").model.ballScrew());
        QCOMPARE(m_session->proved("X").model.stages.size(), m_session->proved("X", "A").model.stages.size());
        QVERIFY(table->item(screwRow, 4)->text().contains(u"1605"_s)); // the table follows
        QTest::keyClick(table, Qt::Key_Return);                        // the same again changes nothing
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        // on a figure Enter shows the design of the column; Delete takes one away with its supply
        table->setCurrentCell(0, 1);
        QTest::keyClick(table, Qt::Key_Return);
        QCOMPARE(m_session->design("X"), std::string("A"));
        const auto supply = supplyOf(m_session->project(), "X", "D");
        QVERIFY(!m_session->at("/supplies/" + supply).is_null());
        table->setCurrentCell(0, 4);
        QTest::keyClick(table, Qt::Key_Delete);
        QCOMPARE(designsOf(m_session->project(), "X").size(), std::size_t(3));
        QVERIFY(m_session->at("/supplies/" + supply).is_null());
        QTest::keyClick(dialog, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(designsOf(m_session->project(), "X").size(), std::size_t(4));
        QTest::keyClick(dialog, Qt::Key_Escape);
        QVERIFY(!dialog->isVisible());
    }
    void motorFromTheCatalogue() {
        m_window->board()->addAxis();
        QTest::keyClick(m_window->findChild<QListWidget *>(u"classes"_s), Qt::Key_Return);
        m_window->showStation(StationId::Drive);
        QTest::keyClick(m_window.get(), Qt::Key_V); // from what is proposed to the chain
        QVERIFY(headline().contains(u"Nothing chosen"_s));
        QTest::keyClick(m_window.get(), Qt::Key_F2);
        auto *picker = m_window->findChild<PartPicker *>(u"partPicker"_s);
        QVERIFY(picker && picker->isVisible());
        auto *words = picker->findChild<QLineEdit *>(u"pickWords"_s);
        QTest::keyClicks(words, u"57 mm, 1.9"_s);
        QTest::keyClick(words, Qt::Key_Down);
        QTest::keyClick(words, Qt::Key_Return);
        QVERIFY(!picker->isVisible());
        QVERIFY(m_session->proved("X").model.stepper().holding.known());
        QCOMPARE(m_session->undoStack()->count(), 2); // axis, motor: one undo each
    }
    /// A nut of the list for the screw there is, and a bush for the pulley on it, by the keys.
    void nutAndBushFromTheCatalogue() {
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Drive, "X");
        auto *page = qobject_cast<DrivePage *>(m_window->page(StationId::Drive));
        auto *picker = m_window->findChild<PartPicker *>(u"partPicker"_s);
        const auto take = [&](int part, const QString &kind, const QString &said) {
            page->pick(part);
            QTest::keyClick(m_window.get(), Qt::Key_F2);
            QVERIFY(picker->isVisible());
            QTest::mouseClick(picker->findChild<QPushButton *>(kind), Qt::LeftButton);
            auto *words = picker->findChild<QLineEdit *>(u"pickWords"_s);
            QTest::keyClicks(words, said);
            QVERIFY(picker->table()->model()->rowCount() > 0);
            QTest::keyClick(words, Qt::Key_Return);
            QVERIFY(!picker->isVisible());
        };
        const int steps = m_session->undoStack()->count();
        take(6, u"pickNut"_s, u"split"_s);
        const auto &screw = m_session->proved("X").model.screw();
        QVERIFY2(text(screw.nutKind).startsWith(u"Bronze nut Tr20x4, split"_s), screw.nutKind.c_str());
        QVERIFY(screw.nutBody.known() && !screw.nutFlange.known());
        take(4, u"pickBush"_s, u"1108 screw"_s);
        QCOMPARE(m_session->undoStack()->count(), steps + 2); // one undo each
        const auto *belt = m_session->proved("X").model.stageAs<ToothedBelt>(0);
        QCOMPARE(belt->driven.bush, std::string("1108"));
        // the bush is on the list; of the nut, which was to be made, the list says that it is no longer so
        bool bush = false, nut = false;
        for (const auto &line : m_session->parts("X")) {
            bush |= line.text.find("Taper bush 1108") == 0;
            nut |= line.designRef == "nut" && !line.matches;
        }
        QVERIFY(bush);
        QVERIFY(nut);
    }
    void partsStateByOneKey() {
        m_window->openDemo();
        m_window->showStation(StationId::Parts, "X");
        auto *page = qobject_cast<PartsPage *>(m_window->page(StationId::Parts));
        QAbstractItemModelTester tester(page->model(), QAbstractItemModelTester::FailureReportingMode::QtTest);
        auto *table = m_window->findChild<QTableView *>(u"parts"_s);
        const int belt = page->model()->rowOf(u"X-belt"_s);
        QVERIFY(belt >= 0);
        QVERIFY(page->model()->index(belt, 1).data(Qt::AccessibleTextRole).toString().contains(u"no longer matches"_s));
        table->setCurrentIndex(page->model()->index(belt, 0));
        table->setFocus();
        key(Qt::Key_Space);
        QCOMPARE(m_session->typedAt("/parts/X-belt/state"), u"ordered"_s);
        QVERIFY(page->model()->setData(page->model()->index(belt, 3), u"12.50"_s, Qt::EditRole));
        QVERIFY(!page->model()->setData(page->model()->index(belt, 3), u"cheap"_s, Qt::EditRole));
        QVERIFY(m_window->findChild<QLabel *>(u"partsTotal"_s)->text().contains(u"of 900"_s));
    }
    void brokenFilesSaySoAndLeaveTheJob() {
        m_window->openDemo();
        const auto before = m_session->project();
        QTemporaryDir dir;
        QFile f(dir.filePath(u"bad.lathewright"_s));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"program\":\"lathewright\",\"format\":1,\"axes\":{\"X\":{\"trav");
        f.close();
        m_window->openFile(f.fileName());
        QVERIFY2(m_window->status().contains(u"breaks off"_s), qPrintable(m_window->status()));
        QVERIFY(m_session->project() == before);
        auto *mime = new QMimeData;
        mime->setUrls({QUrl::fromLocalFile(f.fileName())});
        QDropEvent drop(QPointF(300, 300), Qt::CopyAction, mime, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(m_window.get(), &drop);
        QVERIFY(m_session->project() == before);
        delete mime;
    }
    void everyEntryHasANameAndHelp() {
        m_window->openDemo();
        int seen = 0;
        for (const auto &[id, name] : StationSpine::stations())
            for (const char *axis : {"X", "Z"}) {
                m_window->showStation(id, axis);
                QApplication::processEvents();
                for (auto *f : m_window->findChildren<FieldWidget *>()) {
                    if (!f->isVisible()) continue;
                    QVERIFY2(!f->help().isEmpty(), qPrintable(f->pointer()));
                    auto *inner = f->focusProxy();
                    QVERIFY2(inner && !inner->accessibleName().isEmpty(), qPrintable(f->pointer()));
                    auto *iface = QAccessible::queryAccessibleInterface(inner);
                    QVERIFY(iface && !iface->text(QAccessible::Name).isEmpty());
                    ++seen;
                }
            }
        QVERIFY2(seen > 150, QByteArray::number(seen).constData());
    }
    void bothThemesAndSizesPaint() {
        m_window->openDemo();
        for (bool dark : {false, true}) {
            if (theme().dark != dark) key(Qt::Key_T, Qt::ControlModifier);
            QCOMPARE(theme().dark, dark);
            for (const QSize size : {QSize(1280, 800), QSize(1920, 1100)}) {
                m_window->resize(size);
                for (const auto &[id, name] : StationSpine::stations()) {
                    m_window->showStation(id, "X");
                    QApplication::processEvents();
                    const QImage image = m_window->grab().toImage();
                    QVERIFY(!image.isNull());
                    QCOMPARE(image.pixelColor(image.width() - 4, image.height() - 4),
                             theme().paper); // the frame reaches the corner
                }
            }
        }
        key(Qt::Key_T, Qt::ControlModifier);
    }
    void nonsenseInEveryEntry_data() {
        QTest::addColumn<QString>("words");
        for (const char *w :
             {"pasted prose, with a comma", "1e300", "-99999999999", "nan", "inf", "5 parsecs", "((((", "0/0", "=1+1"})
            QTest::newRow(w) << QString::fromUtf8(w);
    }
    void nonsenseInEveryEntry() { // into each value of four stations: refused with a sentence, or undone; never half of
                                  // it
        QFETCH(QString, words);
        m_window->openDemo();
        const auto before = m_session->project();
        int refused = 0;
        for (auto station : {StationId::AsFound, StationId::Duty, StationId::Drive, StationId::FirstCuts}) {
            m_window->showStation(station, "X");
            QApplication::processEvents();
            QStringList places;
            for (auto *e : m_window->findChildren<ValueEntry *>())
                if (e->isVisible()) places << e->pointer();
            QVERIFY(!places.isEmpty());
            for (const auto &place : places) {
                auto *e = entry(place);
                QVERIFY2(e, qPrintable(place));
                e->line()->setFocus();
                e->line()->selectAll();
                QTest::keyClicks(e->line(), words);
                QTest::keyClick(e->line(), Qt::Key_Return);
                e = entry(place); // the station may have made its fields anew
                if (e && !e->problem().isEmpty()) {
                    ++refused;
                    QVERIFY2(e->problem().endsWith(u'.'), qPrintable(e->problem()));
                    QVERIFY2(m_session->project() == before, qPrintable(place));
                    QTest::keyClick(e->line(), Qt::Key_Escape);
                }
                while (m_session->undoStack()->canUndo())
                    m_session->undoStack()->undo();
            }
        }
        QVERIFY2(refused > 30, QByteArray::number(refused).constData());
        QVERIFY(m_session->project() == before);
        for (const auto &f : m_session->proved("X").evaluation.findings)
            QVERIFY(!std::isinf(f.margin));
    }
    void nonsenseInCodesSaysSo() { // text fields keep what was typed; the finding or the status says it cannot be read
        m_window->openDemo();
        m_window->showStation(StationId::Drive, "X");
        for (const auto &[place, words] : {std::pair{u"/axes/X/designs/A/stages/1/code"_s, u"603 potatoes"_s},
                                           {u"/axes/X/designs/A/stages/1/driver/bore"_s, u"10 K99"_s},
                                           {u"/axes/X/designs/A/screw/thread"_s, u"Tr0x0"_s}}) {
            auto *t = textEntry(place);
            if (!t) continue;
            type(place, words);
            QCOMPARE(m_session->typedAt(place.toStdString()), words);
            for (const auto &f : m_session->proved("X").evaluation.findings)
                QVERIFY(!std::isinf(f.margin));
            key(Qt::Key_Z, Qt::ControlModifier);
        }
    }
    void undoneToTheStartAndRedone() {
        m_window->openDemo();
        const auto start = m_session->project();
        m_window->showStation(StationId::AsFound, "X");
        type(u"/axes/X/travel_mm"_s, u"16in"_s);
        type(u"/axes/X/survey/breakaway/to_start_N"_s, u"9.1kgf"_s);
        m_window->showStation(StationId::Duty, "X");
        type(u"/axes/X/targets/rapid_mm_min"_s, u"1250"_s);
        m_window->showStation(StationId::Drive, "X");
        type(u"/supplies/X-A/voltage_V"_s, u"36"_s);
        const auto end = m_session->project();
        QVERIFY(end != start);
        m_window->page(StationId::Drive)->setFocus();
        for (int k = 0; k < 20; ++k)
            key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(m_session->project() == start);
        for (int k = 0; k < 20; ++k)
            key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(m_session->project() == end);
    }
    void theOpenedFindingFollowsTheDesign() { // its figure and working change with the value put in, and so does the
                                              // bar
        m_window->openDemo();
        m_window->showStation(StationId::Proof, "X");
        auto *page = qobject_cast<ProofPage *>(m_window->page(StationId::Proof));
        auto *figure = m_window->findChild<QLabel *>(u"openedFigure"_s);
        QCOMPARE(figure->text(), u"1.8×"_s);
        const QString words = page->opened()->words();
        QVERIFY(words.contains(u"Working"_s) && words.contains(u"Share of the doubt"_s));
        QVERIFY(words.contains(u"604.9"_s));
        m_session->typeInto(u"/supplies/X-A/voltage_V"_s, u"12"_s); // slow current, less torque at speed
        m_session->typeInto(u"/axes/X/designs/A/drive/current_A"_s, u"2.1A"_s);
        QVERIFY2(figure->text() != u"1.8×"_s, qPrintable(figure->text()));
        const auto after = page->opened()->words();
        QVERIFY(after != words && after.contains(u"604.9"_s)); // the cut is the same, the motor is not
        while (m_session->undoStack()->canUndo())
            m_session->undoStack()->undo();
        QCOMPARE(figure->text(), u"1.8×"_s);
        QCOMPARE(page->opened()->words(), words);
    }
    void aMendIsOneKeyAndOneUndo() {
        m_window->openDemo();
        m_window->showStation(StationId::Proof, "X");
        m_window->mendNow();
        auto *best = m_window->findChild<QPushButton *>(u"mend0"_s);
        QVERIFY(best && best->isVisible());
        const double before = m_session->proved("X").model.drive.peak.v;
        const auto project = m_session->project();
        m_window->page(StationId::Proof)->setFocus();
        key(Qt::Key_M);
        QVERIFY(m_session->project() != project);
        QVERIFY(m_session->proved("X").model.drive.peak.v > before); // more current, the motor stays cool enough
        QCOMPARE(m_session->undoStack()->count(), 1);
        key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(m_session->project() == project);
    }
    void savedByTheWindowAndOpenedAgain() {
        QTemporaryDir dir;
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        type(u"/axes/X/travel_mm"_s, u"390mm"_s);
        const QString path = dir.filePath(u"job.lathewright"_s);
        QVERIFY(m_session->saveAs(path).isEmpty());
        QVERIFY(!m_window->windowTitle().contains(u'*'));
        // what is still being typed counts when the job is saved
        auto *e = entry(u"/axes/X/travel_mm"_s);
        e->line()->setFocus();
        e->line()->selectAll();
        QTest::keyClicks(e->line(), u"385mm"_s);
        key(Qt::Key_S, Qt::ControlModifier);
        QVERIFY(QFile::exists(path + u"~"_s)); // the version before
        m_window->openFile(path);
        QCOMPARE(m_session->typedAt("/axes/X/travel_mm"), u"385mm"_s);
        QVERIFY(!m_session->undoStack()->canUndo());
    }
    void otherDigitsDoNothing() {
        m_window->openDemo();
        m_window->showStation(StationId::Duty, "X");
        for (auto k : {Qt::Key_9, Qt::Key_0}) {
            m_window->page(StationId::Duty)->setFocus();
            key(k);
            QVERIFY(!m_window->onBoard());
            QCOMPARE(m_window->axis(), std::string("X"));
            QVERIFY(m_window->page(StationId::Duty)->isVisible());
        }
    }
    void axesAreWalkedAndRemoved() {
        m_window->openDemo();
        m_window->showStation(StationId::Proof, "X");
        key(Qt::Key_BracketRight);
        QCOMPARE(m_window->axis(), std::string("Y"));
        key(Qt::Key_BracketLeft);
        key(Qt::Key_BracketLeft);
        QCOMPARE(m_window->axis(), std::string("B"));
        m_window->findChild<QAction *>(u"removeAxis"_s)->trigger();
        QCOMPARE(m_session->axes().size(), std::size_t(3));
        key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(m_session->axes().size(), std::size_t(4));
        key(Qt::Key_Escape);
        QVERIFY(m_window->onBoard());
    }
};

LW_TEST(TestWindow, "tst_window")
#include "tst_window.moc"
