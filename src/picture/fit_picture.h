// Fits of the fixed bearings drawn as fields of tolerance, and the housing warming until its ring slips in.
#pragma once

#include "proof/bearing_fits.h"
#include <QPainter>

namespace lw {

/// Anything to draw: a housing or a journal with its ring is known.
[[nodiscard]] bool hasFits(const BearingFits &fits);
void paintFits(QPainter &p, QRectF area, const BearingFits &fits, const AxisModel &m);

} // namespace lw
