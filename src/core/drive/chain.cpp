#include "drive/chain.h"
#include <cmath>

namespace lw {

ShaftRow carriedBack(std::span<const StageFigures> stages, ShaftDemand at, int direction) {
    ShaftDemand shafts[mostStages + 1];
    const std::size_t n = std::min(stages.size(), mostStages);
    const double s = direction;
    for (std::size_t k = n; k-- > 0;) {
        const auto &stage = stages[k];
        const double i = stage.reduction.value();
        at.torque = at.torque + stage.out * at.acceleration + stage.drag * s;
        shafts[k + 1] = at;
        Torque in = at.torque / i;
        if (direction != 0) in = at.torque.value() * s >= 0 ? in / stage.forward : in * stage.backward;
        at = {in + stage.in * at.acceleration * i, at.speed * i, at.acceleration * i};
    }
    shafts[0] = at;
    ShaftRow row;
    for (std::size_t k = 0; k <= n; ++k)
        row.push_back(shafts[k]);
    return row;
}

Torque carriedForward(std::span<const StageFigures> stages, Torque torque) {
    for (const auto &stage : stages)
        torque = torque * (stage.reduction.value() * stage.forward) - stage.drag;
    return torque;
}

Fraction reductionOf(std::span<const StageFigures> stages) {
    Fraction all{1, 1};
    for (const auto &stage : stages) {
        const auto product = multiply(all, stage.reduction);
        if (!product) return fromDecimal(ratioOf(stages)).value_or(Fraction{1, 1});
        all = *product;
    }
    return all;
}

Ratio ratioOf(std::span<const StageFigures> stages) {
    double ratio = 1;
    for (const auto &stage : stages)
        ratio *= stage.reduction.value();
    return ratio;
}

Ratio forwardOf(std::span<const StageFigures> stages) {
    double share = 1;
    for (const auto &stage : stages)
        share *= stage.forward;
    return share;
}

Inertia inertiaAtMotor(std::span<const StageFigures> stages, Inertia at) {
    for (std::size_t k = stages.size(); k-- > 0;) {
        const double i = stages[k].reduction.value();
        at = (at + stages[k].out) / (i * i) + stages[k].in;
    }
    return at;
}

Inertia inertiaAtFinal(std::span<const StageFigures> stages, Inertia at) {
    for (const auto &stage : stages) {
        const double i = stage.reduction.value();
        at = (at + stage.in) * (i * i) + stage.out;
    }
    return at;
}

TorsionalStiffness stiffnessAtFinal(std::span<const StageFigures> stages) {
    double compliance = 0, behind = 1;
    for (std::size_t k = stages.size(); k-- > 0;) {
        compliance += 1 / (stages[k].stiffness.value() * behind * behind);
        behind *= stages[k].reduction.value();
    }
    return fromSi<TorsionalStiffness>(1 / compliance);
}

} // namespace lw
