// A part program as the duty: opened, run through the axis limits in the background, its demand on the axis shown.
#pragma once

#include "app/entries/cells.h"
#include "app/entries/fields.h"
#include "proof/program_report.h"
#include <atomic>
#include <optional>
#include <thread>

class QProgressBar;

namespace lw {

/// Shares of time by speed and by acceleration.
class ProgramBars : public QWidget {
public:
    explicit ProgramBars(QWidget *parent) : QWidget(parent) { setMinimumHeight(76); }
    void refresh(const AxisUse *use, const AxisLimits &limits, double whole);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    AxisUse m_use;
    AxisLimits m_limits;
    double m_whole = 0;
};

class ProgramPanel : public QWidget {
    Q_OBJECT
public:
    ProgramPanel(Session *session, QWidget *parent);
    ~ProgramPanel() override;
    void refresh(const std::string &axis, const ProvedAxis &proved);
    /// Starts reading; one at a time. A file that cannot be opened: a sentence, what was read before stays.
    void readFile(const QString &path);
    void cancel() { m_stop = true; }
    [[nodiscard]] bool reading() const { return m_reading; }
    [[nodiscard]] const std::optional<ProgramDuty> &result() const { return m_duty; }
    [[nodiscard]] QString sentence() const { return m_sentence->text(); }

signals:
    void said(const QString &sentence);

private:
    void show(const std::string &axis, const ProvedAxis &proved);
    void finished(ProgramDuty duty, JobProgramLimits limits, const QString &path);
    Session *m_session;
    std::string m_axis;
    std::optional<ProgramDuty> m_duty;
    JobProgramLimits m_limits;
    QString m_path;
    std::atomic<bool> m_stop{false};
    bool m_reading = false;
    std::thread m_worker;
    ChoiceEntry *m_corners, *m_xIs;
    QPushButton *m_open, *m_again, *m_cancel;
    QProgressBar *m_progress;
    QLabel *m_sentence, *m_figures, *m_notes;
    ProgramBars *m_bars;
    CellsModel *m_model;
    CellsView *m_skipped;
};

} // namespace lw
