#include "shop/parts.h"
#include "units/plain_number.h"
#include "machine/fields.h"
#include "catalogue/catalogue.h"
#include "catalogue/csv.h"
#include "drive/stepper.h"
#include "proof/checks/plate_of.h"
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

std::string n(double v, int digits = 3) { return numberText(v, digits); }

/// Key of a stage's part: plain for the first of its kind, so that lists kept before a second was added still match.
std::string stageRef(const AxisModel &m, std::size_t place, const std::string &part) {
    std::size_t before = 0;
    for (std::size_t k = 0; k < place; ++k)
        before += m.stages[k].stage.index() == m.stages[place].stage.index();
    return before == 0 ? part : part + "_" + std::to_string(before + 1);
}

void addBeltParts(const AxisModel &m, const ToothedBelt &b, std::size_t place, std::vector<PartAsked> &out) {
    const auto &cat = catalogueInUse();
    const auto pulley = [&](const Pulley &p, const char *ref) {
        if (p.teeth < 1 || !p.profile) return;
        const std::string width = p.beltWidth.known() ? "-" + n(p.beltWidth.v * 1e3) : "";
        out.push_back({stageRef(m, place, ref),
                       "Pulley " + std::string(p.profile->name) + width + ", " + std::to_string(p.teeth) + " T" +
                           (p.bore.empty() ? "" : ", bore " + p.bore.text),
                       "drive", "buy", cat.pulleyPrice(p.profile->name, p.teeth), true});
        if (p.hub != "bush" || p.bush.empty()) return;
        const auto *bush = p.bore.known() ? cat.bushOf(p.bush, p.bore.nominal * 1e3) : nullptr;
        out.push_back({stageRef(m, place, std::string(ref) + "_bush"),
                       "Taper bush " + p.bush + (p.bore.empty() ? "" : ", bore " + p.bore.text), "drive", "buy",
                       bush ? bush->price : notKnown, true});
    };
    pulley(b.driver, "small_pulley");
    if (const auto *profile = b.beltProfileRead(); profile && b.read->lengthMm)
        out.push_back({stageRef(m, place, "belt"),
                       b.read->lengthInch
                           ? std::string(profile->name) + " belt, " + b.beltText
                           : "Belt " + std::string(profile->name) + (b.width.known() ? "-" + n(b.width.v * 1e3) : "") +
                                 ", " + n(*b.read->lengthMm, 4),
                       "drive", "buy", cat.beltPrice(profile->name, *b.read->lengthMm), true});
    pulley(b.driven, "large_pulley");
    if (b.idler.said)
        out.push_back({stageRef(m, place, "idler"),
                       std::string(b.idler.inside ? "Toothed idler" : "Smooth idler") +
                           (b.idler.diameter.known() ? " " + n(b.idler.diameter.v * 1e3) + " mm" : std::string()) +
                           " on two ball bearings, its bolt in a slot",
                       "drive", "buy", notKnown, false});
    if (place > 0 || !m.facePlate(PlateKind::Cover)) // else it stands with the plates, to its size
        out.push_back({stageRef(m, place, "cover"), "Belt cover, sheet", "safety", "make", 0, false});
}

void addGearParts(const AxisModel &m, const Gears &g, std::size_t place, std::vector<PartAsked> &out) {
    for (const std::size_t side : {0, 1}) {
        const auto &wheel = g.wheel(side);
        if (wheel.teeth < 1 || !g.module.known()) continue;
        const auto *row = catalogueInUse().gearOf(g.module.v * 1e3, wheel.teeth);
        out.push_back({stageRef(m, place, side == 0 ? "driving_gear" : "driven_gear"),
                       "Gear module " + n(g.module.v * 1e3) + ", " + std::to_string(wheel.teeth) + " T" +
                           (wheel.material ? ", " + std::string(wheel.material->name) : std::string()) +
                           (wheel.bore.empty() ? "" : ", bore " + wheel.bore.text),
                       "drive", "buy", row ? row->price : notKnown, true});
    }
    out.push_back({stageRef(m, place, "gear_cover"), "Gear cover, sheet", "safety", "make", 0, false});
}
void addRibbedParts(const AxisModel &m, const RibbedBelt &b, std::size_t place, std::vector<PartAsked> &out) {
    const std::string grooves =
        b.read ? std::to_string(b.read->ribs) + " grooves " + std::string(b.section()->name) : "";
    for (const std::size_t side : {0, 1})
        if (const auto &d = side == 0 ? b.driver : b.driven; d.known())
            out.push_back({stageRef(m, place, side == 0 ? "small_pulley" : "large_pulley"),
                           "Ribbed pulley, " + n(d.v * 1e3, 4) + " effective" + (grooves.empty() ? "" : ", " + grooves),
                           "drive", "make", 0, false});
    if (b.read)
        out.push_back({stageRef(m, place, "belt"), "Ribbed belt " + b.beltText, "drive", "buy", notKnown, true});
    out.push_back({stageRef(m, place, "cover"), "Belt cover, sheet", "safety", "make", 0, false});
}
} // namespace

