#include "app/stations/drive/size_chart.h"
#include "app/widgets.h"
#include "picture/marks.h"
#include "picture/ticks.h"
#include "proof/words/narrate.h"
#include <cmath>
#include <utility>

namespace lw {
using namespace Qt::StringLiterals;
using Cloud = SizeCloud;

SizeChart::SizeChart(QWidget *parent) : QWidget(parent) {
    setObjectName(u"sizeChart"_s);
    setAccessibleName(u"Worst margin of every design tried, over its price"_s);
    setMinimumHeight(140);
    setMouseTracking(true);
    setToolTip(u"Pull the price line, or from the scale below, to set what it may cost at most; out to the right: no "
               "limit."_s);
}
void SizeChart::refresh(std::shared_ptr<const SizeResult> result, double budget, double must, double wanted,
                        const QString &currency, int chosen) {
    m_result = std::move(result);
    m_budget = budget;
    m_must = must;
    m_wanted = wanted;
    m_currency = currency;
    m_chosen = chosen;
    QString words;
    if (m_result)
        for (const auto &f : m_result->front)
            words += u"%1 %2: %3\n"_s.arg(text(numberText(f.price, 4)), currency, text(timesText(f.margin)));
    setAccessibleDescription(words);
    update();
}
QRectF SizeChart::plot() const { return QRectF(rect()).adjusted(44, 24, -12, -24); }
double SizeChart::xOf(double price) const {
    return plot().left() + price / (m_result ? m_result->cloud.dearest : 1) * plot().width();
}
double SizeChart::yOf(double margin) const {
    return plot().bottom() - m_result->cloud.shareOf(margin) * plot().height();
}

void SizeChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    const QRectF area = plot();
    p.fillRect(rect(), t.sheet);
    p.setFont(face(13));
    p.setPen(t.ink2);
    p.drawText(QRectF(0, 0, width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
               u"Worst margin of every design tried (log scale), over its price"_s);
    for (const double m : {0.5, 1.0, 2.0, 5.0, 10.0}) {
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(area.left(), yOf(m)), QPointF(area.right(), yOf(m)));
        p.setPen(t.ink2);
        p.drawText(QRectF(0, yOf(m) - 9, area.left() - 6, 18), Qt::AlignRight | Qt::AlignVCenter, text(timesText(m)));
    }
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(area.topLeft(), area.bottomLeft());
    p.drawLine(area.bottomLeft(), area.bottomRight());
    if (!m_result) return;
    // inside the limits and strong enough: where a design may lie
    const double right = std::isfinite(m_budget) ? std::min(xOf(m_budget), area.right()) : area.right();
    p.fillRect(QRectF(QPointF(area.left(), area.top()), QPointF(right, yOf(m_must))), t.holdsWash);
    // the cloud, by places: the fuller the darker
    const double w = area.width() / Cloud::across, h = area.height() / Cloud::up;
    for (int row = 0; row < Cloud::up; ++row)
        for (int column = 0; column < Cloud::across; ++column) {
            const auto k = std::size_t(row) * Cloud::across + std::size_t(column);
            const auto in = m_result->cloud.inside[k], out = m_result->cloud.outside[k];
            if (!in && !out) continue;
            QColor c = in ? t.ink : t.ink3;
            c.setAlphaF(float(std::min(0.9, (in ? 0.30 : 0.14) + 0.07 * std::log10(double(in ? in : out)))));
            const double dot = std::min({w, h, 2.4});
            p.fillRect(
                QRectF(area.left() + (column + 0.5) * w - dot / 2, area.bottom() - (row + 0.5) * h - dot / 2, dot, dot),
                c);
        }
    p.setFont(face(13));
    for (const double price : ticksBetween(0, m_result->cloud.dearest, roundStep(m_result->cloud.dearest, 8), 20)) {
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(xOf(price), area.bottom()), QPointF(xOf(price), area.bottom() + 4));
        p.setPen(t.ink2);
        p.drawText(QRectF(xOf(price) - 40, area.bottom() + 5, 80, 18), Qt::AlignHCenter | Qt::AlignTop,
                   price == 0 ? m_currency : text(numberText(price, 5)));
    }
    for (const auto &[margin, word] : {std::pair{m_wanted, u"wanted "_s}, std::pair{m_must, u"must "_s}})
        paintMarginRail(p, area, yOf(margin), word + text(timesText(margin)), margin == m_wanted);
    if (std::isfinite(m_budget) && xOf(m_budget) < area.right()) {
        QPen dash(t.ink, 1.4);
        dash.setDashPattern({6, 4});
        p.setPen(dash);
        p.drawLine(QPointF(xOf(m_budget), area.top()), QPointF(xOf(m_budget), area.bottom()));
        p.setFont(face(13));
        p.setPen(t.ink);
        p.drawText(QPointF(xOf(m_budget) + 6, area.top() + 12),
                   text(numberText(m_budget, 4)) + u" "_s + m_currency + u" at most"_s);
    }
    p.setRenderHint(QPainter::Antialiasing);
    QPolygonF front;
    for (const auto &f : m_result->front) {
        if (!front.isEmpty()) front << QPointF(xOf(f.price), front.back().y());
        front << QPointF(xOf(f.price), yOf(f.margin));
    }
    if (!front.isEmpty()) {
        front << QPointF(std::max(front.back().x(), right), front.back().y());
        p.setPen(QPen(t.ink, 2));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(front);
    }
    for (int k = 0; k < int(m_result->proposals.size()); ++k) {
        const auto &f = m_result->proposals[std::size_t(k)];
        const QPointF at(xOf(f.price), yOf(f.margin));
        p.setPen(QPen(t.touch, 1.8));
        p.setBrush(k == m_chosen ? t.touch : t.sheet);
        p.drawEllipse(at, 11, 11);
        p.setFont(face(13, true));
        p.setPen(k == m_chosen ? t.onInk : t.touch);
        p.drawText(QRectF(at - QPointF(11, 11), QSizeF(22, 22)), Qt::AlignCenter, QChar(u'A' + k));
    }
}

