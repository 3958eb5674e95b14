#include "plate/plate.h"
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

double toEdge(const Plate &p, const PlateHole &h) {
    return std::min({h.x - p.left, p.right - h.x, p.top - (h.y + h.travel / 2), h.y - h.travel / 2 - p.bottom});
}
double metalBetween(const PlateHole &a, const PlateHole &b) { return segmentGap(a, b) - (a.diameter + b.diameter) / 2; }
PlateEdge nearestEdge(const Plate &p, const PlateHole &h) {
    const double side = std::min(h.x - p.left, p.right - h.x), top = p.top - (h.y + h.travel / 2),
                 bottom = h.y - h.travel / 2 - p.bottom;
    return side <= top && side <= bottom ? PlateEdge::Side : top <= bottom ? PlateEdge::Top : PlateEdge::Bottom;
}
std::size_t thinnestEdge(const Plate &p) {
    std::size_t worst = 0; // posts come first: there is always one
    for (std::size_t k = 1; k < p.holes.size(); ++k)
        if ((p.holes[k].kind == HoleKind::Post || p.holes[k].kind == HoleKind::Bolt) &&
            toEdge(p, p.holes[k]) / p.holes[k].diameter < toEdge(p, p.holes[worst]) / p.holes[worst].diameter)
            worst = k;
    return worst;
}
ThinPlace thinnestWall(const Plate &p) {
    ThinPlace t;
    for (std::size_t a = 0; a < p.holes.size(); ++a) {
        if (p.holes[a].kind == HoleKind::Shaft || p.holes[a].kind == HoleKind::Pilot)
            if (const double metal = toEdge(p, p.holes[a]) - p.holes[a].diameter / 2; !(metal >= t.metal))
                t = {a, a, metal, true};
        for (std::size_t b = a + 1; b < p.holes.size(); ++b)
            if (const double metal = metalBetween(p.holes[a], p.holes[b]); !(metal >= t.metal))
                t = {a, b, metal, false};
    }
    return t;
}
double printScale(double barRead) { return 0.1 / barRead; }

std::optional<Plate> plateOf(const AxisModel &m, double centre, double needFrom, double needTo) {
    const auto &motor = m.motorBody();
    if (!m.hasMotor() || !motor.face.known()) return {};
    static const MotorPlate nothing;
    const auto &said = m.plate ? *m.plate : nothing;
    Plate p;
    const auto known = [&](const Known &k, double usual, const char *what) {
        if (k.known()) return k.v;
        p.open.emplace_back(what);
        return usual;
    };
    p.face = motor.face.v;
    p.bolts = faceBoltsOf(p.face * 1e3);
    const double square = known(motor.boltSquare, 0.82 * p.face, "the motor's bolt square");
    p.pilot = known(motor.pilot, 0.66 * p.face, "the motor's pilot");
    p.thickness = known(said.thickness, 10e-3, "how thick the plate is");
    const auto *belt = m.stages.empty() ? nullptr : m.stageAs<ToothedBelt>(0);
    p.slotted = belt != nullptr;
    if (belt) {
        p.centre = centre;
        p.needFrom = needFrom;
        p.needTo = needTo;
        if (!(centre == centre)) {
            p.open.emplace_back("the belt's centre distance");
            p.centre = 0.12;
        }
        if (belt->slotFrom.known() && belt->slotTo.known() && belt->slotTo.v >= belt->slotFrom.v) {
            p.slotFrom = belt->slotFrom.v;
            p.slotTo = belt->slotTo.v;
        } else { // where it needs to go, the belt being chosen
            const bool told = needFrom == needFrom && needTo == needTo;
            p.slotFrom = told ? needFrom : p.centre - 6e-3;
            p.slotTo = told ? needTo : p.centre + 4e-3;
            p.open.emplace_back("the slots' ends");
        }
    } else {
        p.centre = 0;
    }
    const double middle = -(p.slotFrom + p.slotTo) / 2, travel = p.slotTo - p.slotFrom;
    // posts at the corners of the bracket they screw into
    const double thread = known(said.postThread, 6e-3, "the posts' screws");
    const auto size = boltSize(std::round(thread * 1e4) / 10);
    const double postHole = size ? size->hole.value() : thread * 1.1;
    const bool posts = said.postApart.known() && said.postAbove.known() && said.postBelow.known();
    if (!posts && !said.postsPunched) p.open.emplace_back("where the posts stand");
    const double apart = said.postApart.known() ? said.postApart.v : std::max(p.face + 4 * postHole, 64e-3),
                 above = said.postAbove.known() ? said.postAbove.v : (belt ? 30e-3 : p.face / 2 + 2 * postHole),
                 below = said.postBelow.known() ? said.postBelow.v : above;
    const auto name = "post, M" + std::to_string(int(std::lround(thread * 1e3)));
    p.holes.reserve(10);
    for (const double y : {above, -below})
        for (const double x : {-apart / 2, apart / 2})
            p.holes.push_back({HoleKind::Post, name, x, y, postHole, 0,
                               said.postsPunched ? HoleHow::Punched : HoleHow::Measured, posts});
    if (belt) {
        double bore = notKnown;
        if (said.bore.known())
            bore = said.bore.v;
        else if (m.screwEnd.known())
            bore = m.screwEnd.nominal + 12e-3;
        if (!said.bore.known()) p.open.emplace_back("the hole the shaft passes through");
        p.holes.push_back({HoleKind::Shaft, "shaft passes", 0, 0, bore == bore ? bore : 26e-3, 0, HoleHow::Bored});
    }
    const auto boltName = "motor, M" + std::to_string(int(std::lround(p.bolts.size)));
    for (const double y : {square / 2, -square / 2})
        for (const double x : {-square / 2, square / 2})
            p.holes.push_back({HoleKind::Bolt, boltName, x, middle + y, p.bolts.clearance * 1e-3, travel,
                               travel > 0 ? HoleHow::Milled : HoleHow::Measured});
    p.holes.push_back({HoleKind::Pilot, travel > 0 ? "pilot slot" : "pilot", 0, middle, p.pilot + 0.1e-3, travel,
                       travel > 0 ? HoleHow::Milled : HoleHow::Bored});
    // edges: as written, else one and a half holes of metal
    double reach = 0, high = -1e9, low = 1e9;
    for (const auto &h : p.holes) {
        const double by = 1.5 * h.diameter;
        const bool round = h.kind == HoleKind::Shaft || h.kind == HoleKind::Pilot; // a wall, not an edge for a screw
        const double away = round ? h.diameter / 2 + 8e-3 : by;
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
    double metal = p.width() * p.height();
    for (const auto &h : p.holes)
        metal -= areaOf(h);
    p.doneMass = metal * p.thickness * said.density();
    return p;
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
