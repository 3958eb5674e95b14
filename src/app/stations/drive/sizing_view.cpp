#include "app/stations/drive/sizing_view.h"
#include "app/stations/drive/machine_dialog.h"
#include "app/entries/fields.h"
#include "app/widgets.h"
#include "logbook/log.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include "search/draws.h"
#include "search/why.h"
#include "units/shown_units.h"
#include <QProgressBar>
#include <algorithm>
#include <utility>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// A line whose Enter is its own: it must not take the design as well.
class AskLine : public QLineEdit {
public:
    using QLineEdit::QLineEdit;

protected:
    void keyPressEvent(QKeyEvent *e) override {
        if (e->key() == Qt::Key_Escape) {
            clear();
            parentWidget()->setFocus();
            return e->accept();
        }
        QLineEdit::keyPressEvent(e);
        e->accept();
    }
};
QString nameOf(SizeFigure f) { return text(figureSpec(f).name).toLower(); }
} // namespace

SizingView::SizingView(Session *session,
                       std::function<FieldWidget *(const QString &, const QString &, QWidget *)> field, QWidget *parent)
    : QWidget(parent), m_session(session), m_sizing(new Sizing(this)), m_telling(new Telling(this)) {
    setObjectName(u"sizingView"_s);
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(10);
    auto *left = new QVBoxLayout;
    left->setSpacing(6);
    m_demand = makeLabel({}, 13, Ink::Label, false, true, this);
    m_demand->setObjectName(u"demandWords"_s);
    left->addWidget(m_demand);
    m_by = makeLink({}, this);
    m_by->setObjectName(u"chartBy"_s);
    m_by->setToolTip(
        u"Which figure stands beside the price: worst margin, fastest rapid, full step, most acceleration, "
        "lost motion, motor's length."_s);
    connect(m_by, &QPushButton::clicked, this,
            [this] { compareBy(SizeFigure((int(m_figure) + 1) % int(figureCount))); });
    left->addWidget(m_by, 0, Qt::AlignLeft);
    m_chart = new SizeChart(this);
    left->addWidget(m_chart, 3);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName(u"sizeProgress"_s);
    m_progress->setAccessibleName(u"How far the search is"_s);
    m_progress->setFixedHeight(6);
    m_progress->setTextVisible(false);
    m_progress->setRange(0, 1000);
    left->addWidget(m_progress);
    auto *cards = new QHBoxLayout;
    cards->setSpacing(8);
    for (int k = 0; k < 3; ++k) {
        m_cards[std::size_t(k)] = new ProposalCard(k, this);
        connect(m_cards[std::size_t(k)], &ProposalCard::picked, this, &SizingView::choose);
        connect(m_cards[std::size_t(k)], &ProposalCard::taken, this, &SizingView::take);
        cards->addWidget(m_cards[std::size_t(k)], 1);
    }
    left->addLayout(cards, 4);
    h->addLayout(left, 1);

    auto *scroll = new QScrollArea(this);
    scroll->setFixedWidth(lettered(314));
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *side = new QWidget(scroll);
    auto *v = new QVBoxLayout(side);
    v->setContentsMargins(8, 4, 10, 8);
    v->setSpacing(2);
    const auto title = [&](const QString &words, const QString &right) {
        auto *row = new QHBoxLayout;
        row->addWidget(makeLabel(words, 15, Ink::Value, true, false, side));
        row->addStretch(1);
        row->addWidget(makeLabel(right, 13, Ink::Label, false, false, side));
        v->addLayout(row);
    };
    m_machine = new MachineDialog(session, this);
    connect(m_machine, &MachineDialog::said, this, &SizingView::said);
    connect(m_machine, &QDialog::accepted, this, &SizingView::took);
    auto *machine = makeLink(u"All axes at once … (M)"_s, side);
    machine->setObjectName(u"allAxes"_s);
    machine->setToolTip(u"One supply for the whole machine, motors alike where that costs little."_s);
    connect(machine, &QPushButton::clicked, m_machine, &MachineDialog::open);
    v->addWidget(machine, 0, Qt::AlignLeft);
    // what somebody has in mind comes first: a newcomer's own idea
    title(u"Why not …"_s, u"a part or a design"_s);
    m_whyLine = new AskLine(side);
    m_whyLine->setObjectName(u"whyNot"_s);
    m_whyLine->setAccessibleName(u"Why not this part or design"_s);
    m_whyLine->setPlaceholderText(u"1610 direct"_s);
    connect(m_whyLine, &QLineEdit::returnPressed, this, &SizingView::askWhy);
    v->addWidget(m_whyLine);
    m_why = makeLabel({}, 13, Ink::Value, false, true, side);
    m_why->setObjectName(u"whyAnswer"_s);
    v->addWidget(m_why);
    v->addWidget(makeRule(side));
    title(u"Limits"_s, u"empty: none"_s);
    m_asked = makeLabel({}, 13, Ink::Label, false, true, side);
    v->addWidget(m_asked);
    auto *grid = new QGridLayout;
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(0);
    for (std::size_t k = 0; k < limitCount; ++k) {
        const auto key = LimitKey(k);
        const int row = int(k / 2), column = int(k % 2);
        auto *entry = field(u"limits/"_s + text(limitSpec(key).key), text(limitSpec(key).name), side);
        entry->setFixedWidth(lettered(134));
        grid->addWidget(entry, row * 2, column);
        auto *gain = makeLabel({}, 13, Ink::Label, false, true, side);
        gain->setObjectName(u"gain."_s + text(limitSpec(key).key));
        gain->setFixedWidth(lettered(134));
        gain->hide();
        grid->addWidget(gain, row * 2 + 1, column);
        m_limits.push_back({key, gain});
    }
    v->addLayout(grid);
    v->addWidget(makeRule(side));
    title(u"Use what I have"_s, u"costs nothing more"_s);
    m_haveLine = new AskLine(side);
    m_haveLine->setObjectName(u"haveLine"_s);
    m_haveLine->setAccessibleName(u"A part that is in hand"_s);
    m_haveLine->setPlaceholderText(u"57 mm 1.9 N·m motor and a 48 V supply"_s);
    connect(m_haveLine, &QLineEdit::returnPressed, this, &SizingView::addHave);
    v->addWidget(m_haveLine);
    m_have = new QVBoxLayout;
    m_have->setSpacing(0);
    v->addLayout(m_have);
    v->addWidget(makeRule(side));
    title(u"How sure"_s, u"of the one marked"_s);
    m_sure = makeLabel({}, 13, Ink::Value, false, true, side);
    m_sure->setObjectName(u"howSure"_s);
    v->addWidget(m_sure);
    v->addStretch(1);
    scroll->setWidget(side);
    h->addWidget(scroll);

    connect(m_chart, &SizeChart::proposalPicked, this, &SizingView::choose);
    connect(m_chart, &SizeChart::budgetDragged, this, [this](double price) {
        m_session->typeInto(u"/axes/%1/limits/budget"_s.arg(text(m_axis)),
                            price == price ? text(numberText(price, 6)) : QString());
    });
    connect(m_chart, &SizeChart::frontPicked, this, &SizingView::pick);
    connect(m_chart, &SizeChart::rangeDragged, this, [this](const SizeRange &range) { keep(range); });
    connect(m_telling, &Telling::answered, this, [this] {
        show();
        emit changed();
    });
    connect(m_sizing, &Sizing::progressed, this, [this](double share) { m_progress->setValue(int(share * 1000)); });
    connect(m_sizing, &Sizing::answered, this, [this] {
        show();
        emit changed();
    });
}

