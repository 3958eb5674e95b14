#include "machine/project_file.h"
#include "machine/carry_over.h"
#include "machine/fields.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>
#include <functional>

namespace lw {
using Json = nlohmann::json;

namespace {

/// Calls `visit` for every place that is a field; the pointer of each.
void eachField(Json &node, const std::string &pointer,
               const std::function<void(Json &, const std::string &, const FieldSpec &)> &visit) {
    if (!node.is_object()) return;
    for (auto it = node.begin(); it != node.end(); ++it) {
        const std::string p = pointer + "/" + it.key();
        if (const auto *f = fieldAt(p))
            visit(it.value(), p, *f);
        else
            eachField(it.value(), p, visit);
    }
}

/// Empty objects mean nothing; without them an edit and its undo leave the very same job.
void dropEmpty(Json &node, int depth) {
    if (!node.is_object()) return;
    for (auto it = node.begin(); it != node.end();) {
        dropEmpty(it.value(), depth + 1);
        const bool keep = depth == 0 && (it.key() == "axes" || it.key() == "parts");
        it = it->is_null() || (it->is_object() && it->empty() && !keep) ? node.erase(it) : std::next(it);
    }
}

std::string placeOf(std::string_view text, std::size_t byte) {
    const auto upTo = text.substr(0, std::min(byte, text.size()));
    const auto line = std::count(upTo.begin(), upTo.end(), '\n') + 1;
    return "line " + std::to_string(line);
}

constexpr int deepest = 64;
bool tooDeep(std::string_view text) {
    int depth = 0;
    bool quoted = false;
    for (std::size_t k = 0; k < text.size(); ++k) {
        const char c = text[k];
        if (quoted) {
            if (c == '\\')
                ++k;
            else if (c == '"')
                quoted = false;
        } else if (c == '"')
            quoted = true;
        else if (c == '{' || c == '[') {
            if (++depth > deepest) return true;
        } else if (c == '}' || c == ']')
            --depth;
    }
    return false;
}

} // namespace

tl::expected<ReadProject, std::string> readProject(std::string_view text, std::string_view fileName) {
    const std::string name(fileName);
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    if (text.find_first_not_of(" \t\r\n") == std::string_view::npos)
        return tl::unexpected(name + ": the file is empty. Open its backup, the same name with ~ behind it.");
    if (tooDeep(text)) return tl::unexpected(name + ": nested too deep to be a Lathewright job.");
    ReadProject out;
    try {
        out.project = Json::parse(text);
    } catch (const Json::parse_error &e) {
        const bool cut = e.byte + 1 >= text.size();
        return tl::unexpected(
            name + ", " + placeOf(text, e.byte) + ": " +
            (cut ? "the file breaks off in the middle. Open its backup, the same name with ~ behind it."
                 : "this is not JSON. It was not written by Lathewright, or was damaged; open its backup, the same "
                   "name with ~ behind it."));
    } catch (const Json::exception &e) { // a number beyond a double, say
        return tl::unexpected(name + ": a value in it is beyond any size a number can have (" +
                              std::string(e.what()).substr(0, 120) +
                              "). Mend it, or open the backup, the same name with ~ behind it.");
    }
    auto &p = out.project;
    if (!p.is_object() || !p.contains("program") || p["program"] != "lathewright")
        return tl::unexpected(name + ": not a Lathewright job: \"program\" does not say lathewright.");
    if (!p.contains("format") || !p["format"].is_number_integer())
        return tl::unexpected(name + ", /format: a whole number is wanted; this version writes " +
                              std::to_string(projectFormat) + ".");
    if (p["format"].get<double>() > projectFormat)
        return tl::unexpected(name + ": made by a newer Lathewright (format " + p["format"].dump() +
                              "; this one reads up to " + std::to_string(projectFormat) +
                              "). Update, or export it there in the older format.");
    if (p["format"].get<double>() < 1) return tl::unexpected(name + ", /format: there is no format below 1.");
    for (const char *key : {"name", "class", "currency", "today"})
        if (p.contains(key) && !p[key].is_string())
            return tl::unexpected(name + ", /" + key + ": text in quotes is wanted here.");
    for (const char *key : {"axes", "parts", "spindle", "controller", "supplies", "limits", "junk_box", "cabinet"})
        if (p.contains(key) && !p[key].is_object())
            return tl::unexpected(name + ", /" + key + ": an object { } is wanted here.");
    if (p.contains("axes"))
        for (const auto &[id, axis] : p["axes"].items()) {
            const std::string at = "/axes/" + id;
            if (!axis.is_object()) return tl::unexpected(name + ", " + at + ": an axis must be an object { }.");
            if (id.empty() || id.find_first_of("/~") != std::string::npos)
                return tl::unexpected(name + ", " + at + ": an axis cannot be called that; use a letter.");
            for (const char *key : {"survey", "duty", "targets", "designs"})
                if (axis.contains(key) && !axis[key].is_object())
                    return tl::unexpected(name + ", " + at + "/" + key + ": an object { } is wanted here.");
        }
    if (p["format"] == 1) carryOverFormat1(p);
    dropEmpty(p, 0);
    std::string wrong;
    eachField(p, "", [&](Json &v, const std::string &at, const FieldSpec &f) {
        if (!wrong.empty() || v.is_null()) return;
        if (f.kind == FieldKind::Value) {
            if (v.is_number() || v.is_string())
                v = Json{{"typed", v.is_string() ? v.get<std::string>() : v.dump()}, {"standing", "stated"}};
            if (!v.is_object()) {
                wrong = at + ": a value such as {\"typed\": \"5mm\", \"standing\": \"measured\"} is wanted here.";
                return;
            }
            if (!v.contains("typed") && v.contains("value") && v["value"].is_number()) v["typed"] = v["value"].dump();
            for (const char *key : {"typed", "standing", "spread", "note"})
                if (v.contains(key) && !v[key].is_string()) wrong = at + "/" + key + ": text in quotes is wanted here.";
            if (!wrong.empty() || !v.contains("typed")) return;
            const auto read = readTyped(v["typed"].get<std::string>(), f.dimension, f.unit);
            if (!read)
                out.notes.push_back(at + ": " + read.error().sentence + " It is kept, and counts as not known.");
            else if (v.contains("value") && v["value"].is_number()) {
                const double own = unitInSi(f.unit, f.dimension).value_or(1.0);
                if (std::fabs(v["value"].get<double>() * own - read->si) > 1e-6 * std::fabs(read->si))
                    out.notes.push_back(at + ": typed says " + v["typed"].get<std::string>() + " but value says " +
                                        v["value"].dump() + "; what was typed counts.");
            }
            v.erase("value");
        } else if (!v.is_string()) {
            wrong = at + ": text in quotes is wanted here.";
        } else if (f.kind == FieldKind::Choice) {
            const auto choices = choicesOf(f);
            const auto s = v.get<std::string>();
            if (std::none_of(choices.begin(), choices.end(), [&](const auto &c) { return c.code == s; }))
                wrong = at + ": '" + s + "' is not one of the choices (" + choices.front().code + " ...).";
        }
    });
    if (!wrong.empty()) return tl::unexpected(name + ", " + wrong);
    return out;
}

int formatOf(std::string_view text) {
    if (tooDeep(text)) return 0;
    const auto job = Json::parse(text, nullptr, false);
    if (!job.is_object() || job.value("program", Json()) != "lathewright") return 0;
    const auto format = job.find("format");
    return format != job.end() && format->is_number_integer() ? format->get<int>() : 0;
}

std::string writeProject(const Json &project) {
    Json copy = project;
    eachField(copy, "", [](Json &v, const std::string &, const FieldSpec &f) {
        if (f.kind != FieldKind::Value || !v.is_object() || !v.contains("typed") || !v["typed"].is_string()) return;
        if (const auto read = readTyped(v["typed"].get<std::string>(), f.dimension, f.unit)) {
            // twelve digits: enough to give the value back, few enough to stay readable
            const double own = read->si / unitInSi(f.unit, f.dimension).value_or(1.0);
            if (std::isfinite(own)) v["value"] = readNumber(generalNumber(own, 12)).value_or(own);
        }
    });
    return copy.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

Json emptyProject() {
    return {{"format", projectFormat},     {"program", "lathewright"}, {"name", ""},
            {"class", "bench_mill"},       {"currency", "EUR"},        {"axes", Json::object()},
            {"axis_order", Json::array()}, {"parts", Json::object()}};
}

} // namespace lw
