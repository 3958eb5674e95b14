// An encoder on the spindle: how fast it may count, and at how many angles of the spindle its index can fall.
#pragma once

#include "units/quantity.h"

namespace lw {

/// Encoder turns for a turn of the spindle as p/q in lowest terms, of the teeth of the two pulleys.
struct EncoderGearing {
    int turns = 1;     ///< p
    int ofSpindle = 1; ///< q
    [[nodiscard]] double value() const { return double(turns) / ofSpindle; }
    /// Angles of the spindle at which the index falls: p. Above one a second pass of a thread may start elsewhere.
    [[nodiscard]] int indexAngles() const { return turns; }
    /// Spindle turns between two falls at the same angle: q.
    [[nodiscard]] int turnsToWait() const { return ofSpindle; }
};
/// @param onSpindle @param onEncoder teeth, at least 1. Source: none, it is counting.
[[nodiscard]] EncoderGearing encoderGearing(int onSpindle, int onEncoder);
/// Four edges a line in quadrature.
[[nodiscard]] double countsATurn(int lines, const EncoderGearing &gearing);
/// Hz. @param countsATurn of the spindle
[[nodiscard]] Frequency countRate(double countsATurn, AngularSpeed spindle);
/// Fastest spindle whose counts still come through.
[[nodiscard]] AngularSpeed spindleSpeedFor(double countsATurn, Frequency limit);

} // namespace lw
