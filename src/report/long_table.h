// Tables of thousands of rows on paper. A text document lays out a table cell by cell, several times over: minutes for
// a list that a person wants in seconds. Here the columns are set once for all rows and groups of rows are painted as
// they stand.
#pragma once

#include "report/report.h"
#include <QStringList>
#include <span>

namespace lw {

/// Rows from which a table is painted in groups.
inline constexpr std::size_t longTableFrom = 400;

/// The table as drawings of some rows each, the head over each of them.
/// @param right columns set to the right, by their digits  @param width pixels at 96 dpi, > 0
[[nodiscard]] std::vector<ReportDrawing> longTable(const QStringList &heads, const std::vector<QStringList> &rows,
                                                   const QString &right, double width);

} // namespace lw
