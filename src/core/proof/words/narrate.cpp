#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using I = CheckId;
constexpr std::string_view nbsp = "\u00a0";

std::string mm(double si, int significant = 3) { return withUnit(si, Dimension::Length, "mm", significant); }
std::string newton(double si) {
    return std::fabs(si) >= 10e3 ? withUnit(si, Dimension::Force, "kN", 2) : withUnit(si, Dimension::Force, "N", 3);
}
std::string torque(double si) { return withUnit(si, Dimension::Torque, "Nm", 3); }
std::string rpm(double v) { return numberText(v, 3) + std::string(nbsp) + "rpm"; }
std::string plain(double v, int significant = 2) { return numberText(v, significant); }

bool isTorque(I id) { return id == I::C01 || id == I::C02; }
const Cut *cutOf(const AxisModel &m, const Finding &f) {
    return f.cut >= 0 && static_cast<std::size_t>(f.cut) < m.cuts.size() ? &m.cuts[static_cast<std::size_t>(f.cut)]
                                                                         : nullptr;
}
std::string article(const Cut &c) { return c.name; }
} // namespace

Dimension rowDimension(const Finding &f) {
    const auto unit = spec(f.id).unit;
    if (f.id == I::TR16 && f.variant == 1) return Dimension::Number;
    if (f.id == I::B15) return f.variant == 1 ? Dimension::Pressure : Dimension::Speed;
    for (auto d : {Dimension::Length, Dimension::Force, Dimension::Torque, Dimension::Speed, Dimension::Frequency,
                   Dimension::Voltage, Dimension::Current, Dimension::Power, Dimension::Inertia, Dimension::Pressure})
        if (!unit.empty() && unitInSi(unit, d)) return d;
    return Dimension::Number;
}

namespace {
std::string_view rowUnit(const Finding &f) {
    if (f.id == I::B15) return f.variant == 1 ? "N/mm2" : "m/s";
    if (f.id == I::TR16 && f.variant == 1) return "mrad";
    return spec(f.id).unit;
}
} // namespace

double inRowUnit(const Finding &f, double si) {
    const auto unit = rowUnit(f);
    if (unit == "mrad") return si * 1e3;
    if (unit == "%") return si * 100;
    if (unit == "rpm" || unit == "mm·rpm" || unit.empty()) return si;
    return si / unitInSi(unit, rowDimension(f)).value_or(1.0);
}

std::string timesText(double ratio) {
    if (!(ratio == ratio)) return "not known";
    if (ratio <= 0) return "0×";
    if (ratio > 99.5) return "over 99×";
    return numberText(ratio, ratio < 9.95 ? 2 : 3) + "×";
}

std::string marginText(const Finding &f) {
    if (f.missing) return "?";
    if (f.rung) {
        if (std::isinf(f.margin)) return "endless";
        std::string t = timesText(f.margin);
        if (f.margin >= 0.95 && f.margin < 9.95 && t.find('.') == std::string::npos)
            t.insert(t.size() - std::string_view("×").size(), ".0");
        return t;
    }
    switch (f.id) {
    case I::S6: return "µ " + plain(f.demand);
    case I::S8: return plain(f.demand / f.capacity) + "";
    case I::P2: return mm(f.demand, 2);
    case I::P3: return newton(f.demand);
    case I::C26:
        if (f.variant == 1)
            return "The travel a turn is known to " + withUnit(f.demand, Dimension::Length, "um", 2) +
                   " over the travel: the steps are set right at the first cuts.";
        return f.demand == 0 ? "exact" : withUnit(f.demand, Dimension::Length, "um", 2);
    case I::TR01:
        return f.verdict == Verdict::Fails && f.capacity == f.capacity
                   ? plain(f.capacity) + " of " + plain(f.demand)
                   : std::string(f.verdict == Verdict::Holds ? "same" : "no");
    case I::TR31: return mm(f.capacity, 2);
    default: return std::string(verdictWord(f.verdict));
    }
}

std::string bandText(const Finding &f) {
    if (!(f.low == f.low)) return {};
    return numberText(f.low, 2) + "–" + timesText(f.high);
}

