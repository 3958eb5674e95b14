#include "picture/wheels.h"
#include "picture/theme.h"
#include <algorithm>
#include <cmath>

namespace lw {

QPen partEdge(bool chosen, double width) {
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

double boreOf(const FitSize &size, double otherwise) { return size.known() ? size.nominal : otherwise; }

namespace {
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
    p.setPen(partEdge(chosen, 1.4));
    p.setBrush(theme().part);
    p.drawPath(d);
    p.setBrush(theme().sheet);
    p.setPen(partEdge(chosen, 1.4));
    p.drawEllipse(c, bore * k / 2, bore * k / 2);
}

/// Toothed belt round both pulleys at its true number of teeth; returns the groove phases.
std::pair<double, double> beltFace(QPainter &p, QPointF small, int z1, QPointF large, int z2,
                                   const BeltProfile &profile, double k, bool chosen, bool wrong, double slack) {
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
    p.setPen(QPen(wrong ? theme().fails : chosen ? theme().touch : theme().ink, theme().dark ? 1.2 : 0.6));
    p.setBrush(wrong ? theme().fails : chosen ? theme().touch : theme().belt);
    p.drawPath(d);
    return {ph1, ph2};
}

/// A belt with an idler: its pitch line, as thick as what carries in it.
void idlerFace(QPainter &p, const ToothedBelt &b, const IdlerPlace &idler, const PairFace &f) {
    const auto &profile = *b.driver.profile;
    const QPointF line = f.out - f.in;
    const double D = std::hypot(line.x(), line.y());
    if (!(D > 0)) return;
    const QPointF u = line / D, v(u.y(), -u.x()); // along the line of centres; to its side
    const auto at = [&](double x, double y) { return f.in + u * (x * f.scale) + v * (y * f.scale); };
    const auto pitchRadius = [&](int z) { return z * profile.pitch * 1e-3 / (2 * pi); };
    const double rim = b.idler.diameter.v / 2;
    const double back = (profile.thickness - profile.toothHeight - profile.pitchLineTwice / 2) * 1e-3;
    struct Round {
        double x, y, r;
        bool inside;
    };
    const Round rounds[] = {{0, 0, pitchRadius(b.driver.teeth), true},
                            {D / f.scale, 0, pitchRadius(b.driven.teeth), true},
                            {b.idler.along.v, idler.off.value(),
                             rim + (b.idler.inside ? profile.pitchLineTwice * 5e-4 : back), b.idler.inside}};
    QPolygonF belt;
    for (std::size_t k = 0; k < 3; ++k) {
        const auto &q = rounds[k];
        const double from = idler.path.ways[(k + 2) % 3].value(), side = q.inside ? 1 : -1;
        const double turn = idler.path.wraps[k].value();
        const int pieces = std::max(6, int(turn * q.r * f.scale / 3));
        for (int n = 0; n <= pieces; ++n) {
            const double way = from + side * turn * n / pieces;
            belt << at(q.x + side * q.r * std::sin(way), q.y - side * q.r * std::cos(way));
        }
    }
    const auto colour = f.wrong ? theme().fails : f.chosenBetween ? theme().touch : theme().belt;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(colour, std::max(2.0, (profile.thickness - profile.toothHeight) * 1e-3 * f.scale)));
    p.drawPolygon(belt);
    p.setPen(partEdge(f.chosenBetween, 1.4));
    p.setBrush(theme().part2);
    p.drawEllipse(at(b.idler.along.v, idler.off.value()), rim * f.scale, rim * f.scale);
    p.setBrush(theme().sheet);
    p.drawEllipse(at(b.idler.along.v, idler.off.value()), 3e-3 * f.scale, 3e-3 * f.scale);
}

void pairFace(QPainter &p, const ToothedBelt &b, const ToothedBelt::Work &w, const PairFace &f) {
    if (!b.driver.profile) return;
    const auto &profile = *b.driver.profile;
    if (w.idler) {
        idlerFace(p, b, *w.idler, f);
        pulleyFace(p, f.out, profile, b.driven.teeth, f.scale, 0, f.boreOut, f.chosenOut);
        pulleyFace(p, f.in, profile, b.driver.teeth, f.scale, 0, f.boreIn, f.chosenIn);
        return;
    }
    const auto phases = beltFace(p, f.in, b.driver.teeth, f.out, b.driven.teeth, profile, f.scale, f.chosenBetween,
                                 f.wrong, std::max(0.0, -2 * w.centreOff) * f.scale);
    pulleyFace(p, f.out, profile, b.driven.teeth, f.scale, phases.second, f.boreOut, f.chosenOut);
    pulleyFace(p, f.in, profile, b.driver.teeth, f.scale, phases.first, f.boreIn, f.chosenIn);
}
void pairFace(QPainter &p, const Gears &g, const Gears::Work &, const PairFace &f) {
    const double way = std::atan2(f.out.y() - f.in.y(), f.out.x() - f.in.x()), m = g.module.v;
    // a tooth of the one points along the line of centres, a gap of the other meets it
    paintGearFace(p, f.out, m, g.driven.teeth, f.scale, way + pi + pi / g.driven.teeth, f.boreOut, f.chosenOut);
    paintGearFace(p, f.in, m, g.driver.teeth, f.scale, way, f.boreIn, f.chosenIn);
}
void pairFace(QPainter &p, const RibbedBelt &b, const RibbedBelt::Work &, const PairFace &f) {
    const double r1 = b.driver.v / 2 * f.scale, r2 = b.driven.v / 2 * f.scale;
    const double D = std::hypot(f.out.x() - f.in.x(), f.out.y() - f.in.y());
    const double way = std::atan2(f.out.y() - f.in.y(), f.out.x() - f.in.x());
    if (!(D > std::fabs(r2 - r1))) return;
    const double lean = std::acos((r1 - r2) / D);
    const auto on = [](QPointF c, double r, double a) { return c + QPointF(r * std::cos(a), r * std::sin(a)); };
    p.setPen(QPen(f.chosenBetween ? theme().touch : theme().belt, std::max(2.0, 3e-3 * f.scale)));
    for (const int side : {-1, 1})
        p.drawLine(on(f.in, r1, way + side * lean), on(f.out, r2, way + side * lean));
    const auto circle = [&](QPointF c, double r, double bore, bool chosen) {
        p.setPen(QPen(f.chosenBetween ? theme().touch : theme().belt, std::max(2.0, 3e-3 * f.scale)));
        p.setBrush(theme().part);
        p.drawEllipse(c, r, r);
        p.setPen(partEdge(chosen, 1.2));
        p.setBrush(theme().part);
        p.drawEllipse(c, r * 0.96, r * 0.96);
        p.setBrush(theme().sheet);
        p.drawEllipse(c, bore * f.scale / 2, bore * f.scale / 2);
    };
    circle(f.out, r2, f.boreOut, f.chosenOut);
    circle(f.in, r1, f.boreIn, f.chosenIn);
}
void pairFace(QPainter &, const Coupling &, const Coupling::Work &, const PairFace &) {}
void pairFace(QPainter &, const Reducer &, const Reducer::Work &, const PairFace &) {}
} // namespace

