// Drive, before anything is chosen: what the axis is asked, every design that would do it, three of them proposed.
#pragma once

#include "app/stations/drive/proposal_card.h"
#include "app/stations/drive/size_chart.h"
#include "session/session.h"
#include "session/sizing.h"
#include <QWidget>
#include <array>
#include <functional>

class QLabel;
class QLineEdit;
class QProgressBar;
class QVBoxLayout;

namespace lw {

class FieldWidget;
class MachineDialog;

class SizingView : public QWidget {
    Q_OBJECT
public:
    /// @param field makes an entry for "limits/volts" of the axis under work
    SizingView(Session *session, std::function<FieldWidget *(const QString &, const QString &, QWidget *)> field,
               QWidget *parent);
    /// Asks for designs of this axis, unless they stand already.
    void refresh(const ProvedAxis &proved);
    [[nodiscard]] QString headline() const;
    [[nodiscard]] Verdict verdict() const;
    [[nodiscard]] QString rightText() const;
    bool handleKey(QKeyEvent *e);
    /// Takes the proposal under work, or another.
    void take(int index = -1);
    [[nodiscard]] const Sizing &sizing() const { return *m_sizing; }
    [[nodiscard]] int chosen() const { return m_chosen; }
    [[nodiscard]] QString whyAnswer() const;

signals:
    void changed();                     ///< headline and figures may be read anew
    void said(const QString &sentence); ///< for the status row
    void took();

protected:
    void hideEvent(QHideEvent *e) override;

private:
    struct LimitRow {
        LimitKey key;
        QLabel *gain;
    };
    void show();
    void choose(int index);
    void askWhy();
    void addHave();
    void showHave();
    [[nodiscard]] const SizeResult *result() const;
    [[nodiscard]] const Proposal *proposal(int index) const;
    Session *m_session;
    Sizing *m_sizing;
    MachineDialog *m_machine;
    std::string m_axis;
    SizeChart *m_chart;
    std::array<ProposalCard *, 3> m_cards;
    std::vector<LimitRow> m_limits;
    QLabel *m_asked, *m_demand, *m_why, *m_sure;
    QLineEdit *m_whyLine, *m_haveLine;
    QVBoxLayout *m_have;
    QProgressBar *m_progress;
    int m_chosen = 0;
    double m_must = 1, m_wanted = 1;
};

} // namespace lw
