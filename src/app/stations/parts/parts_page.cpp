#include "app/stations/parts/parts_page.h"
#include "app/window/flow_layout.h"
#include "app/window/files.h"
#include "logbook/log.h"
#include "picture/marks.h"
#include "report/xlsx.h"
#include "shop/buying.h"
#include "app/widgets.h"
#include <cmath>
#include <set>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// Cents only where they can be seen.
QString money(double v) { return text(numberText(std::fabs(v) >= 100 ? std::round(v) : v, 6)); }
bool kept(const PartLine &l) { return l.source == "have" || l.source == "make" || l.source == "scrounge"; }
} // namespace

void MoneyBar::show(const PartTotals &totals, double tonight) {
    m_totals = totals;
    m_tonight = tonight;
    setAccessibleName(u"spent %1, to buy %2, contingency %3"_s.arg(money(totals.committed), money(totals.remaining),
                                                                   money(totals.contingency)));
    update();
}
void MoneyBar::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    const double most =
        std::max({m_totals.forecast, m_totals.budget == m_totals.budget ? m_totals.budget : 0.0, 1.0}) * 1.08;
    const double k = (width() - 2) / most;
    double x = 1;
    p.fillRect(QRectF(x, 2, m_totals.committed * k, 14), t.ink);
    x += m_totals.committed * k;
    const double tonight = std::min(m_tonight, m_totals.remaining);
    p.fillRect(QRectF(x, 2, tonight * k, 14), t.touch);
    x += tonight * k;
    p.setPen(QPen(t.ink, 1));
    p.setBrush(hatch(t.ink2, 1.4));
    p.drawRect(QRectF(x, 2, (m_totals.remaining - tonight) * k, 14));
    x += (m_totals.remaining - tonight) * k;
    QPen dash(t.ink, 1);
    dash.setDashPattern({3, 3});
    p.setPen(dash);
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(x, 2, m_totals.contingency * k, 14));
    if (m_totals.budget == m_totals.budget) {
        p.setPen(QPen(m_totals.forecast > m_totals.budget ? t.fails : t.ink, 2));
        p.drawLine(QPointF(1 + m_totals.budget * k, 0), QPointF(1 + m_totals.budget * k, 22));
    }
}

