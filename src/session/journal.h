// The crash journal: the job as it was opened, then every edit as it happens, one JSON line each. What is written
// survives a kill of the program at once; a power cut may lose the last moments.
#pragma once

#include "machine/patch.h"
#include "session/disk.h"
#include <QByteArray>
#include <QDateTime>
#include <QString>
#include <memory>
#include <optional>
#include <vector>

namespace lw {

/// A journal that a program left behind: what a person needs to choose.
struct WaitingJournal {
    QString file;   ///< the journal itself
    QString name;   ///< of the job
    QString path;   ///< file it belonged to, empty when never saved
    QDateTime when; ///< the last edit
    int edits = 0;
};
struct Recovered {
    nlohmann::json project;
    QString path;
    int edits = 0;
    std::optional<FileStamp> stamp; ///< of that file when this began
};

class Journal {
public:
    explicit Journal(QString folder);
    ~Journal();
    Journal(const Journal &) = delete;
    Journal &operator=(const Journal &) = delete;
    /// Starts anew with this job as the ground; the journal before it goes only when the new one stands.
    /// @param unsaved the ground itself is in no file yet: it counts as an edit when it is found again
    /// @param stamp of the job's file as this program knows it: a later change by somebody else is seen after a
    /// recovery too
    void begin(const nlohmann::json &project, const QString &path, const std::optional<FileStamp> &stamp,
               bool unsaved = false);
    /// Writes the edit; what cannot be written (a full disk) is kept and tried again with the next one and by retry().
    void add(const std::vector<Patch> &patches);
    /// Tries what is waiting to be written once more; true when all is on the disk.
    bool retry();
    /// Takes the journal away: the job is safe in its file, or was closed on purpose.
    void end();
    [[nodiscard]] QString file() const;
    [[nodiscard]] bool begun() const { return m_begun; }
    /// Why not every edit is on the disk, in a sentence; empty when it is.
    [[nodiscard]] QString problem() const { return m_problem; }

    /// What programs that died have left, newest first. Nothing is removed but journals without any edit: their job is
    /// safe in its file. A journal that cannot be read stays where it is and is not offered.
    static std::vector<WaitingJournal> waiting(const QString &folder);
    /// The job in one of them; none when it is gone, taken by another program, or damaged. It stays.
    static std::optional<Recovered> read(const QString &file);
    /// Removes one, once its content is safe elsewhere or was thrown away on purpose; not one that a program still
    /// writes.
    static void remove(const QString &file);

private:
    struct Open; ///< the file, locked as long as the program lives
    bool write();
    QString m_folder;
    std::unique_ptr<Open> m_open;
    std::vector<std::unique_ptr<Open>> m_before; ///< journals that go once the one begun after them stands
    QByteArray m_unwritten;                      ///< lines that the disk has not taken yet
    QString m_problem;
    bool m_begun = false;
};

} // namespace lw
