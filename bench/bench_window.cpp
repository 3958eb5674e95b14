// From a keystroke to the repainted window, offscreen. Wanted: within 16 ms on every station.
#include "app/main_window.h"
#include <QApplication>
#include <QStyleFactory>
#include <benchmark/benchmark.h>

namespace {
lw::Session *session = nullptr;
lw::MainWindow *window = nullptr;

void keystroke(benchmark::State &state) {
    using namespace Qt::StringLiterals;
    const auto station = lw::StationId(int(state.range(0)));
    if (int(station) == 0) window->showBoard();
    else window->showStation(station, "X");
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
    for (int station : {0, 1, 2, 3, 4, 5, 7}) benchmark::RegisterBenchmark("keystroke/station", keystroke)->Arg(station)->Unit(benchmark::kMillisecond)->Iterations(60);
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
