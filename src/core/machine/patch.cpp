#include "machine/patch.h"
#include "machine/known.h"
#include <algorithm>

namespace lw {
using Json = nlohmann::json;

namespace {
std::vector<std::string> split(const std::string &pointer) {
    std::vector<std::string> parts;
    std::size_t k = 1;
    while (k <= pointer.size() && !pointer.empty()) {
        const auto slash = std::min(pointer.find('/', k), pointer.size());
        parts.push_back(pointer.substr(k, slash - k));
        k = slash + 1;
    }
    return parts;
}
} // namespace

void setAt(Json &project, const std::string &pointer, const Json &value) {
    const auto parts = split(pointer);
    if (parts.empty()) {
        project = value;
        return;
    }
    if (value.is_null()) { // take it away, and the objects that it alone kept
        std::vector<Json *> chain{&project};
        for (std::size_t k = 0; k + 1 < parts.size(); ++k) {
            if (!chain.back()->is_object()) return;
            const auto it = chain.back()->find(parts[k]);
            if (it == chain.back()->end()) return;
            chain.push_back(&*it);
        }
        for (std::size_t k = parts.size(); k-- > 0;) {
            if (!chain[k]->is_object()) return;
            chain[k]->erase(parts[k]);
            const bool keep = k == 0 || (k == 1 && (parts[0] == "axes" || parts[0] == "parts"));
            if (!chain[k]->empty() || keep) return;
        }
        return;
    }
    Json *at = &project;
    for (std::size_t k = 0; k + 1 < parts.size(); ++k) {
        if (!at->is_object()) *at = Json::object();
        at = &(*at)[parts[k]];
    }
    if (!at->is_object()) *at = Json::object();
    (*at)[parts.back()] = value;
}

Json valueAt(const Json &project, const std::string &pointer) {
    const auto *node = nodeAt(project, pointer);
    return node ? *node : Json();
}

Json patched(const Json &project, const std::vector<Patch> &patches) {
    Json out = project;
    for (const auto &p : patches)
        setAt(out, p.pointer, p.value);
    return out;
}

} // namespace lw
