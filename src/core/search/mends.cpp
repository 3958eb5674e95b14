#include "search/mends.h"
#include "search/belt_choice.h"
#include "search/space.h"
#include "search/tried_axis.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include "catalogue/catalogue.h"
#include "shop/parts.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace lw {
using Json = nlohmann::json;

/// What the mends of all findings of an axis are looked for in.
struct MendGround {
    MendGround(const Json &project, const AxisModel &model) : m(model), tried(project, m.id, m.designId) {
        for (const auto &g : prove(m).findings)
            if (g.verdict == Verdict::Fails) failing.push_back(g);
        const auto now = evaluate(m).state;
        if (!now.stages.empty()) offFace = now.stages[0].figures.offFace.value();
        asked = partsAsked(m, now);
        const std::array designed{DesignedAxis{&m, &now}};
        lines = partLines(readStoredParts(project), designed, false);
        if (const auto parts = project.find("parts"); parts != project.end() && parts->is_object())
            for (auto it = parts->begin(); it != parts->end();
                 ++it) { // paid and here; of what is fitted only this axis' own
                if (!it->is_object()) continue;
                const auto state = textAt(*it, "/state"), text = textAt(*it, "/text");
                if (!text.empty() && (state == "arrived" || (state == "fitted" && it.key().starts_with(m.id + "-"))))
                    inHand.insert(text);
            }
    }
    const AxisModel &m;
    TriedAxis tried;
    std::vector<Finding> failing;
    double offFace = notKnown; ///< m, middle of what sits on the motor's shaft off its face
    std::vector<PartAsked> asked;
    std::vector<PartLine> lines; ///< the list as it stands

    /// What has to be bought new for a changed design: a part that is asked for already costs nothing more, one that
    /// has arrived is paid.
    void price(const AxisModel &after, const AxisState &state, Mend &mend) const {
        mend.price = mend.listed = 0;
        mend.priced = true;
        for (const auto &part : partsAsked(after, state)) {
            const auto same = [&](const PartAsked &b) { return b.ref == part.ref && b.text == part.text; };
            if (std::any_of(asked.begin(), asked.end(), same) || inHand.count(part.text)) continue;
            if (!(part.price == part.price)) {
                mend.priced = false;
                continue;
            }
            mend.price += part.price;
            for (const auto &line : lines)
                if (line.designRef == part.ref && line.state == PartState::Idea && line.source == part.source &&
                    line.price == line.price)
                    mend.listed += std::min(part.price, line.price);
        }
    }
    std::set<std::string> inHand;
};

namespace {

class Search {
public:
    Search(MendGround &ground, const Finding &f)
        : m_ground(ground), m(ground.m), m_finding(f), d("/axes/" + m.id + "/designs/" + m.designId + "/"),
          t("/axes/" + m.id + "/targets/") {}

    std::vector<Mend> run();

private:
    static Json typed(const std::string &text, const char *standing = "stated") {
        return {{"typed", text}, {"standing", standing}};
    }
    void attempt(std::string words, std::vector<Patch> patches) {
        const auto after = m_ground.tried.with(patches);
        const auto e = prove(after);
        Mend mend;
        mend.patches = std::move(patches);
        const Finding *now = nullptr;
        for (const auto &g : e.findings)
            if (sameSubject(g, m_finding) && !now) now = &g;
        if (!now) return;
        mend.margin = now->margin;
        mend.verdict = now->verdict;
        if (now->rung && !now->missing) words += " " + marginText(*now);
        // Only what changes the verdict is a mend; a hair more margin is not.
        const bool better = m_finding.missing ? mend.verdict != Verdict::NotKnown : mend.verdict > m_finding.verdict;
        if (!better) return;
        for (const auto &g : e.findings)
            mend.breaks +=
                g.verdict == Verdict::Fails && std::none_of(m_ground.failing.begin(), m_ground.failing.end(),
                                                            [&](const Finding &f) { return sameSubject(f, g); });
        m_ground.price(after, e.state, mend);
        mend.words = std::move(words);
        m_mends.push_back(std::move(mend));
    }
    [[nodiscard]] std::vector<std::size_t> beltPlaces() const;
    /// Where a field of the stage at a place stands.
    [[nodiscard]] std::string stageKey(std::size_t place, const std::string &key) const {
        return stagePointer(m, place) + key;
    }
    /// Width of the belts its pulleys are made for, mm.
    [[nodiscard]] static double widthFor(const ToothedBelt &b) {
        return b.driver.beltWidth.known() ? b.driver.beltWidth.v * 1e3 : 15;
    }
    void ratios();
    void belts();
    void voltages();
    void speeds();
    void accelerations();
    void slot();
    void brakes();
    void microsteps();
    void current();
    void crash();
    void teeth();
    void widths();
    void nearer();
    void outboard();
    void preloads();
    void motors();

