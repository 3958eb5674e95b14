// A table that turns: how fine and how fast it is, what it carries, how much it twists, how evenly it goes round.
#pragma once

#include "fraction.h"
#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>

namespace lw {

/// Time to turn by an angle from rest to rest: a ramp up and one down, a stretch at full speed between where the angle
/// is long enough. @param top @param ramp > 0 @param angle >= 0. Source: KIN.
[[nodiscard]] Duration indexTime(Angle angle, AngularSpeed top, AngularAcceleration ramp);

/// One of the things that turn with a table. Sizes across the axis, length along it.
struct TurningBody {
    enum class Shape { Cylinder, Tube, Box } shape = Shape::Cylinder;
    Length a{}; ///< outside diameter, or one side
    Length b{}; ///< diameter of the hole, or the other side
    Mass mass{};
    Length offset{};              ///< from the axis to its middle
    Angle direction = radians(0); ///< of that offset
};
/// Mass of a body of its size. @param length along the axis
[[nodiscard]] Mass massOf(const TurningBody &body, Length length, Density density);
struct TurningLoad {
    Mass mass{};
    Inertia inertia{};    ///< about the table's axis
    double unbalance = 0; ///< kg m, vector sum of mass times offset
    [[nodiscard]] Length eccentricity() const { return metres(unbalance / mass.value()); }
    [[nodiscard]] Torque worst() const { return newtonMetres(standardGravity * unbalance); } ///< axis lying
};
/// Parallel axes, offsets as vectors. Source: MECH.
[[nodiscard]] TurningLoad turningLoad(std::span<const TurningBody> bodies);

/// Springs between motor and work, felt at the table; what is not there is left out.
struct RotarySprings {
    std::optional<TorsionalStiffness> belt, shaft, gear;
};
/// A toothed belt at the pulley on the table, both spans preloaded. @param specific N per width and unit strain
/// @param mesh share the teeth leave, (0, 1]
[[nodiscard]] TorsionalStiffness beltAtTable(Stiffness specific, double mesh, Length width, Length span1, Length span2,
                                             Length pitchDiameter);
/// A round shaft. Source: MECH.
[[nodiscard]] TorsionalStiffness shaftStiffness(Length diameter, Length length, Pressure shearModulus);
/// Nothing when none of them is there.
[[nodiscard]] std::optional<TorsionalStiffness> inSeries(const RotarySprings &s);
/// How it rings with the motor held. Source: MECH.
[[nodiscard]] Frequency torsionalFrequency(TorsionalStiffness k, Inertia J);

/// What an eccentric pulley or gear does to the angle of the table: a wave.
struct AngleWave {
    Angle amplitude;    ///< middle to peak
    int wavesATurn = 1; ///< of the table
};
enum class EccentricAt { BeltDriver, BeltTable, GearTable };
/// @param runOut total indicator reading, twice the eccentricity @param pressure angle of gear teeth
[[nodiscard]] AngleWave eccentricWave(EccentricAt where, Length runOut, Length tablePitchDiameter, double ratio,
                                      Angle pressure);

/// What a value that is typed as steps a degree with so many decimals does to the angle.
struct DegreeSteps {
    Fraction exact; ///< a turn of the table
    double typed;   ///< a degree
    Angle drift;    ///< after the turns asked about; plus: it has turned too far
};
[[nodiscard]] Result<DegreeSteps> typedDegreeSteps(Fraction perTurn, int decimals, int turns);

/// Offset of the mass that a balance grade allows, at a speed > 0. @param grade mm/s as in G 6.3, in m/s here.
/// Source: ISO-21940-11.
[[nodiscard]] Length permissibleOffset(Speed grade, AngularSpeed speed);

} // namespace lw
