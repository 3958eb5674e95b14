#include "axis/fit_size.h"
#include "drive/belt.h"

namespace lw {

FitSize readFitSize(std::string text) {
    FitSize f;
    f.text = std::move(text);
    if (f.text.empty()) return f;
    if (const auto s = readToleratedSize(f.text)) {
        f.nominal = s->nominal * 1e-3;
        f.least = f.nominal + s->band.lower * 1e-6;
        f.most = f.nominal + s->band.upper * 1e-6;
    }
    return f;
}

} // namespace lw
