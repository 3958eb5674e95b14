// Plates, a curve pulled to a data sheet's and the wiring's shopping list, by keys and by mouse in the real window.
#include "test_list.h"
#include "app/charts/charts.h"
#include "app/stations/drive/plate_view.h"
#include "window_fixture.h"

using namespace lw;

class TestPlates : public WindowFixture {
    Q_OBJECT

    DrivePage *drive() { return qobject_cast<DrivePage *>(m_window->page(StationId::Drive)); }
    PlateView *plates() { return drive()->plates(); }
    QString label(const QString &name) { return m_window->findChild<QLabel *>(name)->text(); }
    double typedMm(const std::string &place) {
        const auto k = knownAt(m_session->project(), place);
        return k.v * 1e3;
    }
    void openPlates() {
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Drive, "X");
        for (int k = 0; k < 2; ++k) // chain, ratio, plates
            QTest::keyClick(drive(), Qt::Key_V);
        QCOMPARE(drive()->shown(), DrivePage::View::Plates);
        QCoreApplication::processEvents();
        plates()->drawing()->grab(); // laid out
    }

    /// One drag, one undo.
    void drag(QWidget *view, QPointF from, QPointF to) {
        const int steps = m_session->undoStack()->count();
        QTest::mousePress(view, Qt::LeftButton, {}, from.toPoint());
        for (int k = 1; k <= 5; ++k) {
            const QPointF at = from + (to - from) * k / 5;
            QMouseEvent move(QEvent::MouseMove, at, view->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, {});
            QCoreApplication::sendEvent(view, &move);
        }
        QTest::mouseRelease(view, Qt::LeftButton, {}, to.toPoint());
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
    }

