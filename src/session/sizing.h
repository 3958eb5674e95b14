// Looks for whole designs beside the window: one search at a time on a thread of its own; a newer question stops the
// older one, whose answer is dropped.
#pragma once

#include "search/size.h"
#include <QObject>
#include <memory>
#include <string>
#include <thread>

namespace lw {

struct SizingAnswer {
    std::string axis;
    std::shared_ptr<const SizeSpace> space;
    std::shared_ptr<const SizeResult> result;
    SizeLimits limits;
    double seconds = 0, firstSeconds = 0; ///< until all of it stood, until there were proposals
};

class Sizing : public QObject {
    Q_OBJECT
public:
    explicit Sizing(QObject *parent = nullptr) : QObject(parent) {}
    ~Sizing() override { stop(); }
    /// Asks anew; an equal question that runs or is answered already is not asked again.
    void ask(const nlohmann::json &project, const std::string &axis);
    void stop();
    [[nodiscard]] const SizingAnswer &answer() const { return m_answer; }
    [[nodiscard]] bool running() const { return m_running; }

signals:
    void progressed(double share);
    /// Front and proposals stand, or, the second time, everything.
    void answered();

private:
    void take(std::uint64_t question, SizingAnswer answer, bool whole);
    std::uint64_t m_question = 0; ///< the newest
    std::string m_asked;          ///< what it was about
    std::shared_ptr<SizeWatch> m_watch;
    std::vector<std::jthread> m_retired; ///< told to stop, not ended yet
    std::jthread m_thread;
    SizingAnswer m_answer;
    bool m_running = false;
};

} // namespace lw
