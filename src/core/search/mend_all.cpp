#include "search/mend_all.h"
#include "proof/words/narrate.h"
#include "search/tried_axis.h"
#include <algorithm>
#include <set>

namespace lw {

namespace {
constexpr std::size_t ofEach = 5, candidates = 24, sizeMost = 4, extended = 8;

class AllMender {
public:
    AllMender(const nlohmann::json &project, const AxisModel &m)
        : m_model(m), m_finder(project, m), m_tried(project, m.id, m.designId) {}
    std::vector<MendSet> run(std::size_t most);

private:
    struct Set {
        std::vector<std::size_t> parts; ///< ascending places among the single ones
        std::vector<std::string> left;
        int breaks = 0;
        double price = 0;
        bool priced = true;
    };
    [[nodiscard]] std::vector<Patch> patchesOf(const std::vector<std::size_t> &parts) const {
        std::vector<Patch> out;
        for (const auto k : parts)
            out.insert(out.end(), m_single[k].patches.begin(), m_single[k].patches.end());
        return out;
    }
    Set tried(std::vector<std::size_t> parts) {
        Set s;
        const auto after = m_tried.with(patchesOf(parts));
        const auto e = prove(after);
        for (const auto &f : e.findings) {
            if (f.verdict != Verdict::Fails) continue;
            s.left.push_back(titleOf(after, f));
            s.breaks +=
                std::none_of(m_failing.begin(), m_failing.end(), [&](const Finding &g) { return sameSubject(f, g); });
        }
        Mend all;
        m_finder.price(after, e.state, all);
        s.price = all.price;
        s.priced = all.priced;
        s.parts = std::move(parts);
        return s;
    }
    static bool better(const Set &a, const Set &b) {
        if (a.left.size() != b.left.size()) return a.left.size() < b.left.size();
        if (a.parts.size() != b.parts.size()) return a.parts.size() < b.parts.size();
        if (a.priced != b.priced) return a.priced;
        if (a.price != b.price) return a.price < b.price;
        return a.parts < b.parts;
    }
    const AxisModel &m_model;
    MendFinder m_finder;
    TriedAxis m_tried;
    std::vector<Finding> m_failing;
    std::vector<Mend> m_single;
};

std::vector<MendSet> AllMender::run(std::size_t most) {
    for (const auto &f : prove(m_model).findings)
        if (f.verdict == Verdict::Fails) m_failing.push_back(f);
    // the best of each row in turn, so that every row has its say among the candidates
    std::vector<std::vector<Mend>> each;
    for (const auto &f : m_failing)
        each.push_back(m_finder.of(f));
    std::set<std::string> seen;
    for (std::size_t rank = 0; rank < ofEach; ++rank)
        for (const auto &mends : each) {
            if (rank >= mends.size() || mends[rank].patches.empty() || m_single.size() >= candidates) continue;
            std::string key;
            for (const auto &p : mends[rank].patches)
                key += p.pointer + "=" + p.value.dump() + ";";
            if (seen.insert(key).second) m_single.push_back(mends[rank]);
        }
    if (m_single.empty()) return {};
    std::vector<Set> sets;
    for (std::size_t a = 0; a < m_single.size(); ++a) {
        sets.push_back(tried({a}));
        for (std::size_t b = a + 1; b < m_single.size(); ++b)
            sets.push_back(tried({a, b}));
    }
    std::sort(sets.begin(), sets.end(), better);
    for (std::size_t size = 3; size <= sizeMost && !sets.front().left.empty(); ++size) {
        // none does: the best so far, each with one more
        std::vector<Set> more;
        std::set<std::vector<std::size_t>> made;
        for (std::size_t k = 0; k < std::min(extended, sets.size()); ++k)
            for (std::size_t one = 0; one < m_single.size(); ++one) {
                auto parts = sets[k].parts;
                if (std::find(parts.begin(), parts.end(), one) != parts.end()) continue;
                parts.push_back(one);
                std::sort(parts.begin(), parts.end());
                if (made.insert(parts).second) more.push_back(tried(std::move(parts)));
            }
        sets.insert(sets.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
        std::sort(sets.begin(), sets.end(), better);
    }
    std::vector<MendSet> out;
    for (const auto &s : sets) {
        if (out.size() >= most || s.left.size() >= m_failing.size()) break; // no less fails than before
        // a set that does no more than one of its parts alone is that part
        const bool idle = std::any_of(sets.begin(), sets.end(), [&](const Set &other) {
            return other.parts.size() < s.parts.size() && other.left.size() <= s.left.size() &&
                   std::includes(s.parts.begin(), s.parts.end(), other.parts.begin(), other.parts.end());
        });
        if (idle) continue;
        MendSet set;
        for (const auto k : s.parts)
            set.changes.push_back(m_single[k].words);
        set.whole.patches = patchesOf(s.parts);
        set.whole.price = s.price;
        set.whole.priced = s.priced;
        set.whole.breaks = s.breaks;
        set.whole.verdict = s.left.empty() ? Verdict::Holds : Verdict::Fails;
        for (const auto &words : set.changes)
            set.whole.words += (set.whole.words.empty() ? "" : "; ") + words;
        set.left = s.left;
        out.push_back(std::move(set));
    }
    return out;
}
} // namespace

std::vector<MendSet> mendAll(const nlohmann::json &project, const AxisModel &m, std::size_t most) {
    return AllMender(project, m).run(most);
}

} // namespace lw
