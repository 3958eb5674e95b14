// Whole designs for an axis: every candidate of the space tried, what holds kept, the best of it proposed.
#pragma once

#include "search/space.h"
#include <array>
#include <atomic>
#include <bit>
#include <functional>
#include <memory>
#include <optional>

namespace lw {

/// A candidate with the two figures designs are compared by. Price to a unit of currency, margin to a hundredth: finer
/// differences are no reason to prefer one.
struct Sized {
    Candidate candidate;
    double price = 0;
    double margin = notKnown; ///< the worst of the torque rows
};

struct Proposal : Sized {
    std::string name;                                  ///< "kept screw, belt 20:36"
    std::string at;                                    ///< of the worst torque row: "Roughing"
    Verdict verdict = Verdict::NotKnown;               ///< of the worst row, doubt counted
    std::vector<std::string> notKnownRows;             ///< titles of rows that lack an input
    std::vector<std::string> failing;                  ///< of a design that comes closest: what it fails
    double reaches = notKnown;                         ///< m/s: the fastest rapid that keeps the torque rows' must
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
    /// How many candidates fall on each place of a chart: price to 1, margin on a logarithmic scale.
    struct Cloud {
        static constexpr int across = 160, up = 96;
        static constexpr double least = 0.2, most = 20; ///< margins
        double dearest = 1;
        std::vector<std::uint32_t> inside = std::vector<std::uint32_t>(std::size_t(across) * up, 0),
                                   outside = std::vector<std::uint32_t>(std::size_t(across) * up, 0);
    } cloud;
};

/// A search that can be watched and stopped.
struct SizeWatch {
    std::atomic<bool> stop{false};
    std::function<void(double share)> progress;    ///< 0..1, from the searching threads
    std::function<void(const SizeResult &)> early; ///< front and proposals stand; the count of what is kept goes on
};

/// Whether it holds: no row of the design fails, at middle values; what the survey and the duty say by themselves is
/// not the design's fault. Rows that lack an input rule nothing out.
[[nodiscard]] bool holdsByDesign(const AxisModel &m, const Evaluation &e);
/// A row that says something of the design: not of the survey, not of the duty, not held against a table of such parts.
[[nodiscard]] bool judgesDesign(const AxisModel &m, const Finding &f);
/// The worst row of the design, doubt counted, as a proposal's mark shows it.
[[nodiscard]] Verdict worstOfDesign(const Evaluation &proved);
/// The worst torque row; null when there is none.
[[nodiscard]] const Finding *worstTorque(const Evaluation &e);

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