/// Nobody looks: nothing is looked for.
void SizingView::hideEvent(QHideEvent *e) {
    if (m_sizing->running()) m_sizing->stop();
    QWidget::hideEvent(e);
}

const SizeResult *SizingView::result() const {
    return m_sizing->answer().axis == m_axis ? m_sizing->answer().result.get() : nullptr;
}
const Proposal *SizingView::proposal(int index) const {
    const auto *r = result();
    if (!r) return nullptr;
    if (r->proposals.empty()) return index == 0 && r->closest ? &*r->closest : nullptr;
    const auto &list = ownProposals() ? r->proposals : m_telling->answer();
    return index >= 0 && index < int(list.size()) ? &list[std::size_t(index)] : nullptr;
}

void SizingView::refresh(const ProvedAxis &proved) {
    if (m_axis != proved.model.id) {
        m_axis = proved.model.id;
        m_chosen = 0;
        m_picked = -1;
        m_range.reset();
        m_why->clear();
        m_whyLine->clear();
    }
    // what the axis asks, chosen or not: at the screw, and at a motor for the reductions people use
    const auto &m = proved.model;
    const auto &s = proved.evaluation.state;
    double thrust = 0;
    for (const auto &p : s.points)
        if (p.axial == p.axial) thrust = std::max(thrust, std::fabs(p.axial));
    QStringList asks;
    if (thrust > 0) asks << u"pushes %1"_s.arg(text(withUnit(thrust, Dimension::Force, "N")));
    if (m.rapid.known()) asks << u"travels %1"_s.arg(text(withUnit(m.rapid.v, Dimension::Speed, "mm/min")));
    if (m.stepTarget.known()) asks << u"steps of %1"_s.arg(text(withUnit(m.stepTarget.v, Dimension::Length, "um")));
    double atScrew = 0;
    for (const auto &p : s.points)
        if (p.screwTorque == p.screwTorque) atScrew = std::max(atScrew, p.screwTorque);
    if (atScrew > 0 && m.rapid.known() && m.lead.known()) {
        QStringList motor;
        for (const double ratio : {1.0, 1.5, 2.0, 3.0})
            motor << u"%1:1 %2 at %3 rpm"_s.arg(text(numberText(ratio, 2)),
                                                text(withUnit(atScrew / ratio, Dimension::Torque, "Nm", 2)),
                                                text(numberText(m.rapid.v * 60 / m.lead.v * ratio, 2)));
        asks << u"with the screw it has a motor turns "_s + motor.join(u", "_s);
    }
    m_demand->setText(asks.isEmpty() ? u"Nothing is asked of it yet: type its duty (2)."_s
                                     : u"It "_s + asks.join(u", "_s) + u"."_s);
    showHave();
    m_sizing->ask(m_session->project(), m_axis);
    show();
}

