#include "app/window/main_window.h"
#include "app/window/bench_book.h"
#include "app/window/find_bar.h"
#include "app/window/first_run.h"
#include "app/window/help_card.h"
#include "machine/new_axis.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

MainWindow::MainWindow(Session *session, QWidget *parent) : QMainWindow(parent), m_session(session) {
    settleNumbers();
    setAcceptDrops(true);
    resize(1280, 800);
    setMinimumSize(1000, 660);
    auto *central = new QWidget(this);
    auto *v = new QVBoxLayout(central);
    v->setContentsMargins(0, 0, 0, 0);
    v->setSpacing(0);
    // menu row: menus, last undo in words, designs
    auto *top = new QWidget(central);
    top->setFixedHeight(34);
    auto *th = new QHBoxLayout(top);
    th->setContentsMargins(4, 0, 14, 0);
    auto *bar = new QMenuBar(top);
    bar->setNativeMenuBar(false);
    bar->setObjectName(u"menus"_s);
    bar->setFont(face(13));
    bar->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Preferred);
    th->addWidget(bar);
    m_undoWords = makeLabel({}, 13, Ink::Touch, false, false, top);
    m_undoWords->setObjectName(u"undoWords"_s);
    th->addSpacing(18);
    th->addWidget(m_undoWords);
    th->addStretch(1);
    th->addWidget(makeLabel(u"Design"_s, 13, Ink::Label, false, false, top));
    for (std::size_t k = 0; k < m_designs.size(); ++k) {
        auto *b = m_designs[k] = new QPushButton(top);
        const std::string d = designLetters[k];
        b->setObjectName(u"design"_s + QString::fromStdString(d));
        b->setProperty("box", true);
        b->setCheckable(true);
        b->setFont(face(13));
        b->setFocusPolicy(Qt::NoFocus);
        th->addWidget(b);
        connect(b, &QPushButton::clicked, this, [this, d] {
            if (!m_axis.empty() && m_session->design(m_axis) != d)
                m_session->apply(
                    {{{"/axes/" + m_axis + "/design_shown", d}}, u"design %1 shown"_s.arg(QString::fromStdString(d))});
            refreshFrame();
        });
    }
    v->addWidget(top);
    m_spine = new StationSpine(central);
    v->addWidget(m_spine);
    auto *middle = new QHBoxLayout;
    middle->setSpacing(0);
    m_strip = new AxisStrip(central);
    middle->addWidget(m_strip);
    m_stack = new QStackedWidget(central);
    middle->addWidget(m_stack, 1);
    v->addLayout(middle, 1);
    auto *bottom = new QWidget(central);
    bottom->setFixedHeight(26);
    auto *bh = new QHBoxLayout(bottom);
    bh->setContentsMargins(14, 0, 14, 0);
    m_status = makeLabel({}, 13, Ink::Label, false, false, bottom);
    m_status->setObjectName(u"status"_s);
    m_status->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    m_statusRight = makeLabel({}, 13, Ink::Label, false, false, bottom);
    m_statusRight->setObjectName(u"statusRight"_s);
    bh->addWidget(m_status, 1);
    bh->addWidget(m_statusRight);
    v->addWidget(bottom);
    setCentralWidget(central);

    m_board = new BoardPage(session, this);
    m_stack->addWidget(m_board);
    connect(m_board, &BoardPage::opened, this, [this](const std::string &axis, StationId s) { showStation(s, axis); });
    connect(m_board, &BoardPage::sampleAsked, this, [this](const QString &name) { openDemo(name); });
    connect(m_board, &BoardPage::fileAsked, this, [this](const QString &path) { openFile(path); });
    connect(m_board, &BoardPage::openAsked, this, [this] { findChild<QAction *>(u"open"_s)->trigger(); });
    connect(m_board, &BoardPage::mendApplied, this, [this](const std::string &axis, const Mend &mend) {
        m_axis = axis;
        applyMend(mend);
    });
    connect(m_board, &BoardPage::stepAsked, this, [this](const std::string &axis, const QString &step) {
        showStation(StationId::Build, axis);
        page(StationId::Build)->goTo(step);
    });
    connect(m_board, &BoardPage::findingAsked, this, [this](const std::string &axis, const Finding &f) {
        showStation(f.check->station == StationId::Proof || f.check->station == StationId::FirstCuts ? StationId::Proof
                                                                                                     : f.check->station,
                    axis);
        page(m_station)->choose(f);
    });
    connect(m_spine, &StationSpine::stationAsked, this, [this](StationId s) { showStation(s); });
    connect(m_spine, &StationSpine::boardAsked, this, &MainWindow::showBoard);
    connect(m_strip, &AxisStrip::axisAsked, this, [this](const std::string &axis) {
        if (m_onBoard) {
            m_axis = axis;
            refreshFrame();
            m_board->focusCell(axis, StationId::AsFound);
        } else {
            showStation(m_station, axis);
        }
    });
    m_book = new BenchBook(session, central);
    connect(m_book, &BenchBook::said, this, &MainWindow::say);
    connect(m_book, &BenchBook::closed, this, [this] {
        if (m_onBoard)
            m_board->setFocus();
        else
            page(m_station)->setFocus();
    });
    m_find = new FindBar(central);
    m_help = new HelpCard(central);
    connect(session, &Session::changed, this, &MainWindow::refresh);
    connect(session, &Session::fileChanged, this, &MainWindow::refreshFrame);
    connect(session, &Session::journalChanged, this, [this] {
        refreshFrame();
        const auto problem = m_session->journalProblem();
        say(problem.isEmpty() ? u"Every edit is in the journal again."_s
                              : problem.left(1).toUpper() + problem.mid(1) +
                                    u". It is tried again; save the job, or make room on the disk."_s);
    });
    m_mendTimer.setSingleShot(true);
    m_mendTimer.setInterval(120);
    connect(&m_mendTimer, &QTimer::timeout, this, &MainWindow::mendNow);
    buildMenus();
    for (auto signal : {&QUndoStack::undoTextChanged, &QUndoStack::redoTextChanged})
        connect(m_session->undoStack(), signal, this, &MainWindow::refreshUndo);
    connect(m_session->undoStack(), &QUndoStack::indexChanged, this, &MainWindow::refreshUndo);
    qApp->installEventFilter(this);
    applyStyle();
    refresh();
}

