// One axis of a job proved, and its findings by name.
#pragma once
#include "proof/doubt/doubt.h"

namespace lw {

struct Proof {
    AxisModel m;
    Evaluation e;
    /// The first finding of a check; @param side of its subject; below 0: whichever
    [[nodiscard]] const Finding *of(CheckId id, Operating op = Operating::None, int side = -1) const {
        for (const auto &f : e.findings)
            if (f.id == id && (op == Operating::None || f.subject.at == op) && (side < 0 || f.subject.side == side))
                return &f;
        return nullptr;
    }
};
inline Proof proof(const nlohmann::json &job, const char *axis = "X", const char *design = "A") {
    Proof p{readAxis(job, axis, design), {}};
    p.e = prove(p.m);
    return p;
}

} // namespace lw