void SizingView::show() {
    const auto *r = result();
    const auto limits = limitsOf(m_session->project(), m_axis);
    const auto rails = torqueRails(limits.loop == "closed");
    m_must = rails.must;
    m_wanted = rails.wanted;
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    const auto designs = front();
    if (m_picked >= int(designs.size())) m_picked = -1;
    if (!ownProposals() && r && !m_sizing->answer().firstLook) {
        std::vector<Figured> chosen;
        for (const auto k : chosenOf(designs))
            chosen.push_back(designs[k]);
        m_telling->ask(m_sizing->answer().space, chosen);
    }
    showChart();
    m_progress->setVisible(m_sizing->running());
    const bool closest = r && r->proposals.empty() && r->closest;
    for (int k = 0; k < 3; ++k)
        m_cards[std::size_t(k)]->refresh(proposal(k), m_picked < 0 && k == m_chosen, currency, closest && k == 0);
    m_asked->setText(!r                  ? QString()
                     : r->limits.empty() ? u"No limit is set: every design counts."_s
                                         : u"%1 designs keep every limit and hold."_s.arg(
                                               r->keptCounted ? QString::number(r->kept) : u"…"_s));
    for (auto &row : m_limits) {
        const LimitTold *told = nullptr;
        if (r)
            for (const auto &l : r->limits)
                if (l.key == row.key) told = &l;
        row.gain->setVisible(told != nullptr);
        if (!told) continue;
        const double best = r->front.empty() ? 0 : r->front.back().margin;
        const bool gains = told->without && told->without->margin > best + 0.005;
        row.gain->setText(
            u"rules out %1; without it "_s.arg(QLocale::c().toString(qulonglong(told->ruledOut)).replace(u',', u' ')) +
            (gains ? u"%1 for %2 %3"_s.arg(text(timesText(told->without->margin)),
                                           text(numberText(told->without->price, 4)), currency)
                   : u"nothing is gained"_s));
        row.gain->setToolTip(gains ? text(told->withoutName) : QString());
    }
    const auto *p = m_picked < 0 ? proposal(m_chosen) : nullptr;
    if (p && p->model && p->chance == p->chance) {
        QStringList words;
        words << u"%1 holds in %2 of 100 draws (± %3)."_s.arg(QChar(u'A' + m_chosen),
                                                              text(numberText(std::floor(p->chance * 100 - 1e-9), 3)),
                                                              text(numberText(std::max(0.1, p->chanceError * 100), 1)));
        QStringList swings;
        for (const auto &s : tornado(*p->model)) {
            if (swings.size() == 3) break;
            swings << u"%1%2: %3 to %4"_s.arg(s.standing == Standing::Assumed ? u"≈ "_s : QString(),
                                              text(s.id.spec->name), text(numberText(std::min(s.low, s.high), 2)),
                                              text(timesText(std::max(s.low, s.high))));
        }
        if (!swings.isEmpty()) words << u"What swings its margin most, 10 to 90 %:"_s << swings;
        if (!p->notKnownRows.empty()) {
            QStringList rows;
            for (const auto &row : p->notKnownRows)
                rows << text(row);
            words << u"Not known yet: "_s + rows.join(u", "_s) + u"."_s;
        }
        for (const auto &f : p->failing)
            words << text(f);
        m_sure->setText(words.join(u'\n'));
    } else
        m_sure->setText(QString());
}

