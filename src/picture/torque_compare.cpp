#include "picture/torque_compare.h"
#include "picture/theme.h"
#include "picture/ticks.h"
#include "units/plain_number.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

ComparedMotor comparedMotor(const QString &name, const AxisState &s, double must, double most) {
    ComparedMotor out;
    out.name = name;
    if (!s.motorKnown) return out;
    const auto *work = std::get_if<StepperAtWork>(&s.motor);
    for (int k = 0; k <= 80; ++k) {
        const double rpm = most * k / 80;
        const auto given = torquesAt(s.motor, rpm);
        out.curve.emplace_back(rpm, given.countedOn);
        if (!work) { // a servo's band goes down to what it gives all day
            out.upper.emplace_back(rpm, given.continuous);
            continue;
        }
        auto square = work->supply;
        square.modulation = 4 / pi;
        const auto w = revolutionsPerMinute(rpm);
        out.upper.emplace_back(rpm,
                               work->torqueFactor *
                                   designTorque(work->motor, pullOutTorque(work->motor, square, w).torque, w).value());
    }
    out.enough = !s.points.empty();
    for (const auto &p : s.points) {
        const double has = lasts(p.kind) ? p.design : torquesAt(s.motor, p.rpm).countedOn;
        if (p.demand == p.demand && std::isfinite(p.rpm)) out.asks.emplace_back(p.rpm, p.demand);
        out.enough &= has / p.demand >= must * (1 - 1e-9);
    }
    return out;
}

void paintCompared(QPainter &p, QRectF area, const std::vector<ComparedMotor> &motors) {
    const auto &t = theme();
    p.save();
    p.setFont(face(13));
    const QRectF plot = area.adjusted(46, 8, -206, -24);
    double fastest = 1, highest = 1e-3;
    for (const auto &m : motors) {
        for (const auto &c : m.curve) {
            fastest = std::max(fastest, c.x());
            highest = std::max(highest, c.y());
        }
        for (const auto &a : m.asks)
            highest = std::max(highest, a.y());
    }
    highest *= 1.08;
    const auto at = [&](QPointF v) {
        return QPointF(plot.left() + v.x() / fastest * plot.width(), plot.bottom() - v.y() / highest * plot.height());
    };
    for (const double torque : ticksBetween(0, highest, roundStep(highest, 4), 10)) {
        p.setPen(QPen(t.rule, 1));
        p.drawLine(at({0, torque}), at({fastest, torque}));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), at({0, torque}).y() - 9, 40, 18), Qt::AlignRight | Qt::AlignVCenter,
                   text(shownNumber(torque, Dimension::Torque, "Nm", 2)));
    }
    for (const double rpm : ticksBetween(0, fastest, roundStep(fastest, 6), 12)) {
        p.setPen(t.ink2);
        p.drawText(QRectF(at({rpm, 0}).x() - 40, plot.bottom() + 4, 80, 18), Qt::AlignHCenter | Qt::AlignTop,
                   rpm == 0 ? text(unitLabel(shownUnit("Nm"))) : text(numberText(rpm, 4)) + u" rpm"_s);
    }
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(plot.topLeft(), plot.bottomLeft());
    p.drawLine(plot.bottomLeft(), plot.bottomRight());
    p.setRenderHint(QPainter::Antialiasing);
    for (std::size_t k = motors.size(); k-- > 0;) {
        const auto &m = motors[k];
        if (m.curve.empty()) continue;
        const QColor ink = k == 0 ? t.ink : k == 1 ? t.touch : t.ink2;
        QPolygonF line, band;
        for (const auto &c : m.curve)
            line << at(c);
        if (k == 1) { // how far the model is good, of the one looked at
            band = line;
            for (auto c = m.upper.rbegin(); c != m.upper.rend(); ++c)
                band << at(*c);
            p.setPen(Qt::NoPen);
            p.setBrush(t.touchWash);
            p.drawPolygon(band);
        }
        QPen pen(ink, k < 2 ? 2 : 1.4);
        if (k > 1) pen.setDashPattern(k == 2 ? QList<qreal>{6, 4} : QList<qreal>{2, 3});
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(line);
        if (k < 2)
            for (const auto &a : m.asks) {
                p.setPen(QPen(ink, 1.4));
                p.setBrush(k == 0 ? QBrush(t.ink) : QBrush(t.sheet));
                p.drawEllipse(at(a), 3.2, 3.2);
            }
        const QRectF legend(plot.right() + 8, area.top() + 4 + double(k) * 36, 194, 34);
        p.setPen(pen);
        p.drawLine(legend.topLeft() + QPointF(0, 9), legend.topLeft() + QPointF(18, 9));
        p.setPen(ink);
        p.drawText(legend.adjusted(24, 0, 0, -16), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(m.name, Qt::ElideRight, 168));
        p.setPen(t.ink2);
        p.drawText(legend.adjusted(24, 16, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                   m.enough ? u"enough"_s : u"not enough"_s);
    }
    p.restore();
}

} // namespace lw
