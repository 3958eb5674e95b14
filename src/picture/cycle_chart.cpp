#include "picture/cycle_chart.h"
#include "picture/ticks.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
constexpr double leftMargin = 56, narrowest = 7;
QString whole(double v) { return text(shownNumber(v, Dimension::Force, "N", 3)); }
QString perMinute(double v) { return text(shownNumber(v, Dimension::Speed, "mm/min", v * 60e3 >= 1000 ? 4 : 3)); }
/// What the part above the ways is made of: the cut, and the weight where it hangs on the screw too.
QString splitWords(const CycleBlock &b, double force) {
    const double weight = force - b.ways - b.cut;
    QString words = u"cut "_s + whole(b.cut);
    if (std::fabs(weight) > 0.5)
        words += (weight > 0 ? u", weight "_s : u", weight takes off "_s) + whole(std::fabs(weight));
    return words;
}
void label(QPainter &p, QRectF r, int flags, const QString &words, const QColor &ground) {
    const QRectF need = QFontMetricsF(p.font()).boundingRect(r, flags, words);
    p.fillRect(need.adjusted(-2, 1, 2, -1), ground);
    p.drawText(r, flags, words);
}
} // namespace

double CycleLayout::yOfForce(double newton) const {
    return forceBand.bottom() - std::clamp(newton / mostForce, 0.0, 1.0) * forceBand.height();
}
double CycleLayout::yOfSpeed(double v) const {
    if (!(v > leastSpeed) || !(mostSpeed > leastSpeed)) return speedBand.bottom();
    return speedBand.bottom() -
           std::min(1.0, std::log(v / leastSpeed) / std::log(mostSpeed / leastSpeed)) * speedBand.height();
}
double CycleLayout::xAt(const Cycle &c, double t) const {
    for (std::size_t k = 0; k < blocks.size(); ++k) {
        const auto &b = c.blocks[k];
        if (!(b.time == b.time) || !(b.time > 0)) continue;
        if (t <= b.from + b.time)
            return blocks[k].strip.left() + std::clamp((t - b.from) / b.time, 0.0, 1.0) * blocks[k].strip.width();
    }
    return blocks.empty() ? stripBand.left() : blocks.back().strip.right();
}
double CycleLayout::timeAt(const Cycle &c, double x) const {
    double t = 0;
    for (std::size_t k = 0; k < blocks.size(); ++k) {
        const auto &b = c.blocks[k];
        if (!(b.time == b.time)) continue;
        const auto &r = blocks[k].strip;
        if (x <= r.left()) return t;
        t = b.from + b.time * std::clamp((x - r.left()) / r.width(), 0.0, 1.0);
        if (x <= r.right()) return t;
    }
    return t;
}

