#include "picture/machine_sketch.h"

namespace lw {
using namespace Qt::StringLiterals;

void paintMachine(QPainter &p, QRectF area, std::string_view cls, const QString &lit, bool vertical, bool dashed) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &th = theme();
    // all on a grid 100 wide; each class fills it from its top to its floor, so that a height given is the height drawn
    const bool lathe = cls.find("lathe") != std::string_view::npos,
               grinder = cls.find("grinder") != std::string_view::npos;
    const double top = lathe                      ? 60
                       : grinder                  ? 18
                       : cls == "router"          ? 26
                       : cls == "horizontal_mill" ? 12
                                                  : 2,
                 floor = cls == "mini_lathe" ? 105
                         : cls == "router"   ? 107
                                             : 128;
    const double k = std::min(area.width() / 100, area.height() / (floor - top));
    p.translate(area.center().x() - 50 * k, area.bottom() - floor * k);
    p.scale(k, k);
    auto pen = [&](bool on) {
        QPen q(on ? th.touch : th.ink, 1.4);
        q.setCosmetic(true);
        if (dashed) q.setDashPattern({5, 4});
        return q;
    };
    auto box = [&](double x, double y, double w, double h, const QColor &fill, bool on = false) {
        p.setPen(pen(on));
        p.setBrush(dashed ? QBrush(Qt::NoBrush) : QBrush(on ? th.touchWash : fill));
        p.drawRect(QRectF(x, y, w, h));
    };
    auto arrow = [&](QPointF a, QPointF b) {
        QPen q(th.touch, 2.2);
        q.setCosmetic(true);
        p.setPen(q);
        p.drawLine(a, b);
        for (const auto &[at, other] : {std::pair{a, b}, std::pair{b, a}}) {
            const QPointF d = other - at;
            const double l = std::hypot(d.x(), d.y());
            const QPointF u = d / l, n(-u.y(), u.x());
            p.setBrush(th.touch);
            p.drawPolygon(QPolygonF{at, at + u * 6 + n * 3.4, at + u * 6 - n * 3.4});
        }
    };
    const bool isHead = lit.contains(u"head"_s) || lit.contains(u"quill"_s) || lit.contains(u"down"_s);
    const bool isTable = lit.contains(u"table"_s);
    const bool isSaddle = lit.contains(u"saddle"_s) || lit.contains(u"cross"_s);
    const bool isCarriage = lit.contains(u"carriage"_s);
    const bool isKnee = lit.contains(u"knee"_s);
    if (lathe) {
        box(2, 92, 96, 12, th.part);
        box(4, 62, 22, 30, th.part2);
        box(26, 70, 5, 14, th.part);
        box(78, 72, 14, 20, th.part);
        box(40, 86, 28, 6, th.part, isCarriage);
        box(48, 78, 12, 8, th.part2, isSaddle);
        if (cls != "mini_lathe") {
            box(6, 104, 16, 23, th.part);
            box(76, 104, 16, 23, th.part);
        }
        if (isCarriage) arrow({30, cls == "mini_lathe" ? 98.0 : 112.0}, {76, cls == "mini_lathe" ? 98.0 : 112.0});
        if (isSaddle) arrow({54, 60}, {54, 76});
    } else if (grinder) {
        box(58, 20, 18, 50, th.part);
        box(36, 28, 24, 20, th.part2, isHead);
        p.setPen(pen(isHead));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(QPointF(42, 40), 14, 14);
        box(10, 70, 80, 8, th.part, isTable);
        box(20, 78, 60, 8, th.part2, isSaddle);
        box(24, 86, 52, 40, th.part);
        if (isTable) arrow({4, 64}, {96, 64});
        if (isSaddle) arrow({86, 82}, {98, 82});
        if (isHead) arrow({90, 24}, {90, 54});
    } else if (cls == "router") {
        box(6, 96, 88, 10, th.part);
        box(12, 40, 10, 56, th.part2);
        box(78, 40, 10, 56, th.part2);
        box(12, 34, 76, 14, th.part, lit.contains(u"gantry"_s));
        box(40, 28, 18, 44, th.part2, isHead || isCarriage);
    } else if (cls == "horizontal_mill") {
        box(62, 20, 28, 98, th.part2);
        box(14, 14, 76, 10, th.part);
        box(14, 24, 8, 22, th.part);
        p.setPen(pen(false));
        p.drawLine(QPointF(22, 40), QPointF(62, 40));
        p.setBrush(dashed ? QBrush(Qt::NoBrush) : QBrush(th.part2));
        p.drawEllipse(QPointF(42, 40), 11, 11);
        box(6, 64, 50, 8, th.part, isTable);
        box(18, 72, 40, 7, th.part2, isSaddle);
        box(28, 79, 34, 26, th.part, isKnee);
        box(10, 118, 82, 9, th.part);
        if (isTable) arrow({2, 58}, {60, 58});
        if (isSaddle) arrow({10, 84}, {26, 84});
        if (isKnee) arrow({20, 84}, {20, 112});
    } else if (cls == "knee_mill") {
        box(44, 30, 14, 78, th.part2);
        box(36, 18, 30, 34, th.part, isHead);
        box(42, 2, 18, 18, th.part2);
        box(47, 52, 8, 12, th.part, isHead);
        box(4, 70, 92, 8, th.part, isTable);
        box(32, 78, 38, 7, th.part2, isSaddle);
        box(36, 85, 30, 24, th.part2, isKnee);
        p.setPen(pen(false));
        p.setBrush(th.field);
        if (dashed) p.setBrush(Qt::NoBrush);
        p.drawEllipse(QPointF(51, 97), 6, 6);
        p.drawEllipse(QPointF(4, 74), 5, 5);
        box(42, 109, 18, 10, th.part);
        box(28, 119, 46, 8, th.part);
        if (isTable) arrow({2, 64}, {98, 64});
        if (isSaddle) arrow({20, 92}, {80, 92});
        if (isHead) arrow({78, 22}, {78, 58});
        if (isKnee) arrow({78, 84}, {78, 114});
    } else {
        box(42, 18, 18, 96, th.part);
        box(36, 14, 30, 50, th.part2, isHead);
        box(42, 4, 18, 12, th.part, isHead);
        box(47, 64, 8, 10, th.part, isHead);
        box(6, 86, 88, 8, th.part, isTable);
        box(34, 94, 34, 8, th.part2, isSaddle);
        box(26, 114, 50, 12, th.part);
        if (isTable) arrow({2, 90}, {98, 90});
        if (isSaddle) arrow({24, 104}, {78, 104});
        if (isHead || (vertical && !isKnee)) arrow({80, 18}, {80, 62});
        if (isKnee) arrow({80, 90}, {80, 118});
    }
    p.restore();
}

} // namespace lw
