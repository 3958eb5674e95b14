// From an axis that only knows what it must do to a design that holds, in the window, by keys and by the mouse.
#include "test_list.h"
#include "app/stations/proof/proof_page.h"
#include "app/stations/drive/machine_dialog.h"
#include "app/stations/proof/mend_all_dialog.h"
#include "app/stations/drive/own_row_dialog.h"
#include "app/window_fixture.h"
#include "core/search/small_catalogue.h"
#include "machine/new_axis.h"
#include "proof/checks/limits.h"
#include "session/user_data.h"
#include <QTemporaryDir>

using namespace lw;
using namespace Qt::StringLiterals;

class TestSizing : public WindowFixture {
    Q_OBJECT

    DrivePage *drive() { return qobject_cast<DrivePage *>(m_window->page(StationId::Drive)); }
    SizingView *sizing() { return drive()->sizing(); }
    /// Waits for the whole answer, not by the clock.
    void answered() { QTRY_VERIFY_WITH_TIMEOUT(!sizing()->sizing().running(), 60000); }
    QString label(const QString &name) { return m_window->findChild<QLabel *>(name)->text(); }
    const SizeResult &result() { return *sizing()->sizing().answer().result; }
    void fresh(const char *machine, const std::string &axis) {
        m_session->apply({setUpMachine(machine), u"machine"_s});
        m_window->showStation(StationId::Drive, axis);
        answered();
    }

private slots:
    void init() {
        useCatalogue(test::smallCatalogue(5));
        openWindow();
    }
    void cleanup() {
        closeWindow();
        useCatalogue(shippedCatalogue());
    }