CycleLayout layOutCycle(QRectF area, const AxisModel &m, const Cycle &c) {
    CycleLayout l;
    const double left = area.left() + leftMargin, width = std::max(40.0, area.right() - left - 4);
    const double room = area.height() - 20 - 22 - 24 - 18 - 20; // heads, gap, strip, ticks
    const double forceHeight = std::max(40.0, room * 0.58), speedHeight = std::max(30.0, room * 0.42);
    l.forceBand = {left, area.top() + 26, width, forceHeight - 6};
    l.speedBand = {left, l.forceBand.bottom() + 32, width, speedHeight - 8};
    l.stripBand = {left, l.speedBand.bottom() + 8, width, 24};
    // time to scale; what has no time yet gets a share; nothing thinner than can be hit
    const double n = double(c.blocks.size());
    const auto unknown =
        std::count_if(c.blocks.begin(), c.blocks.end(), [](const auto &b) { return !(b.time == b.time); });
    const double share = unknown ? std::min(0.6, 0.16 * double(unknown)) : 0;
    const bool noneKnown = !(c.total > 0);
    std::vector<double> widths;
    for (const auto &b : c.blocks)
        widths.push_back(noneKnown             ? width / n
                         : !(b.time == b.time) ? width * share / double(unknown)
                                               : std::max(narrowest, width * (1 - share) * b.time / c.total));
    double sum = 0;
    for (double w : widths)
        sum += w;
    double over = sum - width; // the thin ones took more: the wide ones give it
    double wide = 0;
    for (double w : widths)
        wide += w > 3 * narrowest ? w : 0;
    if (wide > 0)
        for (double &w : widths)
            if (w > 3 * narrowest) w -= over * w / wide;
    double x = left;
    l.mostForce = 0;
    l.leastSpeed = 1e99;
    for (std::size_t k = 0; k < c.blocks.size(); ++k) {
        const auto &b = c.blocks[k];
        l.blocks.push_back({{x, l.forceBand.top(), widths[k], l.forceBand.height()},
                            {x, l.speedBand.top(), widths[k], l.speedBand.height()},
                            {x, l.stripBand.top(), widths[k], l.stripBand.height()},
                            b.time == b.time});
        if (b.axial == b.axial) l.mostForce = std::max(l.mostForce, std::fabs(b.axial));
        if (b.speed > 0) {
            l.leastSpeed = std::min(l.leastSpeed, b.speed);
            l.mostSpeed = std::max(l.mostSpeed, b.speed);
        }
        x += widths[k];
    }
    if (!(l.mostForce > 0)) l.mostForce = 100;
    l.mostForce *= 1.16;
    if (!(l.leastSpeed < 1e98)) l.leastSpeed = m.rapid.known() ? m.rapid.v / 10 : 1e-3;
    l.leastSpeed /= 3;
    l.mostSpeed = std::max(l.mostSpeed, l.leastSpeed * 10) * 2.4; // room for the figure above the line
    return l;
}

QString cycleSums(const Cycle &c) {
    if (!(c.total > 0)) return u"No length typed yet: no times."_s;
    const auto sec = [](double v) { return text(numberText(v, 3)); };
    return u"Cuts %1 s, rapids %2 s, stands %3 s of %4.%5"_s.arg(sec(c.cutting), sec(c.rapid), sec(c.standing),
                                                                 sec(c.total),
                                                                 c.whole ? QString() : u" Some lengths are missing."_s);
}

