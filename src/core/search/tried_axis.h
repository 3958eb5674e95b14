// One axis of a job on which changes are tried: entries are put in, the axis is read again by its own reader, and the
// entries are put back. Whatever a change is judged by was made by nobody else than who will read it once it is taken.
#pragma once

#include "axis/axis_model.h"
#include "machine/patch.h"
#include <string>
#include <vector>

namespace lw {

class TriedAxis {
public:
    /// Copies what the reading of this axis can see: the axis, what the machine shares, of the axes that ride on it
    /// their weight.
    TriedAxis(const nlohmann::json &project, std::string axis, std::string design);
    /// The axis with these entries changed; in place and put back, a copy for every attempt would be its dearest part.
    [[nodiscard]] AxisModel with(const std::vector<Patch> &patches);
    /// Only a part of it read anew, the rest of the model left as it is made; class and orientation as `like` has them.
    [[nodiscard]] AxisModel partWith(const std::vector<Patch> &patches,
                                     void (*part)(const nlohmann::json &, AxisModel &), const AxisModel &like);
    [[nodiscard]] const nlohmann::json &job() const { return m_job; }

private:
    template <class Read> AxisModel readWith(const std::vector<Patch> &patches, Read read);
    std::string m_axis, m_design;
    nlohmann::json m_job = nlohmann::json::object();
};

/// A field's entry as the search fills it: `value` with its unit, standing of the catalogue unless told otherwise.
[[nodiscard]] nlohmann::json filled(double value, const char *unit, const char *standing = "catalogue");
/// What a drive is set to for a winding, A peak: the least of what it gives and what keeps the case no warmer
/// than it should be (some 0.82 of the plate's current as rms), down to a tenth as drives are set.
[[nodiscard]] double setPeak(double drivePeak, double ratedRms);
/// The last stage bored for the screw's end: its entry, e.g. "10 H7".
[[nodiscard]] Patch boredFor(const std::string &stagePointer, bool belt, double nominal);

} // namespace lw
