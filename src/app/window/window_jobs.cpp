// Jobs in the window: opened, saved, remembered, printed, written out.
#include "app/window/first_run.h"
#include "app/window/main_window.h"
#include "machine/project_file.h"
#include "report/report.h"
#include <QPrintPreviewDialog>
#include <QPrinter>
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

void MainWindow::openFile(const QString &path) {
    QStringList notes;
    const auto problem = m_session->open(path, &notes);
    if (!problem.isEmpty()) return say(problem);
    m_axis.clear();
    m_mendedFor.clear();
    showBoard();
    remember();
    say(notes.isEmpty() ? u"Opened %1."_s.arg(QFileInfo(path).fileName()) : notes.front());
}

void MainWindow::openDemo(const QString &name) {
    QFile demo(u":/demo/%1.lathewright"_s.arg(name));
    if (!demo.open(QIODevice::ReadOnly)) return say(u"There is no sample of that name."_s);
    const auto read = readProject(demo.readAll().toStdString(), "demo");
    if (!read) return say(QString::fromStdString(read.error()));
    m_session->openCopy(read->project);
    m_axis.clear();
    m_mendedFor.clear();
    showBoard();
    say(u"The demo, an invented job. Save as keeps a copy of your own."_s);
}

void MainWindow::printPreview() {
    const auto report =
        !m_onBoard && m_station == StationId::Build ? makeJobCards(*m_session, m_axis) : makeReport(*m_session);
    QPrinter printer;
    printer.setResolution(96);
    printer.setPageMargins(QMarginsF(16, 14, 16, 12), QPageLayout::Millimeter);
    printer.setDocName(report.title);
    QPrintPreviewDialog preview(&printer, this);
    preview.setObjectName(u"preview"_s);
    preview.resize(1000, 760);
    connect(&preview, &QPrintPreviewDialog::paintRequested, this, [&](QPrinter *p) { paintReport(report, *p); });
    preview.exec();
}

void MainWindow::exportReport(bool cards) {
    const QString path = QFileDialog::getSaveFileName(this, cards ? u"Save the job cards"_s : u"Save the report"_s,
                                                      m_session->name() + (cards ? u" cards.pdf"_s : u".pdf"_s),
                                                      u"PDF (*.pdf);;HTML (*.html)"_s);
    if (path.isEmpty()) return;
    const auto problem = writeReport(cards ? makeJobCards(*m_session) : makeReport(*m_session), path);
    say(problem.isEmpty() ? u"Written to %1."_s.arg(QFileInfo(path).fileName()) : problem);
}

void MainWindow::fillRecent() {
    m_recent->clear();
    for (const auto &j : recentJobs()) {
        auto *a = m_recent->addAction(j.name + u"   "_s + j.when);
        a->setToolTip(j.path);
        connect(a, &QAction::triggered, this, [this, path = j.path] {
            if (mayLose()) openFile(path);
        });
    }
    if (m_recent->isEmpty()) m_recent->addAction(u"none yet"_s)->setEnabled(false);
}

void MainWindow::remember() {
    if (m_session->path().isEmpty()) return;
    Verdict v = Verdict::Holds;
    QString words = u"no axis yet"_s;
    for (const auto &id : m_session->axes()) {
        const auto &p = m_session->proved(id);
        if (worst(p.evaluation) < v || words == u"no axis yet"_s)
            words = QString::fromStdString(id) + u": "_s + text(headline(StationId::Proof, p.model, p.evaluation));
        v = std::min(v, worst(p.evaluation));
    }
    rememberJob({m_session->path(), m_session->name(), words.left(60),
                 QDateTime::currentDateTime().toString(u"ddd d MMM HH:mm"_s), int(v)});
    m_board->firstRun()->refresh();
}

