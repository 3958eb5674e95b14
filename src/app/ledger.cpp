#include "app/ledger.h"
#include "app/fields.h"
#include "proof/narrate.h"
#include <QtWidgets>

namespace lw {
using namespace Qt::StringLiterals;

QString mendText(const Mend &m, const QString &currency) {
    QString t = text(m.words);
    if (m.price > 0) t += u":\u00a0≈"_s + text(numberText(m.price, 3)) + u"\u00a0"_s + currency;
    if (m.breaks > 0) t += u" (but %1 other fails)"_s.arg(m.breaks);
    return t;
}

FindingCard::FindingCard(QWidget *parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    auto *g = new QGridLayout(this);
    g->setContentsMargins(12, 10, 12, 10);
    g->setHorizontalSpacing(10);
    g->setVerticalSpacing(4);
    m_mark = new MarkWidget(this);
    m_sentence = makeLabel({}, 15, Ink::Value, true, true, this);
    m_figure = makeLabel({}, 22, Ink::Value, true, false, this);
    m_reason = makeLabel({}, 13, Ink::Label, false, true, this);
    m_rung = new RungWidget(this);
    m_mend = makeLink({}, this, false, true);
    m_mend->setObjectName(u"mend"_s);
    g->addWidget(m_mark, 0, 0, Qt::AlignTop);
    g->addWidget(m_sentence, 0, 1);
    g->addWidget(m_figure, 0, 2, Qt::AlignTop | Qt::AlignRight);
    g->addWidget(m_reason, 1, 0, 1, 3);
    g->addWidget(m_rung, 2, 0, 1, 3);
    g->addWidget(m_mend, 3, 0, 1, 3);
    g->setColumnStretch(1, 1);
    connect(m_mend, &QPushButton::clicked, this, &FindingCard::mendAsked);
}

void FindingCard::show(const AxisModel &m, const AxisState &s, const Finding &f, bool isChosen) {
    m_finding = f;
    m_chosen = isChosen;
    m_mark->show(f.verdict);
    m_sentence->setText(text(sentenceOf(m, s, f)));
    m_figure->setText(f.missing ? QString() : text(marginText(f)));
    const auto reason = text(reasonOf(m, s, f));
    m_reason->setText(reason);
    m_reason->setVisible(!reason.isEmpty());
    m_rung->setVisible(f.rung && !f.missing);
    m_rung->show(f);
    const bool mend = f.verdict != Verdict::Holds;
    m_mend->setVisible(mend);
    if (mend) m_mend->setText(text(spec(f.id).lever));
    m_mend->setToolTip(text(spec(f.id).lever) + u" Press to see what a change of the design would do."_s);
    setAccessibleName(text(spec(f.id).code) + u" "_s + text(verdictWord(f.verdict)) + u": "_s + m_sentence->text());
    setObjectName(u"card_"_s + text(spec(f.id).code));
    update();
}
QString FindingCard::words() const { return m_sentence->text() + u" "_s + m_figure->text(); }
void FindingCard::mousePressEvent(QMouseEvent *) {
    setFocus();
    emit chosen();
}
void FindingCard::keyPressEvent(QKeyEvent *e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Space) return emit chosen();
    QWidget::keyPressEvent(e);
}
void FindingCard::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    p.fillRect(rect(), m_chosen ? t.touchWash : t.sheet);
    p.setPen(QPen(t.rule, 1));
    p.drawLine(0, height() - 1, width(), height() - 1);
    if (hasFocus()) {
        p.setPen(QPen(t.touch, 2.4));
        p.drawRect(rect().adjusted(1, 1, -2, -2));
    }
}

Ledger::Ledger(Session *session, StationId station, QWidget *parent) : QScrollArea(parent), m_session(session), m_station(station) {
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setAccessibleName(u"Findings, worst first"_s);
    auto *body = new QWidget(this);
    m_layout = new QVBoxLayout(body);
    m_layout->setContentsMargins(0, 0, 0, 0);
    m_layout->setSpacing(0);
    m_layout->addStretch(1);
    setWidget(body);
}

void Ledger::refresh(const ProvedAxis &p) {
    std::size_t n = 0;
    for (const auto &f : p.evaluation.findings) {
        if (spec(f.id).station != m_station) continue;
        if (n == m_cards.size()) {
            auto *card = new FindingCard(widget());
            connect(card, &FindingCard::chosen, this, [this, card] {
                const Finding copy = card->finding();
                setChosen(&copy);
                emit chosen(copy);
            });
            connect(card, &FindingCard::mendAsked, this, [this, card] { emit mendAsked(card->finding()); });
            m_layout->insertWidget(int(n), card);
            m_cards.push_back(card);
        }
        const bool on = f.id == m_chosenId && f.cut == m_chosenCut && f.variant == m_chosenVariant;
        m_cards[n]->show(p.model, p.evaluation.state, f, on);
        m_cards[n]->setVisible(true);
        ++n;
    }
    for (std::size_t k = n; k < m_cards.size(); ++k) m_cards[k]->setVisible(false);
    if (m_grows) {
        int h = 0;
        const int w = std::max(280, viewport()->width());
        for (std::size_t k = 0; k < n; ++k) h += std::max(m_cards[k]->heightForWidth(w), m_cards[k]->sizeHint().height());
        setFixedHeight(h + 4);
    }
}