std::string figuresOf(const Finding &f, UnitSystem units) {
    if (f.missing) return "";
    const auto unit = rowUnit(f);
    std::string label = unitLabel(unit);
    double scale = 1;
    if (units == UnitSystem::Inch) {
        const auto other = inchUnit(unit);
        if (other != unit) {
            scale = unitInSi(unit, rowDimension(f)).value_or(1) / unitInSi(other, rowDimension(f)).value_or(1);
            label = unitLabel(other);
        }
    }
    if (!f.rung) {
        if (f.id == I::P2) return numberText(inRowUnit(f, f.demand) * scale, 2) + std::string(nbsp) + label;
        return "";
    }
    const std::string u = label.empty() ? "" : std::string(nbsp) + label;
    auto shown = [&](double v) {
        return numberText(inRowUnit(f, v) * scale, std::fabs(inRowUnit(f, v)) >= 1000 ? 4 : 3);
    };
    return shown(f.demand) + " of " + shown(f.capacity) + u;
}

std::string titleOf(const AxisModel &m, const Finding &f) {
    if (isTorque(f.id)) {
        switch (f.operating) {
        case Operating::Breakaway: return "Breaking away";
        case Operating::RapidUp: return m.vertical ? "Rapid up, speeding up" : "Rapid, speeding up";
        case Operating::RapidDown: return "Rapid down, speeding up";
        case Operating::Braking: return m.vertical ? "Braking on the way down" : "Braking from rapid";
        case Operating::Hold: return "Holding still";
        case Operating::Cutting:
            if (const auto *c = cutOf(m, f)) return c->name;
            break;
        case Operating::None: break;
        }
    }
    std::string t(spec(f.id).title);
    if (const auto *c = cutOf(m, f)) t += ", " + c->name;
    if (f.id == I::TR31 || f.id == I::TR51) t += f.variant == 0 ? ", motor" : ", screw";
    if (f.id == I::B4) t = f.variant == 1 ? "Crash at rapid" : "Nut against the stall";
    if (f.id == I::B15) t = f.variant == 1 ? "Nut pressed" : "Nut rubs at rapid";
    if (f.id == I::TR13) t = f.variant == 1 ? "Slot, outward to tension" : "Slot, inward to slip on";
    return t;
}

