#include "proof/evaluate.h"
#include "drive/steps.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {

double density(const std::string &material) { return material == "steel" ? 7850 : material == "acetal" ? 1410 : 2700; }

double boreNominal(const std::string &text) {
    if (text.empty()) return notKnown;
    const auto s = readToleratedSize(text);
    return s ? s->nominal * 1e-3 : notKnown;
}

void beltGeometry(const AxisModel &m, AxisState &s) {
    const auto *profile = m.beltProfileUsed();
    const AxisModel::Pulley *pulleys[2] = {&m.small, &m.large};
    for (int k = 0; k < 2; ++k) {
        const auto &p = *pulleys[k];
        if (p.teeth < 1 || !p.profile) continue;
        const double bore = boreNominal(p.bore);
        const auto size = pulleySize(*p.profile, p.teeth,
                                     bore == bore ? std::optional<Length>(metres(bore)) : std::nullopt, millimetres(0));
        if (!size) continue;
        s.pulleys[static_cast<std::size_t>(k)] = *size;
        if (size->wall) s.wall[static_cast<std::size_t>(k)] = size->wall->value();
        const auto body = pulleyBody(size->outside, metres(bore == bore && bore < size->outside.value() ? bore : 0),
                                     metres(p.faceWidth.v), kilogramsPerCubicMetre(density(p.material)), millimetres(0),
                                     millimetres(0));
        if (body) (k == 0 ? s.motorPulleyInertia : s.screwPulleyInertia) = body->inertia.value();
    }
    if (!m.small.profile || m.small.teeth < 1 || m.large.teeth < 1) return;
    // While the belt does not match, ratio, torque and inertia are reckoned with the pulleys, and their profile.
    s.beltMatches = profile && m.large.profile && profile == m.small.profile && m.small.profile == m.large.profile;
    if (profile && m.small.profile == m.large.profile && profile != m.small.profile) {
        const auto wrap = degrees(180);
        if (const auto mm =
                pitchMismatch(millimetres(profile->pitch), millimetres(m.small.profile->pitch), m.small.teeth, wrap)) {
            s.perToothError = mm->perTooth.value();
            s.teethMesh = mm->teethInMesh;
            s.teethSeat = mm->teethThatSeat;
        }
        // G-form belt on H-form pulleys of the same pitch runs, with play
        if (profile->form == "G" && m.small.profile->form == "H" && profile->pitch == m.small.profile->pitch)
            s.beltMatches = true;
    }
    const auto &p = *m.small.profile;
    double centre = m.centre.v;
    if (s.beltMatches && m.beltTeeth() > 0 && !m.centre.known())
        if (const auto o = beltToCentres(millimetres(p.pitch), m.small.teeth, m.large.teeth, m.beltTeeth()))
            centre = o->centre.value();
    if (!(centre == centre) && m.slotFrom.known() && m.slotTo.known()) centre = (m.slotFrom.v + m.slotTo.v) / 2;
    s.centre = centre;
    if (!(centre == centre)) return;
    const auto o = beltFromCentres(millimetres(p.pitch), m.small.teeth, m.large.teeth, metres(centre));
    if (!o) return;
    s.open = *o;
    s.beltGeometry = true;
    if (!s.beltMatches && s.perToothError != 0) {
        const auto mm = pitchMismatch(millimetres(profile->pitch), millimetres(p.pitch),
                                      std::min(m.small.teeth, m.large.teeth), o->wrapSmall);
        if (mm) s.teethMesh = mm->teethInMesh;
    }
    // what the slot must give, about the centre distance the belt asks
    double asked = centre;
    if (s.beltMatches && m.beltTeeth() > 0)
        if (const auto b = beltToCentres(millimetres(p.pitch), m.small.teeth, m.large.teeth, m.beltTeeth()))
            asked = b->centre.value();
    const int flanged = (m.small.flanges > 0) + (m.large.flanges > 0);
    if (const auto t =
            centreTravel(o->length, metres(m.beltTolerance.v), 0.003, o->wrapSmall, fitAllowance(p, flanged))) {
        s.needInward = t->inward->value();
        s.needOutward = t->outward.value();
        s.slotInward = asked - m.slotFrom.v;
        s.slotOutward = m.slotTo.v - asked;
    }
}

