// Small jobs that no sample is: a thread to cut, a climb cut on a table that slides.
#pragma once

#include "demo_job.h"

namespace lw {

inline nlohmann::json threadJob() {
    auto job = bareJob("mini_lathe", "Z");
    setAt(job, "/axes/Z/duty/moves/1", {{"kind", "threading"}, {"material", "mild_steel"}});
    for (const auto &[key, typed] : {std::pair{"pitch_mm", "1.5mm"}, {"spindle_rpm", "200rpm"}, {"free_mm", "4mm"}})
        put(job, std::string("/axes/Z/duty/moves/1/") + key, typed);
    return job;
}
inline nlohmann::json climbJob() {
    auto job = demoJob();
    for (auto &[key, row] : job["axes"]["X"]["duty"]["moves"].items())
        if (row["kind"] == "milling") row["mode"] = "climb";
    return job;
}

} // namespace lw
