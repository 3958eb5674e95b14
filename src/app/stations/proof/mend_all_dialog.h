// All that fails at once: sets of changes, the fewest and cheapest first; Enter takes one.
#pragma once

#include "search/mend_all.h"
#include "session/session.h"
#include <QDialog>

class QLabel;

namespace lw {

class CellsModel;
class CellsView;

class MendAllDialog : public QDialog {
    Q_OBJECT
public:
    MendAllDialog(Session *session, QWidget *parent);
    void open(const ProvedAxis &proved);
    [[nodiscard]] CellsView *table() const { return m_table; }
    [[nodiscard]] const std::vector<MendSet> &sets() const { return m_sets; }

signals:
    void took(const lw::Mend &mend);

private:
    void take();
    Session *m_session;
    std::vector<MendSet> m_sets;
    CellsModel *m_model;
    CellsView *m_table;
    QLabel *m_says;
};

} // namespace lw
