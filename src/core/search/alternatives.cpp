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
class Lister {
public:
    Lister(const Json &project, const std::string &axis, const std::string &design, const Catalogue &catalogue)
        : m_tried(project, axis, design), m_m(m_tried.with({})), m_project(project), m_axis(axis), m_design(design),
          m_catalogue(catalogue) {}
    std::vector<Alternative> list(Exchanged what);

private:
    /// @param changed the axis with the patches made; read from them when nobody made it already
    void add(const std::string &name, double price, std::vector<Patch> patches, const AxisModel *changed = nullptr) {
        Alternative a;
        a.name = name;
        a.price = price;
        if (changed)
            judge(*changed, a);
        else
            judge(m_tried.with(patches), a);
        a.patches = std::move(patches);
        m_out.push_back(std::move(a));
    }
    void judge(const AxisModel &m, Alternative &a) {
        evaluateDesign(m, m_e);
        a.ratio = m_e.state.ratio();
        a.lead = m.lead.v;
        if (const auto *f = worstTorque(m_e)) {
            a.margin = f->margin;
            a.at = titleOf(m, *f);
        }
        for (const auto &f : m_e.findings) {
            if (f.verdict > Verdict::Watch || !judgesDesign(m, f)) continue;
            a.watch |= f.verdict == Verdict::Watch;
            if (f.verdict == Verdict::Fails && a.fails++ == 0) a.firstFailure = sentenceOf(m, m_e.state, f);
        }
    }
    TriedAxis m_tried;
    const AxisModel m_m;
    const Json &m_project;
    const std::string &m_axis, &m_design;
    const Catalogue &m_catalogue;
    Evaluation m_e;
    std::vector<Alternative> m_out;
};

