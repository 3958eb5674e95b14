#include "drive/belt.h"
#include "units/plain_number.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
constexpr BeltProfile profiles[] = {
    // name  pitch   2PLD  h_t   t_b  rec abs  b0    F0      kappa m_s  c_s    form
    {"MXL", 2.032, 0.508, 0.51, 1.14, 12, 10, 6.4, 27, 1.14, 1.1, 3000, "trapezoidal", 8, 12},
    {"XL", 5.080, 0.508, 1.27, 2.3, 12, 10, 9.5, 50, 1.14, 2.3, 5000, "trapezoidal", 11.7, 17.8},
    {"L", 9.525, 0.762, 1.91, 3.6, 14, 10, 25.4, 245, 1.14, 3.7, 8000, "trapezoidal", 16.5, 21.8},
    {"H", 12.700, 1.372, 2.29, 4.3, 16, 14, 76.2, 2100, 1.14, 5.9, 13000, "trapezoidal", 16.5, 24.4},
    {"T2.5", 2.5, 0.52, 0.7, 1.3, 12, 10, 6, 25, 1, 1.5, 3000, "T", 8, 12},
    {"T5", 5, 0.83, 1.2, 2.2, 12, 10, 10, 120, 1, 2.4, 9000, "T", 13.5, 19.1},
    {"T10", 10, 1.85, 2.5, 4.5, 14, 12, 25, 600, 1, 4.8, 17000, "T", 21.8, 33.3},
    {"AT5", 5, 1.23, 1.2, 2.7, 15, 12, 10, 200, 1, 3.4, 14000, "AT", 13.5, 19.1},
    {"AT10", 10, 1.85, 2.5, 4.5, 18, 15, 25, 1100, 1, 6.3, 40000, "AT", 21.8, 33.3},
    {"3M", 3, 0.762, 1.22, 2.4, 14, 10, 6, 60, 1.14, 2.4, 6000, "H", 8, 12},
    {"5M", 5, 1.143, 2.06, 3.8, 16, 12, 9, 150, 1.14, 3.9, 10000, "H", 13.5, 19.1},
    {"8M", 8, 1.372, 3.36, 6.0, 22, 18, 20, 600, 1.14, 5.8, 17000, "H", 21.8, 33.3},
    {"14M", 14, 2.794, 6.0, 10.0, 28, 28, 40, 2400, 1.14, 9.8, 27000, "H", 31.2, 50},
    {"G2M", 2, 0.508, 0.75, 1.5, 16, 12, 6, 25, 1.14, 1.4, 3000, "G", 8, 12},
    {"G3M", 3, 0.762, 1.14, 2.4, 16, 14, 6, 90, 1.14, 2.5, 6000, "G", 8, 12},
    {"G5M", 5, 1.143, 1.93, 3.8, 18, 14, 9, 220, 1.14, 4.1, 10000, "G", 13.5, 19.1},
    {"S3M", 3, 0.762, 1.14, 2.2, 14, 12, 6, 60, 1.14, 2.2, 6000, "S", 8, 12},
    {"S5M", 5, 0.960, 1.91, 3.4, 16, 14, 10, 170, 1.14, 3.7, 10000, "S", 13.5, 19.1},
    {"S8M", 8, 1.372, 3.05, 5.3, 22, 18, 25, 750, 1.14, 5.3, 17000, "S", 21.8, 33.3},
};
// Stock belts as teeth. ISO 5296 (XL, L, H), ISO 13050 (8M), common stock (3M, 5M, T5).
constexpr int stockXL[] = {30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 105, 110, 115, 120, 125, 130};
constexpr int stockL[] = {33, 40, 50, 56, 60, 64, 68, 72, 76, 80, 86, 92, 98, 104, 112, 120, 128, 136, 144, 160};
constexpr int stockH[] = {48,  54,  60,  66,  72,  78,  84,  90,  96,  102, 108, 114, 120,
                          126, 132, 140, 150, 160, 170, 180, 200, 220, 250, 280, 340};
constexpr int stock8M[] = {60, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160, 180, 200, 220, 225, 250, 300, 350};
constexpr int stock5M[] = {45,  51,  53,  54,  56,  59,  60,  65,  66,  68,  70,  73,  75,  77,
                           80,  85,  90,  92,  95,  100, 102, 103, 104, 105, 107, 108, 110, 112,
                           113, 115, 120, 123, 127, 128, 130, 133, 134, 140, 142, 148, 150, 160,
                           167, 170, 178, 180, 185, 188, 190, 200, 210, 225, 240, 254, 284, 300};
