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
std::string finalLine(const AxisModel &m) {
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
        if (const auto *b = m.stageAs<ToothedBelt>(place)) {
            add(ChainPartKind::Driver, k, k, n == 1 ? "Motor pulley" : "Pulley", pulleyLine(b->driver));
            add(ChainPartKind::Belt, k, k, "Belt", beltLine(*b));
            add(ChainPartKind::Driven, k, k + 1, n == 1 ? "Screw pulley" : "Pulley", pulleyLine(b->driven));
        } else if (const auto *c = m.stageAs<Coupling>(place)) {
            add(ChainPartKind::Coupling, k, k, "Coupling",
                c->boreIn.empty() ? "" : c->boreIn.text + " to " + c->boreOut.text);
        } else if (const auto *r = m.stageAs<Reducer>(place))
            add(ChainPartKind::Reducer, k, k, r->kindCode.empty() ? "Reducer" : reducerName(*r),
                r->stated.num > 0
                    ? r->ratioText +
                          (r->play.known() ? ", play " + withUnit(r->play.v, Dimension::Angle, "arcmin", 2) : "")
                    : "not chosen");
        if (m.rotary()) continue; // its shafts stand in the unit
        if (k + 1 < n) add(ChainPartKind::Layshaft, k, k + 1, "Layshaft", "");
    }
    if (m.wheel() && !parts.empty())
        for (auto &p : parts)
            if (p.name == "Screw pulley") p.name = "Wheel pulley";
    if (m.rotary()) {
        for (auto &p : parts)
            if (p.name == "Screw pulley" || p.name == "Wheel pulley") p.name = "Table pulley";
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

ChainLayout layOut(const AxisModel &m, const AxisState &s) {
    ChainLayout out;
    const std::size_t n = m.stages.size();
    out.shafts.resize(n + 1);
    out.planes.resize(n);
    constexpr double couplingHalf = 17e-3, clear = 12e-3;
    const auto half = [&](std::size_t k) {
        const auto *b = m.stageAs<ToothedBelt>(k);
        return b ? std::max(b->driver.faceWidth.v, b->driven.faceWidth.v) / 2 : couplingHalf;
    };
    int belts = 0;
    for (std::size_t k = n; k-- > 0;) {
        out.shafts[k] = out.shafts[k + 1];
        if (k + 1 == n)
            out.planes[k] = m.stageAs<ToothedBelt>(k) ? -24e-3 : -20e-3 - couplingHalf;
        else
            out.planes[k] = out.planes[k + 1] - half(k) - half(k + 1) - clear;
        if (!m.stageAs<ToothedBelt>(k)) continue;
        const auto *w = s.stageWork<ToothedBelt>(k);
        const bool known =
            w && w->centre == w->centre && w->pulleys[0].outside.value() > 0 && w->pulleys[1].outside.value() > 0;
        out.whole &= known;
        if (!known) continue;
        // the last belt hangs straight down; one before it goes off to the side, so that the drive stays low
        const double lean = belts++ % 2 ? 70 * pi / 180 : 0;
        out.shafts[k].x += w->centre * std::sin(lean);
        out.shafts[k].y += w->centre * std::cos(lean);
    }
    const auto *first = m.stageAs<ToothedBelt>(0);
    if (n == 0)
        out.faceAt = -30e-3;
    else if (first)
        out.faceAt = out.planes[0] - (first->offFace.known() ? first->offFace.v : 20e-3);
    else
        out.faceAt = out.planes[0] - couplingHalf - 4e-3;
    return out;
}

} // namespace lw
