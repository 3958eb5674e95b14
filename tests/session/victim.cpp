// A job being edited and saved without pause, to be killed. Says after each edit how far it has come.
#include "session/session.h"
#include <QCoreApplication>
#include <cstdio>

int main(int argc, char **argv) {
    QCoreApplication app(argc, argv);
    const QString folder = app.arguments().value(1), file = app.arguments().value(2);
    lw::Session s(folder);
    s.newJob();
    s.apply({{{"/axes/X", {{"letter", "X"}, {"class_axis", "X"}}}}, QStringLiteral("axis")});
    for (int n = 1;; ++n) {
        if (n % 3 == 2) { // of another value: killed in between, the travel must still stand
            s.typeInto(QStringLiteral("/axes/X/targets/rapid_mm_min"), QString::number(1000 + n));
            s.undoStack()->undo();
            s.undoStack()->redo();
        }
        s.typeInto(QStringLiteral("/axes/X/travel_mm"), QString::number(30 + n) + QStringLiteral("mm"));
        if (n % 4 == 0) {
            const std::string moment = "2026-03-12T19-00-" + std::to_string(n);
            s.apply({{{"/log/" + moment,
                       {{"date", "2026-03-12"}, {"kind", "note"}, {"text", "round " + std::to_string(n)}}}},
                     QStringLiteral("log")});
            s.typeInto(QStringLiteral("/axes/X/cards/home/readings/%1").arg(1 + n % 10),
                       QStringLiteral("%1um").arg(n % 7), QStringLiteral("measured"));
        }
        if (n % 5 == 0) s.saveAs(file);
        std::printf("%d\n", n);
        std::fflush(stdout);
    }
}
