// A size with its tolerance as somebody typed it, read once.
#pragma once

#include "machine/known.h"
#include <string>

namespace lw {

/// "10 H7", "14 h6", "13.99": nominal size and limits in metres; not known when blank or unreadable.
struct FitSize {
    std::string text;
    double nominal = notKnown, least = notKnown, most = notKnown;
    [[nodiscard]] bool empty() const { return text.empty(); }
    [[nodiscard]] bool known() const { return nominal == nominal; }
};
[[nodiscard]] FitSize readFitSize(std::string text);

} // namespace lw