void beltLoads(const AxisModel &m, AxisState &s) {
    if (!s.beltGeometry || !s.motorKnown || !m.beltWidth.known()) return;
    const auto *p = m.small.profile;
    BeltDrive d;
    d.profile = p;
    d.width = metres(s.beltMatches ? m.beltWidth.v : (m.small.beltWidth.known() ? m.small.beltWidth.v : m.beltWidth.v));
    d.small = std::min(m.small.teeth, m.large.teeth);
    d.large = std::max(m.small.teeth, m.large.teeth);
    d.centre = metres(s.centre);
    // peak torque referred to the small pulley, whichever drives
    const double peak = s.peakStatic * (m.small.teeth <= m.large.teeth ? 1 : m.ratio());
    d.peakAtSmall = newtonMetres(peak);
    d.smallSpeed = revolutionsPerMinute(m.small.teeth <= m.large.teeth ? s.motorRpm : s.screwRpm);
    d.service = m.service.v;
    d.install = m.install.v;
    const auto f = beltForces(d);
    if (!f) return;
    s.beltForces = *f;
    s.beltForcesKnown = true;
    s.shaftLoad = std::max(f->shaftStatic.value(), f->shaftWorking.value());
    const double R2 = m.large.teeth * p->pitch * 1e-3 / (2 * pi);
    const double factor = m.beltStiffnessFactor.v;
    const auto stiffness = beltStiffness(*p, d.width, s.open.span, metres(R2), m.mesh.v);
    s.beltStiffness = stiffness.value() * factor;
    if (const auto e = eccentricPulley(*p, d.width, m.small.teeth, m.large.teeth, metres(s.centre), metres(m.runOut.v),
                                       m.large.teeth, metres(m.lead.v), m.mesh.v))
        s.swing = e->upper.value() * factor;
    const double shaft = boreNominal(m.motorShaft);
    if (shaft == shaft && m.body.known()) {
        const Length overhang = metres(m.beltOffFace.v + m.frontBearing.v);
        const Length bearings = metres(std::max(0.01, m.body.v - 15e-3));
        if (const auto o =
                overhungShaft(newtons(s.shaftLoad), newtonMetres(s.peakStatic), metres(shaft), overhang, bearings, 1.5))
            s.overhung = *o;
        s.shaftAllowed = radialAllowance(newtons(m.radialLoad.v), metres(m.radialAt.v), metres(m.beltOffFace.v),
                                         metres(m.frontBearing.v), bearings)
                             .value();
    }
}

void buildChain(const AxisModel &m, AxisState &s) {
    auto &c = s.chain;
    c.incline = radians(m.incline);
    c.counterweight = kilograms(m.vertical && m.counterweight.known() ? m.counterweight.v : 0);
    c.strut = newtons(m.vertical ? m.strut.v : 0);
    c.moving = kilograms(m.mass.v);
    s.friction = m.pull.v;
    s.sizingPull = m.pull.v * m.coldFactor.v;
    c.friction = newtons(s.sizingPull);
    c.lead = perRevolution(metres(m.lead.v));
    c.efficiencyForward = m.efficiency.v;
    if (m.wheel)
        c.efficiencyBackward = m.efficiency.v;
    else if (m.hasScrew && !m.thread.ball && m.efficiency.known()) {
        // Sliding screw: friction angle from the efficiency in use, then the same flank driven backwards.
        const double tanLead = m.thread.lead().value() / (pi * m.thread.mean.value());
        const double lambda = std::atan(tanLead);
        const double phi = std::atan(tanLead / m.efficiency.v) - lambda;
        c.efficiencyBackward = std::tan(lambda - phi) / tanLead;
    }
    if (m.ballScrew() && m.preload.v > 0)
        if (const auto b = ballScrew(m.thread.nominal, m.thread.lead(), m.efficiency.v, {}, newtons(m.preload.v)))
            s.preloadDrag = b->preload->value();
    c.preloadDrag = newtonMetres(s.preloadDrag);
    c.bearingDrag = newtonMetres(m.bearingDrag.v);
    c.screw = kilogramSquareMetres(m.screwInertia.known() ? m.screwInertia.v : 0);
    c.ratio = m.ratio();
    c.driveEfficiency = m.beltEfficiency.v;
    c.motor = kilogramSquareMetres(m.rotor.v);
    if (m.belt) {
        c.screwPulley = kilogramSquareMetres(s.screwPulleyInertia);
        c.motorPulley = kilogramSquareMetres(s.motorPulleyInertia);
    } else {
        c.motorPulley = kilogramSquareMetres(m.couplingInertia.v);
    }
    s.netWeight = netGravity(c).value();
    s.weightUnbalanced = m.vertical ? m.weightAlong() : 0;
    s.backward = backwardEfficiency(c);
    s.screwRpm = m.rapid.v * 60 / m.lead.v;
    s.motorRpm = s.screwRpm * c.ratio;
}

