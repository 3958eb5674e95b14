#include "drive/ribbed_belt.h"
#include "book/book.h"
#include "units/plain_number.h"
#include <cmath>
#include <string>
#include <vector>

namespace lw {

std::span<const RibSection> ribSections() {
    static constexpr RibSection rows[] = {{"PH", 1.60, 0.03, 13, 1.3, 0.15, 0.30, 1.33, 10},
                                          {"PJ", 2.34, 0.03, 20, 1.8, 0.20, 0.40, 2.06, 25},
                                          {"PK", 3.56, 0.05, 45, 2.5, 0.25, 0.50, 3.45, 60},
                                          {"PL", 4.70, 0.05, 75, 3.3, 0.40, 0.40, 4.92, 130},
                                          {"PM", 9.40, 0.08, 180, 6.4, 0.75, 0.75, 10.03, 400}};
    return rows;
}
const RibSection *ribSection(std::string_view name) {
    for (const auto &s : ribSections())
        if (name == s.name || (name.size() == 1 && name == s.name.substr(1))) return &s;
    return nullptr;
}
Result<RibbedForces> ribbedForces(const RibbedDrive &d) {
    const double r1 = d.small.value() / 2, r2 = d.large.value() / 2, C = d.centre.value();
    if (!(C > std::fabs(r2 - r1)) || !(C > r1 + r2))
        return fail(CalcErrorCode::OutOfRange, "centre_mm", C * 1e3, (r1 + r2) * 1e3, "the pulleys lie in each other.");
    RibbedForces f{};
    const double wrap = 2 * std::acos((r2 - r1) / C);
    f.wrapSmall = radians(wrap);
    f.speed = fromSi<Speed>(d.smallSpeed.value() * r1);
    const double pull = d.power.value() / f.speed.value();
    f.pull = newtons(pull);
    f.designRatio = std::pow(5, wrap / pi);
    f.slipRatio = std::exp(0.3 * wrap / std::sin(20 * pi / 180));
    f.wrapFactor = 1.25 * (1 - std::pow(5, -wrap / pi));
    const double slack = pull / (f.designRatio - 1);
    f.slack = newtons(slack);
    f.tight = newtons(pull + slack);
    f.atRest = newtons(slack + pull / 2);
    f.ribsExact = pull * d.service / (d.section->pull * f.wrapFactor);
    f.ribs = static_cast<int>(std::ceil(f.ribsExact - 1e-9));
    f.lastGroove = millimetres((f.ribs - 1) * d.section->pitch);
    return f;
}
Result<Length> centreOfBelt(Length d1, Length d2, Length belt) {
    const double r1 = std::fmin(d1.value(), d2.value()) / 2, r2 = std::fmax(d1.value(), d2.value()) / 2;
    const auto length = [&](double C) {
        const double lean = std::asin((r2 - r1) / C);
        return 2 * C * std::cos(lean) + r2 * (pi + 2 * lean) + r1 * (pi - 2 * lean);
    };
    double low = r1 + r2, high = belt.value(); // it grows with the centres
    if (!(length(low) <= belt.value()))
        return fail(CalcErrorCode::OutOfRange, "belt_length_mm", belt.value() * 1e3, length(low) * 1e3,
                    "too short for these pulleys.");
    for (int k = 0; k < 60; ++k) {
        const double middle = (low + high) / 2;
        (length(middle) < belt.value() ? low : high) = middle;
    }
    return metres((low + high) / 2);
}
Length grooveAt(const RibSection &s, int groove) { return millimetres(s.edge + groove * s.pitch); }

Result<RibbedCode> readRibbedCode(std::string_view text) {
    std::vector<std::string> words;
    bool number = false;
    for (const char c : text) {
        const bool digit = (c >= '0' && c <= '9') || c == '.';
        if (c == ' ' || c == '-' || c == '/') {
            number = false;
            words.emplace_back();
            continue;
        }
        if (words.empty() || digit != number) words.emplace_back();
        words.back() += digit ? c : c >= 'a' && c <= 'z' ? char(c - 32) : c;
        number = digit;
    }
    std::erase_if(words, [](const auto &w) { return w.empty(); });
    const auto bad = [&](const char *why) {
        return fail(CalcErrorCode::BadText, "code", 0, 0, "'" + std::string(text.substr(0, 40)) + "' " + why);
    };
    if (words.size() != 3) return bad("is no ribbed belt. Write 6 PJ 1200, or 470 J 6.");
    RibbedCode out;
    out.section = ribSection(words[1]);
    const auto first = readNumber(words[0]), last = readNumber(words[2]);
    if (!out.section || !first || !last || !(*first > 0) || !(*last > 0))
        return bad("is no ribbed belt. Write 6 PJ 1200, or 470 J 6.");
    // the smaller number counts ribs, whichever side it stands on
    const double ribs = std::min(*first, *last), length = std::max(*first, *last);
    if (ribs != std::floor(ribs) || ribs > 60 || ribs == length)
        return bad("cannot be told: which number is the ribs? Write 6 PJ 1200.");
    out.ribs = static_cast<int>(ribs);
    // a single letter with the ribs behind is the inch form, a tenth of an inch a step: 470 J 6; above 800 it is
    // millimetres, as no such code is sold in inches beyond
    out.inch = words[1].size() == 1 && *last == ribs && length < 800;
    out.length = millimetres(out.inch ? length * 2.54 : length);
    return out;
}

namespace book {
namespace {
constexpr Calculation ribbedTable[] = {
    {"polyv",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         LW_TRY(f,
                ribbedForces({ribSection(in.text("belt_section")), in.get<Power>("power_W"),
                              in.get<Length>("small_d_mm"), in.get<Length>("large_d_mm"), in.get<Length>("centre_mm"),
                              in.get<AngularSpeed>("small_pulley_rpm"), in.number("service_factor")}));
         out.put("wrap_small_deg", f.wrapSmall);
         out.put("belt_speed_m_s", f.speed);
         out.put("effective_pull_N", f.pull);
         out.number("tension_ratio_design", f.designRatio);
         out.number("tension_ratio_slip", f.slipRatio);
         out.number("wrap_factor", f.wrapFactor);
         out.put("tight_side_N", f.tight);
         out.put("slack_side_N", f.slack);
         out.put("static_tension_N", f.atRest);
         out.number("ribs_exact", f.ribsExact);
         out.json("ribs", f.ribs);
         out.put("last_groove_offset_mm", f.lastGroove);
         return {};
     },
     "RIBBED"},
};
} // namespace
std::span<const Calculation> ribbedCalculations() { return ribbedTable; }
} // namespace book
} // namespace lw
