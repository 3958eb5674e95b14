// Speed of the proof. Wanted: one axis without workings, mends and spreads within 50 us.
#include "duty/program_duty.h"
#include "machine/project_file.h"
#include "proof/doubt/doubt.h"
#include "machine/new_axis.h"
#include "search/draws.h"
#include "drive/stepper_simulation.h"
#include "search/machine_size.h"
#include "search/mend_all.h"
#include "search/mends.h"
#include "search/size.h"
#include "search/sweep.h"
#include "search/table_ways.h"
#include "wiring/wiring.h"
#include "proof/words/working.h"
#include <benchmark/benchmark.h>
#include <chrono>
#include <fstream>
#include <sstream>

namespace {
const nlohmann::json &demo() {
    static const nlohmann::json project = [] {
        std::ifstream in(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright");
        std::ostringstream s;
        s << in.rdbuf();
        return lw::readProject(s.str(), "demo").value().project;
    }();
    return project;
}
void evaluateAxis(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::evaluate(m));
}
void evaluateTable(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "B", "A");
    lw::Evaluation e;
    for (auto _ : state) {
        lw::evaluate(m, e);
        benchmark::DoNotOptimize(e.findings.data());
    }
}
void waysToTurnATable(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "B", "A");
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::tableWays(demo(), m, lw::shippedCatalogue()));
}
void readOneAxis(benchmark::State &state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::readAxis(demo(), "X", "A"));
}
/// As a search asks: the same Evaluation over and over, nothing from the heap.
void evaluateAgain(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    lw::Evaluation e;
    for (auto _ : state) {
        lw::evaluate(m, e);
        benchmark::DoNotOptimize(e.findings.data());
    }
}
/// The whole shipped catalogue for the X of a bench mill nobody has measured.
void sizeFreshAxis(benchmark::State &state) {
    const auto job = lw::patched(nlohmann::json::object(), lw::setUpMachine("bench_mill"));
    std::uint64_t tried = 0;
    double early = 0, decided = 0;
    for (auto _ : state) {
        const auto from = std::chrono::steady_clock::now();
        const auto space = lw::sizeSpace(job, "X", "A", lw::shippedCatalogue());
        lw::SizeWatch watch;
        watch.early = [&](const lw::SizeResult &r) {
            (r.keptCounted ? decided : early) =
                std::chrono::duration<double>(std::chrono::steady_clock::now() - from).count();
        };
        tried = lw::sizeAxis(space, {}, lw::shippedCatalogue(), &watch, 2)->tried;
    }
    state.counters["decided after s"] = decided;
    state.counters["designs decided/s"] = double(tried) / decided;
    state.counters["proposals after s"] = early;
}
/// Wanted: first proposals within 200 ms.
void firstLookAtFreshAxis(benchmark::State &state) {
    const auto job = lw::patched(nlohmann::json::object(), lw::setUpMachine("bench_mill"));
    for (auto _ : state) {
        const auto few = lw::firstLook(lw::shippedCatalogue());
        const auto space = lw::sizeSpace(job, "X", "A", few);
        lw::SizeWatch watch; // the window has them then; the count of what is kept goes on
        watch.early = [&](const lw::SizeResult &) { watch.stop = true; };
        benchmark::DoNotOptimize(lw::sizeAxis(space, {}, few, &watch, 2));
    }
}
void sizeMachineOfThree(benchmark::State &state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::sizeMachine(demo(), {}, lw::shippedCatalogue(), {}, nullptr, 2));
}
void sweepOfRatio(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::sweepOf(m, lw::Swept::Ratio));
}
void othersOfAReduction(benchmark::State &state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::alternatives(demo(), "X", "A", lw::shippedCatalogue(), lw::Exchanged::Reduction));
}
/// Wanted: singles and pairs of one axis within 50 ms.
void mendAllThatFails(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "Z", "A");
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::mendAll(demo(), m));
}
void wiringOfThreeAxes(benchmark::State &state) {
    std::vector<lw::AxisModel> models;
    std::vector<lw::Evaluation> proofs;
    for (const char *id : {"X", "Y", "Z"})
        models.push_back(lw::readAxis(demo(), id, "A"));
    for (const auto &m : models)
        proofs.push_back(lw::evaluate(m));
    std::vector<lw::WiredDesign> axes;
    for (std::size_t k = 0; k < models.size(); ++k)
        axes.push_back({&models[k], &proofs[k].state});
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::wiringOf(demo(), axes));
}
/// A load raised until the rotor falls out: some 1.1 s of motion in steps of 2 us. Wanted: 20 times real time.
void stepperInTime(benchmark::State &state) {
    lw::StepperMotor m;
    m.holding = lw::newtonMetres(1.8);
    m.rated = m.drivePeak = lw::amperes(4.2);
    m.resistance = lw::ohms(0.4);
    m.inductance = lw::millihenries(1.2);
    lw::StepperSupply s;
    s.voltage = lw::volts(48);
    for (auto _ : state)
        benchmark::DoNotOptimize(
            lw::simulatedPullOut(m, s, lw::revolutionsPerMinute(900), lw::kilogramSquareMetres(9.6e-5), 0.001));
}
void drawOneDesign(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::sureness(m, 1000));
}
void evaluateTorqueOnly(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    lw::Evaluation e;
    for (auto _ : state) {
        lw::evaluateTorque(m, e);
        benchmark::DoNotOptimize(e.findings.data());
    }
}
void proveAxisWithDoubt(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::prove(m));
}
void mendsOfOneFinding(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    const auto e = lw::prove(m);
    const lw::Finding *f = nullptr;
    for (const auto &g : e.findings)
        if (g.id == lw::CheckId::of("C01") && g.verdict != lw::Verdict::Holds) f = &g;
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::findMends(demo(), m, *f));
}
void explainAll(benchmark::State &state) {
    const auto m = lw::readAxis(demo(), "X", "A");
    const auto e = lw::prove(m);
    for (auto _ : state)
        for (const auto &f : e.findings)
            benchmark::DoNotOptimize(lw::explain(m, e.state, f));
}
/// Wanted: a machine of five axes proved again within 250 us.
void machineOfFiveAxes(benchmark::State &state) {
    std::vector<lw::AxisModel> axes;
    for (const char *id : {"X", "Y", "Z", "X", "Y"})
        axes.push_back(lw::readAxis(demo(), id, "A"));
    for (auto _ : state)
        for (const auto &m : axes)
            benchmark::DoNotOptimize(lw::evaluate(m));
}
/// Wanted: a million lines within 5 s and 200 MB.
void programOfAMillionLines(benchmark::State &state) {
    static const std::string text = [] {
        std::string s = "G21 G90 G17 F900\n";
        for (int k = 0; k < 1000000; ++k)
            s += "G1 X" + std::to_string(k % 300) + "." + std::to_string(k % 1000) + " Y" + std::to_string(k % 170) +
                 "\n";
        return s;
    }();
    lw::ProgramLimits limits;
    limits.axis = {{{2500 / 60e3, 0.3}, {2500 / 60e3, 0.3}, {1500 / 60e3, 0.3}}};
    for (auto _ : state) {
        std::istringstream in(text);
        const auto duty = lw::programDuty(in, std::int64_t(text.size()), {}, limits);
        if (duty.moves < 999000) state.SkipWithError("moves were lost");
    }
    std::ifstream status("/proc/self/status");
    for (std::string line; std::getline(status, line);)
        if (line.starts_with("VmHWM")) state.counters["peak_MB"] = std::atof(line.c_str() + 6) / 1024;
}
BENCHMARK(programOfAMillionLines)->Unit(benchmark::kMillisecond);
BENCHMARK(machineOfFiveAxes)->Unit(benchmark::kMicrosecond);
BENCHMARK(evaluateAxis)->Unit(benchmark::kMicrosecond);
BENCHMARK(evaluateTable)->Unit(benchmark::kMicrosecond);
BENCHMARK(waysToTurnATable)->Unit(benchmark::kMillisecond)->Iterations(1)->UseRealTime();
BENCHMARK(readOneAxis)->Unit(benchmark::kMicrosecond);
BENCHMARK(evaluateAgain);
BENCHMARK(firstLookAtFreshAxis)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(sizeMachineOfThree)->Unit(benchmark::kMillisecond)->Iterations(1)->UseRealTime();
BENCHMARK(sweepOfRatio)->Unit(benchmark::kMicrosecond);
BENCHMARK(othersOfAReduction)->Unit(benchmark::kMillisecond);
BENCHMARK(mendAllThatFails)->Unit(benchmark::kMillisecond);
BENCHMARK(wiringOfThreeAxes)->Unit(benchmark::kMicrosecond);
BENCHMARK(stepperInTime)->Unit(benchmark::kMillisecond);
BENCHMARK(sizeFreshAxis)->Unit(benchmark::kMillisecond)->Iterations(1)->UseRealTime();
BENCHMARK(drawOneDesign)->Unit(benchmark::kMillisecond);
BENCHMARK(evaluateTorqueOnly);
BENCHMARK(proveAxisWithDoubt)->Unit(benchmark::kMicrosecond);
BENCHMARK(mendsOfOneFinding)->Unit(benchmark::kMillisecond);
BENCHMARK(explainAll)->Unit(benchmark::kMicrosecond);
} // namespace
BENCHMARK_MAIN();
