#include "session/sizing.h"
#include "machine/known.h"
#include <QElapsedTimer>
#include <utility>

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
        const auto have = haveOf(job);
        const auto design = shownDesign(job, axis);
        struct Look { // the space points into the catalogue
            Catalogue catalogue;
            SizeSpace space;
        };
        auto look = std::make_shared<Look>();
        look->catalogue = firstLook(catalogue);
        look->space = sizeSpace(job, axis, design, look->catalogue, have);
        std::optional<SizeResult> few;
        const auto progress = std::exchange(watch.progress, nullptr);
        few = sizeAxis(look->space, answer.limits, look->catalogue, &watch, threads());
        watch.progress = progress;
        if (!few) return;
        if (!few->proposals.empty()) {
            auto first = answer;
            first.firstLook = true;
            first.space = std::shared_ptr<const SizeSpace>(look, &look->space);
            first.result = std::make_shared<SizeResult>(std::move(*few));
            first.seconds = first.firstSeconds = double(clock.elapsed()) / 1000;
            deliver(question, false, [this, first] { m_answer = first; });
        }
        const auto tell = [&](const SizedSpace &found, bool whole) {
            answer.space = found.space;
            answer.result = std::make_shared<SizeResult>(found.result);
            answer.seconds = double(clock.elapsed()) / 1000;
            if (!whole) answer.firstSeconds = answer.seconds;
            deliver(question, whole, [this, answer] { m_answer = answer; });
        };
        const auto found = sizeDesigns(job, axis, design, answer.limits, catalogue, have, &watch, threads(),
                                       [&](const SizedSpace &early) { tell(early, false); });
        if (found) tell(*found, true);
    });
}

void Telling::ask(const std::shared_ptr<const SizeSpace> &space, const std::vector<Figured> &designs) {
    std::string about = std::to_string(reinterpret_cast<std::uintptr_t>(space.get()));
    for (const auto &d : designs)
        about += "|" + rowName(*space, d.candidate);
    if (about != m_about) m_answer.clear();
    m_about = about;
    start(about, [this, space, designs](SizeWatch &watch, std::uint64_t question) {
        std::vector<Proposal> told;
        for (const auto &d : designs) {
            if (watch.stop) return;
            told.push_back(propose(*space, d.candidate));
            static_cast<Sized &>(told.back()) = d;
        }
        deliver(question, true, [this, told] { m_answer = told; });
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

void TableSizing::ask(const nlohmann::json &project, const AxisModel &m) {
    m_answer.reset();
    start(looksAt(project, m.id), [this, job = project, m](SizeWatch &watch, std::uint64_t question) {
        auto ways = std::make_shared<const TableWays>(tableWays(job, m, catalogueInUse(), &watch.stop));
        deliver(question, true, [this, ways] { m_answer = *ways; });
    });
}

} // namespace lw
