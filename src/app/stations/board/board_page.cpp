#include "app/stations/board/board_page.h"
#include "app/stations/proof/opened_finding.h"
#include "app/stations/parts/parts_page.h"
#include "logbook/station_words.h"
#include "app/window/first_run.h"
#include "app/window/frame.h"
#include "app/stations/proof/ledger.h"
#include "machine/classes.h"
#include "machine/new_axis.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include "shop/parts.h"
#include "app/widgets.h"
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

BoardCell::BoardCell(QWidget *parent) : QAbstractButton(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}
void BoardCell::show(const StationSummary &s, const QString &axis, const QString &station) {
    const QString before = accessibleName();
    m_figure = lw::text(s.figure);
    m_sentence = lw::text(s.sentence);
    m_verdict = s.verdict;
    m_begun = s.begun;
    m_done = s.done;
    m_of = s.of;
    m_hasRung = s.finding && s.finding->rung && !s.finding->missing;
    const double margin = m_rung.margin;
    if (m_hasRung) m_rung = *s.finding;
    const QString name = axis + u" "_s + station + u": "_s + lw::text(verdictWord(s.verdict)) + u", "_s + words();
    if (name == before && (!m_hasRung || m_rung.margin == margin)) return; // the words hold every figure shown
    setAccessibleName(name);
    update();
}
void BoardCell::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    p.fillRect(rect(), m_verdict == Verdict::Fails ? t.failsWash : t.sheet);
    p.setPen(QPen(t.rule, 1));
    p.drawLine(width() - 1, 0, width() - 1, height());
    p.setPen(QPen(t.rule2, 1));
    p.drawLine(0, height() - 1, width(), height() - 1);
    paintPin(p, {11, 22}, m_verdict, {26, 13}, m_begun);
    const bool tall = height() > 150; // a large window: larger words
    int px = tall ? 26 : 20;
    while (px > 12 && QFontMetrics(face(px, true)).horizontalAdvance(m_figure) > width() - 54)
        --px;
    p.setFont(face(px, true));
    p.setPen(t.ink);
    p.drawText(QRectF(45, 8, width() - 50, 28), Qt::AlignLeft | Qt::AlignVCenter, m_figure);
    p.setFont(face(tall ? 15 : 13));
    const int bottom = m_done >= 0 || m_hasRung ? 26 : 6;
    const QRectF box(11, 40, width() - 20, height() - 40 - bottom);
    // whole lines only; a sentence that is longer ends in dots
    QTextLayout layout(m_sentence, p.font());
    QTextOption option;
    option.setWrapMode(QTextOption::WordWrap);
    layout.setTextOption(option);
    layout.beginLayout();
    const int lineStep = tall ? 20 : 17, most = int(box.height() / lineStep);
    double y = 0;
    for (int n = 0; n < most; ++n) {
        auto line = layout.createLine();
        if (!line.isValid()) break;
        line.setLineWidth(box.width());
        const bool last = n == most - 1 && line.textStart() + line.textLength() < m_sentence.size();
        const QString words =
            last ? QFontMetrics(p.font()).elidedText(m_sentence.mid(line.textStart()), Qt::ElideRight, int(box.width()))
                 : m_sentence.mid(line.textStart(), line.textLength());
        p.drawText(QPointF(box.left(), box.top() + y + lineStep - 4), words);
        y += lineStep;
    }
    layout.endLayout();
    if (m_done >= 0 && m_of > 0) { // ticks
        const int n = std::min(m_of, 20);
        const double w = std::min(16.0, (width() - 24.0) / n - 1.5);
        for (int k = 0; k < n; ++k) {
            const QRectF r(12 + k * (w + 1.5), height() - 17, w, 6);
            if (k < m_done * n / m_of)
                p.fillRect(r, t.ink2);
            else {
                QPen dash(t.ink3, 1);
                dash.setDashPattern({2, 2});
                p.setPen(dash);
                p.drawRect(r);
            }
        }
    } else if (m_hasRung) {
        paintRung(p, QRectF(12, height() - 25, width() - 28, 20), m_rung);
    }
    if (hasFocus()) {
        p.setPen(QPen(t.touch, 2.4));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(1.2, 1.2, -2.2, -2.2));
    }
}