MainWindow::~MainWindow() {
    qApp->removeEventFilter(this);
    if (auto *f = focusWidget()) f->clearFocus(); // what is being typed is kept while all who listen still stand
    m_session->disconnect(this);
}

std::map<StationId, StationPage *> &MainWindow::pagesFor(StationId station) {
    const bool turns = (station == StationId::AsFound || station == StationId::Duty) &&
                       textAt(m_session->project(), "/axes/" + m_axis + "/kind") == "rotary";
    return turns ? m_rotaryPages : m_pages;
}
StationPage *MainWindow::page(StationId station) {
    auto &made = pagesFor(station);
    auto &p = made[station];
    if (!p) { // made when first looked at
        p = &made == &m_rotaryPages ? makeRotaryPage(station, m_session, this)
                                    : makeStationPage(station, m_session, this);
        if (!p) return nullptr;
        m_stack->addWidget(p);
        connect(p, &StationPage::said, this, &MainWindow::say);
        connect(p, &StationPage::mendApplied, this, &MainWindow::applyMend);
        connect(p, &StationPage::quietWanted, this, [this] { m_mendTimer.start(); });
        connect(p, &StationPage::rightTextChanged, this, &MainWindow::refreshFrame);
        connect(p, &StationPage::mendAsked, this, [this](const Finding &f) {
            showStation(StationId::Proof, m_axis);
            page(StationId::Proof)->choose(f);
            mendNow();
        });
    }
    return p;
}

void MainWindow::showBoard() {
    m_status->setProperty("sticky", QString());
    m_onBoard = true;
    m_stack->setCurrentWidget(m_board);
    m_board->refresh();
    refreshFrame();
    const auto axes = m_session->axes();
    if (!axes.empty())
        m_board->focusCell(m_axis.empty() ? axes.front() : m_axis, m_station);
    else
        m_board->firstRun()->setFocus();
    m_mendTimer.start();
}

