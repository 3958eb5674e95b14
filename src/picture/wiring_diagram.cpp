#include "picture/wiring_diagram.h"
#include "picture/marks.h"
#include "catalogue/catalogue.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
using Kind = WirePlace::Kind;
QString figure(double v, int digits = 2) { return v == v ? text(numberText(v, digits)) : u"?"_s; }

class Diagram {
public:
    Diagram(QPainter &painter, QRectF area, const WiringSheet &sheet, const WirePlace &chosen)
        : p(painter), s(sheet), m_area(area), m_chosen(chosen), t(theme()) {}
    WiringPicture paint();

private:
    void line(QPointF a, QPointF b, double width = 1.8) {
        p.setPen(QPen(t.ink, width));
        p.drawLine(a, b);
    }
    void dashed(const QPolygonF &way, const QColor &c) {
        QPen pen(c, 1.2);
        pen.setDashPattern({5, 4});
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(way);
    }
    /// Words at a place; bold ones are names.
    void say(QRectF r, const QString &what, bool bold = false, int flags = int(Qt::AlignLeft | Qt::AlignVCenter),
             const QColor &ink = {}) {
        p.setFont(face(13, bold));
        p.setPen(ink.isValid() ? ink : bold ? t.ink : t.ink2);
        p.drawText(r, flags, p.fontMetrics().elidedText(what, Qt::ElideRight, int(r.width())));
    }
    void box(QRectF r, const WirePlace &place, const QString &name, const QStringList &lines, bool known = true) {
        const bool chosen = place == m_chosen;
        QPen pen(chosen ? t.touch : t.ink, chosen ? 2.4 : 1.5);
        if (!known) pen.setDashPattern({5, 4});
        p.setPen(pen);
        p.setBrush(chosen ? t.touchWash : t.field);
        p.drawRect(r);
        double y = r.top() + std::max(3.0, (r.height() - 17 * (1 + double(lines.size()))) / 2);
        say({r.left() + 7, y, r.width() - 10, 17}, name, true);
        for (const auto &l : lines)
            say({r.left() + 7, y += 17, r.width() - 10, 17}, l);
        pin(place, {r.right() - 30, r.top() - 7});
        area(r, place);
    }
    void area(QRectF r, const WirePlace &place) { m_out.areas.push_back({r, place}); }
    /// The worst finding of a place, when it is not one that holds without a figure.
    void pin(const WirePlace &place, QPointF leftCentre) {
        const WireFinding *worst = nullptr;
        for (const auto &f : s.findings)
            if (f.place == place && (!worst || f.verdict < worst->verdict)) worst = &f;
        if (worst) paintPin(p, leftCentre, worst->verdict, {22, 11});
    }
    void contact(QPointF at, bool closed) { // a switch in the line, 18 wide
        p.setPen(QPen(t.ink, 1.6));
        p.setBrush(t.field);
        p.drawEllipse(at, 2.4, 2.4);
        p.drawEllipse(at + QPointF(18, 0), 2.4, 2.4);
        p.drawLine(at + QPointF(2, -1), at + QPointF(17, closed ? -5 : -11));
    }
    void fuse(QPointF centre, const QString &size, bool known) {
        const QRectF r(centre - QPointF(13, 5), QSizeF(26, 10));
        QPen pen(known ? t.ink : t.touch, 1.4);
        if (!known) pen.setDashPattern({4, 3});
        p.setPen(pen);
        p.setBrush(t.field);
        p.drawRect(r);
        p.drawLine(QPointF(r.left(), centre.y()), QPointF(r.right(), centre.y()));
        say({centre.x() - 44, centre.y() - 24, 88, 17}, size, false, Qt::AlignHCenter | Qt::AlignVCenter,
            known ? t.ink2 : t.touch);
    }
    void mains(double y);
    void supply(const WiredSupply &u, double top, double pitch);
    void axis(const WiredAxis &a, double y);
    void slot(const WiredSupply &u, QRectF r);
    void chain(double top);
    void heat(QRectF r);

    QPainter &p;
    const WiringSheet &s;
    QRectF m_area;
    WirePlace m_chosen;
    const Theme &t;
    WiringPicture m_out;
    double m_trunk = 0, m_supplyX = 0, m_bus = 0, m_driveX = 0, m_frameRight = 0;
};