constexpr int stock3M[] = {50,  53,  56,  58,  59,  60,  64,  67,  70,  75,  80,  84,  85,  88,
                           89,  92,  94,  95,  96,  97,  100, 104, 106, 110, 112, 113, 115, 119,
                           121, 128, 130, 133, 140, 142, 145, 149, 150, 158, 159, 162, 167, 170,
                           171, 174, 177, 179, 188, 190, 199, 200, 204, 211, 223, 237, 245, 251};
constexpr int stockT5[] = {33,  37,  40,  43,  44,  45,  49,  50,  51,  52,  54,  55,  56,  59,  60,
                           61,  65,  66,  68,  70,  71,  73,  75,  78,  80,  82,  84,  85,  89,  90,
                           91,  92,  95,  96,  100, 102, 105, 109, 110, 112, 115, 118, 120, 122, 124,
                           126, 128, 130, 132, 138, 140, 144, 150, 156, 160, 163, 168, 170, 180};
constexpr double widthsMXL[] = {3.175, 4.7625, 6.35};
constexpr double widthsXL[] = {6.35, 7.9375, 9.525, 12.7};
constexpr double widthsL[] = {12.7, 19.05, 25.4};
constexpr double widthsH[] = {19.05, 25.4, 38.1, 50.8, 76.2};
constexpr double widths25[] = {6, 10};
constexpr double widthsT5[] = {6, 10, 16, 25};
constexpr double widthsT10[] = {16, 25, 32, 50};
constexpr double widthsAT5[] = {10, 16, 25};
constexpr double widthsAT10[] = {25, 32, 50};
constexpr double widths3M[] = {6, 9, 15};
constexpr double widths5M[] = {9, 15, 25};
constexpr double widths8M[] = {20, 30, 50, 85};
constexpr double widths14M[] = {40, 55, 85, 115};
constexpr double widthsG2[] = {6, 9, 10};
constexpr double widthsS3[] = {6, 10, 15};
constexpr double widthsS5[] = {10, 15, 25};
constexpr double widthsS8[] = {15, 25, 40, 60};

std::string upper(std::string_view s) {
    std::string out;
    for (char c : s)
        out += upperCase(c);
    return out;
}
} // namespace

std::span<const BeltProfile> beltProfiles() { return profiles; }

const BeltProfile *beltProfile(std::string_view name) {
    std::string n = upper(name);
    if (n == "2GT" || n == "2MGT") n = "G2M";
    if (n == "3GT" || n == "3MGT") n = "G3M";
    if (n == "5GT" || n == "5MGT") n = "G5M";
    for (const auto &p : profiles)
        if (p.name == n) return &p;
    return nullptr;
}

std::span<const double> usualWidths(std::string_view p) {
    if (p == "MXL") return widthsMXL;
    if (p == "XL") return widthsXL;
    if (p == "L") return widthsL;
    if (p == "H") return widthsH;
    if (p == "T2.5") return widths25;
    if (p == "T5") return widthsT5;
    if (p == "T10") return widthsT10;
    if (p == "AT5") return widthsAT5;
    if (p == "AT10") return widthsAT10;
    if (p == "3M" || p == "G3M") return widths3M;
    if (p == "5M" || p == "G5M") return widths5M;
    if (p == "8M") return widths8M;
    if (p == "14M") return widths14M;
    if (p == "G2M") return widthsG2;
    if (p == "S3M") return widthsS3;
    if (p == "S5M") return widthsS5;
    if (p == "S8M") return widthsS8;
    return {};
}

std::span<const int> stockBelts(std::string_view p) {
    if (p == "XL") return stockXL;
    if (p == "L") return stockL;
    if (p == "H") return stockH;
    if (p == "8M" || p == "S8M") return stock8M;
    if (p == "5M" || p == "G5M" || p == "S5M") return stock5M;
    if (p == "3M" || p == "G3M" || p == "S3M") return stock3M;
    if (p == "T5" || p == "AT5") return stockT5;
    return {};
}

