// The four marks and the rung: painters of values, on screen and paper alike.
#pragma once

#include "picture/theme.h"
#include <QPainter>

namespace lw {

/// The shear pin of a verdict, from (x, centre y). @param begun false: the plain line of "not begun"
void paintPin(QPainter &p, QPointF leftCentre, Verdict v, QSizeF size = {26, 13}, bool begun = true);
/// Where a margin stands along a rung, 0..1: logarithmic, must at 0.34, wanted at 0.62.
[[nodiscard]] double rungPosition(double margin, double must, double wanted);
/// The margin bar with its two rails, whisker and tick.
void paintRung(QPainter &p, QRectF area, const Finding &f, bool rails = true);
/// A margin that counts, across a chart: its line at y and, at the right on ground of its own, what it is.
void paintMarginRail(QPainter &p, const QRectF &plot, double y, const QString &words, bool above);
/// Balloon of a part.
void paintBalloon(QPainter &p, QPointF centre, int number, bool chosen, double radius = 12);
/// Hatch brush of a colour.
[[nodiscard]] QBrush hatch(const QColor &c, double width = 2.4);
/// Dimension line with slim arrows and its figure on a gap.
void paintDimension(QPainter &p, QPointF a, QPointF b, const QString &figure, bool bold = false,
                    const QColor &ground = {});

} // namespace lw