void Diagram::mains(double y) {
    const double x = m_area.left() + 4;
    const WirePlace place{Kind::Mains, {}};
    p.setPen(QPen(place == m_chosen ? t.touch : t.ink, place == m_chosen ? 2.4 : 1.6));
    p.setBrush(t.field);
    p.drawEllipse(QPointF(x + 5, y), 5, 5);
    line({x + 10, y}, {m_trunk, y});
    for (const double k : {22.0, 27.0})
        line({x + k - 3, y + 5}, {x + k + 3, y - 5}, 1.2);
    say({x, y - 46, 76, 17}, u"mains"_s, true);
    say({x, y - 30, 76, 17}, s.mains.known() ? figure(s.mains.v, 3) + u" V"_s : u"not stated"_s);
    say({x + 14, y + 8, 66, 17}, s.cord.known() ? u"3 × %1"_s.arg(figure(s.cord.v * 1e6)) : u"cord ?"_s);
    const double sx = m_area.left() + 100;
    p.fillRect(QRectF(sx, y - 2, 18, 4), t.sheet);
    contact({sx, y}, false);
    say({sx - 14, y - 34, 50, 17}, u"main"_s);
    const double fx = m_area.left() + 172;
    fuse({fx, y}, s.mainsFuse == s.mainsFuse ? figure(s.mainsFuse, 3) + u" A slow"_s : u"fuse"_s,
         s.mainsFuse == s.mainsFuse);
    say({fx - 30, y + 8, 60, 17}, s.mainsCurrent == s.mainsCurrent ? figure(s.mainsCurrent) + u" A"_s : QString(),
        false, Qt::AlignHCenter | Qt::AlignVCenter);
    for (const double k : {236.0, 262.0}) {
        const double kx = m_area.left() + k;
        p.fillRect(QRectF(kx, y - 2, 18, 4), t.sheet);
        contact({kx, y}, false);
    }
    say({m_area.left() + 228, y - 34, 64, 17}, s.cutsPower ? u"K1  K2"_s : u"K1 K2 ?"_s);
    pin(place, {x + 46, y - 38});
    area({x, y - 46, 300, 72}, place);
}

void Diagram::slot(const WiredSupply &u, QRectF r) {
    const double limit = u.driveLimit;
    if (!(limit == limit) || !(u.sagsTo == u.sagsTo)) return;
    const double low = u.sagsTo * 0.85, high = limit * 1.06;
    const auto x = [&](double v) { return r.left() + (v - low) / (high - low) * r.width(); };
    p.setPen(QPen(t.ink, 1.2));
    p.setBrush(t.field);
    p.drawRect(r);
    p.fillRect(QRectF(QPointF(x(u.sagsTo), r.top() + 1), QPointF(x(voltageUse * limit), r.bottom())), t.holdsWash);
    p.fillRect(QRectF(QPointF(x(limit), r.top() + 1), QPointF(r.right(), r.bottom())), hatch(t.fails, 1.4));
    const double most = u.pumpsTo == u.pumpsTo ? u.pumpsTo : u.risesTo;
    line({x(u.sagsTo), r.top()}, {x(u.sagsTo), r.bottom()}, 1.2);
    p.setPen(QPen(t.ink, 1.2));
    p.drawLine(QPointF(x(voltageUse * limit), r.top()), QPointF(x(voltageUse * limit), r.bottom()));
    p.setBrush(t.ink);
    p.drawEllipse(QPointF(std::clamp(x(most), r.left(), r.right()), r.center().y()), 4, 4);
    for (const double v : {u.sagsTo, voltageUse * limit, limit})
        say({x(v) - 22, r.bottom() + 1, 44, 16}, figure(v, 3), false, Qt::AlignHCenter | Qt::AlignVCenter);
}

void Diagram::supply(const WiredSupply &u, double top, double pitch) {
    const double rows = double(u.axes.size()), middle = top + rows * pitch / 2;
    const QRectF r(m_supplyX, middle - 26, 126, 44);
    line({m_trunk, r.center().y()}, {r.left(), r.center().y()});
    line({r.right(), r.center().y()}, {m_bus, r.center().y()});
    const double first = top + pitch / 2, last = top + (rows - 0.5) * pitch;
    line({m_bus, std::min(first, r.center().y()) - 8}, {m_bus, std::max(last, r.center().y()) + 8}, 3.6);
    QString power = u.rated == u.rated ? figure(u.rated, 4) + u" W, "_s : u"? W, "_s;
    power += u.model.voltage.known() && u.rated == u.rated
                 ? text(numberText(std::floor(u.rated / u.model.voltage.v * 10) / 10, 3)) + u" A"_s
                 : u"? A"_s;
    box(r, {Kind::Supply, u.id}, text(u.name), {power}, u.model.voltage.known() && u.rated == u.rated);
    if (pitch > 74 || rows > 1) slot(u, {r.left(), r.bottom() + 8, r.width(), 11});
}

