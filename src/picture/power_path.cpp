#include "picture/power_path.h"
#include "proof/checks/limits.h"
#include "picture/ticks.h"
#include "picture/marks.h"
#include "picture/wheels.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
namespace {

void bearing(QPainter &p, double x, double y, double od, double id, double w, double k, bool chosen) {
    for (int s : {-1, 1}) {
        const double a = y + s * id * k / 2, b = y + s * od * k / 2;
        const QRectF r(x, std::min(a, b), w * k, std::fabs(b - a));
        p.setPen(partEdge(chosen, 1.2));
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
    double floor = 1e9;                 ///< pixels: where the front view ends
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
    /// Pairs of wheels that can be drawn.
    [[nodiscard]] bool drawn(std::size_t stage) const { return layout.whole && besideEachOther(m.stages[stage].stage); }
    [[nodiscard]] bool pairs() const {
        return std::any_of(m.stages.begin(), m.stages.end(), [](const auto &q) { return besideEachOther(q.stage); });
    }
    [[nodiscard]] std::array<double, 2> wheels(std::size_t stage) const {
        return wheelsOf(m.stages[stage].stage, s.stages[stage]);
    }
    [[nodiscard]] double centre(std::size_t stage) const { return s.stages[stage].figures.centre.value(); }
    /// A toothed belt that does not belong on its pulleys.
    [[nodiscard]] bool wrongBelt(std::size_t stage) const {
        const auto *b = m.stageAs<ToothedBelt>(stage);
        return b && b->beltProfileRead() && b->driver.profile && !s.stageWork<ToothedBelt>(stage)->matches;
    }
    /// What stands beside a wheel: its teeth, or its size.
    [[nodiscard]] QString wheelWords(std::size_t stage, int side) const {
        if (const auto *b = m.stageAs<ToothedBelt>(stage)) return u"%1 T"_s.arg(b->pulley(std::size_t(side)).teeth);
        if (const auto *g = m.stageAs<Gears>(stage)) return u"%1 T"_s.arg(g->wheel(std::size_t(side)).teeth);
        return u"⌀ "_s + text(shownNumber(wheels(stage)[std::size_t(side)], Dimension::Length, "mm", 3));
    }
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
    p.setPen(known ? partEdge(c.on(1)) : hiddenLine());
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
    else if (c.pairs())
        p.drawText(QRectF(e.left(), r.bottom() + 8, e.width() - 6, 54), Qt::AlignLeft | Qt::TextWordWrap,
                   u"Sizes of both wheels, and the belt, make the drive appear."_s);
}

/// Motor face and all pairs of wheels in true teeth, seen from the motor end. @param at place of a shaft
template <class At> void paintPairs(Scene &c, At &&at, double k) {
    auto &p = c.p;
    const auto &th = theme();
    const QPointF motor = at(0);
    const double face = c.face(), h = face * k / 2, ch = face * 0.09 * k;
    const QPolygonF flange{{motor.x() - h + ch, motor.y() - h}, {motor.x() + h - ch, motor.y() - h},
                           {motor.x() + h, motor.y() - h + ch}, {motor.x() + h, motor.y() + h - ch},
                           {motor.x() + h - ch, motor.y() + h}, {motor.x() - h + ch, motor.y() + h},
                           {motor.x() - h, motor.y() + h - ch}, {motor.x() - h, motor.y() - h + ch}};
    QPainterPath flangePath;
    flangePath.addPolygon(flange);
    flangePath.closeSubpath();
    p.setPen(partEdge(c.on(1)));
    p.setBrush(th.part);
    p.drawPath(flangePath);
    c.area(1, flangePath);
    p.setPen(partEdge(c.on(1), 1));
    c.motorHoles(motor, k);
    for (std::size_t n = 0; n < c.m.stages.size(); ++n) {
        if (!c.drawn(n)) continue;
        const int driver = c.number(ChainPartKind::Driver, int(n)), belt = c.number(ChainPartKind::Belt, int(n)),
                  driven = c.number(ChainPartKind::Driven, int(n));
        const QPointF in = at(n), to = at(n + 1);
        const auto sizes = c.wheels(n);
        const double R1 = sizes[0] * k / 2 + 4, R2 = sizes[1] * k / 2 + 4;
        if (belt > 0) { // the ground between both, under their own places
            const QPointF way = (to - in) / std::max(1.0, std::hypot(to.x() - in.x(), to.y() - in.y())),
                          across(-way.y(), way.x());
            QPainterPath loop;
            loop.addPolygon(QPolygonF{{to - across * R2, to + across * R2, in + across * R1, in - across * R1}});
            c.area(belt, loop);
        }
        const auto &stage = c.m.stages[n].stage;
        const auto *boreIn = seatOf(stage, 0).bore, *boreOut = seatOf(stage, 1).bore;
        paintPairFace(p, stage, c.s.stages[n],
                      {in, to, k, boreIn ? boreOf(*boreIn, c.shaft()) : c.shaft(),
                       boreOut ? boreOf(*boreOut, 12e-3) : 12e-3, c.wrongBelt(n), c.on(driver), c.on(belt),
                       c.on(driven)});
        QPainterPath c1, c2;
        c1.addEllipse(in, R1, R1);
        c2.addEllipse(to, R2, R2);
        c.area(driven, c2);
        c.area(driver, c1);
    }
}

/// What the motor end shows, from above to below and side to side, m about the final shaft.
QRectF reachOfPairs(const Scene &c) {
    double left = 0, right = 0, top = 0, bottom = 0;
    const auto reach = [&](ChainLayout::Place at, double r) {
        left = std::min(left, at.x - r);
        right = std::max(right, at.x + r);
        top = std::min(top, at.y - r);
        bottom = std::max(bottom, at.y + r);
    };
    reach(c.layout.shafts.front(), c.face() / 2);
    for (std::size_t k = 0; k < c.m.stages.size(); ++k)
        if (c.drawn(k)) {
            const auto sizes = c.wheels(k);
            reach(c.layout.shafts[k], sizes[0] / 2);
            reach(c.layout.shafts[k + 1], std::max(sizes[1], 40e-3) / 2);
        }
    return {left, top, right - left, bottom - top};
}

void paintEndView(Scene &c, QRectF e) {
    if (!c.pairs() || !c.layout.whole) return paintMotorFace(c, e);
    auto &p = c.p;
    const auto &th = theme();
    const double margin = 12e-3;
    const QRectF reach = reachOfPairs(c);
    const double width = reach.width() + 2 * margin, height = reach.height() + 2 * margin;
    const double k = std::min(e.height() / height, (e.width() - 74) / width);
    c.out.endScale = k;
    const auto at = [&](std::size_t shaft) {
        const auto &place = c.layout.shafts[shaft];
        return QPointF(e.left() + 4 + (place.x - reach.left() + margin) * k,
                       e.top() + (place.y - reach.top() + margin) * k);
    };
    const QRectF plate(e.left() + 4, e.top(), width * k, height * k);
    p.setPen(partEdge(false));
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
    paintPairs(c, at, k);
    p.setPen(centreLine());
    const QPointF final = at(c.m.stages.size());
    p.drawLine(QPointF(final.x(), plate.top() - 6), QPointF(final.x(), plate.bottom() + 6));
    const double dx = plate.right() + 26;
    for (std::size_t n = 0; n < c.m.stages.size(); ++n) {
        if (!c.drawn(n)) continue;
        const QPointF in = at(n), to = at(n + 1);
        const auto sizes = c.wheels(n);
        const double R1 = sizes[0] * k / 2 + 4, R2 = sizes[1] * k / 2 + 4;
        p.setFont(lw::face(13));
        if (std::fabs(in.x() - to.x()) < 1) { // hangs down: its centres stand beside the plate
            p.setPen(QPen(th.ink2, 0.9));
            p.drawLine(QPointF(to.x() + R2, to.y()), QPointF(dx + 6, to.y()));
            p.drawLine(QPointF(in.x() + R1, in.y()), QPointF(dx + 6, in.y()));
            paintDimension(p, {dx, to.y()}, {dx, in.y()}, text(shownNumber(c.centre(n), Dimension::Length, "mm", 5)),
                           true);
            p.setPen(th.ink2);
            p.drawText(QPointF(plate.right() + 6, to.y() - 8), c.wheelWords(n, 1));
            if (n == 0) p.drawText(QPointF(plate.right() + 6, in.y() + 20), c.wheelWords(n, 0));
        } else {
            paintDimension(p, {to.x(), plate.bottom() - 8}, {in.x(), plate.bottom() - 8},
                           text(shownNumber(c.centre(n), Dimension::Length, "mm", 5)));
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
        p.setPen(c.m.hasMotor() ? partEdge(c.on(1)) : hiddenLine());
        p.setBrush(c.m.hasMotor() ? QBrush(fill) : QBrush(Qt::NoBrush));
        p.drawRect(r);
        return r;
    };
    const auto &outboard = c.m.motorBody().outboard;
    box(0, std::max(shaftOut, outboard.known() ? outboard.v + 5e-3 : 0), c.shaft() / 2, th.part);
    if (outboard.known()) { // its ring and what holds it
        const QRectF held = box(outboard.v - 4e-3, outboard.v + 4e-3, c.shaft() / 2 + 14e-3, th.part2);
        box(outboard.v - 4e-3, outboard.v + 4e-3, c.shaft() / 2 + 6e-3, th.part);
        c.area(1, held);
    }
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

/// A wheel from the side. @param teeth lines of teeth; 0: grooves round it instead
void paintWheelSide(Scene &c, const SideScale &at, double x, double y, double outside, double width, int teeth,
                    bool flanged, int part) {
    auto &p = c.p;
    const auto &th = theme();
    const double k = at.k, Ro = outside / 2 * k, hw = width * k / 2;
    const bool on = c.on(part);
    p.setPen(partEdge(on, 1.4));
    p.setBrush(th.part);
    const QRectF r(x - hw, y - Ro, 2 * hw, 2 * Ro);
    p.drawRect(r);
    p.setPen(QPen(on ? th.touch : th.ink, 0.8));
    for (int n = 0; n < teeth; ++n) {
        const double a = 2 * pi * n / teeth;
        if (std::cos(a) < 0) continue;
        const double yy = y + Ro * std::sin(a);
        p.drawLine(QPointF(r.left() + 1, yy), QPointF(r.right() - 1, yy));
    }
    if (teeth == 0)
        for (int n = 1; n < 6; ++n)
            p.drawLine(QPointF(r.left() + r.width() * n / 6, r.top() + 1),
                       QPointF(r.left() + r.width() * n / 6, r.bottom() - 1));
    if (flanged) {
        p.setBrush(th.part2);
        p.setPen(partEdge(on, 1.2));
        p.drawRect(QRectF(r.left(), r.top() - 2.2e-3 * k, 1.6e-3 * k, r.height() + 4.4e-3 * k));
        p.drawRect(QRectF(r.right() - 1.6e-3 * k, r.top() - 2.2e-3 * k, 1.6e-3 * k, r.height() + 4.4e-3 * k));
    }
    c.area(part, r);
}

void paintLayshaft(Scene &c, const SideScale &at, std::size_t before) {
    auto &p = c.p;
    const int number = c.number(ChainPartKind::Layshaft, int(before));
    const double y = at.y(c.layout.shafts[before + 1].y);
    const auto &l = c.m.stages[before].after;
    const auto *bore = seatOf(c.m.stages[before].stage, 1).bore;
    const double d = l.diameter.known() ? l.diameter.v : bore ? boreOf(*bore, 12e-3) : 12e-3;
    const bool told = l.spacing.known() && l.inBeyond.known() && l.outBeyond.known();
    // its bearings stand where they were measured from its wheels; not measured: one, between them, dashed
    const double in = c.layout.planes[before], wheels = c.layout.planes[before + 1] - in;
    const double first = told ? in + l.inBeyond.v : in + wheels / 2;
    const double scale =
        told ? std::min(1.0, std::fabs(wheels) > 0 ? wheels / (l.inBeyond.v + l.spacing.v + l.outBeyond.v) : 1) : 1;
    const double from = at.x(in - 16e-3), to = at.x(c.layout.planes[before + 1] + 16e-3);
    p.setPen(told ? partEdge(c.on(number), 1.2) : hiddenLine());
    p.setBrush(theme().part);
    const QRectF shaft(from, y - d / 2 * at.k, to - from, d * at.k);
    p.drawRect(shaft);
    c.area(number, shaft.adjusted(0, -4, 0, 4));
    const double od = std::max(26e-3, 2.2 * d), wide = 8e-3;
    double middle = at.x(told ? in + l.inBeyond.v * scale : first) - wide / 2 * at.k;
    bearing(p, middle, y, od, d, wide, at.k, c.on(number));
    if (told)
        bearing(p, at.x(in + (l.inBeyond.v + l.spacing.v) * scale) - wide / 2 * at.k, y, od, d, wide, at.k,
                c.on(number));
    p.setPen(centreLine());
    p.drawLine(QPointF(from - 8, y), QPointF(to + 8, y));
    c.tied({to + 36, y + 44}, {middle + 4e-3 * at.k, y + 12e-3 * at.k}, number);
}

void paintStagesSide(Scene &c, const SideScale &at) {
    auto &p = c.p;
    const auto &th = theme();
    const double k = at.k;
    const bool belts = c.pairs();
    if (belts && c.layout.whole) { // the plate the motor hangs on
        p.setPen(partEdge(false));
        p.setBrush(th.part);
        const double low = c.layout.shafts.front().y + c.face() * 0.62;
        if (c.drawn(0)) p.drawRect(QRectF(at.x(c.layout.faceAt), at.y(-20e-3), 10e-3 * k, (low + 20e-3) * k));
    }
    for (std::size_t n = 0; n + 1 < c.m.stages.size(); ++n)
        if (c.number(ChainPartKind::Layshaft, int(n)) > 0) paintLayshaft(c, at, n);
    for (std::size_t n = 0; n < c.m.stages.size(); ++n) {
        const double x = at.x(c.layout.planes[n]), above = at.y(c.layout.shafts[n + 1].y),
                     below = at.y(c.layout.shafts[n].y);
        if (!besideEachOther(c.m.stages[n].stage)) {
            const int number =
                std::max(c.number(ChainPartKind::Coupling, int(n)), c.number(ChainPartKind::Reducer, int(n)));
            const QRectF box(x - 17e-3 * k, above - 13e-3 * k, 34e-3 * k, 26e-3 * k);
            p.setPen(c.m.hasMotor() ? partEdge(c.on(number)) : hiddenLine());
            p.setBrush(th.part);
            p.drawRect(box);
            c.area(number, box);
            c.tied({box.center().x(), box.bottom() + 30}, box.center(), number);
            continue;
        }
        if (!c.drawn(n)) continue;
        const auto &stage = c.m.stages[n].stage;
        const int driver = c.number(ChainPartKind::Driver, int(n)), belt = c.number(ChainPartKind::Belt, int(n)),
                  driven = c.number(ChainPartKind::Driven, int(n));
        const auto sizes = c.wheels(n);
        const auto *toothed = c.m.stageAs<ToothedBelt>(n);
        const auto *gears = c.m.stageAs<Gears>(n);
        const auto teeth = [&](std::size_t side) {
            return toothed ? toothed->pulley(side).teeth : gears ? gears->wheel(side).teeth : 0;
        };
        for (const std::size_t wheel : {1, 0})
            paintWheelSide(c, at, x, wheel == 1 ? above : below, sizes[wheel],
                           toothed ? toothed->pulley(wheel).faceWidth.v : 2 * halfWidth(stage), teeth(wheel),
                           toothed && toothed->pulley(wheel).flanges > 0, wheel == 1 ? driven : driver);
        const double outer = sizes[1] / 2 * k, inner = sizes[0] / 2 * k;
        if (belt > 0) {
            const double bw = (toothed ? toothed->width.known() ? toothed->width.v : 12e-3 : 2 * halfWidth(stage)) * k;
            p.setPen(partEdge(c.on(belt), 0.8));
            p.setBrush(c.wrongBelt(n) ? th.fails : c.on(belt) ? th.touch : th.belt);
            if (below - above > 4)
                p.drawRect(
                    QRectF(x - bw / 2, above + outer * 0.6, bw, std::max(2.0, below - above - (outer + inner) * 0.6)));
            c.area(belt, QRectF(x - bw / 2, above - outer - 2, bw, below - above + outer + inner + 4));
        }
        const bool more = n + 1 < c.m.stages.size(); // another belt stands between this one and the slide
        const QPointF middle(x, (above + below) / 2);
        c.tied(more ? QPointF(x + 6, below + 46) : QPointF(x + 40, below + 10), {x + 3, below + 2}, driver);
        if (belt > 0) c.tied(middle + (more ? QPointF(-66, -34) : QPointF(-38, -4)), middle, belt);
        c.tied(more ? QPointF(x - 40, above - 46) : QPointF(x - 44, above - 22), {x - 2, above - 6}, driven);
    }
    if (belts && c.layout.whole && !c.plain) {
        p.setFont(lw::face(13));
        const double left = c.layout.faceAt - c.body(),
                     y = at.y(c.layout.shafts.front().y + c.face() / 2) + (c.m.stages.size() > 1 ? 66 : 14),
                     most = c.floor - 12;
        paintDimension(p, {at.x(left), std::min(y, most)}, {at.x(-15e-3), std::min(y, most)},
                       text(shownNumber(-left - 15e-3, Dimension::Length, "mm", 3)) + u" out"_s, true);
    }
}

/// A carriage on its rack from the front: pinion, wheels and motor ride with it.
void paintRackView(Scene &c, QRectF side, double share) {
    auto &p = c.p;
    const auto &m = c.m;
    const auto &th = theme();
    const auto &rack = *m.rack();
    const int number = c.number(ChainPartKind::FinalElement), slide = c.number(ChainPartKind::Slide);
    p.setPen(th.ink2);
    p.setFont(lw::face(13));
    if (!c.plain)
        p.drawText(QPointF(side.left(), side.top() + 13), u"Seen from the front, the carriage moved along its rack"_s);
    const bool sized = rack.sized();
    const double module = sized ? rack.module.v : 1.5e-3;
    const int teeth = sized ? rack.teeth : 18;
    const double travel = m.travel.known() ? m.travel.v : 0.5, r = module * teeth / 2;
    const QRectF reach = c.pairs() && c.layout.whole ? reachOfPairs(c) : QRectF(-r, -r, 2 * r, 2 * r);
    const double half = std::max({0.08, reach.right(), -reach.left()}) + 12e-3;
    const double k = std::min((side.width() - 16) / (travel + 2 * half),
                              (side.height() - (c.plain ? 20 : 96)) /
                                  (std::max(reach.bottom(), r + 5 * module) - reach.top() + 46e-3));
    c.out.sideScale = k;
    const double x0 = side.left() + 8 + half * k, y = side.top() + (c.plain ? 8 : 52) + (36e-3 - reach.top()) * k;
    c.out.tableLeft = x0;
    c.out.tableRight = x0 + travel * k;
    const double x = x0 + share * travel * k;
    const QRectF carriage(x - half * k, y + (reach.top() - 34e-3) * k, 2 * half * k, 26e-3 * k);
    p.setPen(m.travel.known() && !m.travel.assumed() ? partEdge(c.on(slide)) : hiddenLine());
    p.setBrush(th.part);
    p.drawRect(carriage);
    c.area(slide, carriage);
    const QRectF apron(carriage.left() + 6, carriage.bottom(), carriage.width() - 12, y - carriage.bottom());
    if (apron.height() > 0) {
        p.setBrush(Qt::NoBrush);
        p.drawRect(apron);
    }
    p.setPen(th.ink2);
    if (!c.plain)
        p.drawText(carriage, Qt::AlignCenter,
                   text(m.what.empty() ? "carriage" : m.what) + u"  "_s +
                       text(withUnit(m.mass.v, Dimension::Mass, "kg")));
    // the rack is as long as the pinion needs; one of its gaps is under the pinion's tooth
    const double from = x0 - (r + 10e-3) * k, to = x0 + (travel + r + 10e-3) * k, pitchLine = y + r * k;
    const double turned = -share * travel / r; // the pinion rolls
    if (!sized) p.setOpacity(0.45);
    paintRackFace(p, from, to, pitchLine, module, k, x0 + pi * module * k / 2, c.on(number));
    p.setOpacity(1);
    c.area(number, QRectF(from, pitchLine - 6, to - from, 5 * module * k + 12));
    if (c.pairs() && c.layout.whole)
        paintPairs(
            c,
            [&](std::size_t shaft) {
                return QPointF(x + c.layout.shafts[shaft].x * k, y + c.layout.shafts[shaft].y * k);
            },
            k);
    if (!sized) p.setOpacity(0.45);
    paintGearFace(p, {x, y}, module, teeth, k, pi / 2 + turned, 10e-3, c.on(number));
    p.setOpacity(1);
    QPainterPath pinion;
    pinion.addEllipse(QPointF(x, y), (r + module) * k, (r + module) * k);
    c.area(number, pinion);
    const double beside = share > 0.5 ? (from + x - half * k) / 2 : (to + x + half * k) / 2;
    c.tied({beside, pitchLine - 26}, {beside + 8, pitchLine + 2 * module * k}, number);
    c.tied({carriage.left() + 34, carriage.top() - 18}, {carriage.left() + 50, carriage.top() + 5}, slide);
    if (c.plain) return;
    const double dimY = side.bottom() - 10;
    paintDimension(p, {x0, dimY}, {x0 + travel * k, dimY},
                   u"travel "_s + text(shownNumber(travel, Dimension::Length, "mm", 4)) +
                       (sized ? u", a turn of the pinion "_s + text(shownNumber(m.lead.v, Dimension::Length, "mm", 4))
                              : u"; rack drawn as module 1.5, 18 teeth: not measured"_s));
}

/// Slide, nut, screw and its bearings, and what drives them, seen from the front.
void paintSideView(Scene &c, QRectF side, double nutShare) {
    if (c.m.rack()) return paintRackView(c, side, nutShare);
    c.floor = side.bottom();
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
    const double toDrive = m.stages.empty() || besideEachOther(m.stages.back().stage) ? 30e-3 : 26e-3;
    // table, at its place
    const double nutFrom = screwLeft + beyondA * k, room = std::max(0.0, (thread - nut - beyondA - beyondB) * k);
    const double nutX = nutFrom + nutShare * std::max(room, 1.0);
    const double tableHalf = std::max(0.12, travel * 0.55) * k;
    const QRectF tableRect(nutX + nut * k / 2 - tableHalf, axisY - 30e-3 * k - 16, 2 * tableHalf, 20);
    c.out.tableLeft = nutFrom;
    c.out.tableRight = nutFrom + room;
    const QRectF drawn = tableRect.intersected(side.adjusted(2, 0, -2, 0));
    p.setPen(m.travel.known() && !m.travel.assumed() ? partEdge(c.on(slide)) : hiddenLine());
    p.setBrush(th.part);
    p.drawRect(drawn);
    c.area(slide, drawn);
    p.setPen(th.ink2);
    if (!c.plain)
        p.drawText(drawn, Qt::AlignCenter,
                   text(m.what.empty() ? "slide" : m.what) + u"  "_s + text(withUnit(m.mass.v, Dimension::Mass, "kg")));
    const QRectF bracket(nutX + nut * k / 2 - 7e-3 * k, drawn.bottom(), 14e-3 * k, axisY - d0 * k / 2 - drawn.bottom());
    if (bracket.height() > 0) {
        p.setPen(partEdge(false, 1.2));
        p.drawRect(bracket);
    }
    // screw with its thread
    p.setPen(partEdge(c.on(screw), 1.2));
    p.setBrush(th.part);
    const double journal = root * 0.85 * k;
    p.drawRect(
        QRectF(bearingX - toDrive * k, axisY - journal / 2, (thread + toDrive + (span - thread)) * k + 8, journal));
    const QRectF screwRect(screwLeft, axisY - d0 * k / 2, screwRight - screwLeft, d0 * k);
    p.setPen(m.screw().named ? partEdge(c.on(screw), 1.4) : hiddenLine());
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
    p.setPen(partEdge(c.on(screw), 1.4));
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
        p.setPen(partEdge(c.on(bearings)));
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

} // namespace lw
