#include "picture/plate_picture.h"
#include "picture/label_places.h"
#include "picture/marks.h"
#include "picture/theme.h"
#include "units/shown_units.h"
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QString length(double m, int digits = 4) { return text(shownNumber(m, Dimension::Length, "mm", digits)); }
QString signedLength(double m) {
    if (std::fabs(m) < 1e-9) m = 0; // the mean of a ring is hardly ever quite zero
    return (m > 0 ? u"+"_s : m < 0 ? u"−"_s : QString()) + length(std::fabs(m));
}
QPen pen(const QColor &c, double width, bool dashed = false) {
    QPen p(c, width, Qt::SolidLine, Qt::FlatCap, Qt::MiterJoin);
    if (dashed) p.setDashPattern({5, 4});
    return p;
}
/// Round, or a slot up and down.
QPainterPath shapeOf(QPointF centre, double diameter, double travel) {
    QPainterPath path;
    path.addRoundedRect(
        QRectF(centre.x() - diameter / 2, centre.y() - (travel + diameter) / 2, diameter, travel + diameter),
        diameter / 2, diameter / 2);
    return path;
}
} // namespace

std::vector<HoleRow> holeRows(const Plate &plate) {
    std::vector<HoleRow> rows;
    for (std::size_t k = 0; k < plate.holes.size();) {
        const auto &h = plate.holes[k];
        const bool together = sharesLine(h.kind);
        HoleRow r;
        do
            r.holes.push_back(k++);
        while (together && k < plate.holes.size() && plate.holes[k].kind == h.kind);
        r.size = (h.sized ? QString() : u"≈ "_s) + length(h.diameter) +
                 (h.travel > 0 ? u" × "_s + length(h.diameter + h.travel) : QString());
        r.purpose = text(purposeOf(plate, h));
        double middle = 0;
        for (const auto i : r.holes)
            middle += plate.holes[i].y / double(r.holes.size());
        if (h.kind == HoleKind::Bolt) { // about the middle of the motor
            const QString across = length(std::fabs(h.x)), along = length(std::fabs(h.y - middle));
            r.purpose = u"four, "_s + r.purpose.replace(u"motor, "_s, QString()) + u", ±"_s + across +
                        (across == along ? QString() : u" and ±"_s + along);
        } else if (h.kind == HoleKind::Ring) {
            r.purpose = u"%1 on Ø %2, %3"_s.arg(r.holes.size()).arg(length(2 * std::hypot(h.x, h.y)), r.purpose);
        }
        r.x = signedLength(together ? 0 : h.x);
        r.y = signedLength(together ? middle : h.y);
        if (!h.placed) r.x = r.y = QString(); // nobody measured it: no figure to mark out by
        r.how = text(howWord(h.how));
        rows.push_back(std::move(r));
    }
    return rows;
}
QString seenFrom(PlateKind kind) {
    switch (kind) {
    case PlateKind::Motor: return u"from the pulley side"_s;
    case PlateKind::Cover: return u"from outside"_s;
    case PlateKind::Block: return u"from the motor's side"_s;
    case PlateKind::Bracket: return u"along the screw, from its nut's flange"_s;
    }
    return {};
}

int PlatePicture::rowAt(QPointF p) const {
    for (auto it = areas.rbegin(); it != areas.rend(); ++it)
        if (it->area.contains(p)) return it->row;
    return -1;
}