void MainWindow::showStation(StationId station, const std::string &axis) {
    const auto axes = m_session->axes();
    if (axes.empty()) {
        say(u"No axis yet: press A on the board to add one."_s);
        return;
    }
    if (!axis.empty()) m_axis = axis;
    if (std::find(axes.begin(), axes.end(), m_axis) == axes.end()) m_axis = axes.front();
    auto *p = page(station);
    if (!p) return;
    m_station = station;
    m_onBoard = false;
    m_status->setProperty("sticky", QString()); // what was said is of that station; the keys of this one come back
    m_stack->setCurrentWidget(p);
    p->setAxis(m_axis);
    refreshFrame();
    p->setFocus();
    m_mendTimer.start();
}

void MainWindow::refresh() {
    const auto axes = m_session->axes();
    if (!m_axis.empty() && std::find(axes.begin(), axes.end(), m_axis) == axes.end())
        m_axis = axes.empty() ? std::string() : axes.front();
    if (!m_onBoard && axes.empty()) return showBoard();
    if (m_onBoard)
        m_board->refresh();
    else if (auto *p = page(m_station)) {
        if (m_stack->currentWidget() != p) m_stack->setCurrentWidget(p); // the axis turns now, or runs straight again
        if (p->axis() != m_axis)
            p->setAxis(m_axis);
        else
            p->refresh();
    }
    refreshFrame();
    m_mendTimer.start();
}

void MainWindow::refreshFrame() {
    const auto axes = m_session->axes();
    const auto &project = m_session->project();
    if (m_axis.empty() && !axes.empty()) m_axis = axes.front();
    std::vector<AxisStrip::Row> rows;
    std::map<StationId, Verdict> roll;
    for (const auto &id : axes) {
        const auto &p = m_session->proved(id);
        AxisStrip::Row r;
        r.id = id;
        r.letter = m_session->typedAt("/axes/" + id + "/letter");
        if (r.letter.isEmpty()) r.letter = QString::fromStdString(id);
        r.what = text(p.model.what);
        r.travel = p.model.rotary() ? u"360°"_s : text(withUnit(p.model.travel.v, Dimension::Length, "mm"));
        r.assumedTravel = p.model.travel.assumed();
        r.verdict = std::min(worst(p.evaluation), buildVerdict(m_session->plan(), id));
        r.vertical = p.model.vertical;
        rows.push_back(r);
        if (!m_onBoard && id != m_axis) continue; // at a bench the spine tells of this axis
        for (const auto &[station, name] : StationSpine::stations()) {
            const bool late = station >= StationId::Parts;
            const auto s = late ? m_session->summary(station, id) : StationSummary();
            if (late && !s.begun) continue;
            const auto v = late ? s.verdict : stationVerdict(station, p.model, p.evaluation);
            const auto it = roll.find(station);
            roll[station] = it == roll.end() ? v : std::min(it->second, v);
        }
    }
    m_strip->setRows(rows, m_onBoard ? std::string() : m_axis, textAt(project, "/class", "bench_mill"));
    m_spine->setCurrent(m_station, m_onBoard);
    for (const auto &[station, name] : StationSpine::stations())
        m_spine->setVerdict(station, roll.count(station) ? roll[station] : Verdict::NotKnown, roll.count(station) > 0);
    const auto mass = knownAt(project, "/mass_kg");
    m_spine->setMachine(m_session->name(), mass.known()       ? text(withUnit(mass.v, Dimension::Mass, "kg"))
                                           : axes.empty()     ? u"not begun"_s
                                           : axes.size() == 1 ? u"1 axis"_s
                                                              : u"%1 axes"_s.arg(axes.size()));
    refreshUndo();
    const bool any = !axes.empty() && !m_axis.empty();
    const auto designs = any ? designsOf(m_session->project(), m_axis) : std::vector<std::string>{};
    for (std::size_t k = 0; k < m_designs.size(); ++k) {
        auto *b = m_designs[k];
        const std::string d = designLetters[k];
        const bool exists = any && (d == "A" || std::find(designs.begin(), designs.end(), d) != designs.end());
        b->setVisible(exists);
        if (!exists) continue;
        const QString words = m_session->typedAt("/axes/" + m_axis + "/designs/" + d + "/text");
        const int room = designs.size() < 3 ? 28 : 14;
        b->setText(QString::fromStdString(d) + u"  "_s +
                   (words.isEmpty()        ? u"design"_s
                    : words.size() <= room ? words
                                           : words.left(room - 1) + u"…"_s));
        b->setToolTip(words);
        b->setChecked(m_session->design(m_axis) == d);
    }
    setWindowTitle(m_session->name() + (m_session->isModified() ? u" *"_s : QString()) + u" – Lathewright"_s);
    QString right = m_session->isModified()
                        ? m_session->journalProblem().isEmpty()
                              ? u"not saved; every edit is in the journal"_s
                              : u"not saved, and "_s + m_session->journalProblem() + u": save it now"_s
                    : m_session->path().isEmpty() ? QString()
                                                  : u"saved"_s;
    const auto *shown = m_onBoard ? nullptr : page(m_station);
    if (shown && !shown->rightText().isEmpty()) right = shown->rightText();
    m_statusRight->setText(right);
    if (m_status->property("sticky").toString().isEmpty())
        m_status->setText(
            m_onBoard ? axes.empty()
                            ? u"Arrows choose   Enter sets up its axes   Ctrl+O open   A adds one axis   drop a file "
                              u"anywhere"_s
                            : u"1–8 station   [ ] axis   Enter opens the cell   A adds an axis   M fix   Ctrl+F find   "
                              u"Ctrl+K bench book"_s
            : shown   ? shown->hint()
                      : QString());
}

