#include "session/design_trial.h"
#include <utility>

namespace lw {
using namespace Qt::StringLiterals;
using Json = nlohmann::json;

void DesignTrial::put(Json design, Json supplies) {
    const bool log = std::exchange(m_session->writesLog, false);
    m_session->apply({{{m_pointer, std::move(design)}, {"/supplies", std::move(supplies)}},
                      u"trial"_s,
                      u"trial:"_s + QString::fromStdString(m_pointer)});
    m_session->writesLog = log;
}
void DesignTrial::show(const std::string &axis, const std::string &design, const std::vector<Patch> &patches) {
    const std::string pointer = "/axes/" + axis + "/designs/" + design;
    if (m_running && pointer != m_pointer) takeBack();
    if (!m_running) {
        m_pointer = pointer;
        m_design = m_session->at(pointer);
        m_supplies = m_session->at("/supplies");
        m_running = true;
    }
    Json job = Json::object();
    setAt(job, m_pointer, m_design);
    setAt(job, "/supplies", m_supplies);
    for (const auto &p : patches)
        setAt(job, p.pointer, p.value);
    put(valueAt(job, m_pointer), valueAt(job, "/supplies"));
}
void DesignTrial::takeBack() {
    if (!std::exchange(m_running, false)) return;
    put(std::move(m_design), std::move(m_supplies));
}

} // namespace lw
