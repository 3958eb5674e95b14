// A reducer in a housing: worm, strain-wave, cycloidal, planetary or plain gears, by what its sheet or its kind says.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "axis/stages/seat.h"
#include "axis/stages/stage_load.h"
#include "drive/chain.h"
#include <string>

namespace lw {

/// What such reducers have, from memory; a sheet knows better. Common practice.
struct ReducerKind {
    std::string_view code, name;
    double efficiency, low, high;   ///< motor drives
    double play, playLow, playHigh; ///< rad at the output
};
/// The row of a code; the first, "gears", for one that is not there.
[[nodiscard]] const ReducerKind &reducerKind(std::string_view code);

struct Reducer {
    static constexpr std::string_view code = "reducer", noun = "reducer";
    static constexpr bool beside = false;
    std::string kindCode;  ///< empty: not said
    Fraction stated{0, 1}; ///< turns in for a turn out; 0: not known
    std::string ratioText;
    Known efficiency, play;   ///< forward; rad at the output
    Known lasting, peak;      ///< N m at the output, all day and for a moment
    Known drag;               ///< N m at the output
    Known stiffness, inertia; ///< N m/rad at the output; kg m^2 at the input
    Known wave;               ///< rad at the output, peak to peak: how unevenly it goes round
    Known fastest;            ///< rad/s at the input
    Known lead;               ///< rad, lead angle of a worm
    bool dry = false;         ///< it runs without grease or oil
    // a strain-wave by its sheet
    int size = 0;               ///< class of its bearing circle, 14 to 32; 0: not said
    Known ratedSpeed, meanMost; ///< rad/s in, at which it carries `lasting` for its rated hours; N m in the mean
    Known wavePart{1, Standing::Stated}; ///< factor on the stiffness its size usually has
    FitSize bore;                        ///< what its input takes

    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::reducerEfficiency, self.efficiency);
        visit(input::reducerPlay, self.play);
        visit(input::reducerDrag, self.drag);
        visit(input::waveStiffness, self.wavePart);
    }
    struct Work {
        double peakOut = notKnown; ///< N m, what the motor's peak makes at its output
    };
    [[nodiscard]] Standing knownBy() const { return efficiency.standing; }
    [[nodiscard]] StageSeat seat(std::size_t) const { return {}; } ///< judged by its own row
    void bored(std::size_t, const FitSize &) {}                    ///< it is as it was bought
    [[nodiscard]] const ReducerKind &kind() const { return reducerKind(kindCode); }
    [[nodiscard]] bool strainWave() const { return kindCode == "strain_wave"; }
    [[nodiscard]] bool worm() const { return kindCode.starts_with("worm"); }
    /// A single-start worm stands by itself while nothing shakes it.
    /// rad: of its friction, as its efficiency and lead angle say; not known without both.
    [[nodiscard]] double frictionAngle() const;
    [[nodiscard]] bool locks() const { return worm() && 2 - 1 / efficiency.v <= 0; }
    [[nodiscard]] Fraction reduction() const { return stated.num > 0 ? stated : Fraction{1, 1}; }
    [[nodiscard]] StageFigures figures(Work &work) const;
    void load(Work &work, StageFigures &figures, const StageLoad &load) const;
};

} // namespace lw
