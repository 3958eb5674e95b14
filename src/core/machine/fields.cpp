#include "machine/fields.h"
#include "drive/belt.h"
#include "duty/cutting.h"
#include "json.h"
#include <algorithm>
#include <cmath>
#include <unordered_map>

namespace lw {
namespace {
using D = Dimension;
using K = FieldKind;
constexpr FieldSpec axisFieldsTable[] = {
    // pattern, kind, dimension, unit, plausible from, to, hard limit, limit excluded, label, help, choices
    {"name", K::Text, D::Number, "", 0, 0, 0, false, "Job", "What you call the machine; it names the file too.", ""},
    {"mass_kg", K::Value, D::Mass, "kg", 30, 3000, 0, true, "Machine weighs",
     "From its plate or a shipping note; only shown.", ""},
    {"budget", K::Value, D::Money, "EUR", 20, 20000, 0, false, "Budget", "What you will not go beyond.", ""},
    {"contingency", K::Value, D::Number, "%", 0, 50, 0, false, "Contingency",
     "Share of what is still to buy, kept for surprises.", ""},
    {"cold_day_factor", K::Value, D::Number, "", 1, 2, 0, true, "Cold day",
     "Way oil thickens: 1.3 in a heated shop, 1.6 in an unheated one.", ""},
    {"controller/pulse_limit_Hz", K::Value, D::Frequency, "kHz", 10, 10000, 0, true, "Controller pulses",
     "Fastest pulses the controller makes, from its data.", ""},
    {"spindle/power_W", K::Value, D::Power, "W", 50, 15000, 0, true, "Spindle motor", "Rated power on its plate.", ""},
    {"spindle/drive_efficiency", K::Value, D::Number, "", 0.6, 1, 0, true, "Spindle drive",
     "What belt and bearings let through, 0.85 usual.", ""},
    {"spindle/torque_max_Nm", K::Value, D::Torque, "Nm", 1, 500, 0, true, "Spindle torque cap",
     "Where the belt slips, the motor pulls out or the tool breaks. Without it the spindle caps nothing.", ""},
    {"spindle/overload", K::Value, D::Number, "", 1, 2.5, 0, true, "Spindle overload",
     "How far the motor can be overloaded for a moment, 1.5 usual.", ""},
    {"axes/*/letter", K::Text, D::Number, "", 0, 0, 0, false, "Axis", "Its letter.", ""},
    {"axes/*/what", K::Text, D::Number, "", 0, 0, 0, false, "What moves", "Table, saddle, head, carriage ...", ""},
    {"axes/*/orientation", K::Choice, D::Number, "", 0, 0, 0, false, "Lies", "Level, up and down, or on a slope.",
     "horizontal=level|vertical=upright|slanted=slanted"},
    {"axes/*/way", K::Choice, D::Number, "", 0, 0, 0, false, "Ways", "Look under the gib or the end of the saddle.",
     "iron_dovetail=iron on iron, oiled|iron_dry=iron, dry or gummed|ptfe=PTFE facing on iron|vee_flat=V and flat, "
     "iron|ball_rail=ball rails|roller_rail=roller rails|ball_bush=ball bushes on shafts|bush=plain bushes on "
     "shafts|caged_rollers=rollers in a cage"},
    {"axes/*/travel_mm", K::Value, D::Length, "mm", 30, 3000, 0, true, "Travel",
     "Stop to stop, with a rule or by the dial.", ""},
    {"axes/*/targets/rapid_mm_min", K::Value, D::Speed, "mm/min", 300, 20000, 0, true, "Rapid",
     "Fastest move with no cut.", ""},
    {"axes/*/targets/acceleration_m_s2", K::Value, D::Acceleration, "m/s2", 0.05, 3, 0, true, "Speeding up",
     "0.3 for a bench mill, 0.4 for a knee mill.", ""},
    {"axes/*/targets/lost_motion_mm", K::Value, D::Length, "mm", 0.003, 0.5, 0, true, "Lost motion wished",
     "What you can live with at reversal.", ""},
    {"axes/*/targets/repeatability_mm", K::Value, D::Length, "mm", 0.001, 0.5, 0, true, "Repeats within",
     "How near it must come back to a place.", ""},
    {"axes/*/survey/moving_mass/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Piece", "Table, vice, work ...", ""},
    {"axes/*/survey/moving_mass/*/mass_kg", K::Value, D::Mass, "kg", 0.2, 1500, 0, true, "Mass",
     "Hang one end on the scale, the other on packing; swap; add the two.", ""},
    {"axes/*/survey/pull/way", K::Choice, D::Number, "", 0, 0, 0, false, "Pulled",
     "Direct is better: with the nut off the old screw does not matter.",
     "direct=direct, nut off|rim=at the handwheel rim"},
    {"axes/*/survey/pull/readings/*/at_mm", K::Value, D::Length, "mm", 0, 3000, 0, false, "Place", "From one stop.",
     ""},
    {"axes/*/survey/pull/readings/*/away_N", K::Value, D::Force, "N", 1, 1500, 0, false, "away",
     "Scale hooked square, pull slow and steady, read while it moves.", ""},
    {"axes/*/survey/pull/readings/*/back_N", K::Value, D::Force, "N", 1, 1500, 0, false, "back",
     "The same the other way. Upright or on a slope: letting down slowly, the scale uphill both times.", ""},
    {"axes/*/survey/pull/rim_radius_mm", K::Value, D::Length, "mm", 30, 150, 0, true, "Rim radius",
     "From the handle axis to where you pull.", ""},
    {"axes/*/survey/pull/travel_per_turn_mm", K::Value, D::Lead, "mm", 1, 40, 0, true, "Travel a turn",
     "Slide travel for one handle turn; measure it, never assume.", ""},
    {"axes/*/survey/pull/efficiency", K::Value, D::Number, "", 0.15, 0.92, 0, true, "Handle efficiency",
     "Share of the handle work that reaches the slide; the weak link of a rim pull.", ""},
    {"axes/*/survey/pull/no_load_drag_Nm", K::Value, D::Torque, "Nm", 0, 0.5, 0, false, "Drag, nut off",
     "Handle torque with the nut off.", ""},
    {"axes/*/survey/breakaway/to_start_N", K::Value, D::Force, "N", 1, 3000, 0, true, "To start",
     "The highest reading as it first moves.", ""},
    {"axes/*/survey/breakaway/to_keep_going_N", K::Value, D::Force, "N", 1, 1500, 0, true, "To keep going",
     "At the same place, moving slowly.", ""},
    {"axes/*/survey/lead/measured_travel_mm", K::Value, D::Length, "mm", 1, 400, 0, true, "Turns moved",
     "Gauge or rule travel over the turns, always from the same side.", ""},
    {"axes/*/survey/lead/turns", K::Value, D::Count, "", 10, 50, 0, true, "Turns made", "Ten or more.", ""},
    {"axes/*/survey/lead/dial_divisions", K::Value, D::Count, "", 10, 400, 0, true, "Dial divisions",
     "Marks on the dial for one turn.", ""},
    {"axes/*/survey/lead/dial_value_mm", K::Value, D::Length, "mm", 0.005, 0.2, 0, true, "One division",
     "What one mark is worth: 0.05 mm, 0.001 in ...", ""},
    {"axes/*/survey/lead/reads_diameter", K::Choice, D::Number, "", 0, 0, 0, false, "Dial reads",
     "Lathe cross slides often read diameter.", "no=travel|yes=diameter"},
    {"axes/*/survey/lead/threads_per_inch", K::Value, D::Number, "", 1, 40, 0, true, "Threads an inch",
     "Count the crests along one inch.", ""},
    {"axes/*/survey/lead/starts", K::Value, D::Count, "", 1, 6, 0, true, "Starts",
     "Threads seen at the end of the screw.", ""},
    {"axes/*/survey/lost_motion/total_mm", K::Value, D::Length, "mm", 0.01, 3, 0, false, "Lost in all",
     "Gauge on the table, handle turned back until it moves.", ""},
    {"axes/*/survey/lost_motion/thrust_float_mm", K::Value, D::Length, "mm", 0, 1, 0, false, "Thrust bearing",
     "Gauge on the end of the screw while rocking the handle.", ""},
    {"axes/*/survey/lost_motion/nut_in_slot_mm", K::Value, D::Length, "mm", 0, 1, 0, false, "Nut in its slot",
     "Gauge on the nut body against the saddle.", ""},
    {"axes/*/survey/lost_motion/wind_up_mm", K::Value, D::Length, "mm", 0, 0.3, 0, false, "Wind-up",
     "Push and pull the table by hand, 50 to 100 N.", ""},
    {"axes/*/survey/lost_motion/after_thrust_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Bearing, fixed",
     "What is left once the bearing is done: 0 for a preloaded pair.", ""},
    {"axes/*/survey/lost_motion/after_slot_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Slot, fixed",
     "What is left once refitted and dowelled.", ""},
    {"axes/*/survey/lost_motion/after_thread_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Thread, fixed",
     "What is left in the nut thread: 0.04 for a split nut.", ""},
    {"axes/*/survey/run_out_mm", K::Value, D::Length, "mm", 0, 0.5, 0, false, "Run-out, full swing",
     "Dial at the pulley seat, screw turned by hand; the whole swing of the needle.", ""},
    {"axes/*/survey/hoist/up_N", K::Value, D::Force, "N", 1, 8000, 0, true, "Hoist, up",
     "Nut off, slow and steady, counterbalance as in use.", ""},
    {"axes/*/survey/hoist/down_N", K::Value, D::Force, "N", 0, 8000, 0, false, "Hoist, down", "The same letting down.",
     ""},
    {"axes/*/survey/balance/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Balance",
     "What carries part of the weight.", "none=none|strut=gas strut|counterweight=counterweight"},
    {"axes/*/survey/balance/force_N", K::Value, D::Force, "N", 10, 8000, 0, true, "Strut pulls",
     "Stamped on it, or weighed; all struts together.", ""},
    {"axes/*/survey/balance/mass_kg", K::Value, D::Mass, "kg", 1, 500, 0, true, "Counterweight", "The hanging mass.",
     ""},
    {"axes/*/survey/screw_from_guide_mm", K::Value, D::Length, "mm", 0, 400, 0, false, "Screw off the guide",
     "From the screw axis to the guide: long makes a drawer of it.", ""},
    {"axes/*/survey/guide_length_mm", K::Value, D::Length, "mm", 40, 1500, 0, true, "Guide length",
     "How much slide is in the ways.", ""},
    {"axes/*/survey/screw_end", K::Text, D::Number, "", 0, 0, 0, false, "Screw end",
     "Micrometer on the pulley seat: 13.99, or 14 h6.", ""},
    {"axes/*/designs/*/text", K::Text, D::Number, "", 0, 0, 0, false, "Design", "In a few words.", ""},
    {"axes/*/designs/*/motor/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Motor",
     "Does it know when it lost steps?", "stepper_open=stepper, open loop|stepper_closed=stepper with encoder"},
    {"axes/*/designs/*/motor/holding_torque_Nm", K::Value, D::Torque, "Nm", 0.1, 30, 0, true, "Holding torque",
     "Holding torque on the plate.", ""},
    {"axes/*/designs/*/motor/torque_convention", K::Choice, D::Number, "", 0, 0, 0, false, "Torque given for",
     "Most plates mean both phases; ask the seller: it is a factor of 1.4.",
     "two_phases_on=both phases on|one_phase_on=one phase on"},
    {"axes/*/designs/*/motor/rated_current_A", K::Value, D::Current, "A", 0.4, 10, 0, true, "Rated current",
     "Per phase, both phases on.", ""},
    {"axes/*/designs/*/motor/resistance_ohm", K::Value, D::Resistance, "ohm", 0.15, 40, 0, true, "Resistance",
     "One phase, cold, from plate or meter.", ""},
    {"axes/*/designs/*/motor/inductance_mH", K::Value, D::Inductance, "mH", 0.5, 40, 0, true, "Inductance",
     "One phase, from the plate.", ""},
    {"axes/*/designs/*/motor/rotor_inertia_kgm2", K::Value, D::Inertia, "gcm2", 10, 20000, 0, true, "Rotor",
     "Rotor inertia from the sheet.", ""},
    {"axes/*/designs/*/motor/detent_torque_Nm", K::Value, D::Torque, "Nm", 0, 2, 0, false, "Detent",
     "Torque with the current off; 4 % of holding when not given.", ""},
    {"axes/*/designs/*/motor/step_angle_deg", K::Value, D::Angle, "deg", 0.9, 1.8, 0, true, "Step",
     "1.8 or 0.9 degrees.", ""},
    {"axes/*/designs/*/motor/usable_speed_rpm", K::Value, D::RotationSpeed, "rpm", 200, 4000, 0, true, "Usable to",
     "Fastest you want to run it.", ""},
    {"axes/*/designs/*/motor/shaft", K::Text, D::Number, "", 0, 0, 0, false, "Shaft",
     "10 h6, or what the micrometer says.", ""},
    {"axes/*/designs/*/motor/face_mm", K::Value, D::Length, "mm", 20, 130, 0, true, "Face",
     "Width of the motor flange.", ""},
    {"axes/*/designs/*/motor/body_length_mm", K::Value, D::Length, "mm", 20, 300, 0, true, "Body",
     "Length behind the face.", ""},
    {"axes/*/designs/*/motor/shaft_length_mm", K::Value, D::Length, "mm", 10, 80, 0, true, "Shaft out",
     "From the face to its end.", ""},
    {"axes/*/designs/*/motor/bolt_square_mm", K::Value, D::Length, "mm", 16, 110, 0, true, "Bolt square",
     "Hole to hole.", ""},
    {"axes/*/designs/*/motor/pilot_mm", K::Value, D::Length, "mm", 15, 120, 0, true, "Pilot", "Diameter of the boss.",
     ""},
    {"axes/*/designs/*/motor/radial_load_N", K::Value, D::Force, "N", 5, 2000, 0, true, "Radial load",
     "Allowed on the shaft, from the data sheet.", ""},
    {"axes/*/designs/*/motor/radial_load_at_mm", K::Value, D::Length, "mm", 5, 40, 0, true, "at",
     "From the face, from the data sheet.", ""},
    {"axes/*/designs/*/motor/front_bearing_mm", K::Value, D::Length, "mm", 2, 15, 0, true, "Front bearing",
     "How far it sits behind the face.", ""},
    {"axes/*/designs/*/drive/current_A", K::Value, D::Current, "A", 0.3, 14, 0, true, "Drive set to",
     "As the drive is marked.", ""},
    {"axes/*/designs/*/drive/current_kind", K::Choice, D::Number, "", 0, 0, 0, false, "Marked as",
     "Peak and rms differ by 1.41; read the drive sheet. Not known: taken as peak.", "peak=peak|rms=rms"},
    {"axes/*/designs/*/drive/torque_limit_Nm", K::Value, D::Torque, "Nm", 0.1, 50, 0, true, "Torque limit",
     "Set in the drive: the motor gives no more than this, pushing against a stop too. Blank: none set.", ""},
    {"axes/*/designs/*/drive/microsteps", K::Value, D::Count, "", 1, 256, 0, true, "Microsteps",
     "Per full step, as set at the drive.", ""},
    {"axes/*/designs/*/drive/volt_limit_V", K::Value, D::Voltage, "V", 12, 400, 0, true, "Drive limit",
     "Highest voltage the drive stands.", ""},
    {"axes/*/designs/*/drive/pulse_high_us", K::Value, D::Time, "us", 0.5, 10, 0, true, "Pulse",
     "Shortest pulse the drive takes.", ""},
    {"axes/*/designs/*/drive/dir_setup_us", K::Value, D::Time, "us", 0.1, 50, 0, false, "Direction wait",
     "How long direction must stand before a pulse, from the drive sheet.", ""},
    {"axes/*/designs/*/drive/damping", K::Choice, D::Number, "", 0, 0, 0, false, "Mid-band damping",
     "Does the drive damp mid-band resonance?", "no=no|yes=yes"},
    {"supplies/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Supply named", "What you call it.", ""},
    {"supplies/*/voltage_V", K::Value, D::Voltage, "V", 12, 160, 0, true, "Supply", "Under no load.", ""},
    {"supplies/*/power_W", K::Value, D::Power, "W", 20, 3000, 0, true, "Supply power", "On its plate.", ""},
    {"supplies/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Supply kind", "A plain transformer sags under load.",
     "regulated=regulated, switching|unregulated=plain transformer"},
    {"supplies/*/sag", K::Value, D::Number, "", 0, 0.2, 0, false, "Sag",
     "Share lost under load: 0.02 regulated, 0.10 plain.", ""},
    {"axes/*/designs/*/cable/length_mm", K::Value, D::Length, "m", 0.3, 20, 0, true, "Motor cable", "One way.", ""},
    {"axes/*/designs/*/cable/cross_section_mm2", K::Value, D::Area, "mm2", 0.2, 4, 0, true, "Wire",
     "Cross-section of one conductor.", ""},
    {"axes/*/designs/*/supply", K::Text, D::Number, "", 0, 0, 0, false, "Hangs on", "The supply this design uses.", ""},
    {"axes/*/designs/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Named", "What you call this design.", ""},
    {"axes/*/designs/*/stages/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Goes by",
     "What turns the next shaft.", "belt=toothed belt|coupling=coupling, direct"},
    {"axes/*/designs/*/stages/*/code", K::Text, D::Number, "", 0, 0, 0, false, "Belt",
     "What is printed on it: 375-5M-15.", ""},
    {"axes/*/designs/*/stages/*/centre_mm", K::Value, D::Length, "mm", 30, 800, 0, true, "Centre distance",
     "Shaft to shaft; blank: what the belt asks.", ""},
    {"axes/*/designs/*/stages/*/slot_from_mm", K::Value, D::Length, "mm", 30, 800, 0, true, "Slot from",
     "Smallest centre distance the slot allows.", ""},
    {"axes/*/designs/*/stages/*/slot_to_mm", K::Value, D::Length, "mm", 30, 800, 0, true, "Slot to",
     "Largest centre distance the slot allows.", ""},
    {"axes/*/designs/*/stages/*/length_tolerance_mm", K::Value, D::Length, "mm", 0.1, 2, 0, true, "Length good to",
     "Plus or minus.", ""},
    {"axes/*/designs/*/stages/*/service_factor", K::Value, D::Number, "", 1.2, 2.5, 0, true, "Service",
     "1.5 for a feed axis.", ""},
    {"axes/*/designs/*/stages/*/install_factor", K::Value, D::Number, "", 0.5, 1.2, 0, true, "Set tight",
     "Tension at rest over pull; 0.75 usual.", ""},
    {"axes/*/designs/*/stages/*/efficiency", K::Value, D::Number, "", 0.9, 1, 0, true, "Belt efficiency", "0.96 usual.",
     ""},
    {"axes/*/designs/*/stages/*/mesh_factor", K::Value, D::Number, "", 0.5, 1, 0, true, "Mesh",
     "Stiffness left by the tooth mesh, 0.7.", ""},
    {"axes/*/designs/*/stages/*/pull_for_1mm_a_metre_N", K::Value, D::Force, "N", 5, 2000, 0, true,
     "Pull for 1 mm a metre",
     "Hang a weight on a length of the belt and measure its stretch: the pull that makes one metre 1 mm longer. Blank: "
     "by its kind, to a factor of two.",
     ""},
    {"axes/*/designs/*/stages/*/from_face_mm", K::Value, D::Length, "mm", 5, 60, 0, true, "Belt off the face",
     "Middle of the belt from the motor face.", ""},
    {"axes/*/designs/*/stages/*/driver/teeth", K::Value, D::Count, "", 8, 150, 0, true, "Teeth",
     "Of the pulley on the motor.", ""},
    {"axes/*/designs/*/stages/*/driver/profile", K::Choice, D::Number, "", 0, 0, 0, false, "Belt form",
     "Printed on it; measure ten pitches with a rule.", "@profiles"},
    {"axes/*/designs/*/stages/*/driver/belt_width_mm", K::Value, D::Length, "mm", 3, 80, 0, true, "For belts",
     "Belt width it is made for.", ""},
    {"axes/*/designs/*/stages/*/driver/face_width_mm", K::Value, D::Length, "mm", 6, 100, 0, true, "Face width",
     "Of the toothed part.", ""},
    {"axes/*/designs/*/stages/*/driver/flanges", K::Value, D::Count, "", 0, 2, 0, false, "Flanges", "0, 1 or 2.", ""},
    {"axes/*/designs/*/stages/*/driver/bore", K::Text, D::Number, "", 0, 0, 0, false, "Bore",
     "10 H7, or a measured size.", ""},
    {"axes/*/designs/*/stages/*/driver/hub", K::Choice, D::Number, "", 0, 0, 0, false, "Held by",
     "What keeps it from turning on the shaft.", "clamp=clamp hub|set_screw=grub screw|keyed=key"},
    {"axes/*/designs/*/stages/*/driver/material", K::Choice, D::Number, "", 0, 0, 0, false, "Made of",
     "For its weight.", "aluminium=aluminium|steel=steel|acetal=acetal"},
    {"axes/*/designs/*/stages/*/driven/teeth", K::Value, D::Count, "", 8, 150, 0, true, "Teeth",
     "Of the pulley on the screw.", ""},
    {"axes/*/designs/*/stages/*/driven/profile", K::Choice, D::Number, "", 0, 0, 0, false, "Belt form",
     "Printed on it; measure ten pitches with a rule.", "@profiles"},
    {"axes/*/designs/*/stages/*/driven/belt_width_mm", K::Value, D::Length, "mm", 3, 80, 0, true, "For belts",
     "Belt width it is made for.", ""},
    {"axes/*/designs/*/stages/*/driven/face_width_mm", K::Value, D::Length, "mm", 6, 100, 0, true, "Face width",
     "Of the toothed part.", ""},
    {"axes/*/designs/*/stages/*/driven/flanges", K::Value, D::Count, "", 0, 2, 0, false, "Flanges", "0, 1 or 2.", ""},
    {"axes/*/designs/*/stages/*/driven/bore", K::Text, D::Number, "", 0, 0, 0, false, "Bore",
     "10 H7, or a measured size.", ""},
    {"axes/*/designs/*/stages/*/driven/hub", K::Choice, D::Number, "", 0, 0, 0, false, "Held by",
     "What keeps it from turning on the screw.", "clamp=clamp hub|set_screw=grub screw|keyed=key"},
    {"axes/*/designs/*/stages/*/driven/material", K::Choice, D::Number, "", 0, 0, 0, false, "Made of",
     "For its weight.", "aluminium=aluminium|steel=steel|acetal=acetal"},
    {"axes/*/designs/*/stages/*/stiffness_Nm_rad", K::Value, D::TorsionalStiffness, "Nm/rad", 10, 20000, 0, true,
     "Coupling", "Turning stiffness from its sheet.", ""},
    {"axes/*/designs/*/stages/*/inertia_kgm2", K::Value, D::Inertia, "gcm2", 5, 3000, 0, true, "Coupling inertia",
     "From its sheet.", ""},
    {"axes/*/designs/*/stages/*/bore_in", K::Text, D::Number, "", 0, 0, 0, false, "Motor bore", "10 H7", ""},
    {"axes/*/designs/*/stages/*/bore_out", K::Text, D::Number, "", 0, 0, 0, false, "Screw bore", "10 H7", ""},
    {"axes/*/designs/*/fixed_end/kind", K::Text, D::Number, "", 0, 0, 0, false, "Fixed end",
     "Which bearings hold the screw endways.", ""},
    {"axes/*/designs/*/fixed_end/bore_mm", K::Value, D::Length, "mm", 6, 40, 0, true, "Bearing bore", "Inner diameter.",
     ""},
    {"axes/*/designs/*/fixed_end/outside_mm", K::Value, D::Length, "mm", 15, 90, 0, true, "Bearing outside",
     "Outer diameter.", ""},
    {"axes/*/designs/*/fixed_end/drag_Nm", K::Value, D::Torque, "Nm", 0, 0.5, 0, false, "Drag", "Bearings and seals.",
     ""},
    {"axes/*/designs/*/fixed_end/stiffness_N_um", K::Value, D::Stiffness, "N/um", 20, 1500, 0, true, "Stiffness",
     "Of the thrust bearing pair.", ""},
    {"axes/*/designs/*/fixed_end/static_axial_N", K::Value, D::Force, "N", 500, 100000, 0, true, "Carries",
     "Static axial rating.", ""},
    {"axes/*/designs/*/far_end/kind", K::Text, D::Number, "", 0, 0, 0, false, "Far end", "What holds the other end.",
     ""},
    {"axes/*/designs/*/ends", K::Choice, D::Number, "", 0, 0, 0, false, "Ends", "Driven end first.",
     "fixed_supported=fixed, supported|fixed_free=fixed, free|fixed_fixed=fixed, fixed|supported_supported=supported "
     "both"},
    {"axes/*/designs/*/screw/thread", K::Text, D::Number, "", 0, 0, 0, false, "Thread",
     "Tr20x4, acme 3/4-5, or a ball screw such as 1605.", ""},
    {"axes/*/designs/*/screw/kept", K::Choice, D::Number, "", 0, 0, 0, false, "This screw is",
     "What was measured on the old screw holds only while it stays. Blank: a sliding thread is the old one, a ball "
     "screw a new one.",
     "yes=kept|no=new"},
    {"axes/*/designs/*/screw/efficiency", K::Value, D::Number, "", 0.14, 0.97, 0, true, "Efficiency",
     "Ball 0.90; sliding 0.2 to 0.45, by thread and oil.", ""},
    {"axes/*/designs/*/screw/thread_length_mm", K::Value, D::Length, "mm", 50, 4000, 0, true, "Thread",
     "Length of the thread.", ""},
    {"axes/*/designs/*/screw/overall_length_mm", K::Value, D::Length, "mm", 60, 4200, 0, true, "Overall",
     "With its journals.", ""},
    {"axes/*/designs/*/screw/bearing_span_mm", K::Value, D::Length, "mm", 60, 3500, 0, true, "Between bearings",
     "Centre to centre, or to the free end.", ""},
    {"axes/*/designs/*/screw/nut_far_mm", K::Value, D::Length, "mm", 20, 3500, 0, true, "Nut at its farthest",
     "From the thrust bearing.", ""},
    {"axes/*/designs/*/screw/root_mm", K::Value, D::Length, "mm", 5, 60, 0, true, "Root",
     "Diameter at the bottom of the thread.", ""},
    {"axes/*/designs/*/screw/dynamic_N", K::Value, D::Force, "N", 1000, 200000, 0, true, "Dynamic rating",
     "C_a from the drawing.", ""},
    {"axes/*/designs/*/screw/static_N", K::Value, D::Force, "N", 1000, 400000, 0, true, "Static rating",
     "C_0a from the drawing.", ""},
    {"axes/*/designs/*/screw/inertia_per_m", K::Value, D::InertiaPerLength, "kgm2/m", 1e-06, 0.01, 0, true, "Inertia",
     "Per metre, from the drawing.", ""},
    {"axes/*/designs/*/nut/kind", K::Text, D::Number, "", 0, 0, 0, false, "Nut", "Split bronze, flanged ball nut ...",
     ""},
    {"axes/*/designs/*/nut/length_mm", K::Value, D::Length, "mm", 10, 200, 0, true, "Nut length", "Over its wipers.",
     ""},
    {"axes/*/designs/*/nut/engaged_turns", K::Value, D::Number, "", 1, 30, 0, true, "Turns in the nut",
     "Threads that carry.", ""},
    {"axes/*/designs/*/nut/play_mm", K::Value, D::Length, "mm", 0, 1, 0, false, "Nut play", "Endways.", ""},
    {"axes/*/designs/*/nut/stiffness_N_um", K::Value, D::Stiffness, "N/um", 10, 1000, 0, true, "Nut stiffness",
     "100 for a bronze nut in its slot.", ""},
    {"axes/*/designs/*/nut/preload_N", K::Value, D::Force, "N", 0, 20000, 0, false, "Preload", "Set into the ball nut.",
     ""},
    {"axes/*/designs/*/bracket_stiffness_N_um", K::Value, D::Stiffness, "N/um", 20, 1000, 0, true, "Bracket",
     "100 bolted plate, 200 massive.", ""},
    {"axes/*/designs/*/thread_beyond_a_mm", K::Value, D::Length, "mm", -50, 1000, -1000, false, "Thread beyond, end A",
     "Thread left beyond the nut at one end of travel.", ""},
    {"axes/*/designs/*/thread_beyond_b_mm", K::Value, D::Length, "mm", -50, 1000, -1000, false, "Thread beyond, end B",
     "The same at the other end.", ""},
    {"axes/*/designs/*/bumper/stroke_mm", K::Value, D::Length, "mm", 1, 60, 0, true, "Bumper stroke",
     "How far the bumper at the ends of travel gives before it is solid.", ""},
    {"axes/*/designs/*/bumper/force_N", K::Value, D::Force, "N", 50, 50000, 0, true, "Bumper force",
     "What it pushes back with when pressed that far, from its sheet.", ""},
    {"axes/*/designs/*/end_speed_mm_min", K::Value, D::Speed, "mm/min", 50, 20000, 0, true, "Rapid near the ends",
     "A lower rapid set in the controller for the last stretch before a stop. Blank: the full rapid.", ""},
    {"axes/*/designs/*/brake/torque_Nm", K::Value, D::Torque, "Nm", 0.05, 50, 0, true, "Brake",
     "Holding torque, power off.", ""},
    {"axes/*/designs/*/brake/where", K::Choice, D::Number, "", 0, 0, 0, false, "Brake sits",
     "On the screw it holds even when the belt breaks.", "screw=on the screw|motor=on the motor"},
    {"axes/*/designs/*/brake/delay_s", K::Value, D::Time, "s", 0.005, 0.3, 0, false, "Bites after",
     "Time until it holds.", ""},
    {"axes/*/designs/*/steps_typed_kind", K::Choice, D::Number, "", 0, 0, 0, false, "Steps",
     "As a fraction nothing is lost.", "exact=exact fraction|typed=typed decimal"},
    {"axes/*/designs/*/steps_typed", K::Text, D::Number, "", 0, 0, 0, false, "Steps a mm, typed",
     "What stands in the controller now, if you typed it.", ""},
};

bool matches(std::string_view pattern, std::string_view path) {
    while (true) {
        const auto a = pattern.find('/');
        const auto b = path.find('/');
        const auto pa = pattern.substr(0, a);
        if (pa != "*" && pa != path.substr(0, b)) return false;
        if ((a == std::string_view::npos) != (b == std::string_view::npos)) return false;
        if (a == std::string_view::npos) return true;
        pattern.remove_prefix(a + 1);
        path.remove_prefix(b + 1);
    }
}
} // namespace

std::span<const FieldSpec> fieldTable() {
    static const auto all = [] {
        std::vector<FieldSpec> t(std::begin(axisFieldsTable), std::end(axisFieldsTable));
        for (auto more : {surveyFields(), dutyFields(), shopFields(), cardFields()})
            t.insert(t.end(), more.begin(), more.end());
        return t;
    }();
    return all;
}

const FieldSpec *fieldAt(std::string_view pointer) {
    // by the last name first: the whole table is walked for every value of every proof otherwise
    const auto lastName = [](std::string_view path) { return path.substr(path.rfind('/') + 1); };
    static const auto byLastName = [&] {
        std::unordered_multimap<std::string_view, const FieldSpec *> index;
        for (const auto &f : fieldTable())
            index.emplace(lastName(f.pattern), &f);
        return index;
    }();
    if (pointer.starts_with('/')) pointer.remove_prefix(1);
    for (const auto name : {lastName(pointer), std::string_view("*")}) { // rows of readings end in their number
        const auto [from, to] = byLastName.equal_range(name);
        for (auto it = from; it != to; ++it)
            if (matches(it->second->pattern, pointer)) return it->second;
    }
    return nullptr;
}

std::vector<ChoiceOption> choicesOf(const FieldSpec &field) {
    std::vector<ChoiceOption> out;
    if (field.choices == "@materials") {
        for (const auto &m : cutMaterials())
            out.push_back({std::string(m.code), std::string(m.name)});
        return out;
    }
    if (field.choices == "@profiles") {
        for (const auto &p : beltProfiles())
            out.push_back({std::string(p.name), std::string(p.name)});
        return out;
    }
    std::string_view rest = field.choices;
    while (!rest.empty()) {
        const auto bar = rest.find('|');
        const auto one = rest.substr(0, bar);
        const auto eq = one.find('=');
        out.push_back({std::string(one.substr(0, eq)), std::string(one.substr(eq + 1))});
        if (bar == std::string_view::npos) break;
        rest.remove_prefix(bar + 1);
    }
    return out;
}

std::string boundProblem(const FieldSpec &field, double si) {
    const double hard = field.hardLeast * unitInSi(field.unit, field.dimension).value_or(1.0);
    if (field.hardAbove ? !(si > hard) : !(si >= hard))
        return std::string(field.label) + " must be " + (field.hardAbove ? "above " : "at least ") +
               numberText(field.hardLeast) + ".";
    if (std::abs(si) > 1e12) return std::string(field.label) + ": that is far beyond anything real. Check the zeros.";
    return {};
}

std::string choiceLabel(const FieldSpec &field, std::string_view code) {
    for (const auto &c : choicesOf(field))
        if (c.code == code) return c.label;
    return std::string(code);
}

std::string projectSchema() {
    using Json = nlohmann::json;
    Json root = {
        {"$schema", "https://json-schema.org/draft/2020-12/schema"},
        {"title", "Lathewright job"},
        {"description", "A value is what was typed, its size in the unit of the key, how it is known, and its spread. "
                        "Unknown keys are kept."},
        {"type", "object"},
        {"required", {"format", "program"}},
        {"$defs",
         {{"value",
           {{"type", "object"},
            {"required", {"typed"}},
            {"properties",
             {{"typed", {{"type", "string"}, {"description", "as the person typed it"}}},
              {"value",
               {{"type", "number"}, {"description", "the same in the unit of the key; written for other programs"}}},
              {"standing", {{"enum", {"measured", "stated", "catalogue", "assumed", "computed"}}}},
              {"spread", {{"type", "string"}, {"description", "about 5 to 95 %: ±10%, x0.85..1.15, 0.30..0.38"}}},
              {"note", {{"type", "string"}}}}}}}}}};
    root["properties"]["format"] = {{"const", 1}};
    root["properties"]["program"] = {{"const", "lathewright"}};
    root["properties"]["class"] = {{"type", "string"}, {"description", "machine class code"}};
    root["properties"]["currency"] = {{"type", "string"}, {"description", "ISO 4217"}};
    root["properties"]["today"] = {{"type", "string"},
                                   {"description", "ISO date a sample is looked at on; blank: the real day"}};
    root["properties"]["axis_order"] = {{"type", "array"}, {"items", {{"type", "string"}}}};
    for (const auto &f : fieldTable()) {
        Json *at = &root;
        std::string_view rest = f.pattern;
        while (true) {
            const auto slash = rest.find('/');
            const std::string part(rest.substr(0, slash));
            (*at)["type"] = "object";
            at = part == "*" ? &(*at)["additionalProperties"] : &(*at)["properties"][part];
            if (slash == std::string_view::npos) break;
            rest.remove_prefix(slash + 1);
        }
        if (f.kind == FieldKind::Value) (*at)["$ref"] = "#/$defs/value";
        if (f.kind == FieldKind::Text) (*at)["type"] = "string";
        if (f.kind == FieldKind::Choice) {
            (*at)["enum"] = Json::array();
            for (const auto &c : choicesOf(f))
                (*at)["enum"].push_back(c.code);
        }
        std::string words(f.label);
        if (!f.help.empty()) words += ". " + std::string(f.help);
        (*at)["description"] =
            words + (f.kind == FieldKind::Value && !f.unit.empty() ? " Unit: " + std::string(f.unit) + "." : "");
    }
    // Lists are objects keyed by the rows' own numbers, so that an edit names a place that stays.
    return root.dump(2) + "\n";
}

} // namespace lw
