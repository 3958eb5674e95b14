#include "proof/checks/limits.h"
#include "picture/report_charts.h"
#include "picture/label_places.h"
#include "picture/ticks.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
struct Frame {
    QRectF r;
    double xMost, yMost;
    bool root;
    double xShown = 1, yShown = 1; ///< what is shown for one of what is drawn: inches are a view
    [[nodiscard]] QPointF at(double x, double y) const {
        return {r.left() + (root ? std::sqrt(std::max(0.0, x) / xMost) : x / xMost) * r.width(),
                r.bottom() - y / yMost * r.height()};
    }
};
/// @param xTicks in the units shown
void axes(QPainter &p, const Frame &f, const QString &y, const QString &x, const std::vector<double> &xTicks) {
    const auto &t = theme();
    p.setFont(face(13));
    const double step = roundStep(f.yMost * f.yShown, 5);
    for (const double v : ticksBetween(0, f.yMost * f.yShown * 1.0001, step, 20)) {
        const double py = f.at(0, v / f.yShown).y();
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(f.r.left(), py), QPointF(f.r.right(), py));
        p.setPen(t.ink2);
        p.drawText(QRectF(f.r.left() - 52, py - 9, 46, 18), Qt::AlignRight | Qt::AlignVCenter, text(numberText(v, 4)));
    }
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(f.r.bottomLeft(), f.r.bottomRight());
    p.drawLine(f.r.bottomLeft(), f.r.topLeft());
    for (double v : xTicks) {
        const double px = f.at(v / f.xShown, 0).x();
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(px, f.r.bottom()), QPointF(px, f.r.bottom() + 5));
        p.setPen(t.ink2);
        p.drawText(QRectF(px - 30, f.r.bottom() + 6, 60, 18), Qt::AlignCenter, text(numberText(v, 4)));
    }
    p.drawText(QRectF(f.r.left() - 48, f.r.top() - 22, 300, 18), Qt::AlignLeft | Qt::AlignVCenter, y);
    p.drawText(QRectF(f.r.left(), f.r.bottom() + 24, f.r.width(), 18), Qt::AlignRight | Qt::AlignVCenter, x);
}
} // namespace

void paintTorqueChart(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s,
                      std::span<const Finding> findings) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double speed = 400, top = 0.1;
    for (const auto &q : s.points)
        if (q.rpm == q.rpm && std::isfinite(q.rpm)) {
            speed = std::max(speed, q.rpm * 1.55);
            if (q.demand == q.demand) top = std::max(top, q.demand);
        }
    speed = std::min(speed, 6000.0);
    if (s.motorKnown) top = std::max(top, torquesAt(s.motor, 0).peak);
    Frame f{area.adjusted(56, 26, -16, -46), speed, top * 1.08, true, 1, shownScale(Dimension::Torque, "Nm")};
    const double step = roundStep(speed, 8);
    auto ticks = ticksBetween(0, speed, step, 20);
    ticks.push_back(step / 2); // the first stretch is wide on a root scale
    axes(p, f, u"torque at the motor, "_s + text(unitLabel(shownUnit("Nm"))),
         u"motor speed, rpm (drawn by its square root)"_s, ticks);
    LabelPlaces places(area.adjusted(56, 0, 0, -20));
    places.keepOff(QPolygonF({f.at(0, 0), f.at(speed, 0)}));
    std::vector<std::tuple<QString, QPolygonF, bool>> curves; // name, line, whether it stands above
    if (s.motorKnown) {
        QPolygonF countedLine, mostLine, wantedLine;
        QPainterPath counted, most, wanted;
        for (int k = 0; k <= 120; ++k) {
            const double rpm = speed * k * k / 14400.0;
            const auto q = torquesAt(s.motor, rpm);
            const QPointF a = f.at(rpm, q.countedOn), b = f.at(rpm, q.peak), c = f.at(rpm, safeLine(m.motor, q));
            countedLine << a;
            mostLine << b;
            wantedLine << c;
            if (k == 0) {
                counted.moveTo(a);
                most.moveTo(b);
                wanted.moveTo(c);
            } else {
                counted.lineTo(a);
                most.lineTo(b);
                wanted.lineTo(c);
            }
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ink, 2.2));
        p.drawPath(counted);
        QPen dash(t.ink2, 1.3);
        dash.setDashPattern({6, 4});
        p.setPen(dash);
        p.drawPath(most);
        dash.setDashPattern({1.5, 3});
        p.setPen(dash);
        p.drawPath(wanted);
        curves = {{u"most it can give"_s, mostLine, true},
                  {u"counted on"_s, countedLine, false},
                  {m.servo()        ? u"all day"_s
                   : m.closedLoop() ? u"three quarters of it"_s
                                    : u"half of it"_s,
                   wantedLine, false}};
        for (const auto &[name, line, above] : curves)
            places.keepOff(line);
    }
    // pins first, all of them; then the names where they strike nothing
    struct Named {
        QPointF at;
        QString words;
    };
    std::vector<Named> named;
    for (const auto &x : findings) {
        if (!x.check->torqueRow) continue;
        for (const auto &q : s.points) {
            if (q.kind != x.subject.at || q.cut != x.subject.cut || !(q.demand == q.demand) || !std::isfinite(q.rpm))
                continue;
            const QPointF at = f.at(q.rpm, q.demand);
            if (q.design == q.design) {
                QPen dot(t.ink2, 0.9);
                dot.setDashPattern({1, 3});
                p.setPen(dot);
                p.drawLine(at, f.at(q.rpm, q.design));
            }
            paintPin(p, at - QPointF(11, 0), x.verdict, {22, 11});
            places.keepOff(QRectF(at - QPointF(12, 7), QSizeF(24, 14)));
            named.push_back({at, text(titleOf(m, x)) + u", "_s + text(marginText(x))});
            break;
        }
    }
    const QFontMetricsF fm(face(13));
    std::vector<std::vector<QRectF>> tries;
    std::vector<std::pair<QString, QColor>> names;
    for (const auto &n : named) {
        const QSizeF size(fm.horizontalAdvance(n.words) + 2, 16);
        auto &wished = tries.emplace_back();
        names.emplace_back(n.words, t.ink);
        const bool right = n.at.x() > area.left() + 0.62 * area.width();
        for (double dy : {0.0, -10.0, 10.0, -20.0, 20.0, -32.0, 32.0, -44.0, 44.0})
            for (bool left : {right, !right})
                wished.emplace_back(
                    QPointF(left ? n.at.x() - 15 - size.width() : n.at.x() + 15, n.at.y() + dy - size.height() / 2),
                    size);
    }
    for (const auto &[name, line, above] : curves) {
        const QSizeF size(fm.horizontalAdvance(name) + 2, 16);
        auto &wished = tries.emplace_back();
        names.emplace_back(name, t.ink2);
        for (int k : {62, 74, 50, 86, 40, 98, 30, 108, 20})
            for (double off : {3.0, 8.0, 16.0})
                wished.emplace_back(QPointF(line[k].x() - size.width() / 2,
                                            above ? line[k].y() - off - size.height() : line[k].y() + off),
                                    size);
    }
    const auto boxes = places.place(tries);
    p.setFont(face(13));
    for (std::size_t k = 0; k < names.size(); ++k) {
        p.setPen(names[k].second);
        p.drawText(boxes[k], Qt::AlignLeft | Qt::AlignVCenter, names[k].first);
    }
    p.restore();
}

