#include "proof/doubt/margin_sums.h"
#include "book/book.h"
#include "proof/doubt/doubt.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <random>
#include <vector>

namespace lw {
namespace {
/// The five factors as spreads, in the order of MarginSwings.
std::array<Known, 5> factors(const MarginSpreads &s) {
    const auto about = [](double by, Shape shape) { return Known{1, Standing::Assumed, 1 - by, 1 + by, shape}; };
    return {Known{1, Standing::Assumed, s.frictionLow, s.frictionHigh, Shape::Lognormal},
            about(s.cutPlusMinus, Shape::Triangular), about(s.massPlusMinus, Shape::Uniform),
            about(s.pullOutPlusMinus, Shape::Triangular), Known{1, Standing::Assumed, s.sagLow, 1, Shape::Uniform}};
}
double marginAt(const MarginSpreads &s, const std::array<double, 5> &f) {
    return s.available * f[3] * f[4] / (s.friction * f[0] + s.cut * f[1] + s.acceleration * f[2]);
}
Result<void> check(const MarginSpreads &s) {
    LW_REQUIRE_POSITIVE(s.available, "torque_available_Nm");
    LW_REQUIRE_POSITIVE(s.friction + s.cut + s.acceleration, "torque_friction_Nm");
    LW_REQUIRE_POSITIVE(s.frictionLow, "friction_factor_low");
    if (!(s.frictionHigh >= s.frictionLow))
        return fail(CalcErrorCode::OutOfRange, "friction_factor_high", s.frictionHigh, s.frictionLow,
                    "the high factor is below the low one.");
    if (!(s.cutPlusMinus < 1 && s.massPlusMinus < 1 && s.pullOutPlusMinus < 1))
        return fail(CalcErrorCode::OutOfRange, "cut_plus_minus", s.cutPlusMinus, 1, "a spread must be below 1.");
    if (!(s.sagLow > 0 && s.sagLow <= 1))
        return fail(CalcErrorCode::OutOfRange, "sag_factor_low", s.sagLow, 1, "it lies above 0 and at most at 1.");
    return {};
}
} // namespace

Result<LognormalMargin> lognormalMargin(Torque available, double lowA, double highA, Torque required, double lowR,
                                        double highR, int samples, double correlation) {
    LW_REQUIRE_POSITIVE(available.value(), "torque_available_Nm");
    LW_REQUIRE_POSITIVE(required.value(), "torque_required_Nm");
    LW_REQUIRE_POSITIVE(lowA, "available_factor_low");
    LW_REQUIRE_POSITIVE(lowR, "required_factor_low");
    if (!(highA >= lowA) || !(highR >= lowR))
        return fail(CalcErrorCode::OutOfRange, highA >= lowA ? "required_factor_high" : "available_factor_high", 0, 0,
                    "the high factor is below the low one.");
    LognormalMargin m{};
    m.sigmaAvailable = std::log(highA / lowA) / (2 * z95);
    m.sigmaRequired = std::log(highR / lowR) / (2 * z95);
    m.nominal = available / required;
    m.median = m.nominal * std::sqrt(lowA * highA) / std::sqrt(lowR * highR);
    m.sigma = std::sqrt(std::max(0.0, m.sigmaAvailable * m.sigmaAvailable + m.sigmaRequired * m.sigmaRequired -
                                          2 * correlation * m.sigmaAvailable * m.sigmaRequired));
    m.chance = m.sigma > 0 ? normalBelow(std::log(m.median) / m.sigma) : m.median > 1 ? 1 : 0;
    m.p5 = m.median * std::exp(-z95 * m.sigma);
    m.chanceError = std::sqrt(m.chance * (1 - m.chance) / samples);
    if (m.sigma > 0) { // over the density at the 5 % point
        const double density = std::exp(-z95 * z95 / 2) / std::sqrt(2 * pi) / (m.p5 * m.sigma);
        m.p5Error = std::sqrt(0.05 * 0.95 / samples) / density;
    }
    return m;
}

Result<DrawnMargin> drawnMargin(const MarginSpreads &s, int draws) {
    if (auto ok = check(s); !ok) return tl::unexpected(ok.error());
    const auto spreads = factors(s);
    const auto n = static_cast<std::size_t>(draws);
    std::array<std::vector<double>, 5> table;
    for (std::size_t k = 0; k < 5; ++k) { // one stream an input, one value in each of n equal slices
        std::mt19937_64 random(20260312 + k);
        std::vector<std::uint32_t> slice(n);
        std::iota(slice.begin(), slice.end(), 0U);
        for (std::size_t at = n; at > 1; --at)
            std::swap(slice[at - 1], slice[random() % at]);
        table[k].resize(n);
        for (std::size_t at = 0; at < n; ++at)
            table[k][at] = quantileAt(spreads[k], (slice[at] + 0.5) / double(n));
    }
    std::vector<double> margins(n);
    std::size_t above = 0;
    for (std::size_t at = 0; at < n; ++at) {
        margins[at] = marginAt(s, {table[0][at], table[1][at], table[2][at], table[3][at], table[4][at]});
        above += margins[at] >= 1;
    }
    std::sort(margins.begin(), margins.end());
    return DrawnMargin{marginAt(s, {1, 1, 1, 1, 1}), double(above) / double(n), margins[n / 20], margins[n / 2]};
}

Result<MarginSwings> marginSwings(const MarginSpreads &s) {
    if (auto ok = check(s); !ok) return tl::unexpected(ok.error());
    const auto spreads = factors(s);
    std::array<double, 5> middle{};
    for (std::size_t k = 0; k < 5; ++k)
        middle[k] = quantileAt(spreads[k], 0.5);
    std::array<double, 5> swing{};
    for (std::size_t k = 0; k < 5; ++k) {
        auto low = middle, high = middle;
        low[k] = quantileAt(spreads[k], 0.1);
        high[k] = quantileAt(spreads[k], 0.9);
        swing[k] = std::fabs(marginAt(s, high) - marginAt(s, low));
    }
    return MarginSwings{marginAt(s, middle), swing[0], swing[1], swing[2], swing[3], swing[4]};
}

namespace book {
namespace {
MarginSpreads spreadsOf(const Inputs &in) {
    return {in.number("torque_available_Nm"),    in.number("torque_friction_Nm"),  in.number("torque_cut_Nm"),
            in.number("torque_acceleration_Nm"), in.number("friction_factor_low"), in.number("friction_factor_high"),
            in.number("cut_plus_minus"),         in.number("mass_plus_minus"),     in.number("pull_out_plus_minus"),
            in.number("sag_factor_low")};
}
constexpr Calculation marginCalculationsTable[] = {
    {"margin_chance",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, lognormalMargin(in.get<Torque>("torque_available_Nm"), in.number("available_factor_low"),
                                   in.number("available_factor_high"), in.get<Torque>("torque_required_Nm"),
                                   in.number("required_factor_low"), in.number("required_factor_high"),
                                   in.integer("samples"), in.number("correlation")));
         out.number("sigma_ln_available", m.sigmaAvailable);
         out.number("sigma_ln_required", m.sigmaRequired);
         out.number("margin_nominal", m.nominal);
         out.number("margin_median", m.median);
         out.number("sigma_ln_margin", m.sigma);
         out.number("chance_holds", m.chance);
         out.number("margin_p5", m.p5);
         out.number("chance_standard_error", m.chanceError);
         out.number("margin_p5_standard_error", m.p5Error);
         return {};
     },
     "JCGM-101"},
    {"margin_monte_carlo",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, drawnMargin(spreadsOf(in)));
         out.number("margin_nominal", m.nominal);
         out.number("chance_holds", m.chance);
         out.number("margin_p5", m.p5);
         out.number("margin_p50", m.p50);
         return {};
     },
     "JCGM-101"},
    {"margin_tornado",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(m, marginSwings(spreadsOf(in)));
         out.number("margin_all_medians", m.middle);
         out.number("swing_friction", m.friction);
         out.number("swing_cut", m.cut);
         out.number("swing_mass", m.mass);
         out.number("swing_pull_out", m.pullOut);
         out.number("swing_sag", m.sag);
         return {};
     },
     "DERIVED"},
};
} // namespace
std::span<const Calculation> marginCalculations() { return marginCalculationsTable; }
} // namespace book
} // namespace lw