    // The first evening: at most twelve keys from an empty window to a proved X with its list of parts.
    void theFirstEvening() {
        int keys = 0;
        const auto press = [&](QWidget *w, Qt::Key k) {
            QTest::keyClick(w, k);
            ++keys;
        };
        m_window->board()->setFocus();
        press(m_window->board(), Qt::Key_A); // add an axis
        press(m_window->findChild<QListWidget *>(u"classes"_s), Qt::Key_Return);
        QCOMPARE(m_session->axes().size(), std::size_t(1));
        const auto axis = m_session->axes().front();
        press(QApplication::focusWidget() ? QApplication::focusWidget() : m_window.get(), Qt::Key_3);
        QCOMPARE(m_window->station(), StationId::Drive);
        QCOMPARE(drive()->shown(), DrivePage::View::Sizing); // nothing chosen: it proposes
        QVERIFY(label(u"demandWords"_s).contains(u"pushes"_s));
        answered();
        QVERIFY(!result().proposals.empty());
        const auto promised = result().proposals.front();
        const int before = m_session->undoStack()->count();
        press(m_window.get(), Qt::Key_Return); // takes it
        QCOMPARE(m_session->undoStack()->count(), before + 1);
        QCOMPARE(drive()->shown(), DrivePage::View::Chain);
        const auto &p = m_session->proved(axis);
        QVERIFY(p.model.hasMotor());
        const auto *worst = worstTorque(p.evaluation);
        QVERIFY(worst && std::fabs(worst->margin - promised.margin) < 0.006);
        press(m_window.get(), Qt::Key_4);
        QVERIFY(headline().contains(u"olds"_s) || headline().contains(u"rapid"_s));
        press(m_window.get(), Qt::Key_5);
        QVERIFY(m_session->parts(axis).size() >= 5);
        QVERIFY(m_session->totals().open.empty());
        QVERIFY2(keys <= 12, qPrintable(QString::number(keys)));
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(!m_session->proved(axis).model.hasMotor()); // one step back: all of it
    }
    void ratioAndLeadAreChosenInTheChart() {
        useCatalogue(shippedCatalogue());
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Drive, "X");
        QTest::keyClick(drive(), Qt::Key_V); // chain, then ratio and lead
        QCOMPARE(drive()->shown(), DrivePage::View::Charts);
        auto *view = drive()->ratio();
        view->settle();
        auto *chart = view->chart(Swept::Ratio);
        QVERIFY(label(u"ratioWords"_s).startsWith(u"Ratio "_s) && label(u"ratioWords"_s).contains(u"does the job"_s));
        QVERIFY(chart->sweep().parts.size() > 50);
        // by keys: the next that holds, Enter takes it, one step
        const double before = chart->sweep().now;
        QTest::keyClick(drive(), Qt::Key_Right);
        QVERIFY(view->chosen() >= 0);
        const auto next = chart->sweep().parts[std::size_t(view->chosen())];
        QVERIFY(next.fails == 0 && next.ratio >= before);
        QVERIFY2(label(u"ratioPart"_s).startsWith(text(next.name)), qPrintable(label(u"ratioPart"_s)));
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(drive(), Qt::Key_Return);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        const auto &taken = m_session->proved("X").evaluation;
        QVERIFY(std::fabs(taken.state.ratio() - next.ratio) < 1e-12);
        QVERIFY(std::fabs(worstTorque(taken)->margin - next.margin) < 1e-9);
        m_session->undoStack()->undo();
        // by the mouse: the design's point pulled along the scale, live; one step for the whole pull
        view->settle();
        QCOMPARE(chart->sweep().now, before);
        const auto at = chart->designPlace().toPoint();
        QTest::mousePress(chart, Qt::LeftButton, {}, at);
        for (int x = 10; x <= 80; x += 10)
            QTest::mouseMove(chart, at + QPoint(x, 0));
        QTest::mouseRelease(chart, Qt::LeftButton, {}, at + QPoint(80, 0));
        QVERIFY(m_session->proved("X").evaluation.state.ratio() > before * 1.1);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        m_session->undoStack()->undo();
        QCOMPARE(m_session->proved("X").evaluation.state.ratio(), before);
        // a lead, by a double click on a screw
        view->settle();
        auto *leads = view->chart(Swept::Lead);
        const auto &parts = leads->sweep().parts;
        const auto five = std::ranges::find_if(
            parts, [](const Alternative &a) { return std::fabs(a.lead - 5e-3) < 1e-9 && a.fails == 0; });
        QVERIFY(five != parts.end());
        QTest::mouseDClick(leads, Qt::LeftButton, {}, leads->placeOf(five->lead, five->margin).toPoint());
        QVERIFY(std::fabs(m_session->proved("X").model.lead.v - 5e-3) < 1e-9);
        // with no motor it says what comes first
        m_session->undoStack()->undo();
        m_session->apply({{{"/axes/X/designs/A/motor", nullptr}}, u"no motor"_s});
        QVERIFY2(label(u"ratioWords"_s).startsWith(u"Choose motor and supply first"_s),
                 qPrintable(label(u"ratioWords"_s)));
    }
    void aFirstLookComesBeforeTheWhole() {
        // a part of the rows: the whole of everything sold takes minutes under the sanitizers
        auto shop = shippedCatalogue();
        const auto oneIn = [](std::size_t few, auto &rows) {
            std::size_t n = 0;
            std::erase_if(rows, [&](const auto &) { return n++ % few != 0; });
        };
        oneIn(3, shop.motors);
        oneIn(6, shop.servos);
        oneIn(2, shop.drives);
        oneIn(2, shop.supplies);
        oneIn(2, shop.pulleys);
        oneIn(4, shop.gears);
        oneIn(3, shop.screws);
        useCatalogue(shop);
        std::vector<SizingAnswer> seen;
        Sizing looking;
        connect(&looking, &Sizing::answered, this, [&] { seen.push_back(looking.answer()); });
        m_session->apply({setUpMachine("bench_mill"), u"machine"_s});
        looking.ask(m_session->project(), "X");
        QTRY_VERIFY_WITH_TIMEOUT(!looking.running(), 120000);
        QCOMPARE(seen.size(), std::size_t(4)); // first look, front, all counted, other figures
        QVERIFY(seen[0].firstLook && !seen[1].firstLook && !seen[2].firstLook);
        QVERIFY(seen[0].result->tried * 10 < seen[2].result->tried);
        // what it proposes does hold, and the whole is never worse
        for (const auto &p : seen[0].result->proposals)
            QVERIFY(holdsByDesign(*p.model, evaluate(*p.model)));
        QVERIFY(seen[1].result->front.front().price <= seen[0].result->front.front().price);
        QVERIFY(seen[1].result->front.back().margin >= seen[0].result->front.back().margin);
    }
    void aLimitTypedRulesOutAndIsSaved() {
        fresh("bench_mill", "Y");
        const auto all = result();
        QVERIFY(!all.front.empty());
        type(u"/axes/Y/limits/budget"_s, QString::number(all.front.front().price - 1));
        answered();
        QVERIFY(result().front.empty()); // the cheapest is dearer than that
        QCOMPARE(result().limits.size(), std::size_t(1));
        QVERIFY(result().limits[0].ruledOut > 0 && result().limits[0].without);
        QVERIFY2(label(u"gain.budget"_s).contains(u"without it"_s), qPrintable(label(u"gain.budget"_s)));
        QVERIFY(headline().contains(u"comes closest"_s) || headline().contains(u"give one up"_s));
        key(Qt::Key_Z, Qt::ControlModifier); // undone like all else
        answered();
        QCOMPARE(result().front.size(), all.front.size());
        type(u"/axes/Y/limits/budget"_s, u"cheap"_s); // nonsense says so and changes nothing
        QVERIFY(!entry(u"/axes/Y/limits/budget"_s)->problem().isEmpty());
    }
    void partsInHandByMouse() {
        fresh("bench_mill", "X");
        const auto &first = result().proposals.front();
        const auto *motor = sizing()->sizing().answer().space->trains[first.candidate.train].motor;
        const double before = first.price, price = motor->price;
        auto *line = m_window->findChild<QLineEdit *>(u"haveLine"_s);
        QTest::mouseClick(line, Qt::LeftButton);
        line->setText(text(motor->name));
        QTest::keyClick(line, Qt::Key_Return);
        QVERIFY(!m_session->at("/junk_box/1").is_null());
        QVERIFY(!m_session->proved("X").model.hasMotor()); // Enter in the line takes nothing
        answered();
        QCOMPARE(m_session->typedAt("/junk_box/1/name"), text(motor->name));
        QVERIFY2(result().front.front().price < before - price + 1.01,
                 qPrintable(u"%1 was %2, the motor %3"_s.arg(result().front.front().price).arg(before).arg(price)));
        QPushButton *gone = nullptr;
        for (auto *b : sizing()->findChildren<QPushButton *>())
            if (b->isVisible() && b->text().contains(text(motor->name))) gone = b;
        QVERIFY(gone);
        QTest::mouseClick(gone, Qt::LeftButton);
        QVERIFY(m_session->at("/junk_box/1").is_null());
        line->setText(u"a 999 mm motor"_s);
        QTest::keyClick(line, Qt::Key_Return);
        QVERIFY(m_window->status().contains(u"999"_s));
    }
    void whyNotIsAnsweredInTheWindow() {
        fresh("bench_mill", "X");
        auto *line = m_window->findChild<QLineEdit *>(u"whyNot"_s);
        QTest::keyClick(m_window.get(), Qt::Key_Question, Qt::ShiftModifier);
        QCOMPARE(QApplication::focusWidget(), line);
        QTest::keyClicks(line, u"kept direct"_s);
        QTest::keyClick(line, Qt::Key_Return);
        QVERIFY2(sizing()->whyAnswer().contains(u"kept screw"_s), qPrintable(sizing()->whyAnswer()));
        line->clear();
        QTest::keyClicks(line, u"banana"_s);
        QTest::keyClick(line, Qt::Key_Return);
        QVERIFY2(sizing()->whyAnswer().contains(u"banana"_s), qPrintable(sizing()->whyAnswer()));
    }
    void anUprightAxisIsOfferedNothingThatFalls() {
        fresh("bench_mill", "Z");
        for (const auto &p : result().proposals)
            QVERIFY(p.model->hasBrake || evaluate(*p.model).state.locksDependably);
    }
    void aLatheKeepsItsScrew() {
        fresh("mini_lathe", "X");
        drive();
        choose(u"/axes/X/limits/keep_screw"_s, u"yes"_s);
        answered();
        for (const auto &p : result().proposals)
            QVERIFY(p.model->keepsScrew);
    }
    void theWiringOfTheMachine() {
        useCatalogue(shippedCatalogue());
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Drive, "X");
        for (int k = 0; k < 3; ++k) // chain, ratio, plates, wiring
            QTest::keyClick(drive(), Qt::Key_V);
        QCOMPARE(drive()->shown(), DrivePage::View::Wiring);
        auto *view = drive()->wiring();
        QCoreApplication::processEvents();
        view->diagram()->grab(); // laid out
        QVERIFY2(headline().startsWith(u"Drive fuses: not known yet"_s), qPrintable(headline()));
        // a click on a box opens its entries; what is typed there moves what is found
        const auto &areas = view->diagram()->picture().areas;
        const auto alarm = std::ranges::find_if(areas, [](const auto &a) {
            return a.place == WirePlace{WirePlace::Kind::Chain, "Z"};
        });
        QVERIFY(alarm != areas.end());
        QTest::mouseClick(view->diagram(), Qt::LeftButton, {}, alarm->area.center().toPoint());
        QCOMPARE(label(u"wireName"_s), u"Alarm of Z"_s);
        choose(u"/axes/Z/designs/A/drive/alarm"_s, u"none"_s);
        QVERIFY2(headline().startsWith(u"Z's alarm stops nothing"_s), qPrintable(headline()));
        QVERIFY(label(u"wireWords"_s).contains(u"X, Y and B cut on"_s));
        // by keys: the finding is the first, M takes its change, one step
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(drive(), Qt::Key_M);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QCOMPARE(m_session->at("/axes/Z/designs/A/drive/alarm"), "chain");
        QVERIFY(headline().startsWith(u"Drive fuses"_s));
        // along the wire, and a cable pulled longer
        const auto at = view->place();
        QTest::keyClick(drive(), Qt::Key_Right);
        QVERIFY(!(view->place() == at));
        const auto cable = std::ranges::find_if(areas, [](const auto &a) {
            return a.place == WirePlace{WirePlace::Kind::Cable, "X"};
        });
        const auto from = cable->area.center().toPoint();
        QTest::mousePress(view->diagram(), Qt::LeftButton, {}, from);
        QTest::mouseMove(view->diagram(), from + QPoint(66, 0));
        QTest::mouseRelease(view->diagram(), Qt::LeftButton, {}, from + QPoint(66, 0));
        QCOMPARE(m_session->typedAt("/axes/X/designs/A/cable/length_mm"), u"4.0m"_s);
        QVERIFY(m_session->wiring().axes[0].share > 0.3);
        // another supply: the diagram follows
        const auto before = m_session->wiring().supplies.size();
        m_session->apply({{{"/axes/Z/designs/A/supply", "Y-A"}}, u"supply"_s});
        QCOMPARE(m_session->wiring().supplies.size(), before - 1);
        QVERIFY(view->cablesCsv().contains("motor X"));
    }
    // By keys alone: a drive set in the wrong convention, and a supply that three axes overrun; a heavy table's braking
    // goes into a resistor. Each mended from the list.
    void setWrongOverrunAndPumpedUpMendedByKeys() {
        useCatalogue(shippedCatalogue());
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Drive, "X");
        for (int k = 0; k < 3; ++k)
            QTest::keyClick(drive(), Qt::Key_V);
        QCOMPARE(drive()->shown(), DrivePage::View::Wiring);
        // all on one supply that feeds one
        m_session->apply({{{"/axes/Y/designs/A/supply", "X-A"}, {"/axes/Z/designs/A/supply", "X-A"}}, u"supply"_s});
        m_session->typeInto(u"/supplies/X-A/power_W"_s, u"80W"_s);
        QVERIFY2(headline().startsWith(u"Supply of X, Y and Z"_s), qPrintable(headline()));
        const auto walkTo = [&](const QString &words) {
            for (int k = 0; k < 40 && !label(u"wireWords"_s).contains(words); ++k)
                QTest::keyClick(drive(), Qt::Key_Down);
            return label(u"wireWords"_s).contains(words);
        };
        QVERIFY(walkTo(u"All of them speeding up at once"_s));
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(drive(), Qt::Key_M);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QVERIFY2(!headline().startsWith(u"Supply of X"_s), qPrintable(headline()));
        const auto &s = m_session->wiring().supplies.front();
        QVERIFY(s.rated >= 1.25 * s.drawn);
        // at speed on a screw that turns easily more comes back than the windings burn; the resistor that was bought is
        // too large
        m_session->apply({{{"/axes/X/designs/A/screw/thread", "2010"}, {"/axes/X/designs/A/screw/kept", "no"}}, {}});
        for (const auto &[place, words] : {std::pair{u"/axes/X/targets/rapid_mm_min"_s, u"12000mm/min"_s},
                                           {u"/axes/X/targets/acceleration_m_s2"_s, u"3 m/s2"_s},
                                           {u"/axes/X/designs/A/screw/efficiency"_s, u"0.9"_s},
                                           {u"/supplies/X-A/resistor_ohm"_s, u"5kohm"_s},
                                           {u"/supplies/X-A/resistor_on_V"_s, u"52V"_s},
                                           {u"/supplies/X-A/resistor_switch_A"_s, u"20A"_s}})
            QVERIFY2(m_session->typeInto(place, words).isEmpty(), qPrintable(place));
        const auto resistor = [&] {
            for (const auto &f : m_session->wiring().findings)
                if (f.code == "C15") return f;
            return WireFinding{};
        };
        QCOMPARE(resistor().verdict, Verdict::Fails);
        QVERIFY(walkTo(u"takes too little"_s));
        QTest::keyClick(drive(), Qt::Key_M);
        QCOMPARE(resistor().verdict, Verdict::Holds); // one of the catalogue, inside its window and bearing the heat
        QVERIFY(m_session->project()["supplies"]["X-A"]["resistor_W"]["standing"] == "catalogue");
    }
    // Another figure beside the price, by key; the front walked, a range kept with the mouse, what is picked taken.
    void anotherFigureARangeAndADesignOfTheFront() {
        useCatalogue(firstLook(shippedCatalogue()));
        fresh("bench_mill", "Y");
        auto *view = m_window->findChild<SizingView *>(u"sizingView"_s);
        auto *by = m_window->findChild<QPushButton *>(u"chartBy"_s);
        auto *chart = m_window->findChild<SizeChart *>(u"sizeChart"_s);
        const auto whole = [&] { return !view->sizing().running(); };
        QTRY_VERIFY_WITH_TIMEOUT(whole(), 60000);
        QVERIFY(by->text().contains(u"Worst margin"_s));
        // the front by margin, walked: the figures are told, the cards are not what Enter takes
        const auto byMargin = view->front();
        QVERIFY(byMargin.size() > 3);
        QTest::keyClick(drive(), Qt::Key_Up);
        QTest::keyClick(drive(), Qt::Key_Up);
        QCOMPARE(view->picked(), 1);
        QTest::keyClick(drive(), Qt::Key_Y);
        QCOMPARE(view->figure(), SizeFigure::Rapid);
        QCOMPARE(view->picked(), -1);
        QVERIFY(by->text().contains(u"Fastest rapid"_s));
        const auto byRapid = view->front();
        QVERIFY(byRapid.size() > 2);
        QVERIFY(headline().contains(u"fastest rapid"_s));
        const auto *card = m_window->findChild<ProposalCard *>(u"proposal0"_s);
        const QString cheapest = text(numberText(byRapid.front().price, 4)) + u" "_s;
        QTRY_VERIFY(card->isVisible() && card->says().contains(cheapest));
        // a range with the mouse: from the second of the front to the right end
        const double all = result().by[std::size_t(SizeFigure::Rapid)].cloud.dearest;
        const double left = 62, wide = chart->width() - 62 - 12;
        const int from = int(left + (byRapid[0].price + byRapid[1].price) / 2 / all * wide);
        QTest::mousePress(chart, Qt::LeftButton, {}, QPoint(from, 12));
        QTest::mouseMove(chart, QPoint(chart->width() - 14, chart->height() - 30));
        QTest::mouseRelease(chart, Qt::LeftButton, {}, QPoint(chart->width() - 14, chart->height() - 30));
        QCOMPARE(view->front().size(), byRapid.size() - 1);
        QVERIFY(by->text().contains(u"Backspace"_s));
        QTRY_VERIFY(card->says().contains(text(numberText(byRapid[1].price, 4)) + u" "_s));
        // an empty corner keeps what was kept and says why
        QTest::mousePress(chart, Qt::LeftButton, {}, QPoint(int(left) + 2, 12));
        QTest::mouseMove(chart, QPoint(int(left) + 12, 24));
        QTest::mouseRelease(chart, Qt::LeftButton, {}, QPoint(int(left) + 12, 24));
        QCOMPARE(view->front().size(), byRapid.size() - 1);
        // the last of it picked and taken: the job reaches what was promised, one step
        for (std::size_t k = 0; k < byRapid.size(); ++k)
            QTest::keyClick(drive(), Qt::Key_Up);
        QCOMPARE(view->picked(), int(byRapid.size()) - 2);
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(drive(), Qt::Key_Return);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        auto m = m_session->proved("Y").model;
        Evaluation e;
        QVERIFY(std::fabs(rapidReach(m, e) / byRapid.back().value - 1) < 6e-3);
        m_session->undoStack()->undo();
        for (int k = 0; k < 6 && !view->isVisible(); ++k) // taking it went on to the chain
            QTest::keyClick(drive(), Qt::Key_V);
        QTRY_VERIFY_WITH_TIMEOUT(whole() && !view->front().empty(), 60000);
        QTest::keyClick(drive(), Qt::Key_Backspace);
        QCOMPARE(view->front().size(), byRapid.size());
        // asked slower, less is reached by nobody: the front follows the entry
        m_session->typeInto(u"/axes/Y/limits/budget"_s, QString::number(int(byRapid[1].price)));
        QTRY_VERIFY_WITH_TIMEOUT(whole() && view->front().size() == 2, 60000);
    }
    void thePriceLineIsPulledInTheChart() {
        fresh("bench_mill", "Y");
        const auto cheapest = result().front.front().price;
        auto *chart = m_window->findChild<SizeChart *>(u"sizeChart"_s);
        const auto all = result().cloud.dearest;
        // from the scale below, to a little above the cheapest that holds
        const QPoint from(chart->width() - 40, chart->height() - 8);
        const int to = 44 + int((cheapest + 12) / all * (chart->width() - 56));
        QTest::mousePress(chart, Qt::LeftButton, {}, from);
        QTest::mouseMove(chart, QPoint(to, from.y()));
        QTest::mouseRelease(chart, Qt::LeftButton, {}, QPoint(to, from.y()));
        answered();
        const double set = limitsOf(m_session->project(), "Y").budget;
        QVERIFY(set >= cheapest && set < cheapest + 25);
        QCOMPARE(result().limits.size(), std::size_t(1));
        for (const auto &f : result().front)
            QVERIFY(f.price <= set);
        // the line itself, out to the right: no limit any more
        const int line = 44 + int(set / all * (chart->width() - 56));
        QTest::mousePress(chart, Qt::LeftButton, {}, QPoint(line, 60));
        QTest::mouseMove(chart, QPoint(chart->width() - 2, 60));
        QTest::mouseRelease(chart, Qt::LeftButton, {}, QPoint(chart->width() - 2, 60));
        QVERIFY(!std::isfinite(limitsOf(m_session->project(), "Y").budget));
    }
    // A drive made for mains hung on 48 V: the back-EMF ends it; the list knows, and M takes it.
    void aServoOnTooLowABusIsMendedFromTheList() {
        useCatalogue(shippedCatalogue());
        m_window->openDemo(u"tarn-mill"_s);
        const auto &shop = shippedCatalogue();
        const std::string d = "/axes/X/designs/A/";
        const auto servo = std::ranges::find(shop.servos, "Servo 60 mm, 400 W, 1.27 N·m", &CatalogueServo::name);
        auto patches = motorPatches(d, *servo);
        for (auto &p : drivePatches(d, *servo, *shop.servoDriveFor(325, 7.7, false)))
            patches.push_back(std::move(p));
        m_session->apply({patches, u"servo"_s});
        m_session->typeInto(u"/axes/X/targets/rapid_mm_min"_s, u"6m/min"_s);
        QVERIFY(m_session->proved("X").model.servo());
        QVERIFY(m_session->proved("X").model.supply.voltage.v < 60);
        m_window->showStation(StationId::Proof, "X");
        auto *page = qobject_cast<ProofPage *>(m_window->page(StationId::Proof));
        const auto verdict = [&] {
            for (const auto &f : m_session->proved("X").evaluation.findings)
                if (f.check->code == "C11" && f.subject.at == Operating::RapidUp) return f.verdict;
            return Verdict::NotKnown;
        };
        QCOMPARE(verdict(), Verdict::Fails);
        // walk to its row and take the first change of the list
        for (int k = 0; k < 60 && !(page->current() && page->current()->check->code == "C11" &&
                                    page->current()->subject.at == Operating::RapidUp);
             ++k)
            QTest::keyClick(page, Qt::Key_Down);
        m_window->mendNow();
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(page, Qt::Key_M);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QCOMPARE(m_session->proved("X").model.supply.voltage.v, 325.0);
        QCOMPARE(verdict(), Verdict::Holds);
    }
    // The plate's amperes are rms and the drive is set in peak: set as rms it gives 1.41 of what the motor bears.
    void aDriveSetInTheWrongConventionIsMendedFromTheList() {
        m_window->openDemo(u"tarn-mill"_s);
        m_session->apply({{{"/axes/X/designs/A/drive/current_kind", "rms"}}, u"rms"_s});
        m_session->typeInto(u"/axes/X/designs/A/drive/current_A"_s, u"5.9A"_s);
        m_window->showStation(StationId::Proof, "X");
        auto *page = qobject_cast<ProofPage *>(m_window->page(StationId::Proof));
        const auto verdict = [&] {
            for (const auto &f : m_session->proved("X").evaluation.findings)
                if (f.check->code == "C04") return f.verdict;
            return Verdict::NotKnown;
        };
        LW_COMPARE_WITHIN(m_session->proved("X").model.drive.peak.v, 5.9 * std::sqrt(2.0), 1e-9);
        QCOMPARE(verdict(), Verdict::Fails);
        for (int k = 0; k < 60 && !(page->current() && page->current()->check->code == "C04"); ++k) // worst first
            QTest::keyClick(page, Qt::Key_Up);
        m_window->mendNow();
        QVERIFY(page->current() && page->current()->check->code == "C04");
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(page, Qt::Key_M);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QCOMPARE(m_session->at("/axes/X/designs/A/drive/current_kind"), "peak");
        QCOMPARE(verdict(), Verdict::Holds);
        m_session->undoStack()->undo();
        QCOMPARE(verdict(), Verdict::Fails);
    }
    void allThatFailsIsMendedAtOnce() {
        useCatalogue(shippedCatalogue());
        m_window->openDemo(u"tarn-mill"_s);
        m_window->showStation(StationId::Proof, "Z");
        const auto failing = [&] {
            return std::ranges::count(m_session->proved("Z").evaluation.findings, Verdict::Fails, &Finding::verdict);
        };
        QCOMPARE(failing(), 2); // no brake, too little preload
        QTest::keyClick(m_window->page(StationId::Proof), Qt::Key_M, Qt::ShiftModifier);
        auto *dialog = m_window->findChild<MendAllDialog *>(u"mendAllDialog"_s);
        QVERIFY(dialog && dialog->isVisible() && !dialog->sets().empty());
        QVERIFY(label(u"mendAllSays"_s).startsWith(u"2 rows of Z"_s));
        QVERIFY(dialog->sets().front().left.empty());
        QTest::keyClick(dialog, Qt::Key_Escape);
        QCOMPARE(failing(), 2);
        QTest::mouseClick(m_window->findChild<QPushButton *>(u"mendAll"_s), Qt::LeftButton);
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(dialog->table(), Qt::Key_Return);
        QVERIFY(!dialog->isVisible());
        QCOMPARE(failing(), 0);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        QVERIFY(!m_window->findChild<QPushButton *>(u"mendAll"_s)->isVisible()); // nothing is left to mend
    }
    void allAxesAtOnce() {
        auto shop = test::smallCatalogue(5);
        for (auto &one : shop.supplies)
            one.watts *= 4;
        useCatalogue(shop);
        fresh("bench_mill", "X");
        auto *dialog = m_window->findChild<MachineDialog *>(u"machineDialog"_s);
        QTest::keyClick(m_window.get(), Qt::Key_M);
        QVERIFY(dialog->isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(!dialog->running(), 60000);
        QVERIFY(dialog->table()->model()->rowCount() > 0);
        QVERIFY2(label(u"machineSays"_s).contains(u"whole machine"_s), qPrintable(label(u"machineSays"_s)));
        QVERIFY2(label(u"machineAlike"_s).contains(u"ne motor"_s), qPrintable(label(u"machineAlike"_s)));
        const auto before = m_session->project();
        QTest::keyClick(dialog, Qt::Key_Escape);
        QVERIFY(m_session->project() == before);
        QTest::mouseClick(m_window->findChild<QPushButton *>(u"allAxes"_s), Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(!dialog->running(), 60000);
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(dialog->table(), Qt::Key_Return);
        QVERIFY(!dialog->isVisible());
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        std::set<std::string> supplies;
        for (const auto &axis : m_session->axes()) {
            const auto &m = m_session->proved(axis).model;
            QVERIFY(m.hasMotor());
            supplies.insert(m.supply.id);
        }
        QCOMPARE(supplies.size(), std::size_t(1)); // and it is paid once
        int paid = 0;
        for (const auto &axis : m_session->axes())
            for (const auto &line : m_session->parts(axis))
                paid += line.text.find("Supply") == 0 && line.price > 0;
        QCOMPARE(paid, 1);
    }
    void everyPartHasItsOthers() {
        fresh("bench_mill", "X");
        QTest::keyClick(m_window.get(), Qt::Key_Return); // takes the first
        QCOMPARE(drive()->shown(), DrivePage::View::Chain);
        auto *picker = m_window->findChild<PartPicker *>(u"partPicker"_s);
        const auto before = m_session->project();
        for (int part = 1; part <= 4; ++part) {
            drive()->pick(part);
            QTest::keyClick(m_window.get(), Qt::Key_F2);
            if (!picker->isVisible()) continue; // the slide
            QVERIFY(picker->table()->model()->rowCount() > 0);
            QTest::keyClick(picker, Qt::Key_Escape);
            QVERIFY(!picker->isVisible());
            QVERIFY(m_session->project() == before); // left as it was
        }
        drive()->pick(1);
        auto *others = m_window->findChild<QPushButton *>(u"others"_s);
        QVERIFY(others && others->isVisible());
        QTest::mouseClick(others, Qt::LeftButton);
        QVERIFY(picker->isVisible());
        auto *words = picker->findChild<QLineEdit *>(u"pickWords"_s);
        QTest::keyClicks(words, u"no such motor"_s);
        QVERIFY(picker->findChild<QLabel *>(u"pickSays"_s)->text().contains(u"Nothing sold"_s));
        words->clear();
        const int rows = picker->table()->model()->rowCount();
        // walking the list shows each in the window behind; letting go leaves no trace
        const int steps = m_session->undoStack()->count();
        const auto holding = [&] { return m_session->proved("X").model.stepper().holding.v; };
        const double had = holding();
        std::set<double> seen;
        for (int k = 0; k < std::min(rows - 1, 6); ++k) {
            QTest::keyClick(words, Qt::Key_Down);
            seen.insert(holding());
        }
        QVERIFY(seen.size() > 1);
        // their curves stand in one picture; Insert keeps one beside the next
        QCOMPARE(picker->compared().size(), std::size_t(2));
        QVERIFY(!picker->compared()[1].asks.empty());
        QTest::keyClick(words, Qt::Key_Insert);
        const auto kept = picker->compared()[1];
        QTest::keyClick(words, Qt::Key_Up);
        QCOMPARE(picker->compared().size(), std::size_t(3));
        QCOMPARE(picker->compared()[2].name, kept.name);
        QVERIFY(picker->compared()[2].curve == kept.curve && picker->compared()[1].name != kept.name);
        QTest::keyClick(picker, Qt::Key_Escape);
        QCOMPARE(holding(), had);
        QVERIFY(m_session->project() == before);
        QCOMPARE(m_session->undoStack()->count(), steps);
        QVERIFY(!m_session->undoStack()->canRedo());
        QTest::mouseClick(others, Qt::LeftButton);
        QTest::keyClick(words, Qt::Key_Down);
        QTest::keyClick(words, Qt::Key_Return);
        QVERIFY(!picker->isVisible() && rows > 1);
        QVERIFY(m_session->project() != before);
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(m_session->project()["axes"] == before["axes"]);
    }
    void aPartOfMyOwnIsAddedInTheWindow() {
        QTemporaryDir folder;
        useCatalogue(shippedCatalogue());
        OwnRowDialog form(folder.path(), nullptr);
        QString added;
        connect(&form, &OwnRowDialog::added, this, [&](const QString &name) { added = name; });
        form.open(u"brakes"_s);
        const auto put = [&](const char *column, const QString &words) {
            auto *line = form.findChild<QLineEdit *>(u"own."_s + QLatin1String(column));
            QVERIFY(line);
            line->clear();
            QTest::keyClicks(line, words);
        };
        put("name", u"Brake off a hoist"_s);
        put("torque_Nm", u"strong"_s);
        put("price", u"12"_s);
        put("lead_days", u"0"_s);
        auto *add = form.findChild<QPushButton *>(u"ownAdd"_s);
        QTest::mouseClick(add, Qt::LeftButton);
        QVERIFY(form.isVisible() && added.isEmpty()); // refused with the reason, what was typed stays
        QVERIFY2(form.findChild<QLabel *>(u"ownSays"_s)->text().contains(u"torque_Nm"_s),
                 qPrintable(form.findChild<QLabel *>(u"ownSays"_s)->text()));
        QCOMPARE(form.findChild<QLineEdit *>(u"own.name"_s)->text(), u"Brake off a hoist"_s);
        put("torque_Nm", u"2.5"_s);
        QTest::keyClick(&form, Qt::Key_Return);
        QVERIFY(!form.isVisible());
        QCOMPARE(added, u"Brake off a hoist"_s);
        const auto &brakes = catalogueInUse().brakes;
        QVERIFY(std::ranges::any_of(brakes, [](const auto &b) { return b.name == "Brake off a hoist" && b.own; }));
        // the smallest first, one's own among the shipped: the one that just does is found
        QVERIFY(std::ranges::is_sorted(brakes, {}, &CatalogueBrake::torque));
        QCOMPARE(catalogueInUse().brakeFor(2.45)->name, std::string("Brake off a hoist"));
    }
    // The user's own rows: kept apart, checked one by one, behind the shipped ones.
    void ownRowsStandInTheUsersFolder() {
        QTemporaryDir folder;
        const auto own = [] {
            int n = 0;
            for (const auto &b : catalogueInUse().brakes)
                n += b.own;
            return n;
        };
        QVERIFY(loadOwnCatalogue(folder.path()).isEmpty()); // no file: the shipped rows alone
        QCOMPARE(catalogueInUse().motors.size(), shippedCatalogue().motors.size());
        QVERIFY2(addOwnRow(folder.path(), u"brakes"_s, {u"Brake, from a lift"_s, u"1.5"_s, u"12"_s, u"0"_s}).isEmpty(),
                 "a sound row");
        QCOMPARE(own(), 1);
        const QString wrong = addOwnRow(folder.path(), u"brakes"_s, {u"b"_s, u"strong"_s, u"12"_s, u"0"_s});
        QVERIFY2(wrong.contains(u"'strong' is no number"_s), qPrintable(wrong));
        QVERIFY(!addOwnRow(folder.path(), u"wheels"_s, {}).isEmpty());
        QCOMPARE(own(), 1); // nothing of it was written
        // somebody's own order of columns, and one row that makes no sense
        QFile file(folder.filePath(u"catalogue/brakes.csv"_s));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("price;name;torque_Nm;lead_days;shelf\n9;one;2;1;A\n9;two;none;1;B\n");
        file.close();
        const auto refused = loadOwnCatalogue(folder.path());
        QCOMPARE(refused.size(), 1);
        QVERIFY2(refused[0].contains(u"brakes.csv, line 3"_s), qPrintable(refused[0]));
        QCOMPARE(own(), 1);
    }
    // Nothing chosen is no error: board and proof speak of the next step, not of what is missing.
    void nothingChosenIsNoError() {
        m_session->apply({setUpMachine("bench_mill"), u"machine"_s});
        m_window->showBoard();
        m_window->mendNow();
        QStringList words;
        for (auto *l : m_window->board()->findChildren<QLabel *>())
            if (l->isVisible()) words << l->text();
        QVERIFY2(words.join(u'\n').contains(u"choose designs for 3 axes"_s), qPrintable(words.join(u'\n')));
        auto *see = m_window->findChild<QPushButton *>(u"boardSize"_s);
        QVERIFY(see);
        m_window->showStation(StationId::Proof, "X");
        QVERIFY2(headline().startsWith(u"Nothing chosen yet. It asks "_s), qPrintable(headline()));
        const auto *proof = qobject_cast<ProofPage *>(m_window->page(StationId::Proof));
        QVERIFY(proof->findChild<QWidget *>(u"torqueChart"_s));
        for (const auto &f : m_session->proved("X").evaluation.findings)
            if (f.id == "C01"_check) QVERIFY(f.demand == f.demand); // the pins stand
        m_window->showBoard();
        m_window->mendNow();
        QTest::mouseClick(m_window->findChild<QPushButton *>(u"boardSize"_s), Qt::LeftButton);
        QCOMPARE(m_window->station(), StationId::Drive);
    }
};

LW_TEST(TestSizing, "tst_sizing")
#include "tst_sizing.moc"