namespace {
/// Outline, rounded where it is; the line it is folded along.
void paintOutline(QPainter &p, const Plate &plate, const PlatePicture &at) {
    const auto &t = theme();
    p.setPen(pen(t.ink, 1.6, plate.outlineAssumed));
    p.setBrush(t.part);
    p.drawRoundedRect(at.outline, plate.corner * at.scale, plate.corner * at.scale);
    if (!plate.folded()) return;
    QPen chain(t.ink, 1.2);
    chain.setDashPattern({9, 3, 2, 3, 2, 3});
    p.setPen(chain);
    const double y = at.at(0, plate.fold).y();
    p.drawLine(QPointF(at.outline.left() - 8, y), QPointF(at.outline.right() + 8, y));
}
void paintHole(QPainter &p, const Plate &plate, const PlateHole &h, const PlatePicture &at, bool lit) {
    const auto &t = theme();
    const double k = at.scale;
    const QPointF c = at.at(h.x, h.y);
    p.setPen(pen(lit ? t.touch : t.ink, lit ? 2.2 : 1.3, !h.placed || !h.sized));
    p.setBrush(t.sheet);
    p.drawPath(shapeOf(c, h.diameter * k, h.travel * k));
    if (h.kind == HoleKind::Post && plate.kind == PlateKind::Motor) { // the post behind
        p.setBrush(Qt::NoBrush);
        p.setPen(pen(t.ink2, 0.9, true));
        p.drawEllipse(c, h.diameter * 0.8 * k, h.diameter * 0.8 * k);
    }
    p.setPen(pen(t.ink2, 0.8));
    const double arm = std::max(5.0, h.diameter / 2 * k + 4);
    if (h.kind == HoleKind::Pilot) return;
    p.drawLine(c - QPointF(arm, 0), c + QPointF(arm, 0));
    p.drawLine(c - QPointF(0, arm), c + QPointF(0, arm));
}
/// The motor behind its plate, and where the belt needs its slots.
void paintMotorBehind(QPainter &p, const Plate &plate, const PlatePicture &at) {
    const auto &t = theme();
    const double side = plate.face * at.scale;
    const QPointF motor = at.at(0, -plate.centre);
    p.setBrush(Qt::NoBrush);
    p.setPen(pen(t.ink2, 1, true));
    p.drawRect(QRectF(motor - QPointF(side / 2, side / 2), QSizeF(side, side)));
}
void paintSlotsWanted(QPainter &p, const Plate &plate, const PlatePicture &at) {
    const auto &t = theme();
    const bool shortSlots = plate.slotted && plate.needFrom == plate.needFrom &&
                            (plate.needFrom < plate.slotFrom - 5e-5 || plate.needTo > plate.slotTo + 5e-5);
    if (shortSlots) {
        p.setBrush(Qt::NoBrush);
        p.setPen(pen(t.touch, 1.3, true));
        const double from = std::min(plate.needFrom, plate.slotFrom), to = std::max(plate.needTo, plate.slotTo);
        for (const auto &h : plate.holes)
            if (h.kind == HoleKind::Bolt || h.kind == HoleKind::Pilot) {
                const double off = h.y + (plate.slotFrom + plate.slotTo) / 2;
                p.drawPath(shapeOf(at.at(h.x, off - (from + to) / 2), h.diameter * at.scale, (to - from) * at.scale));
            }
    }
    if (plate.slotted) { // the motor as it stands in them
        p.setPen(pen(t.ink2, 1));
        p.setBrush(t.part2);
        p.drawEllipse(at.at(0, -plate.centre), 5, 5);
    }
}
/// The pulleys under a cover and the belt round them, as far as they reach.
void paintUnderCover(QPainter &p, const Plate &plate, const PlatePicture &at) {
    p.setBrush(Qt::NoBrush);
    p.setPen(pen(theme().ink2, 1, true));
    const double shaft = plate.pulleys[1] / 2, motor = plate.pulleys[0] / 2, length = plate.centre;
    p.drawEllipse(at.at(0, 0), shaft * at.scale, shaft * at.scale);
    p.drawEllipse(at.at(0, -length), motor * at.scale, motor * at.scale);
    const double b = (shaft - motor) / length, a = std::sqrt(std::max(0.0, 1 - b * b));
    for (const double side : {-1.0, 1.0})
        p.drawLine(at.at(side * a * shaft, -b * shaft), at.at(side * a * motor, -length - b * motor));
}
const PlateHole *firstOf(const Plate &plate, HoleKind kind) {
    for (const auto &h : plate.holes)
        if (h.kind == kind) return &h;
    return nullptr;
}

/// Where its screws stand from the shaft; how far the edge it stands on lies.
void paintFixingFigures(QPainter &p, const Plate &plate, const PlatePicture &at) {
    const double left = at.outline.left() - 16, farther = left - (plate.kind == PlateKind::Cover ? 46 : 24);
    const auto *upper = firstOf(plate, HoleKind::Post), *lower = upper;
    for (const auto &h : plate.holes)
        if (h.kind == HoleKind::Post && h.y < lower->y) lower = &h;
    if (upper && upper->placed) {
        const double y = plate.folded() && !plate.footAbove ? at.outline.bottom() + 10 : at.outline.top() - 12;
        paintDimension(p, QPointF(at.at(upper->x, 0).x(), y), QPointF(at.at(-upper->x, 0).x(), y),
                       length(std::fabs(2 * upper->x)));
        if (plate.folded()) {
            if (lower != upper)
                paintDimension(p, QPointF(left, at.at(0, upper->y).y()), QPointF(left, at.at(0, lower->y).y()),
                               length(upper->y - lower->y));
        } else {
            for (const auto *h : {upper, lower})
                if (std::fabs(h->y) > 1e-6)
                    paintDimension(p, QPointF(left, at.zero.y()), QPointF(left, at.at(0, h->y).y()),
                                   length(std::fabs(h->y)));
        }
    }
    if (plate.folded()) // what is measured on the machine and finished after the trial
        paintDimension(p, QPointF(farther, at.zero.y()), QPointF(farther, at.at(0, plate.fold).y()),
                       length(std::fabs(plate.fold), 5), true);
    else if (plate.centre > 0 && (plate.slotted || plate.kind == PlateKind::Cover))
        paintDimension(p, QPointF(farther, at.zero.y()), QPointF(farther, at.at(0, -plate.centre).y()),
                       length(plate.centre, 5), true);
}
void paintFigures(QPainter &p, const Plate &plate, const PlatePicture &at) {
    p.setPen(theme().ink);
    paintFixingFigures(p, plate, at);
    const double right = at.outline.right() + 18;
    paintDimension(p, QPointF(right + 24, at.outline.top()), QPointF(right + 24, at.outline.bottom()),
                   length(plate.height()), true);
    paintDimension(p, QPointF(at.outline.left(), at.outline.bottom() + 26),
                   QPointF(at.outline.right(), at.outline.bottom() + 26), length(plate.width()), true);
    if (plate.folded())
        paintDimension(p, QPointF(right, at.at(0, plate.footAbove ? plate.top : plate.fold).y()),
                       QPointF(right, at.at(0, plate.footAbove ? plate.fold : plate.bottom).y()),
                       length(plate.thickness));
    for (const auto &h : plate.holes)
        if (h.kind == HoleKind::Bolt && h.x < 0 && h.y < -plate.centre) { // lower left: the square
            const double y = at.at(0, h.bottom()).y() + 12;
            if (y < at.outline.bottom() - 6)
                paintDimension(p, QPointF(at.at(h.x, 0).x(), y), QPointF(at.at(-h.x, 0).x(), y),
                               length(std::fabs(2 * h.x)));
            break;
        }
    for (const auto &h : plate.holes)
        if (h.kind == HoleKind::Bolt && h.travel > 0 && h.x > 0) { // the last: lower right
            const double y1 = at.at(0, -plate.slotFrom).y(), y2 = at.at(0, -plate.slotTo).y();
            paintDimension(p, QPointF(right, y1), QPointF(right, y2), length(h.travel), true);
            break;
        }
}
/// Where the number of a row stands: beside its first hole, out of the way of the lines.
QPointF numberPlace(const Plate &plate, const PlateHole &h, const PlatePicture &at) {
    const double k = at.scale, away = h.diameter / 2 * k + 14;
    const QPointF c = at.at(h.x, h.y);
    switch (h.kind) {
    case HoleKind::Post:
        if (plate.kind == PlateKind::Block || plate.kind == PlateKind::Bracket) // inside there are others
            return c + QPointF(h.x < 0 ? -away : away, 0);
        return c + QPointF(h.x < 0 ? away : -away, (h.y < 0 && plate.kind == PlateKind::Cover ? -0.8 : 0.8) * away);
    case HoleKind::Shaft: return c + (plate.kind == PlateKind::Motor ? QPointF(away + 4, away * 0.5) : QPointF(0, 0));
    case HoleKind::Bolt: return c + QPointF(-away - 4, -h.travel / 2 * k);
    case HoleKind::Pilot: return c + QPointF(h.diameter * 0.25 * k, 0);
    case HoleKind::Ring: return c + QPointF(h.x < 0 ? -away : away, 0);
    case HoleKind::Tapped: return c + QPointF(h.x < 0 ? away : -away, 0);
    }
    return c;
}
void paintPins(QPainter &p, const Plate &plate, const PlatePicture &at, const PlateShown &shown) {
    if (!shown.judged) return;
    if (shown.edge != Verdict::Holds) {
        const auto &h = plate.holes[thinnestEdge(plate)];
        paintPin(p, at.at(h.x, h.y + (h.y > 0 ? 1 : -1) * h.diameter) + QPointF(-11, 0), shown.edge, {22, 11});
    }
    if (shown.wall != Verdict::Holds && plate.kind != PlateKind::Cover) {
        const auto w = thinnestWall(plate);
        // on the metal between them, at the height both have
        const auto &a = plate.holes[w.a], &b = plate.holes[w.b];
        const double to = b.x > a.x ? 1 : -1;
        const double x = w.edge ? a.x + a.diameter / 2 : (a.x + to * a.diameter / 2 + b.x - to * b.diameter / 2) / 2;
        paintPin(p, at.at(x, (a.y + b.y) / 2) + QPointF(-11, 0), shown.wall, {22, 11});
    }
}
} // namespace

