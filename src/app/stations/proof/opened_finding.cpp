#include "app/stations/proof/opened_finding.h"
#include "picture/theme.h"
#include "proof/doubt/doubt.h"
#include "proof/words/narrate.h"
#include "proof/words/working.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

QString mendText(const Mend &m, const QString &currency) { return text(mendWords(m, currency.toStdString())); }

namespace {
using Line = OpenedFinding::Line;
using Kind = Line::Kind;

class ShareBar : public QWidget {
public:
    ShareBar() { setFixedSize(150, 9); }
    void setShare(double s) {
        if (m_share == s) return;
        m_share = s;
        update();
    }

protected:
    void paintEvent(QPaintEvent *) override {
        QPainter(this).fillRect(QRectF(0, 0, std::max(2.0, width() * m_share), height()), theme().ink2);
    }

private:
    double m_share = 0;
};

QString adviceOf(const DoubtShare &largest) {
    const QString name = text(largest.input->name);
    if (largest.input->how.empty())
        return u"Most of the doubt is the %1, and no measuring cures that: take margin."_s.arg(name);
    if (largest.standing != Standing::Measured)
        return u"%1: %2 min, and most of the doubt goes."_s.arg(text(largest.input->how)).arg(largest.input->minutes);
    return u"Most of the doubt is the %1, already measured: take margin."_s.arg(name);
}

std::vector<Line> describe(const ProvedAxis &p, const Finding &f) {
    std::vector<Line> lines;
    const auto words = [&](const QString &t, Ink ink = Ink::Label, bool bold = false) {
        lines.push_back({Kind::Words, t, {}, {}, ink, bold});
    };
    if (!f.check->overridable && f.verdict == Verdict::Fails)
        words(u"No override: geometry, grip and gravity do not bend."_s, Ink::Value, true);
    if (!f.check->hazard.empty()) words(text(f.check->hazard), Ink::Value);
    if (const auto caution = dangerOf(p.model, p.evaluation.state, f); !caution.empty())
        words(text(caution), Ink::Value, true);

    const auto w = explain(p.model, p.evaluation.state, f);
    if (!w.steps.empty()) {
        lines.push_back({Kind::Gap});
        lines.push_back({Kind::Title, u"Working"_s, {}, text(w.sourceTitle)});
        for (const auto &s : w.steps) {
            lines.push_back({Kind::Rule});
            words(text(s.name));
            const QString result = s.symbol == "M" ? text(timesText(s.result))
                                                   : text(s.unit.empty() ? numberText(s.result, 4)
                                                                         : withUnit(s.result, s.dimension, s.unit, 4));
            lines.push_back(
                {Kind::Step, text(formulaText(s.symbol)) + u" = "_s + text(formulaText(s.formula)), {}, result});
            words(text(figuresText(s)) + u"  (SI)"_s);
        }
    }
    // Put in: each input once, how it is known, its share of the doubt.
    const auto shares = doubtShares(p.model, f);
    std::vector<const Term *> inputs;
    for (const auto &s : w.steps)
        for (const auto &t : s.terms)
            if (t.standing != Standing::Computed &&
                std::none_of(inputs.begin(), inputs.end(), [&](const Term *o) { return o->name == t.name; }))
                inputs.push_back(&t);
    if (inputs.empty() && shares.empty()) return lines;
    lines.push_back({Kind::Gap});
    lines.push_back({Kind::Rule});
    lines.push_back({Kind::Title, u"Put in"_s});
    for (const auto *t : inputs) {
        const bool assumed = t->standing == Standing::Assumed;
        lines.push_back({Kind::Input, text(t->name),
                         (assumed ? u"≈ "_s : QString()) +
                             text(t->unit.empty() ? numberText(t->si, 4) : withUnit(t->si, t->dimension, t->unit, 4)),
                         text(standingCode(t->standing)), Ink::Label, false, assumed});
    }
    if (!shares.empty()) {
        lines.push_back({Kind::Gap});
        lines.push_back({Kind::Title, u"Share of the doubt"_s});
        for (std::size_t k = 0; k < std::min<std::size_t>(shares.size(), 7) && shares[k].share >= 0.005; ++k)
            lines.push_back({Kind::Share,
                             text(shares[k].input->name),
                             {},
                             text(numberText(shares[k].share * 100, 2)) + u" %"_s,
                             Ink::Label,
                             false,
                             false,
                             shares[k].share});
        words(adviceOf(shares.front()), Ink::Value);
    } else if (f.rung && !f.missing) {
        words(u"Spread of these inputs not known: no whisker."_s);
    }
    for (const auto &a : w.assumptions)
        if (!a.ends_with(" assumed")) words(text(a), Ink::Faint);
    return lines;
}
} // namespace

