#include "picture/power_path.h"
#include "proof/checks/limits.h"
#include "picture/ticks.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
namespace {

QPen edge(bool chosen, double width = 1.6) {
    return QPen(chosen ? theme().touch : theme().ink, chosen ? 2.2 : width, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
}
QPen centreLine() {
    QPen p(theme().ink2, 0.9);
    p.setDashPattern({14, 3, 3, 3});
    return p;
}
QPen hiddenLine() {
    QPen p(theme().ink2, 1.1);
    p.setDashPattern({6, 4});
    return p;
}

/// Pulley seen from its end with its real number of grooves, the phase of one groove given.
void pulleyFace(QPainter &p, QPointF c, const BeltProfile &profile, int teeth, double k, double phase, double bore,
                bool chosen) {
    const double Ro = (teeth * profile.pitch / pi - profile.pitchLineTwice) / 2 * 1e-3 * k;
    const double depth = profile.toothHeight * 1e-3 * k;
    const double half = profile.pitch * 0.30 * 1e-3 * k / Ro;
    QPainterPath d;
    for (int n = 0; n < teeth; ++n) {
        const double a = phase + n * 2 * pi / teeth;
        auto at = [&](double r, double q) { return QPointF(c.x() + r * std::cos(q), c.y() + r * std::sin(q)); };
        if (n == 0)
            d.moveTo(at(Ro, a - half));
        else
            d.lineTo(at(Ro, a - half));
        d.cubicTo(at(Ro - depth * 1.33, a - half * 0.85), at(Ro - depth * 1.33, a + half * 0.85), at(Ro, a + half));
    }
    d.closeSubpath();
    p.setPen(edge(chosen, 1.4));
    p.setBrush(theme().part);
    p.drawPath(d);
    p.setBrush(theme().sheet);
    p.setPen(edge(chosen, 1.4));
    p.drawEllipse(c, bore * k / 2, bore * k / 2);
}

/// Toothed belt round both pulleys at its true number of teeth; returns the groove phases.
std::pair<double, double> beltFace(QPainter &p, QPointF small, int z1, QPointF large, int z2,
                                   const BeltProfile &profile, double k, bool chosen) {
    const double pitch = profile.pitch * 1e-3 * k;
    const double R1 = z1 * pitch / (2 * pi), R2 = z2 * pitch / (2 * pi);
    const double D = std::hypot(large.x() - small.x(), large.y() - small.y());
    if (!(D > std::fabs(R2 - R1))) return {0, 0};
    const double ax = std::atan2(large.y() - small.y(), large.x() - small.x());
    const double be = std::acos(std::clamp((R1 - R2) / D, -1.0, 1.0));
    auto on = [](QPointF c, double R, double q) { return QPointF(c.x() + R * std::cos(q), c.y() + R * std::sin(q)); };
    const double out = (profile.thickness - profile.toothHeight - profile.pitchLineTwice / 2) * 1e-3 * k;
    const double in = profile.pitchLineTwice / 2 * 1e-3 * k;
    const double ht = profile.toothHeight * 1e-3 * k;
    const double S = std::sqrt(D * D - (R2 - R1) * (R2 - R1));
    const double a0 = ax + be, a1 = ax - be;
    double arc2 = std::fmod(a0 - a1, 2 * pi);
    if (arc2 < 0) arc2 += 2 * pi;
    const double arc1 = 2 * pi - arc2;
    const double L = 2 * S + R2 * arc2 + R1 * arc1;
    const int n = std::max(8, static_cast<int>(std::lround(L / pitch)));
    const double pp = L / n;
    auto at = [&](double u, QPointF &xy) {
        u = std::fmod(u, L);
        if (u < R2 * arc2) {
            xy = on(large, R2, a1 + u / R2);
            return a1 + u / R2;
        }
        u -= R2 * arc2;
        if (u < S) {
            const QPointF a = on(large, R2, a0), b = on(small, R1, a0);
            xy = a + (b - a) * (u / S);
            return a0;
        }
        u -= S;
        if (u < R1 * arc1) {
            xy = on(small, R1, a0 + u / R1);
            return a0 + u / R1;
        }
        u -= R1 * arc1;
        const QPointF a = on(small, R1, a1), b = on(large, R2, a1);
        xy = a + (b - a) * (u / S);
        return a1;
    };
    const double ph2 = a1 + 0.5 * pp / R2;
    const double u1 = R2 * arc2 + S;
    const double m = std::ceil((u1 - 0.5 * pp) / pp);
    const double ph1 = a0 + (0.5 * pp + m * pp - u1) / R1;
    QPolygonF outer, inner;
    const int N = n * 8;
    for (int j = 0; j < N; ++j) {
        const double u = j * L / N;
        QPointF xy;
        const double q = at(u, xy);
        const QPointF normal(std::cos(q), std::sin(q));
        outer << xy + normal * out;
        const double ph = std::fmod(u, pp) / pp - 0.5;
        const double depth = in + (std::fabs(ph) < 0.26 ? ht * std::sqrt(std::max(0.0, 1 - ph * ph / 0.0676)) : 0);
        inner << xy - normal * depth;
    }
    QPainterPath d;
    d.setFillRule(Qt::OddEvenFill);
    d.addPolygon(outer);
    d.closeSubpath();
    d.addPolygon(inner);
    d.closeSubpath();
    p.setPen(QPen(chosen ? theme().touch : theme().ink, theme().dark ? 1.2 : 0.6));
    p.setBrush(chosen ? theme().touch : theme().belt);
    p.drawPath(d);
    return {ph1, ph2};
}

double boreOf(const FitSize &size, double otherwise) { return size.known() ? size.nominal : otherwise; }

/// Balloon with a leader to the part it names.
void tied(QPainter &p, QPointF at, QPointF part, int number, bool chosen) {
    p.setPen(QPen(chosen ? theme().touch : theme().ink, 1.2));
    p.drawLine(at, part);
    p.setBrush(chosen ? theme().touch : theme().ink);
    p.drawEllipse(part, 2, 2);
    paintBalloon(p, at, number, chosen);
}

void bearing(QPainter &p, double x, double y, double od, double id, double w, double k, bool chosen) {
    for (int s : {-1, 1}) {
        const double a = y + s * id * k / 2, b = y + s * od * k / 2;
        const QRectF r(x, std::min(a, b), w * k, std::fabs(b - a));
        p.setPen(edge(chosen, 1.2));
        p.setBrush(theme().part);
        p.drawRect(r);
        p.setBrush(theme().sheet);
        p.drawEllipse(r.center(), r.height() * 0.27, r.height() * 0.27);
    }
}

} // namespace

PowerPathPicture paintPowerPath(QPainter &p, QRectF endArea, QRectF side, const AxisModel &m, const AxisState &s,
                                int chosen, double nutShare) {
    PowerPathPicture out;
    const auto place = m.placeOf<ToothedBelt>();
    const bool hasBelt = place < m.stages.size();
    static const ToothedBelt noBelt;
    static const ToothedBelt::Work noWork;
    const ToothedBelt &tb = hasBelt ? *m.stageAs<ToothedBelt>(place) : noBelt;
    const ToothedBelt::Work &tw = hasBelt ? *s.stageWork<ToothedBelt>(place) : noWork;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const auto &th = theme();
    auto add = [&](int part, const QPainterPath &path) { out.areas.push_back({part, path}); };
    auto addRect = [&](int part, QRectF r) {
        QPainterPath q;
        q.addRect(r);
        add(part, q);
    };
    const double face = m.stepper().face.known() ? m.stepper().face.v : 57e-3;
    const double motorShaft = boreOf(m.stepper().shaft, 8e-3);
    const bool belt = hasBelt && tb.driver.profile && tb.driver.teeth > 0 && tb.driven.teeth > 0 &&
                      tw.centre == tw.centre && tw.pulleys[1].outside.value() > 0;
    const double bodyLength = m.stepper().body.known() ? m.stepper().body.v : 76e-3;

    // ---- seen from the motor end
    p.setFont(lw::face(13));
    p.setPen(th.ink2);
    p.drawText(QPointF(endArea.left(), endArea.top() + 13), u"Seen from the motor end"_s);
    const QRectF e = endArea.adjusted(0, 22, 0, -4);
    if (belt) {
        const double bigR = std::max(tw.pulleys[1].outside.value(), 40e-3) / 2;
        const double height = tw.centre + bigR + face / 2 + 16e-3;
        const double width = std::max(face, 2 * bigR) + 24e-3;
        const double k = std::min(e.height() / height, (e.width() - 74) / width);
        out.endScale = k;
        const double cx = e.left() + width * k / 2 + 4;
        const QPointF large(cx, e.top() + (bigR + 8e-3) * k), small(cx, large.y() + tw.centre * k);
        out.smallCentre = small;
        // plate
        const QRectF plate(cx - width * k / 2, e.top(), width * k, height * k);
        p.setPen(edge(false));
        p.setBrush(Qt::NoBrush);
        p.drawRect(plate);
        // slot, where the shaft may go
        if (tb.slotFrom.known() && tb.slotTo.known() && tb.slotTo.v > tb.slotFrom.v) {
            const double half = (m.stepper().pilot.known() ? m.stepper().pilot.v : 38e-3) / 2;
            out.slot = QRectF(cx - half * k, large.y() + (tb.slotFrom.v - half) * k, 2 * half * k,
                              (tb.slotTo.v - tb.slotFrom.v + 2 * half) * k);
            p.setPen(hiddenLine());
            p.drawRoundedRect(out.slot, half * k, half * k);
        }
        // motor face
        const double h = face * k / 2, ch = face * 0.09 * k;
        QPolygonF flange{{cx - h + ch, small.y() - h}, {cx + h - ch, small.y() - h}, {cx + h, small.y() - h + ch},
                         {cx + h, small.y() + h - ch}, {cx + h - ch, small.y() + h}, {cx - h + ch, small.y() + h},
                         {cx - h, small.y() + h - ch}, {cx - h, small.y() - h + ch}};
        QPainterPath flangePath;
        flangePath.addPolygon(flange);
        flangePath.closeSubpath();
        p.setPen(edge(chosen == 1));
        p.setBrush(th.part);
        p.drawPath(flangePath);
        add(1, flangePath);
        const double hole = (m.stepper().boltSquare.known() ? m.stepper().boltSquare.v : face * 0.83) * k / 2;
        p.setPen(edge(chosen == 1, 1));
        for (int a : {-1, 1})
            for (int b : {-1, 1}) {
                p.setBrush(th.sheet);
                p.drawEllipse(QPointF(cx + a * hole, small.y() + b * hole), 2.5e-3 * k, 2.5e-3 * k);
            }
        p.setPen(centreLine());
        p.drawLine(QPointF(cx, plate.top() - 6), QPointF(cx, plate.bottom() + 6));
        const auto &profile = *tb.driver.profile;
        const auto phases = beltFace(p, small, tb.driver.teeth, large, tb.driven.teeth, profile, k, chosen == 3);
        QPainterPath loop;
        const double R1 = tb.driver.teeth * profile.pitch * 1e-3 * k / (2 * pi) + 4,
                     R2 = tb.driven.teeth * profile.pitch * 1e-3 * k / (2 * pi) + 4;
        loop.addPolygon(
            QPolygonF{{cx - R2, large.y()}, {cx + R2, large.y()}, {cx + R1, small.y()}, {cx - R1, small.y()}});
        add(3, loop);
        pulleyFace(p, large, profile, tb.driven.teeth, k, phases.second, boreOf(tb.driven.bore, 12e-3), chosen == 4);
        pulleyFace(p, small, profile, tb.driver.teeth, k, phases.first, boreOf(tb.driver.bore, motorShaft),
                   chosen == 2);
        QPainterPath c1, c2;
        c1.addEllipse(small, R1, R1);
        c2.addEllipse(large, R2, R2);
        add(4, c2);
        add(2, c1);
        // centre distance
        const double dx = plate.right() + 26;
        p.setPen(QPen(th.ink2, 0.9));
        p.drawLine(QPointF(large.x() + R2, large.y()), QPointF(dx + 6, large.y()));
        p.drawLine(QPointF(small.x() + R1, small.y()), QPointF(dx + 6, small.y()));
        paintDimension(p, {dx, large.y()}, {dx, small.y()}, text(numberText(tw.centre * 1e3, 5)), true);
        p.setPen(th.ink2);
        p.setFont(lw::face(13));
        p.drawText(QPointF(plate.right() + 6, large.y() - 8), u"%1 T"_s.arg(tb.driven.teeth));
        p.drawText(QPointF(plate.right() + 6, small.y() + 20), u"%1 T"_s.arg(tb.driver.teeth));
    } else {
        // direct, or not yet known: the motor face alone, hidden lines where its size is a guess
        const double k = std::min(e.height() * 0.7, e.width() * 0.6) / face;
        out.endScale = k;
        const QPointF c(e.left() + e.width() * 0.42, e.center().y());
        const double h = face * k / 2;
        p.setPen(m.stepper().face.known() ? edge(chosen == 1) : hiddenLine());
        p.setBrush(m.stepper().face.known() ? QBrush(th.part) : QBrush(Qt::NoBrush));
        const QRectF r(c.x() - h, c.y() - h, 2 * h, 2 * h);
        p.drawRect(r);
        addRect(1, r);
        const double hole = (m.stepper().boltSquare.known() ? m.stepper().boltSquare.v : face * 0.83) * k / 2;
        for (int a : {-1, 1})
            for (int b : {-1, 1})
                p.drawEllipse(QPointF(c.x() + a * hole, c.y() + b * hole), 2.5e-3 * k, 2.5e-3 * k);
        p.drawEllipse(c, (m.stepper().pilot.known() ? m.stepper().pilot.v : face * 0.66) * k / 2,
                      (m.stepper().pilot.known() ? m.stepper().pilot.v : face * 0.66) * k / 2);
        p.drawEllipse(c, motorShaft * k / 2, motorShaft * k / 2);
        p.setPen(centreLine());
        p.drawLine(c - QPointF(h + 10, 0), c + QPointF(h + 10, 0));
        p.drawLine(c - QPointF(0, h + 10), c + QPointF(0, h + 10));
        p.setPen(th.ink2);
        if (!m.hasMotor())
            p.drawText(QRectF(e.left(), r.bottom() + 8, e.width(), 36), Qt::AlignLeft | Qt::TextWordWrap,
                       u"≈ drawn as a 57 mm motor"_s);
        else if (hasBelt)
            p.drawText(QRectF(e.left(), r.bottom() + 8, e.width() - 6, 54), Qt::AlignLeft | Qt::TextWordWrap,
                       u"Teeth of both pulleys and the belt make the drive appear."_s);
    }

    // ---- seen from the front
    p.setPen(th.ink2);
    p.setFont(lw::face(13));
    p.drawText(QPointF(side.left(), side.top() + 13),
               m.vertical
                   ? (onPaper() ? u"Seen from the side, laid level"_s
                                : u"Seen from the side, laid level, the slide at mid-travel when dragged there"_s)
               : onPaper() ? u"Seen from the front"_s
                           : u"Seen from the front; drag the table along its travel"_s);
    const double travel = m.travel.known() ? m.travel.v : 0.3;
    const double nut = m.screw().nutLength.known() ? m.screw().nutLength.v : 45e-3;
    const double beyondA = m.screw().beyondA.known() ? std::max(0.0, m.screw().beyondA.v) : 30e-3,
                 beyondB = m.screw().beyondB.known() ? std::max(0.0, m.screw().beyondB.v) : 30e-3;
    const double thread = m.screw().threadLength.known() ? m.screw().threadLength.v : travel + nut + beyondA + beyondB;
    const double span = m.screw().span.known() ? std::max(m.screw().span.v, thread * 0.98) : thread + 30e-3;
    const double shaftOut = m.stepper().shaftLength.known() ? m.stepper().shaftLength.v : 24e-3;
    const double offFace = tb.offFace.known() ? tb.offFace.v : 20e-3;
    const double leftOfBearing = belt ? offFace + 34e-3 + bodyLength * 0.0 : bodyLength + shaftOut + 20e-3;
    const double drawBelow = belt ? tw.centre + face / 2 : face / 2;
    const double totalWidth = (belt ? bodyLength + offFace + 26e-3 : leftOfBearing) + span + 30e-3;
    const double k = std::min((side.width() - 10) / totalWidth, (side.height() - 74) / (drawBelow + 90e-3));
    out.sideScale = k;
    const double axisY = side.top() + 66 + 24e-3 * k;
    const double bearingX = side.left() + 6 + (belt ? bodyLength + offFace + 20e-3 : leftOfBearing) * k;
    const double screwLeft = bearingX + (span - thread) / 2 * k, screwRight = screwLeft + thread * k;
    const double d0 = m.screw().named ? m.screw().thread.nominal.value() : 18e-3;
    const double root = m.screw().root.known() ? m.screw().root.v : d0 * 0.8;
    // table, at its place
    const double nutFrom = screwLeft + beyondA * k, room = std::max(0.0, (thread - nut - beyondA - beyondB) * k);
    const double nutX = nutFrom + nutShare * std::max(room, 1.0);
    const double tableHalf = std::max(0.12, travel * 0.55) * k;
    const QRectF tableRect(nutX + nut * k / 2 - tableHalf, axisY - 30e-3 * k - 16, 2 * tableHalf, 20);
    out.tableLeft = nutFrom;
    out.tableRight = nutFrom + room;
    const QRectF drawn = tableRect.intersected(side.adjusted(2, 0, -2, 0));
    p.setPen(m.travel.known() && !m.travel.assumed() ? edge(chosen == 7) : hiddenLine());
    p.setBrush(th.part);
    p.drawRect(drawn);
    addRect(7, drawn);
    p.setPen(th.ink2);
    p.drawText(drawn, Qt::AlignCenter,
               text(m.what.empty() ? "slide" : m.what) + u"  "_s + text(withUnit(m.mass.v, Dimension::Mass, "kg")));
    const QRectF bracket(nutX + nut * k / 2 - 7e-3 * k, drawn.bottom(), 14e-3 * k, axisY - d0 * k / 2 - drawn.bottom());
    if (bracket.height() > 0) {
        p.setPen(edge(false, 1.2));
        p.drawRect(bracket);
    }
    // screw with its thread
    p.setPen(edge(chosen == 6, 1.2));
    p.setBrush(th.part);
    const double journal = root * 0.85 * k;
    p.drawRect(QRectF(bearingX - (belt ? 30e-3 : 26e-3) * k, axisY - journal / 2,
                      (thread + (belt ? 30e-3 : 26e-3) + (span - thread)) * k + 8, journal));
    const QRectF screwRect(screwLeft, axisY - d0 * k / 2, screwRight - screwLeft, d0 * k);
    p.setPen(m.screw().named ? edge(chosen == 6, 1.4) : hiddenLine());
    p.drawRect(screwRect);
    if (m.screw().named) {
        const double pitch = m.screw().thread.pitch.value() * k;
        p.setPen(QPen(chosen == 6 ? th.touch : th.ink, 0.8));
        const int every = std::max(1, static_cast<int>(std::ceil(3.2 / std::max(0.05, pitch))));
        for (const double x :
             ticksBetween(screwRect.left(), screwRect.right() - pitch * every * 0.5, pitch * every, 600))
            p.drawLine(QPointF(x, screwRect.top()), QPointF(x + pitch * every * 0.5, screwRect.bottom()));
    }
    addRect(6, screwRect.adjusted(0, -4, 0, 4));
    // nut
    const QRectF nutRect(nutX, axisY - d0 * k * 0.9, nut * k, d0 * k * 1.8);
    p.setPen(edge(chosen == 6, 1.4));
    p.setBrush(th.part2);
    p.drawRect(nutRect);
    addRect(6, nutRect);
    // bearings and blocks
    const double od = m.screw().bearingOutside.known() ? m.screw().bearingOutside.v : 32e-3,
                 id = m.screw().bearingBore.known() ? m.screw().bearingBore.v : 12e-3;
    for (int end : {0, 1}) {
        if (end == 1 && m.screw().ends == Ends::FixedFree) continue;
        const double x = end == 0 ? bearingX - 11e-3 * k : bearingX + span * k - 5e-3 * k;
        const QRectF block(x - 4e-3 * k, axisY - (od / 2 + 7e-3) * k, (end == 0 ? 28e-3 : 18e-3) * k, (od + 14e-3) * k);
        p.setPen(edge(chosen == 5));
        p.setBrush(th.part2);
        p.drawRect(block);
        addRect(5, block);
        const double w = 9e-3;
        bearing(p, x, axisY, od, id, w, k, chosen == 5);
        if (end == 0) bearing(p, x + w * k, axisY, od, id, w, k, chosen == 5);
    }
    p.setPen(centreLine());
    p.drawLine(QPointF(bearingX - 40e-3 * k, axisY), QPointF(bearingX + span * k + 16, axisY));
    // motor and what carries its turning over
    auto motorSide = [&](double faceX, double y, int dir) { // body extends towards dir from the face
        const double h = face * k / 2, L = bodyLength * k;
        auto box = [&](double a, double b, double half, const QColor &fill) {
            const double x1 = faceX + dir * a, x2 = faceX + dir * b;
            const QRectF r(std::min(x1, x2), y - half, std::fabs(x2 - x1), 2 * half);
            p.setPen(m.hasMotor() ? edge(chosen == 1) : hiddenLine());
            p.setBrush(m.hasMotor() ? QBrush(fill) : QBrush(Qt::NoBrush));
            p.drawRect(r);
            return r;
        };
        box(-shaftOut * k, 0, motorShaft * k / 2, th.part);
        const QRectF body = box(0, L, h, th.part2);
        if (m.hasMotor()) {
            p.setPen(QPen(th.rule2, 0.8));
            for (int j = 1; j < 12; ++j) {
                const double x = body.left() + body.width() * (0.1 + 0.72 * j / 12);
                p.drawLine(QPointF(x, body.top() + 2), QPointF(x, body.bottom() - 2));
            }
        }
        addRect(1, body);
        p.setPen(centreLine());
        p.drawLine(QPointF(body.left() - 8, y), QPointF(body.right() + shaftOut * k + 8, y));
    };
    auto pulleySide = [&](double x, double y, const Pulley &pulley, const PulleySize &size, int part) {
        const double Ro = size.outside.value() / 2 * k, hw = pulley.faceWidth.v * k / 2;
        const bool on = chosen == part;
        p.setPen(edge(on, 1.4));
        p.setBrush(th.part);
        const QRectF r(x - hw, y - Ro, 2 * hw, 2 * Ro);
        p.drawRect(r);
        p.setPen(QPen(on ? th.touch : th.ink, 0.8));
        for (int n = 0; n < pulley.teeth; ++n) {
            const double a = 2 * pi * n / pulley.teeth;
            if (std::cos(a) < 0) continue;
            const double yy = y + Ro * std::sin(a);
            p.drawLine(QPointF(r.left() + 1, yy), QPointF(r.right() - 1, yy));
        }
        if (pulley.flanges > 0) {
            p.setBrush(th.part2);
            p.setPen(edge(on, 1.2));
            p.drawRect(QRectF(r.left(), r.top() - 2.2e-3 * k, 1.6e-3 * k, r.height() + 4.4e-3 * k));
            p.drawRect(QRectF(r.right() - 1.6e-3 * k, r.top() - 2.2e-3 * k, 1.6e-3 * k, r.height() + 4.4e-3 * k));
        }
        addRect(part, r);
    };
    if (belt) {
        const double pulleyX = bearingX - 24e-3 * k;
        const double motorY = axisY + tw.centre * k;
        const double faceX = pulleyX - offFace * k;
        const double plateT = 10e-3 * k;
        motorSide(faceX, motorY, -1);
        p.setPen(edge(false));
        p.setBrush(th.part);
        p.drawRect(QRectF(faceX, axisY - 20e-3 * k, plateT, (tw.centre + face * 0.62 + 20e-3) * k));
        pulleySide(pulleyX, axisY, tb.driven, tw.pulleys[1], 4);
        pulleySide(pulleyX, motorY, tb.driver, tw.pulleys[0], 2);
        const double bw = (tb.width.known() ? tb.width.v : 12e-3) * k;
        const QRectF beltRect(pulleyX - bw / 2, axisY - tw.pulleys[1].outside.value() / 2 * k - 2, bw,
                              tw.centre * k + (tw.pulleys[0].outside.value() + tw.pulleys[1].outside.value()) / 2 * k +
                                  4);
        p.setPen(edge(chosen == 3, 0.8));
        p.setBrush(chosen == 3 ? th.touch : th.belt);
        p.drawRect(QRectF(beltRect.left(), axisY + tw.pulleys[1].outside.value() / 2 * k * 0.6, bw,
                          (tw.centre - (tw.pulleys[0].outside.value() + tw.pulleys[1].outside.value()) * 0.3) * k));
        addRect(3, beltRect);
        p.setFont(lw::face(13));
        paintDimension(p, {faceX - bodyLength * k, motorY + face * k / 2 + 14},
                       {bearingX - 15e-3 * k, motorY + face * k / 2 + 14},
                       text(numberText((bodyLength + offFace + 9e-3) * 1e3, 3)) + u" out"_s, true);
        tied(p, {faceX - bodyLength * k * 0.85, motorY - face * k / 2 - 16},
             {faceX - bodyLength * k * 0.7, motorY - face * k * 0.3}, 1, chosen == 1);
        tied(p, {pulleyX + 40, motorY + 10}, {pulleyX + 3, motorY + 2}, 2, chosen == 2);
        tied(p, {pulleyX - 38, (axisY + motorY) / 2 - 4}, {pulleyX, (axisY + motorY) / 2}, 3, chosen == 3);
        tied(p, {pulleyX - 44, axisY - 22}, {pulleyX - 2, axisY - 6}, 4, chosen == 4);
    } else {
        const double couple = 34e-3 * k;
        const double right = bearingX - 20e-3 * k;
        const QRectF c(right - couple, axisY - 13e-3 * k, couple, 26e-3 * k);
        motorSide(c.left() - 4e-3 * k, axisY, -1);
        p.setPen(m.hasMotor() ? edge(chosen == 2) : hiddenLine());
        p.setBrush(th.part);
        p.drawRect(c);
        addRect(2, c);
        tied(p, {c.left() - bodyLength * k * 0.5, axisY + face * k / 2 + 22},
             {c.left() - bodyLength * k * 0.45, axisY + face * k * 0.3}, 1, chosen == 1);
        tied(p, {c.center().x(), c.bottom() + 30}, c.center(), 2, chosen == 2);
    }
    tied(p, {bearingX - 4, axisY - (od / 2) * k - 32}, {bearingX, axisY - od / 2 * k * 0.7}, 5, chosen == 5);
    {
        const double x6 = screwLeft + (screwRight - screwLeft) * (nutShare > 0.5 ? 0.2 : 0.8);
        tied(p, {x6, axisY + d0 * k / 2 + 22}, {x6 + 12, axisY}, 6, chosen == 6);
    }
    tied(p, {drawn.left() + 34, drawn.top() - 20}, {drawn.left() + 50, drawn.top() + 5}, 7, chosen == 7);
    // thread left beyond the nut, and the travel between
    const double dimY = axisY + d0 * k / 2 + 44;
    p.setPen(QPen(th.ink2, 0.8));
    for (double x : {screwLeft, nutFrom, nutFrom + room + nut * k, screwRight})
        p.drawLine(QPointF(x, axisY + d0 * k / 2 + 4), QPointF(x, dimY + 5));
    paintDimension(p, {nutFrom, dimY}, {nutFrom + room + nut * k, dimY},
                   u"travel "_s + text(numberText(travel * 1e3, 4)) + u" + nut "_s + text(numberText(nut * 1e3, 3)));
    paintDimension(p, {screwLeft, dimY}, {nutFrom, dimY}, text(numberText(beyondA * 1e3, 3)));
    paintDimension(p, {nutFrom + room + nut * k, dimY}, {screwRight, dimY}, text(numberText(beyondB * 1e3, 3)));
    p.restore();
    return out;
}

BeltStrip paintBeltStrip(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s) {
    BeltStrip strip;
    const auto place = m.placeOf<ToothedBelt>();
    const bool hasBelt = place < m.stages.size();
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
        const QString words =
            u"slot %1 to %2"_s.arg(text(numberText(tb.slotFrom.v * 1e3, 4)), text(numberText(tb.slotTo.v * 1e3, 4)));
        p.drawText(QPointF(std::min(r.right() + 8, area.right() - 110), r.top() - 6), words);
        if (tw.needInward == tw.needInward) {
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
                       text(numberText(tw.needInward * 1e3, 3)) + u" inward to slip it on"_s);
        }
    } else {
        p.setPen(QPen(th.rule2, 1));
        p.drawLine(QPointF(strip.track.left(), strip.track.center().y()),
                   QPointF(strip.track.right(), strip.track.center().y()));
        p.setPen(th.ink2);
        p.drawText(QPointF(strip.track.left(), strip.track.top() - 6), u"slot not known: measure both its ends"_s);
    }
    p.setPen(QPen(th.touch, 1.6));
    p.setBrush(th.touch);
    p.drawEllipse(QPointF(x(centre), strip.track.center().y()), 7, 7);
    double lastRight = -1e9;
    for (int teeth : stockBelts(tb.driver.profile->name)) {
        const auto b = beltToCentres(millimetres(tb.driver.profile->pitch), tb.driver.teeth, tb.driven.teeth, teeth);
        if (!b) continue;
        const double c = b->centre.value();
        if (c < strip.from || c > strip.to) continue;
        BeltStop stop{teeth, teeth * tb.driver.profile->pitch,      c,
                      {},    tw.matches && teeth == tb.beltTeeth(), slot && c >= tb.slotFrom.v && c <= tb.slotTo.v};
        const QString label = text(numberText(stop.lengthMm, 4)) + u"  "_s + text(numberText(c * 1e3, 4));
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
