// From a keystroke to the repainted window, offscreen. Wanted: within 16 ms on every station.
#include "app/window/main_window.h"
#include "report/report.h"
#include <QDir>
#include <QApplication>
#include <QStyleFactory>
#include <benchmark/benchmark.h>

namespace {
lw::Session *session = nullptr;
lw::MainWindow *window = nullptr;

void keystroke(benchmark::State &state) {
    using namespace Qt::StringLiterals;
    const auto station = lw::StationId(int(state.range(0)));
    if (int(station) == 0)
        window->showBoard();
    else
        window->showStation(station, "X");
    QApplication::processEvents();
    int n = 0;
    for (auto _ : state) {
        session->typeInto(u"/axes/X/targets/rapid_mm_min"_s, QString::number(2400 + ++n % 100) + u"mm/min"_s);
        QApplication::sendPostedEvents();
        QApplication::processEvents(); // layouts, then the update requests: what changed is painted here
        QApplication::sendPostedEvents();
    }
}
} // namespace

int main(int argc, char **argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    lw::loadFonts();
    lw::Session s;
    lw::MainWindow w(&s);
    session = &s;
    window = &w;
    w.openDemo();
    w.show();
    QApplication::processEvents();
    for (int station : {0, 1, 2, 3, 4, 5, 6, 7, 8})
        benchmark::RegisterBenchmark("keystroke/station", keystroke)
            ->Arg(station)
            ->Unit(benchmark::kMillisecond)
            ->Iterations(60);
    benchmark::RegisterBenchmark(
        "report as PDF",
        [](benchmark::State &state) {
            for (auto _ : state)
                benchmark::DoNotOptimize(lw::writeReport(lw::makeReport(*session),
                                                         QDir::tempPath() + QStringLiteral("/lathewright-bench.pdf")));
        })
        ->Unit(benchmark::kMillisecond)
        ->Iterations(2);
    // The same with 1000 parts and 1000 log entries; wanted: 16 ms too.
    benchmark::RegisterBenchmark("large job made", [](benchmark::State &state) {
        for (auto _ : state) {
            std::vector<lw::Patch> all;
            for (int n = 0; n < 1000; ++n) {
                const std::string id = std::to_string(n);
                all.push_back({"/parts/X-many" + id,
                               {{"axis", n % 3 ? "Y" : "X"},
                                {"text", "Part " + id},
                                {"source", "buy"},
                                {"state", "idea"},
                                {"order", "Order " + std::to_string(n % 12)},
                                {"price", {{"typed", "7.50EUR"}, {"standing", "stated"}}}}});
                all.push_back({"/log/2026-01-01T10-" + id,
                               {{"date", "2026-01-01"},
                                {"kind", n % 5 ? "measured" : "decided"},
                                {"axis", "X"},
                                {"text", "Entry " + id},
                                {"hours", {{"typed", "0.5h"}, {"standing", "stated"}}}}});
            }
            session->apply({all, QStringLiteral("a large job")});
        }
    })->Iterations(1);
    for (int station : {0, 1, 2, 3, 4, 5, 6, 7, 8})
        benchmark::RegisterBenchmark("large job, keystroke/station", keystroke)
            ->Arg(station)
            ->Unit(benchmark::kMillisecond)
            ->Iterations(40);
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
