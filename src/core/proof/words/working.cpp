#include "proof/words/working.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include <muParser.h>
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
using I = CheckId;
using Dm = Dimension;

Term term(std::string symbol, std::string name, double v, Dm d = Dm::Number, std::string unit = {},
          Standing s = Standing::Computed) {
    return {std::move(symbol), std::move(name), v, s, d, std::move(unit)};
}
Term term(std::string symbol, std::string name, const Known &k, Dm d = Dm::Number, std::string unit = {}) {
    return {std::move(symbol), std::move(name), k.v, k.standing, d, std::move(unit)};
}
Term constant(std::string symbol, std::string name, double v) {
    return {std::move(symbol), std::move(name), v, Standing::Stated, Dm::Number, {}};
}

class Book {
public:
    Book(const AxisModel &model, const AxisState &state, const Finding &finding, Working &working)
        : m(model), s(state), f(finding), w(working) {}
    void write();

private:
    void step(std::string name, std::string symbol, std::string formula, std::vector<Term> terms, double result,
              Dm d = Dm::Number, std::string unit = {}) {
        w.steps.push_back(
            {std::move(name), std::move(symbol), std::move(formula), std::move(terms), result, d, std::move(unit)});
    }
    /// m g, or its part along a slope.
    [[nodiscard]] bool slope() const { return m.incline < pi / 2 - 1e-9; }
    [[nodiscard]] std::string weightFormula() const { return slope() ? "m*g*s" : "m*g"; }
    [[nodiscard]] std::vector<Term> weightTerms(std::vector<Term> more) const {
        std::vector<Term> t{term("m", "what moves", m.mass, Dm::Mass, "kg"),
                            constant("g", "free fall", standardGravity)};
        if (slope()) t.push_back(constant("s", "sine of the slope", std::sin(m.incline)));
        t.insert(t.end(), more.begin(), more.end());
        return t;
    }
    void margin(const std::string &demandName, const std::string &capacityName) {
        if (!f.rung || f.missing || !std::isfinite(f.margin)) return;
        const auto d = rowDimension(f);
        const std::string u(spec(f.id).unit);
        step("Margin", "M", "C/D", {term("C", capacityName, f.capacity, d, u), term("D", demandName, f.demand, d, u)},
             f.margin);
    }
    void torqueChain(const OperatingPoint &p, double accel, double process, const std::string &processName,
                     double processNominal);
    void motorGives(const OperatingPoint &p);
    void stiffness();
    void beltPull();
    void gravity();
    const Cut *cut() const {
        return f.cut >= 0 && static_cast<std::size_t>(f.cut) < m.cuts.size() ? &m.cuts[static_cast<std::size_t>(f.cut)]
                                                                             : nullptr;
    }
    const OperatingPoint *point() const {
        for (const auto &p : s.points)
            if (p.cut == f.cut &&
                (p.kind == f.operating || (f.operating == Operating::None && p.kind == Operating::Cutting)))
                return &p;
        return nullptr;
    }

    const AxisModel &m;
    const AxisState &s;
    const Finding &f;
    Working &w;
};

void Book::torqueChain(const OperatingPoint &p, double accel, double process, const std::string &processName,
                       double processNominal) {
    const auto &c = s.chain;
    const double lead = m.lead.v;
    if (p.kind == Operating::Hold) {
        step("Weight along the screw", "F_g", weightFormula() + (m.strut.v > 0 ? " - F_strut" : ""),
             weightTerms({term("F_strut", "strut", m.strut, Dm::Force, "N")}), s.netWeight, Dm::Force, "N");
        step("Held at the motor, no friction counted", "T_m", "F_g*p/(2*pi*i)",
             {term("F_g", "weight, its size", std::fabs(s.netWeight), Dm::Force, "N"),
              term("p", "lead", m.lead, Dm::Lead, "mm"), term("i", "reduction", c.ratio)},
             p.demand, Dm::Torque, "Nm");
        return;
    }
    const int direction = p.kind == Operating::Cutting ? m.directionOf(p.cut)
                          : m.vertical && (p.kind == Operating::RapidDown || p.kind == Operating::Braking) ? -1
                                                                                                           : 1;
    const bool braking = p.kind == Operating::Braking;
    const double pushes = braking ? m.slowing() : m.acceleration.v;
    std::vector<Term> t;
    std::string formula = "k_cold*F_pull";
    t.push_back(term("k_cold", "cold day", m.coldFactor));
    t.push_back(term("F_pull", "pull of the ways", m.pull, Dm::Force, "N"));
    if (p.kind == Operating::Breakaway) {
        formula += "*b";
        t.push_back(term("b", "breakaway over running", m.breakaway));
    }
    if (process != 0 && p.kind != Operating::Breakaway) {
        formula = "F_cut + " + formula;
        t.push_back(term("F_cut", processName, processNominal, Dm::Force, "N"));
        if (const auto *pressed = cut(); pressed && pressed->pressing > 0 && m.wayFriction > 0) {
            formula += " + mu_w*F_n";
            t.push_back(term("mu_w", "friction of such ways", m.wayFriction));
            t.push_back(term("F_n", "what the cut presses on them", pressed->pressing, Dm::Force, "N"));
        }
    }
    if (accel != 0) {
        formula += accel > 0 ? " + m*a" : " - m*a";
        t.push_back(term("m", "what is sped up", acceleratedMass(c).value(), Dm::Mass, "kg", m.mass.standing));
        t.push_back(braking && m.deceleration.known()
                        ? term("a", "slowing down", m.deceleration, Dm::Acceleration, "m/s2")
                        : term("a", "acceleration", m.acceleration, Dm::Acceleration, "m/s2"));
    }
    if (m.vertical) {
        formula += direction > 0 ? " + F_g" : " - F_g";
        t.push_back(term("F_g", "weight less balance", s.netWeight, Dm::Force, "N",
                         m.strut.v > 0 ? m.strut.standing : m.mass.standing));
    }
    const double F = p.axial;
    step("Force along the screw", "F", formula, t, F, Dm::Force, "N");
    const double alpha = accel * pushes / c.lead.value(); // of the screw, in the direction of motion
    const double drag = m.bearingDrag.v + s.preloadDrag;
    const bool drives = F >= 0;
    std::vector<Term> ts{term("F", "force", F, Dm::Force, "N"), term("p", "lead", m.lead, Dm::Lead, "mm")};
    std::string fs = drives ? "F*p/(2*pi*eta)" : "F*p*eta_back/(2*pi)";
    if (drives)
        ts.push_back(term("eta", "screw efficiency", m.efficiency));
    else
        ts.push_back(term("eta_back", "screw driven by the load", s.backward));
    fs += " + T_drag";
    ts.push_back(term("T_drag", s.preloadDrag > 0 ? "bearings and preload" : "bearings", drag, Dm::Torque, "Nm",
                      m.bearingDrag.standing));
    const double Js = (c.screw + c.screwPulley).value();
    if (accel != 0) {
        fs += " + J_s*alpha";
        ts.push_back(term("J_s", "screw and its pulley", Js, Dm::Inertia, "gcm2"));
        ts.push_back(term("alpha", "screw speeds up, rad/s2", alpha));
    }
    double screw = drives ? F * lead / (2 * pi * m.efficiency.v) : F * lead * s.backward / (2 * pi);
    screw += drag + Js * alpha;
    step("Torque at the screw", "T_s", fs, ts, screw, Dm::Torque, "Nm");
    const double Jm = (c.motor + c.motorPulley).value();
    std::string fm = screw >= 0 ? "T_s/(i*eta_belt)" : "T_s*eta_belt/i";
    std::vector<Term> tm{term("T_s", "at the screw", screw, Dm::Torque, "Nm"), term("i", "reduction", c.ratio),
                         term("eta_belt", m.belt ? "belt efficiency" : "coupling", m.beltEfficiency)};
    double motor = screw >= 0 ? screw / (c.ratio * c.driveEfficiency) : screw * c.driveEfficiency / c.ratio;
    if (accel != 0) {
        fm += " + J_m*i*alpha";
        tm.push_back(term("J_m", m.belt ? "rotor and its pulley" : "rotor and coupling", Jm, Dm::Inertia, "gcm2",
                          m.rotor.standing));
        tm.push_back(term("alpha", "screw speeds up, rad/s2", alpha));
        motor += Jm * c.ratio * alpha;
    }
    if (motor < 0) {
        fm = "-(" + fm + ")";
        motor = -motor;
    }
    step("Torque at the motor", "T_m", fm, tm, motor, Dm::Torque, "Nm");
}

