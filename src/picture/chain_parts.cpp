#include "picture/chain_parts.h"
#include "proof/check.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
std::string size(const Known &k, std::string_view unit, Dimension d) {
    return k.known() ? valueText(k.v, d, unit, 4) : std::string("?");
}
std::string pulleyLine(const Pulley &p) {
    if (p.teeth < 1) return "not chosen";
    return std::to_string(p.teeth) + " T" + (p.bore.empty() ? "" : ", " + p.bore.text);
}
std::string motorLine(const AxisModel &m) {
    if (!m.hasMotor()) return "not chosen";
    const auto &given = m.servo() ? m.servo()->continuous : m.stepper().holding;
    return (m.motorBody().face.known() ? size(m.motorBody().face, "mm", Dimension::Length) + ", " : std::string()) +
           (given.known() ? withUnit(given.v, Dimension::Torque, "Nm", 3) : std::string("? N·m"));
}
std::string beltLine(const ToothedBelt &b) {
    if (!b.read || !b.read->lengthMm) return b.beltText.empty() ? "not chosen" : b.beltText;
    return numberText(*b.read->lengthMm, 4) + (b.width.known() ? " × " + size(b.width, "mm", Dimension::Length) : "");
}
std::string reducerName(const Reducer &r) {
    std::string name(r.kind().name.substr(0, r.kind().name.find(',')));
    name[0] = upperCase(name[0]);
    return name;
}
std::string layshaftLine(const Layshaft &l) {
    return l.diameter.known() ? size(l.diameter, "mm", Dimension::Length) + " thick" : "";
}
template <class Add> void addStageParts(const ToothedBelt &b, int k, int n, const Add &add) {
    add(ChainPartKind::Driver, k, k, n == 1 ? "Motor pulley" : "Pulley", pulleyLine(b.driver));
    add(ChainPartKind::Belt, k, k, "Belt", beltLine(b));
    add(ChainPartKind::Driven, k, k + 1, n == 1 ? "Screw pulley" : "Pulley", pulleyLine(b.driven));
}
template <class Add> void addStageParts(const Coupling &c, int k, int, const Add &add) {
    add(ChainPartKind::Coupling, k, k, "Coupling", c.boreIn.empty() ? "" : c.boreIn.text + " to " + c.boreOut.text);
}
template <class Add> void addStageParts(const Reducer &r, int k, int, const Add &add) {
    add(ChainPartKind::Reducer, k, k, r.kindCode.empty() ? "Reducer" : reducerName(r),
        r.stated.num > 0
            ? r.ratioText + (r.play.known() ? ", play " + withUnit(r.play.v, Dimension::Angle, "arcmin", 2) : "")
            : "not chosen");
}
template <class Add> void addStageParts(const Gears &g, int k, int n, const Add &add) {
    const auto line = [&](const GearWheel &w) {
        if (w.teeth < 1) return std::string("not chosen");
        return (g.module.known() ? "m " + numberText(g.module.v * 1e3, 3) + ", " : std::string()) +
               std::to_string(w.teeth) + " T";
    };
    add(ChainPartKind::Driver, k, k, n == 1 ? "Motor gear" : "Gear", line(g.driver));
    add(ChainPartKind::Driven, k, k + 1, n == 1 ? "Screw gear" : "Gear", line(g.driven));
}
template <class Add> void addStageParts(const RibbedBelt &b, int k, int, const Add &add) {
    const auto line = [](const Known &d) {
        return d.known() ? size(d, "mm", Dimension::Length) + " effective" : std::string("not chosen");
    };
    add(ChainPartKind::Driver, k, k, "Pulley", line(b.driver));
    add(ChainPartKind::Belt, k, k, "Ribbed belt", b.beltText.empty() ? "not chosen" : b.beltText);
    add(ChainPartKind::Driven, k, k + 1, "Pulley", line(b.driven));
}
std::string finalLine(const AxisModel &m) {
    if (const auto *r = m.rack(); r && r->sized())
        return "m " + numberText(r->module.v * 1e3, 3) + ", " + std::to_string(r->teeth) + " T";
    if (m.screw().named) return m.screw().thread.name;
    return (m.wheel() ? "a turn " : "lead ") + size(m.lead, "mm", Dimension::Length);
}
} // namespace

