// A kind of stage nobody has built: all that a new kind needs is a file like this one and its name in a list of kinds.
#pragma once
#include "axis/stages/stage.h"
#include "proof/check.h"

namespace lw {

/// A friction wheel on the rim of a disc: ratio of two radii, slips beyond a torque.
struct FrictionWheel {
    static constexpr std::string_view code = "friction_wheel";
    Known wheel, disc, slipsAt; ///< radii, m; N m at its output
    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        static constexpr InputSpec slip{"wheel_slip", "where the wheel slips", "Hang a weight on the rim", 5};
        visit(slip, self.slipsAt);
    }
    struct Work {
        double pressed = notKnown; ///< N, what it must be pressed on with
    };
    [[nodiscard]] Fraction reduction() const {
        return makeFraction(std::lround(disc.v * 1e6), std::lround(wheel.v * 1e6)).value_or(Fraction{1, 1});
    }
    [[nodiscard]] StageFigures figures(Work &) const {
        StageFigures f;
        f.reduction = reduction();
        f.forward = f.backward = 0.9;
        f.peak = newtonMetres(slipsAt.v);
        return f;
    }
    void load(Work &work, StageFigures &f, const StageLoad &load) const {
        f.stiffness = fromSi<TorsionalStiffness>(1e4);
        work.pressed = load.peakIn / wheel.v / 0.1;
    }
};

template <> inline std::span<const StageCheck<FrictionWheel>> stageChecks<FrictionWheel>() {
    static const StageCheck<FrictionWheel> list[] = {
        {{.code = "XX-1",
          .title = "Wheel slips",
          .part = Part::Belt,
          .station = StationId::Drive,
          .unit = "Nm",
          .advice = "Press it on harder.",
          .source = "MECH",
          .say =
              [](const AxisScope &, const Finding &f) {
                  return "The wheel carries " + numberText(f.capacity, 3) + " of " + numberText(f.demand, 3) + ".";
              }},
         [](const StageScope<FrictionWheel> &w, Rows &rows) {
             double most = 0;
             for (const auto &p : w.s.points)
                 most = std::max(most, std::fabs(p.shafts[std::size_t(w.place) + 1].torque.value()));
             rows.add(marginRow(most, w.figures.peak.value(), 1, 1.5));
         }}};
    return list;
}

} // namespace lw
