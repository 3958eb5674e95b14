#include "picture/plate_picture.h"
#include "picture/label_places.h"
#include "picture/marks.h"
#include "picture/theme.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QString length(double m, int digits = 4) { return text(shownNumber(m, Dimension::Length, "mm", digits)); }
QString signedLength(double m) { return (m > 0 ? u"+"_s : m < 0 ? u"−"_s : QString()) + length(std::fabs(m)); }
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
    std::vector<std::size_t> bolts;
    for (std::size_t k = 0; k < plate.holes.size(); ++k) {
        const auto &h = plate.holes[k];
        if (h.kind == HoleKind::Bolt) {
            bolts.push_back(k);
            if (bolts.size() < 4) continue;
        }
        HoleRow r;
        const bool four = h.kind == HoleKind::Bolt;
        r.holes = four ? bolts : std::vector<std::size_t>{k};
        r.size = length(h.diameter) + (h.travel > 0 ? u" × "_s + length(h.diameter + h.travel) : QString());
        r.purpose = (four ? u"four, "_s : QString()) + text(h.purpose).replace(u"motor, "_s, QString());
        const auto &first = plate.holes[r.holes.front()];
        double middle = 0;
        for (const auto i : r.holes)
            middle += plate.holes[i].y / double(r.holes.size());
        if (four) { // about the middle of the motor
            const QString across = length(std::fabs(first.x)), along = length(std::fabs(first.y - middle));
            r.purpose += u", ±"_s + across + (across == along ? QString() : u" and ±"_s + along);
        }
        r.x = signedLength(four ? 0 : h.x);
        r.y = signedLength(four ? middle : h.y);
        if (!h.placed) r.x = r.y = QString(); // nobody measured it: no figure to mark out by
        r.how = text(howWord(h.how));
        rows.push_back(std::move(r));
    }
    return rows;
}

int PlatePicture::rowAt(QPointF p) const {
    for (auto it = areas.rbegin(); it != areas.rend(); ++it)
        if (it->area.contains(p)) return it->row;
    return -1;
}

