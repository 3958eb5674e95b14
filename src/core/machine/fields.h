// The project's fields: one table for file format, schema, entry widgets and range checks, so that they cannot
// disagree.
#pragma once

#include "units/typed.h"
#include <span>
#include <string>
#include <string_view>

namespace lw {

enum class FieldKind { Value, Choice, Text };

/// One field. The pattern is its place in the project, * for an id: "axes/*/survey/run_out_mm".
struct FieldSpec {
    std::string_view pattern;
    FieldKind kind;
    Dimension dimension;   ///< of values
    std::string_view unit; ///< in which the file holds it and a bare number is read
    double least, most;    ///< plausible range in that unit; outside: ask, never refuse
    double hardLeast;      ///< below this it is refused; exclusive when zero and above wanted
    bool hardAbove;        ///< the hard limit itself is refused too
    std::string_view label;
    std::string_view help;    ///< how to find it
    std::string_view choices; ///< "code=shown;what it means|code=shown" of choices
};

std::span<const FieldSpec> fieldTable();
/// The field at a JSON pointer such as /axes/X/survey/run_out_mm; null where no field is.
const FieldSpec *fieldAt(std::string_view pointer);
/// A sentence when a value lies beyond the field's hard limit or beyond anything real; empty when it may be kept.
std::string boundProblem(const FieldSpec &field, double si);
/// Shown word of a choice code; the code itself when it has none.
std::string choiceLabel(const FieldSpec &field, std::string_view code);
struct ChoiceOption {
    std::string code, label;
    std::string words = {}; ///< what choosing it means, in a line; may be empty
};
std::vector<ChoiceOption> choicesOf(const FieldSpec &field);
/// JSON Schema (draft 2020-12) of the project file, made from the table.
std::string projectSchema();

} // namespace lw
