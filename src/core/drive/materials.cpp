#include "drive/materials.h"
#include <cassert>
#include <limits>

namespace lw {
namespace {
constexpr double none = std::numeric_limits<double>::quiet_NaN();
constexpr Material materials[] = {
    {"steel", "steel", 7850, 206e9, 11.5e-6, 100e6},      {"iron", "grey iron", 7200, 100e9, 10.5e-6, 45e6},
    {"aluminium", "aluminium", 2700, 70e9, 23e-6, none},  {"brass", "brass", 8500, 100e9, 19e-6, none},
    {"bronze", "bronze", 8800, 105e9, 18e-6, 50e6},       {"acetal", "acetal", 1410, 2.8e9, 110e-6, 22e6},
    {"plastic", "plastic", 1300, 2.5e9, none, none},      {"hardwood", "hardwood", 700, 8e9, none, none, true},
    {"softwood", "softwood", 500, 6e9, none, none, true}, {"oak", "oak", 700, 8e9, none, none, true},
    {"pine", "pine", 500, 6e9, none, none, true},
};
} // namespace

const Material *material(std::string_view code) {
    for (const auto &m : materials)
        if (m.code == code) return &m;
    return nullptr;
}
const Material &materialOr(std::string_view code, std::string_view usual) {
    const auto *m = material(code);
    if (!m) m = material(usual);
    assert(m);
    return *m;
}

} // namespace lw
