#include "catalogue/catalogue.h"
#include "catalogue/csv.h"
#include "drive/belt.h"
#include "drive/power.h"
#include "drive/screw.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <atomic>
#include <cmath>
#include <list>
#include <mutex>
#include <optional>
#include <variant>

namespace lw {

// Generated from data/catalogue at build time.
std::string_view catalogueText(std::string_view file);

namespace {
/// One column: where it goes and what it may be. Text must not be empty; yes/no stands as such.
template <class Row> struct Column {
    std::string_view name;
    std::variant<double Row::*, bool Row::*, std::string Row::*, std::vector<double> Row::*> to;
    double least = 0, most = 1e6;
};
template <class Row> double number(const std::string &cell) {
    const auto v = readTyped(cell, Dimension::Number, "");
    return v ? v->si : std::nan("");
}
constexpr double any = 1e6;

/// The columns of a kind, and what else must hold of a row: a sentence when it does not.
template <class Row> struct KindOf;
template <class Row>
const std::vector<Column<Row>> sold{{"price", &Row::price, 0, 1e6}, {"lead_days", &Row::leadDays, 0, 1000}};

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
                                                       {"inertia_gcm2", &R::inertia, 0, any}};
    static std::string wrong(const R &) { return {}; }
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
template <> struct KindOf<CatalogueBrake> {
    static constexpr std::string_view name = "brakes";
    static constexpr auto list = &Catalogue::brakes;
    using R = CatalogueBrake;
    inline static const std::vector<Column<R>> columns{{"name", &R::name}, {"torque_Nm", &R::torque, 0.01, 1e4}};
    static std::string wrong(const R &) { return {}; }
};

/// Puts a cell into its place; a sentence when it cannot.
template <class Row> std::string put(const Column<Row> &c, const std::string &cell, Row &row) {
    const auto quoted = std::string(c.name) + " '" + cell + "'";
    const auto within = [&](double v) { return v >= c.least && v <= c.most; };
    const auto limits = [&] {
        return " must lie from " + numberText(c.least, 6) + " to " + numberText(c.most, 6) + ".";
    };
    return std::visit(
        [&](auto to) -> std::string {
            auto &place = row.*to;
            using T = std::decay_t<decltype(place)>;
            if constexpr (std::is_same_v<T, double>) {
                place = number<Row>(cell);
                return !(place == place) ? quoted + " is no number." : within(place) ? "" : quoted + limits();
            } else if constexpr (std::is_same_v<T, bool>) {
                place = cell == "yes";
                return cell == "yes" || cell == "no" ? "" : quoted + " must be yes or no.";
            } else if constexpr (std::is_same_v<T, std::string>) {
                place = cell;
                return cell.empty() ? std::string(c.name) + " is empty." : "";
            } else {
                for (std::size_t from = 0; from <= cell.size();) {
                    const auto to2 = std::min(cell.find(';', from), cell.size());
                    const double v = number<Row>(cell.substr(from, to2 - from));
                    if (!(v == v)) return quoted + " must be numbers with semicolons between.";
                    if (!within(v)) return quoted + limits();
                    place.push_back(v);
                    from = to2 + 1;
                }
                return {};
            }
        },
        c.to);
}
template <class Row> std::vector<Column<Row>> columnsOf() {
    auto all = KindOf<Row>::columns;
    for (const auto &c : sold<Row>)
        if (!std::is_same_v<Row, CatalogueScrew> || c.name != "price") all.push_back(c); // a screw is sold by the metre
    return all;
}
template <class Row> void readKind(const CatalogueFile &file, CatalogueRead &out) {
    if (file.kind != KindOf<Row>::name) return;
    const std::string where = std::string(file.kind) + ".csv, ";
    const auto table = readTable(file.text);
    if (!table) return out.refused.push_back(where + table.error());
    const auto columns = columnsOf<Row>();
    std::vector<std::size_t> at;
    for (const auto &c : columns) {
        const auto it = std::find(table->header.begin(), table->header.end(), c.name);
        if (it == table->header.end())
            return out.refused.push_back(where + "line 1: the column " + std::string(c.name) + " is missing.");
        at.push_back(std::size_t(it - table->header.begin()));
    }
    for (const auto &cells : table->rows) {
        Row row;
        row.own = file.own;
        std::string wrong;
        if (cells.cells.size() != table->header.size())
            wrong = std::to_string(cells.cells.size()) + " columns, the header has " +
                    std::to_string(table->header.size()) + ".";
        for (std::size_t k = 0; k < columns.size() && wrong.empty(); ++k)
            wrong = put(columns[k], cells.cells[at[k]], row);
        if (wrong.empty()) wrong = KindOf<Row>::wrong(row);
        if (wrong.empty())
            (out.rows.*KindOf<Row>::list).push_back(std::move(row));
        else
            out.refused.push_back(where + "line " + std::to_string(cells.line) + ": " + wrong);
    }
}
/// Calls each kind's reader; a new kind of part is a row above and a word here.
template <template <class> class Do, class... Args> void eachKind(Args &&...args) {
    Do<CatalogueMotor>::call(args...);
    Do<CatalogueDrive>::call(args...);
    Do<CatalogueServo>::call(args...);
    Do<CatalogueServoDrive>::call(args...);
    Do<CatalogueSupply>::call(args...);
    Do<CataloguePulley>::call(args...);
    Do<CatalogueBelt>::call(args...);
    Do<CatalogueScrew>::call(args...);
    Do<CatalogueEnd>::call(args...);
    Do<CatalogueCoupling>::call(args...);
    Do<CatalogueReducer>::call(args...);
    Do<CatalogueBrake>::call(args...);
}
template <class Row> struct ReadIt {
    static void call(const CatalogueFile &file, CatalogueRead &out) { readKind<Row>(file, out); }
};
template <class Row> struct ListIt {
    static void call(std::vector<CatalogueKind> &out) {
        CatalogueKind k{KindOf<Row>::name, {}};
        for (const auto &c : columnsOf<Row>())
            k.columns.push_back(c.name);
        out.push_back(std::move(k));
    }
};
std::atomic<const Catalogue *> &inUse() {
    static std::atomic<const Catalogue *> rows{nullptr};
    return rows;
}
} // namespace

