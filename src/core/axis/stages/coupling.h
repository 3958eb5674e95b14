// Motor straight on the next shaft, through a coupling.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "axis/stages/seat.h"
#include "axis/stages/stage_load.h"
#include "drive/chain.h"
#include "drive/hubs.h"
#include <string>

namespace lw {

struct Coupling {
    static constexpr std::string_view code = "coupling", noun = "coupling";
    static constexpr bool beside = false;
    std::string typeCode;          ///< empty: not said
    Known stiffness, inertia;      ///< N m/rad; kg m^2
    Known rated;                   ///< N m, of its sheet
    Known clampScrew, clampScrews; ///< m; how many a hub
    Known offset, lean;            ///< m, rad: how far the shafts are out of line, found at fitting
    Known gap;                     ///< m, between the ends of the two shafts inside it
    FitSize boreIn, boreOut;
    [[nodiscard]] const CouplingType *type() const { return couplingType(typeCode); }

    /// Calls visit(InputSpec, Known &) for each of its inputs; static, so that it serves const and other stages.
    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::couplingStiffness, self.stiffness);
        visit(input::couplingInertia, self.inertia);
    }
    [[nodiscard]] StageSeat seat(std::size_t side) const {
        return {side == 0 ? &boreIn : &boreOut, "clamp", "Coupling"};
    }
    void bored(std::size_t side, FitSize bore) { (side == 0 ? boreIn : boreOut) = std::move(bore); }
    struct Work {};
    [[nodiscard]] Standing knownBy() const { return Standing::Stated; } ///< it loses nothing
    [[nodiscard]] Fraction reduction() const { return {1, 1}; }
    [[nodiscard]] StageFigures figures(Work &work) const;
    void load(Work &work, StageFigures &figures, const StageLoad &load) const;
};

} // namespace lw
