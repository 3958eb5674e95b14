#include "proof/mends.h"
#include "proof/narrate.h"
#include "shop/catalogue.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

namespace {

class Search {
public:
    Search(const Json &project, const AxisModel &model, const Finding &f) : m_project(project), m(model), m_finding(f), d("/axes/" + model.id + "/designs/" + model.designId + "/"), t("/axes/" + model.id + "/targets/") {
        // Only this axis and what it shares are needed to judge a change; of the others what may ride on it.
        for (const auto &[key, value] : project.items())
            if (key != "axes" && key != "parts" && key != "log" && key != "tasks") m_small[key] = value;
        if (const auto axes = project.find("axes"); axes != project.end() && axes->is_object())
            for (const auto &[id, axis] : axes->items()) {
                if (id == m.id) {
                    m_small["axes"][id] = axis;
                } else if (axis.is_object() && axis.contains("rides_on")) {
                    auto &rider = m_small["axes"][id];
                    rider["rides_on"] = axis["rides_on"];
                    if (const auto *pieces = nodeAt(project, "/axes/" + id + "/survey/moving_mass")) rider["survey"]["moving_mass"] = *pieces;
                }
            }
        for (const auto &g : prove(m).findings)
            if (g.verdict == Verdict::Fails) ++m_failsNow;
    }

