#include "app/stations/proof/proof_page.h"
#include "app/stations/proof/mend_all_dialog.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

MarginLadder::MarginLadder(QWidget *parent) : QAbstractScrollArea(parent) {
    setProperty("ownKeys", true);
    setFocusPolicy(Qt::StrongFocus);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    verticalScrollBar()->setSingleStep(rowHeight);
    setObjectName(u"ladder"_s);
    setAccessibleName(u"Margin ladder, worst first"_s);
}

void MarginLadder::refresh(const ProvedAxis &p, int current) {
    m_rows.clear();
    QString words;
    for (const auto &f : p.evaluation.findings) {
        m_rows.push_back({f, text(titleOf(p.model, f)), f.rung ? text(figuresOf(f)) : QString(),
                          f.missing ? u"?"_s : text(marginText(f))});
        words += rowText(int(m_rows.size()) - 1) + u"\n"_s;
    }
    m_current = current;
    setAccessibleDescription(words);
    verticalScrollBar()->setRange(0, std::max(0, int(m_rows.size()) * rowHeight + 22 - viewport()->height()));
    verticalScrollBar()->setPageStep(viewport()->height());
    viewport()->update();
}

QString MarginLadder::rowText(int row) const {
    if (row < 0 || row >= rows()) return {};
    const auto &r = m_rows[std::size_t(row)];
    return u"%1 %2, %3, %4"_s.arg(text(verdictWord(r.f.verdict)), r.title, r.figures, r.margin);
}

void MarginLadder::setCurrent(int row) {
    m_current = row;
    const int top = row * rowHeight;
    auto *bar = verticalScrollBar();
    if (top < bar->value()) bar->setValue(top);
    if (top + rowHeight + 22 > bar->value() + viewport()->height())
        bar->setValue(top + rowHeight + 22 - viewport()->height());
    viewport()->update();
}

void MarginLadder::resizeEvent(QResizeEvent *) {
    verticalScrollBar()->setRange(0, std::max(0, int(m_rows.size()) * rowHeight + 22 - viewport()->height()));
}