BoardPage::BoardPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName(u"sheet"_s);
    setAttribute(Qt::WA_StyledBackground);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(u"Board"_s);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 0, 0, 0);
    v->setSpacing(0);
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    m_cellsHost = new QWidget(scroll);
    m_grid = new QGridLayout(m_cellsHost);
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setSpacing(0);
    scroll->setWidget(m_cellsHost);
    v->addWidget(scroll, 1);

    m_empty = new FirstRunPage(this);
    connect(m_empty, &FirstRunPage::machineChosen, this, [this](const QString &code) {
        m_session->apply({setUpMachine(code.toStdString()), u"axes set up"_s});
        if (!m_order.empty()) focusCell(m_order.front(), StationId::AsFound);
    });
    connect(m_empty, &FirstRunPage::sampleAsked, this, &BoardPage::sampleAsked);
    connect(m_empty, &FirstRunPage::fileAsked, this, &BoardPage::fileAsked);
    connect(m_empty, &FirstRunPage::openAsked, this, &BoardPage::openAsked);
    connect(m_empty, &FirstRunPage::emptyAsked, this, &BoardPage::addAxis);
    v->addWidget(m_empty, 1);

    // chooser: class, then its axis; no dialog
    m_chooser = new QWidget(this);
    m_chooser->setObjectName(u"chooser"_s);
    auto *ch = new QGridLayout(m_chooser);
    ch->setContentsMargins(40, 10, 40, 14);
    ch->addWidget(makeLabel(u"What machine?"_s, 15, Ink::Value, true), 0, 0);
    ch->addWidget(makeLabel(u"Which axis?"_s, 15, Ink::Value, true), 0, 1);
    m_classes = new QListWidget(m_chooser);
    m_classes->setObjectName(u"classes"_s);
    m_classes->setAccessibleName(u"Machine class"_s);
    m_classes->setFont(face(15));
    for (const auto &c : machineClasses()) {
        auto *item = new QListWidgetItem(text(c.shown) + u",  %1–%2 kg"_s.arg(c.lightest).arg(c.heaviest), m_classes);
        item->setData(Qt::UserRole, text(c.code));
    }
    m_axes = new QListWidget(m_chooser);
    m_axes->setObjectName(u"classAxes"_s);
    m_axes->setAccessibleName(u"Axis of the class"_s);
    m_axes->setFont(face(15));
    ch->addWidget(m_classes, 1, 0);
    ch->addWidget(m_axes, 1, 1);
    ch->addWidget(makeLabel(u"Arrows choose, Tab goes to the axes, Enter adds, Esc leaves."_s, 13, Ink::Faint), 2, 0, 1,
                  2);
    m_chooser->setFixedHeight(290);
    m_chooser->hide();
    v->addWidget(m_chooser);
    connect(m_classes, &QListWidget::currentRowChanged, this, &BoardPage::fillAxes);
    connect(m_axes, &QListWidget::itemActivated, this, &BoardPage::commitAxis);
    m_classes->installEventFilter(this);
    m_axes->installEventFilter(this);

    m_below = new QWidget(this);
    m_below->setFixedHeight(214);
    auto *bh = new QHBoxLayout(m_below);
    bh->setContentsMargins(14, 6, 16, 4);
    bh->setSpacing(18);
    auto *mid = new QVBoxLayout;
    mid->setSpacing(0);
    auto *readyRow = new QHBoxLayout;
    m_readyMark = new MarkWidget(m_below, {42, 30});
    m_ready = makeLabel({}, 22, Ink::Value, true, false, m_below);
    m_ready->setObjectName(u"ready"_s);
    readyRow->setSpacing(10);
    readyRow->addWidget(m_readyMark);
    readyRow->addWidget(m_ready, 1);
    mid->addLayout(readyRow);
    m_caution = makeLabel({}, 13, Ink::Value, false, true, m_below);
    m_caution->setObjectName(u"boardCaution"_s);
    m_caution->hide();
    mid->addWidget(m_caution);
    m_worst = new QVBoxLayout;
    m_worst->setSpacing(0);
    mid->addLayout(m_worst);
    mid->addStretch(1);
    bh->addLayout(mid, 1);
    auto *money = new QVBoxLayout;
    money->setSpacing(1);
    auto *mrow = new QHBoxLayout;
    mrow->addWidget(makeLabel(u"Money"_s, 15, Ink::Value, true));
    mrow->addStretch(1);
    m_money = makeLabel({}, 22, Ink::Value, true);
    m_money->setObjectName(u"money"_s);
    mrow->addWidget(m_money);
    money->addLayout(mrow);
    m_moneyBar = new MoneyBar(m_below);
    m_moneyBar->setFixedSize(290, 24);
    money->addWidget(m_moneyBar);
    m_moneyDetail = makeLabel({}, 13, Ink::Label, false, true);
    m_moneyDetail->setFixedWidth(290);
    money->addWidget(m_moneyDetail);
    auto figureRow = [&](const QString &words, QLabel *&figure, QLabel *&detail, const QString &name) {
        auto *row = new QHBoxLayout;
        row->addWidget(makeLabel(words, 15, Ink::Value, true));
        row->addStretch(1);
        figure = makeLabel({}, 18, Ink::Value, true);
        figure->setObjectName(name);
        row->addWidget(figure);
        money->addLayout(row);
        detail = makeLabel({}, 13, Ink::Label, false, false);
        money->addWidget(detail);
    };
    figureRow(u"Time"_s, m_time, m_timeDetail, u"time"_s);
    figureRow(u"Order next"_s, m_next, m_nextDetail, u"orderNext"_s);
    money->addStretch(1);
    bh->addLayout(money);
    v->addWidget(makeRule(this));
    v->addWidget(m_below);
}

