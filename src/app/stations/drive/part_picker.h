// The others of a part: for this axis as it stands, what each would do and cost. Type to filter, Enter takes.
#pragma once

#include "search/alternatives.h"
#include "search/tried_axis.h"
#include "session/design_trial.h"
#include "picture/torque_compare.h"
#include <QDialog>
#include <map>
#include <optional>

class QLabel;
class QLineEdit;
class QButtonGroup;

namespace lw {

class CellsModel;
class CellsView;
class OwnRowDialog;

class PartPicker : public QDialog {
    Q_OBJECT
public:
    PartPicker(Session *session, QWidget *parent);
    /// @param kinds the first is shown
    void open(const std::string &axis, const std::vector<Exchanged> &kinds);
    [[nodiscard]] CellsView *table() const { return m_table; }
    /// What the chart shows: the design, the marked one, those kept.
    [[nodiscard]] const std::vector<ComparedMotor> &compared() const;

signals:
    void took(const QString &name, const std::vector<lw::Patch> &patches);

protected:
    bool eventFilter(QObject *o, QEvent *e) override;
    void done(int result) override;

private:
    void show(Exchanged kind);
    void fill();
    void take();
    /// The axis with the marked part, while the list is walked.
    void preview();
    /// The curves of the design, the marked part and those kept beside them; of motors, drives and supplies.
    void compare();
    [[nodiscard]] ComparedMotor curveOf(const QString &name, const std::vector<Patch> &patches);
    /// The row under work; null when the list has none.
    [[nodiscard]] const Alternative *marked() const;
    Session *m_session;
    class Curves;
    Curves *m_curves;
    std::optional<TriedAxis> m_tried;  ///< the axis as it stood when the list was shown
    ComparedMotor m_design;            ///< its curve
    std::vector<ComparedMotor> m_kept; ///< at most two
    DesignTrial m_trial;
    bool m_filling = false;
    std::string m_axis;
    std::map<Exchanged, std::vector<Alternative>> m_known; ///< worked out since it was opened
    Exchanged m_kind = Exchanged::Motor;
    QButtonGroup *m_kinds;
    QLineEdit *m_words;
    CellsModel *m_model;
    CellsView *m_table;
    QLabel *m_says;
    OwnRowDialog *m_own;
};

} // namespace lw