private slots:
    void init() { openWindow(); }
    void cleanup() { closeWindow(); }

    void holesAreWalkedMovedAndPunchedByKeys() {
        openPlates();
        const std::string d = "/axes/X/designs/A/plate/";
        QCOMPARE(plates()->row(), -1);
        QTest::keyClick(drive(), Qt::Key_Period);
        QCOMPARE(plates()->row(), 0); // the first post
        const int steps = m_session->undoStack()->count();
        for (int k = 0; k < 5; ++k)
            QTest::keyClick(drive(), Qt::Key_Up);
        QCOMPARE(typedMm(d + "post/above_mm"), 30.5);
        QTest::keyClick(drive(), Qt::Key_Left, Qt::ShiftModifier); // a millimetre to the left is two apart
        QCOMPARE(typedMm(d + "post/apart_mm"), 66.0);
        QCOMPARE(m_session->undoStack()->count(), steps + 1); // walking is one undo
        m_session->undoStack()->undo();
        QCOMPARE(typedMm(d + "post/above_mm"), 30.0);
        QCOMPARE(typedMm(d + "post/apart_mm"), 64.0);
        QVERIFY(label(u"plateFind"_s).startsWith(u"Punch 1 to 4"_s));
        QTest::keyClick(drive(), Qt::Key_T);
        QVERIFY(label(u"plateFind"_s).startsWith(u"1 to 4 are measured"_s));
        QVERIFY(plates()->table().contains(u"measured"_s));
        // slots: up brings them nearer, and the belt's centres stay inside
        for (int k = 0; k < 6; ++k)
            QTest::keyClick(drive(), Qt::Key_Period);
        QCOMPARE(plates()->row(), 6); // the pilot's slot
        QTest::keyClick(drive(), Qt::Key_Up, Qt::ShiftModifier);
        QCOMPARE(typedMm("/axes/X/designs/A/stages/1/slot_from_mm"), 112.0);
        QCOMPARE(typedMm("/axes/X/designs/A/stages/1/slot_to_mm"), 131.0);
        for (int k = 0; k < 20; ++k)
            QTest::keyClick(drive(), Qt::Key_Up, Qt::ShiftModifier);
        QVERIFY(typedMm("/axes/X/designs/A/stages/1/slot_to_mm") >= 124.75);
        QTest::keyClick(drive(), Qt::Key_Period); // after the last hole the plate itself
        QCOMPARE(plates()->row(), -1);
        QTest::keyClick(drive(), Qt::Key_Right, Qt::ShiftModifier);
        QCOMPARE(typedMm(d + "width_mm"), 90.0);
    }
    void edgesHolesAndSlotEndsAreDragged() {
        openPlates();
        const std::string d = "/axes/X/designs/A/plate/";
        auto *view = plates()->drawing();
        const auto pull = [&](QPointF from, QPointF to) { drag(view, from, to); };
        const auto &pic = view->picture();
        pull({pic.outline.right(), pic.outline.center().y()}, {pic.at(0.050, 0).x(), pic.outline.center().y()});
        QVERIFY(std::fabs(typedMm(d + "width_mm") - 100) <= 1);
        view->grab();
        pull({pic.at(0.01, 0).x(), pic.outline.top()}, {pic.at(0.01, 0).x(), pic.at(0, 0.045).y()});
        QVERIFY(std::fabs(typedMm(d + "above_mm") - 45) <= 1);
        QVERIFY2(!drive()->findChild<QLabel *>() || m_session->proved("X").model.plate->above.v > 0.04, "");
        view->grab();
        const auto post = view->plate()->holes[1]; // upper right
        pull(pic.at(post.x, post.y), pic.at(0.036, 0.028));
        QVERIFY(std::fabs(typedMm(d + "post/apart_mm") - 72) <= 1 && std::fabs(typedMm(d + "post/above_mm") - 28) <= 1);
        view->grab();
        for (const auto &h : view->plate()->holes)
            if (h.kind == HoleKind::Bolt && h.x > 0 && h.y > -0.12) { // its upper end: the slots start nearer
                pull(pic.at(h.x, h.y + h.travel / 2), pic.at(h.x, h.y + h.travel / 2 + 3e-3));
                break;
            }
        QVERIFY(std::fabs(typedMm("/axes/X/designs/A/stages/1/slot_from_mm") - 110) <= 1);
    }
    void theHeadlineSaysWhatIsThin() {
        openPlates();
        const std::string d = "/axes/X/designs/A/plate/";
        QVERIFY2(headline().contains(u"Slot"_s), qPrintable(headline())); // the worst: the belt cannot be slipped on
        QVERIFY(m_session->typeInto(text(d + "above_mm"), u"33mm"_s).isEmpty());
        QVERIFY2(headline().contains(u"edge"_s), qPrintable(headline()));
        QVERIFY(!m_session->typeInto(text(d + "above_mm"), u"as you like"_s).isEmpty()); // a sentence; nothing changes
        QCOMPARE(typedMm(d + "above_mm"), 33.0);
        // the bar read from paper
        QVERIFY(m_session->typeInto(text(d + "bar_mm"), u"99.6mm"_s).isEmpty());
        QVERIFY2(label(u"plateBar"_s).contains(u"100.4 %"_s), qPrintable(label(u"plateBar"_s)));
        for (const auto kind : {PlateView::Print::Pdf, PlateView::Print::Svg, PlateView::Print::Dxf})
            QVERIFY(plates()->printed(kind).size() > 2000);
        // nothing written: drawn all the same, as a proposal that W writes down
        m_session->apply({{{"/axes/X/designs/A/plate", nullptr}}, u"plate"_s});
        QVERIFY2(headline().startsWith(u"Drawn from motor and belt"_s), qPrintable(headline()));
        QTest::keyClick(drive(), Qt::Key_W);
        QVERIFY(typedMm(d + "width_mm") > 60);
        // no motor: no plate
        m_session->apply({{{"/axes/X/designs/A/motor", nullptr}}, u"motor"_s});
        drive()->show(DrivePage::View::Plates);
        QVERIFY2(headline().startsWith(u"No motor yet"_s), qPrintable(headline()));
    }
    /// Bracket, block and cover by keys alone: proposed, written down, moved, printed.
    void theOtherSheetsByKeys() {
        openPlates();
        const std::string d = "/axes/X/designs/A/plates/";
        QTest::keyClick(drive(), Qt::Key_S);
        QCOMPARE(plates()->kind(), PlateKind::Block);
        QVERIFY2(headline().startsWith(u"Drawn from screw"_s), qPrintable(headline()));
        QTest::keyClick(drive(), Qt::Key_W); // its edges as they are drawn
        QVERIFY(typedMm(d + "block/width_mm") > 60);
        QVERIFY2(headline().startsWith(u"Not known yet: "_s), qPrintable(headline()));
        QTest::keyClick(drive(), Qt::Key_S);
        QCOMPARE(plates()->kind(), PlateKind::Bracket);
        choose(text(d + "bracket/fix/into"), u"above"_s);
        QVERIFY(plates()->plate()->folded());
        QVERIFY2(label(u"plateFind"_s).contains(u"millimetre long"_s), qPrintable(label(u"plateFind"_s)));
        while (!plates()->table().section(u'\n', plates()->row() + 1, plates()->row() + 1).contains(u"fixing"_s))
            QTest::keyClick(drive(), Qt::Key_Period);
        const int steps = m_session->undoStack()->count();
        const double apart = 2e3 * std::fabs(plates()->plate()->holes.back().x);
        const bool leftOne = plates()->plate()->holes[plates()->plate()->holes.size() - 2].x < 0;
        QTest::keyClick(drive(), leftOne ? Qt::Key_Left : Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY(std::fabs(typedMm(d + "bracket/fix/apart_mm") - (apart + 2)) < 0.06);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QTest::keyClick(drive(), Qt::Key_T);
        QVERIFY(plates()->table().contains(u"measured"_s));
        QTest::keyClick(drive(), Qt::Key_S);
        QCOMPARE(plates()->kind(), PlateKind::Cover);
        QVERIFY(label(u"plateFind"_s).contains(u"fingers"_s));
        // nonsense is refused with a sentence, the drawing stays as it was
        const double wide = plates()->plate()->width();
        QVERIFY(!m_session->typeInto(text(d + "cover/width_mm"), u"wide"_s).isEmpty());
        QVERIFY(!m_session->typeInto(text(d + "cover/width_mm"), u"-5mm"_s).isEmpty());
        QCOMPARE(plates()->plate()->width(), wide);
        for (const auto kind : {PlateView::Print::Pdf, PlateView::Print::Svg, PlateView::Print::Dxf})
            QVERIFY(plates()->printed(kind).size() > 2000);
        QTest::keyClick(drive(), Qt::Key_S);
        QCOMPARE(plates()->kind(), PlateKind::Motor);
        // a click takes the same way; a design without a belt has no cover
        clickOn(m_window->findChild<QPushButton *>(u"plateCover"_s));
        QCOMPARE(plates()->kind(), PlateKind::Cover);
        QVERIFY(m_window->findChild<QPushButton *>(u"plateCover"_s)->isVisible());
        m_window->showStation(StationId::Drive, "B");
        drive()->show(DrivePage::View::Plates);
        QVERIFY(!m_window->findChild<QPushButton *>(u"plateNut"_s)->isVisible());
    }
    void fixingsAndEdgesOfABracketAreDragged() {
        openPlates();
        const std::string d = "/axes/X/designs/A/plates/bracket/";
        QTest::keyClick(drive(), Qt::Key_S);
        QTest::keyClick(drive(), Qt::Key_S);
        choose(text(d + "fix/into"), u"above"_s);
        QVERIFY(m_session->typeInto(text(d + "thickness_mm"), u"40mm"_s).isEmpty());
        QCoreApplication::processEvents();
        auto *view = plates()->drawing();
        const auto pull = [&](QPointF from, QPointF to) { drag(view, from, to); };
        view->grab();
        const auto &pic = view->picture();
        const auto fixing = view->plate()->holes.back();
        pull(pic.at(fixing.x, fixing.y), pic.at(36e-3, view->plate()->fold + 28e-3));
        QVERIFY(std::fabs(typedMm(d + "fix/apart_mm") - 72) <= 1);
        QVERIFY(std::fabs(typedMm(d + "fix/along_mm") - 16) <= 1);
        view->grab();
        // its foot's far edge: the face moves, the foot stays as deep as the block is thick
        const double fold = view->plate()->fold;
        pull({pic.at(5e-3, 0).x(), pic.outline.top()}, {pic.at(5e-3, 0).x(), pic.at(0, fold + 50e-3).y()});
        QVERIFY(std::fabs(typedMm(d + "above_mm") - (fold * 1e3 + 10)) <= 1);
    }
    void aCurveIsPulledToASheets() {
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Proof, "X");
        auto *page = qobject_cast<ProofPage *>(m_window->page(StationId::Proof));
        auto *chart = page->findChild<TorqueChart *>(u"torqueChart"_s);
        QCoreApplication::processEvents();
        QCOMPARE(chart->handles(), std::size_t(0));
        const auto worst = [&] {
            double least = 99;
            for (const auto &f : m_session->proved("X").evaluation.findings)
                if (f.check->torqueRow && f.margin == f.margin) least = std::min(least, f.margin);
            return least;
        };
        QTest::keyClick(page, Qt::Key_K);
        QVERIFY(chart->handles() >= 5);
        const double before = worst();
        const int steps = m_session->undoStack()->count();
        chart->grab();
        auto *plot = chart->findChild<QWidget *>();
        const std::size_t last = chart->handles() - 2;
        const QPointF from = chart->handleAt(last), to = from + QPointF(0, 40); // less torque
        QTest::mousePress(plot, Qt::LeftButton, {}, from.toPoint());
        for (int k = 1; k <= 4; ++k) {
            const QPointF at = from + (to - from) * k / 4;
            QMouseEvent move(QEvent::MouseMove, at, plot->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, {});
            QCoreApplication::sendEvent(plot, &move);
        }
        QTest::mouseRelease(plot, Qt::LeftButton, {}, to.toPoint());
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QVERIFY2(worst() <= before, "less torque, no less margin");
        QVERIFY(QString::fromStdString(
                    m_session->project()["axes"]["X"]["designs"]["A"]["motor"]["curve"].get<std::string>())
                    .startsWith(u"0:"_s));
        QTest::keyClick(page, Qt::Key_K); // the plate's again
        QCOMPARE(chart->handles(), std::size_t(0));
    }
    void theWiringGoesOnTheListOnce() {
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Drive, "X");
        drive()->show(DrivePage::View::Wiring);
        const auto lines = m_session->parts().size();
        QTest::keyClick(drive(), Qt::Key_L);
        const auto after = m_session->parts().size();
        QVERIFY(after > lines + 5);
        QTest::keyClick(drive(), Qt::Key_L);
        QCOMPARE(m_session->parts().size(), after);
        m_session->undoStack()->undo();
        QCOMPARE(m_session->parts().size(), lines);
        // one supply for three axes that never speed up together: said, and the sums follow
        m_session->apply({{{"/axes/Y/designs/A/supply", "X-A"}, {"/axes/Z/designs/A/supply", "X-A"}}, u"supply"_s});
        const double all = m_session->wiring().supplies.front().drawn;
        m_session->apply({{{"/supplies/X-A/together", "one"}}, u"together"_s});
        QVERIFY(m_session->wiring().supplies.front().drawn < all);
    }
    void aChuckThatUnscrewsIsSaid() {
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Duty, "B");
        const auto verdict = [&] {
            for (const auto &f : m_session->proved("B").evaluation.findings)
                if (f.check->code == "ROT-29") return f.verdict;
            return Verdict::Watch;
        };
        QCOMPARE(verdict(), Verdict::Holds);
        choose(u"/axes/B/rotary/mounted"_s, u"screwed"_s);
        QCOMPARE(verdict(), Verdict::NotKnown); // locked or not: nobody said
        choose(u"/axes/B/rotary/lock"_s, u"no"_s);
        QCOMPARE(verdict(), Verdict::Fails);
        choose(u"/axes/B/rotary/lock"_s, u"yes"_s);
        QCOMPARE(verdict(), Verdict::Holds);
        // what it would serve, what a bought one costs beside it
        QVERIFY2(label(u"secondPurpose"_s).contains(u"it serves"_s), qPrintable(label(u"secondPurpose"_s)));
        QVERIFY(m_session->typeInto(u"/axes/B/rotary/bought_price"_s, u"600EUR"_s).isEmpty());
        QVERIFY2(label(u"buildOrBuy"_s).contains(u"To build: "_s) && label(u"buildOrBuy"_s).contains(u"600"_s),
                 qPrintable(label(u"buildOrBuy"_s)));
        auto *torque = m_window->findChild<QWidget *>(u"tableTorque"_s);
        QVERIFY(torque && torque->accessibleDescription().contains(u"drag"_s));
    }
};
LW_TEST(TestPlates, "tst_plates")
#include "tst_plates.moc"
