#include "picture/fit_picture.h"
#include "picture/marks.h"
#include "picture/theme.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
namespace {

QString micrometre(double v) { return text(withUnit(v, Dimension::Length, "um", 3)); }
QString slack(double v) { return v < 0 ? micrometre(-v) + u" tight"_s : micrometre(v) + u" free"_s; }

/// Two fields of tolerance over the nominal size: what overlaps is tight.
void seat(QPainter &p, QRectF area, const SeatFit &f, const QString &name, const QString &hole, const QString &part) {
    const auto &th = theme();
    p.setFont(face(13, true));
    p.setPen(th.ink);
    p.drawText(QPointF(area.left(), area.top() + 13),
               name + u" "_s + text(withUnit(f.nominal, Dimension::Length, "mm", 4)));
    p.setFont(face(13));
    double reach = 5e-6;
    for (const double v : {f.holeLeast, f.holeMost, f.partLeast, f.partMost})
        reach = std::max(reach, std::fabs(v - f.nominal));
    const QRectF in(area.left() + 34, area.top() + 20, 150, area.height() - 40);
    const auto y = [&](double size) { return in.center().y() - (size - f.nominal) / reach * in.height() / 2 * 0.92; };
    p.setPen(QPen(th.ink, 1));
    p.drawLine(QPointF(in.left() - 8, y(f.nominal)), QPointF(in.right() + 8, y(f.nominal)));
    p.setPen(th.ink2);
    p.drawText(QRectF(area.left(), y(f.nominal) - 9, 24, 18), Qt::AlignRight | Qt::AlignVCenter, u"0"_s);
    const auto field = [&](double least, double most, double x, const QString &words, bool filled) {
        const QRectF r(x, y(most), 56, std::max(2.0, y(least) - y(most)));
        p.setPen(QPen(th.ink, 1.2));
        p.setBrush(filled ? QBrush(th.part2) : hatch(th.ink2));
        p.drawRect(r);
        p.setPen(th.ink2);
        p.drawText(QRectF(x - 20, area.bottom() - 15, 96, 15), Qt::AlignCenter, words);
    };
    field(f.holeLeast, f.holeMost, in.left() + 4, hole, false);
    field(f.partLeast, f.partMost, in.left() + 86, part, true);
    p.setPen(f.least() < 0 ? th.watch : th.ink);
    p.drawText(QPointF(in.right() + 14, in.top() + 16), slack(f.most()));
    p.drawText(QPointF(in.right() + 14, in.top() + 34), u"to "_s + slack(f.least()));
}
} // namespace

bool hasFits(const BearingFits &fits) { return fits.housing.known() || fits.journal.known(); }

void paintFits(QPainter &p, QRectF area, const BearingFits &b, const AxisModel &m) {
    const auto &th = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double x = area.left() + 4;
    if (b.housing.known()) {
        seat(p, QRectF(x, area.top() + 2, 290, area.height() - 4), b.housing, u"Housing and ring,"_s, u"housing"_s,
             u"ring"_s);
        x += 296;
    }
    if (b.journal.known()) {
        seat(p, QRectF(x, area.top() + 2, 290, area.height() - 4), b.journal, u"Ring and journal,"_s, u"ring"_s,
             u"journal"_s);
        x += 296;
    }
    if (b.slipsAt == b.slipsAt && b.housing.least() < 0 && area.right() - x > 120) { // degrees against what is free
        const QRectF in(x + 6, area.top() + 34, std::min(230.0, area.right() - x - 30), 14);
        const double most = std::max({100.0, b.slipsAt * 1.15, b.warmedTo == b.warmedTo ? b.warmedTo * 1.1 : 0});
        const auto at = [&](double c) {
            return in.left() + std::clamp((c - b.room) / (most - b.room), 0.0, 1.0) * in.width();
        };
        p.setFont(face(13, true));
        p.setPen(th.ink);
        p.drawText(QPointF(x + 2, area.top() + 15), u"Warm the housing"_s);
        p.setFont(face(13));
        p.setPen(QPen(th.ink, 1.2));
        p.setBrush(th.field);
        p.drawRect(in);
        p.fillRect(QRectF(at(b.slipsAt), in.top() + 1, in.right() - at(b.slipsAt), in.height() - 1), th.holdsWash);
        p.setPen(QPen(th.fails, 1));
        if (most > 80) p.drawLine(QPointF(at(80), in.top() - 3), QPointF(at(80), in.bottom() + 3)); // grease, seals
        if (b.warmedTo == b.warmedTo) {
            p.setPen(QPen(th.touch, 2));
            p.drawLine(QPointF(at(b.warmedTo), in.top() - 4), QPointF(at(b.warmedTo), in.bottom() + 4));
        }
        p.setPen(th.ink2);
        const QString of = m.seat.housingOf ? text(m.seat.housingOf->name) : QString();
        p.drawText(QRectF(in.left(), in.bottom() + 4, area.right() - in.left() - 4, area.bottom() - in.bottom() - 4),
                   Qt::AlignLeft | Qt::TextWordWrap,
                   u"from %1 °C %2 slips, worst sizes; 80 at most near grease. Gloves."_s.arg(
                       QString::number(std::lround(b.slipsAt)), of));
    }
    p.restore();
}

} // namespace lw