void Diagram::axis(const WiredAxis &a, double y) {
    const WirePlace drive{Kind::Drive, a.id}, cable{Kind::Cable, a.id}, motor{Kind::Motor, a.id};
    const QRectF r(m_driveX, y - 27, 104, 54);
    if (!a.chosen) {
        box(r, drive, u"drive "_s + text(a.id), {u"not chosen"_s}, false);
        return;
    }
    line({m_bus, y}, {r.left(), y});
    fuse({(m_bus + r.left()) / 2, y},
         a.fuse.known() ? figure(a.fuse.v, 3) + u" A"_s : figure(fuseFor(1.25 * a.fed), 3) + u" A?"_s, a.fuse.known());
    box(r, drive, u"drive "_s + text(a.id), {figure(a.peak) + u" A peak"_s, figure(a.rms) + u" A rms"_s},
        a.peak == a.peak);
    const QRectF m(m_area.right() - 46, y - 22, 44, 44);
    const bool known = a.length.known() && a.section.known(), chosen = cable == m_chosen;
    QPen pen(chosen ? t.touch : t.ink, chosen ? 2.8 : 1.8);
    if (!known) pen.setDashPattern({5, 4});
    p.setPen(pen);
    p.drawLine(QPointF(r.right(), y), QPointF(m.left(), y));
    const double lx = m_frameRight + 6;
    say({lx, y - 21, 66, 17}, a.length.known() ? text(withUnit(a.length.v, Dimension::Length, "m", 3)) : u"length ?"_s);
    pin(cable, {lx + 44, y - 12});
    say({lx, y + 2, m.left() - lx - 4, 17}, a.section.known() ? figure(a.section.v * 1e6) + u" mm²"_s : u"mm² ?"_s);
    if (a.share == a.share)
        say({lx, y + 18, m.left() - lx - 2, 17}, u"+%1 %, %2 V"_s.arg(figure(a.share * 100), figure(a.drop)), false,
            Qt::AlignLeft | Qt::AlignVCenter, a.share > 0.1 ? t.watch : t.ink2);
    area({lx, y - 22, m.left() - lx, 58}, cable);
    p.setPen(QPen(motor == m_chosen ? t.touch : t.ink, motor == m_chosen ? 2.4 : 1.5));
    p.setBrush(t.part);
    p.drawRect(m);
    p.setBrush(t.part2);
    p.drawEllipse(m.center(), 16, 16);
    say(m, text(a.id), true, Qt::AlignCenter);
    pin(motor, {m.left() + 11, m.top() - 7});
    area(m, motor);
}

