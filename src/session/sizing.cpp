#include "session/sizing.h"
#include "machine/known.h"
#include <QElapsedTimer>

namespace lw {

namespace {
unsigned threads() { return std::max(1U, std::thread::hardware_concurrency()); }
} // namespace

void Sizing::ask(const nlohmann::json &project, const std::string &axis) {
    start(looksAt(project, axis), [this, job = project, axis](SizeWatch &watch, std::uint64_t question) {
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
            deliver(question, whole, [this, answer] { m_answer = answer; });
        };
        watch.early = [&](const SizeResult &result) { tell(result, false); };
        if (const auto result = sizeAxis(*space, answer.limits, catalogue, &watch, threads())) tell(*result, true);
    });
}

void MachineSizing::ask(const nlohmann::json &project) {
    std::string about;
    for (const auto &axis : axisOrder(project))
        about += looksAt(project, axis);
    m_answer.reset();
    start(about, [this, job = project](SizeWatch &watch, std::uint64_t question) {
        std::map<std::string, SizeLimits> limits;
        for (const auto &axis : axisOrder(job))
            limits[axis] = limitsOf(job, axis);
        if (auto result = sizeMachine(job, limits, catalogueInUse(), haveOf(job), &watch, threads()))
            deliver(question, true,
                    [this, answer = std::make_shared<const MachineResult>(std::move(*result))] { m_answer = answer; });
    });
}

} // namespace lw
