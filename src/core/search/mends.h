// Mends: real changes of the design tried one by one, the finding judged again, the price told.
#pragma once

#include "machine/patch.h"
#include "proof/evaluate.h"
#include <memory>
#include <string>
#include <vector>

namespace lw {

struct Mend {
    std::string words;          ///< "Pulleys 20:40 and a 400 belt make it 2.3×"
    std::vector<Patch> patches; ///< applied as one step; empty: advice only
    double margin = notKnown;   ///< of the finding afterwards
    Verdict verdict = Verdict::NotKnown;
    double price = 0;   ///< in the project's currency: what is to be bought new for it
    double listed = 0;  ///< of the price, what the list of parts holds already for what it replaces
    bool priced = true; ///< false: price not known
    int breaks = 0;     ///< other findings that fail because of it
};

/// What it does, what it costs and what it breaks: "Pulleys 20:40 make it 2.3×: ≈22 €, on the list already".
[[nodiscard]] std::string mendWords(const Mend &m, const std::string &currency);

/// Looks for mends of an axis' findings; what they share is worked out once.
class MendFinder {
public:
    MendFinder(const nlohmann::json &project, const AxisModel &m);
    ~MendFinder();
    [[nodiscard]] std::vector<Mend> of(const Finding &f) const;
    /// What several mends taken one after the other have to buy new, with `price`, `listed` and `priced` set.
    [[nodiscard]] Mend together(const std::vector<Mend> &mends) const;

    /// The same for a design that was read already with all of them taken.
    void price(const AxisModel &after, const AxisState &state, Mend &into) const;

private:
    struct Kept;
    std::unique_ptr<Kept> m_kept;
};

/// Mends of one finding, best first: those that make it hold and break nothing, cheapest first, then those that help.
/// Empty where the design cannot mend it (survey and fit findings print the first lever of their check).
[[nodiscard]] std::vector<Mend> findMends(const nlohmann::json &project, const AxisModel &m, const Finding &f);

} // namespace lw
