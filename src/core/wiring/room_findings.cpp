// What an axis has to run out in once its limit switch has told it to stop.
#include "proof/stopping.h"
#include "units/shown_units.h"
#include "wiring/wirer.h"

namespace lw::wiring {
namespace {
std::string lengthWords(double m) { return withUnit(m, Dimension::Length, "mm", 3); }
} // namespace

void Wirer::roomFindings() {
    const auto limits = text("/chain/limits");
    if (limits.empty() || limits == "none") return; // what the chain says of that is said there
    for (std::size_t k = 0; k < m_out.axes.size(); ++k) {
        const auto &a = m_out.axes[k];
        const auto &m = *m_designs[k].model;
        if (!a.chosen || m.rotary()) continue;
        const WirePlace place{Kind::Chain, a.id};
        const std::string title = "Room beyond the switch of " + a.id;
        const auto limit = roomToStop(fromSi<Speed>(m.rapid.v), stoppingOf(m, *m_designs[k].state));
        if (!limit.known) {
            add("C29", title, place, Verdict::NotKnown,
                "Not known: how far it runs on. Needs its rapid and acceleration, what moves and its friction.");
            continue;
        }
        if (!limit.roomLeast) {
            add("C29", title, place, Verdict::Fails,
                "With the power cut nothing stops it: its weight is more than its friction holds.")
                .lever = "A brake";
            continue;
        }
        const double least = limit.roomLeast->value(), needed = limit.roomNeeded->value();
        const std::string how = std::string("At its rapid it runs on ") + lengthWords(least) +
                                (*limit.runOut > limit.stop ? " with the power cut" : " while it is braked");
        if (!a.room.known()) {
            add("C29", title, place, Verdict::NotKnown, how + ". Not known: the room from the switch to iron.").lever =
                "Leave " + lengthWords(needed) + " when you set the switch; measure and type it";
            continue;
        }
        const double room = a.room.v;
        auto &f = add("C29", title, place,
                      room >= needed * (1 - 1e-9)  ? Verdict::Holds
                      : room >= least * (1 - 1e-9) ? Verdict::Watch
                                                   : Verdict::Fails,
                      how + ", there are " + lengthWords(room) + "; " + lengthWords(needed) + " is wanted.");
        f.margin = room / least;
        f.figure = lengthWords(room);
        if (f.verdict == Verdict::Holds) continue;
        f.lever = "Set the switch " + lengthWords(needed - room) + " further in";
        const std::string card = "/axes/" + a.id + "/cards/soft_ends/room_mm";
        f.patches = {{at(card).known() ? card : "/axes/" + a.id + "/switch_room_mm",
                      stated(n3(std::ceil(needed * 1e4) / 10) + "mm")}};
    }
}
} // namespace lw::wiring