std::vector<Alternative> Lister::list(Exchanged what) {
    const auto &m = m_m;
    const std::string d = "/axes/" + m_axis + "/designs/" + m_design + "/", s = supplyPointer(m);
    switch (what) {
    case Exchanged::Motor:
        for (const auto &c : m_catalogue.motors) {
            auto p = motorPatches(d, c);
            // the drive as it is set, unless that is more than this winding bears
            if (m.drive.peak.known()) {
                p.push_back({d + "drive/current_A", filled(setPeak(m.drive.peak.v, c.current), "A")});
                p.push_back({d + "drive/current_kind", "peak"});
            }
            add(c.name, c.price, std::move(p));
        }
        for (const auto &c : m_catalogue.servos) { // with a drive of its own: no stepper's would turn it
            const auto *drive = m_catalogue.servoDriveFor(m.supply.voltage.v * m.supply.mainsHigh(),
                                                          c.continuous / c.constant, c.brushed());
            if (!drive) continue;
            auto p = motorPatches(d, c);
            for (auto &entry : drivePatches(d, c, *drive))
                p.push_back(std::move(entry));
            add(c.name + ", with " + drive->name, c.price + drive->price, std::move(p));
        }
        break;
    case Exchanged::Drive:
        if (const auto *servo = m.servo()) {
            const auto *like = m_catalogue.servoLike(servo->face.v * 1e3, servo->continuous.v, servo->torqueConstant.v,
                                                     servo->brushed);
            for (const auto &c : m_catalogue.servoDrives)
                if (like && (c.kind == "brushed") == servo->brushed) add(c.name, c.price, drivePatches(d, *like, c));
            break;
        }
        for (const auto &c : m_catalogue.drives) {
            if (c.closedLoop != m.closedLoop()) continue;
            const double rated = m.stepper().rated.known() ? m.stepper().rated.v : c.peak;
            add(c.name, c.price,
                {{d + "drive/volt_limit_V", filled(c.voltsMost, "V")},
                 {d + "drive/damping", c.damping ? "yes" : "no"},
                 {d + "drive/pulse_high_us", c.pulseHigh > 0 ? filled(c.pulseHigh, "us") : Json(nullptr)},
                 {d + "drive/current_A", filled(setPeak(c.peak, rated), "A")},
                 {d + "drive/current_kind", "peak"}});
        }
        break;
    case Exchanged::Supply:
        for (const auto &c : m_catalogue.supplies)
            add(c.name, c.price, supplyPatches(m.supply.id, c));
        break;
    case Exchanged::Reduction: {
        // made for the motor there is; of one whose plate does not say its size, for the one it is most like
        double face = m.motorBody().face.v * 1e3, shaft = m.motorBody().shaft.nominal * 1e3;
        double off = 1e9;
        for (const auto &c : m_catalogue.motors)
            if (const double now = std::fabs(c.holding - m.stepper().holding.v);
                (!m.motorBody().face.known() || !m.motorBody().shaft.known()) && now < off) {
                off = now;
                face = c.face;
                shaft = c.shaft;
            }
        for (auto &c : reductionChoices(m_project, m_axis, m_design, m_catalogue, face, shaft)) {
            auto changed = m;
            putReduction(changed, c);
            boreForScrew(changed);
            auto p = reductionPatches(d, c);
            if (m.screwEnd.known()) p.push_back(boredFor(d + "stages/1/", c.belts > 0, m.screwEnd.nominal));
            add(c.name, c.price, std::move(p), &changed);
        }
        break;
    }
    case Exchanged::Reducer: { // in the place of the one there is
        const auto place = m.placeOf<Reducer>();
        const auto *now = m.stageAs<Reducer>(place);
        if (!now) break;
        for (const auto &c : m_catalogue.reducers)
            add(c.name, c.price, reducerPatches(stagePointer(m, place), c));
        break;
    }
    case Exchanged::Bearings: { // what goes on the journal there is; what carries nothing endways is no fixed end
        const double journal = m.screw().bearingBore.v * 1e3;
        for (const auto &c : m_catalogue.bearings)
            if (c.pair() && !(c.bore > journal + 0.01))
                add(c.bore < journal - 0.01
                        ? c.name + ", the end turned from " + numberText(journal, 3) + " to " + numberText(c.bore, 3)
                        : c.name,
                    c.price, bearingPatches(d, c));
        break;
    }
    case Exchanged::Nut: // for the thread there is
        for (const auto &c : m_catalogue.nuts)
            if (m.screw().named && c.screw == m.screw().thread.name) add(c.name, c.price, nutPatches(d, c));
        break;
    case Exchanged::Bush: // bored for the shaft, of the size the pulley is made for where that is known
        for (const std::size_t side : {0, 1}) {
            const auto place = side == 0 || m.stages.empty() ? 0 : m.stages.size() - 1;
            const auto *b = m.stages.empty() ? nullptr : m.stageAs<ToothedBelt>(place);
            const auto &shaft = side == 0 ? m.motorBody().shaft : m.screwEnd;
            if (!b || !shaft.known()) continue;
            const auto &pulley = b->pulley(side);
            for (const auto &c : m_catalogue.bushes)
                if (std::fabs(c.bore - shaft.nominal * 1e3) < 0.06 &&
                    (pulley.bushSeries.empty() || c.series == pulley.bushSeries))
                    add(c.name + (side == 0 ? ", on the motor" : ", on the screw"), c.price,
                        bushPatches(stagePointer(m, place) + (side == 0 ? "driver/" : "driven/"), c));
        }
        break;
    case Exchanged::Screw:
        for (auto &c : screwChoices(m_project, m_axis, m_design, m_catalogue)) {
            auto changed = m;
            putScrew(changed, c);
            auto p = std::move(c.patches);
            if (c.end.known() && !m.stages.empty()) // the last stage is bored for it
                p.push_back(boredFor(stagePointer(m, m.stages.size() - 1),
                                     !std::holds_alternative<Coupling>(m.stages.back().stage), c.end.nominal));
            add(c.name, c.price, std::move(p), &changed);
        }
        break;
    }
    std::stable_sort(m_out.begin(), m_out.end(), [](const Alternative &a, const Alternative &b) {
        if (a.fails != b.fails) return a.fails < b.fails;
        if (a.price != b.price) return a.price < b.price;
        return a.name < b.name;
    });
    return std::move(m_out);
}
} // namespace

std::vector<Alternative> alternatives(const Json &project, const std::string &axis, const std::string &design,
                                      const Catalogue &catalogue, Exchanged what) {
    return Lister(project, axis, design, catalogue).list(what);
}

} // namespace lw
