#include "app/stations/drive/size_chart.h"
#include "app/widgets.h"
#include "picture/marks.h"
#include "picture/ticks.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <cmath>
#include <utility>

namespace lw {
using namespace Qt::StringLiterals;
using Cloud = SizeCloud;

SizeChart::SizeChart(QWidget *parent) : QWidget(parent) {
    setObjectName(u"sizeChart"_s);
    setMinimumHeight(140);
    setMouseTracking(true);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setToolTip(u"Drag over dots to keep that range; click to pick. Pull the price line, or from the scale below, to "
               "set what it may cost at most; out to the right: no limit."_s);
    refresh({});
}
void SizeChart::refresh(Shown shown) {
    m_shown = std::move(shown);
    const auto &spec = figureSpec(m_shown.figure);
    setAccessibleName(text(spec.name) + u" of the designs, over their price"_s);
    QString words;
    for (const auto &f : m_shown.front)
        words += u"%1 %2: %3\n"_s.arg(text(numberText(f.price, 4)), m_shown.currency, valueWords(f.value));
    setAccessibleDescription(words);
    scale();
    update();
}
const SizeCloud &SizeChart::cloud() const {
    static const SizeCloud none;
    if (!m_shown.result) return none;
    return m_shown.figure == SizeFigure::Margin ? m_shown.result->cloud
                                                : m_shown.result->by[std::size_t(m_shown.figure)].cloud;
}
QString SizeChart::valueWords(double value) const {
    if (m_shown.figure == SizeFigure::Margin) return text(timesText(value));
    const auto &spec = figureSpec(m_shown.figure);
    return text(withUnit(value, spec.dimension, spec.unit));
}
/// The whole scale for the margin, which is the same for every machine; else as much of it as there are dots.
void SizeChart::scale() {
    const auto &c = cloud();
    m_least = c.least;
    m_most = c.most;
    if (m_shown.figure == SizeFigure::Margin) return;
    int low = Cloud::up, high = -1;
    for (int row = 0; row < Cloud::up; ++row)
        for (int column = 0; column < Cloud::across; ++column)
            if (c.inside[std::size_t(row) * Cloud::across + std::size_t(column)]) {
                low = std::min(low, row);
                high = std::max(high, row);
            }
    if (high < 0) return;
    const auto at = [&](int row) { return c.least * std::pow(c.most / c.least, double(row) / Cloud::up); };
    m_least = at(low - 3);
    m_most = at(high + 4);
    if (m_shown.asked > 0) { // what is asked stays in sight
        m_least = std::min(m_least, m_shown.asked / 1.2);
        m_most = std::max(m_most, m_shown.asked * 1.2);
    }
}
QRectF SizeChart::plot() const {
    return QRectF(rect()).adjusted(m_shown.figure == SizeFigure::Margin ? 44 : 62, 10, -12, -24);
}
double SizeChart::xOf(double price) const { return plot().left() + price / cloud().dearest * plot().width(); }
double SizeChart::yOf(double value) const {
    const double share = std::log(std::clamp(value, m_least, m_most) / m_least) / std::log(m_most / m_least);
    return plot().bottom() - share * plot().height();
}
double SizeChart::valueAt(double y) const {
    return m_least * std::pow(m_most / m_least, (plot().bottom() - y) / plot().height());
}

void SizeChart::paintScale(QPainter &p) const {
    const auto &t = theme();
    const QRectF area = plot();
    const auto &spec = figureSpec(m_shown.figure);
    p.setFont(face(13));
    // 1, 2, 5 and their tens, as far apart as letters are high
    const double unit = m_shown.figure == SizeFigure::Margin
                            ? 1
                            : shownScale(spec.dimension, spec.unit) / unitInSi(spec.unit, spec.dimension).value_or(1);
    double last = 1e9;
    for (int tens = int(std::floor(std::log10(m_least * unit))); std::pow(10.0, tens) <= m_most * unit; ++tens)
        for (const double k : {1.0, 2.0, 5.0}) {
            const double value = k * std::pow(10.0, tens) / unit;
            if (value < m_least || value > m_most || yOf(value) > last - 18) continue;
            last = yOf(value);
            p.setPen(QPen(t.rule, 1));
            p.drawLine(QPointF(area.left(), yOf(value)), QPointF(area.right(), yOf(value)));
            p.setPen(t.ink2);
            p.drawText(QRectF(0, yOf(value) - 9, area.left() - 6, 18), Qt::AlignRight | Qt::AlignVCenter,
                       m_shown.figure == SizeFigure::Margin ? text(timesText(value))
                                                            : text(numberText(value * unit, 3)));
        }
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(area.topLeft(), area.bottomLeft());
    p.drawLine(area.bottomLeft(), area.bottomRight());
    if (!m_shown.result) return;
    p.setFont(face(13));
    for (const double price : ticksBetween(0, cloud().dearest, roundStep(cloud().dearest, 8), 20)) {
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(xOf(price), area.bottom()), QPointF(xOf(price), area.bottom() + 4));
        p.setPen(t.ink2);
        p.drawText(QRectF(xOf(price) - 40, area.bottom() + 5, 80, 18), Qt::AlignHCenter | Qt::AlignTop,
                   price == 0 ? m_shown.currency : text(numberText(price, 5)));
    }
}
/// By places: the fuller the darker.
void SizeChart::paintCloud(QPainter &p, double right) const {
    const auto &t = theme();
    const QRectF area = plot();
    const auto &c = cloud();
    if (m_shown.figure == SizeFigure::Margin) // inside the limits and strong enough: where a design may lie
        p.fillRect(QRectF(QPointF(area.left(), area.top()), QPointF(right, yOf(m_shown.must))), t.holdsWash);
    const double w = area.width() / Cloud::across,
                 h = area.height() * std::log(c.most / c.least) / std::log(m_most / m_least) / Cloud::up;
    for (int row = 0; row < Cloud::up; ++row) {
        const double value = c.least * std::pow(c.most / c.least, (row + 0.5) / Cloud::up);
        if (value < m_least || value > m_most) continue;
        for (int column = 0; column < Cloud::across; ++column) {
            const auto k = std::size_t(row) * Cloud::across + std::size_t(column);
            const auto in = c.inside[k], out = c.outside[k];
            if (!in && !out) continue;
            QColor colour = in ? t.ink : t.ink3;
            colour.setAlphaF(float(std::min(0.9, (in ? 0.30 : 0.14) + 0.07 * std::log10(double(in ? in : out)))));
            const double dot = std::min({w, h, 2.4});
            p.fillRect(QRectF(area.left() + (column + 0.5) * w - dot / 2, yOf(value) - dot / 2, dot, dot), colour);
        }
    }
}
void SizeChart::paintRails(QPainter &p) const {
    const auto &t = theme();
    const QRectF area = plot();
    if (m_shown.figure == SizeFigure::Margin)
        for (const auto &[margin, word] :
             {std::pair{m_shown.wanted, u"wanted "_s}, std::pair{m_shown.must, u"must "_s}})
            paintMarginRail(p, area, yOf(margin), word + text(timesText(margin)), margin == m_shown.wanted);
    else if (m_shown.asked > 0)
        paintMarginRail(p, area, yOf(m_shown.asked), u"asked "_s + valueWords(m_shown.asked), true);
    if (!std::isfinite(m_shown.budget) || xOf(m_shown.budget) >= area.right()) return;
    QPen dash(t.ink, 1.4);
    dash.setDashPattern({6, 4});
    p.setPen(dash);
    p.drawLine(QPointF(xOf(m_shown.budget), area.top()), QPointF(xOf(m_shown.budget), area.bottom()));
    p.setFont(face(13));
    p.setPen(t.ink);
    p.drawText(QPointF(xOf(m_shown.budget) + 6, area.top() + 12),
               text(numberText(m_shown.budget, 4)) + u" "_s + m_shown.currency + u" at most"_s);
}
void SizeChart::paintFront(QPainter &p, double right) const {
    const auto &t = theme();
    QPolygonF front;
    for (const auto &f : m_shown.front) {
        if (!front.isEmpty()) front << QPointF(xOf(f.price), front.back().y());
        front << QPointF(xOf(f.price), yOf(f.value));
    }
    if (!front.isEmpty()) {
        front << QPointF(std::max(front.back().x(), right), front.back().y());
        p.setPen(QPen(t.ink, 2));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(front);
    }
    if (m_shown.picked) {
        p.setPen(QPen(t.touch, 2));
        p.setBrush(t.sheet);
        p.drawEllipse(QPointF(xOf(m_shown.picked->price), yOf(m_shown.picked->value)), 5, 5);
    }
    for (int k = 0; k < int(m_shown.marked.size()); ++k) {
        const auto &f = m_shown.marked[std::size_t(k)];
        const QPointF at(xOf(f.price), yOf(f.value));
        p.setPen(QPen(t.touch, 1.8));
        p.setBrush(k == m_shown.chosen ? t.touch : t.sheet);
        p.drawEllipse(at, 11, 11);
        p.setFont(face(13, true));
        p.setPen(k == m_shown.chosen ? t.onInk : t.touch);
        p.drawText(QRectF(at - QPointF(11, 11), QSizeF(22, 22)), Qt::AlignCenter, QChar(u'A' + k));
    }
}

void SizeChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    const QRectF area = plot();
    p.fillRect(rect(), t.sheet);
    paintScale(p);
    if (!m_shown.result) return;
    const double right = std::isfinite(m_shown.budget) ? std::min(xOf(m_shown.budget), area.right()) : area.right();
    paintCloud(p, right);
    paintRails(p);
    p.setRenderHint(QPainter::Antialiasing);
    paintFront(p, right);
    QRectF kept;
    if (m_pressed)
        kept = QRectF(*m_pressed, m_at).normalized() & area;
    else if (const auto &r = m_shown.range)
        kept = QRectF(QPointF(xOf(r->priceFrom), yOf(r->to)), QPointF(xOf(r->priceTo), yOf(r->from))) & area;
    if (kept.width() < 4 && kept.height() < 4) return;
    p.setPen(QPen(t.touch, 1.4));
    p.setBrush(Qt::NoBrush);
    p.drawRect(kept);
}

double SizeChart::priceAt(double x) const {
    const double price = (x - plot().left()) / plot().width() * cloud().dearest;
    return price > cloud().dearest * 0.995 ? notKnown : std::max(5.0, std::round(price / 5) * 5);
}
/// On the line there is, or on the scale, from which one is pulled up.
bool SizeChart::onPriceLine(QPointF p) const {
    return (std::isfinite(m_shown.budget) && std::fabs(p.x() - xOf(m_shown.budget)) < 6) || p.y() > plot().bottom() + 2;
}
void SizeChart::mousePressEvent(QMouseEvent *e) {
    if (!m_shown.result) return;
    if (onPriceLine(e->position()))
        m_pulling = true;
    else
        m_pressed = m_at = e->position();
}
void SizeChart::mouseMoveEvent(QMouseEvent *e) {
    if (!m_shown.result) return;
    if (m_pulling)
        m_shown.budget = priceAt(e->position().x());
    else if (m_pressed)
        m_at = e->position();
    else
        return setCursor(onPriceLine(e->position()) ? Qt::SizeHorCursor : Qt::ArrowCursor);
    update();
}
void SizeChart::mouseReleaseEvent(QMouseEvent *e) {
    if (std::exchange(m_pulling, false)) {
        emit budgetDragged(priceAt(e->position().x()));
        return;
    }
    const auto from = std::exchange(m_pressed, {});
    if (!from) return;
    update();
    const QRectF drawn = QRectF(*from, e->position()).normalized(), kept = drawn & plot();
    if (drawn.width() < 6 && drawn.height() < 6) return pick(e->position());
    const double perPrice = plot().width() / cloud().dearest;
    emit rangeDragged({(kept.left() - plot().left()) / perPrice, (kept.right() - plot().left()) / perPrice,
                       valueAt(kept.bottom()), valueAt(kept.top())});
}
void SizeChart::pick(QPointF at) {
    const auto far = [&](const Figured &f) { return std::hypot(xOf(f.price) - at.x(), yOf(f.value) - at.y()); };
    for (int k = 0; k < int(m_shown.marked.size()); ++k)
        if (far(m_shown.marked[std::size_t(k)]) < 13) return emit proposalPicked(k);
    int best = -1;
    for (int k = 0; k < int(m_shown.front.size()); ++k)
        if (best < 0 || far(m_shown.front[std::size_t(k)]) < far(m_shown.front[std::size_t(best)])) best = k;
    if (best >= 0) emit frontPicked(best);
}

} // namespace lw
