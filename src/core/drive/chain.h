// Stages of a drive, one behind the other: what each does to torque and speed, and what a demand becomes shaft by
// shaft. Shaft 0 is the motor's, shaft n that of the final element; stage k sits between shafts k and k + 1.
#pragma once

#include "fraction.h"
#include "units/quantity.h"
#include <array>
#include <limits>
#include <span>

namespace lw {

/// What any kind of stage gives. Not known is NaN; stiffness and play are felt at its output shaft, the input held.
struct StageFigures {
    Fraction reduction{1, 1};              ///< turns in for a turn out, exact; > 0
    Ratio forward = 1;                     ///< share that comes out when the motor drives, (0, 1]
    Ratio backward = 1;                    ///< share that comes in when the load drives; 0 or less: it locks
    Inertia in = kilogramSquareMetres(0);  ///< turns with its input shaft
    Inertia out = kilogramSquareMetres(0); ///< turns with its output shaft
    Torque drag = newtonMetres(0);         ///< at its output, against the motion whichever way, load or none
    TorsionalStiffness stiffness = fromSi<TorsionalStiffness>(std::numeric_limits<double>::quiet_NaN());
    Angle play = radians(0);
    Torque peak = fromSi<Torque>(std::numeric_limits<double>::quiet_NaN());       ///< limit at its output, for a moment
    Torque continuous = fromSi<Torque>(std::numeric_limits<double>::quiet_NaN()); ///< limit at its output, all day
    AngularSpeed fastest = fromSi<AngularSpeed>(std::numeric_limits<double>::quiet_NaN()); ///< limit at its input
    // where its shafts lie beside each other
    Length centre = metres(0);   ///< between them; 0: in line
    Length offFace = metres(0);  ///< from the face of what drives it to its middle
    Force sideways = newtons(0); ///< it pulls or pushes either shaft aside, under its load
};

inline constexpr std::size_t mostStages = 6; ///< in a row; more than anyone builds into one axis

/// A row of at most N values that never asks the heap: the search evaluates chains by the million.
template <class T, std::size_t N> class ShortRow {
public:
    void push_back(const T &v) {
        if (m_size < N) m_values[m_size++] = v;
    }
    void clear() { m_size = 0; }
    [[nodiscard]] std::size_t size() const { return m_size; }
    [[nodiscard]] bool empty() const { return m_size == 0; }
    T &operator[](std::size_t k) { return m_values[k]; }
    const T &operator[](std::size_t k) const { return m_values[k]; }
    [[nodiscard]] const T &back() const { return m_values[m_size - 1]; }
    auto begin() const { return m_values.begin(); }
    auto end() const { return m_values.begin() + static_cast<std::ptrdiff_t>(m_size); }

private:
    std::array<T, N> m_values{};
    std::size_t m_size = 0;
};
using StageRow = ShortRow<StageFigures, mostStages>;

/// What turns at a shaft, signed along plus of the axis. The torque counts all that turns with the shaft.
struct ShaftDemand {
    Torque torque;
    AngularSpeed speed;               ///< size
    AngularAcceleration acceleration; ///< signed
};
using ShaftRow = ShortRow<ShaftDemand, mostStages + 1>;

/// Demand at the final shaft folded back to the motor's, stage by stage: each divides by its reduction, takes its
/// efficiency in the direction the power flows, and adds what turns with its shafts. The rotor itself is not counted.
/// @param direction +1, -1; 0 stands: no efficiency and no drag is credited either way
/// @return demand of every shaft, the motor's first. Source: EB-1; rigid stages, steady efficiencies.
[[nodiscard]] ShaftRow carriedBack(std::span<const StageFigures> stages, ShaftDemand atFinal, int direction);
/// Torque at the final shaft that a steady motor torque gives, each stage's efficiency and drag taken off.
[[nodiscard]] Torque carriedForward(std::span<const StageFigures> stages, Torque motor);
/// Motor turns for one turn of the final shaft: of all stages together, exact while it fits, and as a number.
[[nodiscard]] Fraction reductionOf(std::span<const StageFigures> stages);
[[nodiscard]] Ratio ratioOf(std::span<const StageFigures> stages);
/// Share of the motor's power that reaches the final shaft.
[[nodiscard]] Ratio forwardOf(std::span<const StageFigures> stages);
/// An inertia on the final shaft, and all that turns on the way, as the motor feels it.
[[nodiscard]] Inertia inertiaAtMotor(std::span<const StageFigures> stages, Inertia atFinal);
/// An inertia on the motor shaft, and all that turns on the way, as the final shaft feels it.
[[nodiscard]] Inertia inertiaAtFinal(std::span<const StageFigures> stages, Inertia atMotor);
/// Stages in series, felt at the final shaft: compliances added, each by the square of the reduction behind it.
/// NaN where one is not known; infinite when there is none or all are rigid.
[[nodiscard]] TorsionalStiffness stiffnessAtFinal(std::span<const StageFigures> stages);

} // namespace lw
