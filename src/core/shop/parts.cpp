#include "shop/parts.h"
#include "proof/mends.h"
#include "shop/catalogue.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

std::string_view stateCode(PartState s) {
    constexpr std::string_view codes[] = {"idea", "ordered", "arrived", "fitted", "dropped"};
    return codes[static_cast<std::size_t>(s)];
}

namespace {
PartState stateFrom(const std::string &c) {
    for (auto s : {PartState::Idea, PartState::Ordered, PartState::Arrived, PartState::Fitted, PartState::Dropped})
        if (stateCode(s) == c) return s;
    return PartState::Idea;
}

struct Wanted {
    std::string ref, text, category, source;
    double price;
    bool exact; ///< the text itself says what fits: a stored line that differs no longer matches
};

std::vector<Wanted> wantedParts(const AxisModel &m, const AxisState &) {
    const auto &cat = shippedCatalogue();
    std::vector<Wanted> out;
    auto n = [](double v, int digits = 3) { return numberText(v, digits); };
    if (m.hasMotor) {
        const std::string size = m.face.known() ? n(m.face.v * 1e3) + " mm" : "";
        double price = notKnown;
        for (const auto &c : cat.motors)
            if (m.holding.known() && std::fabs(c.holding - m.holding.v) < 0.1 * m.holding.v && (!m.face.known() || std::fabs(c.face - m.face.v * 1e3) < 3)) price = c.price;
        out.push_back({"motor", "Stepper " + size + ", " + n(m.holding.v) + " N·m" + (m.closedLoop ? ", with encoder" : ""), "drive", "buy", price, false});
        out.push_back({"drive", "Stepper drive " + (m.voltLimit.known() ? n(m.voltLimit.v) + " V" : std::string()) + (m.closedLoop ? ", closed loop" : ""), "drive", "buy", 38, false});
    }
    if (m.supply.known()) out.push_back({"supply", "Supply " + n(m.supply.v) + " V" + (m.supplyPower.known() ? " " + n(m.supplyPower.v) + " W" : ""), "electrical", "buy", 29, false});
    if (m.belt) {
        auto pulley = [&](const AxisModel::Pulley &p, const char *ref) {
            if (p.teeth < 1 || !p.profile) return;
            const std::string width = p.beltWidth.known() ? "-" + n(p.beltWidth.v * 1e3) : "";
            out.push_back({ref, "Pulley " + std::string(p.profile->name) + width + ", " + std::to_string(p.teeth) + " T" + (p.bore.empty() ? "" : ", bore " + p.bore), "drive", "buy", cat.pulleyPrice(p.profile->name, p.teeth), true});
        };
        pulley(m.small, "small_pulley");
        if (m.beltRead && m.beltRead->profile && m.beltRead->lengthMm)
            out.push_back({"belt", m.beltRead->lengthInch ? std::string(m.beltRead->profile->name) + " belt, " + m.beltCode : "Belt " + std::string(m.beltRead->profile->name) + (m.beltWidth.known() ? "-" + n(m.beltWidth.v * 1e3) : "") + ", " + n(*m.beltRead->lengthMm, 4), "drive", "buy", cat.beltPrice(m.beltRead->profile->name, *m.beltRead->lengthMm), true});
        pulley(m.large, "large_pulley");
        out.push_back({"cover", "Belt cover, sheet", "safety", "make", 0, false});
    } else if (m.hasMotor) {
        out.push_back({"coupling", "Coupling" + (m.couplingBoreMotor.empty() ? "" : " " + m.couplingBoreMotor + " to " + m.couplingBoreScrew), "drive", "buy", 34, false});
    }
    if (!m.fixedKind.empty() || m.bearingBore.known())
        out.push_back({"fixed_end", (m.fixedKind.empty() ? "Thrust bearings" : m.fixedKind) + (m.bearingBore.known() ? ", bore " + n(m.bearingBore.v * 1e3) : ""), "mechanical", "buy", m.ballScrew() ? 29.0 : 44.0, false});
    if (!m.farKind.empty() && m.farKind != "free" && m.ends != Ends::FixedFree) out.push_back({"far_end", "Far end: " + m.farKind, "mechanical", "buy", m.ballScrew() ? 29.0 : 6.0, false});
    if (m.hasScrew) {
        const double length = m.threadLength.known() ? m.threadLength.v * 1e3 : notKnown;
        const std::string l = length == length ? ", " + n(length, 4) + " of thread" : "";
        if (m.ballScrew()) out.push_back({"screw", "Ball screw " + m.thread.name + l + ", with nut", "mechanical", "buy", length == length ? cat.screwPrice(m.thread.name, length) : notKnown, false});
        else {
            out.push_back({"screw", "Screw " + m.thread.name + l, "mechanical", "have", 0, false});
            if (!m.nutKind.empty()) out.push_back({"nut", m.nutKind, "mechanical", "make", 0, false});
        }
    }
    if (m.hasBrake) out.push_back({"brake", "Power-off brake " + n(m.brakeTorque.v) + " N·m" + (m.brakeOnScrew ? ", on the screw" : ", on the motor"), "mechanical", "buy", 64, false});
    if (m.hasMotor) out.push_back({"switches", "Home and limit switches, cable", "electrical", "buy", 8, false});
    return out;
}

std::string text(const Json &o, const char *key, std::string other = {}) {
    const auto it = o.find(key);
    return it != o.end() && it->is_string() ? it->get<std::string>() : other;
}
} // namespace