std::string missingOf(const AxisModel &m, const Finding &f) {
    std::string out;
    auto ask = [&](bool known, std::string_view what) {
        if (!known) out += (out.empty() ? "" : ", ") + std::string(what);
    };
    auto motor = [&] {
        if (!m.hasMotor) {
            ask(false, "the motor");
            return;
        }
        ask(m.holding.known(), "holding torque");
        ask(m.rated.known(), "plate current");
        ask(m.resistance.known(), "winding resistance");
        ask(m.inductance.known(), "winding inductance");
        ask(m.supply.known(), "supply voltage");
    };
    auto belt = [&] {
        ask(m.small.teeth > 0, "teeth of the motor pulley");
        ask(m.large.teeth > 0, "teeth of the screw pulley");
        ask(m.small.profile && m.large.profile, "belt form of the pulleys");
        ask(m.beltRead.has_value(), m.beltCode.empty() ? "the belt" : "a belt code that can be read");
    };
    auto cutForces = [&] {
        for (const auto &c : m.cuts)
            ask(c.force.known(), "the force of " + c.name);
    };
    const auto *cut = cutOf(m, f);
    switch (f.id) {
    case I::S1: ask(m.breakawayMeasured, "the pull to start and to keep going"); break;
    case I::S2:
    case I::S3: ask(!m.readings.empty(), "the pull along the travel"); break;
    case I::S6:
        ask(!m.readings.empty(), "the pull along the travel");
        ask(m.mass.known(), "what moves");
        break;
    case I::S7: ask(m.pull.known(), "the pull"); break;
    case I::S4: ask(false, "the lead by a second way"); break;
    case I::S5:
    case I::B9:
    case I::B10:
        ask(m.root.known(), "the screw");
        ask(m.nutFar.known(), "nut at its farthest from the bearing");
        if (m.keepsScrew)
            ask(m.lostNow.known(), "what is lost at reversal");
        else
            ask(m.nutPlay.known(), "play of the nut");
        break;
    case I::M8:
        ask(m.mass.known(), "what moves");
        ask(m.hasScrew || m.wheel, "the screw's thread");
        ask(m.lead.known(), "the lead");
        break;
    case I::S8:
        ask(m.strut.known(), "what the strut pulls");
        ask(m.counterweight.known(), "the counterweight");
        break;
    case I::P1:
        ask(m.spindlePower.known(), "spindle power");
        ask(cut && cut->power == cut->power, "spindle speed and the cut");
        break;
    case I::P2:
    case I::P3: ask(false, "the cut"); break;
    case I::P5:
        ask(cut && cut->runInNeeded == cut->runInNeeded, "pitch and spindle speed");
        ask(cut && cut->runInFree == cut->runInFree, "the room before the thread");
        break;
    case I::S9:
        ask(m.repeatTarget.known(), "how near it must repeat");
        ask(m.root.known() && m.nutFar.known(), "the screw and where its nut runs");
        break;
    case I::P4:
    case I::C01:
    case I::C02:
    case I::C08:
        motor();
        ask(m.mass.known(), "what moves");
        ask(m.pull.known(), "the pull");
        ask(m.lead.known(), "the lead");
        if (cut) ask(cut->force.known(), "the force of " + cut->name);
        break;
    case I::C03:
    case I::C07:
    case I::M5:
        motor();
        ask(m.lead.known(), "the lead");
        break;
    case I::B1:
        ask(m.root.known(), "the screw");
        ask(m.span.known(), "length between the bearings");
        break;
    case I::B2:
        ask(m.root.known(), "the screw");
        ask(m.nutFar.known(), "nut at its farthest from the bearing");
        cutForces();
        break;
    case I::B8: cutForces(); break;
    case I::B4:
    case I::B6:
        if (f.id == I::B4 && f.variant == 0) cutForces();
        motor();
        ask(m.bearingStatic.known() || m.ballScrew(), "what the bearings carry");
        ask(m.nutFar.known(), "nut at its farthest from the bearing");
        break;
    case I::B12: ask(false, "thread beyond the nut at both ends, or thread and nut length"); break;
    case I::B15:
        ask(m.nutTurns.known(), "turns in the nut");
        cutForces();
        break;
    case I::C04: ask(m.rated.known(), "plate current"); break;
    case I::C06:
        ask(m.rotor.known(), "rotor inertia");
        ask(m.mass.known(), "what moves");
        break;
    case I::C17:
        ask(m.supply.known(), "supply voltage");
        ask(m.voltLimit.known(), "the drive's voltage limit");
        break;
    case I::C18:
        ask(m.supply.known(), "supply voltage");
        ask(m.inductance.known(), "winding inductance");
        break;
    case I::C24:
        ask(m.pulseLimit.known(), "the controller's fastest pulses");
        ask(m.lead.known(), "the lead");
        break;
    case I::C26: ask(m.lead.known() && !m.lead.assumed(), "the lead, ten turns against a rule"); break;
    case I::TR02:
        ask(!m.beltCode.empty(), "the belt");
        if (!m.beltCode.empty()) ask(m.beltRead.has_value(), "a belt code that can be read");
        break;
    case I::TR01:
    case I::TR03:
    case I::TR04:
    case I::TR05:
    case I::TR06: belt(); break;
    case I::TR07:
    case I::TR08:
    case I::TR09:
    case I::TR10:
    case I::TR12:
        belt();
        motor();
        ask(m.beltWidth.known(), "belt width");
        if (f.id == I::TR10) cutForces();
        break;
    case I::TR13:
        belt();
        ask(m.slotFrom.known() && m.slotTo.known(), "both ends of the slot");
        break;
    case I::TR14:
        belt();
        motor();
        ask(m.radialLoad.known(), "the motor's radial rating");
        ask(m.body.known(), "motor body length");
        ask(!m.motorShaft.empty(), "motor shaft");
        break;
    case I::TR15:
    case I::TR16:
        belt();
        motor();
        ask(m.body.known(), "motor body length");
        ask(!m.motorShaft.empty(), "motor shaft");
        break;
    case I::TR31:
        ask(f.variant == 0 ? !m.motorShaft.empty() : !m.screwEnd.empty(),
            f.variant == 0 ? "the motor shaft" : "the screw end, by micrometer");
        break;
    case I::TR44: ask(m.runOut.known(), "run-out of the screw end"); break;
    default: break;
    }
    return out.empty() ? "an input that can be worked with" : out;
}