namespace {
/// Of the cheapest drive listed that takes the voltage its own limit says, and the current it is set to.
double drivePrice(const AxisModel &m) {
    if (const auto *servo = m.servo()) {
        const auto *row = catalogueInUse().servoDriveFor(
            voltageUse * m.drive.voltLimit.v, m.drive.peak.v / (servo->brushed ? 1 : std::sqrt(2.0)), servo->brushed);
        return row ? row->price : notKnown;
    }
    const auto *row = catalogueInUse().driveFor(voltageUse * m.drive.voltLimit.v, m.drive.peak.v, m.closedLoop());
    return row ? row->price : notKnown;
}
} // namespace

std::vector<std::string> partsStillOpen(const AxisModel &m) {
    std::vector<std::string> out;
    if (!m.hasMotor()) out.emplace_back("motor");
    if (!m.supply.voltage.known()) out.emplace_back("supply");
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        if (const auto *b = m.stageAs<ToothedBelt>(k)) {
            if (!b->toothed() || !b->driver.profile) out.emplace_back("pulleys");
            if (!b->beltProfileRead()) out.emplace_back("belt");
        }
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        if (const auto *r = m.stageAs<Reducer>(k); r && r->stated.num <= 0)
            out.emplace_back("reducer");
        else if (const auto *g = m.stageAs<Gears>(k); g && !(g->toothed() && g->module.known()))
            out.emplace_back("gears");
        else if (const auto *b = m.stageAs<RibbedBelt>(k); b && !(b->read && b->sized()))
            out.emplace_back("ribbed belt");
    if (!m.wheel() && !m.keepsScrew && !m.screw().named) out.emplace_back("screw");
    return out;
}

std::vector<std::string> leftOutOfList(const std::vector<PartLine> &lines) {
    // what every conversion needs and no design says: held against the words of the lines
    static const std::pair<const char *, std::vector<std::string_view>> needs[] = {
        {"motor mount", {"motor plate", "mount", "motor bracket"}},
        {"controller", {"controller", "motion card", "breakout"}},
        {"stop button", {"stop button", "emergency", "e-stop"}},
        {"cable chain", {"cable chain", "drag chain", "cable carrier"}}};
    std::vector<std::string> out;
    for (const auto &[name, words] : needs) {
        const bool listed = std::any_of(lines.begin(), lines.end(), [&](const PartLine &l) {
            std::string t;
            for (char c : l.text)
                t += lowerCase(c);
            return l.state != PartState::Dropped && std::any_of(words.begin(), words.end(), [&](std::string_view w) {
                       return t.find(w) != std::string::npos;
                   });
        });
        if (!listed) out.emplace_back(name);
    }
    return out;
}

