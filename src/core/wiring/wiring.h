// The electrics of the whole machine, from the mains to every motor: what each wire and box carries, what stops what,
// how hot the cabinet gets, and what is too thin, too hot or not wired in.
#pragma once

#include "drive/power.h"
#include "machine/patch.h"
#include "proof/evaluate.h"
#include <span>
#include <string>
#include <vector>

namespace lw {

/// An axis with the design that is shown, proved.
struct WiredDesign {
    const AxisModel *model;
    const AxisState *state;
};

/// A drive with its motor and the cable between.
struct WiredAxis {
    std::string id, design, supply;
    bool chosen = false;     ///< there is a motor
    bool closedLoop = false; ///< it knows when it lost count
    double peak = notKnown;  ///< A, amplitude of a phase
    double rms = notKnown;
    Known length, section;       ///< m; mm^2
    double share = notKnown;     ///< loop resistance of the cable over that of the winding
    double drop = notKnown;      ///< V at the peak current
    double copper = notKnown;    ///< W in the warm windings
    double moving = notKnown;    ///< W at the shaft, at its most
    double back = notKnown;      ///< W given back at its most when it brakes or lowers
    double brakeTime = notKnown; ///< s of that
    double fed = notKnown;       ///< A that the drive takes of the supply at its most
    Known fuse;                  ///< A
    bool brake = false;
    bool upright = false, turns = false;
    double busMost = notKnown; ///< V the fuse must break: the supply at its highest
    Known room;                ///< m beyond the limit switch
};
struct WiredSupply {
    std::string id, name;
    std::vector<std::size_t> axes;
    SupplyModel model;
    double sagsTo = notKnown, risesTo = notKnown, driveLimit = notKnown; ///< V; the least of its drives
    double drawn = notKnown;   ///< W when those that ever speed up at once do, the others held at their full current
    double lasting = notKnown; ///< W over the cycles of its axes
    std::string together;      ///< as typed: all, level, one; empty: nobody said, all
    double rated = notKnown;   ///< W
    double byRule = notKnown;  ///< A: two thirds of the plates, the old rule; beside, not judged
    double resistor = notKnown, resistorBears = notKnown; ///< ohm, W: as typed
    double pumpsTo = notKnown;                            ///< V when all brake at once, the capacitors known
};
/// A contact of the stop chain, in the order of the wire.
struct ChainContact {
    std::string name, words; ///< "limits", "normally closed"
    std::string axis;        ///< of an axis; empty: of the machine
    Verdict verdict;
};
struct HeatSource {
    std::string name;
    double watts;
};
// GCC 12 takes the names of a scoped enumeration for shadows of the model's types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
/// A box or wire of the diagram.
struct WirePlace {
    enum class Kind { Machine, Mains, Supply, Drive, Cable, Motor, Controller, Chain, Brake, Cabinet };
    Kind kind = Kind::Machine;
    std::string id; ///< axis or supply; empty: the machine's own
    bool operator==(const WirePlace &) const = default;
};
#pragma GCC diagnostic pop
struct WireFinding {
    std::string code;  ///< "C19"
    std::string title; ///< "Supply for all axes at once"
    WirePlace place;
    Verdict verdict = Verdict::NotKnown;
    double margin = notKnown; ///< capacity over demand; NaN where it is yes or no
    std::string figure;       ///< "31 %", "1.9×"
    std::string sentence;
    std::string lever;          ///< what to do; empty when nothing is wrong
    std::vector<Patch> patches; ///< that do it, where a change of the job does
};
struct WiringSheet {
    std::vector<WiredAxis> axes;
    std::vector<WiredSupply> supplies;
    Known mains, breaker, cord, relay; ///< V, A, mm^2, s
    double mainsCurrent = notKnown;    ///< A of all supplies at their most
    double mainsFuse = notKnown;       ///< A, the next usual size above
    std::vector<ChainContact> chain;
    bool cutsPower = false;
    std::vector<HeatSource> heat;
    bool cabinetKnown = false; ///< its size
    double room = notKnown;    ///< C
    bool roomAssumed = false;
    double shut = notKnown, aired = notKnown;        ///< C inside, without and with the fans there are
    double flow = 0;                                 ///< m^3/h that goes through, counted once
    double fans = 0, fanFlow = notKnown;             ///< that blow in; m^3/h of one, free
    double flowFor40 = notKnown;                     ///< m^3/h that would keep 40 C inside
    double blownIn = 0, drawnOut = 0;                ///< m^3/h: through the filter; by fans that draw out
    double pulses = notKnown, pulseLimit = notKnown; ///< Hz, the busiest axis
    std::vector<WireFinding> findings;               ///< fails, not known, watch, holds
    [[nodiscard]] Verdict worst() const;
};
/// Of a switching supply; common practice. Its power factor without correction.
inline constexpr double supplyEfficiency = 0.88, supplyPowerFactor = 0.65;

[[nodiscard]] WiringSheet wiringOf(const nlohmann::json &project, std::span<const WiredDesign> axes);
[[nodiscard]] nlohmann::json wiringJson(const WiringSheet &sheet);
/// The usual fuse sizes, A: the first at or above; 0 above the largest.
[[nodiscard]] double fuseFor(double amperes);
/// One row a cable: what to cut and label. Header first.
[[nodiscard]] std::vector<std::vector<std::string>> cableList(const WiringSheet &sheet);
/// The same as CSV (RFC 4180).
[[nodiscard]] std::string cablesCsv(const WiringSheet &sheet);
/// A part that the wiring asks for, as it stands: what to buy and where it goes.
struct WirePart {
    std::string key; ///< of its line under /parts: the same wire keeps its line
    std::string axis, text, place;
    double price = notKnown; ///< for all of it
    double leadDays = 7;
};
/// Cables with their plugs, fuses, resistors, contactors, fans: what has a size yet. Of the catalogue in use.
[[nodiscard]] std::vector<WirePart> partsOfWiring(const WiringSheet &sheet);
/// Changes that put these on the list of parts: lines not there yet, and those still an idea that say something else.
[[nodiscard]] std::vector<Patch> listedParts(const nlohmann::json &project, const std::vector<WirePart> &parts);
/// Fields of the job that belong to a box or wire.
[[nodiscard]] std::vector<std::string> fieldsOf(const WiringSheet &sheet, const WirePlace &place);

} // namespace lw
