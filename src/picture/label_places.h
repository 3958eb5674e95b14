// Names in a picture kept off its lines, its marks and each other.
#pragma once

#include <QPolygonF>
#include <QRectF>
#include <span>
#include <vector>

namespace lw {

class LabelPlaces {
public:
    /// @param room what a name must lie in
    explicit LabelPlaces(QRectF room) : m_room(room) {}
    void keepOff(QRectF box) { m_taken.push_back(box); }
    /// A line through these points, drawn about 2 px wide.
    void keepOff(const QPolygonF &line);
    /// For each name the first of its boxes that lies in the room and touches nothing; where none does, the one that
    /// touches least. A name that finds no room is tried again before those that took it.
    /// @param names the boxes to try of each, at least one, best first; names that matter most first
    [[nodiscard]] std::vector<QRectF> place(std::span<const std::vector<QRectF>> names) const;

private:
    [[nodiscard]] static double touched(QRectF box, QRectF room, std::span<const QRectF> taken);
    QRectF m_room;
    std::vector<QRectF> m_taken;
};

} // namespace lw
