#include "app/window/files.h"
#include "app/stations/station_page.h"
#include "app/window/style.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

void exportFile(StationPage *page, const QString &what, const QString &name, const QString &filter,
                const std::function<QString(const QString &)> &write) {
    const QString path = QFileDialog::getSaveFileName(page, u"Save "_s + what, name, filter);
    if (path.isEmpty()) return;
    const QString problem = write(path);
    emit page->said(problem.isEmpty()
                        ? u"%1%2 written to %3."_s.arg(what.left(1).toUpper(), what.mid(1), QFileInfo(path).fileName())
                        : problem);
}

QPushButton *makeButton(const QString &words, const QString &name, QWidget *parent) {
    auto *b = new QPushButton(words, parent);
    b->setProperty("box", true);
    b->setObjectName(name);
    b->setFont(face(13));
    return b;
}

} // namespace lw
