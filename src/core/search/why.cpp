#include "search/why.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>
#include <sstream>

namespace lw {

namespace {
std::vector<std::string> wordsOf(const std::string &text) {
    std::istringstream in(lowerCase(text));
    std::vector<std::string> out;
    for (std::string w; in >> w;)
        out.push_back(w);
    return out;
}
/// A word stands in a name as a whole: "48" is not in "480".
bool has(const std::string &name, const std::string &word) {
    for (std::size_t at = name.find(word); at != std::string::npos; at = name.find(word, at + 1)) {
        const auto digit = [](char c) { return (c >= '0' && c <= '9') || c == '.'; };
        const auto end = at + word.size();
        if ((at == 0 || !digit(word.front()) || !digit(name[at - 1])) &&
            (end == name.size() || !digit(word.back()) || name[end] < '0' || name[end] > '9'))
            return true;
    }
    return false;
}
bool hasAll(const std::string &name, const std::vector<std::string> &words) {
    return std::all_of(words.begin(), words.end(), [&](const auto &w) { return has(name, w); });
}

class Asker {
public:
    Asker(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue)
        : m_space(space), m_limits(limits), m_catalogue(catalogue), m_model(space.base) {}

    /// Reserve of the worst design row, larger is better; above or at one it holds.
    double judge(const Candidate &c) {
        compose(m_model, m_space, c);
        evaluate(m_model, m_e);
        double worst = std::numeric_limits<double>::infinity();
        for (const auto &f : m_e.findings) {
            if (f.missing || !judgesDesign(m_model, f)) continue;
            if (f.verdict == Verdict::Fails)
                worst = std::min(worst, f.rung && f.reserve() == f.reserve() ? std::min(f.reserve(), 0.999) : 0.5);
            else if (f.rung && f.reserve() == f.reserve())
                worst = std::min(worst, std::max(1.0, f.reserve()));
        }
        return worst;
    }
    bool fitTogether(const Candidate &c) const {
        const auto &t = m_space.trains[c.train];
        return c.reduction < m_space.reductions[t.fit].size() &&
               fits(t, m_space.reductions[t.fit][c.reduction], m_space.screws[c.screw], m_catalogue);
    }
    WhyNot answer(std::vector<Candidate> asked);

private:
    /// The reduction of the same name behind another motor; none: npos.
    std::size_t sameReduction(const Candidate &c, std::size_t train) const {
        const auto &name = m_space.reductions[m_space.trains[c.train].fit][c.reduction].name;
        const auto &there = m_space.reductions[m_space.trains[train].fit];
        for (std::size_t k = 0; k < there.size(); ++k)
            if (there[k].name == name) return k;
        return SIZE_MAX;
    }
    std::optional<Candidate> nearest(const Candidate &from);
    std::optional<Candidate> cheapestThatHolds(std::vector<Candidate> list);
    const SizeSpace &m_space;
    const SizeLimits &m_limits;
    const Catalogue &m_catalogue;
    AxisModel m_model;
    Evaluation m_e;
};

std::optional<Candidate> Asker::cheapestThatHolds(std::vector<Candidate> list) {
    std::erase_if(list, [&](const Candidate &c) { return !fitTogether(c) || brokenLimits(m_space, c, m_limits) != 0; });
    std::vector<std::pair<double, std::size_t>> order;
    for (std::size_t k = 0; k < list.size(); ++k)
        order.emplace_back(priceOf(m_space, list[k]), k);
    std::stable_sort(order.begin(), order.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    for (const auto &[price, k] : order)
        if (judge(list[k]) >= 1) return list[k];
    return {};
}

/// One change, then two: motor with drive and supply, reduction, screw.
std::optional<Candidate> Asker::nearest(const Candidate &from) {
    std::vector<Candidate> one, two;
    const auto fit = m_space.trains[from.train].fit;
    for (std::size_t t = 0; t < m_space.trains.size(); ++t) {
        const auto same = sameReduction(from, t);
        if (same != SIZE_MAX) one.push_back({t, same, from.screw});
    }
    for (std::size_t r = 0; r < m_space.reductions[fit].size(); ++r)
        one.push_back({from.train, r, from.screw});
    for (std::size_t s = 0; s < m_space.screws.size(); ++s)
        one.push_back({from.train, from.reduction, s});
    if (const auto c = cheapestThatHolds(one)) return c;
    for (std::size_t r = 0; r < m_space.reductions[fit].size(); ++r)
        for (std::size_t s = 0; s < m_space.screws.size(); ++s)
            two.push_back({from.train, r, s});
    for (std::size_t t = 0; t < m_space.trains.size(); ++t) {
        const auto same = sameReduction(from, t);
        for (std::size_t s = 0; s < m_space.screws.size() && same != SIZE_MAX; ++s)
            two.push_back({t, same, s});
        for (std::size_t r = 0; r < m_space.reductions[m_space.trains[t].fit].size(); ++r)
            two.push_back({t, r, from.screw});
    }
    return cheapestThatHolds(std::move(two));
}

WhyNot Asker::answer(std::vector<Candidate> asked) {
    WhyNot out;
    std::erase_if(asked, [&](const Candidate &c) { return !fitTogether(c); });
    if (asked.empty()) {
        out.problem = "Nothing in the catalogue is all of that, or its parts do not go together.";
        return out;
    }
    std::optional<Candidate> best = cheapestThatHolds(asked);
    out.holds = best.has_value();
    if (!best) { // what holds but for a limit, else what comes closest; the cheaper of equals
        double most = -1, least = 0;
        constexpr std::size_t look = 60000;
        const std::size_t stride = std::max<std::size_t>(1, asked.size() / look);
        for (std::size_t k = 0; k < asked.size(); k += stride) {
            const double reserve = std::min(judge(asked[k]), 1.0), price = priceOf(m_space, asked[k]);
            if (reserve > most + 1e-9 || (reserve > most - 1e-9 && price < least)) {
                most = reserve;
                least = price;
                best = asked[k];
            }
        }
    }
    out.asked = propose(m_space, *best);
    const auto broken = brokenLimits(m_space, *best, m_limits);
    for (std::size_t k = 0; k < limitCount; ++k)
        if (broken >> k & 1) out.breaks.push_back(std::string(limitSpec(LimitKey(k)).name));
    compose(m_model, m_space, *best);
    evaluate(m_model, m_e);
    std::vector<const Finding *> rows;
    for (const auto &f : m_e.findings)
        if (!f.missing && judgesDesign(m_model, f) &&
            (f.verdict == Verdict::Fails || (f.rung && f.reserve() == f.reserve())))
            rows.push_back(&f);
    std::stable_sort(rows.begin(), rows.end(), [](const Finding *a, const Finding *b) {
        const bool fa = a->verdict == Verdict::Fails, fb = b->verdict == Verdict::Fails;
        return fa != fb ? fa : a->reserve() < b->reserve();
    });
    for (std::size_t k = 0; k < std::min<std::size_t>(2, rows.size()); ++k)
        out.worst.push_back(sentenceOf(m_model, m_e.state, *rows[k]));
    if (out.holds) return out;
    if (const auto near = nearest(*best)) {
        out.nearest = propose(m_space, *near);
        for (std::size_t k = 0; k < out.asked.parts.size(); ++k)
            if (out.asked.parts[k].second != out.nearest->parts[k].second)
                out.change.push_back(out.nearest->parts[k].second + " for " + out.asked.parts[k].second);
    }
    return out;
}

/// Every candidate whose parts pass.
template <class Train, class Reduction, class Screw>
std::vector<Candidate> pick(const SizeSpace &space, Train &&train, Reduction &&reduction, Screw &&screw) {
    std::vector<Candidate> out;
    std::vector<std::size_t> screws;
    for (std::size_t s = 0; s < space.screws.size(); ++s)
        if (screw(space.screws[s])) screws.push_back(s);
    std::vector<std::vector<std::size_t>> reductions(space.reductions.size());
    for (std::size_t f = 0; f < space.reductions.size(); ++f)
        for (std::size_t r = 0; r < space.reductions[f].size(); ++r)
            if (reduction(space.reductions[f][r])) reductions[f].push_back(r);
    for (std::size_t t = 0; t < space.trains.size(); ++t)
        if (train(space.trains[t]))
            for (const auto r : reductions[space.trains[t].fit])
                for (const auto s : screws)
                    out.push_back({t, r, s});
    return out;
}
} // namespace

WhyNot whyNot(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue,
              const std::map<std::string, std::string> &parts) {
    std::map<std::string, std::vector<std::string>> words;
    for (const auto &[kind, text] : parts) {
        if (kind != "motor" && kind != "drive" && kind != "supply" && kind != "reduction" && kind != "screw") {
            WhyNot out;
            out.problem = "'" + kind + "' is no kind of part here; motor, drive, supply, reduction, screw are.";
            return out;
        }
        words[kind] = wordsOf(text);
    }
    return Asker(space, limits, catalogue)
        .answer(pick(
            space,
            [&](const TrainChoice &t) {
                return hasAll(lowerCase(t.motor->name), words["motor"]) &&
                       hasAll(lowerCase(t.drive->name), words["drive"]) &&
                       hasAll(lowerCase(t.supply->name), words["supply"]);
            },
            [&](const ReductionChoice &r) { return hasAll(lowerCase(r.name), words["reduction"]); },
            [&](const ScrewChoice &s) { return hasAll(lowerCase(s.name), words["screw"]); }));
}

WhyNot whyNot(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue, const std::string &text) {
    // each word goes to the kind of part whose rows know it: the screw first, then the reduction, then the motor's
    std::vector<std::string> screw, reduction, train;
    for (const auto &w : wordsOf(text)) {
        const auto known = [&](const auto &rows) {
            return std::any_of(rows.begin(), rows.end(), [&](const auto &r) { return has(lowerCase(r.name), w); });
        };
        if (known(space.screws))
            screw.push_back(w);
        else if (std::any_of(space.reductions.begin(), space.reductions.end(), known))
            reduction.push_back(w);
        else if (known(space.trains))
            train.push_back(w);
        else {
            WhyNot out;
            out.problem = "Nothing in the catalogue is called '" + w + "'.";
            return out;
        }
    }
    if (screw.empty() && reduction.empty() && train.empty()) {
        WhyNot out;
        out.problem = "Type a part: 1610, direct, 86 mm 8.5 N m.";
        return out;
    }
    return Asker(space, limits, catalogue)
        .answer(pick(
            space, [&](const TrainChoice &t) { return hasAll(lowerCase(t.name), train); },
            [&](const ReductionChoice &r) { return hasAll(lowerCase(r.name), reduction); },
            [&](const ScrewChoice &s) { return hasAll(lowerCase(s.name), screw); }));
}

} // namespace lw
