// What the columns of each kind of part are and what else must hold of a row. Not for use outside this folder.
#pragma once

#include "catalogue/catalogue.h"
#include "drive/belt.h"
#include "drive/hubs.h"
#include "drive/materials.h"
#include "drive/screw.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace lw::kinds {

/// One column: where it goes and what it may be. Text must not be empty; yes/no stands as such.
template <class Row> struct Column {
    std::string_view name;
    std::variant<double Row::*, bool Row::*, std::string Row::*, std::vector<double> Row::*> to;
    double least = 0, most = 1e6;
};
inline constexpr double any = 1e6;

/// The columns of a kind, and what else must hold of a row: a sentence when it does not.
template <class Row> struct KindOf;
template <class Row>
inline const std::vector<Column<Row>> sold{{"price", &Row::price, 0, 1e6}, {"lead_days", &Row::leadDays, 0, 1000}};

template <> struct KindOf<CatalogueMotor> {
    static constexpr std::string_view name = "motors";
    static constexpr auto list = &Catalogue::motors;
    using R = CatalogueMotor;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"face_mm", &R::face, 10, 300},
                                                       {"holding_torque_Nm", &R::holding, 0.01, 200},
                                                       {"rated_current_A", &R::current, 0.05, 50},
                                                       {"resistance_ohm", &R::resistance, 0.01, 500},
                                                       {"inductance_mH", &R::inductance, 0.01, 500},
                                                       {"rotor_inertia_gcm2", &R::inertia, 1, 1e5},
                                                       {"shaft_mm", &R::shaft, 2, 60},
                                                       {"body_length_mm", &R::body, 10, 600},
                                                       {"bolt_square_mm", &R::boltSquare, 5, 300},
                                                       {"pilot_mm", &R::pilot, 5, 300},
                                                       {"shaft_length_mm", &R::shaftLength, 3, 200},
                                                       {"encoder", &R::encoder},
                                                       {"shaft_both_ends", &R::shaftBothEnds}};
    static std::string wrong(const R &r) {
        // What turns at the plate's current with both phases on is heat; beyond this a frame of its size would burn.
        const double heat = 2 * r.current * r.current * r.resistance, surface = 4 * r.face * r.body + r.face * r.face;
        return heat > 0.01 * surface ? "rated current and resistance make " + numberText(heat, 3) +
                                           " W of heat, more than a body of this size can lose."
               : r.boltSquare >= r.face ? "the bolt square is larger than the face."
                                        : std::string();
    }
};
template <> struct KindOf<CatalogueDrive> {
    static constexpr std::string_view name = "drives";
    static constexpr auto list = &Catalogue::drives;
    using R = CatalogueDrive;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"volts_least", &R::voltsLeast, 0, 1000},
                                                       {"volts_most", &R::voltsMost, 1, 1000},
                                                       {"peak_current_A", &R::peak, 0.05, 100},
                                                       {"closed_loop", &R::closedLoop},
                                                       {"damping", &R::damping},
                                                       {"pulse_high_us", &R::pulseHigh, 0, 1000}};
    static std::string wrong(const R &r) {
        return r.voltsLeast >= r.voltsMost ? "its least voltage is not below its most." : "";
    }
};
template <> struct KindOf<CatalogueServo> {
    static constexpr std::string_view name = "servos";
    static constexpr auto list = &Catalogue::servos;
    using R = CatalogueServo;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"kind", &R::kind},
                                                       {"face_mm", &R::face, 10, 300},
                                                       {"continuous_torque_Nm", &R::continuous, 0.01, 200},
                                                       {"peak_torque_Nm", &R::peak, 0.01, 800},
                                                       {"rated_speed_rpm", &R::rated, 100, 20000},
                                                       {"top_speed_rpm", &R::top, 100, 20000},
                                                       {"torque_constant_Nm_A", &R::constant, 0.005, 20},
                                                       {"line_resistance_ohm", &R::resistance, 0.01, 500},
                                                       {"line_inductance_mH", &R::inductance, 0.01, 500},
                                                       {"pole_pairs", &R::polePairs, 1, 60},
                                                       {"no_load_current_A", &R::noLoad, 0, 50},
                                                       {"encoder_lines", &R::lines, 16, 1e6},
                                                       {"rotor_inertia_gcm2", &R::inertia, 1, 1e6},
                                                       {"shaft_mm", &R::shaft, 2, 60},
                                                       {"body_length_mm", &R::body, 10, 600},
                                                       {"bolt_square_mm", &R::boltSquare, 5, 300},
                                                       {"pilot_mm", &R::pilot, 5, 300},
                                                       {"shaft_length_mm", &R::shaftLength, 3, 200}};
    static std::string wrong(const R &r) {
        return r.kind != "brushless" && r.kind != "brushed" ? "kind '" + r.kind + "' is neither brushless nor brushed."
               : r.peak < r.continuous                      ? "its peak torque is less than what it gives all day."
               : r.top < r.rated                            ? "its top speed is less than its rated speed."
                                                            : std::string();
    }
};
template <> struct KindOf<CatalogueServoDrive> {
    static constexpr std::string_view name = "servo_drives";
    static constexpr auto list = &Catalogue::servoDrives;
    using R = CatalogueServoDrive;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"kind", &R::kind},
                                                       {"volts_least", &R::voltsLeast, 0, 1000},
                                                       {"volts_most", &R::voltsMost, 1, 1000},
                                                       {"peak_current_A", &R::peak, 0.05, 500},
                                                       {"pulse_high_us", &R::pulseHigh, 0, 1000}};
    static std::string wrong(const R &r) {
        return r.kind != "brushless" && r.kind != "brushed" ? "kind '" + r.kind + "' is neither brushless nor brushed."
               : r.voltsLeast >= r.voltsMost                ? "its least voltage is not below its most."
                                                            : "";
    }
};
template <> struct KindOf<CatalogueSupply> {
    static constexpr std::string_view name = "supplies";
    static constexpr auto list = &Catalogue::supplies;
    using R = CatalogueSupply;
    inline static const std::vector<Column<R>> columns{
        {"name", &R::name}, {"volts", &R::volts, 1, 1000}, {"watts", &R::watts, 1, 1e5}, {"kind", &R::kind}};
    static std::string wrong(const R &r) {
        return r.kind != "regulated" && r.kind != "unregulated" && r.kind != "mains"
                   ? "kind '" + r.kind + "' is none of regulated, unregulated, mains."
                   : "";
    }
};
template <> struct KindOf<CataloguePulley> {
    static constexpr std::string_view name = "pulleys";
    static constexpr auto list = &Catalogue::pulleys;
    using R = CataloguePulley;
    inline static const std::vector<Column<R>> columns{{"profile", &R::profile},
                                                       {"teeth", &R::teeth, 6, 400},
                                                       {"belt_widths_mm", &R::widths, 2, 200},
                                                       {"bore_most_mm", &R::boreMost, 2, 200}};
    static std::string wrong(R &r) {
        if (r.name.empty()) r.name = "Pulley " + r.profile + ", " + numberText(r.teeth, 4) + " T";
        return !beltProfile(r.profile)          ? "'" + r.profile + "' is no belt profile I know; 5M, for one, is."
               : r.teeth != std::floor(r.teeth) ? "teeth must be a whole number."
                                                : "";
    }
};
template <> struct KindOf<CatalogueBelt> {
    static constexpr std::string_view name = "belts";
    static constexpr auto list = &Catalogue::belts;
    using R = CatalogueBelt;
    inline static const std::vector<Column<R>> columns{
        {"profile", &R::profile}, {"length_from_mm", &R::from, 20, 1e5}, {"length_to_mm", &R::to, 20, 1e5}};
    static std::string wrong(R &r) {
        if (r.name.empty()) r.name = "Belt " + r.profile;
        return !beltProfile(r.profile) ? "'" + r.profile + "' is no belt profile I know; 5M, for one, is."
               : r.from > r.to         ? "it ends before it begins."
                                       : "";
    }
};
template <> struct KindOf<CatalogueScrew> {
    static constexpr std::string_view name = "screws";
    static constexpr auto list = &Catalogue::screws;
    using R = CatalogueScrew;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"price_per_m", &R::perMetre, 0, 1e5},
                                                       {"nut_price", &R::nut, 0, 1e5},
                                                       {"preloaded_nut_price", &R::preloadedNut, 0, 1e5},
                                                       {"nut_kind", &R::nutKind}};
    static std::string wrong(const R &r) {
        const auto t = readThread(r.name);
        return t ? "" : t.error().detail;
    }
};
template <> struct KindOf<CatalogueEnd> {
    static constexpr std::string_view name = "ends";
    static constexpr auto list = &Catalogue::ends;
    using R = CatalogueEnd;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"place", &R::place},
                                                       {"bore_mm", &R::bore, 2, 200},
                                                       {"outside_mm", &R::outside, 4, 400},
                                                       {"stiffness_N_um", &R::stiffness, 0, 1e5},
                                                       {"static_axial_N", &R::staticAxial, 0, any},
                                                       {"drag_Nm", &R::drag, 0, 10}};
    static std::string wrong(const R &r) {
        return r.place != "fixed" && r.place != "far" ? "place '" + r.place + "' is neither fixed nor far."
               : r.outside <= r.bore                  ? "its outside is not larger than its bore."
               : r.place == "fixed" && !(r.stiffness > 0 && r.staticAxial > 0)
                   ? "a fixed end needs stiffness and what it carries."
                   : "";
    }
};
template <> struct KindOf<CatalogueCoupling> {
    static constexpr std::string_view name = "couplings";
    static constexpr auto list = &Catalogue::couplings;
    using R = CatalogueCoupling;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"bore_most_mm", &R::boreMost, 2, 200},
                                                       {"torque_Nm", &R::torque, 0.01, 1e4},
                                                       {"stiffness_Nm_rad", &R::stiffness, 0.1, any},
                                                       {"inertia_gcm2", &R::inertia, 0, any},
                                                       {"kind", &R::kind},
                                                       {"clamp_screw_mm", &R::clampScrew, 1.5, 12}};
    static std::string wrong(const R &r) {
        return couplingType(r.kind) ? "" : "kind '" + r.kind + "' is none of sleeve, beam, bellows, disc, jaw, oldham.";
    }
};
template <> struct KindOf<CatalogueReducer> {
    static constexpr std::string_view name = "reducers";
    static constexpr auto list = &Catalogue::reducers;
    using R = CatalogueReducer;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"kind", &R::kind},
                                                       {"ratio", &R::ratio, 1, 1000},
                                                       {"torque_Nm", &R::torque, 0.01, 1e5},
                                                       {"peak_Nm", &R::peak, 0.01, 1e5},
                                                       {"play_arcmin", &R::play, 0, 600},
                                                       {"drag_Nm", &R::drag, 0, 1000},
                                                       {"wave_arcmin", &R::wave, 0, 60},
                                                       {"stiffness_Nm_rad", &R::stiffness, 0.1, any},
                                                       {"efficiency", &R::efficiency, 0.05, 1},
                                                       {"input_rpm", &R::inputRpm, 1, 1e5},
                                                       {"bore_mm", &R::bore, 1, 200}};
    static std::string wrong(const R &r) {
        constexpr std::string_view kinds[] = {"worm", "worm_multi", "strain_wave", "cycloidal", "planetary", "gears"};
        return std::find(std::begin(kinds), std::end(kinds), r.kind) == std::end(kinds)
                   ? "kind '" + r.kind + "' is none of worm, worm_multi, strain_wave, cycloidal, planetary, gears."
               : r.peak < r.torque ? "it stands less for a moment than all day."
                                   : "";
    }
};
inline std::string wrongMaterial(const std::string &code) {
    const auto *m = material(code);
    return m && m->toothStress == m->toothStress ? ""
                                                 : "material '" + code + "' is none of steel, iron, bronze, acetal.";
}
template <> struct KindOf<CatalogueGear> {
    static constexpr std::string_view name = "gears";
    static constexpr auto list = &Catalogue::gears;
    using R = CatalogueGear;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"module_mm", &R::module, 0.2, 10},
                                                       {"teeth", &R::teeth, 6, 400},
                                                       {"width_mm", &R::width, 1, 200},
                                                       {"bore_most_mm", &R::boreMost, 2, 200},
                                                       {"material", &R::material}};
    static std::string wrong(const R &r) {
        if (r.teeth != std::floor(r.teeth)) return "teeth must be a whole number.";
        if (r.boreMost >= r.module * (r.teeth - 2.5)) return "its bore leaves nothing under the teeth.";
        return wrongMaterial(r.material);
    }
};
template <> struct KindOf<CatalogueRack> {
    static constexpr std::string_view name = "racks";
    static constexpr auto list = &Catalogue::racks;
    using R = CatalogueRack;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"module_mm", &R::module, 0.2, 10},
                                                       {"width_mm", &R::width, 1, 200},
                                                       {"material", &R::material},
                                                       {"price_per_m", &R::perMetre, 0, 1e5}};
    static std::string wrong(const R &r) { return wrongMaterial(r.material); }
};
template <> struct KindOf<CatalogueBearing> {
    static constexpr std::string_view name = "bearings";
    static constexpr auto list = &Catalogue::bearings;
    using R = CatalogueBearing;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"kind", &R::kind},
                                                       {"bore_mm", &R::bore, 2, 200},
                                                       {"outside_mm", &R::outside, 4, 400},
                                                       {"width_mm", &R::width, 1, 200},
                                                       {"stiffness_N_um", &R::stiffness, 0, 1e5},
                                                       {"static_axial_N", &R::staticAxial, 0, any},
                                                       {"dynamic_N", &R::dynamic, 1, any},
                                                       {"preload_N", &R::preload, 0, any},
                                                       {"top_rpm", &R::topRpm, 10, 1e5},
                                                       {"drag_Nm", &R::drag, 0, 10}};
    static std::string wrong(const R &r) {
        return r.kind != "pair_60" && r.kind != "pair_40" && r.kind != "deep_groove"
                   ? "kind '" + r.kind + "' is none of pair_60, pair_40, deep_groove."
               : r.outside <= r.bore ? "its outside is not larger than its bore."
               : r.pair() && !(r.stiffness > 0 && r.preload > 0 && r.staticAxial > 0)
                   ? "a pair needs stiffness, preload and what it carries."
                   : "";
    }
};
template <> struct KindOf<CatalogueNut> {
    static constexpr std::string_view name = "nuts";
    static constexpr auto list = &Catalogue::nuts;
    using R = CatalogueNut;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"screw", &R::screw},
                                                       {"kind", &R::kind},
                                                       {"body_mm", &R::body, 5, 200},
                                                       {"flange_mm", &R::flange, 0, 300},
                                                       {"length_mm", &R::length, 5, 400},
                                                       {"stiffness_N_um", &R::stiffness, 1, 1e5},
                                                       {"dynamic_N", &R::dynamic, 0, any},
                                                       {"static_N", &R::fixed, 0, any},
                                                       {"preload_N", &R::preload, 0, any}};
    static std::string wrong(const R &r) {
        return r.kind != "ball" && r.kind != "bronze" && r.kind != "bronze_split"
                   ? "kind '" + r.kind + "' is none of ball, bronze, bronze_split."
               : r.flange > 0 && r.flange <= r.body ? "its flange is not larger than its body."
               : r.kind == "ball" && !(r.dynamic > 0 && r.fixed > 0)
                   ? "a ball nut needs what it carries, moving and at rest."
                   : "";
    }
};
template <> struct KindOf<CatalogueBush> {
    static constexpr std::string_view name = "bushes";
    static constexpr auto list = &Catalogue::bushes;
    using R = CatalogueBush;
    inline static const std::vector<Column<R>> columns{
        {"name", &R::name}, {"series", &R::series}, {"bore_mm", &R::bore, 3, 200}};
    static std::string wrong(const R &) { return {}; }
};
template <> struct KindOf<CatalogueBrake> {
    static constexpr std::string_view name = "brakes";
    static constexpr auto list = &Catalogue::brakes;
    using R = CatalogueBrake;
    inline static const std::vector<Column<R>> columns{{"name", &R::name}, {"torque_Nm", &R::torque, 0.01, 1e4}};
    static std::string wrong(const R &) { return {}; }
};

} // namespace lw::kinds
