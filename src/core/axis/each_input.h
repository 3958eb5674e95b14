// The walk itself; see inputs.h. A new input of a part is one line here, of a stage one line in its own file.
#pragma once

#include "axis/axis_model.h"
#include "axis/inputs.h"

namespace lw {

template <class Model, class Visit> void eachInput(Model &m, Visit &&visit) {
    const auto own = [&](const InputSpec &spec, auto &known) { visit(InputId{&spec, -1}, known); };
    own(input::cutFactor, m.cutFactor);
    own(input::measuredCutFactor, m.measuredCutFactor);
    own(m.rotary() ? input::tableDrag : input::pull, m.pull);
    own(input::efficiency, m.efficiency);
    own(m.rotary() ? input::tableInertia : input::mass, m.mass);
    own(input::currentFactor, m.drive.currentFactor);
    std::visit([&](auto &motor) { motor.eachInput(motor, own); }, m.motor);
    own(input::sag, m.supply.sag);
    own(input::breakaway, m.breakaway);
    own(input::lead, m.lead);
    own(input::runOut, m.runOut);
    own(input::strut, m.strut);
    own(input::lostNow, m.lostNow);
    own(m.rack() ? input::rackPlay : input::nutPlay, m.nutPlay);
    own(input::lostThrust, m.lostThrust);
    own(input::lostSlot, m.lostSlot);
    own(input::lostWindUp, m.lostWindUp);
    own(input::afterThrust, m.afterThrust);
    own(input::afterSlot, m.afterSlot);
    own(input::afterThread, m.afterThread);
    own(input::counterweight, m.counterweight);
    own(input::coldFactor, m.coldFactor);
    own(input::voltage, m.supply.voltage);
    own(input::cable, m.cable.resistance);
    own(input::bearingDrag, m.bearingDrag);
    own(input::brakeTorque, m.brakeTorque);
    own(input::brakeDelay, m.brakeDelay);
    if (auto *screw = std::get_if<Screw>(&m.final)) {
        own(input::span, screw->span);
        own(input::nutFar, screw->nutFar);
        own(input::root, screw->root);
        own(input::preload, screw->preload);
        own(input::staticRating, screw->staticRating);
        own(input::bearingStatic, screw->bearingStatic);
        own(input::bearingDynamic, screw->bearingDynamic);
        own(input::bearingPreload, screw->bearingPreload);
        own(input::bearingPlay, screw->bearingPlay);
        own(input::bearingStiffness, screw->bearingStiffness);
        own(input::nutStiffness, screw->nutStiffness);
        own(input::bracket, screw->bracket);
        own(input::screwInertia, screw->inertia);
    }
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        std::visit(
            [&](auto &stage) {
                stage.eachInput(stage, [&](const InputSpec &spec, auto &known) {
                    visit(InputId{&spec, int(k)}, known);
                });
            },
            m.stages[k].stage);
}

} // namespace lw
