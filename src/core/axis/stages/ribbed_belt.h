// A V-ribbed belt: quiet and quick for what only turns; it slips a little under every load.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "axis/stages/seat.h"
#include "axis/stages/stage_load.h"
#include "drive/chain.h"
#include "drive/ribbed_belt.h"
#include <string>

namespace lw {

struct RibbedBelt {
    static constexpr std::string_view code = "ribbed", noun = "ribbed belt";
    static constexpr bool beside = true;
    std::string beltText; ///< as typed: "6 PJ 610"
    Result<RibbedCode> read = fail(CalcErrorCode::Missing, "belt");
    Known driver, driven; ///< m, effective diameters
    FitSize driverBore, drivenBore;
    std::string driverHub, drivenHub;
    Known centre, offFace; ///< m
    Known service, efficiency;

    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::beltEfficiency, self.efficiency);
    }
    struct Work {
        double centre = notKnown; ///< m, as typed or as the belt's length asks
        RibbedForces forces{};
        bool forcesKnown = false;
    };
    [[nodiscard]] Standing knownBy() const { return efficiency.standing; }
    [[nodiscard]] StageSeat seat(std::size_t side) const {
        return side == 0 ? StageSeat{&driverBore, driverHub, "Pulley"} : StageSeat{&drivenBore, drivenHub, "Pulley"};
    }
    void bored(std::size_t side, FitSize bore) { (side == 0 ? driverBore : drivenBore) = std::move(bore); }
    [[nodiscard]] const RibSection *section() const { return read ? read->section : nullptr; }
    [[nodiscard]] bool sized() const { return driver.known() && driven.known() && driver.v > 0 && driven.v > 0; }
    /// Of the diameters, to a hundredth of a millimetre; the belt creeps besides.
    [[nodiscard]] Fraction reduction() const;
    [[nodiscard]] StageFigures figures(Work &work) const;
    void load(Work &work, StageFigures &figures, const StageLoad &load) const;
};

} // namespace lw
