// Machine classes and their axes: what is assumed until it is measured. Everything here is common practice or our
// choice (ASSUMED) and yields to a reading.
#pragma once

#include <span>
#include <string_view>

namespace lw {

struct MachineClass {
    std::string_view code, shown;
    double lightest, heaviest; ///< kg
};
struct ClassAxis {
    std::string_view machine, axis; ///< class code and axis name
    double travel;                  ///< mm
    double mass, massLow, massHigh; ///< kg; low = high = 0 where no usual range is printed
    double pull, pullLow, pullHigh; ///< N
    double lead;                    ///< mm a screw turn, or a wheel turn
    double rapid;                   ///< mm/min
    double feedLow, feedHigh;       ///< mm/min
    double acceleration;            ///< m/s^2
    double stepUm, repeatUm, lostUm;
    double thrust, thrustPeak; ///< N
    bool vertical, wheel;      ///< wheel: pulled along by wheel and rack
    double breakaway;          ///< breakaway over running
    double lostPass, lostFail; ///< mm, kept screw: holds up to, fails above
};
std::span<const MachineClass> machineClasses();
std::span<const ClassAxis> classAxes();
const MachineClass *machineClass(std::string_view code);
const ClassAxis *classAxis(std::string_view machine, std::string_view axis);

} // namespace lw
