// Jobs far larger than anyone keeps: what takes time must grow with the job, not with its square.
// Wanted: 2000 readings read and shown 0.3 s; PDF of 10 000 parts 5 s; a job of 100 000 parts or entries shown within 3
// s; the proof linear in the axes.
#include "app/stations/as_found/as_found_page.h"
#include "app/window/main_window.h"
#include "machine/project_file.h"
#include "search/result_json.h"
#include "report/report.h"
#include <QApplication>
#include <QDir>
#include <QFile>
#include <QStyleFactory>
#include <benchmark/benchmark.h>

namespace {
using namespace Qt::StringLiterals;

const nlohmann::json &demo() {
    static const nlohmann::json project = [] {
        QFile in(QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"));
        if (!in.open(QIODevice::ReadOnly)) std::abort();
        return lw::readProject(in.readAll().toStdString(), "demo").value().project;
    }();
    return project;
}
QString place(const char *name) { return QDir::tempPath() + u"/lathewright-bench-"_s + QLatin1String(name); }
QString written(const char *name, const nlohmann::json &project) {
    QFile out(place(name));
    if (!out.open(QIODevice::WriteOnly) || out.write(QByteArray::fromStdString(project.dump())) < 0) std::abort();
    return out.fileName();
}
nlohmann::json withParts(int count) {
    auto project = demo();
    for (int k = 0; k < count; ++k) {
        const std::string n = std::to_string(k);
        project["parts"]["X-own" + n] = {{"axis", "X"},
                                         {"text", "Screw M6 number " + n},
                                         {"source", "buy"},
                                         {"state", "idea"},
                                         {"order", "Order " + std::to_string(k % 40)},
                                         {"price", {{"typed", "1EUR"}, {"standing", "stated"}}}};
    }
    return project;
}
nlohmann::json withEntries(int count) {
    auto project = demo();
    for (int k = 0; k < count; ++k) {
        const std::string day = "2026-03-" + std::to_string(10 + k % 18);
        project["log"][day + "T10-00-" + std::to_string(k)] = {
            {"date", day}, {"kind", "note"}, {"axis", "X"}, {"text", "note " + std::to_string(k)}};
    }
    return project;
}
nlohmann::json withAxes(int count) {
    auto project = demo();
    const auto axes = project.at("axes");
    for (int k = 0; k < count; ++k) {
        const std::string id = "A" + std::to_string(k);
        project["axes"][id] = axes.at(std::string(1, "XYZ"[k % 3]));
        project["axis_order"].push_back(id);
    }
    return project;
}

/// From the file to the painted window.
void opens(benchmark::State &state, const QString &file) {
    for (auto _ : state) {
        lw::Session session;
        lw::MainWindow window(&session);
        window.openFile(file);
        if (session.path() != file) state.SkipWithError("not opened");
        window.show();
        QApplication::processEvents();
        benchmark::DoNotOptimize(window.grab());
    }
}
void report(benchmark::State &state, const QString &file) {
    lw::Session session;
    if (!session.open(file).isEmpty()) return state.SkipWithError("not opened");
    for (auto _ : state)
        if (!lw::writeReport(lw::makeReport(session), place("report.pdf")).isEmpty())
            state.SkipWithError("not written");
}
void readings(benchmark::State &state) {
    QString rows;
    for (int k = 0; k < 2000; ++k)
        rows += u"%1\t%2\n"_s.arg(k % 300).arg(0.1 + (k % 7) * 0.01);
    for (auto _ : state) {
        state.PauseTiming();
        lw::Session session;
        lw::MainWindow window(&session);
        window.openDemo();
        window.show();
        window.showStation(lw::StationId::AsFound, "X");
        auto *page = static_cast<lw::AsFoundPage *>(window.page(lw::StationId::AsFound));
        page->goTo(u"play_along"_s);
        QApplication::processEvents();
        state.ResumeTiming();
        if (!page->cards()->readTable(rows).startsWith(u"2000 rows"_s)) state.SkipWithError("not read");
        QApplication::sendPostedEvents();
        QApplication::processEvents();
        benchmark::DoNotOptimize(window.grab());
    }
}
void proof(benchmark::State &state) {
    const auto project = withAxes(int(state.range(0)));
    for (auto _ : state)
        benchmark::DoNotOptimize(lw::resultJson(project, true));
    state.SetComplexityN(state.range(0));
}
} // namespace

int main(int argc, char **argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    QApplication::setStyle(QStyleFactory::create(u"Fusion"_s));
    lw::loadFonts();
    const auto once = [](auto *b) { b->Unit(benchmark::kMillisecond)->Iterations(1); };
    once(benchmark::RegisterBenchmark("2000 readings read and shown", readings));
    once(benchmark::RegisterBenchmark("job of 100 000 parts to the painted window", opens,
                                      written("parts.lathewright", withParts(100000))));
    once(benchmark::RegisterBenchmark("job of 100 000 entries to the painted window", opens,
                                      written("log.lathewright", withEntries(100000))));
    once(benchmark::RegisterBenchmark("job of 100 axes to the painted window", opens,
                                      written("axes.lathewright", withAxes(100))));
    once(benchmark::RegisterBenchmark("PDF of 10 000 parts", report, written("paper.lathewright", withParts(10000))));
    auto word = demo();
    word["log"]["2026-03-11T10-00-00"] = {{"date", "2026-03-11"}, {"kind", "note"}, {"text", std::string(200000, 'W')}};
    once(benchmark::RegisterBenchmark("PDF of one word of 200 000 letters", report, written("word.lathewright", word)));
    auto *axes = benchmark::RegisterBenchmark("evaluate with mends, axes", proof);
    once(axes);
    axes->Arg(10)->Arg(100)->Arg(1000)->Complexity(benchmark::oN);
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
