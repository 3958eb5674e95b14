// The window's menus, and what Ctrl+F can find.
#include "app/window/bench_book.h"
#include "app/window/find_bar.h"
#include "app/window/help_window.h"
#include "app/window/main_window.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

void MainWindow::buildMenus() {
    auto *bar = findChild<QMenuBar *>(u"menus"_s);
    auto add = [&](QMenu *menu, const QString &words, const QKeySequence &key, auto &&what, const QString &name = {}) {
        auto *a = menu->addAction(words);
        a->setShortcut(key);
        if (!name.isEmpty()) a->setObjectName(name);
        connect(a, &QAction::triggered, this, what);
        addAction(a);
        return a;
    };
    auto *job = bar->addMenu(u"&Job"_s);
    add(
        job, u"New"_s, QKeySequence::New,
        [this] {
            if (!mayLose()) return;
            m_session->newJob();
            m_axis.clear();
            showBoard();
        },
        u"new"_s);
    add(
        job, u"Open…"_s, QKeySequence::Open,
        [this] {
            if (!mayLose()) return;
            const QString path = QFileDialog::getOpenFileName(this, u"Open a job"_s, {},
                                                              u"Lathewright jobs (*.lathewright);;All files (*)"_s);
            if (!path.isEmpty()) openFile(path);
        },
        u"open"_s);
    m_recent = job->addMenu(u"Recent jobs"_s);
    connect(m_recent, &QMenu::aboutToShow, this, &MainWindow::fillRecent);
    auto *samples = job->addMenu(u"Samples"_s);
    for (const auto &[name, words] : {std::pair{u"tarn-mill"_s, u"Tarn mill, under way"_s},
                                      {u"beck-lathe"_s, u"Beck lathe, finished"_s},
                                      {u"sill-grinder"_s, u"Sill grinder, just begun"_s}})
        add(
            samples, words, {},
            [this, n = name] {
                if (mayLose()) openDemo(n);
            },
            name == u"tarn-mill"_s ? u"demo"_s : name);
    add(
        job, u"Recover…"_s, {},
        [this] {
            const auto all = m_session->waiting();
            if (all.empty()) return say(u"Nothing waits to be recovered."_s);
            if (mayLose()) (void)offerLeft(all);
        },
        u"recover"_s);
    job->addSeparator();
    add(
        job, u"Save"_s, QKeySequence::Save, [this] { save(); }, u"save"_s);
    add(
        job, u"Save as…"_s, QKeySequence::SaveAs, [this] { saveAs(); }, u"saveAs"_s);
    job->addSeparator();
    add(
        job, u"Print preview…"_s, QKeySequence::Print, [this] { printPreview(); }, u"print"_s);
    add(
        job, u"Save the report (HTML, PDF)…"_s, {}, [this] { exportReport(false); }, u"report"_s);
    add(
        job, u"Save job cards (PDF)…"_s, {}, [this] { exportReport(true); }, u"jobCards"_s);
    job->addSeparator();
    add(job, u"Quit"_s, QKeySequence::Quit, [this] { close(); });
    auto *edit = bar->addMenu(u"&Edit"_s);
    m_undo = add(
        edit, u"Undo"_s, QKeySequence::Undo, [this] { m_session->undoStack()->undo(); }, u"undo"_s);
    m_redo = add(
        edit, u"Redo"_s, QKeySequence(u"Ctrl+Shift+Z"_s), [this] { m_session->undoStack()->redo(); }, u"redo"_s);
    m_redo->setShortcuts({QKeySequence(u"Ctrl+Shift+Z"_s), QKeySequence(u"Ctrl+Y"_s)});
    edit->addSeparator();
    add(
        edit, u"Copy this page"_s, {}, [this] { copyPage(); }, u"copyPage"_s);
    add(
        edit, u"Add an axis"_s, {},
        [this] {
            showBoard();
            m_board->addAxis();
        },
        u"addAxisAction"_s);
    add(
        edit, u"Name this axis"_s, {}, [this] { nameAxis(); }, u"nameAxis"_s);
    add(
        edit, u"Copy this axis"_s, {}, [this] { copyAxis(); }, u"copyAxis"_s);
    add(
        edit, u"Move this axis up"_s, QKeySequence(u"Ctrl+Shift+Up"_s), [this] { moveAxis(-1); }, u"axisUp"_s);
    add(
        edit, u"Move this axis down"_s, QKeySequence(u"Ctrl+Shift+Down"_s), [this] { moveAxis(1); }, u"axisDown"_s);
    add(
        edit, u"Remove this axis"_s, {}, [this] { removeAxis(); }, u"removeAxis"_s);
    add(
        edit, u"Strike this reading out"_s, QKeySequence(u"Ctrl+Del"_s),
        [this] {
            if (!m_onBoard) page(m_station)->strikeCurrent();
        },
        u"strike"_s);
    add(
        edit, u"Add a stage behind this part"_s, QKeySequence(u"Ctrl+D"_s),
        [this] {
            if (!m_onBoard) page(m_station)->addHere();
        },
        u"addStage"_s);
    edit->addSeparator();
    add(
        edit, u"Find…"_s, QKeySequence::Find, [this] { find(); }, u"find"_s);
    edit->addSeparator();
    add(
        edit, u"Keep this design, try another"_s, QKeySequence(u"Ctrl+B"_s), [this] { pinDesign(); }, u"pin"_s);
    add(
        edit, u"Swap A and B"_s, QKeySequence(u"Ctrl+E"_s), [this] { swapDesign(); }, u"swap"_s);
    auto *view = bar->addMenu(u"&View"_s);
    add(
        view, u"Board"_s, QKeySequence(Qt::Key_Home), [this] { showBoard(); }, u"boardAction"_s)
        ->setShortcutContext(Qt::WidgetShortcut);
    for (const auto &[id, name] : StationSpine::stations()) {
        auto *a = view->addAction(u"%1  %2"_s.arg(int(id)).arg(name));
        connect(a, &QAction::triggered, this, [this, s = id] { showStation(s); });
    }
    view->addSeparator();
    add(
        view, u"Dark or light"_s, QKeySequence(u"Ctrl+T"_s), [this] { setTheme(!theme().dark); }, u"theme"_s);
    add(
        view, u"Millimetres or inches"_s, QKeySequence(u"Ctrl+U"_s),
        [this] {
            viewUnits().system = viewUnits().system == UnitSystem::Metric ? UnitSystem::Inch : UnitSystem::Metric;
            refresh();
            say(viewUnits().system == UnitSystem::Inch ? u"Shown in inches; what was typed stays as typed."_s
                                                       : u"Shown in millimetres; what was typed stays as typed."_s);
        },
        u"units"_s);
    for (const auto &[words, key, by] : {std::tuple{u"Larger text"_s, QKeySequence(QKeySequence::ZoomIn), 0.25},
                                         {u"Smaller text"_s, QKeySequence(QKeySequence::ZoomOut), -0.25}})
        add(
            view, words, key,
            [this, step = by] {
                QSettings settings;
                const double scale = std::clamp(settings.value(u"scale"_s, 1.0).toDouble() + step, 1.0, 2.5);
                settings.setValue(u"scale"_s, scale);
                say(u"Text at %1 % from the next start."_s.arg(int(std::round(scale * 100))));
            },
            by > 0 ? u"larger"_s : u"smaller"_s);
    add(view, u"Full screen"_s, QKeySequence(Qt::Key_F11),
        [this] { isFullScreen() ? showNormal() : showFullScreen(); });
    auto *tools = bar->addMenu(u"&Tools"_s);
    add(
        tools, u"Bench book"_s, QKeySequence(u"Ctrl+K"_s), [this] { openBook(); }, u"bookAction"_s);
    auto *help = bar->addMenu(u"&Help"_s);
    for (const auto &title : {u"First steps"_s, u"Marks"_s, u"Words"_s, u"Keys"_s})
        add(
            help, title, title == u"First steps"_s ? QKeySequence(u"Shift+F1"_s) : QKeySequence(),
            [this, title] { openHelp(title); }, u"help"_s + QString(title).remove(u' '));
    add(
        help, u"How to measure this"_s, QKeySequence(Qt::Key_F1), [this] { showHelp(); }, u"help"_s);
    add(help, u"About Lathewright"_s, {}, [this] {
        say(u"Lathewright %1. GPL-3.0-or-later. Everything stays on this computer."_s.arg(QStringLiteral(LW_VERSION)));
    });
}

