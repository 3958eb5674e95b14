#include "catalogue/catalogue.h"
#include "catalogue/csv.h"
#include "catalogue/electric_kinds.h"
#include "catalogue/kinds.h"
#include "drive/power.h"
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
using namespace kinds;
template <class Row> double number(const std::string &cell) {
    const auto v = readTyped(cell, Dimension::Number, "");
    return v ? v->si : std::nan("");
}
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
template <class Row> inline constexpr bool soldByTheMetre = requires(Row r) { r.perMetre; };
template <class Row> std::vector<Column<Row>> columnsOf() {
    auto all = KindOf<Row>::columns;
    for (const auto &c : sold<Row>)
        if (!soldByTheMetre<Row> || c.name != "price") all.push_back(c);
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
    Do<CatalogueGear>::call(args...);
    Do<CatalogueRack>::call(args...);
    Do<CatalogueBearing>::call(args...);
    Do<CatalogueNut>::call(args...);
    Do<CatalogueBush>::call(args...);
    Do<CatalogueBrake>::call(args...);
    Do<CatalogueResistor>::call(args...);
    Do<CatalogueFan>::call(args...);
    Do<CatalogueWire>::call(args...);
    Do<CatalogueFuse>::call(args...);
    Do<CatalogueContactor>::call(args...);
    Do<CatalogueConnector>::call(args...);
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
double Catalogue::screwPrice(std::string_view name, double length, SoldNut nut) const {
    for (const auto &s : screws)
        if (s.name == name && (nut != SoldNut::Preloaded || s.preloadedNut > 0))
            return std::round(s.perMetre * length / 1000 + (nut == SoldNut::None     ? 0
                                                            : nut == SoldNut::Single ? s.nut
                                                                                     : s.preloadedNut));
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
const CatalogueReducer *Catalogue::reducerFor(std::string_view kind, double ratio, double torque) const {
    return cheapest(reducers, [&](const auto &r) {
        return (kind.empty() || r.kind == kind) && std::fabs(r.ratio - ratio) <= 1e-3 * ratio && !(torque > r.torque);
    });
}
const CatalogueGear *Catalogue::gearOf(double module, int teeth) const {
    return cheapest(gears, [&](const auto &g) { return std::fabs(g.module - module) < 1e-6 && int(g.teeth) == teeth; });
}
const CatalogueRack *Catalogue::rackOf(double module) const {
    const CatalogueRack *best = nullptr;
    for (const auto &r : racks)
        if (std::fabs(r.module - module) < 1e-6 && (!best || r.perMetre < best->perMetre)) best = &r;
    return best;
}
const CatalogueBearing *Catalogue::bearingNamed(std::string_view name) const {
    return cheapest(bearings, [&](const auto &b) { return b.name == name; });
}
const CatalogueNut *Catalogue::nutNamed(std::string_view name) const {
    return cheapest(nuts, [&](const auto &r) { return r.name == name; });
}
const CatalogueBush *Catalogue::bushOf(std::string_view series, double bore) const {
    return cheapest(bushes, [&](const auto &r) { return r.series == series && std::fabs(r.bore - bore) < 1e-3; });
}
const CatalogueResistor *Catalogue::resistorFor(double least, double most, double watts) const {
    return cheapest(resistors, [&](const auto &r) {
        return r.ohms >= least * (1 - 1e-9) && r.ohms <= most * (1 + 1e-9) && !(watts > r.watts * (1 + 1e-9));
    });
}
const CatalogueFan *Catalogue::fanFor(double flow) const {
    return cheapest(fans, [&](const auto &f) { return f.flow >= flow * (1 - 1e-9); });
}
const CatalogueWire *Catalogue::wireFor(double section, int cores, bool screened) const {
    const CatalogueWire *best = nullptr;
    for (const auto &w : wires)
        if (w.screened == screened && w.cores == cores && w.section >= section * (1 - 1e-9) &&
            (!best || w.perMetre < best->perMetre))
            best = &w;
    return best;
}
const CatalogueFuse *Catalogue::fuseOf(double amperes, double dcVolts) const {
    return cheapest(
        fuses, [&](const auto &f) { return std::fabs(f.amperes - amperes) <= 1e-9 * amperes && f.dcVolts >= dcVolts; });
}
const CatalogueContactor *Catalogue::contactorFor(double amperes) const {
    return cheapest(contactors, [&](const auto &c) { return c.amperes >= amperes; });
}
const CatalogueConnector *Catalogue::connectorFor(int poles, double amperes) const {
    return cheapest(connectors, [&](const auto &c) { return c.poles >= poles && c.amperes >= amperes; });
}
const CatalogueBrake *Catalogue::brakeFor(double torque) const {
    return cheapest(brakes, [&](const auto &b) { return b.torque >= torque * (1 - 1e-9); });
}

} // namespace lw
