// From a keystroke to the repainted window, offscreen. Wanted: within 16 ms on every station.
#include "app/stations/drive/drive_page.h"
#include "app/stations/drive/rotary_ratio.h"
#include "app/window/main_window.h"
#include "report/report.h"
#include <QDir>
#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QTimer>
#include <QStyleFactory>
#include <benchmark/benchmark.h>
#include <ctime>

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
    benchmark::RegisterBenchmark("plates opened",
                                 [](benchmark::State &state) {
                                     window->showStation(lw::StationId::Drive, "X");
                                     auto *drive = static_cast<lw::DrivePage *>(window->page(lw::StationId::Drive));
                                     for (auto _ : state) {
                                         state.PauseTiming();
                                         drive->show(lw::DrivePage::View::Chain);
                                         QApplication::processEvents();
                                         state.ResumeTiming();
                                         drive->show(lw::DrivePage::View::Plates);
                                         QApplication::processEvents();
                                     }
                                 })
        ->Unit(benchmark::kMillisecond)
        ->Iterations(20);
    // A whole turn of the demo's table at its true speed: pictures a second, and the share of a core that takes.
    benchmark::RegisterBenchmark("index move played", [](benchmark::State &state) {
        window->showStation(lw::StationId::Drive, "B");
        auto *drive = static_cast<lw::DrivePage *>(window->page(lw::StationId::Drive));
        drive->show(lw::DrivePage::View::Charts);
        QApplication::processEvents();
        auto *move = drive->rotaryRatio()->move();
        struct Paints : QObject {
            int n = 0;
            bool eventFilter(QObject *, QEvent *e) override {
                n += e->type() == QEvent::Paint;
                return false;
            }
        } paints;
        move->installEventFilter(&paints);
        for (auto _ : state) {
            move->play(6.283185307179586);
            QElapsedTimer wall;
            wall.start();
            const auto before = std::clock();
            QEventLoop loop; // asleep between its pictures, as in the running program
            QTimer::singleShot(4000, &loop, &QEventLoop::quit);
            loop.exec();
            const double seconds = double(wall.elapsed()) / 1000;
            state.counters["pictures a second"] = paints.n / seconds;
            state.counters["share of a core"] = double(std::clock() - before) / CLOCKS_PER_SEC / seconds;
        }
    })->Iterations(1);
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
