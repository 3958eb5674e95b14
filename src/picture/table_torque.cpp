#include "picture/table_torque.h"
#include "picture/label_places.h"
#include "picture/theme.h"
#include "units/shown_units.h"
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

void paintTableTorque(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s) {
    const auto &th = theme();
    const auto &t = *m.rotary();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    p.setPen(th.ink2);
    const auto torque = [](double v) { return text(withUnit(v, Dimension::Torque, "Nm", 3)); };
    if (!(t.unbalance == t.unbalance)) {
        p.drawText(area, Qt::AlignCenter, u"Torque over a turn: say first what turns, sizes or masses."_s);
        p.restore();
        return;
    }
    const double cut = s.rotary.cut == s.rotary.cut ? s.rotary.cut : 0;
    const double drive = s.rotary.output, clamp = t.hasClamp ? t.clamp.v : notKnown;
    // the last reducer's is felt at the table too
    const double drag = m.pull.v + (s.chain.stages.empty() ? 0 : s.chain.stages.back().drag.value());
    double top = std::max({t.unbalance + cut, drag, 0.1});
    // what stands against it is drawn where it is near enough to matter
    for (const double limit : {drive, clamp})
        if (limit == limit && limit < 4 * top) top = std::max(top, limit);
    top *= 1.12;
    const QRectF in = area.adjusted(46, 20, -10, -22);
    const auto at = [&](double degrees, double v) {
        return QPointF(in.left() + degrees / 360 * in.width(), in.center().y() - v / top * in.height() / 2);
    };
    p.drawText(QPointF(area.left(), area.top() + 13),
               u"Torque at the table over a turn, %1"_s.arg(text(unitLabel(shownUnit("Nm")))));
    // drag: inside it the flanks stay together
    p.fillRect(QRectF(at(0, drag), at(360, -drag)), th.holdsWash);
    p.setPen(QPen(th.ink, 1.2));
    p.drawLine(at(0, 0), at(360, 0));
    p.drawLine(in.topLeft(), in.bottomLeft());
    p.setPen(th.ink2);
    for (const int degrees : {0, 90, 180, 270, 360})
        p.drawText(QRectF(at(degrees, 0).x() - 24, in.bottom() + 3, 48, 18), Qt::AlignHCenter,
                   QString::number(degrees) + u"°"_s);
    for (const double v : {-top / 1.12, 0.0, top / 1.12})
        p.drawText(QRectF(area.left(), at(0, v).y() - 9, 42, 18), Qt::AlignRight | Qt::AlignVCenter,
                   text(shownNumber(v, Dimension::Torque, "Nm", 2)));
    LabelPlaces places(in.adjusted(0, -4, 0, 4));
    const auto curve = [&](double offset) {
        QPolygonF line;
        for (int d = 0; d <= 360; d += 4)
            line << at(d, t.unbalance * std::cos(d * M_PI / 180) + offset);
        return line;
    };
    const auto weight = curve(0), high = curve(cut), low = curve(-cut);
    if (cut > 0) {
        QPen thin(th.ink2, 1);
        thin.setDashPattern({4, 3});
        p.setPen(thin);
        p.drawPolyline(high);
        p.drawPolyline(low);
        places.keepOff(high);
        places.keepOff(low);
    }
    p.setPen(QPen(th.ink, 2));
    p.drawPolyline(weight);
    places.keepOff(weight);
    struct Line {
        QString words;
        double v;
        bool broken;
    };
    std::vector<Line> lines;
    if (drive == drive) lines.push_back({u"the drive gives "_s + torque(drive), drive, t.unbalance + cut > drive});
    if (clamp == clamp) lines.push_back({u"the clamp holds "_s + torque(clamp), clamp, t.unbalance + cut > clamp});
    std::vector<std::vector<QRectF>> tries;
    std::vector<std::pair<QString, QColor>> names;
    const QFontMetricsF fm(p.font());
    const auto name = [&](const QString &words, QColor colour, const QPolygonF &along, bool below = false) {
        const QSizeF size(fm.horizontalAdvance(words) + 4, fm.height());
        std::vector<QRectF> where;
        for (int k : {45, 40, 50, 30, 60, 20, 70, 12, 80})
            if (const auto &q = along[qsizetype(k * (along.size() - 1) / 90)]; true)
                for (const double off : {4.0, 12.0, 22.0})
                    where.emplace_back(
                        QPointF(q.x() - size.width() / 2, below ? q.y() + off : q.y() - off - size.height()), size);
        tries.push_back(std::move(where));
        names.emplace_back(words, colour);
    };
    for (const auto &l : lines) {
        const bool inside = l.v <= top;
        const auto colour = l.broken ? th.fails : th.holds;
        if (inside) {
            p.setPen(QPen(colour, 1.6));
            p.drawLine(at(0, l.v), at(360, l.v));
            p.drawLine(at(0, -l.v), at(360, -l.v));
            places.keepOff(QPolygonF({at(0, l.v), at(360, l.v)}));
            places.keepOff(QPolygonF({at(0, -l.v), at(360, -l.v)}));
        }
        QPolygonF along;
        for (int k = 0; k <= 90; ++k)
            along << at(k * 4, inside ? l.v : top / 1.12);
        name(inside ? l.words : l.words + u", far above"_s, colour, along, true);
    }
    name(t.lies ? u"weight: %1 at its worst"_s.arg(torque(t.unbalance)) : u"axis upright: weight turns nothing"_s,
         th.ink, weight);
    if (cut > 0) name(u"with the cut, either way: %1"_s.arg(torque(t.unbalance + cut)), th.ink2, high);
    name(u"drag %1"_s.arg(torque(drag)), th.ink2, QPolygonF([&] {
             QPolygonF q;
             for (int k = 0; k <= 90; ++k)
                 q << at(k * 4, drag);
             return q;
         }()));
    const auto boxes = places.place(tries);
    for (std::size_t k = 0; k < boxes.size(); ++k) {
        p.setPen(names[k].second);
        p.drawText(boxes[k], Qt::AlignCenter, names[k].first);
    }
    p.restore();
}

} // namespace lw