std::vector<PartAsked> partsAsked(const AxisModel &m, const AxisState &s) {
    const auto &cat = catalogueInUse();
    std::vector<PartAsked> out;
    const auto priceOf = [](const auto *row) { return row ? row->price : notKnown; };
    if (const auto *servo = m.servo()) {
        const std::string size = servo->face.known() ? n(servo->face.v * 1e3) + " mm" : "";
        const auto *row =
            cat.servoLike(servo->face.v * 1e3, servo->continuous.v, servo->torqueConstant.v, servo->brushed);
        out.push_back({"motor",
                       "Servo " + size + (servo->brushed ? " with brushes, " : ", ") + n(servo->continuous.v) + " N·m",
                       "drive", "buy", priceOf(row), false});
        out.push_back({"drive",
                       "Servo drive" + (servo->brushed ? std::string(" for brushes") : std::string()) +
                           (m.drive.voltLimit.known() ? " " + n(m.drive.voltLimit.v) + " V" : std::string()),
                       "drive", "buy", drivePrice(m), false});
    } else if (m.hasMotor()) {
        const std::string size = m.motorBody().face.known() ? n(m.motorBody().face.v * 1e3) + " mm" : "";
        const auto &stepper = m.stepper();
        const double price =
            priceOf(cat.motorLike(stepper.face.v * 1e3, stepper.holding.v, stepper.rated.v, m.closedLoop()));
        out.push_back(
            {"motor",
             "Stepper " + size + ", " + n(m.stepper().holding.v) + " N·m" + (m.closedLoop() ? ", with encoder" : ""),
             "drive", "buy", price, false});
        out.push_back({"drive",
                       "Stepper drive " + (m.drive.voltLimit.known() ? n(m.drive.voltLimit.v) + " V" : std::string()) +
                           (m.closedLoop() ? ", closed loop" : ""),
                       "drive", "buy", drivePrice(m), false});
    }
    if (m.supply.voltage.known())
        out.push_back({"supply",
                       "Supply " + n(m.supply.voltage.v) + " V" +
                           (m.supply.power.known() ? " " + n(m.supply.power.v) + " W" : ""),
                       "electrical", "buy", priceOf(cat.supplyFor(m.supply.voltage.v, m.supply.power.v)), false});
    if (m.motorBody().outboard.known()) {
        const double d = m.motorBody().shaft.known() ? m.motorBody().shaft.nominal * 1e3 : notKnown;
        out.push_back({"outboard",
                       "Outboard bearing" + (d == d ? " for " + n(d) + " mm" : std::string()) +
                           ", its ring free to slide, in a plate of its own",
                       "mechanical", "buy", d == d ? priceOf(cat.endFor("far", d)) : notKnown, false});
    }
    for (std::size_t k = 0; k < m.stages.size(); ++k) {
        if (const auto *b = m.stageAs<ToothedBelt>(k))
            addBeltParts(m, *b, k, out);
        else if (const auto *g = m.stageAs<Gears>(k))
            addGearParts(m, *g, k, out);
        else if (const auto *r = m.stageAs<RibbedBelt>(k))
            addRibbedParts(m, *r, k, out);
        else if (const auto *c = m.stageAs<Coupling>(k); c && m.hasMotor())
            out.push_back({stageRef(m, k, "coupling"),
                           "Coupling" + (c->boreIn.empty() ? "" : " " + c->boreIn.text + " to " + c->boreOut.text),
                           "drive", "buy",
                           priceOf(cat.couplingFor(std::max(c->boreIn.known() ? c->boreIn.nominal * 1e3 : 0,
                                                            c->boreOut.known() ? c->boreOut.nominal * 1e3 : 0),
                                                   m.servo() ? m.servo()->peak.v : m.stepper().holding.v)),
                           false});
    }
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        if (const auto *r = m.stageAs<Reducer>(k))
            out.push_back(
                {stageRef(m, k, "reducer"),
                 (r->kindCode.empty() ? std::string("Reducer ") : std::string(r->kind().name) + " reducer ") +
                     (r->stated.num > 0 ? r->ratioText : "?"),
                 "drive", "buy",
                 r->stated.num > 0 ? priceOf(cat.reducerFor(r->kindCode, r->stated.value(), r->lasting.v)) : notKnown,
                 false});
    for (std::size_t k = 0; k + 1 < m.stages.size(); ++k) { // between two that pull it aside stands a shaft of its own
        if (!besideEachOther(m.stages[k].stage) || !besideEachOther(m.stages[k + 1].stage)) continue;
        const auto *behind = seatOf(m.stages[k + 1].stage, 0).bore, *in = seatOf(m.stages[k].stage, 1).bore;
        const auto &seat = behind->known() ? *behind : *in;
        const auto *bearing = seat.known() ? cat.endFor("far", seat.nominal * 1e3) : nullptr;
        out.push_back({stageRef(m, k, "layshaft"),
                       "Layshaft" + (seat.known() ? " " + n(seat.nominal * 1e3) + " mm" : "") +
                           " on two ball bearings, bar and blocks",
                       "mechanical", "buy", bearing ? 2 * bearing->price : notKnown, false});
    }
    if (const auto *rack = m.rack(); rack && rack->sized() && !m.keepsScrew) {
        const auto *row = cat.rackOf(rack->module.v * 1e3);
        const auto *pinion = cat.gearOf(rack->module.v * 1e3, rack->teeth);
        const double length = m.travel.known() ? m.travel.v + 0.1 : notKnown; // the pinion runs off neither end
        out.push_back({"rack",
                       "Rack module " + n(rack->module.v * 1e3) +
                           (length == length ? ", " + n(length * 1e3, 4) + " long" : std::string()),
                       "mechanical", "buy", row && length == length ? std::round(row->perMetre * length) : notKnown,
                       false});
        out.push_back({"pinion", "Pinion module " + n(rack->module.v * 1e3) + ", " + std::to_string(rack->teeth) + " T",
                       "mechanical", "buy", pinion ? pinion->price : notKnown, false});
    }
    for (const auto kind : plateKinds) {
        const auto *said = m.plateSaid(kind);
        const auto plate = said ? plateOfAxis(m, s, kind) : std::nullopt;
        if (!plate) continue;
        static constexpr std::string_view ids[] = {"plate", "block", "bracket", "cover"};
        const bool posts = kind == PlateKind::Motor && m.plate->postLength.known();
        out.push_back({std::string(ids[std::size_t(kind)]),
                       std::string(plateName(kind).title) + ", " + said->materialWords() + ", saw to " +
                           n(plate->sawWidth * 1e3, 4) + " × " + n(plate->sawHeight * 1e3, 4) + " × " +
                           n(plate->thickness * 1e3) +
                           (posts ? "; four posts " + n(m.plate->postLength.v * 1e3) + " long" : std::string()),
                       kind == PlateKind::Cover ? "safety" : "mechanical", "make", 0, false});
    }
    // a bearing pair for a seat that is there, or the end block of a new screw
    const auto *pairRow = cat.bearingNamed(m.screw().fixedKind);
    if (!m.screw().fixedKind.empty() || m.screw().bearingBore.known())
        out.push_back({"fixed_end",
                       (m.screw().fixedKind.empty() ? "Thrust bearings" : m.screw().fixedKind) +
                           (m.screw().bearingBore.known() ? ", bore " + n(m.screw().bearingBore.v * 1e3) : ""),
                       "mechanical", "buy",
                       pairRow        ? pairRow->price
                       : m.keepsScrew ? 44.0
                                      : priceOf(cat.endFor("fixed", m.screw().bearingBore.v * 1e3)),
                       false});
    if (!m.screw().farKind.empty() && m.screw().farKind != "free" && m.screw().ends != Ends::FixedFree)
        out.push_back(
            {"far_end", "Far end: " + m.screw().farKind, "mechanical", "buy",
             m.keepsScrew ? 6.0 : priceOf(cat.endFor("far", std::max(8.0, m.screw().bearingBore.v * 1e3 - 2))), false});
    if (m.screw().named) {
        const double length = m.screw().threadLength.known() ? m.screw().threadLength.v * 1e3 : notKnown;
        const std::string l = length == length ? ", " + n(length, 4) + " of thread" : "";
        const auto &name = m.screw().thread.name;
        const auto *nut = cat.nutNamed(m.screw().nutKind); // one of the list is a line of its own
        if (m.ballScrew() || !m.keepsScrew) {
            const bool preloaded = m.screw().preload.v > 0;
            out.push_back({"screw",
                           (m.ballScrew() ? "Ball screw " : "Screw ") + name + l +
                               (nut         ? ""
                                : preloaded ? ", with preloaded nut"
                                            : ", with nut"),
                           "mechanical", "buy",
                           length != length ? notKnown
                           : nut            ? cat.screwPrice(name, length, SoldNut::None)
                                 : cat.screwPrice(name, length, preloaded ? SoldNut::Preloaded : SoldNut::Single),
                           false});
            if (nut) out.push_back({"nut", nut->name, "mechanical", "buy", nut->price, true});
        } else {
            out.push_back({"screw", "Screw " + name + l, "mechanical", "have", 0, false});
            if (!m.screw().nutKind.empty())
                out.push_back({"nut", m.screw().nutKind, "mechanical", nut ? "buy" : "make", nut ? nut->price : 0,
                               nut != nullptr});
        }
    }
    if (m.hasBrake)
        out.push_back(
            {"brake",
             "Power-off brake " + n(m.brakeTorque.v) + " N·m" + (m.brakeOnScrew ? ", on the screw" : ", on the motor"),
             "mechanical", "buy", priceOf(cat.brakeFor(m.brakeTorque.v)), false});
    if (m.bumperStroke.known())
        out.push_back(
            {"bumpers", "Bumpers, a pair, " + n(m.bumperStroke.v * 1e3) + " mm stroke", "mechanical", "buy", 9, false});
    if (m.hasMotor()) out.push_back({"switches", "Home and limit switches, cable", "electrical", "buy", 8, false});
    return out;
}