PartsPage::PartsPage(Session *session, QWidget *parent) : StationPage(session, StationId::Parts, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(0);
    auto *left = new QVBoxLayout;
    left->setContentsMargins(14, 10, 10, 8);
    left->setSpacing(6);
    left->addWidget(makeHeadline());
    left->addWidget(makeLessons());
    m_model = new CellsModel({u"State"_s, u"Part, what for"_s, u"qty"_s, u"price"_s, u"From"_s, u"Order by, because"_s},
                             this);
    m_model->edited = [this](const QString &id, int column, const QString &typed) {
        const QString problem = m_session->typeInto(u"/parts/"_s + id + (column == 2 ? u"/qty"_s : u"/price"_s), typed);
        if (!problem.isEmpty()) emit said(problem);
        return problem.isEmpty();
    };
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"parts"_s);
    m_table->setAccessibleName(u"Parts of this axis"_s);
    m_table->setWidths({72, 0, 44, 88, 130, 180});
    left->addWidget(m_table, 1);
    m_fieldHost = new QWidget(this);
    auto *grid = new QGridLayout(m_fieldHost);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(2);
    const char *keys[] = {"text",    "qty",    "price", "from",       "lead_days",  "order",
                          "need_by", "source", "spare", "price_date", "substitute", "substitute_price"};
    for (int n = 0; n < int(std::size(keys)); ++n) {
        auto *f = makeField(m_session, m_fieldHost, u"/parts/x/"_s + QString::fromLatin1(keys[n]));
        connect(f, &FieldWidget::said, this, &StationPage::said);
        const QByteArray key(keys[n]);
        if (auto *entry = qobject_cast<TextEntry *>(f); entry && (key == "need_by" || key == "price_date"))
            entry->setReader([this](const QString &t) {
                const auto d = readDay(t.toStdString(), m_session->today());
                return d ? QString::fromStdString(isoDay(*d)) : QString();
            });
        grid->addWidget(f, n / 6, n % 6);
        m_lineFields.emplace_back(f, QString::fromLatin1(keys[n]));
    }
    left->addWidget(m_fieldHost);
    auto *buttons = new FlowLayout(8);
    auto *csv = makeButton(u"Save as CSV"_s, u"partsCsv"_s, this),
         *xlsx = makeButton(u"Save as XLSX"_s, u"partsXlsx"_s, this),
         *in = makeButton(u"Read a CSV"_s, u"partsIn"_s, this),
         *add = makeButton(u"New line (N)"_s, u"partsNew"_s, this);
    m_next = makeButton(u"Next state (Space)"_s, u"partsNext"_s, this);
    m_mend = makeButton(u"Match the design (M)"_s, u"partsMend"_s, this);
    connect(m_next, &QPushButton::clicked, this, &PartsPage::nextState);
    connect(m_mend, &QPushButton::clicked, this, &PartsPage::matchDesign);
    connect(csv, &QPushButton::clicked, this, [this] {
        exportFile(this, u"the parts list"_s, u"parts.csv"_s, u"CSV (*.csv)"_s, [this](const QString &path) {
            return writeWhole(path, QByteArray::fromStdString(partsCsv(m_session->parts())));
        });
    });
    connect(xlsx, &QPushButton::clicked, this, [this] {
        exportFile(this, u"the parts list"_s, u"parts.xlsx"_s, u"Spreadsheet (*.xlsx)"_s, [this](const QString &path) {
            return writePartsXlsx(path, m_session->project(), m_session->parts());
        });
    });
    connect(in, &QPushButton::clicked, this, [this] {
        const QString path =
            QFileDialog::getOpenFileName(this, u"Read a parts list"_s, {}, u"CSV (*.csv *.txt);;All files (*)"_s);
        if (!path.isEmpty()) emit said(importCsv(path));
    });
    connect(add, &QPushButton::clicked, this, &PartsPage::newLine);
    for (auto *b : {m_next, add, m_mend, in, csv, xlsx})
        buttons->addWidget(b);
    left->addLayout(buttons);
    h->addLayout(left, 1);
    auto *scroll = new QScrollArea(this);
    scroll->setFixedWidth(lettered(326));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *side = new QWidget(scroll);
    auto *v = new QVBoxLayout(side);
    v->setContentsMargins(14, 12, 14, 12);
    v->setSpacing(4);
    auto title = [&](const QString &words, QLabel *&figure, const QString &name) {
        auto *row = new QHBoxLayout;
        row->addWidget(makeLabel(words, 15, Ink::Value, true, false, side));
        row->addStretch(1);
        figure = makeLabel({}, 18, Ink::Value, true, false, side);
        figure->setObjectName(name);
        row->addWidget(figure);
        v->addLayout(row);
    };
    title(u"Order tonight"_s, m_tonight, u"tonight"_s);
    m_tonightWords = makeLabel({}, 13, Ink::Label, false, true, side);
    m_tonightWords->setObjectName(u"tonightWords"_s);
    v->addWidget(m_tonightWords);
    auto *copy = makeLink(u"Copy as text (O)"_s, side);
    connect(copy, &QPushButton::clicked, this, [this] {
        QGuiApplication::clipboard()->setText(orderText());
        emit said(u"The order is on the clipboard as text."_s);
    });
    v->addWidget(copy, 0, Qt::AlignLeft);
    v->addWidget(makeRule(side));
    auto *row = new QHBoxLayout;
    m_money = new MarkWidget(side);
    row->addWidget(m_money);
    row->addWidget(makeLabel(u"Money, whole job"_s, 15, Ink::Value, true, false, side));
    row->addStretch(1);
    v->addLayout(row);
    m_total = makeLabel({}, 18, Ink::Value, true, false, side);
    m_total->setObjectName(u"partsTotal"_s);
    v->addWidget(m_total);
    m_bar = new MoneyBar(side);
    m_bar->setFixedHeight(24);
    v->addWidget(m_bar);
    m_detail = makeLabel({}, 13, Ink::Label, false, true, side);
    v->addWidget(m_detail);
    auto *budget = new QHBoxLayout;
    for (const auto &f : {u"/budget"_s, u"/contingency"_s}) {
        auto *e = addValue(f, {}, u"stated"_s, side);
        if (f == u"/contingency"_s) e->setFallback(0.15, u"usual"_s);
        budget->addWidget(e);
    }
    v->addLayout(budget);
    v->addWidget(makeRule(side));
    v->addWidget(makeLabel(u"Dearest still to buy"_s, 15, Ink::Value, true, false, side));
    m_dearest = makeLabel({}, 13, Ink::Value, false, true, side);
    m_dearest->setObjectName(u"dearest"_s);
    v->addWidget(m_dearest);
    v->addWidget(makeRule(side));
    title(u"Build or buy ready"_s, m_ready, u"ready"_s);
    m_readyWords = makeLabel({}, 13, Ink::Label, false, true, side);
    v->addWidget(m_readyWords);
    auto *ready = new QGridLayout;
    ready->addWidget(addField(u"/ready/text"_s, {}, side), 0, 0, 1, 2);
    ready->addWidget(addValue(u"/ready/price"_s, {}, u"stated"_s, side), 1, 0);
    ready->addWidget(addValue(u"/ready/hours"_s, {}, u"stated"_s, side), 1, 1);
    v->addLayout(ready);
    v->addStretch(1);
    scroll->setWidget(side);
    h->addWidget(scroll);
    connect(m_table, &CellsView::currentIdChanged, this, &PartsPage::showLine);
    connect(m_table, &CellsView::opened, this, [this] {
        if (m_fieldHost->isVisible()) m_lineFields[2].first->setFocus(); // the price
    });
}