void Book::motorGives(const OperatingPoint &p) {
    if (!s.motorKnown) return;
    const auto pull = pullOutTorque(s.motor, s.supply, revolutionsPerMinute(p.rpm)).torque.value() * m.torqueFactor.v;
    const double worked = 0.9 * pull - m.holding.v * (0.02 + 0.03 * p.rpm / 1000);
    step("What the motor gives at " + numberText(p.rpm, 3) + " rpm", "T_d", "0.9*T_q - T_h*(0.02 + 0.03*n/1000)",
         {term("T_q", "pull-out at that speed and voltage", pull, Dm::Torque, "Nm"),
          term("T_h", "holding torque", m.holding, Dm::Torque, "Nm"), term("n", "motor, rpm", p.rpm)},
         worked, Dm::Torque, "Nm");
    const double counted =
        m.torqueLimit.known() ? std::min(std::max(0.0, worked), m.torqueLimit.v) : std::max(0.0, worked);
    if (m.torqueLimit.known() && worked > m.torqueLimit.v)
        step("Limited in the drive", "T_d", "T_lim", {term("T_lim", "torque limit", m.torqueLimit, Dm::Torque, "Nm")},
             m.torqueLimit.v, Dm::Torque, "Nm");
    else if (worked < 0)
        step("Nothing is left at that speed", "T_d", "0*T_q", {term("T_q", "pull-out", pull, Dm::Torque, "Nm")}, 0,
             Dm::Torque, "Nm");
    if (p.kind == Operating::Hold)
        step("At the current it has while standing", "T_i", "k_i*T_d",
             {term("k_i", "idle current", m.idleShare), term("T_d", "at full current", counted, Dm::Torque, "Nm")},
             p.design, Dm::Torque, "Nm");
    w.assumptions.push_back(
        "Pull-out by the plate: good to 10 % below the corner, 20 % above; 0.9 and the losses are our own caution.");
    if (!m.conventionTyped) w.assumptions.push_back("Plate read as holding torque with both phases on.");
    if (!m.currentKindTyped)
        w.assumptions.push_back("Drive current read as peak; if it is rms the motor gives 1.41 times as much.");
}

void Book::stiffness() {
    const auto &r = s.stiffness;
    auto K = [](const char *sym, const char *name, double v, Standing st) {
        return term(sym, name, v, Dm::Stiffness, "N/um", st);
    };
    const double l = s.chain.lead.value();
    const double driveK = m.belt ? s.beltStiffness : m.couplingStiffness.v;
    std::vector<Term> t{K("K_screw", "screw as a bar", r.screw.value(), Standing::Computed),
                        K("K_brg", "thrust bearing", m.bearingStiffness.v, m.bearingStiffness.standing),
                        K("K_nut", "nut", m.nutStiffness.v, m.nutStiffness.standing),
                        K("K_brk", "bracket", m.bracket.v, m.bracket.standing),
                        K("K_tor", "screw twist", r.torsion.value(), Standing::Computed)};
    if (m.ends == Ends::FixedFixed) t.clear();
    std::string formula =
        m.ends == Ends::FixedFixed ? "1/(1/K_axial + 1/K_tor" : "1/(1/K_screw + 1/K_brg + 1/K_nut + 1/K_brk + 1/K_tor";
    if (m.ends == Ends::FixedFixed)
        t = {K("K_axial", "screw between two bearings, nut, bracket", r.axial.value(), Standing::Computed),
             K("K_tor", "screw twist", r.torsion.value(), Standing::Computed)};
    if (driveK == driveK && driveK > 0) {
        formula += " + 1/K_drive";
        t.push_back(K("K_drive", m.belt ? "belt, felt at the nut" : "coupling, felt at the nut", driveK / (l * l),
                      Standing::Assumed));
    }
    step("Stiffness from bearing to table", "K", formula + ")", t, r.total.value(), Dm::Stiffness, "N/um");
}

