#include "proof/program_report.h"
#include "machine/known.h"
#include "proof/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
constexpr const char *letters[] = {"X", "Y", "Z"};
}

JobProgramLimits programLimits(const nlohmann::json &project) {
    JobProgramLimits out;
    std::array<bool, 3> has{};
    AxisLimits slowest{1e9, 1e9};
    std::string slow;
    for (const auto &id : axisOrder(project))
        for (std::size_t k = 0; k < 3; ++k)
            if (id == letters[k]) {
                const auto m = readAxis(project, id, shownDesign(project, id));
                if (!(m.rapid.v > 0) || !(m.acceleration.v > 0)) continue;
                out.limits.axis[k] = {m.rapid.v, m.acceleration.v};
                has[k] = true;
                if (m.rapid.v < slowest.rapid) slow = id;
                slowest = {std::min(slowest.rapid, m.rapid.v), std::min(slowest.acceleration, m.acceleration.v)};
            }
    if (slow.empty()) slowest = {2500 / 60e3, 0.3}; // a bench mill's, common practice
    for (std::size_t k = 0; k < 3; ++k)
        if (!has[k]) {
            out.limits.axis[k] = slowest;
            out.notes.push_back(slow.empty() ? std::string("No axis ") + letters[k] + " in this job: taken as a bench mill's, an assumption." : std::string("No axis ") + letters[k] + " in this job: it is run with the limits of the slowest, an assumption.");
        }
    return out;
}

ProgramDemand programDemand(const AxisModel &m, const AxisState &s, const ProgramDuty &duty, int axis) {
    ProgramDemand d;
    if (!(duty.time > 0) || !(m.mass.v > 0) || !m.lead.known() || !(s.sizingPull == s.sizingPull)) return d;
    const auto &c = s.chain;
    const double lead = c.lead.value(), ratio = c.ratio;
    const double inertia = (loadInertiaAtMotor(c) + c.motor).value();
    const double mass = s.motorKnown ? inertia * ratio * ratio / (lead * lead) : acceleratedMass(c).value();
    for (const auto &cut : m.cuts)
        if (cut.force.known() && cut.force.v > d.cut) {
            d.cut = cut.force.v;
            d.assumed = cut.force.assumed();
        }
    const auto &use = duty.axis[std::size_t(axis)];
    const double weight = netGravity(c).value();
    d.rmsForce = std::hypot(programRmsForce(use, duty.time, mass, s.sizingPull, d.cut), weight);
    const double toMotor = lead / ratio / c.efficiencyForward / c.driveEfficiency;
    d.rmsTorque = d.rmsForce * toMotor;
    d.worstSecondTorque = std::hypot(mass * use.worstSecondRms, s.sizingPull + d.cut, weight) * toMotor;
    return d;
}

std::string spanText(double seconds) {
    if (!(seconds == seconds)) return "not known";
    if (seconds < 100) return numberText(seconds, 3) + " s";
    const auto whole = static_cast<long long>(std::llround(seconds));
    if (whole < 3600) return std::to_string(whole / 60) + " min " + std::to_string(whole % 60) + " s";
    return std::to_string(whole / 3600) + " h " + std::to_string(whole % 3600 / 60) + " min";
}

std::string programSentence(const ProgramDuty &d) {
    if (d.text.cancelled) return "Stopped before the end: nothing is kept.";
    if (!d.moves && d.dwell == 0) return "Nothing in it moves an axis: " + std::to_string(d.text.lines) + " lines read, " + std::to_string(d.text.skippedCount) + " not followed.";
    std::string s = std::to_string(d.moves) + " moves, " + spanText(d.time) + ": " + numberText(d.time > 0 ? d.cutting / d.time * 100 : 0, 2) + " % cutting.";
    if (d.feedMoves && d.feedReached < d.feedMoves) s += " " + numberText(100.0 * double(d.feedMoves - d.feedReached) / double(d.feedMoves), 2) + " % of the cutting moves never reach their feed.";
    if (d.text.skippedCount) s += " " + std::to_string(d.text.skippedCount) + (d.text.skippedCount == 1 ? " line was" : " lines were") + " not followed" + (d.text.skippedSeconds > 0 && d.time > 0 ? ", perhaps " + numberText(d.text.skippedSeconds / (d.time + d.text.skippedSeconds) * 100, 2) + " % of the time." : ".") + (d.text.timeOpen ? " Nobody can say how long a subprogram runs: the time is a least one." : "");
    return s;
}

nlohmann::json programJson(const ProgramDuty &d, const ProgramLimits &limits) {
    nlohmann::json j = {{"sentence", programSentence(d)}, {"lines", d.text.lines}, {"moves", d.moves}, {"time_s", d.time}, {"cutting_s", d.cutting}, {"rapid_s", d.rapid}, {"dwell_s", d.dwell}, {"path_mm", d.path * 1e3}, {"cut_path_mm", d.cutPath * 1e3}, {"skipped_count", d.text.skippedCount}, {"skipped_may_take_s", d.text.skippedSeconds}, {"notes", d.text.notes}, {"axes", nlohmann::json::object()}, {"skipped", nlohmann::json::array()}};
    for (const auto &s : d.text.skipped) j["skipped"].push_back({{"line", s.line}, {"text", s.text}, {"why", s.why}, {"may_take_s", s.maySeconds}});
    for (std::size_t k = 0; k < 3; ++k) {
        const auto &u = d.axis[k];
        j["axes"][letters[k]] = {{"rapid_mm_min", limits.axis[k].rapid * 60e3}, {"acceleration_m_s2", limits.axis[k].acceleration}, {"moving_s", u.moving}, {"way_mm", u.way * 1e3}, {"least_mm", u.least * 1e3}, {"most_mm", u.most * 1e3}, {"peak_speed_mm_min", u.peakSpeed * 60e3}, {"peak_acceleration_m_s2", u.peakAcceleration}, {"reversals", u.reversals}, {"speed_seconds", u.speedSeconds}, {"acceleration_seconds", u.accelSeconds}, {"rms_acceleration_m_s2", d.time > 0 ? std::sqrt(u.squareAccel / d.time) : 0.0}, {"worst_second_rms_m_s2", u.worstSecondRms}, {"worst_second_line", u.worstSecondLine}, {"worst_second_at_s", u.worstSecondAt}};
    }
    return j;
}

} // namespace lw