void MainWindow::restoreHabits() {
    QSettings settings;
    if (const auto g = settings.value(u"geometry"_s).toByteArray(); !g.isEmpty()) restoreGeometry(g);
    if (settings.value(u"inches"_s).toBool()) viewUnits().system = UnitSystem::Inch;
    if (settings.value(u"dark"_s).toBool())
        setTheme(true);
    else
        refresh();
}

namespace {
/// A question with named answers; the place of the one chosen, -1 for none.
int asked(QWidget *over, const QString &title, const QString &words, const QString &more, const QStringList &answers) {
    QMessageBox box(QMessageBox::NoIcon, title, words, QMessageBox::NoButton, over);
    box.setInformativeText(more);
    QList<QAbstractButton *> buttons;
    for (int k = 0; k < answers.size(); ++k)
        buttons << box.addButton(answers[k],
                                 k + 1 == answers.size() ? QMessageBox::RejectRole : QMessageBox::ActionRole);
    box.setDefaultButton(qobject_cast<QPushButton *>(buttons.first()));
    box.setEscapeButton(buttons.last());
    box.exec();
    return int(buttons.indexOf(box.clickedButton()));
}
} // namespace

bool MainWindow::mayLose() {
    if (!m_session->isModified() || m_session->axes().empty()) return true;
    const auto ask = [this] {
        static constexpr QMessageBox::StandardButton answers[]{QMessageBox::Save, QMessageBox::Discard,
                                                               QMessageBox::Cancel};
        const int chosen =
            asked(this, u"Not saved"_s, u"%1 has changes that are not in its file."_s.arg(m_session->name()), {},
                  {u"Save them"_s, u"Throw them away"_s, u"Stay here"_s});
        return chosen < 0 ? QMessageBox::Cancel : answers[chosen];
    };
    const int answer = askSave ? askSave() : int(ask());
    if (answer == QMessageBox::Save) return save();
    return answer == QMessageBox::Discard;
}

bool MainWindow::saved(const QString &problem) {
    if (problem.isEmpty()) remember();
    say(problem.isEmpty() ? u"Saved %1."_s.arg(QFileInfo(m_session->path()).fileName()) : problem);
    return problem.isEmpty();
}

namespace {
/// A name beside this one that is free: "mill.lathewright" -> "mill 2.lathewright".
QString nameBeside(const QString &path) {
    const QFileInfo info(path);
    QString p;
    for (int n = 2; p.isEmpty() || QFileInfo::exists(p); ++n)
        p = info.absolutePath() + u"/"_s + info.completeBaseName() + u" %1.lathewright"_s.arg(n);
    return p;
}

} // namespace

bool MainWindow::save() {
    if (auto *f = QApplication::focusWidget()) { // what is being typed counts
        f->clearFocus();
        f->setFocus();
    }
    if (m_session->path().isEmpty()) return saveAs();
    if (!m_session->changedOnDisk()) return saved(m_session->save());
    const QString file = QFileInfo(m_session->path()).fileName();
    const int place =
        askWhose
            ? -1
            : asked(this, u"Changed by another program"_s,
                    u"%1 was changed by another program since it was read here. Which one counts?"_s.arg(file),
                    u"Keep mine: theirs becomes the backup, the same name with ~ behind it. Take theirs: your changes "
                    u"since the last save are dropped. Save beside: mine goes into a new file next to it, both "
                    u"stay."_s,
                    {u"Save beside"_s, u"Keep mine"_s, u"Take theirs"_s, u"Cancel"_s});
    switch (askWhose     ? askWhose()
            : place == 0 ? Whose::Beside
            : place == 1 ? Whose::Mine
            : place == 2 ? Whose::Theirs
                         : Whose::Cancel) {
    case Whose::Mine: return saved(m_session->save(true));
    case Whose::Theirs: openFile(m_session->path()); return false;
    case Whose::Beside: return saved(m_session->saveAs(nameBeside(m_session->path())));
    case Whose::Cancel: say(u"Not saved: %1 holds what the other program wrote."_s.arg(file)); return false;
    }
    return false;
}

