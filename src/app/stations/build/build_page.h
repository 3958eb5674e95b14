// Station 6: the order of the work. Steps with hours, ticked; the trap with its ways out; cautions beside the step;
// what the machine can still do.
#pragma once

#include "app/entries/cells.h"
#include "app/stations/station_page.h"
#include "plan/build_plan.h"
#include <QScrollArea>

namespace lw {

/// The machine meanwhile: each slide as the ticked steps leave it.
class MachineLane : public QWidget {
    Q_OBJECT
public:
    explicit MachineLane(QWidget *parent) : QWidget(parent) { setFixedHeight(44); }
    void refresh(const std::vector<MachineFunction> &functions);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    std::vector<MachineFunction> m_functions;
};

class BuildPage : public StationPage {
    Q_OBJECT
public:
    BuildPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override {
        return QStringLiteral("↑↓ step   Space ticks it   M takes the cheapest way out   N new step   Delete leaves it "
                              "out   Ctrl+P prints");
    }
    [[nodiscard]] QString copyText() const override { return m_table->asText(); }
    [[nodiscard]] CellsView *table() const { return m_table; }
    void goTo(const QString &step) override { m_table->setCurrentId(step); }

protected:
    void update(const ProvedAxis &proved) override;

private:
    void showStep();
    void tick();
    void takeRemedy(std::size_t k);
    void newStep();
    void leaveOut();
    CellsModel *m_model;
    CellsView *m_table;
    MachineLane *m_lane;
    QLabel *m_hours, *m_stepTitle, *m_stepWords, *m_refusal;
    QPushButton *m_done, *m_leaveOut;
    QWidget *m_remedyHost, *m_cautionHost;
    std::vector<FieldWidget *> m_stepFields;
    QString m_step, m_cautionsOf, m_remediesOf;
};

} // namespace lw
