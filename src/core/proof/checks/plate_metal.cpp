// Metal left at the edges and between the openings of each plate; air under a belt's cover.
#include "plate/plate.h"
#include "proof/checks/limits.h"
#include "proof/checks/plate_of.h"
#include "proof/checks/torque_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {

std::optional<Plate> plateOfAxis(const AxisModel &m, const AxisState &s, PlateKind kind) {
    BeltPlace place;
    if (const auto *belt = m.stages.empty() ? nullptr : s.stageWork<ToothedBelt>(0)) {
        place.centre = belt->centre;
        place.needFrom = belt->centre - belt->needInward;
        place.needTo = belt->centre + belt->needOutward;
        for (std::size_t k = 0; k < 2; ++k)
            if (belt->pulleys[k].outside.value() > 0) place.pulleys[k] = belt->pulleys[k].outside.value();
    }
    return plateOf(m, kind, place);
}
const PlateCodes &plateCodes(PlateKind kind) {
    static constexpr PlateCodes codes[] = {{"PL-01", "PL-02"}, {"PL-03", "PL-04"}, {"PL-05", "PL-06"}, {"PL-07", {}}};
    return codes[static_cast<std::size_t>(kind)];
}

namespace {
using namespace checks;
using Dm = Dimension;

/// The least metal one wants between openings, and at all; our own choice for plates of 8 to 12 mm. A drill does not
/// push a wall aside as a cutter does that mills along it.
struct Wall {
    double wanted, must;
};
constexpr Wall milledWall{3e-3, 1.5e-3}, drilledWall{2e-3, 1e-3};
Wall wallAt(const Plate &p, const ThinPlace &t) {
    return p.holes[t.a].travel > 0 || p.holes[t.b].travel > 0 ? milledWall : drilledWall;
}
/// A hole's middle from the edge, in its own diameters: common practice.
constexpr double edgeWanted = 1.5, edgeMust = 1;
/// Air between what turns and its cover: our own choice, for a sheet that gives when it is leant on.
constexpr double airWanted = 5e-3, airMust = 2e-3;

std::string places(const Plate &p, std::size_t at) {
    const auto &h = p.holes[at];
    if (h.kind == HoleKind::Shaft || h.kind == HoleKind::Pilot) return "the hole for " + purposeOf(p, h);
    return "hole " + std::to_string(lineOf(p, at)) + ", " + purposeOf(p, h);
}
constexpr std::string_view nounOf(PlateKind kind) {
    constexpr std::string_view nouns[] = {"plate", "bearing block", "nut bracket", "belt cover"};
    return nouns[static_cast<std::size_t>(kind)];
}
constexpr Part partOf(PlateKind kind) {
    constexpr Part parts[] = {Part::Motor, Part::Bearings, Part::Nut, Part::Belt};
    return parts[static_cast<std::size_t>(kind)];
}

/// How far a hole's middle lies from the edge nearest to it.
void workEdge(const Plate &p, const PlateHole &h, Steps &w) {
    const double e = toEdge(p, h);
    switch (nearestEdge(p, h)) {
    case PlateEdge::Side:
        w.step("To the edge beside it", "e", "b/2 - x",
               {term("b", "wide", p.width(), Dm::Length, "mm"),
                term("x", "hole off the middle", std::fabs(h.x), Dm::Length, "mm")},
               e, Dm::Length, "mm");
        break;
    case PlateEdge::Top:
        w.step("To the edge over it", "e", "h - y",
               {term("h", "edge from the shaft", p.edgeOver(h), Dm::Length, "mm"),
                term("y", "its end from the shaft", h.y + h.travel / 2, Dm::Length, "mm")},
               e, Dm::Length, "mm");
        break;
    case PlateEdge::Bottom:
        w.step("To the edge below it", "e", "h - y",
               {term("h", "edge from the shaft", -p.edgeUnder(h), Dm::Length, "mm"),
                term("y", "its end from the shaft", h.travel / 2 - h.y, Dm::Length, "mm")},
               e, Dm::Length, "mm");
        break;
    case PlateEdge::Corner:
        w.step("To the round of its corner", "e", "r - s",
               {term("r", "corner", p.corner, Dm::Length, "mm"),
                term("s", "hole from the corner's middle", p.corner - e, Dm::Length, "mm")},
               e, Dm::Length, "mm");
        break;
    }
}

/// Screws of it that nobody placed: no edge can be told of them.
bool allPlaced(const Plate &p) {
    return std::all_of(p.holes.begin(), p.holes.end(), [](const PlateHole &h) { return h.placed; });
}
/// What lies in its drawing is known; how thick it is does not show there unless it has a foot.
bool sized(const Plate &p) {
    return p.open.size() == (p.thicknessOpen && !p.folded() ? 1u : 0u) &&
           std::all_of(p.holes.begin(), p.holes.end(), [](const PlateHole &h) { return h.sized; });
}
template <PlateKind kind> void askDrawing(const AxisModel &m, const Finding &, Asks &asks) {
    // the belt asks for itself: here it is as if all of it were known
    const auto p = plateOf(m, kind, {0.1, 0.1, 0.1, {0.04, 0.04}});
    if (!p) return;
    for (const auto &what : p->open)
        asks.ask(false, what);
    if (asks.text().empty()) asks.ask(allPlaced(*p), "where its screws stand");
    if (asks.text().empty()) asks.ask(sized(*p), "what screws go in");
}

template <PlateKind kind> Plate ofKind(const AxisScope &a) { return *plateOfAxis(a.m, a.s, kind); }

template <PlateKind kind> constexpr Check edgeCheck(std::string_view code, std::string_view title) {
    return {.code = code,
            .title = title,
            .part = partOf(kind),
            .station = StationId::Drive,
            .unit = "mm",
            .advice = "Leave it larger there, or move the hole.",
            .source = "PRACTICE",
            .needs = askDrawing<kind>,
            .say =
                [](const AxisScope &a, const Finding &f) {
                    const auto p = ofKind<kind>(a);
                    auto noun = std::string(nounOf(kind));
                    noun.front() = static_cast<char>(noun.front() - 'a' + 'A');
                    return noun + " thin by " + places(p, thinnestEdge(p)) + ": " + mm(f.capacity, 2) + " to the edge.";
                },
            .why = [](const AxisScope &a, const Finding &f) -> std::string {
                const auto p = ofKind<kind>(a);
                const auto &h = p.holes[thinnestEdge(p)];
                return "From its middle; one and a half of its " + mm(h.diameter, 2) + " is wanted, " +
                       mm(std::max(0.0, f.capacity - h.diameter / 2), 2) + " of metal is left.";
            },
            .work =
                [](const AxisScope &a, const Finding &f, Steps &w) {
                    const auto p = ofKind<kind>(a);
                    const auto &h = p.holes[thinnestEdge(p)];
                    workEdge(p, h, w);
                    if (toEdge(p, h) < 0)
                        w.step("It lies beyond the edge", "e_0", "0*e",
                               {term("e", "to the edge", toEdge(p, h), Dm::Length, "mm")}, f.capacity, Dm::Length,
                               "mm");
                }};
}
void judgeEdge(const PlateScope &a, Rows &rows) {
    const auto &p = a.plate;
    const auto at = thinnestEdge(p);
    if (!sized(p) || !p.holes[at].placed) return rows.add(plainRow(Verdict::NotKnown));
    const auto &h = p.holes[at];
    rows.add(unlessOpen(marginRow(h.diameter, std::max(toEdge(p, h), 0.0), edgeMust, edgeWanted), !allPlaced(p)));
}

template <PlateKind kind>
constexpr Check wallCheck(std::string_view code, std::string_view title, std::string_view advice) {
    return {.code = code,
            .title = title,
            .part = partOf(kind),
            .station = StationId::Drive,
            .unit = "mm",
            .advice = advice,
            .source = "ASSUMED",
            .needs = askDrawing<kind>,
            .say =
                [](const AxisScope &a, const Finding &f) {
                    const auto p = ofKind<kind>(a);
                    const auto t = thinnestWall(p);
                    const auto other = t.edge ? std::string("the edge") : places(p, t.b);
                    return mm(f.capacity, 2) + " of metal between " + places(p, t.a) + ", and " + other + ".";
                },
            .why = [](const AxisScope &a, const Finding &) -> std::string {
                const auto p = ofKind<kind>(a);
                return wallAt(p, thinnestWall(p)).wanted > drilledWall.wanted
                           ? "3 mm is good; under 1.5 the wall folds as it is milled. Our own limits."
                           : "2 mm is good; under 1 the drill breaks through. Our own limits.";
            },
            .work =
                [](const AxisScope &a, const Finding &f, Steps &w) {
                    const auto p = ofKind<kind>(a);
                    const auto t = thinnestWall(p);
                    const auto &x = p.holes[t.a], &y = p.holes[t.b];
                    if (t.edge)
                        w.step("Metal to the edge", "t", "max(0, e - d/2)",
                               {term("e", "its middle to the edge", toEdge(p, x), Dm::Length, "mm"),
                                term("d", "hole", x.diameter, Dm::Length, "mm")},
                               f.capacity, Dm::Length, "mm");
                    else
                        w.step("Metal between", "t", "max(0, s - (d_1 + d_2)/2)",
                               {term("s", "middle to middle", metalBetween(x, y) + (x.diameter + y.diameter) / 2,
                                     Dm::Length, "mm"),
                                term("d_1", "one", x.diameter, Dm::Length, "mm"),
                                term("d_2", "the other", y.diameter, Dm::Length, "mm")},
                               f.capacity, Dm::Length, "mm");
                }};
}
void judgeWall(const PlateScope &a, Rows &rows) {
    if (!sized(a.plate) || !allPlaced(a.plate)) return rows.add(plainRow(Verdict::NotKnown));
    const auto thin = thinnestWall(a.plate);
    const auto limit = wallAt(a.plate, thin);
    rows.add(lowerRow(std::max(thin.metal, 0.0), limit.wanted, limit.must));
}

const PlateCheck motorMetal[] = {
    {edgeCheck<PlateKind::Motor>("PL-01", "Metal at the plate's edge"), judgeEdge},
    {wallCheck<PlateKind::Motor>("PL-02", "Metal between the plate's slots",
                                 "Mill the pilot slot last, with light cuts; washers that bridge the wall; shorter "
                                 "slots."),
     judgeWall}};
const PlateCheck blockMetal[] = {
    {edgeCheck<PlateKind::Block>("PL-03", "Metal at the bearing block's edge"), judgeEdge},
    {wallCheck<PlateKind::Block>("PL-04", "Metal in the bearing block",
                                 "A larger ring or smaller screws; fixings farther out; a larger block."),
     judgeWall}};
const PlateCheck bracketMetal[] = {
    {edgeCheck<PlateKind::Bracket>("PL-05", "Metal at the nut bracket's edge"), judgeEdge},
    {wallCheck<PlateKind::Bracket>("PL-06", "Metal in the nut bracket",
                                   "Fixings farther out; a larger bracket; a nut with a flange cut flat on two sides."),
     judgeWall}};
const PlateCheck coverChecks[] = {
    {edgeCheck<PlateKind::Cover>("PL-07", "Metal at the belt cover's edge"), judgeEdge},
    {{.code = "PL-08",
      .title = "Cover clear of the belt",
      .part = Part::Belt,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "A wider cover; its posts farther out.",
      .source = "ASSUMED",
      .overridable = false,
      .hazard = "A belt draws fingers in: the cover is on before the drive is switched on, and comes off with a tool.",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askBelt(m, f, asks);
              asks.ask(m.facePlate(PlateKind::Cover)->thickness.known(), "how thick its sheet is");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.capacity <= 0 ? std::string("The belt rubs on its cover.")
                                     : mm(f.capacity, 2) + " of air between what turns and its cover.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Flanges 3 mm over the teeth, the motor at the far end of its slots, posts twice as thick as their "
                 "holes; 5 mm is good, under 2 it rubs once it is leant on. Our own limits.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto p = ofKind<PlateKind::Cover>(a);
              w.step("Least air", "a", "max(0, a_1)",
                     {term("a_1", "least, round belt and pulleys", coverAir(p), Dm::Length, "mm")}, f.capacity,
                     Dm::Length, "mm");
          }},
     [](const PlateScope &a, Rows &rows) {
         const auto *belt = a.s.stageWork<ToothedBelt>(0);
         if (!belt || !(belt->centre == belt->centre) || !(belt->pulleys[0].outside.value() > 0) ||
             !(belt->pulleys[1].outside.value() > 0) || !a.m.facePlate(PlateKind::Cover)->thickness.known())
             return rows.add(plainRow(Verdict::NotKnown));
         rows.add(lowerRow(std::max(coverAir(a.plate), 0.0), airWanted, airMust));
     }}};
} // namespace

std::span<const PlateCheck> plateMetalChecks(PlateKind kind) {
    switch (kind) {
    case PlateKind::Motor: return motorMetal;
    case PlateKind::Block: return blockMetal;
    case PlateKind::Bracket: return bracketMetal;
    case PlateKind::Cover: return coverChecks;
    }
    return {};
}

} // namespace lw