void Book::beltPull() {
    const auto &b = s.beltForces;
    const auto &p = *m.small.profile;
    const int small = std::min(m.small.teeth, m.large.teeth);
    const double peak = s.peakStatic * (m.small.teeth <= m.large.teeth ? 1 : m.ratio());
    step("Pull of the motor's peak", "F_e", "2*T/(z*p/pi)",
         {term("T", "peak torque at the small pulley", peak, Dm::Torque, "Nm"), term("z", "its teeth", small),
          term("p", "belt pitch", p.pitch * 1e-3, Dm::Length, "mm")},
         b.pull.value(), Dm::Force, "N");
}

void Book::gravity() {
    step("Weight, balance lost", "W", weightFormula(), weightTerms({}), s.weightUnbalanced, Dm::Force, "N");
}

void Book::write() {
    const auto *c = cut();
    const auto *p = point();
    auto N = [](const char *sym, const std::string &name, double v, Standing st = Standing::Computed) {
        return term(sym, name, v, Dm::Force, "N", st);
    };
    switch (f.id) {
    case I::C01:
    case I::C02:
        if (!p) return;
        {
            double accel = 0;
            if (p->kind == Operating::RapidUp || p->kind == Operating::RapidDown) accel = 1;
            if (p->kind == Operating::Braking) accel = -1;
            if (c && c->kind == CutKind::Milling && c->force.known() && !c->capped)
                step("Force of the cut on the axis", "F_cut", "x*F_t",
                     {constant("x", "radial push bounded", c->uncapped / c->tangential),
                      N("F_t", "at the tooth, material table and edge wear", c->tangential)},
                     c->force.v, Dm::Force, "N");
            if (c && c->kind == CutKind::Drilling && c->force.known()) {
                const auto &d = c->drill;
                const double half = std::sin(d.point.value() / 2);
                step("Push of the drill", "F_cut", "k_th*k_c*D*f/2*sin(sigma/2)",
                     {constant("k_th", "point kind", d.thrustFactor),
                      term("k_c", "cutting force at this chip",
                           d.kc11.value() * std::pow(inMillimetres(d.feedPerTurn) / 2 * half, -d.mc) * d.wear *
                               d.toolSpeed,
                           Dm::Pressure, "N/mm2"),
                      term("D", "drill", d.drill.value(), Dm::Length, "mm"),
                      term("f", "feed a turn", d.feedPerTurn.value(), Dm::Length, "mm"),
                      term("sigma", "point angle", d.point.value(), Dm::Angle, "deg")},
                     c->force.v, Dm::Force, "N");
            }
            torqueChain(*p, accel, c ? c->force.v : 0, c ? c->name : "", c ? c->force.v : 0);
        }
        motorGives(*p);
        break;
    case I::C08: {
        if (!p || !c || !p->quasi) return;
        OperatingPoint both = *p;
        const double mass = acceleratedMass(s.chain).value();
        both.axial = p->axial + mass * m.acceleration.v; // along the feed, whichever way it goes
        both.demand = f.demand;
        torqueChain(both, 1, c->force.v, c->name, c->force.v);
        break;
    }
    case I::S1:
        step("Breakaway over running", "b", "F_b/F_r",
             {N("F_b", "to start", m.breakaway.v * m.pull.v), N("F_r", "to keep going", m.pull.v)}, m.breakaway.v);
        break;
    case I::S2: {
        double tight = 0, loose = 1e99;
        for (const auto &r : m.readings) {
            const double mean = (r.away + r.back).value() / 2;
            tight = std::max(tight, mean);
            loose = std::min(loose, mean);
        }
        if (!m.readings.empty())
            step("Tight over loose, mean of both ways", "r", "F_tight/F_loose",
                 {N("F_tight", "where it binds", tight, Standing::Measured),
                  N("F_loose", "where it runs free", loose, Standing::Measured)},
                 m.tightLoose);
        break;
    }
    case I::S6:
        if (f.demand == f.demand && m.way.find("rail") == std::string::npos)
            step("Friction of the ways", "mu", "(F - F_c)/(m*g)",
                 {term("F", "mean pull", m.pullMean, Dm::Force, "N"),
                  N("F_c", "gib and wipers", m.constantDrag, Standing::Assumed),
                  term("m", "what moves", m.mass, Dm::Mass, "kg"), constant("g", "free fall", standardGravity)},
                 f.demand);
        break;
    case I::S7:
        step("Half the spread", "u", "(x_hi - x_lo)/2",
             {constant("x_hi", "largest likely, times", m.pull.high / m.pull.v),
              constant("x_lo", "smallest likely, times", m.pull.low / m.pull.v)},
             (m.pull.high - m.pull.low) / 2 / m.pull.v);
        break;
    case I::S8: gravity(); break;
    case I::S9:
        stiffness();
        step("Jump", "x", "2*F*(b - 1)/K",
             {term("F", "pull of the ways", m.pull, Dm::Force, "N"), term("b", "breakaway over running", m.breakaway),
              term("K", "stiffness", s.stiffness.total.value(), Dm::Stiffness, "N/um")},
             f.demand, Dm::Length, "um");
        break;
    case I::P5:
        if (c && c->runInNeeded == c->runInNeeded)
            step("Room needed", "s", "v^2/(2*a) + v*t + 2*P",
                 {term("v", "feed", c->feed, Dm::Speed, "mm/min"),
                  term("a", "speeding up", m.acceleration, Dm::Acceleration, "m/s2"),
                  term("t", "settles in",
                       (c->runInNeeded - 2 * c->thread.pitch.value() - c->feed * c->feed / (2 * m.acceleration.v)) /
                           c->feed,
                       Dm::Time, "s"),
                  term("P", "pitch", c->thread.pitch.value(), Dm::Length, "mm")},
                 f.demand, Dm::Length, "mm");
        break;
    case I::S10:
        step("Drawer effect", "d", "2*mu*e/h",
             {constant("mu", "friction of such ways", m.wayFriction),
              term("e", "screw off the guide", m.guideOffset, Dm::Length, "mm"),
              term("h", "guide length", m.guideLength, Dm::Length, "mm")},
             f.demand);
        break;
    case I::S5:
    case I::B9: {
        const auto play = term(
            "b", m.keepsScrew ? "play that stays after the mends" : "play of the nut", s.playStays, Dm::Length, "mm",
            m.keepsScrew ? (m.afterThread.known() ? m.afterThread.standing : m.lostNow.standing) : m.nutPlay.standing);
        if (m.wheel) {
            const double l = s.chain.lead.value();
            if (s.springLoss > 0)
                step("Lost at reversal", "L", "b + 2*F*(p/(2*pi))^2/K_belt",
                     {play, term("F", "pull of the ways", m.pull, Dm::Force, "N"),
                      term("p", "travel of a wheel turn", m.lead, Dm::Lead, "mm"),
                      term("K_belt", "belt, at the wheel, N m/rad", 2 * s.friction * l * l / s.springLoss)},
                     s.lostMotion, Dm::Length, "mm");
            else
                step("Lost at reversal", "L", "b", {play}, s.lostMotion, Dm::Length, "mm");
            break;
        }
        if (!s.rigidityKnown) return;
        stiffness();
        step("Lost at reversal", "L", "2*F/K + b",
             {term("F", "pull of the ways", m.pull, Dm::Force, "N"),
              term("K", "stiffness", s.stiffness.total.value(), Dm::Stiffness, "N/um"), play},
             s.lostMotion, Dm::Length, "mm");
        break;
    }
    case I::B10:
        if (!s.rigidityKnown) return;
        stiffness();
        step("Frequency", "f", "sqrt(K/m)/(2*pi)",
             {term("K", "stiffness", s.stiffness.total.value(), Dm::Stiffness, "N/um"),
              term("m", "what moves", acceleratedMass(s.chain).value(), Dm::Mass, "kg", m.mass.standing)},
             f.capacity, Dm::Frequency, "Hz");
        break;
    case I::P1:
        if (c && c->power == c->power)
            step("Power asked of the motor", "P", "P_c/eta",
                 {term("P_c", "at the cutter", c->power, Dm::Power, "W"),
                  term("eta", "spindle drive", m.spindleEfficiency)},
                 f.demand, Dm::Power, "W");
        break;
    case I::P2:
        if (c && c->chip == c->chip) {
            const auto &k = c->mill;
            const double phi = std::acos(std::clamp(1 - 2 * (k.width / k.cutter), -1.0, 1.0));
            step("Angle in the cut", "phi", "acos(1 - 2*a_e/D)",
                 {term("a_e", "width", k.width.value(), Dm::Length, "mm"),
                  term("D", "cutter", k.cutter.value(), Dm::Length, "mm")},
                 phi, Dm::Angle, "deg");
            step("Mean chip", "h", "f_z*sin(kappa)*(2*a_e/D)/phi",
                 {term("f_z", "feed a tooth", k.feedPerTooth.value(), Dm::Length, "mm"),
                  term("kappa", "edge angle", k.edge.value(), Dm::Angle, "deg"),
                  term("a_e", "width", k.width.value(), Dm::Length, "mm"),
                  term("D", "cutter", k.cutter.value(), Dm::Length, "mm"),
                  term("phi", "angle in the cut", phi, Dm::Angle, "deg")},
                 c->chip, Dm::Length, "mm");
        }
        break;
    case I::P4:
        if (p && p->design == p->design)
            step("Thrust of the axis at that feed", "F_max",
                 std::string("(T_d*i*eta_belt - T_drag)*eta*2*pi/p - k_cold*F_pull ") +
                     (m.directionOf(f.cut) > 0 ? "- F_g" : "+ F_g"),
                 {term("k_cold", "cold day", m.coldFactor), term("F_pull", "pull of the ways", m.pull, Dm::Force, "N"),
                  term("F_g", "weight less balance", s.netWeight, Dm::Force, "N"),
                  term("T_d", "motor gives", p->design, Dm::Torque, "Nm"), term("i", "reduction", s.chain.ratio),
                  term("eta_belt", "belt", m.beltEfficiency),
                  term("T_drag", "bearings and preload", m.bearingDrag.v + s.preloadDrag, Dm::Torque, "Nm",
                       m.bearingDrag.standing),
                  term("eta", "screw efficiency", m.efficiency), term("p", "lead", m.lead, Dm::Lead, "mm")},
                 f.capacity, Dm::Force, "N");
        break;
    case I::B1: {
        constexpr double beta[] = {1.8751040687119611, pi, 3.9266023120479188, 4.7300407448627040};
        if (s.critical == s.critical)
            step("Whips at", "n_cr", "60/(2*pi)*beta^2/L^2*d/4*sqrt(E/rho)",
                 {constant("beta", "ends " + std::string(code(m.ends)), beta[static_cast<std::size_t>(m.ends)]),
                  term("L", "between bearings", m.span, Dm::Length, "mm"), term("d", "root", m.root, Dm::Length, "mm"),
                  term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated),
                  constant("rho", "steel, kg/m3", 7850)},
                 s.critical);
        step("Screw at rapid, rpm", "n", "60*v/p",
             {term("v", "rapid", m.rapid, Dm::Speed, "mm/min"), term("p", "lead", m.lead, Dm::Lead, "mm")}, s.screwRpm);
        break;
    }
    case I::B2:
        if (!s.bucklingKnown) return;
        if (f.variant == 0)
            step("Buckles at", "F_cr", "k*pi^2*E*(pi*d^4/64)/L^2",
                 {constant("k", "ends: thrust bearing to nut", m.ends == Ends::SupportedSupported ? 1.0 : 2.0457496110),
                  term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated),
                  term("d", "root", m.root, Dm::Length, "mm"),
                  term("L", "nut at its farthest", m.nutFar, Dm::Length, "mm")},
                 f.capacity, Dm::Force, "N");
        else
            step("Section stands", "F_s", "sigma*pi*d^2/4",
                 {term("sigma", "compression", 147e6, Dm::Pressure, "N/mm2", Standing::Stated),
                  term("d", "root", m.root, Dm::Length, "mm")},
                 f.capacity, Dm::Force, "N");
        break;
    case I::B3:
        step("Diameter times speed", "D_n", "d*n",
             {constant("d", "nominal, mm", inMillimetres(m.thread.nominal)), term("n", "screw, rpm", s.screwRpm)},
             f.demand);
        break;
    case I::B4:
    case I::B6: {
        if (!(s.stallThrust == s.stallThrust)) return;
        const bool limited = m.torqueLimit.known() && m.torqueLimit.v < s.peakStatic;
        step("Thrust at stall", "F_s", "T_pk*i*eta_belt*eta*2*pi/p",
             {limited ? term("T_pk", "torque limit in the drive", m.torqueLimit, Dm::Torque, "Nm")
                      : term("T_pk", "motor at rest", s.peakStatic, Dm::Torque, "Nm"),
              term("i", "reduction", s.chain.ratio), term("eta_belt", "belt", m.beltEfficiency),
              term("eta", "screw", m.efficiency), term("p", "lead", m.lead, Dm::Lead, "mm")},
             s.stallThrust, Dm::Force, "N");
        if (f.id == I::B4 && f.variant == 1 && s.rigidityKnown) {
            const double J = rotatingInertiaAtScrew(s.chain).value(), K = s.stiffness.total.value();
            const auto v = term("v", m.endSpeed.known() ? "rapid near the ends" : "rapid", m.speedAtEnds(), Dm::Speed,
                                "mm/min", m.endSpeed.known() ? m.endSpeed.standing : m.rapid.standing);
            const double energy = J * std::pow(m.speedAtEnds() / s.chain.lead.value(), 2) / 2;
            step("All that turns carries, J", "E", "J*(v*2*pi/p)^2/2",
                 {v, term("p", "lead", m.lead, Dm::Lead, "mm"),
                  term("J", "all that turns, at the screw", J, Dm::Inertia, "gcm2")},
                 energy);
            if (m.bumperStroke.known() && m.bumperForce.known())
                step("Left after the bumper, J", "E_k", s.crashEnergy > 0 ? "E + (F_s - F_b/2)*u" : "0*E",
                     {term("E", "energy", energy), N("F_s", "stall", s.stallThrust),
                      term("F_b", "bumper, pressed", m.bumperForce, Dm::Force, "N"),
                      term("u", "bumper stroke", m.bumperStroke, Dm::Length, "mm")},
                     s.crashEnergy);
            if (s.crashEnergy > 0)
                step("Crash at rapid", "F_c", "F_s + sqrt(F_s^2 + 2*E_k*K)",
                     {N("F_s", "stall", s.stallThrust), term("E_k", "energy that the screw takes up", s.crashEnergy),
                      term("K", "stiffness", K, Dm::Stiffness, "N/um")},
                     s.crashThrust, Dm::Force, "N");
            else
                step("Crash into the bumper", "F_c", m.bumperForce.v > s.stallThrust ? "F_b" : "F_s",
                     {N("F_s", "stall", s.stallThrust), term("F_b", "bumper, pressed", m.bumperForce, Dm::Force, "N")},
                     s.crashThrust, Dm::Force, "N");
            w.assumptions.push_back("No losses counted: an upper bound.");
        }
        break;
    }
    case I::B8:
        step("Preload is gone at", "F_0", "2*sqrt(2)*F_pr", {term("F_pr", "preload", m.preload, Dm::Force, "N")},
             f.capacity, Dm::Force, "N");
        break;
    case I::B12:
        step("Way to stop from rapid", "s", "v^2/(2*a) + v*t",
             {term("v", m.endSpeed.known() ? "rapid near the ends" : "rapid", m.speedAtEnds(), Dm::Speed, "mm/min",
                   m.rapid.standing),
              term("a", "braking", m.slowing(), Dm::Acceleration, "m/s2",
                   m.deceleration.known() ? m.deceleration.standing : m.acceleration.standing),
              term("t", "switch to braking", 0.05, Dm::Time, "s", Standing::Assumed)},
             s.stop, Dm::Length, "mm");
        break;
    case I::B15:
        if (f.variant == 0) {
            const double lambda = std::atan(m.thread.lead().value() / (pi * m.thread.mean.value()));
            step("Rubs at", "v", "pi*d_m*n/60/cos(lambda)",
                 {term("d_m", "mean diameter", m.thread.mean.value(), Dm::Length, "mm", Standing::Catalogue),
                  term("n", "screw, rpm", s.screwRpm), term("lambda", "lead angle", lambda, Dm::Angle, "deg")},
                 s.nutSpeed, Dm::Speed, "m/s");
        } else {
            step("Pressed with", "q", "F/(pi*d_m*P/2*z)",
                 {N("F", "largest force", s.maxAxial),
                  term("d_m", "mean diameter", m.thread.mean.value(), Dm::Length, "mm", Standing::Catalogue),
                  term("P", "pitch", m.thread.pitch.value(), Dm::Length, "mm", Standing::Catalogue),
                  term("z", "turns engaged", m.nutTurns)},
                 s.nutPressure, Dm::Pressure, "N/mm2");
        }
        break;
    case I::M4:
    case I::C03:
    case I::C07:
        step("Motor at rapid, rpm", "n", "60*v*i/p",
             {term("v", "rapid", m.rapid, Dm::Speed, "mm/min"), term("i", "reduction", s.chain.ratio),
              term("p", "lead", m.lead, Dm::Lead, "mm")},
             s.motorRpm);
        break;
    case I::M5:
        if (s.motorKnown && std::isfinite(s.dependable)) {
            const double friction =
                (s.friction * s.chain.lead.value() / m.efficiency.v + m.bearingDrag.v + s.preloadDrag) /
                (s.chain.ratio * s.chain.driveEfficiency);
            step("Friction at the motor", "T_f", "(F*p/(2*pi*eta) + T_drag)/(i*eta_belt)",
                 {term("F", "pull of the ways", m.pull, Dm::Force, "N"), term("p", "lead", m.lead, Dm::Lead, "mm"),
                  term("eta", "screw", m.efficiency),
                  term("T_drag", "bearings", m.bearingDrag.v + s.preloadDrag, Dm::Torque, "Nm", m.bearingDrag.standing),
                  term("i", "reduction", s.chain.ratio), term("eta_belt", "belt", m.beltEfficiency)},
                 friction, Dm::Torque, "Nm");
            const double zone = s.dependable - 0.05 * s.fullStep;
            if (zone > 0 && s.dependable > s.microstep)
                step("Dead zone and 5 % of a full step", "s", "2*asin(T_f/T_pk)/N*p/(2*pi*i) + 0.05*q",
                     {term("T_f", "friction", friction, Dm::Torque, "Nm"),
                      term("T_pk", "motor at rest", s.peakStatic, Dm::Torque, "Nm"),
                      constant("N", "rotor teeth", m.rotorTeeth), term("p", "lead", m.lead, Dm::Lead, "mm"),
                      term("i", "reduction", s.chain.ratio), term("q", "full step", s.fullStep, Dm::Length, "um")},
                     s.dependable, Dm::Length, "um");
        }
        break;
    case I::M6:
        step("Room for both ramps", "s", "v^2/(2*a) + v^2/(2*d)",
             {term("v", "rapid", m.rapid, Dm::Speed, "mm/min"),
              term("a", "speeding up", m.acceleration, Dm::Acceleration, "m/s2"),
              term("d", "slowing down", m.slowing(), Dm::Acceleration, "m/s2",
                   m.deceleration.known() ? m.deceleration.standing : m.acceleration.standing)},
             f.demand, Dm::Length, "mm");
        break;
    case I::M8:
    case I::M9:
        gravity();
        if (f.id == I::M8 && f.variant == 2)
            step("Turns the screw with", "T", "W*p/(2*pi)*eta_back",
                 {N("W", "weight", s.weightUnbalanced), term("p", "lead", m.lead, Dm::Lead, "mm"),
                  term("eta_back",
                       m.slidingScrew() ? "load drives the screw, thread friction 0.056" : "load drives the screw",
                       m.wheel ? s.backward : s.backwardAtLock)},
                 f.demand, Dm::Torque, "Nm");
        if (f.id == I::M8 && f.variant == 0)
            step("Turns the screw with", "T", "W*p/(2*pi)",
                 {N("W", "weight", s.weightUnbalanced), term("p", "lead", m.lead, Dm::Lead, "mm")}, f.demand,
                 Dm::Torque, "Nm");
        if (f.id == I::M9) {
            const double l = s.chain.lead.value();
            const double J = rotatingInertiaAtScrew(s.chain).value();
            const double drag = m.bearingDrag.v + s.preloadDrag;
            step("Falls", "x", "(W*p/(2*pi)*e - T_drag)/(J*2*pi/p + m*p/(2*pi)*e)*t^2/2",
                 {N("W", "weight", s.weightUnbalanced), term("p", "lead", m.lead, Dm::Lead, "mm"),
                  term("e", "screw driven by the load", s.backward),
                  term("T_drag", "drag", drag, Dm::Torque, "Nm", m.bearingDrag.standing),
                  term("J", "all that turns, at the screw", J, Dm::Inertia, "gcm2"),
                  term("m", "what moves", acceleratedMass(s.chain).value(), Dm::Mass, "kg", m.mass.standing),
                  term("t", "until the brake bites", m.brakeDelay, Dm::Time, "s")},
                 s.fall, Dm::Length, "mm");
            (void)l;
        }
        w.assumptions.push_back("Balance counted as lost, guide friction not counted on.");
        break;
    case I::C04:
        step("Most the windings stand", "I_max", "sqrt(2)*I_r",
             {term("I_r", "plate current", m.rated, Dm::Current, "A")}, f.capacity, Dm::Current, "A");
        break;
    case I::C06: {
        const auto &ch = s.chain;
        step("Load as the motor feels it", "J_L", "(m*(p/(2*pi))^2 + J_s)/i^2 + J_1",
             {term("m", "what moves", acceleratedMass(ch).value(), Dm::Mass, "kg", m.mass.standing),
              term("p", "lead", m.lead, Dm::Lead, "mm"),
              term("J_s", "screw and its pulley", (ch.screw + ch.screwPulley).value(), Dm::Inertia, "gcm2"),
              term("i", "reduction", ch.ratio),
              term("J_1", "motor pulley or coupling", ch.motorPulley.value(), Dm::Inertia, "gcm2")},
             f.demand, Dm::Inertia, "gcm2");
        break;
    }
    case I::C18:
        step("Rule of warmth", "V", "32*sqrt(L*1000)", {term("L", "inductance", m.inductance, Dm::Inductance, "mH")},
             f.capacity, Dm::Voltage, "V");
        break;
    case I::C24:
        step("Pulses at rapid", "f", "v*N*u*i/p",
             {term("v", "rapid", m.rapid, Dm::Speed, "mm/min"), constant("N", "full steps a turn", 4 * m.rotorTeeth),
              constant("u", "microsteps", m.microsteps), term("i", "reduction", s.chain.ratio),
              term("p", "lead", m.lead, Dm::Lead, "mm")},
             s.stepRate, Dm::Frequency, "kHz");
        break;
    case I::C26:
        if (f.variant == 1)
            step("Out by over the travel", "d", "(p_hi - p_lo)/2/p*L",
                 {term("p_hi", "travel a turn at most", m.lead.high, Dm::Lead, "mm", m.lead.standing),
                  term("p_lo", "at least", m.lead.low, Dm::Lead, "mm", m.lead.standing),
                  term("p", "travel a turn", m.lead, Dm::Lead, "mm"), term("L", "travel", m.travel, Dm::Length, "mm")},
                 (m.lead.high - m.lead.low) / 2 / m.lead.v * m.travel.v, Dm::Length, "um");
        step("Steps a metre", "q", "N*u*i/p",
             {constant("N", "full steps a turn", 4 * m.rotorTeeth), constant("u", "microsteps", m.microsteps),
              term("i", "reduction", s.chain.ratio), term("p", "lead", m.lead, Dm::Lead, "mm")},
             1 / s.microstep);
        break;
    case I::TR01:
        if (s.perToothError != 0 && m.beltRead && m.beltRead->profile && m.small.profile)
            step("Error a tooth", "d", "p_b - p_p",
                 {term("p_b", "belt pitch", m.beltRead->profile->pitch * 1e-3, Dm::Length, "mm", Standing::Catalogue),
                  term("p_p", "pulley pitch", m.small.profile->pitch * 1e-3, Dm::Length, "mm", Standing::Catalogue)},
                 s.perToothError, Dm::Length, "mm");
        break;
    case I::TR04:
        if (m.small.profile) {
            const int small = std::min(m.small.teeth, m.large.teeth);
            step("Belt runs at", "v", "z*p*n/60",
                 {constant("z", "teeth of the small pulley", small),
                  term("p", "pitch", m.small.profile->pitch * 1e-3, Dm::Length, "mm", Standing::Catalogue),
                  term("n", "its speed, rpm", m.small.teeth <= m.large.teeth ? s.motorRpm : s.screwRpm)},
                 f.demand, Dm::Speed, "m/s");
        }
        break;
    case I::TR05:
        if (s.beltGeometry) {
            const double R1 = std::min(m.small.teeth, m.large.teeth) * m.small.profile->pitch * 1e-3 / (2 * pi),
                         R2 = std::max(m.small.teeth, m.large.teeth) * m.small.profile->pitch * 1e-3 / (2 * pi);
            step("Wrap on the small pulley", "theta", "2*acos((R_2 - R_1)/C)",
                 {term("R_2", "large pitch radius", R2, Dm::Length, "mm"),
                  term("R_1", "small pitch radius", R1, Dm::Length, "mm"),
                  term("C", "centre distance", s.centre, Dm::Length, "mm", m.centre.standing)},
                 s.open.wrapSmall.value(), Dm::Angle, "deg");
        }
        break;
    case I::TR07:
        if (!s.beltForcesKnown) return;
        beltPull();
        {
            const auto &pr = *m.small.profile;
            const double width = s.beltMatches ? m.beltWidth.v : m.small.beltWidth.v;
            step("Pull it may have", "F_all", "F_0*(b/b_0)^k*K_z - m_b*v^2",
                 {N("F_0", "at base width", pr.basePull, Standing::Assumed),
                  term("b", "belt width", width, Dm::Length, "mm", Standing::Catalogue),
                  term("b_0", "base width", pr.baseWidth * 1e-3, Dm::Length, "mm", Standing::Catalogue),
                  constant("k", "width exponent", pr.widthExponent),
                  constant("K_z", "teeth in mesh", s.open.meshFactor),
                  constant("m_b", "belt, kg/m", pr.massPerWidth * width),
                  term("v", "belt speed", s.beltForces.beltSpeed.value(), Dm::Speed, "m/s")},
                 s.beltForces.allowable.value(), Dm::Force, "N");
            step("Pull with service", "D", "K_s*F_e",
                 {term("K_s", "service", m.service), N("F_e", "pull", s.beltForces.pull.value())}, f.demand, Dm::Force,
                 "N");
        }
        w.assumptions.push_back("Pull and tooth shear lumped; the belt maker's own table overrides it.");
        break;
    case I::TR08:
    case I::TR09:
        if (!s.beltForcesKnown) return;
        beltPull();
        step("Set tight to", "T_i", "k_i*F_e",
             {term("k_i", "tension over pull", m.install), N("F_e", "pull", s.beltForces.pull.value())},
             s.beltForces.install.value(), Dm::Force, "N");
        if (f.id == I::TR09)
            step("Tight side", "T_1", "T_i + F_e/2",
                 {N("T_i", "at rest", s.beltForces.install.value()), N("F_e", "pull", s.beltForces.pull.value())},
                 s.beltForces.tight.value(), Dm::Force, "N");
        break;
    case I::TR12:
        if (m.small.profile && s.beltForcesKnown) {
            const double EA = m.small.profile->stiffnessPerWidth * m.beltWidth.v * 1e3;
            step("Tension swing, upper bound", "D_T", "f_m*EA*e/C",
                 {term("f_m", "mesh", m.mesh), N("EA", "belt stretch stiffness", EA, Standing::Assumed),
                  term("e", "half the run-out", m.runOut.v / 2, Dm::Length, "mm", m.runOut.standing),
                  term("C", "centre distance", s.centre, Dm::Length, "mm", m.centre.standing)},
                 s.swing, Dm::Force, "N");
        }
        break;
    case I::TR13:
        if (m.small.profile && s.beltGeometry && s.needInward == s.needInward) {
            const double half = std::sin(s.open.wrapSmall.value() / 2);
            const int flanged = (m.small.flanges > 0) + (m.large.flanges > 0);
            if (f.variant == 0)
                step("Inward to slip it on", "s_in", "D_L/(2*h) + a_f",
                     {term("D_L", "length good to", m.beltTolerance, Dm::Length, "mm"),
                      constant("h", "sine of half the wrap", half),
                      term("a_f", "to pass the flanges", fitAllowance(*m.small.profile, flanged).value(), Dm::Length,
                           "mm", Standing::Assumed)},
                     s.needInward, Dm::Length, "mm");
            else
                step("Outward to tension", "s_out", "(D_L + 0.003*L)/(2*h)",
                     {term("D_L", "length good to", m.beltTolerance, Dm::Length, "mm"),
                      term("L", "belt length", s.open.length.value(), Dm::Length, "mm"),
                      constant("h", "sine of half the wrap", half)},
                     s.needOutward, Dm::Length, "mm");
        }
        break;
    case I::TR14:
    case I::TR15:
    case I::TR16:
        if (!s.beltForcesKnown) return;
        beltPull();
        if (f.id == I::TR16 && f.variant == 0 && m.body.known()) {
            const auto shaft = readToleratedSize(m.motorShaft);
            const double a = m.beltOffFace.v + m.frontBearing.v, l = std::max(0.01, m.body.v - 15e-3);
            if (shaft)
                step("Bends at the pulley", "y", "F*a^2*(l + a)/(3*E*pi*d^4/64)",
                     {N("F", "pull of the belt", s.shaftLoad),
                      term("a", "belt to front bearing", a, Dm::Length, "mm", m.beltOffFace.standing),
                      term("l", "bearing to bearing", l, Dm::Length, "mm", Standing::Assumed),
                      term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated),
                      term("d", "shaft", shaft->nominal * 1e-3, Dm::Length, "mm", Standing::Catalogue)},
                     s.overhung.deflection.value(), Dm::Length, "mm");
        }
        break;
    case I::TR51: {
        const auto k = static_cast<std::size_t>(f.variant);
        const auto bore = readToleratedSize(k == 0 ? m.small.bore : m.large.bore);
        if (bore)
            step("Wall over the bore", "t", "(d_g - d)/2",
                 {term("d_g", "groove root", s.pulleys[k].grooveRoot.value(), Dm::Length, "mm", Standing::Catalogue),
                  term("d", "bore", bore->nominal * 1e-3, Dm::Length, "mm", Standing::Stated)},
                 f.capacity, Dm::Length, "mm");
        break;
    }
    default: break;
    }
    margin(f.id == I::C01 || f.id == I::C02 ? "asked" : "demand", f.id == I::C01 || f.id == I::C02 ? "given" : "limit");
}

} // namespace