CatalogueRead readCatalogue(std::span<const CatalogueFile> files, Catalogue base) {
    CatalogueRead out{std::move(base), {}};
    const auto kinds = catalogueKinds();
    for (const auto &f : files) {
        if (std::none_of(kinds.begin(), kinds.end(), [&](const auto &k) { return k.kind == f.kind; }))
            out.refused.push_back(std::string(f.kind) + ".csv: no such kind of part; motors.csv, for one, is.");
        eachKind<ReadIt>(f, out);
    }
    std::stable_sort(out.rows.brakes.begin(), out.rows.brakes.end(),
                     [](const auto &a, const auto &b) { return a.torque < b.torque; });
    return out;
}
std::span<const CatalogueKind> catalogueKinds() {
    static const std::vector<CatalogueKind> kinds = [] {
        std::vector<CatalogueKind> out;
        eachKind<ListIt>(out);
        return out;
    }();
    return kinds;
}

const Catalogue &shippedCatalogue() {
    static const Catalogue shipped = [] {
        std::vector<CatalogueFile> files;
        for (const auto &k : catalogueKinds())
            files.push_back({k.kind, catalogueText(k.kind), false});
        return readCatalogue(files).rows;
    }();
    return shipped;
}
const Catalogue &catalogueInUse() {
    const auto *rows = inUse().load();
    return rows ? *rows : shippedCatalogue();
}
void useCatalogue(Catalogue rows) {
    // a search on another thread, and what it found, point into the rows they began with: those stay to the end
    static std::mutex one;
    static std::list<Catalogue> once;
    const std::lock_guard lock(one);
    once.push_back(std::move(rows));
    inUse().store(&once.back());
}