    std::vector<Mend> run();

private:
    static Json typed(const std::string &text, const char *standing = "stated") { return {{"typed", text}, {"standing", standing}}; }
    void attempt(std::string words, std::vector<Patch> patches, double price, bool priced = true) {
        const auto after = readAxis(patched(m_small, patches), m.id, m.designId);
        const auto e = prove(after);
        Mend mend;
        mend.patches = std::move(patches);
        mend.price = price;
        mend.priced = priced;
        int fails = 0;
        bool found = false;
        for (const auto &g : e.findings) {
            fails += g.verdict == Verdict::Fails;
            if (g.id == m_finding.id && g.cut == m_finding.cut && g.operating == m_finding.operating && !found && (g.variant == m_finding.variant || g.rung == m_finding.rung)) {
                found = true;
                mend.margin = g.margin;
                mend.verdict = g.verdict;
                if (g.rung && !g.missing) words += " " + marginText(g);
            }
        }
        if (!found) return;
        mend.breaks = std::max(0, fails - m_failsNow + (m_finding.verdict == Verdict::Fails && mend.verdict != Verdict::Fails ? 1 : 0));
        mend.words = std::move(words);
        // Only what changes the verdict is a mend; a hair more margin is not.
        const bool better = m_finding.missing ? mend.verdict != Verdict::NotKnown : mend.verdict > m_finding.verdict;
        if (better) m_mends.push_back(std::move(mend));
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

    const Json &m_project;
    const AxisModel &m;
    const Finding &m_finding;
    std::string d, t;
    Json m_small;
    int m_failsNow = 0;
    std::vector<Mend> m_mends;
};

/// The stock belt of the pulleys' profile whose centre lies best in the slot (or nearest today's centre).
struct BeltChoice {
    int teeth;
    double centre; ///< m
};
std::optional<BeltChoice> bestBelt(const AxisModel &m, int small, int large) {
    if (!m.small.profile) return {};
    const double pitch = m.small.profile->pitch;
    const bool slot = m.slotFrom.known() && m.slotTo.known();
    const int flanged = (m.small.flanges > 0) + (m.large.flanges > 0);
    std::optional<BeltChoice> best;
    double bestScore = -1e9;
    for (int teeth : stockBelts(m.small.profile->name)) {
        const auto b = beltToCentres(millimetres(pitch), small, large, teeth);
        if (!b) continue;
        const double c = b->centre.value();
        double score;
        if (slot) {
            const auto need = centreTravel(b->length, metres(m.beltTolerance.v), 0.003, b->wrapSmall, fitAllowance(*m.small.profile, flanged));
            if (!need || c < m.slotFrom.v || c > m.slotTo.v) continue;
            score = std::min((c - m.slotFrom.v) / need->inward->value(), (m.slotTo.v - c) / need->outward.value());
            score = std::min(score, 1.2) - 1e-3 * std::fabs(c - (m.centre.known() ? m.centre.v : c));
        } else {
            score = -std::fabs(c - (m.centre.known() ? m.centre.v : 0.12));
        }
        if (score > bestScore) {
            bestScore = score;
            best = BeltChoice{teeth, c};
        }
    }
    return best;
}

std::string lengthText(double mmValue) { return numberText(mmValue, 5); }

std::string beltCode(const BeltProfile &p, int teeth, double widthMm) {
    if (p.name == "MXL" || p.name == "XL" || p.name == "L" || p.name == "H") {
        char buffer[40];
        std::snprintf(buffer, sizeof buffer, "%d %s %03d", static_cast<int>(teeth * p.pitch / 25.4 * 10), std::string(p.name).c_str(), static_cast<int>(widthMm / 25.4 * 100));
        return buffer;
    }
    if (p.name[0] == 'T' || p.name[0] == 'A') return lengthText(widthMm) + " " + std::string(p.name) + "/" + lengthText(teeth * p.pitch);
    return lengthText(teeth * p.pitch) + "-" + std::string(p.name) + "-" + lengthText(widthMm);
}

void Search::ratios() {
    if (!m.belt || m.small.teeth < 1 || !m.small.profile) return;
    for (int large : {20, 24, 30, 36, 40, 48, 60, 72}) {
        if (large == m.large.teeth || large < m.small.profile->teethLeast) continue;
        const auto belt = bestBelt(m, m.small.teeth, large);
        if (!belt) continue;
        const double width = m.small.beltWidth.known() ? m.small.beltWidth.v * 1e3 : 15;
        std::vector<Patch> p{{d + "large_pulley/teeth", typed(std::to_string(large))},
                             {d + "belt/code", beltCode(*m.small.profile, belt->teeth, width)},
                             {d + "belt/centre_mm", typed(numberText(belt->centre * 1e3, 5) + "mm")}};
        double price = std::max(0.0, shippedCatalogue().pulleyPrice(m.small.profile->name, large) - shippedCatalogue().pulleyPrice(m.small.profile->name, m.large.teeth));
        const bool newBelt = belt->teeth != m.beltTeeth();
        if (newBelt) price += std::max(0.0, shippedCatalogue().beltPrice(m.small.profile->name, belt->teeth * m.small.profile->pitch) - (m.beltTeeth() ? shippedCatalogue().beltPrice(m.small.profile->name, m.beltTeeth() * m.small.profile->pitch) : 0));
        attempt("Pulleys " + std::to_string(m.small.teeth) + ":" + std::to_string(large) + (newBelt ? " and belt " + lengthText(belt->teeth * m.small.profile->pitch) : "") + " make it", std::move(p), price);
    }
}

void Search::belts() {
    if (!m.belt || !m.small.profile || m.small.teeth < 1 || m.large.teeth < 1) return;
    const auto belt = bestBelt(m, m.small.teeth, m.large.teeth);
    if (!belt) return;
    const double fits = m.small.beltWidth.known() ? m.small.beltWidth.v * 1e3 : 15;
    const auto code = beltCode(*m.small.profile, belt->teeth, fits);
    std::vector<Patch> p{{d + "belt/code", code}, {d + "belt/centre_mm", typed(numberText(belt->centre * 1e3, 5) + "mm")}};
    if (m.large.profile != m.small.profile) p.push_back({d + "large_pulley/profile", std::string(m.small.profile->name)});
    attempt("Belt " + code + (m_finding.rung ? " makes it" : ""), std::move(p), shippedCatalogue().beltPrice(m.small.profile->name, belt->teeth * m.small.profile->pitch) + (m.large.profile != m.small.profile ? shippedCatalogue().pulleyPrice(m.small.profile->name, m.large.teeth) : 0));
}

void Search::voltages() {
    for (int v : {24, 36, 48, 60, 72}) {
        if (!m.supply.known() || v <= m.supply.v || (m.voltLimit.known() && v > 0.9 * m.voltLimit.v)) continue;
        attempt("A " + std::to_string(v) + "\u00a0V supply makes it", {{d + "supply/voltage_V", typed(std::to_string(v) + "V", "catalogue")}}, 29);
    }
    if (m_finding.id == CheckId::C17 || m_finding.id == CheckId::C18)
        for (int v : {60, 48, 36, 24})
            if (m.supply.known() && v < m.supply.v) attempt("A " + std::to_string(v) + "\u00a0V supply makes it", {{d + "supply/voltage_V", typed(std::to_string(v) + "V", "catalogue")}}, 29);
}

void Search::speeds() {
    if (!m.rapid.known()) return;
    const double now = m.rapid.v * 60e3;
    for (double share : {0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3}) {
        const double v = std::floor(now * share / 50) * 50;
        if (v < 100) continue;
        attempt("Rapid " + numberText(v, 5) + "\u00a0mm/min makes it", {{t + "rapid_mm_min", typed(numberText(v, 6) + "mm/min")}}, 0);
    }
}

void Search::accelerations() {
    if (!m.acceleration.known()) return;
    for (double share : {0.8, 0.6, 0.5, 0.4, 0.25}) {
        const double a = m.acceleration.v * share;
        attempt("Speeding up at " + numberText(a, 2) + "\u00a0m/s² makes it", {{t + "acceleration_m_s2", typed(numberText(a, 2) + "m/s2")}}, 0);
    }
    if (m_finding.id == CheckId::M6)
        for (double share : {1.5, 2.0, 3.0}) attempt("Speeding up at " + numberText(m.acceleration.v * share, 2) + "\u00a0m/s² makes it", {{t + "acceleration_m_s2", typed(numberText(m.acceleration.v * share, 2) + "m/s2")}}, 0);
}

void Search::slot() {
    const auto e = evaluate(m);
    const auto &s = e.state;
    if (!(s.needInward == s.needInward) || !m.slotFrom.known() || !m.slotTo.known()) return;
    const double from = std::floor((m.slotFrom.v + s.slotInward - s.needInward) * 1e3);
    const double to = std::ceil((m.slotTo.v - s.slotOutward + s.needOutward) * 1e3);
    std::vector<Patch> p;
    std::string words = "File the slot";
    if (s.slotInward < s.needInward) {
        p.push_back({d + "belt/slot_from_mm", typed(numberText(from, 5) + "mm")});
        words += " in to " + numberText(from, 5);
    }
    if (s.slotOutward < s.needOutward) {
        p.push_back({d + "belt/slot_to_mm", typed(numberText(to, 5) + "mm")});
        words += " out to " + numberText(to, 5);
    }
    if (!p.empty()) attempt(words + ":", std::move(p), 0);
}

void Search::brakes() {
    if (!m.vertical) return;
    const double need = 2 * m.weightAlong() * m.lead.v / (2 * pi);
    struct Brake {
        double torque, price;
    };
    // Generic power-off brakes, prices assumed.
    for (const auto &b : {Brake{0.6, 64}, Brake{1.2, 78}, Brake{2.4, 95}, Brake{5, 130}, Brake{10, 180}, Brake{20, 260}})
        if (b.torque >= need) {
            attempt("A brake of " + numberText(b.torque, 2) + "\u00a0N·m on the screw makes it",
                    {{d + "brake/torque_Nm", typed(numberText(b.torque, 2) + " N m", "catalogue")}, {d + "brake/where", "screw"}, {d + "brake/delay_s", typed("0.05s", "catalogue")}}, m.hasBrake ? b.price * 0.5 : b.price);
            break;
        }
}

void Search::microsteps() {
    for (int u : {8, 10, 4, 5, 2})
        if (u < m.microsteps) attempt(std::to_string(u) + " microsteps make it", {{d + "drive/microsteps", typed(std::to_string(u))}}, 0);
}

void Search::current() {
    if (!m.rated.known()) return;
    const double most = std::sqrt(2.0) * m.rated.v;
    const double now = m.drivePeak.v;
    for (double share : {0.8, 0.9, 1.0}) {
        const double a = std::floor(most * share * 10) / 10;
        if (std::fabs(a - now) < 0.05 || (m_finding.id == CheckId::C04) != (a < now)) continue;
        attempt("Drive set to " + numberText(a, 2) + "\u00a0A peak makes it", {{d + "drive/current_A", typed(numberText(a, 2) + "A")}, {d + "drive/current_kind", "peak"}}, 0);
    }
}

std::vector<Mend> Search::run() {
    using I = CheckId;
    switch (m_finding.id) {
    // More current would help too, but it warms the motor, and warmth is not judged yet: not offered here.
    case I::C01: case I::C02: ratios(); voltages(); speeds(); accelerations(); break;
    case I::C08: ratios(); accelerations(); break;
    case I::C03: case I::M4: ratios(); voltages(); speeds(); break;
    case I::C06: case I::P4: case I::M5: ratios(); break;
    case I::C04: current(); break;
    case I::C17: case I::C18: voltages(); break;
    case I::C24: microsteps(); ratios(); speeds(); break;
    case I::B1: case I::B3: case I::B15: case I::B4: speeds(); break;
    case I::M6: accelerations(); speeds(); break;
    case I::M8: case I::M9: case I::M10: brakes(); break;
    case I::TR01: case I::TR02: case I::TR50: case I::TR06: belts(); break;
    case I::TR13: slot(); belts(); break;
    case I::TR03: case I::TR05: case I::TR07: ratios(); break;
    default: break;
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

std::vector<Mend> findMends(const Json &project, const AxisModel &m, const Finding &f) {
    if (f.verdict == Verdict::Holds) return {};
    return Search(project, m, f).run();
}

} // namespace lw
