#include "machine/carry_over.h"
#include <string>

namespace lw {
namespace {
using Json = nlohmann::json;

/// Takes a key out of an object; null when it is not there.
Json taken(Json &from, const char *key) {
    const auto it = from.find(key);
    if (it == from.end()) return nullptr;
    Json value = std::move(*it);
    from.erase(it);
    return value;
}
/// Puts a value under a key that nothing has yet.
void put(Json &into, std::string key, Json value) {
    while (into.contains(key))
        key += "_";
    into[key] = std::move(value);
}

void carryStage(Json &design) {
    Json stage = Json::object();
    const Json kind = taken(design, "transmission");
    if (kind.is_string()) stage["kind"] = kind == "direct" ? Json("coupling") : kind;
    if (Json driver = taken(design, "small_pulley"); !driver.is_null()) stage["driver"] = std::move(driver);
    if (Json driven = taken(design, "large_pulley"); !driven.is_null()) stage["driven"] = std::move(driven);
    if (Json belt = taken(design, "belt"); belt.is_object())
        for (auto &[key, value] : belt.items())
            put(stage, key, std::move(value));
    if (Json coupling = taken(design, "coupling"); coupling.is_object())
        for (auto &[key, value] : coupling.items())
            put(stage, key == "bore_motor" ? "bore_in" : key == "bore_screw" ? "bore_out" : key, std::move(value));
    if (stage.empty()) return;
    put(design, "stages", Json{{"1", std::move(stage)}});
    design["stage_order"] = {"1"};
}
} // namespace

void carryOverFormat1(Json &job) {
    if (!job.is_object()) return;
    if (const auto axes = job.find("axes"); axes != job.end() && axes->is_object())
        for (auto &[axisId, axis] : axes->items()) {
            if (!axis.is_object() || !axis.contains("designs") || !axis["designs"].is_object()) continue;
            for (auto &[designId, design] : axis["designs"].items()) {
                if (!design.is_object()) continue;
                carryStage(design);
                Json supply = taken(design, "supply");
                if (!supply.is_object()) continue;
                std::string id = axisId + "-" + designId;
                while (job.contains("supplies") && job["supplies"].contains(id))
                    id += "_";
                job["supplies"][id] = std::move(supply);
                design["supply"] = id;
            }
        }
    job["format"] = 2;
}

} // namespace lw
