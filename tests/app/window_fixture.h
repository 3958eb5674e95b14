// The real window, driven as a machinist would: what its tests share.
#pragma once

#include "app/build_page.h"
#include "app/drive_page.h"
#include "app/duty_page.h"
#include "app/first_cuts_page.h"
#include "app/log_page.h"
#include "app/main_window.h"
#include "app/parts_page.h"
#include "app/proof_page.h"
#include <QtTest>
#include <QtWidgets>

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
    /// Types into a field as a person does: go there, write over, Enter.
    void type(const QString &pointer, const QString &words) {
        QLineEdit *line = nullptr;
        if (auto *e = entry(pointer)) line = e->line();
        else if (auto *t = textEntry(pointer)) line = t->line();
        QVERIFY2(line, qPrintable(pointer));
        line->setFocus();
        line->selectAll();
        if (words.isEmpty()) QTest::keyClick(line, Qt::Key_Delete);
        QTest::keyClicks(line, words);
        QTest::keyClick(line, Qt::Key_Return);
    }
    void choose(const QString &pointer, const QString &code) {
        QComboBox *box = nullptr;
        for (auto *b : m_window->findChildren<QComboBox *>(pointer + u".box"_s))
            if (b->isVisible()) box = b;
        QVERIFY2(box, qPrintable(pointer));
        const int index = box->findData(code);
        QVERIFY2(index >= 0, qPrintable(code));
        box->setFocus();
        while (box->currentIndex() < index) QTest::keyClick(box, Qt::Key_Down);
        while (box->currentIndex() > index) QTest::keyClick(box, Qt::Key_Up);
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
    BoardCell *cell(const QString &axis, int station) { return m_window->findChild<BoardCell *>(u"cell_%1_%2"_s.arg(axis).arg(station)); }
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
