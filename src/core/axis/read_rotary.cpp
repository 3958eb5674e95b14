// An axis that turns: its table, what it carries, what it shall do.
#include "axis/model_reader.h"
#include "drive/reducers.h"
#include "drive/rotary.h"
#include "units/plain_number.h"
#include "machine/turning_bodies.h"
#include <algorithm>
#include <cmath>

namespace lw {
/// All that turns with the table; its inertia.
Known ModelReader::turningLoadOf(const std::string &list) {
    auto &t = std::get<RotaryTable>(m.final);
    const auto read = readTurningBodies(m_project, list);
    m.problems.insert(m.problems.end(), read.problems.begin(), read.problems.end());
    if (read.bodies.empty() || !read.problems.empty()) return {};
    const auto load = turningLoad(read.bodies);
    t.turning = load.mass.value();
    t.unbalance = t.lies ? load.worst().value() : 0;
    const double J = load.inertia.value();
    if (read.standing == Standing::Assumed) return assumed(J, 0.5 * J, 2 * J, Shape::Lognormal);
    return {J, Standing::Computed, 0.95 * J, 1.05 * J, Shape::Triangular};
}

WorkHolding ModelReader::readHolding() {
    WorkHolding h;
    // the place of what is said among the words of a choice; nothing said: 0
    const auto said = [&](const char *key, std::initializer_list<std::string_view> codes) {
        const auto code = axisText(key);
        int k = 1;
        for (const auto c : codes) {
            if (c == code) return k;
            ++k;
        }
        return 0;
    };
    h.by = HeldBy(said("rotary/held_by", {"three", "four", "faceplate", "collet", "spurs"}));
    h.mounted = Mounted(said("rotary/mounted", {"bolted", "screwed", "taper", "loose"}));
    h.locked = Said(said("rotary/lock", {"no", "yes"}));
    h.reverses = Said(said("rotary/reverses", {"no", "yes"}));
    h.squared = SquaredBy(said("rotary/squared", {"keys", "dial", "nothing"}));
    h.movedAs = MoveAs(said("rotary/move_as", {"radius", "diameter"}));
    h.material = material(axisText("rotary/work_of"));
    h.keyClearance = axis("rotary/key_clearance_mm");
    h.keysApart = axis("rotary/keys_apart_mm");
    h.tailHigh = axis("rotary/tail_high_mm");
    h.head = axis("rotary/head_d_mm");
    h.tail = axis("rotary/tail_d_mm");
    h.apart = axis("rotary/apart_mm");
    h.trial = axis("rotary/trial_mm");
    h.moved = axis("rotary/move_mm");
    return h;
}

void ModelReader::readRotary() {
    RotaryTable t;
    t.purpose = rotaryPurpose(axisText("rotary/purpose"));
    t.second = rotaryPurpose(axisText("rotary/second"));
    t.lies = axisText("rotary/axis", "level") != "upright";
    t.twoPeople = axisText("rotary/people") == "two";
    t.radius = axis("rotary/radius_mm");
    t.force = axis("rotary/force_N");
    t.feed = axis("rotary/feed_mm_min");
    const auto &asks = rotaryTargets(t.purpose);
    const auto wished = [&](const char *key, double usual) {
        const auto typed = axis(key);
        return typed.known() || !(usual == usual) ? typed : Known{usual, Standing::Stated};
    };
    t.step = wished("rotary/step_arcsec", asks.step);
    t.quarter = wished("rotary/quarter_s", asks.quarter);
    t.turn = wished("rotary/turn_s", asks.turn);
    t.speed = wished("rotary/speed_rpm", asks.speed);
    t.play = wished("rotary/play_arcmin", asks.play);
    const auto clamp = axisText("rotary/clamp");
    t.clamp = axis("rotary/clamp_Nm");
    t.clampTold = !clamp.empty() || t.clamp.known();
    t.hasClamp = clamp == "yes" || (clamp.empty() && t.clamp.known());
    t.clampTime = axis("rotary/clamp_s");
    if (!t.clampTime.known()) t.clampTime = assumed(t.hasClamp ? 1.0 : 0.2);
    t.shaftStiffness = axis("rotary/shaft_stiffness_Nm_rad");
    t.height = axis("rotary/height_mm");
    t.chuck = axis("rotary/chuck_mm");
    t.length = axis("rotary/length_mm");
    t.jaws = axis("rotary/jaws_mm");
    t.swing = axis("rotary/swing_mm");
    t.bedGap = axis("rotary/bed_gap_mm");
    if (!t.bedGap.known()) t.bedGap = assumed(5e-3);
    t.nose = axis("rotary/nose_mm");
    t.noseLow = axis("rotary/nose_low_mm");
    t.tool = axis("rotary/tool_mm");
    t.portal = axis("rotary/portal_mm");
    t.stock = axis("rotary/stock_mm");
    t.square = axisText("rotary/stock_shape") == "square";
    t.stockLength = axis("rotary/stock_length_mm");
    t.offCentre = axis("rotary/off_centre_mm");
    if (!t.offCentre.known()) t.offCentre = assumed(0.5e-3);
    t.finish = axis("rotary/finish_mm");
    t.tailstock = axisText("rotary/tailstock") == "yes";
    t.weight = axis("rotary/weight_kg");
    t.bolts = axis("rotary/bolts");
    t.boltSize = axis("rotary/bolt_mm");
    t.chuckSpeed = axis("rotary/chuck_rpm");
    t.offset = axis("rotary/mass_offset_mm");
    t.holding = readHolding();
    m.final = t;

    m.mass = turningLoadOf(a + "rotary/bodies");
    m.pull = axis("rotary/drag_Nm");
    if (!m.pull.known()) m.pull = assumed(0.5, 0.2, 3, Shape::Lognormal); // seals and preload, common practice
    m.pullMeasured = m.pull.standing == Standing::Measured;
    m.coldFactor = {1, Standing::Computed};
    m.breakaway = assumed(1.3, 1.1, 2, Shape::Lognormal);
    m.lead = {2 * pi, Standing::Computed}; // a whole turn
    m.efficiency = {1, Standing::Computed};
    m.bearingDrag = {0, Standing::Computed};
    m.travel = {2 * pi, Standing::Computed};
    const auto &table = std::get<RotaryTable>(m.final);
    if (table.force.known() || table.radius.known()) {
        Cut c;
        c.id = "rotary";
        c.kind = CutKind::Given;
        c.name = asks.clamped ? "Cut, table standing" : "Cut while it turns";
        c.standing = table.force.standing;
        c.force = table.force.known() && table.radius.known()
                      ? Known{table.force.v * table.radius.v, table.force.standing}
                      : Known{};
        // a spindle cuts at its own speed, said below
        c.feed = asks.clamped ? 0
                 : table.purpose != RotaryPurpose::Spin && table.feed.known() && table.radius.known()
                     ? table.feed.v / table.radius.v
                     : notKnown;
        m.cuts.push_back(std::move(c));
    }
}

/// How fast it turns follows from the motor and what reduces it.
void ModelReader::readTableSpeed() {
    auto &t = std::get<RotaryTable>(m.final);
    t.motorSpeed = design("turning/motor_rpm");
    if (!t.motorSpeed.known()) t.motorSpeed = assumed((m.servo() ? 3000 : 600) * pi / 30);
    t.ramp = design("turning/ramp_s");
    if (!t.ramp.known()) t.ramp = assumed(0.2);
    // the drag of a last reducer is felt at the table too: where it stands typed, the table adds none that is not
    // measured
    if (const auto *last = m.stages.empty() ? nullptr : m.stageAs<Reducer>(m.stages.size() - 1);
        last && last->drag.v > 0 && m.pull.assumed())
        m.pull = {0, Standing::Computed};
    const bool ratioKnown = m.stepsATurn().has_value();
    const double i = m.ratio();
    const auto standing = std::max(t.motorSpeed.standing, Standing::Measured);
    if (ratioKnown) {
        m.rapid = {t.motorSpeed.v / i, standing};
        m.acceleration = {m.rapid.v / t.ramp.v, t.ramp.standing};
    }
    for (auto &c : m.cuts)
        if (c.feed != c.feed || c.feed > m.rapid.v) c.feed = m.rapid.v; // no faster than it turns
    if (m.rapid.known()) {
        const double quarter = m.rapid.v / m.acceleration.v + pi / 2 / m.rapid.v;
        m.moves.push_back({"", "A quarter turn", MoveKind::Rapid, -1, assumed(pi / 2), m.rapid, {}, true, false, true});
        if (!m.cuts.empty() && m.cuts.front().feed > 0)
            m.moves.push_back({"",
                               m.cuts.front().name,
                               MoveKind::Cut,
                               0,
                               assumed(4 * quarter * m.cuts.front().feed),
                               assumed(m.cuts.front().feed),
                               {},
                               false,
                               false,
                               true});
        m.moves.push_back({"", "Cut standing", MoveKind::Stand, -1, {}, {}, assumed(4 * quarter), true, false, true});
    }
}

} // namespace lw
