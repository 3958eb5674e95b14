#include "axis/stages/coupling.h"

namespace lw {

StageFigures Coupling::figures(Work &) const {
    StageFigures f;
    f.in = kilogramSquareMetres(inertia.v);
    f.stiffness = fromSi<TorsionalStiffness>(stiffness.v);
    return f;
}

void Coupling::load(Work &, StageFigures &, const StageLoad &) const {}

} // namespace lw
