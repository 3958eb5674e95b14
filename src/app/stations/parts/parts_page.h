// Station 5: what to order, from whom, by when; what no longer matches; the money.
#pragma once

#include "app/entries/cells.h"
#include "app/stations/station_page.h"
#include "plan/build_plan.h"

namespace lw {

/// Spent solid, tonight blue, later hatched, kept back dashed, the budget a stroke.
class MoneyBar : public QWidget {
public:
    using QWidget::QWidget;
    void show(const PartTotals &totals, double tonight = 0);
    using QWidget::show;

protected:
    void paintEvent(QPaintEvent *) override;

private:
    PartTotals m_totals;
    double m_tonight = 0;
};

class PartsPage : public StationPage {
    Q_OBJECT
public:
    PartsPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override {
        return QStringLiteral("Space next state   Enter its fields   M makes a line match   N new line   O order as "
                              "text   [ ] other axes");
    }
    [[nodiscard]] QString copyText() const override { return m_table->asText(); }
    [[nodiscard]] CellsModel *model() const { return m_model; }
    [[nodiscard]] CellsView *table() const { return m_table; }
    void goTo(const QString &line) override { m_table->setCurrentId(line); }
    /// The lines to order tonight as a text for the counter.
    [[nodiscard]] QString orderText() const;
    /// Reads a table of parts; what happened, in a sentence.
    QString importCsv(const QString &path);

protected:
    void update(const ProvedAxis &proved) override;

private:
    void showLine();
    void nextState();
    void newLine();
    void matchDesign();
    [[nodiscard]] const PartLine *line() const;
    CellsModel *m_model;
    CellsView *m_table;
    QLabel *m_tonight, *m_tonightWords, *m_total, *m_detail, *m_dearest, *m_ready, *m_readyWords;
    MoneyBar *m_bar;
    QPushButton *m_next, *m_mend;
    MarkWidget *m_money;
    QWidget *m_fieldHost;
    std::vector<std::pair<FieldWidget *, QString>> m_lineFields;
    std::vector<PartLine> m_lines;
    QString m_line;
};

} // namespace lw
