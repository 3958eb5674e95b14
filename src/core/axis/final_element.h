// What turns the last shaft into motion along the axis, as a variant; what they share is travel a turn and efficiency.
#pragma once

#include "axis/rotary_table.h"
#include "drive/materials.h"
#include "drive/screw.h"
#include "machine/known.h"
#include <optional>
#include <string>
#include <variant>

namespace lw {

/// Screw and nut with their bearings. All not known: an axis of which only the travel of a handle turn is known.
struct Screw {
    bool named = false; ///< its thread is known
    ThreadForm thread;
    Known saidLead; ///< as the thread's name has it, or all that is said of it: "10tpi"
    std::string threadProblem;
    Known root, span, nutFar, threadLength, length, dynamicRating, staticRating, inertia;
    Known rise;   ///< K it gets warmer at work
    Known per300; ///< m, what its grade allows in any 300 mm
    Ends ends = Ends::FixedSupported;
    std::string fixedKind, farKind, nutKind;
    Known bearingStiffness, bearingStatic, bearingDynamic, bearingBore, bearingOutside;
    Known bearingPreload, bearingTop; ///< N; rad/s, of their sheet
    Known bearingPlay;                ///< m endways, read with these bearings in place
    std::string nutThreadText;
    std::optional<ThreadForm> nutThread; ///< as it stands on the nut; nothing: not said, or no thread
    Known ball, nutBall;                 ///< m, of the balls: the screw's, the nut's
    Known nutBody, nutFlange, nutRoom;   ///< m: the nut's diameters, the largest round that goes where it sits
    Known nutArbor;                      ///< m, the sleeve that keeps its balls in; 0: none
    Known nutBeside;                     ///< m, the nut's hole beside the screw's line, near the bearing
    Known nutStiffness, nutLength, nutTurns, preload, bracket, beyondA, beyondB;
};
/// A handwheel's rope, band or pinion of a hand-moved table.
struct Wheel {};
/// Rack and pinion of a carriage.
struct Rack {
    Known module, width; ///< m
    int teeth = 0;       ///< of the pinion; 0: not known
    const Material *pinion = nullptr, *rack = nullptr;
    [[nodiscard]] bool sized() const { return module.known() && teeth > 0; }
};
using FinalElement = std::variant<Screw, Rack, Wheel, RotaryTable>;

} // namespace lw
