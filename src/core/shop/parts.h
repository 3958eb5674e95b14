// The parts list derived from the design, merged with what the user has typed about each line.
#pragma once

#include "machine/patch.h"
#include "proof/evaluate.h"
#include "shop/cost.h"
#include "json.h"
#include <map>
#include <span>
#include <string>
#include <vector>

namespace lw {

struct PartLine {
    std::string key; ///< place under /parts
    std::string axis, text, designRef, category, source, from, note;
    std::string order;      ///< lines of one parcel; empty: none yet
    std::string currency;   ///< ISO code the price is typed in
    std::string needBy;     ///< ISO date typed on the line
    std::string substitute; ///< what would do instead
    double substitutePrice = notKnown;
    PartState state = PartState::Idea;
    int quantity = 1, spare = 0;
    double price = notKnown; ///< for one, in `currency`
    bool priceAssumed = false;
    int leadDays = -1;
    bool derived = false; ///< demanded by the design
    bool matches = true;  ///< false: the line says something the design no longer asks for
    std::string wanted;   ///< what the design asks for, when it does not match
};
/// An axis as it stands evaluated; what its design asks for follows from it.
struct DesignedAxis {
    const AxisModel *model;
    const AxisState *state;
};
/// A part that a design asks for.
struct PartAsked {
    std::string ref, text, category, source;
    double price; ///< in the job's currency, assumed; NaN: not known
    bool exact;   ///< the text itself says what fits: a stored line that differs no longer matches
};
[[nodiscard]] std::vector<PartAsked> partsAsked(const AxisModel &m, const AxisState &s);
/// What the design has not chosen yet and its list therefore lacks: "motor", "supply", "pulleys", "belt", "screw".
[[nodiscard]] std::vector<std::string> partsStillOpen(const AxisModel &m);
/// What every conversion needs, no design asks for and no line names: mount, controller, stop button, cable chain.
[[nodiscard]] std::vector<std::string> leftOutOfList(const std::vector<PartLine> &lines);
/// What stands under /parts, read once: it only changes when a line is edited.
struct StoredParts {
    std::map<std::string, PartLine, std::less<>> lines; ///< by key; text as stored, may be empty
};
[[nodiscard]] StoredParts readStoredParts(const nlohmann::json &project);
/// Lines of these axes, in their order; of each the design's lines first, in the order of the power path.
/// @param loose with the lines of no axis behind them: the machine's own
[[nodiscard]] std::vector<PartLine> partLines(const StoredParts &stored, std::span<const DesignedAxis> axes,
                                              bool loose);
[[nodiscard]] std::vector<PartLine> partLines(const nlohmann::json &project, std::span<const DesignedAxis> axes);
/// Of every axis of the job, each read and evaluated here; who holds them evaluated calls the other.
[[nodiscard]] std::vector<PartLine> partLines(const nlohmann::json &project);
/// Money in the job's own currency; orders carry their carriage and tax once.
struct PartTotals {
    double committed = 0, remaining = 0, contingency = 0, forecast = 0, budget = notKnown;
    int inHand = 0, all = 0, unpriced = 0;
    Verdict verdict = Verdict::NotKnown;
    std::map<std::string, double> orders; ///< by name, carriage and tax in it
    std::string problem;                  ///< a currency without a rate
    std::vector<std::string> open;        ///< "X motor": what a design still has to choose
    /// "X motor, X supply and 3 more".
    [[nodiscard]] std::string openText() const;
    /// The sum can only grow: something is not chosen yet, or has no price.
    [[nodiscard]] bool atLeast() const { return unpriced > 0 || !open.empty(); }
};
/// @param open what designs still have to choose (partsStillOpen): the totals are "at least" then
[[nodiscard]] PartTotals partTotals(const nlohmann::json &project, const std::vector<PartLine> &lines,
                                    std::vector<std::string> open = {});
/// What one unit of a currency is worth in the job's own; not known: NaN.
[[nodiscard]] double currencyRate(const nlohmann::json &project, const std::string &currency);
/// RFC 4180 with a header row.
[[nodiscard]] std::string partsCsv(const std::vector<PartLine> &lines);
/// Lines read from a table: a comma or semicolon between, decimal point or comma, a byte-order mark is passed over.
/// A row of a known id changes that line, others are added; unknown columns end in the note.
struct PartsImported {
    std::vector<Patch> patches;
    int changed = 0, added = 0;
    std::vector<std::string> rejected; ///< "line 4: ..."
};
[[nodiscard]] tl::expected<PartsImported, std::string> importParts(const nlohmann::json &project, std::string_view csv);
/// Lines still to buy, dearest first.
[[nodiscard]] std::vector<const PartLine *> dearest(const nlohmann::json &project, const std::vector<PartLine> &lines);
/// Makes a line that no longer matches what the design asks for now; nothing for one that is ordered already.
[[nodiscard]] std::vector<Patch> matchPatches(const PartLine &line);
[[nodiscard]] std::string_view stateCode(PartState s);

} // namespace lw