void MainWindow::openHelp(const QString &title) {
    if (!m_helpWindow) {
        // what every menu and every station answers to, as they are
        QStringList keys{u"1 … 8\tthe stations of the axis"_s, u"Home\tthe board"_s,
                         u"Enter\tgoes into what is marked"_s, u"Esc\tleaves it as it was"_s};
        for (auto *action : actions())
            if (!action->shortcut().isEmpty()) {
                QStringList shown;
                for (const auto &key : action->shortcuts())
                    shown << key.toString(QKeySequence::NativeText);
                keys << shown.join(u" or "_s) + u'\t' + QString(action->text()).remove(u'&').remove(u'…');
            }
        if (!m_axis.empty())
            for (const auto &[id, name] : StationSpine::stations())
                keys << u"**%1**\t%2"_s.arg(name, page(id)->hint());
        m_helpWindow = new HelpWindow(keys, this);
    }
    m_helpWindow->openAt(title);
}

void MainWindow::find() {
    std::vector<FindBar::Hit> all;
    auto go = [this](StationId station, const std::string &axis, const QString &row) {
        return [this, station, axis, row] {
            showStation(station, axis);
            if (!row.isEmpty()) page(station)->goTo(row);
        };
    };
    for (const auto &id : m_session->axes()) {
        const auto &p = m_session->proved(id);
        for (const auto &f : p.evaluation.findings) {
            const auto station = f.check->station;
            all.push_back({text(verdictWord(f.verdict)) + u", "_s + text(sentenceOf(p.model, p.evaluation.state, f)),
                           QString::fromStdString(id) + u" finding "_s + text(f.check->code), [this, id, f, station] {
                               showStation(station == StationId::FirstCuts ? StationId::Proof : station, id);
                               page(m_station)->choose(f);
                           }});
        }
    }
    for (const auto &l : m_session->parts())
        all.push_back({QString::fromStdString(l.text + (l.from.empty() ? "" : ", " + l.from)) + u", "_s +
                           text(stateCode(l.state)),
                       QString::fromStdString(l.axis) + u" part"_s,
                       go(StationId::Parts, l.axis, QString::fromStdString(l.key))});
    for (const auto &s : m_session->plan().steps)
        all.push_back({QString::fromStdString(s.text), QString::fromStdString(s.axis) + u" step"_s,
                       go(StationId::Build, s.axis, QString::fromStdString(s.key))});
    for (const auto &e : m_session->log())
        all.push_back({QString::fromStdString(e.date + " " + e.text + (e.reason.empty() ? "" : ": " + e.reason)),
                       u"log"_s, go(StationId::Log, {}, QString::fromStdString(e.id))});
    // entries of the axis: by their label, on the page that has them
    if (!m_axis.empty())
        for (const auto &[station, name] : StationSpine::stations())
            if (const auto it = pagesFor(station).find(station); it != pagesFor(station).end() && it->second)
                for (auto *f : it->second->findChildren<FieldWidget *>()) {
                    const auto *field = fieldAt(f->pointer().toStdString());
                    if (!field || f->pointer().contains(u"/x/"_s)) continue;
                    all.push_back(
                        {text(field->label), name + u" entry"_s, [this, s = station, f = QPointer<FieldWidget>(f)] {
                             showStation(s, m_axis);
                             if (f) f->setFocus();
                         }});
                }
    for (const auto &[station, name] : StationSpine::stations())
        if (station <= StationId::Proof && !m_axis.empty() && !m_pages[station])
            page(station)->setAxis(m_axis); // looked at next time
    m_find->open(std::move(all));
}

} // namespace lw
