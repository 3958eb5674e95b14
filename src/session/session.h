// The open job: the one door for edits, undo, file, journal, and the proof of every axis kept up to date.
#pragma once

#include "logbook/station_words.h"
#include "wiring/wiring.h"
#include "shop/parts.h"
#include "proof/evaluate.h"
#include "session/disk.h"
#include "session/edit.h"
#include "session/journal.h"
#include <QHash>
#include <QObject>
#include <QTimer>
#include <QUndoStack>
#include <functional>
#include <map>

namespace lw {

/// An axis with one of its designs, read and proved.
struct ProvedAxis {
    AxisModel model;
    Evaluation evaluation;
};

/// A finding with the axis it is of; valid until the next edit.
struct AxisFinding {
    std::string axis;
    const Finding *finding;
};

class Session : public QObject {
    Q_OBJECT
public:
    /// @param journalFolder where the crash journal lives; empty: none is kept
    explicit Session(QString journalFolder = {}, QObject *parent = nullptr);

    [[nodiscard]] const nlohmann::json &project() const { return m_project; }
    [[nodiscard]] QString path() const { return m_path; }
    [[nodiscard]] QString name() const;
    [[nodiscard]] bool hasJob() const { return m_hasJob; }
    [[nodiscard]] bool isModified() const { return !m_undo.isClean() || m_recovered; }
    [[nodiscard]] QUndoStack *undoStack() { return &m_undo; }

    /// The one door: applies, remembers for undo, writes the journal, tells everybody.
    void apply(Edit edit);
    /// Sets one field from typed text; blank takes it away. Returns the sentence of what is wrong, or nothing.
    QString typeInto(const QString &pointer, const QString &text, const QString &standing = QStringLiteral("stated"));
    void setText(const QString &pointer, const QString &text, const QString &words);

    void newJob();
    /// A shipped job as one's own: it has no file, and nothing of it is lost until it is edited.
    void openCopy(nlohmann::json project);
    /// Reads a file; on any fault the open job stays as it is and the sentence comes back.
    QString open(const QString &path, QStringList *notes = nullptr);
    /// Writes the job to its file. When somebody else has changed that file since it was read (changedOnDisk), nothing
    /// is written and the sentence says so, unless `overTheirs`: then theirs becomes the backup.
    QString save(bool overTheirs = false);
    QString saveAs(const QString &path);
    /// The file was written, replaced or made by somebody else since it was read or saved here.
    [[nodiscard]] bool changedOnDisk() const;
    void close();
    /// Jobs that killed programs left, newest first.
    [[nodiscard]] std::vector<WaitingJournal> waiting() const;
    /// Takes over one of them as the open job; it is removed once its content stands in a new journal. Nothing, or what
    /// is wrong in a sentence: the open job and the journal are as they were then.
    QString recover(const QString &journal);
    /// The newest one, when there is any.
    bool recover();
    void throwAway(const WaitingJournal &journal) { Journal::remove(journal.file); }
    /// Why not every edit is in the journal just now; empty when it is.
    /// Where the open job's edits go; empty when no journal is kept.
    [[nodiscard]] QString journalFile() const { return m_journal ? m_journal->file() : QString(); }
    [[nodiscard]] QString journalProblem() const { return m_journal ? m_journal->problem() : QString(); }

    // What the screens read.
    [[nodiscard]] std::vector<std::string> axes() const { return axisOrder(m_project); }
    [[nodiscard]] std::string design(const std::string &axis) const { return shownDesign(m_project, axis); }
    /// The axis with the design shown, or another one; cached until an edit touches it.
    [[nodiscard]] const ProvedAxis &proved(const std::string &axis, const std::string &design = {}) const;
    /// The same with the design shown, kept alive for who holds it while edits go on.
    [[nodiscard]] std::shared_ptr<const ProvedAxis> provedHeld(const std::string &axis) const;
    /// The parts of all axes as their designs ask for them; kept until the next edit.
    [[nodiscard]] const std::vector<PartLine> &parts() const;
    /// Those of one axis; with another of its designs than the one shown, if named.
    [[nodiscard]] std::vector<PartLine> parts(const std::string &axis, const std::string &design = {}) const;
    /// Their money, all axes together.
    [[nodiscard]] const PartTotals &totals() const;
    /// The electrics of the whole machine, kept until the next edit.
    [[nodiscard]] const WiringSheet &wiring() const;
    /// The order of the work, kept until the next edit.
    [[nodiscard]] const BuildPlan &plan() const;
    /// Said and is, of every axis; the log with its decisions judged by them; both kept until the next edit.
    [[nodiscard]] const PredictionsByAxis &predictions() const;
    [[nodiscard]] const std::vector<LogEntry> &log() const;
    /// Every finding of every axis that does not hold, what fails first, torque before the rest; not those that only
    /// wait for a design to be chosen.
    [[nodiscard]] std::vector<AxisFinding> notHolding() const;
    /// One cell of the board.
    [[nodiscard]] StationSummary summary(StationId station, const std::string &axis) const;
    /// The moment, ISO "2026-03-12T19:42:10"; of a sample the day it is looked at on.
    [[nodiscard]] std::string now() const;
    [[nodiscard]] Day today() const;
    /// Injected by tests; the real clock otherwise.
    std::function<std::string()> clock;
    /// False: edits write no entries of their own (tests that count patches).
    bool writesLog = true;
    [[nodiscard]] nlohmann::json at(const std::string &pointer) const { return valueAt(m_project, pointer); }
    [[nodiscard]] QString typedAt(const std::string &pointer) const;

signals:
    void changed();
    void fileChanged();
    /// The journal could not be written, or can be again.
    void journalChanged();

private:
    friend class EditCommand;
    void put(const std::vector<Patch> &patches, bool journal);
    void dropDerived();
    [[nodiscard]] std::vector<DesignedAxis> designed() const;
    QString write(const QString &path);
    void reset(nlohmann::json project, const QString &path, bool hasJob, bool unsaved = false,
               std::optional<FileStamp> stamp = {});

    nlohmann::json m_project;
    QString m_path;
    bool m_hasJob = false;
    bool m_recovered = false;
    QUndoStack m_undo;
    void journalTried();

    QString m_journalFolder;
    std::unique_ptr<Journal> m_journal;
    QTimer m_journalAgain; ///< while a disk is full
    QString m_journalSaid;
    std::optional<FileStamp> m_stamp; ///< of the file as it was read or written here
    mutable std::map<std::string, std::shared_ptr<ProvedAxis>> m_proved;
    mutable std::optional<StoredParts> m_stored;            ///< dropped when a line is edited
    mutable std::optional<std::vector<LogEntry>> m_entries; ///< as written, not judged; dropped when the log is edited
    mutable std::optional<std::vector<PartLine>> m_parts;   ///< this and what follows: dropped at every edit
    mutable std::optional<BuildPlan> m_plan;
    mutable std::optional<WiringSheet> m_wiring;
    mutable std::optional<PartTotals> m_totals;
    mutable std::map<std::string, StationSummary> m_partsSummary; ///< by axis
    mutable std::optional<PredictionsByAxis> m_predictions;
    mutable std::optional<std::vector<LogEntry>> m_log;
};

} // namespace lw