OpenedFinding::OpenedFinding(Session *session, QWidget *parent) : QScrollArea(parent), m_session(session) {
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setObjectName(u"opened"_s);
    setAccessibleName(u"The opened finding and its working"_s);
    auto *body = new QWidget;
    m_layout = new QVBoxLayout(body);
    m_layout->setContentsMargins(16, 14, 20, 14);
    m_layout->setSpacing(6);
    auto *top = new QHBoxLayout;
    m_mark = new MarkWidget(body);
    m_sentence = makeLabel({}, 15, Ink::Value, true, true, body);
    m_sentence->setObjectName(u"openedSentence"_s);
    m_figure = makeLabel({}, 26, Ink::Value, true, false, body);
    m_figure->setObjectName(u"openedFigure"_s);
    top->addWidget(m_mark, 0, Qt::AlignTop);
    top->addWidget(m_sentence, 1);
    top->addWidget(m_figure, 0, Qt::AlignTop);
    m_layout->addLayout(top);
    m_reason = makeLabel({}, 13, Ink::Label, false, true, body);
    m_rung = new RungWidget(body);
    m_bounds = makeLabel({}, 13, Ink::Label, false, false, body);
    m_lever = makeLabel({}, 13, Ink::Touch, true, true, body);
    for (QWidget *w : std::initializer_list<QWidget *>{m_reason, m_rung, m_bounds, m_lever})
        m_layout->addWidget(w);
    for (int n = 0; n < int(m_mends.size()); ++n) {
        auto *b = makeLink({}, body, n == 0, true);
        b->hide();
        connect(b, &QPushButton::clicked, this, [this, n] { emit mendAsked(n); });
        m_layout->addWidget(b);
        m_mends[std::size_t(n)] = b;
    }
    m_layout->addStretch(1);
    setWidget(body);
}

void OpenedFinding::show(const ProvedAxis &p, const Finding &f) {
    m_mark->show(f.verdict);
    m_sentence->setText(text(sentenceOf(p.model, p.evaluation.state, f)));
    m_figure->setText(f.missing ? QString() : text(marginText(f)));
    const auto reason = text(reasonOf(p.model, p.evaluation.state, f));
    m_reason->setText(reason);
    m_reason->setVisible(!reason.isEmpty());
    const bool hasRung = f.rung && !f.missing;
    m_rung->setVisible(hasRung);
    m_bounds->setVisible(hasRung);
    if (hasRung) {
        m_rung->show(f);
        QString bounds = f.must > 0 ? text(timesText(f.must)) + u" must, "_s : QString();
        bounds += text(timesText(f.wanted)) + u" wanted"_s;
        if (f.low == f.low) bounds += u"; likely "_s + text(bandText(f));
        m_bounds->setText(bounds);
    }
    m_lever->setText(text(leverOf(p.model, f)));
    m_lever->setVisible(f.verdict != Verdict::Holds);
    setMends({});

    auto lines = describe(p, f);
    const bool sameShape = m_linesHost && lines.size() == m_lines.size() &&
                           std::equal(lines.begin(), lines.end(), m_lines.begin(),
                                      [](const Line &a, const Line &b) { return a.sameShape(b); });
    m_lines = std::move(lines);
    if (!sameShape) build();
    fill();
}