namespace {
std::string isoCurrency(const std::string &unit) {
    return unit == "€" ? "EUR" : unit == "$" ? "USD" : unit == "£" ? "GBP" : unit;
}
std::string text(const Json &o, const char *key, std::string other = {}) {
    const auto it = o.find(key);
    return it != o.end() && it->is_string() ? it->get<std::string>() : other;
}
} // namespace

StoredParts readStoredParts(const Json &project) {
    StoredParts out;
    const auto *parts = nodeAt(project, "/parts");
    if (!parts || !parts->is_object()) return out;
    static const FieldSpec *const price = fieldAt("/parts/x/price"),
                                  *const instead = fieldAt("/parts/x/substitute_price"),
                                  *const spare = fieldAt("/parts/x/spare"), *const quantity = fieldAt("/parts/x/qty"),
                                  *const lead = fieldAt("/parts/x/lead_days");
    for (const auto &[key, stored] : parts->items()) {
        if (!stored.is_object()) continue;
        PartLine line;
        line.key = key;
        line.axis = text(stored, "axis");
        line.text = text(stored, "text");
        line.source = text(stored, "source");
        line.category = text(stored, "category");
        line.from = text(stored, "from");
        line.note = text(stored, "note");
        line.designRef = text(stored, "design_ref");
        line.order = text(stored, "order");
        line.needBy = text(stored, "need_by");
        line.substitute = text(stored, "substitute");
        line.state = stateFrom(text(stored, "state", "idea"));
        auto known = [&](const char *name, const FieldSpec *field) {
            const auto it = stored.find(name);
            return it == stored.end() || it->is_null() ? Known{} : knownOf(*it, *field);
        };
        if (const auto k = known("price", price); k.known()) {
            line.price = k.v;
            line.priceAssumed = k.assumed();
            if (const auto typed = readTyped(text(stored["price"], "typed"), Dimension::Money, "EUR");
                typed && !typed->unit.empty())
                line.currency = isoCurrency(typed->unit);
        }
        line.substitutePrice = known("substitute_price", instead).v;
        if (const auto k = known("spare", spare); k.known()) line.spare = static_cast<int>(std::min(k.v, 1e6));
        line.quantity = -1; // not typed
        if (const auto k = known("qty", quantity); k.known()) line.quantity = static_cast<int>(std::min(k.v, 1e6));
        if (const auto k = known("lead_days", lead); k.known()) line.leadDays = static_cast<int>(k.v);
        out.lines.emplace(key, std::move(line));
    }
    return out;
}

