// Chains of other kinds by keys alone: two stages with a layshaft, a lathe's kept screw with a folding handle, a
// carriage on a rack, a belt that is the wrong one.
#include "test_list.h"
#include "app/stations/drive/screw_view.h"
#include "app/window_fixture.h"
#include "catalogue/catalogue.h"
#include "picture/theme.h"
#include "picture/power_path.h"
#include <QWheelEvent>

using namespace lw;
using namespace Qt::StringLiterals;

class TestDriveKinds : public WindowFixture {
    Q_OBJECT

    DrivePage *drive() { return qobject_cast<DrivePage *>(m_window->page(StationId::Drive)); }
    QString design(const std::string &axis, const char *key) {
        return u"/axes/%1/designs/A/%2"_s.arg(QString::fromStdString(axis), QLatin1StringView(key));
    }
    const Finding *rowOf(const std::string &axis, std::string_view code, std::string_view title = {}) {
        for (const auto &f : m_session->proved(axis).evaluation.findings)
            if (f.check->code == code && (title.empty() || f.check->title == title)) return &f;
        return nullptr;
    }
    Verdict verdict(const std::string &axis, std::string_view code, std::string_view title = {}) {
        const auto *f = rowOf(axis, code, title);
        return f ? f->verdict : Verdict::Holds;
    }
    /// Walks the parts with the full stop until one of that name is open.
    bool walkTo(const QString &name) {
        auto *label = m_window->findChild<QLabel *>(u"openedPartName"_s);
        for (int k = 0; k < 14 && label->text() != name; ++k)
            QTest::keyClick(drive(), Qt::Key_Period);
        return label->text() == name;
    }
    bool listed(const std::string &axis, const char *words) {
        for (const auto &line : m_session->parts(axis))
            if (line.text.find(words) != std::string::npos) return true;
        return false;
    }
    /// The line of the belt says that another is wanted.
    bool wanted(const std::string &axis, const char *words) {
        for (const auto &line : m_session->parts(axis))
            if (line.designRef == "belt" && !line.matches && line.wanted.find(words) != std::string::npos) return true;
        return false;
    }
    bool ledgerSays(const QString &words) {
        for (auto *label : drive()->findChildren<QLabel *>())
            if (label->isVisible() && label->text().contains(words)) return true;
        return false;
    }

private slots:
    void init() {
        auto few = shippedCatalogue();
        few.motors.resize(8);
        useCatalogue(std::move(few));
        openWindow();
        m_window->openDemo(u"tarn-mill"_s);
    }
    void cleanup() {
        closeWindow();
        useCatalogue(shippedCatalogue());
    }

