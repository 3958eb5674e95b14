// Small jobs that no sample is: a thread to cut, a climb cut on a table that slides, servos.
#pragma once

#include "demo_job.h"
#include "search/space.h"
#include <algorithm>
#include <tuple>
#include <vector>

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
/// The demo's X with a belt and, behind a layshaft, a pair of gears.
inline nlohmann::json twoStageJob() {
    auto job = demoJob();
    const std::string d = "/axes/X/designs/A/", s = d + "stages/2/", shaft = d + "stages/1/shaft/";
    setAt(job, d + "stage_order", {"1", "2"});
    setAt(job, s + "kind", "gears");
    put(job, s + "module_mm", "1.5mm");
    put(job, s + "gear_width_mm", "15mm");
    for (const auto &[side, teeth, bore] : {std::tuple{"driver/", "24", "12 H7"}, {"driven/", "36", "10 H7"}}) {
        put(job, s + side + "teeth", teeth);
        setAt(job, s + side + "material", "steel");
        setAt(job, s + side + "bore", bore);
    }
    setAt(job, d + "stages/1/driven/bore", "12 H7");
    for (const auto &[key, typed] : {std::pair{"diameter_mm", "12mm"},
                                     {"spacing_mm", "40mm"},
                                     {"in_beyond_mm", "14mm"},
                                     {"out_beyond_mm", "14mm"},
                                     {"dynamic_N", "6kN"}})
        put(job, shaft + key, typed);
    return job;
}
/// The demo's X with a ribbed belt, which it should not have.
inline nlohmann::json ribbedJob() {
    auto job = demoJob();
    const std::string s = "/axes/X/designs/A/stages/1";
    setAt(job, s, {{"kind", "ribbed"}, {"code", "6 PJ 610"}});
    put(job, s + "/driver/diameter_mm", "40mm");
    put(job, s + "/driven/diameter_mm", "80mm");
    setAt(job, s + "/driver/bore", "8 H7");
    setAt(job, s + "/driven/bore", "10 H7");
    return job;
}
/// The demo's X with all its plates written down: a bearing block, a bracket on a foot, a cover over the belt.
inline nlohmann::json platesJob() {
    auto job = demoJob();
    const std::string d = "/axes/X/designs/A/plates/";
    setAt(job, d + "bracket/fix/into", "above");
    for (const auto &[key, typed] : {std::pair{"block/thickness_mm", "25mm"},
                                     {"block/bore_mm", "32mm"},
                                     {"block/width_mm", "110mm"},
                                     {"block/above_mm", "50mm"},
                                     {"block/below_mm", "70mm"},
                                     {"block/fix/apart_mm", "84mm"},
                                     {"block/fix/above_mm", "34mm"},
                                     {"block/fix/below_mm", "34mm"},
                                     {"block/fix/thread_mm", "8mm"},
                                     {"bracket/thickness_mm", "40mm"},
                                     {"bracket/bore_mm", "28.2mm"},
                                     {"bracket/width_mm", "95mm"},
                                     {"bracket/above_mm", "45mm"},
                                     {"bracket/below_mm", "30mm"},
                                     {"bracket/fix/apart_mm", "70mm"},
                                     {"bracket/fix/along_mm", "18mm"},
                                     {"bracket/fix/thread_mm", "8mm"},
                                     {"bracket/ring/circle_mm", "38mm"},
                                     {"bracket/ring/thread_mm", "5mm"},
                                     {"cover/thickness_mm", "1.5mm"},
                                     {"cover/width_mm", "120mm"},
                                     {"cover/above_mm", "70mm"},
                                     {"cover/below_mm", "185mm"},
                                     {"cover/fix/apart_mm", "104mm"},
                                     {"cover/fix/above_mm", "5mm"},
                                     {"cover/fix/below_mm", "120mm"},
                                     {"cover/fix/thread_mm", "4mm"}})
        put(job, d + key, typed);
    return job;
}
/// The sample lathe's carriage on a new rack.
inline nlohmann::json rackJob() {
    auto job = demoJob("beck-lathe");
    const std::string d = "/axes/Z/designs/A/";
    setAt(job, d + "moved_by", "rack");
    setAt(job, d + "screw/kept", "no");
    for (const auto &[key, typed] :
         {std::pair{"module_mm", "1.5mm"}, {"pinion_teeth", "18"}, {"width_mm", "15mm"}, {"play_mm", "0.05mm"}})
        put(job, d + "rack/" + key, typed);
    setAt(job, d + "rack/pinion_of", "steel");
    setAt(job, d + "rack/rack_of", "iron");
    return job;
}
/// The demo's table with a strain-wave, known by its size where its sheet is silent.
inline nlohmann::json strainWaveJob() {
    auto job = demoJob();
    const std::string s = "/axes/B/designs/A/stages/2/";
    setAt(job, s + "type", "strain_wave");
    setAt(job, s + "ratio", "51:1");
    setAt(job, s + "size", "17");
    for (const auto &[key, typed] : {std::pair{"mean_Nm", "26Nm"}, {"torque_Nm", "16Nm"}, {"peak_Nm", "34Nm"}})
        put(job, s + key, typed);
    setAt(job, s + "stiffness_Nm_rad", nullptr);
    return job;
}
/// The demo's X with a servo of the catalogue on the cheapest drive that feeds it: on mains, or with brushes on 72 V.
inline nlohmann::json servoJob(bool brushed = false) {
    const auto &shop = shippedCatalogue();
    const std::string_view name =
        brushed ? "Servo 80 mm with brushes, 250 W, 0.85 N·m" : "Servo 60 mm, 400 W, 1.27 N·m";
    const auto servo = std::ranges::find(shop.servos, name, &CatalogueServo::name);
    const auto supply = std::ranges::find_if(
        shop.supplies, [&](const auto &s) { return s.volts > (brushed ? 71 : 200) && s.volts < (brushed ? 73 : 400); });
    const std::string d = "/axes/X/designs/A/";
    auto job = demoJob();
    const auto *drive = shop.servoDriveFor(supply->volts, servo->peak / servo->constant, brushed);
    job = patched(job, motorPatches(d, *servo));
    job = patched(job, drivePatches(d, *servo, *drive));
    return patched(job, supplyPatches(textAt(job, d + "supply"), *supply));
}