void BoardPage::refresh() {
    const auto order = m_session->axes();
    if (order != m_order || m_cells.empty() != order.empty()) {
        m_order = order;
        rebuild();
    }
    const bool none = m_order.empty();
    m_empty->setVisible(none && !m_chooser->isVisible());
    m_cellsHost->parentWidget()->parentWidget()->setVisible(!none);
    m_below->setVisible(!none && !m_chooser->isVisible());
    for (std::size_t r = 0; r < m_order.size(); ++r) {
        for (std::size_t c = 0; c < StationSpine::stations().size(); ++c)
            m_cells[r][c]->show(m_session->summary(StationSpine::stations()[c].first, m_order[r]),
                                QString::fromStdString(m_order[r]), StationSpine::stations()[c].second);
    }
    if (!none) refreshBelow();
}

void BoardPage::rebuild() {
    while (auto *item = m_grid->takeAt(0)) {
        if (auto *w = item->widget()) {
            w->hide();
            w->setObjectName(QString());
            w->deleteLater();
        }
        delete item;
    }
    m_cells.clear();
    for (std::size_t r = 0; r < m_order.size(); ++r) {
        m_cells.emplace_back();
        for (std::size_t c = 0; c < StationSpine::stations().size(); ++c) {
            auto *cell = new BoardCell(m_cellsHost);
            cell->setFixedHeight(AxisStrip::rowHeight(height(), m_order.size()));
            const auto station = StationSpine::stations()[c].first;
            cell->setObjectName(u"cell_%1_%2"_s.arg(QString::fromStdString(m_order[r])).arg(int(station)));
            const auto axis = m_order[r];
            connect(cell, &QAbstractButton::clicked, this, [this, axis, station] { emit opened(axis, station); });
            cell->installEventFilter(this);
            m_grid->addWidget(cell, int(r), int(c));
            m_cells.back().push_back(cell);
        }
    }
    if (!m_order.empty()) {
        auto *host = new QWidget(m_cellsHost);
        auto *h = new QHBoxLayout(host);
        h->setContentsMargins(12, 10, 0, 0);
        auto *add = new QPushButton(u"Add an axis (A)"_s, host);
        add->setProperty("box", true);
        add->setObjectName(u"addAnother"_s);
        add->setFocusPolicy(Qt::TabFocus);
        connect(add, &QPushButton::clicked, this, &BoardPage::addAxis);
        h->addWidget(add);
        m_grid->addWidget(host, int(m_order.size()), 0, Qt::AlignLeft | Qt::AlignTop);
    }
    m_grid->setRowStretch(int(m_order.size()), 1);
}

void BoardPage::setMends(const std::string &axis, const std::vector<std::pair<Finding, Mend>> &mends,
                         const Mend &together) {
    m_mends[axis] = mends;
    m_together[axis] = together;
    if (!m_order.empty()) refreshBelow();
}