/// The stack counts an edit only after the job has changed, so this follows the stack, not the job.
void MainWindow::refreshUndo() {
    const auto *stack = m_session->undoStack();
    m_undo->setEnabled(stack->canUndo());
    m_redo->setEnabled(stack->canRedo());
    m_undoWords->setText(stack->canUndo() ? u"Undo: "_s + stack->undoText().left(48) : QString());
}

void MainWindow::say(const QString &sentence) {
    m_status->setProperty("sticky", sentence);
    m_status->setText(sentence);
    m_status->setToolTip(sentence);
    QTimer::singleShot(9000, this, [this, sentence] {
        if (m_status->property("sticky").toString() == sentence) {
            m_status->setProperty("sticky", QString());
            refreshFrame();
        }
    });
}
QString MainWindow::status() const { return m_status->text(); }

void MainWindow::mendNow() {
    m_mendTimer.stop();
    if (m_onBoard) { // of what the board shows, not of every axis there is
        std::map<std::string, std::vector<Finding>> wanted;
        for (const auto &[id, f] : m_board->worstShown())
            wanted[id].push_back(f);
        for (const auto &[id, findings] : wanted) {
            auto key = m_session->at("/axes/" + id).dump();
            for (const auto &f : findings)
                key += "|" + std::string(f.check->code) + "." + std::to_string(f.subject.cut) + "." +
                       std::to_string(int(f.subject.at)) + "." + std::to_string(f.subject.stage) + "." +
                       std::to_string(f.subject.side);
            if (m_mendedFor[id] == key) continue;
            m_mendedFor[id] = key;
            const auto &p = m_session->proved(id);
            const MendFinder finder(m_session->project(), p.model);
            std::vector<std::pair<Finding, Mend>> out;
            for (const auto &f : findings)
                if (const auto mends = finder.of(f); !mends.empty()) out.emplace_back(f, mends.front());
            std::vector<Mend> first;
            for (const auto &[f, mend] : out)
                if (f.verdict == Verdict::Fails) first.push_back(mend);
            m_board->setMends(id, out, finder.together(first));
        }
        return;
    }
    page(m_station)->whenQuiet();
}

