#include "app/stations/log/log_page.h"
#include "app/window/flow_layout.h"
#include "app/window/files.h"
#include "logbook/station_words.h"
#include "picture/marks.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

void HoursBars::refresh(const std::vector<PhaseHours> &hours) {
    m_hours = hours;
    QStringList words;
    for (const auto &h : hours)
        words << u"%1 %2 of %3 h, %4 left"_s.arg(text(phaseWord(h.phase)), text(numberText(h.spent, 3)),
                                                 text(numberText(h.planned, 3)), text(numberText(h.left, 3)));
    setAccessibleName(words.join(u"; "_s));
    update();
}
void HoursBars::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    double most = 1;
    for (const auto &h : m_hours)
        most = std::max({most, h.planned, h.spent + h.left});
    const double x0 = 88, w = width() - x0 - 86;
    for (std::size_t k = 0; k < m_hours.size(); ++k) {
        const auto &h = m_hours[k];
        const double y = double(k) * 26 + 2;
        p.setFont(face(13));
        p.setPen(t.ink);
        p.drawText(QRectF(0, y, x0, 22), Qt::AlignLeft | Qt::AlignVCenter, text(phaseWord(h.phase)));
        p.fillRect(QRectF(x0, y + 4, h.spent / most * w, 14), t.ink);
        if (h.left > 0) {
            QPen dash(t.ink2, 1);
            dash.setDashPattern({2, 2});
            p.setPen(dash);
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(x0 + h.spent / most * w, y + 4, h.left / most * w, 14));
        }
        if (h.planned > 0) {
            p.setPen(QPen(t.sheet, 4));
            p.drawLine(QPointF(x0 + h.planned / most * w, y + 2), QPointF(x0 + h.planned / most * w, y + 20));
            p.setPen(QPen(t.ink, 1.8));
            p.drawLine(QPointF(x0 + h.planned / most * w, y + 2), QPointF(x0 + h.planned / most * w, y + 20));
        }
        p.setPen(t.ink);
        p.drawText(QRectF(width() - 84, y, 84, 22), Qt::AlignRight | Qt::AlignVCenter,
                   text(numberText(h.spent, 3)) + (h.left > 0 ? u" + "_s + text(numberText(h.left, 3)) : QString()));
    }
}