const PartLine *PartsPage::line() const {
    for (const auto &l : m_lines)
        if (QString::fromStdString(l.key) == m_line) return &l;
    return nullptr;
}

void PartsPage::update(const ProvedAxis &) {
    m_lines = m_session->parts(m_axis);
    const std::size_t ownLines = m_lines.size();
    for (const auto &l : m_session->parts())
        if (l.axis.empty()) m_lines.push_back(l); // the machine's own stand on every axis' list
    const auto &project = m_session->project();
    const auto &all = m_session->parts();
    const auto &plan = m_session->plan();
    const auto today = m_session->today();
    const auto &totals = m_session->totals();
    const auto mine =
        partTotals(project, std::vector<PartLine>(m_lines.begin(), m_lines.begin() + std::ptrdiff_t(ownLines)));
    const QString own = text(unitLabel(textAt(project, "/currency", "EUR")));
    bool mismatch = false, late = false;
    m_mend->setVisible(std::any_of(m_lines.begin(), m_lines.end(), [](const auto &l) { return !l.matches; }));
    // groups: parcels in the order of their names, then what is not in one yet, then what is kept, made or in the box
    std::vector<std::pair<QString, std::vector<const PartLine *>>> groups;
    auto group = [&](const QString &name) -> std::vector<const PartLine *> & {
        for (auto &g : groups)
            if (g.first == name) return g.second;
        groups.emplace_back(name, std::vector<const PartLine *>());
        return groups.back().second;
    };
    std::set<std::string> orders;
    for (const auto &l : m_lines)
        if (!l.order.empty() && !kept(l)) orders.insert(l.order);
    for (const auto &o : orders)
        group(QString::fromStdString(o));
    bool loose = false, box = false;
    for (const auto &l : m_lines) {
        loose |= l.order.empty() && !kept(l);
        box |= kept(l);
    }
    if (loose) group(u"Not in an order yet"_s);
    if (box) group(u"Kept, made or in the box"_s);
    for (const auto &l : m_lines)
        group(kept(l)           ? u"Kept, made or in the box"_s
              : l.order.empty() ? u"Not in an order yet"_s
                                : QString::fromStdString(l.order))
            .push_back(&l);
    // what asks for something stands first: parcels to send, then on the way, then arrived; the box last
    auto rank = [](const auto &g) {
        int best = 3;
        for (const auto *l : g.second)
            best = std::min(best, kept(*l)                         ? 4
                                  : l->state == PartState::Idea    ? 0
                                  : l->state == PartState::Ordered ? 1
                                                                   : 2);
        return best;
    };
    std::stable_sort(groups.begin(), groups.end(), [&](const auto &a, const auto &b) { return rank(a) < rank(b); });
    for (auto &g : groups)
        std::stable_sort(g.second.begin(), g.second.end(),
                         [](const PartLine *a, const PartLine *b) { return a->matches < b->matches; });
    std::vector<CellRow> rows;
    for (const auto &[name, lines] : groups) {
        double sum = 0;
        int here = 0;
        for (const auto *l : lines) {
            const double rate = currencyRate(project, l->currency);
            if (l->price == l->price && rate == rate && l->state != PartState::Dropped)
                sum += l->price * rate * l->quantity;
            here += l->state == PartState::Arrived || l->state == PartState::Fitted;
        }
        CellRow head;
        head.id = u"group "_s + name;
        head.head = true;
        QString words = name;
        const auto from = textAt(project, "/orders/" + name.toStdString() + "/from");
        if (!from.empty()) words += u": "_s + QString::fromStdString(from);
        words += here == int(lines.size())           ? u", arrived"_s
                 : here                              ? u", %1 of %2 here"_s.arg(here).arg(lines.size())
                 : rank(std::pair{name, lines}) == 0 ? u", to send"_s
                                                     : u", on the way"_s;
        Cell at{u"%1 %2"_s.arg(money(sum), own)};
        at.right = true;
        head.cells = {Cell{words}, {}, {}, {}, {}, at};
        rows.push_back(std::move(head));
        for (const auto *l : lines) {
            CellRow r;
            r.id = QString::fromStdString(l->key);
            Cell state;
            state.progress = l->state;
            state.have = kept(*l);
            state.under = state.have && l->state == PartState::Arrived ? u"have"_s : text(stateCode(l->state));
            r.cells.push_back(state);
            Cell part{QString::fromStdString(l->text)};
            part.bold = !l->matches;
            part.under = !l->matches        ? u"no longer matches: "_s + QString::fromStdString(l->wanted)
                         : !l->note.empty() ? QString::fromStdString(l->note)
                         : l->derived       ? u"asked for by the design"_s
                                            : u"typed by hand"_s;
            if (!l->matches) {
                part.underInk = theme().watch;
                r.wash = theme().watchWash;
                mismatch = true;
            }
            if (l->state == PartState::Dropped) part.ink = theme().ink3;
            r.cells.push_back(part);
            Cell qty{QString::number(l->quantity) + (l->spare ? u"+%1"_s.arg(l->spare) : QString())};
            qty.right = qty.editable = true;
            r.cells.push_back(qty);
            Cell price{
                l->price == l->price
                    ? money(l->price) + u"\u00a0"_s +
                          text(unitLabel(l->currency.empty() ? textAt(project, "/currency", "EUR") : l->currency))
                    : u"not known"_s};
            price.right = price.editable = true;
            price.italic = l->priceAssumed;
            price.bold = !l->priceAssumed;
            if (l->priceAssumed) price.text = u"≈ "_s + price.text;
            r.cells.push_back(price);
            r.cells.push_back(Cell{QString::fromStdString(l->from), l->leadDays >= 0 ? u"%1 days"_s.arg(l->leadDays)
                                                                    : kept(*l)       ? QString()
                                                                                     : u"≈ 14 days"_s});
            Cell by;
            if (!l->matches && l->state == PartState::Idea) {
                by.text = u"Make it match"_s;
                by.under = u"M, "_s + QString::fromStdString(l->wanted);
                by.bold = true;
                by.ink = theme().touch;
            } else if (!l->matches) {
                by.text = u"Ordered already"_s;
                by.under = u"send it back, or change the design"_s;
            } else if (l->state == PartState::Idea && !kept(*l)) {
                const auto o = orderBy(*l, plan, today);
                if (o.day) {
                    by.text = text(shownDay(*o.day, today));
                    by.bold = true;
                    by.mark = o.verdict;
                    by.under = (o.late ? u"%1 days late; "_s.arg(o.late) : QString()) +
                               QString::fromStdString(o.because) + u" "_s + text(shownDay(*o.needBy, today));
                    late |= o.verdict == Verdict::Fails;
                } else {
                    by.text = u"not known"_s;
                    by.under = u"type when it is needed"_s;
                    by.italic = true;
                    by.ink = theme().ink2;
                }
            }
            r.cells.push_back(by);
            rows.push_back(std::move(r));
        }
    }
    const QString keep = m_table->currentId();
    m_model->setRows(std::move(rows));
    if (m_table->currentId().isEmpty())
        for (const auto &r : m_model->rows())
            if (!r.head && (keep.isEmpty() || r.id == keep)) {
                m_table->setCurrentId(r.id);
                break;
            }
    setHeadline(m_lines.empty()                      ? Verdict::NotKnown
                : late                               ? Verdict::Fails
                : mismatch || mine.inHand < mine.all ? Verdict::Watch
                                                     : Verdict::Holds,
                m_lines.empty()           ? u"The design asks for nothing yet"_s
                : mismatch                ? u"A line no longer matches the design: put it right first"_s
                : mine.inHand == mine.all ? u"All parts are in hand"_s
                                          : u"%1 of %2 parts in hand, %3 %4 to spend"_s.arg(mine.inHand)
                                                .arg(mine.all)
                                                .arg(money(mine.remaining), own));
    // tonight: what must be ordered within a week, of all axes
    double tonight = 0;
    QStringList words;
    for (const auto &l : all) {
        if (l.state != PartState::Idea || kept(l)) continue;
        const auto o = orderBy(l, plan, today);
        if (!o.day || daysBetween(today, *o.day) > 7) continue;
        const double rate = currencyRate(project, l.currency);
        if (l.price == l.price && rate == rate) tonight += l.price * rate * l.quantity;
        words << u"%1  %2: by %3"_s.arg(QString::fromStdString(l.axis),
                                        QString::fromStdString(l.matches ? l.text : l.wanted),
                                        text(shownDay(*o.day, today))) +
                     (*o.day < today ? u", %1 late"_s.arg(daysBetween(*o.day, today) == 1
                                                              ? u"1 day"_s
                                                              : u"%1 days"_s.arg(daysBetween(*o.day, today)))
                                     : QString());
    }
    m_tonight->setText(u"%1 %2"_s.arg(money(tonight), own));
    m_tonightWords->setText(
        words.isEmpty()
            ? u"Nothing is due within a week. Type when a part or its step is needed, and the day to order follows."_s
            : words.join(u'\n'));
    m_money->MarkWidget::show(totals.verdict);
    m_total->setText((totals.atLeast() ? u"at least "_s : QString()) +
                     (totals.budget == totals.budget
                          ? u"%1 of %2 %3"_s.arg(money(totals.forecast), money(totals.budget), own)
                          : u"%1 %2"_s.arg(money(totals.forecast), own)));
    m_bar->show(totals, tonight);
    QStringList out;
    for (const auto &what : leftOutOfList(all))
        out << QString::fromStdString(what);
    m_detail->setText(u"%1 spent, %2 to buy, %3 contingency%4%5%6. ≈ prices are assumed until you type yours.%7"_s.arg(
        money(totals.committed), money(totals.remaining), money(totals.contingency),
        totals.unpriced ? u"; %1 without a price"_s.arg(totals.unpriced) : QString(),
        totals.open.empty() ? QString() : u"; not chosen yet: "_s + QString::fromStdString(totals.openText()),
        totals.problem.empty() ? QString() : u". "_s + QString::fromStdString(totals.problem),
        out.isEmpty() ? QString() : u" Not on this list, add what you lack (N): "_s + out.join(u", "_s) + u'.'));
    QStringList dear;
    for (const auto *l : dearest(project, all)) {
        if (dear.size() == 3) break;
        QString t = u"%1  %2: %3 %4"_s.arg(
            QString::fromStdString(l->axis), QString::fromStdString(l->text), money(l->price * l->quantity),
            text(unitLabel(l->currency.empty() ? textAt(project, "/currency", "EUR") : l->currency)));
        if (!l->substitute.empty())
            t += u"\n     or %1%2"_s.arg(QString::fromStdString(l->substitute),
                                         l->substitutePrice == l->substitutePrice
                                             ? u", %1 %2"_s.arg(money(l->substitutePrice), own)
                                             : QString());
        dear << t;
    }
    m_dearest->setText(dear.isEmpty() ? u"Nothing with a price is left to buy."_s : dear.join(u'\n'));
    const auto price = knownAt(project, "/ready/price"), hours = knownAt(project, "/ready/hours");
    if (price.known() && hours.known()) {
        const auto resale = knownAt(project, "/ready/resale");
        const double buildHours = plan.spent + plan.left;
        const auto c = compareOptions({{"build", totals.forecast, 0, buildHours},
                                       {"ready", price.v, resale.known() ? resale.v : 0, hours.v / 3600}},
                                      0, "build", "ready");
        m_ready->setText(c && c->breakEven ? u"%1 %2 an hour"_s.arg(text(numberText(*c->breakEven, 2)), own)
                                           : QString());
        m_readyWords->setText(u"Building: %1 %2 and %3 h. %4: %5 %2 and %6 h. "
                              u"Building pays while an hour of yours is worth less than that."_s.arg(
                                  money(totals.forecast), own, text(numberText(buildHours, 3)),
                                  QString::fromStdString(textAt(project, "/ready/text", "Ready")), money(price.v),
                                  text(numberText(hours.v / 3600, 3))));
    } else {
        m_ready->clear();
        m_readyWords->setText(u"Type what a ready one costs and the hours it would still take; "
                              u"then it says what your hour must be worth."_s);
    }
    showLine();
}

