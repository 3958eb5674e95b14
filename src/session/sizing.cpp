#include "session/sizing.h"
#include "machine/rides.h"
#include <QElapsedTimer>
#include <QMetaObject>
#include <QPointer>

namespace lw {

namespace {
/// All of the job that a search looks at, as text to compare by.
std::string looksAt(const nlohmann::json &project, const std::string &axis) {
    std::string out = axis + "|";
    for (const char *part : {"/class", "/controller", "/spindle", "/supplies", "/junk_box", "/cold_day_factor"})
        out += valueAt(project, part).dump() + "|";
    for (const auto &id : carriedBy(project, axis))
        out += valueAt(project, "/axes/" + id + (id == axis ? "" : "/survey/moving_mass")).dump() + "|";
    return out;
}
} // namespace

void Sizing::stop() {
    ++m_question;
    if (m_watch) m_watch->stop = true;
    m_watch.reset();
    m_asked.clear();
    // the window does not wait for it: it sees the flag and ends; its answer would be to an older question
    if (m_thread.joinable()) m_retired.push_back(std::move(m_thread));
    if (m_retired.size() > 2) m_retired.erase(m_retired.begin());
    m_running = false;
}

void Sizing::ask(const nlohmann::json &project, const std::string &axis) {
    auto about = looksAt(project, axis);
    if (about == m_asked) return; // asked, and running or answered
    stop();
    m_asked = std::move(about);
    m_running = true;
    m_watch = std::make_shared<SizeWatch>();
    m_thread = std::jthread([this, watch = m_watch, job = project, axis, question = m_question] {
        QElapsedTimer clock;
        clock.start();
        SizingAnswer answer;
        answer.axis = axis;
        answer.limits = limitsOf(job, axis);
        const auto &catalogue = catalogueInUse();
        auto space = std::make_shared<SizeSpace>(sizeSpace(job, axis, shownDesign(job, axis), catalogue, haveOf(job)));
        answer.space = space;
        const auto tell = [&](const SizeResult &result, bool whole) {
            answer.result = std::make_shared<SizeResult>(result);
            answer.seconds = double(clock.elapsed()) / 1000;
            if (!whole) answer.firstSeconds = answer.seconds;
            QMetaObject::invokeMethod(
                this, [this, question, answer, whole] { take(question, answer, whole); }, Qt::QueuedConnection);
        };
        watch->early = [&](const SizeResult &result) { tell(result, false); };
        watch->progress = [this, question](double share) {
            QMetaObject::invokeMethod(
                this,
                [this, question, share] {
                    if (question == m_question) emit progressed(share);
                },
                Qt::QueuedConnection);
        };
        const unsigned threads = std::max(1U, std::thread::hardware_concurrency());
        if (const auto result = sizeAxis(*space, answer.limits, catalogue, watch.get(), threads)) tell(*result, true);
    });
}

void Sizing::take(std::uint64_t question, SizingAnswer answer, bool whole) {
    if (question != m_question) return; // an answer to an older question
    m_answer = std::move(answer);
    m_running = !whole;
    emit answered();
}

} // namespace lw