void Diagram::chain(double top) {
    const double left = m_area.left() + 96, y = top + 58;
    say({left, top, 300, 17}, u"stop chain, drawn with power off"_s);
    double x = left;
    const double relayX = m_frameRight - 272;
    std::vector<const ChainContact *> contacts;
    for (const auto &c : s.chain)
        if (c.name != "cuts" && c.name != "reset") contacts.push_back(&c);
    const double each = std::min(112.0, (relayX - left - 10) / std::max<double>(1, double(contacts.size())));
    line({left - 14, y}, {relayX, y});
    for (const auto *c : contacts) {
        const WirePlace place{Kind::Chain, c->axis};
        if (c->verdict == Verdict::Fails) p.fillRect(QRectF(x, y - 34, each - 4, 52), t.failsWash);
        const bool open = c->verdict == Verdict::Fails || c->verdict == Verdict::NotKnown;
        p.fillRect(QRectF(x + 10, y - 2, 18, 4), c->verdict == Verdict::Fails ? t.failsWash : t.sheet);
        contact({x + 10, y}, !open);
        if (c->verdict == Verdict::Fails) // the gap, and the wire that would close it
            dashed(QPolygonF({{x + 10, y}, {x + 10, y + 14}, {x + 28, y + 14}, {x + 28, y}}), t.touch);
        say({x, y - 34, each - 2, 17}, text(c->name), c->verdict == Verdict::Fails);
        paintPin(p, {x + 34, y - 9}, c->verdict, {20, 10});
        say({x, y + 16, each - 4, 17}, text(c->words));
        area({x, y - 36, each - 2, 72}, place);
        x += each;
    }
    const WirePlace relayPlace{Kind::Chain, {}};
    const QRectF relay(relayX, y - 24, 128, 46);
    box(relay, relayPlace, u"stop relay"_s,
        {s.relay.known() ? u"lets go in %1 ms"_s.arg(figure(s.relay.v * 1e3)) : u"its time ?"_s}, s.relay.known());
    for (const auto &c : s.chain) {
        if (c.name != "cuts" && c.name != "reset") continue;
        const double cy = c.name == "cuts" ? y - 12 : y + 12;
        line({relay.right(), cy}, {relay.right() + 12, cy}, 1.4);
        say({relay.right() + 16, cy - 9, 128, 17}, (c.name == "cuts" ? u"cuts "_s : QString()) + text(c.words), false,
            Qt::AlignLeft | Qt::AlignVCenter, c.verdict == Verdict::Fails ? t.fails : t.ink2);
    }
    double by = y - 24;
    for (const auto &a : s.axes) {
        if (!a.brake) continue;
        const QRectF r(m_area.right() - 140, by, 138, 44);
        box(r, {Kind::Brake, a.id}, u"brake of "_s + text(a.id), {u"grips unpowered"_s});
        by += 52;
    }
}

