// Which entries belong to a part of the chain, in the order they are asked.
#pragma once

#include "axis/axis_model.h"
#include "picture/chain_parts.h"
#include <string>
#include <vector>

namespace lw {

/// The name of the group of a part's entries that begins with this one; empty: none does. Few parts have groups.
[[nodiscard]] std::string_view groupFrom(ChainPartKind part, std::string_view key);
/// Keys as a station page takes them: "design/...", "supply/...", or of the axis.
[[nodiscard]] std::vector<std::string> fieldsOf(const ChainPart &part, const AxisModel &m);
/// The value an entry stands for while it is blank, as the evaluation has it: a class default, what the belt asks ...
[[nodiscard]] Known fallbackOf(const std::string &key, const ChainPart &part, const AxisModel &m, const AxisState &s);
/// What was worked out of a part, one line: "set to 100 N, pluck it 166 Hz".
[[nodiscard]] std::string figuresOf(const ChainPart &part, const AxisModel &m, const AxisState &s);

} // namespace lw
