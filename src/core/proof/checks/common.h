// What several subjects of checks ask for, and the steps of a working they share.
#pragma once

#include "proof/check.h"
#include "proof/words/shop_words.h"

namespace lw::checks {

/// All a stepper's curve needs.
void askMotor(const AxisModel &m, Asks &asks);
/// Both pulleys, their form and the belt of the stage a finding is about.
void askBelt(const AxisModel &m, const Finding &f, Asks &asks);
void askCutForces(const AxisModel &m, Asks &asks);

const OperatingPoint *pointOf(const AxisScope &a, const Finding &f);
/// m g, or its part along a slope, with its terms before others.
std::string weightFormula(const AxisModel &m);
std::vector<Term> weightTerms(const AxisModel &m, std::vector<Term> more = {});
void weightStep(const AxisScope &a, Steps &w);
/// Stiffness from bearing to table.
void stiffnessStep(const AxisScope &a, Steps &w);
/// A speed of the axis and the travel of a turn, as terms "v" and "l": what turns has its speed in rpm and a whole
/// turn.
Term speedTerm(const AxisModel &m, const char *name, const Known &v);
Term leadTerm(const AxisModel &m);
void askMotorAndLead(const AxisModel &m, const Finding &f, Asks &asks);
void motorSpeedStep(const AxisScope &a, const Finding &f, Steps &w);
/// Full steps and microsteps a turn of the motor, "N*u"; of a servo its pulses, "N".
Term fullStepsTerm(const AxisModel &m);
Term microstepsTerm(const AxisModel &m);
std::string pulsesFormula(const AxisModel &m);
std::vector<Term> pulsesTerms(const AxisModel &m, std::vector<Term> others);
/// Reductions of all stages and the share they let through, as terms: "i", and "eta_d" where there are stages.
Term reductionTerm(const AxisScope &a);
Term driveTerm(const AxisScope &a);
/// "belt", "coupling"; of several "all stages".
[[nodiscard]] std::string driveNoun(const AxisModel &m);
/// The most the motor brings to shaft `place`, N m: a crash or a hard stop reaches it. 0: the motor's own.
[[nodiscard]] double peakAt(const AxisState &s, int place);

/// What lost motion needs, why it matters and how it comes about: the kept screw's and the new one's.
void askLostMotion(const AxisModel &m, const Finding &f, Asks &asks);
std::string reversalMarks(const AxisScope &a, const Finding &f);
void lostMotionSteps(const AxisScope &a, const Finding &f, Steps &w);

} // namespace lw::checks
