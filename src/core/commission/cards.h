// The test cards of the first cuts, in gate order: what to do, what is read, what it means and what to set.
#pragma once

#include "proof/evaluate.h"
#include "commission/settings_sheet.h"
#include "units/typed.h"
#include "json.h"
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

enum class CardId {
    StopWorks,
    Hold,
    WhichWay,
    Home,
    Steps,
    Stall,
    SpeedUp,
    WarmUp,
    ManyMoves,
    LostMotion,
    SoftEnds,
    TestPiece,
    FirstCut,
    HandOver,
    WholeTurns,
    TablePlay,
    QuarterTurn
};
inline constexpr std::size_t cardCount = 17;

/// A row of like readings: places down, readings across.
struct CardSeries {
    std::string_view key; ///< under the card: readings, commanded ...
    std::string_view label;
    std::vector<std::string_view> places; ///< empty: one row
    int across = 0;
    std::string_view unit;
};
struct CardSpec {
    CardId id;
    std::string_view code, title; ///< "lost_motion", "Lost motion"
    bool gate;                    ///< cannot be waived
    std::string_view todo;        ///< what to do, a few short sentences
    std::string_view accept;      ///< what counts as good
    std::string_view cautionId;
    std::vector<std::string_view> fields; ///< single entries under the card, in order
    std::vector<CardSeries> series;
    std::string_view dial; ///< unit of the dial drawn; empty: none
};
/// The cards of an axis in their order; a grinder has no turned or milled test piece.
[[nodiscard]] std::vector<const CardSpec *> cardsOf(const AxisModel &m);
const CardSpec &cardSpec(CardId id);
const CardSpec *cardByCode(std::string_view code);

/// Readings of a series that count: typed, readable, not struck out. SI, with their place.
struct CardReading {
    std::string id; ///< "2-3": second place, third reading
    int place = 0, at = 0;
    double si = notKnown;
    bool struck = false;
};
[[nodiscard]] std::vector<CardReading> cardReadings(const nlohmann::json &project, const std::string &axis,
                                                    const CardSpec &card, const CardSeries &series);

struct CardResult {
    Verdict verdict = Verdict::NotKnown;          ///< not known: not finished
    bool begun = false;                           ///< something is typed
    bool waived = false;                          ///< with a reason; the verdict stays as it is
    bool waits = false;                           ///< for a card before it
    std::string sentence;                         ///< what the readings say; what is still wanted
    std::vector<SettingLine> sets;                ///< what it puts into the settings sheet
    double dial = notKnown, predicted = notKnown; ///< SI: the last reading, and what was expected of it
    double measured = notKnown;                   ///< what the card found, in SI or in the unit of its prediction
    [[nodiscard]] bool passes() const { return waived || verdict == Verdict::Holds || verdict == Verdict::Watch; }
};
/// One card on its own, whatever stands before it.
[[nodiscard]] CardResult judgeCard(const nlohmann::json &project, const AxisModel &m, const AxisState &s, CardId id);
/// All cards of an axis, with who waits for whom, in the order of cardsOf.
[[nodiscard]] std::vector<CardResult> judgeCards(const nlohmann::json &project, const AxisModel &m, const AxisState &s);

/// What was said and what it is.
struct Prediction {
    std::string_view key, label, unit;
    Dimension dimension = Dimension::Number;
    double said = notKnown, is = notKnown;   ///< SI
    double saidU = notKnown, isU = notKnown; ///< expanded, k = 2, SI
    bool saidTyped = false;                  ///< written down before it was built; else as the design says now
    Verdict verdict = Verdict::NotKnown;
    double en = notKnown;
    std::string note;
    bool notBefore = false; ///< said is where model or controller end: the band is open above
};
[[nodiscard]] std::vector<Prediction> predictions(const nlohmann::json &project, const AxisModel &m,
                                                  const AxisState &s);
/// Speed at which the motor can no longer keep the free slide moving: where pull-out torque meets the running demand.
/// Unspread pull, no acceleration. Ends where the motor is not to be run faster, the pulses end or the screw whips:
/// then not before that. NaN when motor, lead or pull are not known. Source: EB-1 and PMSM-CIRCLE.
struct StallPrediction {
    double speed = notKnown; ///< m/s
    bool notBefore = false;
    std::string why; ///< what ends it, when notBefore
};
[[nodiscard]] StallPrediction stallSpeed(const AxisModel &m, const AxisState &s);
/// Steps a millimetre as the design has them; NaN when the lead is not known.
[[nodiscard]] double designSteps(const AxisModel &m);

/// The settings sheet with the cards' and the typed lines over the design's.
[[nodiscard]] std::vector<SettingLine> settingsSheet(const nlohmann::json &project, const AxisModel &m,
                                                     const AxisState &s);
struct SettingsOfAxis {
    std::string axis;
    std::vector<SettingLine> lines;
    bool draft = true; ///< cards are open
};
/// Three forms of one content; the first line says DRAFT while any card is open.
[[nodiscard]] std::string settingsCsv(const std::vector<SettingsOfAxis> &axes);
[[nodiscard]] std::string settingsJson(const std::vector<SettingsOfAxis> &axes);
[[nodiscard]] std::string settingsIni(const std::vector<SettingsOfAxis> &axes);

} // namespace lw
