// The chain of a design: motor with its drive and supply, stages, final element with its ends, brake.
#include "axis/model_reader.h"
#include "catalogue/catalogue.h"
#include "drive/materials.h"
#include "drive/screw_life.h"
#include "drive/stepper_dynamics.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace lw {

void ModelReader::readServo(bool brushed) {
    ServoMotor s;
    s.named = true;
    s.brushed = brushed;
    s.continuous = design("motor/continuous_torque_Nm");
    s.peak = design("motor/peak_torque_Nm");
    s.ratedSpeed = design("motor/rated_speed_rpm");
    s.topSpeed = design("motor/top_speed_rpm");
    // three times for a moment, never faster than rated, where the sheet is silent; common practice
    if (!s.peak.known() && s.continuous.known())
        s.peak = assumed(3 * s.continuous.v, 2 * s.continuous.v, 3.5 * s.continuous.v, Shape::Triangular);
    if (!s.topSpeed.known() && s.ratedSpeed.known()) s.topSpeed = assumed(s.ratedSpeed.v);
    s.torqueConstant = design("motor/torque_constant_Nm_A");
    s.lineResistance = design("motor/line_resistance_ohm");
    s.lineInductance = design("motor/line_inductance_mH");
    s.noLoad = design("motor/no_load_current_A");
    if (const auto p = design("motor/pole_pairs"); p.known()) s.polePairs = std::clamp(int(std::lround(p.v)), 1, 60);
    if (const auto lines = design("motor/encoder_lines"); lines.known() && lines.v >= 1)
        s.counts = int(std::min(4 * std::lround(lines.v), 100'000'000L));
    if (const auto pulses = design("drive/pulses_a_turn"); pulses.known() && pulses.v >= 1)
        s.pulses = int(std::min(std::lround(pulses.v), 100'000'000L));
    readMotorBody(s);
    readDriveSettings(s.torqueConstant.known() && s.peak.known()
                          ? assumed(s.peak.v / s.torqueConstant.v * (brushed ? 1 : std::sqrt(2.0)))
                          : Known{},
                      true);
    m.drive.idleShare = {1, Standing::Computed}; // a servo holds with what it has
    if (m.drive.voltLimit.assumed()) {           // what was taken for it is a stepper's drive
        const auto *sold = catalogueInUse().servoDriveFor(m.supply.voltage.v * m.supply.mainsHigh(), notKnown, brushed);
        m.drive.voltLimit = sold ? assumed(sold->voltsMost) : Known{};
    }
    m.motor = std::move(s);
}

void ModelReader::readMotor() {
    Stepper s;
    const auto kind = designText("motor/kind");
    if (kind == "servo" || kind == "servo_brushed") return readServo(kind == "servo_brushed");
    s.encoder = kind == "stepper_closed";
    s.holding = design("motor/holding_torque_Nm");
    s.rated = design("motor/rated_current_A");
    s.resistance = design("motor/resistance_ohm");
    s.inductance = design("motor/inductance_mH");
    // A figure somebody guessed has the doubt of a guess; a plate or a data sheet has that of the curve worked out from
    // it.
    for (auto *k : {&s.holding, &s.resistance})
        if (k->assumed()) spreadBy(*k, 0.8, 1.2, Shape::Triangular);
    if (s.inductance.assumed()) spreadBy(s.inductance, 0.7, 1.4, Shape::Triangular);
    const auto measured = [](const Known &k) { return k.standing == Standing::Measured; };
    if (measured(s.holding) && measured(s.inductance))
        s.torqueFactor = {1, Standing::Measured, 0.9, 1.1, Shape::Triangular}; // what the model itself is good to
    const auto convention = designText("motor/torque_convention");
    s.conventionTyped = !convention.empty();
    if (convention == "one_phase_on") s.convention = HoldingConvention::OnePhaseOn;
    joinWindings(s);
    readCurveOf(s);
    s.detent = design("motor/detent_torque_Nm");
    if (!s.detent.known() && s.holding.known()) s.detent = assumed(0.04 * s.holding.v);
    s.usable = design("motor/usable_speed_rpm");
    s.ratedRise = typedOr(input::ratedRise, design("motor/rated_rise_K"), usualRise);
    s.room = typedOr(input::room, value("/cabinet/room_C"), usualRoom);
    const auto step = design("motor/step_angle_deg");
    if (step.known()) s.rotorTeeth = std::max(1, static_cast<int>(std::lround(90 / (step.v * 180 / pi))));
    readMotorBody(s);
    s.named = s.holding.known() || s.rated.known() || !kind.empty();
    readDriveSettings(s.rated.known() ? assumed(s.rated.v) : Known{}, s.encoder);
    m.motor = std::move(s);
}

