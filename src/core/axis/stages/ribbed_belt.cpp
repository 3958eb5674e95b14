#include "axis/stages/ribbed_belt.h"
#include <algorithm>
#include <cmath>
#include <numbers>

namespace lw {

Fraction RibbedBelt::reduction() const {
    if (!sized()) return {1, 1};
    const auto hundredths = [](const Known &d) { return std::max<std::int64_t>(1, std::llround(d.v * 1e5)); };
    return makeFraction(hundredths(driven), hundredths(driver)).value_or(Fraction{1, 1});
}

StageFigures RibbedBelt::figures(Work &w) const {
    StageFigures f;
    f.reduction = reduction();
    f.forward = f.backward = efficiency.v;
    standsBeside(f, metres(offFace.v));
    f.stiffness = fromSi<TorsionalStiffness>(notKnown); // nobody says it of such belts
    if (!sized()) return f;
    w.centre = centre.v;
    if (!centre.known() && read)
        if (const auto c = centreOfBelt(metres(driver.v), metres(driven.v), read->length)) w.centre = c->value();
    f.centre = metres(w.centre);
    return f;
}

void RibbedBelt::load(Work &w, StageFigures &f, const StageLoad &load) const {
    if (!section() || !sized() || !(w.centre == w.centre) || !(load.peakIn == load.peakIn)) return;
    const bool driverIsSmaller = driver.v <= driven.v;
    const double speed = load.rpmIn * std::numbers::pi / 30;
    if (!(speed > 0)) return;
    RibbedDrive d;
    d.section = section();
    d.power = watts(load.peakIn * speed);
    d.small = metres(std::min(driver.v, driven.v));
    d.large = metres(std::max(driver.v, driven.v));
    d.centre = metres(w.centre);
    d.smallSpeed = fromSi<AngularSpeed>(speed * (driverIsSmaller ? 1 : driver.v / driven.v));
    d.service = service.v;
    const auto forces = ribbedForces(d);
    if (!forces) return;
    w.forces = *forces;
    w.forcesKnown = true;
    f.sideways = forces->tight + forces->slack;
}

} // namespace lw
