#include "axis/model_reader.h"
#include "drive/steps.h"
#include <algorithm>
#include <cmath>

namespace lw {

int AxisModel::directionOf(int cut) const {
    if (!vertical) return 1;
    for (const auto &move : moves)
        if (move.cut == cut && move.up) return 1;
    return -1; // drilling goes down
}

double AxisModel::playStays() const {
    const auto part = [](const Known &k) { return k.known() ? k.v : 0.0; };
    const auto &ends = screw().bearingPlay; // read with the chosen bearings in place: it goes before the old ones'
    if (!keepsScrew) return nutPlay.v + part(ends);
    const auto stays = [](const Known &after, double now) { return after.known() ? after.v : now; };
    const double inThread = std::max(0.0, lostNow.v - part(lostThrust) - part(lostSlot) - part(lostWindUp));
    return std::max(0.0, (ends.known() ? ends.v : stays(afterThrust, part(lostThrust))) +
                             stays(afterSlot, part(lostSlot)) + stays(afterThread, stays(nutPlay, inThread)));
}

double AxisModel::weightAlong() const { return mass.v * standardGravity * std::sin(incline); }

Result<Fraction> AxisModel::stepsAMillimetre() const {
    const Fraction turn = leadFraction();
    if (turn.num <= 0) return fail(CalcErrorCode::Missing, "lead");
    if (pulsesATurn() <= 0) return fail(CalcErrorCode::Missing, "pulses a turn");
    return stepsPerMillimetre(pulsesATurn(), 1, ratioFraction(), turn);
}
Result<Fraction> AxisModel::stepsATurn() const {
    if (pulsesATurn() <= 0) return fail(CalcErrorCode::Missing, "pulses a turn");
    for (const auto &s : stages)
        if (const auto *r = std::get_if<Reducer>(&s.stage); r && r->stated.num <= 0)
            return fail(CalcErrorCode::Missing, "ratio of the reducer");
    return multiply(ratioFraction(), Fraction{pulsesATurn(), 1});
}
int AxisModel::ownStepsATurn() const { return servo() ? servo()->counts : 4 * stepper().rotorTeeth; }
int AxisModel::pulsesATurn() const {
    if (const auto *s = servo()) return s->pulses > 0 ? s->pulses : s->counts;
    return 4 * stepper().rotorTeeth * drive.microsteps;
}
Fraction AxisModel::ratioFraction() const {
    Fraction all{1, 1};
    for (const auto &placed : stages) {
        const auto own = std::visit([](const auto &kind) { return kind.reduction(); }, placed.stage);
        const auto product = multiply(all, own);
        if (!product) return fromDecimal(all.value() * own.value()).value_or(Fraction{1, 1});
        all = *product;
    }
    return all;
}
const Known *AxisModel::oldLead() const {
    const Known *best = nullptr;
    for (const auto *one : leadWays())
        if (one->known() && (!best || one->standing < best->standing)) best = one;
    return best;
}
std::vector<double> AxisModel::leadsFound() const {
    std::vector<double> found;
    for (const auto *one : {&leadMeasured, &leadThread, &leadDial})
        if (one->known()) found.push_back(one->v);
    if (leadHandle.known()) {
        const bool saysNothing = !found.empty() && std::ranges::all_of(found, [&](double other) {
            return std::fabs(leadHandle.v / other - 1) <= 0.01;
        });
        if (!saysNothing) found.push_back(leadHandle.v);
    }
    return found;
}
Fraction AxisModel::leadFraction() const {
    if (!lead.known()) return {0, 1};
    if (screw().named && screw().thread.lead().value() > 0 && lead.v == screw().thread.lead().value()) {
        const auto &thread = screw().thread;
        // thread names are exact: metric leads as written, acme pitches through threads an inch
        if (thread.flankHalfAngle == degrees(14.5)) {
            const auto tpi = fromDecimal(std::round(25.4 / inMillimetres(thread.pitch) * 1000) / 1000);
            if (tpi)
                if (const auto f = divide(Fraction{127LL * thread.starts, 5}, *tpi)) return *f;
        }
        if (const auto f = fromDecimal(std::round(inMillimetres(thread.lead()) * 1e6) / 1e6)) return *f;
    }
    if (leadText.size() > 3 && leadText.ends_with("tpi"))
        if (const auto n = readTyped(leadText.substr(0, leadText.size() - 3), Dimension::Number, ""))
            if (const auto f = leadFromThreadsPerInch(n->si)) return *f;
    return fromDecimal(std::round(lead.v * 1e9) / 1e6).value_or(Fraction{0, 1});
}
std::string stagePointer(const AxisModel &m, std::size_t place) {
    return "/axes/" + m.id + "/designs/" + m.designId + "/stages/" + m.stages[place].id + "/";
}
std::string supplyPointer(const AxisModel &m) { return "/supplies/" + m.supply.id + "/"; }

AxisModel readAxis(const Json &project, const std::string &axis, const std::string &design) {
    AxisModel m;
    m.id = axis;
    m.designId = design;
    const auto *node = nodeAt(project, "/axes/" + axis);
    const auto machine = textAt(project, "/class");
    m.cls = classAxis(textAt(project, "/axes/" + axis + "/class", machine),
                      textAt(project, "/axes/" + axis + "/class_axis"));
    m.lathe = m.cls && m.cls->machine.find("lathe") != std::string_view::npos;
    const auto lies =
        textAt(project, "/axes/" + axis + "/orientation", m.cls && m.cls->vertical ? "vertical" : "horizontal");
    m.vertical = lies == "vertical" || lies == "slanted";
    m.incline = m.vertical ? pi / 2 : 0;
    if (lies == "slanted") {
        if (const auto slope = knownAt(project, "/axes/" + axis + "/incline_deg"); slope.known())
            m.incline = std::min(slope.v, pi / 2);
        else
            m.problems.push_back(
                "How steep it lies is not known: type the slope. Until then it counts as upright, the safe side.");
    }
    m.leftHand = textAt(project, "/axes/" + axis + "/survey/lead/left_hand") == "yes";
    m.what = textAt(project, "/axes/" + axis + "/what");
    if (!node) return m;
    ModelReader r(project, m);
    if (textAt(project, "/axes/" + axis + "/kind") == "rotary") {
        m.cls = nullptr;
        m.vertical = false;
        m.incline = 0;
        r.readRotary();
        r.readMotor();
        r.readStages();
        r.readMotorPlate();
        r.readFacePlates();
        r.readTableSpeed();
        return m;
    }
    r.readSurvey();
    r.readDuty();
    r.readMotor();
    r.readStages();
    r.readMotorPlate();
    r.readFacePlates();
    r.readFinal();
    return m;
}

void rereadMotor(const Json &project, AxisModel &m) { ModelReader(project, m).readMotor(); }
void rereadStages(const Json &project, AxisModel &m) {
    m.stages.clear();
    ModelReader(project, m).readStages();
}

} // namespace lw
