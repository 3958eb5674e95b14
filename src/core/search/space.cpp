#include "search/space.h"
#include "search/tried_axis.h"
#include "drive/power.h"
#include "machine/fields.h"
#include "shop/parts.h"
#include "units/plain_number.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace lw {
using Json = nlohmann::json;

namespace {
/// Builds the choices of one axis on a copy of its part of the job.
class Builder {
public:
    Builder(const Json &project, const std::string &axis, const std::string &design, const Catalogue &catalogue,
            const std::set<std::string> &have, SpaceStages stages = SpaceStages::One)
        : m_catalogue(catalogue), m_have(have), m_stages(stages), d("/axes/" + axis + "/designs/" + design + "/"),
          m_supply(supplyOf(project, axis, design)), m_tried(project, axis, design) {
        // a supply others hang on is not changed behind their back: this design gets one of its own
        const auto *axes = nodeAt(project, "/axes");
        for (const auto &[other, node] : axes->items())
            for (const auto &one : designsOf(project, other))
                if ((other != axis || one != design) && supplyOf(project, other, one) == m_supply)
                    m_supply = axis + "-" + design;
        m_space.base = m_tried.with({});
        m_space.designPointer = d;
        m_space.supply = m_supply;
    }
    SizeSpace build() {
        trains();
        for (std::size_t f = 0; f < m_fits.size(); ++f)
            m_space.reductions.push_back(reductionsFor(m_fits[f].first, m_fits[f].second));
        m_space.screws = screws();
        return std::move(m_space);
    }
    std::vector<ReductionChoice> reductionsFor(double faceMm, double shaftMm);
    std::vector<ScrewChoice> screws();

private:
    template <class Row> double cost(const Row &row) const { return m_have.count(row.name) ? 0 : row.price; }

    void trains();
    /// A stage as it is bought: what it fills in the job, what it costs.
    struct SoldBelt {
        Json stage;
        double price = 0, leadDays = 0;
    };
    [[nodiscard]] std::optional<SoldBelt> soldBelt(const BeltProfile &profile, const CataloguePulley &small,
                                                   const CataloguePulley &large, double least, double boreMm,
                                                   const ToothedBelt *slot) const;
    static std::string teethPair(const CataloguePulley &small, const CataloguePulley &large) {
        return std::to_string(int(small.teeth)) + ":" + std::to_string(int(large.teeth));
    }
    void keep(std::vector<ReductionChoice> &out, ReductionChoice r, Json stages);
    void addBelts(std::vector<ReductionChoice> &out, double faceMm, double shaftMm);
    void addGears(std::vector<ReductionChoice> &out, double faceMm, double shaftMm);
    void addTwoBelts(std::vector<ReductionChoice> &out, double faceMm, double shaftMm);
    void addBrake(ScrewChoice &c);
    void takeScrew(ScrewChoice &c);
    void addRacks(std::vector<ScrewChoice> &out);

