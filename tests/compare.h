// Comparing numbers as physics wants it: within a stated tolerance, with both numbers in the message.
#pragma once
#include <QTest>
#include <cmath>

#define LW_COMPARE_WITHIN(actual, expected, tolerance)                                                                 \
    do {                                                                                                               \
        const double lwA = (actual);                                                                                   \
        const double lwE = (expected);                                                                                 \
        const double lwT = (tolerance);                                                                                \
        QVERIFY2(std::fabs(lwA - lwE) <= lwT, qPrintable(QStringLiteral("%1 is %2, expected %3 within %4 (off by %5)") \
            .arg(QLatin1String(#actual)).arg(lwA, 0, 'g', 12).arg(lwE, 0, 'g', 12).arg(lwT).arg(lwA - lwE)));          \
    } while (false)