void addPoint(const AxisModel &m, AxisState &s, Operating kind, int cut, const Moment &moment) {
    const auto t = torqueAt(s.chain, moment);
    OperatingPoint p;
    p.kind = kind;
    p.cut = cut;
    p.rpm = inRevolutionsPerMinute(t.motorSpeed);
    p.process = moment.process.value();
    p.axial = t.axial.value() * (moment.direction == 0 ? 1 : moment.direction);
    p.screwTorque = std::fabs(t.screw.value());
    p.demand = std::fabs(t.motor.value());
    if (s.motorKnown) {
        const auto a = torqueAtSpeed(m, s, p.rpm);
        const double standing =
            kind == Operating::Hold ? m.idleShare.v : 1; // the drive lowers the current at rest, torque follows it
        p.design = a.design * standing;
        p.quasi = a.quasi * standing;
        p.most = a.most * standing;
        p.region = a.region;
    }
    s.points.push_back(p);
}

void operatingPoints(const AxisModel &m, AxisState &s) {
    const auto zero = fromSi<Acceleration>(0);
    const Speed rapid = fromSi<Speed>(m.rapid.v);
    const auto a = fromSi<Acceleration>(m.acceleration.v);
    // Breakaway: sizing pull times breakaway over running, at rest, running efficiency.
    const double extra = s.sizingPull * (m.breakaway.v - 1);
    addPoint(m, s, Operating::Breakaway, -1, {1, zero, fromSi<Speed>(0), newtons(extra)});
    addPoint(m, s, Operating::RapidUp, -1, {1, a, rapid, newtons(0)});
    if (m.vertical) addPoint(m, s, Operating::RapidDown, -1, {-1, a * -1.0, rapid, newtons(0)});
    const auto slowing = fromSi<Acceleration>(m.slowing());
    addPoint(m, s, Operating::Braking, -1,
             m.vertical ? Moment{-1, slowing, rapid, newtons(0)} : Moment{1, slowing * -1.0, rapid, newtons(0)});
    for (std::size_t k = 0; k < m.cuts.size(); ++k) {
        const auto &c = m.cuts[k];
        s.cutsOpen |= !c.force.known();
        addPoint(m, s, Operating::Cutting, static_cast<int>(k),
                 {m.directionOf(static_cast<int>(k)), zero, fromSi<Speed>(c.feed), newtons(processForce(m, c))});
    }
    if (m.vertical) addPoint(m, s, Operating::Hold, -1, {0, zero, fromSi<Speed>(0), newtons(0)});
}

