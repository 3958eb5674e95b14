#include "proof/check.h"
#include <algorithm>
#include <cstdlib>

namespace lw {
namespace {
template <class Scope> void gather(std::vector<const Check *> &all, std::span<const CheckOf<Scope>> list) {
    for (const auto &c : list)
        all.push_back(&c.check);
}
template <class... Kinds> void gatherStages(std::vector<const Check *> &all, std::variant<Kinds...> *) {
    (gather(all, stageChecks<Kinds>()), ...);
}
} // namespace

std::span<const Check *const> allChecks() {
    static const auto all = [] {
        std::vector<const Check *> checks;
        gather(checks, wayChecks());
        gather(checks, cutChecks());
        gather(checks, motorChecks());
        gather(checks, stepChecks());
        gather(checks, screwChecks());
        gather(checks, seatChecks());
        gatherStages(checks, static_cast<Stage *>(nullptr));
        gather(checks, gravityChecks());
        gather(checks, rotaryChecks());
        gather(checks, rotaryRoomChecks());
        gather(checks, rotaryHoldingChecks());
        for (const auto kind : plateKinds)
            gather(checks, plateMetalChecks(kind));
        gather(checks, motorPlateChecks());
        gather(checks, screwLifeChecks());
        gather(checks, screwBearingChecks());
        gather(checks, rackChecks());
        gather(checks, motorShaftChecks());
        gather(checks, pairChecks());
        gather(checks, screwEndChecks());
        gather(checks, mountChecks());
        gather(checks, bearingFitChecks());
        gather(checks, layshaftChecks());
        return checks;
    }();
    return all;
}

const Check *checkOf(CheckId id) {
    for (const auto *c : allChecks())
        if (c->id() == id) return c;
    return nullptr;
}

const Check &spec(CheckId id) {
    const auto *c = checkOf(id);
    if (!c) std::abort(); // a code that no check has: a slip of the pen in the program
    return *c;
}

} // namespace lw