void MainWindow::applyMend(const Mend &mend) {
    auto patches = mend.patches;
    patches.push_back(decisionEntry(m_axis, mend.words, "", m_session->now())); // undone with the mend
    m_session->apply({patches, text(mend.words)});
    say(text(mend.words) + u". Ctrl+Z takes it back."_s);
}

void MainWindow::stepAxis(int by) {
    const auto axes = m_session->axes();
    if (axes.empty()) return;
    const auto it = std::find(axes.begin(), axes.end(), m_axis);
    const int n = int(axes.size());
    const int k = it == axes.end() ? 0 : (int(it - axes.begin()) + by + n) % n;
    if (m_onBoard) {
        m_axis = axes[std::size_t(k)];
        refreshFrame();
        m_board->focusCell(m_axis, m_station);
    } else {
        showStation(m_station, axes[std::size_t(k)]);
    }
}

void MainWindow::pinDesign() {
    if (m_axis.empty()) return;
    const auto shown = m_session->design(m_axis);
    if (m_session->at("/axes/" + m_axis + "/designs/" + shown).is_null())
        return say(u"Nothing to keep yet: choose a motor first."_s);
    const auto other = freeDesign(m_session->project(), m_axis);
    if (other.empty()) return say(u"Four designs stand side by side: take one away first (O on Drive, Delete)."_s);
    auto patches = copyDesign(m_session->project(), m_axis, shown, other);
    patches.push_back({"/axes/" + m_axis + "/design_shown", other});
    m_session->apply(
        {std::move(patches), u"%1 kept, %2 begun"_s.arg(QString::fromStdString(shown), QString::fromStdString(other))});
    say(u"%1 is kept as it stands; you are now changing %2."_s.arg(QString::fromStdString(shown),
                                                                   QString::fromStdString(other)));
}

void MainWindow::swapDesign() {
    if (m_axis.empty()) return;
    const std::string base = "/axes/" + m_axis + "/designs/";
    const auto a = m_session->at(base + "A"), b = m_session->at(base + "B");
    if (b.is_null() || a.is_null()) return say(u"There is only one design: Ctrl+B starts another."_s);
    m_session->apply({swapDesigns(m_session->project(), m_axis, "A", "B"), u"A and B swapped"_s});
}

void MainWindow::removeAxis() {
    if (m_axis.empty()) return;
    const auto gone = m_axis;
    auto order = m_session->axes();
    std::erase(order, gone);
    m_axis = order.empty() ? std::string() : order.front();
    m_session->apply(
        {lw::removeAxis(m_session->project(), gone), u"axis %1 removed"_s.arg(QString::fromStdString(gone))});
    say(u"Axis %1 removed, with its parts and steps. Ctrl+Z brings it back."_s.arg(QString::fromStdString(gone)));
}
void MainWindow::copyAxis() {
    if (m_axis.empty()) return say(u"There is no axis to copy yet."_s);
    const auto copy = lw::copyAxis(m_session->project(), m_axis);
    m_session->apply(
        {copy.patches, u"axis %1 copied to %2"_s.arg(QString::fromStdString(m_axis), QString::fromStdString(copy.id))});
    m_axis = copy.id;
    refresh();
    say(u"%1 is a copy; its cards begin anew."_s.arg(QString::fromStdString(copy.id)));
}
void MainWindow::moveAxis(int by) {
    if (m_axis.empty()) return;
    const auto patches = lw::moveAxis(m_session->project(), m_axis, by);
    if (patches.empty()) return say(u"It stands at the end already."_s);
    m_session->apply({patches, u"axis %1 moved"_s.arg(QString::fromStdString(m_axis))});
}
void MainWindow::nameAxis() {
    if (m_axis.empty()) return say(u"There is no axis to name yet."_s);
    // two entries in a small frame beside the strip; nothing is modal
    if (auto *old = findChild<QFrame *>(u"nameFrame"_s)) old->deleteLater();
    auto *frame = new QFrame(centralWidget());
    frame->setObjectName(u"nameFrame"_s);
    frame->setProperty("drawer", true);
    auto *v = new QVBoxLayout(frame);
    const QString base = u"/axes/"_s + QString::fromStdString(m_axis) + u"/"_s;
    for (const auto *key : {"letter", "what"}) {
        auto *f = makeField(m_session, frame, u"/axes/x/"_s + QString::fromLatin1(key));
        f->setPointer(base + QString::fromLatin1(key));
        v->addWidget(f);
    }
    auto *done = makeLink(u"done"_s, frame);
    connect(done, &QPushButton::clicked, frame, &QFrame::deleteLater);
    v->addWidget(done, 0, Qt::AlignRight);
    frame->setGeometry(112, 96, 260, 150);
    frame->show();
    frame->raise();
    frame->findChild<QLineEdit *>()->setFocus();
}

