#include "search/table_purposes.h"
#include "proof/check.h"
#include "proof/words/narrate.h"
#include "search/tried_axis.h"
#include <algorithm>

namespace lw {
using Json = nlohmann::json;

std::vector<PurposeServed> purposesServed(const Json &project, const std::string &axis, const std::string &design) {
    std::vector<PurposeServed> out;
    TriedAxis tried(project, axis, design);
    const auto now = tried.with({});
    if (!now.rotary() || !now.hasMotor()) return out;
    const std::string at = "/axes/" + axis + "/rotary/";
    for (const auto purpose : {RotaryPurpose::Index, RotaryPurpose::Continuous, RotaryPurpose::Wrap, RotaryPurpose::Log,
                               RotaryPurpose::Spin, RotaryPurpose::Tombstone}) {
        std::vector<Patch> patches{{at + "purpose", std::string(rotaryTargets(purpose).code)}};
        if (purpose != now.rotary()->purpose)
            for (const char *wish : {"step_arcsec", "quarter_s", "turn_s", "speed_rpm", "play_arcmin"})
                patches.push_back({at + wish, nullptr});
        const auto m = tried.with(patches);
        const auto e = evaluate(m);
        PurposeServed p{purpose, true, {}};
        for (const auto &f : e.findings) {
            constexpr std::string_view asked[] = {"ROT-01", "ROT-02", "ROT-03", "ROT-04", "ROT-12",
                                                  "ROT-13", "ROT-18", "ROT-20", "ROT-28"};
            if (f.verdict != Verdict::Fails ||
                std::find(std::begin(asked), std::end(asked), f.check->code) == std::end(asked))
                continue;
            p.serves = false;
            p.fails = sentenceOf(m, e.state, f);
            break;
        }
        out.push_back(std::move(p));
    }
    return out;
}

} // namespace lw
