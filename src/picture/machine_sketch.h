// The machine in a few lines, for strip and board, with the moving axis lit.
#pragma once

#include "picture/theme.h"
#include <QPainter>

namespace lw {
/// @param lit what moves: "table", "saddle", "head", "carriage" ... any other text lights nothing
void paintMachine(QPainter &p, QRectF area, std::string_view machineClass, const QString &lit, bool vertical,
                  bool dashed = false);
} // namespace lw
