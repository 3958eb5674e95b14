#include "app/stations/proof/ledger.h"
#include "app/entries/fields.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

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
    if (m_chosen != isChosen) update();
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
    const QString lever = text(leverOf(m, f));
    if (mend) m_mend->setText(lever);
    m_mend->setToolTip(lever + u" Press to see what a change of the design would do."_s);
    setAccessibleName(text(f.check->code) + u" "_s + text(verdictWord(f.verdict)) + u": "_s + m_sentence->text());
    setObjectName(u"card_"_s + text(f.check->code));
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

Ledger::Ledger(Session *session, StationId station, QWidget *parent)
    : QScrollArea(parent), m_session(session), m_station(station) {
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
        if (f.check->station != m_station) continue;
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
        const bool on = m_anyChosen && sameSubject(f, m_chosen);
        m_cards[n]->show(p.model, p.evaluation.state, f, on);
        m_cards[n]->setVisible(true);
        ++n;
    }
    for (std::size_t k = n; k < m_cards.size(); ++k)
        m_cards[k]->setVisible(false);
    if (m_grows) {
        int h = 0;
        const int w = std::max(280, viewport()->width());
        for (std::size_t k = 0; k < n; ++k)
            h += std::max(m_cards[k]->heightForWidth(w), m_cards[k]->sizeHint().height());
        setFixedHeight(h + 4);
    }
}

void Ledger::growWithCards() {
    m_grows = true;
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
}

void Ledger::setChosen(const Finding *f) {
    m_anyChosen = f;
    if (f) m_chosen = *f;
    for (auto *c : m_cards)
        c->update();
}

} // namespace lw
