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
    /// How far a value nobody typed may lie, as factors on it; 1 and 1: no spread of its own. Common practice.
    double guessLow = 1, guessHigh = 1;
    Shape guess = Shape::None;
};
/// What was typed; a figure somebody guessed has the doubt of a guess, and where nothing was typed the usual value has
/// it.
[[nodiscard]] inline Known typedOr(const InputSpec &spec, Known typed, double usual) {
    if (!typed.known()) typed = {usual, Standing::Assumed};
    if (typed.assumed() && typed.shape == Shape::None && spec.guess != Shape::None) {
        typed.low = typed.v * spec.guessLow;
        typed.high = typed.v * spec.guessHigh;
        typed.shape = spec.guess;
    }
    return typed;
}

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
    rotor{"rotor_inertia", "rotor inertia", "", 0}, ratedRise{"rated_rise",
                                                              "rated temperature rise",
                                                              "Read the data sheet: its temperature rise",
                                                              5,
                                                              0.05,
                                                              Shape::Triangular,
                                                              0.65,
                                                              1.25,
                                                              Shape::Triangular},
    room{
        "room", "air round the motor", "A thermometer by the motor on the hottest day", 5, 0.05, Shape::Triangular, 0.7,
        1.3,    Shape::Triangular},
    sag{"supply_sag", "supply sag", "Meter on the supply while it moves", 5},
    breakaway{"breakaway", "breakaway", "Read the scale as it first moves", 5, 0.10},
    lead{"lead", "travel a turn", "Ten turns against a rule", 5, 0.005},
    runOut{"run_out", "run-out", "Dial on the pulley seat", 5}, strut{"strut", "strut", "Hang it on the scale", 10},
    beltStiffness{"belt_stiffness", "belt stiffness", "Hang a weight on a length of the belt, measure its stretch", 15,
                  0.10},
    continuousTorque{"servo_continuous", "servo's continuous torque", "Read the data sheet", 5},
    peakTorque{"servo_peak", "servo's peak torque", "Read the data sheet", 5},
    torqueConstant{"torque_constant", "torque constant", "Read the data sheet; or turn it and read the volts", 15},
    radialLoad{"radial_rating", "motor's radial rating", "Read the data sheet", 5},
    couplingStiffness{"coupling_stiffness", "coupling stiffness", "Read the data sheet", 5},
    lostNow{"lost_motion", "lost motion", "Gauge on the table, handle turned back", 5},
    nutPlay{"nut_play", "nut play", "Gauge on the table, nut held", 10},
    holding{"holding_torque", "holding torque", "Arm and scale on the shaft, rated current on", 10},
    resistance{"resistance", "winding resistance", "Ohmmeter across a phase", 5},
    inductance{"inductance", "winding inductance", "LCR meter across a phase", 5};

// values of a sheet or a catalogue that a design is reckoned with before anybody has the sheet
inline constexpr InputSpec bearingStiffness{
    "bearing_stiffness", "thrust bearing stiffness", "Read the data sheet", 5, 0.10, Shape::Triangular, 0.6, 1.6,
    Shape::Lognormal},
    nutStiffness{"nut_stiffness", "nut stiffness", "Read the data sheet", 5, 0.10, Shape::Triangular, 0.6, 1.6,
                 Shape::Lognormal},
    bracket{"bracket_stiffness",
            "bracket stiffness",
            "Push the bracket with a known force, gauge on it",
            20,
            0.15,
            Shape::Triangular,
            0.5,
            2.0,
            Shape::Lognormal},
    bearingDrag{"bearing_drag",
                "drag of the bearings",
                "Turn the screw with the nut off, cord and scale",
                10,
                0.10,
                Shape::Triangular,
                0.5,
                2.0,
                Shape::Lognormal},
    beltEfficiency{"belt_efficiency", "belt efficiency", "", 0, 0.05, Shape::Triangular, 0.94 / 0.96,
                   0.98 / 0.96,       Shape::Triangular},
    mesh{"belt_mesh",
         "what the tooth mesh leaves of the belt's stiffness",
         "",
         0,
         0.05,
         Shape::Triangular,
         0.5 / 0.7,
         1.0 / 0.7,
         Shape::Triangular},
    couplingInertia{"coupling_inertia", "coupling inertia", "Read the data sheet", 5, 0.05, Shape::Triangular, 0.5, 2.0,
                    Shape::Lognormal},
    staticRating{"static_rating", "nut's static rating", "Read the data sheet", 5, 0.05, Shape::Triangular, 0.8, 1.25,
                 Shape::Lognormal},
    brakeDelay{
        "brake_delay",   "time until the brake bites", "Read the data sheet", 5, 0.10, Shape::Triangular, 0.5, 1.6,
        Shape::Lognormal};
