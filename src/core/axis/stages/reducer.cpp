#include "axis/stages/reducer.h"
#include "drive/reducers.h"
#include <cmath>
#include <numbers>

namespace lw {
namespace {
constexpr double minute = std::numbers::pi / 10800;
constexpr ReducerKind kinds[] = {
    {"gears", "gears", 0.95, 0.90, 0.97, 8 * minute, 3 * minute, 20 * minute},
    {"worm", "worm, one start", 0.45, 0.35, 0.60, 5 * minute, 0.5 * minute, 10 * minute},
    {"worm_multi", "worm, several starts", 0.70, 0.60, 0.80, 5 * minute, 1 * minute, 10 * minute},
    {"strain_wave", "strain-wave", 0.75, 0.65, 0.85, 1 * minute, 0.5 * minute, 2 * minute},
    {"cycloidal", "cycloidal", 0.80, 0.75, 0.85, 1.5 * minute, 1 * minute, 6 * minute},
    {"planetary", "planetary", 0.94, 0.90, 0.97, 10 * minute, 3 * minute, 20 * minute},
};
} // namespace

const ReducerKind &reducerKind(std::string_view code) {
    for (const auto &k : kinds)
        if (k.code == code) return k;
    return kinds[0];
}

double Reducer::frictionAngle() const { // eta = tan(lead)/tan(lead + rho)
    return worm() ? std::atan(std::tan(lead.v) / efficiency.v) - lead.v : notKnown;
}
StageFigures Reducer::figures(Work &) const {
    StageFigures f;
    f.reduction = reduction();
    f.forward = efficiency.v;
    f.backward = backwardOf(efficiency.v);
    f.in = kilogramSquareMetres(inertia.v);
    f.drag = newtonMetres(drag.v);
    f.play = radians(play.v);
    f.peak = newtonMetres(peak.v);
    f.continuous = newtonMetres(lasting.v);
    f.fastest = fromSi<AngularSpeed>(fastest.v);
    return f;
}
void Reducer::load(Work &work, StageFigures &f, const StageLoad &load) const {
    f.stiffness = fromSi<TorsionalStiffness>(stiffness.v);
    // the sleeve stiffens under load: by its size, as it is at the torque of the work
    if (!stiffness.known() && strainWave())
        if (const auto frame = strainWaveFrame(size, reduction().value())) {
            const double T = load.workOut == load.workOut && load.workOut > 0 ? load.workOut : frame->knee1.value() / 2;
            f.stiffness = fromSi<TorsionalStiffness>(T / strainWaveTwist(*frame, newtonMetres(T)).value() * wavePart.v);
        }
    work.peakOut = load.peakIn * f.reduction.value() * f.forward;
}
} // namespace lw
