#include "plan/cautions.h"
#include "units/typed.h"

namespace lw {
namespace {
using S = Severity;
constexpr CautionText cautionTextsTable[] = {
    {"S01", S::Danger, "Mains: prove dead",
     "Unplug or lock off, wait, and prove dead with a tester you have just proved on a live point. Mains wiring by "
     "your local rules, by a licensed hand where they say so."},
    {"S02", S::Danger, "Capacitors stay charged",
     "The capacitors stay charged after switch-off. Measure below 60 V, then short through a resistor, not a "
     "screwdriver."},
    {"S03", S::Danger, "Hand on stop",
     "The axis may move by itself, at full speed, at any time. Keep hands out of every gap that closes, one hand on "
     "the stop, nobody else in reach."},
    {"S04", S::Danger, "Block the head",
     "Block the head or knee with timber before removing screw, belt, brake or motor. Power-off can drop it."},
    {"S05", S::Warning, "Sliding castings shear",
     "A table sliding off its ways shears fingers. Two people, packing under it, never a hand in the dovetail."},
    {"S06", S::Danger, "Heavy: two people",
     "Weighs about {m} kg. Over 20 kg: two people; over 40 kg: hoist. Lifting gear by your local rules."},
    {"S07", S::Danger, "Nobody under it",
     "Nobody under the load; slings at most 45° from plumb; test lift 20 mm and wait. Lifting gear by your local "
     "rules."},
    {"S08", S::Caution, "Fresh edges cut", "Fresh edges cut: gloves for carrying, none near anything that turns."},
    {"S09", S::Danger, "Chuck key out",
     "Chuck key out of the hand only when it hangs on its hook. Do not exceed the chuck's marked speed; grip falls "
     "with speed squared."},
    {"S10", S::Danger, "Long bar whips", "Bar beyond the spindle must be supported or it whips at once."},
    {"S11", S::Warning, "Work can fly",
     "Work can leave the vice towards you. Stand aside, guard closed, stop at hand."},
    {"S12", S::Danger, "Wheel can burst",
     "Ring-test vitrified wheels, never exceed the marked speed, paper washers, guard closed, run one minute while "
     "standing aside."},
    {"S13", S::Warning, "Grinding dust laps",
     "Grinding dust laps the ways and harms lungs: fixed way covers, magnet, mask. A wet cloth only clamped and out of "
     "reach of chuck and wheel; no loose cloth when anything turns."},
    {"S15", S::Warning, "Hot looks cold",
     "Hot parts look cold. Leather gloves, thermometer, no flame; oil mist burns."},
    {"S16", S::Warning, "Solvents: open doors",
     "Ventilate, no flame or sparks, gloves. No chlorinated cleaner on hot metal: poison gas."},
    {"S19", S::Danger, "Nothing loose near",
     "No gloves, rings, loose sleeves or cords near anything that turns; tie hair up."},
    {"S21", S::Danger, "Stop within reach",
     "Stop buttons where a falling body reaches them, mushroom, latching. The start button shrouded where nothing can "
     "bump it."},
    {"S22", S::Danger, "Cover belts and gears",
     "Belts and gears pull fingers in faster than you can stop. Cover before power."},
    {"S23", S::Warning, "Handles come off", "Loose handles spin at rapid speed. Take them off."},
    {"S24", S::Warning, "Tool length unknown", "New tool: its length is unknown until touched off."},
    {"S25", S::Caution, "Plugs: power off", "Never plug or unplug motors with power on."},
    {"S26", S::Caution, "Tell someone",
     "Tell someone you are at it; phone in reach, not in the pocket under the machine."},
    {"S27", S::Warning, "Old paint, asbestos",
     "Old machines may carry poisons: lead paint, old coolant, asbestos in brakes. Do not dry-sand; wet methods, "
     "proper disposal by your local rules."},
};
} // namespace

std::span<const CautionText> cautionTexts() { return cautionTextsTable; }
const CautionText *cautionText(std::string_view id) {
    for (const auto &c : cautionTextsTable)
        if (c.id == id) return &c;
    return nullptr;
}
Caution caution(std::string_view id, double massKg) {
    Caution c;
    c.text = cautionText(id);
    if (!c.text) return c;
    c.words = std::string(c.text->words);
    if (const auto at = c.words.find("{m}"); at != std::string::npos)
        c.words.replace(at, 3, massKg == massKg ? numberText(massKg, 2) : "an unknown number of");
    return c;
}
std::string_view localRulesFirst() {
    return "Local rules and licensed trades come first: mains wiring, lifting gear and gas or solvent work follow the "
           "law of your place; when in doubt stop and ask a qualified person. This program cannot make a machine safe.";
}

} // namespace lw