void MainWindow::openBook(const std::string &calculation) {
    if (m_book->isVisible() && calculation.empty()) {
        m_book->hide();
        if (m_onBoard)
            m_board->setFocus();
        else
            page(m_station)->setFocus();
        return;
    }
    const int from = std::max(260, std::min(500, width() - 780));
    m_book->setGeometry(from, 86, width() - from, height() - 86 - 26);
    m_book->open(m_axis);
    if (!calculation.empty()) m_book->showCalculation(calculation);
}

void MainWindow::showEvent(QShowEvent *e) {
    QMainWindow::showEvent(e);
    if (m_onBoard && m_session->axes().empty()) m_board->firstRun()->setFocus();
}
void MainWindow::resizeEvent(QResizeEvent *e) {
    QMainWindow::resizeEvent(e);
    if (m_book->isVisible()) {
        const int from = std::max(260, std::min(500, width() - 780));
        m_book->setGeometry(from, 86, width() - from, height() - 86 - 26);
    }
}

void MainWindow::copyPage() {
    if (m_onBoard) {
        QString t;
        for (const auto *c : m_board->findChildren<BoardCell *>())
            t += c->accessibleName() + u"\n"_s;
        QGuiApplication::clipboard()->setText(t);
    } else if (!page(m_station)->copy()) {
        auto *mime = new QMimeData;
        mime->setText(page(m_station)->copyText());
        mime->setImageData(page(m_station)->grab().toImage());
        QGuiApplication::clipboard()->setMimeData(mime);
    }
    say(u"Copied, as picture and text."_s);
}

void MainWindow::showHelp() {
    if (m_help->isVisible()) return m_help->hide();
    for (auto *w = QApplication::focusWidget(); w; w = w->parentWidget())
        if (auto *f = qobject_cast<FieldWidget *>(w)) return m_help->showFor(f);
    say(u"Go to a field and press F1: it says what it is, how to measure it, and what is usual."_s);
}

void MainWindow::setTheme(bool dark) {
    setDarkTheme(dark);
    applyStyle();
    refresh();
    m_board->refresh();
    for (auto *w : findChildren<QWidget *>())
        w->update();
}

void MainWindow::dragEnterEvent(QDragEnterEvent *e) {
    if (e->mimeData()->hasUrls()) e->acceptProposedAction();
}
bool MainWindow::takeFile(const QString &path) {
    const QString suffix = QFileInfo(path).suffix().toLower();
    static const QStringList programs{u"nc"_s, u"ngc"_s, u"tap"_s, u"cnc"_s, u"gcode"_s}, readings{u"csv"_s, u"txt"_s};
    if (!m_session->hasJob() || m_session->axes().empty()) return false;
    if (programs.contains(suffix)) {
        if (m_onBoard || m_station != StationId::Duty) showStation(StationId::Duty);
        return page(StationId::Duty)->takeFile(path);
    }
    return readings.contains(suffix) && !m_onBoard && page(m_station)->takeFile(path);
}

void MainWindow::dropEvent(QDropEvent *e) {
    for (const auto &url : e->mimeData()->urls())
        if (url.isLocalFile()) {
            if (takeFile(url.toLocalFile()) || !mayLose()) return;
            return openFile(url.toLocalFile());
        }
}

