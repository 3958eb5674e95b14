#include "plate/plate.h"
#include "plate/make_plate.h"
#include "drive/joints.h"
#include <algorithm>
#include <cmath>

namespace lw {

std::string_view howWord(HoleHow how) {
    constexpr std::string_view words[] = {"measured", "punch", "bore", "mill"};
    return words[static_cast<std::size_t>(how)];
}

FaceBolts faceBoltsOf(double face) {
    // NEMA ICS 16 and the usual servo faces, from memory: see the frame table of any motor
    struct Row {
        double upTo, size, clearance;
        bool tapped;
    };
    static constexpr Row rows[] = {{22, 2, 2.2, true},   {30, 2.5, 2.7, true}, {45, 3, 3.2, true},
                                   {62, 5, 5.3, false},  {84, 6, 6.4, false},  {95, 5, 5.3, false},
                                   {115, 8, 8.4, false}, {1e9, 8, 8.4, false}};
    for (const auto &r : rows)
        if (face <= r.upTo) return {r.size, r.clearance, r.tapped};
    return {};
}

namespace {
/// The segment a slot's middle line is, and its half width.
double segmentGap(const PlateHole &a, const PlateHole &b) {
    const double dx = std::fabs(a.x - b.x);
    const double aLow = a.y - a.travel / 2, aHigh = a.y + a.travel / 2, bLow = b.y - b.travel / 2,
                 bHigh = b.y + b.travel / 2;
    const double dy = std::max({0.0, bLow - aHigh, aLow - bHigh});
    return std::sqrt(dx * dx + dy * dy); // centimetres: nothing overflows, and every pair of holes asks
}
double areaOf(const PlateHole &h) { return pi / 4 * h.diameter * h.diameter + h.travel * h.diameter; }
} // namespace

namespace {
/// Room of a hole's middle to what bounds it, from above and below.
struct Bounds {
    double side, top, bottom;
};
Bounds boundsOf(const Plate &p, const PlateHole &h) {
    return {std::min(h.x - p.left, p.right - h.x), p.edgeOver(h) - (h.y + h.travel / 2),
            h.y - h.travel / 2 - p.edgeUnder(h)};
}
/// To the round of a corner, of a hole that lies in one; else not known.
double toCorner(const Plate &p, const PlateHole &h) {
    if (!(p.corner > 0)) return notKnown;
    const auto b = boundsOf(p, h);
    const double across = p.corner - b.side, along = p.corner - std::min(b.top, b.bottom);
    if (across <= 0 || along <= 0) return notKnown;
    return p.corner - std::sqrt(across * across + along * along);
}
} // namespace

int lineOf(const Plate &p, std::size_t hole) {
    int line = 1;
    for (std::size_t k = 1; k <= hole; ++k) {
        const auto kind = p.holes[k].kind;
        if (!sharesLine(kind) || p.holes[k - 1].kind != kind) ++line;
    }
    return line;
}
double toEdge(const Plate &p, const PlateHole &h) {
    const auto b = boundsOf(p, h);
    const double straight = std::min({b.side, b.top, b.bottom}), round = toCorner(p, h);
    return round < straight ? round : straight;
}
double metalBetween(const PlateHole &a, const PlateHole &b) { return segmentGap(a, b) - (a.diameter + b.diameter) / 2; }
PlateEdge nearestEdge(const Plate &p, const PlateHole &h) {
    const auto b = boundsOf(p, h);
    if (toCorner(p, h) < std::min({b.side, b.top, b.bottom})) return PlateEdge::Corner;
    return b.side <= b.top && b.side <= b.bottom ? PlateEdge::Side
           : b.top <= b.bottom                   ? PlateEdge::Top
                                                 : PlateEdge::Bottom;
}
std::size_t thinnestEdge(const Plate &p) {
    const auto screw = [](const PlateHole &h) { return h.kind != HoleKind::Shaft && h.kind != HoleKind::Pilot; };
    const auto shareOf = [&](const PlateHole &h) { return toEdge(p, h) / h.diameter; };
    std::size_t worst = 0;
    double least = notKnown;
    bool placed = false;
    for (std::size_t k = 0; k < p.holes.size(); ++k)
        if (const auto &h = p.holes[k]; screw(h)) {
            const bool better = h.placed != placed ? h.placed : !(shareOf(h) >= least);
            if (!better) continue;
            worst = k;
            least = shareOf(h);
            placed = h.placed;
        }
    return worst;
}
ThinPlace thinnestWall(const Plate &p) {
    ThinPlace t;
    for (std::size_t a = 0; a < p.holes.size(); ++a) {
        if (p.holes[a].kind == HoleKind::Shaft || p.holes[a].kind == HoleKind::Pilot)
            if (const double metal = toEdge(p, p.holes[a]) - p.holes[a].diameter / 2; !(metal >= t.metal))
                t = {a, a, metal, true};
        for (std::size_t b = a + 1; b < p.holes.size(); ++b) {
            if (p.inFoot(p.holes[a]) != p.inFoot(p.holes[b])) continue; // on two faces of the block
            if (const double metal = metalBetween(p.holes[a], p.holes[b]); !(metal >= t.metal))
                t = {a, b, metal, false};
        }
    }
    return t;
}
double fromBelt(const Plate &p, double x, double y) {
    // the round cone about the line from shaft to motor: both pulleys and the strands that join them
    const double shaft = p.pulleys[1] / 2, motor = p.pulleys[0] / 2, length = p.centre;
    const double across = std::fabs(x), along = -y;
    const double b = (shaft - motor) / length, a = std::sqrt(std::max(0.0, 1 - b * b));
    const double k = a * along - b * across;
    if (k < 0) return std::hypot(across, along) - shaft;
    if (k > a * length) return std::hypot(across, along - length) - motor;
    return a * across + b * along - shaft;
}
double coverAir(const Plate &p) {
    const double far = std::max(p.centre, p.slotTo);
    const double motor = std::min(p.right, -p.bottom - far) - p.pulleys[0] / 2,
                 shaft = std::min(p.right, p.top) - p.pulleys[1] / 2;
    double air = std::min(motor, shaft) - p.thickness;
    for (const auto &h : p.holes)
        if (h.kind == HoleKind::Post) air = std::min(air, fromBelt(p, h.x, h.y) - h.diameter);
    return air;
}
double printScale(double barRead) { return 0.1 / barRead; }

double writtenOr(Plate &p, const Known &k, double usual, const char *what) {
    if (k.known()) return k.v;
    p.open.emplace_back(what);
    return usual;
}
double passesThrough(double thread) {
    const auto size = boltSize(std::round(thread * 1e4) / 10);
    return size ? size->hole.value() : thread * 1.1;
}
double tappedFor(double thread) {
    const auto size = boltSize(std::round(thread * 1e4) / 10);
    return size ? size->diameter.value() - size->pitch.value() : thread * 0.85;
}
std::string purposeOf(const Plate &p, const PlateHole &h) {
    const auto named = [&](const char *what) { return what + std::string(", M") + numberText(h.thread * 1e3, 2); };
    switch (h.kind) {
    case HoleKind::Post:
        return p.kind == PlateKind::Motor ? named("post") : named("fixing") + (p.folded() ? " tapped" : "");
    case HoleKind::Shaft:
        return p.kind == PlateKind::Block ? "bearings" : p.kind == PlateKind::Bracket ? "nut" : "shaft passes";
    case HoleKind::Bolt: return named("motor");
    case HoleKind::Pilot: return h.travel > 0 ? "pilot slot" : "pilot";
    case HoleKind::Ring: return named(p.kind == PlateKind::Block ? "cover ring" : "nut's flange") + " tapped";
    case HoleKind::Tapped: return named("motor's post") + " tapped";
    }
    return {};
}

void finishPlate(Plate &p, const PlateSaid &said, double reach) {
    // one and a half holes of metal round screws, a wall round bores
    double high = -1e9, low = 1e9;
    for (const auto &h : p.holes) {
        const bool round = h.kind == HoleKind::Shaft || h.kind == HoleKind::Pilot;
        const double away = round ? h.diameter / 2 + 8e-3 : 1.5 * h.diameter;
        reach = std::max(reach, std::fabs(h.x) + away);
        high = std::max(high, h.y + h.travel / 2 + away);
        low = std::min(low, h.y - h.travel / 2 - away);
    }
    p.outlineAssumed = !said.width.known() || !said.above.known() || !said.below.known();
    const auto up = [](double v) { return std::ceil(v * 1e3 - 1e-6) * 1e-3; };
    p.right = said.width.known() ? said.width.v / 2 : up(reach);
    p.left = -p.right;
    p.top = said.above.known() ? said.above.v : up(high);
    p.bottom = said.below.known() ? -said.below.v : -up(-low);
    // sawn one millimetre a side too large, to what a ruler marks
    const auto sawn = [](double v) { return std::ceil((v * 1e3 + 2) / 5 - 1e-9) * 5e-3; };
    p.sawWidth = sawn(p.width());
    p.sawHeight = sawn(p.height());
    p.blankMass = p.sawWidth * p.sawHeight * p.thickness * said.density();
    if (p.kind == PlateKind::Cover) p.corner = std::min(p.width(), p.height()) / 2;
    double metal = p.width() * p.height() - (4 - pi) * p.corner * p.corner;
    for (const auto &h : p.holes)
        metal -= areaOf(h);
    p.doneMass = metal * p.thickness * said.density();
}

const PlateName &plateName(PlateKind kind) {
    static constexpr PlateName names[] = {{"Motor plate", "Motor", "plate/", "post/"},
                                          {"Bearing block", "Bearings", "plates/block/", "fix/"},
                                          {"Nut bracket", "Nut", "plates/bracket/", "fix/"},
                                          {"Belt cover", "Cover", "plates/cover/", "fix/"}};
    return names[static_cast<std::size_t>(kind)];
}
std::optional<Plate> plateOf(const AxisModel &m, PlateKind kind, const BeltPlace &belt) {
    return kind == PlateKind::Motor ? motorPlateOf(m, belt) : facePlateOf(m, kind, belt);
}

PaperSize paperSize(bool letter) { return letter ? PaperSize{0.2159, 0.2794, 10e-3} : PaperSize{0.210, 0.297, 10e-3}; }
std::vector<PrintSheet> printSheets(double width, double height, const PaperSize &paper, double room) {
    const double w = paper.width - 2 * paper.margin, h = paper.height - 2 * paper.margin - room;
    const auto along = [](double whole, double usable) {
        return whole <= usable + 1e-9 ? 1 : 1 + int(std::ceil((whole - usable) / (usable - sheetLap) - 1e-9));
    };
    const int columns = along(width, w), rows = along(height, h);
    std::vector<PrintSheet> out;
    for (int r = 0; r < rows; ++r) // from the top down
        for (int c = 0; c < columns; ++c) {
            const double x = c * (w - sheetLap), fromTop = r * (h - sheetLap);
            const double sheetW = columns == 1 ? width : std::min(w, width - x),
                         sheetH = rows == 1 ? height : std::min(h, height - fromTop);
            out.push_back({x, height - fromTop - sheetH, sheetW, sheetH, c, r});
        }
    return out;
}

} // namespace lw