void PartsPage::showLine() {
    m_line = m_table->currentId();
    const auto *l = line();
    m_fieldHost->setVisible(l != nullptr);
    if (!l) return;
    for (auto &[f, key] : m_lineFields) {
        const QString pointer = u"/parts/"_s + m_line + u"/"_s + key;
        if (f->pointer() != pointer)
            f->setPointer(pointer);
        else
            f->refresh();
        if (key == u"price"_s) static_cast<ValueEntry *>(f)->setFallback(l->price, u"generic price"_s);
        if (key == u"qty"_s) static_cast<ValueEntry *>(f)->setFallback(l->quantity, u"by the design"_s);
        if (key == u"lead_days"_s)
            static_cast<ValueEntry *>(f)->setFallback(l->leadDays < 0 ? 14 : notKnown, u"usual"_s);
        if (key == u"text"_s) static_cast<TextEntry *>(f)->setFallback(QString::fromStdString(l->text));
        if (key == u"source"_s) static_cast<ChoiceEntry *>(f)->setFallback(QString::fromStdString(l->source));
    }
}

void PartsPage::nextState() {
    const auto *l = line();
    if (!l) return;
    const auto next = l->state == PartState::Idea      ? (kept(*l) ? PartState::Arrived : PartState::Ordered)
                      : l->state == PartState::Ordered ? PartState::Arrived
                      : l->state == PartState::Arrived ? PartState::Fitted
                                                       : PartState::Idea;
    m_session->apply({partMoved(m_session->project(), *l, next, m_session->now()),
                      QString::fromStdString(l->text) + u" "_s + text(stateCode(next))});
}

