// Figures as the sentences of the checks write them.
#pragma once

#include "axis/axis_model.h"
#include "proof/finding.h"
#include "units/typed.h"
#include <cmath>

namespace lw {

inline std::string mm(double si, int significant = 3) { return withUnit(si, Dimension::Length, "mm", significant); }
inline std::string micrometres(double si) { return withUnit(si, Dimension::Length, "um", 2); }
inline std::string newton(double si) {
    return std::fabs(si) >= 10e3 ? withUnit(si, Dimension::Force, "kN", 2) : withUnit(si, Dimension::Force, "N", 3);
}
inline std::string torqueText(double si) { return withUnit(si, Dimension::Torque, "Nm", 3); }
inline std::string voltText(double si, int significant = 3) {
    return withUnit(si, Dimension::Voltage, "V", significant);
}
inline std::string rpmText(double v) { return numberText(v, 3) + "\u00a0rpm"; }
inline std::string plain(double v, int significant = 2) { return numberText(v, significant); }
/// "4200 hours"; what outlives the machine: "over 100 000 hours".
inline std::string hoursText(double seconds) {
    return seconds > 3.6e8 ? "over 100\u00a0000 hours" : numberText(seconds / 3600, 2) + " hours";
}
/// "1.8×"; "over 99×"; "not known".
[[nodiscard]] std::string timesText(double ratio);

/// The cut a finding belongs to; null when it belongs to none.
inline const Cut *cutOf(const AxisModel &m, const Finding &f) {
    return f.subject.cut >= 0 && static_cast<std::size_t>(f.subject.cut) < m.cuts.size()
               ? &m.cuts[static_cast<std::size_t>(f.subject.cut)]
               : nullptr;
}
inline std::string cutName(const AxisModel &m, const Finding &f, std::string_view otherwise = "The cut") {
    const auto *c = cutOf(m, f);
    return c ? c->name : std::string(otherwise);
}
/// "the head": what the axis moves.
inline std::string whatMoves(const AxisModel &m) { return m.what.empty() ? "the slide" : "the " + m.what; }

} // namespace lw
