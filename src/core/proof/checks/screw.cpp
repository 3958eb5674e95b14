// Screw, nut and the bearings that carry them.
#include "proof/checks/limits.h"
#include "proof/checks/torque_steps.h"
#include <algorithm>
#include <cmath>

namespace lw {

bool crashEndangers(const Finding &f) { return f.id == "B4"_check && f.subject.side == 1 && f.margin < dangerousCrash; }

namespace {
using namespace checks;
using Dm = Dimension;

void askScrewAndNut(const AxisModel &m, Asks &asks) {
    asks.ask(m.screw().root.known(), "the screw");
    asks.ask(m.screw().nutFar.known(), "nut at its farthest from the bearing");
}
void askThrust(const AxisModel &m, const Finding &, Asks &asks) {
    askMotor(m, asks);
    asks.ask(m.screw().bearingStatic.known() || m.ballScrew(), "what the bearings carry");
    asks.ask(m.screw().nutFar.known(), "nut at its farthest from the bearing");
}
void stallStep(const AxisScope &a, Steps &w) {
    const auto &m = a.m;
    const bool limited = m.drive.torqueLimit.known() && m.drive.torqueLimit.v < a.s.peakStatic;
    w.step("Thrust at stall", "F_s", "T_pk*i*eta_d*eta*2*pi/l",
           {limited ? term("T_pk", "torque limit in the drive", m.drive.torqueLimit, Dm::Torque, "Nm")
                    : term("T_pk", "motor at rest", a.s.peakStatic, Dm::Torque, "Nm"),
            reductionTerm(a), driveTerm(a), term("eta", "screw", m.efficiency),
            term("l", "lead", m.lead, Dm::Lead, "mm")},
           a.s.stallThrust, Dm::Force, "N");
}
Term endSpeedTerm(const AxisModel &m) {
    return term("v", m.endSpeed.known() ? "rapid near the ends" : "rapid", m.speedAtEnds(), Dm::Speed, "mm/min",
                m.endSpeed.known() ? m.endSpeed.standing : m.rapid.standing);
}
void crashSteps(const AxisScope &a, const Finding &, Steps &w) {
    const auto &m = a.m;
    const auto &s = a.s;
    if (!(s.crashThrust == s.crashThrust)) return;
    stallStep(a, w);
    const double J = rotatingInertiaAtScrew(s.chain).value(), K = s.stiffness.total.value();
    const double energy = J * std::pow(m.speedAtEnds() / s.chain.lead.value(), 2) / 2;
    w.step("All that turns carries, J", "E", "J*(v*2*pi/l)^2/2",
           {endSpeedTerm(m), term("l", "lead", m.lead, Dm::Lead, "mm"),
            term("J", "all that turns, at the screw", J, Dm::Inertia, "gcm2")},
           energy);
    const auto stall = newtonTerm("F_s", "stall", s.stallThrust);
    if (m.bumperStroke.known() && m.bumperForce.known())
        w.step("Left after the bumper, J", "E_k", s.crashEnergy > 0 ? "E + (F_s - F_b/2)*u" : "0*E",
               {term("E", "energy", energy), stall, term("F_b", "bumper, pressed", m.bumperForce, Dm::Force, "N"),
                term("u", "bumper stroke", m.bumperStroke, Dm::Length, "mm")},
               s.crashEnergy);
    if (s.crashEnergy > 0)
        w.step("Crash at rapid", "F_c", "F_s + sqrt(F_s^2 + 2*E_k*K)",
               {stall, term("E_k", "energy that the screw takes up", s.crashEnergy),
                term("K", "stiffness", K, Dm::Stiffness, "N/um")},
               s.crashThrust, Dm::Force, "N");
    else
        w.step("Crash into the bumper", "F_c", m.bumperForce.v > s.stallThrust ? "F_b" : "F_s",
               {stall, term("F_b", "bumper, pressed", m.bumperForce, Dm::Force, "N")}, s.crashThrust, Dm::Force, "N");
    w.assume("No losses counted: an upper bound.");
}
/// What nut and bearing carry at rest, N; NaN: neither is known.
double carriedStatic(const AxisModel &m) {
    const double rating = m.ballScrew() ? m.screw().staticRating.v : notKnown;
    double carries = m.screw().bearingStatic.v;
    if (rating == rating) carries = carries == carries ? std::min(carries, rating) : rating;
    return carries;
}
Term leadTerm(const AxisModel &m) { return term("l", "lead", m.lead, Dm::Lead, "mm"); }
/// Largest force of all operating points, as a step.
void largestForceStep(const AxisScope &a, const Finding &f, Steps &w) {
    const OperatingPoint *most = nullptr;
    for (const auto &p : a.s.points)
        if (!most || std::fabs(p.axial) > std::fabs(most->axial)) most = &p;
    w.step(
        "Largest force along the screw", "F", "F_x",
        {newtonTerm("F_x", most && most->cut >= 0 ? a.m.cuts[std::size_t(most->cut)].name : "of all moves", f.demand)},
        f.demand, Dm::Force, "N");
}
constexpr double lengthRoom = 10e-3, lengthWanted = 25e-3; ///< thread beyond the nut at each end, m; common practice

const AxisCheck screwChecksList[] = {
    {{.code = "B1",
      .title = "Screw whip at rapid",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "rpm",
      .advice = "Lower the rapid, coarser lead, fix both ends.",
      .source = "BEAM",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().root.known(), "the screw");
              asks.ask(m.screw().span.known(), "length between the bearings");
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The screw turns " + rpmText(f.demand) + " at rapid and whips at " + rpmText(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Above four fifths of it the screw whips.";
      },
      .work =
          [](const AxisScope &a, const Finding &, Steps &w) {
              constexpr double beta[] = {1.8751040687119611, pi, 3.9266023120479188, 4.7300407448627040};
              const auto &screw = a.m.screw();
              w.step("Whips at", "n_cr", "60/(2*pi)*beta^2/L^2*d/4*sqrt(E/rho)",
                     {constant("beta", "ends " + std::string(code(screw.ends)),
                               beta[static_cast<std::size_t>(screw.ends)]),
                      term("L", "between bearings", screw.span, Dm::Length, "mm"),
                      term("d", "root", screw.root, Dm::Length, "mm"),
                      term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated),
                      constant("rho", "steel, kg/m3", 7850)},
                     a.s.critical);
              w.step("Screw at rapid, rpm", "n", "60*v/l",
                     {term("v", "rapid", a.m.rapid, Dm::Speed, "mm/min"), leadTerm(a.m)}, a.s.screwRpm);
          },
      .levers = {Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.wheel()) rows.add(marginRow(a.s.screwRpm, a.s.critical, 1 / whipUse, 1 / 0.7));
     }},
    {{.code = "B2",
      .title = "Screw buckling",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "Swap the fixed end so that thrust pulls.",
      .source = "BEAM",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              askScrewAndNut(m, asks);
              askCutForces(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.row == 1
                         ? "Pressed with " + newton(f.demand) + " of " + newton(f.capacity) + " its section stands."
                         : "Pressed with " + newton(f.demand) + "; it buckles at " + newton(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Pushed from the far end a slender screw bows out.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &screw = a.m.screw();
              const auto d = term("d", "root", screw.root, Dm::Length, "mm");
              if (f.row == 0)
                  w.step("Buckles at", "F_cr", "k*pi^2*E*(pi*d^4/64)/L^2",
                         {constant("k", "ends: thrust bearing to nut",
                                   screw.ends == Ends::SupportedSupported ? 1.0 : 2.0457496110),
                          term("E", "steel", 206e9, Dm::Pressure, "GPa", Standing::Stated), d,
                          term("L", "nut at its farthest", screw.nutFar, Dm::Length, "mm")},
                         f.capacity, Dm::Force, "N");
              else
                  w.step("Section stands", "F_s", "sigma*pi*d^2/4",
                         {term("sigma", "compression", 147e6, Dm::Pressure, "N/mm2", Standing::Stated), d}, f.capacity,
                         Dm::Force, "N");
          }},
     [](const AxisScope &a, Rows &rows) { // Euler and plain compression, the nearer
         if (a.m.wheel()) return;
         if (!a.s.bucklingKnown) return rows.add(marginRow(notKnown, notKnown, 2, 2.5));
         const auto euler = marginRow(a.s.maxAxial, a.s.buckling.euler.value(), 2, 2.5);
         auto stress = marginRow(a.s.maxAxial, a.s.buckling.allowedStress.value(), 1, 1 / 0.7);
         stress.row = 1;
         rows.add(unlessOpen(stress.reserve() < euler.reserve() ? stress : euler, a.s.cutsOpen));
     }},
    {{.code = "B3",
      .title = "Ball return speed",
      .part = Part::Nut,
      .station = StationId::Proof,
      .unit = "mm·rpm",
      .advice = "Coarser lead, smaller screw, or the maker's word.",
      .source = "PRACTICE",
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Diameter times speed is " + numberText(f.demand, 3) + " of " + numberText(f.capacity, 3) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Diameter times speed", "D_n", "d*n",
                     {constant("d", "nominal, mm", inMillimetres(a.m.screw().thread.nominal)),
                      term("n", "screw, rpm", a.s.screwRpm)},
                     f.demand);
          },
      .levers = {Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.wheel() && a.m.ballScrew())
             rows.add(upperRow(inMillimetres(a.m.screw().thread.nominal) * a.s.screwRpm, 50000, ballSpeedLimit));
     }},
    // The crash is an accident and its sum an upper bound: at worst a watch. Pushing while it stands is the nut's daily
    // load, and a row of its own, so that the one cannot hide the other.
    {{.code = "B4",
      .title = "Crash at rapid",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "Lower the rapid near the ends, fit a bumper.",
      .source = "EB-1",
      .needs = askThrust,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "Run into something solid at rapid it pushes up to " + newton(f.demand) + "; the axis carries " +
                     newton(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Rotor energy goes into the screw, whatever the torque limit.";
      },
      .caution = [](const AxisScope &a, const Finding &f) -> std::string {
          if (!crashEndangers(f)) return {};
          return "Driven into a stop at rapid " + whatMoves(a.m) + " pushes with up to " + newton(f.demand) + ", " +
                 timesText(1 / f.margin) +
                 " what the axis carries: nothing and nobody between it and its ends, soft ends set and tried slowly "
                 "first.";
      },
      .work = crashSteps,
      .levers = {Lever::Stop, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel()) return;
         auto crash = marginRow(a.s.crashThrust, carriedStatic(a.m), 0, 1);
         crash.subject.side = 1;
         rows.add(crash);
     }},
    {{.code = "B4",
      .title = "Nut against the stall",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "Lower the rapid near the ends, fit a bumper.",
      .source = "EB-1",
      .needs =
          [](const AxisModel &m, const Finding &f, Asks &asks) {
              askCutForces(m, asks);
              askThrust(m, f, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At stall the nut sees " + newton(f.demand) + " of " + newton(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Rotor energy goes into the screw, whatever the torque limit.";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              if (a.s.stallThrust >= f.demand)
                  stallStep(a, w);
              else
                  largestForceStep(a, f, w);
          },
      .levers = {Lever::Stop, Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.ballScrew()) return;
         const double stall = a.s.stallThrust;
         auto f = unlessOpen(marginRow(std::max(a.s.maxAxial, stall == stall ? stall : a.s.maxAxial),
                                       a.m.screw().staticRating.v, 1.5, 3),
                             a.s.cutsOpen);
         f.subject.side = 0;
         rows.add(f);
     }},
    {{.code = "B6",
      .title = "Stall thrust",
      .part = Part::Bearings,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "Limit the motor torque in the drive.",
      .source = "EB-1",
      .needs = askThrust,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "At stall the motor pushes " + newton(f.demand) + "; " + newton(f.capacity) + " is permitted.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Pushing against a stop must not hurt the axis.";
      },
      .work = [](const AxisScope &a, const Finding &, Steps &w) { stallStep(a, w); },
      .levers = {Lever::Stop}},
     [](const AxisScope &a, Rows &rows) {
         if (!a.m.wheel()) rows.add(marginRow(a.s.stallThrust, a.s.permittedAxial, 1, 1.25));
     }},
    {{.code = "B8",
      .title = "Preload kept in the cut",
      .part = Part::Nut,
      .station = StationId::Proof,
      .unit = "N",
      .advice = "More preload, up to a tenth of the rating, or a larger nut.",
      .source = "HERTZ",
      .needs = [](const AxisModel &m, const Finding &, Asks &asks) { askCutForces(m, asks); },
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The cut pushes " + newton(f.demand) + "; the preload is gone at " + newton(f.capacity) + ".";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string { return "Beyond it play opens in the nut."; },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              w.step("Preload is gone at", "F_0", "2*sqrt(2)*F_pr",
                     {term("F_pr", "preload", a.m.screw().preload, Dm::Force, "N")}, f.capacity, Dm::Force, "N");
          },
      .levers = {Lever::Preload}},
     [](const AxisScope &a, Rows &rows) {
         const auto &m = a.m;
         if (m.wheel() || !m.ballScrew() || !(m.screw().preload.v > 0)) return;
         double peak = 0;
         for (const auto &c : m.cuts)
             peak = std::max(peak,
                             std::max(c.toothPeak == c.toothPeak ? c.toothPeak : 0, c.force.known() ? c.force.v : 0) *
                                 m.factorOf(c).v);
         rows.add(unlessOpen(marginRow(peak, 2 * std::sqrt(2.0) * m.screw().preload.v, 1, 1.25), a.s.cutsOpen));
     }},
    {{.code = "B9",
      .title = "Lost motion",
      .part = Part::Nut,
      .station = StationId::Proof,
      .unit = "mm",
      .advice = "Less friction, then a stiffer bracket, bearing, screw.",
      .source = "MECH",
      .needs = askLostMotion,
      .say =
          [](const AxisScope &, const Finding &f) {
              return mm(f.demand, 2) + " is lost at reversal of " + mm(f.capacity, 2) + " wished.";
          },
      .why = reversalMarks,
      .work = lostMotionSteps,
      .levers = {Lever::Preload}},
     [](const AxisScope &a, Rows &rows) {
         const bool made = a.m.wheel() ? a.m.rack() != nullptr : true;
         if (made && (!a.m.keepsScrew || a.m.ballScrew()))
             rows.add(upperRow(a.s.lostMotion, a.m.lostTarget.v * 0.5, a.m.lostTarget.v));
     }},
    {{.code = "B10",
      .title = "Axial frequency",
      .part = Part::Screw,
      .station = StationId::Proof,
      .unit = "Hz",
      .advice = "Stiffer bracket, then bearing and screw.",
      .source = "MECH",
      .needs = askLostMotion,
      .say =
          [](const AxisScope &, const Finding &f) {
              return "The table rings on the screw at " + withUnit(f.capacity, Dm::Frequency, "Hz", 2) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              stiffnessStep(a, w);
              w.step("Frequency", "f", "sqrt(K/m)/(2*pi)",
                     {term("K", "stiffness", a.s.stiffness.total.value(), Dm::Stiffness, "N/um"),
                      term("m", "what moves", acceleratedMass(a.s.chain).value(), Dm::Mass, "kg", a.m.mass.standing)},
                     f.capacity, Dm::Frequency, "Hz");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel()) return;
         rows.add(lowerRow(a.s.rigidityKnown ? axialFrequency(a.s.stiffness.total, acceleratedMass(a.s.chain)).value()
                                             : notKnown,
                           50, 25));
     }},
    {{.code = "B12",
      .title = "Thread beyond the nut",
      .part = Part::Screw,
      .station = StationId::Drive,
      .unit = "mm",
      .advice = "Order 25 to 50 mm longer each end; check that it fits.",
      .source = "PRACTICE",
      .overridable = false,
      .needs = [](const AxisModel &, const Finding &,
                  Asks &asks) { asks.ask(false, "thread beyond the nut at both ends, or thread and nut length"); },
      .say =
          [](const AxisScope &, const Finding &f) {
              return mm(f.capacity) + " of thread beyond the nut; it needs " + mm(f.demand * f.wanted) + ".";
          },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &m = a.m;
              if (m.screw().beyondA.known() || m.screw().beyondB.known()) {
                  const auto &least = m.screw().beyondA.v < m.screw().beyondB.v ? m.screw().beyondA : m.screw().beyondB;
                  w.step("Thread beyond the nut, the shorter end", "s", "s_b",
                         {term("s_b", "thread beyond the nut", least, Dm::Length, "mm")}, f.capacity, Dm::Length, "mm");
              } else
                  w.step("Thread beyond the nut, each end", "s", "(L - x - L_n)/2",
                         {term("L", "thread", m.screw().threadLength, Dm::Length, "mm"),
                          term("x", "travel", m.travel, Dm::Length, "mm"),
                          term("L_n", "nut", m.screw().nutLength, Dm::Length, "mm")},
                         f.capacity, Dm::Length, "mm");
              w.step("Way to stop from rapid", "s_0", "v^2/(2*a) + v*t",
                     {endSpeedTerm(m),
                      term("a", "braking", m.slowing(), Dm::Acceleration, "m/s2",
                           m.deceleration.known() ? m.deceleration.standing : m.acceleration.standing),
                      term("t", "switch to braking", 0.05, Dm::Time, "s", Standing::Assumed)},
                     a.s.stop, Dm::Length, "mm");
              w.step("The least there must be", "s_min", "max(s_0, s_p)",
                     {term("s_0", "way to stop", a.s.stop, Dm::Length, "mm"),
                      term("s_p", "always", lengthRoom, Dm::Length, "mm", Standing::Stated)},
                     f.demand, Dm::Length, "mm");
          }},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel()) return;
         const auto &screw = a.m.screw();
         const double wanted = std::max(lengthWanted, a.s.stop + 2 * a.m.lead.v), must = std::max(lengthRoom, a.s.stop);
         if (screw.beyondA.known() || screw.beyondB.known()) {
             const bool both = screw.beyondA.known() && screw.beyondB.known();
             rows.add(lowerRow(both ? std::min(screw.beyondA.v, screw.beyondB.v) : notKnown, wanted, must));
         } else if (screw.threadLength.known() && screw.nutLength.known()) {
             rows.add(lowerRow((screw.threadLength.v - a.m.travel.v - screw.nutLength.v) / 2, wanted, must));
         } else {
             rows.add(lowerRow(notKnown, lengthWanted, lengthRoom));
         }
     }},
    {{.code = "B15",
      .title = "Nut rubs",
      .part = Part::Nut,
      .station = StationId::Proof,
      .unit = "m/s",
      .advice = "Lower the rapid, or a larger nut.",
      .source = "PRACTICE",
      .needs =
          [](const AxisModel &m, const Finding &, Asks &asks) {
              asks.ask(m.screw().nutTurns.known(), "turns in the nut");
              askCutForces(m, asks);
          },
      .say =
          [](const AxisScope &, const Finding &f) {
              return f.row == 1 ? "The nut is pressed with " + withUnit(f.demand, Dm::Pressure, "N/mm2", 2) + "."
                                : "The nut rubs at " + withUnit(f.demand, Dm::Speed, "m/s", 2) + " at rapid; " +
                                      withUnit(f.capacity, Dm::Speed, "m/s", 2) + " is the most.";
          },
      .why = [](const AxisScope &, const Finding &) -> std::string {
          return "Above 0.3 m/s or 5 N/mm² a sliding nut wears.";
      },
      .name = [](const AxisModel &, const Finding &f) -> std::string {
          return f.row == 1 ? "Nut pressed" : "Nut rubs at rapid";
      },
      .work =
          [](const AxisScope &a, const Finding &f, Steps &w) {
              const auto &thread = a.m.screw().thread;
              const auto d = term("d_m", "mean diameter", thread.mean.value(), Dm::Length, "mm", Standing::Catalogue);
              if (f.row == 0) {
                  const double lambda = std::atan(thread.lead().value() / (pi * thread.mean.value()));
                  w.step("Rubs at", "v", "pi*d_m*n/60/cos(lambda)",
                         {d, term("n", "screw, rpm", a.s.screwRpm),
                          term("lambda", "lead angle", lambda, Dm::Angle, "deg")},
                         f.demand, Dm::Speed, "m/s");
              } else {
                  w.step("Pressed with", "q", "F/(pi*d_m*P/2*z)",
                         {newtonTerm("F", "largest force", a.s.maxAxial), d,
                          term("P", "pitch", thread.pitch.value(), Dm::Length, "mm", Standing::Catalogue),
                          term("z", "turns engaged", a.m.screw().nutTurns)},
                         f.demand, Dm::Pressure, "N/mm2");
              }
          },
      .levers = {Lever::Rapid}},
     [](const AxisScope &a, Rows &rows) {
         if (a.m.wheel() || !a.m.slidingScrew()) return;
         const auto speed = upperRow(a.s.nutSpeed, 0.3, 0.6);
         auto pressure = upperRow(a.s.nutPressure, 5e6, 10e6);
         pressure.row = 1;
         pressure.unit = "N/mm2";
         const bool turns = a.m.screw().nutTurns.known();
         if (turns && a.s.cutsOpen) pressure = unlessOpen(pressure, true);
         const bool open = pressure.missing && turns && speed.verdict != Verdict::Fails;
         rows.add(open || pressure.margin < speed.margin ? pressure : speed);
     }},
};
} // namespace

std::span<const AxisCheck> screwChecks() { return screwChecksList; }

} // namespace lw
