#include "proof/evaluate.h"
#include "drive/steps.h"
#include "proof/check.h"
#include "proof/checks/plate_of.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {

void prepareStages(const AxisModel &m, AxisState &s) {
    s.stages.resize(m.stages.size());
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        prepareStage(m.stages[k].stage, s.stages[k]);
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
    const auto &screw = m.screw();
    if (m.wheel())
        c.efficiencyBackward = m.efficiency.v;
    else if (m.slidingScrew() && m.efficiency.known()) {
        // Sliding screw: friction angle from the efficiency in use, then the same flank driven backwards.
        const double tanLead = screw.thread.lead().value() / (pi * screw.thread.mean.value());
        const double lambda = std::atan(tanLead);
        const double phi = std::atan(tanLead / m.efficiency.v) - lambda;
        c.efficiencyBackward = std::tan(lambda - phi) / tanLead;
    }
    if (m.ballScrew() && screw.preload.v > 0)
        if (const auto b =
                ballScrew(screw.thread.nominal, screw.thread.lead(), m.efficiency.v, {}, newtons(screw.preload.v)))
            s.preloadDrag = b->preload->value();
    c.preloadDrag = newtonMetres(s.preloadDrag);
    c.bearingDrag = newtonMetres(m.bearingDrag.v);
    c.final = kilogramSquareMetres(screw.inertia.known() ? screw.inertia.v : 0);
    for (const auto &stage : s.stages)
        c.stages.push_back(stage.figures);
    c.motor = kilogramSquareMetres(m.motorBody().rotor.v);
    s.netWeight = netGravity(c).value();
    s.weightUnbalanced = m.vertical ? m.weightAlong() : 0;
    s.backward = backwardEfficiency(c);
    s.screwRpm = m.rapid.v * 60 / m.lead.v;
    s.motorRpm = s.screwRpm * s.ratio();
}

/// What each stage is asked to carry: the motor's peak as it comes to it, the speeds at rapid.
void loadStages(const AxisModel &m, AxisState &s) {
    double behind = 1; // turns of the output shaft for one of the final shaft
    const double work = m.rotary() ? tableHolds(m) : notKnown;
    for (std::size_t k = s.stages.size(); k-- > 0;) {
        StageLoad &load = s.stages[k].load;
        load = {};
        load.rpmOut = s.screwRpm * behind;
        load.travelATurn = m.lead.v / behind;
        load.workOut = work / behind;
        behind *= s.stages[k].figures.reduction.value();
        load.rpmIn = s.screwRpm * behind;
    }
    if (!s.stages.empty()) s.stages.back().load.runOut = m.runOut.v;
    Torque peak = newtonMetres(s.peakStatic);
    for (std::size_t k = 0; k < s.stages.size(); ++k) {
        auto &stage = s.stages[k];
        const auto &figures = stage.figures;
        stage.load.peakIn = peak.value();
        loadStage(m.stages[k].stage, stage, StageLoad(stage.load));
        peak = carriedForward({&figures, 1}, peak);
        s.chain.stages[k] = figures;
    }
    s.driveStiffness = stiffnessAtFinal(s.chain.stages).value();
    // the motor's own shaft, pulled sideways by what sits on it
    const auto &motor = m.motorBody();
    if (s.stages.empty() || !motor.shaft.known() || !motor.body.known()) return;
    const auto &first = s.stages[0].figures;
    if (!(first.sideways.value() > 0)) return;
    const Length overhang = first.offFace + metres(motor.frontBearing.v);
    const Length bearings = metres(std::max(0.01, motor.body.v - 15e-3));
    const auto outboard =
        motor.outboard.known() ? std::optional(metres(motor.outboard.v + motor.frontBearing.v)) : std::nullopt;
    if (const auto o = overhungShaft(first.sideways, newtonMetres(s.peakStatic), metres(motor.shaft.nominal), overhang,
                                     bearings, 1.5, outboard))
        s.overhung = *o;
    s.shaftAllowed = radialAllowance(newtons(motor.radialLoad.v), metres(motor.radialAt.v), first.offFace,
                                     metres(motor.frontBearing.v), bearings)
                         .value();
}