/// The plate's figures as the coils of six or eight leads are joined.
void ModelReader::joinWindings(Stepper &s) {
    const auto leads = designText("motor/leads");
    if (leads != "6" && leads != "8") return;
    s.manyLeads = true;
    const auto winding = [&](const char *key) -> std::optional<Winding> {
        const auto told = designText(key);
        return told == "half"       ? std::optional(Winding::HalfCoil)
               : told == "series"   ? std::optional(Winding::Series)
               : told == "parallel" ? std::optional(Winding::Parallel)
                                    : std::nullopt;
    };
    const auto as = winding("motor/plate_for"), to = winding("motor/joined");
    if (!as || !to) return;
    if (leads == "6" && (*to == Winding::Parallel || *as == Winding::Parallel)) {
        m.problems.push_back("Six leads cannot be joined in parallel: their middles are tied. Half or series.");
        return;
    }
    s.joiningTold = true;
    const auto f = joined({amperes(1), ohms(1), fromSi<Inductance>(1), newtonMetres(1)}, *as, *to);
    s.rated = scaled(s.rated, f.current.value());
    s.resistance = scaled(s.resistance, f.resistance.value());
    s.inductance = scaled(s.inductance, f.inductance.value());
    // iron saturates: of the 1.41 that the copper promises 1.35 come; common practice, 1.3 to 1.4
    constexpr double real = 1.35;
    const double gain = f.holding.value();
    s.holding = scaled(s.holding, gain > 1.01 ? real : gain < 0.99 ? 1 / real : 1);
}
/// A curve of torque over speed takes the place of the one worked out from the plate.
void ModelReader::readCurveOf(Stepper &s) {
    const auto text = designText("motor/curve");
    if (text.empty()) return;
    const auto points = readCurve(text);
    if (!points) return m.problems.push_back("Torque curve: " + points.error());
    const auto volts = design("motor/curve_V");
    if (!volts.known() || !(volts.v > 0))
        return m.problems.push_back("Torque curve: type the voltage of the supply it was taken at; the plate's is used "
                                    "until then.");
    if (const auto now = value("/supplies/" + supplyOf(m_project, m.id, m.designId) + "/voltage_V");
        now.known() && (now.v > curveReach * volts.v || now.v < volts.v / curveReach))
        m.problems.push_back("The torque curve was taken at " + numberText(volts.v, 3) + " V, the supply has " +
                             numberText(now.v, 3) + " V: too far to carry it. Take one nearer.");
    s.curve = std::make_shared<const TorqueCurve>(TorqueCurve{*points, volts.v});
    s.torqueFactor = {1, volts.standing, 0.9, 1.1, Shape::Triangular};
}
void ModelReader::readMotorBody(MotorBody &s) {
    s.rotor = design("motor/rotor_inertia_kgm2");
    spreadBy(s.rotor, 0.95, 1.05, Shape::Uniform);
    s.shaft = readFitSize(designText("motor/shaft"));
    s.face = design("motor/face_mm");
    s.body = design("motor/body_length_mm");
    s.shaftLength = design("motor/shaft_length_mm");
    s.boltSquare = design("motor/bolt_square_mm");
    s.pilot = design("motor/pilot_mm");
    s.radialLoad = design("motor/radial_load_N");
    s.radialAt = design("motor/radial_load_at_mm");
    if (!s.radialAt.known()) s.radialAt = assumed(20e-3);
    if (!s.radialLoad.known() && s.face.known()) {
        const double f = s.face.v * 1e3; // generic frame class, weak
        const double rating = f <= 43 ? 28 : f <= 58 ? 75 : f <= 62 ? 90 : f <= 90 ? 220 : 400;
        s.radialLoad = assumed(rating, rating * 0.7, rating * 2, Shape::Lognormal);
    }
    s.frontBearing = design("motor/front_bearing_mm");
    if (!s.frontBearing.known()) s.frontBearing = assumed(5e-3);
}