    MendGround &m_ground;
    const AxisModel &m;
    const Finding &m_finding;
    std::string d, t;
    std::vector<Mend> m_mends;
};

std::string lengthText(double mmValue) { return numberText(mmValue, 5); }

/// The belts a change may be tried on: the one the finding is about, else every one of the chain.
std::vector<std::size_t> Search::beltPlaces() const {
    std::vector<std::size_t> places;
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        if (m.stageAs<ToothedBelt>(k) && (m_finding.subject.stage < 0 || m_finding.subject.stage == int(k)))
            places.push_back(k);
    return places;
}
void Search::ratios() {
    for (const auto place : beltPlaces()) {
        const auto &b = *m.stageAs<ToothedBelt>(place);
        if (b.driver.teeth < 1 || !b.driver.profile) continue;
        const auto at = [&](const char *key) { return stageKey(place, key); };
        for (int driven : {20, 24, 30, 36, 40, 48, 60, 72}) {
            if (driven == b.driven.teeth || driven < b.driver.profile->teethLeast) continue;
            const auto belt = bestBelt(b, b.driver.teeth, driven);
            if (!belt) continue;
            std::vector<Patch> p{{at("driven/teeth"), typed(std::to_string(driven))},
                                 {at("code"), beltCode(*b.driver.profile, belt->teeth, widthFor(b))},
                                 {at("centre_mm"), typed(numberText(belt->centre * 1e3, 5) + "mm")}};
            const bool newBelt = belt->teeth != b.beltTeeth();
            attempt("Pulleys " + std::to_string(b.driver.teeth) + ":" + std::to_string(driven) +
                        (newBelt ? " and belt " + lengthText(belt->teeth * b.driver.profile->pitch) : "") + " make it",
                    std::move(p));
        }
    }
}

void Search::belts() {
    for (const auto place : beltPlaces()) {
        const auto &b = *m.stageAs<ToothedBelt>(place);
        if (!b.driver.profile || !b.toothed()) continue;
        const auto belt = bestBelt(b, b.driver.teeth, b.driven.teeth);
        if (!belt) continue;
        const auto at = [&](const char *key) { return stageKey(place, key); };
        const auto code = beltCode(*b.driver.profile, belt->teeth, widthFor(b));
        std::vector<Patch> p{{at("code"), code}, {at("centre_mm"), typed(numberText(belt->centre * 1e3, 5) + "mm")}};
        if (b.driven.profile != b.driver.profile)
            p.push_back({at("driven/profile"), std::string(b.driver.profile->name)});
        attempt("Belt " + code + (m_finding.rung ? " makes it" : ""), std::move(p));
    }
}

void Search::voltages() {
    for (int v : {24, 36, 48, 60, 72}) {
        if (!m.supply.voltage.known() || v <= m.supply.voltage.v ||
            (m.drive.voltLimit.known() && v > voltageUse * m.drive.voltLimit.v))
            continue;
        attempt("A " + std::to_string(v) + "\u00a0V supply makes it",
                {{supplyPointer(m) + "voltage_V", typed(std::to_string(v) + "V", "catalogue")}});
    }
    if (m.servo()) // a drive made for mains, hung on something lower
        for (const auto &s : catalogueInUse().supplies)
            if (s.kind == "mains" && m.supply.voltage.known() && s.volts > m.supply.voltage.v &&
                m.drive.voltLimit.known() && s.highest() <= voltageUse * m.drive.voltLimit.v * (1 + 1e-9))
                attempt("The drive on the mains, " + numberText(s.volts, 3) + "\u00a0V, makes it",
                        {{supplyPointer(m) + "voltage_V", typed(numberText(s.volts, 5) + "V", "catalogue")},
                         {supplyPointer(m) + "kind", s.kind}});
    if (m_finding.id == "C17"_check || m_finding.id == "C18"_check)
        for (int v : {60, 48, 36, 24})
            if (m.supply.voltage.known() && v < m.supply.voltage.v)
                attempt("A " + std::to_string(v) + "\u00a0V supply makes it",
                        {{supplyPointer(m) + "voltage_V", typed(std::to_string(v) + "V", "catalogue")}});
}

void Search::speeds() {
    if (!m.rapid.known()) return;
    const double now = m.rapid.v * 60e3;
    for (double share : {0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3}) {
        const double v = std::floor(now * share / 50) * 50;
        if (v < 100) continue;
        attempt("Rapid " + numberText(v, 5) + "\u00a0mm/min makes it",
                {{t + "rapid_mm_min", typed(numberText(v, 6) + "mm/min")}});
    }
}

void Search::accelerations() {
    if (!m.acceleration.known()) return;
    for (double share : {0.8, 0.6, 0.5, 0.4, 0.25}) {
        const double a = m.acceleration.v * share;
        attempt("Speeding up at " + numberText(a, 2) + "\u00a0m/s² makes it",
                {{t + "acceleration_m_s2", typed(numberText(a, 2) + "m/s2")}});
    }
    if (m_finding.id == "M6"_check)
        for (double share : {1.5, 2.0, 3.0})
            attempt("Speeding up at " + numberText(m.acceleration.v * share, 2) + "\u00a0m/s² makes it",
                    {{t + "acceleration_m_s2", typed(numberText(m.acceleration.v * share, 2) + "m/s2")}});
}

void Search::slot() {
    const auto e = evaluate(m);
    for (const auto place : beltPlaces()) {
        const auto &b = *m.stageAs<ToothedBelt>(place);
        const auto &w = *e.state.stageWork<ToothedBelt>(place);
        if (!(w.needInward == w.needInward) || !b.slotFrom.known() || !b.slotTo.known()) continue;
        const double from = std::floor((b.slotFrom.v + w.slotInward - w.needInward) * 1e3);
        const double to = std::ceil((b.slotTo.v - w.slotOutward + w.needOutward) * 1e3);
        std::vector<Patch> p;
        std::string words = "File the slot";
        if (w.slotInward < w.needInward) {
            p.push_back({stageKey(place, "slot_from_mm"), typed(numberText(from, 5) + "mm")});
            words += " in to " + numberText(from, 5);
        }
        if (w.slotOutward < w.needOutward) {
            p.push_back({stageKey(place, "slot_to_mm"), typed(numberText(to, 5) + "mm")});
            words += " out to " + numberText(to, 5);
        }
        if (!p.empty()) attempt(words + ":", std::move(p));
    }
}

void Search::brakes() {
    if (!m.vertical) return;
    const double need = 2 * m.weightAlong() * m.lead.v / (2 * pi);
    if (const auto *b = catalogueInUse().brakeFor(need))
        attempt("A brake of " + numberText(b->torque, 2) + "\u00a0N·m on the screw makes it",
                {{d + "brake/torque_Nm", typed(numberText(b->torque, 2) + " N m", "catalogue")},
                 {d + "brake/where", "screw"},
                 {d + "brake/delay_s", typed("0.05s", "catalogue")}});
}

/// What keeps a run into a stop from breaking the axis: coming there slowly, a bumper that takes what turns, a motor
/// that is not let push with all it has; where one does not do it, two.
void Search::crash() {
    const auto s = evaluate(m).state;
    if (!s.motorKnown || !m.rapid.known() || !(s.stallThrust == s.stallThrust)) return;
    struct Change {
        std::string words;  ///< "Bumpers of 5 mm stroke and 300 N"
        std::string second; ///< the same where it stands behind another change
        std::vector<Patch> patches;
        bool many = false;
    };
    std::vector<Change> limits, ends;
    for (double share : {0.8, 0.65, 0.5, 0.4, 0.3}) {
        const double limit = std::floor(s.peakStatic * share * 20) / 20;
        if (limit >= 0.1 && (!m.drive.torqueLimit.known() || limit < m.drive.torqueLimit.v))
            limits.push_back({"Torque limit " + numberText(limit, 3) + "\u00a0N·m in the drive",
                              {},
                              {{d + "drive/torque_limit_Nm", typed(numberText(limit, 3) + " N m")}}});
    }
    if (m_finding.id == "B4"_check && m_finding.subject.side == 1) {
        for (double share : {0.5, 0.3, 0.2, 0.1}) {
            const double v = std::floor(m.speedAtEnds() * 60e3 * share / 50) * 50;
            const std::string words = "apid near the ends " + numberText(v, 5) + "\u00a0mm/min";
            if (v >= 50)
                ends.push_back(
                    {"R" + words, "r" + words, {{d + "end_speed_mm_min", typed(numberText(v, 6) + "mm/min")}}});
        }
        if (!m.bumperForce.known() && s.crashEnergy == s.crashEnergy)
            for (double stroke : {5e-3, 10e-3, 20e-3, 40e-3}) {
                const double force = std::ceil(2 * (s.crashEnergy / stroke + s.stallThrust) / 100) * 100;
                const std::string words = "umpers of " + numberText(stroke * 1e3, 2) + "\u00a0mm stroke and " +
                                          numberText(force, 4) + "\u00a0N";
                ends.push_back({"B" + words,
                                "b" + words,
                                {{d + "bumper/stroke_mm", typed(numberText(stroke * 1e3, 2) + "mm")},
                                 {d + "bumper/force_N", typed(numberText(force, 5) + "N")}},
                                true});
            }
    }
    const auto one = [&](const Change &c) { attempt(c.words + (c.many ? " make it" : " makes it"), c.patches); };
    for (const auto &c : ends)
        one(c);
    for (const auto &c : limits)
        one(c);
    if (!m_mends.empty()) return;
    for (const auto &limit : limits)
        for (const auto &end : ends) {
            auto both = limit.patches;
            both.insert(both.end(), end.patches.begin(), end.patches.end());
            attempt(limit.words + " and " + end.second + " make it", std::move(both));
        }
}

void Search::microsteps() {
    if (m.servo()) { // its pulses a turn are the drive's own gear
        for (const int pulses : {10000, 5000, 4000, 2000, 1000})
            if (pulses < m.pulsesATurn())
                attempt(std::to_string(pulses) + " pulses a turn in the drive make it",
                        {{d + "drive/pulses_a_turn", typed(std::to_string(pulses))}});
        return;
    }
    for (int u : {8, 10, 4, 5, 2})
        if (u < m.drive.microsteps)
            attempt(std::to_string(u) + " microsteps make it", {{d + "drive/microsteps", typed(std::to_string(u))}});
}

void Search::current() {
    if (!m.stepper().rated.known()) return;
    const double most = std::sqrt(2.0) * m.stepper().rated.v;
    const double now = m.drive.peak.v;
    const bool less = m_finding.id == "C04"_check || m_finding.id == "C05"_check;
    for (double share : {0.9, 0.8, 0.7, 0.6, 1.0}) {
        const double a = std::floor(most * share * 10) / 10;
        if (std::fabs(a - now) < 0.05 || less != (a < now)) continue;
        attempt("Drive set to " + numberText(a, 2) + "\u00a0A peak makes it",
                {{d + "drive/current_A", typed(numberText(a, 2) + "A")}, {d + "drive/current_kind", "peak"}});
    }
}

/// The same ratio on larger pulleys: less pull in the belt and on both shafts.
void Search::teeth() {
    for (const auto place : beltPlaces()) {
        const auto &b = *m.stageAs<ToothedBelt>(place);
        if (!b.toothed() || !b.driver.profile) continue;
        const auto sold = [&](int z) {
            const auto &rows = catalogueInUse().pulleys;
            return std::any_of(rows.begin(), rows.end(), [&](const CataloguePulley &p) {
                return p.profile == b.driver.profile->name && int(p.teeth) == z;
            });
        };
        int tries = 0;
        for (int z1 = b.driver.teeth + 1; z1 <= 2 * b.driver.teeth && tries < 6; ++z1) {
            if (z1 * b.driven.teeth % b.driver.teeth != 0) continue;
            const int z2 = z1 * b.driven.teeth / b.driver.teeth;
            if (!sold(z1) || !sold(z2)) continue;
            const auto belt = bestBelt(b, z1, z2);
            if (!belt) continue;
            ++tries;
            const auto at = [&](const char *key) { return stageKey(place, key); };
            attempt("Pulleys " + std::to_string(z1) + ":" + std::to_string(z2) + ", the same ratio, and belt " +
                        lengthText(belt->teeth * b.driver.profile->pitch) + " make it",
                    {{at("driver/teeth"), typed(std::to_string(z1))},
                     {at("driven/teeth"), typed(std::to_string(z2))},
                     {at("code"), beltCode(*b.driver.profile, belt->teeth, widthFor(b))},
                     {at("centre_mm"), typed(numberText(belt->centre * 1e3, 5) + "mm")}});
        }
    }
}

void Search::widths() {
    for (const auto place : beltPlaces()) {
        const auto &b = *m.stageAs<ToothedBelt>(place);
        if (!b.driver.profile || b.beltTeeth() < 1) continue;
        for (const double w : usualWidths(b.driver.profile->name)) {
            if (w <= widthFor(b)) continue;
            const auto at = [&](const char *key) { return stageKey(place, key); };
            std::vector<Patch> p{{at("code"), beltCode(*b.driver.profile, b.beltTeeth(), w)}};
            for (const char *side : {"driver", "driven"}) {
                p.push_back({at(side) + "/belt_width_mm", typed(numberText(w, 4) + "mm", "catalogue")});
                p.push_back({at(side) + "/face_width_mm", typed(numberText(w + 6, 4) + "mm", "catalogue")});
            }
            attempt("A belt " + numberText(w, 4) + "\u00a0mm wide, with its pulleys, makes it", std::move(p));
        }
    }
}

/// The belt pulls less on a shaft it runs close to; its own half width and a hair must stay clear of the face.
void Search::nearer() {
    const auto *b = m.stageAs<ToothedBelt>(0);
    if (!b || !b->offFace.known()) return;
    const double least = widthFor(*b) / 2 + 3, now = b->offFace.v * 1e3;
    for (const double share : {0.75, 0.5, 0.0}) {
        const double off = std::ceil(least + share * (now - least));
        if (off < now - 0.5)
            attempt("The belt " + numberText(off, 3) + "\u00a0mm from the motor's face makes it",
                    {{stageKey(0, "from_face_mm"), typed(numberText(off, 4) + "mm")}});
    }
}

/// A third bearing just beyond what sits on the motor's shaft.
void Search::outboard() {
    if (m.stages.empty() || !besideEachOther(m.stages[0].stage) || m.motorBody().outboard.known()) return;
    const auto *b = m.stageAs<ToothedBelt>(0);
    const double off = m_ground.offFace;
    if (!(off > 0)) return;
    const double half = (b ? b->driver.faceWidth.v / 2 : 8e-3) + 2e-3; // its flange stays free
    const double at = std::ceil((off + half + 6e-3) * 1e3);            // and half a small bearing's width
    attempt("A bearing beyond it, " + numberText(at, 3) + "\u00a0mm off the motor's face, makes it",
            {{d + "motor/outboard_mm", typed(numberText(at, 4) + "mm")}});
}

/// Up to a tenth of the rating: more takes the nut's life. Common practice.
void Search::preloads() {
    if (!m.ballScrew() || !m.screw().dynamicRating.known()) return;
    for (const double share : {0.03, 0.05, 0.07, 0.1}) {
        const double force = std::floor(share * m.screw().dynamicRating.v / 10) * 10;
        if (force > m.screw().preload.v * 1.01)
            attempt("Preload of " + numberText(force, 4) + "\u00a0N, " + numberText(share * 100, 2) +
                        "\u00a0% of the nut's rating, makes it",
                    {{d + "nut/preload_N", typed(numberText(force, 5) + "N")}});
    }
}

/// Another motor of the catalogue on the same drive and supply: the cheapest that could do, and what fits the drive.
void Search::motors() {
    const auto &now = m.stepper();
    if (!now.holding.known()) return;
    std::vector<const CatalogueMotor *> rows;
    for (const auto &c : catalogueInUse().motors)
        if (c.encoder == m.closedLoop() && !c.shaftBothEnds && c.holding > 0.7 * now.holding.v &&
            c.holding < 3 * now.holding.v &&
            !(now.face.known() && std::fabs(c.face - now.face.v * 1e3) < 1 &&
              std::fabs(c.holding / now.holding.v - 1) < 0.02 && std::fabs(c.current / now.rated.v - 1) < 0.02))
            rows.push_back(&c);
    std::stable_sort(rows.begin(), rows.end(), [](auto *a, auto *b) { return a->price < b->price; });
    const std::size_t step = std::max<std::size_t>(1, rows.size() / 8); // eight of them, over the whole range
    for (std::size_t k = 0; k < rows.size(); k += step) {
        auto p = motorPatches(d, *rows[k]);
        const double peak = setPeak(m.drive.peak.v, rows[k]->current);
        p.push_back({d + "drive/current_A", typed(numberText(peak, 3) + "A")});
        p.push_back({d + "drive/current_kind", "peak"});
        attempt(rows[k]->name + " makes it", std::move(p));
    }
}

std::vector<Mend> Search::run() {
    for (const auto lever : m_finding.check->levers) {
        switch (lever) {
        case Lever::Ratio: ratios(); break;
        case Lever::Belt: belts(); break;
        case Lever::Voltage: voltages(); break;
        case Lever::Rapid: speeds(); break;
        case Lever::Acceleration: accelerations(); break;
        case Lever::Slot: slot(); break;
        case Lever::Brake: brakes(); break;
        case Lever::Microsteps: microsteps(); break;
        case Lever::Current: current(); break;
        case Lever::Stop: crash(); break;
        case Lever::Teeth: teeth(); break;
        case Lever::Width: widths(); break;
        case Lever::Nearer: nearer(); break;
        case Lever::Outboard: outboard(); break;
        case Lever::Preload: preloads(); break;
        case Lever::Motor: motors(); break;
        }
    }
    std::stable_sort(m_mends.begin(), m_mends.end(), [](const Mend &a, const Mend &b) {
        const bool ga = a.verdict == Verdict::Holds && a.breaks == 0, gb = b.verdict == Verdict::Holds && b.breaks == 0;
        if (ga != gb) return ga;
        if (a.breaks != b.breaks) return a.breaks < b.breaks;
        if (!ga && a.verdict != b.verdict) return a.verdict > b.verdict;
        if (a.price != b.price) return a.price < b.price;
        return false;
    });
    return std::move(m_mends);
}
} // namespace

