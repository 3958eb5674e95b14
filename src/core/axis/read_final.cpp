// What turns the last shaft into motion: screw and nut with their bearings, or a rack; the brake and the ends of
// travel.
#include "axis/model_reader.h"
#include "drive/materials.h"
#include "drive/screw_life.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {

Rack ModelReader::readRack() {
    Rack r;
    const auto p = at("rack/");
    r.module = p.own("module_mm");
    r.teeth = p.teeth("pinion_teeth");
    r.width = p.own("width_mm");
    r.pinion = material(p.text("pinion_of"));
    r.rack = material(p.text("rack_of"));
    return r;
}

void ModelReader::readFinal() {
    Screw s;
    const auto name = designText("screw/thread");
    if (!name.empty()) {
        if (auto t = readSaidThread(name)) {
            s.named = t->form.has_value();
            if (s.named) s.thread = *t->form;
            s.saidLead = {t->lead.value(), s.named ? Standing::Catalogue : Standing::Stated};
        } else {
            s.threadProblem = t.error().detail;
            m.problems.push_back(s.threadProblem);
        }
    }
    const auto by = designText("moved_by");
    const bool noScrew = by == "screw" ? false : by == "rack" || by == "wheel" || (m.cls && m.cls->wheel && !s.named);
    const bool rack = noScrew && (by == "rack" || (by != "wheel" && m.lathe));
    Rack r;
    if (noScrew) {
        s = {};
        if (rack) r = readRack();
        if (r.sized()) s.saidLead = {pi * r.module.v * r.teeth, std::max(r.module.standing, Standing::Catalogue)};
    }
    const bool ball = s.named && s.thread.ball;
    const auto kept = designText("screw/kept"); // not said: a sliding thread is the old one, a ball screw a new one
    m.keepsScrew = kept == "yes" || (kept != "no" && !ball);
    // The lead of the old screw counts wherever it stays; a name that agrees with it is exact, one that does not is
    // somebody's word against a measurement.
    const auto *found = m.keepsScrew ? m.oldLead() : nullptr;
    const auto typedAt = [&](const char *field) { return textAt(m_project, a + field + "/typed"); };
    if (s.saidLead.known() && !(found && std::fabs(found->v / s.saidLead.v - 1) > 0.003)) {
        m.lead = s.saidLead;
        if (!s.named && !noScrew) m.leadText = name;
    } else if (found) {
        m.lead = *found;
        if (found == &m.leadMeasured) m.leadText = numberText(found->v * 1e3, 7);
        if (found == &m.leadThread) m.leadText = typedAt("survey/lead/threads_per_inch") + "tpi";
        if (found == &m.leadHandle) m.leadText = typedAt("survey/handle/travel_per_turn_mm");
    } else if (m.keepsScrew && m.cls) {
        m.lead = noScrew ? assumed(m.cls->lead * 1e-3, m.cls->lead * 0.83e-3, m.cls->lead * 1.25e-3, Shape::Lognormal)
                         : assumed(m.cls->lead * 1e-3);
    }
    readEfficiency(s, noScrew);
    const auto *size = ball ? ballScrewSize(s.thread.name) : nullptr;
    if (!m.keepsScrew) // a new one's end is as the design has it; what was read off the old one says nothing of it
        if (auto end = readFitSize(designText("screw/end")); !end.empty()) m.screwEnd = std::move(end);
    m.seat = readSeat();
    const auto handle = designText("handle");
    m.handle = handle == "off"       ? Handle::Off
               : handle == "folding" ? Handle::Folding
               : handle == "fixed"   ? Handle::Fixed
                                     : Handle::NotSaid;
    s.root = design("screw/root_mm");
    if (!s.root.known() && s.named) s.root = {s.thread.root.value(), size ? Standing::Assumed : Standing::Catalogue};
    s.span = design("screw/bearing_span_mm");
    s.nutFar = design("screw/nut_far_mm");
    s.threadLength = design("screw/thread_length_mm");
    s.length = design("screw/overall_length_mm");
    if (!s.length.known()) s.length = s.threadLength.known() ? assumed(s.threadLength.v + 0.06) : s.span;
    s.dynamicRating = design("screw/dynamic_N");
    s.rise = design("screw/rise_K");
    if (const auto per = gradeVariation(designText("screw/grade")); per > 0) s.per300 = {per, Standing::Stated};
    s.staticRating = design("screw/static_N");
    if (size) {
        if (!s.dynamicRating.known()) s.dynamicRating = assumed(size->dynamic);
        s.staticRating = typedOr(input::staticRating, s.staticRating, size->staticLoad);
    }
    s.inertia = design("screw/inertia_per_m");
    if (s.inertia.known() && s.length.known())
        s.inertia.v *= s.length.v;
    else if (s.named && s.length.known()) {
        const auto j = barInertia(s.thread.nominal, metres(s.length.v),
                                  kilogramsPerCubicMetre(materialOr("steel", "steel").density));
        s.inertia = Known{j ? j->value() : notKnown, Standing::Computed};
    } else
        s.inertia = assumed(0);
    s.ends = endsFromCode(designText("ends", "fixed_supported")).value_or(Ends::FixedSupported);
    readBearings(s);
    readNut(s, size);
    if (noScrew) {
        m.nutPlay = design("rack/play_mm");
        if (!m.keepsScrew && !m.nutPlay.known()) // spread of a usual fit, centres set by hand
            m.nutPlay = assumed(0.10e-3, 0.03e-3, 0.25e-3, Shape::Lognormal);
    }
    readBrakeAndEnds();
    if (noScrew)
        m.final = rack ? FinalElement(std::move(r)) : FinalElement(Wheel{});
    else
        m.final = std::move(s);
}

