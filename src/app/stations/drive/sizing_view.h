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
class QPushButton;
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
    /// Something is looked for still.
    [[nodiscard]] bool busy() const { return m_sizing->running() || m_telling->running(); }
    [[nodiscard]] int chosen() const { return m_chosen; }
    /// Another figure beside the price.
    void compareBy(SizeFigure f);
    [[nodiscard]] SizeFigure figure() const { return m_figure; }
    /// The front by the figure shown, inside the range that is kept.
    [[nodiscard]] std::vector<Figured> front() const;
    /// The one of it under work; -1: a proposal is.
    [[nodiscard]] int picked() const { return m_picked; }
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
    void showChart();
    void choose(int index);
    void keep(const std::optional<SizeRange> &range);
    void pick(int index);
    /// The proposals of what is looked at: the search's own, or those of another front or a range of it.
    [[nodiscard]] bool ownProposals() const { return m_figure == SizeFigure::Margin && !m_range; }
    void askWhy();
    void addHave();
    void showHave();
    [[nodiscard]] const SizeResult *result() const;
    [[nodiscard]] const Proposal *proposal(int index) const;
    Session *m_session;
    Sizing *m_sizing;
    Telling *m_telling;
    MachineDialog *m_machine;
    std::string m_axis;
    SizeChart *m_chart;
    std::array<ProposalCard *, 3> m_cards;
    std::vector<LimitRow> m_limits;
    QLabel *m_asked, *m_demand, *m_why, *m_sure;
    QLineEdit *m_whyLine, *m_haveLine;
    QVBoxLayout *m_have;
    QProgressBar *m_progress;
    int m_chosen = 0, m_picked = -1;
    SizeFigure m_figure = SizeFigure::Margin;
    std::optional<SizeRange> m_range;
    QPushButton *m_by;
    double m_must = 1, m_wanted = 1;
};

} // namespace lw
