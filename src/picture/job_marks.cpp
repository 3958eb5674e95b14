#include "picture/job_marks.h"
#include "picture/marks.h"
#include <QPainterPath>
#include <QtMath>
#include <algorithm>
#include <cmath>

namespace lw {

void paintProgress(QPainter &p, QRectF a, PartState state, bool have) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const double cy = a.center().y(), h = 9, pin = 26;
    const QRectF plate(a.right() - 15, a.top(), 15, a.height());
    auto drawPlate = [&] {
        p.setPen(QPen(t.ink, 1.2));
        p.setBrush(hatch(t.ink3, 0.9));
        p.drawRect(QRectF(plate.left(), plate.top(), plate.width(), plate.height() / 2 - h / 2));
        p.drawRect(QRectF(plate.left(), cy + h / 2, plate.width(), plate.height() / 2 - h / 2));
        p.setBrush(Qt::NoBrush);
        p.drawRect(plate);
    };
    auto body = [&](double x, bool solid, bool dashed) {
        QPen pen(t.ink, 1.3);
        if (dashed) pen.setDashPattern({2.4, 2});
        p.setPen(pen);
        p.setBrush(solid ? QBrush(t.ink) : QBrush(Qt::NoBrush));
        p.drawRect(QRectF(x, cy - h / 2, pin, h));
    };
    if (state == PartState::Dropped) {
        p.setPen(QPen(t.ink3, 1.3));
        p.drawLine(QPointF(a.left() + 4, cy), QPointF(a.right() - 4, cy));
        p.restore();
        return;
    }
    drawPlate();
    if (have && state == PartState::Arrived) {
        p.setPen(QPen(t.ink, 1.3));
        p.drawLine(QPointF(a.left(), cy + h / 2 + 2), QPointF(a.left() + pin + 4, cy + h / 2 + 2));
        body(a.left() + 2, true, false);
    } else if (state == PartState::Idea)
        body(a.left(), false, true);
    else if (state == PartState::Ordered) {
        body(a.left() + 7, false, false);
        p.drawLine(QPointF(a.left(), cy - 2), QPointF(a.left() + 5, cy - 2));
        p.drawLine(QPointF(a.left() + 1, cy + 2), QPointF(a.left() + 5, cy + 2));
    } else if (state == PartState::Arrived)
        body(plate.left() - pin, true, false);
    else
        body(plate.left() - pin / 2 + 6, true, false);
    p.restore();
}

void paintLogKind(QPainter &p, QPointF at, LogKind kind, const QColor &ink) {
    p.save();
    p.translate(at);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(ink, 1.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.setBrush(Qt::NoBrush);
    switch (kind) {
    case LogKind::Measured:
        p.drawEllipse(QRectF(2, 2, 16, 16));
        p.drawLine(QPointF(10, 10), QPointF(14, 5));
        break;
    case LogKind::Decided:
        p.drawLine(QPointF(1, 10), QPointF(9, 10));
        p.drawLine(QPointF(9, 10), QPointF(17, 4));
        p.setPen(QPen(ink, 1.5, Qt::DotLine));
        p.drawLine(QPointF(9, 10), QPointF(17, 16));
        break;
    case LogKind::Bought:
        p.drawRect(QRectF(2, 4, 16, 13));
        p.drawLine(QPointF(2, 9), QPointF(18, 9));
        p.drawLine(QPointF(10, 4), QPointF(10, 9));
        break;
    case LogKind::Made:
        p.drawRect(QRectF(2, 2, 16, 16));
        p.drawEllipse(QRectF(6, 6, 8, 8));
        break;
    case LogKind::Ruined:
        p.drawPolyline(
            QPolygonF{QPointF(9, 5), QPointF(2, 5), QPointF(2, 15), QPointF(7, 15), QPointF(10, 10), QPointF(7, 8)});
        p.drawPolyline(QPolygonF{QPointF(11, 15), QPointF(18, 15), QPointF(18, 5), QPointF(13, 5), QPointF(14, 9),
                                 QPointF(11, 12)});
        break;
    case LogKind::Learnt:
        p.drawPolygon(QPolygonF{QPointF(5, 2), QPointF(15, 2), QPointF(15, 18), QPointF(10, 14), QPointF(5, 18)});
        break;
    case LogKind::Safety:
        p.drawPolygon(QPolygonF{QPointF(6, 3), QPointF(18, 3), QPointF(18, 17), QPointF(6, 17), QPointF(1, 10)});
        p.drawLine(QPointF(10, 13), QPointF(12, 7));
        p.drawLine(QPointF(13, 13), QPointF(15, 7));
        break;
    case LogKind::Note:
        for (double y : {5.0, 10.0, 15.0})
            p.drawLine(QPointF(3, y), QPointF(y > 12 ? 11 : 17, y));
        break;
    }
    p.restore();
}

void paintTag(QPainter &p, QRectF a) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.ink, 1.6));
    p.setBrush(t.watchWash);
    const double c = a.height() * 0.38;
    p.drawPolygon(QPolygonF{QPointF(a.left() + c, a.top()), a.topRight(), a.bottomRight(),
                            QPointF(a.left() + c, a.bottom()), QPointF(a.left(), a.center().y() + a.height() * 0.18),
                            QPointF(a.left(), a.center().y() - a.height() * 0.18)});
    p.setBrush(t.sheet);
    p.drawEllipse(QPointF(a.left() + c * 0.75, a.center().y()), 2.4, 2.4);
    p.setPen(QPen(t.ink, 2.6, Qt::SolidLine, Qt::FlatCap));
    for (double x : {0.52, 0.74})
        p.drawLine(QPointF(a.left() + a.width() * (x - 0.06), a.bottom() - a.height() * 0.24),
                   QPointF(a.left() + a.width() * (x + 0.06), a.top() + a.height() * 0.24));
    p.restore();
}

