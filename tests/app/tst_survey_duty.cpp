// As found and Duty in the real window: a whole survey by keys, tables pasted and dropped, blocks worked by key and
// mouse, a part program read.
#include "test_list.h"
#include "app/window_fixture.h"
#include <random>

using namespace lw;
using namespace Qt::StringLiterals;

class TestSurveyDuty : public WindowFixture {
    Q_OBJECT
    AsFoundPage *found() { return qobject_cast<AsFoundPage *>(m_window->page(StationId::AsFound)); }
    DutyPage *duty() { return qobject_cast<DutyPage *>(m_window->page(StationId::Duty)); }
    QString label(const QString &name) {
        for (auto *l : m_window->findChildren<QLabel *>(name))
            if (l->isVisible()) return l->text();
        return {};
    }
    /// Opens a card by key: its head, Enter.
    void openCard(const char *code) {
        auto *head = m_window->findChild<CardHead *>(u"survey_"_s + QLatin1String(code));
        QVERIFY2(head && head->isVisible(), code);
        head->setFocus();
        QTest::keyClick(head, Qt::Key_Return);
        QCOMPARE(found()->cards()->opened(), std::optional(head->id()));
    }
    void says(const char *words) {
        QVERIFY2(found()->cards()->sentence().contains(QString::fromUtf8(words)),
                 qPrintable(found()->cards()->sentence()));
    }
    void pressLink(const char *name) {
        auto *b = m_window->findChild<QPushButton *>(QLatin1String(name));
        QVERIFY2(b && b->isVisible(), name);
        b->setFocus();
        QTest::keyClick(b, Qt::Key_Space);
    }
    QString status() {
        for (auto *l : m_window->findChildren<QLabel *>(u"status"_s))
            return l->text();
        return {};
    }
    QString file(const QString &name, const QByteArray &content) {
        QFile f(m_dir.filePath(name));
        if (!f.open(QIODevice::WriteOnly)) qFatal("cannot write");
        f.write(content);
        return f.fileName();
    }
    std::size_t rows(const char *list) {
        const auto node = m_session->at("/axes/X/" + std::string(list));
        return node.is_object() ? node.size() : 0;
    }
    QTemporaryDir m_dir;
private slots:
    void initTestCase() { loadFonts(); }
    void init() { openWindow(); }
    void cleanup() { closeWindow(); }

