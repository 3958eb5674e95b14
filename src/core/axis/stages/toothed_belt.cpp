#include "axis/stages/toothed_belt.h"
#include <algorithm>
#include <cmath>
#include <numbers>

namespace lw {

const BeltProfile *ToothedBelt::profileUsed() const {
    if (const auto *p = beltProfileRead()) return p;
    return driver.profile;
}
int ToothedBelt::beltTeeth() const {
    return read && read->beltTeeth && read->wholeTeeth.value_or(true) ? static_cast<int>(std::round(*read->beltTeeth))
                                                                      : 0;
}

StageFigures ToothedBelt::figures(Work &w) const {
    StageFigures f;
    f.forward = f.backward = efficiency.v;
    f.reduction = reduction();
    standsBeside(f, metres(offFace.v));
    const auto *profile = profileUsed();
    for (std::size_t k = 0; k < 2; ++k) {
        const auto &p = pulley(k);
        if (p.teeth < 1 || !p.profile) continue;
        const double bore = p.bore.nominal;
        const auto size = pulleySize(*p.profile, p.teeth,
                                     bore == bore ? std::optional<Length>(metres(bore)) : std::nullopt, millimetres(0));
        if (!size) continue;
        w.pulleys[k] = *size;
        if (size->wall) w.wall[k] = size->wall->value();
        const double hole = bore == bore && bore < size->outside.value() ? bore : 0;
        if (const auto body = pulleyBody(size->outside, metres(hole), metres(p.faceWidth.v),
                                         kilogramsPerCubicMetre(p.density), millimetres(0), millimetres(0)))
            w.inertia[k] = body->inertia.value();
    }
    f.in = kilogramSquareMetres(w.inertia[0]);
    f.out = kilogramSquareMetres(w.inertia[1]);
    if (!driver.profile || !toothed()) return f;
    // While the belt does not match, ratio, torque and inertia are reckoned with the pulleys, and their profile.
    w.matches = profile && driven.profile && profile == driver.profile && driver.profile == driven.profile;
    if (profile && driver.profile == driven.profile && profile != driver.profile) {
        if (const auto mm = pitchMismatch(millimetres(profile->pitch), millimetres(driver.profile->pitch), driver.teeth,
                                          degrees(180))) {
            w.perToothError = mm->perTooth.value();
            w.teethMesh = mm->teethInMesh;
            w.teethSeat = mm->teethThatSeat;
        }
        // G-form belt on H-form pulleys of the same pitch runs, with play
        if (profile->form == "G" && driver.profile->form == "H" && profile->pitch == driver.profile->pitch)
            w.matches = true;
    }
    const auto &p = *driver.profile;
    double asked = notKnown; // the centre distance the belt asks
    if (w.matches && beltTeeth() > 0)
        if (const auto o = beltToCentres(millimetres(p.pitch), driver.teeth, driven.teeth, beltTeeth()))
            asked = o->centre.value();
    double at = centre.v;
    if (!centre.known() && asked == asked) at = asked;
    if (!(at == at) && slotFrom.known() && slotTo.known()) at = (slotFrom.v + slotTo.v) / 2;
    w.centre = at;
    f.centre = metres(at);
    if (!(at == at)) return f;
    const auto o = beltFromCentres(millimetres(p.pitch), driver.teeth, driven.teeth, metres(at));
    if (!o) return f;
    w.open = *o;
    w.geometry = true;
    if (!w.matches && w.perToothError != 0)
        if (const auto mm =
                pitchMismatch(millimetres(profile->pitch), millimetres(p.pitch), fewerTeeth(), o->wrapSmall))
            w.teethMesh = mm->teethInMesh;
    if (idler.said && w.matches && beltTeeth() > 0 && idler.diameter.known() && idler.along.known()) {
        const auto radius = [&](int z) { return millimetres(z * p.pitch / (2 * std::numbers::pi)); };
        // the pitch line runs outside a toothed idler by what it does on a pulley, outside a smooth one by the back
        const double to = idler.inside ? p.pitchLineTwice / 2 : p.thickness - p.toothHeight - p.pitchLineTwice / 2;
        const auto placed =
            placeIdler(radius(driver.teeth), radius(driven.teeth), metres(at), millimetres(beltTeeth() * p.pitch),
                       metres(idler.diameter.v / 2 + to * 1e-3), metres(idler.along.v), idler.inside);
        if (placed) {
            w.idler = *placed;
            wrapAnew(w.open, fewerTeeth(), placed->path.wraps[driverIsSmaller() ? 0 : 1]);
            w.open.length = placed->path.length;
            asked = at; // the centres stay, the idler moves
        } else
            w.idlerProblem = placed.error().detail;
    }
    if (!(asked == asked)) asked = at;
    if (const auto t = centreTravel(o->length, metres(tolerance.v), settingStrain, o->wrapSmall,
                                    fitAllowance(p, flangedPulleys()))) {
        w.needInward = t->inward->value();
        w.needOutward = t->outward.value();
        w.slotInward = asked - slotFrom.v;
        w.slotOutward = slotTo.v - asked;
        if (std::fabs(at - asked) > w.needOutward) w.centreOff = at - asked;
    }
    return f;
}

void ToothedBelt::load(Work &w, StageFigures &f, const StageLoad &load) const {
    if (!w.geometry || !(load.peakIn == load.peakIn) || !width.known()) return;
    const auto *p = driver.profile;
    BeltDrive d;
    d.profile = p;
    d.width = metres(w.matches ? width.v : (driver.beltWidth.known() ? driver.beltWidth.v : width.v));
    d.small = fewerTeeth();
    d.large = std::max(driver.teeth, driven.teeth);
    d.centre = metres(w.centre);
    // peak torque referred to the pulley with fewer teeth, whichever drives
    d.peakAtSmall = newtonMetres(load.peakIn * (driverIsSmaller() ? 1 : ratio()));
    d.smallSpeed = revolutionsPerMinute(driverIsSmaller() ? load.rpmIn : load.rpmOut);
    d.service = service.v;
    d.install = install.v;
    if (w.idler) d.wrapSmall = w.open.wrapSmall;
    const auto forces = beltForces(d);
    if (!forces) return;
    w.forces = *forces;
    w.forcesKnown = true;
    w.shaftLoad = std::max(forces->shaftStatic.value(), forces->shaftWorking.value());
    f.sideways = newtons(w.shaftLoad);
    const double R2 = driven.teeth * p->pitch * 1e-3 / (2 * pi);
    w.stiffness = beltStiffness(*p, d.width, w.open.span, metres(R2), mesh.v).value() * stiffnessFactor.v;
    f.stiffness = fromSi<TorsionalStiffness>(w.stiffness);
    if (load.runOut == load.runOut)
        if (const auto e = eccentricPulley(*p, d.width, driver.teeth, driven.teeth, metres(w.centre),
                                           metres(load.runOut), driven.teeth, metres(load.travelATurn), mesh.v))
            w.swing = e->upper.value() * stiffnessFactor.v;
}

} // namespace lw
