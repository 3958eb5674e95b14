#include "machine/alignment.h"
#include "book/book.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <complex>

namespace lw {

Result<ScrewLine> alignScrew(std::span<const Length> places, std::span<const Length> readings, Length fixedBearing,
                             Length farBearing) {
    if (places.size() != readings.size() || places.size() < 2)
        return fail(CalcErrorCode::Missing, "positions_mm", 0, 0,
                    "one reading for each place, and two places or more.");
    const double n = double(places.size());
    double sx = 0, sy = 0;
    for (std::size_t k = 0; k < places.size(); ++k) {
        sx += places[k].value();
        sy += readings[k].value();
    }
    double sxx = 0, sxy = 0;
    for (std::size_t k = 0; k < places.size(); ++k) {
        const double d = places[k].value() - sx / n;
        sxx += d * d;
        sxy += d * (readings[k].value() - sy / n);
    }
    if (!(sxx > 0)) return fail(CalcErrorCode::NoSolution, "positions_mm", 0, 0, "all readings are at one place.");
    const double m = sxy / sxx, c = sy / n - m * sx / n;
    double lo = 1e99, hi = -1e99;
    for (std::size_t k = 0; k < places.size(); ++k) {
        const double r = readings[k].value() - m * places[k].value() - c;
        lo = std::min(lo, r);
        hi = std::max(hi, r);
    }
    ScrewLine line{m, metres(-m * (farBearing - fixedBearing).value()), metres(hi - lo), Grade::Pass};
    const double worst = line.off().value();
    constexpr double hair = 1e-9; // a reading on the line holds
    line.grade = worst <= screwLinePass + hair   ? Grade::Pass
                 : worst <= screwLineFail + hair ? Grade::Attention
                                                 : Grade::Fail;
    return line;
}
Length ScrewLine::off() const { return std::max(metres(std::fabs(static_cast<double>(slope)) * 0.300), residualRange); }

Result<NutSideLoad> nutSideLoad(Length root, Pressure youngs, Length nutFromBearing, Length offset) {
    LW_REQUIRE_POSITIVE(root.value(), "root_d_mm");
    LW_REQUIRE_POSITIVE(youngs.value(), "youngs_modulus_GPa");
    LW_REQUIRE_POSITIVE(nutFromBearing.value(), "nut_distance_mm");
    const double i = pi * std::pow(root.value(), 4) / 64;
    const double f = 3 * youngs.value() * i * std::fabs(offset.value()) / std::pow(nutFromBearing.value(), 3);
    return NutSideLoad{newtons(f), newtons(4 * f)};
}

Result<RunOutRound> runOutRound(std::span<const Angle> marks, std::span<const Length> readings) {
    if (marks.size() != readings.size() || marks.size() < 3)
        return fail(CalcErrorCode::Missing, "readings", 0, 0,
                    "three readings round the shaft or more, one for each mark.");
    // normal equations of x = c + a cos + b sin, solved by elimination
    std::array<std::array<double, 4>, 3> g{};
    double least = 1e99, most = -1e99;
    for (std::size_t k = 0; k < marks.size(); ++k) {
        const double row[3] = {1, std::cos(marks[k].value()), std::sin(marks[k].value())};
        const double x = readings[k].value();
        if (!std::isfinite(x) || !std::isfinite(marks[k].value())) return fail(CalcErrorCode::NotFinite, "readings", x);
        least = std::min(least, x);
        most = std::max(most, x);
        for (int i = 0; i < 3; ++i) {
            for (int j = 0; j < 3; ++j)
                g[std::size_t(i)][std::size_t(j)] += row[i] * row[j];
            g[std::size_t(i)][3] += row[i] * x;
        }
    }
    for (std::size_t i = 0; i < 3; ++i) {
        std::size_t pivot = i;
        for (std::size_t r = i + 1; r < 3; ++r)
            if (std::fabs(g[r][i]) > std::fabs(g[pivot][i])) pivot = r;
        std::swap(g[i], g[pivot]);
        if (std::fabs(g[i][i]) < 1e-9 * double(marks.size()))
            return fail(CalcErrorCode::NoSolution, "readings", 0, 0,
                        "the marks do not go round the shaft: three different ones are needed.");
        for (std::size_t r = 0; r < 3; ++r)
            if (r != i) {
                const double f = g[r][i] / g[i][i];
                for (std::size_t j = i; j < 4; ++j)
                    g[r][j] -= f * g[i][j];
            }
    }
    const double c = g[0][3] / g[0][0], a = g[1][3] / g[1][1], b = g[2][3] / g[2][2];
    double residual = 0;
    for (std::size_t k = 0; k < marks.size(); ++k)
        residual = std::max(residual, std::fabs(readings[k].value() - c - a * std::cos(marks[k].value()) -
                                                b * std::sin(marks[k].value())));
    double high = std::atan2(b, a);
    if (high < 0) high += 2 * pi;
    return RunOutRound{metres(std::hypot(a, b)), metres(most - least), radians(high), metres(residual)};
}

Result<BentShaft> bentShaft(std::span<const Length> places, std::span<const RunOutRound> rounds) {
    if (places.size() != rounds.size() || places.size() < 3)
        return fail(CalcErrorCode::Missing, "places", 0, 0,
                    "the shaft read round at three places or more: both ends and between.");
    const auto vectorOf = [](const RunOutRound &r) { return std::polar(r.eccentricity.value(), r.highSpot.value()); };
    const double from = places.front().value(), span = places.back().value() - from;
    if (!(span > 0)) return fail(CalcErrorCode::NoSolution, "places", 0, 0, "the places must go along the shaft.");
    const auto a = vectorOf(rounds.front()), b = vectorOf(rounds.back());
    BentShaft bent{};
    for (std::size_t k = 0; k < places.size(); ++k) {
        const auto off = vectorOf(rounds[k]) - (a + (b - a) * ((places[k].value() - from) / span));
        bent.offsets.push_back(metres(std::abs(off)));
        if (std::abs(off) > bent.bend.value()) {
            double high = std::arg(off);
            if (high < 0) high += 2 * pi;
            bent.bend = metres(std::abs(off));
            bent.at = places[k];
            bent.highSpot = radians(high);
        }
    }
    return bent;
}

Result<HeadTram> headTram(Length difference, Length swing, Length cutter, Length width) {
    LW_REQUIRE_POSITIVE(swing.value(), "swing_d_mm");
    LW_REQUIRE_POSITIVE(cutter.value(), "cutter_d_mm");
    LW_REQUIRE_POSITIVE(width.value(), "width_of_cut_mm");
    if (width > cutter)
        return fail(CalcErrorCode::OutOfRange, "width_of_cut_mm", width.value() * 1e3, cutter.value() * 1e3,
                    "the pass cannot be wider than the cutter.");
    const double tilt = difference.value() / swing.value(), r = cutter.value() / 2;
    const double h = (r - std::sqrt(r * r - width.value() * width.value() / 4)) * std::sin(std::atan(std::fabs(tilt)));
    return HeadTram{tilt, metres(h)};
}

Result<TestBar> testBar(Length headDiameter, Length tailDiameter, Length between, std::optional<Length> centres) {
    LW_REQUIRE_POSITIVE(headDiameter.value(), "head_d_mm");
    LW_REQUIRE_POSITIVE(tailDiameter.value(), "tail_d_mm");
    LW_REQUIRE_POSITIVE(between.value(), "measure_length_mm");
    TestBar bar{(tailDiameter - headDiameter) / between, {}};
    if (centres) {
        LW_REQUIRE_POSITIVE(centres->value(), "centre_distance_mm");
        bar.moveTailstock = *centres * bar.taper / 2.0;
    }
    return bar;
}

namespace book {
namespace {
constexpr Calculation alignmentCalculationsTable[] = {
    {"screw_alignment",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto places = in.list<Length>("positions_mm");
         const auto fixed = in.get<Length>("fixed_bearing_position_mm"),
                    far = in.get<Length>("far_bearing_position_mm");
         for (const char *plane : {"vertical", "horizontal"}) {
             const auto readings =
                 in.list<Length>(plane == std::string_view("vertical") ? "vertical_mm" : "horizontal_mm");
             LW_TRY(line, alignScrew(places, readings, fixed, far));
             out.json(plane, {{"slope_mm_per_300mm", line.slope * 300},
                              {"shift_far_end_mm", line.shiftFarEnd.value() * 1e3},
                              {"residual_range_mm", line.residualRange.value() * 1e3},
                              {"verdict", gradeCode(line.grade)}});
         }
         LW_TRY(side, nutSideLoad(in.get<Length>("root_d_mm"), in.get<Pressure>("youngs_modulus_GPa"),
                                  in.get<Length>("nut_distance_mm"), in.get<Length>("offset_mm")));
         out.put("side_load_hinged_N", side.hinged);
         out.put("side_load_rigid_N", side.rigid);
         return {};
     },
     "LEAST-SQUARES"},
    {"head_tram",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(h, headTram(in.get<Length>("difference_mm"), in.get<Length>("swing_d_mm"),
                            in.get<Length>("cutter_d_mm"), in.get<Length>("width_of_cut_mm")));
         out.number("tilt_mm_per_300mm", h.tilt * 300);
         out.number("tilt_arcsec", std::atan(h.tilt) * 180 / pi * 3600);
         out.put("dish_depth_mm", h.dish);
         return {};
     },
     "TRIG"},
    {"tailstock_alignment",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const bool centres = in.text("mode") == "between_centres";
         if (centres && !in.has("centre_distance_mm"))
             return fail(CalcErrorCode::Missing, "centre_distance_mm", 0, 0,
                         "the whole length between the centres is needed to say how far.");
         LW_TRY(bar,
                testBar(in.get<Length>("head_d_mm"), in.get<Length>("tail_d_mm"), in.get<Length>("measure_length_mm"),
                        centres ? in.maybe<Length>("centre_distance_mm") : std::nullopt));
         out.number("taper_mm_per_m", bar.taper * 1000);
         out.number("slope_mm_per_300mm", bar.taper / 2 * 300);
         out.number("half_angle_arcmin", std::atan(bar.taper / 2) * 180 / pi * 60);
         if (bar.moveTailstock) {
             out.put("tailstock_offset_mm", *bar.moveTailstock);
             out.put("indicator_on_quill_mm", *bar.moveTailstock);
         }
         const double to = bar.moveTailstock ? bar.moveTailstock->value() : 0;
         out.json("move", to > 0 ? "toward_tool" : to < 0 ? "away_from_tool" : "none");
         return {};
     },
     "TRIG"},
    {"screw_side_load",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto root = in.get<Length>("root_d_mm"), x = in.get<Length>("distance_mm");
         LW_REQUIRE_POSITIVE(x.value(), "distance_mm");
         LW_TRY(f, nutSideLoad(root, megapascals(206e3), x, in.get<Length>("offset_mm")));
         const bool guided = in.boolean("guided");
         const double F = (guided ? f.rigid : f.hinged).value(), M = F * x.value() / (guided ? 2 : 1);
         out.number("side_load_N", F);
         out.number("moment_Nm", M);
         out.put("bending_MPa", fromSi<Pressure>(32 * M / (pi * std::pow(root.value(), 3))));
         return {};
     },
     "BEAM"},
};
} // namespace
std::span<const Calculation> alignmentCalculations() { return alignmentCalculationsTable; }
} // namespace book
} // namespace lw
