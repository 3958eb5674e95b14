// One walk over an axis visits every input that may lie elsewhere than where it is thought: what it is called, how it
// could be measured, how long that takes and how well it is known then. Doubt, simulation and "what to measure next"
// all take it.
#pragma once

#include "machine/known.h"
#include <string_view>

namespace lw {

struct AxisModel;

struct InputSpec {
    std::string_view key;            ///< stable, for programs
    std::string_view name;           ///< in shop words
    std::string_view how;            ///< how it could be measured; empty: it cannot
    int minutes = 0;                 ///< what measuring takes
    double leaves = 0.05;            ///< share either side that a reading of it leaves, common practice
    Shape shape = Shape::Triangular; ///< of what is left
};

namespace input {
inline constexpr InputSpec cutFactor{"cut_force", "cutting force",
                                     "Watch the spindle's power in such a cut, type the force", 20, 0.10},
    measuredCutFactor{"cut_force_measured", "measured cutting force", "", 0},
    pull{"pull", "pull of the ways", "Pull the table with a spring scale, nut off", 10, 0.15, Shape::Lognormal},
    efficiency{"screw_efficiency", "screw efficiency", "Pull at the handle rim beside the direct pull", 10, 0.21},
    mass{"moving_mass", "what moves", "Weigh it end by end", 15, 0.02},
    // what the model itself is good to stays when plate figures are measured
    torqueFactor{"torque_curve", "motor's torque curve",
                 "Arm and scale on the shaft for holding torque, LCR meter on a winding", 20, 0.10},
    currentFactor{"drive_current", "drive current", "Clamp ammeter on one phase", 5, 0.02},
    rotor{"rotor_inertia", "rotor inertia", "", 0},
    sag{"supply_sag", "supply sag", "Meter on the supply while it moves", 5},
    breakaway{"breakaway", "breakaway", "Read the scale as it first moves", 5, 0.10},
    lead{"lead", "travel a turn", "Ten turns against a rule", 5, 0.005},
    runOut{"run_out", "run-out", "Dial on the pulley seat", 5}, strut{"strut", "strut", "Hang it on the scale", 10},
    beltStiffness{"belt_stiffness", "belt stiffness", "Hang a weight on a length of the belt, measure its stretch", 15,
                  0.10},
    radialLoad{"radial_rating", "motor's radial rating", "Read the data sheet", 5},
    couplingStiffness{"coupling_stiffness", "coupling stiffness", "Read the data sheet", 5},
    lostNow{"lost_motion", "lost motion", "Gauge on the table, handle turned back", 5},
    nutPlay{"nut_play", "nut play", "Gauge on the table, nut held", 10},
    holding{"holding_torque", "holding torque", "Arm and scale on the shaft, rated current on", 10},
    resistance{"resistance", "winding resistance", "Ohmmeter across a phase", 5},
    inductance{"inductance", "winding inductance", "LCR meter across a phase", 5};
} // namespace input

/// An input in its place: the same kind of input may stand in several stages.
struct InputId {
    const InputSpec *spec = nullptr;
    int stage = -1;
    bool operator==(const InputId &) const = default;
};

/// Calls visit(InputId, Known &) for every input of the axis, in a fixed order; const models hand out const values.
template <class Model, class Visit> void eachInput(Model &m, Visit &&visit);
/// The value of one input; null when the axis has none such.
template <class Model> auto inputOf(Model &m, const InputId &id) {
    decltype(&m.pull) found = nullptr;
    eachInput(m, [&](const InputId &other, auto &known) {
        if (other == id) found = &known;
    });
    return found;
}

} // namespace lw
