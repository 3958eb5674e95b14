// A shop of few shelves: what the search finds in it can be held against trying everything by hand.
#pragma once

#include "catalogue/catalogue.h"
#include <random>

namespace lw::test {

/// Some rows of the shipped catalogue, drawn by a seed; every kind has at least one.
inline Catalogue smallCatalogue(unsigned seed) {
    std::mt19937 random(seed);
    const auto &all = shippedCatalogue();
    const auto draw = [&](const auto &rows, std::size_t n) {
        auto left = rows;
        std::decay_t<decltype(rows)> out;
        while (out.size() < n && !left.empty()) {
            const std::size_t k = random() % left.size();
            out.push_back(left[k]);
            out.back().price = 5 + double(random() % 90); // prices of this shop
            out.back().leadDays = 3 + double(random() % 30);
            left.erase(left.begin() + std::ptrdiff_t(k));
        }
        return out;
    };
    Catalogue c;
    c.motors = draw(all.motors, 2 + random() % 2);
    c.drives = draw(all.drives, 4);
    auto dc = all.supplies;
    std::erase_if(dc, [](const CatalogueSupply &s) { return s.volts > 200; });
    c.supplies = draw(dc, 3);
    for (const auto &p : all.pulleys)
        if (p.profile == "5M" && (p.teeth == 16 || p.teeth == 20 || p.teeth == 30 || (p.teeth == 40 && seed % 2)))
            c.pulleys.push_back(p);
    c.belts = all.belts;
    c.screws = draw(all.screws, 2);
    for (auto &s : c.screws)
        s.price = 0;
    c.ends = all.ends;
    c.couplings = all.couplings;
    c.brakes = all.brakes;
    if (seed % 4 == 1) { // servos beside the steppers, on mains and on what supplies there are
        c.servos = draw(all.servos, 3);
        c.servoDrives = draw(all.servoDrives, 4);
        for (const auto &s : all.supplies)
            if (s.volts > 200) c.supplies.push_back(s);
    }
    return c;
}

} // namespace lw::test