void paintDial(QPainter &p, QRectF area, const DialFace &d) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const double r = std::min(area.width(), area.height()) / 2 - 2;
    p.translate(area.center());
    p.setPen(QPen(t.ink, 1.6));
    p.setBrush(t.part2);
    p.drawEllipse(QPointF(0, 0), r, r);
    p.setBrush(t.field);
    p.setPen(QPen(t.ink, 1.2));
    p.drawEllipse(QPointF(0, 0), r * 0.88, r * 0.88);
    for (int k = 0; k < d.divisions; ++k) {
        const double angle = 2 * M_PI * k / d.divisions - M_PI / 2;
        const bool big = k % (d.divisions / d.figures) == 0, mid = k % 5 == 0;
        p.setPen(QPen(t.ink, big ? 1.4 : 0.8));
        const double from = r * 0.86, to = r * (big ? 0.72 : mid ? 0.77 : 0.81);
        p.drawLine(QPointF(std::cos(angle) * from, std::sin(angle) * from),
                   QPointF(std::cos(angle) * to, std::sin(angle) * to));
    }
    p.setFont(face(13));
    p.setPen(t.ink2);
    for (int k = 0; k < d.figures; ++k) {
        const double angle = 2 * M_PI * k / d.figures - M_PI / 2;
        const QPointF c(std::cos(angle) * r * 0.58, std::sin(angle) * r * 0.58);
        p.drawText(QRectF(c.x() - 24, c.y() - 9, 48, 18), Qt::AlignCenter, text(numberText(d.turn / d.figures * k, 4)));
    }
    p.drawText(QRectF(-30, r * 0.28, 60, 18), Qt::AlignCenter, d.unit);
    auto needle = [&](double v, bool dashed) {
        if (!(v == v)) return;
        const double angle = 2 * M_PI * v / d.turn - M_PI / 2;
        QPen pen(t.ink, dashed ? 1.4 : 2.4);
        if (dashed) pen.setDashPattern({4, 3});
        p.setPen(pen);
        p.drawLine(QPointF(-std::cos(angle) * r * 0.16, -std::sin(angle) * r * 0.16),
                   QPointF(std::cos(angle) * r * 0.8, std::sin(angle) * r * 0.8));
    };
    needle(d.predicted, true);
    needle(d.value, false);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    p.drawEllipse(QPointF(0, 0), r * 0.07, r * 0.07);
    p.restore();
}

void paintBand(QPainter &p, QRectF a, const Prediction &q) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const double y = a.center().y() + 3;
    p.setPen(QPen(t.rule2, 1.2));
    p.drawLine(QPointF(a.left(), y), QPointF(a.right(), y));
    if (!(q.said == q.said) || !(q.said > 0)) {
        p.restore();
        return;
    }
    const bool upper = !(q.saidU == q.saidU); // only a most allowed
    // the band takes two fifths of the line, the mark is held inside it
    const double u = upper ? q.said : q.saidU > 0 ? q.saidU : 0.1 * q.said;
    const double scale = a.width() * 0.385 / (upper ? q.said : u), middle = upper ? a.left() : a.center().x();
    auto x = [&](double v) {
        return std::clamp(upper ? middle + v * scale : middle + (v - q.said) * scale, a.left() + 4, a.right() - 4);
    };
    p.setPen(QPen(t.holds, 1.2));
    p.setBrush(t.holdsWash);
    p.drawRect(QRectF(QPointF(upper ? a.left() : x(q.notBefore ? q.said : q.said - u), y - 6),
                      QPointF(q.notBefore ? a.right() : x(upper ? q.said : q.said + u), y + 6)));
    if (!upper) {
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(middle, y - 8), QPointF(middle, y + 8));
    }
    if (q.is == q.is) {
        const QColor ink = q.verdict == Verdict::Holds ? t.ink : t.of(q.verdict);
        if (q.isU == q.isU && q.isU > 0) {
            p.setPen(QPen(ink, 1.8));
            p.drawLine(QPointF(x(q.is - q.isU), y), QPointF(x(q.is + q.isU), y));
        }
        p.setPen(Qt::NoPen);
        p.setBrush(ink);
        const double at = x(q.is);
        p.drawPolygon(QPolygonF{QPointF(at - 6, y - 14), QPointF(at + 6, y - 14), QPointF(at, y - 4)});
    }
    p.restore();
}

} // namespace lw
