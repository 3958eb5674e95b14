#include "proof/words/narrate.h"
#include "proof/check.h"
#include "proof/words/shop_words.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
constexpr std::string_view nbsp = "\u00a0";
}

Dimension rowDimension(const Finding &f) {
    if (f.unit == "mrad") return Dimension::Number;
    for (auto d : {Dimension::Length, Dimension::Force, Dimension::Torque, Dimension::Speed, Dimension::Frequency,
                   Dimension::Angle, Dimension::Time, Dimension::Mass, Dimension::Voltage, Dimension::Current,
                   Dimension::Power, Dimension::Inertia, Dimension::Pressure})
        if (!f.unit.empty() && unitInSi(f.unit, d)) return d;
    return Dimension::Number;
}

double inRowUnit(const Finding &f, double si) {
    const auto unit = f.unit;
    if (unit == "mrad") return si * 1e3;
    if (unit == "%") return si * 100;
    if (unit == "rpm" || unit == "mm·rpm" || unit.empty()) return si;
    return si / unitInSi(unit, rowDimension(f)).value_or(1.0);
}

std::string timesText(double ratio) {
    if (!(ratio == ratio)) return "not known";
    if (ratio <= 0) return "0×";
    if (ratio > 99.5) return "over 99×";
    return numberText(ratio, ratio < 9.95 ? 2 : 3) + "×";
}

std::string marginText(const Finding &f) {
    if (f.missing) return "?";
    if (f.rung) {
        if (std::isinf(f.margin)) return "endless";
        std::string t = timesText(f.margin);
        if (f.margin >= 0.95 && f.margin < 9.95 && t.find('.') == std::string::npos)
            t.insert(t.size() - std::string_view("×").size(), ".0");
        return t;
    }
    return f.check->figure ? f.check->figure(f) : std::string(verdictWord(f.verdict));
}

std::string bandText(const Finding &f) {
    if (!(f.low == f.low)) return {};
    return numberText(f.low, 2) + "–" + timesText(f.high);
}

std::string figuresOf(const Finding &f) {
    if (f.missing) return "";
    const std::string label = unitLabel(shownUnit(f.unit));
    const double scale = shownScale(rowDimension(f), f.unit);
    if (!f.rung) {
        if (f.id == "P2"_check) return numberText(inRowUnit(f, f.demand) * scale, 2) + std::string(nbsp) + label;
        return "";
    }
    const std::string u = label.empty() ? "" : std::string(nbsp) + label;
    auto shown = [&](double v) {
        const int digits = std::fabs(inRowUnit(f, v)) >= 1000 ? 4 : 3;
        return scale == 1 ? numberText(inRowUnit(f, v), digits)
                          : shownNumber(inRowUnit(f, v) * unitInSi(f.unit, rowDimension(f)).value_or(1),
                                        rowDimension(f), f.unit, digits);
    };
    return shown(f.demand) + " of " + shown(f.capacity) + u;
}

namespace {
/// ", second belt" where the chain has more than one stage of its kind.
std::string whichStage(const AxisModel &m, const Finding &f) {
    const int place = f.subject.stage;
    if (place < 0 || place >= static_cast<int>(m.stages.size())) return {};
    constexpr std::string_view ordinals[] = {"first", "second", "third", "fourth", "fifth", "sixth"};
    const auto kind = m.stages[std::size_t(place)].stage.index();
    int all = 0, before = 0;
    for (int k = 0; k < static_cast<int>(m.stages.size()); ++k) {
        const bool same = m.stages[std::size_t(k)].stage.index() == kind;
        all += same;
        before += same && k < place;
    }
    if (all < 2) return {};
    const auto code = std::visit([](const auto &stage) { return stage.code; }, m.stages[std::size_t(place)].stage);
    return ", " + std::string(ordinals[before]) + " " + std::string(code);
}
} // namespace

std::string titleOf(const AxisModel &m, const Finding &f) {
    std::string t = f.check->name ? f.check->name(m, f) : std::string(f.check->title);
    if (const auto *c = f.check->name ? nullptr : cutOf(m, f)) t += ", " + c->name;
    return t + whichStage(m, f);
}

std::string missingOf(const AxisModel &m, const Finding &f) {
    Asks asks;
    if (f.check->needs) f.check->needs(m, f, asks);
    return asks.text().empty() ? "an input that can be worked with" : asks.text();
}

std::string sentenceOf(const AxisModel &m, const AxisState &s, const Finding &f) {
    if (!f.missing) return f.check->say ? f.check->say({m, s}, f) : titleOf(m, f);
    // a check may know better than "not known" what is wrong with what was typed
    if (f.id == "TR-02"_check)
        if (auto said = f.check->say({m, s}, f); !said.empty()) return said;
    return titleOf(m, f) + ": not known. Needed: " + missingOf(m, f) + ".";
}

std::string dangerOf(const AxisModel &m, const AxisState &s, const Finding &f) {
    return f.check->caution && !f.missing ? f.check->caution({m, s}, f) : std::string();
}
std::string cautionOf(const AxisModel &m, const AxisState &s, const Finding &f) {
    auto words = dangerOf(m, s, f);
    if (!f.check->caution && f.verdict != Verdict::Holds) words = f.check->hazard;
    return words;
}

std::string reasonOf(const AxisModel &m, const AxisState &s, const Finding &f) {
    if (f.likely)
        return "Likely fails, measure to be sure: " + numberText(f.chance * 100, 2) + " in 100 keep it; " +
               bandText(f) + ".";
    if (f.id == "TR-14"_check && f.assumedDecides)
        return "Rated by a table of such motors: read this one's data sheet.";
    if (f.assumedDecides) return "Anything from " + bandText(f) + " until an assumed input is measured.";
    if (f.check->why) return f.check->why({m, s}, f);
    if (!f.rung || f.verdict == Verdict::NotKnown) return {};
    return std::string(f.check->code) + ", " + std::string(partName(f.check->part)) + ".";
}

bool waitsForDesign(const AxisModel &m, const Finding &f) {
    return f.missing && !m.hasMotor() && f.check->station != StationId::AsFound && f.check->station != StationId::Duty;
}
std::string leverOf(const AxisModel &m, const Finding &f) {
    return waitsForDesign(m, f) ? "Choose a design: Drive (3) proposes some that hold." : std::string(f.check->advice);
}

} // namespace lw