std::vector<PartLine> partLines(const StoredParts &stored, std::span<const DesignedAxis> axes, bool loose) {
    std::vector<PartLine> out;
    out.reserve(stored.lines.size() + 16 * axes.size());
    std::map<std::string, std::vector<const PartLine *>, std::less<>> byAxis;
    for (const auto &[key, line] : stored.lines)
        byAxis[line.axis].push_back(&line);
    std::vector<std::string_view> used;
    std::map<std::string, std::string> supplied; // the axis whose line pays for a supply
    for (const auto &designed : axes) {
        const std::string &axis = designed.model->id;
        used.clear();
        for (auto &w : partsAsked(*designed.model, *designed.state)) {
            if (w.ref == "supply")
                if (const auto [it, first] = supplied.emplace(designed.model->supply.id, axis); !first) {
                    w.text += ", shared with " + it->second;
                    w.source = "have";
                    w.price = 0;
                }
            PartLine line;
            const std::string key = axis + "-" + w.ref;
            if (const auto it = stored.lines.find(key); it != stored.lines.end()) {
                line = it->second;
                used.push_back(it->first);
            } else
                line.quantity = -1;
            line.key = key;
            line.axis = axis;
            if (!line.text.empty() && line.text != w.text && w.exact) {
                line.matches = false;
                line.wanted = w.text;
            }
            if (line.text.empty()) line.text = w.text;
            line.designRef = w.ref;
            if (line.category.empty()) line.category = w.category;
            if (line.source.empty()) line.source = w.source;
            if (!(line.price == line.price)) {
                line.price = w.price;
                line.priceAssumed = true;
            }
            if (line.quantity < 0) line.quantity = 1;
            line.derived = true;
            out.push_back(std::move(line));
        }
        auto own = [&](const PartLine *kept) {
            if (std::find(used.begin(), used.end(), kept->key) != used.end()) return;
            PartLine line = *kept;
            if (line.text.empty()) line.text = "Part";
            if (line.source.empty()) line.source = "buy";
            if (line.quantity < 0) line.quantity = 1;
            out.push_back(std::move(line));
        };
        for (const auto *line : byAxis[axis])
            own(line);
        byAxis.erase(axis);
    }
    if (loose)
        for (const auto &[axis, lines] : byAxis)
            for (const auto *line : lines) {
                if (axis.empty() && std::any_of(axes.begin(), axes.end(), [&](const auto &a) {
                        return line->key.starts_with(a.model->id + "-");
                    }))
                    continue; // a design's line that is not asked for now
                PartLine own = *line;
                own.axis.clear();
                if (own.text.empty()) own.text = "Part";
                if (own.source.empty()) own.source = "buy";
                if (own.quantity < 0) own.quantity = 1;
                out.push_back(std::move(own));
            }
    return out;
}

