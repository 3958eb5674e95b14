// What of a stage sits on a shaft.
#pragma once

#include "axis/fit_size.h"
#include "machine/known.h"
#include <string_view>

namespace lw {

struct StageSeat {
    const FitSize *bore = nullptr; ///< null: it brings none of its own
    std::string_view hub = "clamp", what;
    const Known *keyWidth = nullptr; ///< of the key seat in its bore; null: nobody is asked
};

} // namespace lw
