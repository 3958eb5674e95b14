// The workshop of wiringOf: figures first, then what they mean, one file a subject. Not for use outside this folder.
#pragma once

#include "machine/patch.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include "wiring/wiring.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace lw {
namespace wiring {
inline std::string n2(double v) { return numberText(v, 2); }
inline std::string n3(double v) { return numberText(v, 3); }
inline std::string upTo(double v) { return numberText(std::ceil(v * 10) / 10, 3); } ///< a demand, never told smaller
inline nlohmann::json stated(const std::string &typed) { return {{"typed", typed}, {"standing", "stated"}}; }
inline std::string joinedWith(const std::vector<std::string> &names) {
    std::string t;
    for (std::size_t k = 0; k < names.size(); ++k)
        t += (k == 0 ? "" : k + 1 == names.size() ? " and " : ", ") + names[k];
    return t;
}
inline Verdict graded(double margin, double must, double wanted) {
    return !(margin == margin)             ? Verdict::NotKnown
           : margin >= wanted * (1 - 1e-9) ? Verdict::Holds
           : margin >= must * (1 - 1e-9)   ? Verdict::Watch
                                           : Verdict::Fails;
}
inline double square(Known area) { return area.v * 1e6; } ///< mm^2

class Wirer {
public:
    Wirer(const nlohmann::json &project, std::span<const WiredDesign> designs)
        : m_project(project), m_designs(designs) {}
    WiringSheet run();

private:
    using Kind = WirePlace::Kind;
    void axes();
    void supplies();
    void mains();
    void chain();
    void cabinet();
    void axisFindings();
    void roomFindings();
    void supplyFindings();
    void resistorFinding(WiredSupply &s, double given, double burnt, double time, const std::string &what);
    [[nodiscard]] double allDayOf(const WiredSupply &s, double given, double burnt, double time) const;
    void mainsFindings();
    void timingFindings();
    void spindleEncoderFindings();
    void chainFindings();
    void cabinetFindings();
    void airFindings();
    [[nodiscard]] bool dustConducts() const; ///< said so, or not said and a grinder's

    WireFinding &add(std::string code, std::string title, WirePlace place, Verdict v, std::string sentence) {
        WireFinding f;
        f.code = std::move(code);
        f.title = std::move(title);
        f.place = std::move(place);
        f.verdict = v;
        f.sentence = std::move(sentence);
        m_out.findings.push_back(std::move(f));
        return m_out.findings.back();
    }
    [[nodiscard]] Known at(const std::string &place) const { return knownAt(m_project, place); }
    [[nodiscard]] std::string text(const std::string &place) const { return textAt(m_project, place); }
    /// Where the design of an axis stands, with its slash.
    [[nodiscard]] static std::string designOf(const WiredAxis &a) {
        return "/axes/" + a.id + "/designs/" + a.design + "/";
    }
    const nlohmann::json &m_project;
    std::span<const WiredDesign> m_designs;
    WiringSheet m_out;
};
} // namespace wiring
} // namespace lw