namespace {
QString remedyText(const Remedy &r, const QString &currency) {
    return QString::fromStdString(r.text) + (r.money > 0 ? u": %1 %2"_s.arg(text(numberText(r.money, 4)), currency)
                                             : r.extraHours > 0 ? u": +%1 h"_s.arg(text(numberText(r.extraHours, 3)))
                                                                : u": 0 "_s + currency);
}
} // namespace

QString BoardPage::wordsOf(const WorstRow &r) const {
    if (r.trap) return QString::fromStdString(r.trap->text) + u": to be made with its slide off"_s;
    const auto &p = m_session->proved(r.axis);
    if (r.toChoose) return text(headline(StationId::Proof, p.model, p.evaluation)) + u'.';
    return text(sentenceOf(p.model, p.evaluation.state, r.f));
}

void BoardPage::rebuildWorst(const std::vector<WorstRow> &rows, const QString &currency) {
    while (auto *item = m_worst->takeAt(0)) { // may hold the button that was pressed
        if (auto *w = item->widget()) {
            w->hide();
            for (auto *b : w->findChildren<QPushButton *>())
                b->setObjectName(QString());
            w->deleteLater();
        }
        delete item;
    }
    int shown = 0;
    for (const auto &r : rows) {
        auto *host = new QWidget(m_below);
        auto *h = new QHBoxLayout(host);
        h->setContentsMargins(0, 5, 0, 5);
        h->setSpacing(8);
        auto *mark = new MarkWidget(host, {32, 24});
        mark->MarkWidget::show(r.trap ? Verdict::Fails : r.f.verdict);
        h->addWidget(mark);
        h->addWidget(makeLabel(QString::fromStdString(r.axis), 15, Ink::Value, true));
        auto *sentence = makeLink(wordsOf(r), host);
        sentence->setFont(face(15));
        static_cast<LinkButton *>(sentence)->setColour(theme().ink);
        sentence->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        sentence->setToolTip(sentence->text());
        // the finding first: the mend gives way, and says the rest in its tip
        const int asked = QFontMetrics(face(15)).horizontalAdvance(sentence->text()) + 12;
        const int room = width() - 420; // of both, beside the money
        sentence->setMinimumWidth(60);
        const int left = std::max({60, room * 3 / 10, room - asked});
        const QString step = r.trap ? QString::fromStdString(r.trap->key) : QString();
        connect(sentence, &QPushButton::clicked, this, [this, r, step] {
            r.toChoose       ? emit opened(r.axis, StationId::Drive)
            : step.isEmpty() ? emit findingAsked(r.axis, r.f)
                             : emit stepAsked(r.axis, step);
        });
        h->addWidget(sentence, 1);
        if (r.trap && !r.trap->remedies.empty() && r.trap->remedies.front().reaches) {
            const auto &remedy = r.trap->remedies.front();
            Mend mend;
            mend.words = r.trap->text + ": " + remedy.text;
            mend.patches = remedyPatches(m_session->plan(), *r.trap, remedy);
            mend.price = remedy.money;
            auto *b = makeLink(remedyText(remedy, currency), host);
            b->setObjectName(u"boardMend"_s);
            b->setMaximumWidth(left);
            b->setToolTip(b->text());
            connect(b, &QPushButton::clicked, this, [this, axis = r.axis, mend] { emit mendApplied(axis, mend); });
            h->addWidget(b);
        } else if (r.toChoose) {
            auto *b = makeLink(u"See designs that hold (3)"_s, host);
            b->setObjectName(u"boardSize"_s);
            b->setMaximumWidth(left);
            connect(b, &QPushButton::clicked, this, [this, axis = r.axis] { emit opened(axis, StationId::Drive); });
            h->addWidget(b);
        } else if (r.mend) {
            auto *b = makeLink(mendText(*r.mend, currency), host);
            b->setObjectName(u"boardMend"_s);
            b->setMaximumWidth(left);
            b->setToolTip(b->text());
            const Mend copy = *r.mend;
            connect(b, &QPushButton::clicked, this, [this, axis = r.axis, copy] { emit mendApplied(axis, copy); });
            h->addWidget(b);
        } else {
            auto *l = makeLink(r.trap ? u"See the step"_s : text(leverOf(m_session->proved(r.axis).model, r.f)), host);
            l->setToolTip(l->text());
            l->setMaximumWidth(left);
            connect(l, &QPushButton::clicked, this, [this, r, step] {
                step.isEmpty() ? emit findingAsked(r.axis, r.f) : emit stepAsked(r.axis, step);
            });
            h->addWidget(l);
        }
        m_worst->addWidget(host);
        if (shown < 3) m_worst->addWidget(makeRule(m_below));
        ++shown;
    }
}