void wrapAnew(OpenBelt &b, int z, Angle wrap) {
    b.wrapSmall = wrap;
    b.teethInMesh = static_cast<int>(std::floor(z * wrap.value() / (2 * pi) + 1e-9));
    b.meshFactor = b.teethInMesh >= 6 ? 1.0 : std::max(0.0, 1 - 0.2 * (6 - b.teethInMesh));
}

namespace {
Result<OpenBelt> openBelt(double pitch, int z1, int z2, double C) {
    const double R1 = std::min(z1, z2) * pitch / (2 * pi);
    const double R2 = std::max(z1, z2) * pitch / (2 * pi);
    if (!(C > R2 - R1) || !std::isfinite(C))
        return fail(CalcErrorCode::NoSolution, "centre_mm", C * 1e3, (R2 - R1) * 1e3,
                    "the shafts are so close that one pulley would lie inside the other.");
    const double theta = 2 * std::acos((R2 - R1) / C);
    OpenBelt b{};
    const double span = std::sqrt(C * C - (R2 - R1) * (R2 - R1));
    b.centre = metres(C);
    b.span = metres(span);
    b.length = metres(2 * span + R1 * theta + R2 * (2 * pi - theta));
    b.beltTeeth = b.length.value() / pitch;
    wrapAnew(b, std::min(z1, z2), radians(theta));
    return b;
}
Result<void> checkPulleys(Length pitch, int z1, int z2) {
    LW_REQUIRE_POSITIVE(pitch.value(), "belt_pitch_mm");
    if (z1 < 1) return fail(CalcErrorCode::NotPositive, "teeth_1", z1);
    if (z2 < 1) return fail(CalcErrorCode::NotPositive, "teeth_2", z2);
    return {};
}
} // namespace

Result<OpenBelt> beltFromCentres(Length pitch, int z1, int z2, Length centre) {
    if (auto ok = checkPulleys(pitch, z1, z2); !ok) return tl::unexpected(ok.error());
    LW_REQUIRE_POSITIVE(centre.value(), "centre_mm");
    const double sum = (z1 + z2) * pitch.value() / (2 * pi);
    if (!(centre.value() > sum * 0.5)) // pulleys of any real profile would overlap long before
        return fail(CalcErrorCode::NoSolution, "centre_mm", inMillimetres(centre), sum * 1e3,
                    "the pulleys would run into each other; move the shafts apart.");
    return openBelt(pitch.value(), z1, z2, centre.value());
}

Result<OpenBelt> beltToCentres(Length pitch, int z1, int z2, int beltTeeth) {
    if (auto ok = checkPulleys(pitch, z1, z2); !ok) return tl::unexpected(ok.error());
    const double p = pitch.value();
    const double L = beltTeeth * p;
    const double R1 = std::min(z1, z2) * p / (2 * pi);
    const double R2 = std::max(z1, z2) * p / (2 * pi);
    if (!(L > 2 * pi * R2 * (1 + 1e-12)) || beltTeeth <= std::max(z1, z2))
        return fail(CalcErrorCode::NoSolution, "belt_teeth", beltTeeth, std::max(z1, z2),
                    "the belt is too short to go round both pulleys.");
    const double b = 2 * L - 2 * pi * (R1 + R2);
    const double inside = b * b - 32 * (R2 - R1) * (R2 - R1);
    const double approx = (b + std::sqrt(std::max(0.0, inside))) / 8;
    double low = R2 - R1;
    double high = L;
    double C = std::clamp(approx, low + 1e-9, high);
    for (int k = 0; k < 200; ++k) {
        const double theta = 2 * std::acos(std::clamp((R2 - R1) / C, -1.0, 1.0));
        const double length =
            2 * std::sqrt(std::max(0.0, C * C - (R2 - R1) * (R2 - R1))) + R1 * theta + R2 * (2 * pi - theta);
        const double error = length - L;
        (error > 0 ? high : low) = C;
        double next = C - error / (2 * std::sin(theta / 2)); // Newton; dL/dC = 2 sin(theta/2)
        if (!(next > low && next < high)) next = 0.5 * (low + high);
        if (std::fabs(next - C) < 1e-15 * L) break;
        C = next;
    }
    auto out = openBelt(p, z1, z2, C);
    if (out) {
        out->centreApprox = metres(approx);
        out->beltTeeth = beltTeeth;
        out->length = metres(L);
    }
    return out;
}