void paintGearFace(QPainter &p, QPointF c, double module, int teeth, double k, double from, double bore, bool chosen) {
    const double r = module * teeth / 2 * k, tip = r + module * k, root = r - 1.25 * module * k;
    const double step = 2 * pi / teeth;
    QPainterPath d;
    const auto at = [&](double radius, double a) { return c + QPointF(radius * std::cos(a), radius * std::sin(a)); };
    for (int n = 0; n < teeth; ++n) { // a tooth is half a pitch wide at the pitch circle, less at its tip
        const double a = from + n * step;
        const QPointF foot = at(root, a - 0.32 * step);
        if (n == 0)
            d.moveTo(foot);
        else
            d.lineTo(foot);
        d.lineTo(at(r, a - 0.25 * step));
        d.lineTo(at(tip, a - 0.13 * step));
        d.lineTo(at(tip, a + 0.13 * step));
        d.lineTo(at(r, a + 0.25 * step));
        d.lineTo(at(root, a + 0.32 * step));
    }
    d.closeSubpath();
    p.setPen(partEdge(chosen, 1.2));
    p.setBrush(theme().part);
    p.drawPath(d);
    p.setBrush(theme().sheet);
    p.drawEllipse(c, bore * k / 2, bore * k / 2);
    p.setPen(centreLine());
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(c, r, r);
}

void paintRackFace(QPainter &p, double left, double right, double y, double module, double k, double phase,
                   bool chosen) {
    const double pitch = pi * module * k, tip = y - module * k, root = y + 1.25 * module * k;
    QPainterPath d;
    d.moveTo(left, root);
    const int first = int(std::ceil((left - phase) / pitch + 0.5)),
              last = int(std::floor((right - phase) / pitch - 0.5));
    for (int n = first; n <= last; ++n) {
        const double x = phase + n * pitch;
        d.lineTo(x - 0.36 * pitch, root);
        d.lineTo(x - 0.14 * pitch, tip);
        d.lineTo(x + 0.14 * pitch, tip);
        d.lineTo(x + 0.36 * pitch, root);
    }
    d.lineTo(right, root);
    d.lineTo(right, root + 3 * module * k);
    d.lineTo(left, root + 3 * module * k);
    d.closeSubpath();
    p.setPen(partEdge(chosen, 1.2));
    p.setBrush(theme().part);
    p.drawPath(d);
}

void paintPairFace(QPainter &p, const Stage &stage, const StageState &state, const PairFace &face) {
    std::visit(
        [&](const auto &kind) {
            pairFace(p, kind, std::get<typename std::decay_t<decltype(kind)>::Work>(state.work), face);
        },
        stage);
}

} // namespace lw