/// @param usual amperes, amplitude, of a drive set to what the motor takes
void ModelReader::readDriveSettings(const Known &usual, bool closedLoop) {
    const auto measured = [](const Known &k) { return k.standing == Standing::Measured; };
    auto &set = m.drive;
    m.pulseLimit = value("/controller/pulse_limit_Hz");
    const auto current = design("drive/current_A");
    const auto currentKind = designText("drive/current_kind");
    set.currentKindTyped = !currentKind.empty();
    if (current.known()) {
        set.peak = current;
        if (currentKind == "rms") set.peak.v *= std::sqrt(2.0);
        if (current.shape != Shape::None)
            set.currentFactor = {1, current.standing, current.low / current.v, current.high / current.v,
                                 Shape::Triangular};
        else if (measured(current))
            set.currentFactor = {1, Standing::Measured, 0.98, 1.02, Shape::Triangular}; // by clamp ammeter
        set.peak.low = set.peak.high = notKnown;
        set.peak.shape = Shape::None; // its spread is currentFactor
    } else {
        set.peak = usual;
    }
    const auto micro = design("drive/microsteps");
    if (micro.known()) set.microsteps = std::clamp(static_cast<int>(micro.v), 1, 1024);
    set.pulseHigh = design("drive/pulse_high_us");
    set.damping = designText("drive/damping") == "yes";
    set.torqueLimit = design("drive/torque_limit_Nm");
    set.idleShare = axis("settings/idle_current_pct");
    if (!set.idleShare.known()) set.idleShare = m.vertical || m.rotary() ? assumed(0.5) : Known{1, Standing::Computed};
    auto &supply = m.supply;
    supply.id = supplyOf(m_project, m.id, m.designId);
    const std::string at = "/supplies/" + supply.id + "/";
    supply.voltage = value(at + "voltage_V");
    supply.power = value(at + "power_W");
    const auto supplyKind = textAt(m_project, at + "kind");
    supply.unregulated = supplyKind == "unregulated" || supplyKind == "mains";
    supply.sag = value(at + "sag");
    if (!supply.sag.known()) {
        supply.sag = supply.unregulated ? assumed(0.10, 0.0, 0.15, Shape::Uniform) : assumed(0.02);
    } else if (supply.sag.shape == Shape::None) {
        // a meter on the supply while it moves, good to a tenth; a plain transformer's as somebody states it, to a half
        const double share = measured(supply.sag) ? 0.1 : supply.unregulated ? 0.5 : 0;
        if (share > 0) spreadBy(supply.sag, 1 - share, 1 + share, Shape::Uniform);
    }
    set.voltLimit = design("drive/volt_limit_V");
    // A drive that is still to be bought brings its own limit; one that is here has it on its plate.
    const auto line = "/parts/" + m.id + "-drive/";
    const auto state = textAt(m_project, line + "state", "idea");
    if (!set.voltLimit.known() && supply.voltage.known() && state == "idea" && textAt(m_project, line + "text").empty())
        if (const auto *sold = catalogueInUse().driveFor(supply.voltage.v * supply.mainsHigh(), set.peak.v, closedLoop))
            set.voltLimit = assumed(sold->voltsMost);
    m.cable.length = design("cable/length_mm");
    const auto area = design("cable/cross_section_mm2");
    // Loop of two conductors, copper 0.0175 ohm mm2/m (IEC 60028 at 20 C: 1/58).
    m.cable.resistance = m.cable.length.known() && area.known()
                             ? Known{2 * m.cable.length.v / (58e6 * area.v), Standing::Computed}
                             : assumed(0);
    m.stepsTyped = designText("steps_typed");
    if (!m.stepsTyped.empty())
        if (const auto f = readFraction(m.stepsTyped); f && f->num > 0) m.stepsTypedRead = *f;
}

