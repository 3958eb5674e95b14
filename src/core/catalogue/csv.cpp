#include "catalogue/csv.h"
#include <algorithm>

namespace lw {

tl::expected<CsvTable, std::string> readTable(std::string_view text) {
    const auto head = text.substr(0, text.find('\n'));
    auto count = [&](char c) { return std::count(head.begin(), head.end(), c); };
    const char separator = count(';') > count(',') ? ';' : count('\t') > count(',') ? '\t' : ',';
    CsvTable table;
    CsvTable::Row row;
    std::string cell;
    bool quoted = false, any = false, first = true;
    int line = 1, began = 1;
    auto endCell = [&] {
        row.cells.push_back(std::move(cell));
        cell.clear();
    };
    auto endRow = [&] {
        if (any || !row.cells.empty()) {
            endCell();
            row.line = began;
            if (first)
                table.header = std::move(row.cells);
            else
                table.rows.push_back(std::move(row));
            first = false;
        }
        row = {};
        any = false;
        began = line;
    };
    for (std::size_t k = 0; k < text.size(); ++k) {
        const char c = text[k];
        line += c == '\n';
        if (quoted) {
            if (c != '"')
                cell += c;
            else if (k + 1 < text.size() && text[k + 1] == '"')
                cell += text[++k];
            else
                quoted = false;
        } else if (c == '"' && cell.empty()) {
            quoted = any = true;
        } else if (c == separator) {
            any = true;
            endCell();
        } else if (c == '\n') {
            endRow();
        } else if (c != '\r') {
            any = true;
            cell += c;
        }
    }
    if (quoted) return tl::unexpected("line " + std::to_string(began) + ": a quote is opened and never closed.");
    endRow();
    if (table.header.empty()) return tl::unexpected(std::string("line 1: the table is empty; it needs a header row."));
    return table;
}

tl::expected<std::vector<CsvRow>, std::string> readCsv(std::string_view text) {
    const auto table = readTable(text);
    if (!table) return tl::unexpected(table.error());
    std::vector<CsvRow> out;
    for (const auto &row : table->rows) {
        if (row.cells.size() != table->header.size())
            return tl::unexpected("line " + std::to_string(row.line) + ": " + std::to_string(row.cells.size()) +
                                  " columns, the header has " + std::to_string(table->header.size()) + ".");
        CsvRow map;
        for (std::size_t k = 0; k < table->header.size(); ++k)
            map[table->header[k]] = row.cells[k];
        out.push_back(std::move(map));
    }
    return out;
}

std::string csvText(std::string_view text) {
    std::string t(text);
    if (!t.empty() && std::string_view("=+-@\t").find(t.front()) != std::string_view::npos) t.insert(t.begin(), '\'');
    if (t.find_first_of(",\"\n\r;") == std::string::npos) return t;
    std::string out = "\"";
    for (char c : t) {
        if (c == '"') out += '"';
        out += c;
    }
    return out + "\"";
}

} // namespace lw
