#include "drive/joints.h"
#include "book/book.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {

std::optional<BoltSize> boltSize(double mm) {
    struct Row {
        double d, pitch, head, hole;
    };
    constexpr Row rows[] = {{2, 0.4, 3.8, 2.4}, {2.5, 0.45, 4.5, 2.9}, {3, 0.5, 5.5, 3.4},
                            {4, 0.7, 7, 4.5},   {5, 0.8, 8.5, 5.5},    {6, 1, 10, 6.6},
                            {8, 1.25, 13, 9},   {10, 1.5, 16, 11},     {12, 1.75, 18, 13.5}};
    for (const auto &r : rows)
        if (std::fabs(r.d - mm) < 1e-9)
            return BoltSize{millimetres(r.d), millimetres(r.pitch), millimetres(r.head), millimetres(r.hole)};
    return {};
}
bool MetricThread::operator==(const MetricThread &o) const {
    const auto same = [](Length a, Length b) { return std::fabs((a - b).value()) < 1e-6; };
    return same(diameter, o.diameter) && same(pitch, o.pitch) && leftHand == o.leftHand;
}
std::optional<MetricThread> readMetricThread(std::string_view text) {
    std::string t;
    for (const char c : text)
        if (c != ' ') t += char(c >= 'a' && c <= 'z' ? c - 32 : c == ',' ? '.' : c);
    for (std::size_t at; (at = t.find("\u00d7")) != std::string::npos;)
        t.replace(at, std::string_view("\u00d7").size(), "X");
    MetricThread out;
    if (t.ends_with("LH")) {
        out.leftHand = true;
        t.resize(t.size() - 2);
    }
    if (t.empty() || t.front() != 'M') return {};
    const auto x = t.find('X');
    const auto d = readNumber(t.substr(1, x == std::string::npos ? x : x - 1));
    if (!d || !(*d >= 1 && *d <= 200)) return {};
    out.diameter = millimetres(*d);
    if (x == std::string::npos) {
        const auto size = boltSize(*d);
        if (!size) return {};
        out.pitch = size->pitch;
        return out;
    }
    const auto p = readNumber(t.substr(x + 1));
    if (!p || !(*p > 0.1 && *p < *d / 2)) return {};
    out.pitch = millimetres(*p);
    return out;
}
std::optional<Pressure> proofStress(std::string_view grade) {
    if (grade == "8.8") return megapascals(580);
    if (grade == "10.9") return megapascals(830);
    if (grade == "12.9") return megapascals(970);
    return {};
}
double stressArea(Length diameter, Length pitch) {
    const double d = diameter.value() - 0.938194 * pitch.value();
    return pi / 4 * d * d;
}
Force boltPreload(double area, Pressure proof, double share) { return newtons(share * proof.value() * area); }
Torque tighteningTorque(const BoltSize &b, Force preload, double friction) {
    const double P = b.pitch.value(), d2 = b.diameter.value() - 0.649519 * P,
                 head = (b.head.value() + b.hole.value()) / 2;
    return newtonMetres(preload.value() *
                        (P / (2 * pi) + friction * d2 / (2 * std::cos(pi / 6)) + friction * head / 2));
}
Torque tighteningTorque(Length diameter, Force preload, double nutFactor) {
    return newtonMetres(nutFactor * preload.value() * diameter.value());
}
Force slipLoad(int bolts, double friction, Force preload) { return bolts * friction * preload; }

Force slingTension(Mass mass, Angle fromPlumb, int legs) {
    return newtons(mass.value() * standardGravity / (legs * std::cos(fromPlumb.value())));
}
double bearingTurns(Force rating, Force equivalent, double exponent) {
    return 1e6 * std::pow(rating.value() / equivalent.value(), exponent);
}