std::string sentenceOf(const AxisModel &m, const AxisState &s, const Finding &f) {
    if (f.missing) {
        if (f.id == I::TR02 && !m.beltCode.empty())
            return "'" + m.beltCode + "' is not a belt code I know. Write 375-5M-15, 150 XL 037 or 16 T5/500.";
        return titleOf(m, f) + ": not known. Needed: " + missingOf(m, f) + ".";
    }
    const auto *cut = cutOf(m, f);
    auto of = [&](const std::string &a, const std::string &verb, const std::string &b) { return a + verb + b + "."; };
    switch (f.id) {
    case I::C01:
    case I::C02: {
        const std::string who = f.operating == Operating::Cutting && cut ? article(*cut) : titleOf(m, f);
        return who + " asks " + torque(f.demand) + ", the motor has " + torque(f.capacity) + " there.";
    }
    case I::S1: return "It takes " + timesText(m.breakaway.v) + " the running pull to start it.";
    case I::S2:
        return "Tight at " + mm(m.tightAt) + ", loose at " + mm(m.looseAt) + ": " + timesText(f.demand) + " apart.";
    case I::S3: return "The two directions differ by " + plain(f.demand * 100) + " %.";
    case I::S4: return "Two ways of finding the lead differ by " + plain(f.demand * 100) + " %.";
    case I::S5:
        return mm(f.demand, 2) + " is lost at reversal after the mends; " + mm(f.capacity, 2) +
               " is the limit for a kept screw.";
    case I::S6:
        return m.way.find("rail") != std::string::npos
                   ? "The rails run " + timesText(f.demand) + " as hard as they should."
                   : "The ways rub with µ " + plain(f.demand) + ".";
    case I::S7: return "The pull is known to ±" + plain(f.demand * 100) + " %.";
    case I::S8: return "The balance carries " + newton(f.demand) + " of " + newton(f.capacity) + ".";
    case I::S9:
        return "Before it lets go the drive winds up; then it jumps " + withUnit(f.demand, Dimension::Length, "um", 2) +
               ", " + withUnit(f.capacity, Dimension::Length, "um", 2) + " is to be repeated.";
    case I::S10:
        return "Screw " + mm(m.guideOffset.v) + " off a guide of " + mm(m.guideLength.v) + ": drawer effect " +
               plain(f.demand) + ".";
    case I::P1:
        return (cut ? cut->name : "The cut") + " asks " + withUnit(f.demand, Dimension::Power, "W") +
               " of the spindle's " + withUnit(f.capacity, Dimension::Power, "W") + ".";
    case I::P2:
        return (cut ? cut->name : "The cut") +
               (f.verdict == Verdict::Holds ? " makes a chip of "
                : f.demand < f.capacity     ? " rubs: a chip of "
                                            : " bites hard: a chip of ") +
               mm(f.demand, 2) + ".";
    case I::P3:
        return "The cutter pulls with " + newton(f.demand) + ", the ways hold " + newton(f.capacity) + ", " +
               mm(s.playStays, 2) + " play stays.";
    case I::P4: return "The drill pushes with " + newton(f.demand) + ", the axis can push " + newton(f.capacity) + ".";
    case I::P5:
        return (cut ? cut->name : "The thread") + " needs " + mm(f.demand, 2) + " to come up to speed, " +
               mm(f.capacity, 2) + " are free.";
    case I::B1: return "The screw turns " + rpm(f.demand) + " at rapid and whips at " + rpm(f.capacity) + ".";
    case I::B2:
        return f.variant == 1
                   ? "Pressed with " + newton(f.demand) + " of " + newton(f.capacity) + " its section stands."
                   : "Pressed with " + newton(f.demand) + "; it buckles at " + newton(f.capacity) + ".";
    case I::B3: return "Diameter times speed is " + numberText(f.demand, 3) + " of " + numberText(f.capacity, 3) + ".";
    case I::B4:
        return f.variant == 1 ? "Run into something solid at rapid it pushes up to " + newton(f.demand) +
                                    "; the axis carries " + newton(f.capacity) + "."
                              : "At stall the nut sees " + newton(f.demand) + " of " + newton(f.capacity) + ".";
    case I::B6: return "At stall the motor pushes " + newton(f.demand) + "; " + newton(f.capacity) + " is permitted.";
    case I::B8: return "The cut pushes " + newton(f.demand) + "; the preload is gone at " + newton(f.capacity) + ".";
    case I::B9: return mm(f.demand, 2) + " is lost at reversal of " + mm(f.capacity, 2) + " wished.";
    case I::B10: return "The table rings on the screw at " + withUnit(f.capacity, Dimension::Frequency, "Hz", 2) + ".";
    case I::B12: return mm(f.capacity) + " of thread beyond the nut; it needs " + mm(f.demand * f.wanted) + ".";
    case I::B15:
        return f.variant == 1 ? "The nut is pressed with " + withUnit(f.demand, Dimension::Pressure, "N/mm2", 2) + "."
                              : "The nut rubs at " + withUnit(f.demand, Dimension::Speed, "m/s", 2) + " at rapid; " +
                                    withUnit(f.capacity, Dimension::Speed, "m/s", 2) + " is the most.";
    case I::M4: return of("At rapid the motor turns " + rpm(f.demand), " of ", rpm(f.capacity) + " usable");
    case I::M5:
        return "The smallest sure step is " + withUnit(f.demand, Dimension::Length, "um", 2) + " of " +
               withUnit(f.capacity, Dimension::Length, "um", 2) + " wished.";
    case I::M6: return "Speeding up and braking take " + mm(f.demand, 2) + " of " + mm(f.capacity) + " travel.";
    case I::M8:
        if (f.variant == 1) return "The screw's thread holds the weight by itself: it locks with room for vibration.";
        if (f.variant == 2) {
            const std::string what =
                "The " + numberText(m.mass.v, 2) + std::string(nbsp) + "kg " + (m.what.empty() ? "slide" : m.what);
            if (f.verdict != Verdict::Fails)
                return what +
                       " is held by nothing but the drag of its bearings, measured: it just stays with the power off.";
            return what + " runs down without a brake" +
                   (f.capacity > 0 ? ": the drag measured at its bearings does not hold it."
                                   : ": nothing that was measured holds it.");
        }
        return "The brake holds " + torque(f.capacity) + ", the weight turns with " + torque(f.demand) + ".";
    case I::M9: return "It falls " + mm(f.demand, 2) + " before the brake bites.";
    case I::M10:
        return m.brakeOnScrew ? "The brake sits on the screw: a torn belt drops nothing."
                              : "The brake sits on the motor: a torn belt drops the weight.";
    case I::C03:
        return f.verdict == Verdict::Holds ? "The supply can oppose the back-EMF at rapid."
                                           : "At rapid the back-EMF is beyond the supply: the motor would brake.";
    case I::C04:
        return "The drive puts " + withUnit(f.demand, Dimension::Current, "A", 2) + " peak into a motor that stands " +
               withUnit(f.capacity, Dimension::Current, "A", 2) + ".";
    case I::C06: return "The load is " + timesText(f.demand / f.capacity) + " the rotor.";
    case I::C07:
        return m.closedLoop                  ? "Closed loop: no mid-band stall."
               : m.damping                   ? "The drive damps the mid-band."
               : f.verdict == Verdict::Holds ? "All speeds stay below the corner at " + rpm(s.corner) + "."
                                             : "It works up to " + rpm(f.demand) + ", above the corner at " +
                                                   rpm(s.corner) + ": it may howl or stall there.";
    case I::C08:
        return (cut ? cut->name : "The cut") + " biting while it speeds up asks " + torque(f.demand) + " at once of " +
               torque(f.capacity) + ".";
    case I::C17:
        return "The supply brings " + withUnit(f.demand, Dimension::Voltage, "V", 3) + " to a drive for " +
               withUnit(f.capacity, Dimension::Voltage, "V", 3) + ".";
    case I::C18:
        return withUnit(f.demand, Dimension::Voltage, "V", 3) + " on windings that stay cool up to about " +
               withUnit(f.capacity, Dimension::Voltage, "V", 2) + ".";
    case I::C24:
        return withUnit(f.demand, Dimension::Frequency, "kHz", 3) + " of pulses at rapid, " +
               withUnit(f.capacity, Dimension::Frequency, "kHz", 3) + " can be made.";
    case I::C26:
        if (f.variant == 1)
            return "The travel a turn is known to " + withUnit(f.demand, Dimension::Length, "um", 2) +
                   " over the travel: the steps are set right at the first cuts.";
        return f.demand == 0
                   ? "Steps a millimetre come out exactly."
                   : "The decimal is off by " + withUnit(f.demand, Dimension::Length, "um", 2) + " over the travel.";
    case I::TR01:
        if (f.verdict == Verdict::Holds) return "Belt and pulleys are of one profile.";
        if (f.verdict == Verdict::Watch) return "A G-form belt on H-form pulleys runs, with play and wear.";
        if (s.perToothError != 0 && m.beltRead && m.beltRead->profile && m.small.profile)
            return std::string(m.beltRead->profile->name) + " belt on " + std::string(m.small.profile->name) +
                   " pulleys climbs: " + mm(std::fabs(s.perToothError), 2) + " a tooth, " + plain(f.capacity) +
                   " teeth seat, " + plain(f.demand) + " must.";
        return "Belt and pulleys have different teeth: it will not run.";
    case I::TR02:
        if (f.verdict == Verdict::Fails) return "'" + m.beltCode + "' is no whole number of teeth: no such belt.";
        return f.verdict == Verdict::Watch ? "'" + m.beltCode + "' can be read two ways: say which pitch."
                                           : "'" + m.beltCode + "' is understood.";
    case I::TR03:
        return plain(f.capacity) + " teeth on the small pulley; " + plain(f.demand * f.wanted) + " are better, " +
               plain(f.demand) + " the least.";
    case I::TR04: return "The belt runs at " + withUnit(f.demand, Dimension::Speed, "m/s", 2) + ".";
    case I::TR05: return plain(f.capacity) + " teeth in mesh on the small pulley, 6 wanted.";
    case I::TR06:
        return f.verdict == Verdict::Fails ? "The pulleys run into each other."
                                           : mm(f.capacity, 2) + " between the pulleys.";
    case I::TR07:
        return "The motor's peak pulls " + newton(f.demand) + " with service, " + newton(f.capacity) + " allowed.";
    case I::TR08: return "Set to " + newton(f.capacity) + "; half the pull is " + newton(f.demand) + ".";
    case I::TR09: return "The tight side carries " + newton(f.demand) + " of " + newton(f.capacity) + ".";
    case I::TR10:
        return "The belt stretches by " + withUnit(f.demand, Dimension::Length, "um", 2) + " at the nut in the cut.";
    case I::TR12: return "The belt's " + newton(f.capacity) + " breathes by " + newton(f.demand) + " every turn.";
    case I::TR13:
        return f.variant == 1
                   ? "Tensioning needs " + mm(f.demand) + " outward; the slot gives " + mm(f.capacity) + "."
                   : "Slipping the belt on needs " + mm(f.demand) + " inward; the slot gives " + mm(f.capacity) + ".";
    case I::TR14: return "The belt pulls the motor shaft with " + newton(f.demand) + " of " + newton(f.capacity) + ".";
    case I::TR15: return "The motor shaft is stressed to " + withUnit(f.demand, Dimension::Pressure, "N/mm2", 2) + ".";
    case I::TR16:
        return f.variant == 1 ? "The pulley tips by " + plain(f.demand * 1e3) + " mrad."
                              : "The motor shaft bends " + mm(f.demand, 2) + " at the pulley.";
    case I::TR31: {
        const std::string where = m.belt ? (f.variant == 0 ? "Pulley on the motor" : "Pulley on the screw")
                                         : (f.variant == 0 ? "Coupling on the motor" : "Coupling on the screw");
        if (f.demand < -1e-9 && f.verdict == Verdict::Fails)
            return where + ": bore " + mm(-f.demand, 2) + " too small, it will not enter.";
        return where + ": " + mm(f.demand, 2) + " to " + mm(f.capacity, 2) + " free.";
    }
    case I::TR44: return "The pulley seat swings by " + mm(f.demand, 2) + " a turn.";
    case I::TR50: return "Belt " + mm(f.demand) + " wide on pulleys for " + mm(f.capacity) + ".";
    case I::TR51:
        return mm(f.capacity, 2) + " of wall over the " + (f.variant == 0 ? "motor" : "screw") + " pulley's bore.";
    case I::Count: break;
    }
    return titleOf(m, f);
}

