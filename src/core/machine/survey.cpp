#include "machine/survey.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>
#include <vector>

namespace lw {

Result<RimPull> rimPull(Force pull, Length rimRadius, Torque noLoadDrag, Length travelPerTurn, Ratio efficiency) {
    LW_REQUIRE_NOT_NEGATIVE(pull.value(), "pull_running_N");
    LW_REQUIRE_NOT_NEGATIVE(noLoadDrag.value(), "no_load_drag_Nm");
    LW_REQUIRE_POSITIVE(rimRadius.value(), "rim_radius_mm");
    LW_REQUIRE_POSITIVE(travelPerTurn.value(), "travel_per_turn_mm");
    LW_REQUIRE_POSITIVE(efficiency, "efficiency_running");
    const Torque torque = pull * perRadian(rimRadius);
    return RimPull{torque, (torque - noLoadDrag) * efficiency / perRevolution(travelPerTurn)};
}

namespace {
std::vector<PullReading> sorted(std::span<const PullReading> readings) {
    std::vector<PullReading> r(readings.begin(), readings.end());
    std::stable_sort(r.begin(), r.end(), [](const auto &a, const auto &b) { return a.at < b.at; });
    return r;
}
Force meanOf(const PullReading &r) { return (r.away + r.back) * 0.5; }
} // namespace

Result<FrictionProfile> frictionProfile(std::span<const PullReading> readings) {
    if (readings.empty()) return fail(CalcErrorCode::Missing, "readings");
    const auto r = sorted(readings);
    FrictionProfile p{};
    p.largest = r[0].away;
    p.smallest = r[0].away;
    Force tight = meanOf(r[0]);
    Force loose = tight;
    for (const auto &q : r) {
        if (!std::isfinite(q.away.value()) || !std::isfinite(q.back.value()) || !std::isfinite(q.at.value()))
            return fail(CalcErrorCode::NotFinite, "readings");
        p.largest = std::max({p.largest, q.away, q.back});
        p.smallest = std::min({p.smallest, q.away, q.back});
        tight = std::max(tight, meanOf(q));
        loose = std::min(loose, meanOf(q));
        const Force sum = q.away + q.back;
        if (sum.value() > 0) p.asymmetry = std::max(p.asymmetry, std::fabs((q.away - q.back) / sum));
    }
    LW_REQUIRE_POSITIVE(loose.value(), "forces_plus_N");
    p.tightOverLoose = tight / loose;
    const double length = (r.back().at - r.front().at).value();
    if (length > 0) {
        double area = 0;
        double bias = 0;
        for (std::size_t k = 1; k < r.size(); ++k) {
            const double dx = (r[k].at - r[k - 1].at).value();
            area += dx * (meanOf(r[k]) + meanOf(r[k - 1])).value() / 2;
            bias += dx * (r[k].away - r[k].back + r[k - 1].away - r[k - 1].back).value() / 4;
        }
        p.mean = newtons(area / length);
        p.bias = newtons(bias / length);
    } else {
        p.mean = meanOf(r[0]);
        p.bias = (r[0].away - r[0].back) * 0.5;
    }
    return p;
}

Result<Force> frictionAt(std::span<const PullReading> readings, Length place) {
    if (readings.empty()) return fail(CalcErrorCode::Missing, "readings");
    const auto r = sorted(readings);
    if (place <= r.front().at) return meanOf(r.front());
    for (std::size_t k = 1; k < r.size(); ++k)
        if (place <= r[k].at) {
            const double t = (place - r[k - 1].at) / (r[k].at - r[k - 1].at);
            return meanOf(r[k - 1]) * (1 - t) + meanOf(r[k]) * t;
        }
    return meanOf(r.back());
}

WeightAndFriction splitWeight(Force up, Force down) { return {(up + down) * 0.5, (up - down) * 0.5}; }

Result<LeadFound> findLead(const LeadReadings &r) {
    LeadFound out;
    if (r.dialDivisions && r.valuePerDivision)
        out.dial = *r.valuePerDivision * (*r.dialDivisions * (r.dialReadsDiameter ? 0.5 : 1.0));
    if (r.threadsPerInch) {
        LW_REQUIRE_POSITIVE(*r.threadsPerInch, "threads_per_inch");
        out.thread = millimetres(25.4 / *r.threadsPerInch * r.starts);
    }
    if (r.measuredTravel && r.turns) {
        if (*r.turns < 1) return fail(CalcErrorCode::NotPositive, "turns", *r.turns);
        out.measured = *r.measuredTravel / static_cast<double>(*r.turns);
    }
    if (!out.dial && !out.thread && !out.measured)
        return fail(CalcErrorCode::Missing, "measured_travel_mm", 0, 0,
                    "give the dial (dial_divisions, value_per_division_mm), threads_per_inch, or a long move "
                    "(measured_travel_mm, turns).");
    if (out.measured && out.measured->value() > 0) {
        if (out.dial) out.disagreementDial = std::fabs((*out.dial - *out.measured) / *out.measured);
        if (out.thread) out.disagreementThread = std::fabs((*out.thread - *out.measured) / *out.measured);
    }
    return out;
}

Result<BacklashParts> splitBacklash(Length travelPerTurn, int divisions, double lostDivisions,
                                    std::optional<Length> thrustFloat, std::optional<Length> nutMovement,
                                    Length elastic) {
    LW_REQUIRE_POSITIVE(travelPerTurn.value(), "travel_per_turn_mm");
    if (divisions < 1) return fail(CalcErrorCode::NotPositive, "dial_divisions", divisions);
    LW_REQUIRE_NOT_NEGATIVE(lostDivisions, "lost_divisions");
    BacklashParts p{};
    p.handleTurnFraction = lostDivisions / divisions;
    p.total = travelPerTurn * p.handleTurnFraction;
    const bool some = p.total.value() > 0;
    if (thrustFloat && nutMovement) {
        p.nutClearance = p.total - *thrustFloat - *nutMovement - elastic;
        if (some) p.shareNut = *p.nutClearance / p.total;
    }
    if (thrustFloat && some) p.shareThrust = *thrustFloat / p.total;
    return p;
}

Result<StrutForce> gasStrut(Force extended, double gasVolume, Length rod, Length compressed, double temperatureCelsius,
                            int struts, std::optional<Mass> carried) {
    const double swept = pi / 4 * rod.value() * rod.value() * compressed.value();
    if (!(gasVolume > swept))
        return fail(CalcErrorCode::NoSolution, "gas_volume_extended_cm3", gasVolume * 1e6, swept * 1e6,
                    "the rod would take up more room than the gas has; check volume, rod and stroke.");
    StrutForce s{};
    const double compression = gasVolume / (gasVolume - swept);
    s.perStrut = extended * (compression * (temperatureCelsius + 273.15) / 293.15);
    s.progression = compression - 1;
    if (carried) {
        const Force weight = newtons(carried->value() * standardGravity);
        const Force carriedByStruts = s.perStrut * static_cast<double>(struts);
        s.netWeight = weight - carriedByStruts;
        s.balance = carriedByStruts / weight;
    }
    return s;
}

Result<EstimatedMass> estimateMass(Length l, Length w, Length h, Density density, Ratio fill, Mass added) {
    for (double v : {l.value(), w.value(), h.value(), density.value(), fill})
        LW_REQUIRE_POSITIVE(v, "length_mm");
    const Mass casting = l * w * h * density * fill;
    return EstimatedMass{casting, casting + added};
}

namespace book {
namespace {

std::vector<PullReading> readingsFrom(const Inputs &in) {
    const auto x = in.list<Length>("positions_mm");
    const auto p = in.list<Force>("forces_plus_N");
    const auto m = in.list<Force>("forces_minus_N");
    std::vector<PullReading> r;
    if (x.size() != p.size() || x.size() != m.size()) return r;
    for (std::size_t k = 0; k < x.size(); ++k)
        r.push_back({x[k], p[k], m[k]});
    return r;
}

constexpr Calculation surveyCalculationsTable[] = {
    {"survey_rim_pull",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto r = in.get<Length>("rim_radius_mm");
         const auto drag = in.get<Torque>("no_load_drag_Nm");
         const auto travel = in.get<Length>("travel_per_turn_mm");
         LW_TRY(run, rimPull(in.get<Force>("pull_running_N"), r, drag, travel, in.number("efficiency_running")));
         out.put("torque_running_Nm", run.handleTorque);
         out.put("friction_running_N", run.axialFriction);
         if (in.has("pull_breakaway_N")) {
             const double eta = in.has("efficiency_breakaway") ? in.number("efficiency_breakaway") : 1.0;
             LW_TRY(start, rimPull(in.get<Force>("pull_breakaway_N"), r, drag, travel, eta));
             out.put("torque_breakaway_Nm", start.handleTorque);
             if (in.has("efficiency_breakaway")) {
                 out.put("friction_breakaway_N", start.axialFriction);
                 LW_REQUIRE_POSITIVE(run.axialFriction.value(), "pull_running_N");
                 out.number("breakaway_ratio", start.axialFriction / run.axialFriction);
             }
         }
         return {};
     },
     "EB-1"},
    {"friction_profile",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto r = readingsFrom(in);
         if (r.empty())
             return fail(CalcErrorCode::Missing, "positions_mm", 0, 0,
                         "places and forces of both directions must be lists of the same length, at least one each.");
         LW_TRY(p, frictionProfile(r));
         out.put("friction_max_N", p.largest);
         out.put("friction_mean_N", p.mean);
         out.number("tight_loose_ratio", p.tightOverLoose);
         out.put("direction_bias_N", p.bias);
         out.number("asymmetry", p.asymmetry);
         if (in.has("query_position_mm")) {
             LW_TRY(f, frictionAt(r, in.get<Length>("query_position_mm")));
             out.put("friction_at_query_N", f);
         }
         return {};
     },
     "MECH"},
    {"gravity_split_direct",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto s = splitWeight(in.get<Force>("force_up_N"), in.get<Force>("force_down_N"));
         out.put("net_weight_N", s.netWeight);
         out.number("net_mass_kg", s.netWeight.value() / standardGravity);
         out.put("friction_N", s.friction);
         return {};
     },
     "MECH"},
    {"lead_from_dial",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LeadReadings r;
         if (in.has("dial_divisions")) r.dialDivisions = in.integer("dial_divisions");
         r.valuePerDivision = in.maybe<Length>("value_per_division_mm");
         r.dialReadsDiameter = in.boolean("dial_reads_diameter");
         if (in.has("threads_per_inch")) r.threadsPerInch = in.number("threads_per_inch");
         r.starts = in.integer("starts");
         r.measuredTravel = in.maybe<Length>("measured_travel_mm");
         if (in.has("turns")) r.turns = in.integer("turns");
         LW_TRY(found, findLead(r));
         out.putIf("lead_dial_mm", found.dial);
         out.putIf("lead_thread_mm", found.thread);
         out.putIf("lead_measured_mm", found.measured);
         if (found.disagreementDial) out.number("disagreement_dial", *found.disagreementDial);
         if (found.disagreementThread) out.number("disagreement_thread", *found.disagreementThread);
         return {};
     },
     "MECH"},
    {"backlash_split",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(p, splitBacklash(in.get<Length>("travel_per_turn_mm"), in.integer("dial_divisions"),
                                 in.number("lost_divisions"), in.maybe<Length>("thrust_float_mm"),
                                 in.maybe<Length>("nut_movement_mm"), in.get<Length>("elastic_mm")));
         out.put("backlash_mm", p.total);
         out.number("handle_turn_fraction", p.handleTurnFraction);
         out.putIf("nut_clearance_mm", p.nutClearance);
         if (p.shareThrust) out.number("share_thrust", *p.shareThrust);
         if (p.shareNut) out.number("share_nut", *p.shareNut);
         return {};
     },
     "PRACTICE"},
    {"gas_strut",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(s, gasStrut(in.get<Force>("force_extended_N"), in.number("gas_volume_extended_cm3") * 1e-6,
                            in.get<Length>("rod_d_mm"), in.get<Length>("compressed_mm"), in.number("temperature_C"),
                            in.integer("struts"), in.maybe<Mass>("moving_mass_kg")));
         out.put("force_per_strut_N", s.perStrut);
         out.number("progression", s.progression);
         out.putIf("net_weight_N", s.netWeight);
         if (s.balance) out.number("balance_fraction", *s.balance);
         return {};
     },
     "BOYLE"},
    {"mass_estimate",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, estimateMass(in.get<Length>("length_mm"), in.get<Length>("width_mm"), in.get<Length>("height_mm"),
                                in.get<Density>("density_kg_m3"), in.number("fill_factor"),
                                in.get<Mass>("added_mass_kg")));
         out.put("moving_mass_kg", m.moving);
         out.put("casting_mass_kg", m.casting);
         return {};
     },
     "PRACTICE"},
};
} // namespace
std::span<const Calculation> surveyCalculations() { return surveyCalculationsTable; }
} // namespace book
} // namespace lw