Result<PitchMismatch> pitchMismatch(Length belt, Length pulley, int teeth, Angle wrap) {
    LW_REQUIRE_POSITIVE(belt.value(), "belt_pitch_mm");
    LW_REQUIRE_POSITIVE(pulley.value(), "pulley_pitch_mm");
    LW_REQUIRE_POSITIVE(wrap.value(), "wrap_deg");
    if (teeth < 1) return fail(CalcErrorCode::NotPositive, "pulley_teeth", teeth);
    PitchMismatch m{};
    m.teethInMesh = static_cast<int>(std::floor(teeth * wrap.value() / (2 * pi) + 1e-9));
    m.perTooth = belt - pulley;
    m.overMesh = m.perTooth * static_cast<double>(std::max(0, m.teethInMesh - 1));
    m.perRev = m.perTooth * static_cast<double>(teeth);
    m.rideUp = m.perRev / (2 * pi);
    const double d = std::fabs(m.perTooth.value());
    m.teethThatSeat = d < 1e-9 ? teeth : 1 + static_cast<int>(std::floor(0.08 * pulley.value() / d + 1e-9));
    return m;
}

Result<PulleySize> pulleySize(const BeltProfile &p, int teeth, std::optional<Length> bore, Length keyway) {
    if (teeth < 1) return fail(CalcErrorCode::NotPositive, "teeth", teeth);
    PulleySize s{};
    s.pitchDiameter = millimetres(teeth * p.pitch / pi);
    s.outside = s.pitchDiameter - millimetres(p.pitchLineTwice);
    s.grooveRoot = s.outside - millimetres(2 * p.toothHeight);
    if (bore) s.wall = (s.grooveRoot - *bore) * 0.5 - keyway;
    return s;
}

Result<RingBody> pulleyBody(Length outside, Length bore, Length width, Density density, Length hub, Length hubLength) {
    LW_REQUIRE_POSITIVE(outside.value(), "outside_d_mm");
    LW_REQUIRE_NOT_NEGATIVE(bore.value(), "bore_d_mm");
    LW_REQUIRE_POSITIVE(width.value(), "width_mm");
    LW_REQUIRE_POSITIVE(density.value(), "density_kg_m3");
    if (!(bore < outside))
        return fail(CalcErrorCode::OutOfRange, "bore_d_mm", inMillimetres(bore), inMillimetres(outside),
                    "the bore is as large as the pulley; check both diameters.");
    auto ring = [&](Length D, Length B) {
        const Mass m = (D * D - bore * bore) * B * density * (pi / 4);
        return RingBody{m, kilogramSquareMetres(m.value() * (D * D + bore * bore).value() / 8)};
    };
    RingBody body = ring(outside, width);
    if (hub > bore && hubLength.value() > 0) {
        const auto h = ring(hub, hubLength);
        body.mass += h.mass;
        body.inertia += h.inertia;
    }
    return body;
}

Result<BeltForces> beltForces(const BeltDrive &d) {
    if (!d.profile) return fail(CalcErrorCode::Missing, "belt_profile");
    LW_REQUIRE_POSITIVE(d.width.value(), "belt_width_mm");
    LW_REQUIRE_POSITIVE(d.peakAtSmall.value(), "small_pulley_torque_Nm");
    LW_REQUIRE_NOT_NEGATIVE(d.smallSpeed.value(), "small_pulley_rpm");
    const auto &p = *d.profile;
    const int small = std::min(d.small, d.large);
    LW_TRY(g, beltFromCentres(millimetres(p.pitch), d.small, d.large, d.centre));
    if (d.wrapSmall) wrapAnew(g, small, *d.wrapSmall);
    const double d1 = small * p.pitch * 1e-3 / pi;
    BeltForces f{};
    f.wrapSmall = g.wrapSmall;
    f.span = g.span;
    f.teethInMesh = g.teethInMesh;
    f.pull = newtons(2 * d.peakAtSmall.value() / d1);
    f.install = f.pull * d.install;
    f.tight = f.install + f.pull * 0.5;
    f.slack = f.install - f.pull * 0.5;
    const double T1 = f.tight.value();
    const double T2 = f.slack.value();
    f.shaftWorking = newtons(std::sqrt(std::max(0.0, T1 * T1 + T2 * T2 - 2 * T1 * T2 * std::cos(g.wrapSmall.value()))));
    f.shaftStatic = f.install * (2 * std::sin(g.wrapSmall.value() / 2));
    f.beltSpeed = fromSi<Speed>(d1 / 2 * d.smallSpeed.value());
    f.widthFactor = std::pow(inMillimetres(d.width) / p.baseWidth, p.widthExponent);
    const double mass = p.massPerWidth * 1e-3 * inMillimetres(d.width); // kg/m
    f.allowableStill = newtons(p.basePull * f.widthFactor);
    f.allowable = newtons(p.basePull * f.widthFactor * g.meshFactor - mass * f.beltSpeed.value() * f.beltSpeed.value());
    f.allowableTorque = newtonMetres(f.allowable.value() * d1 / (2 * d.service));
    f.margin = f.allowable.value() / (d.service * f.pull.value());
    f.note = fromSi<Frequency>(std::sqrt(f.install.value() / mass) / (2 * g.span.value()));
    return f;
}

