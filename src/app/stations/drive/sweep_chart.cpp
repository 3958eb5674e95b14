#include "app/stations/drive/sweep_chart.h"
#include "app/widgets.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
constexpr double marginLeast = 0.3;
/// Top of the scale: room above the best of what is shown.
double marginMost(const Sweep &s) {
    double most = std::max(s.bestMargin, s.wanted);
    for (const auto &a : s.parts)
        if (a.fails == 0 && a.margin == a.margin) most = std::max(most, a.margin);
    for (const double end : {4.0, 8.0, 16.0})
        if (most * 1.4 < end) return end;
    return 32;
}
} // namespace

SweepChart::SweepChart(Swept what, QWidget *parent) : QWidget(parent) {
    m_sweep.what = what;
    setObjectName(what == Swept::Ratio ? u"ratioChart"_s : u"leadChart"_s);
    setAccessibleName(what == Swept::Ratio ? u"Worst margin over the ratio"_s : u"Worst margin over the lead"_s);
    setMinimumHeight(130);
    setMouseTracking(true);
}
void SweepChart::refresh(const Sweep &sweep, int chosen, bool active) {
    m_sweep = sweep;
    m_chosen = chosen;
    m_top = marginMost(m_sweep);
    m_active = active;
    setAccessibleDescription(text(sweepWords(m_sweep)));
    update();
}
QRectF SweepChart::plot() const { return QRectF(rect()).adjusted(44, 8, -26, -24); }
QPointF SweepChart::placeOf(double at, double margin) const {
    const QRectF area = plot();
    if (m_sweep.curve.empty()) return area.center();
    const double least = m_sweep.curve.front().at, most = m_sweep.curve.back().at;
    return {area.left() + std::log(at / least) / std::log(most / least) * area.width(),
            area.bottom() - std::log(std::clamp(margin, marginLeast, m_top) / marginLeast) /
                                std::log(m_top / marginLeast) * area.height()};
}
QPointF SweepChart::designPlace() const {
    double margin = 1;
    for (const auto &c : m_sweep.curve)
        if (c.at <= m_sweep.now) margin = c.margin;
    return placeOf(m_sweep.now, margin);
}

void SweepChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    const QRectF area = plot();
    p.fillRect(rect(), t.sheet);
    p.setFont(face(13));
    if (m_sweep.curve.empty()) {
        p.setPen(t.ink2);
        p.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap, text(m_sweep.missing));
        return;
    }
    const bool ratio = m_sweep.what == Swept::Ratio;
    if (m_sweep.reaches) // where it does the job
        p.fillRect(QRectF(placeOf(m_sweep.low.at, m_top), placeOf(m_sweep.high.at, m_sweep.must)), t.holdsWash);
    for (const double m : {0.5, 1.0, 2.0, 3.0, 5.0, 10.0, 20.0}) {
        if (m > m_top) continue;
        const double y = placeOf(m_sweep.now, m).y();
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
        p.setPen(t.ink2);
        p.drawText(QRectF(0, y - 9, area.left() - 6, 18), Qt::AlignRight | Qt::AlignVCenter, text(timesText(m)));
    }
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(area.topLeft(), area.bottomLeft());
    p.drawLine(area.bottomLeft(), area.bottomRight());
    const double unit = ratio ? 1 : 1e-3 * (shownScale(Dimension::Length, "mm") == 1 ? 1 : 25.4);
    for (const double tick : {0.02, 0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 3.0, 5.0, 10.0, 20.0, 40.0}) {
        if (tick * unit < m_sweep.curve.front().at || tick * unit > m_sweep.curve.back().at * (1 + 1e-9)) continue;
        const double x = placeOf(tick * unit, 1).x();
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(x, area.bottom()), QPointF(x, area.bottom() + 4));
        p.setPen(t.ink2);
        p.drawText(QRectF(x - 40, area.bottom() + 5, 80, 18), Qt::AlignHCenter | Qt::AlignTop,
                   ratio ? text(numberText(tick, 3)) + u":1"_s
                         : text(numberText(tick, 3)) + u"\u00a0"_s + text(shownUnit("mm")));
    }
    p.setRenderHint(QPainter::Antialiasing);
    // what is sold: a full dot where nothing fails, an open one where something does
    for (const auto &a : m_sweep.parts) {
        if (!(a.margin == a.margin) || m_sweep.of(a) < m_sweep.curve.front().at ||
            m_sweep.of(a) > m_sweep.curve.back().at)
            continue;
        QColor c = a.fails ? t.ink3 : t.ink;
        c.setAlphaF(a.fails ? 0.5F : 0.8F);
        p.setPen(QPen(c, 1));
        p.setBrush(a.fails ? Qt::NoBrush : QBrush(c));
        p.drawEllipse(placeOf(m_sweep.of(a), a.margin), 2.6, 2.6);
    }
    QPolygonF curve;
    for (const auto &c : m_sweep.curve)
        curve << placeOf(c.at, c.margin);
    p.save();
    p.setClipRect(area);
    p.setPen(QPen(t.ink, 1.8));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(curve);
    p.restore();
    for (const auto &[margin, word] : {std::pair{m_sweep.wanted, u"wanted "_s}, std::pair{m_sweep.must, u"must "_s}})
        paintMarginRail(p, area, placeOf(m_sweep.now, margin).y(), word + text(timesText(margin)),
                        margin == m_sweep.wanted);
    // the best and how flat it is
    const QPointF top = placeOf(m_sweep.best, m_sweep.bestMargin);
    const double left = placeOf(m_sweep.flatLow, 1).x(), right = placeOf(m_sweep.flatHigh, 1).x(),
                 bar = std::max(area.top() + 4, top.y() - 10);
    p.setPen(QPen(t.touch, 2));
    p.drawLine(QPointF(left, bar), QPointF(right, bar));
    for (const double x : {left, right})
        p.drawLine(QPointF(x, bar - 4), QPointF(x, bar + 4));
    if (m_chosen >= 0 && m_chosen < int(m_sweep.parts.size())) {
        const auto &a = m_sweep.parts[std::size_t(m_chosen)];
        p.setPen(QPen(t.touch, 2));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(placeOf(m_sweep.of(a), a.margin), 8, 8);
    }
    p.setPen(QPen(t.touch, 1.8));
    p.setBrush(t.touch);
    p.drawEllipse(designPlace(), 6, 6);
    if (m_active) {
        p.setRenderHint(QPainter::Antialiasing, false);
        p.setPen(QPen(t.touch, 1.6));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

int SweepChart::nearest(QPointF at, bool holdsOnly) const {
    int best = -1;
    double far = 1e9;
    for (int pass = holdsOnly ? 0 : 1; pass < 2 && best < 0; ++pass) // where nothing holds, of all
        for (int k = 0; k < int(m_sweep.parts.size()); ++k) {
            const auto &a = m_sweep.parts[std::size_t(k)];
            if (!(a.margin == a.margin) || (pass == 0 && a.fails)) continue;
            const QPointF place = placeOf(m_sweep.of(a), a.margin);
            // along the scale; of those at one place the nearer, of equals the first, which is the cheaper
            const double d = std::fabs(place.x() - at.x()) + 0.05 * std::fabs(place.y() - at.y());
            if (d < far - 1e-9) {
                far = d;
                best = k;
            }
        }
    return best;
}
void SweepChart::mousePressEvent(QMouseEvent *e) {
    if (m_sweep.curve.empty()) return;
    const QPointF off = designPlace() - e->position();
    m_dragging = std::hypot(off.x(), off.y()) < 12;
    if (m_dragging) return;
    if (const int part = nearest(e->position(), false); part >= 0) emit picked(part);
}
void SweepChart::mouseMoveEvent(QMouseEvent *e) {
    if (m_sweep.curve.empty()) return;
    if (m_dragging) {
        if (const int part = nearest(e->position(), true); part >= 0) emit dragged(part);
        return;
    }
    const QPointF off = designPlace() - e->position();
    setCursor(std::hypot(off.x(), off.y()) < 12 ? Qt::SizeHorCursor : Qt::ArrowCursor);
}
void SweepChart::mouseReleaseEvent(QMouseEvent *) {
    if (m_dragging) emit dropped();
    m_dragging = false;
}
void SweepChart::mouseDoubleClickEvent(QMouseEvent *e) {
    if (const int part = nearest(e->position(), false); part >= 0) emit taken(part);
}

} // namespace lw