Pulley ModelReader::readPulley(const std::string &p) {
    Pulley out;
    const auto teeth = design((p + "/teeth").c_str());
    out.teeth = teeth.known() ? static_cast<int>(std::min(teeth.v, 1e4)) : 0;
    out.profile = beltProfile(designText((p + "/profile").c_str()));
    out.beltWidth = design((p + "/belt_width_mm").c_str());
    out.faceWidth = design((p + "/face_width_mm").c_str());
    const auto flanges = design((p + "/flanges").c_str());
    out.flanges = flanges.known() ? static_cast<int>(flanges.v) : 0;
    out.flangesTold = flanges.known();
    out.bore = readFitSize(designText((p + "/bore").c_str()));
    out.runOut = design((p + "/run_out_mm").c_str());
    if (!out.runOut.known()) out.runOut = assumed(0.05e-3, 0.02e-3, 0.1e-3, Shape::Uniform); // bored at home
    out.hub = designText((p + "/hub").c_str(), "clamp");
    out.keyLength = design((p + "/key_mm").c_str());
    out.material = designText((p + "/material").c_str(), "aluminium");
    out.density = materialOr(out.material, "aluminium").density;
    if (!out.faceWidth.known())
        out.faceWidth = out.beltWidth.known() ? assumed(out.beltWidth.v + 6e-3) : assumed(16e-3);
    return out;
}

ToothedBelt ModelReader::readToothedBelt(const std::string &stage) {
    const auto design = [&](const char *key) { return value(d + stage + key); };
    const auto designText = [&](const char *key) { return textAt(m_project, d + stage + key); };
    ToothedBelt b;
    b.driver = readPulley(stage + "driver");
    b.driven = readPulley(stage + "driven");
    b.beltText = designText("code");
    if (!b.beltText.empty()) b.read = readDesignation(b.beltText, "belt");
    if (b.read && b.read->width)
        b.width = {*b.read->width * 1e-3, Standing::Catalogue};
    else if (b.driver.beltWidth.known())
        b.width = assumed(b.driver.beltWidth.v);
    b.centre = design("centre_mm");
    b.slotFrom = design("slot_from_mm");
    b.slotTo = design("slot_to_mm");
    const auto otherwise = [&](const char *key, double usual, const InputSpec *spec = nullptr) {
        const auto k = design(key);
        return spec ? typedOr(*spec, k, usual) : k.known() ? k : assumed(usual);
    };
    b.tolerance = otherwise("length_tolerance_mm", 0.5e-3);
    b.service = otherwise("service_factor", 1.5);
    b.install = otherwise("install_factor", 0.75);
    b.mesh = otherwise("mesh_factor", 0.7, &input::mesh);
    b.efficiency = otherwise("efficiency", 0.96, &input::beltEfficiency);
    b.offFace = otherwise("from_face_mm", 15e-3);
    if (const auto pull = design("pull_for_1mm_a_metre_N"); pull.known() && b.driver.profile && b.width.known()) {
        const double table = b.driver.profile->stiffnessPerWidth * b.width.v * 1e3; // N for doubling its length
        b.stiffnessFactor = {1000 * pull.v / table, pull.standing, 900 * pull.v / table, 1100 * pull.v / table,
                             Shape::Triangular};
    }
    return b;
}

Coupling ModelReader::readCoupling(const std::string &stage) {
    const auto design = [&](const char *key) { return value(d + stage + key); };
    const auto designText = [&](const char *key) { return textAt(m_project, d + stage + key); };
    Coupling c;
    c.stiffness = design("stiffness_Nm_rad");
    if (!c.stiffness.known()) c.stiffness = assumed(400, 200, 600, Shape::Triangular);
    c.inertia = design("inertia_kgm2");
    c.inertia = typedOr(input::couplingInertia, c.inertia, 60e-7);
    c.boreIn = readFitSize(designText("bore_in"));
    c.boreOut = readFitSize(designText("bore_out"));
    c.typeCode = designText("coupling");
    c.rated = design("torque_Nm");
    c.clampScrew = design("clamp_screw_mm");
    c.clampScrews = design("clamp_screws");
    c.offset = design("offset_mm");
    c.lean = design("lean_deg");
    return c;
}

