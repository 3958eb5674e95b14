// The real window, driven as a machinist would: what its tests share.
#pragma once

#include "app/stations/as_found/as_found_page.h"
#include "app/stations/build/build_page.h"
#include "app/stations/drive/drive_page.h"
#include "app/stations/duty/duty_page.h"
#include "app/stations/first_cuts/first_cuts_page.h"
#include "app/stations/log/log_page.h"
#include "app/window/main_window.h"
#include "app/stations/parts/parts_page.h"
#include "app/stations/proof/proof_page.h"
#include <QTest>
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

class WindowFixture : public QObject {
protected:
    std::unique_ptr<Session> m_session;
    std::unique_ptr<MainWindow> m_window;

    ValueEntry *entry(const QString &pointer) {
        for (auto *e : m_window->findChildren<ValueEntry *>(pointer))
            if (e->isVisible()) return e;
        return nullptr;
    }
    TextEntry *textEntry(const QString &pointer) {
        for (auto *e : m_window->findChildren<TextEntry *>(pointer))
            if (e->isVisible()) return e;
        return nullptr;
    }
    bool m_mouse = false; ///< fields, rows and stations are reached by the pointer, not by keys
    /// Scrolls it into view, makes sure nothing lies over it, and clicks.
    void clickOn(QWidget *w, QPoint at = {}) {
        QVERIFY(w && w->isVisible());
        for (QWidget *p = w->parentWidget(); p; p = p->parentWidget())
            if (auto *area = qobject_cast<QScrollArea *>(p)) area->ensureWidgetVisible(w);
        if (at.isNull()) at = w->rect().center();
        QWidget *top = m_window->childAt(w->mapTo(m_window.get(), at));
        QVERIFY2(top == w || (top && w->isAncestorOf(top)),
                 qPrintable(w->objectName() + u" lies under "_s + (top ? top->objectName() : u"nothing"_s)));
        QTest::mouseClick(top, Qt::LeftButton, {}, top->mapFrom(w, at));
    }
    void clickRow(CellsView *table, const QString &id) {
        const int row = static_cast<CellsModel *>(table->model())->rowOf(id);
        QVERIFY2(row >= 0, qPrintable(id));
        const auto index = table->model()->index(row, 1);
        table->scrollTo(index);
        clickOn(table->viewport(), table->visualRect(index).center());
        QCOMPARE(table->currentId(), id);
    }
    /// Opens the survey card that holds an entry, as a person does: its head, then Enter or a click.
    void reveal(const QString &pointer) {
        if (entry(pointer) || textEntry(pointer)) return;
        for (auto *b : m_window->findChildren<QComboBox *>(pointer + u".box"_s))
            if (b->isVisible()) return;
        if (pointer.contains(u"/designs/"_s) || pointer.startsWith(u"/supplies/"_s)) { // the part that holds it
            auto *drive = qobject_cast<DrivePage *>(m_window->page(StationId::Drive));
            if (!drive || !drive->isVisible()) return;
            if (drive->shown() == DrivePage::View::Sizing) { // its entries stand in the chain
                auto *chain = m_window->findChild<QPushButton *>(u"viewChain"_s);
                if (m_mouse)
                    clickOn(chain);
                else
                    QTest::keyClick(m_window.get(), Qt::Key_V);
            }
            if (const int part = drive->partOfField(pointer))
                QTest::mouseClick(drive->strip(), Qt::LeftButton, {}, drive->strip()->rectOf(part).center().toPoint());
            return;
        }
        if (const bool wheel = pointer.contains(u"/handwheel/"_s); wheel || pointer.contains(u"/targets/"_s) ||
                                                                   pointer.contains(u"/spindle/"_s) ||
                                                                   pointer.endsWith(u"cold_day_factor"_s)) {
            auto *panel = m_window->findChild<QPushButton *>(wheel ? u"dutyPanel_4"_s : u"dutyPanel_1"_s);
            if (panel && panel->isVisible()) {
                if (m_mouse) return clickOn(panel);
                panel->setFocus();
                QTest::keyClick(panel, Qt::Key_Space);
            }
            return;
        }
        const auto *spec = surveyCardOfField(pointer.toStdString());
        if (!spec) return;
        for (auto *head : m_window->findChildren<CardHead *>(
                 u"survey_"_s + QString::fromUtf8(spec->code.data(), qsizetype(spec->code.size()))))
            if (head->isVisible()) {
                if (m_mouse) {
                    clickOn(head);
                } else {
                    head->setFocus();
                    QTest::keyClick(head, Qt::Key_Return);
                }
                QCoreApplication::processEvents(); // the card is laid out before anybody can click into it
            }
    }
    /// Types into a field as a person does: go there, write over, Enter.
    void type(const QString &pointer, const QString &words) {
        reveal(pointer);
        QLineEdit *line = nullptr;
        if (auto *e = entry(pointer))
            line = e->line();
        else if (auto *t = textEntry(pointer))
            line = t->line();
        QVERIFY2(line, qPrintable(pointer));
        if (m_mouse) {
            clickOn(line);
            QCOMPARE(QApplication::focusWidget(), line);
        } else {
            line->setFocus();
        }
        line->selectAll();
        if (words.isEmpty()) QTest::keyClick(line, Qt::Key_Delete);
        QTest::keyClicks(line, words);
        QTest::keyClick(line, Qt::Key_Return);
    }
    void choose(const QString &pointer, const QString &code) {
        reveal(pointer);
        QComboBox *box = nullptr;
        for (auto *b : m_window->findChildren<QComboBox *>(pointer + u".box"_s))
            if (b->isVisible()) box = b;
        QVERIFY2(box, qPrintable(pointer));
        const int index = box->findData(code);
        QVERIFY2(index >= 0, qPrintable(code));
        if (m_mouse) {
            clickOn(box);
            auto *list = box->view();
            QTRY_VERIFY(list->isVisible());
            const auto at = list->model()->index(index, box->modelColumn());
            list->scrollTo(at);
            QTest::mouseMove(list->viewport(), list->visualRect(at).center());
            QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(at).center());
            if (list->isVisible())
                QTest::keyClick(
                    list,
                    Qt::Key_Return); // a popup that has just opened takes the first click for the one that opened it
            QTRY_COMPARE(box->currentIndex(), index);
            return;
        }
        box->setFocus();
        while (box->currentIndex() < index)
            QTest::keyClick(box, Qt::Key_Down);
        while (box->currentIndex() > index)
            QTest::keyClick(box, Qt::Key_Up);
        emit box->activated(index);
    }
    void key(Qt::Key k, Qt::KeyboardModifiers m = {}) {
        QWidget *w = QApplication::focusWidget();
        QTest::keyClick(w && w->window() == m_window.get() ? w : m_window.get(), k, m);
    }
    QString headline() {
        for (auto *l : m_window->findChildren<QLabel *>(u"headline"_s))
            if (l->isVisible()) return l->text();
        return {};
    }
    QString setting(const QString &name) {
        const auto *table = m_window->findChild<CellsView *>(u"sheetTable"_s);
        const auto *model = table ? static_cast<const CellsModel *>(table->model()) : nullptr;
        const int row = model ? model->rowOf(name) : -1;
        return row < 0 ? QString() : QString(model->rows()[std::size_t(row)].cells[1].text).remove(u"≈ "_s);
    }
    BoardCell *cell(const QString &axis, int station) {
        return m_window->findChild<BoardCell *>(u"cell_%1_%2"_s.arg(axis).arg(station));
    }
    void openWindow() {
        setDarkTheme(false);
        viewUnits().system = UnitSystem::Metric;
        m_session = std::make_unique<Session>();
        m_session->clock = [] { return std::string("2026-03-12T19:42:10"); }; // injected: no test looks at the real one
        m_window = std::make_unique<MainWindow>(m_session.get());
        m_window->askSave = [] { return int(QMessageBox::Discard); };
        m_window->show();
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }
    void closeWindow() {
        m_window.reset();
        m_session.reset();
    }
};

} // namespace lw
