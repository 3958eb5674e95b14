// What hangs on a supply: what all its axes ask at once, what braking brings back, what a finger may reach.
#include "proof/cycle.h"
#include "wiring/wirer.h"
#include "catalogue/catalogue.h"

namespace lw::wiring {

/// W of the mean of all stops from rapid in the cycles of the axes of a supply.
double Wirer::allDayOf(const WiredSupply &s, double given, double burnt, double time) const {
    const double perStop = (given - burnt) * (given - burnt) * time / (2 * given);
    double mean = 0;
    for (const auto k : s.axes) {
        const auto cycle = cycleOf(*m_designs[k].model, *m_designs[k].state);
        double stops = 0;
        for (const auto &b : cycle.blocks)
            stops += m_designs[k].model->moves[static_cast<std::size_t>(b.move)].kind == MoveKind::Rapid;
        mean += stops * perStop / cycle.total;
    }
    return mean;
}

/// A resistor that is switched across the bus: small enough to take all that comes, not so small that its switch burns,
/// and large enough to bear it all day. @param given @param burnt W at their most @param time s of braking
void Wirer::resistorFinding(WiredSupply &s, double given, double burnt, double time, const std::string &what) {
    const std::string u = "/supplies/" + s.id + "/";
    const WirePlace place{Kind::Supply, s.id};
    const auto ohm = at(u + "resistor_ohm"), on = at(u + "resistor_on_V"), carries = at(u + "resistor_switch_A"),
               watt = at(u + "resistor_W");
    if (!on.known() || !carries.known() || !(s.driveLimit == s.driveLimit)) {
        add("C15", "Braking resistor of " + s.name, place, Verdict::NotKnown,
            what + ". Not known: " +
                (!on.known()        ? "the voltage its switch closes at."
                 : !carries.known() ? "what its switch carries."
                                    : "the drives' voltage limit."))
            .lever = "Read the braking switch's sheet";
        return;
    }
    const double most = on.v * on.v / (given - burnt), least = s.driveLimit / carries.v;
    const double allDay = allDayOf(s, given, burnt, time);
    const bool always = on.v <= s.risesTo, late = on.v > 0.95 * s.driveLimit;
    const double margin = std::min(most / ohm.v, ohm.v / least);
    auto &f = add("C15", "Braking resistor of " + s.name, place,
                  always || late || margin < 1 - 1e-9 ? Verdict::Fails : Verdict::Holds, {});
    f.margin = margin;
    f.figure = n3(ohm.v) + "\u00a0Ω";
    const std::string window = n3(least) + " to " + n3(most) + "\u00a0Ω";
    if (always) {
        f.sentence = "It closes at " + n3(on.v) + "\u00a0V, and the supply itself may stand at " + n3(s.risesTo) +
                     ": the resistor would burn all day.";
        f.lever = "Set it above " + n3(s.risesTo * 1.05) + "\u00a0V";
        if (s.risesTo * 1.05 <= 0.95 * s.driveLimit)
            f.patches = {{u + "resistor_on_V", stated(n3(std::ceil(s.risesTo * 1.05)) + "V")}};
    } else if (late) {
        f.sentence = "It closes at " + n3(on.v) + "\u00a0V, too near the " + n3(s.driveLimit) + " the drives stand.";
        f.lever = "Set it to " + n3(0.95 * s.driveLimit) + "\u00a0V or below";
        f.patches = {{u + "resistor_on_V", stated(n3(std::floor(0.95 * s.driveLimit)) + "V")}};
    } else if (least > most) {
        f.sentence = what + ": nothing fits, " + n3(least) + "\u00a0Ω at least for its switch, " + n3(most) +
                     " at most for the power.";
        const double wide = std::ceil(1.5 * s.driveLimit / most); // A, a window half as wide again as nothing
        f.lever = "A braking switch of " + n3(wide) + "\u00a0A, or stop more gently";
        f.patches = {{u + "resistor_switch_A", stated(n3(wide) + "A")},
                     {u + "resistor_ohm", stated(n3(std::sqrt(s.driveLimit / wide * most)) + "ohm")}};
    } else if (margin < 1 - 1e-9) {
        f.sentence =
            (ohm.v > most ? what + ": " + n3(ohm.v) + "\u00a0Ω takes too little of it"
                          : n3(ohm.v) + "\u00a0Ω draws more than the " + n3(carries.v) + "\u00a0A its switch carries") +
            "; " + window + " will do.";
        f.lever = "A resistor of " + window;
        f.patches = {{u + "resistor_ohm", stated(n3(std::sqrt(least * most)) + "ohm")}};
        if (const auto *row = catalogueInUse().resistorFor(least, most, 1.5 * allDay)) {
            f.lever = row->name + ": ≈\u00a0" + n3(row->price);
            f.patches = {{u + "resistor_ohm", {{"typed", n3(row->ohms) + "ohm"}, {"standing", "catalogue"}}},
                         {u + "resistor_W", {{"typed", n3(row->watts) + "W"}, {"standing", "catalogue"}}}};
        }
    } else {
        s.pumpsTo = on.v;
        f.sentence = what + ": the resistor holds the bus at " + n3(on.v) + "\u00a0V; " + window + " will do.";
    }
    if (f.verdict == Verdict::Fails) return;
    const double pulse = on.v * on.v / ohm.v; // for a moment
    const double mean = allDay, needed = 1.5 * mean;
    const bool open = !watt.known() || !(needed == needed) || std::isinf(needed);
    auto &g = add("C15", "Heat of the resistor of " + s.name, place,
                  open ? Verdict::NotKnown : graded(watt.v / needed, 1, 1), {});
    if (!open) {
        g.margin = watt.v / needed;
        g.figure = n3(watt.v) + "\u00a0W";
    }
    g.sentence =
        (open ? std::string(watt.known() ? "Not known: how often the axes stop." : "Not known: what it bears all day.")
              : "It takes " + upTo(mean) + "\u00a0W over the cycles, half as much again is wanted; it bears " +
                    n3(watt.v) + ".") +
        " For a moment it takes " + n3(pulse) +
        "\u00a0W: look for that on its sheet. It gets hot: nothing that "
        "burns near it, and outside the cabinet where that is warm.";
    if (const auto *row = catalogueInUse().resistorFor(least, most, needed); row && g.verdict == Verdict::Fails) {
        g.lever = row->name + ": ≈\u00a0" + n3(row->price);
        g.patches = {{u + "resistor_ohm", {{"typed", n3(row->ohms) + "ohm"}, {"standing", "catalogue"}}},
                     {u + "resistor_W", {{"typed", n3(row->watts) + "W"}, {"standing", "catalogue"}}}};
    } else if (g.verdict == Verdict::Fails) {
        g.lever = "One of " + n3(std::ceil(needed / 10) * 10) + "\u00a0W";
        g.patches = {{u + "resistor_W", stated(n3(std::ceil(needed / 10) * 10) + "W")}};
    } else if (open && needed == needed && !std::isinf(needed))
        g.lever = n3(std::ceil(needed / 10) * 10) + "\u00a0W or more";
}

void Wirer::supplyFindings() {
    for (auto &s : m_out.supplies) {
        const WirePlace place{Kind::Supply, s.id};
        std::vector<std::string> names;
        for (const auto k : s.axes)
            names.push_back(m_out.axes[k].id);
        const double volts0 = s.model.voltage.v;
        // what all ask at once
        if (!(s.drawn == s.drawn) || !(s.rated == s.rated) || !(volts0 == volts0)) {
            add("C19", "Supply of " + joinedWith(names), place, Verdict::NotKnown,
                std::string("Not known: ") +
                    (!(volts0 == volts0)     ? "its voltage"
                     : !(s.rated == s.rated) ? "its power"
                                             : "what an axis on it asks") +
                    ".")
                .lever = "Read its plate";
        } else {
            auto &f = add("C19", "Supply of " + joinedWith(names), place, graded(s.rated / s.drawn, 1, 1.25), {});
            f.margin = s.rated / s.drawn;
            f.figure = timesText(f.margin);
            const std::string who = names.size() < 2        ? "Speeding up: "
                                    : s.together == "one"   ? "One after another, the others held: "
                                    : s.together == "level" ? "The level ones at once or the upright one alone: "
                                    : s.together == "all"   ? "All of them speeding up at once: "
                                                            : "All of them speeding up at once, as nobody said less: ";
            f.sentence = who + upTo(s.drawn / volts0) + "\u00a0A of " +
                         numberText(std::floor(s.rated / volts0 * 10) / 10, 3) +
                         ". The old rule of two "
                         "thirds of the plates says " +
                         n2(s.byRule) + "." +
                         (s.lasting == s.lasting ? " Over their cycles it gives " + upTo(s.lasting) + "\u00a0W."
                                                 : std::string());
            if (f.verdict != Verdict::Holds) {
                f.lever = "A supply of " + n3(std::ceil(1.25 * s.drawn / 10) * 10) + "\u00a0W or more";
                if (const auto *c = catalogueInUse().supplyFor(volts0, 1.25 * s.drawn)) {
                    f.lever = c->name + ": ≈\u00a0" + n3(c->price);
                    f.patches = {
                        {"/supplies/" + s.id + "/power_W", {{"typed", n3(c->watts) + "W"}, {"standing", "catalogue"}}}};
                }
            }
        }
        // what braking brings back
        double back = 0, burnt = 0, time = 0;
        for (const auto k : s.axes) {
            back += m_out.axes[k].back;
            burnt += m_out.axes[k].copper;
            time = std::max(time, m_out.axes[k].brakeTime);
        }
        const double given = 0.9 * back; // to the bus
        if (back == back && burnt == burnt && burnt > 0) {
            const auto capacitance = at("/supplies/" + s.id + "/capacitance_uF");
            const std::string what = "Braking gives back " + upTo(given) + "\u00a0W, the windings burn " + n2(burnt);
            if (given <= burnt) {
                auto &f =
                    add("C14", "No pump-up on " + joinedWith(names), place, Verdict::Holds, what + ": no resistor.");
                f.margin = given > 0 ? burnt / given : notKnown;
                f.figure = given > 0 ? timesText(f.margin) : std::string();
            } else if (at("/supplies/" + s.id + "/resistor_ohm").known()) {
                resistorFinding(s, given, burnt, time, what);
            } else if (!capacitance.known() || !(s.driveLimit == s.driveLimit)) {
                add("C14", "Pump-up on " + joinedWith(names), place, Verdict::NotKnown,
                    what + ": the voltage rises. Not known how far: " +
                        (capacitance.known() ? "the drives' voltage limit." : "the capacitors on it."))
                    .lever = capacitance.known() ? "Read the drives' sheet" : "Read the capacitors";
            } else {
                const double excess = (given - burnt) * (given - burnt) * time / (2 * given);
                s.pumpsTo = pumpedUp(capacitance.v * 1e-6, volts(s.risesTo), fromSi<Energy>(excess)).value();
                auto &f = add("C14", "Pump-up on " + joinedWith(names), place,
                              graded(s.driveLimit / s.pumpsTo, 1, 1 / 0.95), {});
                f.margin = s.driveLimit / s.pumpsTo;
                f.figure = n3(s.pumpsTo) + "\u00a0V";
                f.sentence = what + ": it rises to " + n3(s.pumpsTo) + " of the " + n3(s.driveLimit) +
                             "\u00a0V the drives stand.";
                if (f.verdict != Verdict::Holds) {
                    const double on = s.risesTo * 1.05, least = s.driveLimit / 5;
                    const double largest = on * on / (given - burnt);
                    f.lever = "A resistor that switches on at " + n3(on) + "\u00a0V, " + n2(least) + " to " +
                              n2(largest) + "\u00a0Ω; or stop more gently";
                    // a braking switch of five amperes is the smallest there is; common practice
                    if (const auto *row =
                            catalogueInUse().resistorFor(least, largest, 1.5 * allDayOf(s, given, burnt, time));
                        row && on <= 0.95 * s.driveLimit) {
                        const std::string u = "/supplies/" + s.id + "/";
                        f.lever = row->name + " that switches on at " + n3(std::ceil(on)) + "\u00a0V: ≈\u00a0" +
                                  n3(row->price) + " and its switch";
                        f.patches = {
                            {u + "resistor_ohm", {{"typed", n3(row->ohms) + "ohm"}, {"standing", "catalogue"}}},
                            {u + "resistor_W", {{"typed", n3(row->watts) + "W"}, {"standing", "catalogue"}}},
                            {u + "resistor_on_V", stated(n3(std::ceil(on)) + "V")},
                            {u + "resistor_switch_A", stated("5A")}};
                    }
                }
            }
        }
        // touch and stored charge
        if (s.risesTo > 60 || s.model.unregulated) {
            const auto covered = text("/supplies/" + s.id + "/covered");
            const std::string why =
                s.risesTo > 60 ? "Up to " + n3(s.risesTo) + "\u00a0V, above 60" : "Behind a plain transformer";
            auto &f = add("C38", "Touch, " + s.name, place,
                          covered == "yes"  ? Verdict::Holds
                          : covered == "no" ? Verdict::Fails
                                            : Verdict::NotKnown,
                          why + (covered == "yes"  ? ": covered."
                                 : covered == "no" ? ": bare terminals can be reached."
                                                   : ": nobody stated whether a finger reaches it."));
            if (f.verdict != Verdict::Holds) f.lever = "Cover every terminal; with coolant about the whole bus";
            if (s.risesTo > 60) {
                const auto C = at("/supplies/" + s.id + "/capacitance_uF"),
                           R = at("/supplies/" + s.id + "/bleeder_ohm");
                if (!C.known() || !R.known()) {
                    auto &g = add("C38", "Charge of " + s.name, place, Verdict::NotKnown,
                                  std::string("Not known: ") +
                                      (C.known() ? "a bleeder across the capacitors." : "the capacitors."));
                    if (C.known())
                        g.lever = "At most " +
                                  n2(bleederFor(C.v * 1e-6, volts(s.risesTo), volts(60), seconds(5))->value()) +
                                  "\u00a0Ω brings it below 60 V in 5 s";
                } else {
                    const double t = dischargeTime(C.v * 1e-6, ohms(R.v), volts(s.risesTo), volts(60)).value();
                    auto &g = add("C38", "Charge of " + s.name, place, t <= 5 ? Verdict::Holds : Verdict::Fails,
                                  "Below 60 V " + n2(t) + "\u00a0s after switch-off; 5 are allowed.");
                    g.figure = n2(t) + "\u00a0s";
                    g.margin = 5 / t;
                    if (t > 5)
                        g.lever = "At most " +
                                  n2(bleederFor(C.v * 1e-6, volts(s.risesTo), volts(60), seconds(5))->value()) +
                                  "\u00a0Ω";
                }
            }
        }
    }
}
} // namespace lw::wiring
