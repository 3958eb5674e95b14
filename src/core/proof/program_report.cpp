#include "proof/program_report.h"
#include "machine/known.h"
#include "proof/words/narrate.h"
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
            out.notes.push_back(slow.empty()
                                    ? std::string("No axis ") + letters[k] +
                                          " in this job: taken as a bench mill's, an assumption."
                                    : std::string("No axis ") + letters[k] +
                                          " in this job: it is run with the limits of the slowest, an assumption.");
        }
    return out;
}

ProgramDemand programDemand(const AxisModel &m, const AxisState &s, const ProgramDuty &duty, int axis) {
    ProgramDemand d;
    if (!(duty.time > 0) || !(m.mass.v > 0) || !m.lead.known() || !(s.sizingPull == s.sizingPull)) return d;
    const auto &c = s.chain;
    const double lead = c.lead.value(), ratio = s.ratio(), forward = forwardOf(c.stages);
    const double mass = acceleratedMass(c).value();
    for (const auto &cut : m.cuts)
        if (cut.force.known() && cut.force.v > d.cut) {
            d.cut = cut.force.v;
            d.assumed = cut.force.assumed();
        }
    const auto &use = duty.axis[std::size_t(axis)];
    const double weight = netGravity(c).value();
    d.rmsForce = std::hypot(programRmsForce(use, duty.time, mass, s.sizingPull, d.cut), weight);
    // The screw's efficiency stands between slide and screw, the belt's between screw and motor; what turns with the
    // motor is turned by it with no loss in between.
    const double toMotor = lead / ratio / c.efficiencyForward / forward;
    const AngularAcceleration alpha = fromSi<Acceleration>(1) / c.lead;
    const Torque inertial = kilograms(mass) * fromSi<Acceleration>(1) * c.lead / c.efficiencyForward + c.final * alpha;
    const auto first = carriedBack(c.stages, {inertial, fromSi<AngularSpeed>(0), alpha}, 1)[0];
    const double perAcceleration =
        first.torque.value() + (s.motorKnown ? c.motor.value() : 0) * first.acceleration.value();
    const double felt = perAcceleration / toMotor; // kg that would ask the same torque at the slide
    d.rmsTorque = std::hypot(programRmsForce(use, duty.time, felt, s.sizingPull, d.cut), weight) * toMotor;
    d.worstSecondTorque = std::hypot(felt * use.worstSecondRms, s.sizingPull + d.cut, weight) * toMotor;
    if (s.motorKnown) {
        d.counted = torquesAt(s.motor, use.peakSpeed * 60 / m.lead.v * ratio).countedOn;
        d.margin = std::max(0.0, d.counted) / d.worstSecondTorque;
    }
    return d;
}

ProgramDemands programDemands(const nlohmann::json &project, const ProgramDuty &duty) {
    ProgramDemands out;
    for (const auto &id : axisOrder(project))
        for (std::size_t k = 0; k < 3; ++k)
            if (id == letters[k]) {
                const auto m = readAxis(project, id, shownDesign(project, id));
                out[k] = programDemand(m, evaluate(m).state, duty, int(k));
            }
    return out;
}

