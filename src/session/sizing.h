// Looks for whole designs beside the window, for one axis or for all of them.
#pragma once

#include "search/machine_size.h"
#include "session/background_search.h"

namespace lw {

struct SizingAnswer {
    std::string axis;
    std::shared_ptr<const SizeSpace> space;
    std::shared_ptr<const SizeResult> result;
    SizeLimits limits;
    double seconds = 0, firstSeconds = 0; ///< until all of it stood, until there were proposals
};

/// Answers twice: when front and proposals stand, and when everything does.
class Sizing : public BackgroundSearch {
    Q_OBJECT
public:
    using BackgroundSearch::BackgroundSearch;
    /// Asks anew; an equal question that runs or is answered already is not asked again.
    void ask(const nlohmann::json &project, const std::string &axis);
    [[nodiscard]] const SizingAnswer &answer() const { return m_answer; }

private:
    SizingAnswer m_answer;
};

class MachineSizing : public BackgroundSearch {
    Q_OBJECT
public:
    using BackgroundSearch::BackgroundSearch;
    void ask(const nlohmann::json &project);
    /// Null until it is answered.
    [[nodiscard]] const std::shared_ptr<const MachineResult> &answer() const { return m_answer; }

private:
    std::shared_ptr<const MachineResult> m_answer;
};

} // namespace lw
