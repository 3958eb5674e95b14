// The motor of a design with its drive, supply and cable.
#include "axis/model_reader.h"
#include "catalogue/catalogue.h"
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
    s.pilotHeight = design("motor/pilot_height_mm");
    s.key = design("motor/key_width_mm");
    s.radialLoad = design("motor/radial_load_N");
    s.radialAt = design("motor/radial_load_at_mm");
    if (!s.radialAt.known()) s.radialAt = assumed(20e-3);
    if (!s.radialLoad.known() && s.face.known()) {
        const double f = s.face.v * 1e3; // generic frame class, weak
        const double rating = f <= 43 ? 28 : f <= 58 ? 75 : f <= 62 ? 90 : f <= 90 ? 220 : 400;
        s.radialLoad = assumed(rating, rating * 0.7, rating * 2, Shape::Lognormal);
    }
    s.frontBearing = design("motor/front_bearing_mm");
    s.outboard = design("motor/outboard_mm");
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

} // namespace lw