void addPoint(const AxisModel &m, AxisState &s, Operating kind, int cut, const Moment &moment) {
    const auto t = torqueAt(s.chain, moment);
    OperatingPoint p;
    p.kind = kind;
    p.cut = cut;
    p.rpm = inRevolutionsPerMinute(t.motorSpeed);
    p.moment = moment;
    p.axial = t.axial.value() * (moment.direction == 0 ? 1 : moment.direction);
    p.screwTorque = std::fabs(t.screw.value());
    // no motor yet: what is asked of one is known without its rotor
    p.demand = std::fabs(m.hasMotor() ? t.motor.value() : t.shafts[0].torque.value());
    p.shafts = t.shafts;
    if (s.motorKnown) {
        const auto a = torquesAt(s.motor, p.rpm);
        const double standing = kind == Operating::Hold ? m.drive.idleShare.v
                                                        : 1; // the drive lowers the current at rest, torque follows it
        p.design = (lasts(kind) ? a.continuous : a.countedOn) * standing;
        p.quasi = a.pullOut * standing;
        p.most = a.peak * standing;
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

/// A table: the worst place of its weight all the way round, as nobody knows where it will stand.
void turningPoints(const AxisModel &m, AxisState &s) {
    const auto &t = *m.rotary();
    const auto zero = fromSi<Acceleration>(0);
    const Speed rapid = fromSi<Speed>(m.rapid.v);
    const Force lifts = newtons(t.unbalance);
    addPoint(m, s, Operating::Breakaway, -1,
             {1, zero, fromSi<Speed>(0), newtons(s.sizingPull * (m.breakaway.v - 1)) + lifts});
    addPoint(m, s, Operating::RapidUp, -1, {1, fromSi<Acceleration>(m.acceleration.v), rapid, lifts});
    addPoint(m, s, Operating::Braking, -1, {1, fromSi<Acceleration>(-m.slowing()), rapid, newtons(0) - lifts});
    if (m.cuts.empty()) return;
    const auto &cut = m.cuts.front();
    s.cutsOpen |= !cut.force.known();
    s.rotary.cut = processForce(m, cut);
    const Force held = newtons(heldTorque(m, s));
    const bool stands = rotaryTargets(t.purpose).clamped;
    if (!stands) addPoint(m, s, Operating::Cutting, 0, {1, zero, fromSi<Speed>(cut.feed), held});
    if (stands && !t.hasClamp) addPoint(m, s, Operating::Hold, -1, {0, zero, fromSi<Speed>(0), held});
}

void screwFigures(const AxisModel &m, AxisState &s) {
    s.playStays = m.playStays();
    double behind = 1; // what reduces behind a stage takes its play down
    for (std::size_t k = s.chain.stages.size(); k-- > 0;) {
        if (const double play = s.chain.stages[k].play.value(); play != 0)
            s.drivePlay += play / behind * s.chain.lead.value();
        behind *= s.chain.stages[k].reduction.value();
    }
    s.maxAxial = 0;
    for (const auto &p : s.points)
        s.maxAxial = std::max(s.maxAxial, std::fabs(p.axial));
    if (m.wheel()) {
        if (m.rack() && s.motorKnown) // held, the motor pushes with all it has
            s.stallThrust = carriedForward(s.chain.stages, newtonMetres(s.peakStatic)).value() * m.efficiency.v /
                            s.chain.lead.value(); // a rack or a wheel has no screw that winds up; its belt does
        const double l = s.chain.lead.value();
        if (std::isfinite(s.driveStiffness) && s.driveStiffness > 0)
            s.springLoss = 2 * s.friction * l * l / s.driveStiffness;
        s.lostMotion = s.playStays + s.drivePlay + (s.springLoss > 0 ? s.springLoss : 0);
        return;
    }
    if (m.screw().root.known() && m.screw().span.known())
        if (const auto n = criticalSpeed(metres(m.screw().root.v), metres(m.screw().span.v), m.screw().ends))
            s.critical = inRevolutionsPerMinute(*n);
    if (m.screw().root.known() && m.screw().nutFar.known()) {
        const Ends toNut = m.screw().ends == Ends::SupportedSupported
                               ? Ends::SupportedSupported
                               : Ends::FixedSupported; // the nut, guided by the ways, supports
        if (const auto b = buckling(metres(m.screw().root.v), metres(m.screw().nutFar.v), toNut)) {
            s.buckling = *b;
            s.bucklingKnown = true;
        }
        auto c = screwChain(m, s, m.screw().nutFar.v);
        if (c.ends == Ends::FixedFixed) c.nutAt = std::min(c.nutAt, c.span / 2.0); // softest in the middle
        if (const auto r = rigidity(c)) {
            s.stiffness = *r;
            s.rigidityKnown = true;
            s.springLoss = lostMotion(newtons(s.friction), r->total, metres(0)).value();
            s.lostMotion = s.springLoss + s.playStays + s.drivePlay;
        }
    }
    if (s.motorKnown) {
        const auto stiffness = s.rigidityKnown ? s.stiffness.total : fromSi<Stiffness>(notKnown);
        const double limited =
            m.drive.torqueLimit.known() ? std::min(m.drive.torqueLimit.v, s.peakStatic) : s.peakStatic;
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
    if (m.screw().named && !m.screw().thread.ball) {
        const double dm = m.screw().thread.mean.value();
        const double lambda = std::atan(m.screw().thread.lead().value() / (pi * dm));
        s.nutSpeed = pi * dm * s.screwRpm / 60 / std::cos(lambda);
        if (m.screw().nutTurns.known())
            s.nutPressure = s.maxAxial / (pi * dm * 0.5 * m.screw().thread.pitch.value() * m.screw().nutTurns.v);
        const double normal = std::atan(std::tan(m.screw().thread.flankHalfAngle.value()) * std::cos(lambda));
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
    limit(m.screw().bearingStatic.v);
    if (m.ballScrew()) limit(m.screw().staticRating.v);
    s.stop = stoppingDistance(fromSi<Speed>(m.speedAtEnds()), fromSi<Acceleration>(m.slowing()), seconds(0.05)).value();
    const double drag = m.bearingDrag.v + s.preloadDrag;
    if (m.vertical && m.hasBrake) {
        const auto af =
            fallAcceleration(newtons(s.weightUnbalanced), s.chain.moving, s.chain.lead, std::max(0.0, s.backward),
                             newtonMetres(drag), rotatingInertiaAtScrew(s.chain));
        s.fall = af.value() * m.brakeDelay.v * m.brakeDelay.v / 2;
    }
}

void stepFigures(const AxisModel &m, AxisState &s) {
    const double perTurn = m.lead.v / s.ratio();
    const int own = m.ownStepsATurn(), pulses = m.pulsesATurn();
    s.fullStep = own > 0 ? perTurn / own : notKnown;
    s.microstep = pulses > 0 ? perTurn / pulses : notKnown;
    s.stepRate = m.rapid.v / s.microstep;
    s.rateLimit = m.pulseLimit.v;
    if (m.drive.pulseHigh.known() && m.drive.pulseHigh.v > 0 && s.rateLimit == s.rateLimit)
        s.rateLimit = std::min(s.rateLimit, 1 / (2 * m.drive.pulseHigh.v));
    if (m.servo()) { // what its encoder tells apart and its pulses ask for; friction is the loop's to overcome
        s.dependable = std::max(s.fullStep, s.microstep);
    } else if (s.motorKnown) {
        const double friction = (s.friction * s.chain.lead.value() / m.efficiency.v + m.bearingDrag.v + s.preloadDrag) /
                                (s.ratio() * forwardOf(s.chain.stages));
        if (const auto r = stepperResolution(s.chain.lead, s.ratio(), own, m.drive.microsteps,
                                             newtonMetres(s.peakStatic), newtonMetres(friction)))
            s.dependable = r->dependable.value();
        else
            s.dependable = std::numeric_limits<double>::infinity(); // friction holds the rotor off altogether
    }
}

template <class Kind>
void judgeStage(const AxisModel &m, const AxisState &s, std::size_t place, const Kind &stage, Rows &rows) {
    const auto &state = s.stages[place];
    const StageScope<Kind> scope{m,          s,         stage, std::get<typename Kind::Work>(state.work), state.figures,
                                 state.load, int(place)};
    Subject subject;
    subject.stage = static_cast<std::int8_t>(place);
    judgeAll(stageChecks<Kind>(), scope, subject, rows);
}

void workOut(const AxisModel &m, AxisState &s) {
    s.motor = motorAtWork(m.motor, m.drive, m.supply, m.cable);
    std::visit(
        [&](const auto &motor) {
            if constexpr (!std::is_same_v<std::decay_t<decltype(motor)>, std::monostate>) {
                s.motorKnown = true;
                s.peakStatic = motor.peakStatic;
                s.corner = motor.corner;
            }
        },
        s.motor);
    prepareStages(m, s);
    buildChain(m, s);
    loadStages(m, s);
    if (m.rotary())
        turningPoints(m, s);
    else
        operatingPoints(m, s);
}

/// Ready for another axis, with what it has on the heap kept.
void begin(Evaluation &e) {
    auto points = std::move(e.state.points);
    auto stages = std::move(e.state.stages);
    points.clear();
    stages.clear();
    e.state = AxisState{};
    e.state.points = std::move(points);
    e.state.stages = std::move(stages);
    e.findings.clear();
    e.findings.reserve(96);
    e.state.points.reserve(12);
}
} // namespace

double processForce(const AxisModel &m, const Cut &c) {
    // what presses on the ways (a turned bar on the carriage) is friction besides
    const double added = c.pressing > 0 && m.wayFriction == m.wayFriction ? m.wayFriction * c.pressing : 0;
    return (c.force.v + added) * m.factorOf(c).v;
}

namespace {
void workOutAll(const AxisModel &m, Evaluation &e) {
    begin(e);
    workOut(m, e.state);
    if (m.rotary())
        rotaryFigures(m, e.state, e.state.rotary);
    else
        screwFigures(m, e.state);
    stepFigures(m, e.state);
}
/// Of the plates that are written down; the others are drawn, nothing is asked of them.
void judgePlates(const AxisScope &a, Rows &rows) {
    if (!a.m.plate && !a.m.facePlates) return;
    for (const auto kind : plateKinds) {
        if (!a.m.plateSaid(kind)) continue;
        const auto plate = plateOfAxis(a.m, a.s, kind);
        if (!plate) continue;
        const PlateScope scope{a.m, a.s, *plate};
        judgeAll(plateMetalChecks(kind), scope, {}, rows);
        if (kind == PlateKind::Motor) judgeAll(motorPlateChecks(), scope, {}, rows);
    }
}
/// Of its chain and what is its own; a screw, ways and their cuts have no part in it.
void judgeTurning(const AxisModel &m, Evaluation &e) {
    const auto &s = e.state;
    Rows rows(e.findings);
    const AxisScope axis{m, s};
    judgeAll(motorChecks(), axis, {}, rows);
    judgeAll(rotaryChecks(), axis, {}, rows);
    judgeAll(rotaryRoomChecks(), axis, {}, rows);
    judgeAll(rotaryHoldingChecks(), axis, {}, rows);
    judgeAll(motorShaftChecks(), axis, {}, rows);
    judgeAll(layshaftChecks(), axis, {}, rows);
    judgeAll(mountChecks(), axis, {}, rows);
    judgePlates(axis, rows);
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        std::visit([&](const auto &kind) { judgeStage(m, s, k, kind, rows); }, m.stages[k].stage);
}
void judgeDesign(const AxisModel &m, Evaluation &e) {
    const auto &s = e.state;
    Rows rows(e.findings);
    const AxisScope axis{m, s};
    judgeAll(motorChecks(), axis, {}, rows);
    judgeAll(stepChecks(), axis, {}, rows);
    judgeAll(screwChecks(), axis, {}, rows);
    judgeAll(screwLifeChecks(), axis, {}, rows);
    judgeAll(screwBearingChecks(), axis, {}, rows);
    judgeAll(rackChecks(), axis, {}, rows);
    judgeAll(motorShaftChecks(), axis, {}, rows);
    judgeAll(layshaftChecks(), axis, {}, rows);
    judgeAll(pairChecks(), axis, {}, rows);
    judgeAll(screwEndChecks(), axis, {}, rows);
    judgeAll(mountChecks(), axis, {}, rows);
    judgeAll(bearingFitChecks(), axis, {}, rows);
    judgeAll(seatChecks(), axis, {}, rows);
    judgePlates(axis, rows);
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        std::visit([&](const auto &kind) { judgeStage(m, s, k, kind, rows); }, m.stages[k].stage);
    judgeAll(gravityChecks(), axis, {}, rows);
}
} // namespace

RigidityChain screwChain(const AxisModel &m, const AxisState &s, double nutAt) {
    const auto &screw = m.screw();
    RigidityChain c;
    c.ends = screw.ends == Ends::FixedFixed ? Ends::FixedFixed : Ends::FixedSupported;
    c.root = metres(screw.root.v);
    c.span = metres(screw.span.known() ? screw.span.v : screw.nutFar.v * 1.2);
    c.nutAt = metres(nutAt);
    c.bearing = fromSi<Stiffness>(screw.bearingStiffness.v);
    c.nut = fromSi<Stiffness>(screw.nutStiffness.v);
    c.bracket = fromSi<Stiffness>(screw.bracket.v);
    c.lead = s.chain.lead;
    if (s.driveStiffness == s.driveStiffness && std::isfinite(s.driveStiffness))
        c.driveAtScrew = fromSi<TorsionalStiffness>(s.driveStiffness);
    return c;
}

void evaluate(const AxisModel &m, Evaluation &e) {
    workOutAll(m, e);
    if (m.rotary()) return judgeTurning(m, e);
    const auto &s = e.state;
    Rows rows(e.findings);
    judgeAll(wayChecks(), AxisScope{m, s}, {}, rows);
    for (std::size_t k = 0; k < m.cuts.size(); ++k) {
        Subject subject;
        subject.cut = static_cast<std::int16_t>(std::min<std::size_t>(k, 32767));
        judgeAll(cutChecks(), CutScope{m, s, m.cuts[k], static_cast<int>(k)}, subject, rows);
    }
    judgeDesign(m, e);
}
void evaluateDesign(const AxisModel &m, Evaluation &e) {
    workOutAll(m, e);
    if (m.rotary()) return judgeTurning(m, e);
    judgeDesign(m, e);
}

void evaluateTorque(const AxisModel &m, Evaluation &e) {
    begin(e);
    workOut(m, e.state);
    Rows rows(e.findings);
    judgeAll(motorChecks().subspan(0, torqueChecks), AxisScope{m, e.state}, {}, rows);
}

Evaluation evaluate(const AxisModel &m) {
    Evaluation e;
    evaluate(m, e);
    return e;
}

Verdict worst(const Evaluation &e) {
    Verdict v = Verdict::Holds;
    for (const auto &f : e.findings)
        v = std::min(v, f.verdict);
    return v;
}

} // namespace lw