std::vector<PartLine> partLines(const Json &project, std::span<const DesignedAxis> axes) {
    return partLines(readStoredParts(project), axes, false);
}

std::vector<PartLine> partLines(const Json &project) {
    std::vector<std::pair<AxisModel, AxisState>> read;
    for (const auto &axis : axisOrder(project)) {
        auto m = readAxis(project, axis, shownDesign(project, axis));
        auto state = evaluate(m).state;
        read.emplace_back(std::move(m), std::move(state));
    }
    std::vector<DesignedAxis> designed;
    for (const auto &[m, state] : read)
        designed.push_back({&m, &state});
    return partLines(readStoredParts(project), designed, true);
}

double currencyRate(const Json &project, const std::string &currency) {
    if (currency.empty() || currency == textAt(project, "/currency", "EUR")) return 1;
    return knownAt(project, "/currencies/" + currency + "/rate").v;
}

std::string PartTotals::openText() const {
    std::string t;
    const std::size_t shown = std::min<std::size_t>(open.size(), 3);
    for (std::size_t k = 0; k < shown; ++k)
        t += (k ? ", " : "") + open[k];
    if (open.size() > shown) t += " and " + std::to_string(open.size() - shown) + " more";
    return t;
}

PartTotals partTotals(const Json &project, const std::vector<PartLine> &lines, std::vector<std::string> open) {
    PartTotals t;
    t.open = std::move(open);
    CostInput in;
    const auto own = textAt(project, "/currency", "EUR");
    in.digits[own] = 2;
    in.basePerUnit[own] = {1, 1};
    const auto budget = knownAt(project, "/budget");
    if (budget.known()) in.budget = std::llround(std::min(budget.v, 1e12) * 100);
    if (const auto c = knownAt(project, "/contingency"); c.known())
        in.contingency = fromDecimal(std::round(c.v * 1e6) / 1e6).value_or(Fraction{15, 100});
    int n = 0;
    std::map<std::string, std::string> orderCurrency;
    for (const auto &l : lines) {
        if (l.state == PartState::Dropped) continue;
        ++t.all;
        t.inHand += l.state == PartState::Arrived || l.state == PartState::Fitted;
        if (!(l.price == l.price)) {
            ++t.unpriced;
            continue;
        }
        const std::string currency = l.currency.empty() ? own : l.currency;
        if (!in.basePerUnit.contains(currency)) {
            const double rate = currencyRate(project, currency);
            const auto exact = rate == rate && rate > 0 ? fromDecimal(std::round(rate * 1e8) / 1e8)
                                                        : Result<Fraction>(fail(CalcErrorCode::Missing, "rate"));
            if (!exact) {
                t.problem = currency + ": type what one of it is worth in " + own + ".";
                ++t.unpriced;
                continue;
            }
            in.basePerUnit[currency] = *exact;
            in.digits[currency] = currency == "JPY" ? 0 : 2;
        }
        // Lines of one parcel share its carriage and tax; a parcel of two currencies is two.
        std::string order = l.order.empty() ? "line " + std::to_string(n) : l.order;
        if (const auto it = orderCurrency.find(order); it != orderCurrency.end() && it->second != currency)
            order += " " + currency;
        if (orderCurrency.emplace(order, currency).second) {
            CostOrder o{order, currency, 0, {0, 1}};
            const std::string p = "/orders/" + l.order + "/";
            if (!l.order.empty() && order == l.order) {
                if (const auto k = knownAt(project, p + "carriage"); k.known())
                    o.shipping = std::llround(std::min(k.v, 1e9) * (currency == "JPY" ? 1 : 100));
                if (const auto k = knownAt(project, p + "tax"); k.known())
                    o.taxRate = fromDecimal(std::round(k.v * 1e6) / 1e6).value_or(Fraction{0, 1});
            }
            in.orders.push_back(o);
        }
        in.lines.push_back({std::to_string(n++), order, currency, std::max(0, l.quantity), l.spare, 0, 1,
                            std::llround(std::min(l.price, 1e9) * (currency == "JPY" ? 1 : 100)), l.state});
    }
    if (const auto r = rollUpCost(in)) {
        t.committed = static_cast<double>(r->committed) / 100;
        t.remaining = static_cast<double>(r->remaining) / 100;
        t.contingency = static_cast<double>(r->contingency) / 100;
        t.forecast = static_cast<double>(r->forecast) / 100;
        for (const auto &[id, total] : r->orders)
            t.orders[id] = static_cast<double>(total) / 100;
        using V = CostTotals::Verdict;
        if (budget.known())
            t.verdict = r->verdict == V::Pass        ? Verdict::Holds
                        : r->verdict == V::Attention ? Verdict::Watch
                                                     : Verdict::Fails;
        // what is not chosen or has no price can only add to it
        if (t.atLeast() && t.verdict != Verdict::Fails) t.verdict = Verdict::NotKnown;
    }
    if (budget.known()) t.budget = budget.v;
    return t;
}

