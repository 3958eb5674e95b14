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
     "Share of the motor's power that reaches the cutter after belt and bearings: 0.85 usual, 0.75 with gears.", ""},
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
    {"axes/*/targets/accuracy_mm", K::Value, D::Length, "mm", 0.003, 1, 0, true, "Over the travel within",
     "How far a long length may be out. Blank: not asked.", ""},
    {"axes/*/targets/repeatability_mm", K::Value, D::Length, "mm", 0.001, 0.5, 0, true, "Repeats within",
     "How near it must come back to a place, from the same side: half the tolerance of what you make, or less.", ""},
    {"axes/*/survey/moving_mass/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Piece", "Table, vice, work ...", ""},
    {"axes/*/survey/moving_mass/*/mass_kg", K::Value, D::Mass, "kg", 0.2, 1500, 0, true, "Mass",
     "Hang one end on the scale, the other on packing; swap; add the two.", ""},
    {"axes/*/survey/pull/way", K::Choice, D::Number, "", 0, 0, 0, false, "Pulled",
     "Direct is better: with the nut off the old screw does not matter.",
     "direct=direct, nut off|rim=at the handwheel rim"},
    {"axes/*/survey/pull/readings/*/at_mm", K::Value, D::Length, "mm", 0, 3000, 0, false, "Place",
     "Rule or dial from one stop of the travel; keep the same stop for all readings.", ""},
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
     "Cord round the handle's hub, scale on it, nut off: pull times hub radius.", ""},
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
     "Lathe cross slides often read diameter.",
     "no=travel;a turn of the dial moves the slide by its figure|yes=diameter;the slide moves half of what the dial "
     "says"},
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
     "What carries part of the weight.",
     "none=none;screw and motor carry it all|strut=gas strut;light, its force changes along the "
     "stroke|counterweight=counterweight;even, but its mass is accelerated too"},
    {"axes/*/survey/balance/force_N", K::Value, D::Force, "N", 10, 8000, 0, true, "Strut pulls",
     "Stamped on it, or weighed; all struts together.", ""},
    {"axes/*/survey/balance/mass_kg", K::Value, D::Mass, "kg", 1, 500, 0, true, "Counterweight", "The hanging mass.",
     ""},
    {"axes/*/survey/screw_from_guide_mm", K::Value, D::Length, "mm", 0, 400, 0, false, "Screw off the guide",
     "Rule from the screw's axis to the guide that steers it: the longer, the more it binds like a drawer.", ""},
    {"axes/*/survey/guide_length_mm", K::Value, D::Length, "mm", 40, 1500, 0, true, "Guide length",
     "Rule along the gib: how much of the slide is in the ways.", ""},
    {"axes/*/survey/screw_end", K::Text, D::Number, "", 0, 0, 0, false, "Screw end",
     "Micrometer on the pulley seat: 13.99, or 14 h6.", ""},
    {"axes/*/designs/*/text", K::Text, D::Number, "", 0, 0, 0, false, "Design", "In a few words.", ""},
    {"axes/*/designs/*/motor/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Motor",
     "Does it know when it lost steps?",
     "stepper_open=stepper, open loop;cheapest; needs twice the torque asked|stepper_closed=stepper with encoder;knows "
     "when it lost steps, half as much again is enough|servo=brushless servo;three times its torque for a moment, "
     "fast; "
     "dearer|servo_brushed=servo with brushes;simple, low voltage; brushes wear"},
    {"axes/*/designs/*/motor/continuous_torque_Nm", K::Value, D::Torque, "Nm", 0.05, 50, 0, true, "Rated torque",
     "Servo: nameplate or data sheet, what it gives all day.", ""},
    {"axes/*/designs/*/motor/peak_torque_Nm", K::Value, D::Torque, "Nm", 0.1, 150, 0, true, "Peak torque",
     "Servo: data sheet, for a second or three. Three times the rated where nobody says.", ""},
    {"axes/*/designs/*/motor/rated_speed_rpm", K::Value, D::RotationSpeed, "rpm", 500, 6000, 0, true, "Rated speed",
     "Servo: nameplate.", ""},
    {"axes/*/designs/*/motor/top_speed_rpm", K::Value, D::RotationSpeed, "rpm", 500, 8000, 0, true, "Top speed",
     "Servo: data sheet, what it may turn at most.", ""},
    {"axes/*/designs/*/motor/torque_constant_Nm_A", K::Value, D::Number, "", 0.01, 5, 0, true, "Torque constant, N m/A",
     "Servo: data sheet, per ampere rms (with brushes: per ampere). From volts, rms between two leads at 1000 rpm: "
     "times 0.01654. Rms or peak, line or phase: the wrong one is out by 1.4 to 2.4.",
     ""},
    {"axes/*/designs/*/motor/line_resistance_ohm", K::Value, D::Resistance, "ohm", 0.05, 40, 0, true,
     "Resistance, two leads", "Servo: meter or data sheet, between two motor leads, cold.", ""},
    {"axes/*/designs/*/motor/line_inductance_mH", K::Value, D::Inductance, "mH", 0.1, 80, 0, true,
     "Inductance, two leads", "Brushless servo: data sheet, or an LCR meter between two leads.", ""},
    {"axes/*/designs/*/motor/no_load_current_A", K::Value, D::Current, "A", 0, 10, 0, false, "Running free",
     "Servo with brushes: amperes it takes with nothing on its shaft.", ""},
    {"axes/*/designs/*/motor/pole_pairs", K::Value, D::Count, "", 1, 30, 0, true, "Pole pairs",
     "Brushless servo: data sheet; poles by two. 4 or 5 are common.", ""},
    {"axes/*/designs/*/motor/encoder_lines", K::Value, D::Count, "", 100, 10000000, 0, true, "Encoder lines",
     "Data sheet; four counts to a line. 17 bits are 32768 lines.", ""},
    {"axes/*/designs/*/motor/holding_torque_Nm", K::Value, D::Torque, "Nm", 0.1, 30, 0, true, "Holding torque",
     "Nameplate or data sheet, \"holding torque\"; or an arm on the shaft and a scale, rated current on.", ""},
    {"axes/*/designs/*/motor/torque_convention", K::Choice, D::Number, "", 0, 0, 0, false, "Torque given for",
     "Most plates mean both phases; ask the seller: it is a factor of 1.4.",
     "two_phases_on=both phases on;what most plates mean|one_phase_on=one phase on;some data sheets; 1.41 times more "
     "with both on"},
    {"axes/*/designs/*/motor/rated_current_A", K::Value, D::Current, "A", 0.4, 10, 0, true, "Rated current",
     "Nameplate, amperes per phase, both phases on.", ""},
    {"axes/*/designs/*/motor/resistance_ohm", K::Value, D::Resistance, "ohm", 0.15, 40, 0, true, "Resistance",
     "One phase, cold, from plate or meter.", ""},
    {"axes/*/designs/*/motor/inductance_mH", K::Value, D::Inductance, "mH", 0.5, 40, 0, true, "Inductance",
     "Data sheet, one phase in mH; or an LCR meter across one winding.", ""},
    {"axes/*/designs/*/motor/rotor_inertia_kgm2", K::Value, D::Inertia, "gcm2", 10, 20000, 0, true, "Rotor",
     "Data sheet, \"rotor inertia\"; by size where it is not given: compare motors of the same face and length.", ""},
    {"axes/*/designs/*/motor/leads", K::Choice, D::Number, "", 0, 0, 0, false, "Leads",
     "Count the wires. Six and eight can be joined in more than one way.",
     "4=four;joined inside, nothing to choose|6=six;half the coil, or both halves in series|8=eight;half, series or "
     "parallel"},
    {"axes/*/designs/*/motor/plate_for", K::Choice, D::Number, "", 0, 0, 0, false, "Plate is for",
     "Six and eight leads: what the plate's current, resistance and torque are for.",
     "half=one half, or unipolar;usual for six leads|series=both halves in series;half the current of parallel|"
     "parallel=both halves in parallel;usual for eight leads"},
    {"axes/*/designs/*/motor/joined", K::Choice, D::Number, "", 0, 0, 0, false, "Joined",
     "Six and eight leads: how the coils are wired to the drive.",
     "half=one half;less torque, fast|series=in series;strong when slow, wants twice the volts|parallel=in "
     "parallel;strong and fast, wants twice the current"},
    {"axes/*/designs/*/motor/curve", K::Text, D::Number, "", 0, 0, 0, false, "Torque curve",
     "Data sheet, or a brake on the shaft: rpm:N m pairs, 0:1.9 300:1.8 600:1.1; a table can be pasted. It takes the "
     "place of the curve worked out from the plate.",
     ""},
    {"axes/*/designs/*/motor/curve_V", K::Value, D::Voltage, "V", 5, 400, 0, true, "Curve taken at",
     "Volts of the supply under it; a curve is carried to twice or half of them, no further.", ""},
    {"axes/*/designs/*/motor/detent_torque_Nm", K::Value, D::Torque, "Nm", 0, 2, 0, false, "Detent",
     "Data sheet; or an arm on the shaft and a scale, windings open. 4 % of holding when not given.", ""},
    {"axes/*/designs/*/motor/rated_rise_K", K::Value, D::Number, "", 40, 110, 0, true, "Rated rise, K",
     "Data sheet, \"temperature rise\": at the plate's current, both phases on. 80 is usual.", ""},
    {"axes/*/designs/*/motor/step_angle_deg", K::Value, D::Angle, "deg", 0.9, 1.8, 0, true, "Step",
     "Nameplate or part number: 1.8 or 0.9 degrees; 200 or 400 full steps a turn.", ""},
    {"axes/*/designs/*/motor/usable_speed_rpm", K::Value, D::RotationSpeed, "rpm", 200, 4000, 0, true, "Usable to",
     "Fastest you want to run it; from the curve of its sheet, where the torque is still worth having.", ""},
    {"axes/*/designs/*/motor/shaft", K::Text, D::Number, "", 0, 0, 0, false, "Shaft",
     "10 h6, or what the micrometer says.", ""},
    {"axes/*/designs/*/motor/face_mm", K::Value, D::Length, "mm", 20, 130, 0, true, "Face",
     "Caliper across the motor's flange.", ""},
    {"axes/*/designs/*/motor/body_length_mm", K::Value, D::Length, "mm", 20, 300, 0, true, "Body",
     "Caliper or rule, from the face to the back, encoder with it.", ""},
    {"axes/*/designs/*/motor/shaft_length_mm", K::Value, D::Length, "mm", 10, 80, 0, true, "Shaft out",
     "Depth gauge or rule, from the face (not the pilot) to the shaft's end.", ""},
    {"axes/*/designs/*/motor/bolt_square_mm", K::Value, D::Length, "mm", 16, 110, 0, true, "Bolt square",
     "Caliper, hole to hole along one side.", ""},
    {"axes/*/designs/*/motor/pilot_mm", K::Value, D::Length, "mm", 15, 120, 0, true, "Pilot",
     "Caliper over the raised boss round the shaft.", ""},
    {"axes/*/designs/*/motor/pilot_height_mm", K::Value, D::Length, "mm", 1, 8, 0, false, "Pilot stands out",
     "Depth gauge from the boss to the face.", ""},
    {"axes/*/designs/*/motor/key_width_mm", K::Value, D::Length, "mm", 2, 12, -1e-9, false, "Key seat in the shaft",
     "Caliper across it; 0 where there is none.", ""},
    {"axes/*/designs/*/motor/radial_load_N", K::Value, D::Force, "N", 5, 2000, 0, true, "Radial load",
     "Allowed on the shaft, from the data sheet.", ""},
    {"axes/*/designs/*/motor/radial_load_at_mm", K::Value, D::Length, "mm", 5, 40, 0, true, "at",
     "From the face, from the data sheet.", ""},
    {"axes/*/designs/*/motor/front_bearing_mm", K::Value, D::Length, "mm", 2, 15, 0, true, "Front bearing",
     "Data sheet; 5 mm behind the face where nobody says.", ""},
    {"axes/*/designs/*/motor/outboard_mm", K::Value, D::Length, "mm", 15, 150, 0, true, "Outboard bearing",
     "Middle of a bearing beyond the pulley, off the motor's face; blank: none.", ""},
    {"axes/*/designs/*/drive/current_A", K::Value, D::Current, "A", 0.3, 14, 0, true, "Drive set to",
     "The drive's switches or display, in amperes as they are marked; clamp ammeter on one phase to be sure.", ""},
    {"axes/*/designs/*/drive/pulses_a_turn", K::Value, D::Count, "", 200, 10000000, 0, true, "Pulses a turn",
     "Servo drive: its electronic gear, pulses in for one turn of the motor. As the encoder counts where not set.", ""},
    {"axes/*/designs/*/drive/current_kind", K::Choice, D::Number, "", 0, 0, 0, false, "Marked as",
     "Peak and rms differ by 1.41; read the drive sheet. Not known: taken as peak.",
     "peak=peak;the height of the wave; the careful reading where nothing is said|rms=rms;effective; 1.41 times as "
     "much at the peak"},
    {"axes/*/designs/*/drive/torque_limit_Nm", K::Value, D::Torque, "Nm", 0.1, 50, 0, true, "Torque limit",
     "Set in the drive: the motor gives no more than this, pushing against a stop too. Blank: none set.", ""},
    {"axes/*/designs/*/drive/microsteps", K::Value, D::Count, "", 1, 256, 0, true, "Microsteps",
     "The drive's switches: pulses a turn over 200 for a 1.8 degree motor.", ""},
    {"axes/*/designs/*/drive/volt_limit_V", K::Value, D::Voltage, "V", 12, 400, 0, true, "Drive limit",
     "Nameplate or data sheet of the drive: the highest DC voltage it may be given.", ""},
    {"axes/*/designs/*/drive/pulse_high_us", K::Value, D::Time, "us", 0.5, 10, 0, true, "Pulse",
     "Data sheet of the drive, timing: how long the step pulse must stay high at least.", ""},
    {"axes/*/designs/*/drive/dir_setup_us", K::Value, D::Time, "us", 0.1, 50, 0, false, "Direction wait",
     "How long direction must stand before a pulse, from the drive sheet.", ""},
    {"axes/*/designs/*/drive/damping", K::Choice, D::Number, "", 0, 0, 0, false, "Mid-band damping",
     "Data sheet of the drive, \"anti-resonance\" or \"damping\"; old and very cheap drives have none.",
     "no=no|yes=yes"},
    {"supplies/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Supply named", "What you call it.", ""},
    {"supplies/*/voltage_V", K::Value, D::Voltage, "V", 12, 160, 0, true, "Supply",
     "Nameplate, or a meter on its terminals with nothing moving.", ""},
    {"supplies/*/power_W", K::Value, D::Power, "W", 20, 3000, 0, true, "Supply power",
     "Nameplate, watts; or its volts times amperes.", ""},
    {"supplies/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Supply kind", "A plain transformer sags under load.",
     "regulated=regulated, switching;keeps its voltage under load|unregulated=plain transformer;sags by a tenth under "
     "load, takes back what braking brings|mains=mains, rectified in the drive;325 V from 230 V; follows the mains"},
    {"supplies/*/sag", K::Value, D::Number, "", 0, 0.2, 0, false, "Sag",
     "Meter on the supply at rest and while all axes move: what it loses over what it had. 0.02 regulated, 0.10 plain.",
     ""},
    {"axes/*/designs/*/cable/length_mm", K::Value, D::Length, "m", 0.3, 20, 0, true, "Motor cable",
     "Tape along the way the cable will go, one way, with the loop of the chain.", ""},
    {"axes/*/designs/*/cable/cross_section_mm2", K::Value, D::Area, "mm2", 0.2, 4, 0, true, "Wire",
     "Printed on the cable's sheath, or by the wire table from its diameter.", ""},
    {"axes/*/designs/*/supply", K::Text, D::Number, "", 0, 0, 0, false, "Hangs on", "The supply this design uses.", ""},
    {"axes/*/designs/*/name", K::Text, D::Number, "", 0, 0, 0, false, "Named", "What you call this design.", ""},
    {"axes/*/designs/*/stages/*/kind", K::Choice, D::Number, "", 0, 0, 0, false, "Goes by",
     "What turns the next shaft.",
     "belt=toothed belt;reduces, and puts the motor beside the screw|coupling=coupling, direct;one to one, motor in "
     "line with the screw|reducer=reducer;worm, strain-wave, planetary or gears in a housing|gears=pair of gears;in "
     "the "
     "open: change gears, an old gearbox|ribbed=ribbed belt;quiet, for what only turns: it slips"},
    {"axes/*/designs/*/stages/*/code", K::Text, D::Number, "", 0, 0, 0, false, "Belt",
     "What is printed on it: 375-5M-15.", ""},
    {"axes/*/designs/*/stages/*/module_mm", K::Value, D::Length, "mm", 0.3, 8, 0, true, "Module",
     "Outside diameter over teeth and two; 25.4 over the diametral pitch.", ""},
    {"axes/*/designs/*/stages/*/gear_width_mm", K::Value, D::Length, "mm", 2, 100, 0, true, "Wide",
     "The narrower of the two, caliper.", ""},
    {"axes/*/designs/*/stages/*/driver/diameter_mm", K::Value, D::Length, "mm", 10, 500, 0, true, "Effective diameter",
     "Over the ribs less a little: what the maker says, else the outside.", ""},
    {"axes/*/designs/*/stages/*/driven/diameter_mm", K::Value, D::Length, "mm", 10, 500, 0, true, "Effective diameter",
     "Over the ribs less a little: what the maker says, else the outside.", ""},
    {"axes/*/designs/*/stages/*/shaft/diameter_mm", K::Value, D::Length, "mm", 4, 60, 0, true, "Shaft",
     "Micrometer between its wheels, at its thinnest.", ""},
    {"axes/*/designs/*/stages/*/shaft/spacing_mm", K::Value, D::Length, "mm", 5, 500, 0, true, "Between bearings",
     "Rule from the middle of one to the middle of the other.", ""},
    {"axes/*/designs/*/stages/*/shaft/in_beyond_mm", K::Value, D::Length, "mm", -200, 200, -1000, false,
     "Wheel in, beyond",
     "Middle of the wheel that drives the shaft, beyond the bearing beside it; with a minus sign: between the "
     "bearings.",
     ""},
    {"axes/*/designs/*/stages/*/shaft/out_beyond_mm", K::Value, D::Length, "mm", -200, 200, -1000, false,
     "Wheel out, beyond",
     "Middle of the wheel that goes on, beyond the other bearing; with a minus sign: between the bearings.", ""},
    {"axes/*/designs/*/stages/*/shaft/dynamic_N", K::Value, D::Force, "N", 300, 100000, 0, true, "Bearings last by",
     "Their data sheet: dynamic rating C of one.", ""},
    {"axes/*/designs/*/stages/*/centre_mm", K::Value, D::Length, "mm", 8, 800, 0, true, "Centre distance",
     "Shaft to shaft; blank: what the belt asks.", ""},
    {"axes/*/designs/*/stages/*/slot_from_mm", K::Value, D::Length, "mm", 30, 800, 0, true, "Slot from",
     "Motor pushed all the way in: rule from shaft to shaft.", ""},
    {"axes/*/designs/*/stages/*/slot_to_mm", K::Value, D::Length, "mm", 30, 800, 0, true, "Slot to",
     "Motor pulled all the way out: rule from shaft to shaft.", ""},
    {"axes/*/designs/*/stages/*/length_tolerance_mm", K::Value, D::Length, "mm", 0.1, 2, 0, true, "Length good to",
     "Data sheet of the belt, plus or minus; 0.5 mm usual for short belts.", ""},
    {"axes/*/designs/*/stages/*/service_factor", K::Value, D::Number, "", 1.2, 2.5, 0, true, "Service",
     "1.5 for a feed axis.", ""},
    {"axes/*/designs/*/stages/*/install_factor", K::Value, D::Number, "", 0.5, 1.2, 0, true, "Set tight",
     "What the belt's maker asks: tension at rest over the largest pull; 0.75 usual.", ""},
    {"axes/*/designs/*/stages/*/efficiency", K::Value, D::Number, "", 0.2, 1, 0, true, "Efficiency",
     "A toothed belt 0.96; a reducer by its sheet at this load: worm 0.45, strain-wave 0.75, planetary 0.94.", ""},
    {"axes/*/designs/*/stages/*/mesh_factor", K::Value, D::Number, "", 0.5, 1, 0, true, "Mesh",
     "Stiffness left by the tooth mesh, 0.7.", ""},
    {"axes/*/designs/*/stages/*/pull_for_1mm_a_metre_N", K::Value, D::Force, "N", 5, 2000, 0, true,
     "Pull for 1 mm a metre",
     "Hang a weight on a length of the belt and measure its stretch: the pull that makes one metre 1 mm longer. Blank: "
     "by its kind, to a factor of two.",
     ""},
    {"axes/*/designs/*/stages/*/from_face_mm", K::Value, D::Length, "mm", 5, 60, 0, true, "Belt off the face",
     "Middle of the belt from the motor face.", ""},
    {"axes/*/designs/*/stages/*/idler/side", K::Choice, D::Number, "", 0, 0, 0, false, "Idler",
     "Takes the belt up where no centre can move. The last resort: it shortens the belt's life, and never on a spring.",
     "none=none|back=on its back;smooth; adds teeth in mesh near the small pulley|inside=inside;toothed"},
    {"axes/*/designs/*/stages/*/idler/diameter_mm", K::Value, D::Length, "mm", 8, 120, 0, true, "Idler, over its rim",
     "Caliper over what the belt runs on.", ""},
    {"axes/*/designs/*/stages/*/idler/along_mm", K::Value, D::Length, "mm", 10, 900, 0, true, "Idler, along",
     "From the driving pulley's middle towards the driven one's.", ""},
    {"axes/*/designs/*/stages/*/driver/teeth", K::Value, D::Count, "", 8, 150, 0, true, "Teeth",
     "Count them; mark the first.", ""},
    {"axes/*/designs/*/stages/*/driver/profile", K::Choice, D::Number, "", 0, 0, 0, false, "Belt form",
     "Printed on the belt's back; else ten pitches with a rule, and look whether the teeth are round or flat.",
     "@profiles"},
    {"axes/*/designs/*/stages/*/driver/belt_width_mm", K::Value, D::Length, "mm", 3, 80, 0, true, "For belts",
     "Caliper between its flanges, less 1 mm: belts are sold 6, 9, 15, 25 mm wide.", ""},
    {"axes/*/designs/*/stages/*/driver/face_width_mm", K::Value, D::Length, "mm", 6, 100, 0, true, "Face width",
     "Caliper over the toothed part, flanges left out.", ""},
    {"axes/*/designs/*/stages/*/driver/flanges", K::Value, D::Count, "", 0, 2, 0, false, "Flanges", "0, 1 or 2.", ""},
    {"axes/*/designs/*/stages/*/driver/bore", K::Text, D::Number, "", 0, 0, 0, false, "Bore",
     "10 H7, or a measured size.", ""},
    {"axes/*/designs/*/stages/*/driver/hub", K::Choice, D::Number, "", 0, 0, 0, false, "Held by",
     "What keeps it from turning on the shaft.",
     "clamp=clamp hub;runs true, holds on a plain shaft|set_screw=grub screw;cheap; marks the shaft, works "
     "loose|keyed=key;holds the most, has play when worn|bush=taper bush;holds much, comes off with a key"},
    {"axes/*/designs/*/stages/*/driver/bush_series", K::Text, D::Number, "", 0, 0, 0, false, "Takes bush",
     "Printed on the pulley: 1108, 1210.", ""},
    {"axes/*/designs/*/stages/*/driver/bush", K::Text, D::Number, "", 0, 0, 0, false, "Bush",
     "Printed on the bush; its bore stands as the bore.", ""},
    {"axes/*/designs/*/stages/*/driver/key_width_mm", K::Value, D::Length, "mm", 2, 12, -1e-9, false,
     "Key seat in the hub", "Caliper across it; 0 where there is none.", ""},
    {"axes/*/designs/*/stages/*/driver/key_mm", K::Value, D::Length, "mm", 3, 100, 0, true, "Key, its length",
     "Caliper along the key, in the hub; of a rounded one less its width.", ""},
    {"axes/*/designs/*/stages/*/driver/material", K::Choice, D::Number, "", 0, 0, 0, false, "Made of",
     "For its weight; of a gear also for what its teeth stand.",
     "aluminium=aluminium|steel=steel|acetal=acetal|iron=grey iron|bronze=bronze"},
    {"axes/*/designs/*/stages/*/driven/teeth", K::Value, D::Count, "", 8, 150, 0, true, "Teeth",
     "Count them; mark the first.", ""},
    {"axes/*/designs/*/stages/*/driven/profile", K::Choice, D::Number, "", 0, 0, 0, false, "Belt form",
     "Printed on the belt's back; else ten pitches with a rule, and look whether the teeth are round or flat.",
     "@profiles"},
    {"axes/*/designs/*/stages/*/driven/belt_width_mm", K::Value, D::Length, "mm", 3, 80, 0, true, "For belts",
     "Caliper between its flanges, less 1 mm: belts are sold 6, 9, 15, 25 mm wide.", ""},
    {"axes/*/designs/*/stages/*/driven/face_width_mm", K::Value, D::Length, "mm", 6, 100, 0, true, "Face width",
     "Caliper over the toothed part, flanges left out.", ""},
    {"axes/*/designs/*/stages/*/driven/flanges", K::Value, D::Count, "", 0, 2, 0, false, "Flanges", "0, 1 or 2.", ""},
    {"axes/*/designs/*/stages/*/driven/bore", K::Text, D::Number, "", 0, 0, 0, false, "Bore",
     "10 H7, or a measured size.", ""},
    {"axes/*/designs/*/stages/*/driven/hub", K::Choice, D::Number, "", 0, 0, 0, false, "Held by",
     "What keeps it from turning on the screw.",
     "clamp=clamp hub;runs true, holds on a plain shaft|set_screw=grub screw;cheap; marks the shaft, works "
     "loose|keyed=key;holds the most, has play when worn|bush=taper bush;holds much, comes off with a key"},
    {"axes/*/designs/*/stages/*/driven/bush_series", K::Text, D::Number, "", 0, 0, 0, false, "Takes bush",
     "Printed on the pulley: 1108, 1210.", ""},
    {"axes/*/designs/*/stages/*/driven/bush", K::Text, D::Number, "", 0, 0, 0, false, "Bush",
     "Printed on the bush; its bore stands as the bore.", ""},
    {"axes/*/designs/*/stages/*/driven/key_width_mm", K::Value, D::Length, "mm", 2, 12, -1e-9, false,
     "Key seat in the hub", "Caliper across it; 0 where there is none.", ""},
    {"axes/*/designs/*/stages/*/driven/key_mm", K::Value, D::Length, "mm", 3, 100, 0, true, "Key, its length",
     "Caliper along the key, in the hub; of a rounded one less its width.", ""},
    {"axes/*/designs/*/stages/*/driven/material", K::Choice, D::Number, "", 0, 0, 0, false, "Made of",
     "For its weight; of a gear also for what its teeth stand.",
     "aluminium=aluminium|steel=steel|acetal=acetal|iron=grey iron|bronze=bronze"},
    {"axes/*/designs/*/stages/*/stiffness_Nm_rad", K::Value, D::TorsionalStiffness, "Nm/rad", 10, 200000, 0, true,
     "Stiffness",
     "Its data sheet: torsional stiffness; a bellows coupling has ten times that of a jaw one. Of a reducer at its "
     "output.",
     ""},
    {"axes/*/designs/*/stages/*/inertia_kgm2", K::Value, D::Inertia, "gcm2", 5, 3000, 0, true, "Inertia",
     "Data sheet; else half its mass times its radius squared.", ""},
    {"axes/*/designs/*/stages/*/coupling", K::Choice, D::Number, "", 0, 0, 0, false, "Coupling", "Its kind.",
     "sleeve=rigid sleeve;fights the bearings unless both shafts are in line to 0.01|beam=cut spiral;light axes|"
     "bellows=bellows;stiff, handle with care|disc=pair of discs|jaw=jaws with a spider|oldham=sliding disc;forgives "
     "an "
     "offset, wears"},
    {"axes/*/designs/*/stages/*/clamp_screw_mm", K::Value, D::Length, "mm", 2, 12, 0, true, "Clamp screws, M",
     "3, 4, 5, 6 or 8; the screw that closes the hub.", ""},
    {"axes/*/designs/*/stages/*/clamp_screws", K::Value, D::Count, "", 1, 4, 0, false, "of them, a hub", "One usual.",
     ""},
    {"axes/*/designs/*/stages/*/offset_mm", K::Value, D::Length, "mm", 0.005, 2, -1e-9, true, "Shafts beside",
     "Dial on one hub, stylus on the other, turned together: half the swing.", ""},
    {"axes/*/designs/*/stages/*/lean_deg", K::Value, D::Angle, "deg", 0.02, 5, -1e-9, true, "Shafts lean",
     "Dial on the hub's face: swing over its diameter, 1 mm on 57 is a degree.", ""},
    {"axes/*/designs/*/stages/*/gap_mm", K::Value, D::Length, "mm", 0.2, 20, -1e-9, false, "Shafts apart in it",
     "Its length less what of both shafts is inside.", ""},
    {"axes/*/designs/*/stages/*/bore_in", K::Text, D::Number, "", 0, 0, 0, false, "Bore, driving side",
     "Caliper in the coupling's bore, or what it is marked: 10 H7.", ""},
    {"axes/*/designs/*/stages/*/bore_out", K::Text, D::Number, "", 0, 0, 0, false, "Bore, driven side",
     "Caliper in the coupling's bore, or what it is marked: 10 H7.", ""},
    {"axes/*/designs/*/fixed_end/kind", K::Text, D::Number, "", 0, 0, 0, false, "Fixed end",
     "Which bearings hold the screw endways.", ""},
    {"axes/*/designs/*/fixed_end/bore_mm", K::Value, D::Length, "mm", 6, 40, 0, true, "Bearing bore",
     "Printed on the bearing's side by its number; else a caliper.", ""},
    {"axes/*/designs/*/fixed_end/outside_mm", K::Value, D::Length, "mm", 15, 90, 0, true, "Bearing outside",
     "Printed on the bearing's side by its number; else a caliper.", ""},
    {"axes/*/designs/*/fixed_end/drag_Nm", K::Value, D::Torque, "Nm", 0, 0.5, 0, false, "Drag",
     "Screw turned with the nut off: cord on a hub, scale on the cord; 0.03 to 0.1 usual with seals.", ""},
    {"axes/*/designs/*/fixed_end/stiffness_N_um", K::Value, D::Stiffness, "N/um", 20, 1500, 0, true, "Stiffness",
     "Data sheet of the bearings, axial stiffness of the preloaded pair.", ""},
    {"axes/*/designs/*/fixed_end/static_axial_N", K::Value, D::Force, "N", 500, 100000, 0, true, "Carries",
     "Data sheet of the bearings, static axial rating C0a.", ""},
    {"axes/*/designs/*/fixed_end/dynamic_N", K::Value, D::Force, "N", 500, 100000, 0, true, "Lasts by",
     "Data sheet of the bearings, dynamic axial rating Ca.", ""},
    {"axes/*/designs/*/fixed_end/preload_N", K::Value, D::Force, "N", 20, 10000, 0, true, "Preload",
     "Data sheet of the pair or of the end block.", ""},
    {"axes/*/designs/*/fixed_end/top_rpm", K::Value, D::RotationSpeed, "rpm", 500, 20000, 0, true, "Turns up to",
     "Data sheet of the bearings, limiting speed with grease.", ""},
    {"axes/*/designs/*/fixed_end/play_mm", K::Value, D::Length, "mm", 0.001, 0.5, 0, false, "Floats",
     "Dial on the screw's end, the screw pushed and pulled by hand; 0 if the needle stands.", ""},
    {"axes/*/designs/*/fixed_end/housing", K::Text, D::Number, "", 0, 0, 0, false, "Housing bored",
     "As it will be bored, 52 H6, or as it measures: 51.990.", ""},
    {"axes/*/designs/*/fixed_end/housing_of", K::Choice, D::Number, "", 0, 0, 0, false, "Housing of",
     "For how it grows when it is warmed.", "steel=steel|iron=grey iron|aluminium=aluminium|brass=brass"},
    {"axes/*/designs/*/fixed_end/warm_C", K::Value, D::Temperature, "C", 20, 150, -300, false, "Warmed to",
     "Hot plate and a thermometer on the housing; 80 at most near grease or seals.", ""},
    {"axes/*/designs/*/fixed_end/free_from_um", K::Value, D::Length, "um", -60, 100, -1000, false, "Free, wished from",
     "Minus: tight. A fixed pair in a clamped housing 0 to 16, a floating end 0 to 30.", ""},
    {"axes/*/designs/*/fixed_end/free_to_um", K::Value, D::Length, "um", -60, 150, -1000, false, "to", "Minus: tight.",
     ""},
    {"axes/*/designs/*/fixed_end/clearance", K::Choice, D::Number, "", 0, 0, 0, false, "Clearance group",
     "Printed behind the number of a deep-groove bearing: C3; nothing printed is CN.", "CN=CN, nothing printed|C3=C3"},
    {"axes/*/designs/*/fixed_end/rise_K", K::Value, D::Number, "", 0.5, 80, -1e-9, false, "Gets warmer by, K",
     "Thermometer on the block after half an hour's run, less the room.", ""},
    {"axes/*/designs/*/fixed_end/lock_nut", K::Text, D::Number, "", 0, 0, 0, false, "Lock nut",
     "Printed on its face: M12x1.", ""},
    {"axes/*/designs/*/fixed_end/abutment_mm", K::Value, D::Length, "mm", 6, 60, 0, false, "Asks a shoulder of",
     "Data sheet of the bearing: least abutment diameter of its inner ring.", ""},
    {"axes/*/designs/*/nut/beside_mm", K::Value, D::Length, "mm", 0, 0.5, -1e-9, false, "Nut beside the screw",
     "Bracket loose, nut near the bearing: dial on the nut while the bracket is tightened.", ""},
    {"axes/*/designs/*/nut/thread", K::Text, D::Number, "", 0, 0, 0, false, "Thread on the nut",
     "As the screw's: Tr20x4, 1605; put it on by hand first.", ""},
    {"axes/*/designs/*/nut/ball_mm", K::Value, D::Length, "mm", 1, 10, 0, false, "Balls of the nut",
     "Its data sheet: ball diameter.", ""},
    {"axes/*/designs/*/nut/body_mm", K::Value, D::Length, "mm", 10, 120, 0, true, "Nut, round",
     "Caliper over its body.", ""},
    {"axes/*/designs/*/nut/flange_mm", K::Value, D::Length, "mm", 15, 180, 0, true, "Nut's flange",
     "Caliper over its flange; over the flats where it lies on a flat.", ""},
    {"axes/*/designs/*/nut/arbor_mm", K::Value, D::Length, "mm", 5, 60, -1e-9, false, "Sleeve in the nut",
     "Caliper over the sleeve the nut comes on; 0 where there is none.", ""},
    {"axes/*/designs/*/far_end/kind", K::Text, D::Number, "", 0, 0, 0, false, "Far end", "What holds the other end.",
     ""},
    {"axes/*/designs/*/ends", K::Choice, D::Number, "", 0, 0, 0, false, "Ends", "Driven end first.",
     "fixed_supported=fixed, supported;the usual way|fixed_free=fixed, free;short screws; whips at a quarter of the "
     "speed|fixed_fixed=fixed, fixed;stiffest; must be stretched when it warms|supported_supported=supported "
     "both"},
    {"axes/*/designs/*/handle", K::Choice, D::Number, "", 0, 0, 0, false, "Its handwheel",
     "What becomes of it when a motor turns its shaft.",
     "off=comes off|folding=stays, its handle folds in|fixed=stays as it is"},
    {"axes/*/designs/*/screw/journal", K::Text, D::Number, "", 0, 0, 0, false, "Journal",
     "The seat under the thrust bearings: micrometer, or as it will be turned: 15 k5.", ""},
    {"axes/*/designs/*/screw/end_thread", K::Text, D::Number, "", 0, 0, 0, false, "Thread for the lock nut",
     "Thread gauge, or as it will be cut: M12x1, M20x1.5 LH.", ""},
    {"axes/*/designs/*/screw/shoulder_mm", K::Value, D::Length, "mm", 6, 50, 0, false, "Shoulder",
     "Caliper over the step the bearing is pulled against.", ""},
    {"axes/*/designs/*/screw/key_width_mm", K::Value, D::Length, "mm", 2, 12, -1e-9, false, "Key seat in the screw",
     "Caliper across it; 0 where there is none.", ""},
    {"axes/*/designs/*/screw/ball_mm", K::Value, D::Length, "mm", 1, 10, 0, false, "Balls of the screw",
     "Its data sheet: ball diameter.", ""},
    {"axes/*/designs/*/moved_by", K::Choice, D::Number, "", 0, 0, 0, false, "Moved by",
     "What turns the last shaft into motion. Blank: what such a machine has.",
     "screw=screw and nut|rack=rack and pinion;long carriages|wheel=wheel and band, by hand"},
    {"axes/*/designs/*/rack/module_mm", K::Value, D::Length, "mm", 0.3, 8, 0, true, "Module",
     "Ten teeth of the rack by caliper, over 31.4.", ""},
    {"axes/*/designs/*/rack/pinion_teeth", K::Value, D::Count, "", 6, 100, 0, true, "Pinion, teeth",
     "Count them; mark the first.", ""},
    {"axes/*/designs/*/rack/width_mm", K::Value, D::Length, "mm", 4, 100, 0, true, "Wide",
     "Where pinion and rack meet.", ""},
    {"axes/*/designs/*/rack/pinion_of", K::Choice, D::Number, "", 0, 0, 0, false, "Pinion of",
     "For what its teeth stand.", "steel=steel|iron=grey iron|bronze=bronze|acetal=acetal"},
    {"axes/*/designs/*/rack/rack_of", K::Choice, D::Number, "", 0, 0, 0, false, "Rack of", "For what its teeth stand.",
     "steel=steel|iron=grey iron|bronze=bronze|acetal=acetal"},
    {"axes/*/designs/*/rack/play_mm", K::Value, D::Length, "mm", 0, 2, 0, false, "Play in the rack",
     "Gauge on the carriage, pushed and pulled by hand, the pinion held.", ""},
    {"axes/*/designs/*/screw/thread", K::Text, D::Number, "", 0, 0, 0, false, "Thread",
     "Tr20x4, acme 3/4-5, or a ball screw such as 1605.", ""},
    {"axes/*/designs/*/screw/kept", K::Choice, D::Number, "", 0, 0, 0, false, "Kept or new",
     "What was measured on the old screw holds only while it stays. Blank: a sliding thread is the old one, a ball "
     "screw a new one.",
     "yes=kept;what was measured on it counts|no=new;catalogue figures count"},
    {"axes/*/designs/*/screw/end", K::Text, D::Number, "", 0, 0, 0, false, "New screw's end",
     "As it will be turned, or as it is sold: 10 h6. Of a kept screw the micrometer's reading counts (As found).", ""},
    {"axes/*/designs/*/screw/efficiency", K::Value, D::Number, "", 0.14, 0.97, 0, true, "Efficiency",
     "Ball 0.90; sliding 0.2 to 0.45, by thread and oil.", ""},
    {"axes/*/designs/*/screw/thread_length_mm", K::Value, D::Length, "mm", 50, 4000, 0, true, "Thread",
     "Rule along the screw, first thread to last.", ""},
    {"axes/*/designs/*/screw/overall_length_mm", K::Value, D::Length, "mm", 60, 4200, 0, true, "Overall",
     "Rule along the screw, end to end.", ""},
    {"axes/*/designs/*/screw/bearing_span_mm", K::Value, D::Length, "mm", 60, 3500, 0, true, "Between bearings",
     "Rule along the screw, middle of one bearing to the middle of the other, or to the free end.", ""},
    {"axes/*/designs/*/screw/nut_far_mm", K::Value, D::Length, "mm", 20, 3500, 0, true, "Nut at its farthest",
     "Slide wound to its far end: rule from the thrust bearing to the nut.", ""},
    {"axes/*/designs/*/screw/root_mm", K::Value, D::Length, "mm", 5, 60, 0, true, "Root",
     "Data sheet or thread table; else a wire micrometer in the bottom of the thread.", ""},
    {"axes/*/designs/*/screw/grade", K::Choice, D::Number, "", 0, 0, 0, false, "Grade", "Its sheet or its paper.",
     "0=0;3.5 µm in 300 mm|1=1;6|3=3;12|5=5;23, the least of ground ones|7=7;52, good rolled ones|9=9;130|10=10;210|"
     "rolled=rolled, no paper;taken as 9"},
    {"axes/*/designs/*/screw/rise_K", K::Value, D::Number, "", 0.5, 30, -1e-9, false, "Gets warmer by, K",
     "A thermometer on the screw after an hour's work, less the room. 3 usual, 8 with rapids all day.", ""},
    {"axes/*/designs/*/screw/dynamic_N", K::Value, D::Force, "N", 1000, 200000, 0, true, "Dynamic rating",
     "C_a from the drawing.", ""},
    {"axes/*/designs/*/screw/static_N", K::Value, D::Force, "N", 1000, 400000, 0, true, "Static rating",
     "C_0a from the drawing.", ""},
    {"axes/*/designs/*/screw/inertia_per_m", K::Value, D::InertiaPerLength, "kgm2/m", 1e-06, 0.01, 0, true, "Inertia",
     "Per metre, from the drawing.", ""},
    {"axes/*/designs/*/nut/kind", K::Text, D::Number, "", 0, 0, 0, false, "Nut", "Split bronze, flanged ball nut ...",
     ""},
    {"axes/*/designs/*/nut/length_mm", K::Value, D::Length, "mm", 10, 200, 0, true, "Nut length",
     "Caliper over the nut, wipers with it.", ""},
    {"axes/*/designs/*/nut/engaged_turns", K::Value, D::Number, "", 1, 30, 0, true, "Turns in the nut",
     "Nut length over pitch; of a split nut what is clear of its slot.", ""},
    {"axes/*/designs/*/nut/play_mm", K::Value, D::Length, "mm", 0, 1, 0, false, "Nut play",
     "Dial on the nut, pushed and pulled along the screw by hand, screw held.", ""},
    {"axes/*/designs/*/nut/stiffness_N_um", K::Value, D::Stiffness, "N/um", 10, 1000, 0, true, "Nut stiffness",
     "100 for a bronze nut in its slot.", ""},
    {"axes/*/designs/*/nut/preload_N", K::Value, D::Force, "N", 0, 20000, 0, false, "Preload",
     "Data sheet of the nut; a tenth of its dynamic rating at most. Plain nuts have none.", ""},
    {"axes/*/designs/*/bracket_stiffness_N_um", K::Value, D::Stiffness, "N/um", 20, 1000, 0, true, "Bracket",
     "100 bolted plate, 200 massive.", ""},
    {"axes/*/designs/*/thread_beyond_a_mm", K::Value, D::Length, "mm", -50, 1000, -1000, false, "Thread beyond, end A",
     "Slide at one end: rule on the thread left beyond the nut.", ""},
    {"axes/*/designs/*/thread_beyond_b_mm", K::Value, D::Length, "mm", -50, 1000, -1000, false, "Thread beyond, end B",
     "The same at the other end.", ""},
    {"axes/*/designs/*/bumper/stroke_mm", K::Value, D::Length, "mm", 1, 60, 0, true, "Bumper stroke",
     "How far the bumper at the ends of travel gives before it is solid.", ""},
    {"axes/*/designs/*/bumper/force_N", K::Value, D::Force, "N", 50, 50000, 0, true, "Bumper force",
     "What it pushes back with when pressed that far, from its sheet.", ""},
    {"axes/*/designs/*/end_speed_mm_min", K::Value, D::Speed, "mm/min", 50, 20000, 0, true, "Rapid near the ends",
     "A lower rapid set in the controller for the last stretch before a stop. Blank: the full rapid.", ""},
    {"axes/*/designs/*/brake/torque_Nm", K::Value, D::Torque, "Nm", 0.05, 50, 0, true, "Brake",
     "Nameplate of the brake, holding torque with the power off.", ""},
    {"axes/*/designs/*/brake/where", K::Choice, D::Number, "", 0, 0, 0, false, "Brake sits",
     "On the screw it holds even when the belt breaks.",
     "screw=on the screw;holds even when the belt breaks|motor=on the motor;smaller; a broken belt lets go"},
    {"axes/*/designs/*/brake/delay_s", K::Value, D::Time, "s", 0.005, 0.3, 0, false, "Bites after",
     "Data sheet of the brake, engaging time; 0.05 s usual for its size.", ""},
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
        for (auto more :
             {surveyFields(), dutyFields(), shopFields(), cardFields(), wiringFields(), rotaryFields(), plateFields()})
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