double CatalogueSupply::highest() const { return volts * (followsMains() ? mainsHighest : 1); }
double Catalogue::pulleyPrice(std::string_view profile, int teeth) const {
    const CataloguePulley *below = nullptr, *above = nullptr;
    for (const auto &p : pulleys) {
        if (p.profile != profile) continue;
        if (p.teeth <= teeth && (!below || p.teeth > below->teeth)) below = &p;
        if (p.teeth >= teeth && (!above || p.teeth < above->teeth)) above = &p;
    }
    if (below && above) {
        if (below->teeth == above->teeth) return below->price;
        const double t = (teeth - below->teeth) / (above->teeth - below->teeth);
        return std::round(below->price + t * (above->price - below->price));
    }
    if (below) return std::round(below->price * teeth / below->teeth);
    if (above) return above->price;
    return std::round(5 + 0.32 * teeth); // no such profile in the list: a counter price by size
}
double Catalogue::beltPrice(std::string_view profile, double length) const {
    for (const auto &b : belts)
        if (b.profile == profile && length >= b.from && length <= b.to) return b.price;
    return std::round(5.5 + 0.01 * length);
}
double Catalogue::screwPrice(std::string_view name, double length, bool preloaded) const {
    for (const auto &s : screws)
        if (s.name == name && (!preloaded || s.preloadedNut > 0))
            return std::round(s.perMetre * length / 1000 + (preloaded ? s.preloadedNut : s.nut));
    return std::nan("");
}
const CatalogueMotor *Catalogue::motorLike(double face, double holding, double rated, bool encoder) const {
    const CatalogueMotor *best = nullptr;
    double bestOff = 0;
    for (const auto &c : motors) {
        if (!(std::fabs(c.holding - holding) < 0.1 * holding) || std::fabs(c.face - face) >= 3) continue;
        double off = std::fabs(c.holding / holding - 1) + 10 * (c.encoder != encoder) + 0.01 * c.shaftBothEnds;
        if (rated == rated) off += 0.1 * std::fabs(c.current / rated - 1);
        if (!best || off < bestOff) {
            best = &c;
            bestOff = off;
        }
    }
    return best;
}
namespace {
template <class Rows, class Fits> auto cheapest(const Rows &rows, Fits &&fits) -> const typename Rows::value_type * {
    const typename Rows::value_type *best = nullptr;
    for (const auto &r : rows)
        if (fits(r) && (!best || r.price < best->price)) best = &r;
    return best;
}
} // namespace
const CatalogueServo *Catalogue::servoLike(double face, double continuous, double constant, bool brushed) const {
    const CatalogueServo *best = nullptr;
    double bestOff = 0;
    for (const auto &s : servos) {
        if (s.brushed() != brushed || !(std::fabs(s.continuous - continuous) < 0.1 * continuous) ||
            std::fabs(s.face - face) >= 3)
            continue;
        double off = std::fabs(s.continuous / continuous - 1);
        if (constant == constant) off += std::fabs(s.constant / constant - 1);
        if (!best || off < bestOff) {
            best = &s;
            bestOff = off;
        }
    }
    return best;
}
const CatalogueServoDrive *Catalogue::servoDriveFor(double volts, double peak, bool brushed) const {
    return cheapest(servoDrives, [&](const auto &d) {
        return (d.kind == "brushed") == brushed && !(volts > voltageUse * d.voltsMost * (1 + 1e-9)) &&
               !(volts < d.voltsLeast) && !(peak > d.peak * (1 + 1e-9));
    });
}
const CatalogueDrive *Catalogue::driveFor(double volts, double peak, bool closedLoop) const {
    return cheapest(drives, [&](const auto &d) {
        return d.closedLoop == closedLoop && !(volts > voltageUse * d.voltsMost * (1 + 1e-9)) &&
               !(volts < d.voltsLeast) && !(peak > d.peak * (1 + 1e-9));
    });
}
const CatalogueSupply *Catalogue::supplyFor(double volts, double watts) const {
    return cheapest(supplies, [&](const auto &s) {
        return std::fabs(s.volts - volts) <= 0.02 * volts && !(watts > s.watts * (1 + 1e-9));
    });
}
const CatalogueEnd *Catalogue::endFor(std::string_view place, double bore) const {
    const CatalogueEnd *best = nullptr;
    for (const auto &e : ends) {
        if (e.place != place) continue;
        const bool fits = e.bore >= bore, bestFits = best && best->bore >= bore;
        if (!best || (fits && (!bestFits || e.bore < best->bore)) || (!fits && !bestFits && e.bore > best->bore))
            best = &e;
    }
    return best;
}
const CatalogueCoupling *Catalogue::couplingFor(double bore, double torque) const {
    return cheapest(couplings, [&](const auto &c) { return !(bore > c.boreMost) && !(torque > c.torque); });
}
const CatalogueBrake *Catalogue::brakeFor(double torque) const {
    return cheapest(brakes, [&](const auto &b) { return b.torque >= torque * (1 - 1e-9); });
}

} // namespace lw