std::vector<ChainPart> chainParts(const AxisModel &m) {
    std::vector<ChainPart> parts;
    const auto add = [&](ChainPartKind kind, int stage, int shaft, std::string name, std::string line) {
        parts.push_back({kind, stage, int(parts.size()) + 1, shaft, std::move(name), std::move(line)});
    };
    const int n = int(m.stages.size());
    add(ChainPartKind::Motor, -1, 0, "Motor", motorLine(m));
    for (int k = 0; k < n; ++k) {
        const auto place = std::size_t(k);
        std::visit([&](const auto &stage) { addStageParts(stage, k, n, add); }, m.stages[place].stage);
        if (m.rotary()) continue; // its shafts stand in the unit
        if (k + 1 < n) add(ChainPartKind::Layshaft, k, k + 1, "Layshaft", layshaftLine(m.stages[place].after));
    }
    const std::string_view turns = m.rotary() ? "Table" : m.rack() ? "Pinion" : m.wheel() ? "Wheel" : "Screw";
    for (auto &p : parts) // what sits on the last shaft is called by it
        if (p.name.starts_with("Screw ")) p.name = std::string(turns) + p.name.substr(5);
    if (m.rotary()) {
        add(ChainPartKind::Slide, -1, n, "Table",
            m.rotary()->turning == m.rotary()->turning ? withUnit(m.rotary()->turning, Dimension::Mass, "kg", 3)
                                                       : "? " + std::string(unitLabel(shownUnit("kg"))));
        return parts;
    }
    add(ChainPartKind::Bearings, -1, n, "Bearings", m.screw().fixedKind.empty() ? "" : m.screw().fixedKind);
    add(ChainPartKind::FinalElement, -1, n,
        m.wheel() ? std::holds_alternative<Rack>(m.final) ? "Rack" : "Wheel" : "Screw, nut", finalLine(m));
    add(ChainPartKind::Slide, -1, n + 1, "Slide",
        m.mass.known() ? withUnit(m.mass.v, Dimension::Mass, "kg")
                       : std::string("? ") + std::string(unitLabel(shownUnit("kg"))));
    parts.back().name = m.what.empty() ? "Slide" : std::string(1, upperCase(m.what[0])) + m.what.substr(1);
    return parts;
}

int partOf(const std::vector<ChainPart> &parts, const Finding &f) {
    const auto number = [&](ChainPartKind kind, int stage) {
        for (const auto &p : parts)
            if (p.kind == kind && (stage < 0 || p.stage == stage)) return p.number;
        return 0;
    };
    const int stage = f.subject.stage;
    switch (f.check->part) {
    case Part::Motor:
    case Part::Drive:
    case Part::Supply:
    case Part::Controller: return number(ChainPartKind::Motor, -1);
    case Part::Reducer: return number(ChainPartKind::Reducer, stage);
    case Part::Layshaft: return number(ChainPartKind::Layshaft, stage);
    case Part::Belt: return number(ChainPartKind::Belt, stage);
    case Part::SmallPulley:
    case Part::LargePulley: {
        const bool coupling = number(ChainPartKind::Driver, stage) == 0;
        return number(coupling              ? ChainPartKind::Coupling
                      : f.subject.side == 1 ? ChainPartKind::Driven
                                            : ChainPartKind::Driver,
                      stage);
    }
    case Part::ScrewEnd: {
        int last = 0;
        for (const auto &p : parts)
            if (p.kind == ChainPartKind::Driven || p.kind == ChainPartKind::Coupling) last = p.number;
        return last;
    }
    case Part::Bearings:
    case Part::Brake: return number(ChainPartKind::Bearings, -1);
    case Part::Screw:
    case Part::ScrewLead:
    case Part::Nut:
    case Part::Rack:
    case Part::LostMotion: return number(ChainPartKind::FinalElement, -1);
    default: return number(ChainPartKind::Slide, -1);
    }
}

