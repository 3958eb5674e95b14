#include "axis/work_holding.h"

namespace lw {

const WorkMaterial *workMaterial(std::string_view code) {
    static constexpr WorkMaterial all[] = {
        {"steel", 206e9, 7850, false}, {"iron", 100e9, 7200, false},    {"aluminium", 70e9, 2700, false},
        {"brass", 100e9, 8500, false}, {"plastic", 2.5e9, 1300, false}, {"hardwood", 8e9, 700, true},
        {"softwood", 6e9, 500, true},
    };
    for (const auto &m : all)
        if (m.code == code) return &m;
    return nullptr;
}

} // namespace lw
