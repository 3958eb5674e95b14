// Marks of the job rather than of a verdict: how far a part has come, what kind of log entry, a caution's tag, a dial.
#pragma once

#include "logbook/log.h"
#include "picture/theme.h"
#include <QPainter>

namespace lw {

/// A pin on its way into a drilled plate: idea, ordered, arrived, fitted, or on the shelf (have).
void paintProgress(QPainter &p, QRectF area, PartState state, bool have);
/// 20 x 20: dial, fork, parcel, bored block, broken bar, ribbon, tag, lines.
void paintLogKind(QPainter &p, QPointF topLeft, LogKind kind, const QColor &ink);
/// A hang tag with two slanted bars.
void paintTag(QPainter &p, QRectF area);
struct DialFace {
    double value = notKnown, predicted = notKnown; ///< in the unit shown
    double turn = 200;                             ///< a whole turn
    int divisions = 100, figures = 5;
    QString unit;
};
/// An indicator dial: solid needle for the reading, dashed for what was predicted.
void paintDial(QPainter &p, QRectF area, const DialFace &dial);
/// Said and is on one band: the band is what was allowed for, the mark what came out with its own doubt.
void paintBand(QPainter &p, QRectF area, const Prediction &q);

} // namespace lw
