// What stops an axis, read from it as it stands.
#pragma once

#include "drive/stopping.h"
#include "proof/evaluate.h"

namespace lw {

/// Fifty milliseconds until the controller reacts, two millimetres to spare: common practice. NaN inside where mass,
/// friction or braking is not known.
[[nodiscard]] Stopping stoppingOf(const AxisModel &m, const AxisState &s);

} // namespace lw
