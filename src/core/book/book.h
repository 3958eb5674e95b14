// The bench book: every calculation of the trade by name. One description per calculation (book/fields/NAME.json: keys,
// symbols, units, types, choices, hard bounds, plausible ranges, defaults, a line of help) feeds the command line, the
// range checks with their sentences, the tests and, later, the calculator forms. A calculation is one typed function in
// its own folder, one description and one line in the table of its group.
#pragma once

#include "result.h"
#include "units/quantity.h"
#include "json.h"
#include <map>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw::book {

using Json = nlohmann::json;

/// Description texts by calculation name (generated from book/fields at build time).
const std::map<std::string_view, std::string_view> &fieldTexts();
/// The parsed description of one calculation; null when the name is unknown.
const Json *description(std::string_view name);

/// Coherent SI value of one of the unit in a description ("mm" -> 0.001). 1 for plain numbers. Throws on an unknown
/// one, which is a mistake of ours.
double unitFactor(std::string_view unit);

/// Inputs of one calculation, already checked against its description, with the defaults filled in.
class Inputs {
public:
    Inputs(const Json &desc, Json values) : m_desc(desc), m_values(std::move(values)) {}
    [[nodiscard]] bool has(const char *key) const;
    /// The number as written, in the unit of the key.
    [[nodiscard]] double number(const char *key) const { return m_values.at(key).get<double>(); }
    [[nodiscard]] int integer(const char *key) const { return static_cast<int>(number(key)); }
    [[nodiscard]] bool boolean(const char *key) const { return m_values.at(key).get<bool>(); }
    [[nodiscard]] std::string text(const char *key) const { return m_values.at(key).get<std::string>(); }
    [[nodiscard]] const Json &json(const char *key) const { return m_values.at(key); }
    /// The quantity in SI, converted by the unit the description gives for this key.
    template <class Q> [[nodiscard]] Q get(const char *key) const { return fromSi<Q>(number(key) * factor(key)); }
    template <class Q> [[nodiscard]] Q getOr(const char *key, Q otherwise) const {
        return has(key) ? get<Q>(key) : otherwise;
    }
    template <class Q> [[nodiscard]] std::optional<Q> maybe(const char *key) const {
        return has(key) ? std::optional<Q>(get<Q>(key)) : std::nullopt;
    }
    template <class Q> [[nodiscard]] std::vector<Q> list(const char *key) const {
        std::vector<Q> out;
        for (const auto &v : json(key))
            out.push_back(fromSi<Q>(v.template get<double>() * factor(key)));
        return out;
    }

private:
    [[nodiscard]] double factor(const char *key) const;
    const Json &m_desc;
    Json m_values;
};

/// Outputs under construction: quantities go in as SI and leave in the unit of their key.
class Outputs {
public:
    explicit Outputs(const Json &desc) : m_desc(desc) {}
    template <class Q> void put(const char *key, Q quantity) { m_values[key] = quantity.value() / factor(key); }
    template <class Q> void putIf(const char *key, const std::optional<Q> &quantity) {
        if (quantity) put(key, *quantity);
    }
    void number(const char *key, double v) { m_values[key] = v; }
    void json(const char *key, Json v) { m_values[key] = std::move(v); }
    [[nodiscard]] const Json &values() const { return m_values; }

private:
    [[nodiscard]] double factor(const char *key) const;
    const Json &m_desc;
    Json m_values = Json::object();
};

using Run = Result<void> (*)(const Inputs &, Outputs &);
struct Calculation {
    std::string_view name;
    Run run;
    std::string_view source; ///< key of docs/sources.md
};

// The groups' tables.
std::span<const Calculation> surveyCalculations();
std::span<const Calculation> frictionCalculations();
std::span<const Calculation> alignmentCalculations();
std::span<const Calculation> cuttingCalculations();
std::span<const Calculation> turningCalculations();
std::span<const Calculation> motionCalculations();
std::span<const Calculation> axisCalculations();
std::span<const Calculation> screwCalculations();
std::span<const Calculation> beltCalculations();
std::span<const Calculation> stepperCalculations();
std::span<const Calculation> stepperDynamicsCalculations();
std::span<const Calculation> stepperSimulationCalculations();
std::span<const Calculation> servoCalculations();
std::span<const Calculation> powerCalculations();
std::span<const Calculation> stepsCalculations();
std::span<const Calculation> spindleEncoderCalculations();
std::span<const Calculation> rotaryCalculations();
std::span<const Calculation> rotaryWorkCalculations();
std::span<const Calculation> reducerCalculations();
std::span<const Calculation> fitCalculations();
std::span<const Calculation> bearingCalculations();
std::span<const Calculation> screwLifeCalculations();
std::span<const Calculation> hubCalculations();
std::span<const Calculation> beltPathCalculations();
std::span<const Calculation> ribbedCalculations();
std::span<const Calculation> jointCalculations();
std::span<const Calculation> shopCalculations();
std::span<const Calculation> buyingCalculations();
std::span<const Calculation> commissioningCalculations();
std::span<const Calculation> planCalculations();
std::span<const Calculation> ratioCalculations();
std::span<const Calculation> marginCalculations();
std::span<const Calculation> searchCalculations();

struct Outcome {
    Json outputs;                   ///< by key, in the units of the keys
    std::vector<std::string> notes; ///< sentences about inputs outside their plausible range
};

/// All registered names, sorted.
std::vector<std::string_view> names();
const Calculation *find(std::string_view name);
/// Checks the inputs, fills in defaults, computes. The error is one sentence that names the key.
tl::expected<Outcome, std::string> calculate(std::string_view name, const Json &inputs);
/// The fields of one calculation as readable text, for --help.
std::string helpText(std::string_view name);

} // namespace lw::book

/// Hands an inner error on.
#define LW_TRY(variable, expression)                                                                                   \
    auto variable##Result = (expression);                                                                              \
    if (!variable##Result) return tl::unexpected(variable##Result.error());                                            \
    auto &variable = *variable##Result
