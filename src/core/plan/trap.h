// The trap of every conversion: a part that must be made on slides which are already, or only because of it still, in
// pieces. Proof from the links alone; what no added link can mend is a trap.
#pragma once

#include "result.h"
#include <string>
#include <utility>
#include <vector>

namespace lw {

/// Quality of a machine function: 0 fitted and unproven, 1 cranked by hand, 2 whole or proven.
struct FunctionNeed {
    std::string function;
    int quality = 2;
};
struct PlanTask {
    std::string id;
    std::vector<std::vector<FunctionNeed>> needs; ///< all of these groups, of each any one
    std::vector<std::string> strips;
    std::vector<FunctionNeed> restores; ///< with the quality it comes back in
    std::vector<std::string> after;     ///< tasks that must be done before
};
/// Stripping `inner` takes `outer` off first (the saddle asks for the table to be off).
struct Nest {
    std::string inner, outer;
};
struct Trap {
    std::string task, function, strip; ///< the part's task, what it needs, who takes it away
    std::vector<std::string> waits;    ///< tasks that would give it back and wait for it
    std::vector<std::string> unlinked; ///< tasks that would give it back but are linked to neither: link one between.
                                       ///< Only with none of these is the trap proved for every order
};

/// Traps in the order tasks, needs, strips. A group with several ways is safe if any way is.
/// A pair (task m, strip s of a function it needs) is a trap when s must come before m, and every task that restores
/// the function well enough after s must come after m (or there is none). Restores count only when linked after the
/// strip. Source: DERIVED: m needs the function whole, s before m forbids making it earlier, m before r forbids later.
/// Fails on a cycle, naming its tasks, and on a link to a task that does not exist.
[[nodiscard]] Result<std::vector<Trap>> findTraps(const std::vector<PlanTask> &tasks, const std::vector<Nest> &nest);

/// Order in which the tasks can be done, keeping to the order given where the links allow.
[[nodiscard]] Result<std::vector<std::size_t>> workableOrder(const std::vector<PlanTask> &tasks);

struct Remedy {
    enum class Kind { MakeFirst, OtherMachine, Refit } kind = Kind::OtherMachine;
    std::string text;
    std::string why;     ///< what to mind, in a few words
    std::string machine; ///< function to use instead, of another machine
    double money = 0;    ///< of the job's currency
    double extraHours = 0, delayDays = 0;
    double reachMm = 0;  ///< what it can hold
    double cost = 0;     ///< money + hours at the own rate + days at the value of a day
    bool reaches = true; ///< false: not good enough for this part; never chosen
};
/// Cheapest first, ties by name; those that cannot hold the tolerance last. Source: PRACTICE.
/// @param ratePerHour, perDay >= 0 in the currency  @param toleranceMm <= 0: not known, all reach
[[nodiscard]] std::vector<Remedy> priceRemedies(std::vector<Remedy> options, double toleranceMm, double ratePerHour,
                                                double perDay);

} // namespace lw
