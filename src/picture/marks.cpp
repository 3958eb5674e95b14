#include "picture/marks.h"
#include <QPainterPath>
#include <QPixmap>
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
QPainterPath chamfered(double x0, double x1, double t, double b, double ch) {
    QPainterPath d;
    d.moveTo(x0 + ch, t);
    d.lineTo(x1 - ch, t);
    d.lineTo(x1, t + ch);
    d.lineTo(x1, b - ch);
    d.lineTo(x1 - ch, b);
    d.lineTo(x0 + ch, b);
    d.lineTo(x0, b - ch);
    d.lineTo(x0, t + ch);
    d.closeSubpath();
    return d;
}
} // namespace

void paintPin(QPainter &p, QPointF at, Verdict v, QSizeF size, bool begun) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &th = theme();
    const double x = at.x(), w = size.width(), h = size.height(), y = at.y();
    if (!begun) {
        p.setPen(QPen(th.rule2, 1.2));
        p.drawLine(QPointF(x, y), QPointF(x + w, y));
        p.restore();
        return;
    }
    const QColor c = th.of(v);
    const double t = y - h / 2, b = y + h / 2, R = x + w, mx = x + w / 2, ch = h * 0.15;
    QPen pen(c, 1.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
    switch (v) {
    case Verdict::Holds:
        p.setPen(pen);
        p.setBrush(c);
        p.drawPath(chamfered(x, R, t, b, ch));
        break;
    case Verdict::Watch: {
        const double n = h * 0.29, k = h * 0.17;
        QPainterPath whole, left;
        whole.moveTo(x + ch, t);
        for (const auto &q :
             {QPointF(mx - k, t), QPointF(mx, t + n), QPointF(mx + k, t), QPointF(R - ch, t), QPointF(R, t + ch),
              QPointF(R, b - ch), QPointF(R - ch, b), QPointF(mx + k, b), QPointF(mx, b - n), QPointF(mx - k, b),
              QPointF(x + ch, b), QPointF(x, b - ch), QPointF(x, t + ch)})
            whole.lineTo(q);
        whole.closeSubpath();
        left.moveTo(x + ch, t);
        for (const auto &q : {QPointF(mx - k, t), QPointF(mx, t + n), QPointF(mx, b - n), QPointF(mx - k, b),
                              QPointF(x + ch, b), QPointF(x, b - ch), QPointF(x, t + ch)})
            left.lineTo(q);
        left.closeSubpath();
        p.setPen(pen);
        p.setBrush(c);
        p.drawPath(left);
        pen.setWidthF(1.6);
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPath(whole);
        break;
    }
    case Verdict::Fails: {
        const double g = w * 0.06, dy = h * 0.30, k = h * 0.14;
        QPainterPath a, d;
        a.moveTo(x + ch, t - dy);
        for (const auto &q : {QPointF(mx - g + k, t - dy), QPointF(mx - g - k, b - dy), QPointF(x + ch, b - dy),
                              QPointF(x, b - dy - ch), QPointF(x, t - dy + ch)})
            a.lineTo(q);
        a.closeSubpath();
        d.moveTo(mx + g + k, t + dy);
        for (const auto &q : {QPointF(R - ch, t + dy), QPointF(R, t + dy + ch), QPointF(R, b + dy - ch),
                              QPointF(R - ch, b + dy), QPointF(mx + g - k, b + dy)})
            d.lineTo(q);
        d.closeSubpath();
        p.setPen(pen);
        p.setBrush(c);
        p.drawPath(a);
        p.drawPath(d);
        break;
    }
    case Verdict::NotKnown: {
        QPen dashed(c, 1.6, Qt::CustomDashLine, Qt::FlatCap, Qt::RoundJoin);
        dashed.setDashPattern({2.0, 2.1});
        p.setPen(dashed);
        p.setBrush(Qt::NoBrush);
        p.drawPath(chamfered(x, R, t, b, ch));
        break;
    }
    }
    p.restore();
}

double rungPosition(double margin, double must, double wanted) {
    if (!(margin > 0)) return 0.03;
    if (!(must > 0)) must = wanted / 2; // rows that never fail: the left rail is only a scale
    const double a = std::log(must), b = std::log(wanted);
    const double t = b > a ? (std::log(margin) - a) / (b - a) : 0;
    return std::clamp(0.34 + t * 0.28, 0.03, 0.97);
}

QBrush hatch(const QColor &c, double width) {
    QPixmap tile(7, 7);
    tile.fill(Qt::transparent);
    QPainter p(&tile);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(c, width * 0.6));
    for (int k : {-7, 0, 7})
        p.drawLine(QPointF(k, 7), QPointF(k + 7, 0));
    return QBrush(tile);
}

