#include "picture/rotary_views.h"
#include "picture/marks.h"
#include "picture/theme.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
namespace {
struct Size {
    double v;
    bool known;
};
Size sizeOr(const Known &k, double usual) { return k.known() ? Size{k.v, !k.assumed()} : Size{usual, false}; }
QPen outline(bool known, double width = 1.4) {
    QPen p(known ? theme().ink : theme().ink2, width, Qt::SolidLine, Qt::FlatCap, Qt::MiterJoin);
    if (!known) p.setDashPattern({5, 4});
    return p;
}
QPen thin(bool dashed = false) {
    QPen p(theme().ink2, 0.9);
    if (dashed) p.setDashPattern({9, 3, 2, 3});
    return p;
}
QString lengthFigure(double metres) { return text(shownNumber(metres, Dimension::Length, "mm", 4)); }

/// What both views are made of, metres over the table.
struct Room {
    Size height, jaws, chuck, length, nose, tool;
    bool noseKnown, portalKnown;
    double portal, swing;
};
Room roomOf(const RotaryTable &t, double largest) {
    Room r{};
    r.height = sizeOr(t.height, 0.1);
    r.jaws = sizeOr(t.jaws, t.chuck.known() ? 1.28 * t.chuck.v : 0.16);
    r.chuck = sizeOr(t.chuck, r.jaws.v / 1.28);
    r.length = sizeOr(t.length, 0.16);
    r.tool = sizeOr(t.tool, 0.06);
    r.noseKnown = t.nose.known();
    r.nose = sizeOr(t.nose, r.height.v + r.jaws.v / 2 + r.tool.v + 0.08);
    r.portalKnown = t.portal.known();
    r.portal = t.portal.v;
    r.swing = t.swing.known() ? t.swing.v : largest > 0 ? largest : 0;
    return r;
}
/// Head, nose and tool, hanging over a place.
void paintHead(QPainter &p, const Room &r, double x, double tableY, double k, double wide) {
    const auto &th = theme();
    const double nose = tableY - r.nose.v * k, tip = nose + r.tool.v * k;
    p.setPen(outline(r.noseKnown));
    p.setBrush(th.part2);
    p.drawRect(QRectF(x - wide / 2, nose - 62, wide, 34));
    p.setBrush(th.part);
    p.drawRect(QRectF(x - wide * 0.3, nose - 28, wide * 0.6, 16));
    p.setBrush(th.part2);
    p.drawRect(QRectF(x - wide * 0.13, nose - 12, wide * 0.26, 12));
    p.setPen(outline(r.tool.known));
    p.setBrush(th.part);
    p.drawRect(QRectF(x - 5, nose, 10, (tip - nose) * 0.5));
    p.drawRect(QRectF(x - 3, nose + (tip - nose) * 0.5, 6, (tip - nose) * 0.5));
}
void paintJaw(QPainter &p, QPointF centre, double inner, double outer, double angle) {
    p.save();
    p.translate(centre);
    p.rotate(angle);
    p.drawRect(QRectF(inner, -6, outer - inner, 12));
    p.restore();
}
} // namespace

