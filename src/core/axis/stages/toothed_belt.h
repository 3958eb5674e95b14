// A toothed belt on two pulleys.
#pragma once

#include "axis/fit_size.h"
#include "axis/inputs.h"
#include "axis/stages/seat.h"
#include "axis/stages/stage_load.h"
#include "drive/belt.h"
#include "drive/belt_path.h"
#include "drive/chain.h"
#include <array>
#include <optional>
#include <string>

namespace lw {

/// Stretch that setting a belt tight asks room for in its slot. Common practice.
inline constexpr double settingStrain = 0.003;

struct Pulley {
    int teeth = 0; ///< 0: not known
    const BeltProfile *profile = nullptr;
    Known beltWidth, faceWidth;
    int flanges = 0;
    bool flangesTold = false; ///< somebody counted them
    FitSize bore;
    Known runOut;                 ///< m, full swing at its teeth
    Known keyLength;              ///< m that bears, of a keyed hub
    Known keyWidth;               ///< m, of the key seat in the bore; 0: none
    std::string bushSeries, bush; ///< as marked on the pulley and on its taper bush: "1108"
    std::string hub, material;
    bool materialTold = false; ///< else taken as aluminium, for its weight
    double density = 2700;     ///< kg/m^3, of its material
};

/// What takes up a belt between two pulleys whose centres are fixed.
struct BeltIdler {
    bool said = false, inside = false; ///< inside: toothed; else smooth, on the belt's back
    Known diameter, along;             ///< m: over its rim; from the driving pulley along the line of centres
};

struct ToothedBelt {
    static constexpr std::string_view code = "belt", noun = "belt";
    static constexpr bool beside = true;
    Pulley driver, driven; ///< on the input shaft, on the output shaft
    std::string beltText;  ///< as typed
    Result<Designation> read = fail(CalcErrorCode::Missing, "belt");
    BeltIdler idler;
    Known centre, slotFrom, slotTo, tolerance, width, service, install, efficiency, mesh, offFace;
    Known stiffnessFactor{1, Standing::Assumed, 0.5, 2.0, Shape::Lognormal};

    /// Calls visit(InputSpec, Known &) for each of its inputs; static, so that it serves const and other stages.
    template <class Self, class Visit> static void eachInput(Self &self, Visit &&visit) {
        visit(input::beltStiffness, self.stiffnessFactor);
        visit(input::beltEfficiency, self.efficiency);
        visit(input::mesh, self.mesh);
        visit(input::centre, self.centre);
        visit(input::slotFrom, self.slotFrom);
        visit(input::slotTo, self.slotTo);
        visit(input::tolerance, self.tolerance);
        visit(input::driverRunOut, self.driver.runOut);
        visit(input::drivenRunOut, self.driven.runOut);
    }
    /// What is worked out of it; lengths in m, forces in N.
    struct Work {
        bool matches = false;  ///< belt and pulleys are of one profile, or run together all the same
        bool geometry = false; ///< centre distance and both pulleys are known
        OpenBelt open{};
        BeltForces forces{};
        bool forcesKnown = false;
        double centre = notKnown;
        /// Centres typed less those the belt asks: below zero it hangs slack, above it cannot be put on. 0 where one of
        /// the two is not known, or where setting it tight makes up for it.
        double centreOff = 0;
        double slotInward = notKnown, slotOutward = notKnown, needInward = notKnown, needOutward = notKnown;
        std::optional<IdlerPlace> idler; ///< where it has to stand; nothing: none, or none that does
        std::string idlerProblem;
        double swing = notKnown;          ///< of the tension, from the run-out of its output seat
        double stiffness = notKnown;      ///< N m/rad at the driven shaft
        int teethSeat = 0, teethMesh = 0; ///< of a belt that does not match
        double perToothError = 0;
        double shaftLoad = notKnown;         ///< pull on either shaft, the larger of standing and working
        std::array<PulleySize, 2> pulleys{}; ///< driver, driven
        std::array<double, 2> wall{notKnown, notKnown};
        std::array<double, 2> inertia{0, 0};
    };
    [[nodiscard]] StageFigures figures(Work &work) const;
    void load(Work &work, StageFigures &figures, const StageLoad &load) const;

    [[nodiscard]] Standing knownBy() const { return efficiency.standing; } ///< how its losses are known
    [[nodiscard]] const Pulley &pulley(std::size_t side) const { return side == 0 ? driver : driven; }
    [[nodiscard]] StageSeat seat(std::size_t side) const {
        return {&pulley(side).bore, pulley(side).hub, "Pulley", &pulley(side).keyWidth};
    }
    void bored(std::size_t side, FitSize bore) { (side == 0 ? driver : driven).bore = std::move(bore); }
    [[nodiscard]] bool toothed() const { return driver.teeth > 0 && driven.teeth > 0; }
    [[nodiscard]] Fraction reduction() const {
        return toothed() ? makeFraction(driven.teeth, driver.teeth).value_or(Fraction{1, 1}) : Fraction{1, 1};
    }
    [[nodiscard]] double ratio() const { return toothed() ? double(driven.teeth) / driver.teeth : 1.0; }
    /// The pulley with the fewer teeth decides mesh and pull.
    [[nodiscard]] int fewerTeeth() const { return std::min(driver.teeth, driven.teeth); }
    [[nodiscard]] bool driverIsSmaller() const { return driver.teeth <= driven.teeth; }
    [[nodiscard]] const BeltProfile *beltProfileRead() const { return read && read->profile ? read->profile : nullptr; }
    [[nodiscard]] const BeltProfile *profileUsed() const; ///< of the belt, else of the pulleys
    [[nodiscard]] int beltTeeth() const;                  ///< 0 when not known
    [[nodiscard]] int flangedPulleys() const { return (driver.flanges > 0) + (driven.flanges > 0); }
};

} // namespace lw