std::string cautionOf(const AxisModel &m, const AxisState &, const Finding &f) {
    const std::string what = m.what.empty() ? "the slide" : "the " + m.what;
    if (f.id == I::B4 && f.variant == 1 && f.margin < 0.5)
        return "Driven into a stop at rapid " + what + " pushes with up to " + newton(f.demand) + ", " +
               timesText(1 / f.margin) +
               " what the axis carries: nothing and nobody between it and its ends, soft ends set and tried slowly "
               "first.";
    if (f.id == I::M8 && f.verdict == Verdict::Fails)
        return "With the power off " + what +
               " comes down by itself: prop it before the power goes or the nut comes off, hands out from under it.";
    if (f.id == I::M9 && f.verdict == Verdict::Fails)
        return "Before the brake bites " + what + " falls " + mm(f.demand, 2) + ": hands and tools out from under it.";
    return {};
}

std::string reasonOf(const AxisModel &m, const AxisState &s, const Finding &f) {
    if (f.likely)
        return "Likely fails, measure to be sure: " + numberText(f.chance * 100, 2) + " in 100 keep it; " +
               bandText(f) + ".";
    if (f.id == I::TR14 && f.assumedDecides) return "Rated by a table of such motors: read this one's data sheet.";
    if (f.assumedDecides) return "Anything from " + bandText(f) + " until an assumed input is measured.";
    switch (f.id) {
    case I::C01:
    case I::C02: {
        double rpmAt = 0;
        for (const auto &p : s.points)
            if (p.kind == f.operating && p.cut == f.cut) rpmAt = p.rpm;
        if (f.operating == Operating::Cutting) {
            const auto *c = cutOf(m, f);
            std::string t = "At " + rpm(rpmAt) + " of the motor, " + numberText(c ? c->feed * 60e3 : 0, 3) +
                            std::string(nbsp) + "mm/min.";
            if (c && c->capped) t += " Capped by the spindle.";
            return t;
        }
        return "At " + rpm(rpmAt) + " of the motor.";
    }
    case I::S1: return "Sticks and jumps; a stepper may lose steps.";
    case I::S2: return "Worn where it is used; the gib can only be set where it is tight.";
    case I::S3: return "Tilt, a bent screw, or the nut off line.";
    case I::S4: return "A wrong lead scales every dimension.";
    case I::S5:
    case I::B9: return "Marks at each reversal; a climb cut grabs.";
    case I::S6: return "Outside what such ways do: a measuring error, or the gib.";
    case I::S7: return "The motor would be chosen by guess.";
    case I::S8: return "Above the weight the load changes sides along the stroke.";
    case I::S9: return "Smaller steps than that cannot be made.";
    case I::S10: return "Friction multiplies, then it jams like a drawer.";
    case I::P1: return "Beyond it the cut stalls the spindle before it troubles the axis.";
    case I::P2:
        return f.verdict == Verdict::Holds ? "Cuts clean."
               : f.demand < f.capacity     ? "Rubs instead of cutting."
                                           : "May break the edge.";
    case I::P3: return "The table snatches by the play and breaks cutters.";
    case I::P4: return "Drilling stalls the axis.";
    case I::P5: return "Else the first threads are of another pitch.";
    case I::B1: return "Above four fifths of it the screw whips.";
    case I::B2: return "Pushed from the far end a slender screw bows out.";
    case I::B4: return "Rotor energy goes into the screw, whatever the torque limit.";
    case I::B6: return "Pushing against a stop must not hurt the axis.";
    case I::B8: return "Beyond it play opens in the nut.";
    case I::B15: return "Above 0.3 m/s or 5 N/mm² a sliding nut wears.";
    case I::M8:
        return m.hasBrake ? "With strut or counterweight lost; twice is wanted."
               : f.variant == 2
                   ? torque(f.demand) + " turns the screw" +
                         (m.slidingScrew() ? " at the least friction its thread may have" : "") + ", " +
                         (f.capacity > 0 ? "its drag holds " + torque(f.capacity)
                                         : std::string("a seal's drag nobody measured is not counted on")) +
                         ". Balance not counted."
                   : "";
    case I::M9: return "Guide friction is not counted on.";
    case I::M5: return "Friction holds the rotor off; microsteps are smoothness, not accuracy.";
    case I::C06: return "A heavy load behind a light rotor rings.";
    case I::C08: return "The rotor overshoots under a load that comes all at once.";
    case I::C18: return "A rule of warmth, not a limit.";
    case I::TR01:
        return f.verdict == Verdict::Fails ? "It is wedged outwards, drops in, and the motor flaps on its plate." : "";
    case I::TR12: return mm(m.runOut.v, 2) + " run-out at the seat.";
    case I::TR13: return "Flanges must be passed before the belt sits.";
    case I::TR16: return "The belt walks to one side.";
    case I::TR44: return "Tension and position breathe each turn.";
    default: break;
    }
    return std::string(f.rung && f.verdict != Verdict::NotKnown
                           ? std::string(spec(f.id).code) + ", " + std::string(partName(spec(f.id).part)) + "."
                           : "");
}

} // namespace lw