void BoardPage::resizeEvent(QResizeEvent *e) {
    QWidget::resizeEvent(e);
    for (auto *cell : m_cellsHost->findChildren<BoardCell *>())
        cell->setFixedHeight(AxisStrip::rowHeight(height(), m_order.size()));
    if (e->oldSize().width() != width()) refreshBelow(); // what a line of it has room for
}

void BoardPage::refreshBelow() {
    std::vector<WorstRow> rows;
    int fails = 0, unknown = 0, watch = 0;
    for (const auto &[axis, f] : m_session->notHolding()) {
        fails += f->verdict == Verdict::Fails;
        unknown += f->verdict == Verdict::NotKnown;
        watch += f->verdict == Verdict::Watch;
        rows.push_back({axis, *f, nullptr});
    }
    const auto &plan = m_session->plan();
    // nothing chosen is no error: the next step of that axis
    int open = 0;
    for (const auto &axis : m_order)
        if (!m_session->proved(axis).model.hasMotor()) {
            WorstRow r{axis, {}, nullptr};
            r.toChoose = true;
            rows.insert(rows.begin() + open++, std::move(r));
        }
    for (const auto &step : plan.steps)
        if (!step.traps.empty()) {
            ++fails;
            WorstRow r{step.axis, {}, nullptr, &step};
            r.f.verdict = Verdict::Fails;
            rows.push_back(std::move(r));
        }
    std::stable_sort(rows.begin(), rows.end(),
                     [](const WorstRow &a, const WorstRow &b) { return a.f.verdict < b.f.verdict; });
    // What would break the machine or a hand at its ends: said here, not only at the finding.
    QStringList crashes;
    for (const auto &axis : m_order) {
        const auto &p = m_session->proved(axis);
        for (const auto &f : p.evaluation.findings)
            if (crashEndangers(f))
                crashes << u"%1 %2 of %3"_s.arg(
                    QString::fromStdString(axis),
                    text(withUnit(f.demand, Dimension::Force, f.demand < 995 ? "N" : "kN", 2)),
                    text(withUnit(f.capacity, Dimension::Force, f.capacity < 995 ? "N" : "kN", 2)));
    }
    m_caution->setText(crashes.isEmpty()
                           ? QString()
                           : u"//  Driven into a stop at rapid: "_s + crashes.join(u", "_s) +
                                 u" it carries. Keep clear of the ends; soft ends and a lower rapid there first."_s);
    m_caution->setVisible(!crashes.isEmpty());
    m_below->setFixedHeight(crashes.isEmpty() ? 214 : 236);
    const auto v = fails             ? Verdict::Fails
                   : unknown || open ? Verdict::NotKnown
                   : watch           ? Verdict::Watch
                                     : Verdict::Holds;
    m_readyMark->MarkWidget::show(v);
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    // one total, when every one of them has its price
    int priced = 0;
    double total = 0;
    for (const auto &[axis, mends] : m_mends)
        for (const auto &r : rows)
            for (const auto &[f, m] : mends)
                priced += r.axis == axis && !r.trap && !r.toChoose && r.f.verdict == Verdict::Fails &&
                          sameSubject(f, r.f) && m.priced;
    for (const auto &r : rows)
        if (r.trap && !r.trap->remedies.empty() && r.trap->remedies.front().reaches) {
            ++priced;
            total += r.trap->remedies.front().money;
        }
    for (const auto &axis : m_order)
        if (const auto it = m_together.find(axis); it != m_together.end()) total += it->second.price;
    const QString all = priced == fails && total > 0
                            ? u", ≈\u00a0%1\u00a0%2 in all"_s.arg(text(numberText(total, 3)), currency)
                            : QString();
    m_ready->setText(
        fails == 1 ? u"Not ready to order: one fix first"_s
        : fails    ? (all.isEmpty() ? u"Not ready to order: %1 fixes first"_s.arg(fails)
                                    : u"Not ready: %1 fixes first%2"_s.arg(fails).arg(all))
        : open ? (open == 1 ? u"Next: choose a design for one axis"_s : u"Next: choose designs for %1 axes"_s.arg(open))
        : unknown ? u"Measure first: %1 not known"_s.arg(unknown)
        : watch   ? u"May be ordered; %1 to watch"_s.arg(watch)
                  : u"Ready to order"_s);
    if (rows.size() > 4) rows.resize(4);
    m_worstShown.clear();
    for (const auto &r : rows)
        if (!r.trap && !r.toChoose) m_worstShown.emplace_back(r.axis, r.f);
    QStringList says{theme().ink.name()};
    for (auto &r : rows) {
        for (const auto &[f, m] : m_mends[r.axis])
            if (!r.trap && !r.toChoose && sameSubject(f, r.f) && f.verdict == r.f.verdict) r.mend = &m;
        says << QString::fromStdString(r.axis) << QString::number(r.f.id.packed) << text(verdictWord(r.f.verdict))
             << wordsOf(r)
             << (r.mend                                ? mendText(*r.mend, currency)
                 : r.trap && !r.trap->remedies.empty() ? remedyText(r.trap->remedies.front(), currency)
                                                       : QString());
    }
    if (says != m_worstSays) {
        m_worstSays = says;
        rebuildWorst(rows, currency);
    }
    const auto &totals = m_session->totals();
    m_moneyBar->show(totals);
    auto amount = [&](double a) { return text(numberText(std::fabs(a) >= 100 ? std::round(a) : a, 5)); };
    const auto week = knownAt(m_session->project(), "/hours_a_week");
    m_time->setText(plan.steps.empty() ? u"no steps"_s
                    : week.known()     ? u"%1 weeks"_s.arg(text(numberText(std::ceil(plan.left / (week.v / 3600)), 3)))
                                       : u"%1 h"_s.arg(text(numberText(plan.left, 3))));
    m_timeDetail->setText(plan.steps.empty()
                              ? u"they come with a motor"_s
                              : u"%1 h of bench work left%2"_s.arg(
                                    text(numberText(plan.left, 3)),
                                    week.known() ? u" at %1 h a week"_s.arg(text(numberText(week.v / 3600, 3)))
                                                 : u"; hours a week not typed"_s));
    const auto today = m_session->today();
    std::optional<OrderBy> first;
    std::string what;
    for (const auto &line : m_session->parts()) {
        if (line.state != PartState::Idea || line.source != "buy") continue;
        const auto o = orderBy(line, plan, today);
        if (o.day && (!first || *o.day < *first->day)) {
            first = o;
            what = line.axis + " " + line.text;
        }
    }
    const int late = first && *first->day < m_session->today() ? int(daysBetween(*first->day, m_session->today())) : 0;
    m_next->setText(!first ? u"no date"_s
                    : late ? (late == 1 ? u"1 day late"_s : u"%1 days late"_s.arg(late))
                           : text(shownDay(*first->day, m_session->today())));
    m_nextDetail->setText(QFontMetrics(face(13)).elidedText(
        first ? QString::fromStdString(what) + (first->late ? u", %1 days late"_s.arg(first->late) : QString())
              : u"type when parts are needed (station 5)"_s,
        Qt::ElideRight, 286));
    const QString least = totals.atLeast() ? u"at least "_s : QString();
    m_money->setText(least + (totals.budget == totals.budget
                                  ? u"%1 of %2 %3"_s.arg(amount(totals.forecast), amount(totals.budget), currency)
                                  : u"%1 %2"_s.arg(amount(totals.forecast), currency)));
    m_moneyDetail->setText(
        u"%1 spent, %2 to buy, %3 contingency"_s.arg(amount(totals.committed), amount(totals.remaining),
                                                     amount(totals.contingency)) +
        (totals.unpriced ? u"; %1 without a price"_s.arg(totals.unpriced) : QString()) +
        (totals.open.empty() ? QString() : u"; not chosen: "_s + QString::fromStdString(totals.openText())) +
        (totals.budget == totals.budget ? QString() : u"; no budget typed"_s));
}

