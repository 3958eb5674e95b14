// The work cycle drawn over time: force along the screw with the ways hatched below, speed on a log scale, the blocks
// as a strip.
#pragma once

#include "picture/theme.h"
#include "proof/cycle.h"
#include <QPainter>
#include <vector>

namespace lw {

/// Where everything lies; made once, painted and hit-tested from the same numbers.
struct CycleLayout {
    struct Block {
        QRectF force, speed, strip; ///< columns of the three bands
        bool known = true;          ///< its time is
    };
    std::vector<Block> blocks;
    QRectF forceBand, speedBand, stripBand;
    double mostForce = 100, leastSpeed = 0, mostSpeed = 0; ///< N, m/s
    [[nodiscard]] double yOfForce(double newton) const;
    [[nodiscard]] double yOfSpeed(double metresPerSecond) const;
    /// Pixel of a time, and back; blocks of unknown time take no time.
    [[nodiscard]] double xAt(const Cycle &c, double t) const;
    [[nodiscard]] double timeAt(const Cycle &c, double x) const;
};
[[nodiscard]] CycleLayout layOutCycle(QRectF area, const AxisModel &m, const Cycle &c);
/// "Cuts 76 s, rapids 12 s, stands 30 s of 118."
[[nodiscard]] QString cycleSums(const Cycle &c);
/// @param current index of the block being edited, -1: none  @param scrub s from the start, below zero: no line, the
/// sums instead
void paintCycle(QPainter &p, const CycleLayout &l, const AxisModel &m, const Cycle &c, int current, double scrub,
                const QString &sums);

} // namespace lw
