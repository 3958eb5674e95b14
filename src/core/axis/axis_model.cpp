#include "axis/model_reader.h"
#include "drive/steps.h"
#include <algorithm>
#include <cmath>

namespace lw {

int AxisModel::directionOf(int cut) const {
    if (!vertical) return 1;
    for (const auto &move : moves)
        if (move.cut == cut && move.up) return 1;
    return -1; // drilling goes down
}

double AxisModel::playStays() const {
    if (!keepsScrew) return nutPlay.v;
    const auto part = [](const Known &k) { return k.known() ? k.v : 0.0; };
    const auto stays = [](const Known &after, double now) { return after.known() ? after.v : now; };
    const double inThread = std::max(0.0, lostNow.v - part(lostThrust) - part(lostSlot) - part(lostWindUp));
    return std::max(0.0, stays(afterThrust, part(lostThrust)) + stays(afterSlot, part(lostSlot)) +
                             stays(afterThread, stays(nutPlay, inThread)));
}

double AxisModel::weightAlong() const { return mass.v * standardGravity * std::sin(incline); }

Fraction AxisModel::ratioFraction() const {
    if (!belt || small.teeth < 1 || large.teeth < 1) return {1, 1};
    return makeFraction(large.teeth, small.teeth).value_or(Fraction{1, 1});
}
Fraction AxisModel::leadFraction() const {
    if (!lead.known()) return {0, 1};
    if (hasScrew && thread.lead().value() > 0 && lead.v == thread.lead().value()) {
        // thread names are exact: metric leads as written, acme pitches through threads an inch
        if (thread.flankHalfAngle == degrees(14.5)) {
            const auto tpi = fromDecimal(std::round(25.4 / inMillimetres(thread.pitch) * 1000) / 1000);
            if (tpi)
                if (const auto f = divide(Fraction{127LL * thread.starts, 5}, *tpi)) return *f;
        }
        if (const auto f = fromDecimal(std::round(inMillimetres(thread.lead()) * 1e6) / 1e6)) return *f;
    }
    if (leadText.size() > 3 && leadText.ends_with("tpi"))
        if (const auto n = readTyped(leadText.substr(0, leadText.size() - 3), Dimension::Number, ""))
            if (const auto f = leadFromThreadsPerInch(n->si)) return *f;
    return fromDecimal(std::round(lead.v * 1e9) / 1e6).value_or(Fraction{0, 1});
}
const BeltProfile *AxisModel::beltProfileUsed() const {
    if (beltRead && beltRead->profile) return beltRead->profile;
    return small.profile;
}
int AxisModel::beltTeeth() const {
    return beltRead && beltRead->beltTeeth && beltRead->wholeTeeth.value_or(true)
               ? static_cast<int>(std::round(*beltRead->beltTeeth))
               : 0;
}

void ModelReader::readMotor() {
    m.pulseLimit = value("/controller/pulse_limit_Hz");
    const auto kind = designText("motor/kind");
    m.closedLoop = kind == "stepper_closed";
    m.holding = design("motor/holding_torque_Nm");
    m.rated = design("motor/rated_current_A");
    m.resistance = design("motor/resistance_ohm");
    m.inductance = design("motor/inductance_mH");
    m.rotor = design("motor/rotor_inertia_kgm2");
    spreadBy(m.rotor, 0.95, 1.05, Shape::Uniform);
    // A figure somebody guessed has the doubt of a guess; a plate or a data sheet has that of the curve worked out from
    // it.
    for (auto *k : {&m.holding, &m.resistance})
        if (k->assumed()) spreadBy(*k, 0.8, 1.2, Shape::Triangular);
    if (m.inductance.assumed()) spreadBy(m.inductance, 0.7, 1.4, Shape::Triangular);
    const auto measured = [](const Known &k) { return k.standing == Standing::Measured; };
    if (measured(m.holding) && measured(m.inductance))
        m.torqueFactor = {1, Standing::Measured, 0.9, 1.1, Shape::Triangular}; // what the model itself is good to
    m.hasMotor = m.holding.known() || m.rated.known() || !kind.empty();
    const auto convention = designText("motor/torque_convention");
    m.conventionTyped = !convention.empty();
    if (convention == "one_phase_on") m.convention = HoldingConvention::OnePhaseOn;
    m.detent = design("motor/detent_torque_Nm");
    if (!m.detent.known() && m.holding.known()) m.detent = assumed(0.04 * m.holding.v);
    m.usable = design("motor/usable_speed_rpm");
    const auto step = design("motor/step_angle_deg");
    if (step.known()) m.rotorTeeth = std::max(1, static_cast<int>(std::lround(90 / (step.v * 180 / pi))));
    const auto current = design("drive/current_A");
    const auto currentKind = designText("drive/current_kind");
    m.currentKindTyped = !currentKind.empty();
    if (current.known()) {
        m.drivePeak = current;
        if (currentKind == "rms") m.drivePeak.v *= std::sqrt(2.0);
        if (current.shape != Shape::None)
            m.currentFactor = {1, current.standing, current.low / current.v, current.high / current.v,
                               Shape::Triangular};
        else if (measured(current))
            m.currentFactor = {1, Standing::Measured, 0.98, 1.02, Shape::Triangular}; // by clamp ammeter
        m.drivePeak.low = m.drivePeak.high = notKnown;
        m.drivePeak.shape = Shape::None; // its spread is currentFactor
    } else if (m.rated.known()) {
        m.drivePeak = assumed(m.rated.v);
    }
    const auto micro = design("drive/microsteps");
    if (micro.known()) m.microsteps = std::clamp(static_cast<int>(micro.v), 1, 1024);
    m.voltLimit = design("drive/volt_limit_V");
    m.pulseHigh = design("drive/pulse_high_us");
    m.damping = designText("drive/damping") == "yes";
    m.supply = design("supply/voltage_V");
    m.supplyPower = design("supply/power_W");
    m.unregulated = designText("supply/kind") == "unregulated";
    m.sag = design("supply/sag");
    if (!m.sag.known()) {
        m.sag = m.unregulated ? assumed(0.10, 0.0, 0.15, Shape::Uniform) : assumed(0.02);
    } else if (m.sag.shape == Shape::None) {
        // a meter on the supply while it moves, good to a tenth; a plain transformer's as somebody states it, to a half
        const double share = measured(m.sag) ? 0.1 : m.unregulated ? 0.5 : 0;
        if (share > 0) spreadBy(m.sag, 1 - share, 1 + share, Shape::Uniform);
    }
    m.torqueLimit = design("drive/torque_limit_Nm");
    m.idleShare = axis("settings/idle_current_pct");
    if (!m.idleShare.known()) m.idleShare = m.vertical ? assumed(0.5) : Known{1, Standing::Computed};
    m.cableLength = design("cable/length_mm");
    const auto area = design("cable/cross_section_mm2");
    // Loop of two conductors, copper 0.0175 ohm mm2/m (IEC 60028 at 20 C: 1/58).
    m.cable = m.cableLength.known() && area.known() ? Known{2 * m.cableLength.v / (58e6 * area.v), Standing::Computed}
                                                    : assumed(0);
    m.motorShaft = designText("motor/shaft");
    m.face = design("motor/face_mm");
    m.body = design("motor/body_length_mm");
    m.shaftLength = design("motor/shaft_length_mm");
    m.boltSquare = design("motor/bolt_square_mm");
    m.pilot = design("motor/pilot_mm");
    m.radialLoad = design("motor/radial_load_N");
    m.radialAt = design("motor/radial_load_at_mm");
    if (!m.radialAt.known()) m.radialAt = assumed(20e-3);
    if (!m.radialLoad.known() && m.face.known()) {
        const double f = m.face.v * 1e3; // generic frame class, weak
        const double rating = f <= 43 ? 28 : f <= 58 ? 75 : f <= 62 ? 90 : f <= 90 ? 220 : 400;
        m.radialLoad = assumed(rating, rating * 0.7, rating * 2, Shape::Lognormal);
    }
    m.frontBearing = design("motor/front_bearing_mm");
    if (!m.frontBearing.known()) m.frontBearing = assumed(5e-3);
    m.stepsTyped = designText("steps_typed");
}

void ModelReader::readTransmission() {
    m.belt = designText("transmission", "direct") == "belt";
    auto pulley = [&](const std::string &p, AxisModel::Pulley &out) {
        const auto teeth = design((p + "/teeth").c_str());
        out.teeth = teeth.known() ? static_cast<int>(std::min(teeth.v, 1e4)) : 0;
        out.profile = beltProfile(designText((p + "/profile").c_str()));
        out.beltWidth = design((p + "/belt_width_mm").c_str());
        out.faceWidth = design((p + "/face_width_mm").c_str());
        const auto flanges = design((p + "/flanges").c_str());
        out.flanges = flanges.known() ? static_cast<int>(flanges.v) : 0;
        out.bore = designText((p + "/bore").c_str());
        out.hub = designText((p + "/hub").c_str(), "clamp");
        out.material = designText((p + "/material").c_str(), "aluminium");
        if (!out.faceWidth.known())
            out.faceWidth = out.beltWidth.known() ? assumed(out.beltWidth.v + 6e-3) : assumed(16e-3);
    };
    if (m.belt) {
        pulley("small_pulley", m.small);
        pulley("large_pulley", m.large);
        m.beltCode = designText("belt/code");
        if (!m.beltCode.empty()) m.beltRead = readDesignation(m.beltCode, "belt");
        if (m.beltRead && m.beltRead->width)
            m.beltWidth = {*m.beltRead->width * 1e-3, Standing::Catalogue};
        else if (m.small.beltWidth.known())
            m.beltWidth = assumed(m.small.beltWidth.v);
        m.centre = design("belt/centre_mm");
        m.slotFrom = design("belt/slot_from_mm");
        m.slotTo = design("belt/slot_to_mm");
        m.beltTolerance = design("belt/length_tolerance_mm");
        if (!m.beltTolerance.known()) m.beltTolerance = assumed(0.5e-3);
        m.service = design("belt/service_factor");
        if (!m.service.known()) m.service = assumed(1.5);
        m.install = design("belt/install_factor");
        if (!m.install.known()) m.install = assumed(0.75);
        m.mesh = design("belt/mesh_factor");
        if (!m.mesh.known()) m.mesh = assumed(0.7);
        if (const auto pull = design("belt/pull_for_1mm_a_metre_N");
            pull.known() && m.small.profile && m.beltWidth.known()) {
            const double table = m.small.profile->stiffnessPerWidth * m.beltWidth.v * 1e3; // N for doubling its length
            m.beltStiffnessFactor = {1000 * pull.v / table, pull.standing, 900 * pull.v / table, 1100 * pull.v / table,
                                     Shape::Triangular};
        }
        m.beltOffFace = design("belt/from_face_mm");
        if (!m.beltOffFace.known()) m.beltOffFace = assumed(15e-3);
    } else {
        m.couplingStiffness = design("coupling/stiffness_Nm_rad");
        if (!m.couplingStiffness.known()) m.couplingStiffness = assumed(400, 200, 600, Shape::Triangular);
        m.couplingInertia = design("coupling/inertia_kgm2");
        if (!m.couplingInertia.known()) m.couplingInertia = assumed(60e-7);
        m.couplingBoreMotor = designText("coupling/bore_motor");
        m.couplingBoreScrew = designText("coupling/bore_screw");
    }
    m.beltEfficiency = m.belt ? design("belt/efficiency") : Known{1, Standing::Stated};
    if (!m.beltEfficiency.known()) m.beltEfficiency = assumed(0.96);
}

void ModelReader::readScrew() {
    const auto name = designText("screw/thread");
    if (!name.empty()) {
        if (auto t = readThread(name)) {
            m.thread = *t;
            m.hasScrew = true;
        } else {
            m.threadProblem = t.error().detail;
            m.problems.push_back(m.threadProblem);
        }
    }
    m.wheel = m.cls && m.cls->wheel && !m.hasScrew;
    const auto kept = designText("screw/kept"); // not said: a sliding thread is the old one, a ball screw a new one
    m.keepsScrew = kept == "yes" || (kept != "no" && !m.ballScrew());
    Known found; // the lead of the old screw, the surest way first
    if (m.leadMeasured.known()) {
        found = m.leadMeasured;
        m.leadText = numberText(m.leadMeasured.v * 1e3, 7);
    } else if (m.leadThread.known()) {
        found = m.leadThread;
        m.leadText = textAt(m_project, a + "survey/lead/threads_per_inch/typed") + "tpi";
    } else if (m.leadDial.known()) {
        found = m.leadDial;
    } else if (const auto turn = axis("survey/handle/travel_per_turn_mm"); turn.known()) {
        found = turn;
    }
    if (m.hasScrew) {
        m.lead = {m.thread.lead().value(), Standing::Catalogue};
        // a reading that agrees with the name of the thread confirms it; one that does not is what the axis does
        if (m.keepsScrew && found.known() && std::fabs(found.v / m.lead.v - 1) > 0.003)
            m.lead = found;
        else
            m.leadText.clear();
    } else if (m.keepsScrew && found.known()) {
        m.lead = found;
    } else if (m.keepsScrew && m.cls) {
        m.lead = assumed(m.cls->lead * 1e-3, m.wheel ? m.cls->lead * 0.83e-3 : notKnown,
                         m.wheel ? m.cls->lead * 1.25e-3 : notKnown, m.wheel ? Shape::Lognormal : Shape::None);
    }
    const auto *size = m.ballScrew() ? ballScrewSize(m.thread.name) : nullptr;
    m.efficiency = design("screw/efficiency");
    if (m.efficiency.standing == Standing::Measured) spreadBy(m.efficiency, 0.85, 1.15, Shape::Triangular);
    if (!m.efficiency.known() && m.keepsScrew) m.efficiency = m.screwEfficiencyFound;
    if (!m.efficiency.known()) {
        if (m.wheel)
            m.efficiency = assumed(0.85);
        else if (m.ballScrew())
            m.efficiency = assumed(0.90);
        else if (m.hasScrew) {
            const auto f =
                slidingScrew({m.thread.mean, m.thread.pitch, m.thread.starts, m.thread.flankHalfAngle, 0.13}, {});
            m.efficiency = assumed(f ? f->forward : 0.30);
        } else
            m.efficiency = assumed(0.30);
    }
    if (m.efficiency.v > 1) m.efficiency.v = notKnown;
    if (m.efficiency.shape == Shape::None && m.efficiency.known()) {
        m.efficiency.shape = Shape::Triangular;
        m.efficiency.low = m.wheel ? 0.8 : m.ballScrew() ? 0.85 : std::min(0.20, m.efficiency.v);
        m.efficiency.high = m.wheel ? 0.9 : m.ballScrew() ? 0.95 : std::max(0.45, m.efficiency.v);
    }
    m.root = design("screw/root_mm");
    if (!m.root.known() && m.hasScrew) m.root = {m.thread.root.value(), size ? Standing::Assumed : Standing::Catalogue};
    m.span = design("screw/bearing_span_mm");
    m.nutFar = design("screw/nut_far_mm");
    m.threadLength = design("screw/thread_length_mm");
    m.screwLength = design("screw/overall_length_mm");
    if (!m.screwLength.known()) m.screwLength = m.threadLength.known() ? assumed(m.threadLength.v + 0.06) : m.span;
    m.dynamicRating = design("screw/dynamic_N");
    m.staticRating = design("screw/static_N");
    if (size) {
        if (!m.dynamicRating.known()) m.dynamicRating = assumed(size->dynamic);
        if (!m.staticRating.known()) m.staticRating = assumed(size->staticLoad);
    }
    m.screwInertia = design("screw/inertia_per_m");
    if (m.screwInertia.known() && m.screwLength.known())
        m.screwInertia.v *= m.screwLength.v;
    else if (m.hasScrew && m.screwLength.known()) {
        const auto j = barInertia(m.thread.nominal, metres(m.screwLength.v), kilogramsPerCubicMetre(7850));
        m.screwInertia = Known{j ? j->value() : notKnown, Standing::Computed};
    } else
        m.screwInertia = assumed(0);
    m.ends = endsFromCode(designText("ends", "fixed_supported")).value_or(Ends::FixedSupported);
    m.fixedKind = designText("fixed_end/kind");
    m.farKind = designText("far_end/kind");
    m.nutKind = designText("nut/kind");
    m.bearingDrag = design("fixed_end/drag_Nm");
    if (!m.bearingDrag.known() && m.keepsScrew && m.fixedKind.empty())
        m.bearingDrag = m.handleDrag; // the old bearings stay too
    if (!m.bearingDrag.known()) m.bearingDrag = assumed(0.06);
    m.bearingStiffness = design("fixed_end/stiffness_N_um");
    if (!m.bearingStiffness.known()) m.bearingStiffness = assumed(100e6);
    m.bearingStatic = design("fixed_end/static_axial_N");
    m.bearingBore = design("fixed_end/bore_mm");
    m.bearingOutside = design("fixed_end/outside_mm");
    m.nutPlay = design("nut/play_mm");
    m.nutStiffness = design("nut/stiffness_N_um");
    if (!m.nutStiffness.known()) m.nutStiffness = assumed(size ? size->nutStiffness * 1e6 : 100e6);
    m.nutLength = design("nut/length_mm");
    m.nutTurns = design("nut/engaged_turns");
    m.preload = design("nut/preload_N");
    if (!m.preload.known()) m.preload = Known{0, Standing::Stated};
    m.bracket = design("bracket_stiffness_N_um");
    if (!m.bracket.known()) m.bracket = assumed(100e6);
    m.beyondA = design("thread_beyond_a_mm");
    m.beyondB = design("thread_beyond_b_mm");
    m.brakeTorque = design("brake/torque_Nm");
    m.hasBrake = m.brakeTorque.known();
    m.brakeOnScrew = designText("brake/where", "screw") != "motor";
    m.brakeDelay = design("brake/delay_s");
    if (!m.brakeDelay.known()) m.brakeDelay = assumed(0.06);
    // A new nut as such nuts come: none when preloaded, rolled ball nuts 0.02 to 0.08, sliding ones 0.05 to 0.15
    // (common practice).
    if (!m.keepsScrew && !m.nutPlay.known())
        m.nutPlay = m.preload.v > 0 ? assumed(0)
                    : m.ballScrew() ? assumed(0.05e-3, 0.02e-3, 0.08e-3, Shape::Uniform)
                                    : assumed(0.10e-3, 0.05e-3, 0.15e-3, Shape::Uniform);
    m.bumperStroke = design("bumper/stroke_mm");
    m.bumperForce = design("bumper/force_N");
    m.endSpeed = design("end_speed_mm_min");
}

AxisModel readAxis(const Json &project, const std::string &axis, const std::string &design) {
    AxisModel m;
    m.id = axis;
    m.designId = design;
    const auto *node = nodeAt(project, "/axes/" + axis);
    const auto machine = textAt(project, "/class");
    m.cls = classAxis(textAt(project, "/axes/" + axis + "/class", machine),
                      textAt(project, "/axes/" + axis + "/class_axis"));
    m.lathe = m.cls && m.cls->machine.find("lathe") != std::string_view::npos;
    const auto lies =
        textAt(project, "/axes/" + axis + "/orientation", m.cls && m.cls->vertical ? "vertical" : "horizontal");
    m.vertical = lies == "vertical" || lies == "slanted";
    m.incline = m.vertical ? pi / 2 : 0;
    if (lies == "slanted") {
        if (const auto slope = knownAt(project, "/axes/" + axis + "/incline_deg"); slope.known())
            m.incline = std::min(slope.v, pi / 2);
        else
            m.problems.push_back(
                "How steep it lies is not known: type the slope. Until then it counts as upright, the safe side.");
    }
    m.leftHand = textAt(project, "/axes/" + axis + "/survey/lead/left_hand") == "yes";
    m.what = textAt(project, "/axes/" + axis + "/what");
    if (!node) return m;
    ModelReader r(project, m);
    r.readSurvey();
    r.readDuty();
    r.readMotor();
    r.readTransmission();
    r.readScrew();
    return m;
}

} // namespace lw