void PartsPage::newLine() {
    int n = 1;
    while (!m_session->at("/parts/" + m_axis + "-own" + std::to_string(n)).is_null())
        ++n;
    const std::string key = m_axis + "-own" + std::to_string(n);
    m_session->apply(
        {{{"/parts/" + key, {{"axis", m_axis}, {"text", "New part"}, {"source", "buy"}, {"state", "idea"}}}},
         u"line added"_s});
    m_table->setCurrentId(QString::fromStdString(key));
    m_lineFields.front().first->setFocus();
}

QString PartsPage::orderText() const {
    QString t;
    for (const auto &l : m_session->parts()) {
        if (l.state != PartState::Idea || kept(l)) continue;
        t += u"%1 × %2"_s.arg(l.quantity + l.spare).arg(QString::fromStdString(l.matches ? l.text : l.wanted));
        if (!l.from.empty()) t += u"\t"_s + QString::fromStdString(l.from);
        t += u'\n';
    }
    return t;
}

QString PartsPage::importCsv(const QString &path) {
    const QString name = QFileInfo(path).fileName();
    const auto content = readWhole(path, 16 * 1024 * 1024);
    if (!content) return content.error();
    const auto in = importParts(m_session->project(), content->toStdString());
    if (!in) return name + u", "_s + QString::fromStdString(in.error());
    auto patches = in->patches;
    for (auto &p : patches)
        if (p.value.is_object() && !p.value.contains("axis")) p.value["axis"] = m_axis;
    if (!patches.empty()) m_session->apply({patches, u"parts read from "_s + name});
    QString words = u"%1: %2 changed, %3 added"_s.arg(name).arg(in->changed).arg(in->added);
    if (!in->rejected.empty())
        words += u"; %1 not taken: %2"_s.arg(in->rejected.size()).arg(QString::fromStdString(in->rejected.front()));
    return words + (words.endsWith(u'.') ? QString() : u"."_s);
}