void OpenedFinding::build() {
    const int at = verticalScrollBar()->value();
    delete m_linesHost; // labels only: nothing in it can have been pressed
    m_made.clear();
    m_linesHost = new QWidget(widget());
    auto *v = new QVBoxLayout(m_linesHost);
    v->setContentsMargins(0, 0, 0, 0);
    v->setSpacing(6);
    for (const auto &line : m_lines)
        m_made.push_back(make(line));
    m_layout->insertWidget(m_layout->count() - 1, m_linesHost);
    m_linesHost->show();
    verticalScrollBar()->setValue(at);
}

OpenedFinding::Made OpenedFinding::make(const Line &line) {
    auto *v = static_cast<QVBoxLayout *>(m_linesHost->layout());
    Made made;
    auto *row = new QHBoxLayout;
    row->setSpacing(12);
    switch (line.kind) {
    case Kind::Words:
        made.left = makeLabel({}, 13, line.ink, line.bold, true, m_linesHost);
        row->addWidget(made.left, 1);
        break;
    case Kind::Rule: row->addWidget(makeRule(m_linesHost)); break;
    case Kind::Gap: row->addSpacing(1); break;
    case Kind::Title:
        made.left = makeLabel({}, 15, Ink::Value, true, false, m_linesHost);
        made.right = makeLabel({}, 13, Ink::Label, false, true, m_linesHost);
        made.right->setAlignment(Qt::AlignRight);
        row->addWidget(made.left);
        row->addWidget(made.right, 1);
        break;
    case Kind::Step:
        made.left = makeLabel({}, 15, Ink::Value, false, true, m_linesHost);
        made.left->setObjectName(u"formula"_s);
        made.right = makeLabel({}, 20, Ink::Value, true, false, m_linesHost);
        row->addWidget(made.left, 1);
        row->addWidget(made.right, 0, Qt::AlignBottom);
        break;
    case Kind::Input:
        made.left = makeLabel({}, 13, Ink::Label, false, true, m_linesHost);
        made.middle = new QLabel; // plain: a line under it would look like an entry
        made.middle->setFont(face(15, false, line.assumed));
        made.middle->setTextFormat(Qt::PlainText);
        setInk(made.middle, Ink::Value);
        made.middle->setFixedWidth(lettered(124));
        made.right = makeLabel({}, 13, Ink::Faint, false, false, m_linesHost);
        made.right->setFixedWidth(lettered(76));
        row->addWidget(made.left, 1);
        row->addWidget(made.middle);
        row->addWidget(made.right);
        break;
    case Kind::Share:
        made.left = makeLabel({}, 13, Ink::Label, false, false, m_linesHost);
        made.bar = new ShareBar;
        made.right = makeLabel({}, 13, Ink::Value, false, false, m_linesHost);
        made.right->setFixedWidth(lettered(44));
        made.right->setAlignment(Qt::AlignRight);
        row->addWidget(made.left, 1);
        row->addWidget(made.bar);
        row->addWidget(made.right);
        break;
    }
    v->addLayout(row);
    return made;
}

void OpenedFinding::fill() {
    for (std::size_t k = 0; k < m_lines.size(); ++k) {
        const auto &line = m_lines[k];
        const auto &made = m_made[k];
        if (made.left) made.left->setText(line.left);
        if (made.middle) made.middle->setText(line.middle);
        if (made.right) made.right->setText(line.right);
        if (made.bar) static_cast<ShareBar *>(made.bar)->setShare(line.share);
    }
}

void OpenedFinding::setMends(const std::vector<Mend> &mends) {
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    for (std::size_t n = 0; n < m_mends.size(); ++n) {
        auto *b = m_mends[n];
        const bool used = n < mends.size();
        b->setObjectName(used ? u"mend%1"_s.arg(n) : QString());
        if (used) {
            b->setText((n == 0 ? u"Fix: "_s : u"or "_s) + mendText(mends[n], currency));
            b->setToolTip(mendText(mends[n], currency));
            b->updateGeometry();
        }
        b->setVisible(used);
    }
    if (!mends.empty()) m_lever->hide();
}

QString OpenedFinding::words() const {
    QStringList out;
    for (const auto *l : widget()->findChildren<QLabel *>())
        if (!l->isHidden()) out << l->text();
    return out.join(u'\n');
}

} // namespace lw
