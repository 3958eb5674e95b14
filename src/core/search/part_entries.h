// The entries of a job that a row of the catalogue fills: motors, drives, supplies, reducers, bearings, nuts, bushes.
#pragma once

#include "catalogue/catalogue.h"
#include "machine/patch.h"
#include <string>
#include <vector>

namespace lw {

/// The entries of a design (its pointer ends in a slash) that a motor of the catalogue fills; what was known of another
/// motor is not known of this one.
[[nodiscard]] std::vector<Patch> motorPatches(const std::string &designPointer, const CatalogueMotor &c);
[[nodiscard]] std::vector<Patch> motorPatches(const std::string &designPointer, const CatalogueServo &c);
/// Those of a stage that a reducer of the catalogue fills; the pointer of the stage ends in a slash.
[[nodiscard]] std::vector<Patch> reducerPatches(const std::string &stagePointer, const CatalogueReducer &r);
/// Those of the fixed end that a pair of bearings fills; the design's pointer ends in a slash.
[[nodiscard]] std::vector<Patch> bearingPatches(const std::string &designPointer, const CatalogueBearing &b);
/// Those that a nut fills; the design's pointer ends in a slash.
[[nodiscard]] std::vector<Patch> nutPatches(const std::string &designPointer, const CatalogueNut &n);
/// Those of a pulley that a taper bush fills; its pointer ends in a slash.
[[nodiscard]] std::vector<Patch> bushPatches(const std::string &pulleyPointer, const CatalogueBush &b);
/// Those of a stepper's drive set to a current, A peak.
[[nodiscard]] std::vector<Patch> drivePatches(const std::string &designPointer, const CatalogueDrive &drive,
                                              double peak);
/// Those of a servo's drive set to a current, A: rms, with brushes as it is.
[[nodiscard]] std::vector<Patch> drivePatches(const std::string &designPointer, const CatalogueServo &c,
                                              const CatalogueServoDrive &drive);
/// What of a servo drive's current its motor may have, A.
[[nodiscard]] double servoPeak(const CatalogueServo &c, const CatalogueServoDrive &drive);
/// The entries of a supply that one of the catalogue fills.
[[nodiscard]] std::vector<Patch> supplyPatches(const std::string &id, const CatalogueSupply &c);

} // namespace lw