void BoardPage::addAxis() {
    m_chooser->show();
    m_empty->hide();
    m_below->hide();
    const auto cls = QString::fromStdString(textAt(m_session->project(), "/class", "bench_mill"));
    for (int k = 0; k < m_classes->count(); ++k)
        if (m_classes->item(k)->data(Qt::UserRole).toString() == cls) m_classes->setCurrentRow(k);
    fillAxes();
    m_classes->setFocus();
}

void BoardPage::fillAxes() {
    m_axes->clear();
    if (!m_classes->currentItem()) return;
    const auto code = m_classes->currentItem()->data(Qt::UserRole).toString().toStdString();
    int firstFree = -1;
    for (const auto &a : classAxes()) {
        if (a.machine != code) continue;
        auto *item =
            new QListWidgetItem(text(a.axis) + u",  travel ≈ %1 mm, moves ≈ %2 kg"_s.arg(a.travel).arg(a.mass), m_axes);
        item->setData(Qt::UserRole, text(a.axis));
        bool used = false;
        for (const auto &id : m_session->axes())
            used |= m_session->at("/axes/" + id + "/class_axis") == std::string(a.axis);
        if (!used && firstFree < 0) firstFree = m_axes->count() - 1;
    }
    auto *turns = new QListWidgetItem(u"Rotary table, turns round an axis"_s, m_axes);
    turns->setData(Qt::UserRole, u"rotary"_s);
    m_axes->setCurrentRow(std::max(0, firstFree));
}

