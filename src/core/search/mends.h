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
    bool priced = true; ///< false: price not known
    int breaks = 0;     ///< other findings that fail because of it
};

/// Looks for mends of an axis' findings; what they share is worked out once.
class MendFinder {
public:
    MendFinder(const nlohmann::json &project, const AxisModel &m);
    ~MendFinder();
    [[nodiscard]] std::vector<Mend> of(const Finding &f) const;

private:
    struct Kept;
    std::unique_ptr<Kept> m_kept;
};

/// Mends of one finding, best first: those that make it hold and break nothing, cheapest first, then those that help.
/// Empty where the design cannot mend it (survey and fit findings print the first lever of their check).
[[nodiscard]] std::vector<Mend> findMends(const nlohmann::json &project, const AxisModel &m, const Finding &f);

} // namespace lw
