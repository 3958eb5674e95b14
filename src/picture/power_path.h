// The power path drawn to scale: seen from the motor end, and from the front. Parts can be found under a point.
#pragma once

#include "picture/chain_parts.h"
#include "picture/theme.h"
#include "proof/evaluate.h"
#include <QPainter>
#include <QPainterPath>
#include <vector>

namespace lw {

struct PartArea {
    int part; ///< balloon, as chainParts numbers them
    QPainterPath area;
};
struct PowerPathPicture {
    std::vector<PartArea> areas;        ///< in widget coordinates, topmost last
    double endScale = 0, sideScale = 0; ///< pixels per metre
    QRectF slot;                        ///< of the slot in the end view
    QPointF smallCentre;                ///< of the motor pulley in the end view
    QPointF firstDriven;                ///< of the pulley its belt turns
    double tableLeft = 0, tableRight = 0;
};
/// Paints both views. @param chosen part number, 0 none @param nutShare where the table stands, 0..1 of the travel
PowerPathPicture paintPowerPath(QPainter &p, QRectF endArea, QRectF sideArea, const AxisModel &m, const AxisState &s,
                                int chosen, double nutShare);

/// Only the view from the motor end.
PowerPathPicture paintChainEnd(QPainter &p, QRectF endArea, const AxisModel &m, const AxisState &s, int chosen);

/// The chain from the front, to scale, its parts alone: for a small picture beside others.
void paintChainPlain(QPainter &p, QRectF side, const AxisModel &m, const AxisState &s);

} // namespace lw
