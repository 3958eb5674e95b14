// Designs for all axes at once: what the machine costs with one supply, how strong its weakest axis is, motors alike.
#pragma once

#include "session/session.h"
#include "session/sizing.h"
#include <QDialog>

class QLabel;
class QProgressBar;

namespace lw {

class CellsModel;
class CellsView;

class MachineDialog : public QDialog {
    Q_OBJECT
public:
    MachineDialog(Session *session, QWidget *parent);
    /// Asks for designs of the job as it is, and shows itself.
    void open() override;
    [[nodiscard]] CellsView *table() const { return m_table; }
    [[nodiscard]] bool running() const { return m_sizing->running(); }

signals:
    void said(const QString &sentence);

protected:
    void done(int result) override;

private:
    void fill();
    void take();
    [[nodiscard]] const MachineDesign *design(const QString &id) const;
    Session *m_session;
    MachineSizing *m_sizing;
    CellsModel *m_model;
    CellsView *m_table;
    QLabel *m_says, *m_alike;
    QProgressBar *m_progress;
};

} // namespace lw
