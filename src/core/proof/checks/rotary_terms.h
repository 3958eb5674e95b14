// What the checks of a table that turns ask for alike, and the terms their workings share.
#pragma once

#include "proof/checks/common.h"
#include <cmath>

namespace lw::checks {

inline std::string angle(double rad) {
    const double minutes = std::fabs(rad) * 10800 / pi;
    return minutes < 1    ? withUnit(rad, Dimension::Angle, "arcsec", 3)
           : minutes < 60 ? withUnit(rad, Dimension::Angle, "arcmin", 3)
                          : withUnit(rad, Dimension::Angle, "deg", 3);
}
inline const RotaryTable &table(const AxisModel &m) { return *m.rotary(); }
inline const RotaryTargets &asked(const AxisModel &m) { return rotaryTargets(table(m).purpose); }
inline bool clampedCut(const AxisModel &m) { return asked(m).clamped; }

inline void askCut(const AxisModel &m, Asks &asks) {
    asks.ask(table(m).force.known(), "the force of the cut");
    asks.ask(table(m).radius.known(), "the radius of the cut");
}
inline void askLoad(const AxisModel &m, Asks &asks) {
    asks.ask(m.mass.known(), "what turns with the table, sizes or masses");
}

inline Term radiusTerm(const AxisModel &m) {
    return term("R", "radius of the cut", table(m).radius, Dimension::Length, "mm");
}
inline Term unbalanceTerm(const AxisModel &m) {
    return term("T_u", "weight out of the middle", table(m).unbalance, Dimension::Torque, "Nm", m.mass.standing);
}
inline void cutStep(const AxisScope &a, Steps &w) {
    const auto &m = a.m;
    const auto &factor = m.factorOf(m.cuts.front());
    w.step("Torque of the cut", "T_c", "k_c*F*R",
           {term("k_c", "what is not known of a cut", factor),
            term("F", "along the circle", table(m).force, Dimension::Force, "N"), radiusTerm(m)},
           a.s.rotary.cut, Dimension::Torque, "Nm");
}

} // namespace lw::checks