void PartsPage::matchDesign() {
    const auto *l = line();
    if (!l || l->matches) // the first that does not
        for (const auto &other : m_lines)
            if (!other.matches) {
                l = &other;
                break;
            }
    const auto patches = l ? matchPatches(*l) : std::vector<Patch>();
    if (patches.empty())
        emit said(l && !l->matches ? u"It is ordered already: send it back, or change the design."_s
                                   : u"Every line matches the design."_s);
    else
        m_session->apply({patches, u"line matched: "_s + QString::fromStdString(l->wanted)});
}

bool PartsPage::handleKey(QKeyEvent *e) {
    if (e->modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier)) return false;
    switch (e->key()) {
    case Qt::Key_Space: nextState(); return true;
    case Qt::Key_N: newLine(); return true;
    case Qt::Key_O:
        QGuiApplication::clipboard()->setText(orderText());
        emit said(u"The order is on the clipboard as text."_s);
        return true;
    case Qt::Key_M: matchDesign(); return true;
    case Qt::Key_Delete:
        if (const auto *l = line())
            m_session->apply({l->derived
                                  ? partMoved(m_session->project(), *l,
                                              l->state == PartState::Dropped ? PartState::Idea : PartState::Dropped,
                                              m_session->now())
                                  : std::vector<Patch>{{"/parts/" + l->key, nullptr}},
                              u"dropped: "_s + QString::fromStdString(l->text)});
        return true;
    default: return false;
    }
}

} // namespace lw
