#include "proof/finding.h"
#include <cmath>

namespace lw {

std::string_view verdictCode(Verdict v) {
    constexpr std::string_view codes[] = {"fails", "not_known", "watch", "holds"};
    return codes[static_cast<std::size_t>(v)];
}
std::string_view verdictWord(Verdict v) { return v == Verdict::NotKnown ? "not known" : verdictCode(v); }

std::string_view partName(Part p) {
    constexpr std::string_view names[] = {
        "ways",  "lead",   "lost motion", "screw end", "balance",      "cut",          "spindle",  "motor",
        "drive", "supply", "controller",  "belt",      "small pulley", "large pulley", "bearings", "screw",
        "nut",   "brake",  "axis",        "table",     "reducer",      "layshaft",     "rack"};
    return names[static_cast<std::size_t>(p)];
}

Verdict judge(double margin, double must, double wanted) {
    constexpr double hair = 1 - 1e-9;
    if (!(margin == margin)) return Verdict::NotKnown;
    return margin >= wanted * hair ? Verdict::Holds : margin >= must * hair ? Verdict::Watch : Verdict::Fails;
}

Finding marginRow(double demand, double capacity, double must, double wanted) {
    Finding f;
    f.demand = demand;
    f.capacity = capacity;
    f.must = must;
    f.wanted = wanted;
    f.missing = !(demand == demand) || !(capacity == capacity);
    // what cannot be done at all has no margin; what asks nothing has an endless one
    if (!f.missing)
        f.margin = !(capacity > 0) || std::isinf(demand) ? 0
                   : demand > 0                          ? capacity / demand
                                                         : std::numeric_limits<double>::infinity();
    f.verdict = judge(f.margin, must, wanted);
    return f;
}
Finding unlessOpen(Finding f, bool open) {
    if (!open || f.verdict == Verdict::Fails) return f;
    f.verdict = Verdict::NotKnown;
    f.missing = true;
    f.margin = f.demand = notKnown;
    return f;
}
Finding upperRow(double value, double pass, double fail) { return marginRow(value, fail, 1, fail / pass); }
Finding lowerRow(double value, double pass, double fail) { return marginRow(fail, value, 1, pass / fail); }
Finding plainRow(Verdict v, double demand, double capacity) {
    Finding f;
    f.demand = demand;
    f.capacity = capacity;
    f.rung = false;
    f.verdict = v;
    f.missing = v == Verdict::NotKnown;
    return f;
}

} // namespace lw