// values that are as good as they were typed: a spread typed beside them counts
inline constexpr InputSpec tableDrag{"table_drag", "drag of the table", "Cord round the chuck, spring scale", 5,
                                     0.15,         Shape::Lognormal},
    tableInertia{"table_inertia", "inertia of what turns", "Weigh and measure the pieces", 15, 0.05},
    reducerEfficiency{"reducer_efficiency", "reducer's efficiency", "Read the data sheet", 5, 0.05},
    reducerPlay{"reducer_play", "reducer's play", "Clock it at a radius, turned by hand both ways", 10, 0.10},
    reducerDrag{"reducer_drag", "reducer's drag", "Cord and scale on its output", 5, 0.15},
    gearEfficiency{"gear_efficiency", "efficiency of the gears", "", 0},
    gearCentre{"gear_centre", "how far the gears stand apart", "Clock the play at the driven one", 10, 0.05},
    gearPlay{"gear_play", "play of the gears", "Clock it at a radius, the other held", 10, 0.10},
    waveStiffness{"wave_stiffness", "stiffness of the strain-wave", "Read the data sheet", 5, 0.10},
    rackPlay{"rack_play", "play of pinion and rack", "Gauge on the carriage, pinion held", 10, 0.10};
inline constexpr InputSpec span{"bearing_span", "length between the bearings", "Rule along the screw", 5},
    nutFar{"nut_far", "nut at its farthest", "Rule along the screw", 5},
    root{"screw_root", "root diameter", "Micrometer in the thread's root", 5},
    preload{"preload", "preload of the nut", "Read the data sheet", 5},
    bearingStatic{"bearing_static", "what the bearings carry", "Read the data sheet", 5},
    bearingDynamic{"bearing_dynamic", "dynamic rating of the bearings", "Read the data sheet", 5},
    bearingPreload{"bearing_preload", "preload of the bearings", "Read the data sheet", 5},
    bearingPlay{"bearing_play", "float of the fixed bearings", "Gauge on the end of the screw", 5},
    screwInertia{"screw_inertia", "screw inertia", "", 0},
    voltage{"supply_voltage", "supply voltage", "Meter on the supply", 5, 0.01},
    cable{"cable_resistance", "cable resistance", "Ohmmeter across the cable", 5},
    centre{"belt_centre", "centre distance", "Rule from shaft to shaft", 5, 0.005},
    slotFrom{"slot_from", "inner end of the slot", "Rule in the slot", 5, 0.005},
    slotTo{"slot_to", "outer end of the slot", "Rule in the slot", 5, 0.005},
    driverRunOut{"driver_run_out", "run-out of the driving pulley", "Dial on its teeth, belt off", 5},
    drivenRunOut{"driven_run_out", "run-out of the driven pulley", "Dial on its teeth, belt off", 5},
    tolerance{"belt_tolerance", "what the belt's length is good to", "", 0},
    lostThrust{"lost_thrust", "float of the thrust bearing", "Gauge on the end of the screw", 5},
    lostSlot{"lost_slot", "nut loose in its slot", "Gauge on the nut", 5},
    lostWindUp{"lost_wind_up", "wind-up", "Push and pull the table by hand", 5},
    afterThrust{"after_thrust", "float left after the fix", "", 0},
    afterSlot{"after_slot", "looseness left after the fix", "", 0},
    afterThread{"after_thread", "play left in the thread", "", 0},
    counterweight{"counterweight", "counterweight", "Hang it on the scale", 10, 0.02},
    brakeTorque{"brake_torque", "brake torque", "Arm and scale on the brake", 10, 0.05},
    coldFactor{"cold_day", "cold day", "", 0};
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
