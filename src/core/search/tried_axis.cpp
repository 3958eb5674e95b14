#include "search/tried_axis.h"
#include "drive/stepper_dynamics.h"
#include "machine/rides.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

TriedAxis::TriedAxis(const Json &project, std::string axis, std::string design)
    : m_axis(std::move(axis)), m_design(std::move(design)) {
    for (const auto &[key, value] : project.items())
        if (key != "axes" && key != "parts" && key != "log" && key != "tasks") m_job[key] = value;
    for (const auto &id : carriedBy(project, m_axis)) {
        const auto *axisNode = nodeAt(project, "/axes/" + id);
        if (!axisNode) continue;
        if (id == m_axis) {
            m_job["axes"][id] = *axisNode;
            continue;
        }
        auto &rider = m_job["axes"][id];
        rider["rides_on"] = valueAt(project, "/axes/" + id + "/rides_on");
        if (const auto *pieces = nodeAt(*axisNode, "/survey/moving_mass")) rider["survey"]["moving_mass"] = *pieces;
        rider["kind"] = valueAt(project, "/axes/" + id + "/kind"); // a table weighs by what turns on it
        if (const auto *table = nodeAt(*axisNode, "/rotary")) rider["rotary"] = *table;
    }
}

template <class Read> AxisModel TriedAxis::readWith(const std::vector<Patch> &patches, Read read) {
    std::vector<Json> before;
    before.reserve(patches.size());
    for (const auto &p : patches)
        before.push_back(valueAt(m_job, p.pointer));
    for (const auto &p : patches)
        setAt(m_job, p.pointer, p.value);
    auto m = read();
    for (std::size_t k = patches.size(); k-- > 0;)
        setAt(m_job, patches[k].pointer, before[k]);
    return m;
}
AxisModel TriedAxis::with(const std::vector<Patch> &patches) {
    return readWith(patches, [&] { return readAxis(m_job, m_axis, m_design); });
}
AxisModel TriedAxis::partWith(const std::vector<Patch> &patches, void (*part)(const Json &, AxisModel &),
                              const AxisModel &like) {
    return readWith(patches, [&] {
        AxisModel m;
        m.id = m_axis;
        m.designId = m_design;
        m.cls = like.cls;
        m.vertical = like.vertical;
        part(m_job, m);
        return m;
    });
}

Json filled(double value, const char *unit, const char *standing) {
    return {{"typed", numberText(value, 6) + unit}, {"standing", standing}};
}
double setPeak(double drivePeak, double ratedRms) {
    // as warm as its case should be, in the air of a warm day, by a plate's usual rise: four fifths of the plate as rms
    static const double warm = [] {
        double low = 0, high = std::sqrt(2.0);
        for (int k = 0; k < 60; ++k) {
            const double mid = (low + high) / 2;
            const auto h = stepperHeat(amperes(1), usualRise, ohms(1), amperes(mid), usualRoom);
            (h && h->rise && usualRoom + *h->rise <= bodyWanted ? low : high) = mid;
        }
        return low;
    }();
    return std::floor(std::min(drivePeak, warm * ratedRms) * 10 + 1e-9) / 10;
}
Patch boredFor(const std::string &stagePointer, bool belt, double nominal) {
    return {stagePointer + (belt ? "driven/bore" : "bore_out"), numberText(nominal * 1e3, 5) + " H7"};
}

} // namespace lw
