#include "proof/checks/belt_steps.h"

namespace lw::checks {
const ToothedBelt &beltOf(const AxisModel &m, const Finding &f) {
    return *m.stageAs<ToothedBelt>(static_cast<std::size_t>(f.subject.stage));
}
const ToothedBelt::Work &workOf(const AxisScope &a, const Finding &f) {
    return *a.s.stageWork<ToothedBelt>(static_cast<std::size_t>(f.subject.stage));
}
const StageLoad &loadOf(const AxisScope &a, const Finding &f) {
    return a.s.stages[static_cast<std::size_t>(f.subject.stage)].load;
}

Term teethTerm(const ToothedBelt &b, const char *name) { return constant("z", name, b.fewerTeeth()); }
Term pitchTerm(const ToothedBelt &b, const char *name) {
    return term("p", name, b.driver.profile->pitch * 1e-3, Dimension::Length, "mm", Standing::Catalogue);
}
Term centreTerm(const AxisScope &a, const Finding &f) {
    return term("C", "centre distance", workOf(a, f).centre, Dimension::Length, "mm", beltOf(a.m, f).centre.standing);
}
void pullStep(const AxisScope &a, const Finding &f, Steps &w) {
    const auto &b = beltOf(a.m, f);
    const double peak = loadOf(a, f).peakIn * (b.driverIsSmaller() ? 1 : b.ratio());
    w.step("Pull of the motor's peak", "F_e", "2*T/(z*p/pi)",
           {term("T", "peak torque at the small pulley", peak, Dimension::Torque, "Nm"), teethTerm(b), pitchTerm(b)},
           workOf(a, f).forces.pull.value(), Dimension::Force, "N");
}
Term pullTerm(const AxisScope &a, const Finding &f) {
    return newtonTerm("F_e", "pull", workOf(a, f).forces.pull.value());
}
void setTightStep(const AxisScope &a, const Finding &f, Steps &w) {
    w.step("Set tight to", "T_i", "k_i*F_e", {term("k_i", "tension over pull", beltOf(a.m, f).install), pullTerm(a, f)},
           workOf(a, f).forces.install.value(), Dimension::Force, "N");
}

} // namespace lw::checks