void screwFigures(const AxisModel &m, AxisState &s) {
    s.playStays = m.playStays();
    if (m.wheel) { // a rack or a wheel has no screw that winds up; its belt does
        const double l = s.chain.lead.value();
        if (s.beltStiffness > 0) s.springLoss = 2 * s.friction * l * l / s.beltStiffness;
        s.lostMotion = s.playStays + (s.springLoss > 0 ? s.springLoss : 0);
        return;
    }
    if (m.root.known() && m.span.known())
        if (const auto n = criticalSpeed(metres(m.root.v), metres(m.span.v), m.ends))
            s.critical = inRevolutionsPerMinute(*n);
    if (m.root.known() && m.nutFar.known()) {
        const Ends toNut = m.ends == Ends::SupportedSupported
                               ? Ends::SupportedSupported
                               : Ends::FixedSupported; // the nut, guided by the ways, supports
        if (const auto b = buckling(metres(m.root.v), metres(m.nutFar.v), toNut)) {
            s.buckling = *b;
            s.bucklingKnown = true;
        }
        RigidityChain c;
        c.ends = m.ends == Ends::FixedFixed ? Ends::FixedFixed : Ends::FixedSupported;
        c.root = metres(m.root.v);
        c.span = metres(m.span.known() ? m.span.v : m.nutFar.v * 1.2);
        c.nutAt = metres(c.ends == Ends::FixedFixed ? std::min(m.nutFar.v, c.span.value() / 2) : m.nutFar.v);
        c.bearing = fromSi<Stiffness>(m.bearingStiffness.v);
        c.nut = fromSi<Stiffness>(m.nutStiffness.v);
        c.bracket = fromSi<Stiffness>(m.bracket.v);
        c.lead = s.chain.lead;
        if (m.belt) {
            if (s.beltStiffness == s.beltStiffness) c.driveAtScrew = fromSi<TorsionalStiffness>(s.beltStiffness);
        } else {
            c.driveAtScrew = fromSi<TorsionalStiffness>(m.couplingStiffness.v);
        }
        if (const auto r = rigidity(c)) {
            s.stiffness = *r;
            s.rigidityKnown = true;
            s.springLoss = lostMotion(newtons(s.friction), r->total, metres(0)).value();
            s.lostMotion = s.springLoss + s.playStays;
        }
    }
    s.maxAxial = 0;
    for (const auto &p : s.points)
        s.maxAxial = std::max(s.maxAxial, std::fabs(p.axial));
    if (s.motorKnown) {
        const auto stiffness = s.rigidityKnown ? s.stiffness.total : fromSi<Stiffness>(notKnown);
        const double limited = m.torqueLimit.known() ? std::min(m.torqueLimit.v, s.peakStatic) : s.peakStatic;
        const auto c = crashThrust(s.chain, fromSi<Speed>(m.speedAtEnds()), newtonMetres(limited), stiffness);
        s.stallThrust = c.stall.value();
        s.crashThrust = c.crash.value();
        const double J = rotatingInertiaAtScrew(s.chain).value(), w = m.speedAtEnds() / s.chain.lead.value();
        s.crashEnergy = J * w * w / 2;
        if (m.bumperStroke.known() && m.bumperForce.known()) {
            // a bumper takes up half of force times stroke while the motor goes on pushing; what is left goes into the
            // screw
            s.crashEnergy = std::max(0.0, s.crashEnergy + (s.stallThrust - m.bumperForce.v / 2) * m.bumperStroke.v);
            s.crashThrust =
                s.crashEnergy > 0
                    ? s.stallThrust + std::sqrt(s.stallThrust * s.stallThrust + 2 * s.crashEnergy * stiffness.value())
                    : std::max(s.stallThrust, m.bumperForce.v);
        }
    }
    if (m.hasScrew && !m.thread.ball) {
        const double dm = m.thread.mean.value();
        const double lambda = std::atan(m.thread.lead().value() / (pi * dm));
        s.nutSpeed = pi * dm * s.screwRpm / 60 / std::cos(lambda);
        if (m.nutTurns.known()) s.nutPressure = s.maxAxial / (pi * dm * 0.5 * m.thread.pitch.value() * m.nutTurns.v);
        const double normal = std::atan(std::tan(m.thread.flankHalfAngle.value()) * std::cos(lambda));
        constexpr double lowestFriction = 0.08, againstVibration = 0.7;
        const double phi = std::atan(againstVibration * lowestFriction / std::cos(normal));
        s.backwardAtLock = std::tan(lambda - phi) / std::tan(lambda);
        s.locksDependably = s.backwardAtLock <= 0;
    }
    if (m.ballScrew()) s.backwardAtLock = s.backward;
    s.permittedAxial = notKnown;
    auto limit = [&](double v) {
        if (v == v) s.permittedAxial = s.permittedAxial == s.permittedAxial ? std::min(s.permittedAxial, v) : v;
    };
    if (s.bucklingKnown) limit(s.buckling.allowed.value());
    limit(m.bearingStatic.v);
    if (m.ballScrew()) limit(m.staticRating.v);
    s.stop = stoppingDistance(fromSi<Speed>(m.speedAtEnds()), fromSi<Acceleration>(m.slowing()), seconds(0.05)).value();
    const double drag = m.bearingDrag.v + s.preloadDrag;
    s.holdForce = s.backward > 0 ? drag / (s.chain.lead.value() * s.backward) : std::numeric_limits<double>::infinity();
    if (m.vertical && m.hasBrake) {
        const auto af =
            fallAcceleration(newtons(s.weightUnbalanced), s.chain.moving, s.chain.lead, std::max(0.0, s.backward),
                             newtonMetres(drag), rotatingInertiaAtScrew(s.chain));
        s.fall = af.value() * m.brakeDelay.v * m.brakeDelay.v / 2;
    }
}

