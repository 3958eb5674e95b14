// What hangs on a supply: what all its axes ask at once, what braking brings back, what a finger may reach.
#include "wiring/wirer.h"
#include "catalogue/catalogue.h"

namespace lw::wiring {

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
            f.sentence = (names.size() > 1 ? "All of them speeding up at once: " : "Speeding up: ") +
                         upTo(s.drawn / volts0) + "\u00a0A of " +
                         numberText(std::floor(s.rated / volts0 * 10) / 10, 3) +
                         ". The old rule of two "
                         "thirds of the plates says " +
                         n2(s.byRule) + ".";
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
                    f.lever = "A resistor that switches on at " + n3(on) + "\u00a0V, " + n2(least) + " to " +
                              n2(on * on / (given - burnt)) + "\u00a0Ω; or stop more gently";
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
