// Writing a file the user asked for: where to, how it went, in one sentence.
#pragma once

#include "session/disk.h"
#include <QByteArray>
#include <QString>
#include <functional>

class QWidget;
class QPushButton;

namespace lw {

class StationPage;

/// Asks for a place, then calls `write` with it; the page says how it went.
void exportFile(StationPage *page, const QString &what, const QString &name, const QString &filter,
                const std::function<QString(const QString &path)> &write);
/// A boxed button.
QPushButton *makeButton(const QString &words, const QString &name, QWidget *parent);

} // namespace lw
