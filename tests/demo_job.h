// The demo jobs as the core reads them, and small jobs made on the spot.
#pragma once
#include "machine/patch.h"
#include "machine/project_file.h"
#include <QFile>

namespace lw {

inline nlohmann::json demoJob(const char *name = "tarn-mill") {
    QFile f(QStringLiteral(LW_SOURCE_DIR "/data/demo/%1.lathewright").arg(QLatin1String(name)));
    if (!f.open(QIODevice::ReadOnly)) qFatal("no demo");
    const auto r = readProject(f.readAll().toStdString(), name);
    if (!r) qFatal("%s", r.error().c_str());
    return r->project;
}
/// The demo without its table that turns: what is asked of straight axes.
inline nlohmann::json straightDemo() {
    auto job = demoJob();
    job["axes"].erase("B");
    job["axis_order"] = {"X", "Y", "Z"};
    std::vector<std::string> keys;
    for (const auto &[key, part] : job["parts"].items())
        if (key.starts_with("B-")) keys.push_back(key);
    for (const auto &key : keys)
        job["parts"].erase(key);
    return job;
}

inline nlohmann::json typedValue(const std::string &typed, const char *standing = "measured") {
    return {{"typed", typed}, {"standing", standing}};
}
/// A job of one class with one axis, nothing measured.
inline nlohmann::json bareJob(const char *machineClass, const char *axis, const char *orientation = "horizontal") {
    return {{"program", "lathewright"},
            {"format", projectFormat},
            {"class", machineClass},
            {"axis_order", {axis}},
            {"axes",
             {{axis,
               {{"what", "slide"},
                {"class_axis", axis},
                {"way", "iron_dovetail"},
                {"orientation", orientation},
                {"designs", {{"A", nlohmann::json::object()}}}}}}}};
}
inline void put(nlohmann::json &job, const std::string &pointer, const std::string &typed,
                const char *standing = "measured") {
    setAt(job, pointer, typedValue(typed, standing));
}

} // namespace lw
