#include "picture/cut_picture.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QString mmText(double v) { return text(shownNumber(v, Dimension::Length, "mm", 3)); }

void arrow(QPainter &p, QPointF from, QPointF to) {
    p.drawLine(from, to);
    const QPointF d = to - from;
    const double n = std::hypot(d.x(), d.y());
    if (n < 1) return;
    const QPointF u = d / n, w(-u.y(), u.x());
    p.setBrush(p.pen().color());
    p.drawPolygon(QPolygonF{to, to - u * 9 + w * 3.5, to - u * 9 - w * 3.5});
    p.setBrush(Qt::NoBrush);
}
void grip(QPainter &p, QRectF r) {
    p.setPen(QPen(theme().touch, 1.4));
    p.setBrush(theme().touch);
    p.drawEllipse(r.center(), 5, 5);
}

/// Cutter from above, turning clockwise. Climb: the bite lies where the teeth come down onto the work; against the
/// feed: mirrored, they start from nothing.
CutGrips milling(QPainter &p, QRectF area, const Cut &c) {
    const auto &t = theme();
    const double D = c.mill.cutter.value(), ae = c.mill.width.value(), ap = c.mill.depth.value();
    CutGrips g;
    if (!(D > 0) || !(ae > 0) || !(ap > 0)) return g;
    const bool climb = c.mill.mode == MillingMode::Climb;
    const double s = climb ? 1 : -1;
    const QRectF view(area.left(), area.top(), area.width() - 54, area.height());
    const double k = std::min(view.height() * 0.60 / D, view.width() * 0.5 / D), R = D / 2 * k;
    const QPointF centre(view.center().x(), view.top() + R + 12);
    const double bottom = centre.y() + R, top = bottom - ae * k, back = area.bottom() - 2;
    const double full = s > 0 ? view.right() - 2 : view.left() + 2, done = s > 0 ? view.left() + 2 : view.right() - 2;
    const double phi = std::acos(std::clamp(1 - 2 * ae / D, -1.0, 1.0));
    const auto rim = [&](int n) {
        return QPointF(centre.x() + s * R * std::sin(phi * n / 40), centre.y() + R * std::cos(phi * n / 40));
    };
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part);
    QPolygonF work, bite;
    work << QPointF(done, bottom) << QPointF(centre.x(), bottom);
    for (int n = 0; n <= 40; ++n)
        work << rim(n);
    work << QPointF(full, top) << QPointF(full, back) << QPointF(done, back);
    p.drawPolygon(work);
    bite << centre;
    for (int n = 0; n <= 40; ++n)
        bite << rim(n);
    p.setPen(QPen(t.touch, 1.4));
    p.setBrush(t.touchWash);
    p.drawPolygon(bite);
    QPen dash(t.ink, 1);
    dash.setDashPattern({3, 3});
    p.setPen(dash);
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(centre, R, R);
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part2);
    QPolygonF body;
    const int z = std::clamp(c.mill.teeth, 1, 12);
    for (int n = 0; n < z; ++n) { // edges lead clockwise
        const auto at = [&](double turn, double r) {
            return QPointF(centre.x() + r * std::cos(turn), centre.y() + r * std::sin(turn));
        };
        const double edge = 2 * pi * n / z + 0.35, pitch = 2 * pi / z;
        body << at(edge - pitch * 0.62, R * 0.46) << at(edge - pitch * 0.30, R * 0.86) << at(edge, R * 0.98);
    }
    p.drawPolygon(body);
    p.setBrush(Qt::NoBrush);
    p.drawArc(QRectF(centre.x() - R - 6, centre.y() - R - 6, 2 * R + 12, 2 * R + 12), 60 * 16, 60 * 16);
    const double end = 60 * pi / 180;
    const QPointF tip(centre.x() + (R + 6) * std::cos(end), centre.y() - (R + 6) * std::sin(end)),
        along(std::sin(end), std::cos(end)), side(-along.y(), along.x());
    p.setBrush(t.ink);
    p.drawPolygon(QPolygonF{tip + along * 7, tip + side * 3.5, tip - side * 3.5});
    p.setFont(face(13));
    const double y = back - 12;
    const QString words = climb ? u"table, climb"_s : u"table"_s;
    const double wide = QFontMetrics(p.font()).horizontalAdvance(words) + 8;
    p.drawText(QRectF(centre.x() - wide - 8, y - 9, wide, 18), Qt::AlignLeft | Qt::AlignVCenter, words);
    const double a0 = centre.x() - 4, a1 = centre.x() + 44;
    if (climb)
        arrow(p, {a1, y}, {a0, y});
    else
        arrow(p, {a0, y}, {a1, y});
    // width, dimensioned where it is cut away
    const double x = s > 0 ? view.left() + 12 : view.right() - 12;
    QPen thin(t.touch, 1);
    thin.setDashPattern({2, 3});
    p.setPen(thin);
    p.drawLine(QPointF(x + (s > 0 ? -8 : 8), top), QPointF(centre.x(), top));
    p.setPen(QPen(t.touch, 1.4));
    p.drawLine(QPointF(x, top), QPointF(x, bottom));
    p.drawText(s > 0 ? QRectF(x - 6, bottom + 2, 70, 18) : QRectF(x - 64, bottom + 2, 70, 18),
               (s > 0 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter, mmText(ae) + u" wide"_s);
    g.width = QRectF(x - 7, top - 7, 14, 14);
    g.widthScale = -1 / k; // upwards is wider
    grip(p, g.width);
    // depth, from the side
    const double sx = area.right() - 40, sy = area.top() + 26, room = area.height() - 50;
    const double kd = std::min(room * 0.8 / std::max(ap, D * 0.6), k);
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part);
    p.drawRect(QRectF(sx - 6, sy + ap * kd, 42, std::max(8.0, room - ap * kd)));
    p.drawRect(QRectF(sx + 18, sy, 18, ap * kd));
    p.setBrush(t.part2);
    p.drawRect(QRectF(sx, sy - 18, 18, 18 + ap * kd));
    p.setPen(QPen(t.touch, 1.4));
    p.drawText(QRectF(sx - 14, area.top() - 8, 56, 16), Qt::AlignCenter, mmText(ap) + u" deep"_s);
    g.depth = QRectF(sx + 2, sy + ap * kd - 7, 14, 14);
    g.depthScale = 1 / kd;
    grip(p, g.depth);
    return g;
}

