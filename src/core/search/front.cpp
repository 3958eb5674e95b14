#include "search/front.h"
#include <algorithm>
#include <cmath>

namespace lw {

double SizeCloud::shareOf(double value) const {
    return std::log(std::clamp(value, least, most) / least) / std::log(most / least);
}
int SizeCloud::row(double value) const { return std::clamp(int(shareOf(value) * up), 0, up - 1); }
void SizeCloud::merge(const SizeCloud &other) {
    for (std::size_t k = 0; k < inside.size(); ++k) {
        inside[k] += other.inside[k];
        outside[k] += other.outside[k];
    }
}

void FigureFront::add(const Figured &d, bool more, const std::function<bool(const Figured &, const Figured &)> &first) {
    const auto asGood = [&](const Figured &a, const Figured &b) {
        return more ? a.value >= b.value : a.value <= b.value;
    };
    auto at = std::lower_bound(designs.begin(), designs.end(), d.price,
                               [](const Figured &f, double price) { return f.price < price; });
    if (at != designs.begin() && asGood(*(at - 1), d)) return;
    if (at != designs.end() && at->price == d.price && asGood(*at, d)) {
        if (at->value == d.value && first(d, *at)) *at = d;
        return;
    }
    const auto end = std::find_if(at, designs.end(), [&](const Figured &f) { return !asGood(d, f); });
    designs.insert(designs.erase(at, end), d);
}

bool FigureFront::beats(double price, double value, bool more) const {
    const auto dearer =
        std::upper_bound(designs.begin(), designs.end(), price, [](double p, const Figured &f) { return p < f.price; });
    if (dearer == designs.begin()) return false;
    const double best = (dearer - 1)->value; // each is better than all before it
    return more ? best > value : best < value;
}

std::vector<std::size_t> chosenOf(const std::vector<Figured> &front) {
    if (front.empty()) return {};
    std::vector<std::size_t> chosen{0};
    const auto &first = front.front(), &last = front.back();
    double far = 0;
    std::size_t knee = 0;
    for (std::size_t k = 1; k + 1 < front.size(); ++k) {
        const double x = (front[k].price - first.price) / (last.price - first.price),
                     y = std::log(front[k].value / first.value) / std::log(last.value / first.value);
        if (y - x > far) {
            far = y - x;
            knee = k;
        }
    }
    if (knee) chosen.push_back(knee);
    if (front.size() > 1) chosen.push_back(front.size() - 1);
    return chosen;
}

} // namespace lw