namespace book {
namespace {
constexpr Calculation jointTable[] = {
    {"bolt_torque",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double d = in.number("thread_d_mm");
         const auto size = boltSize(d);
         if (!size && !in.has("pitch_mm"))
             return fail(CalcErrorCode::Missing, "pitch_mm", 0, 0, "no usual pitch is known for this diameter.");
         const auto pitch = in.getOr<Length>("pitch_mm", size ? size->pitch : metres(0));
         if (!(pitch.value() < d / 1000))
             return fail(CalcErrorCode::OutOfRange, "pitch_mm", inMillimetres(pitch), d,
                         "it must be below the diameter.");
         const auto proof =
             in.has("strength_grade") ? proofStress(in.text("strength_grade")) : in.maybe<Pressure>("proof_stress_MPa");
         if (!proof)
             return fail(CalcErrorCode::Missing, "strength_grade", 0, 0,
                         "give the grade on the head, or the proof stress.");
         const double area = stressArea(millimetres(d), pitch);
         const auto preload = boltPreload(area, *proof, in.number("proof_fraction"));
         out.number("stress_area_mm2", area * 1e6);
         out.put("preload_N", preload);
         Torque torque =
             tighteningTorque(millimetres(d), preload, in.has("nut_factor") ? in.number("nut_factor") : 0.2);
         if (in.has("thread_friction_coefficient")) {
             if (!size)
                 return fail(CalcErrorCode::OutOfRange, "thread_d_mm", d, 12,
                             "the head is known from 3 to 12 mm; give nut_factor.");
             torque = tighteningTorque({size->diameter, pitch, size->head, size->hole}, preload,
                                       in.number("thread_friction_coefficient"));
             out.number("nut_factor", torque.value() / (preload.value() * d / 1000));
         }
         out.put("torque_Nm", torque);
         out.json("torque_passes_Nm", {0.3 * torque.value(), 0.7 * torque.value(), torque.value()});
         return {};
     },
     "ISO-898-1"},
    {"joint_slip",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto size = boltSize(in.number("thread_d_mm"));
         const auto proof = proofStress(in.text("strength_grade"));
         if (!size) return fail(CalcErrorCode::OutOfRange, "thread_d_mm", in.number("thread_d_mm"), 12);
         const auto preload = boltPreload(stressArea(size->diameter, size->pitch), *proof, in.number("proof_fraction"));
         const auto slip = slipLoad(in.integer("bolts"), in.number("face_friction_coefficient"), preload);
         const double load = std::fabs(in.number("load_N")), d = in.number("dowel_d_mm") / 1000,
                      pins = in.number("dowels");
         out.put("preload_N", preload);
         out.put("slip_load_N", slip);
         if (load > 0) out.number("margin", slip.value() / load);
         const double shear = pins * pi / 4 * d * d * in.number("dowel_shear_MPa") * 1e6;
         const double bearing = pins * d * in.number("dowel_length_mm") / 1000 * in.number("dowel_pressure_MPa") * 1e6;
         out.number("dowel_shear_N", shear);
         out.number("dowel_bearing_N", bearing);
         if (load > 0 && pins > 0) out.number("dowel_margin", std::min(shear, bearing) / load);
         return {};
     },
     "ISO-898-1"},
    {"sling_load",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto angle = in.get<Angle>("angle_from_vertical_deg");
         if (!(inDegrees(angle) < 89.9))
             return fail(CalcErrorCode::OutOfRange, "angle_from_vertical_deg", inDegrees(angle), 90,
                         "a level sling lifts nothing.");
         const auto pull = slingTension(in.get<Mass>("mass_kg"), angle, in.integer("legs_carrying"));
         const double use = pull.value() / (in.number("leg_limit_kg") * standardGravity), slope = inDegrees(angle);
         out.put("leg_tension_N", pull);
         out.number("use_of_limit", use);
         out.json("verdict", use <= 0.8 && slope <= 45 ? "pass" : use <= 1 && slope <= 60 ? "attention" : "fail");
         return {};
     },
     "PRACTICE"},
    {"bearing_life",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const double axial = std::fabs(in.number("axial_load_N")), radial = std::fabs(in.number("radial_load_N"));
         if (axial > 0 && !in.has("axial_factor"))
             return fail(CalcErrorCode::Missing, "axial_factor", 0, 0, "an axial load needs the factor Y.");
         const double P = in.number("radial_factor") * radial + (axial > 0 ? in.number("axial_factor") * axial : 0);
         if (!(P > 0))
             return fail(CalcErrorCode::NotPositive, "radial_load_N", P, 0, "a bearing without load has no end.");
         const double turns =
             bearingTurns(in.get<Force>("dynamic_load_rating_N"), newtons(P), in.number("life_exponent"));
         out.number("equivalent_load_N", P);
         out.number("life_rev", turns);
         if (in.has("speed_rpm")) out.number("life_h", turns / (60 * in.number("speed_rpm")));
         if (in.has("lead_mm") && in.number("lead_mm") > 0) out.number("life_km", turns * in.number("lead_mm") * 1e-6);
         return {};
     },
     "ISO-281"},
};
} // namespace
std::span<const Calculation> jointCalculations() { return jointTable; }
} // namespace book
} // namespace lw