PlatePicture paintPlate(QPainter &p, QRectF area, const Plate &plate, const PlateShown &shown) {
    PlatePicture out;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    const QRectF in = area.adjusted(plate.kind == PlateKind::Cover ? 84 : 62, 30, -64, -40);
    out.scale = std::min(in.width() / plate.width(), in.height() / plate.height());
    out.zero = QPointF(in.center().x() - (plate.left + plate.right) / 2 * out.scale,
                       in.top() + plate.top * out.scale + (in.height() - plate.height() * out.scale) / 2);
    out.outline = QRectF(out.at(plate.left, plate.top), out.at(plate.right, plate.bottom));
    paintOutline(p, plate, out);
    if (plate.kind == PlateKind::Motor) paintMotorBehind(p, plate, out);
    if (plate.kind == PlateKind::Cover) paintUnderCover(p, plate, out);
    const auto rows = holeRows(plate);
    for (std::size_t r = 0; r < rows.size(); ++r)
        for (const auto i : rows[r].holes) {
            const auto &h = plate.holes[i];
            paintHole(p, plate, h, out, int(r) == shown.chosen);
            const double k = out.scale;
            const auto box = shapeOf(out.at(h.x, h.y), std::max(14.0, h.diameter * k), h.travel * k).boundingRect();
            out.areas.push_back({box, int(r)});
        }
    if (plate.kind == PlateKind::Motor) paintSlotsWanted(p, plate, out);
    {
        QPen chain(theme().ink2, 0.8);
        chain.setDashPattern({9, 3, 2, 3});
        p.setPen(chain);
        p.drawLine(out.at(0, plate.top) - QPointF(0, 8), out.at(0, plate.bottom) + QPointF(0, 8));
    }
    paintFigures(p, plate, out);
    for (std::size_t r = 0; r < rows.size(); ++r) {
        QPointF number = numberPlace(plate, plate.holes[rows[r].holes.front()], out);
        number.setX(std::clamp(number.x(), area.left() + 12, area.right() - 12));
        paintBalloon(p, number, int(r) + 1, int(r) == shown.chosen);
        out.areas.push_back({QRectF(number - QPointF(12, 12), QSizeF(24, 24)), int(r)});
    }
    paintPins(p, plate, out, shown);
    p.restore();
    return out;
}