PlatePicture paintPlate(QPainter &p, QRectF area, const Plate &plate, int chosen, Verdict edge, Verdict wall,
                        bool judged) {
    const auto &t = theme();
    PlatePicture out;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    const QRectF in = area.adjusted(62, 30, -64, -40);
    out.scale = std::min(in.width() / plate.width(), in.height() / plate.height());
    out.zero = QPointF(in.center().x() - (plate.left + plate.right) / 2 * out.scale,
                       in.top() + plate.top * out.scale + (in.height() - plate.height() * out.scale) / 2);
    out.outline = QRectF(out.at(plate.left, plate.top), out.at(plate.right, plate.bottom));
    p.setPen(pen(t.ink, 1.6, plate.outlineAssumed));
    p.setBrush(t.part);
    p.drawRect(out.outline);
    const double k = out.scale;
    // motor behind it
    p.setBrush(Qt::NoBrush);
    p.setPen(pen(t.ink2, 1, true));
    const QPointF motor = out.at(0, -plate.centre);
    p.drawRect(QRectF(motor - QPointF(plate.face / 2 * k, plate.face / 2 * k), QSizeF(plate.face * k, plate.face * k)));
    // holes
    const auto rows = holeRows(plate);
    for (std::size_t r = 0; r < rows.size(); ++r)
        for (const auto i : rows[r].holes) {
            const auto &h = plate.holes[i];
            const QPointF at = out.at(h.x, h.y);
            const bool lit = int(r) == chosen;
            p.setPen(pen(lit ? t.touch : t.ink, lit ? 2.2 : 1.3, !h.placed));
            p.setBrush(t.sheet);
            p.drawPath(shapeOf(at, h.diameter * k, h.travel * k));
            if (h.kind == HoleKind::Post) { // the post behind
                p.setBrush(Qt::NoBrush);
                p.setPen(pen(t.ink2, 0.9, true));
                p.drawEllipse(at, h.diameter * 0.8 * k, h.diameter * 0.8 * k);
            }
            p.setPen(pen(t.ink2, 0.8));
            const double arm = std::max(5.0, h.diameter / 2 * k + 4);
            if (h.kind != HoleKind::Pilot) {
                p.drawLine(at - QPointF(arm, 0), at + QPointF(arm, 0));
                p.drawLine(at - QPointF(0, arm), at + QPointF(0, arm));
            }
            const auto box = shapeOf(at, std::max(14.0, h.diameter * k), h.travel * k).boundingRect();
            out.areas.push_back({box, int(r)});
        }
    // where the belt needs the slots, and the motor as it stands in them
    const bool shortSlots = plate.slotted && plate.needFrom == plate.needFrom &&
                            (plate.needFrom < plate.slotFrom - 5e-5 || plate.needTo > plate.slotTo + 5e-5);
    if (shortSlots) {
        p.setBrush(Qt::NoBrush);
        p.setPen(pen(t.touch, 1.3, true));
        const double from = std::min(plate.needFrom, plate.slotFrom), to = std::max(plate.needTo, plate.slotTo);
        for (const auto &h : plate.holes)
            if (h.kind == HoleKind::Bolt || h.kind == HoleKind::Pilot) {
                const double off = h.y + (plate.slotFrom + plate.slotTo) / 2;
                p.drawPath(shapeOf(out.at(h.x, off - (from + to) / 2), h.diameter * k, (to - from) * k));
            }
    }
    if (plate.slotted) {
        p.setPen(pen(t.ink2, 1));
        p.setBrush(t.part2);
        p.drawEllipse(motor, 5, 5);
    }
    p.setPen(pen(t.ink2, 0.8));
    {
        QPen chain(t.ink2, 0.8);
        chain.setDashPattern({9, 3, 2, 3});
        p.setPen(chain);
        p.drawLine(out.at(0, plate.top) - QPointF(0, 8), out.at(0, plate.bottom) + QPointF(0, 8));
    }
    // figures
    p.setPen(t.ink);
    const auto &post = plate.holes.front(), &lower = plate.holes[2];
    const double over = out.outline.top() - 12, left = out.outline.left() - 16;
    if (post.placed) {
        paintDimension(p, QPointF(out.at(post.x, 0).x(), over), QPointF(out.at(-post.x, 0).x(), over),
                       length(std::fabs(2 * post.x)));
        paintDimension(p, QPointF(left, out.zero.y()), QPointF(left, out.at(0, post.y).y()), length(post.y));
        paintDimension(p, QPointF(left, out.zero.y()), QPointF(left, out.at(0, lower.y).y()), length(-lower.y));
    }
    if (plate.slotted)
        paintDimension(p, QPointF(left - 24, out.zero.y()), QPointF(left - 24, motor.y()), length(plate.centre, 5),
                       true);
    const double right = out.outline.right() + 18;
    paintDimension(p, QPointF(right + 24, out.outline.top()), QPointF(right + 24, out.outline.bottom()),
                   length(plate.height()), true);
    paintDimension(p, QPointF(out.outline.left(), out.outline.bottom() + 26),
                   QPointF(out.outline.right(), out.outline.bottom() + 26), length(plate.width()), true);
    for (const auto &h : plate.holes)
        if (h.kind == HoleKind::Bolt && h.x < 0 && h.y < -plate.centre) { // lower left: the square
            const double y = out.at(0, h.bottom()).y() + 12;
            if (y < out.outline.bottom() - 6)
                paintDimension(p, QPointF(out.at(h.x, 0).x(), y), QPointF(out.at(-h.x, 0).x(), y),
                               length(std::fabs(2 * h.x)));
            break;
        }
    for (const auto &h : plate.holes)
        if (h.kind == HoleKind::Bolt && h.travel > 0 && h.x > 0) { // the last: lower right
            const double y1 = out.at(0, -plate.slotFrom).y(), y2 = out.at(0, -plate.slotTo).y();
            paintDimension(p, QPointF(right, y1), QPointF(right, y2), length(h.travel), true);
            break;
        }
    // numbers
    for (std::size_t r = 0; r < rows.size(); ++r) {
        const auto &h = plate.holes[rows[r].holes.front()];
        const QPointF at = out.at(h.x, h.y);
        const double away = h.diameter / 2 * k + 14;
        QPointF number = at + (h.kind == HoleKind::Post    ? QPointF(h.x < 0 ? away : -away, away * 0.8)
                               : h.kind == HoleKind::Shaft ? QPointF(away + 4, away * 0.5)
                               : h.kind == HoleKind::Bolt  ? QPointF(-away - 4, -h.travel / 2 * k)
                                                           : QPointF(h.diameter * 0.25 * k, 0));
        number.setX(std::clamp(number.x(), area.left() + 12, area.right() - 12));
        paintBalloon(p, number, int(r) + 1, int(r) == chosen);
        out.areas.push_back({QRectF(number - QPointF(12, 12), QSizeF(24, 24)), int(r)});
    }
    if (judged && edge != Verdict::Holds) {
        const auto &h = plate.holes[thinnestEdge(plate)];
        paintPin(p, out.at(h.x, h.y + (h.y > 0 ? 1 : -1) * h.diameter) + QPointF(-11, 0), edge, {22, 11});
    }
    if (judged && wall != Verdict::Holds) {
        const auto w = thinnestWall(plate);
        // on the metal between them, at the height both have
        const auto &a = plate.holes[w.a], &b = plate.holes[w.b];
        const double to = b.x > a.x ? 1 : -1;
        const double x = w.edge ? a.x + a.diameter / 2 : (a.x + to * a.diameter / 2 + b.x - to * b.diameter / 2) / 2;
        paintPin(p, out.at(x, (a.y + b.y) / 2) + QPointF(-11, 0), wall, {22, 11});
    }
    p.restore();
    return out;
}

void paintPlateLines(QPainter &p, const Plate &plate) {
    const auto x = [&](double v) { return (v - plate.left) * 1e3; };
    const auto y = [&](double v) { return (plate.top - v) * 1e3; };
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(Qt::black, 0.3, Qt::SolidLine, Qt::FlatCap, Qt::MiterJoin));
    p.drawRect(QRectF(0, 0, plate.width() * 1e3, plate.height() * 1e3));
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
