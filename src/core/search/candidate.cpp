// One design of a space: put into a model, told as entries, named, priced, held against the limits.
#include "search/space.h"
#include "search/tried_axis.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
using Json = nlohmann::json;

/// The entries that a motor with its drive and supply fills.
std::vector<Patch> trainPatches(const std::string &d, const std::string &supplyId, const TrainChoice &t) {
    auto p = t.servo ? motorPatches(d, *t.servo) : motorPatches(d, static_cast<const CatalogueMotor &>(*t.motor));
    const auto add = [&](std::vector<Patch> more) { p.insert(p.end(), more.begin(), more.end()); };
    add(t.servo ? drivePatches(d, *t.servo, static_cast<const CatalogueServoDrive &>(*t.drive))
                : drivePatches(d, static_cast<const CatalogueDrive &>(*t.drive), t.peak));
    p.push_back({d + "supply", supplyId});
    add(supplyPatches(supplyId, *t.supply));
    return p;
}

std::vector<Patch> reductionPatches(const std::string &d, const ReductionChoice &c) {
    auto stages = Json::parse(c.entries);
    Json order = Json::array();
    for (const auto &[id, stage] : stages.items())
        order.push_back(id);
    return {{d + "stages", std::move(stages)}, {d + "stage_order", std::move(order)}};
}

void putTrain(AxisModel &m, const TrainChoice &c) {
    m.motor = c.model;
    m.drive = c.settings;
    m.supply = c.source;
}
void putReduction(AxisModel &m, const ReductionChoice &c) { m.stages = c.stages; }
void putScrew(AxisModel &m, const ScrewChoice &c) {
    m.final = c.final;
    m.lead = c.lead;
    m.efficiency = c.efficiency;
    m.bearingDrag = c.bearingDrag;
    m.nutPlay = c.nutPlay;
    m.keepsScrew = c.keepsScrew;
    m.leadText = c.leadText;
    m.hasBrake = c.hasBrake;
    m.brakeTorque = c.brakeTorque;
    m.brakeDelay = c.brakeDelay;
    m.brakeOnScrew = c.brakeOnScrew;
    m.screwEnd = c.end;
    m.stepsTyped.clear();
    m.stepsTypedRead.reset();
    boreForScrew(m);
}
void boreForScrew(AxisModel &m) {
    if (m.stages.empty() || !m.screwEnd.known()) return;
    const auto bore = readFitSize(numberText(m.screwEnd.nominal * 1e3, 5) + " H7");
    std::visit([&](auto &stage) { stage.bored(1, bore); }, m.stages.back().stage);
}
void compose(AxisModel &m, const SizeSpace &space, const Candidate &c) {
    const auto &t = space.trains[c.train];
    putTrain(m, t);
    putReduction(m, space.reductions[t.fit][c.reduction]);
    putScrew(m, space.screws[c.screw]);
}

namespace {
const ReductionChoice &reductionOfCandidate(const SizeSpace &space, const Candidate &c) {
    return space.reductions[space.trains[c.train].fit][c.reduction];
}
} // namespace

std::vector<Patch> patchesOf(const SizeSpace &space, const Candidate &c) {
    const auto &screw = space.screws[c.screw];
    const auto &t = space.trains[c.train];
    auto out = trainPatches(space.designPointer, space.supply, t);
    const auto &reduction = reductionOfCandidate(space, c);
    for (auto &p : reductionPatches(space.designPointer, reduction))
        out.push_back(std::move(p));
    out.insert(out.end(), screw.patches.begin(), screw.patches.end());
    if (screw.end.known())
        out.push_back(boredFor(space.designPointer + "stages/" + reduction.stages.back().id + "/", reduction.belts > 0,
                               screw.end.nominal));
    out.push_back({space.designPointer + "text", shortName(space, c)});
    return out;
}
double priceOf(const SizeSpace &space, const Candidate &c) {
    return space.trains[c.train].price + reductionOfCandidate(space, c).price + space.screws[c.screw].price;
}
double leadDaysOf(const SizeSpace &space, const Candidate &c) {
    return std::max(
        {space.trains[c.train].leadDays, reductionOfCandidate(space, c).leadDays, space.screws[c.screw].leadDays});
}
std::string shortName(const SizeSpace &space, const Candidate &c) {
    const auto &r = reductionOfCandidate(space, c);
    const auto &screw = space.screws[c.screw].name;
    return screw.substr(0, screw.find(',')) + ", " + (r.belts ? r.name : std::string("direct"));
}
std::string rowName(const SizeSpace &space, const Candidate &c) {
    return space.trains[c.train].name + " | " + reductionOfCandidate(space, c).name + " | " +
           space.screws[c.screw].name;
}
namespace {
double endMm(const ScrewChoice &s) { return s.end.nominal * 1e3; }
} // namespace

bool fits(const TrainChoice &t, const ReductionChoice &r, const ScrewChoice &s, const Catalogue &catalogue) {
    if (r.belts) return !s.end.known() || endMm(s) <= r.drivenBoreWorst;
    const double bore = s.end.known() ? std::max(endMm(s), t.motor->shaft) : t.motor->shaft;
    return r.coupling == catalogue.couplingFor(bore, t.motor->torqueMost());
}
bool turned(const ReductionChoice &r, const ScrewChoice &s) {
    return r.driverTurned || (s.end.known() && endMm(s) > r.drivenBoreMost);
}

unsigned brokenLimits(const SizeSpace &space, const Candidate &c, const SizeLimits &l) {
    const auto &t = space.trains[c.train];
    const auto &r = reductionOfCandidate(space, c);
    const auto &s = space.screws[c.screw];
    unsigned broken = 0;
    const auto breaks = [&](LimitKey k, bool yes) { broken |= unsigned(yes) << unsigned(k); };
    breaks(LimitKey::Budget, priceOf(space, c) > l.budget);
    breaks(LimitKey::Volts, t.supply->volts > l.volts);
    breaks(LimitKey::Face, t.motor->face > l.faceMm);
    breaks(LimitKey::MotorLength, t.motor->body > l.motorLengthMm);
    breaks(LimitKey::KeepScrew, l.keepScrew && !s.keepsScrew);
    breaks(LimitKey::KeepThread, l.keepThread && s.newThread);
    breaks(LimitKey::Loop, (l.loop == "open" && t.motor->encoder) || (l.loop == "closed" && !t.motor->encoder));
    breaks(LimitKey::Stages, r.belts > l.stages);
    breaks(LimitKey::LeadDays, leadDaysOf(space, c) > l.leadDays);
    breaks(LimitKey::Turning, l.noTurning && turned(r, s));
    return broken;
}

} // namespace lw
