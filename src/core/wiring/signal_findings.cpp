// What runs along the signal wires: how long direction and pulses stand, what the spindle's encoder sends.
#include "drive/spindle_encoder.h"
#include "units/shown_units.h"
#include "wiring/wirer.h"

namespace lw::wiring {

/// Too short a wait loses one step at every reversal: an error that creeps. Common practice: half as long again.
void Wirer::timingFindings() {
    const auto wait = at("/controller/direction_us"), pulse = at("/controller/pulse_us");
    const auto micro = [](double s) { return withUnit(s, Dimension::Time, "us", 2); };
    std::vector<std::string> driveOpen;
    double mostWait = 0, mostPulse = 0;
    std::vector<std::string> judgedLater;
    for (const auto &a : m_out.axes) {
        if (!a.chosen) continue;
        const auto needed = at(designOf(a) + "drive/dir_setup_us"), shortest = at(designOf(a) + "drive/pulse_high_us");
        if (!needed.known()) {
            driveOpen.push_back(a.id);
            continue;
        }
        mostWait = std::max(mostWait, needed.v);
        if (shortest.known()) mostPulse = std::max(mostPulse, shortest.v);
        if (!wait.known()) {
            judgedLater.push_back(a.id);
            continue;
        }
        const double direction = wait.v / needed.v;
        const double step = pulse.known() && shortest.known() ? pulse.v / shortest.v : notKnown;
        const bool byPulse = step < direction;
        const double margin = byPulse ? step : direction;
        auto &f = add("C25", "Signal timing of " + a.id, {Kind::Drive, a.id}, graded(margin, 1, 1.5), {});
        f.margin = margin;
        f.figure = timesText(margin);
        f.sentence = byPulse ? "Pulses last " + micro(pulse.v) + "; the drive wants " + micro(shortest.v) +
                                   ". Short ones are lost."
                             : "Direction stands " + micro(wait.v) + " before a pulse; the drive wants " +
                                   micro(needed.v) + (direction < 1 ? ": it loses a step at every reversal." : ".");
        if (f.verdict != Verdict::Holds) {
            const double set = std::ceil(1.5 * (byPulse ? shortest.v : needed.v) * 1e6 * 10) / 10;
            f.lever = "Set the controller to " + n3(set) + "\u00a0µs";
            f.patches = {{byPulse ? "/controller/pulse_us" : "/controller/direction_us", stated(n3(set) + "us")}};
        }
    }
    if (!judgedLater.empty()) {
        const double set = std::ceil(1.5 * mostWait * 1e6 * 10) / 10;
        add("C25", "Signal timing", {Kind::Controller, {}}, Verdict::NotKnown,
            "Not known: how long the controller holds direction before a pulse. The drives want " + micro(mostWait) +
                ".")
            .lever = "Set " + n3(set) + "\u00a0µs or more, and state it";
    }
    if (!driveOpen.empty())
        add("C25", "Drives' signal timing", {Kind::Drive, driveOpen.front()}, Verdict::NotKnown,
            "Not known on " + joinedWith(driveOpen) + ": how long direction must stand before a pulse.")
            .lever = "The drive's sheet, timing; 5 µs are usual, some want 20";
}

/// Asked for where a thread is cut, or where an encoder was stated.
void Wirer::spindleEncoderFindings() {
    double threading = 0; // rad/s of the fastest thread
    for (const auto &d : m_designs)
        for (const auto &c : d.model->cuts)
            if (c.kind == CutKind::Threading && c.thread.pitch.value() > 0 && c.feed == c.feed)
                threading = std::max(threading, 2 * pi * c.feed / (c.thread.pitch.value() * c.thread.starts));
    const auto lines = at("/spindle/encoder_lines"), onSpindle = at("/spindle/spindle_teeth"),
               onEncoder = at("/spindle/encoder_teeth"), limit = at("/controller/encoder_limit_Hz"),
               top = at("/spindle/top_rpm");
    const WirePlace place{Kind::Controller, {}};
    if (!(threading > 0) && !lines.known()) return;
    if (!lines.known() || !onSpindle.known() || !onEncoder.known()) {
        add("C28", "Index of the spindle's encoder", place, Verdict::NotKnown,
            std::string("Not known: ") + (lines.known() ? "the teeth that turn it" : "the encoder on the spindle") +
                ". A second pass of a thread starts where the index falls.")
            .lever = lines.known() ? "Count the teeth on spindle and encoder" : "Read its lines off it";
        return;
    }
    const auto gearing =
        encoderGearing(static_cast<int>(std::lround(onSpindle.v)), static_cast<int>(std::lround(onEncoder.v)));
    const int angles = gearing.indexAngles(), turns = gearing.turnsToWait();
    auto &f = add("C28", "Index of the spindle's encoder", place,
                  angles > 1  ? Verdict::Fails
                  : turns > 1 ? Verdict::Watch
                              : Verdict::Holds,
                  {});
    f.figure = std::to_string(gearing.turns) + ":" + std::to_string(turns);
    f.sentence = angles > 1 ? "The index falls at " + std::to_string(angles) +
                                  " angles of the spindle: the second pass of a thread may start at another."
                 : turns > 1 ? "The index comes once in " + std::to_string(turns) +
                                   " turns of the spindle: each pass waits for it."
                             : "The index falls at one angle of the spindle, every turn.";
    if (f.verdict != Verdict::Holds) {
        f.lever = "Gear the encoder one to one, or set it in the spindle's bore";
        f.patches = {{"/spindle/spindle_teeth", stated("1")}, {"/spindle/encoder_teeth", stated("1")}};
    }
    const double fastest = top.known() ? top.v : threading;
    if (!limit.known() || !(fastest > 0)) {
        add("C27", "Encoder input", place, Verdict::NotKnown,
            std::string("Not known: ") +
                (limit.known() ? "the spindle's fastest speed." : "how fast the input counts."))
            .lever = limit.known() ? "Read the machine's table" : "The controller's sheet";
        return;
    }
    const double counts = countsATurn(static_cast<int>(std::lround(lines.v)), gearing);
    const double rate = countRate(counts, fromSi<AngularSpeed>(fastest)).value();
    auto &g = add("C27", "Encoder input", place, graded(limit.v / rate, 1, 1.25), {});
    g.margin = limit.v / rate;
    g.figure = timesText(g.margin);
    g.sentence = n3(counts) + " counts a turn at " + n3(inRevolutionsPerMinute(fromSi<AngularSpeed>(fastest))) +
                 "\u00a0rpm are " + upTo(rate / 1e3) + "\u00a0kHz; the input counts " + n3(limit.v / 1e3) + ".";
    if (g.verdict != Verdict::Holds) {
        const int most = static_cast<int>(0.8 * lines.v * limit.v / rate);
        g.lever = "An encoder of " + std::to_string(most) + " lines or fewer, or the spindle below " +
                  n3(std::floor(inRevolutionsPerMinute(spindleSpeedFor(counts, fromSi<Frequency>(0.8 * limit.v))))) +
                  "\u00a0rpm";
    }
}
} // namespace lw::wiring
