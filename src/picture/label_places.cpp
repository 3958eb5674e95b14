#include "picture/label_places.h"
#include <QLineF>
#include <algorithm>
#include <cmath>
#include <numeric>

namespace lw {

void LabelPlaces::keepOff(const QPolygonF &line) {
    constexpr double pace = 4, half = 1.5; // px
    for (qsizetype k = 0; k + 1 < line.size(); ++k) {
        const QLineF part(line[k], line[k + 1]);
        const int n = std::max(1, int(std::ceil(part.length() / pace)));
        for (int i = 0; i <= n; ++i) {
            const QPointF at = part.pointAt(double(i) / n);
            m_taken.emplace_back(at.x() - half, at.y() - half, 2 * half, 2 * half);
        }
    }
}
double LabelPlaces::touched(QRectF box, QRectF room, std::span<const QRectF> taken) {
    double area = 0;
    for (const auto &t : taken) {
        const auto both = t.intersected(box);
        if (!both.isEmpty()) area += both.width() * both.height();
    }
    const auto in = room.intersected(box);
    return area + 4 * (box.width() * box.height() - in.width() * in.height()); // cut off is worst
}
std::vector<QRectF> LabelPlaces::place(std::span<const std::vector<QRectF>> names) const {
    std::vector<std::size_t> order(names.size());
    std::iota(order.begin(), order.end(), std::size_t(0));
    std::vector<QRectF> best(names.size());
    double bestTouched = -1;
    for (std::size_t round = 0; round < names.size() + 1; ++round) {
        auto taken = m_taken;
        std::vector<QRectF> boxes(names.size());
        double all = 0;
        std::size_t worst = names.size();
        double worstTouched = 0;
        for (const auto k : order) {
            double least = -1;
            for (const auto &box : names[k]) {
                const double t = touched(box, m_room, taken);
                if (least < 0 || t < least - 1e-9) {
                    boxes[k] = box;
                    least = t;
                }
                if (t <= 0) break;
            }
            taken.push_back(boxes[k]);
            all += least;
            if (least > worstTouched) {
                worst = k;
                worstTouched = least;
            }
        }
        if (bestTouched < 0 || all < bestTouched - 1e-9) {
            best = boxes;
            bestTouched = all;
        }
        if (worst == names.size()) break;
        const auto at = std::find(order.begin(), order.end(), worst);
        std::rotate(order.begin(), at, at + 1);
    }
    return best;
}

} // namespace lw
