// Nothing is clipped, covered or cut short: every station at the usual sizes of a window, in millimetres and inches. By
// geometry, not by picture: a text needs the room its letters take, two texts never share a place.
#include "test_list.h"
#include "app/window_fixture.h"
#include "app/window/first_run.h"
#include <QTemporaryDir>
#include <QTextDocument>

using namespace lw;
using namespace Qt::StringLiterals;

class TestGeometry : public WindowFixture {
    Q_OBJECT

    static QString where(const QWidget *w) {
        QString path;
        for (const QWidget *p = w; p && path.size() < 80; p = p->parentWidget())
            path.prepend(u"/"_s + (p->objectName().isEmpty() ? QString::fromLatin1(p->metaObject()->className())
                                                             : p->objectName()));
        return path.right(110);
    }
    static bool inScrollArea(const QWidget *w) {
        for (const QWidget *p = w->parentWidget(); p; p = p->parentWidget())
            if (qobject_cast<const QAbstractScrollArea *>(p)) return true;
        return false;
    }
    /// What is wrong with one widget, or nothing.
    static QString wrong(const QWidget *w) {
        const QWidget *top = w->window();
        const QRect mine(w->mapTo(top, QPoint(0, 0)), w->size());
        if (!inScrollArea(w) && !top->rect().adjusted(-1, -1, 1, 1).contains(mine)) return u"leaves the window"_s;
        for (const QWidget *p = w->parentWidget(); p && p != top; p = p->parentWidget()) {
            const QRect room(p->mapTo(top, QPoint(0, 0)), p->size());
            const auto *area = qobject_cast<const QAbstractScrollArea *>(p->parentWidget());
            if (area && area->horizontalScrollBar()->isVisible()) break; // scrolled sideways too, and says so
            if (mine.left() < room.left() - 1 || mine.right() > room.right() + 1)
                return u"cut at the side by "_s + where(p);
            if (qobject_cast<const QAbstractScrollArea *>(p)) break; // scrolled up and down
            if (!inScrollArea(w) && (mine.top() < room.top() - 1 || mine.bottom() > room.bottom() + 1))
                return u"cut above or below by "_s + where(p);
        }
        if (const auto *label = qobject_cast<const QLabel *>(w)) {
            if (label->text().isEmpty()) return {};
            const QRect room = label->contentsRect();
            if (label->wordWrap()) {
                if (label->heightForWidth(label->width()) > label->height() + 2)
                    return u"%1 high, needs %2"_s.arg(label->height()).arg(label->heightForWidth(label->width()));
            } else if (label->textFormat() != Qt::RichText && !label->text().contains(u'<')) {
                const int need = QFontMetrics(label->font()).horizontalAdvance(label->text());
                if (need > room.width() + 1 && label->toolTip().isEmpty() && label->parentWidget()->toolTip().isEmpty())
                    return u"%1 wide, needs %2"_s.arg(room.width()).arg(need);
            }
        } else if (const auto *button = qobject_cast<const QAbstractButton *>(w)) {
            const int need = QFontMetrics(button->font()).horizontalAdvance(button->text());
            if (button->hasHeightForWidth()) // a link that wraps
                return button->heightForWidth(button->width()) > button->height() + 2
                           ? u"%1 high, needs %2"_s.arg(button->height()).arg(button->heightForWidth(button->width()))
                           : QString();
            if (!button->text().isEmpty() && need > button->width() + 1 && button->toolTip().isEmpty())
                return u"%1 wide, needs %2"_s.arg(button->width()).arg(need);
        } else if (const auto *line = qobject_cast<const QLineEdit *>(w)) {
            const int need = QFontMetrics(line->font()).horizontalAdvance(line->text());
            if (need > line->width() + 1 && line->toolTip().isEmpty() && line->parentWidget()->toolTip().isEmpty())
                return u"%1 wide, needs %2"_s.arg(line->width()).arg(need);
        }
        return {};
    }
    QStringList faults() {
        QStringList out;
        std::vector<const QWidget *> texts;
        for (const auto *w : m_window->findChildren<QWidget *>()) {
            if (!w->isVisible() || w->visibleRegion().isEmpty() || w->window() != m_window.get()) continue;
            const auto *label = qobject_cast<const QLabel *>(w);
            const auto *button = qobject_cast<const QAbstractButton *>(w);
            if (!(label && !label->text().isEmpty()) && !(button && !button->text().isEmpty()) &&
                !qobject_cast<const QLineEdit *>(w))
                continue;
            const QString said = label    ? label->text()
                                 : button ? button->text()
                                          : static_cast<const QLineEdit *>(w)->text();
            if (const QString bad = wrong(w); !bad.isEmpty())
                out << where(w) + u" '"_s + said.left(40) + u"': "_s + bad;
            for (const auto *other : texts) {
                if (other->parentWidget() != w->parentWidget()) continue;
                const QRect both = other->geometry() & w->geometry();
                if (both.width() > 2 && both.height() > 2) out << where(w) + u" lies over "_s + where(other);
            }
            texts.push_back(w);
        }
        // what a page paints itself shares no place either
        for (auto *page : m_window->findChildren<StationPage *>()) {
            if (!page->isVisible()) continue;
            const auto parts = page->findChildren<QWidget *>(QString(), Qt::FindDirectChildrenOnly);
            for (qsizetype a = 0; a < parts.size(); ++a)
                for (qsizetype b = a + 1; b < parts.size(); ++b) {
                    const QRect both = parts[a]->geometry() & parts[b]->geometry();
                    if (parts[a]->isVisible() && parts[b]->isVisible() && both.width() > 2 && both.height() > 2)
                        out << where(parts[a]) + u" lies over "_s + where(parts[b]);
                }
        }
        out.removeDuplicates();
        return out;
    }

private slots:
    void init() { openWindow(); }
    void cleanup() {
        closeWindow();
        letterWidth() = 100;
    }

