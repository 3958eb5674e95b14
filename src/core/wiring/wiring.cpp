#include "wiring/wiring.h"
#include "catalogue/catalogue.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include "units/shown_units.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace lw {
using Json = nlohmann::json;

namespace {
std::string n2(double v) { return numberText(v, 2); }
std::string n3(double v) { return numberText(v, 3); }
std::string upTo(double v) { return numberText(std::ceil(v * 10) / 10, 3); } ///< a demand, never told smaller
Json stated(const std::string &typed) { return {{"typed", typed}, {"standing", "stated"}}; }
std::string joinedWith(const std::vector<std::string> &names) {
    std::string t;
    for (std::size_t k = 0; k < names.size(); ++k)
        t += (k == 0 ? "" : k + 1 == names.size() ? " and " : ", ") + names[k];
    return t;
}
Verdict graded(double margin, double must, double wanted) {
    return !(margin == margin)             ? Verdict::NotKnown
           : margin >= wanted * (1 - 1e-9) ? Verdict::Holds
           : margin >= must * (1 - 1e-9)   ? Verdict::Watch
                                           : Verdict::Fails;
}
double square(Known area) { return area.v * 1e6; } ///< mm^2

class Wirer {
public:
    Wirer(const Json &project, std::span<const WiredDesign> designs) : m_project(project), m_designs(designs) {}
    WiringSheet run();

private:
    using Kind = WirePlace::Kind;
    void axes();
    void supplies();
    void mains();
    void chain();
    void cabinet();
    void axisFindings();
    void supplyFindings();
    void mainsFindings();
    void chainFindings();
    void cabinetFindings();
    WireFinding &add(std::string code, std::string title, WirePlace place, Verdict v, std::string sentence) {
        WireFinding f;
        f.code = std::move(code);
        f.title = std::move(title);
        f.place = std::move(place);
        f.verdict = v;
        f.sentence = std::move(sentence);
        m_out.findings.push_back(std::move(f));
        return m_out.findings.back();
    }
    [[nodiscard]] Known at(const std::string &place) const { return knownAt(m_project, place); }
    [[nodiscard]] std::string text(const std::string &place) const { return textAt(m_project, place); }
    /// Where the design of an axis stands, with its slash.
    [[nodiscard]] static std::string designOf(const WiredAxis &a) {
        return "/axes/" + a.id + "/designs/" + a.design + "/";
    }
    const Json &m_project;
    std::span<const WiredDesign> m_designs;
    WiringSheet m_out;
};

void Wirer::axes() {
    for (const auto &[model, state] : m_designs) {
        const auto &m = *model;
        WiredAxis a;
        a.id = m.id;
        a.design = m.designId;
        a.supply = m.supply.id;
        a.chosen = m.hasMotor();
        a.closedLoop = m.closedLoop();
        a.brake = m.hasBrake;
        a.length = m.cable.length;
        a.section = at(designOf(a) + "cable/cross_section_mm2");
        a.fuse = at(designOf(a) + "drive/fuse_A");
        const auto *servo = m.servo();
        // one phase of a stepper, whose current never rests; of a servo what it draws all day, three phases of half the
        // resistance between two leads each
        const double R = servo ? servo->lineResistance.v : m.stepper().resistance.v;
        const double allDay = servo ? servo->continuous.v / servo->torqueConstant.v : m.drive.peak.v / std::sqrt(2.0);
        const double current = servo && servo->brushed ? allDay : allDay * std::sqrt(2.0);
        if (a.chosen) {
            a.peak = current;
            a.rms = allDay;
            if (a.length.known() && a.section.known()) { // at work: 70 C, what PVC bears
                const double loop = loopResistance(square(a.section), metres(a.length.v), 70).value();
                a.share = loop / R;
                a.drop = loop * current;
            }
            a.copper = hotCopper * R * allDay * allDay * (!servo ? 2 : servo->brushed ? 1 : 1.5);
            double moving = 0, back = 0;
            bool all = !state->points.empty();
            for (const auto &p : state->points) {
                if (p.kind == Operating::Hold || p.kind == Operating::Breakaway) continue;
                const auto t = torqueAt(state->chain, p.moment);
                const double P = t.motorPower.value();
                all &= P == P;
                moving = std::max(moving, P);
                back = std::max(back, -P);
            }
            if (all) {
                a.moving = moving;
                a.back = back;
                a.brakeTime = m.rapid.v / m.acceleration.v;
            }
            a.fed = (a.copper + a.moving) / driveEfficiency / m.supply.voltage.v;
        }
        const double rate = state->stepRate;
        if (rate == rate) m_out.pulses = m_out.pulses == m_out.pulses ? std::max(m_out.pulses, rate) : rate;
        m_out.axes.push_back(std::move(a));
    }
    m_out.pulseLimit = at("/controller/pulse_limit_Hz").v;
}

void Wirer::supplies() {
    std::map<std::string, std::size_t> index;
    for (std::size_t k = 0; k < m_out.axes.size(); ++k) {
        const auto &a = m_out.axes[k];
        if (!a.chosen) continue;
        const auto &m = *m_designs[k].model;
        const auto [it, isNew] = index.emplace(a.supply, m_out.supplies.size());
        if (isNew) {
            WiredSupply s;
            s.id = a.supply;
            s.name = text("/supplies/" + a.supply + "/name");
            s.model = m.supply;
            s.rated = m.supply.power.v;
            s.sagsTo = m.supply.voltage.v * (1 - m.supply.sag.v);
            s.risesTo = m.supply.voltage.v * m.supply.mainsHigh();
            s.drawn = 0;
            s.byRule = 0;
            m_out.supplies.push_back(std::move(s));
        }
        auto &s = m_out.supplies[it->second];
        s.axes.push_back(k);
        s.drawn += (a.copper + a.moving) / driveEfficiency;
        s.byRule += m.servo() ? a.fed : 2.0 / 3 * m.stepper().rated.v; // a servo draws what it does
        if (m.drive.voltLimit.known())
            s.driveLimit =
                s.driveLimit == s.driveLimit ? std::min(s.driveLimit, m.drive.voltLimit.v) : m.drive.voltLimit.v;
    }
    for (auto &s : m_out.supplies)
        if (s.name.empty())
            s.name = "supply" + (s.model.voltage.known() ? " " + n3(s.model.voltage.v) + "\u00a0V" : std::string());
}

void Wirer::mains() {
    m_out.mains = at("/mains/voltage_V");
    m_out.breaker = at("/mains/breaker_A");
    m_out.cord = at("/mains/section_mm2");
    double out = 0;
    for (const auto &s : m_out.supplies)
        out += s.drawn;
    const auto control = at("/cabinet/control_W");
    if (control.known()) out += control.v;
    if (!m_out.supplies.empty() && m_out.mains.known())
        m_out.mainsCurrent =
            mainsCurrent(watts(out), supplyEfficiency, volts(m_out.mains.v), supplyPowerFactor).value();
    if (m_out.mainsCurrent == m_out.mainsCurrent) m_out.mainsFuse = fuseFor(m_out.mainsCurrent);
}

void Wirer::chain() {
    const auto contact = [&](const char *key, const char *name,
                             std::initializer_list<std::pair<const char *, Verdict>> is,
                             std::initializer_list<std::pair<const char *, const char *>> words) {
        const auto code = text(std::string("/chain/") + key);
        ChainContact c{name, "not stated", {}, Verdict::NotKnown};
        for (const auto &[k, v] : is)
            if (code == k) c.verdict = v;
        for (const auto &[k, w] : words)
            if (code == k) c.words = w;
        m_out.chain.push_back(std::move(c));
    };
    contact("stop_button", "stop", {{"two", Verdict::Holds}, {"one", Verdict::Watch}, {"none", Verdict::Fails}},
            {{"two", "two channels"}, {"one", "one channel"}, {"none", "none"}});
    contact("limits", "limits", {{"closed", Verdict::Holds}, {"open", Verdict::Fails}, {"none", Verdict::Watch}},
            {{"closed", "closed at rest"}, {"open", "open at rest"}, {"none", "none fitted"}});
    for (const auto &a : m_out.axes) {
        if (!a.closedLoop) continue;
        const auto code = text(designOf(a) + "drive/alarm");
        m_out.chain.push_back({a.id + " alarm",
                               code == "chain"        ? "in the chain"
                               : code == "controller" ? "to the controller only"
                               : code == "none"       ? "wired nowhere"
                                                      : "not stated",
                               a.id,
                               code == "chain" ? Verdict::Holds
                               : code.empty()  ? Verdict::NotKnown
                                               : Verdict::Fails});
    }
    const auto cuts = text("/chain/cuts");
    m_out.cutsPower = cuts == "mains" || cuts == "dc";
    contact(
        "cuts", "cuts",
        {{"mains", Verdict::Holds}, {"dc", Verdict::Holds}, {"enable", Verdict::Watch}, {"software", Verdict::Fails}},
        {{"mains", "the mains"}, {"dc", "the d.c."}, {"enable", "only the enable"}, {"software", "only software"}});
    contact("reset", "reset", {{"apart", Verdict::Holds}, {"itself", Verdict::Fails}},
            {{"apart", "waits for a reset"}, {"itself", "comes back by itself"}});
    m_out.relay = at("/chain/relay_ms");
}

void Wirer::cabinet() {
    int drives = 0;
    for (const auto &a : m_out.axes)
        drives += a.chosen;
    // common practice; a data sheet knows better
    if (drives) m_out.heat.push_back({drives == 1 ? "one drive" : std::to_string(drives) + " drives", 8.0 * drives});
    double supplied = 0;
    for (const auto &s : m_out.supplies)
        supplied += s.drawn;
    if (!m_out.supplies.empty())
        m_out.heat.push_back(
            {m_out.supplies.size() == 1 ? m_out.supplies[0].name : std::to_string(m_out.supplies.size()) + " supplies",
             (1 / supplyEfficiency - 1) * supplied});
    m_out.heat.push_back({"controller", 15});
    if (const auto control = at("/cabinet/control_W"); control.known()) {
        m_out.heat.push_back({"24 V", (1 / supplyEfficiency - 1) * control.v});
        m_out.heat.push_back({"relays", 6});
    }
    double losses = 0;
    for (const auto &h : m_out.heat)
        losses += h.watts;
    const auto width = at("/cabinet/width_mm"), height = at("/cabinet/height_mm"), depth = at("/cabinet/depth_mm");
    m_out.cabinetKnown = width.known() && height.known() && depth.known();
    const auto room = at("/cabinet/room_C");
    m_out.roomAssumed = !room.known();
    m_out.room = room.known() ? room.v : usualRoom;
    if (!m_out.cabinetKnown || !(losses == losses)) return;
    const auto material = text("/cabinet/material");
    const Cabinet box{metres(height.v), metres(width.v), metres(depth.v),
                      text("/cabinet/mounting") == "free" ? CabinetMounting::FreeStanding : CabinetMounting::Wall,
                      material == "stainless"   ? 4.5
                      : material == "plastic"   ? 3.5
                      : material == "aluminium" ? 12
                                                : 5.5};
    const double per = airflowPerWattKelvin(m_out.room);
    m_out.shut = m_out.room + cabinetRise(box, watts(losses), 0, per);
    const auto fans = at("/cabinet/fans"), one = at("/cabinet/fan_m3h");
    if (fans.known() && one.known()) m_out.flow = fans.v * one.v * (text("/cabinet/filter") == "no" ? 1 : 0.6);
    m_out.aired = m_out.room + cabinetRise(box, watts(losses), m_out.flow, per);
}

void Wirer::axisFindings() {
    std::vector<std::string> noFuse;
    double turnedMost = 0, turnedLimit = notKnown;
    std::string turnedAxis;
    std::vector<Patch> fuses;
    for (std::size_t k = 0; k < m_out.axes.size(); ++k) {
        const auto &a = m_out.axes[k];
        const auto &m = *m_designs[k].model;
        if (!a.chosen) continue;
        const std::string d = designOf(a);
        const WirePlace cable{Kind::Cable, a.id}, drive{Kind::Drive, a.id};
        // the cable adds to the winding: a tenth is nothing, half of it costs torque at speed
        if (!(a.share == a.share))
            add("C22", "Cable of " + a.id, cable, Verdict::NotKnown,
                std::string("Not known: ") +
                    (!a.length.known()    ? "its length"
                     : !a.section.known() ? "its section"
                                          : "the winding's resistance") +
                    ". Needed to say what it takes from the motor.")
                .lever = "Measure the way the cable goes";
        else {
            auto &f = add("C22", "Cable of " + a.id, cable, graded(0.5 / a.share, 1, 5), {});
            f.margin = 0.5 / a.share;
            f.figure = n2(a.share * 100) + "\u00a0%";
            f.sentence = "Adds " + n2(a.share * 100) + "\u00a0% to the winding's " +
                         n2(m.servo() ? m.servo()->lineResistance.v : m.stepper().resistance.v) +
                         "\u00a0Ω; 10 is good, 50 too much. " +
                         (m_designs[k].state->corner == m_designs[k].state->corner
                              ? "Costs torque only above " + n3(m_designs[k].state->corner) + "\u00a0rpm."
                              : std::string());
            if (f.verdict != Verdict::Holds)
                for (const double mm2 : {1.0, 1.5, 2.5, 4.0})
                    if (const double share = a.share * square(a.section) / mm2;
                        mm2 > square(a.section) * 1.01 && (share <= 0.1 || mm2 >= 1.5)) {
                        f.lever = n2(mm2) + "\u00a0mm² makes it " + n2(share * 100) + "\u00a0%";
                        f.patches = {{d + "cable/cross_section_mm2", stated(n2(mm2) + "mm2")}};
                        break;
                    }
        }
        // fuse between what the drive takes and what the wire bears
        const double fuse = fuseFor(1.25 * a.fed);
        if (!a.fuse.known()) {
            noFuse.push_back(a.id);
            if (fuse > 0) fuses.push_back({d + "drive/fuse_A", stated(n3(fuse) + "A")});
        } else if (a.fed == a.fed) {
            const double low = a.fuse.v / a.fed;
            auto &f = add("C21", "Fuse of " + a.id, drive,
                          low < 1     ? Verdict::Fails
                          : low > 2.5 ? Verdict::Watch
                                      : Verdict::Holds,
                          {});
            f.margin = low;
            f.figure = n3(a.fuse.v) + "\u00a0A";
            f.sentence = "The drive takes " + upTo(a.fed) + "\u00a0A at its most; the fuse is " + n3(a.fuse.v) +
                         "\u00a0A. A fuse on the d.c. side needs a d.c. rating.";
            if (f.verdict != Verdict::Holds && fuse > 0) {
                f.lever = low < 1 ? "It blows in work: " + n3(fuse) + "\u00a0A"
                                  : "It hardly protects: " + n3(fuse) + "\u00a0A";
                f.patches = {{d + "drive/fuse_A", stated(n3(fuse) + "A")}};
            }
        }
        if (a.brake) {
            const auto by = text(d + "brake/dropped_by");
            const double fall = m_designs[k].state->fall;
            auto &f =
                add("C16", "Brake of " + a.id + " with the chain", {Kind::Brake, a.id},
                    by == "chain"   ? Verdict::Holds
                    : by == "drive" ? Verdict::Fails
                                    : Verdict::NotKnown,
                    by == "chain"
                        ? "Power off: it grips" +
                              (m.brakeDelay.known() ? " in " + n2(m.brakeDelay.v * 1e3) + "\u00a0ms" : std::string()) +
                              (fall == fall ? "; till then the head sinks " + withUnit(fall, Dimension::Length, "mm", 2)
                                            : std::string()) +
                              "."
                    : by == "drive" ? "A stop cuts the motor, and the brake stays open until the controller shuts "
                                      "it: the head drops."
                                    : "Not known: what lets it go.");
            if (f.verdict == Verdict::Fails) {
                f.lever = "Feed it through the stop relay, with a zener across its coil";
                f.patches = {{d + "brake/dropped_by", "chain"}};
            } else if (f.verdict == Verdict::NotKnown)
                f.lever = "Follow its wire";
        }
        // turned by hand, drive off: two turns of the screw a second is brisk
        const double ratio = m_designs[k].state->ratio();
        if (ratio == ratio && m_designs[k].state->motorKnown) {
            const double turned = 2 * 2 * pi * ratio, emf = m_designs[k].state->peakStatic / m.drive.peak.v * turned;
            if (emf > turnedMost) {
                turnedMost = emf;
                turnedAxis = a.id;
                turnedLimit = m.drive.voltLimit.v;
            }
        }
    }
    // half of what wakes a drive's logic, 18 V: common practice
    if (turnedMost > 9) {
        auto &f = add("C31", "Turned by hand", {Kind::Motor, turnedAxis},
                      turnedMost >= turnedLimit ? Verdict::Fails : Verdict::Watch,
                      "Two turns of the screw a second make up to " + n2(turnedMost) + "\u00a0V, on " + turnedAxis +
                          ": a drive may wake at 18 and do odd things.");
        f.figure = n2(turnedMost) + "\u00a0V";
        f.margin = turnedLimit / turnedMost;
        f.lever = "Pull the motor's plug, power off, before turning it by hand; or turn slowly";
    }
    if (!noFuse.empty()) {
        auto &f =
            add("C21", "Drive fuses", {Kind::Drive, noFuse.front()}, Verdict::NotKnown,
                "Not known on " + joinedWith(noFuse) + ": each drive wants its own, at 1 to 1.25 of what it takes.");
        if (fuses.size() == noFuse.size()) {
            std::string sizes;
            for (std::size_t k = 0; k < fuses.size(); ++k)
                sizes += (k ? ", " : "") + noFuse[k] + " " + fuses[k].value.at("typed").get<std::string>();
            f.lever = "Fit these: " + sizes;
            f.patches = fuses;
        }
    }
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

void Wirer::mainsFindings() {
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
    if (m_out.aired > 40 && m_out.flow == 0) {
        f.lever = "One fan of 55 m³/h in through a filter";
        f.patches = {{"/cabinet/fans", stated("1")}, {"/cabinet/fan_m3h", stated("55")}, {"/cabinet/filter", "yes"}};
    } else if (m_out.aired > 40)
        f.lever = "A larger fan, or a cabinet with more wall";
}

WiringSheet Wirer::run() {
    axes();
    supplies();
    mains();
    chain();
    cabinet();
    axisFindings();
    supplyFindings();
    mainsFindings();
    chainFindings();
    cabinetFindings();
    std::stable_sort(m_out.findings.begin(), m_out.findings.end(), [](const auto &a, const auto &b) {
        const auto rank = [](Verdict v) {
            return v == Verdict::Fails ? 0 : v == Verdict::NotKnown ? 1 : v == Verdict::Watch ? 2 : 3;
        };
        return rank(a.verdict) < rank(b.verdict);
    });
    return std::move(m_out);
}
} // namespace

Verdict WiringSheet::worst() const {
    if (findings.empty()) return Verdict::NotKnown;
    return findings.front().verdict;
}

double fuseFor(double a) {
    for (const double size : {0.5, 1.0, 1.6, 2.0, 2.5, 3.15, 4.0, 5.0, 6.3, 8.0, 10.0, 12.5, 16.0, 20.0, 25.0, 32.0})
        if (a <= size * (1 + 1e-9)) return size;
    return 0;
}

WiringSheet wiringOf(const Json &project, std::span<const WiredDesign> axes) { return Wirer(project, axes).run(); }

} // namespace lw