double paintRotaryViews(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s) {
    const auto &t = *m.rotary();
    const auto r = roomOf(t, s.rotary.largestWork);
    const auto &th = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    const double tallest = std::max({r.nose.v, r.portalKnown ? r.portal : 0, r.height.v + r.jaws.v / 2 + 0.02});
    const double wide = std::max({0.30, r.jaws.v * 1.5, r.swing * 1.1}) + r.length.v * 1.9 + 0.02;
    const double k = std::min((area.height() - 104) / tallest, (area.width() - 210) / wide);
    const double tableY = area.bottom() - 24;
    const double halfFront = std::max({0.15, r.jaws.v * 0.75, r.swing * 0.55}) * k;
    const double x = area.left() + 34 + halfFront;
    p.setPen(th.ink2);
    p.drawText(QPointF(area.left(), area.top() + 13), u"From the front"_s);
    // table
    p.setPen(outline(true));
    p.setBrush(th.part);
    p.drawRect(QRectF(x - halfFront - 26, tableY, 2 * halfFront + 52, 15));
    paintHead(p, r, x, tableY, k, 96);
    if (r.portalKnown) {
        p.setPen(outline(true));
        p.drawLine(QPointF(x - halfFront - 20, tableY - r.portal * k),
                   QPointF(x + halfFront + 20, tableY - r.portal * k));
        p.setPen(th.ink2);
        p.drawText(QPointF(x - halfFront - 20, tableY - r.portal * k - 4), u"portal"_s);
    }
    const QPointF axis(x, tableY - r.height.v * k);
    // unit
    p.setPen(outline(r.height.known));
    p.setBrush(th.part);
    const double body = std::max(r.chuck.v * 0.9, 0.05) * k;
    p.drawRect(QRectF(x - body / 2, axis.y(), body, tableY - axis.y() - 8));
    p.drawRect(QRectF(x - body * 0.62, tableY - 8, body * 1.24, 8));
    // swing, jaws, chuck
    if (r.swing > 0) {
        p.setBrush(Qt::NoBrush);
        p.setPen(thin(true));
        p.drawEllipse(axis, r.swing / 2 * k, r.swing / 2 * k);
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(outline(false, 1.1));
    p.drawEllipse(axis, r.jaws.v / 2 * k, r.jaws.v / 2 * k);
    p.setPen(outline(r.chuck.known));
    p.setBrush(th.part2);
    p.drawEllipse(axis, r.chuck.v / 2 * k, r.chuck.v / 2 * k);
    p.setBrush(th.part);
    p.setPen(outline(r.jaws.known, 1.1));
    for (const double a : {-90.0, 30.0, 150.0})
        paintJaw(p, axis, r.chuck.v * 0.16 * k, r.jaws.v / 2 * k, a);
    p.setBrush(th.sheet);
    p.drawEllipse(axis, std::max(4.0, r.chuck.v * 0.1 * k), std::max(4.0, r.chuck.v * 0.1 * k));
    p.setPen(thin(true));
    p.drawLine(QPointF(x, tableY - r.nose.v * k - 72), QPointF(x, tableY + 20));
    p.drawLine(QPointF(x - halfFront, axis.y()), QPointF(x + halfFront + 20, axis.y()));
    // figures
    const double right = x + halfFront + 8;
    p.setPen(th.ink);
    if (t.height.known()) paintDimension(p, QPointF(right, tableY), QPointF(right, axis.y()), lengthFigure(t.height.v));
    if (t.nose.known())
        paintDimension(p, QPointF(right + 34, tableY), QPointF(right + 34, tableY - t.nose.v * k),
                       lengthFigure(t.nose.v), true);
    const double gap = s.rotary.gap;
    if (gap == gap) {
        const double left = x - halfFront - 4, jawTop = axis.y() - r.jaws.v / 2 * k;
        if (gap > 0) paintDimension(p, QPointF(left, jawTop), QPointF(left, jawTop - gap * k), lengthFigure(gap), true);
        p.setPen(gap < 3e-3 ? th.fails : th.ink2);
        p.setFont(face(13, gap < 3e-3));
        p.drawText(QRectF(area.left(), jawTop - std::max(0.0, gap) * k - 38, x - area.left() - 52, 36),
                   Qt::AlignLeft | Qt::AlignBottom | Qt::TextWordWrap,
                   gap > 0 ? u"clears open jaws"_s : u"jaws hit by %1"_s.arg(lengthFigure(-gap)));
        p.setFont(face(13));
    } else {
        p.setPen(th.ink2);
        p.drawText(QRectF(area.left(), area.top() + 20, halfFront * 0.9, 60), Qt::AlignLeft | Qt::TextWordWrap,
                   u"dashed: not measured yet"_s);
    }

    // from the right
    const double sideX = right + 74, chuckWide = std::min(0.35 * r.length.v, 0.06) * k,
                 unitWide = r.length.v * k - chuckWide;
    p.setPen(th.ink2);
    p.drawText(QPointF(sideX, area.top() + 13), u"From the right"_s);
    const double columnX = std::min(area.right() - 46, sideX + r.length.v * k + 74);
    p.setPen(outline(true));
    p.setBrush(th.part2);
    p.drawRect(QRectF(columnX, area.top() + 22, 40, tableY - area.top() - 7));
    p.setBrush(th.part);
    p.drawRect(QRectF(sideX - 8, tableY, columnX - sideX - 4, 15));
    const double toolX = sideX + chuckWide * 0.3;
    paintHead(p, r, toolX + 14, tableY, k, 70);
    p.setPen(outline(r.height.known));
    p.setBrush(th.part);
    p.drawRect(QRectF(sideX + chuckWide, axis.y() - body * 0.5, unitWide, tableY - axis.y() + body * 0.5 - 8));
    p.drawRect(QRectF(sideX + chuckWide - 4, tableY - 8, unitWide + 8, 8));
    p.setPen(outline(r.chuck.known));
    p.setBrush(th.part2);
    p.drawRect(QRectF(sideX, axis.y() - r.chuck.v / 2 * k, chuckWide, r.chuck.v * k));
    p.setBrush(th.part);
    p.setPen(outline(r.jaws.known, 1.1));
    p.drawRect(QRectF(sideX - 12, axis.y() - r.jaws.v / 2 * k, 12, r.jaws.v * 0.2 * k));
    p.drawRect(QRectF(sideX - 12, axis.y() + r.jaws.v * 0.15 * k, 12, r.jaws.v * 0.2 * k));
    p.setPen(thin(true));
    p.drawLine(QPointF(sideX - 20, axis.y()), QPointF(sideX + r.length.v * k + 12, axis.y()));
    p.setPen(th.ink);
    if (t.length.known())
        paintDimension(p, QPointF(sideX, tableY + 26 - 4), QPointF(sideX + r.length.v * k, tableY + 22),
                       lengthFigure(t.length.v));
    p.restore();
    return k;
}

} // namespace lw
