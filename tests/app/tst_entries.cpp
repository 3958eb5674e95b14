// One entry at a time, as the hand meets it: typing, stepping, trying, giving up, units, guesses, mistakes.
#include "test_list.h"
#include "app/window_fixture.h"

using namespace lw;
using namespace Qt::StringLiterals;

class TestEntries : public QObject {
    Q_OBJECT
    std::unique_ptr<Session> m_session;
    std::unique_ptr<QWidget> m_window;
    QString m_said;

    ValueEntry *value(const QString &pointer) {
        auto *e = new ValueEntry(m_session.get(), m_window.get());
        e->setPointer(pointer);
        connect(e, &FieldWidget::said, this, [this](const QString &s) { m_said = s; });
        m_window->layout()->addWidget(e);
        e->show();
        return e;
    }
    static void write(QLineEdit *line, const QString &words) {
        line->setFocus();
        line->selectAll();
        QTest::keyClicks(line, words);
    }
    QString typed(const ValueEntry *e) const { return m_session->typedAt(e->pointer().toStdString()); }
    const QString m_pull = u"/axes/X/survey/pull/readings/03/away_N"_s, m_travel = u"/axes/X/travel_mm"_s;
private slots:
    void initTestCase() { QVERIFY(loadFonts()); }
    void init() {
        viewUnits().system = UnitSystem::Metric;
        m_session = std::make_unique<Session>();
        m_session->clock = [] { return std::string("2026-03-12T19:42:10"); };
        QVERIFY(m_session->open(QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright")).isEmpty());
        m_window = std::make_unique<QWidget>();
        new QVBoxLayout(m_window.get());
        m_window->show();
        m_said.clear();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }
    void cleanup() {
        m_window.reset();
        m_session.reset();
        viewUnits().system = UnitSystem::Metric;
    }

    void enterKeepsAndMovesOn() {
        auto *first = value(m_pull), *second = value(m_travel);
        write(first->line(), u"10 kgf"_s);
        QTest::keyClick(first->line(), Qt::Key_Return);
        QCOMPARE(typed(first), u"10 kgf"_s); // kept as it was typed
        QCOMPARE(QApplication::focusWidget(), second->line());
        QVERIFY(std::fabs(m_session->proved("X").model.readings[2].away.value() - 98.0665) < 1e-9);
        QVERIFY(first->line()->text().contains(u"kgf"_s)); // and shown so
    }
    void escapeGivesUp() {
        auto *e = value(m_pull);
        const QString before = typed(e);
        write(e->line(), u"500N"_s);
        QTest::keyClick(e->line(), Qt::Key_Escape);
        QCOMPARE(typed(e), before);
        QVERIFY(!e->line()->text().contains(u"500"_s));
        QVERIFY(!m_session->undoStack()->canUndo());
    }
    void leavingKeeps() {
        auto *e = value(m_pull), *other = value(m_travel);
        write(e->line(), u"88N"_s);
        other->line()->setFocus();
        QCOMPARE(typed(e), u"88N"_s);
    }
    void mistakesStayToBeMended() {
        auto *e = value(m_pull), *other = value(m_travel);
        const QString before = typed(e);
        write(e->line(), u"88 parsec"_s);
        QTest::keyClick(e->line(), Qt::Key_Return);
        QCOMPARE(typed(e), before); // the old value works on
        QCOMPARE(QApplication::focusWidget(), e->line());
        QCOMPARE(e->line()->text(), u"88 parsec"_s); // nothing is lost
        QVERIFY(!e->problem().isEmpty() && m_said == e->problem());
        write(e->line(), u"88N"_s);
        QTest::keyClick(e->line(), Qt::Key_Return);
        QVERIFY(e->problem().isEmpty());
        QCOMPARE(typed(e), u"88N"_s);
        Q_UNUSED(other)
    }
    void stepsAreOneUndo() {
        auto *e = value(m_pull);
        e->line()->setFocus();
        const int steps = m_session->undoStack()->count();
        QTest::keyClick(e->line(), Qt::Key_Up);
        QTest::keyClick(e->line(), Qt::Key_Up);
        QTest::keyClick(e->line(), Qt::Key_Up, Qt::ShiftModifier);
        QCOMPARE(typed(e), u"91N"_s); // 79 + 1 + 1 + 10
        QTest::keyClick(e->line(), Qt::Key_Down);
        QCOMPARE(typed(e), u"90N"_s);
        QCOMPARE(m_session->undoStack()->count(), steps + 1);
        m_session->undoStack()->undo();
        e->refresh();
        QCOMPARE(typed(e), u"79N"_s);
    }
    void wheelTurnsOnlyWhatIsHeld() {
        auto *e = value(m_pull);
        m_window->setFocus();
        e->line()->clearFocus();
        const auto turn = [&] {
            QWheelEvent w(QPointF(5, 5), e->line()->mapToGlobal(QPointF(5, 5)), {}, QPoint(0, 120), Qt::NoButton,
                          Qt::NoModifier, Qt::NoScrollPhase, false);
            QApplication::sendEvent(e->line(), &w);
        };
        turn();
        QCOMPARE(typed(e), u"79N"_s); // scrolling past it changes nothing
        e->line()->setFocus();
        turn();
        QCOMPARE(typed(e), u"80N"_s);
    }
    void blankIsNotKnown() {
        auto *e = value(m_pull);
        write(e->line(), u"5"_s);
        e->line()->clear();
        QTest::keyClick(e->line(), Qt::Key_Return);
        QVERIFY(typed(e).isEmpty());
        QVERIFY(m_session->at(m_pull.toStdString()).is_null());
    }
    void aGuessIsShownAsOne() {
        auto *e = value(u"/axes/Y/survey/breakaway/to_start_N"_s), *other = value(m_travel);
        e->setFallback(140, u"class default"_s);
        QVERIFY2(e->line()->text().startsWith(u"≈"_s), qPrintable(e->line()->text()));
        e->line()->setFocus(); // looked at and left alone, it stays an assumption
        other->line()->setFocus();
        QVERIFY(typed(e).isEmpty());
        write(e->line(), u"150N?"_s); // a question mark: the user's own guess
        QTest::keyClick(e->line(), Qt::Key_Return);
        other->line()->setFocus();
        QCOMPARE(m_session->at("/axes/Y/survey/breakaway/to_start_N")["standing"].get<std::string>(),
                 std::string("assumed"));
        QVERIFY(e->line()->text().startsWith(u"≈"_s));
    }
    void inchesAreShownAndMillimetresRead() {
        viewUnits().system = UnitSystem::Inch;
        auto *e = value(m_travel), *other = value(m_pull);
        QVERIFY2(e->line()->text().contains(u"15.748"_s), qPrintable(e->line()->text()));
        write(e->line(), u"410mm"_s);
        other->line()->setFocus();
        QVERIFY(std::fabs(m_session->proved("X").model.travel.v - 0.410) < 1e-12);
    }
    void aTrialCountsUntilItIsGivenUp() {
        auto *e = value(m_pull);
        e->setLive(true);
        write(e->line(), u"120N"_s);
        QTRY_COMPARE(typed(e), u"120N"_s);
        QCOMPARE(e->line()->text(), u"120N"_s);
        QTest::keyClicks(e->line(), u"x"_s); // half a word: the last trial that could be read stands
        QTest::qWait(250);
        QCOMPARE(typed(e), u"120N"_s);
        QTest::keyClick(e->line(), Qt::Key_Escape);
        QCOMPARE(typed(e), u"79N"_s);
        QVERIFY(!m_session->undoStack()->canUndo());
    }
    void aTrialThatIsKeptIsOneStep() {
        auto *e = value(m_pull), *other = value(m_travel);
        e->setLive(true);
        write(e->line(), u"12"_s);
        QTRY_COMPARE(typed(e), u"12"_s);
        QTest::keyClicks(e->line(), u"5N"_s);
        QTRY_COMPARE(typed(e), u"125N"_s);
        other->line()->setFocus(); // left, and so kept
        QCOMPARE(typed(e), u"125N"_s);
        QCOMPARE(m_session->undoStack()->count(), 1);
        m_session->undoStack()->undo();
        QCOMPARE(typed(e), u"79N"_s);
    }
    void anEntryThatGoesHandsNothingIn() {
        auto *e = value(m_pull);
        write(e->line(), u"999N"_s);
        e->abandon();
        e->hide();
        delete e;
        QCOMPARE(m_session->typedAt(m_pull.toStdString()), u"79N"_s);
        QVERIFY(!m_session->undoStack()->canUndo());
        auto *kept = value(m_pull);
        write(kept->line(), u"81N"_s);
        kept->settle(); // a key of the page's own ends the typing first
        QCOMPARE(typed(kept), u"81N"_s);
    }
    void choicesShowWhatCountsMeanwhile() {
        auto *c = new ChoiceEntry(m_session.get(), m_window.get());
        c->setPointer(u"/axes/Y/survey/pull/way"_s);
        m_window->layout()->addWidget(c);
        c->show();
        c->setFallback(u"direct"_s);
        QVERIFY2(c->box()->currentText().startsWith(u"≈ direct"_s), qPrintable(c->box()->currentText()));
        c->box()->setFocus();
        QTest::keyClick(c->box(), Qt::Key_Down);
        emit c->box()->activated(c->box()->currentIndex());
        QVERIFY(!m_session->typedAt("/axes/Y/survey/pull/way").isEmpty());
        QVERIFY(!c->box()->currentText().startsWith(u"≈"_s));
        m_session->undoStack()->undo();
        c->refresh();
        QVERIFY(c->box()->currentText().startsWith(u"≈"_s));
    }
    void everyEntryHasHelpForF1() {
        for (const auto &p : {m_pull, m_travel, u"/baseline/nose_mm"_s, u"/axes/X/duty/moves/01/length_mm"_s,
                              u"/handwheel/detents"_s, u"/axes/X/survey/round/01/readings/45"_s}) {
            auto *e = value(p);
            QVERIFY2(e->help().size() > 10, qPrintable(p));
            QVERIFY2(!e->line()->accessibleName().isEmpty(), qPrintable(p));
        }
    }
};

LW_TEST(TestEntries, "tst_entries")
#include "tst_entries.moc"