void drilling(QPainter &p, QRectF area, const Cut &c) {
    const auto &t = theme();
    const double D = c.drill.drill.value();
    if (!(D > 0)) return;
    const double w = std::min(area.height() * 0.32, area.width() * 0.2), cx = area.left() + area.width() * 0.38,
                 tip = area.top() + area.height() * 0.78;
    const double half = c.drill.point.value() / 2, cone = w / 2 / std::tan(half);
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part);
    p.drawRect(QRectF(cx - w * 1.6, area.top() + area.height() * 0.42, w * 3.2, area.height() * 0.55));
    p.setBrush(t.part2);
    p.drawPolygon(QPolygonF{{cx - w / 2, area.top()},
                            {cx + w / 2, area.top()},
                            {cx + w / 2, tip - cone},
                            {cx, tip},
                            {cx - w / 2, tip - cone}});
    for (double y = area.top() + 6; y < tip - cone - 14; y += 22)
        p.drawLine(QPointF(cx - w / 2, y + 18), QPointF(cx + w / 2, y));
    p.setPen(QPen(t.touch, 1.6));
    arrow(p, {cx + w * 1.1, area.top() + 4}, {cx + w * 1.1, area.top() + area.height() * 0.36});
    p.setFont(face(13));
    p.drawText(QRectF(cx + w * 1.1 + 8, area.top() + 8, 90, 18), Qt::AlignLeft,
               text(withUnit(c.uncapped, Dimension::Force, "N")));
    p.setPen(t.ink2);
    p.drawText(QRectF(cx - w * 1.6 - 4, area.top() + 2, w, 18), Qt::AlignLeft, u"Ø "_s + mmText(D));
}

/// Work in the chuck, the tool against it.
void turning(QPainter &p, QRectF area, const Cut &c, const QString &figure) {
    const auto &t = theme();
    const double cy = area.top() + area.height() * 0.36, r = area.height() * 0.24;
    const double cut = std::max(3.0, r * 0.22), x0 = area.left() + 34, x1 = area.right() - 20,
                 tool = area.left() + area.width() * 0.62;
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part2);
    p.drawRect(QRectF(area.left(), cy - r - 12, 34, 2 * r + 24));
    p.setBrush(t.part);
    p.drawPolygon(QPolygonF{{x0, cy - r},
                            {tool, cy - r},
                            {tool, cy - r + cut},
                            {x1, cy - r + cut},
                            {x1, cy + r - cut},
                            {tool, cy + r - cut},
                            {tool, cy + r},
                            {x0, cy + r}});
    QPen axis(t.ink2, 1);
    axis.setDashPattern({10, 3, 2, 3});
    p.setPen(axis);
    p.drawLine(QPointF(area.left(), cy), QPointF(area.right(), cy));
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part2);
    p.drawPolygon(QPolygonF{{tool, cy + r - cut},
                            {tool + 26, cy + r - cut + 8},
                            {tool + 26, area.bottom()},
                            {tool + 4, area.bottom()},
                            {tool + 4, cy + r + 6}});
    if (c.kind == CutKind::Threading) {
        p.setBrush(Qt::NoBrush);
        for (double x = tool + 30; x < x1 - 4; x += 7)
            p.drawLine(QPointF(x, cy - r + cut), QPointF(x + 4, cy + r - cut));
    }
    p.setPen(QPen(t.touch, 1.6));
    arrow(p, {tool - 6, area.bottom() - 12}, {tool - 56, area.bottom() - 12});
    p.setFont(face(13));
    p.drawText(QRectF(area.left(), area.bottom() - 22, tool - 66 - area.left(), 18), Qt::AlignRight, figure);
}

