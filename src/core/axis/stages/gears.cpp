#include "axis/stages/gears.h"
#include <algorithm>
#include <cmath>
#include <numbers>

namespace lw {
namespace {
/// Of a pair of steel wheels, N/m a metre of width, one tooth; other materials by their own stiffness. Source:
/// ISO-6336.
constexpr double toothStiffness = 14e9;

double discInertia(const GearWheel &wheel, double radius, double width) {
    if (!wheel.material) return 0;
    return wheel.material->density * std::numbers::pi * std::pow(radius, 4) * width / 2;
}
} // namespace

StageFigures Gears::figures(Work &w) const {
    StageFigures f;
    f.reduction = reduction();
    f.forward = f.backward = efficiency.v;
    standsBeside(f, metres(offFace.v));
    f.stiffness = fromSi<TorsionalStiffness>(notKnown);
    f.play = radians(play.known() ? play.v : notKnown);
    w.playAtOutput = play.v;
    if (!module.known() || !toothed()) return f;
    const auto pair = gearPair({metres(module.v), driver.teeth, driven.teeth, metres(apart.v)});
    if (!pair) { // so close that the flanks have no room at all: nothing turns
        if (!play.known()) w.playAtOutput = -1e-3;
        f.play = radians(0);
        return f;
    }
    w.pair = *pair;
    w.meshes = true;
    f.centre = metres(centre.known() ? centre.v : pair->centre.value() + apart.v);
    if (!play.known()) {
        w.playAtOutput = pair->playAtSecond.value();
        f.play = radians(std::max(0.0, w.playAtOutput));
    }
    if (!width.known()) return f;
    f.in = kilogramSquareMetres(discInertia(driver, radius(0), width.v));
    f.out = kilogramSquareMetres(discInertia(driven, radius(1), width.v));
    if (!driver.material || !driven.material) return f;
    // teeth that share the load stiffen it; both materials' moduli in the mean of the two in series
    const double E1 = driver.material->youngs, E2 = driven.material->youngs, steel = 206e9;
    const double mesh =
        toothStiffness * (0.75 * std::max(1.0, double(pair->contact)) + 0.25) * 2 * E1 * E2 / (E1 + E2) / steel;
    f.stiffness = fromSi<TorsionalStiffness>(mesh * width.v * std::pow(radius(1), 2));
    return f;
}

void Gears::load(Work &w, StageFigures &f, const StageLoad &load) const {
    if (!w.meshes || !(load.peakIn == load.peakIn)) return;
    constexpr double pressure = 20 * std::numbers::pi / 180;
    w.force = load.peakIn / radius(0);
    w.speed = load.rpmIn * std::numbers::pi / 30 * radius(0);
    f.sideways = newtons(w.force / std::cos(pressure));
    if (!width.known()) return;
    for (std::size_t k = 0; k < 2; ++k) {
        const auto b = toothBending(metres(module.v), wheel(k).teeth, metres(width.v),
                                    newtonMetres(w.force * radius(k)), fromSi<Speed>(w.speed));
        if (b) w.stress[k] = b->stress.value();
        if (wheel(k).material) w.allowed[k] = wheel(k).material->toothStress;
    }
}

} // namespace lw