std::string sourceTitle(std::string_view key) {
    static constexpr struct {
        std::string_view key, title;
    } titles[] = {{"EB-1", "energy balance over one turn"},
                  {"MECH", "statics and mechanics of materials"},
                  {"KIN", "kinematics"},
                  {"KIENZLE", "cutting-force equation, handbook constants"},
                  {"MILL-MECH", "mechanistic milling model"},
                  {"BEAM", "beam and column theory"},
                  {"PMSM-CIRCLE", "current and voltage circles of a two-phase machine"},
                  {"EQUAL-AREA", "equal-area criterion"},
                  {"BELT-GEOM", "geometry of the open belt"},
                  {"ISO-5294", "ISO 5294 pulleys"},
                  {"ISO-5295", "ISO 5295 form of belt rating"},
                  {"ISO-5296", "ISO 5296 belts"},
                  {"ISO-286", "ISO 286 limits and fits"},
                  {"JIS-B1192", "JIS B 1192 ball screws"},
                  {"HERTZ", "Hertz contact"},
                  {"RATIONAL", "exact fractions"},
                  {"LEAST-SQUARES", "least squares, statistics text"},
                  {"NEWTON-COOLING", "one exponential, law of cooling"},
                  {"ISO-13528", "ISO 13528, number E_n"},
                  {"DERIVED", "arithmetic"},
                  {"ASSUMED", "our own choice"},
                  {"PRACTICE", "common practice"},
                  {"SCREW-TEXT", "power screw, machine-design text"},
                  {"BOYLE", "Boyle's law"}};
    for (const auto &t : titles)
        if (t.key == key) return std::string(t.title);
    return std::string(key);
}

