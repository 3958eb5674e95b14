// Runs the test named first; what follows goes to Qt Test.
#include "test_list.h"
#ifdef LW_TEST_WINDOWS
#include <QApplication>
using Application = QApplication;
#else
using Application = QCoreApplication;
#endif
#include <algorithm>
#include <cstdio>

int main(int argc, char **argv) {
    const std::string_view name = argc > 1 ? argv[1] : "";
    const auto test = std::ranges::find(testList(), name, &TestEntry::name);
    if (test == testList().end()) {
        std::ranges::sort(testList(), {}, &TestEntry::name);
        std::fputs("Name one test first:\n", stderr);
        for (const auto &t : testList()) std::fprintf(stderr, "  %s\n", t.name.data());
        return 2;
    }
    std::copy(argv + 2, argv + argc + 1, argv + 1); // Qt Test finds its own words where it looks for them
    --argc;
    Application app(argc, argv);
    Application::setAttribute(Qt::AA_Use96Dpi, true);
    return QTest::qExec(test->make().get(), argc, argv);
}