/// The end of the screw as it is turned and what its thrust bearings sit in.
EndSeat ModelReader::readSeat() {
    const auto fixed = at("fixed_end/");
    EndSeat e;
    e.journal = at("screw/").fit("journal");
    e.housing = fixed.fit("housing");
    e.housingOf = material(fixed.text("housing_of"));
    e.housingWarmed = fixed.own("warm_C");
    e.fitFrom = fixed.own("free_from_um");
    e.fitTo = fixed.own("free_to_um");
    e.clearanceGroup = fixed.text("clearance");
    e.bearingRise = fixed.own("rise_K");
    const auto thread = [&](const std::string &text, const char *what) {
        const auto t = readMetricThread(text);
        if (!text.empty() && !t)
            m.problems.push_back(std::string(what) + ": \"" + text + "\" is no metric thread. Write M12x1.");
        return t;
    };
    e.endThread = thread(at("screw/").text("end_thread"), "Thread of the screw's end");
    e.lockNut = thread(fixed.text("lock_nut"), "Lock nut");
    e.shoulder = at("screw/").own("shoulder_mm");
    e.abutment = fixed.own("abutment_mm");
    e.key = at("screw/").own("key_width_mm");
    return e;
}
void ModelReader::readBearings(Screw &s) {
    const auto fixed = at("fixed_end/");
    s.fixedKind = fixed.text("kind");
    s.farKind = designText("far_end/kind");
    m.bearingDrag = fixed.own("drag_Nm");
    if (!m.bearingDrag.known() && m.keepsScrew && s.fixedKind.empty())
        m.bearingDrag = m.handleDrag; // the old bearings stay too
    m.bearingDrag = typedOr(input::bearingDrag, m.bearingDrag, 0.06);
    s.bearingStiffness = fixed.own("stiffness_N_um");
    s.bearingStiffness = typedOr(input::bearingStiffness, s.bearingStiffness, 100e6);
    s.bearingStatic = fixed.own("static_axial_N");
    s.bearingDynamic = fixed.own("dynamic_N");
    s.bearingPreload = fixed.own("preload_N");
    s.bearingTop = fixed.own("top_rpm");
    s.bearingPlay = fixed.own("play_mm");
    s.bearingBore = fixed.own("bore_mm");
    s.bearingOutside = fixed.own("outside_mm");
}
/// @param size of a ball screw that is known by its name, else null
void ModelReader::readNut(Screw &s, const BallScrewSize *size) {
    s.nutKind = designText("nut/kind");
    s.nutBeside = design("nut/beside_mm");
    const auto nut = at("nut/");
    s.nutThreadText = nut.text("thread");
    if (!s.nutThreadText.empty()) {
        if (const auto t = readThread(s.nutThreadText))
            s.nutThread = *t;
        else
            m.problems.push_back("Nut's thread: " + t.error().detail);
    }
    s.ball = design("screw/ball_mm");
    s.nutBall = nut.own("ball_mm");
    s.nutBody = nut.own("body_mm");
    s.nutFlange = nut.own("flange_mm");
    if (!s.nutBody.known() && size) s.nutBody = assumed(size->nutBody * 1e-3);
    if (!s.nutFlange.known() && size) s.nutFlange = assumed(size->nutFlange * 1e-3);
    s.nutRoom = axis("survey/room/nut_mm");
    s.nutArbor = nut.own("arbor_mm");
    m.nutPlay = design("nut/play_mm");
    s.nutStiffness = design("nut/stiffness_N_um");
    s.nutStiffness = typedOr(input::nutStiffness, s.nutStiffness, size ? size->nutStiffness * 1e6 : 100e6);
    s.nutLength = design("nut/length_mm");
    s.nutTurns = design("nut/engaged_turns");
    s.preload = design("nut/preload_N");
    if (!s.preload.known()) s.preload = Known{0, Standing::Stated};
    s.bracket = design("bracket_stiffness_N_um");
    s.bracket = typedOr(input::bracket, s.bracket, 100e6);
    s.beyondA = design("thread_beyond_a_mm");
    s.beyondB = design("thread_beyond_b_mm");
    // A new nut as such nuts come: none when preloaded, rolled ball nuts 0.02 to 0.08, sliding ones 0.05 to 0.15
    // (common practice).
    if (!m.keepsScrew && !m.nutPlay.known())
        m.nutPlay = s.preload.v > 0            ? assumed(0)
                    : s.named && s.thread.ball ? assumed(0.05e-3, 0.02e-3, 0.08e-3, Shape::Uniform)
                                               : assumed(0.10e-3, 0.05e-3, 0.15e-3, Shape::Uniform);
}
void ModelReader::readBrakeAndEnds() {
    m.brakeTorque = design("brake/torque_Nm");
    m.hasBrake = m.brakeTorque.known();
    m.brakeOnScrew = designText("brake/where", "screw") != "motor";
    m.brakeDelay = design("brake/delay_s");
    m.brakeDelay = typedOr(input::brakeDelay, m.brakeDelay, 0.06);
    m.bumperStroke = design("bumper/stroke_mm");
    m.bumperForce = design("bumper/force_N");
    m.endSpeed = design("end_speed_mm_min");
}

