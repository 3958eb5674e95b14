// Whole designs for an axis: every candidate of the space tried, what holds kept, the best of it proposed.
#pragma once

#include "search/front.h"
#include "search/verdict.h"
#include <array>
#include <atomic>
#include <bit>
#include <functional>
#include <memory>
#include <optional>

namespace lw {

struct Proposal : Sized {
    std::string name;                                  ///< "kept screw, belt 20:36"
    std::string at;                                    ///< of the worst torque row: "Roughing"
    Verdict verdict = Verdict::NotKnown;               ///< of the worst row, doubt counted
    std::vector<std::string> notKnownRows;             ///< titles of rows that lack an input
    std::vector<std::string> failing;                  ///< of a design that comes closest: what it fails
    double reaches = notKnown;                         ///< m/s: the fastest rapid with which it holds
    double fullStep = notKnown, lostMotion = notKnown; ///< m
    int stays = -1;                                    ///< with the power off: 1 yes, 0 no, -1 not sure
    double chance = notKnown;                          ///< in how many of all draws it holds, 0..1
    double chanceError = notKnown;                     ///< standard error of that figure
    double leadDays = 0;
    std::string waitsFor; ///< the part that takes longest
    std::vector<Patch> patches;
    std::vector<std::pair<std::string, std::string>> parts; ///< kind and name
    std::shared_ptr<const AxisModel> model;                 ///< for its drawing
};

struct LimitTold {
    LimitKey key;
    std::string value;
    std::uint64_t ruledOut = 0;   ///< every candidate that breaks it
    std::optional<Sized> without; ///< the strongest that holds and breaks only this one
    std::string withoutName;
};

struct SizeResult {
    std::uint64_t tried = 0;
    std::uint64_t kept = 0; ///< that keep every limit and hold
    bool keptCounted = false;
    std::vector<LimitTold> limits;   ///< those that are set
    std::vector<Sized> front;        ///< cheapest first
    std::vector<Proposal> proposals; ///< at most three: the cheapest, the knee, the strongest
    std::optional<Proposal> closest; ///< when nothing holds
    std::string problem;
    SizeCloud cloud; ///< of the margin: everything tried
    /// The same by the other figures, of what holds within the limits; that of the margin is the one above. They stand
    /// with the count of what is kept.
    std::array<FigureFront, figureCount> by;
};

/// A search that can be watched and stopped.
struct SizeWatch {
    std::atomic<bool> stop{false};
    std::function<void(double share)> progress; ///< 0..1, from the searching threads
    /// Told twice on the way: front and proposals stand; every candidate is decided and what is kept counted.
    std::function<void(const SizeResult &)> early;
};

/// @param threads > 0; any number gives the same result, bit by bit
/// @return nothing when it was stopped
[[nodiscard]] std::optional<SizeResult> sizeAxis(const SizeSpace &space, const SizeLimits &limits,
                                                 const Catalogue &catalogue, SizeWatch *watch = nullptr,
                                                 unsigned threads = 1);
/// A space and what was found in it.
struct SizedSpace {
    std::shared_ptr<const SizeSpace> space;
    SizeResult result;
};
/// One belt at most; where nothing of that holds within the limits, two belts with a layshaft between them. Counts and
/// limits are then those of both; `early` is told of the one that is answered with.
/// @return nothing when it was stopped
[[nodiscard]] std::optional<SizedSpace> sizeDesigns(const nlohmann::json &project, const std::string &axis,
                                                    const std::string &design, const SizeLimits &limits,
                                                    const Catalogue &catalogue, const std::set<std::string> &have = {},
                                                    SizeWatch *watch = nullptr, unsigned threads = 1,
                                                    const std::function<void(const SizedSpace &)> &early = {});
/// The front by price and a figure, whatever the figure; empty until it stands.
[[nodiscard]] std::vector<Figured> frontBy(const SizeResult &r, SizeFigure f);
/// The front of each class of trains (one motor at one current and voltage): what of the designs behind it hold and are
/// no dearer than weaker ones. Their prices are without the supply, which several axes may share.
struct TrainFront {
    std::size_t train;          ///< the cheapest of the class
    std::vector<Sized> designs; ///< cheapest first, never empty
};
/// @return nothing when it was stopped
[[nodiscard]] std::optional<std::vector<TrainFront>> trainFronts(const SizeSpace &space, const SizeLimits &limits,
                                                                 const Catalogue &catalogue, SizeWatch *watch = nullptr,
                                                                 unsigned threads = 1);
/// A catalogue of few rows, spread over all there are, whose search is done in a moment: something that holds is soon
/// on the table while the whole is looked through.
[[nodiscard]] Catalogue firstLook(const Catalogue &all);
/// A candidate told in full.
[[nodiscard]] Proposal propose(const SizeSpace &space, const Candidate &c);

} // namespace lw