TorsionalStiffness beltStiffness(const BeltProfile &p, Length width, Length span, Length radius, double meshFactor) {
    const double spanStiffness = p.stiffnessPerWidth * inMillimetres(width) / span.value();
    return fromSi<TorsionalStiffness>(2 * spanStiffness * meshFactor * radius.value() * radius.value());
}

Result<EccentricSwing> eccentricPulley(const BeltProfile &p, Length width, int z1, int z2, Length centre, Length tir,
                                       std::optional<int> screwTeeth, std::optional<Length> lead, double meshFactor) {
    LW_REQUIRE_POSITIVE(width.value(), "belt_width_mm");
    LW_REQUIRE_NOT_NEGATIVE(tir.value(), "runout_tir_mm");
    LW_TRY(g, beltFromCentres(millimetres(p.pitch), z1, z2, centre));
    EccentricSwing s{};
    s.eccentricity = tir * 0.5;
    const double EA = p.stiffnessPerWidth * inMillimetres(width);
    const double cosAlpha = g.span / g.centre;
    s.upper = newtons(meshFactor * EA * s.eccentricity.value() * cosAlpha / g.span.value());
    s.lower = newtons(2 * meshFactor * EA * s.eccentricity.value() * cosAlpha / g.length.value());
    s.beltError = s.eccentricity;
    if (screwTeeth && lead) {
        const double R = *screwTeeth * p.pitch * 1e-3 / (2 * pi);
        s.axisError = metres(s.eccentricity.value() / (2 * pi * R) * lead->value());
    }
    return s;
}

Result<CentreTravel> centreTravel(Length beltLength, Length tolerance, double strain, Angle wrapSmall,
                                  std::optional<Length> allowance) {
    LW_REQUIRE_POSITIVE(beltLength.value(), "belt_length_mm");
    const double s = std::sin(wrapSmall.value() / 2);
    LW_REQUIRE_POSITIVE(s, "wrap_small_deg");
    CentreTravel t{};
    t.outward = (tolerance + beltLength * strain) / (2 * s);
    if (allowance) {
        t.inward = tolerance / (2 * s) + *allowance;
        t.slot = t.outward + *t.inward;
    }
    return t;
}

Length fitAllowance(const BeltProfile &p, int flanged) {
    return millimetres(flanged <= 0 ? p.toothHeight + 1 : flanged == 1 ? p.fitOneFlanged : p.fitTwoFlanged);
}

Result<OverhungShaft> overhungShaft(Force load, Torque torque, Length diameter, Length overhang, Length bearings,
                                    double notch, std::optional<Length> outboard) {
    LW_REQUIRE_POSITIVE(diameter.value(), "shaft_d_mm");
    LW_REQUIRE_POSITIVE(overhang.value(), "overhang_mm");
    LW_REQUIRE_POSITIVE(bearings.value(), "bearing_span_mm");
    const double F = load.value();
    const double d = diameter.value();
    const double a = overhang.value();
    const double l = bearings.value();
    const double EI = 206e9 * pi * d * d * d * d / 64;
    OverhungShaft s{};
    // what the third bearing pushes back with: as much as lifts the shaft to it again
    const double c = outboard ? outboard->value() : 0;
    const bool third = c > a;
    const double there = l * a * c / 3 + a * a * (3 * c - a) / 6; // E I times the bend at a of a unit force at c
    const double R = third ? F * there / (c * c * (l + c) / 3) : 0;
    const double atFront = std::fabs(F * a - R * c), moment = std::max(atFront, std::fabs(R * (c - a)));
    const double sigma = 32 * moment * notch / (pi * d * d * d);
    const double tau = 16 * torque.value() / (pi * d * d * d);
    s.bending = fromSi<Pressure>(sigma);
    s.torsion = fromSi<Pressure>(tau);
    s.combined = fromSi<Pressure>(std::sqrt(sigma * sigma + 3 * tau * tau));
    s.deflection = metres(std::fabs(F * a * a * (l + a) / 3 - R * there) / EI);
    s.slope = radians(std::fabs(F * a * (2 * l + 3 * a) / 6 - R * (l * c / 3 + c * a - a * a / 2)) / EI);
    s.rear = newtons(-(F * a - R * c) / l);
    s.front = newtons(F - R) - s.rear;
    s.outboard = newtons(R);
    s.felt = newtons(third ? std::max(std::fabs(s.front.value()) * l / (l + a), atFront / a) : F);
    return s;
}

