// What the first evening's readings become: friction, weight, lead, lost motion, moving mass.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>

namespace lw {

/// One reading at the handwheel and what it means along the axis.
struct RimPull {
    Torque handleTorque;
    Force axialFriction;
};
/// Axial friction from a pull on the handwheel rim. Work over one turn: (F_r*r - T0)*2pi*eta = F*p_h.
/// Source: EB-1 (energy balance). Not valid where the handle torque is mostly a worn bearing: free the nut and pull
/// direct.
/// @param pull at the rim, >= 0  @param rimRadius > 0  @param noLoadDrag handle torque with the nut free, >= 0
/// @param travelPerTurn of the handle (the lead only if the handle sits on the screw), > 0  @param efficiency (0, 1]
[[nodiscard]] Result<RimPull> rimPull(Force pull, Length rimRadius, Torque noLoadDrag, Length travelPerTurn,
                                      Ratio efficiency);

struct PullReading {
    Length at;
    Force away; ///< pulled towards plus
    Force back; ///< pulled towards minus
};
struct FrictionProfile {
    Force largest;        ///< of all single readings: sizes the motor
    Force smallest;       ///< of all single readings
    Force mean;           ///< travel-weighted mean: heats it
    Ratio tightOverLoose; ///< of the mean of both directions at a place
    Force bias;           ///< half difference of the directions, trapezium mean along the travel
    Ratio asymmetry;      ///< largest |away - back| / (away + back)
};
/// Friction along the travel. F(x) = (F+ + F-)/2, linear between the places, trapezium rule for the mean.
/// Source: MECH (statics), trapezium rule. @param readings at least one; sorted by place here
[[nodiscard]] Result<FrictionProfile> frictionProfile(std::span<const PullReading> readings);
/// Friction at a place, linear between readings, held constant beyond the ends.
[[nodiscard]] Result<Force> frictionAt(std::span<const PullReading> readings, Length place);

struct WeightAndFriction {
    Force netWeight;
    Force friction;
};
/// Hoist scale, slow up and slow down: F_up = W + F_f, F_down = W - F_f. Source: MECH (statics).
[[nodiscard]] WeightAndFriction splitWeight(Force up, Force down);

/// Lead by each way that was measured; the long move is believed.
struct LeadReadings {
    std::optional<int> dialDivisions;
    std::optional<Length> valuePerDivision;
    bool dialReadsDiameter = false;
    std::optional<double> threadsPerInch;
    int starts = 1;
    std::optional<Length> measuredTravel;
    std::optional<int> turns;
};
struct LeadFound {
    std::optional<Length> dial, thread, measured; ///< travel per turn
    std::optional<Ratio> disagreementDial, disagreementThread;
};
[[nodiscard]] Result<LeadFound> findLead(const LeadReadings &r);

struct BacklashParts {
    Length total;
    Ratio handleTurnFraction;
    std::optional<Length> nutClearance; ///< what is left for the thread; negative: the parts say more than the whole
    std::optional<Ratio> shareThrust, shareNut;
};
[[nodiscard]] Result<BacklashParts> splitBacklash(Length travelPerTurn, int divisions, double lostDivisions,
                                                  std::optional<Length> thrustFloat, std::optional<Length> nutMovement,
                                                  Length elastic);

struct StrutForce {
    Force perStrut;
    Ratio progression; ///< rise over the extended force
    std::optional<Force> netWeight;
    std::optional<Ratio> balance;
};
/// Gas strut, isothermal (Boyle) with the charge following the absolute temperature; stamped at 20 C.
/// Not valid at rod displacements near the gas volume.
/// @param gasVolume m^3 with the rod out  @param compressed rod pushed in  @param temperatureCelsius
[[nodiscard]] Result<StrutForce> gasStrut(Force extended, double gasVolume, Length rod, Length compressed,
                                          double temperatureCelsius, int struts, std::optional<Mass> carried);

struct EstimatedMass {
    Mass casting, moving;
};
/// Mass from outside sizes: L*W*H*rho*fill. Good to about 25 %; weighing is better.
[[nodiscard]] Result<EstimatedMass> estimateMass(Length l, Length w, Length h, Density density, Ratio fill, Mass added);

} // namespace lw