/// A digit begins the figure that an opened card waits for, or else goes to a station.
bool MainWindow::takeDigit(QKeyEvent *k) {
    if (!m_onBoard)
        if (auto *line = page(m_station)->lineAwaiting()) {
            line->setFocus(Qt::OtherFocusReason);
            line->selectAll();
            QApplication::sendEvent(line, k);
            return true;
        }
    const auto id = StationId(k->key() - Qt::Key_0);
    for (const auto &[s, name] : StationSpine::stations())
        if (s == id) {
            showStation(id);
            return true;
        }
    return k->key() != Qt::Key_0 && k->key() != Qt::Key_9;
}

bool MainWindow::eventFilter(QObject *o, QEvent *e) {
    // Scrolling past a choice must not change it; the wheel goes on to what scrolls.
    if (e->type() == QEvent::Wheel)
        if (const auto *box = qobject_cast<QComboBox *>(o); box && !box->hasFocus()) {
            e->ignore();
            return true;
        }
    // Single letters and digits act only when no field is being edited.
    if (e->type() == QEvent::KeyPress && o->isWidgetType()) {
        auto *w = static_cast<QWidget *>(o);
        if (w->window() != this || QApplication::activePopupWidget()) return false;
        auto *k = static_cast<QKeyEvent *>(e);
        if (k->key() == Qt::Key_Escape && m_help->isVisible()) {
            m_help->hide();
            return true;
        }
        if (m_book->isAncestorOf(w) || m_find->isAncestorOf(w)) return false;
        const bool typing = qobject_cast<QLineEdit *>(w) || qobject_cast<QComboBox *>(w) ||
                            qobject_cast<QListWidget *>(w) || qobject_cast<QAbstractSpinBox *>(w);
        if (typing || m_board->choosing()) return false;
        if (k->matches(QKeySequence::Copy)) {
            copyPage();
            return true;
        }
        if (k->modifiers() == Qt::NoModifier || k->modifiers() == Qt::KeypadModifier) {
            const int key = k->key();
            if (key >= Qt::Key_0 && key <= Qt::Key_9 && takeDigit(k)) return true;
            if (key == Qt::Key_BracketLeft || key == Qt::Key_BracketRight) {
                stepAxis(key == Qt::Key_BracketRight ? 1 : -1);
                return true;
            }
            if (key == Qt::Key_Home || (key == Qt::Key_Escape && !m_onBoard)) {
                showBoard();
                return true;
            }
            if (key == Qt::Key_A && m_onBoard) {
                m_board->addAxis();
                return true;
            }
            if (key == Qt::Key_M && m_onBoard) {
                mendNow();
                if (auto *b = m_board->findChild<QPushButton *>(u"boardMend"_s)) b->click();
                return true;
            }
        }
        if (!m_onBoard && !(k->modifiers() & (Qt::ControlModifier | Qt::MetaModifier)) &&
            !w->property("ownKeys").toBool()) {
            // a table keeps its arrows; letters, space and Delete are the page's
            const bool walks =
                k->key() >= Qt::Key_Home && k->key() <= Qt::Key_PageDown && !(k->modifiers() & Qt::AltModifier);
            const bool opens = k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter || k->key() == Qt::Key_F2;
            if (auto *line = qobject_cast<EntryLine *>(
                    QApplication::focusWidget())) // a key of the page's own ends the typing first
                if (auto *entry = qobject_cast<FieldWidget *>(line->parentWidget())) entry->settle();
            const bool presses = k->key() == Qt::Key_Space && qobject_cast<QAbstractButton *>(w);
            if (!(qobject_cast<QTableView *>(w) && (walks || opens)) && !presses && page(m_station)->handleKey(k))
                return true;
        }
    } else if (e->type() == QEvent::KeyPress) {
        return false;
    }
    return QMainWindow::eventFilter(o, e);
}

void MainWindow::keyPressEvent(QKeyEvent *e) { QMainWindow::keyPressEvent(e); }

} // namespace lw
