// A search beside the window: one at a time on a thread of its own; a newer question stops the older one, whose answer
// is dropped. The window never waits for it.
#pragma once

#include "search/size.h"
#include <QObject>
#include <functional>
#include <memory>
#include <string>
#include <thread>
#include <vector>

namespace lw {

class BackgroundSearch : public QObject {
    Q_OBJECT
public:
    explicit BackgroundSearch(QObject *parent = nullptr) : QObject(parent) {}
    ~BackgroundSearch() override { stop(); }
    void stop();
    [[nodiscard]] bool running() const { return m_running; }

signals:
    void progressed(double share);
    void answered();

protected:
    /// Starts `work` unless it is about what is asked or answered already. It runs on the other thread and hands its
    /// answers to `deliver`.
    void start(std::string about, std::function<void(SizeWatch &, std::uint64_t question)> work);
    /// From the other thread: `take` runs in the window's when the question is still the newest.
    void deliver(std::uint64_t question, bool last, std::function<void()> take);
    /// All of the job that a search for one axis looks at, as text to compare by.
    [[nodiscard]] static std::string looksAt(const nlohmann::json &project, const std::string &axis);

private:
    std::uint64_t m_question = 0; ///< the newest
    std::string m_asked;          ///< what it was about
    std::shared_ptr<SizeWatch> m_watch;
    std::vector<std::jthread> m_retired; ///< told to stop, not ended yet
    std::jthread m_thread;
    bool m_running = false;
};

} // namespace lw
