// A test program holds many tests; each enters itself here, and ctest runs them one by one:
// tests_core tst_chain [SLOT ...]
#pragma once
#include <QFloat16> // Qt Test only announces it, and a comparison of JSON asks what it is
#include <QTest>
#include <memory>
#include <string_view>
#include <vector>

struct TestEntry {
    std::string_view name;
    std::unique_ptr<QObject> (*make)();
};
/// All tests of this program, in no order.
inline std::vector<TestEntry> &testList() {
    static std::vector<TestEntry> list;
    return list;
}

/// Enters the test class T as NAME, the name of its file.
#define LW_TEST(T, NAME)                                                                                               \
    static const bool entered##T = (testList().push_back({NAME, [] { return std::unique_ptr<QObject>(new T); }}), true);
