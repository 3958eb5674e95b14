// The plates that are made for an axis: where their holes lie, what metal is left, what to saw.
#pragma once

#include "axis/axis_model.h"
#include <array>
#include <optional>
#include <string>
#include <vector>

namespace lw {

enum class HoleHow { Measured, Punched, Bored, Milled };
[[nodiscard]] std::string_view howWord(HoleHow how); ///< "punch", "bore"
/// Post: of the screws that hold the plate; Shaft: the bore in its middle; Bolt, Pilot: of the motor; Ring: of the
/// screws round the bore; Tapped: what another plate's posts screw into.
enum class HoleKind { Post, Shaft, Bolt, Pilot, Ring, Tapped };
/// Lengths in m; zero is the middle of the driven shaft, y up, the motor below it.
struct PlateHole {
    HoleKind kind = HoleKind::Post;
    double thread = 0;               ///< m, of the screw it is for; 0: for none
    double x = 0, y = 0;             ///< middle of it, of a slot the middle of its travel
    double diameter = 0, travel = 0; ///< travel: of a slot, up and down
    HoleHow how = HoleHow::Measured;
    bool placed = true; ///< false: nobody measured where, it is drawn at a usual place
    bool sized = true;  ///< false: nobody said how large, it is drawn at a usual size
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
    PlateKind kind = PlateKind::Motor;
    double left = 0, right = 0, top = 0, bottom = 0;
    double corner = 0;      ///< radius of its four corners, at most half its width
    double fold = notKnown; ///< where the drawing is folded round an edge: beyond it lies the plate's foot
    bool footAbove = true;  ///< the foot lies over the fold
    double thickness = 0, face = 0, pilot = 0;
    double centre = notKnown;                      ///< m, the belt's; 0: motor and shaft in line
    bool slotted = false;                          ///< it sits in slots
    double slotFrom = 0, slotTo = 0;               ///< places of the motor's middle from the shaft
    double needFrom = notKnown, needTo = notKnown; ///< that the belt asks for
    std::array<double, 2> pulleys{0, 0};           ///< of a cover: diameters it goes round, the motor's and the shaft's
    std::vector<PlateHole> holes;                  ///< posts, shaft, four bolts, pilot
    bool thicknessOpen = false;                    ///< nobody said how thick it is
    bool outlineAssumed = false;                   ///< edges set so that enough metal is left
    std::vector<std::string_view> open;            ///< what is not known of it: the drawing is a draft
    double sawWidth = 0, sawHeight = 0;            ///< what to saw from
    double blankMass = 0, doneMass = 0;            ///< kg
    FaceBolts bolts;
    [[nodiscard]] double width() const { return right - left; }
    [[nodiscard]] double height() const { return top - bottom; } ///< of the drawing, foot and all
    [[nodiscard]] bool draft() const { return !open.empty(); }
    [[nodiscard]] bool folded() const { return fold == fold; }
    /// The edges of the face alone.
    [[nodiscard]] double faceTop() const { return folded() && footAbove ? fold : top; }
    [[nodiscard]] double faceBottom() const { return folded() && !footAbove ? fold : bottom; }
    [[nodiscard]] bool inFoot(const PlateHole &h) const { return folded() && (footAbove ? h.y > fold : h.y < fold); }
    /// The edges that bound a hole's own face, over it and under it.
    [[nodiscard]] double edgeOver(const PlateHole &h) const { return inFoot(h) ? (footAbove ? top : fold) : faceTop(); }
    [[nodiscard]] double edgeUnder(const PlateHole &h) const {
        return inFoot(h) ? (footAbove ? fold : bottom) : faceBottom();
    }
};
/// What plates are drawn about of the first belt of a chain, m; not known where there is none or it is not worked out.
struct BeltPlace {
    double centre = notKnown, needFrom = notKnown, needTo = notKnown; ///< of the motor from the shaft
    std::array<double, 2> pulleys{notKnown, notKnown};                ///< outside, the motor's and the shaft's
};
/// How a plate is called, on paper and in a job: "Bearing block", "plates/block/", "fix/".
struct PlateName {
    std::string_view title, shortly, folder, screws;
};
[[nodiscard]] const PlateName &plateName(PlateKind kind);
/// Nothing where the axis has none of the kind: no motor or one whose size nobody knows, no screw, no belt.
[[nodiscard]] std::optional<Plate> plateOf(const AxisModel &m, PlateKind kind, const BeltPlace &belt);

/// "post, M6", "fixing, M8 tapped", "pilot slot"; words are made only when somebody looks.
[[nodiscard]] std::string purposeOf(const Plate &p, const PlateHole &h);
/// Such holes next to each other are told in one line: the motor's bolts, the screws of a ring.
[[nodiscard]] constexpr bool sharesLine(HoleKind kind) { return kind == HoleKind::Bolt || kind == HoleKind::Ring; }
/// The number of its line in the table and in the drawing, from 1.
[[nodiscard]] int lineOf(const Plate &p, std::size_t hole);
/// Middle of a hole to the nearest edge of the plate, m.
[[nodiscard]] double toEdge(const Plate &p, const PlateHole &h);
/// Metal between two holes or slots, m.
[[nodiscard]] double metalBetween(const PlateHole &a, const PlateHole &b);
struct ThinPlace {
    std::size_t a = 0, b = 0;
    double metal = notKnown;
    bool edge = false; ///< from a to the edge of the plate
};
/// The screw's hole whose middle lies nearest to an edge for its size; of those that are placed, where any is.
[[nodiscard]] std::size_t thinnestEdge(const Plate &p);
/// Where least metal is left: between two openings, or between a bore and the edge.
[[nodiscard]] ThinPlace thinnestWall(const Plate &p);
/// What edge is nearest to a hole.
enum class PlateEdge { Side, Top, Bottom, Corner };
[[nodiscard]] PlateEdge nearestEdge(const Plate &p, const PlateHole &h);
/// Of a cover: from a point to the pulleys and the belt round them, m; below zero inside.
[[nodiscard]] double fromBelt(const Plate &p, double x, double y);
/// Of a cover: air between what turns and its rim or what it is screwed to, the motor at the far end of its slots, m.
/// A post is taken to be as thick as two of its holes.
[[nodiscard]] double coverAir(const Plate &p);
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
