#include "session/user_data.h"
#include "catalogue/catalogue.h"
#include "catalogue/csv.h"
#include "session/disk.h"
#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <QStandardPaths>

namespace lw {
using namespace Qt::StringLiterals;

void takeOurName() {
    QCoreApplication::setOrganizationName(u"lathewright"_s);
    const QString before = QStandardPaths::writableLocation(QStandardPaths::GenericConfigLocation) +
                           u"/Unknown Organization/lathewright.conf"_s;
    const QString now = QSettings().fileName();
    if (QFile::exists(now) || !QFile::exists(before)) return;
    QDir().mkpath(QFileInfo(now).path());
    QFile::copy(before, now);
}
QString dataFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + u"/lathewright"_s;
}

namespace {
QString ownFile(const QString &folder, std::string_view kind) {
    return folder + u"/catalogue/"_s + QString::fromUtf8(kind.data(), qsizetype(kind.size())) + u".csv"_s;
}
} // namespace

QStringList loadOwnCatalogue(const QString &folder) {
    QStringList refused;
    std::vector<CatalogueFile> files;
    std::vector<QByteArray> texts;
    texts.reserve(catalogueKinds().size());
    for (const auto &k : catalogueKinds()) {
        const QString path = ownFile(folder, k.kind);
        if (!QFile::exists(path)) continue;
        const auto content = readWhole(path);
        if (!content) {
            refused << content.error();
            continue;
        }
        texts.push_back(*content);
        files.push_back({k.kind, {texts.back().constData(), std::size_t(texts.back().size())}, true});
    }
    auto read = readCatalogue(files, shippedCatalogue());
    for (const auto &r : read.refused)
        refused << QString::fromStdString(r);
    useCatalogue(std::move(read.rows));
    return refused;
}

QString addOwnRow(const QString &folder, const QString &kind, const QStringList &cells) {
    const auto kinds = catalogueKinds();
    const auto k =
        std::find_if(kinds.begin(), kinds.end(), [&](const auto &c) { return c.kind == kind.toStdString(); });
    if (k == kinds.end()) return u"%1 is no kind of part."_s.arg(kind);
    std::string head, row;
    for (std::size_t c = 0; c < k->columns.size(); ++c) {
        head += (c ? "," : "") + std::string(k->columns[c]);
        row += (c ? "," : "") + csvText(cells.value(qsizetype(c)).toStdString());
    }
    const std::string alone = head + "\n" + row + "\n";
    const CatalogueFile file{k->kind, alone, true};
    if (const auto read = readCatalogue({&file, 1}); !read.refused.empty())
        return QString::fromStdString(read.refused.front()).section(u": "_s, 1);
    const QString path = ownFile(folder, k->kind);
    QByteArray content;
    if (QFile::exists(path)) {
        const auto before = readWhole(path);
        if (!before) return before.error();
        // somebody's own file may have its columns in another order: the row follows them
        const auto table = readTable({before->constData(), std::size_t(before->size())});
        if (!table) return u"%1: %2"_s.arg(QFileInfo(path).fileName(), QString::fromStdString(table.error()));
        row.clear();
        for (std::size_t c = 0; c < table->header.size(); ++c) {
            const auto at = std::find(k->columns.begin(), k->columns.end(), table->header[c]);
            row +=
                (c ? "," : "") +
                (at == k->columns.end() ? "" : csvText(cells.value(qsizetype(at - k->columns.begin())).toStdString()));
        }
        content = *before;
        if (!content.endsWith('\n')) content += '\n';
    } else {
        content = QByteArray::fromStdString(head + "\n");
    }
    content += QByteArray::fromStdString(row + "\n");
    QDir().mkpath(QFileInfo(path).path());
    if (const QString problem = writeWhole(path, content); !problem.isEmpty()) return problem;
    loadOwnCatalogue(folder);
    return {};
}

} // namespace lw