    void twoStagesWithALayshaft() {
        m_window->showStation(StationId::Drive, "X");
        QVERIFY(walkTo(u"Screw pulley"_s));
        QTest::keyClick(drive(), Qt::Key_D, Qt::ControlModifier); // one more behind it
        QCOMPARE(m_session->proved("X").model.stages.size(), std::size_t(2));
        const auto id = m_session->proved("X").model.stages[1].id;
        const auto at = [&](const char *key) { return design("X", ("stages/" + id + "/" + key).c_str()); };
        choose(at("kind"), u"gears"_s);
        QVERIFY(m_session->proved("X").model.stageAs<Gears>(1));
        type(at("module_mm"), u"1.5mm"_s);
        type(at("gear_width_mm"), u"15mm"_s);
        type(at("driver/teeth"), u"24"_s);
        type(at("driven/teeth"), u"36"_s);
        choose(at("driver/material"), u"steel"_s);
        choose(at("driven/material"), u"steel"_s);
        QVERIFY((m_session->proved("X").model.stageAs<Gears>(1)->reduction() == Fraction{3, 2}));
        // the shaft between asks for its bearings, and is judged once it has them
        QCOMPARE(verdict("X", "TR-37"), Verdict::NotKnown);
        QVERIFY(walkTo(u"Layshaft"_s));
        for (const auto &[key, text] : {std::pair{"shaft/diameter_mm", u"12mm"},
                                        {"shaft/spacing_mm", u"40mm"},
                                        {"shaft/in_beyond_mm", u"14mm"},
                                        {"shaft/out_beyond_mm", u"14mm"}})
            type(design("X", (std::string("stages/1/") + key).c_str()), QString::fromUtf16(text));
        QCOMPARE(verdict("X", "TR-37"), Verdict::Holds);
        QCOMPARE(verdict("X", "TR-15", "Stress in the layshaft"), Verdict::Holds);
        type(design("X", "stages/1/shaft/spacing_mm"), u"12mm"_s);
        QCOMPARE(verdict("X", "TR-37"), Verdict::Fails);
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(verdict("X", "TR-37"), Verdict::Holds);
        QVERIFY(listed("X", "Gear module 1.5, 24 T, steel") && listed("X", "Layshaft"));
        // nonsense is answered and changes nothing
        type(design("X", "stages/1/shaft/diameter_mm"), u"thick"_s);
        QCOMPARE(m_session->typedAt("/axes/X/designs/A/stages/1/shaft/diameter_mm"), u"12mm"_s);
    }
    void aKeptCrossSlideWithAFoldingHandle() {
        m_session->apply({setUpMachine("mid_lathe"), u"machine"_s});
        const auto axis = m_session->axes().back();
        m_window->showStation(StationId::Drive, axis);
        QVERIFY(m_session->typeInto(design(axis, "motor/holding_torque_Nm"), u"1.9 N m"_s).isEmpty());
        QVERIFY(m_session->typeInto(design(axis, "motor/rated_current_A"), u"2.8A"_s).isEmpty());
        m_window->showStation(StationId::Drive, axis);
        QVERIFY(walkTo(u"Screw, nut"_s));
        type(design(axis, "screw/thread"), u"10tpi"_s);
        choose(design(axis, "screw/kept"), u"yes"_s);
        QVERIFY(m_session->proved(axis).model.keepsScrew);
        choose(design(axis, "handle"), u"fixed"_s);
        QCOMPARE(verdict(axis, "R55"), Verdict::Fails);
        QVERIFY(ledgerSays(u"it breaks wrists"_s));
        choose(design(axis, "handle"), u"folding"_s);
        QCOMPARE(verdict(axis, "R55"), Verdict::Watch);
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(verdict(axis, "R55"), Verdict::Fails);
    }
    void aCarriageOnARack() {
        m_window->openDemo(u"beck-lathe"_s);
        m_window->showStation(StationId::Drive, "Z");
        QVERIFY(walkTo(u"Screw, nut"_s));
        choose(design("Z", "moved_by"), u"rack"_s);
        QVERIFY(m_session->proved("Z").model.rack());
        QVERIFY(walkTo(u"Rack"_s));
        choose(design("Z", "screw/kept"), u"no"_s);
        type(design("Z", "rack/module_mm"), u"1.5mm"_s);
        type(design("Z", "rack/pinion_teeth"), u"18"_s);
        QVERIFY(std::fabs(m_session->proved("Z").model.lead.v - pi * 27e-3) < 1e-12);
        QCOMPARE(verdict("Z", "TR-20"), Verdict::NotKnown);
        type(design("Z", "rack/width_mm"), u"15mm"_s);
        choose(design("Z", "rack/pinion_of"), u"steel"_s);
        choose(design("Z", "rack/rack_of"), u"steel"_s);
        QCOMPARE(verdict("Z", "TR-20"), Verdict::Fails);
        type(design("Z", "rack/width_mm"), u"60mm"_s);
        QCOMPARE(verdict("Z", "TR-20"), Verdict::Holds);
        QVERIFY(listed("Z", "Rack module 1.5") && listed("Z", "Pinion module 1.5, 18 T"));
        for (const auto &line : m_session->parts("Z")) // the line of the screw that went stands as the user's own now
            QVERIFY2(!(line.derived && line.designRef == "screw"), line.text.c_str());
    }
    void theScrewAlongItsTravel() {
        m_window->showStation(StationId::Drive, "X");
        auto *screw = m_window->findChild<ScrewView *>(u"screwView"_s);
        for (int k = 0; k < 6 && drive()->shown() != DrivePage::View::Screw; ++k)
            QTest::keyClick(drive(), Qt::Key_V);
        QVERIFY(screw && screw->isVisible());
        QVERIFY2(headline().startsWith(u"Softest 537"_s), qPrintable(headline()));
        QCOMPARE(screw->share(), 1.0);
        for (int k = 0; k < 12; ++k)
            QTest::keyClick(drive(), Qt::Key_Left, Qt::ShiftModifier);
        QCOMPARE(screw->share(), 0.0);
        const auto near = screw->words();
        QTest::keyClick(drive(), Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY(std::fabs(screw->share() - 0.1) < 1e-9 && screw->words() != near);
        const auto before = m_session->project();
        QCoreApplication::processEvents(); // painted once, it knows where its nut is
        QTest::mouseClick(screw, Qt::LeftButton, {}, QPoint(screw->width() / 2, 60));
        QVERIFY(screw->share() > 0.3 && screw->share() < 0.7);
        QVERIFY(m_session->project() == before); // looking is no change
        // a shorter thread is told where it is seen, and one undo brings it back
        QVERIFY(m_session->typeInto(design("X", "thread_beyond_a_mm"), u"10mm"_s).isEmpty());
        QVERIFY2(headline().contains(u"10 mm of thread are left"_s) || headline().contains(u"thread are left"_s),
                 qPrintable(headline()));
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(headline().startsWith(u"Softest 537"_s));
        // a table has none
        m_window->showStation(StationId::Drive, "B");
        QVERIFY(drive()->shown() != DrivePage::View::Screw);
    }
    /// A tooth a notch on the pulley that is opened; the belt of the stock that fits comes with it; one undo a gesture.
    void pulleysGrowWithTheWheel() {
        m_window->showStation(StationId::Drive, "X");
        auto *view = drive()->view();
        const auto turn = [&](int notches) {
            view->grab(); // painted, it knows where its wheels are
            const QPointF at = view->picture().smallCentre;
            QWheelEvent e(at, view->mapToGlobal(at), {}, {0, 120 * notches}, Qt::NoButton, {}, Qt::NoScrollPhase,
                          false);
            QApplication::sendEvent(view, &e);
        };
        const auto &belt = [&] { return *m_session->proved("X").model.stageAs<ToothedBelt>(0); };
        const int before = belt().driver.teeth;
        const auto code = belt().beltText;
        QVERIFY(walkTo(u"Screw pulley"_s)); // another part is open: the wheel scrolls by
        turn(1);
        QCOMPARE(belt().driver.teeth, before);
        QVERIFY(walkTo(u"Motor pulley"_s));
        const int steps = m_session->undoStack()->count();
        for (int k = 0; k < 4; ++k)
            turn(1);
        QCOMPARE(belt().driver.teeth, before + 4);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QCOMPARE(verdict("X", "TR-01"), Verdict::Holds);
        const auto *work = m_session->proved("X").evaluation.state.stageWork<ToothedBelt>(0);
        QVERIFY(std::fabs(work->centreOff) < 0.1e-3); // the belt and its centres follow
        QTest::keyClick(drive(), Qt::Key_Minus);      // the same by keys
        QCOMPARE(belt().driver.teeth, before + 3);
        m_session->undoStack()->undo();
        QCOMPARE(belt().driver.teeth, before);
        QCOMPARE(belt().beltText, code);
        // eight is the least there is, and it says so
        for (int k = 0; k < 40; ++k)
            QTest::keyClick(drive(), Qt::Key_Minus);
        QCOMPARE(belt().driver.teeth, 8);
    }
    void theFarBearingIsDragged() {
        m_window->showStation(StationId::Drive, "X");
        drive()->goTo(u"screw"_s);
        auto *screw = m_window->findChild<ScrewView *>(u"screwView"_s);
        screw->grab();
        const auto box = screw->picture().farBearing;
        QVERIFY(box.isValid());
        const double span = m_session->proved("X").model.screw().span.v, soft = screw->plan().softest()->stiffness;
        const int steps = m_session->undoStack()->count();
        const double far = 40e-3 * screw->picture().scale;
        QTest::mousePress(screw, Qt::LeftButton, {}, box.center().toPoint());
        for (int k = 1; k <= 4; ++k)
            QTest::mouseMove(screw, (box.center() + QPointF(far * k / 4, 0)).toPoint());
        QTest::mouseRelease(screw, Qt::LeftButton, {}, (box.center() + QPointF(far, 0)).toPoint());
        QVERIFY(std::fabs(m_session->proved("X").model.screw().span.v - span - 40e-3) < 2e-3);
        QCOMPARE(m_session->undoStack()->count(), steps + 1); // one for the whole pull
        QVERIFY(screw->plan().order > 0 && std::fabs(screw->plan().softest()->stiffness / soft - 1) < 0.2);
        // never through the nut
        screw->grab();
        const auto now = screw->picture().farBearing;
        QTest::mousePress(screw, Qt::LeftButton, {}, now.center().toPoint());
        QTest::mouseMove(screw, QPoint(5, int(now.center().y())));
        QTest::mouseRelease(screw, Qt::LeftButton, {}, QPoint(5, int(now.center().y())));
        QVERIFY(m_session->proved("X").model.screw().span.v > screw->plan().nutFar);
        m_session->undoStack()->undo();
        m_session->undoStack()->undo();
        QCOMPARE(m_session->proved("X").model.screw().span.v, span);
    }
    /// Centres that cannot move: a longer belt and an idler, drawn, judged and on the list; more teeth in mesh.
    void anIdlerTakesTheBeltUp() {
        m_window->showStation(StationId::Drive, "X");
        const double mesh = rowOf("X", "TR-05")->capacity;
        QVERIFY(walkTo(u"Belt"_s));
        type(design("X", "stages/1/code"), u"390-5M-15"_s);
        QCOMPARE(verdict("X", "TR-13"), Verdict::Fails); // slack at these centres
        choose(design("X", "stages/1/idler/side"), u"back"_s);
        QCOMPARE(verdict("X", "TR-13"), Verdict::NotKnown);
        type(design("X", "stages/1/idler/diameter_mm"), u"32mm"_s);
        type(design("X", "stages/1/idler/along_mm"), u"50mm"_s);
        QVERIFY(m_session->proved("X").evaluation.state.stageWork<ToothedBelt>(0)->idler);
        QVERIFY(rowOf("X", "TR-05")->capacity > mesh);
        QVERIFY(ledgerSays(u"off the line of centres it takes the belt up"_s));
        QCOMPARE(verdict("X", "TR-03", "Idler wide enough"), Verdict::Holds);
        QVERIFY(listed("X", "Smooth idler 32 mm"));
        type(design("X", "stages/1/idler/along_mm"), u"500mm"_s); // beyond the other pulley
        QCOMPARE(verdict("X", "TR-13"), Verdict::Fails);
        QVERIFY(ledgerSays(u"stand between both pulleys"_s));
    }
    /// What the advice names can be done: the bearing is typed, the shaft bends less, parts and steps have it.
    void anOutboardBearingCuresTheShaft() {
        m_window->showStation(StationId::Drive, "Z");
        QCOMPARE(verdict("Z", "TR-16"), Verdict::Watch);
        const double felt = rowOf("Z", "TR-14")->demand;
        QVERIFY(!listed("Z", "Outboard bearing"));
        QVERIFY(walkTo(u"Motor"_s));
        type(design("Z", "motor/outboard_mm"), u"43mm"_s);
        QCOMPARE(verdict("Z", "TR-16"), Verdict::Holds);
        QVERIFY(rowOf("Z", "TR-14")->demand < felt);
        QVERIFY(listed("Z", "Outboard bearing for 10 mm"));
        m_window->showStation(StationId::Build, "Z");
        QVERIFY(std::ranges::any_of(m_session->plan().steps, [](const auto &s) {
            return s.text.find("Outboard bearing") != std::string::npos;
        }));
        // nearer than the belt it holds nothing
        m_window->showStation(StationId::Drive, "Z");
        QVERIFY(walkTo(u"Motor"_s));
        type(design("Z", "motor/outboard_mm"), u"16mm"_s);
        QCOMPARE(verdict("Z", "TR-16"), Verdict::Watch);
    }
    /// A belt of another form is red in the drawing, in the ledger and against the parts list at once.
    void aWrongBeltIsSeenEverywhere() {
        m_window->showStation(StationId::Drive, "X");
        const auto reds = [&] {
            const auto &p = m_session->proved("X");
            QImage image(900, 300, QImage::Format_RGB32);
            image.fill(theme().sheet);
            QPainter painter(&image);
            paintPowerPath(painter, QRectF(0, 0, 250, 300), QRectF(260, 0, 640, 300), p.model, p.evaluation.state, 0,
                           0.5);
            painter.end();
            int n = 0;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    n += QColor(image.pixel(x, y)) == theme().fails;
            return n;
        };
        QCOMPARE(reds(), 0);
        QVERIFY(!wanted("X", "Belt 8M"));
        type(design("X", "stages/1/code"), u"400-8M-20"_s);
        QCOMPARE(verdict("X", "TR-01"), Verdict::Fails);
        QVERIFY(reds() > 50);
        QVERIFY2(headline().contains(u"8M"_s), qPrintable(headline()));
        QVERIFY(wanted("X", "Belt 8M-20, 400"));
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(reds(), 0);
        QVERIFY(!wanted("X", "Belt 8M"));
    }
};
LW_TEST(TestDriveKinds, "tst_drive_kinds")
#include "tst_drive_kinds.moc"
