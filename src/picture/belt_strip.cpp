#include "picture/belt_strip.h"
#include "picture/marks.h"
#include "picture/theme.h"
#include "proof/checks/limits.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

BeltStrip paintBeltStrip(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s, std::size_t place) {
    BeltStrip strip;
    strip.stage = place;
    const bool hasBelt = s.stageWork<ToothedBelt>(place) && m.stageAs<ToothedBelt>(place);
    static const ToothedBelt noBelt;
    static const ToothedBelt::Work noWork;
    const ToothedBelt &tb = hasBelt ? *m.stageAs<ToothedBelt>(place) : noBelt;
    const ToothedBelt::Work &tw = hasBelt ? *s.stageWork<ToothedBelt>(place) : noWork;
    const auto &th = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13, true));
    p.setPen(th.ink);
    if (!hasBelt) {
        p.drawText(area.adjusted(2, 8, 0, 0), Qt::AlignLeft | Qt::AlignTop, u"Coupled direct: no belt, no slot."_s);
        p.restore();
        return strip;
    }
    p.drawText(QPointF(area.left() + 2, area.top() + 18), u"Belts sold, by the"_s);
    p.drawText(QPointF(area.left() + 2, area.top() + 36), u"centres they ask"_s);
    p.setFont(face(13));
    p.setPen(th.ink2);
    if (!tb.driver.profile || tb.driver.teeth < 1 || tb.driven.teeth < 1) {
        p.drawText(area.adjusted(170, 8, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                   u"Teeth and belt form of both pulleys are needed."_s);
        p.restore();
        return strip;
    }
    p.drawText(QPointF(area.left() + 2, area.top() + 60),
               text(std::string(tb.driver.profile->name)) + u", %1:%2"_s.arg(tb.driver.teeth).arg(tb.driven.teeth));
    const double centre = tw.centre == tw.centre ? tw.centre : 0.12;
    const QColor dot = tw.centreOff != 0 ? th.fails : th.touch;
    const bool slot = tb.slotFrom.known() && tb.slotTo.known() && tb.slotTo.v > tb.slotFrom.v;
    strip.from = (slot ? std::min(tb.slotFrom.v, centre) : centre) - 7e-3;
    strip.to = (slot ? std::max(tb.slotTo.v, centre) : centre) + 7e-3;
    strip.track = QRectF(area.left() + 190, area.top() + 30, area.width() - 210, 18);
    auto x = [&](double c) {
        return strip.track.left() + (c - strip.from) / (strip.to - strip.from) * strip.track.width();
    };
    if (slot) {
        const QRectF r(x(tb.slotFrom.v), strip.track.top(), x(tb.slotTo.v) - x(tb.slotFrom.v), 18);
        p.setPen(QPen(th.ink, 1.6));
        p.setBrush(th.field);
        p.drawRoundedRect(r, 9, 9);
        p.setPen(th.ink2);
        const QString words = u"slot %1 to %2"_s.arg(text(shownNumber(tb.slotFrom.v, Dimension::Length, "mm", 4)),
                                                     text(shownNumber(tb.slotTo.v, Dimension::Length, "mm", 4)));
        p.drawText(QPointF(std::min(r.right() + 8, area.right() - 110), r.top() - 6), words);
        if (tw.needInward == tw.needInward && tw.centreOff == 0 && !tw.idler) { // an idler asks no slot
            const double from = centre - tw.needInward;
            const QColor c = tw.slotInward >= tw.needInward              ? th.holds
                             : tw.slotInward >= slotMust * tw.needInward ? th.watch
                                                                         : th.fails;
            p.setPen(QPen(c, 1));
            p.setBrush(hatch(c));
            const double left = std::max(strip.track.left() - 16, x(from));
            p.drawRect(QRectF(left, strip.track.top() + 4, x(centre) - left, 10));
            p.setPen(c);
            p.drawText(QPointF(left, strip.track.top() - 6),
                       text(shownNumber(tw.needInward, Dimension::Length, "mm", 3)) + u" inward to slip it on"_s);
        }
    } else {
        p.setPen(QPen(th.rule2, 1));
        p.drawLine(QPointF(strip.track.left(), strip.track.center().y()),
                   QPointF(strip.track.right(), strip.track.center().y()));
        p.setPen(th.ink2);
        p.drawText(QPointF(strip.track.left(), strip.track.top() - 6), u"slot not known: measure both its ends"_s);
    }
    p.setPen(QPen(dot, 1.6));
    p.setBrush(dot);
    p.drawEllipse(QPointF(x(centre), strip.track.center().y()), 7, 7);
    if (tw.centreOff != 0) { // the belt in use is tight somewhere else
        const QString words = (tw.centreOff < 0 ? u"slack here: it asks "_s : u"too far: it asks "_s) +
                              text(shownNumber(centre - tw.centreOff, Dimension::Length, "mm", 5));
        const double wide = QFontMetricsF(face(13)).horizontalAdvance(words);
        p.drawText(QPointF(std::clamp(x(centre) - wide / 2, strip.track.left(), strip.track.right() - wide),
                           strip.track.top() - 6),
                   words);
    }
    double lastRight = -1e9;
    for (int teeth : stockBelts(tb.driver.profile->name)) {
        const auto b = beltToCentres(millimetres(tb.driver.profile->pitch), tb.driver.teeth, tb.driven.teeth, teeth);
        if (!b) continue;
        const double c = b->centre.value();
        if (c < strip.from || c > strip.to) continue;
        BeltStop stop{teeth, teeth * tb.driver.profile->pitch,      c,
                      {},    tw.matches && teeth == tb.beltTeeth(), slot && c >= tb.slotFrom.v && c <= tb.slotTo.v};
        const QString label =
            text(numberText(stop.lengthMm, 4)) + u"  "_s + text(shownNumber(c, Dimension::Length, "mm", 4));
        const double w = QFontMetricsF(face(13, stop.current)).horizontalAdvance(label) + 12;
        stop.box = QRectF(x(c) - w / 2, strip.track.bottom() + 14, w, 24);
        if (stop.box.left() < lastRight + 2) {
            if (!stop.current) continue;
            stop.box.moveLeft(lastRight + 2);
        }
        lastRight = stop.box.right();
        p.setPen(QPen(stop.current ? th.touch : th.ink, stop.current ? 2 : 1.2));
        p.drawLine(QPointF(x(c), strip.track.bottom() + 2), QPointF(x(c), stop.box.top()));
        if (stop.current)
            p.fillRect(stop.box, th.touch);
        else if (stop.inSlot) {
            p.setPen(QPen(th.touch, 1.2));
            p.setBrush(th.sheet);
            p.drawRect(stop.box);
        }
        p.setFont(face(13, stop.current));
        p.setPen(stop.current ? th.onInk : stop.inSlot ? th.touch : th.ink2);
        p.drawText(stop.box, Qt::AlignCenter, label);
        strip.stops.push_back(stop);
    }
    p.restore();
    return strip;
}

} // namespace lw