void stepFigures(const AxisModel &m, AxisState &s) {
    const double perTurn = m.lead.v / s.chain.ratio;
    const int full = 4 * m.rotorTeeth;
    s.fullStep = perTurn / full;
    s.microstep = s.fullStep / m.microsteps;
    s.stepRate = m.rapid.v / s.microstep;
    s.rateLimit = m.pulseLimit.v;
    if (m.pulseHigh.known() && m.pulseHigh.v > 0 && s.rateLimit == s.rateLimit)
        s.rateLimit = std::min(s.rateLimit, 1 / (2 * m.pulseHigh.v));
    if (s.motorKnown) {
        const double friction = (s.friction * s.chain.lead.value() / m.efficiency.v + m.bearingDrag.v + s.preloadDrag) /
                                (s.chain.ratio * s.chain.driveEfficiency);
        if (const auto r = stepperResolution(s.chain.lead, s.chain.ratio, full, m.microsteps,
                                             newtonMetres(s.peakStatic), newtonMetres(friction)))
            s.dependable = r->dependable.value();
        else
            s.dependable = std::numeric_limits<double>::infinity(); // friction holds the rotor off altogether
    }
}

void readBores(const AxisModel &m, AxisState &s) {
    const std::string bores[2] = {m.belt ? m.small.bore : m.couplingBoreMotor,
                                  m.belt ? m.large.bore : m.couplingBoreScrew};
    const std::string shafts[2] = {m.motorShaft, m.screwEnd};
    for (std::size_t k = 0; k < 2; ++k) {
        if (bores[k].empty() || shafts[k].empty()) continue;
        const auto b = readToleratedSize(bores[k]);
        const auto sh = readToleratedSize(shafts[k]);
        if (!b || !sh) continue;
        s.boreClearLow[k] = (b->nominal - sh->nominal) * 1e-3 + (b->band.lower - sh->band.upper) * 1e-6;
        s.boreClearHigh[k] = (b->nominal - sh->nominal) * 1e-3 + (b->band.upper - sh->band.lower) * 1e-6;
    }
}
} // namespace

double processForce(const AxisModel &m, const Cut &c) {
    // what presses on the ways (a turned bar on the carriage) is friction besides
    const double added = c.pressing > 0 && m.wayFriction == m.wayFriction ? m.wayFriction * c.pressing : 0;
    return (c.force.v + added) * m.factorOf(c).v;
}

TorqueAtSpeed torqueAtSpeed(const AxisModel &m, const AxisState &s, double rpm) {
    const auto speed = revolutionsPerMinute(rpm);
    const auto p = pullOutTorque(s.motor, s.supply, speed);
    StepperSupply square = s.supply;
    square.modulation = 4 / pi;
    const auto most = pullOutTorque(s.motor, square, speed);
    const double limit = m.torqueLimit.known() ? m.torqueLimit.v : std::numeric_limits<double>::infinity();
    // beyond the speed where nothing is left there is nothing, not less
    const auto given = [&](double t) { return t == t ? std::min(std::max(0.0, t), limit) : t; };
    return {given(designTorque(s.motor, p.torque, speed).value() * m.torqueFactor.v),
            given(p.torque.value() * m.torqueFactor.v), given(most.torque.value()), p.region};
}

Evaluation evaluate(const AxisModel &m) {
    Evaluation e;
    e.findings.reserve(64);
    auto &s = e.state;
    s.motor.holding = newtonMetres(m.holding.v);
    s.motor.convention = m.convention;
    s.motor.rated = amperes(m.rated.v);
    s.motor.drivePeak = amperes(m.drivePeak.v * m.currentFactor.v);
    s.motor.resistance = ohms(m.resistance.v);
    s.motor.cable = ohms(m.cable.v);
    s.motor.inductance = fromSi<Inductance>(m.inductance.v);
    s.motor.rotorTeeth = m.rotorTeeth;
    s.supply.voltage = volts(m.supply.v);
    s.supply.sag = m.sag.v;
    s.motorKnown = m.hasMotor && checkStepper(s.motor, s.supply).has_value();
    if (s.motorKnown) {
        s.peakStatic = peakStaticTorque(s.motor).value();
        if (const auto corner = cornerSpeed(s.motor, s.supply))
            s.corner = inRevolutionsPerMinute(*corner);
        else
            s.corner = 0;
    }
    if (m.belt) beltGeometry(m, s);
    buildChain(m, s);
    if (m.belt) beltLoads(m, s);
    operatingPoints(m, s);
    screwFigures(m, s);
    stepFigures(m, s);
    readBores(m, s);
    addSurveyChecks(m, s, e.findings);
    addDutyChecks(m, s, e.findings);
    addMotorChecks(m, s, e.findings);
    addScrewChecks(m, s, e.findings);
    addBeltChecks(m, s, e.findings);
    addGravityChecks(m, s, e.findings);
    return e;
}

Verdict worst(const Evaluation &e) {
    Verdict v = Verdict::Holds;
    for (const auto &f : e.findings)
        v = std::min(v, f.verdict);
    return v;
}

} // namespace lw