Verdict verdictOf(const std::vector<ChainPart> &parts, int number, const std::vector<Finding> &findings) {
    Verdict v = Verdict::Holds;
    for (const auto &f : findings)
        if (f.verdict < v && partOf(parts, f) == number) v = f.verdict;
    return v;
}

namespace {
double halfWidth(const ToothedBelt &b) { return std::max(b.driver.faceWidth.v, b.driven.faceWidth.v) / 2; }
double halfWidth(const Gears &g) { return (g.width.known() ? g.width.v : 12e-3) / 2; }
double halfWidth(const RibbedBelt &b) {
    if (!b.read) return 8e-3;
    const auto &s = *b.section();
    return (2 * s.edge + (b.read->ribs - 1) * s.pitch) * 1e-3 / 2;
}
double halfWidth(const Coupling &) { return 17e-3; }
double halfWidth(const Reducer &) { return 17e-3; }

/// Outside diameters of the wheels on either shaft, m; 0: none, or not known.
std::array<double, 2> wheels(const ToothedBelt &, const ToothedBelt::Work &w) {
    return {w.pulleys[0].outside.value(), w.pulleys[1].outside.value()};
}
std::array<double, 2> wheels(const Gears &g, const Gears::Work &w) {
    if (!w.meshes) return {0, 0};
    return {2 * (g.radius(0) + g.module.v), 2 * (g.radius(1) + g.module.v)};
}
std::array<double, 2> wheels(const RibbedBelt &b, const RibbedBelt::Work &) {
    if (!b.sized()) return {0, 0};
    return {b.driver.v, b.driven.v};
}
std::array<double, 2> wheels(const Coupling &, const Coupling::Work &) { return {0, 0}; }
std::array<double, 2> wheels(const Reducer &, const Reducer::Work &) { return {0, 0}; }
} // namespace

double halfWidth(const Stage &stage) {
    return std::visit([](const auto &kind) { return halfWidth(kind); }, stage);
}
std::array<double, 2> wheelsOf(const Stage &stage, const StageState &state) {
    return std::visit(
        [&](const auto &kind) {
            return wheels(kind, std::get<typename std::decay_t<decltype(kind)>::Work>(state.work));
        },
        stage);
}

ChainLayout layOut(const AxisModel &m, const AxisState &s) {
    ChainLayout out;
    const std::size_t n = m.stages.size();
    out.shafts.resize(n + 1);
    out.planes.resize(n);
    constexpr double clear = 12e-3;
    const auto half = [&](std::size_t k) { return halfWidth(m.stages[k].stage); };
    int pairs = 0;
    for (std::size_t k = n; k-- > 0;) {
        out.shafts[k] = out.shafts[k + 1];
        if (k + 1 == n)
            out.planes[k] = besideEachOther(m.stages[k].stage) ? -24e-3 : -20e-3 - half(k);
        else
            out.planes[k] = out.planes[k + 1] - half(k) - half(k + 1) - clear;
        if (!besideEachOther(m.stages[k].stage)) continue;
        const auto wheels = wheelsOf(m.stages[k].stage, s.stages[k]);
        const double centre = s.stages[k].figures.centre.value();
        const bool known = wheels[0] > 0 && wheels[1] > 0 && centre == centre;
        out.whole &= known;
        if (!known) continue;
        // the last pair hangs straight down; one before it goes off to the side, so that the drive stays low
        const double lean = pairs++ % 2 ? 70 * pi / 180 : 0;
        out.shafts[k].x += centre * std::sin(lean);
        out.shafts[k].y += centre * std::cos(lean);
    }
    if (n == 0)
        out.faceAt = -30e-3;
    else if (besideEachOther(m.stages[0].stage))
        out.faceAt = out.planes[0] - s.stages[0].figures.offFace.value();
    else
        out.faceAt = out.planes[0] - half(0) - 4e-3;
    return out;
}

} // namespace lw
