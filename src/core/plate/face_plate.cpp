// A bearing block and a nut's bracket, seen along the screw; the cover of the first belt.
#include "plate/make_plate.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
/// What sticks out over a pulley's teeth: flange, or the back of its belt; common practice.
constexpr double flangeOver = 3e-3;
/// More than a nut's body: it finds its own line before it is pinned; common practice.
constexpr double nutFinds = 0.2e-3;

struct Ring {
    double circle, thread;
    int screws;
    bool told;  ///< its circle was measured
    bool sized; ///< its screws are known, or ours to choose
};
/// The screws of a cover ring that holds bearings in: our own choice, drawn with the metal they want.
Ring ringOfBlock(const FacePlate &said, double bore) {
    const double thread = said.ringThread.known() ? said.ringThread.v
                          : bore < 30e-3          ? 4e-3
                          : bore < 50e-3          ? 5e-3
                                                  : 6e-3;
    return {said.ringCircle.known() ? said.ringCircle.v : bore + 3.5 * thread, thread, 4, true, true};
}
/// The screws of a round flange. DIN 69051-5, from memory: the circle lies midway between body and flange.
Ring ringOfNut(const FacePlate &said, double body, double flange) {
    const double over = flange - body;
    const double usual = over <= 20.5e-3 ? 5e-3 : over <= 24e-3 ? 6e-3 : over <= 32e-3 ? 8e-3 : 10e-3;
    return {said.ringCircle.known() ? said.ringCircle.v : (body + flange) / 2,
            said.ringThread.known() ? said.ringThread.v : usual, flange > 90e-3 ? 8 : 6, said.ringCircle.known(),
            said.ringThread.known()};
}
void addRing(Plate &p, const Ring &ring) {
    const double first = ring.screws == 4 ? pi / 4 : pi / ring.screws;
    // a nut's holes are spotted through its flange: none is marked out
    const bool block = p.kind == PlateKind::Block;
    const auto level = [](double v) { return std::fabs(v) < 1e-9 ? 0.0 : v; }; // no "-0.00" in a table
    for (int k = 0; k < ring.screws; ++k) {
        const double at = first + 2 * pi * k / ring.screws;
        p.holes.push_back({HoleKind::Ring, ring.thread, level(ring.circle / 2 * std::sin(at)),
                           level(ring.circle / 2 * std::cos(at)), tappedFor(ring.thread), 0,
                           block ? HoleHow::Measured : HoleHow::Punched, ring.told, ring.sized});
    }
}

/// @param across of what must lie inside the screws, m
void addFixings(Plate &p, const FacePlate &said, double thread, double across) {
    const bool foot = said.foot != PlateFoot::Face;
    const double hole = foot ? tappedFor(thread) : passesThrough(thread);
    const double apart = said.fixApart.known() ? said.fixApart.v : across + 3 * hole;
    const auto how = said.punched ? HoleHow::Punched : HoleHow::Measured;
    bool placed = said.fixApart.known();
    std::array<double, 2> rows;
    if (foot) {
        placed = placed && said.fixAlong.known();
        const double along = said.fixAlong.known() ? said.fixAlong.v : 0;
        const double middle = p.fold + (p.footAbove ? 1 : -1) * p.thickness / 2;
        rows = {middle + along / 2, middle - along / 2};
    } else {
        placed = placed && said.fixAbove.known() && said.fixBelow.known();
        rows = {said.fixAbove.known() ? said.fixAbove.v : apart / 2,
                -(said.fixBelow.known() ? said.fixBelow.v : apart / 2)};
    }
    if (!placed && !said.punched) p.open.emplace_back("where the fixing screws stand");
    for (const double y : rows) {
        for (const double x : {-apart / 2, apart / 2})
            p.holes.push_back({HoleKind::Post, thread, x, y, hole, 0, how, placed, said.fixThread.known()});
        if (rows[0] == rows[1]) break; // one row
    }
}

/// What the motor's plate stands on screws into the block.
void addMotorPosts(Plate &p, const AxisModel &m) {
    const auto *motor = m.plate.get();
    if (!motor || m.stages.empty() || !m.stageAs<ToothedBelt>(0)) return;
    if (!motor->fixApart.known() || !motor->fixAbove.known() || !motor->fixBelow.known() || !motor->fixThread.known())
        return;
    for (const double y : {motor->fixAbove.v, -motor->fixBelow.v})
        for (const double x : {-motor->fixApart.v / 2, motor->fixApart.v / 2})
            p.holes.push_back({HoleKind::Tapped, motor->fixThread.v, x, y, tappedFor(motor->fixThread.v), 0,
                               motor->punched ? HoleHow::Measured : HoleHow::Punched});
}

/// Folds the drawing round the edge it stands on: its foot is as deep as the plate is thick.
void foldFoot(Plate &p, const FacePlate &said) {
    p.footAbove = said.foot == PlateFoot::Above;
    p.fold = p.footAbove ? p.top : p.bottom;
    (p.footAbove ? p.top : p.bottom) += (p.footAbove ? 1 : -1) * p.thickness;
    if (!(p.footAbove ? said.above : said.below).known())
        p.open.emplace_back("from the screw's line to the face it is bolted to");
}