/// The demo's table for each purpose, with everything that can be said of one said.
inline std::vector<nlohmann::json> rotaryJobs() {
    std::vector<nlohmann::json> out;
    for (const char *purpose : {"", "index", "continuous", "wrap", "log", "spin", "tombstone"})
        for (const char *offset : {"0mm", "30mm"}) {
            auto job = demoJob();
            setAt(job, "/axes/B/rotary/purpose", purpose);
            setAt(job, "/axes/B/rotary/second", "spin");
            setAt(job, "/axes/B/rotary/clamp", std::string_view(offset) == "0mm" ? "none" : "yes");
            setAt(job, "/axes/B/designs/A/stages/2/runs", std::string_view(offset) == "0mm" ? "grease" : "dry");
            for (const auto &[key, typed] : {std::pair{"clamp_Nm", "20N m"},
                                             {"swing_mm", "190mm"},
                                             {"stock_mm", "60mm"},
                                             {"finish_mm", "56mm"},
                                             {"stock_length_mm", "150mm"},
                                             {"chuck_rpm", "2500rpm"},
                                             {"portal_mm", "260mm"},
                                             {"nose_low_mm", "150mm"},
                                             {"mass_offset_mm", "3mm"}})
                put(job, std::string("/axes/B/rotary/") + key, typed);
            put(job, "/axes/B/rotary/bodies/2/offset_mm", offset);
            if (std::string_view(purpose) == "index") { // straight into the reducer
                setAt(job, "/axes/B/designs/A/stages/1", nullptr);
                setAt(job, "/axes/B/designs/A/stage_order", {"2"});
                setAt(job, "/axes/B/designs/A/stages/2/bore_in", "8 H7");
            }
            out.push_back(std::move(job));
        }
    return out;
}

} // namespace lw
