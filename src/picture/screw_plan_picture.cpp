#include "picture/screw_plan_picture.h"
#include "picture/marks.h"
#include "picture/ticks.h"
#include "picture/wheels.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
namespace {

QString lengthWords(double v, int digits = 4) { return text(shownNumber(v, Dimension::Length, "mm", digits)); }
const ScrewPlace *placeAt(const ScrewPlan &plan, double share) {
    if (plan.places.empty()) return nullptr;
    const auto k = std::size_t(std::lround(share * double(plan.places.size() - 1)));
    return &plan.places[std::min(k, plan.places.size() - 1)];
}

/// What both halves of the picture measure by.
struct Along {
    double zero, k; ///< pixel of the thrust bearing; pixels a metre
    [[nodiscard]] double x(double metres) const { return zero + metres * k; }
};

void drawing(QPainter &p, QRectF area, const ScrewPlan &plan, const AxisModel &m, const Along &at, double share) {
    const auto &th = theme();
    const double y = area.top() + 74, d0 = m.screw().named ? m.screw().thread.nominal.value() : 18e-3;
    const double root = m.screw().root.known() ? m.screw().root.v : d0 * 0.8;
    const double half = std::max(5.0, d0 / 2 * at.k), nutLength = plan.nut == plan.nut ? plan.nut : 40e-3;
    // bar, thread, journals
    p.setPen(partEdge(false, 1.2));
    p.setBrush(th.part);
    const double end = plan.span == plan.span ? plan.span : plan.nutFar + nutLength;
    const double journal = std::max(3.0, root * 0.42 * at.k);
    p.drawRect(QRectF(at.x(-0.03), y - journal, at.x(end + 0.012) - at.x(-0.03), 2 * journal));
    const bool thread = plan.threadFrom == plan.threadFrom && plan.threadTo == plan.threadTo;
    const double from = thread ? plan.threadFrom : plan.nutNear - nutLength,
                 to = thread ? plan.threadTo : plan.nutFar + nutLength;
    p.setPen(thread ? partEdge(false, 1.4) : hiddenLine());
    const QRectF bar(at.x(from), y - half, at.x(to) - at.x(from), 2 * half);
    p.drawRect(bar);
    if (m.screw().named) {
        p.setPen(QPen(th.ink, 0.7));
        const double pitch = m.screw().thread.pitch.value() * at.k;
        const double step = pitch * std::max(1.0, std::ceil(3.5 / std::max(0.05, pitch)));
        for (const double x : ticksBetween(bar.left(), bar.right() - step / 2, step, 500))
            p.drawLine(QPointF(x, bar.top()), QPointF(x + step / 2, bar.bottom()));
    }
    // bearings
    for (const int side : {0, 1}) {
        if (side == 1 && m.screw().ends == Ends::FixedFree) continue;
        const double x = side == 0 ? at.x(0) : at.x(end);
        const QRectF block(x - 9, y - half - 14, 18, 2 * half + 28);
        p.setPen(partEdge(false, 1.2));
        p.setBrush(th.part2);
        p.drawRect(block);
        p.drawLine(block.topLeft(), block.bottomRight());
        p.drawLine(block.topRight(), block.bottomLeft());
    }
    // the travel of the nut, its soft ends and what stops it beyond
    const double low = at.x(plan.nutNear), high = at.x(plan.nutFar), nutHalf = nutLength / 2 * at.k;
    p.setFont(face(13));
    if (plan.stop == plan.stop) {
        p.setPen(QPen(th.watch, 1));
        p.setBrush(hatch(th.watch));
        const double inset = std::min(plan.stop, plan.travel / 2) * at.k;
        p.drawRect(QRectF(low, y + half + 9, inset, 7));
        p.drawRect(QRectF(high - inset, y + half + 9, inset, 7));
        p.setPen(th.ink2);
        p.drawText(QPointF(low + inset + 8, y + half + 18),
                   u"stops in %1: soft ends that far inside the switches"_s.arg(lengthWords(plan.stop, 3)));
    }
    for (const double x : {low, high}) {
        p.setPen(QPen(th.ink, 1.6));
        p.drawLine(QPointF(x, y + half + 5), QPointF(x, y + half + 20));
    }
    if (plan.bumper > 0) {
        p.setPen(QPen(th.ink, 1));
        p.setBrush(th.belt);
        const double w = std::max(3.0, plan.bumper * at.k);
        p.drawRoundedRect(QRectF(low - nutHalf - w, y - half - 8, w, 6), 2, 2);
        p.drawRoundedRect(QRectF(high + nutHalf, y - half - 8, w, 6), 2, 2);
    }
    // nut: where it stands, and dashed at both ends
    p.setBrush(Qt::NoBrush);
    for (const double x : {low, high}) {
        p.setPen(hiddenLine());
        p.drawRect(QRectF(x - nutHalf, y - half - 7, 2 * nutHalf, 2 * half + 14));
    }
    const double now = low + share * (high - low);
    p.setPen(partEdge(true, 1.6));
    p.setBrush(th.part2);
    p.drawRect(QRectF(now - nutHalf, y - half - 7, 2 * nutHalf, 2 * half + 14));
    // spare thread at either end against what is needed
    const double top = area.top() + 30;
    const auto spare = [&](double a, double b, double have) {
        if (!thread) return;
        const bool short_ = plan.margin == plan.margin && have < plan.margin * (1 - 1e-9);
        p.setPen(QPen(th.ink2, 0.8));
        for (const double x : {a, b})
            p.drawLine(QPointF(x, top - 4), QPointF(x, y - half - 9));
        const QString words = lengthWords(have, 3);
        if (b - a > 46)
            paintDimension(p, {a, top}, {b, top}, words);
        else {
            p.setPen(short_ ? th.fails : th.ink2);
            p.drawText(QRectF(a - 60, top - 20, b - a + 120, 16), Qt::AlignCenter, words);
        }
        if (short_) {
            p.setPen(th.fails);
            p.setBrush(hatch(th.fails));
            p.drawRect(QRectF(a, y - half, b - a, 2 * half));
        }
    };
    spare(at.x(from), low - nutHalf, plan.spareNear);
    spare(high + nutHalf, at.x(to), plan.spareFar);
    if (high - low > 120)
        paintDimension(p, {low - nutHalf, top}, {high + nutHalf, top},
                       u"travel %1 + nut %2"_s.arg(lengthWords(plan.travel), lengthWords(nutLength, 3)));
}

struct Curve {
    QString name, unit;
    double (*value)(const ScrewPlace &);
    double factor;          ///< SI to what is shown
    double rail = notKnown; ///< a limit, SI
    QString railWords;
};

void curve(QPainter &p, QRectF area, const ScrewPlan &plan, const Along &at, const Curve &c, double share) {
    const auto &th = theme();
    const QRectF in(at.x(plan.nutNear), area.top() + 20, at.x(plan.nutFar) - at.x(plan.nutNear), area.height() - 26);
    p.setFont(face(13, true));
    p.setPen(th.ink);
    p.drawText(QPointF(area.left(), area.top() + 13), c.name + u", "_s + c.unit);
    p.setFont(face(13));
    double most = c.rail == c.rail ? c.rail : 0, known = 0;
    for (const auto &place : plan.places)
        if (const double v = c.value(place); std::isfinite(v)) {
            most = std::max(most, v);
            ++known;
        }
    if (known < 2 || !(most > 0)) {
        p.setPen(th.ink2);
        p.drawText(QPointF(in.left(), in.center().y() + 5), u"not known: its thread, bearings and nut say it"_s);
        return;
    }
    most *= 1.08;
    const auto y = [&](double v) { return in.bottom() - v / most * in.height(); };
    p.setPen(QPen(th.rule, 1));
    p.drawLine(in.bottomLeft(), in.bottomRight());
    if (c.rail == c.rail) {
        p.setPen(QPen(th.fails, 1.2));
        p.drawLine(QPointF(in.left(), y(c.rail)), QPointF(in.right(), y(c.rail)));
        p.drawText(QRectF(in.left() + 6, y(c.rail) - 17, in.width() - 12, 16), Qt::AlignRight, c.railWords);
    }
    QPolygonF line;
    for (const auto &place : plan.places)
        if (const double v = c.value(place); std::isfinite(v)) line << QPointF(at.x(place.at), y(v));
    p.setPen(QPen(th.ink, 1.8));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    const auto *now = placeAt(plan, share);
    const double v = c.value(*now);
    if (!std::isfinite(v)) return;
    const QPointF dot(at.x(now->at), y(v));
    p.setPen(QPen(th.touch, 1));
    p.drawLine(QPointF(dot.x(), in.top() - 2), QPointF(dot.x(), in.bottom()));
    p.setBrush(th.touch);
    p.drawEllipse(dot, 4, 4);
    const QString figure = text(numberText(v * c.factor, 3));
    const double wide = p.fontMetrics().horizontalAdvance(figure) + 8;
    const QRectF label(dot.x() + (share > 0.85 ? -wide - 6 : 6),
                       std::clamp(dot.y() - 20, in.top() - 4, in.bottom() - 18), wide, 18);
    p.fillRect(label, th.sheet);
    p.setPen(th.touch);
    p.drawText(label, Qt::AlignCenter, figure);
}

void orderBar(QPainter &p, QRectF area, const ScrewPlan &plan) {
    const auto &th = theme();
    p.setFont(face(13, true));
    p.setPen(th.ink);
    if (plan.pieces.empty()) {
        p.drawText(QPointF(area.left(), area.top() + 14),
                   u"What to order: say the nut's length, the travel and how fast it comes to its ends."_s);
        return;
    }
    p.drawText(QPointF(area.left(), area.top() + 14),
               u"To order: %1 overall, %2 of it thread"_s.arg(lengthWords(plan.order), lengthWords(plan.thread)) +
                   (plan.threadTo - plan.threadFrom > 0
                        ? u" (this one has %1)"_s.arg(lengthWords(plan.threadTo - plan.threadFrom))
                        : QString()));
    p.setFont(face(13));
    const double k = area.width() / plan.order, y = area.top() + 24;
    double x = area.left();
    double taken[2]{-1e9, -1e9};
    for (const auto &piece : plan.pieces) {
        const double w = piece.length * k;
        const bool thread = piece.name == "spare thread" || piece.name == "travel" || piece.name == "nut";
        p.setPen(QPen(th.ink, 1.2, piece.standing == Standing::Assumed ? Qt::DashLine : Qt::SolidLine));
        p.setBrush(thread ? th.part : th.part2);
        p.drawRect(QRectF(x, y, w, 22));
        p.setPen(th.ink);
        const QString figure =
            (piece.standing == Standing::Assumed ? u"≈ "_s : QString()) + lengthWords(piece.length, 3);
        if (p.fontMetrics().horizontalAdvance(figure) + 4 < w) p.drawText(QRectF(x, y, w, 22), Qt::AlignCenter, figure);
        // names below, each on the first of two lines where it has room
        const QString name = text(piece.name);
        const double wide = p.fontMetrics().horizontalAdvance(name);
        const double left = std::clamp(x + w / 2 - wide / 2, area.left(), area.right() - wide);
        const std::size_t line = left >= taken[0] ? 0 : 1;
        p.setPen(th.ink2);
        p.drawText(QPointF(left, y + 40 + 17 * double(line)), name);
        taken[line] = left + wide + 8;
        x += w;
    }
    p.setPen(th.ink2);
    p.drawText(QRectF(area.left(), y + 64, area.width(), 20), Qt::AlignLeft, QString::fromStdString(plan.less));
}
} // namespace