void Diagram::heat(QRectF r) {
    const WirePlace place{Kind::Cabinet, {}};
    const double bar = r.width() * 0.47;
    say({r.left(), r.top(), 90, 17}, u"Cabinet"_s, true);
    say({r.left() + 66, r.top(), bar, 17},
        s.cabinetKnown ? u"%1 °C outside%2"_s.arg(figure(s.room), s.roomAssumed ? u", assumed"_s : QString())
                       : u"its size is not known: no temperature"_s);
    double sum = 0;
    for (const auto &h : s.heat)
        sum += h.watts == h.watts ? h.watts : 0;
    double x = r.left(), said = r.left();
    const QRectF row(r.left(), r.top() + 20, bar - 66, 22);
    for (const auto &h : s.heat) {
        if (!(h.watts > 0) || !(sum > 0)) continue;
        const QRectF piece(x, row.top(), h.watts / sum * row.width(), row.height());
        p.setPen(QPen(t.ink, 1.2));
        p.setBrush(t.part);
        p.drawRect(piece);
        const QString full = text(h.name) + u" "_s + figure(h.watts), brief = figure(h.watts);
        p.setFont(face(13));
        const bool fits = p.fontMetrics().horizontalAdvance(full) < piece.width() - 6;
        if (fits || p.fontMetrics().horizontalAdvance(brief) < piece.width() - 2)
            say(piece, fits ? full : brief, false, Qt::AlignCenter, t.ink);
        if (!fits) { // under it, beside what stands there already
            const double wide = p.fontMetrics().horizontalAdvance(text(h.name)) + 2,
                         from = std::max(piece.center().x() - wide / 2, said);
            say({from, row.bottom() + 1, wide, 17}, text(h.name));
            said = from + wide + 8;
        }
        x += piece.width();
    }
    say({row.right() + 6, row.top(), 60, 22}, u"= %1 W"_s.arg(figure(sum)), true);
    pin(place, {r.left() + bar - 34, r.top() + 8});
    area({r.left(), r.top(), bar, r.height()}, place);
    if (!(s.shut == s.shut)) return;
    const QRectF scale(r.left() + bar + 14, row.top(), r.width() - bar - 20, 22);
    const double most = std::max({60.0, s.shut + 4, s.aired + 4}), least = std::min(25.0, s.room - 2);
    const auto at = [&](double c) { return scale.left() + (c - least) / (most - least) * scale.width(); };
    p.setPen(Qt::NoPen);
    p.fillRect(QRectF(QPointF(scale.left(), scale.top()), QPointF(at(40), scale.bottom())), t.holdsWash);
    p.fillRect(QRectF(QPointF(at(40), scale.top()), QPointF(at(50), scale.bottom())), t.watchWash);
    p.fillRect(QRectF(QPointF(at(50), scale.top()), scale.bottomRight()), hatch(t.fails, 1.4));
    p.setPen(QPen(t.ink, 1.2));
    p.setBrush(Qt::NoBrush);
    p.drawRect(scale);
    for (const double c : {30.0, 40.0, 50.0, 60.0})
        say({at(c) - 20, scale.bottom() + 1, 40, 17}, figure(c), false, Qt::AlignHCenter | Qt::AlignVCenter);
    line({at(s.aired), scale.top() - 4}, {at(s.aired), scale.bottom() + 4}, 3);
    const QString now = s.flow > 0 ? u"with its fans: "_s : u"shut: "_s;
    const bool right = at(s.aired) > scale.center().x();
    say({right ? scale.left() : at(s.aired) - 6, r.top(), right ? at(s.aired) - scale.left() + 30 : 180, 17},
        now + figure(s.aired) + u" °C"_s, true, (right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    if (s.flow > 0) {
        dashed(QPolygonF({{at(s.shut), scale.top() - 4}, {at(s.shut), scale.bottom() + 4}}), t.ink);
        say({at(s.shut) - 70, scale.bottom() + 16, 140, 17}, u"shut: "_s + figure(s.shut), false,
            Qt::AlignHCenter | Qt::AlignVCenter);
    }
}

WiringPicture Diagram::paint() {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const double bottom = m_area.bottom();
    m_frameRight = m_area.right() - 160;
    m_trunk = m_area.left() + 318;
    m_supplyX = m_trunk + 14;
    m_bus = m_supplyX + 146;
    m_driveX = std::max(m_bus + 62, m_frameRight - 116);
    const double heatTop = bottom - 78, chainTop = heatTop - 114, top = m_area.top() + 8;
    QPen frame(t.ink2, 1.4);
    frame.setDashPattern({7, 5});
    p.setPen(frame);
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(QPointF(m_area.left() + 80, m_area.top() + 2), QPointF(m_frameRight, heatTop - 10)));
    const std::size_t n = std::max<std::size_t>(1, s.axes.size());
    const double pitch = std::min(92.0, (chainTop - top - 4) / double(n)), mainsY = top + 48;
    // axes in the order of their supplies, so that each bus is one stroke
    double y = top;
    std::vector<bool> drawn(s.axes.size(), false);
    double lowest = mainsY;
    for (const auto &u : s.supplies) {
        lowest = std::max(lowest, y + double(u.axes.size()) * pitch / 2 - 4);
        y += double(u.axes.size()) * pitch;
    }
    mains(mainsY);
    line({m_trunk, mainsY}, {m_trunk, lowest});
    y = top;
    for (const auto &u : s.supplies) {
        supply(u, y, pitch);
        for (const auto k : u.axes) {
            axis(s.axes[k], y + pitch / 2);
            drawn[k] = true;
            y += pitch;
        }
    }
    for (std::size_t k = 0; k < s.axes.size(); ++k)
        if (!drawn[k]) {
            axis(s.axes[k], y + pitch / 2);
            y += pitch;
        }
    const QRectF control(m_area.left() + 96, chainTop - 84, 176, 68);
    box(control, {Kind::Controller, {}}, u"controller"_s,
        {s.pulseLimit == s.pulseLimit ? figure(s.pulseLimit / 1e3, 3) + u" kHz of pulses"_s
                                      : u"its pulses are not stated"_s,
         s.pulses == s.pulses
             ? figure(s.pulses / 1e3) + u" used"_s +
                   (s.pulseLimit == s.pulseLimit ? u", spare %1"_s.arg(text(timesText(s.pulseLimit / s.pulses)))
                                                 : QString())
             : QString()},
        s.pulseLimit == s.pulseLimit);
    chain(chainTop);
    heat({m_area.left(), heatTop, m_area.width(), bottom - heatTop});
    p.restore();
    return std::move(m_out);
}
} // namespace

const WirePlace *WiringPicture::at(QPointF point) const {
    const WirePlace *found = nullptr;
    double least = 1e18;
    for (const auto &a : areas)
        if (a.area.contains(point) && a.area.width() * a.area.height() < least) {
            least = a.area.width() * a.area.height();
            found = &a.place;
        }
    return found;
}

WiringPicture paintWiring(QPainter &p, QRectF area, const WiringSheet &sheet, const WirePlace &chosen) {
    return Diagram(p, area, sheet, chosen).paint();
}

} // namespace lw