LogPage::LogPage(Session *session, QWidget *parent) : StationPage(session, StationId::Log, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(0);
    auto *left = new QVBoxLayout;
    left->setContentsMargins(14, 10, 10, 8);
    left->setSpacing(6);
    left->addWidget(makeHeadline());
    auto *kinds = new FlowLayout(2);
    m_kinds = new QButtonGroup(this);
    m_kinds->setExclusive(true);
    for (int k = -1; k < 8; ++k) {
        auto *b = makeButton(k < 0 ? u"all"_s : text(logKindCode(LogKind(k))), u"kind_%1"_s.arg(k), this);
        b->setCheckable(true);
        b->setChecked(k < 0);
        b->setProperty("quiet", true);
        m_kinds->addButton(b, k + 100);
        kinds->addWidget(b);
    }
    auto *own = new QCheckBox(u"this axis only"_s, this);
    own->setObjectName(u"ownAxis"_s);
    kinds->addWidget(own);
    connect(own, &QCheckBox::toggled, this, [this](bool on) {
        m_everyAxis = !on;
        refresh();
    });
    connect(m_kinds, &QButtonGroup::idClicked, this, [this](int id) { setKind(id - 100); });
    left->addLayout(kinds);
    m_new = new QLineEdit(this);
    m_new->setObjectName(u"newEntry"_s);
    m_new->setAccessibleName(u"New entry"_s);
    m_new->setPlaceholderText(u"in your own words: lost motion X was 0.34, now 0.05, took 1.5 h"_s);
    m_new->setFont(mono(15));
    m_new->setMaxLength(400);
    m_new->setProperty("plain", true);
    left->addWidget(m_new);
    connect(m_new, &QLineEdit::returnPressed, this, &LogPage::write);
    m_new->installEventFilter(this);
    auto *understood = new FlowLayout(4);
    m_understoodHead = makeLabel(u"understood"_s, 13, Ink::Label, false, false, this);
    m_understoodHead->setObjectName(u"understood"_s);
    understood->addWidget(m_understoodHead);
    for (std::size_t k = 0; k < m_understood.size(); ++k) {
        auto *b = makeButton({}, u"piece%1"_s.arg(k), this);
        b->setProperty("quiet", true);
        b->setFocusPolicy(Qt::NoFocus); // the line keeps the focus
        b->setToolTip(u"Alt+%1 takes it back: it stays words"_s.arg(k + 1));
        connect(b, &QPushButton::clicked, this, [this, k] {
            const auto pieces = readLine().pieces;
            if (k < pieces.size()) m_takenBack.insert(pieces[k].first);
            showUnderstood();
        });
        understood->addWidget(b);
        m_understood[k] = b;
    }
    left->addLayout(understood);
    connect(m_new, &QLineEdit::textChanged, this, [this](const QString &line) {
        if (line.isEmpty()) m_takenBack.clear();
        showUnderstood();
    });
    showUnderstood();
    m_model = new CellsModel({u"Date"_s, u"Kind"_s, u"What, and why"_s, u"before → after"_s, u"hours"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"log"_s);
    m_table->setAccessibleName(u"Log"_s);
    m_table->setWidths({92, 84, 0, 220, 56});
    left->addWidget(m_table, 1);
    m_fieldHost = new QWidget(this);
    auto *grid = new QGridLayout(m_fieldHost);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(2);
    const char *keys[] = {"text", "reason", "label", "before", "after",   "hours", "money",
                          "date", "kind",   "phase", "figure", "verdict", "pinned"};
    for (int n = 0; n < int(std::size(keys)); ++n) {
        auto *f = makeField(m_session, m_fieldHost, u"/log/x/"_s + QString::fromLatin1(keys[n]));
        connect(f, &FieldWidget::said, this, &StationPage::said);
        if (auto *entry = qobject_cast<TextEntry *>(f); entry && QByteArray(keys[n]) == "date")
            entry->setReader([this](const QString &t) {
                const auto d = readDay(t.toStdString(), m_session->today());
                return d ? QString::fromStdString(isoDay(*d)) : QString();
            });
        grid->addWidget(f, n / 7, n % 7);
        m_fields.emplace_back(f, QString::fromLatin1(keys[n]));
    }
    left->addWidget(m_fieldHost);
    auto *buttons = new QHBoxLayout;
    buttons->setSpacing(8);
    auto *csv = makeButton(u"Save as CSV"_s, u"logCsv"_s, this),
         *md = makeButton(u"Save as Markdown"_s, u"logMd"_s, this);
    connect(csv, &QPushButton::clicked, this, [this] {
        exportFile(this, u"the log"_s, u"log.csv"_s, u"CSV (*.csv)"_s, [this](const QString &path) {
            return writeWhole(path, QByteArray::fromStdString(logCsv(m_session->log())));
        });
    });
    connect(md, &QPushButton::clicked, this, [this] {
        exportFile(this, u"the log"_s, u"log.md"_s, u"Markdown (*.md)"_s, [this](const QString &path) {
            return writeWhole(
                path, QByteArray::fromStdString(logMarkdown(m_session->log(), m_session->name().toStdString())));
        });
    });
    buttons->addWidget(csv);
    buttons->addWidget(md);
    buttons->addStretch(1);
    left->addLayout(buttons);
    h->addLayout(left, 1);
    auto *scroll = new QScrollArea(this);
    scroll->setFixedWidth(lettered(372));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *side = new QWidget(scroll);
    auto *v = new QVBoxLayout(side);
    v->setContentsMargins(14, 12, 14, 12);
    v->setSpacing(6);
    auto title = [&](const QString &words, QLabel *&figure, const QString &name) {
        auto *row = new QHBoxLayout;
        row->addWidget(makeLabel(words, 15, Ink::Value, true, false, side));
        row->addStretch(1);
        figure = makeLabel({}, 18, Ink::Value, true, false, side);
        figure->setObjectName(name);
        row->addWidget(figure);
        v->addLayout(row);
    };
    title(u"Was it right, this axis"_s, m_right, u"wasRight"_s);
    v->addWidget(makeLabel(u"said → is; band: what was allowed for"_s, 13, Ink::Label, false, true, side));
    m_predictions = new PredictionList(side);
    v->addWidget(m_predictions);
    v->addWidget(makeRule(side));
    title(u"Hours"_s, m_hoursTitle, u"hoursTitle"_s);
    m_hours = new HoursBars(side);
    v->addWidget(m_hours);
    v->addWidget(makeLabel(u"bar spent, stroke planned, dashed left"_s, 13, Ink::Label, false, true, side));
    m_money = makeLabel({}, 13, Ink::Value, true, false, side);
    v->addWidget(m_money);
    v->addWidget(makeRule(side));
    v->addWidget(makeLabel(u"Lessons pinned, shown where they matter"_s, 15, Ink::Value, true, true, side));
    m_lessonsList = makeLabel({}, 13, Ink::Value, false, true, side);
    m_lessonsList->setObjectName(u"lessonsList"_s);
    v->addWidget(m_lessonsList);
    v->addStretch(1);
    scroll->setWidget(side);
    h->addWidget(scroll);
    connect(m_table, &CellsView::currentIdChanged, this, &LogPage::showEntry);
    connect(m_table, &CellsView::opened, this, [this] {
        if (m_fieldHost->isVisible()) m_fields.front().first->setFocus();
    });
}

void LogPage::setKind(int kind) {
    m_kind = kind;
    if (auto *b = m_kinds->button(kind + 100)) b->setChecked(true);
    refresh();
}
void LogPage::goTo(const QString &entry) {
    setKind(-1);
    m_table->setCurrentId(entry);
}

void LogPage::update(const ProvedAxis &) {
    const auto &entries = m_session->log();
    const auto c = countDecisions(entries);
    setHeadline(c.wrong || c.dear ? Verdict::Watch
                : entries.empty() ? Verdict::NotKnown
                                  : Verdict::Holds,
                text(logHeadline(entries)));
    int counts[9] = {};
    std::vector<CellRow> rows;
    for (const auto &e : entries) {
        if (!m_everyAxis && e.axis != m_axis) continue;
        ++counts[0];
        ++counts[1 + int(e.kind)];
        if (m_kind >= 0 && int(e.kind) != m_kind) continue;
        CellRow r;
        r.id = QString::fromStdString(e.id);
        const auto day = dayFromIso(e.date);
        QString shown = day ? text(shownDay(*day)) : QString::fromStdString(e.date);
        r.cells.push_back(Cell{shown.section(u'\u00a0', 0, 1),
                               shown.section(u'\u00a0', 2) +
                                   (e.axis.empty() ? QString() : u"   "_s + QString::fromStdString(e.axis))});
        Cell kind;
        kind.kind = e.kind;
        kind.under = text(logKindCode(e.kind));
        r.cells.push_back(kind);
        Cell what{QString::fromStdString(e.text), QString::fromStdString(e.reason)};
        what.bold = !e.automatic;
        if (!e.amends.empty()) what.under = u"amends an earlier entry. "_s + what.under;
        r.cells.push_back(what);
        Cell figures;
        figures.text = e.before.empty() ? QString::fromStdString(e.after)
                                        : QString::fromStdString(e.before) + u" → "_s + QString::fromStdString(e.after);
        if (!e.label.empty()) figures.text = QString::fromStdString(e.label) + u"  "_s + figures.text;
        figures.right = true;
        if (e.kind == LogKind::Decided) {
            figures.under = e.judged ? QString::fromStdString(e.verdictWords) : u"open"_s;
            figures.underInk = e.judged ? theme().of(e.verdict) : theme().ink2;
            if (e.judged) figures.mark = e.verdict;
        }
        r.cells.push_back(figures);
        Cell hours{e.hours > 0 ? text(numberText(e.hours, 3)) : QString()};
        if (e.money > 0)
            hours.under = text(numberText(e.money, 5)) + u"\u00a0"_s +
                          text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
        hours.right = true;
        r.cells.push_back(hours);
        r.tip = QString::fromStdString(e.text + (e.reason.empty() ? "" : "\n" + e.reason));
        rows.push_back(std::move(r));
    }
    for (int k = -1; k < 8; ++k)
        if (auto *b = m_kinds->button(k + 100))
            b->setText((k < 0 ? u"all"_s : text(logKindCode(LogKind(k)))) + u" %1"_s.arg(counts[k + 1]));
    const QString keep = m_table->currentId();
    m_model->setRows(std::move(rows));
    if (m_model->rowOf(keep) >= 0)
        m_table->setCurrentId(keep);
    else if (m_model->rowCount() > 0)
        m_table->setCurrentIndex(m_model->index(0, 0));
    const auto &predictions = m_session->predictions().at(m_axis);
    m_predictions->refresh(predictions, true);
    int measured = 0, right = 0;
    for (const auto &q : predictions) {
        measured += q.verdict != Verdict::NotKnown;
        right += q.verdict == Verdict::Holds;
    }
    m_right->setText(measured ? u"%1 of %2"_s.arg(right).arg(measured) : u"not measured"_s);
    const auto hours = phaseHours(m_session->plan(), entries);
    double planned = 0, spent = 0, left = 0;
    for (const auto &p : hours)
        planned += p.planned, spent += p.spent, left += p.left;
    m_hours->refresh(hours);
    m_hoursTitle->setText(u"%1 of %2, %3 left"_s.arg(text(numberText(spent, 3)), text(numberText(planned, 3)),
                                                     text(numberText(left, 3))));
    const auto &totals = m_session->totals();
    m_money->setText(u"money spent %1%2 %3"_s.arg(
        text(numberText(totals.committed, 5)),
        totals.budget == totals.budget ? u" of "_s + text(numberText(totals.budget, 5)) : QString(),
        text(unitLabel(textAt(m_session->project(), "/currency", "EUR")))));
    QStringList lessons;
    for (const auto &e : entries)
        if (e.kind == LogKind::Learnt)
            lessons << QString::fromStdString(e.text) +
                           (e.pinned.empty()
                                ? u"   (not pinned: P)"_s
                                : u"   → "_s + QString::fromStdString(choiceLabel(*fieldAt("log/x/pinned"), e.pinned)));
    m_lessonsList->setText(lessons.isEmpty() ? u"None yet. An entry that begins learnt: is one."_s
                                             : lessons.join(u'\n'));
    showEntry();
}

void LogPage::showEntry() {
    m_entry = m_table->currentId();
    m_fieldHost->setVisible(!m_entry.isEmpty());
    if (m_entry.isEmpty()) return;
    for (auto &[f, key] : m_fields) {
        const QString pointer = u"/log/"_s + m_entry + u"/"_s + key;
        if (f->pointer() != pointer)
            f->setPointer(pointer);
        else
            f->refresh();
    }
}

ReadEntry LogPage::readLine() const {
    return readEntry(m_new->text().trimmed().toStdString(), m_kind >= 0 ? LogKind(m_kind) : LogKind::Note,
                     m_session->axes(), m_takenBack);
}

void LogPage::showUnderstood() {
    const auto pieces = readLine().pieces;
    const bool writing = !m_new->text().trimmed().isEmpty();
    m_understoodHead->setVisible(writing);
    m_understoodHead->setText(pieces.empty() ? u"Enter writes it down as a note"_s
                                             : u"understood, Alt+number takes back:"_s);
    for (std::size_t k = 0; k < m_understood.size(); ++k) {
        m_understood[k]->setVisible(writing && k < pieces.size());
        if (k < pieces.size()) { m_understood[k]->setText(u"%1 %2"_s.arg(k + 1).arg(text(pieces[k].second))); }
    }
}

void LogPage::write() {
    const QString line = m_new->text().trimmed();
    if (line.isEmpty()) return;
    const auto patch = writtenEntry(m_session->project(), readLine(), m_axis, m_session->now());
    m_new->clear();
    m_session->apply({{patch}, u"log: "_s + line.left(40)});
    m_table->setCurrentId(QString::fromStdString(patch.pointer.substr(5)));
    if (patch.value.value("kind", std::string()) == "decided")
        emit said(u"A decision needs its reason, or nobody learns from it: Enter on it, then Why."_s);
}

bool LogPage::eventFilter(QObject *o, QEvent *e) {
    if (o == m_new && e->type() == QEvent::KeyPress) {
        const auto *k = static_cast<QKeyEvent *>(e);
        const int n = k->key() - Qt::Key_1;
        if (k->modifiers() == Qt::AltModifier && n >= 0 && n < int(m_understood.size())) {
            if (m_understood[std::size_t(n)]->isVisible()) m_understood[std::size_t(n)]->click();
            return true;
        }
    }
    return StationPage::eventFilter(o, e);
}

bool LogPage::handleKey(QKeyEvent *e) {
    if (e->modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier)) return false;
    switch (e->key()) {
    case Qt::Key_N: m_new->setFocus(); return true;
    case Qt::Key_P:
        if (!m_entry.isEmpty()) {
            for (auto &[f, key] : m_fields)
                if (key == u"pinned"_s) f->setFocus();
        }
        return true;
    case Qt::Key_Delete:
        if (!m_entry.isEmpty()) {
            m_session->apply({{{"/log/" + m_entry.toStdString(), nullptr}}, u"entry taken away"_s});
            emit said(u"The entry is gone. Ctrl+Z brings it back."_s);
        }
        return true;
    default: return false;
    }
}

} // namespace lw
