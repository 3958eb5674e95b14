// Tables as people keep them: RFC 4180 with a header row.
#pragma once

#include <tl/expected.hpp>
#include <map>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

using CsvRow = std::map<std::string, std::string>;
/// RFC 4180, header row first. The error names the line.
[[nodiscard]] tl::expected<std::vector<CsvRow>, std::string> readCsv(std::string_view text);
/// A table as read: header, rows with the line they begin on. Separator comma, semicolon or tab, whichever the header
/// has most of.
struct CsvTable {
    std::vector<std::string> header;
    struct Row {
        int line = 0;
        std::vector<std::string> cells;
    };
    std::vector<Row> rows;
};
[[nodiscard]] tl::expected<CsvTable, std::string> readTable(std::string_view text);
/// One field quoted as RFC 4180 wants it; text that a spreadsheet would take for a formula gets an apostrophe before
/// it.
[[nodiscard]] std::string csvText(std::string_view text);

} // namespace lw
