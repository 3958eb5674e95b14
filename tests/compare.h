// Comparing numbers as physics wants it: within a stated tolerance, with both numbers in the message.
#pragma once
#include <QTest>
#include <clocale>
#include <cmath>

/// Every test runs in the locale it was started in, as a program with a window does.
inline const bool lwLocaleSet = std::setlocale(LC_ALL, "") != nullptr;

#define LW_COMPARE_WITHIN(actual, expected, tolerance)                                                                 \
    do {                                                                                                               \
        const double lwA = (actual);                                                                                   \
        const double lwE = (expected);                                                                                 \
        const double lwT = (tolerance);                                                                                \
        QVERIFY2(std::fabs(lwA - lwE) <= lwT, qPrintable(QStringLiteral("%1 is %2, expected %3 within %4 (off by %5)") \
                                                             .arg(QLatin1String(#actual))                              \
                                                             .arg(lwA, 0, 'g', 12)                                     \
                                                             .arg(lwE, 0, 'g', 12)                                     \
                                                             .arg(lwT)                                                 \
                                                             .arg(lwA - lwE)));                                        \
    } while (false)