void ModelReader::readEfficiency(const Screw &s, bool noScrew) {
    const bool ball = s.named && s.thread.ball;
    m.efficiency = design("screw/efficiency");
    if (m.efficiency.standing == Standing::Measured) spreadBy(m.efficiency, 0.85, 1.15, Shape::Triangular);
    if (!m.efficiency.known() && m.keepsScrew) m.efficiency = m.screwEfficiencyFound;
    if (!m.efficiency.known()) {
        if (noScrew)
            m.efficiency = assumed(0.85);
        else if (ball)
            m.efficiency = assumed(0.90);
        else if (s.named) {
            const auto f =
                slidingScrew({s.thread.mean, s.thread.pitch, s.thread.starts, s.thread.flankHalfAngle, 0.13}, {});
            m.efficiency = assumed(f ? f->forward : 0.30);
        } else
            m.efficiency = assumed(0.30);
    }
    if (m.efficiency.v > 1) m.efficiency.v = notKnown;
    if (m.efficiency.shape == Shape::None && m.efficiency.known()) {
        m.efficiency.shape = Shape::Triangular;
        m.efficiency.low = noScrew ? 0.8 : ball ? 0.85 : std::min(0.20, m.efficiency.v);
        m.efficiency.high = noScrew ? 0.9 : ball ? 0.95 : std::max(0.45, m.efficiency.v);
    }
}

} // namespace lw
