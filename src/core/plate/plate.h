// The plate between a motor and the machine: where its holes lie, what metal is left, what to saw.
#pragma once

#include "axis/axis_model.h"
#include <array>
#include <optional>
#include <string>
#include <vector>

namespace lw {

enum class HoleHow { Measured, Punched, Bored, Milled };
[[nodiscard]] std::string_view howWord(HoleHow how); ///< "punch", "bore"
enum class HoleKind { Post, Shaft, Bolt, Pilot };
/// Lengths in m; zero is the middle of the driven shaft, y up, the motor below it.
struct PlateHole {
    HoleKind kind = HoleKind::Post;
    std::string purpose;             ///< "post, M6"
    double x = 0, y = 0;             ///< middle of it, of a slot the middle of its travel
    double diameter = 0, travel = 0; ///< travel: of a slot, up and down
    HoleHow how = HoleHow::Measured;
    bool placed = true; ///< false: nobody measured where, it is drawn at a usual place
    [[nodiscard]] double top() const { return y + travel / 2 + diameter / 2; }
    [[nodiscard]] double bottom() const { return y - travel / 2 - diameter / 2; }
};
/// The screws a motor's face takes.
struct FaceBolts {
    double size = 0, clearance = 0; ///< mm: nominal; hole of the fine series of ISO 273
    bool tapped = false;            ///< its face is tapped; else through holes and nuts
};
[[nodiscard]] FaceBolts faceBoltsOf(double faceMm);

struct Plate {
    double left = 0, right = 0, top = 0, bottom = 0;
    double thickness = 0, face = 0, pilot = 0;
    double centre = notKnown;                      ///< m, the belt's; 0: motor and shaft in line
    bool slotted = false;                          ///< it sits in slots
    double slotFrom = 0, slotTo = 0;               ///< places of the motor's middle from the shaft
    double needFrom = notKnown, needTo = notKnown; ///< that the belt asks for
    std::vector<PlateHole> holes;                  ///< posts, shaft, four bolts, pilot
    bool outlineAssumed = false;                   ///< edges set so that enough metal is left
    std::vector<std::string> open;                 ///< what is not known of it: the drawing is a draft
    double sawWidth = 0, sawHeight = 0;            ///< what to saw from
    double blankMass = 0, doneMass = 0;            ///< kg
    FaceBolts bolts;
    [[nodiscard]] double width() const { return right - left; }
    [[nodiscard]] double height() const { return top - bottom; }
    [[nodiscard]] bool draft() const { return !open.empty(); }
};
/// Nothing when the axis has no motor, or one whose size nobody knows.
[[nodiscard]] std::optional<Plate> plateOf(const AxisModel &m, double centre, double needFrom, double needTo);

/// Middle of a hole to the nearest edge of the plate, m.
[[nodiscard]] double toEdge(const Plate &p, const PlateHole &h);
/// Metal between two holes or slots, m.
[[nodiscard]] double metalBetween(const PlateHole &a, const PlateHole &b);
struct ThinPlace {
    std::size_t a = 0, b = 0;
    double metal = notKnown;
    bool edge = false; ///< from a to the edge of the plate
};
/// The screw's hole whose middle lies nearest to an edge for its size.
[[nodiscard]] std::size_t thinnestEdge(const Plate &p);
/// Where least metal is left: between two openings, or between a bore and the edge.
[[nodiscard]] ThinPlace thinnestWall(const Plate &p);
/// What edge is nearest to a hole.
enum class PlateEdge { Side, Top, Bottom };
[[nodiscard]] PlateEdge nearestEdge(const Plate &p, const PlateHole &h);
/// What a printer makes of 100 mm says how much larger to print.
[[nodiscard]] double printScale(double barRead);

/// Sheets a plate is printed on at 1:1, lapped where it needs more than one.
struct PrintSheet {
    double x, y, width, height; ///< m, of the plate, from its lower left corner
    int column, row;
};
struct PaperSize {
    double width, height, margin; ///< m
};
[[nodiscard]] PaperSize paperSize(bool letter);
inline constexpr double sheetLap = 20e-3; ///< m that two sheets share
/// @param room of the paper that a bar and a line of words take, at the foot of each sheet
[[nodiscard]] std::vector<PrintSheet> printSheets(double width, double height, const PaperSize &paper, double room);

} // namespace lw
