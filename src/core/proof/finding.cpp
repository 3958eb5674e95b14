#include "proof/finding.h"
#include <cmath>

namespace lw {
namespace {
using P = Part;
using S = StationId;
using I = CheckId;
// id, code, title, part, station, unit, first lever, source, may be overruled
constexpr CheckSpec specs[] = {
    {I::S1, "S1", "Breakaway", P::Ways, S::AsFound, "", "Clean and oil the ways, way oil, then the gib.", "PRACTICE",
     true},
    {I::S2, "S2", "Tight and loose along the travel", P::Ways, S::AsFound, "N",
     "Set the gib where it binds, then pull again.", "PRACTICE", true},
    {I::S3, "S3", "Pull differs with direction", P::Ways, S::AsFound, "",
     "Level the machine; line the nut bracket up at both ends.", "PRACTICE", true},
    {I::S4, "S4", "Lead, two ways", P::ScrewLead, S::AsFound, "%",
     "Measure ten turns again; does the dial read diameter, is the handle geared?", "PRACTICE", true},
    {I::S5, "S5", "Lost motion, kept screw", P::LostMotion, S::AsFound, "mm",
     "Thrust bearing float first, then the nut's fixing, then a split nut.", "PRACTICE", true},
    {I::S6, "S6", "Friction for its weight", P::Ways, S::AsFound, "", "Weigh again; then look at gib and chips.",
     "PRACTICE", true},
    {I::S7, "S7", "How well the pull is known", P::Ways, S::AsFound, "", "Pull the table directly with the nut free.",
     "PRACTICE", true},
    {I::S8, "S8", "Balance of the weight", P::Balance, S::AsFound, "N", "A weaker strut, or less pressure.", "MECH",
     false},
    {I::S9, "S9", "Sticks and jumps", P::Ways, S::AsFound, "um", "Oil and gib, a PTFE facing, then a stiffer drive.",
     "MECH", true},
    {I::S10, "S10", "Drawer effect", P::Ways, S::AsFound, "", "Screw nearer to the guide, or a longer slide.", "MECH",
     false},
    {I::P1, "P1", "Spindle power", P::Spindle, S::Duty, "W", "Less width, depth or feed; do not size the axis for it.",
     "KIENZLE", true},
    {I::P2, "P2", "Chip", P::CutPart, S::Duty, "mm", "Change the feed a tooth or the number of teeth.", "KIENZLE",
     true},
    {I::P3, "P3", "Climb cut pulls the table", P::CutPart, S::Duty, "N", "Cut against the feed, or take the play out.",
     "MILL-MECH", true},
    {I::P4, "P4", "Drill thrust", P::CutPart, S::Duty, "N", "Split point, pilot hole, then more reduction.", "KIENZLE",
     true},
    {I::P5, "P5", "Room before the thread", P::CutPart, S::Duty, "mm",
     "Turn slower, or speed up harder; a longer relief.", "KIN", true},
    {I::B1, "B1", "Screw whip at rapid", P::Screw, S::Proof, "rpm", "Lower the rapid, coarser lead, fix both ends.",
     "BEAM", true},
    {I::B2, "B2", "Screw buckling", P::Screw, S::Proof, "N", "Swap the fixed end so that thrust pulls.", "BEAM", true},
    {I::B3, "B3", "Ball return speed", P::Nut, S::Proof, "mm·rpm", "Coarser lead, smaller screw, or the maker's word.",
     "PRACTICE", true},
    {I::B4, "B4", "Thrust against a stop", P::Bearings, S::Proof, "N", "Lower the rapid near the ends, fit a bumper.",
     "EB-1", true},
    {I::B6, "B6", "Stall thrust", P::Bearings, S::Proof, "N", "Limit the motor torque in the drive.", "EB-1", true},
    {I::B8, "B8", "Preload kept in the cut", P::Nut, S::Proof, "N",
     "More preload, up to a tenth of the rating, or a larger nut.", "HERTZ", true},
    {I::B9, "B9", "Lost motion", P::Nut, S::Proof, "mm", "Less friction, then a stiffer bracket, bearing, screw.",
     "MECH", true},
    {I::B10, "B10", "Axial frequency", P::Screw, S::Proof, "Hz", "Stiffer bracket, then bearing and screw.", "MECH",
     true},
    {I::B12, "B12", "Thread beyond the nut", P::Screw, S::Drive, "mm",
     "Order 25 to 50 mm longer each end; check that it fits.", "PRACTICE", false},
    {I::B15, "B15", "Nut rubs", P::Nut, S::Proof, "", "Lower the rapid, or a larger nut.", "PRACTICE", true},
    {I::M4, "M4", "Motor speed at rapid", P::Motor, S::Proof, "rpm",
     "Coarser lead, less reduction, more supply voltage.", "PRACTICE", true},
    {I::M5, "M5", "Smallest step", P::Motor, S::Proof, "um", "Less friction or more torque, then reduction.",
     "PMSM-CIRCLE", true},
    {I::M6, "M6", "Room to reach rapid", P::Axis, S::Proof, "mm", "Speed up harder, or accept a lower rapid.", "KIN",
     true},
    {I::M8, "M8", "Runs down with the power off", P::Brake, S::Proof, "Nm", "A brake on the screw.", "EB-1", false},
    {I::M9, "M9", "Falls before the brake bites", P::Brake, S::Proof, "mm", "A faster brake, or balance.", "EB-1",
     false},
    {I::M10, "M10", "Where the brake sits", P::Brake, S::Proof, "",
     "Move the brake to the screw: a torn belt drops the head.", "PRACTICE", false},
    {I::C01, "C01", "Torque", P::Motor, S::Proof, "Nm", "Voltage or speed above the corner, reduction below it.",
     "PMSM-CIRCLE", true},
    {I::C02, "C02", "Torque, closed loop", P::Motor, S::Proof, "Nm", "Speed above the corner, reduction below it.",
     "PMSM-CIRCLE", true},
    {I::C03, "C03", "Supply against back-EMF", P::Supply, S::Proof, "rpm",
     "More voltage or less speed; never more current.", "PMSM-CIRCLE", true},
    {I::C04, "C04", "Drive current", P::Drive, S::Drive, "A", "Set the drive lower.", "PRACTICE", true},
    {I::C06, "C06", "Load against rotor inertia", P::Motor, S::Proof, "gcm2",
     "More reduction: it falls with its square.", "PRACTICE", true},
    {I::C07, "C07", "Mid-band howl", P::Motor, S::Proof, "rpm", "A damper, an anti-resonance drive, or closed loop.",
     "PRACTICE", true},
    {I::C08, "C08", "Sudden load", P::Motor, S::Proof, "Nm", "Jerk-limited ramp; halve the acceleration.", "EQUAL-AREA",
     true},
    {I::C17, "C17", "Supply against the drive's limit", P::Supply, S::Drive, "V", "A lower supply voltage.", "PRACTICE",
     true},
    {I::C18, "C18", "Supply against motor warmth", P::Supply, S::Drive, "V",
     "Watch the body temperature, even at idle.", "PRACTICE", true},
    {I::C24, "C24", "Pulse rate", P::Controller, S::Proof, "kHz", "Fewer microsteps: 10 loses nothing measurable.",
     "RATIONAL", true},
    {I::C26, "C26", "Steps a millimetre", P::Controller, S::FirstCuts, "um", "Enter the exact fraction.", "RATIONAL",
     true},
    {I::TR01, "TR-01", "Belt on its pulleys", P::Belt, S::Drive, "",
     "One profile on belt and both pulleys; the belt is the cheapest to change.", "ISO-5296", false},
    {I::TR02, "TR-02", "Belt code", P::Belt, S::Drive, "", "Say which it is: belt or pulley.", "ISO-5296", true},
    {I::TR03, "TR-03", "Teeth on the small pulley", P::SmallPulley, S::Drive, "", "More teeth.", "PRACTICE", true},
    {I::TR04, "TR-04", "Belt speed", P::Belt, S::Drive, "m/s", "A smaller pulley.", "PRACTICE", true},
    {I::TR05, "TR-05", "Teeth in mesh", P::Belt, S::Drive, "", "Longer centres, less ratio, or a back idler.",
     "ISO-5295", false},
    {I::TR06, "TR-06", "Pulleys clear each other", P::Belt, S::Drive, "mm", "A longer belt.", "BELT-GEOM", false},
    {I::TR07, "TR-07", "Belt at motor peak", P::Belt, S::Drive, "N", "A wider belt, then more teeth on both pulleys.",
     "ISO-5295", false},
    {I::TR08, "TR-08", "Slack side stays tight", P::Belt, S::Drive, "N", "Set the belt tighter.", "BELT-GEOM", false},
    {I::TR09, "TR-09", "Tight side against the cords", P::Belt, S::Drive, "N", "A wider belt, or set it less tight.",
     "ISO-5295", true},
    {I::TR10, "TR-10", "Belt winds up", P::Belt, S::Drive, "um", "A wider belt, bigger pulleys, closer centres.",
     "BELT-GEOM", true},
    {I::TR12, "TR-12", "Belt swing, bent end", P::ScrewEnd, S::Drive, "N", "True the pulley and its seat.", "BELT-GEOM",
     true},
    {I::TR13, "TR-13", "Slot for the belt", P::Belt, S::Drive, "mm",
     "Lengthen the slot, or slip pulley and belt on together.", "BELT-GEOM", false},
    {I::TR14, "TR-14", "Pull on the motor shaft", P::Motor, S::Drive, "N",
     "Read the motor's data sheet; then an outboard bearing or a larger small pulley.", "BEAM", true},
    {I::TR15, "TR-15", "Stress in the motor shaft", P::Motor, S::Drive, "N/mm2",
     "An outboard bearing, or a thicker shaft.", "BEAM", true},
    {I::TR16, "TR-16", "Motor shaft bends", P::Motor, S::Drive, "mm", "An outboard bearing; belt closer to the face.",
     "BEAM", true},
    {I::TR31, "TR-31", "Bore on shaft", P::SmallPulley, S::Drive, "mm", "Bore a new hub to the shaft.", "ISO-286",
     false},
    {I::TR44, "TR-44", "Screw end runs out", P::ScrewEnd, S::AsFound, "mm", "Straighten the end, or remake it.",
     "PRACTICE", true},
    {I::TR50, "TR-50", "Belt width and pulley width", P::Belt, S::Drive, "mm", "Match the widths.", "PRACTICE", false},
    {I::TR51, "TR-51", "Wall over the bore", P::SmallPulley, S::Drive, "mm",
     "More teeth, a hub-side clamp, or a smaller bore.", "PRACTICE", false},
};
static_assert(sizeof(specs) / sizeof(specs[0]) == static_cast<std::size_t>(CheckId::Count));
} // namespace

const CheckSpec &spec(CheckId id) { return specs[static_cast<std::size_t>(id)]; }

std::string_view verdictCode(Verdict v) {
    constexpr std::string_view codes[] = {"fails", "not_known", "watch", "holds"};
    return codes[static_cast<std::size_t>(v)];
}
std::string_view verdictWord(Verdict v) { return v == Verdict::NotKnown ? "not known" : verdictCode(v); }

std::string_view partName(Part p) {
    constexpr std::string_view names[] = {"ways",       "lead",    "lost motion",  "screw end",    "balance",
                                          "cut",        "spindle", "motor",        "drive",        "supply",
                                          "controller", "belt",    "small pulley", "large pulley", "bearings",
                                          "screw",      "nut",     "brake",        "axis"};
    return names[static_cast<std::size_t>(p)];
}

Verdict judge(double margin, double must, double wanted) {
    constexpr double hair = 1 - 1e-9;
    if (!(margin == margin)) return Verdict::NotKnown;
    return margin >= wanted * hair ? Verdict::Holds : margin >= must * hair ? Verdict::Watch : Verdict::Fails;
}

Finding marginRow(CheckId id, double demand, double capacity, double must, double wanted) {
    Finding f;
    f.id = id;
    f.demand = demand;
    f.capacity = capacity;
    f.must = must;
    f.wanted = wanted;
    f.missing = !(demand == demand) || !(capacity == capacity);
    // what cannot be done at all has no margin; what asks nothing has an endless one
    if (!f.missing)
        f.margin = !(capacity > 0) || std::isinf(demand) ? 0
                   : demand > 0                          ? capacity / demand
                                                         : std::numeric_limits<double>::infinity();
    f.verdict = judge(f.margin, must, wanted);
    return f;
}
Finding unlessOpen(Finding f, bool open) {
    if (!open || f.verdict == Verdict::Fails) return f;
    f.verdict = Verdict::NotKnown;
    f.missing = true;
    f.margin = f.demand = notKnown;
    return f;
}
Finding upperRow(CheckId id, double value, double pass, double fail) {
    return marginRow(id, value, fail, 1, fail / pass);
}
Finding lowerRow(CheckId id, double value, double pass, double fail) {
    return marginRow(id, fail, value, 1, pass / fail);
}
Finding plainRow(CheckId id, Verdict v, double demand, double capacity) {
    Finding f;
    f.id = id;
    f.demand = demand;
    f.capacity = capacity;
    f.rung = false;
    f.verdict = v;
    f.missing = v == Verdict::NotKnown;
    return f;
}

} // namespace lw