bool MainWindow::saveAs() {
    const QString path = QFileDialog::getSaveFileName(this, u"Save the job"_s, m_session->name() + u".lathewright"_s,
                                                      u"Lathewright jobs (*.lathewright)"_s);
    if (path.isEmpty()) return false;
    return saved(m_session->saveAs(path));
}

bool MainWindow::offerLeft(const std::vector<WaitingJournal> &all) {
    for (std::size_t k = 0; k < all.size(); ++k) {
        const auto &w = all[k];
        auto answer = Left::Later;
        if (askLeft) {
            answer = askLeft(w);
        } else {
            const QString where = w.path.isEmpty() ? u"It was never saved."_s : u"Its file is %1."_s.arg(w.path);
            const QString many = all.size() > 1 ? u" %1 of %2 that wait."_s.arg(k + 1).arg(all.size()) : QString();
            const int place = asked(this, u"Not saved when Lathewright stopped"_s,
                                    u"%1 has %2 that %3 not in its file; the last is of %4."_s.arg(
                                        w.name, w.edits == 1 ? u"one edit"_s : u"%1 edits"_s.arg(w.edits),
                                        w.edits == 1 ? u"is"_s : u"are"_s, w.when.toString(u"ddd d MMM HH:mm"_s)),
                                    where + u" Left for later it waits under Job, Recover."_s + many,
                                    {u"Open it"_s, u"Throw away"_s, u"Later"_s});
            answer = place == 0 ? Left::Open : place == 1 ? Left::ThrowAway : Left::Later;
        }
        if (answer == Left::ThrowAway) m_session->throwAway(w);
        if (answer != Left::Open) continue;
        if (const auto problem = m_session->recover(w.file); !problem.isEmpty()) {
            say(problem);
            continue;
        }
        m_axis.clear();
        m_mendedFor.clear();
        showBoard();
        const auto rest = all.size() - k - 1;
        say(u"Recovered %1 as it was when Lathewright stopped. Save it to keep it."_s.arg(w.name) +
            (rest ? u" %1 more wait under Job, Recover."_s.arg(rest) : QString()));
        return true;
    }
    return false;
}

void MainWindow::begin(const QString &file, const std::function<void()> &otherwise) {
    const auto all = m_session->waiting();
    if (!all.empty()) show(); // there is something to ask
    if (file.isEmpty() && !otherwise) {
        (void)offerLeft(all);
        return;
    }
    // What was asked for is opened; only what was lost of that very file is offered in its place.
    const QString whole = file.isEmpty() ? QString() : QFileInfo(file).absoluteFilePath();
    std::vector<WaitingJournal> own, others;
    for (const auto &w : all)
        (!file.isEmpty() && w.path == whole ? own : others).push_back(w);
    if (!own.empty() && offerLeft(own)) return;
    if (otherwise)
        otherwise();
    else
        openFile(file);
    if (!others.empty())
        say(m_status->text() +
            (others.size() == 1
                 ? u" %1 was not saved when Lathewright stopped: Job, Recover."_s.arg(others.front().name)
                 : u" %1 jobs were not saved when Lathewright stopped: Job, Recover."_s.arg(others.size())));
}

void MainWindow::changeEvent(QEvent *e) {
    QMainWindow::changeEvent(e);
    if (e->type() == QEvent::ActivationChange && isActiveWindow() && m_session->changedOnDisk())
        say(u"%1 was changed by another program. Saving asks whose version counts."_s.arg(
            QFileInfo(m_session->path()).fileName()));
}

void MainWindow::closeEvent(QCloseEvent *e) {
    if (!mayLose()) return e->ignore();
    m_session->close();
    QSettings settings;
    settings.setValue(u"geometry"_s, saveGeometry());
    settings.setValue(u"dark"_s, theme().dark);
    settings.setValue(u"inches"_s, viewUnits().system == UnitSystem::Inch);
    e->accept();
}

} // namespace lw
