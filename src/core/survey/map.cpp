#include "survey/map.h"
#include "machine/fields.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {

SurveyMap surveyMap(const nlohmann::json &project, const AxisModel &m) {
    SurveyMap map;
    const std::string a = "/axes/" + m.id + "/";
    if (const auto from = knownAt(project, a + "used_from_mm"); from.known()) map.usedFrom = from.v;
    if (const auto to = knownAt(project, a + "used_to_mm"); to.known()) map.usedTo = to.v;
    const auto mm = [](double v) { return withUnit(v, Dimension::Length, "mm", 3); };
    auto r = m.readings;
    std::sort(r.begin(), r.end(), [](const auto &x, const auto &y) { return x.at < y.at; });
    if (r.size() < 3) return map;
    const auto mean = [&](std::size_t k) { return (r[k].away + r[k].back).value() / 2; };
    double least = 1e99, most = 0;
    for (std::size_t k = 0; k < r.size(); ++k) {
        least = std::min(least, mean(k));
        most = std::max(most, mean(k));
    }
    const double start = r.front().at.value(), end = r.back().at.value(), third = (end - start) / 3;
    // a zone reaches to half way to the neighbours
    const auto border = [&](std::size_t k) { return (r[k].at.value() + r[k + 1].at.value()) / 2; };
    const auto addZones = [&](const char *name, Verdict v, auto &&in) {
        for (std::size_t k = 0; k < r.size(); ++k) {
            if (!in(mean(k))) continue;
            const double from = k ? border(k - 1) : start, to = k + 1 < r.size() ? border(k) : end;
            if (!map.zones.empty() && map.zones.back().name == name && std::fabs(map.zones.back().to - from) < 1e-9)
                map.zones.back().to = to;
            else
                map.zones.push_back({from, to, name, v});
        }
    };
    const bool uneven = most > 1.5 * least;
    if (uneven) {
        const double tight = least + 0.75 * (most - least), loose = least + 0.25 * (most - least);
        addZones("tight", most > 2.5 * least ? Verdict::Fails : Verdict::Watch, [&](double f) { return f >= tight; });
        addZones("loose", Verdict::Watch, [&](double f) { return f <= loose; });
    }
    const bool looseInside = m.looseAt > start + third * 0.6 && m.looseAt < end - third * 0.6;
    const bool tightAtStart = m.tightAt <= start + third * 0.6, tightAtEnd = m.tightAt >= end - third * 0.6;
    const double startPull = mean(0), endPull = mean(r.size() - 1);
    const bool bothEnds = startPull > 1.3 * least && endPull > 1.3 * least;
    double playLeast = 1e99, playMost = -1, playAt = notKnown;
    for (const auto &[at, lost] : m.playAlong) {
        playLeast = std::min(playLeast, lost);
        if (lost > playMost) {
            playMost = lost;
            playAt = at;
        }
    }
    const bool screwWorn = m.playAlong.size() >= 3 && playMost - playLeast > 0.03e-3;
    if (screwWorn)
        map.zones.push_back({std::max(start, playAt - (end - start) / 10), std::min(end, playAt + (end - start) / 10),
                             "screw worn", playMost - playLeast > 0.1e-3 ? Verdict::Fails : Verdict::Watch});
    if (!uneven)
        map.sentence = "Even along the travel: " + numberText(most / least, 2) + "× from tight to loose.";
    else if (!tightAtStart && !tightAtEnd && most > 1.3 * std::max(startPull, endPull))
        map.sentence = "Tight at " + mm(m.tightAt) +
                       ", inside the travel: dirt, a bruise on the way, or a bent screw; look there first.";
    else if (looseInside && bothEnds)
        map.sentence = std::string("Gib set for the ") +
                       (tightAtEnd     ? "far"
                        : tightAtStart ? "near"
                                       : "tight") +
                       " end; loose in the middle: wear, not adjustment.";
    else if (looseInside)
        map.sentence = "Loose at " + mm(m.looseAt) + " only: worn where it is used.";
    else if (tightAtEnd || tightAtStart)
        map.sentence = std::string("Rises towards the ") + (tightAtEnd ? "far" : "near") +
                       " end: screw or ways out of line there, before the gib.";
    else
        map.sentence =
            "Uneven: tight at " + mm(m.tightAt) + ", loose at " + mm(m.looseAt) + ". Pull again at more places.";
    if (screwWorn) map.sentence += " The screw is worn at " + mm(playAt) + " too.";
    if (map.usedFrom == map.usedFrom && map.usedTo == map.usedTo && map.usedTo > map.usedFrom) {
        double inside = 1e99, outside = 0;
        for (std::size_t k = 0; k < r.size(); ++k)
            (r[k].at.value() >= map.usedFrom && r[k].at.value() <= map.usedTo ? inside = std::min(inside, mean(k))
                                                                              : outside = std::max(outside, mean(k)));
        if (outside > 1.5 * inside && inside < 1e98) map.sentence += " Work stays where it is loose.";
    }
    return map;
}

MachineHealth machineHealth(const nlohmann::json &project, const AxisModel &m, const Evaluation &e) {
    MachineHealth h;
    bool read = false;
    int fails = 0, watches = 0;
    const auto add = [&](Verdict v, const std::string &repair) {
        read = true;
        if (v == Verdict::Fails) ++fails;
        if (v == Verdict::Watch) ++watches;
        if ((v == Verdict::Fails || v == Verdict::Watch) && !repair.empty() &&
            std::find(h.repairs.begin(), h.repairs.end(), repair) == h.repairs.end())
            h.repairs.push_back(repair);
    };
    // in order of cost: what oil and a spanner cure comes first
    for (const auto id : {"S1"_check, "S3"_check, "S6"_check, "S2"_check, "S10"_check})
        for (const auto &f : e.findings)
            if (f.id == id && !f.missing && f.verdict != Verdict::NotKnown)
                add(f.verdict, std::string(spec(id).advice));
    for (const auto id :
         {SurveyCardId::ShaftRound, SurveyCardId::ScrewLine, SurveyCardId::Nose, SurveyCardId::PlayAlong}) {
        if (m.wheel() && id != SurveyCardId::Nose) continue;
        const auto r = judgeSurveyCard(project, m, e, id);
        if (!r.begun || r.verdict == Verdict::NotKnown) continue;
        if (id == SurveyCardId::PlayAlong && m.ballScrew()) continue; // that screw goes anyway
        add(r.verdict, r.cure);
    }
    if (!read) {
        h.sentence = "Nothing read yet that tells whether it is worth a motor.";
        return h;
    }
    h.verdict = fails ? Verdict::Fails : watches ? Verdict::Watch : m.pullMeasured ? Verdict::Holds : Verdict::NotKnown;
    h.sentence = fails            ? "Repair first: a motor would be bought for the fault, not for the machine."
                 : watches        ? "Worth a motor, with a fix or two on the way."
                 : m.pullMeasured ? "Sound as it stands: worth a motor."
                                  : "No fault found so far; the pull along the travel is still to be read.";
    return h;
}

} // namespace lw
