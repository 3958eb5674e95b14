#include "search/size.h"
#include "search/draws.h"
#include "proof/check.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>
#include <deque>
#include <map>
#include <numeric>
#include <thread>

namespace lw {

namespace {
double rounded(double margin) { return std::floor(std::min(margin, 99.0) * 100 + 0.5) / 100; }
double roundedPrice(double price) { return std::floor(price + 0.5); }
} // namespace

namespace {

/// A reduction with a screw, and what every operating point asks of a motor behind it.
struct Pair {
    std::uint32_t reduction, screw;
    double price;
    unsigned broken = 0; ///< limits it breaks by itself
    double leadDays;
    struct Point {
        double torque, acceleration; ///< N m without the rotor, rad/s^2; signed along plus
        std::uint32_t rpm;           ///< index into the speeds of its fit
        bool still, lasting;
    };
    std::uint32_t from = 0, to = 0; ///< its points
    bool dead = false;              ///< a row that asks nothing of the motor fails: no motor helps
};
/// What one face and shaft can be built with.
struct Fit {
    std::vector<Pair> pairs;
    std::vector<Pair::Point> points;
    std::vector<double> speeds; ///< rpm, each once
};
/// Trains that give the same torque.
struct TorqueClass {
    std::size_t fit;
    std::vector<std::uint32_t> trains; ///< cheapest first, then by name
};
/// Entry of a list: a class on a pair by its cheapest train that breaks nothing more.
struct Entry {
    float price, margin;
    std::uint32_t train, pair, count; ///< count: trains of the class that stand here
};

class Sizer {
public:
    Sizer(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue, SizeWatch *watch,
          unsigned threads)
        : m_space(space), m_limits(limits), m_catalogue(catalogue), m_watch(watch), m_threads(std::max(1U, threads)) {}
    std::optional<SizeResult> run();
    std::optional<std::vector<TrainFront>> runFronts();

private:
    [[nodiscard]] bool stopped() const { return m_watch && m_watch->stop.load(std::memory_order_relaxed); }
    void told(double share) const {
        if (m_watch && m_watch->progress) m_watch->progress(share);
    }
    /// One stretch of work on each thread: f(index, thread) for every index below n.
    template <class F> void spread(std::size_t n, F &&f) {
        std::atomic<std::size_t> next{0};
        const auto work = [&](unsigned thread) {
            for (std::size_t k; (k = next.fetch_add(1)) < n && !stopped();)
                f(k, thread);
        };
        std::vector<std::jthread> others;
        for (unsigned t = 1; t < m_threads; ++t)
            others.emplace_back(work, t);
        work(0);
    }
    void ranks();
    void pairUp(std::size_t fit);
    void tryAll();
    [[nodiscard]] Candidate candidateOf(const Entry &e) const {
        const auto &p = m_fits[m_space.trains[e.train].fit].pairs[e.pair];
        return {e.train, p.reduction, p.screw};
    }
    [[nodiscard]] std::array<std::uint32_t, 3> rankOf(const Candidate &c) const {
        return {m_trainRank[c.train], m_reductionRank[m_space.trains[c.train].fit][c.reduction], m_screwRank[c.screw]};
    }
    [[nodiscard]] bool cheaper(const Entry &a, const Entry &b) const {
        if (a.price != b.price) return a.price < b.price;
        if (a.margin != b.margin) return a.margin > b.margin;
        return rankOf(candidateOf(a)) < rankOf(candidateOf(b));
    }
    [[nodiscard]] bool stronger(const Entry &a, const Entry &b) const {
        if (a.margin != b.margin) return a.margin > b.margin;
        if (a.price != b.price) return a.price < b.price;
        return rankOf(candidateOf(a)) < rankOf(candidateOf(b));
    }
    [[nodiscard]] Sized sized(const Entry &e) const { // the lists hold floats
        return {candidateOf(e), double(e.price), std::round(double(e.margin) * 100) / 100};
    }
    /// A model and an evaluation used over and over by one thread.
    struct Bench {
        AxisModel model;
        Evaluation evaluation, other;
        std::size_t fit = SIZE_MAX;
        std::uint32_t pair = UINT32_MAX;
    };
    bool holds(const Entry &e, Bench &bench) const {
        const auto &train = m_space.trains[e.train];
        putTrain(bench.model, train);
        if (bench.fit != train.fit || bench.pair != e.pair) {
            const auto &p = m_fits[train.fit].pairs[e.pair];
            putReduction(bench.model, m_space.reductions[train.fit][p.reduction]);
            putScrew(bench.model, m_space.screws[p.screw]);
            bench.fit = train.fit;
            bench.pair = e.pair;
        }
        evaluateDesign(bench.model, bench.evaluation);
        return holdsByDesign(bench.model, bench.evaluation);
    }
    std::optional<Entry> strongest(std::vector<Entry> &list, Bench &bench) const;
    void findFront(SizeResult &out, Bench &bench);
    void tellLimits(SizeResult &out, Bench &bench);
    void findClosest(SizeResult &out, Bench &bench);
    void choose(SizeResult &out) const;
    template <class F> void overOpen(double from, double to, F &&f);
    void countKept(SizeResult &out);
    void findOtherFronts(SizeResult &out);

