// Margin over ratio or over lead, both on logarithmic scales: the band that does the job, the best, what can be bought
// as points, the design as one that is dragged.
#pragma once

#include "search/sweep.h"
#include <QWidget>

namespace lw {

class SweepChart : public QWidget {
    Q_OBJECT
public:
    SweepChart(Swept what, QWidget *parent);
    /// @param chosen index into the parts, -1 for none
    void refresh(const Sweep &sweep, int chosen, bool active);
    [[nodiscard]] const Sweep &sweep() const { return m_sweep; }
    /// Where a part, the design, a place of the axis is drawn.
    [[nodiscard]] QPointF placeOf(double at, double margin) const;
    [[nodiscard]] QPointF designPlace() const;

signals:
    void picked(int part);
    void taken(int part);   ///< by a double click
    void dragged(int part); ///< the design pulled onto it
    void dropped();

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;
    void mouseDoubleClickEvent(QMouseEvent *e) override;

private:
    [[nodiscard]] QRectF plot() const;
    [[nodiscard]] int nearest(QPointF at, bool holdsOnly) const;
    Sweep m_sweep;
    int m_chosen = -1;
    double m_top = 4; ///< margin at the top of the scale
    bool m_active = false, m_dragging = false;
};

} // namespace lw
