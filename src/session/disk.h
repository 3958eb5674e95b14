// Files at the edge of the program: what is read is bounded and a file, what is written stands whole or not at all, and
// a change that somebody else made to a file is seen.
#pragma once

#include <QByteArray>
#include <QDateTime>
#include <QString>
#include <tl/expected.hpp>
#include <cstdint>
#include <optional>

namespace lw {

/// The largest job, table or list of readings that is read, bytes.
inline constexpr qint64 largestFile = 64 * 1024 * 1024;

/// Why nothing can be read under this name: missing, a folder, a device or pipe. Empty when it may be tried.
[[nodiscard]] QString inputProblem(const QByteArray &name);
/// A whole file, or the sentence of why not: missing, a folder, a device or pipe, beyond `largest`, not readable.
/// The bytes of a name are taken as they are, UTF-8 or not.
[[nodiscard]] tl::expected<QByteArray, QString> readWhole(const QByteArray &name, qint64 largest = largestFile);
[[nodiscard]] tl::expected<QByteArray, QString> readWhole(const QString &path, qint64 largest = largestFile);
/// Why nothing can be put under this name: a folder, a device, a pipe. Empty when it may be tried.
[[nodiscard]] QString outputProblem(const QString &path);
/// Written aside, synced, then put in place with its folder synced too. Empty, or what went wrong in a sentence; what
/// stood there is untouched then.
[[nodiscard]] QString writeWhole(const QString &path, const QByteArray &content);

/// By what a file is known again: when it was written, how long it is, which node of the disk it is.
struct FileStamp {
    std::int64_t seconds = 0, nanoseconds = 0, size = 0;
    std::uint64_t node = 0, device = 0;
    bool operator==(const FileStamp &) const = default;
};
/// None when there is no such file.
[[nodiscard]] std::optional<FileStamp> stampOf(const QString &path);

} // namespace lw