RibbedBelt ModelReader::readRibbedBelt(const std::string &stage) {
    const auto own = [&](const char *key) { return value(d + stage + key); };
    const auto text = [&](const char *key, const char *other = "") {
        return textAt(m_project, d + stage + key, other);
    };
    RibbedBelt b;
    b.beltText = text("code");
    if (!b.beltText.empty()) {
        b.read = readRibbedCode(b.beltText);
        if (!b.read) m.problems.push_back("Ribbed belt: " + b.read.error().detail);
    }
    b.driver = own("driver/diameter_mm");
    b.driven = own("driven/diameter_mm");
    b.driverBore = readFitSize(text("driver/bore"));
    b.drivenBore = readFitSize(text("driven/bore"));
    b.driverHub = text("driver/hub", "clamp");
    b.drivenHub = text("driven/hub", "clamp");
    b.centre = own("centre_mm");
    b.offFace = own("from_face_mm");
    if (!b.offFace.known()) b.offFace = assumed(15e-3);
    b.service = own("service_factor");
    if (!b.service.known()) b.service = assumed(1.3);
    b.efficiency = typedOr(input::beltEfficiency, own("efficiency"), 0.96);
    return b;
}

Gears ModelReader::readGears(const std::string &stage) {
    const auto own = [&](const std::string &key) { return value(d + stage + key); };
    const auto text = [&](const std::string &key, const char *other = "") {
        return textAt(m_project, d + stage + key, other);
    };
    Gears g;
    for (const std::size_t side : {0, 1}) {
        const std::string at = side == 0 ? "driver/" : "driven/";
        auto &wheel = side == 0 ? g.driver : g.driven;
        const auto teeth = own(at + "teeth");
        wheel.teeth = teeth.known() ? int(std::min(teeth.v, 1e4)) : 0;
        wheel.material = material(text(at + "material"));
        wheel.bore = readFitSize(text(at + "bore"));
        wheel.hub = text(at + "hub", "clamp");
    }
    g.module = own("module_mm");
    g.width = own("gear_width_mm");
    g.offFace = own("from_face_mm");
    if (!g.offFace.known()) g.offFace = assumed(15e-3);
    g.centre = own("centre_mm");
    g.play = own("play_arcmin");
    const double closest = g.module.v * (g.driver.teeth + g.driven.teeth) / 2;
    if (g.centre.known() && closest == closest) // a rule and two shafts: a few hundredths either way
        g.apart = {g.centre.v - closest, g.centre.standing, g.centre.v - closest - 0.03e-3,
                   g.centre.v - closest + 0.03e-3, Shape::Uniform};
    else
        g.apart = assumed(0.03e-3, 0, 0.1e-3, Shape::Uniform); // bored to measure in a home shop
    g.efficiency = own("efficiency");
    if (!g.efficiency.known()) g.efficiency = assumed(0.97, 0.95, 0.98, Shape::Triangular); // greased, a mesh
    return g;
}

Layshaft ModelReader::readLayshaft(const std::string &at) {
    const auto own = [&](const char *key) { return value(d + at + key); };
    Layshaft l;
    l.diameter = own("diameter_mm");
    l.spacing = own("spacing_mm");
    l.inBeyond = own("in_beyond_mm");
    l.outBeyond = own("out_beyond_mm");
    l.rating = own("dynamic_N");
    return l;
}