namespace {
std::string profileWords(const BeltProfile &p) {
    const std::string teeth = p.form == "H" || p.form == "S" ? "round teeth, "
                              : p.form == "G"                ? "deep round teeth, "
                                                             : "flat teeth, ";
    const std::string use = p.pitch <= 2.6   ? "; printers and light routers"
                            : p.pitch <= 3.1 ? "; small mills and routers"
                            : p.pitch <= 5.1 ? "; usual for mills and lathes of bench size"
                            : p.pitch <= 9   ? "; large mills, knees"
                                             : "; beyond most home machines";
    return teeth + numberText(p.pitch, 4) + " mm" + use;
}
} // namespace

std::vector<ChoiceOption> choicesOf(const FieldSpec &field) {
    std::vector<ChoiceOption> out;
    if (field.choices == "@materials") {
        for (const auto &m : cutMaterials())
            out.push_back({std::string(m.code), std::string(m.name)});
        return out;
    }
    if (field.choices == "@profiles") {
        // the likely ones first: what shops keep for machines of this size, then the rest
        constexpr std::string_view usual[] = {"5M", "8M", "3M", "XL", "T5"};
        const auto rank = [&](std::string_view name) {
            return std::find(std::begin(usual), std::end(usual), name) - std::begin(usual);
        };
        for (const auto &p : beltProfiles())
            out.push_back({std::string(p.name), std::string(p.name), profileWords(p)});
        std::stable_sort(out.begin(), out.end(),
                         [&](const auto &a, const auto &b) { return rank(a.code) < rank(b.code); });
        return out;
    }
    std::string_view rest = field.choices;
    while (!rest.empty()) {
        const auto bar = rest.find('|');
        const auto one = rest.substr(0, bar);
        const auto eq = one.find('=');
        const auto label = one.substr(eq + 1);
        const auto semicolon = label.find(';');
        out.push_back({std::string(one.substr(0, eq)), std::string(label.substr(0, semicolon)),
                       semicolon == std::string_view::npos ? std::string() : std::string(label.substr(semicolon + 1))});
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
