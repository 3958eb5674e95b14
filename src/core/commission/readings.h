// What the readings of the first cuts mean: scale, play, homing, warming up, stopping, and whether they came out as
// predicted. Sources stand with each function; keys as in docs/sources.md.
#pragma once

#include "grade.h"
#include "result.h"
#include "units/quantity.h"
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

enum class ScaleAction { Leave, Correct, FindCause };
std::string_view scaleActionCode(ScaleAction a);

struct ScaleInput {
    double stepsPerMm;                       ///< in the controller now, > 0
    std::vector<double> commanded, measured; ///< mm, same number of each, at least 3
    std::optional<Length> travel, doubt;     ///< with both, an action is given
    int driverTeeth = 0, drivenTeeth = 0;    ///< 0: not known
};
struct ScaleFound {
    double scale, standardError;              ///< b of measured = a + b commanded, and its standard error
    double intercept, interceptStandardError; ///< m
    std::optional<double> t; ///< |b - 1| over its standard error; none when the points lie on the line exactly
    double newStepsPerMm, singlePointStepsPerMm;
    std::optional<double> errorOverTravel; ///< m
    std::optional<ScaleAction> action;
    std::optional<std::string_view> suspect; ///< code of the likeliest cause, when one lies within 0.2 %
};
/// Straight line through measured over commanded, ordinary least squares with standard errors.
/// Act only beyond three standard errors and beyond the instrument over the travel; above 0.2 % look for the cause
/// instead of scaling; with fewer than five points never "correct".
/// Source: LEAST-SQUARES; thresholds common practice.
[[nodiscard]] Result<ScaleFound> calibrateSteps(const ScaleInput &in);
/// The known wrong ratios within 0.2 % of a scale, nearest first.
struct ScaleSuspect {
    std::string_view code;
    double ratio, deviation; ///< deviation relative to the ratio
};
[[nodiscard]] std::vector<ScaleSuspect> scaleSuspects(double scale, int driverTeeth, int drivenTeeth);
/// "microsteps set 2, 4, 8 times off" ...: a suspect in shop words.
[[nodiscard]] std::string_view suspectWords(std::string_view code);

struct BacklashFound {
    std::vector<Length> means; ///< of each place
    Length pooledDeviation, range, compensation, leftOver;
    bool even; ///< the same along the travel: not a worn screw
    Grade grade;
};
/// Play at reversal from several readings at several places. The controller gets the least of the means, rounded down
/// to the dial: never the mean, which would overshoot somewhere. Judged on the largest.
/// @param places at least one, each with at least one reading >= 0  @param resolution, target > 0
/// Source: pooled standard deviation as in any statistics text; the rule is common practice.
[[nodiscard]] Result<BacklashFound> backlashAlong(std::span<const std::vector<Length>> places, Length resolution,
                                                  Length target);

struct HomingFound {
    Length deviation, range, fourSigma; ///< sample standard deviation, n - 1
    double rangeInFullSteps;
    Grade grade;
    double indexFraction; ///< where the switch edge lies between two index marks, 0..1
    bool indexSafe;       ///< a quarter away from either
};
/// @param trips at least two dial readings  @param fullStep, target, indexSpacing > 0
/// Source: sample statistics; a home edge near an index mark jumps a whole turn one day (DERIVED).
[[nodiscard]] Result<HomingFound> judgeHoming(std::span<const Length> trips, Length fullStep, Length target,
                                              Length edgeToIndex, Length indexSpacing);

struct WarmUpFound {
    bool settles = false;                                 ///< the two steps have one sign and shrink: one exponential
    double finalC = 0, timeConstantMin = 0, atFortyC = 0; ///< judged as if the room were at 40 C
    std::optional<Length> growth;                         ///< from the first reading to the end
    Grade grade = Grade::Attention;
};
/// Final temperature from three readings evenly spaced in time: theta = (t1 t3 - t2^2)/(t1 + t3 - 2 t2),
/// tau = dt / ln((t2 - t1)/(t3 - t2)). Source: one exponential (Newton's law of cooling), derivation. Also for cooling.
/// @param intervalMin > 0  @param limitC pass up to, @param attentionC attention up to
[[nodiscard]] Result<WarmUpFound> warmUp(double t1, double t2, double t3, double intervalMin, double roomC,
                                         double limitC, double attentionC, double expansionPerK = 11.5e-6,
                                         std::optional<Length> length = {});

enum class Agreement { Agrees, LookAgain, Wrong };
std::string_view agreementCode(Agreement a);
struct PredictionFound {
    double en, deviationPercent;
    Agreement agreement;
};
/// E_n = (measured - predicted)/sqrt(U_p^2 + U_m^2); up to 1 agrees, up to 1.5 look again. Source: ISO-13528.
/// @param predicted > 0  @param uncertainties expanded, k = 2, > 0, in the unit of the values
[[nodiscard]] Result<PredictionFound> comparePrediction(double predicted, double measured, double predictedU,
                                                        double measuredU);

} // namespace lw