std::string partsCsv(const std::vector<PartLine> &lines) {
    std::string out = "id,axis,category,text,design_ref,source,qty_need,qty_spare,price,price_standing,currency,order,"
                      "supplier,lead_days,status,note\r\n";
    for (const auto &l : lines) {
        const std::string price = l.price == l.price ? fixedNumber(l.price, 2) : std::string();
        out += csvText(l.key) + "," + csvText(l.axis) + "," + csvText(l.category) + "," + csvText(l.text) + "," +
               csvText(l.designRef) + "," + csvText(l.source) + "," + std::to_string(l.quantity) + "," +
               std::to_string(l.spare) + "," + price + "," +
               (l.price == l.price ? (l.priceAssumed ? "assumed" : "stated") : "") + "," + csvText(l.currency) + "," +
               csvText(l.order) + "," + csvText(l.from) + "," + (l.leadDays >= 0 ? std::to_string(l.leadDays) : "") +
               "," + std::string(stateCode(l.state)) + "," + csvText(l.note) + "\r\n";
    }
    return out;
}

tl::expected<PartsImported, std::string> importParts(const Json &project, std::string_view csv) {
    if (csv.starts_with("\xEF\xBB\xBF")) csv.remove_prefix(3);
    const auto table = readTable(csv);
    if (!table) return tl::unexpected(table.error());
    static const std::map<std::string, std::string, std::less<>> columns{{"id", "id"},
                                                                         {"axis", "axis"},
                                                                         {"category", "category"},
                                                                         {"text", "text"},
                                                                         {"part", "text"},
                                                                         {"design_ref", "design_ref"},
                                                                         {"source", "source"},
                                                                         {"qty_need", "qty"},
                                                                         {"qty", "qty"},
                                                                         {"quantity", "qty"},
                                                                         {"qty_spare", "spare"},
                                                                         {"price", "price"},
                                                                         {"price_standing", "price_standing"},
                                                                         {"currency", "currency"},
                                                                         {"order", "order"},
                                                                         {"supplier", "from"},
                                                                         {"from", "from"},
                                                                         {"lead_days", "lead_days"},
                                                                         {"days", "lead_days"},
                                                                         {"status", "state"},
                                                                         {"state", "state"},
                                                                         {"note", "note"}};
    bool hasText = false;
    for (const auto &name : table->header)
        hasText |= columns.contains(name) && columns.find(name)->second == "text";
    if (!hasText)
        return tl::unexpected(std::string("line 1: no column is called text; the header row names the columns: id, "
                                          "axis, text, qty_need, price, currency, supplier, lead_days, status ..."));
    PartsImported out;
    int fresh = 0;
    for (const auto &row : table->rows) {
        const std::string where = "line " + std::to_string(row.line) + ": ";
        if (row.cells.size() != table->header.size()) {
            out.rejected.push_back(where + std::to_string(row.cells.size()) + " columns, the header has " +
                                   std::to_string(table->header.size()) + ".");
            continue;
        }
        std::map<std::string, std::string> cell;
        std::string note;
        for (std::size_t k = 0; k < row.cells.size(); ++k) {
            std::string v = row.cells[k];
            if (v.size() > 1 && v[0] == '\'' && std::string_view("=+-@\t").find(v[1]) != std::string_view::npos)
                v.erase(0, 1); // our own guard against formulas
            const auto it = columns.find(table->header[k]);
            if (it != columns.end())
                cell[it->second] = v;
            else if (!v.empty())
                note += (note.empty() ? "" : "; ") + table->header[k] + ": " + v;
        }
        if (cell["text"].empty()) {
            out.rejected.push_back(where + "the part has no name.");
            continue;
        }
        std::string id = cell["id"];
        if (id.find_first_of("/~") != std::string::npos) {
            out.rejected.push_back(where + "'" + id + "' cannot be an id: no / and no ~ in it.");
            continue;
        }
        const bool known = !id.empty() && nodeAt(project, "/parts/" + id);
        if (id.empty()) do
                id = "in-" + std::to_string(++fresh);
            while (nodeAt(project, "/parts/" + id));
        Json line = known ? valueAt(project, "/parts/" + id) : Json::object();
        std::string wrong;
        for (const char *key : {"axis", "text", "design_ref", "order", "from"})
            if (!cell[key].empty()) line[key] = cell[key];
        if (const std::string all = cell["note"] + (cell["note"].empty() || note.empty() ? "" : "; ") + note;
            !all.empty())
            line["note"] = all;
        for (const char *key : {"category", "source", "state"}) {
            if (cell[key].empty()) continue;
            const auto choices = choicesOf(*fieldAt(std::string("/parts/x/") + key));
            if (std::none_of(choices.begin(), choices.end(), [&](const auto &c) { return c.code == cell[key]; }))
                wrong = "'" + cell[key] + "' is no " + key + "; " + choices.front().code + ", for one, is.";
            else
                line[key] = cell[key];
        }
        for (const char *key : {"qty", "spare", "price", "lead_days"}) {
            if (cell[key].empty()) continue;
            const auto *f = fieldAt(std::string("/parts/x/") + key);
            std::string typed = cell[key];
            if (std::string_view(key) == "price" && !cell["currency"].empty() &&
                typed.find_first_not_of("0123456789.,") == std::string::npos)
                typed += cell["currency"];
            const auto read = readTyped(typed, f->dimension, f->unit);
            if (!read || read->si < f->hardLeast)
                wrong = std::string(f->label) + " '" + cell[key] +
                        "': " + (read ? "it cannot be below zero." : read.error().sentence);
            else
                line[key] = {{"typed", typed},
                             {"standing", std::string_view(key) == "price" && cell["price_standing"] == "assumed"
                                              ? "assumed"
                                              : "stated"}};
        }
        if (!wrong.empty()) {
            out.rejected.push_back(where + wrong);
            continue;
        }
        ++(known ? out.changed : out.added);
        out.patches.push_back({"/parts/" + id, std::move(line)});
    }
    return out;
}

std::vector<const PartLine *> dearest(const Json &project, const std::vector<PartLine> &lines) {
    std::vector<const PartLine *> out;
    for (const auto &l : lines)
        if (l.state == PartState::Idea && l.source != "have" && l.source != "make" && l.price == l.price && l.price > 0)
            out.push_back(&l);
    auto worth = [&](const PartLine *l) {
        const double rate = currencyRate(project, l->currency);
        return l->price * (rate == rate ? rate : 1) * l->quantity;
    };
    std::stable_sort(out.begin(), out.end(), [&](const auto *a, const auto *b) { return worth(a) > worth(b); });
    return out;
}

std::vector<Patch> matchPatches(const PartLine &line) {
    if (line.matches || line.state != PartState::Idea) return {};
    return {{"/parts/" + line.key + "/text", line.wanted}, {"/parts/" + line.key + "/note", nullptr}};
}

} // namespace lw