std::string programAxisWords(const ProgramDuty &d, int axis, const ProgramDemand *demand) {
    const auto &u = d.axis[std::size_t(axis)];
    const auto mm = [](double v) { return withUnit(v, Dimension::Length, "mm"); };
    std::string words = std::string(letters[axis]) + " moves " + spanText(u.moving) + " of " + spanText(d.time) + ", " +
                        std::to_string(u.reversals) + " reversals, from " + mm(u.least) + " to " + mm(u.most) +
                        ". Fastest " + withUnit(u.peakSpeed, Dimension::Speed, "mm/min") + ", hardest " +
                        numberText(u.peakAcceleration, 2) + " m/s². ";
    if (u.worstSecondRms > 0)
        words += "Worst second: line " + std::to_string(u.worstSecondLine) + ", at " + spanText(u.worstSecondAt) +
                 ", RMS " + numberText(u.worstSecondRms, 2) + " m/s². ";
    if (!demand || !(demand->rmsForce == demand->rmsForce)) return words;
    words += "RMS " + withUnit(demand->rmsForce, Dimension::Force, "N", 2) + " along the axis";
    if (demand->counted == demand->counted)
        words += ", " + withUnit(demand->rmsTorque, Dimension::Torque, "Nm", 2) + " at the motor, " +
                 withUnit(demand->worstSecondTorque, Dimension::Torque, "Nm", 2) + " over the worst second; it gives " +
                 withUnit(demand->counted, Dimension::Torque, "Nm", 2) + " at its fastest here, " +
                 timesText(demand->margin);
    words += demand->cut > 0 ? "; the heaviest cut, " + std::string(demand->assumed ? "≈ " : "") +
                                   withUnit(demand->cut, Dimension::Force, "N", 3) + ", taken all the while it feeds."
                             : ".";
    return words;
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
    if (!d.moves && d.dwell == 0)
        return "Nothing in it moves an axis: " + std::to_string(d.text.lines) + " lines read, " +
               std::to_string(d.text.skippedCount) + " not followed.";
    std::string s = std::to_string(d.moves) + " moves, " + spanText(d.time) + ": " +
                    numberText(d.time > 0 ? d.cutting / d.time * 100 : 0, 2) + " % cutting.";
    if (d.feedMoves && d.feedReached < d.feedMoves)
        s += " " + numberText(100.0 * double(d.feedMoves - d.feedReached) / double(d.feedMoves), 2) +
             " % of the cutting moves never reach their feed.";
    if (d.text.skippedCount)
        s += " " + std::to_string(d.text.skippedCount) + (d.text.skippedCount == 1 ? " line was" : " lines were") +
             " not followed" +
             (d.text.skippedSeconds > 0 && d.time > 0
                  ? ", perhaps " + numberText(d.text.skippedSeconds / (d.time + d.text.skippedSeconds) * 100, 2) +
                        " % of the time."
                  : ".") +
             (d.text.timeOpen ? " How long some of them take nobody can say: the time is a least one." : "");
    return s;
}

nlohmann::json programJson(const ProgramDuty &d, const ProgramLimits &limits, const ProgramDemands &demands) {
    nlohmann::json j = {{"sentence", programSentence(d)},
                        {"lines", d.text.lines},
                        {"moves", d.moves},
                        {"time_s", d.time},
                        {"cutting_s", d.cutting},
                        {"rapid_s", d.rapid},
                        {"dwell_s", d.dwell},
                        {"path_mm", d.path * 1e3},
                        {"cut_path_mm", d.cutPath * 1e3},
                        {"skipped_count", d.text.skippedCount},
                        {"skipped_may_take_s", d.text.skippedSeconds},
                        {"notes", d.text.notes},
                        {"axes", nlohmann::json::object()},
                        {"skipped", nlohmann::json::array()}};
    for (const auto &s : d.text.skipped)
        j["skipped"].push_back({{"line", s.line}, {"text", s.text}, {"why", s.why}, {"may_take_s", s.maySeconds}});
    for (std::size_t k = 0; k < 3; ++k) {
        const auto &u = d.axis[k];
        j["axes"][letters[k]] = {{"rapid_mm_min", limits.axis[k].rapid * 60e3},
                                 {"acceleration_m_s2", limits.axis[k].acceleration},
                                 {"moving_s", u.moving},
                                 {"way_mm", u.way * 1e3},
                                 {"least_mm", u.least * 1e3},
                                 {"most_mm", u.most * 1e3},
                                 {"peak_speed_mm_min", u.peakSpeed * 60e3},
                                 {"peak_acceleration_m_s2", u.peakAcceleration},
                                 {"reversals", u.reversals},
                                 {"speed_seconds", u.speedSeconds},
                                 {"acceleration_seconds", u.accelSeconds},
                                 {"rms_acceleration_m_s2", d.time > 0 ? std::sqrt(u.squareAccel / d.time) : 0.0},
                                 {"worst_second_rms_m_s2", u.worstSecondRms},
                                 {"worst_second_line", u.worstSecondLine},
                                 {"worst_second_at_s", u.worstSecondAt}};
        if (const auto &q = demands[k]) {
            const auto number = [](double v) { return std::isfinite(v) ? nlohmann::json(v) : nlohmann::json(nullptr); };
            j["axes"][letters[k]].update(
                {{"rms_force_N", number(q->rmsForce)},
                 {"rms_torque_Nm", number(q->counted == q->counted ? q->rmsTorque : notKnown)},
                 {"worst_second_torque_Nm", number(q->counted == q->counted ? q->worstSecondTorque : notKnown)},
                 {"motor_gives_Nm", number(q->counted)},
                 {"margin", number(q->margin)}});
        }
    }
    return j;
}

} // namespace lw
