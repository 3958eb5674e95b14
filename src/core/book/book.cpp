#include "book/book.h"
#include "units/plain_number.h"
#include <algorithm>
#include <charconv>
#include <cmath>
#include <mutex>
#include <sstream>
#include <stdexcept>

namespace lw::book {
namespace {

std::string shortNumber(double v) { return generalNumber(v, 7); }

const Json *fieldOf(const Json &desc, const char *side, std::string_view key) {
    for (const auto &f : desc.at(side))
        if (f.at("key") == key) return &f;
    return nullptr;
}

using Problem = std::optional<std::string>;

/// Hard bounds refuse, plausible ones only leave a note.
Problem checkBounds(const Json &field, const std::string &key, double v, std::vector<std::string> &notes) {
    const std::string unit = field.value("unit", "-");
    const std::string u = unit == "-" ? "" : " " + unit;
    if (!std::isfinite(v)) return key + ": not a finite number; give a number.";
    auto bound = [&](const char *name) { return field.at(name).get<double>(); };
    if (field.contains("above") && !(v > bound("above")))
        return key + ": " + shortNumber(v) + " given; it must be above " + shortNumber(bound("above")) + u + ".";
    if (field.contains("at_least") && !(v >= bound("at_least")))
        return key + ": " + shortNumber(v) + " given; it must be at least " + shortNumber(bound("at_least")) + u + ".";
    if (field.contains("below") && !(v < bound("below")))
        return key + ": " + shortNumber(v) + " given; it must be below " + shortNumber(bound("below")) + u + ".";
    if (field.contains("at_most") && !(v <= bound("at_most")))
        return key + ": " + shortNumber(v) + " given; it must be at most " + shortNumber(bound("at_most")) + u + ".";
    if (field.contains("min") && v < bound("min"))
        notes.push_back(key + ": " + shortNumber(v) + u + " is unusually small (usual from " +
                        shortNumber(bound("min")) + u + "); computed all the same.");
    if (field.contains("max") && v > bound("max"))
        notes.push_back(key + ": " + shortNumber(v) + u + " is unusually large (usual up to " +
                        shortNumber(bound("max")) + u + "); computed all the same.");
    return {};
}

Problem checkMembers(const Json &fields, const std::string &where, Json &value, std::vector<std::string> &notes);

Problem checkScalar(const std::string &type, const Json &field, const std::string &key, Json &value,
                    std::vector<std::string> &notes) {
    if (type == "number" || type == "integer") {
        if (!value.is_number()) return key + ": a " + (type == "integer" ? "whole " : "") + "number is wanted.";
        const double v = value.get<double>();
        if (type == "integer" && (std::floor(v) != v || std::fabs(v) > 9.007199254740992e15))
            return key + ": " + shortNumber(v) + " given; a whole number is wanted.";
        if (type == "integer" && std::fabs(v) > 2147483647.0 && !field.contains("minor"))
            if (std::string_view(field.value("unit", "-")) != "minor units")
                return key + ": " + shortNumber(v) + " is far too large to be real.";
        return checkBounds(field, key, v, notes);
    }
    if (type == "boolean") return value.is_boolean() ? Problem{} : Problem{key + ": true or false is wanted."};
    if (type == "choice") {
        const auto &choices = field.at("choices");
        for (const auto &c : choices)
            if (c == value) return {};
        std::string all;
        for (const auto &c : choices)
            all += (all.empty() ? "" : ", ") + (c.is_string() ? c.get<std::string>() : c.dump());
        return key + ": " + value.dump() + " is not one of " + all + ".";
    }
    if (type == "text") return value.is_string() ? Problem{} : Problem{key + ": text in quotes is wanted."};
    if (type == "fraction") {
        if (value.is_number_integer()) value = std::to_string(value.get<long long>());
        return value.is_string() ? Problem{} : Problem{key + ": a fraction such as \"3/2\" is wanted."};
    }
    if (type == "object") {
        if (!value.is_object()) return key + ": an object { } is wanted.";
        return field.contains("fields") ? checkMembers(field.at("fields"), key, value, notes) : Problem{};
    }
    return key + ": its description has the unknown type " + type + ".";
}

Problem checkValue(const Json &field, const std::string &key, Json &value, std::vector<std::string> &notes,
                   int depth = 0) {
    const std::string type = field.at("type").get<std::string>();
    if (type.rfind("list_", 0) != 0) return checkScalar(type, field, key, value, notes);
    if (!value.is_array()) return key + ": a list [ ] is wanted.";
    const bool nested = field.value("dimensions", 1) > 1 + depth;
    for (std::size_t k = 0; k < value.size(); ++k) {
        const std::string at = key + "[" + std::to_string(k) + "]";
        auto problem = nested ? checkValue(field, at, value[k], notes, depth + 1)
                              : checkScalar(type.substr(5), field, at, value[k], notes);
        if (problem) return problem;
    }
    return {};
}

Problem checkMembers(const Json &fields, const std::string &where, Json &value, std::vector<std::string> &notes) {
    const std::string prefix = where.empty() ? "" : where + ".";
    const Json *any = nullptr;
    for (const auto &f : fields)
        if (f.at("key") == "*") any = &f;
    for (auto it = value.begin(); it != value.end(); ++it) {
        const Json *field = any;
        for (const auto &f : fields)
            if (f.at("key") == it.key()) field = &f;
        if (!field) return prefix + it.key() + ": this calculation has no such input; see --help for its keys.";
        if (it->is_null()) {
            if (field->value("required", false)) return prefix + it.key() + ": not known; it is needed.";
            continue;
        }
        if (auto problem = checkValue(*field, prefix + it.key(), *it, notes)) return problem;
    }
    for (const auto &f : fields) {
        const auto key = f.at("key").get<std::string>();
        if (key == "*") continue;
        const bool missing = !value.contains(key) || value.at(key).is_null();
        if (!missing) continue;
        if (f.contains("default"))
            value[key] = f.at("default");
        else if (f.value("required", false))
            return prefix + key + ": missing; " + f.value("what", std::string("it is needed")) + " is needed.";
    }
    return {};
}

bool allFinite(const Json &v, const std::string &at, std::string &where) {
    if (v.is_number_float() && !std::isfinite(v.get<double>())) {
        where = at;
        return false;
    }
    if (v.is_structured())
        for (auto it = v.begin(); it != v.end(); ++it) {
            const std::string key = v.is_object() ? it.key() : at;
            if (!allFinite(*it, key, where)) return false;
        }
    return true;
}

const std::map<std::string_view, const Calculation *> &table() {
    static const auto all = [] {
        std::map<std::string_view, const Calculation *> m;
        for (auto group : {surveyCalculations(),
                           frictionCalculations(),
                           alignmentCalculations(),
                           cuttingCalculations(),
                           turningCalculations(),
                           motionCalculations(),
                           axisCalculations(),
                           screwCalculations(),
                           beltCalculations(),
                           stepperCalculations(),
                           stepsCalculations(),
                           spindleEncoderCalculations(),
                           rotaryCalculations(),
                           rotaryWorkCalculations(),
                           reducerCalculations(),
                           jointCalculations(),
                           fitCalculations(),
                           bearingCalculations(),
                           screwLifeCalculations(),
                           hubCalculations(),
                           beltPathCalculations(),
                           ribbedCalculations(),
                           shopCalculations(),
                           buyingCalculations(),
                           commissioningCalculations(),
                           planCalculations(),
                           ratioCalculations(),
                           marginCalculations(),
                           searchCalculations(),
                           stepperDynamicsCalculations(),
                           stepperSimulationCalculations(),
                           servoCalculations(),
                           powerCalculations()})
            for (const auto &c : group)
                m.emplace(c.name, &c);
        return m;
    }();
    return all;
}

} // namespace

const Json *description(std::string_view name) {
    static std::mutex guard;
    static std::map<std::string_view, Json> parsed;
    const auto text = fieldTexts().find(name);
    if (text == fieldTexts().end()) return nullptr;
    const std::lock_guard lock(guard);
    auto it = parsed.find(text->first);
    if (it == parsed.end()) it = parsed.emplace(text->first, Json::parse(text->second)).first;
    return &it->second;
}

double unitFactor(std::string_view unit) {
    static const std::map<std::string_view, double> factors{{"-", 1},
                                                            {"1", 1},
                                                            {"mm", 1e-3},
                                                            {"um", 1e-6},
                                                            {"cm3", 1e-6},
                                                            {"cm3/min", 1e-6 / 60},
                                                            {"m/min", 1.0 / 60},
                                                            {"mm/min", 1e-3 / 60},
                                                            {"mm/rev", 1e-3},
                                                            {"m/s", 1},
                                                            {"m/s2", 1},
                                                            {"s", 1},
                                                            {"us", 1e-6},
                                                            {"N", 1},
                                                            {"kN", 1e3},
                                                            {"kg", 1},
                                                            {"kg/m3", 1},
                                                            {"N*m", 1},
                                                            {"N/mm2", 1e6},
                                                            {"MPa", 1e6},
                                                            {"GPa", 1e9},
                                                            {"N/um", 1e6},
                                                            {"kg*m2", 1},
                                                            {"deg", pi / 180},
                                                            {"deg/N*m", pi / 180},
                                                            {"deg/(N*m)", pi / 180},
                                                            {"rpm", 2 * pi / 60},
                                                            {"Hz", 1},
                                                            {"kHz", 1e3},
                                                            {"W", 1},
                                                            {"J", 1},
                                                            {"V", 1},
                                                            {"V a.c.", 1},
                                                            {"A", 1},
                                                            {"ohm", 1},
                                                            {"mH", 1e-3},
                                                            {"uF", 1e-6},
                                                            {"C", 1},
                                                            {"V*s", 1},
                                                            {"N*m/A", 1},
                                                            {"1/inch", 1},
                                                            {"1/mm", 1},
                                                            {"1/deg", 1},
                                                            {"mm*rpm", 1},
                                                            {"inch", 0.0254},
                                                            {"g/m", 1e-3},
                                                            {"g/(m*mm)", 1},
                                                            {"in", 0.0254},
                                                            {"minor units", 1},
                                                            {"minor/h", 1},
                                                            {"minor/day", 1},
                                                            {"percent", 1},
                                                            {"min", 60},
                                                            {"h", 3600},
                                                            {"h/week", 1},
                                                            {"weeks", 1},
                                                            {"1/K", 1},
                                                            {"um/m", 1e-6},
                                                            {"um/count", 1e-6},
                                                            {"kg*mm", 1e-3},
                                                            {"deg/s2", pi / 180},
                                                            {"deg/min", pi / 10800},
                                                            {"1/min", 1.0 / 60},
                                                            {"N/mm", 1e3},
                                                            {"mm/s", 1e-3},
                                                            {"rev", 1},
                                                            {"km", 1e3},
                                                            {"m/s3", 1},
                                                            {"mm3/s", 1e-9},
                                                            {"mm/m", 1e-3},
                                                            {"mm/300 mm", 1.0 / 300},
                                                            {"arcmin", pi / 10800},
                                                            {"arcsec", pi / 648000},
                                                            {"J/mm3", 1e9},
                                                            {"N*s/m", 1},
                                                            {"rad/s2", 1},
                                                            {"N2*m2", 1},
                                                            {"deg/s", pi / 180},
                                                            {"m", 1},
                                                            {"N*m/rad", 1},
                                                            {"N*m*s", 1},
                                                            {"V*s/rad", 1},
                                                            {"V rms/1000 rpm", 1},
                                                            {"V/1000 rpm", 1},
                                                            {"N*m/A rms", 1},
                                                            {"K", 1},
                                                            {"K/W", 1},
                                                            {"1/s", 1},
                                                            {"VA", 1},
                                                            {"m2", 1},
                                                            {"mm2", 1e-6},
                                                            {"mohm/m", 1e-3},
                                                            {"m3/h", 1.0 / 3600},
                                                            {"kg/m3", 1},
                                                            {"W/(m2*K)", 1}};
    const auto it = factors.find(unit);
    if (it == factors.end()) throw std::logic_error("bench book: no factor for the unit " + std::string(unit));
    return it->second;
}

bool Inputs::has(const char *key) const { return m_values.contains(key) && !m_values.at(key).is_null(); }

double Inputs::factor(const char *key) const {
    const auto *f = fieldOf(m_desc, "inputs", key);
    if (!f) throw std::logic_error("bench book: no input " + std::string(key));
    return unitFactor(f->at("unit").get<std::string>());
}

double Outputs::factor(const char *key) const {
    const auto *f = fieldOf(m_desc, "outputs", key);
    if (!f) throw std::logic_error("bench book: no output " + std::string(key));
    return unitFactor(f->at("unit").get<std::string>());
}

std::vector<std::string_view> names() {
    std::vector<std::string_view> out;
    for (const auto &[name, calc] : table())
        out.push_back(name);
    return out;
}

const Calculation *find(std::string_view name) {
    const auto it = table().find(name);
    return it == table().end() ? nullptr : it->second;
}

tl::expected<Outcome, std::string> calculate(std::string_view name, const Json &inputs) {
    const auto *calc = find(name);
    const auto *desc = description(name);
    if (!calc || !desc)
        return tl::unexpected("There is no calculation called '" + std::string(name) + "'; calc --list names them.");
    if (!inputs.is_object())
        return tl::unexpected(std::string("The input must be one JSON object { \"key\": value, ... }."));
    Outcome outcome;
    Json values = inputs;
    if (auto problem = checkMembers(desc->at("inputs"), "", values, outcome.notes)) return tl::unexpected(*problem);
    Outputs out(*desc);
    const Result<void> done = calc->run(Inputs(*desc, std::move(values)), out);
    if (!done) return tl::unexpected(sentence(done.error()));
    std::string where;
    if (!allFinite(out.values(), "", where))
        return tl::unexpected(where +
                              ": the result is not a finite number with these inputs; check them for extremes.");
    outcome.outputs = out.values();
    return outcome;
}

std::string helpText(std::string_view name) {
    const auto *desc = description(name);
    if (!desc || !find(name)) return {};
    std::ostringstream s;
    s << name << ": " << desc->value("title", "") << "\n";
    if (!desc->value("note", std::string()).empty()) s << desc->value("note", "") << "\n";
    for (const char *side : {"inputs", "outputs"}) {
        s << "\n" << (side[0] == 'i' ? "Inputs" : "Outputs") << "\n";
        for (const auto &f : desc->at(side)) {
            s << "  " << f.at("key").get<std::string>() << "  " << f.at("type").get<std::string>();
            if (f.value("unit", "-") != "-") s << " [" << f.value("unit", "") << "]";
            s << "  " << f.value("what", "");
            if (f.value("required", false)) s << "; needed";
            if (f.contains("default")) s << "; default " << f.at("default").dump();
            if (f.contains("choices")) s << "; one of " << f.at("choices").dump();
            if (f.contains("min") || f.contains("max"))
                s << "; usual " << (f.contains("min") ? f.at("min").dump() : "") << " to "
                  << (f.contains("max") ? f.at("max").dump() : "");
            s << "\n";
        }
    }
    return s.str();
}

} // namespace lw::book

namespace lw {

std::string sentence(const CalcError &error) {
    if (!error.detail.empty()) return error.parameter + ": " + error.detail;
    std::string s = error.parameter + ": ";
    const std::string given = generalNumber(error.given, 6), limit = generalNumber(error.limit, 6);
    switch (error.code) {
    case CalcErrorCode::NotPositive: s += given + " given; it must be above " + limit + "."; break;
    case CalcErrorCode::Negative: s += given + " given; it must not be below " + limit + "."; break;
    case CalcErrorCode::OutOfRange: s += given + " given; the limit is " + limit + "."; break;
    case CalcErrorCode::NotFinite: s += "not a finite number."; break;
    case CalcErrorCode::NoSolution: s += "cannot be built with " + given + "; the limit is " + limit + "."; break;
    case CalcErrorCode::Missing: s += "not known; it is needed."; break;
    case CalcErrorCode::BadText: s += "cannot be read."; break;
    }
    return s;
}

} // namespace lw