Force radialAllowance(Force rated, Length reference, Length at, Length s0, Length l) {
    const Force bearing = rated * ((l + s0 + reference) / (l + s0 + at));
    const Force bending = rated * ((s0 + reference) / (s0 + at));
    return std::min(bearing, bending);
}

namespace book {
namespace {
const BeltProfile &profileOf(const Inputs &in) { return *beltProfile(in.text("belt_profile")); }

void putBelt(const OpenBelt &b, Outputs &out) {
    out.put("wrap_small_deg", b.wrapSmall);
    out.put("span_mm", b.span);
    out.number("teeth_in_mesh", b.teethInMesh);
}

constexpr Calculation beltCalculationsTable[] = {
    {"belt_from_centres",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, beltFromCentres(in.get<Length>("belt_pitch_mm"), in.integer("teeth_1"), in.integer("teeth_2"),
                                   in.get<Length>("centre_mm")));
         out.put("belt_length_mm", b.length);
         out.number("belt_teeth_exact", b.beltTeeth);
         putBelt(b, out);
         return {};
     },
     "BELT-GEOM"},
    {"belt_to_centres",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, beltToCentres(in.get<Length>("belt_pitch_mm"), in.integer("teeth_1"), in.integer("teeth_2"),
                                 in.integer("belt_teeth")));
         out.put("centre_mm", b.centre);
         out.put("centre_approx_mm", b.centreApprox);
         putBelt(b, out);
         out.number("teeth_in_mesh_factor", b.meshFactor);
         return {};
     },
     "BELT-GEOM"},
    {"pitch_mismatch",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto pulley = in.get<Length>("pulley_pitch_mm");
         LW_TRY(m, pitchMismatch(in.get<Length>("belt_pitch_mm"), pulley, in.integer("pulley_teeth"),
                                 in.get<Angle>("wrap_deg")));
         out.number("teeth_in_mesh", m.teethInMesh);
         out.put("error_per_tooth_mm", m.perTooth);
         out.put("error_over_mesh_mm", m.overMesh);
         out.number("error_over_mesh_pitches", m.overMesh / pulley);
         out.put("error_per_rev_mm", m.perRev);
         out.put("ride_up_mm", m.rideUp);
         return {};
     },
     "BELT-GEOM"},
    {"parse_designation",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::optional<std::string> kind;
         if (in.has("kind")) kind = in.text("kind");
         LW_TRY(d, readDesignation(in.text("text"), kind ? std::optional<std::string_view>(*kind) : std::nullopt));
         using K = Designation::Kind;
         out.json("kind", d.kind == K::Belt     ? "belt"
                          : d.kind == K::Pulley ? "pulley"
                          : d.kind == K::Ask    ? "ask"
                                                : "ask_pitch");
         out.json("belt_profile", d.profile ? Json(std::string(d.profile->name)) : Json(nullptr));
         out.json("belt_pitch_mm", d.profile ? Json(d.profile->pitch) : Json(nullptr));
         if (d.width || !d.profile) out.json("belt_width_mm", d.width ? Json(*d.width) : Json(nullptr));
         auto put = [&](const char *key, const auto &v) {
             if (v) out.json(key, *v);
         };
         put("belt_teeth", d.beltTeeth);
         put("belt_length_mm", d.lengthMm);
         put("belt_length_in", d.lengthInch);
         put("belt_length_from_code_mm", d.lengthFromCodeMm);
         put("whole_teeth", d.wholeTeeth);
         put("pulley_teeth", d.pulleyTeeth);
         put("belt_teeth_if_belt", d.beltTeethIfBelt);
         put("pulley_teeth_if_pulley", d.pulleyTeethIfPulley);
         if (d.kind == K::Pulley && d.pulleyTeeth) {
             LW_TRY(s, pulleySize(*d.profile, *d.pulleyTeeth, {}, millimetres(0)));
             out.put("pulley_pitch_d_mm", s.pitchDiameter);
             out.put("pulley_outside_d_mm", s.outside);
         }
         if (!d.possible.empty()) out.json("belt_profiles_possible", d.possible);
         return {};
     },
     "ISO-5296"},
    {"pulley_inertia",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(b, pulleyBody(in.get<Length>("outside_d_mm"), in.get<Length>("bore_d_mm"), in.get<Length>("width_mm"),
                              in.get<Density>("density_kg_m3"), in.get<Length>("hub_d_mm"),
                              in.get<Length>("hub_length_mm")));
         out.put("mass_kg", b.mass);
         out.put("inertia_kgm2", b.inertia);
         return {};
     },
     "MECH"},
    {"pulley_dimensions",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(s, pulleySize(profileOf(in), in.integer("teeth"), in.maybe<Length>("bore_d_mm"),
                              in.get<Length>("hub_keyway_depth_mm")));
         out.put("pitch_d_mm", s.pitchDiameter);
         out.put("outside_d_mm", s.outside);
         out.put("groove_root_d_mm", s.grooveRoot);
         out.putIf("wall_mm", s.wall);
         return {};
     },
     "ISO-5294"},
    {"belt_drive_tension",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         BeltDrive d;
         d.profile = &profileOf(in);
         d.width = in.get<Length>("belt_width_mm");
         d.small = in.integer("small_teeth");
         d.large = in.integer("large_teeth");
         d.centre = in.get<Length>("centre_mm");
         d.peakAtSmall = in.get<Torque>("small_pulley_torque_Nm");
         d.smallSpeed = in.get<AngularSpeed>("small_pulley_rpm");
         d.service = in.number("service_factor");
         d.install = in.number("install_factor");
         LW_TRY(f, beltForces(d));
         out.put("effective_pull_N", f.pull);
         out.put("install_tension_N", f.install);
         out.put("tight_side_N", f.tight);
         out.put("slack_side_N", f.slack);
         out.put("shaft_load_working_N", f.shaftWorking);
         out.put("shaft_load_static_N", f.shaftStatic);
         out.put("belt_speed_m_s", f.beltSpeed);
         out.number("teeth_in_mesh", f.teethInMesh);
         out.number("width_factor", f.widthFactor);
         out.put("allowable_pull_N", f.allowable);
         out.put("allowable_torque_Nm", f.allowableTorque);
         out.number("margin", f.margin);
         out.put("span_mm", f.span);
         out.put("span_frequency_Hz", f.note);
         return {};
     },
     "ISO-5295"},
    {"eccentric_pulley",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         std::optional<int> teeth;
         if (in.has("screw_pulley_teeth")) teeth = in.integer("screw_pulley_teeth");
         LW_TRY(s, eccentricPulley(profileOf(in), in.get<Length>("belt_width_mm"), in.integer("teeth_1"),
                                   in.integer("teeth_2"), in.get<Length>("centre_mm"), in.get<Length>("runout_tir_mm"),
                                   teeth, in.maybe<Length>("lead_mm"), in.number("mesh_stiffness_factor")));
         out.put("eccentricity_mm", s.eccentricity);
         out.put("tension_swing_upper_N", s.upper);
         out.put("tension_swing_lower_N", s.lower);
         out.put("belt_position_error_mm", s.beltError);
         out.putIf("axis_error_um", s.axisError);
         return {};
     },
     "BELT-GEOM"},
    {"centre_adjust",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(t, centreTravel(in.get<Length>("belt_length_mm"), in.get<Length>("length_tolerance_mm"),
                                in.number("extra_strain"), in.get<Angle>("wrap_small_deg"),
                                in.maybe<Length>("fit_allowance_mm")));
         out.put("outward_mm", t.outward);
         out.putIf("inward_mm", t.inward);
         out.putIf("slot_mm", t.slot);
         return {};
     },
     "BELT-GEOM"},
};
} // namespace
std::span<const Calculation> beltCalculations() { return beltCalculationsTable; }
} // namespace book
} // namespace lw
