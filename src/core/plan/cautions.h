// What can hurt, in two short sentences, and where it belongs. Danger ones are read and ticked once a working day
// before the step goes on. They quote no standard's text and make no machine safe.
#pragma once

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

enum class Severity { Danger, Warning, Caution };
struct CautionText {
    std::string_view id; ///< "S04"
    Severity severity;
    std::string_view head;  ///< three words
    std::string_view words; ///< {m} stands for a mass in kg
};
std::span<const CautionText> cautionTexts();
const CautionText *cautionText(std::string_view id);

/// A caution where it bites, with its figures filled in.
struct Caution {
    const CautionText *text = nullptr;
    std::string words;
};
/// @param massKg of what is lifted or carried; not known: NaN
[[nodiscard]] Caution caution(std::string_view id, double massKg);
/// Stands under every list of cautions.
std::string_view localRulesFirst();

} // namespace lw
