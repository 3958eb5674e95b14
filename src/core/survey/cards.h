// The survey cards: one for every measurement of the machine as it stands. What it is for, what is needed, how it is
// done, what is usual, what it gives, what goes wrong; and what the readings say.
#pragma once

#include "proof/evaluate.h"
#include "json.h"
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

enum class SurveyCardId {
    Pull,
    Handle,
    Loads,
    Breakaway,
    Hoist,
    Strut,
    LostMotion,
    PlayAlong,
    LeadWays,
    RunOut,
    ShaftRound,
    ScrewLine,
    MovingMass,
    Tram,
    Square,
    Bar,
    Nose,
    Room
};

/// A table of like readings under a card: one row a place or a load, columns by key.
struct SurveyTable {
    std::string_view list;                 ///< below the axis, "survey/loads"
    std::vector<std::string_view> columns; ///< keys of a row
    int marks = 0;                         ///< readings round a shaft at this many even marks, 0: none
};
struct SurveyCardSpec {
    SurveyCardId id;
    std::string_view code, title;
    std::string_view purpose, need, steps, readings, usual, gives, mistakes;
    std::vector<std::string_view> fields; ///< below the axis, or from the root with a leading slash
    SurveyTable table;
    int minutes;
};
/// The cards that make sense for an axis, in the order of the evening: upright ones hoist, lathes turn a bar, mills
/// tram.
[[nodiscard]] std::vector<const SurveyCardSpec *> surveyCardsOf(const AxisModel &m, std::string_view machineClass);
const SurveyCardSpec &surveyCard(SurveyCardId id);
const SurveyCardSpec *surveyCardByCode(std::string_view code);
/// The card that holds a field, by its JSON pointer; null when none does.
const SurveyCardSpec *surveyCardOfField(std::string_view pointer);

/// What a class of machines usually reads at a card, one sentence; empty where nothing is printed for it.
[[nodiscard]] std::string usualOfClass(SurveyCardId id, const AxisModel &m, std::string_view machineClass);

struct SurveyResult {
    Verdict verdict = Verdict::NotKnown; ///< not known: not done yet
    bool begun = false;
    std::string figure;   ///< short, for the head of the card
    std::string sentence; ///< what the readings say, or what is still wanted
    std::string cure;     ///< what to do about it, first lever first; empty when nothing is wrong
};
/// @param evaluation of the same model
[[nodiscard]] SurveyResult judgeSurveyCard(const nlohmann::json &project, const AxisModel &m,
                                           const Evaluation &evaluation, SurveyCardId id);

/// A strut's pull along its stroke, 11 places from rod out to rod in. Empty while something is missing.
struct StrutPlace {
    double compressed, force, net; ///< m, N, N that stays for the screw (below zero: the load changes sides)
};
[[nodiscard]] std::vector<StrutPlace> strutCurve(const nlohmann::json &project, const AxisModel &m);

} // namespace lw