std::vector<Figured> SizingView::front() const {
    const auto *r = result();
    if (!r) return {};
    auto out = frontBy(*r, m_figure);
    if (m_range) std::erase_if(out, [&](const Figured &d) { return !m_range->has(d); });
    return out;
}
void SizingView::showChart() {
    const auto *r = result();
    const auto limits = limitsOf(m_session->project(), m_axis);
    SizeChart::Shown c;
    c.figure = m_figure;
    c.range = m_range;
    c.budget = limits.budget;
    c.must = m_must;
    c.wanted = m_wanted;
    c.currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    c.chosen = m_picked < 0 ? m_chosen : -1;
    const auto &m = m_session->proved(m_axis).model;
    switch (m_figure) {
    case SizeFigure::Rapid: c.asked = m.rapid.v; break;
    case SizeFigure::Acceleration: c.asked = m.acceleration.v; break;
    case SizeFigure::Step: c.asked = m.stepTarget.v; break;
    case SizeFigure::LostMotion: c.asked = m.lostTarget.v; break;
    case SizeFigure::Margin:
    case SizeFigure::MotorLength: break;
    }
    if (r) {
        c.result = m_sizing->answer().result;
        c.front = frontBy(*r, m_figure);
        const auto kept = front();
        if (m_picked >= 0) c.picked = kept[std::size_t(m_picked)];
        if (ownProposals())
            for (const auto &p : r->proposals)
                c.marked.push_back({p, p.margin});
        else
            for (const auto k : chosenOf(kept))
                c.marked.push_back(kept[k]);
    }
    const auto &spec = figureSpec(m_figure);
    m_by->setText((m_figure == SizeFigure::Margin
                       ? u"Worst margin of every design tried (log scale), over its price"_s
                       : u"%1 of every design that holds, %2 (log scale), over its price"_s.arg(
                             text(spec.name), text(unitLabel(shownUnit(spec.unit))))) +
                  (m_range ? u"   ▸ Backspace: the whole again"_s : u"   ▸ Y: another figure"_s));
    m_chart->refresh(std::move(c));
}
void SizingView::compareBy(SizeFigure f) {
    m_figure = f;
    m_range.reset();
    m_picked = -1;
    m_chosen = 0;
    const auto *r = result();
    if (r && !r->front.empty() && front().empty())
        emit said(m_sizing->running() ? u"Still being looked through …"_s
                                      : u"Not known of any design that holds: an input lacks (8)."_s);
    show();
    emit changed();
}
void SizingView::keep(const std::optional<SizeRange> &range) {
    const auto before = std::exchange(m_range, range);
    m_picked = -1;
    m_chosen = 0;
    if (range && front().empty()) {
        m_range = before;
        emit said(u"Nothing of the front lies there: what does is dearer than something as good."_s);
    }
    show();
    emit changed();
}
void SizingView::pick(int index) {
    const auto all = result() ? frontBy(*result(), m_figure) : std::vector<Figured>{};
    if (index < 0 || index >= int(all.size())) return;
    const auto &d = all[std::size_t(index)];
    if (m_range && !m_range->has(d)) m_range.reset();
    const auto kept = front();
    m_picked =
        int(std::find_if(kept.begin(), kept.end(), [&](const Figured &f) { return f.candidate == d.candidate; }) -
            kept.begin());
    const auto &spec = figureSpec(m_figure);
    emit said(text(rowName(*m_sizing->answer().space, d.candidate)) +
              u": %1, %2%3. Enter takes it."_s.arg(text(timesText(d.margin)), text(numberText(d.price, 4)),
                                                   m_figure == SizeFigure::Margin
                                                       ? QString()
                                                       : u", "_s + text(withUnit(d.value, spec.dimension, spec.unit))));
    show();
}

