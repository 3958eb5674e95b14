#include "shop/cost.h"
#include "drive/axis_torque.h"
#include "drive/screw.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

Result<CostTotals> rollUpCost(const CostInput &in) {
    CostTotals t;
    auto toBase = [&](std::int64_t minor, const std::string &currency) -> Result<std::int64_t> {
        const auto digits = in.digits.find(currency);
        const auto fx = in.basePerUnit.find(currency);
        if (digits == in.digits.end() || fx == in.basePerUnit.end())
            return fail(CalcErrorCode::Missing, "fx_base_per_unit", 0, 0,
                        "no exchange rate or digits for " + currency + "; give both.");
        Fraction scale{1, 1};
        for (int k = digits->second; k < in.baseDigits; ++k)
            scale.num *= 10;
        for (int k = in.baseDigits; k < digits->second; ++k)
            scale.den *= 10;
        LW_TRY(a, multiply(Fraction{minor, 1}, scale));
        LW_TRY(b, multiply(a, fx->second));
        return roundHalfAway(b);
    };
    std::map<std::string, std::int64_t> sums;
    std::map<std::string, bool> placed;
    for (const auto &l : in.lines) {
        if (l.packQuantity < 1)
            return fail(CalcErrorCode::NotPositive, "lines.pack_qty", static_cast<double>(l.packQuantity));
        const std::int64_t q = l.state == PartState::Dropped ? 0 : std::max<std::int64_t>(0, l.need + l.spare - l.have);
        const std::int64_t packs = (q + l.packQuantity - 1) / l.packQuantity;
        LW_TRY(price, multiply(Fraction{packs, 1}, Fraction{l.packPrice, 1}));
        LW_TRY(base, toBase(price.num, l.currency));
        t.packs[l.id] = packs;
        t.lines[l.id] = base;
        sums[l.order] += base;
        if (packs > 0 &&
            (l.state == PartState::Ordered || l.state == PartState::Arrived || l.state == PartState::Fitted))
            placed[l.order] = true;
    }
    std::map<std::string, bool> known;
    for (const auto &o : in.orders) {
        known[o.id] = true;
        const std::int64_t sum = sums[o.id];
        std::int64_t total = sum;
        if (sum > 0) {
            LW_TRY(ship, toBase(o.shipping, o.currency));
            LW_TRY(tax, multiply(Fraction{sum + ship, 1}, o.taxRate));
            total = sum + ship + roundHalfAway(tax);
        }
        t.orders[o.id] = total;
        (placed[o.id] ? t.committed : t.remaining) += total;
    }
    for (const auto &[id, sum] : sums)
        if (!known[id])
            return fail(CalcErrorCode::Missing, "orders", 0, 0,
                        "a line names the order '" + id + "', which is not in the list of orders.");
    LW_TRY(kept, multiply(Fraction{t.remaining, 1}, in.contingency));
    t.contingency = roundHalfAway(kept);
    t.forecast = t.committed + t.remaining + t.contingency;
    t.left = in.budget - t.forecast;
    using V = CostTotals::Verdict;
    t.verdict = t.forecast <= in.budget                                                    ? V::Pass
                : static_cast<double>(t.forecast) <= 1.10 * static_cast<double>(in.budget) ? V::Attention
                                                                                           : V::Fail;
    return t;
}

namespace book {
namespace {

Result<Fraction> asFraction(const Json &v) {
    return v.is_string() ? readFraction(v.get<std::string>()) : fromDecimal(v.get<double>());
}

constexpr Calculation shopCalculationsTable[] = {
    {"cost_rollup",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         CostInput c;
         c.baseDigits = std::clamp(in.integer("base_minor_digits"), 0, 6);
         for (const auto &[k, v] : in.json("minor_digits").items())
             c.digits[k] = std::clamp(static_cast<int>(v.get<double>()), 0, 6);
         for (const auto &[k, v] : in.json("fx_base_per_unit").items()) {
             auto f = asFraction(v);
             if (!f || f->num <= 0)
                 return fail(CalcErrorCode::BadText, "fx_base_per_unit." + k, 0, 0,
                             "give a positive decimal number as text.");
             c.basePerUnit[k] = *f;
         }
         c.budget = in.json("budget_minor").get<std::int64_t>();
         LW_TRY(contingency, asFraction(in.json("contingency_fraction")));
         c.contingency = contingency;
         static const std::map<std::string, PartState> states{{"idea", PartState::Idea},
                                                              {"ordered", PartState::Ordered},
                                                              {"arrived", PartState::Arrived},
                                                              {"fitted", PartState::Fitted},
                                                              {"dropped", PartState::Dropped}};
         auto whole = [](const Json &o, const char *k) { return static_cast<std::int64_t>(o.at(k).get<double>()); };
         for (const auto &l : in.json("lines"))
             c.lines.push_back({l.at("id"), l.at("order"), l.at("currency"), whole(l, "qty_need"),
                                whole(l, "qty_spare"), whole(l, "qty_have"), whole(l, "pack_qty"),
                                whole(l, "pack_price_minor"), states.at(l.at("status"))});
         for (const auto &o : in.json("orders")) {
             LW_TRY(tax, asFraction(o.at("tax_rate")));
             c.orders.push_back({o.at("id"), o.at("currency"), whole(o, "shipping_minor"), tax});
         }
         LW_TRY(t, rollUpCost(c));
         out.json("packs", t.packs);
         out.json("line_base_minor", t.lines);
         out.json("order_total_minor", t.orders);
         out.json("committed_minor", t.committed);
         out.json("remaining_minor", t.remaining);
         out.json("contingency_minor", t.contingency);
         out.json("forecast_minor", t.forecast);
         out.json("budget_left_minor", t.left);
         using V = CostTotals::Verdict;
         out.json("verdict", t.verdict == V::Pass ? "pass" : t.verdict == V::Attention ? "attention" : "fail");
         return {};
     },
     "PRACTICE"},
};
} // namespace
std::span<const Calculation> shopCalculations() { return shopCalculationsTable; }
} // namespace book
} // namespace lw
