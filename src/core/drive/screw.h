// Screws: sliding and ball, torque and locking, whip, buckling, stiffness, length, inertia.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>
#include <string>
#include <string_view>

namespace lw {

struct SlidingScrew {
    Length meanDiameter, pitch;
    int starts = 1;
    Angle flankHalfAngle = degrees(15);
    double friction = 0.13;
    double collarFriction = 0;
    Length collarMeanDiameter = millimetres(0);
};
struct SlidingScrewFigures {
    Length lead;
    Angle leadAngle, frictionAngle;
    Ratio forward, backward; ///< backward 0 or less: locks
    bool selfLocking;
    std::optional<Torque> raise, holdBack;
    Ratio withCollar;
};
/// Acme, trapezoidal or square screw by equilibrium on the flank: tan phi = mu / cos alpha_n. Source: MECH, SCREW-TEXT.
[[nodiscard]] Result<SlidingScrewFigures> slidingScrew(const SlidingScrew &s, std::optional<Force> load);

struct BallScrewFigures {
    Angle leadAngle;
    Ratio backward;
    std::optional<Torque> drive, back, holdDesign;
    double preloadFactor;
    std::optional<Torque> preload, preloadAlternative;
    std::optional<Force> preloadLostAt;
};
/// Ball screw torques; preload drag K*F_pr*l with K = 0.05/sqrt(tan lambda). Source: JIS-B1192. Real nuts scatter 40 %.
[[nodiscard]] Result<BallScrewFigures> ballScrew(Length ballCircle, Length lead, Ratio forward,
                                                 std::optional<Force> load, std::optional<Force> preload);

/// How the ends are held, driven end first.
enum class Ends { FixedFree, SupportedSupported, FixedSupported, FixedFixed };
std::optional<Ends> endsFromCode(std::string_view code);
std::string_view code(Ends e);

/// Speed at which a round shaft whirls. Bending wave of a bar; beta from the end conditions. Source: BEAM.
/// @param length between bearing centres, or to the free end
[[nodiscard]] Result<AngularSpeed> criticalSpeed(Length root, Length length, Ends ends,
                                                 Pressure youngs = megapascals(206e3),
                                                 Density density = kilogramsPerCubicMetre(7850));

struct BucklingLimits {
    Force euler, allowedBuckling, allowedStress, allowed;
    double slenderness;
};
/// Euler load with the length thrust bearing to nut, and plain compression. Source: BEAM, JIS-B1192 (147 MPa).
[[nodiscard]] Result<BucklingLimits> buckling(Length root, Length length, Ends ends,
                                              Pressure youngs = megapascals(206e3), Ratio use = 0.5,
                                              Pressure stressLimit = megapascals(147));

struct RigidityChain {
    Ends ends = Ends::FixedSupported;
    Length root, span, nutAt;
    Pressure youngs = megapascals(206e3), shear = megapascals(80e3);
    Stiffness bearing, nut, bracket;
    Lead lead;
    std::optional<TorsionalStiffness> driveAtScrew; ///< belt or coupling, felt at the screw
};
struct Rigidity {
    Stiffness screw, torsion, axial, total;
    double windUp; ///< rad per N m
};
/// Springs in series from thrust bearing to table. Source: MECH. Weakest with the nut at nutAt.
[[nodiscard]] Result<Rigidity> rigidity(const RigidityChain &c);
/// Reversal: the chain swings from -F/K to +F/K, and the play is added.
[[nodiscard]] Length lostMotion(Force friction, Stiffness total, Length play);
[[nodiscard]] Frequency axialFrequency(Stiffness total, Mass moving);

struct ScrewLength {
    Length travel, nut;
    Speed rapid;
    Acceleration deceleration;
    Duration reaction = seconds(0.05);
    Length bumper = millimetres(0);
    double clearLeads = 2;
    Length lead;
    Length marginDefault = millimetres(30);
};
struct ScrewLengthNeeds {
    Length stop, margin, thread;
};
/// Thread to order: travel + nut + two margins. Source: PRACTICE.
[[nodiscard]] Result<ScrewLengthNeeds> screwLength(const ScrewLength &s);
[[nodiscard]] Length stoppingDistance(Speed v, Acceleration a, Duration reaction);

/// Solid round bar about its axis. Source: MECH.
[[nodiscard]] Result<Inertia> barInertia(Length diameter, Length length, Density density);
[[nodiscard]] Mass barMass(Length diameter, Length length, Density density);

/// Numbers behind a thread's name.
struct ThreadForm {
    std::string name;
    bool ball = false;
    Length nominal, pitch, mean, root;
    int starts = 1;
    Angle flankHalfAngle = degrees(15);
    [[nodiscard]] Length lead() const { return pitch * static_cast<double>(starts); }
};
/// Reads "Tr20x4", "Tr20x8 P4", "acme 3/4-5", "1605" (ball). Root diameters: ISO 2904, ASME B1.5, ball table.
[[nodiscard]] Result<ThreadForm> readThread(std::string_view text);
/// What is said of a screw: its thread, or only its lead ("2.54mm", "10tpi": the size is then not known).
struct SaidThread {
    std::optional<ThreadForm> form;
    Length lead;
};
[[nodiscard]] Result<SaidThread> readSaidThread(std::string_view text);

/// A generic ball screw size (starting values until a drawing is at hand).
struct BallScrewSize {
    std::string_view code;
    double nominal, lead, root, nutLength; ///< mm
    double dynamic, staticLoad;            ///< N
    double nutStiffness;                   ///< N/um
    double endBore;                        ///< mm
    double inertiaPerMetre;                ///< kg m^2 / m
    double nutBody, nutFlange;             ///< mm, of a flanged nut; DIN 69051-5, from memory
};
std::span<const BallScrewSize> ballScrewSizes();
const BallScrewSize *ballScrewSize(std::string_view code);

} // namespace lw
