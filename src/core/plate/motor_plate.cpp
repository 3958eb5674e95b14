// The plate between a motor and the machine.
#include "plate/make_plate.h"
#include <algorithm>
#include <cmath>

namespace lw {

std::optional<Plate> motorPlateOf(const AxisModel &m, const BeltPlace &place) {
    const auto &motor = m.motorBody();
    if (!m.hasMotor() || !motor.face.known()) return {};
    static const MotorPlate nothing;
    const auto &said = m.plate ? *m.plate : nothing;
    Plate p;
    const auto known = [&](const Known &k, double usual, const char *what) { return writtenOr(p, k, usual, what); };
    p.face = motor.face.v;
    p.bolts = faceBoltsOf(p.face * 1e3);
    const double square = known(motor.boltSquare, 0.82 * p.face, "the motor's bolt square");
    p.pilot = known(motor.pilot, 0.66 * p.face, "the motor's pilot");
    p.thickness = known(said.thickness, 10e-3, "how thick the plate is");
    p.thicknessOpen = !said.thickness.known();
    const auto *belt = m.stages.empty() ? nullptr : m.stageAs<ToothedBelt>(0);
    p.slotted = belt != nullptr;
    if (belt) {
        p.centre = place.centre;
        p.needFrom = place.needFrom;
        p.needTo = place.needTo;
        if (!(p.centre == p.centre)) {
            p.open.emplace_back("the belt's centre distance");
            p.centre = 0.12;
        }
        if (belt->slotFrom.known() && belt->slotTo.known() && belt->slotTo.v >= belt->slotFrom.v) {
            p.slotFrom = belt->slotFrom.v;
            p.slotTo = belt->slotTo.v;
        } else { // where it needs to go, the belt being chosen
            const bool told = p.needFrom == p.needFrom && p.needTo == p.needTo;
            p.slotFrom = told ? p.needFrom : p.centre - 6e-3;
            p.slotTo = told ? p.needTo : p.centre + 4e-3;
            p.open.emplace_back("the slots' ends");
        }
    } else {
        p.centre = 0;
    }
    const double middle = -(p.slotFrom + p.slotTo) / 2, travel = p.slotTo - p.slotFrom;
    // posts at the corners of the bracket they screw into
    const double thread = known(said.fixThread, 6e-3, "the posts' screws");
    const double postHole = passesThrough(thread);
    const bool posts = said.fixApart.known() && said.fixAbove.known() && said.fixBelow.known();
    if (!posts && !said.punched) p.open.emplace_back("where the posts stand");
    const double apart = said.fixApart.known() ? said.fixApart.v : std::max(p.face + 4 * postHole, 64e-3),
                 above = said.fixAbove.known() ? said.fixAbove.v : (belt ? 30e-3 : p.face / 2 + 2 * postHole),
                 below = said.fixBelow.known() ? said.fixBelow.v : above;
    p.holes.reserve(10);
    for (const double y : {above, -below})
        for (const double x : {-apart / 2, apart / 2})
            p.holes.push_back({HoleKind::Post, thread, x, y, postHole, 0,
                               said.punched ? HoleHow::Punched : HoleHow::Measured, posts, said.fixThread.known()});
    if (belt) {
        double bore = notKnown;
        if (said.bore.known())
            bore = said.bore.v;
        else if (m.screwEnd.known())
            bore = m.screwEnd.nominal + 12e-3;
        if (!said.bore.known()) p.open.emplace_back("the hole the shaft passes through");
        p.holes.push_back(
            {HoleKind::Shaft, 0, 0, 0, bore == bore ? bore : 26e-3, 0, HoleHow::Bored, true, said.bore.known()});
    }
    for (const double y : {square / 2, -square / 2})
        for (const double x : {-square / 2, square / 2})
            p.holes.push_back({HoleKind::Bolt, p.bolts.size * 1e-3, x, middle + y, p.bolts.clearance * 1e-3, travel,
                               travel > 0 ? HoleHow::Milled : HoleHow::Measured});
    p.holes.push_back({HoleKind::Pilot, 0, 0, middle, p.pilot + 0.1e-3, travel,
                       travel > 0 ? HoleHow::Milled : HoleHow::Bored, true, motor.pilot.known()});
    finishPlate(p, said);
    return p;
}

} // namespace lw
