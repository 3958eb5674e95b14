#include "app/stations/drive/part_fields.h"
#include "units/typed.h"
#include <algorithm>

namespace lw {
namespace {
using Keys = std::vector<std::string>;

// in rows of seven: choices stand in the second and third column, which are the wide ones (OpenedPart)
const Keys motor{"design/motor/holding_torque_Nm",
                 "design/motor/kind",
                 "design/motor/torque_convention",
                 "design/motor/rated_current_A",
                 "design/motor/resistance_ohm",
                 "design/motor/inductance_mH",
                 "design/motor/rotor_inertia_kgm2",
                 "design/drive/current_A",
                 "design/drive/current_kind",
                 "supply/kind",
                 "supply/voltage_V",
                 "supply/power_W",
                 "supply/sag",
                 "design/drive/volt_limit_V",
                 "design/drive/microsteps",
                 "design/drive/damping",
                 "design/motor/shaft",
                 "design/motor/face_mm",
                 "design/motor/body_length_mm",
                 "design/motor/step_angle_deg",
                 "design/motor/usable_speed_rpm",
                 "design/drive/torque_limit_Nm",
                 "design/cable/length_mm",
                 "design/cable/cross_section_mm2",
                 "design/drive/pulse_high_us",
                 "design/motor/radial_load_N",
                 "design/motor/radial_load_at_mm",
                 "design/motor/rated_rise_K",
                 "design/motor/curve_V",
                 "design/motor/leads",
                 "design/motor/curve",
                 "design/motor/shaft_length_mm",
                 "design/motor/bolt_square_mm",
                 "design/motor/pilot_mm",
                 "design/motor/front_bearing_mm",
                 "design/motor/outboard_mm",
                 "design/motor/key_width_mm"};
const Keys windings{"design/motor/detent_torque_Nm", "design/motor/joined", "design/motor/plate_for"};
const Keys servo{"design/motor/continuous_torque_Nm",
                 "design/motor/kind",
                 "supply/kind",
                 "design/motor/peak_torque_Nm",
                 "design/motor/rated_speed_rpm",
                 "design/motor/top_speed_rpm",
                 "design/motor/rotor_inertia_kgm2",
                 "design/drive/current_A",
                 "design/drive/current_kind",
                 "design/motor/torque_constant_Nm_A",
                 "design/motor/line_resistance_ohm",
                 "supply/voltage_V",
                 "supply/power_W",
                 "supply/sag",
                 "design/drive/volt_limit_V",
                 "design/motor/encoder_lines",
                 "design/drive/pulses_a_turn",
                 "design/motor/shaft",
                 "design/motor/face_mm",
                 "design/motor/body_length_mm",
                 "design/drive/torque_limit_Nm",
                 "design/cable/length_mm",
                 "design/cable/cross_section_mm2",
                 "design/drive/pulse_high_us",
                 "design/motor/radial_load_N",
                 "design/motor/radial_load_at_mm",
                 "design/motor/key_width_mm",
                 "design/motor/outboard_mm"};
const Keys brushless{"design/motor/line_inductance_mH", "design/motor/pole_pairs"};
const Keys brushed{"design/motor/no_load_current_A"};
const Keys pulley{"teeth",    "profile",    "bore",   "hub",          "flanges",     "belt_width_mm", "face_width_mm",
                  "material", "run_out_mm", "key_mm", "key_width_mm", "bush_series", "bush"};
const Keys belt{"kind",
                "code",
                "centre_mm",
                "slot_from_mm",
                "slot_to_mm",
                "install_factor",
                "service_factor",
                "from_face_mm",
                "length_tolerance_mm",
                "efficiency",
                "pull_for_1mm_a_metre_N",
                "idler/diameter_mm",
                "idler/along_mm",
                "idler/side"};
const Keys gearsKeys{"kind", "module_mm", "gear_width_mm", "centre_mm", "from_face_mm", "play_arcmin", "efficiency"};
const Keys gear{"teeth", "material", "hub", "bore"};
const Keys ribbed{"kind", "code", "centre_mm", "from_face_mm", "service_factor", "efficiency"};
const Keys ribbedPulley{"diameter_mm", "hub", "bore"};
const Keys layshaft{"shaft/diameter_mm", "shaft/spacing_mm", "shaft/in_beyond_mm", "shaft/out_beyond_mm",
                    "shaft/dynamic_N"};
const Keys rack{"rack/module_mm",   "moved_by",          "screw/kept",    "rack/pinion_teeth",
                "rack/pinion_of",   "rack/rack_of",      "rack/width_mm", "rack/play_mm",
                "screw/efficiency", "fixed_end/drag_Nm", "handle"};
const Keys coupling{"kind",      "coupling",       "stiffness_Nm_rad", "inertia_kgm2", "bore_in",  "bore_out",
                    "torque_Nm", "clamp_screw_mm", "clamp_screws",     "offset_mm",    "lean_deg", "gap_mm"};
const Keys bearings{"fixed_end/kind",
                    "fixed_end/drag_Nm",
                    "fixed_end/stiffness_N_um",
                    "fixed_end/static_axial_N",
                    "fixed_end/dynamic_N",
                    "fixed_end/preload_N",
                    "fixed_end/top_rpm",
                    "fixed_end/play_mm",
                    "ends",
                    "far_end/kind",
                    "screw/journal",
                    "fixed_end/bore_mm",
                    "fixed_end/outside_mm",
                    "fixed_end/housing",
                    "fixed_end/housing_of",
                    "fixed_end/clearance",
                    "fixed_end/free_from_um",
                    "fixed_end/free_to_um",
                    "fixed_end/warm_C",
                    "fixed_end/rise_K",
                    "screw/end_thread",
                    "fixed_end/lock_nut",
                    "screw/shoulder_mm",
                    "fixed_end/abutment_mm",
                    "screw/key_width_mm",
                    "end_speed_mm_min",
                    "bumper/stroke_mm",
                    "bumper/force_N"};
const Keys brake{"brake/torque_Nm", "brake/where", "brake/delay_s"};
const Keys screw{"screw/thread",          "screw/kept",         "screw/grade",
                 "screw/rise_K",          "screw/efficiency",   "nut/play_mm",
                 "screw/bearing_span_mm", "screw/nut_far_mm",   "screw/thread_length_mm",
                 "nut/length_mm",         "nut/kind",           "nut/stiffness_N_um",
                 "screw/root_mm",         "thread_beyond_a_mm", "thread_beyond_b_mm",
                 "bracket_stiffness_N_um"};
const Keys slide{"travel_mm",           "targets/rapid_mm_min", "targets/acceleration_m_s2",
                 "targets/accuracy_mm", "survey/run_out_mm",    "survey/screw_end"};

const Keys reducer{"kind",      "type",    "ratio",   "efficiency",       "play_arcmin",
                   "torque_Nm", "peak_Nm", "drag_Nm", "stiffness_Nm_rad", "inertia_kgm2",
                   "input_rpm", "bore_in", "runs",    "wave_arcmin"};
const Keys worm{"lead_deg"};
const Keys strainWave{"rated_rpm", "size", "mean_Nm"};
const Keys rotaryTable{"rotary/drag_Nm",           "rotary/purpose",       "rotary/clamp",
                       "rotary/clamp_Nm",          "rotary/clamp_s",       "rotary/shaft_stiffness_Nm_rad",
                       "rotary/radius_mm",         "rotary/force_N",       "rotary/feed_mm_min",
                       "design/turning/motor_rpm", "design/turning/ramp_s"};

void add(Keys &out, const std::string &prefix, const Keys &keys) {
    for (const auto &k : keys)
        out.push_back(prefix + k);
}
} // namespace

std::string_view groupFrom(ChainPartKind part, std::string_view key) {
    if (part != ChainPartKind::Bearings) return {};
    constexpr std::pair<std::string_view, std::string_view> groups[] = {{"design/fixed_end/kind", "By their sheet"},
                                                                        {"design/screw/journal", "How they sit"},
                                                                        {"design/screw/end_thread", "The screw's end"},
                                                                        {"design/end_speed_mm_min", "Ends of travel"},
                                                                        {"design/brake/torque_Nm", "Brake"}};
    for (const auto &[first, name] : groups)
        if (key == first) return name;
    return {};
}
std::vector<std::string> fieldsOf(const ChainPart &part, const AxisModel &m) {
    Keys out;
    const std::string stage =
        part.stage >= 0 ? "design/stages/" + m.stages[std::size_t(part.stage)].id + "/" : std::string();
    switch (part.kind) {
    case ChainPartKind::Motor:
        if (!m.servo()) {
            add(out, "", motor);
            if (m.stepper().manyLeads) add(out, "", windings);
            break;
        }
        add(out, "", servo);
        add(out, "", m.servo()->brushed ? brushed : brushless);
        break;
    case ChainPartKind::Coupling: add(out, stage, coupling); break;
    case ChainPartKind::Driver:
    case ChainPartKind::Driven: {
        const std::string side = part.kind == ChainPartKind::Driver ? "driver/" : "driven/";
        const auto place = std::size_t(part.stage);
        if (m.stageAs<Gears>(place)) { // a pair has no belt between: what both share stands with the first
            if (part.kind == ChainPartKind::Driver) add(out, stage, gearsKeys);
            add(out, stage + side, gear);
        } else if (m.stageAs<RibbedBelt>(place))
            add(out, stage + side, ribbedPulley);
        else
            add(out, stage + side, pulley);
        break;
    }
    case ChainPartKind::Belt: add(out, stage, m.stageAs<RibbedBelt>(std::size_t(part.stage)) ? ribbed : belt); break;
    case ChainPartKind::Reducer:
        add(out, stage, reducer);
        if (m.stageAs<Reducer>(std::size_t(part.stage))->strainWave()) add(out, stage, strainWave);
        if (m.stageAs<Reducer>(std::size_t(part.stage))->worm()) add(out, stage, worm);
        break;
    case ChainPartKind::Layshaft: add(out, stage, layshaft); break;
    case ChainPartKind::Bearings:
        add(out, "design/", bearings);
        if (m.vertical) add(out, "design/", brake);
        break;
    case ChainPartKind::FinalElement:
        if (m.wheel()) {
            add(out, "design/", m.rack() ? rack : Keys{"moved_by", "screw/thread", "screw/kept", "screw/efficiency"});
            break;
        }
        add(out, "design/", screw);
        add(out, "design/", Keys{"moved_by", "handle"});
        if (!m.keepsScrew) add(out, "design/", Keys{"screw/end"}); // the old one's end is a reading
        add(out, "design/",
            m.ballScrew() ? Keys{"nut/preload_N", "screw/static_N", "screw/dynamic_N", "nut/beside_mm"}
                          : Keys{"nut/engaged_turns"});
        if (!m.keepsScrew) {
            out.emplace_back("survey/room/nut_mm");
            add(out, "design/nut/", Keys{"body_mm", "flange_mm", "thread"});
            if (m.ballScrew()) add(out, "design/", Keys{"nut/arbor_mm", "nut/ball_mm", "screw/ball_mm"});
        }
        break;
    case ChainPartKind::Slide: add(out, "", m.rotary() ? rotaryTable : slide); break;
    }
    return out;
}

Known fallbackOf(const std::string &key, const ChainPart &part, const AxisModel &m, const AxisState &s) {
    const auto is = [&](std::string_view end) { return key.ends_with(end); };
    if (const auto *b = part.stage >= 0 ? m.stageAs<ToothedBelt>(std::size_t(part.stage)) : nullptr) {
        if (is("/efficiency")) return b->efficiency;
        if (is("/service_factor")) return b->service;
        if (is("/install_factor")) return b->install;
        if (is("/from_face_mm")) return b->offFace;
        if (is("/length_tolerance_mm")) return b->tolerance;
        if (is("driver/face_width_mm")) return b->driver.faceWidth;
        if (is("driven/face_width_mm")) return b->driven.faceWidth;
        if (is("driver/run_out_mm")) return b->driver.runOut;
        if (is("driven/run_out_mm")) return b->driven.runOut;
        if (is("/centre_mm"))
            if (const auto *w = s.stageWork<ToothedBelt>(std::size_t(part.stage)); w && w->centre == w->centre)
                return {w->centre, Standing::Computed};
        return {};
    }
    if (const auto *c = part.stage >= 0 ? m.stageAs<Coupling>(std::size_t(part.stage)) : nullptr) {
        if (is("/stiffness_Nm_rad")) return c->stiffness;
        if (is("/inertia_kgm2")) return c->inertia;
        return {};
    }
    if (const auto *r = part.stage >= 0 ? m.stageAs<Reducer>(std::size_t(part.stage)) : nullptr) {
        if (is("/efficiency")) return r->efficiency;
        if (is("/play_arcmin")) return r->play;
        if (is("/inertia_kgm2")) return r->inertia;
        if (is("/rated_rpm")) return r->ratedSpeed;
        if (is("/stiffness_Nm_rad") && r->strainWave() && r->wavePart.assumed())
            return {s.stages[std::size_t(part.stage)].figures.stiffness.value(), Standing::Assumed};
        return {};
    }
    if (const auto *g = part.stage >= 0 ? m.stageAs<Gears>(std::size_t(part.stage)) : nullptr) {
        if (is("/efficiency")) return g->efficiency;
        if (is("/from_face_mm")) return g->offFace;
        if (is("/play_arcmin"))
            if (const auto *w = s.stageWork<Gears>(std::size_t(part.stage)); w && w->playAtOutput >= 0)
                return {w->playAtOutput, g->apart.standing};
        if (is("/centre_mm"))
            if (const auto *w = s.stageWork<Gears>(std::size_t(part.stage)); w && w->meshes)
                return {w->pair.centre.value(), Standing::Computed};
        return {};
    }
    if (const auto *r = part.stage >= 0 ? m.stageAs<RibbedBelt>(std::size_t(part.stage)) : nullptr) {
        if (is("/efficiency")) return r->efficiency;
        if (is("/from_face_mm")) return r->offFace;
        if (is("/service_factor")) return r->service;
        if (is("/centre_mm"))
            if (const auto *w = s.stageWork<RibbedBelt>(std::size_t(part.stage)); w && w->centre == w->centre)
                return {w->centre, Standing::Computed};
        return {};
    }
    if (const auto *t = m.rotary()) {
        if (is("rotary/drag_Nm")) return m.pull;
        if (is("rotary/clamp_s")) return t->clampTime;
        if (is("turning/motor_rpm")) return t->motorSpeed;
        if (is("turning/ramp_s")) return t->ramp;
    }
    static const Known nothing;
    const std::pair<std::string_view, const Known *> all[] = {
        {"screw/efficiency", &m.efficiency},
        {"fixed_end/drag_Nm", &m.bearingDrag},
        {"fixed_end/stiffness_N_um", &m.screw().bearingStiffness},
        {"nut/stiffness_N_um", &m.screw().nutStiffness},
        {"bracket_stiffness_N_um", &m.screw().bracket},
        {"supply/sag", &m.supply.sag},
        {"motor/peak_torque_Nm", m.servo() ? &m.servo()->peak : &nothing},
        {"motor/top_speed_rpm", m.servo() ? &m.servo()->topSpeed : &nothing},
        {"motor/radial_load_N", &m.motorBody().radialLoad},
        {"motor/radial_load_at_mm", &m.motorBody().radialAt},
        {"survey/run_out_mm", &m.runOut},
        {"travel_mm", &m.travel},
        {"targets/rapid_mm_min", &m.rapid},
        {"targets/acceleration_m_s2", &m.acceleration},
        {"drive/current_A", &m.drive.peak},
        {"brake/delay_s", &m.brakeDelay},
        {"screw/root_mm", &m.screw().root},
        {"rack/play_mm", m.keepsScrew ? &nothing : &m.nutPlay},
    };
    for (const auto &[end, known] : all)
        if (is(end)) return *known;
    return {};
}

std::string figuresOf(const ChainPart &part, const AxisModel &m, const AxisState &s) {
    std::string out;
    const auto say = [&](std::string words) { out += (out.empty() ? "" : ", ") + std::move(words); };
    switch (part.kind) {
    case ChainPartKind::Motor:
        if (s.motorKnown) {
            say(withUnit(s.peakStatic, Dimension::Torque, "Nm", 3) + " at rest");
            say("torque falls from " + numberText(s.corner, 3) + " rpm on");
            if (m.stepper().joiningTold)
                say("as joined " + withUnit(m.stepper().rated.v, Dimension::Current, "A", 2) + ", " +
                    withUnit(m.stepper().inductance.v, Dimension::Inductance, "mH", 2));
            if (m.stepper().curve) say("by the curve typed");
            if (m.servo()) say(withUnit(torquesAt(s.motor, 0).continuous, Dimension::Torque, "Nm", 3) + " all day");
        }
        break;
    case ChainPartKind::Driver:
        if (const auto *w = s.stageWork<Gears>(std::size_t(part.stage)); w && w->meshes) {
            say("closest centres " + withUnit(w->pair.centre.value(), Dimension::Length, "mm", 5));
            say(numberText(w->pair.contact, 3) + " teeth carry");
        }
        break;
    case ChainPartKind::Belt:
        if (const auto *r = s.stageWork<RibbedBelt>(std::size_t(part.stage)); r && r->forcesKnown)
            say("= set to " + withUnit(r->forces.atRest.value(), Dimension::Force, "N", 3) + " a side");
        if (const auto *w = s.stageWork<ToothedBelt>(std::size_t(part.stage)); w && w->forcesKnown) {
            say("= set to " + withUnit(w->forces.install.value(), Dimension::Force, "N", 3));
            say("pluck it, " + withUnit(w->forces.note.value(), Dimension::Frequency, "Hz", 3));
            say(std::to_string(w->open.teethInMesh) + " teeth in mesh");
        }
        break;
    case ChainPartKind::FinalElement:
        if (m.wheel()) {
            say("a turn moves it " + withUnit(m.lead.v, Dimension::Length, "mm", 4));
            say("full step " + withUnit(s.fullStep, Dimension::Length, "um", 3));
            break;
        }
        say("= lead " + withUnit(m.lead.v, Dimension::Length, "mm", 4));
        say("full step " + withUnit(s.fullStep, Dimension::Length, "um", 3));
        if (s.critical == s.critical) say("whips from " + numberText(s.critical, 4) + " rpm");
        break;
    case ChainPartKind::Layshaft: say("both wheels counted as if they pulled the same way"); break;
    default: break;
    }
    return out;
}

} // namespace lw
