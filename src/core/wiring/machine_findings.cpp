// What hangs on the machine: mains, stop chain, cabinet.
#include "catalogue/catalogue.h"
#include "wiring/wirer.h"

namespace lw::wiring {

void Wirer::mainsFindings() {
    if (const auto used = at("/cabinet/control_W"), gives = at("/cabinet/control_supply_W");
        used.known() && gives.known()) {
        auto &f = add("C19", "24 V supply", {Kind::Cabinet, {}}, graded(gives.v / used.v, 1, 1.25), {});
        f.margin = gives.v / used.v;
        f.figure = timesText(f.margin);
        f.sentence = "Relays, sensors and brakes use " + upTo(used.v) + "\u00a0W of its " + n3(gives.v) + ".";
        if (f.verdict != Verdict::Holds) {
            const double size = std::ceil(1.25 * used.v / 10) * 10;
            f.lever = "A 24 V supply of " + n3(size) + "\u00a0W or more";
            f.patches = {{"/cabinet/control_supply_W", stated(n3(size) + "W")}};
        }
    }
    if (m_out.supplies.empty()) return;
    const WirePlace place{Kind::Mains, {}};
    if (!m_out.mains.known() || !m_out.breaker.known() || !(m_out.mainsCurrent == m_out.mainsCurrent)) {
        add("C20", "Mains", place, Verdict::NotKnown,
            std::string("Not known: ") + (!m_out.mains.known()     ? "the mains voltage."
                                          : !m_out.breaker.known() ? "the breaker it hangs on."
                                                                   : "what the supplies draw."))
            .lever = "Read the breaker";
    } else {
        auto &f = add("C20", "Mains", place, graded(m_out.breaker.v / m_out.mainsCurrent, 1, 1.25), {});
        f.margin = m_out.breaker.v / m_out.mainsCurrent;
        f.figure = timesText(f.margin);
        f.sentence = "All supplies at their most: " + upTo(m_out.mainsCurrent) + "\u00a0A of " + n3(m_out.breaker.v) +
                     " that the breaker gives; four fifths are for steady use.";
        if (f.verdict != Verdict::Holds) f.lever = "Another circuit, by an electrician";
    }
    if (m_out.cord.known() && m_out.mainsFuse == m_out.mainsFuse) {
        const auto carries = ampacity(square(m_out.cord));
        if (!carries)
            add("C21", "Mains cord", place, Verdict::Fails, "Thinner than 0.75 mm²: not for mains.").lever =
                "3 × 1.5 mm²";
        else {
            // the fuse in the cabinet protects what lies behind it; the cord is behind the breaker
            const double protects = m_out.breaker.known() ? std::min(m_out.breaker.v, 16.0) : m_out.mainsFuse;
            auto &f = add("C21", "Mains cord", place,
                          *carries >= m_out.mainsCurrent ? (*carries >= protects ? Verdict::Holds : Verdict::Watch)
                                                         : Verdict::Fails,
                          {});
            f.margin = *carries / m_out.mainsCurrent;
            f.figure = timesText(f.margin);
            f.sentence = n2(square(m_out.cord)) + "\u00a0mm² carries " + n3(*carries) + "\u00a0A in a duct at 40 °C; " +
                         upTo(m_out.mainsCurrent) + "\u00a0A flow, the breaker lets " + n3(protects) + " through.";
            if (f.verdict != Verdict::Holds) f.lever = "A thicker cord, or a smaller breaker, by an electrician";
        }
    }
}

void Wirer::chainFindings() {
    const WirePlace place{Kind::Chain, {}};
    std::vector<std::string> open;
    bool wrong = false;
    for (const auto &c : m_out.chain) {
        if (c.verdict == Verdict::NotKnown) {
            open.push_back(c.name);
            continue;
        }
        if (c.verdict == Verdict::Holds) continue;
        wrong = true;
        if (!c.axis.empty()) {
            const auto axis =
                std::find_if(m_out.axes.begin(), m_out.axes.end(), [&](const auto &a) { return a.id == c.axis; });
            std::vector<std::string> others;
            for (const auto &a : m_out.axes)
                if (a.id != c.axis && a.chosen) others.push_back(a.id);
            auto &f =
                add("C30", c.axis + "'s alarm stops nothing", {Kind::Chain, c.axis}, Verdict::Fails,
                    "When " + c.axis + " loses count its drive stops alone" +
                        (others.empty() ? std::string(".")
                                        : "; " + joinedWith(others) + (others.size() > 1 ? " cut on." : " cuts on.")));
            f.lever = "Wire its alarm, normally closed, into the stop chain: 10 min";
            f.patches = {{designOf(*axis) + "drive/alarm", "chain"}};
            continue;
        }
        auto &f = add("C30", "Stop chain, " + c.name, place, c.verdict, {});
        if (c.name == "stop") {
            f.sentence = c.verdict == Verdict::Fails ? "There is no stop button: nothing stops the machine by hand."
                                                     : "One channel: a contact that welds shut stops nothing.";
            f.lever = "A stop button with two channels, in reach of the handwheels";
            f.patches = {{"/chain/stop_button", "two"}};
        } else if (c.name == "limits") {
            f.sentence = c.verdict == Verdict::Fails
                             ? "A broken wire of a limit switch that is normally open is never noticed."
                             : "No limit switches: the soft ends alone keep the axes off the iron.";
            f.lever = "Normally closed switches at both ends of each axis";
            f.patches = {{"/chain/limits", "closed"}};
        } else if (c.name == "cuts") {
            f.sentence = c.verdict == Verdict::Fails
                             ? "A controller's software stop is not an emergency stop: it hangs when the program does."
                             : "Only the enable: the drives keep their power, and a fault in one may move it.";
            f.lever = "The stop relay drops contactors in the mains of the supplies";
            f.patches = {{"/chain/cuts", "mains"}};
        } else {
            f.sentence = "Releasing the button starts the machine: nobody may be surprised by that.";
            f.lever = "A reset of its own, apart from the stop button";
            f.patches = {{"/chain/reset", "apart"}};
        }
    }
    for (const auto &a : m_out.axes)
        if (a.chosen && a.closedLoop && std::any_of(m_out.chain.begin(), m_out.chain.end(), [&](const auto &c) {
                return c.axis == a.id && c.verdict == Verdict::Holds;
            }))
            add("C30", a.id + "'s alarm stops the machine", {Kind::Chain, a.id}, Verdict::Holds,
                "Its loop cures lost steps and howling, and says when it cannot follow. It sees only the motor's "
                "shaft: "
                "play, wind-up and a slack belt stay as they are.");
    if (!open.empty())
        add("C30", "Stop chain", place, Verdict::NotKnown,
            "Not known: " + joinedWith(open) + ". What nobody stated never counts as wired.")
            .lever = "Follow the wires and state it";
    else if (!wrong)
        add("C30", "Stop chain", place, Verdict::Holds,
            "A broken wire stops like the red button" +
                (m_out.relay.known() ? "; the relay lets go in " + n2(m_out.relay.v * 1e3) + "\u00a0ms."
                                     : std::string(".")));
}

bool Wirer::dustConducts() const {
    const auto said = text("/cabinet/dust");
    return said == "conducting" || (said.empty() && text("/class").find("grinder") != std::string::npos);
}
void Wirer::cabinetFindings() {
    const WirePlace place{Kind::Cabinet, {}};
    if (m_out.supplies.empty()) return;
    if (!m_out.cabinetKnown) {
        add("C23", "Cabinet", place, Verdict::NotKnown, "Not known: its size. The heat bar says what goes into it.")
            .lever = "Tape over its outside";
        return;
    }
    if (!(m_out.aired == m_out.aired)) {
        add("C23", "Cabinet", place, Verdict::NotKnown, "Not known: what an axis asks of its supply.");
        return;
    }
    const auto at40 = [](double air) {
        return air <= 40 ? Verdict::Holds : air <= 50 ? Verdict::Watch : Verdict::Fails;
    };
    auto v = at40(m_out.aired);
    // an assumed room may not decide: the verdict has to stand on a cool day and on a hot one
    if (m_out.roomAssumed && at40(m_out.aired - 10) != at40(m_out.aired + 8))
        v = v == Verdict::Fails ? v : Verdict::NotKnown;
    auto &f = add("C23", "Cabinet", place, v, {});
    f.figure = n2(m_out.aired) + "\u00a0°C";
    f.margin = (50 - m_out.room) / (m_out.aired - m_out.room);
    f.sentence =
        (m_out.flow > 0 ? "Shut it would reach " + n2(m_out.shut) + "\u00a0°C; with its fans " + n2(m_out.aired)
                        : "Shut, it reaches " + n2(m_out.shut) + "\u00a0°C") +
        (m_out.roomAssumed ? ", the room assumed at 30." : ", the room at " + n2(m_out.room) + ".") +
        " 40 is good, 50 too much.";
    if (v == Verdict::NotKnown) f.lever = "Read the room on the hottest day";
    const bool conducts = dustConducts();
    if (m_out.aired > 40 && conducts)
        f.lever = "A larger cabinet or a heat exchanger: this shop's dust must stay out";
    else if (m_out.aired > 40 && m_out.blownIn == 0) {
        // what a fan must move so that 40 is reached, the filter's share taken off
        const double wanted = m_out.flowFor40 / 0.6;
        const auto *row = catalogueInUse().fanFor(wanted == wanted ? std::max(wanted, 20.0) : 55);
        const double moves = row ? row->flow : 55;
        f.lever = row ? row->name + ", in through a filter: ≈\u00a0" + n3(row->price)
                      : "One fan of 55 m³/h in through a filter";
        f.patches = {
            {"/cabinet/fans", stated("1")}, {"/cabinet/fan_m3h", stated(n3(moves))}, {"/cabinet/filter", "yes"}};
    } else if (m_out.aired > 40)
        f.lever = "A larger fan, or a cabinet with more wall";
}

/// What goes through it, whatever it cools.
void Wirer::airFindings() {
    const WirePlace place{Kind::Cabinet, {}};
    const bool conducts = dustConducts();
    if (m_out.blownIn <= 0 && m_out.drawnOut <= 0) return;
    // what blows in must be more than what draws out, or dust comes in through every gap
    if (conducts) {
        auto &g = add("C23", "Air through the cabinet", place, Verdict::Fails,
                      "Dust that conducts is blown over the drives: it settles, and one damp morning it bridges.");
        g.lever = "Close the openings: a heat exchanger or a larger cabinet instead";
        g.patches = {{"/cabinet/fans", stated("0")}, {"/cabinet/exhaust_fans", stated("0")}};
    } else if (m_out.drawnOut > 0) {
        auto &g = add("C23", "Air through the cabinet", place,
                      m_out.blownIn > m_out.drawnOut ? Verdict::Holds : Verdict::Fails, {});
        g.margin = m_out.blownIn / m_out.drawnOut;
        g.sentence = "In through the filter " + n3(m_out.blownIn) + "\u00a0m³/h, drawn out " + n3(m_out.drawnOut) +
                     (m_out.blownIn > m_out.drawnOut ? ": it blows out of every gap, and dust stays out."
                                                     : ": the rest comes in through every gap, with the dust.") +
                     " It is the same air: it cools by what comes in.";
        if (g.verdict == Verdict::Fails) {
            g.lever = "Turn the fans round: blow in through the filter, let it out by a small opening";
            g.patches = {{"/cabinet/exhaust_fans", stated("0")}};
            if (m_out.blownIn <= 0) {
                g.patches.push_back({"/cabinet/fans", stated(n3(at("/cabinet/exhaust_fans").v))});
                g.patches.push_back({"/cabinet/fan_m3h", stated(n3(at("/cabinet/exhaust_m3h").v))});
                g.patches.push_back({"/cabinet/filter", "yes"});
            }
        }
    }
}
} // namespace lw::wiring