    const SizeSpace &m_space;
    const SizeLimits &m_limits;
    const Catalogue &m_catalogue;
    SizeWatch *m_watch;
    unsigned m_threads;
    std::vector<Fit> m_fits;
    std::vector<TorqueClass> m_classes;
    std::vector<std::uint32_t> m_trainRank, m_screwRank;
    std::vector<std::vector<std::uint32_t>> m_reductionRank;
    // what trying them all leaves
    std::array<std::uint64_t, 1U << limitCount> m_broken{};
    std::vector<Entry> m_open;                            ///< break no limit, torque holds
    std::array<std::vector<Entry>, limitCount> m_onlyOne; ///< break just this one, torque holds
    std::optional<Entry> m_weak; ///< the strongest within the limits whose torque does not hold
    SizeCloud m_cloud;
};

template <class Rows> std::vector<std::uint32_t> ranksOf(const Rows &rows) {
    std::vector<std::uint32_t> order(rows.size()), rank(rows.size());
    std::iota(order.begin(), order.end(), 0U);
    std::stable_sort(order.begin(), order.end(), [&](auto a, auto b) { return rows[a].name < rows[b].name; });
    for (std::uint32_t k = 0; k < order.size(); ++k)
        rank[order[k]] = k;
    return rank;
}
void Sizer::ranks() {
    m_trainRank = ranksOf(m_space.trains);
    m_screwRank = ranksOf(m_space.screws);
    for (const auto &r : m_space.reductions)
        m_reductionRank.push_back(ranksOf(r));
    m_classes.resize(m_space.torqueClasses);
    for (std::uint32_t k = 0; k < m_space.trains.size(); ++k) {
        auto &c = m_classes[m_space.trains[k].sameTorque];
        c.fit = m_space.trains[k].fit;
        c.trains.push_back(k);
    }
    for (auto &c : m_classes)
        std::sort(c.trains.begin(), c.trains.end(), [&](auto a, auto b) {
            const double pa = m_space.trains[a].price, pb = m_space.trains[b].price;
            return pa != pb ? pa < pb : m_trainRank[a] < m_trainRank[b];
        });
}

/// Of one fit every reduction with every screw it takes, and what the axis then asks at the motor's shaft, rotor left
/// out.
void Sizer::pairUp(std::size_t f) {
    const auto any =
        std::find_if(m_space.trains.begin(), m_space.trains.end(), [&](const TrainChoice &t) { return t.fit == f; });
    if (any == m_space.trains.end()) return;
    const auto &reductions = m_space.reductions[f];
    struct Part {
        std::vector<Pair> pairs;
        std::vector<Pair::Point> points;
        std::vector<double> speeds;
    };
    std::vector<Part> parts(reductions.size());
    std::vector<Bench> benches(m_threads, Bench{m_space.base, {}, {}, SIZE_MAX, UINT32_MAX});
    spread(reductions.size(), [&](std::size_t r, unsigned thread) {
        auto &m = benches[thread].model;
        auto &e = benches[thread].evaluation;
        auto &part = parts[r];
        const auto &reduction = reductions[r];
        const std::size_t screws = m_space.screws.size(), points = screws * (m_space.base.cuts.size() + 5);
        part.pairs.reserve(screws);
        part.points.reserve(points);
        part.speeds.reserve(points);
        for (std::uint32_t s = 0; s < m_space.screws.size(); ++s) {
            const auto &screw = m_space.screws[s];
            if (reduction.belts && !fits(*any, reduction, screw, m_catalogue)) continue;
            putReduction(m, reduction);
            putScrew(m, screw);
            // with no motor every row that needs one is not known; what fails now fails behind any
            m.motor = Stepper{};
            evaluateDesign(m, e);
            Pair p{std::uint32_t(r), s, reduction.price + screw.price, 0, std::max(reduction.leadDays, screw.leadDays)};
            p.dead = !holdsByDesign(m, e);
            const auto breaks = [&](LimitKey k, bool yes) { p.broken |= unsigned(yes) << unsigned(k); };
            breaks(LimitKey::KeepScrew, m_limits.keepScrew && !screw.keepsScrew);
            breaks(LimitKey::KeepThread, m_limits.keepThread && screw.newThread);
            breaks(LimitKey::Stages, reduction.belts > m_limits.stages);
            breaks(LimitKey::Turning, m_limits.noTurning && turned(reduction, screw));
            p.from = std::uint32_t(part.points.size());
            for (const auto &q : e.state.points) {
                if (!(q.shafts[0].torque.value() == q.shafts[0].torque.value()) || !std::isfinite(q.rpm)) continue;
                part.points.push_back({q.shafts[0].torque.value(), q.shafts[0].acceleration.value(),
                                       std::uint32_t(part.speeds.size()), q.kind == Operating::Hold, lasts(q.kind)});
                part.speeds.push_back(q.rpm);
            }
            p.to = std::uint32_t(part.points.size());
            part.pairs.push_back(p);
        }
    });
    if (stopped()) return;
    auto &fit = m_fits[f];
    std::vector<double> speeds;
    for (auto &part : parts) {
        const auto points = std::uint32_t(fit.points.size()), first = std::uint32_t(speeds.size());
        for (auto p : part.pairs) {
            p.from += points;
            p.to += points;
            fit.pairs.push_back(p);
        }
        for (auto q : part.points) {
            q.rpm += first;
            fit.points.push_back(q);
        }
        speeds.insert(speeds.end(), part.speeds.begin(), part.speeds.end());
    }
    fit.speeds = speeds;
    std::sort(fit.speeds.begin(), fit.speeds.end());
    fit.speeds.erase(std::unique(fit.speeds.begin(), fit.speeds.end()), fit.speeds.end());
    for (auto &q : fit.points)
        q.rpm =
            std::uint32_t(std::lower_bound(fit.speeds.begin(), fit.speeds.end(), speeds[q.rpm]) - fit.speeds.begin());
}

void Sizer::tryAll() {
    struct Part {
        std::array<std::uint64_t, 1U << limitCount> broken{};
        std::deque<Entry> open; // grows without being copied
        std::array<std::deque<Entry>, limitCount> onlyOne;
        std::optional<Entry> weak;
        SizeCloud cloud;
        std::vector<double> torque, lasting;
    };
    std::vector<Part> parts(m_threads);
    const auto dearest = [](const auto &choices) {
        double most = 0;
        for (const auto &c : choices)
            most = std::max(most, c.price);
        return most;
    };
    double pulleys = 0;
    for (const auto &of : m_space.reductions)
        pulleys = std::max(pulleys, dearest(of));
    m_cloud.dearest = std::max(1.0, dearest(m_space.trains) + pulleys + dearest(m_space.screws));
    for (auto &part : parts)
        part.cloud = m_cloud;
    std::atomic<std::size_t> done{0};
    std::vector<std::vector<std::size_t>> classes(m_space.reductions.size()); // by fit
    for (std::size_t k = 0; k < m_classes.size(); ++k)
        classes[m_classes[k].fit].push_back(k);
    const auto tryClass = [&](std::size_t k, unsigned thread) {
        auto &part = parts[thread];
        const auto &c = m_classes[k];
        const auto &fit = m_fits[c.fit];
        const auto &first = m_space.trains[c.trains.front()];
        const double mustMoment = torqueRails(first.model).must, mustLasting = torqueRails(first.model, true).must;
        const auto motor = motorAtWork(first.model, first.settings, first.source, m_space.base.cable);
        const double rotor = bodyOf(first.model).rotor.v, atRest = first.settings.idleShare.v;
        part.torque.resize(fit.speeds.size());
        part.lasting.resize(fit.speeds.size());
        for (std::size_t n = 0; n < fit.speeds.size(); ++n) {
            const auto given = torquesAt(motor, fit.speeds[n]);
            part.torque[n] = given.countedOn;
            part.lasting[n] = given.continuous;
        }
        for (std::uint32_t n = 0; n < fit.pairs.size(); ++n) {
            const auto &p = fit.pairs[n];
            const auto &reduction = m_space.reductions[c.fit][p.reduction];
            if (!reduction.belts && !fits(first, reduction, m_space.screws[p.screw], m_catalogue)) continue;
            double margin = std::numeric_limits<double>::infinity();
            bool enough = p.to > p.from;
            for (std::uint32_t q = p.from; q < p.to; ++q) {
                const auto &point = fit.points[q];
                const double demand = std::fabs(point.torque + rotor * point.acceleration);
                const double has =
                    point.lasting ? part.lasting[point.rpm] * (point.still ? atRest : 1) : part.torque[point.rpm];
                margin = std::min(margin, has / demand);
                enough &= has >= demand * (point.lasting ? mustLasting : mustMoment) * (1 - 1e-9);
            }
            const int row = part.cloud.row(margin);
            // the trains of the class stand at one margin; of each kind of breaking the cheapest is remembered
            std::array<std::pair<unsigned, Entry>, limitCount + 1> kinds;
            std::size_t count = 0;
            for (const auto t : c.trains) {
                const auto &train2 = m_space.trains[t];
                const double price = p.price + train2.price;
                unsigned broken = p.broken;
                const auto breaks = [&](LimitKey key, bool yes) { broken |= unsigned(yes) << unsigned(key); };
                breaks(LimitKey::Budget, price > m_limits.budget);
                breaks(LimitKey::Volts, train2.supply->volts > m_limits.volts);
                breaks(LimitKey::Face, train2.motor->face > m_limits.faceMm);
                breaks(LimitKey::MotorLength, train2.motor->body > m_limits.motorLengthMm);
                breaks(LimitKey::Loop, (m_limits.loop == "open" && train2.motor->encoder) ||
                                           (m_limits.loop == "closed" && !train2.motor->encoder));
                breaks(LimitKey::LeadDays, std::max(p.leadDays, train2.leadDays) > m_limits.leadDays);
                ++part.broken[broken];
                part.cloud.count(row, price, 1, !broken);
                if (broken && (broken & (broken - 1))) continue; // two limits or more: no list needs it
                std::size_t at = 0;
                while (at < count && kinds[at].first != broken)
                    ++at;
                if (at < count)
                    ++kinds[at].second.count;
                else if (count < kinds.size())
                    kinds[count++] = {broken, {float(roundedPrice(price)), float(rounded(margin)), t, n, 1}};
            }
            for (std::size_t at = 0; at < count; ++at) {
                const auto &[broken, entry] = kinds[at];
                if (enough && !p.dead)
                    (broken ? part.onlyOne[std::size_t(std::countr_zero(broken))] : part.open).push_back(entry);
                else if (!broken && (!part.weak || stronger(entry, *part.weak)))
                    part.weak = entry;
            }
        }
        told(0.5 * double(++done) / double(m_classes.size()));
    };
    m_fits.resize(m_space.reductions.size());
    for (std::size_t f = 0; f < m_fits.size() && !stopped(); ++f) {
        pairUp(f);
        spread(classes[f].size(), [&](std::size_t k, unsigned thread) { tryClass(classes[f][k], thread); });
        m_fits[f].points = {}; // the pairs are all that is asked for later
        m_fits[f].speeds = {};
    }
    if (stopped()) return;
    const auto room = [&](std::vector<Entry> &all, auto &&of) { // once, not doubling as it grows
        std::size_t n = 0;
        for (auto &part : parts)
            n += of(part).size();
        all.reserve(n);
    };
    room(
        m_open, [](Part & p) -> auto & { return p.open; });
    for (std::size_t k = 0; k < limitCount; ++k)
        room(
            m_onlyOne[k], [&](Part & p) -> auto & { return p.onlyOne[k]; });
    for (auto &part : parts) {
        for (std::size_t k = 0; k < m_broken.size(); ++k)
            m_broken[k] += part.broken[k];
        const auto move = [](std::deque<Entry> &from, std::vector<Entry> &all) { // what is moved is given back
            for (; !from.empty(); from.pop_front())
                all.push_back(from.front());
        };
        move(part.open, m_open);
        for (std::size_t k = 0; k < limitCount; ++k)
            move(part.onlyOne[k], m_onlyOne[k]);
        if (part.weak && (!m_weak || stronger(*part.weak, *m_weak))) m_weak = part.weak;
        m_cloud.merge(part.cloud);
    }
}

/// Cheapest first, each stronger than all before it: what is dearer and no stronger cannot be on the front, whether it
/// holds or not, so it is not even looked at.
void Sizer::findFront(SizeResult &out, Bench &bench) {
    std::sort(m_open.begin(), m_open.end(), [](const Entry &a, const Entry &b) { return a.price < b.price; });
    float best = 0;
    std::vector<const Entry *> entries; // of one price, those that would be stronger than all before
    for (auto from = m_open.begin(); from != m_open.end();) {
        const auto to = std::find_if(from, m_open.end(), [&](const Entry &e) { return e.price != from->price; });
        entries.clear();
        for (; from != to; ++from)
            if (from->margin > best) entries.push_back(&*from);
        std::sort(entries.begin(), entries.end(), [&](const Entry *a, const Entry *b) { return cheaper(*a, *b); });
        for (const auto *e : entries) { // the strongest first
            if (stopped()) return;
            if (!holds(*e, bench)) continue;
            best = e->margin;
            out.front.push_back(sized(*e));
            break;
        }
    }
}
std::optional<Entry> Sizer::strongest(std::vector<Entry> &list, Bench &bench) const {
    const auto less = [&](const Entry &a, const Entry &b) { return stronger(b, a); };
    std::make_heap(list.begin(), list.end(), less);
    while (!list.empty() && !stopped()) {
        std::pop_heap(list.begin(), list.end(), less);
        const Entry e = list.back();
        if (holds(e, bench)) return e;
        list.pop_back();
    }
    return {};
}
void Sizer::tellLimits(SizeResult &out, Bench &bench) {
    for (std::size_t k = 0; k < limitCount; ++k) {
        const auto key = LimitKey(k);
        if (!m_limits.set(key)) continue;
        LimitTold told{key, m_limits.shown(key), 0, {}, {}};
        for (std::size_t mask = 0; mask < m_broken.size(); ++mask)
            if (mask >> k & 1) told.ruledOut += m_broken[mask];
        if (const auto e = strongest(m_onlyOne[k], bench)) {
            told.without = sized(*e);
            told.withoutName = shortName(m_space, told.without->candidate);
        }
        m_onlyOne[k] = {};
        out.limits.push_back(std::move(told));
    }
}
/// Nothing holds: of what the torque would allow the one that fails least, else the strongest there is.
void Sizer::findClosest(SizeResult &out, Bench &bench) {
    std::optional<Entry> best = m_weak;
    std::size_t fewest = SIZE_MAX, looked = 0;
    std::sort(m_open.begin(), m_open.end(), [&](const Entry &a, const Entry &b) { return cheaper(a, b); });
    for (const auto &e : m_open) {
        if (++looked > 20000 || stopped()) break; // cheapest first: a dearer one that fails as much is no closer
        (void)holds(e, bench);
        const auto fails = std::size_t(
            std::count_if(bench.evaluation.findings.begin(), bench.evaluation.findings.end(), [&](const Finding &f) {
                return f.verdict == Verdict::Fails && judgesDesign(bench.model, f);
            }));
        if (fails < fewest) {
            fewest = fails;
            best = e;
        }
    }
    if (best) {
        out.closest = propose(m_space, candidateOf(*best));
        out.closest->price = best->price;
    }
}
void Sizer::choose(SizeResult &out) const {
    for (const auto k : chosenOf(frontBy(out, SizeFigure::Margin))) {
        auto p = propose(m_space, out.front[k].candidate);
        static_cast<Sized &>(p) = out.front[k];
        out.proposals.push_back(std::move(p));
    }
}
/// Each stretch of what is open on a thread with a bench of its own; progress from one share of the whole to another.
template <class F> void Sizer::overOpen(double from, double to, F &&f) {
    constexpr std::size_t stretch = 512;
    const std::size_t n = (m_open.size() + stretch - 1) / stretch;
    std::vector<Bench> benches(m_threads, Bench{m_space.base, {}, {}, SIZE_MAX, UINT32_MAX});
    std::atomic<std::size_t> done{0};
    spread(n, [&](std::size_t k, unsigned thread) {
        for (std::size_t e = k * stretch; e < std::min(m_open.size(), (k + 1) * stretch) && !stopped(); ++e)
            f(m_open[e], benches[thread], thread);
        told(from + (to - from) * double(++done) / double(n));
    });
}
/// Leaves in the list what holds.
void Sizer::countKept(SizeResult &out) {
    // by pairs: a thread puts belt and screw together once for all motors behind them
    std::sort(m_open.begin(), m_open.end(), [&](const Entry &a, const Entry &b) {
        const auto fa = m_space.trains[a.train].fit, fb = m_space.trains[b.train].fit;
        return fa != fb ? fa < fb : a.pair != b.pair ? a.pair < b.pair : a.train < b.train;
    });
    overOpen(0.5, 0.75, [&](Entry &e, Bench &bench, unsigned) {
        if (!holds(e, bench)) e.count = 0;
    });
    std::erase_if(m_open, [](const Entry &e) { return e.count == 0; });
    for (const auto &e : m_open)
        out.kept += e.count;
    out.keptCounted = true;
}
/// Of all that holds the fronts by the other figures.
void Sizer::findOtherFronts(SizeResult &out) {
    const auto first = [&](const Figured &a, const Figured &b) { return rankOf(a.candidate) < rankOf(b.candidate); };
    for (std::size_t f = 1; f < figureCount; ++f) {
        auto &cloud = out.by[f].cloud;
        cloud.dearest = out.cloud.dearest;
        cloud.least = figureSpec(SizeFigure(f)).least;
        cloud.most = figureSpec(SizeFigure(f)).most;
    }
    std::vector<std::array<FigureFront, figureCount>> fronts(m_threads, out.by);
    overOpen(0.75, 1, [&](const Entry &e, Bench &bench, unsigned thread) {
        (void)holds(e, bench); // it does: its figures are worked out with it
        Figured design{sized(e), notKnown};
        for (std::size_t f = 1; f < figureCount; ++f) {
            auto &by = fronts[thread][f];
            const bool more = figureSpec(SizeFigure(f)).more;
            // its place in the cloud is sure, and something as cheap is better: how much better need not be known
            const auto settled = [&](double low, double high) {
                return by.cloud.row(low) == by.cloud.row(high) && by.beats(design.price, high, more);
            };
            design.value = figureOf(SizeFigure(f), bench.model, bench.evaluation, design.margin, bench.other, settled);
            if (!(design.value == design.value)) continue;
            by.add(design, more, first);
            by.cloud.count(by.cloud.row(design.value), design.price, e.count, true);
        }
    });
    for (const auto &part : fronts)
        for (std::size_t f = 1; f < figureCount; ++f) {
            for (const auto &d : part[f].designs)
                out.by[f].add(d, figureSpec(SizeFigure(f)).more, first);
            out.by[f].cloud.merge(part[f].cloud);
        }
}

std::optional<std::vector<TrainFront>> Sizer::runFronts() {
    ranks();
    tryAll();
    if (stopped()) return {};
    std::vector<std::vector<Entry>> byClass(m_classes.size());
    for (const auto &e : m_open)
        byClass[m_space.trains[e.train].sameTorque].push_back(e);
    m_open = {};
    std::vector<TrainFront> fronts(m_classes.size());
    std::vector<Bench> benches(m_threads, Bench{m_space.base, {}, {}, SIZE_MAX, UINT32_MAX});
    std::atomic<std::size_t> done{0};
    spread(byClass.size(), [&](std::size_t k, unsigned thread) {
        auto &entries = byClass[k];
        std::sort(entries.begin(), entries.end(), [&](const Entry &a, const Entry &b) { return cheaper(a, b); });
        float best = 0;
        for (const auto &e : entries) {
            if (e.margin <= best || !holds(e, benches[thread])) continue;
            best = e.margin;
            fronts[k].train = e.train;
            fronts[k].designs.push_back(sized(e));
            auto &price = fronts[k].designs.back().price;
            price = roundedPrice(priceOf(m_space, candidateOf(e)) - m_space.trains[e.train].supplyPrice);
        }
        entries = {};
        told(0.5 + 0.5 * double(++done) / double(byClass.size()));
    });
    if (stopped()) return {};
    std::erase_if(fronts, [](const TrainFront &f) { return f.designs.empty(); });
    return fronts;
}

std::optional<SizeResult> Sizer::run() {
    SizeResult out;
    if (m_space.trains.empty() || m_space.screws.empty()) {
        out.problem = "The catalogue has nothing that goes together for this axis.";
        return out;
    }
    ranks();
    tryAll();
    if (stopped()) return {};
    for (const auto n : m_broken)
        out.tried += n;
    out.cloud = std::move(m_cloud);
    Bench bench{m_space.base, {}, {}, SIZE_MAX, UINT32_MAX};
    findFront(out, bench);
    choose(out);
    if (m_watch && m_watch->early && !stopped()) m_watch->early(out);
    tellLimits(out, bench);
    if (out.front.empty()) findClosest(out, bench);
    countKept(out);
    if (m_watch && m_watch->early && !stopped()) m_watch->early(out);
    findOtherFronts(out);
    if (stopped()) return {};
    return out;
}
} // namespace

std::vector<Figured> frontBy(const SizeResult &r, SizeFigure f) {
    if (f != SizeFigure::Margin) return r.by[std::size_t(f)].designs;
    std::vector<Figured> out;
    for (const auto &d : r.front)
        out.push_back({d, d.margin});
    return out;
}

std::optional<SizeResult> sizeAxis(const SizeSpace &space, const SizeLimits &limits, const Catalogue &catalogue,
                                   SizeWatch *watch, unsigned threads) {
    return Sizer(space, limits, catalogue, watch, threads).run();
}

std::optional<SizedSpace> sizeDesigns(const nlohmann::json &project, const std::string &axis, const std::string &design,
                                      const SizeLimits &limits, const Catalogue &catalogue,
                                      const std::set<std::string> &have, SizeWatch *watch, unsigned threads,
                                      const std::function<void(const SizedSpace &)> &early) {
    SizeWatch unwatched;
    if (!watch) watch = &unwatched;
    const auto search = [&](SpaceStages stages) -> std::optional<SizedSpace> {
        const auto space = std::make_shared<const SizeSpace>(sizeSpace(project, axis, design, catalogue, have, stages));
        watch->early = [&early, space](const SizeResult &r) {
            if (early && !r.front.empty()) early({space, r});
        };
        auto result = sizeAxis(*space, limits, catalogue, watch, threads);
        watch->early = {};
        if (!result) return {};
        return SizedSpace{space, std::move(*result)};
    };
    auto one = search(SpaceStages::One);
    if (!one || !one->result.front.empty()) return one;
    auto two = search(SpaceStages::Two);
    if (!two) return {};
    // the axis may have no screw or motor to search at all, or no two pairs that go together
    auto &answer = two->result.front.empty() ? *one : *two, &other = two->result.front.empty() ? *two : *one;
    answer.result.tried += other.result.tried;
    for (std::size_t k = 0; k < std::min(answer.result.limits.size(), other.result.limits.size()); ++k) {
        auto &told = answer.result.limits[k];
        const auto &also = other.result.limits[k];
        told.ruledOut += also.ruledOut;
        if (also.without &&
            (!told.without || also.without->margin > told.without->margin ||
             (also.without->margin == told.without->margin && also.without->price < told.without->price))) {
            told.without = also.without;
            told.withoutName = also.withoutName;
        }
    }
    return std::move(answer);
}

std::optional<std::vector<TrainFront>> trainFronts(const SizeSpace &space, const SizeLimits &limits,
                                                   const Catalogue &catalogue, SizeWatch *watch, unsigned threads) {
    if (space.trains.empty() || space.screws.empty()) return std::vector<TrainFront>{};
    return Sizer(space, limits, catalogue, watch, threads).runFronts();
}

Catalogue firstLook(const Catalogue &all) {
    Catalogue few = all;
    const auto every = [](auto &rows, std::size_t n) {
        if (rows.size() <= n) return;
        std::decay_t<decltype(rows)> kept;
        for (std::size_t k = 0; k < n; ++k)
            kept.push_back(std::move(rows[k * rows.size() / n]));
        rows = std::move(kept);
    };
    std::erase_if(few.motors, [](const CatalogueMotor &m) { return m.shaftBothEnds; });
    // one profile: the one most pulleys are sold for
    std::map<std::string, std::size_t> profiles;
    for (const auto &p : few.pulleys)
        ++profiles[p.profile];
    std::string usual;
    for (const auto &[name, n] : profiles)
        if (usual.empty() || n > profiles[usual]) usual = name;
    std::erase_if(few.pulleys, [&](const CataloguePulley &p) { return p.profile != usual; });
    every(few.motors, 8);
    every(few.servos, 4);
    every(few.drives, 6);
    every(few.supplies, 6);
    every(few.pulleys, 9);
    every(few.screws, 5);
    return few;
}

Proposal propose(const SizeSpace &space, const Candidate &c) {
    Proposal p;
    p.candidate = c;
    auto model = std::make_shared<AxisModel>(space.base);
    compose(*model, space, c);
    const auto proved = prove(*model);
    p.name = shortName(space, c);
    p.price = roundedPrice(priceOf(space, c));
    if (const auto *f = worstTorque(proved)) {
        p.margin = rounded(f->margin);
        p.at = titleOf(*model, *f);
    }
    p.verdict = worstOfDesign(proved);
    for (const auto &f : proved.findings) {
        if (f.check->station == StationId::AsFound || f.check->station == StationId::Duty) continue;
        if (f.missing) p.notKnownRows.push_back(titleOf(*model, f));
        if (f.verdict == Verdict::Fails) p.failing.push_back(sentenceOf(*model, proved.state, f));
    }
    const auto &s = proved.state;
    p.fullStep = s.fullStep;
    p.lostMotion = s.lostMotion;
    p.stays = model->hasBrake || s.locksDependably ? 1 : s.backward <= 0 ? -1 : 0;
    Evaluation scratch;
    p.reaches = rapidReach(*model, scratch);
    const auto &t = space.trains[c.train];
    const auto &r = space.reductions[t.fit][c.reduction];
    const auto &screw = space.screws[c.screw];
    p.leadDays = leadDaysOf(space, c);
    p.waitsFor = screw.leadDays >= p.leadDays      ? "screw"
                 : r.leadDays >= p.leadDays        ? (r.name.starts_with("gears") ? "gears"
                                                      : r.belts                   ? "pulleys"
                                                                                  : "coupling")
                 : t.motor->leadDays >= p.leadDays ? "motor"
                                                   : "drive and supply";
    p.parts = {{"motor", t.motor->name},
               {"drive", t.drive->name},
               {"supply", t.supply->name},
               {"reduction", r.name},
               {"screw", screw.name}};
    constexpr int draws = 1000;
    const auto sure = sureness(*model, draws);
    p.chance = sure.chance;
    p.chanceError = sure.standardError;
    p.patches = patchesOf(space, c);
    p.model = std::move(model);
    return p;
}

} // namespace lw
