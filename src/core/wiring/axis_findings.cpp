// What hangs on one axis: its cable, fuse, brake, and what turning it by hand does.
#include "catalogue/catalogue.h"
#include "wiring/wirer.h"
#include "units/shown_units.h"

namespace lw::wiring {

void Wirer::axisFindings() {
    std::vector<std::string> noFuse;
    double turnedMost = 0, turnedLimit = notKnown;
    std::string turnedAxis;
    std::vector<Patch> fuses;
    for (std::size_t k = 0; k < m_out.axes.size(); ++k) {
        const auto &a = m_out.axes[k];
        const auto &m = *m_designs[k].model;
        if (!a.chosen) continue;
        const std::string d = designOf(a);
        const WirePlace cable{Kind::Cable, a.id}, drive{Kind::Drive, a.id};
        // the cable adds to the winding: a tenth is nothing, half of it costs torque at speed
        if (!(a.share == a.share))
            add("C22", "Cable of " + a.id, cable, Verdict::NotKnown,
                std::string("Not known: ") +
                    (!a.length.known()    ? "its length"
                     : !a.section.known() ? "its section"
                                          : "the winding's resistance") +
                    ". Needed to say what it takes from the motor.")
                .lever = "Measure the way the cable goes";
        else {
            auto &f = add("C22", "Cable of " + a.id, cable, graded(0.5 / a.share, 1, 5), {});
            f.margin = 0.5 / a.share;
            f.figure = n2(a.share * 100) + "\u00a0%";
            f.sentence = "Adds " + n2(a.share * 100) + "\u00a0% to the winding's " +
                         n2(m.servo() ? m.servo()->lineResistance.v : m.stepper().resistance.v) +
                         "\u00a0Ω; 10 is good, 50 too much. " +
                         (m_designs[k].state->corner == m_designs[k].state->corner
                              ? "Costs torque only above " + n3(m_designs[k].state->corner) + "\u00a0rpm."
                              : std::string());
            if (f.verdict != Verdict::Holds)
                for (const double mm2 : {1.0, 1.5, 2.5, 4.0})
                    if (const double share = a.share * square(a.section) / mm2;
                        mm2 > square(a.section) * 1.01 && (share <= 0.1 || mm2 >= 1.5)) {
                        f.lever = n2(mm2) + "\u00a0mm² makes it " + n2(share * 100) + "\u00a0%";
                        if (const auto *row = catalogueInUse().wireFor(mm2, 4, true))
                            f.lever += ": ≈\u00a0" + n3(std::ceil(row->perMetre * a.length.v));
                        f.patches = {{d + "cable/cross_section_mm2", stated(n2(mm2) + "mm2")}};
                        break;
                    }
        }
        // fuse between what the drive takes and what the wire bears
        const double fuse = fuseFor(1.25 * a.fed);
        if (!a.fuse.known()) {
            noFuse.push_back(a.id);
            if (fuse > 0) fuses.push_back({d + "drive/fuse_A", stated(n3(fuse) + "A")});
        } else if (a.fed == a.fed) {
            const double low = a.fuse.v / a.fed;
            auto &f = add("C21", "Fuse of " + a.id, drive,
                          low < 1     ? Verdict::Fails
                          : low > 2.5 ? Verdict::Watch
                                      : Verdict::Holds,
                          {});
            f.margin = low;
            f.figure = n3(a.fuse.v) + "\u00a0A";
            f.sentence = "The drive takes " + upTo(a.fed) + "\u00a0A at its most; the fuse is " + n3(a.fuse.v) +
                         "\u00a0A. A fuse on the d.c. side needs a d.c. rating.";
            if (f.verdict != Verdict::Holds && fuse > 0) {
                f.lever = low < 1 ? "It blows in work: " + n3(fuse) + "\u00a0A"
                                  : "It hardly protects: " + n3(fuse) + "\u00a0A";
                f.patches = {{d + "drive/fuse_A", stated(n3(fuse) + "A")}};
            }
        }
        if (a.brake) {
            const auto by = text(d + "brake/dropped_by");
            const double fall = m_designs[k].state->fall;
            auto &f =
                add("C16", "Brake of " + a.id + " with the chain", {Kind::Brake, a.id},
                    by == "chain"   ? Verdict::Holds
                    : by == "drive" ? Verdict::Fails
                                    : Verdict::NotKnown,
                    by == "chain"
                        ? "Power off: it grips" +
                              (m.brakeDelay.known() ? " in " + n2(m.brakeDelay.v * 1e3) + "\u00a0ms" : std::string()) +
                              (fall == fall ? "; till then the head sinks " + withUnit(fall, Dimension::Length, "mm", 2)
                                            : std::string()) +
                              "."
                    : by == "drive" ? "A stop cuts the motor, and the brake stays open until the controller shuts "
                                      "it: the head drops."
                                    : "Not known: what lets it go.");
            if (f.verdict == Verdict::Fails) {
                f.lever = "Feed it through the stop relay, with a zener across its coil";
                f.patches = {{d + "brake/dropped_by", "chain"}};
            } else if (f.verdict == Verdict::NotKnown)
                f.lever = "Follow its wire";
        }
        // turned by hand, drive off: two turns of the screw a second is brisk
        // (nobody turns a table through its reducer)
        const double ratio = m.hasStage<Reducer>() ? notKnown : m_designs[k].state->ratio();
        if (ratio == ratio && m_designs[k].state->motorKnown) {
            const double turned = 2 * 2 * pi * ratio, emf = m_designs[k].state->peakStatic / m.drive.peak.v * turned;
            if (emf > turnedMost) {
                turnedMost = emf;
                turnedAxis = a.id;
                turnedLimit = m.drive.voltLimit.v;
            }
        }
    }
    // half of what wakes a drive's logic, 18 V: common practice
    if (turnedMost > 9) {
        auto &f = add("C31", "Turned by hand", {Kind::Motor, turnedAxis},
                      turnedMost >= turnedLimit ? Verdict::Fails : Verdict::Watch,
                      "Two turns of the screw a second make up to " + n2(turnedMost) + "\u00a0V, on " + turnedAxis +
                          ": a drive may wake at 18 and do odd things.");
        f.figure = n2(turnedMost) + "\u00a0V";
        f.margin = turnedLimit / turnedMost;
        f.lever = "Pull the motor's plug, power off, before turning it by hand; or turn slowly";
    }
    if (!noFuse.empty()) {
        auto &f =
            add("C21", "Drive fuses", {Kind::Drive, noFuse.front()}, Verdict::NotKnown,
                "Not known on " + joinedWith(noFuse) + ": each drive wants its own, at 1 to 1.25 of what it takes.");
        if (fuses.size() == noFuse.size()) {
            std::string sizes;
            for (std::size_t k = 0; k < fuses.size(); ++k)
                sizes += (k ? ", " : "") + noFuse[k] + " " + fuses[k].value.at("typed").get<std::string>();
            double price = 0;
            for (std::size_t k = 0; k < fuses.size(); ++k)
                for (const auto &a : m_out.axes)
                    if (a.id == noFuse[k]) {
                        const auto *row = catalogueInUse().fuseOf(fuseFor(1.25 * a.fed), a.busMost);
                        price += row ? row->price : notKnown;
                    }
            f.lever = "Fit these: " + sizes + (price == price ? ": ≈\u00a0" + n3(price) : std::string());
            f.patches = fuses;
        }
    }
}
} // namespace lw::wiring