double SizeChart::priceAt(double x) const {
    const double price = (x - plot().left()) / plot().width() * (m_result ? m_result->cloud.dearest : 1);
    return price > (m_result ? m_result->cloud.dearest : 1) * 0.995 ? notKnown
                                                                    : std::max(5.0, std::round(price / 5) * 5);
}
/// On the line there is, or on the scale, from which one is pulled up.
bool SizeChart::onPriceLine(QPointF p) const {
    return (std::isfinite(m_budget) && std::fabs(p.x() - xOf(m_budget)) < 6) || p.y() > plot().bottom() + 2;
}
void SizeChart::mouseMoveEvent(QMouseEvent *e) {
    if (!m_result) return;
    if (!m_pulling) return setCursor(onPriceLine(e->position()) ? Qt::SizeHorCursor : Qt::ArrowCursor);
    m_budget = priceAt(e->position().x());
    update();
}
void SizeChart::mouseReleaseEvent(QMouseEvent *e) {
    if (!std::exchange(m_pulling, false)) return;
    emit budgetDragged(priceAt(e->position().x()));
}
void SizeChart::mousePressEvent(QMouseEvent *e) {
    if (!m_result) return;
    if (onPriceLine(e->position())) {
        m_pulling = true;
        return;
    }
    const auto far = [&](const Sized &f) {
        return std::hypot(xOf(f.price) - e->position().x(), yOf(f.margin) - e->position().y());
    };
    for (int k = 0; k < int(m_result->proposals.size()); ++k)
        if (far(m_result->proposals[std::size_t(k)]) < 13) return emit proposalPicked(k);
    int best = -1;
    for (int k = 0; k < int(m_result->front.size()); ++k)
        if (best < 0 || far(m_result->front[std::size_t(k)]) < far(m_result->front[std::size_t(best)])) best = k;
    if (best >= 0) emit frontPicked(best);
}

} // namespace lw
