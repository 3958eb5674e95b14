#include "picture/power_path.h"
#include "proof/checks/limits.h"
#include "picture/ticks.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
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
                                   const BeltProfile &profile, double k, bool chosen, double slack) {
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
    const double sag = slack > 0 ? std::sqrt(0.375 * S * slack) : 0; // of a flat arc that is longer by that much
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
        const double t = u / S;
        xy = a + (b - a) * t + QPointF(std::cos(a1), std::sin(a1)) * (sag * 4 * t * (1 - t));
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

namespace {
/// What both views are painted from.
struct Scene {
    QPainter &p;
    const AxisModel &m;
    const AxisState &s;
    std::vector<ChainPart> parts;
    ChainLayout layout;
    int chosen;
    PowerPathPicture &out;

    [[nodiscard]] int number(ChainPartKind kind, int stage = -1) const {
        for (const auto &part : parts)
            if (part.kind == kind && (stage < 0 || part.stage == stage)) return part.number;
        return 0;
    }
    [[nodiscard]] bool on(int number) const { return number > 0 && number == chosen; }
    void area(int number, const QPainterPath &path) { out.areas.push_back({number, path}); }
    void area(int number, QRectF r) {
        QPainterPath q;
        q.addRect(r);
        area(number, q);
    }
    bool plain = false;                 ///< the parts alone: no balloons, no figures, no words
    std::vector<QPointF> balloons = {}; ///< where they stand: no two on each other
    /// Balloon with a leader to the part it names; where one stands already it goes round the part, or farther off.
    void tied(QPointF at, QPointF part, int number) {
        if (plain) return;
        const QPointF wished = at - part;
        const auto clear = [&](QPointF q) {
            return std::all_of(balloons.begin(), balloons.end(),
                               [&](QPointF o) { return std::hypot(o.x() - q.x(), o.y() - q.y()) >= 27; });
        };
        for (int turn = 0; turn < 24 && !clear(at); ++turn) {
            const double angle = (turn % 2 ? -1 : 1) * (turn % 8 + 1) / 2 * 0.35, far = 1 + turn / 8 * 0.45;
            at = part + QPointF(wished.x() * std::cos(angle) - wished.y() * std::sin(angle),
                                wished.x() * std::sin(angle) + wished.y() * std::cos(angle)) *
                            far;
        }
        balloons.push_back(at);
        p.setPen(QPen(on(number) ? theme().touch : theme().ink, 1.2));
        p.drawLine(at, part);
        p.setBrush(on(number) ? theme().touch : theme().ink);
        p.drawEllipse(part, 2, 2);
        paintBalloon(p, at, number, on(number));
    }
    [[nodiscard]] double face() const { return m.motorBody().face.known() ? m.motorBody().face.v : 57e-3; }
    [[nodiscard]] double body() const { return m.motorBody().body.known() ? m.motorBody().body.v : 76e-3; }
    [[nodiscard]] double shaft() const { return boreOf(m.motorBody().shaft, 8e-3); }
    [[nodiscard]] const ToothedBelt::Work *work(std::size_t stage) const { return s.stageWork<ToothedBelt>(stage); }
    /// Belts that can be drawn, in order.
    [[nodiscard]] bool drawn(std::size_t stage) const { return layout.whole && m.stageAs<ToothedBelt>(stage); }
    void motorHoles(QPointF c, double k) {
        const double hole = (m.motorBody().boltSquare.known() ? m.motorBody().boltSquare.v : face() * 0.83) * k / 2;
        for (int a : {-1, 1})
            for (int b : {-1, 1}) {
                p.setBrush(theme().sheet);
                p.drawEllipse(c + QPointF(a * hole, b * hole), 2.5e-3 * k, 2.5e-3 * k);
            }
    }
};

/// The motor face alone: direct, or not all of the belts known; hidden lines where its size is a guess.
void paintMotorFace(Scene &c, QRectF e) {
    auto &p = c.p;
    const auto &th = theme();
    const double face = c.face(), k = std::min(e.height() * 0.7, e.width() * 0.6) / face, h = face * k / 2;
    c.out.endScale = k;
    const QPointF at(e.left() + e.width() * 0.42, e.center().y());
    const bool known = c.m.motorBody().face.known();
    p.setPen(known ? edge(c.on(1)) : hiddenLine());
    p.setBrush(known ? QBrush(th.part) : QBrush(Qt::NoBrush));
    const QRectF r(at.x() - h, at.y() - h, 2 * h, 2 * h);
    p.drawRect(r);
    c.area(1, r);
    c.motorHoles(at, k);
    const double pilot = (c.m.motorBody().pilot.known() ? c.m.motorBody().pilot.v : face * 0.66) * k / 2;
    p.drawEllipse(at, pilot, pilot);
    p.drawEllipse(at, c.shaft() * k / 2, c.shaft() * k / 2);
    p.setPen(centreLine());
    p.drawLine(at - QPointF(h + 10, 0), at + QPointF(h + 10, 0));
    p.drawLine(at - QPointF(0, h + 10), at + QPointF(0, h + 10));
    p.setPen(th.ink2);
    if (!c.m.hasMotor())
        p.drawText(QRectF(e.left(), r.bottom() + 8, e.width(), 36), Qt::AlignLeft | Qt::TextWordWrap,
                   u"≈ drawn as a 57 mm motor"_s);
    else if (c.m.hasStage<ToothedBelt>())
        p.drawText(QRectF(e.left(), r.bottom() + 8, e.width() - 6, 54), Qt::AlignLeft | Qt::TextWordWrap,
                   u"Teeth of both pulleys and the belt make the drive appear."_s);
}

/// Belts and pulleys in true teeth, seen from the motor end.
void paintEndView(Scene &c, QRectF e) {
    const bool belts = c.m.hasStage<ToothedBelt>() && c.layout.whole;
    if (!belts) return paintMotorFace(c, e);
    auto &p = c.p;
    const auto &th = theme();
    const double face = c.face(), margin = 12e-3;
    double left = 0, right = 0, top = 0, bottom = 0;
    const auto reach = [&](ChainLayout::Place at, double r) {
        left = std::min(left, at.x - r);
        right = std::max(right, at.x + r);
        top = std::min(top, at.y - r);
        bottom = std::max(bottom, at.y + r);
    };
    reach(c.layout.shafts.front(), face / 2);
    for (std::size_t k = 0; k < c.m.stages.size(); ++k)
        if (const auto *w = c.drawn(k) ? c.work(k) : nullptr) {
            reach(c.layout.shafts[k], w->pulleys[0].outside.value() / 2);
            reach(c.layout.shafts[k + 1], std::max(w->pulleys[1].outside.value(), 40e-3) / 2);
        }
    const double width = right - left + 2 * margin, height = bottom - top + 2 * margin;
    const double k = std::min(e.height() / height, (e.width() - 74) / width);
    c.out.endScale = k;
    const auto at = [&](std::size_t shaft) {
        const auto &place = c.layout.shafts[shaft];
        return QPointF(e.left() + 4 + (place.x - left + margin) * k, e.top() + (place.y - top + margin) * k);
    };
    const QRectF plate(e.left() + 4, e.top(), width * k, height * k);
    p.setPen(edge(false));
    p.setBrush(Qt::NoBrush);
    p.drawRect(plate);
    const QPointF motor = at(0);
    c.out.smallCentre = motor;
    c.out.firstDriven = at(std::min<std::size_t>(1, c.m.stages.size()));
    // slot, where the motor's shaft may go along the first belt
    const auto *first = c.m.stageAs<ToothedBelt>(0);
    if (first && first->slotFrom.known() && first->slotTo.known() && first->slotTo.v > first->slotFrom.v) {
        const double half = (c.m.motorBody().pilot.known() ? c.m.motorBody().pilot.v : 38e-3) / 2;
        const QPointF from = at(1), way = motor - from;
        const double length = std::hypot(way.x(), way.y());
        c.out.slot = QRectF(from.x() - half * k, from.y() + (first->slotFrom.v - half) * k, 2 * half * k,
                            (first->slotTo.v - first->slotFrom.v + 2 * half) * k);
        p.save();
        p.translate(from);
        p.rotate(length > 0 ? std::atan2(way.y(), way.x()) * 180 / pi - 90 : 0);
        p.setPen(hiddenLine());
        p.drawRoundedRect(c.out.slot.translated(-from), half * k, half * k);
        p.restore();
    }
    const double h = face * k / 2, ch = face * 0.09 * k;
    const QPolygonF flange{{motor.x() - h + ch, motor.y() - h}, {motor.x() + h - ch, motor.y() - h},
                           {motor.x() + h, motor.y() - h + ch}, {motor.x() + h, motor.y() + h - ch},
                           {motor.x() + h - ch, motor.y() + h}, {motor.x() - h + ch, motor.y() + h},
                           {motor.x() - h, motor.y() + h - ch}, {motor.x() - h, motor.y() - h + ch}};
    QPainterPath flangePath;
    flangePath.addPolygon(flange);
    flangePath.closeSubpath();
    p.setPen(edge(c.on(1)));
    p.setBrush(th.part);
    p.drawPath(flangePath);
    c.area(1, flangePath);
    p.setPen(edge(c.on(1), 1));
    c.motorHoles(motor, k);
    p.setPen(centreLine());
    const QPointF final = at(c.m.stages.size());
    p.drawLine(QPointF(final.x(), plate.top() - 6), QPointF(final.x(), plate.bottom() + 6));
    double dx = plate.right() + 26;
    for (std::size_t n = 0; n < c.m.stages.size(); ++n) {
        if (!c.drawn(n)) continue;
        const auto &b = *c.m.stageAs<ToothedBelt>(n);
        const auto &profile = *b.driver.profile;
        const int driver = c.number(ChainPartKind::Driver, int(n)), belt = c.number(ChainPartKind::Belt, int(n)),
                  driven = c.number(ChainPartKind::Driven, int(n));
        const QPointF in = at(n), to = at(n + 1);
        const auto phases = beltFace(p, in, b.driver.teeth, to, b.driven.teeth, profile, k, c.on(belt),
                                     std::max(0.0, -2 * c.work(n)->centreOff) * k);
        const double R1 = b.driver.teeth * profile.pitch * 1e-3 * k / (2 * pi) + 4,
                     R2 = b.driven.teeth * profile.pitch * 1e-3 * k / (2 * pi) + 4;
        const QPointF way = (to - in) / std::max(1.0, std::hypot(to.x() - in.x(), to.y() - in.y())),
                      across(-way.y(), way.x());
        QPainterPath loop;
        loop.addPolygon(QPolygonF{{to - across * R2, to + across * R2, in + across * R1, in - across * R1}});
        c.area(belt, loop);
        pulleyFace(p, to, profile, b.driven.teeth, k, phases.second, boreOf(b.driven.bore, 12e-3), c.on(driven));
        pulleyFace(p, in, profile, b.driver.teeth, k, phases.first, boreOf(b.driver.bore, c.shaft()), c.on(driver));
        QPainterPath c1, c2;
        c1.addEllipse(in, R1, R1);
        c2.addEllipse(to, R2, R2);
        c.area(driven, c2);
        c.area(driver, c1);
        p.setFont(lw::face(13));
        if (std::fabs(in.x() - to.x()) < 1) { // hangs down: its centres stand beside the plate
            p.setPen(QPen(th.ink2, 0.9));
            p.drawLine(QPointF(to.x() + R2, to.y()), QPointF(dx + 6, to.y()));
            p.drawLine(QPointF(in.x() + R1, in.y()), QPointF(dx + 6, in.y()));
            paintDimension(p, {dx, to.y()}, {dx, in.y()},
                           text(shownNumber(c.work(n)->centre, Dimension::Length, "mm", 5)), true);
            p.setPen(th.ink2);
            p.drawText(QPointF(plate.right() + 6, to.y() - 8), u"%1 T"_s.arg(b.driven.teeth));
            if (n == 0) p.drawText(QPointF(plate.right() + 6, in.y() + 20), u"%1 T"_s.arg(b.driver.teeth));
        } else {
            paintDimension(p, {to.x(), plate.bottom() - 8}, {in.x(), plate.bottom() - 8},
                           text(shownNumber(c.work(n)->centre, Dimension::Length, "mm", 5)));
        }
    }
}

/// Motor, stages and layshafts from the side; shafts stand level with the end view.
struct SideScale {
    double k, axisY, bearingX; ///< pixels a metre; where the final shaft and its driven bearing stand
    [[nodiscard]] double x(double along) const { return bearingX + along * k; }
    [[nodiscard]] double y(double below) const { return axisY + below * k; }
};

void paintMotorSide(Scene &c, const SideScale &at) {
    auto &p = c.p;
    const auto &th = theme();
    const double shaftOut = c.m.motorBody().shaftLength.known() ? c.m.motorBody().shaftLength.v : 24e-3;
    const double faceX = at.x(c.layout.faceAt), y = at.y(c.layout.shafts.front().y);
    const auto box = [&](double from, double to, double half, const QColor &fill) {
        const QRectF r(faceX + from * at.k, y - half * at.k, (to - from) * at.k, 2 * half * at.k);
        p.setPen(c.m.hasMotor() ? edge(c.on(1)) : hiddenLine());
        p.setBrush(c.m.hasMotor() ? QBrush(fill) : QBrush(Qt::NoBrush));
        p.drawRect(r);
        return r;
    };
    box(0, shaftOut, c.shaft() / 2, th.part);
    const QRectF body = box(-c.body(), 0, c.face() / 2, th.part2);
    if (c.m.hasMotor()) {
        p.setPen(QPen(th.rule2, 0.8));
        for (int j = 1; j < 12; ++j) {
            const double x = body.left() + body.width() * (0.1 + 0.72 * j / 12);
            p.drawLine(QPointF(x, body.top() + 2), QPointF(x, body.bottom() - 2));
        }
    }
    c.area(1, body);
    p.setPen(centreLine());
    p.drawLine(QPointF(body.left() - 8, y), QPointF(body.right() + shaftOut * at.k + 8, y));
    // a second belt's balloons need the room above the motor
    const bool low = c.m.stages.size() > 1;
    c.tied(low ? QPointF(body.left() + 6, body.bottom() + 6)
               : QPointF(body.left() + body.width() * 0.15, body.top() - 16),
           {body.left() + body.width() * 0.3, body.top() + body.height() * (low ? 0.7 : 0.2)}, 1);
}

void paintPulleySide(Scene &c, const SideScale &at, double x, double y, const Pulley &pulley, const PulleySize &size,
                     int part) {
    auto &p = c.p;
    const auto &th = theme();
    const double k = at.k, Ro = size.outside.value() / 2 * k, hw = pulley.faceWidth.v * k / 2;
    const bool on = c.on(part);
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
    c.area(part, r);
}

void paintLayshaft(Scene &c, const SideScale &at, std::size_t before) {
    auto &p = c.p;
    const int number = c.number(ChainPartKind::Layshaft, int(before));
    const double y = at.y(c.layout.shafts[before + 1].y);
    const double from = at.x(c.layout.planes[before] - 16e-3), to = at.x(c.layout.planes[before + 1] + 16e-3);
    p.setPen(edge(c.on(number), 1.2));
    p.setBrush(theme().part);
    const QRectF shaft(from, y - 6e-3 * at.k, to - from, 12e-3 * at.k);
    p.drawRect(shaft);
    c.area(number, shaft.adjusted(0, -4, 0, 4));
    const double middle = (from + to) / 2 - 5e-3 * at.k;
    bearing(p, middle, y, 28e-3, 12e-3, 8e-3, at.k, c.on(number));
    p.setPen(centreLine());
    p.drawLine(QPointF(from - 8, y), QPointF(to + 8, y));
    c.tied({to + 36, y + 44}, {middle + 4e-3 * at.k, y + 12e-3 * at.k}, number);
}

void paintStagesSide(Scene &c, const SideScale &at) {
    auto &p = c.p;
    const auto &th = theme();
    const double k = at.k;
    const bool belts = c.m.hasStage<ToothedBelt>();
    if (belts && c.layout.whole) { // the plate the motor hangs on
        p.setPen(edge(false));
        p.setBrush(th.part);
        const double low = c.layout.shafts.front().y + c.face() * 0.62;
        if (c.m.stageAs<ToothedBelt>(0))
            p.drawRect(QRectF(at.x(c.layout.faceAt), at.y(-20e-3), 10e-3 * k, (low + 20e-3) * k));
    }
    for (std::size_t n = 0; n + 1 < c.m.stages.size(); ++n)
        paintLayshaft(c, at, n);
    for (std::size_t n = 0; n < c.m.stages.size(); ++n) {
        const double x = at.x(c.layout.planes[n]), above = at.y(c.layout.shafts[n + 1].y),
                     below = at.y(c.layout.shafts[n].y);
        if (!c.m.stageAs<ToothedBelt>(n)) {
            const int number = c.number(ChainPartKind::Coupling, int(n));
            const QRectF box(x - 17e-3 * k, above - 13e-3 * k, 34e-3 * k, 26e-3 * k);
            p.setPen(c.m.hasMotor() ? edge(c.on(number)) : hiddenLine());
            p.setBrush(th.part);
            p.drawRect(box);
            c.area(number, box);
            c.tied({box.center().x(), box.bottom() + 30}, box.center(), number);
            continue;
        }
        if (!c.drawn(n)) continue;
        const auto &b = *c.m.stageAs<ToothedBelt>(n);
        const auto &w = *c.work(n);
        const int driver = c.number(ChainPartKind::Driver, int(n)), belt = c.number(ChainPartKind::Belt, int(n)),
                  driven = c.number(ChainPartKind::Driven, int(n));
        paintPulleySide(c, at, x, above, b.driven, w.pulleys[1], driven);
        paintPulleySide(c, at, x, below, b.driver, w.pulleys[0], driver);
        const double bw = (b.width.known() ? b.width.v : 12e-3) * k;
        const double outer = w.pulleys[1].outside.value() / 2 * k, inner = w.pulleys[0].outside.value() / 2 * k;
        p.setPen(edge(c.on(belt), 0.8));
        p.setBrush(c.on(belt) ? th.touch : th.belt);
        if (below - above > 4)
            p.drawRect(
                QRectF(x - bw / 2, above + outer * 0.6, bw, std::max(2.0, below - above - (outer + inner) * 0.6)));
        c.area(belt, QRectF(x - bw / 2, above - outer - 2, bw, below - above + outer + inner + 4));
        const bool more = n + 1 < c.m.stages.size(); // another belt stands between this one and the slide
        const QPointF middle(x, (above + below) / 2);
        c.tied(more ? QPointF(x + 6, below + 46) : QPointF(x + 40, below + 10), {x + 3, below + 2}, driver);
        c.tied(middle + (more ? QPointF(-66, -34) : QPointF(-38, -4)), middle, belt);
        c.tied(more ? QPointF(x - 40, above - 46) : QPointF(x - 44, above - 22), {x - 2, above - 6}, driven);
    }
    if (belts && c.layout.whole && !c.plain) {
        p.setFont(lw::face(13));
        const double left = c.layout.faceAt - c.body(),
                     y = at.y(c.layout.shafts.front().y + c.face() / 2) + (c.m.stages.size() > 1 ? 66 : 14);
        paintDimension(p, {at.x(left), y}, {at.x(-15e-3), y},
                       text(shownNumber(-left - 15e-3, Dimension::Length, "mm", 3)) + u" out"_s, true);
    }
}

/// Slide, nut, screw and its bearings, and what drives them, seen from the front.
void paintSideView(Scene &c, QRectF side, double nutShare) {
    auto &p = c.p;
    const auto &m = c.m;
    const auto &th = theme();
    const int bearings = c.number(ChainPartKind::Bearings), screw = c.number(ChainPartKind::FinalElement),
              slide = c.number(ChainPartKind::Slide);
    p.setPen(th.ink2);
    p.setFont(lw::face(13));
    if (!c.plain)
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
    const double leftOf = c.body() - c.layout.faceAt, drawBelow = c.layout.shafts.front().y + c.face() / 2;
    const double k = std::min((side.width() - 10) / (leftOf + span + 34e-3),
                              (side.height() - (c.plain ? 24 : 74)) / (drawBelow + (c.plain ? 50e-3 : 90e-3)));
    c.out.sideScale = k;
    const double axisY = side.top() + (c.plain ? 20 : 66) + 24e-3 * k, bearingX = side.left() + 6 + leftOf * k;
    const double screwLeft = bearingX + (span - thread) / 2 * k, screwRight = screwLeft + thread * k;
    const double d0 = m.screw().named ? m.screw().thread.nominal.value() : 18e-3;
    const double root = m.screw().root.known() ? m.screw().root.v : d0 * 0.8;
    const double toDrive = m.stages.empty() || m.stageAs<ToothedBelt>(m.stages.size() - 1) ? 30e-3 : 26e-3;
    // table, at its place
    const double nutFrom = screwLeft + beyondA * k, room = std::max(0.0, (thread - nut - beyondA - beyondB) * k);
    const double nutX = nutFrom + nutShare * std::max(room, 1.0);
    const double tableHalf = std::max(0.12, travel * 0.55) * k;
    const QRectF tableRect(nutX + nut * k / 2 - tableHalf, axisY - 30e-3 * k - 16, 2 * tableHalf, 20);
    c.out.tableLeft = nutFrom;
    c.out.tableRight = nutFrom + room;
    const QRectF drawn = tableRect.intersected(side.adjusted(2, 0, -2, 0));
    p.setPen(m.travel.known() && !m.travel.assumed() ? edge(c.on(slide)) : hiddenLine());
    p.setBrush(th.part);
    p.drawRect(drawn);
    c.area(slide, drawn);
    p.setPen(th.ink2);
    if (!c.plain)
        p.drawText(drawn, Qt::AlignCenter,
                   text(m.what.empty() ? "slide" : m.what) + u"  "_s + text(withUnit(m.mass.v, Dimension::Mass, "kg")));
    const QRectF bracket(nutX + nut * k / 2 - 7e-3 * k, drawn.bottom(), 14e-3 * k, axisY - d0 * k / 2 - drawn.bottom());
    if (bracket.height() > 0) {
        p.setPen(edge(false, 1.2));
        p.drawRect(bracket);
    }
    // screw with its thread
    p.setPen(edge(c.on(screw), 1.2));
    p.setBrush(th.part);
    const double journal = root * 0.85 * k;
    p.drawRect(
        QRectF(bearingX - toDrive * k, axisY - journal / 2, (thread + toDrive + (span - thread)) * k + 8, journal));
    const QRectF screwRect(screwLeft, axisY - d0 * k / 2, screwRight - screwLeft, d0 * k);
    p.setPen(m.screw().named ? edge(c.on(screw), 1.4) : hiddenLine());
    p.drawRect(screwRect);
    if (m.screw().named) {
        const double pitch = m.screw().thread.pitch.value() * k;
        p.setPen(QPen(c.on(screw) ? th.touch : th.ink, 0.8));
        const int every = std::max(1, static_cast<int>(std::ceil(3.2 / std::max(0.05, pitch))));
        for (const double x :
             ticksBetween(screwRect.left(), screwRect.right() - pitch * every * 0.5, pitch * every, 600))
            p.drawLine(QPointF(x, screwRect.top()), QPointF(x + pitch * every * 0.5, screwRect.bottom()));
    }
    c.area(screw, screwRect.adjusted(0, -4, 0, 4));
    // nut
    const QRectF nutRect(nutX, axisY - d0 * k * 0.9, nut * k, d0 * k * 1.8);
    p.setPen(edge(c.on(screw), 1.4));
    p.setBrush(th.part2);
    p.drawRect(nutRect);
    c.area(screw, nutRect);
    // bearings and blocks
    const double od = m.screw().bearingOutside.known() ? m.screw().bearingOutside.v : 32e-3,
                 id = m.screw().bearingBore.known() ? m.screw().bearingBore.v : 12e-3;
    for (int end : {0, 1}) {
        if (end == 1 && m.screw().ends == Ends::FixedFree) continue;
        const double x = end == 0 ? bearingX - 11e-3 * k : bearingX + span * k - 5e-3 * k;
        const QRectF block(x - 4e-3 * k, axisY - (od / 2 + 7e-3) * k, (end == 0 ? 28e-3 : 18e-3) * k, (od + 14e-3) * k);
        p.setPen(edge(c.on(bearings)));
        p.setBrush(th.part2);
        p.drawRect(block);
        c.area(bearings, block);
        const double w = 9e-3;
        bearing(p, x, axisY, od, id, w, k, c.on(bearings));
        if (end == 0) bearing(p, x + w * k, axisY, od, id, w, k, c.on(bearings));
    }
    p.setPen(centreLine());
    p.drawLine(QPointF(bearingX - 40e-3 * k, axisY), QPointF(bearingX + span * k + 16, axisY));
    const SideScale at{k, axisY, bearingX};
    paintMotorSide(c, at);
    paintStagesSide(c, at);
    c.tied({bearingX - 4, axisY - (od / 2) * k - 32}, {bearingX, axisY - od / 2 * k * 0.7}, bearings);
    {
        const double x6 = screwLeft + (screwRight - screwLeft) * (nutShare > 0.5 ? 0.2 : 0.8);
        c.tied({x6, axisY + d0 * k / 2 + 22}, {x6 + 12, axisY}, screw);
    }
    c.tied({drawn.left() + 34, drawn.top() - 20}, {drawn.left() + 50, drawn.top() + 5}, slide);
    if (c.plain) return;
    // thread left beyond the nut, and the travel between
    const double dimY = axisY + d0 * k / 2 + 44;
    p.setPen(QPen(th.ink2, 0.8));
    for (double x : {screwLeft, nutFrom, nutFrom + room + nut * k, screwRight})
        p.drawLine(QPointF(x, axisY + d0 * k / 2 + 4), QPointF(x, dimY + 5));
    paintDimension(p, {nutFrom, dimY}, {nutFrom + room + nut * k, dimY},
                   u"travel "_s + text(shownNumber(travel, Dimension::Length, "mm", 4)) + u" + nut "_s +
                       text(shownNumber(nut, Dimension::Length, "mm", 3)));
    paintDimension(p, {screwLeft, dimY}, {nutFrom, dimY}, text(shownNumber(beyondA, Dimension::Length, "mm", 3)));
    paintDimension(p, {nutFrom + room + nut * k, dimY}, {screwRight, dimY},
                   text(shownNumber(beyondB, Dimension::Length, "mm", 3)));
}
} // namespace

namespace {
/// The view from the motor end under its words, and what else is drawn of the same scene.
template <class More>
PowerPathPicture paintFromMotor(QPainter &p, QRectF endArea, const AxisModel &m, const AxisState &s, int chosen,
                                const QString &words, More &&more) {
    PowerPathPicture out;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    Scene scene{p, m, s, chainParts(m), layOut(m, s), chosen, out};
    p.setFont(lw::face(13));
    p.setPen(theme().ink2);
    p.drawText(QPointF(endArea.left(), endArea.top() + 13), words);
    paintEndView(scene, endArea.adjusted(0, 22, 0, -4));
    more(scene);
    p.restore();
    return out;
}
} // namespace

PowerPathPicture paintPowerPath(QPainter &p, QRectF endArea, QRectF side, const AxisModel &m, const AxisState &s,
                                int chosen, double nutShare) {
    return paintFromMotor(p, endArea, m, s, chosen, u"Seen from the motor end"_s,
                          [&](Scene &scene) { paintSideView(scene, side, nutShare); });
}

PowerPathPicture paintChainEnd(QPainter &p, QRectF endArea, const AxisModel &m, const AxisState &s, int chosen) {
    return paintFromMotor(p, endArea, m, s, chosen, u"Belt, from the motor end"_s, [](Scene &) {});
}

void paintChainPlain(QPainter &p, QRectF side, const AxisModel &m, const AxisState &s) {
    PowerPathPicture out;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    Scene scene{p, m, s, chainParts(m), layOut(m, s), 0, out, true};
    paintSideView(scene, side, 0.5);
    p.restore();
}

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
        if (tw.needInward == tw.needInward && tw.centreOff == 0) {
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
