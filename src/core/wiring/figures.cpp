// What every cable, drive and supply carries, the contacts of the stop chain, the heat.
#include "proof/cycle.h"
#include "wiring/wirer.h"
#include "units/shown_units.h"

namespace lw::wiring {

namespace {
/// The larger; not known where one of them is not.
double most(double a, double b) { return a == a && b == b ? std::max(a, b) : notKnown; }
/// W at the shaft over the cycle of an axis: what it takes while it drives; what it gives back burns elsewhere.
double overItsCycle(const AxisModel &m, const AxisState &s) {
    const auto cycle = cycleOf(m, s);
    if (!cycle.whole || !(cycle.total > 0)) return notKnown;
    double energy = 0;
    for (const auto &b : cycle.blocks) {
        if (b.speed == 0 || m.moves[static_cast<std::size_t>(b.move)].kind == MoveKind::Stand) continue;
        const double radians = b.speed / s.chain.lead.value() * s.ratio(); // a second, of the motor
        energy += std::max(0.0, b.torque * radians) * (b.time - (b.ramp + b.slow) / 2);
        if (!(b.torque == b.torque) || !(radians == radians)) return notKnown;
        energy += s.chain.moving.value() * b.speed * b.speed / 2; // speeding up; braking it is not credited
    }
    return energy / cycle.total;
}
} // namespace

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
            a.busMost = m.supply.voltage.v * m.supply.mainsHigh();
        }
        a.upright = m.vertical;
        a.turns = m.rotary();
        if (a.chosen && !m.rotary()) { // as the first cuts found it, else as it is planned
            a.room = at("/axes/" + a.id + "/cards/soft_ends/room_mm");
            if (!a.room.known()) a.room = at("/axes/" + a.id + "/switch_room_mm");
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
            s.byRule = 0;
            s.together = text("/supplies/" + a.supply + "/together");
            m_out.supplies.push_back(std::move(s));
        }
        auto &s = m_out.supplies[it->second];
        s.axes.push_back(k);
        s.byRule += m.servo() ? a.fed : 2.0 / 3 * m.stepper().rated.v; // a servo draws what it does
        if (m.drive.voltLimit.known())
            s.driveLimit =
                s.driveLimit == s.driveLimit ? std::min(s.driveLimit, m.drive.voltLimit.v) : m.drive.voltLimit.v;
    }
    for (auto &s : m_out.supplies) {
        // who stands is still held by its full current; who moves adds what its shaft gives
        double copper = 0, all = 0, level = 0, alone = 0, lasting = 0;
        for (const auto k : s.axes) {
            const auto &a = m_out.axes[k];
            copper += a.copper;
            all += a.moving;
            (a.upright && s.together == "level" ? alone : level) =
                a.upright && s.together == "level" ? most(alone, a.moving) : level + a.moving;
            if (s.together == "one") alone = most(alone, a.moving);
            lasting += overItsCycle(*m_designs[k].model, *m_designs[k].state);
        }
        const double moving = s.together == "one" ? alone : s.together == "level" ? most(level, alone) : all;
        s.drawn = (copper + moving) / driveEfficiency;
        s.lasting = (copper + lasting) / driveEfficiency;
        s.resistor = at("/supplies/" + s.id + "/resistor_ohm").v;
        s.resistorBears = at("/supplies/" + s.id + "/resistor_W").v;
        if (s.name.empty())
            s.name = "supply" + (s.model.voltage.known() ? " " + n3(s.model.voltage.v) + "\u00a0V" : std::string());
    }
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
    const auto fans = at("/cabinet/fans"), one = at("/cabinet/fan_m3h");
    const auto out = at("/cabinet/exhaust_fans"), draws = at("/cabinet/exhaust_m3h");
    if (fans.known()) m_out.fans = fans.v;
    m_out.fanFlow = one.v;
    if (fans.known() && one.known()) m_out.blownIn = fans.v * one.v * (text("/cabinet/filter") == "no" ? 1 : 0.6);
    if (out.known() && draws.known()) m_out.drawnOut = out.v * draws.v;
    // the same air goes in and out: it is counted once, where it comes in; drawn through gaps when nothing blows
    m_out.flow = m_out.blownIn > 0 ? m_out.blownIn : m_out.drawnOut;
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
    if (m_out.room < 40) m_out.flowFor40 = airflowNeeded(box, watts(losses), 40 - m_out.room, per);
    m_out.aired = m_out.room + cabinetRise(box, watts(losses), m_out.flow, per);
}
} // namespace lw::wiring
