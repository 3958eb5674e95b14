#include "picture/survey_figures.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include <algorithm>

namespace lw {
using namespace Qt::StringLiterals;

void paintStrutCurve(QPainter &p, QRectF area, const std::vector<StrutPlace> &curve) {
    if (curve.size() < 2) return;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const double weight = curve.front().force + curve.front().net, stroke = curve.back().compressed;
    double most = weight;
    for (const auto &c : curve)
        most = std::max(most, c.force);
    most *= 1.2;
    const QRectF plot(area.left() + 44, area.top() + 4, area.width() - 52, area.height() - 24);
    const auto at = [&](double x, double f) {
        return QPointF(plot.left() + x / stroke * plot.width(), plot.bottom() - f / most * plot.height());
    };
    QPolygonF between;
    for (const auto &c : curve)
        between << at(c.compressed, c.force);
    QPolygonF line = between;
    between << at(stroke, weight) << at(0, weight);
    p.setPen(Qt::NoPen);
    p.setBrush(hatch(t.ink2, 0.8));
    p.drawPolygon(between);
    p.setPen(QPen(t.ink, 1.2));
    p.drawLine(plot.bottomLeft(), plot.bottomRight());
    p.drawLine(at(0, weight), at(stroke, weight));
    p.setPen(QPen(t.touch, 2));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    p.setFont(face(13));
    p.setPen(t.ink);
    const auto newton = [](double f) { return text(numberText(f, 3)); };
    p.drawText(QRectF(area.left(), at(0, weight).y() - 9, 40, 18), Qt::AlignRight | Qt::AlignVCenter, newton(weight));
    p.setPen(t.touch);
    const double near0 = std::fabs(at(0, curve.front().force).y() - at(0, weight).y()) < 16 ? 14 : 0;
    p.drawText(QRectF(area.left(), at(0, curve.front().force).y() - 9 + near0, 40, 18),
               Qt::AlignRight | Qt::AlignVCenter, newton(curve.front().force));
    p.drawText(
        QRectF(plot.right() - 60, at(stroke, curve.back().force).y() + (curve.back().force > weight ? -20 : 3), 58, 18),
        Qt::AlignRight, newton(curve.back().force));
    p.setPen(t.ink2);
    p.drawText(QRectF(plot.left(), plot.bottom() + 3, plot.width(), 16), Qt::AlignLeft, u"rod out"_s);
    p.drawText(QRectF(plot.left(), plot.bottom() + 3, plot.width(), 16), Qt::AlignRight, u"rod in"_s);
    p.drawText(QRectF(plot.left(), plot.bottom() + 3, plot.width(), 16), Qt::AlignHCenter,
               u"N; hatched: stays for the screw"_s);
    p.restore();
}

void paintRideStack(QPainter &p, QRectF area, const std::vector<RideLevel> &stack) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const double figures = 120, wide = area.width() - figures;
    const double base = area.top() + rideRow * double(stack.size()) + 2;
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(QPointF(area.left(), base), QPointF(area.left() + wide, base));
    for (double x = 4; x < wide; x += 9)
        p.drawLine(QPointF(area.left() + x, base), QPointF(area.left() + x - 5, base + 6));
    p.setFont(face(13));
    for (std::size_t k = 0; k < stack.size(); ++k) {
        const auto &level = stack[k];
        const double y = base - rideRow * double(k + 1), inset = std::min(0.12 * level.height, 0.4) * wide / 2;
        QPen pen(level.asked ? t.touch : t.ink, level.asked ? 2 : 1.2);
        if (!level.counts) pen.setDashPattern({4, 3});
        p.setPen(pen);
        p.setBrush(level.counts ? QBrush(level.asked ? t.touchWash : t.part2) : QBrush(Qt::NoBrush));
        const QRectF box(area.left() + inset, y + 2, wide - 2 * inset, rideRow - 4);
        p.drawRect(box);
        p.setPen(level.counts ? t.ink : t.ink3);
        p.setFont(face(13, level.asked));
        const QString own =
            level.own > 0 ? u", "_s + text(withUnit(level.own, Dimension::Mass, "kg")) : u", not known"_s;
        p.drawText(box, Qt::AlignCenter,
                   QFontMetrics(p.font()).elidedText(text(level.axis) + u" "_s + text(level.what) + own, Qt::ElideRight,
                                                     int(box.width()) - 6));
        if (level.asked && level.carried > 0) {
            p.setPen(t.touch);
            p.drawText(QRectF(area.right() - figures + 6, y, figures - 6, rideRow), Qt::AlignRight | Qt::AlignVCenter,
                       u"moves "_s + text(withUnit(level.carried, Dimension::Mass, "kg")));
        }
    }
    p.restore();
}

} // namespace lw
