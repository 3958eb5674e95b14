#include "search/table_ratios.h"
#include "catalogue/catalogue.h"
#include "drive/belt.h"
#include "proof/check.h"
#include "search/belt_choice.h"
#include "search/tried_axis.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
void tell(TableRatio &r, const AxisModel &m) {
    const auto e = evaluate(m);
    r.ratio = m.ratio();
    r.turn = e.state.rotary.turn;
    r.quarter = e.state.rotary.quarter;
    r.step = e.state.rotary.step;
    r.verdict = Verdict::Holds;
    for (const auto &f : e.findings)
        if (f.check->torqueRow || f.check->part == Part::Table) r.verdict = std::min(r.verdict, f.verdict);
}
} // namespace

std::vector<TableRatio> tableRatios(const nlohmann::json &project, const AxisModel &m) {
    std::vector<TableRatio> out;
    const auto place = m.placeOf<ToothedBelt>();
    const auto *b = m.stageAs<ToothedBelt>(place);
    if (!m.rotary() || !b || !b->toothed() || !b->driver.profile) return out;
    TriedAxis tried(project, m.id, m.designId);
    const auto at = [&](const char *key) { return stagePointer(m, place) + key; };
    auto open = *b; // the motor can be moved for another belt
    open.slotFrom = open.slotTo = {};
    const auto &shop = catalogueInUse();
    for (const auto &row : shop.pulleys) {
        const int driven = static_cast<int>(row.teeth);
        if (row.profile != b->driver.profile->name || driven < b->driver.profile->teethLeast) continue;
        if (driven == b->driven.teeth) continue;
        auto belt = bestBelt(*b, b->driver.teeth, driven);
        if (!belt) belt = bestBelt(open, b->driver.teeth, driven);
        if (!belt) continue;
        TableRatio r;
        r.words = std::to_string(b->driver.teeth) + ":" + std::to_string(driven);
        const double width = b->driver.beltWidth.known() ? b->driver.beltWidth.v * 1e3 : 9;
        r.patches = {{at("driven/teeth"), {{"typed", std::to_string(driven)}, {"standing", "catalogue"}}},
                     {at("code"), beltCode(*b->driver.profile, belt->teeth, width)},
                     {at("centre_mm"), filled(std::round(belt->centre * 1e5) / 100, "mm", "stated")}};
        r.price =
            shop.pulleyPrice(row.profile, driven) + shop.beltPrice(row.profile, belt->teeth * b->driver.profile->pitch);
        tell(r, tried.with(r.patches));
        out.push_back(std::move(r));
    }
    TableRatio now;
    now.words = std::to_string(b->driver.teeth) + ":" + std::to_string(b->driven.teeth);
    now.now = true;
    now.price = 0;
    tell(now, m);
    out.push_back(std::move(now));
    std::sort(out.begin(), out.end(), [](const auto &x, const auto &y) { return x.ratio < y.ratio; });
    return out;
}

} // namespace lw
