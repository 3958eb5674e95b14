// The crash journal: the job as it was opened, then every edit as it happens, one JSON line each. What is written
// survives a kill of the program at once; a power cut may lose the last moments.
#pragma once

#include "proof/mends.h"
#include <QFile>
#include <QLockFile>
#include <QString>
#include <memory>
#include <optional>

namespace lw {

struct Recovered {
    nlohmann::json project;
    QString path; ///< file it belonged to, empty when never saved
    int edits = 0;
};

class Journal {
public:
    explicit Journal(QString folder);
    ~Journal();
    Journal(const Journal &) = delete;
    Journal &operator=(const Journal &) = delete;
    /// Starts anew with this job as the ground.
    void begin(const nlohmann::json &project, const QString &path);
    void add(const std::vector<Patch> &patches);
    /// Takes the journal away: the job is safe in its file, or was closed on purpose.
    void end();
    /// The newest journal left behind by a program that died; it is taken over and removed.
    static std::optional<Recovered> recover(const QString &folder);
    [[nodiscard]] bool works() const { return m_file.isOpen(); }

private:
    QString m_folder;
    QFile m_file;
    std::unique_ptr<QLockFile> m_lock;
};

} // namespace lw
