#include "proof/machine.h"
#include <algorithm>

namespace lw {

MachineModel readMachine(const nlohmann::json &project) {
    MachineModel machine;
    for (const auto &id : axisOrder(project)) {
        machine.axes.push_back(readAxis(project, id, shownDesign(project, id)));
        const auto &axis = machine.axes.back();
        auto shared = std::find_if(machine.supplies.begin(), machine.supplies.end(),
                                   [&](const auto &s) { return s.id == axis.supply.id; });
        if (shared == machine.supplies.end())
            shared = machine.supplies.insert(shared, {axis.supply.id, axis.supply, {}});
        shared->axes.push_back(machine.axes.size() - 1);
    }
    machine.spindlePower = knownAt(project, "/spindle/power_W");
    machine.pulseLimit = knownAt(project, "/controller/pulse_limit_Hz");
    return machine;
}

namespace {
MachineEvaluation judged(const MachineModel &m, std::span<const MachineCheck> checks, bool withDoubt) {
    MachineEvaluation e;
    e.axes.reserve(m.axes.size());
    for (const auto &axis : m.axes)
        e.axes.push_back(withDoubt ? prove(axis) : evaluate(axis));
    Rows rows(e.findings);
    for (const auto &c : checks) {
        rows.begin(c.check, {});
        c.judge({m, e.axes}, rows);
    }
    return e;
}
} // namespace

MachineEvaluation evaluate(const MachineModel &m, std::span<const MachineCheck> checks) {
    return judged(m, checks, false);
}
MachineEvaluation prove(const MachineModel &m, std::span<const MachineCheck> checks) { return judged(m, checks, true); }

} // namespace lw
