#include "picture/travel_map.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

void paintTravelMap(QPainter &p, QRectF area, double left, double right, const AxisModel &m, const SurveyMap &map,
                    const std::vector<std::pair<double, double>> &screwLine) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const double travel = m.travel.known() && m.travel.v > 0 ? m.travel.v : 0.3;
    const auto x = [&](double place) { return left + (right - left) * std::clamp(place / travel, 0.0, 1.0); };
    // the way itself, with the zones on it
    const QRectF way(left, area.top() + 2, right - left, 15);
    p.setPen(QPen(t.ink, 1.2));
    p.setBrush(t.part);
    p.drawRect(way);
    p.setFont(face(13));
    const MapZone *worn = nullptr; // the screw's wear is drawn with the play, below
    for (const auto &z : map.zones) {
        if (z.name == "screw worn") {
            worn = &z;
            continue;
        }
        const QRectF r(x(z.from), way.top(), std::max(3.0, x(z.to) - x(z.from)), way.height());
        p.setPen(QPen(t.ink2, 1));
        p.setBrush(z.name == "loose" ? hatch(t.ink2, 0.8)
                                     : QBrush(z.verdict == Verdict::Fails ? t.failsWash : t.watchWash));
        p.drawRect(r);
        const QString words = text(z.name);
        if (QFontMetrics(p.font()).horizontalAdvance(words) + 8 < r.width()) {
            p.setPen(t.ink);
            if (z.name == "loose")
                p.fillRect(QRectF(r.center().x() - QFontMetrics(p.font()).horizontalAdvance(words) / 2.0 - 3,
                                  r.top() + 1, QFontMetrics(p.font()).horizontalAdvance(words) + 6, r.height() - 2),
                           t.sheet);
            p.drawText(r, Qt::AlignCenter, words);
        }
    }
    if (map.usedFrom == map.usedFrom && map.usedTo == map.usedTo) {
        p.setPen(QPen(t.touch, 2));
        const double y = way.bottom() + 4;
        p.drawLine(QPointF(x(map.usedFrom), y), QPointF(x(map.usedTo), y));
        for (double v : {map.usedFrom, map.usedTo})
            p.drawLine(QPointF(x(v), y - 4), QPointF(x(v), y + 4));
    }
    const double base = area.bottom() - 4;
    // play: a bar hanging at each place
    double most = 0.05e-3;
    for (const auto &[at, lost] : m.playAlong)
        most = std::max(most, lost);
    const double high = std::max(8.0, base - way.bottom() - 22);
    if (worn)
        p.fillRect(QRectF(x(worn->from), base - high - 2, x(worn->to) - x(worn->from), high + 2),
                   worn->verdict == Verdict::Fails ? t.failsWash : t.watchWash);
    std::vector<std::tuple<QRectF, int, QString>> plays;
    for (const auto &[at, lost] : m.playAlong) {
        const double h = high * lost / most;
        p.setPen(QPen(t.ink, 1.1));
        p.setBrush(t.part2);
        p.drawRect(QRectF(x(at) - 4, base - h, 8, h));
        const QString words =
            text(withUnit(lost, Dimension::Length, "mm", 2)) + (worn && lost == most ? u" screw worn"_s : QString());
        const double wide = QFontMetricsF(p.font()).horizontalAdvance(words) + 3;
        const bool atLeft = x(at) + 8 + wide > right;
        plays.emplace_back(QRectF(atLeft ? x(at) - 8 - wide : x(at) + 8, base - 16, wide, 16),
                           int((atLeft ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignBottom), words);
    }
    if (screwLine.size() > 1) {
        double span = 0.02e-3;
        for (const auto &[at, y] : screwLine)
            span = std::max(span, std::fabs(y - screwLine.front().second));
        QPolygonF line;
        for (const auto &[at, y] : screwLine)
            line << QPointF(x(at), base - high / 2 - (y - screwLine.front().second) / span * high / 2);
        QPen pen(t.touch, 1.6);
        pen.setDashPattern({5, 3});
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(line);
    }
    for (const auto &[r, flags, words] : plays) { // over the line, on ground of their own
        p.fillRect(QFontMetricsF(p.font()).boundingRect(r, flags, words).adjusted(-1, 1, 1, -1), t.sheet);
        p.setPen(t.ink2);
        p.drawText(r, flags, words);
    }
    p.setPen(t.ink3);
    QStringList what;
    if (!m.playAlong.empty()) what << u"bars: play"_s;
    if (screwLine.size() > 1) what << u"dashed: screw over the ways"_s;
    if (!what.isEmpty())
        p.drawText(QRectF(left, way.bottom() + 6, right - left, 14), Qt::AlignRight | Qt::AlignVCenter,
                   what.join(u",  "_s));
    p.restore();
}

} // namespace lw