void BoardPage::commitAxis() {
    if (!m_classes->currentItem() || !m_axes->currentItem()) return;
    const auto code = m_classes->currentItem()->data(Qt::UserRole).toString().toStdString();
    const auto axis = m_axes->currentItem()->data(Qt::UserRole).toString().toStdString();
    const auto added =
        axis == "rotary" ? addRotaryAxis(m_session->project(), code) : lw::addAxis(m_session->project(), code, axis);
    const auto &letter = added.id;
    m_session->apply({added.patches, u"axis %1 added"_s.arg(QString::fromStdString(letter))});
    m_chooser->hide();
    refresh();
    focusCell(letter, StationId::AsFound);
}

void BoardPage::focusCell(const std::string &axis, StationId station) {
    for (std::size_t r = 0; r < m_order.size(); ++r)
        for (std::size_t c = 0; c < m_cells[r].size(); ++c)
            if (m_order[r] == axis && StationSpine::stations()[c].first == station) {
                m_cells[r][c]->setFocus();
                return;
            }
    if (m_empty->isVisible())
        m_empty->setFocus();
    else
        setFocus();
}

bool BoardPage::eventFilter(QObject *o, QEvent *e) {
    if (e->type() == QEvent::KeyPress) {
        auto *k = static_cast<QKeyEvent *>(e);
        if (o == m_classes || o == m_axes) {
            if (k->key() == Qt::Key_Escape) {
                m_chooser->hide();
                refresh();
                setFocus();
                return true;
            }
            if (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) {
                commitAxis();
                return true;
            }
            return false;
        }
        if (auto *cell = qobject_cast<BoardCell *>(o)) {
            int r = -1, c = -1;
            for (std::size_t i = 0; i < m_cells.size(); ++i)
                for (std::size_t j = 0; j < m_cells[i].size(); ++j)
                    if (m_cells[i][j] == cell) r = int(i), c = int(j);
            const int dr = k->key() == Qt::Key_Down ? 1
                           : k->key() == Qt::Key_Up ? -1
                                                    : 0,
                      dc = k->key() == Qt::Key_Right  ? 1
                           : k->key() == Qt::Key_Left ? -1
                                                      : 0;
            if ((dr || dc) && r + dr >= 0 && r + dr < int(m_cells.size()) && c + dc >= 0 &&
                c + dc < int(m_cells[0].size())) {
                m_cells[std::size_t(r + dr)][std::size_t(c + dc)]->setFocus();
                return true;
            }
            if (dr || dc) return true;
            if (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) {
                cell->click();
                return true;
            }
        }
    }
    return QWidget::eventFilter(o, e);
}

void BoardPage::keyPressEvent(QKeyEvent *e) {
    if (e->modifiers() == Qt::NoModifier && e->key() == Qt::Key_A) return addAxis();
    if (!m_cells.empty() && (e->key() == Qt::Key_Down || e->key() == Qt::Key_Right || e->key() == Qt::Key_Return))
        return m_cells[0][0]->setFocus();
    QWidget::keyPressEvent(e);
}

} // namespace lw