void paintPlateLines(QPainter &p, const Plate &plate) {
    const auto x = [&](double v) { return (v - plate.left) * 1e3; };
    const auto y = [&](double v) { return (plate.top - v) * 1e3; };
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(Qt::black, 0.3, Qt::SolidLine, Qt::FlatCap, Qt::MiterJoin));
    p.drawRoundedRect(QRectF(0, 0, plate.width() * 1e3, plate.height() * 1e3), plate.corner * 1e3, plate.corner * 1e3);
    if (plate.folded()) {
        p.setPen(QPen(Qt::black, 0.25, Qt::DashDotDotLine));
        p.drawLine(QPointF(-6, y(plate.fold)), QPointF(plate.width() * 1e3 + 6, y(plate.fold)));
    }
    for (const auto &h : plate.holes) {
        const QPointF at(x(h.x), y(h.y));
        const double d = h.diameter * 1e3, travel = h.travel * 1e3;
        if (h.placed) {
            p.setPen(QPen(Qt::black, 0.25));
            p.drawPath(shapeOf(at, d, travel));
            // a cross to punch on; a slot has one at either end
            p.setPen(QPen(Qt::black, 0.15));
            for (const double end : {-travel / 2, travel / 2}) {
                const QPointF c = at + QPointF(0, end);
                p.drawLine(c - QPointF(d / 2 + 3, 0), c + QPointF(d / 2 + 3, 0));
                p.drawLine(c - QPointF(0, d / 2 + 3), c + QPointF(0, d / 2 + 3));
                if (travel <= 0) break;
            }
        } else {
            QFont f(p.font());
            f.setPointSizeF(1);
            f.setPixelSize(4);
            p.setFont(f);
            p.setPen(QPen(Qt::black, 0.15, Qt::DashLine));
            p.drawEllipse(at, d / 2, d / 2);
            p.drawText(at + QPointF(d / 2 + 1, 1.5), u"punch"_s);
        }
    }
    p.setPen(QPen(Qt::black, 0.15, Qt::DashDotLine));
    p.drawLine(QPointF(x(0), -4), QPointF(x(0), plate.height() * 1e3 + 4));
    p.drawLine(QPointF(-4, y(0)), QPointF(plate.width() * 1e3 + 4, y(0)));
}

void paintScaleBar(QPainter &p, QPointF at) {
    for (int k = 0; k < 10; ++k) {
        p.setPen(Qt::NoPen);
        p.setBrush(k % 2 ? Qt::white : Qt::black);
        p.drawRect(QRectF(at.x() + 10 * k, at.y(), 10, 2.5));
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(Qt::black, 0.15));
    p.drawRect(QRectF(at, QSizeF(100, 2.5)));
}

} // namespace lw