void MarginLadder::paintEvent(QPaintEvent *) {
    QPainter p(viewport());
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const double W = viewport()->width(), H = viewport()->height();
    p.fillRect(viewport()->rect(), t.sheet);
    // narrow: names need the room more than bars do
    const bool narrow = W < 520;
    const double rungLeft = W * (narrow ? 0.64 : 0.58), rungWidth = W * (narrow ? 0.22 : 0.31);
    const int offset = verticalScrollBar()->value();
    for (std::size_t k = 0; k < m_rows.size(); ++k) {
        const double y = 22 + double(k) * rowHeight - offset;
        if (y + rowHeight < 22 || y > H) continue;
        const auto &r = m_rows[k];
        const bool on = int(k) == m_current;
        const double mid = y + rowHeight / 2.0;
        if (on) {
            p.fillRect(QRectF(0, y, W, rowHeight), t.touchWash);
            p.setPen(QPen(t.touch, hasFocus() ? 2.4 : 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(1, y + 0.5, W - 3, rowHeight - 1));
        }
        paintPin(p, {8, mid}, r.f.verdict);
        p.setFont(face(15, on));
        p.setPen(t.ink);
        const double figW = QFontMetricsF(face(13)).horizontalAdvance(r.figures);
        p.drawText(QRectF(44, y, rungLeft - 60 - figW, rowHeight), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetrics(p.font()).elidedText(r.title, Qt::ElideRight, int(rungLeft - 64 - figW)));
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(QRectF(0, y, rungLeft - 12, rowHeight), Qt::AlignRight | Qt::AlignVCenter, r.figures);
        if (r.f.rung && !r.f.missing) paintRung(p, QRectF(rungLeft, y + 3, rungWidth, rowHeight - 6), r.f, false);
        p.setFont(face(15, true));
        p.setPen(t.ink);
        const double marginWidth = r.f.rung ? std::max(56.0, W * 0.11) : W * 0.26;
        p.drawText(QRectF(W - marginWidth, y, marginWidth - 6, rowHeight), Qt::AlignRight | Qt::AlignVCenter, r.margin);
    }
    // shared rails
    p.fillRect(QRectF(0, 0, W, 22), t.sheet);
    p.setFont(face(13));
    p.setPen(t.ink2);
    for (const auto &[q, word] : {std::pair{0.34, u"must"_s}, std::pair{0.62, u"wanted"_s}}) {
        const double x = rungLeft + rungWidth * q;
        p.setPen(t.ink2);
        const bool first = q < 0.5; // each leans away from the other
        p.drawText(QRectF(first ? x - 84 : x - 6, 0, 90, 17),
                   (first ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter, word);
        p.setPen(QPen(t.ink, 1.6));
        p.drawLine(QPointF(x, 19), QPointF(x, H));
    }
}

void MarginLadder::mousePressEvent(QMouseEvent *e) {
    setFocus();
    const int row = (int(e->position().y()) - 22 + verticalScrollBar()->value()) / rowHeight;
    if (e->position().y() > 22 && row >= 0 && row < rows()) emit chosen(row);
}
void MarginLadder::keyPressEvent(QKeyEvent *e) {
    int row = m_current;
    if (e->key() == Qt::Key_Down)
        ++row;
    else if (e->key() == Qt::Key_Up)
        --row;
    else if (e->key() == Qt::Key_PageDown)
        row += 8;
    else if (e->key() == Qt::Key_PageUp)
        row -= 8;
    else
        return e->ignore();
    emit chosen(std::clamp(row, 0, std::max(0, rows() - 1)));
}

ProofPage::ProofPage(Session *session, QWidget *parent) : StationPage(session, StationId::Proof, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(14, 10, 0, 4);
    h->setSpacing(10);
    auto *left = new QVBoxLayout;
    left->setSpacing(4);
    left->addWidget(makeHeadline());
    m_chart = new TorqueChart(this);
    left->addWidget(m_chart, 5);
    left->addWidget(makeRule(this));
    m_ladder = new MarginLadder(this);
    left->addWidget(m_ladder, 4);
    m_all = new MendAllDialog(session, this);
    connect(m_all, &MendAllDialog::took, this, &ProofPage::mendApplied);
    m_allLink = makeLink(u"All that fails, at once … (Shift+M)"_s, this);
    m_allLink->setObjectName(u"mendAll"_s);
    connect(m_allLink, &QPushButton::clicked, this, [this] { m_all->open(proved()); });
    auto *links = new QHBoxLayout;
    links->setSpacing(18);
    links->addWidget(m_allLink);
    m_curveLink = makeLink({}, this);
    m_curveLink->setObjectName(u"ownCurve"_s);
    connect(m_curveLink, &QPushButton::clicked, this, &ProofPage::ownCurve);
    links->addWidget(m_curveLink);
    links->addStretch(1);
    left->addLayout(links);
    connect(m_chart, &TorqueChart::curveDragged, this, [this](const QString &curve, int pull) {
        m_session->apply({{{motorPlace() + "curve", curve.toStdString()}},
                          u"point of the torque curve"_s,
                          u"curve %1 %2"_s.arg(text(m_axis)).arg(pull)});
    });
    h->addLayout(left, 1);
    m_opened = new OpenedFinding(session, this);
    m_opened->setFixedWidth(lettered(460));
    h->addWidget(m_opened);
    connect(m_ladder, &MarginLadder::chosen, this, [this](int row) {
        const auto &f = proved().evaluation.findings;
        if (row >= 0 && row < int(f.size())) choose(f[std::size_t(row)]);
    });
    connect(m_chart, &TorqueChart::chosen, this, &ProofPage::choose);
    connect(m_opened, &OpenedFinding::mendAsked, this, [this](int index) {
        if (index >= 0 && index < int(m_mends.size())) emit mendApplied(m_mends[std::size_t(index)]);
    });
}

void ProofPage::choose(const Finding &f) {
    m_chosen = f;
    m_has = true;
    refresh();
}

const Finding *ProofPage::current() const {
    for (const auto &f : m_session->proved(m_axis).evaluation.findings)
        if (m_has && sameSubject(f, m_chosen)) return &f;
    return nullptr;
}

void ProofPage::update(const ProvedAxis &p) {
    setHeadline(stationVerdict(StationId::Proof, p.model, p.evaluation),
                text(headline(StationId::Proof, p.model, p.evaluation)));
    m_allLink->setVisible(std::any_of(p.evaluation.findings.begin(), p.evaluation.findings.end(),
                                      [](const Finding &g) { return g.verdict == Verdict::Fails; }));
    const bool own = p.model.hasMotor() && !p.model.servo() && p.model.stepper().curve;
    m_curveLink->setVisible(p.model.hasMotor() && !p.model.servo() && (own || p.evaluation.state.motorKnown));
    m_curveLink->setText(own ? u"Back to the plate's curve (K)"_s : u"Pull the curve to a sheet's (K)"_s);
    const Finding *f = current();
    if (!f) { // open the weakest torque row to begin with, else the worst of all
        for (const auto &g : p.evaluation.findings)
            if (!f && g.check->torqueRow) f = &g;
        if (!f && !p.evaluation.findings.empty()) f = &p.evaluation.findings.front();
        if (f) {
            m_chosen = *f;
            m_has = true;
        }
    }
    int row = 0;
    for (std::size_t k = 0; k < p.evaluation.findings.size(); ++k)
        if (f == &p.evaluation.findings[k]) row = int(k);
    m_chart->refresh(p, f);
    m_ladder->refresh(p, row);
    m_ladder->setCurrent(row);
    m_mends.clear();
    if (f) {
        m_opened->show(p, *f);
        emit quietWanted();
    }
}

std::string ProofPage::motorPlace() const {
    const auto &m = proved().model;
    return "/axes/" + m.id + "/designs/" + m.designId + "/motor/";
}
void ProofPage::ownCurve() {
    const auto &p = proved();
    const auto place = motorPlace();
    if (!p.model.hasMotor() || p.model.servo()) return;
    if (p.model.stepper().curve)
        return m_session->apply(
            {{{place + "curve", nullptr}, {place + "curve_V", nullptr}}, u"the plate's torque curve"_s});
    if (!p.evaluation.state.motorKnown) return;
    // the plate's curve as it is worked out now, as points to be pulled
    std::vector<std::pair<double, double>> points;
    for (const double rpm : {0.0, 150.0, 300.0, 500.0, 750.0, 1000.0, 1400.0, 2000.0}) {
        const double torque = torquesAt(p.evaluation.state.motor, rpm).peak;
        if (rpm > 0 && torque < 0.01 * points.front().second) break;
        points.emplace_back(rpm, torque);
    }
    if (points.size() < 2) return;
    m_session->apply(
        {{{place + "curve", curveText(points)},
          {place + "curve_V", {{"typed", numberText(p.model.supply.voltage.v, 4) + "V"}, {"standing", "stated"}}}},
         u"torque curve of my own"_s});
}

void ProofPage::showMends(const Finding &f, const std::vector<Mend> &mends) {
    const auto *now = current();
    if (!now || !sameSubject(*now, f)) return; // a late answer
    m_mends = mends;
    m_opened->setMends(mends);
}

QString ProofPage::copyText() const { return m_opened->words(); }

bool ProofPage::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_M && e->modifiers() & Qt::ShiftModifier) {
        m_all->open(proved());
        return true;
    }
    if (e->key() == Qt::Key_M && !m_mends.empty()) {
        emit mendApplied(m_mends.front());
        return true;
    }
    if (e->key() == Qt::Key_K) {
        ownCurve();
        return true;
    }
    if (e->key() == Qt::Key_W) {
        m_opened->setFocus();
        m_opened->verticalScrollBar()->setValue(m_opened->verticalScrollBar()->value() > 0 ? 0 : 150);
        return true;
    }
    if (e->key() == Qt::Key_Up || e->key() == Qt::Key_Down) {
        m_ladder->setFocus();
        QCoreApplication::sendEvent(m_ladder, e);
        return true;
    }
    return false;
}

void ProofPage::whenQuiet() {
    const auto *f = current();
    if (!f || f->verdict == Verdict::Holds) return;
    const Finding copy = *f;
    showMends(copy, findMends(m_session->project(), proved().model, copy));
}

} // namespace lw