void paintRung(QPainter &p, QRectF area, const Finding &f, bool rails) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &th = theme();
    const QColor c = th.of(f.verdict);
    const double x = area.left(), w = area.width(), y = area.center().y();
    p.setPen(QPen(th.rule2, 1));
    p.drawLine(QPointF(x, y), QPointF(x + w, y));
    if (f.margin == f.margin && f.rung) {
        const double px = x + w * rungPosition(f.margin, f.must, f.wanted);
        const QRectF bar(x, y - 3.5, px - x, 7);
        if (f.verdict == Verdict::NotKnown) {
            QPen dash(th.unknown, 1.2);
            dash.setDashPattern({3, 3});
            p.setPen(dash);
            p.setBrush(Qt::NoBrush);
        } else {
            p.setPen(QPen(c, 1));
            p.setBrush(f.verdict == Verdict::Holds ? QBrush(c) : hatch(c));
        }
        p.drawRect(bar);
        if (rails)
            for (double q : {0.34, 0.62}) {
                if (q == 0.34 && !(f.must > 0)) continue;
                p.setPen(QPen(th.ink, 1.6));
                p.drawLine(QPointF(x + w * q, y - 9), QPointF(x + w * q, y + 9));
            }
        if (f.low == f.low) {
            const double a = x + w * rungPosition(f.low, f.must, f.wanted),
                         b = x + w * rungPosition(f.high, f.must, f.wanted);
            if (f.verdict == Verdict::Holds) { // over a solid bar: ink in a slot knocked out of it
                const double e = std::min(b, px);
                p.setPen(QPen(th.sheet, 4.2, Qt::SolidLine, Qt::FlatCap));
                if (a < e) p.drawLine(QPointF(a, y), QPointF(e, y));
                p.setPen(QPen(th.ink, 1.8));
                p.drawLine(QPointF(a, y), QPointF(b, y));
                p.drawLine(QPointF(a, y - 6), QPointF(a, y + 6));
                p.drawLine(QPointF(b, y - 6), QPointF(b, y + 6));
            } else {
                p.setPen(QPen(c, 2));
                p.drawLine(QPointF(a, y), QPointF(b, y));
                p.drawLine(QPointF(a, y - 5), QPointF(a, y + 5));
                p.drawLine(QPointF(b, y - 5), QPointF(b, y + 5));
            }
        }
        p.setPen(QPen(c, 3.2, Qt::SolidLine, Qt::RoundCap));
        p.drawLine(QPointF(px, y - 8), QPointF(px, y + 8));
    }
    p.restore();
}

void paintMarginRail(QPainter &p, const QRectF &plot, double y, const QString &words, bool above) {
    const auto &t = theme();
    p.setPen(QPen(t.ink, 1.6));
    p.drawLine(QPointF(plot.left(), y), QPointF(plot.right(), y));
    p.setFont(face(13, true));
    const double wide = QFontMetricsF(p.font()).horizontalAdvance(words) + 8;
    const QRectF box(plot.right() - wide, y + (above ? -19 : 2), wide, 17);
    p.fillRect(box, t.sheet); // what is drawn there does not strike it through
    p.drawText(box, Qt::AlignCenter, words);
}
void paintBalloon(QPainter &p, QPointF c, int number, bool chosen, double r) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &th = theme();
    p.setPen(QPen(chosen ? th.touch : th.ink, 1.4));
    p.setBrush(chosen ? th.touch : th.sheet);
    p.drawEllipse(c, r, r);
    p.setPen(chosen ? th.onInk : th.ink);
    p.setFont(face(13, true));
    p.drawText(QRectF(c.x() - r, c.y() - r, 2 * r, 2 * r), Qt::AlignCenter, QString::number(number));
    p.restore();
}

void paintDimension(QPainter &p, QPointF a, QPointF b, const QString &figure, bool bold, const QColor &ground) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &th = theme();
    const double length = std::hypot(b.x() - a.x(), b.y() - a.y());
    if (length < 2) {
        p.restore();
        return;
    }
    const QPointF u((b.x() - a.x()) / length, (b.y() - a.y()) / length);
    const QPointF n(-u.y(), u.x());
    p.setPen(QPen(th.ink2, 1));
    p.setBrush(th.ink2);
    p.drawLine(a, b);
    for (const auto &[at, s] : {std::pair{a, 1.0}, std::pair{b, -1.0}}) {
        QPolygonF arrow{at, at + u * (8 * s) + n * 2.6, at + u * (8 * s) - n * 2.6};
        p.drawPolygon(arrow);
    }
    const QFont font = face(13, bold);
    const QFontMetricsF fm(font);
    const double w = fm.horizontalAdvance(figure);
    const QPointF mid = (a + b) / 2;
    const QRectF box(mid.x() - w / 2 - 4, mid.y() - 9, w + 8, 18);
    p.fillRect(box, ground.isValid() ? ground : th.sheet);
    p.setFont(font);
    p.setPen(bold ? th.ink : th.ink2);
    p.drawText(box, Qt::AlignCenter, figure);
    p.restore();
}

} // namespace lw
