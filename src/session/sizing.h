// Looks for whole designs beside the window, for one axis or for all of them.
#pragma once

#include "search/table_ways.h"
#include "search/machine_size.h"
#include "session/background_search.h"

namespace lw {

struct SizingAnswer {
    std::string axis;
    std::shared_ptr<const SizeSpace> space;
    std::shared_ptr<const SizeResult> result;
    SizeLimits limits;
    bool firstLook = false; ///< of a few rows of the catalogue only: the whole is still being looked through
    double seconds = 0, firstSeconds = 0; ///< until all of it stood, until the whole catalogue had proposals
};

/// Answers up to four times: after a first look at few rows, when front and proposals of all stand, when all that
/// holds is counted, and when the fronts by other figures stand too.
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

/// Tells designs of a front in full, with their drawing and chance: what the search itself does for three of them only.
class Telling : public BackgroundSearch {
    Q_OBJECT
public:
    using BackgroundSearch::BackgroundSearch;
    void ask(const std::shared_ptr<const SizeSpace> &space, const std::vector<Figured> &designs);
    /// Of the designs asked last; empty until they stand.
    [[nodiscard]] const std::vector<Proposal> &answer() const { return m_answer; }

private:
    std::vector<Proposal> m_answer;
    std::string m_about;
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

/// Ways to turn a table, beside the window.
class TableSizing : public BackgroundSearch {
    Q_OBJECT
public:
    using BackgroundSearch::BackgroundSearch;
    void ask(const nlohmann::json &project, const AxisModel &m);
    [[nodiscard]] const std::optional<TableWays> &answer() const { return m_answer; }

private:
    std::optional<TableWays> m_answer;
};

} // namespace lw