    const Catalogue &m_catalogue;
    const std::set<std::string> &m_have;
    SpaceStages m_stages;
    const std::string d;
    std::string m_supply;
    TriedAxis m_tried;
    SizeSpace m_space;
    std::vector<std::pair<double, double>> m_fits; ///< face, shaft
};

void Builder::trains() {
    const auto &base = m_space.base;
    // A supply has to feed the copper loss, warm, and what the axis takes at rapid: 1.25 times their sum over the
    // drive's 0.9 (DERIVED; sliding screw taken for the power, the worst there is).
    const double force = base.pull.v * base.coldFactor.v + base.mass.v * base.acceleration.v;
    const double moving = std::isfinite(force * base.rapid.v) ? force * base.rapid.v / 0.3 : 0;
    const double inside = voltageUse;
    std::map<std::array<double, 6>, std::pair<std::size_t, std::size_t>> classes; // its number, its first train
    /// A motor on a drive, on every supply that suits both.
    const auto offer = [&](const SoldMotor &motor, const SoldDrive &drive, const CatalogueServo *servo, double peak,
                           double copper, bool damping) {
        const std::pair fit{motor.face, motor.shaft};
        auto at = std::find(m_fits.begin(), m_fits.end(), fit);
        if (at == m_fits.end()) at = m_fits.insert(at, fit);
        const double watts = 1.25 * (copper + moving) / driveEfficiency;
        for (const auto &supply : m_catalogue.supplies) {
            if (supply.highest() > drive.voltsMost * inside * (1 + 1e-9) || supply.volts < drive.voltsLeast) continue;
            if (supply.watts < watts) continue;
            TrainChoice c;
            c.motor = &motor;
            c.drive = &drive;
            c.servo = servo;
            c.supply = &supply;
            c.name = motor.name + ", " + drive.name + ", " + supply.name;
            c.price = cost(motor) + cost(drive) + cost(supply);
            c.leadDays = std::max({motor.leadDays, drive.leadDays, supply.leadDays});
            c.peak = peak;
            c.watts = watts;
            c.supplyPrice = cost(supply);
            c.fit = std::size_t(at - m_fits.begin());
            // what any row can see of it
            const double number = servo
                                      ? double(servo - m_catalogue.servos.data()) + double(m_catalogue.motors.size())
                                      : double(static_cast<const CatalogueMotor *>(&motor) - m_catalogue.motors.data());
            const std::array<double, 6> key{
                number, peak, supply.volts, supply.followsMains() ? 1.0 : 0.0, damping ? 1.0 : 0.0, drive.pulseHigh};
            const auto [seen, isNew] = classes.emplace(key, std::pair{classes.size(), m_space.trains.size()});
            c.sameTorque = seen->second.first;
            if (isNew) {
                auto m = m_tried.partWith(trainPatches(d, m_supply, c), &rereadMotor, m_space.base);
                c.model = std::move(m.motor);
                c.settings = std::move(m.drive);
                c.source = std::move(m.supply);
            } else {
                const auto &like = m_space.trains[seen->second.second];
                c.model = like.model;
                c.settings = like.settings;
                c.source = like.source;
                c.settings.voltLimit = {drive.voltsMost, Standing::Catalogue};
                c.source.power = {supply.watts, Standing::Catalogue};
            }
            m_space.trains.push_back(std::move(c));
        }
    };
    for (const auto &motor : m_catalogue.motors) {
        if (motor.shaftBothEnds) continue; // the same motor for more money: picked by hand where a handle is to stay
        for (const auto &drive : m_catalogue.drives) {
            if (drive.closedLoop != motor.encoder || drive.peak < motor.current) continue;
            const double peak = setPeak(drive.peak, motor.current);
            offer(motor, drive, nullptr, peak, hotCopper * peak * peak * motor.resistance, drive.damping);
        }
    }
    for (const auto &servo : m_catalogue.servos) {
        const double rated = servo.continuous / servo.constant; // what it draws all day
        for (const auto &drive : m_catalogue.servoDrives) {
            if (drive.kind != servo.kind || drive.peak < rated) continue;
            const double share = servo.brushed() ? 1 : 1.5; // three phases of half a line's resistance each
            offer(servo, drive, &servo, servoPeak(servo, drive), hotCopper * share * rated * rated * servo.resistance,
                  false);
        }
    }
    m_space.torqueClasses = classes.size();
}

/// Millimetres of hub that must stay round a bore, each side, where a pulley is bored out at home. Common practice.
constexpr double hubWall = 3;
/// Room a motor beside the screw asks from the screw's axis to its own side: the bearing block. Common practice, mm.
constexpr double besideScrew = 20;

std::vector<ReductionChoice> Builder::reductionsFor(double faceMm, double shaftMm) {
    std::vector<ReductionChoice> out;
    const std::string bore = numberText(shaftMm, 5) + " H7";
    if (m_stages == SpaceStages::Two) addTwoBelts(out, faceMm, shaftMm);
    for (const auto &c : m_catalogue.couplings) { // the smallest that takes the shaft; the screw's end decides as well
        if (c.boreMost < shaftMm || m_stages == SpaceStages::Two) continue;
        ReductionChoice r;
        r.name = "direct, " + c.name;
        r.coupling = &c;
        r.price = cost(c);
        r.leadDays = c.leadDays;
        r.drivenBoreMost = r.drivenBoreWorst = c.boreMost;
        keep(out, std::move(r),
             {{"1",
               {{"kind", "coupling"},
                {"stiffness_Nm_rad", filled(c.stiffness, " N m/rad")},
                {"inertia_kgm2", filled(c.inertia, " g cm2")},
                {"coupling", c.kind},
                {"torque_Nm", filled(c.torque, " N m")},
                {"clamp_screw_mm", filled(c.clampScrew, "mm")},
                {"bore_in", bore}}}});
    }
    if (m_stages == SpaceStages::One) {
        addBelts(out, faceMm, shaftMm);
        addGears(out, faceMm, shaftMm);
    }
    return out;
}
/// Its stages read once; the entries are kept as text.
void Builder::keep(std::vector<ReductionChoice> &out, ReductionChoice r, Json stages) {
    r.entries = stages.dump();
    r.stages = m_tried.partWith(reductionPatches(d, r), &rereadStages, m_space.base).stages;
    out.push_back(std::move(r));
}

bool slotTakes(const ToothedBelt &slot, const BeltProfile &profile, const OpenBelt &belt) {
    const auto need =
        centreTravel(belt.length, metres(slot.tolerance.v), settingStrain, belt.wrapSmall, fitAllowance(profile, 1));
    const double c = belt.centre.value();
    return need && c - slot.slotFrom.v >= need->inward->value() && slot.slotTo.v - c >= need->outward.value();
}

/// The pulleys of a profile as sold, fewest teeth first.
std::map<std::string, std::vector<const CataloguePulley *>> pulleysByProfile(const Catalogue &catalogue) {
    std::map<std::string, std::vector<const CataloguePulley *>> out;
    for (const auto &p : catalogue.pulleys)
        out[p.profile].push_back(&p);
    for (auto &[name, pulleys] : out)
        std::stable_sort(pulleys.begin(), pulleys.end(), [](auto *x, auto *y) { return x->teeth < y->teeth; });
    return out;
}
/// The largest bore a pulley may be given at home, mm.
double boreAtWorst(const BeltProfile &profile, const CataloguePulley &p) {
    const auto size = pulleySize(profile, int(p.teeth), {}, metres(0));
    return size ? std::max(p.boreMost, inMillimetres(size->grooveRoot) - 2 * hubWall) : p.boreMost;
}

/// One belt on two pulleys as sold; nothing where no width or no length of the stock suits.
/// @param least mm, the shortest centre distance there is room for
/// @param slot the one that is there already, when it may be used again
std::optional<Builder::SoldBelt> Builder::soldBelt(const BeltProfile &profile, const CataloguePulley &small,
                                                   const CataloguePulley &large, double least, double boreMm,
                                                   const ToothedBelt *slot) const {
    double width = 0; // the widest up to 16 mm both are sold for: it costs no more than a narrow one
    for (const double w : small.widths)
        if (std::find(large.widths.begin(), large.widths.end(), w) != large.widths.end() && (w <= 16 || width == 0))
            width = std::max(width, w);
    if (width == 0) return {};
    const std::string name(profile.name);
    const int z1 = int(small.teeth), z2 = int(large.teeth);
    least = std::max(least, (z1 + z2) * profile.pitch / (2 * pi) + 5);
    int belt = 0;
    double centre = 0;
    bool inSlot = false;
    for (const int teeth : stockBelts(name)) {
        // the shortest that goes round both; sooner one that the slot which is there takes, with the travel to slip it
        // on and set it tight
        const auto c = beltToCentres(millimetres(profile.pitch), z1, z2, teeth);
        if (!c || inMillimetres(c->centre) < least) continue;
        const bool takes = slot && slotTakes(*slot, profile, *c);
        if (belt && !takes) continue;
        belt = teeth;
        centre = inMillimetres(c->centre);
        inSlot = takes;
        if (!slot || inSlot) break;
    }
    if (!belt) return {};
    SoldBelt out;
    const double length = belt * profile.pitch;
    out.price = cost(small) + cost(large) + m_catalogue.beltPrice(name, length);
    out.leadDays = std::max(small.leadDays, large.leadDays);
    for (const auto &b : m_catalogue.belts)
        if (b.profile == name && length >= b.from && length <= b.to) out.leadDays = std::max(out.leadDays, b.leadDays);
    const auto pulley = [&](int teeth, int flanges) {
        return Json{{"teeth", filled(teeth, "")},
                    {"profile", name},
                    {"belt_width_mm", filled(width, "mm")},
                    {"face_width_mm", filled(width + 6, "mm")},
                    {"flanges", filled(flanges, "")},
                    {"hub", "clamp"},
                    {"material", "aluminium"}};
    };
    out.stage = Json{{"kind", "belt"},
                     {"driver", pulley(z1, 2)},
                     {"driven", pulley(z2, 0)},
                     {"code", beltCode(profile, belt, width)},
                     {"centre_mm", filled(centre, "mm", "assumed")}};
    out.stage["driver"]["bore"] = numberText(boreMm, 5) + " H7";
    if (inSlot) // else a plate is made for it, its slot cut to what this belt asks
        for (const char *key : {"slot_from_mm", "slot_to_mm"})
            out.stage[key] = valueAt(m_tried.job(), stagePointer(m_space.base, 0) + key);
    return out;
}

/// From here on a carriage is offered a rack beside its screws. m; common practice.
constexpr double longTravel = 0.4;
/// A larger pinion travels too far for a turn of any motor here. Common practice.
constexpr double mostPinionTeeth = 24;
/// The most a single pair of pulleys reduces: beyond it the small one has too few teeth in mesh. Common practice.
constexpr double mostOfOnePair = 6;

void Builder::addBelts(std::vector<ReductionChoice> &out, double faceMm, double shaftMm) {
    const auto *slot = m_space.base.stageAs<ToothedBelt>(0);
    if (slot && !(slot->slotFrom.known() && slot->slotTo.known())) slot = nullptr;
    for (const auto &[name, pulleys] : pulleysByProfile(m_catalogue)) {
        const auto *profile = beltProfile(name);
        if (!profile || stockBelts(name).empty()) continue;
        // small pulleys worth trying: from the fewest teeth recommended to twice as many, as sold with room for the
        // shaft; and the smallest that has it bored out at home
        std::vector<const CataloguePulley *> drivers;
        bool boredOut = false;
        for (const auto *p : pulleys) {
            if (p->teeth < profile->teethRecommended || p->teeth > 2 * profile->teethRecommended) continue;
            if (p->boreMost >= shaftMm)
                drivers.push_back(p);
            else if (!boredOut && boreAtWorst(*profile, *p) >= shaftMm) {
                drivers.push_back(p);
                boredOut = true;
            }
        }
        for (const auto *small : drivers)
            for (const auto *large : pulleys) {
                if (large->teeth < small->teeth || large->teeth > mostOfOnePair * small->teeth) continue;
                auto sold = soldBelt(*profile, *small, *large, faceMm / 2 + besideScrew, shaftMm, slot);
                if (!sold) continue;
                ReductionChoice r;
                r.name = "belt " + name + " " + teethPair(*small, *large);
                r.belts = 1;
                r.price = sold->price;
                r.leadDays = sold->leadDays;
                r.driverTurned = small->boreMost < shaftMm;
                r.drivenBoreMost = large->boreMost;
                r.drivenBoreWorst = boreAtWorst(*profile, *large);
                keep(out, std::move(r), {{"1", std::move(sold->stage)}});
            }
    }
}

/// A pair of gears of one module: where the motor goes is where their centres say, so they must clear its body.
void Builder::addGears(std::vector<ReductionChoice> &out, double faceMm, double shaftMm) {
    constexpr int fewest = 18; // without undercut
    for (const auto &small : m_catalogue.gears) {
        // what a gear may be bored to at home: twice its module of metal stays under the teeth
        const auto worst = [](const CatalogueGear &g) {
            return std::max(g.boreMost, g.module * (g.teeth - 2.5) - 4 * g.module);
        };
        if (small.teeth < fewest || small.teeth > 2 * fewest || worst(small) < shaftMm) continue;
        for (const auto &large : m_catalogue.gears) {
            if (large.module != small.module || large.material != small.material) continue;
            if (large.teeth < small.teeth || large.teeth > mostOfOnePair * small.teeth) continue;
            if (small.module * (small.teeth + large.teeth) / 2 < faceMm / 2 + besideScrew) continue;
            const auto wheel = [](const CatalogueGear &g) {
                return Json{{"teeth", filled(g.teeth, "")}, {"material", g.material}, {"hub", "clamp"}};
            };
            Json stage{{"kind", "gears"},
                       {"module_mm", filled(small.module, "mm")},
                       {"gear_width_mm", filled(std::min(small.width, large.width), "mm")},
                       {"driver", wheel(small)},
                       {"driven", wheel(large)}};
            stage["driver"]["bore"] = numberText(shaftMm, 5) + " H7";
            ReductionChoice r;
            r.name = "gears module " + numberText(small.module, 3) + ", " + numberText(small.teeth, 3) + ":" +
                     numberText(large.teeth, 3);
            r.belts = 1;
            r.price = cost(small) + cost(large);
            r.leadDays = std::max(small.leadDays, large.leadDays);
            r.driverTurned = small.boreMost < shaftMm;
            r.drivenBoreMost = large.boreMost;
            r.drivenBoreWorst = worst(large);
            keep(out, std::move(r), {{"1", std::move(stage)}});
        }
    }
}

/// Two belts with a layshaft between them, each pair the fewest teeth recommended on a larger one, for reductions that
/// one pair does not give. The second belt runs slower and pulls harder: its pitch is the same or larger. The layshaft
/// is the thickest that both of its pulleys take as sold, on two ball bearings.
void Builder::addTwoBelts(std::vector<ReductionChoice> &out, double faceMm, double shaftMm) {
    const auto byProfile = pulleysByProfile(m_catalogue);
    const auto driver = [&](const std::string &name, double bore) -> const CataloguePulley * {
        for (const auto *p : byProfile.at(name))
            if (p->teeth >= beltProfile(name)->teethRecommended && p->boreMost >= bore) return p;
        return nullptr;
    };
    constexpr double thinnest = 8; // mm, the least layshaft
    struct Half {
        const CataloguePulley *small, *large;
        SoldBelt sold;
    };
    const auto halves = [&](const std::string &name, double bore, double least) {
        std::vector<Half> pairs;
        const auto *profile = beltProfile(name);
        if (!profile || stockBelts(name).empty()) return pairs;
        const auto *small = driver(name, bore);
        for (const auto *large : byProfile.at(name)) {
            if (!small || large->teeth < 2 * small->teeth || large->teeth > mostOfOnePair * small->teeth) continue;
            if (auto sold = soldBelt(*profile, *small, *large, least, bore, nullptr))
                pairs.push_back({small, large, std::move(*sold)});
        }
        return pairs;
    };
    std::map<std::string, std::vector<Half>> firsts, seconds;
    for (const auto &[name, pulleys] : byProfile) {
        firsts[name] = halves(name, shaftMm, faceMm / 2 + besideScrew);
        seconds[name] = halves(name, thinnest, 0);
    }
    double onePair = 0; // the most that one pair of this shop reduces
    for (const auto &[name, first] : firsts)
        for (const auto &a : first)
            onePair = std::max(onePair, a.large->teeth / a.small->teeth);
    for (const auto &[name1, first] : firsts)
        for (const auto &[name2, second] : seconds)
            for (const auto &a : first)
                for (const auto &b : second) {
                    if (beltProfile(name2)->pitch < beltProfile(name1)->pitch) continue;
                    if (a.large->teeth * b.large->teeth <= onePair * a.small->teeth * b.small->teeth) continue;
                    const CatalogueEnd *bearing = nullptr;
                    for (const auto &e : m_catalogue.ends)
                        if (e.place == "far" && e.bore >= thinnest &&
                            e.bore <= std::min(a.large->boreMost, b.small->boreMost) &&
                            (!bearing || e.bore > bearing->bore))
                            bearing = &e;
                    if (!bearing) continue;
                    ReductionChoice r;
                    r.name = "belts " + name1 + " " + teethPair(*a.small, *a.large) + ", " + name2 + " " +
                             teethPair(*b.small, *b.large);
                    r.belts = 2;
                    r.price = a.sold.price + b.sold.price + 2 * cost(*bearing);
                    r.leadDays = std::max({a.sold.leadDays, b.sold.leadDays, bearing->leadDays});
                    r.drivenBoreMost = b.large->boreMost;
                    r.drivenBoreWorst = boreAtWorst(*beltProfile(name2), *b.large);
                    auto one = a.sold.stage, two = b.sold.stage;
                    one["driven"]["bore"] = two["driver"]["bore"] = numberText(bearing->bore, 5) + " H7";
                    keep(out, std::move(r), {{"1", std::move(one)}, {"2", std::move(two)}});
                }
}

/// Lines of the parts list that come with a final element.
constexpr std::array<std::string_view, 7> finalParts{"screw", "nut", "fixed_end", "far_end", "brake", "rack", "pinion"};
void Builder::takeScrew(ScrewChoice &c) {
    auto m = m_tried.with(c.patches);
    c.price = 0; // as the list of parts has it
    for (const auto &part : partsAsked(m, {}))
        if (std::ranges::find(finalParts, part.ref) != finalParts.end())
            c.price += m_have.count(part.ref == "screw" ? m.screw().thread.name : part.text) ? 0 : part.price;
    c.final = std::move(m.final);
    c.lead = m.lead;
    c.efficiency = m.efficiency;
    c.bearingDrag = m.bearingDrag;
    c.nutPlay = m.nutPlay;
    c.keepsScrew = m.keepsScrew;
    c.leadText = std::move(m.leadText);
    c.hasBrake = m.hasBrake;
    c.brakeTorque = m.brakeTorque;
    c.brakeDelay = m.brakeDelay;
    c.brakeOnScrew = m.brakeOnScrew;
}

/// An upright axis holds by a screw that locks dependably, or it has a brake: never neither.
void Builder::addBrake(ScrewChoice &c) {
    if (!m_space.base.vertical) return;
    auto m = m_space.base;
    putScrew(m, c);
    const auto s = evaluate(m).state;
    const double need = 2 * m.weightAlong() * m.lead.v / (2 * pi); // twice the weight, no friction credited
    const auto *brake = s.locksDependably || !std::isfinite(need) ? nullptr : m_catalogue.brakeFor(need);
    const auto put = [&](const char *key, Json v) { c.patches.push_back({d + key, std::move(v)}); };
    put("brake/torque_Nm", brake ? filled(brake->torque, " N m") : Json(nullptr));
    put("brake/where", brake ? Json("screw") : Json(nullptr));
    put("brake/delay_s", brake ? filled(0.05, "s") : Json(nullptr));
    if (brake) {
        c.leadDays = std::max(c.leadDays, brake->leadDays);
        c.name += ", " + brake->name;
    }
    takeScrew(c);
}

/// A new rack with its pinion, for the long way of a lathe: one rack of each module, the pinions sold for it.
void Builder::addRacks(std::vector<ScrewChoice> &out) {
    const auto &base = m_space.base;
    if (!base.lathe || base.vertical || !(base.wheel() || base.travel.v >= longTravel)) return;
    for (const auto &rack : m_catalogue.racks) {
        if (m_catalogue.rackOf(rack.module) != &rack) continue;
        for (const auto &pinion : m_catalogue.gears) {
            if (pinion.module != rack.module || pinion.teeth > mostPinionTeeth) continue;
            ScrewChoice c;
            c.name = "rack module " + numberText(rack.module, 3) + " with " + std::to_string(int(pinion.teeth)) + " T";
            c.newThread = true;
            c.leadDays = std::max(rack.leadDays, pinion.leadDays);
            const auto put = [&](const char *key, Json v) { c.patches.push_back({d + key, std::move(v)}); };
            put("moved_by", "rack");
            put("screw", Json{{"kept", "no"}});
            put("rack", Json{{"module_mm", filled(rack.module, "mm")},
                             {"pinion_teeth", filled(pinion.teeth, "")},
                             {"width_mm", filled(std::min(rack.width, pinion.width), "mm")},
                             {"pinion_of", pinion.material},
                             {"rack_of", rack.material}});
            for (const char *old : {"nut", "fixed_end", "far_end", "ends", "steps_typed"})
                put(old, nullptr);
            takeScrew(c);
            out.push_back(std::move(c));
        }
    }
}

std::vector<ScrewChoice> Builder::screws() {
    std::vector<ScrewChoice> out;
    const auto &base = m_space.base;
    const double travel = base.travel.known() ? base.travel.v * 1e3 : notKnown;
    ScrewChoice kept;
    kept.name = base.wheel() ? "kept drive" : "kept screw";
    if (!base.keepsScrew) { // the shown design has a new one: of the old one only the survey knows
        for (const char *part : {"screw", "fixed_end", "far_end", "nut", "rack", "moved_by"})
            kept.patches.push_back({d + part, nullptr});
        kept.patches.push_back({d + "ends", nullptr});
    }
    kept.patches.push_back({d + "screw/kept", "yes"});
    kept.patches.push_back({d + "steps_typed", nullptr});
    kept.end = base.screwEnd;
    takeScrew(kept);
    if (std::isfinite(kept.lead.v)) {
        addBrake(kept);
        out.push_back(std::move(kept));
    }
    if (!(travel == travel)) return out;
    addRacks(out);
    const auto movedBy = textAt(m_tried.job(), d + "moved_by");
    for (const auto &row : m_catalogue.screws) {
        const auto thread = readThread(row.name);
        if (!thread) continue;
        const auto *ball = ballScrewSize(row.name);
        const double nominal = inMillimetres(thread->nominal);
        const double seat = ball ? ball->endBore : std::max(6.0, std::floor(inMillimetres(thread->root) * 0.75));
        const auto *fixed = m_catalogue.endFor("fixed", seat),
                   *far = m_catalogue.endFor("far", std::max(8.0, seat - 2));
        if (!fixed || !far || fixed->bore > inMillimetres(thread->root) + 0.5) continue;
        const double nutLength = ball ? ball->nutLength : 1.8 * nominal;
        const double threaded = travel + nutLength + 40, span = threaded + 50;
        for (const bool preloaded : {false, true}) {
            if (preloaded && !(ball && row.preloadedNut > 0)) continue;
            ScrewChoice c;
            c.name = std::string(ball ? "ball screw " : "screw ") + row.name + (preloaded ? " preloaded" : "");
            c.newThread = true;
            const double length = std::round(threaded);
            c.leadDays = std::max({row.leadDays, fixed->leadDays, far->leadDays});
            const auto put = [&](const char *key, Json v) { c.patches.push_back({d + key, std::move(v)}); };
            const std::string end = numberText(std::max(5.0, fixed->bore - 2), 4) + " h6";
            // the places of bearings and nut are the machine's, where somebody measured them
            Json screw{{"thread", row.name},
                       {"kept", "no"},
                       {"end", end},
                       {"thread_length_mm", filled(length, "mm", "assumed")},
                       {"overall_length_mm", filled(std::round(span + 60), "mm", "assumed")},
                       {"bearing_span_mm", filled(std::round(span), "mm", "assumed")},
                       {"nut_far_mm", filled(std::round(travel + nutLength / 2 + 40), "mm", "assumed")}};
            for (const char *key : {"bearing_span_mm", "nut_far_mm"})
                if (const auto old = valueAt(m_tried.job(), d + "screw/" + key);
                    old.is_object() &&
                    (old.value("standing", "") == "measured" || old.value("standing", "") == "stated"))
                    screw[key] = old;
            put("screw", std::move(screw));
            if (movedBy == "rack" || movedBy == "wheel") put("moved_by", "screw");
            Json nut{{"kind", row.nutKind}, {"length_mm", filled(std::round(nutLength), "mm")}};
            if (!ball) nut["engaged_turns"] = filled(std::floor(nutLength / inMillimetres(thread->pitch)), "");
            // a twentieth of its rating takes the play and leaves the nut its life (a tenth is the most); common
            // practice
            if (preloaded) nut["preload_N"] = filled(std::round(ball->dynamic / 20), "N");
            put("nut", std::move(nut));
            put("ends", "fixed_supported");
            put("fixed_end", Json{{"kind", "angular-contact pair in an end block"},
                                  {"bore_mm", filled(fixed->bore, "mm")},
                                  {"outside_mm", filled(fixed->outside, "mm")},
                                  {"drag_Nm", filled(fixed->drag, " N m")},
                                  {"stiffness_N_um", filled(fixed->stiffness, " N/um")},
                                  {"static_axial_N", filled(fixed->staticAxial, "N")}});
            put("far_end", Json{{"kind", "one ball bearing, floats"}});
            put("steps_typed", nullptr);
            put("thread_beyond_a_mm", nullptr);
            put("thread_beyond_b_mm", nullptr);
            c.end = readFitSize(end);
            takeScrew(c);
            addBrake(c);
            out.push_back(std::move(c));
        }
    }
    return out;
}
} // namespace

SizeSpace sizeSpace(const Json &project, const std::string &axis, const std::string &design, const Catalogue &catalogue,
                    const std::set<std::string> &have, SpaceStages stages) {
    return Builder(project, axis, design, catalogue, have, stages).build();
}

std::vector<ReductionChoice> reductionChoices(const Json &project, const std::string &axis, const std::string &design,
                                              const Catalogue &catalogue, double faceMm, double shaftMm) {
    const std::set<std::string> none;
    return Builder(project, axis, design, catalogue, none).reductionsFor(faceMm, shaftMm);
}
std::vector<ScrewChoice> screwChoices(const Json &project, const std::string &axis, const std::string &design,
                                      const Catalogue &catalogue) {
    const std::set<std::string> none;
    return Builder(project, axis, design, catalogue, none).screws();
}

} // namespace lw
