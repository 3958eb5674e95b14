// Values of the job as they are known: size, how it is known, how far it may lie. Blank or unreadable is not known.
#pragma once

#include <limits>
#include "json.h"
#include <string>
#include <string_view>
#include <vector>

namespace lw {

inline constexpr double notKnown = std::numeric_limits<double>::quiet_NaN();

enum class Standing { Unknown, Measured, Stated, Catalogue, Assumed, Computed };
std::string_view standingCode(Standing s);
Standing standingFromCode(std::string_view code);

/// How a value may lie: lognormal between two factors, triangular about the value, uniform; none: spread not known.
enum class Shape { None, Lognormal, Triangular, Uniform };

struct Known {
    double v = notKnown; ///< SI
    Standing standing = Standing::Unknown;
    double low = notKnown, high = notKnown; ///< lognormal: 5 and 95 %; triangular, uniform: the ends
    Shape shape = Shape::None;
    [[nodiscard]] bool known() const { return v == v; }
    [[nodiscard]] bool assumed() const { return standing == Standing::Assumed; }
};

/// The same value, spread and all, times a factor.
[[nodiscard]] inline Known scaled(Known k, double factor) {
    for (double *v : {&k.v, &k.low, &k.high})
        *v *= factor;
    return k;
}

/// What stands at a JSON pointer of the project; null where nothing does.
const nlohmann::json *nodeAt(const nlohmann::json &project, const std::string &pointer);
/// Text at a place.
std::string textAt(const nlohmann::json &project, const std::string &pointer, std::string otherwise = {});
/// The value at a place of the project, with its standing and typed spread; unknown when blank or unreadable.
Known knownAt(const nlohmann::json &project, const std::string &pointer, std::string *problem = nullptr);

/// The same for a node in hand and its field: for lists of many rows.
struct FieldSpec;
Known knownOf(const nlohmann::json &node, const FieldSpec &field, std::string *problem = nullptr);

/// Axis ids in their order; the design shown of an axis.
std::vector<std::string> axisOrder(const nlohmann::json &project);
std::string shownDesign(const nlohmann::json &project, const std::string &axis);
/// The supply a design uses: the one it names, else its own, "X-A".
std::string supplyOf(const nlohmann::json &project, const std::string &axis, const std::string &design);
/// Stages of a design in the order the power takes: those its list names, then any other by id.
std::vector<std::string> stageOrder(const nlohmann::json &project, const std::string &axis, const std::string &design);
/// Designs of an axis by id.
std::vector<std::string> designsOf(const nlohmann::json &project, const std::string &axis);
/// Of the seven measurements (mass, pull, breakaway, lead, travel, lost motion, run-out) those measured or stated.
int measuredOfSeven(const nlohmann::json &project, const std::string &axis);

} // namespace lw