void ModelReader::readStages() {
    for (const auto &id : stageOrder(m_project, m.id, m.designId)) {
        if (m.stages.size() == mostStages) {
            m.problems.push_back("More than " + std::to_string(mostStages) +
                                 " stages in a row are not reckoned: the rest is left out.");
            break;
        }
        const std::string place = "stages/" + id + "/";
        const auto kind = designText((place + "kind").c_str());
        if (kind == ToothedBelt::code)
            m.stages.push_back({id, readToothedBelt(place)});
        else if (kind == Reducer::code)
            m.stages.push_back({id, readReducer(place)});
        else if (kind == RibbedBelt::code)
            m.stages.push_back({id, readRibbedBelt(place)});
        else if (kind == Gears::code)
            m.stages.push_back({id, readGears(place)});
        else
            m.stages.push_back({id, readCoupling(place)});
        m.stages.back().after = readLayshaft(place + "shaft/");
    }
    // nothing said: a coupling, as such drives are built
    if (m.stages.empty()) m.stages.push_back({"1", readCoupling("stages/1/")});
}

void ModelReader::readPlate() {
    const auto *node = nodeAt(m_project, d + "plate");
    if (!node || !node->is_object() || node->empty()) return;
    auto p = std::make_shared<MotorPlate>();
    p->thickness = design("plate/thickness_mm");
    p->width = design("plate/width_mm");
    p->above = design("plate/above_mm");
    p->below = design("plate/below_mm");
    p->bore = design("plate/bore_mm");
    p->postApart = design("plate/post/apart_mm");
    p->postAbove = design("plate/post/above_mm");
    p->postBelow = design("plate/post/below_mm");
    p->postThread = design("plate/post/thread_mm");
    p->postLength = design("plate/post/length_mm");
    p->postsPunched = designText("plate/post/how") != "measured";
    p->boltLength = design("plate/bolt_length_mm");
    p->dowels = design("plate/dowels");
    p->dowel = design("plate/dowel_mm");
    p->washer = design("plate/washer_mm");
    p->threadDepth = design("motor/thread_depth_mm");
    p->bar = design("plate/bar_mm");
    p->material = designText("plate/material", "aluminium");
    p->letter = designText("plate/paper") == "letter";
    m.plate = std::move(p);
}
Rack ModelReader::readRack() {
    Rack r;
    r.module = design("rack/module_mm");
    const auto teeth = design("rack/pinion_teeth");
    r.teeth = teeth.known() ? int(std::min(teeth.v, 1e4)) : 0;
    r.width = design("rack/width_mm");
    r.pinion = material(designText("rack/pinion_of"));
    r.rack = material(designText("rack/rack_of"));
    return r;
}

