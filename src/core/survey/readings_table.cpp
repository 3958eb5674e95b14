#include "survey/readings_table.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <optional>

namespace lw {
namespace {

std::string trimmed(std::string_view s) {
    const auto blank = [](char c) { return isBlank(c) || c == '"'; };
    while (!s.empty() && blank(s.front()))
        s.remove_prefix(1);
    while (!s.empty() && blank(s.back()))
        s.remove_suffix(1);
    return std::string(s);
}
std::string lower(std::string s) {
    std::transform(s.begin(), s.end(), s.begin(), [](char c) { return lowerCase(c); });
    return s;
}
std::vector<std::string> split(std::string_view line, char by) {
    std::vector<std::string> out;
    for (std::size_t from = 0;;) {
        const auto to = line.find(by, from);
        out.push_back(trimmed(line.substr(from, to == std::string_view::npos ? to : to - from)));
        if (to == std::string_view::npos) return out;
        from = to + 1;
    }
}
bool looksNumeric(const std::string &cell) {
    if (cell.empty()) return true;
    std::size_t k = cell[0] == '-' || cell[0] == '+' ? 1 : 0;
    return k < cell.size() &&
           (isDigit(cell[k]) || ((cell[k] == '.' || cell[k] == ',') && k + 1 < cell.size() && isDigit(cell[k + 1])));
}
/// Unit named in a header cell: "pull (lbf)", "place [in]", "away, N". Empty when none.
std::string unitIn(const std::string &head) {
    for (const auto &[open, close] : {std::pair{'(', ')'}, {'[', ']'}}) {
        const auto a = head.rfind(open), b = head.rfind(close);
        if (a != std::string::npos && b != std::string::npos && b > a)
            return trimmed(std::string_view(head).substr(a + 1, b - a - 1));
    }
    if (const auto comma = head.rfind(','); comma != std::string::npos)
        return trimmed(std::string_view(head).substr(comma + 1));
    return {};
}
std::string nameOf(const FieldSpec &f) {
    const auto slash = f.pattern.rfind('/');
    return std::string(f.pattern.substr(slash + 1));
}
bool names(const std::string &head, const FieldSpec &f) {
    const std::string words = lower(head.substr(0, head.find_first_of("([,")));
    const std::string label = lower(std::string(f.label)), key = nameOf(f);
    const std::string w = trimmed(words);
    if (w.empty()) return false;
    return w == label || w == key || w == key.substr(0, key.rfind('_')) ||
           (w.size() > 2 && label.find(w) != std::string::npos) || w.find(label) != std::string::npos;
}
std::string dimensionWord(const FieldSpec &f) {
    return lower(std::string(f.label)) + (f.unit.empty() ? std::string() : " in " + unitLabel(f.unit));
}

} // namespace

ReadingsText readReadingsText(std::string_view text, std::span<const FieldSpec *const> columns) {
    ReadingsText out;
    const auto refuse = [&](std::string why) {
        out.rows.clear();
        out.problem = std::move(why);
        return out;
    };
    std::vector<std::string> lines;
    std::vector<int> numbers;
    int number = 0;
    for (std::size_t from = 0; from <= text.size();) {
        const auto to = std::min(text.find('\n', from), text.size());
        ++number;
        if (auto line = trimmed(text.substr(from, to - from)); !line.empty() && line[0] != '#') {
            lines.emplace_back(text.substr(from, to - from));
            numbers.push_back(number);
        }
        from = to + 1;
    }
    if (lines.empty()) return refuse("There is nothing to read: copy the rows first.");
    if (lines.size() > 2000) return refuse("More than 2000 rows: take the part that belongs here.");
    const auto count = [&](char c) {
        long n = 0;
        for (const auto &l : lines)
            n += std::count(l.begin(), l.end(), c);
        return n;
    };
    const char by = count('\t') ? '\t' : count(';') ? ';' : ',';
    const bool single = columns.size() == 1;
    std::vector<std::vector<std::string>> cells;
    for (const auto &l : lines)
        cells.push_back(single && by == ',' ? std::vector<std::string>{trimmed(l)} : split(l, by));

    // header
    std::vector<int> place(columns.size(), -1); ///< which cell holds a column
    std::vector<std::string> units(columns.size());
    const bool header = std::any_of(cells[0].begin(), cells[0].end(), [](const auto &c) { return !looksNumeric(c); });
    std::size_t first = 0;
    if (header) {
        first = 1;
        for (std::size_t c = 0; c < columns.size(); ++c)
            for (std::size_t k = 0; k < cells[0].size(); ++k)
                if (place[c] < 0 && names(cells[0][k], *columns[c]) &&
                    std::find(place.begin(), place.end(), int(k)) == place.end())
                    place[c] = int(k);
        const bool any = std::any_of(place.begin(), place.end(), [](int p) { return p >= 0; });
        if (!any) {
            if (cells[0].size() != columns.size()) {
                std::string wanted;
                for (const auto *f : columns)
                    wanted += (wanted.empty() ? "" : ", ") + dimensionWord(*f);
                return refuse("The header '" + trimmed(lines[0]) + "' names none of the columns. Wanted: " + wanted +
                              ".");
            }
            for (std::size_t c = 0; c < columns.size(); ++c)
                place[c] = int(c);
        } else {
            // a column that is wanted and not named, beside one that is named and not wanted: the wrong table
            for (std::size_t c = 0; c < columns.size(); ++c) {
                if (place[c] >= 0) continue;
                for (std::size_t k = 0; k < cells[0].size(); ++k)
                    if (!cells[0][k].empty() && std::find(place.begin(), place.end(), int(k)) == place.end())
                        return refuse("Column " + std::to_string(k + 1) + ", '" + cells[0][k] + "', is not " +
                                      dimensionWord(*columns[c]) + ". Is it the wrong column? Nothing was taken.");
                if (c == 0)
                    return refuse("There is no column for " + dimensionWord(*columns[c]) + ". Name it in the header.");
            }
        }
        for (std::size_t c = 0; c < columns.size(); ++c) {
            if (place[c] < 0) continue;
            units[c] = unitIn(cells[0][std::size_t(place[c])]);
            if (units[c].empty()) continue;
            const auto &f = *columns[c];
            const auto test = readTyped("1 " + units[c], f.dimension, f.unit);
            if (!test)
                return refuse("Column " + std::to_string(place[c] + 1) + ", '" + cells[0][std::size_t(place[c])] +
                              "': that is not " + dimensionWord(f) + ". Is it the wrong column?");
            if (units[c] != f.unit) out.note += "Read in " + units[c] + " as the header says. ";
        }
    } else {
        for (std::size_t c = 0; c < columns.size(); ++c)
            place[c] = int(c);
        std::size_t most = 0;
        for (const auto &row : cells)
            most = std::max(most, row.size());
        while (most > columns.size() && std::all_of(cells.begin(), cells.end(), [&](const auto &r) {
                   return r.size() < most || r[most - 1].empty();
               }))
            --most;
        if (most > columns.size()) {
            const bool halves = by == ',' && most == 2 * columns.size();
            if (halves)
                return refuse("Commas stand both in the numbers and between them: copy it with tabs, or save it with "
                              "semicolons.");
            return refuse(std::to_string(most) + " columns; " + std::to_string(columns.size()) +
                          " are wanted: take those, or name them in a header.");
        }
    }
    bool decimalCommas = false;
    for (std::size_t r = first; r < cells.size(); ++r) {
        std::vector<std::string> row;
        bool anything = false;
        for (std::size_t c = 0; c < columns.size(); ++c) {
            std::string cell =
                place[c] >= 0 && place[c] < int(cells[r].size()) ? cells[r][std::size_t(place[c])] : std::string();
            if (cell.empty()) {
                row.emplace_back();
                continue;
            }
            const auto &f = *columns[c];
            if (by != ',' || single) {
                // a decimal comma, whatever stands behind it: nobody writes thousands of newtons into such a table
                if (const auto comma = cell.find(',');
                    comma != std::string::npos && cell.find('.') == std::string::npos &&
                    cell.find(',', comma + 1) == std::string::npos && comma > 0 && isDigit(cell[comma - 1])) {
                    cell[comma] = '.';
                    decimalCommas = true;
                }
            }
            const bool bare = std::all_of(cell.begin(), cell.end(), [](char ch) {
                return isDigit(ch) || ch == '.' || ch == '-' || ch == '+' || ch == 'e' || ch == 'E';
            });
            if (bare) cell += units[c].empty() ? std::string(f.unit) : units[c];
            const auto read = readTyped(cell, f.dimension, f.unit);
            if (!read)
                return refuse("Line " + std::to_string(numbers[r]) + ", " + dimensionWord(f) + ": " +
                              read.error().sentence + " Nothing was taken.");
            if (const auto bound = boundProblem(f, read->si); !bound.empty())
                return refuse("Line " + std::to_string(numbers[r]) + ", " + dimensionWord(f) + ": " + bound +
                              " Nothing was taken.");
            row.push_back(cell);
            anything = true;
        }
        if (!anything) continue;
        if (row[0].empty())
            return refuse("Line " + std::to_string(numbers[r]) + " has no " + dimensionWord(*columns[0]) +
                          ". Nothing was taken.");
        out.rows.push_back(std::move(row));
    }
    if (out.rows.empty()) return refuse("There is only a header: no rows under it.");
    if (decimalCommas) out.note += "Decimal commas were read. ";
    return out;
}

} // namespace lw