std::string mendWords(const Mend &m, const std::string &currency) {
    std::string t = m.words;
    if (m.price > 0) {
        t += ":\u00a0≈" + numberText(m.price, 3) + "\u00a0" + currency;
        if (m.listed > m.price - 0.5)
            t += ", on the list already";
        else if (m.listed > 0.5)
            t += ", " + numberText(m.listed, 3) + " of it on the list";
    }
    if (!m.priced) t += m.price > 0 ? " and more: a price is not known" : ": price not known";
    if (m.breaks > 0) t += " (but " + std::to_string(m.breaks) + " other fails)";
    return t;
}

struct MendFinder::Kept {
    AxisModel model;
    MendGround ground;
    Kept(const Json &project, const AxisModel &m) : model(m), ground(project, model) {}
};
MendFinder::MendFinder(const Json &project, const AxisModel &m) : m_kept(std::make_unique<Kept>(project, m)) {}
MendFinder::~MendFinder() = default;

Mend MendFinder::together(const std::vector<Mend> &mends) const {
    Mend all;
    for (const auto &m : mends)
        all.patches.insert(all.patches.end(), m.patches.begin(), m.patches.end());
    const auto after = m_kept->ground.tried.with(all.patches);
    price(after, evaluate(after).state, all);
    return all;
}

void MendFinder::price(const AxisModel &after, const AxisState &state, Mend &into) const {
    m_kept->ground.price(after, state, into);
}

std::vector<Mend> MendFinder::of(const Finding &f) const {
    if (f.verdict == Verdict::Holds) return {};
    return Search(m_kept->ground, f).run();
}

std::vector<Mend> findMends(const Json &project, const AxisModel &m, const Finding &f) {
    if (f.verdict == Verdict::Holds) return {};
    return MendFinder(project, m).of(f);
}

} // namespace lw
