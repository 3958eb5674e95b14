#include "commission/settings_sheet.h"
#include "drive/steps.h"
#include "proof/words/narrate.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {

namespace {
SettingLine unknown(std::string key, std::string label, std::string unit, std::string missing) {
    return {std::move(key), std::move(label), "?", std::move(unit), "", "", 'd', false, std::move(missing)};
}
/// A table is told in turns and degrees.
void turningLines(const AxisModel &m, const AxisState &s, std::vector<SettingLine> &out) {
    const auto turn = m.stepsATurn();
    if (!turn) {
        out.push_back(unknown("steps_per_turn", "Steps a turn", "", "the reduction"));
        return;
    }
    const auto degree = divide(*turn, Fraction{360, 1}).value_or(Fraction{0, 1});
    out.push_back({"steps_per_turn", "Steps a turn", turn->text(), "", turn->text(),
                   "where the controller takes it, type this", 'd', true, ""});
    const double drift = std::fabs(s.rotary.drift) * 180 / pi;
    out.push_back({"steps_per_deg", "Steps a degree", decimalText(degree, degree.den == 1 ? 0 : 4), "1/deg",
                   degree.text(),
                   degree.den == 1 ? "exact" : "rounded: off by " + numberText(drift, 2) + "° after a hundred turns",
                   'd', true, ""});
    if (m.rapid.known()) {
        double w = m.rapid.v * 180 / pi * 60;
        std::string how = "the motor's speed over the reduction";
        if (s.rateLimit == s.rateLimit && 0.8 * s.rateLimit * 60 / degree.value() < w) {
            w = 0.8 * s.rateLimit * 60 / degree.value();
            how = "0.8 of the pulse limit";
        }
        out.push_back({"vmax_deg_min", "Top speed", numberText(std::floor(w + 1e-9), 6), "deg/min", numberText(w, 8),
                       how, 'd', true, ""});
        out.push_back({"acc_deg_s2", "Speeding up", numberText(std::floor(m.acceleration.v * 180 / pi + 1e-9), 6),
                       "deg/s2", numberText(m.acceleration.v * 180 / pi, 8), "as in the proof", 'd', true, ""});
    }
}
/// A straight axis is told in millimetres.
void straightLines(const AxisModel &m, const AxisState &s, std::vector<SettingLine> &out) {
    const Fraction lead = m.leadFraction();
    const auto steps = m.stepsAMillimetre();
    if (steps) {
        const auto r = roundedSteps(*steps, metres(m.travel.known() ? m.travel.v : 0.1));
        std::string how = m.servo() ? std::to_string(m.pulsesATurn())
                                    : std::to_string(m.ownStepsATurn()) + "·" + std::to_string(m.drive.microsteps);
        for (const auto &placed : m.stages)
            if (const auto *b = std::get_if<ToothedBelt>(&placed.stage); b && b->driver.teeth > 0)
                how += "·" + std::to_string(b->driven.teeth) + "/" + std::to_string(b->driver.teeth);
        how += " / " + numberText(lead.value(), 6);
        std::string value = r.text;
        while (value.find('.') != std::string::npos && r.exact && (value.back() == '0' || value.back() == '.')) {
            const bool point = value.back() == '.';
            value.pop_back();
            if (point) break;
        }
        out.push_back({"steps_per_mm", "Steps per mm", value, "1/mm", steps->text(), how, 'd', true, ""});
        out.push_back({"steps_per_mm_exact", "As a fraction", steps->text(), "1/mm", steps->text(),
                       r.exact ? "nothing lost in the decimal"
                               : "the decimal is off by " +
                                     withUnit(std::fabs(r.errorOverTravel), Dimension::Length, "um", 2) +
                                     " over the travel",
                       'd', true, ""});
        const double perInch = steps->value() * 25.4;
        out.push_back(
            {"steps_per_inch", "Steps per inch", numberText(perInch, 10), "1/in", "", "25.4 × that", 'd', true, ""});
        out.push_back({"microstep_um", "One microstep", numberText(1e3 / steps->value(), 4), "um", "",
                       "smoothness, not accuracy", 'd', true, ""});
    } else {
        out.push_back(unknown("steps_per_mm", "Steps per mm", "1/mm", "the lead of the screw"));
    }
    // Top speed: the rapid wanted, four fifths of the pulses, four fifths of the whip; down to 10.
    if (m.rapid.known() && m.lead.known()) {
        double v = m.rapid.v * 60e3;
        std::string how = "the rapid wanted";
        if (s.rateLimit == s.rateLimit && steps) {
            const double byPulses = 0.8 * s.rateLimit * 60 / steps->value();
            if (byPulses < v) {
                v = byPulses;
                how = "0.8 of the pulse limit";
            }
        }
        if (s.critical == s.critical && 0.8 * s.critical * m.lead.v * 1e3 < v) {
            v = 0.8 * s.critical * m.lead.v * 1e3;
            how = "0.8 of the screw's whip";
        }
        out.push_back({"vmax_mm_min", "Top speed", numberText(std::floor(v / 10 + 1e-9) * 10, 6), "mm/min",
                       numberText(v, 8), how + "; until it was stalled on purpose", 'd', true, ""});
    } else {
        out.push_back(unknown("vmax_mm_min", "Top speed", "mm/min", "rapid and lead"));
    }
    if (m.acceleration.known()) {
        const double a = m.acceleration.v * 1e3;
        const double rounded = a < 100 ? std::floor(a + 1e-9) : std::floor(a / 10 + 1e-9) * 10;
        out.push_back({"acc_mm_s2", "Speeding up", numberText(rounded, 6), "mm/s2", numberText(a, 8), "as in the proof",
                       'd', true, ""});
    } else {
        out.push_back(unknown("acc_mm_s2", "Speeding up", "mm/s2", "the acceleration"));
    }
}
} // namespace

