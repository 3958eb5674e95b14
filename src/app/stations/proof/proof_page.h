// Station 4: the proof. Torque over speed, the margin ladder, and the opened finding with its working and mends.
#pragma once

#include "app/charts/charts.h"
#include "app/stations/proof/opened_finding.h"
#include "app/stations/station_page.h"

class QPushButton;

namespace lw {

class MendAllDialog;

/// All findings with a margin on shared rails, worst first; then those without one.
class MarginLadder : public QAbstractScrollArea {
    Q_OBJECT
public:
    explicit MarginLadder(QWidget *parent);
    void refresh(const ProvedAxis &proved, int current);
    void setCurrent(int row);
    [[nodiscard]] int rows() const { return int(m_rows.size()); }
    [[nodiscard]] QString rowText(int row) const;

signals:
    void chosen(int index); ///< into the evaluation's findings

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void keyPressEvent(QKeyEvent *e) override;
    void resizeEvent(QResizeEvent *) override;

private:
    static constexpr int rowHeight = 27;
    struct Row {
        Finding f;
        QString title, figures, margin;
    };
    std::vector<Row> m_rows;
    int m_current = 0;
};

class ProofPage : public StationPage {
    Q_OBJECT
public:
    ProofPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    void choose(const Finding &f) override;
    [[nodiscard]] MarginLadder *ladder() const { return m_ladder; }
    [[nodiscard]] OpenedFinding *opened() const { return m_opened; }
    void showMends(const Finding &f, const std::vector<Mend> &mends);
    [[nodiscard]] const Finding *current() const;
    [[nodiscard]] QString copyText() const override;
    bool copy() override {
        m_chart->copy();
        return true;
    }
    [[nodiscard]] QString hint() const override {
        return QStringLiteral("↑↓ rows   W working   M fix   Ctrl+C copies the chart   Ctrl+B keep as A");
    }
    void whenQuiet() override;

protected:
    void update(const ProvedAxis &proved) override;

private:
    void ownCurve();
    [[nodiscard]] std::string motorPlace() const;
    TorqueChart *m_chart;
    MarginLadder *m_ladder;
    OpenedFinding *m_opened;
    Finding m_chosen;
    std::vector<Mend> m_mends;
    MendAllDialog *m_all;
    QPushButton *m_allLink, *m_curveLink;
    bool m_has = false;
};

} // namespace lw