    void kneeMillByKeys() {
        m_session->newJob();
        m_session->apply(
            {{{"/class", "knee_mill"},
              {"/axis_order", {"X", "Y", "Z"}},
              {"/axes",
               {{"X", {{"what", "table"}, {"class_axis", "X"}, {"orientation", "horizontal"}, {"design_shown", "A"}}},
                {"Y", {{"what", "saddle"}, {"class_axis", "Y"}, {"orientation", "horizontal"}, {"design_shown", "A"}}},
                {"Z",
                 {{"what", "knee"}, {"class_axis", "knee"}, {"orientation", "vertical"}, {"design_shown", "A"}}}}}},
             u"knee mill"_s});
        m_window->showStation(StationId::AsFound, "X");
        QVERIFY(label(u"health"_s).contains(u"Nothing read yet"_s));
        type(u"/axes/X/travel_mm"_s, u"800mm"_s);
        type(u"/axes/X/used_from_mm"_s, u"300mm"_s);
        type(u"/axes/X/used_to_mm"_s, u"500mm"_s);
        const std::tuple<int, int, int> pulls[] = {
            {0, 310, 290}, {200, 240, 230}, {400, 165, 155}, {600, 230, 220}, {800, 340, 330}};
        for (const auto &[at, away, back] : pulls) {
            found()->setFocus();
            key(Qt::Key_Insert);
            const auto all = m_session->at("/axes/X/survey/pull/readings");
            const QString r = u"/axes/X/survey/pull/readings/"_s + QString::fromStdString(std::prev(all.end()).key());
            type(r + u"/at_mm"_s, QString::number(at) + u"mm"_s);
            type(r + u"/away_N"_s, QString::number(away) + u"N"_s);
            type(r + u"/back_N"_s, QString::number(back) + u"N"_s);
        }
        QVERIFY2(label(u"mapWords"_s).contains(u"wear, not adjustment"_s) &&
                     label(u"mapWords"_s).contains(u"Work stays where it is loose"_s),
                 qPrintable(label(u"mapWords"_s)));
        openCard("handle");
        type(u"/axes/X/survey/handle/pull_N"_s, u"20N"_s);
        type(u"/axes/X/survey/handle/radius_mm"_s, u"90mm"_s);
        type(u"/axes/X/survey/handle/travel_per_turn_mm"_s, u"0.2in"_s);
        says("direct one is believed");
        openCard("loads");
        for (const auto &[mass, force] : {std::pair{u"200kg"_s, u"230N"_s}, {u"300kg"_s, u"310N"_s}}) {
            found()->cards()->setFocus();
            pressLink("surveyAdd");
            const auto n = rows("survey/loads");
            const QString r = u"/axes/X/survey/loads/%1/"_s.arg(int(n), 2, 10, QLatin1Char('0'));
            type(r + u"mass_kg"_s, mass);
            type(r + u"pull_N"_s, force);
        }
        says("of the weight");
        openCard("breakaway");
        type(u"/axes/X/survey/breakaway/to_start_N"_s, u"300N"_s);
        type(u"/axes/X/survey/breakaway/to_keep_going_N"_s, u"200N"_s);
        says("1.5×");
        openCard("lost_motion");
        type(u"/axes/X/survey/lost_motion/total_mm"_s, u"0.6mm"_s);
        type(u"/axes/X/survey/lost_motion/thrust_float_mm"_s, u"0.35mm"_s);
        type(u"/axes/X/survey/lost_motion/nut_in_slot_mm"_s, u"0.05mm"_s);
        type(u"/axes/X/survey/lost_motion/wind_up_mm"_s, u"0.02mm"_s);
        says("thrust bearing");
        openCard("lead");
        type(u"/axes/X/survey/lead/measured_travel_mm"_s, u"50.8mm"_s);
        type(u"/axes/X/survey/lead/turns"_s, u"10"_s);
        type(u"/axes/X/survey/lead/threads_per_inch"_s, u"5"_s);
        says("agree");
        choose(u"/axes/X/survey/lead/left_hand"_s, u"yes"_s);
        says("Left hand");
        openCard("run_out");
        type(u"/axes/X/survey/run_out_mm"_s, u"0.03mm"_s);
        says("off centre");
        openCard("mass");
        pressLink("addMass");
        type(u"/axes/X/survey/moving_mass/01/mass_kg"_s, u"180kg"_s);
        type(u"/axes/X/rides_on"_s, u"Y"_s);
        says("Good to");
        const auto saddle = [&] { return m_session->proved("Y").model.mass; };
        QVERIFY(saddle().assumed()); // the table rides on it, its own casting nobody weighed: the class speaks for both
        QCOMPARE(saddle().v, 320.0);
        m_session->typeInto(u"/axes/Y/survey/moving_mass/01/mass_kg"_s, u"95kg"_s, u"measured"_s);
        QVERIFY(!saddle().assumed());
        QCOMPARE(saddle().v, 275.0); // carried, entered once
        m_session->undoStack()->undo();
        openCard("tram");
        type(u"/baseline/tram_x_mm"_s, u"0.01mm"_s);
        type(u"/baseline/swing_mm"_s, u"250mm"_s);
        says("in 200");
        openCard("nose");
        type(u"/baseline/nose_mm"_s, u"0.008mm"_s);
        says("swings");
        openCard("room");
        type(u"/axes/X/survey/room/shaft_mm"_s, u"19.02mm"_s);
        QCOMPARE(measuredOfSeven(m_session->project(), "X"), 7);
        QVERIFY2(label(u"health"_s).contains(u"Worth a motor"_s), qPrintable(label(u"health"_s)));
        QVERIFY(label(u"repairs"_s).contains(u"gib"_s));
        // all of it undone by the keyboard, and nothing is left but the machine
        while (m_session->undoStack()->index() > 1)
            key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(measuredOfSeven(m_session->project(), "X"), 0);
    }
    void uprightHeadByKeys() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "Z");
        openCard("hoist");
        type(u"/axes/Z/survey/hoist/up_N"_s, u"480N"_s);
        type(u"/axes/Z/survey/hoist/down_N"_s, u"27 kgf"_s);
        says("Net weight");
        QVERIFY(label(u"surveyWords"_s).contains(u"Prop it first"_s)); // the caution stands in the steps
        openCard("strut");
        type(u"/axes/Z/survey/balance/force_N"_s, u"250N"_s);
        type(u"/axes/Z/survey/balance/stroke_mm"_s, u"250mm"_s);
        type(u"/axes/Z/survey/balance/progression"_s, u"30%"_s);
        says("If the strut fails");
        type(u"/axes/Z/survey/balance/force_N"_s, u"350N"_s);
        QVERIFY2(label(u"surveyCure"_s).contains(u"overtakes the weight"_s), qPrintable(label(u"surveyCure"_s)));
        key(Qt::Key_Z, Qt::ControlModifier);
        says("250");
    }
    void sixtyReadingsPasted() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        openCard("play_along");
        const auto before = rows("survey/lost_motion/places");
        QString words = u"Place\tLost there\n"_s;
        for (int k = 0; k < 60; ++k)
            words += u"%1\t%2\n"_s.arg(k * 6).arg(u"0,%1"_s.arg(25 + k % 7));
        QGuiApplication::clipboard()->setText(words);
        pressLink("surveyPaste");
        QCOMPARE(rows("survey/lost_motion/places"), before + 60);
        QVERIFY2(status().contains(u"60 rows read"_s) && status().contains(u"Decimal commas"_s), qPrintable(status()));
        QCOMPARE(m_session->proved("X").model.playAlong.size(), before + 60);
        m_session->undoStack()->undo(); // one step
        QCOMPARE(rows("survey/lost_motion/places"), before);
        // rounds: place and eight marks a row
        openCard("round");
        const auto rounds = rows("survey/round");
        QGuiApplication::clipboard()->setText(u"100\t0\t1\t2\t3\t2\t1\t0\t-1\n"_s);
        pressLink("surveyPaste");
        QCOMPARE(rows("survey/round"), rounds + 1);
    }
    void wrongCsvIsASentence_data() {
        QTest::addColumn<QByteArray>("content");
        QTest::addColumn<int>("taken");
        QTest::addColumn<QString>("says");
        QTest::newRow("wrong column") << QByteArray("Place (mm),Pull (N)\n0,60\n200,40\n") << 0 << u"wrong column"_s;
        QTest::newRow("decimal comma") << QByteArray("0;0,25\n200;0,34\n") << 2 << u"Decimal commas"_s;
        QTest::newRow("decimal comma between commas")
            << QByteArray("0,0,0,25\n200,0,0,34\n") << 0 << u"Commas stand both"_s;
        QTest::newRow("inch header") << QByteArray("Place (in),Lost there (in)\n0,0.010\n8,0.013\n") << 2
                                     << u"as the header says"_s;
        QTest::newRow("last row broken") << QByteArray("0,0.25\n200,wide\n") << 0 << u"Line 2"_s;
        QTest::newRow("binary") << QByteArray("\x00\x01\xff\xfe\x7f\n\x02,\x03", 10) << 0 << u"."_s;
        QTest::newRow("empty") << QByteArray() << 0 << u"nothing to read"_s;
    }
    void wrongCsvIsASentence() {
        QFETCH(QByteArray, content);
        QFETCH(int, taken);
        QFETCH(QString, says);
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        openCard("play_along");
        const auto before = m_session->project();
        const auto had = rows("survey/lost_motion/places");
        QVERIFY(m_window->takeFile(file(u"readings.csv"_s, content)));
        QVERIFY2(status().contains(says), qPrintable(status()));
        QCOMPARE(rows("survey/lost_motion/places"), had + std::size_t(taken));
        if (!taken) QVERIFY(m_session->project() == before); // nothing lost, nothing half-loaded
        QVERIFY(!m_window->takeFile(file(u"notes.pdf"_s, "x")));
    }
    void noCardOpenOrNoTable() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        m_window->takeFile(file(u"readings.csv"_s, "0,0.2\n"));
        QVERIFY2(status().contains(u"Open the card"_s), qPrintable(status()));
        QVERIFY2(found()->cards()->readFile(m_dir.filePath(u"not there.csv"_s)).contains(u"there is no such file"_s),
                 "missing file");
    }
    void resultsFollowTheTyping() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        openCard("run_out");
        const QString p = u"/axes/X/survey/run_out_mm"_s;
        auto *line = entry(p)->line();
        line->setFocus();
        line->selectAll();
        const int steps = m_session->undoStack()->count();
        const auto log = m_session->at("/log").size();
        QTest::keyClicks(line, u"0.0"_s); // half a number: nothing yet
        QTest::keyClicks(line, u"9mm"_s);
        QTRY_VERIFY2(found()->cards()->sentence().contains(u"0.045"_s), qPrintable(found()->cards()->sentence()));
        QCOMPARE(line->text(), u"0.09mm"_s); // the line is left alone
        QCOMPARE(m_session->at("/log").size(), log);
        QTest::keyClick(line, Qt::Key_Escape);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"0.048mm"_s);
        QCOMPARE(m_session->undoStack()->count(), steps);
        // and kept by Enter, as one step with its entry in the log
        line->setFocus();
        line->selectAll();
        QTest::keyClicks(line, u"0.07mm"_s);
        QTRY_VERIFY(found()->cards()->sentence().contains(u"0.035"_s));
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(m_session->typedAt(p.toStdString()), u"0.07mm"_s);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QVERIFY(m_session->at("/log").size() > log);
        m_session->undoStack()->undo();
        QCOMPARE(m_session->typedAt(p.toStdString()), u"0.048mm"_s);
        QCOMPARE(m_session->at("/log").size(), log);
    }
    void castingsByTheirSize() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "Y");
        openCard("mass");
        auto *figure = m_window->findChild<CardFigure *>(u"cardFigure"_s);
        QVERIFY2(figure->isVisible() && figure->accessibleName().contains(u"Y saddle, moves"_s) &&
                     figure->accessibleName().contains(u"X table"_s),
                 qPrintable(figure->accessibleName()));
        const double before = m_session->proved("Y").model.mass.v;
        pressLink("addMass");
        const auto pieces = m_session->at("/axes/Y/survey/moving_mass");
        const QString r = u"/axes/Y/survey/moving_mass/"_s + QString::fromStdString(std::prev(pieces.end()).key());
        choose(r + u"/kind"_s, u"plate"_s);
        type(r + u"/length_mm"_s, u"300mm"_s);
        type(r + u"/width_mm"_s, u"200mm"_s);
        type(r + u"/height_mm"_s, u"20mm"_s);
        const auto &m = m_session->proved("Y").model.mass; // grey iron, 7200 kg/m3, solid: 8.64 kg, good to a quarter
        QVERIFY(std::fabs(m.v - before - 8.64) < 1e-9);
        QVERIFY2(entry(r + u"/mass_kg"_s)->line()->text().contains(u"8.64"_s),
                 qPrintable(entry(r + u"/mass_kg"_s)->line()->text()));
    }
    void rowsAddedStruckAndBack() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        openCard("loads");
        const auto had = rows("survey/loads");
        key(Qt::Key_Insert); // the cursor stands in the card
        QCOMPARE(rows("survey/loads"), had + 1);
        QVERIFY(m_window->findChild<QPushButton *>(u"surveyAdd"_s)->isVisible());
        QVERIFY(found()->cards()->strikeRow()); // the row the cursor stands in
        QCOMPARE(rows("survey/loads"), had);
        m_session->undoStack()->undo();
        QCOMPARE(rows("survey/loads"), had + 1);
        // closing and opening keeps everything; arrows walk the heads
        auto *head = found()->cards()->head(SurveyCardId::Loads);
        head->setFocus();
        QTest::keyClick(head, Qt::Key_Return);
        QVERIFY(!found()->cards()->opened());
        QTest::keyClick(head, Qt::Key_Down);
        QCOMPARE(QApplication::focusWidget(), found()->cards()->head(SurveyCardId::Breakaway));
    }
    void pointDraggedAndUndone() {
        m_window->openDemo();
        m_window->showStation(StationId::AsFound, "X");
        auto *chart = m_window->findChild<PullChart *>();
        const QString before = m_session->typedAt("/axes/X/survey/pull/readings/04/away_N");
        emit chart->dragged(u"04"_s, true, 90);
        emit chart->dragged(u"04"_s, true, 300);
        QCOMPARE(m_session->typedAt("/axes/X/survey/pull/readings/04/away_N"), u"300N"_s);
        QVERIFY(!label(u"mapWords"_s).contains(u"loose in the middle"_s));
        while (m_session->typedAt("/axes/X/survey/pull/readings/04/away_N") != before) {
            QVERIFY(m_session->undoStack()->canUndo());
            m_session->undoStack()->undo();
        }
        QVERIFY(label(u"mapWords"_s).contains(u"loose in the middle"_s));
        // the bar of lost motion opens its card
        QTest::mouseClick(m_window->findChild<LostBar *>(), Qt::LeftButton);
        QCOMPARE(found()->cards()->opened(), std::optional(SurveyCardId::LostMotion));
    }
    void everyHeadSpeaks() {
        m_window->openDemo();
        for (const char *axis : {"X", "Z"}) {
            m_window->showStation(StationId::AsFound, axis);
            for (auto *head : m_window->findChildren<CardHead *>()) {
                if (!head->isVisible()) continue;
                QVERIFY(head->accessibleName().startsWith(head->text()));
                QVERIFY(head->focusPolicy() & Qt::TabFocus);
            }
        }
    }

    // ---- Duty
    void blocksByKeys() {
        m_window->openDemo();
        m_window->showStation(StationId::Duty, "X");
        QCOMPARE(duty()->current(), 1); // the heaviest
        duty()->moves()->setFocus();
        QTest::keyClick(duty()->moves(), Qt::Key_Down);
        QCOMPARE(duty()->current(), 2);
        key(Qt::Key_Up, Qt::AltModifier); // the rapid back goes before the roughing
        QCOMPARE(duty()->current(), 1);
        QCOMPARE(m_session->proved("X").model.moves[1].name, std::string("Back"));
        QCOMPARE(m_session->proved("X").model.moves[2].name, std::string("Roughing"));
        m_session->undoStack()->undo();
        QCOMPARE(m_session->proved("X").model.moves[1].name, std::string("Roughing"));
        duty()->setFocus();
        const auto count = m_session->proved("X").model.moves.size();
        key(Qt::Key_Insert);
        QCOMPARE(m_session->proved("X").model.moves.size(), count + 1);
        QVERIFY(label(u"cutFigure"_s).contains(u"not known"_s)); // nothing typed: never a silent zero
        duty()->setFocus();
        key(Qt::Key_Delete);
        QCOMPARE(m_session->proved("X").model.moves.size(), count);
        // Space plays, Space stops
        key(Qt::Key_Space);
        QVERIFY(duty()->cycle()->playing());
        QTRY_VERIFY(duty()->cycle()->scrub() > 0);
        key(Qt::Key_Space);
        QVERIFY(!duty()->cycle()->playing());
        // a length typed in the table
        duty()->moves()->setCurrentId(u"0"_s);
        auto *model = duty()->moves()->model();
        QVERIFY(model->setData(model->index(0, 1), u"10cm"_s, Qt::EditRole));
        QCOMPARE(m_session->typedAt("/axes/X/duty/moves/01/length_mm"), u"10cm"_s);
        QVERIFY(!model->setData(model->index(0, 1), u"long"_s, Qt::EditRole));
        QCOMPARE(m_session->typedAt("/axes/X/duty/moves/01/length_mm"), u"10cm"_s);
    }
    void blocksByMouse() {
        m_window->openDemo();
        m_window->showStation(StationId::Duty, "X");
        auto *cycle = duty()->cycle();
        const auto at = [&](int k, Qt::Edge where = Qt::TopEdge) {
            const auto &r = cycle->drawn().blocks[std::size_t(k)].strip;
            return where == Qt::RightEdge ? QPoint(int(r.right()), int(r.center().y())) : r.center().toPoint();
        };
        const auto drag = [&](QPoint from, QPoint to) {
            QTest::mousePress(cycle, Qt::LeftButton, {}, from);
            QMouseEvent move(QEvent::MouseMove, QPointF(to), cycle->mapToGlobal(QPointF(to)), Qt::NoButton,
                             Qt::LeftButton, Qt::NoModifier);
            QApplication::sendEvent(cycle, &move);
            QTest::mouseRelease(cycle, Qt::LeftButton, {}, to);
        };
        QTest::mouseClick(cycle, Qt::LeftButton, {}, at(3));
        QCOMPARE(duty()->current(), 3);
        // the edge of the facing block, half again as wide
        const auto r = cycle->drawn().blocks[3].strip;
        drag(at(3, Qt::RightEdge), at(3, Qt::RightEdge) + QPoint(int(r.width() / 2), 0));
        QCOMPARE(m_session->proved("X").model.moves[3].length.v, 0.090);
        m_session->undoStack()->undo();
        QCOMPARE(m_session->proved("X").model.moves[3].length.v, 0.060);
        // the roughing block dropped behind the facing one
        drag(at(1), at(3) + QPoint(20, 0));
        QCOMPARE(m_session->proved("X").model.moves[3].name, std::string("Roughing"));
        m_session->undoStack()->undo();
        // scrub in the speed band: the line says where it is
        const auto &band = cycle->drawn().blocks[1].speed;
        QTest::mouseClick(cycle, Qt::LeftButton, {}, band.center().toPoint());
        QVERIFY(cycle->scrub() > cycle->cycle().blocks[1].from && cycle->scrub() < cycle->cycle().blocks[2].from);
    }
    void cutterGripsAndMetals() {
        m_window->openDemo();
        m_window->showStation(StationId::Duty, "X");
        auto *cut = duty()->cutView();
        QVERIFY(cut->isVisible());
        m_window->repaint();
        cut->grab();
        const auto grip = cut->grips().width.center().toPoint();
        QVERIFY(!cut->grips().width.isEmpty());
        QTest::mousePress(cut, Qt::LeftButton, {}, grip);
        const QPointF up = QPointF(grip) - QPointF(0, 10);
        QMouseEvent move(QEvent::MouseMove, up, cut->mapToGlobal(up), Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(cut, &move);
        QTest::mouseRelease(cut, Qt::LeftButton, {}, up.toPoint());
        const double width = m_session->proved("X").model.cuts[0].mill.width.value();
        QVERIFY2(width > 0.0065 && width <= 0.012, qPrintable(QString::number(width)));
        while (m_session->undoStack()->canUndo())
            m_session->undoStack()->undo();
        QCOMPARE(m_session->proved("X").model.cuts[0].mill.width.value(), 0.006);
        // the last bar: the hardest metal
        auto *metals = m_window->findChild<MetalBars *>(u"otherMetals"_s);
        const auto count = metals->metals().size();
        QTest::mouseClick(metals, Qt::LeftButton, {}, QPoint(60, int(otherMetalRow * (double(count) - 0.5))));
        QCOMPARE(m_session->proved("X").model.cuts[0].material->code, std::string_view("stainless"));
    }
    void everyKindOfBlockHasItsEntries_data() {
        QTest::addColumn<QString>("sample");
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QStringList>("typed");
        QTest::addColumn<double>("force");
        QTest::addColumn<double>("within");
        // turning: kc 2220 * 0.2^-0.14, b 2, h 0.2, worn 1.3, of it 0.45; grinding: 40 J/mm3 * 0.01 * 10 * 12000/60 /
        // 28 m/s
        QTest::newRow("turning") << u"beck-lathe"_s << u"turning"_s
                                 << QStringList{u"depth_mm=2mm"_s, u"feed_per_turn_mm=0.2mm"_s, u"spindle_rpm=500"_s,
                                                u"diameter_mm=40mm"_s}
                                 << 0.45 * 2220 * std::pow(0.2, -0.14) * 0.4 * 1.3 << 1.0;
        QTest::newRow("grinding") << u"sill-grinder"_s << u"grinding"_s
                                  << QStringList{u"depth_mm=0.01mm"_s, u"width_mm=10mm"_s, u"feed_mm_min=12000"_s}
                                  << 40e9 * 0.01e-3 * 0.010 * 0.2 / 28 << 0.1;
        QTest::newRow("a force") << u"beck-lathe"_s << u"force"_s
                                 << QStringList{u"force_N=300N"_s, u"feed_mm_min=100"_s} << 300.0 << 1e-9;
    }
    void everyKindOfBlockHasItsEntries() {
        QFETCH(QString, sample);
        QFETCH(QString, kind);
        QFETCH(QStringList, typed);
        QFETCH(double, force);
        QFETCH(double, within);
        m_window->openDemo(sample);
        const QString axis = sample == u"beck-lathe"_s ? u"Z"_s : u"X"_s;
        m_window->showStation(StationId::Duty, axis.toStdString());
        duty()->setFocus();
        key(Qt::Key_Insert);
        const int at = duty()->current();
        const QString id =
            QString::fromStdString(m_session->proved(axis.toStdString()).model.moves[std::size_t(at)].id);
        const QString base = u"/axes/%1/duty/moves/%2/"_s.arg(axis, id);
        choose(base + u"kind"_s, kind);
        if (kind == u"turning"_s) choose(base + u"material"_s, u"medium_carbon_steel"_s);
        for (const auto &t : typed)
            type(base + t.section(u'=', 0, 0), t.section(u'=', 1));
        const auto &m = m_session->proved(axis.toStdString()).model;
        const double got = m.cuts[std::size_t(m.moves[std::size_t(at)].cut)].force.v;
        QVERIFY2(std::fabs(got - force) <= within, qPrintable(u"%1, expected %2"_s.arg(got).arg(force)));
        QVERIFY(!label(u"cutFigure"_s).contains(u"not known"_s));
    }
    void casesTargetsAndWheel() {
        m_window->openDemo();
        m_window->showStation(StationId::Duty, "Z");
        duty()->goTo(u"2"_s);
        QVERIFY2(label(u"casesSay"_s).startsWith(u"Worst: drilling"_s), qPrintable(label(u"casesSay"_s)));
        QVERIFY(m_window->findChild<CellsView *>(u"casesTable"_s)->model()->rowCount() >= 8);
        m_window->showStation(StationId::Duty, "X");
        type(u"/axes/X/targets/rapid_mm_min"_s, u"20000"_s);
        QVERIFY2(label(u"targetsSay"_s).contains(u"hardly ever reached"_s), qPrintable(label(u"targetsSay"_s)));
        type(u"/axes/X/targets/rapid_mm_min"_s, u"2500"_s);
        QVERIFY(label(u"targetsSay"_s).contains(u"within reach"_s));
        type(u"/handwheel/mm_per_turn"_s, u"0.1mm"_s);
        QVERIFY2(label(u"wheelSay"_s).contains(u"0.001 mm a click"_s) ||
                     label(u"wheelSay"_s).contains(u"0.001\u00a0mm a click"_s),
                 qPrintable(label(u"wheelSay"_s)));
        QVERIFY(label(u"wheelSay"_s).contains(u"some clicks do nothing"_s));
    }
    void partProgramIsTheDuty() {
        m_window->openDemo();
        QVERIFY(m_window->takeFile(
            QStringLiteral(LW_SOURCE_DIR "/data/demo/mounting-plate.nc"))); // from the board: goes to Duty
        QCOMPARE(int(m_window->station()), int(StationId::Duty));
        auto *program = duty()->program();
        QTRY_VERIFY(program->result() && !program->reading());
        QVERIFY2(program->sentence().contains(u"61 moves"_s) &&
                     program->sentence().contains(u"3 lines were not followed"_s),
                 qPrintable(program->sentence()));
        const auto *skipped = m_window->findChild<CellsView *>(u"programSkipped"_s);
        QCOMPARE(skipped->model()->rowCount(), 3);
        QVERIFY(label(u"programFigures"_s).contains(u"reversals"_s) &&
                label(u"programFigures"_s).contains(u"Worst second"_s));
        QCOMPARE(m_session->typedAt("/part_program/file"), u"mounting-plate.nc"_s);
        const double before = program->result()->time;
        // faster axes: what was read is marked as old until it is read again
        m_session->typeInto(u"/axes/X/targets/acceleration_m_s2"_s, u"0.05m/s2"_s);
        QVERIFY2(label(u"programNotes"_s).contains(u"read it again"_s), qPrintable(label(u"programNotes"_s)));
        pressLink("readProgramAgain");
        QTRY_VERIFY(!program->reading() && program->result()->time > before);
        QVERIFY(!label(u"programNotes"_s).contains(u"read it again"_s));
        // a file that is not there, and one of nonsense: what was read stays, or nothing moves and it says so
        program->readFile(m_dir.filePath(u"gone.nc"_s));
        QVERIFY2(status().contains(u"cannot be read"_s), qPrintable(status()));
        program->readFile(file(u"nonsense.nc"_s, "hello\nG2 X1\n\xff\xfe\n"));
        QTRY_VERIFY(!program->reading());
        QVERIFY2(program->sentence().contains(u"Nothing in it moves an axis"_s), qPrintable(program->sentence()));
    }
    void anyKeysInAnyOrder_data() {
        QTest::addColumn<int>("station");
        QTest::addColumn<QString>("axis");
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1; seed <= 3; ++seed) {
            QTest::newRow(qPrintable(u"as found X %1"_s.arg(seed))) << int(StationId::AsFound) << u"X"_s << seed;
            QTest::newRow(qPrintable(u"as found Z %1"_s.arg(seed))) << int(StationId::AsFound) << u"Z"_s << seed;
            QTest::newRow(qPrintable(u"duty X %1"_s.arg(seed))) << int(StationId::Duty) << u"X"_s << seed;
            QTest::newRow(qPrintable(u"duty Z %1"_s.arg(seed))) << int(StationId::Duty) << u"Z"_s << seed;
        }
    }
    void anyKeysInAnyOrder() { // nothing breaks, and undo leads back to where it began
        QFETCH(int, station);
        QFETCH(QString, axis);
        QFETCH(unsigned, seed);
        m_window->openDemo();
        m_window->showStation(StationId(station), axis.toStdString());
        const auto before = m_session->project();
        QTimer closer; // a file dialog waits for nobody here
        connect(&closer, &QTimer::timeout, this, [] {
            if (auto *dialog = QApplication::activeModalWidget()) dialog->close();
        });
        closer.start(15);
        std::mt19937 random(seed);
        const Qt::Key keys[] = {Qt::Key_Tab,  Qt::Key_Tab,  Qt::Key_Tab,    Qt::Key_Backtab,  Qt::Key_Return,
                                Qt::Key_Down, Qt::Key_Up,   Qt::Key_Insert, Qt::Key_Delete,   Qt::Key_Space,
                                Qt::Key_F1,   Qt::Key_Left, Qt::Key_Right,  Qt::Key_Backspace};
        const char typed[] = "0123456789.,mN-k";
        for (int k = 0; k < 160; ++k) {
            QWidget *w = QApplication::focusWidget();
            if (!w || w->window() != m_window.get()) w = m_window.get();
            if (random() % 4 == 0)
                QTest::keyClick(w, typed[random() % (sizeof typed - 1)]);
            else
                QTest::keyClick(w, keys[random() % std::size(keys)],
                                random() % 9 == 0 ? Qt::AltModifier : Qt::NoModifier);
            if (auto *popup = QApplication::activePopupWidget()) popup->close();
        }
        m_window->showStation(StationId(station), axis.toStdString());
        m_window->page(StationId(station))->setFocus();
        while (m_session->undoStack()->canUndo())
            m_session->undoStack()->undo();
        QVERIFY(m_session->project() == before);
        while (m_session->undoStack()->canRedo())
            m_session->undoStack()->redo();
        QVERIFY(!headline().isEmpty());
    }
    void aLongProgramCanBeStopped() {
        m_window->openDemo();
        m_window->showStation(StationId::Duty, "X");
        duty()->goTo(u"3"_s);
        QByteArray text("G1 F500\n");
        for (int k = 0; k < 400000; ++k)
            text += "X" + QByteArray::number(k % 300) + "Y" + QByteArray::number(k % 100) + "\n";
        auto *program = duty()->program();
        program->readFile(file(u"long.nc"_s, text));
        QVERIFY(program->reading());
        QVERIFY(m_window->findChild<QProgressBar *>(u"programProgress"_s)->isVisible());
        pressLink("stopProgram");
        QTRY_VERIFY(!program->reading());
        QVERIFY(!program->result());
        QVERIFY2(status().contains(u"was stopped"_s), qPrintable(status()));
        // closing the window while one is read neither hangs nor crashes
        program->readFile(m_dir.filePath(u"long.nc"_s));
    }
};

LW_TEST(TestSurveyDuty, "tst_survey_duty")
#include "tst_survey_duty.moc"
