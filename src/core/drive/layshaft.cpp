#include "drive/layshaft.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace lw {
namespace {
/// One pull on the shaft: forces up are plus, the pull downward.
struct Beam {
    std::array<double, 3> force, at; // pull, first, second bearing
    double C1 = 0, C2 = 0;           // E I times slope and deflection at the left end
    double from = 0;

    Beam(double pull, double x, double L) : force{-pull, pull * (1 - x / L), pull * x / L}, at{x, 0, L} {
        from = std::min(x, 0.0);
        // no deflection at either bearing
        const double a = bent(0), b = bent(L);
        C1 = -(b - a) / L;
        C2 = -a - C1 * (0 - from);
    }
    [[nodiscard]] double moment(double z) const {
        double m = 0;
        for (std::size_t k = 0; k < 3; ++k)
            m += force[k] * std::max(0.0, z - at[k]);
        return m;
    }
    [[nodiscard]] double bent(double z) const { // E I y
        double y = C1 * (z - from) + C2;
        for (std::size_t k = 0; k < 3; ++k) {
            const double beyond = std::max(0.0, z - at[k]);
            y += force[k] * beyond * beyond * beyond / 6;
        }
        return y;
    }
    [[nodiscard]] double slope(double z) const {
        double s = C1;
        for (std::size_t k = 0; k < 3; ++k) {
            const double beyond = std::max(0.0, z - at[k]);
            s += force[k] * beyond * beyond / 2;
        }
        return s;
    }
};
} // namespace

Result<PulledShaft> pulledShaft(Length diameter, Length spacing, std::span<const SidePull> pulls, Torque torque) {
    LW_REQUIRE_POSITIVE(diameter.value(), "shaft_d_mm");
    LW_REQUIRE_POSITIVE(spacing.value(), "bearing_span_mm");
    const double d = diameter.value(), L = spacing.value(), EI = 206e9 * pi * d * d * d * d / 64;
    PulledShaft out{};
    std::array<double, 4> places{0, L, 0, 0}; // a moment is largest at a bearing or under a pull
    for (std::size_t k = 0; k < pulls.size() && k < 2; ++k)
        places[2 + k] = pulls[k].at.value();
    std::array<double, 4> moments{};
    double first = 0, second = 0;
    std::array<double, 2> bend{}, slope{};
    for (std::size_t k = 0; k < pulls.size() && k < 2; ++k) {
        const Beam beam(pulls[k].pull.value(), pulls[k].at.value(), L);
        first += std::fabs(beam.force[1]);
        second += std::fabs(beam.force[2]);
        for (std::size_t n = 0; n < places.size(); ++n)
            moments[n] += std::fabs(beam.moment(places[n]));
        for (std::size_t n = 0; n < pulls.size() && n < 2; ++n) {
            bend[n] += std::fabs(beam.bent(pulls[n].at.value())) / EI;
            slope[n] += std::fabs(beam.slope(pulls[n].at.value())) / EI;
        }
    }
    const double most = *std::max_element(moments.begin(), moments.end());
    const double sigma = 32 * most / (pi * d * d * d), tau = 16 * torque.value() / (pi * d * d * d);
    out.first = newtons(first);
    out.second = newtons(second);
    out.moment = newtonMetres(most);
    out.bending = fromSi<Pressure>(sigma);
    out.combined = fromSi<Pressure>(std::sqrt(sigma * sigma + 3 * tau * tau));
    for (std::size_t n = 0; n < 2; ++n) {
        out.bend[n] = metres(bend[n]);
        out.slope[n] = radians(slope[n]);
    }
    return out;
}

} // namespace lw
