// Readings pasted from a spreadsheet or read from CSV: rows for a table of fields, all of them or none.
#pragma once

#include "machine/fields.h"
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

struct ReadingsText {
    std::vector<std::vector<std::string>> rows; ///< as typed, with their unit; one cell a column, blank where blank
    std::string problem;                        ///< a sentence when nothing is taken: what, where, how to mend it
    std::string note;                           ///< what was understood besides: header, unit, decimal comma
    [[nodiscard]] bool taken() const { return problem.empty() && !rows.empty(); }
};
/// Separators: tab, semicolon, or comma. Decimal commas are read where the separator is not a comma. A header may name
/// the columns (label or key) and give units in brackets or after a comma; a unit of another kind is a wrong column.
/// @param columns the fields of a row in order; a row may end early
[[nodiscard]] ReadingsText readReadingsText(std::string_view text, std::span<const FieldSpec *const> columns);

} // namespace lw