QString SizingView::headline() const {
    const auto *r = result();
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    if (!r) return u"Looking for designs that hold …"_s;
    if (!r->problem.empty()) return text(r->problem);
    if (r->proposals.empty())
        return r->closest ? u"Nothing holds within the limits; this comes closest"_s
                          : u"The limits leave nothing: give one up"_s;
    if (!ownProposals()) {
        const auto designs = front();
        if (designs.empty()) return u"Looking at the designs by %1 …"_s.arg(nameOf(m_figure));
        return u"%1 on the front by %2; the cheapest holds %3 for %4 %5"_s.arg(
            designs.size() == 1 ? u"One design"_s : u"%1 designs"_s.arg(designs.size()), nameOf(m_figure),
            text(timesText(designs.front().margin)), text(numberText(designs.front().price, 4)), currency);
    }
    const auto &first = r->proposals.front();
    const QString ways = r->proposals.size() == 1   ? u"One way"_s
                         : r->proposals.size() == 2 ? u"Two ways"_s
                                                    : u"Three ways"_s;
    if (m_sizing->answer().firstLook)
        return u"At first sight %1 for %2 %3 holds; looking through all that is sold …"_s.arg(
            text(timesText(first.margin)), text(numberText(first.price, 4)), currency);
    return u"%1; the cheapest holds %2 for %3 %4"_s.arg(ways, text(timesText(first.margin)),
                                                        text(numberText(first.price, 4)), currency);
}
Verdict SizingView::verdict() const {
    const auto *r = result();
    return !r ? Verdict::NotKnown : r->proposals.empty() ? Verdict::Fails : r->proposals.front().verdict;
}
QString SizingView::rightText() const {
    const auto *r = result();
    return r && !m_sizing->answer().firstLook
               ? u"%1 million designs tried in %2 s"_s.arg(text(numberText(double(r->tried) / 1e6, 3)),
                                                           text(numberText(m_sizing->answer().firstSeconds, 2)))
               : QString();
}

void SizingView::choose(int index) {
    if (!proposal(index)) return;
    m_chosen = index;
    m_picked = -1;
    show();
}
void SizingView::take(int index) {
    if (index >= 0) {
        m_chosen = index;
        m_picked = -1;
    }
    std::vector<Patch> patches;
    std::string design;
    if (m_picked >= 0) {
        const auto &space = *m_sizing->answer().space;
        const auto c = front()[std::size_t(m_picked)].candidate;
        patches = patchesOf(space, c);
        design = shortName(space, c);
    } else if (const auto *p = proposal(m_chosen)) {
        patches = p->patches;
        design = p->name;
    } else
        return emit said(u"There is nothing to take yet."_s);
    const QString name = text(design);
    patches.push_back(decisionEntry(m_axis, design, "", m_session->now())); // undone with it
    m_session->apply({std::move(patches), u"design: "_s + name});
    emit said(u"%1 taken: every entry is filled, as catalogue or assumed. Ctrl+Z takes it back."_s.arg(name));
    emit took();
}
bool SizingView::handleKey(QKeyEvent *e) {
    int count = 0;
    while (count < 3 && proposal(count))
        ++count;
    switch (e->key()) {
    case Qt::Key_Y: compareBy(SizeFigure((int(m_figure) + 1) % int(figureCount))); return true;
    case Qt::Key_Backspace: keep({}); return true;
    case Qt::Key_Up:
    case Qt::Key_Down: { // along the front
        const auto kept = front();
        if (kept.empty()) return true;
        const int by = e->key() == Qt::Key_Up ? 1 : -1;
        const int to =
            m_picked < 0 ? (by > 0 ? 0 : int(kept.size()) - 1) : std::clamp(m_picked + by, 0, int(kept.size()) - 1);
        const auto all = frontBy(*result(), m_figure);
        pick(int(std::find_if(all.begin(), all.end(),
                              [&](const Figured &f) { return f.candidate == kept[std::size_t(to)].candidate; }) -
                 all.begin()));
        return true;
    }
    case Qt::Key_Left:
    case Qt::Key_Right:
        if (count) choose((m_chosen + (e->key() == Qt::Key_Right ? 1 : count - 1)) % count);
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter: take(); return true;
    case Qt::Key_M: m_machine->open(); return true;
    case Qt::Key_Question: m_whyLine->setFocus(); return true;
    default: return false;
    }
}

