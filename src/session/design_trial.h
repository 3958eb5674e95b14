// A change of a design looked at before it is taken: the whole job follows it, nothing of it stays when it is let go.
#pragma once

#include "session/session.h"

namespace lw {

class DesignTrial {
public:
    explicit DesignTrial(Session *session) : m_session(session) {}
    /// Shows the design with these entries; another trial of it before falls away. Writes no log.
    void show(const std::string &axis, const std::string &design, const std::vector<Patch> &patches);
    /// The design as it was before the first trial; no step to undo is left.
    void takeBack();
    [[nodiscard]] bool running() const { return m_running; }

private:
    /// The design and the supplies as whole entries: every trial touches the same two, so all of them are one step.
    void put(nlohmann::json design, nlohmann::json supplies);
    Session *m_session;
    std::string m_pointer;
    nlohmann::json m_design, m_supplies; ///< untouched
    bool m_running = false;
};

} // namespace lw