void grinding(QPainter &p, QRectF area, const Cut &c) {
    const auto &t = theme();
    const double r = area.height() * 0.42, cx = area.center().x(), cy = area.top() + r + 2;
    p.setPen(QPen(t.ink, 1.3));
    p.setBrush(t.part);
    p.drawRect(QRectF(area.left() + 8, cy + r - 5, area.width() - 16, area.bottom() - cy - r + 4));
    p.setBrush(t.part2);
    p.drawEllipse(QPointF(cx, cy), r, r);
    p.setBrush(t.sheet);
    p.drawEllipse(QPointF(cx, cy), r * 0.25, r * 0.25);
    p.setPen(QPen(t.touch, 1.6));
    arrow(p, {cx + 20, area.bottom() - 7}, {cx + 90, area.bottom() - 7});
    p.setFont(face(13));
    p.drawText(QRectF(area.left() + 12, area.bottom() - 16, cx - area.left(), 18), Qt::AlignLeft,
               u"at the rim "_s + text(withUnit(c.tangential, Dimension::Force, "N")));
}
} // namespace

CutGrips paintCut(QPainter &p, QRectF area, const Cut &c) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    CutGrips g;
    switch (c.kind) {
    case CutKind::Milling: g = milling(p, area, c); break;
    case CutKind::Drilling:
    case CutKind::Tapping:
        if (c.kind == CutKind::Drilling) drilling(p, area, c);
        break;
    case CutKind::Turning: turning(p, area, c, text(withUnit(c.uncapped, Dimension::Force, "N"))); break;
    case CutKind::Threading: turning(p, area, c, text(withUnit(c.tangential, Dimension::Force, "N"))); break;
    case CutKind::Grinding: grinding(p, area, c); break;
    case CutKind::Given: break;
    }
    p.restore();
    return g;
}

void paintOtherMetals(QPainter &p, QRectF area, const std::vector<OtherMetal> &metals, double cap) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double most = 1;
    for (const auto &m : metals)
        most = std::max({most, m.force, m.high});
    const double x0 = area.left() + 150, w = area.width() - 150 - 56;
    double y = area.top();
    for (const auto &m : metals) {
        const QRectF row(area.left(), y, area.width(), otherMetalRow);
        if (m.current) {
            p.setPen(QPen(t.touch, 1.2));
            p.setBrush(t.touchWash);
            p.drawRect(row.adjusted(0.5, 0.5, -0.5, -0.5));
        }
        p.setFont(face(13, m.current));
        p.setPen(t.ink);
        p.drawText(row.adjusted(6, 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetrics(p.font()).elidedText(text(m.material->name), Qt::ElideRight, 140));
        p.setPen(QPen(t.ink, 1));
        p.setBrush(m.current ? t.ink : t.part);
        p.drawRect(QRectF(x0, y + 6, m.force / most * w, otherMetalRow - 12));
        p.setPen(QPen(m.current ? t.touch : t.ink, 1.2));
        p.drawLine(QPointF(x0 + m.low / most * w, y + otherMetalRow / 2),
                   QPointF(x0 + m.high / most * w, y + otherMetalRow / 2));
        p.setFont(face(15, m.current));
        p.setPen(t.ink);
        p.drawText(row.adjusted(0, 0, -6, 0), Qt::AlignRight | Qt::AlignVCenter,
                   text(shownNumber(m.force, Dimension::Force, "N", 2)));
        y += otherMetalRow;
    }
    if (cap == cap && cap < most && cap > 0) {
        QPen dash(t.watch, 1.4);
        dash.setDashPattern({4, 3});
        p.setPen(dash);
        p.drawLine(QPointF(x0 + cap / most * w, area.top()), QPointF(x0 + cap / most * w, y));
    }
    p.restore();
}

} // namespace lw
