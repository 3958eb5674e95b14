// What the program keeps for its user between runs: where its settings and its data stand, and the user's own rows of
// the catalogue.
#pragma once

#include <QString>
#include <QStringList>

namespace lw {

/// Settings stand under our own name. Those an earlier version kept under none are carried over, once. Call before the
/// first QSettings.
void takeOurName();
/// Of the user's journals and own catalogue rows; the same for the window and the command line.
[[nodiscard]] QString dataFolder();
/// Reads FOLDER/catalogue/*.csv behind the shipped rows into the catalogue in use. What is refused, a sentence each.
QStringList loadOwnCatalogue(const QString &folder);
/// Adds one row, given by column, to FOLDER/catalogue/KIND.csv, and reads it all again. Empty, or why it is refused;
/// nothing is written then.
QString addOwnRow(const QString &folder, const QString &kind, const QStringList &cells);

} // namespace lw