void ModelReader::readFinal() {
    Screw s;
    const auto name = designText("screw/thread");
    if (!name.empty()) {
        if (auto t = readSaidThread(name)) {
            s.named = t->form.has_value();
            if (s.named) s.thread = *t->form;
            s.saidLead = {t->lead.value(), s.named ? Standing::Catalogue : Standing::Stated};
        } else {
            s.threadProblem = t.error().detail;
            m.problems.push_back(s.threadProblem);
        }
    }
    const auto by = designText("moved_by");
    const bool noScrew = by == "screw" ? false : by == "rack" || by == "wheel" || (m.cls && m.cls->wheel && !s.named);
    const bool rack = noScrew && (by == "rack" || (by != "wheel" && m.lathe));
    Rack r;
    if (noScrew) {
        s = {};
        if (rack) r = readRack();
        if (r.sized()) s.saidLead = {pi * r.module.v * r.teeth, std::max(r.module.standing, Standing::Catalogue)};
    }
    const bool ball = s.named && s.thread.ball;
    const auto kept = designText("screw/kept"); // not said: a sliding thread is the old one, a ball screw a new one
    m.keepsScrew = kept == "yes" || (kept != "no" && !ball);
    // The lead of the old screw counts wherever it stays; a name that agrees with it is exact, one that does not is
    // somebody's word against a measurement.
    const auto *found = m.keepsScrew ? m.oldLead() : nullptr;
    const auto typedAt = [&](const char *field) { return textAt(m_project, a + field + "/typed"); };
    if (s.saidLead.known() && !(found && std::fabs(found->v / s.saidLead.v - 1) > 0.003)) {
        m.lead = s.saidLead;
        if (!s.named && !noScrew) m.leadText = name;
    } else if (found) {
        m.lead = *found;
        if (found == &m.leadMeasured) m.leadText = numberText(found->v * 1e3, 7);
        if (found == &m.leadThread) m.leadText = typedAt("survey/lead/threads_per_inch") + "tpi";
        if (found == &m.leadHandle) m.leadText = typedAt("survey/handle/travel_per_turn_mm");
    } else if (m.keepsScrew && m.cls) {
        m.lead = noScrew ? assumed(m.cls->lead * 1e-3, m.cls->lead * 0.83e-3, m.cls->lead * 1.25e-3, Shape::Lognormal)
                         : assumed(m.cls->lead * 1e-3);
    }
    readEfficiency(s, noScrew);
    const auto *size = ball ? ballScrewSize(s.thread.name) : nullptr;
    if (!m.keepsScrew) // a new one's end is as the design has it; what was read off the old one says nothing of it
        if (auto end = readFitSize(designText("screw/end")); !end.empty()) m.screwEnd = std::move(end);
    m.journal = readFitSize(designText("screw/journal"));
    m.housing = readFitSize(designText("fixed_end/housing"));
    m.housingOf = material(designText("fixed_end/housing_of"));
    m.housingWarmed = design("fixed_end/warm_C");
    m.fitFrom = design("fixed_end/free_from_um");
    m.fitTo = design("fixed_end/free_to_um");
    m.clearanceGroup = designText("fixed_end/clearance");
    m.bearingRise = design("fixed_end/rise_K");
    m.nutBeside = design("nut/beside_mm");
    const auto handle = designText("handle");
    m.handle = handle == "off"       ? Handle::Off
               : handle == "folding" ? Handle::Folding
               : handle == "fixed"   ? Handle::Fixed
                                     : Handle::NotSaid;
    s.root = design("screw/root_mm");
    if (!s.root.known() && s.named) s.root = {s.thread.root.value(), size ? Standing::Assumed : Standing::Catalogue};
    s.span = design("screw/bearing_span_mm");
    s.nutFar = design("screw/nut_far_mm");
    s.threadLength = design("screw/thread_length_mm");
    s.length = design("screw/overall_length_mm");
    if (!s.length.known()) s.length = s.threadLength.known() ? assumed(s.threadLength.v + 0.06) : s.span;
    s.dynamicRating = design("screw/dynamic_N");
    s.rise = design("screw/rise_K");
    if (const auto per = gradeVariation(designText("screw/grade")); per > 0) s.per300 = {per, Standing::Stated};
    s.staticRating = design("screw/static_N");
    if (size) {
        if (!s.dynamicRating.known()) s.dynamicRating = assumed(size->dynamic);
        s.staticRating = typedOr(input::staticRating, s.staticRating, size->staticLoad);
    }
    s.inertia = design("screw/inertia_per_m");
    if (s.inertia.known() && s.length.known())
        s.inertia.v *= s.length.v;
    else if (s.named && s.length.known()) {
        const auto j = barInertia(s.thread.nominal, metres(s.length.v),
                                  kilogramsPerCubicMetre(materialOr("steel", "steel").density));
        s.inertia = Known{j ? j->value() : notKnown, Standing::Computed};
    } else
        s.inertia = assumed(0);
    s.ends = endsFromCode(designText("ends", "fixed_supported")).value_or(Ends::FixedSupported);
    s.fixedKind = designText("fixed_end/kind");
    s.farKind = designText("far_end/kind");
    s.nutKind = designText("nut/kind");
    m.bearingDrag = design("fixed_end/drag_Nm");
    if (!m.bearingDrag.known() && m.keepsScrew && s.fixedKind.empty())
        m.bearingDrag = m.handleDrag; // the old bearings stay too
    m.bearingDrag = typedOr(input::bearingDrag, m.bearingDrag, 0.06);
    s.bearingStiffness = design("fixed_end/stiffness_N_um");
    s.bearingStiffness = typedOr(input::bearingStiffness, s.bearingStiffness, 100e6);
    s.bearingStatic = design("fixed_end/static_axial_N");
    s.bearingDynamic = design("fixed_end/dynamic_N");
    s.bearingPreload = design("fixed_end/preload_N");
    s.bearingTop = design("fixed_end/top_rpm");
    s.bearingPlay = design("fixed_end/play_mm");
    s.bearingBore = design("fixed_end/bore_mm");
    s.bearingOutside = design("fixed_end/outside_mm");
    m.nutPlay = design("nut/play_mm");
    s.nutStiffness = design("nut/stiffness_N_um");
    s.nutStiffness = typedOr(input::nutStiffness, s.nutStiffness, size ? size->nutStiffness * 1e6 : 100e6);
    s.nutLength = design("nut/length_mm");
    s.nutTurns = design("nut/engaged_turns");
    s.preload = design("nut/preload_N");
    if (!s.preload.known()) s.preload = Known{0, Standing::Stated};
    s.bracket = design("bracket_stiffness_N_um");
    s.bracket = typedOr(input::bracket, s.bracket, 100e6);
    s.beyondA = design("thread_beyond_a_mm");
    s.beyondB = design("thread_beyond_b_mm");
    m.brakeTorque = design("brake/torque_Nm");
    m.hasBrake = m.brakeTorque.known();
    m.brakeOnScrew = designText("brake/where", "screw") != "motor";
    m.brakeDelay = design("brake/delay_s");
    m.brakeDelay = typedOr(input::brakeDelay, m.brakeDelay, 0.06);
    // A new nut as such nuts come: none when preloaded, rolled ball nuts 0.02 to 0.08, sliding ones 0.05 to 0.15
    // (common practice).
    if (noScrew) {
        m.nutPlay = design("rack/play_mm");
        if (!m.keepsScrew && !m.nutPlay.known()) // spread of a usual fit, centres set by hand
            m.nutPlay = assumed(0.10e-3, 0.03e-3, 0.25e-3, Shape::Lognormal);
    }
    if (!m.keepsScrew && !m.nutPlay.known())
        m.nutPlay = s.preload.v > 0 ? assumed(0)
                    : ball          ? assumed(0.05e-3, 0.02e-3, 0.08e-3, Shape::Uniform)
                                    : assumed(0.10e-3, 0.05e-3, 0.15e-3, Shape::Uniform);
    m.bumperStroke = design("bumper/stroke_mm");
    m.bumperForce = design("bumper/force_N");
    m.endSpeed = design("end_speed_mm_min");
    if (noScrew)
        m.final = rack ? FinalElement(std::move(r)) : FinalElement(Wheel{});
    else
        m.final = std::move(s);
}

