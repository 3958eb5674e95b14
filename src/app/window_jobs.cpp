// Jobs in the window: opened, saved, remembered, printed, written out.
#include "app/first_run.h"
#include "app/main_window.h"
#include "machine/project_file.h"
#include "report/report.h"
#include <QPrintPreviewDialog>
#include <QPrinter>
#include <QtWidgets>

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
    m_session->newJob();
    // The demo has no file of its own: saving asks for a name.
    std::vector<Patch> all;
    for (const auto &[key, value] : read->project.items()) all.push_back({"/" + key, value});
    m_session->apply({std::move(all), u"demo opened"_s});
    m_session->undoStack()->clear();
    m_axis.clear();
    m_mendedFor.clear();
    showBoard();
    say(u"The demo, an invented job. Save as keeps a copy of your own."_s);
}

void MainWindow::printPreview() {
    const auto report = !m_onBoard && m_station == StationId::Build ? makeJobCards(*m_session, m_axis) : makeReport(*m_session);
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
    const QString path = QFileDialog::getSaveFileName(this, cards ? u"Save the job cards"_s : u"Save the report"_s, m_session->name() + (cards ? u" cards.pdf"_s : u".pdf"_s), u"PDF (*.pdf);;HTML (*.html)"_s);
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
        if (worst(p.evaluation) < v || words == u"no axis yet"_s) words = QString::fromStdString(id) + u": "_s + text(headline(StationId::Proof, p.model, p.evaluation));
        v = std::min(v, worst(p.evaluation));
    }
    rememberJob({m_session->path(), m_session->name(), words.left(60), QDateTime::currentDateTime().toString(u"ddd d MMM HH:mm"_s), int(v)});
    m_board->firstRun()->refresh();
}

void MainWindow::restoreHabits() {
    QSettings settings;
    if (const auto g = settings.value(u"geometry"_s).toByteArray(); !g.isEmpty()) restoreGeometry(g);
    if (settings.value(u"inches"_s).toBool()) viewUnits().system = UnitSystem::Inch;
    if (settings.value(u"dark"_s).toBool()) setTheme(true);
    else refresh();
}

bool MainWindow::mayLose() {
    if (!m_session->isModified() || m_session->axes().empty()) return true;
    const int answer = askSave ? askSave() : QMessageBox::question(this, u"Not saved"_s, u"%1 has changes that are not in its file. Save them?"_s.arg(m_session->name()), QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel);
    if (answer == QMessageBox::Save) return save();
    return answer == QMessageBox::Discard;
}

bool MainWindow::save() {
    if (auto *f = QApplication::focusWidget()) { // what is being typed counts
        f->clearFocus();
        f->setFocus();
    }
    if (m_session->path().isEmpty()) return saveAs();
    const auto problem = m_session->save();
    if (problem.isEmpty()) remember();
    say(problem.isEmpty() ? u"Saved %1."_s.arg(QFileInfo(m_session->path()).fileName()) : problem);
    return problem.isEmpty();
}

bool MainWindow::saveAs() {
    const QString path = QFileDialog::getSaveFileName(this, u"Save the job"_s, m_session->name() + u".lathewright"_s, u"Lathewright jobs (*.lathewright)"_s);
    if (path.isEmpty()) return false;
    const auto problem = m_session->saveAs(path);
    if (problem.isEmpty()) remember();
    say(problem.isEmpty() ? u"Saved %1."_s.arg(QFileInfo(m_session->path()).fileName()) : problem);
    return problem.isEmpty();
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
