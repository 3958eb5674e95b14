#include "drive/screw.h"
#include "units/typed.h"
#include "units/plain_number.h"
#include "book/book.h"
#include <algorithm>
#include <charconv>
#include <cmath>

namespace lw {

Result<SlidingScrewFigures> slidingScrew(const SlidingScrew &s, std::optional<Force> load) {
    LW_REQUIRE_POSITIVE(s.meanDiameter.value(), "mean_d_mm");
    LW_REQUIRE_POSITIVE(s.pitch.value(), "pitch_mm");
    LW_REQUIRE_NOT_NEGATIVE(s.friction, "friction_coefficient");
    if (s.starts < 1) return fail(CalcErrorCode::NotPositive, "starts", s.starts);
    SlidingScrewFigures f{};
    f.lead = s.pitch * static_cast<double>(s.starts);
    const double tanLead = f.lead.value() / (pi * s.meanDiameter.value());
    const double lambda = std::atan(tanLead);
    const double normal = std::atan(std::tan(s.flankHalfAngle.value()) * std::cos(lambda));
    const double phi = std::atan(s.friction / std::cos(normal));
    if (lambda + phi >= pi / 2)
        return fail(CalcErrorCode::NoSolution, "friction_coefficient", s.friction, 0,
                    "with so steep a thread and so much friction the screw cannot drive at all.");
    f.leadAngle = radians(lambda);
    f.frictionAngle = radians(phi);
    f.forward = tanLead / std::tan(lambda + phi);
    f.backward = std::tan(lambda - phi) / tanLead;
    f.selfLocking = f.backward <= 0;
    const double arm = s.meanDiameter.value() / 2;
    const double collar = s.collarFriction * s.collarMeanDiameter.value() / 2;
    f.withCollar = f.lead.value() / (2 * pi) / (arm * std::tan(lambda + phi) + collar);
    if (load) {
        f.raise = newtonMetres(load->value() * (arm * std::tan(lambda + phi) + collar));
        f.holdBack = newtonMetres(load->value() * (arm * std::tan(lambda - phi) - collar));
    }
    return f;
}

Result<BallScrewFigures> ballScrew(Length ballCircle, Length lead, Ratio forward, std::optional<Force> load,
                                   std::optional<Force> preload) {
    LW_REQUIRE_POSITIVE(ballCircle.value(), "ball_circle_d_mm");
    LW_REQUIRE_POSITIVE(lead.value(), "lead_mm");
    LW_REQUIRE_POSITIVE(forward, "efficiency_forward");
    BallScrewFigures f{};
    const double tanLead = lead.value() / (pi * ballCircle.value());
    f.leadAngle = radians(std::atan(tanLead));
    f.backward = 2 - 1 / forward;
    f.preloadFactor = 0.05 / std::sqrt(tanLead);
    const Lead l = perRevolution(lead);
    if (load) {
        f.drive = *load * l / forward;
        f.back = *load * l * f.backward;
        f.holdDesign = *load * l;
    }
    if (preload) {
        f.preload = *preload * l * f.preloadFactor;
        f.preloadAlternative = *preload * l * (1 / forward - f.backward);
        f.preloadLostAt = *preload * (2 * std::sqrt(2.0)); // Hertz: deflection goes with F^(2/3)
    }
    return f;
}

namespace {
constexpr struct {
    Ends ends;
    std::string_view code;
    double beta;  ///< first root of the bending wave
    double euler; ///< multiple of the pinned Euler load
} endTable[] = {
    {Ends::FixedFree, "fixed_free", 1.8751040687119611, 0.25},
    {Ends::SupportedSupported, "supported_supported", pi, 1.0},
    {Ends::FixedSupported, "fixed_supported", 3.9266023120479188, 2.0457496110},
    {Ends::FixedFixed, "fixed_fixed", 4.7300407448627040, 4.0},
};
const auto &endRow(Ends e) { return endTable[static_cast<std::size_t>(e)]; }
} // namespace

std::optional<Ends> endsFromCode(std::string_view c) {
    for (const auto &e : endTable)
        if (e.code == c) return e.ends;
    return {};
}
std::string_view code(Ends e) { return endRow(e).code; }

Result<AngularSpeed> criticalSpeed(Length root, Length length, Ends ends, Pressure youngs, Density density) {
    LW_REQUIRE_POSITIVE(root.value(), "root_d_mm");
    LW_REQUIRE_POSITIVE(length.value(), "length_mm");
    LW_REQUIRE_POSITIVE(youngs.value(), "youngs_modulus_GPa");
    LW_REQUIRE_POSITIVE(density.value(), "density_kg_m3");
    const double k = endRow(ends).beta / length.value();
    return fromSi<AngularSpeed>(k * k * root.value() / 4 * std::sqrt(youngs.value() / density.value()));
}

Result<BucklingLimits> buckling(Length root, Length length, Ends ends, Pressure youngs, Ratio use,
                                Pressure stressLimit) {
    LW_REQUIRE_POSITIVE(root.value(), "root_d_mm");
    LW_REQUIRE_POSITIVE(length.value(), "length_mm");
    LW_REQUIRE_POSITIVE(youngs.value(), "youngs_modulus_GPa");
    const double d = root.value();
    const double second = pi * d * d * d * d / 64;
    const double m = endRow(ends).euler;
    BucklingLimits b{};
    b.euler = newtons(m * pi * pi * youngs.value() * second / (length.value() * length.value()));
    b.allowedBuckling = b.euler * use;
    b.allowedStress = newtons(stressLimit.value() * pi * d * d / 4);
    b.allowed = std::min(b.allowedBuckling, b.allowedStress);
    b.slenderness = length.value() / (std::sqrt(m) * d / 4);
    return b;
}

Result<Rigidity> rigidity(const RigidityChain &c) {
    const double d = c.root.value();
    const double x = c.nutAt.value();
    const double L = c.span.value();
    LW_REQUIRE_POSITIVE(d, "root_d_mm");
    LW_REQUIRE_POSITIVE(x, "nut_position_mm");
    LW_REQUIRE_POSITIVE(L, "bearing_span_mm");
    LW_REQUIRE_POSITIVE(c.bearing.value(), "bearing_stiffness_N_per_um");
    LW_REQUIRE_POSITIVE(c.nut.value(), "nut_stiffness_N_per_um");
    LW_REQUIRE_POSITIVE(c.bracket.value(), "bracket_stiffness_N_per_um");
    LW_REQUIRE_POSITIVE(c.lead.value(), "lead_mm");
    const double EA = c.youngs.value() * pi * d * d / 4;
    Rigidity r{};
    double support;
    if (c.ends == Ends::FixedFixed) {
        if (!(x < L)) return fail(CalcErrorCode::OutOfRange, "nut_position_mm", x * 1e3, L * 1e3);
        r.screw = fromSi<Stiffness>(EA * L / (x * (L - x)));
        // Both bearings carry: each side is its bearing in series with its piece of screw.
        support = 1 / (1 / c.bearing.value() + x / EA) + 1 / (1 / c.bearing.value() + (L - x) / EA);
    } else {
        r.screw = fromSi<Stiffness>(EA / x);
        support = 1 / (1 / c.bearing.value() + x / EA);
    }
    r.axial = fromSi<Stiffness>(1 / (1 / support + 1 / c.nut.value() + 1 / c.bracket.value()));
    const double twist = c.shear.value() * pi * d * d * d * d / (32 * x);
    const double l2 = c.lead.value() * c.lead.value();
    r.windUp = 1 / twist;
    r.torsion = fromSi<Stiffness>(twist / l2);
    double compliance = 1 / r.axial.value() + 1 / r.torsion.value();
    if (c.driveAtScrew && c.driveAtScrew->value() > 0) compliance += l2 / c.driveAtScrew->value();
    r.total = fromSi<Stiffness>(1 / compliance);
    return r;
}

Length lostMotion(Force friction, Stiffness total, Length play) { return friction * 2.0 / total + play; }
Frequency axialFrequency(Stiffness total, Mass moving) {
    return fromSi<Frequency>(std::sqrt(total.value() / moving.value()) / (2 * pi));
}

Length stoppingDistance(Speed v, Acceleration a, Duration reaction) { return v * v / (a * 2.0) + v * reaction; }

Result<ScrewLengthNeeds> screwLength(const ScrewLength &s) {
    LW_REQUIRE_POSITIVE(s.travel.value(), "travel_mm");
    LW_REQUIRE_POSITIVE(s.deceleration.value(), "deceleration_m_s2");
    ScrewLengthNeeds n{};
    n.stop = stoppingDistance(s.rapid, s.deceleration, s.reaction);
    n.margin = std::max(s.marginDefault, n.stop + s.bumper + s.lead * s.clearLeads);
    n.thread = s.travel + s.nut + n.margin * 2.0;
    return n;
}

Result<Inertia> barInertia(Length diameter, Length length, Density density) {
    LW_REQUIRE_POSITIVE(diameter.value(), "screw_d_mm");
    LW_REQUIRE_POSITIVE(length.value(), "length_mm");
    LW_REQUIRE_POSITIVE(density.value(), "density_kg_m3");
    const double d = diameter.value();
    return kilogramSquareMetres(pi / 32 * density.value() * d * d * d * d * length.value());
}
Mass barMass(Length diameter, Length length, Density density) {
    return diameter * diameter * length * density * (pi / 4);
}

namespace {
// Starting values for the usual rolled sizes, deliberately conservative; the user's drawing wins (ASSUMED).
constexpr BallScrewSize ballSizes[] = {
    {"1204", 12, 4, 9.5, 40, 6500, 13000, 60, 10, 16.0e-6, 24, 40},
    {"1605", 16, 5, 12.9, 45, 10000, 22000, 90, 12, 50.5e-6, 28, 48},
    {"1610", 16, 10, 12.9, 50, 8500, 18000, 80, 12, 50.5e-6, 28, 48},
    {"2005", 20, 5, 16.9, 50, 11500, 28000, 110, 15, 123.3e-6, 36, 58},
    {"2010", 20, 10, 16.9, 55, 9500, 22000, 100, 15, 123.3e-6, 36, 58},
    {"2505", 25, 5, 21.9, 50, 13000, 36000, 140, 20, 301.0e-6, 40, 62},
    {"2510", 25, 10, 20.4, 80, 20000, 50000, 150, 20, 301.0e-6, 40, 62},
    {"3205", 32, 5, 28.9, 50, 14500, 46000, 170, 25, 808.1e-6, 50, 80},
    {"3210", 32, 10, 26.0, 85, 33000, 80000, 200, 25, 808.1e-6, 50, 80},
    {"4005", 40, 5, 36.9, 55, 16000, 58000, 200, 30, 1973e-6, 63, 93},
    {"4010", 40, 10, 34.0, 90, 38000, 105000, 260, 30, 1973e-6, 63, 93},
};

/// "3/4", "1 1/4", "0.75": inches.
std::optional<double> readInches(std::string_view t) {
    double total = 0;
    bool any = false;
    while (!t.empty()) {
        while (!t.empty() && t.front() == ' ')
            t.remove_prefix(1);
        double a = 0;
        auto r = std::from_chars(t.data(), t.data() + t.size(), a);
        if (r.ec != std::errc()) break;
        t.remove_prefix(static_cast<std::size_t>(r.ptr - t.data()));
        if (!t.empty() && t.front() == '/') {
            double b = 0;
            r = std::from_chars(t.data() + 1, t.data() + t.size(), b);
            if (r.ec != std::errc() || !(b > 0)) return {};
            t.remove_prefix(static_cast<std::size_t>(r.ptr - t.data()));
            a /= b;
        }
        total += a;
        any = true;
    }
    if (!any || !t.empty()) return {};
    return total;
}
} // namespace

std::span<const BallScrewSize> ballScrewSizes() { return ballSizes; }
const BallScrewSize *ballScrewSize(std::string_view c) {
    for (const auto &s : ballSizes)
        if (s.code == c) return &s;
    return nullptr;
}

Result<ThreadForm> readThread(std::string_view text) {
    std::string t;
    for (char c : text)
        t += lowerCase(c);
    for (std::size_t at; (at = t.find("×")) != std::string::npos;)
        t.replace(at, std::string_view("×").size(), "x");
    while (!t.empty() && t.front() == ' ')
        t.erase(0, 1);
    while (!t.empty() && t.back() == ' ')
        t.pop_back();
    auto bad = [&]() {
        return fail(
            CalcErrorCode::BadText, "screw", 0, 0,
            "'" + std::string(text) +
                "' is not a thread I know. Write Tr20x4, Tr20x8 P4, acme 3/4-5, or a ball screw size such as 1605.");
    };
    ThreadForm f;
    if (t.rfind("tr", 0) == 0) {
        const char *p = t.data() + 2;
        const char *end = t.data() + t.size();
        while (p < end && *p == ' ')
            ++p;
        double d = 0;
        double lead = 0;
        auto r = std::from_chars(p, end, d);
        if (r.ec != std::errc()) return bad();
        p = r.ptr;
        while (p < end && *p == ' ')
            ++p;
        if (p == end || *p != 'x') return bad();
        ++p;
        while (p < end && *p == ' ')
            ++p;
        r = std::from_chars(p, end, lead);
        if (r.ec != std::errc()) return bad();
        p = r.ptr;
        double pitch = lead;
        while (p < end && *p == ' ')
            ++p;
        if (p < end && *p == 'p') {
            r = std::from_chars(p + 1, end, pitch);
            if (r.ec != std::errc()) return bad();
            p = r.ptr;
        }
        const double starts = pitch > 0 ? std::round(lead / pitch) : 0;
        if (p != end || !(pitch > 0) || !(d > pitch * 2) || !(starts >= 1) || std::fabs(starts * pitch - lead) > 1e-6 ||
            !(d < 500))
            return bad();
        const double clearance = pitch <= 1.5 ? 0.15 : pitch <= 5 ? 0.25 : 0.5; // ISO 2904
        f.nominal = millimetres(d);
        f.pitch = millimetres(pitch);
        f.starts = static_cast<int>(starts);
        f.mean = millimetres(d - pitch / 2);
        f.root = millimetres(d - pitch - 2 * clearance);
    } else if (t.rfind("acme", 0) == 0) {
        const auto dash = t.rfind('-');
        if (dash == std::string::npos) return bad();
        const auto d = readInches(std::string_view(t).substr(4, dash - 4));
        const auto tpi = readInches(std::string_view(t).substr(dash + 1));
        if (!d || !tpi || !(*tpi > 0) || !(*d > 2 / *tpi) || !(*d < 20)) return bad();
        const double p = 1 / *tpi;
        f.nominal = millimetres(*d * 25.4);
        f.pitch = millimetres(p * 25.4);
        f.mean = millimetres((*d - p / 2) * 25.4);
        f.root = millimetres((*d - p - (*tpi > 10 ? 0.01 : 0.02)) * 25.4); // ASME B1.5
        f.flankHalfAngle = degrees(14.5);
    } else if (const auto *b = ballScrewSize(t)) {
        f.ball = true;
        f.nominal = millimetres(b->nominal);
        f.pitch = millimetres(b->lead);
        f.mean = millimetres(b->nominal);
        f.root = millimetres(b->root);
    } else {
        return bad();
    }
    f.name = std::string(text);
    return f;
}

Result<SaidThread> readSaidThread(std::string_view text) {
    auto thread = readThread(text);
    if (thread) return SaidThread{*thread, thread->lead()};
    const auto first = text.find_first_not_of(' ');
    if (first == std::string_view::npos || text[first] < '0' || text[first] > '9')
        return tl::make_unexpected(thread.error());
    const auto lead = readTyped(text, Dimension::Lead, "");
    if (lead && lead->si > 0 && lead->si < 0.2) return SaidThread{{}, metres(lead->si)};
    auto e = thread.error();
    e.detail += " The lead alone can stand here too: 10tpi, or 2.54mm.";
    return tl::make_unexpected(e);
}

namespace book {
namespace {
Ends endsOf(const Inputs &in) { return endsFromCode(in.text("ends")).value_or(Ends::FixedSupported); }

constexpr Calculation screwCalculationsTable[] = {
    {"sliding_screw",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         SlidingScrew s;
         s.meanDiameter = in.get<Length>("mean_d_mm");
         s.pitch = in.get<Length>("pitch_mm");
         s.starts = in.integer("starts");
         s.flankHalfAngle = in.get<Angle>("flank_half_angle_deg");
         s.friction = in.number("friction_coefficient");
         s.collarFriction = in.number("collar_friction_coefficient");
         s.collarMeanDiameter = in.get<Length>("collar_mean_d_mm");
         LW_TRY(f, slidingScrew(s, in.maybe<Force>("load_N")));
         out.put("lead_mm", f.lead);
         out.put("lead_angle_deg", f.leadAngle);
         out.put("friction_angle_deg", f.frictionAngle);
         out.number("efficiency_forward", f.forward);
         out.number("efficiency_backward", f.backward);
         out.json("self_locking", f.selfLocking);
         out.putIf("torque_raise_Nm", f.raise);
         out.putIf("torque_hold_back_Nm", f.holdBack);
         out.number("efficiency_with_collar", f.withCollar);
         return {};
     },
     "SCREW-TEXT"},
    {"ball_screw_torque",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(f, ballScrew(in.get<Length>("ball_circle_d_mm"), in.get<Length>("lead_mm"),
                             in.number("efficiency_forward"), in.maybe<Force>("load_N"), in.maybe<Force>("preload_N")));
         out.put("lead_angle_deg", f.leadAngle);
         out.number("efficiency_backward", f.backward);
         out.putIf("torque_drive_Nm", f.drive);
         out.putIf("torque_back_Nm", f.back);
         out.putIf("torque_hold_design_Nm", f.holdDesign);
         out.number("preload_factor", f.preloadFactor);
         out.putIf("torque_preload_Nm", f.preload);
         out.putIf("torque_preload_alt_Nm", f.preloadAlternative);
         out.putIf("preload_lost_at_N", f.preloadLostAt);
         return {};
     },
     "JIS-B1192"},
    {"critical_speed",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(n, criticalSpeed(in.get<Length>("root_d_mm"), in.get<Length>("length_mm"), endsOf(in),
                                 in.get<Pressure>("youngs_modulus_GPa"), in.get<Density>("density_kg_m3")));
         const AngularSpeed allowed = n * in.number("speed_factor");
         out.put("critical_rpm", n);
         out.put("allowed_rpm", allowed);
         if (in.has("lead_mm")) out.put("allowed_rapid_mm_min", perRevolution(in.get<Length>("lead_mm")) * allowed);
         if (in.has("nominal_d_mm"))
             out.number("dn_mm_rpm", in.number("nominal_d_mm") * inRevolutionsPerMinute(allowed));
         return {};
     },
     "BEAM"},
    {"buckling",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, buckling(in.get<Length>("root_d_mm"), in.get<Length>("length_mm"), endsOf(in),
                            in.get<Pressure>("youngs_modulus_GPa"), in.number("buckling_use_factor"),
                            in.get<Pressure>("stress_limit_MPa")));
         out.put("euler_N", b.euler);
         out.put("allowed_buckling_N", b.allowedBuckling);
         out.put("allowed_stress_N", b.allowedStress);
         out.put("allowed_N", b.allowed);
         out.number("slenderness", b.slenderness);
         return {};
     },
     "BEAM"},
    {"rigidity",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         RigidityChain c;
         c.ends = endsOf(in);
         c.root = in.get<Length>("root_d_mm");
         c.span = in.get<Length>("bearing_span_mm");
         c.nutAt = in.get<Length>("nut_position_mm");
         c.youngs = in.get<Pressure>("youngs_modulus_GPa");
         c.shear = in.get<Pressure>("shear_modulus_GPa");
         c.bearing = in.get<Stiffness>("bearing_stiffness_N_per_um");
         c.nut = in.get<Stiffness>("nut_stiffness_N_per_um");
         c.bracket = in.get<Stiffness>("bracket_stiffness_N_per_um");
         c.lead = perRevolution(in.get<Length>("lead_mm"));
         LW_TRY(r, rigidity(c));
         out.put("screw_stiffness_N_per_um", r.screw);
         out.put("torsion_stiffness_N_per_um", r.torsion);
         out.put("axial_chain_N_per_um", r.axial);
         out.put("stiffness_N_per_um", r.total);
         if (in.has("friction_N"))
             out.put("lost_motion_um", lostMotion(in.get<Force>("friction_N"), r.total, in.get<Length>("backlash_um")));
         out.number("wind_up_deg_per_Nm", r.windUp * 180 / pi);
         if (in.has("moving_mass_kg")) out.put("natural_Hz", axialFrequency(r.total, in.get<Mass>("moving_mass_kg")));
         return {};
     },
     "MECH"},
    {"screw_length",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         ScrewLength s;
         s.travel = in.get<Length>("travel_mm");
         s.nut = in.get<Length>("nut_length_mm");
         s.rapid = in.get<Speed>("rapid_mm_min");
         s.deceleration = in.get<Acceleration>("deceleration_m_s2");
         s.reaction = in.get<Duration>("reaction_s");
         s.bumper = in.get<Length>("bumper_mm");
         s.clearLeads = in.number("clear_thread_leads");
         s.lead = in.get<Length>("lead_mm");
         s.marginDefault = in.get<Length>("margin_default_mm");
         LW_TRY(n, screwLength(s));
         out.put("stop_distance_mm", n.stop);
         out.put("margin_each_end_mm", n.margin);
         out.put("thread_length_mm", n.thread);
         if (in.has("fixed_journal_mm") && in.has("supported_journal_mm"))
             out.put("order_length_mm",
                     n.thread + in.get<Length>("fixed_journal_mm") + in.get<Length>("supported_journal_mm"));
         if (in.has("fixed_seat_mm") && in.has("supported_seat_mm"))
             out.put("bearing_span_mm",
                     n.thread + (in.get<Length>("fixed_seat_mm") + in.get<Length>("supported_seat_mm")) * 0.5);
         if (in.has("offered_thread_mm"))
             out.put("offered_margin_each_end_mm", (in.get<Length>("offered_thread_mm") - s.travel - s.nut) * 0.5);
         return {};
     },
     "PRACTICE"},
    {"screw_inertia",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto d = in.get<Length>("screw_d_mm");
         const auto length = in.get<Length>("length_mm");
         const auto density = in.get<Density>("density_kg_m3");
         LW_TRY(j, barInertia(d, length, density));
         out.put("screw_mass_kg", barMass(d, length, density));
         out.put("screw_inertia_kgm2", j);
         if (in.has("lead_mm") && in.has("moving_mass_kg")) {
             const Lead l = perRevolution(in.get<Length>("lead_mm"));
             out.put("load_inertia_kgm2", in.get<Mass>("moving_mass_kg") * l * l);
         }
         return {};
     },
     "MECH"},
};
} // namespace
std::span<const Calculation> screwCalculations() { return screwCalculationsTable; }
} // namespace book
} // namespace lw
