#include "session/disk.h"
#include <QFile>
#include <QFileInfo>
#include <QSaveFile>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
enum class Kind { None, File, Folder, Other };
Kind kindOf(const QByteArray &name) {
    struct stat s {};
    if (::stat(name.constData(), &s) != 0) return Kind::None; // links are followed
    return S_ISREG(s.st_mode) ? Kind::File : S_ISDIR(s.st_mode) ? Kind::Folder : Kind::Other;
}
QString shownName(const QString &path) {
    const auto name = QFileInfo(path).fileName();
    return name.isEmpty() ? path : name;
}
/// A name that is not UTF-8 loses bytes on its way through the toolkit and is another name then.
bool nameLost(const QString &path) { return path.contains(QChar::ReplacementCharacter); }
} // namespace

QString inputProblem(const QByteArray &name) {
    const QString shown = shownName(QString::fromUtf8(name));
    switch (kindOf(name)) {
    case Kind::None:
        return shown + (nameLost(shown) ? u": its name is not UTF-8 and is lost on the way here. Rename it."_s
                                        : u": there is no such file."_s);
    case Kind::Folder: return shown + u": that is a folder; choose a file in it."_s;
    case Kind::Other: return shown + u": that is a device or a pipe, not a file. Copy it into a file first."_s;
    case Kind::File: break;
    }
    return {};
}

tl::expected<QByteArray, QString> readWhole(const QByteArray &name, qint64 largest) {
    if (auto problem = inputProblem(name); !problem.isEmpty()) return tl::unexpected(std::move(problem));
    const QString shown = shownName(QString::fromUtf8(name));
    const auto no = [&](const QString &why) { return tl::unexpected(shown + u": "_s + why); };
    const int handle = ::open(name.constData(), O_RDONLY | O_CLOEXEC);
    if (handle < 0) return no(u"it cannot be read. Check its permissions."_s);
    QFile file;
    if (!file.open(handle, QIODevice::ReadOnly, QFileDevice::AutoCloseHandle)) {
        ::close(handle);
        return no(u"it cannot be read (%1)."_s.arg(file.errorString()));
    }
    const auto tooLarge = [&](qint64 size) {
        return no(u"%1 MB is far too large; at most %2 MB are read."_s.arg((size + 1048575) / 1048576)
                      .arg(largest / 1048576));
    };
    if (file.size() > largest) return tooLarge(file.size());
    QByteArray content = file.read(largest + 1); // it may grow while it is read
    if (content.size() > largest) return tooLarge(content.size());
    if (file.error() != QFileDevice::NoError) return no(u"reading broke off (%1)."_s.arg(file.errorString()));
    return content;
}
tl::expected<QByteArray, QString> readWhole(const QString &path, qint64 largest) {
    return readWhole(QFile::encodeName(path), largest);
}

QString outputProblem(const QString &path) {
    if (nameLost(path)) return u"%1: only names in UTF-8 can be written. Choose another name."_s.arg(shownName(path));
    switch (kindOf(QFile::encodeName(path))) {
    case Kind::Folder: return u"%1: that is a folder; give the file a name in it."_s.arg(shownName(path));
    case Kind::Other:
        return u"%1: that is a device or a pipe, and stays as it is. Choose a file name."_s.arg(shownName(path));
    default: return {};
    }
}

QString writeWhole(const QString &path, const QByteArray &content) {
    if (const auto problem = outputProblem(path); !problem.isEmpty()) return problem;
    QSaveFile file(path); // writes aside, syncs, renames; a link is followed to its file
    if (!file.open(QIODevice::WriteOnly))
        return u"%1: it cannot be written there (%2). Choose another place."_s.arg(shownName(path), file.errorString());
    if (file.write(content) != content.size() || !file.commit())
        return u"%1: writing failed (%2). What stood there is as it was; choose another place."_s.arg(
            shownName(path), file.errorString());
    const int folder =
        ::open(QFile::encodeName(QFileInfo(path).absolutePath()).constData(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (folder >= 0) {
        ::fsync(folder); // the rename itself must survive a power cut
        ::close(folder);
    }
    return {};
}

std::optional<FileStamp> stampOf(const QString &path) {
    struct stat s {};
    if (::stat(QFile::encodeName(path).constData(), &s) != 0) return {};
    return FileStamp{s.st_mtim.tv_sec, s.st_mtim.tv_nsec, s.st_size, s.st_ino, s.st_dev};
}

} // namespace lw
