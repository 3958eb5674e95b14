// Tables as a spreadsheet (ISO/IEC 29500, through libxlsxwriter).
#pragma once

#include "shop/parts.h"
#include <QString>

namespace lw {

/// The parts list: text as text (never a formula), money as numbers with its currency beside, sums as formulas with
/// their worked-out values. Nothing, or what went wrong in a sentence.
QString writePartsXlsx(const QString &path, const nlohmann::json &project, const std::vector<PartLine> &lines);

} // namespace lw