Plate seatPlate(const AxisModel &m, PlateKind kind, const FacePlate &said) {
    const auto &screw = m.screw();
    const bool block = kind == PlateKind::Block;
    Plate p;
    p.kind = kind;
    p.centre = 0;
    p.thickness = writtenOr(p, said.thickness, 20e-3, "how thick it is along the screw");
    p.thicknessOpen = !said.thickness.known();
    // as such nuts are turned for their screw, until something is known; common practice
    const double usual = 1.8 * (screw.named ? screw.thread.nominal.value() : 16e-3);
    const double body = screw.nutBody.known() ? screw.nutBody.v : usual,
                 flange = screw.nutFlange.known() ? screw.nutFlange.v : body + 20e-3;
    double bore = 2 * usual / 1.8;
    bool told = said.bore.known();
    if (said.bore.known()) {
        bore = said.bore.v;
    } else if (block) {
        told = m.seat.housing.known() || (screw.bearingOutside.known() && !screw.bearingOutside.assumed());
        if (screw.bearingOutside.known()) bore = screw.bearingOutside.v;
        if (m.seat.housing.known()) bore = m.seat.housing.nominal;
        if (!told) p.open.emplace_back("the bearings' outside");
    } else {
        bore = body + nutFinds;
        told = screw.nutBody.known() && !screw.nutBody.assumed();
        if (!told) p.open.emplace_back("the nut's diameter");
    }
    p.holes.reserve(20);
    p.holes.push_back({HoleKind::Shaft, 0, 0, 0, bore, 0, HoleHow::Bored, true, told});
    auto ring = block ? ringOfBlock(said, bore) : ringOfNut(said, body, flange);
    if (said.ringScrews.known()) ring.screws = static_cast<int>(std::clamp(said.ringScrews.v, 0.0, 24.0));
    if (ring.screws > 0) addRing(p, ring);
    const double inside = std::max({bore, ring.screws > 0 ? ring.circle + 2 * ring.thread : 0, block ? 0 : flange});
    const double thread = writtenOr(p, said.fixThread, 8e-3, "the fixing screws");
    if (block) addMotorPosts(p, m);
    if (said.foot == PlateFoot::Face) {
        addFixings(p, said, thread, inside);
        finishPlate(p, said);
    } else {
        const double apart = said.fixApart.known() ? said.fixApart.v : inside + 3 * tappedFor(thread);
        finishPlate(p, said, apart / 2 + 1.5 * tappedFor(thread));
        foldFoot(p, said);
        addFixings(p, said, thread, inside);
    }
    return p;
}

Plate coverOf(const AxisModel &m, const FacePlate &said, const BeltPlace &belt) {
    Plate p;
    p.kind = PlateKind::Cover;
    p.thickness = writtenOr(p, said.thickness, 1.5e-3, "how thick its sheet is");
    p.thicknessOpen = !said.thickness.known();
    p.centre = belt.centre;
    if (!(p.centre == p.centre)) {
        p.open.emplace_back("the belt's centre distance");
        p.centre = 0.12;
    }
    for (std::size_t k = 0; k < 2; ++k)
        p.pulleys[k] = (belt.pulleys[k] == belt.pulleys[k] ? belt.pulleys[k] : 40e-3) + 2 * flangeOver;
    if (!(belt.pulleys[0] == belt.pulleys[0] && belt.pulleys[1] == belt.pulleys[1]))
        p.open.emplace_back("both pulleys");
    const auto &stage = *m.stageAs<ToothedBelt>(0);
    p.slotTo = stage.slotTo.known() ? std::max(stage.slotTo.v, p.centre) : p.centre;
    const double thread = writtenOr(p, said.fixThread, 4e-3, "the fixing screws"), hole = passesThrough(thread);
    // room for the posts it is screwed to, with air on their inside and metal on their outside
    const double gap = said.gap.known() ? said.gap.v : 4 * hole, away = gap + p.thickness;
    const double half = said.width.known() ? said.width.v / 2 : std::max(p.pulleys[0], p.pulleys[1]) / 2 + away;
    PlateSaid outline = said;
    const auto drawn = [](Known &k, double v) {
        if (!k.known()) k = Known{std::ceil(v * 1e3 - 1e-6) * 1e-3, Standing::Computed};
    };
    drawn(outline.above, p.pulleys[1] / 2 + away);
    drawn(outline.below, p.slotTo + p.pulleys[0] / 2 + away);
    drawn(outline.width, 2 * half);
    if (said.bore.known()) p.holes.push_back({HoleKind::Shaft, 0, 0, 0, said.bore.v, 0, HoleHow::Bored});
    FacePlate at = said;
    drawn(at.fixApart, outline.width.v - 3 * hole);
    // where its straight sides begin and end
    drawn(at.fixAbove, std::max(0.0, outline.above.v - outline.width.v / 2));
    drawn(at.fixBelow, outline.below.v - outline.width.v / 2);
    const bool placed = said.fixApart.known() && said.fixAbove.known() && said.fixBelow.known();
    at.foot = PlateFoot::Face;
    addFixings(p, at, thread, 0);
    if (!placed) {
        for (auto &h : p.holes)
            if (h.kind == HoleKind::Post) h.placed = false;
        if (!said.punched) p.open.emplace_back("where the fixing screws stand");
    }
    finishPlate(p, outline);
    p.outlineAssumed = !said.width.known() || !said.above.known() || !said.below.known();
    return p;
}
} // namespace

std::optional<Plate> facePlateOf(const AxisModel &m, PlateKind kind, const BeltPlace &belt) {
    static const FacePlate nothing;
    const auto *written = m.facePlate(kind);
    const auto &said = written ? *written : nothing;
    if (kind == PlateKind::Cover) {
        if (m.stages.empty() || !m.stageAs<ToothedBelt>(0)) return {};
        return coverOf(m, said, belt);
    }
    if (m.rotary() || m.wheel() || m.rack()) return {}; // no screw to hold
    return seatPlate(m, kind, said);
}

} // namespace lw