QString placeWords(const ScrewPlan &plan, double share) {
    const auto *now = placeAt(plan, share);
    if (!now) return {};
    QStringList words{u"nut %1 from the thrust bearing"_s.arg(text(withUnit(now->at, Dimension::Length, "mm", 4)))};
    if (now->stiffness == now->stiffness) words << text(withUnit(now->stiffness, Dimension::Stiffness, "N/um", 3));
    if (now->lost == now->lost) words << text(withUnit(now->lost, Dimension::Length, "um", 3)) + u" lost at reversal"_s;
    if (now->buckles == now->buckles)
        words << u"may be pushed with "_s + text(withUnit(now->buckles, Dimension::Force, "N", 3));
    return words.join(u", "_s);
}

ScrewPlanPicture paintScrewPlan(QPainter &p, QRectF area, const ScrewPlan &plan, const AxisModel &m, const AxisState &s,
                                double share) {
    ScrewPlanPicture out;
    const auto &th = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    const double orderHeight = 112;
    out.order = QRectF(area.left() + 4, area.bottom() - orderHeight, area.width() - 12, orderHeight);
    if (!(plan.nutFar == plan.nutFar)) {
        p.setPen(th.ink2);
        p.drawText(QRectF(area.left() + 4, area.top() + 10, area.width() - 8, 60), Qt::AlignLeft | Qt::TextWordWrap,
                   u"To draw it along its travel: "_s + QString::fromStdString(plan.missing) + u"."_s);
        orderBar(p, out.order, plan);
        p.restore();
        return out;
    }
    const double end = (plan.span == plan.span ? std::max(plan.span, plan.nutFar) : plan.nutFar + 60e-3) + 30e-3;
    const double from = std::min({-40e-3, plan.threadFrom == plan.threadFrom ? plan.threadFrom - 20e-3 : 0.0});
    Along at;
    at.k = (area.width() - 20) / (end - from);
    at.zero = area.left() + 8 - from * at.k;
    out.left = at.x(plan.nutNear);
    out.right = at.x(plan.nutFar);
    out.drawing = QRectF(area.left(), area.top(), area.width(), 130);
    p.setPen(th.ink2);
    p.drawText(QPointF(area.left() + 4, area.top() + 13),
               onPaper() ? u"Along the screw, to scale"_s
                         : u"Along the screw, to scale; drag the nut or the far bearing, or arrows"_s);
    p.setPen(th.touch);
    p.drawText(QRectF(area.left(), area.top(), area.width() - 6, 16), Qt::AlignRight, placeWords(plan, share));
    drawing(p, out.drawing, plan, m, at, share);
    out.zero = at.zero;
    out.scale = at.k;
    if (plan.span == plan.span && m.screw().ends != Ends::FixedFree)
        out.farBearing = QRectF(at.x(plan.span) - 12, out.drawing.top() + 40, 24, 68);
    out.curves = QRectF(area.left() + 4, out.drawing.bottom() + 6, area.width() - 8,
                        out.order.top() - out.drawing.bottom() - 18);
    const double each = out.curves.height() / 3;
    const Curve curves[] = {
        {u"Stiffness from bearing to table"_s,
         text(unitLabel(shownUnit("N/um"))),
         [](const ScrewPlace &q) { return q.stiffness; },
         1 / unitInSi(shownUnit("N/um"), Dimension::Stiffness).value_or(1e6),
         notKnown,
         {}},
        {u"Lost at reversal"_s, text(unitLabel(shownUnit("um"))), [](const ScrewPlace &q) { return q.lost; },
         1 / unitInSi(shownUnit("um"), Dimension::Length).value_or(1e-6), m.lostTarget.v, u"the most that is wished"_s},
        {u"May be pushed with before it buckles"_s, text(unitLabel(shownUnit("N"))),
         [](const ScrewPlace &q) { return q.buckles; }, 1 / unitInSi(shownUnit("N"), Dimension::Force).value_or(1),
         s.maxAxial > 0 ? s.maxAxial : notKnown, u"the work pushes with"_s}};
    for (int k = 0; k < 3; ++k)
        curve(p, QRectF(out.curves.left(), out.curves.top() + k * each, out.curves.width(), each - 8), plan, at,
              curves[k], share);
    orderBar(p, out.order, plan);
    p.restore();
    return out;
}

} // namespace lw
