// The parts of an axis' chain in the order the power takes, numbered as drawing, strip and entries show them.
#pragma once

#include "proof/evaluate.h"
#include <array>
#include <string>
#include <vector>

namespace lw {

// GCC 12 takes the names of a scoped enumeration for shadows of the types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class ChainPartKind { Motor, Coupling, Driver, Belt, Driven, Reducer, Layshaft, Bearings, FinalElement, Slide };
#pragma GCC diagnostic pop
struct ChainPart {
    ChainPartKind kind = ChainPartKind::Motor;
    int stage = -1;   ///< place of the stage it belongs to; a layshaft: the stage before it
    int number = 0;   ///< its balloon, from 1
    int shaft = -1;   ///< the shaft it turns with, the motor's 0; a belt or coupling: its input's
    std::string name; ///< "Pulley"
    std::string line; ///< "20 T, bore 8 H7"
};
[[nodiscard]] std::vector<ChainPart> chainParts(const AxisModel &m);
/// The balloon of the part a finding belongs to; 0 when it belongs to none of them.
[[nodiscard]] int partOf(const std::vector<ChainPart> &parts, const Finding &f);
/// Worst verdict of a part's findings; Holds when nothing is asked of it.
[[nodiscard]] Verdict verdictOf(const std::vector<ChainPart> &parts, int number, const std::vector<Finding> &findings);

/// Where shafts and stages stand, in metres: seen from the motor end the final shaft at the origin, y down; along the
/// axis x from the driven bearing, to the left below zero.
struct ChainLayout {
    struct Place {
        double x = 0, y = 0;
    };
    std::vector<Place> shafts;  ///< the motor's first
    std::vector<double> planes; ///< middle of each stage along the axis
    double faceAt = 0;          ///< motor flange along the axis
    bool whole = true;          ///< every pair's wheels and centre distance are known
};
/// Half of what a stage takes along the axis; the outside diameters of the wheels on its two shafts, m, 0: none or not
/// known.
[[nodiscard]] double halfWidth(const Stage &stage);
[[nodiscard]] std::array<double, 2> wheelsOf(const Stage &stage, const StageState &state);
[[nodiscard]] ChainLayout layOut(const AxisModel &m, const AxisState &s);

} // namespace lw