void paintCycle(QPainter &p, const CycleLayout &l, const AxisModel &m, const Cycle &c, int current, double scrub,
                const QString &sums) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    p.setPen(t.ink2);
    const double x0 = l.forceBand.left() - leftMargin;
    p.drawText(QPointF(x0, l.forceBand.top() - 12),
               u"Force along the screw, %1"_s.arg(text(unitLabel(shownUnit("N")))));
    p.drawText(QPointF(x0, l.speedBand.top() - 8),
               u"Speed, %1 (log scale)"_s.arg(text(unitLabel(shownUnit("mm/min")))));
    // force
    const double newtons = 1 / shownScale(Dimension::Force, "N"), most = l.mostForce / newtons; // in the unit shown
    double step = std::pow(10, std::floor(std::log10(most)));
    if (most / step < 2.5)
        step /= 4;
    else if (most / step < 5)
        step /= 2;
    else if (most / step > 6)
        step *= 2;
    for (const double v : ticksBetween(0, most * (1 - 1e-9), step, 12)) {
        const double y = l.yOfForce(v * newtons);
        p.setPen(QPen(v == 0 ? t.ink : t.rule, v == 0 ? 1.4 : 1));
        p.drawLine(QPointF(l.forceBand.left(), y), QPointF(l.forceBand.right(), y));
        p.setPen(t.ink2);
        p.drawText(QRectF(x0, y - 9, leftMargin - 8, 18), Qt::AlignRight | Qt::AlignVCenter, QString::number(v));
    }
    const double aMinute = unitInSi(shownUnit("mm/min"), Dimension::Speed).value_or(1);
    for (double shown = 1; shown < 1e5; shown *= 10) {
        const double v = shown * aMinute;
        if (v <= l.leastSpeed || v >= l.mostSpeed) continue;
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(l.speedBand.left(), l.yOfSpeed(v)), QPointF(l.speedBand.right(), l.yOfSpeed(v)));
        p.setPen(t.ink2);
        p.drawText(QRectF(x0, l.yOfSpeed(v) - 9, leftMargin - 8, 18), Qt::AlignRight | Qt::AlignVCenter,
                   QString::number(shown));
    }
    QPolygonF speed;
    speed << QPointF(l.speedBand.left(), l.speedBand.bottom());
    for (std::size_t k = 0; k < c.blocks.size(); ++k) {
        const auto &b = c.blocks[k];
        const auto &move = m.moves[std::size_t(b.move)];
        const auto &r = l.blocks[k];
        const bool on = int(k) == current, stands = move.kind == MoveKind::Stand;
        const bool assumed = move.assumed || (move.cut >= 0 && m.cuts[std::size_t(move.cut)].force.assumed());
        const double f = std::fabs(b.axial), ways = std::min(b.ways, f);
        if (f == f && f > 0) {
            p.setPen(QPen(t.ink2, 1));
            p.setBrush(hatch(t.ink2, 0.9));
            p.drawRect(
                QRectF(r.force.left(), l.yOfForce(ways), r.force.width(), l.forceBand.bottom() - l.yOfForce(ways)));
            if (f - ways > 0.5) {
                QPen pen(on ? t.touch : t.ink, on ? 2 : 1.2);
                if (assumed) pen.setDashPattern({5, 4});
                p.setPen(pen);
                p.setBrush(assumed ? QBrush(Qt::NoBrush) : QBrush(on ? t.touchWash : t.part));
                p.drawRect(QRectF(r.force.left(), l.yOfForce(f), r.force.width(), l.yOfForce(ways) - l.yOfForce(f)));
            }
            const QString figure = (assumed ? u"≈ "_s : QString()) + whole(f);
            p.setFont(face(on ? 17 : 13, on));
            p.setPen(t.ink);
            if (move.kind == MoveKind::Cut && r.force.width() > QFontMetrics(p.font()).horizontalAdvance(figure) + 4)
                p.drawText(QRectF(r.force.left(), l.yOfForce(f) - 21, r.force.width(), 20),
                           Qt::AlignHCenter | Qt::AlignBottom, figure);
            if (on && r.force.width() > 64 && move.kind == MoveKind::Cut && f - ways > 0.5) {
                p.setFont(face(13));
                label(p, QRectF(r.force.left() + 6, l.yOfForce(f) + 4, r.force.width() - 8, 18),
                      Qt::AlignLeft | Qt::AlignVCenter, splitWords(b, f), t.touchWash);
                if (l.forceBand.bottom() - l.yOfForce(ways) > 18)
                    label(p, QRectF(r.force.left() + 6, l.forceBand.bottom() - 20, r.force.width() - 8, 18),
                          Qt::AlignLeft | Qt::AlignVCenter, u"ways "_s + whole(ways), t.sheet);
            }
        } else if (!(f == f)) {
            p.setPen(t.unknown);
            p.setFont(face(13, true));
            p.drawText(QRectF(r.force.left(), l.forceBand.bottom() - 24, r.force.width(), 20), Qt::AlignCenter,
                       r.force.width() > 70 ? u"not known"_s : u"?"_s);
        }
        // speed
        const double y = stands ? l.speedBand.bottom() : l.yOfSpeed(b.speed);
        const double ramp = b.time > 0 && b.ramp > 0 ? std::min(0.5, b.ramp / b.time) * r.speed.width() : 0;
        const double slow = b.time > 0 && b.slow > 0 ? std::min(0.5, b.slow / b.time) * r.speed.width() : 0;
        speed << QPointF(r.speed.left(), l.speedBand.bottom()) << QPointF(r.speed.left() + ramp, y)
              << QPointF(r.speed.right() - slow, y) << QPointF(r.speed.right(), l.speedBand.bottom());
        p.setFont(face(13));
        p.setPen(t.ink);
        const QString words = stands ? u"stands"_s : b.speed == b.speed ? perMinute(b.speed) : u"?"_s;
        if (r.speed.width() > QFontMetrics(p.font()).horizontalAdvance(words) + 2)
            p.drawText(QRectF(r.speed.left(), std::max(l.speedBand.top() - 4, y - 20), r.speed.width(), 18),
                       Qt::AlignCenter, words);
        // strip
        QPen edge(t.touch, 1.2);
        const bool cut = move.kind == MoveKind::Cut;
        if (!cut) edge.setColor(t.ink2);
        if (!r.known || stands || move.assumed) edge.setDashPattern({4, 3});
        p.setPen(edge);
        p.setBrush(on ? t.touch : cut ? t.sheet : stands ? t.paper : t.part);
        p.drawRect(r.strip);
        p.setPen(on ? t.sheet : cut ? t.touch : t.ink2);
        p.setFont(face(13, on));
        const QString name = text(move.name);
        if (r.strip.width() > 34)
            p.drawText(r.strip, Qt::AlignCenter,
                       QFontMetrics(p.font()).elidedText(name, Qt::ElideRight, int(r.strip.width()) - 6));
        if (on) { // the edge that stretches it
            p.setPen(Qt::NoPen);
            p.setBrush(t.touch);
            p.drawRect(QRectF(r.strip.right() - 2, r.strip.top() - 4, 4, r.strip.height() + 8));
        }
    }
    p.setPen(QPen(t.ink, 1.8));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(speed);
    p.setPen(QPen(t.ink, 1.2));
    p.drawLine(l.speedBand.bottomLeft(), l.speedBand.bottomRight());
    // seconds
    p.setFont(face(13));
    if (c.total > 0) {
        double tick = std::pow(10, std::floor(std::log10(c.total)));
        if (c.total / tick < 2.5)
            tick /= 4;
        else if (c.total / tick < 5)
            tick /= 2;
        double clear = -1e9;
        for (const double s : ticksBetween(0, c.total, tick, 40)) {
            const double x = l.xAt(c, s);
            p.setPen(QPen(t.ink2, 1));
            p.drawLine(QPointF(x, l.stripBand.bottom()), QPointF(x, l.stripBand.bottom() + 5));
            if (x - clear < 30) continue;
            clear = x;
            p.drawText(QRectF(x - 40, l.stripBand.bottom() + 5, 80, 17), Qt::AlignHCenter,
                       text(numberText(s, 4)) + (s == 0 ? u" s"_s : QString()));
        }
    }
    p.setFont(face(13));
    p.setPen(t.ink2);
    if (scrub < 0)
        p.drawText(QRectF(x0, l.forceBand.top() - 26, l.forceBand.right() - x0, 18), Qt::AlignRight | Qt::AlignVCenter,
                   sums);
    if (scrub >= 0 && c.total > 0) {
        const double x = l.xAt(c, scrub);
        QPen line(t.touch, 1.4);
        line.setDashPattern({4, 3});
        p.setPen(line);
        p.drawLine(QPointF(x, l.forceBand.top() - 6), QPointF(x, l.stripBand.bottom()));
        p.setPen(Qt::NoPen);
        p.setBrush(t.touch);
        p.drawPolygon(
            QPolygonF{{x - 7, l.forceBand.top() - 14}, {x + 7, l.forceBand.top() - 14}, {x, l.forceBand.top() - 5}});
        const auto now = momentOfCycle(m, c, scrub);
        QString words =
            u"at %1 s: %2"_s.arg(text(numberText(scrub, 3)), text(withUnit(now.speed, Dimension::Speed, "mm/min", 4)));
        if (now.axial == now.axial) words += u", "_s + text(withUnit(now.axial, Dimension::Force, "N"));
        if (now.screwRpm == now.screwRpm)
            words += m.wheel() ? u", %1 rpm of the wheel"_s.arg(text(numberText(now.screwRpm, 3)))
                               : u", %1 rpm of the screw"_s.arg(text(numberText(now.screwRpm, 3)));
        p.setPen(t.touch);
        p.setFont(face(13));
        p.drawText(QRectF(x0, l.forceBand.top() - 26, l.forceBand.right() - x0, 18), Qt::AlignRight | Qt::AlignVCenter,
                   words);
    }
    p.restore();
}

} // namespace lw
