// What is worked out of a table that turns, beside what any axis has.
#pragma once

#include "machine/known.h"

namespace lw {
struct AxisModel;
struct AxisState;

/// SI; angles at the table, lengths at the radius of the cut. Not known: NaN.
struct RotaryState {
    double cut = notKnown;                       ///< N m of the cut, its doubt's factor in it
    double quarter = notKnown, turn = notKnown;  ///< s, clamp and all
    double step = notKnown, fullStep = notKnown; ///< rad: of a pulse, of the motor's own step or count
    double play = notKnown;                      ///< rad, of all stages
    double wave = notKnown;                      ///< rad peak to peak: how unevenly it goes round
    double stiffness = notKnown;                 ///< N m/rad from motor to work
    double twist = notKnown,
           loadAngle = notKnown;        ///< m at the radius, under the cut: wind-up; a stepper's rotor off its place
    double frequency = notKnown;        ///< Hz, motor held
    double output = notKnown;           ///< N m the motor's holding torque makes at the table
    bool locks = false;                 ///< a worm in it stands by itself
    double smallestFullFeed = notKnown; ///< m: below this radius the feed is not reached
    double gap = notKnown;              ///< m over the open jaws, the least of portal and tool
    double lowestTip = notKnown;        ///< m, the nearest to the axis the tool comes
    double permittedOffset = notKnown;  ///< m, of the mass, by G 6.3 at the table's speed
    double largestWork = notKnown;      ///< m, diameter that fits
    double drift = notKnown;            ///< rad after a hundred turns, by steps a degree as they are typed
    int driftPlaces = 0;
};
void rotaryFigures(const AxisModel &m, const AxisState &s, RotaryState &r);
/// The same before anything is worked out of a design: the cut's force at one metre, its doubt's factor, the weight.
[[nodiscard]] double tableHolds(const AxisModel &m);
/// What the table must hold while it is cut, N m.
[[nodiscard]] double heldTorque(const AxisModel &m, const AxisState &s);

} // namespace lw