std::vector<PartLine> partLines(const Json &project, std::span<const DesignedAxis> axes) {
    std::vector<PartLine> out;
    const Json parts = project.contains("parts") && project["parts"].is_object() ? project["parts"] : Json::object();
    auto fill = [&](PartLine &line, const Json &stored) {
        line.source = text(stored, "source", line.source);
        line.category = text(stored, "category", line.category);
        line.from = text(stored, "from");
        line.note = text(stored, "note");
        line.state = stateFrom(text(stored, "state", "idea"));
        const std::string p = "/parts/" + line.key + "/";
        if (const auto k = knownAt(project, p + "price"); k.known()) {
            line.price = k.v;
            line.priceAssumed = k.assumed();
        }
        if (const auto k = knownAt(project, p + "qty"); k.known()) line.quantity = static_cast<int>(std::min(k.v, 1e6));
        if (const auto k = knownAt(project, p + "lead_days"); k.known()) line.leadDays = static_cast<int>(k.v);
    };
    std::vector<std::string> used;
    for (const auto &designed : axes) {
        const std::string &axis = designed.model->id;
        for (const auto &w : wantedParts(*designed.model, *designed.state)) {
            PartLine line;
            line.key = axis + "-" + w.ref;
            line.axis = axis;
            line.text = w.text;
            line.designRef = w.ref;
            line.category = w.category;
            line.source = w.source;
            line.price = w.price;
            line.priceAssumed = true;
            line.derived = true;
            if (parts.contains(line.key) && parts[line.key].is_object()) {
                const auto stored = text(parts[line.key], "text");
                fill(line, parts[line.key]);
                if (!stored.empty() && stored != w.text) {
                    if (w.exact) {
                        line.matches = false;
                        line.wanted = w.text;
                    }
                    line.text = stored;
                }
                used.push_back(line.key);
            }
            out.push_back(std::move(line));
        }
        for (const auto &[key, stored] : parts.items()) {
            if (!stored.is_object() || text(stored, "axis") != axis || std::find(used.begin(), used.end(), key) != used.end()) continue;
            PartLine line;
            line.key = key;
            line.axis = axis;
            line.text = text(stored, "text", "Part");
            line.source = "buy";
            line.designRef = text(stored, "design_ref");
            fill(line, stored);
            out.push_back(std::move(line));
        }
    }
    return out;
}

std::vector<PartLine> partLines(const Json &project) {
    std::vector<std::pair<AxisModel, AxisState>> read;
    for (const auto &axis : axisOrder(project)) {
        auto m = readAxis(project, axis, shownDesign(project, axis));
        auto state = evaluate(m).state;
        read.emplace_back(std::move(m), std::move(state));
    }
    std::vector<DesignedAxis> designed;
    for (const auto &[m, state] : read) designed.push_back({&m, &state});
    return partLines(project, designed);
}

PartTotals partTotals(const Json &project, const std::vector<PartLine> &lines) {
    PartTotals t;
    CostInput in;
    const auto currency = project.contains("currency") && project["currency"].is_string() ? project["currency"].get<std::string>() : "EUR";
    in.digits[currency] = 2;
    in.basePerUnit[currency] = {1, 1};
    const auto budget = knownAt(project, "/budget");
    if (budget.known()) in.budget = std::llround(std::min(budget.v, 1e12) * 100);
    if (const auto c = knownAt(project, "/contingency"); c.known()) in.contingency = fromDecimal(std::round(c.v * 1e6) / 1e6).value_or(Fraction{15, 100});
    int n = 0;
    for (const auto &l : lines) {
        if (l.state == PartState::Dropped) continue;
        ++t.all;
        const bool here = l.state == PartState::Arrived || l.state == PartState::Fitted;
        t.inHand += here;
        if (!(l.price == l.price)) {
            ++t.unpriced;
            continue;
        }
        const std::string id = std::to_string(n++);
        in.lines.push_back({id, id, currency, std::max(0, l.quantity), 0, 0, 1, std::llround(std::min(l.price, 1e9) * 100), l.state});
        in.orders.push_back({id, currency, 0, {0, 1}});
    }
    if (const auto r = rollUpCost(in)) {
        t.committed = static_cast<double>(r->committed) / 100;
        t.remaining = static_cast<double>(r->remaining) / 100;
        t.contingency = static_cast<double>(r->contingency) / 100;
        t.forecast = static_cast<double>(r->forecast) / 100;
        using V = CostTotals::Verdict;
        if (budget.known()) t.verdict = r->verdict == V::Pass ? Verdict::Holds : r->verdict == V::Attention ? Verdict::Watch : Verdict::Fails;
    }
    if (budget.known()) t.budget = budget.v;
    return t;
}

std::string partsCsv(const std::vector<PartLine> &lines, const std::string &currency) {
    std::string out = "id,axis,category,text,design_ref,source,qty_need,price,price_standing,currency,supplier,lead_days,status,note\r\n";
    for (const auto &l : lines) {
        char price[40] = "";
        if (l.price == l.price) std::snprintf(price, sizeof price, "%.2f", l.price);
        out += csvText(l.key) + "," + csvText(l.axis) + "," + csvText(l.category) + "," + csvText(l.text) + "," + csvText(l.designRef) + "," + csvText(l.source) + "," + std::to_string(l.quantity) + "," + price + "," +
               (l.price == l.price ? (l.priceAssumed ? "assumed" : "stated") : "") + "," + csvText(currency) + "," + csvText(l.from) + "," + (l.leadDays >= 0 ? std::to_string(l.leadDays) : "") + "," + std::string(stateCode(l.state)) + "," + csvText(l.note) + "\r\n";
    }
    return out;
}

} // namespace lw
