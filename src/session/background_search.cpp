#include "session/background_search.h"
#include "machine/rides.h"
#include <QMetaObject>

namespace lw {

std::string BackgroundSearch::looksAt(const nlohmann::json &project, const std::string &axis) {
    std::string out = axis + "|" + std::to_string(reinterpret_cast<std::uintptr_t>(&catalogueInUse())) + "|";
    for (const char *part : {"/class", "/controller", "/spindle", "/supplies", "/junk_box", "/cold_day_factor"})
        out += valueAt(project, part).dump() + "|";
    for (const auto &id : carriedBy(project, axis))
        out += valueAt(project, "/axes/" + id + (id == axis ? "" : "/survey/moving_mass")).dump() + "|";
    return out;
}

void BackgroundSearch::stop() {
    ++m_question;
    if (m_watch) m_watch->stop = true;
    m_watch.reset();
    m_asked.clear();
    // the window does not wait for it: it sees the flag and ends; its answer would be to an older question
    if (m_thread.joinable()) m_retired.push_back(std::move(m_thread));
    if (m_retired.size() > 2) m_retired.erase(m_retired.begin());
    m_running = false;
}

void BackgroundSearch::start(std::string about, std::function<void(SizeWatch &, std::uint64_t)> work) {
    if (about == m_asked) return; // asked, and running or answered
    stop();
    m_asked = std::move(about);
    m_running = true;
    m_watch = std::make_shared<SizeWatch>();
    m_watch->progress = [this, question = m_question](double share) {
        QMetaObject::invokeMethod(
            this,
            [this, question, share] {
                if (question == m_question) emit progressed(share);
            },
            Qt::QueuedConnection);
    };
    m_thread =
        std::jthread([watch = m_watch, question = m_question, work = std::move(work)] { work(*watch, question); });
}

void BackgroundSearch::deliver(std::uint64_t question, bool last, std::function<void()> take) {
    QMetaObject::invokeMethod(
        this,
        [this, question, last, take = std::move(take)] {
            if (question != m_question) return; // an answer to an older question
            take();
            m_running = !last;
            emit answered();
        },
        Qt::QueuedConnection);
}

} // namespace lw
