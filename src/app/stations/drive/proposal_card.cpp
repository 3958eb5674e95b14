#include "app/stations/drive/proposal_card.h"
#include "app/widgets.h"
#include "picture/marks.h"
#include "picture/power_path.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QString chanceText(const Proposal &p) {
    if (!(p.chance == p.chance)) return {};
    // never "100": none of the draws failing says no more than that few do
    return u"%1 of 100"_s.arg(text(numberText(std::floor(p.chance * 100 - 1e-9), 3)));
}
std::vector<std::pair<QString, QString>> linesOf(const Proposal &p) {
    const auto length = [](double v, const char *unit) {
        return v == v ? text(shownNumber(v, Dimension::Length, unit, 3)) : u"not known"_s;
    };
    return {
        {u"Reaches, "_s + text(unitLabel(shownUnit("mm/min"))),
         p.reaches == p.reaches ? text(shownNumber(p.reaches, Dimension::Speed, "mm/min", 4)) : u"–"_s},
        {u"Full step, "_s + text(unitLabel(shownUnit("um"))), length(p.fullStep, "um")},
        {u"Lost motion, "_s + text(unitLabel(shownUnit("mm"))), length(p.lostMotion, "mm")},
        {u"Holds, power off"_s, p.stays > 0    ? u"yes"_s
                                : p.stays == 0 ? u"no"_s
                                               : u"unsure"_s},
        {u"Holds in draws"_s, chanceText(p)},
        {u"Waits for"_s, text(p.waitsFor) + u", %1 days"_s.arg(text(numberText(p.leadDays, 3)))},
    };
}
} // namespace

ProposalCard::ProposalCard(int index, QWidget *parent) : QWidget(parent), m_index(index) {
    setObjectName(u"proposal%1"_s.arg(index));
    setMinimumHeight(262);
    setMaximumHeight(380);
    setMinimumWidth(190);
    setCursor(Qt::PointingHandCursor);
}

void ProposalCard::refresh(const Proposal *proposal, bool chosen, const QString &currency, bool closest) {
    m_has = proposal != nullptr;
    m_chosen = chosen;
    m_closest = closest;
    m_currency = currency;
    setVisible(m_has);
    if (!m_has) return;
    m_proposal = *proposal;
    m_drawing = {};
    m_says = u"%1: %2, %3 %4"_s.arg(text(m_proposal.name), text(timesText(m_proposal.margin)),
                                    text(numberText(m_proposal.price, 4)), currency);
    for (const auto &[name, value] : linesOf(m_proposal))
        m_says += u", "_s + name + u" "_s + value;
    if (!m_proposal.notKnownRows.empty()) {
        QStringList rows;
        for (const auto &r : m_proposal.notKnownRows)
            rows << text(r);
        m_says += u". Not known: "_s + rows.join(u", "_s);
    }
    for (const auto &f : m_proposal.failing)
        m_says += u". "_s + text(f);
    setAccessibleName(m_says);
    QString parts;
    for (const auto &[kind, name] : m_proposal.parts)
        parts += text(name) + u"\n"_s;
    setToolTip(parts + m_says);
    update();
}

void ProposalCard::paintEvent(QPaintEvent *) {
    if (!m_has) return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    p.fillRect(rect(), m_chosen ? t.touchWash : t.sheet);
    p.setPen(QPen(m_chosen ? t.touch : t.rule2, m_chosen ? 2.4 : 1.2));
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(rect()).adjusted(1.2, 1.2, -1.2, -1.2));
    // its letter and name
    p.setPen(QPen(t.touch, 1.8));
    p.setBrush(m_chosen ? t.touch : t.sheet);
    p.drawEllipse(QPointF(23, 20), 11, 11);
    p.setFont(face(13, true));
    p.setPen(m_chosen ? t.onInk : t.touch);
    p.drawText(QRectF(12, 9, 22, 22), Qt::AlignCenter, QChar(u'A' + m_index));
    p.setFont(face(15, true));
    p.setPen(t.ink);
    p.drawText(QRectF(42, 8, width() - 50, 24), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetrics(p.font()).elidedText(text(m_proposal.name), Qt::ElideRight, width() - 50));
    // what can be said below leaves the drawing its room
    const auto lines = linesOf(m_proposal);
    const double below = 34 + double(lines.size()) * 20 + 44;
    const QRectF drawing(10, 36, width() - 20, std::max(40.0, height() - 36 - below));
    if (m_proposal.model) {
        const QSize size = drawing.size().toSize();
        if (m_drawing.deviceIndependentSize().toSize() != size) { // drawn once: hundreds of lines
            const double scale = devicePixelRatioF();
            m_drawing = QPixmap(size * scale);
            m_drawing.setDevicePixelRatio(scale);
            m_drawing.fill(Qt::transparent);
            QPainter q(&m_drawing);
            const auto e = evaluate(*m_proposal.model);
            paintChainPlain(q, QRectF(QPointF(0, 0), drawing.size()), *m_proposal.model, e.state);
        }
        p.drawPixmap(drawing.topLeft(), m_drawing);
    }
    double y = drawing.bottom() + 4;
    paintPin(p, {12, y + 13}, m_closest ? Verdict::Fails : m_proposal.verdict);
    p.setFont(face(18, true));
    p.setPen(t.ink);
    const QString margin = text(timesText(m_proposal.margin));
    p.drawText(QRectF(44, y, 90, 26), Qt::AlignLeft | Qt::AlignVCenter, margin);
    const double after = 50 + QFontMetricsF(p.font()).horizontalAdvance(margin);
    const QString price = text(numberText(m_proposal.price, 4)) + u"\u00a0"_s + m_currency;
    const double priceWidth = QFontMetricsF(p.font()).horizontalAdvance(price);
    p.drawText(QRectF(0, y, width() - 12, 26), Qt::AlignRight | Qt::AlignVCenter, price);
    p.setFont(face(13));
    p.setPen(t.ink2);
    const double room = width() - 18 - priceWidth - after;
    if (room > 44)
        p.drawText(QRectF(after, y + 2, room, 24), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetrics(p.font()).elidedText(text(m_proposal.at).toLower(), Qt::ElideRight, int(room)));
    y += 30;
    for (const auto &[name, value] : lines) {
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(12, y), QPointF(width() - 12, y));
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(QRectF(12, y, width() - 24, 20), Qt::AlignLeft | Qt::AlignVCenter, name);
        p.setFont(face(13, true));
        p.setPen(t.ink);
        const double left = 16 + QFontMetricsF(face(13)).horizontalAdvance(name);
        p.drawText(QRectF(left, y, width() - 12 - left, 20), Qt::AlignRight | Qt::AlignVCenter,
                   QFontMetrics(p.font()).elidedText(value, Qt::ElideRight, int(width() - 12 - left)));
        y += 20;
    }
    const auto take = takeArea();
    p.setPen(QPen(t.touch, 1.4));
    p.setBrush(m_chosen ? QBrush(t.touch) : QBrush(Qt::NoBrush));
    p.drawRect(take);
    p.setFont(face(15, true));
    p.setPen(m_chosen ? t.onInk : t.touch);
    p.drawText(take, Qt::AlignCenter, m_chosen ? u"Take it (Enter)"_s : u"Take it"_s);
}

void ProposalCard::mousePressEvent(QMouseEvent *e) {
    if (takeArea().contains(e->position())) return emit taken(m_index);
    emit picked(m_index);
}

} // namespace lw