void paintPullChart(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double far = 0.01, top = 10;
    for (const auto &r : m.readings) {
        far = std::max(far, r.at.value());
        top = std::max({top, r.away.value(), r.back.value()});
    }
    if (s.sizingPull == s.sizingPull) top = std::max(top, s.sizingPull);
    const double inLength = shownScale(Dimension::Length, "mm");
    Frame f{area.adjusted(56, 26, -16, -46),  far * 1e3 * 1.02, top * 1.08, false, inLength,
            shownScale(Dimension::Force, "N")};
    const auto ticks = ticksBetween(0, far * 1e3 * inLength, roundStep(far * 1e3 * inLength, 8), 20);
    axes(p, f, u"pull to keep it moving, "_s + text(unitLabel(shownUnit("N"))),
         u"place along the travel, "_s + text(unitLabel(shownUnit("mm"))), ticks);
    QPainterPath mean;
    for (std::size_t k = 0; k < m.readings.size(); ++k) {
        const auto &r = m.readings[k];
        const double x = r.at.value() * 1e3;
        const QPointF at = f.at(x, (r.away + r.back).value() / 2);
        k ? mean.lineTo(at) : mean.moveTo(at);
        p.setPen(QPen(t.ink, 1.2));
        p.setBrush(t.sheet);
        const QPointF a = f.at(x, r.away.value()), b = f.at(x, r.back.value());
        p.drawPolygon(QPolygonF{a + QPointF(-4, 3), a + QPointF(4, 3), a + QPointF(0, -5)});
        p.drawPolygon(QPolygonF{b + QPointF(-4, -3), b + QPointF(4, -3), b + QPointF(0, 5)});
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 2));
    p.drawPath(mean);
    if (s.sizingPull == s.sizingPull) {
        QPen dash(t.ink, 1.4);
        dash.setDashPattern({7, 4});
        p.setPen(dash);
        p.drawLine(f.at(0, s.sizingPull), f.at(f.xMost, s.sizingPull));
        p.setFont(face(13));
        p.drawText(f.at(0, s.sizingPull) + QPointF(8, -5), text(withUnit(s.sizingPull, Dimension::Force, "N")) +
                                                               u" sizes the motor: the largest, on a cold day"_s);
    }
    p.restore();
}

} // namespace lw