    void nothingIsClippedOrCovered_data() {
        QTest::addColumn<QSize>("size");
        QTest::addColumn<bool>("inch");
        QTest::addColumn<int>("letters");
        for (const QSize size : {QSize(1024, 700), QSize(1280, 800), QSize(1920, 1080)})
            for (const bool inch : {false, true})
                for (const int letters : {100, 130})
                    if (letters == 100 || size.width() >= 1280)
                        QTest::addRow("%dx%d %s %d", size.width(), size.height(), inch ? "inch" : "mm", letters)
                            << size << inch << letters;
    }
    void nothingIsClippedOrCovered() {
        QFETCH(QSize, size);
        QFETCH(bool, inch);
        QFETCH(int, letters);
        if (letters != 100) { // the window is built with them
            closeWindow();
            letterWidth() = letters;
            openWindow();
        }
        viewUnits().system = inch ? UnitSystem::Inch : UnitSystem::Metric;
        QStringList all;
        for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"}) {
            m_window->openDemo(QString::fromLatin1(name));
            m_window->resize(size);
            QCoreApplication::processEvents();
            QCOMPARE(m_window->size(), size);
            for (int station = 0; station <= 21; ++station) { // from 11 on the axis that turns, where there is one
                const bool turns = station > 10;
                const std::string axis = turns ? m_session->axes().back() : m_session->axes().front();
                if (turns && !m_session->proved(axis).model.rotary()) break;
                const int bench = turns ? station - 11 : station;
                if (station == 0)
                    m_window->showBoard();
                else if (bench >= 9) { // ratio and lead, wiring of the drive
                    m_window->showStation(StationId::Drive, axis);
                    m_window->page(StationId::Drive)->goTo(bench == 9 ? u"ratio"_s : u"wiring"_s);
                } else
                    m_window->showStation(StationId(bench), axis);
                m_window->mendNow();
                QStringList found;
                for (int k = 0; k < 12; ++k) { // what was changed is laid out in a moment or two
                    QCoreApplication::processEvents();
                    if (found = faults(); found.isEmpty()) break;
                    QTest::qWait(25);
                }
                for (const auto &fault : found)
                    all << QString::number(station) + u" "_s + QLatin1String(name) + fault;
            }
        }
        // the first page with as many recent jobs as it remembers
        QTemporaryDir folder;
        for (int k = 0; k < 5; ++k) {
            const QString path = folder.filePath(u"%1.lathewright"_s.arg(k));
            QVERIFY(m_session->saveAs(path).isEmpty());
            // long and short, whatever today's date is
            rememberJob({path, k % 2 ? u"Fell mill"_s : u"The wide old mill with a long name in the barn"_s,
                         u"X: Nothing chosen yet. It asks 1.2 N·m at 250 rpm of a motor"_s,
                         k % 2 ? u"Fri 1 Jul 11:11"_s : u"Wed 30 Nov 20:58"_s, 2});
        }
        m_session->undoStack()->setClean();
        m_window->findChild<QAction *>(u"new"_s)->trigger();
        QCoreApplication::processEvents();
        for (const auto &fault : faults())
            all << u"first run"_s + fault;
        const auto *go = m_window->findChild<QPushButton *>(u"setUp"_s),
                   *demo = m_window->findChild<QPushButton *>(u"openDemo"_s);
        const auto *row = m_window->findChild<QWidget *>(u"classes"_s);
        QVERIFY(go && demo && row && go->isVisible());
        const auto top = [&](const QWidget *w) { return w->mapTo(m_window.get(), QPoint()).y(); };
        QVERIFY(top(row) + row->height() <= top(go) + 1);
        QVERIFY(top(go) + go->height() <= top(demo));
        for (const auto &fault : all)
            qWarning("%s", qPrintable(fault)); // each on a line of its own: Qt Test shortens long messages
        QCOMPARE(all.size(), 0);
    }
};
LW_TEST(TestGeometry, "tst_geometry")
#include "tst_geometry.moc"