std::vector<SettingLine> settingsSheet(const AxisModel &m, const AxisState &s) {
    std::vector<SettingLine> out;
    if (m.rotary())
        turningLines(m, s, out);
    else
        straightLines(m, s, out);
    if (s.stepRate == s.stepRate)
        out.push_back({"pulse_rate_Hz", "Pulses at rapid", numberText(s.stepRate / 1e3, 4), "kHz",
                       numberText(s.stepRate, 10),
                       s.rateLimit == s.rateLimit ? "of " + numberText(s.rateLimit / 1e3, 4) + " kHz"
                                                  : "controller's limit not known",
                       'd', true, ""});
    else
        out.push_back(unknown("pulse_rate_Hz", "Pulses at rapid", "kHz", "lead and rapid"));
    if (m.drive.pulseHigh.known())
        out.push_back({"pulse_high_us", "Pulse",
                       numberText(std::ceil(m.drive.pulseHigh.v * 1e6 * 1.25 * 10 - 1e-6) / 10, 4), "us",
                       numberText(m.drive.pulseHigh.v * 1e6 * 1.25, 6), "drive's least × 1.25", 'd', true, ""});
    if (m.drive.peak.known())
        out.push_back({"run_current_A", "Run current, peak", numberText(std::floor(m.drive.peak.v * 10 + 1e-9) / 10, 4),
                       "A", numberText(m.drive.peak.v, 6),
                       "set at the drive; rms is " + numberText(m.drive.peak.v / std::sqrt(2.0), 3) + " A",
                       m.drive.peak.assumed() ? 'd' : 't', true, ""});
    if (m.travel.known() && !m.rotary())
        out.push_back({"travel_mm", "Travel", numberText(std::floor(m.travel.v * 1e4 + 1e-6) / 10, 6), "mm",
                       numberText(m.travel.v * 1e3, 8), "stop to stop; soft ends come with the test cards",
                       m.travel.assumed() ? 'd' : 't', true, ""});
    return out;
}

} // namespace lw
