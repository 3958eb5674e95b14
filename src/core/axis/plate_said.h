// What is written down of the plates of an axis: records of the design.
#pragma once

#include "drive/materials.h"
#include "machine/known.h"
#include <array>
#include <optional>
#include <string>
#include <string_view>

namespace lw {

// GCC 12 takes the names of a scoped enumeration for shadows of the types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
/// What a motor sits on; what holds the screw's bearings; what holds its nut; what keeps fingers off the first belt.
enum class PlateKind { Motor, Block, Bracket, Cover };
#pragma GCC diagnostic pop
inline constexpr std::array plateKinds{PlateKind::Motor, PlateKind::Block, PlateKind::Bracket, PlateKind::Cover};

/// Of any plate; lengths in m, edges from the middle of the shaft it is drawn about.
struct PlateSaid {
    Known thickness, width, above, below;
    Known bore;                                    ///< hole in its middle
    Known fixApart, fixAbove, fixBelow, fixThread; ///< of the screws that hold it, or the posts it stands on
    bool punched = true;                           ///< their holes are found through what is there, not by measuring
    std::string material;                          ///< empty: not said, then aluminium
    /// "steel"; of one nobody said, that it is taken as aluminium.
    [[nodiscard]] std::string materialWords() const { return material.empty() ? "taken as aluminium" : material; }
    [[nodiscard]] double density() const { return materialOr(material, "aluminium").density; } ///< kg/m^3
};
struct MotorPlate : PlateSaid {
    /// Of a mount that is there: bolt square, bore for the pilot, how deep that is.
    Known square, pilotBore, recess;
    Known postLength;
    Known dowels, dowel;                        ///< how many pins; m
    Known boltLength, washer, threadDepth, bar; ///< motor's screws; threads in its face; the printed bar
    bool letter = false;                        ///< paper
};
/// By which of its faces it is screwed on: the one the shaft passes through, or its foot over or below the shaft.
enum class PlateFoot { Face, Above, Below };
/// A bearing block, a nut's bracket, a belt's cover.
struct FacePlate : PlateSaid {
    PlateFoot foot = PlateFoot::Face;
    Known fixAlong;                           ///< of a foot: its rows of screws along the shaft, middle to middle
    Known ringCircle, ringScrews, ringThread; ///< the screws round the bore: of a cover ring, of the nut's flange
    Known gap;                                ///< of a cover: from the pulleys to the sheet
};
/// Block, bracket and cover; empty: nothing written of it.
using FacePlates = std::array<std::optional<FacePlate>, 3>;

} // namespace lw
