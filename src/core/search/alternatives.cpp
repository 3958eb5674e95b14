#include "search/alternatives.h"
#include "proof/words/narrate.h"
#include "search/size.h"
#include "search/tried_axis.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {
std::vector<Alternative> listed(const AxisModel &m, const Json &project, const std::string &axis,
                                const std::string &design, const Catalogue &catalogue, Exchanged what) {
    std::vector<Alternative> out;
    const std::string d = "/axes/" + axis + "/designs/" + design + "/", s = supplyPointer(m);
    switch (what) {
    case Exchanged::Motor:
        for (const auto &c : catalogue.motors) {
            auto p = motorPatches(d, c);
            // the drive as it is set, unless that is more than this winding bears
            if (m.drive.peak.known()) {
                p.push_back({d + "drive/current_A", filled(setPeak(m.drive.peak.v, c.current), "A")});
                p.push_back({d + "drive/current_kind", "peak"});
            }
            out.push_back({c.name, c.price, notKnown, {}, 0, {}, std::move(p), false});
        }
        break;
    case Exchanged::Drive:
        for (const auto &c : catalogue.drives) {
            if (c.closedLoop != m.stepper().closedLoop) continue;
            const double rated = m.stepper().rated.known() ? m.stepper().rated.v : c.peak;
            out.push_back({c.name,
                           c.price,
                           notKnown,
                           {},
                           0,
                           {},
                           {{d + "drive/volt_limit_V", filled(c.voltsMost, "V")},
                            {d + "drive/damping", c.damping ? "yes" : "no"},
                            {d + "drive/pulse_high_us", c.pulseHigh > 0 ? filled(c.pulseHigh, "us") : Json(nullptr)},
                            {d + "drive/current_A", filled(setPeak(c.peak, rated), "A")},
                            {d + "drive/current_kind", "peak"}},
                           false});
        }
        break;
    case Exchanged::Supply:
        for (const auto &c : catalogue.supplies)
            out.push_back({c.name,
                           c.price,
                           notKnown,
                           {},
                           0,
                           {},
                           {{s + "voltage_V", filled(c.volts, "V")},
                            {s + "power_W", filled(c.watts, "W")},
                            {s + "kind", c.kind},
                            {s + "sag", nullptr}},
                           false});
        break;
    case Exchanged::Reduction:
    case Exchanged::Screw: {
        const auto space = sizeSpace(project, axis, design, catalogue);
        if (what == Exchanged::Screw) {
            for (const auto &c : space.screws) {
                auto p = c.patches;
                if (c.end.known() && !m.stages.empty()) { // the last stage is bored for it
                    const bool belt = std::holds_alternative<ToothedBelt>(m.stages.back().stage);
                    p.push_back(boredFor(stagePointer(m, m.stages.size() - 1), belt, c.end.nominal));
                }
                out.push_back({c.name, c.price, notKnown, {}, 0, {}, std::move(p), false});
            }
            break;
        }
        // of those made for a motor like the one there is
        std::size_t fit = 0;
        double off = 1e9;
        for (const auto &t : space.trains) {
            const double now = std::fabs(t.motor->face - m.stepper().face.v * 1e3) +
                               std::fabs(t.motor->shaft - m.stepper().shaft.nominal * 1e3);
            if (now < off) {
                off = now;
                fit = t.fit;
            }
        }
        if (fit < space.reductions.size())
            for (const auto &c : space.reductions[fit]) {
                auto p = c.patches;
                if (m.screwEnd.known()) p.push_back(boredFor(d + "stages/1/", !c.direct, m.screwEnd.nominal));
                out.push_back({c.name, c.price, notKnown, {}, 0, {}, std::move(p), false});
            }
        break;
    }
    }
    return out;
}
} // namespace

std::vector<Alternative> alternatives(const Json &project, const std::string &axis, const std::string &design,
                                      const Catalogue &catalogue, Exchanged what) {
    TriedAxis tried(project, axis, design);
    auto out = listed(tried.with({}), project, axis, design, catalogue, what);
    Evaluation e;
    for (auto &a : out) {
        const auto m = tried.with(a.patches);
        evaluateDesign(m, e);
        if (const auto *f = worstTorque(e)) {
            a.margin = f->margin;
            a.at = titleOf(m, *f);
        }
        for (const auto &f : e.findings)
            a.watch |= f.verdict == Verdict::Watch && judgesDesign(m, f);
        for (const auto &f : e.findings)
            if (f.verdict == Verdict::Fails && judgesDesign(m, f) && a.fails++ == 0)
                a.firstFailure = sentenceOf(m, e.state, f);
    }
    std::stable_sort(out.begin(), out.end(), [](const Alternative &a, const Alternative &b) {
        if (a.fails != b.fails) return a.fails < b.fails;
        if (a.price != b.price) return a.price < b.price;
        return a.name < b.name;
    });
    return out;
}

} // namespace lw