void ModelReader::readEfficiency(const Screw &s, bool noScrew) {
    const bool ball = s.named && s.thread.ball;
    m.efficiency = design("screw/efficiency");
    if (m.efficiency.standing == Standing::Measured) spreadBy(m.efficiency, 0.85, 1.15, Shape::Triangular);
    if (!m.efficiency.known() && m.keepsScrew) m.efficiency = m.screwEfficiencyFound;
    if (!m.efficiency.known()) {
        if (noScrew)
            m.efficiency = assumed(0.85);
        else if (ball)
            m.efficiency = assumed(0.90);
        else if (s.named) {
            const auto f =
                slidingScrew({s.thread.mean, s.thread.pitch, s.thread.starts, s.thread.flankHalfAngle, 0.13}, {});
            m.efficiency = assumed(f ? f->forward : 0.30);
        } else
            m.efficiency = assumed(0.30);
    }
    if (m.efficiency.v > 1) m.efficiency.v = notKnown;
    if (m.efficiency.shape == Shape::None && m.efficiency.known()) {
        m.efficiency.shape = Shape::Triangular;
        m.efficiency.low = noScrew ? 0.8 : ball ? 0.85 : std::min(0.20, m.efficiency.v);
        m.efficiency.high = noScrew ? 0.9 : ball ? 0.95 : std::max(0.45, m.efficiency.v);
    }
}

} // namespace lw
