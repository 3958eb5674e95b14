// Findings: what is checked, demand against capacity, verdict, and how sure.
#pragma once

#include "axis/axis_model.h"
#include <string>
#include <string_view>
#include <vector>

namespace lw {

enum class Verdict { Fails, NotKnown, Watch, Holds }; ///< worst first
std::string_view verdictCode(Verdict v);
std::string_view verdictWord(Verdict v);

enum class CheckId {
    S1,
    S2,
    S3,
    S4,
    S5,
    S6,
    S7,
    S8,
    S9,
    S10,
    P1,
    P2,
    P3,
    P4,
    P5,
    B1,
    B2,
    B3,
    B4,
    B6,
    B8,
    B9,
    B10,
    B12,
    B15,
    M4,
    M5,
    M6,
    M8,
    M9,
    M10,
    C01,
    C02,
    C03,
    C04,
    C06,
    C07,
    C08,
    C17,
    C18,
    C24,
    C26,
    TR01,
    TR02,
    TR03,
    TR04,
    TR05,
    TR06,
    TR07,
    TR08,
    TR09,
    TR10,
    TR12,
    TR13,
    TR14,
    TR15,
    TR16,
    TR31,
    TR44,
    TR50,
    TR51,
    Count
};

/// Where a finding lives, for the board and the drawing.
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
    Axis
};
std::string_view partName(Part p);
enum class StationId { AsFound = 1, Duty = 2, Drive = 3, Proof = 4, Parts = 5, Build = 6, FirstCuts = 7, Log = 8 };

struct CheckSpec {
    CheckId id;
    std::string_view code;  ///< "TR-01", "C01"
    std::string_view title; ///< short, for the ladder
    Part part;
    StationId station;
    std::string_view unit;   ///< as in a field table; what demand and capacity are shown in
    std::string_view lever;  ///< first lever, used where no change of the design can be computed
    std::string_view source; ///< key of docs/sources.md
    bool overridable;        ///< geometry, grip and gravity are not
};
const CheckSpec &spec(CheckId id);

enum class Operating { None, Breakaway, RapidUp, RapidDown, Braking, Cutting, Hold };

/// One judged quantity. Demand and capacity in SI; margin = capacity / demand of exactly these two.
struct Finding {
    CheckId id = CheckId::Count;
    Operating operating = Operating::None;
    int cut = -1;    ///< index of the cut it belongs to
    int variant = 0; ///< which of several rows of the check decides (motor pulley or screw pulley ...)
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
/// The same thing is judged: of a check with two sides (bore, wall) the same side; which of its rows decides may
/// differ.
[[nodiscard]] inline bool sameSubject(const Finding &a, const Finding &b) {
    const bool sided = a.id == CheckId::TR31 || a.id == CheckId::TR51 || a.id == CheckId::B4;
    return a.id == b.id && a.cut == b.cut && a.operating == b.operating && (!sided || a.variant == b.variant);
}
/// A row of which a part could not be worked out: not known, unless the rest fails already.
[[nodiscard]] Finding unlessOpen(Finding f, bool open);

/// Margin row: holds from wanted, fails below must. NaN anywhere: not known.
[[nodiscard]] Finding marginRow(CheckId id, double demand, double capacity, double must, double wanted);
/// Judges a quantity with upper limits: capacity is the fail limit.
[[nodiscard]] Finding upperRow(CheckId id, double value, double pass, double fail);
/// Judges a quantity with lower limits: demand is the fail limit.
[[nodiscard]] Finding lowerRow(CheckId id, double value, double pass, double fail);
/// A row with its verdict given: no rung.
[[nodiscard]] Finding plainRow(CheckId id, Verdict v, double demand = notKnown, double capacity = notKnown);
/// Verdict of a margin against its rails; a hair of rounding is forgiven.
[[nodiscard]] Verdict judge(double margin, double must, double wanted);

} // namespace lw
