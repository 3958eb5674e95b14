// The columns of resistors, fans, wire, fuses, contactors and connectors. Not for use outside this folder.
#pragma once

#include "catalogue/kinds.h"

namespace lw::kinds {

template <> struct KindOf<CatalogueResistor> {
    static constexpr std::string_view name = "resistors";
    static constexpr auto list = &Catalogue::resistors;
    using R = CatalogueResistor;
    inline static const std::vector<Column<R>> columns{
        {"name", &R::name}, {"resistance_ohm", &R::ohms, 0.1, 1e5}, {"power_W", &R::watts, 1, 1e5}};
    static std::string wrong(const R &) { return {}; }
};
template <> struct KindOf<CatalogueFan> {
    static constexpr std::string_view name = "fans";
    static constexpr auto list = &Catalogue::fans;
    using R = CatalogueFan;
    inline static const std::vector<Column<R>> columns{
        {"name", &R::name}, {"flow_m3h", &R::flow, 1, 5000}, {"face_mm", &R::face, 20, 500}};
    static std::string wrong(const R &) { return {}; }
};
template <> struct KindOf<CatalogueWire> {
    static constexpr std::string_view name = "wires";
    static constexpr auto list = &Catalogue::wires;
    using R = CatalogueWire;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"cross_section_mm2", &R::section, 0.05, 100},
                                                       {"cores", &R::cores, 1, 50},
                                                       {"screened", &R::screened},
                                                       {"price_per_m", &R::perMetre, 0, 1e4}};
    static std::string wrong(const R &r) {
        return r.cores != std::floor(r.cores) ? "cores must be a whole number." : std::string();
    }
};
template <> struct KindOf<CatalogueFuse> {
    static constexpr std::string_view name = "fuses";
    static constexpr auto list = &Catalogue::fuses;
    using R = CatalogueFuse;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"current_A", &R::amperes, 0.05, 200},
                                                       {"dc_volts", &R::dcVolts, 0, 2000},
                                                       {"slow", &R::slow}};
    static std::string wrong(const R &) { return {}; }
};
template <> struct KindOf<CatalogueContactor> {
    static constexpr std::string_view name = "contactors";
    static constexpr auto list = &Catalogue::contactors;
    using R = CatalogueContactor;
    inline static const std::vector<Column<R>> columns{{"name", &R::name},
                                                       {"current_A", &R::amperes, 1, 500},
                                                       {"poles", &R::poles, 1, 6},
                                                       {"coil_volts", &R::coilVolts, 5, 400}};
    static std::string wrong(const R &) { return {}; }
};
template <> struct KindOf<CatalogueConnector> {
    static constexpr std::string_view name = "connectors";
    static constexpr auto list = &Catalogue::connectors;
    using R = CatalogueConnector;
    inline static const std::vector<Column<R>> columns{
        {"name", &R::name}, {"poles", &R::poles, 1, 100}, {"current_A", &R::amperes, 0.1, 200}};
    static std::string wrong(const R &) { return {}; }
};

} // namespace lw::kinds
