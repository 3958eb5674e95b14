// A pair of spur gears in the open: change gears, an old gearbox, a pair made for the job.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "axis/stages/seat.h"
#include "axis/stages/stage_load.h"
#include "drive/chain.h"
#include "drive/materials.h"
#include "drive/reducers.h"
#include <array>
#include <string>

namespace lw {

struct GearWheel {
    int teeth = 0;                      ///< 0: not known
    const Material *material = nullptr; ///< null: not said
    FitSize bore;
    std::string hub;
};

struct Gears {
    static constexpr std::string_view code = "gears", noun = "gears";
    static constexpr bool beside = true;
    GearWheel driver, driven;
    Known module, width, offFace; ///< m
    Known centre;                 ///< m, shaft to shaft as it stands
    Known apart;                  ///< m, farther apart than without play; of the centres, or assumed
    Known play;                   ///< rad at its output, clocked; goes before what the centres say
    Known efficiency;

    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::gearEfficiency, self.efficiency);
        visit(input::gearCentre, self.apart);
        visit(input::gearPlay, self.play);
    }
    struct Work {
        GearPairFigures pair{};
        bool meshes = false;                               ///< module and teeth known, and the flanks can touch
        double playAtOutput = notKnown;                    ///< rad; below zero they bind
        double force = notKnown, speed = notKnown;         ///< N along the pitch circle, m/s there
        std::array<double, 2> stress{notKnown, notKnown};  ///< Pa at the roots, driver and driven
        std::array<double, 2> allowed{notKnown, notKnown}; ///< Pa
    };
    [[nodiscard]] Standing knownBy() const { return efficiency.standing; }
    [[nodiscard]] const GearWheel &wheel(std::size_t side) const { return side == 0 ? driver : driven; }
    [[nodiscard]] StageSeat seat(std::size_t side) const { return {&wheel(side).bore, wheel(side).hub, "Gear"}; }
    void bored(std::size_t side, FitSize bore) { (side == 0 ? driver : driven).bore = std::move(bore); }
    [[nodiscard]] bool toothed() const { return driver.teeth > 0 && driven.teeth > 0; }
    [[nodiscard]] double radius(std::size_t side) const {
        return module.v * wheel(side).teeth / 2;
    } ///< m, pitch circle
    [[nodiscard]] Fraction reduction() const {
        return toothed() ? makeFraction(driven.teeth, driver.teeth).value_or(Fraction{1, 1}) : Fraction{1, 1};
    }
    [[nodiscard]] StageFigures figures(Work &work) const;
    void load(Work &work, StageFigures &figures, const StageLoad &load) const;
};

} // namespace lw
