// Findings: what is checked, demand against capacity, verdict, and how sure.
#pragma once

#include "axis/axis_model.h"
#include <compare>
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

enum class Verdict { Fails, NotKnown, Watch, Holds }; ///< worst first
std::string_view verdictCode(Verdict v);
std::string_view verdictWord(Verdict v);

/// A check by its code, "C01" or "TR-14"; no list of all checks is needed to name one: "TR-14"_check.
struct CheckId {
    std::uint64_t packed = 0;
    auto operator<=>(const CheckId &) const = default;
    constexpr static CheckId of(std::string_view code) {
        CheckId id;
        for (const char c : code.substr(0, 8))
            id.packed = id.packed << 8 | static_cast<unsigned char>(c);
        return id;
    }
};
inline namespace check_literals {
consteval CheckId operator""_check(const char *code, std::size_t length) { return CheckId::of({code, length}); }
} // namespace check_literals

/// Where a finding lives, for the board and the drawing.
// GCC 12 takes the names of a scoped enumeration for shadows of the types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class Part {
    Ways,
    ScrewLead,
    LostMotion,
    ScrewEnd,
    Balance,
    CutPart,
    Spindle,
    Motor,
    Drive,
    Supply,
    Controller,
    Belt,
    SmallPulley,
    LargePulley,
    Bearings,
    Screw,
    Nut,
    Brake,
    Axis,
    Table,
    Reducer,
    Layshaft,
    Rack
};
#pragma GCC diagnostic pop
std::string_view partName(Part p);
enum class StationId { AsFound = 1, Duty = 2, Drive = 3, Proof = 4, Parts = 5, Build = 6, FirstCuts = 7, Log = 8 };

enum class Operating { None, Breakaway, RapidUp, RapidDown, Braking, Cutting, Hold };
/// It may go on for minutes: a servo is held to what it gives all day, not to its peak.
constexpr bool lasts(Operating kind) { return kind == Operating::Cutting || kind == Operating::Hold; }

/// What of an axis a finding judges; -1 and None: the axis as a whole.
struct Subject {
    std::int8_t stage = -1; ///< place in the chain, the motor's first
    std::int16_t cut = -1;  ///< index of the cut
    std::int8_t side = -1;  ///< of what has two: 0 input or motor side, 1 output or screw side
    Operating at = Operating::None;
    auto operator<=>(const Subject &) const = default;
};

struct Check;
/// One judged quantity. Demand and capacity in SI; margin = capacity / demand of exactly these two.
struct Finding {
    CheckId id;
    const Check *check = nullptr; ///< its words; set by whoever judged it
    Subject subject;
    std::int8_t row = 0;   ///< which of several rows of the check decides; another may on another day
    std::string_view unit; ///< what demand and capacity are shown in
    double demand = notKnown, capacity = notKnown;
    double margin = notKnown;
    double must = 1, wanted = 1;
    bool rung = true; ///< false: two-sided or yes/no, no place on the ladder
    Verdict verdict = Verdict::NotKnown;
    bool missing = false; ///< an input it needs is not known
    // filled in by the doubt
    double low = notKnown, high = notKnown; ///< 5 to 95 % of the margin
    double chance = notKnown;    ///< that the row keeps its must, first order; not known where nothing sways it
    bool assumedDecides = false; ///< an assumed input leaves the verdict open
    bool likely = false;         ///< fails in all likelihood, by a band that an assumed input makes
    /// Margin over what it must be: rows of a check that judge different things are compared by it.
    [[nodiscard]] double reserve() const { return margin / (must > 0 ? must : wanted); }
};
/// The same thing is judged; which of the check's rows decides may differ.
[[nodiscard]] inline bool sameSubject(const Finding &a, const Finding &b) {
    return a.id == b.id && a.subject == b.subject;
}
/// A row of which a part could not be worked out: not known, unless the rest fails already.
[[nodiscard]] Finding unlessOpen(Finding f, bool open);

/// Margin row: holds from wanted, fails below must. NaN anywhere: not known.
[[nodiscard]] Finding marginRow(double demand, double capacity, double must, double wanted);
/// Judges a quantity with upper limits: capacity is the fail limit.
[[nodiscard]] Finding upperRow(double value, double pass, double fail);
/// Judges a quantity with lower limits: demand is the fail limit.
[[nodiscard]] Finding lowerRow(double value, double pass, double fail);
/// A row with its verdict given: no rung.
[[nodiscard]] Finding plainRow(Verdict v, double demand = notKnown, double capacity = notKnown);
/// Verdict of a margin against its rails; a hair of rounding is forgiven.
[[nodiscard]] Verdict judge(double margin, double must, double wanted);

} // namespace lw
