// What may be built for an axis: every motor, drive, supply, reduction and screw of the catalogue that fits together,
// each with the entries it would fill in the job and the part of the model those entries read as. The reader itself
// makes that part, so that a design taken from here is proved as it was promised.
#pragma once

#include "axis/axis_model.h"
#include "catalogue/catalogue.h"
#include "machine/patch.h"
#include "proof/evaluate.h"
#include "search/limits.h"
#include "search/part_entries.h"
#include <set>
#include <string>
#include <vector>

namespace lw {

/// What every choice has.
struct Choice {
    std::string name;
    double price = 0;    ///< new, in the job's currency
    double leadDays = 0; ///< the longest of its parts
};
/// A motor with its drive and supply.
struct TrainChoice : Choice {
    const SoldMotor *motor = nullptr;
    const SoldDrive *drive = nullptr;
    const CatalogueServo *servo = nullptr; ///< the motor, when it is one
    const CatalogueSupply *supply = nullptr;
    double peak = 0;        ///< A, what the drive is set to; of a brushless servo's rms
    double watts = 0;       ///< that its supply must give
    double supplyPrice = 0; ///< of the price
    Motor model;
    DriveSettings settings;
    SupplyModel source;
    std::size_t sameTorque = 0; ///< trains with this number give the same torque and are judged the same
    std::size_t fit = 0;        ///< index of the face and shaft that reductions are made for
};
struct ReductionChoice : Choice {
    std::string entries; ///< of its stages, as JSON text: thousands of them stand side by side
    std::vector<PlacedStage> stages;
    int belts = 0;                                  ///< pairs of wheels, belts or gears; 0: direct, by a coupling
    const CatalogueCoupling *coupling = nullptr;    ///< of a direct one
    double drivenBoreMost = 0, drivenBoreWorst = 0; ///< mm; worst: bored out at home at most
    bool driverTurned = false;
};
struct ScrewChoice : Choice {
    std::vector<Patch> patches;
    FinalElement final;
    Known lead, efficiency, bearingDrag, nutPlay, brakeTorque, brakeDelay;
    bool keepsScrew = true, hasBrake = false, brakeOnScrew = true, newThread = false;
    std::string leadText;
    FitSize end; ///< seat of pulley or coupling; may not be known
};

/// Everything for one axis.
struct SizeSpace {
    AxisModel base;
    std::string designPointer; ///< "/axes/X/designs/A/"
    std::string supply;        ///< the supply a design taken from here hangs on
    std::vector<TrainChoice> trains;
    std::size_t torqueClasses = 0;
    std::vector<std::vector<ReductionChoice>> reductions; ///< by TrainChoice::fit
    std::vector<ScrewChoice> screws;
};
/// The reductions of a space: direct and one belt; or two belts, for where those leave nothing that holds.
enum class SpaceStages { One, Two };
/// @param have names of catalogue rows that cost nothing
[[nodiscard]] SizeSpace sizeSpace(const nlohmann::json &project, const std::string &axis, const std::string &design,
                                  const Catalogue &catalogue, const std::set<std::string> &have = {},
                                  SpaceStages stages = SpaceStages::One);

/// The reductions alone, for a motor with this face and shaft, mm; the screws alone.
[[nodiscard]] std::vector<ReductionChoice> reductionChoices(const nlohmann::json &project, const std::string &axis,
                                                            const std::string &design, const Catalogue &catalogue,
                                                            double faceMm, double shaftMm);
[[nodiscard]] std::vector<ScrewChoice> screwChoices(const nlohmann::json &project, const std::string &axis,
                                                    const std::string &design, const Catalogue &catalogue);

/// One design of the space.
struct Candidate {
    std::size_t train = 0, reduction = 0, screw = 0;
    auto operator<=>(const Candidate &) const = default;
};
/// Puts a choice's part into a model that is used over and over; the order does not matter, but the seat of the last
/// stage follows the screw: screw after reduction.
void putTrain(AxisModel &m, const TrainChoice &c);
void putReduction(AxisModel &m, const ReductionChoice &c);
/// The entries of a motor with its drive and supply, and of a reduction, for the design at this pointer.
[[nodiscard]] std::vector<Patch> trainPatches(const std::string &designPointer, const std::string &supplyId,
                                              const TrainChoice &c);
[[nodiscard]] std::vector<Patch> reductionPatches(const std::string &designPointer, const ReductionChoice &c);
/// The last stage bored for the end of the screw, when that is known.
void boreForScrew(AxisModel &m);
void putScrew(AxisModel &m, const ScrewChoice &c);
void compose(AxisModel &m, const SizeSpace &space, const Candidate &c);
/// The entries a candidate fills; one step.
[[nodiscard]] std::vector<Patch> patchesOf(const SizeSpace &space, const Candidate &c);
[[nodiscard]] double priceOf(const SizeSpace &space, const Candidate &c);
[[nodiscard]] double leadDaysOf(const SizeSpace &space, const Candidate &c);
/// Its parts in words: "kept screw, belt 20:36" and the whole row of names, for ties and for JSON.
[[nodiscard]] std::string shortName(const SizeSpace &space, const Candidate &c);
[[nodiscard]] std::string rowName(const SizeSpace &space, const Candidate &c);
/// The parts go together: the screw's end fits the pulley's bore; a coupling is the cheapest that takes both shafts and
/// the motor's torque.
[[nodiscard]] bool fits(const TrainChoice &t, const ReductionChoice &r, const ScrewChoice &s,
                        const Catalogue &catalogue);
/// A pulley has to be bored out at home.
[[nodiscard]] bool turned(const ReductionChoice &r, const ScrewChoice &s);
/// Bit k: the candidate breaks limit k.
[[nodiscard]] unsigned brokenLimits(const SizeSpace &space, const Candidate &c, const SizeLimits &limits);

} // namespace lw
