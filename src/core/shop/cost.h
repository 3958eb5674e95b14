// Money: the parts list rolled up against the budget, in minor units, exactly.
#pragma once

#include "result.h"
#include "fraction.h"
#include <map>
#include <string>
#include <vector>

namespace lw {

enum class PartState { Idea, Ordered, Arrived, Fitted, Dropped };

struct CostLine {
    std::string id, order, currency;
    std::int64_t need = 0, spare = 0, have = 0, packQuantity = 1,
                 packPrice = 0; ///< price in minor units of the currency
    PartState state = PartState::Idea;
};
struct CostOrder {
    std::string id, currency;
    std::int64_t shipping = 0;
    Fraction taxRate{0, 1};
};
struct CostInput {
    int baseDigits = 2;
    std::map<std::string, int> digits;           ///< minor-unit digits by currency
    std::map<std::string, Fraction> basePerUnit; ///< exact exchange by currency
    std::int64_t budget = 0;
    Fraction contingency{15, 100};
    std::vector<CostLine> lines;
    std::vector<CostOrder> orders;
};
struct CostTotals {
    std::map<std::string, std::int64_t> packs, lines, orders;
    std::int64_t committed = 0, remaining = 0, contingency = 0, forecast = 0, left = 0;
    enum class Verdict { Pass, Attention, Fail } verdict = Verdict::Pass;
};
/// Rounds half away from zero per line; an order counts as placed when any of its lines with packs is. Source:
/// PRACTICE.
[[nodiscard]] Result<CostTotals> rollUpCost(const CostInput &in);

} // namespace lw