void SizingView::askWhy() {
    const auto &answer = m_sizing->answer();
    if (!answer.space || answer.firstLook || answer.axis != m_axis)
        return m_why->setText(u"The designs are still being looked for."_s);
    const auto w = whyNot(*answer.space, answer.limits, catalogueInUse(), m_whyLine->text().toStdString());
    if (!w.problem.empty()) return m_why->setText(text(w.problem));
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    const auto *best = proposal(0);
    QStringList words;
    words << u"%1: %2 for %3 %4%5"_s.arg(
        text(w.asked.name), text(timesText(w.asked.margin)), text(numberText(w.asked.price, 4)), currency,
        best && w.asked.price > best->price
            ? u", A is %1 %2 less"_s.arg(text(numberText(w.asked.price - best->price, 4)), currency)
            : QString());
    if (w.holds) words << u"It holds."_s;
    for (const auto &b : w.breaks)
        words << u"Beyond the limit: "_s + text(b);
    for (const auto &row : w.worst)
        words << text(row);
    if (w.nearest) {
        QStringList change;
        for (const auto &c : w.change)
            change << text(c);
        words << u"Nearest that holds, %1 for %2 %3: %4"_s.arg(
            text(timesText(w.nearest->margin)), text(numberText(w.nearest->price, 4)), currency, change.join(u", "_s));
    } else if (!w.holds)
        words << u"No one or two changes make it hold."_s;
    m_why->setText(words.join(u'\n'));
}
QString SizingView::whyAnswer() const { return m_why->text(); }

void SizingView::addHave() {
    const auto rows = rowsNamed(catalogueInUse(), m_haveLine->text().toStdString());
    if (rows.empty())
        return emit said(
            u"Nothing in the catalogue is like “%1”: say what it is with its figures."_s.arg(m_haveLine->text()));
    std::vector<Patch> patches;
    QStringList names;
    int n = 1;
    for (const auto &row : rows) {
        if (haveOf(m_session->project()).count(row)) continue;
        while (!m_session->at("/junk_box/" + std::to_string(n)).is_null())
            ++n;
        patches.push_back({"/junk_box/" + std::to_string(n++), {{"name", row}}});
        names << text(row);
    }
    m_haveLine->clear();
    if (patches.empty()) return emit said(u"That is on the list already."_s);
    m_session->apply({std::move(patches), u"in hand: "_s + names.join(u", "_s)});
}
void SizingView::showHave() {
    while (auto *item = m_have->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
    const auto *box = nodeAt(m_session->project(), "/junk_box");
    if (!box || !box->is_object()) return;
    for (const auto &[id, row] : box->items()) {
        const auto name = textAt(row, "/name");
        if (name.empty()) continue;
        auto *link = makeLink(u"×  "_s + text(name), this);
        link->setToolTip(u"Press when you have it no more."_s);
        connect(link, &QPushButton::clicked, this, [this, place = "/junk_box/" + id, name] {
            m_session->apply({{{place, nullptr}}, u"not in hand: "_s + text(name)});
        });
        m_have->addWidget(link);
    }
}

} // namespace lw