void Ledger::growWithCards() {
    m_grows = true;
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
}

void Ledger::setChosen(const Finding *f) {
    m_chosenId = f ? f->id : CheckId::Count;
    m_chosenCut = f ? f->cut : -1;
    m_chosenVariant = f ? f->variant : 0;
    for (auto *c : m_cards) c->update();
}

OpenedFinding::OpenedFinding(Session *session, QWidget *parent) : QScrollArea(parent), m_session(session), m_body(nullptr), m_layout(nullptr) {
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setObjectName(u"opened"_s);
    setAccessibleName(u"The opened finding and its working"_s);
}

void OpenedFinding::show(const ProvedAxis &p, const Finding &f, const std::string &axis) {
    m_finding = f;
    m_axis = axis;
    const int at = verticalScrollBar()->value();
    auto *body = new QWidget;
    auto *v = new QVBoxLayout(body);
    v->setContentsMargins(16, 14, 20, 14);
    v->setSpacing(6);
    auto *top = new QHBoxLayout;
    auto *mark = new MarkWidget(body);
    mark->show(f.verdict);
    auto *sentence = makeLabel(text(sentenceOf(p.model, p.evaluation.state, f)), 15, Ink::Value, true, true, body);
    sentence->setObjectName(u"openedSentence"_s);
    auto *figure = makeLabel(f.missing ? QString() : text(marginText(f)), 26, Ink::Value, true, false, body);
    figure->setObjectName(u"openedFigure"_s);
    top->addWidget(mark, 0, Qt::AlignTop);
    top->addWidget(sentence, 1);
    top->addWidget(figure, 0, Qt::AlignTop);
    v->addLayout(top);
    const auto reason = text(reasonOf(p.model, p.evaluation.state, f));
    if (!reason.isEmpty()) v->addWidget(makeLabel(reason, 13, Ink::Label, false, true, body));
    if (f.rung && !f.missing) {
        auto *rung = new RungWidget(body);
        rung->show(f);
        v->addWidget(rung);
        QString words = f.must > 0 ? text(timesText(f.must)) + u" must, "_s : QString();
        words += text(timesText(f.wanted)) + u" wanted"_s;
        if (f.low == f.low) words += u"; likely "_s + text(bandText(f));
        v->addWidget(makeLabel(words, 13, Ink::Label, false, false, body));
    }
    m_mendBox = new QVBoxLayout;
    m_mendBox->setSpacing(1);
    v->addLayout(m_mendBox);
    if (f.verdict != Verdict::Holds) m_mendBox->addWidget(makeLabel(text(spec(f.id).lever), 13, Ink::Touch, true, true, body));
    if (!spec(f.id).overridable && f.verdict == Verdict::Fails) v->addWidget(makeLabel(u"No override: geometry, grip and gravity do not bend."_s, 13, Ink::Value, true, true, body));
    if (f.id == CheckId::M8 || f.id == CheckId::M9 || f.id == CheckId::M10)
        v->addWidget(makeLabel(u"Mind the drop: a head or knee that runs down crushes hands. Prop it before you work under it, and follow the rules for lifting where you are."_s, 13, Ink::Value, false, true, body));
    if (f.id == CheckId::C17 || f.id == CheckId::C18)
        v->addWidget(makeLabel(u"Above 60 V d.c., or with coolant about, cover every bus. Mains wiring is for those licensed for it where you live."_s, 13, Ink::Value, false, true, body));

    const auto w = explain(p.model, p.evaluation.state, f);
    if (!w.steps.empty()) {
        v->addSpacing(6);
        auto *head = new QHBoxLayout;
        head->addWidget(makeLabel(u"Working"_s, 15, Ink::Value, true, false, body));
        auto *source = makeLabel(text(w.sourceTitle), 13, Ink::Label, false, true, body);
        source->setAlignment(Qt::AlignRight);
        head->addWidget(source, 1);
        v->addLayout(head);
        for (const auto &s : w.steps) {
            v->addWidget(makeRule(body));
            v->addWidget(makeLabel(text(s.name), 13, Ink::Label, false, true, body));
            auto *row = new QHBoxLayout;
            auto *formula = makeLabel(text(formulaText(s.symbol)) + u" = "_s + text(formulaText(s.formula)), 15, Ink::Value, false, true, body);
            formula->setObjectName(u"formula"_s);
            row->addWidget(formula, 1);
            const QString result = s.symbol == "M" ? text(timesText(s.result)) : text(s.unit.empty() ? numberText(s.result, 4) : withUnit(s.result, s.dimension, s.unit, 4));
            row->addWidget(makeLabel(result, 20, Ink::Value, true, false, body), 0, Qt::AlignBottom);
            v->addLayout(row);
            v->addWidget(makeLabel(text(figuresText(s)) + u"  (SI)"_s, 13, Ink::Label, false, true, body));
        }
    }
    // Put in: each input once, how it is known, its share of the doubt.
    const auto shares = doubtShares(p.model, f);
    std::vector<const Term *> inputs;
    for (const auto &s : w.steps)
        for (const auto &t : s.terms)
            if (t.standing != Standing::Computed && std::none_of(inputs.begin(), inputs.end(), [&](const Term *o) { return o->name == t.name; })) inputs.push_back(&t);
    if (!inputs.empty() || !shares.empty()) {
        v->addSpacing(6);
        v->addWidget(makeRule(body));
        auto *grid = new QGridLayout;
        grid->setHorizontalSpacing(12);
        grid->setVerticalSpacing(5);
        grid->addWidget(makeLabel(u"Put in"_s, 15, Ink::Value, true, false, body), 0, 0, 1, 2);
        int r = 1;
        for (const auto *t : inputs) {
            grid->addWidget(makeLabel(text(t->name), 13, Ink::Label, false, true, body), r, 0);
            const bool assumed = t->standing == Standing::Assumed;
            auto *value = makeLabel((assumed ? u"≈ "_s : QString()) + text(t->unit.empty() ? numberText(t->si, 4) : withUnit(t->si, t->dimension, t->unit, 4)), 15, Ink::Value, false, false, body);
            value->setFont(face(15, false, assumed));
            value->setStyleSheet(u"color:%1; border-bottom:1.4px %2 %3;"_s.arg(theme().ink.name(), assumed ? u"dashed"_s : u"solid"_s, (assumed ? theme().ink2 : theme().touch).name()));
            grid->addWidget(value, r, 1);
            grid->addWidget(makeLabel(text(standingCode(t->standing)), 13, Ink::Faint, false, false, body), r, 2);
            ++r;
        }
        v->addLayout(grid);
        if (!shares.empty()) {
            v->addSpacing(4);
            v->addWidget(makeLabel(u"Share of the doubt"_s, 15, Ink::Value, true, false, body));
            auto *g2 = new QGridLayout;
            g2->setVerticalSpacing(3);
            int k = 0;
            for (const auto &s : shares) {
                if (s.share < 0.005 || k > 6) break;
                g2->addWidget(makeLabel(text(s.input->name), 13, Ink::Label, false, false, body), k, 0);
                auto *bar = new QFrame(body);
                bar->setFixedHeight(9);
                bar->setFixedWidth(std::max(2, int(150 * s.share)));
                bar->setStyleSheet(u"background:%1;"_s.arg(theme().ink2.name()));
                g2->addWidget(bar, k, 1, Qt::AlignLeft);
                g2->addWidget(makeLabel(text(numberText(s.share * 100, 2)) + u" %"_s, 13, Ink::Value, false, false, body), k, 2, Qt::AlignRight);
                ++k;
            }
            v->addLayout(g2);
            const auto &top1 = shares.front();
            const QString advice = top1.input->how.empty() ? u"Most of the doubt is the %1, and no measuring cures that: take margin."_s.arg(text(top1.input->name))
                                                           : top1.standing == Standing::Assumed ? u"%1: %2 min, and most of the doubt goes."_s.arg(text(top1.input->how)).arg(top1.input->minutes) : u"Most of the doubt is the %1, already measured: take margin."_s.arg(text(top1.input->name));
            v->addWidget(makeLabel(advice, 13, Ink::Value, false, true, body));
        } else if (f.rung && !f.missing) {
            v->addWidget(makeLabel(u"Spread of these inputs not known: no whisker."_s, 13, Ink::Label, false, true, body));
        }
        for (const auto &a : w.assumptions)
            if (!a.ends_with(" assumed")) v->addWidget(makeLabel(text(a), 13, Ink::Faint, false, true, body));
    }
    v->addStretch(1);
    // The old page may hold the very button that was pressed: it goes when its event is done.
    if (auto *old = takeWidget()) old->deleteLater();
    setWidget(body);
    m_body = body;
    m_layout = v;
    verticalScrollBar()->setValue(at);
}

void OpenedFinding::setMends(const std::vector<Mend> &mends) {
    if (!m_mendBox || mends.empty()) return;
    while (auto *item = m_mendBox->takeAt(0)) {
        if (auto *w = item->widget()) {
            w->hide();
            w->setObjectName(QString());
            w->deleteLater();
        }
        delete item;
    }
    int n = 0;
    const QString currency = text(unitLabel(m_session->project().value("currency", std::string("EUR"))));
    for (const auto &m : mends) {
        if (n >= 3) break;
        auto *b = makeLink((n == 0 ? u"Mend: "_s : u"or "_s) + mendText(m, currency), m_body, n == 0, true);
        b->setObjectName(u"mend%1"_s.arg(n));
        b->setToolTip(mendText(m, currency));
        connect(b, &QPushButton::clicked, this, [this, n] { emit mendAsked(n); });
        m_mendBox->addWidget(b);
        ++n;
    }
}

QString OpenedFinding::words() const {
    QStringList out;
    if (m_body)
        for (const auto *l : m_body->findChildren<QLabel *>()) out << l->text();
    return out.join(u'\n');
}

} // namespace lw