Working explain(const AxisModel &m, const AxisState &s, const Finding &f) {
    Working w;
    w.source = spec(f.id).source;
    w.sourceTitle = sourceTitle(w.source);
    if (!f.missing) Book(m, s, f, w).write();
    for (const auto &step : w.steps)
        for (const auto &t : step.terms)
            if (t.standing == Standing::Assumed) {
                std::string a = t.name + " assumed";
                if (std::find(w.assumptions.begin(), w.assumptions.end(), a) == w.assumptions.end())
                    w.assumptions.push_back(a);
            }
    return w;
}

double recompute(const WorkingStep &step) {
    try {
        mu::Parser parser;
        parser.DefineConst("pi", pi);
        for (const auto &t : step.terms)
            parser.DefineConst(t.symbol, t.si);
        parser.SetExpr(step.formula);
        return parser.Eval();
    } catch (const mu::Parser::exception_type &) { return notKnown; }
}

namespace {
const std::pair<std::string_view, std::string_view> greek[] = {
    {"eta", "η"}, {"pi", "π"}, {"alpha", "α"}, {"beta", "β"},   {"rho", "ρ"},   {"theta", "θ"},
    {"phi", "φ"}, {"mu", "µ"}, {"sigma", "σ"}, {"lambda", "λ"}, {"kappa", "κ"}, {"sqrt", "√"}};

/// Walks the formula, handing each word to `name`.
template <class F> std::string rewrite(const std::string &formula, F &&name) {
    std::string out;
    for (std::size_t k = 0; k < formula.size();) {
        const char c = formula[k];
        if (isLetter(c)) {
            std::size_t e = k;
            while (e < formula.size() && (isLetter(formula[e]) || isDigit(formula[e]) || formula[e] == '_'))
                ++e;
            out += name(formula.substr(k, e - k));
            k = e;
        } else if (isDigit(c)) {
            while (k < formula.size() && (isDigit(formula[k]) || formula[k] == '.'))
                out += formula[k++];
        } else {
            if (c == '*')
                out += " · ";
            else if (c == '/')
                out += " / ";
            else if (c == '^' && k + 1 < formula.size() && formula[k + 1] == '2') {
                out += "²";
                ++k;
            } else if (c == '-')
                out += "−";
            else
                out += c;
            ++k;
        }
    }
    return out;
}
} // namespace

std::string formulaText(const std::string &formula) {
    return rewrite(formula, [](const std::string &word) {
        std::string out;
        std::size_t k = 0;
        while (k <= word.size()) {
            const auto bar = std::min(word.find('_', k), word.size());
            std::string part = word.substr(k, bar - k);
            for (const auto &[from, to] : greek)
                if (part == from) part = to;
            out += (k ? " " : "") + part;
            k = bar + 1;
        }
        return out;
    });
}

std::string figuresText(const WorkingStep &step) {
    return rewrite(step.formula, [&](const std::string &word) -> std::string {
        for (const auto &t : step.terms)
            if (t.symbol == word) {
                if (std::fabs(t.si) >= 1e5 || (t.si != 0 && std::fabs(t.si) < 1e-3)) return generalNumber(t.si, 3);
                return numberText(t.si, 4);
            }
        return word == "pi" ? "π" : word == "sqrt" ? "√" : word;
    });
}

} // namespace lw
